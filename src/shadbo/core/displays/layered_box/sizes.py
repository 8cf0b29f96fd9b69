"""The sums of a layered box.

sight = things + 2 × border            outside = sight + 2 × wall
rebate of a floor = sight + 2 × the shoulders up to it        sheet = rebate (as built, once it was read) − allowance
room before a floor = its tallest thing + clearance           outer depth = front face + Σ (floor + room behind it)
"""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.display import Context, Weight
from shadbo.core.contract.terms import chosen, ruled
from shadbo.core.displays.layered_box.lamp import Lit, light
from shadbo.core.document.decisions.layered_box import Floor, LayeredBox
from shadbo.core.document.items import Things
from shadbo.core.framing.arrange.laid import SPANS, PlacedItem, lay, size_items
from shadbo.core.framing.arrange.layouts import places_of
from shadbo.core.framing.filling import board_of
from shadbo.core.framing.letters import Cut, cut_out
from shadbo.core.framing.rails import AXES, square
from shadbo.core.framing.stock import back_screw
from shadbo.core.framing.weights import object_weight, rails_weight, sheet_weight
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf, smallest
from shadbo.core.science.withdrawal import screw_diameter

LayeredContext = Context[Things, LayeredBox]
HALF = Fraction(1, 2)
NAMES = {"glass": "Glass", "board": "Board", "back": "Back"}


