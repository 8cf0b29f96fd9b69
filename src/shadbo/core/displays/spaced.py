"""Flat work held off the glazing by a spacer all round in the rabbet: a pastel, a linen-backed poster."""

from __future__ import annotations

from shadbo.core.boxes.box import boxed
from shadbo.core.boxes.recipe import RECIPES

SPACED = boxed(RECIPES["spaced"])
