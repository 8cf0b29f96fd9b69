"""What can be wrong with cloth behind a sash: no pane for it, a cover too large, fasteners in the cloth, a flag the wrong way."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.sash.flags import FLAGS, ORDINARY, proportion
from shadbo.core.displays.sash.over_rules import check_empty, check_over
from shadbo.core.displays.sash.sizes import SashContext, Sizes
from shadbo.core.framing.boxes.recipe import RECIPES
from shadbo.core.framing.boxes.suiting import way_of
from shadbo.core.measuring.doubts import check_readings
from shadbo.core.quantity.exact import Fraction, exact

# Deeper than this no sash is packed out (mm).
DEEPEST = Fraction(60)


def check(context: SashContext, sizes: Sizes) -> None:
    for one in sizes.behind:
        wide, tall = one.laid.sized.sides
        if wide and tall:
            check_readings(
                context.checks, context.speak, context.shop, one.laid.item.name, wide, tall, one.laid.part, key=one.laid.part
            )
    _panes(context, sizes)
    if sizes.over is not None:
        check_over(context, sizes, sizes.over)
    else:
        _cloth(context, sizes)
        check_empty(context, sizes)
    _depth(context, sizes)
    if context.display.closing == "cover":
        _cover(context, sizes)
        _fastener(context, sizes)
    _flag(context, sizes)


def number(pointer: str, value: int) -> dict[str, Any]:
    return {"op": "add", "path": pointer, "value": value}


def _panes(context: SashContext, sizes: Sizes) -> None:
    display = context.display
    if not sizes.left_out:
        return
    names = ", ".join(one.item.called for one in sizes.left_out)
    total = len(sizes.behind) + len(sizes.left_out)
    across = display.across
    ways = []
    if -(-total // across) <= 6:
        ways.append(WayOut((f"A sash of {across} × {-(-total // across)} panes",), (number("/display/down", -(-total // across)),)))
    else:
        ways.append(
            WayOut(
                (f"A sash of 6 × {min(6, -(-total // 6))} panes",),
                (number("/display/across", 6), number("/display/down", min(6, -(-total // 6)))),
            )
        )
    keep = [{"op": "remove", "path": f"/object/items/{one.index}"} for one in reversed(sizes.left_out)]
    ways.append(WayOut((f"Take {names} out",) if len(names) < 60 else ("Take out what has no pane",), tuple(keep)))
    context.checks.add(
        "stop",
        "panes.few",
        "display",
        (f"There is no pane for {names}.",) if len(names) < 80 else (f"There is no pane for {len(sizes.left_out)} of the things.",),
        why="Cloths go behind the panes one by one, left to right and down.",
        source_key="sash",
        parts=("glass",),
        ways=ways,
    )


def _cloth(context: SashContext, sizes: Sizes) -> None:
    say = context.speak.say
    for one in sizes.behind:
        if one.wrapped:
            continue
        over = min(one.border.values(), key=lambda d: d.value)
        name = one.laid.item.called
        if over.value < 0:
            wider = {
                a: Fraction(-(-(one.laid.sized.wide if a == "width" else one.laid.sized.tall).value // 5) * 5 + 40)
                for a in ("width", "height")
            }
            ways = []
            if context.display.across * context.display.down == 1 and all(wider[a] <= 2000 for a in wider):
                ways.append(
                    WayOut(
                        say("A sash with a pane of {} × {}", *wider.values()),
                        tuple(put(f"/display/pane_{a}", v) for a, v in wider.items()),
                    )
                )
            ways.append(_folded(context, sizes, one.laid.sized.index))
            context.checks.add(
                "stop",
                f"cloth.large.{one.laid.item.key}",
                "display",
                say(
                    f"{name} is neither large enough to be turned behind on all sides nor small enough to be seen whole: "
                    "{} is hidden on each side.",
                    -over.value,
                ),
                why="A flag or pennant is shown whole or wrapped, never cut off by the wood.",
                source_key="sash",
                figure=over.name,
                parts=(one.laid.part,),
                ways=ways,
            )
        else:
            context.checks.add(
                "note",
                f"cloth.small.{one.laid.item.key}",
                "display",
                say(
                    f"{name} does not reach round its board: it is stitched flat to a board covered in plain cloth, {{}} and {{}} from its edges.",
                    one.border["width"],
                    one.border["height"],
                ),
                why=context.speak.say("Less than {} turned behind does not hold.", context.rule("least_turn")),
                source_key="sash",
                parts=(one.laid.part,),
            )


def _folded(context: SashContext, sizes: Sizes, index: int) -> WayOut:
    """A pane as the cloth wants it would be another sash; folded under, the cloth is as large as what is seen."""
    key = f"/object/items/{index}"
    item = context.thing.items[index]
    usual = {"typed": None, "tape": "mm", "give": 0}
    seen = {a: max(min(sizes.sight[a].value - 20, Fraction(5000)), Fraction(2)) for a in ("width", "height")}
    wide = {"top": [], "middle": [usual | {"mm": _number(min(seen["width"], _first(item.width)))}], "bottom": [], "more": []}
    tall = {"left": [], "centre": [usual | {"mm": _number(min(seen["height"], _first(item.height)))}], "right": [], "more": []}
    return WayOut(
        context.speak.say("Fold it to {} × {}, nothing cut", Fraction(wide["middle"][0]["mm"]), Fraction(tall["centre"][0]["mm"])),  # type: ignore[arg-type]
        ({"op": "add", "path": f"{key}/width", "value": wide}, {"op": "add", "path": f"{key}/height", "value": tall}),
    )


def _first(stations: Any) -> Fraction:
    return Fraction(next(iter(stations.places(""))).readings[0].mm)


def _number(mm: Fraction) -> int:
    return int(mm)


def _depth(context: SashContext, sizes: Sizes) -> None:
    say, display = context.speak.say, context.display
    if sizes.slack.value < 0:
        ways = []
        strips = exact(display.strips)
        if strips + sizes.slack.value >= 0 and strips > 0:
            ways.append(
                WayOut(say("Thinner strips, {}", strips + sizes.slack.value), (put("/display/strips", strips + sizes.slack.value),))
            )
        for thin in (5, 3, 2):
            if thin < exact(display.board) and sizes.slack.value + exact(display.board) - thin >= 0:
                ways.append(WayOut(say("A board {} thick", Fraction(thin)), (put("/display/board", Fraction(thin)),)))
                break
        rest = sizes.slack.value + strips + exact(display.board) - 2
        if not ways and rest >= 0:
            ways.append(
                WayOut(
                    say("No strips, and a board {} thick", context.rule("thin_board")),
                    (put("/display/strips", Fraction(0)), put("/display/board", context.rule("thin_board"))),
                )
            )
        deeper = Fraction(-(-(exact(display.rebate) - sizes.slack.value) // 1))
        if not ways and deeper <= DEEPEST:
            ways.append(WayOut(say("Pack the cover out: {} behind the glass in all", deeper), (put("/display/rebate", deeper),)))
        elif not ways:
            box = way_of(RECIPES["shadow_box"]).begin(context.facts, context.shop)
            ways.append(WayOut(("Show it in a shadow box: it is no cloth",), (put("/display", box),)))
        context.checks.add(
            "stop",
            "depth.slack",
            "display",
            say("The board stands {} out of the sash: the cover can’t lie flat.", -sizes.slack.value),
            why="Behind the glass: strips, cloth, board, and the cloth turned behind.",
            source_key="depth",
            figure="depth.slack",
            parts=("board",),
            ways=ways,
        )
    if display.strips < 2:
        room = sizes.slack.value >= 2
        context.checks.add(
            "caution",
            "cloth.touches",
            "display",
            ("The cloth lies on the glass: damp that settles there stains it.",),
            why=context.speak.say(
                "Strips of {} to {} round the pane keep it off.", context.rule("pane_strip"), context.rule("pane_strip_most")
            ),
            source_key="air",
            parts=("strips",),
            ways=(
                WayOut(
                    say("Put in strips of {}", context.rule("pane_strip")), (put("/display/strips", context.rule("pane_strip")),)
                ),
            )
            if room
            else (),
        )


def _cover(context: SashContext, sizes: Sizes) -> None:
    say = context.speak.say
    usual = WayOut(
        say("Let the cover stand {} beyond the cloth", context.rule("cover_beyond")),
        (put("/display/cover_by", context.rule("cover_beyond")),),
    )
    points = WayOut(("No cover: every board held by points in its own rebate",), (put("/display/closing", "points"),))
    if sizes.beyond.value < context.rule("cover_beyond"):
        context.checks.add(
            "stop",
            "cover.small",
            "hold",
            say("The cover stands only {} beyond the cloth: a fastener would meet it.", sizes.beyond),
            why=context.speak.say("At least {} on each side.", context.rule("cover_beyond")),
            source_key="sash-cover",
            figure="cover.beyond",
            parts=("cover",),
            ways=(usual, points),
        )
    if sizes.ledge.value < context.rule("cover_ledge"):
        ways = [points]
        if sizes.ledge.value + sizes.beyond.value - context.rule("cover_beyond") >= context.rule("cover_ledge"):
            ways.insert(0, usual)
        context.checks.add(
            "stop",
            "cover.large",
            "hold",
            say("The cover leaves {} of wood outside it: it is seen from the side, or hangs over.", sizes.ledge)
            if sizes.ledge.value >= 0
            else say("The cover stands {} over the edge of the sash.", -sizes.ledge.value),
            why=say("Smaller than the sash: {} of wood all round.", context.rule("cover_ledge")),
            source_key="sash-cover",
            figure="cover.ledge",
            parts=("cover", "sash"),
            ways=ways,
        )


def _fastener(context: SashContext, sizes: Sizes) -> None:
    say, display = context.speak.say, context.display
    fitting = [
        n
        for n in (8, 10, 12, 15, 20, 25)
        if context.rule("cover_bite") <= n - exact(display.cover_board) <= exact(display.thickness) - context.rule("face_clear")
    ]
    ways = [WayOut(say("Use {} fasteners", Fraction(n)), (put("/display/fastener", Fraction(n)),)) for n in fitting[:2]]
    points = WayOut(("No cover: every board held by points in its own rebate",), (put("/display/closing", "points"),))
    if sizes.bite.value < context.rule("cover_bite"):
        context.checks.add(
            "stop",
            "fastener.short",
            "hold",
            say("The fastener bites {} into the sash: it lets go.", sizes.bite)
            if sizes.bite.value > 0
            else ("The fastener does not reach the sash.",),
            why=say("At least {} beyond the cover.", context.rule("cover_bite")),
            source_key="sash-cover",
            figure="fastener.bite",
            parts=("fastener",),
            ways=(*ways, points),
        )
    elif sizes.bite.value > exact(display.thickness) - context.rule("face_clear"):
        context.checks.add(
            "stop",
            "fastener.long",
            "hold",
            say("The fastener would come out of the face: it bites {} into a sash {} thick.", sizes.bite, exact(display.thickness)),
            why=say("It ends {} short of the face.", context.rule("face_clear")),
            source_key="clip-screw",
            figure="fastener.bite",
            parts=("fastener",),
            ways=(*ways, points),
        )
    if sizes.beyond.value >= context.rule("cover_beyond") and sizes.clear.value < context.rule("cover_clear"):
        raise AssertionError("a cover of the least size leaves a fastener room")


def _flag(context: SashContext, sizes: Sizes) -> None:
    display = context.display
    if display.flag == "none":
        return
    flag = FLAGS[display.flag]
    published = display.flag == "united_states"
    context.checks.add(
        "note" if published else "caution",
        "flag.way",
        "display",
        (flag.rule,),
        why="Where a published code says how a flag hangs, it is kept."
        + (" A flag is never fastened so that it tears or soils." if published else " No other rule is held here."),
        source_key="flag-us" if published else "flag-other",
        parts=("item",),
    )
    if flag.fly is None:
        return
    for one in sizes.behind:
        wide, tall = one.laid.sized.wide.value, one.laid.sized.tall.value
        ratio = proportion(display.hung, wide, tall)
        if min(abs(ratio / fly - 1) for fly in (flag.fly, ORDINARY)) <= context.rule("flag_out"):
            continue
        other = "down" if display.hung == "across" else "across"
        fits = abs(proportion(other, wide, tall) / flag.fly - 1) <= context.rule("flag_out")
        context.checks.add(
            "caution",
            f"flag.shape.{one.laid.item.key}",
            "display",
            (f"{one.laid.item.called}: its length is {float(ratio):.2f} of its height; the flag’s is {float(flag.fly):.1f}.",),
            why="Measured askew, pulled out of shape, or made to another order.",
            source_key="flag-shape",
            parts=(one.laid.part,),
            ways=(WayOut((f"It hangs {other}",), (put("/display/hung", other),)),) if fits else (),
        )
