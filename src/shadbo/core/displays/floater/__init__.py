"""Canvas in a floater frame: a rail around, a gap, the canvas standing in it on a seat, screwed from behind."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from shadbo.core.contract.checks import Patch, put
from shadbo.core.contract.display import (
    ANY_HANGER,
    Display,
    DisplayPlan,
    FrameSection,
    GoesIn,
    Holds,
    Layer,
    Mounting,
    Proof,
    Suit,
    Way,
    Weight,
)
from shadbo.core.displays.floater.bodies import lie
from shadbo.core.displays.floater.drawing import draw
from shadbo.core.displays.floater.making import cut_list, parts, seat_strips, steps, stock_sum
from shadbo.core.displays.floater.panels import panels
from shadbo.core.displays.floater.rules import check
from shadbo.core.displays.floater.sizes import Sizes, size_up
from shadbo.core.displays.floater.starts import starts
from shadbo.core.displays.floater.terms import AXES, FloaterContext
from shadbo.core.document.facts import Facts
from shadbo.core.framing.canvas_choices import begin_floater
from shadbo.core.framing.weights import object_weight, rails_weight, strips_weight, wood_weight
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Book, Say


def reckon(context: FloaterContext) -> DisplayPlan:
    """The floater of a piece: every sum, check, drawing, cut and step."""
    sizes = size_up(context)
    check(context, sizes)
    cuts = cut_list(context, sizes)
    strips = seat_strips(context, sizes)
    layers = (
        Layer("reveal", "Reveal", sizes.reveal),
        Layer("bar", "Canvas on its bar", sizes.depth.mean),
        Layer("lift", "Lift", sizes.lift),
        Layer("seat", "Seat", sizes.seat),
    )
    weights = (
        rails_weight(
            context,
            sizes.outside,
            sizes.face,
            sizes.face.value * sizes.moulding_depth.value,
            sizes.moulding.wood if sizes.moulding else "",
        ),
        wood_weight(
            context,
            "seat",
            "Seat",
            sizes.moulding.wood if sizes.moulding else "",
            2 * (sizes.inside["width"].value + sizes.inside["height"].value),
            sizes.seat.value * sizes.seat_width.value,
        ),
        *([_lift_weight(context, sizes)] if sizes.lift.value > 0 else []),
        object_weight("canvas", "Canvas", sizes.thing.weight_kg, sizes.thing.estimated),
    )
    return DisplayPlan(
        verdict=_verdict(context, sizes),
        outside=(sizes.outside["width"], sizes.outside["height"]),
        layers=layers,
        panels=panels(context, sizes),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=cuts,
        stock=stock_sum(context, sizes),
        steps=lambda: steps(context, sizes),
        parts=lambda: parts(context, sizes),
        proofs=_proofs(sizes),
        deep=sizes.moulding_depth,
        weights=weights,
        frame_section=FrameSection(
            sizes.face,
            sizes.face,
            sizes.moulding_depth,
            sizes.moulding.wood if sizes.moulding else "",
            None,
            sizes.inner is None,
            Fraction(0),
            (*ANY_HANGER[:-1], "seat_cleat", "cleat") if strips is not None else ANY_HANGER,
            seat=strips,
        ),
        held=Mounting("screws from behind through the seat into the bars", "the bars only; nothing touches the paint", "yes"),
    )


def _verdict(context: FloaterContext, sizes: Sizes) -> Say | GoesIn:
    """Will it go in? Answered with the room, the worst case and the likely spread of the tighter axis."""
    fit = min(sizes.fit.values(), key=lambda d: d.value - d.worst)
    say, fine = context.speak.say, context.speak.fine
    if fit.value < 0:
        return say("It does not go in: {} too large.", -fit.value)
    if fit.value <= fit.worst:
        return say("It may not go in: {} of room, {} of doubt at worst, {} likely.", fit, fine(fit.worst), fine(fit.likely))
    return GoesIn(
        say("It goes in with {} of room; at worst {}, likely {} either way.", fit, fine(fit.value - fit.worst), fine(fit.likely))
    )


def _proofs(sizes: Sizes) -> tuple[Proof, ...]:
    """gap + canvas + gap = inside at every station; rail + inside + rail = outside; the layers fill the rail."""
    proofs = []
    for axis in AXES:
        for station, read in sizes.canvas[axis].stations.items():
            gap, whole = sizes.gap_at[station], sizes.inside_at[station]
            proofs.append(Proof(f"gap + canvas + gap = inside, {station}", (gap, read, gap), whole))
        proofs.append(
            Proof(f"face + inside + face = outside, {axis}", (sizes.face, sizes.inside[axis], sizes.face), sizes.outside[axis])
        )
    layers = (sizes.reveal, sizes.depth.mean, sizes.lift, sizes.seat)
    proofs.append(Proof("reveal + bar + lift + seat = rail height", layers, sizes.moulding_depth))
    return tuple(proofs)


def settle(document: Any, pointer: str, book: Callable[[], Book]) -> Patch:
    """Typing the one of reveal and lift that follows makes it the one that is given, and the other follows."""
    solve = document["display"]["solve"]
    if pointer == "/display/reveal" and solve == "reveal":
        return (put("/display/solve", "lift"),)
    if pointer == "/display/lift" and solve == "lift":
        return (put("/display/solve", "reveal"),)
    return ()


def suits(facts: Facts) -> Suit:
    if facts.type != "stretched_canvas":
        return Suit(0, "only what is stretched on bars, or as stiff, has something to screw into")
    return Suit(3, "the whole face and its edges are seen, nothing covers the paint")


WAY = Way(suits, begin_floater, "open edges_seen glued_behind")
FLOATER = Display(
    "floater",
    "Floater frame",
    reckon,
    WAY,
    settle,
    starts(WAY),
    Holds(frozenset({"screws"}), figures=("screw.count", "screw.bears")),
)


def _lift_weight(context: FloaterContext, sizes: Sizes) -> Weight:
    book = context.book
    runs = (("across", ""), ("down", ".down"))
    pieces = [(2, book[f"lift.strip.{run}"], book[f"lift.strip.width{name}"], sizes.lift) for run, name in runs]
    return strips_weight(context, "lift", "Lift strips", "softwood", pieces)
