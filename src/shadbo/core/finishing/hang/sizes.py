"""The sums of hanging: where rings and hooks go, the wire, what everything bears."""

from __future__ import annotations

from decimal import Decimal
from typing import Any

from shadbo.core.contract.display import Context, DisplayPlan, FrameSection
from shadbo.core.document.decisions.hanging import Hang
from shadbo.core.finishing.hang.cleat import Cleat, size_cleat, size_seat_cleat
from shadbo.core.finishing.hang.hardware import FASTENED, HANGERS, WANTED, Fastened, Hanger
from shadbo.core.finishing.hang.joints import Joint, as_made, best_joint, joints_for
from shadbo.core.finishing.hang.wire import Wire, bends, pulls, rail_sags, stile_bends, to_cut, wire_under
from shadbo.core.framing.counting import figures, newtons, show_force
from shadbo.core.judging.judging import Choice, doing, ranked
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.masses import plain_quantity, show_mass
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, leaf, rule
from shadbo.core.science.timber import holding_gravity, stiffness
from shadbo.core.science.withdrawal import withdrawal

# tan 30°, to a thousandth: what the slack is set to where there is room.
THIRTY = Fraction(577, 1000)
# tan 15°: flatter than that a wire is pulled with twice the weight.
FIFTEEN = Fraction(268, 1000)


@record(frozen=True, slots=True)
class Hanging:
    """How the piece hangs. ``way`` the hanger that is used, ``suits`` the one that suits it best, which is no wire
    where that would bend the stiles (not ``stiff``); ``top`` how far the hook is below the frame’s top; ``screws`` (or nails) hold it
    to the frame, so far in its wood (``bite``, mm), which they may enter by no more than ``most``."""

    way: Hanger
    suits: Hanger
    stiff: bool
    offered: tuple[str, ...]
    kg: Fraction
    down: Dim | None
    inset: Dim | None
    span: Dim | None
    slack: Dim | None
    wire: Wire | None
    stile_bends: Dim | None
    rail_sags: Dim | None
    top: Dim
    hook: Dim
    middle: Dim
    ring: Fraction
    wire_rated: Fraction
    two_holes: bool
    screws: int
    bite: Fraction
    leans: Fraction
    held_out: Fraction
    most: Fraction
    cleat: Cleat | None


RINGS, WIRES = (5, 10, 15, 25, 40, 60), (10, 20, 30, 45, 70)


def rated(
    context: Context[object, object], name: str, label: str, chosen: Decimal | None, of: tuple[int, ...], force: Fraction
) -> Fraction:
    """The rating on the packet (kg): as it was typed, else the least of the list that bears a force (N) with the factor, else the most."""
    factor = context.shop.rules.factor
    kg = exact(chosen) if chosen is not None else Fraction(next((r for r in of if newtons(exact(r)) >= force * factor), of[-1]))
    said = "as it was typed" if chosen is not None else "the least of those sold that bears it"
    context.book.add_quantity(
        f"{name}.rated", label, show_mass(kg), (f"{said}; it bears {figures(newtons(kg) / factor)} N here",), parts=(name,)
    )
    return kg


def suiting(
    context: Context[object, object],
    frame_section: FrameSection,
    hang: Hang,
    kg: Fraction,
    width: Fraction,
    height: Fraction,
    share: Fraction,
) -> tuple[str, bool]:
    """The hanger that suits a weight and a width, of those the display allows; and False if a wire would have done but for what it would pull and bend."""
    able = [HANGERS[k] for k in frame_section.hangs if k not in WANTED]
    bear = [h for h in able if (h.kg is None or kg <= h.kg) and (h.wide is None or width <= h.wide)] or able[-1:]
    # The simplest that bears it, unless the room asks for more, or its own depth.
    deep = {"stands_off"} if frame_section.height.value > context.rule("stands_off") else set()
    choices = (Choice(h.key, doing(h.does), -n) for n, h in enumerate(bear))
    judged = ranked(choices, context.needs | deep, context.piece.practice)
    best = judged[0].choice.key
    if (
        best == "wire"
        and "rings" in frame_section.hangs
        and _too_much_for_wire(context, frame_section, hang, kg, width, height, share)
    ):
        return "rings", False
    return best, True


