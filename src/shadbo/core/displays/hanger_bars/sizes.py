"""The sums of hanger bars.

bar = sheet + 2 × over                 sheet = work − 2 × (margin − margin kept)
each magnet holds by friction on both faces of the sheet: 2 × μ × pull / 2 (half of the packet’s pull is left through paper)
"""

from __future__ import annotations

from shadbo.core.contract.display import Context, Weight
from shadbo.core.contract.terms import chosen, ruled
from shadbo.core.document.decisions.hanger_bars import HangerBars
from shadbo.core.document.objects import FlatWork
from shadbo.core.finishing.hang.wire import stretched, to_cut
from shadbo.core.framing.counting import Fixings, fixings, newtons, places
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.weights import wood_weight
from shadbo.core.measuring.desk import measure
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.masses import plain_quantity
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim
from shadbo.core.science.timber import bow

BarsContext = Context[FlatWork, HangerBars]
# What a lower bar must weigh to pull a curl straight: grams a metre (house figures).
STRAIGHTENS = {"flat": 0, "slight": 100, "strong": 300}


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of work between bars. ``trim`` is what is cut off each edge, None if it is not trimmed."""

    thing: Thing
    over: Dim
    high: Dim
    thick: Dim
    margin: Dim
    trim: Dim | None
    sheet: dict[str, Dim]
    bar: Dim
    seen: Dim
    cord: Dim
    sag: Dim
    pair_kg: Fraction
    work_kg: Fraction
    hold: Fixings
    at: list[Dim]

    @property
    def per_metre(self) -> Fraction:
        """Grams a metre of the lower pair."""
        return self.pair_kg * 1_000_000 / self.bar.value


def size_up(context: BarsContext) -> Sizes:
    book, display = context.book, context.display
    thing = measure(context)
    over = chosen(context, "bar.over", "Bar beyond the work, each side", "over", display.over, parts=("bar",))
    high = chosen(context, "bar.height", "Bar, top to bottom", "bar_height", display.bar_height, parts=("bar",))
    thick = chosen(context, "bar.thickness", "Bar, front to back", "bar_thickness", display.bar_thickness, parts=("bar",))
    margin = chosen(context, "margin", "Bare margin round the work", "margin", display.margin, parts=("work",))
    cord = chosen(context, "cord.rise", "Rise of the cord", "cord", display.cord, parts=("cord",))
    trim = None
    if display.keep is not None:
        keep = chosen(context, "margin.kept", "Margin kept", "keep", display.keep, parts=("work",))
        trim = book.add(margin - keep, "trim.edge", "Cut off each edge", parts=("trim",))
    sheet = {}
    for axis in AXES:
        whole = thing.side(axis).into
        left = whole - 2 * trim if trim is not None else whole * 1
        by = context.shop.by_hand if trim is not None else None
        sheet[axis] = book.add(left, f"sheet.{axis}", f"Sheet, {axis}", parts=("work",), grain="wood", cut=by)
    bar = book.add(sheet["width"] + 2 * over, "bar.length", "Bar length", parts=("bar",), cut=context.shop.saw)
    to_cut(context, stretched(bar, cord), "Knot at each end", "cord.cut", "Cord to cut", "cord")
    pairs = 2 if display.lower == "bar" else 1
    seen = book.add(sheet["height"] - pairs * high, "work.seen", "Seen between the bars", parts=("work",))
    share = sheet["width"].value * sheet["height"].value / (thing.width.mean.value * thing.height.mean.value)
    work_kg = thing.weight_kg * share
    pair_kg = pair_weight(context, bar, high, thick).kg
    below = work_kg + (pair_kg if pairs == 2 else 0)
    _curl(context, pair_kg / (bar.value / 1000) if pairs == 2 else None)
    hold, at = _grip(context, bar, over, below)
    # The upper pair hangs by its ends, the rest hangs evenly along it.
    load = newtons(below + pair_kg) / (bar.value / 1000)
    both = 2 * thick
    sag = book.add(bow(bar, high, both, load, display.wood), "bar.sag", "Upper bar sags by", parts=("bar.upper",), grain="fine")
    return Sizes(
        thing=thing,
        over=over,
        high=high,
        thick=thick,
        margin=margin,
        trim=trim,
        sheet=sheet,
        bar=bar,
        seen=seen,
        cord=cord,
        sag=sag,
        pair_kg=pair_kg,
        work_kg=work_kg,
        hold=hold,
        at=at,
    )


def _curl(context: BarsContext, kg_a_metre: Fraction | None) -> None:
    """What a curl asks of the bars at the bottom, and what those weigh, grams a metre."""
    wants, curl = STRAIGHTENS[context.display.curl], context.display.curl
    said = "it lies flat" if not wants else f"a {curl} curl: house figure"
    context.book.add_quantity(
        "curl.wants", "Bars at the bottom are to weigh", plain_quantity(f"{wants} g/m"), (said,), parts=("work",)
    )
    if kg_a_metre is not None:
        told = plain_quantity(f"{round(kg_a_metre * 1000)} g/m")
        context.book.add_quantity(
            "curl.weighs", "Bars at the bottom weigh", told, ("their weight ÷ their length",), parts=("bar.lower",)
        )


def pair_weight(context: BarsContext, bar: Dim, high: Dim, thick: Dim, part: str = "bar", label: str = "Bars") -> Weight:
    return wood_weight(context, part, label, context.display.wood, bar, high.value * 2 * thick.value)


def bars(display: HangerBars) -> int:
    """Two that grip the top, and two at the bottom where there is a lower pair."""
    return 4 if display.lower == "bar" else 2


def _grip(context: BarsContext, bar: Dim, over: Dim, kg: Fraction) -> tuple[Fixings, list[Dim]]:
    """Magnets along the bar, or screws: at both ends outside the work, and between them where the bar is long."""
    display, say = context.display, context.speak.say
    magnets = display.grip == "magnets"
    most = context.rule("magnets_every") if magnets else context.rule("bar_screws_every")
    by_spacing = max(2, int(-(-bar.value // most)))
    press = exact(display.pull) / 2 if magnets else context.rule("bars_clamp")
    found = fixings(
        context,
        "grip",
        "Magnets in each bar" if magnets else "Screws through each pair of bars",
        kg=kg,
        factor=context.rule("factor"),
        each=2 * context.rule("bars_friction") * press,
        basis="rating" if magnets else "allowance",
        spacing=by_spacing,
        why=say("by spacing, no more than {} apart", most),
        parts=("grip",),
    )
    each, of = (bars(display), "bars") if magnets else (bars(display) // 2, "pairs of bars")
    many = found.count * each
    word = "Magnets" if magnets else "Screws"
    context.book.add_count("grip.total", f"{word} in all", many, (f"{found.count} × {each} {of} = {many}",), parts=("grip",))
    inset = ruled(context, "magnet_inset", "Magnets in from the bar’s end") if magnets else over / 2
    # More than lie side by side are a stop, and nobody marks them.
    fit = max(2, int((bar.value - 2 * inset.value) // context.rule("grips_apart")) + 1)
    return found, places(context, "grip.at", "Magnet at" if magnets else "Screw at", bar, min(found.count, fit), inset, ("grip",))
