"""Changing the items of a piece: moving, arranging, adding, copying, taking out, giving an outline. All of it JSON Patch."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field

from shadbo.core.contract.checks import Patch, put
from shadbo.core.contract.display import Arrangement, Context
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.decisions.boxes import Layout
from shadbo.core.document.decisions.having import Arranged
from shadbo.core.document.items import Colour, Coordinate, ItemKey, Kind, Things
from shadbo.core.document.kinds import KINDS
from shadbo.core.document.piece import Piece, document_of, length_field
from shadbo.core.document.readings import Part, UnitName
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import item_of, reading
from shadbo.core.framing.arrange.laid import PlacedItem
from shadbo.core.framing.arrange.moves import arranged, move, rounded
from shadbo.core.planning.starting import spread
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.fields import Fault, LengthField, Refused
from shadbo.core.quantity.lengths import MM_PER_INCH, Unit, as_decimal

# Nudges: 1 mm or 1/16 in; coarse 10 mm or 1/2 in.
NUDGE = {"mm": (Fraction(1), Fraction(10)), "in": (MM_PER_INCH / 16, MM_PER_INCH / 2)}
# Snapping pulls over so many mm, or this share of what shows if that is more.
PULL, PULL_SHARE = Fraction(2), Fraction(1, 120)
MOST_ITEMS = 60
# So many alike are added at once.
MOST_ALIKE = 20
HALF = Fraction(1, 2)
ItemKeys = Annotated[list[ItemKey], Field(max_length=60)]


class MoveItems(Part):
    """Items moved by whole steps of 1 mm or 1/16 in; ``snap`` draws them to one another's lines and equal gaps."""

    op: Literal["move"] = "move"
    items: Annotated[list[ItemKey], Field(min_length=1, max_length=60)]
    right: int = Field(default=0, ge=-100_000, le=100_000)
    down: int = Field(default=0, ge=-100_000, le=100_000)
    unit: UnitName
    coarse: bool = False
    snap: bool = False


class ArrangeItems(Part):
    """One arranging action on the items named, or on all: align, equal gaps, mirror, turn, group, centre, smallest box."""

    op: Literal["arrange"] = "arrange"
    how: str = Field(max_length=40)
    items: ItemKeys = []


class AddItem(Part):
    """Another thing for the box, or several alike, their sizes as typed; height in front and behind may be left empty for the usual.

    Without a name they are called what they are; several are numbered.
    """

    op: Literal["add_item"] = "add_item"
    kind: Kind
    name: str = Field(max_length=200)
    sizes: dict[str, Annotated[str, Field(max_length=500)]] = Field(max_length=8)
    unit: UnitName
    count: int = Field(default=1, ge=1, le=MOST_ALIKE)


class CopyItems(Part):
    """Items once more, beside themselves."""

    op: Literal["copy_items"] = "copy_items"
    items: Annotated[list[ItemKey], Field(min_length=1, max_length=60)]


class RemoveItems(Part):
    """Items taken out of the box."""

    op: Literal["remove_items"] = "remove_items"
    items: Annotated[list[ItemKey], Field(min_length=1, max_length=60)]


class TakeOutline(Part):
    """An outline for an item, mm, from a photograph or a file; its sizes become those of the outline. None takes it away."""

    op: Literal["outline"] = "outline"
    item: ItemKey
    points: Annotated[list[tuple[Coordinate, Coordinate]], Field(max_length=240)]


class TakeColour(Part):
    """A colour sampled for an item."""

    op: Literal["colour"] = "colour"
    item: ItemKey
    colour: Colour


ItemEdit = MoveItems | ArrangeItems | AddItem | CopyItems | RemoveItems | TakeOutline | TakeColour
ASKED = (
    ("width", "Width", "/object/items/0/width/middle/0"),
    ("height", "Height", "/object/items/0/height/centre/0"),
    ("front", "In front", "/object/items/0/front"),
    ("behind", "Behind", "/object/items/0/behind"),
)


def lying(piece: Piece, shop: Shop) -> Arrangement:
    """The items of a piece where they lie. Raises :class:`Refused` for a piece that has none."""
    things(piece)
    lie = DISPLAYS[piece.display.type].lie
    assert lie is not None, "what shows things says where they lie"
    return lie(Context.of(piece, shop))


def layout_of(piece: Piece) -> Layout:
    """How the items lie. Raises :class:`Refused` where the display itself says where they go."""
    if not isinstance(piece.display, Arranged):
        label = DISPLAYS[piece.display.type].label
        raise Refused(Fault("/display", "Place", label, "says itself where things lie", "a box, to arrange them in"))
    return piece.display.layout


