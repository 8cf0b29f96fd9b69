"""Reading and showing lengths, held against pint for conversions."""

from __future__ import annotations

from decimal import Decimal
from fractions import Fraction as Exact

import pint
import pytest
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.lengths import LengthError, Showing, Tape, as_decimal, nearest, read_length, two_sizes

UNITS = pint.UnitRegistry(non_int_type=Exact)
INCH = Fraction(254, 10)


@pytest.mark.parametrize(
    ("text", "unit", "mm"),
    [
        ("640", "mm", 640),
        ("64 cm", "mm", 640),
        ("640mm", "in", 640),
        ("0.64 m", "mm", 640),
        ("12,5", "mm", "12.5"),
        ("25 3/16", "in", "639.7625"),
        ('25-3/16"', "mm", "639.7625"),
        ("25 3/16 in", "mm", "639.7625"),
        ("25 3⁄16", "in", "639.7625"),
        ("25½", "in", "647.7"),
        ("25 ½ in", "mm", "647.7"),
        ("⅜ in", "mm", "9.525"),
        ("2' 1 3/16\"", "mm", "639.7625"),
        ("2′ 1 3⁄16″", "mm", "639.7625"),
        ("2 ft 1", "mm", "635"),
        ("3 feet", "mm", "914.4"),
        ("0.75 in", "mm", "19.05"),
        (".5", "in", "12.7"),
        ("640 - 2*12", "mm", 616),
        ("(29 1/8 - 26)/2", "in", "39.6875"),
        ("640 − 2 × 12", "mm", 616),
        ("25 in + 3", "in", "711.2"),
        ("1/64 in", "mm", "0.396875"),
        ("2*(300+5)", "mm", 610),
        ("640 - 1/2 in", "mm", "627.3"),
        ("7 inches", "mm", "177.8"),
        ("12 ÷ 4", "mm", 3),
    ],
)
def test_every_way_of_writing_a_length(text: str, unit: str, mm: object) -> None:
    assert read_length(text, unit).mm == Fraction(str(mm))  # type: ignore[arg-type]


def test_a_trailing_plus_or_minus_is_half_a_division_to_that_side() -> None:
    tape = Tape(Fraction(1), Fraction(1, 16))
    under = read_length("31 1/4-", "in", tape)
    assert under.mm == (Fraction(125, 4) / 1 - Fraction(1, 32)) * INCH
    assert under.give_mm == INCH / 32
    over = read_length("640+", "mm", tape)
    assert (over.mm, over.give_mm) == (Fraction(1281, 2), Fraction(1, 2))
    # It takes the tape the number was read on, not the field's unit.
    assert read_length("25 in -", "mm", tape).give_mm == INCH / 32


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "nothing is typed"),
        ("   ", "nothing is typed"),
        ("abc", "not part of a length"),
        ("12 x", "not part of a length"),
        ("5 5", "left over"),
        ("1/0", "0 below the line"),
        ("25 9/4", "less than one"),
        ("((3)", "bracket"),
        ("3 in * 2 in", "area"),
        ("4 / 2 in", "no length"),
        ("4/(2-2)", "zero"),
        ("1,250", "comma"),
        ("3 mm mm", "left over"),
        ("640 -* 2", "where a number"),
        ("2' 3 mm", "after feet"),
        ("NaN", "not part"),
        ("1e5", "not part"),
        ("mm", "no number"),
        ("9" * 200, "characters long"),
        ("(" * 100, "stops short"),
        ("640 - ", "stops short"),
        ("２５", None),
    ],
)
def test_bad_text_is_refused_with_a_reason_and_what_would_do(text: str, says: str | None) -> None:
    if says is None:
        # Full-width digits are digits to Unicode; they are read as such.
        assert read_length(text, "mm").mm == 25
        return
    if says == "stops short" and text.endswith("- "):
        # A sign left at the end is the framer's "a little under".
        assert read_length(text, "mm").give_mm == Fraction(1, 2)
        return
    with pytest.raises(LengthError, match=says) as refused:
        read_length(text, "mm")
    assert refused.value.accepted


