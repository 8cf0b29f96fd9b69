"""What can be wrong with a layered box: a void too shallow, a wall cut away, letters too wide, a lamp that can’t breathe, rebates unread."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.layered_box.sizes import LayeredContext, Sizes
from shadbo.core.framing.arrange.laid import SPANS
from shadbo.core.framing.arrange.sharing import check_shared
from shadbo.core.framing.families import check_loose
from shadbo.core.framing.rails import AXES
from shadbo.core.measuring.doubts import check_readings
from shadbo.core.quantity.exact import Fraction, exact


def check(context: LayeredContext, sizes: Sizes) -> None:
    pigment = [one for one in sizes.laid if "loose_pigment" in one.item.traits or one.item.kind == "pastel"]
    if context.display.glazing == "acrylic" and pigment:
        check_loose(context, pigment[0].item.name, pigment[0].part, {"glass": "glass"})
    for one in sizes.laid:
        wide, tall = one.sized.sides
        if wide and tall:
            check_readings(context.checks, context.speak, context.shop, one.item.name, wide, tall, one.part, key=one.part)
    _ordered(context, sizes)
    _rails(context, sizes)
    _rooms(context, sizes)
    _walls(context, sizes)
    _lying(context, sizes)
    _letters(context, sizes)
    _lamp(context, sizes)
    _built(context, sizes)


def _ordered(context: LayeredContext, sizes: Sizes) -> None:
    """A box ordered by its size over all has to hold what it is for."""
    for axis, (first, last) in SPANS.items():
        if getattr(context.display, f"outside_{axis}") is None:
            continue
        low, high = min(one.edges[first].value for one in sizes.laid), max(one.edges[last].value for one in sizes.laid)
        left = (sizes.sight[axis].value - (high - low)) / 2
        clear = context.rule("wall_clear")
        if left >= clear:
            continue
        pointer, say = f"/display/outside_{axis}", context.speak.say
        enough = high - low + 2 * clear + 2 * sizes.wall.value
        context.checks.add(
            "stop" if left < 0 else "caution",
            f"ordered.{axis}",
            "display",
            say(f"Ordered so, {{}} of what is shown is covered on each side in the {axis}.", -left)
            if left < 0
            else say(f"Ordered so, only {{}} is left beside what is shown in the {axis}.", left),
            why=say("{} outside, less both walls, shows {}.", sizes.outside[axis], sizes.sight[axis]),
            source_key="wall",
            figure=f"frame.sight.{axis}",
            parts=("rail",),
            ways=(
                WayOut(say("Order it {} outside", enough), (put(pointer, enough),)),
                WayOut(("Let its size follow from the border",), (put(pointer, None),)),
            ),
        )


def _rails(context: LayeredContext, sizes: Sizes) -> None:
    longest = max(sizes.outside.values(), key=lambda d: d.value)
    over = longest.value + context.rule("kerf") - context.rule("board_length")
    if over <= 0:
        return
    border = exact(context.display.border) - over / 2
    ways = [WayOut(context.speak.say("A border of {}", border), (put("/display/border", border),))] if border >= 0 else []
    if len(sizes.laid) > 1 and not ways:
        ways.append(
            WayOut(
                ("Lay them in a grid, close together",),
                (put("/display/layout/how", "grid"), put("/display/layout/gap", Fraction(5)), put("/display/border", Fraction(10))),
            )
        )
    context.checks.add(
        "stop",
        "rail.stock",
        "cut",
        context.speak.say("The longest rail, {}, is longer than boards come: {}.", longest, context.rule("board_length")),
        why="Box rails are cut from one board each.",
        source_key="stock",
        figure=longest.name,
        parts=("rail",),
        ways=ways,
    )


def _rooms(context: LayeredContext, sizes: Sizes) -> None:
    say = context.speak.say
    for lies in sizes.floors[:-1]:
        if lies.need is None or lies.room is None or lies.room.value >= lies.need.value:
            continue
        short = lies.need.value - lies.room.value
        ways = []
        if lies.floor.room is not None:
            ways.append(
                WayOut(
                    say("Make the room {}", lies.need),
                    (put(f"/display/floors/{lies.index}/room", None), *_unread(sizes, lies.index)),
                )
            )
        elif any(f.floor.built_depth is not None for f in sizes.floors[lies.index : lies.index + 2]):
            thin = lies.thick.value - short
            if thin >= 2:
                ways.append(
                    WayOut(
                        say(f"{lies.name} {{}} thick: the room is there", thin),
                        (put(f"/display/floors/{lies.index}/thickness", thin),),
                    )
                )
            ways.append(WayOut(("Cut the rebate again, and read it again",), _unread(sizes, lies.index)))
        stands = sizes.floors[lies.index + 1].stands
        what = max(stands, key=lambda one: one.sized.front.value).item.name if stands else "the lamp"
        context.checks.add(
            "stop",
            f"room.{lies.index}",
            "depth",
            say(f"Behind {lies.name.lower()} there is {{}}; {what} needs {{}}: short by {{}}.", lies.room, lies.need, short),
            why="The tallest thing, and air before it.",
            source_key="layered",
            figure=lies.room.name,
            parts=(f"room.{lies.index}",),
            ways=ways,
        )


def _unread(sizes: Sizes, index: int) -> tuple[dict[str, Any], ...]:
    """The readings of the two rebates a room lies between, taken away, so that they follow the plan again."""
    return tuple(
        put(f"/display/floors/{f.index}/built_depth", None)
        for f in sizes.floors[index : index + 2]
        if f.floor.built_depth is not None
    )


def _walls(context: LayeredContext, sizes: Sizes) -> None:
    say = context.speak.say
    if sizes.left.value < context.rule("rebate_wood"):
        thick = sizes.floors[-1].steps.value + context.rule("rebate_wood")
        thick = Fraction(-(-thick // 2) * 2)
        ways = [WayOut(say("Walls {} thick", thick), (put("/display/wall", thick),))] if thick <= 120 else []
        narrow = [f for f in sizes.floors if f.shoulder.value > 4]
        if sizes.left.value + sum((f.shoulder.value - context.rule("shoulder") for f in narrow), Fraction(0)) >= context.rule(
            "rebate_wood"
        ):
            ways.append(
                WayOut(
                    say("Shoulders of {}", context.rule("shoulder")),
                    tuple(put(f"/display/floors/{f.index}/shoulder", context.rule("shoulder")) for f in narrow),
                )
            )
        context.checks.add(
            "stop",
            "wall.thin" if sizes.left.value > 0 else "wood.none",
            "depth",
            say("The rebates leave {} of wall at the back: it breaks out.", sizes.left)
            if sizes.left.value > 0
            else ("The rebates cut right through the wall.",),
            why=context.speak.say("{} of wood behind the last rebate.", context.rule("rebate_wood")),
            source_key="layered",
            figure="wall.left",
            parts=("rail",),
            ways=ways,
        )
    for lies in sizes.floors:
        room = Fraction(context.shop.rules.glass_allowance if lies.floor.kind == "glass" else context.shop.rules.board_allowance)
        lap = lies.shoulder.value - room / 2
        if lap < context.rule("least_lap"):
            good = context.rule("least_lap") + room / 2
            context.checks.add(
                "stop",
                f"lap.{lies.index}",
                "depth",
                say(
                    f"{lies.name} lies on only {{}} of its shoulder, pushed to one side on {{}}.",
                    lap,
                    max(lap - room / 2, Fraction(0)),
                ),
                why=context.speak.say("{} at the least, centred.", context.rule("least_lap")),
                source_key="lap",
                figure=f"{lies.part}.shoulder",
                parts=(lies.part,),
                ways=(WayOut(say("A shoulder of {}", good), (put(f"/display/floors/{lies.index}/shoulder", good),)),),
            )


def _lying(context: LayeredContext, sizes: Sizes) -> None:
    """On one floor nothing lies on anything else; before and behind one another they may."""
    for lies in sizes.floors:
        if check_shared(context, (*lies.stands, *lies.cut), f"on {lies.name.lower()}"):
            return


def _letters(context: LayeredContext, sizes: Sizes) -> None:
    say = context.speak.say
    for lies in sizes.floors:
        if lies.text is None:
            continue
        # What is seen of a board is what shows through the box before it: the sight.
        room = {
            "width": sizes.sight["width"].value - 2 * context.rule("letters_clear"),
            "height": sizes.sight["height"].value - 2 * context.rule("letters_clear"),
        }
        wide = Fraction(round(lies.text.width * 1000), 1000)
        below = abs(exact(lies.floor.below))
        tall = exact(lies.floor.letters) + 2 * below
        if wide > room["width"] or tall > room["height"]:
            share = min(room["width"] / wide, room["height"] / tall)
            letters, stroke, bridge = (
                Fraction(max(int(exact(getattr(lies.floor, f)) * share * 9 / 10), low))
                for f, low in (("letters", 8), ("stroke", 1), ("bridge", 1))
            )
            ways = [
                WayOut(
                    say("Letters {} high, in the middle", letters),
                    tuple(
                        put(f"/display/floors/{lies.index}/{f}", v)
                        for f, v in (("letters", letters), ("stroke", stroke), ("bridge", bridge), ("below", Fraction(0)))
                    ),
                )
            ]
            more = -(-max(wide - room["width"], tall - room["height"]) // 2) + 5
            if exact(context.display.border) + more <= 500:
                ways.append(
                    WayOut(
                        say("A wider box, border {}", exact(context.display.border) + more),
                        (put("/display/border", exact(context.display.border) + more),),
                    )
                )
            context.checks.add(
                "stop",
                f"text.wide.{lies.index}",
                "arrange",
                say("The letters are {} wide; {} of the board is seen.", wide, sizes.sight["width"]),
                why=context.speak.say("{} clear of the edges of what shows.", context.rule("letters_clear")),
                source_key="letters",
                parts=(lies.part,),
                ways=ways,
            )
        thin = exact(lies.floor.stroke) * 5 > exact(lies.floor.letters)
        if thin:
            context.checks.add(
                "caution",
                f"text.fat.{lies.index}",
                "arrange",
                ("The strokes are so wide for the letters that they run together.",),
                why="A stroke up to about an eighth of the height.",
                source_key="letters",
                parts=(lies.part,),
                ways=(
                    WayOut(
                        say("A stroke of {}", Fraction(max(1, int(lies.floor.letters / 10)))),
                        (put(f"/display/floors/{lies.index}/stroke", Fraction(max(1, int(lies.floor.letters / 10)))),),
                    ),
                ),
            )
        elif lies.floor.bridge < 2:
            context.checks.add(
                "caution",
                f"text.bridge.{lies.index}",
                "arrange",
                say("Bridges of {} break in handling.", exact(lies.floor.bridge)),
                why=context.speak.say("{} to {} of board between two slots.", context.rule("bridge_least"), context.rule("bridge")),
                source_key="letters",
                parts=(lies.part,),
                ways=(
                    WayOut(
                        say("Bridges of {}", context.rule("bridge")),
                        (put(f"/display/floors/{lies.index}/bridge", context.rule("bridge")),),
                    ),
                ),
            )


def _lamp(context: LayeredContext, sizes: Sizes) -> None:
    say, lit = context.speak.say, sizes.lit
    if lit is None:
        return
    room = sizes.floors[-2]
    assert room.room is not None
    out = WayOut(("Leave the lamp out",), (put("/display/lamp", None),))
    if room.room.value < context.rule("lamp_room"):
        ways = [out]
        if not sizes.floors[-1].stands:
            ways.insert(
                0,
                WayOut(
                    say("A lamp room {} deep", context.rule("lamp_room_good")),
                    (
                        put("/display/lamp/depth", context.rule("lamp_room_good")),
                        put(f"/display/floors/{room.index}/room", None),
                        *_unread(sizes, room.index),
                    ),
                ),
            )
        context.checks.add(
            "caution",
            "lamp.shallow",
            "depth",
            say(f"The lamp room is {{}} deep: {lit.rows} rows of strip, and its dots are seen.", room.room),
            why="Rows no further apart than the room is deep.",
            source_key="lamp",
            figure="lamp.rows",
            parts=("lamp",),
            ways=ways,
        )
    through = room.text is not None or room.cut or room.floor.kind == "glass"
    if not through:
        context.checks.add(
            "caution",
            "lamp.dark",
            "depth",
            (f"No light comes through {room.name.lower()}: nothing is cut out of it.",),
            why="Letters or shapes cut out, or a sheet that lets light through.",
            source_key="lamp",
            parts=(room.part,),
            ways=(out,),
        )
    if context.display.lamp is not None and context.display.lamp.over == "letters" and "lamp.lit" not in context.book.dims:
        context.checks.add(
            "note",
            "lamp.all",
            "display",
            ("It lights all over: there are no letters, or they and the room round them take all its height.",),
            why="Behind letters alone it lights half a room’s depth above and below them.",
            source_key="lamp",
            figure="lamp.rows",
            parts=("lamp",),
            ways=(WayOut(("Light it all over",), (put("/display/lamp/over", "all"),)),),
        )
    if lit.watts > context.rule("lamp_warm"):
        context.checks.add(
            "caution",
            "lamp.warm",
            "depth",
            (f"The strip takes {float(lit.watts):.0f} W in a closed room: {lit.holes} holes, and feel it after an hour.",),
            why="Low voltage from an approved supply; the back stays removable. Mains work by a licensed electrician.",
            source_key="lamp",
            figure="lamp.watts",
            parts=("lamp", "vent"),
            ways=(WayOut(("A strip of 3 W a metre",), ({"op": "add", "path": "/display/lamp/watts", "value": 3},)),)
            if context.display.lamp and context.display.lamp.watts > 3
            else (out,),
        )


def _built(context: LayeredContext, sizes: Sizes) -> None:
    """Glass and boards are ordered from the rebates as they are, not as they were planned."""
    say = context.speak.say
    unread = [f for f in sizes.floors if not f.built]
    if unread:
        context.checks.add(
            "caution",
            "rebates.unread",
            "cut",
            (
                f"Read {'the rebates' if len(unread) == len(sizes.floors) else ', '.join(f.name.lower() for f in unread)} after the glue-up, "
                "before glass and boards are ordered.",
            ),
            why="Sizes typed from the built box take the place of the planned ones, and all that follows from them follows.",
            source_key="rebates",
            parts=tuple(f.part for f in unread),
        )
    for lies in sizes.floors:
        off = [(a, lies.rebate[a].value - lies.planned[a].value) for a in AXES if getattr(lies.floor, f"built_{a}") is not None]
        worst = max(off, key=lambda pair: abs(pair[1]), default=("width", Fraction(0)))
        if abs(worst[1]) > 1:
            context.checks.add(
                "note",
                f"built.{lies.index}",
                "cut",
                say(
                    f"The rebate of {lies.name.lower()} came out {{}} {'larger' if worst[1] > 0 else 'smaller'} in the {worst[0]}; its sheet follows.",
                    abs(worst[1]),
                ),
                why="The sheet is cut to what is there.",
                source_key="rebates",
                figure=f"{lies.part}.rebate.{worst[0]}",
                parts=(lies.part,),
            )
        # Pushed to one side the sheet must still lie on the shoulder of the opening before it.
        for axis, by in off:
            lap = lies.shoulder.value + by / 2 - context.rule("glass_allowance")
            if (by > 0 and lap < 1) or by < -2 * lies.shoulder.value:
                context.checks.add(
                    "stop",
                    f"built.lap.{lies.index}.{axis}",
                    "cut",
                    say(
                        f"The rebate of {lies.name.lower()} can’t be so: {{}} instead of {{}}.",
                        lies.rebate[axis],
                        lies.planned[axis],
                    ),
                    why="It would be smaller than the opening before it, or its sheet would fall through.",
                    source_key="rebates",
                    figure=f"{lies.part}.rebate.{axis}",
                    parts=(lies.part,),
                    ways=(
                        WayOut(
                            ("Take the reading away and read again",), (put(f"/display/floors/{lies.index}/built_{axis}", None),)
                        ),
                    ),
                )
