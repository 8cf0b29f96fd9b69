"""From the sums to the bench: cut list, stock, parts, steps of a frame that opens at the front."""

from __future__ import annotations

from dataclasses import replace

from shadbo.core.contract.cutting import CutLine, StockLength, bar_of, sheet_of
from shadbo.core.contract.operations import MADE, Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.displays.front_opening.sizes import OpeningContext, Sizes
from shadbo.core.framing.closing import closing_care
from shadbo.core.framing.filling import BLADE, SAWN, board_of, fill_lines
from shadbo.core.framing.glazing import glazing_line, glazing_step
from shadbo.core.framing.rabbet import rails_of
from shadbo.core.framing.rails import RUNS, WHERE, cut_line, frame_steps, rail_lines, rail_stock, stock_lengths
from shadbo.core.framing.stock import back_screw, told
from shadbo.core.quantity.exact import exact
from shadbo.core.quantity.figures import Say

SAW = "Saw: guard down, hands clear, eye and hearing protection; dust extraction on."
DRILL = "A stop on the bit; eye protection; never towards the glazing."


def cut_list(context: OpeningContext, sizes: Sizes) -> tuple[CutLine, ...]:
    lines = rail_lines(context, rails_of(context, sizes.rabbet, context.display.frame))
    for axis, run, _, _ in RUNS:
        lines.append(
            cut_line(
                context,
                f"tray.{run}",
                f"Tray, {WHERE[axis]}",
                ("tray",),
                2,
                sizes.stock.name,
                sizes.rabbet.outside[axis],
                bar_of(context.speak, sizes.face, sizes.height),
                ("45° both ends, leaning opposite ways", *_ripped(context, sizes)),
                sizes.inside[axis],
            )
        )
    board, stiff = board_of(context, sizes.mount, "mount").name, board_of(context, sizes.back, "stiff").name
    lines += [
        cut_line(
            context,
            "board",
            "Mount board",
            ("board",),
            1,
            board,
            sizes.board["width"],
            sheet_of(context.speak, sizes.board["height"], sizes.mount),
            ("lies loose in the tray, so that it lifts out with the work",),
        ),
        cut_line(
            context,
            "back",
            "Back",
            ("back",),
            1,
            stiff,
            sizes.rabbet.outside["width"],
            sheet_of(context.speak, sizes.rabbet.outside["height"], sizes.back),
            ("over the whole tray",),
        ),
        *fill_lines(context, sizes.fill, sizes.board),
    ]
    if sizes.glazing:
        lines.append(glazing_line(context, sizes.sheet, sizes.glazing))
    return tuple(lines)


def stock_sum(context: OpeningContext, sizes: Sizes) -> tuple[StockLength, ...]:
    door = rail_stock(context, rails_of(context, sizes.rabbet, context.display.frame))
    pieces = [
        (f"tray {where}", sizes.rabbet.outside[axis].value)
        for axis, sides in (("width", ("top", "bottom")), ("height", ("left", "right")))
        for where in sides
    ]
    tray = stock_lengths(
        context, pieces, exact(sizes.stock.length), "Lengths for the tray", name="tray.lengths", first=len(door) + 1
    )
    return (*door, *tray)


def _ripped(context: OpeningContext, sizes: Sizes) -> Say:
    """What is said of rails that are ripped down from deeper stock."""
    own = exact(sizes.stock.height)
    return context.speak.say("; ripped down from {}", own) if sizes.height.value < own else ()


def parts(context: OpeningContext, sizes: Sizes) -> tuple[Part, ...]:
    count = len(sizes.hinges)
    # Through the back into the tray, and not out at its front.
    deepest = sizes.back.value + sizes.height.value - context.rule("face_clear")
    found = [
        got(
            "hinge",
            "Butt hinges",
            count,
            material="brass or steel, as long as a finger is wide or longer",
            lights=("hinge",),
            figure="hinge.count",
        ),
        got("hinge.screw", "Screws of the hinges", 4 * count, material="wood screw, as the hinge is drilled"),
        got("catch", "Magnets, in pairs", 2, note=("let in flush, poles facing",), lights=("catch",)),
        got(
            "back.screw",
            "Screws of the back",
            8,
            material="wood screw",
            size=told(context, back_screw(context, sizes.back, deepest)),
        ),
        got("glue", "Wood glue", comes="hand"),
    ]
    if sizes.glazing:
        many = sum((context.book.counts[f"points.{a}"].count or 0) for a in ("width", "height"))
        found.append(got("points", "Points", 2 * many, note=("behind the glazing, in the door",)))
    if context.display.kept:
        note = ("between what is kept behind the board",)
        found.append(got("between", "Sheets of acid-free paper", context.display.kept, comes="hand", note=note))
    return tuple(found)


