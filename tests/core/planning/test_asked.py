"""A plan as far as it is asked: whatever was asked, what is worked out is the same; what is not, costs nothing and adds nothing."""

from __future__ import annotations

import pytest

from shadbo.bench.at_random import random_piece
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.plan import Only, plan, plan_and_book
from shadbo.demo import demo_pieces


def holds_of(piece: Piece) -> None:
    whole, book = plan_and_book(piece, HOUSE_SHOP)
    drawn = {v.key: v for v in whole.views}
    for stage in whole.stages:
        part, same = plan_and_book(piece, HOUSE_SHOP, only=Only(stage.key, ("face",)))
        assert (part.opened, part.checks, part.verdict, part.settled) == (stage.key, whole.checks, whole.verdict, whole.settled)
        assert [(s.key, s.label, s.state) for s in part.stages] == [(s.key, s.label, s.state) for s in whole.stages]
        assert [s for s in part.stages if s.key == stage.key] == [stage]
        assert not any(s.inputs or s.views for s in part.stages if s.key != stage.key)
        assert {v.key for v in part.views} == {*stage.views, "face"} and all(drawn[v.key] == v for v in part.views)
        assert all(whole.figures[name] == figure for name, figure in part.figures.items() if name in whole.figures)
        assert {n: d.value for n, d in same.dims.items()} == {n: d.value for n, d in book.dims.items()}
        assert (part.cuts, part.steps, part.stock) == (
            (whole.cuts, whole.steps, whole.stock) if stage.key == "cut" else ((), (), ())
        )
        # Everything the open stage speaks of is there.
        assert set(stage.figures) <= part.figures.keys()


@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_a_stage_of_a_demo_piece_is_as_in_the_whole_plan(piece: Piece) -> None:
    holds_of(piece)


@pytest.mark.parametrize("display", sorted(DISPLAYS))
def test_a_stage_of_any_piece_is_as_in_the_whole_plan(display: str) -> None:
    for seed in (3, 11, 27):
        holds_of(random_piece(seed, HOUSE_SHOP, display))


def test_a_stage_that_is_not_there_opens_the_first() -> None:
    canvas = next(p for p in demo_pieces() if p.display.type == "floater")
    assert plan(canvas, HOUSE_SHOP, only=Only("arrange")).opened == "measure"


def test_a_glance_draws_one_drawing_and_asks_nothing() -> None:
    for piece in demo_pieces():
        whole, seen = plan(piece, HOUSE_SHOP), plan(piece, HOUSE_SHOP, only=Only("measure", ("face",), glance=True))
        assert [v.key for v in seen.views] == ["face"] and seen.view("face") == whole.view("face")
        assert seen.checks == whole.checks and not any(s.inputs for s in seen.stages)
        assert {d.figure for d in seen.view("face").dimensions} <= seen.figures.keys()


def test_a_closed_book_takes_nothing() -> None:
    """What is worked out only when it is asked for must not make figures or checks: the next one who asks for less would miss them."""
    _, book = plan_and_book(demo_pieces()[0], HOUSE_SHOP)
    some = next(iter(book.dims.values()))
    with pytest.raises(TypeError):
        book.add(some, "late", "Late")
    with pytest.raises(TypeError):
        book.add_count("late.count", "Late", 1)
