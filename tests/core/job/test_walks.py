"""Several choices one after another: whatever was chosen of what the plan itself offers, the job proves itself and lists what it speaks of.

One choice at a time is held elsewhere; faults between two of them (what came with a frame and what is cut for it, how it is closed and what
is left for that) are found only so.
"""

from __future__ import annotations

import random

import pytest

from shadbo.core import DISPLAYS, HOUSE_SHOP, Choose, Piece, Refused, apply_edits, plan
from shadbo.core.planning.edits import ShowAs
from shadbo.core.planning.plan import offered
from shadbo.core.planning.starting import STARTS, start_piece
from shadbo.demo import demo_pieces
from tests.core.job.test_said_and_listed import unlisted

SIZES = {"width": "600", "height": "450", "front": "0.3", "behind": "0", "depth": "18"}
# Steps left out and parts said otherwise are one’s own way, and have tests of their own.
OWN = ("way.", "said.", "step.")


def beginnings(display: str) -> list[Piece]:
    """What the demo has of a display, what begins as it, and what else of the demo can be shown so."""
    found = [p for p in demo_pieces() if p.display.type == display]
    for start in STARTS:
        try:
            begun = start_piece(start.key, start.called, "", "mm", {a.key: SIZES.get(a.key, "20") for a in start.asks}, HOUSE_SHOP)
        except Refused:
            continue
        found += [begun] if begun.display.type == display else []
    for other in demo_pieces():
        try:
            found += [apply_edits(other, [ShowAs(display=display)], HOUSE_SHOP)] if other.display.type != display else []
        except Refused:
            continue
    return found


def walked(held: Piece, by: random.Random, steps: int) -> tuple[Piece, list[str]]:
    """A piece after so many choices, none of which leaves its display, and which they were."""
    trail = [held.name]
    for _ in range(steps):
        open_ = [
            (asked.key, option.key)
            for asked in offered(held, HOUSE_SHOP).inputs
            if asked.kind == "choice" and not asked.key.startswith(OWN) and asked.key != "display"
            for option in asked.options
            if not option.chosen
        ]
        choice, option = by.choice(open_)
        held = apply_edits(held, [Choose(choice=choice, option=option)], HOUSE_SHOP)
        trail.append(f"{choice}={option}")
    return held, trail


def held_to(display: str, walks: int, seed: int) -> None:
    by = random.Random(f"{display} {seed}")
    pieces = beginnings(display)
    for _ in range(walks):
        held, trail = walked(by.choice(pieces), by, by.choice((2, 3, 4)))
        done = plan(held, HOUSE_SHOP)
        assert not done.faults, (trail, done.faults)
        if not done.stops:
            assert not unlisted(done), (trail, unlisted(done))


@pytest.mark.parametrize("display", DISPLAYS)
def test_choices_one_after_another(display: str) -> None:
    held_to(display, 25, 1)


@pytest.mark.long
@pytest.mark.parametrize("display", DISPLAYS)
@pytest.mark.parametrize("seed", range(2, 8))
def test_many_choices_one_after_another(display: str, seed: int) -> None:
    held_to(display, 40, seed)
