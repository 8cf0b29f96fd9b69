"""A cleat: two strips slanted alike, one on the frame, one on the wall, and a third at the bottom that keeps it upright; or the top seat strip
of a floater, bevelled, and one on the wall in the hollow behind it."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.contract.cutting import bar_of
from shadbo.core.contract.display import Context, FrameSection, SeatStrip, Weight
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, cut, got
from shadbo.core.contract.views import Drawing
from shadbo.core.framing.rails import cut_line
from shadbo.core.framing.stock import stock_screw
from shadbo.core.framing.weights import wood_weight
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, rule

WOOD = "hardwood"
HALF = Fraction(1, 2)


@record(frozen=True, slots=True)
class Cleat:
    """``long`` as each of its strips is cut, ``high`` no higher than the wood of the rail it is screwed to, ``thick`` from the rail to the
    wall; ``screws`` hold the frame’s half, ``below`` the strip at the bottom, each as long as ``screw`` (mm): through the strip and its bite
    beyond. ``weight`` of what hangs with the frame; None where its half is the ``seat`` strip: then only the wall’s half is cut."""

    long: Dim
    high: Dim
    thick: Dim
    screws: int
    below: int
    screw: Fraction
    weight: Weight | None
    seat: SeatStrip | None = None


def size_cleat(
    context: Context[object, object], frame_section: FrameSection, width: Dim, screws: int, bite: Fraction, most: Fraction
) -> Cleat:
    book, parts = context.book, ("hang.hook",)
    long = book.add(width * context.rule("cleat_share"), "cleat.long", "Cleat, long", parts=parts, cut=context.shop.saw)
    wide = rule(context.rule("cleat_high"), "A cleat’s strip, high", "hanging")
    high = book.add(
        wide if wide.value <= frame_section.solid.value else frame_section.solid * 1, "cleat.high", "Cleat, high", parts=parts
    )
    thick = book.add(
        rule(context.rule("cleat_thick"), "A cleat’s strip, thick", "hanging"), "cleat.thick", "Cleat, thick", parts=parts
    )
    both = wood_weight(context, "cleat", "Cleat and strip below", WOOD, 2 * long.value, high.value * thick.value)
    screw = stock_screw(context, bite + thick.value, most + thick.value) or bite + thick.value
    return Cleat(long, high, thick, screws, 2, screw, both)


def size_seat_cleat(context: Context[object, object], seat: SeatStrip) -> Cleat:
    """The wall’s half, in the hollow between the seat strips, a little thinner than they are."""
    book, parts = context.book, ("hang.hook",)
    hollow = seat.across - 2 * seat.wide
    long = book.add(
        hollow * context.rule("cleat_share"), "cleat.long", "Cleat, the wall’s half, long", parts=parts, cut=context.shop.saw
    )
    high = book.add(
        rule(context.rule("cleat_high"), "A cleat’s strip, high", "hanging") * 1, "cleat.high", "Cleat, high", parts=parts
    )
    free = rule(context.rule("seat_cleat_free"), "Thinner than the seat", "seat-cleat", "depth")
    thick = book.add(seat.thick - free, "cleat.thick", "Cleat, the wall’s half, thick", parts=parts, grain="depth")
    return Cleat(long, high, thick, 0, 0, Fraction(0), None, seat)


def cleat_parts(context: Context[object, object], cleat: Cleat) -> tuple[Part, ...]:
    """Its three strips, each cut to one length: two slanted along an edge, one plain."""
    section, slanted = bar_of(context.speak, cleat.high, cleat.thick), ("one edge at 45°, along its length",)
    if cleat.seat is not None:
        line = cut_line(
            context, "cleat.wall", "Cleat, the wall’s half", ("cleat.wall", "hang.hook"), 1, WOOD, cleat.long, section, slanted
        )
        return (cut(line),)
    lines = (
        ("cleat.frame", "Cleat, the frame’s half", slanted),
        ("cleat.wall", "Cleat, the wall’s half", slanted),
        ("cleat.below", "Strip below, as thick as the cleat", ("keeps the frame upright",)),
    )
    return (
        *(cut(cut_line(context, key, name, (key, "hang.hook"), 1, WOOD, cleat.long, section, note)) for key, name, note in lines),
        got(
            "cleat.below.screw",
            "Screws of the strip below",
            cleat.below,
            material="wood screw",
            size=context.speak.say("{}", cleat.screw),
        ),
    )


def cleat_step(context: Context[object, object], cleat: Cleat) -> Operation:
    if cleat.seat is not None:
        said = context.speak.say(
            "The wall’s half, {} long and {} thick, one edge at 45°, sawn with the seat strip’s setting.", cleat.long, cleat.thick
        )
    else:
        said = context.speak.say("Three strips {} long: two with one edge at 45°, one plain, as thick.", cleat.long)
    return Operation(
        "cleat",
        "Cut the cleat",
        said,
        15,
        care="Saw tilted: guard down, push stick, the narrow piece on the free side of the blade; dust extraction on.",
        makes=("cleat.wall",) if cleat.seat is not None else ("cleat.frame", "cleat.wall", "cleat.below"),
        place="dusty",
        beside=True,
        # Sawn when all is read it is cut to, and while nothing is there yet that dust does harm to.
        needs=("measured",),
        chain="cleat",
    )


def draw_cleat(drawing: Drawing, cleat: Cleat, middle: Fraction, upper: Fraction, lower: Fraction, top: Fraction) -> None:
    """On the back: its lower edge so far below the frame’s top; the strip as far above its bottom (mm)."""
    long, high = cleat.long.value, cleat.high.value
    left = middle - long * HALF
    if cleat.seat is not None:
        edge, half = upper + top, cleat.seat.across.value * HALF
        drawing.line("hang.hook", "Slanted edge of the top seat strip", "metal", (middle - half, edge), (middle + half, edge))
        return
    drawing.box("hang.hook", "Cleat, its lower edge slanted", "wood", left, upper + top - high, long, high)
    drawing.box("hang.hook", "Strip of the same thickness, so that it hangs straight", "wood", left, lower - top, long, high)


def lay_cleat(space: Space, cleat: Cleat, top: Dim, back: float, wood: str) -> None:
    """Frame’s half and strip behind the rails’ ``back`` (mm), the screws of both evenly along them."""
    if cleat.seat is not None:
        # The frame’s half lies where the seat lies.
        return
    w, h = mm(space.width), mm(space.height)
    long, high, thick = mm(cleat.long), mm(cleat.high), mm(cleat.thick)
    left, end = (w - long) / 2, round(back + thick, 3)
    tip = end - mm(cleat.screw)
    for part, label, y, screws, rail in (
        ("cleat.frame", "Cleat", mm(top) - high, cleat.screws, "top"),
        ("cleat.below", "Strip below", h - mm(top), cleat.below, "bottom"),
    ):
        space.box(part, label, "wood", left, y, long, high, back, end)
        into = f"{wood}.{rail}" if wood == "rail" else wood
        name = "ring.screw" if part == "cleat.frame" else "cleat.below.screw"
        for i in range(screws):
            x = left + long * (2 * i + 1) / (2 * screws)
            space.fix(name, "Cleat screw", (x, y + high / 2, end), (x, y + high / 2, tip), (part,), into)
