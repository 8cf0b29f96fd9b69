"""The measuring desk: what is made of stations, diagonals, straightedges, corners and the scale."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import LineString, Polygon
from shapely.affinity import skew

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.edits import AddStation, Choose, TakeWayOut, TypeIn, apply_edits
from shadbo.core.planning.plan import book_of, plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import Refused
from shadbo.core.quantity.masses import KG_PER_POUND, MassError, read_mass, show_mass
from tests.conftest import document, readings
from tests.core.things import canvas, flat, keys, made, mm, piece, said, worked

BOARD = {"type": "on_board", "frame": made(), "border": 40}


def diagonals(rising: object, falling: object) -> dict[str, object]:
    return {"rising": readings(rising), "falling": readings(falling)}


@pytest.mark.parametrize("degrees", [-0.4, -0.1, 0.2, 0.35])
def test_lean_from_the_diagonals_of_a_parallelogram(degrees: float) -> None:
    """Handbook 3: s = (d₁² − d₂²) / (4w), exact for a parallelogram; the parallelogram and its diagonals by Shapely."""
    w, h = 800.0, 1000.0
    leaned = skew(Polygon([(0, 0), (w, 0), (w, h), (0, h)]), xs=degrees, origin=(0, 0))
    bl, br, tr, tl = list(leaned.exterior.coords)[:4]
    rising, falling = LineString([bl, tr]).length, LineString([tl, br]).length
    done = worked(flat((w, w, w), (h, h, h), diagonals=diagonals(f"{rising:.6f}", f"{falling:.6f}")), BOARD)
    assert mm(done, "work.lean") == pytest.approx(tl[0] - bl[0], abs=1e-4)
    assert mm(done, "work.lean") == pytest.approx(h * math.tan(math.radians(degrees)), abs=1e-4)


@given(st.lists(st.integers(-50, 50), min_size=3, max_size=3))
def test_taper_is_the_slope_of_a_straight_line_through_the_readings(tenths: list[int]) -> None:
    """Least squares by NumPy's polyfit on the same three stations."""
    widths = [600 + t / 10 for t in tenths]
    book = book_of(piece(flat(tuple(str(w) for w in widths), (900, 900, 900)), BOARD), HOUSE_SHOP)
    slope = np.polyfit([0, 0.5, 1], widths, 1)[0]
    assert float(book["work.width.taper"].value) == pytest.approx(slope, abs=1e-9)
    assert float(book["work.width.waist"].value) == pytest.approx(widths[1] - (widths[0] + widths[2]) / 2, abs=1e-9)


@pytest.mark.parametrize(
    ("more", "sentence"),
    [
        ({}, "True as far as the tape can tell: its readings agree."),
        (
            {"width": {"top": readings(600), "middle": readings("596.8"), "bottom": readings(600)}},
            "Narrower at the waist by 3.2 mm.",
        ),
        ({"width": {"top": readings(600), "middle": readings(603), "bottom": readings(606)}}, "Wider towards the bottom by 6 mm."),
        ({"height": {"left": readings(900), "centre": readings(899), "right": readings(898)}}, "Lower towards the right by 2 mm."),
        ({"edges": {"left": {"top": readings(0), "middle": readings(4), "bottom": readings(0)}}}, "Left edge hollow by 4 mm."),
        ({"edges": {"left": {"top": readings(0), "middle": readings(4)}}}, "True as far as the tape can tell: its readings agree."),
        ({"edges": {"right": {"top": readings(3), "middle": readings(0), "bottom": readings(3)}}}, "Right edge bulging by 3 mm."),
    ],
)
def test_one_plain_sentence(more: dict[str, object], sentence: str) -> None:
    assert said(worked(flat((600, 600, 600), (900, 900, 900)) | more, BOARD)) == sentence


def test_with_diagonals_it_tells_which_edge_leans() -> None:
    """Top 606, bottom 600, left edge upright: top middle 3 to the right of the bottom's. Diagonals by Pythagoras."""
    rising, falling = math.hypot(606, 900), math.hypot(600, 900)
    done = worked(flat((606, 603, 600), (900, 900, 900), diagonals=diagonals(f"{rising:.4f}", f"{falling:.4f}")), BOARD)
    assert said(done) == "Right edge leans in towards the bottom by 6 mm."


