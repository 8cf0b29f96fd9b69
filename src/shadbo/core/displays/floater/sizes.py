"""The sums of a floater frame.

    inside = canvas + 2 × gap          outside = inside + 2 × face
    reveal = rail height − (seat + lift + bar)      + the canvas lies below the rail's face, − it stands proud

A frame that is already made goes the other way round: gap = (inside − canvas) / 2 on each axis.
"""

from __future__ import annotations

from functools import partial

from shadbo.core.displays.floater.fixing import Screws, lift_strips, screws
from shadbo.core.displays.floater.terms import AXES, FloaterContext
from shadbo.core.document.decisions.canvas import BoughtFrame, Floater, NewFrame
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.readings import HeightStations, WidthStations
from shadbo.core.document.shop import Moulding, Shop
from shadbo.core.framing.own import stock_leaf
from shadbo.core.framing.rabbet import bows, read_once
from shadbo.core.framing.rails import square
from shadbo.core.measuring.desk import measure
from shadbo.core.measuring.measuring import Side, read_side
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf, rule, smallest


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of a floater, by what it is."""

    thing: Thing
    canvas: dict[str, Side]
    depth: Side
    inner: dict[str, Side] | None
    moulding: Moulding | None
    missing: bool
    face: Dim
    moulding_depth: Dim
    profile_height: Dim
    seat: Dim
    seat_width: Dim
    own_seat: bool
    lift: Dim
    reveal: Dim
    liner: dict[str, Dim]
    inside: dict[str, Dim]
    outside: dict[str, Dim]
    gap: dict[str, Dim]
    gap_at: dict[str, Dim]
    inside_at: dict[str, Dim]
    variation: dict[str, Dim]
    gap_to_hide: Dim
    fit: dict[str, Dim]
    seat_needed: Dim
    seat_under: Dim
    screws: Screws
    strips_shorter: bool


def _axis_label(axis: str) -> str:
    return "left and right" if axis == "width" else "top and bottom"


def rail_profile(shop: Shop, frame: NewFrame) -> tuple[Moulding, bool]:
    """The moulding named in the piece, and whether the shop lacks it (then the nearest thing to draw with)."""
    found = shop.moulding(frame.moulding)
    if found:
        return found, False
    return (shop.mouldings or HOUSE_SHOP.mouldings)[0], True


def size_up(context: FloaterContext) -> Sizes:
    """Work out every dim of the floater and put it into the book."""
    book, shop = context.book, context.shop
    display = context.display
    frame = display.frame
    thing = measure(context)
    canvas = {"width": thing.width, "height": thing.height}
    assert thing.depth is not None
    depth = thing.depth
    inner: dict[str, Side] | None = None
    moulding: Moulding | None = None
    missing = False
    if isinstance(frame, NewFrame):
        moulding, missing = rail_profile(shop, frame)
        profile = _new_profile(context, frame, moulding)
    else:
        inner = _inner(context, frame)
        profile = _bought_profile(context)
    face, profile_height, seat, seat_width, own_seat = profile

    # inside, outside, gaps
    liner, inside, outside, gap, inside_at, gap_at, variation, fit, widest_of = {}, {}, {}, {}, {}, {}, {}, {}, {}
    planned = None
    if isinstance(frame, NewFrame):
        planned = book.add(
            leaf(
                frame.gap,
                "/display/frame/gap",
                "Gap a side",
                "choice",
                pointer="/display/frame/gap",
                source="gap-schools",
                grain="depth",
                parts=("gap",),
            ),
            "gap.planned",
            "Gap a side",
            parts=("gap",),
        )
    for axis in AXES:
        side = canvas[axis]
        big = side.into
        if planned is not None:
            inside[axis] = book.add(
                big + 2 * planned, f"frame.inside.{axis}", f"Inside {axis}", parts=("rail", "gap"), fits=True, cut=shop.saw
            )
        else:
            assert inner is not None and isinstance(frame, BoughtFrame)
            pointer = f"/display/frame/liner_{axis}"
            liner[axis] = book.add(
                leaf(
                    getattr(frame, f"liner_{axis}"),
                    pointer,
                    f"Liner, {_axis_label(axis)}",
                    "choice",
                    pointer=pointer,
                    grain="depth",
                    parts=("liner",),
                ),
                f"liner.{axis}",
                f"Liner, {_axis_label(axis)}",
                parts=("liner",),
            )
            inside[axis] = book.add(
                inner[axis].smallest - 2 * liner[axis], f"frame.inside.{axis}", f"Inside {axis}", parts=("rail", "gap")
            )
        fit[axis] = book.add(inside[axis] - big, f"fit.{axis}", f"Room for the canvas, {axis}", parts=("gap",), grain="depth")
        outside[axis] = book.add(inside[axis] + 2 * face, f"frame.outside.{axis}", f"Outside {axis}", parts=("rail",))
        gap[axis] = book.add(
            (inside[axis] - big) / 2, f"gap.{axis}", f"Gap at the tightest, {_axis_label(axis)}", parts=("gap",), grain="depth"
        )
        for station, read in side.stations.items():
            there = inner[axis].near(side.along[station]) if inner else None
            inside_at[station] = there - 2 * liner[axis] if there is not None else inside[axis]
            gap_at[station] = book.add(
                (inside_at[station] - read) / 2,
                f"gap.at.{station}",
                f"Gap beside {station}",
                grain="depth",
                parts=("gap", f"gap.{station}"),
            )
        there_too = [gap_at[s] for s in side.stations]
        widest_of[axis] = largest(there_too)
        variation[axis] = book.add(
            largest(there_too) - smallest(there_too),
            f"gap.variation.{axis}",
            f"Gap varies by, {_axis_label(axis)}",
            parts=("gap",),
            grain="depth",
        )
    most = book.add(largest(variation.values()), "gap.variation.most", "Gap varies by, at most", parts=("gap",), grain="depth")
    gap_to_hide = book.add(4 * most, "gap.to_hide", "Smallest gap that hides it", parts=("gap",), grain="depth")
    square(context, "frame", "outside", outside, "rail")

    lift, reveal, moulding_depth = _depth_sum(context, display, profile_height, seat, depth.mean)
    widest = book.add(largest(gap_at.values()), "gap.widest", "Gap at the widest", parts=("gap",), grain="depth")
    beyond = rule(shop.rules.seat_beyond, "Reach beyond the gap", "seat-reach", "depth")
    seat_needed = book.add(widest + beyond, "seat.needed", "Seat width needed", parts=("seat",), grain="depth")
    seat_under = book.add(seat_width - widest, "seat.under", "Seat under the bar", parts=("seat",), grain="depth")
    for axis in AXES:
        book.add(gap[axis], f"shim.{axis}", f"Shim, {_axis_label(axis)}", parts=("gap",), grain="depth", cut=shop.by_hand)
    held = screws(context, face, gap, canvas, seat, lift, depth, seat_width, outside)
    shorter = lift_strips(context, canvas, face, gap, seat_width, widest_of, beyond, held)
    sizes = Sizes(
        thing=thing,
        canvas=canvas,
        depth=depth,
        inner=inner,
        moulding=moulding,
        missing=missing,
        face=face,
        moulding_depth=moulding_depth,
        profile_height=profile_height,
        seat=seat,
        seat_width=seat_width,
        own_seat=own_seat,
        lift=lift,
        reveal=reveal,
        liner=liner,
        inside=inside,
        outside=outside,
        gap=gap,
        gap_at=gap_at,
        inside_at=inside_at,
        variation=variation,
        gap_to_hide=gap_to_hide,
        fit=fit,
        seat_needed=seat_needed,
        seat_under=seat_under,
        screws=held,
        strips_shorter=shorter,
    )
    if inner:
        _even_out(context, sizes)
    return sizes


def _new_profile(context: FloaterContext, frame: NewFrame, moulding: Moulding) -> tuple[Dim, Dim, Dim, Dim, bool]:
    book, rules = context.book, context.shop.rules

    def over(value: object, field: str, stock: Fraction, label: str, name: str) -> Dim:
        """A seat size typed for this piece, or the moulding's own (or the shop's usual strip)."""
        pointer = f"/display/frame/{field}"
        if value is not None:
            dim = leaf(Fraction(str(value)), pointer, label, "choice", pointer=pointer, grain="depth", parts=("seat",))
        else:
            dim = leaf(stock, pointer, label, "stock", pointer=pointer, source="stock", grain="depth", parts=("seat",))
        return book.add(dim, name, label, parts=("seat",))

    face = book.add(stock_leaf(context, "mouldings", moulding, "face", "Face", ("rail",)), "rail.face", "Face", parts=("rail",))
    height = book.add(
        stock_leaf(context, "mouldings", moulding, "height", "Moulding height", ("rail",)),
        "rail.profile",
        "Moulding height",
        parts=("rail",),
    )
    thickness = exact(moulding.seat_thickness or rules.seat_strip_thickness)
    width = exact(moulding.seat_width or rules.seat_strip_width)
    seat = over(frame.seat_thickness, "seat_thickness", thickness, "Seat thickness", "seat.thickness")
    seat_width = over(frame.seat_width, "seat_width", width, "Seat width", "seat.width")
    return face, height, seat, seat_width, moulding.seat_thickness is not None


def _bought_profile(context: FloaterContext) -> tuple[Dim, Dim, Dim, Dim, bool]:
    read = partial(read_once, context)
    return (
        read("face", "rail.face", "Face"),
        read("moulding_depth", "rail.profile", "Rail height"),
        read("seat_thickness", "seat.thickness", "Seat thickness", "seat"),
        read("seat_width", "seat.width", "Seat width", "seat"),
        True,
    )


def _inner(context: FloaterContext, frame: BoughtFrame) -> dict[str, Side]:
    """The inside of a made frame against the canvas's axes; turned a quarter turn, its height lies along the width."""
    along: dict[str, tuple[str, WidthStations | HeightStations]] = {
        "width": ("width", frame.width),
        "height": ("height", frame.height),
    }
    if frame.turned:
        along = {"width": along["height"], "height": along["width"]}
    sides = {}
    for axis, (own, stations) in along.items():
        label = f"Frame's inside {own}" + (" (turned)" if frame.turned else "")
        sides[axis] = read_side(
            context.book, stations, f"frame.read.{axis}", label, f"/display/frame/{own}", context.shop, part="rail"
        )
    bows(context, sides)
    return sides


