"""The drawings of a canvas in a deep ready-made."""

from __future__ import annotations

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, View
from shadbo.core.displays.deep_ready_made.sizes import DeepContext, Sizes
from shadbo.core.framing.closing import draw_points
from shadbo.core.framing.rabbet_drawing import STAGES, RabbetLayer, back, measure_round, section
from shadbo.core.framing.rails import AXES, draw_rails, other
from shadbo.core.measuring.desk import desk_views
from shadbo.core.quantity.exact import Fraction

HALF = Fraction(1, 2)


def draw(context: DeepContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    return (
        *desk_views(context, sizes.thing),
        ViewOf("face", lambda: _face(sizes)),
        ViewOf("section", lambda: _section(sizes)),
        ViewOf("back", lambda: _back(sizes)),
    )


def _face(sizes: Sizes) -> View:
    rabbet = sizes.rabbet
    w, h, face = rabbet.outside["width"].value, rabbet.outside["height"].value, rabbet.face.value
    drawing = Drawing("face", "Face", w, h)
    drawing.box("board", "Inner board", "board", face, face, w - 2 * face, h - 2 * face)
    drawing.polygon("canvas", "Canvas", "canvas", [(w * HALF + x, h * HALF + y) for x, y in sizes.thing.outline()])
    draw_rails(drawing, w, h, face)
    stages = ("display", "depth", "cut")
    measure_round(drawing, sizes.rabbet, w, h, stages)
    for axis, base in (("width", h * HALF), ("height", w * HALF)):
        shows = sizes.shows[axis].value
        if shows > 0:
            way, side = ("x", "top") if axis == "width" else ("y", "left")
            drawing.measure(f"shows.{axis}", way, face, face + shows, base, side, 0, ("display",), "shows")  # type: ignore[arg-type]
    drawing.measure("rail.face", "x", 0, face, 0, "top", 1, stages, "face")
    return drawing.view()


def _section(sizes: Sizes) -> View:
    packing = max(sizes.packing["width"].value, Fraction(0))
    layers = [
        RabbetLayer(
            "card", "Card in the glass’s place", "board", sizes.card.value, Fraction(0), "pack.card", "card", sizes.rabbet.lip.value
        ),
        RabbetLayer("bar", "Canvas on its bar", "bar", sizes.depth.value, packing, "canvas.depth.mean", "canvas"),
        RabbetLayer("board", "Inner board", "board", sizes.board.value, Fraction(1), "frame.board", "board"),
        RabbetLayer("fill", "Room to fill", "shadow", sizes.slack.value, Fraction(1), "depth.slack", "left"),
    ]
    drawing = section(sizes.rabbet, layers)
    wall = sizes.rabbet.face.value - sizes.rabbet.lip.value
    under = sizes.rabbet.moulding_depth.value - min(sizes.rabbet.depth.value, sizes.rabbet.moulding_depth.value) + sizes.card.value
    if packing > 0:
        drawing.box("packing", "Side packing", "strip", wall, under, packing, sizes.depth.value)
        drawing.measure("packing.width", "x", wall, wall + packing, drawing.height, "bottom", 2, STAGES, "packing")
    base = under + sizes.depth.value + sizes.board.value
    x = wall + packing + 20
    if sizes.total:
        drawing.line("screw", "Screw", "metal", (x, base), (x, base - sizes.screw.value))
        drawing.line("screw", "Screw head", "metal", (x - 3, base), (x + 3, base))
    return drawing.view()


def _back(sizes: Sizes) -> View:
    rabbet = sizes.rabbet
    drawing, _ = back(rabbet)
    w, h = rabbet.outside["width"].value, rabbet.outside["height"].value
    bw, bh = sizes.template["width"].value, sizes.template["height"].value
    x, y = (w - bw) * HALF, (h - bh) * HALF
    drawing.box("board", "Inner board, the template", "board", x, y, bw, bh)
    cw, ch = sizes.thing.width.look.value, sizes.thing.height.look.value
    drawing.box("canvas", "Canvas behind the board", "hidden", (w - cw) * HALF, (h - ch) * HALF, cw, ch)
    for axis in AXES:
        along = "across" if axis == "width" else "down"
        inset = sizes.inset[other(axis)].value
        for i, place in enumerate(sizes.places[axis]):
            for far in (False, True):
                line = (bh if axis == "width" else bw) - inset if far else inset
                at = (x + place.value, y + line) if axis == "width" else (x + line, y + place.value)
                drawing.circle(f"screw.{along}.{i + 1}", "Screw", "metal", *at, Fraction(2))
    draw_points(drawing, sizes.points, x, y, bw, bh)
    for axis, way, side in (("width", "x", "top"), ("height", "y", "left")):
        along, start = ("across", x) if axis == "width" else ("down", y)
        for i, place in enumerate(sizes.places[axis][: (len(sizes.places[axis]) + 1) // 2]):
            drawing.measure(f"screw.{along}.{i + 1}", way, start, start + place.value, 0, side, i + 1, STAGES)  # type: ignore[arg-type]
    drawing.text("hook", "Hook end", w * HALF, y + bh * Fraction(3, 10), "HOOK END UP")
    return drawing.view()
