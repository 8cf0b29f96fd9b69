"""Pieces at random, read off the models of the document: whatever a file may hold, and nothing it may not.

The generator walks the fields of :class:`Piece`, so a field that is added is covered without being told. What it can't know from a
model is which words a shop understands (keys of its stock, of the methods); those it takes from the shop itself.
"""

from __future__ import annotations

import random
from dataclasses import dataclass
from datetime import date
from decimal import Decimal
from types import NoneType, UnionType
from typing import Annotated, Any, Literal, Union, get_args, get_origin

from annotated_types import Ge, Le, MaxLen, MinLen
from pydantic import BaseModel, ValidationError
from pydantic.fields import FieldInfo
from pydantic_core import PydanticUndefined

from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.items import Item
from shadbo.core.document.piece import SHOWS, Piece
from shadbo.core.document.readings import Stations, UnitName
from shadbo.core.document.shop import Shop
from shadbo.core.finishing.hold.methods import METHODS
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import LengthField, MassField
from shadbo.core.quantity.lengths import as_decimal

KINDS_OF_OBJECT = {model.model_fields["type"].default: model for model in get_args(Piece.model_fields["object"].annotation)}
DECISIONS = {model.model_fields["type"].default: model for model in get_args(Piece.model_fields["display"].annotation)}


@dataclass
class Draw:
    """What is being drawn: the dice, the words the shop knows, a usual size (mm) that readings of one piece keep near to, and how
    wild it may be (0: near what is usual; 1: anywhere within the bounds)."""

    dice: random.Random
    words: dict[str, tuple[str, ...]]
    wild: float
    size: Decimal
    items: tuple[str, ...] = ()

    def chance(self, of: float) -> bool:
        return self.dice.random() < of

    def length(self, field: LengthField, usual: Decimal | None) -> Decimal:
        low, high = float(field.low), float(field.high)
        roll = self.dice.random()
        if roll < self.wild / 4:
            mm = self.dice.choice([low, high, low + 0.1, high - 0.1, (low + high) / 2])
        elif roll < self.wild / 2:
            mm = self.dice.uniform(low, high)
        elif usual is not None:
            mm = float(usual) * self.dice.uniform(0.4, 1.8)
        else:
            mm = float(self.size) * self.dice.uniform(0.99, 1.01)
        mm = min(max(mm, low), high)
        step = self.dice.choice([Fraction(1), Fraction(1, 2), Fraction(1, 10), Fraction(254, 160)])
        exact = Fraction(round(Fraction(mm) / step)) * step
        return as_decimal(min(max(exact, field.low), field.high))


def random_piece(seed: int, shop: Shop, display: str | None = None) -> Piece:
    """A valid piece. The same seed gives the same piece, for one state of the models."""
    dice = random.Random(seed)
    key = display or dice.choice(sorted(DISPLAYS))
    thing = dice.choice(SHOWS[key])
    words = {
        "moulding": (*(m.key for m in shop.mouldings), *(m.key for m in shop.rabbet_mouldings)),
        "bar": tuple(b.key for b in shop.bars),
        "methods": tuple(METHODS),
    }
    while True:
        draw = Draw(dice, words, dice.choice([0.0, 0.05, 0.3, 1.0]), Decimal(dice.choice([60, 180, 400, 700, 1300])))
        try:
            held = _model(KINDS_OF_OBJECT[thing], draw)
            draw.items = tuple(i.key for i in getattr(held, "items", ()))
            rest = {
                name: _value(field, draw, name)
                for name, field in Piece.model_fields.items()
                if name not in ("format", "object", "display", "name") and draw.chance(0.5)
            }
            return Piece.model_validate({"name": f"Piece {seed}", **rest, "object": held, "display": _model(DECISIONS[key], draw)})
        except ValidationError:
            continue


def _model(model: type[BaseModel], draw: Draw) -> BaseModel:
    """One of a model: each field drawn or left at its default; drawn again while its own rules refuse it."""
    for _ in range(60):
        held = {
            name: _value(field, draw, name)
            for name, field in model.model_fields.items()
            if field.is_required() or draw.chance(_how_often(model, name, draw))
        }
        if model is Item:
            held["key"] = f"k{draw.dice.randrange(10**9)}"
        try:
            return model.model_validate(held)
        except ValidationError as error:
            if any(len(e["loc"]) > 1 for e in error.errors()) and draw.wild == 0:
                raise
    raise ValidationError.from_exception_data(model.__name__, [])


