"""The floater's sums. Worked cases; where no source is named the case is common practice."""

from __future__ import annotations

from collections.abc import Callable
from fractions import Fraction as Exact
from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece, load_piece
from shadbo.core.framing.stock import made_of
from shadbo.core.planning.edits import TakeWayOut, apply_edits
from shadbo.core.planning.plan import book_of, plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import plain
from shadbo.core.quantity.lengths import MM_PER_INCH
from tests.conftest import bought, document, readings
from tests.core.displays.pieces import NEW, floated

MakePiece = Callable[..., Piece]
SHOP = HOUSE_SHOP


def mm(piece: Piece, name: str) -> Fraction:
    return book_of(piece, SHOP)[name].value


# Common practice: "a half inch added to both sizes" leaves a quarter inch a side.
def test_half_an_inch_on_both_sizes_leaves_a_quarter_a_side(make_piece: MakePiece) -> None:
    piece = make_piece(
        (20 * MM_PER_INCH,) * 3,
        (16 * MM_PER_INCH,) * 3,
        frame=bought(Fraction("20.5") * MM_PER_INCH, Fraction("16.5") * MM_PER_INCH),
    )
    for axis in ("width", "height"):
        assert mm(piece, f"gap.{axis}") == MM_PER_INCH / 4


# Common practice: a 3/4 in rail adds 1 1/2 in to each outside size.
def test_a_three_quarter_rail_adds_an_inch_and_a_half(make_piece: MakePiece) -> None:
    piece = make_piece(frame={"make": "new", "moulding": "poplar-3/4x1-3/4", "gap": 6})
    for axis in ("width", "height"):
        assert mm(piece, f"frame.outside.{axis}") - mm(piece, f"frame.inside.{axis}") == Fraction(3, 2) * MM_PER_INCH


# Common practice: a 200 mm square canvas in a 250 mm square ready-made has rails 25 mm wide.
def test_two_hundred_in_two_fifty_has_rails_of_twenty_five(make_piece: MakePiece) -> None:
    piece = make_piece((200,), (200,), 18, frame=bought(200, 200, face=25, moulding_depth=30))
    assert mm(piece, "frame.outside.width") == 250


def test_the_worked_case_of_the_handbook_formulas(make_piece: MakePiece) -> None:
    """W × H × D = 600 × 450 × 38, g 6, f 20, R 50, t 6, reveal 3: every line of section 6 written out."""
    piece = make_piece()
    w, h, d, g, f, r, t, reveal = 600, 450, 38, 6, 20, 50, 6, 3
    expected = {
        "frame.inside.width": w + 2 * g,
        "frame.inside.height": h + 2 * g,
        "frame.outside.width": w + 2 * g + 2 * f,
        "frame.outside.height": h + 2 * g + 2 * f,
        "rail.horizontal.long_point": w + 2 * g + 2 * f,
        "rail.horizontal.short_point": w + 2 * g,
        "rail.vertical.long_point": h + 2 * g + 2 * f,
        "rail.vertical.short_point": h + 2 * g,
        "depth.lift": r - t - d - reveal,
        "depth.reveal": reveal,
        "seat.needed": g + 12,
        "screw.bite": 25 - t - (r - t - d - reveal),
        "screw.clear": d - (25 - t - (r - t - d - reveal)),
        "cut.needed": 2 * (w + 2 * g + 2 * f) + 2 * (h + 2 * g + 2 * f) + 4 * 3,
        "shim.width": g,
        "shim.height": g,
    }
    book = book_of(piece, SHOP)
    assert {name: book[name].value for name in expected} == expected
    assert book["cut.thumb"].value == Fraction(11, 10) * (2 * (w + 2 * g) + 2 * (h + 2 * g) + 8 * f)


def test_the_reading_for_each_use_shows_in_the_sums(make_piece: MakePiece) -> None:
    piece = make_piece((600, 604, 601), (450, 452, 449))
    book = book_of(piece, SHOP)
    assert book["frame.inside.width"].value == 604 + 12, "the largest is what it must go into"
    inside = book["frame.inside.width"].form
    assert "canvas.width.largest" in {t.name for _, t in inside.terms}  # type: ignore[union-attr]
    assert book["canvas.width.mean"].value == Fraction(1805, 3), "the mean is exact, thirds and all"
    assert book["canvas.height.smallest"].value == 449


