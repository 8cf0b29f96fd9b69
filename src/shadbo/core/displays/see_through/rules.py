"""What can be wrong with work between two sheets: a face that touches, a border that is none, a pack too thick, sheets too large."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.see_through.rim import rimmed
from shadbo.core.displays.see_through.sizes import SeeThroughContext, Sizes, between_mats
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.document.decisions.see_through import FACES
from shadbo.core.framing.families import deeper_ways, quarter_turn
from shadbo.core.framing.rabbet import check_rabbet
from shadbo.core.framing.rabbet_choices import make_one
from shadbo.core.framing.rails import AXES


def check(context: SeeThroughContext, sizes: Sizes) -> None:
    check_rabbet(context, sizes.rabbet, context.display.frame)
    _touches(context)
    _border(context, sizes)
    _depth(context, sizes)
    _mats(context, sizes)
    _sheets(context, sizes)
    _rim(context, sizes)
    _tape(context, sizes)
    _clean(context)


def _touches(context: SeeThroughContext) -> None:
    """Paint and photographs stick to a sheet that touches them."""
    display = context.display
    if display.sheets == 1:
        context.checks.add(
            "caution",
            "face.bare",
            "display",
            ("Its face is bare: only for a sealed, varnished face.",),
            why="Nothing keeps dust and hands off it.",
            source_key="see-through",
            parts=("work",),
            ways=(WayOut(("Put a sheet before it",), (put_sheets(2),)),),
        )
        return
    sticks = _sticks(context)
    if between_mats(display):
        sticks &= {"loose_pigment"}
    if rimmed(display):
        sticks = frozenset()
    if sticks:
        word = {"photograph": "A photograph", "loose_pigment": "Loose pigment", "canvas": "Paint"}[sorted(sticks)[0]]
        context.checks.add(
            "stop",
            "face.touches",
            "display",
            (f"{word} must not touch glass or acrylic: it sticks or smears.",),
            why="Between two sheets its face lies on one of them.",
            source_key="touching",
            parts=("work", "glazing"),
            ways=(
                WayOut(("A film sleeve between two mats, off the glass",), (put("/display/between", "mats"),)),
                *(_rim_way(context)),
                WayOut(("One sheet only, behind it: its face sealed and free",), (put_sheets(1),)),
            ),
        )


def _sticks(context: SeeThroughContext) -> frozenset[str]:
    """What of it sticks to a sheet, or smears on it."""
    return frozenset(context.facts.traits & {"photograph", "loose_pigment", "canvas"})


def _rim_way(context: SeeThroughContext) -> tuple[WayOut, ...]:
    """Spacers at the rim keep the front sheet off; something else keeps the work up then."""
    kept = () if context.display.tape != "none" else (put("/display/tape", "corners"),)
    return (WayOut(("Spacers at the rim: the front sheet off its face",), (put("/display/between", "rim"), *kept)),)


def _rim(context: SeeThroughContext, sizes: Sizes) -> None:
    """Strips that stay behind the lip want a lip; and work that no sheet presses wants something to keep it up."""
    rim = sizes.rim
    if rim is None:
        return
    touching = WayOut(("No spacers: the sheets touch the work",), (put("/display/between", "touching"),))
    if rim.wide.value < context.rule("rim_least"):
        context.checks.add(
            "stop",
            "rim.narrow",
            "display",
            context.speak.say("Spacers at the rim would be {} wide: the lip hides no more.", rim.wide)
            if rim.wide.value > 0
            else ("The lip hides no spacers at the rim.",),
            why=context.speak.say("Less than {} does not hold the sheets apart.", context.rule("rim_least")),
            source_key="see-through",
            figure="rim.wide",
            parts=("rim",),
            ways=(touching,),
        )
    if context.display.tape == "none":
        corners = WayOut(("Keep it up by clear corners",), (put("/display/tape", "corners"),))
        context.checks.add(
            "stop",
            "rim.loose",
            "hold",
            ("Nothing keeps the work up: with spacers at the rim no sheet presses it.",),
            why="It slides down between the sheets.",
            source_key="see-through",
            parts=("work", "rim"),
            ways=(corners, touching),
        )


def put_sheets(count: int) -> dict[str, object]:
    return {"op": "add", "path": "/display/sheets", "value": count}


def _mats(context: SeeThroughContext, sizes: Sizes) -> None:
    """A strip of mat must show round the window."""
    if not sizes.window:
        return
    axis = min(AXES, key=lambda a: sizes.rabbet.sight[a].value - sizes.window[a].value)
    strip, least = (sizes.rabbet.sight[axis].value - sizes.window[axis].value) / 2, context.rule("mat_strip")
    if strip >= least:
        return
    say, wide = context.speak.say, least + context.rule("window_gap")
    new = isinstance(context.display.frame, NewRabbet)
    context.checks.add(
        "stop" if strip <= 0 else "caution",
        "mat.over",
        "display",
        say(f"Only {{}} of mat shows beside the window in the {axis}.", strip)
        if strip > 0
        else say(f"The mats’ window is {{}} larger than what the frame shows in the {axis}.", -2 * strip),
        why=say("A strip of mat under {} buckles and shows every slip.", least),
        source_key="mat-stock",
        figure=sizes.window[axis].name,
        parts=("mat", "rail"),
        ways=(WayOut(say("Make the border {}", wide), (put("/display/border", wide),)),) if new else (),
    )


def _border(context: SeeThroughContext, sizes: Sizes) -> None:
    say, frame = context.speak.say, context.display.frame
    least = min(sizes.border.values(), key=lambda d: d.value)
    if least.value < context.rule("clear_border_least"):
        ways = []
        if isinstance(frame, ReadFrame):
            turned = [context.book[f"border.turned.{a}"].value for a in AXES]
            if min(turned) >= context.rule("clear_border_least"):
                ways.append(quarter_turn(context, frame, "borders", *turned))
            ways.append(make_one(context, "Make a frame round it, borders as wished"))
        else:
            ways.append(
                WayOut(
                    say("Make the border {}", context.rule("clear_border")), (put("/display/border", context.rule("clear_border")),)
                )
            )
        covered = least.value < 0
        context.checks.add(
            "stop" if covered else "caution",
            "border.least",
            "display",
            say("The lip covers the work by {}.", -least.value)
            if covered
            else say("Only {} of wall shows beside it: it looks squeezed in.", least),
            why="A wide border all round is what this way of showing lives on.",
            source_key="see-through",
            figure=least.name,
            parts=("border",),
            ways=ways,
        )
    elif sizes.uneven.value > context.rule("clear_border_even"):
        ways = []
        if isinstance(frame, ReadFrame):
            turned = [context.book[f"border.turned.{a}"].value for a in AXES]
            if abs(turned[0] - turned[1]) < sizes.uneven.value and min(turned) >= context.rule("clear_border_least"):
                ways.append(quarter_turn(context, frame, "borders", *turned))
            ways.append(make_one(context, "Make a frame round it: the same border all round"))
        context.checks.add(
            "note",
            "border.uneven",
            "display",
            say("The borders differ: {} at the sides, {} above and below.", sizes.border["width"], sizes.border["height"]),
            why="Equal on both axes, or as near as the sheet allows.",
            source_key="see-through",
            figure="border.difference",
            parts=("border",),
            ways=ways,
        )


def _depth(context: SeeThroughContext, sizes: Sizes) -> None:
    say, frame = context.speak.say, context.display.frame
    if sizes.slack.value >= 0:
        tight = context.rule("tight")
        if sizes.slack.value > tight:
            context.checks.add(
                "note",
                "depth.fill",
                "display",
                say("{} is left behind the second sheet.", sizes.slack),
                why="What is behind it shows: narrow strips in the colour of the rail, under the tabs and nowhere else.",
                source_key="tight",
                figure="depth.slack",
                parts=("rail",),
            )
        return
    need = sizes.rabbet.depth.value - sizes.slack.value
    ways = list[WayOut]()
    if sizes.ring is not None and sizes.slack.value + sizes.ring.thick.value >= 0:
        ways.append(WayOut(("Leave the paper ring out",), (put("/display/paper_ring", False),)))
    if sizes.rim is not None and sizes.slack.value + sizes.rim.air.value >= 0 and not _sticks(context):
        ways.append(WayOut(("No spacers: the sheets touch the work",), (put("/display/between", "touching"),)))
    ways += deeper_ways(context, need, new=isinstance(frame, NewRabbet))
    if sizes.each.value > 2 and sizes.slack.value + context.display.sheets * (sizes.each.value - 2) >= 0:
        ways.append(WayOut(say("Use sheets {} thick", context.rule("glass")), (put("/display/thickness", context.rule("glass")),)))
    if context.display.sheets == 2 and sizes.slack.value + sizes.each.value >= 0:
        ways.append(WayOut(("One sheet only, behind it",), (put_sheets(1),)))
    context.checks.add(
        "stop",
        "depth.slack",
        "display",
        say("This won’t go in, by {}.", -sizes.slack.value),
        why="Two sheets and the work take more than the rabbet has.",
        source_key="depth",
        figure="depth.slack",
        parts=("rail", "glazing"),
        ways=ways,
    )


def _sheets(context: SeeThroughContext, sizes: Sizes) -> None:
    area = sizes.sheet["width"].value * sizes.sheet["height"].value / 1_000_000
    if context.display.glazing == "glass" and sizes.each.value <= 2 and area > context.rule("glass_area"):
        context.checks.add(
            "caution",
            "glass.large",
            "display",
            (f"Two sheets of 2 mm glass of {float(area):.2g} m² each: heavy, and they break in the hand.",),
            why=context.speak.say(f"{{}} glass up to about {context.shop.rules.glass_area} m².", context.rule("glass")),
            source_key="glass-area",
            figure="weight.total",
            parts=("glazing",),
            ways=(
                WayOut(("Use acrylic: less than half the weight",), (put("/display/glazing", "acrylic"),)),
                WayOut(
                    context.speak.say("Use glass {} thick", context.rule("glass_thicker")),
                    (put("/display/thickness", context.rule("glass_thicker")),),
                ),
            ),
        )


def _tape(context: SeeThroughContext, sizes: Sizes) -> None:
    facts = context.facts
    leave = (
        WayOut(("Clear corners instead: nothing sticks to it",), (put("/display/tape", "corners"),))
        if rimmed(context.display)
        else WayOut(("Leave the tape out: the two sheets hold it",), (put("/display/tape", "none"),))
    )
    if sizes.hold is not None and facts.irreplaceable:
        stop = context.piece.practice == "conservation"
        context.checks.add(
            "stop" if stop else "caution",
            "tape.original",
            "hold",
            ("Tape would stick to a thing that can’t be replaced.",),
            why="Adhesive on an original is not undone without a trace.",
            source_key="practice",
            parts=("tape",),
            ways=(leave,),
        )
    elif sizes.hold is not None and sizes.hold.strength > 1:
        context.checks.add(
            "caution",
            "tape.weak",
            "hold",
            ("It is too heavy for its tape.",),
            why=context.speak.say(
                f"A house figure: 1 N for every {{}}, factor {context.shop.rules.factor}.", context.rule("tape_every")
            ),
            source_key="tape-top",
            figure="tape.load",
            parts=("tape",),
            ways=(leave,),
        )


def _clean(context: SeeThroughContext) -> None:
    """Four faces; the two inner ones can’t be reached again."""
    display = context.display
    faces = FACES if display.sheets == 2 else FACES[2:]
    missing = [f for f in faces if f not in display.cleaned]
    if missing and len(missing) < len(faces):
        inner = [f for f in missing if f.endswith("inner")]
        context.checks.add(
            "caution" if inner else "note",
            "clean",
            "cut",
            (f"{len(missing)} of {len(faces)} faces are not ticked off as clean.",),
            why="The inner faces can’t be reached once it is closed.",
            source_key="see-through",
            parts=("glazing",),
        )
