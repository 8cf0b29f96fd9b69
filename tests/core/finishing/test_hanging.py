"""Hanging by hand: rings, wire, hooks, several on a wall, joints, the room; and every rule of it."""

from __future__ import annotations

import math
from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.finishing.hang.joints import best_joint, joints_for
from shadbo.core.finishing.hang.rules import _across
from shadbo.core.planning.edits import Act, Choose, apply_edits
from shadbo.core.planning.plan import _display_plan, plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import plain
from tests.core.mending import fires_and_is_mended
from tests.core.things import badge, canvas, flat, item, keys, made, mm, piece, things, worked
from tests.core.things import box as shown

RULES = HOUSE_SHOP.rules
OAK = {"type": "lipped", "frame": made("oak-lip-25x30")}
CANVAS = canvas(600, 450, 22, weight="2.5")
PRINT = flat((500, 500, 500), (700, 700, 700))
BOARD = {"type": "on_board", "frame": made("pine-lip-40x36"), "border": 40}


def test_rings_wire_and_hook() -> None:
    done = worked(CANVAS, OAK, hang={"how": "wire", "slack": 80})
    w, h = mm(done, "frame.outside.width"), mm(done, "frame.outside.height")
    down = h / 3
    assert mm(done, "hang.down") == pytest.approx(down) and mm(done, "hang.inset") == (25 - 6) / 2
    span = w - 2 * 9.5
    assert mm(done, "hang.span") == pytest.approx(span)
    path = 2 * math.hypot(span / 2, 80)
    assert mm(done, "hang.wire.path") == pytest.approx(path, abs=1e-4)
    # Cut to the next length a tape is laid to, never short of the run and both tails.
    assert mm(done, "hang.wire.cut") == math.ceil((path + 200) / 10) * 10
    assert mm(done, "hang.top") == pytest.approx(down - 80)
    assert mm(done, "hang.hook") == pytest.approx(1450 + h / 2 - (down - 80))


def test_from_the_very_weight_on_rings_have_two_holes_in_the_list_the_sum_and_the_step() -> None:
    framed = piece(CANVAS, OAK, hang={"how": "rings"})
    kg = sum((w.kg for w in _display_plan(framed, HOUSE_SHOP, "")[1].weights), Fraction(0))
    for limit, holes, screws, said in ((kg, "two holes", 4, "Two-hole rings"), (kg + Fraction(1, 1000), "one hole", 2, "Rings")):
        shop = HOUSE_SHOP.model_copy(update={"rules": RULES.model_copy(update={"two_hole_over": limit})})
        done, sums = plan(framed, shop), _display_plan(framed, shop, "")[0].book.counts
        got = {p.key: p for p in done.to_get}
        assert holes in got["ring"].name and got["ring.screw"].count == screws
        assert plain(sums["hang.out.bears"].working[0], "mm").startswith(f"{screws} #6 screws")
        assert plain(next(s for s in done.steps if s.key == "rings").say, "mm").startswith(said)


def test_what_suits_it_is_said_whatever_is_chosen() -> None:
    """A wire would bend these thin stiles, so two hooks suit; that stands there with one hanger chosen too."""
    poster = flat((860, 860, 860), (1230, 1230, 1230))
    thin = {"type": "on_board", "frame": made("oak-lip-25x30"), "border": 25}

    def told(how: str) -> str:
        done = worked(poster, thin, hang={"how": how})
        choice = next(i for s in done.stages for i in s.inputs if i.kind == "choice" and i.key == "hang.how")
        return "".join(b for b in choice.options[0].detail if isinstance(b, str))

    assert told("auto") == told("one") == told("cleat")
    assert told("auto").startswith("Rings on two hooks: a wire would")


@pytest.mark.parametrize(("school", "share"), [("third", 3), ("quarter", 4)])
def test_common_practice_rings_a_third_or_a_quarter_down(school: str, share: int) -> None:
    done = worked(CANVAS, OAK, hang={"how": "wire", "school": school})
    assert mm(done, "hang.down") == pytest.approx(mm(done, "frame.outside.height") / share)


