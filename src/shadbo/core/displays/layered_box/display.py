"""A layered box, reckoned whole."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.cutting import Across, CutLine, StockLength, bar_of, sheet_of
from shadbo.core.contract.display import Arrangement, Display, DisplayPlan, FrameSection, Holds, Layer, Mounting, Proof, Suit, Way
from shadbo.core.contract.operations import MADE, Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.displays.layered_box.bodies import lie
from shadbo.core.displays.layered_box.drawing import draw
from shadbo.core.displays.layered_box.panels import panels
from shadbo.core.displays.layered_box.rules import check
from shadbo.core.displays.layered_box.sizes import FloorSizes, LayeredContext, Sizes, arrangement, buttoned, screw_of_back, size_up
from shadbo.core.document.facts import Facts
from shadbo.core.document.schools import AS_SUITS
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import THING_ASKS, Start, things_of
from shadbo.core.framing.filling import board_of
from shadbo.core.framing.glazing import sheet_material
from shadbo.core.framing.rails import AXES, Rails, cut_line, frame_steps, rail_lines, rail_stock
from shadbo.core.framing.showing_items import items_shown
from shadbo.core.framing.stock import told
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say, sentences, several
from shadbo.core.quantity.sums import leaf

SHEETS = {"glass": "picture glass", "acrylic": "acrylic sheet"}


def reckon(context: LayeredContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of a layered box."""
    sizes = size_up(context)
    check(context, sizes)
    layers = []
    for lies in sizes.floors:
        layers.append(Layer(lies.part, lies.name, lies.thick))
        if lies.room is not None and lies.room.value > 0:
            layers.append(Layer(f"room.{lies.index}", f"Room behind {lies.name.lower()}", lies.room))
    return DisplayPlan(
        verdict=_verdict(context, sizes),
        outside=(sizes.outside["width"], sizes.outside["height"]),
        layers=(Layer("rail", "Front face", sizes.front), *layers),
        panels=panels(context, sizes),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=_cuts(context, sizes),
        stock=_stock(context, sizes),
        steps=lambda: _steps(context, sizes),
        parts=lambda: _parts(context, sizes),
        proofs=_proofs(sizes),
        deep=sizes.outer,
        weights=sizes.weights,
        frame_section=FrameSection(
            sizes.wall, sizes.left, sizes.outer, context.display.wood, None, True, Fraction(0), ("wire", "rings", "cleat")
        ),
        held=Mounting("standing on or fixed to its board, the back screwed on", "its own feet, pin or wire, padded", "yes"),
        items=items_shown(context, [one.sized for one in sizes.laid]),
    )


def _verdict(context: LayeredContext, sizes: Sizes) -> Say:
    say = context.speak.say
    short = [f for f in sizes.floors if f.need is not None and f.room is not None and f.room.value < f.need.value]
    if short:
        worst = max(short, key=lambda f: (f.need.value if f.need else Fraction(0)) - (f.room.value if f.room else Fraction(0)))
        assert worst.need is not None and worst.room is not None
        return say(f"Behind {worst.name.lower()} it is too shallow, by {{}}.", worst.need.value - worst.room.value)
    built = sum(f.built for f in sizes.floors)
    read = (
        "as built"
        if built == len(sizes.floors)
        else "as planned"
        if built == 0
        else f"{built} of {len(sizes.floors)} rebates as built"
    )
    return say(f"{len(sizes.floors)} floors in {{}} of depth, {read}.", sizes.outer)


def _proofs(sizes: Sizes) -> tuple[Proof, ...]:
    """Layer by layer the rebates re-add from the back edge; the wall is its shoulders and what is left; the frame outside."""
    proofs = [
        Proof("wall + sight + wall = outside, " + a, (sizes.wall, sizes.sight[a], sizes.wall), sizes.outside[a]) for a in AXES
    ]
    proofs.append(Proof("shoulders + what is left = wall", (*(f.shoulder for f in sizes.floors), sizes.left), sizes.wall))
    for lies, after in zip(sizes.floors, sizes.floors[1:], strict=False):
        assert lies.room is not None
        proofs.append(
            Proof(f"{lies.name.lower()} + room + what lies behind = its rebate", (lies.thick, lies.room, after.depth), lies.depth)
        )
    if not any(f.floor.built_depth is not None for f in sizes.floors):
        rooms = [f.room for f in sizes.floors if f.room is not None]
        proofs.append(
            Proof("front + floors + rooms = outer depth", (sizes.front, *(f.thick for f in sizes.floors), *rooms), sizes.outer)
        )
    return tuple(proofs)


