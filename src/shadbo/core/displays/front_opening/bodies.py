"""A frame that opens at the front in space: door, glazing, the work and what is kept behind it, board, tray, back, hinges and catches."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.displays.front_opening.drawing import catches
from shadbo.core.displays.front_opening.sizes import OpeningContext, Sizes
from shadbo.core.framing.bodies import filled, framed, thing_at


def lie(context: OpeningContext, sizes: Sizes) -> Space:
    space, under = framed(sizes.rabbet)
    w, h, high = mm(space.width), mm(space.height), mm(sizes.rabbet.moulding_depth)
    deep, face = mm(sizes.height), mm(sizes.face)
    if sizes.glazing is not None:
        size = (context.book["glazing.width"], context.book["glazing.height"])
        space.then().sheet("glazing", "Glazing", "glass", *size, under, under + mm(sizes.glazing))
    end = high + deep
    fill = mm(sizes.fill.thick) if sizes.fill else 0.0
    front = end - fill - mm(sizes.mount)
    paper = mm(sizes.stack) - mm(sizes.mount)
    space.then()
    thing_at(space, "work", "Work, and what is kept", "paper", sizes.thing, front - paper, front)
    bw, bh = sizes.board["width"], sizes.board["height"]
    space.then().sheet("board", "Mount board", "board", bw, bh, front, front + mm(sizes.mount))
    filled(space, sizes.fill, sizes.board, end - fill)
    space.then().rails(face, high, end, "Tray rail", "tray")
    space.then().sheet("back", "Back", "board", w, h, end, end + mm(sizes.back))
    side = 0.0 if context.display.opens == "left" else w
    space.then()
    for hinge in sizes.hinges:
        space.box("hinge", "Hinge", "metal", side - 1, mm(hinge) - 15, 2, 30, high - 12, high + 12)
    for place in catches(sizes):
        space.box("catch", "Magnet", "metal", w - side - (12 if side == 0 else -4), mm(place) - 6, 8, 12, high - 3, high)
    return space
