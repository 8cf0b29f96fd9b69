"""From the sums to the bench: cut list, stock and the order of work for things in their box."""

from __future__ import annotations

from shadbo.core.contract.cutting import CutLine, StockLength
from shadbo.core.contract.steps import Step
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.framing.arrange.laid import BoxContext
from shadbo.core.framing.boxes.recipe import Recipe
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.rabbet import rails_of
from shadbo.core.framing.rails import cut_line, frame_steps, rail_lines, rail_stock

MATERIALS = {"glass": "picture glass", "acrylic": "acrylic sheet", "coated": "coated glass"}


def cut_list(context: BoxContext, sizes: Sizes, recipe: Recipe) -> tuple[CutLine, ...]:
    frame, say, display, pack = context.display.frame, context.speak.say, context.display, sizes.pack
    lines: list[CutLine] = []
    if isinstance(frame, NewRabbet):
        lines += rail_lines(context, rails_of(context, sizes.rabbet, frame))
    if sizes.sheet:
        lines.append(cut_line(
            context, "glazing", "Glazing", ("glazing",), 1, MATERIALS[display.glazing], sizes.sheet["width"],
            say("by {}, {} thick", sizes.sheet["height"], pack.size("glazing")),
            ("coated face noted, no adhesive on it",) if display.glazing == "coated" else ("cut only after the rabbet was read again",), grain="depth",
        ))  # fmt: skip
    if sizes.strips:
        wall = display.glazing in ("coated", "acrylic")
        note = (
            "stuck to the rabbet’s wall, a bare face on the sheet"
            if wall
            else "stuck to the glass, tight along its edge",
        )
        for run, word in (
            ("horizontal", "Spacer, top and bottom"),
            ("vertical", "Spacer, left and right, between them"),
        ):
            lines.append(cut_line(
                context, f"spacer.{run}", word, ("spacer",), 2, "spacer strip", sizes.strips[run], say("{} high", pack.size("spacer")), note,
                grain="depth",
            ))  # fmt: skip
    if sizes.mats is not None:
        for level in sizes.mats.levels:
            lines.append(cut_line(
                context, level.key, level.label, (level.key,), 1, f"mat board {level.board.name}", sizes.mats.size["width"],
                say(f"by {{}}, {len(level.openings)} window{'s' if len(level.openings) != 1 else ''}", sizes.mats.size["height"]),
                ("drawn and cut from the back",), grain="depth",
            ))  # fmt: skip
            for o in level.openings:
                lines.append(cut_line(
                    context, f"{level.key}.{o.laid.item.key}", f"  window of {o.laid.item.name}", (level.key, f"{level.key}.{o.laid.item.key}"), 1,
                    o.shape, o.size["width"], say("by {}", o.size["height"]),
                    say("on the back {} from the left, {} from the top", sizes.mats.right_of(level, o), o.start["height"]), grain="depth",
                ))  # fmt: skip
    if sizes.cut_down:
        lines.append(cut_line(
            context, "mount", "Inner board, cut down", ("mount",), 1, "the frame’s own board", sizes.cut_down["width"],
            say("by {}", sizes.cut_down["height"]), ("drops inside the liner, towards the glass",),
        ))  # fmt: skip
    else:
        lines.append(cut_line(
            context, "mount", "Mount board", ("mount",), 1, "acid-free board", sizes.board["width"],
            say("by {}, {} thick", sizes.board["height"], pack.size("mount")), ("fixings marked on its back",),
        ))  # fmt: skip
    for f in sizes.folds:
        lines.append(cut_line(
            context, f"form.{f.laid.item.key}", f"Form for {f.laid.item.name}", (f.laid.part,), 1, "foam board", f.form["width"],
            say("by {}", f.form["height"]), ("edges rounded, padded with polyester or acid-free tissue",), grain="depth",
        ))  # fmt: skip
    for i in range(len(display.fillers)):
        lines.append(cut_line(
            context, f"filler.{i}", f"Filler {i + 1}", (f"filler.{i}",), 1, "board", sizes.board["width"],
            say("by {}, {} thick", sizes.board["height"], context.book[f"pack.filler.{i}"]),
        ))  # fmt: skip
    if pack.size("backing"):
        lines.append(cut_line(
            context, "backing", "Backing", ("backing",), 1, "backing board", sizes.board["width"],
            say("by {}, {} thick", sizes.board["height"], pack.size("backing")),
        ))  # fmt: skip
    if pack.behind_need is not None and not sizes.cut_down:
        lines.append(cut_line(
            context, "behind", "Strips behind the board", ("behind",), 4, "card or wood strip", sizes.board["width"],
            say("{} thick", pack.behind_need), ("two the whole width, two to fit between: they keep the room for the pins",),
        ))  # fmt: skip
    if display.build_up:
        lines.append(cut_line(
            context, "build_up", "Build-up strip, top and bottom", ("build_up",), 2, "wood strip", sizes.rabbet.outside["width"],
            say("{} thick, {} wide", context.book["depth.build_up"], sizes.rabbet.face.value - sizes.rabbet.lip.value), ("glued behind the frame, mitred",),
        ))  # fmt: skip
        lines.append(cut_line(
            context, "build_up.sides", "Build-up strip, left and right", ("build_up",), 2, "wood strip", sizes.rabbet.outside["height"],
            say("{} thick", context.book["depth.build_up"]), ("glued behind the frame, mitred",),
        ))  # fmt: skip
    return tuple(lines)


