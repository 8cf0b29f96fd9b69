"""Who is next to whom, and which gaps are equal."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Sequence

from shadbo.core.framing.arrange.laid import SPANS, PlacedItem
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim

# Gaps that differ by less than this are equal, whatever was typed.
EQUAL = Fraction(1, 20)


@record(frozen=True, slots=True)
class Gap:
    """The gap between two neighbours along an axis, ``mm`` wide.

    ``across`` is where it lies on the other axis: in the middle of what both share.
    """

    axis: str
    first: PlacedItem
    last: PlacedItem
    mm: Fraction
    across: Fraction

    def dim(self) -> Dim:
        """The gap as a sum: of the many of a full box only those that are told get one."""
        first, last = SPANS[self.axis]
        return self.last.edges[first] - self.first.edges[last]

    @property
    def name(self) -> str:
        return f"gap.{self.axis}.{self.first.item.key}.{self.last.item.key}"


def gaps_of(laid: Sequence[PlacedItem]) -> list[Gap]:
    """The gap from every item to the next to its right and below."""
    found: list[Gap] = []
    boxes = [one.body.box for one in laid]
    for axis in ("width", "height"):
        side, other = (0, 1) if axis == "width" else (1, 0)
        first, last = SPANS[axis]
        order = sorted(range(len(laid)), key=lambda i: boxes[i][side])
        starts = [boxes[i][side] for i in order]
        for i in order:
            end, low, high = boxes[i][side + 2], boxes[i][other], boxes[i][other + 2]
            # In order of where they begin, the first that shares something of its height is the next one.
            best = next(
                (j for j in order[bisect_left(starts, end) :] if j != i and boxes[j][other] < high and boxes[j][other + 2] > low),
                None,
            )
            if best is not None:
                a, b = laid[i], laid[best]
                found.append(Gap(axis, a, b, b.edges[first].value - a.edges[last].value, _shared(a, b, axis)))
    return found


def _shared(a: PlacedItem, b: PlacedItem, axis: str) -> Fraction:
    first, last = SPANS["height" if axis == "width" else "width"]
    low = max(a.edges[first].value, b.edges[first].value)
    high = min(a.edges[last].value, b.edges[last].value)
    return (low + high) / 2


def ties(gaps: Sequence[Gap]) -> list[list[Gap]]:
    """Gaps that are equal, a list for each size that two or more share."""
    rows: list[list[Gap]] = []
    for axis in ("width", "height"):
        inner = sorted((g for g in gaps if g.axis == axis and g.mm > 0), key=lambda g: g.mm)
        at = 0
        while at < len(inner):
            same = [g for g in inner[at:] if g.mm - inner[at].mm <= EQUAL]
            if len(same) > 1:
                rows.append(same)
            at += len(same)
    return rows


# With more gaps than this only those that are equal are told.
MOST_TOLD = 14


def told(gaps: Sequence[Gap]) -> list[tuple[Gap, str]]:
    """The gaps worth telling, each with its mark: "=" if others are as wide, "==" for the next size that others share."""
    equal = {gap.name: i for i, row in enumerate(ties(gaps)) for gap in row}
    shown = list(gaps) if len(gaps) <= MOST_TOLD else [g for g in gaps if g.name in equal][:MOST_TOLD]
    return [(g, "=" * (equal[g.name] + 1) if equal.get(g.name, 9) < 3 else "") for g in shown]
