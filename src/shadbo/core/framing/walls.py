"""What a hook, a bracket or a ledge is fixed with in each wall."""

from __future__ import annotations

from collections.abc import Mapping

# What a fixing in each wall is, and who knows what it bears (common practice; the maker’s figure and local codes decide).
WALLS: Mapping[str, tuple[str, str]] = {
    "plasterboard": ("Plasterboard", "into a stud where there is one; else a cavity anchor, by its maker’s figure for this board"),
    "brick": ("Brick", "a nylon plug and screw, drilled into the brick and not the joint"),
    "concrete": ("Concrete", "a plug and screw, drilled with hammer; no nail holds"),
    "wood": ("Wood", "a wood screw into a stud or a solid board, drilled first"),
    "lath": ("Lath and plaster", "into a stud, or a toggle behind the lath; no hammer, the plaster comes away"),
}


def fixing_in(wall: str) -> str:
    """What a hook or a bracket is fixed with in a wall, as a list says it."""
    return WALLS.get(wall, ("", "for the wall there is"))[1]


ANCHOR = "The wall decides the anchor: cables and pipes looked for, the anchor maker’s rating, local codes."
