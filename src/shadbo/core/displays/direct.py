"""Flat work on its board under the lip: a jigsaw, needlework, a print; glazed or bare."""

from __future__ import annotations

from shadbo.core.framing.boxes.box import boxed
from shadbo.core.framing.boxes.recipe import RECIPES

DIRECT = boxed(RECIPES["direct"])
