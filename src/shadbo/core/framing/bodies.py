"""Where what displays share lies in space: rails with a rabbet, sheets in it, a stretched canvas, the things of a box."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from shadbo.core.contract.bodies import Measure, Space, mm
from shadbo.core.contract.views import Material
from shadbo.core.framing.arrange.laid import PlacedItem
from shadbo.core.framing.closing import Points, Spaced
from shadbo.core.framing.filling import Fill
from shadbo.core.framing.rabbet import Rabbet
from shadbo.core.framing.strainer import Strainer
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.sums import Dim

# How far a clip reaches over what it holds (mm).
REACH = 16.0
# How far a point or a tab is driven, and how far it reaches over what it holds (mm).
DRIVEN, OVER = 6.0, 8.0
SIDES = {"width": ("top", "bottom"), "height": ("left", "right")}


def framed(rabbet: Rabbet) -> tuple[Space, float]:
    """The rails, and how far behind their front the rabbet begins (mm)."""
    space = Space(rabbet.outside["width"], rabbet.outside["height"])
    high = mm(rabbet.moulding_depth)
    under = round(high - min(mm(rabbet.depth), high), 3)
    space.rails(rabbet.face, 0, under, more=((mm(rabbet.face) - mm(rabbet.lip), under, high),))
    return space, under


def sheet_behind(
    space: Space, part: str, label: str, material: Material, size: Mapping[str, Dim], z: float, thick: Measure
) -> float:
    """A sheet in the middle of the face behind what lies there so far; where its back is (mm)."""
    back = round(z + mm(thick), 3)
    space.then().sheet(part, label, material, size["width"], size["height"], z, back)
    return back


def filled(space: Space, fill: Fill | None, size: Mapping[str, Dim], z: float) -> float:
    """The boards that fill what is left behind a pack, one by one; where the back of the last is (mm)."""
    for board in fill.boards if fill is not None else ():
        z = sheet_behind(space, "fill", "Filler", "board", size, z, exact(board.thickness))
    return z


def glazed(
    space: Space, size: Mapping[str, Dim], packing: Mapping[str, Dim], front: float, back: float, label: str = "Glazing"
) -> None:
    """A sheet of glazing, and the strips beside it that keep it in the middle where there are any (by the axis they lie across, mm)."""
    space.then().sheet("glazing", label, "glass", size["width"], size["height"], front, back)
    w, h = mm(size["width"]), mm(size["height"])
    x, y = (mm(space.width) - w) / 2, (mm(space.height) - h) / 2
    if "width" in packing:
        t = mm(packing["width"])
        for left in (x - t, x + w):
            space.box("packing", "Strip beside the sheet", "strip", left, y, t, h, front, back)
    if "height" in packing:
        t = mm(packing["height"])
        for top in (y - t, y + h):
            space.box("packing", "Strip beside the sheet", "strip", x, top, w, t, front, back)


def thing_at(
    space: Space,
    part: str,
    label: str,
    material: Material,
    thing: Thing,
    front: Measure,
    back: Measure,
    dx: Measure = 0,
    dy: Measure = 0,
) -> None:
    """A thing as it was measured, in the middle of the face (or so far from it)."""
    cx, cy = mm(space.width) / 2 + mm(dx), mm(space.height) / 2 + mm(dy)
    space.body(part, label, material, [(cx + float(x), cy + float(y)) for x, y in thing.outline()], front, back)


def stretched(
    space: Space, thing: Thing, front: float, depth: Measure, bar_width: Measure, *, board: bool, name: str = "Canvas"
) -> float:
    """A canvas on its bars (or on a board), as measured; where its back is (mm)."""
    back = round(front + mm(depth), 3)
    if board:
        thing_at(space, "canvas", name, "canvas", thing, front, back)
        return back
    thing_at(space, "canvas", name, "canvas", thing, front, front)
    w, h = thing.width.mean, thing.height.mean
    x, y = (mm(space.width) - mm(w)) / 2, (mm(space.height) - mm(h)) / 2
    space.then().ring("bar", "Stretcher bar", "bar", x, y, w, h, bar_width, front, back)
    return back


def items_at(space: Space, laid: Sequence[PlacedItem], dx: float, dy: float, floor: float, *, pins: bool = True) -> None:
    """Things where they lie, standing on a floor so far behind the front (mm)."""
    for one in laid:
        body = one.body
        front = floor - float(one.sized.front.value)
        colour = one.item.colour or one.sized.kind.colour
        points = [(float(x) + dx, float(y) + dy) for x, y in body.points.tolist()]
        space.body(one.part, one.item.name, "item", points, front, max(floor, front), colour=colour)


def points_behind(
    space: Space, points: Points, size: Mapping[str, Dim], z: float, label: str = "Point", part: str = "point"
) -> None:
    """Points, tabs or clips round a pack that ends at z: each driven into the rabbet’s wall and reaching over the pack (mm). A ``part``
    that ends in a dot is numbered along each side."""
    if not points:
        return
    space.then()
    w, h = mm(size["width"]), mm(size["height"])
    x0, y0 = (mm(space.width) - w) / 2, (mm(space.height) - h) / 2
    for axis, first, edges in (("width", x0, (y0, y0 + h)), ("height", y0, (x0, x0 + w))):
        for i, place in enumerate(points.get(axis, ()), start=1):
            along, name = first + mm(place), f"{part}{axis}.{i}" if part.endswith(".") else part
            for edge, way, side in zip(edges, (1, -1), SIDES[axis], strict=True):
                tip, root = edge + way * OVER, edge - way * DRIVEN
                start, end = (((along, at, z) if axis == "width" else (at, along, z)) for at in (tip, root))
                space.fix(name, label, start, end, (), f"rail.{side}")


def clips_behind(
    space: Space,
    rabbet: Rabbet,
    places: Points,
    back: float,
    start: Mapping[str, float],
    part: Mapping[str, str] | None = None,
    label: str = "Offset clip",
) -> None:
    """Clips, each from its screw in the back of a rail over what lies in the rabbet and ends at ``back``; their places count from so far in
    (``start``, by axis, mm). ``part``: by axis, numbered along each side."""
    if not any(places.values()):
        return
    space.then()
    w, h, wall = mm(space.width), mm(space.height), mm(rabbet.face) - mm(rabbet.lip)
    high = mm(rabbet.moulding_depth)
    for axis, across in (("width", h), ("height", w)):
        for i, place in enumerate(places[axis], start=1):
            along = start[axis] + mm(place)
            for side, (line, way) in zip(SIDES[axis], ((wall / 2, 1), (across - wall / 2, -1)), strict=True):
                one, other = (along, line), (along, line + way * (wall / 2 + REACH))
                if axis == "height":
                    one, other = one[::-1], other[::-1]
                name = f"{part[axis]}.{i}" if part is not None else "clip"
                space.fix(name, label, (*other, max(back, high)), (*one, high), (), f"rail.{side}")


def closed_behind(space: Space, rabbet: Rabbet, closed: Spaced, places: Points, size: Mapping[str, Dim], back: float) -> None:
    """What sits round a pack that ends at ``back`` and closes it: driven into the rabbet’s wall, or screwed to the rails’ backs."""
    if closed.inside:
        points_behind(space, places, size, back, closed.one, closed.part)
        return
    start = {"width": (mm(space.width) - mm(size["width"])) / 2, "height": (mm(space.height) - mm(size["height"])) / 2}
    if any(places.values()):
        clips_behind(space, rabbet, places, back, start, label=closed.one)


def each_side(
    places: Mapping[str, Sequence[Dim]], inset: Mapping[str, Fraction], width: float, height: float
) -> list[tuple[str, int, float, float]]:
    """Fixings in lines along all four sides, each line ``inset`` from its own edge: which side, its number along it, where (mm)."""
    found = []
    for axis, across, sides in (("width", height, ("top", "bottom")), ("height", width, ("left", "right"))):
        for i, place in enumerate(places[axis], start=1):
            for side, line in zip(sides, (float(inset[axis]), across - float(inset[axis])), strict=True):
                x, y = (mm(place), line) if axis == "width" else (line, mm(place))
                found.append((side, i, x, y))
    return found


def strained(space: Space, strainer: Strainer, solid: Dim) -> None:
    """The strainer behind all that lies in the frame, and its screws, evenly along each side: closing a pack, through its bars into the
    rabbet’s walls; behind, through them into the backs of the rails, which have so much ``solid`` wood (mm)."""
    rails = [body for body in space.bodies if body.part.startswith(("rail.", "tray.", "bar."))]
    inside = [body for body in space.bodies if body not in rails]
    back = max((body.end for body in (inside if strainer.inside else space.bodies)), default=0.0)
    bites = mm(strainer.bites)
    w, h, wide, deep = (mm(d) for d in (strainer.across, strainer.outside, strainer.wide, strainer.deep))
    x, y = (mm(space.width) - w) / 2, (mm(space.height) - h) / 2
    space.then().ring("strainer", "Strainer bar", "wood", x, y, w, h, wide, back, back + deep)
    space.then()
    hindmost = max(rails, key=lambda body: body.end).part.split(".")[0] if rails else "sash"
    middle, line = round(back + float(strainer.sunk) / 2, 3), (min(x + wide, mm(solid)) - x) / 2
    for axis, first, long, across, far in (("width", x, w, y, y + h), ("height", y, h, x, x + w)):
        for i in range(count := strainer.each[axis]):
            along = first + long * (2 * i + 1) / (2 * count)
            for edge, way, side in zip((across, far), (1, -1), SIDES[axis], strict=True):
                if strainer.inside:
                    places = ((edge + way * wide, middle), (edge - way * bites, middle))
                else:
                    places = ((edge + way * line, back + deep), (edge + way * line, back - bites))
                start, end = (((along, at, z) if axis == "width" else (at, along, z)) for at, z in places)
                space.fix("strainer.screw", "Screw", start, end, ("strainer",), f"{hindmost}.{side}" if rails else hindmost)
