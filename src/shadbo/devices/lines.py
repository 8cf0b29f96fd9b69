"""The lines a tape, a calliper or a scale sends: one reading a line, as serial gateways hand them on. docs/devices.md describes them."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal

Kind = Literal["length", "mass"]
UNITS: dict[str, Kind] = {
    "mm": "length",
    "cm": "length",
    "m": "length",
    "in": "length",
    "g": "mass",
    "kg": "mass",
    "lb": "mass",
    "oz": "mass",
}
MOST = 80
LINE = re.compile(
    r"(?P<mark>[LM])\s+(?P<number>-?\d{1,6}(?:[.,]\d{1,4})?(?:\s+\d{1,2}/\d{1,3})?|\d{1,2}/\d{1,3})\s*(?P<unit>[a-z]{1,2})"
)


@dataclass(frozen=True, slots=True)
class Sent:
    """What a device sent: a length or a mass as it is typed into a field (“612.4 mm”), or garbage."""

    kind: Kind | None
    text: str


def read_line(raw: bytes) -> Sent | None:
    """A line as it came: a reading; garbage (no kind, what can be shown of it); None for an empty one."""
    text = raw.decode("ascii", "replace").strip()
    if not text:
        return None
    found = LINE.fullmatch(text) if len(text) <= MOST else None
    if found is None or UNITS.get(found["unit"]) != {"L": "length", "M": "mass"}[found["mark"]]:
        return Sent(None, "".join(ch if ch.isprintable() else "?" for ch in text)[:MOST])
    return Sent(UNITS[found["unit"]], f"{found['number'].replace(',', '.')} {found['unit']}")


def write_line(text: str) -> bytes:
    """A reading as a device sends it, from “612.4 mm” or “1.2 kg”. Raises ValueError for what is none."""
    unit = text.strip().rsplit(" ", 1)[-1]
    kind = UNITS.get(unit)
    if kind is None:
        raise ValueError(f"{text!r} ends in no unit: {', '.join(UNITS)}")
    line = f"{'L' if kind == 'length' else 'M'} {text.strip()}\r\n".encode("ascii", "replace")
    if (sent := read_line(line)) is None or sent.kind is None:
        raise ValueError(f"{text!r} is no reading")
    return line
