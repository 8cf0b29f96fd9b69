"""Flat work on its board in space: rails, glazing, spacer or mat, the work as it is placed, lift, board, backing, points."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, corners_of, mm
from shadbo.core.displays.on_board.drawing import MATERIALS, placed
from shadbo.core.displays.on_board.sizes import OnBoardContext, Sizes
from shadbo.core.framing.lying import framed, points_behind


def lie(context: OnBoardContext, sizes: Sizes) -> Space:
    space, z = framed(sizes.rabbet)
    w, h = mm(space.width), mm(space.height)
    behind = [key for key in ("backing", "board") if key in sizes.pack]
    for key, dim in sizes.pack.items():
        if key == behind[0] and sizes.fill is not None:
            end = round(z + mm(sizes.fill.thick), 3)
            space.then().sheet("fill", "Filler", "board", sizes.board["width"], sizes.board["height"], z, end)
            z = end
        end = round(z + mm(dim), 3)
        space.then()
        size = sizes.lift if key == "lift" else sizes.sheet if key == "glazing" else sizes.board
        if key == "air":
            long = mm(sizes.rabbet.size["width"]), mm(sizes.rabbet.size["height"])
            wide = context.rule("spacer_width")
            space.ring("spacer", "Spacer", "strip", (w - long[0]) / 2, (h - long[1]) / 2, *long, wide, z, end)
        elif key == "work":
            points = [(w / 2 + float(x), h / 2 + float(y)) for x, y in placed(sizes, sizes.thing.outline())]
            space.body("work", "Work", "paper", points, z, end)
        elif key == "mat":
            ww, wh = mm(sizes.window["width"]), mm(sizes.window["height"])
            window = corners_of((w - ww) / 2, (h - wh) / 2, ww, wh)
            space.sheet("mat", "Mat", "board", size["width"], size["height"], z, end, windows=(window,))
        else:
            space.sheet(key, dim.label, MATERIALS[key], size["width"], size["height"], z, end)
        z = end
    points_behind(space, sizes.points, sizes.board, z)
    return space
