"""Things on a board behind glass, walls between, room behind for pins: badges, medals, keepsakes."""

from __future__ import annotations

from shadbo.core.framing.boxes.box import boxed
from shadbo.core.framing.boxes.recipe import RECIPES

SHADOW_BOX = boxed(RECIPES["shadow_box"])
