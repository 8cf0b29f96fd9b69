"""As it comes: on its board, glued, rolled, in a frame; over every display that can show such a thing, the job still proves itself."""

from __future__ import annotations

import pytest

from shadbo.bench.at_random import random_piece
from shadbo.core import DISPLAYS, HOUSE_SHOP, Choose, Piece, Plan, apply_edits, plain, plan
from shadbo.core.document.coming import OWN_BOARDS
from shadbo.core.planning.edits import ShowAs
from shadbo.core.planning.starting import STARTS, start_piece
from shadbo.exports.job import job_to_text
from tests.core.job.test_said_and_listed import unlisted


def begun(key: str, **typed: str) -> Piece:
    start = next(s for s in STARTS if s.key == key)
    sizes = {"width": "600", "height": "450", "front": "0.3", "behind": "0"} | typed
    return start_piece(key, key.title(), "Odda", "mm", {a.key: sizes.get(a.key, "20") for a in start.asks}, HOUSE_SHOP)


def asked(worked: Plan) -> list[tuple[str, str]]:
    """Every way a thing of the piece can come, but for the one it does."""
    return [
        (i.key, o.key)
        for stage in worked.stages
        for i in stage.inputs
        if i.kind == "choice" and i.key.endswith(".comes")
        for o in i.options
        if not o.chosen
    ]


def comes(piece: Piece, how: str) -> Piece:
    choice = next(key for key, option in asked(plan(piece, HOUSE_SHOP)) if option == how)
    return apply_edits(piece, [Choose(choice=choice, option=how)], HOUSE_SHOP)


def keys(worked: Plan) -> list[str]:
    return [o.key for o in worked.steps]


@pytest.mark.parametrize("display", DISPLAYS)
@pytest.mark.parametrize("seed", [2, 9])
def test_however_it_comes_the_job_proves_itself(display: str, seed: int) -> None:
    piece = random_piece(seed, HOUSE_SHOP, display)
    worked = plan(piece, HOUSE_SHOP)
    before = {*worked.faults, *unlisted(worked)}
    for choice, option in asked(worked):
        after = plan(apply_edits(piece, [Choose(choice=choice, option=option)], HOUSE_SHOP), HOUSE_SHOP)
        assert set(after.faults) <= before, (choice, option, after.faults)
        if not after.stops:
            assert set(unlisted(after)) <= before, (choice, option)


def test_a_puzzle_on_its_board_is_not_mounted_again() -> None:
    loose = plan(begun("puzzle"), HOUSE_SHOP)
    worked = plan(comes(begun("puzzle"), "on_board"), HOUSE_SHOP)
    assert "mount" in {line.key for line in loose.cuts} and "mount" not in {line.key for line in worked.cuts}
    assert not worked.faults and not worked.stops
    text = job_to_text(worked)
    for word in ("mount board", "Mount board", "hinge", "Pull test", "face down"):
        assert word not in text
    # Its board is glass, spacer, work, filler, back: the whole adds up to the pack.
    assert [layer.part for layer in worked.layers][:3] == ["glazing", "spacer", "work"]


def test_a_puzzle_on_its_board_hangs_by_that_without_glue() -> None:
    worked = plan(comes(begun("panel"), "on_board"), HOUSE_SHOP)
    assert not worked.cuts and not worked.faults
    assert keys(worked) == ["measure", "pull", "strips", "label", "hang"]
    assert [p.key for p in worked.to_get] == ["pair", "label"]


def test_its_board_is_weighed() -> None:
    """600 × 450 × 4 mm of MDF at 750 kg/m³ is 810 g (handbook densities), besides the jigsaw at 1.5 kg/m²: 405 g."""
    piece = comes(begun("panel"), "on_board")
    piece = apply_edits(piece, [Choose(choice="object.board", option="mdf")], HOUSE_SHOP)
    figure = plan(piece, HOUSE_SHOP).figures["work.weight"]
    assert figure.quantity is not None and figure.quantity.mm in ("1.21 kg", "1.22 kg")
    assert OWN_BOARDS["mdf"][1] == 750


def test_glued_it_is_turned_like_a_card() -> None:
    loose, glued = (plan(p, HOUSE_SHOP) for p in (begun("panel"), comes(begun("panel"), "glued")))
    assert any("sandwich" in plain(o.say, "mm") for o in loose.steps)
    assert not any("sandwich" in plain(o.say, "mm") for o in glued.steps)


def test_from_the_roll_it_lies_flat_for_days_before_it_is_measured() -> None:
    worked = plan(comes(begun("flat"), "rolled"), HOUSE_SHOP)
    flat = next(o for o in worked.steps if o.key == "flatten")
    assert flat.wait_minutes >= 2 * 1440 and keys(worked).index("flatten") < keys(worked).index("measure")
    assert any(p.key == "blotters" for p in worked.to_get) and not worked.faults


@pytest.mark.parametrize("start", ["flat", "canvas"])
def test_it_comes_out_of_its_frame_first(start: str) -> None:
    worked = plan(comes(begun(start), "framed"), HOUSE_SHOP)
    assert keys(worked).index("unframe") < keys(worked).index("measure")
    assert "Gloves" in next(o.care for o in worked.steps if o.key == "unframe")


def test_a_board_is_neither_gripped_by_bars_nor_sewn_to_a_pole() -> None:
    piece = comes(begun("panel"), "on_board")
    for display in ("hanger_bars", "sleeve"):
        shown = apply_edits(piece, [ShowAs(display=display)], HOUSE_SHOP)
        stop = next(c for c in plan(shown, HOUSE_SHOP).checks if c.key == "comes.board")
        assert stop.severity == "stop" and stop.ways
