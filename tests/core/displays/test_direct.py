"""What is said about a thing direct, and how it is mended."""

from __future__ import annotations

from typing import Any

from tests.core.displays.pieces import TWO
from tests.core.things import box as shown
from tests.core.things import frame, item, things

# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("lap.several", "stop", things(*TWO), shown("direct", spacer=5)),
    ("fit.width", "stop", things(item("a", "puzzle", 250, 200)), {"type": "direct", "frame": frame((240,), (240,)), "spacer": 5}),
    ("lap.height", "stop", things(item("a", "puzzle", 238, 220)), {"type": "direct", "frame": frame((240,), (240,)), "spacer": 5}),
    (
        "lap.height",
        "caution",
        things(item("a", "puzzle", 238, 232)),
        {"type": "direct", "frame": frame((240,), (240,)), "spacer": 5},
    ),
    ("glazing.touch.a", "stop", things(item("a", "photograph", 300, 200)), shown("direct")),
    ("glazing.touch.a", "stop", things(item("a", "puzzle", 300, 200)), shown("direct")),
    ("depth.slack", "stop", things(item("a", "puzzle", 300, 200)), shown("direct", moulding="ash-lip-20x20", mount=10)),
    (
        "cloth.n",
        "caution",
        things(item("n", "needlework", 200, 260, stitching={"border": 25, "cloth": 40})),
        shown("direct", glazing="none"),
    ),
    (
        "stitch.covered.n",
        "stop",
        things(item("n", "needlework", 200, 260, stitching={"border": 4, "cloth": 60})),
        shown("direct", glazing="none"),
    ),
    (
        "tack.n",
        "note",
        things(item("n", "needlework", 200, 260, stitching={})),
        {"type": "direct", "glazing": "none", "frame": frame((252,), (312,), lip=16)},
    ),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = []
