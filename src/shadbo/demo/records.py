"""Five pieces handed over in years past, with what was read, what went wrong and how long it took: made up, as the whole shop is."""

from __future__ import annotations

import uuid
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from itertools import cycle

from sqlalchemy.orm import Session

from shadbo.core import Piece, Plan, Shop, document_of, load_piece, plan
from shadbo.exports.cards import CARD_JSON, card_of
from shadbo.shop.bench import gate_of
from shadbo.shop.record.begun import begin_again
from shadbo.shop.record.sealed import Done, LineRead, Note, Reading, What, seal
from shadbo.store import pieces, racks, records

# How far the demo's hands are off (mm), in the order things are read: the saw a little long, the mat cutter near, glass a hair short.
OFF = {
    "saw": cycle((0.5, 0.2, 0.6, -0.3, 0.4, 0.8, 0.1, 0.5, -0.2, 0.3, 0.9, 0.0, 0.4, 0.6)),
    "mat": cycle((0.1, -0.3, 0.2, 0.4, -0.1, 0.0, -0.4, 0.3, 0.1, -0.2, 0.2, 0.0)),
    "glass": cycle((-0.6, 0.2, -1.0, -0.4, 0.3, -0.8, -0.2, -0.5)),
    "": cycle((0.4, -0.3, 0.6, 0.0, -0.5, 0.2)),
}
# What a tape says the second time of one place (mm).
AGAIN = (0.5, 0.5, 0.5, 0, 0, 0, 0, 0.5, 0.5, 0, 0, 0)


@dataclass(frozen=True, slots=True)
class Past:
    """A piece of years past: begun as a piece of today is, with sizes and an owner of its own. ``said`` is what was put down at which step."""

    like: str
    name: str
    owner: str
    sides: tuple[str, str]
    weeks_ago: int
    hand: str
    pace: float
    said: tuple[tuple[What, str, str], ...]
    tags: Mapping[str, str]
    counts: Mapping[str, int] = field(default_factory=dict)
    pictured: str = ""


PASTS: tuple[Past, ...] = (
    Past(
        "Start line, dawn",
        "Finish line, the ninetieth year",
        "Quillbeck Wheelers",
        ("700", "500"),
        141,
        "Ilva",
        1.25,
        (
            (
                "wrong",
                "glue",
                "The last mitre opened by 0.3: the corner clamps were too far in. Two bands round the whole frame held it.",
            ),
            ("differently", "paint", "Painted the inside before the glue-up: nothing to mask."),
        ),
        {"rail.horizontal": "oak, length 14 of the March delivery"},
        {"screw": 12},
        "finish line",
    ),
    Past(
        "The centenary jersey",
        "Jersey of the ninetieth year",
        "Quillbeck Wheelers",
        ("", ""),
        139,
        "Tove",
        1.4,
        (
            ("wrong", "fold.jersey", "The form was cut 4 too wide: it showed at the sleeves, and was cut again."),
            (
                "wrong",
                "close",
                "A thread under the acrylic, found when it hung: an hour to open and close it. Blow it out under a lamp first.",
            ),
        ),
        {"mat_top": "chalk, sheet 3 of 5", "glazing": "UV acrylic, sheet 208"},
    ),
    Past(
        "Five ride badges",
        "Badges of the spring rides",
        "Pell Astonby",
        ("", ""),
        88,
        "Bram",
        0.9,
        (("differently", "mount", "Pierced from the front with an awl through the template: no hole wandered."),),
        {},
        {},
        "badge",
    ),
    Past(
        "Bell lap",
        "The last bend",
        "Odda Marrable",
        ("520", "680"),
        52,
        "Ilva",
        1.1,
        (("wrong", "clips", "Two clip screws came out on the face of a thin rail: 12 instead of 16 mm there."),),
        {},
        {"clip": 14},
        "last bend",
    ),
    Past(
        "First Quillbeck circuit",
        "Course of the night ride",
        "Quillbeck Wheelers",
        ("594", "420"),
        31,
        "Bram",
        1.15,
        (("wrong", "glazing", "The first sheet broke along the score: a nick in the wheel. A new wheel, and oil on it."),),
        {"glazing": "sheet 231"},
    ),
)


