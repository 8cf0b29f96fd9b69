"""Boxes and mats by worked examples: the pack, the boards, the mats, folds, needlework. Each expectation is an expression."""

from __future__ import annotations

from decimal import Decimal
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.framing.boxes.depth import at_least
from shadbo.core.framing.filling import fillings
from shadbo.core.planning.edits import Choose, TakeWayOut, TypeIn, apply_edits
from shadbo.core.planning.plan import Plan, plan
from shadbo.core.planning.starting import start_piece
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import plain
from tests.core.things import badge, frame, item, keys, made, mm, piece, things, worked
from tests.core.things import box as shown

SHALLOW = frame((202,), (202,), rabbet_depth=19, moulding_depth=24, glazing_thickness=2, board=3)


def check_of(done: Plan, key: str) -> Any:
    return next(c for c in done.checks if c.key == key)


# -- depth ---------------------------------------------------------------------------------------------------------------


def test_the_pack_of_a_badge_in_a_shadow_box() -> None:
    """Handbook 5: glazing 2 + spacer for 3 of badge and 3 of air + board 5 + clutch 7 and 1 + backing 3; points take 3 of 37."""
    done = worked(things(badge("a")), shown())
    assert mm(done, "room.need") == 3 + 3 and mm(done, "pack.spacer") == 6
    assert mm(done, "depth.pack") == 2 + 6 + 5 + (7 + 1) + 3
    assert mm(done, "depth.usable") == 37 - 3
    assert mm(done, "depth.slack") == (37 - 3) - (2 + 6 + 5 + 8 + 3)


@pytest.mark.parametrize(
    ("kind", "front", "air"),
    [("photograph", "0.3", 3), ("garment", 8, 5), ("puzzle", 2, 5), ("pastel", "0.5", 6), ("watch", 14, 6)],
)
def test_clearances_to_the_glazing(kind: str, front: Any, air: int) -> None:
    """Common practice: flat work 3, textile or puzzle 5, loose pigment 6, an object 6 beyond its highest point."""
    done = worked(things(item("a", kind, 100, 100, front=front)), shown(moulding="oak-box-25x65"))
    assert mm(done, "item.a.need") == pytest.approx(float(Fraction(str(front))) + air)


def test_a_large_acrylic_sheet_bows_and_is_cut_smaller() -> None:
    """Over 900 mm a sheet bows by 3 mm a metre (house figure), and is cut 3 mm a metre smaller (common practice)."""
    done = worked(things(item("a", "poster", 1000, 600, front="0.5")), shown("spaced", glazing="acrylic", border=0))
    rabbet = 1000 + 2 * 6
    assert mm(done, "glazing.bow") == pytest.approx(rabbet * 3 / 1000)
    # 2 mm and the growth over 30 K, or 3 mm a metre: the larger
    assert mm(done, "glazing.width") == pytest.approx(rabbet - max(2 + rabbet * 70e-6 * 30, rabbet * 3 / 1000), abs=1e-6)
    assert mm(done, "room.need") == pytest.approx(0.5 + 6 + rabbet * 3 / 1000)


def test_every_way_out_of_a_pack_too_deep_comes_with_its_numbers() -> None:
    """Badge 30 high and 3 of air: spacers 10 + 25 are the least that give 33."""
    start = piece(things(badge("a", front=30)), shown(moulding="oak-lip-25x30"))
    done = plan(start, HOUSE_SHOP)
    spacer = at_least(sorted(Fraction(s) for s in HOUSE_SHOP.spacers), Fraction(33))
    short = 2 + spacer + 5 + 8 + 3 - (22 - 3)
    check = check_of(done, "depth.slack")
    assert plain(check.say, "mm") == f"This won’t go in, by {float(short):g} mm."
    for i, way in enumerate(check.ways):
        after = plan(apply_edits(start, [TakeWayOut(check="depth.slack", index=i)], HOUSE_SHOP), HOUSE_SHOP)
        said = [float(Fraction(bit.mm)) for bit in way.say if not isinstance(bit, str)]
        assert round(mm(after, "depth.slack"), 1) in [*said, 0.0], plain(way.say, "mm")
    words = " ".join(plain(w.say, "mm") for w in check.ways)
    for wanted in ("Oak box 25 × 65", "Walnut box 28 × 90", "Build the frame up behind"):
        assert wanted in words


