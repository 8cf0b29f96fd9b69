"""A canvas stretched on bars of its own, from the roll: bars, wrap, staples, corners."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.display import (
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
from shadbo.core.displays.stretcher.bodies import lie
from shadbo.core.displays.stretcher.drawing import draw
from shadbo.core.displays.stretcher.making import cut_list, lined, parts, steps, stock_sum
from shadbo.core.displays.stretcher.panels import panels
from shadbo.core.displays.stretcher.rolls import chosen_roll
from shadbo.core.displays.stretcher.rules import check
from shadbo.core.displays.stretcher.sizes import Sizes, StretcherContext, size_up
from shadbo.core.displays.stretcher.starts import STARTS
from shadbo.core.document.facts import Facts
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.shop import Shop
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.weights import strips_weight, wood_weight
from shadbo.core.measuring.thing import GRAMS_PER_M2
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say


def reckon(context: StretcherContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of a canvas on its stretcher."""
    sizes = size_up(context)
    laid = chosen_roll(context, sizes) if sizes.thing is None else None
    check(context, sizes)
    cuts = cut_list(context, sizes)
    return DisplayPlan(
        verdict=_verdict(context, sizes),
        outside=(sizes.finished["width"], sizes.finished["height"]),
        layers=(Layer("bar", "Canvas on its bar", sizes.depth),),
        panels=panels(context, sizes, laid),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=cuts,
        stock=stock_sum(context, sizes),
        steps=lambda: steps(context, sizes),
        parts=lambda: parts(context, sizes),
        proofs=_proofs(sizes),
        deep=sizes.depth,
        weights=_weights(context, sizes),
        frame_section=FrameSection(
            sizes.bar_width, sizes.bar_width, sizes.depth, sizes.bar.wood, None, False, Fraction(0), ("wire", "rings")
        ),
        held=Mounting("staples on the back of its bars", "bars and staples touch the back of the canvas", "mostly"),
    )


def _verdict(context: StretcherContext, sizes: Sizes) -> Say | GoesIn:
    say = context.speak.say
    if "wrap.narrow" in context.checks.checks or "turn.none" in context.checks.checks:
        return ("It does not go round this bar.",)
    if sizes.turn_there:
        return GoesIn(
            say(
                "It goes on: {} × {}, with {} to turn on the back.",
                *sizes.finished.values(),
                min(d.value for d in sizes.turn_there.values()),
            )
        )
    return say("{} × {} finished; cut the canvas {} × {}.", *sizes.finished.values(), *sizes.to_cut.values())


def _proofs(sizes: Sizes) -> tuple[Proof, ...]:
    """turn + depth + finished + depth + turn = canvas to cut; wrap + finished + wrap = printed; free spans fill the side."""
    proofs = []
    for axis in AXES:
        d, t, f, w = sizes.depth, sizes.turn, sizes.finished[axis], sizes.wrap
        proofs.append(Proof(f"turn + bar + finished + bar + turn = canvas to cut, {axis}", (t, d, f, d, t), sizes.to_cut[axis]))
        proofs.append(Proof(f"wrap + finished + wrap = printed, {axis}", (w, f, w), sizes.printed[axis]))
    return tuple(proofs)


def _weights(context: StretcherContext, sizes: Sizes) -> tuple[Weight, ...]:
    w, h = (sizes.finished[a].value for a in AXES)
    crosses = sum((n * sizes.cross_length[a].value for a, n in sizes.cross.items() if a in sizes.cross_length), Fraction(0))
    section = sizes.depth.value * sizes.bar_width.value
    area, grams = sizes.to_cut["width"].value * sizes.to_cut["height"].value, GRAMS_PER_M2["canvas"]
    cloth = area * grams / 1_000_000_000
    strips = [context.book[f"lining.{a}"].value for a in AXES] if lined(context) else []
    lining = 2 * sum(strips, Fraction(0)) * (context.book["lining.strip"].value if strips else 0) * grams / 1_000_000_000
    return (
        *((Weight("lining", "Lining strips", lining, (f"at {grams} g a square metre (house figure)",)),) if strips else ()),
        wood_weight(context, "bar", "Bars", sizes.bar.wood, 2 * (w + h), section),
        *([wood_weight(context, "cross", "Cross-bars", sizes.bar.wood, crosses, section)] if crosses else []),
        *([_braces_weight(context, sizes)] if context.display.braces else []),
        Weight("canvas", "Canvas", cloth, (f"at {grams} g a square metre (house figure)",)),
    )


def _braces_weight(context: StretcherContext, sizes: Sizes) -> Weight:
    """Four of batten, half as wide as the bar and half as deep."""
    pieces = [(4, context.book["brace.length"], sizes.bar_width / 2, sizes.depth / 2)]
    return strips_weight(context, "brace", "Corner braces", "softwood", pieces)


def suits(facts: Facts) -> Suit:
    if facts.what == "rolled" or facts.type == "canvas_to_make":
        return Suit(3, "loose canvas wants bars before anything else")
    return Suit(0, "on its bars already" if facts.type == "stretched_canvas" else "only loose canvas is stretched")


def begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    """On the usual deep bar; loose canvas keeps what picture it has on its face."""
    bars = sorted(shop.bars or HOUSE_SHOP.bars, key=lambda b: b.depth)
    if facts.type == "canvas_to_make":
        return {"type": "stretcher", "bar": bars[len(bars) // 2].key, "wrap": "mirrored"}
    return {"type": "stretcher", "bar": bars[0].key, "wrap": "none"}


STRETCHER = Display(
    "stretcher",
    "On a stretcher",
    reckon,
    Way(suits, begin, "open edges_seen"),
    starts=STARTS,
    holds=Holds(frozenset({"staples"}), figures=("staple.count",)),
)
