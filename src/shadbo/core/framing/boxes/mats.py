"""Mats: their windows, where they lie on the board, and that borders and windows add up on every line.

window over a flat thing = its size − 2 × overlap          window that floats it = its size + 2 × reveal
window of the top mat = window of the bottom mat + 2 × what shows of the bottom mat
"""

from __future__ import annotations

from shadbo.core.contract.display import Proof
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.shop import MatBoard
from shadbo.core.framing.arrange.laid import SPANS, BoxContext, PlacedItem
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, leaf, smallest

HALF = Fraction(1, 2)


@record(frozen=True, slots=True)
class Opening:
    """A window of one mat: whose it is, its shape, and its place on the board from the left and from the top."""

    laid: PlacedItem
    shape: str
    size: dict[str, Dim]
    start: dict[str, Dim]
    end: dict[str, Dim]


@record(frozen=True, slots=True)
class Level:
    """One mat: ``key`` mat_top or mat_bottom, its board, its windows; ``check`` is what is read again on its back before
    it is cut, and of which window: a far edge from the left, a lower edge from the top."""

    key: str
    label: str
    board: MatBoard
    thickness: Dim
    openings: list[Opening]
    check: dict[str, tuple[Opening, Dim]]


@record(frozen=True, slots=True)
class Matting:
    """The mats of a box, front to back, cut to ``size``; ``corner`` is where the board's upper left corner lies."""

    levels: list[Level]
    size: dict[str, Dim]
    corner: dict[str, Dim]
    right: dict[tuple[str, str], Dim]

    def right_of(self, level: Level, opening: Opening) -> Dim:
        """How far a window lies from the board’s right edge: its left, on the back."""
        return self.right[level.key, opening.laid.item.key]

    def over(self, one: PlacedItem) -> Dim | None:
        """The thickness of the mats an item lies behind, None if it lies on them."""
        if one.item.window is None:
            return None
        total = self.levels[0].thickness
        for level in self.levels[1:]:
            total = total + level.thickness
        return total

    def proofs(self) -> list[Proof]:
        """Border + window + between + window + border = board, on every line through a window."""
        found = []
        for level in self.levels:
            for axis in AXES:
                lines = {}
                for opening in level.openings:
                    row = self.on_line(level, opening, axis)
                    if not row:
                        continue  # a window so small that there is none: a stop says so
                    lines[tuple(o.laid.item.key for o in row)] = row
                for row in lines.values():
                    terms, at = [], None
                    for o in row:
                        terms += [o.start[axis] - at if at is not None else o.start[axis], o.size[axis]]
                        at = o.end[axis]
                    assert at is not None
                    terms.append(self.size[axis] - at)
                    name = ", ".join(o.laid.item.called for o in row)
                    found.append(
                        Proof(f"borders + windows = board, {level.label.lower()}, {axis}: {name}", tuple(terms), self.size[axis])
                    )
        return found

    def on_line(self, level: Level, through: Opening, axis: str) -> list[Opening]:
        """The windows a line through the middle of one meets, along an axis, in order; those that lie on one another apart."""
        other = "height" if axis == "width" else "width"
        middle = (through.start[other].value + through.end[other].value) * HALF
        met = [o for o in level.openings if o.start[other].value <= middle <= o.end[other].value]
        ordered = sorted(met, key=lambda o: o.start[axis].value)
        kept: list[Opening] = []
        for o in ordered:
            if not kept or o.start[axis].value >= kept[-1].end[axis].value:
                kept.append(o)
        return kept


