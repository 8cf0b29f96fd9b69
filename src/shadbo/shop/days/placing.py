"""Placing by hand, as a foreman would: each stretch as early as its piece, the hands, the places and the clamps allow.

Quick, and never far off; what the solver finds is placed through the same ledger, so that nothing is ever promised twice.
"""

from __future__ import annotations

from bisect import bisect_left, insort
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from heapq import heappop, heappush

from shadbo.shop.days.hours import Sitting, sitting_at
from shadbo.shop.days.tasks import Block, Order, Placed, blocks_of
from shadbo.shop.days.working import Working

# What holds a stretch back, in the words of the reason.
Cause = str


class NoRoom(Exception):
    """A stretch of ``piece`` finds no room in the days that are looked at; without a piece nobody is at the bench in any of them."""

    def __init__(self, piece: str = "") -> None:
        super().__init__(piece or "nobody is at the bench")
        self.piece = piece


@dataclass(slots=True)
class Busy:
    """When something of which there is a number is taken: spans in order of their beginning."""

    most: int
    spans: list[tuple[int, int]] = field(default_factory=list)
    longest: int = 0

    def take(self, start: int, end: int) -> None:
        insort(self.spans, (start, end))
        self.longest = max(self.longest, end - start)

    def give_back(self, start: int, end: int) -> None:
        self.spans.remove((start, end))

    def over(self, start: int, end: int) -> list[tuple[int, int]]:
        """The spans that overlap a stretch."""
        first = bisect_left(self.spans, (start - self.longest, 0))
        last = bisect_left(self.spans, (end, 0))
        return [s for s in self.spans[first:last] if s[1] > start]

    def clear_from(self, start: int, end: int) -> int | None:
        """None where there is room for one more; else when it may be worth asking again."""
        met = self.over(start, end)
        if len(met) < self.most:
            return None
        # The most at one time, not over the whole stretch: it changes where a span begins.
        for at in (start, *(s for s, _ in met if s > start)):
            there = [e for s, e in met if s <= at < e]
            if len(there) >= self.most:
                return min(there)
        return None


@dataclass(slots=True)
class Ledger:
    """What is taken: hands by sitting, places, equipment. ``sittings`` are in order."""

    working: Working
    sittings: Sequence[Sitting]
    hands: dict[tuple[int, str], Busy] = field(default_factory=dict)
    things: dict[str, Busy] = field(default_factory=dict)
    full: set[int] = field(default_factory=set)

    def thing(self, key: str, most: int) -> Busy:
        return self.things.setdefault(key, Busy(most))

    def _wanted(self, block: Block, start: int) -> list[tuple[Busy, int, int]]:
        """What a stretch takes besides hands, from and to."""
        wanted: list[tuple[Busy, int, int]] = []
        end = start + block.length
        if block.place in ("dusty", "spray", "clean"):
            wanted.append((self.thing(block.place, self.working.places(block.place)), start, end))
        if block.takes:
            wanted.append((self.thing(block.takes, self.working.equipment(block.takes)), start, start + block.busy))
        return wanted

    def _in_the_way(self, block: Block, start: int) -> tuple[int, Cause] | None:
        """When to ask again and what is in the way, or None."""
        for busy, a, b in self._wanted(block, start):
            again = busy.clear_from(a, b)
            if again is not None:
                return max(again, start + 1), block.takes if block.takes and busy is self.things.get(block.takes) else block.place
        other = {"dusty": "clean", "clean": "dusty"}.get(block.place)
        if other and not self.working.dust_apart and other in self.things:
            met = self.things[other].over(start, start + block.length)
            if met:
                return max(e for _, e in met), "dust"
        return None

    def earliest(self, block: Block, ready: int, liked: str | None = None) -> tuple[int, str, Cause]:
        """The earliest start from ``ready`` on, whose hands, and what held it back (“” for nothing). ``liked`` hands come first at a tie.

        Raises :class:`NoRoom`.
        """
        cause: Cause = ""
        for n in range(sitting_at(self.sittings, ready), len(self.sittings)):
            sitting = self.sittings[n]
            if n in self.full or sitting.end - max(ready, sitting.start) < block.length:
                if n in self.full:
                    cause = cause or "hands"
                continue
            found: tuple[int, bool, str] | None = None
            for hand in sitting.hands:
                at, why = self._first(block, n, hand, max(ready, sitting.start))
                if why:
                    cause = cause or why
                if at is not None and (found is None or (at, hand != liked) < found[:2]):
                    found = (at, hand != liked, hand)
            if found:
                return found[0], found[2], cause if found[0] > max(ready, sitting.start) or cause else ""
        raise NoRoom(block.piece)

    def _first(self, block: Block, n: int, hand: str, ready: int) -> tuple[int | None, Cause]:
        sitting, at, cause = self.sittings[n], ready, ""
        busy = self.hands.get((n, hand))
        while at + block.length <= sitting.end:
            if busy and (again := busy.clear_from(at, at + block.length)) is not None:
                at, cause = again, cause or "hands"
                continue
            held = self._in_the_way(block, at)
            if held is None:
                return at, cause
            at, cause = held[0], cause or held[1]
        return None, cause or "hands"

    def take(self, block: Block, start: int, hand: str) -> None:
        """Put a stretch down."""
        end = start + block.length
        n = sitting_at(self.sittings, start)
        while n < len(self.sittings) and self.sittings[n].start < end:
            busy = self.hands.setdefault((n, hand), Busy(1))
            busy.take(start, end)
            sitting = self.sittings[n]
            if sum(b - a for h in sitting.hands for a, b in self.hands.get((n, h), Busy(1)).spans) >= len(sitting.hands) * (
                sitting.end - sitting.start
            ):
                self.full.add(n)
            n += 1
        for thing, a, b in self._wanted(block, start):
            thing.take(a, b)

    def lift(self, block: Block, start: int, hand: str) -> None:
        """Take up again what was put down."""
        n = sitting_at(self.sittings, start)
        while n < len(self.sittings) and self.sittings[n].start < start + block.length:
            self.hands[n, hand].give_back(start, start + block.length)
            self.full.discard(n)
            n += 1
        for thing, a, b in self._wanted(block, start):
            thing.give_back(a, b)

    def fits(self, block: Block, start: int, hand: str) -> bool:
        """Whether a stretch can lie just there."""
        n = sitting_at(self.sittings, start)
        if n >= len(self.sittings):
            return False
        sitting = self.sittings[n]
        if start < sitting.start or start + block.length > sitting.end or hand not in sitting.hands:
            return False
        at, _ = self._first(block, n, hand, start)
        return at == start


