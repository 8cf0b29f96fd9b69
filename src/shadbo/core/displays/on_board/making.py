"""From the sums to the bench: cut list, stock, steps of flat work on a board."""

from __future__ import annotations

from dataclasses import replace

from shadbo.core.contract.cutting import CutLine, StockLength, sheet_of
from shadbo.core.contract.operations import MADE, Operation
from shadbo.core.contract.parts import Part
from shadbo.core.displays.on_board.sizes import OnBoardContext, Sizes
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.framing.blocks import blocks_parts, blocks_steps
from shadbo.core.framing.came import BOARD_CAME, TABS, open_step, put_by, sheet_came, sheet_part
from shadbo.core.framing.closing import closed_with, closing_care, closing_parts, fitted, sealed_in
from shadbo.core.framing.filling import BLADE, board_of, cutting_care, fill_lines
from shadbo.core.framing.glazing import glazing_line, glazing_step
from shadbo.core.framing.rabbet import rails_of
from shadbo.core.framing.rails import FRAME, cut_line, frame_steps, rail_lines, rail_stock
from shadbo.core.framing.spacers import spacer_lines, spacer_step


def cut_list(context: OnBoardContext, sizes: Sizes) -> tuple[CutLine, ...]:
    frame = context.display.frame
    lines: list[CutLine] = []
    if isinstance(frame, NewRabbet):
        lines += rail_lines(context, rails_of(context, sizes.rabbet, frame))
    lines.append(
        cut_line(
            context,
            "board",
            "Mount board",
            ("board",),
            1,
            board_of(context, sizes.pack["board"], "mount").name,
            sizes.board["width"],
            sheet_of(context.speak, sizes.board["height"], sizes.pack["board"]),
            ("its two middle lines drawn lightly",),
        )
    )
    if _backed(context, sizes):
        lines.append(
            cut_line(
                context,
                "backing",
                "Backing",
                ("backing",),
                1,
                board_of(context, sizes.pack["backing"], "stiff").name,
                sizes.board["width"],
                sheet_of(context.speak, sizes.board["height"], sizes.pack["backing"]),
            )
        )
    lines += fill_lines(context, sizes.fill, sizes.board)
    if sizes.sheet and not sheet_came(context):
        lines.append(glazing_line(context, sizes.sheet, sizes.pack["glazing"]))
    if sizes.lift:
        lines.append(
            cut_line(
                context,
                "lift",
                "Lift",
                ("lift",),
                1,
                "foam board, acid-free",
                sizes.lift["width"],
                sheet_of(context.speak, sizes.lift["height"], sizes.pack["lift"]),
                ("inside the work all round; stuck to the mount board",),
            )
        )
    if sizes.strips and sizes.spacer is not None:
        lines += spacer_lines(context, sizes.strips, sizes.spacer)
    if sizes.window:
        lines.append(
            cut_line(
                context,
                "mat",
                "Mat window",
                ("mat",),
                1,
                "mat board",
                sizes.window["width"],
                sheet_of(context.speak, sizes.window["height"]),
                ("from the smallest reading; drawn and cut from the back",),
            )
        )
    return tuple(lines)


def _backed(context: OnBoardContext, sizes: Sizes) -> bool:
    """Whether a hard back is cut: there is room for one, and none came with the frame."""
    frame = context.display.frame
    return "backing" in sizes.pack and not (isinstance(frame, ReadFrame) and frame.board)


def parts(context: OnBoardContext, sizes: Sizes) -> tuple[Part, ...]:
    """What is not cut: what closes the pack, and the frame and glass that are there."""
    frame = context.display.frame
    found = [*closing_parts(context)]
    if isinstance(frame, ReadFrame):
        found.append(FRAME)
        if sizes.sheet and sheet_came(context):
            found.append(sheet_part(context))
        found += [*put_by(context), *blocks_parts(context)]
        if "backing" in sizes.pack and frame.board:
            found.append(BOARD_CAME)
        if frame.tabs:
            found.append(TABS)
    return tuple(found)


def stock_sum(context: OnBoardContext, sizes: Sizes) -> tuple[StockLength, ...]:
    frame = context.display.frame
    return rail_stock(context, rails_of(context, sizes.rabbet, frame)) if isinstance(frame, NewRabbet) else ()


# What the layers of the pack are called where they are put in.
PUT_IN = {"glazing": "glazing", "air": "spacer", "mat": "mat", "board": "the work on its board"}


