"""The ways a stretched canvas can be shown, offered beside one another in the Display stage."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.checks import Patch, WayOut, put
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ActionInput, ChoiceInput, Input, Option
from shadbo.core.document.facts import Facts
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.objects import StretchedCanvas
from shadbo.core.document.piece import Stretched
from shadbo.core.document.schools import USUAL_REVEAL, new_frame, new_rabbet
from shadbo.core.document.shop import ReadyFrame, Shop
from shadbo.core.framing.rabbet_choices import ready_frame
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.lengths import as_decimal


def begin_floater(facts: Facts, shop: Shop) -> dict[str, Any]:
    """A floater of the shallowest moulding that takes the bar with the usual reveal, else of the deepest there is."""
    mouldings = sorted(shop.mouldings or HOUSE_SHOP.mouldings, key=lambda m: (m.height, m.face))
    reveal = as_decimal(USUAL_REVEAL[facts.units])
    # What is thinner than any bar is a board: strips of this much are glued behind it.
    strips = exact(StretchedCanvas.model_fields["cradle"].default) if facts.front < exact(shop.rules.least_bar) else Fraction(0)
    need = facts.front + strips + Fraction(reveal)
    chosen = next(
        (m for m in mouldings if Fraction(m.height - (m.seat_thickness or shop.rules.seat_strip_thickness)) >= need), mouldings[-1]
    )
    kind = "all_round" if max(facts.width, facts.height) > exact(shop.rules.strips_up_to) else "strips"
    return {"type": "floater", "frame": new_frame(chosen.key, facts.units), "reveal": reveal, "lift_kind": kind}


def begin_lipped(facts: Facts, shop: Shop) -> dict[str, Any]:
    """A frame of the profile whose rabbet comes nearest to the bar’s depth."""
    profiles = shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings
    return {
        "type": "lipped",
        "frame": new_rabbet(min(profiles, key=lambda m: (abs(exact(m.rabbet_depth) - facts.front), m.face)).key),
    }


def canvas_displays(context: Context[object, object]) -> ChoiceInput:
    """Floater, lipped, deep ready-made: each begun as its own display begins it."""
    shop, now = context.shop, context.piece.display.type
    wide, tall = (context.book[f"canvas.{a}.largest"].value for a in ("width", "height"))
    box = nearest_box(wide, tall, shop)
    ways: tuple[tuple[str, str, str, dict[str, Any]], ...] = (
        ("floater", "Floater frame", "a gap all round, the whole face seen", begin_floater(context.facts, shop)),
        ("lipped", "Frame with a lip", "the lip covers its edge, offset clips hold it", begin_lipped(context.facts, shop)),
        (
            "deep_ready_made",
            "Deep ready-made",
            "a bought box frame, its glass taken out",
            {"type": "deep_ready_made", "frame": ready_frame(box, False)},
        ),
    )
    options = tuple(
        Option(key, (label,), (detail,), key == now, (put("/display", document),)) for key, label, detail, document in ways
    )
    return ChoiceInput("display", "How it is shown", "Way of showing", options, ("canvas",), "list")


def stretched_before(context: Context[object, object]) -> list[Input]:
    """Back to how the canvas is stretched, where it came off a roll."""
    before = context.piece.stretched
    if before is None:
        return []
    return [ActionInput("stretched", "Change how it is stretched…", "Way of showing", ("canvas",), "add", back_to_the_bars(before))]


def back_to_the_bars(before: Stretched) -> Patch:
    """The piece as it was before it went into a frame."""
    return (put("/object", before.object.model_dump()), put("/display", before.display.model_dump()), put("/stretched", None))


def into_a_floater(context: Context[object, object]) -> WayOut:
    """Showing a canvas in a floater instead: nothing has to go over its edge."""
    options = canvas_displays(context).options
    return WayOut(("Show it in a floater frame, its whole face seen",), next(o.patch for o in options if o.key == "floater"))


def nearest_box(wide: Fraction, tall: Fraction, shop: Shop) -> ReadyFrame:
    """The ready-made frame nearest in size to a canvas (mm), deep ones first."""
    frames = shop.frames or HOUSE_SHOP.frames

    def far(frame: ReadyFrame) -> tuple[bool, bool, Fraction]:
        over = (exact(frame.width) - wide, exact(frame.height) - tall)
        return (min(over) < 0, frame.rabbet_depth < 25, abs(over[0]) + abs(over[1]))

    return min(frames, key=far)
