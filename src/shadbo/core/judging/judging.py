"""A choice held against what a thing needs: whether it may be, how well it does, what it gains and gives up."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from functools import lru_cache

from shadbo.core.document.shop import Practice
from shadbo.core.judging.rules import RULES, STRICTNESS, Rule
from shadbo.core.quantity.record import record

# All a choice can do, as far as anything hangs on it: the names that occur in a rule.
NAMES = frozenset(name for rule in RULES for name in rule.does)


@lru_cache(maxsize=256)
def doing(words: str) -> frozenset[str]:
    """What a choice does, from names with blanks between them. Raises :class:`ValueError` for a name that no rule asks for."""
    names = frozenset(words.split())
    if unknown := names - NAMES:
        raise ValueError(f"no rule asks for {', '.join(sorted(unknown))}")
    return names


# What asks for its owner’s word first is offered after what doesn’t.
ASKING = 20


@record(frozen=True, slots=True)
class Choice:
    """``does``: what it gives and does, by name; ``points`` how well it stands by itself, ``why`` in words."""

    key: str
    does: frozenset[str]
    points: int = 0
    why: str = ""


@record(frozen=True, slots=True)
class Rated:
    """``refused``: the rule that says never; ``asks``: the one that asks for consent. ``gains`` and ``costs`` are sentences."""

    choice: Choice
    score: int
    refused: Rule | None
    asks: Rule | None
    gains: tuple[str, ...]
    costs: tuple[str, ...]

    @property
    def fits(self) -> bool:
        return self.refused is None

    @property
    def why(self) -> str:
        """In one line: why never, else what speaks for it and what against."""
        if self.refused is not None:
            return self.refused.say
        asked = (f"only with its owner’s word: {self.asks.say}",) if self.asks is not None else ()
        said = ", ".join(w for w in (self.choice.why, *self.gains, *self.costs, *asked) if w)
        # Two rules may say the same of one choice: each clause stands once.
        return ", ".join(dict.fromkeys(said.split(", ")))


# The rules a practice keeps: its own, and those of every freer one.
HELD_IN: Mapping[Practice, tuple[Rule, ...]] = {
    practice: tuple(r for r in RULES if STRICTNESS[practice] >= STRICTNESS[r.practice]) for practice in STRICTNESS
}


@lru_cache(maxsize=4096)
def judge(choice: Choice, needs: frozenset[str], practice: Practice) -> Rated:
    """One choice held against every rule. A need more never makes better what harms it; a stricter practice never allows more.

    What a thing needs changes seldom while its sizes are typed, so what was judged is kept.
    """
    does = choice.does
    rules = [r for r in HELD_IN[practice] if r.needs <= needs and r.does <= does]
    # Of two rules for the same pair only the stricter one counts.
    counted = {(r.needs, r.does): r for r in sorted(rules, key=lambda r: STRICTNESS[r.practice])}.values()
    never = next((r for r in rules if r.verdict == "never"), None)
    asks = next((r for r in rules if r.verdict == "consent"), None)
    return Rated(
        choice=choice,
        score=choice.points + sum(r.points if r.verdict == "better" else -r.points for r in counted) - (ASKING if asks else 0),
        refused=never,
        asks=asks,
        gains=tuple(r.say for r in counted if r.verdict == "better"),
        costs=tuple(r.say for r in counted if r.verdict == "worse"),
    )


def ranked(choices: Iterable[Choice], needs: frozenset[str], practice: Practice) -> list[Rated]:
    """All of them: those that may be first, best first; of equals the one named first."""
    return sorted((judge(c, needs, practice) for c in choices), key=lambda j: (not j.fits, -j.score))
