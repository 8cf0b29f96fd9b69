"""A canvas in a lipped frame in space: rails, glazing or liner before it, canvas on its bars, clips, dust cover."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.displays.lipped.sizes import LippedContext, Sizes
from shadbo.core.framing.bodies import clips_behind, framed, stretched
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import exact


def lie(context: LippedContext, sizes: Sizes) -> Space:
    space, z = framed(sizes.rabbet)
    for key, dim in sizes.front.items():
        if key == "liner" and sizes.liner is not None:
            ow, oh = sizes.liner.outside["width"], sizes.liner.outside["height"]
            x, y = (mm(space.width) - mm(ow)) / 2, (mm(space.height) - mm(oh)) / 2
            space.then().ring("liner", "Liner", "wood", x, y, ow, oh, sizes.liner.face, z, z + mm(dim))
        elif key == "glazing":
            size = {a: context.book[f"glazing.{a}"] for a in AXES}
            space.then().sheet("glazing", "Glazing", "glass", size["width"], size["height"], z, z + mm(dim))
        elif mm(dim) > 0:
            rw, rh = sizes.rabbet.size["width"], sizes.rabbet.size["height"]
            x, y = (mm(space.width) - mm(rw)) / 2, (mm(space.height) - mm(rh)) / 2
            wide = context.rule("spacer_width")
            space.then().ring("spacer", "Spacer", "strip", x, y, rw, rh, wide, z, z + mm(dim))
        z = round(z + mm(dim), 3)
    space.then()
    board = context.thing.support == "board"
    back = stretched(space, sizes.thing, z, sizes.depth, exact(context.thing.bar_width), board=board)
    clips_behind(space, sizes.rabbet, sizes.clips, back, dict.fromkeys(AXES, 0.0), {"width": "clip.across", "height": "clip.down"})
    w, h = sizes.cover["width"], sizes.cover["height"]
    high = mm(sizes.rabbet.moulding_depth)
    space.then().sheet("cover", "Dust cover", "paper", w, h, max(high, back), max(high, back))
    return space
