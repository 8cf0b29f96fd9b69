"""What earlier versions wrote otherwise in a document of this format: read as it is written now."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

# What a frame that is there was said to be, and what one of the stock list is, under the names they had.
OF_A_FRAME: Mapping[str, str] = {"rail_height": "moulding_depth", "glass": "glazing_thickness"}


def as_written_now(document: dict[str, Any]) -> dict[str, Any]:
    """A document with what was renamed since under its present name; itself where there is nothing of that."""
    display, thing = document.get("display"), document.get("object")
    if isinstance(display, dict) and display.get("type") == "see_through" and "pressed" in display:
        # Whether a plant is dry stood with its display; now with the plant, as it comes.
        document = document | {"display": {key: value for key, value in display.items() if key != "pressed"}}
        if display["pressed"] is False and isinstance(thing, dict) and thing.get("material") == "plant":
            document["object"] = {"comes": {"how": "fresh"}} | thing
    hold = document.get("hold")
    if isinstance(hold, dict) and "steam" in hold:
        kept = {key: value for key, value in hold.items() if key != "steam"}
        document = document | {"hold": ({"cloth": "steamed"} if hold["steam"] is True else {}) | kept}
    asked = document.get("asked")
    if isinstance(asked, dict) and "apart" in asked:
        document = document | {"asked": _renamed(asked, {"apart": "reversible"})}
    display = document.get("display")
    if isinstance(display, dict):
        frame = display.get("frame")
        if isinstance(frame, dict) and not OF_A_FRAME.keys().isdisjoint(frame):
            display = display | {"frame": _renamed(frame, OF_A_FRAME)}
        unread = display["frame"].get("unread") if isinstance(display.get("frame"), dict) else None
        if isinstance(unread, list) and "rail_height" in unread:
            read = [OF_A_FRAME.get(one, one) if isinstance(one, str) else one for one in unread]
            display = display | {"frame": display["frame"] | {"unread": read}}
        if display.get("solve") == "rail_height":
            display = display | {"solve": "moulding_depth"}
        document = document | {"display": display}
    return document


def shop_as_written_now(document: dict[str, Any]) -> dict[str, Any]:
    """The same of a shop’s file: its ready-made frames."""
    frames = document.get("frames")
    if not isinstance(frames, list | tuple):
        return document
    return document | {"frames": [_renamed(one, OF_A_FRAME) if isinstance(one, dict) else one for one in frames]}


def _renamed(held: Mapping[str, Any], names: Mapping[str, str]) -> dict[str, Any]:
    """The same with other names, each in its place."""
    return {names.get(key, key): value for key, value in held.items()}
