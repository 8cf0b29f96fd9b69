"""Arranging: outlines, overlaps and gaps against Shapely; moves, templates, snapping, the smallest box."""

from __future__ import annotations

import math
from itertools import combinations
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, affinity
from shapely import box as rectangle
from shapely.geometry import Point
from shapely.geometry.base import BaseGeometry

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.framing.arrange.packing import fits_box, smallest_box
from shadbo.core.framing.arrange.shapes import apart, area, overlap
from shadbo.core.planning.edits import TypeIn, apply_edits
from shadbo.core.planning.item_edits import AddItem, ArrangeItems, CopyItems, MoveItems, RemoveItems, TakeOutline, lying
from shadbo.core.planning.plan import plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import Refused
from tests.core.things import badge, frame, item, keys, mm, piece, things
from tests.core.things import box as shown

STAR = [[0, -30], [8, -9], [29, -9], [12, 5], [18, 26], [0, 13], [-18, 26], [-12, 5], [-29, -9], [-8, -9]]
SHAPES = ("rectangle", "circle", "ellipse", "outline")


def laid(*held: dict[str, Any], **more: Any) -> Piece:
    return piece(things(*held), shown(**more))


def outline_of(held: dict[str, Any], w: float, h: float) -> BaseGeometry:
    """The item built by Shapely from what the document says, without the application’s own geometry."""
    place = held.get("place", {})
    shape = held["shape"]
    if shape == "rectangle":
        made: BaseGeometry = rectangle(-w / 2, -h / 2, w / 2, h / 2)
    elif shape == "outline":
        star = Polygon(held["outline"])
        x0, y0, x1, y1 = star.bounds
        made = affinity.scale(affinity.translate(star, -(x0 + x1) / 2, -(y0 + y1) / 2), w / (x1 - x0), h / (y1 - y0), origin=(0, 0))
    else:
        made = affinity.scale(Point(0, 0).buffer(1, quad_segs=90), w / 2, h / 2)
    turn = 0 if shape == "circle" else place.get("turn", 0)
    return affinity.translate(affinity.rotate(made, turn, origin=(0, 0)), place.get("x", 0), place.get("y", 0))


@st.composite
def scattered(draw: Any) -> list[tuple[dict[str, Any], int, int]]:
    out = []
    for i in range(draw(st.integers(2, 4))):
        shape = draw(st.sampled_from(SHAPES))
        w = draw(st.integers(10, 120))
        h = w if shape == "circle" else draw(st.integers(10, 120))
        place = {"x": draw(st.integers(-100, 100)), "y": draw(st.integers(-100, 100)), "turn": draw(st.integers(-179, 180))}
        out.append((item(f"i{i}", "keepsake", w, h, shape=shape, outline=STAR if shape == "outline" else [], place=place), w, h))
    return out


@settings(max_examples=120)
@given(scattered())
def test_areas_overlaps_and_distances_are_shapelys(held: list[tuple[dict[str, Any], int, int]]) -> None:
    """Round things are polygons of 72 corners inside the curve: up to 0.1 mm and 0.3 % smaller than the true ones."""
    ours = lying(laid(*(i for i, _, _ in held)), HOUSE_SHOP).laid
    theirs = [outline_of(*one) for one in held]
    for one, shape in zip(ours, theirs, strict=True):
        true = math.pi * one.body.radius**2 if one.body.radius is not None else area(one.body.points)
        assert true == pytest.approx(shape.area, rel=0.004)
        for ours_mm, theirs_mm in zip(one.body.box, shape.bounds, strict=True):
            assert ours_mm == pytest.approx(theirs_mm, abs=0.08)
    for (a, sa), (b, sb) in combinations(zip(ours, theirs, strict=True), 2):
        shared = sa.intersection(sb).area
        if shared > 2:
            assert overlap(a.body, b.body)
        if sa.distance(sb) > 0.2:
            assert not overlap(a.body, b.body)
            assert apart(a.body, b.body) == pytest.approx(sa.distance(sb), abs=0.15)


