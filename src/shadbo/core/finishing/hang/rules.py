"""What can be wrong with hanging: a hanger for less than this, rings and wire too weak, a hook that shows, a stile that bends, a wall too small."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context, FrameSection
from shadbo.core.finishing.hang.hardware import HANGERS
from shadbo.core.finishing.hang.joints import OWN_SIZE, Joint
from shadbo.core.finishing.hang.sizes import RINGS, THIRTY, WIRES, Hanging, carries
from shadbo.core.finishing.hang.wall import OnTheWall
from shadbo.core.finishing.hang.wire import wire_under
from shadbo.core.framing.counting import figures, newtons
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import listed
from shadbo.core.quantity.sums import Dim, rule


def number(field: str, value: int) -> dict[str, Any]:
    return {"op": "add", "path": f"/hang/{field}", "value": value}


def others(frame_section: FrameSection, hung: Hanging, kg: Fraction, width: Fraction) -> list[WayOut]:
    """The hangers that would do for this weight and width, of those the display allows."""
    ways = []
    for key in frame_section.hangs:
        hanger = HANGERS[key]
        if key != hung.way.key and (hanger.kg is None or kg <= hanger.kg) and (hanger.wide is None or width <= hanger.wide):
            ways.append(WayOut((f"Hang it by {hanger.label[0].lower()}{hanger.label[1:]}",), (put("/hang/how", key),)))
    return ways[:2]


def check(context: Context[object, object], frame_section: FrameSection, hung: Hanging, outside: tuple[Dim, Dim]) -> None:
    _not_offered(context, frame_section, hung)
    _hanger(context, frame_section, hung, outside)
    _rings(context, frame_section, hung, outside)
    if hung.wire is not None:
        _wire(context, frame_section, hung, outside)
    _bending(context, frame_section, hung, outside)
    _leaning(context, frame_section, hung)
    _seat(context, frame_section, hung)
    if hung.kg > context.rule("two_people_over"):
        context.checks.add(
            "caution",
            "hang.two_people",
            "hang",
            (f"{figures(hung.kg)} kg: two people or a lift, less when it is awkward.",),
            why="One pair of hands lifts 23 kg (51 lb) at the best of times.",
            source_key="lifting",
            figure="weight.total",
            parts=("rail",),
        )


def _hanger(context: Context[object, object], frame_section: FrameSection, hung: Hanging, outside: tuple[Dim, Dim]) -> None:
    way, width = hung.way, outside[0]
    heavy, wide = way.kg is not None and hung.kg > way.kg, way.wide is not None and width.value > way.wide
    if not heavy and not wide:
        return
    say = context.speak.say
    over = (
        (
            f"{figures(hung.kg)} kg is too much for {way.label[0].lower()}{way.label[1:]}: up to {figures(way.kg or Fraction(0))} kg.",
        )
        if heavy
        else say(f"It is {{}} wide: {way.label[0].lower()}{way.label[1:]} goes up to {{}}.", width, way.wide or Fraction(0))
    )
    ways = others(frame_section, hung, hung.kg, width.value)
    last = (
        []
        if ways
        else [WayOut(("Hang it from a rail along its top, by somebody competent",), (put("/hang/how", frame_section.hangs[-1]),))]
    )
    context.checks.add(
        "stop" if ways else "caution",
        "hang.limit",
        "hang",
        over,
        why=context.speak.say(
            "One hanger to 2 kg and {}, wire to 15 kg and a metre, above that two hooks or a cleat.", Fraction(400)
        ),
        source_key="hanging",
        figure="weight.total",
        parts=("hang.hook",),
        ways=ways if frame_section.hangs[-1] != way.key or ways else () if hung.way.key == frame_section.hangs[-1] else last,
    )


def _rings(context: Context[object, object], frame_section: FrameSection, hung: Hanging, outside: tuple[Dim, Dim]) -> None:
    if hung.inset is None or hung.down is None or hung.span is None:
        return
    say = context.speak.say
    alone = carries(context, "rings", hung.kg)
    load = alone if hung.wire is None else max(alone, hung.wire.tension)
    bears = newtons(hung.ring) / context.shop.rules.factor
    if load > bears:
        enough = next((r for r in RINGS if newtons(exact(r)) / context.shop.rules.factor >= load), None)
        ways = [WayOut((f"Use rings rated {enough} kg",), (number("ring", enough),))] if enough else []
        if hung.wire is not None and "rings" in frame_section.hangs and alone < load and alone <= bears:
            ways.append(WayOut(("Hang the rings straight on two hooks",), (put("/hang/how", "rings"),)))
        if "cleat" in frame_section.hangs and not enough:
            ways.append(WayOut(("Hang it by a cleat",), (put("/hang/how", "cleat"),)))
        context.checks.add(
            "stop" if ways else "caution",
            "hang.ring.weak",
            "hang",
            (f"A ring rated {figures(hung.ring)} kg bears {figures(bears)} N here; it gets {figures(load)} N.",),
            why=f"The rating on the packet ÷ {context.shop.rules.factor}.",
            source_key="rings",
            figure="hang.load",
            parts=("hang.ring",),
            ways=ways,
        )
    wood = frame_section.solid - 2 * rule(frame_section.starts, "Before the wood", "hanging", "depth")
    if context.piece.hang.inset is not None and not 3 <= hung.inset.value - frame_section.starts <= wood.value - 3:
        context.checks.add(
            "stop",
            "hang.ring.wood",
            "hang",
            say("Rings {} from the side are not in the wood: it is {} wide there.", hung.inset, wood),
            why="The screw goes into the stile, clear of the rabbet.",
            source_key="hanging",
            figure="hang.inset",
            parts=("hang.ring",),
            ways=(WayOut(("Put them in the middle of the stile",), (put("/hang/inset", None),)),),
        )
    if hung.down.value > outside[1].value / 2:
        off = hung.down.value >= outside[1].value
        context.checks.add(
            "stop" if off else "caution",
            "hang.off" if off else "hang.tips",
            "hang",
            say("Rings {} down lie off the frame, which is {} high.", hung.down, outside[1])
            if off
            else say("Rings {} down are below its middle: it tips forward.", hung.down),
            why="A third or a quarter of the height down.",
            source_key="wire-ring",
            figure="hang.down",
            parts=("hang.ring",),
            ways=(WayOut(("Put them a third down",), (put("/hang/down", None), put("/hang/school", "third"))),),
        )


def _wire(context: Context[object, object], frame_section: FrameSection, hung: Hanging, outside: tuple[Dim, Dim]) -> None:
    assert hung.wire is not None and hung.slack is not None and hung.span is not None and hung.down is not None
    say, wire = context.speak.say, hung.wire
    factor = context.shop.rules.factor
    rings = (
        WayOut(("Hang the rings straight on two hooks",), (put("/hang/how", "rings"),)) if "rings" in frame_section.hangs else None
    )
    bears = newtons(hung.wire_rated) / factor
    if wire.tension > bears:
        enough = next((w for w in WIRES if newtons(exact(w)) / factor >= wire.tension), None)
        ways = [WayOut((f"Use wire rated {enough} kg",), (number("wire", enough),))] if enough else []
        ways += [rings] if rings else []
        context.checks.add(
            "stop" if ways else "caution",
            "hang.wire.weak",
            "hang",
            (
                f"A wire rated {figures(hung.wire_rated)} kg bears {figures(bears)} N here; it is pulled with {figures(wire.tension)} N.",
            ),
            why=f"The tension × {factor}, against the rating on the packet.",
            source_key="wire-statics",
            figure="hang.wire.tension",
            parts=("hang.wire",),
            ways=ways,
        )
    more = hung.down.value - context.rule("hook_hidden")
    if wire.angle < context.rule("wire_flattest"):
        times = wire.tension / newtons(hung.kg)
        ways = [rings] if rings else []
        steeper = min(more, hung.span.value / 2 * THIRTY)
        if steeper > hung.slack.value + 1 and wire_under(
            hung.span, hung.slack * (steeper / hung.slack.value), hung.kg
        ).angle >= context.rule("wire_flattest"):
            ways.insert(
                0, WayOut(say("Give it {} of slack", Fraction(round(steeper))), (put("/hang/slack", Fraction(round(steeper))),))
            )
        context.checks.add(
            "caution",
            "hang.wire.flat",
            "hang",
            (f"The wire is nearly level, {float(wire.angle):.0f}°: each side is pulled with {float(times):.1f} times the weight.",),
            why="At 30° each side carries the whole weight, at 15° 1.93 times.",
            source_key="wire-statics",
            figure="hang.wire.angle",
            parts=("hang.wire",),
            ways=ways,
        )
    if hung.top.value < context.rule("hook_hidden"):
        ways = []
        if more >= 10:
            ways.append(WayOut(say("Less slack, {}", more), (put("/hang/slack", more),)))
        lower = context.rule("hook_hidden") + hung.slack.value
        if lower <= outside[1].value / 2:
            ways.append(WayOut(say("Rings {} down", lower), (put("/hang/down", lower),)))
        ways += [rings] if rings else []
        shows = hung.top.value < context.rule("ring_from_lip")
        context.checks.add(
            "stop" if shows and ways else "caution",
            "hang.shows",
            "hang",
            say("The hook stands {} above the frame.", -hung.top.value)
            if hung.top.value < 0
            else say("The hook sits {} below the top of the frame: it shows.", hung.top),
            why=say("At least {} below it stays hidden.", context.rule("hook_hidden")),
            source_key="hanging",
            figure="hang.top",
            parts=("hang.hook",),
            ways=ways,
        )


def _bending(context: Context[object, object], frame_section: FrameSection, hung: Hanging, outside: tuple[Dim, Dim]) -> None:
    say = context.speak.say
    strainer = WayOut(("Put a strainer behind: a rigid inner frame",), (put("/hang/strainer", True),))
    if hung.stile_bends is not None and hung.stile_bends.value > context.rule("stile_bends"):
        ways = [strainer] + [
            WayOut((f"Hang it by {HANGERS[k].label[0].lower()}{HANGERS[k].label[1:]}",), (put("/hang/how", k),))
            for k in ("rings", "cleat")
            if k in frame_section.hangs
        ]
        context.checks.add(
            "caution",
            "hang.stile",
            "hang",
            say("The wire bends each stile inward by {}: the mitres open.", hung.stile_bends),
            why="More than a millimetre is too much.",
            source_key="stile",
            figure="hang.stile",
            parts=("rail.left", "rail.right"),
            ways=ways,
        )
    if hung.rail_sags is not None and hung.rail_sags.value > context.rule("sags") and not context.piece.hang.strainer:
        context.checks.add(
            "caution",
            "hang.rail",
            "hang",
            say("The bottom rail sags by {} under the pack.", hung.rail_sags),
            why="More than a millimetre is seen, and the glass loses its lap.",
            source_key="stile",
            figure="hang.rail",
            parts=("rail.bottom",),
            ways=(strainer,),
        )


def _leaning(context: Context[object, object], frame_section: FrameSection, hung: Hanging) -> None:
    if hung.leans <= hung.held_out:
        return
    context.checks.add(
        "caution",
        "hang.out",
        "hang",
        (
            f"It is deep and leans forward: {figures(hung.leans)} N draw its hangers out of the wood, which bear {figures(hung.held_out)} N.",
        ),
        why="The deeper a box and the nearer its hanger to its lower edge, the harder it pulls.",
        source_key="withdrawal",
        figure="hang.out",
        parts=("hang.hook",),
        ways=[
            WayOut((f"Hang it by {HANGERS[k].label[0].lower()}{HANGERS[k].label[1:]}",), (put("/hang/how", k),))
            for k in ("rings", "cleat")
            if k in frame_section.hangs and k != hung.way.key
        ],
    )


def _seat(context: Context[object, object], frame_section: FrameSection, hung: Hanging) -> None:
    """A thin seat leaves too little to hook by."""
    seat, least = frame_section.seat, context.rule("seat_cleat_least")
    if hung.way.key != "seat_cleat" or seat is None or seat.thick.value >= least:
        return
    context.checks.add(
        "stop",
        "hang.seat_thin",
        "hang",
        context.speak.say("The seat strip is {} thick: too thin to hang by its bevel.", seat.thick),
        why=context.speak.say("At least {}, bevelled at 45°.", least),
        source_key="seat-cleat",
        figure=seat.thick.name,
        parts=("seat",),
        ways=(
            WayOut(context.speak.say("Seat strips {} thick", least), (put("/display/frame/seat_thickness", least),)),
            WayOut(("A cleat of its own, behind the frame",), (put("/hang/how", "cleat"),)),
        ),
    )


def _not_offered(context: Context[object, object], frame_section: FrameSection, hung: Hanging) -> None:
    """A hanger that was chosen and that this way of showing doesn’t take is not changed for another without a word."""
    how = context.piece.hang.how
    if how not in HANGERS or how in frame_section.hangs:
        return
    able = listed([HANGERS[k].label.lower() for k in frame_section.hangs])
    context.checks.add(
        "caution",
        "hang.not_offered",
        "hang",
        (f"{HANGERS[how].label} can’t be had here: it is planned by {hung.way.label.lower()}.",),
        why=f"This way of showing hangs by {able}.",
        source_key="hanging",
        parts=("hang.hook",),
        ways=(WayOut((f"{hung.way.label}, as suits it",), (put("/hang/how", "auto"),)),),
    )


def _own_size(context: Context[object, object], joint: Joint, edge: Fraction) -> None:
    """A dowel or a spline of one’s own leaves wood on both sides; up to a third of the edge it sits in nothing is said."""
    own = context.piece.hang.own_joint
    if joint.key not in OWN_SIZE or own.thick is None or joint.thick * context.rule("dowel_share") <= edge:
        return
    stopped = joint.thick * context.rule("dowel_splits") > edge
    context.checks.add(
        "stop" if stopped else "caution",
        "joint.thick",
        "cut",
        context.speak.say(
            f"{joint.label} {{}} thick in an edge of {{}}: {'it splits' if stopped else 'little wood is left beside it'}.",
            joint.thick,
            edge,
        ),
        why="A third of the edge leaves a third on both sides; over half of it nothing holds.",
        source_key="joints",
        parts=("joint",),
        ways=(WayOut(("As the rail has it",), (put("/hang/own_joint/thick", None),)),),
    )


def check_joint(
    context: Context[object, object],
    joint: Joint | None,
    joints: tuple[Joint, ...],
    kg: Fraction,
    frame_section: FrameSection | None,
) -> None:
    """The joint that was chosen has to fit the rail and bear the weight."""
    if joint is not None and frame_section is not None:
        _own_size(context, joint, min(frame_section.solid.value, frame_section.face.value))
    if joint is None or joint.fits:
        return
    fitting = sorted((j for j in joints if j.fits), key=lambda j: -j.rank)[:2]
    weak = joint.key == "glue"
    context.checks.add(
        "stop",
        "joint.fits",
        "cut",
        (f"{joint.label}: {'too weak for ' + figures(kg) + ' kg or so narrow a rail' if weak else 'they do not fit this rail'}.",),
        why=joint.why[0].upper() + joint.why[1:] + ".",
        source_key="joints",
        parts=("rail",),
        ways=[
            WayOut((f"Use {j.label[0].lower()}{j.label[1:]}{', ' + j.told if j.told else ''}",), (put("/hang/joint", j.key),))
            for j in fitting
        ],
    )


def _across(widths: Sequence[Fraction], columns: int, gap: Fraction) -> Fraction:
    """What the widest row of a grid takes."""
    rows = [widths[i : i + columns] for i in range(0, len(widths), columns)]
    return max(sum(row, gap * (len(row) - 1)) for row in rows)


def check_wall(context: Context[object, object], wall: OnTheWall, outside: tuple[Dim, Dim]) -> None:
    hang, say = context.piece.hang, context.speak.say
    if wall.over.value < 0:
        n = len(wall.places)
        ways = []
        least = wall.gap.value + wall.over.value / max(1, wall.columns - 1) * 2 if wall.columns > 1 else Fraction(-1)
        if least >= 20:
            ways.append(WayOut(say("Hang them {} apart", Fraction(int(least))), (put("/hang/wall/gap", Fraction(int(least))),)))
        widths = [p.width.value for p in wall.places]
        width = context.book["wall.width"].value
        middle = width / 2 if hang.wall.middle is None else exact(hang.wall.middle)
        fits = [
            c
            for c in range(wall.columns - 1, 0, -1)
            if -(-n // c) <= 4 and _across(widths, c, wall.gap.value) <= 2 * min(middle, width - middle)
        ]
        if fits:
            ways.append(WayOut((f"A grid, {fits[0]} across",), (number("wall/columns", fits[0]),)))
        if hang.wall.middle is not None and _across(widths, wall.columns, wall.gap.value) <= width:
            ways.append(WayOut(("Put them in the middle of the wall",), (put("/hang/wall/middle", None),)))
        context.checks.add(
            "stop" if ways else "caution",
            "wall.narrow",
            "hang",
            say("They stand {} over the edge of the wall.", -wall.over.value),
            why="All of them and the gaps between take more than the wall has there.",
            source_key="arithmetic",
            figure="wall.total",
            parts=("wall",),
            ways=ways,
        )
    clear = wall.bottom.value - exact(hang.wall.furniture)
    if hang.wall.furniture > 0 and clear < context.rule("over_furniture"):
        higher = Fraction(-(-(context.book["hang.eye_line"].value + context.rule("over_furniture") - clear) // 10) * 10)
        ways = [WayOut(say("Eye line at {}", higher), (put("/hang/eye_line", higher),))] if higher <= 2200 else []
        context.checks.add(
            "caution",
            "wall.furniture",
            "hang",
            say("It hangs {} above the furniture.", clear)
            if clear >= 0
            else say("It reaches {} below the top of the furniture.", -clear),
            why=say("About {} of wall between them.", context.rule("over_furniture")),
            source_key="eye-line",
            figure="wall.bottom",
            parts=("wall",),
            ways=ways,
        )
