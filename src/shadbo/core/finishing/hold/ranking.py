"""Which methods suit a thing, in order, and why each does or does not."""

from __future__ import annotations

from dataclasses import dataclass

from shadbo.core.finishing.hold.methods import METHODS, SCHOOLS, TOGETHER, Method
from shadbo.core.quantity.exact import Fraction


@dataclass(frozen=True, slots=True)
class Subject:
    """One thing that is held: how its figures and parts are called, what it is, what it weighs, how large it is (mm)."""

    key: str
    part: str
    name: str
    what: str
    traits: frozenset[str]
    kg: Fraction
    width: Fraction
    height: Fraction
    front: Fraction
    behind: Fraction
    index: int | None


@dataclass(frozen=True, slots=True)
class Ranked:
    """A method held against a thing: ``fits`` or not, its ``score``, and why."""

    method: Method
    fits: bool
    score: int
    why: str


def rank(subject: Subject, display: str, practice: str) -> list[Ranked]:
    """Every method, those that suit first, best first; each with its reason."""
    found = [_held_against(method, subject, display, practice) for method in METHODS.values()]
    return sorted(found, key=lambda r: (-r.fits, -r.score))


def _held_against(method: Method, subject: Subject, display: str, practice: str) -> Ranked:
    def no(why: str) -> Ranked:
        return Ranked(method, False, 0, why)

    if subject.what not in method.suits:
        return no("not for a thing of this kind")
    if display not in method.displays:
        return no("has no place in this way of showing")
    school = method.school[SCHOOLS.index(practice)]
    if school == 0:
        return no(
            f"the {practice} school does not use it: it can’t be undone"
            if method.undone == "no"
            else f"the {practice} school does not use it"
        )
    if method.most_kg is not None and subject.kg > method.most_kg:
        return no(f"too heavy for it: up to {float(method.most_kg):g} kg")
    if method.needs == "behind" and subject.behind == 0:
        return no("nothing sticks out behind to be held by")
    if method.adhesive and method.undone == "no" and "irreplaceable" in subject.traits:
        return no("never on what can’t be replaced")
    if method.key == "magnets" and subject.what == "tool" and "magnetic" not in subject.traits:
        return no("only steel is drawn to a magnet")
    if method.key == "own_pin" and "metal" not in subject.traits:
        return no("it has no pin")
    if method.key == "corners" and subject.kg > Fraction(1, 5) and max(subject.width, subject.height) > 600:
        return no("so large a sheet slides out of corners")
    if method.key == "t_hinges" and max(subject.width, subject.height) > 900:
        return no("too large for tissue: linen passed through")
    score = school * 10 + {"yes": 4, "mostly": 2, "no": 0}[method.undone]
    reasons = ["its own school’s way" if school == 3 else "good practice" if school == 2 else "if need be"]
    if method.key == "stitching" and "textile" in subject.traits:
        score += 8
        reasons.append("thread suits cloth")
    if (method.key == "brackets" and subject.kg > Fraction(3, 10)) or (method.key == "screwed" and subject.kg > 2):
        score += 6
        reasons.append("it is heavy")
    if method.key == "own_pin":
        score += 8
        reasons.append("it brings its own fastening")
    if method.key == "through_hinges" and max(subject.width, subject.height) > 600:
        score += 6
        reasons.append("a large sheet hangs free")
    if method.key == "corners" and "photograph" in subject.traits:
        score += 5
        reasons.append("no adhesive on a photograph")
    if method.key == "form":
        score -= 5
        reasons.append("shapes it, does not carry")
    if method.key in ("recess", "wax", "points"):
        score -= 6
    if method.key == "stand" and display == "layered_box":
        score += 12
        reasons.append("it stands by itself")
    reasons.append(
        {"yes": "comes off again", "mostly": "comes off almost without a trace", "no": "for good"}[method.undone]
    )
    return Ranked(method, True, score, ", ".join(reasons))


def usual(subject: Subject, display: str, practice: str) -> list[str]:
    """The best method, and what goes with it."""
    ranked = [r for r in rank(subject, display, practice) if r.fits]
    if not ranked:
        return []
    best = ranked[0].method.key
    fitting = {r.method.key for r in ranked}
    return [best, *(k for k in TOGETHER.get(best, ()) if k in fitting)]
