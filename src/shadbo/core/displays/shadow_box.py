"""Things on a board behind glass, walls between, room behind for pins: badges, medals, keepsakes."""

from __future__ import annotations

from shadbo.core.document.starts import RABBET_ASKS, THING_ASKS, SizeAsked, Start, frame_of, spread_of, things_of
from shadbo.core.framing.boxes.box import boxed
from shadbo.core.framing.boxes.recipe import RECIPES
from shadbo.core.framing.boxes.suiting import started

SHADOW_BOX = boxed(
    RECIPES["shadow_box"],
    "brackets",
    "cradle",
    "clips",
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
        ),
        Start(
            "badge_box",
            "A badge and a bought box",
            "Does it go in, and what is to be done to the box?",
            (*THING_ASKS, SizeAsked("pin", "Pin above its middle", "/object/items/0/behind"), *RABBET_ASKS),
            things_of("badge"),
            lambda sizes, unit, shop: {"type": "shadow_box", "frame": frame_of(sizes)},
        ),
    ),
)