def test_one_hanger_for_the_light_wire_then_two_hooks_then_a_cleat() -> None:
    def how(kg: float, size: int = 300) -> str:
        done = worked(canvas(size, size, 22, weight=kg), {"type": "floater", "frame": {"make": "new", "moulding": "oak-25x60"}})
        choice = next(i for s in done.stages for i in s.inputs if i.kind == "choice" and i.key == "hang.how")
        return "".join(b for b in choice.options[0].detail if isinstance(b, str))

    assert [how(0.2, 220), how(3), how(18), how(60)] == ["One hanger, centred", "Rings and wire", "Rings on two hooks", "A cleat"]


def test_see_through_work_shows_no_wire() -> None:
    done = worked(flat((300,), (400,), weight=1), {"type": "see_through", "frame": made("ash-lip-20x20")})
    assert not [s for s in done.view("back").shapes if s.part == "hang.wire"]
    choice = next(i for s in done.stages for i in s.inputs if i.kind == "choice" and i.key == "hang.how")
    assert [o.key for o in choice.options] == ["auto", "one", "rings", "stand"]


def test_a_row_of_three_with_equal_gaps_about_the_eye_line() -> None:
    beside = [{"name": "two", "width": 400, "height": 500}, {"name": "three", "width": 640, "height": 300}]
    done = worked(CANVAS, OAK, hang={"how": "rings", "wall": {"width": 3000, "gap": 70, "beside": beside}})
    w = mm(done, "frame.outside.width")
    total = w + 400 + 640 + 2 * 70
    left = 1500 - total / 2
    assert mm(done, "wall.total") == pytest.approx(total)
    assert [mm(done, f"wall.{i}.left") for i in range(3)] == pytest.approx([left, left + w + 70, left + w + 70 + 400 + 70])
    for i, h in enumerate((mm(done, "frame.outside.height"), 500, 300)):
        assert mm(done, f"wall.{i}.top") == pytest.approx(1450 + h / 2), "every middle at the eye line"
    assert mm(done, "wall.0.hook.right") - mm(done, "wall.0.hook.left") == pytest.approx(mm(done, "hang.span"))
    strip = done.view("strip")
    assert strip.template and strip.width == pytest.approx(mm(done, "hang.span") + 100, abs=0.01)


@settings(max_examples=30)
@given(st.integers(1, 8), st.integers(0, 5), st.integers(0, 300))
def test_a_grid_has_equal_gaps_and_its_middle_at_the_eye_line(n: int, columns: int, gap: int) -> None:
    beside = [{"name": f"b{i}", "width": 200 + 30 * i, "height": 300 - 20 * i} for i in range(n)]
    done = worked(CANVAS, OAK, hang={"wall": {"width": 20000, "gap": gap, "columns": columns, "beside": beside}})
    across = min(columns or n + 1, n + 1)
    for i in range(n):
        if (i + 1) % across:
            assert mm(done, f"wall.{i + 1}.left") - mm(done, f"wall.{i}.right") == pytest.approx(gap)
    row_tops = [max(mm(done, f"wall.{k}.top") for k in range(r, min(r + across, n + 1))) for r in range(0, n + 1, across)]
    lows = [min(mm(done, f"wall.{k}.bottom") for k in range(r, min(r + across, n + 1))) for r in range(0, n + 1, across)]
    assert (max(row_tops) + min(lows)) / 2 == pytest.approx(1450)


def test_the_widest_row_of_a_grid_is_what_it_takes() -> None:
    """Three of 300, 200 and 500 two across, 10 apart: the first row takes 300 + 10 + 200, the second 500."""
    assert _across([Fraction(n) for n in (300, 200, 500)], 2, Fraction(10)) == 510
    assert _across([Fraction(n) for n in (300, 200, 500)], 3, Fraction(10)) == 1020