def test_ways_out_are_ranked_cheap_and_unseen_first() -> None:
    """A spacer down to the clearance costs nothing; boards are cheap; a frame costs; what shows from the side comes last."""
    start = piece(things(badge("a")), shown(moulding="pine-lip-40x36", spacer=13, mount=6, backing=6))
    ways = [plain(w.say, "mm") for w in check_of(plan(start, HOUSE_SHOP), "depth.slack").ways]
    order = [
        next(i for i, w in enumerate(ways) if w.startswith(begins))
        for begins in ("All together", "Use Cherry", "Build the frame up")
    ]
    assert order == sorted(order)


def test_fillers_leave_a_millimetre_or_less() -> None:
    """What is left behind the pack is cut as boards of the stock by their names; the same boards weigh, and are drawn before the back."""
    done = worked(things(badge("a")), shown())
    left = mm(done, "depth.slack") - mm(done, "pack.fill")
    assert 0 <= left <= 1 and check_of(done, "depth.fill").severity == "note"
    cut = [c for c in done.cuts if c.part == "Filler behind"]
    by_name = {b.name: float(b.thickness) for b in HOUSE_SHOP.boards} | {f"Card {float(c):g}": float(c) for c in HOUSE_SHOP.cards}
    assert sum(c.count * by_name[c.material] for c in cut) == mm(done, "pack.fill")
    drawn = [s.part for s in done.view("section").shapes]
    assert drawn.index("mount") < drawn.index("fill") < drawn.index("backing")
    strained = worked(things(badge("a")), shown(closing="strainer"))
    assert "pack.fill" not in strained.figures and check_of(strained, "depth.fill").ways, "a strainer takes it up itself"
    tight = worked(things(badge("a")), shown(fillers=[mm(done, "pack.fill")]))
    assert "pack.fill" not in tight.figures


@given(st.integers(11, 900))
def test_fillings_are_sums_of_boards_that_fit(tenths: int) -> None:
    slack, stock = (
        Fraction(tenths, 10),
        tuple(sorted({Fraction(b.thickness) for b in HOUSE_SHOP.boards} | {Fraction(c) for c in HOUSE_SHOP.cards})),
    )
    found = fillings(stock, slack, Fraction(1))
    assert found
    for combo in found:
        assert set(combo) <= set(stock) and slack - sum(combo, Fraction(0)) >= 0
    if slack <= 120:
        assert min(slack - sum(c, Fraction(0)) for c in found) <= 1


@given(st.integers(1, 80))
def test_a_spacer_of_the_stock_is_never_too_shallow(need: int) -> None:
    stock = sorted(Fraction(s) for s in HOUSE_SHOP.spacers)
    height = at_least(stock, Fraction(need))
    combos = {a for a in stock} | {a + b for a in stock for b in stock}
    assert height == min(h for h in combos if h >= need)


def test_six_or_seven_millimetre_strips_are_enough_for_a_clutch_badge_in_a_19_mm_box() -> None:
    """Common practice: inner board cut down, strips of 6–7 mm, and the room left behind takes the clutch."""
    start = piece(things(badge("a", behind=6)), shown(frame=SHALLOW))
    check = check_of(plan(start, HOUSE_SHOP), "depth.slack")
    assert plain(check.ways[0].say, "mm").startswith("Cut its inner board down"), "the planner proposes it by itself, first"
    taken = apply_edits(start, [TakeWayOut(check="depth.slack", index=0)], HOUSE_SHOP)
    done = plan(taken, HOUSE_SHOP)
    assert check_of(done, "inner.liner").severity == "caution", "nobody has seen its liner yet"
    assert "Read the liner first" in plain(next(s for s in done.steps if s.key == "mount").say, "mm")
    taken = apply_edits(taken, [TypeIn(pointer="/display/liner", text="3", unit="mm")], HOUSE_SHOP)
    done = plan(taken, HOUSE_SHOP)
    assert done.settled and mm(done, "pack.spacer") == 6
    assert mm(done, "room.behind") == 19 - 2 - 6 - 3 and mm(done, "room.behind.need") == 6 + 1
    assert mm(done, "inner.width") == 202 - 2 * 3 - 2, "inside the liner, less the board's allowance"
    assert plain(done.verdict, "mm") == "It goes in: 8 mm of room behind the board."
    seven = plan(apply_edits(taken, [TypeIn(pointer="/display/spacer", text="7", unit="mm")], HOUSE_SHOP), HOUSE_SHOP)
    assert mm(seven, "room.behind") == 19 - 2 - 7 - 3 == mm(seven, "room.behind.need") and seven.settled


