"""Answers to “what is it?”: the sizes each asks for, and the object it makes of them."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.items import Kind
from shadbo.core.document.kinds import KINDS
from shadbo.core.document.shop import RabbetMoulding, Shop
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.lengths import Understood, Unit, as_decimal


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
    thing: Callable[[Mapping[str, Any]], dict[str, Any]]
    build: Callable[[Mapping[str, Any], Unit, Shop], dict[str, Any]]


def reading(text: str, read: Understood) -> dict[str, Any]:
    """A reading as a piece holds it."""
    return {
        "mm": as_decimal(read.mm), "typed": text.strip()[:120], "tape": read.unit, "give": as_decimal(read.give_mm)
    }  # fmt: skip


def item_of(key: str, name: str, kind: Kind, sizes: Mapping[str, Any]) -> dict[str, Any]:
    """One thing as a piece holds it: its readings, and what is usual for its kind."""
    usual = KINDS[kind]
    item: dict[str, Any] = {
        "key": key, "name": name, "kind": kind, "shape": "rectangle" if usual.shape == "outline" else usual.shape,
        "width": {"middle": [sizes["width"]]}, "height": {"centre": [sizes["height"]]}, "traits": list(usual.traits),
        **{side: sizes[side]["mm"] if side in sizes else as_decimal(getattr(usual, side)) for side in ("front", "behind")},
    }  # fmt: skip
    if kind == "badge":
        item["anchors"] = [{"how": "hole", "x": 0, "y": sizes["pin"]["mm"] * -1 if "pin" in sizes else 0}]
    if kind == "needlework":
        item["stitching"] = {}
    if kind == "garment":
        item["folding"] = {
            f"opening_{a}": as_decimal(max(Fraction(round(Fraction(sizes[a]["mm"]) * 3 / 50) * 10), Fraction(60))) for a in ("width", "height")
        }  # fmt: skip
    if kind in ("photograph", "print", "patch"):
        item["window"] = {"how": "overlap", "by": 3}
    return item


def things_of(kind: Kind) -> Callable[[Mapping[str, Any]], dict[str, Any]]:
    def made(sizes: Mapping[str, Any]) -> dict[str, Any]:
        return {"type": "things", "items": [item_of(f"{kind.replace('_', '')}1", KINDS[kind].label, kind, sizes)]}

    return made


def flat_of(sizes: Mapping[str, Any]) -> dict[str, Any]:
    return {"type": "flat_work", "width": {"top": [sizes["width"]]}, "height": {"left": [sizes["height"]]}}


FLAT_ASKS = (
    SizeAsked("width", "Width", "/object/width/top/0"),
    SizeAsked("height", "Height", "/object/height/left/0"),
)
FLAT_THING = (
    SizeAsked("width", "Width", "/object/items/0/width/middle/0"),
    SizeAsked("height", "Height", "/object/items/0/height/centre/0"),
)
THING_ASKS = (
    *FLAT_THING, SizeAsked("front", "Height in front", "/object/items/0/front"), SizeAsked("behind", "Sticks out behind", "/object/items/0/behind"),
)  # fmt: skip
CANVAS_ASKS = (*FLAT_ASKS, SizeAsked("depth", "Bar depth", "/object/depth/bar/0"))


def profile_for(need: Fraction, shop: Shop) -> RabbetMoulding:
    """The shallowest profile with a lip whose rabbet takes so much, else the deepest there is."""
    profiles = sorted(shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings, key=lambda m: (m.rabbet_depth, m.face))
    return next((m for m in profiles if Fraction(m.rabbet_depth) >= need), profiles[-1])
