"""The drawings of a clear case: face, back, section, from above."""

from __future__ import annotations

from dataclasses import replace

from shadbo.core.contract.views import Drawing, View
from shadbo.core.displays.clear_case.sizes import HALF, STAGES, CaseContext, Sizes
from shadbo.core.framing.arrange.drawn import draw_item, name_on
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sums import largest, smallest


def middle(sizes: Sizes) -> tuple[Fraction, Fraction]:
    """Where the axes of the things lie on the face: they stand on the step."""
    left = smallest([one.edges["left"] for one in sizes.laid]).value
    bottom = largest([one.edges["bottom"] for one in sizes.laid]).value
    right = largest([one.edges["right"] for one in sizes.laid]).value
    return sizes.base["width"].value * HALF - (left + right) * HALF, sizes.hood["height"].value - sizes.step.value - bottom


def face(context: CaseContext, sizes: Sizes) -> View:
    w, h, thick = sizes.base["width"].value, sizes.hood["height"].value, sizes.thick.value
    drawing = Drawing("face", "Face", w, h + thick)
    wide, step = sizes.hood["width"].value, context.book["step.width"].value
    left = (w - wide) * HALF
    drawing.box("base", "Base", "wood", 0, h, w, thick)
    # Clear: what stands in it is drawn over it.
    drawing.box("hood", "Hood", "glass", left, 0, wide, h)
    drawing.box("step", "Step", "wood", (w - step) * HALF, h - sizes.step.value, step, sizes.step.value)
    dx, dy = middle(sizes)
    for one in sizes.laid:
        draw_item(drawing, one, dx, dy)
        name_on(drawing, one, dx, dy)
    drawing.measure("hood.width", "x", left, left + wide, h + thick, "bottom", 1, STAGES, "hood")
    drawing.measure("base.width", "x", 0, w, h + thick, "bottom", 2, STAGES, "base")
    drawing.measure("hood.height", "y", 0, h, w, "right", 1, STAGES, "hood")
    drawing.measure("case.base", "y", h, h + thick, w, "right", 1, STAGES, "base")
    return drawing.view()


def back(context: CaseContext, sizes: Sizes) -> View:
    """The same from behind, without the things: hood, step, base."""
    front = face(context, sizes)
    shapes = tuple(s for s in front.shapes if s.part in ("base", "step", "hood"))
    return replace(front, key="back", title="Back, seen from behind", shapes=shapes)


def side(sizes: Sizes) -> View:
    """Cut through from the side, front at the left: sheets, step, base."""
    d, h, thick, t = sizes.base["depth"].value, sizes.hood["height"].value, sizes.thick.value, sizes.sheet.value
    deep, inner = sizes.hood["depth"].value, sizes.inside["depth"].value
    left = (d - deep) * HALF
    drawing = Drawing("section", "Section, front at the left", d, h + thick)
    drawing.box("base", "Base", "wood", 0, h, d, thick, turn=0)
    drawing.box("step", "Step", "wood", left + t, h - sizes.step.value, inner, sizes.step.value)
    drawing.box("hood", "Front sheet", "glass", left, t, t, h - t)
    drawing.box("hood", "Back sheet", "glass", left + deep - t, t, t, h - t)
    drawing.box("hood", "Top sheet", "glass", left, 0, deep, t)
    for one in sizes.laid:
        high = one.edges["bottom"].value - one.edges["top"].value
        fore = one.sized.front.value + one.sized.behind.value
        drawing.box(one.part, one.item.name, "item", left + t + (inner - fore) * HALF, h - sizes.step.value - high, fore, high)
    drawing.measure("hood.depth", "x", left, left + deep, h + thick, "bottom", 1, STAGES, "hood")
    drawing.measure("base.depth", "x", 0, d, h + thick, "bottom", 2, STAGES, "base")
    drawing.measure("inside.depth", "x", left + t, left + t + inner, 0, "top", 1, STAGES, "inside")
    drawing.measure("inside.height", "y", t, h, 0, "left", 1, STAGES, "inside")
    return drawing.view()


def above(sizes: Sizes) -> View:
    """From above, front below: how the sheets meet at the corners."""
    w, d, t = sizes.base["width"].value, sizes.base["depth"].value, sizes.sheet.value
    wide, deep = sizes.hood["width"].value, sizes.hood["depth"].value
    x, y = (w - wide) * HALF, (d - deep) * HALF
    drawing = Drawing("above", "From above, front below", w, d)
    drawing.box("base", "Base", "wood", 0, 0, w, d)
    drawing.box("hood", "Back", "glass", x, y, wide, t)
    drawing.box("hood", "Front", "glass", x, y + deep - t, wide, t)
    drawing.box("hood", "Left side", "glass", x, y + t, t, deep - 2 * t)
    drawing.box("hood", "Right side", "glass", x + wide - t, y + t, t, deep - 2 * t)
    drawing.measure("inside.width", "x", x + t, x + wide - t, 0, "top", 1, STAGES, "inside")
    drawing.measure("inside.depth", "y", y + t, y + deep - t, w, "right", 1, STAGES, "inside")
    return drawing.view()
