"""From the sums to the bench: cut list, parts, stock and steps of hanger bars."""

from __future__ import annotations

from shadbo.core.contract.cutting import CutLine, StockLength, bar_of, sheet_of
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.displays.hanger_bars.sizes import BarsContext, Sizes, bars
from shadbo.core.framing.rails import cut_line, stock_lengths
from shadbo.core.framing.walls import fixing_in


def cut_list(context: BarsContext, sizes: Sizes) -> tuple[CutLine, ...]:
    display, say = context.display, context.speak.say
    lines = [
        cut_line(
            context,
            "bar",
            "Bars",
            ("bar",),
            bars(context.display),
            display.wood,
            sizes.bar,
            bar_of(context.speak, sizes.high, sizes.thick),
            ("square ends, edges broken",),
        )
    ]
    if sizes.trim is not None:
        lines.append(
            cut_line(
                context,
                "trim",
                "Sheet, trimmed to",
                ("work", "trim"),
                1,
                "the work itself",
                sizes.sheet["width"],
                sheet_of(context.speak, sizes.sheet["height"]),
                say("{} off each edge, outside the work", sizes.trim),
            )
        )
    return tuple(lines)


def parts(context: BarsContext, sizes: Sizes) -> tuple[Part, ...]:
    """What grips, what it hangs by, what finishes the bars."""
    display, many = context.display, context.book.counts["grip.total"].count or 0
    if display.grip == "magnets":
        grip = got(
            "grip", "Magnets, in pairs", many, material=f"pull {display.pull} N a pair", lights=("grip",), figure="grip.total"
        )
    else:
        grip = got("grip", "Small screws", many, material="wood screw", lights=("grip",), figure="grip.total")
    found = [
        grip,
        got("cord", "Cord", size=context.speak.say("{}", context.book["cord.cut"]), lights=("cord",)),
        got("hook", "Hook", note=(fixing_in(context.piece.room.wall),)),
        got("paper", "Sandpaper 120 and 240", comes="hand"),
    ]
    if display.grip == "magnets":
        found.append(got("glue.magnet", "Two-part adhesive", comes="hand", note=("for the magnets",)))
    if display.finish != "bare":
        found.append(got("finish", "Oil" if display.finish == "oil" else "Paint", comes="hand"))
    return tuple(found)


def stock_sum(context: BarsContext, sizes: Sizes) -> tuple[StockLength, ...]:
    names = ("upper bar, front", "upper bar, behind", "lower bar, front", "lower bar, behind")[: bars(context.display)]
    return stock_lengths(context, [(name, sizes.bar.value) for name in names], context.rule("board_length"), "Lengths of strip")


BARE = "The faces that grip the sheet stay bare."
# How the bars are finished after sanding, and the minutes they dry (common practice).
TABLE_FINISHED = {
    "bare": ("", 0),
    "oil": (f" Then oil, wiped off again after fifteen minutes. {BARE}", 24 * 60),
    "paint": (f" Then three thin coats, four hours between, and a day to harden. {BARE}", 32 * 60),
}


def steps(context: BarsContext, sizes: Sizes) -> tuple[Operation, ...]:
    say, display = context.speak.say, context.display
    out = [
        Operation(
            "measure",
            "Measure again",
            say("Width once more at three places: the bar goes by the largest, {}.", sizes.sheet["width"]),
            5,
            gate=True,
            parts=("work",),
            leaves=("measured",),
        )
    ]
    if sizes.trim is not None:
        out.append(
            Operation(
                "trim",
                "Cut the margin",
                say("{} off each edge. Look twice: the line lies outside the work on all four sides.", sizes.trim),
                15,
                gate=True,
                care="Metal ruler held firmly, several light passes, fingers behind the edge.",
                parts=("trim",),
                makes=("trim",),
            )
        )
    out += [
        Operation(
            "cut",
            "Cut the bars",
            say(f"{bars(context.display)} at {{}}, all to one stop.", sizes.bar),
            15,
            care="Saw: guard down, hands clear, eye and hearing protection.",
            parts=("bar",),
            makes=("bar",),
            place="dusty",
        ),
        Operation(
            "drill",
            "Holes for magnets" if display.grip == "magnets" else "Holes for screws",
            say(
                f"{sizes.hold.count} holes along each bar, the first {{}} from the end; "
                + (
                    "in the faces that grip, both bars of a pair from one template, no deeper than a magnet: a stop on the bit. "
                    if display.grip == "magnets"
                    else "both bars of a pair drilled as one. "
                )
                + "And one for the cord through each end of the upper pair.",
                sizes.at[0],
            ),
            25,
            care="Clamp the bars.",
            parts=("grip",),
            uses=("bar",),
        ),
        Operation(
            "finish",
            "Sand and finish the edges",
            (f"120, then 240; edges broken so that they do not mark the sheet.{TABLE_FINISHED[display.finish][0]}",),
            30,
            wait_minutes=TABLE_FINISHED[display.finish][1],
            care="Oily rags heat by themselves: dry them flat outdoors, or under water in a lidded tin."
            if display.finish == "oil"
            else "",
            parts=("bar",),
            uses=("paper", "finish") if display.finish != "bare" else ("paper",),
        ),
        *_let_in(context),
        Operation(
            "grip",
            "Lay it in and close the bars",
            ("Face down on clean paper; the edge square against a stop in the bar.",),
            15,
            gate=True,
            parts=("work", "grip"),
            uses=("bar",),
            holds=("work",),
            method="bars",
        ),
        Operation(
            "test",
            "Test hang",
            ("A week where nobody walks under it. Look: has it slipped, does it hang straight?",),
            10,
            wait_minutes=7 * 24 * 60,
            gate=True,
            parts=("work",),
        ),
        Operation(
            "hang",
            "Hang it",
            say("Cord through both ends of the upper bar, rising {} to the hook.", sizes.cord),
            10,
            parts=("cord",),
            uses=("hook",),
            gate=True,
            place="wall",
        ),
    ]
    return tuple(out)


def _let_in(context: BarsContext) -> tuple[Operation, ...]:
    """Magnets go in when the bars are finished: neither oil nor dust lies under them."""
    if context.display.grip != "magnets":
        return ()
    return (
        Operation(
            "magnets",
            "Let the magnets in",
            (
                "Tried in pairs first, the face that is drawn marked on each. A drop of adhesive in every hole, the magnet flush with the wood, not above "
                "it; the bars apart till it is hard.",
            ),
            20,
            wait_minutes=24 * 60,
            care="Magnets pinch and break: one at a time, away from watches, cards and pacemakers. Two-part adhesive: gloves, fresh air.",
            parts=("grip",),
            uses=("bar", "glue.magnet"),
        ),
    )
