"""What can be wrong with a suspended thing: drilled without consent, a hole too near an edge or through a rail, rods too weak."""

from __future__ import annotations

from itertools import combinations
from typing import Any

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.suspended.rods import LABELS, between, inside
from shadbo.core.displays.suspended.sizes import Bears, Sizes, SuspendedContext
from shadbo.core.document.decisions.suspended import Suspended
from shadbo.core.framing.boxes.recipe import RECIPES
from shadbo.core.framing.boxes.suiting import way_of
from shadbo.core.framing.counting import figures
from shadbo.core.framing.families import check_consent, check_in_stock, check_long_enough
from shadbo.core.measuring.doubts import check_readings
from shadbo.core.quantity.exact import Fraction, exact

THINNER = (12, 10, 8, 6, 5, 4, 3, 2)
SHALLOWER = (30, 25, 20, 15, 12, 10, 8, 6, 5, 4, 3, 2)
THICKER = (6, 8, 10, 12, 15, 18, 20)


def check(context: SuspendedContext, sizes: Sizes) -> None:
    one = sizes.one
    wide, tall = one.sized.sides
    if wide and tall:
        check_readings(context.checks, context.speak, context.shop, one.item.name, wide, tall, one.part, key=one.part)
    _one(context, sizes)
    _rails(context, sizes)
    _drilled(context)
    _edges(context, sizes)
    _ways(context, sizes)
    _meeting(context, sizes)
    _bears(context, sizes)
    _moves(context, sizes)


def number(field: str, value: int) -> dict[str, Any]:
    return {"op": "add", "path": f"/display/{field}", "value": value}


def _one(context: SuspendedContext, sizes: Sizes) -> None:
    if not sizes.more:
        return
    keep = tuple({"op": "remove", "path": f"/object/items/{one.sized.index}"} for one in reversed(sizes.more))
    context.checks.add(
        "stop",
        "suspended.one",
        "display",
        (f"One thing hangs in the frame; there are {len(sizes.more)} more.",),
        why="The rods are reckoned for one thing.",
        source_key="rods",
        parts=(sizes.one.part,),
        ways=(WayOut((f"Keep {sizes.one.item.called}, take the others out",), keep),),
    )


def _rails(context: SuspendedContext, sizes: Sizes) -> None:
    shop, place = context.shop, "/display/moulding"
    check_in_stock(context, sizes.missing, context.display.moulding, shop.mouldings, place=place)
    longest = max(sizes.outside.values(), key=lambda d: d.value)
    axis = "space_across" if longest is sizes.outside["width"] else "space_down"
    over = longest.value + context.rule("kerf") - exact(sizes.moulding.length)
    less = exact(getattr(context.display, axis)) - over / 2
    closer = [WayOut(context.speak.say("Leave {} of space", less), (put(f"/display/{axis}", less),))] if less >= 2 else []
    check_long_enough(context, longest, sizes.moulding, shop.mouldings, place=place, ways=closer)


def _drilled(context: SuspendedContext) -> None:
    """Nothing is drilled in what can’t be replaced; in anything else only if its owner said so."""
    facts, display = context.facts, context.display
    if display.into != "drilled" or display.rods == "wires":
        return
    ways = (
        WayOut(("Hold it in padded clamps",), (put("/display/into", "clamp"),)),
        WayOut(("Hang it on wires",), (put("/display/rods", "wires"), put("/display/into", "clamp"))),
    )
    if facts.irreplaceable and (not facts.consent or context.piece.practice == "conservation"):
        context.checks.add(
            "stop",
            "drill.never",
            "hold",
            ("Nothing is drilled in a thing that can’t be replaced.",),
            why="A hole is not undone. Clamps or wires hold it as well.",
            source_key="drill",
            parts=("rod",),
            ways=ways,
        )
    elif not facts.consent:
        check_consent(context, "drilled", stage="hold", part="rod", ways=ways)


