"""The sums of a suspended thing.

inside = thing + 2 × space          outside = inside + 2 × face
rod = hole in the rail + way to the thing + hole in the thing (in a clamp: up to its pad)
"""

from __future__ import annotations

import math
from collections.abc import Callable

from shadbo.core.contract.display import Context, Weight
from shadbo.core.contract.terms import chosen, ruled
from shadbo.core.displays.suspended.rods import (
    CRUSHES,
    LABELS,
    PI,
    SPOTS,
    STRENGTH,
    Spot,
    bending_stress,
    buckles,
    crushes,
    meets,
    sagging,
    toward,
)
from shadbo.core.document.decisions.suspended import Stuff, Suspended
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.items import Things
from shadbo.core.document.shop import Moulding
from shadbo.core.framing.arrange.laid import PlacedItem, lay, size_items
from shadbo.core.framing.counting import figures, newtons, show_force
from shadbo.core.framing.own import stock_leaf
from shadbo.core.framing.rails import AXES, square
from shadbo.core.framing.weights import object_weight, rails_weight
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.masses import plain_quantity
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, leaf

SuspendedContext = Context[Things, Suspended]
HALF = Fraction(1, 2)
ALONG = {"left": "height", "right": "height", "top": "width", "bottom": "width"}


@record(frozen=True, slots=True)
class Rod:
    """One rod or wire: where its hole lies on its rail (from the rail’s end, and off its middle), how long it is, how it stands."""

    spot: Spot
    offset: Dim
    at: Dim
    way: Dim | None
    length: Dim | None
    angle: int
    start: tuple[float, float]
    end: tuple[float, float] | None

    @property
    def part(self) -> str:
        return f"rod.{self.spot.key}"


