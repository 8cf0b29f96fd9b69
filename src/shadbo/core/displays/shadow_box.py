"""Things on a board behind glass, walls between, room behind for pins: badges, medals, keepsakes."""

from __future__ import annotations

from shadbo.core.boxes.box import boxed
from shadbo.core.boxes.recipe import RECIPES

SHADOW_BOX = boxed(RECIPES["shadow_box"])
