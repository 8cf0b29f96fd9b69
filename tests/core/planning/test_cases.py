"""Pieces that leave nothing, or less, somewhere: each is planned, told as a stop, and every way out of that stop mends it."""

from __future__ import annotations

from decimal import Decimal
from pathlib import Path

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.edits import TakeWayOut, TypeIn, apply_edits
from shadbo.core.planning.plan import PLAN_JSON, book_of, plan
from shadbo.core.quantity.figures import open_count, open_figure
from shadbo.exports.pieces import piece_from_json

CASES = Path(__file__).resolve().parents[2] / "cases"


def case(name: str) -> Piece:
    return piece_from_json((CASES / f"{name}.json").read_bytes())


# What a framer would say of each: the stop that has to stand.
SAID = [
    ("face-lip", "wood.none"), ("layered", "wood.none"), ("layered-wall10", "wood.none"), ("layered-wall8", "wood.none"),
    ("layered-wall-equals-shoulders", "wood.none"), ("layered-wall-under-shoulders", "wood.none"),
    ("readframe-face-eq-lip", "wood.none"), ("readframe-lip-over-face", "wood.none"), ("readframe-rabbet-over-rail", "wood.through"),
    ("bars-low-work", "bars.cover"), ("bars-margin", "bars.cover"), ("stretcher-cross-neg", "bars.meet.height"),
    ("stretcher-neg", "bars.meet.width"), ("stretcher-small-bars", "bars.meet.width"), ("susp-into-thing-over", "rod.meets"),
    ("floater-liner-neg", "fit.width"), ("lipped-lap-neg", "fit.width"), ("seethrough-cover", "border.least"),
]  # fmt: skip


@pytest.mark.parametrize(("name", "key"), SAID)
def test_what_leaves_nothing_is_a_stop_that_can_be_mended(name: str, key: str) -> None:
    piece = case(name)
    checks = {c.key: c for c in plan(piece, HOUSE_SHOP).checks}
    assert key in checks, sorted(checks)
    assert checks[key].severity == "stop"
    assert checks[key].ways
    still = [
        key in {c.key for c in plan(apply_edits(piece, [TakeWayOut(check=key, index=i)], HOUSE_SHOP), HOUSE_SHOP).stops}
        for i in range(len(checks[key].ways))
    ]
    # One way of fitting a canvas into a frame it is far too large for may not be enough by itself; of nothing, any is.
    assert not (all(still) if key.startswith(("fit.", "border.")) else any(still))


def test_a_wall_typed_thinner_than_its_rebates_is_told_not_refused() -> None:
    """A wall of 24 mm holds two shoulders of 5; one of 10 holds nothing behind them."""
    thin = apply_edits(case("layered-wall24"), [TypeIn(pointer="/display/wall", text="10", unit="mm")], HOUSE_SHOP)
    assert thin.display.wall == Decimal(10)  # type: ignore[union-attr]
    assert "wood.none" in {c.key for c in plan(thin, HOUSE_SHOP).stops}


@pytest.mark.parametrize("name", sorted(path.stem for path in CASES.glob("*.json")))
def test_every_figure_opens(name: str) -> None:
    piece = case(name)
    PLAN_JSON.dump_json(plan(piece, HOUSE_SHOP))
    book = book_of(piece, HOUSE_SHOP)
    assert all(open_figure(dim, HOUSE_SHOP.showing).figure for dim in book.dims.values())
    assert all(open_count(count) for count in book.counts.values())
