"""What the shop's own hands really do: how far its cuts and readings are spread and which way they lean, and how long its work takes.

A bad reading must not move what the good ones say: spreads are maximum likelihood under Student's t with four degrees of freedom (Lange,
Little and Taylor 1989, “Robust statistical modeling using the t distribution”, JASA 84), put on the scale of the normal distribution;
how sure they are is a percentile bootstrap (Efron 1979, ``scipy.stats.bootstrap``); times are Theil–Sen lines (Sen 1968,
``scipy.stats.theilslopes``). SciPy's statistics take a second to load: that is only done where they are asked for.
"""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray

from shadbo.core import TOOLS, Tool, tool_of
from shadbo.shop.record.sealed import Done

Floats = NDArray[np.float64]
FREEDOM = 4
# Fewer readings tell nothing anybody should go by.
LEAST = 8
# How sure an interval is, how often it is drawn again, and what the draw begins with: the same readings give the same interval.
SURE, DRAWN, SEED = 0.9, 600, 20270224
# A tolerance is what nineteen of twenty stay within, offered in steps of this (mm).
WITHIN, STEP_MM = 1.96, 0.05
# Times of work planned at so many different lengths, the longest so many times the shortest, make a line; else a share.
MOST_ALIKE, STRETCHED = 4, 1.6
# Less than this share off what is planned is nothing to change a time for.
NOTICED = 0.1


@dataclass(frozen=True, slots=True)
class Spread:
    """Of readings (mm): how many, which way they lean and how far they are spread (one standard deviation), each with the interval it
    lies in with 90 % (low, high)."""

    count: int
    leaning: float
    leaning_in: tuple[float, float]
    sigma: float
    sigma_in: tuple[float, float]


@lru_cache(maxsize=1)
def _consistent() -> float:
    """What a scale under t comes to for normal readings of standard deviation 1: the root of the expectation of its equation."""
    from scipy import integrate, optimize, stats

    def equation(scale: float) -> float:
        def term(x: float) -> float:
            square = (x / scale) ** 2
            return float((FREEDOM + 1) * square / (FREEDOM + square) * stats.norm.pdf(x))

        return float(integrate.quad(term, -12, 12)[0]) - 1

    return float(optimize.brentq(equation, 0.3, 1.0))


def _fit(readings: Floats, axis: int = -1) -> tuple[Floats, Floats]:
    """Middle and spread under t, along an axis: the readings weighted anew until they stand."""
    x = np.moveaxis(np.asarray(readings, dtype=np.float64), axis, -1)
    middle = np.median(x, axis=-1, keepdims=True)
    square = np.maximum(np.median(np.abs(x - middle), axis=-1, keepdims=True) * 1.4826, np.std(x, axis=-1, keepdims=True) / 4) ** 2
    square = np.maximum(square, 1e-12)
    for _ in range(80):
        weight = (FREEDOM + 1) / (FREEDOM + (x - middle) ** 2 / square)
        moved = (weight * x).sum(axis=-1, keepdims=True) / weight.sum(axis=-1, keepdims=True)
        square = np.maximum((weight * (x - moved) ** 2).mean(axis=-1, keepdims=True), 1e-12)
        middle = moved
    return middle[..., 0], np.sqrt(square[..., 0]) / _consistent()


def spread_of(readings: Sequence[float]) -> Spread:
    """Leaning and spread of readings, how sure. Raises ValueError for fewer than :data:`LEAST`."""
    if len(readings) < LEAST:
        raise ValueError(f"{len(readings)} readings of {LEAST}")
    from scipy import stats

    x = np.asarray(readings, dtype=np.float64)
    leaning, sigma = _fit(x)
    drawn = stats.bootstrap(
        (x,),
        lambda again, axis: np.stack(_fit(again, axis)),
        n_resamples=DRAWN,
        confidence_level=SURE,
        method="percentile",
        vectorized=True,
        rng=np.random.default_rng(SEED),
    )
    low, high = np.asarray(drawn.confidence_interval.low), np.asarray(drawn.confidence_interval.high)
    return Spread(len(x), float(leaning), (float(low[0]), float(high[0])), float(sigma), (float(low[1]), float(high[1])))


