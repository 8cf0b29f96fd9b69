"""A frame that opens at the front, reckoned whole."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.contract.asking import choice, given
from shadbo.core.contract.checks import put
from shadbo.core.contract.display import (
    Display,
    DisplayPlan,
    FrameSection,
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
from shadbo.core.contract.inputs import Input, Option
from shadbo.core.contract.terms import there
from shadbo.core.displays.front_opening.bodies import lie
from shadbo.core.displays.front_opening.drawing import draw
from shadbo.core.displays.front_opening.making import cut_list, parts, steps, stock_sum
from shadbo.core.displays.front_opening.rules import check
from shadbo.core.displays.front_opening.sizes import OpeningContext, Sizes, size_up
from shadbo.core.document.decisions.front_opening import FrontOpening
from shadbo.core.document.facts import Facts
from shadbo.core.document.schools import AS_SUITS, new_rabbet
from shadbo.core.document.shop import RabbetMoulding, Shop
from shadbo.core.document.starts import FLAT_ASKS, Start, facts_at_first, flat_of
from shadbo.core.framing.filling import board_of
from shadbo.core.framing.glazing import glazing_choices, sheet_thick
from shadbo.core.framing.rabbet_choices import moulding_choice
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.weights import object_weight, rails_weight, sheet_weight, wood_weight
from shadbo.core.measuring.desk import desk_panel
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import Unit

# How many may be kept behind the one that shows, as they are offered.
KEPT = (0, 5, 10, 20, 40)
# A raking eye sees the gap between door and tray: anything may carry it but a single hanger.
HANGS = ("rings", "wire", "cleat")


def reckon(context: OpeningContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of pictures behind a door."""
    sizes = size_up(context)
    door, rest = _weights(context, sizes)
    check(context, sizes, sum((w.kg for w in door), Fraction(0)))
    display = context.display
    return DisplayPlan(
        verdict=_verdict(context, sizes),
        outside=(sizes.rabbet.outside["width"], sizes.rabbet.outside["height"]),
        layers=(
            *((Layer("glazing", "Glazing", sizes.glazing),) if sizes.glazing else ()),
            Layer("work", "Board, work and what is kept behind it", sizes.stack),
            Layer("tray", "Tray", sizes.height),
        ),
        panels=(
            desk_panel(context, sizes.thing),
            PanelOf("display", lambda: _display(context, sizes)),
            PanelOf("cut", lambda: _cut(context)),
        ),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=cut_list(context, sizes),
        stock=stock_sum(context, sizes),
        steps=lambda: steps(context, sizes),
        parts=lambda: parts(context, sizes),
        proofs=tuple(
            Proof(f"face + tray inside + face = outside, {a}", (sizes.face, sizes.inside[a], sizes.face), sizes.rabbet.outside[a])
            for a in AXES
        ),
        deep=sizes.deep,
        weights=(*door, *rest),
        frame_section=FrameSection(
            sizes.face,
            sizes.face,
            sizes.height,
            sizes.stock.wood,
            None,
            True,
            sum((w.kg for w in (*door, *rest)), Fraction(0)),
            HANGS,
            frames=2,
        ),
        held=Mounting(
            "lying on a board in a tray, under the lip of its door",
            "board behind; the lip before its edge" + ("" if display.glazing == "none" else ", air before its face"),
            "yes",
        ),
    )


def _verdict(context: OpeningContext, sizes: Sizes) -> Say:
    say = context.speak.say
    if any(room.value < 0 for room in sizes.room.values()):
        return say("The work does not lie in the tray.")
    if sizes.slack.value < 0:
        return say("It does not go in: {} too deep.", -sizes.slack.value)
    kept = f", {context.display.kept} kept behind it" if context.display.kept else ""
    return say(
        f"It lies in the tray with {{}} beside it{kept}; the lip covers {{}}.",
        min(sizes.room.values(), key=lambda d: d.value),
        context.book["lip.lap"],
    )


def _weights(context: OpeningContext, sizes: Sizes) -> tuple[list[Weight], list[Weight]]:
    """What swings, and what stays on the wall."""
    rabbet, stock = sizes.rabbet, sizes.stock
    door = [rails_weight(context, rabbet.outside, rabbet.face, rabbet.area_mm2, rabbet.wood)]
    if sizes.glazing:
        door.append(sheet_weight(context, "glazing", "Glazing", context.display.glazing, sizes.sheet, sizes.glazing))
    round_ = 2 * sum((d.value for d in rabbet.outside.values()), Fraction(0)) - 4 * sizes.face.value
    rest = [
        wood_weight(context, "tray", "Tray", stock.wood, round_, exact(stock.face) * sizes.height.value),
        sheet_weight(context, "board", "Mount board", board_of(context, sizes.mount, "mount"), sizes.board, sizes.mount),
        sheet_weight(context, "back", "Back", board_of(context, sizes.back, "stiff"), rabbet.outside, sizes.back),
        *(
            sheet_weight(context, "fill", "Filler behind", board, sizes.board, exact(board.thickness))
            for board in (sizes.fill.boards if sizes.fill is not None else ())
        ),
        object_weight(
            "work", "Work, and what is kept behind it", sizes.thing.weight_kg * (1 + context.display.kept), sizes.thing.estimated
        ),
    ]
    return door, rest


