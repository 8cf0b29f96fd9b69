"""What the whole weighs, part by part: rails, sheets, boards, the object."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence

from shadbo.core.contract.display import Context, Weight
from shadbo.core.document.shop import Board
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import several
from shadbo.core.quantity.masses import Quantity, show_mass
from shadbo.core.quantity.sums import Dim
from shadbo.core.science.timber import density

# kg a cubic metre, and how it is known.
SHEETS: Mapping[str, tuple[str, int, str]] = {
    "glass": ("glass", 2500, "EN 572-1"),
    "coated": ("coated glass", 2500, "EN 572-1"),
    "acrylic": ("acrylic", 1190, "from memory"),
}
# What strips are of: kg a cubic metre, from memory.
STRIPS: Mapping[str, int] = {"softwood": 450, "card": 700, "foam strip": 100, "ply": 600}
CUBIC_MM = 1_000_000_000
Size = Dim | Fraction


def _mm(size: Size) -> Fraction:
    return size.value if isinstance(size, Dim) else size


def wood_weight(context: Context[object, object], part: str, label: str, wood: str, length: Size, area_mm2: Fraction) -> Weight:
    """So much length of a section, of a wood."""
    kg = _mm(length) * area_mm2 * density(wood) / CUBIC_MM
    words = f"{{}} long, {float(area_mm2 / 100):.3g} cm² in section, {wood or 'wood'} at {round(density(wood))} kg a cubic metre"
    return Weight(part, label, kg, context.speak.say(words, _mm(length)))


def rails_weight(context: Context[object, object], outside: Mapping[str, Dim], face: Dim, area_mm2: Fraction, wood: str) -> Weight:
    """Four mitred rails: along their middle line each is a face shorter than outside."""
    round_ = 2 * (outside["width"].value + outside["height"].value) - 4 * face.value
    return wood_weight(context, "rail", "Rails", wood, round_, area_mm2)


def sheet_weight(
    context: Context[object, object],
    part: str,
    label: str,
    kind: str | Board,
    size: Mapping[str, Dim],
    thick: Size,
    count: int = 1,
    windows: Sequence[tuple[Size, Size]] = (),
) -> Weight:
    """So many sheets of glass or acrylic (by its key) or of a board of the stock: area × thickness × density, less its ``windows``."""
    name, heavy, known = (kind.name.lower(), kind.density, "common practice") if isinstance(kind, Board) else SHEETS[kind]
    wide, tall = size["width"].value, size["height"].value
    open_ = sum((_mm(w) * _mm(h) for w, h in windows), Fraction(0))
    kg = max(wide * tall - open_, Fraction(0)) * _mm(thick) * heavy * count / CUBIC_MM
    many = f"{count} sheets of " if count > 1 else ""
    less = f", less {several(len(windows), 'window')}" if windows else ""
    words = f"{many}{name}, {{}} × {{}}, {{}} thick{less}, at {heavy} kg a cubic metre ({known})"
    return Weight(part, label, kg, context.speak.say(words, wide, tall, _mm(thick)))


def strips_weight(
    context: Context[object, object], part: str, label: str, of: str, pieces: Sequence[tuple[int, Size, Size, Size]]
) -> Weight:
    """Strips and blocks of one stuff: how many, how long, wide and thick each (mm)."""
    heavy = STRIPS[of]
    kg = sum((n * _mm(a) * _mm(b) * _mm(c) for n, a, b, c in pieces), Fraction(0)) * heavy / CUBIC_MM
    told = ", ".join(f"{n} × {{}} × {{}} × {{}}" for n, *_ in pieces)
    sizes = [_mm(size) for _, *each in pieces for size in each]
    return Weight(part, label, kg, context.speak.say(f"{told}, {of} at {heavy} kg a cubic metre (from memory)", *sizes))


def object_weight(part: str, label: str, kg: Fraction, estimated: bool) -> Weight:
    return Weight(part, label, kg, ("an estimate: put it on a scale" if estimated else "put on a scale",))


def total(context: Context[object, object], weights: Iterable[Weight]) -> Quantity:
    """The whole, with its parts, into the book: ``weight.total``."""
    parts = list(weights)
    whole = show_mass(sum((w.kg for w in parts), Fraction(0)))
    lines = [(f"{w.label}: {_both(w.kg)}, ", *w.working) for w in parts]
    return context.book.add_quantity("weight.total", "Weight of the whole", whole, *lines, parts=tuple(w.part for w in parts))


def _both(kg: Fraction) -> str:
    shown = show_mass(kg)
    return f"{shown.mm} ({shown.inch})"
