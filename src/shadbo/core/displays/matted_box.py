"""Several things with mats: a jersey with photographs, patches, a plate."""

from __future__ import annotations

from shadbo.core.boxes.box import boxed
from shadbo.core.boxes.recipe import RECIPES

MATTED_BOX = boxed(RECIPES["matted_box"])
