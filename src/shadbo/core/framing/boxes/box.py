"""Things in their box, reckoned whole: what the four displays direct, spaced, shadow box and matted box have in common."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from shadbo.core.contract.checks import Patch, put
from shadbo.core.contract.display import Arrangement, Display, DisplayPlan, GoesIn, Holds, ItemShown, Layer, Proof, Weight
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.document.starts import Start
from shadbo.core.framing.arrange.laid import SPANS, BoxContext
from shadbo.core.framing.arrange.moves import rounded
from shadbo.core.framing.boxes.bodies import lie
from shadbo.core.framing.boxes.covering import cloth_weight, covered
from shadbo.core.framing.boxes.drawing import draw
from shadbo.core.framing.boxes.making import cut_list, lies_of, parts, steps, stock_sum
from shadbo.core.framing.boxes.panels import panels
from shadbo.core.framing.boxes.recipe import Recipe
from shadbo.core.framing.boxes.rules import check
from shadbo.core.framing.boxes.sizes import Sizes, arrange, size_up
from shadbo.core.framing.boxes.suiting import held, way_of
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.spacers import spacer_weight
from shadbo.core.framing.weights import object_weight, rails_weight, sheet_weight, strips_weight
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Book, Say
from shadbo.core.quantity.sums import leaf

# Thicknesses that follow from stock or need until they are typed or dragged.
FOLLOWING = {
    "/display/spacer": "pack.spacer",
    "/display/mount": "pack.mount",
    "/display/backing": "pack.backing",
    "/display/glazing_thickness": "pack.glazing",
    "/display/sight_width": "frame.sight.width",
    "/display/sight_height": "frame.sight.height",
    "/display/outside_width": "frame.outside.width",
    "/display/outside_height": "frame.outside.height",
}

# What holds on a mount board, whatever the box round it.
ON_A_BOARD = frozenset(
    {
        "bar_screws",
        "clear_tabs",
        "corners",
        "edge_clips",
        "edge_strips",
        "form",
        "hem",
        "lacing",
        "own_bar",
        "pins",
        "points",
        "sewn",
        "stitching",
        "t_hinges",
        "tags",
        "tape_across",
        "tape_double",
        "through_hinges",
    }
)


def boxed(recipe: Recipe, *more: str, starts: tuple[Start, ...] = ()) -> Display:
    """One of the four displays by its recipe; ``more`` are methods that hold in it besides those of any board."""
    return Display(
        recipe.key,
        recipe.label,
        lambda context: _reckon(context, recipe),
        way_of(recipe),
        _settle,
        starts,
        holds=Holds(ON_A_BOARD | frozenset(more), asked=True),
        lie=_lie,
    )


def _lie(context: BoxContext) -> Arrangement:
    laid, _, sight = arrange(context)
    display = context.display
    return Arrangement(laid, sight, display.size == "fitted" and isinstance(display.frame, NewRabbet))


def _reckon(context: BoxContext, recipe: Recipe) -> DisplayPlan:
    sizes = size_up(context, recipe)
    check(context, sizes)
    weights = _weights(context, sizes)
    return DisplayPlan(
        verdict=_verdict(context, sizes),
        outside=(sizes.rabbet.outside["width"], sizes.rabbet.outside["height"]),
        layers=tuple(Layer(lies.key, lies.label, lies.size) for lies in sizes.pack.layers),
        panels=panels(context, sizes, recipe),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=cut_list(context, sizes, recipe),
        stock=stock_sum(context, sizes),
        steps=lambda: steps(context, sizes, recipe),
        parts=lambda: parts(context, sizes),
        proofs=tuple(_proofs(context, sizes)),
        deep=sizes.rabbet.moulding_depth + leaf(context.display.build_up, "/display/build_up", "Build-up", "choice", grain="depth"),
        weights=weights,
        frame_section=sizes.rabbet.frame_section(weights),
        held=held(context, sizes),
        items=tuple(
            ItemShown(
                one.item.key,
                one.part,
                one.item.name,
                one.sized.kind.label,
                context.speak.say("{} × {}", one.sized.wide, one.sized.tall),
                one.item.place.group,
                one.item.colour or one.sized.kind.colour,
            )
            for one in sizes.laid
        ),
    )


def _weights(context: BoxContext, sizes: Sizes) -> tuple[Weight, ...]:
    rabbet, pack, glazing = sizes.rabbet, sizes.pack, context.display.glazing
    found = [rails_weight(context, rabbet.outside, rabbet.face, rabbet.area_mm2, rabbet.wood)]
    if sizes.sheet:
        found.append(sheet_weight(context, "glazing", "Glazing", glazing, sizes.sheet, pack.size("glazing")))
    levels = {level.key: level for level in sizes.mats.levels} if sizes.mats is not None else {}
    for lies in pack.layers:
        if lies.material == "board" and lies.size.value > 0:
            cut = [(o.size["width"], o.size["height"]) for o in levels[lies.key].openings] if lies.key in levels else ()
            size = sizes.cut_down if lies.key == "mount" and sizes.cut_down else sizes.board
            board = lies_of(context, sizes, lies)
            found.append(sheet_weight(context, lies.key, lies.label, board, size, lies.size, windows=cut))
    if pack.spacer is not None and sizes.strips:
        found.append(spacer_weight(context, sizes.strips, pack.size("spacer")))
    if pack.behind_need is not None and not sizes.cut_down:
        wide = context.rule("behind_strip")
        long, tall = (sizes.board[a].value for a in ("width", "height"))
        pieces = [(2, run, wide, pack.behind_need) for run in (long, tall - 2 * wide)]
        found.append(strips_weight(context, "behind", "Strips behind the board", "card", pieces))
    if context.display.build_up:
        found.append(_build_up_weight(context, sizes))
    for board in pack.fill.boards if pack.fill is not None else ():
        found.append(sheet_weight(context, "fill", "Filler behind", board, sizes.board, exact(board.thickness)))
    if covered(context):
        found.append(cloth_weight(context))
    kg = sum((one.sized.weight_kg for one in sizes.laid), Fraction(0))
    estimated = any(one.item.weight is None for one in sizes.laid)
    found.append(object_weight("item", "Things", kg, estimated))
    return tuple(found)


def _build_up_weight(context: BoxContext, sizes: Sizes) -> Weight:
    """Strips behind the rails, as wide as their wood beside the rabbet."""
    rabbet = sizes.rabbet
    wide = max(rabbet.face.value - rabbet.lip.value, Fraction(0))
    pieces = [(2, rabbet.outside[a], wide, context.book["depth.build_up"]) for a in ("width", "height")]
    return strips_weight(context, "build_up", "Build-up strips", "softwood", pieces)


def _verdict(context: BoxContext, sizes: Sizes) -> Say | GoesIn:
    say, slack = context.speak.say, sizes.pack.slack
    if slack.value < 0:
        return say("This won’t go in, by {}.", -slack.value)
    if any(c.severity == "stop" and c.stage == "arrange" for c in context.checks.checks.values()):
        return GoesIn(("It goes in, but it can’t lie like this.",))
    if sizes.cut_down and sizes.pack.behind_room is not None:
        return GoesIn(say("It goes in: {} of room behind the board.", sizes.pack.behind_room))
    return GoesIn(say("It goes in, with {} to spare.", slack))


def _proofs(context: BoxContext, sizes: Sizes) -> list[Proof]:
    """The pack re-adds layer by layer, every item between its two edges, the mats on every line, the frame outside."""
    book, found = context.book, []
    layers = [lies.size for lies in sizes.pack.layers]
    if not sizes.cut_down:
        found.append(Proof("layers + slack = usable depth", (*layers, sizes.pack.slack), sizes.pack.usable))
    else:
        found.append(Proof("layers + room behind = usable depth", tuple(layers), sizes.pack.usable))
    # What lies under the lip all round has no edge that is seen.
    bordered = context.display.edges == "bordered"
    for one in (one for one in sizes.laid if bordered and f"{one.part}.left" in book.dims):
        for axis, (first, last) in SPANS.items():
            terms = (book[f"{one.part}.{first}"], book[f"{one.part}.takes.{axis}"], book[f"{one.part}.{last}"])
            found.append(Proof(f"edge + {one.item.called} + edge = sight, {axis}", terms, sizes.rabbet.sight[axis]))
    if sizes.mats is not None:
        found += sizes.mats.proofs()
    if isinstance(context.display.frame, NewRabbet):
        rail = sizes.rabbet.face
        found += [
            Proof(f"face + sight + face = outside, {a}", (rail, sizes.rabbet.sight[a], rail), sizes.rabbet.outside[a]) for a in AXES
        ]
    return found


def _settle(document: Any, pointer: str, book: Callable[[], Book]) -> Patch:
    """Typing a place takes all items into the hand from where a template has them; a thickness that followed is typed."""
    steps: list[dict[str, Any]] = []
    if pointer.startswith("/object/items/") and "/place/" in pointer and document["display"]["layout"]["how"] != "free":
        stands = book()
        steps.append(put("/display/layout/how", "free"))
        for i, item in enumerate(document["object"]["items"]):
            steps += [put(f"/object/items/{i}/place/{k}", rounded(stands[f"item.{item['key']}.{k}"].value)) for k in ("x", "y")]
    if pointer == "/display/cut/at" and document["display"]["cut"]["way"] == "most":
        steps += _cut_by_hand(book())
    field = FOLLOWING.get(pointer)
    if field is not None and document["display"][pointer.rsplit("/", 1)[1]] is None:
        stands = book()
        if field in stands.dims:
            steps.append(put(pointer, stands[field].value))
    return tuple(steps)


def _cut_by_hand(book: Book) -> list[dict[str, Any]]:
    """The line through what needs the most room, as a line of one’s own: down at its middle."""
    most = book["room.need"].parts[0]
    return [
        put("/display/cut/way", "down"),
        put("/display/cut/at", rounded((book[f"{most}.left"].value - book[f"{most}.right"].value) / 2)),
    ]
