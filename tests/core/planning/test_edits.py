"""Changing a piece: typed text, nudges, choices, words. What is refused changes nothing and says where and why."""

from __future__ import annotations

from collections.abc import Callable
from decimal import Decimal
from typing import Any

import pytest
from pydantic import TypeAdapter

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece, document_of, load_piece
from shadbo.core.planning.edits import Choose, Edit, Nudge, TakeWayOut, TypeIn, Write, apply_edits, in_words
from shadbo.core.planning.plan import plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import Refused
from tests.conftest import bought, document

MakePiece = Callable[..., Piece]
GAP = "/display/frame/gap"


def typed(piece: Piece, pointer: str, text: str, unit: str = "mm") -> Piece:
    return apply_edits(piece, [TypeIn(pointer=pointer, text=text, unit=unit)], HOUSE_SHOP)  # type: ignore[arg-type]


def refused(piece: Piece, *edits: Any) -> Any:
    before = document_of(piece)
    with pytest.raises(Refused) as refusal:
        apply_edits(piece, edits, HOUSE_SHOP)
    assert document_of(piece) == before
    fault = refusal.value.faults[0]
    assert fault.message and fault.accepted
    return fault


def test_a_typed_gap_in_either_system(make_piece: MakePiece) -> None:
    assert typed(make_piece(), GAP, "1/4", "in").display.frame.gap == Decimal("6.35")  # type: ignore[union-attr]
    assert typed(make_piece(), GAP, "12/2").display.frame.gap == 6  # type: ignore[union-attr]


def test_a_reading_keeps_what_was_typed_its_tape_and_its_give(make_piece: MakePiece) -> None:
    reading = typed(make_piece(), "/object/width/middle/0", "23 5/8-", "in").object.width.middle[0]
    assert (reading.typed, reading.tape) == ("23 5/8-", "in")
    assert Fraction(reading.mm) == (Fraction(189, 8) - Fraction(1, 32)) * Fraction("25.4")
    assert Fraction(reading.give) == Fraction("25.4") / 32


def test_the_uncertainty_is_kept_in_the_tolerance(make_piece: MakePiece) -> None:
    from shadbo.core.planning.plan import book_of

    # Half a division of a 1/16 tape is over the inch tape's own 1/64.
    loose = typed(make_piece(), "/object/width/middle/0", "23 5/8+", "in")
    assert book_of(loose, HOUSE_SHOP)["canvas.width.middle"].worst == Fraction("25.4") / 32


def test_a_new_station_is_added_and_an_emptied_one_taken_out(make_piece: MakePiece) -> None:
    one = make_piece((600,), (450,))
    two = typed(one, "/object/width/bottom/0", "601")
    assert [r.mm for r in two.object.width.bottom] == [601]
    assert typed(two, "/object/width/bottom/0", " ").object.width.bottom == []
    assert "only reading" in refused(one, TypeIn(pointer="/object/width/top/0", text="", unit="mm")).message


@pytest.mark.parametrize(
    ("pointer", "text", "says"),
    [
        (GAP, "", "is needed"),
        (GAP, "wide", "not part of a length"),
        (GAP, "-3", "negative"),
        ("/object/width/top/0", "0", "zero"),
        (GAP, "9 m", "too large"),
        (GAP, "nan", "not part"),
        ("/object/width/top/0", "9 m", "too large"),
        ("/object/width/top/0", "12", "too small"),
        ("/object/depth/bar/0", "1 1/2", "meant in inches"),
        ("/object/nowhere", "5", "not a length"),
        ("/name", "5", "not a length"),
        ("/display/frame/face", "5", "not a length"),
    ],
)
def test_every_bad_text_is_refused_at_its_field(make_piece: MakePiece, pointer: str, text: str, says: str) -> None:
    fault = refused(make_piece(), TypeIn(pointer=pointer, text=text, unit="mm"))
    assert says in fault.message
    assert fault.pointer == pointer and fault.value in (text, pointer)


def test_optional_sizes_may_be_emptied(make_piece: MakePiece) -> None:
    set_ = typed(make_piece(), "/display/screw", "30")
    assert set_.display.screw == 30
    assert typed(set_, "/display/screw", "").display.screw is None


def test_typing_what_follows_makes_it_what_is_given(make_piece: MakePiece) -> None:
    piece = typed(make_piece(solve="reveal", lift=3), "/display/reveal", "5")
    assert (piece.display.solve, piece.display.reveal) == ("lift", 5)
    back = typed(piece, "/display/lift", "1")
    assert (back.display.solve, back.display.lift) == ("reveal", 1)


def test_nudges_by_a_millimetre_or_a_sixteenth_coarse_by_ten_or_a_half(make_piece: MakePiece) -> None:
    def gap(**nudge: Any) -> Fraction:
        return Fraction(apply_edits(make_piece(), [Nudge(pointer=GAP, **nudge)], HOUSE_SHOP).display.frame.gap)  # type: ignore[union-attr]

    assert gap(steps=2, unit="mm") == 8
    assert gap(steps=1, unit="in") == 6 + Fraction("1.5875")
    assert gap(steps=1, unit="mm", coarse=True) == 16
    assert gap(steps=1, unit="in", coarse=True) == Fraction("18.7")
    assert gap(steps=-99, unit="mm") == 0, "a nudge stops at the bound"


