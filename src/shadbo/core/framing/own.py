"""Material of one’s own, typed on the spot: it stands with the piece, and in every chooser beside what the shop has."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any, Literal

from shadbo.core.contract.asking import choice, plain_length
from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ActionInput, Input, WordsInput
from shadbo.core.contract.operations import Operation
from shadbo.core.document.decisions.canvas import NewFrame, NewRabbet, Stretcher
from shadbo.core.document.decisions.having import frame_of
from shadbo.core.document.decisions.suspended import Suspended
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import length_field
from shadbo.core.document.shop import MOST_OWN, Board, Moulding, RabbetMoulding, StretcherBar
from shadbo.core.quantity.exact import Fraction, exact, up
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import as_decimal
from shadbo.core.quantity.sums import Dim, leaf

OwnKind = Literal["mouldings", "rabbet_mouldings", "bars"]
Stuff = Moulding | RabbetMoulding | StretcherBar
# What is typed of each: its field, what it is called.
SIZES: dict[OwnKind, tuple[tuple[str, str], ...]] = {
    "mouldings": (("face", "Face"), ("height", "Front to back"), ("length", "Lengths at hand")),
    "rabbet_mouldings": (
        ("face", "Face"),
        ("height", "Front to back"),
        ("lip", "Lip"),
        ("rabbet_depth", "Rabbet depth"),
        ("length", "Lengths at hand"),
    ),
    "bars": (("depth", "Depth"), ("width", "Width on the back"), ("length", "Lengths at hand")),
}
NAMES: dict[OwnKind, str] = {"mouldings": "rail", "rabbet_mouldings": "moulding", "bars": "bar"}


def own_at(context: Context[object, object], kind: OwnKind, key: str) -> int | None:
    """Which of the piece’s own it is, by its key; None where it is the shop’s."""
    return next((i for i, one in enumerate(getattr(context.piece.own, kind)) if one.key == key), None)


def stock_leaf(
    context: Context[object, object], kind: OwnKind, stuff: Stuff, field: str, label: str, parts: tuple[str, ...]
) -> Dim:
    """A size of what is chosen: of the shop’s list, or as it was typed with the piece."""
    value, at = exact(getattr(stuff, field)), own_at(context, kind, stuff.key)
    if at is None:
        return leaf(value, f"stock:{field}", label, "stock", source="stock", grain="depth", parts=parts)
    pointer = f"/own/{kind}/{at}/{field}"
    return leaf(value, pointer, label, "choice", pointer=pointer, source="choice", grain="depth", parts=parts)


def own_inputs(
    context: Context[object, object], kind: OwnKind, place: str, chosen: str, like: Stuff, part: str = "rail"
) -> list[Input]:
    """What is asked behind a chooser: the sizes of one’s own where that is chosen, and a press to type another.

    ``place`` is where the chosen key stands, ``like`` what is chosen now: a new one begins with its sizes.
    """
    own, word, show = getattr(context.piece.own, kind), NAMES[kind], context.shop.showing
    group = f"My own {word}"
    inputs: list[Input] = []
    at = own_at(context, kind, chosen)
    if at is not None:
        one, where = own[at], f"/own/{kind}/{at}"
        inputs.append(WordsInput(f"{where}/name", "What it is", group, one.name, "words", (), (part,)))
        inputs += [
            plain_length(show, getattr(one, field), f"{where}/{field}", label, group, (part,)) for field, label in SIZES[kind]
        ]
        inputs.append(
            choice(
                context,
                f"{where}/salvaged",
                "Timber",
                group,
                ((False, ("Bought",), ()), (True, ("Salvaged",), ("looked over and milled first",))),
                (part,),
            )
        )
    if len(own) < MOST_OWN:
        key = _new_key(own)
        value = like.model_dump() | {"key": key, "name": f"My own {word}", "salvaged": False}
        steps = ({"op": "add", "path": f"/own/{kind}/-", "value": value}, put(place, key))
        inputs.append(ActionInput(f"own.{kind}", f"A {word} of my own…", group, (part,), "add", steps))
    return inputs


def own_boards(context: Context[object, object]) -> list[Input]:
    """Boards of one’s own, typed on the spot, and a press for one more: they are taken before the shop’s of that thickness."""
    own, show, inputs = context.piece.own.boards, context.shop.showing, list[Input]()
    # What it weighs goes by what it is of; the boards there are say what that may be.
    shops = {b.density: b.name for b in reversed(context.shop.boards or HOUSE_SHOP.boards) if b not in own}
    of = tuple((density, (f"As {name}",), ()) for density, name in sorted(shops.items()))
    for i, one in enumerate(own):
        where, group = f"/own/boards/{i}", f"My own board{f' {i + 1}' if len(own) > 1 else ''}"
        inputs += [
            WordsInput(f"{where}/name", "What it is", group, one.name, "words", (), ("board",)),
            plain_length(show, one.thickness, f"{where}/thickness", "Thick", group, ("board",)),
            choice(context, f"{where}/density", "Heavy", group, of, ("board",), look="menu", key=f"own.boards.{i}.density"),
            choice(
                context,
                f"{where}/stiff",
                "It will",
                group,
                ((False, ("Only fill",), ()), (True, ("Carry weight and take a screw",), ())),
                ("board",),
                key=f"own.boards.{i}.stiff",
            ),
            ActionInput(
                f"own.boards.{i}.out", f"Take {one.name} out", group, ("board",), "remove", ({"op": "remove", "path": where},)
            ),
        ]
    if len(own) < MOST_OWN:
        value = {"key": _new_key(own), "name": "My own board", "thickness": 3}
        add = ({"op": "add", "path": "/own/boards/-", "value": value},)
        inputs.append(ActionInput("own.boards", "A board of my own…", "My own board", ("board",), "add", add))
    return inputs


def longer_way(context: Context[object, object], kind: OwnKind, place: str, stuff: Stuff, least: Fraction) -> tuple[WayOut, ...]:
    """The same in a longer length, got for this piece: to the next usual one (mm); none where no such length is sold."""
    length = up(least, context.rule("length_step"))
    if length > context.rule("length_sold"):
        return ()
    return _got(
        context,
        kind,
        place,
        stuff,
        {"length": as_decimal(length)},
        context.speak.say(f"Get {stuff.name} in a length of {{}}", length),
    )


def deeper_way(context: Context[object, object], stuff: Moulding, high: Fraction) -> tuple[WayOut, ...]:
    """A floater rail so high front to back (mm), where no profile of the shop is: got or planed for this piece."""
    field = length_field("/own/mouldings/0/height")
    if field is None or field.fault(high) is not None:
        return ()
    name = f"{stuff.wood.capitalize() or 'Rail'}, deeper"
    changed = {"name": name, "height": as_decimal(high)}
    said = context.speak.say("Get a rail {} high front to back", high)
    return _got(context, "mouldings", "/display/frame/moulding", stuff, changed, said)


def _got(
    context: Context[object, object], kind: OwnKind, place: str, stuff: Stuff, changed: dict[str, Any], say: Say
) -> tuple[WayOut, ...]:
    """What is chosen, with something of it changed, as the piece’s own; none where it has as many as it may."""
    own = getattr(context.piece.own, kind)
    if len(own) >= MOST_OWN:
        return ()
    key = _new_key(own)
    value = stuff.model_dump() | {"key": key} | changed
    return (WayOut(say, ({"op": "add", "path": f"/own/{kind}/-", "value": value}, put(place, key))),)


def _new_key(own: Sequence[Stuff | Board]) -> str:
    return next(f"own-{n}" for n in range(1, MOST_OWN + 2) if f"own-{n}" not in {o.key for o in own})


def looked_over(context: Context[object, object], kind: OwnKind, key: str) -> tuple[Operation, ...]:
    """Salvaged timber is looked over and milled before it is cut."""
    at = own_at(context, kind, key)
    if at is None or not getattr(context.piece.own, kind)[at].salvaged:
        return ()
    return (
        Operation(
            "salvaged",
            "Look the timber over",
            (
                "A magnet along every face: no nail, no screw. Dry, no worm. Milled to one thickness before it is mitred; cut round what is bad; "
                "a rail more than is needed.",
            ),
            60,
            gate=True,
            care="Old paint may hold lead: test it, and stop if it does; never sanded dry. Planer: guards, push blocks, eye and hearing protection.",
            place="dusty",
        ),
    )


def own_keys(context: Context[object, object]) -> Iterator[tuple[OwnKind, str]]:
    """What the display has chosen to be cut from, and of which kind it is."""
    display = context.display
    match frame_of(display):
        case NewFrame(moulding=key):
            yield "mouldings", key
        case NewRabbet(moulding=key):
            yield "rabbet_mouldings", key
    match display:
        case Suspended(moulding=key):
            yield "mouldings", key
        case Stretcher(bar=key):
            yield "bars", key
