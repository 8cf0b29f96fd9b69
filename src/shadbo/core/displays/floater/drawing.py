"""The three drawings of a floater: its face, the cut through a side rail, and its back."""

from __future__ import annotations

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, View
from shadbo.core.displays.floater.sizes import Sizes
from shadbo.core.displays.floater.terms import AXES, FloaterContext
from shadbo.core.document.decisions.canvas import NewFrame
from shadbo.core.framing.rails import draw_rails, other
from shadbo.core.measuring.desk import desk_views
from shadbo.core.quantity.exact import Fraction

HALF = Fraction(1, 2)
MEASURE, DISPLAY, DEPTH, CUT = "measure", "display", "depth", "cut"


def draw(context: FloaterContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    return (
        *desk_views(context, sizes.thing),
        ViewOf("face", lambda: _face(context, sizes)),
        ViewOf("section", lambda: _section(context, sizes)),
        ViewOf("back", lambda: _back(context, sizes)),
    )


def canvas_outline(sizes: Sizes) -> list[tuple[Fraction, Fraction]]:
    """The canvas as measured, centred in the frame."""
    cx, cy = sizes.outside["width"].value * HALF, sizes.outside["height"].value * HALF
    return [(cx + x, cy + y) for x, y in sizes.thing.outline()]


def _face(context: FloaterContext, sizes: Sizes) -> View:
    w, h, f = sizes.outside["width"].value, sizes.outside["height"].value, sizes.face.value
    drawing = Drawing("face", "Face", w, h)
    drawing.box("gap", "Gap, painted dark", "shadow", f, f, w - 2 * f, h - 2 * f)
    draw_rails(drawing, w, h, f)
    for axis in AXES:
        if axis in sizes.liner and sizes.liner[axis].value:
            t = sizes.liner[axis].value
            inner_w, inner_h = w - 2 * f, h - 2 * f
            for start in ((f, f), (w - f - t, f)) if axis == "width" else ((f, f), (f, h - f - t)):
                size = (t, inner_h) if axis == "width" else (inner_w, t)
                drawing.box("liner", "Liner strip", "strip", *start, *size)
    outline = canvas_outline(sizes)
    drawing.polygon("canvas", "Canvas", "canvas", outline)
    x0, y0 = min(p[0] for p in outline), min(p[1] for p in outline)
    stages = (DISPLAY, DEPTH, CUT)
    drawing.measure("frame.outside.width", "x", 0, w, h, "bottom", 2, stages, "outside")
    drawing.measure("frame.inside.width", "x", f, w - f, h, "bottom", 1, stages, "inside")
    drawing.measure("frame.outside.height", "y", 0, h, w, "right", 2, stages, "outside")
    drawing.measure("frame.inside.height", "y", f, h - f, w, "right", 1, stages, "inside")
    planned = "gap.planned" if isinstance(context.display.frame, NewFrame) else "gap.width"
    drawing.measure(planned, "x", f, x0, 0, "top", 1, (DISPLAY, DEPTH), "gap")
    if planned == "gap.width":
        drawing.measure("gap.height", "y", f, y0, 0, "left", 1, (DISPLAY, DEPTH), "gap")
    drawing.measure("rail.face", "x", w - f, w, 0, "top", 1, (DISPLAY, DEPTH, CUT), "face")
    if isinstance(context.display.frame, NewFrame):
        # The inside grows by twice the gap, so the edge taken hold of moves by the gap itself.
        drawing.handle("rail.right", "x", "/display/frame/gap", "gap.planned", 1.0, (DISPLAY, DEPTH))
        drawing.handle("rail.left", "x", "/display/frame/gap", "gap.planned", -1.0, (DISPLAY, DEPTH))
        drawing.handle("rail.bottom", "y", "/display/frame/gap", "gap.planned", 1.0, (DISPLAY, DEPTH))
        drawing.handle("rail.top", "y", "/display/frame/gap", "gap.planned", -1.0, (DISPLAY, DEPTH))
    return drawing.view()


def _section(context: FloaterContext, sizes: Sizes) -> View:
    """A cut through the left stile seen from below: outside at the left, the viewer above, the wall beneath."""
    display = context.display
    f, height = sizes.face.value, sizes.moulding_depth.value
    gap, seat, seat_w = sizes.gap["width"].value, sizes.seat.value, sizes.seat_width.value
    lift, bar, reveal = sizes.lift.value, sizes.depth.mean.value, sizes.reveal.value
    proud = max(Fraction(0), -reveal)
    bar_w = Fraction(str(context.thing.bar_width))
    beyond = Fraction(18)
    width = f + max(seat_w, gap + bar_w) + beyond
    drawing = Drawing("section", "Section", width, proud + height)
    top = proud  # the rail's face
    base = top + height
    edge = f + gap
    drawing.box("gap", "Gap", "shadow", f, min(top, top + reveal), gap, height - seat)
    if sizes.own_seat:
        ell = ((0, top), (f, top), (f, base - seat), (f + seat_w, base - seat), (f + seat_w, base), (0, base))
        drawing.polygon("rail.left", "Rail with its seat", "wood", ell)
    else:
        drawing.box("rail.left", "Rail", "wood", 0, top, f, height)
        drawing.box("seat", "Seat strip", "wood", f, base - seat, seat_w, seat, turn=90)
    front = top + reveal
    drawing.box("bar", "Stretcher bar", "bar", edge, front, bar_w, bar, turn=90)
    if lift > 0:
        drawing.box("lift", "Lift strip", "strip", edge, base - seat - lift, max(seat_w - gap, Fraction(1)), lift)
    if lift < 0:
        drawing.box(
            "lift", "Where the bar would stand in the seat", "clash", edge, base - seat, max(seat_w - gap, Fraction(1)), -lift
        )
    # The canvas goes over the front edge and round to the back.
    drawing.line(
        "canvas", "Canvas", "canvas", (width, front), (edge, front), (edge, front + bar), (edge + bar_w * 3 / 4, front + bar)
    )
    x = f + (gap + seat_w) * HALF
    length = sizes.screws.length.value
    drawing.line("screw", "Screw", "metal", (x, base), (x, base - length))
    drawing.line("screw", "Screw head", "metal", (x - 3, base), (x + 3, base))
    side_stages = (DISPLAY, DEPTH, CUT, MEASURE)
    drawing.measure("rail.face", "x", 0, f, 0, "top", 1, side_stages, "face")
    gap_figure = "gap.planned" if isinstance(display.frame, NewFrame) else "gap.width"
    drawing.measure(gap_figure, "x", f, edge, 0, "top", 1, side_stages, "gap")
    drawing.measure("seat.width", "x", f, f + seat_w, base, "bottom", 1, side_stages, "seat width")
    drawing.measure("rail.height", "y", top, base, 0, "left", 1, side_stages, "rail")
    if reveal:
        drawing.measure("depth.reveal", "y", min(top, front), max(top, front), width, "right", 1, side_stages, "reveal")
    bars = sizes.depth.stations.get("bar")
    bar_figure = "canvas.depth.bar" if bars is not None and len(bars.slopes) == 1 else "canvas.depth.mean"
    drawing.measure(bar_figure, "y", front, front + bar, width, "right", 1, side_stages, "bar")
    if lift:
        drawing.measure(
            "depth.lift",
            "y",
            min(base - seat, base - seat - lift),
            max(base - seat, base - seat - lift),
            width,
            "right",
            1,
            side_stages,
            "lift",
        )
    drawing.measure("seat.thickness", "y", base - seat, base, width, "right", 1, side_stages, "seat")
    drawing.measure("screw.clear", "y", front, base - length, x, "right", 0, (DEPTH, CUT), "to canvas")
    if isinstance(display.frame, NewFrame):
        drawing.handle("bar", "x", "/display/frame/gap", "gap.planned", 1.0, side_stages)
    if display.solve == "reveal":
        drawing.handle("bar", "y", "/display/lift", "depth.lift", -1.0, side_stages)
    else:
        drawing.handle("bar", "y", "/display/reveal", "depth.reveal", 1.0, side_stages)
    return drawing.view()


def _back(context: FloaterContext, sizes: Sizes) -> View:
    w, h, f = sizes.outside["width"].value, sizes.outside["height"].value, sizes.face.value
    seat_w, bar_w = sizes.seat_width.value, Fraction(str(context.thing.bar_width))
    drawing = Drawing("back", "Back, seen from behind", w, h)
    draw_rails(drawing, w, h, f)
    # From behind left and right change places: the canvas is mirrored about the frame's middle.
    outline = [(w - x, y) for x, y in canvas_outline(sizes)]
    xs, ys = [p[0] for p in outline], [p[1] for p in outline]
    drawing.polygon("canvas", "Back of the canvas", "canvas", outline)
    x0, x1, y0, y1 = min(xs), max(xs), min(ys), max(ys)
    for label, x, y, bw, bh, turn in (
        ("Top bar", x0, y0, x1 - x0, bar_w, 0),
        ("Bottom bar", x0, y1 - bar_w, x1 - x0, bar_w, 0),
        ("Side bar", x0, y0, bar_w, y1 - y0, 90),
        ("Side bar", x1 - bar_w, y0, bar_w, y1 - y0, 90),
    ):
        drawing.box("bar", label, "bar", x, y, bw, bh, turn=turn)
    # As they are cut: those at the sides between the others.
    inner_w, between = w - 2 * f, max(h - 2 * f - 2 * seat_w, Fraction(0))
    for label, x, y, sw, sh, turn in (
        ("Seat", f, f, inner_w, seat_w, 0),
        ("Seat", f, h - f - seat_w, inner_w, seat_w, 0),
        ("Seat", f, f + seat_w, seat_w, between, 90),
        ("Seat", w - f - seat_w, f + seat_w, seat_w, between, 90),
    ):
        drawing.box("seat", label, "wood", x, y, sw, sh, turn=turn)
    # What doesn’t go in lies on no strip, and no screw meets it: a stop says so.
    goes_in = min(d.value for d in sizes.gap.values()) >= 0
    if sizes.lift.value > 0 and goes_in:
        for x, y, lw, lh in lift_strips(context, sizes):
            drawing.box("lift", "Lift strip, under the seat", "hidden", x, y, lw, lh)
    inset = {a: sizes.screws.inset[other(a)].value for a in AXES}
    for axis, along in zip(AXES, ("across", "down"), strict=True):
        for i, place in enumerate(sizes.screws.places[axis] if goes_in else ()):
            part = f"screw.{along}.{i + 1}"
            for far in (False, True):
                across = (w if axis == "height" else h) - inset[axis] if far else inset[axis]
                x, y = (place.value, across) if axis == "width" else (across, place.value)
                drawing.circle(part, "Screw", "metal", x, y, Fraction(4))
    stages = (DISPLAY, DEPTH, CUT, MEASURE)
    for i, place in enumerate(sizes.screws.places["width"][: (len(sizes.screws.places["width"]) + 1) // 2]):
        drawing.measure(f"screw.across.{i + 1}", "x", 0, place, 0, "top", i + 1, stages)
    for i, place in enumerate(sizes.screws.places["height"][: (len(sizes.screws.places["height"]) + 1) // 2]):
        drawing.measure(f"screw.down.{i + 1}", "y", 0, place, 0, "left", i + 1, stages)
    drawing.measure("screw.inset.height", "y", h - inset["width"], h, w, "right", 1, stages, "inset")
    drawing.measure("screw.inset.width", "x", 0, inset["height"], h, "bottom", 2, stages, "inset")
    drawing.measure("frame.outside.width", "x", 0, w, h, "bottom", 1, stages, "outside")
    return drawing.view()


def lift_strips(context: FloaterContext, sizes: Sizes) -> list[tuple[Fraction, Fraction, Fraction, Fraction]]:
    """Each lift strip on the back: x, y, width, height in mm."""
    w, h = sizes.outside["width"].value, sizes.outside["height"].value
    book = context.book
    level, upright = book["lift.strip.width"].value, book["lift.strip.width.down"].value
    across, down = book["lift.strip.across"].value, book["lift.strip.down"].value
    x0, y0 = sizes.face.value + sizes.gap["width"].value, sizes.face.value + sizes.gap["height"].value
    return [
        ((w - across) * HALF, y0, across, level),
        ((w - across) * HALF, h - y0 - level, across, level),
        (x0, (h - down) * HALF, upright, down),
        (w - x0 - upright, (h - down) * HALF, upright, down),
    ]
