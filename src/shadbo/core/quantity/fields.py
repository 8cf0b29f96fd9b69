"""What a place in a document takes: its label, its bounds, whether it may be empty or nothing.

One declaration serves three doors: Pydantic checks a document with it, a typed edit is read with it, and the problem
shown at the field quotes it.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from decimal import Decimal, InvalidOperation
from typing import Any

from pydantic import GetCoreSchemaHandler, GetJsonSchemaHandler
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema, PydanticCustomError, core_schema

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.lengths import LengthError, Showing, Tape, Understood, Unit, as_decimal, read_length
from shadbo.core.quantity.masses import MassError, read_mass, show_mass
from shadbo.core.quantity.record import record


@record(frozen=True, slots=True)
class Fault:
    """One thing wrong with what was said: where (JSON Pointer), what stood there, what would be accepted."""

    pointer: str
    field: str
    value: str
    message: str
    accepted: str


class Refused(Exception):
    """What was said can't be taken. Nothing has changed; ``faults`` say where and why."""

    def __init__(self, *faults: Fault) -> None:
        super().__init__("; ".join(f"{f.field}: {f.message}" for f in faults))
        self.faults = faults


@record(frozen=True, slots=True)
class LengthField:
    """A length in a document: label for people, bounds in mm, ``empty`` if it may be left out."""

    label: str
    low: Fraction
    high: Fraction
    empty: bool = False

    @classmethod
    def between(cls, label: str, low: str, high: str) -> LengthField:
        return cls(label, Fraction(low), Fraction(high))

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        """As an annotation of a Decimal it bounds it, and spells one number one way so that it reads back identically."""
        return core_schema.no_info_before_validator_function(
            exact, core_schema.no_info_after_validator_function(self._bounded, handler(source))
        )

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        return {"type": "number", "description": f"{self.label}, mm", "minimum": float(self.low), "maximum": float(self.high)}

    def _bounded(self, value: Decimal) -> Decimal:
        why = self.fault(Fraction(value))
        if why:
            raise PydanticCustomError(
                "length",
                "{value} mm {why}; {accepted} is accepted",
                {"value": str(value), "why": why, "accepted": self.accepted("mm")},
            )
        return as_decimal(Fraction(value))

    def accepted(self, unit: Unit) -> str:
        show = Showing(16)
        return f"{show.show(self.low, 'fine').text(unit)} to {show.show(self.high, 'fine').text(unit)}"

    def fault(self, mm: Fraction) -> str | None:
        """Why ``mm`` won't do, or None."""
        if self.low <= mm <= self.high:
            return None
        if mm < 0:
            return "is negative; a length here can't be"
        if mm == 0:
            return "is zero; there must be something to measure"
        return "is too small" if mm < self.low else "is too large"

    def read(self, text: str, unit: Unit, tape: Tape, pointer: str) -> Understood:
        """Read typed text for this field. Raises :class:`Refused` with the field, the text and what is accepted."""
        try:
            understood = read_length(text, unit, tape)
        except LengthError as error:
            raise Refused(Fault(pointer, self.label, text, str(error), error.accepted)) from None
        why = self.fault(understood.mm)
        if why:
            shown = Showing(64).show(understood.mm, "fine").text(understood.unit)
            message = f"{shown} {why}{_unit_doubt(self, understood, unit)}"
            raise Refused(Fault(pointer, self.label, text, message, self.accepted(unit)))
        return understood


@record(frozen=True, slots=True)
class MassField:
    """A weight in a document: label for people, bounds in kg. Always one that may be left empty (then it is estimated)."""

    label: str
    low: Fraction
    high: Fraction

    @classmethod
    def between(cls, label: str, low: str, high: str) -> MassField:
        return cls(label, Fraction(low), Fraction(high))

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.no_info_before_validator_function(
            exact, core_schema.no_info_after_validator_function(self._bounded, handler(source))
        )

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        return {"type": "number", "description": f"{self.label}, kg", "minimum": float(self.low), "maximum": float(self.high)}

    def _bounded(self, value: Decimal) -> Decimal:
        if not self.low <= Fraction(value) <= self.high:
            raise PydanticCustomError(
                "mass",
                "{value} kg is out of bounds; {accepted} is accepted",
                {"value": str(value), "accepted": self.accepted("mm")},
            )
        return as_decimal(Fraction(value))

    def accepted(self, unit: Unit) -> str:
        return f"{show_mass(self.low).text(unit)} to {show_mass(self.high).text(unit)}, such as 2.4 kg, 850 g, 5 lb 3 oz"

    def read(self, text: str, unit: Unit, pointer: str) -> Fraction:
        """Read a typed weight in kg; a bare number is in kg or lb. Raises :class:`Refused` with what is accepted."""
        try:
            kg = read_mass(text, unit)
        except MassError as error:
            raise Refused(Fault(pointer, self.label, text, str(error), self.accepted(unit))) from None
        if not self.low <= kg <= self.high:
            why = "is too light" if kg < self.low else "is too heavy"
            more = " (was it meant in grams?)" if kg > self.high and self.low <= kg / 1000 <= self.high else ""
            raise Refused(Fault(pointer, self.label, text, f"{show_mass(kg).text(unit)} {why}{more}", self.accepted(unit)))
        return kg


