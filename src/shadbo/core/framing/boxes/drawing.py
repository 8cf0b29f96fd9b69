"""The drawings of things in their box: face, section, the cut across it, what an eye sees, boards and mats front and back."""

from __future__ import annotations

from functools import cache, partial

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, Shape, Size, View
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.document.decisions.having import closing_of
from shadbo.core.framing.arrange.drawn import draw_item, name_on
from shadbo.core.framing.arrange.laid import SPANS, BoxContext, PlacedItem
from shadbo.core.framing.boxes.covering import cloth_colour
from shadbo.core.framing.boxes.cuts import across_view, cut_at
from shadbo.core.framing.boxes.sheets import board_views, fold_view, mat_views, oval, tack_view
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.closing import draw_points, spaced_as
from shadbo.core.framing.rabbet_drawing import RabbetLayer, back, measure_round, section
from shadbo.core.framing.rails import AXES, draw_rails
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.sums import Dim

HALF = Fraction(1, 2)
# With more things than this only the one in hand is measured on the drawing.
MOST_MEASURED = 4


def draw(context: BoxContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    @cache
    def ground() -> tuple[Placed, list[Shape]]:
        """What face and seen have in common, made once."""
        at = Placed(sizes)
        return at, _ground(context, sizes, at)

    return (
        ViewOf("face", lambda: _face(context, sizes, *ground())),
        ViewOf("section", lambda: _section(context, sizes)),
        ViewOf("across", lambda: across_view(context, sizes)),
        ViewOf("seen", lambda: _seen(context, sizes, *ground())),
        ViewOf("back", lambda: _back(context, sizes)),
        *board_views(context, sizes),
        *mat_views(sizes),
        *(ViewOf("fold", partial(fold_view, f)) for f in sizes.folds[:1]),
        *(ViewOf("tack", partial(tack_view, context, s)) for s in sizes.stitched[:1]),
    )


class Placed:
    """Where the axes of the items lie on the drawing of the face."""

    def __init__(self, sizes: Sizes) -> None:
        out = sizes.rabbet.outside
        self.w, self.h = out["width"].value, out["height"].value
        self.left = (self.w - (sizes.sight["right"].value - sizes.sight["left"].value)) * HALF
        self.top = (self.h - (sizes.sight["bottom"].value - sizes.sight["top"].value)) * HALF
        self.dx, self.dy = self.left - sizes.sight["left"].value, self.top - sizes.sight["top"].value

    def x(self, dim: Size) -> Fraction:
        return (dim if isinstance(dim, (int, Fraction)) else dim.value) + self.dx

    def y(self, dim: Size) -> Fraction:
        return (dim if isinstance(dim, (int, Fraction)) else dim.value) + self.dy


def _ground(context: BoxContext, sizes: Sizes, at: Placed) -> list[Shape]:
    """Rails, mount board, mats with their windows, and the items where they lie: in windows under the mats, or on them.

    The same for every drawing of the face.
    """
    drawing = Drawing("face", "Face", at.w, at.h)
    draw_rails(drawing, at.w, at.h, at.left)
    wide, tall = at.w - 2 * at.left, at.h - 2 * at.top
    if sizes.mats is None:
        drawing.box("mount", "Mount board", "board", at.left, at.top, wide, tall, colour=cloth_colour(context))
        for one in sizes.laid:
            draw_item(drawing, one, at.dx, at.dy)
        return drawing.shapes
    levels, corner = sizes.mats.levels, sizes.mats.corner
    drawing.box(levels[0].key, levels[0].label, "board", at.left, at.top, wide, tall, colour=levels[0].board.colour)
    left, top = at.x(corner["width"]), at.y(corner["height"])
    for i, level in enumerate(levels):
        below = levels[i + 1] if i + 1 < len(levels) else None
        for o in level.openings:
            key, colour = (below.key, below.board.colour) if below else ("mount", cloth_colour(context) or "#ece7da")
            _window(
                drawing,
                f"{key}.{o.laid.item.key}",
                f"{level.label}, window of {o.laid.item.called}",
                o.shape,
                left + o.start["width"].value,
                top + o.start["height"].value,
                o.size["width"].value,
                o.size["height"].value,
                colour,
            )
    inner = {o.laid.item.key: o for o in levels[-1].openings}
    for one in sizes.laid:
        opening = inner.get(one.item.key)
        if opening is not None and one.item.window is not None and one.item.window.how == "overlap":
            x, y = left + opening.start["width"].value, top + opening.start["height"].value
            _window(
                drawing,
                one.part,
                one.item.name,
                opening.shape,
                x,
                y,
                opening.size["width"].value,
                opening.size["height"].value,
                one.item.colour or one.sized.kind.colour,
                item=True,
            )
        else:
            draw_item(drawing, one, at.dx, at.dy)
    return drawing.shapes


def _window(
    drawing: Drawing,
    part: str,
    label: str,
    shape: str,
    x: Fraction,
    y: Fraction,
    w: Fraction,
    h: Fraction,
    colour: str,
    item: bool = False,
) -> None:
    material = "item" if item else "board"
    if shape == "rectangle":
        drawing.box(part, label, material, x, y, w, h, colour=colour)  # type: ignore[arg-type]
    else:
        drawing.polygon(part, label, material, oval(x, y, w, h), colour=colour)  # type: ignore[arg-type]


def _face(context: BoxContext, sizes: Sizes, at: Placed, ground: list[Shape]) -> View:
    drawing = Drawing("face", "Face", at.w, at.h, [*ground])
    for one in sizes.laid:
        name_on(drawing, one, at.x(one.x), at.y(one.y))
    _outer(context, sizes, drawing, at)
    _gaps(context, sizes, drawing, at)
    in_hand = sizes.item(context.focus) or sizes.laid[0]
    for one in sizes.laid if len(sizes.laid) <= MOST_MEASURED else [in_hand]:
        _measured(drawing, one, at)
    stages = ("display", "arrange", "cut")
    measure_round(drawing, sizes.rabbet, at.w, at.h, stages)
    return drawing.view()


def _measured(drawing: Drawing, one: PlacedItem, at: Placed) -> None:
    """Width and height of an item beside it; one that is turned has none that lie straight."""
    if one.item.place.turn:
        return
    folded, beside = one.item.folding is not None, at.w * Fraction(3, 100)
    for axis, side in zip(AXES, one.sized.sides, strict=True):
        first, last = SPANS[axis]
        name = f"{one.part}.{'folded.' if folded else 'board.' if one.item.stitching else ''}{axis}"
        figure = f"{name}.mean" if side is not None and not folded and not one.item.stitching else name
        if axis == "width":
            base = at.y(one.edges["bottom"]) + beside
            drawing.measure(figure, "x", at.x(one.edges[first]), at.x(one.edges[last]), base, "top", 0, ("measure",))
        else:
            base = at.x(one.edges["right"]) + beside
            drawing.measure(figure, "y", at.y(one.edges[first]), at.y(one.edges[last]), base, "left", 0, ("measure",))


def _outer(context: BoxContext, sizes: Sizes, drawing: Drawing, at: Placed) -> None:
    """The borders from the outermost items to the edge of what shows."""
    if context.display.edges == "lapped":
        return
    fitted = isinstance(context.display.frame, NewRabbet) and context.display.size == "fitted"
    for axis, (first, last) in SPANS.items():
        low = min(sizes.laid, key=lambda one: one.edges[first].value)
        high = max(sizes.laid, key=lambda one: one.edges[last].value)
        for way, one in ((first, low), (last, high)):
            figure = "border.least" if fitted and way == "left" else f"{one.part}.{way}"
            if axis == "width":
                near, edge = at.x(one.edges[way]), at.x(sizes.sight[way])
                drawing.measure(figure, "x", min(near, edge), max(near, edge), at.y(one.y), "left", 0, ("arrange", "display"))
            else:
                near, edge = at.y(one.edges[way]), at.y(sizes.sight[way])
                drawing.measure(figure, "y", min(near, edge), max(near, edge), at.x(one.x), "top", 0, ("arrange", "display"))


def _gaps(context: BoxContext, sizes: Sizes, drawing: Drawing, at: Placed) -> None:
    """Gaps between neighbours; those that are equal say so."""
    wished = context.book["layout.gap"] if context.display.layout.how != "free" else None
    for gap, word in sizes.gaps:
        first, last = SPANS[gap.axis]
        figure = gap.name
        if wished is not None and gap.mm == wished.value:
            # The first gap the template made is the one that is typed over; the others follow it.
            figure, wished = "layout.gap", None
        if gap.axis == "width":
            drawing.measure(
                figure,
                "x",
                at.x(gap.first.edges[last]),
                at.x(gap.last.edges[first]),
                at.y(gap.across),
                "top",
                0,
                ("arrange",),
                word,
            )
        else:
            drawing.measure(
                figure,
                "y",
                at.y(gap.first.edges[last]),
                at.y(gap.last.edges[first]),
                at.x(gap.across),
                "left",
                0,
                ("arrange",),
                word,
            )


def _section(context: BoxContext, sizes: Sizes) -> View:
    """The cut through the left stile, drawn large: every layer, and what needs the most room."""
    pack, rabbet = sizes.pack, sizes.rabbet
    display = context.display
    lying = []
    for lies in pack.layers:
        value = max(lies.size.value, Fraction(0))
        inset, width = Fraction(1), None
        if lies.key == "spacer":
            inset, width = Fraction(0), context.rule("spacer_width")
        elif lies.key == "mount" and pack.cut_down:
            inset = context.book["inner.liner"].value + 1
        elif lies.key == "behind":
            inset = Fraction(2)
        elif lies.key == "backing" and pack.fill is not None:
            lying.append(RabbetLayer("fill", "Filler behind", "board", pack.fill.thick.value, Fraction(1), "pack.fill", "filler"))
        lying.append(RabbetLayer(lies.key, lies.label, lies.material, value, inset, lies.size.name, _short(lies.key), width))
    more = Fraction(0)
    if closing_of(display) == "clips":
        more = max(pack.used.value - rabbet.depth.value, Fraction(0))
    if display.build_up:
        more = max(more, exact(display.build_up))
    drawing = section(rabbet, lying, more)
    under = rabbet.moulding_depth.value - min(rabbet.depth.value, rabbet.moulding_depth.value)
    wall = rabbet.face.value - rabbet.lip.value
    most = pack.most
    if display.edges != "lapped" and pack.spacer is not None:
        floor = under + (pack.before("mount") if most.item.window is not None or sizes.mats is None else pack.before("mat_top"))
        stands = pack.stands[most.item.key].value
        x = wall + max(rabbet.lip.value + 6, context.rule("spacer_width") + 6)
        drawing.box(
            most.part,
            most.item.name,
            "item",
            x,
            floor - stands,
            wall + 60 - x,
            stands,
            colour=most.item.colour or most.sized.kind.colour,
        )
        drawing.measure(
            "room.air",
            "y",
            under + pack.before("spacer"),
            floor - pack.stands[most.item.key].value,
            wall + 48,
            "left",
            0,
            ("depth", "display"),
            "air",
        )
        pin = most.sized.behind.value
        if pin > 0:
            mount_end = under + pack.before("mount") + pack.size("mount")
            drawing.box(most.part, f"{most.item.called}, its pin", "metal", wall + 40, mount_end, 4, pin)
    _over(drawing, sizes, under, wall)
    if display.build_up:
        height = rabbet.moulding_depth.value
        drawing.box("build_up", "Build-up strip", "wood", 0, height, wall, exact(display.build_up), turn=90)
    for key, pointer in (
        ("spacer", "/display/spacer"),
        ("mount", "/display/mount"),
        ("backing", "/display/backing"),
        ("glazing", "/display/glazing_thickness"),
    ):
        if any(lies.key == key for lies in pack.layers):
            drawing.handle(key, "y", pointer, f"pack.{key}", 1.0, ("depth",))
    for i in range(len(display.fillers)):
        drawing.handle(f"filler.{i}", "y", f"/display/fillers/{i}", f"pack.filler.{i}", 1.0, ("depth",))
    return drawing.view()


def _over(drawing: Drawing, sizes: Sizes, under: Fraction, wall: Fraction) -> None:
    """Where the usable depth ends; what lies beyond it, or what is left before it."""
    pack = sizes.pack
    filled = pack.fill.thick.value if pack.fill is not None else Fraction(0)
    end, used = under + pack.usable.value, under + pack.used.value + filled
    wide = Fraction(round(drawing.width.value if isinstance(drawing.width, Dim) else exact(drawing.width)))
    drawing.line("usable", "Here the usable depth ends", "keep", (wall, end), (wide, end))
    if used > end:
        drawing.box("clash", "Too deep by this much", "clash", wall + 30, end, wide - wall - 30, used - end)
    elif used < end and not sizes.cut_down and not filled:
        drawing.measure("depth.slack", "y", used, end, wide, "right", 1, ("depth", "display"), "left")


def _short(key: str) -> str:
    return {"mat_top": "top mat", "mat_bottom": "bottom mat", "behind": "room"}.get(key, key.split(".")[0])


def _seen(context: BoxContext, sizes: Sizes, at: Placed, ground: list[Shape]) -> View:
    """The face from the eye: what the lip hides of the board, what of each item, and the shadow of the top lip."""
    seeing = sizes.seeing
    drawing = Drawing("seen", "From the eye, under the lamp", at.w, at.h, [*ground])
    wide, tall = at.w - 2 * at.left, at.h - 2 * at.top
    right, bottom = at.left + wide, at.top + tall
    shade = min(seeing.shadow.value, tall)
    if shade > 0:
        drawing.box("lamp", "Shadow of the top lip on the board", "shade", at.left, at.top, wide, shade)
    for way, dim in seeing.hidden.items():
        deep = min(dim.value, wide if way in ("left", "right") else tall)
        if deep > 0:
            x, y, w, h = {
                "left": (at.left, at.top, deep, tall),
                "right": (right - deep, at.top, deep, tall),
                "top": (at.left, at.top, wide, deep),
                "bottom": (at.left, bottom - deep, wide, deep),
            }[way]
            drawing.box("eye", f"Hidden of the board at the {way}", "cut", x, y, w, h)
            if way in ("left", "right"):
                drawing.measure(f"hidden.{way}", "x", x, x + w, at.h, "bottom", 1, ("depth",), "hidden")
            else:
                drawing.measure(f"hidden.{way}", "y", y, y + h, at.w, "right", 2, ("depth",), "hidden")
    if shade > 0:
        drawing.measure("shadow.top", "y", at.top, at.top + shade, at.w, "right", 1, ("depth",), "shadow")
    for one in sizes.laid:
        _taken(drawing, sizes, one, at)
    _cut_line(context, sizes, drawing, at)
    return drawing.view()


def _taken(drawing: Drawing, sizes: Sizes, one: PlacedItem, at: Placed) -> None:
    """What the lip hides of an item, and what of it lies in the lip's shadow, at its own front."""
    x, y = at.x(one.edges["left"]), at.y(one.edges["top"])
    w, h = one.size("width").value, one.size("height").value
    if dark := sizes.seeing.dark.get(one.item.key):
        drawing.box(one.part, f"{one.item.called}, in the shadow", "shade", x, y, w, min(dark.value, h))
    if found := sizes.seeing.lost.get(one.item.key):
        way, dim = found
        deep = min(dim.value, w if way in ("left", "right") else h)
        box = {
            "left": (x, y, deep, h),
            "right": (x + w - deep, y, deep, h),
            "top": (x, y, w, deep),
            "bottom": (x, y + h - deep, w, deep),
        }[way]
        drawing.box(one.part, f"{one.item.called}, hidden", "cut", *box)


def _cut_line(context: BoxContext, sizes: Sizes, drawing: Drawing, at: Placed) -> None:
    """Where the box is cut across; taken hold of, it cuts elsewhere."""
    axis, place = cut_at(context, sizes)
    thick = at.w * Fraction(1, 120)
    if axis == "width":
        drawing.line("section", "Where it is cut across", "ray", (0, at.y(place)), (at.w, at.y(place)))
        drawing.box("section.grip", "Where it is cut across", "grip", 0, at.y(place) - thick * 2, at.left, thick * 4)
    else:
        drawing.line("section", "Where it is cut across", "ray", (at.x(place), 0), (at.x(place), at.h))
        drawing.box("section.grip", "Where it is cut across", "grip", at.x(place) - thick * 2, at.h - at.top, thick * 4, at.top)
    drawing.handle("section.grip", "y" if axis == "width" else "x", "/display/cut/at", "cut.at", 1.0, ("depth",))


def _back(context: BoxContext, sizes: Sizes) -> View:
    """The frame from behind: its backing, and points or tabs round it."""
    drawing, _ = back(sizes.rabbet)
    w, h = sizes.board["width"].value, sizes.board["height"].value
    out = sizes.rabbet.outside
    x, y = (out["width"].value - w) * HALF, (out["height"].value - h) * HALF
    drawing.box("backing", "Backing", "board", x, y, w, h)
    draw_points(drawing, sizes.points, x, y, w, h, *spaced_as(context))
    drawing.measure("board.width", "x", x, x + w, y + h * HALF, "top", 0, ("cut", "depth"), "board")
    drawing.measure("board.height", "y", y, y + h, x + w * HALF, "left", 0, ("cut", "depth"), "board")
    return drawing.view()
