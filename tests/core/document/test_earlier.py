"""Documents of earlier versions are read under the names they have now."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core import HOUSE_SHOP, Shop
from shadbo.core.document.earlier import as_written_now
from shadbo.core.document.piece import checked
from tests.core.things import badge, canvas, frame, piece, things


def written(held: Any) -> dict[str, Any]:
    return held.model_dump(mode="json")  # type: ignore[no-any-return]


def earlier(document: dict[str, Any], *renamed: tuple[str, str, str]) -> dict[str, Any]:
    """A document with a field of one of its parts under an earlier name."""
    for part, was, name in renamed:
        held = document
        for step in part.split("/"):
            held = held[step]
        held[was] = held.pop(name)
    return document


def test_a_frame_that_is_there_under_its_earlier_names() -> None:
    box = {"type": "shadow_box", "frame": frame((202,), (202,), rabbet_depth=44, moulding_depth=50, glazing_thickness=2, board=3)}
    now = piece(things(badge("a")), box, asked={"reversible": "yes"})
    then = earlier(
        written(now),
        ("display/frame", "rail_height", "moulding_depth"),
        ("display/frame", "glass", "glazing_thickness"),
        ("asked", "apart", "reversible"),
    )
    assert checked(then) == now


def test_what_of_a_floater_follows_and_is_not_read_under_its_earlier_name() -> None:
    floater = {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}, "solve": "moulding_depth"}
    now = piece(canvas(600, 450, 18), floater)
    then = written(now)
    then["display"]["solve"] = "rail_height"
    assert checked(then) == now
    there = frame((202,), (202,), rabbet_depth=44, moulding_depth=50) | {"unread": ["lip", "moulding_depth"]}
    now = piece(things(badge("a")), {"type": "shadow_box", "frame": there})
    then = earlier(written(now), ("display/frame", "rail_height", "moulding_depth"))
    then["display"]["frame"]["unread"] = ["lip", "rail_height"]
    assert checked(then) == now


@pytest.mark.parametrize(("dry", "how"), [(False, "fresh"), (True, "loose")])
def test_a_plant_that_was_said_to_be_dry_with_its_display(dry: bool, how: str) -> None:
    document = {"object": {"type": "flat_work", "material": "plant"}, "display": {"type": "see_through", "pressed": dry}}
    now = as_written_now(document)
    assert "pressed" not in now["display"] and now["object"].get("comes", {"how": "loose"})["how"] == how


def test_steam_is_what_becomes_of_cloth() -> None:
    assert as_written_now({"hold": {"steam": True}}) == {"hold": {"cloth": "steamed"}}
    assert as_written_now({"hold": {"steam": False}}) == {"hold": {}}


def test_a_shops_ready_made_frames_under_their_earlier_names() -> None:
    then = written(HOUSE_SHOP)
    for one in then["frames"]:
        one["rail_height"], one["glass"] = one.pop("moulding_depth"), one.pop("glazing_thickness")
    assert Shop.model_validate(then) == HOUSE_SHOP


def test_what_is_no_document_of_ours_is_left_to_its_faults() -> None:
    for odd in ({}, {"display": []}, {"display": {"frame": 3}}, {"asked": None}, {"display": {"frame": {"unread": 4}}}):
        assert as_written_now(odd) == odd
