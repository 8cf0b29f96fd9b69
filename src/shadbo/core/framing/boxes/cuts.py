"""The cut across the whole box on a line of one's choice, to scale, with the rays that graze the lip."""

from __future__ import annotations

from shadbo.core.contract.views import Drawing, View
from shadbo.core.framing.arrange.laid import SPANS, BoxContext, PlacedItem
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.quantity.exact import Fraction, exact

HALF = Fraction(1, 2)
STAGES = ("depth", "arrange")


def cut_at(context: BoxContext, sizes: Sizes) -> tuple[str, Fraction]:
    """The axis the cut runs along, and where it lies on the other: through what needs the most room, or as chosen."""
    cut, most = context.display.cut, sizes.pack.most
    if cut.way == "across":
        return "width", exact(cut.at) + (sizes.sight["top"].value + sizes.sight["bottom"].value) * HALF
    if cut.way == "down":
        return "height", exact(cut.at) + (sizes.sight["left"].value + sizes.sight["right"].value) * HALF
    return "height", most.x.value


def on_line(one: PlacedItem, axis: str, at: Fraction) -> tuple[float, float] | None:
    """From where to where a line along an axis passes through an item; None if it misses it."""
    along, off = (0, 1) if axis == "width" else (1, 0)
    points, line = one.body.points.tolist(), float(at)
    met = []
    for i, here in enumerate(points):
        there = points[(i + 1) % len(points)]
        a, b = here[off] - line, there[off] - line
        if a == b == 0:
            met += [here[along], there[along]]
        elif a * b <= 0:
            met.append(here[along] + (there[along] - here[along]) * a / (a - b))
    return (min(met), max(met)) if met and max(met) > min(met) else None


def across_view(context: BoxContext, sizes: Sizes) -> View:
    """Rails at both ends, layers between, items as high as they stand; the viewer above, the wall beneath."""
    axis, at = cut_at(context, sizes)
    first, last = SPANS[axis]
    pack, rabbet, seeing = sizes.pack, sizes.rabbet, sizes.seeing
    wide = rabbet.outside[axis].value
    height, depth = rabbet.moulding_depth.value, min(rabbet.depth.value, rabbet.moulding_depth.value)
    under, face, lip = height - depth, rabbet.face.value, rabbet.lip.value
    below = max(pack.used.value - depth, exact(context.display.build_up), Fraction(0))
    name = "left to right" if axis == "width" else "top to bottom"
    drawing = Drawing("across", f"Cut across the box, {name}", wide, height + below, printed=("depth",))
    wall = face - lip
    profile = ((0, 0), (face, 0), (face, under), (wall, under), (wall, height), (0, height))
    drawing.polygon(f"rail.{first}", f"Rail, {first}", "wood", profile)
    drawing.polygon(f"rail.{last}", f"Rail, {last}", "wood", [(wide - x, y) for x, y in profile])
    inner, start = wide - 2 * wall - 2, wall + 1
    y = under
    spacer_width = context.rule("spacer_width")
    for lies in pack.layers:
        thick = max(lies.size.value, Fraction(0))
        if lies.key == "backing" and pack.fill is not None:
            drawing.box("fill", "Filler behind", "board", start, y, inner, pack.fill.thick.value, turn=90)
            y += pack.fill.thick.value
        if lies.key == "spacer":
            drawing.box("spacer", lies.label, "strip", wall, y, spacer_width, thick)
            drawing.box("spacer", lies.label, "strip", wide - wall - spacer_width, y, spacer_width, thick)
        elif lies.key.startswith("mat_"):
            _mat(drawing, sizes, lies.key, lies.label, axis, at, start, inner, y, thick)
        else:
            drawing.box(lies.key, lies.label, lies.material, start, y, inner, thick, turn=90)
        y += thick
    dx = (wide - (sizes.sight[last].value - sizes.sight[first].value)) * HALF - sizes.sight[first].value
    mount = under + pack.before("mount")
    for one in sizes.laid:
        met = on_line(one, axis, at)
        stands = pack.stands[one.item.key].value
        if met is None or stands <= 0 or context.display.edges == "lapped":
            continue
        floor = mount if sizes.mats is None or one.item.window is not None else under + pack.before("mat_top")
        low, high = (Fraction(round(v * 1000), 1000) + dx for v in met)
        drawing.box(
            one.part,
            one.item.name,
            "item",
            low,
            floor - stands,
            high - low,
            stands,
            colour=one.item.colour or one.sized.kind.colour,
        )
        if one.sized.behind.value > 0:
            middle = (low + high) * HALF
            drawing.box(
                one.part, f"{one.item.called}, behind", "metal", middle - 2, mount + pack.size("mount"), 4, one.sized.behind.value
            )
    _rays(drawing, sizes, axis, wide, face, mount)
    drawing.measure("rail.height", "y", 0, height, 0, "left", 1, STAGES, "rail")
    drawing.measure("depth.to_board", "y", 0, mount, wide, "right", 1, STAGES, "to board")
    for way, x0, sign in ((first, face, 1), (last, wide - face, -1)):
        deep = seeing.hidden[way].value
        if deep > 0:
            low, high = sorted((x0, x0 + sign * deep))
            drawing.measure(f"hidden.{way}", "x", low, high, height + below, "bottom", 1, STAGES, "hidden")
    return drawing.view()


def _mat(
    drawing: Drawing,
    sizes: Sizes,
    key: str,
    label: str,
    axis: str,
    at: Fraction,
    start: Fraction,
    inner: Fraction,
    y: Fraction,
    thick: Fraction,
) -> None:
    """A mat as it is met by the cut: board, windows left out."""
    assert sizes.mats is not None
    level = next(lv for lv in sizes.mats.levels if lv.key == key)
    other = "height" if axis == "width" else "width"
    line = at - sizes.mats.corner[other].value
    holes = sorted(
        (o.start[axis].value, o.end[axis].value) for o in level.openings if o.start[other].value < line < o.end[other].value
    )
    ease = (inner - sizes.mats.size[axis].value) * HALF
    x = Fraction(0)
    for low, high in [*holes, (sizes.mats.size[axis].value, Fraction(0))]:
        if low > x:
            drawing.box(key, label, "board", start + ease + x, y, low - x, thick, colour=level.board.colour)
        x = max(x, high)


def _rays(drawing: Drawing, sizes: Sizes, axis: str, wide: Fraction, face: Fraction, mount: Fraction) -> None:
    """The line of sight over each lip that hides something, and the lamp's over the top one."""
    first, last = SPANS[axis]
    seeing = sizes.seeing
    for way, x0, sign in ((first, face, 1), (last, wide - face, -1)):
        deep = seeing.hidden[way].value
        if deep > 0:
            drawing.line("eye", f"Line of sight over the lip, {way}", "ray", (x0, 0), (x0 + sign * deep, mount))
    if axis == "height" and seeing.shadow.value > 0:
        drawing.line(
            "lamp", "Edge of the top lip’s shadow", "ray", (face, 0), (min(face + seeing.shadow.value, wide - face), mount)
        )
