"""The sums of a frame that opens at the front.

sight = work − 2 × lip over the work          tray inside = outside of the frame − 2 × face of the tray
tray deep = glazing + points + air + work × (1 + kept behind it) + board − rabbet, or what its screws need
"""

from __future__ import annotations

from shadbo.core.contract.display import Context
from shadbo.core.contract.terms import chosen, ruled
from shadbo.core.document.decisions.front_opening import FrontOpening
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.objects import FlatWork
from shadbo.core.document.shop import Moulding
from shadbo.core.framing.closing import Points, points_round
from shadbo.core.framing.filling import Fill, fill_up
from shadbo.core.framing.glazing import usual_thick
from shadbo.core.framing.rabbet import Rabbet, check_glazing, made_rabbet
from shadbo.core.framing.rails import AXES
from shadbo.core.measuring.desk import measure, unread
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction, exact, up
from shadbo.core.quantity.lengths import MM_PER_INCH
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf, rule

OpeningContext = Context[FlatWork, FrontOpening]
HALF = Fraction(1, 2)
STAGES = ("display", "cut")


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of the frame, the tray behind it and what lies in that. ``need`` is how deep the tray has to be; ``hinges``: how far each
    sits from the top of its stile."""

    thing: Thing
    rabbet: Rabbet
    stock: Moulding
    missing: bool
    face: Dim
    height: Dim
    need: Dim
    inside: dict[str, Dim]
    room: dict[str, Dim]
    sheet: dict[str, Dim]
    glazing: Dim | None
    points: Points
    board: dict[str, Dim]
    mount: Dim
    back: Dim
    stack: Dim
    slack: Dim
    fill: Fill | None
    deep: Dim
    hinges: list[Dim]


def size_up(context: OpeningContext) -> Sizes:
    """Work out every dim and put it into the book."""
    book, display = context.book, context.display
    thing = measure(context)
    lap = chosen(context, "lip.lap", "Lip over the work", "lap", display.lap, parts=("rail",))
    rabbet = made_rabbet(context, display.frame, {a: thing.side(a).cover - 2 * lap for a in AXES})
    found = context.shop.moulding(display.tray)
    stock = found or (context.shop.mouldings or HOUSE_SHOP.mouldings)[0]

    face = book.add(
        leaf(exact(stock.face), "tray:face", "Face of the tray", "stock", source="stock", grain="depth", parts=("tray",)),
        "tray.face",
        "Face of the tray",
        parts=("tray",),
    )
    inside = {
        a: book.add(rabbet.outside[a] - 2 * face, f"tray.inside.{a}", f"Tray inside, {a}", parts=("tray",), grain="wood")
        for a in AXES
    }
    room = {
        a: book.add(
            (inside[a] - thing.side(a).into) * HALF,
            f"tray.room.{a}",
            f"Room beside the work, {a}",
            parts=("tray",),
            grain="depth",
            fits=True,
        )
        for a in AXES
    }
    allowed = leaf(context.rule("board_allowance"), "board-allowance", "Allowance of the board, in all", "rule", source="allowance")
    board = {
        a: book.add(inside[a] - allowed, f"board.{a}", f"Board {a}", parts=("board",), grain="depth", cut=context.shop.mat_cutter)
        for a in AXES
    }
    sheet = check_glazing(context, rabbet, display.glazing) if display.glazing != "none" else {}
    thick = usual_thick(context, max(d.value for d in rabbet.size.values()))
    glazing = _layer(context, "glazing", "Glazing", thick) if sheet else None
    mount, back = (
        _layer(context, "board", "Mount board", context.rule("mount")),
        _layer(context, "back", "Back", context.rule("backing")),
    )
    one = thing.depth.largest if thing.depth else _layer(context, "work", "Work", unread(context))
    stack = book.add(
        mount + (1 + display.kept) * one,
        "depth.pack",
        "Board, work and what is kept behind it",
        parts=("board", "work"),
        grain="depth",
    )
    air = leaf(
        context.rule("flat_air"), "clearance", "Air before the work", "rule", source="clearance", grain="depth", parts=("air",)
    )
    points = leaf(context.rule("tabs"), "closing", "Points behind the glazing", "rule", source="closing", grain="depth")
    takes = stack + air + points + glazing if glazing else stack + air + points
    need = book.add(takes - rabbet.depth, "tray.need", "Depth the tray needs", parts=("tray",), grain="depth")
    height = _deep(context, need)
    slack = book.add(
        rabbet.depth + height - takes, "depth.slack", "Room left behind the board", parts=("tray",), grain="depth", fits=True
    )
    deep = book.add(rabbet.moulding_depth + height + back, "frame.deep", "Off the wall", parts=("rail", "tray"), grain="depth")
    return Sizes(
        thing=thing,
        rabbet=rabbet,
        stock=stock,
        missing=found is None,
        face=face,
        height=height,
        need=need,
        inside=inside,
        room=room,
        sheet=sheet,
        glazing=glazing,
        points=points_round(context, sheet) if sheet else {},
        board=board,
        mount=mount,
        back=back,
        stack=stack,
        slack=slack,
        fill=fill_up(context, slack),
        deep=deep,
        hinges=_hinges(context, rabbet.outside["height"]),
    )


def _deep(context: OpeningContext, need: Dim) -> Dim:
    """How deep the tray’s rails are ripped: as was typed, else as is needed, to a depth one can set a fence to."""
    typed, label = context.display.deep, "Depth of the tray"
    if typed is not None:
        return chosen(context, "tray.height", label, "deep", typed, parts=("tray",))
    least = largest((need, ruled(context, "door_tray_deep", "For hinges and rings, at least")))
    step = MM_PER_INCH / 16 if context.piece.units == "in" else Fraction(1)
    rest = rule(up(least.value, step) - least.value, "to a round depth", "front-opening", "depth")
    return context.book.add(least + rest, "tray.height", label, parts=("tray",), grain="depth")


def _layer(context: OpeningContext, key: str, label: str, value: Fraction) -> Dim:
    thick = leaf(value, f"pack:{key}", label, "rule", source="thicknesses", grain="depth", parts=(key,))
    return context.book.add(thick, f"pack.{key}", label, parts=(key,))


def _hinges(context: OpeningContext, tall: Dim) -> list[Dim]:
    """Where the hinges sit, from the top: a sixth in from both ends, and one in the middle of a tall door."""
    most = context.rule("door_two_hinges")
    end = context.book.add(tall / 6, "hinge.end", "Hinge from the end of its stile", parts=("hinge",), grain="wood")
    places = [end, tall - end] if tall.value <= most else [end, tall / 2, tall - end]
    context.book.add_count(
        "hinge.count", "Hinges", len(places), context.speak.say("two up to {} of height, three above", most), parts=("hinge",)
    )
    return places
