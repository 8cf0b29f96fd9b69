"""A mount board covered in cloth: how large the cloth is cut, how much thicker and wider it makes the board, and how it is done."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.asking import choice
from shadbo.core.contract.cutting import CutLine, sheet_of
from shadbo.core.contract.display import Weight
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import ruled
from shadbo.core.framing.arrange.laid import BoxContext
from shadbo.core.framing.rails import AXES, cut_line
from shadbo.core.quantity.sums import Dim

# What a board is covered with: its name, what is said of it, its colour on the drawing.
CLOTHS: Mapping[str, tuple[str, str, str]] = {
    "linen": ("Linen", "washed first, so that nothing of its dressing is left", "#d9cfba"),
    "cotton": ("Cotton", "undyed, washed first", "#ece6d8"),
    "velvet": ("Velvet", "cotton or silk, its nap one way; shows every mark", "#4d3b45"),
    "suede": ("Suede cloth", "soft and even; its dye tried for bleeding first", "#8d7a66"),
}
BARE = ("none", ("Bare",), ("the board as it is",))


def closed_in(context: BoxContext) -> bool:
    """Whether what comes on a board of its own is closed in under the lip with that alone, and no other is cut for it."""
    return context.facts.mounted and context.display.edges == "lapped" and context.display.mount is None


def covered(context: BoxContext) -> bool:
    return context.display.cover != "none" and context.display.mount != 0 and not closed_in(context)


def cloth_thick(context: BoxContext) -> Dim:
    """How thick the cloth is, once (mm)."""
    return ruled(context, "cover_thick", "Cloth over the mount, thick")


def cloth_size(context: BoxContext, board: Mapping[str, Dim], mount: Dim) -> dict[str, Dim]:
    """The cloth, cut: the board, twice its thickness, and what is turned behind (mm)."""
    turn, cut = ruled(context, "cover_turn", "Turned behind the board"), context.shop.by_hand
    return {
        a: context.book.add(
            board[a] + 2 * mount + 2 * turn, f"cover.cloth.{a}", f"Cloth for the mount, {a}", parts=("cloth",), cut=cut
        )
        for a in AXES
    }


def cloth_line(context: BoxContext) -> CutLine:
    name, *_ = CLOTHS[context.display.cover]
    book = context.book
    return cut_line(
        context,
        "cloth",
        "Cloth for the mount",
        ("cloth",),
        1,
        name.lower(),
        book["cover.cloth.width"],
        sheet_of(context.speak, book["cover.cloth.height"]),
        ("threads along the board’s edges",),
    )


def cloth_parts() -> tuple[Part, ...]:
    return (got("glue.cloth", "Acid-free PVA or double-sided tape", comes="hand", note=("for the turned edges, behind only",)),)


def cloth_weight(context: BoxContext) -> Weight:
    """By the gram a square metre, common practice."""
    book = context.book
    wide, tall = (book[f"cover.cloth.{a}"].value for a in AXES)
    grams = context.rule("cover_grams")
    kg = wide * tall / 1_000_000 * grams / 1000
    return Weight(
        "cloth", "Cloth for the mount", kg, context.speak.say(f"{{}} × {{}} at {float(grams):g} g a square metre", wide, tall)
    )


def cloth_step(context: BoxContext) -> Operation:
    name, care, _ = CLOTHS[context.display.cover]
    book = context.book
    return Operation(
        "cloth",
        "Cover the mount board",
        context.speak.say(
            f"{name} {{}} × {{}}, {care}; ironed. Middle to middle, threads along the edges, turned {{}} behind; corners cut slanting and folded. "
            "Stuck behind only, opposite sides in turn, no adhesive on the face or over the edge. Look: no wave, no thread aslant.",
            book["cover.cloth.width"],
            book["cover.cloth.height"],
            context.rule("cover_turn"),
        ),
        30,
        wait_minutes=60,
        gate=True,
        care="Iron away from the board; fingers off the sole.",
        makes=("cloth",),
        uses=("mount", "glue.cloth"),
        parts=("mount",),
        beside=True,
        takes="weights",
        takes_on=60,
        leaves=("board",),
    )


def cover_choice(context: BoxContext) -> Input:
    """Bare, or covered in which cloth."""
    options = (BARE, *((key, (label,), (said,)) for key, (label, said, _) in CLOTHS.items()))
    return choice(context, "/display/cover", "The mount board", "The mount board", options, ("mount",), key="cover")


def cloth_colour(context: BoxContext) -> str:
    """The colour of what shows of the mount, on the drawing; empty for bare board."""
    return CLOTHS[context.display.cover][2] if covered(context) else ""


def narrowed(context: BoxContext, allowed: Dim) -> Dim:
    """The board’s allowance, and the cloth on two of its edges."""
    return allowed + 2 * cloth_thick(context) if covered(context) else allowed
