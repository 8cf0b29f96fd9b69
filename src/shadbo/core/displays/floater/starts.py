"""How a piece begins that is to be shown in a floater."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.contract.display import Way
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import CANVAS_ASKS, SizeAsked, Start, canvas_of, facts_at_first
from shadbo.core.quantity.lengths import Unit


def starts(way: Way) -> tuple[Start, ...]:
    """A canvas that gets a floater of its own, and one whose floater is there."""

    def new(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
        return way.begin(facts_at_first(sizes, unit, "canvas"), shop)

    def bought(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
        frame = {
            "make": "bought",
            "width": {"top": [sizes["inside_width"]]},
            "height": {"left": [sizes["inside_height"]]},
            **{key: sizes[key]["mm"] for key in ("face", "moulding_depth", "seat_thickness", "seat_width")},
        }
        return new(sizes, unit, shop) | {"frame": frame}

    return (
        Start(
            "canvas",
            "A stretched canvas",
            "It gets a floater frame of its own.",
            CANVAS_ASKS,
            canvas_of,
            new,
            said="painting acrylic oil giclee picture on bars floater float shadow gap",
        ),
        Start(
            "canvas_and_frame",
            "A canvas and its floater",
            "The floater is made or bought already: does it go in?",
            (
                *CANVAS_ASKS,
                SizeAsked("inside_width", "Frame’s inside width", "/object/width/top/0"),
                SizeAsked("inside_height", "Frame’s inside height", "/object/height/left/0"),
                SizeAsked("face", "Face of its rail", "/display/frame/face"),
                SizeAsked("moulding_depth", "Rail, front to back", "/display/frame/moulding_depth"),
                SizeAsked("seat_thickness", "Seat thickness", "/display/frame/seat_thickness"),
                SizeAsked("seat_width", "Seat width", "/display/frame/seat_width"),
            ),
            canvas_of,
            bought,
            said="painting floater tray frame bought ready made",
        ),
    )
