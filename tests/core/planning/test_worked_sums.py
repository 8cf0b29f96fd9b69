"""Sums of the trade worked by hand, as on scrap paper, beside what a plan makes of the same piece.

None of them repeats a line of the program: each is the drawing’s own geometry, a figure of the handbook, statics, or a nearby value
worked out anew (a slope must be what the figure moves by when its input is moved).
"""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece, document_of, load_piece
from shadbo.core.planning.plan import Plan, book_of, plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Book, open_figure
from shadbo.core.quantity.lengths import MM_PER_INCH, Shown
from shadbo.core.quantity.sums import Dim, Leaf
from shadbo.demo import demo_pieces
from tests.conftest import document

MakePiece = Callable[..., Piece]


def demo(display: str) -> dict[str, Any]:
    return document_of(next(p for p in demo_pieces() if p.display.type == display))


def book(piece: dict[str, Any] | Piece) -> Book:
    return book_of(piece if isinstance(piece, Piece) else load_piece(piece), HOUSE_SHOP)


def test_the_mean_of_readings_is_as_sure_as_a_mean_is() -> None:
    """Three readings of ± 0.5 mm: at worst all are off by that and so is their mean; likely by 0.5 ÷ √3 (GUM, 4.2.3: the mean of n
    independent readings is √n times as sure)."""
    mean = book(document((600, 601, 605)))["canvas.width.mean"]
    assert mean.value == 602
    assert mean.worst == Fraction(1, 2)
    assert float(mean.likely) == pytest.approx(0.5 / math.sqrt(3), abs=1e-5)


def test_a_reading_that_enters_twice_counts_once_or_not_at_all() -> None:
    """The inside of a floater is made from the largest reading: there the gap is the chosen one whatever the canvas measures; where
    the canvas is 4 mm narrower, the gap is half of that wider and hangs on both readings, half each."""
    found = book(document((600, 596, 596)))
    top, middle = found["gap.at.top"], found["gap.at.middle"]
    assert (top.value, middle.value) == (6, 8)

    def reading(gap: Dim, station: str) -> Fraction:
        pointer = f"/object/width/{station}/0"
        return sum((s for s, one in gap.slopes.values() if isinstance(one.form, Leaf) and one.form.pointer == pointer), Fraction(0))

    assert reading(top, "top") == 0
    assert (reading(middle, "top"), reading(middle, "middle")) == (Fraction(1, 2), Fraction(-1, 2))


WIDTHS, HEIGHTS = {"top": 600, "middle": 603, "bottom": 601}, {"left": 450, "centre": 448.5, "right": 449}


@pytest.mark.parametrize(("axis", "station"), [("width", k) for k in WIDTHS] + [("height", k) for k in HEIGHTS])
def test_every_slope_is_what_the_figure_moves_by(axis: str, station: str) -> None:
    """A reading moved by a hundredth of a millimetre, no other becoming the largest by it: every figure goes as its slope says."""

    def read(more: float = 0) -> Book:
        sizes = {"width": dict(WIDTHS), "height": dict(HEIGHTS)}
        sizes[axis][station] += more
        return book(document(tuple(sizes["width"].values()), tuple(sizes["height"].values())))

    before, after = read(), read(0.01)
    hanging = 0
    for name, dim in before.dims.items():
        slope = sum(
            (
                s
                for s, one in dim.slopes.values()
                if isinstance(one.form, Leaf) and one.form.pointer == f"/object/{axis}/{station}/0"
            ),
            Fraction(0),
        )
        if name not in after.dims or name.startswith(("hang.slack", "hang.wire.cut", "hold.")):
            continue  # rounded to what a hand can set, or placed anew
        moved = float(after[name].value - dim.value)
        assert moved == pytest.approx(float(slope) * 0.01, abs=2e-4), name
        hanging += slope != 0
    assert hanging >= 5


def test_the_seat_and_its_screws_in_a_floater(make_piece: MakePiece) -> None:
    """Face 20, gap 6, seat 32 wide from the rail inwards: under the bar are 32 − 6 = 26; screws go in the middle between the rail’s
    inner edge and the seat’s own, seen from the outside edge: 20 + 6/2 + 32/2 = 39, and there the seat is above wood of the bar."""
    found = book(make_piece())
    assert found["seat.under"].value == 26
    assert found["screw.inset.width"].value == 39
    edge_of_bar, inner_edge_of_seat = 20 + 6, 20 + 32
    assert edge_of_bar < found["screw.inset.width"].value < inner_edge_of_seat