def test_the_outline_goes_through_the_readings_ten_times_over() -> None:
    done = worked(flat((600, "596.8", 600), (900, 900, 900)), BOARD)
    xs = {
        view.key: [p[0] for p in next(s for s in view.shapes if s.part == "work").points]
        for view in done.views
        if view.key in ("measured", "tenfold")
    }
    ys = {
        view.key: [p[1] for p in next(s for s in view.shapes if s.part == "work").points]
        for view in done.views
        if view.key in ("measured", "tenfold")
    }
    waists = {}
    for key in xs:
        middle = sorted((abs(y - (min(ys[key]) + max(ys[key])) / 2), x) for x, y in zip(xs[key], ys[key], strict=True))[:2]
        waists[key] = abs(middle[0][1] - middle[1][1])
    assert waists["measured"] == pytest.approx(596.8, abs=0.01)
    # The mean width is 598.933; the waist stands 2.133 under it, drawn ten times.
    assert waists["tenfold"] == pytest.approx(598.9333 - 10 * 2.1333, abs=0.01)


def test_a_straightedge_says_which_edge_takes_the_waist() -> None:
    """Width 3 narrower in the middle, and the right edge is 3 hollow: the left stays straight, the right takes it all."""
    done = worked(
        flat((600, 597, 600), (900, 900, 900), edges={"right": {"top": readings(0), "middle": readings(3), "bottom": readings(0)}}),
        BOARD,
    )
    lefts = [mm(done, f"border.before.left.{s}") for s in ("top", "middle", "bottom")]
    rights = [mm(done, f"border.before.right.{s}") for s in ("top", "middle", "bottom")]
    assert max(lefts) - min(lefts) < 0.01
    assert rights[1] - rights[0] == pytest.approx(3, abs=0.01)


# -- stations anywhere, repeated readings ----------------------------------------------------------------------------


def test_a_station_anywhere_counts_like_any_other() -> None:
    start = piece(flat((600, 600, 600), (900, 900, 900)), BOARD)
    more = apply_edits(start, [AddStation(side="/object/width", at=300, text="598", unit="mm")], HOUSE_SHOP)
    done = plan(more, HOUSE_SHOP)
    assert mm(done, "work.width.smallest") == 598 == mm(done, "work.width.d300")
    assert done.figures["work.width.d300"].label == "Work width, 30 % down"
    # the same place again is another reading there; near a named station it is that station's
    again = apply_edits(more, [AddStation(side="/object/width", at=305, text="598.4", unit="mm")], HOUSE_SHOP)
    assert len(again.object.width.more) == 1 and len(again.object.width.more[0].readings) == 2  # type: ignore[union-attr]
    top = apply_edits(start, [AddStation(side="/object/width", at=10, text="601", unit="mm")], HOUSE_SHOP)
    assert [str(r.mm) for r in top.object.width.top] == ["600", "601"]  # type: ignore[union-attr]


def test_emptying_the_last_reading_of_a_station_of_one_s_own_takes_it_away() -> None:
    start = piece(flat((600, 600, 600), (900, 900, 900)), BOARD)
    more = apply_edits(start, [AddStation(side="/object/width", at=300, text="598", unit="mm")], HOUSE_SHOP)
    less = apply_edits(more, [TypeIn(pointer="/object/width/more/0/readings/0", text="", unit="mm")], HOUSE_SHOP)
    assert less.object.width.more == []  # type: ignore[union-attr]


def test_a_station_where_there_is_no_side_is_refused() -> None:
    start = piece(flat((600,), (900,)), BOARD)
    for side in ("/object/diagonals", "/object/weight", "/display/frame"):
        with pytest.raises(Refused):
            apply_edits(start, [AddStation(side=side, at=300, text="598", unit="mm")], HOUSE_SHOP)


def test_a_second_reading_that_differs_asks_for_a_third_and_the_median_stands() -> None:
    """Handbook 3: differing by more than the tape's tolerance (± 0.5) asks for a third; the median stands, all are kept."""
    start = piece(flat(((600, 603), 600, 600), (900, 900, 900)), BOARD)
    first = plan(start, HOUSE_SHOP)
    check = next(c for c in first.checks if c.key == "measure.third.work.width.top")
    assert check.severity == "caution" and check.ways
    third = apply_edits(start, [TypeIn(pointer="/object/width/top/2", text="600.5", unit="mm")], HOUSE_SHOP)
    done = plan(third, HOUSE_SHOP)
    assert mm(done, "work.width.top") == 600.5
    assert [mm(done, f"work.width.top.{i}") for i in (1, 2, 3)] == [600, 603, 600.5]
    assert not any(k.startswith("measure.third") for k in keys(done))


def test_readings_within_the_tape_s_tolerance_ask_for_nothing() -> None:
    assert not any(k.startswith("measure.third") for k in keys(worked(flat(((600, "600.5"), 600, 600), (900,)), BOARD)))


