"""Starting a piece from what it is, and the shop as data."""

from __future__ import annotations

import json
from decimal import Decimal

import jsonschema_rs
import pytest
from pydantic import ValidationError

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.items import Things
from shadbo.core.document.kinds import KINDS
from shadbo.core.document.objects import CanvasToMake, FlatWork
from shadbo.core.document.piece import Piece, document_of, length_field
from shadbo.core.document.shop import Shop
from shadbo.core.planning.finding import find
from shadbo.core.planning.plan import plan
from shadbo.core.planning.starting import STARTS, start_piece
from shadbo.core.quantity.fields import Refused
from shadbo.core.quantity.figures import plain
from shadbo.demo import demo_pieces
from shadbo.exports.pieces import shop_from_json, to_json

SIZES = {
    "width": "600",
    "height": "450",
    "depth": "38",
    "inside_width": "612",
    "inside_height": "462",
    "face": "20",
    "moulding_depth": "50",
    "seat_thickness": "6",
    "seat_width": "32",
    "front": "12",
    "behind": "7",
    "pin": "6",
    "label_width": "640",
    "label_height": "490",
    "label_depth": "50",
    "rabbet_width": "640",
    "rabbet_height": "490",
    "rabbet_depth": "50",
    "lip": "6",
    "wrap_printed": "42",
    "spare": "50",
    "pane_width": "520",
    "pane_height": "370",
}


def test_no_two_starts_share_a_key() -> None:
    keys = [start.key for start in STARTS]
    assert len(set(keys)) == len(keys)


@pytest.mark.parametrize("start", STARTS, ids=lambda s: s.key)
def test_every_start_gives_a_piece_that_plans(start: object) -> None:
    key = start.key  # type: ignore[attr-defined]
    piece = start_piece(key, "New", "Odda", "mm", SIZES, HOUSE_SHOP)
    assert plan(piece, HOUSE_SHOP).settled
    held = piece.object
    if isinstance(held, CanvasToMake):
        assert held.width == 600
    elif isinstance(held, Things):
        assert held.items[0].width.middle[0].typed == "600"
    else:
        assert held.width.top[0].typed == "600"


@pytest.mark.parametrize("start", STARTS, ids=lambda s: s.key)
def test_every_size_asked_for_has_its_bounds(start: object) -> None:
    for asked in start.asks:  # type: ignore[attr-defined]
        field = length_field(asked.pointer)
        assert field is not None and field.low < field.high


@pytest.mark.parametrize(
    ("depth", "moulding"), [("18", "basswood-8x28"), ("21", "ash-10x32"), ("38", "oak-20x50"), ("49", "oak-25x60")]
)
def test_it_starts_with_the_shallowest_rail_that_takes_the_bar(depth: str, moulding: str) -> None:
    """R ≥ seat + bar + 3 of reveal: 28 takes 18 with a seat of 5, 32 takes 21 with 6, 50 takes 38 with 6, 60 takes 49 with 8."""
    piece = start_piece("canvas", "New", "", "mm", SIZES | {"depth": depth}, HOUSE_SHOP)
    assert piece.display.frame.moulding == moulding  # type: ignore[union-attr]
    assert not any(c.key == "reveal.impossible" for c in plan(piece, HOUSE_SHOP).checks)


def test_a_bar_deeper_than_any_rail_starts_with_the_deepest_and_is_stopped() -> None:
    piece = start_piece("canvas", "New", "", "mm", SIZES | {"depth": "90"}, HOUSE_SHOP)
    assert piece.display.frame.moulding == "maple-30x70"  # type: ignore[union-attr]
    assert {c.key for c in plan(piece, HOUSE_SHOP).stops} == {"reveal.impossible"}


def test_inches_start_with_a_quarter_and_an_eighth() -> None:
    piece = start_piece("canvas", "New", "", "in", {"width": "24", "height": "18", "depth": "1 1/2"}, HOUSE_SHOP)
    assert piece.display.frame.gap == Decimal("6.35")  # type: ignore[union-attr]
    assert piece.display.reveal == Decimal("3.175")


def test_everything_wrong_is_told_at_once() -> None:
    with pytest.raises(Refused) as refusal:
        start_piece("canvas_and_frame", "", "", "mm", {"width": "-1", "height": "x"}, HOUSE_SHOP)
    pointers = [f.pointer for f in refusal.value.faults]
    assert pointers[:2] == ["/sizes/width", "/sizes/height"]
    assert len(pointers) == 9, "every size"


