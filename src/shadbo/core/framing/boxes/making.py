"""From the sums to the bench: cut list, stock and the order of work for things in their box."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace

from shadbo.core.contract.cutting import CutLine, StockLength, sheet_of, strip_of
from shadbo.core.contract.operations import MADE, Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import ruled
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.document.decisions.having import closing_of
from shadbo.core.document.facts import said
from shadbo.core.document.shop import Board
from shadbo.core.framing.arrange.laid import BoxContext, PlacedItem
from shadbo.core.framing.blocks import blocks_parts, blocks_steps
from shadbo.core.framing.boxes.covering import cloth_line, cloth_parts, cloth_step, covered
from shadbo.core.framing.boxes.depth import PackLayer
from shadbo.core.framing.boxes.recipe import Recipe
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.came import BOARD_CAME, TABS, open_step, put_by, sheet_came, sheet_part, sheet_word, tabs_came
from shadbo.core.framing.closing import SEALED_KEYS, closed_with, closing_care, closing_parts, fitted, sealed_in
from shadbo.core.framing.filling import BLADE, SAWN, Use, board_of, cutting_care, fill_lines, wired
from shadbo.core.framing.glazing import glazing_line, glazing_step
from shadbo.core.framing.rabbet import rails_of
from shadbo.core.framing.rails import FRAME, cut_line, frame_steps, rail_lines, rail_stock
from shadbo.core.framing.spacers import spacer_lines, spacer_step
from shadbo.core.framing.treating import harmed, treat_step, treatment_of
from shadbo.core.quantity.figures import Say, several


def cut_list(context: BoxContext, sizes: Sizes, recipe: Recipe) -> tuple[CutLine, ...]:
    frame, say, display, pack = context.display.frame, context.speak.say, context.display, sizes.pack
    lines: list[CutLine] = []

    def material(key: str) -> str:
        return lies_of(context, sizes, next(lies for lies in pack.layers if lies.key == key)).name

    if isinstance(frame, NewRabbet):
        lines += rail_lines(context, rails_of(context, sizes.rabbet, frame))
    if sizes.sheet and not sheet_came(context):
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
                    sheet_of(
                        context.speak,
                        sizes.mats.size["height"],
                        more=(f"{several(len(level.openings), 'window') if level.openings else 'no window'}",),
                    ),
                    ("drawn and cut from the back",) if level.openings else ("the ground everything lies on",),
                )
            )
            for o in level.openings:
                lines.append(
                    cut_line(
                        context,
                        f"{level.key}.{o.laid.item.key}",
                        f"Window of {o.laid.item.called}",
                        (level.key, f"{level.key}.{o.laid.item.key}"),
                        1,
                        o.shape,
                        o.size["width"],
                        sheet_of(context.speak, o.size["height"]),
                        say("on the back {} from the left, {} from the top", sizes.mats.right_of(level, o), o.start["height"]),
                        opening=True,
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
                "the frame’s own inner board",
                sizes.cut_down["width"],
                sheet_of(context.speak, sizes.cut_down["height"]),
                (f"drops inside the liner, towards the {sheet_word(display.glazing)}",),
            )
        )
    elif pack.size("mount"):
        lines.append(
            cut_line(
                context,
                "mount",
                "Mount board",
                ("mount",),
                1,
                material("mount"),
                sizes.board["width"],
                sheet_of(context.speak, sizes.board["height"], pack.size("mount")),
                ("fixings marked on its back",) if any(one.item.anchors for one in sizes.laid) else (),
            )
        )
    if covered(context):
        lines.append(cloth_line(context))
    for f in sizes.folds:
        lines.append(
            cut_line(
                context,
                f"form.{f.laid.item.key}",
                f"Form for {f.laid.item.called}",
                (f.laid.part,),
                1,
                "foam board",
                f.form["width"],
                sheet_of(context.speak, f.form["height"]),
                ("edges rounded, padded with polyester or acid-free tissue",),
            )
        )
    for i in _fillers(context):
        lines.append(
            cut_line(
                context,
                f"filler.{i}",
                f"Filler {i + 1}",
                (f"filler.{i}",),
                1,
                material(f"filler.{i}"),
                sizes.board["width"],
                sheet_of(context.speak, sizes.board["height"], context.book[f"pack.filler.{i}"]),
            )
        )
    if pack.size("backing") and not board_came(context, sizes):
        lines.append(
            cut_line(
                context,
                "backing",
                "Hard back" if sizes.cut_down else "Backing",
                ("backing",),
                1,
                material("backing"),
                sizes.board["width"],
                sheet_of(context.speak, sizes.board["height"], pack.size("backing")),
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
                    strip_of(context.speak, wide, pack.behind_need),
                    ("they keep the room for pins and knots",),
                )
            )
    if display.build_up:
        across = strip_of(context.speak, sizes.rabbet.face.value - sizes.rabbet.lip.value, context.book["depth.build_up"])
        for key, axis, where in (("build_up", "width", "top and bottom"), ("build_up.sides", "height", "left and right")):
            name = f"Build-up strip, {where}"
            long = context.book.add(
                sizes.rabbet.outside[axis] * 1, f"build_up.{axis}", f"{name}, long point", parts=("build_up",), cut=context.shop.saw
            )
            note = ("glued behind the frame, mitred",)
            lines.append(cut_line(context, key, name, ("build_up",), 2, "wood strip", long, across, note))
    return tuple(lines)


def parts(context: BoxContext, sizes: Sizes) -> tuple[Part, ...]:
    """What is not cut: what came with a bought box, what closes the pack, what pads and fastens."""
    frame = context.display.frame
    found: list[Part] = []
    if isinstance(frame, ReadFrame):
        found.append(FRAME)
        if sizes.sheet and sheet_came(context):
            found.append(sheet_part(context))
        found += [*put_by(context), *blocks_parts(context)]
        if board_came(context, sizes):
            found.append(replace(BOARD_CAME, name="Hard back that came with it") if sizes.cut_down else BOARD_CAME)
        if tabs_came(context) or sizes.cut_down:
            found.append(TABS)
    if sizes.cut_down:
        found.append(got("tissue", "Acid-free tissue", comes="hand"))
    else:
        found += closing_parts(context)
    if sizes.mats is not None and len(sizes.mats.levels) > 1:
        found.append(got("mats.tape", "Double-sided tape", comes="hand", material="acid-free", lights=("mat_top",)))
    if covered(context):
        found += cloth_parts()
    if _spread(sizes):
        found.append(got("inside", "Card for inside, cut to its outline", comes="hand", material="acid-free"))
    if sizes.stitched:
        found.append(got("pins.tack", "Pins, stainless", comes="hand"))
    if sizes.folds or _spread(sizes):
        found.append(got("hold.form", "Padding", comes="hand", material="polyester or acid-free tissue"))
    return tuple(found)


BOARDS = {"mount": "mount board", "filler": "fillers", "fill": "fillers", "backing": "backing"}
# What a layer is called where it is put in.
PUT_IN = {
    "glazing": "glazing",
    "spacer": "spacer",
    "mount": "the mount board with all that is on it",
    "behind": "the strips behind it",
    "backing": "the back",
}
# What each layer of board is there for; mats are of mat board.
USES: Mapping[str, Use] = {"mount": "mount", "backing": "stiff"}


def lies_of(context: BoxContext, sizes: Sizes, lies: PackLayer) -> Board:
    """The board of the stock that a layer of the pack is."""
    if lies.key == "mount" and (sizes.cut_down or wired(context, sizes.laid)):
        return board_of(context, lies.size, "stiff")
    return board_of(context, lies.size, USES.get(lies.key, "mat" if lies.key.startswith("mat") else "filler"))


def _spread(sizes: Sizes) -> tuple[PlacedItem, ...]:
    """Garments shown whole."""
    return tuple(one for one in sizes.laid if one.item.kind == "garment" and one.item.folding is None)


def _harmed(context: BoxContext, one: PlacedItem) -> bool:
    """Whether what is asked for may not be done to a cloth, by its traits or by what was answered of it; left as it came, whether heat may not."""
    cloth, traits = context.piece.hold.cloth, said(context.piece.asked, one.item.traits)
    return bool(harmed("steamed" if cloth == "came" else cloth, traits, one.item.marks, stitched=one.item.stitching is not None))


def _heat(context: BoxContext, never: bool) -> str:
    if never:
        return "No steam, no iron: it is signed or heat-sensitive."
    treatment = treatment_of(context.piece.hold.cloth, stitched=False)
    return treatment.done if treatment is not None else "As it came; steam only if its owner asks."


def _treated(context: BoxContext, one: PlacedItem) -> list[Operation]:
    """Cloth that is treated before it is folded, spread or stretched, where that was asked for and does no harm."""
    treatment = treatment_of(context.piece.hold.cloth, stitched=one.item.stitching is not None)
    if treatment is None or _harmed(context, one):
        return []
    step = treat_step(treatment, one.item.key, one.item.called, one.part, one.item.marks)
    if one.item.stitching is None or treatment.key != "damp":
        return [step]
    # Needlework is stretched damp, and dries on its board.
    even = ("After a fastness test in a corner that runs no colour: a fine spray of water from the back, even, never soaked.",)
    return [replace(step, say=even, minutes=10, wait_minutes=0)]


def _fixings(context: BoxContext, one: PlacedItem) -> int:
    """By how many fixings a thing is held, where that is counted."""
    count = context.book.counts.get(f"hold.{one.item.key}.count")
    return (count.count or 0) if count is not None else 0


def _fills(sizes: Sizes) -> tuple[str, ...]:
    return ("fill",) if sizes.pack.fill is not None else ()


def _order(sizes: Sizes) -> tuple[str, ...]:
    """The pack in words, front to back; what is put behind a board that is cut down comes with the closing."""
    words, pack = [], sizes.pack
    for lies in pack.layers:
        if sizes.cut_down and lies.key in ("behind", "backing"):
            continue
        if lies.key == "backing" and pack.fill is not None:
            words.append(pack.fill.names.lower())
        if lies.key == "work" and not pack.size("mount"):
            words.append("the work")
        elif lies.key.startswith(("mat_", "filler.")):
            words.append(lies.label.lower())
        elif lies.key == "spacer" and sizes.cut_down:
            # Its side strips are on the inner board already.
            continue
        elif lies.key == "mount" and sizes.cut_down:
            words.append("the inner board with all that is on it")
        elif lies.key in PUT_IN and lies.size.value > 0:
            words.append(PUT_IN[lies.key])
    return tuple(words)


def _put_in(context: BoxContext, sizes: Sizes) -> tuple[str, ...]:
    """The same by the names of their parts."""
    cut = (key for key in _boards(context, sizes) if not sizes.cut_down or key in ("mount", "filler"))
    mats = (level.key for level in sizes.mats.levels) if sizes.mats is not None else ()
    return (*(("glazing",) if sizes.sheet else ()), *(("spacer",) if sizes.strips else ()), *mats, *cut)


def _fillers(context: BoxContext) -> tuple[int, ...]:
    """The fillers there are; one of no thickness is none."""
    return tuple(i for i, filler in enumerate(context.display.fillers) if filler)


def _boards(context: BoxContext, sizes: Sizes) -> tuple[str, ...]:
    """The boards and strips that are cut together."""
    behind = sizes.pack.behind_need is not None and not sizes.cut_down
    backing = bool(sizes.pack.size("backing")) and not board_came(context, sizes)
    there = {"mount": bool(sizes.pack.size("mount")), "filler": bool(_fillers(context)), "backing": backing, "behind": behind}
    return (*(key for key, cut in there.items() if cut), *_fills(sizes))


def board_came(context: BoxContext, sizes: Sizes) -> bool:
    """Whether the frame’s own hard back closes the pack."""
    display, frame = context.display, context.display.frame
    if sizes.cut_down:
        return display.backing is None
    same = display.backing is None or display.backing == getattr(frame, "board", None)
    return isinstance(frame, ReadFrame) and bool(frame.board) and same and bool(sizes.pack.size("backing"))


def stock_sum(context: BoxContext, sizes: Sizes) -> tuple[StockLength, ...]:
    frame = context.display.frame
    return rail_stock(context, rails_of(context, sizes.rabbet, frame)) if isinstance(frame, NewRabbet) else ()


# Where things are laid: under the lip as large as the board, or with borders.
WHERE = {"lapped": "edge to edge with the board, nothing standing over", "bordered": "on the board as drawn, from the middle out"}


def _where(lapped: bool, mounted: bool) -> str:
    if not mounted:
        return "in the middle, what lies behind it ready"
    return WHERE["lapped" if lapped else "bordered"]


def steps(context: BoxContext, sizes: Sizes, recipe: Recipe) -> tuple[Operation, ...]:
    """The order of work, each step with what to look at before going on."""
    say, display, pack = context.speak.say, context.display, sizes.pack
    items = sizes.laid
    names = ", ".join(one.item.called for one in items[:4]) + (f" and {len(items) - 4} more" if len(items) > 4 else "")
    out = [
        Operation(
            "measure",
            "Measure again",
            (f"{names}: read sizes, heights and what sticks out behind once more.",),
            5 + 3 * min(len(items), 8),
            gate=True,
            parts=tuple(one.part for one in items),
            leaves=("measured",),
        )
    ]
    if isinstance(display.frame, NewRabbet):
        out += frame_steps(context, rails_of(context, sizes.rabbet, display.frame))
        out += _build_up(context)
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
                needs=MADE,
                leaves=("read",),
            )
        )
    else:
        out += [open_step(context), *blocks_steps(context), *_build_up(context)]
    for f in sizes.folds:
        never = _harmed(context, f.laid)
        out += _treated(context, f.laid)
        out.append(
            Operation(
                f"fold.{f.laid.item.key}",
                f"Fold {f.laid.item.called}",
                say(
                    "Form {} × {}. Left fold {} from the middle line, top fold {} below the shoulder; sleeves turned behind; padding under it. "
                    + _heat(context, never),
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
                beside=True,
            )
        )
    if sizes.mats is not None:
        for level in sizes.mats.levels:
            if level.openings:
                out.append(
                    Operation(
                        f"{level.key}.draw",
                        f"Draw the {level.label.lower()}",
                        (
                            "On the BACK, mirrored, from its corner. Read it again in two places and type both in: then it may be cut.",
                        ),
                        15,
                        gate=True,
                        beside=True,
                    )
                )
            out.append(
                Operation(
                    f"{level.key}.cut",
                    f"Cut the {level.label.lower()}",
                    (f"{several(len(level.openings), 'window').capitalize()}; a test cut on an offcut first.",)
                    if level.openings
                    else say("{} × {}, no window: everything lies on it.", sizes.mats.size["width"], sizes.mats.size["height"]),
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
                    uses=("mats.tape", *(level.key for level in sizes.mats.levels)),
                    beside=True,
                )
            )
    if sizes.cut_down:
        hard = pack.size("backing") > 0 and not board_came(context, sizes)
        out.append(
            Operation(
                "mount",
                "Cut the inner board down",
                (
                    *say(
                        ("" if context.display.liner is not None else "Read the liner first. ")
                        + "{} × {}: it drops inside the liner. Two side strips of {} hold it off the "
                        + f"{sheet_word(display.glazing)}.",
                        sizes.cut_down["width"],
                        sizes.cut_down["height"],
                        pack.size("spacer"),
                    ),
                    *(say(" The hard back {} × {}, which closes it, sawn.", *sizes.board.values()) if hard else ()),
                ),
                15,
                gate=True,
                care=f"{BLADE} {SAWN}" if hard else BLADE,
                makes=(
                    "mount",
                    *(("spacer",) if sizes.strips else ()),
                    *(("filler",) if _fillers(context) else ()),
                    *(("backing",) if hard else ()),
                ),
                beside=True,
                needs=("prepared",),
                leaves=("board", "laid"),
            )
        )
    elif cut := _boards(context, sizes):
        mounted = "mount" in cut
        out.append(
            Operation(
                "mount",
                "Cut the boards" if len(cut) > 1 or not mounted else "Cut the mount board",
                say(
                    ", ".join(dict.fromkeys(BOARDS[key] for key in cut if key in BOARDS)).capitalize()
                    + (" {} × {}; find the mount’s middle by the diagonals." if mounted else " {} × {}.")
                    + (" The strips behind the mount by the cut list." if "behind" in cut else ""),
                    sizes.board["width"],
                    sizes.board["height"],
                ),
                10,
                care=cutting_care(
                    *(lies_of(context, sizes, lies) for lies in pack.layers if lies.key in {"mount", "backing"}.intersection(cut)),
                    *(pack.fill.boards if pack.fill is not None else ()),
                ),
                makes=cut,
                beside=True,
                needs=("prepared",),
                leaves=("board", "laid"),
            )
        )
    if covered(context):
        out.append(cloth_step(context))
    for one in _spread(sizes):
        never = _harmed(context, one)
        out += _treated(context, one)
        out.append(
            Operation(
                f"spread.{one.item.key}",
                f"Spread {one.item.called}",
                context.speak.say(
                    "Card cut to its outline, {} inside the seams, edges rounded, slid inside body and sleeves with thin padding: it carries its shape, "
                    "no fold is sharp. Its middle line straight from collar to hem, both cuffs as far from it. "
                    + _heat(context, never),
                    context.rule("form_inside"),
                ),
                45,
                gate=True,
                parts=(one.part,),
                uses=("hold.form", "inside"),
                method="form",
                beside=True,
            )
        )
    for s in sizes.stitched:
        before = _treated(context, s.laid)
        damp = any(o.key.startswith("damp.") for o in before)
        out += before
        out.append(
            Operation(
                f"tack.{s.laid.item.key}",
                f"Stretch {s.laid.item.called}",
                say(
                    "From one corner outward along two sides to the far corner, following one thread; border {} from the stitching, measured as it goes; "
                    "pinned for now {} from the board’s edge, within the {} the lip covers. "
                    + ("Dry through before the surplus is folded behind." if damp else "Surplus folded behind."),
                    context.book[f"{s.laid.part}.border"],
                    s.tack,
                    s.lap,
                ),
                60,
                gate=True,
                parts=(s.laid.part,),
                uses=("pins.tack",),
                wait_minutes=12 * 60 if damp else 0,
                holds=(s.laid.part,),
                method="any",
                care="" if damp else "Damp it only after a fastness test in a corner.",
                beside=True,
                needs=("tried",),
            )
        )
    fixed = sum(len(one.item.anchors) for one in items)
    between = sum(max(_fixings(context, one) - len(one.item.anchors), 0) for one in items if one.item.anchors)
    if fixed:
        rest = f" {between} more between them, evenly apart." if between else ""
        out.append(
            Operation(
                "fix",
                "Mark and pierce the fixings",
                (
                    f"{several(fixed, 'place').capitalize()}, from the 1:1 template laid on the board; FRONT or BACK as it says. Measure its "
                    f"100 mm line first.{rest}",
                ),
                5 + 3 * fixed,
                gate=True,
                parts=("mount",) if pack.size("mount") else (),
                beside=True,
                leaves=("laid",),
            )
        )
    lapped = display.edges == "lapped" and len(items) == 1
    # What is stretched over its board lies there already.
    loose = [one for one in items if one.item.key not in {s.laid.item.key for s in sizes.stitched}]
    # What comes on a board of its own is laid in with the pack.
    if loose and not (lapped and context.facts.mounted):
        told = ", ".join(one.item.called for one in loose[:4]) + (f" and {len(loose) - 4} more" if len(loose) > 4 else "")
        out.append(
            Operation(
                "mount.items",
                "Lay the things out"
                if len(loose) > 1
                else f"Lay {loose[0].item.name} {'on its board' if pack.size('mount') else 'face down'}"
                if lapped
                else f"Try {loose[0].item.name} in its place",
                (f"{told}: {_where(lapped, bool(pack.size('mount')))}; look from the front before anything is fixed.",),
                5 + 3 * len(loose),
                gate=True,
                parts=tuple(one.part for one in loose),
                beside=True,
                needs=("tried", "lined"),
                leaves=("laid",),
            )
        )
    if sizes.sheet:
        out.append(replace(glazing_step(context, sizes.sheet), needs=("held", *MADE)))
    if sizes.strips and not sizes.cut_down:
        out.append(spacer_step(context, sizes.strips))
    out.append(
        Operation(
            "look",
            "Look at the front",
            (f"{fitted(*_order(sizes))} A raking light shows dust.",),
            20,
            gate=True,
            parts=("face",),
            uses=_put_in(context, sizes),
            needs=("held",),
        )
    )
    closing: Say = ()
    closed = closed_with(context)
    if closing_of(display) == "strainer":
        closed = ("strainer", *SEALED_KEYS)
    if sizes.cut_down:
        backed = board_came(context, sizes) or bool(pack.size("backing"))
        back = "the hard back on it, " if backed else ""
        closing = (f"Crumpled acid-free tissue in the room behind keeps the board forward; {back}tabs down.",)
        closed = ("tissue", "tabs", *(("backing",) if backed else ()))
    sealed = () if sizes.cut_down else sealed_in(context)
    out.append(
        Operation(
            "close",
            "Close and seal",
            closing,
            20,
            care=closing_care(context, down=bool(sizes.cut_down)),
            parts=("backing",),
            uses=closed,
            closes=True,
            also=sealed,
        )
    )
    return tuple(out)


def _build_up(context: BoxContext) -> Iterator[Operation]:
    """Strips behind a frame that is too shallow, glued on bare wood, before its rabbet is read."""
    if context.display.build_up:
        yield Operation(
            "build_up",
            "Build the frame up behind",
            ("Mitred strips glued behind it, stained as the frame is.",),
            25,
            wait_minutes=60,
            makes=("build_up",),
            place="dusty",
            needs=("raw",),
            leaves=("shaped",),
        )
