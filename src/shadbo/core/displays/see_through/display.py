"""Work between two sheets, reckoned whole."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.contract.display import Display, DisplayPlan, Holds, Labelled, Layer, Mounting, Proof, Suit, Way
from shadbo.core.displays.see_through.bodies import lie
from shadbo.core.displays.see_through.drawing import draw
from shadbo.core.displays.see_through.making import corners, cut_list, parts, steps, stock_sum
from shadbo.core.displays.see_through.panels import panels
from shadbo.core.displays.see_through.rim import rim_weights, rimmed
from shadbo.core.displays.see_through.rules import check
from shadbo.core.displays.see_through.sizes import SeeThroughContext, Sizes, between_mats, size_up
from shadbo.core.displays.see_through.tapes import TABLE_TAPES
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.document.decisions.see_through import SeeThrough
from shadbo.core.document.facts import Facts
from shadbo.core.document.piece import Piece
from shadbo.core.document.schools import AS_SUITS, USUAL_BORDER, new_rabbet
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import FLAT_ASKS, Start, flat_of, profile_for
from shadbo.core.framing.came import sheet_word
from shadbo.core.framing.filling import board_of
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.weights import object_weight, rails_weight, sheet_weight
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say


def reckon(context: SeeThroughContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of work between two sheets."""
    sizes = size_up(context)
    check(context, sizes)
    display, rabbet = context.display, sizes.rabbet
    frame = display.frame
    taped = sizes.hold is not None
    kept = TABLE_TAPES[display.tape].name.lower() if taped else "clear corners" if corners(context) else ""
    sticks = "tape" if taped else "film at its corners" if corners(context) else ""
    weights = (
        rails_weight(context, rabbet.outside, rabbet.face, rabbet.area_mm2, rabbet.wood),
        sheet_weight(context, "glazing", "Sheets", display.glazing, sizes.sheet, sizes.each, display.sheets),
        *(
            sheet_weight(
                context,
                key,
                sizes.pack[key].label,
                board_of(context, sizes.pack[key], "mat"),
                sizes.sheet,
                sizes.pack[key],
                windows=[(sizes.window["width"], sizes.window["height"])],
            )
            for key in ("mat", "mat_back")
            if key in sizes.pack
        ),
        *rim_weights(context, sizes.rim),
        object_weight("work", "Work", sizes.thing.weight_kg, sizes.thing.estimated),
    )
    return DisplayPlan(
        verdict=_verdict(context, sizes),
        outside=(rabbet.outside["width"], rabbet.outside["height"]),
        layers=tuple(Layer(key, dim.label, dim) for key, dim in sizes.pack.items()),
        panels=panels(context, sizes),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=cut_list(context, sizes),
        stock=stock_sum(context, sizes),
        steps=lambda: steps(context, sizes),
        parts=lambda: parts(context, sizes),
        proofs=_proofs(context, sizes),
        deep=rabbet.moulding_depth,
        weights=weights,
        frame_section=sizes.rabbet.frame_section(weights, ("one", "rings")),
        held=Mounting("a sleeve of clear film between two mats", "polyester film on both faces", "yes")
        if sizes.window
        else Mounting(
            f"between two sheets{f', {kept}' if kept else ''}",
            f"{sheet_word(display.glazing)} {'behind it' if sizes.rim is not None else 'on both faces'}{f', {sticks}' if sticks else ''}",
            "mostly" if taped else "yes",
        ),
        leftovers=_leftovers(context) if isinstance(frame, ReadFrame) else (),
        labelled=Labelled("on the back of a rail"),
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
    covered = min(b.value for b in sizes.border.values())
    if covered < 0:
        return say("The lip covers {} of what is to be seen.", -covered)
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


def _does(piece: Piece, facts: Facts) -> str:
    """Between mats nothing touches the glass; else both its faces do."""
    shown = piece.display
    mats = between_mats(shown) if isinstance(shown, SeeThrough) else _wants_air(facts)
    rim = isinstance(shown, SeeThrough) and rimmed(shown)
    return "both_seen air" if mats or rim else "touches_glass both_seen edges_seen"


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
    Way(_suits, _begin, "touches_glass both_seen edges_seen", _does),
    starts=(
        Start(
            "plant",
            "A pressed plant",
            "Between two sheets, the wall showing round it.",
            FLAT_ASKS,
            lambda sizes: flat_of(sizes) | {"material": "plant"},
            _new,
            said="pressed plant flower leaf herbarium fern bouquet petals double glass see through",
        ),
    ),
    holds=Holds(frozenset({"two_sheets"}), figures=("tape.load", "tape.each")),
)
