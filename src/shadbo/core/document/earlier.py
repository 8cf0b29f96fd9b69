"""What earlier versions wrote otherwise in a document of this format: read as it is written now."""

from __future__ import annotations

from typing import Any


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
    return document
