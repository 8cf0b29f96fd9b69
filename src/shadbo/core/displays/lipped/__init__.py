"""Canvas in a frame with a lip: the lip covers its edge, offset clips hold it from behind."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.contract.asking import given
from shadbo.core.contract.display import Display, DisplayPlan, GoesIn, Holds, Layer, Mounting, Panel, PanelOf, Proof, Suit, Way
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.terms import there
from shadbo.core.displays.lipped.bodies import lie
from shadbo.core.displays.lipped.drawing import draw
from shadbo.core.displays.lipped.liner import liner_inputs, liner_weight
from shadbo.core.displays.lipped.making import cut_list, parts, steps, stock_sum
from shadbo.core.displays.lipped.rules import check
from shadbo.core.displays.lipped.sizes import LippedContext, Sizes, size_up
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.document.facts import Facts
from shadbo.core.document.shop import RabbetMoulding, ReadyFrame, Shop
from shadbo.core.document.starts import CANVAS_ASKS, FLAT_ASKS, SizeAsked, Start, canvas_of, facts_at_first
from shadbo.core.framing.canvas_choices import begin_lipped, canvas_displays, stretched_before
from shadbo.core.framing.glazing import glazing_choices, sheet_thick
from shadbo.core.framing.rabbet_choices import frame_chooser, frame_inputs, moulding_choice, new_or_bought
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.spacers import spacer_weight
from shadbo.core.framing.typed_counts import count_inputs
from shadbo.core.framing.weights import object_weight, rails_weight, sheet_weight
from shadbo.core.measuring.desk import desk_panel
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import Unit
from shadbo.core.quantity.sums import largest


def reckon(context: LippedContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of a canvas in a lipped frame."""
    sizes = size_up(context)
    check(context, sizes)
    cuts = cut_list(context, sizes)
    weights = (
        rails_weight(context, sizes.rabbet.outside, sizes.rabbet.face, sizes.rabbet.area_mm2, sizes.rabbet.wood),
        *(
            [sheet_weight(context, "glazing", "Glazing", context.display.glazing, sizes.sheet, sizes.front["glazing"])]
            if sizes.sheet
            else []
        ),
        *([liner_weight(context, sizes.liner)] if sizes.liner is not None else []),
        *([spacer_weight(context, sizes.strips, sizes.front["air"])] if sizes.strips else []),
        object_weight("canvas", "Canvas", sizes.thing.weight_kg, sizes.thing.estimated),
    )
    return DisplayPlan(
        verdict=_verdict(context, sizes),
        outside=(sizes.rabbet.outside["width"], sizes.rabbet.outside["height"]),
        layers=(
            Layer("lip", "Lip over the canvas", sizes.lip),
            *(Layer(k, d.label, d) for k, d in sizes.front.items()),
            Layer("bar", "Canvas on its bar", sizes.depth),
        ),
        panels=_panels(context, sizes),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=cuts,
        stock=stock_sum(context, sizes),
        steps=lambda: steps(context, sizes),
        parts=lambda: parts(context, sizes),
        proofs=_proofs(sizes),
        deep=largest((sizes.rabbet.moulding_depth, sizes.rabbet.moulding_depth + sizes.standout)),
        weights=weights,
        frame_section=sizes.rabbet.frame_section(weights),
        held=Mounting(
            "clips from behind it to the rail" if context.thing.support == "board" else "offset clips from the bars to the rail",
            "the lip lies on the edge of the paint",
            "yes",
        ),
    )


def _verdict(context: LippedContext, sizes: Sizes) -> Say | GoesIn:
    say = context.speak.say
    tight = min(sizes.room.values(), key=lambda d: d.value)
    if tight.value < 0:
        return say("It does not go in: {} too large.", -tight.value)
    least, most = (pick(sizes.lap.values(), key=lambda d: d.value) for pick in (min, max))
    if least.value == most.value:
        return GoesIn(say("It goes in with {} of room; the lip covers {}.", tight, least))
    return GoesIn(say("It goes in with {} of room; the lip covers {} to {}.", tight, least, most))