@dataclass(frozen=True, slots=True)
class Built:
    """A piece as far as it was built: of which record (nothing: it is on the rack), its name, what became of its operations, and its
    object as it was measured."""

    record: str
    name: str
    operations: tuple[Done, ...]
    thing: Any = None


@dataclass(frozen=True, slots=True)
class From:
    """One reading or one time, and the record it is from (nothing: of a piece on the rack)."""

    record: str
    name: str
    label: str
    planned: float
    found: float


# What the shop measures itself by.
Measures = Tool | Literal["tape"]


@dataclass(frozen=True, slots=True)
class Doing:
    """What one tool (or the tape) really does. ``one`` is the spread of a single cut, the tape's own taken off; ``offered`` the tolerance
    (± mm) that follows from the wide end of its interval, nothing where too few were read; ``correct`` by how much a stop is set shorter
    (longer, if below nothing); ``sums`` how
    it was reckoned, in figures."""

    tool: Measures
    readings: tuple[From, ...]
    spread: Spread | None = None
    one: float = 0.0
    offered: float | None = None
    correct: float = 0.0
    sums: tuple[str, ...] = ()

    @property
    def wanting(self) -> int:
        """How many more readings are needed before anything is said."""
        return max(0, LEAST - len(self.readings))


def tape_readings(pieces: Iterable[Built]) -> list[From]:
    """What one tape says twice of one place: each reading after the first beside the one before it (mm)."""
    return [
        From(one.record, one.name, place, a, b)
        for one in pieces
        for place, values in _stations(one.thing)
        for a, b in pairwise(values)
    ]


def _stations(thing: Any, name: str = "") -> list[tuple[str, list[float]]]:
    """Places of an object that were read more than once, wherever they stand in its document."""
    found: list[tuple[str, list[float]]] = []
    if isinstance(thing, dict):
        for key, inner in thing.items():
            found += _stations(inner, f"{name} {key}".strip())
    elif isinstance(thing, list) and len(thing) > 1 and all(isinstance(r, dict) and "mm" in r for r in thing):
        found.append((name, [float(r["mm"]) for r in thing]))
    elif isinstance(thing, list):
        for inner in thing:
            found += _stations(inner, name)
    return found


def cut_readings(pieces: Iterable[Built]) -> dict[Tool, list[From]]:
    """What was read of what each tool cut, beside what was planned. What was taken for another length (a jumped decimal) is left out."""
    out: dict[Tool, list[From]] = defaultdict(list)
    for one in pieces:
        for done in one.operations:
            for reading in done.readings:
                for line in reading.lines:
                    tool = next((t for t in TOOLS if t == line.tool), tool_of(line.key) if not line.tool else None)
                    if tool and abs(line.read - line.planned) <= line.planned / 20:
                        out[tool].append(From(one.record, one.name, line.label, line.planned, line.read))
    return out


def tape_does(readings: Sequence[From]) -> Doing:
    """The tape, from places read twice: a difference has two readings in it."""
    if len(readings) < LEAST:
        return Doing("tape", tuple(readings))
    spread = spread_of([(r.found - r.planned) / math.sqrt(2) for r in readings])
    offered = _step(WITHIN * spread.sigma_in[1])
    sums = (
        f"spread of one reading = spread of the differences ÷ √2 = {_told(spread.sigma)} ({_between(spread.sigma_in)})",
        f"± {offered:g} = {WITHIN} × {_told(spread.sigma_in[1])}, up to the next {STEP_MM:g}",
    )
    return Doing("tape", tuple(readings), spread, spread.sigma, offered, sums=sums)


