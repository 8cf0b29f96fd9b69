"""Work on files somebody hands in, in a process of its own (``python -m shadbo.exports.picture_process``).

So a picture of 60 million pixels costs the server nothing and a broken one can't take it down: each order has a bound in time and
memory, and stands back behind whoever waits for an answer. One order comes as JSON on
standard input; JSON lines go to standard output: ``{"done": 40}`` while it works, then ``{"result": …}`` or ``{"refused": "…"}``.
"""

from __future__ import annotations

import json
import os
import resource
import sys
from collections.abc import Callable
from dataclasses import asdict
from pathlib import Path
from typing import Any

from shadbo.exports.wrapping import PictureRefused, PrintAsked, check, make_print

Told = Callable[[int], None]


def _check(order: dict[str, Any], told: Told) -> dict[str, Any]:
    return asdict(check(Path(order["path"]), order["name"], Path(order["small"]), told))


def _print(order: dict[str, Any], told: Told) -> dict[str, Any]:
    return make_print(Path(order["path"]), order["name"], PrintAsked(**order["asked"]), Path(order["target"]), told)


def _outline(order: dict[str, Any], told: Told) -> dict[str, Any]:
    # OpenCV is loaded only when it is asked for.
    from shadbo.exports.outlining import OutlineRefused, Scale, outline

    try:
        return outline(Path(order["path"]), Scale(**order["scale"]), order["near"], order["by_hand"])
    except OutlineRefused as refused:
        raise PictureRefused(str(refused)) from None


def _colour(order: dict[str, Any], told: Told) -> dict[str, Any]:
    from shadbo.exports.outlining import colour_at

    return {"colour": colour_at(Path(order["path"]), order["x"], order["y"])}


def _outline_file(order: dict[str, Any], told: Told) -> dict[str, Any]:
    from shadbo.core import Refused
    from shadbo.exports.outlines import outline_from_file

    try:
        return {"points": outline_from_file(Path(order["path"]).read_bytes(), order["name"])}
    except Refused as refused:
        raise PictureRefused(refused.faults[0].message) from None


ORDERS: dict[str, Callable[[dict[str, Any], Told], dict[str, Any]]] = {
    "check": _check,
    "print": _print,
    "outline": _outline,
    "colour": _colour,
    "outline_file": _outline_file,
}
# Seconds of reckoning and bytes of memory an order may take; in a print every pixel is made anew.
SECONDS = {"check": 60, "print": 900, "outline": 30, "colour": 20, "outline_file": 10}
MOST_MEMORY = 6 * 1024**3


def bound(order: str) -> None:
    """Hold this process to what its order may take, behind everything else that runs."""
    os.nice(10)
    resource.setrlimit(resource.RLIMIT_CPU, (SECONDS[order], SECONDS[order] + 1))
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))


def main() -> int:
    """One order as JSON on standard input."""

    def tell(message: dict[str, Any]) -> None:
        print(json.dumps(message), flush=True)

    order = json.load(sys.stdin)
    bound(order["do"])
    try:
        tell({"result": ORDERS[order["do"]](order, lambda done: tell({"done": done}))})
    except PictureRefused as refused:
        tell({"refused": str(refused)})
    except MemoryError:
        tell({"refused": "is too large for this machine’s memory"})
    return 0


if __name__ == "__main__":
    sys.exit(main())
