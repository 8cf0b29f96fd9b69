"""Which methods suit a thing, in order, and why each does or does not."""

from __future__ import annotations

from collections.abc import Iterable
from functools import lru_cache

from shadbo.core.contract.display import Holds
from shadbo.core.document.shop import Practice
from shadbo.core.finishing.hold.methods import METHODS, SCHOOLS, TOGETHER, Method
from shadbo.core.judging.judging import Choice, doing, judge
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record


@record(frozen=True, slots=True)
class Subject:
    """One thing that is held: how its figures and parts are called, what it is, what it weighs, how large it is (mm), and at how many
    places it is marked to be fixed (``anchors``). ``outline``: that of what is no rectangle, from its upper left corner."""

    key: str
    part: str
    name: str
    what: str
    traits: frozenset[str]
    needs: frozenset[str]
    kg: Fraction
    width: Fraction
    height: Fraction
    front: Fraction
    behind: Fraction
    index: int | None
    anchors: int = 0
    outline: tuple[tuple[Fraction, Fraction], ...] = ()

    @property
    def stand(self) -> Stand:
        return Stand(self.what, self.needs, self.kg, max(self.width, self.height))


@record(frozen=True, slots=True)
class Stand:
    """What of a thing its methods are held against: ``largest`` is its longer side (mm). Of thirty like badges there is one."""

    what: str
    needs: frozenset[str]
    kg: Fraction
    largest: Fraction


@record(frozen=True, slots=True)
class Ranked:
    """A method held against a thing: ``fits`` or not, its ``score``, and why."""

    method: Method
    fits: bool
    score: int
    why: str


def rank(subject: Subject, holds: Holds, practice: Practice) -> list[Ranked]:
    """Every method, those that suit first, best first; each with its reason."""
    return _ranked(METHODS.values(), subject.stand, holds, practice)


def _ranked(methods: Iterable[Method], stand: Stand, holds: Holds, practice: Practice) -> list[Ranked]:
    found = [held_against(method, stand, holds, practice) for method in methods]
    return sorted(found, key=lambda r: (-r.fits, -r.score))


def held_against(method: Method, stand: Stand, holds: Holds, practice: Practice) -> Ranked:
    """One method held against a thing, in a way of showing, by a school."""
    impossible = _impossible(method, stand, holds, practice)
    if impossible:
        return Ranked(method, False, 0, impossible)
    school = method.school[SCHOOLS.index(practice)]
    own = "the school’s own way" if school == 3 else "good practice" if school == 2 else "if need be"
    points = school * 10 + {"yes": 4, "mostly": 2, "no": 0}[method.undone]
    made_for = method.key == holds.made_for
    judged = judge(Choice(method.key, what_it_does(method), points + (12 if made_for else 0)), stand.needs, practice)
    if judged.refused is not None:
        return Ranked(method, False, 0, judged.why)
    undone = {"yes": "comes off again", "mostly": "comes off almost without a trace", "no": "for good"}[method.undone]
    asked = (f"only with its owner’s word: {judged.asks.say}",) if judged.asks is not None else ()
    reasons = (own, *judged.gains, *judged.costs, *asked, *(("what this way of showing is made for",) if made_for else ()), undone)
    return Ranked(method, True, judged.score, ", ".join(dict.fromkeys(reasons)))


def what_it_does(method: Method) -> frozenset[str]:
    """What a method does to a thing, by the names the rules of judgement know."""
    undone = {"yes": "undone", "mostly": "mostly", "no": "for_good"}[method.undone]
    return frozenset({*doing(method.does), undone, *(("adhesive",) if method.adhesive else ("no_adhesive",))})


def _impossible(method: Method, stand: Stand, holds: Holds, practice: Practice) -> str:
    """Why it can’t be, whatever the thing needs: its kind, the display, the school, its weight and size; else ""."""
    if stand.what not in method.suits:
        return "not for a thing of this kind"
    if method.key not in holds.methods:
        return "has no place in this way of showing"
    if method.school[SCHOOLS.index(practice)] == 0:
        undone = ": it can’t be undone" if method.undone == "no" else ""
        return f"the {practice} school does not use it{undone}"
    if method.most_kg is not None and stand.kg > method.most_kg:
        return f"too heavy for it: up to {float(method.most_kg):g} kg"
    if method.key == "corners" and stand.kg > Fraction(1, 5) and stand.largest > 600:
        return "so large a sheet slides out of corners"
    if method.key == "t_hinges" and stand.largest > 900:
        return "too large for tissue: linen passed through"
    return ""


def usual(subject: Subject, holds: Holds, practice: Practice) -> list[str]:
    """The best method, and what goes with it."""
    return list(_usual(subject.stand, holds, practice))


@lru_cache(maxsize=1024)
def _usual(stand: Stand, holds: Holds, practice: Practice) -> tuple[str, ...]:
    # Of the most methods it can be told at once that they don’t; reasons are for who asks to see them all.
    likely = [m for m in METHODS.values() if stand.what in m.suits and m.key in holds.methods]
    ranked = [r for r in _ranked(likely, stand, holds, practice) if r.fits]
    if not ranked:
        return ()
    best = ranked[0].method.key
    fitting = {r.method.key for r in ranked}
    return (best, *(k for k in TOGETHER.get(best, ()) if k in fitting))
