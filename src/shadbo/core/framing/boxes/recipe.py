"""What tells the four box displays apart: which layers they have and what is usual in them."""

from __future__ import annotations

from shadbo.core.document.decisions.boxes import Direct, MattedBox, ShadowBox, Spaced
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record


@record(frozen=True, slots=True)
class Recipe:
    """One display: ``spaced`` if something holds the glazing off, ``behind`` if pins have room behind the board."""

    key: str
    label: str
    said: str
    spaced: bool
    behind: bool
    mats: bool
    mount: Fraction
    spacer_word: str


RECIPES = {
    recipe.key: recipe
    for recipe in (
        Recipe(
            "direct",
            "On its board, under the lip",
            "the lip holds it; glazed or bare",
            False,
            Direct.BEHIND,
            False,
            Fraction(3),
            "Spacer",
        ),
        Recipe(
            "spaced", "Held off the glazing", "a spacer all round in the rabbet", True, Spaced.BEHIND, False, Fraction(5), "Spacer"
        ),
        Recipe(
            "shadow_box",
            "Shadow box",
            "walls between glass and board, room behind for pins",
            True,
            ShadowBox.BEHIND,
            False,
            Fraction(5),
            "Walls",
        ),
        Recipe(
            "matted_box",
            "Box with mats",
            "windows for some, others on the mats",
            True,
            MattedBox.BEHIND,
            True,
            Fraction(5),
            "Walls",
        ),
    )
}
