"""Counts typed over what the usual spacing gives: as many as were typed everywhere, judged by load and spacing."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.edits import apply_edits
from shadbo.core.planning.plan import plan
from shadbo.core.planning.trying import ways_out
from tests.core.mending import mends
from tests.core.things import canvas, keys, made, piece, worked

FLOATER: dict[str, Any] = {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}}
LIPPED: dict[str, Any] = {"type": "lipped", "frame": made("pine-lip-40x36")}
SMALL = canvas(400, 300, 20, weight="0.8")
HEAVY = canvas(1500, 1200, 38, weight="60")


@pytest.mark.parametrize(("display", "part", "step"), [(FLOATER, "screw", "screw"), (LIPPED, "clip", "clips")])
def test_four_where_more_are_proposed(display: dict[str, Any], part: str, step: str) -> None:
    """Two on each rail and none on the stiles are four: in the list, at the step, on the drawing, and enough for a light canvas."""
    done = worked(SMALL, display | {"per_rail": 2, "per_stile": 0})
    assert next(p for p in done.to_get if p.key == part).count == 4
    assert done.figures[f"{part}.count"].count == 4 and done.faults == ()
    drawn = [s for s in done.view("back").shapes if s.part.startswith(f"{part}.")]
    assert len(drawn) == 4 and not any(s.part.startswith(f"{part}.down") for s in drawn)
    assert f"{part}.few" not in keys(done) and f"{part}.apart.height" in keys(done, "caution")


def test_as_spaced_nothing_is_said() -> None:
    for display in (FLOATER, LIPPED):
        assert not {k for k in keys(worked(SMALL, display)) if ".apart" in k or ".few" in k}


def few() -> Piece:
    return piece(HEAVY, FLOATER | {"frame": {"make": "new", "moulding": "oak-20x50"}, "per_rail": 1, "per_stile": 0})


def test_too_few_for_its_weight_is_a_stop_that_is_mended() -> None:
    """60 kg × 9.81 × 4 = 2354 N are asked; two #6 screws in unknown bars bear less (Wood Handbook, chapter 8; NDS)."""
    done = plan(few(), HOUSE_SHOP)
    assert "screw.few" in keys(done, "stop")
    (way,) = ways_out(few(), HOUSE_SHOP, of="screw.few")["screw.few"]
    mends(few(), "screw.few", way.edits)
    assert not apply_edits(few(), way.edits, HOUSE_SHOP).display.per_rail  # type: ignore[union-attr]
