"""Work between two sheets in space: rails, front sheet, mat, work with its tape, mat, back sheet, clips or tabs."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, corners_of, mm
from shadbo.core.displays.see_through.drawing import MATERIALS, kept_at
from shadbo.core.displays.see_through.sizes import SeeThroughContext, Sizes
from shadbo.core.framing.bodies import framed, points_behind, thing_at


def lie(context: SeeThroughContext, sizes: Sizes) -> Space:
    space, z = framed(sizes.rabbet)
    w, h = mm(space.width), mm(space.height)
    sw, sh = sizes.sheet["width"], sizes.sheet["height"]
    for key, dim in sizes.pack.items():
        material, label = MATERIALS[key]
        end = round(z + mm(dim), 3)
        space.then()
        if key == "work":
            thing_at(space, "work", "Work", "paper", sizes.thing, z, end)
            for part, name, left, top, wide, high in kept_at(context, sizes):
                space.then().box(part, name, "keep", left, top, wide, high, end, end)
        elif key == "air":
            assert sizes.rim is not None
            x, y = (w - mm(sw)) / 2, (h - mm(sh)) / 2
            space.ring("rim", label, material, x, y, sw, sh, sizes.rim.wide, z, z + mm(sizes.rim.thick))
        elif key == "paper_ring":
            assert sizes.ring is not None
            iw, ih = mm(sizes.ring.inner["width"]), mm(sizes.ring.inner["height"])
            space.sheet(key, label, material, sw, sh, z, end, windows=(corners_of((w - iw) / 2, (h - ih) / 2, iw, ih),))
        elif material == "board":
            ww, wh = mm(sizes.window["width"]), mm(sizes.window["height"])
            window = corners_of((w - ww) / 2, (h - wh) / 2, ww, wh)
            space.sheet(key, label, material, sw, sh, z, end, windows=(window,))
        else:
            space.sheet(key, label, material, sw, sh, z, end)
        z = end
    points_behind(space, sizes.clips, sizes.sheet, z, "Clip" if context.display.kept == "clips" else "Tab", "clip.")
    return space
