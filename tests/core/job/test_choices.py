"""Every choice counts: an option that is offered changes a part, a step, a figure, a check or a drawing."""

from __future__ import annotations

from collections.abc import Iterator

import pytest

from shadbo.core import HOUSE_SHOP, Choose, Piece, Plan, Refused, apply_edits, plan
from shadbo.demo import demo_pieces


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
            if others and not any(_changes(begun, given.key, option.key, before) for option in others):
                yield f"{stage.key}: {given.key}"


def _changes(begun: Piece, choice: str, option: str, before: tuple[object, ...]) -> bool:
    try:
        return told(plan(apply_edits(begun, [Choose(choice=choice, option=option)], HOUSE_SHOP), HOUSE_SHOP)) != before
    except Refused:
        return False


@pytest.mark.parametrize("begun", demo_pieces(), ids=lambda p: p.name)
def test_every_choice_that_is_offered_counts(begun: Piece) -> None:
    assert list(dead(begun)) == []
