"""A canvas on its stretcher in space: the canvas, bars, cross-bars and braces, every staple into its bar."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.displays.stretcher.drawing import braces
from shadbo.core.displays.stretcher.sizes import Sizes, StretcherContext
from shadbo.core.framing.rails import AXES

# How deep a staple goes (mm).
LEG = 8.0


def lie(context: StretcherContext, sizes: Sizes) -> Space:
    w, h = mm(sizes.finished["width"]), mm(sizes.finished["height"])
    bar, deep = mm(sizes.bar_width), mm(sizes.depth)
    space = Space(w, h)
    space.sheet("canvas", "Canvas", "canvas", w, h, 0, 0)
    space.then().rails(bar, 0, deep, "Bar", "bar")
    for axis in AXES:
        n = sizes.cross[axis]
        for i in range(1, n + 1):
            if axis == "width":
                space.box("cross", "Cross-bar", "bar", w * i / (n + 1) - bar / 2, bar, bar, h - 2 * bar, 0, deep)
            else:
                space.box("cross", "Cross-bar", "bar", bar, h * i / (n + 1) - bar / 2, w - 2 * bar, bar, 0, deep)
    if context.display.braces:
        space.then()
        for outline in braces(context, sizes):
            # Flush with the back, clear of the canvas.
            space.body("brace", "Corner brace", "wood", outline, deep / 2, deep)
    space.then()
    inset = mm(sizes.staples.inset)
    for staple in sizes.staples.staples:
        upright = staple.side in ("left", "right")
        along = (h if upright else w) / 2 + float(staple.off)
        across = ((w if upright else h) - inset) if staple.side in ("bottom", "right") else inset
        x, y = (across, along) if upright else (along, across)
        space.fix("staple", "Staple", (x, y, deep), (x, y, deep - LEG), ("canvas",), f"bar.{staple.side}")
    return space
