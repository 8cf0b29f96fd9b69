"""A frame that opens at the front: a glazed door before a tray (common practice; sizes are house figures)."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core import HOUSE_SHOP, plain
from shadbo.core.planning.comparing import compare
from shadbo.core.planning.plan import plan
from shadbo.core.planning.starting import start_piece
from shadbo.shop.days.ready import days_alone
from tests.core.things import flat, mm, piece, readings, worked

SHEET = flat((420, 420, 420), (297, 297, 297))


def door(**more: Any) -> dict[str, Any]:
    frame = {"make": "new", "moulding": more.pop("moulding", "oak-lip-25x30")}
    return {"type": "front_opening", "frame": frame, "tray": "oak-20x50", "glazing": "acrylic", **more}


def test_a_sheet_of_a3_by_hand() -> None:
    """420 × 297 under 3 mm of lip: sight 414 × 291; rabbet 12 more, outside 2 × (25 − 6) beyond that; tray of 20 mm rails inside it."""
    done = worked(SHEET, door())
    assert [mm(done, f"frame.sight.{a}") for a in ("width", "height")] == [414, 291]
    assert [mm(done, f"frame.outside.{a}") for a in ("width", "height")] == [464, 341]
    assert [mm(done, f"tray.inside.{a}") for a in ("width", "height")] == [424, 301]
    assert [mm(done, f"tray.room.{a}") for a in ("width", "height")] == [2, 2]
    cuts = {c.key: (c.count, float(c.mm)) for c in done.cuts}
    assert cuts["tray.horizontal"] == (2, 464) and cuts["tray.vertical"] == (2, 341) and cuts["board"] == (1, 422)
    # 2 of acrylic, 3 of points, 5 of board, 0.3 of paper and 3 of air go into the 22 of the rabbet: the tray is as deep as its screws need.
    assert mm(done, "tray.need") == pytest.approx(2 + 3 + 5 + 0.3 + 3 - 22) and mm(done, "tray.height") == 20
    assert mm(done, "depth.slack") == pytest.approx(22 + 20 - 2 - 3 - 5 - 0.3 - 3)
    # 30 of rail, 20 of tray, 3 of back.
    assert mm(done, "frame.deep") == 53
    assert done.faults == () and not done.stops


def test_what_is_kept_behind_takes_room_and_weighs() -> None:
    none, twenty = worked(SHEET, door()), worked(SHEET, door(kept=20))
    assert mm(twenty, "tray.need") - mm(none, "tray.need") == pytest.approx(20 * 0.3)
    kg = [float(done.weight.mm.split()[0]) for done in (none, twenty)]
    assert kg[1] > kg[0]
    assert "20 kept behind it" in plain(twenty.verdict, "mm")


@pytest.mark.parametrize(("tall", "count"), [(600, 2), (840, 2), (1000, 3)])
def test_a_tall_door_hangs_by_three(tall: int, count: int) -> None:
    done = worked(flat((400,) * 3, (tall,) * 3), door())
    assert done.figures["hinge.count"].count == count
    hinges = next(p for p in done.to_get if p.key == "hinge")
    screws = next(p for p in done.to_get if p.key == "hinge.screw")
    assert (hinges.count, screws.count) == (count, 4 * count)
    assert mm(done, "hinge.end") == pytest.approx(mm(done, "frame.outside.height") / 6, abs=0.3)


def test_the_door_is_hung_before_anything_of_paper_comes_near() -> None:
    order = [s.key for s in worked(SHEET, door()).steps]
    assert order.index("glue") < order.index("tray") < order.index("hinge") < order.index("place") < order.index("lay_in")
    assert order.index("glazing") < order.index("points") < order.index("lay_in") < order.index("close")
    assert "magnet" not in " ".join(order), "corners hold the one that shows"


CHECKS: list[tuple[Any, ...]] = [
    ("tray.narrow", "stop", SHEET, door(moulding="ash-lip-20x20")),
    ("depth.tray", "stop", SHEET, door(kept=60, deep=5)),
    ("tray.shallow", "stop", flat((420,) * 3, (297,) * 3, depth={"highest": readings(1.5)}), door(kept=60)),
    ("tray.stock", "stop", flat((2990,) * 3, (297,) * 3), door()),
    ("tray.thin", "caution", SHEET, door(tray="basswood-8x28")),
    ("stock for the tray.missing", "stop", SHEET, door(tray="nowhere")),
    ("door.heavy", "caution", flat((800,) * 3, (1100,) * 3), door(glazing="glass")),
]
CALM: list[tuple[Any, ...]] = [(SHEET, door())]


@pytest.mark.parametrize(("key", "severity", "thing", "how"), CHECKS)
def test_a_check_and_its_ways_out(key: str, severity: str, thing: dict[str, Any], how: dict[str, Any]) -> None:
    found = {c.key: c for c in worked(thing, how).checks}
    assert found[key].severity == severity and found[key].ways, list(found)


def test_the_tray_is_ripped_down_to_what_it_needs_and_laid_into_lengths() -> None:
    """61 sheets of 1 mm and a board of 5, 2 of acrylic, 3 of points, 3 of air, less 22 of rabbet: 52, to the whole millimetre; of a 60."""
    thick = flat((420,) * 3, (297,) * 3, depth={"highest": readings(1)})
    done = worked(thick, door(kept=60, tray="oak-25x60", moulding="cherry-lip-35x55"))
    need = 61 + 5 + 2 + 3 + 3 - 45
    assert mm(done, "tray.need") == need and mm(done, "tray.height") == need
    line = next(c for c in done.cuts if c.key == "tray.horizontal")
    assert "ripped down from 60 mm" in plain(line.note, "mm")
    assert "deep" in plain(next(s for s in done.steps if s.key == "tray").say, "mm")
    # Door and tray come out of stocks of their own, their lengths counted on.
    assert [bar.number for bar in done.stock] == list(range(1, len(done.stock) + 1))
    assert {piece for bar in done.stock for piece in bar.pieces} >= {"top rail", "tray top", "tray left"}
    typed = worked(SHEET, door(deep=40))
    assert mm(typed, "tray.height") == 40 and mm(typed, "frame.deep") == 73


def test_a_calm_one_is_calm() -> None:
    for thing, how in CALM:
        assert not [c for c in worked(thing, how).checks if c.severity != "note"]


def test_what_it_suits_and_begins_with() -> None:
    done = plan(start_piece("changing", "Drawings", "", "in", {"width": "17", "height": "11"}, HOUSE_SHOP), HOUSE_SHOP)
    assert not done.stops and done.display == "Frame that opens at the front"
    ways = {
        w.key: w
        for w in compare(
            piece(SHEET, {"type": "on_board", "frame": {"make": "new", "moulding": "oak-lip-25x30"}}), HOUSE_SHOP, days_alone
        ).ways
    }
    assert "front_opening" in ways


def test_both_frames_have_their_joints() -> None:
    """Two dowels a corner, four corners, door and tray."""
    done = worked(SHEET, door(), hang={"joint": "dowel"})
    dowels = next(p for p in done.to_get if p.key == "joint")
    assert dowels.count == 2 * 2 * 4
    step = next(s for s in done.steps if s.key == "joint")
    assert "a third and two thirds of the height of each frame" in plain(step.say, "mm")
    order = [s.key for s in done.steps]
    assert order.index("tray") < order.index("joint") < order.index("hinge")
