"""Flat work held off the glazing by a spacer all round in the rabbet: a pastel, a linen-backed poster."""

from __future__ import annotations

from shadbo.core.framing.boxes.box import boxed
from shadbo.core.framing.boxes.recipe import RECIPES

SPACED = boxed(RECIPES["spaced"])
