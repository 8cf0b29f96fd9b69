"""Cloth behind a sash by hand, and flags against the published order."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Point, box

from shadbo.core import plain
from shadbo.core.displays.sash.flags import proportion, union
from tests.core.displays.pieces import PENNANT, in_sash
from tests.core.things import item, keys, mm, things, worked

SCARF = item("s", "flag", 420, 340, front="1.5")


def sash(**more: object) -> dict[str, object]:
    return {"type": "sash", "pane_width": 340, "pane_height": 270, **more}


def test_board_cover_and_what_is_turned_behind() -> None:
    done = worked(things(SCARF), sash(cover_by=18))
    board = (340 - 2 * 1.5, 270 - 2 * 1.5)
    assert (mm(done, "board.width"), mm(done, "board.height")) == board
    assert (mm(done, "item.s.turn.width"), mm(done, "item.s.turn.height")) == ((420 - board[0]) / 2, (340 - board[1]) / 2)
    assert (mm(done, "cover.width"), mm(done, "cover.height")) == (340 + 36, 270 + 36)
    assert mm(done, "depth.slack") == 14 - 3 - 1.5 - 5 - 1.5


def test_several_panes_add_up_to_the_sash() -> None:
    """Stiles, what is seen of three panes and two bars between make the width."""
    cloths = [item(f"s{i}", "flag", 420, 340, front=1) for i in range(6)]
    done = worked(things(*cloths), sash(across=3, down=2, bar=24, stile=52, top_rail=50, bottom_rail=74))
    assert mm(done, "frame.outside.width") == 2 * 52 + 3 * (340 - 12) + 2 * 24
    assert mm(done, "frame.outside.height") == 50 + 74 + 2 * (270 - 12) + 24
    assert mm(done, "cover.width") == 3 * 340 + 2 * (24 - 12) + 2 * 15
    assert "panes.few" not in keys(done)


@given(st.integers(200, 900), st.integers(200, 900), st.integers(15, 25))
def test_no_fastener_meets_cloth_or_leaves_the_cover(w: int, h: int, beyond: int) -> None:
    done = worked(things(item("s", "flag", w + 100, h + 100, front=1)), sash(pane_width=w, pane_height=h, cover_by=beyond))
    back = done.view("back")
    cloth = next(s for s in back.shapes if s.part == "item")
    cover = next(s for s in back.shapes if s.part == "cover")
    inside, outside = box(*_bounds(cloth.points)), box(*_bounds(cover.points))
    heads = [Point(s.points[0]) for s in back.shapes if s.part.startswith("fastener.")]
    assert heads
    for head in heads:
        assert head.distance(inside) >= beyond - 5 - 1e-6 and outside.contains(head)


# Six panes of 340 × 270 mm, bars of 24, a rebate of 14 with strips of 3: what one bar hides is 24 + 2 × 11.
SIX = sash(across=3, down=2, bar=24, stile=52, top_rail=50, bottom_rail=74, over_all=True)
FLAG = things(item("f", "flag", 1500, 900, front=1))


def test_one_cloth_over_six_panes_by_hand() -> None:
    done = worked(FLAG, SIX)
    assert mm(done, "hidden.width") == mm(done, "hidden.height") == 24 + 2 * 11
    run = {"width": 3 * 328 + 2 * 46 + 2 * (6 - 1), "height": 2 * 258 + 46 + 2 * (6 - 1)}
    for axis, (first, second), size in (("width", ("left", "right"), 1500), ("height", ("top", "bottom"), 900)):
        assert mm(done, f"item.f.turn.{first}") == mm(done, f"item.f.turn.{second}") == (size - run[axis]) / 2
    boards, strips = (next(c for c in done.cuts if c.key == key) for key in ("board", "strips.height"))
    assert (boards.count, strips.count) == (6, 12)
    order = [s.key for s in done.steps]
    assert order.index("strips") < order.index("over.f") < order.index("wrap.f") < order.index("look") < order.index("close")
    assert order.index("cover") < order.index("over.f"), "nothing is sawn beside cloth that lies open"
    assert not done.faults and not done.stops


def test_moved_it_hides_as_much_and_turns_less_on_one_side() -> None:
    middle, moved = (worked(FLAG, SIX | {"shift_across": by, "shift_down": -by}) for by in (0, 40))
    for side, by in (("left", -40), ("right", 40), ("top", 40), ("bottom", -40)):
        assert mm(moved, f"item.f.turn.{side}") == mm(middle, f"item.f.turn.{side}") + by
    assert mm(moved, "hidden.width") == mm(middle, "hidden.width")


@given(st.integers(-120, 120), st.integers(-80, 80))
def test_all_of_a_cloth_is_either_seen_hidden_or_turned_behind(across: int, down: int) -> None:
    """Of a union as large as the whole flag, what is seen is what all panes show."""
    done = worked(FLAG, SIX | {"shift_across": across, "shift_down": down, "flag": "united_states"})
    canton = [s for s in done.view("face").shapes if s.part == "item.f.union"]
    wide, high = (
        sum({(b[i], b[i + 2]): b[i + 2] - b[i] for b in map(_bounds, (s.points for s in canton))}.values()) for i in (0, 1)
    )
    # 5/3 made: the union is 0.76 ÷ 1.9 of the length, 7/13 of the height (Executive Order 10834).
    far = {"left": 1500 * 0.76 / 1.9, "top": 900 * 7 / 13}
    for seen, side, sight, n in ((wide, "left", 328, 3), (high, "top", 258, 2)):
        begins = [mm(done, f"item.f.turn.{side}") + 5 + i * (sight + 46) for i in range(n)]
        assert seen == pytest.approx(sum(min(max(far[side] - at, 0), sight) for at in begins), abs=0.01)
    # What is told opens as a sum of its own.
    assert mm(done, "union.seen.width") == pytest.approx(wide, abs=0.01) and mm(done, "union.seen.height") == pytest.approx(
        high, abs=0.01
    )


def test_panes_that_nothing_lies_behind_have_covered_boards() -> None:
    done = worked(things(SCARF), sash(across=2, down=2))
    cloth = next(p for p in done.to_get if p.key == "cloth")
    assert cloth.count == 3 and "cover_boards" in [s.key for s in done.steps]
    assert "three panes" in plain(next(c for c in done.checks if c.key == "panes.empty").say, "mm")


def _bounds(points: tuple[tuple[float, ...], ...]) -> tuple[float, float, float, float]:
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return min(xs), min(ys), max(xs), max(ys)


@pytest.mark.parametrize("hoist", [520, 1300])
def test_published_proportions_of_the_flag_of_the_united_states(hoist: int) -> None:
    """Executive Order 10834: hoist 1.0, fly 1.9, union 7/13 of the hoist by 0.76. 4 U.S.C. § 7(i): the union uppermost and to
    the observer’s left whether it hangs across or down, so its longer side lies across in the one and down in the other."""
    h = Fraction(hoist)
    fly = h * Fraction(19, 10)
    assert union("across", fly, h) == (h * Fraction(76, 100), h * Fraction(7, 13))
    assert union("down", h, fly) == (h * Fraction(7, 13), h * Fraction(76, 100))
    assert proportion("across", fly, h) == proportion("down", h, fly) == Fraction(19, 10)
    done = worked(
        things(item("f", "flag", int(fly), hoist, front=1)), sash(flag="united_states", pane_width=1800, pane_height=1000)
    )
    assert "flag.shape.f" not in keys(done) and "flag.way" in keys(done)
    # What is sold for a house is 3 × 5: no pulled flag, and its union keeps its share of the length.
    ordinary = worked(
        things(item("f", "flag", hoist * 5 / 3, hoist, front=1)), sash(flag="united_states", pane_width=1800, pane_height=1000)
    )
    assert "flag.shape.f" not in keys(ordinary)
    assert union("across", h * Fraction(5, 3), h)[0] / (h * Fraction(5, 3)) == Fraction(76, 190)


def test_the_union_is_drawn_upper_left() -> None:
    done = worked(things(item("f", "flag", 285, 150, front=1)), sash(flag="united_states"))
    flag = next(s for s in done.view("face").shapes if s.part == "item.f")
    canton = next(s for s in done.view("face").shapes if s.part == "item.f.union")
    assert canton.points[0] == flag.points[0], "one corner: the observer’s upper left"
    x0, y0, x1, y1 = _bounds(canton.points)
    assert (x1 - x0, y1 - y0) == (pytest.approx(150 * 0.76, abs=0.01), pytest.approx(150 * 7 / 13, abs=0.01))


# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("panes.few", "stop", things(*(item(f"p{i}", "flag", 300, 200, front=1) for i in range(3))), in_sash(across=2)),
    ("panes.few", "stop", things(*(item(f"p{i}", "flag", 300, 200, front=1) for i in range(8))), in_sash(across=1, down=1)),
    ("cloth.large.p", "stop", things(item("p", "flag", 345, 240, front=1)), in_sash()),
    ("cloth.large.p", "stop", things(item("p", "flag", 345, 240, front=1)), in_sash(across=2)),
    ("cloth.small.p", "note", PENNANT, in_sash()),
    ("panes.empty", "note", FLAG, SIX | {"over_all": False}),
    ("over.hidden", "note", FLAG, SIX),
    ("over.union", "caution", FLAG, SIX | {"flag": "united_states"}),
    ("over.short", "stop", FLAG, SIX | {"shift_across": 200}),
    ("over.short", "stop", things(item("f", "flag", 900, 500, front=1)), SIX),
    ("depth.slack", "stop", PENNANT, in_sash(rebate=9)),
    ("depth.slack", "stop", PENNANT, in_sash(rebate=6)),
    ("depth.slack", "stop", PENNANT, in_sash(rebate=2)),
    ("cloth.touches", "caution", PENNANT, in_sash(strips=0)),
    ("cover.small", "stop", PENNANT, in_sash(cover_by=8)),
    ("cover.large", "stop", PENNANT, in_sash(cover_by=60)),
    ("cover.large", "stop", PENNANT, in_sash(stile=25, top_rail=25)),
    ("fastener.short", "stop", PENNANT, in_sash(fastener=6)),
    ("fastener.long", "stop", PENNANT, in_sash(fastener=40)),
    ("flag.way", "note", PENNANT, in_sash(flag="united_states")),
    ("flag.way", "caution", PENNANT, in_sash(flag="other")),
    ("flag.shape.p", "caution", PENNANT, in_sash(flag="united_states")),
    ("flag.shape.p", "caution", things(item("p", "flag", 100, 190, front=1)), in_sash(flag="united_states")),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = [(things(item("p", "flag", 420, 330, front=1)), in_sash())]