@given(st.text(st.characters(exclude_categories=("Cs",), exclude_characters="\x00"), max_size=60))
def test_any_text_is_read_or_refused_never_crashes(text: str) -> None:
    try:
        read = read_length(text, "in")
    except LengthError:
        return
    assert isinstance(read.mm, Fraction)


# International yard and pound agreement / NIST SP 811: 1 in = 25.4 mm exactly, through pint's own tables.
@given(st.integers(0, 400), st.integers(0, 63))
def test_inches_agree_with_pint(whole: int, over: int) -> None:
    read = read_length(f"{whole} {over}/64 in", "mm")
    pints = UNITS.Quantity(Exact(whole * 64 + over, 64), "inch").to("millimeter").magnitude
    assert Exact(read.mm.numerator, read.mm.denominator) == Exact(pints)


@given(st.integers(0, 3_000_000))
def test_feet_and_metres_agree_with_pint(thousandths: int) -> None:
    text = str(Decimal(thousandths) / 1000)
    for ours, theirs in (("ft", "foot"), ("m", "meter"), ("cm", "centimeter")):
        pints = UNITS.Quantity(Exact(text), theirs).to("millimeter").magnitude
        read = read_length(f"{text} {ours}", "mm").mm
        assert Exact(read.numerator, read.denominator) == Exact(pints)


@given(st.integers(0, 64 * 300), st.sampled_from([8, 16, 32, 64]))
def test_what_is_shown_reads_back_as_what_was_shown(sixty_fourths: int, parts: int) -> None:
    mm = Fraction(sixty_fourths, 64) * INCH
    shown = Showing(parts).show(mm)
    assert read_length(shown.text("in"), "mm").mm == nearest(mm, INCH / parts)
    assert read_length(shown.text("mm"), "in").mm == nearest(mm, Fraction(1, 2))


@given(st.decimals(-5000, 5000, places=6, allow_nan=False))
def test_no_digit_is_lost_between_document_and_core(value: Decimal) -> None:
    assert as_decimal(Fraction(value)) == value


@given(st.fractions(0, 5000))
def test_inches_are_shown_reduced_and_within_half_a_step(value: Exact) -> None:
    mm = Fraction(value.numerator, value.denominator)
    shown = Showing(16).show(mm)
    assert shown.inch.num == 0 or shown.inch.num % 2 == 1
    ticks = Fraction(shown.inch.whole) + Fraction(shown.inch.num, shown.inch.den)
    assert abs(ticks * INCH - mm) <= INCH / 32
    assert abs(Fraction(shown.mm) - mm) <= Fraction(1, 4)


def test_grains_wood_half_millimetre_depth_a_tenth() -> None:
    show = Showing(16)
    assert show.show(Fraction("640.3")).mm == "640.5"
    assert show.show(Fraction("640.3"), "depth").mm == "640.3"
    assert show.show(Fraction("640.3")).mm_exact is False
    assert Showing(64).show(INCH * 25 + INCH / 64).text("in") == "25 1/64 in"
    assert show.show(Fraction("-0.1"), "wood").minus is False, "minus nought is nought"


@pytest.mark.parametrize(
    ("text", "two"),
    [
        ("508 x 762", ("508", "762")),
        ("508×762", ("508", "762")),
        ("20 × 30 in", ("20 in", "30 in")),
        ('20" X 30"', ('20"', '30"')),
        ("20 1/2 x 30 3/4 in", ("20 1/2 in", "30 3/4 in")),
        ("60,5 x 40 cm", ("60,5 cm", "40 cm")),
        # A count or a thickness before or after the mark, a star, three numbers, words: a product, or nothing.
        ("2 x 19", None),
        ("508 * 762", None),
        ("1 x 2 x 3", None),
        ("wide x high", None),
        ("508", None),
        ("x 762", None),
    ],
)
def test_two_sizes_in_one_are_told_from_a_product(text: str, two: tuple[str, str] | None) -> None:
    assert two_sizes(text, "mm") == two


def test_in_inches_a_small_number_is_a_size_too() -> None:
    assert two_sizes("8 x 10", "in") == ("8", "10") and two_sizes("8 x 10", "mm") is None
