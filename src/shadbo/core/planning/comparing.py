"""Ways of showing one object beside one another: which suit it, in order and why; what each comes to; and taking one over.

A way is worked out like any piece: the object as that display sees it, and what is decided there to begin with.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from pydantic import ValidationError

from shadbo.core.contract.checks import Patch, put
from shadbo.core.contract.display import Display, Mounting, Suit
from shadbo.core.contract.operations import Time
from shadbo.core.contract.views import View
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.decisions.having import frame_of
from shadbo.core.document.facts import facts_of
from shadbo.core.document.patching import changed
from shadbo.core.document.piece import SHOWS, Piece, document_of
from shadbo.core.document.shop import Shop
from shadbo.core.judging.judging import Rated
from shadbo.core.planning.converting import as_types
from shadbo.core.planning.plan import Only, Plan, plan
from shadbo.core.quantity.fields import Fault, Refused
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import Shown
from shadbo.core.quantity.masses import Quantity
from shadbo.core.quantity.record import record

RANKS = ("left out", "it can be done", "it suits", "made for it")
# What is not of a display’s own making is not of that object’s kind.
CANT = {
    "stretched_canvas": "what it shows is stretched on bars, and this is not",
    "flat_work": "what it shows lies flat, and this does not",
    "things": "what it shows stands by itself",
    "rolled_canvas": "what it shows is loose canvas",
    "canvas_to_make": "what it shows is still to be made",
}


@record(frozen=True, slots=True)
class WayToShow:
    """One way of showing the object that was worked out."""

    key: str
    label: str
    now: bool
    rank: int
    score: int
    suits: str
    why: str
    lost: str
    verdict: Say
    face: View
    section: View
    size: Say
    deep: Shown
    weight: Quantity
    parts: int
    held: Mounting
    time: Time
    days: int
    stops: tuple[Say, ...]
    cautions: int


@record(frozen=True, slots=True)
class LeftOut:
    """A display that is left out, and why."""

    key: str
    label: str
    why: str


NO_FRAME = "without the frame it has"


@record(frozen=True, slots=True)
class Comparison:
    """All displays: those that suit, best first, and those left out. ``proposed`` are the keys to look at first."""

    ways: tuple[WayToShow, ...]
    left_out: tuple[LeftOut, ...]
    proposed: tuple[str, ...]


def _piece_as(piece: Piece, display: Display, shop: Shop, new_frame: bool = False) -> tuple[Piece, str] | None:
    """The piece shown that way to begin with, and what is lost in it; None if its object can’t be seen so."""
    steps, lost = [put("/display", display.way.begin(facts_of(piece), shop))], ""
    if piece.object.type not in SHOWS[display.key]:
        seen = as_types(piece, SHOWS[display.key])
        if seen is None:
            return None
        thing, lost = seen
        steps.append(put("/object", thing))
    shown = changed(piece, tuple(steps))
    frame = frame_of(piece.display)
    if frame is None or frame.make == "new" or new_frame:
        return shown, lost
    # A frame that is there stays, where that way has one of its sort: nobody buys another for having looked at it.
    try:
        kept = type(shown.display).model_validate(shown.display.model_dump() | {"frame": frame.model_dump()})
    except ValidationError:
        return shown, f"{lost}; {NO_FRAME}" if lost else NO_FRAME
    return shown.model_copy(update={"display": kept}), lost


def rank_of(suit: Suit, judged: Rated) -> int:
    """How it is called: as it suits by itself, or a step lower for each ten points that speak against it; left out if it harms."""
    if suit.rank == 0 or not judged.fits:
        return 0
    return max(1, min(suit.rank, -(-judged.score // 10)))


def compare(piece: Piece, shop: Shop, days: Callable[[Plan], int]) -> Comparison:
    """Every display held against the object: worked out where it suits, left out with the reason where not. ``days`` tells in how many a
    plan is ready."""
    facts, ways, left = facts_of(piece), [], []
    for display in DISPLAYS.values():
        now = piece.display.type == display.key
        suit, judged = display.way.suits(facts), display.way.judged(piece, facts)
        if (suit.rank == 0 or not judged.fits) and not now:
            left.append(LeftOut(display.key, display.label, judged.why if suit.rank else suit.why))
            continue
        shown = (piece, "") if now else _piece_as(piece, display, shop)
        if shown is None:
            left.append(LeftOut(display.key, display.label, CANT[SHOWS[display.key][0]]))
            continue
        as_piece, lost = shown
        done = plan(as_piece, shop, only=Only("cut", ("face", "section"), proved=False))
        ways.append(
            WayToShow(
                key=display.key,
                label=display.label,
                now=now,
                rank=(rank := rank_of(suit, judged)),
                suits=RANKS[rank],
                why=judged.why,
                score=judged.score,
                lost=lost,
                verdict=done.verdict,
                face=done.view("face"),
                section=done.view("section"),
                size=done.size,
                deep=done.deep,
                weight=done.weight,
                parts=sum(line.count for line in done.cuts),
                held=done.held,
                time=done.time,
                days=days(done),
                stops=tuple(c.say for c in done.stops),
                cautions=sum(c.severity == "caution" for c in done.checks),
            )
        )
    # What harms it last, then what can’t be made as it is begun; best suited first; of equals the quicker.
    ways.sort(key=lambda w: (w.rank == 0, bool(w.stops), -w.score, len(w.stops), w.time.bench))
    first = [w.key for w in ways if not w.now][:2]
    return Comparison(tuple(ways), tuple(left), tuple(k.key for k in ways if k.now or k.key in first))


def show_as(piece: Piece, key: str, shop: Shop, *, new_frame: bool = False) -> Patch:
    """The patch that takes a way of showing over, in the frame that is there or in one of its own; the way it has is begun afresh.

    Raises :class:`Refused` where the object can’t be shown so."""
    display = DISPLAYS.get(key)
    if display is None:
        raise Refused(Fault("/display", "Way of showing", key, "is not known here", ", ".join(DISPLAYS)))
    shown = _piece_as(piece, display, shop, new_frame)
    if shown is None:
        raise Refused(
            Fault("/display", "Way of showing", display.label, f"can’t be taken: {CANT[SHOWS[key][0]]}", "a way the comparison has")
        )
    document: dict[str, Any] = document_of(shown[0])
    return tuple({"op": "replace", "path": f"/{part}", "value": document[part]} for part in ("object", "display"))
