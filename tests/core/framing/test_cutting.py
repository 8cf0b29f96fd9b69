"""Rails into stock lengths, held against trying every way."""

from __future__ import annotations

from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.contract.cutting import lay_out
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.plan import plan
from shadbo.core.quantity.exact import Fraction
from tests.conftest import document

KERF = Fraction(3)


def fewest(lengths: list[int], stock: int) -> int:
    """The fewest bars by trying every assignment: the reference."""
    best = len(lengths)
    for where in product(range(len(lengths)), repeat=len(lengths)):
        used = [0] * len(lengths)
        for length, bar in zip(lengths, where, strict=True):
            used[bar] += length + 3
        if max(used) <= stock:
            best = min(best, len(set(where)))
    return best


@given(st.integers(100, 2900), st.integers(100, 2900))
def test_two_pairs_of_rails_take_the_fewest_lengths_there_are(across: int, down: int) -> None:
    bars = lay_out([("a", Fraction(across))] * 2 + [("d", Fraction(down))] * 2, Fraction(3000), KERF)
    assert len(bars) == fewest([across, across, down, down], 3000)


@given(st.lists(st.integers(50, 2400), min_size=1, max_size=5))
def test_every_piece_is_cut_once_and_no_bar_is_overfull(lengths: list[int]) -> None:
    pieces = [(f"p{i}", Fraction(length)) for i, length in enumerate(lengths)]
    bars = lay_out(pieces, Fraction(2500), KERF)
    assert sorted(name for bar in bars for name, _ in bar) == sorted(name for name, _ in pieces)
    for bar in bars:
        assert sum(length + KERF for _, length in bar) <= 2500


def test_a_piece_as_long_as_the_stock_needs_its_kerf_too() -> None:
    assert lay_out([("just", Fraction(2997))], Fraction(3000), KERF)
    with pytest.raises(ValueError, match="longer than the stock"):
        lay_out([("over", Fraction(2998))], Fraction(3000), KERF)


def test_an_offcut_of_300_goes_back_to_stock() -> None:
    """Common practice: offcuts over 300 mm are kept. 2320 of 3000 leaves 680; a larger frame leaves less."""
    from shadbo.core.document.piece import load_piece

    kept = plan(load_piece(document()), HOUSE_SHOP).stock[0]
    assert (kept.left.mm, kept.keep) == ("680", True)
    larger = plan(load_piece(document((750,), (530,))), HOUSE_SHOP).stock[0]
    assert (larger.left.mm, larger.keep) == ("220", False)
