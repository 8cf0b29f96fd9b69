"""From the sums to the bench: the cut list, how it comes out of the stock, and the order of work."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.cutting import PACKER, CutLine, StockLength, bar_of, strip_of
from shadbo.core.contract.display import SeatStrip
from shadbo.core.contract.operations import MADE, Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.displays.floater.sizes import Sizes
from shadbo.core.displays.floater.terms import FloaterContext
from shadbo.core.document.decisions.canvas import NewFrame
from shadbo.core.document.decisions.having import frame_there
from shadbo.core.document.shop import Moulding
from shadbo.core.framing.blocks import blocks_parts, blocks_steps
from shadbo.core.framing.label_size import unread_words
from shadbo.core.framing.rails import AXES, GLUE, Rails, cut_line, frame_steps, rail_lines, rail_stock
from shadbo.core.framing.stock import made_of
from shadbo.core.measuring.desk import gets_cradle, picture
from shadbo.core.quantity.exact import exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.sums import Dim, leaf


def cut_list(context: FloaterContext, sizes: Sizes) -> tuple[CutLine, ...]:
    """Everything to be cut or counted out: rails, seat, lift strips, liners, shims, screws."""
    say, book = context.speak.say, context.book
    moulding = sizes.moulding
    lines: list[CutLine] = []

    def line(*args: Any, **more: Any) -> None:
        lines.append(cut_line(context, *args, **more))

    if gets_cradle(context):
        cradle = strip_of(context.speak, exact(context.thing.bar_width), book["cradle.deep"], "deep")
        across, down = cradle_lengths(context, sizes)
        for run, word, length in (("across", "top and bottom", across), ("down", "sides, between them", down)):
            line(f"cradle.{run}", f"Cradle strips, {word}", ("bar",), 2, "straight-grained wood", length, cradle, ("square ends",))
    if moulding is not None:
        lines += rail_lines(context, rails_of(context, sizes, moulding))
        if not sizes.own_seat:
            seat_profile = bar_of(context.speak, sizes.seat_width, sizes.seat)
            across = book.add(sizes.inside["width"] * 1, "seat.strip.across", "Seat strip, across", parts=("seat",))
            down = book.add(sizes.inside["height"] - 2 * sizes.seat_width, "seat.strip.down", "Seat strip, down", parts=("seat",))
            ends = "square ends; the lower edge of the upper one at 45°" if _bevelled(context, sizes) else "square ends"
            line("seat.across", "Seat strips, top and bottom", ("seat",), 2, "seat strip", across, seat_profile, (ends,))
            line(
                "seat.down",
                "Seat strips, sides",
                ("seat",),
                2,
                "seat strip",
                down,
                seat_profile,
                ("square ends, between the others",),
            )
    if sizes.lift.value > 0:
        level, upright = (strip_of(context.speak, book[f"lift.strip.width{side}"], sizes.lift) for side in ("", ".down"))
        combo = made_of(tuple(exact(s) for s in context.shop.strips), sizes.lift.value)
        built = say("of strips " + " + ".join("{}" for _ in combo), *combo) if combo else ()
        line("lift.across", "Lift strips, top and bottom", ("lift",), 2, "lift strip", book["lift.strip.across"], level, built)
        line("lift.down", "Lift strips, sides", ("lift",), 2, "lift strip", book["lift.strip.down"], upright, built)
    for axis, liner in sizes.liner.items():
        if liner.value:
            strip = book.add(
                sizes.inside["height" if axis == "width" else "width"] * 1,
                f"liner.run.{axis}",
                "Liner strip, length",
                parts=("liner",),
                cut=context.shop.saw,
            )
            line(f"liner.{axis}", "Liner strips", ("liner",), 2, "strip, painted dark", strip, strip_of(context.speak, None, liner))
    for axis, where in (("width", "left and right"), ("height", "top and bottom")):
        note: Say = ("two a side; out again when it is screwed",)
        if axis in shimmed(context):
            line(f"shim.{axis}", f"Shims, {where}", ("gap",), 4, "card or ply", book[f"shim.{axis}"], PACKER, note)
    return tuple(lines)


def seat_strips(context: FloaterContext, sizes: Sizes) -> SeatStrip | None:
    """The strips of a seat that is glued in, where one of them may carry the frame: a strainer behind would lie over the hollow."""
    if sizes.moulding is None or sizes.own_seat or context.piece.hang.strainer:
        return None
    return SeatStrip(sizes.seat, sizes.seat_width, sizes.inside["width"])


def _bevelled(context: FloaterContext, sizes: Sizes) -> bool:
    """Whether the top seat strip is the frame’s half of a cleat."""
    return context.piece.hang.how == "seat_cleat" and seat_strips(context, sizes) is not None


def shimmed(context: FloaterContext) -> list[str]:
    """Across which sizes there is a gap to be kept by shims; where none was wanted, the canvas fills its frame."""
    return [axis for axis in AXES if context.book[f"shim.{axis}"].value > 0]


def _centred(context: FloaterContext) -> Say:
    wide, kept = {"width": "at the sides", "height": "top and bottom"}, shimmed(context)
    shims = " and ".join(f"{{}} {wide[axis]}" for axis in kept)
    rest = f"shims of {shims}, two a side." if kept else "it fills it, with no gap to keep."
    return context.speak.say(
        f"Face down on a soft clean cloth: frame over it, {rest}", *(context.book[f"shim.{axis}"] for axis in kept)
    )


def cradle_lengths(context: FloaterContext, sizes: Sizes) -> tuple[Dim, Dim]:
    """Strips glued behind a bare board, flush with its smallest size: two along, two between them (mm)."""
    book, saw = context.book, context.shop.saw
    width = leaf(
        context.thing.bar_width,
        "/object/bar_width",
        "Cradle strips, wide",
        "choice",
        pointer="/object/bar_width",
        source="cradle",
        grain="depth",
        parts=("bar",),
    )
    across = book.add(sizes.canvas["width"].smallest * 1, "cradle.across", "Cradle strips, top and bottom", parts=("bar",), cut=saw)
    down = book.add(sizes.canvas["height"].smallest - 2 * width, "cradle.down", "Cradle strips, sides", parts=("bar",), cut=saw)
    return across, down


def _holes(context: FloaterContext, sizes: Sizes) -> Say:
    """Where the holes are drilled: the line along every side that has any, and the first of each from the corner."""
    say, screws = context.speak.say, sizes.screws
    told: list[Any] = []
    for axis, inset, words in (
        ("height", "width", "{} from the left and right edges, the first {} down; "),
        ("width", "height", "{} from top and bottom, the first {} across; "),
    ):
        if screws.places[axis]:
            told += say(words, screws.inset[inset], screws.places[axis][0])
    return ("From behind, ", *told, "oversize, so that what is screwed can move.")


def parts(context: FloaterContext, sizes: Sizes) -> tuple[Part, ...]:
    """What is not cut: the frame that is there, screws, paint."""
    screws = got(
        "screw",
        "Screws from behind",
        sizes.screws.total,
        material="wood screw",
        size=context.speak.say("{}", sizes.screws.length),
        note=("through seat and lift, in oversize holes, so that it can move",),
        lights=("screw",),
        figure="screw.count",
    )
    found = [
        # Of none, a stop says that too few hold it.
        *((screws,) if sizes.screws.total else ()),
        got("paint", "Dark paint", comes="hand", note=("for the inside",)),
        *((GLUE,) if sizes.moulding is None and (sizes.lift.value > 0 or _lined(sizes)) else ()),
    ]
    if sizes.moulding is None:
        frame = frame_there(context.display)
        known = "not read yet" if frame is not None and frame.unread else "as it was read"
        found.append(got("rail", "Floater frame", comes="came", note=(known,), lights=("rail",)))
        found += blocks_parts(context)
    if not sizes.own_seat and sizes.moulding is not None:
        found.append(got("pins", "Panel pins", material="20 mm"))
    if gets_cradle(context):
        found.append(got("glue.cradle", "Neutral PVA and clamps", comes="hand", note=("for the cradle",)))
    return tuple(found)


def stock_sum(context: FloaterContext, sizes: Sizes) -> tuple[StockLength, ...]:
    """How much moulding the frame takes, and how its rails lie in the stock lengths (none if one is too long)."""
    return rail_stock(context, rails_of(context, sizes, sizes.moulding)) if sizes.moulding is not None else ()


def rails_of(context: FloaterContext, sizes: Sizes, moulding: Moulding) -> Rails:
    """The rails of a floater that is to be made."""
    frame = context.display.frame
    assert isinstance(frame, NewFrame)
    return Rails(
        moulding.name,
        exact(moulding.length),
        sizes.face,
        bar_of(context.speak, sizes.face, sizes.moulding_depth),
        sizes.outside,
        sizes.inside,
        frame.spare_rail,
    )


def _lined(sizes: Sizes) -> bool:
    """Whether the inner faces of one axis are lined with strips."""
    return any(liner.value > 0 for liner in sizes.liner.values())


def steps(context: FloaterContext, sizes: Sizes) -> tuple[Operation, ...]:
    """The order of work, with its gates, waits and cautions."""
    say, book = context.speak.say, context.book
    display = context.display
    new = isinstance(display.frame, NewFrame)
    out: list[Operation] = [
        Operation(
            "measure",
            "Measure again",
            say(
                "Read the " + picture(context) + " once more before anything is cut: largest width {}, largest height {}.",
                sizes.canvas["width"].largest,
                sizes.canvas["height"].largest,
            ),
            5,
            gate=True,
            parts=("canvas",),
            leaves=("measured",),
        )
    ]
    if gets_cradle(context):
        across, down = book["cradle.across"], book["cradle.down"]
        out.append(
            Operation(
                "cradle",
                "Glue a cradle behind it",
                say(
                    "Two strips of {}, two of {} between them, flush with the edges; its back roughened where they lie. Thin glue, weights on a board over "
                    "soft cloth, its face down; wiped at once. Look: does it lie flat?",
                    across,
                    down,
                ),
                30,
                wait_minutes=12 * 60,
                gate=True,
                care="Its face on soft clean cloth; nothing presses on thick paint.",
                parts=("bar",),
                makes=("cradle",),
                uses=("glue.cradle",),
            )
        )
    if new:
        moulding = sizes.moulding
        assert moulding is not None
        if display.solve == "moulding_depth" and sizes.profile_height.value > sizes.moulding_depth.value:
            out.append(
                Operation(
                    "rip",
                    "Rip the moulding",
                    say("Rip to {} high.", sizes.moulding_depth),
                    15,
                    care="Guards on, push stick, eye and hearing protection; test cut first.",
                )
            )
        out += [
            *frame_steps(context, rails_of(context, sizes, moulding)),
            Operation(
                "inside",
                "Read the inside",
                say("It should be {} by {}; type what it is before going on.", sizes.inside["width"], sizes.inside["height"]),
                5,
                gate=True,
                parts=("rail", "gap"),
            ),
        ]
        if not sizes.own_seat:
            said = say("Glue and pin strips {} wide and {} thick, flush with the back.", sizes.seat_width, sizes.seat)
            bevel = (
                (
                    " The upper strip’s lower edge is sawn at 45° first, its long side to the back: it will hang by that; glued along all of it.",
                )
                if _bevelled(context, sizes)
                else ()
            )
            out.append(
                Operation(
                    "seat",
                    "Fix the seat strips",
                    (*said, *bevel),
                    20,
                    wait_minutes=60,
                    care="Saw tilted: guard down, push stick. Pin nailer: eye protection, never towards a hand."
                    if bevel
                    else "Pin nailer: eye protection, never towards a hand.",
                    parts=("seat",),
                    uses=("pins",),
                    makes=("seat",),
                    needs=("raw",),
                    leaves=("shaped",),
                )
            )
    elif (frame := frame_there(display)) is not None and frame.unread:
        rest = unread_words(frame)
        out.append(
            Operation(
                "frame",
                "Read the frame",
                (f"Its inside at three places a side{f', {rest}' if rest else ''}: gap, strips and shims follow what is read.",),
                10,
                gate=True,
                parts=("rail", "gap"),
                leaves=("read", "measured"),
            )
        )
    out += blocks_steps(context, "inside")
    if _lined(sizes):
        out.append(
            Operation(
                "liner",
                "Line the wide axis",
                ("Glue the liner strips to the inner faces, flush with the rail's face.",),
                15,
                wait_minutes=60,
                parts=("liner",),
                uses=("glue",),
                makes=("liner",),
                needs=("raw", "read"),
                leaves=("shaped",),
            )
        )
    if sizes.lift.value > 0:
        kind = "one on each side, under all its screws" if display.lift_kind == "strips" else "all round"
        out.append(
            Operation(
                "lift",
                "Fix the lift strips",
                say(f"{{}} thick, {kind}, glued on, as wide as the seat reaches under the bar.", sizes.lift),
                10,
                wait_minutes=60,
                parts=("lift",),
                makes=("lift",),
                uses=("glue",),
                needs=("raw", "read"),
                leaves=("shaped",),
            )
        )
    out.append(
        Operation(
            "holes",
            "Drill the screw holes",
            _holes(context, sizes),
            15,
            care="Stop block on the bit; nothing but the bench beneath.",
            parts=("screw", "rail"),
            needs=("read",),
            leaves=("shaped",),
        )
    )
    out.append(
        Operation(
            "paint",
            "Paint the inside dark",
            (f"Inner faces{', seat and lift strips' if sizes.lift.value > 0 else ' and seat'}, so that they vanish.",),
            15,
            wait_minutes=60,
            care="Follow the tin; fresh air.",
            parts=("gap", "seat", *(("lift",) if sizes.lift.value > 0 else ())),
            uses=("paint",),
            needs=MADE,
        )
    )
    out += [
        Operation(
            "centre",
            f"Centre the {picture(context)}",
            _centred(context),
            10,
            parts=("gap", "canvas"),
            makes=("shim",) if shimmed(context) else (),
        ),
        Operation(
            "look",
            "Look at the front",
            ("Turn it over before the first screw: gaps even, it hangs straight, the right way up.",),
            5,
            gate=True,
            parts=("canvas", "gap"),
        ),
        Operation(
            "screw",
            "Screw it in",
            say(
                f"{book.counts['screw.count'].count} screws {{}} long; they bite {{}} and end {{}} "
                f"from the {picture(context)}’s face. By hand for the last turns.",
                sizes.screws.length,
                sizes.screws.bite,
                sizes.screws.clear,
            ),
            15,
            care="Never a longer screw than this: it would reach the face.",
            parts=("screw", "canvas"),
            holds=("canvas",),
            method="screws",
        ),
    ]
    if shimmed(context):
        out.append(
            Operation(
                "shims", "Take the shims out", ("Look once more from the front.",), 5, gate=True, parts=("gap",), uses=("shim",)
            )
        )
    return tuple(out)
