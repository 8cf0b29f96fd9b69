"""Which glazing suits: by the thing, the size of the sheet, the room and its light (handbook section 10)."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Any

from shadbo.core.contract.asking import choice
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ChoiceInput
from shadbo.core.contract.steps import Step
from shadbo.core.document.decisions.room import Room
from shadbo.core.document.facts import Facts, facts_of
from shadbo.core.framing.counting import figures
from shadbo.core.framing.weights import SHEETS
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sums import Dim

# From this area acrylic, m²; from this much light few reflections are worth their price.
LARGE, BRIGHT = Fraction(1), 200
# Minutes to be rid of dust: a square metre, the least, the most (common practice: large glazed pieces an hour or two).
DUST_A_M2, DUST_LEAST, DUST_MOST = 90, 10, 120
LABELS = {"glass": "Glass", "acrylic": "Acrylic", "coated": "Coated glass", "none": "None"}
OPEN_FACES = {"canvas", "wood", "puzzle", "metal", "ceramic"}


@dataclass(frozen=True, slots=True)
class Case:
    """What the choice hangs on: the thing, its sheet (m²), up to which 2 mm glass does, the room."""

    facts: Facts
    area: Fraction
    limit: Fraction
    room: Room


# For each glazing, what speaks for it (above nought) or against it, and the words.
Reason = tuple[Callable[[Case], bool], int, str]
WALKED_BY = {"child": "in a child’s room", "passage": "in a busy passage", "public": "in a public place"}


def _loose(case: Case) -> bool:
    return "loose_pigment" in case.facts.traits


def _walked_by(case: Case) -> bool:
    return case.room.kind in WALKED_BY


BREAKS: Reason = (_walked_by, -3, "breaks over somebody there")
MUCH: Reason = (lambda c: c.area > c.limit, -1, "much for 2 mm")
REASONS: Mapping[str, tuple[Reason, ...]] = {
    "glass": ((_loose, 3, "no static to lift loose pigment"), MUCH, BREAKS, (lambda c: True, 1, "does not scratch, the cheapest")),
    "acrylic": (
        (_loose, -9, "its static lifts loose pigment"),
        (lambda c: c.area > LARGE, 4, "over a square metre"),
        (_walked_by, 4, "does not shatter"),
        (lambda c: True, 0, "scratches; no ammonia"),
    ),
    "coated": (
        (_loose, 2, "no static to lift loose pigment"),
        (lambda c: c.room.lux is not None and c.room.lux >= BRIGHT, 3, "few reflections in so bright a place"),
        MUCH,
        BREAKS,
        (lambda c: True, 0, "nothing is stuck to its coated face, no ammonia"),
    ),
    "none": (
        (lambda c: bool(c.facts.traits & OPEN_FACES) and not _loose(c), 0, "for a sealed face"),
        (lambda c: not c.facts.traits & OPEN_FACES or _loose(c), -6, "dust, fingers and damp get at it"),
    ),
}  # fmt: skip


def weighed_up(case: Case, kinds: Iterable[str]) -> list[tuple[str, int, str]]:
    """The kinds of glazing, what suits best first, each with its score and its reasons."""
    found = []
    for kind in kinds:
        said = [(score, words) for holds, score, words in REASONS[kind] if holds(case)]
        found.append((kind, sum(s for s, _ in said), ", ".join(words for _, words in said)))
    return sorted(found, key=lambda one: -one[1])


COATED = " The coated face is marked: nothing stuck to it. Cleaner without ammonia."
PLASTIC = " Foil comes off last; cleaner without ammonia, wiped with a damp soft cloth against static."


def cleaned(context: Context[Any, Any], step: Step, sheet_m2: Fraction) -> Step:
    """The step that cuts a sheet, with what its kind asks for and time for the dust: a large one takes an hour or two."""
    kind = getattr(context.display, "glazing", "glass")
    said = {"coated": COATED, "acrylic": PLASTIC}.get(kind, "")
    dust = min(DUST_MOST, max(DUST_LEAST, int(round(sheet_m2 * DUST_A_M2 / 5)) * 5))
    words = f"{said} Dust: {dust} minutes with a soft brush and a raking light."
    return replace(step, say=(*step.say, words), minutes=step.minutes + dust)


def glazing_choice(
    context: Context[Any, Any], sheet: Mapping[str, Dim], thick: Fraction, kinds: tuple[str, ...]
) -> ChoiceInput:
    """The choice as it is asked: each with its weight at this size and why; the first is marked as what suits best."""
    area = sheet["width"].value * sheet["height"].value / 1_000_000 if sheet else facts_of(context.piece).area_m2
    case = Case(facts_of(context.piece), area, Fraction(context.shop.rules.glass_area), context.piece.room)
    options = []
    for i, (kind, _, why) in enumerate(weighed_up(case, kinds)):
        kg = "" if kind == "none" else f"{figures(area * max(thick, Fraction(2)) * SHEETS[kind][1] / 1000, 2)} kg: "
        options.append((kind, (LABELS[kind],), (f"{'suits best; ' if i == 0 else ''}{kg}{why}",)))
    return choice(
        "glazing",
        "Glazing",
        "Glazing",
        "/display/glazing",
        context.display.glazing,
        tuple(options),
        ("glazing",),
        look="list",
    )
