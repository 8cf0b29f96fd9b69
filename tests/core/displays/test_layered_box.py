"""A layered box by hand: floors that re-add, rebates, the re-measure gate, the lamp room; letters that stay in one piece."""

from __future__ import annotations

from math import ceil
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, box
from shapely.ops import unary_union

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.framing.letters import GLYPHS, cut_out
from shadbo.core.planning.edits import Act, TypeIn, Write, apply_edits
from shadbo.core.planning.plan import plan
from tests.core.displays.pieces import BACK, BOARD, GLASS, MODEL, layered
from tests.core.mending import fires_and_is_mended
from tests.core.things import item, keys, mm, piece, things, worked

FIGURE = things(item("m", "figure", 236, 148, front=62))


def test_the_whole_thickness_first() -> None:
    done = worked(FIGURE, layered(wall=26, front=7, border=46, clearance=8, lamp={"depth": 40}))
    assert mm(done, "box.outer") == 7 + 2 + (62 + 8) + 4 + 40 + 4
    assert mm(done, "frame.outside.width") == 236 + 2 * 46 + 2 * 26
    rebates = [(mm(done, f"floor.{i}.steps"), mm(done, f"floor.{i}.depth")) for i in range(3)]
    assert rebates == [(5, 127 - 7), (10, 4 + 40 + 4), (15, 4)]
    assert mm(done, "wall.left") == 26 - 15
    assert mm(done, "floor.1.width") == 236 + 92 + 2 * 10 - 2


def test_what_was_read_after_the_glue_up_takes_the_place_of_the_plan() -> None:
    """The glass is cut to 337.4 less 2 where 338 was planned; the void follows the depths as built."""
    begun = piece(FIGURE, layered(wall=26, front=7, border=46, clearance=8, lamp={"depth": 40}))
    typed = {"built_width": "337.4", "built_height": "249", "built_depth": "119"}
    read = apply_edits(begun, [TypeIn(pointer=f"/display/floors/0/{k}", text=v, unit="mm") for k, v in typed.items()], HOUSE_SHOP)
    done = plan(read, HOUSE_SHOP)
    assert mm(done, "floor.0.width") == pytest.approx(335.4) and mm(done, "floor.0.height") == 247
    assert mm(done, "floor.0.room") == 119 - 2 - 48
    assert "room.0" in keys(done, "stop"), "69 where 70 is needed"
    unread = next(c for c in done.checks if c.key == "rebates.unread")
    assert "board, back" in "".join(b for b in unread.say if isinstance(b, str))


@settings(max_examples=40)
@given(
    st.lists(
        st.tuples(
            st.sampled_from(["glass", "board"]), st.integers(2, 8), st.integers(4, 6), st.one_of(st.none(), st.integers(0, 80))
        ),
        min_size=1,
        max_size=5,
    ),
    st.integers(4, 20),
    st.integers(10, 120),
    st.booleans(),
)
def test_floors_re_add_however_many(floors: list[tuple[str, int, int, int | None]], front: int, tall: int, lamp: bool) -> None:
    """A plan that does not re-add raises; here it is added up once more from the figures it shows."""
    made_ = [{"kind": k, "thickness": t, "shoulder": s, "room": r} for k, t, s, r in floors]
    thing = things(item("m", "figure", 236, 148, front=tall))
    done = worked(thing, layered(*made_, BACK, wall=60, front=front, lamp={} if lamp else None))
    total = front + sum(f["thickness"] for f in made_) + 4  # type: ignore[misc]
    total += sum(mm(done, f"floor.{i}.room") for i in range(len(made_)))
    assert mm(done, "box.outer") == pytest.approx(total)
    assert mm(done, "wall.left") + sum(s for _, _, s, _ in floors) + 5 == 60


def test_the_tallest_makes_the_void_on_its_own_floor() -> None:
    two = things(item("a", "figure", 100, 100, front=30), item("b", "figure", 100, 100, front=55, place={"x": 150}))
    done = worked(two, layered(GLASS, BOARD, BOARD, BACK, standing=[{"item": "b", "floor": 1}]))
    assert mm(done, "floor.0.room") == 55 + 6, "glass before it: the clearance chosen"
    assert mm(done, "floor.1.room") == 30 + 3, "a board before it: 3 mm of air"


