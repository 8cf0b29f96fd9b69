"""A canvas off the roll that goes into a frame: stretched and framed in one job, the frame cut after the canvas was read again."""

from __future__ import annotations

from decimal import Decimal

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.edits import Act, Choose, TakeWayOut, TypeIn, apply_edits
from shadbo.core.planning.plan import plan
from shadbo.core.planning.starting import start_piece
from shadbo.core.quantity.figures import plain

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


def test_what_comes_off_the_bars_is_what_is_framed() -> None:
    """A roll of 600 × 400 under a canvas read as 500 × 300: a stop that says both, and ways that mend it."""
    sizes = {"width": "600", "height": "400", "wrap_printed": "42", "spare": "50"}
    framed = apply_edits(
        start_piece("rolled", "Roll", "", "mm", sizes, HOUSE_SHOP), (Choose(choice="next", option="floater"),), HOUSE_SHOP
    )
    assert not plan(framed, HOUSE_SHOP).stops
    read = [
        TypeIn(pointer=f"/object/{place}/0", text=text, unit="mm")
        for place, text in (("width/middle", "500"), ("height/centre", "300"))
    ]
    other = apply_edits(framed, read, HOUSE_SHOP)
    (stop,) = [c for c in plan(other, HOUSE_SHOP).stops if c.key == "stretching.apart"]
    said = plain(stop.say, "mm")
    assert "600 mm × 400 mm" in said and "500 mm × 300 mm" in said
    for number in (0, 1):
        mended = apply_edits(other, [TakeWayOut(check=stop.key, index=number)], HOUSE_SHOP)
        assert "stretching.apart" not in {c.key for c in plan(mended, HOUSE_SHOP).checks}
    near = apply_edits(framed, [TypeIn(pointer="/object/width/middle/0", text="602", unit="mm")], HOUSE_SHOP)
    assert not plan(near, HOUSE_SHOP).stops


def test_bars_of_less_than_nothing_stop_the_one_job_too() -> None:
    framed = apply_edits(begun("rolled"), (Choose(choice="next", option="floater"),), HOUSE_SHOP)
    assert framed.stretched is not None
    narrow = framed.stretched.display.model_copy(update={"finished_width": Decimal(60), "tongue": Decimal(0)})
    bad = framed.model_copy(update={"stretched": framed.stretched.model_copy(update={"display": narrow})})
    stops = {c.key for c in plan(bad, HOUSE_SHOP).stops}
    assert "stretching.apart" in stops
    alone = before_frame(bad)
    assert {f"stretching.{c.key}" for c in plan(alone, HOUSE_SHOP).stops if not c.key.startswith("hang")} <= stops


@pytest.mark.parametrize("side", ["60", "70", "78"])
def test_staples_of_less_than_nothing_stop_alone_and_framed(side: str) -> None:
    """Half of such a side is less than the 40 mm that the corner fold keeps free."""
    small = start_piece("to_make", "Small", "", "mm", {"width": side, "height": "300"}, HOUSE_SHOP)
    alone = plan(small, HOUSE_SHOP)
    assert float(alone.figures["staple.apart.width"].mm or 0) < 0 and alone.stops
    framed = apply_edits(small, (Choose(choice="next", option="floater"),), HOUSE_SHOP)
    assert {f"stretching.{c.key}" for c in alone.stops if not c.key.startswith("hang")} <= {
        c.key for c in plan(framed, HOUSE_SHOP).stops
    }


def before_frame(piece: Piece) -> Piece:
    return apply_edits(piece, (Act(action="stretched"),), HOUSE_SHOP)
