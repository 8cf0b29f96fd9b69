"""Four mitred rails, fasteners along a side, and taking from stock: shared by every frame."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import document_of, load_piece
from shadbo.core.framing.rails import other, spread
from shadbo.core.framing.stock import made_of
from shadbo.core.planning.edits import AddStation, TypeIn, Write, apply_edits, in_words
from shadbo.core.planning.plan import plan
from shadbo.core.planning.starting import start_piece
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import Refused
from shadbo.core.quantity.sums import leaf, weighed
from tests.conftest import document, readings
from tests.core.things import flat, frame, made, mm, piece, worked


@given(st.integers(50, 3000), st.integers(40, 400))
def test_fasteners_are_even_and_never_too_far_apart(length: int, most: int) -> None:
    places, n = spread(leaf(length, "side", "Side", "reading"), Fraction(most))
    at = [p.value for p in places]
    assert len(at) == n >= 2
    gaps = {b - a for a, b in pairwise(at)}
    assert len(gaps) == 1 and max(gaps) <= max(most, Fraction(length, 2))
    assert at[0] == length - at[-1] == next(iter(gaps)) / 2


def test_every_made_frame_is_cut_and_laid_into_stock_alike() -> None:
    """Outside and inside of a rail differ by twice its face, whatever frame it belongs to."""
    for done in (
        worked(flat((400,), (500,)), {"type": "on_board", "frame": made(), "border": 40}),
        plan(load_piece(document()), HOUSE_SHOP),
    ):
        rails = {line.key: line for line in done.cuts if line.key.startswith("rail.")}
        for line in rails.values():
            assert float(line.mm) - float(line.short_mm or 0) == pytest.approx(2 * mm(done, "rail.face"))
        used = sum(2 * (float(line.mm) + 3) for line in rails.values())
        assert mm(done, "cut.needed") == pytest.approx(used), "long points and a kerf of 3 each"
        assert mm(done, "cut.order") >= mm(done, "cut.needed")
        assert sum(len(length.pieces) for length in done.stock) == 4


def test_a_spare_rail_is_one_more_of_the_longest() -> None:
    done = worked(flat((400,), (500,)), {"type": "on_board", "frame": made() | {"spare_rail": True}, "border": 40})
    spare = next(line for line in done.cuts if line.key == "rail.spare")
    assert spare.count == 1 and float(spare.mm) == max(float(line.mm) for line in done.cuts if line.key.startswith("rail."))


@given(
    st.lists(
        st.sampled_from([Fraction(1, 2), Fraction(7, 5), Fraction(2), Fraction(3), Fraction(5), Fraction(10)]),
        min_size=1,
        max_size=3,
    )
)
def test_cards_make_up_any_thickness_they_can(chosen: list[Fraction]) -> None:
    stock = tuple(Fraction(c) for c in HOUSE_SHOP.cards)
    found = made_of(stock, sum(chosen, Fraction(0)))
    assert found is not None and sum(found) == sum(chosen)


def test_a_weighed_sum_is_the_sum_of_its_parts() -> None:
    a, b = leaf(10, "a", "A", "reading", tolerance=1), leaf(4, "b", "B", "reading", tolerance=2)
    total = weighed([(a, Fraction(1, 2)), (b, Fraction(-1)), (a - b, Fraction(2))])
    assert total.value == 10 / 2 - 4 + 2 * 6
    assert {k: c for k, (c, _) in total.slopes.items()} == {"a": Fraction(5, 2), "b": Fraction(-3)}
    assert total.worst == Fraction(5, 2) + 6


def test_the_other_axis() -> None:
    assert (other("width"), other("height")) == ("height", "width")


# -- places that are typed into ---------------------------------------------------------------------------------------------

BOARD = {"type": "on_board", "frame": frame((610, 610, 610), (810, 810, 810))}


@pytest.mark.parametrize(
    ("pointer", "label"),
    [
        ("/object/width/top/1", "Width, top, reading 2"),
        ("/object/edges/left/middle/0", "Left edge, middle"),
        ("/object/diagonals/rising/0", "Rising diagonal"),
        ("/object/depth/top_left/0", "Depth, top left"),
        ("/object/width/more/0/readings/0", "Width, 30 % along"),
        ("/display/frame/height/centre/0", "Height, centre"),
        ("/display/frame/lip", "Lip"),
        ("/object/weight", "Weight"),
    ],
)
def test_a_bad_length_is_refused_under_its_own_name(pointer: str, label: str) -> None:
    begun = piece(flat((500, 500, 500), (700, 700, 700)), BOARD)
    begun = apply_edits(begun, [AddStation(side="/object/width", at=300, text="500", unit="mm")], HOUSE_SHOP)
    with pytest.raises(Refused) as refused:
        apply_edits(begun, [TypeIn(pointer=pointer, text="as wide as the door", unit="mm")], HOUSE_SHOP)
    fault = refused.value.faults[0]
    assert (fault.field, fault.pointer, fault.value) == (label, pointer, "as wide as the door")
    assert fault.accepted


def test_edges_diagonals_and_corners_may_be_emptied_widths_may_not() -> None:
    thing = flat(
        (500,), (700,), diagonals={"rising": readings(860)}, edges={"top": {"left": readings(1)}}, depth={"highest": readings(2)}
    )
    begun = piece(thing, BOARD)
    for pointer in ("/object/diagonals/rising/0", "/object/edges/top/left/0", "/object/depth/highest/0"):
        begun = apply_edits(begun, [TypeIn(pointer=pointer, text="", unit="mm")], HOUSE_SHOP)
    held = document_of(begun)["object"]
    assert not held["diagonals"]["rising"] and not held["edges"]["top"]["left"] and not held["depth"]["highest"]
    with pytest.raises(Refused, match="only reading"):
        apply_edits(begun, [TypeIn(pointer="/object/width/middle/0", text="", unit="mm")], HOUSE_SHOP)


def test_the_history_names_what_was_done() -> None:
    begun = piece(flat((500,), (700,)), BOARD)
    station = AddStation(side="/object/height", at=400, text="701", unit="mm")
    assert in_words(begun, [station], HOUSE_SHOP) == "Height, another station"
    assert in_words(begun, [Write(pointer="/object/consent/who", text="Odda")], HOUSE_SHOP) == "Who agreed"
    assert in_words(begun, [TypeIn(pointer="/object/weight", text="1 kg", unit="mm")], HOUSE_SHOP) == "Weight"


def test_consent_has_no_place_on_a_canvas() -> None:
    with pytest.raises(Refused):
        apply_edits(load_piece(document()), [Write(pointer="/object/consent/who", text="Odda")], HOUSE_SHOP)


# -- what a piece starts as -------------------------------------------------------------------------------------------------

SIZES = {"width": "684", "height": "984", "wrap_printed": "42", "spare": "48"}


@pytest.mark.parametrize(
    ("printed", "bar", "wrap"),
    [
        ("42", "poplar-1-1/2x2", "mirrored"),
        ("48", "fir-45x60", "mirrored"),
        ("21", "pine-18x40", "mirrored"),
        ("0", "pine-18x40", "none"),
    ],
)
def test_a_roll_starts_on_the_deepest_bar_its_wrap_goes_round(printed: str, bar: str, wrap: str) -> None:
    begun = start_piece("rolled", "Roll", "", "mm", SIZES | {"wrap_printed": printed}, HOUSE_SHOP)
    assert (begun.display.bar, begun.display.wrap) == (bar, wrap)  # type: ignore[union-attr]
    assert "wrap.narrow" not in {c.key for c in plan(begun, HOUSE_SHOP).checks}


@pytest.mark.parametrize(("depth", "moulding"), [("13", "ash-lip-20x20"), ("20", "walnut-lip-30x28"), ("44", "cherry-lip-35x55")])
def test_a_lip_starts_with_the_rabbet_nearest_to_the_bar(depth: str, moulding: str) -> None:
    begun = start_piece("canvas_lipped", "Lip", "", "mm", {"width": "600", "height": "450", "depth": depth}, HOUSE_SHOP)
    assert begun.display.frame.moulding == moulding  # type: ignore[union-attr]


@pytest.mark.parametrize(("unit", "width", "height", "border"), [("mm", "500", "700", "50"), ("in", "20", "30", "50.8")])
def test_flat_work_starts_with_fifty_or_two_inches(unit: Any, width: str, height: str, border: str) -> None:
    begun = start_piece("flat", "Sheet", "", unit, {"width": width, "height": height}, HOUSE_SHOP)
    assert str(begun.display.border) == border  # type: ignore[union-attr]