def _decided(
    context: Context[object, object], name: str, label: str, place: str, value: Any, follows: Dim | Fraction, parts: tuple[str, ...]
) -> Dim:
    """A length as it was typed, else as it follows."""
    pointer = f"/hang/{place}"
    if value is not None:
        form = leaf(value, pointer, label, "choice", pointer=pointer, grain="wood", source="hanging", parts=parts)
        return context.book.add(form, name, label, parts=parts)
    if isinstance(follows, Fraction):
        form = leaf(follows, pointer, label, "stock", pointer=pointer, grain="wood", source="hanging", parts=parts)
        return context.book.add(form, name, label, parts=parts)
    return context.book.add(follows * 1, name, label, parts=parts, grain="wood")


def over_somebody(context: Context[object, object]) -> bool:
    """Whether it hangs over a bed or by a child: two fixings then, each able to carry all of it."""
    return context.piece.room.over_bed or context.piece.room.kind == "child"


def carries(context: Context[object, object], hanger: str, kg: Fraction) -> Fraction:
    """What one fixing of a hanger carries, newtons: of two half, or all where it hangs over somebody."""
    return newtons(kg) / (2 if hanger in ("wire", "rings") and not over_somebody(context) else 1)


def size_up(
    context: Context[object, object],
    display_plan: DisplayPlan,
    frame_section: FrameSection,
    kg: Fraction,
    wood: Fraction | None = None,
) -> Hanging:
    """``wood``: how deep that is into which what it hangs by is screwed (mm), where that is not the rail itself."""
    book, hang = context.book, context.piece.hang
    w, h = display_plan.outside
    share = Fraction(1, 3) if hang.school == "third" else Fraction(1, 4)
    best, stiff = suiting(context, frame_section, hang, kg, w.value, h.value, share)
    key = hang.how if hang.how in frame_section.hangs else best
    by = FASTENED.get(key)
    most = max((frame_section.height.value if wood is None else wood) - context.rule("face_clear"), Fraction(1))
    bite = max(min(by.bite, most), Fraction(1)) if by is not None else Fraction(0)
    cleat: Cleat | None = None
    if by is None and frame_section.seat is not None:
        cleat = size_seat_cleat(context, frame_section.seat)
    elif by is not None and key == "cleat":
        cleat = size_cleat(context, frame_section, w, by.count, bite, most)
    # It hangs with the frame.
    kg = kg + cleat.weight.kg if cleat is not None and cleat.weight is not None else kg
    way = HANGERS[key]
    down = inset = span = slack = None
    wire: Wire | None = None
    stile = None
    ring = ("hang.ring",)
    if key in ("wire", "rings"):
        down = _decided(context, "hang.down", "Rings below the frame’s top", "down", hang.down, h * share, ring)
        inset = _decided(context, "hang.inset", "Rings from the side", "inset", hang.inset, frame_section.solid / 2, ring)
        span = book.add(w - 2 * inset, "hang.span", "Between the rings", parts=ring, grain="wood")
    if key == "wire" and down is not None and span is not None:
        slack, wire, stile = _wire(context, hang, frame_section, kg, down, span, h)
    if key == "wire" and down is not None and slack is not None:
        top = book.add(down - slack, "hang.top", "Hook below the frame’s top", parts=("hang.hook",), grain="wood")
    elif key == "rings" and down is not None:
        top = book.add(down * 1, "hang.top", "Hooks below the frame’s top", parts=("hang.hook",), grain="wood")
    else:
        half = frame_section.solid / 2 if key == "one" else frame_section.solid * 1
        if cleat is not None and cleat.seat is not None:
            half = frame_section.face + cleat.seat.wide
        top = book.add(
            half,
            "hang.top",
            "Hanger below the frame’s top" if key == "one" else "Cleat below the frame’s top",
            parts=("hang.hook",),
            grain="wood",
        )
    middle = book.add(w / 2, "hang.middle", "Middle, from either side", parts=("hang.hook",), grain="wood")
    line = _decided(
        context, "hang.eye_line", "Eye line above the floor", "eye_line", hang.eye_line, context.rule("eye_line"), ("hang.hook",)
    )
    hook = book.add(line + h / 2 - top, "hang.hook", "Hook above the floor", parts=("hang.hook",), grain="wood")
    each = carries(context, key, kg)
    shared = key in ("wire", "rings") and not over_somebody(context)
    said = " ÷ 2" if shared else ": over a bed and by a child each is to carry all of it" if over_somebody(context) else ""
    book.add_quantity("hang.load", "Each fixing carries", show_force(each), (f"{figures(kg)} kg × 9.81{said}",), parts=ring)
    two_holes = key in ("wire", "rings") and kg >= context.rule("two_hole_over")
    screws = by.count * (2 if two_holes else 1) if by is not None else 0
    leans, held_out = _leans(context, frame_section, by, screws, bite, kg, h.value - top.value)
    ring_rated = wire_rated = Fraction(RINGS[0])
    if down is not None:
        pulled = each if wire is None else max(each, wire.tension)
        ring_rated = rated(context, "hang.ring", "Rings, rated", hang.ring, RINGS, pulled)
    if wire is not None:
        wire_rated = rated(context, "hang.wire", "Wire, rated", hang.wire, WIRES, wire.tension)
    sag = _rail(context, frame_section, w)
    return Hanging(
        way=way,
        suits=HANGERS[best],
        stiff=stiff,
        offered=frame_section.hangs,
        kg=kg,
        down=down,
        inset=inset,
        span=span,
        slack=slack,
        wire=wire,
        stile_bends=stile,
        rail_sags=sag,
        top=top,
        hook=hook,
        middle=middle,
        ring=ring_rated,
        wire_rated=wire_rated,
        two_holes=two_holes,
        screws=screws,
        bite=bite,
        leans=leans,
        held_out=held_out,
        most=most,
        cleat=cleat,
    )


