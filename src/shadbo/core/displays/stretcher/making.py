"""From the sums to the bench: bars, cross-bars, canvas, staples; how the bars lie in stock; the order of work."""

from __future__ import annotations

from shadbo.core.contract.cutting import CutLine, StockLength, bar_of, sheet_of, strip_of
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.displays.stretcher.sizes import Sizes, StretcherContext
from shadbo.core.document.objects import CanvasToMake, RolledCanvas
from shadbo.core.framing.rails import AXES, GLUE, cut_line, stock_lengths
from shadbo.core.framing.stock import longest_screw, stock_screw, told
from shadbo.core.quantity.exact import Fraction, exact


def screwed(context: StretcherContext, sizes: Sizes) -> int:
    """How many cross-bars are screwed through the bars: those without a tongue."""
    return 0 if context.display.tongue else sum(sizes.cross.values())


def fastened(context: StretcherContext, sizes: Sizes) -> str:
    """What holds cross-bars and braces, in words."""
    many = sum(sizes.cross.values())
    cross = "cross-bars screwed through the bars, two an end, heads sunk" if screwed(context, sizes) else "cross-bars glued in"
    braces = "a screw in either end of every brace" if context.display.braces else ""
    return ", ".join(words for words in (cross if many else "", braces) if words)


def pictured(context: StretcherContext) -> bool:
    """Whether there is a picture on the canvas when it is stretched; a bare one is painted afterwards."""
    return not isinstance(context.thing, CanvasToMake) or context.display.wrap != "none" or context.display.file is not None


def cut_list(context: StretcherContext, sizes: Sizes) -> tuple[CutLine, ...]:
    profile = bar_of(context.speak, sizes.depth, sizes.bar_width)
    lines = []
    for axis, word, parts in (
        ("width", "Bars, top and bottom", ("bar.top", "bar.bottom")),
        ("height", "Side bars", ("bar.left", "bar.right")),
    ):
        lines.append(
            cut_line(
                context,
                f"bar.{axis}",
                word,
                parts,
                2,
                sizes.bar.name,
                sizes.finished[axis],
                profile,
                ("45° both ends, long point",),
            )
        )
    for axis in AXES:
        if sizes.cross[axis]:
            word = "Cross-bars, upright" if axis == "width" else "Cross-bars, level"
            note = ("with a tongue at each end",) if context.display.tongue else ("square ends, screwed",)
            lines.append(
                cut_line(
                    context,
                    f"cross.{axis}",
                    word,
                    ("cross",),
                    sizes.cross[axis],
                    sizes.bar.name,
                    sizes.cross_length[axis],
                    profile,
                    note,
                )
            )
    if context.display.braces:
        lines.append(
            cut_line(
                context,
                "brace",
                "Corner braces",
                ("brace",),
                4,
                "ply or batten",
                context.book["brace.length"],
                bar_of(context.speak, sizes.bar_width / 2, sizes.depth / 2),
                ("45° both ends, long point",),
            )
        )
    if isinstance(context.thing, CanvasToMake):
        lines.append(
            cut_line(
                context,
                "canvas",
                "Canvas",
                ("canvas",),
                1,
                "canvas off the roll",
                sizes.to_cut["width"],
                sheet_of(context.speak, sizes.to_cut["height"]),
                ("width by height; along the thread",),
            )
        )
    for axis, word in (("width", "Lining strips, top and bottom"), ("height", "Lining strips, sides")) if lined(context) else ():
        wide = strip_of(context.speak, context.book["lining.strip"])
        note = ("along the thread, its edge frayed out or pinked",)
        long = context.book[f"lining.{axis}"]
        lines.append(cut_line(context, f"lining.{axis}", word, ("lining",), 2, "canvas of its weight", long, wide, note))
    return tuple(lines)


def lined(context: StretcherContext) -> bool:
    """Whether strips of canvas are glued behind its edges, so that there is something to turn."""
    return isinstance(context.thing, RolledCanvas) and context.thing.lined > 0


