"""Stretchers: against the textbook, a frame-analysis package, published paper sizes."""

from __future__ import annotations

import math
from itertools import pairwise
from typing import Any

import pytest
from anastruct import SystemElements
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.edits import Choose, TakePicture, TakeWayOut, TypeIn, apply_edits
from shadbo.core.planning.plan import Plan, book_of, plan
from shadbo.core.planning.starting import start_piece
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import Refused
from shadbo.core.quantity.figures import plain
from shadbo.core.quantity.sums import leaf
from shadbo.core.science.timber import STIFFNESS, bow, longest_span, stiffness
from tests.conftest import readings
from tests.core.displays.pieces import MAKE, stretched
from tests.core.things import keys, mm, piece, rolled, worked

PINE = 8_500


def to_make(width: Any, height: Any, **display: Any) -> Plan:
    return worked(
        {"type": "canvas_to_make", "width": width, "height": height}, {"type": "stretcher", "bar": "pine-38x45", **display}
    )


def on_roll(**more: Any) -> dict[str, Any]:
    return rolled(684, 984, wrap_printed=42, spare=48) | more


def test_off_the_roll_the_sizes_are_what_is_seen_from_the_front() -> None:
    """600 × 900 with 45 printed round it: bars of 600 × 900, and 690 × 990 of print; measured with its wrap, 90 less."""
    sizes = {"width": "600", "height": "900", "wrap_printed": "45", "spare": "50"}
    seen = plan(start_piece("rolled", "Roll", "", "mm", sizes, HOUSE_SHOP), HOUSE_SHOP)
    assert (mm(seen, "finished.width"), mm(seen, "finished.height")) == (600, 900)
    assert mm(seen, "turn.there.width") == 45 + 50 - mm(seen, "bar.depth")
    assert not seen.stops
    whole = worked(on_roll(measured="print"), {"type": "stretcher", "bar": "pine-38x45"})
    assert (mm(whole, "finished.width"), mm(whole, "finished.height")) == (600, 900)


# -- bending -------------------------------------------------------------------------------------------------------------


def length(value: float) -> Any:
    return leaf(Fraction(str(value)), f"test:{value}", "length", "choice")


@pytest.mark.parametrize(("span", "width", "depth"), [(600, 45, 38), (1200, 40, 18), (1500, 60, 45)])
def test_bending_against_a_frame_analysis(span: float, width: float, depth: float) -> None:
    """anaStruct's finite elements on a pinned beam under 0.15 N/mm; the bar bends across its width."""
    inertia = depth * width**3 / 12
    beam = SystemElements(EA=1e9, EI=PINE * inertia)
    beam.add_multiple_elements([[0, 0], [span, 0]], n=20)
    beam.add_support_hinged(1)
    beam.add_support_roll(21)
    for element in range(1, 21):
        beam.q_load(q=-0.15, element_id=element)
    beam.solve()
    middle = max(abs(beam.get_node_results_system(n)["uy"]) for n in range(1, 22))
    got = float(bow(length(span), length(width), length(depth), 150, "eastern white pine").value)
    assert got == pytest.approx(middle, rel=1e-3)


def test_bending_by_the_textbook() -> None:
    """Roark: 5wL⁴ / 384EI. 1 m of pine 45 × 38 under 150 N/m: I = 38·45³/12 = 288 562.5 mm⁴, so 0.796 mm."""
    got = bow(length(1000), length(45), length(38), 150, "eastern white pine")
    assert float(got.value) == pytest.approx(5 * 0.15 * 1000**4 / (384 * 8500 * 288562.5), rel=1e-12)
    assert float(got.value) == pytest.approx(0.796, abs=0.001)


@given(st.integers(12, 90), st.integers(10, 60))
def test_the_longest_span_bows_by_its_500th(width: int, depth: int) -> None:
    span = longest_span(length(width), length(depth), 150, "basswood", 500)
    back = bow(span, length(width), length(depth), 150, "basswood")
    assert float(back.value) == pytest.approx(float(span.value) / 500, rel=1e-6)