def _thinner(context: SuspendedContext, most: Fraction) -> list[WayOut]:
    """The thickest rod of the usual sizes no thicker than this, if it still bears its load."""
    return [
        WayOut(context.speak.say("Use rods {} thick", Fraction(n)), (put("/display/diameter", Fraction(n)),))
        for n in THINNER
        if n <= most and n < context.display.diameter
    ][:1]


def _edges(context: SuspendedContext, sizes: Sizes) -> None:
    say, display, d = context.speak.say, context.display, sizes.diameter.value
    if sizes.edge.value < context.shop.rules.rod_edge * d:
        ways = _thinner(context, sizes.edge.value / context.shop.rules.rod_edge)
        ways += [
            WayOut(say(f"Use {m.name}, {{}} front to back", exact(m.height)), (put("/display/moulding", m.key),))
            for m in sorted(context.shop.mouldings, key=lambda m: m.height)
            if exact(m.height) >= 2 * context.shop.rules.rod_edge * d
        ][:1]
        context.checks.add(
            "stop",
            "rod.edge",
            "hold",
            say("The hole is {} from the front of the rail: it may split.", sizes.edge),
            why=say("Two diameters from an edge, {} here.", context.shop.rules.rod_edge * sizes.diameter),
            source_key="rods",
            figure="rod.edge",
            parts=("rod", "rail"),
            ways=ways,
        )
    if display.into == "drilled" and display.rods != "wires" and sizes.thing_edge.value < context.shop.rules.rod_edge * d:
        context.checks.add(
            "stop",
            "rod.thing.edge",
            "hold",
            say("In the thing the hole is {} from its edge: it may break out.", sizes.thing_edge),
            why=say("Two diameters from an edge, {} here.", context.shop.rules.rod_edge * sizes.diameter),
            source_key="rods",
            figure="rod.thing.edge",
            parts=("rod", sizes.one.part),
            ways=(
                *_thinner(context, sizes.thing_edge.value / context.shop.rules.rod_edge),
                WayOut(("Hold it in padded clamps",), (put("/display/into", "clamp"),)),
            ),
        )
    if sizes.left_in_rail.value < context.rule("face_clear"):
        shallower = sizes.face.value - context.rule("face_clear")
        ways = _thinner(context, shallower / 3) if display.into_rail is None else []
        if shallower >= 2:
            ways.append(WayOut(say("Drill {} deep", shallower), (put("/display/into_rail", shallower),)))
        ways += [
            WayOut(say(f"Use {m.name}, face {{}}", exact(m.face)), (put("/display/moulding", m.key),))
            for m in sorted(context.shop.mouldings, key=lambda m: m.face)
            if exact(m.face) >= sizes.into_rail.value + context.rule("face_clear")
        ][:1]
        context.checks.add(
            "stop",
            "rod.through",
            "hold",
            say("The hole leaves {} of wood: it comes out of the side of the rail.", sizes.left_in_rail)
            if sizes.left_in_rail.value > 0
            else ("The hole goes right through the rail.",),
            why=context.speak.say("Three diameters deep, and {} of wood left.", context.rule("face_clear")),
            source_key="rods",
            figure="rod.rail.left",
            parts=("rail", "rod"),
            ways=ways,
        )
    elif sizes.into_rail.value < 2 * d:
        context.checks.add(
            "caution",
            "rod.shallow",
            "hold",
            say("The rod sits only {} deep in the rail.", sizes.into_rail),
            why=say("Three diameters, {} here, or it works loose.", 3 * sizes.diameter),
            source_key="rods",
            figure="rod.into_rail",
            parts=("rod",),
            ways=(*_thinner(context, sizes.into_rail.value / 3),),
        )