def test_lift_strips_lie_under_their_screws(make_piece: MakePiece) -> None:
    """A strip under all screws of its side: they end 50 mm from the corners, the strip 25 mm beyond them (common practice);
    at the sides no further than up to the one across, 26 wide."""
    found = book(make_piece())
    assert (found["lift.strip.across"].value, found["lift.strip.down"].value) == (600 - 2 * 50 + 2 * 25, 450 - 2 * 26)


def test_a_brace_is_a_fifth_of_the_short_side_and_a_bar_may_bow_by_its_five_hundredth() -> None:
    """Common practice for braces; the limit of bow is the shop’s (a 500th), as in the table of spans of the handbook."""
    held = demo("stretcher")
    held["display"] |= {"braces": True, "finished_width": 500, "finished_height": 400}
    found = book(held)
    assert found["brace.leg"].value == 80
    assert found["brace.length"].value == pytest.approx(math.hypot(80, 80), abs=1e-6)  # type: ignore[arg-type]
    assert found["bend.free.width"].value == 500
    assert found["bend.limit.width"].value == 1


def test_clips_take_up_what_stands_out() -> None:
    """A bar of 38 in a rabbet of 10 stands out 28; a clip whose offset is 25 presses by the 3 that are left. In a box, clips of an
    offset give that much more room behind."""
    held = demo("lipped")
    found = book(held)
    bar = max(float(r["mm"]) for station in held["object"]["depth"].values() for r in station)
    assert float(found["clip.standout"].value) == bar - float(found["rabbet.depth"].value)
    assert found["clip.sprung"].value + found["clip.offset"].value == found["clip.standout"].value
    box = demo("shadow_box")
    box["display"] |= {"closing": "clips", "clip": None}
    flat = book(box)["depth.usable"].value
    box["display"]["clip"] = 6
    assert book(box)["depth.usable"].value == flat + 6


def test_the_wire_is_two_straight_lines_and_so_are_its_slopes() -> None:
    """Ring to ring over the hook: 2 √((span/2)² + slack²); moved by a tenth in either, it moves as its slopes say."""
    found = book(document())
    path, span, slack = (float(found[f"hang.{n}"].value) for n in ("wire.path", "span", "slack"))

    def between(s: float, h: float) -> float:
        return 2 * math.hypot(s / 2, h)

    assert path == pytest.approx(between(span, slack), abs=1e-4)
    slopes = {d.name: float(s) for s, d in found["hang.wire.path"].inner() if d.name}
    assert slopes["hang.span"] == pytest.approx((between(span + 0.05, slack) - between(span - 0.05, slack)) / 0.1, abs=1e-6)
    assert slopes["hang.slack"] == pytest.approx((between(span, slack + 0.05) - between(span, slack - 0.05)) / 0.1, abs=1e-6)


def test_a_deep_box_leans_by_half_its_depth() -> None:
    """Moments about the lower edge: weight × half the depth = pull × the height between hook and lower edge (statics)."""
    found = plan(load_piece(demo("shadow_box")), HOUSE_SHOP)
    words = found.figures["hang.out"]
    pull = float(words.quantity.mm.split()[0]) if words.quantity else 0.0
    mass = found.figures["weight.total"].quantity
    assert mass is not None
    number, unit = mass.mm.split()
    newtons = float(number) * (9.80665 if unit == "kg" else 9.80665 / 1000)
    sums = book(demo("shadow_box"))
    deep, tall = float(Fraction(found.deep.mm)), float(sums["frame.outside.height"].value)
    lever = tall - float(sums["hang.down"].value if "hang.down" in sums.dims else sums["hang.top"].value)
    assert pull == pytest.approx(newtons * deep / 2 / lever, rel=0.06)


