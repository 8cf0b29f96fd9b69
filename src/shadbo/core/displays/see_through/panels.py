"""What each stage asks of work between two sheets."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.asking import choice, given, plain_length, toggled
from shadbo.core.contract.display import Panel, PanelOf
from shadbo.core.contract.inputs import ChoiceInput, Input, Option
from shadbo.core.contract.terms import there
from shadbo.core.displays.see_through.sizes import SeeThroughContext, Sizes, between_mats
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.document.decisions.see_through import FACES
from shadbo.core.document.shop import RabbetMoulding, ReadyFrame
from shadbo.core.framing.glazing import glazing_choices
from shadbo.core.framing.rabbet_choices import frame_chooser, frame_inputs, moulding_choice, new_or_bought
from shadbo.core.framing.rails import AXES
from shadbo.core.measuring.desk import desk_panel
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say

FACE_WORDS = {
    "front_outer": "Front sheet, outside",
    "front_inner": "Front sheet, inside",
    "back_inner": "Back sheet, inside",
    "back_outer": "Back sheet, outside",
}


def panels(context: SeeThroughContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    return (
        desk_panel(context, sizes.thing),
        PanelOf("display", lambda: _display(context, sizes)),
        PanelOf("hold", lambda: _hold(context, sizes)),
        PanelOf("cut", lambda: _cut(context)),
    )


def _display(context: SeeThroughContext, sizes: Sizes) -> Panel:
    display, show, book = context.display, context.shop.showing, context.book
    frame = display.frame
    inputs: list[Input] = [new_or_bought(context, sizes.rabbet, frame)]
    if isinstance(frame, NewRabbet):
        inputs.append(given(show, book["border.intended"], "Frame"))
        inputs += moulding_choice(context, lambda m: _room(context, sizes, m))
    else:
        inputs += frame_inputs(context, sizes.rabbet, frame, came_with=True, closes=False)
        inputs.append(
            choice(
                context,
                "/display/frames",
                "Ready-made frames taken apart",
                "Frame",
                (
                    (2, ("Two",), ("the second gives its glass and goes back to stock",)),
                    (1, ("One",), ("and one sheet cut for it",)),
                ),
                ("rail",),
            )
        )
    work = {a: sizes.thing.side(a).into for a in AXES}
    inputs += frame_chooser(context, work, lambda size, ready: _refused(context, sizes, size, ready), True)
    inputs += [
        *glazing_choices(context, sizes.sheet, sizes.each.value),
        choice(
            context,
            "/display/sheets",
            "How many",
            "Sheets",
            ((2, ("Two",), ("before and behind",)), (1, ("One, behind",), ("for a sealed face",))),
            ("glazing",),
        ),
        given(show, sizes.each, "Sheets", pointer="/display/thickness", optional=True),
    ]
    if display.sheets == 2:
        inputs.append(
            choice(
                context,
                "/display/between",
                "Between them",
                "Sheets",
                (
                    ("touching", ("The work alone",), ("the sheets touch both its faces",)),
                    ("rim", ("Spacers at the rim",), ("behind the lip; the front sheet off its face",)),
                    ("mats", ("A film sleeve between two mats",), ("air on both sides; nothing touches the glass",)),
                ),
                ("mat", "work"),
                look="list",
            )
        )
    inputs.append(
        choice(
            context,
            "/display/paper_ring",
            "On its back",
            "Sheets",
            ((False, ("Nothing",), ()), (True, ("A paper ring",), ("keeps tabs off the sheet; hidden behind the lip",))),
            ("paper_ring",),
        )
    )
    figures = there(
        context,
        "border.width",
        "border.height",
        "border.difference",
        "border.turned.width",
        "border.turned.height",
        "even.work.width",
        "even.work.height",
        "depth.pack",
        "depth.slack",
        "weight.total",
    )
    return Panel((f"How much {'mat' if sizes.window else 'wall'} shows round it, on both axes.",), tuple(inputs), figures)


def _hold(context: SeeThroughContext, sizes: Sizes) -> Panel:
    display, show = context.display, context.shop.showing
    hold: list[Input] = [
        choice(
            context,
            "/display/kept",
            "Kept in by",
            "Kept in by",
            (("tabs", ("Tabs",), ()), ("clips", ("Clips",), ("not pressed hard: the edge cracks",))),
            ("clip",),
        )
    ]

    hold.append(
        plain_length(
            show,
            display.spacing,
            "/display/spacing",
            "No further apart than",
            "Kept in by",
            ("clip",),
            optional=True,
            hint=("Left empty: two a side.",),
        )
    )
    if not between_mats(context.display):
        hold += [
            choice(
                context,
                "/display/tape",
                "The work is held",
                "The work",
                (
                    ("top", ("By tape at the top",), ("so that it hangs and does not buckle",)),
                    ("short", ("By two short tapes at the top",), ("less of it touches",)),
                    ("squares", ("By four squares of tape",), ("one at each corner",)),
                    ("corners", ("By clear corners",), ("nothing sticks to it",)),
                    ("none", ("By the sheets alone",), ()),
                ),
                ("tape",),
                look="list",
            )
        ]
    clips = [d.name or "" for found in sizes.clips.values() for d in found]
    return Panel(
        ("What keeps the sheets in, what keeps the work up between them, and how it hangs with nothing to be seen.",),
        tuple(hold),
        there(context, "tape.length", "tape.load", "tape.each", "clips.width", "clips.height", *clips),
        ("back", "section", "face"),
    )


def _cut(context: SeeThroughContext) -> Panel:
    display = context.display
    faces = FACES if display.sheets == 2 else FACES[2:]
    ticks = ChoiceInput(
        "cleaned",
        "Clean, looked at against the light",
        "Faces to clean",
        tuple(
            Option(
                f,
                (FACE_WORDS[f],),
                ("can’t be reached again",) if f.endswith("inner") else (),
                f in display.cleaned,
                ({"op": "add", "path": "/display/cleaned", "value": toggled(display.cleaned, f)},),
            )
            for f in faces
        ),
        ("glazing",),
        "many",
    )
    names = ("glazing.width", "glazing.height", "cut.needed", "cut.order", "frame.diagonal", "frame.square")
    return Panel(("Sheets to cut, faces to clean.",), (ticks,), there(context, *names), ("back", "face", "section"))


def _room(context: SeeThroughContext, sizes: Sizes, m: RabbetMoulding) -> Say:
    slack = sizes.slack.value + exact(m.rabbet_depth) - sizes.rabbet.depth.value
    return context.speak.say("{} to spare", slack) if slack >= 0 else context.speak.say("too shallow by {}", -slack)


def _refused(context: SeeThroughContext, sizes: Sizes, size: Mapping[str, Fraction], ready: ReadyFrame) -> Say | None:
    for axis in AXES:
        over = sizes.thing.side(axis).into.value - size[axis] + 2 * exact(ready.lip)
        if over > 0:
            return context.speak.say(f"{axis} too small by {{}}", over)
    short = context.book["depth.pack"].value + context.rule("tabs") - exact(ready.rabbet_depth)
    return context.speak.say("too shallow by {}", short) if short > 0 else None
