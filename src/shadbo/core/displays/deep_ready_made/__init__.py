"""A small canvas in a bought deep box frame: glass out, card in its place, the canvas screwed to the inner board."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.contract.asking import choice, given
from shadbo.core.contract.cutting import CutLine, strip_of
from shadbo.core.contract.display import (
    Display,
    DisplayPlan,
    GoesIn,
    Holds,
    Layer,
    Mounting,
    Panel,
    PanelOf,
    Proof,
    Suit,
    Way,
    Weight,
)
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.operations import Clause, Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import there
from shadbo.core.displays.deep_ready_made.bodies import lie
from shadbo.core.displays.deep_ready_made.drawing import draw
from shadbo.core.displays.deep_ready_made.rules import check
from shadbo.core.displays.deep_ready_made.sizes import DeepContext, Sizes, size_up
from shadbo.core.document.facts import Facts
from shadbo.core.document.shop import ReadyFrame, Shop
from shadbo.core.document.starts import CANVAS_ASKS, RABBET_ASKS, Start, canvas_of, frame_of
from shadbo.core.framing.blocks import blocks_parts, blocks_steps
from shadbo.core.framing.came import PULLED, SHEETS, TABS, TABS_CARE, label_read, tabs_came
from shadbo.core.framing.canvas_choices import canvas_displays, nearest_box, stretched_before
from shadbo.core.framing.closing import closing_care, closing_parts, points_in_words
from shadbo.core.framing.filling import board_of, fill_lines
from shadbo.core.framing.label_size import sides_unread
from shadbo.core.framing.rabbet_choices import frame_chooser, frame_inputs, ready_frame
from shadbo.core.framing.rails import AXES, FRAME, cut_line
from shadbo.core.framing.weights import object_weight, rails_weight, sheet_weight, strips_weight
from shadbo.core.measuring.desk import desk_panel
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say


def reckon(context: DeepContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of a canvas in a deep ready-made."""
    sizes = size_up(context)
    check(context, sizes)
    layers = (
        Layer("card", "Card in the glass’s place", sizes.card),
        Layer("bar", "Canvas on its bar", sizes.depth),
        Layer("board", "Inner board", sizes.board),
        Layer("fill", "Room to fill", sizes.slack),
    )
    weights = (
        rails_weight(context, sizes.rabbet.outside, sizes.rabbet.face, sizes.rabbet.area_mm2, ""),
        sheet_weight(context, "board", "Inner board", board_of(context, sizes.board, "stiff"), sizes.rabbet.size, sizes.board),
        *_strips_weights(context, sizes),
        *(
            sheet_weight(context, "fill", "Filler behind", board, sizes.filler, exact(board.thickness))
            for board in (sizes.fill.boards if sizes.fill is not None else ())
        ),
        object_weight("canvas", "Canvas", sizes.thing.weight_kg, sizes.thing.estimated),
    )
    return DisplayPlan(
        verdict=_verdict(context, sizes),
        outside=(sizes.rabbet.outside["width"], sizes.rabbet.outside["height"]),
        layers=layers,
        panels=_panels(context, sizes),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=_cuts(context, sizes),
        steps=lambda: _steps(context, sizes),
        parts=lambda: _parts(context, sizes),
        proofs=_proofs(context, sizes),
        deep=sizes.rabbet.moulding_depth,
        weights=weights,
        frame_section=sizes.rabbet.frame_section(weights),
        held=Mounting(
            "screws through the inner board into the bars"
            if context.display.fixing == "screwed"
            else "tape between bars and board",
            "card touches its edge under the lip, tape its bars; the glass is out",
            "yes" if context.display.fixing == "screwed" else "mostly",
        ),
    )


def _verdict(context: DeepContext, sizes: Sizes) -> Say | GoesIn:
    say = context.speak.say
    tight = min(sizes.room.values(), key=lambda d: d.value)
    if tight.value < 0:
        return say("It does not go in: {} too large.", -tight.value)
    if sizes.slack.value < 0:
        return say("It does not go in: {} too deep.", -sizes.slack.value)
    return GoesIn(
        say("It goes in: packing {} and {}, {} left in depth.", sizes.packing["width"], sizes.packing["height"], sizes.slack)
    )


