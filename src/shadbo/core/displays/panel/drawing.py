"""The drawings of a panel: face, section, back with seams, tape lines and strips."""

from __future__ import annotations

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, View
from shadbo.core.displays.panel.sizes import PanelContext, Sizes
from shadbo.core.measuring.desk import desk_views
from shadbo.core.quantity.exact import Fraction, exact

HALF = Fraction(1, 2)
STAGES = ("display", "cut")


def draw(context: PanelContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    return (
        *desk_views(context, sizes.thing),
        ViewOf("face", lambda: _face(context, sizes)),
        ViewOf("section", lambda: _section(context, sizes)),
        ViewOf("back", lambda: _back(context, sizes)),
    )


def _outline(sizes: Sizes) -> tuple[Fraction, Fraction, list[tuple[Fraction, Fraction]]]:
    w, h = sizes.thing.width.look.value, sizes.thing.height.look.value
    return w, h, [(x + w * HALF, y + h * HALF) for x, y in sizes.thing.outline()]


def _face(context: PanelContext, sizes: Sizes) -> View:
    w, h, outline = _outline(sizes)
    drawing = Drawing("face", "Face", w, h)
    drawing.polygon("work", "Work", "paper", outline)
    for axis, end, base, side in (("width", w, h, "bottom"), ("height", h, w, "right")):
        # The reading that says how it looks: the same that the drawing is as large as.
        figure = sizes.thing.side(axis).look
        if figure.name:
            drawing.measure(figure.name, "x" if axis == "width" else "y", 0, end, base, side, 1, STAGES, "work")  # type: ignore[arg-type]
    return drawing.view()


def _section(context: PanelContext, sizes: Sizes) -> View:
    """Through the lower edge from the side, front at the left: work, glue, backing, strip."""
    board = exact(context.display.board)
    work = sizes.thing.depth.mean.value if sizes.thing.depth else Fraction(2)
    inset = sizes.inset.value
    tall = max(Fraction(40), inset + 10)
    strip = Fraction(4) if sizes.hold else Fraction(0)
    drawing = Drawing("section", "Section through the lower edge, front at the left", work + board + strip, tall)
    drawing.box("work", "Work", "paper", 0, 0, work, tall)
    drawing.box("backing", "Backing", "board", work, 0, board, tall - inset, turn=90)
    if sizes.hold:
        drawing.box("pair.1", "Hook-and-loop", "strip", work + board, 4, strip, 20)
    stages = (*STAGES, "hold")
    drawing.measure("backing.thick", "x", work, work + board, 0, "top", 1, stages, "backing")
    drawing.measure("backing.inset", "y", tall - inset, tall, work + board + strip, "right", 1, stages, "inside")
    return drawing.view()


def _back(context: PanelContext, sizes: Sizes) -> View:
    w, h, outline = _outline(sizes)
    drawing = Drawing("back", "Back, seen from behind", w, h)
    drawing.polygon("work", "Work", "paper", [(w - x, y) for x, y in outline])
    bw, bh = sizes.backing["width"].value, sizes.backing["height"].value
    x0, y0 = (w - bw) * HALF, (h - bh) * HALF
    ew, eh, tape = sizes.each["width"].value, sizes.each["height"].value, sizes.tape.value
    for row in range(sizes.down):
        for column in range(sizes.across):
            x, y = x0 + ew * column, y0 + eh * row
            drawing.box("backing", f"Board {row * sizes.across + column + 1}", "board", x, y, ew, eh)
            if min(ew, eh) > 2 * tape:
                drawing.box("tape", "Tape line, under the board", "hidden", x + tape, y + tape, ew - 2 * tape, eh - 2 * tape)
    half = context.rule("panel_seam") * HALF
    for seam in sizes.seams["width"]:
        drawing.box("seam", "Strip over a seam", "strip", x0 + seam.value - half, y0, 2 * half, bh)
    edges = [Fraction(0), *(e for seam in sizes.seams["width"] for e in (seam.value - half, seam.value + half)), bw]
    for seam in sizes.seams["height"]:
        for left, right in zip(edges[::2], edges[1::2], strict=True):
            drawing.box("seam", "Strip over a seam", "strip", x0 + left, y0 + seam.value - half, right - left, 2 * half)
    for i, (px, py) in enumerate(sizes.pairs):
        # Marks are measured from the left as the board lies, seen from behind.
        drawing.box(
            f"pair.{i + 1}",
            f"Hook-and-loop pair {i + 1}",
            "strip",
            x0 + px.value - context.rule("panel_strip_long") * HALF,
            y0 + py.value - context.rule("panel_strip_high") * HALF,
            context.rule("panel_strip_long"),
            context.rule("panel_strip_high"),
        )
    stages = (*STAGES, "hold")
    drawing.measure("backing.width", "x", x0, x0 + bw, h, "bottom", 2, stages, "backing")
    drawing.measure("backing.height", "y", y0, y0 + bh, w, "right", 2, stages, "backing")
    if sizes.seams["width"]:
        drawing.measure("board.width", "x", x0, x0 + ew, h, "bottom", 1, STAGES, "board")
    if sizes.seams["height"]:
        drawing.measure("board.height", "y", y0, y0 + eh, w, "right", 1, STAGES, "board")
    drawing.measure("tape.edge", "x", x0, x0 + tape, h * HALF, "top", 0, ("hold",), "")
    if sizes.pairs:
        px, py = sizes.pairs[0]
        drawing.measure("pair.1.x", "x", x0, x0 + px.value, 0, "top", 1, ("hold", "cut"), "")
        drawing.measure("pair.1.y", "y", y0, y0 + py.value, 0, "left", 1, ("hold", "cut"), "")
    return drawing.view()
