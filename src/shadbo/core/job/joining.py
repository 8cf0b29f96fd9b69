"""Parts and operations of displays, methods, joints, hanging and finish, joined to one job; its order follows from what needs what."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import replace
from heapq import heappop, heappush

from shadbo.core.contract.cutting import CutLine
from shadbo.core.contract.operations import Operation, State
from shadbo.core.contract.parts import Part
from shadbo.core.quantity.record import record

# So much further back than what it needs lies what is told by nobody’s place, of the distance of two that are told one after another.
BEHIND = 1 / 64


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

    @property
    def families(self) -> frozenset[str]:
        """Every part by its key, and every family there is one of."""
        return frozenset(family for part in self.parts for family in part.families)

    @property
    def in_turn(self) -> tuple[Operation, ...]:
        """The operations, each with everything it comes after (see :func:`comes_after`)."""
        after = comes_after(self.operations, {p.key: p for p in self.parts})
        return tuple(replace(o, after=after[o.key]) for o in self.operations)

    def used_by(self, operation: Operation) -> tuple[Part, ...]:
        """The parts an operation has in its hand."""
        hands = Hands.of((operation,))
        return tuple(p for p in self.parts if hands.users(p))


@record(frozen=True, slots=True)
class Hands:
    """Which operations make and which use a part: keys of operations by the family they name, and by the part they light."""

    making: Mapping[str, set[str]]
    using: Mapping[str, set[str]]
    lighting: Mapping[str, set[str]]

    @classmethod
    def of(cls, operations: Iterable[Operation]) -> Hands:
        making, using, lighting = (defaultdict[str, set[str]](set) for _ in range(3))
        for o in operations:
            for family in o.makes:
                making[family].add(o.key)
            for family in (*o.uses, *o.makes, *o.parts):
                using[family].add(o.key)
            for part in o.parts:
                lighting[part].add(o.key)
        return cls(making, using, lighting)

    def makers(self, part: Part) -> set[str]:
        return _met(self.making, part.families)

    def users(self, part: Part) -> set[str]:
        """What works with it: says so, or lights it on the drawing (what is cut goes by its own name alone)."""
        named = _met(self.using, part.families)
        return named if part.comes == "cut" else named | _met(self.lighting, part.lights)


def _met(by: Mapping[str, set[str]], names: Iterable[str]) -> set[str]:
    return {key for name in names if name in by for key in by[name]}


def join(parts: Iterable[Part], operations: Iterable[Operation]) -> Job:
    """One job of what many contribute: of two with one key the later, more particular one stands, where the first stood."""
    kept: dict[str, Part] = {}
    for part in parts:
        kept[part.key] = part
    done: dict[str, Operation] = {}
    for operation in operations:
        done[operation.key] = operation
    return Job(tuple(kept.values()), in_order(tuple(done.values()), kept))


def needs(operations: Sequence[Operation], parts: Mapping[str, Part]) -> dict[str, set[str]]:
    """What must be done before each operation: what leaves the states it needs, what needs those it ends, and the making of the parts it uses."""
    hands = Hands.of(operations)
    leaving, needing = defaultdict[State, set[str]](set), defaultdict[State, set[str]](set)
    for o in operations:
        for state in o.leaves:
            leaving[state].add(o.key)
        for state in o.needs:
            needing[state].add(o.key)
    before: dict[str, set[str]] = {}
    for o in operations:
        wants = before[o.key] = set[str]()
        for state in o.needs:
            wants |= leaving[state]
        for state in o.ends:
            wants |= needing[state]
        wants.discard(o.key)
    for part in parts.values():
        makers = hands.makers(part)
        if makers:
            for key in hands.users(part) - makers:
                before[key] |= makers
    return before


def chained(operations: Sequence[Operation]) -> Iterator[tuple[str, str]]:
    """Every two operations that follow one another in one chain."""
    last: dict[str, str] = {}
    for o in operations:
        if o.chain in last:
            yield last[o.chain], o.key
        last[o.chain] = o.key


def comes_after(operations: Sequence[Operation], parts: Mapping[str, Part]) -> dict[str, tuple[str, ...]]:
    """What must be done, and its wait be over, before each operation begins; in the order of work, and no more than is needed to say it.

    One piece is in one place: an operation comes after everything told before it. What is done beside the frame (``beside``) comes
    after what it needs, what is beside it before, and every gate told before it; what is told behind it comes after it too.
    """
    named = needs(operations, parts)
    told = {o.key: i for i, o in enumerate(operations)}
    behind: dict[str, int] = {}  # everything an operation comes after, as bits of the order of work
    out: dict[str, tuple[str, ...]] = {}
    for i, o in enumerate(operations):
        first = {told[e.key] for e in operations[:i] if not o.beside or e.beside or e.gate}
        first |= {told[k] for k in named[o.key] if told[k] < i}
        covered, nearest = 0, []
        for at in sorted(first, reverse=True):
            if not covered >> at & 1:
                nearest.append(operations[at].key)
                covered |= behind[operations[at].key] | 1 << at
        behind[o.key], out[o.key] = covered, tuple(reversed(nearest))
    return out


def in_order(operations: tuple[Operation, ...], parts: Mapping[str, Part]) -> tuple[Operation, ...]:
    """The order of work: nothing before what it needs, every chain as it was told; of what could come next, what belongs soonest behind
    what it needs. What is told by the display (the chain without a name) has its place, the rest comes right behind the last it needs."""
    before = needs(operations, parts)
    told = {o.key: i for i, o in enumerate(operations)}
    for first, then in chained(operations):
        before[then].add(first)
    place: dict[str, float] = {o.key: told[o.key] for o in operations if not o.chain}
    left = {key: len(wants) for key, wants in before.items()}
    by = {o.key: o for o in operations}
    after: dict[str, list[str]] = {key: [] for key in before}
    for key, wants in before.items():
        for want in wants:
            after[want].append(key)
    ready: list[tuple[float, int, str]] = []

    def may_begin(key: str) -> None:
        where = place.setdefault(key, max((place[want] for want in before[key]), default=float(told[key])) + BEHIND)
        heappush(ready, (where, told[key], key))

    for key, count in left.items():
        if not count:
            may_begin(key)
    out: list[Operation] = []
    while ready:
        *_, key = heappop(ready)
        out.append(by[key])
        for later in after[key]:
            left[later] -= 1
            if not left[later]:
                may_begin(later)
    # What waits for one another in a circle stands as it was told: the proof of the job finds it, and nobody is locked out.
    return (*out, *(o for o in operations if left[o.key]))
