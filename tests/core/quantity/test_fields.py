"""One declaration for each length: the file, the typed text and the message at the field agree (core/fields.py)."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import document_of, field_at, length_field, load_piece
from shadbo.core.planning.plan import plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import LengthField, Refused
from shadbo.core.quantity.lengths import Tape, read_length
from shadbo.demo import demo_pieces
from tests.conftest import bought, document

TAPE = Tape()
GAP = LengthField.between("Gap", "0", "100")


def every_length(document_: Any, pointer: str = "") -> Iterator[tuple[str, Any]]:
    """Every decimal of a document with its place."""
    if isinstance(document_, dict):
        for key, inner in document_.items():
            yield from every_length(inner, f"{pointer}/{key}")
    elif isinstance(document_, list):
        for i, inner in enumerate(document_):
            yield from every_length(inner, f"{pointer}/{i}")
    elif isinstance(document_, Decimal):
        yield pointer, document_


@pytest.mark.parametrize("piece", [*demo_pieces(), load_piece(document(frame=bought(612, 462)))], ids=lambda p: p.name)
def test_every_length_of_a_document_is_declared_and_within_its_bounds(piece: Any) -> None:
    seen = 0
    for pointer, mm in every_length(document_of(piece)):
        if pointer.endswith("/give"):
            continue
        if pointer.endswith(("/at", "/dpi")) or "/file/" in pointer:
            continue
        field = field_at(pointer, piece)
        assert field is not None, pointer
        assert field.low <= Fraction(mm) <= field.high
        seen += 1
    assert seen >= 6


def test_every_input_of_every_stage_is_a_place_that_takes_a_length() -> None:
    for piece in (*demo_pieces(), load_piece(document(frame=bought(612, 462)))):
        for stage in plan(piece, HOUSE_SHOP).stages:
            for given_ in stage.inputs:
                if given_.kind in ("length", "mass"):
                    assert field_at(given_.pointer, piece) is not None, given_.pointer


def test_every_figure_that_can_be_typed_over_edits_a_declared_place() -> None:
    for piece in (*demo_pieces(), load_piece(document(frame=bought(612, 462)))):
        for figure in plan(piece, HOUSE_SHOP).figures.values():
            if figure.edit is not None:
                assert field_at(figure.edit, piece) is not None, figure.name


@given(st.decimals("-50", "200", places=3))
def test_the_file_and_the_typed_text_accept_the_same(mm: Decimal) -> None:
    made = document()
    made["display"]["frame"]["gap"] = mm
    try:
        load_piece(made)
        in_file = True
    except Refused:
        in_file = False
    try:
        GAP.read(f"{mm} mm", "in", TAPE, "/display/frame/gap")
        typed = True
    except Refused:
        typed = False
    assert in_file == typed == (0 <= Fraction(mm) <= 100)


@pytest.mark.parametrize("unit", ["mm", "in"])
@pytest.mark.parametrize(
    "pointer",
    ["/display/frame/gap", "/display/screw", "/display/reveal", "/object/width/top/0", "/object/depth/bar/0", "/object/bar_width"],
)
def test_what_is_said_to_be_accepted_can_be_read(pointer: str, unit: Any) -> None:
    field = length_field(pointer)
    assert field is not None
    for text in field.accepted(unit).split(" to "):
        # Said to a sixteenth or a tenth, so it may lie half a step outside; it is a length all the same.
        near = read_length(text, unit).mm
        assert min(abs(near - field.low), abs(near - field.high)) <= Fraction(1)


@pytest.mark.parametrize(
    ("text", "unit", "says"),
    [
        ("24", "mm", None),
        ("1500", "mm", "too large"),
        ("250", "in", "was it meant in millimetres?"),
        ("0.25", "mm", "was it meant in inches?"),
        ("-6", "mm", "negative"),
        ("0", "in", "zero"),
    ],
)
def test_a_number_of_the_other_system_s_size_is_asked_about(text: str, unit: Any, says: str | None) -> None:
    field = LengthField.between("Gap", "5", "100") if unit == "mm" else LengthField.between("Side", "20", "5000")
    if says is None:
        assert field.read(text, unit, TAPE, "/x").mm == 24
        return
    with pytest.raises(Refused) as refusal:
        field.read(text, unit, TAPE, "/x")
    (fault,) = refusal.value.faults
    assert says in fault.message and fault.value == text and fault.pointer == "/x"


def test_a_number_has_one_spelling_in_a_document() -> None:
    spellings: list[Any] = [6, 6.0, "6.00", Decimal("6.000"), Decimal("0.6E1")]
    held = set()
    for spelling in spellings:
        made = document()
        made["display"]["frame"]["gap"] = spelling
        held.add(str(document_of(load_piece(made))["display"]["frame"]["gap"]))
    assert held == {"6"}