@settings(max_examples=80)
@given(scattered(), st.sampled_from(["free", "row", "row_below", "flanked", "grid", "one"]), st.integers(0, 40))
def test_no_arrangement_the_planner_calls_good_overlaps(held: list[tuple[dict[str, Any], int, int]], how: str, gap: int) -> None:
    begun = laid(*(i for i, _, _ in held), layout={"how": how, "gap": gap}, border=20)
    done = plan(begun, HOUSE_SHOP)
    if any(c.stage == "arrange" for c in done.stops):
        return
    placed = []
    for one, w, h in held:
        x, y = (mm(done, f"item.{one['key']}.{k}") for k in ("x", "y"))
        placed.append(outline_of(one | {"place": {"x": x, "y": y, "turn": one["place"]["turn"]}}, w, h))
    for a, b in combinations(placed, 2):
        assert a.intersection(b).area < 0.5
    sight = rectangle(0, 0, mm(done, "frame.sight.width"), mm(done, "frame.sight.height"))
    left = min(p.bounds[0] for p in placed) - 20
    top = min(p.bounds[1] for p in placed) - 20
    for p in placed:
        assert sight.buffer(0.2).contains(affinity.translate(p, -left, -top)), "within what shows"


def test_a_row_has_equal_gaps_and_says_so() -> None:
    done = plan(laid(*(badge(k) for k in "abcde"), layout={"how": "row", "gap": 28}), HOUSE_SHOP)
    assert [mm(done, f"gap.width.{a}.{b}") for a, b in ("ab", "bc", "cd", "de")] == [28] * 4
    gaps = [d for d in done.view("face").dimensions if d.figure.startswith("gap.") or d.figure == "layout.gap"]
    assert [d.name for d in gaps] == ["="] * 4 and sum(d.figure == "layout.gap" for d in gaps) == 1, "one of them is typed over"
    row = laid(*(badge(k) for k in "abcde"), layout={"how": "row", "gap": 28})
    after = apply_edits(row, [TypeIn(pointer="/display/layout/gap", text="30", unit="mm")], HOUSE_SHOP)
    assert mm(plan(after, HOUSE_SHOP), "gap.width.d.e") == 30


def test_a_garment_is_flanked_with_a_plate_below() -> None:
    """Handbook 8: photographs either side, a plate below, all a gap away."""
    shirt = item("shirt", "keepsake", 300, 400)
    held = (shirt, item("l", "photograph", 100, 150), item("r", "photograph", 100, 150), item("plate", "name_plate", 160, 35))
    done = plan(laid(*held, layout={"how": "flanked", "gap": 40}), HOUSE_SHOP)
    at = {k: (mm(done, f"item.{k}.x"), mm(done, f"item.{k}.y")) for k in ("shirt", "l", "r", "plate")}
    assert at["l"][0] == -(300 / 2 + 40 + 100 / 2) == -at["r"][0] and at["l"][1] == at["r"][1] == 0
    assert at["plate"] == (0, 400 / 2 + 40 + 35 / 2)


def test_a_grid_keeps_one_pitch_and_centres_a_short_row() -> None:
    done = plan(laid(*(badge(k) for k in "abcde"), layout={"how": "grid", "gap": 18, "columns": 3}), HOUSE_SHOP)
    at = [(mm(done, f"item.{k}.x"), mm(done, f"item.{k}.y")) for k in "abcde"]
    assert at == [(-50, -25), (0, -25), (50, -25), (-25, 25), (25, 25)]


# -- moves ---------------------------------------------------------------------------------------------------------------

THREE = (badge("a", place={"x": -70, "y": 5}), badge("b", place={"x": 3, "y": -4}), badge("c", place={"x": 61, "y": 9}))


def where(after: Piece, axis: str) -> list[float]:
    return [float(getattr(i.place, axis)) for i in after.object.items]  # type: ignore[union-attr]