def test_every_option_of_every_choice_can_be_chosen(make_piece: MakePiece) -> None:
    for piece in (make_piece(), make_piece(frame=bought(624, 460))):
        for stage in plan(piece, HOUSE_SHOP).stages:
            for given in stage.inputs:
                if given.kind == "choice":
                    for option in given.options:
                        after = apply_edits(piece, [Choose(choice=given.key, option=option.key)], HOUSE_SHOP)
                        again = [
                            i for s in plan(after, HOUSE_SHOP).stages for i in s.inputs if i.kind == "choice" and i.key == given.key
                        ]
                        assert [o.key for o in again[0].options if o.chosen] == [option.key]


def test_choosing_what_is_not_there_is_refused(make_piece: MakePiece) -> None:
    assert "not a choice" in refused(make_piece(), Choose(choice="colour", option="red")).message
    assert "not one of" in refused(make_piece(), Choose(choice="moulding", option="gold")).message
    assert "no longer open" in refused(make_piece(), TakeWayOut(check="fit.width", index=0)).message


def test_words(make_piece: MakePiece) -> None:
    piece = apply_edits(make_piece(), [Write(pointer="/owner", text="Odda"), Write(pointer="/due", text="2027-03-01")], HOUSE_SHOP)
    assert (piece.owner, str(piece.due)) == ("Odda", "2027-03-01")
    assert apply_edits(piece, [Write(pointer="/due", text="")], HOUSE_SHOP).due is None
    assert "is needed" in refused(piece, Write(pointer="/name", text=" ")).message
    assert "can't be written" in refused(piece, Write(pointer="/format", text="x")).message
    assert refused(piece, Write(pointer="/due", text="tomorrow")).field == "due"


def test_several_edits_are_taken_together_or_not_at_all(make_piece: MakePiece) -> None:
    refused(make_piece(), TypeIn(pointer=GAP, text="8", unit="mm"), TypeIn(pointer=GAP, text="far", unit="mm"))


def test_a_change_is_told_in_words(make_piece: MakePiece) -> None:
    piece = make_piece(frame={"make": "new", "moulding": "ash-18x45"})
    adapter: TypeAdapter[Any] = TypeAdapter(Edit)
    for edit, words in (
        ({"op": "type", "pointer": "/object/width/top/0", "text": "601", "unit": "mm"}, "Width, top"),
        ({"op": "choose", "choice": "moulding", "option": "oak-20x50"}, "Rail"),
        ({"op": "write", "pointer": "/owner", "text": "x"}, "Owner"),
        ({"op": "way_out", "check": "reveal.impossible", "index": 0}, "Use Oak 20 × 50: lift 3 mm for a reveal of 3 mm"),
    ):
        assert in_words(piece, [adapter.validate_python(edit)], HOUSE_SHOP) == words


@pytest.mark.parametrize(
    ("spoil", "pointer", "says"),
    [
        (lambda d: d.update(format="shadbo.piece/7"), "/format", "later Shadbo"),
        (lambda d: d.update(format="mp3"), "/format", "not the mark"),
        (lambda d: d["display"].update(type="hologram"), "/display/type", "floater"),
        (lambda d: d["display"]["frame"].update(gap=-6), "/display/frame/gap", "negative"),
        (lambda d: d["display"]["frame"].update(gap=float("nan")), "/display/frame/gap", "finite"),
        (lambda d: d["display"]["frame"].update(gap="wide"), "/display/frame/gap", "decimal"),
        (lambda d: d["object"]["width"].update(top=[{"mm": 9000}]), "/object/width/top/0/mm", "too large"),
        (lambda d: d["object"].update(width={}), "/object/width", "at least one reading"),
        (lambda d: d.update(surprise=1), "/surprise", "not permitted"),
        (lambda d: d.pop("name"), "/name", "required"),
        (lambda d: d["display"].update(solve="moulding_depth", frame=bought(612, 462)), "/display", "can't be worked out"),
    ],
)
def test_a_bad_document_is_refused_at_its_place(spoil: Any, pointer: str, says: str) -> None:
    made = document()
    spoil(made)
    with pytest.raises(Refused) as refusal:
        load_piece(made)
    found = {f.pointer: f.message for f in refusal.value.faults}
    assert pointer in found, found
    assert says in found[pointer]


@pytest.mark.parametrize("thing", [None, [], "text", 5])
def test_what_is_no_document_is_refused(thing: object) -> None:
    with pytest.raises(Refused):
        load_piece(thing)


def test_both_sizes_typed_into_a_width_are_width_and_height(make_piece: MakePiece) -> None:
    piece = typed(make_piece(), "/object/width/middle/0", "20 x 30 in")
    width, height = document_of(piece)["object"]["width"]["middle"], document_of(piece)["object"]["height"]["centre"]
    assert [str(r["mm"]) for r in (*width, *height)] == ["508", "762"]
    # Into a height, or where nothing beside it is a height, it is one length too many.
    for pointer in ("/object/height/centre/0", "/display/frame/gap"):
        fault = refused(make_piece(), TypeIn(pointer=pointer, text="508 x 762", unit="mm"))
        assert fault.pointer == pointer and "not part of a length" in fault.message
