"""A mount covered in cloth, a shirt spread on it, boards by their names: common practice, re-reckoned beside the plan."""

from __future__ import annotations

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.framing.filling import THROUGH_PLY
from shadbo.core.planning.edits import Choose, apply_edits
from shadbo.core.planning.plan import plan
from shadbo.core.planning.starting import start_piece
from tests.core.things import badge, box, item, mm, piece, things, worked

DEEP = {"moulding": "oak-box-25x65"}


def test_cloth_makes_the_board_smaller_and_the_pack_deeper() -> None:
    """Cloth of 0.5: the board gives up twice that on each axis, the pack takes face and turned cloth, 30 mm are turned behind each edge."""
    bare = worked(things(badge("a")), box("shadow_box", **DEEP))
    done = worked(things(badge("a")), box("shadow_box", **DEEP, cover="linen"))
    assert mm(bare, "board.width") - mm(done, "board.width") == 1
    assert mm(done, "depth.pack") - mm(bare, "depth.pack") == 1
    assert mm(done, "cover.cloth.height") == mm(done, "board.height") + 2 * mm(done, "pack.mount") + 2 * 30
    (line,) = (c for c in done.cuts if c.key == "cloth")
    assert line.material == "linen" and line.count == 1
    order = [s.key for s in done.steps]
    assert order.index("mount") < order.index("cloth") < order.index("mount.items")
    drawn = next(s for s in done.view("face").shapes if s.part == "mount")
    assert drawn.colour, "the cloth is seen on the face"


@pytest.mark.parametrize("unit", ["mm", "in"])
def test_a_shirt_spread_is_shaped_once_and_stitched(unit: str) -> None:
    typed = {"width": "1450 mm", "height": "780 mm"}
    begun = start_piece("garment_spread", "Shirt", "", unit, typed, HOUSE_SHOP)  # type: ignore[arg-type]
    done = plan(begun, HOUSE_SHOP)
    assert not done.stops and not [c for c in done.checks if c.key.startswith("job.")]
    order = [s.key for s in done.steps]
    assert "spread.garment1" in order and "hold.form" not in order and "hold.stitching" in order
    assert mm(done, "item.garment1.takes.width") == 1450
    folded = apply_edits(begun, [Choose(choice="item.garment1.shown", option="folded")], HOUSE_SHOP)
    steps = [s.key for s in plan(folded, HOUSE_SHOP).steps]
    assert "fold.garment1" in steps and "spread.garment1" not in steps


def test_what_wires_go_through_is_of_ply() -> None:
    """“Through ply, not foam”: what a watch is wired to is 6 mm of ply unless somebody types otherwise; a print lies on foam board."""
    assert set(THROUGH_PLY) == {"bar_screws", "brackets", "cradle", "ring", "screwed"}
    wired = worked(things(item("w", "watch", 60, 60, front=12)), box("shadow_box", **DEEP))
    laid = worked(things(item("p", "print", 200, 100)), box("shadow_box", **DEEP))
    boards = [next(c.material for c in done.cuts if c.key == "mount") for done in (wired, laid)]
    assert boards == ["Ply 6", "Foam board 5"] and mm(wired, "pack.mount") == 6


def test_screws_are_of_the_unit_the_piece_is_in() -> None:
    """25 mm and 1 in both bite: each is taken where its unit is used."""
    thing = things(item("p", "print", 400, 300))
    for units, sizes in (("mm", {"16"}), ("in", {"1/2", "5/8"})):
        done = plan(piece(thing, box("shadow_box", **DEEP), units=units), HOUSE_SHOP)
        screws = next(p for p in done.to_get if p.key == "ring.screw")
        shown = next(s for s in screws.size if not isinstance(s, str))
        told = shown.mm if units == "mm" else f"{shown.inch.num}/{shown.inch.den}"
        assert told in sizes
