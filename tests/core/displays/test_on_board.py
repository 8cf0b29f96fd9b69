"""What is said about a thing on board, and how it is mended."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core.quantity.figures import plain
from tests.conftest import readings
from tests.core.displays.pieces import TRUE, bordered
from tests.core.mending import fires_and_is_mended
from tests.core.things import flat, frame, keys, made, mm, piece, worked

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


def test_borders_no_eye_accepts_are_a_caution_with_other_frames() -> None:
    """5 at the sides and 95 above: another frame of the stock, or one made for it (common practice: three times is too much)."""
    odd = piece(flat((200,), (250,)), {"type": "on_board", "frame": frame((222,), (452,))})
    fires_and_is_mended(odd, "border.uneven", "caution")
    mild = worked(flat((200,), (250,)), {"type": "on_board", "frame": frame((312,), (402,))})
    assert "border.uneven" not in keys(mild, "caution")


def test_newsprint_has_a_barrier_behind_it() -> None:
    done = worked(flat((300,), (400,), traits=["newsprint"]), {"type": "on_board", "frame": made()})
    order = [s.key for s in done.steps]
    assert order.index("board") < order.index("barrier") < order.index("close") and done.faults == ()
    assert "barrier" not in {p.key for p in worked(flat((300,), (400,)), {"type": "on_board", "frame": made()}).to_get}


def test_laminated_glass_is_thicker_and_heavier() -> None:
    """Two sheets of 2 mm and the film between: 4.4 mm (from memory)."""
    plain_, laminated = (
        worked(flat((300,), (400,)), {"type": "on_board", "frame": made("pine-lip-40x36"), "glazing": "glass", "grade": grade})
        for grade in ("plain", "laminated")
    )
    assert mm(laminated, "pack.glazing") == 4.4 and mm(plain_, "pack.glazing") == 2


@pytest.mark.parametrize(("thick", "edge", "high"), [("0.3", "shown", 3), ("4", "shown", 7), ("4", "raised", 12)])
def test_a_spacer_stands_beside_the_work_as_high_as_that_and_its_air(thick: str, edge: str, high: int) -> None:
    """3 mm of air before flat work (common practice), the thickness of the work, and the 5 mm it floats on: what stands on the mount board
    never comes nearer to the glass than its air, since the strip stands on the same board."""
    done = worked(
        flat((400,), (300,), depth={"top_left": readings(thick)}), {"type": "on_board", "frame": made(), "border": 50, "edge": edge}
    )
    strip = next(line for line in done.cuts if line.key == "spacer.horizontal")
    tall = float(plain(strip.section, "mm").split()[0])
    assert high <= tall < high + 3 and not done.faults
    if thick == "4":
        assert mm(done, "spacer.high") - mm(done, "pack.air") == pytest.approx(4 + (5 if edge == "raised" else 0))
        assert mm(done, "pack.air") >= 3
