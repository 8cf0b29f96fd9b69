"""Which sheet is put before a thing: what it is of and of which grade, judged by the thing, the size and the room."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any, get_args

from shadbo.core.document.decisions.canvas import ReadFrame
from shadbo.core.document.decisions.having import Glazed, frame_of
from shadbo.core.document.facts import Facts
from shadbo.core.document.piece import Piece
from shadbo.core.document.shop import Shop
from shadbo.core.judging.judging import Choice, Rated, ranked
from shadbo.core.judging.needs import needs_here
from shadbo.core.quantity.exact import Fraction, exact

AUTO = "auto"
DOES: Mapping[str, frozenset[str]] = {
    "glass": frozenset({"shatters", "no_static"}),
    "acrylic": frozenset({"static", "unbreakable", "scratches"}),
    "coated": frozenset({"shatters", "no_static", "clear_view", "dear"}),
    "none": frozenset({"no_sheet"}),
}
GRADES = ("plain", "uv", "laminated")
# What came with a frame is used before another is bought.
CAME = 10


def does(kind: str, grade: str) -> frozenset[str]:
    """What a sheet gives and does. Laminated glass does not fall, and its film filters; there is no laminated acrylic."""
    held = DOES[kind]
    if grade == "uv":
        return held | {"uv", "dear"}
    if grade == "laminated":
        return (held - {"shatters"}) | {"uv", "dear", "holds_together", "very_dear"}
    return held


def kinds_of(display: Any) -> tuple[str, ...]:
    """The sheets a display may have."""
    return tuple(k for k in get_args(type(display).model_fields["glazing"].annotation) if k != AUTO)


def sheets(
    piece: Piece, facts: Facts, shop: Shop, sheet_m2: Fraction | None = None, kinds: Iterable[str] | None = None
) -> list[Rated]:
    """Every sheet the display may have, best first; keys are “glass/uv”. ``sheet_m2`` is its area where it is known."""
    display = piece.display
    frame = frame_of(display)
    came = frame.sheet if isinstance(frame, ReadFrame) and frame.glazing_thickness else None
    needs = needs_here(piece, facts, sheet_m2, exact(shop.rules.glass_area))
    choices = [
        Choice(f"{kind}/{grade}", does(kind, grade), CAME if (kind, grade) == (came, "plain") else 0)
        for kind in kinds or kinds_of(display)
        for grade in GRADES
        if grade == "plain" or (kind != "none" and not (grade == "laminated" and kind == "acrylic"))
    ]
    return ranked(choices, needs, piece.practice)


def with_sheet(piece: Piece, facts: Facts, shop: Shop) -> Any:
    """The display with the sheet that is left to the judgement decided; the very same where nothing is."""
    display = piece.display
    if not isinstance(display, Glazed) or AUTO not in (display.glazing, display.grade):
        return display
    kind, grade = display.glazing, display.grade
    best = next(
        j.choice.key.split("/")
        for j in sheets(piece, facts, shop)
        if kind in (AUTO, j.choice.key.split("/")[0]) and grade in (AUTO, j.choice.key.split("/")[1])
    )
    return display.model_copy(update={"glazing": best[0], "grade": best[1]})
