"""The smallest box for things that may lie anywhere: rectangles packed with a gap between them.

A skyline is filled from the top, each thing going where its lower edge comes highest; many orders and widths are tried.
It is a good answer, not a proven smallest one. Whole thousandths of a mm inside; sizes are those of the boxes round things.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import lru_cache
from math import isqrt

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record

GRAIN = 1000
WIDTHS = 28
# A box more than so many times as long as wide looks like a shelf; a squarer one is taken if there is one.
LONGEST = 2


@record(frozen=True, slots=True)
class Packed:
    """A packing: the size that holds everything, and for each thing its upper left corner and whether it is turned."""

    width: Fraction
    height: Fraction
    at: tuple[tuple[Fraction, Fraction, bool], ...]


Size = tuple[Fraction, Fraction]


def smallest_box(sizes: Sequence[Size], gap: Fraction, turn: bool = False) -> Packed:
    """The smallest box found for things of these sizes, ``gap`` between any two."""
    return _smallest(tuple(sizes), gap, turn)


@lru_cache(maxsize=64)
def _smallest(sizes: tuple[Size, ...], gap: Fraction, turn: bool) -> Packed:
    whole, between = _whole(sizes, gap)
    best: tuple[bool, int, int] | None = None
    found: tuple[int, int, list[tuple[int, int, bool]]] | None = None
    for order in _orders(whole):
        for width in _widths(whole, turn):
            placed = _fill(whole, order, width, turn, None if best is None or best[0] else best[1] // width + 1)
            if placed is None:
                continue
            w, h = _extent(whole, placed, between)
            score = (max(w, h) > LONGEST * min(w, h), w * h, abs(w - h))
            if best is None or score < best:
                best, found = score, (w, h, placed)
    assert found is not None
    return _packed(*found)


def fits_box(sizes: Sequence[Size], gap: Fraction, box: Size, turn: bool = False) -> Packed | None:
    """A way of laying things into a box of this size, or None if none was found."""
    return _fits(tuple(sizes), gap, box, turn)


@lru_cache(maxsize=512)
def _fits(sizes: tuple[Size, ...], gap: Fraction, box: Size, turn: bool) -> Packed | None:
    whole, between = _whole(sizes, gap)
    width, height = (int(side * GRAIN) + between for side in box)
    if sum(w * h for w, h in whole) > width * height:
        return None
    for order in _orders(whole):
        placed = _fill(whole, order, width, turn, height)
        if placed is not None:
            return _packed(*_extent(whole, placed, between), placed)
    return None


def _whole(sizes: Sequence[Size], gap: Fraction) -> tuple[list[tuple[int, int]], int]:
    """Sizes with the gap added right and below, rounded up; what has no size (a stop says so) takes the least there is."""
    between = -int(-gap * GRAIN // 1)
    return [(max(-int(-w * GRAIN // 1), 1) + between, max(-int(-h * GRAIN // 1), 1) + between) for w, h in sizes], between


def _packed(w: int, h: int, placed: list[tuple[int, int, bool]]) -> Packed:
    return Packed(
        Fraction(w, GRAIN), Fraction(h, GRAIN), tuple((Fraction(x, GRAIN), Fraction(y, GRAIN), turned) for x, y, turned in placed)
    )


def _orders(sizes: list[tuple[int, int]]) -> Iterator[list[int]]:
    """Tall first, wide first, large first, long first."""
    ranks = ([(h, w) for w, h in sizes], list(sizes), [(w * h, w) for w, h in sizes], [(max(s), min(s)) for s in sizes])
    seen = set()
    for rank in ranks:
        order = sorted(range(len(sizes)), key=lambda i: (rank[i], -i), reverse=True)
        if tuple(order) not in seen:
            seen.add(tuple(order))
            yield order


def _widths(sizes: list[tuple[int, int]], turn: bool) -> list[int]:
    """Widths worth trying: from the widest thing to all in a row, closer where the box is about square."""
    least = max(min(s) if turn else s[0] for s in sizes)
    most = sum(s[0] for s in sizes)
    square = sum(w * h for w, h in sizes)
    side = max(least, isqrt(square))
    near = {side + side * i // WIDTHS for i in range(-WIDTHS // 2, WIDTHS)}
    sums = {a[0] + b[0] for a in sizes for b in sizes} | {s[0] for s in sizes}
    sums |= {a + s[0] for a in sorted(sums)[:40] for s in sizes}
    tried = sorted({w for w in near | set(sorted(sums, key=lambda w: abs(w - side))[: 2 * WIDTHS]) | {least, most}})
    return [w for w in tried if least <= w <= most]


def _fill(
    sizes: list[tuple[int, int]], order: list[int], width: int, turn: bool, limit: int | None
) -> list[tuple[int, int, bool]] | None:
    """Everything laid into a strip of a width, each where its lower edge comes highest; None if it passes the limit."""
    skyline = [(0, 0, width)]  # x, depth, how wide
    placed: list[tuple[int, int, bool]] = [(0, 0, False)] * len(sizes)
    for i in order:
        w, h = sizes[i]
        best: tuple[int, int, int, int, bool] | None = None
        for turned in (False, True) if turn and w != h else (False,):
            a, b = (h, w) if turned else (w, h)
            for at, (x, _, _) in enumerate(skyline):
                if x + a > width:
                    break
                y, left, j = 0, a, at
                while left > 0:
                    y = max(y, skyline[j][1])
                    left -= skyline[j][2]
                    j += 1
                if best is None or (y + b, x) < best[:2]:
                    best = (y + b, x, y, at, turned)
        if best is None or (limit is not None and best[0] > limit):
            return None
        low, x, y, at, turned = best
        placed[i] = (x, y, turned)
        skyline = _raised(skyline, at, x, h if turned else w, low)
    return placed


def _raised(skyline: list[tuple[int, int, int]], at: int, x: int, w: int, low: int) -> list[tuple[int, int, int]]:
    out, left, j = [*skyline[:at], (x, low, w)], w, at
    while left > 0:
        sx, sy, sw = skyline[j]
        if sw > left:
            out.append((sx + left, sy, sw - left))
        left -= sw
        j += 1
    return out + skyline[j:]


def _extent(sizes: list[tuple[int, int]], placed: list[tuple[int, int, bool]], between: int) -> tuple[int, int]:
    """What the things take up, without the gap beyond the last."""
    w = max(x + sizes[i][1 if turned else 0] for i, (x, _, turned) in enumerate(placed))
    h = max(y + sizes[i][0 if turned else 1] for i, (_, y, turned) in enumerate(placed))
    return w - between, h - between
