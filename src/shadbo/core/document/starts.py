"""Answers to “what is it?”: the sizes each asks for, and the object it makes of them."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from decimal import Decimal
from typing import Any, get_args

from shadbo.core.document.decisions.canvas import Unread
from shadbo.core.document.facts import Facts
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.items import Kind
from shadbo.core.document.kinds import KINDS
from shadbo.core.document.schools import usual_length
from shadbo.core.document.shop import RabbetMoulding, Shop
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.lengths import Understood, Unit, as_decimal
from shadbo.core.quantity.record import record


@record(frozen=True, slots=True)
class SizeAsked:
    """One size asked for: its key, what it is called, where in a piece it goes (which bounds it)."""

    key: str
    label: str
    pointer: str


@record(frozen=True, slots=True)
class Start:
    """One answer to “what is it?”; ``said``: other words people say when they mean it, for finding it;
    ``where``: the drawings its sizes are shown on, where what is asked does not say it."""

    key: str
    label: str
    detail: str
    asks: tuple[SizeAsked, ...]
    thing: Callable[[Mapping[str, Any]], dict[str, Any]]
    build: Callable[[Mapping[str, Any], Unit, Shop], dict[str, Any]]
    said: str = ""
    where: tuple[str, ...] = ()

    @property
    def shown_on(self) -> tuple[str, ...]:
        """Keys of the small drawings that show where its sizes are measured: ``where``, or what they are by what is asked."""
        asked = {a.key for a in self.asks}
        of_it = self.where or ("where_thing" if "front" in asked else "where_canvas" if "depth" in asked else "where_sheet",)
        frames = (("rabbet_width", "where_frame"), ("label_width", "where_label"), ("inside_width", "where_floater"))
        return (*of_it, *(scene for key, scene in frames if key in asked))

    @property
    def called(self) -> str:
        """What a piece is called that is given no name: what it is."""
        bare = self.label.removeprefix("A ").removeprefix("An ")
        return f"{bare[0].upper()}{bare[1:]}"


def reading(text: str, read: Understood) -> dict[str, Any]:
    """A reading as a piece holds it."""
    return {"mm": as_decimal(read.mm), "typed": text.strip()[:120], "tape": read.unit, "give": as_decimal(read.give_mm)}


def folded_to(size: Fraction) -> Decimal:
    """What an opening for a garment begins with (mm): sleeves and hem behind, nine tenths of what is seen on the breast still seen."""
    return as_decimal(max(Fraction(round(size * Fraction(9, 100)) * 10), Fraction(60)))


def item_of(key: str, name: str, kind: Kind, sizes: Mapping[str, Any]) -> dict[str, Any]:
    """One thing as a piece holds it: its readings, and what is usual for its kind."""
    usual = KINDS[kind]
    item: dict[str, Any] = {
        "key": key,
        "name": name,
        "kind": kind,
        "shape": "rectangle" if usual.shape == "outline" else usual.shape,
        "width": {"middle": [sizes["width"]]},
        "height": {"centre": [sizes["height"]]},
        "traits": list(usual.traits),
        **{side: sizes[side]["mm"] if side in sizes else as_decimal(getattr(usual, side)) for side in ("front", "behind")},
    }
    if kind == "badge":
        item["anchors"] = [{"how": "hole", "x": 0, "y": sizes["pin"]["mm"] * -1 if "pin" in sizes else 0}]
    if kind == "needlework":
        item["stitching"] = {"border": as_decimal(usual_length(25, sizes["width"]["tape"]))}
    if kind == "garment":
        item["folding"] = {f"opening_{a}": folded_to(exact(sizes[a]["mm"])) for a in ("width", "height")}
    if kind in ("photograph", "print", "patch"):
        item["window"] = {"how": "overlap", "by": 3}
    return item


def things_of(kind: Kind) -> Callable[[Mapping[str, Any]], dict[str, Any]]:
    def made(sizes: Mapping[str, Any]) -> dict[str, Any]:
        return {"type": "things", "items": [item_of(f"{kind.replace('_', '')}1", KINDS[kind].label, kind, sizes)]}

    return made


# A shirt laid flat with its sleeves spread, from its middle, as shares of cuff to cuff and of collar to hem.
SPREAD = (
    ("-0.12", "-0.5"), ("0.12", "-0.5"), ("0.3", "-0.44"), ("0.5", "-0.12"), ("0.42", "-0.02"), ("0.27", "-0.2"),
    ("0.27", "0.5"), ("-0.27", "0.5"), ("-0.27", "-0.2"), ("-0.42", "-0.02"), ("-0.5", "-0.12"), ("-0.3", "-0.44"),
)  # fmt: skip


def spread_of(sizes: Mapping[str, Any]) -> dict[str, Any]:
    """A shirt shown whole, its sleeves spread: not folded, drawn by its outline."""
    item = item_of("garment1", KINDS["garment"].label, "garment", sizes)
    item.pop("folding")
    wide, tall = (exact(sizes[a]["mm"]) for a in ("width", "height"))
    outline = [(as_decimal(Fraction(x) * wide), as_decimal(Fraction(y) * tall)) for x, y in SPREAD]
    return {"type": "things", "items": [item | {"shape": "outline", "outline": outline}]}


def flat_of(sizes: Mapping[str, Any]) -> dict[str, Any]:
    return {"type": "flat_work", "width": {"top": [sizes["width"]]}, "height": {"left": [sizes["height"]]}}


FLAT_ASKS = (SizeAsked("width", "Width", "/object/width/top/0"), SizeAsked("height", "Height", "/object/height/left/0"))
FLAT_THING = (
    SizeAsked("width", "Width", "/object/items/0/width/middle/0"),
    SizeAsked("height", "Height", "/object/items/0/height/centre/0"),
)
THING_ASKS = (
    *FLAT_THING,
    SizeAsked("front", "Height in front", "/object/items/0/front"),
    SizeAsked("behind", "Sticks out behind", "/object/items/0/behind"),
)
RABBET_ASKS = (
    SizeAsked("rabbet_width", "Frame’s rabbet width", "/object/width/top/0"),
    SizeAsked("rabbet_height", "Frame’s rabbet height", "/object/height/left/0"),
    SizeAsked("rabbet_depth", "Rabbet depth", "/display/frame/rabbet_depth"),
    SizeAsked("lip", "Lip", "/display/frame/lip"),
    SizeAsked("face", "Face of its rail", "/display/frame/face"),
)
CANVAS_ASKS = (*FLAT_ASKS, SizeAsked("depth", "Bar depth", "/object/depth/bar/0"))


def profile_for(need: Fraction, shop: Shop, longest: Fraction = Fraction(0)) -> RabbetMoulding:
    """A profile whose rabbet takes so much and whose lip laps a sheet of any kind over its ``longest`` side (mm): of the shallowest and
    those little deeper the one of the slimmest face. The deepest there is, where none takes it."""
    rules = shop.rules
    # Acrylic is cut the smallest, by so much a metre; pushed to one side the lip still has to lap it.
    grown = exact(rules.glass_allowance) + longest * exact(rules.acrylic_grows) * exact(rules.acrylic_warms) / 1_000_000
    smaller = max(grown, longest * exact(rules.acrylic_per_metre) / 1000)
    # Lapped as it should be; else so that it can't fall out, as surely as it is read and cut.
    laps = (exact(rules.least_lap), 2 * exact(shop.tolerances.tape_mm) + exact(shop.tolerances.glass))
    profiles = sorted(shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings, key=lambda m: (m.rabbet_depth, m.face))
    deep = [m for m in profiles if exact(m.rabbet_depth) >= need + exact(rules.tight)]
    fitting = next((f for f in ([m for m in deep if exact(m.lip) >= smaller + lap] for lap in laps) if f), deep) or profiles[-1:]
    near = exact(fitting[0].rabbet_depth) + exact(rules.deeper_if_slimmer)
    return min((m for m in fitting if exact(m.rabbet_depth) <= near), key=lambda m: (m.face, m.rabbet_depth))


def canvas_of(sizes: Mapping[str, Any]) -> dict[str, Any]:
    """A stretched canvas as a piece holds it, read once a side."""
    return {
        "type": "stretched_canvas",
        "width": {"top": [sizes["width"]]},
        "height": {"left": [sizes["height"]]},
        "depth": {"bar": [sizes["depth"]]},
    }


def _bought(depth: Any) -> dict[str, Any]:
    """What a bought frame so deep comes with, until it is said otherwise: glass 2, board 3, tabs, a hanger at the top, 6 of wood before its rabbet."""
    return {
        "make": "bought",
        "rabbet_depth": depth,
        "moulding_depth": depth + 6,
        "glazing_thickness": 2,
        "board": 3,
        "tabs": True,
        "hanger": "top",
    }


def frame_of(sizes: Mapping[str, Any]) -> dict[str, Any]:
    """A frame with a lip, as far as it was read; what was not asked starts at the usual."""
    return {
        **_bought(sizes["rabbet_depth"]["mm"]),
        "width": {"middle": [sizes["rabbet_width"]]},
        "height": {"centre": [sizes["rabbet_height"]]},
        "lip": sizes["lip"]["mm"],
        "face": sizes["face"]["mm"],
    }


LABEL_ASKS = (
    SizeAsked("label_width", "Its label, width", "/display/frame/label_width"),
    SizeAsked("label_height", "Its label, height", "/display/frame/label_height"),
    SizeAsked("label_depth", "Its label, depth", "/display/frame/label_depth"),
)


def frame_by_label(sizes: Mapping[str, Any], shop: Shop) -> dict[str, Any]:
    """A bought frame of which only the label is known: its rabbet follows from that; the rest stands as is usual, and none of it as read."""
    labels = {key: sizes[key]["mm"] for key in ("label_width", "label_height", "label_depth")}
    return {
        **_bought(labels["label_depth"]),
        **labels,
        "width": {"middle": [nobody_read(labels["label_width"])]},
        "height": {"centre": [nobody_read(labels["label_height"])]},
        "lip": shop.rules.label_lip,
        "face": shop.rules.label_face,
        "unread": list(get_args(Unread)),
    }


def nobody_read(mm: Any) -> dict[str, Any]:
    """What stands in the place of a reading until there is one: a frame has to have a size."""
    return {"mm": mm, "typed": None, "tape": "mm", "give": 0}


def facts_at_first(sizes: Mapping[str, Any], unit: Unit, what: str = "paper") -> Facts:
    """What is known of a canvas or a sheet before there is a piece: its sizes."""
    canvas = what == "canvas"
    return Facts(
        type="stretched_canvas" if canvas else "flat_work",
        what=what,
        count=1,
        traits=frozenset({what}),
        width=exact(sizes["width"]["mm"]),
        height=exact(sizes["height"]["mm"]),
        front=exact(sizes["depth"]["mm"]) if canvas else Fraction(1, 2),
        behind=Fraction(0),
        practice="decorative",
        units=unit,
        consent=False,
    )