def test_one_like_it_is_hung_beside_it_and_taken_down_again() -> None:
    begun = piece(CANVAS, OAK)
    two = apply_edits(begun, [Act(action="wall.beside.add")], HOUSE_SHOP)
    assert mm(plan(two, HOUSE_SHOP), "wall.beside.0.width") == pytest.approx(
        mm(plan(begun, HOUSE_SHOP), "frame.outside.width"), abs=0.06
    )
    assert apply_edits(two, [Act(action="wall.beside.0.out")], HOUSE_SHOP) == begun


# -- joints -------------------------------------------------------------------------------------------------------------


def test_a_biscuit_lies_in_the_wood_of_the_mitre() -> None:
    """#20 is 56 × 23 × 4: a mitre at least 56 long, so a face of 40; 11.5 + 3 in the wood; 6 from the face each side of 4."""
    fits = {j.key: j.fits for j in joints_for(RULES, Fraction(40), Fraction(20), Fraction(5))}
    assert fits["biscuit_20"] and fits["biscuit_0"]
    fits = {j.key: j.fits for j in joints_for(RULES, Fraction(34), Fraction(20), Fraction(5))}
    assert fits["biscuit_0"] and not fits["biscuit_20"]
    assert not joints_for(RULES, Fraction(40), Fraction(15), Fraction(5))[2].fits, "15 front to back leaves no 6 mm each side"


@pytest.mark.parametrize(("face", "kg", "key"), [(20, 1, "glue"), (10, 1, "bracket"), (50, 8, "biscuit_20"), (20, 8, "dowel")])
def test_the_joint_goes_by_weight_rail_and_wood(face: int, kg: int, key: str) -> None:
    solid = Fraction(7) if face == 10 else Fraction(24)
    assert best_joint(joints_for(RULES, Fraction(face), solid, Fraction(kg))).key == key


# -- rules --------------------------------------------------------------------------------------------------------------

