"""An object in a few facts, as far as they decide which ways of showing it suit."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from shadbo.core.document.coming import on_its_board
from shadbo.core.document.decisions.asked import WhatMatters
from shadbo.core.document.items import Item, Things
from shadbo.core.document.kinds import kind_of
from shadbo.core.document.objects import MATERIALS, CanvasToMake, FlatWork, RolledCanvas, StretchedCanvas
from shadbo.core.document.piece import Piece
from shadbo.core.document.shop import Practice
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.lengths import Unit
from shadbo.core.quantity.record import record

# Things that stand no higher than this over their mount can be shown as flat work (mm).
FLAT_UP_TO = Fraction(5)
# What is flat by its kind, and as which material of flat work it counts.
FLAT_KINDS = {
    "photograph": "photograph",
    "print": "paper",
    "poster": "linen_backed",
    "pastel": "paper",
    "puzzle": "puzzle",
    "needlework": "cloth",
    "flag": "cloth",
    "plant": "plant",
    "mirror": "board",
}


@record(frozen=True, slots=True)
class Facts:
    """``what``: the kind of the (largest) item, the material of flat work, or "canvas"; sizes as first read (mm), ``front`` how
    high it stands or how deep its bars are, ``behind`` what sticks out; ``consent`` if its owner agreed in writing;
    ``mounted`` if it comes on a board of its own."""

    type: str
    what: str
    count: int
    traits: frozenset[str]
    width: Fraction
    height: Fraction
    front: Fraction
    behind: Fraction
    practice: Practice
    units: Unit
    consent: bool
    mounted: bool = False

    @property
    def flat(self) -> bool:
        """One sheet or cloth, thin enough to lie between two others."""
        return self.type == "flat_work" or (
            self.type == "things" and self.count == 1 and self.what in FLAT_KINDS and self.front <= FLAT_UP_TO
        )

    @property
    def irreplaceable(self) -> bool:
        return "irreplaceable" in self.traits

    @property
    def area_m2(self) -> Fraction:
        return self.width * self.height / 1_000_000


def _first(stations: Any) -> Fraction:
    return exact(stations.first())


def _size(item: Item) -> Fraction:
    return _first(item.width) * _first(item.height)


def said(asked: WhatMatters, traits: Iterable[str]) -> frozenset[str]:
    """Traits with what was answered at the start: “don’t know” is answered with care."""
    held = set(traits)
    if asked.replaced == "yes":
        held.discard("irreplaceable")
    elif asked.replaced:
        held.add("irreplaceable")
    if asked.signed == "no":
        held.discard("signed")
    elif asked.signed:
        held.add("signed")
    return frozenset(held)


def facts_of(piece: Piece) -> Facts:
    """The facts of a piece’s object."""
    thing = piece.object

    def facts(
        what: str, count: int, traits: Any, width: Any, height: Any, front: Any, behind: Any, consent: bool, mounted: bool = False
    ) -> Facts:
        return Facts(
            type=thing.type,
            what=what,
            count=count,
            traits=said(piece.asked, traits),
            width=exact(width),
            height=exact(height),
            front=exact(front),
            behind=exact(behind),
            practice=piece.practice,
            units=piece.units,
            consent=consent,
            mounted=mounted,
        )

    if isinstance(thing, Things):
        main = max(thing.items, key=_size)
        traits = {t for item in thing.items for t in (*item.traits, *kind_of(item).traits)}
        return facts(
            main.kind,
            len(thing.items),
            traits,
            _first(main.width),
            _first(main.height),
            max(i.front for i in thing.items),
            max(i.behind for i in thing.items),
            thing.consent.given,
            len(thing.items) == 1 and on_its_board(main.comes, main.kind),
        )
    if isinstance(thing, CanvasToMake):
        return facts("canvas", 1, ("canvas",), thing.width, thing.height, 0, 0, True)
    if isinstance(thing, FlatWork):
        traits = {*thing.traits, *MATERIALS[thing.material][1]}
        deep = [exact(r.mm) for place in thing.depth.places("") for r in place.readings]
        return facts(
            thing.material,
            1,
            traits,
            _first(thing.width),
            _first(thing.height),
            max(deep, default=Fraction(1, 2)),
            0,
            thing.consent.given,
            on_its_board(thing.comes, thing.material),
        )
    front = _first(thing.depth) if isinstance(thing, StretchedCanvas) else 0
    what = "rolled" if isinstance(thing, RolledCanvas) else "canvas"
    board = {"thin_board"} if isinstance(thing, StretchedCanvas) and thing.support == "board" else set()
    return facts(what, 1, {*thing.traits, "canvas", *board}, _first(thing.width), _first(thing.height), front, 0, False)
