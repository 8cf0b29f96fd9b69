"""The ways a stretched canvas can be shown, offered beside one another in the Display stage."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ChoiceInput, Option
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.schools import USUAL_REVEAL, new_frame, new_rabbet
from shadbo.core.document.shop import ReadyFrame, Shop
from shadbo.core.framing.rabbet_choices import ready_frame
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.lengths import as_decimal


def canvas_displays(context: Context[Any, Any]) -> ChoiceInput:
    """Floater, lipped, deep ready-made: each with what it takes, starting from the first of its stock."""
    shop, now = context.shop, context.display.type
    floater = (shop.mouldings or HOUSE_SHOP.mouldings)[-1]
    lipped = (shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings)[1]
    wide, tall = (context.book[f"canvas.{a}.largest"].value for a in ("width", "height"))
    box = nearest_box(wide, tall, shop)
    ways: tuple[tuple[str, str, str, dict[str, Any]], ...] = (
        (
            "floater",
            "Floater frame",
            "a gap all round, the whole face seen",
            {
                "type": "floater",
                "frame": new_frame(floater.key, context.piece.units),
                "reveal": as_decimal(USUAL_REVEAL[context.piece.units]),
                "lift_kind": "all_round",
            },
        ),
        (
            "lipped",
            "Frame with a lip",
            "the lip covers its edge, offset clips hold it",
            {"type": "lipped", "frame": new_rabbet(lipped.key)},
        ),
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


def into_a_floater(context: Context[Any, Any]) -> WayOut:
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
