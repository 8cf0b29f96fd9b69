"""Woods: stiffness and weight, and how far a bar bends (USDA Wood Handbook FPL-GTR-282, Table 5-3, from memory)."""

from __future__ import annotations

from decimal import Decimal, localcontext
from types import MappingProxyType

from shadbo.core.quantity.exact import Fraction, as_quotient
from shadbo.core.quantity.sums import Curve, Dim, Number

# Modulus of elasticity at 12 % moisture, MPa (N/mm²).
STIFFNESS: MappingProxyType[str, int] = MappingProxyType(
    {
        "red alder": 9_500,
        "white ash": 12_000,
        "basswood": 10_100,
        "black cherry": 10_300,
        "sugar maple": 12_600,
        "northern red oak": 12_500,
        "black walnut": 11_600,
        "yellow-poplar": 10_900,
        "coast Douglas-fir": 13_400,
        "eastern white pine": 8_500,
    }
)
# Specific gravity (oven-dry mass over volume at 12 % moisture): a cubic metre weighs that, and the 12 % of water in it.
GRAVITY: MappingProxyType[str, Fraction] = MappingProxyType(
    {
        wood: Fraction(hundredths, 100)
        for wood, hundredths in (
            ("red alder", 41),
            ("white ash", 60),
            ("basswood", 37),
            ("black cherry", 50),
            ("sugar maple", 63),
            ("northern red oak", 63),
            ("black walnut", 55),
            ("yellow-poplar", 42),
            ("coast Douglas-fir", 48),
            ("eastern white pine", 35),
        )
    }
)
WATER = Fraction(112, 100)
SOFTEST = "eastern white pine"


def stiffness(wood: str) -> int:
    """E of a wood in N/mm²; one that is not in the table counts as the softest that is."""
    return STIFFNESS.get(wood, STIFFNESS[SOFTEST])


def gravity(wood: str) -> Fraction:
    """Specific gravity of a wood; one that is not in the table counts as red oak, the heaviest there: what it weighs is not told too small."""
    return GRAVITY.get(wood, GRAVITY["northern red oak"])


def holding_gravity(wood: str) -> Fraction:
    """Specific gravity for what is drawn out of a wood: one that is not in the table counts as the softest, as for its stiffness."""
    return GRAVITY.get(wood, GRAVITY[SOFTEST])


def density(wood: str) -> Fraction:
    """kg a cubic metre at 12 % moisture."""
    return gravity(wood) * WATER * 1000


def bow(span: Dim, width: Dim, depth: Dim, newton_per_m: Number, wood: str) -> Dim:
    """How far a bar bows in the middle under canvas tension: 5nL⁴ / (384EI), I = depth × width³ / 12. Everything in mm."""
    n, e = Fraction(newton_per_m) / 1000, stiffness(wood)
    inertia = depth.value * width.value**3 / 12
    of = 5 * n * span.value**3 / (384 * e * inertia)
    value = of * span.value
    slopes = ((4 * of, span), (-3 * value / width.value, width), (-value / depth.value, depth))
    return Dim(value, Curve("5 × tension × span⁴ ÷ (384 × E × I), I = depth × width³ ÷ 12", slopes), grain="depth")


def longest_span(width: Dim, depth: Dim, newton_per_m: Number, wood: str, share: int) -> Dim:
    """The span at which a bar bows by its ``share``-th part: ∛(384EI / (5 n share))."""
    n, e = Fraction(newton_per_m) / 1000, stiffness(wood)
    cube = 384 * e * depth.value * width.value**3 / 12 / (5 * n * share)
    with localcontext() as context:
        context.prec = 34
        root = as_quotient(cube) ** (Decimal(1) / Decimal(3))
        value = Fraction(root.quantize(Decimal("0.000001")))
    slopes = ((value / width.value, width), (value / (3 * depth.value), depth))
    return Dim(value, Curve("∛(384 × E × I ÷ (5 × tension × limit))", slopes), grain="wood")