def _ways(context: SuspendedContext, sizes: Sizes) -> None:
    say, display = context.speak.say, context.display
    missing = [r for r in sizes.rods if r.way is None]
    if missing:
        context.checks.add(
            "stop",
            "rod.misses",
            "hold",
            (f"The {missing[0].spot.key.replace('_', ' ')} rod meets nothing on its way to the middle.",),
            why="The thing is open there. Square to its rail a rod meets the outline.",
            source_key="rays",
            parts=(missing[0].part,),
            ways=(WayOut(("Run them square to the rail",), (put("/display/aim", "straight"),)),),
        )
    short = next(
        (
            r
            for r in sizes.rods
            if r.way is not None and display.into == "clamp" and r.spot.does != "hangs" and r.way.value <= context.rule("clamp_pad")
        ),
        None,
    )
    if short is not None:
        context.checks.add(
            "stop",
            "rod.none",
            "display",
            say("There is {} between rail and thing: no room for a clamp.", short.way or Fraction(0)),
            why=context.speak.say("A clamp and its pad need about {}.", context.rule("clamp_room")),
            source_key="rods",
            figure=f"{short.part}.way",
            parts=(short.part,),
            ways=(
                WayOut(
                    say("Leave {} of space all round", context.rule("space_round")),
                    (
                        put("/display/space_across", context.rule("space_round")),
                        put("/display/space_down", context.rule("space_round")),
                    ),
                ),
            ),
        )


def _meeting(context: SuspendedContext, sizes: Sizes) -> None:
    """Holes drilled from several sides stay apart in the thing: less than a diameter of it between them breaks."""
    display, say = context.display, context.speak.say
    if display.into != "drilled":
        return

    def apart(deep: Fraction) -> float:
        holes = [inside(r.start, r.end, float(deep)) for r in sizes.rods if r.end is not None and r.spot.does != "hangs"]
        return min((between(a, b) for a, b in combinations(holes, 2)), default=float("inf"))

    # Between the middles of two holes: a radius of each and a diameter of the thing.
    least = 2 * sizes.diameter.value
    if apart(sizes.into_thing.value) >= float(least):
        return
    shallower = next((n for n in SHALLOWER if n < sizes.into_thing.value and apart(Fraction(n)) >= float(least)), None)
    ways = (
        []
        if shallower is None
        else [WayOut(say("Drill {} into the thing", exact(shallower)), (put("/display/into_thing", exact(shallower)),))]
    )
    context.checks.add(
        "stop",
        "rod.meets",
        "hold",
        say("Drilled {} deep, the holes meet inside the thing, or leave too little between them.", sizes.into_thing),
        why=say("A rod’s diameter of the thing stays between two holes, {} here.", sizes.diameter),
        source_key="rods",
        figure="rod.into_thing",
        parts=("rod", sizes.one.part),
        ways=(*ways, WayOut(("Hold it in padded clamps",), (put("/display/into", "clamp"),))),
    )


def _bears(context: SuspendedContext, sizes: Sizes) -> None:
    say, display = context.speak.say, context.display
    for bears in sizes.bears:
        if bears.does == "hangs":
            if bears.ratio > 1:
                stronger = next((n for n in (10, 20, 40) if n > display.wire and bears.ratio * display.wire / n <= 1), None)
                ways = [WayOut((f"Use wire rated {stronger} kg",), (number("wire", stronger),))] if stronger else []
                ways.append(WayOut(("Stand it on two rods from below",), (put("/display/rods", "three"),)))
                context.checks.add(
                    "stop",
                    "wire.weak",
                    "hold",
                    (f"The wires are too weak, {float(bears.ratio):.1f} times over.",),
                    why="Rating on the packet, factor 4.",
                    source_key="hang-factor",
                    figure="wire.tension",
                    parts=("rod",),
                    ways=ways,
                )
            continue
        if bears.does == "sticks":
            _sticks(context, sizes, bears)
            continue
        if bears.ratio > 1:
            ways = _stronger(context, sizes, bears)
            if bears.does == "bends":
                ways.append(WayOut(("Let it stand on a rod from below as well",), (put("/display/rods", "four"),)))
            context.checks.add(
                "stop",
                f"rod.weak.{bears.does}",
                "hold",
                (f"The {LABELS[display.stuff]} is too weak, {figures(bears.ratio, 2)} times over.",),
                why="Bent at the rail, with factor 4."
                if bears.does == "bends"
                else "Pressed along, it gives way sideways or is crushed; factor 4.",
                source_key="rods",
                figure="rod.stress" if bears.does == "bends" else "rod.pressed",
                parts=("rod",),
                ways=ways,
            )
        elif bears.sag is not None and bears.sag.value > context.rule("sags"):
            context.checks.add(
                "caution",
                "rod.sags",
                "hold",
                say("The rods bear it, but their ends sag by {}: the thing hangs low.", bears.sag),
                why="More than a millimetre is seen.",
                source_key="rods",
                figure="rod.sag",
                parts=("rod",),
                ways=(WayOut(("Let it stand on a rod from below as well",), (put("/display/rods", "four"),)),),
            )