HEAVY = canvas(900, 700, 38, weight=30)
PLAIN_RAIL = {"type": "floater", "frame": {"make": "new", "moulding": "pine-20x44"}}
BIG = {"type": "floater", "frame": {"make": "new", "moulding": "oak-25x60"}, "lift_kind": "all_round"}
GLAZED = flat((600, 600, 600), (800, 800, 800))
CASES: list[tuple[str, str, dict[str, Any], dict[str, Any], dict[str, Any]]] = [
    (
        "hang.out",
        "caution",
        things(item("t", "tool", 60, 60, front=40, weight=30)),
        shown("shadow_box", "pine-lip-40x36"),
        {"hang": {"how": "one"}},
    ),
    ("hang.seat_thin", "stop", CANVAS, PLAIN_RAIL, {"hang": {"how": "seat_cleat"}}),
    ("edges.much", "stop", CANVAS, OAK, {"finish": {"how": "oil", "edges": "14"}}),
    ("edges.bare", "caution", CANVAS, OAK, {"finish": {"edges": "2"}}),
    ("hang.limit", "stop", CANVAS, OAK, {"hang": {"how": "one"}}),
    ("hang.limit", "stop", HEAVY, BIG, {"hang": {"how": "wire"}}),
    ("hang.two_people", "caution", HEAVY, BIG, {}),
    ("hang.ring.weak", "stop", CANVAS, OAK, {"hang": {"how": "rings", "ring": 5}}),
    ("hang.ring.weak", "stop", canvas(600, 450, 22, weight=14), OAK, {"hang": {"how": "wire", "ring": 5}}),
    ("hang.ring.wood", "stop", CANVAS, OAK, {"hang": {"how": "rings", "inset": 40}}),
    ("hang.tips", "caution", CANVAS, OAK, {"hang": {"how": "rings", "down": 300}}),
    ("hang.wire.weak", "stop", canvas(600, 450, 22, weight=12), OAK, {"hang": {"how": "wire", "wire": 10, "ring": 60}}),
    ("hang.wire.flat", "caution", CANVAS, OAK, {"hang": {"how": "wire", "slack": 20}}),
    ("hang.shows", "caution", CANVAS, OAK, {"hang": {"how": "wire", "slack": 130}}),
    ("hang.shows", "stop", CANVAS, OAK, {"hang": {"how": "wire", "slack": 155}}),
    (
        "hang.stile",
        "caution",
        canvas(900, 900, 22, weight=9),
        {"type": "lipped", "frame": made("ash-lip-20x20")},
        {"hang": {"how": "wire", "ring": 60}},
    ),
    (
        "hang.rail",
        "caution",
        flat((1100,), (800,), weight=2),
        {"type": "on_board", "frame": made("ash-lip-20x20"), "border": 40},
        {},
    ),
    ("joint.fits", "stop", CANVAS, OAK, {"hang": {"joint": "biscuit_20"}}),
    ("joint.fits", "stop", CANVAS, OAK, {"hang": {"joint": "glue"}}),
    (
        "wall.narrow",
        "stop",
        CANVAS,
        OAK,
        {"hang": {"wall": {"width": 1000, "gap": 300, "beside": [{"name": "b", "width": 300, "height": 300}]}}},
    ),
    (
        "wall.narrow",
        "stop",
        CANVAS,
        OAK,
        {"hang": {"wall": {"width": 1000, "gap": 0, "beside": [{"name": "b", "width": 600, "height": 300}]}}},
    ),
    ("wall.narrow", "stop", CANVAS, OAK, {"hang": {"wall": {"width": 1000, "middle": 100}}}),
    ("wall.furniture", "caution", CANVAS, OAK, {"hang": {"wall": {"furniture": 1200}}}),
    ("season.mitres", "note", CANVAS, {"type": "lipped", "frame": made("poplar-lip-2x1-3/4")}, {"room": {"summer_rh": 80}}),
    ("season.swings", "caution", CANVAS, OAK, {"room": {"winter_rh": 20, "summer_rh": 80}}),
    ("room.damp", "caution", PRINT, BOARD, {"room": {"kind": "bath"}}),
    ("room.glass", "caution", PRINT, BOARD, {"room": {"kind": "child"}}),
    ("room.glass", "caution", PRINT | {"traits": ["loose_pigment"]}, BOARD, {"room": {"kind": "public"}}),
    ("light.year", "caution", PRINT, BOARD, {"room": {"lux": 500, "hours": 8}}),
    ("light.year", "caution", things(item("t", "patch", 60, 60)), shown(), {"room": {"lux": 100, "hours": 8}}),
]


@pytest.mark.parametrize(
    ("key", "severity", "thing", "display", "more"), CASES, ids=[f"{i}-{c[0]}-{c[1]}" for i, c in enumerate(CASES)]
)
def test_it_fires_says_why_and_is_mended(key: str, severity: str, thing: Any, display: Any, more: Any) -> None:
    fires_and_is_mended(piece(thing, display, **more), key, severity)


def test_winter_and_summer_gaps_of_an_acrylic_sheet() -> None:
    """70 × 10⁻⁶ a kelvin from the 20 °C of the bench: at 5 °C it is smaller, at 35 °C larger, by the same."""
    done = worked(PRINT, BOARD | {"glazing": "acrylic"}, room={"winter_c": 5, "summer_c": 35})
    clear, sheet = mm(done, "glazing.clear.height"), mm(done, "glazing.height")
    swing = sheet * 70e-6 * 15
    assert mm(done, "season.clear.winter.height") == pytest.approx(clear + swing, abs=1e-3)
    assert mm(done, "season.clear.summer.height") == pytest.approx(clear - swing, abs=1e-3)
    assert {"season", "wall"} <= {v.key for v in done.views}


def test_what_was_not_measured_is_not_held_against_it() -> None:
    assert "light.year" not in worked(things(badge("b")), shown()).figures
    assert "light.year" not in keys(worked(things(badge("b")), shown(), room={"lux": 2000, "hours": 24})), "metal is not harmed"


