"""Parts and operations of displays, methods, joints, hanging and finish, joined to one job; its order follows from what needs what."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from heapq import heappop, heappush

from shadbo.core.contract.cutting import CutLine
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part
from shadbo.core.quantity.record import record


@record(frozen=True, slots=True)
class Job:
    """What a piece takes and in which order it is made; every list of a plan is read from here."""

    parts: tuple[Part, ...]
    operations: tuple[Operation, ...]

    @property
    def cuts(self) -> tuple[CutLine, ...]:
        """The cut list: what is cut, and below each what is cut out of it."""
        return tuple(line for part in self.parts if part.line is not None for line in (part.line, *part.openings))

    @property
    def to_get(self) -> tuple[Part, ...]:
        """What has to be there besides what is cut, in the order of its using; what came with the frame or is at hand is told as such."""
        return tuple(part for part in self.parts if part.line is None and part.comes != "owner")

    def used_by(self, operation: Operation) -> tuple[Part, ...]:
        """The parts an operation has in its hand."""
        return tuple(p for p in self.parts if uses(operation, p))


def uses(operation: Operation, part: Part) -> bool:
    """Whether an operation works with a part: it says so, or lights it on the drawing (what is cut goes by its own name alone)."""
    if any(part.of(f) for f in (*operation.uses, *operation.makes, *operation.parts)):
        return True
    return part.comes != "cut" and bool({*operation.parts} & {*part.lights})


def join(parts: Iterable[Part], operations: Iterable[Operation]) -> Job:
    """One job of what many contribute: of two with one key the later, more particular one stands, where the first stood."""
    kept: dict[str, Part] = {}
    for part in parts:
        kept[part.key] = part
    done: dict[str, Operation] = {}
    for operation in operations:
        done[operation.key] = operation
    return Job(tuple(kept.values()), in_order(tuple(done.values()), kept))


def needs(operations: tuple[Operation, ...], parts: Mapping[str, Part]) -> dict[str, set[str]]:
    """What must be done before each operation: what it names, what names it, and the making of every part it uses."""
    keys = {o.key for o in operations}
    named = {o.key: frozenset((*o.uses, *o.makes, *o.parts)) for o in operations}
    before: dict[str, set[str]] = {o.key: {a for a in o.after if a in keys} for o in operations}
    for o in operations:
        for later in o.before:
            if later in keys:
                before[later].add(o.key)
        if not o.makes:
            continue
        made = frozenset(o.makes)
        for part in parts.values():
            families = part.families
            if made.isdisjoint(families):
                continue
            for other in operations:
                lit = part.comes != "cut" and not set(other.parts).isdisjoint(part.lights)
                if other is not o and (lit or not named[other.key].isdisjoint(families)) and families.isdisjoint(other.makes):
                    before[other.key].add(o.key)
    return before


def in_order(operations: tuple[Operation, ...], parts: Mapping[str, Part]) -> tuple[Operation, ...]:
    """The order of work: nothing before what it needs, else as it was told; what says what it follows comes right behind it."""
    before = needs(operations, parts)
    told = {o.key: 2 * i for i, o in enumerate(operations)}
    place = {o.key: max((told[a] for a in o.after if a in told), default=told[o.key] - 1) + 1 for o in operations}
    by = {o.key: o for o in operations}
    left = {key: len(wants) for key, wants in before.items()}
    after: dict[str, list[str]] = {key: [] for key in before}
    for key, wants in before.items():
        for want in wants:
            after[want].append(key)
    ready: list[tuple[int, int, str]] = []
    for key, count in left.items():
        if not count:
            heappush(ready, (place[key], told[key], key))
    out: list[Operation] = []
    while ready:
        *_, key = heappop(ready)
        out.append(by[key])
        for later in after[key]:
            left[later] -= 1
            if not left[later]:
                heappush(ready, (place[later], told[later], later))
    # What waits for one another in a circle stands as it was told: the proof of the job finds it, and nobody is locked out.
    return (*out, *(o for o in operations if left[o.key]))