# -- what can't be ------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(("rising", "falling"), [(1200, 1200), (1000, 1000), (2500, 1081), (1100, 1095)])
def test_diagonals_no_such_piece_has_are_stopped(rising: int, falling: int) -> None:
    """600 × 900: Euler's theorem asks the squares of the diagonals to come to 2 (600² + 900²), two of 1081.7."""
    done = worked(flat((600, 600, 600), (900, 900, 900), diagonals=diagonals(rising, falling)), BOARD)
    stop = next(c for c in done.checks if c.key == "measure.diagonals")
    assert stop.severity == "stop" and len(stop.ways) == 2
    mended = apply_edits(
        piece(flat((600, 600, 600), (900, 900, 900), diagonals=diagonals(rising, falling)), BOARD),
        [TakeWayOut(check="measure.diagonals", index=0)],
        HOUSE_SHOP,
    )
    assert "measure.diagonals" not in keys(plan(mended, HOUSE_SHOP))


@given(st.floats(-0.02, 0.02), st.lists(st.floats(-4, 4), min_size=4, max_size=4))
def test_diagonals_of_a_thing_that_is_there_are_never_stopped(shear: float, off: list[float]) -> None:
    """Any four corners near a rectangle, measured without error."""
    corners = [(0 + off[0], 0), (600 + off[1], 0), (600 + shear * 900 + off[2], 900), (shear * 900 + off[3], 900)]
    (a, b, c, d) = (np.array(p) for p in corners)
    size = lambda p, q: f"{np.linalg.norm(p - q):.4f}"  # noqa: E731
    thing = flat((size(a, b), None, size(d, c)), (size(a, d), None, size(b, c)), diagonals=diagonals(size(d, b), size(a, c)))
    assert "measure.diagonals" not in keys(worked(thing, BOARD))


def test_three_stations_of_which_one_is_in_another_unit() -> None:
    done = worked(flat((600, "23.62", 600), (900, 900, 900)), BOARD)
    stop = next(c for c in done.checks if c.key.startswith("measure.unit."))
    assert stop.severity == "stop" and stop.ways
    mended = apply_edits(
        piece(flat((600, "23.62", 600), (900, 900, 900)), BOARD), [TakeWayOut(check=stop.key, index=0)], HOUSE_SHOP
    )
    assert mm(plan(mended, HOUSE_SHOP), "work.width.middle") == pytest.approx(599.948)


def test_two_stations_at_one_place_are_refused() -> None:
    thing = flat((600,), (900,))
    thing["width"]["more"] = [{"at": 300, "readings": readings(600)}, {"at": 300, "readings": readings(601)}]
    with pytest.raises(Refused, match="same place"):
        piece(thing, BOARD)


# -- which size for what ------------------------------------------------------------------------------------------------


def test_a_changed_rule_is_used_seen_and_can_be_taken_back() -> None:
    made_ = document((600, 606, 603))
    made_["object"]["use"] = {"into": "mean"}
    from shadbo.core.document.piece import load_piece

    start = load_piece(made_)
    done = plan(start, HOUSE_SHOP)
    assert mm(done, "frame.inside.width") == 603 + 12
    assert next(c for c in done.checks if c.key == "measure.use.into").severity == "caution"
    back = plan(apply_edits(start, [TakeWayOut(check="measure.use.into", index=0)], HOUSE_SHOP), HOUSE_SHOP)
    assert mm(back, "frame.inside.width") == 606 + 12
    chosen = apply_edits(start, [Choose(choice="use.look", option="largest")], HOUSE_SHOP)
    assert "measure.use.look" in keys(plan(chosen, HOUSE_SHOP))


# -- weight -------------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("text", "unit", "kg"),
    [
        ("2.4 kg", "in", "2.4"),
        ("2400 g", "mm", "2.4"),
        ("2,4", "mm", "2.4"),
        ("1 lb", "mm", KG_PER_POUND),
        ("5 lb 3 oz", "mm", KG_PER_POUND * 5 + KG_PER_POUND * 3 / 16),
        ("2", "in", 2 * KG_PER_POUND),
    ],
)
def test_weights_are_read_both_ways(text: str, unit: str, kg: object) -> None:
    """1 lb = 0.45359237 kg exactly (NIST SP 811)."""
    assert read_mass(text, unit) == Fraction(kg)  # type: ignore[arg-type]


@pytest.mark.parametrize("text", ["heavy", "3 stone", "-2 kg", "0", "2 kg or so"])
def test_what_is_no_weight_is_said_to_be_none(text: str) -> None:
    with pytest.raises(MassError):
        read_mass(text, "mm")


def test_weights_are_shown_as_written_on_a_label() -> None:
    assert (show_mass(Fraction("2.4")).mm, show_mass(Fraction("0.46")).mm) == ("2.4 kg", "460 g")
    assert (show_mass(KG_PER_POUND * 5).inch, show_mass(KG_PER_POUND * Fraction(83, 16)).inch) == ("5 lb", "5 lb 3 oz")


