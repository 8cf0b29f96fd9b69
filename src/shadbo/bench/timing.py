"""Timing in turn with a plain loop: a machine that drifts slows both, and the ratio stays."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable
from dataclasses import dataclass


def plain_loop() -> int:
    """What everything is held against: 20 000 squares added up."""
    return sum(i * i for i in range(20_000))


def _ms(work: Callable[[], object]) -> float:
    start = time.perf_counter()
    work()
    return (time.perf_counter() - start) * 1000


def loop_ms() -> float:
    return statistics.median(_ms(plain_loop) for _ in range(50))


@dataclass(frozen=True, slots=True)
class Timed:
    """Milliseconds of every round, and each as a multiple of the loop that ran beside it."""

    ms: list[float]
    loops: list[float]

    @property
    def median(self) -> float:
        return statistics.median(self.ms)

    @property
    def p95(self) -> float:
        return p95(self.ms)

    @property
    def in_loops(self) -> float:
        return statistics.median(self.loops)

    @property
    def p95_in_loops(self) -> float:
        return p95(self.loops)


def p95(found: list[float]) -> float:
    return sorted(found)[min(int(len(found) * 0.95), len(found) - 1)]


def in_turn(work: Callable[[], object], rounds: int) -> Timed:
    """Work and loop by turns, after a tenth as many rounds to warm up."""
    for _ in range(max(1, rounds // 10)):
        work()
    ms, loops = [], []
    for _ in range(rounds):
        beside = _ms(plain_loop)
        took = _ms(work)
        ms.append(took)
        loops.append(took / ((beside + _ms(plain_loop)) / 2))
    return Timed(ms, loops)


def line(what: str, got: float, unit: str, reach: float, more: str = "", *, at_least: bool = False) -> None:
    """One line of the table, beside the figure to reach."""
    good = got >= reach if at_least else got <= reach
    word = "≥" if at_least else "≤"
    print(f"{what:<50} {got:9.2f} {unit:<5} {word} {reach:g} {unit:<5} {'' if good else 'FALLS SHORT'} {more}", flush=True)