def stock_sum(context: BoxContext, sizes: Sizes) -> tuple[StockLength, ...]:
    frame = context.display.frame
    return rail_stock(context, rails_of(context, sizes.rabbet, frame)) if isinstance(frame, NewRabbet) else ()


BLADE = "Blade away from the fingers, metal ruler held firmly, several light passes."
GLASS = "Gloves and eye protection; score away from the body; carry on edge."


def steps(context: BoxContext, sizes: Sizes, recipe: Recipe) -> tuple[Step, ...]:
    """The order of work, each step with what to look at before going on."""
    say, display, pack = context.speak.say, context.display, sizes.pack
    items = sizes.laid
    names = ", ".join(one.item.name for one in items[:4]) + (f" and {len(items) - 4} more" if len(items) > 4 else "")
    out = [Step("measure", "Measure again", (f"{names}: read sizes, heights and what sticks out behind once more.",), 5 + 3 * min(len(items), 8),
                gate=True, parts=tuple(one.part for one in items))]  # fmt: skip
    irreplaceable = [one.item.name for one in items if "irreplaceable" in one.item.traits]
    if irreplaceable:
        out.insert(0, Step("condition", "Write down its condition", (f"{', '.join(irreplaceable)}: photographs and a note of every mark, before work starts.",), 15,
                           gate=True))  # fmt: skip
    if isinstance(display.frame, NewRabbet):
        out += frame_steps(context, rails_of(context, sizes.rabbet, display.frame))
        out.append(Step("rabbet", "Measure the rabbet again", say("Width, height and depth of the rabbet after the glue; planned {} × {}, {} deep.",
                        sizes.rabbet.size["width"], sizes.rabbet.size["height"], sizes.rabbet.depth), 5, gate=True, parts=("rail",)))  # fmt: skip
    else:
        out.append(Step("open", "Open the frame", ("Lift its tabs with a tool, take out board and liner, leave the glass in the frame while you work.",), 10,
                        care="Metal tabs are sharp and lift under nails: use a tool.", parts=("rail",)))  # fmt: skip
    for f in sizes.folds:
        steam = bool({"signed", "heat_sensitive"} & set(f.laid.item.traits))
        out.append(Step(f"fold.{f.laid.item.key}", f"Fold {f.laid.item.name}", say(
            "Form {} × {}. Left fold {} from the middle line, top fold {} below the shoulder; sleeves turned behind; padding under it. "
            + ("No steam, no iron: it is signed or heat-sensitive." if steam else "As it came; steam only if the owner asks."),
            f.form["width"], f.form["height"], abs(f.left.value), f.top), 45, gate=True, parts=(f.laid.part,)))  # fmt: skip
    for s in sizes.stitched:
        out.append(Step(f"tack.{s.laid.item.key}", f"Stretch {s.laid.item.name}", say(
            "From one corner outward along two sides to the far corner, following one thread; border {} from the stitching, measured as it goes; "
            "tacks {} from the board’s edge, within the {} the lip covers. Surplus folded behind.",
            context.book[f"{s.laid.part}.border"], s.tack, s.lap), 60, gate=True, parts=(s.laid.part,),
            care="Damp it only after a fastness test in a corner."))  # fmt: skip
    if any(one.item.kind == "puzzle" for one in items):
        out.append(Step("puzzle", "Turn the puzzle as a sandwich", ("Board below, puzzle, another board on top: turn all three together. Wide framing tape "
                        "in overlapping strips across the back holds it and comes off again.",), 30,
                        parts=tuple(o.part for o in items if o.item.kind == "puzzle")))  # fmt: skip
    if sizes.mats is not None:
        for level in sizes.mats.levels:
            out.append(Step(f"{level.key}.draw", f"Draw the {level.label.lower()}", (
                "On the BACK, mirrored, from its corner. Read it again in two places and type both in: then it may be cut.",), 15, gate=True,
                parts=(level.key,)))  # fmt: skip
            out.append(Step(f"{level.key}.cut", f"Cut the {level.label.lower()}", (f"{len(level.openings)} windows; a test cut on an offcut first.",),
                            5 + 6 * len(level.openings), care=BLADE, parts=(level.key,)))  # fmt: skip
        out.append(
            Step(
                "mats.join",
                "Join the mats",
                ("Double-sided tape near the edges, faces cleaned first.",),
                10,
                parts=("mat_top",),
            )
        )
    if sizes.cut_down:
        out.append(Step("mount", "Cut the inner board down", say("{} × {}: it drops inside the liner. Two side strips of {} hold it off the glass.",
                        sizes.cut_down["width"], sizes.cut_down["height"], pack.size("spacer")), 15, gate=True, care=BLADE, parts=("mount", "spacer")))  # fmt: skip
    else:
        out.append(Step("mount", "Cut the mount board", say("{} × {}; find its middle by the diagonals.", sizes.board["width"], sizes.board["height"]), 10,
                        care=BLADE, parts=("mount",)))  # fmt: skip
    fixed = sum(len(one.item.anchors) for one in items)
    if fixed:
        out.append(Step("fix", "Mark and pierce the fixings", (f"{fixed} places, from the 1:1 template laid on the board; FRONT or BACK as it says. Measure its "
                        "100 mm line first.",), 5 + 3 * fixed, gate=True, parts=("mount",)))  # fmt: skip
    out.append(Step("mount.items", "Put the things on", (f"{names}: one after another from the middle out; look from the front after each.",), 10 + 6 * len(items),
                    gate=True, parts=tuple(one.part for one in items)))  # fmt: skip
    if any(one.item.kind in ("pastel", "print", "poster") for one in items):
        out.append(Step("hinge", "Hang it from its top edge", ("Hinges at the top edge only; the sheet hangs free.",), 30, wait_minutes=12 * 60,
                        parts=tuple(one.part for one in items)))  # fmt: skip
    if sizes.sheet:
        out.append(Step("glazing", "Cut the glazing", say("Read the rabbet again; then {} × {}. Both faces cleaned.", sizes.sheet["width"],
                        sizes.sheet["height"]), 15,
                        gate=True, care=GLASS, parts=("glazing",)))  # fmt: skip
    if sizes.strips:
        wall = display.glazing in ("coated", "acrylic")
        out.append(Step("spacer", "Put the spacer in", say(
            "Lengths cut and tried dry first: they can’t be moved once down. " + (
                "Sticky side to the rabbet’s wall, a bare face on the sheet, pushed straight down." if wall
                else "Stuck to the glass, tight along its edge.") + " Two of {}, two of {} between them.",
            sizes.strips["horizontal"], sizes.strips["vertical"]), 15, parts=("spacer",)))  # fmt: skip
    loose = any(one.item.kind == "pastel" or "loose_pigment" in one.item.traits for one in items)
    out.append(Step("look", "Look at the front", ("Fit the pack, turn it over, look before closing: straight, centred, no dust. A raking light shows dust.",),
                    20, gate=True, parts=("face",)))  # fmt: skip
    stand = " The pack stands on edge meanwhile, so that the shock throws no pigment on the glass." if loose else ""
    closing = {
        "points": "Points three to four a side, nothing pushed towards the glazing.", "strainer": "Strainer in, screws through it into the rail.",
        "clips": "Offset clips about every 150 mm, screwed into the rail.",
    }[display.closing]  # fmt: skip
    if sizes.cut_down:
        closing = "Crumpled acid-free tissue in the room behind keeps the board forward; tabs down."
    out.append(Step("close", "Close and seal", (f"{closing}{stand} Tape round the pack, dust cover from the middle outwards, trimmed 2–3 mm inside.",), 20,
                    care="Point gun: eye protection, never towards a hand, mind the glass beyond.", parts=("backing",)))  # fmt: skip
    return tuple(out)
