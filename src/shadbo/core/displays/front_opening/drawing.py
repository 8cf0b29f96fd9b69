"""The drawings of a frame that opens at the front: face, section through the hinge side, back."""

from __future__ import annotations

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, View
from shadbo.core.displays.front_opening.sizes import HALF, STAGES, OpeningContext, Sizes
from shadbo.core.framing.rabbet_drawing import SEEN, measure_round
from shadbo.core.framing.rails import draw_rails
from shadbo.core.measuring.desk import desk_views
from shadbo.core.quantity.exact import Fraction


def draw(context: OpeningContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    return (
        *desk_views(context, sizes.thing),
        ViewOf("face", lambda: _face(context, sizes)),
        ViewOf("section", lambda: _section(sizes)),
        ViewOf("back", lambda: _back(sizes)),
    )


def _face(context: OpeningContext, sizes: Sizes) -> View:
    rabbet = sizes.rabbet
    w, h, face = rabbet.outside["width"].value, rabbet.outside["height"].value, rabbet.face.value
    drawing = Drawing("face", "Face", w, h)
    draw_rails(drawing, w, h, face)
    drawing.box("work", "Work", "paper", face, face, w - 2 * face, h - 2 * face)
    out = [(sizes.thing.side(a).look.value) for a in ("width", "height")]
    drawing.box("work", "Work, under the lip", "hidden", (w - out[0]) * HALF, (h - out[1]) * HALF, out[0], out[1])
    side = 0 if context.display.opens == "left" else w
    for hinge in sizes.hinges:
        drawing.box("hinge", "Hinge", "metal", side - 3, hinge.value - 15, 6, 30)
    for place in catches(sizes):
        drawing.box("catch", "Magnet, behind", "hidden", w - side - (12 if side == 0 else -4), place - 6, 8, 12)
    drawing.measure("hinge.end", "y", 0, sizes.hinges[0].value, 0, "left", 1, STAGES, "hinge")
    measure_round(drawing, rabbet, w, h, STAGES)
    return drawing.view()


def catches(sizes: Sizes) -> list[Fraction]:
    """Where the magnets sit from the top: as the outer hinges do, on the other side."""
    return [sizes.hinges[0].value, sizes.hinges[-1].value]


def _section(sizes: Sizes) -> View:
    """Cut through the hinge side: the door before, the tray behind it, the hinge across their joint; the front at the top."""
    rabbet, face = sizes.rabbet, sizes.rabbet.face.value
    lip, high, depth = rabbet.lip.value, rabbet.moulding_depth.value, min(rabbet.depth.value, rabbet.moulding_depth.value)
    wall, under, tray, deep = face - lip, high - depth, sizes.face.value, sizes.height.value
    width = max(face, tray) + SEEN
    drawing = Drawing("section", "Section, front at the top", width, high + deep + sizes.back.value)
    drawing.polygon(
        "rail.left", "Rail with its lip", "wood", ((0, 0), (face, 0), (face, under), (wall, under), (wall, high), (0, high))
    )
    if sizes.glazing:
        drawing.box("glazing", "Glazing", "glass", wall + 1, under, width - wall - 1, sizes.glazing.value, turn=90)
        y = under + sizes.glazing.value
        drawing.line("point", "Point", "metal", (wall - 6, y + 1), (wall + 8, y + 1))
        drawing.measure("pack.glazing", "y", under, y, width, "right", 1, STAGES, "glazing")
    drawing.box("tray", "Tray", "wood", 0, high, tray, deep)
    drawing.box("back", "Back", "board", 0, high + deep, width, sizes.back.value, turn=90)
    y = high + deep
    for layer, part, label in (
        (sizes.fill.thick if sizes.fill else None, "fill", "Filler behind"),
        (sizes.mount, "board", "Mount board"),
    ):
        if layer:
            y -= layer.value
            drawing.box(part, label, "board", tray + 1, y, width - tray - 1, layer.value, turn=90)
            drawing.measure(
                layer.name or "", "y", y, y + layer.value, width, "right", 1, STAGES, part if part == "fill" else "board"
            )
    paper = sizes.stack.value - sizes.mount.value
    drawing.box(
        "work",
        "Work, and what is kept behind it",
        "paper",
        max(tray + 1, face - 3),
        y - paper,
        width - max(tray + 1, face - 3),
        paper,
        turn=90,
    )
    drawing.line("hinge", "Hinge", "metal", (-1, high - 12), (-1, high + 12))
    drawing.measure("rail.face", "x", 0, face, 0, "top", 1, STAGES, "face")
    drawing.measure("tray.face", "x", 0, tray, high + deep + sizes.back.value, "bottom", 1, STAGES, "tray")
    drawing.measure("rail.height", "y", 0, high, 0, "left", 1, STAGES, "door")
    drawing.measure("tray.height", "y", high, high + deep, 0, "left", 1, STAGES, "tray")
    drawing.measure("frame.deep", "y", 0, high + deep + sizes.back.value, 0, "left", 2, STAGES, "off the wall")
    return drawing.view()


def _back(sizes: Sizes) -> View:
    w, h = sizes.rabbet.outside["width"].value, sizes.rabbet.outside["height"].value
    drawing = Drawing("back", "Back, seen from behind", w, h)
    draw_rails(drawing, w, h, sizes.face.value, "tray")
    drawing.box("back", "Back", "board", 0, 0, w, h)
    drawing.box(
        "tray",
        "Tray inside",
        "hidden",
        sizes.face.value,
        sizes.face.value,
        sizes.inside["width"].value,
        sizes.inside["height"].value,
    )
    drawing.measure("frame.outside.width", "x", 0, w, h, "bottom", 1, STAGES, "outside")
    drawing.measure("frame.outside.height", "y", 0, h, w, "right", 1, STAGES, "outside")
    drawing.measure("tray.inside.width", "x", sizes.face.value, w - sizes.face.value, h * HALF, "top", 0, STAGES, "tray")
    drawing.measure("tray.inside.height", "y", sizes.face.value, h - sizes.face.value, w * HALF, "left", 0, STAGES, "tray")
    return drawing.view()
