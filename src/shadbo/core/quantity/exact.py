"""Exact rational numbers: the one module that knows which library they come from.

``Fraction`` behaves like the standard library's, compiled and several times as fast. Whole numbers that come out of one (by ``//``,
``round``, ``ceil``) and its numerator are the library's own integers, so three habits hold in the core: what counts things is made an
``int``; an exact number meets a binary one only through ``float()``; neither is ever handed out in a plan (a test holds that).
``limit_denominator`` of the library in use damages the number it is asked of and must not be called.
"""

from __future__ import annotations

from decimal import Decimal
from functools import lru_cache

from gmpy2 import mpq as Fraction

__all__ = ["Fraction", "as_quotient", "exact", "up"]


def exact(value: Decimal | int | Fraction) -> Fraction:
    """A number of a document, exactly. The same few are asked for again and again, and the library reads a decimal slowly."""
    return value if isinstance(value, Fraction) else _read(value)


@lru_cache(maxsize=8192)
def _read(value: Decimal | int) -> Fraction:
    return Fraction(value)


def as_quotient(value: Fraction) -> Decimal:
    """The number as a decimal, to as many digits as the decimal context in force has."""
    return Decimal(int(value.numerator)) / Decimal(int(value.denominator))


def up(mm: Fraction, step: Fraction) -> Fraction:
    """The next whole step, not below ``mm``."""
    return -(-mm // step) * step
