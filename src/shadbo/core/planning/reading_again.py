"""An object whose readings contradict one another: one a side is kept until it is read again."""

from __future__ import annotations

from typing import Any, Literal

from shadbo.core.contract.checks import Patch
from shadbo.core.document.piece import Piece, document_of

# Where the one that is kept stands, and what falls away with the others: nothing else that was read agrees with it for sure.
MIDDLE = {"width": "middle", "height": "centre", "depth": "bar"}
GONE = ("edges", "diagonals")


Which = Literal["middle", "smallest"]


def read_again(piece: Piece, keep: Which = "middle") -> Patch:
    """Of every side the middle or the smallest one of its readings by size; no edges, no diagonals. Empty where there is one a side already.

    The smallest, since a decimal point that slipped, or the next hundred on the tape, more often makes a reading too large.
    """
    thing = document_of(piece)["object"]
    new = thing | {"items": [_once(item, keep) for item in thing["items"]]} if "items" in thing else _once(thing, keep)
    return ({"op": "add", "path": "/object", "value": new},) if new != thing else ()


def _once(thing: dict[str, Any], keep: Which) -> dict[str, Any]:
    kept = {key: value for key, value in thing.items() if key not in GONE}
    for side, place in MIDDLE.items():
        read = kept.get(side)
        if not isinstance(read, dict):
            continue
        taken = [r for key, value in read.items() if key != "more" for r in value or ()]
        taken += [r for station in read.get("more") or () for r in station["readings"]]
        if taken:
            taken.sort(key=lambda r: r["mm"])
            kept[side] = {place if place in read else next(iter(read)): [taken[len(taken) // 2 if keep == "middle" else 0]]}
    return kept