def _depth_sum(context: FloaterContext, display: Floater, height: Dim, seat: Dim, bar: Dim) -> tuple[Dim, Dim, Dim]:
    """reveal = rail − (seat + lift + bar), solved for whichever of reveal, lift and rail height follows."""
    book = context.book
    given = {
        "lift": lambda: leaf(display.lift, "/display/lift", "Lift", "choice", pointer="/display/lift", grain="depth"),
        "reveal": lambda: leaf(
            display.reveal, "/display/reveal", "Reveal", "choice", pointer="/display/reveal", source="reveal-3", grain="depth"
        ),
    }

    def add(dim: Dim, name: str, label: str, part: str) -> Dim:
        return book.add(dim, name, label, parts=(part,), grain="depth")

    if display.solve == "reveal":
        rail = add(height, "rail.height", "Rail height", "rail")
        lift = add(given["lift"](), "depth.lift", "Lift", "lift")
        reveal = add(rail - seat - lift - bar, "depth.reveal", "Reveal", "reveal")
    elif display.solve == "lift":
        rail = add(height, "rail.height", "Rail height", "rail")
        reveal = add(given["reveal"](), "depth.reveal", "Reveal", "reveal")
        lift = add(rail - seat - bar - reveal, "depth.lift", "Lift", "lift")
    else:
        lift = add(given["lift"](), "depth.lift", "Lift", "lift")
        reveal = add(given["reveal"](), "depth.reveal", "Reveal", "reveal")
        rail = add(seat + lift + bar + reveal, "rail.height", "Rail height", "rail")
    add(seat + lift + bar, "depth.used", "Seat, lift and bar", "seat")
    return lift, reveal, rail


def _even_out(context: FloaterContext, sizes: Sizes) -> None:
    """For a made frame: how the two gaps differ, what they'd be turned, and what would even them out."""
    book = context.book
    wide, tall = sizes.gap["width"], sizes.gap["height"]
    book.add(
        largest((wide, tall)) - smallest((wide, tall)), "gap.difference", "The two gaps differ by", parts=("gap",), grain="depth"
    )
    assert sizes.inner is not None
    for axis, other in (AXES, AXES[::-1]):
        book.add(
            (sizes.inner[other].smallest - sizes.canvas[axis].into) / 2,
            f"gap.turned.{axis}",
            f"Gap with the frame turned, {_axis_label(axis)}",
            parts=("gap",),
            grain="depth",
        )
    big, small = AXES if wide.value >= tall.value else AXES[::-1]
    book.add(
        sizes.gap[big] - sizes.gap[small],
        "even.liner",
        f"Liner each side that evens the gaps, {_axis_label(big)}",
        parts=("liner", "gap"),
        grain="depth",
    )
    book.add(
        sizes.inside[big] - 2 * sizes.gap[small], f"even.canvas.{big}", f"Canvas {big} that would even the gaps", parts=("canvas",)
    )
