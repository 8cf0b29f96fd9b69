"""The drawings of a canvas in a lipped frame."""

from __future__ import annotations

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, Material, View
from shadbo.core.displays.lipped.liner import draw_liner
from shadbo.core.displays.lipped.sizes import LippedContext, Sizes
from shadbo.core.framing.rabbet_drawing import STAGES, RabbetLayer, back, measure_round, section
from shadbo.core.framing.rails import AXES, draw_rails
from shadbo.core.measuring.desk import desk_views, picture
from shadbo.core.quantity.exact import Fraction, exact

HALF = Fraction(1, 2)
CLIP = Fraction(3, 2)
BEFORE: dict[str, Material] = {"glazing": "glass", "liner": "wood"}


def draw(context: LippedContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    return (
        *desk_views(context, sizes.thing),
        ViewOf("face", lambda: _face(sizes)),
        ViewOf("section", lambda: _section(context, sizes)),
        ViewOf("back", lambda: _back(context, sizes)),
    )


def _face(sizes: Sizes) -> View:
    rabbet = sizes.rabbet
    w, h, face = rabbet.outside["width"].value, rabbet.outside["height"].value, rabbet.face.value
    drawing = Drawing("face", "Face", w, h)
    drawing.polygon("canvas", "Canvas", "canvas", [(w * HALF + x, h * HALF + y) for x, y in sizes.thing.outline()])
    if sizes.liner is not None:
        draw_liner(drawing, sizes.liner, w, h)
    draw_rails(drawing, w, h, face)
    drawing.box(
        "canvas",
        "Canvas under the lip",
        "hidden",
        (w - sizes.thing.width.look.value) * HALF,
        (h - sizes.thing.height.look.value) * HALF,
        sizes.thing.width.look.value,
        sizes.thing.height.look.value,
    )
    stages = ("display", "depth", "cut")
    measure_round(drawing, sizes.rabbet, w, h, stages)
    drawing.measure("rail.face", "x", 0, face, 0, "top", 1, stages, "face")
    return drawing.view()


def _section(context: LippedContext, sizes: Sizes) -> View:
    rabbet = sizes.rabbet
    room = max(sizes.room["width"].value * HALF, Fraction(0))
    bar = sizes.depth.value
    wide = exact(context.thing.bar_width)
    standout = max(sizes.standout.value, Fraction(0))
    what: tuple[str, Material] = ("Board", "board") if context.thing.support == "board" else ("Stretcher bar", "bar")
    name = "board" if context.thing.support == "board" else "bar"
    before = [
        RabbetLayer(key, dim.label, BEFORE.get(key, "shadow"), dim.value, Fraction(1), dim.name, key)
        for key, dim in sizes.front.items()
    ]
    drawing = section(
        rabbet, [*before, RabbetLayer("bar", *what, bar, room, "canvas.depth.mean", name, min(wide, Fraction(55)))], standout + CLIP
    )
    wall = rabbet.face.value - rabbet.lip.value
    under = rabbet.moulding_depth.value - min(rabbet.depth.value, rabbet.moulding_depth.value)
    under += sum((dim.value for dim in sizes.front.values()), Fraction(0))
    edge = wall + room
    far = edge + min(wide, Fraction(55))
    drawing.line(
        "canvas", "Canvas", "canvas", (far + 4, under), (edge, under), (edge, under + bar), (edge + wide * HALF, under + bar)
    )
    base = rabbet.moulding_depth.value
    out = base + standout
    if sizes.packer is not None:
        drawing.box("packer", "Packer", "strip", edge + 4, under + bar, 12, sizes.packer.value)
    drawing.line("clip", "Offset clip", "metal", (wall / 4, base), (wall * 9 / 10, base), (edge + 2, out), (edge + 16, out))
    drawing.line("screw", "Screw", "metal", (wall * HALF, base), (wall * HALF, base - sizes.screw.value))
    if sizes.standout.value > 0:
        drawing.measure("clip.standout", "y", base, out, far, "right", 0, STAGES, "out")
    return drawing.view()


def _back(context: LippedContext, sizes: Sizes) -> View:
    rabbet = sizes.rabbet
    drawing, wall = back(rabbet)
    w, h = rabbet.outside["width"].value, rabbet.outside["height"].value
    cw, ch = sizes.thing.width.look.value, sizes.thing.height.look.value
    x, y = (w - cw) * HALF, (h - ch) * HALF
    board = context.thing.support == "board"
    drawing.box("canvas", f"Back of the {picture(context)}", "board" if board else "canvas", x, y, cw, ch)
    for label, bx, by, bw, bh, turn in () if board else _bars(x, y, cw, ch, exact(context.thing.bar_width)):
        drawing.box("bar", label, "bar", bx, by, bw, bh, turn=turn)
    drawing.box("cover", "Dust cover", "hidden", 3, 3, sizes.cover["width"], sizes.cover["height"])
    drawing.circle(
        "hole",
        "Breathing hole",
        "shadow",
        w * HALF,
        h - wall - context.rule("breathing_hole") * 4,
        context.rule("breathing_hole") * HALF,
    )
    for axis in AXES:
        along = "across" if axis == "width" else "down"
        for i, place in enumerate(sizes.clips[axis]):
            for far in (False, True):
                inward = -1 if far else 1
                line = (h if axis == "width" else w) - wall * HALF if far else wall * HALF
                ends = ((place.value, line), (place.value, line + inward * (wall * HALF + 16)))
                if axis == "height":
                    ends = ((line, place.value), (line + inward * (wall * HALF + 16), place.value))
                drawing.line(f"clip.{along}.{i + 1}", "Offset clip", "metal", *ends)
    for i, place in enumerate(sizes.clips["width"][:2]):
        drawing.measure(place.name or "", "x", 0, place, 0, "top", i + 1, STAGES)
    for i, place in enumerate(sizes.clips["height"][:2]):
        drawing.measure(place.name or "", "y", 0, place, 0, "left", i + 1, STAGES)
    return drawing.view()


def _bars(
    x: Fraction, y: Fraction, w: Fraction, h: Fraction, b: Fraction
) -> tuple[tuple[str, Fraction, Fraction, Fraction, Fraction, int], ...]:
    """The four bars of a stretched canvas from behind."""
    return (
        ("Top bar", x, y, w, b, 0),
        ("Bottom bar", x, y + h - b, w, b, 0),
        ("Side bar", x, y, b, h, 90),
        ("Side bar", x + w - b, y, b, h, 90),
    )
