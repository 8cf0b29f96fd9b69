"""One number for one thing, fixings that meet what they hold, and nothing said that is in no list: over demo, cases and variations of them."""

from __future__ import annotations

import json
import math
from decimal import Decimal
from pathlib import Path
from typing import Any

import pytest
from shapely.geometry import Point, box

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece, load_piece
from shadbo.core.planning.edits import Choose, TakeWayOut, apply_edits
from shadbo.core.planning.plan import Plan, book_of, plan
from shadbo.core.quantity.figures import plain
from shadbo.demo import demo_pieces
from tests.conftest import document
from tests.core.things import keys, mm

DEMO = {piece.name: piece for piece in demo_pieces()}
CASES = sorted((Path(__file__).resolve().parents[2] / "cases").glob("*.json"))


def told(worked: Plan, key: str) -> int:
    return sum(p.count for p in worked.to_get if p.key == key)


def rectangles(worked: Plan, view: str, part: str) -> list[Any]:
    """What a part is drawn as, as Shapely has it."""
    shapes = [s for s in worked.view(view).shapes if s.part == part or s.part.startswith(f"{part}.")]
    return [Point(s.points[0]).buffer(s.radius) if s.radius else box(*_corners(s.points)) for s in shapes]


def _corners(points: Any) -> tuple[float, float, float, float]:
    xs, ys = zip(*points, strict=True)
    return min(xs), min(ys), max(xs), max(ys)


# -- one number ----------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("name", ["Start line, dawn", "Moor road, headwind", "Bell lap", "Chainring, 1926"])
def test_a_display_that_is_the_method_counts_its_fixings_once(name: str) -> None:
    worked = plan(next(p for n, p in DEMO.items() if n.startswith(name.split(",")[0])), HOUSE_SHOP)
    assert not [k for k, f in worked.figures.items() if k.startswith("hold.") and f.count is not None]


def test_strength_raises_the_number_and_says_so() -> None:
    """A canvas of 600 × 450: 12 screws by spacing. As many as 9.81 × 4 × weight asks for, where that is more (Wood Handbook, NDS)."""
    light, heavy = (load_piece(document(depth=38) | {"display": FLOATER}) for _ in range(2))
    heavy = heavy.model_copy(update={"object": heavy.object.model_copy(update={"weight": Decimal(300)})})
    usual, more = plan(light, HOUSE_SHOP), plan(heavy, HOUSE_SHOP)
    assert usual.figures["screw.count"].count == told(usual, "screw") == 12
    book = book_of(heavy, HOUSE_SHOP)
    bears = float(book.counts["screw.bears"].working[-1][0].split(" × ")[1].split(" N")[0])
    asked = math.ceil(300 * 9.81 * 4 / bears)
    assert asked > 12
    count = more.figures["screw.count"].count
    assert count == told(more, "screw") and asked <= count <= asked + 1
    assert "strength gives the number" in plain(book.counts["screw.count"].working[-1], "mm")
    assert "spacing gives the number" in plain(book_of(light, HOUSE_SHOP).counts["screw.count"].working[-1], "mm")


FLOATER = {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}}


def test_magnets_of_bars_are_told_for_a_bar_and_in_all() -> None:
    worked = plan(next(p for p in DEMO.values() if p.display.type == "hanger_bars"), HOUSE_SHOP)
    bars = next(c.count for c in worked.cuts if c.key == "bar")
    each, total = worked.figures["grip.count"].count, worked.figures["grip.total"].count
    assert each is not None and total == each * bars == told(worked, "grip")


# -- fixings meet what they hold -----------------------------------------------------------------------------------------


@pytest.mark.parametrize(("rail", "stile"), [(None, None), (4, 3), (1, 2), (8, 6), (0, 3)])
@pytest.mark.parametrize("lift", ["strips", "all_round"])
@pytest.mark.parametrize("size", [(200, 150), (600, 450), (580, 590), (1100, 700)])
def test_every_screw_of_a_floater_goes_through_a_strip(
    size: tuple[int, int], lift: str, rail: int | None, stile: int | None
) -> None:
    w, h = size
    more = {"lift_kind": lift, "per_rail": rail, "per_stile": stile}
    worked = plan(load_piece(document((w, w, w), (h, h, h)) | {"display": FLOATER | more}), HOUSE_SHOP)
    screws, strips = rectangles(worked, "back", "screw"), rectangles(worked, "back", "lift")
    assert len(screws) == worked.figures["screw.count"].count
    for screw in screws:
        assert any(strip.buffer(1e-6).contains(screw) for strip in strips)
    # The strips lie beside one another: none on another.
    assert all(a.intersection(b).area < 1e-6 for n, a in enumerate(strips) for b in strips[:n])