@pytest.mark.parametrize("solve", ["reveal", "lift", "moulding_depth"])
def test_solving_either_way_agrees(make_piece: MakePiece, solve: str) -> None:
    """R = t + l + D + reveal: give any two of lift, reveal, R and the third is the same number."""
    base = book_of(make_piece(solve="lift", reveal=3), SHOP)
    lift, reveal = base["depth.lift"].value, base["depth.reveal"].value
    again = book_of(make_piece(solve=solve, lift=float(lift), reveal=float(reveal)), SHOP)
    assert again["depth.lift"].value == lift
    assert again["depth.reveal"].value == reveal
    assert again["rail.height"].value == base["rail.height"].value


def test_an_untrue_canvas_shows_a_gap_that_varies(make_piece: MakePiece) -> None:
    piece = make_piece((600, 596, 602), (450, 450, 450))
    book = book_of(piece, SHOP)
    assert [book[f"gap.at.{s}"].value for s in ("top", "middle", "bottom")] == [7, 9, 6]
    assert book["gap.variation.width"].value == 3
    assert book["gap.to_hide"].value == 12, "at 12 a side, 3 is a quarter"
    mended = make_piece((600, 596, 602), frame={"make": "new", "moulding": "oak-20x50", "gap": 12})
    assert not any(c.key == "gap.untrue" for c in plan(mended, SHOP).checks)


def test_a_made_frame_gives_its_gaps_turned_or_not(make_piece: MakePiece) -> None:
    book = book_of(make_piece(frame=bought(624, 460)), SHOP)
    assert (book["gap.width"].value, book["gap.height"].value) == (12, 5)
    assert book["gap.difference"].value == 7
    assert book["gap.turned.width"].value == (460 - 600) / Fraction(2)
    assert book["even.liner"].value == 7
    assert book["even.canvas.width"].value == 614
    lined = book_of(make_piece(frame=bought(624, 460, liner_width=7)), SHOP)
    assert lined["gap.width"].value == lined["gap.height"].value == 5


def test_a_turned_frame_swaps_its_axes(make_piece: MakePiece) -> None:
    book = book_of(make_piece(frame=bought(460, 612, turned=True)), SHOP)
    assert (book["frame.inside.width"].value, book["frame.inside.height"].value) == (612, 460)


@pytest.mark.parametrize(("side", "count"), [(300, 2), (400, 2), (401, 3), (700, 3), (701, 4), (1300, 5)])
def test_screws_two_a_side_at_least_and_never_over_300_apart(make_piece: MakePiece, side: int, count: int) -> None:
    book = book_of(make_piece((side,), (450,)), SHOP)
    assert book.counts["screw.count.width"].count == count
    places = [book[f"screw.across.{i + 1}"].value for i in range(count)]
    gaps = [b - a for a, b in pairwise(places)]
    assert max(gaps) <= 300
    assert places[0] == 20 + 6 + 50, "face, gap and 50 clear of the corner"
    assert places[0] + places[-1] == book["frame.outside.width"].value, "the same from both ends"


def test_a_small_side_takes_its_screws_at_the_quarters(make_piece: MakePiece) -> None:
    book = book_of(make_piece((120,), (450,)), SHOP)
    assert [book[f"screw.across.{i}"].value - 26 for i in (1, 2)] == [30, 90]


def test_lift_made_of_strips_at_hand() -> None:
    strips = tuple(Fraction(s) for s in ("1.5", "2", "3", "4", "5", "6", "9", "12"))
    for wanted, made in (
        ("3", (3,)),
        ("7", (5, 2)),
        ("6.5", (5, Fraction("1.5"))),
        ("31", (12, 12, 6)),
        ("0.2", (Fraction("1.5"),)),
    ):
        found = made_of(strips, Fraction(wanted))
        assert found is not None and abs(sum(found) - Fraction(wanted)) == abs(sum(made) - Fraction(wanted))
    assert made_of((), Fraction(3)) is None


