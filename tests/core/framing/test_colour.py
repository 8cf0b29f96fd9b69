"""Which mat boards go with a colour, and the difference in words."""

from __future__ import annotations

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.framing.colour import contrasting, difference, in_words, nearest
from shadbo.core.planning.edits import Choose, apply_edits
from shadbo.core.planning.plan import plan
from shadbo.core.quantity.figures import plain
from tests.core.things import box as shown
from tests.core.things import item, piece, things

BOARDS = HOUSE_SHOP.mat_boards


def test_a_board_is_nearest_to_itself() -> None:
    for board in BOARDS:
        best = nearest(board.colour, BOARDS, 1)[0]
        assert best.apart == 0 and best.board.colour == board.colour and best.words == "not to be told apart"


def test_the_nearest_come_in_order() -> None:
    found = nearest("#2f5d8a", BOARDS, len(BOARDS))
    assert [s.apart for s in found] == sorted(s.apart for s in found)
    assert found[0].board.name == "Cornflower"


@pytest.mark.parametrize(
    ("first", "second", "words"),
    [
        ("#808080", "#808080", "not to be told apart"),
        ("#808080", "#838383", "a match"),
        ("#404040", "#e0e0e0", "far apart: lighter"),
        ("#8f3527", "#24442f", "far apart: darker, greyer, greener"),
        ("#e3c766", "#1f2f55", "far apart: darker, greyer, bluer"),
    ],
)
def test_a_difference_in_words(first: str, second: str, words: str) -> None:
    assert in_words(first, second) == words


def test_what_sets_off_a_dark_thing_is_light_and_the_other_way_round() -> None:
    for colour, lighter in (("#25231f", True), ("#f3f0e7", False)):
        found = contrasting(colour, BOARDS)
        assert found is not None and difference(colour, found.board.colour) > 25
        assert (found.board.colour > colour) == lighter


def test_a_sampled_colour_orders_the_mats_with_reasons() -> None:
    start = piece(
        things(item("a", "photograph", 100, 150, colour="#8f3527", window={"how": "overlap", "by": 3})), shown("matted_box")
    )
    stage = next(s for s in plan(start, HOUSE_SHOP).stages if s.key == "arrange")
    top, bottom = (next(i for i in stage.inputs if i.kind == "choice" and i.key == f"mat.{k}") for k in ("top", "bottom"))
    assert "sets off a" in plain(top.options[0].detail, "mm"), "the quiet one on top"
    assert (
        bottom.options[0].label == ("Brick",)
        and plain(bottom.options[0].detail, "mm") == "nearest to a: not to be told apart (ΔE 0.0)"
    )
    taken = apply_edits(start, [Choose(choice="mat.bottom", option=bottom.options[0].key)], HOUSE_SHOP)
    assert taken.display.mats.bottom == "mat-brick"  # type: ignore[union-attr]
