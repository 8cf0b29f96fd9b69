"""Things on a board behind glass, walls between, room behind for pins: badges, medals, keepsakes."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.document.starts import (
    LABEL_ASKS,
    RABBET_ASKS,
    THING_ASKS,
    SizeAsked,
    Start,
    frame_by_label,
    frame_of,
    item_of,
    spread_of,
    things_of,
)
from shadbo.core.framing.boxes.box import boxed
from shadbo.core.framing.boxes.recipe import RECIPES
from shadbo.core.framing.boxes.suiting import started


def _two(sizes: Mapping[str, Any]) -> dict[str, Any]:
    """Two canvases of one size, side by side."""
    pair = [item_of(f"canvas{n}", f"Canvas {n}", "small_canvas", sizes) for n in (1, 2)]
    return {"type": "things", "items": pair}


SHADOW_BOX = boxed(
    RECIPES["shadow_box"],
    "brackets",
    "cradle",
    "loops",
    "magnets",
    "own_pin",
    "ring",
    "recess",
    "screwed",
    "stand",
    "wax",
    starts=(
        Start(
            "badge",
            "A badge, medal or keepsake",
            "In a shadow box, with room behind for its pin.",
            THING_ASKS,
            things_of("badge"),
            started("shadow_box", "badge"),
            said="medal coin pin brooch keepsake ring watch ticket keys collection shadow box stamp shell baby shoes",
        ),
        Start(
            "garment_spread",
            "A shirt with its sleeves spread",
            "Shown whole on a covered board, shaped from inside.",
            (
                SizeAsked("width", "Cuff to cuff, laid flat", "/object/items/0/width/middle/0"),
                SizeAsked("height", "Collar to hem", "/object/items/0/height/centre/0"),
            ),
            spread_of,
            started("shadow_box", "garment", border=50, cover="linen"),
            said="shirt jersey sports football t-shirt signed clothes dress kimono sleeves",
            where=("where_spread",),
        ),
        Start(
            "canvases",
            "Two canvases in one frame",
            "On one board with a gap between them, unglazed; a third is added where they are arranged.",
            (
                SizeAsked("width", "Width of one", "/object/items/0/width/middle/0"),
                SizeAsked("height", "Height of one", "/object/items/0/height/centre/0"),
                SizeAsked("front", "Bar depth", "/object/items/0/front"),
            ),
            _two,
            started("shadow_box", "small_canvas", glazing="none", layout={"how": "row", "gap": 15}, border=10),
            said="two three canvases triptych diptych pair set",
            where=("where_canvases",),
        ),
        Start(
            "badge_box",
            "A badge and a bought box",
            "Does it go in, and what is to be done to the box?",
            (*THING_ASKS, SizeAsked("pin", "Pin above its middle", "/object/items/0/behind"), *RABBET_ASKS),
            things_of("badge"),
            lambda sizes, unit, shop: {"type": "shadow_box", "frame": frame_of(sizes)},
            said="medal coin pin keepsake bought box frame ready made deep",
        ),
        Start(
            "badge_label",
            "A badge and a box, by its label",
            "Of the box only the label is known; the rest is read when it is open.",
            (*THING_ASKS, *LABEL_ASKS),
            things_of("badge"),
            lambda sizes, unit, shop: {"type": "shadow_box", "frame": frame_by_label(sizes, shop)},
            said="medal coin pin keepsake bought box label on the box",
            where=("where_thing",),
        ),
    ),
)
