"""What is said about a thing on board, and how it is mended."""

from __future__ import annotations

from typing import Any

from tests.conftest import readings
from tests.core.displays.pieces import TRUE, bordered
from tests.core.things import flat, frame, made

# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("measure.use.into", "caution", TRUE | {"use": {"into": "smallest"}}, bordered()),
    ("measure.use.cover", "caution", TRUE | {"use": {"cover": "mean"}}, bordered()),
    ("measure.use.look", "caution", TRUE | {"use": {"look": "largest"}}, bordered()),
    ("measure.diagonals", "stop", TRUE | {"diagonals": {"rising": readings(900), "falling": readings(860)}}, bordered()),
    ("measure.third.work.width.top", "caution", flat(((500, 503), 500, 500), (700, 700, 700)), bordered()),
    ("measure.unit.work.width.middle", "stop", flat((610, 24, 610), (700, 700, 700)), bordered()),
    ("measure.again.height", "stop", flat((500, 500, 500), (700, 770, 700)), bordered()),
    ("frame.bow.width", "caution", TRUE, {"type": "on_board", "frame": frame((602, 608, 602), (802, 802, 802))}),
    ("frame.reread.width", "stop", TRUE, {"type": "on_board", "frame": frame((602, None, 602), (802, 802, 802), blocked=True)}),
    ("glazing.lap.width", "stop", TRUE, {"type": "on_board", "frame": frame((602, 608, 602), (802, 802, 802), blocked=True)}),
    ("moulding.missing", "stop", TRUE, bordered(frame=made("sold-out"))),
    ("rail.stock", "stop", flat((2650, 2650, 2650), (700, 700, 700)), bordered(frame=made("ash-lip-20x20"), glazing="none")),
    (
        "border.covered",
        "stop",
        flat((600, 600, 600), (800, 800, 800)),
        {"type": "on_board", "frame": frame((602, 602, 602), (802, 802, 802))},
    ),
    ("border.uneven", "note", TRUE, {"type": "on_board", "frame": frame((642, 642, 642), (812, 812, 812))}),
    ("trim.consent", "stop", TRUE, bordered(edge="trimmed")),
    ("depth.slack", "stop", TRUE, bordered(frame=made("ash-lip-20x20"))),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = [(TRUE, bordered())]
