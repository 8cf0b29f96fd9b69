"""Needlework on its board: the border round what is stitched, the lip, the line the tacks lie on.

board = stitched area + 2 × border          shows beside the stitching = border − what the lip covers
cloth needed on each side = border + the board's thickness + what is turned behind
"""

from __future__ import annotations

from shadbo.core.contract.terms import ruled
from shadbo.core.framing.arrange.laid import BoxContext, PlacedItem
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, leaf


@record(frozen=True, slots=True)
class Stitched:
    """One needlework: what the lip covers, where the tacks lie from the board's edge, how much cloth is there and needed."""

    laid: PlacedItem
    lap: Dim
    tack: Dim
    shows: Dim
    cloth: Dim
    needed: Dim


def stretch_over(context: BoxContext, one: PlacedItem, lap: Dim, board: Dim) -> Stitched:
    """Border, lip and tack line of one needlework into the book; ``lap`` is what the lip covers of its board."""
    book, item, stitching = context.book, one.item, one.item.stitching
    assert stitching is not None
    key, parts = one.part, (one.part,)

    def figure(dim: Dim, name: str, label: str) -> Dim:
        return book.add(dim, f"{key}.{name}", f"{item.called}, {label}", parts=parts, grain="depth")

    border = book[f"{key}.border"]
    covered = figure(lap * 1, "lap", "covered by the lip")
    tack = figure(covered / 2, "tack", "tacks from the board’s edge")
    shows = figure(border - covered, "shows", "cloth that shows round the stitching")
    pointer = f"{one.sized.pointer}/stitching/cloth"
    cloth = book.add(
        leaf(
            stitching.cloth,
            pointer,
            "Bare cloth on each side",
            "reading",
            pointer=pointer,
            grain="depth",
            source="tape",
            tolerance=context.shop.reading_tolerance(context.piece.units),
            tape=context.piece.units,
            parts=parts,
        ),
        f"{key}.cloth",
        f"{item.called}, bare cloth on each side",
        parts=parts,
    )
    needed = figure(
        border + board + ruled(context, "turned_behind", "Turned behind the board"),
        "cloth.needed",
        "bare cloth needed on each side",
    )
    return Stitched(one, covered, tack, shows, cloth, needed)
