"""Flat work on a board with borders, in a frame with a lip: placed as well as a crooked thing can be."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from shadbo.core.contract.checks import Patch, put
from shadbo.core.contract.display import Display, DisplayPlan, Holds, Layer, Mounting, Proof, Suit, Way, Weight
from shadbo.core.displays.on_board.bodies import lie
from shadbo.core.displays.on_board.drawing import draw
from shadbo.core.displays.on_board.making import cut_list, parts, steps, stock_sum
from shadbo.core.displays.on_board.panels import panels
from shadbo.core.displays.on_board.rules import check, eye
from shadbo.core.displays.on_board.sizes import OnBoardContext, Sizes, size_up
from shadbo.core.document.facts import Facts
from shadbo.core.document.schools import AS_SUITS, USUAL_BORDER, new_rabbet
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import (
    FLAT_ASKS,
    LABEL_ASKS,
    RABBET_ASKS,
    Start,
    facts_at_first,
    flat_of,
    frame_by_label,
    frame_of,
    profile_for,
)
from shadbo.core.framing.filling import Use, board_of
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.spacers import spacer_weight
from shadbo.core.framing.weights import object_weight, rails_weight, sheet_weight
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Book, Say
from shadbo.core.quantity.lengths import Unit, as_decimal


def reckon(context: OnBoardContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of flat work on its board."""
    sizes = size_up(context)
    check(context, sizes)
    cuts = cut_list(context, sizes)
    weights = _weights(context, sizes)
    return DisplayPlan(
        verdict=_verdict(context, sizes),
        outside=(sizes.rabbet.outside["width"], sizes.rabbet.outside["height"]),
        layers=tuple(Layer(key, dim.label, dim) for key, dim in sizes.pack.items()),
        panels=panels(context, sizes),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=cuts,
        stock=stock_sum(context, sizes),
        steps=lambda: steps(context, sizes),
        parts=lambda: parts(context, sizes),
        proofs=_proofs(sizes),
        deep=sizes.rabbet.moulding_depth,
        weights=weights,
        frame_section=sizes.rabbet.frame_section(weights),
        held=Mounting("hinges at its top edge only", "paste at the top edge; board behind, air in front", "yes"),
    )


def _verdict(context: OnBoardContext, sizes: Sizes) -> Say:
    fine = context.speak.fine
    if sizes.slack.value < 0:
        return context.speak.say("It does not go in: the pack is {} too deep.", -sizes.slack.value)
    covered = min(b.value for b in sizes.border.values())
    if covered < 0 and context.display.edge != "mat":
        return context.speak.say("The lip covers {} of what is to be seen.", -covered)
    return context.speak.say(
        f"Worst border error {{}}: {eye(context, sizes.error.value)}; at best {{}}.", fine(sizes.error), fine(sizes.best.worst)
    )


def _proofs(sizes: Sizes) -> tuple[Proof, ...]:
    """Border + work + border = opening at every station that was read on both sides; the frame re-adds outside."""
    proofs = []
    for axis, (first, last) in zip(AXES, (("left", "right"), ("top", "bottom")), strict=True):
        for station, work in sizes.thing.side(axis).stations.items():
            opening = sizes.rabbet.sight_near(axis, sizes.thing.side(axis).along[station])
            terms = (sizes.border[first, station], work, sizes.border[last, station])
            proofs.append(Proof(f"border + work + border = opening, {station}", terms, opening))
        if sizes.rabbet.inner is None:
            rail = sizes.rabbet.face
            proofs.append(
                Proof(f"face + sight + face = outside, {axis}", (rail, sizes.rabbet.sight[axis], rail), sizes.rabbet.outside[axis])
            )
    return tuple(proofs)


def settle(document: Any, pointer: str, book: Callable[[], Book]) -> Patch:
    """Typing or dragging one of shift and turn takes all three into the hand, from where they stand."""
    placing = document["display"]["placing"]
    if not pointer.startswith("/display/placing/") or placing["how"] == "hand":
        return ()
    stands = book()
    keys = ("dx", "dy", "turn")
    return (put("/display/placing/how", "hand"), *(put(f"/display/placing/{k}", stands[f"placing.{k}"].value) for k in keys))


