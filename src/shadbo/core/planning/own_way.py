"""A job done in one’s own way: steps put in, steps left out with the reason, and what is done elsewhere."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace

from shadbo.core.contract.checks import Patch, WayOut
from shadbo.core.contract.display import Context
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part
from shadbo.core.document.decisions.own_way import OwnStep, OwnWay, SentOut
from shadbo.core.document.decisions.said import PartSaid
from shadbo.core.job.joining import Hands, Job
from shadbo.core.planning.saying import KEEPING, first_of
from shadbo.core.quantity.record import record

DAY = 1440
# Behind the key of a step that is sent out, the key of its way there.
AWAY = ".away"
# Of a step that is sent out: packing it and bringing it there, and looking it over when it is back.
TAKING, LOOKING = 20, 10
# Steps that go out together: whoever sprays also sands between the coats.
TOGETHER = frozenset({"finish"})


@record(frozen=True, slots=True)
class LeftOut:
    """A step that is left out: told beside the order of work, and on paper."""

    key: str
    title: str
    why: str


def sent_of(way: OwnWay, key: str) -> SentOut | None:
    """Who does a step elsewhere: said of it, or of all of its family."""
    return next((one for one in way.sent if key == one.step or (one.step in TOGETHER and key.startswith(f"{one.step}."))), None)


def left_out(way: OwnWay, told: Iterable[Operation]) -> tuple[LeftOut, ...]:
    why = {one.step: one.why for one in way.left}
    return tuple(LeftOut(o.key, o.title, why[o.key]) for o in told if o.key in why)


def parts_by_steps(way: OwnWay, parts: Sequence[Part], told: Sequence[Operation], weighed: frozenset[str]) -> dict[str, PartSaid]:
    """What steps that are left out or done elsewhere say of parts: what they would make is there, what nobody else takes in hand isn’t needed."""
    if not (way.left or way.sent):
        return {}
    hands = Hands.of(told)
    left = {one.step for one in way.left}
    gone = left | {o.key for o in told if sent_of(way, o.key) is not None}
    out: dict[str, PartSaid] = {}
    for part in parts:
        makers, users = hands.makers(part), hands.users(part)
        # Of what is done elsewhere the place that does it brings its own; but what stays in the piece is ours.
        unused = users <= left or (users <= gone and weighed.isdisjoint(part.families))
        if makers and makers <= left:
            out[part.key] = PartSaid(part=part.key, comes="there")
        elif users and not makers and unused and part.comes in ("number", "hand"):
            out[part.key] = PartSaid(part=part.key, comes="none")
    # What is said of a family is said of this one of it alone.
    beside = [part.key for part in parts if part.key not in out and not out.keys().isdisjoint(part.families)]
    return out | {key: PartSaid(part=key, comes="cut") for key in beside}


def without_left(way: OwnWay, told: Sequence[Operation], parts: Sequence[Part]) -> tuple[Operation, ...]:
    """The operations without those left out; what they would have brought about is waited for by nobody, and what only they took in hand of
    what is there is in the hand of the next."""
    left = {one.step for one in way.left}
    kept = [o for o in told if o.key not in left]
    if len(kept) == len(told) or not kept:
        return tuple(told)
    there = {state for o in kept for state in o.leaves}
    never = {state for o in told for state in o.leaves} - there
    out = [replace(o, needs=tuple(s for s in o.needs if s not in never)) if not never.isdisjoint(o.needs) else o for o in kept]
    hands = Hands.of(told)
    place = {o.key: i for i, o in enumerate(told)}
    for part in parts:
        users = hands.users(part)
        if users and users <= left and not (part.comes in ("number", "hand") and not hands.makers(part)):
            first = min(place[key] for key in users)
            at = next((i for i, o in enumerate(out) if place[o.key] > first), len(out) - 1)
            out[at] = replace(out[at], uses=(*out[at].uses, part.key))
    return tuple(out)


def in_own_way(way: OwnWay, job: Job) -> Job:
    """The job with what is sent out and with one’s own steps, each in its place."""
    if not (way.sent or way.steps):
        return job
    operations = _sent_out(way, job.operations)
    for own in way.steps:
        at = next((i for key in own.after for i, o in enumerate(operations) if o.key == key), -1) + 1
        operations = [*operations[:at], _own(own, job.parts, operations[:at]), *operations[at:]]
    away = {o.key for o in job.operations if sent_of(way, o.key) is not None}
    hands = Hands.of(job.operations)
    return Job(tuple(_made_elsewhere(part, way, hands.makers(part) & away) for part in job.parts), tuple(operations))


def _own(own: OwnStep, parts: Sequence[Part], before: Sequence[Operation]) -> Operation:
    """A step of one’s own as an operation; it takes in hand what is there by then."""
    later = {part.key for part in parts if part.line is not None} - {
        part.key for part in parts for o in before if not part.families.isdisjoint(o.makes)
    }
    there = {part.key for part in parts}
    uses = tuple(key for key in own.uses if key in there and key not in later)
    say = (own.words,) if own.words else ()
    return Operation(own.key, own.title, say, own.minutes, own.wait, gate=own.look, uses=uses, chain=own.key)


def _sent_out(way: OwnWay, told: Sequence[Operation]) -> list[Operation]:
    out: list[Operation] = []
    last = {id(one): o.key for o in told if (one := sent_of(way, o.key)) is not None}
    first: dict[int, list[Operation]] = {}
    for o in told:
        one = sent_of(way, o.key)
        if one is None:
            out.append(o)
            continue
        trip = first.setdefault(id(one), [])
        trip.append(o)
        if last[id(one)] == o.key:
            out += _trip(one, trip)
    return out


def _trip(one: SentOut, trip: Sequence[Operation]) -> tuple[Operation, Operation]:
    """A way there and a way back, for what is done elsewhere."""
    done = trip[-1]
    by = one.who or "somebody who does it"
    alone = len(trip) == 1
    what = f": {_small(done.title)}" if alone else f", from “{trip[0].title}” to “{done.title}”"
    along = f" Goes along: {one.along.rstrip('.')}." if one.along else " Along go its sizes and what it is to be, in writing."
    days = f"{one.days} day{'s' if one.days != 1 else ''}"
    uses = tuple(dict.fromkeys(key for o in trip for key in o.uses))
    makes = tuple(dict.fromkeys(key for o in trip for key in o.makes))
    # What the place that does it has nobody else needs to have free.
    plain = replace(done, takes=None, takes_on=0, wait_minutes=0, care="", place="bench", also=(), chain=f"{done.key}.trip")
    away = replace(
        plain,
        key=f"{done.key}{AWAY}",
        title=f"Send out{what}",
        say=(f"To {by}.{along} Allow {days}.",),
        minutes=TAKING,
        wait_minutes=one.days * DAY,
        gate=False,
        parts=(),
        # What is made there is not in hand on the way there.
        uses=tuple(u for u in uses if u not in makes),
        makes=(),
        needs=tuple(dict.fromkeys(s for o in trip for s in o.needs)),
        leaves=(),
        holds=(),
        closes=False,
    )
    look = one.look.rstrip(".") or "held against what was ordered, for size, colour and damage"
    back = replace(
        plain,
        title=f"Back from {by}{what if alone else ''}",
        say=(f"Looked over before it goes on: {look}.",),
        minutes=LOOKING,
        gate=True,
        parts=tuple(dict.fromkeys(part for o in trip for part in o.parts)),
        uses=uses,
        makes=makes,
        leaves=tuple(dict.fromkeys(s for o in trip for s in o.leaves)),
    )
    return away, back


def _small(title: str) -> str:
    """A title as it stands inside a sentence."""
    return f"{title[:1].lower()}{title[1:]}"


def _made_elsewhere(part: Part, way: OwnWay, makers: Iterable[str]) -> Part:
    one = next((one for key in makers if (one := sent_of(way, key)) is not None), None)
    if one is None or part.line is None:
        return part
    by = f"made by {one.who}" if one.who else "made elsewhere"
    return replace(part, line=replace(part.line, note=(*part.line.note, *(("; ",) if part.line.note else ()), by)))


def check_way(
    context: Context[object, object], told: Sequence[Operation], parts: Sequence[Part], said: Mapping[str, PartSaid]
) -> None:
    """What holds or closes isn’t left out without a word; nor without a reason."""
    way = context.piece.way
    by = {o.key: o for o in told}
    for at, one in enumerate(way.left):
        o = by.get(one.step)
        if o is None:
            continue
        back: Patch = ({"op": "remove", "path": f"/way/left/{at}"},)
        lost = [p for p in parts if said.get(p.key) is not None and said[p.key].comes == "none" and first_of(p.key) in KEEPING]
        holding = bool(o.holds or o.closes) or any(not p.families.isdisjoint(o.uses) for p in lost)
        if not holding and one.why:
            continue
        says = f"“{o.title}” is left out" + (f": {one.why}" if one.why else "")
        context.checks.add(
            "caution",
            f"way.left.{o.key}",
            "cut",
            (f"{says}. {'Something else has to hold what it holds.' if holding else 'The reason is not said yet.'}",),
            why="It is kept with the piece, printed, and asked for when it is next in the shop.",
            source_key="said",
            ways=(WayOut(("Take it in again",), back),),
        )
