"""What a thing is, as far as it decides how it may be held, lit and glazed (handbook section 9)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

Trait = Literal[
    "textile", "paper", "photograph", "canvas", "loose_pigment", "signed", "heat_sensitive", "plant", "metal", "wood",
    "ceramic", "glass", "plastic", "magnetic", "fragile", "heavy", "irreplaceable", "moisture_sensitive",
]  # fmt: skip
TRAITS: Mapping[Trait, str] = {
    "textile": "Textile", "paper": "Paper", "photograph": "Photograph", "canvas": "Canvas", "loose_pigment": "Loose pigment",
    "signed": "Signed", "heat_sensitive": "Heat-sensitive", "plant": "Plant", "metal": "Metal", "wood": "Wood",
    "ceramic": "Ceramic", "glass": "Glass", "plastic": "Plastic", "magnetic": "Magnetic", "fragile": "Fragile",
    "heavy": "Heavy", "irreplaceable": "Irreplaceable", "moisture_sensitive": "Moisture-sensitive",
}  # fmt: skip
