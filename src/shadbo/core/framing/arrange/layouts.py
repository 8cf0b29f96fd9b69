"""Templates: where items lie when nobody has put them there by hand. Places follow the sizes."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from math import isqrt

from shadbo.core.framing.arrange.laid import SPANS, BoxContext, Sized
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sums import Dim, largest, leaf, smallest, weighed

HALF, ZERO = Fraction(1, 2), Fraction(0)
BESIDE = ("photograph", "print", "patch", "poster")
Places = list[tuple[Dim, Dim]]


def places_of(context: BoxContext, sized: list[Sized], template: str = "") -> Places:
    """The middle of every item: as typed, or as the template has it; ``template`` is the only one there is, where there is one."""
    layout = context.display.layout
    gap = context.book.add(
        leaf(layout.gap, "/display/layout/gap", "Gap between items", "choice", pointer="/display/layout/gap", grain="depth"),
        "layout.gap",
        "Gap between items",
    )
    if layout.how == "free":
        return [(_typed(one, "x", "across"), _typed(one, "y", "down")) for one in sized]
    return TEMPLATES[template or layout.how](sized, gap, layout.columns)


def _typed(one: Sized, axis: str, way: str) -> Dim:
    pointer = f"{one.pointer}/place/{axis}"
    return leaf(
        getattr(one.item.place, axis),
        pointer,
        f"{one.item.called}, place {way}",
        "choice",
        pointer=pointer,
        grain="depth",
        parts=(one.part,),
    )


def _zero() -> Dim:
    return leaf(0, "middle", "the middle", "setting", source="arithmetic")


def _wide(one: Sized) -> Dim:
    return one.reaching("right") - one.reaching("left")


def _tall(one: Sized) -> Dim:
    return one.reaching("bottom") - one.reaching("top")


def _one(sized: list[Sized], gap: Dim, columns: int) -> Places:
    """One thing in the middle; any others below it in a row."""
    return _row_below(sized, gap, columns) if len(sized) > 1 else [(_zero(), _zero())]


def _line(sized: Sequence[Sized], gap: Dim, across: bool = True) -> list[Dim]:
    """Middles of things side by side about zero, the same gap between all."""
    size = _wide if across else _tall
    whole = weighed([(size(one), Fraction(1)) for one in sized] + [(gap, Fraction(len(sized) - 1))])
    out, start = [], whole * -HALF
    for one in sized:
        # From the near edge to the middle: half for what is symmetrical, its own reach for what is not.
        out.append(start - one.reaching("left" if across else "top"))
        start = start + size(one) + gap
    return out


def _row(sized: list[Sized], gap: Dim, columns: int) -> Places:
    return [(x, _zero()) for x in _line(sized, gap)]


def _row_below(sized: list[Sized], gap: Dim, columns: int) -> Places:
    """The largest in the middle, the others in a row under it."""
    main = max(sized, key=lambda one: one.wide.value * one.tall.value)
    rest = [one for one in sized if one is not main]
    places: dict[int, tuple[Dim, Dim]] = {main.index: (_zero(), _zero())}
    if rest:
        top = main.reaching("bottom") + gap
        for one, x in zip(rest, _line(rest, gap), strict=True):
            places[one.index] = (x, top - one.reaching("top"))
    return [places[one.index] for one in sized]


def _flanked(sized: list[Sized], gap: Dim, columns: int) -> Places:
    """A garment with photographs on both sides and what is left below."""
    main = max(sized, key=lambda one: (one.item.kind == "garment", one.wide.value * one.tall.value))
    beside = [one for one in sized if one is not main and one.item.kind in BESIDE]
    below = [one for one in sized if one is not main and one not in beside]
    places: dict[int, tuple[Dim, Dim]] = {main.index: (_zero(), _zero())}
    for column, edge, near in ((beside[::2], "left", "right"), (beside[1::2], "right", "left")):
        start = main.reaching(edge)
        for one, y in zip(column, _line(column, gap, False) if column else [], strict=True):
            x = start - gap - one.reaching(near) if edge == "left" else start + gap - one.reaching(near)
            places[one.index] = (x, y)
    if below:
        for one, x in zip(below, _line(below, gap), strict=True):
            places[one.index] = (x, main.reaching("bottom") + gap - one.reaching("top"))
    return [places[one.index] for one in sized]


def _grid(sized: list[Sized], gap: Dim, columns: int) -> Places:
    """Rows and columns of one pitch, that of the largest; a short last row stands in the middle.

    The pitch is what reaches furthest right beside what reaches furthest left: a turned outline is not the same both ways.
    """
    n = len(sized)
    across = min(columns or isqrt(n - 1) + 1, n)
    rows = -(-n // across)
    pitch_x, pitch_y = (
        largest([one.reaching(last) for one in sized]) - smallest([one.reaching(first) for one in sized]) + gap
        for first, last in SPANS.values()
    )
    places = []
    for i in range(n):
        row, column = divmod(i, across)
        here = min(across, n - row * across)
        places.append(
            (
                pitch_x * (Fraction(column) - Fraction(here - 1, 2)) + _zero(),
                pitch_y * (Fraction(row) - Fraction(rows - 1, 2)) + _zero(),
            )
        )
    return places


TEMPLATES: dict[str, Callable[[list[Sized], Dim, int], Places]] = {
    "one": _one,
    "row": _row,
    "row_below": _row_below,
    "flanked": _flanked,
    "grid": _grid,
}
LABELS = {
    "free": ("By hand", "as they were put"),
    "one": ("One, centred", "others under it"),
    "row": ("A row", "equal gaps"),
    "row_below": ("Row below", "the largest above, the others under it"),
    "flanked": ("Flanked", "photographs on both sides, the rest below"),
    "grid": ("Grid", "one pitch both ways"),
}
