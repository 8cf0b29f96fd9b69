"""The sums of cloth behind a sash.

board = pane − 2 × cloth (the cloth goes over both edges)        turned behind = (cloth − board) / 2
cover = from the first board to the last + 2 × cover beyond the cloth; the wood left outside it is the ledge
"""

from __future__ import annotations

from shadbo.core.contract.display import Context, Weight
from shadbo.core.contract.terms import chosen, ruled
from shadbo.core.displays.sash.over import Row, lie_over, may_lie_over, row_of
from shadbo.core.document.decisions.sash import Sash
from shadbo.core.document.items import Things
from shadbo.core.framing.arrange.laid import PlacedItem, Sized, lay, size_items
from shadbo.core.framing.filling import board_of
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.weights import object_weight, sheet_weight, strips_weight, wood_weight
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf, rule

SashContext = Context[Things, Sash]
OLD_WOOD = "eastern white pine"
SIDES = {"width": "pane_width", "height": "pane_height"}


@record(frozen=True, slots=True)
class Behind:
    """One cloth behind its pane: ``wrapped`` round the board, or stitched flat to a covered one; ``turn`` what goes behind. One that lies
    ``over`` all panes is turned behind on each of four sides."""

    laid: PlacedItem
    column: int
    row: int
    wrapped: bool
    turn: dict[str, Dim]
    border: dict[str, Dim]
    over: bool = False


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of cloth behind a sash."""

    behind: list[Behind]
    left_out: list[Sized]
    pane: dict[str, Dim]
    sight: dict[str, Dim]
    outside: dict[str, Dim]
    cloth: Dim
    board: dict[str, Dim]
    extent: dict[str, Dim]
    cover: dict[str, Dim]
    ledge: Dim
    beyond: Dim
    bite: Dim
    clear: Dim
    fasteners: dict[str, list[Dim]]
    pack: dict[str, Dim]
    slack: Dim
    strips: dict[str, Dim]
    weights: tuple[Weight, ...]
    start: dict[str, Dim]
    pitch: dict[str, Dim]
    rows: dict[str, Row]
    empty: int

    @property
    def over(self) -> Behind | None:
        """The one cloth that lies behind all panes, if one does."""
        return next((one for one in self.behind if one.over), None)

    def fastener_count(self) -> int:
        return 2 * sum(len(found) for found in self.fasteners.values())


def size_up(context: SashContext) -> Sizes:
    book, display = context.book, context.display
    sized = size_items(context)  # type: ignore[arg-type]
    counts = {"width": display.across, "height": display.down}
    pane = {
        a: chosen(context, f"pane.{a}", f"Pane, {a}", SIDES[a], getattr(display, SIDES[a]), parts=("glass",), grain="wood")
        for a in AXES
    }
    lap = chosen(context, "sash.lap", "Wood laps the pane by", "lap", display.lap, parts=("sash",))
    bar = chosen(context, "sash.bar", "Bar between panes", "bar", display.bar, parts=("sash",))
    stile = chosen(context, "sash.stile", "Stile", "stile", display.stile, parts=("sash",))
    top = chosen(context, "sash.top", "Top rail", "top_rail", display.top_rail, parts=("sash",))
    bottom = chosen(context, "sash.bottom", "Bottom rail", "bottom_rail", display.bottom_rail, parts=("sash",))
    sight = {
        a: book.add(pane[a] - 2 * lap, f"pane.sight.{a}", f"Seen of a pane, {a}", parts=("glass",), grain="wood") for a in AXES
    }
    ends = {"width": 2 * stile, "height": top + bottom}
    outside = {
        a: book.add(
            sight[a] * counts[a] + bar * (counts[a] - 1) + ends[a],
            f"frame.outside.{a}",
            f"Sash outside, {a}",
            parts=("sash",),
            grain="wood",
        )
        for a in AXES
    }
    pitch = {a: sight[a] + bar for a in AXES}
    start = {"width": stile - lap, "height": top - lap}
    cloth = book.add(
        largest([one.front for one in sized]) * 1, "cloth.thick", "Cloth, thick (the thickest)", parts=("item",), grain="depth"
    )
    board = {
        a: book.add(
            pane[a] - 2 * cloth,
            f"board.{a}",
            f"Board behind a pane, {a}",
            parts=("board",),
            fits=True,
            grain="wood",
            cut=context.shop.mat_cutter,
        )
        for a in AXES
    }
    pack, slack = _depth(context, cloth)
    rows: dict[str, Row] = {}
    if may_lie_over(context):
        begins = {"width": stile, "height": top}
        rows = {a: row_of(context, a, counts[a], sight[a], begins[a], pitch[a], bar, lap, cloth) for a in AXES}
    if rows and display.over_all:
        laid, turn = lie_over(context, sized[0], rows, outside)
        behind = [Behind(laid, 0, 0, True, turn, {}, over=True)]
    else:
        behind = _behind(context, sized, board, sight, pitch, start, pane, outside)
    beyond = chosen(
        context,
        "cover.beyond",
        "Cover beyond the cloth, each side",
        "cover_by",
        display.cover_by,
        parts=("cover",),
        source="sash-cover",
    )
    extent = {
        a: book.add(pitch[a] * (counts[a] - 1) + pane[a], f"panes.{a}", f"All panes together, {a}", parts=("glass",), grain="wood")
        for a in AXES
    }
    cover = {
        a: book.add(
            extent[a] + 2 * beyond,
            f"cover.{a}",
            f"Cover board, {a}",
            parts=("cover",),
            fits=True,
            grain="wood",
            cut=context.shop.saw,
        )
        for a in AXES
    }
    narrow = min((stile, top, bottom), key=lambda d: d.value)
    ledge = book.add(narrow - lap - beyond, "cover.ledge", "Wood left outside the cover, least", parts=("sash",), grain="depth")
    fastener = chosen(context, "fastener.length", "Fastener, long", "fastener", display.fastener, parts=("fastener",))
    through = rule(display.cover_board, "Cover board, thick", "thicknesses", "depth")
    bite = book.add(fastener - through, "fastener.bite", "Fastener bites in the sash", parts=("fastener",), grain="depth")
    clear = book.add(
        beyond - ruled(context, "cover_fastener_inset", "Fastener in from the cover’s edge"),
        "fastener.clear",
        "Fastener clear of cloth and glass",
        parts=("fastener",),
        grain="depth",
    )
    fasteners = _fasteners(context, cover) if display.closing == "cover" else {}
    strips = _strips(context, pane)
    weights = _weights(context, sized, pane, outside, sight, board, cover, counts, strips)
    left_out = sized[display.across * display.down :]
    return Sizes(
        behind=behind,
        left_out=left_out,
        pane=pane,
        sight=sight,
        outside=outside,
        cloth=cloth,
        board=board,
        extent=extent,
        cover=cover,
        ledge=ledge,
        beyond=beyond,
        bite=bite,
        clear=clear,
        fasteners=fasteners,
        pack=pack,
        slack=slack,
        strips=strips,
        weights=weights,
        start=start,
        pitch=pitch,
        rows=rows,
        empty=0 if behind[0].over else display.across * display.down - len(behind),
    )


def _behind(
    context: SashContext,
    sized: list[Sized],
    board: dict[str, Dim],
    sight: dict[str, Dim],
    pitch: dict[str, Dim],
    start: dict[str, Dim],
    pane: dict[str, Dim],
    outside: dict[str, Dim],
) -> list[Behind]:
    """Each cloth behind its pane, in order; what there is no pane for is left out (and a stop says so)."""
    display, book = context.display, context.book
    room = display.across * display.down
    spots = [divmod(i, display.across) for i in range(min(len(sized), room))]
    middles = [
        (
            start["width"] + pitch["width"] * column + pane["width"] / 2 - outside["width"] / 2,
            start["height"] + pitch["height"] * row + pane["height"] / 2 - outside["height"] / 2,
        )
        for row, column in spots
    ]
    laid = lay(context, sized[:room], middles)  # type: ignore[arg-type]
    found = []
    for one, (row, column) in zip(laid, spots, strict=True):
        size = {"width": one.sized.wide, "height": one.sized.tall}
        turn = {a: (size[a] - board[a]) / 2 for a in AXES}
        wrapped = all(t.value >= context.rule("least_turn") for t in turn.values())
        if wrapped:
            turn = {
                a: book.add(t, f"{one.part}.turn.{a}", f"{one.item.called}, turned behind, {a}", parts=(one.part,), grain="depth")
                for a, t in turn.items()
            }
            border = {}
        else:
            border = {
                a: book.add(
                    (sight[a] - size[a]) / 2,
                    f"{one.part}.border.{a}",
                    f"{one.item.called}, border in its pane, {a}",
                    parts=(one.part,),
                    grain="depth",
                )
                for a in AXES
            }
            turn = {}
        found.append(Behind(one, column, row, wrapped, turn, border))
    return found


def _strips(context: SashContext, pane: dict[str, Dim]) -> dict[str, Dim]:
    """Strips round a pane: at the sides as long as the pane, at top and bottom between those."""
    if not context.display.strips:
        return {}
    wide = rule(context.rule("pane_strip_wide"), "A strip, wide", "sash", "depth")
    add, hand = context.book.add, context.shop.by_hand
    return {
        "height": add(pane["height"] * 1, "strip.height", "Strips of a pane, left and right", parts=("strips",), cut=hand),
        "width": add(pane["width"] - 2 * wide, "strip.width", "Strips of a pane, between them", parts=("strips",), cut=hand),
    }


def _depth(context: SashContext, cloth: Dim) -> tuple[dict[str, Dim], Dim]:
    """Behind the glass: strips, cloth over the board, the cloth turned behind it."""
    display, book = context.display, context.book
    strips = chosen(context, "pack.strips", "Strips between glass and cloth", "strips", display.strips, parts=("strips",))
    board = chosen(context, "pack.board", "Board", "board", display.board, parts=("board",))
    rebate = chosen(context, "sash.rebate", "Depth behind the glass", "rebate", display.rebate, parts=("sash",))
    turned = book.add(cloth * 1, "pack.turned", "Cloth turned behind", parts=("item",), grain="depth")
    pack = {"strips": strips, "cloth": cloth, "board": board, "turned": turned}
    slack = book.add(
        rebate - strips - cloth - board - turned,
        "depth.slack",
        "Room left behind the board",
        parts=("board",),
        grain="depth",
        fits=True,
    )
    return pack, slack


def _fasteners(context: SashContext, cover: dict[str, Dim]) -> dict[str, list[Dim]]:
    """Round the cover, so far from its corners, evenly, no further apart than the rule; measured from the cover’s own edge."""
    corner = ruled(context, "cover_fastener_corner", "First fastener from the corner")
    found = {}
    for axis in AXES:
        run = cover[axis] - 2 * corner
        n = max(2, int(-(-run.value // context.rule("cover_fasteners_apart"))) + 1)
        step = run / (n - 1)
        found[axis] = [
            context.book.add(
                corner + step * i,
                f"fastener.{axis}.{i + 1}",
                f"Fastener {i + 1}, {'from the left' if axis == 'width' else 'from the top'} of the cover",
                parts=(f"fastener.{axis}.{i + 1}", "fastener"),
                grain="depth",
            )
            for i in range(n)
        ]
    return found


def _weights(
    context: SashContext,
    sized: list[Sized],
    pane: dict[str, Dim],
    outside: dict[str, Dim],
    sight: dict[str, Dim],
    board: dict[str, Dim],
    cover: dict[str, Dim],
    counts: dict[str, int],
    strips: dict[str, Dim],
) -> tuple[Weight, ...]:
    display = context.display
    panes = counts["width"] * counts["height"]
    open_ = sight["width"].value * sight["height"].value * panes
    wood_area = outside["width"].value * outside["height"].value - open_
    thick = exact(display.thickness)
    kg = sum((one.weight_kg for one in sized), Fraction(0))
    found = [
        wood_weight(context, "sash", "Sash", OLD_WOOD, thick, wood_area),
        sheet_weight(context, "glass", "Panes", "glass", pane, exact(display.glass), panes),
        sheet_weight(
            context, "board", "Boards", board_of(context, exact(display.board), "mount"), board, exact(display.board), panes
        ),
    ]
    if strips:
        wide, deep = context.rule("pane_strip_wide"), exact(display.strips)
        runs = [(2 * panes, strips[a], wide, deep) for a in AXES]
        found.append(strips_weight(context, "strips", "Strips", "softwood", runs))
    if display.closing == "cover":
        found.append(
            sheet_weight(
                context,
                "cover",
                "Cover board",
                board_of(context, exact(display.cover_board), "stiff"),
                cover,
                exact(display.cover_board),
            )
        )
    found.append(object_weight("item", "Cloth", kg, any(one.item.weight is None for one in sized)))
    return tuple(found)


def thick_of(context: SashContext) -> Dim:
    """How far the sash stands off the wall."""
    thick = leaf(
        context.display.thickness,
        "/display/thickness",
        "Sash, front to back",
        "choice",
        pointer="/display/thickness",
        grain="depth",
        parts=("sash",),
    )
    return context.book.add(thick, "sash.thick", "Sash, front to back", parts=("sash",))