# What each board of the pack is there for.
BOARDS: Mapping[str, Use] = {"mat": "mat", "lift": "mount", "board": "mount", "backing": "stiff"}


def _weights(context: OnBoardContext, sizes: Sizes) -> tuple[Weight, ...]:
    rabbet, glazing = sizes.rabbet, context.display.glazing
    sheets = [sheet_weight(context, "glazing", "Glazing", glazing, sizes.sheet, sizes.pack["glazing"])] if sizes.sheet else []
    return (
        rails_weight(context, rabbet.outside, rabbet.face, rabbet.area_mm2, rabbet.wood),
        *sheets,
        *(
            sheet_weight(
                context,
                key,
                sizes.pack[key].label,
                board_of(context, sizes.pack[key], use),
                sizes.lift if key == "lift" else sizes.board,
                sizes.pack[key],
                windows=[(sizes.window["width"], sizes.window["height"])] if key == "mat" else (),
            )
            for key, use in BOARDS.items()
            if key in sizes.pack
        ),
        *([spacer_weight(context, sizes.strips, sizes.spacer)] if sizes.strips and sizes.spacer is not None else []),
        *(
            sheet_weight(context, "fill", "Filler behind", board, sizes.board, exact(board.thickness))
            for board in (sizes.fill.boards if sizes.fill is not None else ())
        ),
        object_weight("work", "Work", sizes.thing.weight_kg, sizes.thing.estimated),
    )


def suits(facts: Facts) -> Suit:
    if facts.type == "stretched_canvas" or not facts.flat or facts.what == "mirror":
        return Suit(0, "only flat work lies on a board with borders round it")
    if facts.what in ("puzzle", "plant", "cloth", "flag", "needlework"):
        return Suit(1, "it can be laid on a board, but nothing holds it there without adhesive")
    return Suit(3, "every border is reckoned, and an untrue sheet is placed as true as it can be")


def begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    """The shallowest profile that takes glass, air, work, board, back and points; the usual border."""
    rules = shop.rules
    need = facts.front + sum(map(exact, (rules.glass, rules.usual_air, rules.mount, rules.backing, rules.tabs)), Fraction(0))
    return {
        "type": "on_board",
        **AS_SUITS,
        "frame": new_rabbet(profile_for(need, shop, max(facts.width, facts.height) + 2 * USUAL_BORDER[facts.units]).key),
        "border": as_decimal(USUAL_BORDER[facts.units]),
    }


def _new(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    return begin(facts_at_first(sizes, unit), shop)


ON_BOARD = Display(
    "on_board",
    "On a board, with borders",
    reckon,
    Way(suits, begin, "air edges_seen"),
    settle,
    starts=(
        Start(
            "flat",
            "Flat work",
            "A poster, print or sheet, with borders in a frame of its own.",
            FLAT_ASKS,
            flat_of,
            _new,
            said="poster print photograph photo drawing watercolour certificate map document etching paper picture mat",
        ),
        Start(
            "flat_and_frame",
            "Flat work and its frame",
            "The frame is there already: where does it lie best?",
            (*FLAT_ASKS, *RABBET_ASKS),
            flat_of,
            lambda sizes, unit, shop: {"type": "on_board", "frame": frame_of(sizes)},
            said="poster print photograph certificate map bought ready made frame fit",
        ),
        Start(
            "flat_label",
            "Flat work and a frame, by its label",
            "Of the frame only the label is known; the rest is read when it is open.",
            (*FLAT_ASKS, *LABEL_ASKS),
            flat_of,
            lambda sizes, unit, shop: {"type": "on_board", "frame": frame_by_label(sizes, shop)},
            said="poster print photograph certificate bought ready made frame label on the frame",
        ),
    ),
    holds=Holds(
        frozenset({"corners", "dry_mount", "edge_strips", "lacing", "magnets", "spray", "t_hinges", "through_hinges"}), asked=True
    ),
)
