"""The items of a piece reckoned: their sizes as they are mounted, their places, where their edges run."""

from __future__ import annotations

from functools import cached_property, partial
from typing import Any

from shadbo.core.contract.display import Context
from shadbo.core.document.coming import OWN_BOARDS, on_its_board
from shadbo.core.document.decisions.boxes import Boxed
from shadbo.core.document.items import Item, ItemHeight, ItemWidth, Things
from shadbo.core.document.kinds import KindOf, density, kind_of
from shadbo.core.framing.arrange.shapes import Body, body_of, reach
from shadbo.core.measuring.measuring import Side, read_side, reading_dim
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Worked
from shadbo.core.quantity.masses import show_mass
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, leaf, weighed

BoxContext = Context[Things, Boxed]
ZERO, HALF = Fraction(0), Fraction(1, 2)
WAYS = ("left", "right", "top", "bottom")
# The first way of an axis, the second, and the axis itself.
SPANS = {"width": ("left", "right"), "height": ("top", "bottom")}


@record(frozen=True, slots=True)
class Sized:
    """An item before it has a place: the sizes read, the sizes it is mounted at (folded, or on its own board)."""

    item: Item
    index: int
    kind: KindOf
    width: Dim
    height: Dim
    cover: tuple[Dim, Dim]
    into: tuple[Dim, Dim]
    wide: Dim
    tall: Dim
    front: Dim
    behind: Dim
    weight_kg: Fraction
    sides: tuple[Side | None, Side | None]
    part: str

    @property
    def pointer(self) -> str:
        return f"/object/items/{self.index}"

    def reaching(self, way: str) -> Dim:
        """From its middle to its edge on one side, as it is turned; negative to the left and up."""
        across, along = reach(self.item, way, self.wide.value, self.tall.value)
        return weighed([(self.wide, across), (self.tall, along)])


@record(frozen=True)
class PlacedItem:
    """An item at its place. The middle is at (x, y); its edges run at ``left`` … ``bottom``, on the same axes."""

    sized: Sized
    x: Dim
    y: Dim
    edges: dict[str, Dim]

    # Asked for by every pair of them.
    @cached_property
    def item(self) -> Item:
        return self.sized.item

    @cached_property
    def part(self) -> str:
        return self.sized.part

    def size(self, axis: str) -> Dim:
        """How much room it takes along an axis, turned as it is."""
        first, last = SPANS[axis]
        return self.edges[last] - self.edges[first]

    @cached_property
    def body(self) -> Body:
        return body_of(self.item, self.x.value, self.y.value, self.sized.wide.value, self.sized.tall.value)


def size_items(context: BoxContext) -> list[Sized]:
    """Every item's sizes into the book."""
    return [_size(context, item, i) for i, item in enumerate(context.thing.items)]


def _size(context: BoxContext, item: Item, index: int) -> Sized:
    book, key, where = context.book, f"item.{item.key}", f"/object/items/{index}"
    kind, parts = kind_of(item), (key,)
    width, wide_side = _side(context, item.width, f"{key}.width", f"{item.called}, width", f"{where}/width", key)
    height, tall_side = _side(context, item.height, f"{key}.height", f"{item.called}, height", f"{where}/height", key)
    front = book.add(
        _given(context, item.front, f"{where}/front", "Height in front", parts),
        f"{key}.front",
        f"{item.called}, height in front of its mount",
        parts=parts,
    )
    behind = book.add(
        _given(context, item.behind, f"{where}/behind", "Sticks out behind", parts),
        f"{key}.behind",
        f"{item.called}, what sticks out behind",
        parts=parts,
    )
    kg = _weigh(context, item, index, width.value, height.value)
    wide, tall = width, height
    if item.folding:
        wide, tall = _folded(context, item, where, key)
    elif item.stitching:
        border = book.add(
            _choice(item.stitching.border, f"{where}/stitching/border", "Border round the stitching", parts),
            f"{key}.border",
            f"{item.called}, border round the stitching",
            parts=parts,
        )
        wide = book.add(width + 2 * border, f"{key}.board.width", f"{item.called}, board width", parts=parts)
        tall = book.add(height + 2 * border, f"{key}.board.height", f"{item.called}, board height", parts=parts)
    sides = (wide_side, tall_side)
    cover = (wide_side.smallest if wide_side else width, tall_side.smallest if tall_side else height)
    into = (wide_side.largest if wide_side else width, tall_side.largest if tall_side else height)
    if wide is not width:
        cover = into = (wide, tall)
    return Sized(
        item=item,
        index=index,
        kind=kind,
        width=width,
        height=height,
        cover=cover,
        into=into,
        wide=wide,
        tall=tall,
        front=front,
        behind=behind,
        weight_kg=kg,
        sides=sides,
        part=key,
    )