def arranged(how: str, *names: str, held: tuple[dict[str, Any], ...] = THREE, **more: Any) -> Piece:
    return apply_edits(laid(*held, **more), [ArrangeItems(how=how, items=list(names))], HOUSE_SHOP)


@pytest.mark.parametrize(
    ("how", "axis", "places"),
    [
        ("align_left", "x", [-70, -70, -70]),
        ("align_right", "x", [61, 61, 61]),
        ("align_centre", "x", [-4.5, -4.5, -4.5]),
        ("align_top", "y", [-4, -4, -4]),
        ("align_bottom", "y", [9, 9, 9]),
        ("align_middle", "y", [2.5, 2.5, 2.5]),
        ("equal_width", "x", [-70, -4.5, 61]),
        ("gap_width", "x", [-56.5, -4.5, 47.5]),
        ("mirror_width", "x", [61, -12, -70]),
        ("mirror_height", "y", [0, 9, -4]),
    ],
)
def test_an_arranging_action(how: str, axis: str, places: list[float]) -> None:
    """Badges of 32: middles −70, 3, 61 lie 41 and 26 apart edge to edge; equal gaps put the middle one at −4.5."""
    assert where(arranged(how), axis) == places


def test_equal_gaps_need_three_and_alignment_two() -> None:
    with pytest.raises(Refused, match="too few"):
        arranged("equal_width", "a", "b")
    with pytest.raises(Refused, match="too few"):
        arranged("align_left", "a")
    with pytest.raises(Refused, match="not in this piece"):
        arranged("align_left", "a", "nobody")
    with pytest.raises(Refused, match="not known"):
        arranged("stack")


def test_a_group_moves_together_and_a_template_is_taken_in_hand() -> None:
    grouped = arranged("group", "a", "b")
    moved = apply_edits(grouped, [MoveItems(items=["a"], right=10, down=-3, unit="mm")], HOUSE_SHOP)
    assert where(moved, "x") == [-60, 13, 61] and where(moved, "y") == [2, -7, 9]
    row = laid(*(badge(k) for k in "abc"), layout={"how": "row", "gap": 28})
    after = apply_edits(row, [MoveItems(items=["b"], down=5, unit="mm")], HOUSE_SHOP)
    assert after.display.layout.how == "free" and where(after, "x") == [-60, 0, 60] and where(after, "y") == [0, 5, 0]  # type: ignore[union-attr]
    typed = apply_edits(row, [TypeIn(pointer="/object/items/1/place/y", text="5", unit="mm")], HOUSE_SHOP)
    assert where(typed, "y") == [0, 5, 0] and where(typed, "x") == [-60, 0, 60]


def test_a_drag_is_drawn_to_equal_gaps_and_to_lines() -> None:
    """a and b leave 28 between; c dragged to 27 or 29.5 away from b is drawn to 28, and to their line."""
    held = (badge("a", place={"x": -60}), badge("b"), badge("c", place={"x": 100, "y": 30}))
    for right in (-41, -39):
        after = apply_edits(laid(*held), [MoveItems(items=["c"], right=right, down=-29, unit="mm", snap=True)], HOUSE_SHOP)
        assert where(after, "x")[2] == 60 and where(after, "y")[2] == 0
    free = apply_edits(laid(*held), [MoveItems(items=["c"], right=-41, down=-29, unit="mm")], HOUSE_SHOP)
    assert where(free, "x")[2] == 59 and where(free, "y")[2] == 1


def test_nudges_are_a_millimetre_or_a_sixteenth() -> None:
    start = laid(*THREE)
    for unit, coarse, by in (("mm", False, 1), ("mm", True, 10), ("in", False, 25.4 / 16), ("in", True, 12.7)):
        after = apply_edits(start, [MoveItems(items=["a"], right=1, unit=unit, coarse=coarse)], HOUSE_SHOP)  # type: ignore[arg-type]
        assert where(after, "x")[0] == pytest.approx(-70 + by, abs=0.0005)


