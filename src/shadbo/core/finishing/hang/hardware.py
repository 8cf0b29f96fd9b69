"""Ways of hanging: what each is for, up to what weight and width (common practice)."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.judging.judging import doing
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.science.withdrawal import Fastener, screw_diameter


@record(frozen=True, slots=True)
class Hanger:
    """``kg`` and ``wide`` (mm): up to what it is used; None where nothing bounds it. ``does``: by the names the rules of judgement know."""

    key: str
    label: str
    detail: str
    kg: Fraction | None
    wide: Fraction | None
    hooks: int
    does: str

    def __post_init__(self) -> None:
        doing(self.does)


HANGERS: Mapping[str, Hanger] = {
    h.key: h
    for h in (
        Hanger(
            "one",
            "One hanger, centred",
            "sawtooth, keyhole or a hole drilled at a slant",
            Fraction(2),
            Fraction(400),
            1,
            "one_point one_hook",
        ),
        Hanger("wire", "Rings and wire", "forgives a hook a little out of place", Fraction(15), Fraction(1000), 1, "one_hook"),
        Hanger("rings", "Rings on two hooks", "no wire: it can’t tip or swing", Fraction(40), None, 2, ""),
        Hanger(
            "seat_cleat",
            "The top seat strip, bevelled",
            "a cleat in the hollow behind the canvas: the frame lies on the wall",
            None,
            None,
            2,
            "",
        ),
        Hanger("cleat", "A cleat", "a pair of slanted strips, one on the wall", None, None, 2, ""),
    )
}


# Hangers a thing is not given unless somebody wants them: they ask for a part to be made otherwise.
WANTED = frozenset({"seat_cleat"})


@record(frozen=True, slots=True)
class Fastened:
    """What a hanger is fastened to the frame with: how many, and how (mm). ``bite`` is the most; a thin rail leaves less."""

    kind: Fastener
    count: int
    diameter: Fraction
    bite: Fraction
    said: str


# A bevelled seat is glued in already: it has no entry.
FASTENED: Mapping[str, Fastened] = {
    "one": Fastened("nail", 2, Fraction(12, 10), Fraction(12), "nails 1.2 × 12 mm"),
    "wire": Fastened("screw", 2, screw_diameter(6), Fraction(12), "#6 screws"),
    "rings": Fastened("screw", 2, screw_diameter(6), Fraction(12), "#6 screws"),
    "cleat": Fastened("screw", 4, screw_diameter(8), Fraction(20), "#8 screws"),
}
