"""The order of work: steps with bench minutes, waits nobody attends, gates and cautions."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from shadbo.core.quantity.figures import Say


@dataclass(frozen=True, slots=True)
class Step:
    """One step at the bench. A gate must be looked at or read before going on; ``care`` is the safety note, if any."""

    key: str
    title: str
    say: Say
    minutes: int
    wait_minutes: int = 0
    gate: bool = False
    care: str = ""
    parts: tuple[str, ...] = ()


# Hours a day somebody stands at the bench.
BENCH_DAY = 6 * 60


@dataclass(frozen=True, slots=True)
class Time:
    """What the steps take: minutes at the bench, minutes nobody attends, and days till it is ready, one after another."""

    bench: int
    waiting: int
    days: int


def time_of(steps: Iterable[Step]) -> Time:
    """Waits run through the night; a bench day is six hours."""
    done = list(steps)
    bench, waiting = sum(s.minutes for s in done), sum(s.wait_minutes for s in done)
    return Time(bench, waiting, max(1, -(-bench // BENCH_DAY) + waiting // (24 * 60)))
