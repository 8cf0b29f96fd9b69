"""Readings at stations: what stands, what is doubted, what is left alone."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import load_piece
from shadbo.core.planning.plan import book_of, plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import plain
from shadbo.core.quantity.lengths import MM_PER_INCH, as_decimal
from tests.conftest import bought, document, readings

SHOP = HOUSE_SHOP


def keys(**case: Any) -> set[str]:
    return {c.key for c in plan(load_piece(document(**case)), SHOP).checks}


def doubts(**case: Any) -> set[str]:
    return {k for k in keys(**case) if k.startswith(("measure.", "frame.")) and ".one." not in k}


def test_spread_is_the_largest_less_the_smallest() -> None:
    book = book_of(load_piece(document((600, "603.5", 601))), SHOP)
    assert book["canvas.width.spread"].value == Fraction("3.5")
    # Each end of the spread was read with the tape's ±0.5.
    assert book["canvas.width.spread"].worst == 1


def test_three_readings_of_a_station_the_median_stands_and_carries_its_tolerance() -> None:
    made = document()
    made["object"]["height"]["left"] = readings(450, 470, 452)
    book = book_of(load_piece(made), SHOP)
    assert book["canvas.height.left"].value == 452
    assert book["canvas.height.left"].worst == Fraction(1, 2)
    assert book["canvas.height.largest"].value == 452, "the stray second reading is kept but does not stand"


def test_two_readings_of_a_station_stand_by_their_mean() -> None:
    made = document()
    made["object"]["height"]["left"] = readings(450, 451)
    assert book_of(load_piece(made), SHOP)["canvas.height.left"].value == Fraction("450.5")


@pytest.mark.parametrize(("tape", "tolerance"), [("mm", Fraction(1, 2)), ("in", MM_PER_INCH / 64)])
def test_each_tape_has_its_tolerance(tape: str, tolerance: Fraction) -> None:
    made = document()
    made["object"]["width"]["top"] = readings(600, tape=tape)
    assert book_of(load_piece(made), SHOP)["canvas.width.top"].worst == tolerance


@pytest.mark.parametrize("side", [300, 600, 1200, 2400])
def test_an_untrue_canvas_is_no_misread_tape_until_it_is_out_by_two_in_a_hundred(side: int) -> None:
    """House figure: more than 2 % of the side and more than 10 mm is measured again."""
    limit = max(10, side * 2 // 100)
    # The mean of the readings is a little over the side, and so is its 2 %.
    within = (side, side + limit, side)
    beyond = (side, side + limit + 2, side)
    assert "measure.again.width" not in doubts(width=within, height=(side, side, side))
    assert "measure.again.width" in doubts(width=beyond, height=(side, side, side))


@pytest.mark.parametrize("station", [0, 1, 2])
def test_the_stray_reading_is_the_one_pointed_at(station: int) -> None:
    widths = [600, 601, 600]
    widths[station] = 655
    checks = plan(load_piece(document(tuple(widths))), SHOP).checks
    check = next(c for c in checks if c.key == "measure.again.width")
    name = ("top", "middle", "bottom")[station]
    assert plain(check.ways[0].say, "mm") == f"Leave out canvas width, {name} until it is read again"


@pytest.mark.parametrize("station", [0, 1, 2])
@pytest.mark.parametrize("axis", ["width", "height"])
def test_a_reading_in_the_wrong_unit_is_found_wherever_it_stands(axis: str, station: int) -> None:
    sizes = {"width": [600.0, 601.0, 600.0], "height": [760.0, 760.0, 761.0]}
    right = sizes[axis][station]
    sizes[axis][station] = float(as_decimal(Fraction(str(right)) / MM_PER_INCH))
    found = doubts(width=tuple(map(str, sizes["width"])), height=tuple(map(str, sizes["height"])))
    name = {"width": ("top", "middle", "bottom"), "height": ("left", "centre", "right")}[axis][station]
    assert found == {f"measure.unit.canvas.{axis}.{name}"}


@settings(max_examples=60)
@given(w=st.integers(200, 2500), h=st.integers(200, 2500), off=st.lists(st.integers(-4, 4), min_size=6, max_size=6))
def test_an_ordinary_canvas_is_never_doubted(w: int, h: int, off: list[int]) -> None:
    """Any shape up to one in twelve, out of true by up to 8 mm: nobody is sent back to the tape."""
    assert doubts(width=tuple(w + d for d in off[:3]), height=tuple(h + d for d in off[3:])) == set()


def test_a_square_canvas_is_not_taken_for_swapped() -> None:
    assert doubts(width=(600, 598, 601), height=(600, 601, 598)) == set()


def test_one_reading_each_is_allowed_and_said() -> None:
    found = keys(width=(600,), height=(450,))
    assert {"measure.one.width", "measure.one.height"} <= found
    assert not any(k.startswith("measure.one") for k in keys())


def test_a_frame_s_readings_are_doubted_like_a_canvas_s() -> None:
    frame = bought(612, 462)
    frame["width"] = {"top": readings(612), "middle": readings(700), "bottom": readings(612)}
    assert "frame.again.width" in doubts(frame=frame)
    frame["width"]["middle"] = readings("24.1")
    assert "frame.unit.frame.read.width.middle" in doubts(frame=frame)


def test_no_other_advice_is_built_on_a_reading_that_is_doubted() -> None:
    """A gap to hide 60 mm of misread tape would be nonsense."""
    found = keys(width=(600, 660, 601))
    assert "measure.again.width" in found and "gap.untrue" not in found


@pytest.mark.parametrize("stations", [("top",), ("middle",), ("top", "bottom"), ("top", "middle", "bottom")])
def test_any_of_the_stations_will_do(stations: tuple[str, ...]) -> None:
    made = document()
    made["object"]["width"] = {name: readings(600 + i) for i, name in enumerate(stations)}
    worked = plan(load_piece(made), SHOP)
    assert worked.figures["canvas.width.largest"].mm == str(600 + len(stations) - 1)
    assert {n.rsplit(".", 1)[1] for n in worked.figures if n.startswith("gap.at.")} == {*stations, "left", "centre", "right"}


def test_the_field_of_every_station_is_offered() -> None:
    made = document((600,), (450,))
    panel = next(s for s in plan(load_piece(made), SHOP).stages if s.key == "measure")
    offered = {i.pointer for i in panel.inputs if i.kind == "length"}
    assert {f"/object/width/{s}/0" for s in ("top", "middle", "bottom")} <= offered
    assert {f"/object/height/{s}/0" for s in ("left", "centre", "right")} <= offered
    assert "/object/depth/bar/0" in offered
