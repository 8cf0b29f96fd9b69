"""Every check of every display: it fires where it should, says why, is mended by its ways out, and keeps quiet otherwise.

The tables stand beside each display, in its own test file.
"""

from __future__ import annotations

from importlib import import_module
from typing import Any

import pytest

from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.quantity.figures import plain
from tests.core.mending import fires_and_is_mended
from tests.core.things import piece, worked

TABLES = {key: import_module(f"tests.core.displays.test_{key}") for key in DISPLAYS}
CASES = [(key, *row) for key, table in TABLES.items() for row in table.CHECKS]
CALM = [(key, *row) for key, table in TABLES.items() for row in table.CALM]


@pytest.mark.parametrize(
    "case", CASES, ids=[f"{display}-{i}-{key}-{severity}" for i, (display, key, severity, *_) in enumerate(CASES)]
)
def test_it_fires_says_why_and_is_mended(case: tuple[Any, ...]) -> None:
    _, key, severity, thing, display, *more = case
    fires_and_is_mended(piece(thing, display, **(more[0] if more else {})), key, severity)


@pytest.mark.parametrize("display", DISPLAYS)
def test_nothing_is_said_twice(display: str) -> None:
    for _, _, thing, shown, *more in TABLES[display].CHECKS:
        said = [plain(c.say, "mm") for c in worked(thing, shown, **(more[0] if more else {})).checks]
        assert len(said) == len(set(said))
        assert said, "a piece of the table has something to say"


@pytest.mark.parametrize("case", CALM, ids=[display for display, *_ in CALM])
def test_of_each_there_is_a_piece_nothing_stands_in_the_way_of(case: tuple[Any, ...]) -> None:
    _, thing, display = case
    done = worked(thing, display)
    assert not [c for c in done.checks if c.severity != "note"], [plain(c.say, "mm") for c in done.checks]
    assert done.settled and all(s.state == "settled" for s in done.stages)
