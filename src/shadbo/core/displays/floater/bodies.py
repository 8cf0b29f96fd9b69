"""A floater in space: rails, canvas on its bars, lift strips, seat, screws through the one into the other."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.displays.floater.drawing import lift_strips
from shadbo.core.displays.floater.sizes import Sizes
from shadbo.core.displays.floater.terms import FloaterContext
from shadbo.core.framing.bodies import each_side, stretched
from shadbo.core.framing.rails import other
from shadbo.core.quantity.exact import exact


def lie(context: FloaterContext, sizes: Sizes) -> Space:
    space = Space(sizes.outside["width"], sizes.outside["height"])
    face, high, seat = mm(sizes.face), mm(sizes.moulding_depth), mm(sizes.seat)
    space.rails(face, 0, high, more=((face + mm(sizes.seat_width), high - seat, high),) if sizes.own_seat else ())
    _liners(space, sizes, face, high - seat)
    front = mm(sizes.reveal)
    space.then()
    board = context.thing.support == "board"
    back = stretched(space, sizes.thing, front, sizes.depth.mean, exact(context.thing.bar_width), board=board)
    through: tuple[str, ...] = ("rail",) if sizes.own_seat else ("seat",)
    if sizes.lift.value > 0:
        through = (*through, "lift")
        space.then()
        for strip in lift_strips(context, sizes):
            space.box("lift", "Lift strip", "strip", *strip, back, back + mm(sizes.lift))
    if not sizes.own_seat:
        inner_w, inner_h = mm(space.width) - 2 * face, mm(space.height) - 2 * face
        space.then().ring("seat", "Seat strip", "wood", face, face, inner_w, inner_h, sizes.seat_width, high - seat, high)
    space.then()
    inset = {a: sizes.screws.inset[other(a)].value for a in ("width", "height")}
    length, into = mm(sizes.screws.length), "canvas" if board else "bar"
    for side, i, x, y in each_side(sizes.screws.places, inset, mm(space.width), mm(space.height)):
        along = "across" if side in ("top", "bottom") else "down"
        space.fix(f"screw.{along}.{i}", "Screw", (x, y, high), (x, y, high - length), through, into)
    return space


def _liners(space: Space, sizes: Sizes, face: float, back: float) -> None:
    """Strips that narrow a frame that is there, along its inside."""
    w, h = mm(space.width), mm(space.height)
    for axis, liner in sizes.liner.items():
        t = mm(liner)
        if not t:
            continue
        for far in (False, True):
            if axis == "width":
                space.box("liner", "Liner strip", "strip", w - face - t if far else face, face, t, h - 2 * face, 0, back)
            else:
                space.box("liner", "Liner strip", "strip", face, h - face - t if far else face, w - 2 * face, t, 0, back)
