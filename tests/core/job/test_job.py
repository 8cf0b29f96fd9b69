"""The one job: joined, put in order and proved, on the demo, on the pieces that went wrong once, and on random ones."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

import pytest

from shadbo.bench.at_random import random_piece
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.job.joining import join
from shadbo.core.job.proving import prove
from shadbo.core.planning.plan import Only, plan
from shadbo.core.quantity.figures import Book, plain
from shadbo.demo import demo_pieces
from shadbo.exports.pieces import piece_from_json

CUT = Only("cut")
CASES = sorted((Path(__file__).resolve().parents[2] / "cases").glob("*.json"))


def op(key: str, **more: object) -> Operation:
    return Operation(key, key.title(), (key,), 5, **more)  # type: ignore[arg-type]


def test_order_follows_from_what_needs_what() -> None:
    """A thing is cut before it is used; what has no place of its own comes right behind the last it needs; one chain keeps its order."""
    parts = (got("glue", "Glue", comes="hand"), Part("board", "Board", 1, "cut"), got("pin", "Pin"))
    told = (
        op("saw", makes=("board",), leaves=("board",)),
        op("fix", uses=("board", "pin"), needs=("tried",)),
        op("look"),
        op("test", needs=("board",), leaves=("tried",), chain="test"),
    )
    assert [o.key for o in join(parts, told).operations] == ["saw", "test", "fix", "look"]


def test_what_is_kept_waiting_keeps_back_what_is_told_behind_it() -> None:
    """The fault this design ends: a coat kept “centre” back, and “screw”, told behind it, went ahead of both."""
    told = (op("glue", leaves=("shaped",)), op("centre", needs=("finished",)), op("screw"))
    coat = op("coat", needs=("shaped",), leaves=("finished",), chain="finish")
    assert [o.key for o in join((), (*told, coat)).operations] == ["glue", "coat", "centre", "screw"]


def test_what_ends_a_state_comes_after_all_that_needs_it() -> None:
    told = (op("coat", ends=("raw",), chain="finish"), op("strips", needs=("raw",)), op("hang"))
    assert [o.key for o in join((), told).operations] == ["strips", "coat", "hang"]


def test_of_two_with_one_key_the_more_particular_stands() -> None:
    job = join((got("a", "A"), got("a", "A, better")), (op("x"), op("y"), replace(op("x"), title="Better")))
    assert [p.name for p in job.parts] == ["A, better"] and [o.title for o in job.operations] == ["Better", "Y"]


@pytest.mark.parametrize(
    ("parts", "operations", "found"),
    [
        ((got("a", "Clips"),), (op("x"),), "Clips (a) is in no operation"),
        ((Part("b", "Board", 1, "cut"),), (op("x", uses=("b",)),), "nobody cuts it"),
        ((got("g", "Glass", comes="came"),), (op("x", makes=("g",)),), "is there and would be made again"),
        ((), (op("x", uses=("wire",)),), "needs wire, which is no part"),
        ((), (replace(op("x"), say=("Wire rated 10 kg.",)),), "speaks of wire rated"),
        ((), (op("x", holds=("work",), method="glue"), op("y", holds=("work",), method="tape")), "both hold work"),
        ((), (op("x", closes=True), op("y", inside=True)), "is done after"),
        ((), (op("x", needs=("held",)), op("y", leaves=("held",))), "which it needs"),
        ((got("a", "Pins", 0),), (op("x", uses=("a",)),), "0 of them"),
    ],
)
def test_what_a_framer_would_cross_out_is_found(parts: tuple[Part, ...], operations: tuple[Operation, ...], found: str) -> None:
    assert any(found in fault for fault in prove(join(parts, operations), Book()))


def test_a_second_count_is_found() -> None:
    book = Book()
    book.add_count("screw.count", "Screws", 12, ("twelve",), parts=("screw",))
    job = join((got("screw", "Screws", 8, figure="screw.count"),), (op("x", uses=("screw",)),))
    assert prove(job, book) == ("Screws: 8 in the list, 12 as a figure",)


@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_every_demo_job_is_proved(piece: Piece) -> None:
    assert plan(piece, HOUSE_SHOP).faults == ()


@pytest.mark.parametrize("file", CASES, ids=lambda f: f.stem)
def test_every_case_s_job_is_proved(file: Path) -> None:
    assert plan(piece_from_json(file.read_bytes()), HOUSE_SHOP, only=CUT).faults == ()


@pytest.mark.long
@pytest.mark.parametrize("display", DISPLAYS)
def test_three_thousand_random_jobs_are_proved(display: str) -> None:
    """170 more pieces of each display, over all practices and both systems of units: no fault of time, number, place or weight."""
    seen = set()
    for seed in range(40, 210):
        begun = random_piece(seed, HOUSE_SHOP, display)
        seen.add((begun.practice, begun.units))
        assert plan(begun, HOUSE_SHOP, only=CUT).faults == (), f"{display} {seed}"
    assert len(seen) == 6


@pytest.mark.parametrize("display", DISPLAYS)
def test_random_jobs_are_proved(display: str) -> None:
    """Forty pieces of each display: whatever was chosen, nothing is crossed out (what stands in the way by a stop aside)."""
    for seed in range(40):
        worked = plan(random_piece(seed, HOUSE_SHOP, display), HOUSE_SHOP, only=CUT)
        assert worked.faults == (), f"{display} {seed}: {worked.faults}"
        assert [s.key for s in worked.steps] and not [s for s in worked.steps if not plain(s.say, "in")]