def test_the_section_goes_through_what_needs_most() -> None:
    done = worked(
        things(badge("low", place={"x": -60}), item("high", "watch", 60, 60, front=20, place={"x": 60})),
        shown(moulding="oak-box-25x65"),
    )
    assert mm(done, "room.need") == 20 + 6
    assert any(s.part == "item.high" for s in done.view("section").shapes)
    across = {s.part for s in done.view("across").shapes}
    assert "item.high" in across and "item.low" not in across, "cut down through the watch"
    elsewhere = worked(
        things(badge("low", place={"x": -60}), item("high", "watch", 60, 60, front=20, place={"x": 60})),
        shown(moulding="oak-box-25x65", cut={"way": "down", "at": -60}),
    )
    across = {s.part for s in elsewhere.view("across").shapes}
    assert "item.low" in across and "item.high" not in across


def test_spacers_go_round_the_rabbet_and_where_they_are_stuck() -> None:
    done = worked(things(badge("a")), shown())
    wide, tall = mm(done, "glazing.width"), mm(done, "glazing.height")
    assert mm(done, "spacer.horizontal") == wide - 1 and mm(done, "spacer.vertical") == tall - 1 - 2 * 5
    lines = {c.key: plain(c.note, "mm") for c in done.cuts}
    assert lines["spacer.horizontal"].startswith("stuck to the glass")
    walled = worked(things(badge("a")), shown(glazing="coated"))
    assert mm(walled, "spacer.horizontal") == mm(walled, "frame.rabbet.width") - 1, "on the rabbet’s wall it is as long as that"
    coated = {c.key: plain(c.note, "mm") for c in walled.cuts}
    assert coated["spacer.horizontal"].startswith("stuck to the rabbet’s wall")


def test_dragging_a_thickness_that_followed_types_it_from_where_it_stood() -> None:
    from shadbo.core.planning.edits import Nudge

    start = piece(things(badge("a")), shown())
    after = apply_edits(start, [Nudge(pointer="/display/spacer", steps=2, unit="mm")], HOUSE_SHOP)
    assert after.display.spacer == 6 + 2  # type: ignore[union-attr]


def test_the_mats_lie_on_what_they_cover_and_round_what_floats() -> None:
    """Two mats of 1.4 lie on a board 3 thick; a patch 6 high floats beside it on the mount board, 5 of air over it."""
    held = (
        item("b", "print", 100, 80, front=3, window={"how": "overlap", "by": 3}),
        item("p", "patch", 40, 40, front=6, window={"how": "float", "by": 8}),
    )
    done = worked(things(*held), shown("matted_box", moulding="oak-box-25x65", layout={"how": "row", "gap": 60}, border=50))
    assert mm(done, "pack.under") == 3
    assert mm(done, "item.b.need") == pytest.approx(3 - 2 * 1.4), "clearance less the mats: its own height is a layer"
    assert mm(done, "item.p.need") == pytest.approx(6 + 5 - 2 * 1.4 - 3)
    assert mm(done, "depth.pack") == pytest.approx(2 + mm(done, "pack.spacer") + 2 * 1.4 + 3 + 5 + 3)
    assert mm(done, "room.air") == pytest.approx(mm(done, "pack.spacer") + 2 * 1.4 + 3 - 6)


# -- sizes of the box ----------------------------------------------------------------------------------------------------


def test_from_the_objects_to_the_box() -> None:
    """Two badges of 32, 20 apart, borders 30, the lower one 1.15 times that: sight, rabbet, board, outside re-add."""
    done = worked(things(badge("a"), badge("b")), shown(layout={"how": "row", "gap": 20}, weighting="bottom"))
    sight = (2 * 32 + 20 + 2 * 30, 32 + 30 + 30 * 1.15)
    for axis, size in zip(("width", "height"), sight, strict=True):
        assert mm(done, f"frame.sight.{axis}") == pytest.approx(size)
        assert mm(done, f"frame.rabbet.{axis}") == pytest.approx(size + 2 * 6)
        assert mm(done, f"board.{axis}") == pytest.approx(size + 2 * 6 - 2)
        assert mm(done, f"frame.outside.{axis}") == pytest.approx(size + 2 * 22)


