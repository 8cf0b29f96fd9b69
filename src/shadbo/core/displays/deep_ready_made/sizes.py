"""The sums of a small canvas in a bought deep box frame.

pack = card in the glass's place + canvas + inner board         side packing = (rabbet − canvas) / 2
"""

from __future__ import annotations

from functools import partial

from shadbo.core.contract.display import Context
from shadbo.core.document.decisions.canvas import DeepReadyMade
from shadbo.core.document.objects import StretchedCanvas
from shadbo.core.framing.closing import Points, points_round
from shadbo.core.framing.filling import Fill, fill_up
from shadbo.core.framing.rabbet import Rabbet, read_once, read_rabbet
from shadbo.core.framing.rails import AXES, spread
from shadbo.core.framing.stock import choose_screw, least_bite
from shadbo.core.measuring.desk import measure
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, leaf, rule

DeepContext = Context[StretchedCanvas, DeepReadyMade]


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of a canvas in a deep ready-made, by what it is."""

    thing: Thing
    depth: Dim
    rabbet: Rabbet
    glass: Dim
    card: Dim
    board: Dim
    pack: Dim
    slack: Dim
    room: dict[str, Dim]
    packing: dict[str, Dim]
    strips: dict[str, Dim]
    shows: dict[str, Dim]
    template: dict[str, Dim]
    screw: Dim
    shortest: Dim
    longest: Dim
    bite: Dim
    places: dict[str, list[Dim]]
    inset: dict[str, Dim]
    total: int
    points: Points
    fill: Fill | None
    filler: dict[str, Dim]


def size_up(context: DeepContext) -> Sizes:
    book, display, shop = context.book, context.display, context.shop
    thing = measure(context)
    assert thing.depth is not None
    rabbet = read_rabbet(context, display.frame)
    glass = read_once(context, "glazing_thickness", "frame.glazing_thickness", "Glass that is taken out", "glass")
    board = read_once(context, "board", "frame.board", "Inner board", "board")
    if display.card is None:
        card = book.add(glass * 1, "pack.card", "Card in the glass’s place", parts=("card",), grain="depth")
    else:
        given = leaf(display.card, "/display/card", "Card in the glass’s place", "choice", pointer="/display/card", grain="depth")
        card = book.add(given, "pack.card", "Card in the glass’s place", parts=("card",))
    pack = book.add(
        card + thing.depth.into + board, "depth.pack", "Card, canvas and board", parts=("card", "bar", "board"), grain="depth"
    )
    tabs = leaf(shop.rules.tabs, "closing", "Points or tabs", "rule", source="closing", grain="depth")
    slack = book.add(rabbet.depth - tabs - pack, "depth.slack", "Room left behind", parts=("board",), grain="depth", fits=True)
    room, packing, shows, template = {}, {}, {}, {}
    allowed = leaf(
        shop.rules.board_allowance, "board-allowance", "Allowance of the board, in all", "rule", source="allowance", grain="depth"
    )
    for axis in AXES:
        where = "left and right" if axis == "width" else "top and bottom"
        side = thing.side(axis)
        room[axis] = book.add(
            rabbet.size[axis] - side.into, f"fit.{axis}", f"Room in the box, {axis}", parts=("canvas",), grain="depth"
        )
        packing[axis] = book.add(room[axis] / 2, f"packing.{axis}", f"Side packing, {where}", parts=("packing",), grain="depth")
        shows[axis] = book.add(
            (rabbet.sight[axis] - side.look) / 2,
            f"shows.{axis}",
            f"Board seen beside the canvas, {where}",
            parts=("board",),
            grain="depth",
        )
        template[axis] = book.add(rabbet.size[axis] - allowed, f"board.{axis}", f"Inner board {axis}", parts=("board",))
    strips = _strips(context, rabbet, packing, card)
    bite = least_bite(context, thing.depth.cover)
    clear = rule(shop.rules.canvas_clear, "Kept clear of the canvas", "screw-bite", "depth")
    shortest = book.add(board + bite, "screw.shortest", "Shortest screw that bites", parts=("screw",), grain="depth")
    longest = book.add(
        board + thing.depth.cover - clear, "screw.longest", "Longest screw clear of the canvas", parts=("screw",), grain="depth"
    )
    screw = choose_screw(context, display.screw, shortest, longest)
    bitten = book.add(screw - board, "screw.bite", "Bite in the bar", parts=("screw",), grain="depth")
    inset, places, total = _screws(context, thing, template)
    return Sizes(
        thing=thing,
        depth=thing.depth.mean,
        rabbet=rabbet,
        glass=glass,
        card=card,
        board=board,
        pack=pack,
        slack=slack,
        room=room,
        packing=packing,
        strips=strips,
        shows=shows,
        template=template,
        screw=screw,
        shortest=shortest,
        longest=longest,
        bite=bitten,
        places=places,
        inset=inset,
        total=total,
        points=points_round(context, template),
        fill=fill_up(context, slack),
        filler=_filler(context, rabbet),
    )


def _strips(context: DeepContext, rabbet: Rabbet, packing: dict[str, Dim], card: Dim) -> dict[str, Dim]:
    """How long packing and card are (mm): those at the sides as long as the box, those at top and bottom between them; a card as wide as the lip."""
    high, wide = rabbet.size["height"], rabbet.size["width"]
    add = partial(context.book.add, cut=context.shop.by_hand)
    found = {}
    if packing["width"].value > 0:
        found["packing.width"] = add(high * 1, "packing.width.long", "Side packing, left and right, long", parts=("packing",))
    if packing["height"].value > 0:
        between = wide - 2 * packing["width"] if packing["width"].value > 0 else wide * 1
        found["packing.height"] = add(between, "packing.height.long", "Side packing, top and bottom, long", parts=("packing",))
    if card.value > 0:
        found["card.down"] = add(high * 1, "card.down", "Card, left and right, long", parts=("card",))
        found["card.across"] = add(wide - 2 * rabbet.lip, "card.across", "Card, top and bottom, long", parts=("card",))
    return found


def _filler(context: DeepContext, rabbet: Rabbet) -> dict[str, Dim]:
    """How large a board is that fills what is left behind (mm)."""
    ease = rule(context.shop.rules.board_allowance, "Allowance of the board, in all", "allowance", "depth")
    cut = context.shop.mat_cutter
    return {a: context.book.add(rabbet.size[a] - ease, f"fill.{a}", f"Filler behind, {a}", parts=("fill",), cut=cut) for a in AXES}


def _screws(context: DeepContext, thing: Thing, template: dict[str, Dim]) -> tuple[dict[str, Dim], dict[str, list[Dim]], int]:
    """Through the board into the middle of each bar: two a side at the least, marked on the board from its edges; none where tape holds it."""
    book = context.book
    bar = leaf(
        context.thing.bar_width,
        "/object/bar_width",
        "Bar width",
        "reading",
        pointer="/object/bar_width",
        source="tape",
        parts=("bar",),
    )
    inset = {
        axis: book.add(
            (template[axis] - thing.side(axis).look + bar) / 2,
            f"screw.inset.{axis}",
            f"Screw line from the board’s {edges}",
            parts=("screw",),
        )
        for axis, edges in (("width", "sides"), ("height", "top and bottom"))
    }
    places: dict[str, list[Dim]] = {axis: [] for axis in AXES}
    total = 0
    for axis in AXES if context.display.fixing == "screwed" else ():
        along = "across" if axis == "width" else "down"
        margin = (template[axis] - thing.side(axis).look) / 2
        spots, n = spread(thing.side(axis).look, context.rule("screw_spacing"), margin)
        places[axis] = [
            book.add(
                p,
                f"screw.{along}.{i + 1}",
                f"Screw {i + 1} from the board’s edge, {along}",
                parts=(f"screw.{along}.{i + 1}",),
                along=template[axis],
            )
            for i, p in enumerate(spots)
        ]
        total += 2 * n
    if context.display.fixing == "screwed":
        book.add_count("screw.count", "Screws in all", total, (f"two bars across and two down: {total}",), parts=("screw",))
    return inset, places, total
