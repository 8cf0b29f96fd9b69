"""Dimensions that keep their terms (DESIGN: the heart). Properties with Hypothesis, worked examples by hand."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import open_figure
from shadbo.core.quantity.lengths import Showing
from shadbo.core.quantity.sums import Dim, Pick, Sum, diagonal, largest, leaf, mean, median, root, smallest

lengths = st.integers(1, 5_000_000).map(lambda n: Fraction(n, 1000))
coefficients = st.sampled_from([Fraction(n, 2) for n in (-4, -2, -1, 1, 2, 3, 4)])


def read(value: object, key: str, tolerance: object = "0.5") -> Dim:
    return leaf(Fraction(str(value)), key, key, "reading", tolerance=Fraction(str(tolerance)))


def test_a_rail_outside_as_on_scrap_paper() -> None:
    canvas, gap, face = read(600, "canvas"), read(6, "gap", 0), read(20, "face", 0)
    inside = (canvas + 2 * gap).named("inside", "Inside")
    outside = (inside + 2 * face).named("outside", "Outside")
    assert outside.value == 652
    assert isinstance(outside.form, Sum)
    assert [(c, t.label) for c, t in outside.form.terms] == [(1, "Inside"), (2, "face")]
    assert {key: slope for key, (slope, _) in outside.slopes.items()} == {"canvas": 1, "gap": 2, "face": 2}


def test_a_half_is_the_last_line_of_the_sum() -> None:
    border = ((read(300, "opening") - read(280, "piece")) / 2).named("border", "Border")
    opened = open_figure(border, Showing(16))
    assert opened.factor == "÷ 2"
    assert [row.times for row in opened.rows] == ["", "−"]
    assert border.value == 10


def test_worst_case_is_the_sum_and_likely_the_root_of_squares() -> None:
    dim = read(600, "a", "0.5") + 2 * read(6, "b", "0.25") - read(3, "c", "1")
    assert dim.worst == Fraction(2)
    assert float(dim.likely) == pytest.approx(math.sqrt(0.5**2 + 0.5**2 + 1**2), abs=1e-6)


@given(st.lists(st.tuples(coefficients, lengths), min_size=1, max_size=6))
def test_a_sum_is_exactly_its_terms_however_it_is_put_together(items: list[tuple[Fraction, Fraction]]) -> None:
    dims = [read(v, f"k{i}", "0.1") for i, (_, v) in enumerate(items)]
    total = dims[0] * items[0][0]
    for (c, _), dim in zip(items[1:], dims[1:], strict=True):
        total = total + dim * c
    assert total.value == sum((c * v for c, v in items), Fraction(0))
    halved = (total / 2).named("half", "Half")
    assert halved.value * 2 == total.value
    assert halved.worst == total.worst / 2
    assert halved.worst >= halved.likely - Fraction(1, 1000)


@given(st.lists(lengths, min_size=1, max_size=7))
def test_the_pick_is_the_size_for_its_use(values: list[Fraction]) -> None:
    dims = [read(v, f"k{i}") for i, v in enumerate(values)]
    assert largest(dims).value == max(values)
    assert smallest(dims).value == min(values)
    assert mean(dims).value * len(values) == sum(values)
    ordered = sorted(values)
    middle = ordered[len(ordered) // 2] if len(ordered) % 2 else (ordered[len(ordered) // 2 - 1] + ordered[len(ordered) // 2]) / 2
    assert median(dims).value == middle


@given(lengths, lengths, lengths)
def test_moving_an_input_moves_the_figure_by_its_slope(canvas: Fraction, gap: Fraction, by: Fraction) -> None:
    def inside(g: Fraction) -> Dim:
        return read(canvas, "canvas") + 2 * read(g, "gap")

    slope = inside(gap).slopes["gap"][0]
    assert inside(gap + by).value - inside(gap).value == slope * by


def test_like_terms_are_gathered_and_vanished_ones_dropped() -> None:
    a, b = read(5, "a"), read(3, "b")
    dim = a + b - a
    assert isinstance(dim.form, Sum) and [t.label for _, t in dim.form.terms] == ["b"]
    assert dim.value == 3


def test_a_pick_carries_the_tolerance_of_the_one_it_picked() -> None:
    picked = largest([read(10, "a", "0.5"), read(12, "b", "0.2")])
    assert isinstance(picked.form, Pick) and picked.form.chosen == 1
    assert picked.worst == Fraction("0.2")


# Pythagoras: 3-4-5 to the digit; slopes are the direction cosines.
def test_the_diagonal_is_pythagoras() -> None:
    d = diagonal(read(300, "w", 1), read(400, "h", 1)).named("d", "Diagonal")
    assert d.value == 500
    assert {k: s for k, (s, _) in d.slopes.items()} == {"w": Fraction(3, 5), "h": Fraction(4, 5)}
    assert d.likely == 1


@given(st.integers(0, 10**8))
def test_the_root_is_right_to_a_millionth(n: int) -> None:
    assert abs(root(Fraction(n)) ** 2 - n) <= 2 * Fraction(1, 10**6) * (math.isqrt(n) + 1)


def test_nothing_has_no_largest() -> None:
    for pick in (largest, smallest, mean, median):
        with pytest.raises(ValueError, match="of nothing"):
            pick([])