@pytest.mark.parametrize(("thing", "display"), [(CANVAS, OAK), (PRINT, BOARD)])
def test_what_stands_needs_no_wall(thing: Any, display: Any) -> None:
    """No hook, no wire, no wall; an easel back and a look whether it tips. The joint is chosen all the same."""
    done = worked(thing, display, hang={"how": "stand"})
    got = {part.key for part in done.to_get}
    assert {"easel", "bumper"} <= got and not got & {"hook", "ring", "wire", "ring.screw"}
    assert not [name for name in done.figures if name.startswith(("hang.", "wall."))]
    assert "hang" not in {s.key for s in done.steps} and done.faults == ()
    asked = [i for s in done.stages for i in s.inputs]
    how = next(i for i in asked if i.kind == "choice" and i.key == "hang.how")
    assert [o.key for o in how.options if o.chosen] == ["stand"] and any(o.key == "auto" for o in how.options)
    assert any(i.kind == "choice" and i.key == "joint" for i in asked)


@pytest.mark.parametrize(
    ("how", "bench", "wait"),
    [
        ("wax", 30 + 15, 30),
        ("oil", 30 + 30, 2 * 24 * 60),
        ("varnish", 30 + 45, 2 * 5 * 60 + 24 * 60),
        ("paint", 30 + 30, 4 * 60 + 24 * 60),
        ("spray", 30 + 45, 2 * 30 + 24 * 60),
    ],
)
def test_coats_and_their_drying(how: str, bench: int, wait: int) -> None:
    """Common practice: oil a day between two coats, varnish three five hours apart, paint two, sprayed three half an hour apart; then a day."""
    bare, done = (worked(PRINT, BOARD, finish={"how": h}) for h in ("none", how))
    assert done.time.bench - bare.time.bench == bench and done.time.waiting - bare.time.waiting == wait
    keys = [s.key for s in done.steps]
    assert keys.index("glue") < keys.index("finish.sand") < keys.index("finish.coat") < keys.index("place") < keys.index("glazing")
    assert {"finish.paper", "finish.coat"} <= {p.key for p in done.to_get} and done.faults == ()


def test_the_top_seat_strip_bevelled_is_the_frames_half_of_a_cleat() -> None:
    """Handbook 6: the wall’s half, its thickness and the room behind are planned with it. Canvas 600 × 450, gap 6, face 20, seat 30 × 8: the hollow
    is 612 − 2 × 30 = 552 wide, of which the wall’s half takes seven tenths; the edge lies 20 + 30 below the frame’s top; it hangs flat."""
    begun = piece(canvas(600, 450, 18), PLAIN_RAIL)
    thin = plan(piece(canvas(600, 450, 18), PLAIN_RAIL, hang={"how": "seat_cleat"}), HOUSE_SHOP)
    assert any(c.key == "hang.seat_thin" and len(c.ways) == 2 for c in thin.stops)
    done = plan(apply_edits(begun, [Choose(choice="hang.how", option="seat_cleat")], HOUSE_SHOP), HOUSE_SHOP)
    assert not done.stops and done.faults == ()
    assert mm(done, "cleat.long") == pytest.approx(0.7 * 552) and mm(done, "cleat.thick") == 8 - 1 and mm(done, "hang.top") == 50
    # Its half on the frame is a part that is there: one strip is cut, no rings, no screws into the frame, and nothing behind it.
    cuts = {line.key: plain(line.note, "mm") for line in done.cuts}
    assert "cleat.wall" in cuts and not {"cleat.frame", "cleat.below"} & set(cuts) and "45°" in cuts["seat.across"]
    assert not {"ring", "ring.screw", "wire"} & {p.key for p in done.to_get} and "deep.cleat" not in done.figures
    steps = {s.key: plain(s.say, "mm") for s in done.steps}
    assert "sawn at 45°" in steps["seat"] and [*steps].index("cleat") < [*steps].index("centre")
    # Its ends on the wall are those of the strip that is cut; it lies flat, so nothing keeps it off the wall.
    assert mm(done, "wall.0.hook.right") - mm(done, "wall.0.hook.left") == pytest.approx(mm(done, "cleat.long"))
    assert "bumper" not in {p.key for p in done.to_get} and "umper" not in steps["rings"]
    # Glue in shear along the strip, 1 N a mm² ÷ 4 (from memory).
    assert done.figures["hang.out.bears"].quantity.mm == f"{612 * 8 / 4:.4g} N".replace("1224", "1220")  # type: ignore[union-attr]
    # Where the seat is of one piece with the rail, or a strainer lies over the hollow, it isn’t offered.
    for display, more in ((PLAIN_RAIL | {"frame": {"make": "new", "moulding": "oak-20x50"}}, {}), (PLAIN_RAIL, {"strainer": True})):
        other = worked(canvas(600, 450, 18), display, hang={"how": "seat_cleat", **more})
        assert "hang.not_offered" in keys(other) and "cleat.wall" not in {line.key for line in other.cuts}


