"""Naming the slip: each named mistake, made on purpose, is found."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.plan import book_of
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.lengths import MM_PER_INCH, Unit, last_place, nearest
from shadbo.core.quantity.slips import diagnose
from shadbo.core.quantity.sums import Dim, Sum, leaf
from shadbo.demo import demo_pieces
from tests.conftest import bought, readings
from tests.core.things import canvas, made
from tests.core.things import piece as piece_of

HALF_STEP = Fraction(1, 4)
MakePiece = Callable[..., Piece]


def best(piece: Piece, figure: str, own: object, resolution: Fraction = HALF_STEP) -> list[str]:
    book = book_of(piece, HOUSE_SHOP)
    verdict = diagnose(book[figure], Fraction(str(own)), book.dims, resolution)
    assert not verdict.agrees
    return [s.sentence for s in verdict.slips]


@pytest.mark.parametrize(
    ("figure", "own", "slip"),
    [
        # canvas 600 × 450, gap 6, face 20: inside 612 × 462, outside 652 × 502
        ("frame.outside.width", 632, "face counted once instead of twice"),
        ("frame.inside.width", 606, "gap a side counted once instead of twice"),
        ("frame.outside.width", 646, "gap a side counted once instead of twice"),
        ("frame.outside.width", 612, "this is inside width, not outside width"),
        ("frame.outside.width", 502, "width and height swapped: this is outside height"),
        ("frame.outside.width", 572, "face subtracted instead of added"),
        ("gap.at.top", 12, "forgot to halve (gap beside top)"),
        ("gap.at.top", -6, "subtracted the wrong way round"),
        ("depth.lift", 41, "bar depth, mean left out"),
        ("screw.across.1", 576, "measured from the wrong end of outside width"),
        (
            "frame.outside.width",
            Fraction(652) / MM_PER_INCH,
            "inches and millimetres mixed: a number in inches taken as millimetres",
        ),
        ("frame.outside.width", 662, "canvas width, top read 10 mm over"),
    ],
)
def test_each_slip_made_on_purpose_is_named_first(make_piece: MakePiece, figure: str, own: object, slip: str) -> None:
    assert best(make_piece(), figure, own)[0] == slip


def test_halved_twice(make_piece: MakePiece) -> None:
    # a frame 620 inside on a canvas 600 wide: 10 a side, halved again 5
    assert best(make_piece(frame=bought(620, 470)), "gap.width", 5)[0].startswith("halved twice (gap at the tightest")


def test_another_station_used(make_piece: MakePiece) -> None:
    piece = make_piece(width=(600, 604, 601))
    assert "canvas width, top used, not the largest" in best(piece, "frame.inside.width", 612)


def test_neighbour_mark_and_a_decimal_read_as_a_fraction(make_piece: MakePiece) -> None:
    inch = Fraction(127, 5)
    piece = make_piece(
        frame=bought(Fraction("24.4") * inch, 500) | {"width": {"top": readings(Fraction("24.4") * inch, tape="in")}}
    )
    # .4 in laid down as 4/16, the handbook's own case: 0.15 in short.
    assert "frame's inside width, top: the decimal .4 read as 4/16" in best(
        piece, "frame.outside.width", Fraction("24.25") * inch + 40, inch / 64
    )
    # 24 5/8 for 24 3/8: a quarter over.
    three_eighths = make_piece(
        frame=bought(1, 1) | {"width": {"top": readings(Fraction("24.375") * inch, tape="in")}, "height": {"left": readings(500)}}
    )
    found = best(three_eighths, "frame.outside.width", Fraction("24.625") * inch + 40, inch / 64)
    assert "frame's inside width, top read a quarter over" in found


def test_a_fraction_misread_digits_swapped_and_one_gap_too_few(make_piece: MakePiece) -> None:
    """5/16 read for 5/8; 526 written 562; two gaps counted of three: common practice, the handbook’s section 16 and its further slips."""
    inch = MM_PER_INCH
    eighths = make_piece(
        frame=bought(1, 1) | {"width": {"top": readings(Fraction("24.625") * inch, tape="in")}, "height": {"left": readings(500)}}
    )
    found = best(eighths, "frame.outside.width", Fraction("24.3125") * inch + 40, inch / 64)
    assert "frame's inside width, top: 5/8 read as 5/16" in found
    swapped = make_piece(frame=bought(1, 1) | {"width": {"top": readings(526)}, "height": {"left": readings(500)}})
    assert "frame's inside width, top: digits swapped, 526 written 562" in best(
        swapped, "frame.outside.width", Fraction(562 + 40), HALF_STEP
    )
    gap, width = (leaf(v, f"/{n}", n, "choice", pointer=f"/{n}") for v, n in ((15, "gap"), (100, "width")))
    row = (4 * width + 3 * gap).named("row", "Row of four")
    told = diagnose(row, Fraction(4 * 100 + 2 * 15), {}, HALF_STEP).slips[0].sentence
    assert told == "one too few: gap counted 2 times instead of 3"


def test_the_same_number_agrees_and_a_stray_one_has_no_slip(make_piece: MakePiece) -> None:
    book = book_of(make_piece(), HOUSE_SHOP)
    figure = book["frame.outside.width"]
    assert diagnose(figure, Fraction("652.2"), book.dims, HALF_STEP).agrees
    stray = diagnose(figure, Fraction("733.7"), book.dims, HALF_STEP)
    assert not stray.agrees and stray.slips == ()
    near = diagnose(figure, Fraction("652.9"), book.dims, HALF_STEP)
    assert near.within_tolerance and not near.agrees


def test_a_number_in_whole_millimetres_or_added_up_from_shown_parts_is_right(make_piece: MakePiece) -> None:
    """A canvas 610.35 wide and gaps of 4.75: shown 610.4 and 4.8 they come to 620, the figure is 619.85."""
    piece = make_piece(width=(Fraction("610.35"),) * 3, frame={"make": "new", "moulding": "oak-20x50", "gap": "4.75"})
    book = book_of(piece, HOUSE_SHOP)
    figure, show = book["frame.inside.width"], HOUSE_SHOP.showing
    assert figure.value == Fraction("619.85")

    def shown(term: Dim) -> Fraction:
        return show.rounded(term.value, "mm", "fine" if term.leaf else "depth")

    assert diagnose(figure, Fraction("620.0"), book.dims, Fraction(1, 20), shown).agrees
    assert not diagnose(figure, Fraction("620.2"), book.dims, Fraction(1, 20), shown).agrees
    assert last_place("620", "mm") == Fraction(1, 2) and diagnose(figure, Fraction(620), book.dims, last_place("620", "mm")).agrees
    assert last_place("620.0", "mm") == last_place("24", "in") == last_place("600 + 20", "mm") == 0


def test_a_quarter_taken_for_a_third() -> None:
    """Handbook 18: rings go a third down; a quarter of 450 is 112.5."""
    done = piece_of(canvas(600, 450, 22), {"type": "lipped", "frame": made()}, hang={"how": "rings"})
    book = book_of(done, HOUSE_SHOP)
    quarter = book["frame.outside.height"].value / 4
    assert "a quarter taken for a third" in diagnose(book["hang.down"], quarter, book.dims, HALF_STEP).slips[0].sentence


def made_on_purpose(dim: Dim, book: Mapping[str, Dim]) -> Iterator[tuple[str, Fraction]]:
    """What somebody gets who makes one slip at the bench, reckoned from the terms of a sum and not by the program’s slips."""
    form = dim.form
    assert isinstance(form, Sum) and dim.name is not None
    for c, term in form.terms:
        part = form.factor * c * term.value
        if abs(c) == 2:
            yield "once for twice", dim.value - part / 2
        if len(form.terms) > 1:
            yield "left out", dim.value - part
            if c < 0:
                yield "not subtracted", dim.value - 2 * part
    if form.factor == Fraction(1, 2):
        yield "not halved", dim.value * 2
        yield "halved twice", dim.value / 2
    if dim.along is not None:
        yield "wrong end", dim.along.value - dim.value
    for this, other in (("width", "height"), ("horizontal", "vertical")):
        twin = dim.name.replace(this, other)
        if this in dim.name and twin in book:
            yield "swapped axes", book[twin].value


def test_of_slips_made_on_purpose_the_right_one_is_named_first() -> None:
    """All single slips in all sums of the demo, written as the sum is shown: first named in 92 of 100 or more. A right number never accused."""
    show, first, tried = HOUSE_SHOP.showing, 0, 0
    for begun in demo_pieces():
        book = book_of(begun, HOUSE_SHOP).dims
        for dim in book.values():
            if dim.leaf or not isinstance(dim.form, Sum):
                continue
            step = show.step(begun.units, dim.grain)

            def as_shown(term: Dim, unit: Unit = begun.units) -> Fraction:
                return show.rounded(term.value, unit, "fine" if term.leaf else term.grain)

            assert diagnose(dim, show.rounded(dim.value, begun.units, dim.grain), book, step / 2, as_shown).agrees, dim.name
            for kind, gives in made_on_purpose(dim, book):
                own = show.rounded(gives, begun.units, dim.grain)
                if own <= 0 or abs(own - dim.value) <= step:
                    continue
                tried += 1
                named = next(iter(diagnose(dim, own, book, step / 2, as_shown).slips), None)
                # Of two terms subtracted the wrong way round and not subtracted are one slip.
                first += named is not None and (named.kind == kind or (kind, named.kind) == ("not subtracted", "wrong way round"))
    assert tried > 2000 and first / tried >= 0.92, (first, tried)


GRIDS = {
    "a millimetre": Fraction(1),
    "half a millimetre": Fraction(1, 2),
    "a sixteenth": MM_PER_INCH / 16,
    "an eighth": MM_PER_INCH / 8,
}


@pytest.mark.parametrize("grid", GRIDS.values(), ids=GRIDS)
def test_a_right_number_worked_in_round_terms_is_never_accused(grid: Fraction) -> None:
    """Each term rounded before it is added, as on scrap paper: of all sums of the demo none is called a slip (27 in 100 were, in eighths)."""
    accused, tried = [], 0
    for begun in demo_pieces():
        book = book_of(begun, HOUSE_SHOP).dims
        for name, dim in book.items():
            if dim.leaf or not isinstance(dim.form, Sum):
                continue
            own = dim.form.factor * sum((c * nearest(term.value, grid) for c, term in dim.form.terms), Fraction(0))
            tried += 1
            verdict = diagnose(dim, own, book, HOUSE_SHOP.showing.step(begun.units, dim.grain) / 2)
            if not verdict.agrees:
                accused.append(name)
    assert tried > 1000 and accused == []


def test_a_fraction_written_as_its_numerator_behind_the_point() -> None:
    """24 5/8 written 24.5: an eighth short; and as .58, both of its digits."""
    inch = Fraction(127, 5)
    width = leaf(Fraction(197, 8) * inch, "/w", "width", "reading", typed="24 5/8", tape="in")
    whole = (width + leaf(Fraction(0), "/z", "nothing", "choice")).named("w", "Width")
    for own, words in (
        (Fraction("24.5"), "the fraction 5/8 written as .5"),
        (Fraction("24.58"), "the fraction 5/8 written as .58"),
    ):
        verdict = diagnose(whole, own * inch, {"w": whole}, inch / 640)
        assert any(words in slip.sentence for slip in verdict.slips), (own, [s.sentence for s in verdict.slips])