def parts(context: StretcherContext, sizes: Sizes) -> tuple[Part, ...]:
    """What is not cut: staples, keys or glue at the corners, tape over the raw edge."""
    staples = context.book.counts["staple.count"].count or 0
    apart = context.speak.say("{} apart, top and bottom", sizes.staples.spacing["width"])
    found = [
        got(
            "staple",
            "Staples",
            staples,
            size=apart,
            note=("and two a corner for the folds",),
            lights=("staple",),
            figure="staple.count",
        ),
        got("mitre.staple", "Staples across the mitres", 8, note=("behind, two a corner",)),
        got("tape", "Tape for the raw edge", comes="hand", material="one that does not shrink"),
        GLUE,
        *(
            (got("glue.lining", "Adhesive film for lining", comes="hand", note=("one that heat undoes",)),)
            if lined(context)
            else ()
        ),
    ]
    if screwed(context, sizes):
        through = sizes.bar_width.value
        # Through the bar, and as far into the end of the cross-bar as a screw holds in end grain.
        long = stock_screw(context, through + context.rule("bite"), through * 2)
        size = context.speak.say("{}", long) if long is not None else ()
        found.append(
            got(
                "screw.cross",
                "Screws of the cross-bars",
                4 * screwed(context, sizes),
                material="wood screw",
                size=size,
                note=("two an end",),
            )
        )
    if context.display.braces:
        found.append(
            got(
                "screw.brace",
                "Screws of the braces",
                8,
                material="wood screw",
                size=told(context, longest_screw(context, sizes.depth.value - context.rule("face_clear"))),
                note=("one an end, shorter than the bar",),
            )
        )
    return tuple(found)


def stock_sum(context: StretcherContext, sizes: Sizes) -> tuple[StockLength, ...]:
    pieces: list[tuple[str, Fraction]] = []
    for axis, names in (("width", ("top bar", "bottom bar")), ("height", ("left bar", "right bar"))):
        pieces += [(name, sizes.finished[axis].value) for name in names]
        pieces += [(f"cross-bar {i + 1}, {axis}", sizes.cross_length[axis].value) for i in range(sizes.cross[axis])]
    return stock_lengths(context, pieces, exact(sizes.bar.length), "Lengths of bar")