def test_a_bought_box_takes_them_turned() -> None:
    start = piece(things(item("a", "keepsake", 90, 220)), shown(frame=frame((252,), (120,), rabbet_depth=44, moulding_depth=50)))
    check = check_of(plan(start, HOUSE_SHOP), "edge.a")
    turn = next(i for i, w in enumerate(check.ways) if "quarter turn" in plain(w.say, "mm") or "some turned" in plain(w.say, "mm"))
    after = plan(apply_edits(start, [TakeWayOut(check="edge.a", index=turn)], HOUSE_SHOP), HOUSE_SHOP)
    assert not any(c.key.startswith("edge.") for c in after.stops)


def test_an_anchor_is_measured_from_the_middle_as_the_thing_is_turned() -> None:
    """A pin 6 above the middle of a badge that is turned a quarter to the right lies 6 to the right of it."""
    done = worked(things(badge("a", anchors=[{"y": -6}], place={"turn": 90})), shown())
    assert mm(done, "item.a.anchor.0.left") == pytest.approx(mm(done, "board.width") / 2 + 6, abs=1e-4)
    assert mm(done, "item.a.anchor.0.top") == pytest.approx(mm(done, "board.height") / 2, abs=1e-4)


# -- mats ----------------------------------------------------------------------------------------------------------------

PHOTO = item("p", "photograph", (150, 151, 150), (200, 200, 199), window={"how": "overlap", "by": 3})


def matted(*held: dict[str, Any], **more: Any) -> Plan:
    return worked(things(*held), shown("matted_box", moulding="oak-box-25x65", **more))


def test_windows_over_and_round() -> None:
    """Handbook 8: over it, smallest reading − 2 × overlap; round it, size + 2 × reveal; the top mat by its own reveal more."""
    done = matted(PHOTO)
    assert mm(done, "mat_bottom.p.width") == 150 - 2 * 3 and mm(done, "mat_bottom.p.height") == 199 - 2 * 3
    assert mm(done, "mat_top.p.width") == 150 - 2 * 3 + 2 * 6
    round_ = matted(item("p", "patch", 80, 60, window={"how": "float", "by": 8, "shape": "oval"}), mats={"count": 1})
    assert mm(round_, "mat_top.p.width") == 80 + 2 * 8 and mm(round_, "mat_top.p.height") == 60 + 2 * 8
    circle = matted(item("p", "patch", 80, 60, window={"how": "overlap", "by": 5, "shape": "circle"}), mats={"count": 1})
    assert mm(circle, "mat_top.p.width") == mm(circle, "mat_top.p.height") == 60 - 2 * 5


def test_borders_and_windows_add_up_on_every_line() -> None:
    held = [item(k, "photograph", 100, 150, window={"how": "overlap", "by": 3}) for k in "abc"]
    done = matted(*held, layout={"how": "row", "gap": 40})
    lines = [p for p in done.proofs if p.line.startswith("borders + windows")]
    assert len(lines) >= 2 * 2
    row = next(p for p in lines if "top mat" in p.line and "width" in p.line)
    assert len(row.terms) == 4 + 3, "border, window, between, window, between, window, border"
    assert sum(Fraction(t.mm) for t in row.terms) == pytest.approx(float(Fraction(row.whole.mm)), abs=0.5)


def test_the_back_of_a_mat_is_its_front_mirrored() -> None:
    done = matted(PHOTO, item("q", "photograph", 90, 60, place={"x": 160, "y": 20}, window={"how": "overlap", "by": 3}))
    for level in ("mat_top", "mat_bottom"):
        front, back = done.view(f"{level}_front"), done.view(f"{level}_back")
        for part in (f"{level}.p", f"{level}.q"):
            a, b = (next(s.points for s in v.shapes if s.part == part and s.kind == "polygon") for v in (front, back))
            assert sorted(a) == sorted((round(front.width - x, 3), y) for x, y in b)
        assert {s.text for s in front.shapes} >= {"FRONT"} and {s.text for s in back.shapes} >= {"BACK"}
        # from the left of the back is from the right of the front
        assert mm(done, f"{level}.p.right") == pytest.approx(
            front.width - mm(done, f"{level}.p.left") - mm(done, f"{level}.p.width"), abs=0.001
        )


