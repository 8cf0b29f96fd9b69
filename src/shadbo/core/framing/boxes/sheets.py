"""Sheets to be cut or pierced, each drawn from its front and mirrored from its back: mount board, mats, a garment's folds.

Coordinates are from one corner of the sheet as it lies before the eyes: from the left and from the top. On the back the
left is the other one; the drawing says BACK in words.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import partial
from typing import Literal

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, Material, Point, Shape, Size, View, at, ink_on
from shadbo.core.framing.arrange.drawn import lay_outline
from shadbo.core.framing.arrange.folding import Folds
from shadbo.core.framing.arrange.laid import BoxContext
from shadbo.core.framing.arrange.stitched import Stitched
from shadbo.core.framing.boxes.mats import Level
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction, exact

HALF = Fraction(1, 2)
ROUND = 72
STAGES = ("arrange", "cut", "depth")
Map = Callable[[Fraction], Fraction]


def oval(x: Fraction, y: Fraction, w: Fraction, h: Fraction) -> list[tuple[Size, Size]]:
    """An ellipse filling a box, as a polygon that touches its four sides."""
    fx, fy, fw, fh = float(x), float(y), float(w) / 2, float(h) / 2
    out: list[tuple[Size, Size]] = []
    for i in range(ROUND):
        angle = 2 * math.pi * i / ROUND
        out.append((_mm(fx + fw + fw * math.cos(angle)), _mm(fy + fh + fh * math.sin(angle))))
    return out


def _mm(value: float) -> Fraction:
    return Fraction(round(value * 1000), 1000)


def _flip(back: bool, width: Fraction) -> Map:
    return (lambda x: width - x) if back else (lambda x: x)


def _word(drawing: Drawing, back: bool, w: Fraction, h: Fraction, ground: str = "") -> None:
    ink = ink_on(ground) if ground else ""
    drawing.text("word", "Which face this is", w * HALF, h * Fraction(96, 100), "BACK" if back else "FRONT", colour=ink)


# With more fixings than this their places are told by the template alone.
MOST_TOLD = 14


def board_views(context: BoxContext, sizes: Sizes) -> tuple[ViewOf, ViewOf]:
    return (
        ViewOf("board_front", lambda: _board(context, sizes, False)),
        ViewOf("board_back", lambda: _board(context, sizes, True)),
    )


def _board(context: BoxContext, sizes: Sizes, back: bool) -> View:
    """The mount board: where each thing lies (dashed), where it is fixed, the middle by both diagonals."""
    of = sizes.cut_down or sizes.board
    w, h = of["width"].value, of["height"].value
    name = "board_back" if back else "board_front"
    drawing = Drawing(name, f"Mount board, {'BACK' if back else 'FRONT'}", w, h, template=True, printed=("cut",) if back else ())
    drawing.box("mount", "Mount board", "board", 0, 0, w, h)
    drawing.polygon("mount", "Its middle, by the diagonals", "hidden", ((0, 0), (w, h)))
    drawing.polygon("mount", "Its middle, by the diagonals", "hidden", ((0, h), (w, 0)))
    flip = _flip(back, w)
    dx = w * HALF - (sizes.sight["left"].value + sizes.sight["right"].value) * HALF
    dy = h * HALF - (sizes.sight["top"].value + sizes.sight["bottom"].value) * HALF
    for one in sizes.laid:
        lay_outline(drawing, one, dx, dy, "hidden", flip=w if back else None)
    told = sum(len(one.item.anchors) for one in sizes.laid) <= MOST_TOLD
    for one in sizes.laid:
        for i, anchor in enumerate(one.item.anchors):
            place = sizes.anchors[one.item.key, i]
            x, y = flip(place["left"].value), place["top"].value
            part = f"{one.part}.anchor.{i}"
            _cross(drawing, part, f"{one.item.called}, {anchor.how}", x, y, anchor.how)
            left = place["right"] if back else place["left"]
            if told:
                drawing.mark(left.name or "", x, y - 9, STAGES, "across")
                drawing.mark(place["top"].name or "", x, y + 9, STAGES, "down")
    drawing.measure(of["width"].name or "", "x", 0, w, h, "bottom", 1, STAGES, "board")
    drawing.measure(of["height"].name or "", "y", 0, h, w, "right", 1, STAGES, "board")
    _word(drawing, back, w, h)
    return drawing.view()


def _cross(drawing: Drawing, part: str, label: str, x: Fraction, y: Fraction, how: str) -> None:
    """A hole as a cross in a ring, a slit as a bar, a stitch as two points."""
    px, py = at(x), at(y)

    def add(material: Material, kind: Literal["line", "circle"], *points: Point, radius: float = 0) -> None:
        drawing.shapes.append(Shape(part, label, material, kind, points, radius))

    if how == "slit":
        add("cut", "line", (px - 12, py), (px + 12, py))
    elif how == "stitch":
        add("line", "circle", (px - 2, py), radius=0.6)
        add("line", "circle", (px + 2, py), radius=0.6)
    else:
        add("line", "circle", (px, py), radius=1.5)
        add("cut", "line", (px - 4, py), (px + 4, py))
        add("cut", "line", (px, py - 4), (px, py + 4))


def mat_views(sizes: Sizes) -> tuple[ViewOf, ...]:
    if sizes.mats is None:
        return ()
    return tuple(
        ViewOf(f"{level.key}_{side}", partial(_mat, sizes, level, side == "back"))
        for level in sizes.mats.levels
        for side in ("front", "back")
    )


def _mat(sizes: Sizes, level: Level, back: bool) -> View:
    """One mat with its windows: size of each, and how far from the left and the top of the board it begins."""
    assert sizes.mats is not None
    w, h = sizes.mats.size["width"].value, sizes.mats.size["height"].value
    key = f"{level.key}_{'back' if back else 'front'}"
    drawing = Drawing(
        key,
        f"{level.label}, {'BACK, mirrored: cut from this side' if back else 'FRONT'}",
        w,
        h,
        template=True,
        printed=("cut",) if back else (),
    )
    drawing.box(level.key, level.label, "board", 0, 0, w, h, colour="" if back else level.board.colour)
    flip = _flip(back, w)
    few = len(level.openings) <= 6
    for o in level.openings:
        wide, tall = o.size["width"].value, o.size["height"].value
        x0, y0 = o.start["width"].value, o.start["height"].value
        x = flip(x0 + wide) if back else x0
        part = f"{level.key}.{o.laid.item.key}"
        points = (
            ((x, y0), (x + wide, y0), (x + wide, y0 + tall), (x, y0 + tall)) if o.shape == "rectangle" else oval(x, y0, wide, tall)
        )
        drawing.polygon(part, f"Window of {o.laid.item.called}", "item", points, colour="#fdfcf9")
        drawing.text(part, o.laid.item.name, x + wide * HALF, y0 + tall * HALF, o.laid.item.name, wide)
        drawing.measure(o.size["width"].name or "", "x", x, x + wide, y0 + tall * Fraction(82, 100), "top", 0, STAGES)
        drawing.measure(o.size["height"].name or "", "y", y0, y0 + tall, x + wide * Fraction(88, 100), "left", 0, STAGES)
        if few:
            start = sizes.mats.right_of(level, o) if back else o.start["width"]
            drawing.measure(start.name or "", "x", 0, x, y0 + tall * Fraction(15, 100), "top", 0, STAGES, "across")
            drawing.measure(o.start["height"].name or "", "y", 0, y0, x + wide * Fraction(15, 100), "left", 0, STAGES, "down")
    drawing.measure("board.width", "x", 0, w, h, "bottom", 1, STAGES, "board")
    drawing.measure("board.height", "y", 0, h, w, "right", 1, STAGES, "board")
    _word(drawing, back, w, h, "" if back else level.board.colour)
    return drawing.view()


def fold_view(folds: Folds) -> View:
    """The garment laid flat with its fold lines: what shows is inside them, the rest is turned behind."""
    one = folds.laid
    assert one.item.folding is not None
    folding = one.item.folding
    body, long = one.sized.width.value, one.sized.height.value
    sleeve = exact(folding.sleeve)
    w, h = body + 2 * sleeve, long
    drawing = Drawing("fold", f"{one.item.called} laid flat: fold lines", w, h, template=True, printed=("cut",))
    mid = w * HALF
    neck = body * Fraction(16, 100)
    arm = min(long * Fraction(30, 100), Fraction(220))
    outline: list[tuple[Size, Size]] = [
        (mid - neck, 0),
        (mid - body * HALF, long * Fraction(4, 100)),
        (0, long * Fraction(12, 100)),
        (0, long * Fraction(12, 100) + arm),
        (mid - body * HALF, long * Fraction(6, 100) + arm),
        (mid - body * HALF, long),
        (mid + body * HALF, long),
        (mid + body * HALF, long * Fraction(6, 100) + arm),
        (w, long * Fraction(12, 100) + arm),
        (w, long * Fraction(12, 100)),
        (mid + body * HALF, long * Fraction(4, 100)),
        (mid + neck, 0),
        (mid, long * Fraction(7, 100)),
    ]
    drawing.polygon(one.part, one.item.name, "item", outline, colour=one.item.colour or one.sized.kind.colour)
    left, right, top, bottom = mid + folds.left.value, mid + folds.right.value, folds.top.value, folds.bottom.value
    for part, label, points in (
        ("fold.left", "Left fold", ((left, 0), (left, h))),
        ("fold.right", "Right fold", ((right, 0), (right, h))),
        ("fold.top", "Top fold", ((0, top), (w, top))),
        ("fold.bottom", "Bottom fold", ((0, bottom), (w, bottom))),
    ):
        drawing.line(f"{one.part}.{part}", label, "keep", *points)
    if folding.crest_width and folding.crest_height:
        cw, ch = exact(folding.crest_width), exact(folding.crest_height)
        x, y = mid + exact(folding.crest_across) - cw * HALF, exact(folding.crest_down) - ch * HALF
        drawing.box(f"{one.part}.crest", "Crest or number", "paper", x, y, cw, ch)
    stages = ("arrange", "cut")
    key = one.part
    drawing.measure(f"{key}.folded.width", "x", left, right, h, "bottom", 1, stages, "folded")
    drawing.measure(f"{key}.folded.height", "y", top, bottom, w, "right", 1, stages, "folded")
    drawing.measure(f"{key}.turned.left", "x", mid - body * HALF, left, long * Fraction(70, 100), "top", 0, stages, "behind")
    drawing.measure(f"{key}.turned.right", "x", right, mid + body * HALF, long * Fraction(70, 100), "top", 0, stages, "behind")
    if top > 0:
        drawing.measure(f"{key}.turned.top", "y", 0, top, mid, "left", 0, stages, "behind")
    drawing.measure(f"{key}.turned.bottom", "y", bottom, h, mid, "left", 0, stages, "behind")
    return drawing.view()


def tack_view(context: BoxContext, stitched: Stitched) -> View:
    """Needlework on its board: the stitched area, the edge of the lip, the line the tacks lie on."""
    one = stitched.laid
    w, h = one.sized.wide.value, one.sized.tall.value
    drawing = Drawing("tack", f"{one.item.called}: board, lip and tack line", w, h, template=True, printed=("cut",))
    border, lap, tack = exact(one.item.stitching.border), stitched.lap.value, stitched.tack.value  # type: ignore[union-attr]
    drawing.box("mount", "Board under the cloth", "paper", 0, 0, w, h)
    drawing.box(
        one.part,
        "Stitched area",
        "item",
        border,
        border,
        w - 2 * border,
        h - 2 * border,
        colour=one.item.colour or one.sized.kind.colour,
    )
    if lap > 0:
        drawing.polygon("rail", "Edge of the lip", "hidden", ((lap, lap), (w - lap, lap), (w - lap, h - lap), (lap, h - lap)))
    drawing.polygon(
        "tack", "Tack line", "cut", ((tack, tack), (w - tack, tack), (w - tack, h - tack), (tack, h - tack), (tack, tack))
    )
    line = drawing.shapes.pop()
    drawing.shapes.append(type(line)(line.part, line.label, "cut", "line", line.points))
    stages = ("arrange", "cut")
    drawing.measure(f"{one.part}.border", "x", 0, border, h * HALF, "top", 0, stages, "border")
    drawing.measure(f"{one.part}.shows", "y", lap, border, w * HALF, "left", 0, stages, "shows")
    drawing.measure(f"{one.part}.lap", "x", w - lap, w, h, "bottom", 1, stages, "lip")
    for axis in AXES:
        figure = f"{one.part}.board.{axis}"
        if axis == "width":
            drawing.measure(figure, "x", 0, w, h, "bottom", 2, stages, "board")
        else:
            drawing.measure(figure, "y", 0, h, w, "right", 1, stages, "board")
    return drawing.view()
