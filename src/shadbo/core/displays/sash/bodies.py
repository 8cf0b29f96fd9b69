"""Cloth behind a sash in space: the sash, its panes, strips, cloth on its boards, cover, fasteners."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from shadbo.core.contract.bodies import Space, corners_of, mm
from shadbo.core.displays.sash.drawing import behind_panes, panes
from shadbo.core.displays.sash.sizes import SashContext, Sizes
from shadbo.core.framing.bodies import each_side
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import exact


def lie(context: SashContext, sizes: Sizes) -> Space:
    display = context.display
    space = Space(sizes.outside["width"], sizes.outside["height"])
    w, h = mm(space.width), mm(space.height)
    thick, rebate, glass = (float(exact(d)) for d in (display.thickness, display.rebate, display.glass))
    lap, front = float(exact(display.lap)), max(thick - rebate - glass, 2.0)
    corners = [(float(x), float(y)) for x, y in panes(context, sizes)]
    sight = [corners_of(x + lap, y + lap, mm(sizes.sight["width"]), mm(sizes.sight["height"])) for x, y in corners]
    pane, z, end = (mm(sizes.pane["width"]), mm(sizes.pane["height"])), front, max(thick, front + glass + rebate)
    behind = tuple((outline, front, end) for outline in _beside_panes(w, h, corners, pane))
    space.body("sash", "Sash", "wood", corners_of(0, 0, w, h), 0, front, windows=sight, more=behind)
    space.then()
    for x, y in corners:
        space.box("glass", "Pane", "glass", x, y, *pane, z, z + glass)
    z += glass
    strips = mm(sizes.pack["strips"])
    if strips > 0:
        space.then()
        for x, y in corners:
            space.ring("strips", "Strip", "strip", x, y, *pane, float(context.rule("pane_strip_wide")), z, z + strips)
    z += max(strips, 0.0)
    cloth, board = mm(sizes.pack["cloth"]), mm(sizes.pack["board"])
    space.then()
    for one, left, top in behind_panes(context, sizes):
        x, y, item = float(left), float(top), one.laid.item
        colour = item.colour or one.laid.sized.kind.colour
        if one.wrapped:
            space.box(one.laid.part, item.name, "item", x, y, *pane, z, z + cloth, colour=colour)
        else:
            points = [(px + w / 2, py + h / 2) for px, py in one.laid.body.points.tolist()]
            space.body(one.laid.part, item.name, "item", points, z, z + cloth, colour=colour)
    z += cloth
    space.then()
    bw, bh = mm(sizes.board["width"]), mm(sizes.board["height"])
    for x, y in corners:
        space.box("board", "Board", "board", x + (pane[0] - bw) / 2, y + (pane[1] - bh) / 2, bw, bh, z, z + board)
    _closed(context, space, sizes, max(z + board, front + glass + rebate))
    return space


def _beside_panes(
    w: float, h: float, corners: Sequence[tuple[float, float]], pane: tuple[float, float]
) -> Iterator[tuple[tuple[float, float], ...]]:
    """What is left of a sash behind its panes: its stiles and upright bars from top to bottom, rails and bars between those."""
    wide, high = pane
    columns, rows = (sorted({c[i] for c in corners}) for i in (0, 1))
    for left, right in zip((0.0, *(x + wide for x in columns)), (*columns, w), strict=True):
        yield corners_of(left, 0.0, right - left, h)
    for x in columns:
        for top, bottom in zip((0.0, *(y + high for y in rows)), (*rows, h), strict=True):
            yield corners_of(x, top, wide, bottom - top)


def _closed(context: SashContext, space: Space, sizes: Sizes, z: float) -> None:
    """The cover over all panes and the fasteners through it into the sash."""
    display = context.display
    if display.closing != "cover":
        return
    cover, beyond = float(exact(display.cover_board)), float(exact(display.cover_by))
    x0, y0 = (mm(sizes.start[a]) - beyond for a in AXES)
    cw, ch = (mm(sizes.cover[a]) for a in AXES)
    # Seen from the front left and right change over.
    left = mm(space.width) - x0 - cw
    space.then().box("cover", "Cover board", "board", left, y0, cw, ch, z, z + cover)
    space.then()
    inset = dict.fromkeys(AXES, context.rule("cover_fastener_inset"))
    for side, i, x, y in each_side(sizes.fasteners, inset, cw, ch):
        axis = "width" if side in ("top", "bottom") else "height"
        ends = ((left + x, y0 + y, z + cover), (left + x, y0 + y, z + cover - float(exact(display.fastener))))
        space.fix(f"fastener.{axis}.{i}", "Fastener", *ends, ("cover",), "sash")