def test_rails_come_out_of_the_stock_lengths(make_piece: MakePiece) -> None:
    """600 × 450 in oak of 3000: 2320 with kerfs, one length; with a spare rail 2975, still one; larger takes two."""
    one = plan(make_piece(), SHOP)
    assert [bar.pieces for bar in one.stock] == [("top rail", "bottom rail", "left stile", "right stile")]
    assert one.figures["cut.needed"].mm == "2320"
    spare = plan(make_piece(frame={"make": "new", "moulding": "oak-20x50", "spare_rail": True}), SHOP)
    assert len(spare.stock) == 1 and spare.figures["cut.needed"].mm == "2975"
    large = plan(make_piece((1200,), (900,)), SHOP)
    assert sorted(len(bar.pieces) for bar in large.stock) == [2, 2]


sizes = st.integers(2 * 500, 2 * 1400).map(lambda n: Exact(n, 2))
wobble = st.integers(-8, 8).map(lambda n: Exact(n, 4))


@settings(max_examples=60)
@given(
    w=sizes, h=sizes, dw=st.tuples(wobble, wobble), dh=st.tuples(wobble, wobble), gap=st.integers(2, 60), depth=st.integers(15, 60)
)
def test_every_plan_adds_up_again(
    w: Exact, h: Exact, dw: tuple[Exact, Exact], dh: tuple[Exact, Exact], gap: int, depth: int
) -> None:
    """plan() refuses to hand out lines that don't re-add; here they are added once more from outside, in whole fractions."""
    piece = load_piece(
        document(
            tuple(str(float(v)) for v in (w, w + dw[0], w + dw[1])),
            tuple(str(float(v)) for v in (h, h + dh[0], h + dh[1])),
            depth,
            {"make": "new", "moulding": "oak-25x60", "gap": str(gap / 4)},
        )
    )
    worked = plan(piece, SHOP)
    figure = {name: Exact(f.mm) for name, f in worked.figures.items() if f.mm}
    for station in ("top", "middle", "bottom"):
        assert 2 * figure[f"gap.at.{station}"] + figure[f"canvas.width.{station}"] == figure["frame.inside.width"]
    for axis in ("width", "height"):
        assert figure[f"frame.outside.{axis}"] == figure[f"frame.inside.{axis}"] + 2 * figure["rail.face"]
    layers = ("depth.reveal", "canvas.depth.mean", "depth.lift", "seat.thickness")
    assert sum(figure[name] for name in layers) == figure["rail.height"]
    assert min(figure[f"gap.at.{s}"] for s in ("top", "middle", "bottom")) == Exact(gap, 4)


def test_same_input_same_plan(make_piece: MakePiece) -> None:
    from shadbo.core.planning.plan import PLAN_JSON

    assert PLAN_JSON.dump_json(plan(make_piece(), SHOP)) == PLAN_JSON.dump_json(plan(make_piece(), SHOP))


def test_rounding_that_moves_a_fit_beyond_its_tolerance_is_said(make_piece: MakePiece) -> None:
    """To the nearest 1/8 in a short point can move by 1/16 in, over the millimetre saw and tape may take."""
    coarse = SHOP.model_copy(update={"inch_parts": 8})
    piece = make_piece((602,) * 3)
    assert plan(piece, coarse).figures["rail.horizontal.short_point"].rounding == "in"
    assert plan(piece, SHOP).figures["rail.horizontal.short_point"].rounding == ""


def test_views_name_parts_and_stay_within_their_bounds(make_piece: MakePiece) -> None:
    for piece in (make_piece(), make_piece((600, 596, 602)), make_piece(frame=bought(624, 460, liner_width=3))):
        for view in plan(piece, SHOP).views:
            for shape in view.shapes:
                assert shape.part and shape.label
                for x, y in shape.points:
                    assert -0.001 <= x <= view.width + 0.001, (view.key, shape)
                    assert -0.001 <= y <= view.height + 0.001, (view.key, shape)