def steps(context: StretcherContext, sizes: Sizes) -> tuple[Operation, ...]:
    """The order of work, each step with what to look at before going on."""
    say, book, display = context.speak.say, context.book, context.display
    out = []
    if sizes.thing is not None:
        out.append(
            Operation(
                "measure",
                "Measure again",
                say(
                    "The picture {} × {} at its smallest. Look: any crack or crease? Roll it picture outward.",
                    sizes.thing.width.smallest,
                    sizes.thing.height.smallest,
                ),
                10,
                gate=True,
                parts=("canvas",),
                leaves=("measured",),
            )
        )
    out += [
        Operation(
            "bars",
            "Cut and join the bars",
            say(
                "Two at {} and two at {}, long point. The edge towards the canvas is bevelled or rounded. Glued; two staples across each mitre behind; "
                "an hour flat under weights.",
                sizes.finished["width"],
                sizes.finished["height"],
            ),
            40,
            wait_minutes=60,
            care="Saw: guard down, hands clear, eye and hearing protection; dust extraction on.",
            parts=("bar",),
            makes=("bar",),
            uses=("glue", "mitre.staple"),
            place="dusty",
            takes="weights",
            takes_on=60,
        ),
        Operation(
            "square",
            "Read both diagonals",
            say("Both {}; they may differ by {}. Type what they are before going on.", sizes.across, sizes.differ),
            5,
            gate=True,
            parts=("bar",),
        ),
    ]
    if sum(sizes.cross.values()) or display.braces:
        what = "Cross-bars" + (" and braces" if display.braces else "") if sum(sizes.cross.values()) else "Braces"
        out.append(
            Operation(
                "cross",
                f"{what} in",
                say(
                    "Flush with the back, {} or more clear of the canvas; "
                    + fastened(context, sizes)
                    + ". Look: do the diagonals still agree?",
                    context.rule("cross_clear"),
                ),
                20,
                gate=True,
                parts=("cross",),
                makes=(*(("cross",) if sum(sizes.cross.values()) else ()), *(("brace",) if display.braces else ())),
                uses=(*(("screw.cross",) if screwed(context, sizes) else ("glue",)), *(("screw.brace",) if display.braces else ())),
            )
        )
    if isinstance(context.thing, CanvasToMake):
        if pictured(context):
            out.append(
                Operation(
                    "print",
                    "Print",
                    say(
                        f"Printed {{}} × {{}}, wrap {{}} on each side, {display.dpi} dpi; fold marks outside the picture.",
                        sizes.printed["width"],
                        sizes.printed["height"],
                        sizes.wrap,
                    ),
                    15,
                    wait_minutes=24 * 60,
                    parts=("wrap",),
                )
            )
        out.append(
            Operation(
                "canvas",
                "Cut the canvas",
                say(
                    "{} × {}, along the thread."
                    + (" Look: is the picture the right way round on the roll?" if pictured(context) else ""),
                    sizes.to_cut["width"],
                    sizes.to_cut["height"],
                ),
                15,
                care="Scissors or a knife against a metal ruler; fingers behind the edge.",
                parts=("canvas",),
                makes=("canvas",),
            )
        )
    total = book.counts["staple.count"].count
    if lined(context):
        out.append(
            Operation(
                "line",
                "Strip-line the canvas",
                say(
                    "Face down on silicone paper. Strips of {} wide behind its edges, lapping {} on the back: two of {} along top and bottom, two of "
                    "{} between them. Adhesive film, a warm iron through a cloth on the lap alone, then flat under boards and weights.",
                    book["lining.strip"],
                    context.rule("lining_lap"),
                    *(book[f"lining.{axis}"] for axis in AXES),
                ),
                45,
                wait_minutes=720,
                gate=True,
                care="An iron no hotter than the film asks, never on the picture; what is flaking, or can’t be replaced, is a conservator’s.",
                parts=("canvas",),
                uses=("glue.lining", "canvas"),
                makes=("lining.width", "lining.height"),
            )
        )
    out += [
        Operation(
            "lay",
            "Lay it face down",
            (
                "On a clean soft cloth; the stretcher on it, folds in line with the bars all round. Look: the wrap even on four sides?",
            ),
            10,
            gate=True,
            parts=("canvas", "wrap"),
        ),
        Operation(
            "staple",
            "Stretch and staple",
            say(
                f"{total} staples, {{}} and {{}} apart: the middle of a side, the middle opposite, the other two, then outward in opposite pairs by the "
                "numbers on the back. Look after every ring: threads straight, no ripple?",
                *sizes.staples.spacing.values(),
            ),
            45,
            care="Staple gun: eye protection, never towards a hand.",
            parts=("staple",),
            holds=("canvas",),
            method="staples",
            uses=("canvas",),
        ),
        Operation(
            "corner",
            "Fold the corners",
            say(
                "So that each lies flat, the same way round on all four; a little of the surplus may be cut away inside the fold, never closer than {} to "
                "the face fold: cut too far and the fold is lost" + (" and the print with it." if pictured(context) else "."),
                book["corner.keep"],
            ),
            20,
            care="Knife away from the canvas and the hand.",
            parts=("keep", "corner.surplus"),
        ),
        Operation(
            "look",
            "Look at the front",
            ("Tight as a drum, straight" + (", nothing of the wrap on the face." if pictured(context) else "."),),
            5,
            gate=True,
            parts=("canvas",),
        ),
        Operation(
            "back",
            "Tidy the back",
            ("Tape over the raw edge, one that does not shrink. Look: is the hook end marked?",),
            10,
            parts=("turn",),
            uses=("tape",),
        ),
    ]
    return tuple(out)
