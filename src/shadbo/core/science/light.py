"""Light: what a year of it comes to, against what a thing bears (CIE 157:2004, values from memory)."""

from __future__ import annotations

from collections.abc import Iterable

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record


@record(frozen=True, slots=True)
class Bears:
    """One class: how it is called, the light it is shown in (lux), and what it bears in a year (lux·h); None: no limit."""

    label: str
    lux: int
    year: int | None


HIGH = Bears("sensitive", 50, 15_000)
MEDIUM = Bears("of medium sensitivity", 50, 150_000)
LOW = Bears("of low sensitivity", 200, 600_000)
NONE = Bears("not harmed by light", 1000, None)
# By what it is made of, not by what it is: a medal on a silk ribbon is lit as silk. Colour photographs and felt-tip signatures are taken for
# high until they are known (house figure); so are dyes and inks nobody knows.
BY_TRAIT = (
    ({"silk", "newsprint", "felt_tip", "photograph", "unknown_dye"}, HIGH),
    ({"textile", "paper", "loose_pigment", "plant", "watercolour", "vellum", "feather", "leather"}, MEDIUM),
    ({"canvas", "wood", "plastic"}, LOW),
    ({"metal", "ceramic", "glass"}, NONE),
)
# A signature on these is felt-tip or ballpoint until it is known (house figure).
SIGNED_IN_PEN = {"textile", "leather", "plastic"}


def bears(traits: Iterable[str]) -> Bears:
    """The class of a thing: that of its most sensitive trait; of medium sensitivity if nothing is known."""
    held = set(traits)
    if "signed" in held and held & SIGNED_IN_PEN:
        return HIGH
    return next((found for some, found in BY_TRAIT if held & some), MEDIUM)


def year(lux: int, hours: int) -> int:
    """lux·h in a year."""
    return lux * hours * 365


def months(limit: int, lux: int, hours: int) -> Fraction:
    """Months until a limit is reached."""
    return Fraction(limit * 12, year(lux, hours))
