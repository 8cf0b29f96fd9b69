"""What the whole weighs against published densities, and that its parts are told."""

from __future__ import annotations

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.plan import book_of
from shadbo.core.quantity.figures import plain
from shadbo.core.science.timber import GRAVITY, density, gravity
from shadbo.demo import demo_pieces
from tests.core.things import box, canvas, item, made, mm, piece, things, worked


def kg(text: str) -> float:
    value, unit = text.split()
    return float(value) / (1000 if unit == "g" else 1)


def test_specific_gravity_is_the_table_of_the_wood_handbook() -> None:
    """FPL-GTR-282, Table 5-3, as the handbook of the trade gives it (from memory); density at 12 % moisture is that and its water."""
    table = {
        "red alder": 0.41,
        "white ash": 0.60,
        "basswood": 0.37,
        "black cherry": 0.50,
        "sugar maple": 0.63,
        "northern red oak": 0.63,
        "black walnut": 0.55,
        "yellow-poplar": 0.42,
        "coast Douglas-fir": 0.48,
        "eastern white pine": 0.35,
    }
    assert {wood: float(g) for wood, g in GRAVITY.items()} == table
    assert float(density("white ash")) == pytest.approx(0.60 * 1.12 * 1000)
    assert gravity("mystery wood") == gravity("northern red oak")


def test_a_floater_and_its_canvas_by_hand() -> None:
    """Four mitred rails along their middle line, the seat round the inside, lift strips of softwood, and the canvas as it was weighed."""
    done = worked(canvas(600, 450, 38, weight=2), {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}})
    oak = 0.63 * 1.12 * 1000
    rails = (2 * (652 + 502) - 4 * 20) / 1000 * 0.020 * 0.050 * oak
    seat = 2 * (612 + 462) / 1000 * 0.006 * 0.032 * oak
    strips = sum(
        2 * mm(done, f"lift.strip.{run}") * mm(done, f"lift.strip.width{name}") * mm(done, "depth.lift")
        for run, name in (("across", ""), ("down", ".down"))
    )
    assert kg(done.weight.mm) == pytest.approx(rails + seat + strips * 450e-9 + 2, abs=0.006)


def test_glass_by_the_published_density() -> None:
    """EN 572-1, 2500 kg/m³: taking the glass out takes width × height × 2 mm × 2500 away. Closed with a strainer, nothing fills its place."""
    shown = box("direct", moulding="oak-lip-25x30", closing="strainer", spacer=0, backing=3)
    with_, without = (worked(things(item("p", "print", 500, 700)), shown | {"glazing": g}) for g in ("glass", "none"))
    sheet = float(with_.figures["glazing.width"].mm or 0) * float(with_.figures["glazing.height"].mm or 0) / 1e6
    assert kg(with_.weight.mm) - kg(without.weight.mm) == pytest.approx(sheet * 2 * 2.5, abs=0.011)


@pytest.mark.parametrize("given_", demo_pieces(), ids=lambda p: p.name)
def test_the_parts_make_the_whole(given_: object) -> None:
    worked_ = book_of(given_, HOUSE_SHOP).counts["weight.total"]  # type: ignore[arg-type]
    parts = [plain(line, "mm").split(": ", 1)[1].split(" (")[0] for line in worked_.working]
    assert worked_.quantity is not None
    assert sum(kg(p) for p in parts) == pytest.approx(kg(worked_.quantity.mm), abs=0.005 * len(parts) + 0.006)


def test_a_piece_weighs_what_its_thing_weighs_more_when_that_is_heavier() -> None:
    light, heavy = (book_of(piece(canvas(600, 450, 22, weight=w), {"type": "lipped", "frame": made()}), HOUSE_SHOP) for w in (1, 3))
    a, b = (kg(book.counts["weight.total"].quantity.mm) for book in (light, heavy))  # type: ignore[union-attr]
    assert b - a == pytest.approx(2, abs=0.011)
