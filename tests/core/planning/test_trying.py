"""Ways out that are offered were tried: each mends its check and brings no stop, alone or two together; else the thing is shown otherwise."""

from __future__ import annotations

import pytest

from shadbo.bench.at_random import random_piece
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.comparing import compare
from shadbo.core.planning.edits import ReadAgain, ShowAs, TakeWayOut, apply_edits
from shadbo.core.planning.plan import plan
from shadbo.core.planning.starting import start_piece
from shadbo.core.planning.trying import ways_out, with_tried_ways
from shadbo.core.quantity.figures import plain
from shadbo.demo import demo_pieces
from shadbo.exports.pieces import piece_from_json
from shadbo.settings import ROOT
from shadbo.shop.days.ready import days_alone
from tests.core.mending import mends
from tests.core.things import box, canvas, frame, item, made, piece, things

DEMO = {p.name: p for p in demo_pieces()}


@pytest.mark.parametrize("name", DEMO)
def test_every_way_offered_of_a_demo_piece_mends(name: str) -> None:
    offered = ways_out(DEMO[name], HOUSE_SHOP)
    assert {c.key for c in plan(DEMO[name], HOUSE_SHOP).stops} <= offered.keys()
    for key, ways in offered.items():
        for way in ways:
            mends(DEMO[name], key, way.edits)


@pytest.mark.parametrize("display", ["floater", "lipped", "on_board", "matted_box", "sash", "suspended", "hanger_bars"])
def test_every_way_offered_of_pieces_at_random_mends(display: str) -> None:
    for number in range(4):
        begun = random_piece(number, HOUSE_SHOP, display)
        for key, ways in ways_out(begun, HOUSE_SHOP).items():
            for way in ways:
                mends(begun, key, way.edits)


def test_what_brings_a_stop_is_offered_with_what_mends_that_too() -> None:
    """A stretcher of 40 mm whose bars meet: made just large enough, a wire would be too short; rings on two hooks go with it."""
    begun = piece_from_json((ROOT / "tests" / "cases" / "stretcher-small-bars.json").read_bytes())
    (way,) = ways_out(begun, HOUSE_SHOP, of="bars.meet.width")["bars.meet.width"]
    assert plain(way.say, "mm") == "A finished width of 100 mm; then hang the rings straight on two hooks"
    assert [e.op for e in way.edits] == ["way_out", "way_out"]
    mends(begun, "bars.meet.width", way.edits)


def test_a_rail_longer_than_any_stock_is_got_in_a_longer_length() -> None:
    """Handbook: a rail uses its long point; stock in the house comes to 3 m. 3 200 mm of canvas need 3.5 m, to the half metre."""
    begun = piece(canvas(3200, 1000, 18), {"type": "lipped", "frame": made(moulding="ash-10x32")})
    ways = ways_out(begun, HOUSE_SHOP, of="rail.stock")["rail.stock"]
    longer = next(w for w in ways if "Get" in plain(w.say, "mm"))
    assert plain(longer.say, "mm").endswith("in a length of 3500 mm")
    after = apply_edits(begun, longer.edits, HOUSE_SHOP)
    assert after.own.rabbet_mouldings[0].length == 3500 and after.display.frame.moulding == "own-1"  # type: ignore[union-attr]


def test_readings_that_contradict_one_another_are_taken_again_by_the_smallest() -> None:
    """Three readings of one edge, two of them with a slipped decimal point: the middle one would be ten times too large, the smallest stands."""
    begun = piece(canvas((4900, 610, 4850), 450, 22), {"type": "lipped", "frame": made()}, hang={"how": "rings"})
    found = ways_out(begun, HOUSE_SHOP)
    again = [w for ways in found.values() for w in ways if any(isinstance(e, ReadAgain) for e in w.edits)]
    assert again and all(
        plain(w.say, "mm").startswith("Read it again: until then the smallest reading a side stands") for w in again
    )
    for key, ways in found.items():
        for way in ways:
            mends(begun, key, way.edits)


