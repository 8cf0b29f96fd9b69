"""A canvas off the roll that goes into a frame: stretched and framed in one job, the frame cut after the canvas was read again."""

from __future__ import annotations

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.edits import Act, Choose, apply_edits
from shadbo.core.planning.plan import plan
from shadbo.core.planning.starting import start_piece

SIZES = {
    "rolled": {"width": "820", "height": "620", "wrap_printed": "42", "spare": "50"},
    "to_make": {"width": "1200", "height": "900"},
}


def begun(start: str) -> Piece:
    return start_piece(start, "Roll", "", "mm", SIZES[start], HOUSE_SHOP)


@pytest.mark.parametrize("start", SIZES)
@pytest.mark.parametrize("frame", ["floater", "lipped"])
def test_stretched_first_then_framed(start: str, frame: str) -> None:
    before = begun(start)
    framed = apply_edits(before, (Choose(choice="next", option=frame),), HOUSE_SHOP)
    alone, done = plan(before, HOUSE_SHOP), plan(framed, HOUSE_SHOP)
    assert done.faults == ()
    order = [s.key for s in done.steps]
    assert order.index("stretching.staple") < order.index("measure") < order.index("cut")
    # What stretching takes is all there, as many as in its own plan, and glue once.
    there = {p.key: p.count for p in done.to_get}
    for part in alone.to_get:
        if part.key in ("staple", "mitre.staple", "screw.cross"):
            assert there[f"stretching.{part.key}"] == part.count
    assert [p.name for p in done.to_get].count("Wood glue") == 1
    cut = {line.key: (line.count, line.mm) for line in done.cuts}
    for line in alone.cuts:
        assert cut[f"stretching.{line.key}"] == (line.count, line.mm)
    # It hangs by the frame, not by its bars; and there is one label.
    assert order.count("rings") == 1 and order.count("label") == 1 and "stretching.rings" not in order


def test_the_stretching_is_changed_and_kept() -> None:
    before = begun("rolled")
    framed = apply_edits(before, (Choose(choice="next", option="floater"),), HOUSE_SHOP)
    back = apply_edits(framed, (Act(action="stretched"),), HOUSE_SHOP)
    assert back.object == before.object and back.display == before.display and back.stretched is None


def test_the_floater_is_deep_enough_for_its_bar() -> None:
    framed = apply_edits(begun("to_make"), (Choose(choice="next", option="floater"),), HOUSE_SHOP)
    assert not [c.key for c in plan(framed, HOUSE_SHOP).stops]