def steps(context: OpeningContext, sizes: Sizes) -> tuple[Operation, ...]:
    """The order of work: door and tray first, hinged dry before anything of paper comes near."""
    say, display = context.speak.say, context.display
    opens, shuts = display.opens, "right" if display.opens == "left" else "left"
    outside, inside = sizes.rabbet.outside, sizes.inside
    out = [
        Operation(
            "measure",
            "Measure again",
            say(
                "The largest that will ever lie in it, {} × {}; the tray takes {} × {}. Look: which way up are the pictures?",
                sizes.thing.width.largest,
                sizes.thing.height.largest,
                *inside.values(),
            ),
            10,
            gate=True,
            parts=("work",),
            leaves=("measured",),
        ),
        *frame_steps(context, rails_of(context, sizes.rabbet, display.frame)),
        Operation(
            "tray",
            "Build the tray",
            say(
                f"{sizes.stock.name}, {{}} deep: two at {{}} and two at {{}}, long point, mitred as the frame is. "
                "Glued and clamped on the door itself, paper between, so that both are one size.",
                sizes.height,
                outside["width"],
                outside["height"],
            ),
            40,
            wait_minutes=24 * 60,
            care=SAW,
            makes=("tray",),
            uses=("glue",),
            place="dusty",
            takes="clamps",
            takes_on=60,
            leaves=("glued", "joined", "shaped"),
        ),
        Operation(
            "catch",
            "Let the magnets in",
            (
                f"Bored on the {shuts} of door and tray, as far from the ends as the hinges; poles facing, glued flush while the wood is bare. "
                "A finger’s notch between them opens it.",
            ),
            20,
            care="A stop on the bit; eye protection. Magnets pinch and break: one at a time, away from watches and cards.",
            parts=("catch",),
            uses=("catch", "glue", "tray"),
            needs=("raw", "joined"),
            leaves=("shaped",),
        ),
        Operation(
            "board",
            "Cut the boards",
            say(
                f"Mount board{' and fillers' if sizes.fill else ''} {{}} × {{}}, back {{}} × {{}}.",
                *sizes.board.values(),
                *outside.values(),
            ),
            20,
            care=f"{BLADE} {SAWN}",
            makes=("board", "back", *(("fill",) if sizes.fill else ())),
            needs=("prepared",),
            leaves=("board",),
        ),
        Operation(
            "back",
            "Screw the back on",
            ("Eight screws, through the back into the tray; no glue, so that it comes off again.",),
            15,
            care=DRILL,
            uses=("back", "back.screw", "tray"),
            needs=MADE,
        ),
        Operation(
            "hinge",
            "Hang the door",
            say(
                f"Door and tray face to face, flush all round. {len(sizes.hinges)} hinges on the {opens}, the first {{}} from the end; "
                "one screw in each leaf first. "
                "Look: does it open flat, does it shut flush, does it stay where it is left?",
                sizes.hinges[0],
            ),
            40,
            gate=True,
            care=DRILL,
            parts=("rail", "tray"),
            uses=("hinge", "hinge.screw", "tray"),
            needs=MADE,
        ),
    ]
    out.append(
        Operation(
            "place",
            "Place the work",
            ("In the middle of its board, the same room on all sides; the lip will cover its four edges.",),
            10,
            gate=True,
            parts=("work",),
            uses=("board",),
            inside=True,
            needs=("tried", "lined"),
            leaves=("laid",),
        )
    )
    if sizes.glazing:
        out += [
            replace(glazing_step(context, sizes.sheet), needs=("held", *MADE)),
            Operation(
                "points",
                "Put the glazing in the door",
                ("From behind, points all round, flat behind the sheet: nothing stands out towards the work.",),
                15,
                care=closing_care(context),
                uses=("glazing", "points"),
            ),
        ]
    if sizes.fill:
        out.append(
            Operation(
                "fill",
                "Fill the tray",
                (f"{sizes.fill.names}: the board then lies close behind the glazing, and nothing rattles.",),
                10,
                uses=("fill",),
                inside=True,
            )
        )
    kept = f" The other {display.kept} flat behind its board, a sheet of acid-free paper before each." if display.kept else ""
    out += [
        Operation(
            "lay_in",
            "Lay it in the tray",
            (f"On its board, nothing pushed.{kept}",),
            10,
            parts=("work",),
            uses=("between",) if display.kept else (),
            inside=True,
        ),
        Operation(
            "look",
            "Look at the front",
            ("The door against the tray: straight, no dust on either face of the sheet, all four edges under the lip.",),
            10,
            gate=True,
            parts=("rail", "work"),
            needs=("held",),
        ),
        Operation(
            "close",
            "Shut the door",
            ("Open and shut it ten times: nothing catches, the magnets hold.",),
            5,
            parts=("rail",),
            closes=True,
        ),
    ]
    return tuple(out)
