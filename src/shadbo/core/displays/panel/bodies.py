"""Work on a panel in space: the work, its boards, strips over their seams, pairs of hook-and-loop on them."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.displays.panel.sizes import PanelContext, Sizes
from shadbo.core.framing.bodies import thing_at
from shadbo.core.quantity.exact import exact

# How thick a strip over a seam and a pair are (mm).
STRIP, PAIR = 4.0, 4.0


def lie(context: PanelContext, sizes: Sizes) -> Space:
    w, h = mm(sizes.thing.width.look), mm(sizes.thing.height.look)
    space = Space(w, h)
    work = mm(sizes.thing.depth.mean) if sizes.thing.depth else 2.0
    thing_at(space, "work", "Work", "paper", sizes.thing, 0, work)
    bw, bh = mm(sizes.backing["width"]), mm(sizes.backing["height"])
    own = context.facts.mounted
    x0, y0, back = (w - bw) / 2, (h - bh) / 2, work + (0.0 if own else float(exact(context.display.board)))
    ew, eh = mm(sizes.each["width"]), mm(sizes.each["height"])
    space.then()
    for row in range(0 if own else sizes.down):
        for column in range(sizes.across):
            space.box("backing", "Board", "board", x0 + ew * column, y0 + eh * row, ew, eh, work, back)
    space.then()
    half = float(context.rule("panel_seam")) / 2
    for seam in sizes.seams["width"]:
        space.box("seam", "Strip over a seam", "strip", x0 + bw - mm(seam) - half, y0, 2 * half, bh, back, back + STRIP)
    edges = [0.0, *(e for seam in sizes.seams["width"] for e in (mm(seam) - half, mm(seam) + half)), bw]
    for seam in sizes.seams["height"]:
        for left, right in zip(edges[::2], edges[1::2], strict=True):
            y = y0 + mm(seam) - half
            space.box("seam", "Strip over a seam", "strip", x0 + bw - right, y, right - left, 2 * half, back, back + STRIP)
    space.then()
    long, high = float(context.rule("panel_strip_long")), float(context.rule("panel_strip_high"))
    for i, (px, py) in enumerate(sizes.pairs, start=1):
        # Marked from the left as the board lies, seen from behind.
        x, y = x0 + bw - mm(px) - long / 2, y0 + mm(py) - high / 2
        space.box(f"pair.{i}", "Pair of hook-and-loop", "strip", x, y, long, high, back, back + PAIR)
    return space
