"""Cut list lines, and mitred rails laid into stock lengths.

A mitred rail uses its long point and a kerf of stock; rails of one profile lie head to tail and are not flipped.
"""

from __future__ import annotations

from collections.abc import Sequence

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import Shown
from shadbo.core.quantity.record import record


@record(frozen=True, slots=True)
class CutLine:
    """One line of the cut list: how many, of what, how long; ``figure`` opens the length, ``short`` the short point."""

    key: str
    part: str
    parts: tuple[str, ...]
    count: int
    material: str
    length: Shown
    mm: str
    figure: str | None
    short: Shown | None
    short_mm: str | None
    short_figure: str | None
    section: Say
    note: Say


@record(frozen=True, slots=True)
class StockLength:
    """One length of moulding: the pieces to cut from it in order, and what is left (mm)."""

    number: int
    pieces: tuple[str, ...]
    used: Shown
    left: Shown
    keep: bool


def lay_out(lengths: Sequence[tuple[str, Fraction]], stock: Fraction, kerf: Fraction) -> list[list[tuple[str, Fraction]]]:
    """Pieces into as few stock lengths as first-fit decreasing finds; each uses its length and a kerf.

    For the two pairs of rails of one frame first-fit decreasing is optimal. Raises ValueError for a piece that is
    longer than the stock.
    """
    bars: list[tuple[Fraction, list[tuple[str, Fraction]]]] = []
    for name, length in sorted(lengths, key=lambda item: -item[1]):
        need = length + kerf
        if need > stock:
            raise ValueError(f"{name} is longer than the stock")
        for i, (used, pieces) in enumerate(bars):
            if used + need <= stock:
                bars[i] = (used + need, [*pieces, (name, length)])
                break
        else:
            bars.append((need, [(name, length)]))
    return [pieces for _, pieces in bars]
