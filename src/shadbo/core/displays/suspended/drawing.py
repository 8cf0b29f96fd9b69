"""The drawings of a suspended thing: face, section across a rod, back, and the rails’ inner faces with their holes."""

from __future__ import annotations

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, Shape, View
from shadbo.core.displays.suspended.rods import RAILS
from shadbo.core.displays.suspended.sizes import ALONG, Rod, Sizes, SuspendedContext
from shadbo.core.framing.arrange.drawn import draw_item, name_on
from shadbo.core.framing.rails import draw_rails
from shadbo.core.quantity.exact import Fraction

HALF = Fraction(1, 2)
STAGES = ("display", "cut")
APART = 18


def draw(context: SuspendedContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    return (
        ViewOf("face", lambda: _face(context, sizes, False)),
        ViewOf("section", lambda: _section(context, sizes)),
        ViewOf("back", lambda: _face(context, sizes, True)),
        ViewOf("holes", lambda: _holes(sizes)),
    )


def _face(context: SuspendedContext, sizes: Sizes, behind: bool) -> View:
    w, h, face = sizes.outside["width"].value, sizes.outside["height"].value, sizes.face.value
    drawing = Drawing("back", "Back, seen from behind", w, h) if behind else Drawing("face", "Face", w, h)
    draw_rails(drawing, w, h, face)
    dx, dy = w * HALF, h * HALF
    for rod in sizes.rods:
        if rod.end is not None:
            _draw_rod(
                drawing,
                rod,
                float(dx),
                float(dy),
                float(sizes.diameter.value),
                float(sizes.into_rail.value),
                float(sizes.into_thing.value),
                behind,
                float(w),
            )
    if behind:
        shapes = Drawing("back", "", w, h)
        draw_item(shapes, sizes.one, dx, dy)
        drawing.shapes += [_mirrored(s, float(w)) for s in shapes.shapes]
    else:
        draw_item(drawing, sizes.one, dx, dy)
    name_on(drawing, sizes.one, dx, dy)
    inside = sizes.inside
    drawing.measure("frame.outside.width", "x", 0, w, h, "bottom", 2, (*STAGES, "measure"), "outside")
    drawing.measure("frame.inside.width", "x", face, w - face, h, "bottom", 1, (*STAGES, "hold"), "inside")
    drawing.measure("frame.outside.height", "y", 0, h, w, "right", 2, (*STAGES, "measure"), "outside")
    drawing.measure("frame.inside.height", "y", face, h - face, w, "right", 1, (*STAGES, "hold"), "inside")
    if not behind:
        one = sizes.one
        x, y = dx + one.edges["left"].value, dy + one.edges["top"].value
        drawing.measure(
            "space.across", "x", face, x, face + inside["height"].value * Fraction(12, 100), "left", 0, ("display",), ""
        )
        drawing.measure("space.down", "y", face, y, face + inside["width"].value * Fraction(12, 100), "top", 0, ("display",), "")
    for rod in sizes.rods if not behind else ():
        if rod.way is not None and rod.way.name and rod.end is not None:
            sx, sy = rod.start[0] + float(dx), rod.start[1] + float(dy)
            run = float(rod.way.value)
            if rod.spot.rail in ("left", "right"):
                ends = sorted((sx, sx + run * (1 if rod.spot.rail == "left" else -1)))
                drawing.measure(rod.way.name, "x", _exact(ends[0]), _exact(ends[1]), _exact(sy), "top", 0, ("hold",), "")
            elif rod.angle == 90:
                ends = sorted((sy, sy + run * (1 if rod.spot.rail == "top" else -1)))
                drawing.measure(rod.way.name, "y", _exact(ends[0]), _exact(ends[1]), _exact(sx), "left", 0, ("hold",), "")
            else:
                drawing.mark(
                    rod.way.name,
                    _exact((sx + rod.end[0] + float(dx)) / 2),
                    _exact((sy + rod.end[1] + float(dy)) / 2),
                    ("hold",),
                    "",
                )
    return drawing.view()


def _exact(value: float) -> Fraction:
    return Fraction(round(value * 1000), 1000)


def _mirrored(shape: Shape, w: float) -> Shape:
    points = tuple((round(w - x, 3), y) for x, y in shape.points)
    return Shape(
        part=shape.part,
        label=shape.label,
        material=shape.material,
        kind=shape.kind,
        points=points,
        radius=shape.radius,
        grain_deg=shape.grain_deg,
        text=shape.text,
        colour=shape.colour,
    )


def _draw_rod(
    drawing: Drawing, rod: Rod, dx: float, dy: float, d: float, rail: float, thing: float, behind: bool, w: float
) -> None:
    """A rod from the bottom of its hole to where it ends in the thing, as thick as it is; a wire as a line."""
    assert rod.end is not None
    (x0, y0), (x1, y1) = rod.start, rod.end
    size = ((x1 - x0) ** 2 + (y1 - y0) ** 2) ** 0.5 or 1
    ux, uy = (x1 - x0) / size, (y1 - y0) / size
    a, b = (x0 - ux * rail + dx, y0 - uy * rail + dy), (x1 + ux * thing + dx, y1 + uy * thing + dy)
    if rod.spot.does == "hangs":
        points: list[tuple[float, float]] = [a, (x1 + dx, y1 + dy)]
    else:
        nx, ny = -uy * d / 2, ux * d / 2
        points = [(a[0] + nx, a[1] + ny), (b[0] + nx, b[1] + ny), (b[0] - nx, b[1] - ny), (a[0] - nx, a[1] - ny)]
    if behind:
        points = [(w - x, y) for x, y in points]
    rounded = tuple((round(x, 3), round(y, 3)) for x, y in points)
    label = rod.spot.key.replace("_", " ").capitalize()
    wire = len(points) == 2
    drawing.shapes.append(Shape(rod.part, f"{label} {'wire' if wire else 'rod'}", "metal", "line" if wire else "polygon", rounded))


def _section(context: SuspendedContext, sizes: Sizes) -> View:
    """Through the middle from the side: the rail at the left, the rod, the thing; the viewer above."""
    face, height = sizes.face.value, sizes.moulding_depth.value
    rod = sizes.rods[0]
    way = rod.way.value if rod.way is not None else Fraction(20)
    front = sizes.one.sized.front.value
    deep = max(height, front)
    width = face + way + 60
    drawing = Drawing("section", "Section along a rod, front at the top", width, deep)
    mid = deep * HALF
    drawing.box("rail", "Rail", "wood", 0, mid - height * HALF, face, height)
    part, label = sizes.one.part, sizes.one.item.name
    drawing.box(
        part,
        label,
        "item",
        face + way,
        mid - front * HALF,
        width - face - way,
        max(front, Fraction(1)),
        colour=sizes.one.item.colour or sizes.one.sized.kind.colour,
    )
    d, into = sizes.diameter.value, sizes.into_rail.value
    end = sizes.into_thing.value if context.display.into != "clamp" else Fraction(-2)
    if rod.spot.does == "hangs":
        drawing.line(rod.part, "Wire", "metal", (face - into, mid), (face + way, mid))
    else:
        drawing.box(rod.part, "Rod", "metal", face - into, mid - d * HALF, into + way + end, d)
        if context.display.into == "clamp":
            drawing.box(rod.part, "Padded clamp", "strip", face + way - 2, mid - min(front, Fraction(20)) * HALF - 3, 10, 2)
            drawing.box(rod.part, "Padded clamp", "strip", face + way - 2, mid + min(front, Fraction(20)) * HALF + 1, 10, 2)
    stages = (*STAGES, "hold")
    drawing.measure("rod.into_rail", "x", face - into, face, deep, "bottom", 1, stages, "in the rail")
    if rod.way is not None and rod.way.name:
        drawing.measure(rod.way.name, "x", face, face + way, deep, "bottom", 1, stages, "way")
    drawing.measure("rail.face", "x", 0, face, 0, "top", 1, stages, "face")
    drawing.measure("rail.height", "y", mid - height * HALF, mid + height * HALF, 0, "left", 2, stages, "rail")
    drawing.measure("rod.edge", "y", mid - height * HALF, mid, 0, "left", 1, stages, "edge")
    return drawing.view()


def _holes(sizes: Sizes) -> View:
    """The inner faces of the rails that are drilled, one under another, each as long as outside: where every hole goes."""
    height = sizes.moulding_depth.value
    rails = [r for r in RAILS if any(rod.spot.rail == r for rod in sizes.rods)]
    long = max(sizes.outside[ALONG[r]].value for r in rails)
    drawing = Drawing(
        "holes",
        "Rails from inside, FRONT edge above: where the holes go",
        long,
        len(rails) * height + (len(rails) - 1) * APART,
        template=True,
        printed=("cut",),
    )
    for i, rail in enumerate(rails):
        y = i * (height + APART)
        length = sizes.outside[ALONG[rail]].value
        drawing.box(f"rail.{rail}", f"{rail.title()} rail, from inside", "wood", 0, y, length, height)
        drawing.line(f"rail.{rail}", "Middle", "line", (length * HALF, y), (length * HALF, y + height))
        drawing.text(f"rail.{rail}", rail, length * Fraction(12, 100), y + height * HALF, rail.upper())
        for rod in (r for r in sizes.rods if r.spot.rail == rail):
            drawing.circle(rod.part, f"Hole, {rod.angle}° to the rail", "slot", rod.at, y + height * HALF, sizes.hole.value * HALF)
            drawing.measure(rod.at.name or "", "x", 0, rod.at.value, y, "top", 0, ("hold", "cut"), f"{rod.angle}°")
    drawing.measure("rod.edge", "y", 0, height * HALF, 0, "left", 1, ("hold", "cut"), "edge")
    return drawing.view()
