"""The drawings of cloth behind a sash: face through the panes, section through a stile, back with cover and fasteners."""

from __future__ import annotations

from collections.abc import Iterator

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, View
from shadbo.core.displays.sash.flags import union
from shadbo.core.displays.sash.over import SIDES_OF, seen_of
from shadbo.core.displays.sash.sizes import Behind, SashContext, Sizes
from shadbo.core.framing.arrange.drawn import draw_item, name_on
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction, exact

HALF = Fraction(1, 2)
STAGES = ("display", "cut")


def draw(context: SashContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    return (
        ViewOf("face", lambda: _face(context, sizes)),
        ViewOf("section", lambda: _section(context, sizes)),
        ViewOf("back", lambda: _back(context, sizes)),
    )


def panes(context: SashContext, sizes: Sizes) -> list[tuple[Fraction, Fraction]]:
    """The upper left corner of every pane, from the sash’s own."""
    return [
        (sizes.start["width"].value + sizes.pitch["width"].value * c, sizes.start["height"].value + sizes.pitch["height"].value * r)
        for r in range(context.display.down)
        for c in range(context.display.across)
    ]


def behind_panes(context: SashContext, sizes: Sizes) -> Iterator[tuple[Behind, Fraction, Fraction]]:
    """Every cloth with the corner of each pane it lies behind."""
    corners = panes(context, sizes)
    for one in sizes.behind:
        for x, y in corners if one.over else corners[one.row * context.display.across + one.column :][:1]:
            yield one, x, y


def _face(context: SashContext, sizes: Sizes) -> View:
    display = context.display
    w, h = sizes.outside["width"].value, sizes.outside["height"].value
    lap = exact(display.lap)
    sw, sh = sizes.sight["width"].value, sizes.sight["height"].value
    drawing = Drawing("face", "Face", w, h)
    stile, top, bottom = (Fraction(d) for d in (display.stile, display.top_rail, display.bottom_rail))
    drawing.box("sash", "Top rail", "wood", stile, 0, w - 2 * stile, top)
    drawing.box("sash", "Bottom rail", "wood", stile, h - bottom, w - 2 * stile, bottom)
    drawing.box("sash", "Stile", "wood", 0, 0, stile, h, turn=90)
    drawing.box("sash", "Stile", "wood", w - stile, 0, stile, h, turn=90)
    for x, y in panes(context, sizes):
        drawing.box("glass", "Pane, board behind it", "board", x + lap, y + lap, sw, sh)
    for one, x, y in behind_panes(context, sizes):
        item, colour = one.laid.item, one.laid.item.colour or one.laid.sized.kind.colour
        if one.wrapped:
            drawing.box(one.laid.part, item.name, "item", x + lap, y + lap, sw, sh, colour=colour)
            bx, by, bw, bh = x + lap, y + lap, sw, sh
        else:
            draw_item(drawing, one.laid, w * HALF, h * HALF)
            bw, bh = one.laid.sized.wide.value, one.laid.sized.tall.value
            bx, by = w * HALF + one.laid.x.value - bw * HALF, h * HALF + one.laid.y.value - bh * HALF
        if display.flag == "united_states" and not one.over:
            uw, uh = union(display.hung, bw, bh)
            drawing.box(f"{one.laid.part}.union", "Union, to the observer’s left", "keep", bx, by, uw, uh)
        if not one.over:
            name_on(drawing, one.laid, bx + bw * HALF, by + bh * HALF)
    for left, top_, wide, high in union_seen(context, sizes):
        drawing.box(f"{sizes.behind[0].laid.part}.union", "Union, to the observer’s left", "keep", left, top_, wide, high)
    if sizes.over is not None:
        name_on(drawing, sizes.over.laid, w * HALF + sizes.over.laid.x.value, h * HALF + sizes.over.laid.y.value)
    for column in range(1, display.across):
        x = stile + sizes.pitch["width"].value * column - exact(display.bar)
        drawing.box("sash", "Bar", "wood", x, top, exact(display.bar), h - top - bottom, turn=90)
    for row in range(1, display.down):
        y = top + sizes.pitch["height"].value * row - exact(display.bar)
        drawing.box("sash", "Bar", "wood", stile, y, w - 2 * stile, exact(display.bar))
    x0, y0 = stile, top
    drawing.measure("pane.sight.width", "x", x0, x0 + sw, h, "bottom", 1, STAGES, "seen")
    drawing.measure("frame.outside.width", "x", 0, w, h, "bottom", 2, (*STAGES, "measure"), "outside")
    drawing.measure("pane.sight.height", "y", y0, y0 + sh, w, "right", 1, STAGES, "seen")
    drawing.measure("frame.outside.height", "y", 0, h, w, "right", 2, (*STAGES, "measure"), "outside")
    drawing.measure("sash.stile", "x", 0, stile, 0, "top", 1, ("display",), "stile")
    drawing.measure("sash.top", "y", 0, top, 0, "left", 1, ("display",), "top")
    drawing.measure("sash.bottom", "y", h - bottom, h, 0, "left", 1, ("display",), "bottom")
    return drawing.view()


def union_seen(context: SashContext, sizes: Sizes) -> list[tuple[Fraction, Fraction, Fraction, Fraction]]:
    """What the panes leave to see of the union of a flag that lies behind all of them: corner and size on the sash (mm)."""
    one = sizes.over
    if one is None or context.display.flag != "united_states":
        return []
    far = union(context.display.hung, Fraction(1), Fraction(1))
    across, down = (
        seen_of(sizes.rows[axis], one.turn[SIDES_OF[axis][0]], size * share)
        for axis, size, share in zip(AXES, (one.laid.sized.wide, one.laid.sized.tall), far, strict=True)
    )
    return [(x, y, wide.value, high.value) for y, high in down for x, wide in across]


def _section(context: SashContext, sizes: Sizes) -> View:
    """Through the left stile seen from below: the viewer above, the wall beneath."""
    display = context.display
    stile, lap, thick = exact(display.stile), exact(display.lap), exact(display.thickness)
    glass, rebate = exact(display.glass), exact(display.rebate)
    front = max(thick - rebate - glass, Fraction(2))
    under = front + glass
    seen = stile + 60
    out = max(-sizes.slack.value, Fraction(0))
    cover = exact(display.cover_board) if display.closing == "cover" else Fraction(0)
    tall = max(thick, under + rebate) + out + cover
    drawing = Drawing("section", "Section through the stile, front at the top", seen, tall)
    drawing.polygon(
        "sash",
        "Stile",
        "wood",
        ((0, 0), (stile, 0), (stile, front), (stile - lap, front), (stile - lap, under + rebate), (0, under + rebate)),
    )
    wall = stile - lap
    drawing.box("glass", "Pane", "glass", wall, front, seen - wall, glass)
    y = under
    for key, label, material in (
        ("strips", "Strip", "strip"),
        ("cloth", "Cloth", "canvas"),
        ("board", "Board", "board"),
        ("turned", "Cloth turned behind", "canvas"),
    ):
        t = sizes.pack[key].value
        if t > 0:
            width = context.rule("pane_strip_wide") if key == "strips" else Fraction(30) if key == "turned" else seen - wall - 1
            drawing.box("item" if material == "canvas" else key, label, material, wall + 1, y, width, t, turn=90)  # type: ignore[arg-type]
            name = sizes.pack[key].name
            if name:
                drawing.measure(
                    name, "y", y, y + t, seen, "right", 1, (*STAGES, "hold"), label.lower() if key != "turned" else "turned"
                )
        y += t
    if display.closing == "cover":
        at = max(under + rebate, y)
        edge = wall - exact(display.cover_by)
        drawing.box("cover", "Cover board", "board", edge, at, seen - edge, cover, turn=90)
        fx = edge + context.rule("cover_fastener_inset")
        drawing.line("fastener", "Fastener", "metal", (fx, at + cover), (fx, at + cover - exact(display.fastener)))
        drawing.measure("cover.beyond", "x", edge, wall, at + cover, "bottom", 1, ("hold", "cut", "display"), "beyond the cloth")
    drawing.measure("sash.stile", "x", 0, stile, 0, "top", 1, STAGES, "stile")
    drawing.measure("sash.rebate", "y", under, under + rebate, 0, "left", 1, (*STAGES, "hold"), "behind the glass")
    return drawing.view()


def _back(context: SashContext, sizes: Sizes) -> View:
    display = context.display
    w, h = sizes.outside["width"].value, sizes.outside["height"].value
    drawing = Drawing("back", "Back, seen from behind", w, h)
    drawing.box("sash", "Sash", "wood", 0, 0, w, h)
    pw, ph = sizes.pane["width"].value, sizes.pane["height"].value
    for x, y in panes(context, sizes):
        # Seen from behind left and right change over; a board has its ease in the rebate.
        bw, bh = (sizes.board[axis].value for axis in ("width", "height"))
        drawing.box("board", "Board", "board", w - x - (pw + bw) * HALF, y + (ph - bh) * HALF, bw, bh)
    if display.closing == "cover":
        cw, ch, beyond = sizes.cover["width"].value, sizes.cover["height"].value, exact(display.cover_by)
        x0, y0 = sizes.start["width"].value - beyond, sizes.start["height"].value - beyond
        drawing.box("cover", "Cover board", "board", x0, y0, cw, ch)
        drawing.box("item", "Nothing goes in here: cloth", "keep", x0 + beyond, y0 + beyond, cw - 2 * beyond, ch - 2 * beyond)
        for axis, found in sizes.fasteners.items():
            for i, at in enumerate(found):
                for side in (
                    context.rule("cover_fastener_inset"),
                    (ch if axis == "width" else cw) - context.rule("cover_fastener_inset"),
                ):
                    x, y = (x0 + at.value, y0 + side) if axis == "width" else (x0 + side, y0 + at.value)
                    drawing.circle(f"fastener.{axis}.{i + 1}", f"Fastener {i + 1}", "metal", x, y, 2)
        drawing.measure("cover.width", "x", x0, x0 + cw, h, "bottom", 1, (*STAGES, "hold"), "cover")
        drawing.measure("cover.height", "y", y0, y0 + ch, w, "right", 1, (*STAGES, "hold"), "cover")
        drawing.measure("fastener.width.1", "x", x0, x0 + sizes.fasteners["width"][0].value, 0, "top", 1, ("hold", "cut"), "")
        drawing.measure("fastener.height.1", "y", y0, y0 + sizes.fasteners["height"][0].value, 0, "left", 1, ("hold", "cut"), "")
    drawing.measure("frame.outside.width", "x", 0, w, h, "bottom", 2, STAGES, "outside")
    return drawing.view()
