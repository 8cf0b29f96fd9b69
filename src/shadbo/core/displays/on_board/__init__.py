"""Flat work on a board with borders, in a frame with a lip: placed as well as a crooked thing can be."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from shadbo.core.contract.checks import Patch, put
from shadbo.core.contract.display import Display, Held, Layer, Proof, Reckoned, Suit, Way, Weight
from shadbo.core.displays.on_board.drawing import draw
from shadbo.core.displays.on_board.making import cut_list, steps, stock_sum
from shadbo.core.displays.on_board.panels import panels
from shadbo.core.displays.on_board.rules import check, eye
from shadbo.core.displays.on_board.sizes import BOARD, CLEARANCE, GLASS, OnBoardContext, Sizes, size_up
from shadbo.core.document.facts import Facts
from shadbo.core.document.schools import USUAL_BORDER
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import profile_for
from shadbo.core.framing.rabbet_choices import new_rabbet
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.weights import object_weight, rails_weight, sheet_weight
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Book, Say
from shadbo.core.quantity.lengths import as_decimal


def reckon(context: OnBoardContext) -> Reckoned:
    """Every sum, check, drawing, cut and step of flat work on its board."""
    sizes = size_up(context)
    check(context, sizes)
    cuts = cut_list(context, sizes)
    weights = _weights(context, sizes)
    return Reckoned(
        verdict=_verdict(context, sizes), outside=(sizes.rabbet.outside["width"], sizes.rabbet.outside["height"]),
        layers=tuple(Layer(key, dim.label, dim) for key, dim in sizes.pack.items()),
        panels=panels(context, sizes), views=draw(context, sizes), cuts=cuts, stock=stock_sum(context, sizes),
        steps=steps(context, sizes), proofs=_proofs(sizes), deep=sizes.rabbet.rail_height, weights=weights, carcass=sizes.rabbet.carcass(weights),
        held=Held("hinges at its top edge only", "paste at the top edge; board behind, air in front", "yes"),
    )  # fmt: skip


def _verdict(context: OnBoardContext, sizes: Sizes) -> Say:
    fine = context.speak.fine
    if sizes.slack.value < 0:
        return context.speak.say("It does not go in: the pack is {} too deep.", -sizes.slack.value)
    return context.speak.say(
        f"Worst border error {{}}: {eye(sizes.error.value)}; at best {{}}.", fine(sizes.error), fine(sizes.best.worst)
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
                Proof(
                    f"face + sight + face = outside, {axis}",
                    (rail, sizes.rabbet.sight[axis], rail),
                    sizes.rabbet.outside[axis],
                )
            )
    return tuple(proofs)


def settle(document: Any, pointer: str, book: Callable[[], Book]) -> Patch:
    """Typing or dragging one of shift and turn takes all three into the hand, from where they stand."""
    placing = document["display"]["placing"]
    if not pointer.startswith("/display/placing/") or placing["how"] == "hand":
        return ()
    stands = book()
    keys = ("dx", "dy", "turn")
    return (
        put("/display/placing/how", "hand"),
        *(put(f"/display/placing/{k}", stands[f"placing.{k}"].value) for k in keys),
    )


def _weights(context: OnBoardContext, sizes: Sizes) -> tuple[Weight, ...]:
    rabbet, glazing = sizes.rabbet, context.display.glazing
    sheets = (
        [sheet_weight(context, "glazing", "Glazing", glazing, sizes.sheet, sizes.pack["glazing"])]
        if sizes.sheet
        else []
    )
    return (
        rails_weight(context, rabbet.outside, rabbet.face, rabbet.area_mm2, rabbet.wood), *sheets,
        sheet_weight(context, "board", "Board", "board", sizes.board, sizes.pack["board"]),
        object_weight("work", "Work", sizes.thing.weight_kg, sizes.thing.estimated),
    )  # fmt: skip


def suits(facts: Facts) -> Suit:
    if facts.type == "stretched_canvas" or not facts.flat:
        return Suit(0, "only flat work lies on a board with borders round it")
    if facts.what in ("puzzle", "plant", "cloth", "flag", "needlework"):
        return Suit(1, "it can be laid on a board, but nothing holds it there without adhesive")
    return Suit(3, "every border is reckoned, and an untrue sheet is placed as true as it can be")


def begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    """The shallowest profile that takes glass, air, work, board and points; the usual border."""
    need = GLASS + CLEARANCE + facts.front + BOARD + Fraction(shop.rules.tabs)
    return {
        "type": "on_board",
        "frame": new_rabbet(profile_for(need, shop).key),
        "border": as_decimal(USUAL_BORDER[facts.units]),
    }


ON_BOARD = Display("on_board", "On a board, with borders", reckon, Way(suits, begin), settle)