def _rails(context: LayeredContext, sizes: Sizes) -> Rails:
    return Rails(
        context.display.wood,
        context.rule("board_length"),
        sizes.wall,
        bar_of(context.speak, sizes.wall, sizes.outer),
        sizes.outside,
        sizes.sight,
        False,
    )


def _cuts(context: LayeredContext, sizes: Sizes) -> tuple[CutLine, ...]:
    say, display = context.speak.say, context.display
    lines = rail_lines(context, _rails(context, sizes))
    for lies in sizes.floors:
        material = (
            sheet_material(display)
            if lies.floor.kind == "glass"
            else board_of(context, lies.thick, "stiff").name + (", cut out as drawn" if lies.text or lies.cut else "")
        )
        note = ("to its rebate as it was read",) if lies.built else ("NOT ORDERED until its rebate was read after the glue-up",)
        lines.append(
            cut_line(
                context,
                lies.part,
                lies.name,
                (lies.part,),
                1,
                material,
                lies.sheet["width"],
                sheet_of(context.speak, lies.sheet["height"], lies.thick),
                note,
            )
        )
    if sizes.lit is not None:
        lines.append(
            cut_line(
                context,
                "lamp",
                "Strip of lights",
                ("lamp",),
                sizes.lit.rows,
                f"strip, {display.lamp.watts if display.lamp else 0} W a metre",
                sizes.lit.row,
                Across(),
                say("rows {} apart", sizes.lit.spacing),
            )
        )
    return tuple(lines)


def _parts(context: LayeredContext, sizes: Sizes) -> tuple[Part, ...]:
    """What keeps the floors in, what screws the back on, what lights it."""
    screw, turned = told(context, screw_of_back(context, sizes)), buttoned(context, sizes)
    found = [
        got("beads", "Beads", 4 * len(sizes.floors[:-1]), material="wood, small", note=("four behind every floor, held by pins",)),
        *((got("back.button", "Turn buttons", 4, material="wood or brass", note=("two above, two below",)),) if turned else ()),
        got(
            "back.screw",
            "Screws of the turn buttons" if turned else "Screws of the back",
            4,
            material="wood screw",
            size=screw,
            lights=("back.screw",),
        ),
    ]
    if sizes.lit is not None:
        found.append(got("supply", "Low-voltage supply", material="approved, with its lead"))
    return tuple(found)


def _stock(context: LayeredContext, sizes: Sizes) -> tuple[StockLength, ...]:
    return rail_stock(context, _rails(context, sizes))


def _rebates(context: LayeredContext, sizes: Sizes) -> Say:
    say = context.speak.say
    return sentences(
        say(f"{lies.name}: {{}} into the wall, {{}} deep from the back.", lies.steps, lies.planned_depth) for lies in sizes.floors
    )


def _ordered(context: LayeredContext, lies: FloorSizes) -> Say:
    return context.speak.say(f"{lies.name} {{}} × {{}}.", lies.sheet["width"], lies.sheet["height"])


