"""The drawings of work between two sheets: face with the wall showing, section, back with clips and hanger."""

from __future__ import annotations

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, Material, View
from shadbo.core.displays.see_through.sizes import SeeThroughContext, Sizes, between_mats
from shadbo.core.displays.see_through.tapes import places
from shadbo.core.framing.rabbet_drawing import RabbetLayer, back, measure_round, section
from shadbo.core.framing.rails import draw_mat, draw_rails
from shadbo.core.measuring.desk import desk_views
from shadbo.core.quantity.exact import Fraction

HALF = Fraction(1, 2)
STAGES = ("display", "cut")
MATERIALS: dict[str, tuple[Material, str]] = {
    "glazing": ("glass", "Front sheet"),
    "work": ("paper", "Work"),
    "glazing_back": ("glass", "Back sheet"),
    "mat": ("board", "Front mat"),
    "mat_back": ("board", "Back mat"),
    "air": ("strip", "Spacer at the rim"),
    "paper_ring": ("paper", "Paper ring"),
}


def draw(context: SeeThroughContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    return (
        *desk_views(context, sizes.thing),
        ViewOf("face", lambda: _face(context, sizes)),
        ViewOf("section", lambda: _section(sizes)),
        ViewOf("back", lambda: _back(context, sizes)),
    )


def _face(context: SeeThroughContext, sizes: Sizes) -> View:
    rabbet = sizes.rabbet
    w, h, face = rabbet.outside["width"].value, rabbet.outside["height"].value, rabbet.face.value
    drawing = Drawing("face", "Face", w, h)
    draw_rails(drawing, w, h, face)
    drawing.box("glazing", "Glass; the wall shows through", "glass", face, face, w - 2 * face, h - 2 * face)
    if sizes.window:
        x0, y0, ww, wh = draw_mat(drawing, w, h, face, sizes.window)
        drawing.measure("mat.window.width", "x", x0, x0 + ww, y0 + wh, "bottom", 0, STAGES, "window")
    outline = [(w * HALF + x, h * HALF + y) for x, y in sizes.thing.outline()]
    drawing.polygon("work", "Work", "paper", outline)
    for part, label, x, y, wide, high in kept_at(context, sizes):
        drawing.box(part, label, "keep", x, y, wide, high)
    x, y = face + sizes.border["width"].value, face + sizes.border["height"].value
    drawing.measure("border.width", "x", face, x, h * HALF, "left", 0, STAGES, "")
    drawing.measure("border.height", "y", face, y, w * HALF, "top", 0, STAGES, "")
    measure_round(drawing, sizes.rabbet, w, h, STAGES)
    return drawing.view()


def kept_at(context: SeeThroughContext, sizes: Sizes) -> list[tuple[str, str, Fraction, Fraction, Fraction, Fraction]]:
    """Each piece that keeps the work up: part, label, left, top, wide, high on the face (mm)."""
    w, h = (sizes.rabbet.outside[a].value for a in ("width", "height"))
    x0, y0 = (w - sizes.thing.width.look.value) * HALF, (h - sizes.thing.height.look.value) * HALF
    if between_mats(context.display):
        return []
    part, label = ("corner", "Clear corner") if context.display.tape == "corners" else ("tape", "Tape")
    return [(part, label, x0 + x, y0 + y, wide, high) for x, y, wide, high in places(context, sizes.thing, sizes.tape)]


def _section(sizes: Sizes) -> View:
    layers, room = [], Fraction(1)
    for key, dim in sizes.pack.items():
        material, label = MATERIALS[key]
        inset = (
            room
            if material == "glass"
            else min(sizes.rabbet.lip.value + max(sizes.border["width"].value, Fraction(0)), Fraction(45))
        )
        width = None
        if key in ("air", "paper_ring"):
            lap = sizes.rim.wide.value if sizes.rim is not None else sizes.rabbet.lip.value - room
            inset, width = room, lap
        if material == "board":
            gap = (next(iter(sizes.window.values())).value - sizes.thing.width.into.value) * HALF
            inset, width = room, max(inset - gap, Fraction(4))
        layers.append(RabbetLayer(key, label, material, dim.value, inset, dim.name, label.lower(), width))
    return section(sizes.rabbet, layers).view()


def _back(context: SeeThroughContext, sizes: Sizes) -> View:
    drawing, _ = back(sizes.rabbet)
    w, h = sizes.rabbet.outside["width"].value, sizes.rabbet.outside["height"].value
    sw, sh = sizes.sheet["width"].value, sizes.sheet["height"].value
    x0, y0 = (w - sw) * HALF, (h - sh) * HALF
    drawing.box("glazing_back", "Back sheet", "glass", x0, y0, sw, sh)
    if sizes.window:
        draw_mat(drawing, w, h, sizes.rabbet.face.value, sizes.window)
    drawing.polygon("work", "Work, seen through it", "paper", [(w * HALF - x, h * HALF + y) for x, y in sizes.thing.outline()])
    word = "Clip" if context.display.kept == "clips" else "Tab"
    for axis, found in sizes.clips.items():
        for i, at in enumerate(found):
            part = f"clip.{axis}.{i + 1}"
            for side in (0, 1):
                if axis == "width":
                    drawing.box(part, f"{word} {i + 1}", "metal", x0 + at.value - 4, y0 - 4 if side == 0 else y0 + sh - 6, 8, 10)
                else:
                    drawing.box(part, f"{word} {i + 1}", "metal", x0 - 4 if side == 0 else x0 + sw - 6, y0 + at.value - 4, 10, 8)
    drawing.measure("clip.width.1", "x", x0, x0 + sizes.clips["width"][0].value, h, "bottom", 2, ("hold", "cut"), "clip")
    drawing.measure("clip.height.1", "y", y0, y0 + sizes.clips["height"][0].value, w, "right", 2, ("hold", "cut"), "clip")
    return drawing.view()