@pytest.mark.parametrize("how", ["none", "oil"])
@pytest.mark.parametrize("display", [BOARD, PLAIN_RAIL, OAK], ids=lambda d: d["type"])
def test_edges_are_rounded_when_nothing_is_glued_on_any_more(display: dict[str, Any], how: str) -> None:
    thing = PRINT if display is BOARD else CANVAS
    done = worked(thing, display, finish={"how": how, "edges": "3"})
    keys = [s.key for s in done.steps]
    assert done.faults == () and "edges.cutter" in {p.key for p in done.to_get}
    assert keys.index("glue") < keys.index("finish.edges") < keys.index("hang")
    if how != "none":
        assert keys.index("finish.edges") < keys.index("finish.sand")
    if display is PLAIN_RAIL:
        assert keys.index("seat") < keys.index("finish.edges") < keys.index("paint")
    assert "3 mm" in plain(next(s.say for s in done.steps if s.key == "finish.edges"), "mm")


@pytest.mark.parametrize(
    ("joint", "many", "before", "after"),
    [
        ("spline", 8, "glue", "glazing"),
        ("dowel", 8, "glue", "glazing"),
        ("bracket", 4, "glue", "glazing"),
        ("biscuit_0", 4, "cut", "dry"),
    ],
)
def test_a_joint_gives_its_parts_and_its_step(joint: str, many: int, before: str, after: str) -> None:
    """Handbook 18, common practice: dowels and splines go across the corner after the glue, biscuits into the mitre before it is tried dry."""
    done = worked(PRINT, BOARD | {"frame": made("pine-lip-40x36")}, hang={"joint": joint})
    assert next(p.count for p in done.to_get if p.key == "joint") == many
    keys = [s.key for s in done.steps]
    assert keys.index(before) < keys.index("joint") < keys.index(after) and done.faults == ()


def test_wedges_go_in_with_the_glue_and_glue_alone_is_no_joint_of_its_own() -> None:
    wedged, glued = (worked(PRINT, BOARD, hang={"joint": j}) for j in ("wedge", "glue"))
    assert "joint" not in {s.key for s in wedged.steps} | {s.key for s in glued.steps}
    assert next(p.count for p in wedged.to_get if p.key == "joint") == 8 and "joint" not in {p.key for p in glued.to_get}
    assert "wedges pressed into each mitre" in next(plain(s.say, "mm") for s in wedged.steps if s.key == "glue")