@settings(max_examples=60)
@given(st.lists(st.tuples(st.integers(10, 90), st.integers(10, 90)), min_size=1, max_size=12), st.integers(0, 20), st.booleans())
def test_the_smallest_box_holds_all_of_them_apart(sizes: list[tuple[int, int]], gap: int, turn: bool) -> None:
    exact = [(Fraction(w), Fraction(h)) for w, h in sizes]
    found = smallest_box(exact, Fraction(gap), turn)
    placed = []
    for (w, h), (x, y, turned) in zip(sizes, found.at, strict=True):
        a, b = (h, w) if turned else (w, h)
        assert not turned or turn
        placed.append(rectangle(float(x), float(y), float(x) + a, float(y) + b))
    whole = rectangle(0, 0, float(found.width), float(found.height))
    for p in placed:
        assert whole.covers(p)
    for p, q in combinations(placed, 2):
        across = max(q.bounds[0] - p.bounds[2], p.bounds[0] - q.bounds[2])
        down = max(q.bounds[1] - p.bounds[3], p.bounds[1] - q.bounds[3])
        assert max(across, down) >= gap - 0.002
    fitting = fits_box(exact, Fraction(gap), (found.width, found.height), turn)
    assert fitting is None or (fitting.width <= found.width and fitting.height <= found.height)


def test_nine_squares_pack_three_by_three() -> None:
    """Nine of 30 with 10 between: 3 × 30 + 2 × 10 both ways, no smaller box can hold them in rows."""
    found = smallest_box([(Fraction(30), Fraction(30))] * 9, Fraction(10))
    assert found.width == found.height == 3 * 30 + 2 * 10


def test_the_smallest_box_is_laid_from_the_toolbar() -> None:
    after = arranged("smallest")
    done = plan(after, HOUSE_SHOP)
    assert not [k for k in keys(done) if k.startswith(("overlap", "near"))]
    assert mm(done, "items.width") == mm(done, "items.height") == 2 * 32 + 20, "two and one: a row of three would be a shelf"


@pytest.mark.parametrize("turn", [10, 33, 60, 135])
def test_a_turned_ellipse_reaches_as_far_as_an_ellipse_does(turn: int) -> None:
    """√((w cos)² + (h sin)²) over all, the textbook extent of an ellipse, and no less: its corners as a polygon fell short of it."""
    held = item("a", "keepsake", 400, 90, shape="ellipse", place={"turn": turn})
    done, c, s = plan(laid(held), HOUSE_SHOP), math.cos(math.radians(turn)), math.sin(math.radians(turn))
    assert mm(done, "items.width") == pytest.approx(math.hypot(400 * c, 90 * s), abs=0.001)
    assert mm(done, "items.height") == pytest.approx(math.hypot(400 * s, 90 * c), abs=0.001)


@pytest.mark.parametrize("turns", [(45, -135), (-135, 45)])
@pytest.mark.parametrize("columns", [1, 2])
def test_a_grid_of_outlines_turned_against_each_other_keeps_its_gap(turns: tuple[int, int], columns: int) -> None:
    """A triangle’s corner turned down reaches 42 below its middle and nothing above: Shapely measures what is between."""
    corner = [[-30, -30], [30, -30], [-30, 30]]
    held = [
        item(k, "keepsake", 60, 60, shape="outline", outline=corner, place={"turn": t}) for k, t in zip("ab", turns, strict=True)
    ]
    done = plan(laid(*held, layout={"how": "grid", "gap": 10, "columns": columns}), HOUSE_SHOP)
    a, b = (
        outline_of(one | {"place": one["place"] | {k: mm(done, f"item.{one['key']}.{k}") for k in "xy"}}, 60, 60) for one in held
    )
    axis = 0 if columns == 2 else 1
    assert b.bounds[axis] - a.bounds[axis + 2] >= 10 - 0.01
    assert not [k for k in keys(done) if k.startswith("overlap")]


# -- adding and taking out -----------------------------------------------------------------------------------------------


