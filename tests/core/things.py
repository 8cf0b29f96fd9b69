"""Pieces for tests of the measuring desk, of frames with a lip and of stretchers: by their readings."""

from __future__ import annotations

from typing import Any

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import FORMAT, Piece, load_piece
from shadbo.core.planning.plan import Plan, plan
from shadbo.core.quantity.figures import plain
from tests.conftest import readings

NAMES = {"width": ("top", "middle", "bottom"), "height": ("left", "centre", "right")}


def stations(axis: str, *values: Any) -> dict[str, Any]:
    """Readings at the three named stations; one value is read in the middle alone, None is left out."""
    names = NAMES[axis] if len(values) == 3 else (NAMES[axis][1],)
    return {name: readings(*(v if isinstance(v, tuple) else (v,))) for name, v in zip(names, values, strict=True) if v is not None}


def flat(width: tuple[Any, ...], height: tuple[Any, ...], **more: Any) -> dict[str, Any]:
    return {"type": "flat_work", "width": stations("width", *width), "height": stations("height", *height), **more}


def canvas(width: Any, height: Any, depth: Any = 18, **more: Any) -> dict[str, Any]:
    w, h = (v if isinstance(v, tuple) else (v, v, v) for v in (width, height))
    return {
        "type": "stretched_canvas",
        "width": stations("width", *w),
        "height": stations("height", *h),
        "depth": {"bar": readings(depth)},
        **more,
    }


def rolled(width: Any, height: Any, **more: Any) -> dict[str, Any]:
    return {"type": "rolled_canvas", "width": stations("width", width), "height": stations("height", height), **more}


def frame(width: tuple[Any, ...], height: tuple[Any, ...], **more: Any) -> dict[str, Any]:
    """A frame with a lip that is there already, by its rabbet."""
    return {
        "make": "bought",
        "width": stations("width", *width),
        "height": stations("height", *height),
        "lip": 6,
        "rabbet_depth": 20,
        "face": 25,
        "moulding_depth": 28,
        **more,
    }


def made(moulding: str = "oak-lip-25x30") -> dict[str, Any]:
    return {"make": "new", "moulding": moulding}


def item(key: str, kind: str, width: Any, height: Any, **more: Any) -> dict[str, Any]:
    """One thing for a box: its sizes read once in the middle, or at three stations."""
    w, h = (v if isinstance(v, tuple) else (v,) for v in (width, height))
    return {"key": key, "name": key, "kind": kind, "width": stations("width", *w), "height": stations("height", *h), **more}


def badge(key: str, **more: Any) -> dict[str, Any]:
    return item(key, "badge", 32, 32, **{"shape": "circle", "front": 3, "behind": 7, **more})


def things(*items: dict[str, Any]) -> dict[str, Any]:
    return {"type": "things", "items": list(items)}


def box(display: str = "shadow_box", moulding: str = "ash-box-22x45", **more: Any) -> dict[str, Any]:
    return {"type": display, "frame": made(moulding), **more}


def piece(thing: dict[str, Any], display: dict[str, Any], **more: Any) -> Piece:
    return load_piece({"format": FORMAT, "name": "Test piece", "object": thing, "display": display, **more})


def worked(thing: dict[str, Any], display: dict[str, Any], **more: Any) -> Plan:
    return plan(piece(thing, display, **more), HOUSE_SHOP)


def mm(done: Plan, name: str) -> float:
    return float(done.figures[name].mm or 0)


def said(done: Plan) -> str:
    """What is wrong with the object, in one sentence."""
    return plain(done.stages[0].asks, "mm")


def keys(done: Plan, severity: str = "") -> set[str]:
    return {c.key for c in done.checks if not severity or c.severity == severity}
