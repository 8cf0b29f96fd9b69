"""What each stage asks of a floater, and the figures that matter there."""

from __future__ import annotations

from dataclasses import replace
from typing import get_args

from shadbo.core.contract.asking import choice, given, station_inputs
from shadbo.core.contract.checks import put
from shadbo.core.contract.display import Panel, PanelOf
from shadbo.core.contract.inputs import ChoiceInput, Input, Option, Slide
from shadbo.core.displays.floater.depth_rules import deep_enough
from shadbo.core.displays.floater.sizes import Sizes
from shadbo.core.displays.floater.terms import AXES, FloaterContext
from shadbo.core.document.decisions.canvas import BoughtFrame, NewFrame, UnreadInside
from shadbo.core.document.patching import takes
from shadbo.core.document.schools import SCHOOLS, new_frame, read_frame
from shadbo.core.framing.canvas_choices import canvas_displays, stretched_before
from shadbo.core.framing.own import own_inputs
from shadbo.core.framing.rabbet_choices import as_unread, blocks_choice, spare_rail, stations_of
from shadbo.core.framing.typed_counts import count_inputs
from shadbo.core.measuring.desk import desk_panel
from shadbo.core.quantity.exact import Fraction, exact


def panels(context: FloaterContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    return (
        desk_panel(context, sizes.thing),
        PanelOf("display", lambda: _display(context, sizes)),
        PanelOf("depth", lambda: _depth(context, sizes)),
        PanelOf("cut", lambda: _cut(context, sizes)),
    )


def _display(context: FloaterContext, sizes: Sizes) -> Panel:
    frame = context.display.frame
    inputs: list[Input] = [canvas_displays(context), *stretched_before(context), _new_or_bought(context, sizes)]
    figures = ["frame.inside.width", "frame.inside.height", "frame.outside.width", "frame.outside.height"]
    figures += [f"gap.at.{s}" for s in sizes.gap_at]
    if isinstance(frame, NewFrame):
        inputs += [
            _schools(context, frame),
            replace(
                given(context.shop.showing, context.book["gap.planned"], "Gap"),
                slide=Slide(1, 25, int(round(context.book["gap.planned"].value))),
            ),
            _mouldings(context, sizes),
            *own_inputs(
                context, "mouldings", "/display/frame/moulding", frame.moulding, sizes.moulding or context.shop.mouldings[0]
            ),
        ]
        figures += ["gap.variation.width", "gap.variation.height", "gap.to_hide", "fit.width", "fit.height"]
        return Panel(("A floater: how wide a gap, and which rail round it.",), tuple(inputs), tuple(figures))
    assert sizes.inner is not None
    for own in AXES:
        axis = own if not frame.turned else ("height" if own == "width" else "width")
        inputs += station_inputs(
            context.shop.showing,
            stations_of(frame, own),
            sizes.inner[axis].stations,
            f"/display/frame/{own}",
            f"Frame's inside {own}",
            "rail",
        )
    inputs.append(given(context.shop.showing, sizes.face, "Its rail"))
    inputs.append(
        choice(
            context,
            "/display/frame/turned",
            "Which way the frame stands",
            "Frame",
            (
                (False, ("As it was read",), ()),
                (
                    True,
                    ("A quarter turn",),
                    context.speak.say(
                        "gaps {} and {}", *(context.book[f"gap.turned.{a}" if not frame.turned else f"gap.{a}"] for a in AXES)
                    ),
                ),
            ),
            ("rail",),
        )
    )
    inputs += blocks_choice(context)
    inputs += [given(context.shop.showing, sizes.liner[axis], "Liner") for axis in AXES]
    figures = [
        *figures[:4],
        "gap.width",
        "gap.height",
        "gap.difference",
        *figures[4:],
        "gap.turned.width",
        "gap.turned.height",
        "even.liner",
        "fit.width",
        "fit.height",
    ]
    asked = tuple(as_unread(context, frame, one) for one in inputs)
    return Panel(("A frame that is already made: read its inside, and see what gap it leaves.",), asked, tuple(figures))


def _new_or_bought(context: FloaterContext, sizes: Sizes) -> ChoiceInput:
    frame = context.display.frame
    made = isinstance(frame, BoughtFrame)
    deep = deep_enough(context, sizes, context.display.reveal) or context.shop.mouldings
    new = new_frame(deep[0].key if deep else "rail", context.piece.units)
    bought = read_frame(
        {axis: sizes.inside[axis].value for axis in AXES},
        {
            "face": sizes.face.value,
            "moulding_depth": sizes.moulding_depth.value,
            "seat_thickness": sizes.seat.value,
            "seat_width": sizes.seat_width.value,
        },
    )
    follows = (put("/display/solve", "lift"),) if context.display.solve == "moulding_depth" else ()
    options = [Option("new", ("To be made",), ("The gap is chosen, the rails follow.",), not made, (put("/display/frame", new),))]
    # As it would have to be: none of it is read yet.
    there = (*follows, put("/display/frame", bought | {"unread": list(get_args(UnreadInside))}))
    # One of sizes that no frame has as it is planned can’t be there.
    if made or takes(context.piece, there):
        options.append(Option("bought", ("Already made or bought",), ("The inside is read, the gaps follow.",), made, there))
    return ChoiceInput("frame", "The frame is", "Frame", tuple(options), ("rail",), "buttons")


def _schools(context: FloaterContext, frame: NewFrame) -> ChoiceInput:
    options = []
    for key, metric, inch, why in SCHOOLS:
        gap = metric if context.piece.units == "mm" else inch
        options.append(
            Option(key, context.speak.say("{}", gap), (why,), exact(frame.gap) == gap, (put("/display/frame/gap", gap),))
        )
    return ChoiceInput("gap", "Gap a side", "Gap", tuple(options), ("gap",), "buttons")


def _mouldings(context: FloaterContext, sizes: Sizes) -> ChoiceInput:
    """Each moulding with what it would make of the reveal or lift."""
    say, display = context.speak.say, context.display
    options = []
    for m in context.shop.mouldings:
        strip = context.shop.rules.seat_strip_thickness
        room = exact(m.height) - exact(m.seat_thickness or strip) - sizes.depth.mean.value
        if display.solve == "lift":
            lift = room - exact(display.reveal)
            detail = say("lift {}", lift) if lift >= 0 else say("too shallow by {}", -lift)
        elif display.solve == "reveal":
            reveal = room - exact(display.lift)
            detail = say("reveal {}", reveal) if reveal >= 0 else say("stands {} proud", -reveal)
        else:
            over = exact(m.height) - sizes.moulding_depth.value
            detail = say("rip {} off", over) if over >= 0 else say("too low by {}", -over)
        options.append((m.key, (m.name,), detail))
    return choice(context, "/display/frame/moulding", "Rail", "Rail", options, ("rail",), look="list")


def _depth(context: FloaterContext, sizes: Sizes) -> Panel:
    display, say = context.display, context.speak.say
    new = isinstance(display.frame, NewFrame)
    follows = [
        Option(
            "reveal",
            ("Reveal follows",),
            ("Rail and lift are given.",),
            display.solve == "reveal",
            (put("/display/lift", max(Fraction(0), sizes.lift.value)), put("/display/solve", "reveal")),
        ),
        Option(
            "lift",
            ("Lift follows",),
            ("Rail and reveal are given.",),
            display.solve == "lift",
            (put("/display/reveal", max(Fraction(-100), sizes.reveal.value)), put("/display/solve", "lift")),
        ),
    ]
    if new:
        follows.append(
            Option(
                "moulding_depth",
                ("Rail height follows",),
                ("Lift and reveal are given; the moulding is ripped down to suit.",),
                display.solve == "moulding_depth",
                (
                    put("/display/lift", max(Fraction(0), sizes.lift.value)),
                    put("/display/reveal", max(Fraction(-100), sizes.reveal.value)),
                    put("/display/solve", "moulding_depth"),
                ),
            )
        )
    inputs: list[Input] = [
        ChoiceInput("solve", "What follows from the rest", "Sum", tuple(follows), ("lift", "reveal"), "list"),
        given(context.shop.showing, sizes.reveal, "Sum", pointer="/display/reveal"),
        given(context.shop.showing, sizes.lift, "Sum", pointer="/display/lift"),
    ]
    if not new:
        inputs.append(given(context.shop.showing, sizes.profile_height, "Sum"))
    if sizes.strips_shorter:
        inputs += [
            choice(
                context,
                "/display/lift_kind",
                "Lift strips",
                "Seat and lift",
                (
                    ("strips", ("One on each side",), say("under its screws; up to {} a side", context.rule("strips_up_to"))),
                    ("all_round", ("All round",), ("carries the bar along its whole length",)),
                ),
                ("lift",),
            )
        ]
    inputs += [
        given(context.shop.showing, sizes.seat, "Seat and lift", optional=new),
        given(context.shop.showing, sizes.seat_width, "Seat and lift", optional=new),
        given(
            context.shop.showing,
            sizes.screws.length,
            "Screws",
            optional=True,
            hint=say(
                "Between {} and {}. Left empty: the shortest in stock that bites.", sizes.screws.shortest, sizes.screws.longest
            ),
        ),
    ]
    inputs += count_inputs(context, "Screws", sizes.screws.usual, "screw")
    figures = (
        "rail.height",
        "depth.reveal",
        "depth.lift",
        "depth.used",
        "seat.needed",
        "seat.under",
        "screw.bite",
        "screw.clear",
        "screw.count",
        *(("screw.bears",) if "screw.bears" in context.book.counts else ()),
    )
    frame = context.display.frame
    asked = inputs if isinstance(frame, NewFrame) else [as_unread(context, frame, one) for one in inputs]
    return Panel(
        ("From the rail's face to the wall: what lies in front of what.",), tuple(asked), figures, ("section", "face", "back")
    )


def _cut(context: FloaterContext, sizes: Sizes) -> Panel:
    frame = context.display.frame
    figures: tuple[str, ...] = ("frame.diagonal", "frame.square", "screw.inset.width", "screw.inset.height")
    inputs: list[Input] = []
    if isinstance(frame, NewFrame):
        figures = (
            "rail.horizontal.long_point",
            "rail.vertical.long_point",
            "cut.needed",
            "cut.order",
            "frame.diagonal",
            "frame.square",
            "screw.inset.width",
            "screw.inset.height",
        )
        inputs.append(spare_rail(context))
    return Panel(("What to cut, out of which lengths.",), tuple(inputs), figures, ("back", "face", "section"))