def test_stiffness_is_the_wood_handbook_s_and_the_softest_for_what_is_not_in_it() -> None:
    """USDA Wood Handbook FPL-GTR-282, Table 5-3, from memory."""
    assert (STIFFNESS["coast Douglas-fir"], STIFFNESS["basswood"], stiffness("mystery")) == (13_400, 10_100, 8_500)


def test_cross_bars_by_length_and_by_bending() -> None:
    """Handbook 7: over 1000 mm one the other way every 700–900; length = finished − 2B + 2 × tongue."""
    done = to_make(2000, 800, tongue=10)
    assert (done.figures["cross.count.width"].count, done.figures["cross.count.height"].count) == (2, 0)
    assert mm(done, "cross.length.width") == 800 - 2 * 45 + 2 * 10
    assert mm(done, "bend.free.width") == pytest.approx(2000 / 3, abs=1e-3)
    slim = to_make(990, 600, bar="pine-18x40", cross_bars="none")
    assert mm(slim, "bend.span") < 990 and "bend.width" in keys(slim)
    mended = plan(
        apply_edits(
            piece(
                {"type": "canvas_to_make", "width": 990, "height": 600},
                {"type": "stretcher", "bar": "pine-18x40", "cross_bars": "none"},
            ),
            [TakeWayOut(check="bend.width", index=0)],
            HOUSE_SHOP,
        ),
        HOUSE_SHOP,
    )
    assert "bend.width" not in keys(mended) and mended.figures["cross.count.width"].count == 1


# -- sums ---------------------------------------------------------------------------------------------------------------


def test_canvas_to_cut_wrap_and_print() -> None:
    """Handbook 7: cut = finished + 2 (D + turn); wrap = D + 3 to 5; printed = finished + 2 wrap."""
    done = to_make(600, 900, turn=50, wrap_extra=4)
    assert (mm(done, "canvas.cut.width"), mm(done, "canvas.cut.height")) == (600 + 2 * 88, 900 + 2 * 88)
    assert (mm(done, "wrap.needed"), mm(done, "printed.width")) == (42, 684)
    assert mm(done, "stretcher.diagonal") == pytest.approx(math.hypot(600, 900), abs=1e-5)
    assert mm(done, "stretcher.square") == pytest.approx(1.5 * math.hypot(0.6, 0.9), abs=1e-5)


