"""What each stage asks of flat work on a board."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.asking import choice, given
from shadbo.core.contract.display import Panel, PanelOf
from shadbo.core.contract.inputs import Input
from shadbo.core.displays.on_board.rules import eye
from shadbo.core.displays.on_board.sizes import OnBoardContext, Sizes
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.document.shop import RabbetMoulding, ReadyFrame
from shadbo.core.framing.closing import closing_choice
from shadbo.core.framing.glazing import glazing_choices, sheet_thick
from shadbo.core.framing.own import own_boards
from shadbo.core.framing.rabbet_choices import frame_chooser, frame_inputs, moulding_choice, new_or_bought
from shadbo.core.framing.rails import AXES
from shadbo.core.measuring.desk import consent_inputs, desk_panel
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say


def panels(context: OnBoardContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    return (
        desk_panel(context, sizes.thing),
        PanelOf("display", lambda: _display(context, sizes)),
        PanelOf("cut", lambda: _cut(context, sizes)),
    )


def _display(context: OnBoardContext, sizes: Sizes) -> Panel:
    display, show, say, fine = context.display, context.shop.showing, context.speak.say, context.speak.fine
    frame = display.frame
    inputs: list[Input] = [new_or_bought(context, sizes.rabbet, frame)]
    group = "Where it lies"
    # Of true work the middle is the best there is.
    if display.placing.how == "hand" or sizes.best.worst != context.book["border.error.before"].value:
        inputs.append(
            choice(
                context,
                "/display/placing/how",
                "Placing",
                group,
                (
                    ("best", ("Best there is",), say("worst error {}: " + eye(context, sizes.best.worst), fine(sizes.best.worst))),
                    ("centred", ("Centred",), say("worst error {}", fine(context.book["border.error.before"]))),
                    ("hand", ("By hand",), say("now {}, at best {}", fine(sizes.error), fine(sizes.best.worst))),
                ),
                ("work",),
                key="placing",
                look="list",
            )
        )
    inputs += [given(show, sizes.shift[k], group) for k in ("dx", "dy", "turn")]
    inputs.append(
        choice(
            context,
            "/display/edge",
            "Its edges",
            "Its edges",
            (
                ("shown", ("Shown",), ("the error is split over all borders",)),
                ("raised", ("Shown, raised off the board",), ("on a lift smaller than itself: its edges cast a shadow",)),
                ("backing", ("Shown on a board of its own tone",), ("the eye loses the edge",)),
                ("mat", ("Covered by a mat",), ("window from the smallest reading",)),
                *(
                    ((("trimmed"), ("Trimmed true",), ("its owner has agreed",)),)
                    if context.thing.consent.given or display.edge == "trimmed"
                    else ()
                ),
            ),
            ("work",),
            look="list",
        )
    )
    if sizes.window:
        inputs.append(given(show, context.book["mat.overlap"], "Its edges"))
    if isinstance(frame, NewRabbet):
        inputs.insert(1, given(show, context.book["border.intended"], "Frame"))
        inputs += moulding_choice(context, lambda m: _room(context, sizes, m))
    else:
        inputs += frame_inputs(context, sizes.rabbet, frame, came_with=True)
    work = {a: sizes.thing.side(a).into for a in AXES}
    inputs += frame_chooser(context, work, lambda size, ready: _refused(context, sizes, size, ready), True)
    inputs += glazing_choices(context, sizes.sheet, sizes.pack["glazing"].value if "glazing" in sizes.pack else Fraction(2))
    inputs += sheet_thick(context)
    inputs += own_boards(context)
    inputs.append(closing_choice(context, ("points", "panel_pins", "buttons"), "Closing", "rail"))
    inputs += consent_inputs(context.thing.consent, "Trimming")
    figures = [
        "border.error",
        "border.error.best",
        "border.error.before",
        "border.to_hide",
        "border.even.width",
        "border.even.height",
    ]
    figures += [d.name for d in sizes.border.values() if d.name]
    figures += [f"border.before.{edge}.{station}" for edge, station in sizes.border]
    figures += [
        n
        for n in (
            "border.difference",
            "border.turned.width",
            "border.turned.height",
            "frame.bow.width",
            "frame.bow.height",
            "glazing.lap.width",
            "glazing.lap.height",
            "depth.slack",
        )
        if n in context.book.dims
    ]
    return Panel(
        ("Where it lies in its opening, and what shows of its edges.",),
        tuple(inputs),
        tuple(figures),
        ("face", "tenfold", "section"),
    )


def _room(context: OnBoardContext, sizes: Sizes, m: RabbetMoulding) -> Say:
    slack = sizes.slack.value + exact(m.rabbet_depth) - sizes.rabbet.depth.value
    return context.speak.say("{} to spare", slack) if slack >= 0 else context.speak.say("too shallow by {}", -slack)


def _refused(context: OnBoardContext, sizes: Sizes, size: Mapping[str, Fraction], ready: ReadyFrame) -> Say | None:
    for axis in AXES:
        over = sizes.thing.side(axis).into.value - size[axis] + 2 * exact(ready.lip)
        if over > 0:
            return context.speak.say(f"{axis} too small by {{}}", over)
    # A back is put in where there is room for one.
    pack = context.book["depth.pack"].value - (sizes.pack["backing"].value if "backing" in sizes.pack else 0)
    short = pack + context.rule("tabs") - exact(ready.rabbet_depth)
    return context.speak.say("too shallow by {}", short) if short > 0 else None


def _cut(context: OnBoardContext, sizes: Sizes) -> Panel:
    names = (
        "board.width",
        "board.height",
        "glazing.width",
        "glazing.height",
        "cut.needed",
        "cut.order",
        "frame.diagonal",
        "frame.square",
    )
    present = tuple(n for n in names if n in context.book.dims)
    return Panel(("What to cut, out of which lengths.",), (), present, ("face", "back", "section"))
