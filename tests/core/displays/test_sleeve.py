"""Cloth on a sleeve and pole (common practice of hanging quilts and tapestries)."""

from __future__ import annotations

from math import ceil
from typing import Any

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.comparing import compare
from shadbo.core.planning.plan import book_of, plan
from shadbo.core.planning.starting import start_piece
from shadbo.core.quantity.figures import plain
from shadbo.shop.days.ready import days_alone
from tests.core.things import flat, keys, mm, piece, worked

QUILT = flat((1402, 1400, 1404), (1800, 1802, 1801), material="cloth", weight="2.4")


def sleeve(**more: Any) -> dict[str, Any]:
    return {"type": "sleeve", **more}


def test_pole_and_sleeve_of_a_quilt_by_hand() -> None:
    """Narrowest 1400: pole 1400 − 2 × 15, sleeve 1400 − 2 × 40; round a pole of 40 × 12 with 10 of ease and seams of 12: 138 wide."""
    done = worked(QUILT, sleeve())
    assert mm(done, "pole.length") == 1370 and mm(done, "sleeve.length") == 1320
    assert mm(done, "strip.width") == 1320 + 24 and mm(done, "strip.height") == 2 * (40 + 12) + 10 + 24
    # Brackets in the middle of the pole’s height: eye line 1450, half of 1802 up, 15 and 20 down.
    assert mm(done, "bracket.floor") == pytest.approx(1450 + 901 - 15 - 20)
    there = {p.key: p.count for p in done.to_get}
    # Between the outer brackets, 12 in from each end of the pole.
    assert any(
        "1346 mm" in plain(line, "mm") for line in book_of(piece(QUILT, sleeve()), HOUSE_SHOP).counts["bracket.count"].working
    )
    assert there["bracket"] == done.figures["bracket.count"].count and there["bracket.screw"] == 2 * there["bracket"]
    assert done.faults == ()


@pytest.mark.parametrize("wide", [900, 1800, 2600])
def test_brackets_by_what_the_pole_sags(wide: int) -> None:
    """5 q l⁴ / (384 E I) between two brackets, E of white pine 8.5 GPa (Wood Handbook, table 5-3a): never over a millimetre."""
    done = worked(flat((wide,), (1500,), material="cloth", weight="6"), sleeve())
    many = done.figures["bracket.count"].count or 0
    pole = mm(done, "pole.length")
    stiff = 8500 * 12 * 40**3 / 12

    def sag(brackets: int) -> float:
        span = (pole - 24) / (brackets - 1)
        return 5 * (6 * 9.81 / wide) * span**4 / (384 * stiff)

    assert sag(many) <= 1.02 and (many == 2 or sag(many - 1) > 0.98)
    assert many == max(2, ceil(many))


def test_sewn_to_its_back_before_it_hangs() -> None:
    done = worked(QUILT, sleeve(weighted=True))
    order = [s.key for s in done.steps]
    assert order.index("sleeve") < order.index("sew") < order.index("test") < order.index("brackets") < order.index("hang")
    assert {c.key: c.count for c in done.cuts} == {"pole": 2, "sleeve": 2}


CHECKS: list[tuple[Any, ...]] = [
    ("sleeve.none", "stop", flat((60,), (80,), material="cloth"), sleeve(sleeve_short=40)),
    ("sleeve.long", "stop", QUILT, sleeve(pole_short=60, sleeve_short=20)),
    ("pole.sag", "caution", QUILT, sleeve(brackets=2, pole_height=12)),
]
CALM: list[tuple[Any, ...]] = [(QUILT, sleeve())]


def test_a_very_wide_one_is_made_in_two() -> None:
    done = worked(flat((3000,), (1500,), material="cloth", weight="5"), sleeve())
    assert "pole.long" in keys(done, "caution") and not done.stops


def test_what_it_suits() -> None:
    """A quilt hangs by its whole width; silk and small cloth don’t; paper never."""
    cloths = {
        "quilt": QUILT,
        "silk": flat((900,), (900,), material="cloth", traits=["moisture_sensitive"]),
        "small": flat((300,), (400,), material="cloth"),
    }
    shown = {"type": "on_board", "frame": {"make": "new", "moulding": "pine-lip-40x36"}}
    first = {name: compare(piece(thing, shown), HOUSE_SHOP, days_alone).ways[0].key for name, thing in cloths.items()}
    assert first["quilt"] == "sleeve" and first["silk"] != "sleeve" and first["small"] != "sleeve"
    begun = start_piece("quilt", "Quilt", "", "in", {"width": "54", "height": "72"}, HOUSE_SHOP)
    done = plan(begun, HOUSE_SHOP)
    assert not done.stops and mm(done, "pole.length") == pytest.approx(53 * 25.4)
