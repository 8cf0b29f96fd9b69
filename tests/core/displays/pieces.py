"""Pieces that the checks of each display are tried on."""

from __future__ import annotations

from typing import Any

from tests.conftest import document
from tests.core.things import badge, canvas, flat, frame, item, made, things
from tests.core.things import box as shown

NEW = {"make": "new", "moulding": "oak-20x50"}
TRUE = flat((500, 500, 500), (700, 700, 700))
SHEET = TRUE
WIDE = flat((900, 900, 900), (700, 700, 700))
SMALL = canvas(200, 200, 18)
BOX = frame((202, 202, 202), (202, 202, 202), lip=5, rabbet_depth=44, face=29, moulding_depth=50, glazing_thickness=2, board=3)
MAKE = {"type": "canvas_to_make", "width": 600, "height": 900}
GLASS, BOARD, BACK = ({"kind": "glass", "thickness": 2}, {"kind": "board", "thickness": 4}, {"kind": "back", "thickness": 4})
MODEL = things(item("m", "figure", 160, 220, front=60))
PENNANT = things(item("p", "flag", 300, 200, front=1))
ARCH = [[-100, -100], [100, -100], [100, 100], [80, 100], [80, -80], [-80, -80], [-80, 100], [-100, 100]]
AGREED = {"who": "the owner", "on": "2026-11-02"}
PRECIOUS = {"traits": ["irreplaceable"]}


def put(x: Any, y: Any = 0, turn: int = 0) -> dict[str, Any]:
    return {"x": x, "y": y, "turn": turn}


TWO = (badge("a", place=put(-30)), badge("b", place=put(30)))
JERSEY = {"opening_width": 300, "opening_height": 400, "crest_down": 300, "crest_width": 150, "crest_height": 200}
PRINTS = tuple(
    item(k, "photograph", 100, 150, front="0.3", place=put(x), window={"how": "overlap", "by": 3})
    for k, x in (("a", -70), ("b", 70))
)
DEEP = {"moulding": "oak-box-25x65"}


def floated(**more: Any) -> tuple[dict[str, Any], dict[str, Any]]:
    """A canvas and its floater, as they usually are but for what is told."""
    begun = document(**more)
    return begun["object"], begun["display"]


def lipped(**more: Any) -> dict[str, Any]:
    return {"type": "lipped", "frame": made(), **more}


def ready_made(**more: Any) -> dict[str, Any]:
    return {"type": "deep_ready_made", "frame": BOX, **more}


def bordered(**more: Any) -> dict[str, Any]:
    return {"type": "on_board", "frame": made(), "border": 40, **more}


def stretched(**more: Any) -> dict[str, Any]:
    return {"type": "stretcher", "bar": "pine-38x45", "braces": True, **more}


def crate(*items: dict[str, Any], size: Any = 240, **more: Any) -> tuple[dict[str, Any], dict[str, Any]]:
    """Things in a bought box that is there already."""
    bought = frame((size,), (size,), rabbet_depth=44, moulding_depth=50, glazing_thickness=2, board=3)
    return things(*items), shown("shadow_box", **{"frame": bought, **more})


def sheets(**more: Any) -> dict[str, Any]:
    return {"type": "see_through", "frame": made("ash-lip-20x20"), **more}


def on_bars(**more: Any) -> dict[str, Any]:
    return {"type": "hanger_bars", **more}


def on_panel(**more: Any) -> dict[str, Any]:
    return {"type": "panel", **more}


def in_sash(**more: Any) -> dict[str, Any]:
    return {"type": "sash", "pane_width": 340, "pane_height": 250, **more}


def hung(**more: Any) -> dict[str, Any]:
    return {"type": "suspended", "moulding": "maple-30x70", "diameter": 6, **more}


def layered(*floors: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"type": "layered_box", "floors": list(floors) or [GLASS, BOARD, BACK], **more}


def ring(**more: Any) -> dict[str, Any]:
    return things(item("r", "tool", 200, 200, **{"shape": "circle", "front": 20, "weight": "0.5", **more}))


RING = ring()