def test_a_drawing_read_again_agrees_or_stops() -> None:
    start = piece(things(PHOTO), shown("matted_box", moulding="oak-box-25x65"))
    done = plan(start, HOUSE_SHOP)
    assert {"mat.check.top", "mat.check.bottom"} <= keys(done, "caution")
    wide, low = mm(done, "mat_top.check.across"), mm(done, "mat_top.check.down")
    assert wide == pytest.approx(mm(done, "board.width") - mm(done, "mat_top.p.left")), (
        "its far edge from the left, seen from behind"
    )
    right = apply_edits(
        start,
        [
            TypeIn(pointer="/display/mats/check_top/across", text=f"{wide:.1f}", unit="mm"),
            TypeIn(pointer="/display/mats/check_top/down", text=f"{low:.1f}", unit="mm"),
        ],
        HOUSE_SHOP,
    )
    assert not any(k.startswith("mat.check.top") for k in keys(plan(right, HOUSE_SHOP)))
    wrong = apply_edits(right, [TypeIn(pointer="/display/mats/check_top/across", text=f"{wide + 6:.1f}", unit="mm")], HOUSE_SHOP)
    assert "mat.check.top.across" in keys(plan(wrong, HOUSE_SHOP), "stop")


# -- cloth ---------------------------------------------------------------------------------------------------------------


def jersey(**folding: Any) -> Plan:
    fold = {
        "opening_width": 360,
        "opening_height": 440,
        "border": 12,
        "crest_down": 300,
        "crest_width": 190,
        "crest_height": 230,
        **folding,
    }
    return worked(things(item("j", "garment", 512, 690, folding=fold)), shown("matted_box", moulding="oak-box-25x65"))


def test_a_garment_is_folded_so_that_its_number_is_whole_and_centred() -> None:
    """Folded = opening − 2 × border; the folds lie the same to both sides of the crest's middle."""
    done = jersey()
    wide, tall = 360 - 2 * 12, 440 - 2 * 12
    assert (mm(done, "item.j.folded.width"), mm(done, "item.j.folded.height")) == (wide, tall)
    assert (mm(done, "item.j.fold.left"), mm(done, "item.j.fold.right")) == (-wide / 2, wide / 2)
    assert mm(done, "item.j.fold.top") == 300 - tall / 2 and mm(done, "item.j.fold.bottom") == 300 + tall / 2
    assert mm(done, "item.j.turned.left") == 512 / 2 - wide / 2 and mm(done, "item.j.turned.bottom") == 690 - (300 + tall / 2)
    assert mm(done, "item.j.crest.spare.width") == wide - 190
    assert mm(done, "item.j.form.width") == wide - 4


def test_a_crest_off_the_middle_moves_the_folds() -> None:
    done = jersey(crest_across=30)
    assert mm(done, "item.j.fold.left") == 30 - 336 / 2
    assert mm(done, "item.j.turned.left") - mm(done, "item.j.turned.right") == 2 * 30


def test_a_crest_too_near_the_shoulder_is_not_quite_centred_but_whole() -> None:
    done = jersey(crest_down=180)
    assert mm(done, "item.j.fold.top") == 0 and mm(done, "item.j.crest.off") == 180 - 416 / 2
    assert "crest.off.j" in keys(done, "note") and not done.stops


def test_needlework_has_25_round_it_and_tacks_within_the_lips_6() -> None:
    """Common practice: border 25 from the stitching, lip about 6, tacks inside those 6 mm."""
    done = worked(
        things(item("n", "needlework", 240, 310, stitching={})), shown("direct", moulding="oak-lip-25x30", glazing="none")
    )
    assert mm(done, "item.n.board.width") == 240 + 2 * 25 and mm(done, "item.n.board.height") == 310 + 2 * 25
    assert mm(done, "item.n.lap") == 6 - 2 / 2, "the lip less half the board's allowance"
    assert 0 < mm(done, "item.n.tack") < mm(done, "item.n.lap") <= 6
    assert mm(done, "item.n.shows") == 25 - 5
    assert mm(done, "item.n.cloth.needed") == 25 + 3 + 25
    tack = next(s for s in done.view("tack").shapes if s.part == "tack")
    assert {p[0] for p in tack.points} == {2.5, 290 - 2.5}


