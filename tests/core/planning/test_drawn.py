"""Every mark on every drawing lies where its figure says, measured from the edge it is named from."""

from __future__ import annotations

import pytest

from shadbo.bench.at_random import random_piece
from shadbo.core.contract.views import View
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.plan import Plan, plan
from shadbo.demo import demo_pieces

NEAR = 0.02


def of(done: Plan, name: str) -> float:
    return float(done.figures[name].mm or 0)


def centres(view: View, part: str) -> list[tuple[float, float]]:
    return [s.points[0] for s in view.shapes if s.part == part and s.kind == "circle"]


def lines_are_as_long_as_they_say(done: Plan) -> None:
    for view in done.views:
        for line in view.dimensions:
            figure = done.figures[line.figure]
            if figure.kind == "length":
                assert abs(line.end - line.start) == pytest.approx(abs(float(figure.mm or 0)), abs=NEAR), (view.key, line.figure)


def hardware_lies_where_it_is_told(done: Plan) -> None:
    """Rings down from the top and in from both sides; wire from ring to ring over the hook; the hanger in the middle."""
    if "hang.top" not in done.figures:
        return
    back = next((v for v in done.views if v.key == "back"), None)
    if back is None:
        return
    # A stretcher’s back has its numbers round it: the frame lies in the middle.
    frame = [s for s in back.shapes if s.part in ("rail.top", "rail.left", "bar.top", "bar.left", "sash", "rail")]
    if rings := centres(back, "hang.ring"):
        inset, down = of(done, "hang.inset"), of(done, "hang.down")
        left, top = (min(point[i] for s in frame for point in s.points) for i in (0, 1)) if frame else (0.0, 0.0)
        assert rings[0] == pytest.approx((left + inset, top + down), abs=NEAR)
        assert rings[1] == pytest.approx((back.width - left - inset, top + down), abs=NEAR)
        for wire in (s for s in back.shapes if s.part == "hang.wire"):
            assert wire.points[0] == pytest.approx(rings[0], abs=NEAR) and wire.points[-1] == pytest.approx(rings[1], abs=NEAR)
            assert wire.points[1] == pytest.approx((left + of(done, "hang.middle"), top + of(done, "hang.top")), abs=NEAR)


@pytest.mark.parametrize("begun", demo_pieces(), ids=lambda p: p.name)
def test_on_the_demo(begun: Piece) -> None:
    done = plan(begun, HOUSE_SHOP)
    lines_are_as_long_as_they_say(done)
    hardware_lies_where_it_is_told(done)


@pytest.mark.parametrize("display", sorted(DISPLAYS))
def test_on_random_pieces(display: str) -> None:
    for seed in range(12):
        done = plan(random_piece(seed, HOUSE_SHOP, display), HOUSE_SHOP)
        if not done.stops:
            lines_are_as_long_as_they_say(done)
            hardware_lies_where_it_is_told(done)


def test_screws_of_a_floater_lie_on_their_lines() -> None:
    """Those on stiles in from left and right, those on rails down from top and bottom, from the corner they are counted from."""
    done = plan(next(p for p in demo_pieces() if p.display.type == "floater"), HOUSE_SHOP)
    back = done.view("back")
    for along, inset in (("across", "screw.inset.height"), ("down", "screw.inset.width")):
        n = 1
        while f"screw.{along}.{n}" in done.figures:
            at, off = of(done, f"screw.{along}.{n}"), of(done, inset)
            far = (back.height if along == "across" else back.width) - off
            want = [(at, off), (at, far)] if along == "across" else [(off, at), (far, at)]
            assert sorted(centres(back, f"screw.{along}.{n}")) == [pytest.approx(p, abs=NEAR) for p in sorted(want)]
            n += 1
        assert n > 2