@record(frozen=True, slots=True)
class FloorSizes:
    """One floor: its rebate on both axes (as built where it was read, else as planned), its sheet, how deep it lies from the back
    edge, the room behind it, what that room needs, and what is cut out of it."""

    index: int
    floor: Floor
    part: str
    name: str
    planned: dict[str, Dim]
    rebate: dict[str, Dim]
    sheet: dict[str, Dim]
    thick: Dim
    shoulder: Dim
    steps: Dim
    depth: Dim
    planned_depth: Dim
    room: Dim | None
    need: Dim | None
    stands: list[PlacedItem]
    cut: list[PlacedItem]
    text: Cut | None

    @property
    def built(self) -> bool:
        """Whether its rebate was read after the glue-up."""
        f = self.floor
        return None not in (f.built_width, f.built_height, f.built_depth)


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of a layered box."""

    laid: list[PlacedItem]
    sight: dict[str, Dim]
    edges: dict[str, Dim]
    outside: dict[str, Dim]
    wall: Dim
    front: Dim
    outer: Dim
    left: Dim
    floors: list[FloorSizes]
    lit: Lit | None
    weights: tuple[Weight, ...]


def size_up(context: LayeredContext) -> Sizes:
    book, display = context.book, context.display
    wall = chosen(context, "wall", "Wall", "wall", display.wall, parts=("rail",))
    laid, edges, sight = arrangement(context, wall)
    front = chosen(context, "front.thick", "Front face, thick", "front", display.front, parts=("rail",))
    outside = {a: book.add(sight[a] + 2 * wall, f"frame.outside.{a}", f"Outside {a}", parts=("rail",), grain="wood") for a in AXES}
    square(context, "frame", "outside", outside, "rail")
    floors, outer = _floors(context, laid, sight, front)
    left = book.add(wall - floors[-1].steps, "wall.left", "Wall left behind the last rebate", parts=("rail",), grain="depth")
    room = floors[-2].room
    lit = light(context, floors[-2].rebate, room) if display.lamp is not None and room is not None else None
    weights = _weights(context, laid, outside, wall, outer, floors)
    return Sizes(
        laid=laid,
        sight=sight,
        edges=edges,
        outside=outside,
        wall=wall,
        front=front,
        outer=outer,
        left=left,
        floors=floors,
        lit=lit,
        weights=weights,
    )


def arrangement(context: LayeredContext, wall: Dim) -> tuple[list[PlacedItem], dict[str, Dim], dict[str, Dim]]:
    """The things where they lie, the edges of what shows round them, and its size: by the border, or from outside in."""
    box: Any = context
    sized = size_items(box)
    laid = lay(box, sized, places_of(box, sized))
    border = chosen(context, "border.least", "Border round the things", "border", context.display.border, parts=("border",))
    edges, sight = {}, {}
    for axis, (first, last) in SPANS.items():
        low, high = smallest([one.edges[first] for one in laid]), largest([one.edges[last] for one in laid])
        ordered, pointer = getattr(context.display, f"outside_{axis}"), f"/display/outside_{axis}"
        if ordered is None:
            edges[first], edges[last] = low - border, high + border
        else:
            whole = leaf(ordered, pointer, f"Ordered outside, {axis}", "choice", pointer=pointer, parts=("rail",))
            middle, half = (low + high) / 2, (whole - 2 * wall) / 2
            edges[first], edges[last] = middle - half, middle + half
        sight[axis] = context.book.add(
            edges[last] - edges[first], f"frame.sight.{axis}", f"Sight {axis}", parts=("rail",), grain="wood", cut=context.shop.saw
        )
    return laid, edges, sight


def buttoned(context: LayeredContext, sizes: Sizes) -> bool:
    """Whether turn buttons hold the back: a screw through it would stand nearer than one and a half times its thickness to its edge."""
    return sizes.floors[-1].shoulder.value < 3 * screw_diameter(context.shop.rules.holding_screw)


def screw_of_back(context: LayeredContext, sizes: Sizes) -> Fraction | None:
    """How long the screws of the back are (mm): through it, or a button as thick, and into the wall, no further than half the box."""
    return back_screw(context, sizes.floors[-1].thick, sizes.outer.value / 2)


def floor_of(display: LayeredBox, key: str) -> tuple[int, str]:
    """The floor a thing stands on, or is cut out of: as decided, else the last board (the back, where there is none)."""
    last = len(display.floors) - 1
    for standing in display.standing:
        if standing.item == key and standing.floor <= last:
            return standing.floor, standing.how
    boards = [i for i, f in enumerate(display.floors) if f.kind == "board" and i > 0]
    return (boards[-1] if boards else last), "stands"


def _floors(context: LayeredContext, laid: list[PlacedItem], sight: dict[str, Dim], front: Dim) -> tuple[list[FloorSizes], Dim]:
    display, book = context.display, context.book
    on = {one.item.key: floor_of(display, one.item.key) for one in laid}
    stands = {i: [one for one in laid if on[one.item.key] == (i, "stands")] for i in range(len(display.floors))}
    cut = {i: [one for one in laid if on[one.item.key] == (i, "cut")] for i in range(len(display.floors))}
    thick, shoulder, rooms, needs = [], [], [], []
    for i, floor in enumerate(display.floors):
        part, name = f"floor.{i}", _name(display, i)
        thick.append(_given(context, f"{part}.thick", f"{name}, thick", f"floors/{i}/thickness", floor.thickness, part))
        shoulder.append(
            _given(context, f"{part}.shoulder", f"{name}, shoulder of its rebate", f"floors/{i}/shoulder", floor.shoulder, "rail")
        )
    for i in range(len(display.floors) - 1):
        need = _need(context, i, stands[i + 1])
        needs.append(need)
        rooms.append(_room(context, i, need))
    outer = front * 1
    for i, t in enumerate(thick):
        outer = outer + t + (rooms[i] if i < len(rooms) else 0 * front)
    outer = book.add(outer, "box.outer", "Outer depth", parts=("rail",), grain="depth")
    allowance = {
        "glass": ruled(context, "glass_allowance", "Allowance of the sheet, in all"),
        "board": ruled(context, "board_allowance", "Allowance of the board, in all"),
    }
    planned_depth, ahead = [], front * 1
    for i, t in enumerate(thick):
        planned_depth.append(outer - ahead)
        ahead = ahead + t + (rooms[i] if i < len(rooms) else 0 * front)
    found: list[FloorSizes] = []
    steps = 0 * front
    for i, floor in enumerate(display.floors):
        part, name = f"floor.{i}", _name(display, i)
        steps = steps + shoulder[i]
        cum = book.add(steps, f"{part}.steps", f"{name}, its rebate cut into the wall", parts=("rail", part), grain="depth")
        planned, rebate, sheet = {}, {}, {}
        for axis in AXES:
            planned[axis] = book.add(
                sight[axis] + 2 * cum,
                f"{part}.planned.{axis}",
                f"{name}, rebate {axis} as planned",
                parts=("rail", part),
                grain="wood",
            )
            rebate[axis] = _built(
                context, i, f"built_{axis}", f"{part}.rebate.{axis}", f"{name}, rebate {axis}", planned[axis], part
            )
            sheet[axis] = book.add(
                rebate[axis] - allowance["glass" if floor.kind == "glass" else "board"],
                f"{part}.{axis}",
                f"{name}, {axis}",
                parts=(part,),
                fits=True,
                grain="wood",
                cut=context.shop.glass_cutter if floor.kind == "glass" else context.shop.mat_cutter,
            )
        deep_planned = book.add(
            planned_depth[i],
            f"{part}.depth.planned",
            f"{name}, rebate from the back as planned",
            parts=("rail", part),
            grain="depth",
        )
        depth = _built(context, i, "built_depth", f"{part}.depth", f"{name}, rebate from the back", deep_planned, part, "depth")
        text = (
            cut_out(floor.text.strip(), float(floor.letters), float(floor.stroke), float(floor.bridge))
            if floor.text.strip()
            else None
        )
        found.append(
            FloorSizes(
                index=i,
                floor=floor,
                part=part,
                name=name,
                planned=planned,
                rebate=rebate,
                sheet=sheet,
                thick=thick[i],
                shoulder=shoulder[i],
                steps=cum,
                depth=depth,
                planned_depth=deep_planned,
                room=None,
                need=needs[i] if i < len(needs) else None,
                stands=stands[i],
                cut=cut[i],
                text=text,
            )
        )
    return [_with_room(context, found, i) for i in range(len(found))], outer


def _with_room(context: LayeredContext, found: list[FloorSizes], i: int) -> FloorSizes:
    """The room behind a floor as it is: between its back and the next shoulder."""
    if i == len(found) - 1:
        return found[i]
    mine, after = found[i], found[i + 1]
    room = context.book.add(
        mine.depth - mine.thick - after.depth,
        f"{mine.part}.room",
        f"Room behind {mine.name.lower()}",
        parts=(f"room.{i}",),
        grain="depth",
        fits=True,
    )
    return FloorSizes(
        index=mine.index,
        floor=mine.floor,
        part=mine.part,
        name=mine.name,
        planned=mine.planned,
        rebate=mine.rebate,
        sheet=mine.sheet,
        thick=mine.thick,
        shoulder=mine.shoulder,
        steps=mine.steps,
        depth=mine.depth,
        planned_depth=mine.planned_depth,
        room=room,
        need=mine.need,
        stands=mine.stands,
        cut=mine.cut,
        text=mine.text,
    )


def _name(display: LayeredBox, i: int) -> str:
    floor = display.floors[i]
    same = [k for k, f in enumerate(display.floors) if f.kind == floor.kind]
    return NAMES[floor.kind] + (f" {same.index(i) + 1}" if len(same) > 1 else "")


def _given(context: LayeredContext, name: str, label: str, place: str, value: Any, part: str) -> Dim:
    return chosen(context, name, label, place, value, parts=(part,))


def _need(context: LayeredContext, i: int, stands: list[PlacedItem]) -> Dim | None:
    """What must stand between a floor and the next: the tallest on the next and its clearance; the lamp room; nothing."""
    display, book = context.display, context.book
    lamp = None
    if display.lamp is not None and i == len(display.floors) - 2:
        where = "/display/lamp/depth"
        lamp = leaf(
            display.lamp.depth,
            where,
            "Lamp room, deep",
            "choice",
            pointer=where,
            source="lamp",
            grain="depth",
            parts=(f"room.{i}",),
        )
    if stands:
        tallest = largest([one.sized.front for one in stands])
        if display.floors[i].kind == "glass":
            air = leaf(
                display.clearance,
                "/display/clearance",
                "Clearance before the tallest",
                "choice",
                pointer="/display/clearance",
                grain="depth",
                source="air",
                parts=("glass",),
            )
        else:
            air = ruled(context, "flat_air", "Air before the tallest")
        need = tallest + air
        if lamp is not None:
            # A lamp room is as deep as lamp and things ask, whichever is more.
            need = largest((need, lamp))
        return book.add(
            need,
            f"room.{i}.need",
            f"Needed behind {_name(display, i).lower()}: the tallest, {stands[0].item.name if len(stands) == 1 else 'of those there'}, and air",
            parts=(f"room.{i}",),
            grain="depth",
        )
    return book.add(lamp, f"room.{i}.need", "Lamp room, deep", parts=(f"room.{i}",)) if lamp is not None else None


def _room(context: LayeredContext, i: int, need: Dim | None) -> Dim:
    """The room as it is planned: typed, or as it is needed."""
    floor, pointer = context.display.floors[i], f"/display/floors/{i}/room"
    label = f"Room behind {_name(context.display, i).lower()}, as planned"
    if floor.room is not None or need is None:
        value = floor.room if floor.room is not None else 0
        form = leaf(value, pointer, label, "choice", pointer=pointer, grain="depth", parts=(f"room.{i}",))
        return context.book.add(form, f"room.{i}.planned", label, parts=(f"room.{i}",))
    return context.book.add(need * 1, f"room.{i}.planned", label, parts=(f"room.{i}",), grain="depth")


def _built(context: LayeredContext, i: int, field: str, name: str, label: str, planned: Dim, part: str, grain: Any = "wood") -> Dim:
    """A size of a rebate: as it was read after the glue-up, else as planned."""
    value, pointer = getattr(context.display.floors[i], field), f"/display/floors/{i}/{field}"
    if value is None:
        return context.book.add(planned * 1, name, label, parts=("rail", part), grain=grain)
    units = context.piece.units
    read = leaf(
        value,
        pointer,
        f"{label}, as built",
        "reading",
        tolerance=context.shop.reading_tolerance(units),
        pointer=pointer,
        tape=units,
        source="tape",
        grain=grain,
        parts=("rail", part),
    )
    return context.book.add(read, name, f"{label}, as built", parts=("rail", part))


def _weights(
    context: LayeredContext, laid: list[PlacedItem], outside: dict[str, Dim], wall: Dim, outer: Dim, floors: list[FloorSizes]
) -> tuple[Weight, ...]:
    display = context.display
    cut_away = sum((f.shoulder.value * f.planned_depth.value for f in floors), Fraction(0))
    area = max(wall.value * outer.value - cut_away, Fraction(1))
    kg = sum((one.sized.weight_kg for one in laid), Fraction(0))
    return (
        rails_weight(context, outside, wall, area, display.wood),
        *(
            sheet_weight(
                context,
                f.part,
                f.name,
                display.glazing if f.floor.kind == "glass" else board_of(context, f.thick, "stiff"),
                f.sheet,
                f.thick,
            )
            for f in floors
        ),
        object_weight("item", "Things", kg, any(one.item.weight is None for one in laid)),
    )
