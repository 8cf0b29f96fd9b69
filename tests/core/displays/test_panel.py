"""A panel by hand: backing, seams, tape, glue and strips."""

from __future__ import annotations

from math import ceil
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.displays.pieces import AGREED, PRECIOUS, SHEET, on_panel
from tests.core.things import flat, mm, worked

PUZZLE = flat((968, 967, 968), (684, 684, "683.5"), material="puzzle", weight="1.05")


def test_the_backing_goes_by_the_smallest_and_is_cut_from_two_boards() -> None:
    done = worked(PUZZLE, {"type": "panel", "inset": "2.5", "sheet_width": 600, "sheet_height": 800})
    wide, tall = 967 - 5, 683.5 - 5
    assert (mm(done, "backing.width"), mm(done, "backing.height")) == (wide, tall)
    assert done.figures["board.count"].count == ceil(wide / 600) * ceil(tall / 800) == 2
    assert mm(done, "seam.width.1") == wide / 2
    each = (wide / 2, tall)
    assert mm(done, "tape.length") == 2 * (2 * each[0] + 2 * each[1] - 8 * 15)
    area = 2 * (each[0] - 30) * (each[1] - 30) / 1e6
    assert done.figures["glue.area"].quantity.mm == f"{area:.3g} m²"  # type: ignore[union-attr]


def test_a_sheet_turned_saves_a_board() -> None:
    """700 × 500 of sheets 520 × 720: straight 2 × 1, turned one."""
    done = worked(flat((705,), (505,)), {"type": "panel", "sheet_width": 520, "sheet_height": 720})
    assert done.figures["board.count"].count == 1


def test_strips_by_weight_with_factor_six() -> None:
    done = worked(PUZZLE, {"type": "panel", "inset": "2.5", "board": 5, "pair": 20})
    kg = 1.05 + 0.962 * 0.6785 * 0.005 * 100
    strength = ceil(kg * 9.81 * 6 / 20)
    spacing = 4 + 2 * ceil((962 - 600) / 300)
    assert done.figures["pairs.count"].count == max(strength, spacing)
    strips = [s for s in done.view("back").shapes if s.part.startswith("pair.")]
    assert len(strips) >= max(strength, spacing) and len(strips) % 2 == 0


@given(st.integers(150, 1500), st.integers(150, 1500), st.integers(300, 1200), st.integers(300, 1200))
def test_boards_cover_the_backing_and_fit_the_sheet(w: int, h: int, sheet_w: int, sheet_h: int) -> None:
    done = worked(flat((w,), (h,)), {"type": "panel", "sheet_width": sheet_w, "sheet_height": sheet_h, "board": 5})
    each = sorted((mm(done, "board.width"), mm(done, "board.height")))
    assert each[0] <= min(sheet_w, sheet_h) + 1e-6 and each[1] <= max(sheet_w, sheet_h) + 1e-6
    n = done.figures["board.count"].count or 0
    assert each[0] * each[1] * n == pytest.approx((w - 5) * (h - 5), rel=1e-6)


def test_tape_across_the_back_can_be_undone_and_glue_can_not() -> None:
    for bond, undone in (("glue", "no"), ("spray", "no"), ("tape", "mostly")):
        assert worked(PUZZLE, {"type": "panel", "bond": bond, "board": 5}).held.reversible == undone


# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("glue.good", "note", SHEET, on_panel()),
    ("glue.never", "stop", SHEET | PRECIOUS, on_panel(), {"practice": "conservation"}),
    ("glue.consent", "stop", SHEET | PRECIOUS, on_panel(bond="spray")),
    ("glue.agreed", "caution", SHEET | PRECIOUS | {"consent": AGREED}, on_panel()),
    ("backing.shows", "caution", SHEET, on_panel(inset=1)),
    ("backing.small", "caution", SHEET, on_panel(inset=30)),
    ("backing.none", "stop", flat((120,), (120,)), on_panel(inset=50)),
    ("backing.bends", "caution", flat((900,), (600,)), on_panel()),
    ("backing.seams", "note", SHEET, on_panel(sheet_width=400, sheet_height=500)),
    ("tape.crosses", "stop", flat((150,), (300,)), on_panel(tape=80, inset=0)),
    ("ledge", "note", SHEET, on_panel(wall="ledge")),
    ("pairs.many", "caution", SHEET | {"weight": 3}, on_panel(pair=10)),
    ("pairs.room", "stop", flat((60,), (300,)), on_panel()),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = [(SHEET | {"material": "puzzle"}, on_panel())]
