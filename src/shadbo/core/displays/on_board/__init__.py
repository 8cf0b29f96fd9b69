"""Flat work on a board with borders, in a frame with a lip: placed as well as a crooked thing can be."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from shadbo.core.checks import Patch, put
from shadbo.core.display import Display, Layer, Proof, Reckoned
from shadbo.core.displays.on_board.drawing import draw
from shadbo.core.displays.on_board.making import cut_list, steps, stock_sum
from shadbo.core.displays.on_board.panels import panels
from shadbo.core.displays.on_board.rules import check, eye
from shadbo.core.displays.on_board.sizes import OnBoardContext, Sizes, size_up
from shadbo.core.figures import Book, Say
from shadbo.core.rails import AXES


def reckon(context: OnBoardContext) -> Reckoned:
    """Every sum, check, drawing, cut and step of flat work on its board."""
    sizes = size_up(context)
    check(context, sizes)
    cuts = cut_list(context, sizes)
    return Reckoned(
        verdict=_verdict(context, sizes), outside=(sizes.rabbet.outside["width"], sizes.rabbet.outside["height"]),
        layers=tuple(Layer(key, dim.label, dim) for key, dim in sizes.pack.items()),
        panels=panels(context, sizes), views=draw(context, sizes), cuts=cuts, stock=stock_sum(context, sizes),
        steps=steps(context, sizes), proofs=_proofs(sizes),
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


ON_BOARD = Display("on_board", "On a board, with borders", reckon, settle)
