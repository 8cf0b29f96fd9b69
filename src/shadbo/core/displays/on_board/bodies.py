"""Flat work on its board in space: rails, glazing, spacer or mat, the work as it is placed, lift, board, backing, points."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, corners_of, mm
from shadbo.core.displays.on_board.drawing import MATERIALS, placed
from shadbo.core.displays.on_board.sizes import OnBoardContext, Sizes
from shadbo.core.framing.bodies import closed_behind, filled, framed, glazed
from shadbo.core.framing.closing import spaced_by
from shadbo.core.framing.glazing import packing_of


def lie(context: OnBoardContext, sizes: Sizes) -> Space:
    space, z = framed(sizes.rabbet)
    w, h = mm(space.width), mm(space.height)
    behind = [key for key in ("backing", "board") if key in sizes.pack]
    for key, dim in sizes.pack.items():
        if key == behind[0]:
            z = filled(space, sizes.fill, sizes.board, z)
        end = round(z + mm(dim), 3)
        space.then()
        size = sizes.lift if key == "lift" else sizes.board
        if key == "air":
            long = mm(sizes.rabbet.size["width"]), mm(sizes.rabbet.size["height"])
            wide = context.rule("spacer_width")
            space.ring(
                "spacer",
                "Spacer",
                "strip",
                (w - long[0]) / 2,
                (h - long[1]) / 2,
                *long,
                wide,
                z,
                round(z + mm(sizes.spacer or dim), 3),
            )
        elif key == "glazing":
            glazed(space, sizes.sheet, packing_of(context), z, end, dim.label)
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
    closed_behind(space, sizes.rabbet, spaced_by(context), sizes.points, sizes.board, z)
    return space
