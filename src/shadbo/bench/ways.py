"""Whether ways out mend: on the demo pieces, on worked cases and on random pieces.

A way out mends if its own check is gone or said more softly afterwards, and no stop stands that did not stand before.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from shadbo.bench.at_random import random_piece
from shadbo.core import DISPLAYS, HOUSE_SHOP, Piece, Refused, TriedWay, apply_edits, plain, plan, ways_out
from shadbo.core.contract.checks import ORDER, Check
from shadbo.core.planning.trying import AT_THE_BENCH, JUDGED
from shadbo.demo import demo_pieces
from shadbo.exports.pieces import piece_from_json
from shadbo.settings import ROOT

# Random pieces of every display: nearer to what is usual and anywhere within the bounds by turns.
EACH = 40


@dataclass(frozen=True, slots=True)
class Tried:
    """A way out as it was tried: of which check, in which words, and what came of it ('' if it mends)."""

    check: str
    stop: bool
    way: str
    trouble: str

    @property
    def mends(self) -> bool:
        return not self.trouble


def tried(piece: Piece) -> list[tuple[Check, list[Tried]]]:
    """Every way out that is offered of every stop and caution of a piece, taken as a person would take it."""
    before = {c.key: c for c in plan(piece, HOUSE_SHOP, only=JUDGED).checks}
    stood = {key for key, check in before.items() if check.severity == "stop"}
    offered = ways_out(piece, HOUSE_SHOP)
    return [
        (check, [_try(piece, check, way, stood) for way in offered.get(check.key, ())])
        for check in before.values()
        if check.severity != "note"
    ]


def _try(piece: Piece, check: Check, way: TriedWay, stood: set[str]) -> Tried:
    words, stop = plain(way.say, piece.units), check.severity == "stop"
    try:
        mended = apply_edits(piece, way.edits, HOUSE_SHOP)
    except Refused as refused:
        return Tried(check.key, stop, words, f"refused: {refused.faults[0].message}")
    try:
        after = {c.key: c for c in plan(mended, HOUSE_SHOP, only=JUDGED).checks}
    except Exception as fault:
        return Tried(check.key, stop, words, f"it can’t be worked out any more ({type(fault).__name__})")
    still = after.get(check.key)
    if still is not None and ORDER[still.severity] <= ORDER[check.severity]:
        return Tried(check.key, stop, words, "it still stands")
    # A frame that is to be read again with its blocks in is no harm: that is what the way out says.
    new = sorted(k for k, c in after.items() if c.severity == "stop" and k not in stood and not k.startswith(AT_THE_BENCH))
    return Tried(check.key, stop, words, f"brings {', '.join(new)}" if new else "")


def cases() -> Iterator[Piece]:
    """The worked cases of the tests, where the checkout has them."""
    for file in sorted((ROOT / "tests" / "cases").glob("*.json")):
        yield piece_from_json(file.read_bytes())


def print_lines() -> None:
    troubles: Counter[str] = Counter()
    _line("the demo pieces", demo_pieces(), troubles)
    _line("the worked cases", cases(), troubles)
    for display in DISPLAYS:
        _line(
            f"{EACH} at random, {display.replace('_', ' ')}", (random_piece(n, HOUSE_SHOP, display) for n in range(EACH)), troubles
        )
    print("\nmost often, by check and by what comes of it:")
    for trouble, count in troubles.most_common(25):
        print(f"{count:5}  {trouble}")


def _line(what: str, pieces: Iterable[Piece], troubles: Counter[str]) -> None:
    checks = [one for piece in pieces for one in tried(piece)]
    stops = [(check, ways) for check, ways in checks if check.severity == "stop"]
    every = [way for _, ways in checks for way in ways]
    for way in every:
        if not way.mends:
            troubles[f"{_family(way.check)}: {way.trouble if way.trouble.startswith('it ') else _families(way.trouble)}"] += 1
    for check, ways in stops:
        if not ways:
            troubles[f"{_family(check.key)}: no way holds" if check.ways else f"{_family(check.key)}: has no way"] += 1
    led = _share(sum(any(way.mends for way in ways) for _, ways in stops), len(stops))
    print(
        f"{what:<34} stops with a way that mends {led}, ways offered that mend {_share(sum(w.mends for w in every), len(every))}",
        flush=True,
    )


def _share(some: int, of: int) -> str:
    return f"{100 * some / of:4.0f} % of {of:<4}" if of else "   – of 0   "


def _family(key: str) -> str:
    """A check without the thing or place it is of."""
    return ".".join(key.split(".")[:2])


def _families(trouble: str) -> str:
    word, _, keys = trouble.partition(" ")
    return f"{word} {', '.join(dict.fromkeys(_family(k) for k in keys.split(', ')))}" if word == "brings" else word
