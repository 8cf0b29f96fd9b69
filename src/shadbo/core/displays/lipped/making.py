"""From the sums to the bench: cut list, stock and steps of a canvas in a lipped frame."""

from __future__ import annotations

from dataclasses import replace

from shadbo.core.contract.cutting import CutLine, StockLength, sheet_of
from shadbo.core.contract.operations import MADE, Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.displays.lipped.liner import liner_lines, liner_parts, liner_steps
from shadbo.core.displays.lipped.sizes import LippedContext, Sizes
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.framing.blocks import blocks_parts, blocks_steps
from shadbo.core.framing.came import TABS_OFF, open_step, put_by, sheet_came, sheet_part
from shadbo.core.framing.closing import COVER_GLUE
from shadbo.core.framing.glazing import glazing_line, glazing_step
from shadbo.core.framing.rabbet import rails_of
from shadbo.core.framing.rails import FRAME, cut_line, frame_steps, rail_lines, rail_stock
from shadbo.core.framing.spacers import spacer_lines, spacer_step
from shadbo.core.measuring.desk import picture


def cut_list(context: LippedContext, sizes: Sizes) -> tuple[CutLine, ...]:
    frame = context.display.frame
    lines: list[CutLine] = []
    if isinstance(frame, NewRabbet):
        lines += rail_lines(context, rails_of(context, sizes.rabbet, frame))
    if sizes.sheet and not sheet_came(context):
        lines.append(glazing_line(context, sizes.sheet, sizes.front["glazing"]))
    if sizes.liner is not None:
        lines += liner_lines(context, sizes.liner)
    if sizes.strips:
        lines += spacer_lines(context, sizes.strips, sizes.front["air"])
    lines += [
        cut_line(
            context,
            "cover",
            "Dust cover",
            ("cover",),
            1,
            "kraft paper",
            sizes.cover["width"],
            sheet_of(context.speak, sizes.cover["height"]),
            ("with a breathing hole low in the middle",),
        )
    ]
    return tuple(lines)


def parts(context: LippedContext, sizes: Sizes) -> tuple[Part, ...]:
    """What is not cut: clips and their screws; the frame, where it is there."""
    say = context.speak.say
    note = ("one a clip, in the rail only",)
    found = [
        got(
            "clip",
            "Offset clips" if sizes.offset.value else "Flat clips",
            sizes.total,
            size=say("offset {}", sizes.offset) if sizes.offset.value else (),
            lights=("clip",),
            figure="clip.count",
        ),
        got("screw", "Clip screws", sizes.total, material="wood screw", size=say("{}", sizes.screw), note=note, lights=("screw",)),
        COVER_GLUE,
    ]
    if sizes.liner is not None:
        found += liner_parts()
    if sizes.packer is not None:
        found.append(
            got(
                "packer",
                f"Packers between clips and {picture(context)}",
                sizes.total,
                material="card or ply",
                size=say("{} thick", sizes.packer),
                comes="hand",
            )
        )
    if not isinstance(context.display.frame, NewRabbet):
        found.append(FRAME)
        if sizes.sheet and sheet_came(context):
            found.append(sheet_part(context))
        found += [*put_by(context), *blocks_parts(context), *((TABS_OFF,) if context.display.frame.tabs else ())]
    return tuple(found)


def stock_sum(context: LippedContext, sizes: Sizes) -> tuple[StockLength, ...]:
    frame = context.display.frame
    return rail_stock(context, rails_of(context, sizes.rabbet, frame)) if isinstance(frame, NewRabbet) else ()


def steps(context: LippedContext, sizes: Sizes) -> tuple[Operation, ...]:
    """The order of work, each step with what to look at before going on."""
    say, display = context.speak.say, context.display
    out = [
        Operation(
            "measure",
            "Measure again",
            say(
                "Read the " + picture(context) + " once more: smallest {} × {}, deepest {}.",
                sizes.thing.width.smallest,
                sizes.thing.height.smallest,
                sizes.thing.depth.into if sizes.thing.depth else sizes.depth,
            ),
            5,
            gate=True,
            parts=("canvas",),
            leaves=("measured",),
        )
    ]
    if isinstance(display.frame, NewRabbet):
        out += frame_steps(context, rails_of(context, sizes.rabbet, display.frame))
    else:
        out.append(open_step(context, again=False))
    out += blocks_steps(context)
    liner = liner_steps(context, sizes.liner) if sizes.liner is not None else ()
    out += liner[:1]
    if sizes.sheet:
        out.append(replace(glazing_step(context, sizes.sheet), needs=MADE))
    out += liner[1:]
    if sizes.strips:
        out.append(spacer_step(context, sizes.strips))
    out += [
        Operation(
            "lay",
            f"Lay the {picture(context)} in",
            say(
                "Face down on a soft clean cloth, frame over it; even room on both sides, {} across and {} down in "
                "all. Look: nothing sharp beneath?",
                sizes.room["width"],
                sizes.room["height"],
            ),
            10,
            parts=("canvas",),
            uses=("rail", *(("glazing",) if sizes.sheet else ()), *(("spacer",) if sizes.strips else ())),
            needs=MADE,
        ),
        Operation(
            "look",
            "Look at the front",
            ("Turn it over before the first screw: straight, centred, the right way up, hook end at the top.",),
            5,
            gate=True,
            parts=("canvas", "lip"),
        ),
        Operation(
            "clips",
            "Fix the clips",
            say(
                (f"{sizes.total} clips offset {{}}" if sizes.offset.value else f"{sizes.total} flat clips")
                + f", screws {{}} into the rail. Drill first, away from the {picture(context)}; a stop on the bit. "
                + (
                    "A packer of {} between each clip and what it presses on; the screw goes into the rail beside it. "
                    if sizes.packer is not None
                    else ""
                )
                + f"Look: does each clip press without bending {'the board' if context.thing.support == 'board' else 'the bar'}?",
                *((sizes.offset,) if sizes.offset.value else ()),
                sizes.screw,
                *((sizes.packer,) if sizes.packer is not None else ()),
            ),
            25,
            care=f"Never drive or cut towards the {picture(context)}; a card between clip and {picture(context)} while you drill.",
            parts=("clip", "screw"),
            uses=("packer",) if sizes.packer is not None else (),
            holds=("canvas",),
            method="clips",
        ),
        Operation(
            "cover",
            "Dust cover",
            say(
                "{} × {}, stuck to the rails; cut a breathing hole low in the middle, so that both faces "
                "are at one climate. Look: hole open, hook end up?",
                sizes.cover["width"],
                sizes.cover["height"],
            ),
            15,
            care="Blade away from the work; trim against a metal ruler.",
            parts=("cover", "hole"),
            makes=("cover",),
            uses=("glue.cover",),
            closes=True,
        ),
    ]
    return tuple(out)