def test_no_more_plans_than_allowed_are_made() -> None:
    begun = random_piece(6, HOUSE_SHOP, "direct")
    assert ways_out(begun, HOUSE_SHOP, most_plans=0) == {}
    # One that mends several checks is planned once.
    assert len({way.edits for ways in ways_out(begun, HOUSE_SHOP, most_plans=3).values() for way in ways}) <= 3


def test_paper_and_terminal_say_only_what_holds() -> None:
    begun = random_piece(2, HOUSE_SHOP, "lipped")
    told = with_tried_ways(plan(begun, HOUSE_SHOP), begun, HOUSE_SHOP)
    offered = ways_out(begun, HOUSE_SHOP)
    assert {c.key: len(c.ways) for c in told.checks if c.ways} == {k: len(w) for k, w in offered.items()}


def test_steps_of_a_way_are_edits_of_a_person() -> None:
    for number in range(6):
        for ways in ways_out(random_piece(number, HOUSE_SHOP, "spaced"), HOUSE_SHOP).values():
            assert all(isinstance(e, (TakeWayOut, ShowAs, ReadAgain)) for way in ways for e in way.edits) and len(ways) == len(
                {w.edits for w in ways}
            )


A3 = {
    "width": "297",
    "height": "420",
    "rabbet_width": "302",
    "rabbet_height": "425",
    "rabbet_depth": "14",
    "lip": "6",
    "face": "20",
}


def test_a_frame_that_is_there_stays_whatever_way_is_looked_at() -> None:
    """A sheet of A3 in a frame for A3 (common practice: its lip laps the sheet’s edge): not with borders, but under the lip, in that frame."""
    begun = start_piece("flat_and_frame", "Sheet", "", "mm", A3, HOUSE_SHOP)
    assert plain(plan(begun, HOUSE_SHOP).verdict, "mm") == "The lip covers 3.5 mm of what is to be seen."
    first = ways_out(begun, HOUSE_SHOP)["border.covered"][0]
    assert "in the frame it has: on its board, under the lip" in plain(first.say, "mm")
    taken = apply_edits(begun, list(first.edits), HOUSE_SHOP)
    assert taken.display.frame == begun.display.frame  # type: ignore[union-attr]
    done = plan(taken, HOUSE_SHOP)
    assert not done.stops
    # 14 of rabbet less 3 of tabs takes 2 of glass, 3 of air and board that came; the mount gives way: 2 for 3.
    assert done.figures["pack.mount"].shown.mm == "2"  # type: ignore[union-attr]
    assert {p.name for p in done.to_get if p.comes == "came"} >= {"Frame as it was bought", "Glass that came with it"}
    assert not [line for line in done.cuts if line.key.startswith(("rail", "glazing"))]


def test_a_way_without_that_frame_says_so() -> None:
    begun = start_piece("flat_and_frame", "Sheet", "", "mm", A3, HOUSE_SHOP)
    lost = {way.key: way.lost for way in compare(begun, HOUSE_SHOP, days_alone).ways}
    assert lost["hanger_bars"] == lost["panel"] == "without the frame it has" and lost["spaced"] == "" == lost["direct"]


def test_a_stop_that_its_own_way_mends_in_that_frame_is_not_shown_another_way() -> None:
    """Too few stitches are more stitches; nobody turns to another way of showing for that."""
    tool = things(item("tool", "tool", 120, 120, front=10, weight="2"))
    few = {"chosen": [{"subject": "tool", "methods": ["clips"], "count": 1}]}
    stuck = piece(tool, box(frame=frame((202,), (202,), rabbet_depth=44, moulding_depth=50)), hold=few)
    ways = ways_out(stuck, HOUSE_SHOP)["hold.few.tool"]
    assert plain(ways[0].say, "mm").startswith("As many as are counted") and not any(
        "in the frame it has" in plain(w.say, "mm") for w in ways
    )
