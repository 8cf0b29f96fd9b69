"""Four mitred rails round an opening: how they are drawn, cut, laid into stock lengths and glued."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.cutting import Across, CutLine, StockLength, lay_out
from shadbo.core.contract.display import Context
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import got
from shadbo.core.contract.views import Drawing
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import as_decimal
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, diagonal, largest, rule

AXES = ("width", "height")
FACES = 8
WHERE = {"width": "top and bottom", "height": "left and right"}
RUNS = (
    ("width", "horizontal", f"Rails, {WHERE['width']}", ("rail.top", "rail.bottom")),
    ("height", "vertical", f"Stiles, {WHERE['height']}", ("rail.left", "rail.right")),
)


def other(axis: str) -> str:
    return "height" if axis == "width" else "width"


def draw_rails(drawing: Drawing, w: Fraction, h: Fraction, f: Fraction, part: str = "rail") -> None:
    """Four mitred rails of face ``f`` filling ``w`` × ``h``, outer corner at the origin; seen from behind left and right change over."""
    first, last = ("right", "left") if drawing.key == "back" else ("left", "right")
    drawing.polygon(f"{part}.top", "Top rail", "wood", ((0, 0), (w, 0), (w - f, f), (f, f)))
    drawing.polygon(f"{part}.bottom", "Bottom rail", "wood", ((0, h), (f, h - f), (w - f, h - f), (w, h)))
    drawing.polygon(f"{part}.{first}", f"{first.title()} stile", "wood", ((0, 0), (f, f), (f, h - f), (0, h)), turn=90)
    drawing.polygon(f"{part}.{last}", f"{last.title()} stile", "wood", ((w, 0), (w, h), (w - f, h - f), (w - f, f)), turn=90)


def cut_line(
    context: Context[object, object],
    key: str,
    part: str,
    parts: tuple[str, ...],
    count: int,
    material: str,
    length: Dim,
    across: Across = Across(),
    note: Say = (),
    short: Dim | None = None,
    number: str = "",
    *,
    opening: bool = False,
) -> CutLine:
    """One line of the cut list; a length reads as it does as a figure. ``opening``: it is cut out of the line before it."""
    show = context.shop.showing.show
    return CutLine(
        key=key,
        part=part,
        parts=parts,
        count=count,
        material=material,
        length=show(length.value, length.grain),
        mm=f"{as_decimal(length.value):f}",
        figure=length.name,
        short=show(short.value, short.grain) if short else None,
        short_mm=f"{as_decimal(short.value):f}" if short else None,
        short_figure=short.name if short else None,
        number=number,
        section=across.section,
        alone=across.alone,
        opening=opening,
        width=across.width,
        width_figure=across.figure,
        thick=across.thick,
        more=across.more,
        packer=across.packer,
        note=note,
    )


@record(frozen=True, slots=True)
class Rails:
    """Rails to be cut: of what, how long outside (long point) and inside (short point), and whether one too many."""

    material: str
    stock: Fraction
    face: Dim
    across: Across
    long: Mapping[str, Dim]
    short: Mapping[str, Dim]
    spare: bool


def rail_lines(context: Context[object, object], rails: Rails) -> list[CutLine]:
    book = context.book
    lines = []
    for axis, run, word, parts in RUNS:
        long = book.add(rails.long[axis], f"rail.{run}.long_point", f"{word}, long point", parts=parts, grain="wood")
        short = book.add(rails.short[axis], f"rail.{run}.short_point", f"{word}, short point", parts=parts, fits=True, grain="wood")
        lines.append(
            cut_line(
                context,
                f"rail.{run}",
                word,
                parts,
                2,
                rails.material,
                long,
                rails.across,
                ("45° both ends, leaning opposite ways",),
                short,
            )
        )
    if rails.spare:
        longest = max((book[f"rail.{run}.long_point"] for _, run, _, _ in RUNS), key=lambda d: d.value)
        lines.append(
            cut_line(
                context,
                "rail.spare",
                "Spare rail",
                ("rail",),
                1,
                rails.material,
                longest,
                rails.across,
                ("one too many, from the same length",),
            )
        )
    return lines


def rail_stock(context: Context[object, object], rails: Rails) -> tuple[StockLength, ...]:
    """How much moulding the frame takes, and how its rails lie in the stock lengths (none if one is too long)."""
    book, shop = context.book, context.shop
    kerf = rule(shop.rules.kerf, "Saw kerf", "saw", "depth")
    across, down = book["rail.horizontal.long_point"], book["rail.vertical.long_point"]
    spare = (across if across.value >= down.value else down) + kerf
    needed = 2 * across + 2 * down + 4 * kerf
    needed = book.add(needed + spare if rails.spare else needed, "cut.needed", "Moulding used, with kerfs", parts=("rail",))
    perimeter = 2 * rails.short["width"] + 2 * rails.short["height"] + FACES * rails.face
    thumb = book.add(
        perimeter * context.rule("order_more"), "cut.thumb", "Rule of thumb: inside round + 8 faces, + 10 %", parts=("rail",)
    )
    book.add(largest((needed, thumb)), "cut.order", "Moulding to order, at least", parts=("rail",))
    pieces = [("top rail", across.value), ("bottom rail", across.value), ("left stile", down.value), ("right stile", down.value)]
    if rails.spare:
        pieces.append(("spare rail", max(across.value, down.value)))
    return stock_lengths(context, pieces, rails.stock, "Lengths of moulding")


def stock_lengths(
    context: Context[object, object],
    pieces: list[tuple[str, Fraction]],
    length: Fraction,
    label: str,
    *,
    name: str = "cut.lengths",
    first: int = 1,
) -> tuple[StockLength, ...]:
    """Pieces laid into stock lengths, counted from ``first``; none if one is longer than the stock (a stop says so and gives the ways out)."""
    book, shop, show = context.book, context.shop, context.shop.showing.show
    kerf = exact(shop.rules.kerf)
    try:
        bars = lay_out(pieces, length, kerf)
    except ValueError:
        return ()
    lengths = []
    for i, cut in enumerate(bars):
        used = sum((mm + kerf for _, mm in cut), Fraction(0))
        left = length - used
        lengths.append(
            StockLength(first + i, tuple(name for name, _ in cut), show(used), show(left), left >= exact(shop.rules.keep_offcut))
        )
    book.add_count(
        name,
        label,
        len(bars),
        context.speak.say("each {} long", length),
        *(("; ".join(piece for piece in item.pieces),) for item in lengths),
        parts=("rail",),
    )
    return tuple(lengths)


def square(context: Context[object, object], name: str, label: str, sides: Mapping[str, Dim], part: str) -> tuple[Dim, Dim]:
    """What both diagonals must measure, and by how much they may differ: ``<name>.diagonal`` and ``<name>.square``."""
    across = context.book.add(
        diagonal(sides["width"], sides["height"]), f"{name}.diagonal", f"Both {label} diagonals", parts=(part,)
    )
    per_metre = rule(context.shop.rules.square_per_metre, "Diagonals may differ by, a metre", "square", "depth")
    differ = context.book.add(
        per_metre * max(Fraction(1), across.value / 1000), f"{name}.square", "Diagonals may differ by", parts=(part,), grain="depth"
    )
    return across, differ


def frame_steps(context: Context[object, object], rails: Rails) -> list[Operation]:
    """Cut, dry-fit, glue: the same for every frame that is made."""
    say, book = context.speak.say, context.book
    long_points = [book[f"rail.{way}.long_point"] for way in ("horizontal", "vertical")]
    material = f"{rails.material[:1].upper()}{rails.material[1:]}"
    cut = (
        say(f"{material}: four at {{}}, long point, all to one stop.", long_points[0])
        if long_points[0].value == long_points[1].value
        else say(f"{material}: two at {{}} and two at {{}}, long point; each pair to the same stop.", *long_points)
    )
    return [
        Operation(
            "cut",
            "Cut the rails",
            cut,
            20,
            care="Saw: guard down, hands clear, eye and hearing protection; dust extraction on.",
            parts=("rail",),
            makes=("rail",),
            place="dusty",
            leaves=("mitred", "shaped"),
        ),
        Operation(
            "dry",
            "Dry-fit",
            say("Both outside diagonals {}; they may differ by {}.", book["frame.diagonal"], book["frame.square"]),
            10,
            gate=True,
            parts=("rail",),
            needs=("slotted",),
        ),
        Operation(
            "glue",
            "Glue the frame",
            (
                "Clamp to a flat board with paper under the corners; measure the diagonals again "
                "before the glue takes. An hour in clamps, full strength in a day.",
            ),
            20,
            wait_minutes=24 * 60,
            parts=("rail",),
            uses=("glue",),
            takes="clamps",
            takes_on=60,
            needs=("slotted",),
            leaves=("glued", "joined", "shaped"),
        ),
    ]


# Wood glue is at hand; it is told so that nobody begins without.
GLUE = got("glue", "Wood glue", comes="hand")
# A frame that is there already, and what a pack is closed with.
FRAME = got("rail", "Frame as it was bought", comes="came", lights=("rail",))


def draw_mat(
    drawing: Drawing, w: Fraction, h: Fraction, face: Fraction, window: Mapping[str, Dim]
) -> tuple[Fraction, Fraction, Fraction, Fraction]:
    """The four sides of a mat inside rails ``face`` wide, round a window in its middle; the window’s left, top, width and height (mm)."""
    ww, wh = min(window["width"].value, w - 2 * face), min(window["height"].value, h - 2 * face)
    x0, y0 = (w - ww) / 2, (h - wh) / 2
    for x, y, bw, bh in (
        (face, face, w - 2 * face, y0 - face),
        (face, y0 + wh, w - 2 * face, h - face - y0 - wh),
        (face, y0, x0 - face, wh),
        (x0 + ww, y0, w - face - x0 - ww, wh),
    ):
        if bw > 0 and bh > 0:
            drawing.box("mat", "Mat", "board", x, y, bw, bh)
    return x0, y0, ww, wh


def spread(length: Dim, most: Fraction, start: Dim | None = None, many: int | None = None) -> tuple[list[Dim], int]:
    """Places of fasteners along a side, the same distance apart, half a spacing from each end: two at the least, or as ``many`` as wished."""
    n = max(2, int(-(-length.value // most))) if many is None else many
    if not n:
        return [], 0
    first = length / (2 * n)
    places = [first * (2 * i + 1) for i in range(n)]
    return ([start + p for p in places] if start is not None else places), n
