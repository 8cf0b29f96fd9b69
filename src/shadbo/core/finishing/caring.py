"""What its owner is told of a framed thing: how to clean it, where to hang it, when to look at it again.

Common practice; the rules for light and damp are those the plan judges by.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping

from shadbo.core.document.decisions.having import in_front
from shadbo.core.document.facts import Facts, facts_of
from shadbo.core.document.piece import Piece
from shadbo.core.document.shop import Shop
from shadbo.core.judging.sheets import with_sheet

# How each glazing is cleaned.
CLEANED: Mapping[str, str] = {
    "coated": "Clean the coated glass with a soft microfibre cloth and a little water on the cloth; nothing with ammonia.",
    "acrylic": "Clean the acrylic with a soft damp cloth and a drop of soap; never dry, never with window cleaner or spirit: it scratches and crazes.",
    "glass": "Clean the glass with a cloth that was sprayed, never spray the glass: it runs behind the lip.",
}
BARE = "It has no glazing: dust it with a soft, dry brush; nothing wet, no cloth on the face."
FADES = frozenset(
    {"paper", "photograph", "textile", "plant", "watercolour", "felt_tip", "water_ink", "unknown_dye", "newsprint", "silk"}
)
DAMP = frozenset({"paper", "photograph", "textile", "plant", "wood", "moisture_sensitive", "canvas", "vellum", "leather"})
Told = Callable[[Facts], bool]
RULES: tuple[tuple[Told, str], ...] = (
    (
        lambda f: bool(FADES & f.traits),
        "Hang it out of the sun, and not under a lamp that burns all day: what fades doesn’t come back.",
    ),
    (lambda f: bool(DAMP & f.traits), "Not on a damp outside wall, over a radiator or a fireplace, or in a bathroom."),
    (lambda f: "canvas" in f.traits, "Don’t press on the canvas or lean anything against it, from the front or from the back."),
    (lambda f: "loose_pigment" in f.traits, "Carry it face up and level; a knock brings pigment down."),
    (lambda f: "heat_sensitive" in f.traits, "Keep it from heat: a sunny window sill or a closed car is enough to harm it."),
)
HUNG = "Lift it by its sides, never by the top rail or the wire. Look at hooks and rings once a year; if it stands away from the wall, have it looked at."
STANDS = "Lift it by its base with both hands. It wants a level place that doesn’t shake."
OPENED = "Have it opened by a framer who has read its label."


def care_of(piece: Piece, shop: Shop) -> tuple[str, ...]:
    """Sentences for its owner, in the order they are needed."""
    facts = facts_of(piece)
    glazing = in_front(with_sheet(piece, facts, shop))
    told = [sentence for holds, sentence in RULES if holds(facts)]
    return (CLEANED.get(glazing, BARE), *told, STANDS if piece.display.type == "clear_case" else HUNG, OPENED)
