"""The sums of a panel.

backing = work − 2 × inset                    boards = backing / board in stock, rounded up, each way
taped line = a rectangle so far in from every board’s edge; glue inside it
"""

from __future__ import annotations

from shadbo.core.contract.display import Context, Weight
from shadbo.core.contract.terms import chosen, ruled
from shadbo.core.document.decisions.panel import OnPanel
from shadbo.core.document.objects import FlatWork
from shadbo.core.framing.counting import Fixings, figures, fixings
from shadbo.core.framing.filling import board_of
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.weights import object_weight, sheet_weight, strips_weight
from shadbo.core.measuring.desk import measure
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.masses import plain_quantity
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, rule

PanelContext = Context[FlatWork, OnPanel]


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of a panel. ``turned`` if the boards are cut from the sheet turned; ``pairs`` are middles from the upper left."""

    thing: Thing
    inset: Dim
    backing: dict[str, Dim]
    stock: dict[str, Dim]
    turned: bool
    across: int
    down: int
    each: dict[str, Dim]
    seams: dict[str, list[Dim]]
    seam_strips: dict[str, Dim]
    tape: Dim
    pairs: list[tuple[Dim, Dim]]
    hold: Fixings | None
    weights: tuple[Weight, ...]


def size_up(context: PanelContext) -> Sizes:
    book, display = context.book, context.display
    thing = measure(context)
    # Its own board is as large as it is.
    own = context.facts.mounted
    inset = (
        book.add(
            rule(0, "Its own board, inside the edge", "said", "fine"),
            "backing.inset",
            "Its own board, inside the edge",
            parts=("backing",),
        )
        if own
        else chosen(context, "backing.inset", "Backing inside the edge", "inset", display.inset, parts=("backing",), source="panel")
    )
    backing = {
        a: book.add(
            thing.side(a).cover - 2 * inset,
            f"backing.{a}",
            f"{'Its own board' if own else 'Backing'}, {a}",
            parts=("backing",),
            grain="wood",
            cut=context.shop.mat_cutter,
        )
        for a in AXES
    }
    stock = {
        a: chosen(
            context,
            f"stock.{a}",
            f"Board in stock, {a}",
            f"sheet_{a}",
            getattr(display, f"sheet_{a}"),
            parts=("backing",),
            grain="wood",
        )
        for a in AXES
    }
    (across, down), turned = ((1, 1), False) if own else _boards(backing, stock)
    counts = {"width": across, "height": down}
    each = {a: book.add(backing[a] / counts[a], f"board.{a}", f"Each board, {a}", parts=("backing",), grain="wood") for a in AXES}
    if not own:
        book.add_count(
            "board.count",
            "Boards",
            across * down,
            (f"{across} across, {down} down, from the sheet {'turned' if turned else 'as it is'}",),
            parts=("backing",),
        )
    seams = {
        a: [
            book.add(
                each[a] * i,
                f"seam.{a}.{i}",
                f"Seam {i}, {'from the left' if a == 'width' else 'from the top'} of the backing",
                parts=(f"seam.{a}.{i}", "backing"),
            )
            for i in range(1, counts[a])
        ]
        for a in AXES
    }
    tape = chosen(context, "tape.edge", "Tape line from the board’s edge", "tape", display.tape, parts=("tape",))
    if not own:
        _glue(context, each, tape, across * down)
    thick = book.add(
        rule(display.board, "Backing, thick", "thicknesses", "depth"), "backing.thick", "Backing, thick", parts=("backing",)
    )
    weights: tuple[Weight, ...] = (
        *(() if own else (sheet_weight(context, "backing", "Backing", board_of(context, thick, "mount"), backing, thick),)),
        object_weight("work", "Work", thing.weight_kg, thing.estimated),
    )
    seam_strips = _seam_strips(context, backing, seams)
    if seam_strips:
        weights = (*weights, _seam_weight(context, seam_strips, seams))
    hold, pairs = _hang(context, backing, seams, sum((w.kg for w in weights), Fraction(0)))
    return Sizes(
        thing=thing,
        inset=inset,
        backing=backing,
        stock=stock,
        turned=turned,
        across=across,
        down=down,
        each=each,
        seams=seams,
        seam_strips=seam_strips,
        tape=tape,
        pairs=pairs,
        hold=hold,
        weights=weights,
    )


def _boards(backing: dict[str, Dim], stock: dict[str, Dim]) -> tuple[tuple[int, int], bool]:
    """How many boards across and down, and whether the sheet is turned for it: fewest boards, then as it is."""

    def count(wide: Fraction, tall: Fraction) -> tuple[int, int]:
        return max(1, int(-(-backing["width"].value // wide))), max(1, int(-(-backing["height"].value // tall)))

    straight, turned = (count(stock["width"].value, stock["height"].value), count(stock["height"].value, stock["width"].value))
    if turned[0] * turned[1] < straight[0] * straight[1]:
        return turned, True
    return straight, False


def _glue(context: PanelContext, each: dict[str, Dim], tape: Dim, boards: int) -> None:
    book, display = context.book, context.display
    round_ = (2 * each["width"] + 2 * each["height"] - 8 * tape) * boards
    inner = {a: each[a].value - 2 * tape.value for a in AXES}
    if min(inner.values()) <= 0:
        return
    book.add(round_, "tape.length", "Double-sided tape, in all", parts=("tape",), grain="wood", cut=context.shop.by_hand)
    area = inner["width"] * inner["height"] * boards / 1_000_000
    what = {"glue": "Glue", "spray": "Spray adhesive", "tape": "Wide tape across the back"}[display.bond]
    book.add_quantity(
        "glue.area",
        f"{what}, area",
        plain_quantity(f"{figures(area)} m²"),
        context.speak.say(f"inside the tape line, {{}} × {{}}, {boards} board{'s' if boards > 1 else ''}", *inner.values()),
        parts=("glue",),
    )
    if display.bond == "glue":
        book.add_quantity(
            "glue.volume",
            "Glue, about",
            plain_quantity(f"{figures(area * context.rule('panel_glue'), 2)} ml"),
            (f"{context.rule('panel_glue')} ml a square metre (house figure)",),
            parts=("glue",),
        )


def _seam_weight(context: PanelContext, strips: dict[str, Dim], seams: dict[str, list[Dim]]) -> Weight:
    """Stiff card over every seam, as thick as a mat board."""
    wide, thick = context.rule("panel_seam"), context.rule("mat")
    many = {"width": len(seams["width"]), "height": len(seams["height"]) * (len(seams["width"]) + 1)}
    return strips_weight(
        context, "seam", "Strips over the seams", "card", [(many[a], long, wide, thick) for a, long in strips.items()]
    )


def _seam_strips(context: PanelContext, backing: dict[str, Dim], seams: dict[str, list[Dim]]) -> dict[str, Dim]:
    """The strip over each seam, from edge to edge; where both run, those across lie between the upright ones."""
    found, cut = {}, context.shop.mat_cutter
    if seams["width"]:
        found["width"] = context.book.add(
            backing["height"] * 1, "seam.strip.width", "Strip over an upright seam", parts=("seam",), cut=cut
        )
    if seams["height"]:
        strips = len(seams["width"])
        wide = ruled(context, "panel_seam", "Strip over a seam, wide")
        length = (backing["width"] - strips * wide) / (strips + 1) if strips else backing["width"] * 1
        found["height"] = context.book.add(length, "seam.strip.height", "Strip over a level seam", parts=("seam",), cut=cut)
    return found


def _off_the_seams(context: PanelContext, place: Dim, half: Dim, seams: list[Dim], last: Dim) -> Dim:
    """A place beside the strip over a seam, where it would lie on one: the nearer side that is on the board."""
    clear = ruled(context, "panel_seam", "Strip over a seam, wide") / 2 + half
    for seam in seams:
        if abs(place.value - seam.value) < clear.value:
            sides = sorted((seam - clear, seam + clear), key=lambda p: abs(p.value - place.value))
            return next((p for p in sides if half.value <= p.value <= last.value), place)
    return place


def _hang(
    context: PanelContext, backing: dict[str, Dim], seams: dict[str, list[Dim]], kg: Fraction
) -> tuple[Fixings | None, list[tuple[Dim, Dim]]]:
    """Pairs of hook-and-loop: the corners, and more along the edges by weight and size; none on a seam."""
    display, book = context.display, context.book
    if display.wall != "hook_and_loop":
        return None, []
    longest = max(d.value for d in backing.values())
    # Four corners, and two more (at top and bottom, or left and right) for every 300 mm the longer side is over 600.
    more = max(0, int(-(-(longest - 2 * context.rule("panel_pairs_every")) // context.rule("panel_pairs_every"))))
    found = fixings(
        context,
        "pairs",
        "Hook-and-loop pairs",
        kg=kg,
        factor=context.rule("shear_factor"),
        each=exact(display.pair),
        basis="rating",
        spacing=4 + 2 * more,
        why=("the four corners, and two for every 300 mm over 600",),
        parts=("pair",),
        even=True,
    )
    inset = ruled(context, "panel_strip_inset", "Strips in from the backing’s edge")
    half = {
        "width": ruled(context, "panel_strip_long", "Strip, long") / 2,
        "height": ruled(context, "panel_strip_high", "Strip, high") / 2,
    }
    in_a_row = found.count // 2
    middles = []
    first, last = {a: inset + half[a] for a in AXES}, {a: backing[a] - inset - half[a] for a in AXES}
    along = "width" if backing["width"].value >= backing["height"].value else "height"
    across = "height" if along == "width" else "width"
    for side in (first, last):
        for i in range(in_a_row):
            share = Fraction(i, max(in_a_row - 1, 1))
            place = first[along] * (1 - share) + last[along] * share
            spot = {along: place, across: side[across] * 1}
            spot = {a: _off_the_seams(context, spot[a], half[a], seams[a], last[a]) for a in AXES}
            middles.append((spot["width"], spot["height"]))
    middles.sort(key=lambda p: (p[1].value, p[0].value))
    return found, [
        (
            book.add(x, f"pair.{i + 1}.x", f"Pair {i + 1}, from the left of the backing", parts=(f"pair.{i + 1}",)),
            book.add(y, f"pair.{i + 1}.y", f"Pair {i + 1}, from its top", parts=(f"pair.{i + 1}",)),
        )
        for i, (x, y) in enumerate(middles)
    ]
