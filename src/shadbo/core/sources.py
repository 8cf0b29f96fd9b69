"""Where every published or house figure comes from. A check and a formula point here by key."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Standing = Literal["exact", "published", "from memory", "common practice", "house figure"]


@dataclass(frozen=True, slots=True)
class Source:
    """One reason a number is what it is: what kind of authority it has and where it stands."""

    key: str
    standing: Standing
    text: str


def _book(*sources: Source) -> dict[str, Source]:
    return {source.key: source for source in sources}


SOURCES: dict[str, Source] = _book(
    Source("inch", "exact", "International yard and pound agreement; NIST SP 811: 1 in = 25.4 mm exactly."),
    Source("arithmetic", "exact", "Plain arithmetic on the readings and choices of this piece."),
    Source("which-reading", "common practice",
           "Largest reading for what it must go into, smallest for what must cover it, mean for how it looks."),
    Source("gap-schools", "common practice",
           "3–5 mm for small work, 6 mm (1/4 in) usual, 10–13 mm for large: add half an inch to both sizes for the usual gap."),
    Source("gap-quarter", "common practice",
           "A gap that varies by more than a quarter of itself is seen as crooked."),
    Source("eye", "common practice", "Up to 0.8 mm (1/32 in) is true to the eye; up to 1.6 mm (1/16 in) passes; more shows."),
    Source("seat-reach", "common practice", "The seat runs at least 12 mm beyond the gap, so that it carries the bar."),
    Source("seat-all-round", "common practice", "Strips will do for small work; over 600 mm the seat or strip goes all round."),
    Source("screw-bite", "common practice",
           "At least 12 mm of screw in the bar, and its point never within 5 mm of the canvas."),
    Source("screw-spacing", "common practice",
           "Two screws a side or more, no more than 300 mm apart, 50 mm clear of the corners where the keys sit."),
    Source("reveal-3", "common practice", "The canvas usually sits 3 mm below the rail's face; flush and proud are a matter of taste."),
    Source("tape", "house figure", "Reading tolerance of the tape, a shop setting."),
    Source("saw", "house figure", "Tolerance and kerf of the saw, shop settings."),
    Source("square", "house figure", "Diagonals may differ by 1.5 mm up to 1 m of diagonal, then 1.5 mm a metre; a shop setting."),
    Source("stock", "house figure", "From the shop's stock list."),
    Source("choice", "house figure", "Chosen for this piece."),
    Source("untrue", "house figure",
           "A stretched canvas out by more than 2 % of its side (and over 10 mm) is likelier a misread tape; a shop setting."),
)  # fmt: skip


def source(key: str) -> Source:
    """The source with this key; an unknown key is a fault of the program."""
    return SOURCES[key]
