"""The sums of a box round things: what shows, the rabbet, the boards and the sheet, the pack, the mats, what is hidden.

sight = from the outermost edge of the items to the other + 2 × border     (or as it was given, or as the frame has it)
board = rabbet − allowance
"""

from __future__ import annotations

import math

from shadbo.core.contract.display import MANY
from shadbo.core.contract.terms import ruled
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.framing.arrange.folding import Folds, fold_up
from shadbo.core.framing.arrange.laid import SPANS, WAYS, BoxContext, PlacedItem, lay, size_items
from shadbo.core.framing.arrange.layouts import places_of
from shadbo.core.framing.arrange.neighbours import Gap, gaps_of, told
from shadbo.core.framing.arrange.stitched import Stitched, stretch_over
from shadbo.core.framing.boxes.covering import narrowed
from shadbo.core.framing.boxes.depth import Pack, pack_up
from shadbo.core.framing.boxes.mats import Matting, mat_up
from shadbo.core.framing.boxes.recipe import Recipe
from shadbo.core.framing.boxes.seeing import Seeing, look_at
from shadbo.core.framing.closing import Points, points_round
from shadbo.core.framing.own import stock_leaf
from shadbo.core.framing.rabbet import Rabbet, check_glazing, made_rabbet, read_rabbet
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.spacers import side_strips, spacer_lengths
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.masses import show_mass
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf, rule, smallest, weighed

