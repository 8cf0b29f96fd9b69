"""What nails and wood screws bear when they are pulled straight out of side grain, by two published sources held side by side.

at failure     USDA Wood Handbook FPL-GTR-282, chapter 8:    screw 108.25 G² D L       nail 54.12 G^(5/2) D L      (N, mm)
in a design    National Design Specification (NDS):          screw 2850 G² D           nail 1380 G^(5/2) D         (lb an inch, D in inches)
"""

from __future__ import annotations

from typing import Literal

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import root

INCH = Fraction(254, 10)
# Newtons a millimetre, of a pound-force an inch.
POUND_AN_INCH = Fraction(45359237, 100_000_000) * Fraction(980665, 100_000) / INCH
# Specific gravity of plywood that is no structural grade (NDS, from memory).
PLYWOOD = Fraction(42, 100)
Fastener = Literal["screw", "nail"]


@record(frozen=True, slots=True)
class Withdrawal:
    """Newtons: where it fails, what a design counts on, and what it may bear here with a factor."""

    fails: Fraction
    design: Fraction
    safe: Fraction


def screw_diameter(number: int) -> Fraction:
    """Diameter in mm of a wood screw of a number (ASME B18.6.1: 0.060 + 0.013 × number, in inches)."""
    return (Fraction(60, 1000) + Fraction(13, 1000) * number) * INCH


def withdrawal(kind: Fastener, gravity: Fraction, diameter: Fraction, bite: Fraction, factor: int) -> Withdrawal:
    """What one bears: specific gravity of the wood, diameter and bite in mm; the factor of the shop divides the failing load.

    Raises :class:`ValueError` where anything is nothing or less.
    """
    if min(gravity, diameter, bite, Fraction(factor)) <= 0:
        raise ValueError("a fastener has a diameter and a bite, the wood a weight, and the factor is one or more")
    if kind == "screw":
        grown, fails, design = gravity**2, Fraction(10825, 100), 2850
    else:
        grown, fails, design = gravity**2 * root(gravity), Fraction(5412, 100), 1380
    failing = fails * grown * diameter * bite
    counted = design * grown * (diameter / INCH) * POUND_AN_INCH * bite
    return Withdrawal(failing, counted, min(failing / factor, counted))