def _leans(
    context: Context[object, object],
    frame_section: FrameSection,
    by: Fastened | None,
    many: int,
    bite: Fraction,
    kg: Fraction,
    lever: Fraction,
) -> tuple[Fraction, Fraction]:
    """Its weight hangs half its depth before the wall: the hangers are drawn out of the wood by that, over the lever down to its lower edge.

    The pull on all of them and what all of them bear, newtons.
    """
    book, parts = context.book, ("hang.hook",)
    lever, half = max(lever, Fraction(10)), frame_section.height.value / 2
    pull = newtons(kg) * half / lever
    factor = context.shop.rules.factor
    book.add_quantity(
        "hang.out",
        "It leans forward: pull on the hangers",
        show_force(pull),
        (*context.speak.say(f"{figures(newtons(kg))} N × {{}} (half its depth) ÷ {{}} (down to its lower edge)", half, lever),),
        parts=parts,
    )
    if by is None:
        return pull, _glue_bears(context, frame_section)
    one = withdrawal(by.kind, holding_gravity(frame_section.wood), by.diameter, bite, factor)
    book.add_quantity(
        "hang.out.bears",
        "Their screws or nails bear",
        show_force(one.safe * many),
        (f"{many} {by.said}, {float(bite):g} mm in the wood",),
        (f"one is pulled out at {figures(one.fails)} N (Wood Handbook, chapter 8)",),
        (f"a design counts on {figures(one.design)} N (NDS)",),
        (f"{many} × the smaller of {figures(one.design)} N and {figures(one.fails)} N ÷ {factor}",),
        parts=parts,
    )
    return pull, one.safe * many


def _glue_bears(context: Context[object, object], frame_section: FrameSection) -> Fraction:
    """What the glue of the top seat strip bears in shear, newtons."""
    assert frame_section.seat is not None
    across, thick, factor = frame_section.seat.across, frame_section.seat.thick, context.shop.rules.factor
    bears = across.value * thick.value * context.rule("rod_glue") / factor
    words = f"its glue, {{}} × {{}} at {figures(context.rule('rod_glue'))} N a mm² (from memory) ÷ {factor}"
    working = context.speak.say(words, across, thick)
    context.book.add_quantity("hang.out.bears", "The seat strip bears", show_force(bears), working, parts=("seat",))
    return bears


