"""Holding as parts and operations: what a method takes, its step once, and the pull test before anything goes up."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace

from shadbo.core.contract.display import Context
from shadbo.core.contract.operations import MADE, Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.finishing.hold.methods import Method
from shadbo.core.finishing.hold.ranking import Subject
from shadbo.core.finishing.hold.sizes import HALF, Mounted, pull_test
from shadbo.core.framing.counting import figures, newtons
from shadbo.core.framing.stock import longest_screw
from shadbo.core.framing.treating import TREATMENTS, harmed, marks_at, stitched_at, treat_step, treatment_of
from shadbo.core.quantity.exact import Fraction, up
from shadbo.core.quantity.figures import Say, listed

FOUND = "Found plants, feathers, shells, bone, ivory: mind what the law protects."
# What the law says of a kind of thing, in a word, at the step where it is put up.
LAW = {
    "plant": FOUND,
    "feather": FOUND,
    "keepsake": FOUND,
    "tool": "Arms, ammunition and blades: local law, and made safe by a licensed person first.",
}


# A keepsake that is plainly of one of these was not found in the wild.
MADE_OF = frozenset({"metal", "ceramic", "paper", "photograph", "textile", "canvas"})


def _law(subject: Subject) -> str:
    return "" if subject.what == "keepsake" and subject.traits & MADE_OF else LAW.get(subject.what, "")


def parts_for(context: Context[object, object], kept: Iterable[Mounted]) -> Iterator[Part]:
    """What the methods take, counted over everything they hold: so many fixings, so much tape, or what they are made of."""
    for method, held in _by_method(kept).items():
        lights = tuple(one.subject.part for one in held)
        mine = [one for one in held if one.methods[0] is method]
        fixings = sum(one.number for one in mine)
        for i, take in enumerate(method.takes):
            first = not i and method.counted
            each = context.rule("holding_screws") if take.each and method.basis == "formula" else take.each or int(first)
            yield got(
                f"hold.{method.key}.{i}" if i else f"hold.{method.key}",
                take.name,
                max(int(each * fixings), 1) if each else take.number,
                material=take.material,
                size=_size(context, method, held) if not i else _bite(context) if take.each and method.basis == "formula" else (),
                lights=lights,
                counts=tuple(f"hold.{one.subject.key}.count" for one in mine if one.count is not None) if first else (),
            )
    if sheds(context):
        yield BARRIER


def _bite(context: Context[object, object]) -> Say:
    """The screw the strength of a bracket is worked out with: how thick, and how far it bites."""
    return (f"#{context.shop.rules.holding_screw}, ", *context.speak.say("{} in the ply", context.rule("holding_bite")))


def _size(context: Context[object, object], method: Method, held: Iterable[Mounted]) -> Say:
    """How much of a tape that is laid in strips; how long a screw may be that bites half of what it holds."""
    if method.half_the_bar and HALF in context.book.dims:
        most = context.book[HALF]
        screw = longest_screw(context, most.value)
        return context.speak.say("no longer than {}", most) if screw is None else context.speak.say("{}", screw)
    if method.strip is None:
        return ()
    area = sum((one.subject.width * one.subject.height for one in held), Fraction(0))
    return context.speak.say("about {}", up(area / method.strip, Fraction(100)))


def treated(context: Context[object, object], kept: Iterable[Mounted], own: tuple[Operation, ...]) -> tuple[Operation, ...]:
    """The display’s operations, with cloth treated before it is worked on where that was asked for, does no harm, and the display has no step of
    its own for it."""
    out, thing, cloth = list(own), context.piece.object, context.piece.hold.cloth
    for one in kept:
        key, part, marks = one.subject.key, one.subject.part, marks_at(thing, one.subject.index)
        stitched = stitched_at(thing, one.subject.index)
        treatment = treatment_of(cloth, stitched=stitched)
        if (
            treatment is None
            or "textile" not in one.subject.traits
            or harmed(cloth, one.subject.traits, marks, stitched=stitched)
            or any(o.key == f"{treatment.key}.{key}" for o in out)
        ):
            continue
        worked = (i for i, o in enumerate(out) if part in o.holds or (part in (*o.parts, *o.uses) and not o.gate))
        out.insert(next(worked, 0), treat_step(treatment, key, one.subject.name, part, marks))
    return tuple(out)


def treatment_parts(steps: Iterable[Operation], own: Iterable[Part]) -> Iterator[Part]:
    """What treatments take that the display does not list itself."""
    used, there = {part for o in steps for part in o.uses}, {part.key for part in own}
    yield from (way.takes for way in TREATMENTS.values() if way.takes.key in used - there)


def operations_for(context: Context[object, object], kept: list[Mounted], own: tuple[Operation, ...]) -> tuple[Operation, ...]:
    """The display’s own operations and the methods’: each thing is held once. Where the display’s own way of fixing a thing is the method’s, the
    display’s stands; where it is any method’s, it takes the method’s words."""
    done = {thing: o for o in own if o.method for thing in (o.holds or o.parts)}
    spoken: dict[str, list[str]] = {}
    out: list[Operation] = []
    for method, held in _by_method(kept).items():
        if method.closing:
            continue
        left = []
        for one in held:
            mine = done.get(one.subject.part)
            if mine is None or mine.method not in (method.key, "any"):
                left.append(one)
            elif mine.method == "any":
                spoken.setdefault(mine.key, []).append(f"{method.label}: {method.steps[0].lower()}{method.steps[1:]}")
        if left:
            out += [*_before(method), _step(method, left)]
    told = tuple(replace(o, say=(*o.say, *(f" {words}" for words in spoken[o.key]))) if o.key in spoken else o for o in own)
    held_by = (*(o.key for o in out), *(o.key for o in own if o.holds))
    return (*told, *out, *_tested(context, kept, held_by), *_apart(context, held_by))


BARRIER = got(
    "barrier", "Barrier sheet", material="buffered tissue or clear polyester film", note=("behind newsprint, as large as it",)
)


def sheds(context: Context[object, object]) -> bool:
    """Whether it gives off what harms its neighbours, as newsprint does."""
    return "newsprint" in context.facts.traits


def _apart(context: Context[object, object], held_by: tuple[str, ...]) -> Iterator[Operation]:
    if sheds(context):
        yield Operation(
            "barrier",
            "Lay the barrier",
            ("Between the newsprint and its board, and between it and whatever lies beside it: its acid goes no further.",),
            5,
            uses=("barrier",),
            inside=True,
            needs=("board",),
            leaves=("lined",),
            chain="barrier",
        )


def _by_method(kept: Iterable[Mounted]) -> dict[Method, list[Mounted]]:
    by: dict[Method, list[Mounted]] = {}
    for one in kept:
        for method in one.methods:
            by.setdefault(method, []).append(one)
    return by


def _before(method: Method) -> Iterator[Operation]:
    """What a method wants done to the frame before anything lies in it."""
    if method.first is not None:
        title, words, minutes, wait = method.first
        yield Operation(
            f"hold.{method.key}.first",
            title,
            (words,),
            minutes,
            wait_minutes=wait,
            uses=(f"hold.{method.key}",),
            inside=True,
            needs=(*MADE, "open", "read"),
            leaves=("prepared",),
            chain=f"hold.{method.key}",
        )


def _step(method: Method, held: list[Mounted]) -> Operation:
    named = [one.subject.name for one in held[:4]]
    names = listed([*named, f"{len(held) - 4} more"] if len(held) > 4 else named)
    counted = [one for one in held if one.methods[0] is method and one.number > 1 and method.where not in ("over", "under")]
    if len(held) == 1:
        many = f" {counted[0].number} altogether." if counted else ""
    else:
        many = f" {listed([f'{one.number} for {one.subject.name}' for one in counted[:4]])}." if counted else ""
    tools = f" Tools: {method.tools}." if method.tools else ""
    law = dict.fromkeys(law for one in held if (law := _law(one.subject)))
    return Operation(
        f"hold.{method.key}",
        method.label,
        (f"{names[0].upper()}{names[1:]}.{many} {method.steps}{tools}",),
        10 + 5 * len(held),
        wait_minutes=method.wait,
        care=" ".join(c for c in (method.care, *law) if c),
        parts=tuple(one.subject.part for one in held),
        uses=tuple(f"hold.{method.key}.{i}" if i else f"hold.{method.key}" for i in range(len(method.takes))),
        holds=tuple(one.subject.part for one in held if one.methods[0] is method),
        method=method.key,
        inside=True,
        beside=True,
        needs=("laid", "tried", "lined"),
        leaves=("held",),
        chain=f"hold.{method.key}",
    )


def _tested(context: Context[object, object], kept: list[Mounted], held_by: tuple[str, ...]) -> Iterator[Operation]:
    """Where a house figure or a packet’s carries, a trial piece is pulled before the thing itself goes up."""
    least = context.rule("pull_test_from")
    loaded = [one for one in kept if one.methods and one.methods[0].basis in ("allowance", "rating")]
    tested = [one for one in loaded if pull_test(one, context.shop.rules.factor) >= newtons(least)]
    if not tested:
        return
    heaviest = max(tested, key=lambda one: one.subject.kg / max(one.number, 1))
    load = pull_test(heaviest, context.shop.rules.factor)
    yield Operation(
        "hold.pull",
        "Pull test",
        (
            f"One fixing on an offcut of the same board, made as it will be: {figures(load)} N ({figures(load / Fraction(981, 100))} kg hung on it) "
            f"for an hour, before {heaviest.subject.name} goes up.",
        ),
        10,
        wait_minutes=60,
        gate=True,
        parts=(heaviest.subject.part,),
        beside=True,
        needs=("board",),
        leaves=("tried",),
        chain="hold.pull",
    )
