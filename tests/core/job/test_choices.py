"""Every choice counts: an option that is offered changes a part, a step, a figure, a check or a drawing."""

from __future__ import annotations

from collections.abc import Iterator

import pytest

from shadbo.bench.at_random import random_piece
from shadbo.core import HOUSE_SHOP, Choose, Piece, Plan, Refused, apply_edits, plan
from shadbo.core.displays.registry import DISPLAYS
from shadbo.demo import demo_pieces

# Facts rather than choices: what the thing is goes into its record and the judgement of every way of showing it; material of one’s own is
# described whether it is used here or not. What is said of parts in their rows is tried by itself (tests/core/planning/test_saying.py).
FACTS = ("traits", "own.")


def told(worked: Plan) -> tuple[object, ...]:
    """All that somebody at the bench could see of a plan."""
    checks = [(c.key, c.severity, c.say, c.why) for c in worked.checks]
    return (worked.cuts, worked.to_get, worked.steps, worked.figures, checks, worked.views, worked.weight)


def dead(begun: Piece) -> Iterator[str]:
    """Choices none of whose other options changes anything."""
    now = plan(begun, HOUSE_SHOP)
    before = told(now)
    for stage in now.stages:
        for given in stage.inputs:
            others = [o for o in getattr(given, "options", ()) if not o.chosen and o.patch]
            if not others or given.key.startswith(FACTS) or getattr(given, "row", ""):
                continue
            if not any(_changes(begun, given.key, option.key, before) for option in others):
                yield f"{stage.key}: {given.key}"


def _changes(begun: Piece, choice: str, option: str, before: tuple[object, ...]) -> bool:
    try:
        return told(plan(apply_edits(begun, [Choose(choice=choice, option=option)], HOUSE_SHOP), HOUSE_SHOP)) != before
    except Refused:
        return False


@pytest.mark.parametrize("begun", demo_pieces(), ids=lambda p: p.name)
def test_every_choice_that_is_offered_counts(begun: Piece) -> None:
    assert list(dead(begun)) == []


@pytest.mark.parametrize("display", DISPLAYS)
def test_every_choice_counts_on_pieces_at_random(display: str) -> None:
    for seed in range(2):
        assert list(dead(random_piece(seed, HOUSE_SHOP, display))) == [], f"seed {seed}"


@pytest.mark.long
@pytest.mark.parametrize("display", DISPLAYS)
def test_every_choice_counts_on_many_pieces_at_random(display: str) -> None:
    for seed in range(2, 40):
        assert list(dead(random_piece(seed, HOUSE_SHOP, display))) == [], f"seed {seed}"