@record(frozen=True, slots=True)
class CountField:
    """A whole number in a document: label for people, bounds; ``empty`` if it may be left out."""

    label: str
    low: int
    high: int
    empty: bool = False

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.int_schema(ge=self.low, le=self.high)

    def accepted(self, unit: Unit = "mm") -> str:
        return f"{self.low} to {self.high}"

    def read(self, text: str, pointer: str) -> int:
        """Read a typed whole number. Raises :class:`Refused` with what is accepted."""
        said = text.strip()
        if not re.fullmatch(r"\d{1,7}", said):
            raise Refused(Fault(pointer, self.label, text, "is not a whole number", self.accepted()))
        return self._bounded(int(said), text, pointer)

    def _bounded(self, count: int, text: str, pointer: str) -> int:
        if not self.low <= count <= self.high:
            raise Refused(Fault(pointer, self.label, text, "is too few" if count < self.low else "is too many", self.accepted()))
        return count


MINUTES: Mapping[str, int] = {"m": 1, "h": 60, "d": 1440, "w": 10080}


@record(frozen=True, slots=True)
class TimeField(CountField):
    """Minutes in a document, typed as people say them: 45, 1 h 30, 3 days."""

    def accepted(self, unit: Unit = "mm") -> str:
        return f"{in_time(self.low)} to {in_time(self.high)}, such as 45 min, 1 h 30, 3 days"

    def read(self, text: str, pointer: str) -> int:
        said = "0" if text.strip().lower() in ("", "none", "no") else text.strip().lower()
        bits = re.findall(r"(\d{1,6}(?:[.,]\d{1,2})?)\s*(weeks?|w|days?|d|h(?:ours?)?|m(?:in(?:utes?)?)?)?", said)
        if not said or re.sub(r"[\d.,\s]|weeks?|w|days?|d|hours?|h|minutes?|min|m", "", said) or not bits:
            raise Refused(Fault(pointer, self.label, text, "can’t be read as a time", self.accepted()))
        # A number without a word is minutes: “1 h 30”.
        total = sum((Fraction(number.replace(",", ".")) * MINUTES[unit[:1] or "m"] for number, unit in bits), Fraction(0))
        return self._bounded(int(round(total)), text, pointer)


def in_time(minutes: int) -> str:
    """Minutes as people say them: “45 min”, “1 h 30 min”, “3 days”."""
    days, left = divmod(minutes, 1440)
    hours, mins = divmod(left, 60)
    told = [f"{days} day{'s' if days > 1 else ''}"] * bool(days) + [f"{hours} h"] * bool(hours)
    return " ".join([*told, *([f"{mins} min"] if mins or not told else [])])


def _unit_doubt(field: LengthField, understood: Understood, unit: Unit) -> str:
    """A bare number of the other system's size is the commonest absurd length."""
    other = understood.mm * Fraction(254, 10) if unit == "mm" else understood.mm / Fraction(254, 10)
    if understood.unit == unit and field.fault(other) is None:
        return f" (was it meant in {'inches' if unit == 'mm' else 'millimetres'}?)"
    return ""


# More digits than any tape has, and few enough to be reckoned with at once.
MOST_DIGITS, FURTHEST_POWER = 40, 20


def exact(value: Any) -> Any:
    """Documents may hold ints or decimals; a binary float is taken by its shortest decimal text. Bounded before it is reckoned with."""
    if isinstance(value, float):
        value = Decimal(repr(value))
    if isinstance(value, str) and len(value) <= MOST_DIGITS:
        try:
            value = Decimal(value)
        except InvalidOperation:
            return value
    if isinstance(value, Decimal) and value.is_finite():
        held = value.as_tuple()
        power = held.exponent if isinstance(held.exponent, int) else 0
        long = len(held.digits) > MOST_DIGITS or abs(power) > FURTHEST_POWER or abs(value.adjusted()) > FURTHEST_POWER
    else:
        long = isinstance(value, str) or (isinstance(value, int) and value.bit_length() > 4 * FURTHEST_POWER)
    if long:
        raise PydanticCustomError("digits", "the number has more digits than a document may hold")
    return value
