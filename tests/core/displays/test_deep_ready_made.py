"""What is said about a thing deep ready made, and how it is mended."""

from __future__ import annotations

from typing import Any

from tests.conftest import readings
from tests.core.displays.pieces import BOX, SMALL, ready_made
from tests.core.things import canvas

# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("fit.width", "stop", canvas((205, 205, 205), 200), ready_made()),
    ("depth.slack", "stop", canvas(200, 200, 38), ready_made()),
    ("depth.slack", "stop", canvas(200, 200, 37), ready_made()),
    ("depth.fill", "note", SMALL, ready_made()),
    (
        "shows.uneven",
        "note",
        SMALL,
        ready_made(frame=BOX | {"width": {"middle": readings(260)}, "height": {"centre": readings(240)}}),
    ),
    ("fixing.tape", "caution", SMALL, ready_made(fixing="tape_alone")),
    ("screw.long", "stop", SMALL, ready_made(screw=25)),
    ("screw.short", "caution", SMALL, ready_made(screw=10)),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = [(SMALL, ready_made())]