def _display(context: OpeningContext, sizes: Sizes) -> Panel:
    display, show, say = context.display, context.shop.showing, context.speak.say
    trays = tuple(
        Option(
            m.key, (m.name,), say("{} × {}", exact(m.face), exact(m.height)), m.key == display.tray, (put("/display/tray", m.key),)
        )
        for m in context.shop.mouldings
    )
    inputs: list[Input] = [
        given(show, context.book["lip.lap"], "Frame"),
        *moulding_choice(context, lambda m: _room(context, sizes, m)),
        choice(context, "/display/tray", "Tray of", "Tray", [(o.key, o.label, o.detail) for o in trays], ("tray",), look="list"),
        given(show, sizes.height, "Tray", pointer="/display/deep", optional=True, hint=("Left empty: as deep as it needs to be.",)),
        choice(
            context,
            "/display/kept",
            "Kept behind it",
            "Tray",
            [(n, (str(n) if n else "None",), ()) for n in sorted({*KEPT, display.kept})],
            ("work",),
            look="menu",
        ),
        choice(
            context,
            "/display/opens",
            "Hinges",
            "Door",
            (("left", ("On the left",), ()), ("right", ("On the right",), ())),
            ("hinge",),
        ),
        *glazing_choices(context, sizes.sheet, sizes.glazing.value if sizes.glazing else context.rule("glass")),
        *sheet_thick(context),
    ]
    names = there(
        context,
        "tray.room.width",
        "tray.room.height",
        "tray.height",
        "tray.need",
        "depth.slack",
        "frame.deep",
        "hinge.end",
        "hinge.count",
        "tray.inside.width",
        "tray.inside.height",
        "weight.total",
    )
    return Panel(
        ("A door with the glass in it, and the tray the pictures lie in.",), tuple(inputs), names, ("section", "face", "back")
    )


def _room(context: OpeningContext, sizes: Sizes, m: RabbetMoulding) -> Say:
    """What another moulding leaves beside the work: as much more as there is more wood beside its rabbet."""
    more = exact(m.face) - exact(m.lip) - (sizes.rabbet.face.value - sizes.rabbet.lip.value)
    room = min(d.value for d in sizes.room.values()) + more
    return context.speak.say("{} beside the work", room) if room >= 0 else context.speak.say("too narrow by {}", -room)


def _cut(context: OpeningContext) -> Panel:
    names = there(
        context,
        "board.width",
        "board.height",
        "glazing.width",
        "glazing.height",
        "cut.needed",
        "cut.order",
        "frame.diagonal",
        "frame.square",
    )
    return Panel(("Door and tray to one size, then boards and the sheet.",), (), names, ("back", "section", "face"))


def _suits(facts: Facts) -> Suit:
    if (
        facts.type == "stretched_canvas"
        or not facts.flat
        or facts.what in ("mirror", "puzzle", "needlework", "plant", "flag", "cloth")
    ):
        return Suit(0, "it is for sheets that are changed now and then")
    return Suit(1, "the picture is changed in a minute; a door is more work than a closed pack")


def _begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    """The shallowest frame and tray of one wood that leave room for the work beside the tray’s rail; of two woods, where no pair is one."""
    least, lap = exact(shop.rules.door_tray), exact(FrontOpening.model_fields["lap"].default)
    # Beside the work lies the frame’s face, less what its lip covers.
    pairs = [(m, t) for m in shop.rabbet_mouldings for t in shop.mouldings if exact(m.face) - lap >= exact(t.face) >= least]
    pairs.sort(key=lambda pair: (pair[0].height, pair[0].face, pair[1].face))
    frame, tray = next(((m, t) for m, t in pairs if m.wood == t.wood), pairs[0] if pairs else (None, None))
    return {
        "type": "front_opening",
        **AS_SUITS,
        "frame": new_rabbet(frame.key if frame else "none"),
        "tray": tray.key if tray else "none",
    }


def _new(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    return _begin(facts_at_first(sizes, unit), shop)


FRONT_OPENING = Display(
    "front_opening",
    "Frame that opens at the front",
    reckon,
    Way(_suits, _begin, "air"),
    starts=(
        Start(
            "changing",
            "Pictures that are changed",
            "A glazed door before a tray: children’s drawings, prints in turn.",
            FLAT_ASKS,
            flat_of,
            _new,
            said="opens front door hinged change swap children kids school art drawings display store",
        ),
    ),
    holds=Holds(frozenset({"corners", "edge_strips", "magnets"}), asked=True),
)
