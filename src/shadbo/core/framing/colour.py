"""Colours: how far two are apart for the eye (CIEDE2000), which mat boards of the stock come nearest, which set them off.

The difference formula is CIEDE2000 (Sharma, Wu, Dalal 2005), as coloraide works it out; colours are sRGB under D65.
"""

from __future__ import annotations

from functools import lru_cache
from typing import TYPE_CHECKING

from shadbo.core.document.shop import MatBoard
from shadbo.core.quantity.record import record

if TYPE_CHECKING:
    from coloraide import Color

# ΔE00 up to which two colours are said to be alike, near, related; above, they differ.
WORDS = ((1.0, "not to be told apart"), (2.5, "a match"), (6.0, "close"), (12.0, "related"), (25.0, "different"))


@lru_cache(maxsize=4096)
def difference(first: str, second: str) -> float:
    """ΔE00 between two sRGB colours (``#rrggbb``)."""
    return between(_lab(first), _lab(second))


def between(first: Color, second: Color) -> float:
    """ΔE00 between two colours in CIELAB under D65."""
    return float(first.delta_e(second, method="2000", space="lab-d65"))


@lru_cache(maxsize=1024)
def _lab(colour: str) -> Color:
    # Loaded where a colour is asked about: a start needs none.
    from coloraide import Color

    return Color(colour).convert("lab-d65")


def in_words(first: str, second: str) -> str:
    """A difference as a framer says it: how near, and which way the second lies from the first."""
    apart = difference(first, second)
    said = next((word for most, word in WORDS if apart <= most), "far apart")
    if apart <= WORDS[1][0]:
        return said
    a, b = _lab(first), _lab(second)
    ways = []
    lighter = b["lightness"] - a["lightness"]
    if abs(lighter) > 4:
        ways.append("lighter" if lighter > 0 else "darker")
    strong = _chroma(b) - _chroma(a)
    if abs(strong) > 6:
        ways.append("stronger" if strong > 0 else "greyer")
    if min(_chroma(a), _chroma(b)) > 8:
        turn = _turned(a, b)
        if abs(turn) > 12:
            ways.append(_hue_word(b))
    return f"{said}: {', '.join(ways)}" if ways else said


def _chroma(lab: Color) -> float:
    return float((lab["a"] ** 2 + lab["b"] ** 2) ** 0.5)


def _turned(a: Color, b: Color) -> float:
    first, second = (float(c.convert("lch-d65")["hue"]) for c in (a, b))
    return (second - first + 180) % 360 - 180


def _hue_word(lab: Color) -> str:
    hue = float(lab.convert("lch-d65")["hue"]) % 360
    for edge, word in (
        (40, "redder"),
        (75, "more orange"),
        (110, "yellower"),
        (190, "greener"),
        (290, "bluer"),
        (335, "more violet"),
    ):
        if hue < edge:
            return word
    return "redder"


@record(frozen=True, slots=True)
class Suggested:
    """A mat board for a colour: ΔE00 to it and that in words."""

    board: MatBoard
    apart: float
    words: str


def nearest(colour: str, boards: tuple[MatBoard, ...], most: int = 3) -> list[Suggested]:
    """The boards that come nearest, nearest first."""
    return _ranked(colour, boards)[:most]


def contrasting(colour: str, boards: tuple[MatBoard, ...]) -> Suggested | None:
    """The board that sets the colour off: clearly lighter or darker, and of a kindred or a quiet hue."""
    best: tuple[float, Suggested] | None = None
    base = _lab(colour)
    for found in _ranked(colour, boards):
        other = _lab(found.board.colour)
        light = abs(float(other["lightness"]) - float(base["lightness"]))
        if light < 25:
            continue
        quiet = _chroma(other) < 12
        kindred = abs(_turned(base, other)) < 45
        score = light - (0 if quiet or kindred else 60)
        if best is None or score > best[0]:
            best = (score, found)
    return best[1] if best else None


@lru_cache(maxsize=256)
def _ranked(colour: str, boards: tuple[MatBoard, ...]) -> list[Suggested]:
    found = [Suggested(b, difference(colour, b.colour), in_words(colour, b.colour)) for b in boards]
    return sorted(found, key=lambda s: s.apart)
