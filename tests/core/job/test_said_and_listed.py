"""What a step speaks of is in the list: every noun of a part, in every step, names a part of the job.

The nouns are those of the handbook’s glossary and of the trade’s fixings; tools and what a thing is made of are none.
"""

from __future__ import annotations

import re
from pathlib import Path

import pytest

from shadbo.bench.at_random import random_piece
from shadbo.core import DISPLAYS, HOUSE_SHOP, Operation, Piece, Plan, Refused, TakeWayOut, apply_edits, plain, plan
from shadbo.demo import demo_pieces
from shadbo.exports.pieces import piece_from_json

PARTS = (
    "clip|point|spacer|strip|dust cover|bumper|hook|wire|tape|glue|screw|nail|staple|dowel|spline|biscuit|wedge|magnet|mat|filler|backing|"
    "shim|cleat|strainer|liner|security plate|tag|cord|rod|pole|blotter|varnish|oil|stain|steamer|sprayer|washer|ledge|catch|tissue|barrier|"
    "tab|block|brace|cross-bar|felt|film|ribbon|padding|lace|hinge|bracket|step|museum wax|primer|paste|acid-free paper|adhesive|desiccant|acrylic|clamp pad"
)
NOUN = re.compile(rf"\b({PARTS})(?:s|es)?\b")
# Where such a word is none of a part: what is not to be there, verbs, the end a hook goes to, long points, what a tool is called by.
NONE = re.compile(
    r"no (?:glue|tape|adhesive)\b|nothing catches|its eye(?:, loop)? or ribbon|ribbon is not pierced|long point|short point|hook end|squared against a block|"
    r"glue (?:takes|is hard)|film (?:left on|turned back|off)|point gun|tools: [^.]*\."
)


def words_of(worked: Plan) -> str:
    cuts = (f"{c.part} {c.material} {plain(c.note, 'mm')} {plain(c.section, 'mm')}" for c in worked.cuts)
    got = (f"{p.name} {p.material} {plain(p.note, 'mm')} {plain(p.size, 'mm')}" for p in worked.to_get)
    return " ".join((*cuts, *got)).lower()


def unlisted(worked: Plan) -> list[str]:
    """Nouns of parts that a step says and no list has: each with its step."""
    listed = set(NOUN.findall(words_of(worked)))
    return [f"{step.title}: {noun}" for step in worked.steps if step.key != "label" for noun in said_in(step) if noun not in listed]


def said_in(step: Operation) -> list[str]:
    return NOUN.findall(NONE.sub("", f"{step.title}. {plain(step.say, 'mm')}".lower()))


@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_what_the_demo_speaks_of_is_in_its_lists(piece: Piece) -> None:
    assert unlisted(plan(piece, HOUSE_SHOP)) == []


@pytest.mark.parametrize("display", list(DISPLAYS))
def test_what_a_random_piece_speaks_of_is_in_its_lists(display: str) -> None:
    for seed in range(20):
        piece = random_piece(seed, HOUSE_SHOP, display)
        try:
            worked = plan(piece, HOUSE_SHOP)
        except Refused:
            continue
        # A method that was chosen though it has no place there is a caution of its own.
        unfit = any(c.key.startswith("hold.unfit") for c in worked.checks)
        assert worked.stops or unfit or unlisted(worked) == [], (seed, unlisted(worked))


CASES = sorted((Path(__file__).parents[2] / "cases").glob("*.json"))
# What a way out takes away, or leaves as it is, is not promised.
AWAY = re.compile(r"instead of \w+|take the \w+ out|leave \w+ \w+ (?:out|off)|without \w+|too heavy for \w+")


@pytest.mark.parametrize("piece", [*demo_pieces(), *(piece_from_json(case.read_bytes()) for case in CASES)], ids=lambda p: p.name)
def test_what_a_way_out_promises_is_in_the_job_it_makes(piece: Piece) -> None:
    """Strips, blocks, a strainer: a way out that speaks of a part leads to a job that has it."""
    for check in plan(piece, HOUSE_SHOP).checks:
        for index, way in enumerate(check.ways):
            promised = set(NOUN.findall(AWAY.sub("", NONE.sub("", plain(way.say, "mm").lower()))))
            if promised:
                after = plan(apply_edits(piece, [TakeWayOut(check=check.key, index=index)], HOUSE_SHOP), HOUSE_SHOP)
                made = words_of(after) + " ".join(f"{s.title} {plain(s.say, 'mm')}" for s in after.steps).lower()
                assert promised <= set(NOUN.findall(made)), (check.key, plain(way.say, "mm"))


def test_a_noun_that_is_in_no_list_is_found() -> None:
    worked = plan(next(iter(demo_pieces())), HOUSE_SHOP)
    assert "Hanging hardware: bumper" not in unlisted(worked)
    object.__setattr__(worked, "to_get", tuple(p for p in worked.to_get if p.key != "bumper"))
    assert "Hanging hardware: bumper" in unlisted(worked)
