"""Pieces worked out for an answer: what is about to be kept first, and what can't be worked out told without locking anything."""

from __future__ import annotations

import logging
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import Any

from sqlalchemy.orm import Session

from shadbo.api import messages as m
from shadbo.core import PLAN_JSON, AnyEdit, Book, Fault, Only, Piece, Plan, Refused, Shop, place_of, plan_and_book
from shadbo.store import pieces
from shadbo.store.pieces import StoredPiece

log = logging.getLogger("shadbo")
UNPLANNED = "leads to a piece that can’t be worked out: a fault of the program, written to its log"


@dataclass(frozen=True)
class Worked:
    """A kept piece worked out; ``stuck`` if its newest state couldn't be and this is an older one."""

    piece: Piece
    plan: Plan
    book: Book
    stuck: m.Stuck | None = None

    @cached_property
    def json(self) -> dict[str, Any]:
        """The plan as JSON is read: what a preview is held against."""
        return as_json(self.plan)


def as_json(worked: Plan) -> dict[str, Any]:
    found: dict[str, Any] = PLAN_JSON.dump_python(worked, mode="json")
    return found


class _OneShop:
    """A shop as a key: the same object is the same shop (:func:`shadbo.store.shops.get` hands it out until it changes)."""

    __slots__ = ("shop",)

    def __init__(self, shop: Shop) -> None:
        self.shop = shop

    def __hash__(self) -> int:
        return id(self.shop)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _OneShop) and other.shop is self.shop


@lru_cache(maxsize=48)
def _remembered(document: str, shop: _OneShop, focus: str, only: Only | None) -> Worked:
    """States never change and a plan is a pure function: the sheet asks for the same one again and again."""
    piece = pieces.parsed(document)
    return Worked(piece, *plan_and_book(piece, shop.shop, focus, only))


def work_out(piece: Piece, shop: Shop, focus: str = "", only: Only | None = None, *, fault: Fault) -> Worked:
    """What is about to be kept, worked out. Raises :class:`Refused` with ``fault`` if it can't be."""
    try:
        return Worked(piece, *plan_and_book(piece, shop, focus, only))
    except Exception:
        log.exception("refused, for it can't be worked out: %s", fault)
        raise Refused(fault) from None


def after_edits(piece: Piece, edits: Sequence[AnyEdit], shop: Shop, focus: str = "", only: Only | None = None) -> Worked:
    """The piece worked out after edits, or a fault at the place of the last of them."""
    pointer, label, text = place_of(piece, edits[-1])
    fault = Fault(pointer, label, text, UNPLANNED, "the value it had, or another")
    return work_out(piece, shop, focus, only, fault=fault)


def of_state(what: str) -> Fault:
    """What is said of a whole document that can't be worked out."""
    return Fault("", what, "", UNPLANNED, "a piece that can be worked out")


def tried(kept: StoredPiece, shop: Shop, focus: str = "", only: Only | None = None) -> Worked | None:
    """A kept piece worked out; None, with the reason in the log, if it can't be read or worked out."""
    try:
        return _remembered(kept.document, _OneShop(shop), focus, only)
    except Exception:
        log.exception("piece %s can't be worked out in its state %s (%s)", kept.id, kept.state, kept.change)
        return None


def standing(session: Session, kept: StoredPiece, shop: Shop, focus: str = "", only: Only | None = None) -> Worked:
    """A piece as it is worked on: its newest state, or the last before it that can be worked out, with the newer one named.

    Raises :class:`Refused` if no state can be.
    """
    newest = tried(kept, shop, focus, only)
    if newest is not None:
        return newest
    for earlier in pieces.before(session, kept.state):
        found = tried(earlier, shop, focus, only)
        if found is not None:
            return replace(found, stuck=m.Stuck(kept.change, kept.updated_at, earlier.state, earlier.change))
    raise Refused(of_state(kept.change))
