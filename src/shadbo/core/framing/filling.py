"""Boards of the pack by their names: which sheet of the stock one is, and what fills the room that is left behind.

A pack holds thicknesses; a bench holds boards. Whatever names, weighs or fills with a board asks here.
"""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from itertools import combinations_with_replacement
from typing import Any, Literal

from shadbo.core.contract.cutting import CutLine, sheet_of
from shadbo.core.contract.display import Context
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.shop import Board
from shadbo.core.framing.rails import cut_line
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import listed
from shadbo.core.quantity.lengths import as_decimal
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, leaf

ZERO = Fraction(0)
MOST_FILLERS = 4
# What a board is there for: ``mount`` lies against the work, ``mat`` is seen and cut with a bevel, ``stiff`` closes the back or is screwed
# into, ``filler`` only fills.
Use = Literal["mount", "mat", "stiff", "filler"]
# Methods whose wires or screws go through the mount board: foam would give way under them.
THROUGH_PLY = ("bar_screws", "brackets", "cradle", "ring", "screwed")


BLADE = "Blade away from the fingers, metal ruler held firmly, several light passes."
SAWN = "Ply and hardboard are sawn: guard down, eye and hearing protection, dust extraction and a mask."


@record(frozen=True, slots=True)
class Fill:
    """The boards that fill a pack, thickest first, how thick they are together, what is left, and their names."""

    boards: tuple[Board, ...]
    thick: Dim
    left: Dim
    names: str


def boards_of(context: Context[object, object]) -> Sequence[Board]:
    return context.shop.boards or HOUSE_SHOP.boards


def board_of(context: Context[object, object], thick: Fraction | Dim, use: Use) -> Board:
    """The board of the stock that is so thick (mm): one that can be screwed into where it has to be, else one that keeps paper, light
    before heavy. One the stock lacks has no name but its thickness, and the weight of mat board."""
    wanted = thick.value if isinstance(thick, Dim) else thick
    near = [b for b in boards_of(context) if abs(exact(b.thickness) - wanted) <= context.rule("board_near")]
    fitting = [b for b in near if b.stiff == (use == "stiff")] or near
    if fitting:
        # A window is cut in the densest, foam is none; elsewhere the lightest does.
        light, own = -1 if use == "mat" else 1, {b.key for b in context.piece.own.boards}
        return min(fitting, key=lambda b: (abs(exact(b.thickness) - wanted), b.key not in own, light * b.density))
    names = {"mount": "acid-free board", "mat": "mat board", "stiff": "hardboard or ply", "filler": "board"}
    return Board(key="none", name=names[use], thickness=as_decimal(wanted), stiff=use == "stiff")


def mount_within(context: Context[object, object], usual: Fraction, room: Fraction) -> Fraction:
    """A mount board for flat work in a frame that is there (mm): the usual one, else the thickest of the stock that goes in, or the
    thinnest where none does."""
    boards = [t for b in boards_of(context) if not b.stiff and (t := exact(b.thickness)) >= context.rule("mat")]
    return usual if usual <= room else max((t for t in boards if t <= room), default=min(boards, default=usual))


def cutting_care(*boards: Board) -> str:
    """The care at a step that cuts these: what a knife cuts, and what only a saw does."""
    return " ".join((*((BLADE,) if not all(b.stiff for b in boards) else ()), *((SAWN,) if any(b.stiff for b in boards) else ())))


def filler_stock(context: Context[object, object]) -> dict[Fraction, Board]:
    """What a gap is filled with, by thickness: the boards there are that only fill, light ones first, and card for what is thinner."""
    by = {
        exact(card): Board(key="card", name=f"Card {float(card):g}", thickness=card, density=700)
        for card in (context.shop.cards or HOUSE_SHOP.cards)
    }
    own = {board.key for board in context.piece.own.boards}
    for board in sorted(boards_of(context), key=lambda b: (b.key in own, -b.density)):
        if not board.stiff:
            by[exact(board.thickness)] = board
    return by


def named(context: Context[object, object], combo: Sequence[Fraction]) -> str:
    """“2 × Foam board 10, Foam board 5 and Card 0.5”."""
    by = filler_stock(context)
    counted = {t: list(combo).count(t) for t in combo}
    return listed([f"{n} × {by[t].name}" if n > 1 else by[t].name for t, n in counted.items()])


def fill_up(context: Context[object, object], slack: Dim) -> Fill | None:
    """What fills the room left behind a pack, so that nothing rattles; None where it is tight already or nothing comes near."""
    tight = context.rule("tight")
    if slack.value <= tight:
        return None
    stock = filler_stock(context)
    found = fillings(tuple(sorted(stock)), slack.value, tight)
    if not found:
        return None
    thick = sum(found[0], ZERO)
    form = leaf(thick, "fill", "Filler behind", "stock", source="tight", grain="depth", parts=("fill",))
    dim = context.book.add(form, "pack.fill", "Filler behind", parts=("fill",))
    left = context.book.add(slack - dim, "pack.left", "Left behind the filler", parts=("fill",), grain="depth")
    return Fill(tuple(stock[t] for t in found[0]), dim, left, named(context, found[0]))


def fill_lines(context: Context[object, object], fill: Fill | None, size: dict[str, Dim]) -> list[CutLine]:
    """The boards of a filling, each thickness once, as large as the mount board."""
    if fill is None:
        return []
    counted: dict[str, list[Board]] = {}
    for board in fill.boards:
        counted.setdefault(board.name, []).append(board)
    return [
        cut_line(
            context,
            f"fill.{i}",
            "Filler behind",
            ("fill",),
            len(same),
            name,
            size["width"],
            sheet_of(context.speak, size["height"], exact(same[0].thickness)),
            ("fills the depth, so that nothing rattles",),
        )
        for i, (name, same) in enumerate(counted.items())
    ]


def wired(context: Context[object, object], laid: Sequence[Any]) -> bool:
    """Whether anything is held by wire or screws through the mount board, by choice or as its kind is: then that is of ply."""
    chosen = {one.subject: one.methods for one in context.piece.hold.chosen}
    return any(
        any(key in THROUGH_PLY for key in chosen[one.item.key]) if one.item.key in chosen else one.sized.kind.wired for one in laid
    )


@lru_cache(maxsize=512)
def fillings(stock: tuple[Fraction, ...], slack: Fraction, tight: Fraction) -> tuple[tuple[Fraction, ...], ...]:
    """Up to three ways of filling a gap out of the boards there are, fewest first, so that ``tight`` or less is left.

    Where nothing comes so near, what leaves the least.
    """
    found = []
    largest = tuple(sorted(stock, reverse=True))
    # A deep gap is first filled with the thickest board; only what is left is searched.
    base: tuple[Fraction, ...] = ()
    rest = slack
    while largest and rest > 2 * largest[0] and len(base) < 12:
        base, rest = (*base, largest[0]), rest - largest[0]
    for n in range(1, MOST_FILLERS + 1):
        for combo in combinations_with_replacement(largest, n):
            left = rest - sum(combo, ZERO)
            if left >= 0:
                found.append((left > tight, len(combo), left, (*base, *combo)))
    found.sort(key=lambda item: item[:3])
    good = [combo for over, *_, combo in found if not over]
    return tuple((good or [combo for *_, combo in sorted(found, key=lambda item: item[2])])[:3])