def _panels(context: DeepContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    return (
        desk_panel(context, sizes.thing),
        PanelOf("display", lambda: _display(context, sizes)),
        PanelOf("depth", lambda: _depth(context, sizes)),
        PanelOf(
            "cut",
            lambda: Panel(
                ("What to cut and to mark.",),
                (),
                there(context, "board.width", "board.height", "screw.inset.width", "screw.inset.height", "screw.count"),
                ("back", "face", "section"),
            ),
        ),
    )


def _display(context: DeepContext, sizes: Sizes) -> Panel:
    inputs: list[Input] = [canvas_displays(context), *stretched_before(context)]
    work = {a: sizes.thing.side(a).into for a in AXES}
    inputs += frame_chooser(context, work, lambda size, ready: _refused(context, sizes, size, ready), False)
    inputs += frame_inputs(context, sizes.rabbet, context.display.frame, came_with=True)
    figures = tuple(f"{k}.{a}" for k in ("shows", "packing", "fit", "frame.rabbet", "frame.outside") for a in AXES)
    bows = tuple(f"frame.bow.{a}" for a in AXES if a in sizes.rabbet.bow)
    return Panel(("A deep frame as it was bought: which one, and how the canvas sits in it.",), tuple(inputs), (*figures, *bows))


def _depth(context: DeepContext, sizes: Sizes) -> Panel:
    show = context.shop.showing
    inputs: list[Input] = [
        given(
            show,
            sizes.card,
            "In the glass’s place",
            pointer="/display/card",
            optional=True,
            hint=("Left empty: as thick as the glass that is taken out. Paint must not touch glass.",),
        ),
        choice(
            context,
            "/display/fixing",
            "What holds it",
            "What holds it",
            (
                ("screwed", ("Tape and screws",), ("tape positions it, screws through the board carry it",)),
                ("tape_alone", ("Tape alone",), ("thrifty; 24 hours under weight, and it lets go in time",)),
            ),
            ("screw",),
            look="list",
        ),
    ]
    figures = ["frame.glazing_thickness", "pack.card", "depth.pack", "depth.slack"]
    if context.display.fixing == "screwed":
        hint = context.speak.say("Between {} and {}. Left empty: the shortest in stock that bites.", sizes.shortest, sizes.longest)
        inputs.append(given(show, sizes.screw, "What holds it", optional=True, hint=hint))
        figures += ["screw.bite", "screw.shortest", "screw.longest"]
    return Panel(
        ("From the lip to the tabs: the glass comes out, its thickness is made up.",),
        tuple(inputs),
        tuple(figures),
        ("section", "face", "back"),
    )


def _refused(context: DeepContext, sizes: Sizes, size: Mapping[str, Fraction], ready: ReadyFrame) -> Say | None:
    for axis in AXES:
        over = sizes.thing.side(axis).into.value - size[axis]
        if over > 0:
            return context.speak.say(f"{axis} too small by {{}}", over)
    short = (
        sizes.depth.value + exact(ready.glazing_thickness) + exact(ready.board) + context.rule("tabs") - exact(ready.rabbet_depth)
    )
    return context.speak.say("too shallow by {}", short) if short > 0 else None


def _strips_weights(context: DeepContext, sizes: Sizes) -> list[Weight]:
    """Card in the glass’s place and what packs the sides."""
    strips, found = sizes.strips, []
    card = [(2, long, sizes.rabbet.lip, sizes.card) for key, long in strips.items() if key.startswith("card.")]
    if card:
        found.append(strips_weight(context, "card", "Card in the glass’s place", "card", card))
    packing = [(2, strips[f"packing.{a}"], sizes.depth, sizes.packing[a]) for a in AXES if f"packing.{a}" in strips]
    if packing:
        found.append(strips_weight(context, "packing", "Side packing", "softwood", packing))
    return found


def _cuts(context: DeepContext, sizes: Sizes) -> tuple[CutLine, ...]:
    speak, lines = context.speak, []
    for axis, where in (("width", "left and right"), ("height", "top and bottom")):
        key = f"packing.{axis}"
        if key in sizes.strips:
            across, note = strip_of(speak, sizes.depth, sizes.packing[axis]), ("as deep as the canvas",)
            name, long = f"Side packing, {where}", sizes.strips[key]
            lines.append(cut_line(context, key, name, ("packing",), 2, "card or strip", long, across, note))
    for key, where in (("card.down", "left and right"), ("card.across", "top and bottom, between them")):
        if key in sizes.strips:
            across, note = strip_of(speak, sizes.rabbet.lip, sizes.card), ("as wide as the lip, which hides it",)
            lines.append(cut_line(context, key, f"Card, {where}", ("card",), 2, "card", sizes.strips[key], across, note))
    lines += fill_lines(context, sizes.fill, sizes.filler)
    return tuple(lines)


def _parts(context: DeepContext, sizes: Sizes) -> tuple[Part, ...]:
    """What came with the box, and what fixes the canvas in it."""
    say, sheet = context.speak.say, context.display.frame.sheet
    found = [
        FRAME,
        got("board", "Inner board", comes="came", note=("the template for the screws",), lights=("board",)),
        TABS if tabs_came(context) else closing_parts(context)[0],
        got("tape", "Double-sided tape", comes="hand"),
        *blocks_parts(context),
    ]
    if context.display.frame.glazing_thickness:
        found.append(got("glass", f"{SHEETS[sheet]} that came with it", comes="came", note=("put by: paint must not touch it",)))
    if context.display.fixing == "screwed":
        size = say("{}", sizes.screw)
        found.append(
            got(
                "screw",
                "Screws through the board",
                sizes.total,
                material="wood screw",
                size=size,
                lights=("screw",),
                figure="screw.count",
            )
        )
    return tuple(found)


def _steps(context: DeepContext, sizes: Sizes) -> tuple[Operation, ...]:
    """The order of work, each step with what to look at before going on."""
    say, sheet, tabs = context.speak.say, context.display.frame.sheet, tabs_came(context)
    screwed = context.display.fixing == "screwed"
    closed = "tabs down" if tabs else points_in_words(context)
    made = (
        *(("packing",) if any(d.value > 0 for d in sizes.packing.values()) else ()),
        *(("card",) if sizes.card.value > 0 else ()),
    )
    fills = ("fill",) if sizes.fill is not None else ()
    packed = (
        [
            Operation(
                "pack",
                "Cut card and packing",
                (
                    *say(
                        "Sides packed {} left and right, {} top and bottom, evenly, so that it is centred.",
                        sizes.packing["width"],
                        sizes.packing["height"],
                    ),
                    *(
                        say(
                            " Card {} thick under the lip, where the glass was: two of {}, two of {} between them.",
                            sizes.card,
                            sizes.strips["card.down"],
                            sizes.strips["card.across"],
                        )
                        if "card" in made
                        else ()
                    ),
                    *((f" What fills the back: {sizes.fill.names}.",) if sizes.fill is not None else ()),
                ),
                15,
                care="Blade away from the fingers; metal ruler.",
                parts=("packing",),
                makes=(*made, *fills),
            )
        ]
        if (*made, *fills)
        else []
    )
    out = [
        Operation(
            "measure",
            "Measure again",
            say(
                "Canvas {} × {}, {} deep; the box inside {} × {}.",
                sizes.thing.width.largest,
                sizes.thing.height.largest,
                sizes.depth,
                sizes.rabbet.size["width"],
                sizes.rabbet.size["height"],
            ),
            5,
            gate=True,
            parts=("canvas",),
            leaves=("measured",),
        ),
        Operation(
            "glass",
            f"Take the {sheet} out" if context.display.frame.glazing_thickness else "Open the frame",
            (
                ("Lift the tabs with a tool, " if tabs else "Draw out what closes its back, ")
                + (
                    f"{sheet} out, wrapped and put by. Paint must not touch {sheet}."
                    if context.display.frame.glazing_thickness
                    else "inner board out."
                ),
                *label_read(context, context.display.frame),
            ),
            10,
            gate=sides_unread(context.display.frame),
            care=f"Gloves. {TABS_CARE if tabs else PULLED}",
            uses=("rail", *(("tabs",) if tabs else ()), *(("glass",) if context.display.frame.glazing_thickness else ())),
            leaves=("open", "measured"),
        ),
        *blocks_steps(context),
        Operation(
            "template",
            "Mark the inner board",
            say(
                "The original board is the template: screw lines {} from its sides and {} from top and bottom; first holes {} across and {} down. "
                "Look: hook end up?",
                *sizes.inset.values(),
                sizes.places["width"][0],
                sizes.places["height"][0],
            )
            if screwed
            else ("Its middles, and where the canvas lies on it. Look: hook end up?",),
            15,
            gate=True,
            parts=("board", *(("screw",) if screwed else ())),
            uses=("board",),
        ),
        *packed,
        Operation(
            "tape",
            "Position it",
            ("Double-sided tape on the bars, canvas on the board by the marks, press.",),
            10,
            wait_minutes=24 * 60 if context.display.fixing == "tape_alone" else 0,
            parts=("canvas",),
            uses=("tape",),
            holds=("canvas",),
            method="screws",
        ),
        Operation(
            "look",
            "Look at the front",
            (f"In the frame, before {'screwing' if screwed else 'it is closed'}: straight, centred, even on both axes.",),
            5,
            gate=True,
            parts=("canvas",),
        ),
    ]
    if screwed:
        out.append(
            Operation(
                "screw",
                "Screw it through the board",
                say(f"{sizes.total} screws {{}}: they bite {{}} into the bars. Drill the board only.", sizes.screw, sizes.bite),
                15,
                care="Stop on the bit; never a longer screw than this, it would reach the canvas.",
                parts=("screw",),
                holds=("canvas",),
                method="screws",
            )
        )
    out.append(
        Operation(
            "close",
            "Close it",
            ("Hook end up; look at the front once more.",),
            10,
            gate=True,
            care=closing_care(context),
            uses=("tabs" if tabs else "points", *(("fill",) if sizes.fill is not None else ())),
            closes=True,
            also=(
                *(
                    (Clause("fill", (f" {sizes.fill.names} behind it, so that nothing rattles.",)),)
                    if sizes.fill is not None
                    else ()
                ),
                Clause("tabs" if tabs else "points", (f" {closed[0].upper()}{closed[1:]}.",)),
            ),
        )
    )
    return tuple(out)


def _proofs(context: DeepContext, sizes: Sizes) -> tuple[Proof, ...]:
    """packing + canvas + packing = box; card + canvas + board + room + tabs = rabbet."""
    proofs = [
        Proof(
            f"packing + canvas + packing = box, {a}",
            (sizes.packing[a], sizes.thing.side(a).into, sizes.packing[a]),
            sizes.rabbet.size[a],
        )
        for a in AXES
    ]
    assert sizes.thing.depth is not None
    tabs = next(leaf for _, leaf in sizes.slack.slopes.values() if leaf.label == "Points or tabs")
    layers = (sizes.card, sizes.thing.depth.into, sizes.board, sizes.slack, tabs)
    return (*proofs, Proof("card + canvas + board + room + tabs = rabbet", layers, sizes.rabbet.depth))


SMALL = Fraction(520)


def suits(facts: Facts) -> Suit:
    if facts.type != "stretched_canvas":
        return Suit(0, "it is a way of filling a bought box with a small canvas")
    if max(facts.width, facts.height) > SMALL:
        return Suit(0, "bought box frames end at about half a metre")
    return Suit(3 if facts.practice == "thrifty" else 2, "cheap and done in an afternoon; the box decides the border")


def begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    return {"type": "deep_ready_made", "frame": ready_frame(nearest_box(facts.width, facts.height, shop), False)}


DEEP_READY_MADE = Display(
    "deep_ready_made",
    "Deep ready-made",
    reckon,
    Way(suits, begin, "open covers_edge cheap"),
    starts=(
        Start(
            "canvas_box",
            "A small canvas and a deep box frame",
            "The bought frame is filled: glass out, canvas on its inner board.",
            (*CANVAS_ASKS, *RABBET_ASKS),
            canvas_of,
            lambda sizes, unit, shop: {"type": "deep_ready_made", "frame": frame_of(sizes)},
            said="mini canvas deep box bought ready made keepsake",
        ),
    ),
    holds=Holds(frozenset({"screws"}), figures=("screw.count",)),
)
