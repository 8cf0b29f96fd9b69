"""What holds of every plan, whatever is measured and however it is shown."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LinearRing, LineString, Point, Polygon

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece, document_of, load_piece
from shadbo.core.planning.edits import Choose, TakeWayOut, apply_edits
from shadbo.core.planning.plan import PLAN_JSON, Plan, book_of, plan
from shadbo.core.quantity.fields import Refused
from shadbo.core.quantity.figures import open_count, open_figure
from shadbo.core.quantity.slips import diagnose
from shadbo.core.quantity.sources import source
from shadbo.demo import demo_pieces
from tests.core.things import canvas, flat, frame, item, made, mm, piece, rolled, things, worked

SIZES = st.integers(120, 1900)
OFF = st.lists(st.integers(-30, 30).map(lambda t: t / 10), min_size=3, max_size=3)


@st.composite
def pieces(draw: Any) -> Piece:
    """A piece of any kind, out of true by up to 3 mm, shown in any way it can be."""
    w, h = draw(SIZES), draw(SIZES)
    widths, heights = (tuple(str(size + o) for o in draw(OFF)) for size in (w, h))
    depth = draw(st.integers(8, 60))
    ready = frame(
        (w + 4, w + 5, w + 4),
        (h + 4, h + 4, h + 5),
        rabbet_depth=draw(st.integers(8, 50)),
        moulding_depth=60,
        glazing_thickness=2,
        board=3,
    )
    profile = made(draw(st.sampled_from([m.key for m in HOUSE_SHOP.rabbet_mouldings])))
    either = draw(st.sampled_from([ready, profile]))
    kind = draw(st.sampled_from(["floater", "lipped", "deep_ready_made", "rolled", "to_make", "on_board"]))
    if kind == "rolled":
        thing = rolled(widths[0], heights[0], wrap_printed=draw(st.integers(0, 50)), spare=draw(st.integers(0, 80)))
        return piece(thing, {"type": "stretcher", "bar": draw(st.sampled_from([b.key for b in HOUSE_SHOP.bars]))})
    if kind == "to_make":
        return piece(
            {"type": "canvas_to_make", "width": w, "height": h},
            {"type": "stretcher", "bar": "pine-38x45", "wrap": draw(st.sampled_from(["mirrored", "stretched", "flat", "none"]))},
        )
    if kind == "on_board":
        return piece(
            flat(widths, heights), {"type": "on_board", "frame": either, "edge": draw(st.sampled_from(["shown", "backing", "mat"]))}
        )
    displays = {
        "floater": {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}},
        "lipped": {"type": "lipped", "frame": either},
        "deep_ready_made": {"type": "deep_ready_made", "frame": ready},
    }
    return piece(canvas(widths, heights, depth), displays[kind])


KINDS_DRAWN = ("badge", "medal", "garment", "photograph", "name_plate", "puzzle", "needlework", "pastel", "watch", "keepsake")
SHIELD = [[-20, -20], [0, -26], [20, -20], [16, 8], [0, 24], [-16, 8]]


@st.composite
def boxes(draw: Any) -> Piece:
    """Things of every kind in a box of every display, made or bought, laid by a template or anyhow."""
    count = draw(st.integers(1, 5))
    held = []
    for i in range(count):
        kind = draw(st.sampled_from(KINDS_DRAWN))
        shape = draw(st.sampled_from(["rectangle", "circle", "ellipse", "outline"]))
        more: dict[str, Any] = {
            "shape": shape,
            "outline": SHIELD if shape == "outline" else [],
            "front": draw(st.integers(0, 40)),
            "behind": draw(st.integers(0, 15)),
            "place": {
                "x": draw(st.integers(-200, 200)),
                "y": draw(st.integers(-150, 150)),
                "turn": draw(st.sampled_from([0, 0, 15, 90, -30, 180])),
            },
            "anchors": [
                {
                    "how": draw(st.sampled_from(["hole", "slit", "stitch"])),
                    "x": draw(st.integers(-9, 9)),
                    "y": draw(st.integers(-9, 9)),
                }
            ],
            "window": draw(
                st.sampled_from(
                    [
                        None,
                        {"how": "overlap", "by": 3},
                        {"how": "float", "by": 8, "shape": "oval"},
                        {"how": "overlap", "by": 5, "shape": "circle"},
                    ]
                )
            ),
        }
        if kind == "garment":
            more["folding"] = {
                "opening_width": draw(st.integers(60, 400)),
                "opening_height": draw(st.integers(60, 400)),
                "border": draw(st.integers(0, 25)),
                "crest_down": draw(st.integers(0, 300)),
                "crest_width": draw(st.integers(0, 200)),
                "crest_height": draw(st.integers(0, 200)),
                "crest_across": draw(st.integers(-60, 60)),
            }
        if kind == "needlework":
            more["stitching"] = {"border": draw(st.integers(0, 40)), "cloth": draw(st.integers(0, 90))}
        held.append(item(f"i{i}", kind, draw(st.integers(20, 300)), draw(st.integers(20, 300)), **more))
    bought = frame(
        (draw(st.integers(120, 600)),),
        (draw(st.integers(120, 600)),),
        rabbet_depth=draw(st.integers(8, 60)),
        moulding_depth=66,
        glazing_thickness=draw(st.sampled_from([0, 2])),
        board=draw(st.sampled_from([0, 3])),
        turned=draw(st.booleans()),
    )
    display: dict[str, Any] = {
        "type": draw(st.sampled_from(["direct", "spaced", "shadow_box", "matted_box"])),
        "frame": draw(st.sampled_from([bought, made(draw(st.sampled_from([m.key for m in HOUSE_SHOP.rabbet_mouldings])))])),
        "size": draw(st.sampled_from(["fitted", "given"])),
        "edges": draw(st.sampled_from(["bordered", "bordered", "lapped"])),
        "border": draw(st.integers(0, 80)),
        "weighting": draw(st.sampled_from(["equal", "bottom"])),
        "layout": {
            "how": draw(st.sampled_from(["free", "one", "row", "row_below", "flanked", "grid"])),
            "gap": draw(st.integers(0, 60)),
        },
        "glazing": draw(st.sampled_from(["glass", "acrylic", "coated", "none"])),
        "spacer": draw(st.sampled_from([None, 0, 3, 10, 40])),
        "fillers": draw(st.sampled_from([[], [3], [10, 2]])),
        "inner": draw(st.sampled_from(["whole", "cut_down"])),
        "closing": draw(st.sampled_from(["points", "strainer", "clips"])),
        "clip": draw(st.sampled_from([None, 6])),
        "build_up": draw(st.sampled_from([0, 0, 9])),
        "looking": {"aside": draw(st.integers(-900, 900)), "lamp": draw(st.sampled_from([20, 60]))},
        "cut": {"way": draw(st.sampled_from(["most", "across", "down"])), "at": draw(st.integers(-100, 100))},
        "mats": {"count": draw(st.sampled_from([1, 2]))},
    }
    return piece(things(*held), display)


FLOORS = st.sampled_from(
    [
        {"kind": "glass", "thickness": 2},
        {"kind": "board", "thickness": 4, "text": "ODE 1"},
        {"kind": "board", "shoulder": 9, "room": 30},
    ]
)


@st.composite
def others(draw: Any) -> Piece:
    """Flat work, cloth and things in the ways of showing that are no box: by glue, magnets, rods, panes and floors."""
    w, h = draw(st.integers(25, 1600)), draw(st.integers(25, 1600))
    sheet = flat(
        (w, w + draw(st.integers(-3, 3)), w),
        (h,),
        material=draw(st.sampled_from(["paper", "puzzle", "plant", "photograph", "cloth"])),
        traits=draw(st.sampled_from([[], ["irreplaceable"], ["loose_pigment"]])),
    )
    either = draw(
        st.sampled_from(
            [
                made("oak-lip-25x30"),
                frame((draw(st.integers(60, 1500)),), (draw(st.integers(60, 1500)),), glazing_thickness=2, board=3),
            ]
        )
    )
    kind = draw(st.sampled_from(["hanger_bars", "panel", "see_through", "sash", "suspended", "layered_box"]))
    few = [
        item(
            f"i{i}",
            draw(st.sampled_from(["tool", "flag", "figure", "keepsake"])),
            draw(st.integers(10, 500)),
            draw(st.integers(10, 500)),
            front=draw(st.integers(0, 120)),
            shape=draw(st.sampled_from(["rectangle", "circle", "ellipse"])),
            weight=draw(st.sampled_from([None, 0.1, 30])),
            place={"x": draw(st.integers(-200, 200)), "turn": draw(st.sampled_from([0, 30]))},
        )
        for i in range(draw(st.integers(1, 4)))
    ]
    displays: dict[str, dict[str, Any]] = {
        "hanger_bars": {
            "grip": draw(st.sampled_from(["magnets", "screws"])),
            "margin": draw(st.integers(0, 12)),
            "keep": draw(st.sampled_from([None, 0, 5])),
            "over": draw(st.integers(0, 20)),
            "curl": draw(st.sampled_from(["flat", "strong"])),
            "lower": draw(st.sampled_from(["bar", "none"])),
        },
        "panel": {
            "inset": draw(st.integers(0, 20)),
            "sheet_width": draw(st.integers(100, 900)),
            "tape": draw(st.integers(3, 60)),
            "bond": draw(st.sampled_from(["glue", "spray", "tape"])),
            "wall": draw(st.sampled_from(["hook_and_loop", "ledge"])),
        },
        "see_through": {
            "frame": either,
            "border": draw(st.integers(0, 90)),
            "sheets": draw(st.sampled_from([1, 2])),
            "tape": draw(st.sampled_from(["top", "none"])),
            "glazing": draw(st.sampled_from(["glass", "acrylic"])),
            "pressed": draw(st.booleans()),
        },
        "sash": {
            "across": draw(st.integers(1, 3)),
            "down": draw(st.integers(1, 2)),
            "pane_width": draw(st.integers(60, 900)),
            "pane_height": draw(st.integers(60, 900)),
            "stile": draw(st.integers(20, 90)),
            "rebate": draw(st.integers(3, 30)),
            "cover_by": draw(st.integers(5, 40)),
            "strips": draw(st.integers(0, 6)),
            "flag": draw(st.sampled_from(["none", "united_states", "other"])),
        },
        "suspended": {
            "moulding": "oak-20x50",
            "rods": draw(st.sampled_from(["two_across", "two_down", "three", "four", "wires"])),
            "aim": draw(st.sampled_from(["straight", "middle"])),
            "diameter": draw(st.integers(2, 20)),
            "into": draw(st.sampled_from(["drilled", "existing", "clamp"])),
            "stuff": draw(st.sampled_from(["hardwood", "steel"])),
        },
        "layered_box": {
            "floors": [*draw(st.lists(FLOORS, min_size=1, max_size=5)), {"kind": "back"}],
            "wall": draw(st.integers(12, 60)),
            "lamp": draw(st.sampled_from([None, {}])),
            "layout": {"how": draw(st.sampled_from(["free", "row", "grid"]))},
        },
    }
    flat_ones = ("hanger_bars", "panel", "see_through")
    return piece(sheet if kind in flat_ones else things(*few), {"type": kind, **displays[kind]})


@st.composite
def finished(draw: Any) -> Piece:
    """Any piece, held, hung and put into a room anyhow."""
    given_ = draw(st.one_of(pieces(), boxes(), boxes(), others(), others()))
    beside = [
        {"name": f"b{i}", "width": draw(st.integers(60, 900)), "height": draw(st.integers(60, 900))}
        for i in range(draw(st.integers(0, 3)))
    ]
    hang = {
        "how": draw(st.sampled_from(["auto", "one", "wire", "rings", "cleat"])),
        "slack": draw(st.sampled_from([None, 3, 60, 400])),
        "down": draw(st.sampled_from([None, 20, 300])),
        "inset": draw(st.sampled_from([None, 4, 60])),
        "ring": draw(st.sampled_from([None, 5])),
        "wire": draw(st.sampled_from([None, 10])),
        "joint": draw(st.sampled_from(["auto", "glue", "biscuit_20", "dowel"])),
        "strainer": draw(st.booleans()),
        "wall": {
            "width": draw(st.integers(300, 4000)),
            "gap": draw(st.integers(0, 300)),
            "columns": draw(st.integers(0, 3)),
            "beside": beside,
            "furniture": draw(st.sampled_from([0, 900])),
            "middle": draw(st.sampled_from([None, 100])),
        },
    }
    room = {
        "kind": draw(st.sampled_from(["living", "child", "bath"])),
        "lux": draw(st.sampled_from([None, 50, 2000])),
        "winter_rh": draw(st.sampled_from([10, 35])),
        "summer_c": draw(st.sampled_from([20, 45])),
        "summer_rh": draw(st.sampled_from([65, 95])),
    }
    hold = {
        "cloth": draw(st.sampled_from(["came", "steamed", "damped", "pressed"])),
        "padded": draw(st.booleans()),
        "touching": draw(st.sampled_from([[], ["pvc", "masking_tape"]])),
    }
    practice = draw(st.sampled_from(["conservation", "decorative", "thrifty"]))
    return load_piece(document_of(given_) | {"hang": hang, "room": room, "hold": hold, "practice": practice})


ANY = finished()


@settings(max_examples=140)
@given(ANY)
def test_any_piece_is_planned_drawn_and_explained(given_: Piece) -> None:
    """A plan that contradicts itself raises; every stop has a way out; the same piece gives the same plan."""
    done = plan(given_, HOUSE_SHOP)
    assert PLAN_JSON.dump_json(done) == PLAN_JSON.dump_json(plan(given_, HOUSE_SHOP))
    # What harms the thing as it is shown is mended by showing it otherwise, which is looked for when somebody looks.
    assert not [c.key for c in done.stops if not c.ways and c.key != "display.harms"], "every stop has a way out"
    assert done.views and done.steps and (done.cuts or done.to_get) and done.size
    for view in done.views:
        assert view.width > 0 and view.height > 0
        for shape in view.shapes:
            assert all(abs(c) < 20_000 for point in shape.points for c in point)


@settings(max_examples=9)
@given(ANY)
def test_every_way_out_and_every_choice_can_be_taken(given_: Piece) -> None:
    done = plan(given_, HOUSE_SHOP)
    for check in done.checks:
        for i in range(len(check.ways)):
            plan(apply_edits(given_, [TakeWayOut(check=check.key, index=i)], HOUSE_SHOP), HOUSE_SHOP)
    for stage in done.stages:
        for asked in stage.inputs:
            # What is said of parts in their rows is tried by itself (test_saying.py).
            if asked.kind == "choice" and not asked.row:
                # Of long menus the first and the last stand for the rest.
                few = asked.options if len(asked.options) <= 5 else (asked.options[0], asked.options[-1])
                for option in few:
                    try:
                        after = apply_edits(given_, [Choose(choice=asked.key, option=option.key)], HOUSE_SHOP)
                    except Refused:
                        pytest.fail(f"{asked.key}: {option.key} is offered and refused")
                    plan(after, HOUSE_SHOP)


@pytest.mark.parametrize("given_", demo_pieces(), ids=lambda p: p.name)
def test_every_figure_opens_and_agrees_with_itself(given_: Piece) -> None:
    book = book_of(given_, HOUSE_SHOP)
    for dim in book.dims.values():
        opened = open_figure(dim, HOUSE_SHOP.showing)
        assert opened.figure.name == dim.name and opened.result is not None
        assert diagnose(dim, dim.value, book.dims, HOUSE_SHOP.showing.step("mm", dim.grain) / 2).agrees
    for worked_ in book.counts.values():
        assert open_count(worked_).working


# -- drawings against figures ---------------------------------------------------------------------------------------------


def polygon(done: Plan, view: str, part: str) -> Polygon:
    return Polygon(next(s for s in done.view(view).shapes if s.part == part and s.kind == "polygon").points)


@pytest.mark.parametrize("how", ["centred", "best", "hand"])
def test_the_borders_drawn_are_the_borders_said(how: str) -> None:
    """Shapely measures from the drawn corners and middles of the work to the sight edge."""
    placing = {"how": how, "dx": 2, "dy": -1, "turn": 3} if how == "hand" else {"how": how}
    done = worked(
        flat((812.5, 808.5, 810), (1180, 1179, 1183)), {"type": "on_board", "frame": made(), "border": 40, "placing": placing}
    )
    view = done.view("face")
    face = mm(done, "rail.face")
    work = polygon(done, "face", "work")
    sight = LinearRing(
        [(face, face), (view.width - face, face), (view.width - face, view.height - face), (face, view.height - face)]
    )
    left = min(work.exterior.coords, key=lambda p: p[0])
    least = min(
        mm(done, f"border.{e}.{s}")
        for e, ss in (
            ("left", ("top", "middle", "bottom")),
            ("right", ("top", "middle", "bottom")),
            ("top", ("left", "centre", "right")),
            ("bottom", ("left", "centre", "right")),
        )
        for s in ss
    )
    assert work.distance(sight) == pytest.approx(least, abs=0.06)
    assert Point(left).distance(sight) == pytest.approx(
        min(mm(done, f"border.left.{s}") for s in ("top", "middle", "bottom")), abs=0.06
    )


def test_front_and_back_of_a_lipped_frame_are_of_one_size() -> None:
    done = worked(canvas(600, 450, 30), {"type": "lipped", "frame": made()})
    for view in (done.view("face"), done.view("back")):
        assert (view.width, view.height) == (mm(done, "frame.outside.width"), mm(done, "frame.outside.height"))
    clips = [s for s in done.view("back").shapes if s.part.startswith("clip.")]
    assert len(clips) == done.figures["clip.count"].count
    assert {round(s.points[0][0], 2) for s in clips if s.part == "clip.across.1"} == {round(mm(done, "clip.across.1"), 2)}


def test_a_section_stacks_its_layers_as_thick_as_they_are() -> None:
    box = frame((202, 202, 202), (202, 202, 202), lip=5, rabbet_depth=44, face=29, moulding_depth=50, glazing_thickness=2, board=3)
    done = worked(canvas(200, 200, 18), {"type": "deep_ready_made", "frame": box})
    section = done.view("section")
    boxes = {s.part: Polygon(s.points).bounds for s in section.shapes if s.kind == "polygon"}
    below = 50 - 44
    for part, thick in (("card", 2), ("bar", 18), ("board", 3), ("fill", 18)):
        assert boxes[part][1] == pytest.approx(below) and boxes[part][3] - boxes[part][1] == pytest.approx(thick)
        below += thick
    assert below == 50 - 3, "the tabs' 3 mm are left free"
    assert boxes["packing"][2] - boxes["packing"][0] == pytest.approx(1)


def test_the_canvas_laid_flat_has_its_folds_where_the_bar_is() -> None:
    done = worked({"type": "canvas_to_make", "width": 600, "height": 900}, {"type": "stretcher", "bar": "pine-38x45", "turn": 45})
    face, back = polygon(done, "wrap", "canvas").bounds, polygon(done, "wrap", "bar").bounds
    whole = done.view("wrap")
    assert (whole.width, whole.height) == (mm(done, "canvas.cut.width"), mm(done, "canvas.cut.height"))
    assert face[0] - back[0] == pytest.approx(38) and back[0] == pytest.approx(45)
    print_ = polygon(done, "wrap", "wrap").bounds
    assert print_[2] - print_[0] == pytest.approx(mm(done, "printed.width"))


def test_a_crooked_opening_is_drawn_as_it_was_read() -> None:
    """Rabbet 610, 612, 614 down the side, lip 6: what shows is 598, 600, 602 wide at those places."""
    done = worked(flat((500, 500, 500), (700, 700, 700)), {"type": "on_board", "frame": frame((610, 612, 614), (810, 810, 810))})
    opening = polygon(done, "face", "board")
    low, high = opening.bounds[1], opening.bounds[3]
    for share, wide in ((0.0005, 598), (0.5, 600), (0.9995, 602)):
        y = low + (high - low) * share
        cut = opening.intersection(LineString([(-50, y), (900, y)]))
        assert cut.length == pytest.approx(wide, abs=0.02)


@pytest.mark.parametrize("given_", demo_pieces(), ids=lambda p: p.name)
def test_every_length_goes_back_to_a_source_and_every_count_to_its_working(given_: Piece) -> None:
    """Whatever a figure hangs on names where it is from; what the trade or the shop lays down is never said to be chosen."""
    book = book_of(given_, HOUSE_SHOP)
    for name, dim in book.dims.items():
        for _, one in dim.slopes.values():
            assert one.leaf is not None and source(one.leaf.source).text, (name, one.label)
            assert one.leaf.origin != "rule" or one.leaf.source not in ("choice", "tape"), (name, one.label)
    for name, count in book.counts.items():
        assert count.working and all(line for line in count.working), name