def test_the_section_is_drawn_from_the_figures(make_piece: MakePiece) -> None:
    section = plan(make_piece(), SHOP).view("section")
    lines = {d.figure: abs(d.end - d.start) for d in section.dimensions}
    assert lines == {
        "rail.face": 20,
        "gap.planned": 6,
        "seat.width": 32,
        "rail.height": 50,
        "depth.reveal": 3,
        "canvas.depth.bar": 38,
        "depth.lift": 3,
        "seat.thickness": 6,
        "screw.clear": 22,
    }


def test_the_back_is_the_face_mirrored(make_piece: MakePiece) -> None:
    piece = make_piece((600, 600, 600), (450, 450, 460))
    worked = plan(piece, SHOP)
    width = worked.view("face").width
    outlines = {key: next(s.points for s in worked.view(key).shapes if s.part == "canvas") for key in ("face", "back")}
    assert [(round(width - x, 3), y) for x, y in outlines["face"]] == [tuple(p) for p in outlines["back"]]


def test_a_second_reading_keeps_all_and_stands_by_the_median() -> None:
    made = document()
    made["object"]["width"]["top"] = readings(600, 603, 601)
    book = book_of(load_piece(made), SHOP)
    assert book["canvas.width.top"].value == 601
    assert [book[f"canvas.width.top.{i}"].value for i in (1, 2, 3)] == [600, 603, 601]


def test_the_nearest_lift_of_strips_moves_the_reveal_by_what_it_is_more_or_less() -> None:
    """What the way out says becomes so: rail, seat and bar stay, so lift and reveal are together what they were."""
    held = build({"solve": "lift", "reveal": "5.2", "frame": {"make": "new", "moulding": "oak-20x50"}})
    before = plan(held, HOUSE_SHOP)
    way = next(c for c in before.checks if c.key == "lift.stock").ways[0]
    after = apply_edits(held, [TakeWayOut(check="lift.stock", index=0)], HOUSE_SHOP)
    assert mm(after, "depth.lift") + mm(after, "depth.reveal") == mm(held, "depth.lift") + mm(held, "depth.reveal")
    assert (
        plain(way.say, "mm")
        == f"Lift of {float(mm(after, 'depth.lift')):g} mm: the reveal becomes {float(mm(after, 'depth.reveal')):g} mm"
    )


def build(case: dict[str, Any]) -> Piece:
    return load_piece(document(**case))


def test_a_true_canvas_in_a_rail_that_suits_has_nothing_in_the_way(make_piece: MakePiece) -> None:
    assert plan(make_piece(), HOUSE_SHOP).checks == ()


def test_worst_first() -> None:
    severities = [c.severity for c in plan(build({"width": (600, 595, 602), "screw": 45}), HOUSE_SHOP).checks]
    assert severities == sorted(severities, key=["stop", "caution", "note"].index)


def test_it_won_t_go_in_by_how_much(make_piece: MakePiece) -> None:
    worked = plan(make_piece(frame=bought(597.5, 470)), HOUSE_SHOP)
    assert plain(worked.verdict, "mm") == "It does not go in: 2.5 mm too large."
    assert not worked.settled
    assert worked.views, "a piece that can't be built is still drawn"


def test_turning_the_frame_is_offered_only_where_it_helps(make_piece: MakePiece) -> None:
    fits_turned = plan(make_piece(frame=bought(462, 612)), HOUSE_SHOP)
    ways = [plain(w.say, "mm") for c in fits_turned.checks if c.key == "fit.width" for w in c.ways]
    assert ways[0] == "Turn the frame a quarter turn: gaps 6 mm left and right, 6 mm top and bottom"
    never = plan(make_piece(frame=bought(590, 440)), HOUSE_SHOP)
    assert not any("Turn" in plain(w.say, "mm") for c in never.checks for w in c.ways)


