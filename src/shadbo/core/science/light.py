"""Light: what a year of it comes to, against what a thing bears (CIE 157:2004, values from memory)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from shadbo.core.quantity.exact import Fraction


@dataclass(frozen=True, slots=True)
class Bears:
    """One class: how it is called, the light it is shown in (lux), and what it bears in a year (lux·h); None: no limit."""

    label: str
    lux: int
    year: int | None


SENSITIVE = Bears("sensitive", 50, 15_000)
MEDIUM = Bears("of medium sensitivity", 50, 150_000)
LOW = Bears("of low sensitivity", 200, 600_000)
NONE = Bears("not harmed by light", 1000, None)
BY_TRAIT = (
    ({"textile", "photograph", "plant"}, SENSITIVE),
    ({"paper", "loose_pigment", "signed"}, MEDIUM),
    ({"canvas", "wood", "plastic"}, LOW),
    ({"metal", "ceramic", "glass"}, NONE),
)


def bears(traits: Iterable[str]) -> Bears:
    """The class of a thing: that of its most sensitive trait; of medium sensitivity if nothing is known."""
    held = set(traits)
    return next((found for some, found in BY_TRAIT if held & some), MEDIUM)


def year(lux: int, hours: int) -> int:
    """lux·h in a year."""
    return lux * hours * 365


def months(limit: int, lux: int, hours: int) -> Fraction:
    """Months until a limit is reached."""
    return Fraction(limit * 12, year(lux, hours))
