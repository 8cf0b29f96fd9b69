"""Hanger bars by hand: numbers of our own, the expression in the test."""

from __future__ import annotations

from itertools import pairwise
from math import ceil, hypot
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from shadbo.core.quantity.figures import plain
from tests.core.displays.pieces import PRECIOUS, SHEET, WIDE, on_bars
from tests.core.things import flat, keys, mm, worked

CHART = flat((720, 719, 720), (1024, 1025, 1024), weight="0.16")


def test_a_chart_trimmed_and_hung_between_bars() -> None:
    done = worked(CHART, {"type": "hanger_bars", "over": 12, "bar_height": 28, "margin": 15, "keep": 6})
    sheet = 720 - 2 * (15 - 6)
    assert mm(done, "sheet.width") == sheet and mm(done, "bar.length") == sheet + 2 * 12
    assert mm(done, "work.seen") == 1025 - 2 * (15 - 6) - 2 * 28
    bar = next(c for c in done.cuts if c.key == "bar")
    assert bar.count == 4 and bar.mm == str(sheet + 24)


def test_magnets_by_weight_and_by_spacing() -> None:
    """A 20 N magnet holds 2 × 0.3 × 20 / 2 N through paper; the sheet of 2 kg and the lower pair hang on them with factor 4."""
    done = worked(CHART | {"weight": 2}, {"type": "hanger_bars", "pull": 20})
    ash = 0.60 * 1.12 * 1000
    pair = 740 / 1000 * 0.025 * 0.018 * ash
    by_strength = ceil((2 + pair) * 9.81 * 4 / (2 * 0.3 * 20 / 2))
    assert done.figures["grip.count"].count == max(by_strength, ceil(740 / 150)) == by_strength
    light = worked(CHART, {"type": "hanger_bars", "pull": 20, "lower": "none", "curl": "flat"})
    assert light.figures["grip.count"].count == ceil(740 / 150)


def test_places_are_even_and_the_ends_agree() -> None:
    done = worked(CHART, {"type": "hanger_bars", "pull": 20})
    n = done.figures["grip.count"].count or 0
    at = [mm(done, f"grip.at.{i + 1}") for i in range(n)]
    assert at[0] == 20 and at[-1] == 740 - 20
    assert len({round(b - a, 4) for a, b in pairwise(at)}) == 1


@given(st.integers(50, 5000), st.integers(1, 400))
def test_more_weight_never_needs_fewer(grams: int, more: int) -> None:
    def count(kg: float) -> int:
        done = worked(CHART | {"weight": kg}, {"type": "hanger_bars"})
        return done.figures["grip.count"].count or 0

    assert count((grams + more) / 1000) >= count(grams / 1000)


def test_a_week_of_test_hanging_is_in_the_time() -> None:
    done = worked(CHART, {"type": "hanger_bars", "finish": "bare"})
    test = next(s for s in done.steps if s.key == "test")
    assert test.gate and test.wait_minutes == 7 * 24 * 60 and done.time.waiting >= 7 * 24 * 60
    assert "curl" not in keys(done)
    assert plain(done.verdict, "mm").startswith("Bars 740 mm long")


@pytest.mark.parametrize(("height", "sag"), [(25, 1), (50, 1 / 8)])
def test_a_bar_twice_as_high_sags_an_eighth(height: int, sag: float) -> None:
    """The third power of the height (Roark); its own weight doubles with it, so the load is taken out."""

    def sags(h: int) -> float:
        done = worked(flat((1500,), (600,), weight=2), {"type": "hanger_bars", "bar_height": h, "lower": "none"})
        bar = 1.52 * h / 1000 * 0.018 * 0.60 * 1.12 * 1000
        return mm(done, "bar.sag") / (2 + bar)

    assert sags(height) / sags(25) == pytest.approx(sag, rel=1e-3)


# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("screws.room", "stop", SHEET, on_bars(grip="screws", over=4)),
    ("screws.through", "caution", WIDE, on_bars(grip="screws")),
    ("screws.through", "stop", WIDE | PRECIOUS, on_bars(grip="screws")),
    ("grip.many", "caution", SHEET | {"weight": 1}, on_bars(pull=5)),
    ("grip.many", "stop", SHEET | {"weight": 2}, on_bars(pull=5)),
    ("curl", "caution", SHEET, on_bars(lower="none")),
    ("curl.light", "caution", SHEET, on_bars(curl="strong", bar_thickness=6, wood="basswood")),
    ("trim.nothing", "stop", SHEET, on_bars(margin=5, keep=8)),
    ("trim.near", "stop", SHEET, on_bars(margin=10, keep=1)),
    ("trim.consent", "stop", SHEET | PRECIOUS, on_bars(margin=10, keep=5)),
    ("bar.sag", "caution", flat((2000, 2000, 2000), (700, 700, 700), weight=2), on_bars(bar_height=15, lower="none", curl="flat")),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = [(SHEET, on_bars())]


def test_the_cord_is_long_enough_to_knot() -> None:
    done = worked(SHEET, on_bars())
    run = 2 * hypot(mm(done, "bar.length") / 2, mm(done, "cord.rise"))
    assert run + 200 <= mm(done, "cord.cut") < run + 210
