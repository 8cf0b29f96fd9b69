"""Work between two sheets in space: rails, front sheet, mat, work with its tape, mat, back sheet, clips or tabs."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, corners_of, mm
from shadbo.core.displays.see_through.drawing import MATERIALS
from shadbo.core.displays.see_through.sizes import SeeThroughContext, Sizes
from shadbo.core.framing.bodies import DRIVEN, OVER, framed, thing_at
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
    _kept(context, space, sizes, z)
    return space


def _kept(context: SeeThroughContext, space: Space, sizes: Sizes, z: float) -> None:
    """Clips or tabs round the back sheet, each from over it into the rail."""
    space.then()
    label = "Clip" if context.display.kept == "clips" else "Tab"
    sw, sh = mm(sizes.sheet["width"]), mm(sizes.sheet["height"])
    x0, y0 = (mm(space.width) - sw) / 2, (mm(space.height) - sh) / 2
    for axis, found in sizes.clips.items():
        for i, place in enumerate(found, start=1):
            part = f"clip.{axis}.{i}"
            if axis == "width":
                x = x0 + mm(place)
                for edge, way, rail in ((y0, 1, "rail.top"), (y0 + sh, -1, "rail.bottom")):
                    space.fix(part, label, (x, edge + way * OVER, z), (x, edge - way * DRIVEN, z), (), rail)
            else:
                y = y0 + mm(place)
                for edge, way, rail in ((x0, 1, "rail.left"), (x0 + sw, -1, "rail.right")):
                    space.fix(part, label, (edge + way * OVER, y, z), (edge - way * DRIVEN, y, z), (), rail)
