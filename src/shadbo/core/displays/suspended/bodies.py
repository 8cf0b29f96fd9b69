"""A suspended thing in space: the rails, the thing, each rod from the bottom of its hole to where it ends in the thing."""

from __future__ import annotations

import math

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.displays.suspended.sizes import Sizes, SuspendedContext
from shadbo.core.framing.bodies import items_at


def lie(context: SuspendedContext, sizes: Sizes) -> Space:
    space = Space(sizes.outside["width"], sizes.outside["height"])
    high, front = mm(sizes.moulding_depth), mm(sizes.one.sized.front)
    middle = high / 2
    space.rails(sizes.face, 0, high)
    dx, dy = mm(space.width) / 2, mm(space.height) / 2
    space.then()
    items_at(space, [sizes.one], dx, dy, middle + front / 2)
    into, thing = mm(sizes.into_rail), mm(sizes.into_thing)
    for rod in sizes.rods:
        if rod.end is None:
            continue
        (x0, y0), (x1, y1) = rod.start, rod.end
        far = math.hypot(x1 - x0, y1 - y0) or 1.0
        ux, uy = (x1 - x0) / far, (y1 - y0) / far
        hangs = rod.spot.does == "hangs"
        reach = 0.0 if hangs or context.display.into == "clamp" else thing
        start = (x0 - ux * into + dx, y0 - uy * into + dy, middle)
        end = (x1 + ux * reach + dx, y1 + uy * reach + dy, middle)
        space.fix(rod.part, "Wire" if hangs else "Rod", start, end, (f"rail.{rod.spot.rail}",), sizes.one.part)
    return space
