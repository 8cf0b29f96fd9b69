"""Wood and damp (USDA Wood Handbook, FPL-GTR-282: eq. 4-5, table 4-3, chapter 13).

M = (1800/W) [KH/(1 − KH) + (K₁KH + 2K₁K₂K²H²)/(1 + K₁KH + K₁K₂K²H²)]          ΔD = D (M₂ − M₁) / (30 · 100/S − 30 + M₁)
"""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache
from types import MappingProxyType

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sums import Curve, Dim

# Green to oven-dry shrinkage, tangential and radial, % (Table 4-3).
SHRINKS: Mapping[str, tuple[Fraction, Fraction]] = MappingProxyType(
    {
        wood: (Fraction(t, 10), Fraction(r, 10))
        for wood, t, r in (
            ("red alder", 73, 44),
            ("white ash", 78, 49),
            ("basswood", 93, 66),
            ("black cherry", 71, 37),
            ("sugar maple", 99, 48),
            ("northern red oak", 86, 40),
            ("black walnut", 78, 55),
            ("yellow-poplar", 82, 46),
            ("coast Douglas-fir", 76, 48),
            ("eastern white pine", 61, 21),
        )
    }
)
# Fibre saturation, % moisture.
SATURATED = Fraction(30)


def _poly(t: Fraction, *terms: tuple[int, int]) -> Fraction:
    """Σ terms, each (numerator, denominator) of a power of t from 0 up."""
    return sum((Fraction(n, d) * t**i for i, (n, d) in enumerate(terms)), Fraction(0))


@lru_cache(maxsize=512)
def moisture(celsius: int, humidity: int) -> Fraction:
    """Equilibrium moisture content of wood, %, at a temperature (°C) and a relative humidity (%): eq. 4-5."""
    t, h = Fraction(celsius), Fraction(humidity, 100)
    w = _poly(t, (349, 1), (129, 100), (135, 10_000))
    k = _poly(t, (805, 1000), (736, 1_000_000), (-273, 100_000_000))
    k1 = _poly(t, (627, 100), (-938, 100_000), (-303, 1_000_000))
    k2 = _poly(t, (191, 100), (407, 10_000), (-293, 1_000_000))
    kh = k * h
    return 1800 / w * (kh / (1 - kh) + (k1 * kh + 2 * k1 * k2 * kh**2) / (1 + k1 * kh + k1 * k2 * kh**2))


def shrinkage(wood: str, radial: bool = False) -> Fraction:
    """% from green to oven-dry; a wood not in the table counts as sugar maple, which moves most, if it is unknown."""
    known = SHRINKS.get(wood) or SHRINKS["sugar maple"]
    return known[1 if radial else 0]


def moves(wood: str, before: Fraction, after: Fraction, radial: bool = False) -> Fraction:
    """The share of its width a board grows across the grain when its moisture goes from one to another (%; both under 30)."""
    return (after - before) / (SATURATED * 100 / shrinkage(wood, radial) - SATURATED + before)


def grows(wide: Dim, wood: str, before: Fraction, after: Fraction) -> Dim:
    """mm a board so wide across the grain grows (positive), to a millionth of its width."""
    share = Fraction(round(moves(wood, before, after) * 1_000_000), 1_000_000)
    how = f"width × (M₂ − M₁) ÷ (30 × 100 ÷ S − 30 + M₁), S = {float(shrinkage(wood)):g} %, M {float(before):.2f} to {float(after):.2f} % (Wood Handbook, ch. 13)"
    return Dim(wide.value * share, Curve(how, ((share, wide),)), grain="fine")
