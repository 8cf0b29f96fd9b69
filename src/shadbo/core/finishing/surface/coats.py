"""Finishes as data, and what each puts into the job. Coats and drying are common practice; the tin decides."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from typing import Any

from shadbo.core.contract.asking import choice
from shadbo.core.contract.display import Carcass, Context, Reckoned
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.operations import Operation, Place
from shadbo.core.contract.parts import Part, got
from shadbo.core.document.decisions.finish import FinishKind
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.masses import plain_quantity
from shadbo.core.quantity.record import record

HOUR, DAY = 60, 24 * 60


@record(frozen=True, slots=True)
class Coat:
    """One finish: its coats, minutes between two of them and after the last, how it is put on, what is minded, where."""

    label: str
    detail: str
    coats: int
    between: int
    after: int
    said: str
    care: str
    place: Place = "bench"


RAGS = "Oily rags heat by themselves and catch fire: dry them flat outdoors, or under water in a lidded tin."
FINISHES: Mapping[FinishKind, Coat] = {
    "wax": Coat(
        "Wax", "shows the wood, buffed in half an hour", 1, 0, 30, "A thin coat, left for half an hour, buffed.", "Fresh air."
    ),
    "oil": Coat("Oil", "two coats, a day each", 2, DAY, DAY, "Wiped on, off again after fifteen minutes, a day between.", RAGS),
    "varnish": Coat(
        "Varnish, wiped on",
        "three coats, sanded lightly between",
        3,
        5 * HOUR,
        DAY,
        "Thin, five hours between, sanded lightly.",
        RAGS,
    ),
    "paint": Coat("Paint", "two coats", 2, 4 * HOUR, DAY, "Two coats, four hours between.", "Fresh air; follow the tin."),
    "stain": Coat(
        "Stain, and wax over it",
        "an even colour, sealed",
        2,
        4 * HOUR,
        HOUR,
        "Stain wiped even, dry; then wax.",
        "Gloves; fresh air.",
    ),
    "spray": Coat(
        "Sprayed",
        "three thin coats, half an hour between",
        3,
        30,
        DAY,
        "Three thin coats, half an hour between, a day to harden.",
        "Outdoors or with extraction, no flames, mask and gloves as the tin says.",
        "spray",
    ),
}
# What paper, glass and cloth come to: none of it before the finish is dry.
BEFORE = (
    *("inside", "rabbet", "read", "board", "mount", "place", "mount.items", "glazing", "order", "lay", "centre", "paint", "holes"),
    *("seat", "liner", "lift", "fit", "stand", "look", "close", "rings", "dry_all"),
)


def finish_inputs(context: Context[Any, Any]) -> tuple[Input, ...]:
    """How what is made is finished, asked where it is cut."""
    options = [("none", ("None",), ("the moulding is finished as it comes",))]
    options += [(key, (coat.label,), (coat.detail,)) for key, coat in FINISHES.items()]
    asked = choice(context, "/finish/how", "Finish", "Finish", options, ("rail",), look="list", key="finish")
    if context.piece.finish.how == "none":
        return (asked,)
    filled = ((False, ("No filler",), ()), (True, ("Filled",), ("gaps and mitres, before the last grit",)))
    return (asked, choice(context, "/finish/filled", "Filler", "Finish", filled, ("rail",)))


def surface(context: Context[Any, Any], reckoned: Reckoned, carcass: Carcass) -> None:
    """The area that is coated, into the book: all four sides of every rail."""
    if context.piece.finish.how == "none":
        return
    run = 2 * (reckoned.outside[0].value + reckoned.outside[1].value)
    area = run * 2 * (carcass.face.value + carcass.height.value) / 1_000_000
    context.book.add_quantity(
        "finish.area",
        "To be finished, about",
        plain_quantity(f"{float(max(area, Fraction(0))):.2f} m²"),
        context.speak.say("all round every rail: {} altogether × twice {} and {}", run, carcass.face, carcass.height),
        parts=("rail",),
    )


def finish_parts(context: Context[Any, Any]) -> Iterator[Part]:
    coat, finish = FINISHES.get(context.piece.finish.how), context.piece.finish
    if coat is None:
        return
    area = context.book.counts["finish.area"].quantity
    many = f"{coat.coats} coats" if coat.coats > 1 else "one coat"
    yield got("finish.paper", "Sandpaper 120 and 240", comes="hand")
    if finish.filled:
        yield got("finish.filler", "Wood filler", comes="hand")
    yield got("finish.coat", coat.label, comes="hand", note=(f"{many} on about {area.mm if area else ''}",))


def finish_operations(context: Context[Any, Any], own: Iterable[Operation]) -> Iterator[Operation]:
    """Sanding and coats, when the frame is glued; what is put together round its thing is finished before that."""
    coat, finish = FINISHES.get(context.piece.finish.how), context.piece.finish
    if coat is None:
        return
    keys = [o.key for o in own]
    after = tuple(k for k in keys if k.startswith("drill")) if "glue_all" in keys else ("glue", "joint")
    yield Operation(
        "finish.sand",
        "Sand it",
        (
            ("Filler in gaps and mitres, left to dry. " if finish.filled else "")
            + "120, then 240, with the grain; edges broken; dust off.",
        ),
        30,
        wait_minutes=HOUR if finish.filled else 0,
        care="Dust mask; dust extraction.",
        uses=("finish.paper", *(("finish.filler",) if finish.filled else ())),
        parts=("rail",),
        after=after,
        before=("finish.coat",),
        place="dusty",
    )
    yield Operation(
        "finish.coat",
        coat.label,
        (f"{coat.said} The tin decides where it says otherwise.",),
        15 * coat.coats,
        wait_minutes=(coat.coats - 1) * coat.between + coat.after,
        care=coat.care,
        uses=("finish.coat",),
        parts=("rail",),
        after=("finish.sand",),
        before=BEFORE,
        place=coat.place,
    )
