"""A canvas stretched on bars of its own, from the roll: bars, wrap, staples, corners."""

from __future__ import annotations

from shadbo.core.display import Display, Layer, Proof, Reckoned
from shadbo.core.displays.stretcher.drawing import draw
from shadbo.core.displays.stretcher.making import cut_list, steps, stock_sum
from shadbo.core.displays.stretcher.panels import panels
from shadbo.core.displays.stretcher.rolls import chosen_roll
from shadbo.core.displays.stretcher.rules import check
from shadbo.core.displays.stretcher.sizes import Sizes, StretcherContext, size_up
from shadbo.core.figures import Say
from shadbo.core.rails import AXES


def reckon(context: StretcherContext) -> Reckoned:
    """Every sum, check, drawing, cut and step of a canvas on its stretcher."""
    sizes = size_up(context)
    laid = chosen_roll(context, sizes) if sizes.thing is None else None
    check(context, sizes)
    views = draw(context, sizes)
    cuts = cut_list(context, sizes)
    return Reckoned(
        verdict=_verdict(context, sizes),
        outside=(sizes.finished["width"], sizes.finished["height"]),
        layers=(Layer("bar", "Canvas on its bar", sizes.depth),),
        panels=panels(context, sizes, laid),
        views=views,
        cuts=cuts,
        stock=stock_sum(context, sizes),
        steps=steps(context, sizes),
        proofs=_proofs(sizes),
    )


def _verdict(context: StretcherContext, sizes: Sizes) -> Say:
    say = context.speak.say
    if "wrap.narrow" in context.checks.checks or "turn.none" in context.checks.checks:
        return ("It does not go round this bar.",)
    if sizes.turn_there:
        return say(
            "It goes on: {} × {}, with {} to turn on the back.",
            *sizes.finished.values(),
            min(d.value for d in sizes.turn_there.values()),
        )
    return say("{} × {} finished; cut the canvas {} × {}.", *sizes.finished.values(), *sizes.to_cut.values())


def _proofs(sizes: Sizes) -> tuple[Proof, ...]:
    """turn + depth + finished + depth + turn = canvas to cut; wrap + finished + wrap = printed; free spans fill the side."""
    proofs = []
    for axis in AXES:
        d, t, f, w = sizes.depth, sizes.turn, sizes.finished[axis], sizes.wrap
        proofs.append(
            Proof(f"turn + bar + finished + bar + turn = canvas to cut, {axis}", (t, d, f, d, t), sizes.to_cut[axis])
        )
        proofs.append(Proof(f"wrap + finished + wrap = printed, {axis}", (w, f, w), sizes.printed[axis]))
    return tuple(proofs)


STRETCHER = Display("stretcher", "On a stretcher", reckon)
