"""From the sums to the bench: cut list, stock, steps of flat work on a board."""

from __future__ import annotations

from shadbo.core.contract.cutting import CutLine, StockLength
from shadbo.core.contract.steps import Step
from shadbo.core.displays.on_board.sizes import OnBoardContext, Sizes
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.framing.rabbet import rails_of
from shadbo.core.framing.rails import cut_line, frame_steps, rail_lines, rail_stock


def cut_list(context: OnBoardContext, sizes: Sizes) -> tuple[CutLine, ...]:
    frame, say = context.display.frame, context.speak.say
    lines: list[CutLine] = []
    if isinstance(frame, NewRabbet):
        lines += rail_lines(context, rails_of(context, sizes.rabbet, frame))
    lines.append(cut_line(
        context, "board", "Mount board", ("board",), 1, "acid-free board", sizes.board["width"],
        say("by {}", sizes.board["height"]), ("the work is hinged to it at its top edge",),
    ))  # fmt: skip
    if sizes.sheet:
        lines.append(cut_line(
            context, "glazing", "Glazing", ("glazing",), 1, context.display.glazing, sizes.sheet["width"],
            say("by {}", sizes.sheet["height"]), ("cut only after the rabbet was read again",), grain="depth",
        ))  # fmt: skip
    if sizes.window:
        lines.append(cut_line(
            context, "mat", "Mat window", ("mat",), 1, "mat board", sizes.window["width"], say("by {}", sizes.window["height"]),
            ("from the smallest reading; drawn and cut from the back",), grain="depth",
        ))  # fmt: skip
    return tuple(lines)


def stock_sum(context: OnBoardContext, sizes: Sizes) -> tuple[StockLength, ...]:
    frame = context.display.frame
    return rail_stock(context, rails_of(context, sizes.rabbet, frame)) if isinstance(frame, NewRabbet) else ()


def steps(context: OnBoardContext, sizes: Sizes) -> tuple[Step, ...]:
    """The order of work, each step with what to look at before going on."""
    say, display, shift = context.speak.say, context.display, sizes.shift
    out = [Step("measure", "Measure again", say(
        "Read the work once more: largest {} × {}. Look: does it lie flat, is it the right way up?",
        sizes.thing.width.largest, sizes.thing.height.largest), 10, gate=True, parts=("work",))]  # fmt: skip
    if isinstance(display.frame, NewRabbet):
        out += frame_steps(context, rails_of(context, sizes.rabbet, display.frame))
    elif display.frame.blocked or sizes.rabbet.bow:
        out.append(Step("blocks", "Straighten the rails", ("Block bowed rails at the middle and read the rabbet again at three places a side, "
                        "both ways, before any sheet is cut.",), 15, gate=True, parts=("rail",)))  # fmt: skip
    if display.edge == "trimmed":
        out.append(Step("trim", "Trim it true", say(
            f"To {{}} × {{}}, as {context.object.consent.who or 'nobody yet'} agreed. Look twice at which side is cut.",
            sizes.thing.width.cover, sizes.thing.height.cover), 20, gate=True,
            care="Metal ruler held firmly, several light passes, fingers behind the edge.", parts=("work",)))  # fmt: skip
    out.append(Step("board", "Cut the board", say("{} × {}; find its middle by the diagonals and draw the two middle lines lightly.",
                    sizes.board["width"], sizes.board["height"]), 15, care="Blade away from the fingers; metal ruler.", parts=("board",)))  # fmt: skip
    if sizes.window:
        out.append(Step("mat", "Cut the mat", say("Window {} × {}, marked from the back. Read the drawing twice before the blade.",
                        sizes.window["width"], sizes.window["height"]), 20, gate=True, care="Cut away from the body; test cut first.", parts=("mat",)))  # fmt: skip
    out += [
        Step("place", "Place the work", say(
            "From the middle of the board: {} to the right, {} down, its right edge {} lower than its left. Check the borders at every "
            "station against the drawing.", shift["dx"], shift["dy"], shift["turn"]), 20, gate=True, parts=("work", "border")),
        Step("hinge", "Hang it from its top edge", ("Hinges at the top edge only; the sheet must hang free. Look at it upright before the paste is dry.",),
             30, wait_minutes=12 * 60, parts=("work",)),
    ]  # fmt: skip
    if sizes.sheet:
        out.append(Step("glazing", "Cut the glazing", say("Read the rabbet again; then {} × {}. Look: does it lap the lip on all four sides?",
                        sizes.sheet["width"], sizes.sheet["height"]), 15, gate=True,
                        care="Gloves and eye protection; score away from the body; carry on edge.", parts=("glazing",)))  # fmt: skip
    out += [
        Step("look", "Look at the front", ("Fit the pack, turn it over, look before closing: straight, centred, no dust.",), 10, gate=True, parts=("work",)),
        Step("close", "Close and seal", ("Points 3 to 4 a side, nothing pushed towards the glazing; tape the pack, dust cover trimmed 2–3 mm inside.",),
             20, care="Point gun: eye protection, never towards a hand.", parts=("rail",)),
    ]  # fmt: skip
    return tuple(out)