def test_rows_of_strip_no_further_apart_than_the_room_is_deep() -> None:
    done = worked(FIGURE, layered(GLASS, BOARD | {"text": "ODE"}, BACK, lamp={"depth": 40, "watts": 5}))
    high = 148 + 80 + 20
    rows = ceil(high / 40)
    assert (
        done.figures["lamp.rows"].count == rows
        and mm(done, "lamp.spacing") == pytest.approx(high / rows, abs=1e-3)
        and high / rows <= 40
    )
    row = 236 + 80 + 20 - 40
    assert mm(done, "lamp.strip") == rows * row
    assert done.figures["lamp.watts"].quantity.mm == f"{rows * row / 1000 * 5:.3g} W"  # type: ignore[union-attr]
    assert done.figures["lamp.holes"].count == max(4, 2 * ceil(ceil(rows * row / 1000 * 5 / 2.5) / 2))


def test_behind_the_letters_alone_there_are_fewer_rows_and_fewer_watts() -> None:
    """Letters of 60, a room 40 deep: lit over 60 + 40, so ⌈100 / 40⌉ rows; the outermost within half a spacing of the band."""
    box = layered(
        GLASS, BOARD | {"text": "ODE", "letters": 60, "below": 10}, BACK, lamp={"depth": 40, "watts": 5, "over": "letters"}
    )
    done, all_over = worked(FIGURE, box), worked(FIGURE, box | {"lamp": {"depth": 40, "watts": 5}})
    assert (
        mm(done, "lamp.lit") == 100
        and done.figures["lamp.rows"].count == 3
        and mm(done, "lamp.spacing") == pytest.approx(100 / 3, abs=1e-3)
    )
    assert (all_over.figures["lamp.rows"].count or 0) > 3 and mm(all_over, "lamp.strip") > mm(done, "lamp.strip")
    lines = sorted(s.points[0][1] for s in done.view("back").shapes if s.part == "lamp")
    assert mm(done, "lamp.first") == pytest.approx((148 + 80 + 20 - 100) / 2 + 10 + 100 / 6, abs=1e-3)
    assert len(lines) == 3 and lines[1] == pytest.approx(mm(done, "frame.outside.height") / 2 + 10, abs=0.01)
    assert not done.faults


def test_a_board_comes_in_and_goes_out_with_what_stands_on_it() -> None:
    begun = piece(FIGURE, layered())
    more = apply_edits(begun, [Act(action="floor.add")], HOUSE_SHOP)
    assert [f.kind for f in more.display.floors] == ["glass", "board", "board", "back"]  # type: ignore[union-attr]
    less = apply_edits(more, [Act(action="floor.1.out")], HOUSE_SHOP)
    assert [f.kind for f in less.display.floors] == ["glass", "board", "back"]  # type: ignore[union-attr]
    lettered = apply_edits(begun, [Write(pointer="/display/floors/1/text", text="ODE")], HOUSE_SHOP)
    assert [s for s in plan(lettered, HOUSE_SHOP).view("board_1").shapes if s.material == "slot"]


def test_an_outline_cut_out_of_a_board_is_on_its_template() -> None:
    hills = [[-60, 20], [-20, -20], [10, 0], [40, -18], [60, 20]]
    two = things(FIGURE["items"][0], item("hills", "keepsake", 120, 40, shape="outline", outline=hills, place={"y": -90}))
    done = worked(two, layered(GLASS, BOARD, BACK, standing=[{"item": "hills", "floor": 1, "how": "cut"}]))
    slots = [s for s in done.view("board_1").shapes if s.material == "slot"]
    assert len(slots) == 1 and Polygon(slots[0].points).area == pytest.approx(Polygon(hills).area, rel=1e-3)
    assert mm(done, "room.0.need") == 62 + 6, "what is cut out does not stand"


# -- letters -------------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("letter", [g for g in GLYPHS if g != " "])
def test_nothing_falls_out_of_any_letter(letter: str) -> None:
    """Shapely: what is left of the board is one piece, and between any two slots a bridge of 3 mm is left."""
    cut = cut_out(letter, 60, 6, 3)
    slots = [Polygon(s) for s in cut.slots]
    assert slots and all(s.is_valid for s in slots)
    board = box(-cut.width, -cut.height, cut.width, cut.height)
    left = board.difference(unary_union(slots))
    assert left.geom_type == "Polygon", "one piece"
    for i, a in enumerate(slots):
        for b in slots[i + 1 :]:
            assert a.distance(b) >= 3 - 0.15