def _how_often(model: type[BaseModel], name: str, draw: Draw) -> float:
    if issubclass(model, Stations):
        return 0.15 if name == "more" else 0.6
    return 0.3 + draw.wild / 2


def _value(field: FieldInfo, draw: Draw, name: str) -> Any:
    usual = field.default if field.default is not PydanticUndefined else None
    return _of(field.annotation, tuple(field.metadata), draw, name, usual)


def _of(kind: Any, marks: tuple[Any, ...], draw: Draw, name: str, usual: Any = None) -> Any:
    origin = get_origin(kind)
    if origin is Annotated:
        inner, *more = get_args(kind)
        told = (m for mark in more for m in (mark.metadata if isinstance(mark, FieldInfo) else (mark,)))
        return _of(inner, (*marks, *told), draw, name, usual)
    for mark in marks:
        if isinstance(mark, LengthField):
            return draw.length(mark, usual if isinstance(usual, Decimal) else _guess(name))
        if isinstance(mark, MassField):
            return round(Decimal(draw.dice.choice([0.02, 0.3, 2, 9, 60])).quantize(Decimal("0.01")), 3)
    if origin in (Union, UnionType):
        among = [a for a in get_args(kind) if a is not NoneType]
        return None if NoneType in get_args(kind) and draw.chance(0.3) else _of(draw.dice.choice(among), marks, draw, name, usual)
    if origin is Literal:
        return draw.dice.choice(get_args(kind))
    least = next((m.min_length for m in marks if isinstance(m, MinLen)), 0)
    most = next((m.max_length for m in marks if isinstance(m, MaxLen)), 12)
    if origin is list:
        number = draw.dice.randint(least, min(most, max(least, draw.dice.choice([1, 1, 2, 3, 7]))))
        made = [_of(get_args(kind)[0], (), draw, name) for _ in range(number)]
        return [m for i, m in enumerate(made) if m not in made[:i]] if name in ("traits", "touching") else made
    if origin is tuple:
        return tuple(_of(a, (), draw, name) for a in get_args(kind))
    if isinstance(kind, type) and issubclass(kind, BaseModel):
        return _model(kind, draw)
    if kind is bool:
        return draw.chance(0.5)
    low: Any = next((m.ge for m in marks if isinstance(m, Ge)), -200)
    high: Any = next((m.le for m in marks if isinstance(m, Le)), 200)
    if kind is int:
        return draw.dice.randint(int(low), int(high))
    if kind is Decimal:
        return Decimal(draw.dice.randint(max(-300, int(low)), min(300, int(high))))
    if kind is date:
        return date(2031, draw.dice.randint(1, 12), 3)
    if kind is str:
        return _words(name, marks, draw)
    raise TypeError(f"nothing is known of {name}: {kind}")


def _guess(name: str) -> Decimal | None:
    """What a length without a default usually is, so that most pieces make some sense; None for what is as large as the piece."""
    small = ("depth", "bar", "front", "behind", "left", "highest", "thickness", "gap", "fillers", "lip", "face", "moulding_depth")
    return Decimal(20) if name.startswith(small) else None


def _words(name: str, marks: tuple[Any, ...], draw: Draw) -> str:
    if name in draw.words and draw.chance(0.95):
        return draw.dice.choice(draw.words[name])
    if name in ("item", "subject") and draw.items:
        return draw.dice.choice(draw.items)
    pattern = next((m.pattern for m in marks if getattr(m, "pattern", None)), "")
    if pattern.startswith("^#"):
        return f"#{draw.dice.randrange(1 << 24):06x}"
    if "{64}" in pattern:
        return f"{draw.dice.randrange(1 << 256):064x}"
    return draw.dice.choice(["a", "oak", "lantern", "wheel"])


UNITS: tuple[UnitName, ...] = ("mm", "in")
