"""From the sums to the bench: cut list, parts and steps of cloth behind a sash."""

from __future__ import annotations

from shadbo.core.contract.cutting import CutLine, sheet_of, strip_of
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.displays.sash.flags import FLAGS
from shadbo.core.displays.sash.sizes import Behind, SashContext, Sizes
from shadbo.core.framing.filling import BLADE
from shadbo.core.framing.rails import AXES, cut_line
from shadbo.core.quantity.exact import exact
from shadbo.core.quantity.figures import several
from shadbo.core.quantity.sums import Dim

STRIPS_SAID = "Strips round the glass of every pane, {} thick: two of {}, two of {} between them."


def cut_list(context: SashContext, sizes: Sizes) -> tuple[CutLine, ...]:
    display = context.display
    panes = display.across * display.down
    lines = [
        cut_line(
            context,
            "board",
            "Boards behind the panes",
            ("board",),
            panes,
            "acid-free board",
            sizes.board["width"],
            sheet_of(context.speak, sizes.board["height"], sizes.pack["board"]),
            ("the pane less the cloth on both edges",),
        )
    ]
    wide, thick = context.rule("pane_strip_wide"), sizes.pack["strips"]
    for axis, where in (("height", "left and right"), ("width", "top and bottom, between them")):
        if axis in sizes.strips:
            across, name = strip_of(context.speak, wide, thick), f"Strips of a pane, {where}"
            lines.append(cut_line(context, f"strips.{axis}", name, ("strips",), 2 * panes, "softwood", sizes.strips[axis], across))
    if display.closing == "cover":
        lines += [
            cut_line(
                context,
                "cover",
                "Cover board",
                ("cover",),
                1,
                "hardboard or ply",
                sizes.cover["width"],
                sheet_of(context.speak, sizes.cover["height"], exact(display.cover_board)),
                ("smaller than the sash, larger than the cloth",),
            )
        ]
    return tuple(lines)


def parts(context: SashContext, sizes: Sizes) -> tuple[Part, ...]:
    """The sash with its panes is there; thread, and what closes it from behind."""
    display, say = context.display, context.speak.say
    found = [
        got("sash", "Old sash with its panes", comes="came", lights=("sash", "glass")),
        got("thread", "Thread and pins", comes="hand", material="polyester; stainless"),
    ]
    bare = _covered(sizes)
    if bare:
        turned = 2 * context.rule("cover_turn")
        size = say("{} × {}", *(context.book[f"board.{axis}"].value + turned for axis in AXES))
        found.append(got("cloth", "Plain cloth to cover a board", bare, size=size, note=("turned behind all round",)))
    if display.closing == "cover":
        size, note = say("{}", context.book["fastener.length"]), say("clear of cloth and glass by {}", sizes.clear)
        found.append(got("fastener", "Staples or small nails", sizes.fastener_count(), size=size, note=note, lights=("fastener",)))
    else:
        found.append(got("points", "Points", 8 * display.across * display.down, note=("two a side in every pane",)))
    return tuple(found)


def _covered(sizes: Sizes) -> int:
    """How many boards are covered in plain cloth: those something is stitched to, and those that nothing lies on."""
    return sizes.empty + sum(not one.wrapped for one in sizes.behind)


