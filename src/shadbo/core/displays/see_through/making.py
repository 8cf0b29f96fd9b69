"""From the sums to the bench: cut list, parts, stock and steps of work between two sheets."""

from __future__ import annotations

from shadbo.core.contract.cutting import CutLine, StockLength, sheet_of, strip_of
from shadbo.core.contract.operations import MADE, Operation
from shadbo.core.contract.parts import Comes, Part, got
from shadbo.core.displays.see_through.rim import rim_lines, rim_steps
from shadbo.core.displays.see_through.sizes import SeeThroughContext, Sizes, between_mats
from shadbo.core.displays.see_through.tapes import TABLE_TAPES
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.framing.blocks import blocks_parts, blocks_steps
from shadbo.core.framing.came import SHEETS, TABS_OFF, label_read, sheet_came, sheet_word
from shadbo.core.framing.filling import BLADE, board_of
from shadbo.core.framing.glazing import sheet_material
from shadbo.core.framing.label_size import sides_unread
from shadbo.core.framing.rabbet import rails_of
from shadbo.core.framing.rails import AXES, cut_line, frame_steps, rail_lines, rail_stock
from shadbo.core.quantity.exact import exact


def cut_list(context: SeeThroughContext, sizes: Sizes) -> tuple[CutLine, ...]:
    frame, display, say = context.display.frame, context.display, context.speak.say
    lines: list[CutLine] = []
    if isinstance(frame, NewRabbet):
        lines += rail_lines(context, rails_of(context, sizes.rabbet, frame))
    if display.sheets > sheets_came(context):
        # Beside one that came, what is cut is cut like it.
        sheet = sizes.sheet
        if sheets_came(context):
            cutter, parts = context.shop.glass_cutter, ("glazing_back",)
            sheet = {
                a: context.book.add(sheet[a] * 1, f"glazing.cut.{a}", f"Sheet cut like it, {a}", parts=parts, cut=cutter)
                for a in AXES
            }
        lines.append(
            cut_line(
                context,
                "glazing.cut",
                "Sheets",
                ("glazing", "glazing_back"),
                display.sheets - sheets_came(context),
                sheet_material(display),
                sheet["width"],
                sheet_of(context.speak, sheet["height"], sizes.each),
                ("cut only after the rabbet was read again",),
            )
        )
    if sizes.window:
        size = sheet_of(context.speak, sizes.mat["height"], more=say("window {} × {}", *sizes.window.values()))
        for key, word in (("mat", "Front mat"), ("mat_back", "Back mat")):
            name = board_of(context, sizes.pack[key], "mat").name
            lines.append(
                cut_line(context, key, word, (key,), 1, name, sizes.mat["width"], size, ("the two windows lie on one another",))
            )
        lines.append(
            cut_line(
                context,
                "film",
                "Film of the sleeve",
                ("work",),
                2,
                "clear polyester film",
                sizes.mat["width"],
                sheet_of(context.speak, sizes.mat["height"]),
                ("no coating, no plasticiser",),
            )
        )
    lines += rim_lines(context, sizes.rim, sizes.ring)
    if sizes.tape is not None:
        kept = TABLE_TAPES[display.tape]
        across = strip_of(context.speak, exact(display.tape_width))
        lines.append(
            cut_line(context, "tape", kept.name, ("tape",), kept.pieces, "archival tape", sizes.tape, across, (kept.note,))
        )
    return tuple(lines)


def parts(context: SeeThroughContext, sizes: Sizes) -> tuple[Part, ...]:
    """Frames and glass that are there, and what keeps the sheets in."""
    frame, display = context.display.frame, context.display
    found = [got("squares", "Squares of low-tack tape", 4, comes="hand")]
    if isinstance(frame, ReadFrame):
        found.append(got("rail", "Frame as it was bought", display.frames, comes="came", lights=("rail",)))
    came = sheets_came(context)
    if isinstance(frame, ReadFrame) and came:
        name = f"{SHEETS[frame.sheet]} out of the frames"
        found.append(got("glazing.came", name, came, comes="came", lights=("glazing", "glazing_back")))
    if isinstance(frame, ReadFrame) and _put_by(context):
        name, note = f"{SHEETS[frame.sheet]} that came", ("put by",)
        found.append(got("sheet.by", name, _put_by(context), comes="came", note=note))
    found += blocks_parts(context)
    if sizes.window:
        found[0] = got(
            "glue.film", "Double-sided archival tape", comes="hand", note=("on the film, 3 mm off the work, open below",)
        )
    if corners(context):
        found.append(got("corner", "Clear corners", 4, material="polyester film, stuck to the sheet", lights=("corner",)))
    if isinstance(frame, ReadFrame) and display.kept == "clips":
        found.append(TABS_OFF)
    many, a_side = clips_told(sizes)
    if display.kept == "clips":
        found.append(got("clip", "Small clips", many, note=(a_side,), lights=("clip",)))
    else:
        came_with: Comes = "came" if isinstance(frame, ReadFrame) else "number"
        found.append(got("clip", "Tabs", many, comes=came_with, note=(a_side,), lights=("clip",)))
    return tuple(found)


def _put_by(context: SeeThroughContext) -> int:
    """How many sheets that came with the frames are not used."""
    frame = context.display.frame
    return max(context.display.frames - sheets_came(context), 0) if isinstance(frame, ReadFrame) and frame.glazing_thickness else 0


def corners(context: SeeThroughContext) -> bool:
    """Whether clear corners keep the work up."""
    return context.display.tape == "corners" and not between_mats(context.display)


def clips_told(sizes: Sizes) -> tuple[int, str]:
    """How many clips or tabs there are in all, as they are drawn, and how they are spread, in words."""
    along, up = (len(sizes.clips[axis]) for axis in ("width", "height"))
    return 2 * (along + up), "two a side" if along == up == 2 else f"{along} along each rail and {up} along each stile"


