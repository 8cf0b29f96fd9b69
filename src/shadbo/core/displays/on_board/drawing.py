"""The drawings of flat work on its board: face with the borders at every station, section, back."""

from __future__ import annotations

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, Material, View
from shadbo.core.displays.on_board.sizes import OnBoardContext, Sizes
from shadbo.core.framing.closing import draw_points, spaced_as
from shadbo.core.framing.placing import ends
from shadbo.core.framing.rabbet_drawing import RabbetLayer, back, measure_round, section
from shadbo.core.framing.rails import draw_mat, draw_rails
from shadbo.core.measuring.desk import desk_views
from shadbo.core.measuring.thing import RUNS
from shadbo.core.quantity.exact import Fraction

HALF = Fraction(1, 2)
STAGES = ("display", "cut")
MATERIALS: dict[str, Material] = {
    "glazing": "glass",
    "air": "shadow",
    "mat": "board",
    "work": "paper",
    "lift": "board",
    "canvas": "paper",
    "board": "board",
    "backing": "board",
}


def draw(context: OnBoardContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    return (
        *desk_views(context, sizes.thing),
        ViewOf("face", lambda: _face(context, sizes)),
        ViewOf("section", lambda: _section(sizes)),
        ViewOf("back", lambda: _back(context, sizes)),
    )


def placed(sizes: Sizes, points: list[tuple[Fraction, Fraction]]) -> list[tuple[Fraction, Fraction]]:
    """Points of the work, shifted and turned as it is placed (a small turn, as the borders are reckoned)."""
    dx, dy, turn = (sizes.shift[k].value for k in ("dx", "dy", "turn"))
    slope = turn / sizes.thing.width.look.value
    return [(x + dx - slope * y, y + dy + slope * x) for x, y in points]


def _face(context: OnBoardContext, sizes: Sizes) -> View:
    rabbet = sizes.rabbet
    w, h, face = rabbet.outside["width"].value, rabbet.outside["height"].value, rabbet.face.value
    drawing = Drawing("face", "Face", w, h)
    cx, cy = w * HALF, h * HALF
    draw_rails(drawing, w, h, face)
    drawing.polygon("board", "Board behind the work", "board", [(cx + x, cy + y) for x, y in rabbet.opening()])
    outline = [(cx + x, cy + y) for x, y in placed(sizes, sizes.thing.outline())]
    drawing.polygon("work", "Work", "paper", outline)
    if context.display.edge == "mat":
        _mat(drawing, sizes, cx, cy, face)
    for (edge, station), border in sizes.border.items():
        axis, out = RUNS[edge]
        along = _along(sizes, axis, station)
        start = (w if axis == "width" else h) * HALF + out * (rabbet.sight_near(axis, along).value * HALF)
        low, high = sorted((start, start - out * border.value))
        across = (h if axis == "width" else w) * HALF
        extent = sizes.thing.side("height" if axis == "width" else "width").mean.value
        base = across + extent * (Fraction(6, 100) + Fraction(88, 100) * along - HALF)
        if axis == "width":
            drawing.measure(border.name or "", "x", low, high, base, "left" if out < 0 else "right", 0, ("display",))
        else:
            drawing.measure(border.name or "", "y", low, high, base, "top" if out < 0 else "bottom", 0, ("display",))
    x0, y0 = min(p[0] for p in outline), min(p[1] for p in outline)
    x1, y1 = max(p[0] for p in outline), max(p[1] for p in outline)
    wide, tall = x1 - x0, y1 - y0
    # A grip near the right edge, clear of the border numbers, which stand at stations.
    drawing.box(
        "turn",
        "Turn it",
        "grip",
        x1 - wide * Fraction(13, 100),
        y0 + tall * Fraction(3, 4),
        wide * Fraction(3, 100),
        tall * Fraction(8, 100),
    )
    drawing.handle("work", "x", "/display/placing/dx", "placing.dx", 1.0, ("display",))
    drawing.handle("work", "y", "/display/placing/dy", "placing.dy", 1.0, ("display",))
    # The right edge lies lower by the whole turn against the left; its own middle moves by half of that.
    drawing.handle("turn", "y", "/display/placing/turn", "placing.turn", 2.0, ("display",))
    drawing.mark("border.error", cx, cy - (y1 - y0) / 8, ("display",), "worst error")
    drawing.mark("border.error.best", cx, cy + (y1 - y0) / 8, ("display",), "at best")
    measure_round(drawing, sizes.rabbet, w, h, STAGES)
    return drawing.view()


def _along(sizes: Sizes, axis: str, station: str) -> Fraction:
    side = sizes.thing.side(axis)
    if station in side.along:
        return side.along[station]
    inner = sizes.rabbet.inner[axis].along if sizes.rabbet.inner is not None else {}
    return inner[station] if station in inner else ends(axis)[station]


def _mat(drawing: Drawing, sizes: Sizes, cx: Fraction, cy: Fraction, face: Fraction) -> None:
    """The mat round its window, and the window's size."""
    x0, y0, ww, wh = draw_mat(drawing, 2 * cx, 2 * cy, face, sizes.window)
    drawing.measure("mat.window.width", "x", x0, x0 + ww, cy, "top", 0, STAGES, "window")
    drawing.measure("mat.window.height", "y", y0, y0 + wh, cx, "left", 0, STAGES, "window")


def _section(sizes: Sizes) -> View:
    room = Fraction(1)
    border = max(sizes.meant["width"].value, Fraction(0))
    fill = sizes.fill
    filler = [RabbetLayer("fill", fill.thick.label, "board", fill.thick.value, room, fill.thick.name, "filler")] if fill else []
    layers: list[RabbetLayer] = []
    for key, dim in sizes.pack.items():
        inset = room
        if key == "work":
            inset = min(sizes.rabbet.lip.value + border, Fraction(40))
        label = dim.label
        if key == "backing":
            layers += filler
        layers.append(RabbetLayer(key, label, MATERIALS[key], dim.value, inset, dim.name, key if key != "glazing" else "glazing"))
    drawing = section(sizes.rabbet, layers if "backing" in sizes.pack else [*layers, *filler])
    return drawing.view()


def _back(context: OnBoardContext, sizes: Sizes) -> View:
    drawing, _ = back(sizes.rabbet)
    w, h = sizes.board["width"].value, sizes.board["height"].value
    x, y = (sizes.rabbet.outside["width"].value - w) * HALF, (sizes.rabbet.outside["height"].value - h) * HALF
    behind = "backing" if "backing" in sizes.pack else "board"
    drawing.box(behind, sizes.pack[behind].label, "board", x, y, w, h)
    draw_points(drawing, sizes.points, x, y, w, h, *spaced_as(context))
    drawing.measure("board.width", "x", x, x + w, y + h * HALF, "top", 0, ("display", "cut", "measure"), "board")
    drawing.measure("board.height", "y", y, y + h, x + w * HALF, "left", 0, ("display", "cut", "measure"), "board")
    return drawing.view()