def mat_up(context: BoxContext, laid: list[PlacedItem], sight: dict[str, Dim], board: dict[str, Dim]) -> Matting:
    """The mats and all their windows into the book."""
    book, mats = context.book, context.display.mats
    corner = {a: (sight[first] + sight[last]) / 2 - board[a] / 2 for a, (first, last) in SPANS.items()}
    cut = context.shop.mat_cutter
    # A second mat is seen in the windows of the first: without any it would lie there unseen, and isn’t cut.
    count = mats.count if any(one.item.window is not None for one in laid) else 1
    reveal = None
    if count == 2:
        reveal = book.add(
            leaf(
                mats.reveal,
                "/display/mats/reveal",
                "Bottom mat shows",
                "choice",
                pointer="/display/mats/reveal",
                source="mat-reveal",
                grain="depth",
                parts=("mat_bottom",),
            ),
            "mat.reveal",
            "Bottom mat shows",
            parts=("mat_bottom",),
        )
    keys = (("mat_top", "Top mat" if count == 2 else "Mat", mats.top), ("mat_bottom", "Bottom mat", mats.bottom))[:count]
    levels: list[Level] = []
    right: dict[tuple[str, str], Dim] = {}
    inner = {one.item.key: _window(context, one) for one in laid if one.item.window is not None}
    for key, label, stock in keys:
        found = context.shop.mat_board(stock) or HOUSE_SHOP.mat_board(stock) or HOUSE_SHOP.mat_boards[0]
        form = leaf(found.thickness, f"stock:{key}", label, "stock", source="stock", grain="depth", parts=(key,))
        thick = book.add(form, f"pack.{key}", label, parts=(key,))
        openings = []
        for one in laid:
            if one.item.window is None:
                continue
            size, start, end = {}, {}, {}
            for axis in AXES:
                wide = inner[one.item.key][axis]
                if reveal is not None and key == "mat_top":
                    wide = wide + 2 * reveal
                name = f"{key}.{one.item.key}"
                what = f"{label}, window of {one.item.called}"
                parts = (key, f"{key}.{one.item.key}")
                size[axis] = book.add(wide, f"{name}.{axis}", f"{what}, {axis}", parts=parts, grain="depth", cut=cut)
                first, last = SPANS[axis]
                middle = (one.edges[first] + one.edges[last]) / 2
                side = "left" if axis == "width" else "top"
                start[axis] = book.add(
                    middle - size[axis] / 2 - corner[axis],
                    f"{name}.{side}",
                    f"{what}, from the {side} of the board",
                    parts=parts,
                    grain="depth",
                    cut=cut,
                )
                end[axis] = book.add(
                    start[axis] + size[axis],
                    f"{name}.{side}.end",
                    f"{what}, its far edge from the {side} of the board",
                    parts=parts,
                    grain="depth",
                )
            book.add(
                board["width"] - end["width"],
                f"{name}.right",
                f"{what}, from the right of the board (left on the back)",
                parts=parts,
                grain="depth",
            )
            right[key, one.item.key] = book[f"{name}.right"]
            openings.append(Opening(one, one.item.window.shape, size, start, end))
        levels.append(Level(key, label, found, thick, openings, _read_again(context, key, label, openings, board)))
    return Matting(levels, board, corner, right)


def _read_again(
    context: BoxContext, key: str, label: str, openings: list[Opening], board: dict[str, Dim]
) -> dict[str, tuple[Opening, Dim]]:
    if not openings:
        return {}
    # On the back the window that lies leftmost in front is the last from the left.
    last = min(openings, key=lambda o: o.start["width"].value)
    lowest = max(openings, key=lambda o: o.end["height"].value)
    across = context.book.add(
        board["width"] - last.start["width"],
        f"{key}.check.across",
        f"{label}, on the back: far edge of {last.laid.item.called} from the left",
        parts=(key,),
        grain="depth",
    )
    down = context.book.add(
        lowest.end["height"] * 1,
        f"{key}.check.down",
        f"{label}, on the back: lower edge of {lowest.laid.item.called} from the top",
        parts=(key,),
        grain="depth",
    )
    return {"across": (last, across), "down": (lowest, down)}


def _window(context: BoxContext, one: PlacedItem) -> dict[str, Dim]:
    """The window over or round one item."""
    window = one.item.window
    assert window is not None
    pointer = f"{one.sized.pointer}/window/by"
    label = "Overlap of the mat" if window.how == "overlap" else "Reveal round it"
    by = context.book.add(
        leaf(window.by, pointer, label, "choice", pointer=pointer, source="mat-overlap", grain="depth", parts=(one.part,)),
        f"{one.part}.window.by",
        f"{one.item.called}, {label[0].lower()}{label[1:]}",
        parts=(one.part,),
    )
    size = {}
    for i, axis in enumerate(AXES):
        straight = one.item.place.turn % 180 == 0 and window.how == "overlap"
        held = one.sized.cover[i] if straight else one.size(axis)
        size[axis] = held - 2 * by if window.how == "overlap" else held + 2 * by
    if window.shape == "circle":
        least = smallest(list(size.values()))
        size = {axis: least for axis in AXES}
    return size