def _stronger(context: SuspendedContext, sizes: Sizes, bears: Bears) -> list[WayOut]:
    """The next thickness that bears it and still has wood round its hole, the same thickness in steel, else steel as thick as it takes."""
    say, now, rules = context.speak.say, context.display.diameter, context.shop.rules
    if bears.other is None:
        return []
    deep = sizes.face.value - context.rule("face_clear")
    room = min(sizes.edge.value / rules.rod_edge, deep / rules.rod_deep if context.display.into_rail is None else sizes.edge.value)
    thicker = [n for n in THICKER if now < n <= room]
    steel = WayOut(("Use steel rod",), (put("/display/stuff", "steel"),))
    ways = [
        WayOut(say("Use rods {} thick", exact(n)), (put("/display/diameter", exact(n)),))
        for n in thicker
        if bears.other(exact(n), context.display.stuff) <= 1
    ][:1]
    if context.display.stuff != "steel" and bears.other(exact(now), "steel") <= 1:
        ways.append(steel)
    if not ways:
        for n in thicker:
            if bears.other(exact(n), "steel") <= 1:
                return [WayOut(say("Use steel rod {} thick", exact(n)), (*steel.patch, put("/display/diameter", exact(n))))]
    if not ways:
        box = way_of(RECIPES["shadow_box"]).begin(context.facts, context.shop)
        ways.append(WayOut(("Show it in a shadow box: it is too heavy for rods in such rails",), (put("/display", box),)))
    return ways


def _sticks(context: SuspendedContext, sizes: Sizes, bears: Bears) -> None:
    if bears.ratio <= 1:
        return
    say = context.speak.say
    deep = sizes.into_rail.value * bears.ratio
    ways = [WayOut(("Leave the rods dry: what it stands on carries it",), (put("/display/held", "dry"),))]
    if deep <= sizes.face.value - context.rule("face_clear"):
        deeper = Fraction(-(-deep // 1))
        ways.insert(0, WayOut(say("Drill {} deep", deeper), (put("/display/into_rail", deeper),)))
    context.checks.add(
        "stop",
        "rod.glue",
        "hold",
        (f"The glue in one hole is too weak, {figures(bears.ratio, 2)} times over.",),
        why="Should the others let go it carries the whole; factor 4.",
        source_key="rods",
        figure="rod.glue",
        parts=("rod",),
        ways=ways,
    )


def _moves(context: SuspendedContext, sizes: Sizes) -> None:
    say, display = context.speak.say, context.display
    if display.held == "glued" or display.rods == "wires" or sizes.moves.value <= context.rule("rod_moves"):
        return
    least = Suspended.model_fields["play"].default
    ways = []
    if display.play > least:
        ways.append(WayOut(say("Drill with {} of play", exact(least)), (put("/display/play", least),)))
    ways.append(WayOut(("Glue the rods into the rails",), (put("/display/held", "glued"),)))
    context.checks.add(
        "caution",
        "rod.loose",
        "hold",
        say("Dry in its holes it can move by {}.", sizes.moves),
        why="Play in the hole, made longer by the rod’s way to the thing.",
        source_key="rods",
        figure="rod.moves",
        parts=("rod",),
        ways=ways,
    )
