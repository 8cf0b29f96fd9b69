"""Pieces that leave nothing, or less, somewhere: each is planned, told as a stop, and every way out of that stop mends it."""

from __future__ import annotations

from decimal import Decimal
from pathlib import Path

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.edits import TakeWayOut, TypeIn, apply_edits
from shadbo.core.planning.plan import PLAN_JSON, book_of, plan
from shadbo.core.quantity.figures import open_count, open_figure, plain
from shadbo.exports.pieces import piece_from_json
from tests.core.mending import fires_and_is_mended

CASES = Path(__file__).resolve().parents[2] / "cases"


def case(name: str) -> Piece:
    return piece_from_json((CASES / f"{name}.json").read_bytes())


# What a framer would say of each: the stop that has to stand.
SAID = [
    ("face-lip", "wood.none"),
    ("layered", "wood.none"),
    ("layered-wall10", "wood.none"),
    ("layered-wall8", "wood.none"),
    ("layered-wall-equals-shoulders", "wood.none"),
    ("layered-wall-under-shoulders", "wood.none"),
    ("readframe-face-eq-lip", "wood.none"),
    ("readframe-lip-over-face", "wood.none"),
    ("readframe-rabbet-over-rail", "wood.through"),
    ("bars-low-work", "bars.cover"),
    ("bars-margin", "bars.cover"),
    ("stretcher-cross-neg", "bars.meet.height"),
    ("stretcher-neg", "bars.meet.width"),
    ("stretcher-small-bars", "bars.meet.width"),
    ("susp-into-thing-over", "rod.meets"),
    ("floater-liner-neg", "fit.width"),
    ("lipped-lap-neg", "fit.width"),
    ("seethrough-cover", "border.least"),
]


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


# What a framer would say of each that was not said once, and how gravely.
SEEN = [
    ("onboard-loose-acrylic", "glazing.loose", "stop"),
    ("onboard-mat-touch-sight", "mat.over", "caution"),
    ("onboard-mat-window-over-sight", "mat.over", "stop"),
    ("mat-overlap-circle", "mat.past.a", "stop"),
    ("mat-overlap-turned", "mat.past.a", "stop"),
    ("mat-overlap-zero", "mat.overlap.a", "stop"),
    ("touch-hidden-by-another", "depth.air", "stop"),
    ("direct-needle-touch", "glazing.touch.a", "stop"),
    ("direct-print-touch", "glazing.touch.a", "stop"),
    ("box-acrylic-bow", "depth.air", "stop"),
    ("susp-heavy-short-post", "rod.weak.stands", "stop"),
]


@pytest.mark.parametrize(("name", "key", "severity"), SEEN)
def test_what_would_harm_it_is_said(name: str, key: str, severity: str) -> None:
    fires_and_is_mended(case(name), key, severity)


def test_of_two_things_the_one_that_touches_is_named_first() -> None:
    """A coin 9.5 high wants 3 of air, a sampler 8.5 high wants 5; behind a spacer of 9 the coin touches, the sampler only nearly does."""
    said = {
        c.key: plain(c.say, "mm") for c in plan(case("touch-hidden-by-another"), HOUSE_SHOP).checks if c.key.startswith("depth.air")
    }
    assert said["depth.air"].startswith("“coin” would touch") and len(said) == 2


def test_the_screw_line_of_uneven_gaps() -> None:
    """Common practice: the line lies midway between bar and seat’s edge, so gaps of 3 and 13 put it 5 mm apart on the two axes."""
    book = book_of(case("floater-uneven-inset"), HOUSE_SHOP)
    assert book["screw.inset.height"].value - book["screw.inset.width"].value == 5


def test_a_short_post_is_crushed_before_it_bends() -> None:
    """π ÷ 4 × 6² × 51 N/mm² (ash along the grain, Wood Handbook table 5-3, from memory) = 1442 N; Euler alone would have it bear more."""
    shown = plan(case("susp-heavy-short-post"), HOUSE_SHOP).figures["rod.pressed"].quantity
    assert shown is not None and shown.mm == "360 N", "1442 ÷ factor 4"


def test_screws_go_no_deeper_than_the_mount() -> None:
    """Two #6 screws in 6 mm of ply hold 6/9 of what they hold in 9 mm: withdrawal goes by the length in the wood (Wood Handbook, chapter 8)."""
    book = book_of(case("tool-screwed"), HOUSE_SHOP)
    assert "6 mm into ply" in " ".join(plain(line, "mm") for line in book.counts["hold.a.each"].working)
