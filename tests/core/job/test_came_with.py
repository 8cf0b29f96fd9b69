"""A bought frame and everything that came with it: used as it is, told as there, neither cut nor bought again (common practice)."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core.contract.parts import Part
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.edits import Act, TypeIn, apply_edits
from shadbo.core.planning.plan import Plan, book_of, plan
from shadbo.core.planning.trying import ways_out
from shadbo.core.quantity.figures import plain
from tests.core.mending import fires_and_is_mended
from tests.core.things import badge, flat, frame, item, keys, mm, piece, things, worked

PRINT = flat((200,), (250,))
CAME: dict[str, Any] = {"glazing_thickness": 2, "board": 3, "tabs": True, "hanger": "top"}

DEEP = frame((202,), (202,), rabbet_depth=44, moulding_depth=50, **CAME)


def bought(**more: Any) -> dict[str, Any]:
    return {"type": "on_board", "frame": frame((302,), (402,), **(CAME | more))}


def parts(done: Plan) -> dict[str, Part]:
    return {part.key: part for part in done.to_get}


def told(done: Plan, key: str) -> str:
    step = next(s for s in done.steps if s.key == key)
    return plain(step.say, "mm")


@pytest.mark.parametrize(
    ("thing", "display"),
    [(PRINT, bought()), (things(badge("b", anchors=[{"how": "hole", "x": 0, "y": 0}])), {"type": "shadow_box", "frame": DEEP})],
)
def test_what_came_is_used_as_it_is(thing: dict[str, Any], display: dict[str, Any]) -> None:
    done = worked(thing, display)
    there = parts(done)
    assert {k for k, p in there.items() if p.comes == "came"} == {"rail", "glazing", "backing", "tabs", "ring"}
    assert not {"points", "cover", "ring.screw"} & set(there), "tabs close it, its own hanger carries it"
    assert not {"glazing", "backing"} & {c.key for c in done.cuts}
    order = [s.key for s in done.steps]
    assert order.index("open") < order.index("glazing") < order.index("close") < order.index("rings")
    assert "leave the glass in the frame" in told(done, "open") and "tabs pressed flat" in told(done, "close")
    assert "points.width" not in done.figures


def test_turned_its_hanger_is_on_the_side_and_moves() -> None:
    done = worked(flat((250,), (200,)), bought(turned=True), hang={"how": "one"})
    assert "comes off the side rail" in told(done, "rings") and parts(done)["ring.screw"].count == 2
    upright = worked(flat((250,), (200,)), bought(turned=True, hanger="side"), hang={"how": "one"})
    assert "ring.screw" not in parts(upright)


def test_too_heavy_for_its_own_hanger() -> None:
    done = worked(PRINT, bought(), hang={"how": "wire"})
    assert "own hanger comes off" in told(done, "rings") and parts(done)["ring"].count == 2


def test_acrylic_that_came_is_taken_for_what_it_is() -> None:
    done = worked(PRINT, bought(sheet="acrylic") | {"glazing": "auto", "grade": "auto"})
    assert parts(done)["glazing"].name == "Acrylic that came with it"
    other = worked(PRINT, bought(sheet="acrylic") | {"glazing": "glass"})
    assert {c.key for c in other.cuts} >= {"glazing"} and "wrapped and put by" in told(other, "open")


def test_the_real_size_of_the_sheet() -> None:
    """Read, it is that and no new sheet’s allowance; too small for its lip it is a stop."""
    held = worked(PRINT, bought(sheet_width=299, sheet_height=400))
    assert mm(held, "glazing.width") == 299 and mm(held, "glazing.lap.width") == 6 - (302 - 299)
    assert not {k for k in keys(held) if k.startswith("glazing.lap")}
    fires_and_is_mended(piece(PRINT, bought(sheet_width=295, sheet_height=400)), "glazing.lap.width", "stop")
    turned = worked(flat((250,), (200,)), bought(turned=True, sheet_width=299))
    assert mm(turned, "glazing.height") == 299, "its width is the height of a frame that is turned"


def test_a_frame_without_tabs_is_closed_with_points() -> None:
    done = worked(PRINT, bought(tabs=False, hanger="none"))
    assert {"points", "cover", "ring.screw"} <= set(parts(done)) and "tabs" not in parts(done)


def test_mats_without_a_window_are_one() -> None:
    """A second mat is seen only in windows: a shirt alone has one ground, not two sheets on one another."""
    shirt = item("s", "garment", 500, 700, folding={"opening_width": 300, "opening_height": 400})
    done = worked(
        things(shirt), {"type": "matted_box", "frame": {"make": "new", "moulding": "oak-box-25x65"}, "mats": {"count": 2}}
    )
    assert [c.key for c in done.cuts if c.key.startswith("mat_")] == ["mat_top"]
    assert not {s.key for s in done.steps} & {"mat_top.draw", "mat_bottom.cut", "mats.join"}
    framed = item("p", "photograph", 100, 150, window={"how": "overlap", "by": 3})
    both = worked(
        things(shirt, framed), {"type": "matted_box", "frame": {"make": "new", "moulding": "oak-box-25x65"}, "mats": {"count": 2}}
    )
    assert {"mat_top", "mat_bottom"} <= {c.key for c in both.cuts}


LABELLED = {"label_width": 300, "label_height": 400}


def test_a_label_of_the_opening_and_one_over_all() -> None:
    """Common practice: a frame sold as 300 × 400 takes glass of that; a box frame's label may be its size over all, face and lip known."""
    opening = worked(PRINT, bought(**LABELLED))
    assert (mm(opening, "frame.label.width"), mm(opening, "frame.label.height")) == (302, 402)
    assert not {k for k in keys(opening) if k.startswith(("frame.label", "frame.by_label"))}
    # 25 of face, 6 of lip: 2 × 19 less than over all.
    outside = worked(PRINT, bought(label_of="outside", label_width=340, label_height=440))
    assert (mm(outside, "frame.label.width"), mm(outside, "frame.label.height")) == (302, 402)
    turned = worked(flat((250,), (200,)), bought(turned=True, **LABELLED))
    assert (mm(turned, "frame.label.width"), mm(turned, "frame.label.height")) == (402, 302)


