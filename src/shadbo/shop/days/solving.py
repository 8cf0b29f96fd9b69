"""All open pieces together: least lateness first, then least moving of what was promised, then set-ups saved.

A foreman’s schedule comes first and at once. Where it is later than the pieces’ own waits make it, OR-Tools’ CP-SAT looks for a better
order, telling how far it is; what it finds is put down through the same ledger, and is taken only where it is better.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import partial
from time import monotonic

from shadbo.shop.days.hours import A_DAY, Sitting, day_of, end_of, sitting_at, sittings
from shadbo.shop.days.placing import Ledger, NoRoom, Put, Work, place, placed, ready_at, ready_of, tails, work_of
from shadbo.shop.days.tasks import Block, Order, Placed
from shadbo.shop.days.working import COMING, Working

# So many days are looked at; where they don’t do, twice as many, up to a year.
LOOKED_AT = 56
MOST_LOOKED_AT = 400
# So much of the time the foreman turns his order over before the solver begins from the best.
FOREMAN = 0.7
# Lateness of a tick counts more than every promise moved by a day.
LATE_COUNTS = 10_000

Progress = Callable[[int, int], None]
Puts = dict[str, list[Put]]


@dataclass(frozen=True, slots=True)
class Days:
    """A schedule. ``ready`` is the tick each piece is ready, waits over (None: nothing is left to do); ``late`` by how many ticks after
    its due day’s end; ``bound`` the least lateness of all together any schedule can have, as far as is known. ``loose`` are pinned
    operations that couldn’t stay where they were set; ``aside`` are pieces that find no room in the time that is planned, with why."""

    placed: tuple[Placed, ...]
    puts: Mapping[str, Sequence[Put]]
    ready: Mapping[str, int | None]
    late: Mapping[str, int]
    bound: int
    loose: tuple[tuple[str, str], ...] = ()
    aside: Mapping[str, str] = field(default_factory=dict)

    @property
    def lateness(self) -> int:
        return sum(self.late.values())


def schedule(
    orders: Sequence[Order],
    working: Working,
    now: int,
    before: Sequence[Placed] = (),
    seconds: float = 0,
    progress: Progress | None = None,
) -> Days:
    """A schedule from ``now`` (tick) on. ``before`` is the one that stood: what can stay stays. ``seconds`` to look for a better one.

    There is always one: a piece that finds no room in the time that is planned is set aside and named, and the others stand.
    """
    days, aside = LOOKED_AT, dict[str, str]()
    while True:
        found = sittings(working, day_of(now, working.tz), days)
        left = [o for o in orders if o.piece not in aside]
        if not left:
            return Days((), {}, {}, {}, 0, aside=aside)
        try:
            return replace(_scheduled(left, working, now, before, found, seconds, progress), aside=aside)
        except NoRoom as none:
            if days < MOST_LOOKED_AT:
                days = min(MOST_LOOKED_AT, days * 2)
                continue
            without = _without_room(left, working, now, found) or {none.piece}
            aside |= {o.piece: why_aside(o, working, found) for o in left if o.piece in without or not found}
            days = LOOKED_AT


def _without_room(orders: Sequence[Order], working: Working, now: int, found: Sequence[Sitting]) -> set[str]:
    """The pieces that find no room even if they were alone; where each would, those the hands can’t take together."""
    if not found:
        return {o.piece for o in orders}
    work, alone = work_of(orders, now, longest_sitting(found)), set[str]()
    nobody = Ledger(working, found)
    for piece, blocks in work.items():
        try:
            _no_sooner(nobody, blocks)
        except NoRoom:
            alone.add(piece)
    if alone:
        return alone
    ends = {o.piece: end_of(o.due, working) for o in orders if o.due}
    ledger, together = Ledger(working, found), set[str]()
    place(ledger, work, _urgency(orders, work, ends, now), held(ledger, work), together)
    return together


def why_aside(order: Order, working: Working, found: Sequence[Sitting]) -> str:
    """Why a piece finds no room in the time that is planned, and what to do about it."""
    if not found:
        return "nobody is at the bench in the year to come: see the shop’s hours"
    last = found[-1].end
    for what, at in order.comes_on.items():
        if at >= last and any(what in t.comes for t in order.left):
            return (
                f"{COMING[what][0].lower()} to come on {_told_day(at, working)}, after the time that is planned: set an earlier day"
            )
    for task in order.left:
        if task.key in order.pinned and order.pinned[task.key][0] >= last:
            day = _told_day(order.pinned[task.key][0], working)
            return f"“{task.title}” is set to {day}, after the time that is planned: take it off that day"
    return "the shop’s hours and hands can’t take it within a year: more hours, more hands, or fewer pieces"


def _told_day(tick: int, working: Working) -> str:
    day = day_of(tick, working.tz)
    return f"{day.day} {day:%B} {day.year}"


def longest_sitting(found: Sequence[Sitting]) -> int:
    """The longest stretch of a day somebody is at the bench (ticks). Raises :class:`NoRoom` where there is none."""
    if not found:
        raise NoRoom
    return max(s.end - s.start for s in found)


def _scheduled(
    orders: Sequence[Order],
    working: Working,
    now: int,
    before: Sequence[Placed],
    found: Sequence[Sitting],
    seconds: float,
    progress: Progress | None,
) -> Days:
    longest = longest_sitting(found)
    work = work_of(orders, now, longest)
    ends = {o.piece: end_of(o.due, working) for o in orders if o.due}
    promised = {o.piece: end_of(o.promised, working) for o in orders if o.promised}
    nobody = Ledger(working, found)
    alone = {piece: _no_sooner(nobody, work[piece]) for piece in ends}
    bound = max(sum(max(0, alone[piece] - end) for piece, end in ends.items()), *_together(working, found, work, ends, now))
    urgency = _urgency(orders, work, ends, now)
    stood = {(p.piece, p.key, p.part): (p.start, p.hand) for p in before}
    cost = _Cost(ends, promised, stood)
    tries: list[Puts] = [_kept(working, found, work, urgency, before, now)] if before else []
    # What stands, and is late by nothing but its pieces’ own waits, needs no other.
    if before and cost.of(tries[0])[:2] > (bound, 0):
        # What is late now goes first, and the others stay where they still can.
        behind = {p for p, end in ends.items() if (ready_of(tries[0][p]) or 0) > end}
        tries.append(_kept(working, found, work, urgency, before, now, behind))
    if not tries or min(map(cost.of, tries))[:2] > (bound, 0):
        # Where there is too much to do, whoever is soonest done goes first.
        size = {piece: sum(b.length for b in blocks) for piece, blocks in work.items()}
        tries.append(_foreman(working, found, work, urgency))
        tries.append(_foreman(working, found, work, lambda piece, i: (size[piece], *urgency(piece, i))))
    best = min(tries, key=cost.of)
    if seconds and cost.of(best)[0] > bound:
        since = monotonic()
        best = _turned(working, found, work, urgency, ends, cost, best, bound, seconds * FOREMAN, progress)
        if cost.of(best)[0] > bound:
            left = max(1.0, seconds - (monotonic() - since))
            bound, starts = _solve(work, working, found, ends, promised, best, left, bound, progress)
            if starts is not None:
                # In the order that was found, everything as early as it goes.
                best = min(best, _foreman(working, found, work, partial(_begun_at, starts)), key=cost.of)
    _batched(working, found, work, best)
    loose = _loose(best, orders)
    if loose:
        free = [replace(o, pinned={k: v for k, v in o.pinned.items() if (o.piece, k) not in loose}) for o in orders]
        return replace(_scheduled(free, working, now, before, found, seconds, progress), loose=loose)
    ready = {piece: ready_of(puts) for piece, puts in best.items()}
    return Days(placed(best), best, ready, {p: late for p, end in ends.items() if (late := max(0, (ready[p] or 0) - end))}, bound)


def _turned(
    working: Working,
    found: Sequence[Sitting],
    work: Work,
    urgency: Callable[[str, int], tuple[int, ...]],
    ends: Mapping[str, int],
    cost: _Cost,
    best: Puts,
    bound: int,
    seconds: float,
    progress: Progress | None,
) -> Puts:
    """The foreman’s order turned over and over: what was late is more urgent the next time, by half of what it was late."""
    ahead = dict.fromkeys(work, 0)
    least, till = cost.of(best), monotonic() + seconds
    while monotonic() < till and least[0] > bound:
        puts = _foreman(working, found, work, partial(_pressed, urgency, ahead))
        for piece, end in ends.items():
            late = max(0, (ready_of(puts[piece]) or 0) - end)
            ahead[piece] = ahead[piece] + late // 2 if late else ahead[piece] * 19 // 20
        if cost.of(puts) < least:
            best, least = puts, cost.of(puts)
            if progress:
                progress(least[0], bound)
    return best


def _pressed(urgency: Callable[[str, int], tuple[int, ...]], ahead: Mapping[str, int], piece: str, i: int) -> tuple[int, ...]:
    first, *rest = urgency(piece, i)
    return (first - ahead[piece], *rest)


def _begun_at(starts: Mapping[tuple[str, int], int], piece: str, i: int) -> tuple[int, ...]:
    return (starts[piece, i],)


@dataclass(frozen=True, slots=True)
class _Cost:
    """How good a schedule is: lateness of all, promises moved, and operations moved from where they stood."""

    ends: Mapping[str, int]
    promised: Mapping[str, int]
    stood: Mapping[tuple[str, str, int], tuple[int, str]]

    def of(self, puts: Puts) -> tuple[int, int, int]:
        ready = {piece: ready_of(there) or 0 for piece, there in puts.items()}
        late = sum(max(0, ready[p] - end) for p, end in self.ends.items() if p in ready)
        first = (
            (one, self.stood.get((piece, one.block.tasks[0].key, one.block.part))) for piece, there in puts.items() for one in there
        )
        moved = sum(was is not None and was != (one.start, one.hand) for one, was in first)
        return late, sum(ready[p] > end for p, end in self.promised.items() if p in ready), moved


def _urgency(orders: Sequence[Order], work: Work, ends: Mapping[str, int], now: int) -> Callable[[str, int], tuple[int, ...]]:
    """The latest a stretch may begin for its piece’s day; without a day two months from now, in the order they came in."""
    rank = {o.piece: n for n, o in enumerate(orders)}
    tail = {piece: tails(blocks) for piece, blocks in work.items()}
    far = now + 60 * A_DAY

    def urgency(piece: str, i: int) -> tuple[int, ...]:
        return (ends.get(piece, far) - tail[piece][i], rank[piece], i)

    return urgency


def _no_sooner(nobody: Ledger, blocks: tuple[Block, ...]) -> int:
    """When a piece would be ready if everybody stood by for it: what no schedule undercuts. ``nobody`` is a ledger in which all is free."""
    there: dict[int, Put] = {}
    for i, block in enumerate(blocks):
        ready = ready_at(block, there)
        start = block.fixed[0] if block.fixed else nobody.earliest(block, ready)[0]
        there[i] = Put(block, start, "", ready, "")
    return ready_of(list(there.values())) or 0


def _together(working: Working, found: Sequence[Sitting], work: Work, ends: Mapping[str, int], now: int) -> Iterator[int]:
    """The lateness no schedule undercuts, as far as the hands go, and each place that is used."""
    yield _least([(s.start, s.end, len(s.hands)) for s in found], _sizes(work, ends, None), ends, now)
    places: list[tuple[tuple[str, ...], int]] = [((place,), working.places(place)) for place in ("dusty", "clean", "spray")]
    if not working.dust_apart and working.places("dusty") == working.places("clean") == 1:
        places.append((("dusty", "clean"), 1))
    for names, many in places:
        yield _least([(s.start, s.end, min(many, len(s.hands))) for s in found], _sizes(work, ends, names), ends, now)


def _sizes(work: Work, ends: Mapping[str, int], places: tuple[str, ...] | None) -> list[int]:
    return sorted(sum(b.length for b in work[p] if b.fixed is None and (places is None or b.place in places)) for p in ends)


def _least(found: Sequence[tuple[int, int, int]], sizes: Sequence[int], ends: Mapping[str, int], now: int) -> int:
    """The n-th piece that is done isn’t done before as much is done as the n smallest take; the least lateness those times can have is
    with the first due first. Waits, and what belongs together, are left out: a lower bound. ``found``: from, to, so many at once."""
    room = [(max(start, now), end, many) for start, end, many in found if end > now]
    late, spent, n, used = 0, 0, 0, 0
    for size, due in zip(sizes, sorted(ends.values()), strict=True):
        spent += size
        while n < len(room) and used + (room[n][1] - room[n][0]) * room[n][2] < spent:
            used += (room[n][1] - room[n][0]) * room[n][2]
            n += 1
        if n < len(room) and spent:
            late += max(0, room[n][0] + (spent - used) // room[n][2] - due)
    return late


def _foreman(working: Working, found: Sequence[Sitting], work: Work, urgency: Callable[[str, int], tuple[int, ...]]) -> Puts:
    ledger = Ledger(working, found)
    return place(ledger, work, urgency, held(ledger, work))


def held(ledger: Ledger, work: Work) -> dict[tuple[str, int], Put]:
    """What was begun or pinned is put down first, where it is, also outside the hours."""
    out = {}
    for piece, blocks in work.items():
        for i, block in enumerate(blocks):
            if block.fixed:
                start, hand = block.fixed
                ledger.take(block, start, hand)
                out[piece, i] = Put(block, start, hand, start, "")
    return out


def _kept(
    working: Working,
    found: Sequence[Sitting],
    work: Work,
    urgency: Callable[[str, int], tuple[int, ...]],
    before: Sequence[Placed],
    now: int,
    first: Collection[str] = (),
) -> Puts:
    """What stood stays where it still can; the rest finds its room round it. Pieces of ``first`` have theirs before everybody."""
    stood = {(p.piece, p.key, p.part): p for p in before}
    ledger = Ledger(working, found)
    there = held(ledger, work)
    if first:
        ahead = {piece: blocks for piece, blocks in work.items() if piece in first}
        puts = place(ledger, ahead, urgency, {key: put for key, put in there.items() if key[0] in first})
        there |= {(piece, i): put for piece, mine in puts.items() for i, put in enumerate(mine)}
    wanted = []
    for piece, blocks in work.items():
        if piece in first:
            continue
        for i, block in enumerate(blocks):
            was = stood.get((piece, block.tasks[0].key, block.part))
            if was and not block.fixed and was.start >= now:
                wanted.append((was.start, piece, i, was.hand))
    for start, piece, i, hand in sorted(wanted):
        block = work[piece][i]
        mine = {at: there[piece, at] for at, _ in block.after if (piece, at) in there}
        if len(mine) == len(block.after) and ready_at(block, mine) <= start and ledger.fits(block, start, hand):
            ledger.take(block, start, hand)
            there[piece, i] = Put(block, start, hand, start, "")
    return place(ledger, work, urgency, there)


def _loose(puts: Puts, orders: Sequence[Order]) -> tuple[tuple[str, str], ...]:
    """Pinned stretches that begin before what they come after is done. What somebody is at isn’t asked: they are."""
    return tuple(
        (o.piece, one.block.tasks[0].key)
        for o in orders
        for there in (puts[o.piece],)
        for one in there
        if one.block.fixed
        and one.block.tasks[0].key not in o.begun
        and any(there[at].end + wait > one.start for at, wait in one.block.after)
    )


def _batched(working: Working, found: Sequence[Sitting], work: Work, puts: Puts) -> None:
    """What needs one setting up goes to a day it is set up on anyway, where nobody else and nothing after it has to move for it."""
    ledger = Ledger(working, found)
    for there in puts.values():
        for one in there:
            ledger.take(one.block, one.start, one.hand)
    tz = working.tz
    on: dict[str, dict[object, int]] = defaultdict(lambda: defaultdict(int))
    for there in puts.values():
        for one in there:
            for what in one.block.set_ups:
                on[what][day_of(one.start, tz)] += 1
    for there in puts.values():
        for i, one in enumerate(there):
            day = day_of(one.start, tz)
            for what in one.block.set_ups:
                if one.block.fixed or on[what][day] != 1:
                    continue
                latest = (
                    min([b.start - wait for b in there for at, wait in b.block.after if at == i], default=one.start)
                    - one.block.length
                )
                ready = ready_at(one.block, dict(enumerate(there)))
                ledger.lift(one.block, one.start, one.hand)
                better = _with_others(
                    ledger, found, one.block, ready, latest, {d for d, n in on[what].items() if n and d != day}, working
                )
                start, hand = better or (one.start, one.hand)
                ledger.take(one.block, start, hand)
                if better:
                    there[i] = one = Put(one.block, start, hand, ready, "batch")
                    on[what][day] -= 1
                    on[what][day_of(start, tz)] += 1
                    break


def _with_others(
    ledger: Ledger, found: Sequence[Sitting], block: Block, ready: int, latest: int, days: set[object], working: Working
) -> tuple[int, str] | None:
    for sitting in found[sitting_at(found, ready) :]:
        if sitting.start > latest:
            return None
        if sitting.day not in days:
            continue
        for hand in sitting.hands:
            for at in range(max(ready, sitting.start), min(latest, sitting.end - block.length) + 1, 3):
                if ledger.fits(block, at, hand):
                    return at, hand
    return None


def _solve(
    work: Work,
    working: Working,
    found: Sequence[Sitting],
    ends: Mapping[str, int],
    promised: Mapping[str, int],
    hint: Puts,
    seconds: float,
    bound: int,
    progress: Progress | None,
) -> tuple[int, dict[tuple[str, int], int] | None]:
    """CP-SAT’s order of work: the start of each stretch, and the lateness that can’t be undercut."""
    # Loaded when it is wanted: it takes longer to load than a small shop takes to plan.
    from ortools.sat.python import cp_model

    last = max(p.until for there in hint.values() for p in there) + A_DAY
    open_at = [s for s in found if s.start < last]
    model = cp_model.CpModel()
    starts: dict[tuple[str, int], cp_model.IntVar] = {}
    hands: list[tuple[cp_model.IntervalVar, int]] = []
    things: dict[str, list[tuple[cp_model.IntervalVar, int]]] = defaultdict(list)
    most = max(len(s.hands) for s in open_at)
    for piece, blocks in work.items():
        for i, block in enumerate(blocks):
            if block.fixed:
                start = model.new_constant(block.fixed[0])
            else:
                room = [
                    [max(s.start, block.release), s.end - block.length]
                    for s in open_at
                    if s.end - block.length >= max(s.start, block.release)
                ]
                start = model.new_int_var_from_domain(cp_model.Domain.from_intervals(room), "")
                model.add_hint(start, hint[piece][i].start)
            starts[piece, i] = start
            bench = model.new_fixed_size_interval_var(start, block.length, "")
            hands.append((bench, 1))
            if block.place in ("dusty", "clean", "spray"):
                things[block.place].append((bench, 1))
            if block.takes:
                things[block.takes].append((model.new_fixed_size_interval_var(start, block.busy, ""), 1))
            for at, wait in block.after if block.fixed is None else ():
                model.add(start >= starts[piece, at] + blocks[at].length + wait)
    for s in open_at:
        if len(s.hands) < most:
            hands.append((model.new_fixed_size_interval_var(s.start, s.end - s.start, ""), most - len(s.hands)))
    model.add_cumulative([v for v, _ in hands], [n for _, n in hands], most)
    for key, taken in things.items():
        number = working.places(key) if key in ("dusty", "clean", "spray") else working.equipment(key)
        model.add_cumulative([v for v, _ in taken], [n for _, n in taken], number)
    if not working.dust_apart and things["dusty"] and things["clean"]:
        # One at the saw keeps every clean place empty.
        both = [(v, working.clean) for v, _ in things["dusty"]] + things["clean"]
        model.add_cumulative([v for v, _ in both], [n for _, n in both], working.clean)
    cost, late_of = [], []
    for piece, blocks in work.items():
        if not blocks or (piece not in ends and piece not in promised):
            continue
        ready = [starts[piece, i] + b.length + b.wait for i, b in enumerate(blocks)]
        if piece in ends:
            late = model.new_int_var(0, max(1, last + 60 * A_DAY - ends[piece]), "")
            for r in ready:
                model.add(late >= r - ends[piece])
            late_of.append(late)
            cost.append(late * LATE_COUNTS)
        if piece in promised:
            moved = model.new_bool_var("")
            for r in ready:
                model.add(r <= promised[piece]).only_enforce_if(~moved)
            cost.append(moved)
    model.add(sum(late_of) >= bound)
    model.minimize(sum(cost))
    solver = cp_model.CpSolver()
    solver.parameters.max_time_in_seconds = seconds
    solver.parameters.num_workers = 2
    solver.parameters.random_seed = 1
    solver.parameters.relative_gap_limit = 0.001
    told = _Told(cp_model, progress) if progress else None
    status = solver.solve(model, told.callback if told else None)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return bound, None
    return max(bound, int(-(-solver.best_objective_bound // LATE_COUNTS))), {key: solver.value(v) for key, v in starts.items()}


class _Told:
    """Tells how far the search is: lateness found, and what can’t be undercut (ticks)."""

    def __init__(self, cp_model: object, progress: Progress) -> None:
        from ortools.sat.python.cp_model import CpSolverSolutionCallback

        class Callback(CpSolverSolutionCallback):
            def on_solution_callback(self) -> None:
                progress(int(self.objective_value // LATE_COUNTS), int(self.best_objective_bound // LATE_COUNTS))

        self.callback = Callback()
