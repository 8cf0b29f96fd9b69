"""Starting a piece: what is it, and its sizes as typed. Never a blank form."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from shadbo.core.displays.floater import FLOATER
from shadbo.core.displays.lipped import LIPPED
from shadbo.core.displays.on_board import ON_BOARD
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.facts import Facts
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.items import Kind
from shadbo.core.document.kinds import KINDS
from shadbo.core.document.piece import FORMAT, Piece, length_field, load_piece
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import (
    CANVAS_ASKS,
    FLAT_ASKS,
    FLAT_THING,
    THING_ASKS,
    SizeAsked,
    Start,
    flat_of,
    profile_for,
    reading,
    things_of,
)
from shadbo.core.framing.boxes.suiting import need_of
from shadbo.core.framing.rabbet_choices import new_rabbet
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import Fault, Refused
from shadbo.core.quantity.lengths import Unit


def _canvas(sizes: Mapping[str, Any]) -> dict[str, Any]:
    return {
        "type": "stretched_canvas",
        "width": {"top": [sizes["width"]]},
        "height": {"left": [sizes["height"]]},
        "depth": {"bar": [sizes["depth"]]},
    }


def _rolled(sizes: Mapping[str, Any]) -> dict[str, Any]:
    return {
        "type": "rolled_canvas", "width": {"top": [sizes["width"]]}, "height": {"left": [sizes["height"]]},
        "wrap_printed": sizes["wrap_printed"]["mm"], "spare": sizes["spare"]["mm"],
    }  # fmt: skip


def _to_make(sizes: Mapping[str, Any]) -> dict[str, Any]:
    return {"type": "canvas_to_make", "width": sizes["width"]["mm"], "height": sizes["height"]["mm"]}


def _boxed(display: str, kind: Kind, **more: Any) -> Callable[[Mapping[str, Any], Unit, Shop], dict[str, Any]]:
    """A frame to be made of the shallowest profile that takes the thing with glass, air, board, pins and points."""

    def made(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
        usual = KINDS[kind]
        front = Fraction(sizes["front"]["mm"]) if "front" in sizes else usual.front
        behind = Fraction(sizes["behind"]["mm"]) if "behind" in sizes else usual.behind
        need = need_of(front, behind, usual.air, kind == "garment")
        return {"type": display, "frame": new_rabbet(profile_for(need, shop).key), **more}

    return made


def _badge_in_box(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    return {"type": "shadow_box", "frame": _read(sizes)}


def _new_floater(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    return FLOATER.way.begin(_canvas_facts(sizes, unit), shop)


def _canvas_facts(sizes: Mapping[str, Any], unit: Unit) -> Facts:
    """A stretched canvas in facts, as far as its sizes tell."""
    wide, tall, deep = (Fraction(sizes[k]["mm"]) for k in ("width", "height", "depth"))
    return Facts(
        "stretched_canvas", "canvas", 1, frozenset({"canvas"}), wide, tall, deep, Fraction(0), "decorative", unit, False
    )


def _bought_floater(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    frame = {
        "make": "bought",
        "width": {"top": [sizes["inside_width"]]},
        "height": {"left": [sizes["inside_height"]]},
        **{key: sizes[key]["mm"] for key in ("face", "rail_height", "seat_thickness", "seat_width")},
    }
    made = _new_floater(sizes, unit, shop)
    return made | {"frame": frame}


def _stretcher(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    """The deepest bar the printed wrap goes round; for a canvas to be made, the usual deep one."""
    bars = sorted(shop.bars or HOUSE_SHOP.bars, key=lambda b: b.depth)
    printed = sizes["wrap_printed"]["mm"] if "wrap_printed" in sizes else None
    least = shop.rules.least_wrap
    fitting = [b for b in bars if printed is not None and b.depth + least <= printed]
    if printed is None:
        return {"type": "stretcher", "bar": bars[len(bars) // 2].key, "wrap": "mirrored"}
    return {
        "type": "stretcher",
        "bar": (fitting or bars)[-1 if fitting else 0].key,
        "wrap": "mirrored" if fitting else "none",
    }


def _new_lipped(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    return LIPPED.way.begin(_canvas_facts(sizes, unit), shop)


def _read(sizes: Mapping[str, Any]) -> dict[str, Any]:
    """A frame with a lip, as far as it was read; what was not asked starts at the usual (glass 2, board 3)."""
    depth = sizes["rabbet_depth"]["mm"]
    return {
        "make": "bought", "width": {"middle": [sizes["rabbet_width"]]}, "height": {"centre": [sizes["rabbet_height"]]},
        "lip": sizes["lip"]["mm"], "rabbet_depth": depth, "face": sizes["face"]["mm"], "rail_height": depth + 6,
        "glass": 2, "board": 3,
    }  # fmt: skip


def _box(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    return {"type": "deep_ready_made", "frame": _read(sizes)}


def _new_on_board(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    wide, tall = (Fraction(sizes[k]["mm"]) for k in ("width", "height"))
    facts = Facts(
        "flat_work",
        "paper",
        1,
        frozenset({"paper"}),
        wide,
        tall,
        Fraction(1, 2),
        Fraction(0),
        "decorative",
        unit,
        False,
    )
    return ON_BOARD.way.begin(facts, shop)


def _read_on_board(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
    return {"type": "on_board", "frame": _read(sizes)}


RABBET_ASKS = (
    SizeAsked("rabbet_width", "Frame’s rabbet width", "/object/width/top/0"),
    SizeAsked("rabbet_height", "Frame’s rabbet height", "/object/height/left/0"),
    SizeAsked("rabbet_depth", "Rabbet depth", "/display/frame/rabbet_depth"),
    SizeAsked("lip", "Lip", "/display/frame/lip"),
    SizeAsked("face", "Face of its rail", "/display/frame/face"),
)
OWN: tuple[Start, ...] = (
    Start("canvas", "A stretched canvas", "It gets a floater frame of its own.", CANVAS_ASKS, _canvas, _new_floater),
    Start(
        "canvas_and_frame", "A canvas and its floater", "The floater is made or bought already: does it go in?",
        (
            *CANVAS_ASKS,
            SizeAsked("inside_width", "Frame’s inside width", "/object/width/top/0"),
            SizeAsked("inside_height", "Frame’s inside height", "/object/height/left/0"),
            SizeAsked("face", "Face of its rail", "/display/frame/face"),
            SizeAsked("rail_height", "Rail, front to back", "/display/frame/rail_height"),
            SizeAsked("seat_thickness", "Seat thickness", "/display/frame/seat_thickness"),
            SizeAsked("seat_width", "Seat width", "/display/frame/seat_width"),
        ),
        _canvas, _bought_floater,
    ),
    Start("canvas_lipped", "A canvas for a frame with a lip", "The lip covers its edge, offset clips hold it.", CANVAS_ASKS, _canvas, _new_lipped),
    Start("canvas_box", "A small canvas and a deep box frame", "The bought frame is filled: glass out, canvas on its inner board.",
          (*CANVAS_ASKS, *RABBET_ASKS), _canvas, _box),
    Start("rolled", "A canvas off the roll", "Painted or printed, it is to be stretched.",
          (*FLAT_ASKS, SizeAsked("wrap_printed", "Wrap printed round it", "/object/wrap_printed"),
           SizeAsked("spare", "Bare canvas beyond", "/object/spare")), _rolled, _stretcher),
    Start("to_make", "A canvas still to be made", "Bars, canvas to cut, and the print from a picture file.", FLAT_ASKS, _to_make, _stretcher),
    Start("badge", "A badge, medal or keepsake", "In a shadow box, with room behind for its pin.", THING_ASKS, things_of("badge"), _boxed("shadow_box", "badge")),
    Start("badge_box", "A badge and a bought box", "Does it go in, and what is to be done to the box?",
          (*THING_ASKS, SizeAsked("pin", "Pin above its middle", "/object/items/0/behind"), *RABBET_ASKS), things_of("badge"), _badge_in_box),
    Start("garment", "A jersey or shirt", "Folded to size, with photographs and a plate, in mats.",
          (SizeAsked("width", "Armpit to armpit", "/object/items/0/width/middle/0"), SizeAsked("height", "Shoulder to hem", "/object/items/0/height/centre/0")),
          things_of("garment"), _boxed("matted_box", "garment", layout={"how": "flanked", "gap": 40}, border=50)),
    Start("puzzle", "A jigsaw puzzle", "On its board under the lip, a spacer under the glass.", FLAT_THING, things_of("puzzle"),
          _boxed("direct", "puzzle", spacer=5)),
    Start("needlework", "Needlework", "Stretched over its board, tacked under the lip.", FLAT_THING, things_of("needlework"),
          _boxed("direct", "needlework", glazing="none")),
    Start("pastel", "A pastel or charcoal", "Held off the glass by a spacer all round.", FLAT_THING, things_of("pastel"), _boxed("spaced", "pastel", border=40)),
    Start("flat", "Flat work", "A poster, print or sheet, with borders in a frame of its own.", FLAT_ASKS, flat_of, _new_on_board),
    Start("flat_and_frame", "Flat work and its frame", "The frame is there already: where does it lie best?",
          (*FLAT_ASKS, *RABBET_ASKS), flat_of, _read_on_board),
)  # fmt: skip


# What the displays that have a beginning of their own add to it.
STARTS: tuple[Start, ...] = (*OWN, *(start for display in DISPLAYS.values() for start in display.starts))


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
            "format": FORMAT, "name": name.strip(), "owner": owner.strip(), "units": unit, "practice": shop.practice, "object": start.thing(sizes),
            "display": start.build(sizes, unit, shop),
        }
    )  # fmt: skip
