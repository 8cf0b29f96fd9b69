"""The rules of judgement: none is dead, a need more never helps what it harms, and a stricter practice never allows more."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from tests.core.things import canvas, made, piece

from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.decisions.asked import WhatMatters
from shadbo.core.document.decisions.room import Room
from shadbo.core.document.facts import facts_of
from shadbo.core.document.kinds import KINDS
from shadbo.core.document.objects import MATERIALS
from shadbo.core.document.shop import PRACTICES
from shadbo.core.document.traits import TRAITS
from shadbo.core.finishing.hang.hardware import HANGERS
from shadbo.core.finishing.hold.methods import METHODS
from shadbo.core.finishing.hold.ranking import what_it_does
from shadbo.core.judging.judging import Choice, doing, judge, ranked
from shadbo.core.judging.needs import needs_of
from shadbo.core.judging.rules import RULES, STRICTNESS
from shadbo.core.judging.sheets import DOES, GRADES, does
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sources import SOURCES

ALL_NEEDS = sorted({need for rule in RULES for need in rule.needs})
CHOICES: dict[str, frozenset[str]] = (
    {f"display {d.key}": doing(d.way.does) for d in DISPLAYS.values()}
    | {f"method {m.key}": what_it_does(m) for m in METHODS.values()}
    | {f"sheet {k}/{g}": does(k, g) for k in DOES for g in GRADES}
    | {f"hanger {h.key}": doing(h.does) for h in HANGERS.values()}
)
PRACTICE = st.sampled_from(sorted(PRACTICES))
NEEDS = st.sets(st.sampled_from(ALL_NEEDS), max_size=9)
CHOICE = st.sampled_from(sorted(CHOICES))


def produced() -> set[str]:
    """Every need that some thing, answer or room has."""
    found: set[str] = set()
    rooms = [
        Room(kind=k, over_bed=b, lux=lux)
        for k in ("living", "child", "passage", "bath", "public")
        for b in (False, True)
        for lux in (None, 500)
    ]  # type: ignore[arg-type]
    asked = WhatMatters(reversible="unknown", wishes=["safe", "seen", "edges", "both", "unglazed", "cheap"])
    for what in (*KINDS, *MATERIALS, "stretched", "rolled"):
        for trait in (*TRAITS, ""):
            for room in rooms[:: len(rooms) // 4]:
                for big in (1, 3):
                    found |= needs_of(
                        what,
                        {trait} - {""},
                        asked=asked,
                        room=room,
                        kg=Fraction(big),
                        width=Fraction(900 * big),
                        height=Fraction(900),
                        sheet_m2=Fraction(big),
                        glass_m2=Fraction(1, 2),
                    )
    for room in rooms:
        found |= needs_of("tool", ("metal",), asked=asked, room=room)
    # What facts add besides traits that are asked for: a picture on a bare board.
    found |= facts_of(piece(canvas(400, 300, 4) | {"support": "board"}, {"type": "lipped", "frame": made()})).traits
    return found


def test_no_rule_waits_for_what_never_comes() -> None:
    # How far a piece stands off the wall is known where its hanger is chosen.
    needs, done = produced() | {"stands_off"}, {d for choice in CHOICES.values() for d in choice}
    for rule in RULES:
        assert rule.needs <= needs, rule.key
        assert rule.does <= done, rule.key
        assert rule.say and rule.source in SOURCES and (rule.points > 0) == (rule.verdict in ("better", "worse"))
    assert len({r.key for r in RULES}) == len(RULES)


def test_a_name_that_no_rule_asks_for_is_refused() -> None:
    assert doing("air adhesive") == {"air", "adhesive"}
    with pytest.raises(ValueError, match="two_hook"):
        doing("one_hook two_hook")


def test_of_two_rules_for_one_pair_the_stricter_practice_is_the_harder() -> None:
    by: dict[tuple[frozenset[str], frozenset[str]], list[tuple[int, int]]] = {}
    for rule in RULES:
        harm = 1000 if rule.verdict == "never" else -rule.points if rule.verdict == "better" else rule.points
        by.setdefault((rule.needs, rule.does), []).append((STRICTNESS[rule.practice], harm))
    for found in by.values():
        assert [harm for _, harm in sorted(found)] == sorted(harm for _, harm in found)


@settings(max_examples=300)
@given(NEEDS, st.sampled_from(ALL_NEEDS), CHOICE, PRACTICE)
def test_a_need_more_never_helps_what_it_harms(needs: set[str], more: str, key: str, practice: str) -> None:
    choice = Choice(key, CHOICES[key])
    before = judge(choice, frozenset(needs), practice)  # type: ignore[arg-type]
    after = judge(choice, frozenset(needs | {more}), practice)  # type: ignore[arg-type]
    assert before.fits or not after.fits
    only_harm = all(r.verdict != "better" for r in RULES if more in r.needs and r.does <= choice.does)
    assert not only_harm or after.score <= before.score


@settings(max_examples=300)
@given(NEEDS, CHOICE)
def test_a_stricter_practice_never_allows_more(needs: set[str], key: str) -> None:
    fits = [judge(Choice(key, CHOICES[key]), frozenset(needs), p).fits for p in sorted(STRICTNESS, key=STRICTNESS.__getitem__)]
    assert fits == sorted(fits, reverse=True), f"{key}: {fits}"


@settings(max_examples=60)
@given(NEEDS, PRACTICE, st.permutations(sorted(CHOICES)))
def test_the_order_hangs_on_no_order(needs: set[str], practice: str, keys: list[str]) -> None:
    def scores(order: list[str]) -> list[tuple[bool, int]]:
        found = ranked((Choice(k, CHOICES[k]) for k in order), frozenset(needs), practice)  # type: ignore[arg-type]
        return [(j.fits, j.score) for j in found]

    assert scores(keys) == scores(sorted(keys))
