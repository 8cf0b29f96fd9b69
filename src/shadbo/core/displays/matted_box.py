"""Several things with mats: a jersey with photographs, patches, a plate."""

from __future__ import annotations

from shadbo.core.document.starts import SizeAsked, Start, things_of
from shadbo.core.framing.boxes.box import boxed
from shadbo.core.framing.boxes.recipe import RECIPES
from shadbo.core.framing.boxes.suiting import started

MATTED_BOX = boxed(
    RECIPES["matted_box"],
    "brackets",
    "cradle",
    "loops",
    "magnets",
    "own_pin",
    "ring",
    "recess",
    "screwed",
    starts=(
        Start(
            "garment",
            "A jersey or shirt",
            "Folded to size, with photographs and a plate, in mats.",
            (
                SizeAsked("width", "Armpit to armpit", "/object/items/0/width/middle/0"),
                SizeAsked("height", "Shoulder to hem", "/object/items/0/height/centre/0"),
            ),
            things_of("garment"),
            started("matted_box", "garment", layout={"how": "flanked", "gap": 40}, border=50),
            said="shirt jersey sports football cycling signed clothes folded",
            where=("where_shirt",),
        ),
    ),
)
