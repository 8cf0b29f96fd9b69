"""Which way a flag hangs, and its proportions, by the published rule for the one chosen.

The flag of the United States: union uppermost and to the flag’s own right, which is the observer’s left, whether it hangs across or
down (4 U.S.C. § 7(i)); fly 1.9 × hoist, union 7/13 of the hoist high and 0.76 of it long (Executive Order 10834). Of any other the
country’s own code is to be asked.
"""

from __future__ import annotations

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record

FLY = Fraction(19, 10)
# What is sold for a house is 3 × 5, common practice.
ORDINARY = Fraction(5, 3)
UNION_HOIST, UNION_FLY = Fraction(7, 13), Fraction(76, 100)


@record(frozen=True, slots=True)
class Flag:
    """What is said of one flag. ``fly`` is its length against its hoist, None where none is held here."""

    label: str
    rule: str
    fly: Fraction | None


FLAGS: dict[str, Flag] = {
    "none": Flag("No flag", "", None),
    "united_states": Flag("United States", "Across or down: the union uppermost and to the observer’s left.", FLY),
    "other": Flag("Another country’s", "Check that country’s own flag code before it is wrapped.", None),
}


def union(hung: str, wide: Fraction, tall: Fraction) -> tuple[Fraction, Fraction]:
    """Width and height of the union as it hangs, upper left, of a flag that measures so on the wall (mm)."""
    # A shorter flag, as most are made to be sold (3 × 5), has a union shorter by as much.
    along = UNION_FLY / FLY
    if hung == "across":
        return wide * along, tall * UNION_HOIST
    return wide * UNION_HOIST, tall * along


def proportion(hung: str, wide: Fraction, tall: Fraction) -> Fraction:
    """Fly against hoist, as it hangs."""
    return wide / tall if hung == "across" else tall / wide