def usual_slack(span: Fraction, down: Fraction, hidden: Fraction) -> Fraction:
    """To thirty degrees, or as far as the hook stays hidden; whole mm."""
    return Fraction(max(int(round(min(max(span, Fraction(10)) / 2 * THIRTY, max(down - hidden - 5, Fraction(10))))), 5))


def _too_much_for_wire(
    context: Context[object, object],
    frame_section: FrameSection,
    hang: Hang,
    kg: Fraction,
    width: Fraction,
    height: Fraction,
    share: Fraction,
) -> bool:
    """Whether a wire would hang nearly level, pull more than any ring bears or bend the stiles too far: then two hooks suit it better."""
    span, down = width - frame_section.solid.value, height * share
    slack = usual_slack(span, down, context.rule("hook_hidden"))
    if slack < span / 2 * FIFTEEN:
        return True
    tension, pull = pulls(kg, span, slack)
    if tension > newtons(exact(RINGS[-1])) / context.shop.rules.factor:
        return True
    bent = bends(pull, height, down, frame_section.solid.value, frame_section.height.value, stiffness(frame_section.wood))
    return bent > context.rule("stile_bends") and not hang.strainer


def _wire(
    context: Context[object, object], hang: Hang, frame_section: FrameSection, kg: Fraction, down: Dim, span: Dim, height: Dim
) -> tuple[Dim, Wire, Dim]:
    book, parts = context.book, ("hang.wire",)
    usual = usual_slack(span.value, down.value, context.rule("hook_hidden"))
    slack = _decided(context, "hang.slack", "Slack: the hook lifts the wire by", "slack", hang.slack, usual, parts)
    safe = span if span.value > 0 else book["hang.down"]
    wire = wire_under(safe, slack, kg)
    path = book.add(wire.path, "hang.wire.path", "Wire, ring to ring", parts=parts)
    to_cut(context, path, "Tail at each ring", "hang.wire.cut", "Wire to cut", "hang.wire")
    book.add_quantity(
        "hang.wire.angle",
        "Angle of the wire",
        plain_quantity(f"{float(wire.angle):.1f}°"),
        ("atan(2 × slack ÷ span)",),
        parts=parts,
    )
    book.add_quantity(
        "hang.wire.tension",
        "Tension in the wire",
        show_force(wire.tension),
        (f"{figures(newtons(kg))} N ÷ (2 × sin {float(wire.angle):.1f}°)",),
        parts=parts,
    )
    book.add_quantity(
        "hang.wire.pull", "It pulls each stile inward", show_force(wire.pull), ("tension × cos of the angle",), parts=parts
    )
    stile = (
        stile_bends(wire.pull, height, down, frame_section, stiffness(frame_section.wood))
        if not hang.strainer
        else rule(Fraction(0), "A strainer takes the pull", "stile", "fine")
    )
    return slack, wire, book.add(stile, "hang.stile", "Each stile bends inward by", parts=("rail",))


def _rail(context: Context[object, object], frame_section: FrameSection, w: Dim) -> Dim | None:
    """The bottom rail under the glazing and what stands on it."""
    if frame_section.bears_kg <= 0:
        return None
    sag = rail_sags(newtons(frame_section.bears_kg), w, frame_section, stiffness(frame_section.wood))
    return context.book.add(sag, "hang.rail", "The bottom rail sags under the pack by", parts=("rail.bottom",))


def joints_of(
    context: Context[object, object], frame_section: FrameSection, kg: Fraction
) -> tuple[Joint | None, tuple[Joint, ...]]:
    """The joint of a frame whose mitres are still to be made, and every one held against it; None where they hold already."""
    if not frame_section.made:
        return None, ()
    behind = frame_section.height.value - (frame_section.front.value if frame_section.front is not None else Fraction(0))
    solid = frame_section.height.value if frame_section.front is None else max(frame_section.front.value, behind)
    found = joints_for(context.shop.rules, frame_section.face.value, solid, kg)
    asked = context.piece.hang.joint
    chosen = next((j for j in found if j.key == asked), None) or best_joint(found)
    return as_made(chosen, context.piece.hang.own_joint), tuple(found)