@record(frozen=True, slots=True)
class Bears:
    """What the most loaded rod bears against what it can, by what it does; ``ratio`` over 1 is too much (the factor is in it);
    ``other`` is the ratio of a rod of another thickness and stuff, for what bends or stands."""

    does: str
    ratio: Fraction
    sag: Dim | None
    other: Callable[[Fraction, Stuff], Fraction] | None = None


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of a suspended thing."""

    one: PlacedItem
    more: list[PlacedItem]
    moulding: Moulding
    missing: bool
    face: Dim
    moulding_depth: Dim
    inside: dict[str, Dim]
    outside: dict[str, Dim]
    diameter: Dim
    play: Dim
    into_rail: Dim
    into_thing: Dim
    hole: Dim
    edge: Dim
    thing_edge: Dim
    left_in_rail: Dim
    moves: Dim
    rods: list[Rod]
    bears: list[Bears]
    weights: tuple[Weight, ...]


def size_up(context: SuspendedContext) -> Sizes:
    book, display = context.book, context.display
    sized = size_items(context)  # type: ignore[arg-type]
    zero = leaf(0, "middle", "the middle", "setting", source="arithmetic")
    laid = lay(context, sized, [(zero, zero)] * len(sized))  # type: ignore[arg-type]
    one = laid[0]
    stock = context.shop.mouldings or HOUSE_SHOP.mouldings
    found = context.shop.moulding(display.moulding)
    moulding = found or stock[0]

    def of_stock(field: str, name: str, label: str) -> Dim:
        return book.add(stock_leaf(context, "mouldings", moulding, field, label, ("rail",)), name, label, parts=("rail",))

    face, height = of_stock("face", "rail.face", "Face"), of_stock("height", "rail.height", "Rail height")
    space = {
        "width": chosen(context, "space.across", "Space at the sides", "space_across", display.space_across, parts=("space",)),
        "height": chosen(context, "space.down", "Space above and below", "space_down", display.space_down, parts=("space",)),
    }
    inside = {
        a: book.add(
            one.size(a) + 2 * space[a], f"frame.inside.{a}", f"Inside {a}", parts=("rail",), grain="wood", cut=context.shop.saw
        )
        for a in AXES
    }
    outside = {a: book.add(inside[a] + 2 * face, f"frame.outside.{a}", f"Outside {a}", parts=("rail",), grain="wood") for a in AXES}
    square(context, "frame", "outside", outside, "rail")
    d = chosen(context, "rod.diameter", "Rod, diameter", "diameter", display.diameter, parts=("rod",))
    play = chosen(context, "rod.play", "Play of the rod in its hole", "play", display.play, parts=("rod",))
    if display.into_rail is not None:
        into_rail = chosen(context, "rod.into_rail", "Hole in the rail, deep", "into_rail", display.into_rail, parts=("rod",))
    else:
        into_rail = book.add(
            d * context.shop.rules.rod_deep, "rod.into_rail", "Hole in the rail, deep", parts=("rod",), grain="depth"
        )
    into_thing = chosen(context, "rod.into_thing", "Held in the thing by", "into_thing", display.into_thing, parts=("rod",))
    hole = book.add(d + play, "rod.hole", "Drill for", parts=("rod",), grain="depth")
    edge = book.add(height / 2, "rod.edge", "Hole’s middle from the front of the rail", parts=("rod", "rail"), grain="depth")
    thing_edge = book.add(
        one.sized.front / 2, "rod.thing.edge", "Hole’s middle from the thing’s edge", parts=("rod", one.part), grain="depth"
    )
    left = book.add(face - into_rail, "rod.rail.left", "Wood left behind the hole", parts=("rail",), grain="depth")
    rods = [_rod(context, spot, one, inside, outside, into_rail, into_thing) for spot in SPOTS[display.rods]]
    longest = max((r.way.value for r in rods if r.way is not None), default=Fraction(0))
    moves = book.add(play * (1 + longest / into_rail.value), "rod.moves", "The thing can move by", parts=("rod",), grain="depth")
    weights = (
        rails_weight(context, outside, face, face.value * height.value, moulding.wood),
        object_weight(one.part, one.item.name, one.sized.weight_kg, one.item.weight is None),
    )
    bears = _bears(context, one, rods, d, into_thing)
    if (glued := _glued(context, one, rods, d, into_rail)) is not None:
        bears.append(glued)
    return Sizes(
        one=one,
        more=laid[1:],
        moulding=moulding,
        missing=found is None,
        face=face,
        moulding_depth=height,
        inside=inside,
        outside=outside,
        diameter=d,
        play=play,
        into_rail=into_rail,
        into_thing=into_thing,
        hole=hole,
        edge=edge,
        thing_edge=thing_edge,
        left_in_rail=left,
        moves=moves,
        rods=rods,
        bears=bears,
        weights=weights,
    )


def _rod(
    context: SuspendedContext,
    spot: Spot,
    one: PlacedItem,
    inside: dict[str, Dim],
    outside: dict[str, Dim],
    into_rail: Dim,
    into_thing: Dim,
) -> Rod:
    """Where one rod starts, and the way from the rail’s inner edge to the thing."""
    book, display, axis = context.book, context.display, ALONG[spot.rail]
    part, word = f"rod.{spot.key}", spot.key.replace("_", " ")
    offset = book.add(
        one.size(axis) * spot.share,
        f"{part}.offset",
        f"{word.capitalize()}, off the middle of its rail",
        parts=(part,),
        grain="depth",
    )
    at = book.add(
        outside[axis] / 2 + offset,
        f"{part}.at",
        f"{word.capitalize()}, from the end of its rail",
        parts=(part, "rail"),
        grain="depth",
    )
    dx, dy = toward(spot.rail)
    across = "width" if dx else "height"
    half, off = float(inside[across].value) / 2, float(offset.value)
    x, y = (-dx * half, off) if dx else (off, -dy * half)
    cx, cy = float(one.x.value), float(one.y.value)
    x, y = x + cx, y + cy
    ux, uy = float(dx), float(dy)
    if display.aim == "middle" and spot.share:
        size = math.hypot(cx - x, cy - y)
        ux, uy = (cx - x) / size, (cy - y) / size
    angle = round(math.degrees(math.asin(min(1, abs(ux * dx + uy * dy)))))
    run = meets(one.body, x, y, ux, uy)
    # What a rod aimed at the middle meets beyond it is not what it should hold.
    if run is None or (display.aim == "middle" and spot.share and run > math.hypot(cx - x, cy - y)):
        return Rod(spot, offset, at, None, None, angle, (x, y), None)
    plain = one.body.radius is not None or one.body.plain
    if plain and spot.share == 0:
        reach = one.sized.reaching(spot.rail)
        exact = inside[across] / 2 - (reach if spot.rail in ("right", "bottom") else -reach)
        way = book.add(exact, f"{part}.way", f"{word.capitalize()}, way to the thing", parts=(part,), grain="depth")
    else:
        read = leaf(
            Fraction(round(run * 100), 100),
            f"way:{spot.key}",
            f"{word}, to the outline",
            "setting",
            source="rays",
            grain="depth",
            parts=(part,),
        )
        way = book.add(read, f"{part}.way", f"{word.capitalize()}, way to the thing", parts=(part,))
    saw = context.shop.saw
    if spot.does == "hangs":
        length = book.add(
            way + into_rail,
            f"{part}.length",
            f"{word.capitalize()} wire, from the back of its hole",
            parts=(part,),
            grain="depth",
            cut=saw,
        )
    elif display.into == "clamp":
        pad = ruled(context, "clamp_pad", "Pad of the clamp")
        length = book.add(
            into_rail + way - pad, f"{part}.length", f"{word.capitalize()} rod, up to the pad", parts=(part,), grain="wood", cut=saw
        )
    else:
        length = book.add(
            into_rail + way + into_thing, f"{part}.length", f"{word.capitalize()} rod", parts=(part,), grain="wood", cut=saw
        )
    end = (x + ux * run, y + uy * run)
    for axis_, value, middle, where in (("x", end[0], cx, "right of"), ("y", end[1], cy, "below")):
        met = Fraction(round((value - middle) * 100), 100)
        read = leaf(met, f"meets:{spot.key}:{axis_}", f"{word}, {where} its middle", "setting", source="rays", grain="depth")
        label = f"{word.capitalize()}, meets the thing {where} its middle"
        book.add(read, f"{part}.meets.{axis_}", label, parts=(part, one.part))
    return Rod(spot, offset, at, way, length, angle, (x, y), end)


def _glued(context: SuspendedContext, one: PlacedItem, rods: list[Rod], d: Dim, into_rail: Dim) -> Bears | None:
    """What the glue in the rails bears along the rods, if they are glued: all of the weight on one rod, as it may come."""
    if context.display.held != "glued" or not rods:
        return None
    factor, weight = context.rule("factor"), newtons(one.sized.weight_kg)
    bears = PI * d.value * into_rail.value * context.rule("rod_glue") / factor
    context.book.add_quantity(
        "rod.glue",
        "Glue in one hole bears",
        show_force(bears),
        context.speak.say(f"π × {{}} × {{}} × {figures(context.rule('rod_glue'))} N/mm² ÷ factor {figures(factor)}", d, into_rail),
        (f"it may have to bear the whole, {figures(weight)} N",),
        parts=("rod",),
    )
    return Bears("sticks", weight / bears, None)


def _bears(context: SuspendedContext, one: PlacedItem, rods: list[Rod], d: Dim, into_thing: Dim) -> list[Bears]:
    """What bends, what is pressed, what hangs: the most loaded of each."""
    book, display, factor = context.book, context.display, context.rule("factor")
    weight = newtons(one.sized.weight_kg)
    found = []
    for does in ("bends", "stands", "hangs"):
        some = [r for r in rods if r.spot.does == does and r.way is not None]
        if not some:
            continue
        each = weight / len(some)
        worst = max(some, key=lambda r: r.way.value if r.way is not None else Fraction(0))
        assert worst.way is not None
        parts = (worst.part,)
        if does == "bends":
            reach = worst.way + into_thing / 2
            arm = reach.value
            stress = bending_stress(each, arm, d.value)
            allowed = STRENGTH[display.stuff] / factor
            book.add_quantity(
                "rod.stress",
                "Bending of the rod",
                plain_quantity(f"{figures(stress)} N/mm²"),
                context.speak.say(f"32 × {figures(each)} N × {{}} ÷ (π × {{}}³)", arm, d.value),
                (f"{LABELS[display.stuff]} bears {STRENGTH[display.stuff]}; ÷ factor {figures(factor)} is {figures(allowed)}",),
                parts=parts,
            )
            sag = book.add(sagging(each, reach, d, display.stuff), "rod.sag", "The rod’s end sags by", parts=parts, grain="fine")
            # By the third power of its thickness, and by its strength.
            found.append(Bears(does, stress / allowed, sag, _bent(each, arm, factor)))
        elif does == "stands":
            least = max(worst.way.value, Fraction(1))
            gives, pressed = buckles(least, d.value, display.stuff), crushes(d.value, display.stuff)
            bears = min(gives, pressed) / factor
            book.add_quantity(
                "rod.pressed",
                "A rod stands",
                show_force(bears),
                (
                    f"bending away π² × E × I ÷ (4 × length²) = {figures(gives)} N, crushed π ÷ 4 × d² × {CRUSHES[display.stuff]} = {figures(pressed)} N",
                ),
                (f"the smaller ÷ factor {figures(factor)}; it has to bear {figures(each)} N",),
                parts=parts,
            )
            found.append(Bears(does, each / bears, None, _pressed(each, least, factor)))
        else:
            # A wire that leans pulls harder: its angle is from its rail.
            slope = Fraction(round(math.sin(math.radians(max(worst.angle, 1))) * 1000), 1000)
            tension, rated = each / slope, newtons(exact(display.wire))
            book.add_quantity(
                "wire.tension", "Pull in each wire", show_force(tension), (f"{figures(each)} N ÷ sin {worst.angle}°",), parts=parts
            )
            book.add_quantity(
                "wire.bears",
                "A wire may bear",
                show_force(rated / factor),
                (f"rated {display.wire} kg on the packet ÷ factor {figures(factor)}",),
                parts=parts,
            )
            found.append(Bears(does, tension * factor / rated, None))
    return found


def _bent(each: Fraction, arm: Fraction, factor: Fraction) -> Callable[[Fraction, Stuff], Fraction]:
    return lambda d, stuff: bending_stress(each, arm, d) * factor / STRENGTH[stuff]


def _pressed(each: Fraction, length: Fraction, factor: Fraction) -> Callable[[Fraction, Stuff], Fraction]:
    return lambda d, stuff: each * factor / min(buckles(length, d, stuff), crushes(d, stuff))
