"""Placing a crooked thing in a true opening, or the other way about.

Shift and turn it so that the worst border error is as small as can be: minimise max |border − intended| over every
station, over a shift right, a shift down and a small turn. That is a linear programme; SciPy's HiGHS solves it.

    left border    =  left edge − opening's left  + dx − turn × (place down the side) × height / width
    right border   =  opening's right − right edge − dx + turn × (place down the side) × height / width
    top border     =  top edge − opening's top    + dy + turn × (place across)
    bottom border  =  opening's bottom − bottom edge − dy − turn × (place across)

``turn`` is how far the right edge lies lower than the left, in mm; places are shares of the side from its middle. For
the turns there are in framing (some mm a metre) the second order is under a fiftieth of a mm.
"""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from shadbo.core.document.readings import ACROSS, DOWN
from shadbo.core.measuring.measuring import Side
from shadbo.core.measuring.thing import EDGES, RUNS, Thing
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim

HALF = Fraction(1, 2)
# A place is given to a hundredth of a mm: finer than any hand sets it.
STEP = Fraction(1, 100)
# How much the second worst counts against the worst, so that an axis without trouble is centred too.
SECOND = Fraction(1, 10_000)
# And how much a shift or turn that gains nothing counts against itself.
NEAREST = Fraction(1, 100_000)
MOST_SHIFT = 500


@record(frozen=True, slots=True)
class Border:
    """One border at one station before it is placed, what it is meant to be, and how shift and turn move it."""

    edge: str
    station: str
    label: str
    before: Dim
    meant: Dim
    dx: int
    dy: int
    turn: Fraction

    def after(self, dx: Dim, dy: Dim, turn: Dim) -> Dim:
        out = self.before
        for dim, k in ((dx, self.dx), (dy, self.dy), (turn, self.turn)):
            if k:
                out = out + dim * k
        return out


@record(frozen=True, slots=True)
class Solved:
    """The best place there is: shift right, shift down, turn, and the worst error left (mm)."""

    dx: Fraction
    dy: Fraction
    turn: Fraction
    worst: Fraction


def ends(axis: str) -> dict[str, Fraction]:
    """Both ends of a side, by the names of their stations, and how far along it they lie."""
    return {k: p for k, p in (DOWN if axis == "width" else ACROSS).items() if p in (0, 1)}


def borders(thing: Thing, opening: dict[str, Side | Dim], lip: Dim | None, meant: dict[str, Dim]) -> list[Border]:
    """Every border at every station of the work, or of the opening where the work has none there.

    ``opening`` gives each axis as one size or as read at stations (a rabbet, of which ``lip`` on each side is covered).
    """
    found = []
    slant = thing.height.look.value / thing.width.look.value
    for edge in EDGES:
        axis, out = RUNS[edge]
        side = thing.side(axis)
        size = opening[axis]
        places = dict(side.along)
        if thing.lean is not None and len(places) == 1:
            # What leans is seen at both ends; so is what turning it against that does to the other two sides.
            places |= {end: p for end, p in ends(axis).items() if p not in places.values()}
        if isinstance(size, Side):
            places |= {k: p for k, p in size.along.items() if p not in side.along.values()}
        for station, along in places.items():
            wide = size.near(along) if isinstance(size, Side) else size
            if isinstance(size, Side) and lip is not None:
                wide = wide - 2 * lip
            before = wide * HALF - thing.edge_at(edge, along) * out
            place = along - HALF
            turn = (
                (place * slant if edge == "right" else -place * slant) if axis == "width" else (place if edge == "top" else -place)
            )
            found.append(
                Border(
                    edge,
                    station,
                    _called(side if station in side.stations else size if station in places_of(size) else None, station),
                    before,
                    meant[axis],
                    -out if axis == "width" else 0,
                    -out if axis == "height" else 0,
                    turn,
                )
            )
    return found


def places_of(size: Side | Dim) -> set[str]:
    return set(size.stations) if isinstance(size, Side) else set()


def _called(side: Side | Dim | None, station: str) -> str:
    """What a station is called without the side it belongs to."""
    return side.called.get(station, station) if isinstance(side, Side) else station


def best(found: Sequence[Border]) -> Solved:
    """The shift and turn that leave the smallest worst error."""
    rows = tuple((b.before.value - b.meant.value, b.dx, b.dy, b.turn) for b in found)
    return solve(rows)


def worst_error(found: Sequence[Border], dx: Fraction, dy: Fraction, turn: Fraction) -> Fraction:
    """The largest |border − intended| with the work shifted and turned so."""
    return max(abs(b.before.value - b.meant.value + b.dx * dx + b.dy * dy + b.turn * turn) for b in found)


@lru_cache(maxsize=256)
def solve(rows: tuple[tuple[Fraction, int, int, Fraction], ...]) -> Solved:
    """The programme itself: rows of (error as it lies, share of dx, of dy, of turn).

    Variables dx, dy, turn, worst, worst across, worst down, and how far each of the first three is from nothing.

    worst ≥ worst on each axis ≥ |error| there; of places as good as one another the one nearest to the middle.
    """
    # Loaded where it is asked for: it takes a third of a second, and most pieces have nothing to place.
    from scipy.optimize import linprog

    error = np.array([float(r[0]) for r in rows])
    move = np.array([[float(k) for k in r[1:]] for r in rows])
    across = np.array([bool(r[1]) for r in rows])
    n = len(rows)
    limits = np.zeros((2 * n + 8, 9))
    limits[:n, :3], limits[n : 2 * n, :3] = move, -move
    for start in (0, n):
        limits[start : start + n, 4] = np.where(across, -1, 0)
        limits[start : start + n, 5] = np.where(across, 0, -1)
    limits[2 * n, [3, 4]] = -1, 1
    limits[2 * n + 1, [3, 5]] = -1, 1
    for k in range(3):
        limits[2 * n + 2 + 2 * k, [k, 6 + k]] = 1, -1
        limits[2 * n + 3 + 2 * k, [k, 6 + k]] = -1, -1
    bound = np.concatenate([-error, error, np.zeros(8)])
    second, least = float(SECOND), float(NEAREST)
    cost = [0, 0, 0, 1, second, second, least, least, least]
    shift = (-MOST_SHIFT, MOST_SHIFT)
    answer = linprog(cost, limits, bound, bounds=[shift] * 3 + [(0, None)] * 6, method="highs")
    if not answer.success:
        # Every programme of this kind has an answer: the work left where it is is one.
        raise ArithmeticError(f"the placing could not be solved: {answer.message}")
    dx, dy, turn = (round(Fraction(float(v)) / STEP) * STEP for v in np.asarray(answer.x)[:3])
    worst = max(abs(e + kx * dx + ky * dy + kt * turn) for e, kx, ky, kt in rows)
    return Solved(dx, dy, turn, worst)
