"""What is said about a thing deep ready made, and how it is mended."""

from __future__ import annotations

from typing import Any

from shadbo.core.quantity.figures import plain
from tests.conftest import readings
from tests.core.displays.pieces import BOX, SMALL, ready_made
from tests.core.things import canvas, worked

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


def test_a_box_without_tabs_is_closed_with_points_as_many_as_are_drawn() -> None:
    """Points no more than 150 mm apart, three a side at the least (the shop’s rule); its sheet is called by what it is."""
    frame = BOX | {"tabs": False, "sheet": "acrylic", "glazing_thickness": 2}
    done = worked(SMALL, ready_made(frame=frame))
    got = {p.key: p for p in done.to_get}
    assert "tabs" not in got and got["points"].count == 12
    back = next(v for v in done.views if v.key == "back")
    assert sum(s.part == "point" for s in back.shapes) == 12
    steps = {s.key: s for s in done.steps}
    assert steps["glass"].title == "Take the acrylic out" and "tabs" not in steps["close"].uses
    assert "Points, 3 along each rail and 3 along each stile" in plain(steps["close"].say, "mm")
    assert done.faults == ()
