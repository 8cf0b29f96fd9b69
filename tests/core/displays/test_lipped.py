"""Frames with a lip and deep ready-mades: sums, checks, ways out."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.edits import Choose, ShowAs, TakeWayOut, apply_edits
from shadbo.core.planning.plan import Plan, plan
from tests.core.displays.pieces import SMALL, lipped
from tests.core.framing.test_weights import kg
from tests.core.things import canvas, frame, keys, made, mm, piece, plain, worked


def in_a_lip(thing: dict[str, Any], **display: Any) -> Plan:
    return worked(thing, {"type": "lipped", "frame": made(), **display})


def test_sizes_come_from_the_smallest_reading_under_the_lip() -> None:
    """sight = smallest − 2 × lap; rabbet = sight + 2 × lip (6); outside = rabbet + 2 × (face 25 − lip)."""
    done = in_a_lip(canvas((600, 599, "600.5"), (450, 450, 450)))
    assert mm(done, "frame.sight.width") == 599 - 10
    assert mm(done, "frame.rabbet.width") == 589 + 12
    assert mm(done, "frame.outside.width") == 601 + 38
    assert mm(done, "fit.width") == 601 - 600.5


@given(st.integers(150, 1600), st.integers(150, 1600))
def test_clips_are_never_too_far_apart_and_two_a_side_at_least(width: int, height: int) -> None:
    """Common practice: offset clips every 150 mm (6 in), at least two a side."""
    done = in_a_lip(canvas(width, height))
    for along, axis in (("across", "width"), ("down", "height")):
        places = [mm(done, n) for n in done.figures if n.startswith(f"clip.{along}.")]
        assert len(places) >= 2
        gaps = [b - a for a, b in pairwise(places)]
        assert max(gaps) <= 150 + 1e-6 and max(gaps) - min(gaps) < 1e-5
        outside = mm(done, f"frame.outside.{axis}")
        assert places[0] == pytest.approx(outside - places[-1], abs=1e-5), "the same from both ends"


def test_the_clip_s_offset_takes_up_how_far_the_canvas_stands_out() -> None:
    """A bar of 38 in a rabbet of 22 stands out 16: the 12.7 (½ in) clip, 3.3 for its spring."""
    done = in_a_lip(canvas(600, 450, 38))
    assert (mm(done, "clip.standout"), mm(done, "clip.offset")) == (16, 12.7)
    assert mm(done, "clip.sprung") == pytest.approx(3.3)
    loose = in_a_lip(canvas(600, 450, 38), offset="19.05")
    check = next(c for c in loose.checks if c.key == "clip.offset")
    assert check.ways and "12.7" in str(check.ways[0].patch)
    assert "clip.shallow" in keys(in_a_lip(canvas(600, 450, 15)))


def test_screws_can_t_reach_the_canvas_nor_the_face() -> None:
    done = in_a_lip(canvas(600, 450, 18), screw=30)
    stop = next(c for c in done.checks if c.key == "screw.long")
    assert stop.severity == "stop" and mm(done, "screw.longest") == 30 - 4 and stop.ways
    assert mm(done, "screw.bar.longest") == 18 - 5
    assert next(c for c in done.checks if c.key == "screw.bar").severity == "caution"
    short = in_a_lip(canvas(600, 450, 18), screw=8)
    assert "screw.short" in keys(short)


def test_a_canvas_too_large_for_the_rabbet_is_stopped_and_can_be_mended() -> None:
    start = piece(canvas(602, 450), {"type": "lipped", "frame": frame((601, 601, 601), (455, 455, 455))})
    stop = next(c for c in plan(start, HOUSE_SHOP).stops if c.key == "fit.width")
    assert stop.ways
    after = plan(apply_edits(start, [TakeWayOut(check="fit.width", index=len(stop.ways) - 1)], HOUSE_SHOP), HOUSE_SHOP)
    assert not after.stops


def test_a_canvas_its_frame_does_not_cover_is_stopped() -> None:
    """Lip 6, rabbet 610: pushed to one side 600 leaves 4 of its edge to be seen."""
    done = worked(canvas(600, 450), {"type": "lipped", "frame": frame((610, 610, 610), (455, 455, 455))})
    assert mm(done, "lap.least.width") == 6 - 10
    assert next(c for c in done.checks if c.key == "lap.width").severity == "stop"


def test_a_turned_frame_is_offered_where_it_fits() -> None:
    start = piece(canvas(450, 600), {"type": "lipped", "frame": frame((602, 602, 602), (453, 453, 453))})
    way = next(w for c in plan(start, HOUSE_SHOP).checks if c.key == "fit.height" for w in c.ways)
    assert way.patch == ({"op": "add", "path": "/display/frame/turned", "value": True},)


def test_the_dust_cover_stays_inside_and_has_its_hole() -> None:
    """Handbook 11: trimmed 2–3 mm inside; a breathing hole for canvas."""
    done = in_a_lip(canvas(600, 450))
    assert mm(done, "cover.width") == mm(done, "frame.outside.width") - 6
    assert any(s.part == "hole" for s in done.view("back").shapes)
    assert "breathing hole" in str(next(s for s in done.steps if s.key == "cover").say)


# -- deep ready-made ---------------------------------------------------------------------------------------------------


def boxed(thing: dict[str, Any], **display: Any) -> Plan:
    box = frame((202, 202, 202), (202, 202, 202), lip=5, rabbet_depth=44, face=29, moulding_depth=50, glazing_thickness=2, board=3)
    return worked(thing, {"type": "deep_ready_made", "frame": box, **display})


def test_a_200_canvas_in_a_250_box() -> None:
    """Common practice: a 200 mm canvas in a 250 mm ready-made has rails 25 wide (face less what its lip
    laps, 29 − 5 + 1 of packing). Card as thick as the glass; packing even on both sides; 44 − 3 − (2 + 18 + 3) left."""
    done = boxed(canvas(200, 200, 18))
    assert mm(done, "frame.outside.width") == 250
    assert (mm(done, "frame.outside.width") - 200) / 2 == 25
    assert mm(done, "packing.width") == mm(done, "packing.height") == 1
    assert mm(done, "pack.card") == 2
    assert mm(done, "depth.slack") == 44 - 3 - 23
    assert not done.stops


def test_packing_and_card_are_cut_to_length() -> None:
    """Common practice: strips at the sides as long as the box, those at top and bottom between them. Box 310 × 410, canvas 300 × 400, lip 6, glass 2."""
    box = frame((310,), (410,), lip=6, rabbet_depth=40, glazing_thickness=2, board=3)
    done = worked(canvas(300, 400, 18), {"type": "deep_ready_made", "frame": box})
    cut = {c.key: (float(c.mm), c.count, plain(c.section, "mm")) for c in done.cuts if c.key.startswith(("packing", "card"))}
    assert cut == {
        "packing.width": (410, 2, "18 mm wide, 5 mm thick"),
        "packing.height": (310 - 2 * 5, 2, "18 mm wide, 5 mm thick"),
        "card.down": (410, 2, "6 mm wide, 2 mm thick"),
        "card.across": (310 - 2 * 6, 2, "6 mm wide, 2 mm thick"),
    }
    # As it is drawn across: no wider than the lip that hides it.
    card = next(s.points for s in done.view("section").shapes if s.part == "card")
    assert max(x for x, _ in card) - min(x for x, _ in card) == 6


def test_what_is_left_is_filled_out_of_stock_to_within_a_millimetre() -> None:
    """The boards that are cut, by their thickness, come to what is left behind the inner board less a millimetre at most."""
    done = boxed(canvas(200, 200, 18))
    thick = {b.name: float(b.thickness) for b in HOUSE_SHOP.boards} | {f"Card {float(c):g}": float(c) for c in HOUSE_SHOP.cards}
    filled = sum(c.count * thick[c.material] for c in done.cuts if c.part == "Filler behind")
    assert 0 <= mm(done, "depth.slack") - filled <= 1 and mm(done, "pack.left") == mm(done, "depth.slack") - filled
    assert not done.faults


def test_screws_go_through_the_board_into_the_bars() -> None:
    """Board 3 and half the bar, 9: 12 at the least; never within 5 of the canvas: 3 + 18 − 5 = 16. Stock has 5/8 in, which bites more than 12."""
    done = boxed(canvas(200, 200, 18, bar_width=36))
    assert (mm(done, "screw.shortest"), mm(done, "screw.longest")) == (12, 16)
    assert (mm(done, "screw.length"), mm(done, "screw.bite")) == (16, 13)
    assert mm(done, "screw.inset.width") == (200 - 200) / 2 + 18
    assert done.figures["screw.count"].count == 8
    assert [mm(done, f"screw.across.{i}") for i in (1, 2)] == [50, 150]
    long = boxed(canvas(200, 200, 18), screw=20)
    assert next(c for c in long.checks if c.key == "screw.long").severity == "stop"


def test_tape_alone_is_cautioned_and_waits_a_day() -> None:
    done = boxed(canvas(200, 200, 18), fixing="tape_alone")
    assert "fixing.tape" in keys(done, "caution")
    assert next(s for s in done.steps if s.key == "tape").wait_minutes == 24 * 60
    assert not any(line.key == "screw" for line in done.cuts)


def test_a_canvas_too_deep_for_its_box_has_ways_out_that_mend_it() -> None:
    start = piece(
        canvas(200, 200, 38),
        {
            "type": "deep_ready_made",
            "frame": frame(
                (202, 202, 202), (202, 202, 202), lip=5, rabbet_depth=44, face=29, moulding_depth=50, glazing_thickness=2, board=3
            ),
        },
    )
    stop = next(c for c in plan(start, HOUSE_SHOP).stops if c.key == "depth.slack")
    assert len(stop.ways) >= 2
    for i in range(len(stop.ways)):
        after = plan(apply_edits(start, [TakeWayOut(check="depth.slack", index=i)], HOUSE_SHOP), HOUSE_SHOP)
        assert "depth.slack" not in keys(after, "stop")


def test_a_canvas_too_large_for_its_box_is_stopped() -> None:
    stop = next(c for c in boxed(canvas(210, 200, 18)).stops if c.key == "fit.width")
    assert stop.ways


# -- one canvas, three ways of showing it ---------------------------------------------------------------------------------


@pytest.mark.parametrize("way", ["floater", "lipped", "deep_ready_made"])
def test_the_way_of_showing_a_canvas_can_be_changed(way: str) -> None:
    start = piece(canvas(200, 200, 18), {"type": "lipped", "frame": made()})
    changed = apply_edits(start, [Choose(choice="display", option=way)], HOUSE_SHOP)
    assert changed.display.type == way
    done = plan(changed, HOUSE_SHOP)
    chosen = next(i for i in done.stages[1].inputs if i.kind == "choice" and i.key == "display")
    assert [o.key for o in chosen.options if o.chosen] == [way]


def test_every_step_list_says_what_to_look_at() -> None:
    for done in (in_a_lip(canvas(600, 450)), boxed(canvas(200, 200, 18))):
        assert sum(s.gate for s in done.steps) >= 3


# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("bars.wide", "stop", canvas(200, 220, bar_width=110), {"type": "lipped", "frame": made("oak-lip-25x30")}),
    ("bars.wide", "stop", canvas(70, 220, bar_width=40), {"type": "lipped", "frame": made("oak-lip-25x30")}),
    ("frame.again.width", "stop", SMALL, lipped(frame=frame((204, 290, 204), (204, 204, 204)))),
    ("fit.width", "stop", SMALL, lipped(frame=frame((199, 199, 199), (204, 204, 204)))),
    ("fit.width", "caution", canvas((200, 200, "201.5"), 200), lipped()),
    ("lap.width", "stop", SMALL, lipped(frame=frame((212, 212, 212), (204, 204, 204)))),
    ("lap.width", "caution", canvas(200, 200), lipped(frame=made("cherry-lip-35x55"))),
    ("lap.much.width", "note", canvas(200, 200), lipped(frame=frame((202, 202, 202), (202, 202, 202), lip=15))),
    ("clip.shallow", "note", canvas(200, 200, 12), lipped()),
    ("clip.offset", "caution", canvas(200, 200, 38), lipped(offset="25.4")),
    ("clip.offset", "caution", canvas(200, 200, 38), lipped(offset=0)),
    ("screw.long", "stop", canvas(200, 200, 38), lipped(screw=40)),
    ("screw.short", "caution", canvas(200, 200, 38), lipped(screw=8)),
    ("screw.bar", "caution", canvas(200, 200, 22), lipped(screw=25)),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = [(canvas(600, 450, 22), lipped())]


BOARD = canvas(400, 300, 4) | {"support": "board", "bar_width": 30}


def test_what_lies_below_the_back_is_packed_under_its_clips() -> None:
    """A board of 4 in a rabbet of 22 lies 18 below the back: a packer of 18 under each clip, as many as there are clips."""
    done = worked(BOARD, {"type": "lipped", "frame": made()})
    packers = next(p for p in done.to_get if p.key == "packer")
    clips = next(p for p in done.to_get if p.key == "clip")
    assert packers.count == clips.count and mm(done, "clip.packer") == 22 - 4
    assert "cradle.deep" not in done.figures and not done.stops
    out = worked(canvas(400, 300, 38), {"type": "lipped", "frame": made()})
    assert "packer" not in {p.key for p in out.to_get} and mm(out, "clip.standout") == 38 - 22


def test_paint_behind_a_sheet_keeps_its_distance() -> None:
    """Glass 2 and a spacer of 6 come before the bar: the canvas stands out by so much more, and the sheet and spacer are cut."""
    bare = worked(canvas(400, 300, 38), {"type": "lipped", "frame": made()})
    done = worked(canvas(400, 300, 38), {"type": "lipped", "frame": made(), "glazing": "glass"})
    assert mm(done, "clip.standout") - mm(bare, "clip.standout") == 2 + 6
    cut = {c.key for c in done.cuts}
    assert {"glazing", "spacer.horizontal", "spacer.vertical"} <= cut and not {"glazing"} & {c.key for c in bare.cuts}
    order = [s.key for s in done.steps]
    assert order.index("glazing") < order.index("spacer") < order.index("lay") < order.index("clips")
    parts = [s.part for s in done.view("section").shapes]
    assert parts.index("glazing") < parts.index("bar")
    assert kg(done.weight.mm) - kg(bare.weight.mm) == pytest.approx(0.398 * 0.298 * 2 * 2.5, abs=0.01), "EN 572-1, 2500 kg/m³"


def test_a_bare_board_in_a_floater_gets_a_cradle_first() -> None:
    """Strips of 18 glued behind a board of 4: the screws bite in 22; the sides lie between top and bottom; glued before it is centred."""
    done = worked(BOARD, {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}})
    lines = {c.key: c for c in done.cuts}
    assert mm(done, "canvas.depth.mean") == 22 and mm(done, "cradle.across") == 400 and mm(done, "cradle.down") == 300 - 2 * 30
    assert lines["cradle.across"].count == lines["cradle.down"].count == 2
    order = [s.key for s in done.steps]
    assert order.index("cradle") < order.index("centre") < order.index("screw")
    assert "panel" in plain(done.steps[0].say, "mm") and not done.stops
    kept = plan(
        piece(BOARD, {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}}, practice="conservation"), HOUSE_SHOP
    )
    assert "display.harms" in {c.key for c in kept.stops}, "nothing is glued to its back there"


def test_a_way_of_showing_chosen_on_the_sheet_begins_as_its_display_does() -> None:
    """A board of 4 put in a floater from the chooser gets the rail its own display would begin with, not the deepest there is."""
    begun = piece(BOARD, {"type": "lipped", "frame": made()})
    chosen = apply_edits(begun, [Choose(choice="display", option="floater")], HOUSE_SHOP)
    shown = apply_edits(begun, [ShowAs(display="floater")], HOUSE_SHOP)
    assert chosen.display == shown.display and mm(plan(chosen, HOUSE_SHOP), "depth.lift") < 20


def test_a_linen_liner_by_hand() -> None:
    """Canvas 600 × 500, covered 5: the liner shows 590 inside and is 650 outside of a face of 30; the frame’s rabbet is 2 more, and of
    the liner 30 + 1 − 7 shows under a lip of 7 (common practice)."""
    done = worked(canvas(600, 500, 20), {"type": "lipped", "frame": made("walnut-lip-30x28"), "liner": "linen"})
    assert mm(done, "liner.sight.width") == 590 and mm(done, "liner.outside.width") == 650
    assert mm(done, "frame.rabbet.width") == 652 and mm(done, "frame.sight.width") == 652 - 14
    assert mm(done, "liner.shows.width") == (638 - 590) / 2 == 30 + 1 - 7
    # Six of its wood lie before the canvas: it stands out behind by so much more.
    bare = worked(canvas(600, 500, 20), {"type": "lipped", "frame": made("walnut-lip-30x28")})
    assert mm(done, "clip.standout") == mm(bare, "clip.standout") + 6
    assert {c.key: c.count for c in done.cuts if c.key.startswith("liner")} == {"liner.width": 2, "liner.height": 2}
    order = [s.key for s in done.steps]
    assert order.index("glue") < order.index("liner.cut") < order.index("liner") < order.index("lay") and done.faults == ()
    drawn = [s for s in done.view("face").shapes if s.part == "liner"]
    assert len(drawn) == 4
    glazed = worked(canvas(600, 500, 20), {"type": "lipped", "frame": made("pine-lip-40x36"), "liner": "gilt", "glazing": "glass"})
    assert "spacer" not in {c.key.split(".")[0] for c in glazed.cuts}, "the liner keeps it off the glass"
    assert glazed.faults == ()