# JSON Schema 2020-12, through an independent validator: what the application publishes describes what it writes.
def test_pieces_hold_to_the_published_schema() -> None:
    validator = jsonschema_rs.validator_for(Piece.model_json_schema())
    for piece in demo_pieces():
        validator.validate(json.loads(to_json(document_of(piece))))
    broken = json.loads(to_json(document_of(demo_pieces()[0])))
    broken["display"]["frame"]["gap"] = -1
    assert not validator.is_valid(broken)


def test_the_house_stock_is_sound() -> None:
    keys = [m.key for m in HOUSE_SHOP.mouldings]
    assert len(keys) == len(set(keys)) >= 10
    for moulding in HOUSE_SHOP.mouldings:
        assert (moulding.seat_thickness is None) == (moulding.seat_width is None)
        assert moulding.height > (moulding.seat_thickness or 0)
    assert list(HOUSE_SHOP.screws) == sorted(HOUSE_SHOP.screws)


def test_a_shop_file_reads_back_and_a_bad_one_is_refused() -> None:
    text = to_json(HOUSE_SHOP.model_dump())
    assert shop_from_json(text) == HOUSE_SHOP
    for bad in ('{"inch_parts": 10}', '{"tolerances": {"saw": -1}}', '{"mouldings": [{"key": ""}]}', "[]", "nonsense"):
        with pytest.raises(Refused):
            shop_from_json(bad)


def test_an_empty_shop_still_plans_with_a_stop() -> None:
    worked = plan(demo_pieces()[0], Shop())
    assert any(c.key == "moulding.missing" for c in worked.stops)


def test_a_piece_is_not_changed_in_place() -> None:
    piece = demo_pieces()[0]
    with pytest.raises(ValidationError):
        piece.name = "Another"  # type: ignore[misc]


@pytest.mark.parametrize("depth", ["15", "18", "38"])
@pytest.mark.parametrize("key", ["canvas", "canvas_and_frame", "canvas_lipped", "canvas_box"])
def test_an_untouched_canvas_is_not_stopped(key: str, depth: str) -> None:
    """Bars of 15, 18 (3/4 in) and 38 mm: a screw of the stock bites what it can, half the bar at the least, and stays clear of the canvas."""
    sizes = SIZES | {"depth": depth, "rabbet_width": "606", "rabbet_height": "456", "rabbet_depth": "55"}
    begun = start_piece(key, "Untouched", "", "mm", {k: f"{v} mm" for k, v in sizes.items()}, HOUSE_SHOP)
    assert [plain(c.say, "mm") for c in plan(begun, HOUSE_SHOP).stops] == []


@pytest.mark.parametrize(
    "words, kind",
    [
        ("silver spoon", "spoon"),
        ("war medals", "medal"),
        ("family bible", "book"),
        ("vinyl record", "record"),
        ("pocket watch", "watch"),
    ],
)
def test_what_was_typed_begins_as_that_and_without_a_stop(words: str, kind: str) -> None:
    found = find(words)
    start = next(s for s in STARTS if s.key == found.chosen)
    usual = KINDS[kind]  # type: ignore[index]
    sizes = {"width": "120", "height": "180", "front": str(float(usual.front)), "behind": str(float(usual.behind))}
    piece = start_piece(start.key, "", "", "mm", sizes, HOUSE_SHOP, (found.kind(start.key), found.says))
    assert isinstance(piece.object, Things) and piece.object.items[0].kind == kind
    assert not plan(piece, HOUSE_SHOP).stops


def test_what_is_said_with_it_is_set() -> None:
    found = find("signed print, framed already, only copy")
    piece = start_piece("flat", "", "", "mm", SIZES, HOUSE_SHOP, (found.kind("flat"), found.says))
    assert isinstance(piece.object, FlatWork)
    assert piece.object.comes.how == "framed" and "signed" in piece.object.traits and piece.asked.replaced == "no"
    puzzle = start_piece("puzzle", "", "", "mm", SIZES, HOUSE_SHOP, ("", find("glued jigsaw").says))
    assert isinstance(puzzle.object, Things) and puzzle.object.items[0].comes.how == "glued"