def things(piece: Piece) -> Things:
    if not isinstance(piece.object, Things):
        raise Refused(Fault("/object", "Items", piece.object.type.replace("_", " "), "has no items", "a piece of things in a box"))
    return piece.object


def item_pointer(piece: Piece, key: str) -> str:
    """Where an item stands in the document. Raises :class:`Refused` if it is not there."""
    for i, item in enumerate(things(piece).items):
        if item.key == key:
            return f"/object/items/{i}"
    raise Refused(Fault("/object/items", "Item", key, "is not in this piece", "an item of the piece"))


def item_words(piece: Piece, edit: ItemEdit) -> str:
    """What was changed, for the undo button and the history."""
    if isinstance(edit, AddItem):
        many = f", {edit.count} of them," if edit.count > 1 else ""
        return f"{edit.name.strip()[:60] or KINDS[edit.kind].label}{many} added"
    if isinstance(edit, TakeOutline):
        return "Outline"
    if isinstance(edit, TakeColour):
        return "Colour"
    keys = edit.items
    names = [item.name for item in things(piece).items if item.key in keys]
    whose = names[0] if len(names) == 1 else f"{len(names) or 'all'} things"
    done = {"move": "moved", "arrange": "arranged", "copy_items": "copied", "remove_items": "taken out"}[edit.op]
    return f"{whose} {done}"


def item_patch(piece: Piece, edit: ItemEdit, shop: Shop) -> Patch:
    if isinstance(edit, AddItem):
        return _added(piece, edit, shop)
    if isinstance(edit, RemoveItems):
        return _removed(piece, edit)
    if isinstance(edit, TakeOutline):
        return _outlined(piece, edit)
    if isinstance(edit, TakeColour):
        return (put(f"{item_pointer(piece, edit.item)}/colour", edit.colour),)
    lies = lying(piece, shop)
    laid = lies.laid
    if isinstance(edit, CopyItems):
        return _copied(piece, edit, laid)
    layout = layout_of(piece)
    if isinstance(edit, MoveItems):
        step = NUDGE[edit.unit][1 if edit.coarse else 0]
        wide = max(one.edges["right"].value for one in laid) - min(one.edges["left"].value for one in laid)
        snap = max(PULL, wide * PULL_SHARE) if edit.snap else Fraction(0)
        # A box that is fitted round the things has no edge of its own to be drawn to.
        sight = None if lies.fitted else lies.sight
        return move(laid, layout.how, edit.items, edit.right * step, edit.down * step, snap, sight)
    return arranged(laid, edit.how, edit.items, exact(layout.gap), layout.how, lies.sight)


# Between a thing and the next where the display has no layout of its own (mm).
USUAL_GAP = Fraction(20)


def _gap(piece: Piece) -> Fraction:
    return exact(piece.display.layout.gap) if isinstance(piece.display, Arranged) else USUAL_GAP


def _fresh(taken: set[str], stem: str) -> str:
    return next(key for n in range(1, 999) if (key := f"{stem}{n}") not in taken)


def _full(piece: Piece, more: int) -> None:
    count = len(things(piece).items) + more
    if count > MOST_ITEMS:
        raise Refused(Fault("/object/items", "Items", str(count), "are too many for one box", f"up to {MOST_ITEMS}"))


def _added(piece: Piece, edit: AddItem, shop: Shop) -> Patch:
    """New items to the right of all others, read field by field."""
    _full(piece, edit.count)
    faults: list[Fault] = []
    typed = spread(edit.sizes, edit.unit, shop)
    read: dict[str, Any] = {}
    for key, label, pointer in ASKED:
        field, text = length_field(pointer), typed.get(key, "")
        assert field is not None
        if not text.strip() and key in ("front", "behind"):
            continue
        try:
            read[key] = reading(text, field.read(text, edit.unit, shop.tape, f"/sizes/{key}"))
        except Refused as error:
            faults += [Fault(f.pointer, label, f.value, f.message, f.accepted) for f in error.faults]
    if faults:
        raise Refused(*faults)
    laid, gap = lying(piece, shop).laid, _gap(piece)
    width = Fraction(read["width"]["mm"])
    right = max(one.edges["right"].value for one in laid)
    middle = sum((one.y.value for one in laid), Fraction(0)) / len(laid)
    taken, names = {item.key for item in things(piece).items}, {item.name for item in things(piece).items}
    name = edit.name.strip()[:60] or KINDS[edit.kind].label
    steps: list[dict[str, Any]] = []
    for n in range(edit.count):
        key = _fresh(taken, edit.kind.replace("_", ""))
        taken.add(key)
        one = name if edit.count == 1 and name not in names else _numbered(name, names, 1 if edit.count > 1 else 2)
        names.add(one)
        item = item_of(key, one, edit.kind, read)
        item["place"] = {"x": as_decimal(rounded(right + (n + 1) * gap + (n + HALF) * width)), "y": as_decimal(rounded(middle))}
        steps.append({"op": "add", "path": "/object/items/-", "value": item})
    return tuple(steps)


