"""How far what was made may be from what was planned, and still be as planned: sums of what saw, mat cutter, glass cutter and tape give."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from shadbo.core.document.shop import Shop
from shadbo.core.quantity.lengths import Unit
from shadbo.core.quantity.sums import Dim, rule

# What cuts: its name, where its tolerance is from, and the families of the cut list it cuts.
Tool = Literal["saw", "mat", "glass"]
TOOLS: Mapping[Tool, tuple[str, str, tuple[str, ...]]] = {
    "saw": ("Saw", "saw", ("rail", "bar", "pole", "tray", "liner", "base", "step")),
    "mat": ("Mat cutter", "mat-cut", ("mat", "mat_top", "mat_bottom", "mat_back")),
    "glass": ("Glass cutter", "glass-cut", ("glazing", "sheet", "hood")),
}
# How many cuts a length has by its tool: a rail and a mat are cut at both ends; a sheet is scored once, from a straight edge.
CUTS: Mapping[Tool, int] = {"saw": 2, "mat": 2, "glass": 1}


def tool_of(key: str) -> Tool | None:
    """What cuts a line of the cut list, by its key; None for what is cut with a knife or got ready cut."""
    return next((tool for tool, (*_, families) in TOOLS.items() if key.split(".")[0] in families), None)


def reading_gives(shop: Shop, tape: Unit, tool: Tool = "saw") -> Dim:
    """The most a reading of a length that was cut may be out by, mm: the tool at each cut, and the tape."""
    read = shop.tolerances.tape_mm if tape == "mm" else shop.tolerances.tape_in
    name, source, _ = TOOLS[tool]
    return CUTS[tool] * rule(getattr(shop.tolerances, tool), f"{name}, ±", source, "fine") + rule(read, "Tape, ±", "tape", "fine")