def _panels(context: LippedContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    cut = ("cover.width", "cover.height", "cut.needed", "cut.order", "frame.diagonal", "frame.square")
    return (
        desk_panel(context, sizes.thing),
        PanelOf("display", lambda: _display(context, sizes)),
        PanelOf(
            "cut", lambda: Panel(("What to cut, out of which lengths.",), (), there(context, *cut), ("back", "face", "section"))
        ),
    )


def _display(context: LippedContext, sizes: Sizes) -> Panel:
    display, show = context.display, context.shop.showing
    frame = display.frame
    inputs: list[Input] = [canvas_displays(context), *stretched_before(context), new_or_bought(context, sizes.rabbet, frame)]
    if isinstance(frame, NewRabbet):
        inputs.append(given(show, context.book["lap.wanted"], "Frame"))
        inputs += moulding_choice(context, lambda m: _standout(context, sizes, m))
    else:
        inputs += frame_inputs(context, sizes.rabbet, frame, came_with=False)
    work = {a: sizes.thing.side(a).into for a in AXES}
    inputs += frame_chooser(context, work, lambda size, ready: _refused(context, sizes, size, ready), False)
    if isinstance(frame, NewRabbet):
        inputs += liner_inputs(context)
    inputs += glazing_choices(context, sizes.sheet, context.rule("glass"))
    inputs += sheet_thick(context)
    inputs += [
        given(show, sizes.offset, "Clips", optional=True, hint=("Left empty: the largest in stock that still presses.",)),
        given(
            show,
            sizes.screw,
            "Clips",
            optional=True,
            hint=context.speak.say("Between {} and {}; in the bar never over {}.", sizes.shortest, sizes.longest, sizes.bar_longest)
            if sizes.bar_longest.value > 0
            else context.speak.say("Between {} and {}, in the rail alone.", sizes.shortest, sizes.longest),
        ),
    ]
    inputs += count_inputs(context, "Clips", sizes.usual, "clip")
    names = [
        "frame.sight.width",
        "frame.sight.height",
        "frame.rabbet.width",
        "frame.rabbet.height",
        "frame.outside.width",
        "frame.outside.height",
        "liner.sight.width",
        "liner.sight.height",
        "liner.shows.width",
        "liner.shows.height",
        "liner.outside.width",
        "liner.outside.height",
        "lap.width",
        "lap.height",
        "lap.least.width",
        "lap.least.height",
        "fit.width",
        "fit.height",
        "clip.standout",
        "clip.sprung",
        "clip.count",
        "clip.bears",
        "screw.longest",
        "screw.bar.longest",
        "frame.bow.width",
        "frame.bow.height",
    ]
    return Panel(
        ("A frame with a lip over the canvas’s edge, and what holds it from behind.",), tuple(inputs), there(context, *names)
    )


def _standout(context: LippedContext, sizes: Sizes, m: RabbetMoulding) -> Say:
    assert sizes.thing.depth is not None
    out = sizes.thing.depth.into.value - exact(m.rabbet_depth)
    return context.speak.say("stands out {}", out) if out >= 0 else context.speak.say("lies {} inside", -out)


def _refused(context: LippedContext, sizes: Sizes, size: Mapping[str, Fraction], ready: ReadyFrame) -> Say | None:
    for axis in AXES:
        side, lip = sizes.thing.side(axis), exact(ready.lip)
        over = side.into.value - size[axis]
        if over > 0:
            return context.speak.say(f"{axis} too small by {{}}", over)
        bare = size[axis] - lip - side.cover.value
        if bare > 0:
            return context.speak.say(f"{axis} too large by {{}}", bare)
    return None


def _proofs(sizes: Sizes) -> tuple[Proof, ...]:
    """lip + sight + lip = rabbet; lap + sight + lap = canvas; spring and offset make the stand-out."""
    rabbet, proofs = sizes.rabbet, []
    for axis in AXES:
        proofs.append(Proof(f"lip + sight + lip = rabbet, {axis}", (rabbet.lip, rabbet.sight[axis], rabbet.lip), rabbet.size[axis]))
        lap = sizes.lap[axis]
        proofs.append(Proof(f"lap + sight + lap = canvas, {axis}", (lap, sizes.sight[axis], lap), sizes.thing.side(axis).look))
        if sizes.liner is not None:
            face = sizes.liner.face
            proofs.append(
                Proof(f"liner + sight + liner = liner outside, {axis}", (face, sizes.sight[axis], face), sizes.liner.outside[axis])
            )
    proofs.append(Proof("offset + spring = stand-out", (sizes.offset, sizes.sprung), sizes.standout))
    return tuple(proofs)


def suits(facts: Facts) -> Suit:
    if facts.type != "stretched_canvas":
        return Suit(0, "clips press on the bars of a stretched canvas; this has none")
    return Suit(2, "quick and strong; the lip covers a little of the picture on every side")


def _new(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    return begin_lipped(facts_at_first(sizes, unit, "canvas"), shop)


LIPPED = Display(
    "lipped",
    "Frame with a lip",
    reckon,
    Way(suits, begin_lipped, "open covers_edge"),
    starts=(
        Start(
            "canvas_lipped",
            "A canvas for a frame with a lip",
            "The lip covers its edge, offset clips hold it.",
            CANVAS_ASKS,
            canvas_of,
            _new,
            said="painting oil rabbet moulding traditional gilt",
        ),
        Start(
            "picture_panel",
            "A panel or canvas board",
            "Stiff by itself, 3 to 10 mm thick: the lip covers its edge, nothing is glued to it.",
            (*FLAT_ASKS, SizeAsked("depth", "Thickness", "/object/depth/bar/0")),
            lambda sizes: canvas_of(sizes) | {"support": "board"},
            _new,
            said="painting board wood panel hardboard mdf study oil sketch",
        ),
    ),
    holds=Holds(frozenset({"clips"}), figures=("clip.count", "clip.bears")),
)
