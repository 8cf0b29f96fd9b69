"""The sums of a canvas in a frame with a lip.

sight = smallest canvas − 2 × lap        rabbet = sight + 2 × lip
stands out behind = bar − rabbet depth, which the clip's offset takes up
"""

from __future__ import annotations

from shadbo.core.contract.display import Context
from shadbo.core.contract.terms import ruled
from shadbo.core.displays.lipped.liner import Liner, has_liner, line_up
from shadbo.core.document.decisions.canvas import Lipped, NewRabbet
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.objects import StretchedCanvas
from shadbo.core.finishing.hold.methods import METHODS
from shadbo.core.framing.glazing import usual_thick
from shadbo.core.framing.own import stock_leaf
from shadbo.core.framing.rabbet import Rabbet, check_glazing, made_rabbet, read_rabbet
from shadbo.core.framing.rails import AXES, spread
from shadbo.core.framing.spacers import spacer_lengths
from shadbo.core.framing.stock import choose_screw
from shadbo.core.framing.typed_counts import strong_enough, typed
from shadbo.core.measuring.desk import measure
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, leaf, rule

LippedContext = Context[StretchedCanvas, Lipped]


@record(frozen=True, slots=True)
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
    usual: dict[str, int]
    total: int
    cover: dict[str, Dim]
    front: dict[str, Dim]
    sheet: dict[str, Dim]
    strips: dict[str, Dim]
    packer: Dim | None
    liner: Liner | None

    @property
    def lip(self) -> Dim:
        """The lip over the canvas: the frame’s, or the liner’s."""
        return self.liner.lip if self.liner is not None else self.rabbet.lip

    @property
    def sight(self) -> dict[str, Dim]:
        """What shows of the canvas."""
        return self.liner.sight if self.liner is not None else self.rabbet.sight

    @property
    def hole(self) -> dict[str, Dim]:
        """The rabbet the canvas lies in."""
        return self.liner.rabbet if self.liner is not None else self.rabbet.size


def size_up(context: LippedContext) -> Sizes:
    book, display, shop = context.book, context.display, context.shop
    thing = measure(context)
    assert thing.depth is not None
    wanted = book.add(
        leaf(
            display.lap,
            "/display/lap",
            "Lap wanted",
            "choice",
            pointer="/display/lap",
            source="lipped-lap",
            grain="depth",
            parts=("lip",),
        ),
        "lap.wanted",
        "Lap wanted",
        parts=("lip",),
    )
    liner = None
    if isinstance(display.frame, NewRabbet):
        sight = {a: thing.side(a).cover - 2 * wanted for a in AXES}
        if has_liner(display):
            liner = line_up(context, thing, wanted, moulding_lip(context, display.frame))
            sight = liner.under
        rabbet = made_rabbet(context, display.frame, sight)
    else:
        rabbet = read_rabbet(context, display.frame)
    # What the canvas lies in: the frame’s own rabbet, or the liner’s.
    seen, size, lip = (liner.sight, liner.rabbet, liner.lip) if liner is not None else (rabbet.sight, rabbet.size, rabbet.lip)
    lap, least, room = {}, {}, {}
    for axis in AXES:
        where = "left and right" if axis == "width" else "top and bottom"
        side = thing.side(axis)
        lap[axis] = book.add((side.look - seen[axis]) / 2, f"lap.{axis}", f"Lap, {where}", parts=("lip",), grain="depth")
        widest = rabbet.inner[axis].largest if rabbet.inner else size[axis]
        least[axis] = book.add(
            lip - (widest - side.cover),
            f"lap.least.{axis}",
            f"Lap at worst, pushed to one side, {where}",
            parts=("lip",),
            grain="depth",
        )
        room[axis] = book.add(
            size[axis] - side.into, f"fit.{axis}", f"Room in the rabbet, {axis}", parts=("canvas",), grain="depth", fits=True
        )
    front, sheet = _in_front(context, rabbet)
    if liner is not None:
        # The liner keeps the canvas off the sheet: no spacer besides.
        front = {**({"glazing": front["glazing"]} if front else {}), "liner": liner.front}
    taken = thing.depth.into
    for dim in front.values():
        taken = taken + dim
    standout = book.add(taken - rabbet.depth, "clip.standout", "Canvas stands out behind", parts=("clip", "bar"), grain="depth")
    offset = book.add(_offset(context, standout), "clip.offset", "Clip offset", parts=("clip",))
    sprung = book.add(standout - offset, "clip.sprung", "Left for the clip’s spring", parts=("clip",), grain="depth")
    bite = rule(shop.rules.bite, "Least bite", "screw-bite", "depth")
    keep = rule(shop.rules.face_clear, "Kept clear of the face", "clip-screw", "depth")
    clear = rule(shop.rules.canvas_clear, "Kept clear of the canvas", "screw-bite", "depth")
    shortest = book.add(bite * 1, "screw.shortest", "Shortest screw that bites", parts=("screw",), grain="depth")
    longest = book.add(rabbet.moulding_depth - keep, "screw.longest", "Longest screw in the rail", parts=("screw",), grain="depth")
    in_bar = book.add(
        thing.depth.cover - clear, "screw.bar.longest", "Longest screw in the bar", parts=("screw", "bar"), grain="depth"
    )
    screw = choose_screw(context, display.screw, shortest, longest)
    clips, usual, total = _clips(context, rabbet)
    inside = ruled(context, "dust_cover_inset", "Trimmed inside the edge")
    cover = {
        a: book.add(rabbet.outside[a] - 2 * inside, f"cover.{a}", f"Dust cover {a}", parts=("cover",), cut=shop.by_hand)
        for a in AXES
    }
    return Sizes(
        thing=thing,
        depth=thing.depth.mean,
        rabbet=rabbet,
        lap=lap,
        least_lap=least,
        room=room,
        standout=standout,
        offset=offset,
        sprung=sprung,
        screw=screw,
        shortest=shortest,
        longest=longest,
        bar_longest=in_bar,
        clips=clips,
        usual=usual,
        total=total,
        cover=cover,
        front=front,
        sheet=sheet,
        strips=spacer_lengths(context, rabbet, sheet) if "air" in front else {},
        liner=liner,
        packer=book.add(-standout, "clip.packer", "Packer under each clip", parts=("clip",)) if standout.value < 0 else None,
    )


