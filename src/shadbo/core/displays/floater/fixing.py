"""What holds the canvas up and in: lift strips and the screws from behind."""

from __future__ import annotations

from math import ceil

from shadbo.core.displays.floater.terms import AXES, FloaterContext
from shadbo.core.framing.stock import choose_screw, least_bite
from shadbo.core.framing.typed_counts import strong_enough, typed
from shadbo.core.measuring.measuring import Side
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, rule
from shadbo.core.science.timber import holding_gravity
from shadbo.core.science.withdrawal import screw_diameter, withdrawal


@record(frozen=True, slots=True)
class Screws:
    """The screws from behind, through seat and lift into the bars."""

    length: Dim
    least: Dim
    bite: Dim
    clear: Dim
    shortest: Dim
    longest: Dim
    count: dict[str, int]
    usual: dict[str, int]
    places: dict[str, tuple[Dim, ...]]
    inset: dict[str, Dim]
    total: int


def each_bears(context: FloaterContext, bite: Dim) -> Fraction:
    """What one screw bears before the factor, N: by what the wood of the bars, which nobody knows, holds at least."""
    factor = context.shop.rules.factor
    if bite.value <= 0:
        return Fraction(0)
    return (
        withdrawal("screw", holding_gravity(""), screw_diameter(context.shop.rules.holding_screw), bite.value, factor).safe * factor
    )


def lift_strips(
    context: FloaterContext,
    canvas: dict[str, Side],
    face: Dim,
    gap: dict[str, Dim],
    seat_width: Dim,
    widest: dict[str, Dim],
    beyond: Dim,
    held: Screws,
) -> bool:
    """Strips as wide as the seat reaches under the bar; one on each side under all its screws, or all round with the stiles between.
    Returns whether one on each side is shorter than its side anywhere.

    ``widest`` are the gaps at their widest, left and right (``width``), top and bottom (``height``).
    """
    book = context.book
    wide = {}
    most = largest(widest.values())
    # One width for all four, unless that would not lie under the screws where the gap is narrower.
    reach = max(held.inset[axis].value - face.value - gap[axis].value for axis in AXES)
    # Half a head is about as wide as the screw is thick.
    reach += screw_diameter(context.shop.rules.holding_screw)
    alike = seat_width.value - most.value >= reach
    for axis, name, where in (("height", "", "top and bottom"), ("width", ".down", "sides")):
        least = most if alike else widest[axis]
        under = seat_width - least if seat_width.value > least.value else beyond * 1
        wide[axis] = book.add(under, f"lift.strip.width{name}", f"Lift strip, width, {where}", parts=("lift",))
    longest = {"width": canvas["width"].smallest * 1, "height": canvas["height"].smallest - 2 * wide["height"]}
    on = rule(context.shop.rules.strip_beyond, "Beyond the last screw", "strip-end")
    shorter = False
    for axis, along in zip(AXES, ("across", "down"), strict=True):
        places = held.places[axis]
        # Where nothing is screwed a third of the side lifts it.
        wanted = (places[-1] - places[0] if len(places) > 1 else 0 * on) + 2 * on if places else canvas[axis].mean / 3
        shorter = shorter or wanted.value < longest[axis].value
        whole = context.display.lift_kind == "all_round" or wanted.value > longest[axis].value
        book.add(
            longest[axis] if whole else wanted, f"lift.strip.{along}", f"Lift strip, {along}", parts=("lift",), cut=context.shop.saw
        )
    return shorter


def screws(
    context: FloaterContext,
    face: Dim,
    gap: dict[str, Dim],
    canvas: dict[str, Side],
    seat: Dim,
    lift: Dim,
    depth: Side,
    seat_width: Dim,
    outside: dict[str, Dim],
) -> Screws:
    book, shop, display = context.book, context.shop, context.display
    rules = shop.rules
    bite = least_bite(context, depth.smallest)
    clear = rule(rules.canvas_clear, "Kept clear of the canvas", "screw-bite", "depth")
    shortest = book.add(seat + lift + bite, "screw.shortest", "Shortest screw that bites", parts=("screw",), grain="depth")
    longest = book.add(
        seat + lift + depth.smallest - clear, "screw.longest", "Longest screw clear of the canvas", parts=("screw",), grain="depth"
    )
    length = choose_screw(context, display.screw, shortest, longest)
    bitten = book.add(length - seat - lift, "screw.bite", "Bite in the bar", parts=("screw",), grain="depth")
    left = book.add(depth.smallest - bitten, "screw.clear", "Screw point to canvas", parts=("screw", "bar"), grain="depth")
    # From the edge each line runs along: gaps that differ put the lines at different places.
    inset = {
        axis: book.add(face + (gap[axis] + seat_width) / 2, f"screw.inset.{axis}", f"Screw line from the {edges}", parts=("screw",))
        for axis, edges in (("width", "left and right edge"), ("height", "top and bottom edge"))
    }
    spacing, corner = exact(rules.screw_spacing), exact(rules.screw_corner)
    ends: dict[str, Dim] = {}
    spaced: dict[str, int] = {}
    for axis in AXES:
        side = canvas[axis].largest
        quarter = side.value / 4
        # On a short side the corners' margin would leave no room between: then the quarter points.
        ends[axis] = rule(corner, "Clear of the corner", "screw-spacing") if corner <= quarter else side / 4
        spaced[axis] = max(2, int(ceil((side.value - 2 * ends[axis].value) / spacing)) + 1)
    usual, asked = strong_enough(context, spaced, {a: canvas[a].largest.value for a in AXES}, each_bears(context, bitten))
    count: dict[str, int] = {}
    places: dict[str, tuple[Dim, ...]] = {}
    for axis, along in zip(AXES, ("across", "down"), strict=True):
        side, end = canvas[axis].largest, ends[axis]
        free = side.value - 2 * end.value
        wanted = typed(context, axis)
        n = count[axis] = usual[axis] if wanted is None else wanted
        places[axis] = tuple(
            book.add(
                face + gap[axis] + (end + (side - end * 2) * Fraction(i, n - 1) if n > 1 else side / 2),
                f"screw.{along}.{i + 1}",
                f"Screw {i + 1} from the edge, {along}",
                parts=(f"screw.{along}.{i + 1}",),
                along=outside[axis],
            )
            for i in range(n)
        )
        book.add_count(
            f"screw.count.{axis}",
            f"Screws in each {'rail' if axis == 'width' else 'stile'}",
            n,
            context.speak.say("side {}, less its ends twice {}: {} between the outer screws", side, end, free),
            context.speak.say("no more than {} apart, two at the least: " + f"{spaced[axis]}", spacing),
            *(
                ((f"as it was chosen: {n}",),)
                if wanted is not None
                else ((f"as many as bear it: {n}",),)
                if n > spaced[axis]
                else ()
            ),
            parts=("screw",),
        )
    total = 2 * (count["width"] + count["height"])
    book.add_count(
        "screw.count",
        "Screws in all",
        total,
        (f"2 × {count['width']} + 2 × {count['height']} = {total}",),
        (asked.governs,),
        parts=("screw",),
    )
    return Screws(
        length=length,
        least=bite,
        bite=bitten,
        clear=left,
        shortest=shortest,
        longest=longest,
        count=count,
        usual=usual,
        places=places,
        inset=inset,
        total=total,
    )
