"""The drawings of a canvas on its stretcher: face, the canvas laid flat with its wrap, section, back with staples, corner."""

from __future__ import annotations

from urllib.parse import urlencode

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, View, at
from shadbo.core.displays.stretcher.sizes import Sizes, StretcherContext
from shadbo.core.framing.rails import AXES
from shadbo.core.measuring.desk import desk_views
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sums import Dim

HALF = Fraction(1, 2)
SQRT2 = Fraction(14142, 10000)
DISPLAY, CUT, MEASURE = "display", "cut", "measure"
STAGES = (MEASURE, DISPLAY, CUT)


def draw(context: StretcherContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    desk = desk_views(context, sizes.thing) if sizes.thing else ()
    return (
        *desk,
        ViewOf("face", lambda: _face(context, sizes)),
        ViewOf("wrap", lambda: _flat(context, sizes)),
        ViewOf("section", lambda: _section(context, sizes)),
        ViewOf("back", lambda: _back(context, sizes)),
        ViewOf("corner", lambda: _corner(context, sizes)),
    )


def picture_path(context: StretcherContext, sizes: Sizes, kind: str) -> str | None:
    """Where the picture of a face or of the whole print is had: fingerprint, and what is asked of it."""
    file = context.display.file
    if file is None:
        return None
    asked = {
        "width": at(sizes.finished["width"]),
        "height": at(sizes.finished["height"]),
        "edge": at(sizes.wrap),
        "wrap": context.display.wrap,
        "colour": context.display.colour,
    }
    return f"{file.sha256}/{kind}?{urlencode(asked)}"


def _face(context: StretcherContext, sizes: Sizes) -> View:
    w, h = sizes.finished["width"].value, sizes.finished["height"].value
    drawing = Drawing("face", "Face", w, h)
    drawing.box("canvas", "Canvas", "canvas", 0, 0, w, h)
    if path := picture_path(context, sizes, "face"):
        drawing.picture("canvas", "The picture on the face", 0, 0, w, h, path)
    drawing.measure("finished.width", "x", 0, w, h, "bottom", 1, STAGES, "finished")
    drawing.measure("finished.height", "y", 0, h, w, "right", 1, STAGES, "finished")
    return drawing.view()


def _flat(context: StretcherContext, sizes: Sizes) -> View:
    """The canvas laid flat, picture up: face, wrap round it, the turn beyond."""
    w, h = sizes.finished["width"].value, sizes.finished["height"].value
    wrap, out = sizes.wrap.value, sizes.depth.value + sizes.turn.value
    full_w, full_h = w + 2 * out, h + 2 * out
    drawing = Drawing("wrap", "Canvas laid flat", full_w, full_h, printed=("display",))
    drawing.box("turn", "Turned on the back", "canvas", 0, 0, full_w, full_h)
    edge = out - wrap
    if context.display.wrap != "none" and edge > -out:
        drawing.box("wrap", "Wrap", "paper", edge, edge, w + 2 * wrap, h + 2 * wrap)
        if path := picture_path(context, sizes, "print"):
            drawing.picture("wrap", "The print with its wrap", edge, edge, w + 2 * wrap, h + 2 * wrap, path)
    elif path := picture_path(context, sizes, "face"):
        drawing.picture("canvas", "The picture on the face", out, out, w, h, path)
    drawing.box("canvas", "Fold of the face", "hidden", out, out, w, h)
    drawing.box(
        "bar",
        "Fold of the back",
        "hidden",
        out - sizes.depth.value,
        out - sizes.depth.value,
        w + 2 * sizes.depth.value,
        h + 2 * sizes.depth.value,
    )
    drawing.measure("canvas.cut.width", "x", 0, full_w, full_h, "bottom", 2, STAGES, "to cut")
    drawing.measure("finished.width", "x", out, out + w, full_h, "bottom", 1, STAGES, "finished")
    drawing.measure("canvas.cut.height", "y", 0, full_h, full_w, "right", 2, STAGES, "to cut")
    drawing.measure("finished.height", "y", out, out + h, full_w, "right", 1, STAGES, "finished")
    drawing.measure("wrap.needed", "x", edge, out, 0, "top", 1, STAGES, "wrap")
    drawing.measure("canvas.turn", "y", 0, sizes.turn, 0, "left", 1, STAGES, "turn")
    return drawing.view()


def _turned(sizes: Sizes) -> Dim:
    """What is turned on the back: what there is of a canvas off the roll, at the side that has the least; else as it is to be cut."""
    return min(sizes.turn_there.values(), key=lambda d: d.value, default=sizes.turn)


def _section(context: StretcherContext, sizes: Sizes) -> View:
    """The cut through a side bar: the picture above, canvas round the edge to the back."""
    depth, bar, turned = sizes.depth.value, sizes.bar_width.value, _turned(sizes)
    turn = turned.value
    pad = Fraction(10)
    width = bar * Fraction(8, 5) + pad
    drawing = Drawing("section", "Section", width, depth)
    drawing.box("bar", "Stretcher bar", "bar", pad, 0, bar, depth, turn=90)
    reach = max(min(turn, width - pad), Fraction(0))
    drawing.line("canvas", "Canvas", "canvas", (width, 0), (pad, 0), (pad, depth), (pad + reach, depth))
    wrap = sizes.wrap_there.value if sizes.wrap_there is not None else sizes.wrap.value
    if context.display.wrap != "none":
        ends = (pad, min(wrap, depth)) if wrap <= depth else (pad + min(wrap - depth, width - pad), depth)
        drawing.circle("wrap", "End of the printed wrap", "strip", *ends, Fraction(1))
    drawing.line(
        "staple", "Staple", "metal", (pad + sizes.staples.inset.value, depth), (pad + sizes.staples.inset.value, depth - 8)
    )
    drawing.measure("bar.width", "x", pad, pad + bar, depth, "bottom", 1, STAGES, "bar")
    drawing.measure("bar.depth", "y", 0, depth, 0, "left", 1, STAGES, "bar")
    if reach == turn:
        drawing.measure(turned.name or "", "x", pad, pad + reach, 0, "top", 1, STAGES, "turn")
    return drawing.view()


def _back(context: StretcherContext, sizes: Sizes) -> View:
    """The stretcher from behind: bars, cross-bars, braces, every staple with its number in the order beside it."""
    w, h, b = sizes.finished["width"].value, sizes.finished["height"].value, sizes.bar_width.value
    # The numbers stand outside, where no two sides meet.
    pad = max(w, h) * Fraction(35, 1000)
    drawing = Drawing("back", "Back, seen from behind", w + 2 * pad, h + 2 * pad)

    def at_(x: Fraction, y: Fraction) -> tuple[Fraction, Fraction]:
        return x + pad, y + pad

    zero = Fraction(0)
    drawing.box("canvas", "Back of the canvas", "canvas", pad, pad, w, h)
    for part, label, points, grain in (
        ("bar.top", "Top bar", ((zero, zero), (w, zero), (w - b, b), (b, b)), 0),
        ("bar.bottom", "Bottom bar", ((zero, h), (b, h - b), (w - b, h - b), (w, h)), 0),
        ("bar.left", "Side bar", ((zero, zero), (b, b), (b, h - b), (zero, h)), 90),
        ("bar.right", "Side bar", ((w, zero), (w, h), (w - b, h - b), (w - b, b)), 90),
    ):
        drawing.polygon(part, label, "bar", [at_(x, y) for x, y in points], turn=grain)
    for axis in AXES:
        n = sizes.cross[axis]
        for i in range(1, n + 1):
            if axis == "width":
                drawing.box("cross", "Cross-bar", "bar", *at_(w * i / (n + 1) - b * HALF, b), b, h - 2 * b, turn=90)
            else:
                drawing.box("cross", "Cross-bar", "bar", *at_(b, h * i / (n + 1) - b * HALF), w - 2 * b, b)
    if context.display.braces:
        for outline in braces(context, sizes):
            drawing.polygon("brace", "Corner brace", "wood", [at_(*end) for end in outline])
    _staples(drawing, sizes, pad)
    drawing.measure("finished.width", "x", pad, pad + w, h + 2 * pad, "bottom", 1, STAGES, "finished")
    drawing.measure("finished.height", "y", pad, pad + h, w + 2 * pad, "right", 1, STAGES, "finished")
    apart = sizes.staples.spacing
    middle_x, middle_y = pad + w * HALF, pad + h * HALF
    drawing.measure("staple.apart.width", "x", middle_x, middle_x + apart["width"].value, 0, "top", 1, STAGES, "apart")
    drawing.measure("staple.apart.height", "y", middle_y, middle_y + apart["height"].value, 0, "left", 1, STAGES, "apart")
    return drawing.view()


def braces(context: StretcherContext, sizes: Sizes) -> list[tuple[tuple[Fraction, Fraction], ...]]:
    """The outline of each corner brace, from the upper left corner of the stretcher (mm)."""
    w, h, b = sizes.finished["width"].value, sizes.finished["height"].value, sizes.bar_width.value
    leg = context.book["brace.leg"].value
    # Half as wide as the bar, measured along the sides it meets.
    band = min(b * HALF * SQRT2, leg)
    return [
        ((x + sx * leg, y), (x + sx * (leg - band), y), (x, y + sy * (leg - band)), (x, y + sy * leg))
        for x, y, sx, sy in ((b, b, 1, 1), (w - b, b, -1, 1), (b, h - b, 1, -1), (w - b, h - b, -1, -1))
    ]


def _staples(drawing: Drawing, sizes: Sizes, pad: Fraction) -> None:
    """Every staple, and its number in the order; on a very large canvas only the first rings are numbered."""
    w, h, inset = sizes.finished["width"].value, sizes.finished["height"].value, sizes.staples.inset.value
    crowded = min(d.value for d in sizes.staples.spacing.values()) < max(w, h) / 32
    half, out = Fraction(6), pad * Fraction(55, 100)
    for staple in sizes.staples.staples:
        upright = staple.side in ("left", "right")
        middle = pad + (h if upright else w) * HALF + staple.off
        far = staple.side in ("bottom", "right")
        across = pad + ((w if upright else h) - inset if far else inset)
        beside = pad + ((w if upright else h) + out if far else -out)
        label = f"Staple {staple.number}"
        if upright:
            drawing.line("staple", label, "metal", (across, middle - half), (across, middle + half))
        else:
            drawing.line("staple", label, "metal", (middle - half, across), (middle + half, across))
        if not crowded or staple.number <= 20:
            drawing.text("staple", label, *((beside, middle) if upright else (middle, beside)), str(staple.number))


def _corner(context: StretcherContext, sizes: Sizes) -> View:
    """A corner of the canvas laid flat, from behind: folds, what may be cut away, the line never to cross."""
    depth = sizes.depth.value
    turned = _turned(sizes)
    turn = max(turned.value, Fraction(10))
    out = depth + turn
    keep = context.book["corner.keep"].value
    size = out + Fraction(60)
    drawing = Drawing("corner", "Corner fold", size, size, printed=("cut",))
    drawing.box("canvas", "Canvas", "canvas", 0, 0, size, size)
    drawing.box(
        "corner.surplus",
        "Surplus: a small part of it may be cut away",
        "strip",
        0,
        0,
        max(out - keep - depth, Fraction(4)),
        max(out - keep - depth, Fraction(4)),
    )
    drawing.line("fold", "Fold of the face", "line", (out, 0), (out, size))
    drawing.line("fold", "Fold of the face", "line", (0, out), (size, out))
    drawing.box("fold.back", "Fold of the back", "hidden", turn, turn, size - turn, size - turn)
    drawing.line("keep", "Never cut beyond this line", "keep", (out - keep, 0), (out - keep, out - keep), (0, out - keep))
    drawing.line("fold.slant", "The fold lies flat along this line", "line", (0, 0), (out, out))
    drawing.text("canvas", "Face", out + 30, out + 30, "FACE")
    drawing.text("turn", "Back", turn * HALF, out + 30, "BACK")
    drawing.measure("corner.keep", "x", out - keep, out, 0, "top", 1, STAGES, "keep")
    drawing.measure("bar.depth", "x", turn, out, size, "bottom", 1, STAGES, "bar")
    if turn == turned.value:
        drawing.measure(turned.name or "", "x", 0, turn, size, "bottom", 2, STAGES, "turn")
    return drawing.view()
