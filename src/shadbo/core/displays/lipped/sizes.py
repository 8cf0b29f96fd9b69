"""The sums of a canvas in a frame with a lip (handbook section 4).

sight = smallest canvas − 2 × lap        rabbet = sight + 2 × lip
stands out behind = bar − rabbet depth, which the clip's offset takes up
"""

from __future__ import annotations

from dataclasses import dataclass

from shadbo.core.contract.display import Context
from shadbo.core.document.decisions.canvas import Lipped, NewRabbet
from shadbo.core.document.objects import StretchedCanvas
from shadbo.core.framing.rabbet import Rabbet, made_rabbet, read_rabbet
from shadbo.core.framing.rails import AXES, spread
from shadbo.core.framing.stock import choose_screw
from shadbo.core.measuring.desk import measure
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sums import Dim, allowance, leaf, rule

LippedContext = Context[StretchedCanvas, Lipped]
COVER_IN = Fraction(3)
HOLE = Fraction(10)


@dataclass(frozen=True, slots=True)
class Sizes:
    """Every dim of a lipped frame, by what it is."""

    thing: Thing
    depth: Dim
    rabbet: Rabbet
    lap: dict[str, Dim]
    least_lap: dict[str, Dim]
    room: dict[str, Dim]
    standout: Dim
    offset: Dim
    sprung: Dim
    screw: Dim
    shortest: Dim
    longest: Dim
    bar_longest: Dim
    clips: dict[str, list[Dim]]
    total: int
    cover: dict[str, Dim]


def size_up(context: LippedContext) -> Sizes:
    book, display, shop = context.book, context.display, context.shop
    thing = measure(context)
    assert thing.depth is not None
    wanted = book.add(
        leaf(display.lap, "/display/lap", "Lap wanted", "choice", pointer="/display/lap", source="lipped-lap", grain="depth",
             parts=("lip",)), "lap.wanted", "Lap wanted", parts=("lip",),
    )  # fmt: skip
    if isinstance(display.frame, NewRabbet):
        rabbet = made_rabbet(context, display.frame, {a: thing.side(a).cover - 2 * wanted for a in AXES})
    else:
        rabbet = read_rabbet(context, display.frame)
    lap, least, room = {}, {}, {}
    for axis in AXES:
        where = "left and right" if axis == "width" else "top and bottom"
        side = thing.side(axis)
        lap[axis] = book.add(
            (side.look - rabbet.sight[axis]) / 2, f"lap.{axis}", f"Lap, {where}", parts=("lip",), grain="depth"
        )
        widest = rabbet.inner[axis].largest if rabbet.inner else rabbet.size[axis]
        least[axis] = book.add(
            rabbet.lip - (widest - side.cover), f"lap.least.{axis}", f"Lap at worst, pushed to one side, {where}",
            parts=("lip",), grain="depth",
        )  # fmt: skip
        saw = allowance(
            shop.tolerances.saw if rabbet.inner is None else 0, f"saw.{axis}", "saw, cut of the rail", "saw"
        )
        tape = allowance(side.into.likely, f"tape.{axis}", "tape, reading of the canvas", "tape")
        room[axis] = book.add(
            rabbet.size[axis] - side.into + saw + tape, f"fit.{axis}", f"Room in the rabbet, {axis}", parts=("canvas",),
            grain="depth", fits=True,
        )  # fmt: skip
    standout = book.add(
        thing.depth.into - rabbet.depth,
        "clip.standout",
        "Canvas stands out behind",
        parts=("clip", "bar"),
        grain="depth",
    )
    offset = book.add(_offset(context, standout), "clip.offset", "Clip offset", parts=("clip",))
    sprung = book.add(standout - offset, "clip.sprung", "Left for the clip’s spring", parts=("clip",), grain="depth")
    bite = rule(shop.rules.bite, "Least bite", "screw-bite", "depth")
    keep = rule(shop.rules.face_clear, "Kept clear of the face", "clip-screw", "depth")
    clear = rule(shop.rules.canvas_clear, "Kept clear of the canvas", "screw-bite", "depth")
    shortest = book.add(bite * 1, "screw.shortest", "Shortest screw that bites", parts=("screw",), grain="depth")
    longest = book.add(
        rabbet.rail_height - keep, "screw.longest", "Longest screw in the rail", parts=("screw",), grain="depth"
    )
    in_bar = book.add(
        thing.depth.cover - clear,
        "screw.bar.longest",
        "Longest screw in the bar",
        parts=("screw", "bar"),
        grain="depth",
    )
    screw = choose_screw(context, display.screw, shortest)
    clips, total = _clips(context, rabbet)
    inside = rule(COVER_IN, "Trimmed inside the edge", "dust-cover", "depth")
    cover = {
        a: book.add(rabbet.outside[a] - 2 * inside, f"cover.{a}", f"Dust cover {a}", parts=("cover",)) for a in AXES
    }  # fmt: skip
    return Sizes(
        thing, thing.depth.mean, rabbet, lap, least, room, standout, offset, sprung, screw, shortest, longest, in_bar, clips,
        total, cover,
    )  # fmt: skip


def _offset(context: LippedContext, standout: Dim) -> Dim:
    """The clip chosen, else the largest offset of the stock that is not more than the canvas stands out."""
    pointer, chosen = "/display/offset", context.display.offset
    if chosen is not None:
        return leaf(chosen, pointer, "Clip offset", "choice", pointer=pointer, grain="depth", parts=("clip",))
    fitting = [Fraction(c) for c in context.shop.clips if Fraction(c) <= max(standout.value, Fraction(0))]
    value = max(fitting, default=Fraction(0))
    return leaf(value, pointer, "Clip offset", "stock", pointer=pointer, source="stock", grain="depth", parts=("clip",))


def _clips(context: LippedContext, rabbet: Rabbet) -> tuple[dict[str, list[Dim]], int]:
    """Clips along every rail, from the frame's outside edge: no more than the spacing apart, two a side at the least."""
    book, spacing = context.book, Fraction(context.shop.rules.clip_spacing)
    found: dict[str, list[Dim]] = {}
    total = 0
    for axis in AXES:
        along, rail = ("across", "rail") if axis == "width" else ("down", "stile")
        places, n = spread(rabbet.size[axis], spacing, rabbet.face - rabbet.lip)
        found[axis] = [
            book.add(p, f"clip.{along}.{i + 1}", f"Clip {i + 1} from the edge, {along}", parts=(f"clip.{along}.{i + 1}",),
                     along=rabbet.outside[axis])
            for i, p in enumerate(places)
        ]  # fmt: skip
        total += 2 * book.add_count(
            f"clip.count.{axis}", f"Clips on each {rail}", n,
            context.speak.say(f"rabbet {axis} {{}}, no more than {{}} apart, two at the least: {n}", rabbet.size[axis], spacing),
            parts=("clip",),
        )  # fmt: skip
    book.add_count("clip.count", "Clips in all", total, (f"both rails and both stiles: {total}",), parts=("clip",))
    return found, total
