"""What closes a pack in its rabbet: points, pins, clips, turn buttons, a strainer; one number for each, and the room it takes."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core import HOUSE_SHOP, Plan, plain, plan
from tests.core.things import box, flat, item, made, mm, piece, things, worked

ON_BOARD = {"type": "on_board", "frame": made("oak-lip-25x30")}
SHEET = flat((400,), (500,))


def closed(closing: str, display: dict[str, Any] = ON_BOARD, thing: dict[str, Any] = SHEET) -> Plan:
    done = worked(thing, display | {"closing": closing})
    assert not done.faults and not done.stops
    return done


@pytest.mark.parametrize(
    ("closing", "part", "apart"), [("points", "points", 150), ("panel_pins", "panel_pins", 150), ("buttons", "buttons", 250)]
)
def test_as_many_as_are_no_further_apart_than_their_rule(closing: str, part: str, apart: int) -> None:
    """Three a side at the least, and no gap wider than the rule: points every 150 mm (handbook), turn buttons every 250 (common practice)."""
    done = closed(closing)
    many = next(p.count for p in done.to_get if p.key == part)
    along, up = (done.figures[f"{closing}.{axis}"].count for axis in ("width", "height"))
    assert along and up and many == 2 * (along + up)
    for count, axis in ((along, "width"), (up, "height")):
        least = max(3, -(-mm(done, f"board.{axis}") // apart))
        assert count in (least, least + 1), "evenly, with half a gap or a whole one at the corners"
    close = next(s for s in done.steps if s.key == "close")
    assert f"{along} along each rail and {up} along each stile" in plain(close.say, "mm")


def test_what_is_driven_in_behind_the_pack_takes_room_and_what_is_screwed_on_the_rail_does_not() -> None:
    points, pins, buttons = (mm(closed(c), "depth.slack") for c in ("points", "panel_pins", "buttons"))
    assert points == pins == pytest.approx(buttons - 3), "points take 3 mm of the rabbet (handbook)"


@pytest.mark.parametrize("display", [ON_BOARD, None])
def test_what_turn_buttons_close_has_no_paper_over_it(display: dict[str, Any] | None) -> None:
    shown = (
        (display, SHEET) if display is not None else (box(moulding="oak-box-25x65"), things(item("b", "badge", 60, 60, front=3)))
    )
    papered, opened = closed("points", *shown), closed("buttons", *shown)
    assert "cover" in {p.key for p in papered.to_get} and "cover" not in {p.key for p in opened.to_get}
    screws = next(p for p in opened.to_get if p.key == "clip.screw")
    assert screws.count == next(p.count for p in opened.to_get if p.key == "buttons")
    assert "Dust cover" not in " ".join(plain(s.say, "mm") for s in opened.steps)


@pytest.mark.parametrize("moulding", ["oak-box-25x65", "ash-box-22x45"])
@pytest.mark.parametrize("face", [22, 45, 90])
def test_a_strainer_that_closes_a_pack_laps_it_and_is_screwed_into_wood(moulding: str, face: int) -> None:
    """In the rabbet where so much is left, else on the backs of the rails: however wide they are, its bars lie over the pack’s edge all round."""
    own = {"key": "own-1", "name": "Wide box", "wood": "white ash", "face": face, "height": 45, "lip": 6, "rabbet_depth": 37}
    for fillers in ([], [10], [10, 5]):
        display = box(moulding="own-1", closing="strainer", fillers=fillers)
        held = piece(things(item("b", "badge", 60, 60, front=3)), display, own={"rabbet_mouldings": [own]})
        done = plan(held, HOUSE_SHOP)
        if done.stops:
            continue
        assert not done.faults, (fillers, done.faults)
        inside = mm(done, "strainer.across") <= mm(done, "board.width")
        assert inside == (mm(done, "depth.slack") >= 10)
        if not inside:
            within = mm(done, "strainer.across") - 2 * mm(done, "strainer.wide")
            assert mm(done, "board.width") - within >= 2 * 10 - 0.01


def test_a_pin_is_as_long_in_inches() -> None:
    pins = next(p for p in closed("panel_pins").to_get if p.key == "panel_pins")
    assert (
        plain(pins.size, "mm") == "15 mm, in drilled holes"
        and "in drilled holes" in plain(pins.size, "in")
        and "mm" not in plain(pins.size, "in")
    )


def test_pins_are_pushed_in_never_hammered_beside_glass() -> None:
    close = next(s for s in closed("panel_pins").steps if s.key == "close")
    assert "not hammered" in plain(close.say, "mm") and "Drill first" in close.care