@pytest.mark.parametrize(("sheet", "pair"), [((500, 700), 20), ((350, 400), 10), ((300, 260), 35), ((970, 700), 20)])
def test_no_pair_of_a_panel_lies_on_a_seam(sheet: tuple[int, int], pair: int) -> None:
    puzzle = next(p for p in DEMO.values() if p.display.type == "panel")
    display = puzzle.display.model_copy(update={"sheet_width": Decimal(sheet[0]), "sheet_height": Decimal(sheet[1]), "pair": pair})
    worked = plan(puzzle.model_copy(update={"display": display}), HOUSE_SHOP)
    if worked.stops:
        return
    pairs, seams = rectangles(worked, "back", "pair"), rectangles(worked, "back", "seam")
    assert len(pairs) == told(worked, "pair") == worked.figures["pairs.count"].count
    assert all(a.intersection(b).area < 1e-6 for a in pairs for b in seams)
    boards = worked.figures["board.count"].count or 0
    assert (boards > 1) == bool(seams) == any(c.key.startswith("seam.") for c in worked.cuts)
    assert sum(c.count for c in worked.cuts if c.key.startswith("seam.")) == len(seams)


# -- said, and in the list -----------------------------------------------------------------------------------------------


def test_the_hard_back_of_a_box_cut_down_takes_its_room() -> None:
    base = next(
        p
        for p in DEMO.values()
        if getattr(p.display, "frame", None) and getattr(p.display.frame, "tabs", False) and p.display.type == "shadow_box"
    )
    rooms = []
    for thick in (0, 3, 6):
        display = base.display.model_copy(update={"inner": "cut_down", "backing": Decimal(thick)})
        worked = plan(base.model_copy(update={"display": display}), HOUSE_SHOP)
        rooms.append(mm(worked, "room.behind"))
        backs = [c for c in worked.cuts if c.key == "backing"]
        assert bool(backs) == bool(thick)
        strips = [c for c in worked.cuts if c.key.startswith("spacer")]
        assert [c.count for c in strips] == [2], "two on the board, where only the sides need them"
        assert float(strips[0].mm) <= mm(worked, "inner.height")
    assert rooms == [rooms[0], rooms[0] - 3, rooms[0] - 6]


def test_a_strainer_is_bars_screws_weight_and_steps() -> None:
    poster = next(p for p in DEMO.values() if p.display.type == "on_board")
    without, strained = (
        plan(poster.model_copy(update={"hang": poster.hang.model_copy(update={"strainer": s})}), HOUSE_SHOP) for s in (False, True)
    )
    bars = {c.key: c for c in strained.cuts if c.key.startswith("strainer")}
    assert {k: c.count for k, c in bars.items()} == {"strainer.across": 2, "strainer.between": 2}
    # Pine at 385 kg a cubic metre and more (Wood Handbook, table 5-3: 0.35 at 12 %).
    litres = sum(c.count * float(c.mm) * 25 * 18 for c in bars.values()) / 1e6
    heavier = json.loads(strained.weight.mm.split()[0]) - json.loads(without.weight.mm.split()[0])
    assert 0.3 * litres < heavier < 0.5 * litres
    assert told(strained, "strainer.screw") == strained.figures["strainer.screw.count"].count
    order = [s.key for s in strained.steps]
    assert order.index("strainer.make") < order.index("close") < order.index("strainer.in") < order.index("rings")
    assert not [s.key for s in without.steps if s.key.startswith("strainer")]