@given(st.text(alphabet="ABDOPQR0689& ", min_size=1, max_size=12), st.integers(20, 200), st.integers(2, 5))
@settings(max_examples=30)
def test_a_line_of_letters_is_as_wide_and_high_as_it_says(text: str, high: int, tenth: int) -> None:
    cut = cut_out(text, high, high * tenth / 50, high / 25)
    for slot in cut.slots:
        x0, y0, x1, y1 = Polygon(slot).bounds
        assert x0 >= -cut.width / 2 - 0.5 and x1 <= cut.width / 2 + high / 5
        assert y0 >= -high / 2 - 0.5 and y1 <= high / 2 + high / 10


# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("rail.stock", "stop", things(item("m", "figure", 2340, 220, front=60)), layered()),
    ("room.0", "stop", MODEL, layered(GLASS | {"room": 50}, BOARD, BACK)),
    ("room.0", "stop", MODEL, layered(GLASS | {"built_depth": 116}, BOARD | {"built_depth": 50}, BACK)),
    ("wall.thin", "stop", MODEL, layered(wall=18)),
    ("lap.0", "stop", MODEL, layered(GLASS | {"shoulder": 3}, BOARD, BACK)),
    (
        "overlap.a.b",
        "stop",
        things(item("a", "figure", 100, 100, front=40), item("b", "figure", 100, 100, front=40, place={"x": 40})),
        layered(),
    ),
    ("text.wide.1", "stop", MODEL, layered(GLASS, BOARD | {"text": "A HUNDRED YEARS", "letters": 60}, BACK)),
    ("text.fat.1", "caution", MODEL, layered(GLASS, BOARD | {"text": "ODE", "letters": 30, "stroke": 8}, BACK)),
    ("text.bridge.1", "caution", MODEL, layered(GLASS, BOARD | {"text": "ODE", "bridge": 1}, BACK)),
    ("lamp.shallow", "caution", MODEL, layered(GLASS, BOARD | {"text": "ODE"}, BACK, lamp={"depth": 12})),
    ("lamp.dark", "caution", MODEL, layered(lamp={})),
    (
        "lamp.all",
        "note",
        MODEL,
        layered(GLASS, BOARD | {"text": "ODE", "letters": 40}, BACK, lamp={"depth": 290, "over": "letters"}),
    ),
    (
        "lamp.warm",
        "caution",
        things(item("m", "figure", 600, 700, front=60)),
        layered(GLASS, BOARD | {"text": "ODE"}, BACK, lamp={"watts": 10}),
    ),
    ("rebates.unread", "caution", MODEL, layered()),
    ("built.0", "note", MODEL, layered(GLASS | {"built_width": 252, "built_height": 310, "built_depth": 78}, BOARD, BACK)),
    ("built.lap.0.width", "stop", MODEL, layered(GLASS | {"built_width": 230}, BOARD, BACK)),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = [
    (
        MODEL,
        layered(
            GLASS | {"built_width": 250, "built_height": 310, "built_depth": 78},
            BOARD | {"built_width": 260, "built_height": 320, "built_depth": 8},
            BACK | {"built_width": 270, "built_height": 330, "built_depth": 4},
        ),
    )
]


def test_a_lamp_room_is_as_deep_as_lamp_or_thing_asks() -> None:
    """A thing of 40 in a lamp room of 30, 6 clear of the glass, asks for 46; one of 10 leaves the lamp its 30."""
    from json import loads
    from pathlib import Path

    from shadbo.core.document.piece import load_piece

    case = loads((Path(__file__).parents[2] / "cases" / "layered-lamp-things.json").read_text())
    for high, deep in ((40, 46), (10, 30)):
        for one in case["object"]["items"]:
            one["front"] = high
        case["display"]["lamp"]["depth"] = 30
        done = plan(load_piece(case), HOUSE_SHOP)
        needs = [float(f.mm) for n, f in done.figures.items() if n.startswith("room.") and n.endswith(".need") and f.mm]
        assert max(needs) == deep, (high, needs)


def test_a_box_ordered_by_its_size_over_all() -> None:
    """800 × 700 over all with walls of 24 shows 752 × 652; what it is too small for is said, with the least that holds it."""
    done = worked(MODEL, layered(wall=24, outside_width=800, outside_height=700))
    assert (mm(done, "frame.outside.width"), mm(done, "frame.outside.height")) == (800, 700)
    assert (mm(done, "frame.sight.width"), mm(done, "frame.sight.height")) == (800 - 2 * 24, 700 - 2 * 24)
    fires_and_is_mended(piece(MODEL, layered(wall=24, outside_width=100, outside_height=700)), "ordered.width", "stop")