def _copied(piece: Piece, edit: CopyItems, laid: list[PlacedItem]) -> Patch:
    wanted = {item_pointer(piece, key) for key in edit.items}
    _full(piece, len(wanted))
    document, gap = document_of(piece), _gap(piece)
    taken = {item.key for item in things(piece).items}
    names = {item.name for item in things(piece).items}
    steps: list[dict[str, Any]] = []
    for one in laid:
        if one.item.key in edit.items:
            key = _fresh(taken, one.item.key.rstrip("0123456789") or "item")
            taken.add(key)
            copy = dict(document["object"]["items"][one.sized.index]) | {"key": key}
            copy["name"] = _numbered(one.item.name, names)
            names.add(copy["name"])
            copy["place"] = dict(copy["place"]) | {
                "x": as_decimal(rounded(one.x.value + one.size("width").value + gap)),
                "y": as_decimal(rounded(one.y.value)),
            }
            steps.append({"op": "add", "path": "/object/items/-", "value": copy})
    return tuple(steps)


def _numbered(name: str, taken: set[str], first: int = 2) -> str:
    stem = name.rstrip("0123456789 ") or name
    return next(f"{stem[:55]} {n}" for n in range(first, 999) if f"{stem[:55]} {n}" not in taken)


def _removed(piece: Piece, edit: RemoveItems) -> Patch:
    # From the last to the first, each once: taking one out moves all that follow it up.
    places = sorted({int(item_pointer(piece, key).rsplit("/", 1)[1]) for key in edit.items}, reverse=True)
    if len(places) >= len(things(piece).items):
        raise Refused(
            Fault("/object/items", "Items", str(len(places)), "are all there is: a box needs one thing at least", "fewer items")
        )
    return tuple({"op": "remove", "path": f"/object/items/{i}"} for i in places)


def _outlined(piece: Piece, edit: TakeOutline) -> Patch:
    """The outline about its own middle; the item’s sizes are read off it, one reading each."""
    where = item_pointer(piece, edit.item)
    if not edit.points:
        return ({"op": "add", "path": f"{where}/outline", "value": []}, put(f"{where}/shape", "rectangle"))
    xs, ys = [Fraction(x) for x, _ in edit.points], [Fraction(y) for _, y in edit.points]
    wide, tall = max(xs) - min(xs), max(ys) - min(ys)
    for (_, label, pointer), value in zip(ASKED, (wide, tall), strict=False):
        field = length_field(pointer)
        assert isinstance(field, LengthField)
        if why := field.fault(value):
            raise Refused(Fault(f"{where}/outline", f"{label} of the outline", f"{float(value):g} mm", why, field.accepted("mm")))
    mx, my = (max(xs) + min(xs)) / 2, (max(ys) + min(ys)) / 2
    points = [[as_decimal(rounded(x - mx)), as_decimal(rounded(y - my))] for x, y in zip(xs, ys, strict=True)]

    def one(mm: Fraction) -> list[dict[str, Any]]:
        return [{"mm": as_decimal(rounded(mm)), "typed": None, "tape": "mm", "give": 0}]

    return (
        {"op": "add", "path": f"{where}/outline", "value": points},
        put(f"{where}/shape", "outline"),
        {"op": "add", "path": f"{where}/width", "value": {"middle": one(wide)}},
        {"op": "add", "path": f"{where}/height", "value": {"centre": one(tall)}},
    )


def kinds_asked(unit: Unit, shop: Shop) -> list[tuple[str, str, str, str]]:
    """Every kind of item: key, label, and the usual height in front and behind as text."""
    show = shop.showing.show
    return [
        (key, kind.label, show(kind.front, "fine").text(unit), show(kind.behind, "fine").text(unit)) for key, kind in KINDS.items()
    ]
