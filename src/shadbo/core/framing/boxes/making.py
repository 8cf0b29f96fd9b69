"""From the sums to the bench: cut list, stock and the order of work for things in their box."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.cutting import CutLine, StockLength
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import ruled
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.document.shop import Board
from shadbo.core.framing.arrange.laid import BoxContext, Laid
from shadbo.core.framing.boxes.covering import cloth_line, cloth_parts, cloth_step, covered
from shadbo.core.framing.boxes.depth import Lies
from shadbo.core.framing.boxes.recipe import Recipe
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.closing import SEALED, points_part, told_points
from shadbo.core.framing.filling import Use, board_of, fill_lines, wired
from shadbo.core.framing.glazing import GLASS_CAME, glass_came, glazing_line, glazing_step
from shadbo.core.framing.rabbet import rails_of
from shadbo.core.framing.rails import FRAME, cut_line, frame_steps, rail_lines, rail_stock
from shadbo.core.framing.spacers import spacer_lines, spacer_step


def cut_list(context: BoxContext, sizes: Sizes, recipe: Recipe) -> tuple[CutLine, ...]:
    frame, say, display, pack = context.display.frame, context.speak.say, context.display, sizes.pack
    lines: list[CutLine] = []

    def material(key: str) -> str:
        return lies_of(context, sizes, next(lies for lies in pack.layers if lies.key == key)).name

    if isinstance(frame, NewRabbet):
        lines += rail_lines(context, rails_of(context, sizes.rabbet, frame))
    if sizes.sheet and not glass_came(context, sizes.sheet):
        lines.append(glazing_line(context, sizes.sheet, context.book["pack.glazing"]))
    if sizes.strips and pack.spacer is not None:
        lines += spacer_lines(context, sizes.strips, pack.spacer)
    if sizes.mats is not None:
        for level in sizes.mats.levels:
            lines.append(
                cut_line(
                    context,
                    level.key,
                    level.label,
                    (level.key,),
                    1,
                    f"mat board {level.board.name}",
                    sizes.mats.size["width"],
                    say(
                        f"by {{}}, {len(level.openings)} window{'s' if len(level.openings) != 1 else ''}", sizes.mats.size["height"]
                    ),
                    ("drawn and cut from the back",),
                )
            )
            for o in level.openings:
                lines.append(
                    cut_line(
                        context,
                        f"{level.key}.{o.laid.item.key}",
                        f"  window of {o.laid.item.name}",
                        (level.key, f"{level.key}.{o.laid.item.key}"),
                        1,
                        o.shape,
                        o.size["width"],
                        say("by {}", o.size["height"]),
                        say("on the back {} from the left, {} from the top", sizes.mats.right_of(level, o), o.start["height"]),
                    )
                )
    if sizes.cut_down:
        lines.append(
            cut_line(
                context,
                "mount",
                "Inner board, cut down",
                ("mount",),
                1,
                "the frame’s own board",
                sizes.cut_down["width"],
                say("by {}", sizes.cut_down["height"]),
                ("drops inside the liner, towards the glass",),
            )
        )
    else:
        lines.append(
            cut_line(
                context,
                "mount",
                "Mount board",
                ("mount",),
                1,
                material("mount"),
                sizes.board["width"],
                say("by {}, {} thick", sizes.board["height"], pack.size("mount")),
                ("fixings marked on its back",),
            )
        )
    if covered(context):
        lines.append(cloth_line(context))
    for f in sizes.folds:
        lines.append(
            cut_line(
                context,
                f"form.{f.laid.item.key}",
                f"Form for {f.laid.item.name}",
                (f.laid.part,),
                1,
                "foam board",
                f.form["width"],
                say("by {}", f.form["height"]),
                ("edges rounded, padded with polyester or acid-free tissue",),
            )
        )
    for i in range(len(display.fillers)):
        lines.append(
            cut_line(
                context,
                f"filler.{i}",
                f"Filler {i + 1}",
                (f"filler.{i}",),
                1,
                material(f"filler.{i}"),
                sizes.board["width"],
                say("by {}, {} thick", sizes.board["height"], context.book[f"pack.filler.{i}"]),
            )
        )
    if pack.size("backing") and not board_came(context, sizes):
        lines.append(
            cut_line(
                context,
                "backing",
                "Backing",
                ("backing",),
                1,
                material("backing"),
                sizes.board["width"],
                say("by {}, {} thick", sizes.board["height"], pack.size("backing")),
            )
        )
    lines += fill_lines(context, pack.fill, sizes.board)
    if pack.behind_need is not None and not sizes.cut_down:
        wide = ruled(context, "behind_strip", "Strip behind the board, wide")
        between = context.book.add(sizes.board["height"] - 2 * wide, "behind.between", "Strips behind, between", parts=("behind",))
        for run, word, length in (
            ("across", "Strips behind the board, top and bottom", sizes.board["width"]),
            ("between", "Strips behind the board, between them", between),
        ):
            lines.append(
                cut_line(
                    context,
                    f"behind.{run}",
                    word,
                    ("behind",),
                    2,
                    "card or wood strip",
                    length,
                    say("{} wide, {} thick", wide, pack.behind_need),
                    ("they keep the room for the pins",),
                )
            )
    if display.build_up:
        lines.append(
            cut_line(
                context,
                "build_up",
                "Build-up strip, top and bottom",
                ("build_up",),
                2,
                "wood strip",
                sizes.rabbet.outside["width"],
                say("{} thick, {} wide", context.book["depth.build_up"], sizes.rabbet.face.value - sizes.rabbet.lip.value),
                ("glued behind the frame, mitred",),
            )
        )
        lines.append(
            cut_line(
                context,
                "build_up.sides",
                "Build-up strip, left and right",
                ("build_up",),
                2,
                "wood strip",
                sizes.rabbet.outside["height"],
                say("{} thick", context.book["depth.build_up"]),
                ("glued behind the frame, mitred",),
            )
        )
    return tuple(lines)


def parts(context: BoxContext, sizes: Sizes) -> tuple[Part, ...]:
    """What is not cut: what came with a bought box, what closes the pack, what pads and fastens."""
    display, frame = context.display, context.display.frame
    found: list[Part] = []
    if isinstance(frame, ReadFrame):
        found.append(FRAME)
        if glass_came(context, sizes.sheet):
            found.append(GLASS_CAME)
        if board_came(context, sizes):
            found.append(got("backing", "Board that came with it", comes="came", lights=("backing",)))
    if sizes.cut_down:
        found += [got("tabs", "Tabs", comes="came"), got("tissue", "Acid-free tissue", comes="hand")]
    else:
        kept = {
            "points": points_part(context),
            "strainer": STRAINER,
            "clips": got("clip", "Offset clips", material="about every 150 mm"),
        }
        found += [kept[display.closing], *SEALED]
    if sizes.mats is not None and len(sizes.mats.levels) > 1:
        found.append(got("mats.tape", "Double-sided tape", comes="hand", material="acid-free", lights=("mat_top",)))
    if covered(context):
        found += cloth_parts()
    if _spread(sizes):
        found.append(got("hold.form", "Card and padding for inside", comes="hand", material="acid-free card, thin polyester"))
    if sizes.folds:
        found.append(got("hold.form", "Padding", comes="hand", material="polyester or acid-free tissue"))
    return tuple(found)


BOARDS = {"mount": "mount board", "filler": "fillers", "fill": "fillers", "backing": "backing"}
# What each layer of board is there for; mats are of mat board.
USES: Mapping[str, Use] = {"mount": "mount", "backing": "stiff"}


def lies_of(context: BoxContext, sizes: Sizes, lies: Lies) -> Board:
    """The board of the stock that a layer of the pack is."""
    if lies.key == "mount" and (sizes.cut_down or wired(context, sizes.laid)):
        return board_of(context, lies.size, "stiff")
    return board_of(context, lies.size, USES.get(lies.key, "mat" if lies.key.startswith("mat") else "filler"))


def _spread(sizes: Sizes) -> tuple[Laid, ...]:
    """Garments shown whole."""
    return tuple(one for one in sizes.laid if one.item.kind == "garment" and one.item.folding is None)


def _fills(sizes: Sizes) -> tuple[str, ...]:
    return ("fill",) if sizes.pack.fill is not None else ()


def _boards(context: BoxContext, sizes: Sizes) -> tuple[str, ...]:
    """The boards and strips that are cut together."""
    behind = sizes.pack.behind_need is not None and not sizes.cut_down
    backing = bool(sizes.pack.size("backing")) and not board_came(context, sizes)
    there = {"mount": True, "filler": bool(context.display.fillers), "backing": backing, "behind": behind}
    return (*(key for key, cut in there.items() if cut), *_fills(sizes))


# A stiff frame inside the frame closes a deep or bowed one.
STRAINER = got("strainer", "Strainer and its screws", material="pine")


def board_came(context: BoxContext, sizes: Sizes) -> bool:
    """Whether the frame’s own hard back closes the pack, and is not cut down to something else."""
    display, frame = context.display, context.display.frame
    same = display.backing is None or display.backing == getattr(frame, "board", None)
    return isinstance(frame, ReadFrame) and bool(frame.board) and same and not sizes.cut_down and bool(sizes.pack.size("backing"))


def stock_sum(context: BoxContext, sizes: Sizes) -> tuple[StockLength, ...]:
    frame = context.display.frame
    return rail_stock(context, rails_of(context, sizes.rabbet, frame)) if isinstance(frame, NewRabbet) else ()


BLADE = "Blade away from the fingers, metal ruler held firmly, several light passes."


def steps(context: BoxContext, sizes: Sizes, recipe: Recipe) -> tuple[Operation, ...]:
    """The order of work, each step with what to look at before going on."""
    say, display, pack = context.speak.say, context.display, sizes.pack
    items = sizes.laid
    names = ", ".join(one.item.name for one in items[:4]) + (f" and {len(items) - 4} more" if len(items) > 4 else "")
    out = [
        Operation(
            "measure",
            "Measure again",
            (f"{names}: read sizes, heights and what sticks out behind once more.",),
            5 + 3 * min(len(items), 8),
            gate=True,
            parts=tuple(one.part for one in items),
        )
    ]
    irreplaceable = [one.item.name for one in items if "irreplaceable" in one.item.traits]
    if irreplaceable:
        out.insert(
            0,
            Operation(
                "condition",
                "Write down its condition",
                (f"{', '.join(irreplaceable)}: photographs and a note of every mark, before work starts.",),
                15,
                gate=True,
            ),
        )
    if isinstance(display.frame, NewRabbet):
        out += frame_steps(context, rails_of(context, sizes.rabbet, display.frame))
        out.append(
            Operation(
                "rabbet",
                "Measure the rabbet again",
                say(
                    "Width, height and depth of the rabbet after the glue; planned {} × {}, {} deep.",
                    sizes.rabbet.size["width"],
                    sizes.rabbet.size["height"],
                    sizes.rabbet.depth,
                ),
                5,
                gate=True,
                parts=("rail",),
            )
        )
    else:
        out.append(
            Operation(
                "open",
                "Open the frame",
                ("Lift its tabs with a tool, take out board and liner, leave the glass in the frame while you work.",),
                10,
                care="Metal tabs are sharp and lift under nails: use a tool.",
                parts=("rail",),
            )
        )
    for f in sizes.folds:
        steam = bool({"signed", "heat_sensitive"} & set(f.laid.item.traits))
        out.append(
            Operation(
                f"fold.{f.laid.item.key}",
                f"Fold {f.laid.item.name}",
                say(
                    "Form {} × {}. Left fold {} from the middle line, top fold {} below the shoulder; sleeves turned behind; padding under it. "
                    + (
                        "No steam, no iron: it is signed or heat-sensitive."
                        if steam
                        else "As it came; steam only if the owner asks."
                    ),
                    f.form["width"],
                    f.form["height"],
                    abs(f.left.value),
                    f.top,
                ),
                45,
                gate=True,
                parts=(f.laid.part,),
                uses=("hold.form",),
                makes=(f"form.{f.laid.item.key}",),
                method="form",
            )
        )
    for one in _spread(sizes):
        steam = bool({"signed", "heat_sensitive"} & set(one.item.traits))
        out.append(
            Operation(
                f"spread.{one.item.key}",
                f"Spread {one.item.name}",
                context.speak.say(
                    "Card cut to its outline, {} inside the seams, edges rounded, slid inside body and sleeves with thin padding: it carries its shape, "
                    "no fold is sharp. Its middle line straight from collar to hem, both cuffs as far from it. "
                    + (
                        "No steam, no iron: it is signed or heat-sensitive."
                        if steam
                        else "As it came; steam only if its owner asks."
                    ),
                    context.rule("form_inside"),
                ),
                45,
                gate=True,
                parts=(one.part,),
                uses=("hold.form",),
                after=("mount", "cloth"),
                before=("mount.items", "hold.pull"),
                method="form",
            )
        )
    for s in sizes.stitched:
        out.append(
            Operation(
                f"tack.{s.laid.item.key}",
                f"Stretch {s.laid.item.name}",
                say(
                    "From one corner outward along two sides to the far corner, following one thread; border {} from the stitching, measured as it goes; "
                    "tacks {} from the board’s edge, within the {} the lip covers. Surplus folded behind.",
                    context.book[f"{s.laid.part}.border"],
                    s.tack,
                    s.lap,
                ),
                60,
                gate=True,
                parts=(s.laid.part,),
                after=("mount",),
                holds=(s.laid.part,),
                method="any",
                care="Damp it only after a fastness test in a corner.",
            )
        )
    if sizes.mats is not None:
        for level in sizes.mats.levels:
            out.append(
                Operation(
                    f"{level.key}.draw",
                    f"Draw the {level.label.lower()}",
                    ("On the BACK, mirrored, from its corner. Read it again in two places and type both in: then it may be cut.",),
                    15,
                    gate=True,
                    before=(f"{level.key}.cut",),
                )
            )
            out.append(
                Operation(
                    f"{level.key}.cut",
                    f"Cut the {level.label.lower()}",
                    (f"{len(level.openings)} windows; a test cut on an offcut first.",),
                    5 + 6 * len(level.openings),
                    care=BLADE,
                    parts=(level.key,),
                    makes=(level.key,),
                    place="clean",
                )
            )
        if len(sizes.mats.levels) > 1:
            out.append(
                Operation(
                    "mats.join",
                    "Join the mats",
                    ("Double-sided tape near the edges, faces cleaned first.",),
                    10,
                    parts=("mat_top",),
                )
            )
    if sizes.cut_down:
        out.append(
            Operation(
                "mount",
                "Cut the inner board down",
                say(
                    "{} × {}: it drops inside the liner. Two side strips of {} hold it off the glass.",
                    sizes.cut_down["width"],
                    sizes.cut_down["height"],
                    pack.size("spacer"),
                ),
                15,
                gate=True,
                care=BLADE,
                makes=("mount", *(("spacer",) if sizes.strips else ()), *(("filler",) if display.fillers else ())),
            )
        )
    else:
        out.append(
            Operation(
                "mount",
                "Cut the boards" if len(_boards(context, sizes)) > 1 else "Cut the mount board",
                say(
                    ", ".join(dict.fromkeys(BOARDS[key] for key in _boards(context, sizes) if key in BOARDS)).capitalize()
                    + " {} × {}; find the mount’s middle by the diagonals.",
                    sizes.board["width"],
                    sizes.board["height"],
                ),
                10,
                care=BLADE,
                makes=_boards(context, sizes),
            )
        )
    if covered(context):
        out.append(cloth_step(context))
    fixed = sum(len(one.item.anchors) for one in items)
    if fixed:
        out.append(
            Operation(
                "fix",
                "Mark and pierce the fixings",
                (
                    f"{fixed} places, from the 1:1 template laid on the board; FRONT or BACK as it says. Measure its "
                    "100 mm line first.",
                ),
                5 + 3 * fixed,
                gate=True,
                parts=("mount",),
            )
        )
    # What is stretched over its board lies there already.
    loose = [one for one in items if one.item.key not in {s.laid.item.key for s in sizes.stitched}]
    if loose:
        told = ", ".join(one.item.name for one in loose[:4]) + (f" and {len(loose) - 4} more" if len(loose) > 4 else "")
        out.append(
            Operation(
                "mount.items",
                "Lay the things out" if len(loose) > 1 else f"Try {loose[0].item.name} in its place",
                (f"{told}: on the board as drawn, from the middle out; look from the front before anything is fixed.",),
                5 + 3 * len(loose),
                gate=True,
                parts=tuple(one.part for one in loose),
                after=("mount", "fix", "mats.join", "mat_top.cut"),
            )
        )
    if sizes.sheet:
        out.append(glazing_step(context, sizes.sheet))
    if sizes.strips and not sizes.cut_down:
        out.append(spacer_step(context, sizes.strips))
    friable = any(one.item.kind == "pastel" or "loose_pigment" in one.item.traits for one in items)
    out.append(
        Operation(
            "look",
            "Look at the front",
            ("Fit the pack, turn it over, look before closing: straight, centred, no dust. A raking light shows dust.",),
            20,
            gate=True,
            parts=("face",),
            uses=(*(("glazing",) if sizes.sheet else ()), "mount"),
        )
    )
    stand = " The pack stands on edge meanwhile, so that the shock throws no pigment on the glass." if friable else ""
    closing = {
        "points": told_points(context),
        "strainer": "Strainer in, screws through it into the rail.",
        "clips": f"Offset clips about every {context.shop.rules.clip_spacing} mm, screwed into the rail.",
    }[display.closing]
    closed: tuple[str, ...] = ({"points": "points", "strainer": "strainer", "clips": "clip"}[display.closing], "tape", "cover")
    if sizes.cut_down:
        closing, closed = "Crumpled acid-free tissue in the room behind keeps the board forward; tabs down.", ("tissue", "tabs")
    sealed = "" if sizes.cut_down else " Tape round the pack, dust cover from the middle outwards, trimmed 2–3 mm inside."
    if display.build_up:
        out.append(
            Operation(
                "build_up",
                "Build the frame up behind",
                ("Mitred strips glued behind it, stained as the frame is.",),
                25,
                wait_minutes=60,
                makes=("build_up",),
                place="dusty",
                after=("glue", "joint"),
                before=("rabbet", "glazing", "mount"),
            )
        )
    out.append(
        Operation(
            "close",
            "Close and seal",
            (f"{closing}{stand}{sealed}",),
            20,
            care="Point gun: eye protection, never towards a hand, mind the glass beyond.",
            parts=("backing",),
            uses=(
                *closed,
                *(("behind",) if pack.behind_need is not None and not sizes.cut_down else ()),
                *(("filler",) if display.fillers else ()),
                *_fills(sizes),
            ),
            closes=True,
        )
    )
    return tuple(out)