def steps(context: SashContext, sizes: Sizes) -> tuple[Operation, ...]:
    display, say = context.display, context.speak.say
    out = [
        Operation(
            "sash",
            "Look the sash over",
            ("Putty firm, panes whole, joints tight; wash both faces of the glass.",),
            40,
            gate=True,
            care="Old paint may hold lead: do not sand it dry. Gloves for old glass.",
            parts=("sash", "glass"),
        ),
        Operation(
            "measure",
            "Measure every pane",
            say("They differ in old sashes: {} × {} here. Boards are cut one by one.", *sizes.pane.values()),
            10,
            gate=True,
            parts=("glass",),
            leaves=("measured",),
        ),
        Operation(
            "board",
            "Cut the boards",
            say(
                "{} × {}: the pane less the cloth’s thickness on both edges. Try each with a scrap of the cloth.",
                *sizes.board.values(),
            ),
            20,
            gate=True,
            care="Blade away from the fingers; metal ruler.",
            parts=("board",),
            makes=("board",),
        ),
    ]
    if display.closing == "cover":
        out.append(
            Operation(
                "cover",
                "Cut the cover board",
                say("{} × {}, smaller than the sash and larger than the cloth.", *sizes.cover.values()),
                15,
                care="Saw or knife: guard, ruler, fingers behind the edge.",
                makes=("cover",),
                place="dusty",
            )
        )
    if display.flag != "none":
        out.append(Operation("flag", "Which way up", (FLAGS[display.flag].rule,), 5, gate=True, parts=("item",)))
    if bare := _covered(sizes):
        turned = context.rule("cover_turn")
        out.append(
            Operation(
                "cover_boards",
                f"Cover {'a board' if bare == 1 else several(bare, 'board')} in plain cloth",
                say("Straight along its weave, {} turned behind all round, pinned in the edge, then stitched.", turned),
                15 * bare,
                parts=("board",),
                uses=("cloth", "thread"),
            )
        )
    if sizes.over is not None:
        out += _over_steps(context, sizes, sizes.over)
    for one in sizes.behind if sizes.over is None else ():
        name = one.laid.item.called
        if one.wrapped:
            out.append(
                Operation(
                    f"wrap.{one.laid.item.key}",
                    f"Wrap {name}",
                    say(
                        "Straight along its weave, {} and {} turned behind, pinned in the edge, then stitched. Nothing through what is seen.",
                        *one.turn.values(),
                    ),
                    30,
                    parts=(one.laid.part,),
                    uses=("board", "thread"),
                    holds=(one.laid.part,),
                    method="sewn_cover",
                )
            )
        else:
            out.append(
                Operation(
                    f"stitch.{one.laid.item.key}",
                    f"Stitch {name} to its board",
                    say(
                        "On a covered board, {} from its sides and {} from top and bottom; stitches along its hems, "
                        "never so that it tears.",
                        *one.border.values(),
                    ),
                    40,
                    parts=(one.laid.part,),
                    uses=("board", "thread", "cloth"),
                    holds=(one.laid.part,),
                    method="sewn_cover",
                )
            )
    if sizes.over is None:
        words = (
            say(f"{STRIPS_SAID} Then the boards.", *_strips_told(sizes)) if sizes.strips else ("The boards behind their panes.",)
        )
        out.append(
            Operation(
                "lay",
                "Lay the boards in",
                words,
                15,
                care=BLADE if sizes.strips else "",
                parts=("strips", "board"),
                makes=("strips",) if sizes.strips else (),
            )
        )
    if display.closing == "cover":
        out += [
            Operation(
                "half",
                "Fasten two of each side",
                say("In from the cover’s corners, {} clear of the cloth.", sizes.clear),
                10,
                care="Eye protection; staple gun and nails never towards a hand, and mind the glass beyond.",
                parts=("cover", "fastener"),
            ),
            Operation(
                "look",
                "Look at the front",
                ("Before the last ones go in: straight, the right way up, no dust, no thread.",),
                10,
                gate=True,
                parts=("item",),
            ),
            Operation(
                "close",
                "Fasten the rest",
                (f"{sizes.fastener_count()} altogether.",),
                10,
                care="As before: mind the glass beyond.",
                parts=("fastener",),
                closes=True,
            ),
        ]
    else:
        out += [
            Operation(
                "look",
                "Look at the front",
                ("Before it is closed: straight, the right way up, no dust, no thread.",),
                10,
                gate=True,
                parts=("item",),
            ),
            Operation(
                "close",
                "Points into each rebate",
                ("Two a side in every pane, nothing pushed towards the glass.",),
                20,
                care="Point gun: eye protection, never towards a hand.",
                parts=("board",),
                uses=("points",),
                closes=True,
            ),
        ]
    return tuple(out)


def _strips_told(sizes: Sizes) -> tuple[Dim, ...]:
    return sizes.pack["strips"], sizes.strips["height"], sizes.strips["width"]


def _over_steps(context: SashContext, sizes: Sizes, one: Behind) -> tuple[Operation, ...]:
    """One cloth behind all panes: strips first, then cloth and boards pane by pane, then what is left round the outer boards."""
    say, name = context.speak.say, one.laid.item.called
    out = []
    if sizes.strips:
        out.append(
            Operation(
                "strips",
                "Put the strips in",
                say(STRIPS_SAID, *_strips_told(sizes)),
                15,
                care=BLADE,
                parts=("strips",),
                makes=("strips",),
            )
        )
    words = say(
        "Face down behind the panes, straight along its weave, {} left over at the left, {} at the right, {} at the top, {} at the bottom, seen "
        "from the front. From the middle outwards a board into every pane: the cloth goes down into it and up over the bars.",
        *one.turn.values(),
    )
    lay = Operation(
        f"over.{one.laid.item.key}", f"Lay {name} behind all panes", words, 45, gate=True, parts=(one.laid.part, "board")
    )
    wrap = Operation(
        f"wrap.{one.laid.item.key}",
        f"Turn {name} behind",
        (
            "What is left over goes round the outer boards, pinned in their edges, then stitched behind. Nothing through what is seen.",
        ),
        30,
        parts=(one.laid.part,),
        uses=("board", "thread"),
        holds=(one.laid.part,),
        method="sewn_cover",
    )
    return (*out, lay, wrap)
