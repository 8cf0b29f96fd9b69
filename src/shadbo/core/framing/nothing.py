"""Sizes of nothing or less: a stop, whatever display they come from, with the changes that would make something of them.

The ways out are read off the sum: a choice in it is moved as far as its multiplier needs.
"""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil, floor
from typing import Any

from shadbo.core.contract.checks import Stage, WayOut, put
from shadbo.core.contract.display import Context, DisplayPlan, FrameSection
from shadbo.core.document.decisions.having import Edged
from shadbo.core.document.objects import StretchedCanvas
from shadbo.core.document.piece import length_field
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.sums import Dim, Leaf

# What is offered instead of nothing is this much at the least: something a hand can cut and a screw can bite.
LEAST = {"cut": Fraction(10), "wood": Fraction(5)}
MOST_WAYS = 3
# The fields of a document that say how thick a sheet is.
THICKNESSES = {"thickness", "glazing_thickness", "board", "backing", "mount", "cover_board", "card"}
# Told with what is got, but no size of it: a clip may have an offset of nothing.
NO_SIZES = {"clip.offset"}
# Not cut, but shown or set by hand: something of these there is.
SEEN = ("frame.sight.width", "frame.sight.height", "work.seen", "staple.apart.width", "staple.apart.height")


def check_wood(context: Context[object, object], frame_section: FrameSection | None) -> bool:
    """Whether there is wood beside the rabbet at all: nothing bears, bends or is joined in a rail without."""
    if frame_section is None:
        return False
    real = True
    for dim, key, what, why in (
        (
            frame_section.solid,
            "wood.none",
            "There is no wood left beside the rabbet: {}.",
            "The face has to be wider than the lip, and the wall than its rebates.",
        ),
        (frame_section.height, "wood.flat", "The rail has no height: {}.", "A rail is as high as what it holds, and more."),
    ):
        if dim.value <= 0:
            real = False
            _stop(context, dim, key, "depth", context.speak.say(what, dim), why, LEAST["wood"])
    return real


def check_cuts(context: Context[object, object], display_plan: DisplayPlan) -> None:
    """Nothing is cut to a size of nothing or less, and something is to be seen. Where a stop speaks of the same lengths already, it is not said twice."""
    book = context.book
    said = {
        leaf
        for c in context.checks.checks.values()
        if c.severity == "stop" and c.figure in book.dims
        for leaf in book[c.figure].slopes
    }
    cut = (name for line in display_plan.cuts for name in line.figures)
    for name in dict.fromkeys((*cut, *(name for name in SEEN if name in book.dims))):
        dim = book[name]
        if dim.value <= 0 and name not in NO_SIZES and not said & dim.slopes.keys():
            say = context.speak.say(f"{dim.label} comes to {{}}: nothing is left of it.", dim)
            stage: Stage = "display" if name in SEEN else "cut"
            _stop(context, dim, f"nothing.{name}", stage, say, "What is taken off is more than there is.", LEAST["cut"])
            said |= dim.slopes.keys()


def check_thick(context: Context[object, object], display_plan: DisplayPlan) -> None:
    """Nothing is cut of a sheet of no thickness: what is there has some, what isn’t there isn’t cut."""
    usual = context.rule("backing")
    left_out = {one.part for one in context.piece.said if one.comes == "none"}
    for line in display_plan.cuts:
        if line.thick is not None and line.thick.mm == "0" and line.key not in left_out:
            context.checks.add(
                "stop",
                f"nothing.thick.{line.key}",
                "cut",
                (f"{line.part}: of no thickness, it can’t be cut.",),
                why="What is there has a thickness; what isn’t there isn’t cut.",
                source_key="cut-size",
                parts=line.parts,
                ways=tuple(
                    WayOut(context.speak.say("Take it {} thick", usual), (put(pointer, usual),))
                    for pointer in _of_nothing(context.piece.display.model_dump(), "/display")
                )[:MOST_WAYS],
            )


def check_bars(context: Context[object, object]) -> None:
    """The bars of a canvas that is there leave it open in the middle: else one of the two was misread."""
    thing, facts = context.piece.object, context.facts
    if not isinstance(thing, StretchedCanvas) or thing.support == "board":
        return
    bars, least = 2 * exact(thing.bar_width), min(facts.width, facts.height)
    if bars < least:
        return
    field = length_field("/object/bar_width")
    usual = (exact(StretchedCanvas.model_fields["bar_width"].default), Fraction(int(least / 3)))
    fits = next((wide for wide in usual if 2 * wide < least and field is not None and field.fault(wide) is None), None)
    context.checks.add(
        "stop",
        "bars.wide",
        "measure",
        context.speak.say("Two bars {} wide don’t go into a canvas {} across.", exact(thing.bar_width), least),
        why="Bars are measured on the back, from the outside to where the canvas is free.",
        source_key="arithmetic",
        parts=("bar",),
        ways=(WayOut(context.speak.say("The bars are {} wide", fits), (put("/object/bar_width", fits),)),)
        if fits is not None
        else (),
    )


def _of_nothing(node: Any, path: str) -> Iterator[str]:
    """Where a thickness of nothing is typed."""
    found = node.items() if isinstance(node, dict) else enumerate(node) if isinstance(node, (list, tuple)) else ()
    for key, value in found:
        if key in THICKNESSES and value is not None and not value:
            yield f"{path}/{key}"
        yield from _of_nothing(value, f"{path}/{key}")


def _stop(context: Context[object, object], dim: Dim, key: str, stage: Stage, say: Say, why: str, least: Fraction) -> None:
    context.checks.add(
        "stop",
        key,
        stage,
        say,
        why=why,
        source_key="cut-size",
        figure=dim.name,
        parts=dim.parts,
        ways=changes_to(context, dim, least) or _bordered(context),
    )


def _bordered(context: Context[object, object]) -> tuple[WayOut, ...]:
    """What the lip hides all of is seen again with a border round it."""
    if not (isinstance(context.display, Edged) and context.display.edges == "lapped"):
        return ()
    return (WayOut(("Leave a border round it",), (put("/display/edges", "bordered"),)),)


def changes_to(context: Context[object, object], dim: Dim, aim: Fraction) -> tuple[WayOut, ...]:
    """Choices in a sum that would bring it up to ``aim`` (mm) by themselves, the smallest change first; whole mm.

    A reading is never among them: what was measured is measured again, not made up.
    """
    found = []
    for slope, one in dim.slopes.values():
        form = one.form
        if not isinstance(form, Leaf) or form.pointer is None or form.origin != "choice":
            continue
        exact = one.value + (aim - dim.value) / slope
        value = Fraction(ceil(exact) if slope > 0 else floor(exact))
        way = WayOut(context.speak.say(f"{one.label}: {{}} instead of {{}}", value, one), (put(form.pointer, value),))
        found.append((abs(value - one.value), way))
    return tuple(way for _, way in sorted(found, key=lambda pair: pair[0])[:MOST_WAYS])
