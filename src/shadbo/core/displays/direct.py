"""Flat work on its board under the lip: a jigsaw, needlework, a print; glazed or bare."""

from __future__ import annotations

from shadbo.core.boxes.box import boxed
from shadbo.core.boxes.recipe import RECIPES

DIRECT = boxed(RECIPES["direct"])