def _steps(context: LayeredContext, sizes: Sizes) -> tuple[Operation, ...]:
    say = context.speak.say
    frame = frame_steps(context, _rails(context, sizes))
    ordered = sentences(_ordered(context, lies) for lies in sizes.floors)
    out = [
        Operation(
            "draw",
            "Add up the whole thickness",
            say("The whole thickness first: {} outside. Look at the section: does the tallest clear the glass?", sizes.outer),
            15,
            gate=True,
            leaves=("measured",),
        ),
        Operation(
            "season",
            "Seasoned timber",
            ("Boards a week in the room they will hang in, or the mitres open.",),
            5,
            wait_minutes=7 * 24 * 60,
        ),
        Operation(
            "rebate",
            "Cut the rebates",
            _rebates(context, sizes),
            45,
            gate=True,
            care="Router or saw: guards, push sticks, a test cut in a waste piece; dust extraction, eye and hearing protection.",
            makes=("rail",),
            place="dusty",
        ),
        *frame,
        Operation(
            "read",
            "Read every rebate again",
            ("Width, height and depth from the back edge, in the glued box; type them in. Only then is anything ordered.",),
            20,
            gate=True,
            parts=("rail",),
            needs=MADE,
            leaves=("read",),
        ),
        Operation(
            "order",
            "Order glass, have the boards cut",
            ordered,
            15,
            parts=tuple(f.part for f in sizes.floors),
            makes=("floor",),
            leaves=("board",),
        ),
    ]
    if any(f.text or f.cut for f in sizes.floors):
        out.append(
            Operation(
                "cutout",
                "Cut the boards out",
                ("From the drawing at full size, or the file for a cutter: a trial in card first. Bridges stay.",),
                40,
                gate=True,
                care="Blade away from the fingers, several light passes; a laser only by who may run one.",
                parts=tuple(f.part for f in sizes.floors if f.text or f.cut),
            )
        )
    out += [
        Operation(
            "stand",
            "Try the things in their places",
            sentences((f"{f.name}: {', '.join(one.item.called for one in f.stands)}.",) for f in sizes.floors if f.stands)
            or ("Where they are drawn.",),
            30,
            parts=("item",),
            inside=True,
            needs=("tried",),
            leaves=("laid",),
        ),
        Operation(
            "fit",
            "Floor by floor, from the front",
            (
                "Clean both faces of the glass. Each board goes in with what stands on it; beads behind every floor, held by pins, nothing pushed towards the "
                "glass. Look up from the front before the next.",
            ),
            40,
            parts=("floor.0",),
            uses=("floor", "beads"),
            place="clean",
            needs=("held",),
        ),
    ]
    if sizes.lit is not None:
        out.append(
            Operation(
                "lamp",
                "Fit the lamp room",
                say(
                    f"{several(sizes.lit.rows, 'row').capitalize()} of {{}}, {{}} apart, the first {{}} below the top of the room; "
                    f"{sizes.lit.holes} holes for air; the lead through the back. Lit for an hour: is it even, is it cool to the hand?",
                    sizes.lit.row,
                    sizes.lit.spacing,
                    sizes.lit.first,
                ),
                45,
                wait_minutes=60,
                gate=True,
                care="Low-voltage LED from an approved supply; mains work by a licensed electrician.",
                parts=("lamp", "vent"),
                makes=("lamp",),
                uses=("supply",),
            )
        )
    out += [
        Operation(
            "look",
            "Look at the front",
            ("Straight, no dust, nothing leaning, before the back goes on.",),
            10,
            gate=True,
            parts=("item",),
        ),
        Operation(
            "close",
            "Put the back on" if buttoned(context, sizes) else "Screw the back on",
            (
                (
                    "Four turn buttons, a screw each in the middle of the wall beside it"
                    if buttoned(context, sizes)
                    else "Four screws"
                )
                + ", so that it comes off again"
                + ("; no tape over it." if sizes.lit is not None else "."),
            ),
            10,
            care="Drill first, a stop on the bit: the wall is thin there.",
            parts=("back",),
            uses=(*(("back.button",) if buttoned(context, sizes) else ()), "back.screw"),
            closes=True,
        ),
    ]
    return tuple(out)


def _suits(facts: Facts) -> Suit:
    if facts.type == "stretched_canvas" or facts.flat:
        return Suit(0, "it is built for what stands up, not for what lies flat")
    if facts.what == "garment":
        return Suit(0, "a garment wants one board and padding, not floors")
    if facts.what == "figure" or facts.front >= 35:
        return Suit(3, "depth as it needs it, floor by floor, and room for light")
    if facts.front >= 12:
        return Suit(1, "it would do, but one board behind glass is quicker")
    return Suit(0, "it stands too low to be worth a box with floors")


def _begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    return {
        "type": "layered_box",
        **AS_SUITS,
        "layout": {"how": "row" if facts.count > 1 else "one"},
        "floors": [{"kind": "glass", "thickness": 2}, {"kind": "board", "thickness": 4}, {"kind": "back", "thickness": 4}],
    }


def _new(sizes: Any, unit: Any, shop: Shop) -> dict[str, Any]:
    return {
        "type": "layered_box",
        **AS_SUITS,
        "floors": [{"kind": "glass", "thickness": 2}, {"kind": "board", "thickness": 4}, {"kind": "back", "thickness": 4}],
    }


def _lie(context: LayeredContext) -> Arrangement:
    wall = leaf(context.display.wall, "/display/wall", "Wall", "choice", pointer="/display/wall", parts=("rail",))
    laid, edges, _ = arrangement(context, wall)
    return Arrangement(laid, edges, True)


LAYERED_BOX = Display(
    "layered_box",
    "Layered box",
    reckon,
    Way(_suits, _begin, "air"),
    starts=(
        Start(
            "model",
            "A model or figure",
            "In a deep built box with floors, lit from within if you like.",
            THING_ASKS,
            things_of("figure"),
            _new,
            said="model figure car ship train toy doll diorama lights built box",
        ),
    ),
    lie=_lie,
    holds=Holds(frozenset({"brackets", "cradle", "loops", "ring", "screwed", "stand", "wax"}), asked=True, made_for="stand"),
)
