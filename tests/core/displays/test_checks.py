"""Every check of the floater: it fires where it should, its ways out mend it, and it keeps quiet otherwise."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece, load_piece
from shadbo.core.planning.edits import TakeWayOut, apply_edits
from shadbo.core.planning.plan import plan
from shadbo.core.quantity.figures import plain
from tests.conftest import bought, document, readings

MakePiece = Callable[..., Piece]
NEW = {"make": "new", "moulding": "oak-20x50"}

# key, severity, the piece that has it
CASES: list[tuple[str, str, dict[str, Any]]] = [
    ("fit.width", "stop", {"frame": bought(597.5, 470)}),
    ("fit.height", "caution", {"frame": bought(620, 450.5)}),
    ("fit.width", "caution", {"frame": NEW | {"gap": "0.5"}, "width": (600, 600, 600)}),
    ("gap.uneven", "caution", {"frame": bought(624, 460)}),
    ("gap.untrue", "caution", {"width": (600, 596, 602)}),
    ("moulding.missing", "stop", {"frame": NEW | {"moulding": "sold-out"}}),
    ("reveal.impossible", "stop", {"frame": {"make": "new", "moulding": "ash-18x45"}}),
    ("reveal.proud", "note", {"solve": "reveal", "lift": 9}),
    ("rail.low", "stop", {"solve": "rail_height", "lift": 6, "reveal": 3}),
    ("rail.rip", "note", {"solve": "rail_height", "lift": 0, "reveal": 3}),
    ("lift.stock", "note", {"solve": "lift", "reveal": "5.2", "frame": {"make": "new", "moulding": "oak-20x50"}}),
    ("lift.all_round", "caution", {"width": (900, 900, 900), "lift_kind": "strips"}),
    ("seat.reach", "stop", {"frame": NEW | {"gap": 25}}),
    ("screw.bite", "stop", {"screw": 16}),
    ("screw.canvas", "stop", {"screw": 45}),
    (
        "rail.stock",
        "stop",
        {"width": (2700, 2700, 2700), "frame": {"make": "new", "moulding": "ash-10x32"}, "depth": 18},
    ),
    ("measure.again.width", "stop", {"width": (600, 660, 601)}),
    ("measure.swapped.width", "caution", {"width": (600, 450, 600), "height": (450, 451, 450)}),
    ("measure.crossed", "stop", {"width": (600, 450, 600), "height": (450, 600, 450)}),
    ("measure.unit.canvas.width.middle", "stop", {"width": (600, "23.6", 601)}),
    ("measure.unit.canvas.height.left", "stop", {"width": (600,), "height": (24,)}),
    ("measure.one.width", "note", {"width": (600,)}),
]


def build(case: dict[str, Any]) -> Piece:
    return load_piece(document(**case))


@pytest.mark.parametrize(("key", "severity", "case"), CASES, ids=[f"{k}-{s}" for k, s, _ in CASES])
def test_it_fires_says_why_and_is_mended_by_its_ways_out(key: str, severity: str, case: dict[str, Any]) -> None:
    piece = build(case)
    checks = {c.key: c for c in plan(piece, HOUSE_SHOP).checks}
    assert key in checks, list(checks)
    check = checks[key]
    assert check.severity == severity
    assert plain(check.why, "mm") and check.source.text and plain(check.say, "mm").endswith((".", "?"))
    if severity == "stop":
        assert check.ways, "a stop has a way out"
    for i, way in enumerate(check.ways):
        assert plain(way.say, "in")
        after = apply_edits(piece, [TakeWayOut(check=key, index=i)], HOUSE_SHOP)
        assert key not in {c.key for c in plan(after, HOUSE_SHOP).checks}, f"{plain(way.say, 'mm')} does not mend it"


def test_a_true_canvas_in_a_rail_that_suits_has_nothing_in_the_way(make_piece: MakePiece) -> None:
    assert plan(make_piece(), HOUSE_SHOP).checks == ()


def test_no_check_says_what_another_says() -> None:
    for _, _, case in CASES:
        checks = plan(build(case), HOUSE_SHOP).checks
        said = [plain(c.say, "mm") for c in checks]
        assert len(said) == len(set(said))


def test_worst_first() -> None:
    severities = [c.severity for c in plan(build({"width": (600, 595, 602), "screw": 45}), HOUSE_SHOP).checks]
    assert severities == sorted(severities, key=["stop", "caution", "note"].index)


def test_it_won_t_go_in_by_how_much(make_piece: MakePiece) -> None:
    worked = plan(make_piece(frame=bought(597.5, 470)), HOUSE_SHOP)
    assert plain(worked.verdict, "mm") == "It does not go in: 2.5 mm too large."
    assert not worked.settled
    assert worked.views, "a piece that can't be built is still drawn"


def test_turning_the_frame_is_offered_only_where_it_helps(make_piece: MakePiece) -> None:
    fits_turned = plan(make_piece(frame=bought(462, 612)), HOUSE_SHOP)
    ways = [plain(w.say, "mm") for c in fits_turned.checks if c.key == "fit.width" for w in c.ways]
    assert ways[0] == "Turn the frame a quarter turn: gaps 6 mm left and right, 6 mm top and bottom"
    never = plan(make_piece(frame=bought(590, 440)), HOUSE_SHOP)
    assert not any("Turn" in plain(w.say, "mm") for c in never.checks for w in c.ways)


def test_gap_advice_is_the_least_that_hides_it() -> None:
    piece = build({"width": (600, 596, 602)})
    check = next(c for c in plan(piece, HOUSE_SHOP).checks if c.key == "gap.untrue")
    after = apply_edits(piece, [TakeWayOut(check="gap.untrue", index=0)], HOUSE_SHOP)
    assert after.display.frame.gap == 12  # type: ignore[union-attr]
    tighter = build({"width": (600, 596, 602), "frame": NEW | {"gap": "11.5"}})
    assert any(c.key == "gap.untrue" for c in plan(tighter, HOUSE_SHOP).checks)
    assert "from 12 mm a side it would pass" in plain(check.why, "mm")


def test_readings_in_the_wrong_unit_are_read_the_other_way() -> None:
    piece = build({"width": (600, "23.6", 601)})
    mended = apply_edits(piece, [TakeWayOut(check="measure.unit.canvas.width.middle", index=0)], HOUSE_SHOP)
    reading = mended.object.width.middle[0]
    assert (str(reading.mm), reading.tape) == ("599.44", "in")


def test_crossed_readings_are_exchanged() -> None:
    made = document((600, 450, 600), (450, 601, 450))
    made["object"]["height"]["centre"] = readings(601)
    mended = apply_edits(load_piece(made), [TakeWayOut(check="measure.crossed", index=0)], HOUSE_SHOP)
    assert [r.mm for r in mended.object.width.middle] == [601]
    assert [r.mm for r in mended.object.height.centre] == [450]
