"""Weights: reading what is typed and showing it in both systems. 1 lb = 0.45359237 kg exactly, 1 kg weighs 9.80665 N (NIST SP 811)."""

from __future__ import annotations

import re

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.lengths import Unit
from shadbo.core.quantity.record import record

KG_PER_POUND = Fraction(45359237, 100_000_000)
_KG = {
    "kg": Fraction(1),
    "g": Fraction(1, 1000),
    "lb": KG_PER_POUND,
    "lbs": KG_PER_POUND,
    "oz": KG_PER_POUND / 16,
    "n": Fraction(100_000, 980_665),
}
_TERM = re.compile(r"(\d+(?:[.,]\d+)?)\s*([a-z]*)")


class MassError(ValueError):
    """A typed weight that can't be read; the text says why."""


@record(frozen=True, slots=True)
class Quantity:
    """Anything that is no length, as it is written in each system: a weight, a ratio, a count of pixels."""

    mm: str
    inch: str

    def text(self, unit: Unit) -> str:
        return self.mm if unit == "mm" else self.inch


def plain_quantity(text: str) -> Quantity:
    """A quantity that is written the same way in both systems."""
    return Quantity(text, text)


def read_mass(text: str, unit: Unit) -> Fraction:
    """A weight in kg from text such as ``2.4 kg``, ``850 g``, ``5 lb 3 oz``, or newtons off a packet. Raises :class:`MassError`."""
    plain = text.strip().lower().replace(" ", " ")
    terms = list(_TERM.finditer(plain))
    if not terms or _TERM.sub("", plain).strip():
        raise MassError("is not a weight")
    total = Fraction(0)
    for term in terms:
        number, name = Fraction(term[1].replace(",", ".")), term[2] or ("kg" if unit == "mm" else "lb")
        if name not in _KG:
            raise MassError(f"“{name}” is not a unit of weight known here")
        total += number * _KG[name]
    if total == 0:
        raise MassError("is nothing; leave it empty and it is estimated")
    return total


def show_mass(kg: Fraction) -> Quantity:
    """Kilograms to two figures past the point that matter (grams under 1 kg); pounds and ounces."""
    grams = int(round(kg * 1000))
    metric = f"{_decimal(kg, 2)} kg" if grams >= 1000 else f"{_decimal(kg * 1000, 1 if grams < 10 else 0)} g"
    ounces = kg / KG_PER_POUND * 16
    if ounces < 16:
        return Quantity(metric, f"{_decimal(ounces, 1)} oz")
    whole = int(round(ounces))
    pounds, left = divmod(whole, 16)
    return Quantity(metric, f"{pounds} lb {left} oz" if left else f"{pounds} lb")


def _decimal(value: Fraction, places: int) -> str:
    """A number with so many places, none of them a trailing zero."""
    scaled = int(round(value * 10**places))
    if places == 0:
        return str(scaled)
    text = f"{scaled // 10**places}.{scaled % 10**places:0{places}d}".rstrip("0").rstrip(".")
    return text