HALF = Fraction(1, 2)
# Which sides a border stands on, by axis.
BORDERS = {"width": ("left", "right"), "height": ("top", "bottom")}


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of things in their box. ``sight`` are the edges of what shows, on the axes the items are placed on;
    ``strips`` the lengths its spacer is cut to."""

    laid: list[PlacedItem]
    rabbet: Rabbet
    sight: dict[str, Dim]
    gaps: list[tuple[Gap, str]]
    board: dict[str, Dim]
    sheet: dict[str, Dim]
    pack: Pack
    mats: Matting | None
    seeing: Seeing
    folds: list[Folds]
    stitched: list[Stitched]
    strips: dict[str, Dim]
    cut_down: dict[str, Dim]
    anchors: dict[tuple[str, int], dict[str, Dim]]
    points: Points

    def item(self, key: str) -> PlacedItem | None:
        return next((one for one in self.laid if one.item.key == key), None)


def arrange(context: BoxContext) -> tuple[list[PlacedItem], Rabbet, dict[str, Dim]]:
    """The items where they lie, the frame round them, and the edges of what shows."""
    sized = size_items(context)
    laid = lay(context, sized, places_of(context, sized))
    rabbet, sight = _frame(context, laid)
    sight = {
        way: context.book.add(
            dim,
            f"sight.{way}",
            f"Edge of what shows, {way}, from the middle of the things",
            parts=("rail",),
            grain="depth",
            # What is out in the size of the frame is out by half at each of its edges.
            cut=rabbet.sight[axis] * (HALF if i else -HALF),
        )
        for axis, ways in BORDERS.items()
        for i, way in enumerate(ways)
        for dim in (sight[way],)
    }
    return laid, rabbet, sight


def size_up(context: BoxContext, recipe: Recipe) -> Sizes:
    """Work out every dim and put it into the book."""
    laid, rabbet, sight = arrange(context)
    board = _boards(context, rabbet)
    sheet = check_glazing(context, rabbet, context.display.glazing) if context.display.glazing != "none" else {}
    for one in _spoken_of(context, laid, sight):
        for axis, (first, last) in SPANS.items():
            for way in (first, last):
                room = one.edges[way] - sight[way] if way == first else sight[way] - one.edges[way]
                context.book.add(
                    room,
                    f"{one.part}.{way}",
                    f"{one.item.called}, from the {way} edge of what shows",
                    parts=(one.part,),
                    grain="depth",
                )
            context.book.add(
                one.size(axis),
                f"{one.part}.takes.{axis}",
                f"{one.item.called}, room it takes, {axis}",
                parts=(one.part,),
                grain="wood",
            )
    kg = sum((one.sized.weight_kg for one in laid), Fraction(0))
    context.book.add_quantity(
        "items.weight",
        "All things together, weight",
        show_mass(kg),
        (f"{len(laid)} things, each as weighed or estimated",),
        parts=("item",),
    )
    for axis, (first, last) in SPANS.items():
        extent = largest([one.edges[last] for one in laid]) - smallest([one.edges[first] for one in laid])
        context.book.add(extent, f"items.{axis}", f"All things together, {axis}", parts=("item",))
    gaps = told(gaps_of(laid))
    for gap, _ in gaps:
        context.book.add(
            gap.dim(),
            gap.name,
            f"Gap, {gap.first.item.called} to {gap.last.item.called}",
            parts=(gap.first.part, gap.last.part),
            grain="depth",
        )
    mats = mat_up(context, laid, sight, board) if recipe.mats else None
    pack = pack_up(context, recipe, laid, rabbet, mats, board)
    folds = [fold_up(context, one) for one in laid if one.item.folding]
    stitched = [
        stretch_over(context, one, (one.size("width") - rabbet.sight["width"]) / 2, context.book["pack.mount"])
        for one in laid
        if one.item.stitching and not one.item.folding and context.display.edges == "lapped"
    ]
    seeing = look_at(context, laid, rabbet, sight, pack)
    middle = leaf(
        context.display.cut.at,
        "/display/cut/at",
        "Cut across, from the middle",
        "choice",
        pointer="/display/cut/at",
        grain="depth",
        parts=("section",),
    )
    context.book.add(middle, "cut.at", "Cut across, from the middle", parts=("section",))
    cut_down = _cut_down(context, rabbet) if pack.cut_down else {}
    return Sizes(
        laid=laid,
        rabbet=rabbet,
        sight=sight,
        gaps=gaps,
        board=board,
        sheet=sheet,
        pack=pack,
        mats=mats,
        seeing=seeing,
        folds=folds,
        stitched=stitched,
        strips=_strips(context, rabbet, sheet, cut_down) if pack.spacer is not None else {},
        cut_down=cut_down,
        anchors=_anchors(context, laid, sight, cut_down or board),
        points=points_round(context, board),
    )


def _anchors(
    context: BoxContext, laid: list[PlacedItem], sight: dict[str, Dim], board: dict[str, Dim]
) -> dict[tuple[str, int], dict[str, Dim]]:
    """Where each thing is fixed, from the left, the right and the top of the mount board: its middle is seldom that place."""
    found = {}
    half, one_ = Fraction(1, 2), Fraction(1)
    sides = {  # the way, the board's half, which sight edges make the middle, and which way the thing counts
        "left": (board["width"], sight["left"], sight["right"], one_),
        "right": (board["width"], sight["left"], sight["right"], -one_),
        "top": (board["height"], sight["top"], sight["bottom"], one_),
    }
    for one in laid:
        for i, anchor in enumerate(one.item.anchors):
            where, parts = f"{one.sized.pointer}/anchors/{i}", (f"{one.part}.anchor.{i}", one.part)
            word = f"{one.item.called}, {anchor.how}" + (f" {i + 1}" if len(one.item.anchors) > 1 else "")
            off = {}
            for axis, way in (("x", "across"), ("y", "down")):
                form = leaf(
                    getattr(anchor, axis),
                    f"{where}/{axis}",
                    f"{word}, {way} from its middle",
                    "reading",
                    pointer=f"{where}/{axis}",
                    grain="depth",
                    source="tape",
                    tolerance=context.shop.reading_tolerance(context.piece.units),
                    tape=context.piece.units,
                    parts=parts,
                )
                off[axis] = context.book.add(form, f"{one.part}.anchor.{i}.{axis}", f"{word}, {way} from its middle", parts=parts)
            x, y = turned(off["x"], off["y"], one.item.place.turn)
            found[one.item.key, i] = {
                way: context.book.add(
                    weighed(
                        [
                            (whole, half),
                            (one.x if way != "top" else one.y, sign),
                            (x if way != "top" else y, sign),
                            (low, -half * sign),
                            (high, -half * sign),
                        ]
                    ),
                    f"{one.part}.anchor.{i}.{way}",
                    f"{word}, from the {way} of the board",
                    parts=parts,
                    grain="depth",
                )
                for way, (whole, low, high, sign) in sides.items()
            }
    return found


def turned(x: Dim, y: Dim, degrees: int) -> tuple[Dim, Dim]:
    """A point given from an item’s middle, as the item is turned."""
    if degrees == 0:
        return x, y
    c, s = (Fraction(round(f(math.radians(degrees)) * 1_000_000), 1_000_000) for f in (math.cos, math.sin))
    return weighed([(x, c), (y, -s)]), weighed([(x, s), (y, c)])


def _strips(context: BoxContext, rabbet: Rabbet, sheet: dict[str, Dim], cut_down: dict[str, Dim]) -> dict[str, Dim]:
    """What holds the board off the glass: strips all round the rabbet, or two on the board that drops inside the liner."""
    return side_strips(context, cut_down) if cut_down else spacer_lengths(context, rabbet, sheet)


def _cut_down(context: BoxContext, rabbet: Rabbet) -> dict[str, Dim]:
    """The frame’s own inner board, cut to drop inside its liner."""
    display, book = context.display, context.book
    read = display.liner
    liner = (
        ruled(context, "liner_usual", "A liner, until it is read")
        if read is None
        else leaf(read, "/display/liner", "The frame’s liner", "choice", pointer="/display/liner", grain="depth", parts=("mount",))
    )
    liner = book.add(liner, "inner.liner", "The frame’s liner", parts=("mount",))
    ease = rule(context.shop.rules.board_allowance, "Allowance of the board, in all", "allowance", "depth")
    cut = context.shop.mat_cutter
    return {
        a: book.add(
            rabbet.size[a] - 2 * liner - ease, f"inner.{a}", f"Inner board cut down to, {a}", parts=("mount",), fits=True, cut=cut
        )
        for a in AXES
    }


def _spoken_of(context: BoxContext, laid: list[PlacedItem], sight: dict[str, Dim]) -> list[PlacedItem]:
    """The items whose room to the edges is told: all of a few; of many the one in hand and those nearest to each edge."""
    if len(laid) <= MANY:
        return laid
    wanted = {next((one.item.key for one in laid if one.item.key == context.focus), laid[0].item.key)}
    for way in WAYS:
        sign = 1 if way in ("left", "top") else -1
        wanted.add(min(laid, key=lambda one: one.edges[way].value * sign).item.key)
    return [one for one in laid if one.item.key in wanted]


def _frame(context: BoxContext, laid: list[PlacedItem]) -> tuple[Rabbet, dict[str, Dim]]:
    """The frame, and where the edges of what shows lie."""
    frame, display, book = context.display.frame, context.display, context.book
    if not isinstance(frame, NewRabbet):
        rabbet = read_rabbet(context, frame)
        return rabbet, _about_the_middle(rabbet.sight)
    if display.size == "outside":
        return _from_outside(context, laid, frame)
    if display.size == "given":
        given = {}
        for axis in AXES:
            value = getattr(display, f"sight_{axis}")
            pointer = f"/display/sight_{axis}"
            fitted = largest([one.edges[SPANS[axis][1]] for one in laid]) - smallest([one.edges[SPANS[axis][0]] for one in laid])
            given[axis] = leaf(
                value if value is not None else fitted.value + 2 * exact(display.border),
                pointer,
                f"Sight {axis}",
                "choice",
                pointer=pointer,
                parts=("rail",),
            )
        rabbet = made_rabbet(context, frame, given)
        return rabbet, _about_the_middle(rabbet.sight)
    border = _borders(context, frame)
    sight, size = {}, {}
    for axis, (first, last) in BORDERS.items():
        low = smallest([one.edges[first] for one in laid]) - border[first]
        high = largest([one.edges[last] for one in laid]) + border[last]
        sight[first], sight[last] = low, high
        size[axis] = high - low
    for way, dim in border.items():
        book.add(dim, f"border.{way}", f"Border, {way}", parts=("border",), grain="depth")
    return made_rabbet(context, frame, size), sight


def _from_outside(context: BoxContext, laid: list[PlacedItem], frame: NewRabbet) -> tuple[Rabbet, dict[str, Dim]]:
    """A frame ordered by its size over all: what shows is that less both rails; borders are what is left."""
    stock = context.shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings
    moulding = context.shop.rabbet_moulding(frame.moulding) or stock[0]
    face = stock_leaf(context, "rabbet_mouldings", moulding, "face", "Face", ("rail",))
    sight = {}
    for axis in AXES:
        value, pointer = getattr(context.display, f"outside_{axis}"), f"/display/outside_{axis}"
        fitted = largest([one.edges[SPANS[axis][1]] for one in laid]) - smallest([one.edges[SPANS[axis][0]] for one in laid])
        usual = fitted.value + 2 * exact(context.display.border) + 2 * face.value
        form = leaf(
            value if value is not None else usual, pointer, f"Ordered outside, {axis}", "choice", pointer=pointer, parts=("rail",)
        )
        sight[axis] = form - 2 * face
    rabbet = made_rabbet(context, frame, sight)
    return rabbet, _about_the_middle(rabbet.sight)


def _about_the_middle(size: dict[str, Dim]) -> dict[str, Dim]:
    return {way: size[axis] * (HALF if i else -HALF) for axis, ways in BORDERS.items() for i, way in enumerate(ways)}


def _borders(context: BoxContext, frame: NewRabbet) -> dict[str, Dim]:
    """The border on each side; under the lip it is negative: that much of the work is covered."""
    display = context.display
    if display.edges == "lapped":
        found = context.shop.rabbet_moulding(frame.moulding) or (context.shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings)[0]
        lip = leaf(found.lip, "stock:lip", "Lip", "stock", source="stock", grain="depth", parts=("rail",))
        room = leaf(
            context.shop.rules.board_allowance,
            "board-allowance",
            "Allowance of the board, in all",
            "rule",
            source="allowance",
            grain="depth",
        )
        lap = context.book.add(lip - room / 2, "border.lap", "Lip overlap", parts=("rail",), grain="depth")
        return {way: -lap for ways in BORDERS.values() for way in ways}
    border = context.book.add(
        leaf(display.border, "/display/border", "Border", "choice", pointer="/display/border", grain="depth", parts=("border",)),
        "border.least",
        "Border round the things",
        parts=("border",),
    )
    weight = context.rule("bottom_weight") if display.weighting == "bottom" else Fraction(1)
    return {way: border * (weight if way == "bottom" else 1) for ways in BORDERS.values() for way in ways}


def _boards(context: BoxContext, rabbet: Rabbet) -> dict[str, Dim]:
    allowed = leaf(
        context.shop.rules.board_allowance,
        "board-allowance",
        "Allowance of the board, in all",
        "rule",
        source="allowance",
        grain="depth",
    )
    room, cut = narrowed(context, allowed), context.shop.mat_cutter
    return {
        a: context.book.add(rabbet.size[a] - room, f"board.{a}", f"Board {a}", parts=("mount",), fits=True, cut=cut) for a in AXES
    }