def test_a_thing_is_added_with_what_is_usual_for_it() -> None:
    added = apply_edits(
        laid(badge("a")), [AddItem(kind="pastel", name="Sprint", sizes={"width": "12 in", "height": "200"}, unit="mm")], HOUSE_SHOP
    )
    new = added.object.items[-1]  # type: ignore[union-attr]
    assert new.key == "pastel1" and "loose_pigment" in new.traits and float(new.front) == 0.5
    assert new.width.middle[0].typed == "12 in" and new.width.middle[0].mm * 10 == 3048
    assert not [k for k in keys(plan(added, HOUSE_SHOP)) if k.startswith("overlap")], "beside the others"


def test_several_alike_are_added_at_once_and_numbered() -> None:
    two = AddItem(kind="photograph", name="", sizes={"width": "150 x 200"}, unit="mm", count=2)
    added = apply_edits(laid(badge("a")), [two, two.model_copy(update={"count": 1})], HOUSE_SHOP)
    new = added.object.items[1:]  # type: ignore[union-attr]
    assert [i.name for i in new] == ["Photograph 1", "Photograph 2", "Photograph"]
    assert {(i.width.middle[0].mm, i.height.centre[0].mm) for i in new} == {(150, 200)} and len({i.key for i in new}) == 3
    assert not [k for k in keys(plan(added, HOUSE_SHOP)) if k.startswith("overlap")], "beside one another"


def test_both_sizes_of_an_opening_or_a_crest_are_typed_in_one() -> None:
    shirt = laid(item("shirt", "garment", 500, 700, folding={"opening_width": 300, "opening_height": 400}))
    typed = [
        TypeIn(pointer=f"/object/items/0/folding/{whose}_width", text=text, unit="mm")
        for whose, text in (("opening", "360 x 440"), ("crest", "190 × 230"))
    ]
    folding = apply_edits(shirt, typed, HOUSE_SHOP).object.items[0].folding  # type: ignore[union-attr]
    assert (folding.opening_width, folding.opening_height, folding.crest_width, folding.crest_height) == (360, 440, 190, 230)


def test_what_is_wrong_with_a_new_thing_is_told_field_by_field() -> None:
    with pytest.raises(Refused) as refused:
        apply_edits(
            laid(badge("a")),
            [AddItem(kind="badge", name=" ", sizes={"width": "x", "height": "-3", "front": "9 m"}, unit="mm")],
            HOUSE_SHOP,
        )
    assert {f.pointer for f in refused.value.faults} == {"/sizes/width", "/sizes/height", "/sizes/front"}


def test_copies_are_told_apart_and_the_last_thing_stays() -> None:
    copied = apply_edits(laid(badge("a")), [CopyItems(items=["a"]), CopyItems(items=["a", "a1"])], HOUSE_SHOP)
    held = copied.object.items  # type: ignore[union-attr]
    assert [i.key for i in held] == ["a", "a1", "a2", "a3"] and len({i.name for i in held}) == 4
    fewer = apply_edits(copied, [RemoveItems(items=["a", "a2"])], HOUSE_SHOP)
    assert [i.key for i in fewer.object.items] == ["a1", "a3"]  # type: ignore[union-attr]
    with pytest.raises(Refused, match="one thing at least"):
        apply_edits(fewer, [RemoveItems(items=["a1", "a3"])], HOUSE_SHOP)


def test_a_thing_named_twice_is_taken_out_or_copied_once() -> None:
    """What follows it moves up into its place: it must not go too."""
    held = laid(*(badge(k) for k in "abcd"))
    fewer = apply_edits(held, [RemoveItems(items=["b", "b"])], HOUSE_SHOP)
    assert [i.key for i in fewer.object.items] == ["a", "c", "d"]  # type: ignore[union-attr]
    more = apply_edits(fewer, [CopyItems(items=["c", "c"])], HOUSE_SHOP)
    assert [i.key for i in more.object.items] == ["a", "c", "d", "c1"]  # type: ignore[union-attr]


