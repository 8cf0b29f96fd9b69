"""A clear case in space, seen from the front: hood sheet by sheet, the things on their step, the base."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.displays.clear_case.drawing import middle
from shadbo.core.displays.clear_case.sizes import CaseContext, Sizes


def lie(context: CaseContext, sizes: Sizes) -> Space:
    w, h, thick, t = mm(sizes.base["width"]), mm(sizes.hood["height"]), mm(sizes.thick), mm(sizes.sheet)
    wide, deep, whole = mm(sizes.hood["width"]), mm(sizes.hood["depth"]), mm(sizes.base["depth"])
    inner, step = mm(sizes.inside["depth"]), (mm(context.book["step.width"]), mm(context.book["step.depth"]))
    space = Space(w, h + thick)
    left, front = (w - wide) / 2, (whole - deep) / 2
    space.box("hood", "Front sheet", "glass", left, t, wide, h - t, front, front + t)
    space.then()
    for x in (left, left + wide - t):
        space.box("hood", "Side sheet", "glass", x, t, t, h - t, front + t, front + deep - t)
    space.box("hood", "Top sheet", "glass", left, 0, wide, t, front, front + deep)
    space.then()
    dx, dy = middle(sizes)
    floor = front + t + inner / 2
    for one in sizes.laid:
        body, fore = one.body, mm(one.sized.front) + mm(one.sized.behind)
        points = [(float(x) + float(dx), float(y) + float(dy)) for x, y in body.points.tolist()]
        colour = one.item.colour or one.sized.kind.colour
        space.body(one.part, one.item.name, "item", points, floor - fore / 2, floor + fore / 2, colour=colour)
    space.then()
    high = mm(sizes.step)
    space.box("step", "Step", "wood", (w - step[0]) / 2, h - high, step[0], high, (whole - step[1]) / 2, (whole + step[1]) / 2)
    space.box("base", "Base", "wood", 0, h, w, thick, 0, whole)
    space.then().box("hood", "Back sheet", "glass", left, t, wide, h - t, front + deep - t, front + deep)
    return space