def test_a_weight_is_estimated_until_it_is_typed() -> None:
    """A square metre of linen-backed paper at 450 g (house figure)."""
    start = piece(flat((1000,), (1000,), material="linen_backed"), BOARD)
    figure = plan(start, HOUSE_SHOP).figures["work.weight"]
    assert "estimate" in figure.label and figure.quantity and figure.quantity.mm == "450 g"
    typed = apply_edits(start, [TypeIn(pointer="/object/weight", text="1 lb", unit="mm")], HOUSE_SHOP)
    figure = plan(typed, HOUSE_SHOP).figures["work.weight"]
    assert "estimate" not in figure.label and figure.quantity and figure.quantity.inch == "1 lb"
    assert apply_edits(typed, [TypeIn(pointer="/object/weight", text="", unit="mm")], HOUSE_SHOP).object.weight is None  # type: ignore[union-attr]


def test_grams_typed_as_kilograms_are_asked_about() -> None:
    start = piece(flat((1000,), (1000,)), BOARD)
    with pytest.raises(Refused, match="grams"):
        apply_edits(start, [TypeIn(pointer="/object/weight", text="450", unit="mm")], HOUSE_SHOP)


def test_a_display_shows_only_what_it_can() -> None:
    with pytest.raises(Refused, match="can't be shown this way"):
        piece(flat((600,), (900,)), {"type": "lipped", "frame": made()})


def test_two_stations_at_one_place() -> None:
    """A station of one’s own exactly where a named one is: what was read there lies between the two, and everything is planned."""
    thing = canvas((600, 602, 600), (450, 450, 450))
    thing["width"]["more"] = [{"at": 500, "readings": readings(604)}]
    done = worked(thing, {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}})
    assert mm(done, "canvas.width.largest") == 604
    outline = next(s for s in done.view("face").shapes if s.part == "canvas")
    xs = sorted({round(x, 3) for x, _ in outline.points})
    assert float(xs[-1] - xs[0]) == pytest.approx(603, abs=0.01)


@pytest.mark.parametrize("at", [(200, 400, 1000), (100, 300, 700), (300, 800, 950), (50, 600, 640)])
def test_the_waist_of_readings_at_any_stations_is_off_the_straight_line_between_the_ends(at: tuple[int, int, int]) -> None:
    """The line between the outer readings by NumPy’s interpolation; the slope by its least squares."""
    widths = (600.0, 596.0, 603.0)
    more = [{"at": place, "readings": readings(width)} for place, width in zip(at, widths, strict=True) if place < 1000]
    side = {"top": [], "middle": [], "bottom": readings(widths[2]) if at[2] == 1000 else [], "more": more}
    book = book_of(piece(flat((600,), (900, 900, 900)) | {"width": side}, BOARD), HOUSE_SHOP)
    line = np.interp(at[1], (at[0], at[2]), (widths[0], widths[2]))
    assert float(book["work.width.waist"].value) == pytest.approx(widths[1] - line, abs=1e-9)
    slope = np.polyfit([a / 1000 for a in at], widths, 1)[0]
    assert float(book["work.width.taper"].value) == pytest.approx(slope, abs=1e-9)


def test_of_four_readings_the_one_nearest_the_middle_tells_the_waist() -> None:
    more = [{"at": 300, "readings": readings(596)}, {"at": 450, "readings": readings(598)}]
    side = {"top": readings(600), "middle": [], "bottom": readings(600), "more": more}
    book = book_of(piece(flat((600,), (900, 900, 900)) | {"width": side}, BOARD), HOUSE_SHOP)
    assert book["work.width.waist"].value == -2


@pytest.mark.parametrize(
    ("top", "bottom", "leaning"), [(600, 590, 0), (600, 560, 0), (612, 600, 9), (640, 600, 20), (600, 500, 50), (900, 500, 0)]
)
def test_the_diagonals_of_a_true_trapezoid_are_never_accused(top: float, bottom: float, leaning: float) -> None:
    """Upright or leaning, corners and diagonals by plane geometry (Euler’s quadrilateral theorem is what is checked)."""
    high = 900.0
    corners = [(0.0, 0.0), (top, 0.0), (leaning + bottom, high), (leaning, high)]
    falling, rising = math.dist(corners[0], corners[2]), math.dist(corners[1], corners[3])
    left, right = math.dist(corners[0], corners[3]), math.dist(corners[1], corners[2])
    work = flat((top, None, bottom), (f"{left:.4f}", None, f"{right:.4f}"), diagonals=diagonals(f"{rising:.4f}", f"{falling:.4f}"))
    assert not any("diagonal" in key for key in keys(worked(work, BOARD)))
    # Both shorter by more than any tape is out: no such piece.
    short = flat(
        (top, None, bottom), (f"{left:.4f}", None, f"{right:.4f}"), diagonals=diagonals(f"{rising - 40:.4f}", f"{falling - 40:.4f}")
    )
    assert any("diagonal" in key for key in keys(worked(short, BOARD)))
