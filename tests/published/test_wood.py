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


def test_table_4_3_shrinkage() -> None:
    table = {
        "red alder": (7.3, 4.4),
        "white ash": (7.8, 4.9),
        "basswood": (9.3, 6.6),
        "black cherry": (7.1, 3.7),
        "sugar maple": (9.9, 4.8),
        "northern red oak": (8.6, 4.0),
        "black walnut": (7.8, 5.5),
        "yellow-poplar": (8.2, 4.6),
        "coast Douglas-fir": (7.6, 4.8),
        "eastern white pine": (6.1, 2.1),
    }
    assert {w: (float(t), float(r)) for w, (t, r) in SHRINKS.items()} == table
    assert set(table) == set(GRAVITY) == set(STIFFNESS), "one set of woods in all tables"


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
