"""Flat work held off the glazing by a spacer all round in the rabbet: a pastel, a linen-backed poster."""

from __future__ import annotations

from shadbo.core.document.starts import FLAT_THING, Start, things_of
from shadbo.core.framing.boxes.box import boxed
from shadbo.core.framing.boxes.recipe import RECIPES
from shadbo.core.framing.boxes.suiting import started

SPACED = boxed(
    RECIPES["spaced"],
    starts=(
        Start(
            "pastel",
            "A pastel or charcoal",
            "Held off the glass by a spacer all round.",
            FLAT_THING,
            things_of("pastel"),
            started("spaced", "pastel", border=40),
            said="pastel charcoal chalk drawing dust spacer",
        ),
    ),
)