def moulding_lip(context: LippedContext, frame: NewRabbet) -> Dim:
    """The lip of the frame’s profile, before the frame is reckoned round the liner."""
    stock = context.shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings
    moulding = context.shop.rabbet_moulding(frame.moulding) or stock[0]
    return stock_leaf(context, "rabbet_mouldings", moulding, "lip", "Lip", ("rail",))


def _in_front(context: LippedContext, rabbet: Rabbet) -> tuple[dict[str, Dim], dict[str, Dim]]:
    """Sheet and spacer before the canvas, and the sheet’s size: paint keeps its distance (mm)."""
    if context.display.glazing == "none":
        return {}, {}
    book = context.book
    thick = rule(usual_thick(context, max(d.value for d in rabbet.size.values())), "Glazing", "thicknesses", "depth")
    air = ruled(context, "usual_air", "Air before the paint, kept by a spacer")
    front = {
        "glazing": book.add(thick, "pack.glazing", "Glazing", parts=("glazing",)),
        "air": book.add(air, "pack.air", "Air before the paint, kept by a spacer", parts=("spacer",)),
    }
    return front, check_glazing(context, rabbet, context.display.glazing)


def _offset(context: LippedContext, standout: Dim) -> Dim:
    """The clip chosen, else the largest offset of the stock that is not more than the canvas stands out."""
    pointer, chosen = "/display/offset", context.display.offset
    if chosen is not None:
        return leaf(chosen, pointer, "Clip offset", "choice", pointer=pointer, grain="depth", parts=("clip",))
    fitting = [exact(c) for c in context.shop.clips if exact(c) <= max(standout.value, Fraction(0))]
    value = max(fitting, default=Fraction(0))
    return leaf(value, pointer, "Clip offset", "stock", pointer=pointer, source="stock", grain="depth", parts=("clip",))


def _clips(context: LippedContext, rabbet: Rabbet) -> tuple[dict[str, list[Dim]], dict[str, int], int]:
    """Clips along every rail, from the frame's outside edge: no more than the spacing apart, two a side at the least."""
    book, spacing = context.book, context.rule("clip_spacing")
    found: dict[str, list[Dim]] = {}
    spaced = {axis: spread(rabbet.size[axis], spacing)[1] for axis in AXES}
    usual, asked = strong_enough(context, spaced, {a: rabbet.size[a].value for a in AXES}, METHODS["clips"].each)
    total = 0
    for axis in AXES:
        along, rail = ("across", "rail") if axis == "width" else ("down", "stile")
        wanted = typed(context, axis)
        places, n = spread(rabbet.size[axis], spacing, rabbet.face - rabbet.lip, usual[axis] if wanted is None else wanted)
        found[axis] = [
            book.add(
                p,
                f"clip.{along}.{i + 1}",
                f"Clip {i + 1} from the edge, {along}",
                parts=(f"clip.{along}.{i + 1}",),
                along=rabbet.outside[axis],
            )
            for i, p in enumerate(places)
        ]
        total += 2 * book.add_count(
            f"clip.count.{axis}",
            f"Clips on each {rail}",
            n,
            context.speak.say(
                f"rabbet {axis} {{}}, no more than {{}} apart, two at the least: {spaced[axis]}", rabbet.size[axis], spacing
            ),
            *(
                ((f"as it was chosen: {n}",),)
                if wanted is not None
                else ((f"as many as bear it: {n}",),)
                if n > spaced[axis]
                else ()
            ),
            parts=("clip",),
        )
    book.add_count(
        "clip.count", "Clips in all", total, (f"both rails and both stiles: {total}",), (asked.governs,), parts=("clip",)
    )
    return found, usual, total
