"""Canvas in a floater frame: a rail around, a gap, the canvas standing in it on a seat, screwed from behind."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from shadbo.core.checks import Patch, put
from shadbo.core.display import Display, Layer, Proof, Reckoned
from shadbo.core.displays.floater.drawing import draw
from shadbo.core.displays.floater.making import cut_list, steps, stock_sum
from shadbo.core.displays.floater.panels import panels
from shadbo.core.displays.floater.rules import check
from shadbo.core.displays.floater.sizes import Sizes, size_up
from shadbo.core.displays.floater.terms import AXES, FloaterContext
from shadbo.core.figures import Book, Say


def reckon(context: FloaterContext) -> Reckoned:
    """The floater of a piece: every sum, check, drawing, cut and step."""
    sizes = size_up(context)
    check(context, sizes)
    cuts = cut_list(context, sizes)
    stock = stock_sum(context, sizes)
    layers = (
        Layer("reveal", "Reveal", sizes.reveal),
        Layer("bar", "Canvas on its bar", sizes.depth.mean),
        Layer("lift", "Lift", sizes.lift),
        Layer("seat", "Seat", sizes.seat),
    )
    return Reckoned(
        verdict=_verdict(context, sizes),
        outside=(sizes.outside["width"], sizes.outside["height"]),
        layers=layers,
        panels=panels(context, sizes),
        views=draw(context, sizes),
        cuts=cuts,
        stock=stock,
        steps=steps(context, sizes),
        proofs=_proofs(sizes),
    )


def _verdict(context: FloaterContext, sizes: Sizes) -> Say:
    """Will it go in? Answered with the room, the worst case and the likely spread of the tighter axis."""
    fit = min(sizes.fit.values(), key=lambda d: d.value - d.worst)
    say, fine = context.speak.say, context.speak.fine
    if fit.value < 0:
        return say("It does not go in: {} too large.", -fit.value)
    if fit.value <= fit.worst:
        return say(
            "It may not go in: {} of room, {} of doubt at worst, {} likely.", fit, fine(fit.worst), fine(fit.likely)
        )
    return say(
        "It goes in with {} of room; at worst {}, likely {} either way.",
        fit,
        fine(fit.value - fit.worst),
        fine(fit.likely),
    )


def _proofs(sizes: Sizes) -> tuple[Proof, ...]:
    """gap + canvas + gap = inside at every station; rail + inside + rail = outside; the layers fill the rail."""
    proofs = []
    for axis in AXES:
        for station, read in sizes.canvas[axis].stations.items():
            gap, whole = sizes.gap_at[station], sizes.inside_at[station]
            proofs.append(Proof(f"gap + canvas + gap = inside, {station}", (gap, read, gap), whole))
        proofs.append(Proof(
            f"face + inside + face = outside, {axis}", (sizes.face, sizes.inside[axis], sizes.face), sizes.outside[axis]
        ))  # fmt: skip
    layers = (sizes.reveal, sizes.depth.mean, sizes.lift, sizes.seat)
    proofs.append(Proof("reveal + bar + lift + seat = rail height", layers, sizes.rail_height))
    return tuple(proofs)


def settle(document: Any, pointer: str, book: Callable[[], Book]) -> Patch:
    """Typing the one of reveal and lift that follows makes it the one that is given, and the other follows."""
    solve = document["display"]["solve"]
    if pointer == "/display/reveal" and solve == "reveal":
        return (put("/display/solve", "lift"),)
    if pointer == "/display/lift" and solve == "lift":
        return (put("/display/solve", "reveal"),)
    return ()


FLOATER = Display("floater", "Floater frame", reckon, settle)
