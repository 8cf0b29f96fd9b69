"""Flat work on its board under the lip: a jigsaw, needlework, a print; glazed or bare."""

from __future__ import annotations

from shadbo.core.document.starts import FLAT_THING, LABEL_ASKS, Start, frame_by_label, things_of
from shadbo.core.framing.boxes.box import boxed
from shadbo.core.framing.boxes.recipe import RECIPES
from shadbo.core.framing.boxes.suiting import started

DIRECT = boxed(
    RECIPES["direct"],
    "bedded",
    "clips",
    "glue",
    "dry_mount",
    "spray",
    starts=(
        Start(
            "puzzle",
            "A jigsaw puzzle",
            "On its board under the lip, a spacer under the glass.",
            FLAT_THING,
            things_of("puzzle"),
            started("direct", "puzzle", spacer=5),
            said="jigsaw puzzle frame glued thousand pieces",
        ),
        Start(
            "puzzle_label",
            "A jigsaw and a frame, by its label",
            "Finished, for a bought frame of which the label is known.",
            (*FLAT_THING, *LABEL_ASKS),
            things_of("puzzle"),
            lambda sizes, unit, shop: {
                "type": "direct",
                "edges": "lapped",
                "border": 0,
                "spacer": 5,
                "frame": frame_by_label(sizes, shop),
            },
            said="jigsaw puzzle bought ready made frame label",
        ),
        Start(
            "mirror",
            "A mirror",
            "Under the lip, on felt and blocks; it is its own glass.",
            FLAT_THING,
            things_of("mirror"),
            started("direct", "mirror", glazing="none"),
            said="looking glass mirror",
        ),
        Start(
            "needlework",
            "Needlework",
            "Stretched over its board, tacked under the lip.",
            FLAT_THING,
            things_of("needlework"),
            started("direct", "needlework", spacer=5),
            said="cross stitch embroidery sampler tapestry lace cloth textile silk",
        ),
    ),
)
