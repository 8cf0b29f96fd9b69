"""Starting a piece: what is it, and its sizes as typed. Never a blank form."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from quicktions import Fraction

from shadbo.core.displays.floater.schools import USUAL_REVEAL, new_frame
from shadbo.core.fields import Fault, Refused
from shadbo.core.lengths import Understood, Unit, as_decimal
from shadbo.core.piece import FORMAT, Piece, length_field, load_piece
from shadbo.core.shop import HOUSE_SHOP, Shop


@dataclass(frozen=True, slots=True)
class SizeAsked:
    """One size asked for: its key, what it is called, where in a piece it goes (which bounds it)."""

    key: str
    label: str
    pointer: str


@dataclass(frozen=True, slots=True)
class Start:
    """One answer to “what is it?”."""

    key: str
    label: str
    detail: str
    asks: tuple[SizeAsked, ...]
    build: Callable[[Mapping[str, Any], Unit, Shop], dict[str, Any]]


def reading(text: str, read: Understood) -> dict[str, Any]:
    """A reading as a piece holds it."""
    return {
        "mm": as_decimal(read.mm), "typed": text.strip()[:120], "tape": read.unit, "give": as_decimal(read.give_mm)
    }  # fmt: skip


def _canvas(sizes: Mapping[str, Any]) -> dict[str, Any]:
    return {
        "type": "stretched_canvas",
        "width": {"top": [sizes["width"]]},
        "height": {"left": [sizes["height"]]},
        "depth": {"bar": [sizes["depth"]]},
    }


def _new_floater(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    """A floater of the shallowest moulding that takes the bar with the usual reveal, else of the deepest there is."""
    mouldings = sorted(shop.mouldings or HOUSE_SHOP.mouldings, key=lambda m: (m.height, m.face))
    strip = shop.rules.seat_strip_thickness
    reveal = as_decimal(USUAL_REVEAL[unit])
    need = sizes["depth"]["mm"] + reveal
    chosen = next((m for m in mouldings if m.height - (m.seat_thickness or strip) >= need), mouldings[-1])
    side = max(Fraction(sizes["width"]["mm"]), Fraction(sizes["height"]["mm"]))
    kind = "all_round" if side > Fraction(shop.rules.strips_up_to) else "strips"
    return {
        "type": "floater", "frame": new_frame(chosen.key, unit),
        "reveal": reveal, "lift_kind": kind,
    }  # fmt: skip


def _bought_floater(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    frame = {
        "make": "bought",
        "width": {"top": [sizes["inside_width"]]},
        "height": {"left": [sizes["inside_height"]]},
        **{key: sizes[key]["mm"] for key in ("face", "rail_height", "seat_thickness", "seat_width")},
    }
    made = _new_floater(sizes, unit, shop)
    return made | {"frame": frame}


CANVAS_ASKS = (
    SizeAsked("width", "Width", "/object/width/top/0"),
    SizeAsked("height", "Height", "/object/height/left/0"),
    SizeAsked("depth", "Bar depth", "/object/depth/bar/0"),
)
STARTS: tuple[Start, ...] = (
    Start("canvas", "A stretched canvas", "It gets a floater frame of its own.", CANVAS_ASKS, _new_floater),
    Start(
        "canvas_and_frame", "A stretched canvas and its frame", "The floater is made or bought already: does it go in?",
        (
            *CANVAS_ASKS,
            SizeAsked("inside_width", "Frame’s inside width", "/object/width/top/0"),
            SizeAsked("inside_height", "Frame’s inside height", "/object/height/left/0"),
            SizeAsked("face", "Face of its rail", "/display/frame/face"),
            SizeAsked("rail_height", "Rail, front to back", "/display/frame/rail_height"),
            SizeAsked("seat_thickness", "Seat thickness", "/display/frame/seat_thickness"),
            SizeAsked("seat_width", "Seat width", "/display/frame/seat_width"),
        ),
        _bought_floater,
    ),
)  # fmt: skip


def start_piece(key: str, name: str, owner: str, unit: Unit, typed: Mapping[str, str], shop: Shop) -> Piece:
    """The first state of a piece. Raises :class:`Refused` with a fault for every field that won't do."""
    start = next((s for s in STARTS if s.key == key), None)
    if start is None:
        kinds = ", ".join(s.key for s in STARTS)
        raise Refused(Fault("/start", "What it is", key, "is not a kind of piece known here", kinds))
    faults: list[Fault] = []
    if not name.strip():
        faults.append(
            Fault("/name", "Name", name, "is needed, so that the piece can be found again", "up to 120 letters")
        )
    sizes: dict[str, Any] = {}
    for asked in start.asks:
        field = length_field(asked.pointer)
        assert field is not None
        text = typed.get(asked.key, "")
        try:
            sizes[asked.key] = reading(text, field.read(text, unit, shop.tape, f"/sizes/{asked.key}"))
        except Refused as error:
            faults += [Fault(f.pointer, asked.label, f.value, f.message, f.accepted) for f in error.faults]
    if faults:
        raise Refused(*faults)
    return load_piece(
        {
            "format": FORMAT, "name": name.strip(), "owner": owner.strip(), "units": unit, "object": _canvas(sizes),
            "display": start.build(sizes, unit, shop),
        }
    )  # fmt: skip