@pytest.mark.parametrize("edit", [CopyItems(items=["a", "nobody"]), RemoveItems(items=["a", "nobody"])])
def test_a_thing_that_is_not_there_stops_the_whole_edit(edit: CopyItems | RemoveItems) -> None:
    held = laid(badge("a"), badge("b"))
    with pytest.raises(Refused, match="not in this piece") as refused:
        apply_edits(held, [edit], HOUSE_SHOP)
    assert refused.value.faults[0].value == "nobody"
    assert [i.key for i in held.object.items] == ["a", "b"]  # type: ignore[union-attr]


def test_a_copy_is_like_the_first_but_for_its_name_and_place() -> None:
    """Beside it by the gap of the layout: 32 wide with 12 between is 44 to the right."""
    held = laid(badge("a", place={"x": -10, "y": 4, "turn": 30}), layout={"how": "free", "gap": 12})
    after = apply_edits(held, [CopyItems(items=["a"])], HOUSE_SHOP)
    one, other = (i.model_dump(exclude={"key", "name", "place"}) for i in after.object.items)  # type: ignore[union-attr]
    assert one == other
    place = after.object.items[1].place  # type: ignore[union-attr]
    assert (float(place.x), float(place.y), float(place.turn)) == (-10 + 32 + 12, 4, 30)


def test_sixty_things_are_enough_for_one_box() -> None:
    full = laid(*(badge(f"b{i}") for i in range(60)), layout={"how": "grid"})
    with pytest.raises(Refused, match="too many") as refused:
        apply_edits(full, [CopyItems(items=["b1"])], HOUSE_SHOP)
    assert refused.value.faults[0].accepted == "up to 60"


def test_an_outline_brings_its_sizes() -> None:
    """Points from a photograph: about their own middle, the sizes read off them; taken away it is a rectangle again."""
    points: list[Any] = [(10, 10), (64, 10), (64, 50), (37, 75), (10, 50)]
    after = apply_edits(laid(badge("a")), [TakeOutline(item="a", points=points)], HOUSE_SHOP)
    held = after.object.items[0]  # type: ignore[union-attr]
    assert held.shape == "outline" and held.width.middle[0].mm == 54 and held.height.centre[0].mm == 65
    assert tuple(map(float, held.outline[0])) == (-27, -32.5)
    away = apply_edits(after, [TakeOutline(item="a", points=[])], HOUSE_SHOP)
    assert away.object.items[0].shape == "rectangle"  # type: ignore[union-attr]
    with pytest.raises(Refused, match="too small"):
        apply_edits(laid(badge("a")), [TakeOutline(item="a", points=[(0, 0), (1, 0), (1, 1)])], HOUSE_SHOP)


def test_a_thing_for_a_bought_box_is_offered_boxes_that_take_it() -> None:
    start = piece(things(item("a", "keepsake", 150, 150)), shown(frame=frame((140,), (140,), rabbet_depth=44, moulding_depth=50)))
    ready = next(i for i in plan(start, HOUSE_SHOP).stages[1].inputs if i.kind == "choice" and i.key == "ready")
    assert ready.options[0].label[0] in ("Box frame 230 × 230", "Box frame 250 × 250")


def test_of_unequal_things_lower_edges_and_right_edges_are_drawn_into_line() -> None:
    """c is taller and wider than b: only its lower, or only its right, edge is near b’s, and that is drawn to it."""
    free = laid(badge("b"), item("c", "badge", 60, 60, front=3, place={"x": 100, "y": 30}))
    below = apply_edits(free, [MoveItems(items=["c"], right=100, down=-45, unit="mm", snap=True)], HOUSE_SHOP)
    assert where(below, "y")[1] == pytest.approx(16 - 30, abs=0.001)
    beside = apply_edits(free, [MoveItems(items=["c"], right=-113, down=200, unit="mm", snap=True)], HOUSE_SHOP)
    assert where(beside, "x")[1] == pytest.approx(16 - 30, abs=0.001)
