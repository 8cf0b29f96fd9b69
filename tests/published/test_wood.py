"""Wood and damp against the tables of the USDA Wood Handbook (FPL-GTR-282; values from memory), and fixings against two sources."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.quantity.exact import Fraction
from shadbo.core.science.timber import GRAVITY, STIFFNESS
from shadbo.core.science.wood import SHRINKS, moisture, moves, shrinkage


@pytest.mark.parametrize(("humidity", "percent"), [(30, 6.2), (50, 9.2), (65, 12.0), (80, 16.0)])
def test_table_4_2_moisture_at_21_degrees(humidity: int, percent: float) -> None:
    """Table 4-2 at 21.1 °C, by equation 4-5 at 21."""
    assert float(moisture(21, humidity)) == pytest.approx(percent, abs=0.1)


def test_shrinkage_lies_where_woods_lie() -> None:
    """Wood Handbook, chapter 4: across the rings a board shrinks about half to all but a third as much as along them; none is out of
    the range of native woods (tangential 4 to 13 %, radial 2 to 8). The single values of table 4-3 are from memory."""
    assert set(SHRINKS) == set(GRAVITY) == set(STIFFNESS), "one set of woods in all tables"
    for wood, (tangential, radial) in SHRINKS.items():
        assert 4 <= tangential <= 13 and 2 <= radial <= 8, wood
        assert 1.3 <= tangential / radial <= 3, wood


@pytest.mark.parametrize("wood", list(GRAVITY))
def test_stiffness_follows_from_weight(wood: str) -> None:
    """Wood Handbook, table 5-11a (from memory): E = 16.5 G^0.7 GPa of hardwoods, 20.5 G^0.84 of softwoods, within a quarter."""
    factor, power = (20_500, 0.84) if wood in ("coast Douglas-fir", "eastern white pine") else (16_500, 0.7)
    assert STIFFNESS[wood] == pytest.approx(factor * float(GRAVITY[wood]) ** power, rel=0.25)


def test_chapter_13_movement_by_its_own_expression() -> None:
    """ΔD = D (M₂ − M₁) / (30 · 100 / S − 30 + M₁): 100 mm of red oak, 6 to 12 %, tangential and radial."""
    for radial, s in ((False, 8.6), (True, 4.0)):
        expected = 100 * (12 - 6) / (30 * 100 / s - 30 + 6)
        assert float(100 * moves("northern red oak", Fraction(6), Fraction(12), radial)) == pytest.approx(expected)


def test_from_saturated_to_dry_it_shrinks_by_its_whole_shrinkage() -> None:
    """From 30 % to 0 % a board loses S % of its green width: the definition of S."""
    for wood in SHRINKS:
        assert -100 * moves(wood, Fraction(30), Fraction(0)) == shrinkage(wood)


@given(st.integers(0, 40), st.integers(5, 94))
def test_damper_air_never_makes_drier_wood(celsius: int, humidity: int) -> None:
    assert moisture(celsius, humidity + 1) > moisture(celsius, humidity) > 0