@dataclass(frozen=True, slots=True)
class Put:
    """A stretch put down: where, by whom, since when it could have been, and what held it back."""

    block: Block
    start: int
    hand: str
    ready: int
    cause: Cause

    @property
    def end(self) -> int:
        return self.start + self.block.length

    @property
    def until(self) -> int:
        return self.end + self.block.wait


Work = Mapping[str, tuple[Block, ...]]


def work_of(orders: Sequence[Order], now: int, longest: int) -> Work:
    """The stretches of every piece."""
    return {order.piece: blocks_of(order, now, longest) for order in orders}


def tails(blocks: Sequence[Block]) -> list[int]:
    """From the beginning of each stretch to the end of the last that comes after it, waits and all, if nothing else were in the way (ticks)."""
    out = [b.length + b.wait for b in blocks]
    for i in range(len(blocks) - 1, -1, -1):
        for at, wait in blocks[i].after:
            out[at] = max(out[at], blocks[at].length + wait + out[i])
    return out


def place(
    ledger: Ledger,
    work: Work,
    urgency: Callable[[str, int], tuple[int, ...]],
    before: Mapping[tuple[str, int], Put] | None = None,
    aside: set[str] | None = None,
) -> dict[str, list[Put]]:
    """Put down everything, the most urgent first of what may begin. ``before`` is what lies there already, of pieces partly placed.

    ``urgency`` of a piece’s stretch, by its index; the lowest comes first. A piece that finds no room is taken up again and goes to
    ``aside``; without one it raises :class:`NoRoom`.
    """
    put: dict[str, dict[int, Put]] = {piece: {} for piece in work}
    for (piece, i), one in (before or {}).items():
        put[piece][i] = one
    open_after = {piece: [0] * len(blocks) for piece, blocks in work.items()}
    then: dict[tuple[str, int], list[int]] = {}
    heap: list[tuple[tuple[int, ...], str, int]] = []
    for piece, blocks in work.items():
        for i, block in enumerate(blocks):
            if i in put[piece]:
                continue
            waits = [at for at, _ in block.after if at not in put[piece]]
            open_after[piece][i] = len(waits)
            for at in waits:
                then.setdefault((piece, at), []).append(i)
            if not waits:
                heappush(heap, (urgency(piece, i), piece, i))
    # Whoever had it last goes on with it.
    liked = {piece: max(there.values(), key=lambda p: p.start).hand for piece, there in put.items() if there}
    while heap:
        _, piece, i = heappop(heap)
        if piece not in put:
            continue
        block = work[piece][i]
        ready = ready_at(block, put[piece])
        try:
            start, hand, cause = ledger.earliest(block, ready, liked.get(piece))
        except NoRoom:
            if aside is None:
                raise
            aside.add(piece)
            for one in put.pop(piece).values():
                ledger.lift(one.block, one.start, one.hand)
            continue
        ledger.take(block, start, hand)
        liked[piece] = hand
        put[piece][i] = Put(block, start, hand, ready, cause)
        for later in then.get((piece, i), ()):
            open_after[piece][later] -= 1
            if not open_after[piece][later]:
                heappush(heap, (urgency(piece, later), piece, later))
    return {piece: [there[i] for i in sorted(there)] for piece, there in put.items()}


def ready_at(block: Block, there: Mapping[int, Put]) -> int:
    """From when on a stretch may begin, as far as its own piece goes."""
    return max([block.release, *(there[at].end + wait for at, wait in block.after)])


def placed(put: Mapping[str, Sequence[Put]]) -> tuple[Placed, ...]:
    """Every operation with its time, in order of time."""
    return tuple(
        sorted(
            (p for puts in put.values() for one in puts for p in one.block.placed(one.start, one.hand)),
            key=lambda p: (p.start, p.hand, p.piece),
        )
    )


def ready_of(puts: Sequence[Put]) -> int | None:
    """When the last wait of a piece is over; None where nothing is left to do."""
    return max((p.until for p in puts), default=None)