@pytest.mark.parametrize(
    ("sheet", "width", "height", "pixels"),
    [("A4", 210, 297, (2481, 3508)), ("A3", 297, 420, (3508, 4961)), ("A2", 420, 594, (4961, 7016))],
)
def test_pixels_of_sheets(sheet: str, width: int, height: int, pixels: tuple[int, int]) -> None:
    """ISO 216 sheets at 300 dpi: the finished sheet without a wrap (a pixel more where one is begun)."""
    done = to_make(width, height, dpi=300, wrap_extra=0, bar="pine-18x40")
    book = book_of(
        piece(
            {"type": "canvas_to_make", "width": width, "height": height},
            {"type": "stretcher", "bar": "pine-18x40", "wrap_extra": 0, "dpi": 300},
        ),
        HOUSE_SHOP,
    )
    bare = tuple(-(-(book[f"finished.{a}"].value * 300) // Fraction("25.4")) for a in ("width", "height"))
    assert bare == pixels
    assert done.figures["pixels.width"].count == math.ceil((width + 36) / 25.4 * 300)


def test_the_least_canvas_way_on_the_roll_comes_first() -> None:
    """600 × 900 on 38 mm bars with 45 of turn: 766 × 1066. On 1117.6 the 1066 lies across and 766 is taken off:
    856 000 mm²; on 914.4 the 766 across and 1066 off: 975 000."""
    done = to_make(600, 900)
    assert (mm(done, "roll.width"), mm(done, "roll.length")) == (1117.6, 766)
    assert mm(done, "roll.left") == pytest.approx(1117.6 - 1066)
    start = piece({"type": "canvas_to_make", "width": 600, "height": 900}, {"type": "stretcher", "bar": "pine-38x45"})
    other = plan(apply_edits(start, [Choose(choice="roll", option="914-width")], HOUSE_SHOP), HOUSE_SHOP)
    assert (mm(other, "roll.width"), mm(other, "roll.length")) == (914.4, 1066)


def test_a_canvas_wider_than_any_roll_is_stopped_with_ways() -> None:
    done = to_make(2200, 2300)
    assert next(c for c in done.checks if c.key == "roll.narrow").ways


# -- wraps and bars too deep ----------------------------------------------------------------------------------------------


def test_a_bar_too_deep_says_which_would_do_and_what_the_canvas_would_be() -> None:
    """Wrap printed 23 mm: a bar of up to 20 (3 less). On pine 18: face = 684 − 2 × 23."""
    thing = on_roll(wrap_printed=23)
    start = piece(thing, {"type": "stretcher", "bar": "pine-38x45"})
    stop = next(c for c in plan(start, HOUSE_SHOP).stops if c.key == "wrap.narrow")
    assert [p["value"] for p in stop.ways[0].patch][:1] == ["pine-18x40"]
    after = plan(apply_edits(start, [TakeWayOut(check="wrap.narrow", index=0)], HOUSE_SHOP), HOUSE_SHOP)
    assert (mm(after, "finished.width"), mm(after, "finished.height")) == (638, 938) and "wrap.narrow" not in keys(after)
    smaller = plan(apply_edits(start, [TakeWayOut(check="wrap.narrow", index=1)], HOUSE_SHOP), HOUSE_SHOP)
    assert mm(smaller, "finished.width") == 684 - 2 * 41 and "wrap.narrow" not in keys(smaller)


def test_every_bar_shows_what_the_canvas_would_be_on_it() -> None:
    done = worked(on_roll(), {"type": "stretcher", "bar": "pine-38x45"})
    bars = next(i for i in done.stages[1].inputs if i.kind == "choice" and i.key == "bar")
    sizes = {o.key: [b.mm for b in o.detail if not isinstance(b, str)] for o in bars.options}
    assert sizes["pine-38x45"] == ["600", "900"]
    assert sizes["fir-45x60"] == ["588", "888"], "45 and 3 more on each side of 684 × 984"


def test_no_margin_to_staple_can_still_go_on_a_shallower_bar() -> None:
    """Handbook 7: a rolled canvas with no spare margin can still be put on shallower bars: say which."""
    start = piece(rolled(600, 900, wrap_printed=0, spare=45), {"type": "stretcher", "bar": "pine-38x45", "wrap": "none"})
    stop = next(c for c in plan(start, HOUSE_SHOP).stops if c.key == "turn.none")
    bars = [way.patch[0]["value"] for way in stop.ways if way.patch[0]["path"] == "/display/bar"]
    assert bars == ["pine-25x45", "pine-18x40"], "45 − 25 leaves 20 to turn, 45 − 18 leaves 27"
    after = plan(apply_edits(start, [TakeWayOut(check="turn.none", index=0)], HOUSE_SHOP), HOUSE_SHOP)
    assert "turn.none" not in keys(after)


def test_a_picture_carried_round_gives_up_its_edge() -> None:
    done = worked(rolled(700, 1000, wrap_printed=0, spare=60), {"type": "stretcher", "bar": "pine-38x45", "wrap": "stretched"})
    assert (mm(done, "finished.width"), mm(done, "finished.height")) == (700 - 84, 1000 - 84)
    assert "wrap.narrow" not in keys(done)


# -- staples --------------------------------------------------------------------------------------------------------------


def numbered(done: Plan) -> list[tuple[str, float]]:
    """Staples in their order, off the back drawing: the side each stands on, how far from the middle of that side."""
    texts = sorted((s for s in done.view("back").shapes if s.kind == "text"), key=lambda s: int(s.text))
    back = done.view("back")
    box = next(s for s in back.shapes if s.part == "canvas").points
    (left, top), (_, bottom) = box[0], box[2]
    out = []
    for text in texts:
        x, y = text.points[0]
        side = "top" if y < top else "bottom" if y > bottom else "left" if x < left else "right"
        out.append((side, x - back.width / 2 if side in ("top", "bottom") else y - back.height / 2))
    return out


@pytest.mark.parametrize("size", [(300, 200), (600, 900), (1000, 700)])
def test_staples_go_outward_in_opposite_pairs(size: tuple[int, int]) -> None:
    """Handbook 7: a side's middle, the middle opposite, the other two; outward in opposite pairs; 45 mm apart at most."""
    done = to_make(*size)
    staples = numbered(done)
    assert [side for side, _ in staples[:4]] == ["top", "bottom", "left", "right"]
    assert all(abs(off) < 0.01 for _, off in staples[:4])
    assert len(staples) == done.figures["staple.count"].count
    opposite = {"top": "bottom", "left": "right"}
    for (side, off), (across, off_there) in zip(staples[::2], staples[1::2], strict=True):
        assert opposite[side] == across and off == pytest.approx(off_there, abs=0.01)
    for side, length_ in (("top", size[0]), ("left", size[1])):
        offs = sorted(off for s, off in staples if s == side)
        assert offs[-1] == pytest.approx(length_ / 2 - 40, abs=0.01), "40 mm is left for the corner fold"
        assert max(b - a for a, b in pairwise(offs)) <= 45.01
    reach: dict[str, float] = {}
    for side, off in staples:
        assert abs(off) >= reach.get(side, 0) - 0.01, "never back towards the middle"
        reach[side] = max(reach.get(side, 0), abs(off))


def test_every_staple_is_drawn_with_its_number() -> None:
    done = to_make(600, 900)
    back = done.view("back")
    numbers = [s.text for s in back.shapes if s.kind == "text"]
    assert len([s for s in back.shapes if s.part == "staple" and s.kind == "line"]) == len(numbers)
    assert sorted(map(int, numbers)) == list(range(1, (done.figures["staple.count"].count or 0) + 1))


def test_the_corner_drawing_shows_the_line_never_to_cross() -> None:
    """Handbook 7: never closer than 10 mm to the face fold."""
    done = to_make(600, 900)
    corner = done.view("corner")
    fold = next(s for s in corner.shapes if s.part == "fold")
    keep = next(s for s in corner.shapes if s.material == "keep")
    assert fold.points[0][0] - keep.points[0][0] == pytest.approx(10) == mm(done, "corner.keep")
    cut = next(s for s in corner.shapes if s.part == "corner.surplus")
    assert max(p[0] for p in cut.points) <= keep.points[0][0]


# -- square as built -------------------------------------------------------------------------------------------------------


def built(rising: Any, falling: Any) -> Plan:
    return to_make(600, 900, built={"rising": readings(rising), "falling": readings(falling)})


def test_typed_diagonals_are_held_against_the_target() -> None:
    good, racked, wrong = built("1081.5", 1082), built(1080, 1084), built(1181, 1180)
    assert "built.racked" not in keys(good)
    check = next(c for c in racked.checks if c.key == "built.racked")
    assert "upper left and lower right" in str(check.why), "the longer one is pushed together"
    assert mm(racked, "built.differ") == 4
    assert next(c for c in wrong.checks if c.key == "built.size").severity == "stop"


# -- the picture file -------------------------------------------------------------------------------------------------------


def file(width: int, height: int) -> dict[str, Any]:
    return {"sha256": "a" * 64, "name": "road.jpg", "media": "image/jpeg", "width": width, "height": height}


def test_a_file_is_held_against_its_size() -> None:
    """600 × 900 mm from 2400 × 3600 pixels: 2400 / (600 / 25.4) = 101.6 dpi; from 1200 × 1800 half of it: flagged."""
    good, poor = to_make(600, 900, file=file(2400, 3600)), to_make(600, 900, file=file(1200, 1800))
    assert good.figures["file.dpi"].quantity and good.figures["file.dpi"].quantity.mm == "102 dpi"
    assert "file.poor" not in keys(good) and "file.poor" in keys(poor)
    way = next(c for c in poor.checks if c.key == "file.poor").ways[0]
    assert {p["path"] for p in way.patch} == {"/display/finished_width", "/display/finished_height"}


def test_other_proportions_are_cut_away_and_said() -> None:
    """3000 × 3000 onto 600 × 900: enlarged to 900 × 900, 300 of its width is cut away."""
    done = to_make(600, 900, file=file(3000, 3000))
    assert mm(done, "file.crop") == 300 and "file.crop" in keys(done)


def test_a_picture_has_no_place_on_a_piece_without_a_stretcher() -> None:
    from tests.core.things import canvas, made

    with pytest.raises(Refused, match="no place"):
        apply_edits(piece(canvas(600, 450), {"type": "lipped", "frame": made()}), [TakePicture(file=None)], HOUSE_SHOP)


def test_once_stretched_it_goes_on_into_a_frame() -> None:
    start = piece(on_roll(), {"type": "stretcher", "bar": "pine-38x45"})
    floated = plan(apply_edits(start, [Choose(choice="next", option="floater")], HOUSE_SHOP), HOUSE_SHOP)
    assert mm(floated, "canvas.width.largest") == 600 and mm(floated, "canvas.depth.bar") == 38
    lipped = plan(apply_edits(start, [Choose(choice="next", option="lipped")], HOUSE_SHOP), HOUSE_SHOP)
    assert lipped.display == "Frame with a lip"


def test_a_typed_finished_size_stands_and_empties_again() -> None:
    start = piece(on_roll(), {"type": "stretcher", "bar": "pine-38x45"})
    typed = apply_edits(start, [TypeIn(pointer="/display/finished_width", text="590", unit="mm")], HOUSE_SHOP)
    assert mm(plan(typed, HOUSE_SHOP), "finished.width") == 590
    empty = apply_edits(typed, [TypeIn(pointer="/display/finished_width", text="", unit="mm")], HOUSE_SHOP)
    assert mm(plan(empty, HOUSE_SHOP), "finished.width") == 600


# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("bar.missing", "stop", MAKE, stretched(bar="sold-out")),
    ("bar.stock", "stop", MAKE | {"width": 3100}, stretched()),
    ("wrap.narrow", "stop", rolled(684, 984, wrap_printed=23, spare=60), stretched()),
    ("turn.short", "caution", MAKE, stretched(turn=30)),
    ("turn.less", "note", rolled(684, 984, wrap_printed=42, spare=30), stretched()),
    ("turn.none", "stop", rolled(600, 900, wrap_printed=0, spare=45), stretched(wrap="none")),
    ("turn.none", "stop", rolled(600, 900, wrap_printed=0, spare=20), stretched(wrap="none")),
    ("bend.width", "caution", MAKE | {"width": 1400}, stretched(cross_bars="none")),
    ("built.one", "note", MAKE, stretched(built={"rising": readings(1080), "falling": []})),
    ("built.racked", "caution", MAKE, stretched(built={"rising": readings(1080), "falling": readings(1085)})),
    ("built.size", "stop", MAKE, stretched(built={"rising": readings(1280), "falling": readings(1280)})),
    (
        "file.poor",
        "caution",
        MAKE,
        stretched(file={"sha256": "0" * 64, "name": "a.png", "media": "image/png", "width": 1200, "height": 1800}),
    ),
    (
        "file.crop",
        "note",
        MAKE,
        stretched(file={"sha256": "0" * 64, "name": "a.png", "media": "image/png", "width": 4000, "height": 4000}),
    ),
    ("roll.narrow", "stop", MAKE | {"width": 2250, "height": 2400}, stretched()),
    ("braces", "note", MAKE | {"height": 1200}, stretched(braces=False)),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = [
    (rolled((684), (984), wrap_printed=42, spare=55), stretched()),
    (MAKE, stretched(file={"sha256": "0" * 64, "name": "a.png", "media": "image/png", "width": 4000, "height": 6000})),
]


def test_a_canvas_to_paint_on_is_fastened_and_not_printed() -> None:
    """Begun bare: no print, nothing of a wrap; mitres stapled, cross-bars screwed at both ends (common practice)."""
    begun = start_piece("to_paint", "Bare", "", "mm", {"width": "1200", "height": "900"}, HOUSE_SHOP)
    done = plan(begun, HOUSE_SHOP)
    there = {p.key: p.count for p in done.to_get}
    assert there["mitre.staple"] == 8 and there["screw.cross"] == 4
    assert "print" not in {s.key for s in done.steps}
    words = " ".join(plain(s.say, "mm") for s in done.steps)
    assert "print" not in words and "on the roll" not in words