def test_three_canvases_as_one_picture() -> None:
    """Three of 400 over gaps of 40 are 3 × 452 + 2 × 40 wide together; hooks stand a width and a gap apart, all at one height; each is told."""
    begun = piece(canvas(400, 600, 18), {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}})
    three = apply_edits(begun, [Act(action="wall.set.3")], HOUSE_SHOP)
    done = plan(three, HOUSE_SHOP)
    wide = mm(done, "frame.outside.width")
    assert mm(done, "wall.total") == 3 * wide + 2 * 40
    middles = [mm(done, f"wall.{i}.middle") for i in range(3)]
    assert [b - a for a, b in pairwise(middles)] == [wide + 40] * 2 and middles[1] == mm(done, "wall.width") / 2
    assert len({mm(done, f"wall.{i}.hook") for i in range(3)}) == 1
    up = plain(next(s for s in done.steps if s.key == "hang").say, "mm")
    assert all(f"{round(m)} mm from the wall" in up or f"{m:g} mm from the wall" in up for m in middles) and "between them" in up


def test_the_tails_of_a_wire_are_as_long_as_somebody_wants_them() -> None:
    """Twice the difference more to cut, to the next whole centimetre; the cord of hanger bars alike."""
    usual = worked(canvas(600, 450), {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}}, hang={"how": "wire"})
    longer = worked(
        canvas(600, 450), {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}}, hang={"how": "wire", "tail": 150}
    )
    assert (mm(usual, "hang.tail"), mm(longer, "hang.tail")) == (100, 150)
    assert mm(longer, "hang.wire.cut") - mm(usual, "hang.wire.cut") == 100
    wire = next(p for p in longer.to_get if p.key == "wire")
    assert f"{mm(longer, 'hang.wire.cut'):g} mm" in plain(wire.size, "mm")


@pytest.mark.parametrize("room", [{"over_bed": True}, {"kind": "child"}])
def test_over_a_bed_or_by_a_child_each_of_two_fixings_carries_all(room: dict[str, Any]) -> None:
    """Handbook, loads: two fixings there, each able to carry all of it."""
    heavy = flat((700, 700, 700), (1000, 1000, 1000), weight="4")
    plain_room, over = worked(heavy, BOARD, hang={"how": "rings"}), worked(heavy, BOARD, hang={"how": "rings"}, room=room)
    force = {name: done.figures["hang.load"].quantity for name, done in (("half", plain_room), ("all", over))}
    half, whole = (float(force[name].mm.split()[0]) for name in ("half", "all"))  # type: ignore[union-attr]
    assert whole == pytest.approx(2 * half, rel=0.02)
    rating = {p.key: p.material for p in over.to_get}["ring"], {p.key: p.material for p in plain_room.to_get}["ring"]
    assert int(rating[0].split()[1]) > int(rating[1].split()[1])


def test_a_cleat_is_cut_weighed_screwed_to_wood_and_stands_it_off_the_wall() -> None:
    heavy = flat((700, 700, 700), (1000, 1000, 1000), weight="14")
    rings, done = worked(heavy, BOARD, hang={"how": "rings"}), worked(heavy, BOARD, hang={"how": "cleat"})
    wide, solid = mm(done, "frame.outside.width"), mm(done, "hang.top")
    lines = {c.key: c for c in done.cuts if c.key.startswith("cleat.")}
    # Three strips, 7/10 of the frame’s width, no higher than the wood of the top rail (the shop’s rules; common practice).
    assert len(lines) == 3 and all(float(line.mm) == pytest.approx(wide * 0.7, abs=0.5) for line in lines.values())
    assert mm(done, "cleat.high") == min(30, solid) and mm(done, "cleat.thick") == 12
    assert float(done.deep.mm) == pytest.approx(float(rings.deep.mm) + 12)
    grams = 2 * mm(done, "cleat.long") * mm(done, "cleat.high") * 12 / 1e9 * 1000
    kg = [float(p.weight.mm.split()[0]) for p in (rings, done)]
    assert 0.4 * grams < kg[1] - kg[0] < 1.0 * grams
    # Its screws go through the strip and bite beyond it: #8 of 35 mm, 12 mm of them in the strip.
    screw = next(p for p in done.to_get if p.key == "ring.screw")
    assert float(plain(screw.size, "mm").split()[0]) >= 12 + 20
    assert done.faults == ()
