"""What is written on the back, for whoever opens it next (handbook section 11): what, whose, what touches it, how to undo it."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.display import Context, Held
from shadbo.core.contract.steps import Step
from shadbo.core.finishing.hang.hardware import Hanger
from shadbo.core.framing.counting import figures
from shadbo.core.framing.glazing import LABELS
from shadbo.core.quantity.exact import Fraction

UNDONE = {"yes": "It can be undone.", "mostly": "It can be undone almost without a trace.", "no": "It can’t be undone."}


def label_step(context: Context[Any, Any], held: Held, kg: Fraction, by: Hanger | None) -> Step:
    """The label as a step: everything the plan knows is there to be copied; date and hand are the framer’s."""
    piece, glazing = context.piece, getattr(context.display, "glazing", None)
    lines = [f"{piece.name}{f', {piece.owner}' if piece.owner else ''}; the date, and who framed it"]
    lines.append(f"Held by {held.how}. {UNDONE[held.reversible]} Touches it: {held.touches}.")
    if glazing in LABELS and glazing != "none":
        lines.append(f"Glazing: {LABELS[glazing].lower()}{', its coated face inwards' if glazing == 'coated' else ''}.")
    lines.append(
        f"Weighs {figures(kg)} kg{f'; hangs by {by.label[0].lower()}{by.label[1:]}' if by is not None else ''}."
    )
    if piece.overrides:
        lines.append("Taken on: " + "; ".join(f"{o.why} ({o.who})" for o in piece.overrides) + ".")
    lines.append("A certificate or letter goes in a pocket, centred low; its tape does not touch it.")
    return Step("label", "Label on the back", (" ".join(lines),), 10, parts=("rail",))
