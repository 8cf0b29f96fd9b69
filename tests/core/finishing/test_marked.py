"""Marked places: what covers, folds, pierces or steams them, in any display; held against Shapely."""

from __future__ import annotations

from typing import Any

import pytest
from shapely import Polygon, unary_union

from shadbo.core import DISPLAYS, HOUSE_SHOP, Act, Piece, Plan, Refused, ShowAs, TakeWayOut, apply_edits, load_piece, plain, plan
from shadbo.core.document.items import Item, Things
from shadbo.core.document.objects import FlatWork, StretchedCanvas
from shadbo.core.document.piece import document_of
from shadbo.core.finishing.hold.sizes import subjects
from shadbo.core.finishing.marks.marked import marked
from shadbo.core.planning.plan import _display_plan
from shadbo.core.planning.starting import STARTS, start_piece
from shadbo.demo import demo_pieces
from tests.core.things import canvas, keys, made, mm, piece, worked

CORNER = {"name": "Signature", "x": 230, "y": 340, "width": 40, "height": 10}


def with_mark(thing: dict[str, Any], **mark: Any) -> dict[str, Any]:
    return thing | {"marks": [CORNER | mark]}


def said(done: Plan, key: str) -> str:
    return plain(next(c for c in done.checks if c.key.startswith(key)).say, "mm")


def test_a_lip_over_a_signature_is_told_and_a_floater_shows_it() -> None:
    """Of a canvas 500 wide a lip that laps 5 mm covers x > 245: 5 of the 40 mm of a signature that ends at the edge."""
    thing = with_mark(canvas((500,), (700,)))
    lipped = worked(thing, {"type": "lipped", "frame": made("walnut-lip-30x28")})
    assert "The lip covers part of the signature on the canvas" in said(lipped, "mark.covered")
    floater = worked(thing, {"type": "floater", "frame": {"make": "new", "gap": 6, "moulding": "oak-20x50"}})
    assert not [k for k in keys(floater) if k.startswith("mark.")]
    inside = worked(with_mark(canvas((500,), (700,)), x=200), {"type": "lipped", "frame": made("walnut-lip-30x28")})
    assert not [k for k in keys(inside) if k.startswith("mark.")]


def test_one_typed_beyond_the_edge_is_told() -> None:
    done = worked(with_mark(canvas((500,), (700,)), x=240), {"type": "lipped", "frame": made("walnut-lip-30x28")})
    assert "would lie beyond the edge" in said(done, "mark.off")


def test_a_mat_over_a_signature_can_show_it_whole() -> None:
    begun = next(p for p in demo_pieces() if p.display.type == "matted_box")
    document = document_of(begun)
    at = next(i for i, one in enumerate(document["object"]["items"]) if (one.get("window") or {}).get("how") == "overlap")
    one = document["object"]["items"][at]
    half = float(one["height"]["centre"][0]["mm"]) / 2
    one["marks"] = [{"name": "Name of the photographer", "x": 0, "y": half - 4, "width": 30, "height": 8}]
    done = plan(load_piece(document), HOUSE_SHOP)
    check = next(c for c in done.checks if c.key.startswith("mark.covered"))
    assert "The mat covers part of the name of the photographer" in plain(check.say, "mm")
    assert any("whole in its window" in plain(w.say, "mm") for w in check.ways)


def jersey(**more: Any) -> Piece:
    begun = next(p for p in demo_pieces() if isinstance(p.object, Things) and any(i.folding for i in p.object.items))
    document = document_of(begun)
    one = next(i for i in document["object"]["items"] if i["folding"])
    one.update(more)
    return load_piece(document)


def test_folds_hide_a_mark_on_the_sleeve_and_not_one_on_the_chest() -> None:
    assert isinstance(jersey().object, Things)
    sleeve = plan(jersey(marks=[{"x": 300, "y": -150}]), HOUSE_SHOP)
    assert "the signature on Wool jersey is turned behind" in said(sleeve, "mark.off").replace("The", "the")
    folding = next(i.folding for i in jersey().object.items if i.folding)  # type: ignore[union-attr]
    tall = 690
    chest = {"x": float(folding.crest_across), "y": float(folding.crest_down) - tall / 2, "width": 20, "height": 20}
    assert not [k for k in keys(plan(jersey(marks=[chest]), HOUSE_SHOP)) if k.startswith("mark.off")]


def test_a_shirt_is_folded_round_what_is_marked() -> None:
    """What matters first, size second: crest, name and number are all seen, and nothing shown before is lost."""
    marks = [
        {"name": "Number", "x": 0, "y": 120, "width": 200, "height": 220},
        {"name": "Name", "x": 60, "y": 300, "width": 90, "height": 30},
    ]
    begun = jersey(marks=marks)
    done = plan(begun, HOUSE_SHOP)
    check = next(c for c in done.checks if c.key.startswith("mark.off"))
    way = next(w for w in check.ways if "round what is marked" in plain(w.say, "mm"))
    after = apply_edits(begun, [TakeWayOut(check=check.key, index=check.ways.index(way))], HOUSE_SHOP)
    mended = plan(after, HOUSE_SHOP)
    assert not [k for k in keys(mended) if k.startswith(("mark.off", "crest."))]
    before, folded = (next(i.folding for i in p.object.items if i.folding) for p in (begun, after))  # type: ignore[union-attr]
    assert folded.opening_width >= before.opening_width and folded.opening_height >= before.opening_height