def test_a_floor_of_a_layered_box_sits_on_a_shoulder_on_both_sides() -> None:
    """Rebate of the first floor = sight + its shoulder left and right; of the next, the shoulders of both, twice."""
    held = demo("layered_box")
    found = book(held)
    sight = found["frame.sight.width"].value
    steps = Fraction(0)
    for i, floor in enumerate(held["display"]["floors"]):
        steps += Fraction(str(floor["shoulder"]))
        assert found[f"floor.{i}.rebate.width"].value == sight + steps + steps


def test_wood_swells_in_a_damp_summer_and_shrinks_in_a_dry_winter() -> None:
    """From the bench’s 50 % to 65 % it takes moisture up, to 35 % it gives some off (Wood Handbook, ch. 4 and 13); glass and acrylic go
    by warmth: larger in the summer, so that less room is left round them."""
    held = demo("matted_box")
    held["room"] = {"winter_rh": 35, "summer_rh": 65, "winter_c": 20, "summer_c": 28}
    found = book(held)
    assert found["season.face.summer"].value > 0 > found["season.face.winter"].value
    assert found["season.clear.summer.width"].value < found["season.clear.winter.width"].value


def test_shown_parts_that_miss_the_shown_whole_are_told() -> None:
    """Every sum of the demo that is opened: added up as shown, it is the shown whole, or the opened figure says that it isn’t."""
    told = 0
    for begun in demo_pieces():
        for dim in book_of(begun, HOUSE_SHOP).dims.values():
            opened = open_figure(dim, HOUSE_SHOP.showing)
            if opened.how != "sum" or opened.factor is not None or opened.result is None:
                continue
            told += bool(opened.misses)
            for unit in ("mm", "in"):
                shown = sum(length(row.amount, unit) for row in opened.rows)
                assert (shown == length(opened.result, unit)) == (opened.misses not in ("both", unit)), (
                    dim.name,
                    unit,
                    opened.rows,
                )
    assert told


VULGAR = {"½": Fraction(1, 2), "¼": Fraction(1, 4), "¾": Fraction(3, 4)}


def times(text: str) -> Fraction:
    """“− 2 ×” as a number."""
    sign, size = -1 if text.startswith("−") else 1, text.strip("−+× ")
    return sign * (VULGAR.get(size) or Fraction(size or 1))


def test_shown_parts_that_stand_together_and_miss_the_whole_are_told_by_the_plan() -> None:
    """Glass 1/8, spacer 3/8 and board 3/16 beside a pack of 3/4: what stages and the cut list show is added up as it is shown."""
    told = 0
    for begun in demo_pieces():
        found, dims = plan(begun, HOUSE_SHOP), book_of(begun, HOUSE_SHOP).dims
        uneven = {one.figure: one for one in found.uneven}
        seen = {name for stage in found.stages for name in stage.figures} | {name for line in found.cuts for name in line.figures}
        for name in seen & dims.keys():
            opened = open_figure(dims[name], HOUSE_SHOP.showing)
            if opened.how != "sum" or opened.factor is not None or len(opened.rows) < 2:
                continue
            # A multiplier that is no plain number (a tangent) is rounded itself.
            if not all(row.figure in seen and "." not in row.times for row in opened.rows):
                continue
            for unit in ("mm", "in"):
                lines = Fraction(0)
                for row in opened.rows:
                    lines += times(row.times) * length(held_shown(found, row.figure), unit)
                whole = length(held_shown(found, name), unit)
                # The whole is itself shown to its step: half of one less or more is the same number.
                step = HOUSE_SHOP.showing.step("mm" if unit == "mm" else "in", dims[name].grain)
                off, half = abs(lines - whole), step / 2 / (1 if unit == "mm" else MM_PER_INCH)
                misses = uneven[name].misses if name in uneven else ""
                if off != half:
                    assert (off > half) == (misses in ("both", unit)), (name, unit, lines, whole)
                    told += off > half
    assert told > 20


def held_shown(found: Plan, name: str | None) -> Shown:
    shown = found.figures[name or ""].shown
    assert shown is not None
    return shown


def length(shown: Shown, unit: str) -> Fraction:
    size = Fraction(shown.mm) if unit == "mm" else shown.inch.whole + Fraction(shown.inch.num, shown.inch.den)
    return -size if shown.minus else size
