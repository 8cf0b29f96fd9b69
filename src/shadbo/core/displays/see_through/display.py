"""Work between two sheets, reckoned whole."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.contract.asking import choice, given, plain_length, toggled
from shadbo.core.contract.cutting import CutLine, StockLength
from shadbo.core.contract.display import Display, Held, Holds, Layer, Panel, PanelOf, Proof, Reckoned, Suit, Way
from shadbo.core.contract.inputs import ChoiceInput, Input, Option
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import there
from shadbo.core.displays.see_through.drawing import draw
from shadbo.core.displays.see_through.rules import check
from shadbo.core.displays.see_through.sizes import SeeThroughContext, Sizes, between_mats, size_up
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.document.decisions.see_through import FACES, SeeThrough
from shadbo.core.document.facts import Facts
from shadbo.core.document.piece import Piece
from shadbo.core.document.schools import AS_SUITS, USUAL_BORDER, new_rabbet
from shadbo.core.document.shop import RabbetMoulding, ReadyFrame, Shop
from shadbo.core.document.starts import FLAT_ASKS, Start, flat_of, profile_for
from shadbo.core.framing.filling import board_of
from shadbo.core.framing.glazing import glazing_choices, sheet_material
from shadbo.core.framing.rabbet import rails_of
from shadbo.core.framing.rabbet_choices import frame_chooser, frame_inputs, moulding_choice, new_or_bought
from shadbo.core.framing.rails import AXES, cut_line, frame_steps, rail_lines, rail_stock
from shadbo.core.framing.weights import object_weight, rails_weight, sheet_weight
from shadbo.core.measuring.desk import desk_panel
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say

FACE_WORDS = {
    "front_outer": "Front sheet, outside",
    "front_inner": "Front sheet, inside",
    "back_inner": "Back sheet, inside",
    "back_outer": "Back sheet, outside",
}


def reckon(context: SeeThroughContext) -> Reckoned:
    """Every sum, check, drawing, cut and step of work between two sheets."""
    sizes = size_up(context)
    check(context, sizes)
    display, rabbet = context.display, sizes.rabbet
    frame = display.frame
    taped = sizes.hold is not None
    weights = (
        rails_weight(context, rabbet.outside, rabbet.face, rabbet.area_mm2, rabbet.wood),
        sheet_weight(context, "glazing", "Sheets", display.glazing, sizes.sheet, sizes.each, display.sheets),
        *(
            sheet_weight(
                context, key, sizes.pack[key].label, board_of(context, sizes.pack[key], "mat"), sizes.sheet, sizes.pack[key]
            )
            for key in ("mat", "mat_back")
            if key in sizes.pack
        ),
        object_weight("work", "Work", sizes.thing.weight_kg, sizes.thing.estimated),
    )
    return Reckoned(
        verdict=_verdict(context, sizes),
        outside=(rabbet.outside["width"], rabbet.outside["height"]),
        layers=tuple(Layer(key, dim.label, dim) for key, dim in sizes.pack.items()),
        panels=_panels(context, sizes),
        views=draw(context, sizes),
        cuts=_cuts(context, sizes),
        stock=_stock(context, sizes),
        steps=lambda: _steps(context, sizes),
        parts=lambda: _parts(context, sizes),
        proofs=_proofs(context, sizes),
        deep=rabbet.rail_height,
        weights=weights,
        carcass=sizes.rabbet.carcass(weights, ("one", "rings")),
        held=Held("a sleeve of clear film between two mats", "polyester film on both faces", "yes")
        if sizes.window
        else Held(
            "between two sheets" + (", tape along its top edge" if taped else ""),
            "glass on both faces" + (", tape at the top" if taped else ""),
            "mostly" if taped else "yes",
        ),
        leftovers=_leftovers(context) if isinstance(frame, ReadFrame) else (),
    )


def _leftovers(context: SeeThroughContext) -> tuple[Say, ...]:
    """The second ready-made frame gave its glass: the frame and its board go back to stock; so does the first one’s board."""
    display, say = context.display, context.speak.say
    frame = display.frame
    assert isinstance(frame, ReadFrame)
    first = {a: next(iter(getattr(frame, a).places(""))).readings[0].mm for a in AXES}
    size = (exact(first["width"]), exact(first["height"]))
    out: list[Say] = []
    if display.sheets == 2 and display.frames == 2:
        out.append(say("One spare frame, rabbet {} × {}, without its glass", *size))
    if display.sheets == 1 and display.frames == 2:
        out.append(say("One spare frame, rabbet {} × {}, with its glass", *size))
    if frame.board:
        out.append(
            say(
                f"{display.frames} inner board{'s' if display.frames > 1 else ''}, {{}} × {{}}, {{}} thick",
                *size,
                exact(frame.board),
            )
        )
    return tuple(out)


def _verdict(context: SeeThroughContext, sizes: Sizes) -> Say:
    say = context.speak.say
    if sizes.slack.value < 0:
        return say("This won’t go in, by {}.", -sizes.slack.value)
    return say(
        "Borders {} at the sides, {} above and below; {} to spare in depth.",
        sizes.border["width"],
        sizes.border["height"],
        sizes.slack,
    )


def _proofs(context: SeeThroughContext, sizes: Sizes) -> tuple[Proof, ...]:
    """border + work + border = sight, both ways; the pack, the room and the tabs fill the rabbet."""
    proofs = [
        Proof(
            f"border + work + border = sight, {a}",
            (sizes.border[a], sizes.thing.side(a).look, sizes.border[a]),
            sizes.rabbet.sight[a],
        )
        for a in AXES
    ]
    tabs = next(leaf for _, leaf in sizes.slack.slopes.values() if leaf.label == "Points or tabs")
    proofs.append(Proof("sheets + work + room + tabs = rabbet", (*sizes.pack.values(), sizes.slack, tabs), sizes.rabbet.depth))
    if isinstance(context.display.frame, NewRabbet):
        rail = sizes.rabbet.face
        proofs += [
            Proof(f"face + sight + face = outside, {a}", (rail, sizes.rabbet.sight[a], rail), sizes.rabbet.outside[a]) for a in AXES
        ]
    return tuple(proofs)


def _panels(context: SeeThroughContext, sizes: Sizes) -> tuple[PanelOf, ...]:
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
        inputs += frame_inputs(context, sizes.rabbet, frame, came_with=True)
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
                    ("mats", ("A film sleeve between two mats",), ("air on both sides; nothing touches the glass",)),
                ),
                ("mat", "work"),
                look="list",
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
    hold += [
        choice(
            context,
            "/display/tape",
            "The work is held",
            "The work",
            (("top", ("By tape at the top",), ("so that it hangs and does not buckle",)), ("none", ("By the sheets alone",), ())),
            ("tape",),
            look="list",
        )
    ]
    if "plant" in {*context.object.traits, context.object.material}:
        hold.append(
            choice(
                context,
                "/display/pressed",
                "The plant is",
                "The work",
                ((True, ("Pressed and dry",), ()), (False, ("Fresh",), ())),
                ("work",),
            )
        )
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
            return context.speak.say(f"too small by {{}} in the {axis}", over)
    short = context.book["depth.pack"].value + context.rule("tabs") - exact(ready.rabbet_depth)
    return context.speak.say("too shallow by {}", short) if short > 0 else None


def _cuts(context: SeeThroughContext, sizes: Sizes) -> tuple[CutLine, ...]:
    frame, display, say = context.display.frame, context.display, context.speak.say
    lines: list[CutLine] = []
    if isinstance(frame, NewRabbet):
        lines += rail_lines(context, rails_of(context, sizes.rabbet, frame))
    if display.sheets > _came(context):
        lines.append(
            cut_line(
                context,
                "glazing.cut",
                "Sheets",
                ("glazing", "glazing_back"),
                display.sheets - _came(context),
                sheet_material(display),
                sizes.sheet["width"],
                say("by {}, {} thick", sizes.sheet["height"], sizes.each),
                ("cut only after the rabbet was read again",),
            )
        )
    if sizes.window:
        size = say("by {}, window {} × {}", sizes.sheet["height"], *sizes.window.values())
        for key, word in (("mat", "Front mat"), ("mat_back", "Back mat")):
            name = board_of(context, sizes.pack[key], "mat").name
            lines.append(
                cut_line(context, key, word, (key,), 1, name, sizes.sheet["width"], size, ("the two windows lie on one another",))
            )
        lines.append(
            cut_line(
                context,
                "film",
                "Film of the sleeve",
                ("work",),
                2,
                "clear polyester film",
                sizes.sheet["width"],
                say("by {}", sizes.sheet["height"]),
                ("no coating, no plasticiser",),
            )
        )
    if sizes.tape is not None:
        lines.append(
            cut_line(
                context,
                "tape",
                "Tape at the top edge",
                ("tape",),
                1,
                "archival tape",
                sizes.tape,
                say("{} wide", exact(display.tape_width)),
                ("at the top only, so the work hangs",),
            )
        )
    return tuple(lines)


def _parts(context: SeeThroughContext, sizes: Sizes) -> tuple[Part, ...]:
    """Frames and glass that are there, and what keeps the sheets in."""
    frame, display = context.display.frame, context.display
    found = [got("squares", "Squares of low-tack tape", 4, comes="hand")]
    if isinstance(frame, ReadFrame):
        found.append(got("rail", "Frame as it was bought", display.frames, comes="came", lights=("rail",)))
    came = _came(context)
    if came:
        found.append(got("glazing.came", "Glass out of the frames", came, comes="came", lights=("glazing", "glazing_back")))
    if sizes.window:
        found[0] = got(
            "glue.film", "Double-sided archival tape", comes="hand", note=("on the film, 3 mm off the work, open below",)
        )
    if display.kept == "clips":
        found.append(got("clip", "Small clips", material="two a side", lights=("clip",)))
    else:
        found.append(got("clip", "Tabs", comes="came" if isinstance(frame, ReadFrame) else "number", lights=("clip",)))
    return tuple(found)


def _came(context: SeeThroughContext) -> int:
    """How many of the sheets are the glass of the frames that are there."""
    frame, display = context.display.frame, context.display
    there = isinstance(frame, ReadFrame) and frame.glass and display.thickness is None and display.glazing == "glass"
    return min(display.frames, display.sheets) if there else 0


def _stock(context: SeeThroughContext, sizes: Sizes) -> tuple[StockLength, ...]:
    frame = context.display.frame
    return rail_stock(context, rails_of(context, sizes.rabbet, frame)) if isinstance(frame, NewRabbet) else ()


def _steps(context: SeeThroughContext, sizes: Sizes) -> tuple[Operation, ...]:
    say, display = context.speak.say, context.display
    glass = "Gloves and eye protection; score away from the body; carry on edge."
    out: list[Operation] = []
    if "plant" in {*context.object.traits, context.object.material} and not display.pressed:
        out.append(
            Operation(
                "press",
                "Press it",
                (
                    "Between archival sheets under flat weight; blotters changed on days 1, 2, 4 and 7, then weekly, until it is dry as paper. "
                    "Two to four weeks.",
                ),
                20,
                wait_minutes=21 * 24 * 60,
                care="Found plants: mind what is protected by law.",
                parts=("work",),
            )
        )
    out.append(
        Operation(
            "measure",
            "Measure again",
            say("Work {} × {}; look: does it lie flat?", sizes.thing.width.look, sizes.thing.height.look),
            5,
            gate=True,
            parts=("work",),
        )
    )
    if isinstance(display.frame, NewRabbet):
        out += frame_steps(context, rails_of(context, sizes.rabbet, display.frame))
    else:
        out.append(
            Operation(
                "apart",
                "Take the frames apart",
                (f"{display.frames} frame{'s' if display.frames > 1 else ''}: tabs lifted with a tool, glass out on to felt.",),
                15,
                care="Gloves; tabs are sharp, glass edges too.",
                parts=("rail", "glazing"),
                uses=("glazing.came",) if _came(context) else (),
            )
        )
    if display.sheets > _came(context):
        out.append(
            Operation(
                "glazing",
                "Cut the sheets",
                say("Read the rabbet again; then {} × {}.", *sizes.sheet.values()),
                20,
                gate=True,
                care=glass,
                makes=("glazing.cut",),
            )
        )
    faces = 4 if display.sheets == 2 else 2
    out.append(
        Operation(
            "clean",
            f"Clean all {faces} faces",
            (
                "Tick each off against the light. The inner ones can’t be reached again."
                + (" Cleaner without ammonia; foil off last." if display.glazing == "acrylic" else ""),
            ),
            15 * display.sheets,
            gate=True,
            parts=("glazing",),
        )
    )
    if sizes.window:
        out += _between_mats(context, sizes)
    else:
        out.append(
            Operation(
                "place",
                "Lay the work",
                say(
                    "Squares of low-tack tape at its four corners, put on from the front, read from the back, mirrored: {} from the sides, {} from top and bottom.",
                    sizes.border["width"],
                    sizes.border["height"],
                ),
                20,
                gate=True,
                parts=("work", "border"),
                uses=("squares",),
            )
        )
    if sizes.tape is not None:
        out.append(
            Operation(
                "tape",
                "Tape the top edge only",
                say("{} of narrow tape along the top. Nowhere else: it hangs and does not buckle.", sizes.tape),
                10,
                parts=("tape",),
                makes=("tape",),
                holds=("work",),
                method="two_sheets",
            )
        )
    out += [
        Operation(
            "look",
            "Look at it from both sides",
            ("Straight, centred, no dust between. Before anything is bent over it.",),
            10,
            gate=True,
            parts=("work",),
        ),
        Operation(
            "close",
            "Close it",
            (
                f"{'Clips' if display.kept == 'clips' else 'Tabs'} two a side or by the drawing, not pressed hard: the edge cracks. Trim inside as well as outside.",
            ),
            15,
            care="Tabs with a tool, away from the hand.",
            parts=("clip",),
            closes=True,
        ),
    ]
    return tuple(out)


def _between_mats(context: SeeThroughContext, sizes: Sizes) -> list[Operation]:
    """Two mats with the same window, and the work in its sleeve between them."""
    say = context.speak.say
    return [
        Operation(
            "mats",
            "Cut the two mats",
            say("Windows {} × {}, cut from the back; laid face to face they must lie on one another.", *sizes.window.values()),
            30,
            gate=True,
            care="Blade away from the fingers; several light passes.",
            parts=("mat",),
            makes=("mat", "mat_back"),
        ),
        Operation(
            "place",
            "Put the work in its sleeve",
            say(
                "Two films {} × {}, the work in their middle; double-sided tape on the film alone, a little off the work, its lower edge left open for air. "
                "Between the mats, seen whole from both sides.",
                *sizes.sheet.values(),
            ),
            30,
            gate=True,
            parts=("work",),
            makes=("film",),
            uses=("glue.film", "mat", "mat_back"),
            after=("mats",),
            holds=("work",),
            method="two_sheets",
        ),
    ]


def _does(piece: Piece, facts: Facts) -> str:
    """Between mats nothing touches the glass; else both its faces do."""
    shown = piece.display
    mats = between_mats(shown) if isinstance(shown, SeeThrough) else _wants_air(facts)
    return "glazed both_seen air" if mats else "glazed touches_glass both_seen edges_seen"


def _wants_air(facts: Facts) -> bool:
    return facts.irreplaceable or facts.what in ("photograph", "linen_backed") or "watercolour" in facts.traits


def _suits(facts: Facts) -> Suit:
    if facts.what == "mirror":
        return Suit(0, "a mirror is its own glass")
    if not facts.flat:
        return Suit(0, "it is too thick to lie between two sheets")
    if facts.traits & {"loose_pigment", "canvas"}:
        return Suit(0, "its face would touch glass or film, which sticks or smears")
    if facts.what == "puzzle":
        return Suit(1, "glass on both faces holds it dry; the face may bloom where it touches")
    if facts.what in ("cloth", "needlework"):
        return Suit(1, "cloth slides between sheets; it wants stitching")
    if facts.what == "plant":
        return Suit(3, "a pressed plant floats between two sheets, seen from both sides")
    if facts.irreplaceable and facts.practice == "conservation":
        return Suit(1, "paper against glass has no air; damp shows first there")
    return Suit(2, "the wall shows round it; light, and nothing to paste")


def _begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    mats = _wants_air(facts)
    need = 4 + facts.front + exact(shop.rules.tabs) + (2 * exact(shop.rules.mat_between) if mats else 0)
    tape = "none" if facts.irreplaceable or facts.what == "plant" else "top"
    return {
        "type": "see_through",
        **AS_SUITS,
        "frame": new_rabbet(profile_for(need, shop, max(facts.width, facts.height) + 2 * USUAL_BORDER[facts.units]).key),
        "tape": tape,
        "between": "mats" if mats else "touching",
    }


def _new(sizes: Mapping[str, Any], unit: Any, shop: Shop) -> dict[str, Any]:
    return {"type": "see_through", **AS_SUITS, "frame": new_rabbet(profile_for(Fraction(8), shop).key), "tape": "none"}


SEE_THROUGH = Display(
    "see_through",
    "Between two sheets",
    reckon,
    Way(_suits, _begin, "glazed touches_glass both_seen edges_seen", _does),
    starts=(
        Start(
            "plant",
            "A pressed plant",
            "Between two sheets, the wall showing round it.",
            FLAT_ASKS,
            lambda sizes: flat_of(sizes) | {"material": "plant"},
            _new,
        ),
    ),
    holds=Holds(frozenset({"two_sheets"})),
)
