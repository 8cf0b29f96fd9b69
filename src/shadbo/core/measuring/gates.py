"""How far what was made may be from what was planned, and still be as planned: sums of what saw, mat cutter, glass cutter and tape give."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from shadbo.core.document.shop import Shop
from shadbo.core.quantity.lengths import Unit
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, rule

Tool = Literal["saw", "mat", "glass"]


@record(frozen=True, slots=True)
class Cutting:
    """What cuts: its name, where its tolerance is from, whether a length is cut by it at both ends, and the families of the cut list it makes."""

    name: str
    source: str
    both_ends: bool
    families: tuple[str, ...]

    @property
    def cuts(self) -> int:
        """How many cuts a length has by it."""
        return 1 + self.both_ends


# A rail and a mat are cut at both ends; a sheet is scored once, from a straight edge.
TOOLS: Mapping[Tool, Cutting] = {
    "saw": Cutting("Saw", "saw", True, ("rail", "bar", "pole", "tray", "liner", "base", "step")),
    "mat": Cutting("Mat cutter", "mat-cut", True, ("mat", "mat_top", "mat_bottom", "mat_back")),
    "glass": Cutting("Glass cutter", "glass-cut", False, ("glazing", "sheet", "hood")),
}


def tool_of(key: str) -> Tool | None:
    """What cuts a line of the cut list, by its key; None for what is cut with a knife or got ready cut."""
    return next((tool for tool, by in TOOLS.items() if key.split(".")[0] in by.families), None)


def reading_gives(shop: Shop, tape: Unit, tool: Tool = "saw") -> Dim:
    """The most a reading of a length that was cut may be out by, mm: the tool at each cut, and the tape."""
    read = shop.tolerances.tape_mm if tape == "mm" else shop.tolerances.tape_in
    by = TOOLS[tool]
    return by.cuts * rule(getattr(shop.tolerances, tool), f"{by.name}, ±", by.source, "fine") + rule(
        read, "Tape, ±", "tape", "fine"
    )
