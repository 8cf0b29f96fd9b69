"""Work between two sheets in space: rails, front sheet, mat, work with its tape, mat, back sheet, clips or tabs."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, corners_of, mm
from shadbo.core.displays.see_through.drawing import MATERIALS
from shadbo.core.displays.see_through.sizes import SeeThroughContext, Sizes
from shadbo.core.framing.bodies import framed, points_behind, thing_at
from shadbo.core.quantity.exact import exact


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
            if sizes.tape is not None:
                long, top = mm(sizes.tape), (h - mm(sizes.thing.height.look)) / 2
                space.then().box("tape", "Tape", "keep", (w - long) / 2, top, long, exact(context.display.tape_width), end, end)
        elif material == "board":
            ww, wh = mm(sizes.window["width"]), mm(sizes.window["height"])
            window = corners_of((w - ww) / 2, (h - wh) / 2, ww, wh)
            space.sheet(key, label, material, sw, sh, z, end, windows=(window,))
        else:
            space.sheet(key, label, material, sw, sh, z, end)
        z = end
    points_behind(space, sizes.clips, sizes.sheet, z, "Clip" if context.display.kept == "clips" else "Tab", "clip.")
    return space
