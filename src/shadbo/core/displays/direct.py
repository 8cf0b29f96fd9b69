"""Flat work on its board under the lip: a jigsaw, needlework, a print; glazed or bare."""

from __future__ import annotations

from shadbo.core.document.starts import FLAT_THING, Start, things_of
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
