"""Several things with mats: a jersey with photographs, patches, a plate."""

from __future__ import annotations

from shadbo.core.framing.boxes.box import boxed
from shadbo.core.framing.boxes.recipe import RECIPES

MATTED_BOX = boxed(RECIPES["matted_box"])
