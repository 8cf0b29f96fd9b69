"""What holds of any piece a file may hold: it is planned, it opens, and nothing of no size is cut without a stop that says so."""

from __future__ import annotations

import dataclasses
from decimal import Decimal
from typing import Any

import pytest

from shadbo.bench.at_random import random_piece
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import document_of, load_piece
from shadbo.core.planning.plan import PLAN_JSON, Plan, plan_and_book
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import open_count, open_figure

EACH = 140
PLAIN = (str, bool, int, float, Decimal, Fraction, type(None))


@pytest.mark.parametrize("display", sorted(DISPLAYS))
def test_any_piece_is_planned(display: str) -> None:
    for seed in range(EACH):
        piece = random_piece(seed, HOUSE_SHOP, display)
        done, book = plan_and_book(piece, HOUSE_SHOP)
        PLAN_JSON.dump_json(done)
        cut = {f for line in done.cuts for f in (line.figure, line.short_figure) if f}
        nothing = [name for name in cut if book[name].value <= 0 and name != "clip.offset"]
        assert not nothing or done.stops, f"seed {seed}: {nothing}"
        if seed % 20 == 0:
            assert strangers(done) == set(), f"seed {seed}"
            assert load_piece(document_of(piece)) == piece
            for dim in book.dims.values():
                open_figure(dim, HOUSE_SHOP.showing)
            for count in book.counts.values():
                open_count(count)


def strangers(value: Any) -> set[str]:
    """Types in a plan that JSON has no word for: numbers of the library of exact fractions that got out."""
    if isinstance(value, Plan) or dataclasses.is_dataclass(value):
        return {t for field in dataclasses.fields(value) for t in strangers(getattr(value, field.name))}  # type: ignore[arg-type]
    if isinstance(value, dict):
        return {t for pair in value.items() for one in pair for t in strangers(one)}
    if isinstance(value, (list, tuple, set, frozenset)):
        return {t for one in value for t in strangers(one)}
    return set() if type(value) in PLAIN else {type(value).__name__}
