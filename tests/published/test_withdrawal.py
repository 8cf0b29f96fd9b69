"""Nails and screws drawn out of side grain: the two published sources against each other, and screw diameters."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.quantity.exact import Fraction
from shadbo.core.science.timber import GRAVITY
from shadbo.core.science.withdrawal import screw_diameter, withdrawal


@pytest.mark.parametrize(("number", "inches"), [(6, 0.138), (8, 0.164), (10, 0.190)])
def test_screw_diameters(number: int, inches: float) -> None:
    """ASME B18.6.1."""
    assert float(screw_diameter(number)) == pytest.approx(inches * 25.4)


@pytest.mark.parametrize("wood", list(GRAVITY))
@pytest.mark.parametrize("kind", ["screw", "nail"])
def test_failure_against_design(kind: str, wood: str) -> None:
    """Wood Handbook ch. 8 tells the load at failure, the NDS what a design counts on: within a factor of 5 to 6 of each other."""
    one = withdrawal(kind, GRAVITY[wood], Fraction(4), Fraction(20), 4)  # type: ignore[arg-type]
    assert 5 <= one.fails / one.design <= 6
    assert one.safe == one.design < one.fails / 4


def test_in_their_own_units() -> None:
    """The formulas worked by hand: NDS in pounds and inches, the Wood Handbook in newtons and mm; red oak, #8 screw, one inch in."""
    inch, pound = 25.4, 0.45359237 * 9.80665
    screw = withdrawal("screw", Fraction(63, 100), screw_diameter(8), Fraction(254, 10), 4)
    assert float(screw.design) == pytest.approx(2850 * 0.63**2 * 0.164 * pound)
    assert float(screw.fails) == pytest.approx(108.25 * 0.63**2 * 0.164 * inch * inch)
    nail = withdrawal("nail", Fraction(63, 100), Fraction("2.5"), Fraction(254, 10), 4)
    assert float(nail.design) == pytest.approx(1380 * 0.63**2.5 * 2.5 / inch * pound)
    assert float(nail.fails) == pytest.approx(54.12 * 0.63**2.5 * 2.5 * inch)


@given(st.sampled_from(["screw", "nail"]), st.integers(30, 70), st.integers(1, 8), st.integers(5, 60), st.integers(1, 20))
def test_a_deeper_bite_never_bears_less(kind: str, hundredths: int, diameter: int, bite: int, more: int) -> None:
    at = [
        withdrawal(kind, Fraction(hundredths, 100), Fraction(diameter), Fraction(b), 4)  # type: ignore[arg-type]
        for b in (bite, bite + more)
    ]
    assert at[0].safe < at[1].safe


def test_nothing_is_refused() -> None:
    with pytest.raises(ValueError, match="diameter and a bite"):
        withdrawal("nail", Fraction(1, 2), Fraction(0), Fraction(10), 4)