@pytest.mark.parametrize("piece", DEMO.values(), ids=DEMO)
def test_a_cleat_takes_no_hooks_and_acrylic_is_no_glass(piece: Piece) -> None:
    worked = plan(piece, HOUSE_SHOP)
    with_cleat = piece.model_copy(update={"hang": piece.hang.model_copy(update={"how": "cleat"})})
    hung = plan(with_cleat, HOUSE_SHOP)
    if any("Cleat" in p.name for p in hung.to_get):
        assert not [p for p in hung.to_get if p.name in ("Hook", "Hooks")]
        assert "hook" not in plain(next(s.say for s in hung.steps if s.key == "hang"), "mm").lower()
    if getattr(piece.display, "glazing", "") == "acrylic":
        label = plain(next(s.say for s in worked.steps if s.key == "label"), "mm")
        assert "glass" not in label.lower().replace("fibreglass", "")


def test_a_hanger_that_can_t_be_had_is_said() -> None:
    rolled = next(p for p in DEMO.values() if p.display.type == "stretcher")
    one = rolled.model_copy(update={"hang": rolled.hang.model_copy(update={"how": "one"})})
    (check,) = [c for c in plan(one, HOUSE_SHOP).checks if c.key == "hang.not_offered"]
    assert "can’t be had here" in plain(check.say, "mm") and check.ways
    assert "hang.not_offered" not in keys(plan(rolled, HOUSE_SHOP))


def test_steam_and_damp_are_done_and_waited_for() -> None:
    """Dry before it is folded, dry before the surplus is taped (common practice); never over a signature."""
    sampler = next(p for p in DEMO.values() if "sampler" in p.name.lower())
    damped = plan(sampler.model_copy(update={"hold": sampler.hold.model_copy(update={"cloth": "steamed"})}), HOUSE_SHOP)
    order = [s.key for s in damped.steps]
    assert order.index("damp.sampler") < order.index("tack.sampler")
    assert next(s for s in damped.steps if s.key == "tack.sampler").wait_minutes >= 8 * 60
    assert "damp.sampler" not in [s.key for s in plan(sampler, HOUSE_SHOP).steps]
    jersey = next(p for p in DEMO.values() if p.name == "The centenary jersey")
    steamed = plan(jersey.model_copy(update={"hold": jersey.hold.model_copy(update={"cloth": "steamed"})}), HOUSE_SHOP)
    assert steamed.stops and not [s for s in steamed.steps if s.key.startswith("steam.")], "it is signed"


def test_nothing_of_no_thickness_is_cut() -> None:
    route = next(p for p in DEMO.values() if p.name == "The route map, jigsaw" or p.display.type == "direct")
    bare = plan(route.model_copy(update={"display": route.display.model_copy(update={"mount": Decimal(0)})}), HOUSE_SHOP)
    assert "mount" not in [c.key for c in bare.cuts] and not bare.stops and bare.faults == ()
    assert "on its board" not in " ".join(s.title for s in bare.steps)
    badges = next(p for p in DEMO.values() if p.display.type == "shadow_box")
    none = plan(badges.model_copy(update={"display": badges.display.model_copy(update={"mount": Decimal(0)})}), HOUSE_SHOP)
    assert "mount.none" in [c.key for c in none.stops]
    jigsaw = next(p for p in DEMO.values() if p.display.type == "panel")
    flat = plan(jigsaw.model_copy(update={"display": jigsaw.display.model_copy(update={"board": Decimal(0)})}), HOUSE_SHOP)
    (stop,) = [c for c in flat.stops if c.key == "nothing.thick.backing"]
    mended = apply_edits(
        jigsaw.model_copy(update={"display": jigsaw.display.model_copy(update={"board": Decimal(0)})}),
        [TakeWayOut(check=stop.key, index=0)],
        HOUSE_SHOP,
    )
    assert "nothing.thick.backing" not in [c.key for c in plan(mended, HOUSE_SHOP).stops]


def test_a_closing_by_strainer_is_chosen_where_the_box_is_closed() -> None:
    jersey = next(p for p in DEMO.values() if p.name == "The centenary jersey")
    worked = plan(apply_edits(jersey, [Choose(choice="closing", option="strainer")], HOUSE_SHOP), HOUSE_SHOP)
    assert [c.count for c in worked.cuts if c.key.startswith("strainer")] == [2, 2] and worked.faults == ()
    assert "points" not in [p.key for p in worked.to_get]