def _side(
    context: BoxContext, stations: ItemWidth | ItemHeight, name: str, label: str, pointer: str, part: str
) -> tuple[Dim, Side | None]:
    """One size: a single reading is the size itself; of several, all uses are worked out, and the mean is how it looks."""
    places = list(stations.places(pointer))
    if len(places) == 1 and len(places[0].readings) == 1:
        place = places[0]
        dim = reading_dim(place.readings[0], f"{place.pointer}/0", label, context.shop, "wood", part)
        return context.book.add(dim, name, label, parts=(part,)), None
    side = read_side(context.book, stations, name, label, pointer, context.shop, part=part)
    return side.mean, side


def _given(context: BoxContext, value: Any, pointer: str, label: str, parts: tuple[str, ...]) -> Dim:
    """A length read once with the tape, typed at its own place."""
    return leaf(
        value,
        pointer,
        label,
        "reading",
        tolerance=context.shop.reading_tolerance(context.piece.units),
        pointer=pointer,
        tape=context.piece.units,
        source="tape",
        grain="depth",
        parts=parts,
    )


def _choice(value: Any, pointer: str, label: str, parts: tuple[str, ...]) -> Dim:
    return leaf(value, pointer, label, "choice", pointer=pointer, grain="depth", parts=parts)


def _folded(context: BoxContext, item: Item, where: str, key: str) -> tuple[Dim, Dim]:
    """A garment folded to fill its opening: opening − 2 × border."""
    assert item.folding is not None
    book, parts = context.book, (key,)

    def chosen(field: str, label: str) -> Dim:
        value = getattr(item.folding, field)
        form = _choice(value, f"{where}/folding/{field}", label, parts)
        return book.add(form, f"{key}.{field}", f"{item.called}, {label[0].lower()}{label[1:]}", parts=parts)

    border = chosen("border", "Border in its opening")
    wide = chosen("opening_width", "Opening width") - 2 * border
    tall = chosen("opening_height", "Opening height") - 2 * border
    return (
        book.add(wide, f"{key}.folded.width", f"{item.called}, folded width", parts=parts, fits=True),
        book.add(tall, f"{key}.folded.height", f"{item.called}, folded height", parts=parts, fits=True),
    )


def _weigh(context: BoxContext, item: Item, index: int, width: Fraction, height: Fraction) -> Fraction:
    """What an item weighs: put on a scale, or estimated from its size and what it is made of (marked as one)."""
    name, edit, parts = f"item.{item.key}.weight", f"/object/items/{index}/weight", (f"item.{item.key}",)
    if item.weight is not None:
        kg, label, how = exact(item.weight), "weight", "Put on a scale."
    else:
        # A thing fills about half of the box round it; what is thinner than a millimetre is taken as that.
        heavy, solid = density(item), Fraction(1, 2)
        if on_its_board(item.comes, item.kind):
            heavy, solid = OWN_BOARDS[item.comes.board][1], Fraction(1)
        kg = width * height * max(exact(item.front), Fraction(1)) * solid * heavy / 1_000_000_000
        label = "weight (estimate)"
        how = (
            f"{'all' if solid == 1 else 'half'} of the box round it, at {heavy} kg a cubic metre (house figure); put it on a scale"
        )
    context.book.add_later(name, lambda: Worked(name, f"{item.called}, {label}", None, show_mass(kg), ((how,),), parts, edit, kg))
    return kg


def lay(context: BoxContext, sized: list[Sized], places: list[tuple[Dim, Dim]]) -> list[PlacedItem]:
    """Every item at its place: middle and edges."""
    laid = []
    for one, (x, y) in zip(sized, places, strict=True):
        name = one.part
        # It is laid to marks that were measured off, whatever its own size then comes out at.
        at = partial(context.book.add, parts=(name,), grain="depth", cut=context.shop.by_hand)
        x = at(x, f"{name}.x", f"{one.item.called}, offset from centre, left–right")
        y = at(y, f"{name}.y", f"{one.item.called}, offset from centre, up–down")
        edges = {}
        for way in WAYS:
            across, along = reach(one.item, way, one.wide.value, one.tall.value)
            middle = x if way in ("left", "right") else y
            edges[way] = weighed([(middle, Fraction(1)), (one.wide, across), (one.tall, along)])
        laid.append(PlacedItem(one, x, y, edges))
    return laid
