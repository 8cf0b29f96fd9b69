"""What is written on the back (or where it doesn’t show), for whoever opens it next: what, whose, what touches it, how to undo it."""

from __future__ import annotations

from collections.abc import Iterator

from shadbo.core.contract.display import Context, Labelled, Mounting
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.document.decisions.having import glazing_of
from shadbo.core.document.facts import said
from shadbo.core.document.items import Things
from shadbo.core.document.objects import MATERIALS, CanvasToMake, FlatWork, RolledCanvas
from shadbo.core.document.readings import UnitName
from shadbo.core.finishing.hang.hardware import Hanger
from shadbo.core.framing.counting import figures
from shadbo.core.framing.glazing import sheet_material
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import plain
from shadbo.core.quantity.masses import show_mass

UNDONE = {"yes": "It can be undone.", "mostly": "It can be undone almost without a trace.", "no": "It can’t be undone."}


def label_step(context: Context[object, object], place: Labelled, held: Mounting, kg: Fraction, by: Hanger | None) -> Operation:
    """The label as a step: everything the plan knows is there to be copied; date and hand are the framer’s."""
    piece, glazing = context.piece, glazing_of(context.display)
    what = f" ({MATERIALS[piece.object.material][0].lower()})" if isinstance(piece.object, FlatWork) else ""
    lines = [f"{piece.name}{what}{f', {piece.owner}' if piece.owner else ''}; the date, and who framed it."]
    lines.append(f"How it is held: {held.how}. {UNDONE[held.reversible]} Touches it: {held.touches}.")
    if glazing != "none":
        lines.append(f"Glazing: {sheet_material(context.display)}{', its coated face inwards' if glazing == 'coated' else ''}.")
    weight = show_mass(kg).inch if piece.units == "in" else f"{figures(kg)} kg"
    lines.append(f"Weighs {weight}{f'; hangs by {by.label[0].lower()}{by.label[1:]}' if by is not None else ''}.")
    if piece.overrides:
        lines.append("Taken on: " + "; ".join(f"{o.why} ({o.who})" for o in piece.overrides) + ".")
    if place == Labelled():
        lines.append("A certificate or letter that belongs to it goes in a pocket, centred low; its tape does not touch it.")
    # What it is stands first, by itself: paper and records have it as their heading.
    return Operation("label", f"Label {place.where}", (lines[0], " " + " ".join(lines[1:])), 10, uses=("label",))


def written(step: Operation, unit: UnitName) -> str:
    """What the label says below its heading."""
    return plain(step.say[1:], unit).strip()


def labelled(
    told: tuple[Operation, ...], label: Operation, before: tuple[str, ...], after: tuple[Operation, ...] = ()
) -> tuple[Operation, ...]:
    """The label among the operations: told before the first of those it has to come ``before``, else last."""
    every = (*told, *after)
    at = next((n for n, one in enumerate(every) if one.key in before), len(every))
    return (*every[:at], label, *every[at:])


def condition_step(context: Context[object, object]) -> tuple[Operation, ...]:
    """What nobody could replace is looked over and written down before a hand is laid on it; what is signed on its back is photographed there,
    before that is covered."""
    back: tuple[Operation, ...] = ()
    if context.piece.asked.signed == "back":
        words = "Its back with the signature, straight on and with a rule beside it: once it is framed nobody sees it. A print goes to its label."
        back = (Operation("signed", "Photograph its back", (words,), 5, gate=True),)
    if not context.facts.irreplaceable:
        return back
    thing = context.piece.object
    if isinstance(thing, Things):
        # Those nobody could replace; all, where that was said of the whole.
        only = [one.name for one in thing.items if "irreplaceable" in said(context.piece.asked, one.traits)]
        names = ", ".join(only[:4]) + (f" and {len(only) - 4} more" if len(only) > 4 else "")
    else:
        names = "The work" if isinstance(thing, FlatWork) else "The canvas"
    words = f"{names}: photographs and a note of every mark, before work starts."
    return (Operation("condition", "Write down its condition", (words,), 15, gate=True), *back)


LABEL = got("label", "Label, lasting ink", comes="hand")


def things(context: Context[object, object]) -> Iterator[Part]:
    """What is framed is part of the job too: it is there, and every operation that touches it says so."""
    thing = context.piece.object
    if isinstance(thing, Things):
        yield from (got(f"item.{one.key}", one.name, comes="owner", lights=(f"item.{one.key}", "item")) for one in thing.items)
    elif isinstance(thing, FlatWork):
        yield got("work", "The work", comes="owner", lights=("work", "trim"))
    elif not isinstance(thing, CanvasToMake):
        # One that is stretched comes on its bars.
        yield got(
            "canvas", "The canvas", comes="owner", lights=("canvas",) if isinstance(thing, RolledCanvas) else ("canvas", "bar")
        )
