"""Who is next to whom, and which gaps are equal."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Sequence
from dataclasses import dataclass

from quicktions import Fraction

from shadbo.core.arrange.laid import SPANS, Laid
from shadbo.core.sums import Dim

# Gaps that differ by less than this are equal, whatever was typed.
EQUAL = Fraction(1, 20)


@dataclass(frozen=True, slots=True)
class Gap:
    """The gap between two neighbours along an axis (``first`` None: from the sight edge; ``last`` None: to it).

    ``across`` is where it lies on the other axis: in the middle of what both share.
    """

    axis: str
    first: Laid | None
    last: Laid | None
    size: Dim
    across: Fraction

    @property
    def name(self) -> str:
        a, b = (one.item.key if one else "edge" for one in (self.first, self.last))
        return f"gap.{self.axis}.{a}.{b}"


def gaps_of(laid: Sequence[Laid], sight: dict[str, Dim] | None) -> list[Gap]:
    """The gap from every item to the next to its right and below, and from the outer ones to the sight edge."""
    found: list[Gap] = []
    for axis in ("width", "height"):
        side, other = (0, 1) if axis == "width" else (1, 0)
        first, last = SPANS[axis]
        boxes = [one.body.box for one in laid]
        followed = set()
        order = sorted(range(len(laid)), key=lambda i: boxes[i][side])
        starts = [boxes[i][side] for i in order]
        for i in order:
            end, low, high = boxes[i][side + 2], boxes[i][other], boxes[i][other + 2]
            # In order of where they begin, the first that shares something of its height is the next one.
            best = next(
                (
                    j
                    for j in order[bisect_left(starts, end) :]
                    if j != i and boxes[j][other] < high and boxes[j][other + 2] > low
                ),
                None,
            )
            if best is not None:
                a, b = laid[i], laid[best]
                followed.add(best)
                found.append(Gap(axis, a, b, b.edges[first] - a.edges[last], _shared(a, b, axis)))
            elif sight is not None:
                found.append(Gap(axis, laid[i], None, sight[last] - laid[i].edges[last], _middle(laid[i], axis)))
        if sight is not None:
            for i in order:
                if i not in followed:
                    found.append(Gap(axis, None, laid[i], laid[i].edges[first] - sight[first], _middle(laid[i], axis)))
    return found


def _middle(one: Laid, axis: str) -> Fraction:
    first, last = SPANS["height" if axis == "width" else "width"]
    return (one.edges[first].value + one.edges[last].value) / 2


def _shared(a: Laid, b: Laid, axis: str) -> Fraction:
    first, last = SPANS["height" if axis == "width" else "width"]
    low = max(a.edges[first].value, b.edges[first].value)
    high = min(a.edges[last].value, b.edges[last].value)
    return (low + high) / 2


def ties(gaps: Sequence[Gap]) -> list[list[Gap]]:
    """Gaps between items that are equal, a list for each size that two or more share; gaps to the sight edge join in."""
    rows: list[list[Gap]] = []
    for axis in ("width", "height"):
        inner = sorted((g for g in gaps if g.axis == axis and g.size.value > 0), key=lambda g: g.size.value)
        at = 0
        while at < len(inner):
            same = [g for g in inner[at:] if g.size.value - inner[at].size.value <= EQUAL]
            if len(same) > 1 and any(g.first and g.last for g in same):
                rows.append(same)
            at += len(same)
    return rows
