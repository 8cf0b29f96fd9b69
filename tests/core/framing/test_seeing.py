"""Sightlines and shadows against ray geometry done independently: Shapely cuts the rays with the board."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString

from tests.core.things import badge, item, keys, mm, things, worked
from tests.core.things import box as shown


def ray(eye: tuple[float, float], edge: tuple[float, float], depth: float) -> float:
    """Where a ray from the eye over an edge meets a plane so far behind the lip: how far inward of the edge.

    Across the picture is x (inward positive from the edge at x = 0), towards the wall is y; the lip’s front at y = 0.
    """
    reach = 10_000 / max(depth, 0.001)
    onward = (edge[0] + (edge[0] - eye[0]) * reach, edge[1] + (edge[1] - eye[1]) * reach)
    met = LineString([eye, onward]).intersection(LineString([(-100_000, depth), (100_000, depth)]))
    return float(met.x)


@settings(max_examples=40)
@given(st.integers(-1500, 1500), st.integers(300, 4000), st.integers(3, 45), st.integers(800, 2400))
def test_what_the_lip_hides_is_where_the_ray_falls(aside: int, distance: int, spacer: int, height: int) -> None:
    look = {"aside": aside, "distance": distance, "height": height}
    done = worked(things(badge("a", behind=0)), shown(spacer=spacer, moulding="walnut-box-28x90", looking=look))
    depth = mm(done, "depth.to_board")
    assert depth == (90 - 80) + 2 + spacer, "lip, glass, spacer"
    half_w, half_h = mm(done, "frame.sight.width") / 2, mm(done, "frame.sight.height") / 2
    up = height - 1450
    for way, beyond in (("left", -aside - half_w), ("right", aside - half_w), ("top", up - half_h), ("bottom", -up - half_h)):
        expected = max(0.0, ray((-beyond, -distance), (0, 0), depth)) if beyond > 0 else 0
        assert mm(done, f"hidden.{way}") == pytest.approx(expected, abs=1e-4), way


@settings(max_examples=30)
@given(st.integers(15, 75), st.integers(3, 40))
def test_the_shadow_of_the_top_lip_falls_as_the_lamp_stands(lamp: int, spacer: int) -> None:
    done = worked(things(badge("a", behind=0)), shown(spacer=spacer, moulding="walnut-box-28x90", looking={"lamp": lamp}))
    depth = mm(done, "depth.to_board")
    far = 5000.0
    lamp_at = (-far * math.cos(math.radians(lamp)), -far * math.sin(math.radians(lamp)))
    assert mm(done, "shadow.top") == pytest.approx(ray(lamp_at, (0, 0), depth), rel=1e-4)


def standing(**more: Any) -> Any:
    return worked(things(item("a", "keepsake", 60, 60, front=8, behind=0)), shown(moulding="walnut-box-28x90", spacer=45, **more))


def test_what_is_hidden_of_a_thing_is_reckoned_at_its_own_front() -> None:
    """An eye 1000 aside, 1200 in front: the ray over the edge runs in by (1000 − half the sight) × depth ÷ 1200."""
    done = standing(border=6, looking={"aside": -1000, "distance": 1200})
    depth = 10 + 2 + 45 - 8
    expected = (1000 - (60 + 12) / 2) * depth / 1200 - 6
    assert mm(done, "item.a.hidden") == pytest.approx(expected)
    assert "seen.hidden" in keys(done, "caution")
    part = next(s for s in done.view("seen").shapes if s.part == "item.a" and s.material == "cut")
    xs = [p[0] for p in part.points]
    assert max(xs) - min(xs) == pytest.approx(expected, abs=0.002)


def test_a_border_wider_by_what_is_hidden_clears_it() -> None:
    done = standing(border=6, looking={"aside": -1000})
    lost = mm(done, "item.a.hidden")
    wider = standing(border=6 + lost, looking={"aside": -1000})
    # The box has grown with its border, and the eye stands as far aside as before: a little less is hidden still.
    assert "item.a.hidden" not in wider.figures or mm(wider, "item.a.hidden") <= 0.001


def test_an_eye_in_the_middle_sees_all_of_it() -> None:
    done = standing(looking={"height": 1450, "aside": 0})
    assert {mm(done, f"hidden.{w}") for w in ("left", "right", "top", "bottom")} == {0} and "item.a.hidden" not in done.figures
