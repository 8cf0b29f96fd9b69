"""What is said about a thing spaced, and how it is mended."""

from __future__ import annotations

from typing import Any

from tests.core.things import badge, item, things
from tests.core.things import box as shown

# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("glazing.loose", "stop", things(item("a", "pastel", 300, 200, traits=["loose_pigment"])), shown("spaced", glazing="acrylic")),
    ("glazing.area", "caution", things(item("a", "poster", 900, 800)), shown("spaced")),
    ("depth.behind.none", "stop", things(badge("a", behind=9)), shown("spaced")),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = []
