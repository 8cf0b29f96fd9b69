"""Rods that carry, against a frame-analysis package and the text-book columns."""

from __future__ import annotations

import math

import pytest
from anastruct import SystemElements

from shadbo.core.displays.suspended.rods import STIFFNESS, bending_stress, buckles, sags
from shadbo.core.quantity.exact import Fraction


@pytest.mark.parametrize(("force", "arm", "d", "stuff"), [(5, 60, 6, "brass"), (12, 120, 8, "hardwood"), (40, 35, 5, "steel")])
def test_a_cantilever_of_round_section(force: int, arm: int, d: int, stuff: str) -> None:
    """Roark’s Formulas for Stress and Strain, cantilever with an end load, by finite elements (anastruct)."""
    inertia = math.pi * d**4 / 64
    frame = SystemElements(EA=1e9, EI=STIFFNESS[stuff] * inertia)  # type: ignore[index]
    frame.add_element([[0, 0], [arm, 0]])
    frame.add_support_fixed(1)
    frame.point_load(2, Fy=-force)
    frame.solve()
    down = abs(frame.get_node_displacements(2)["uy"])
    moment = (
        max(abs(m) for m in frame.get_element_results(1)["M"])
        if isinstance(frame.get_element_results(1)["M"], list)
        else force * arm
    )
    assert float(sags(Fraction(force), Fraction(arm), Fraction(d), stuff)) == pytest.approx(down, rel=1e-3)  # type: ignore[arg-type]
    assert float(bending_stress(Fraction(force), Fraction(arm), Fraction(d))) == pytest.approx(moment * (d / 2) / inertia, rel=1e-3)


def test_a_column_with_one_end_free() -> None:
    """Euler: π² E I / (4 L²); a rod twice as long bears a quarter, twice as thick sixteen times."""
    one = buckles(Fraction(100), Fraction(6), "steel")
    assert float(one) == pytest.approx(math.pi**2 * 205_000 * math.pi * 6**4 / 64 / (4 * 100**2), rel=1e-6)
    assert buckles(Fraction(200), Fraction(6), "steel") * 4 == one
    assert buckles(Fraction(100), Fraction(12), "steel") == 16 * one
