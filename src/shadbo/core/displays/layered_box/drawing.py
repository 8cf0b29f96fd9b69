"""The drawings of a layered box: face, section with every floor, the rail’s profile with its rebates, back, and each board as it is cut."""

from __future__ import annotations

from functools import partial

import numpy as np

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, Material, Shape, View
from shadbo.core.displays.layered_box.sizes import FloorSizes, LayeredContext, Sizes, buttoned
from shadbo.core.framing.arrange.drawn import draw_item, lay_outline, name_on
from shadbo.core.framing.rails import draw_rails
from shadbo.core.quantity.exact import Fraction, exact

HALF = Fraction(1, 2)
STAGES = ("display", "arrange", "depth", "cut")
SEEN = Fraction(80)
# A turn button, wide (mm); it is twice as long. How far from its corner the first screw of the back sits (mm).
BUTTON = Fraction(12)
CORNER = 25
MATERIALS: dict[str, Material] = {"glass": "glass", "board": "board", "back": "board"}


def draw(context: LayeredContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    boards = [f for f in sizes.floors if f.floor.kind == "board"]
    return (
        ViewOf("face", lambda: _face(context, sizes)),
        ViewOf("section", lambda: _section(context, sizes)),
        ViewOf("profile", lambda: _profile(sizes)),
        ViewOf("back", lambda: _back(context, sizes)),
        *(ViewOf(f"board_{f.index}", partial(_board, sizes, f)) for f in boards),
    )


def middle(sizes: Sizes) -> tuple[Fraction, Fraction]:
    """Where the axes of the things lie on the drawing of the face."""
    w, h = sizes.outside["width"].value, sizes.outside["height"].value
    across, down = (sizes.edges["left"].value + sizes.edges["right"].value, sizes.edges["top"].value + sizes.edges["bottom"].value)
    return (w - across) * HALF, (h - down) * HALF


def _slots(drawing: Drawing, lies: FloorSizes, x: Fraction, y: Fraction) -> None:
    """The letters cut out of a board, about the middle of the board."""
    if lies.text is None:
        return
    at = np.array((float(x), float(y + exact(lies.floor.below))))
    for slot in lies.text.slots:
        points = tuple(map(tuple, (np.array(slot) + at).round(3).tolist()))
        drawing.shapes.append(Shape(f"{lies.part}.text", lies.floor.text, "slot", "polygon", points))


def _face(context: LayeredContext, sizes: Sizes) -> View:
    w, h, wall = sizes.outside["width"].value, sizes.outside["height"].value, sizes.wall.value
    drawing = Drawing("face", "Face", w, h)
    dx, dy = middle(sizes)
    draw_rails(drawing, w, h, wall)
    seen = next((f for f in sizes.floors if f.floor.kind != "glass"), sizes.floors[-1])
    drawing.box(seen.part, f"{seen.name}, seen", "board", wall, wall, w - 2 * wall, h - 2 * wall)
    for lies in reversed(sizes.floors):
        _slots(drawing, lies, w * HALF, h * HALF)
        for one in lies.cut:
            lay_outline(drawing, one, dx, dy, "slot")
        for one in lies.stands:
            draw_item(drawing, one, dx, dy)
            name_on(drawing, one, one.x.value + dx, one.y.value + dy)
    drawing.measure("frame.sight.width", "x", wall, w - wall, h, "bottom", 1, STAGES, "sight")
    drawing.measure("frame.outside.width", "x", 0, w, h, "bottom", 2, (*STAGES, "measure"), "outside")
    drawing.measure("frame.sight.height", "y", wall, h - wall, w, "right", 1, STAGES, "sight")
    drawing.measure("frame.outside.height", "y", 0, h, w, "right", 2, (*STAGES, "measure"), "outside")
    drawing.measure("wall", "x", 0, wall, 0, "top", 1, ("display",), "wall")
    return drawing.view()


def _rail(drawing: Drawing, sizes: Sizes) -> None:
    """The rail cut across: its front face above, its rebates stepping back into the wall, the opening to the right."""
    wall, outer = sizes.wall.value, sizes.outer.value
    points: list[tuple[Fraction, Fraction]] = [(Fraction(0), Fraction(0)), (wall, Fraction(0))]
    x = wall
    for lies in sizes.floors:
        y = outer - lies.depth.value
        points += [(x, y), (wall - lies.steps.value, y)]
        x = wall - lies.steps.value
    points += [(x, outer), (Fraction(0), outer)]
    drawing.polygon("rail", "Rail with its rebates", "wood", points)


def _section(context: LayeredContext, sizes: Sizes) -> View:
    """Through the left rail seen from below: the viewer above, the wall beneath."""
    wall, outer = sizes.wall.value, sizes.outer.value
    width = wall + SEEN
    drawing = Drawing("section", "Section through the rail, front at the top", width, outer)
    _rail(drawing, sizes)
    for lies in sizes.floors:
        top = outer - lies.depth.value
        x = wall - lies.steps.value + 1
        drawing.box(lies.part, lies.name, MATERIALS[lies.floor.kind], x, top, width - x, lies.thick, turn=90)
        drawing.measure(f"{lies.part}.thick", "y", top, top + lies.thick.value, width, "right", 1, STAGES, lies.name.lower())
        if lies.room is not None and lies.room.value > 0:
            low = top + lies.thick.value
            drawing.measure(f"{lies.part}.room", "y", low, low + lies.room.value, width, "right", 1, STAGES, "room")
            clash = lies.need is not None and lies.need.value > lies.room.value
            if clash:
                drawing.box(f"room.{lies.index}", "Too shallow", "clash", wall + 2, low, SEEN - 4, lies.room)
        for n, one in enumerate(lies.stands[:3]):
            front = one.sized.front.value
            drawing.box(
                one.part,
                one.item.name,
                "item",
                wall + 6 + n * 24,
                top - front,
                20,
                front,
                colour=one.item.colour or one.sized.kind.colour,
            )
        for n in range(3 if lies.text or lies.cut else 0):
            drawing.box(f"{lies.part}.text", "Cut out", "slot", wall + 10 + n * 24, top, 10, lies.thick)
    if sizes.lit is not None:
        back = outer - sizes.floors[-1].depth.value
        for n in range(3):
            drawing.box("lamp", "Strip", "strip", wall + 12 + n * 24, back - 3, 12, 3)
    drawing.measure("box.outer", "y", 0, outer, 0, "left", 2, STAGES, "outer depth")
    drawing.measure("front.thick", "y", 0, sizes.front.value, 0, "left", 1, STAGES, "front")
    drawing.measure("wall", "x", 0, wall, 0, "top", 1, STAGES, "wall")
    return drawing.view()


def _profile(sizes: Sizes) -> View:
    """The rail alone, with every rebate’s depth from the back edge and its cut into the wall."""
    wall, outer = sizes.wall.value, sizes.outer.value
    drawing = Drawing("profile", "Rail: its rebates, width and depth", wall, outer, printed=("depth",))
    _rail(drawing, sizes)
    for n, lies in enumerate(sizes.floors):
        y = outer - lies.depth.value
        drawing.measure(
            f"{lies.part}.depth", "y", y, outer, wall, "right", min(n + 1, 5), ("depth", "cut", "display"), lies.name.lower()
        )
        drawing.measure(
            f"{lies.part}.shoulder",
            "x",
            wall - lies.steps.value,
            wall - lies.steps.value + lies.shoulder.value,
            y,
            "top",
            0,
            ("depth", "cut"),
            "",
        )
    drawing.measure("wall.left", "x", 0, wall - sizes.floors[-1].steps.value, outer, "bottom", 1, ("depth", "cut"), "left")
    drawing.measure("wall", "x", 0, wall, 0, "top", 1, ("depth", "cut", "display"), "wall")
    drawing.measure("box.outer", "y", 0, outer, 0, "left", 1, ("depth", "cut", "display"), "outer depth")
    return drawing.view()


def _back(context: LayeredContext, sizes: Sizes) -> View:
    w, h = sizes.outside["width"].value, sizes.outside["height"].value
    drawing = Drawing("back", "Back, seen from behind", w, h)
    last = sizes.floors[-1]
    draw_rails(drawing, w, h, sizes.left.value if sizes.left.value > 0 else Fraction(1))
    bw, bh = last.sheet["width"].value, last.sheet["height"].value
    x, y = (w - bw) * HALF, (h - bh) * HALF
    drawing.box(last.part, "Back, removable", "board", x, y, bw, bh)
    for i, (sx, sy) in enumerate(back_screws(context, sizes)):
        if buttoned(context, sizes):
            # Its long end over the back.
            up = BUTTON * HALF if sy < h * HALF else BUTTON * 3 * HALF
            drawing.box("back.button", f"Turn button {i + 1}", "wood", sx - BUTTON * HALF, sy - up, BUTTON, 2 * BUTTON)
        drawing.circle("back.screw", f"Screw {i + 1}", "metal", sx, sy, 3)
    lit = sizes.lit
    if lit is not None:
        room = sizes.floors[-2].rebate
        rw, rh = room["width"].value, room["height"].value
        rx, ry = (w - rw) * HALF, (h - rh) * HALF
        off, hole = context.rule("lamp_from_wall"), context.rule("lamp_hole")
        for n in range(lit.rows):
            line = ry + lit.first.value + lit.spacing.value * n
            drawing.line("lamp", f"Strip, row {n + 1}, inside", "keep", (rx + off, line), (rx + rw - off, line))
        half = lit.holes // 2
        for n in range(half):
            hx = x + bw * (2 * n + 1) / (2 * half)
            for hy in (y + 2 * hole, y + bh - 2 * hole):
                drawing.circle("vent", "Hole for air", "slot", hx, hy, hole * HALF)
        if lit.rows > 1:
            first = ry + lit.first.value
            drawing.measure("lamp.spacing", "y", first, first + lit.spacing.value, 0, "left", 1, ("depth", "cut"), "rows")
    drawing.measure(f"{last.part}.width", "x", x, x + bw, h, "bottom", 1, STAGES, "back")
    drawing.measure(f"{last.part}.height", "y", y, y + bh, w, "right", 1, STAGES, "back")
    return drawing.view()


def back_screws(context: LayeredContext, sizes: Sizes) -> list[tuple[Fraction, Fraction]]:
    """A screw near each end of the back’s upper and lower edge (mm from the upper left corner): in the middle of the shoulder it lies on, or,
    of a turn button, in the middle of what is left of the wall beside it."""
    w, h, last = sizes.outside["width"].value, sizes.outside["height"].value, sizes.floors[-1]
    left = sizes.wall.value - last.steps.value
    on = left * HALF if buttoned(context, sizes) else left + last.shoulder.value * HALF
    off = min(on + CORNER, w / 3)
    return [(x, y) for y in (on, h - on) for x in (off, w - off)]


def _board(sizes: Sizes, lies: FloorSizes) -> View:
    """A board as it is cut: its outline, what is cut out of it, where things stand on it."""
    w, h = lies.sheet["width"].value, lies.sheet["height"].value
    drawing = Drawing(f"board_{lies.index}", f"{lies.name}, as it is cut, from the FRONT", w, h, template=True, printed=("cut",))
    drawing.box(lies.part, lies.name, "board", 0, 0, w, h)
    cx, cy = middle(sizes)
    dx, dy = cx - (sizes.outside["width"].value - w) * HALF, cy - (sizes.outside["height"].value - h) * HALF
    _slots(drawing, lies, w * HALF, h * HALF)
    for one in lies.cut:
        lay_outline(drawing, one, dx, dy, "slot")
    for one in lies.stands:
        lay_outline(drawing, one, dx, dy, "hidden")
    drawing.measure(f"{lies.part}.width", "x", 0, w, h, "bottom", 1, ("arrange", "cut"), "board")
    drawing.measure(f"{lies.part}.height", "y", 0, h, w, "right", 1, ("arrange", "cut"), "board")
    return drawing.view()
