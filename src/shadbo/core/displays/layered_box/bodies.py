"""A layered box in space: rails, each floor in its rebate with what stands on it, the lamp, the screws of the back."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.displays.layered_box.drawing import MATERIALS, back_screws, middle
from shadbo.core.displays.layered_box.sizes import LayeredContext, Sizes, buttoned, screw_of_back
from shadbo.core.framing.bodies import items_at


def lie(context: LayeredContext, sizes: Sizes) -> Space:
    space = Space(sizes.outside["width"], sizes.outside["height"])
    outer = mm(sizes.outer)
    # The front, and behind each rebate what is left of the wall.
    starts = [round(outer - mm(lies.depth), 3) for lies in sizes.floors]
    steps = [(mm(sizes.wall) - mm(f.steps), a, b) for f, a, b in zip(sizes.floors, starts, (*starts[1:], outer), strict=True)]
    space.rails(sizes.wall, 0, starts[0], more=steps)
    dx, dy = (float(d) for d in middle(sizes))
    for lies in sizes.floors:
        front = round(outer - mm(lies.depth), 3)
        if lies.stands:
            space.then()
            items_at(space, lies.stands, dx, dy, front)
        cut = [[(float(x) + dx, float(y) + dy) for x, y in one.body.points.tolist()] for one in lies.cut]
        material, size = MATERIALS[lies.floor.kind], lies.sheet
        space.then().sheet(
            lies.part, lies.name, material, size["width"], size["height"], front, front + mm(lies.thick), windows=cut
        )
    last = sizes.floors[-1]
    back, long = round(outer - mm(last.depth) + mm(last.thick), 3), screw_of_back(context, sizes)
    space.then()
    for x, y in back_screws(context, sizes) if long is not None else ():
        ends = ((x, y, back), (x, y, back - mm(long or 0)))
        space.fix("back.screw", "Screw", *ends, () if buttoned(context, sizes) else (last.part,), "rail")
    return space