def begin(session: Session, today: Mapping[str, Piece], shop: Shop, mark: str, now: datetime, photos: Mapping[str, str]) -> None:
    """Hand the pieces of years past over, each at its time. ``today`` are the demo's pieces by name, ``photos`` fingerprints of pictures."""
    for past in PASTS:
        piece = _read_twice(
            begin_again(
                today[past.like], past.name, past.owner, dict(zip(("width", "height"), past.sides, strict=True)), "mm", shop
            )
        )
        worked = plan(piece, shop)
        kept = pieces.create(session, piece, "Taken in")
        card = card_of(piece, worked)
        racks.keep(session, kept.id, card, mark)
        at = now - timedelta(weeks=past.weeks_ago)
        done = {one.key: one for one in _done(past, worked, at)}
        sealed = seal(
            piece,
            worked,
            shop,
            done,
            tuple(_notes(past, worked, at, photos)),
            key=str(uuid.uuid4()),
            number=1,
            at=at,
            by=past.hand,
            to=past.owner,
            note="",
        )
        records.keep(session, kept.id, sealed, CARD_JSON.dump_json(card).decode())


def _read_twice(piece: Piece) -> Piece:
    """The same piece with each place of its sides read twice, as a careful hand does."""
    document = document_of(piece)
    again = cycle(AGAIN)
    for side in ("width", "height"):
        places = document["object"].get(side)
        if not isinstance(places, dict):
            continue
        for readings in places.values():
            if isinstance(readings, list) and len(readings) == 1:
                first = float(readings[0]["mm"])
                readings += [{"mm": first + next(again), "tape": "mm"} for _ in range(4)]
    return load_piece(document)


def _done(past: Past, worked: Plan, at: datetime) -> Iterator[Done]:
    """Every step ticked, one after another up to the hand-over, with what was read at it."""
    end = at - timedelta(hours=2)
    steps = [o for o in worked.steps if o.place != "wall"]
    for n, step in reversed(list(enumerate(steps))):
        took = max(1, round(step.minutes * past.pace * (0.92 + 0.04 * ((n * 7) % 5))))
        begun = end - timedelta(minutes=took)
        yield Done(
            key=step.key,
            title=step.title,
            hand=past.hand,
            begun_at=begun,
            done_at=end,
            minutes=took,
            planned=step.minutes,
            wait=step.wait_minutes,
            readings=tuple(_readings(step.key, worked, end, past.hand)),
        )
        end = _at_the_bench(begun - timedelta(minutes=10 + (steps[n - 1].wait_minutes if n else 0)))


def _at_the_bench(at: datetime) -> datetime:
    """The last time before that somebody was there."""
    while at.weekday() > 4 or not 10 <= at.hour < 17:
        at -= timedelta(minutes=30)
    return at


def _readings(key: str, worked: Plan, at: datetime, hand: str) -> Iterator[Reading]:
    gate = gate_of(key, worked)
    if gate is None:
        return
    off = OFF[gate.tool or ""]
    lines = tuple(
        LineRead(
            key=asked.key,
            label=asked.label,
            planned=float(asked.length(worked)),
            read=round(float(asked.length(worked)) + next(off), 1),
            fine=True,
            tool=gate.tool or "",
        )
        for asked in gate.asks
    )
    yield Reading(at=at, hand=hand, unit="mm", lines=lines)


def _notes(past: Past, worked: Plan, at: datetime, photos: Mapping[str, str]) -> Iterator[Note]:
    steps = {o.key for o in worked.steps}
    for n, (what, step, text) in enumerate(past.said):
        yield Note(
            id=str(uuid.uuid4()),
            at=at - timedelta(days=2, hours=-n),
            hand=past.hand,
            what=what,
            step=step if step in steps else "",
            text=text,
        )
    for part, tag in past.tags.items():
        yield Note(id=str(uuid.uuid4()), at=at - timedelta(days=1), hand=past.hand, what="material", part=part, text=tag)
    for part, number in past.counts.items():
        yield Note(
            id=str(uuid.uuid4()), at=at - timedelta(hours=5), hand=past.hand, what="count", step="", part=part, number=number
        )
    if past.pictured:
        words = "Front before closing"
        yield Note(
            id=str(uuid.uuid4()),
            at=at - timedelta(hours=3),
            hand=past.hand,
            what="photo",
            step="look",
            text=words,
            photo=photos[past.pictured],
        )
