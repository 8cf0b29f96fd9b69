"""Figures and sentences as they are shown: opened sums, multipliers, what an input hangs on."""

from __future__ import annotations

from collections.abc import Callable

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.plan import book_of, plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Book, Speaker, number_text, open_count, open_figure, plain
from shadbo.core.quantity.lengths import MM_PER_INCH, Showing
from shadbo.core.quantity.sums import leaf, mean
from tests.conftest import bought

MakePiece = Callable[..., Piece]
SHOW = Showing(16)


@pytest.mark.parametrize(
    ("value", "text"),
    [("1/2", "½"), ("1/3", "⅓"), ("2", "2"), ("3/2", "3/2"), ("1/7", "1/7"), ("11/10", "1.1"), ("1/64", "0.0156")],
)
def test_a_multiplier_as_it_is_written(value: str, text: str) -> None:
    assert number_text(Fraction(value)) == text


def test_a_sentence_has_its_lengths_in_both_systems() -> None:
    said = Speaker(SHOW).say("{} too deep for {}", Fraction("2.5"), MM_PER_INCH)
    assert plain(said, "mm") == "2.5 mm too deep for 25.4 mm"
    assert plain(said, "in") == "1/8 in too deep for 1 in"


def test_a_tolerance_does_not_vanish_in_sixteenths() -> None:
    speak = Speaker(SHOW)
    small = MM_PER_INCH / 64
    assert plain(speak.say("± {}", small), "in") == "± 1/64 in", "what is some is not said to be none"
    assert plain(speak.say("± {}", Fraction(0)), "in") == "± 0 in"
    assert plain(speak.say("± {}", speak.fine(small)), "in") == "± 1/64 in"


def test_a_sentence_with_a_length_missing_is_a_fault() -> None:
    with pytest.raises(ValueError, match="1 lengths"):
        Speaker(SHOW).say("{} and {}", Fraction(1))


def test_a_name_stands_for_one_figure_only() -> None:
    book = Book()
    gap = leaf(6, "gap", "Gap", "choice")
    book.add(gap, "gap.planned", "Gap")
    with pytest.raises(ValueError, match="stands in the book already"):
        book.add(gap, "gap.planned", "Gap again")


def test_the_sum_of_a_gap_beside_a_station(make_piece: MakePiece) -> None:
    opened = open_figure(book_of(make_piece((600, 598, 600)), HOUSE_SHOP)["gap.at.middle"], SHOW)
    assert opened.how == "sum"
    assert [(r.times, r.label, r.amount.mm) for r in opened.rows] == [
        ("", "Inside width", "612"),
        ("−", "Canvas width, middle", "598"),
    ]
    assert opened.factor == "÷ 2"
    assert opened.result is not None and opened.result.mm == "7"
    assert opened.rows[1].pointer == "/object/width/middle/0", "a term that was typed leads to its place"


def test_a_pick_shows_its_candidates_and_which_it_took(make_piece: MakePiece) -> None:
    opened = open_figure(book_of(make_piece((600, 604, 601)), HOUSE_SHOP)["canvas.width.largest"], SHOW)
    assert opened.how == "largest"
    assert [(r.label, r.chosen) for r in opened.rows] == [
        ("Canvas width, top", False),
        ("Canvas width, middle", True),
        ("Canvas width, bottom", False),
    ]


def test_what_a_figure_hangs_on_largest_first_with_its_source(make_piece: MakePiece) -> None:
    opened = open_figure(book_of(make_piece(), HOUSE_SHOP)["frame.outside.width"], SHOW)
    assert [(d.label, d.per) for d in opened.depends] == [
        ("Gap a side", "2"),
        ("Face", "2"),
        ("Canvas width, top", "1"),
        ("saw", "1"),
    ]
    by = {d.label: d for d in opened.depends}
    assert by["Gap a side"].pointer == "/display/frame/gap"
    assert by["Face"].pointer is None, "stock is not edited on the piece"
    assert "shop setting" in by["Canvas width, top"].source


def test_what_is_cut_is_out_by_its_saw_and_the_room_in_it_by_the_tape_too(make_piece: MakePiece) -> None:
    """The rail is cut to a number: ±0.5 of the saw. The room is what lies between it and the canvas as it truly is: √(0.5² + 0.5²) likely."""
    book = book_of(make_piece(), HOUSE_SHOP)
    outside, room = (open_figure(book[name], SHOW) for name in ("frame.outside.width", "fit.width"))
    assert outside.worst is not None and outside.worst.mm == "0.5"
    assert room.worst is not None and room.worst.mm == "1"
    assert room.likely is not None and room.likely.mm == "0.7"


def test_a_count_shows_its_working(make_piece: MakePiece) -> None:
    opened = open_count(book_of(make_piece(), HOUSE_SHOP).counts["screw.count.width"])
    assert opened.figure.count == 3
    assert "500 mm between the outer screws" in plain(opened.working[0], "mm")


def test_the_mean_of_thirds_is_shown_to_a_tenth_and_kept_exactly() -> None:
    dim = mean([leaf(v, f"k{v}", "k", "reading") for v in (600, 600, 601)]).named("m", "Mean")
    assert dim.value * 3 == 1801
    opened = open_figure(dim, SHOW)
    assert opened.figure.mm == "600.333333"
    assert opened.result is not None and (opened.result.mm, opened.result.mm_exact) == ("600.3", False)


def test_every_figure_of_every_kind_of_piece_opens(make_piece: MakePiece) -> None:
    for piece in (
        make_piece(),
        make_piece((600,), (450,)),
        make_piece(frame=bought(624, 460, liner_width=2)),
        make_piece(frame={"make": "new", "moulding": "pine-20x44", "spare_rail": True}, depth=18),
        make_piece(solve="moulding_depth", lift=1),
    ):
        book = book_of(piece, HOUSE_SHOP)
        for dim in book.dims.values():
            opened = open_figure(dim, HOUSE_SHOP.showing)
            assert opened.figure.label
            for row in opened.rows:
                assert row.label, f"{dim.name} has a row without a name"
                assert row.figure is None or row.figure in book.dims, f"{dim.name} leads to {row.figure}"


def test_every_dimension_line_speaks_of_a_length(make_piece: MakePiece) -> None:
    worked = plan(make_piece(), HOUSE_SHOP)
    for view in worked.views:
        for line in view.dimensions:
            assert worked.figures[line.figure].shown is not None
            assert line.end >= line.start