def sheets_came(context: SeeThroughContext) -> int:
    """How many of the sheets are the glass of the frames that are there."""
    return min(context.display.frames, context.display.sheets) if sheet_came(context) else 0


def stock_sum(context: SeeThroughContext, sizes: Sizes) -> tuple[StockLength, ...]:
    frame = context.display.frame
    return rail_stock(context, rails_of(context, sizes.rabbet, frame)) if isinstance(frame, NewRabbet) else ()


def steps(context: SeeThroughContext, sizes: Sizes) -> tuple[Operation, ...]:
    say, display = context.speak.say, context.display
    glass = "Gloves and eye protection; score away from the body; carry on edge."
    out: list[Operation] = []
    out.append(
        Operation(
            "measure",
            "Measure again",
            say("Work {} × {}; look: does it lie flat?", sizes.thing.width.look, sizes.thing.height.look),
            5,
            gate=True,
            parts=("work",),
            leaves=("measured",),
        )
    )
    if isinstance(display.frame, NewRabbet):
        out += frame_steps(context, rails_of(context, sizes.rabbet, display.frame))
    else:
        out.append(
            Operation(
                "apart",
                "Take the frames apart",
                (
                    f"{display.frames} frame{'s' if display.frames > 1 else ''}: tabs lifted with a tool, {sheet_word(display.frame.sheet)} out on to a soft cloth.",
                    *label_read(context, display.frame),
                ),
                15,
                gate=sides_unread(display.frame),
                care="Gloves; tabs are sharp, glass edges too.",
                parts=("rail",),
                uses=(
                    *(("glazing.came",) if sheets_came(context) else ()),
                    *(("sheet.by",) if _put_by(context) else ()),
                    *(("tabs.off",) if display.kept == "clips" else ()),
                ),
                leaves=("open", "measured"),
            )
        )
    out += blocks_steps(context)
    if display.sheets > sheets_came(context):
        out.append(
            Operation(
                "glazing",
                "Cut the sheets",
                say("Read the rabbet again; then {} × {}.", *sizes.sheet.values()),
                20,
                gate=True,
                care=glass,
                makes=("glazing.cut",),
                place="clean",
                needs=MADE,
            )
        )
    if sizes.window:
        out.append(_mats(context, sizes))
    faces = 4 if display.sheets == 2 else 2
    out.append(
        Operation(
            "clean",
            f"Clean all {faces} faces",
            (
                "Tick each off against the light. The inner ones can’t be reached again."
                + (" Cleaner without ammonia; foil off last." if display.glazing == "acrylic" else ""),
            ),
            15 * display.sheets,
            gate=True,
            parts=("glazing",),
            place="clean",
            needs=MADE,
        )
    )
    out += rim_steps(context, sizes.rim, sizes.ring)
    if sizes.window:
        out.append(_between_mats(context, sizes))
    else:
        out.append(
            Operation(
                "place",
                "Lay the work",
                say(
                    "Squares of low-tack tape at its four corners, put on from the front, read from the back, mirrored: {} from the sides, {} from top and bottom.",
                    sizes.border["width"],
                    sizes.border["height"],
                ),
                20,
                gate=True,
                parts=("work", "border"),
                uses=("squares",),
            )
        )
    if sizes.tape is not None:
        kept = TABLE_TAPES[display.tape]
        out.append(
            Operation(
                "tape",
                kept.title,
                say(kept.say, sizes.tape),
                10,
                parts=("tape",),
                makes=("tape",),
                holds=("work",),
                method="two_sheets",
            )
        )
    if corners(context):
        out.append(
            Operation(
                "corners",
                "Four clear corners",
                (
                    "Slipped over its corners and stuck to the sheet, not to the work; a card’s thickness of room, so that it can move.",
                ),
                15,
                parts=("corner",),
                holds=("work",),
                method="two_sheets",
            )
        )
    out += [
        Operation(
            "look",
            "Look at it from both sides",
            ("Straight, centred, no dust between. Before anything is bent over it.",),
            10,
            gate=True,
            parts=("work",),
        ),
        Operation(
            "close",
            "Close it",
            (
                f"{'Clips' if display.kept == 'clips' else 'Tabs'} {clips_told(sizes)[1]}, by the drawing. "
                "Not pressed hard: the edge cracks. None may show past the lip.",
            ),
            15,
            care="Tabs with a tool, away from the hand.",
            parts=("clip",),
            uses=("paper_ring",) if sizes.ring is not None else (),
            closes=True,
        ),
    ]
    return tuple(out)


def _mats(context: SeeThroughContext, sizes: Sizes) -> Operation:
    """Two mats with the same window."""
    say = context.speak.say
    return Operation(
        "mats",
        "Cut the two mats",
        say("Windows {} × {}, cut from the back; laid face to face they must lie on one another.", *sizes.window.values()),
        30,
        gate=True,
        care=BLADE,
        parts=("mat",),
        makes=("mat", "mat_back"),
    )


def _between_mats(context: SeeThroughContext, sizes: Sizes) -> Operation:
    """The work in its sleeve between the mats."""
    say = context.speak.say
    return Operation(
        "place",
        "Put the work in its sleeve",
        say(
            "Two films {} × {}, the work in their middle; double-sided tape on the film alone, a little off the work, its lower edge left open for air. "
            "Between the mats, seen whole from both sides.",
            *sizes.mat.values(),
        ),
        30,
        gate=True,
        parts=("work",),
        makes=("film",),
        uses=("glue.film", "mat", "mat_back"),
        holds=("work",),
        method="two_sheets",
    )
