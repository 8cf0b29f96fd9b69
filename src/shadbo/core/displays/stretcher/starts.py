"""How a piece begins that is still to be stretched."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import FLAT_ASKS, SizeAsked, Start
from shadbo.core.quantity.lengths import Unit


def _rolled(sizes: Mapping[str, Any]) -> dict[str, Any]:
    return {
        "type": "rolled_canvas",
        "width": {"top": [sizes["width"]]},
        "height": {"left": [sizes["height"]]},
        "measured": "picture",
        "wrap_printed": sizes["wrap_printed"]["mm"],
        "spare": sizes["spare"]["mm"],
    }


def _to_make(sizes: Mapping[str, Any]) -> dict[str, Any]:
    return {"type": "canvas_to_make", "width": sizes["width"]["mm"], "height": sizes["height"]["mm"]}


def _stretcher(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    """The deepest bar the printed wrap goes round; for a canvas to be made, the usual deep one."""
    bars = sorted(shop.bars or HOUSE_SHOP.bars, key=lambda b: b.depth)
    printed = sizes["wrap_printed"]["mm"] if "wrap_printed" in sizes else None
    least = shop.rules.least_wrap
    fitting = [b for b in bars if printed is not None and b.depth + least <= printed]
    if printed is None:
        return {"type": "stretcher", "bar": bars[len(bars) // 2].key, "wrap": "mirrored"}
    return {"type": "stretcher", "bar": (fitting or bars)[-1 if fitting else 0].key, "wrap": "mirrored" if fitting else "none"}


def _bare(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    return _stretcher(sizes, unit, shop) | {"wrap": "none"}


STARTS = (
    Start(
        "rolled",
        "A canvas off the roll",
        "Painted or printed, it is to be stretched.",
        (
            *FLAT_ASKS,
            SizeAsked("wrap_printed", "Wrap printed round it", "/object/wrap_printed"),
            SizeAsked("spare", "Bare canvas beyond", "/object/spare"),
        ),
        _rolled,
        _stretcher,
        said="painting print giclee gallery wrap stretch bars unstretched",
        where=("where_roll",),
    ),
    Start(
        "to_make",
        "A canvas still to be made",
        "Bars, canvas to cut, and the print from a picture file.",
        FLAT_ASKS,
        _to_make,
        _stretcher,
        said="photo print gallery wrap picture file stretch bars canvas print",
    ),
    Start(
        "to_paint",
        "A canvas to paint on",
        "Bars and bare canvas, stretched before it is painted.",
        FLAT_ASKS,
        _to_make,
        _bare,
        said="blank primed canvas linen stretcher bars artist",
    ),
)