def test_gap_advice_is_the_least_that_hides_it() -> None:
    piece = build({"width": (600, 596, 602)})
    check = next(c for c in plan(piece, HOUSE_SHOP).checks if c.key == "gap.untrue")
    after = apply_edits(piece, [TakeWayOut(check="gap.untrue", index=0)], HOUSE_SHOP)
    assert after.display.frame.gap == 12  # type: ignore[union-attr]
    tighter = build({"width": (600, 596, 602), "frame": NEW | {"gap": "11.5"}})
    assert any(c.key == "gap.untrue" for c in plan(tighter, HOUSE_SHOP).checks)
    assert "from 12 mm a side it would pass" in plain(check.why, "mm")


def test_readings_in_the_wrong_unit_are_read_the_other_way() -> None:
    piece = build({"width": (600, "23.6", 601)})
    mended = apply_edits(piece, [TakeWayOut(check="measure.unit.canvas.width.middle", index=0)], HOUSE_SHOP)
    reading = mended.object.width.middle[0]
    assert (str(reading.mm), reading.tape) == ("599.44", "in")


def test_crossed_readings_are_exchanged() -> None:
    made = document((600, 450, 600), (450, 601, 450))
    made["object"]["height"]["centre"] = readings(601)
    mended = apply_edits(load_piece(made), [TakeWayOut(check="measure.crossed", index=0)], HOUSE_SHOP)
    assert [r.mm for r in mended.object.width.middle] == [601]
    assert [r.mm for r in mended.object.height.centre] == [450]


# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("fit.width", "stop", *floated(frame=bought(597.5, 470))),
    ("fit.height", "caution", *floated(frame=bought(620, 450.5))),
    ("fit.width", "caution", *floated(frame=NEW | {"gap": "0.5"}, width=(600, 600, 600))),
    ("gap.uneven", "caution", *floated(frame=bought(624, 460))),
    ("gap.untrue", "caution", *floated(width=(600, 596, 602))),
    ("moulding.missing", "stop", *floated(frame=NEW | {"moulding": "sold-out"})),
    ("reveal.impossible", "stop", *floated(frame={"make": "new", "moulding": "ash-18x45"})),
    ("reveal.proud", "note", *floated(solve="reveal", lift=9)),
    ("rail.low", "stop", *floated(solve="moulding_depth", lift=6, reveal=3)),
    ("rail.rip", "note", *floated(solve="moulding_depth", lift=0, reveal=3)),
    ("lift.stock", "note", *floated(solve="lift", reveal="5.2", frame={"make": "new", "moulding": "oak-20x50"})),
    ("lift.all_round", "caution", *floated(width=(900, 900, 900), lift_kind="strips")),
    ("seat.reach", "stop", *floated(frame=NEW | {"gap": 25})),
    ("screw.bite", "stop", *floated(screw=16)),
    ("screw.canvas", "stop", *floated(screw=45)),
    ("rail.stock", "stop", *floated(width=(2700, 2700, 2700), frame={"make": "new", "moulding": "ash-10x32"}, depth=18)),
    ("measure.again.width", "stop", *floated(width=(600, 660, 601))),
    ("measure.swapped.width", "caution", *floated(width=(600, 450, 600), height=(450, 451, 450))),
    ("measure.crossed", "stop", *floated(width=(600, 450, 600), height=(450, 600, 450))),
    ("measure.unit.canvas.width.middle", "stop", *floated(width=(600, "23.6", 601))),
    ("measure.unit.canvas.height.left", "stop", *floated(width=(600,), height=(24,))),
    ("measure.one.width", "note", *floated(width=(600,))),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = [floated()]


def test_a_canvas_that_fills_its_frame_has_no_shims_and_no_step_with_them(make_piece: MakePiece) -> None:
    """A gap of 0 is one’s own: it may bind, and is said to; nothing of 0 mm is cut."""
    filled = plan(make_piece(frame=NEW | {"gap": 0}), HOUSE_SHOP)
    assert not any(line.key.startswith("shim") for line in filled.cuts) and "shims" not in {o.key for o in filled.steps}
    assert not filled.stops and not filled.faults
    assert next(c.severity for c in filled.checks if c.key == "fit.width") == "caution"