def test_a_shirt_begins_with_most_of_it_seen() -> None:
    """560 × 760 laid flat shows nine tenths less its borders, not half of either."""
    start = next(s for s in STARTS if s.key == "garment")
    sizes = {"width": "560", "height": "760"}
    begun = start_piece("garment", "Shirt", "", "mm", {a.key: sizes.get(a.key, "5") for a in start.asks}, HOUSE_SHOP)
    done = plan(begun, HOUSE_SHOP)
    assert mm(done, "item.garment1.folded.width") >= 0.8 * 560 and mm(done, "item.garment1.folded.height") >= 0.8 * 760
    assert not done.stops


def test_steam_keeps_off_a_signature_whose_place_is_known() -> None:
    steam = {"steam": True}
    unknown = jersey(traits=["textile", "signed"])
    known = jersey(traits=["textile", "signed"], marks=[{"name": "Her name", "x": 300, "y": -150}])
    stopped, done = (plan(load_piece(document_of(p) | {"hold": steam}), HOUSE_SHOP) for p in (unknown, known))
    assert any(k.startswith("hold.steam.") for k in keys(stopped)) and not any(k.startswith("hold.steam.") for k in keys(done))
    step = next(s for s in done.steps if s.key.startswith("steam."))
    assert "“Her name”" in plain(step.say, "mm") and step.wait_minutes


def test_a_mark_is_put_on_by_a_press_moved_and_taken_off() -> None:
    begun = piece(canvas((500,), (700,)), {"type": "lipped", "frame": made("walnut-lip-30x28")})
    after = apply_edits(begun, [Act(action="canvas.mark")], HOUSE_SHOP)
    assert isinstance(after.object, StretchedCanvas) and [m.name for m in after.object.marks] == ["Signature"]
    done = plan(after, HOUSE_SHOP)
    labels = [i.label for s in done.stages if s.key == "measure" for i in s.inputs if i.group == "Marked places"]
    assert {"What it is", "Right of the middle", "Below the middle", "Wide", "High"} <= set(labels)
    for key in ("measured", "face"):
        drawn = next(s for s in done.view(key).shapes if s.part == "canvas.mark.0")
        assert drawn.label == "Signature"
    assert {h.pointer for h in done.view("measured").handles} == {"/object/marks/0/x", "/object/marks/0/y"}
    assert apply_edits(after, [Act(action="canvas.mark.0.out")], HOUSE_SHOP) == begun


# Places of marks, as shares of half a thing: at its edges, near them, in its middle.
PLACES = [(-0.95, 0.0), (0.9, 0.93), (0.0, -0.97), (0.0, 0.0), (0.5, 0.8), (-0.85, -0.9)]


def shown_as(display: str) -> list[Piece]:
    """The demo’s pieces that can be shown so, each with marks over its edges and inside."""
    found = []
    for begun in demo_pieces():
        if begun.display.type != display:
            try:
                begun = apply_edits(begun, [ShowAs(display=display)], HOUSE_SHOP)
            except Refused:
                continue
        if not isinstance(begun.object, Things | FlatWork | StretchedCanvas):
            continue
        document = document_of(begun)
        holder = document["object"]["items"][0] if isinstance(begun.object, Things) else document["object"]
        wide, high = (float(next(p.readings[0].mm for p in side.places("") if p.readings)) / 2 for side in sides_of(begun))
        holder["marks"] = [{"x": round(x * wide, 1), "y": round(y * high, 1), "width": 14, "height": 6} for x, y in PLACES]
        found.append(load_piece(document))
    return found


def sides_of(held: Piece) -> tuple[Any, Any]:
    thing = held.object
    one = thing.items[0] if isinstance(thing, Things) else thing
    assert isinstance(one, Item | FlatWork | StretchedCanvas)
    return one.width, one.height


def test_two_marks_of_one_name_are_asked_apart() -> None:
    begun = piece(canvas((500,), (700,)), {"type": "lipped", "frame": made("walnut-lip-30x28")})
    twice = apply_edits(begun, [Act(action="canvas.mark"), Act(action="canvas.mark")], HOUSE_SHOP)
    fields = [(i.group, i.label) for s in plan(twice, HOUSE_SHOP).stages if s.key == "measure" for i in s.inputs]
    assert len(fields) == len(set(fields))


@pytest.mark.parametrize("display", DISPLAYS)
def test_what_covers_a_mark_is_what_lies_before_it(display: str) -> None:
    """A mark is told as covered where Shapely finds that what lies before its thing hides any of it, and nowhere else."""
    met = 0
    for held in shown_as(display):
        context, display_plan, *_ = _display_plan(held, HOUSE_SHOP, "")
        if display_plan.space is None or context.checks.stopped:
            continue
        space, told_of = display_plan.space(), context.checks.checks
        item = held.object.items[0] if isinstance(held.object, Things) else None
        for one in marked(context, subjects(context)):
            mine = [b for b in space.bodies if b.part == one.subject.part]
            if len(mine) != 1:
                continue
            mark = Polygon(one.outline(one.middle_of(mine[0].outline, item)))
            inside = Polygon(mine[0].outline).buffer(0).intersection(mark).area / mark.area
            assert (f"mark.off.{one.key}" in told_of) == (inside < 0.98)
            if inside < 0.98:
                continue
            before = [
                Polygon(outline).buffer(0).difference(unary_union([Polygon(w).buffer(0) for w in b.windows]))
                for b in space.bodies
                if b is not mine[0] and b.material != "glass"
                for outline, front, back in b.solids
                if front < mine[0].front and back <= mine[0].front + 0.5
            ]
            share = unary_union(before).intersection(mark).area / mark.area if before else 0.0
            assert abs(share - 0.02) < 1e-6 or (f"mark.covered.{one.key}" in told_of) == (share > 0.02), (display, held.name, share)
            met += 1
    assert met or display == "stretcher", "what is stretched has no marks yet: it is off the roll"
