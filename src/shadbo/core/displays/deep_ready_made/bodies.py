"""A canvas in a deep ready-made in space: the frame, card in the glass’s place, packing, canvas, inner board, screws through it, filler."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.displays.deep_ready_made.sizes import DeepContext, Sizes
from shadbo.core.framing.bodies import each_side, filled, framed, points_behind, stretched
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import exact


def lie(context: DeepContext, sizes: Sizes) -> Space:
    space, z = framed(sizes.rabbet)
    rw, rh = mm(sizes.rabbet.size["width"]), mm(sizes.rabbet.size["height"])
    x, y = (mm(space.width) - rw) / 2, (mm(space.height) - rh) / 2
    if sizes.card.value > 0:
        space.then().ring("card", "Card", "board", x, y, rw, rh, sizes.rabbet.lip, z, z + mm(sizes.card))
    z = round(z + mm(sizes.card), 3)
    space.then()
    board = context.thing.support == "board"
    back = stretched(space, sizes.thing, z, sizes.depth, exact(context.thing.bar_width), board=board)
    _packing(space, sizes, (x, y, rw, rh), z, back)
    bw, bh = sizes.template["width"], sizes.template["height"]
    end = round(back + mm(sizes.board), 3)
    space.then().sheet("board", "Inner board", "board", bw, bh, back, end)
    space.then()
    bx, by = (mm(space.width) - mm(bw)) / 2, (mm(space.height) - mm(bh)) / 2
    # What runs across lies so far from top and bottom, what runs down so far from the sides.
    inset = {"width": sizes.inset["height"].value, "height": sizes.inset["width"].value}
    for side, i, sx, sy in each_side(sizes.places, inset, mm(bw), mm(bh)):
        along = "across" if side in ("top", "bottom") else "down"
        into = "canvas" if board else "bar"
        space.fix(
            f"screw.{along}.{i}", "Screw", (bx + sx, by + sy, end), (bx + sx, by + sy, end - mm(sizes.screw)), ("board",), into
        )
    end = filled(space, sizes.fill, sizes.filler, end)
    points_behind(space, sizes.points, sizes.template, end)
    return space


def _packing(space: Space, sizes: Sizes, rabbet: tuple[float, float, float, float], front: float, back: float) -> None:
    """Strips in the room beside the canvas: at the sides as long as the box, at top and bottom between those."""
    x, y, w, h = rabbet
    side, level = (max(mm(sizes.packing[a]), 0.0) for a in AXES)
    if side:
        for left in (x, x + w - side):
            space.box("packing", "Side packing", "strip", left, y, side, h, front, back)
    if level:
        for top in (y, y + h - level):
            space.box("packing", "Side packing", "strip", x + side, top, w - 2 * side, level, front, back)
