"""A piece changed in places is the piece its whole document would give, and what is wrong is said in the same words."""

from __future__ import annotations

import random
from typing import Any

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.patching import changed, patched
from shadbo.core.document.piece import Piece, document_of, load_piece
from shadbo.core.planning.plan import plan
from shadbo.core.quantity.fields import Refused
from shadbo.demo import demo_pieces


def either(work: Any) -> tuple[Piece | None, list[tuple[str, str]]]:
    try:
        return work(), []
    except Refused as refused:
        return None, [(f.pointer, f.message) for f in refused.faults]


@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_every_choice_and_way_out_changes_the_piece_as_its_whole_document_would(piece: Piece) -> None:
    done, before = plan(piece, HOUSE_SHOP), document_of(piece)
    patches = [o.patch for s in done.stages for i in s.inputs if i.kind == "choice" for o in i.options]
    patches += [i.patch for s in done.stages for i in s.inputs if i.kind == "action"]
    patches += [way.patch for check in done.checks for way in check.ways]
    assert patches
    for patch in patches:
        assert either(lambda p=patch: changed(piece, p)) == either(lambda p=patch: load_piece(patched(document_of(piece), p)))
    assert document_of(piece) == before, "the piece itself is never touched"


def places(value: Any, at: str = "") -> list[str]:
    inner = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    return [at, *(p for key, one in inner for p in places(one, f"{at}/{key}"))]


@pytest.mark.parametrize("piece", demo_pieces()[::3], ids=lambda p: p.name)
def test_nonsense_is_refused_in_the_same_words(piece: Piece) -> None:
    seed = random.Random(7)
    for _ in range(120):
        path = seed.choice(places(document_of(piece)))
        value = seed.choice((None, -1, "x", 10**9, [], {}, "a\x00b", {"mm": 3}))
        for patch in (
            ({"op": "replace", "path": path, "value": value},),
            ({"op": "add", "path": path + "/nothing", "value": value},),
        ):
            if path:
                mine = either(lambda p=patch: changed(piece, p))
                theirs = either(lambda p=patch: load_piece(patched(document_of(piece), p)))
                assert mine[0] == theirs[0] and bool(mine[1]) == bool(theirs[1]), patch
                # A text that can’t be written down is told before anything else.
                assert value == "a\x00b" or {p for p, _ in mine[1]} == {p for p, _ in theirs[1]}, patch
