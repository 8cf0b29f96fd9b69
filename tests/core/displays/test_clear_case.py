"""A clear case: a hood of five sheets over a base (common practice; sizes are house figures)."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.comparing import compare
from shadbo.core.planning.plan import plan
from shadbo.core.planning.starting import start_piece
from shadbo.shop.days.ready import days_alone
from tests.core.things import item, mm, piece, things, worked

CUP = item("cup", "keepsake", 160, 240, front=150, behind=0, weight="0.9", has=["foot"])


def case(**more: Any) -> dict[str, Any]:
    return {"type": "clear_case", **more}


def test_a_cup_by_hand() -> None:
    """160 × 240 × 150 with 25 of room, 30 above and a step of 6: inside 210 × 276 × 200; 3 mm sheets; base 12 beyond all round."""
    done = worked(things(CUP), case())
    assert [mm(done, f"inside.{a}") for a in ("width", "height", "depth")] == [210, 276, 200]
    assert mm(done, "case.sheet") == 3 and [mm(done, f"hood.{a}") for a in ("width", "height", "depth")] == [216, 279, 206]
    assert [mm(done, f"base.{a}") for a in ("width", "depth")] == [240, 230]
    cuts = {c.key: (c.count, float(c.mm)) for c in done.cuts}
    # Front and back cover the ends of the sides; the top covers all four; the step has a millimetre all round.
    assert cuts == {"hood.front": (2, 216), "hood.side": (2, 200), "hood.top": (1, 216), "base": (1, 240), "step": (1, 208)}
    assert done.faults == ()


def test_it_weighs_what_its_sheets_weigh() -> None:
    """Acrylic 1190 kg/m³ (ISO 7823-1), five sheets of 3 mm, base and step of walnut, the cup on the scale."""
    done = worked(things(CUP), case())
    sheets = (2 * 216 * 276 + 2 * 200 * 276 + 216 * 206) * 3 * 1190e-9
    kg = float(done.weight.mm.split()[0])
    base = 240 * 230 * 18 * 1e-9 * 600
    step = 208 * 198 * 6 * 1e-9 * 600
    assert kg == pytest.approx(sheets + base + step + 0.9, abs=0.12)


@pytest.mark.parametrize(("wide", "thick"), [(200, 3), (400, 5), (900, 8)])
def test_a_longer_hood_is_of_thicker_sheets(wide: int, thick: int) -> None:
    assert mm(worked(things(item("s", "figure", wide, 100, front=90)), case()), "case.sheet") == thick


def test_it_stands_and_nothing_is_hung() -> None:
    done = worked(things(CUP), case(screwed=True))
    order = [s.key for s in done.steps]
    assert order.index("base") < order.index("down") < order.index("stand") < order.index("close") and order.index(
        "cement"
    ) < order.index("try")
    assert not {"rings", "hang"} & set(order) and not {"ring", "hook"} & {p.key for p in done.to_get}


CHECKS: list[tuple[Any, ...]] = [
    ("case.thin", "caution", things(item("s", "figure", 700, 200, front=90)), case(sheet=3)),
    ("case.tips", "caution", things(item("s", "figure", 60, 700, front=60)), case()),
]
CALM: list[tuple[Any, ...]] = [(things(CUP), case())]


def test_what_it_suits() -> None:
    shown = {"type": "shadow_box", "frame": {"make": "new", "moulding": "oak-box-25x65"}}
    first = {
        kind: compare(piece(things(item("x", kind, 200, 200, front=front)), shown), HOUSE_SHOP, days_alone).ways[0].key
        for kind, front in (("ball", 200), ("shoe", 110), ("figure", 90), ("badge", 3))
    }
    assert first["ball"] == first["shoe"] == "clear_case" and first["figure"] == "layered_box" and first["badge"] == "shadow_box"
    typed = {"width": "12", "height": "8", "front": "5", "behind": "0"}
    assert not plan(start_piece("case", "Model", "", "in", typed, HOUSE_SHOP), HOUSE_SHOP).stops
