"""Hanging against statics, a frame-analysis package and published limits."""

from __future__ import annotations

import math
from types import SimpleNamespace
from typing import Any

import pytest
from anastruct import SystemElements
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.finishing.hang.wire import bends, rail_sags, sags, stile_bends, stretched, wire_under
from shadbo.core.framing.counting import newtons
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sums import leaf
from shadbo.core.science.light import bears, months, year


def length(mm: float) -> object:
    return leaf(Fraction(round(mm * 1_000_000), 1_000_000), f"l{mm}", "a length", "choice")


@pytest.mark.parametrize(("degrees", "times"), [(15, 1.93), (30, 1.0), (45, 0.71), (60, 0.577)])
def test_tension_of_a_hung_wire(degrees: int, times: float) -> None:
    """Statics: each side carries weight / (2 sin θ)."""
    span = 600
    slack = span / 2 * math.tan(math.radians(degrees))
    wire = wire_under(length(span), length(slack), Fraction(5))  # type: ignore[arg-type]
    assert float(wire.angle) == pytest.approx(degrees, abs=0.01)
    assert float(wire.tension / newtons(Fraction(5))) == pytest.approx(times, abs=0.005)
    assert float(wire.pull) == pytest.approx(float(wire.tension) * math.cos(math.radians(degrees)), rel=1e-4)
    assert float(wire.path.value) == pytest.approx(2 * math.hypot(span / 2, slack), rel=1e-6)


@given(st.integers(100, 1500), st.integers(5, 400), st.integers(1, 300))
def test_more_slack_never_more_tension(span: int, slack: int, more: int) -> None:
    loose, tight = (wire_under(length(span), length(s), Fraction(4)) for s in (slack + more, slack))  # type: ignore[arg-type]
    assert loose.tension < tight.tension and loose.path.value > tight.path.value
    assert stretched(length(span), length(slack)).value > span  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("force", "height", "at", "wide", "deep", "e"), [(30, 780, 260, 19, 30, 12_500), (60, 1000, 250, 25, 50, 8_500)]
)
def test_a_stile_bends_under_the_wire(force: int, height: int, at: int, wide: int, deep: int, e: int) -> None:
    """A beam on two supports with one load, by finite elements (anastruct) and by Roark’s P a² b² / 3EIL."""
    inertia = deep * wide**3 / 12
    beam = SystemElements(EA=1e9, EI=e * inertia)
    beam.add_element([[0, 0], [at, 0]])
    beam.add_element([[at, 0], [height, 0]])
    beam.add_support_hinged(1)
    beam.add_support_roll(3, direction="x")
    beam.point_load(2, Fy=-force)
    beam.solve()
    down = abs(beam.get_node_displacements(2)["uy"])
    ours = bends(Fraction(force), Fraction(height), Fraction(at), Fraction(wide), Fraction(deep), e)
    assert float(ours) == pytest.approx(down, rel=1e-3)


def test_a_rail_held_at_both_ends_sags_under_an_even_load() -> None:
    """w L⁴ / 384EI in the middle, by finite elements (anastruct): 20 N along 600 mm of pine 20 × 30."""
    span, wide, deep, e, load = 600, 20, 30, 8_500, 20
    beam = SystemElements(EA=1e9, EI=e * deep * wide**3 / 12)
    beam.add_multiple_elements([[0, 0], [span, 0]], n=10)
    beam.add_support_fixed(1)
    beam.add_support_fixed(11)
    beam.q_load(q=-load / span, element_id=list(range(1, 11)))
    beam.solve()
    middle = abs(beam.get_node_displacements(6)["uy"])
    assert float(sags(Fraction(load), Fraction(span), Fraction(wide), Fraction(deep), e)) == pytest.approx(middle, rel=0.01)


def test_niosh_load_constant() -> None:
    """NIOSH 94-110: 23 kg, which is 51 lb to the nearest."""
    over = HOUSE_SHOP.rules.two_people_over
    assert over == 23 and round(float(over) / 0.45359237) == 51


@pytest.mark.parametrize(
    ("trait", "lux", "limit"),
    [
        ("silk", 50, 15_000),
        ("newsprint", 50, 15_000),
        ("textile", 50, 150_000),
        ("plant", 50, 150_000),
        ("paper", 50, 150_000),
        ("wood", 200, 600_000),
    ],
)
def test_light_classes(trait: str, lux: int, limit: int) -> None:
    """CIE 157:2004 (values from memory): sensitive, medium, low; most textiles and pressed plants in the middle, silk and newspaper above."""
    found = bears([trait])
    assert (found.lux, found.year) == (lux, limit)
    assert float(months(limit, 100, 8)) == pytest.approx(limit / (100 * 8 * 365 / 12))
    assert year(100, 8) == 292_000


def test_metal_and_glass_are_not_harmed_and_the_most_sensitive_trait_counts() -> None:
    assert (
        bears(["metal"]).year is None
        and bears(["metal", "textile"]).year == 150_000
        and bears(["metal", "textile", "silk"]).year == 15_000
    )
    # A felt-tip signature on cloth is high until it is known.
    assert bears(["textile", "signed"]).year == 15_000 and bears(["canvas", "signed"]).year == 600_000


@pytest.mark.parametrize("what", ["stile", "rail"])
def test_a_bending_follows_each_of_its_lengths(what: str) -> None:
    """Its slopes, by which tolerances are carried on, against differences of the formula itself."""
    sizes = {"span": 780.0, "at": 260.0, "solid": 19.0, "height": 30.0}

    def bent(mm: dict[str, float]) -> Any:
        dims = {k: length(v) for k, v in mm.items()}
        frame_section = SimpleNamespace(solid=dims["solid"], height=dims["height"])
        if what == "stile":
            return dims, stile_bends(Fraction(60), dims["span"], dims["at"], frame_section, 8500)  # type: ignore[arg-type]
        return dims, rail_sags(Fraction(60), dims["span"], frame_section, 8500)  # type: ignore[arg-type]

    dims, dim = bent(sizes)
    slopes = {id(arg): float(slope) for slope, arg in dim.form.args}
    for key, by in sizes.items():
        if id(dims[key]) in slopes:
            step = by / 10_000
            high, low = (float(bent(sizes | {key: by + d})[1].value) for d in (step, -step))
            assert slopes[id(dims[key])] == pytest.approx((high - low) / (2 * step), rel=1e-4), key
    assert len(slopes) == (4 if what == "stile" else 3)