def test_a_label_that_is_not_what_was_read() -> None:
    over_all = piece(PRINT, bought(label_width=340, label_height=440))
    fires_and_is_mended(over_all, "frame.label", "caution")
    first = ways_out(over_all, HOUSE_SHOP, of="frame.label")["frame.label"][0]
    assert plain(first.say, "mm") == "The label’s size is over all"
    fires_and_is_mended(piece(PRINT, bought(label_width=240)), "frame.label", "caution")


def test_a_depth_on_a_label_is_often_the_frames_own() -> None:
    deep = {"type": "shadow_box", "frame": frame((202,), (202,), rabbet_depth=33, moulding_depth=45, label_depth=45, **CAME)}
    own = next(c for c in worked(things(badge("b")), deep).checks if c.key == "frame.label.depth")
    assert own.severity == "note" and "the frame’s own" in plain(own.say, "mm")
    deep["frame"]["label_depth"] = 60
    fires_and_is_mended(piece(things(badge("b")), deep), "frame.label.depth", "caution")


def test_going_by_the_label_until_it_is_read() -> None:
    """Its doubt is carried in every sum; typing what was read ends it."""
    begun = piece(PRINT, bought(label_depth=18, **LABELLED))
    going = apply_edits(begun, (Act(action="by_label"),), HOUSE_SHOP)
    done = plan(going, HOUSE_SHOP)
    assert mm(done, "frame.rabbet.width") == 302 and mm(done, "rabbet.depth") == 18
    assert book_of(going, HOUSE_SHOP)["frame.rabbet.width"].worst == 5
    assert next(c for c in done.checks if c.key == "frame.by_label").severity == "caution"
    assert not {k for k in keys(done) if k.startswith("frame.one")}, "nothing rests on a reading nobody took"
    for axis, place in (("width", "middle"), ("height", "centre")):
        going = apply_edits(going, (TypeIn(pointer=f"/display/frame/{axis}/{place}/0", text="302", unit="mm"),), HOUSE_SHOP)
    assert "frame.by_label" not in keys(plan(going, HOUSE_SHOP))
    assert book_of(going, HOUSE_SHOP)["frame.rabbet.width"].worst == HOUSE_SHOP.reading_tolerance("mm")
