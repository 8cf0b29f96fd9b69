"""A bought frame and everything that came with it: used as it is, told as there, neither cut nor bought again (common practice)."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core.contract.parts import Part
from shadbo.core.planning.plan import Plan
from shadbo.core.quantity.figures import plain
from tests.core.mending import fires_and_is_mended
from tests.core.things import badge, flat, frame, item, keys, mm, piece, things, worked

PRINT = flat((200,), (250,))
CAME: dict[str, Any] = {"glass": 2, "board": 3, "tabs": True, "hanger": "top"}

DEEP = frame((202,), (202,), rabbet_depth=44, rail_height=50, **CAME)


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
