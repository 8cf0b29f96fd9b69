"""Ways of hanging: what each is for, up to what weight and width (common practice, handbook section 11)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from shadbo.core.quantity.exact import Fraction
from shadbo.core.science.withdrawal import Fastener, screw_diameter


@dataclass(frozen=True, slots=True)
class Hanger:
    """``kg`` and ``wide`` (mm): up to what it is used; None where nothing bounds it."""

    key: str
    label: str
    detail: str
    kg: Fraction | None
    wide: Fraction | None
    hooks: int


HANGERS: Mapping[str, Hanger] = {
    h.key: h
    for h in (
        Hanger("one", "One hanger, centred", "sawtooth, keyhole or a hole drilled at a slant", Fraction(2), Fraction(400), 1),
        Hanger("wire", "Rings and wire", "forgives a hook a little out of place", Fraction(15), Fraction(1000), 1),
        Hanger("rings", "Rings on two hooks", "no wire: it can’t tip or swing", Fraction(40), None, 2),
        Hanger("cleat", "A cleat", "a pair of slanted strips, one on the wall", None, None, 2),
    )
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Fastened:
    """What a hanger is fastened to the frame with: how many, and how (mm). ``bite`` is the most; a thin rail leaves less."""

    kind: Fastener
    count: int
    diameter: Fraction
    bite: Fraction
    said: str


FASTENED: Mapping[str, Fastened] = {
    "one": Fastened("nail", 2, Fraction(12, 10), Fraction(12), "nails 1.2 × 12 mm"),
    "wire": Fastened("screw", 2, screw_diameter(6), Fraction(12), "#6 screws"),
    "rings": Fastened("screw", 2, screw_diameter(6), Fraction(12), "#6 screws"),
    "cleat": Fastened("screw", 4, screw_diameter(8), Fraction(20), "#8 screws"),
}
# Screws into rails never come out of the face: so much wood stays before their points.
BEFORE_POINT = Fraction(4)
# Two-hole rings, which do not swivel, from this weight.
TWO_HOLE = Fraction(5)
TWO_PEOPLE = Fraction(23)