def _order(sizes: Sizes) -> tuple[str, ...]:
    """The pack in words, front to back."""
    words = [PUT_IN[key] for key in sizes.pack if key in PUT_IN]
    return (*words, *((sizes.fill.names.lower(),) if sizes.fill else ()), *(("the back",) if "backing" in sizes.pack else ()))


def steps(context: OnBoardContext, sizes: Sizes) -> tuple[Operation, ...]:
    """The order of work, each step with what to look at before going on."""
    say, display, shift = context.speak.say, context.display, sizes.shift
    behind = (*(("backing",) if _backed(context, sizes) else ()), *(("fill",) if sizes.fill is not None else ()))
    out = [
        Operation(
            "measure",
            "Measure again",
            say(
                "Read the work once more: largest {} × {}. Look: does it lie flat, is it the right way up?",
                sizes.thing.width.largest,
                sizes.thing.height.largest,
            ),
            10,
            gate=True,
            parts=("work",),
            leaves=("measured",),
        )
    ]
    if isinstance(display.frame, NewRabbet):
        out += frame_steps(context, rails_of(context, sizes.rabbet, display.frame))
    else:
        out.append(open_step(context))
    out += blocks_steps(context)
    if display.edge == "trimmed":
        out.append(
            Operation(
                "trim",
                "Trim it true",
                say(
                    f"To {{}} × {{}}, as {context.thing.consent.who or 'nobody yet'} agreed. Look twice at which side is cut.",
                    sizes.thing.width.cover,
                    sizes.thing.height.cover,
                ),
                20,
                gate=True,
                care="Metal ruler held firmly, several light passes, fingers behind the edge.",
                parts=("work",),
            )
        )
    out.append(
        Operation(
            "board",
            "Cut the boards" if behind else "Cut the mount board",
            say(
                ("Mount board and what lies behind it" if behind else "Mount board")
                + " {} × {}; find the mount’s middle by the diagonals and draw the two middle lines lightly.",
                sizes.board["width"],
                sizes.board["height"],
            ),
            15,
            care=cutting_care(
                board_of(context, sizes.pack["board"], "mount"),
                *((board_of(context, sizes.pack["backing"], "stiff"),) if "backing" in behind else ()),
            ),
            parts=("board",),
            makes=("board", *behind),
            needs=("prepared",),
            leaves=("board", "laid"),
        )
    )
    if sizes.lift:
        out.append(
            Operation(
                "lift",
                "Stick the lift to the board",
                say(
                    "{} × {}, from the smallest readings. Stuck to the middle of the board; what holds the work goes round its top edge and is stuck behind it.",
                    sizes.lift["width"],
                    sizes.lift["height"],
                ),
                15,
                care=BLADE,
                parts=("lift",),
                makes=("lift",),
                uses=("board",),
            )
        )
    if sizes.window:
        out.append(
            Operation(
                "mat",
                "Cut the mat",
                say(
                    "Window {} × {}, marked from the back. Read the drawing twice before the blade.",
                    sizes.window["width"],
                    sizes.window["height"],
                ),
                20,
                gate=True,
                care="Cut away from the body; test cut first.",
                parts=("mat",),
                makes=("mat",),
                place="clean",
            )
        )
    out += [
        Operation(
            "place",
            "Place the work",
            (
                *(
                    say(
                        "From the middle of the board: {} to the right, {} down, its right edge {} lower than its left.",
                        shift["dx"],
                        shift["dy"],
                        shift["turn"],
                    )
                    if any(d.value for d in shift.values())
                    else ("Its middles on the middle lines of the board.",)
                ),
                " Check the borders at every station against the drawing.",
            ),
            20,
            gate=True,
            parts=("work", "border"),
            inside=True,
            needs=("tried", "lined"),
            leaves=("laid",),
        )
    ]
    if sizes.sheet:
        out.append(replace(glazing_step(context, sizes.sheet), needs=("held", *MADE)))
    if sizes.strips:
        out.append(spacer_step(context, sizes.strips))
    out += [
        Operation("look", "Look at the front", (fitted(*_order(sizes)),), 10, gate=True, parts=("work",), needs=("held", *MADE)),
        Operation(
            "close",
            "Close and seal",
            (),
            20,
            care=closing_care(context),
            parts=("rail",),
            uses=(
                *closed_with(context),
                "board",
                *(("backing",) if "backing" in sizes.pack else ()),
                *(("fill",) if sizes.fill is not None else ()),
                *(("glazing",) if sizes.sheet else ()),
                *(("spacer",) if sizes.strips else ()),
                *(("lift",) if sizes.lift else ()),
                *(("mat",) if sizes.window else ()),
            ),
            closes=True,
            also=sealed_in(context),
        ),
    ]
    return tuple(out)