# -- the file ------------------------------------------------------------------------------------------------------------


def test_changing_over_between_the_four_keeps_what_was_decided() -> None:
    start = piece(things(badge("a")), shown(border=44, mount=4))
    for way in ("spaced", "direct", "matted_box", "shadow_box"):
        document = start.model_dump() | {"display": start.display.model_dump() | {"type": way}}
        display = piece(document["object"], document["display"]).display
        assert display.type == way and display.border == 44 and display.mount == Decimal(4)  # type: ignore[union-attr]


@pytest.mark.parametrize(
    ("change", "message"),
    [
        ({"shape": "outline"}, "an outline needs three points"),
        ({"width": {}}, "at least one reading"),
        ({"front": -1}, "negative"),
        ({"key": "Not a key"}, "match"),
        ({"place": {"turn": 400}}, "less than or equal"),
        ({"traits": ["glowing"]}, "Input should be"),
    ],
)
def test_a_bad_item_is_refused_at_its_place(change: dict[str, Any], message: str) -> None:
    from shadbo.core.quantity.fields import Refused

    with pytest.raises(Refused, match=message) as refused:
        piece(things(badge("a") | change), shown())
    assert all(f.pointer.startswith("/object/items/0") for f in refused.value.faults)


def test_two_items_of_one_key_are_refused() -> None:
    from shadbo.core.quantity.fields import Refused

    with pytest.raises(Refused, match="the same key"):
        piece(things(badge("a"), badge("a")), shown())


def test_a_frame_of_the_stock_has_a_box_for_every_depth() -> None:
    depths = sorted(m.rabbet_depth for m in HOUSE_SHOP.rabbet_mouldings)
    assert depths[0] <= 12 and depths[-1] >= 80
    assert plan(piece(things(badge("a", front=60)), shown(moulding="walnut-box-28x90")), HOUSE_SHOP).stops
    assert made()["make"] == "new"


def test_a_box_ordered_by_its_size_over_all() -> None:
    """400 × 300 over all of a rail 22 wide shows 356 × 256, and the things lie in its middle with what borders are left."""
    done = worked(
        things(item("p", "print", 200, 100)), shown(moulding="ash-box-22x45", size="outside", outside_width=400, outside_height=300)
    )
    assert (mm(done, "frame.outside.width"), mm(done, "frame.sight.width")) == (400, 400 - 2 * 22)
    assert mm(done, "item.p.left") == (356 - 200) / 2 and mm(done, "item.p.top") == (256 - 100) / 2
    begun = piece(things(item("p", "print", 200, 100)), shown(moulding="ash-box-22x45"))
    chosen = apply_edits(begun, [Choose(choice="size", option="outside")], HOUSE_SHOP)
    assert mm(plan(chosen, HOUSE_SHOP), "frame.outside.width") == mm(plan(begun, HOUSE_SHOP), "frame.outside.width")


def test_a_box_begins_in_a_profile_with_room_to_spare_and_a_slim_face() -> None:
    """A badge in the slim box profile, not in a board-wide face; never in one that is full to the tenth (common practice)."""
    for key, sizes in (("badge", ("40", "90", "5", "6")), ("badge", ("60", "60", "3", "9")), ("model", ("300", "120", "40", "0"))):
        typed = dict(zip(("width", "height", "front", "behind"), sizes, strict=True))
        begun = start_piece(key, "Thing", "", "mm", typed, HOUSE_SHOP)
        done = plan(begun, HOUSE_SHOP)
        if "depth.slack" in done.figures:
            assert mm(done, "depth.slack") >= 1 and mm(done, "rail.face") <= 28, key


def test_offset_clips_are_counted_drawn_and_in_space_alike() -> None:
    """No more than 150 mm apart (the shop’s rule), three a side at the least."""
    begun = piece(things(badge("b")), shown(closing="clips", clip=6))
    done = plan(begun, HOUSE_SHOP)
    got = {p.key: p for p in done.to_get}
    assert (
        got["clips"].count == got["clip.screw"].count == 2 * sum(done.figures[f"clips.{a}"].count or 0 for a in ("width", "height"))
    )
    back = next(v for v in done.views if v.key == "back")
    assert sum(s.part == "clip" for s in back.shapes) == got["clips"].count
    assert done.faults == ()
