"""Holding as parts and operations: what a method takes, its step once, and the pull test before anything goes up."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace
from typing import Any

from shadbo.core.contract.display import Context
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.finishing.hold.methods import Method
from shadbo.core.finishing.hold.sizes import Kept, pull_test
from shadbo.core.framing.counting import figures
from shadbo.core.quantity.exact import Fraction

FOUND = "Found plants, feathers, shells, bone, ivory: mind what the law protects."
# What the law says of a kind of thing, in a word, at the step where it is put up.
LAW = {
    "plant": FOUND,
    "keepsake": FOUND,
    "tool": "Arms, ammunition and blades: local law, and made safe by a licensed person first.",
}
# Operations a method’s own come before: the front is looked at, and then it is closed.
CLOSING = ("look", "close", "pack", "glazing", "spacer", "fit")
# And those it comes after: what it is fixed to is cut, and the things were tried in their places.
LAID = ("mount", "board", "fix", "place", "mount.items", "stand", "backing")


def parts_for(kept: Iterable[Kept]) -> Iterator[Part]:
    """What the methods take, counted over everything they hold: so many fixings, or what they are made of."""
    for method, held in _by_method(kept).items():
        lights = tuple(one.subject.part for one in held)
        for i, (name, material) in enumerate(method.takes):
            first = not i and method.counted
            count = sum(one.number for one in held if one.methods[0] is method) if first else 1
            key = f"hold.{method.key}" if not i else f"hold.{method.key}.{i}"
            yield got(key, name, max(count, 1), material=material, lights=lights)


def operations_for(context: Context[Any, Any], kept: list[Kept], own: tuple[Operation, ...]) -> tuple[Operation, ...]:
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
            out.append(_step(method, left))
    told = tuple(replace(o, say=(*o.say, *(f" {words}" for words in spoken[o.key]))) if o.key in spoken else o for o in own)
    held_by = (*(o.key for o in out), *(o.key for o in own if o.holds))
    return (*told, *out, *_tested(context, kept, held_by))


def _by_method(kept: Iterable[Kept]) -> dict[Method, list[Kept]]:
    by: dict[Method, list[Kept]] = {}
    for one in kept:
        for method in one.methods:
            by.setdefault(method, []).append(one)
    return by


def _step(method: Method, held: list[Kept]) -> Operation:
    names = ", ".join(one.subject.name for one in held[:4]) + (f" and {len(held) - 4} more" if len(held) > 4 else "")
    counted = [one for one in held if one.methods[0] is method and one.number > 1 and method.where not in ("over", "under")]
    many = f" {', '.join(f'{one.number} for {one.subject.name}' for one in counted[:4])}." if counted else ""
    tools = f" Tools: {method.tools}." if method.tools else ""
    law = dict.fromkeys(LAW[one.subject.what] for one in held if one.subject.what in LAW)
    return Operation(
        f"hold.{method.key}",
        method.label,
        (f"{names[0].upper()}{names[1:]}.{many} {method.steps}{tools}",),
        10 + 5 * len(held),
        wait_minutes=method.wait,
        care=" ".join(c for c in (method.care, *law) if c),
        parts=tuple(one.subject.part for one in held),
        uses=(f"hold.{method.key}",) if method.takes else (),
        after=LAID,
        before=CLOSING,
        holds=tuple(one.subject.part for one in held if one.methods[0] is method),
        method=method.key,
        inside=True,
    )


def _tested(context: Context[Any, Any], kept: list[Kept], held_by: tuple[str, ...]) -> Iterator[Operation]:
    """Where a house figure or a packet’s carries, a trial piece is pulled before the thing itself goes up."""
    least = context.rule("pull_test_from")
    tested = [one for one in kept if one.methods and one.methods[0].basis in ("allowance", "rating") and one.subject.kg >= least]
    if not tested:
        return
    heaviest = max(tested, key=lambda one: one.subject.kg)
    load = pull_test(heaviest, context.shop.rules.factor)
    yield Operation(
        "hold.pull",
        "Pull test",
        (
            f"On a trial piece of the same board: {figures(load)} N ({figures(load / Fraction(981, 100))} kg hung on it) "
            f"for an hour, before {heaviest.subject.name} goes up.",
        ),
        10,
        wait_minutes=60,
        gate=True,
        parts=(heaviest.subject.part,),
        after=("mount", "board"),
        before=(*held_by, "place", "mount.items", "stand"),
    )
