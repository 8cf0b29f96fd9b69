"""What is said about a thing matted box, and how it is mended."""

from __future__ import annotations

from typing import Any

from tests.core.displays.pieces import DEEP, PRINTS, TWO
from tests.core.things import box as shown
from tests.core.things import item, things

# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("mat.stock.top", "stop", things(*PRINTS), shown("matted_box", mats={"top": "sold-out"}, **DEEP)),
    (
        "mat.overlap.a",
        "caution",
        things(item("a", "photograph", 100, 150, window={"how": "overlap", "by": 1})),
        shown("matted_box", **DEEP),
    ),
    (
        "mat.overlap.a",
        "caution",
        things(item("a", "photograph", (100, 103, 100), (150, 150, 150), window={"how": "overlap", "by": 3})),
        shown("matted_box", **DEEP),
    ),
    (
        "mat.window.a",
        "stop",
        things(item("a", "photograph", 100, 150, window={"how": "overlap", "by": 60})),
        shown("matted_box", **DEEP),
    ),
    ("mat.strip", "caution", things(*PRINTS), shown("matted_box", layout={"how": "row", "gap": 12}, **DEEP)),
    (
        "mat.strip",
        "stop",
        things(*(dict(p, window={"how": "float", "by": 10}) for p in PRINTS)),
        shown("matted_box", layout={"how": "row", "gap": 20}, **DEEP),
    ),
    ("mat.strip", "stop", things(*(dict(p, window={"how": "float", "by": 20}) for p in PRINTS)), shown("matted_box", **DEEP)),
    (
        "mat.edge",
        "stop",
        things(*(dict(p, window={"how": "float", "by": 30}) for p in PRINTS)),
        shown("matted_box", layout={"how": "row", "gap": 90}, border=30, **DEEP),
    ),
    ("mat.edge", "caution", things(*PRINTS), shown("matted_box", layout={"how": "row", "gap": 30}, border=10, **DEEP)),
    ("mat.none", "note", things(*TWO), shown("matted_box", **DEEP)),
    ("mat.check.top", "caution", things(*PRINTS), shown("matted_box", **DEEP)),
    ("mat.check.top.across", "stop", things(*PRINTS), shown("matted_box", mats={"check_top": {"across": 100}}, **DEEP)),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = []
