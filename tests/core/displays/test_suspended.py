"""A suspended thing by hand: where the holes lie, how long the rods are, whether they carry."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import LineString, Point

from tests.core.displays.pieces import AGREED, ARCH, RING, hung, ring
from tests.core.things import item, keys, mm, things, worked

TOOL = item("r", "tool", 196, 196, shape="circle", front=20, weight="0.5")


def ringed(**more: object) -> dict[str, object]:
    return {"type": "suspended", "moulding": "oak-20x50", "diameter": 5, "space_across": 46, "space_down": 46, **more}


def test_two_rods_across() -> None:
    done = worked(things(TOOL), ringed(into="existing", into_thing=12))
    inside, outside = 196 + 2 * 46, 196 + 2 * 46 + 2 * 20
    assert mm(done, "frame.inside.width") == inside and mm(done, "frame.outside.width") == outside
    assert mm(done, "rod.left.at") == outside / 2 and mm(done, "rod.left.way") == 46
    assert mm(done, "rod.left.length") == 3 * 5 + 46 + 12
    assert mm(done, "rod.hole") == 5.2 and mm(done, "rod.edge") == 25 and mm(done, "rod.rail.left") == 20 - 15


def test_in_a_clamp_the_rod_ends_at_its_pad() -> None:
    done = worked(things(TOOL), ringed(into="clamp"))
    assert mm(done, "rod.left.length") == 3 * 5 + 46 - 2


@pytest.mark.parametrize("aim", ["straight", "middle"])
def test_rods_off_the_middle_meet_the_outline(aim: str) -> None:
    """Shapely draws the same ray to a circle of radius 98 about the middle."""
    done = worked(things(TOOL), ringed(rods="three", aim=aim))
    start = Point(-196 / 4, (196 + 92) / 2)
    toward = Point(0, 0) if aim == "middle" else Point(start.x, -500)
    ray = LineString([start, toward])
    hit = ray.intersection(Point(0, 0).buffer(98, quad_segs=720).exterior)
    near = min(start.distance(p) for p in getattr(hit, "geoms", [hit]))
    assert mm(done, "rod.bottom_left.way") == pytest.approx(near, abs=0.02)
    met = Point(mm(done, "rod.bottom_left.meets.x"), mm(done, "rod.bottom_left.meets.y"))
    assert met.distance(Point(0, 0)) == pytest.approx(98, abs=0.02), "on its outline"
    rod = next(c for c in done.cuts if c.key == "rod.bottom_left")
    angle = 90 if aim == "straight" else round(math.degrees(math.atan2(144, 49)))
    assert any(isinstance(bit, str) and f"at {angle}°" in bit for bit in rod.note)


def test_bending_by_the_text_book() -> None:
    """σ = 32 F L / (π d³), F half the weight, L to the middle of the grip; f = F L³ / (3 E π d⁴ / 64) (Roark)."""
    done = worked(things(TOOL), ringed(diameter=8, into_rail=14, into="existing", into_thing=10, stuff="steel"))
    force, arm = 0.5 * 9.81 / 2, 46 + 5
    stress = 32 * force * arm / (math.pi * 8**3)
    assert float((done.figures["rod.stress"].quantity.mm).split()[0]) == pytest.approx(stress, rel=5e-3)  # type: ignore[union-attr]
    sag = force * arm**3 / (3 * 205_000 * math.pi * 8**4 / 64)
    assert mm(done, "rod.sag") == pytest.approx(sag, abs=6e-4)


def test_edge_distance_is_two_diameters() -> None:
    """A rail 50 front to back takes a hole in its middle up to 50 / 2 / 2 = 12.5 mm wide."""
    fits, splits = (worked(things(TOOL), ringed(diameter=d, into_rail=14)) for d in (12, 13))
    assert "rod.edge" not in keys(fits) and "rod.edge" in keys(splits, "stop")


@given(st.integers(100, 30_000), st.integers(1, 5000))
def test_more_weight_never_bends_less(grams: int, more: int) -> None:
    def stress(g: int) -> float:
        done = worked(things(TOOL | {"weight": g / 1000}), ringed(diameter=8, into_rail=14))
        return float(done.figures["rod.stress"].quantity.mm.split()[0])  # type: ignore[union-attr]

    assert stress(grams + more) >= stress(grams)


@pytest.mark.parametrize(
    ("rods", "last"), [("two_across", "right stile"), ("two_down", "top rail"), ("three", "top rail"), ("wires", "Wires through")]
)
def test_the_order_says_which_rail_closes_last(rods: str, last: str) -> None:
    done = worked(things(TOOL), ringed(rods=rods))
    said = " ".join(bit for s in done.steps if s.key == "dry_all" for bit in s.say if isinstance(bit, str))
    assert last in said


def test_holes_come_out_as_a_template_at_full_size() -> None:
    done = worked(things(TOOL), ringed(rods="four"))
    view = done.view("holes")
    assert view.template and view.width == mm(done, "frame.outside.width")
    holes = [s for s in view.shapes if s.material == "slot"]
    assert len(holes) == 4 and all(h.radius == pytest.approx(2.6) for h in holes)
    assert {h.points[0][0] for h in holes} == {mm(done, "rod.top.at")}


def test_glue_by_the_wall_of_its_hole() -> None:
    """1 N/mm² of wall (house figure), factor 4: π × 5 × 15 / 4 = 58.9 N bears 0.5 kg, and not 7."""
    light, heavy = (worked(things(TOOL | {"weight": kg}), ringed(held="glued", rods="two_down")) for kg in (0.5, 7))
    assert light.figures["rod.glue"].quantity.mm == f"{math.pi * 5 * 15 / 4:.3g} N"  # type: ignore[union-attr]
    assert "rod.glue" not in keys(light) and "rod.glue" in keys(heavy, "stop")


# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("suspended.one", "stop", things(item("r", "tool", 200, 200, front=20), item("s", "tool", 100, 100, front=20)), hung()),
    ("moulding.missing", "stop", RING, hung(moulding="sold-out", into_rail=4)),
    ("rail.stock", "stop", things(item("r", "tool", 2400, 200, front=20)), hung(moulding="walnut-15x36", into_rail=10)),
    ("rail.stock", "stop", things(item("r", "tool", 1800, 200, front=20)), hung(moulding="pine-20x44", space_across=400)),
    ("drill.consent", "stop", RING, hung(into="drilled")),
    ("drill.never", "stop", ring(traits=["irreplaceable"]), hung(into="drilled")),
    (
        "drill.never",
        "stop",
        ring(traits=["irreplaceable"]) | {"consent": AGREED},
        hung(into="drilled"),
        {"practice": "conservation"},
    ),
    ("rod.edge", "stop", RING, hung(diameter=20, into_rail=20)),
    ("rod.thing.edge", "stop", ring(front=10) | {"consent": AGREED}, hung(into="drilled")),
    ("rod.through", "stop", RING, hung(diameter=10)),
    ("rod.through", "stop", RING, hung(moulding="oak-20x50", into_rail=22)),
    ("rod.shallow", "caution", RING, hung(diameter=10, into_rail=15)),
    (
        "rod.misses",
        "stop",
        things(item("r", "tool", 200, 200, front=20, shape="outline", outline=ARCH)),
        hung(rods="three", aim="middle"),
    ),
    ("rod.none", "stop", RING, hung(space_across=2)),
    ("rod.weak.bends", "stop", ring(weight=40), hung()),
    ("rod.weak.stands", "stop", ring(weight=60), hung(rods="two_down", space_down=450, diameter=4)),
    ("wire.weak", "stop", ring(weight=12), hung(rods="wires", wire=5)),
    ("rod.sags", "caution", ring(weight="1.6"), hung(space_across=100, diameter=8)),
    ("rod.glue", "stop", ring(weight=30), hung(rods="two_down", held="glued", space_down=20)),
    ("rod.loose", "caution", RING, hung(play=1, into_rail=12)),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = [(RING, hung())]
