"""Things in a box in space: rails, glazing, spacer, mats, things, mount, what is behind it, backing, points."""

from __future__ import annotations

from shadbo.core.contract.bodies import Outline, Space, corners_of, mm
from shadbo.core.framing.arrange.laid import BoxContext
from shadbo.core.framing.bodies import closed_behind, filled, framed, glazed, items_at
from shadbo.core.framing.boxes.covering import cloth_colour
from shadbo.core.framing.boxes.drawing import Placed
from shadbo.core.framing.boxes.mats import Opening
from shadbo.core.framing.boxes.sheets import oval
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.closing import spaced_by
from shadbo.core.framing.glazing import packing_of
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import exact


def lie(context: BoxContext, sizes: Sizes) -> Space:
    space, z = framed(sizes.rabbet)
    at, pack = Placed(sizes), sizes.pack
    dx, dy = float(at.dx), float(at.dy)
    shown = False
    # What has no window lies on the face of the mats.
    face: float | None = None

    def things(floor: float) -> None:
        nonlocal shown
        if not shown:
            space.then()
            on_mat = [] if face is None else [one for one in sizes.laid if one.item.window is None]
            items_at(space, [one for one in sizes.laid if one not in on_mat], dx, dy, floor)
            items_at(space, on_mat, dx, dy, face or floor)
            shown = True

    levels = {level.key: level for level in sizes.mats.levels} if sizes.mats is not None else {}
    for lies in pack.layers:
        end = round(z + max(mm(lies.size), 0.0), 3)
        if lies.key in ("work", "under"):
            # The things themselves, pressed or under their mats.
            things(end)
            z = end
            continue
        if lies.key == "mount":
            things(z)
        if lies.key == "backing":
            z = filled(space, pack.fill, sizes.board, z)
            end = round(z + max(mm(lies.size), 0.0), 3)
        space.then()
        if lies.key == "glazing":
            glazed(space, sizes.sheet, packing_of(context), z, end)
        elif lies.key == "spacer":
            _spacer(context, sizes, space, z, end)
        elif lies.key in levels:
            left, top = (
                (float(at.x(sizes.mats.corner["width"])), float(at.y(sizes.mats.corner["height"]))) if sizes.mats else (0, 0)
            )
            windows = [_window(o, left, top) for o in levels[lies.key].openings]
            board = levels[lies.key].board
            w, h = sizes.board["width"], sizes.board["height"]
            space.sheet(lies.key, lies.label, "board", w, h, z, end, windows=windows, colour=board.colour)
            face = z if face is None else face
        elif lies.key == "behind" and not sizes.cut_down:
            long, down = (mm(sizes.board[a]) for a in AXES)
            x, y = (mm(space.width) - long) / 2, (mm(space.height) - down) / 2
            space.ring("behind", "Strip behind", "strip", x, y, long, down, context.rule("behind_strip"), z, end)
        elif lies.material in ("board", "paper", "glass") and end > z:
            size = sizes.cut_down if lies.key == "mount" and sizes.cut_down else sizes.board
            colour = cloth_colour(context) if lies.key == "mount" else ""
            space.sheet(lies.key, lies.label, lies.material, size["width"], size["height"], z, end, colour=colour)
        elif lies.key == "cloth":
            space.sheet(
                "cloth", "Cloth", "canvas", sizes.board["width"], sizes.board["height"], z, end, colour=cloth_colour(context)
            )
        z = end
    things(z)
    if context.display.build_up:
        high = mm(sizes.rabbet.moulding_depth)
        wall = mm(sizes.rabbet.face) - mm(sizes.rabbet.lip)
        space.then().rails(wall, high, high + float(exact(context.display.build_up)), "Build-up strip", "build_up")
    closed_behind(space, sizes.rabbet, spaced_by(context), sizes.points, sizes.board, z)
    return space


def _spacer(context: BoxContext, sizes: Sizes, space: Space, front: float, back: float) -> None:
    """Strips round the rabbet, or two on the sides of a board that is cut down."""
    wide = float(context.rule("spacer_width"))
    if sizes.cut_down:
        w, h = (mm(sizes.cut_down[a]) for a in AXES)
        x, y = (mm(space.width) - w) / 2, (mm(space.height) - h) / 2
        for left in (x, x + w - wide):
            space.box("spacer", "Side strip", "strip", left, y, wide, h, front, back)
        return
    w, h = (mm(sizes.rabbet.size[a]) for a in AXES)
    space.ring("spacer", "Spacer", "strip", (mm(space.width) - w) / 2, (mm(space.height) - h) / 2, w, h, wide, front, back)


def _window(o: Opening, left: float, top: float) -> Outline:
    x, y = left + mm(o.start["width"]), top + mm(o.start["height"])
    w, h = mm(o.size["width"]), mm(o.size["height"])
    if o.shape == "rectangle":
        return corners_of(x, y, w, h)
    return tuple((round(float(px), 3), round(float(py), 3)) for px, py in oval(x, y, w, h))  # type: ignore[arg-type]
