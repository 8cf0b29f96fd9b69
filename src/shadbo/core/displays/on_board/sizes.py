"""The sums of flat work on a board with borders: the opening, the borders at every station, the mat, the sheets."""

from __future__ import annotations

from shadbo.core.contract.display import Context
from shadbo.core.document.decisions.canvas import NewRabbet, OnBoard, ReadFrame
from shadbo.core.document.objects import FlatWork
from shadbo.core.framing.boxes.depth import at_least
from shadbo.core.framing.closing import Points, points_round, takes_room
from shadbo.core.framing.filling import Fill, fill_up
from shadbo.core.framing.glazing import usual_thick
from shadbo.core.framing.placing import Border, Solved, best, borders, worst_error
from shadbo.core.framing.rabbet import Rabbet, check_glazing, made_rabbet, read_rabbet
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.spacers import spacer_lengths
from shadbo.core.measuring.desk import measure, unread
from shadbo.core.measuring.measuring import Side
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf, rule, smallest

OnBoardContext = Context[FlatWork, OnBoard]


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of the work on its board, by what it is."""

    thing: Thing
    rabbet: Rabbet
    found: list[Border]
    best: Solved
    shift: dict[str, Dim]
    border: dict[tuple[str, str], Dim]
    meant: dict[str, Dim]
    error: Dim
    wide_enough: Dim
    window: dict[str, Dim]
    board: dict[str, Dim]
    sheet: dict[str, Dim]
    pack: dict[str, Dim]
    slack: Dim
    strips: dict[str, Dim]
    lift: dict[str, Dim]
    spacer: Dim | None
    fill: Fill | None
    points: Points


def size_up(context: OnBoardContext) -> Sizes:
    """Work out every dim and put it into the book."""
    book, display = context.book, context.display
    thing = measure(context)
    frame = display.frame
    asked = None
    if isinstance(frame, NewRabbet):
        value = display.border if display.border is not None else context.rule("usual_border")
        asked = book.add(
            leaf(
                value, "/display/border", "Border intended", "choice", pointer="/display/border", grain="depth", parts=("border",)
            ),
            "border.intended",
            "Border intended",
            parts=("border",),
        )
    if isinstance(frame, ReadFrame):
        rabbet = read_rabbet(context, frame)
    else:
        assert asked is not None
        rabbet = made_rabbet(context, frame, {a: thing.side(a).look + 2 * asked for a in AXES})
    opening: dict[str, Side | Dim] = {}
    for axis in AXES:
        opening[axis] = rabbet.inner[axis] if rabbet.inner else rabbet.sight[axis]
    lip = rabbet.lip if rabbet.inner else None
    meant: dict[str, Dim] = {}
    for axis in AXES:
        there = opening[axis]
        looks = there.mean - 2 * rabbet.lip if isinstance(there, Side) else there
        even = (looks - thing.side(axis).look) / 2
        meant[axis] = book.add(
            even,
            f"border.even.{axis}",
            f"Border when centred, {'left and right' if axis == 'width' else 'top and bottom'}",
            parts=("border",),
            grain="depth",
        )
    if rabbet.inner:
        _evenness(context, rabbet, thing, meant)
    found = borders(thing, opening, lip, meant)
    answer = best(found)
    shift = _place(context, answer)
    border = {}
    for b in found:
        where = f"{b.edge}.{b.station}"
        book.add(b.before, f"border.before.{where}", f"Border before placing, {b.edge}, {b.label}", parts=("border",), grain="fine")
        border[b.edge, b.station] = book.add(
            b.after(shift["dx"], shift["dy"], shift["turn"]),
            f"border.{where}",
            f"Border, {b.edge}, {b.label}",
            parts=("border", f"border.{b.edge}"),
            grain="fine",
        )
    error, wide = _errors(context, found, border, answer)
    window = _mat(context, thing)
    rules = context.shop.rules
    allowed = leaf(
        rules.board_allowance, "board-allowance", "Allowance of the board, in all", "rule", source="allowance", grain="depth"
    )
    board = {
        a: book.add(rabbet.size[a] - allowed, f"board.{a}", f"Board {a}", parts=("board",), cut=context.shop.mat_cutter)
        for a in AXES
    }
    sheet = check_glazing(context, rabbet, display.glazing) if display.glazing != "none" else {}
    pack, slack, fill = _pack(context, thing, rabbet)
    return Sizes(
        thing=thing,
        rabbet=rabbet,
        found=found,
        best=answer,
        shift=shift,
        border=border,
        meant=meant,
        error=error,
        wide_enough=wide,
        window=window,
        board=board,
        sheet=sheet,
        pack=pack,
        slack=slack,
        strips=spacer_lengths(context, rabbet, sheet) if "air" in pack else {},
        lift=_lift(context, thing) if display.edge == "raised" else {},
        spacer=book.dims.get("spacer.high", pack.get("air")),
        fill=fill,
        points=points_round(context, board),
    )


def _lift(context: OnBoardContext, thing: Thing) -> dict[str, Dim]:
    """A board the work floats on, smaller than its smallest reading all round, so that nothing of it is seen."""
    inset = leaf(context.rule("lift_inset"), "lift-inset", "Lift inside the work, a side", "rule", source="raised", grain="depth")
    return {
        a: context.book.add(
            thing.side(a).cover - 2 * inset,
            f"lift.{a}",
            f"Lift {a}",
            parts=("lift",),
            grain="depth",
            fits=True,
            cut=context.shop.mat_cutter,
        )
        for a in AXES
    }


def _air(context: OnBoardContext) -> Fraction:
    """What its kind needs before it: loose pigment and large sheets that wave more than cloth, cloth more than paper."""
    facts = context.facts
    if "loose_pigment" in facts.traits or max(facts.width, facts.height) > context.rule("waves_over"):
        return context.rule("usual_air")
    return context.rule("textile_air") if facts.what in ("cloth", "puzzle") else context.rule("flat_air")


def _pack(context: OnBoardContext, thing: Thing, rabbet: Rabbet) -> tuple[dict[str, Dim], Dim, Fill | None]:
    """What lies in the rabbet, front to back, what is left of its depth, and what fills that."""
    book, display, frame = context.book, context.display, context.display.frame
    pack: dict[str, Dim] = {}

    def layer(key: str, label: str, value: Fraction, source: str) -> None:
        dim = leaf(value, f"pack:{key}", label, "rule", source=source, grain="depth", parts=(key,))
        pack[key] = book.add(dim, f"pack.{key}", label, parts=(key,))

    work = (
        thing.depth.largest
        if thing.depth
        else book.add(
            leaf(unread(context), "pack:work", "Work", "rule", source="thicknesses", grain="depth", parts=("work",)),
            "pack.work",
            "Work",
        )
    )
    if display.glazing != "none":
        layer("glazing", "Glazing", usual_thick(context, max(d.value for d in rabbet.size.values())), "thicknesses")
        air, mat = _air(context), context.rule("mat")
        raised = context.rule("mount") if display.edge == "raised" else Fraction(0)
        if display.edge == "mat":
            if air > mat:
                layer("air", "Spacer before the mat", air - mat, "clearance")
        elif (stands := work.value + raised) <= context.rule("spacer_sinks"):
            layer("air", "Air between work and glazing, kept by a spacer", air, "clearance")
        else:
            # The strip stands on the mount board beside the work: it is as high as what stands there, and the air.
            strip = leaf(
                at_least(sorted(map(exact, context.shop.spacers)), air + stands),
                "spacer",
                "Spacer, high",
                "stock",
                source="stock",
                grain="depth",
            )
            high = book.add(strip, "spacer.high", "Spacer, high", parts=("spacer",), grain="depth")
            lifted = rule(raised, "Lift it floats on", "thicknesses", "depth") if raised else None
            kept = high - work - lifted if lifted is not None else high - work
            pack["air"] = book.add(
                kept, "pack.air", "Air between work and glazing, kept by a spacer", parts=("air",), grain="depth"
            )
    if display.edge == "mat":
        layer("mat", "Mat", context.rule("mat"), "thicknesses")
    pack["work"] = work
    if display.edge == "raised":
        layer("lift", "Lift it floats on", context.rule("mount"), "thicknesses")
    inside = context.shop.rules.tabs if takes_room(display.closing) else 0
    points = leaf(inside, "closing", "Points or tabs", "rule", source="closing", grain="depth")
    room = rabbet.depth.value - points.value - sum((dim.value for dim in pack.values()), Fraction(0))
    came = exact(frame.board) if isinstance(frame, ReadFrame) else Fraction(0)
    mount, backing = _boards(context, room, came)
    layer("board", "Mount board", mount, "thicknesses")
    if backing:
        layer("backing", "Backing", backing, "thicknesses")
    total = next(iter(pack.values())) * 1
    for dim in list(pack.values())[1:]:
        total = total + dim
    used = book.add(total, "depth.pack", "Pack", parts=tuple(pack), grain="depth")
    slack = book.add(
        rabbet.depth - points - used, "depth.slack", "Room left in the rabbet", parts=("rail",), grain="depth", fits=True
    )
    return pack, slack, fill_up(context, slack)


def _boards(context: OnBoardContext, room: Fraction, came: Fraction) -> tuple[Fraction, Fraction]:
    """Mount board and hard back: the usual two, else a thinner mount before the back, else the mount alone; a back that came is kept."""
    usual, thin, backing = context.rule("mount"), context.rule("mat"), came or context.rule("backing")
    mount = next((m for m in (usual, thin) if m + backing <= room), None)
    if mount is not None:
        return mount, backing
    return (thin if came else usual), came


def _evenness(context: OnBoardContext, rabbet: Rabbet, thing: Thing, meant: dict[str, Dim]) -> None:
    """Borders on both axes of a frame that is there, their difference, what turning makes of them, what would even them."""
    book = context.book
    wide, tall = meant["width"], meant["height"]
    book.add(
        largest((wide, tall)) - smallest((wide, tall)),
        "border.difference",
        "The two borders differ by",
        parts=("border",),
        grain="depth",
    )
    for axis, across in (AXES, AXES[::-1]):
        assert rabbet.inner is not None
        book.add(
            (rabbet.inner[across].mean - 2 * rabbet.lip - thing.side(axis).look) / 2,
            f"border.turned.{axis}",
            f"Border with the frame turned, {'left and right' if axis == 'width' else 'top and bottom'}",
            parts=("border",),
            grain="depth",
        )
    big, small = AXES if wide.value >= tall.value else AXES[::-1]
    sight = rabbet.inner[big].mean - 2 * rabbet.lip  # type: ignore[index]
    book.add(sight - 2 * meant[small], f"even.work.{big}", f"Work {big} that would even the borders", parts=("work",))


def _place(context: OnBoardContext, answer: Solved) -> dict[str, Dim]:
    """Shift and turn as they are: the best, none, or by hand."""
    placing, book = context.display.placing, context.book
    chosen = {
        "dx": ("Shift to the right", answer.dx),
        "dy": ("Shift down", answer.dy),
        "turn": ("Right edge lower by", answer.turn),
    }
    shift = {}
    for key, (label, solved) in chosen.items():
        pointer = f"/display/placing/{key}"
        value = {"best": solved, "centred": Fraction(0), "hand": exact(getattr(placing, key))}[placing.how]
        dim = leaf(
            value,
            pointer,
            label,
            "choice" if placing.how == "hand" else "setting",
            pointer=pointer,
            source="placing",
            grain="depth",
            parts=("work",),
        )
        shift[key] = book.add(dim, f"placing.{key}", label, parts=("work",))
    return shift


def _errors(context: OnBoardContext, found: list[Border], border: dict[tuple[str, str], Dim], answer: Solved) -> tuple[Dim, Dim]:
    """The worst border error as placed, before, and at best; and the border that would hide it."""
    book = context.book

    def worst(name: str, label: str, of: dict[tuple[str, str], Dim] | None, at: tuple[Fraction, Fraction, Fraction]) -> Dim:
        def off(b: Border) -> Fraction:
            return b.before.value - b.meant.value + b.dx * at[0] + b.dy * at[1] + b.turn * at[2]

        b = max(found, key=lambda b: abs(off(b)))
        stands = of[b.edge, b.station] if of else b.before
        signed = stands - b.meant if off(b) >= 0 else b.meant - stands
        return book.add(signed, name, label, parts=("border", f"border.{b.edge}"), grain="fine")

    zero = (Fraction(0),) * 3
    placed = tuple(book[f"placing.{k}"].value for k in ("dx", "dy", "turn"))
    worst("border.error.before", "Worst border error, centred", None, zero)
    error = worst("border.error", "Worst border error, as placed", border, placed)  # type: ignore[arg-type]
    least = leaf(
        worst_error(found, answer.dx, answer.dy, answer.turn),
        "best-placing",
        "Worst border error, at best",
        "setting",
        source="placing",
        grain="fine",
        parts=("border",),
    )
    best_error = book.add(least, "border.error.best", "Worst border error, at best", parts=("border",))
    wide = book.add(
        best_error * context.shop.rules.hidden_by,
        "border.to_hide",
        "Border at which the error is a twentieth",
        parts=("border",),
        grain="depth",
    )
    return error, wide


def _mat(context: OnBoardContext, thing: Thing) -> dict[str, Dim]:
    """A mat's window over crooked work: the smallest reading less the overlap on both sides."""
    if context.display.edge != "mat":
        return {}
    book = context.book
    over = book.add(
        leaf(
            context.display.overlap,
            "/display/overlap",
            "Mat overlap",
            "choice",
            pointer="/display/overlap",
            grain="depth",
            source="mat-overlap",
            parts=("mat",),
        ),
        "mat.overlap",
        "Mat overlap",
        parts=("mat",),
    )
    return {
        a: book.add(
            thing.side(a).cover - 2 * over,
            f"mat.window.{a}",
            f"Mat window {a}",
            parts=("mat",),
            fits=True,
            cut=context.shop.mat_cutter,
        )
        for a in AXES
    }