def tool_does(tool: Tool, readings: Sequence[From], tape: float) -> Doing:
    """A tool, from what it cut; ``tape`` is the tape's own spread (mm), which is in every reading."""
    if len(readings) < LEAST:
        return Doing(tool, tuple(readings))
    spread = spread_of([r.found - r.planned for r in readings])
    one, at_most = (math.sqrt(max(0.0, sigma**2 - tape**2) / TOOLS[tool].cuts) for sigma in (spread.sigma, spread.sigma_in[1]))
    # A leaning that may be none is not set right: nobody moves a stop for chance.
    sure = spread.leaning_in[0] > 0 or spread.leaning_in[1] < 0
    leans = spread.leaning if sure else 0.0
    cuts = TOOLS[tool].cuts
    offered = _step(abs(leans) / cuts + WITHIN * at_most)
    over = f" ÷ {cuts}" if cuts > 1 else ""
    sums = (
        f"readings spread by {_told(spread.sigma)} ({_between(spread.sigma_in)}), the tape by {_told(tape)} of it",
        f"one cut = √(({_told(spread.sigma)}² − {_told(tape)}²){over}) = {_told(one)}; at the wide end {_told(at_most)}",
        f"± {offered:g} = {_told(abs(leans))}{over} + {WITHIN} × {_told(at_most)}, up to the next {STEP_MM:g}",
    )
    return Doing(tool, tuple(readings), spread, one, offered, round(leans, 2), sums)


def _told(mm: float) -> str:
    return f"{mm:.2f}"


def _between(span: tuple[float, float]) -> str:
    return f"{_told(span[0])} to {_told(span[1])}"


def _step(mm: float) -> float:
    return round(max(STEP_MM, math.ceil(mm / STEP_MM - 1e-9) * STEP_MM), 2)


@dataclass(frozen=True, slots=True)
class Taking:
    """How long one kind of work really takes: ``add`` minutes and so many ``times`` what is planned; ``share_in`` is the interval the share of
    what was planned lies in (90 %)."""

    kind: str
    title: str
    times_taken: tuple[From, ...]
    add: float = 0.0
    times: float = 1.0
    share_in: tuple[float, float] = (1.0, 1.0)
    offered: bool = False

    @property
    def wanting(self) -> int:
        return max(0, LEAST - len(self.times_taken))

    def minutes(self, planned: float) -> int:
        return max(1, round(self.add + self.times * planned))


def times_taken(pieces: Iterable[Built]) -> list[Taking]:
    """How long each kind of work takes beside what is planned for it, the kinds with most times first."""
    kinds: dict[str, list[From]] = defaultdict(list)
    titles: dict[str, str] = {}
    for one in pieces:
        for done in one.operations:
            if done.done_at and done.minutes and done.planned:
                kind = done.key.split(".")[0]
                kinds[kind].append(From(one.record, one.name, done.title, done.planned, done.minutes))
                titles.setdefault(kind, done.title)
    out = [_taking(kind, titles[kind], tuple(found)) for kind, found in kinds.items()]
    return sorted(out, key=lambda t: (-len(t.times_taken), t.kind))


def _taking(kind: str, title: str, found: tuple[From, ...]) -> Taking:
    if len(found) < LEAST:
        return Taking(kind, title, found)
    from scipy import stats

    planned, taken = np.array([f.planned for f in found]), np.array([f.found for f in found])
    share = taken / planned
    drawn = stats.bootstrap(
        (share,),
        np.median,
        n_resamples=DRAWN,
        confidence_level=SURE,
        method="percentile",
        vectorized=True,
        rng=np.random.default_rng(SEED),
    ).confidence_interval
    sure = (float(drawn.low), float(drawn.high))
    # What may be chance isn't offered, nor what nobody would notice.
    middle = float(np.median(share))
    differs = not sure[0] <= 1 <= sure[1] and abs(middle - 1) >= NOTICED
    if differs and len(set(planned)) >= MOST_ALIKE and planned.max() >= STRETCHED * planned.min():
        line = stats.theilslopes(taken, planned)
        if line.slope > 0 and line.intercept >= 0:
            return Taking(kind, title, found, round(float(line.intercept), 1), round(float(line.slope), 2), sure, differs)
    return Taking(kind, title, found, 0.0, round(middle, 2), sure, differs)
