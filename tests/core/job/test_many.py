"""Two hundred pieces of every display are planned as they were when somebody last read what changed."""

from __future__ import annotations

import pytest

from shadbo.core import DISPLAYS, HOUSE_SHOP, plan
from tests.core.job.many import READ, SECTIONS, many, told

PIECES = many()
LINES = READ.read_text().splitlines()


def test_every_display_is_among_them() -> None:
    assert {p.display.type for p in PIECES} == set(DISPLAYS) and len(PIECES) == len(LINES) == 200


@pytest.mark.parametrize("at", range(0, 200, 10))
def test_they_are_planned_as_they_were(at: int) -> None:
    """What changes them on purpose is read (``python -m tests.core.job.many REVISION``), and written anew (without a revision)."""
    changed = []
    for piece, line in zip(PIECES[at : at + 10], LINES[at : at + 10], strict=True):
        assert plan(piece, HOUSE_SHOP).faults == (), piece.name
        before, now = line.split(": ")[1].split(), told(piece).split(": ")[1].split()
        changed += [f"{piece.name}: {name}" for name, was, is_ in zip(SECTIONS, before, now, strict=True) if was != is_]
    assert not changed
