"""Cloth treated before it is worked on: steamed, damped or pressed; what each must not come near, its step and what it takes."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence

from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.document.decisions.holding import Cloth
from shadbo.core.document.items import Item, Things
from shadbo.core.document.marks import Mark
from shadbo.core.quantity.record import record


@record(frozen=True, slots=True)
class Treatment:
    """One way: as it is offered, what traits it harms and what a stop says of it, its step, what it takes."""

    label: str
    detail: str
    harms: frozenset[str]
    never: str
    done: str
    key: str
    title: str
    say: str
    minutes: int
    wait_minutes: int
    care: str
    takes: Part


# Heat and damp lift ink and adhesive for good.
TREATMENTS: Mapping[Cloth, Treatment] = {
    "steamed": Treatment(
        "Steamed",
        "from the back, through a cloth",
        frozenset({"signed", "heat_sensitive", "moisture_sensitive"}),
        "No steam, no iron",
        "Steamed, and dry.",
        "steam",
        "Steam",
        "A fastness test in a hem first. From the back or through a cloth, never over print, vinyl, a sticker or {}; smoothed by hand, not pressed. "
        "Flat till it is dry.",
        20,
        12 * 60,
        "Steam scalds: hands clear of it.",
        got("steamer", "Steamer, and a clean cloth", comes="hand"),
    ),
    "damped": Treatment(
        "Damped and stretched",
        "a fine spray, pinned square till it is dry",
        frozenset({"signed", "moisture_sensitive"}),
        "No water",
        "Damped, and dry.",
        "damp",
        "Damp",
        "After a fastness test in a corner that runs no colour: a fine spray of water from the back, even, never soaked, not over {}. Pinned out flat along "
        "its edges, square to its weave, till it is dry.",
        20,
        12 * 60,
        "",
        got("sprayer", "Fine sprayer", comes="hand"),
    ),
    "pressed": Treatment(
        "Pressed",
        "through a clean cloth, at the heat its fibre bears",
        frozenset({"signed", "heat_sensitive", "moisture_sensitive"}),
        "No steam, no iron",
        "Pressed, and cool.",
        "iron",
        "Press",
        "A test in a hem first, at the least heat its fibre bears. From the back, through a clean dry cloth, set down and lifted, not pushed; never over print, "
        "vinyl, a sticker or {}. Flat till it is cool.",
        20,
        60,
        "A hot iron: never left standing, never where it can be pulled down by its cord.",
        got("iron", "Iron, and a clean cloth", comes="hand"),
    ),
}


def treatment_of(cloth: Cloth, *, stitched: bool) -> Treatment | None:
    """What is done to a cloth. Needlework is stretched over its board afterwards: it is damped where another would be steamed."""
    return TREATMENTS.get("damped" if stitched and cloth == "steamed" else cloth)


def harmed(cloth: Cloth, traits: Iterable[str], marks: Sequence[Mark], *, stitched: bool = False) -> frozenset[str]:
    """Why a thing may not be treated so. Where it is known where a signature is, that place alone is kept off."""
    treatment = treatment_of(cloth, stitched=stitched)
    return frozenset(traits) & (treatment.harms - ({"signed"} if marks else set())) if treatment is not None else frozenset()


def marks_at(thing: object, index: int | None) -> Sequence[Mark]:
    """The marked places of the thing at a place in the list, or of the one there is."""
    return getattr(_held(thing, index), "marks", ())


def stitched_at(thing: object, index: int | None) -> bool:
    """Whether the thing there is needlework that is stretched over a board."""
    held = _held(thing, index)
    return isinstance(held, Item) and held.stitching is not None


def _held(thing: object, index: int | None) -> object:
    return thing.items[index] if isinstance(thing, Things) and index is not None else thing


def treat_step(treatment: Treatment, key: str, name: str, part: str, marks: Sequence[Mark] = ()) -> Operation:
    """Cloth that is treated before it is folded, spread, stretched or fixed; it is dry before anything else is done to it."""
    off = " or ".join(f"“{m.name}”" for m in marks) or "a signature"
    return Operation(
        f"{treatment.key}.{key}",
        f"{treatment.title} {name}",
        (treatment.say.format(off),),
        treatment.minutes,
        wait_minutes=treatment.wait_minutes,
        care=treatment.care,
        parts=(part,),
        uses=(treatment.takes.key,),
        beside=True,
    )
