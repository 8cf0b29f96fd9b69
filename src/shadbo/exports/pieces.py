"""Pieces, shops and records as JSON text. Lengths are JSON numbers and stay decimal both ways: no binary float is made of them."""

from __future__ import annotations

from decimal import Decimal
from typing import Any

import simplejson
from pydantic import ValidationError

from shadbo.core import FURTHEST_POWER, MOST_BYTES, MOST_DIGITS, Fault, Piece, Refused, Shop, document_of, faults_of, load_piece
from shadbo.shop.record.sealed import Sealed


def to_json(document: Any, indent: int | None = None) -> str:
    """A document with decimal lengths as JSON text."""
    return simplejson.dumps(document, use_decimal=True, ensure_ascii=False, allow_nan=False, indent=indent)


def from_json(text: str) -> Any:
    """JSON text as a document with decimal lengths. Raises ``ValueError`` for what isn't JSON, NaN among it."""
    return simplejson.loads(text, parse_float=_decimal, parse_int=_whole, parse_constant=_no_constant)


def _decimal(text: str) -> Decimal:
    return Decimal(_short(text))


def _whole(text: str) -> int:
    return int(_short(text))


def _short(text: str) -> str:
    """A number as it stands in a file, if it is one to reckon with: neither long nor with an exponent that makes it so."""
    power = text.lower().partition("e")[2]
    if len(text) > MOST_DIGITS or (power and (len(power) > 3 or abs(int(power)) > FURTHEST_POWER)):
        raise ValueError(f"the number {text[:12]}… has more digits than a document may hold")
    return text


def _no_constant(name: str) -> Any:
    raise ValueError(f"{name} is not a number a document can hold")


def piece_to_json(piece: Piece) -> str:
    """The piece as its file, to be kept or carried to another shop."""
    return to_json(document_of(piece), indent=2) + "\n"


def piece_from_json(text: str | bytes) -> Piece:
    """Read a piece file. Raises :class:`Refused` for anything that isn't one, with where and why."""
    return load_piece(_document(text))


def record_to_json(record: Sealed) -> str:
    """A record as its file: what its seal is of, to the letter."""
    return to_json({**record.model_dump(mode="json", exclude={"piece"}), "piece": record.piece}, indent=1) + "\n"


def record_from_json(text: str) -> Sealed:
    """A record that was kept."""
    return Sealed.model_validate(from_json(text))


def shop_from_json(text: str | bytes) -> Shop:
    """Read a shop file. Raises :class:`Refused`."""
    try:
        return Shop.model_validate(_document(text))
    except ValidationError as error:
        raise Refused(*faults_of(error)) from None


def _document(text: str | bytes) -> Any:
    if len(text) > MOST_BYTES:
        raise Refused(Fault("", "file", f"{len(text)} bytes", "is too large to be one piece", f"up to {MOST_BYTES // 1024} kB"))
    try:
        return from_json(text.decode("utf-8") if isinstance(text, bytes) else text)
    except UnicodeDecodeError:
        raise Refused(Fault("", "file", "", "is not text in UTF-8", "a Shadbo piece file (JSON)")) from None
    except RecursionError:
        raise Refused(Fault("", "file", "", "is nested too deeply", "a Shadbo piece file (JSON)")) from None
    except ValueError as error:
        raise Refused(Fault("", "file", str(text[:40]), f"is not JSON: {error}", "a Shadbo piece file (JSON)")) from None
