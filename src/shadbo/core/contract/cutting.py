"""Cut list lines, and mitred rails laid into stock lengths.

A mitred rail uses its long point and a kerf of stock; rails of one profile lie head to tail and are not flipped.
"""

from __future__ import annotations

from collections.abc import Sequence

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say, Speaker
from shadbo.core.quantity.lengths import Shown
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim


@record(frozen=True, slots=True)
class Across:
    """A part across its length: its ``width`` and how ``thick`` it is, where it has them, as they are ``said`` in a list beside its length,
    after the word that ``joins`` them to it; what is said ``more`` of it; ``figure`` is what the width is in the book. ``packer``: what it is
    cut to is how thick it is."""

    width: Shown | None = None
    thick: Shown | None = None
    said: Say = ()
    more: Say = ()
    packer: bool = False
    figure: str | None = None
    joins: str = ""

    @property
    def alone(self) -> Say:
        """All of it, as it stands in a column of its own."""
        return (*self.said, ", ", *self.more) if self.more else self.said

    @property
    def section(self) -> Say:
        """All of it, as one reads it after the length."""
        return (f"{self.joins} ", *self.alone) if self.joins else self.alone


PACKER = Across(said=("thickness",), packer=True)
Length = Dim | Fraction


def sheet_of(speak: Speaker, height: Length, thick: Length | None = None, more: Say = ()) -> Across:
    """A sheet or a cloth: by its other size, and how thick."""
    said = speak.say("{}", height) if thick is None else speak.say("{}, {} thick", height, thick)
    shown = speak.shown(thick) if thick is not None else None
    return Across(speak.shown(height), shown, said, more, figure=height.name if isinstance(height, Dim) else None, joins="by")


def strip_of(speak: Speaker, wide: Length | None = None, thick: Length | None = None, deep: str = "thick") -> Across:
    """A strip: how wide, and how thick, high or deep."""
    said = [
        *([speak.say("{} wide", wide)] if wide is not None else []),
        *([speak.say(f"{{}} {deep}", thick)] if thick is not None else []),
    ]
    words = (*said[0], ", ", *said[1]) if len(said) == 2 else said[0]
    return Across(speak.shown(wide) if wide is not None else None, speak.shown(thick) if thick is not None else None, words)


def bar_of(speak: Speaker, wide: Length, thick: Length, more: Say = ()) -> Across:
    """A rail, bar or board: “20 × 50”, and what else its profile has."""
    return Across(speak.shown(wide), speak.shown(thick), speak.say("{} × {}", wide, thick), more)


@record(frozen=True, slots=True)
class CutLine:
    """One line of the cut list: how many, of what, how long; ``figure`` opens the length, ``short`` the short point, ``width_figure`` the
    other size of a sheet. ``section`` says what it is across its length; ``width``, ``thick`` and what is said ``more`` by themselves; of
    a ``packer`` the length is how thick it is; an ``opening`` is cut out of the line before it. ``alone`` is the section as it stands in a
    column of its own. ``number`` is the count’s own name in the book."""

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
    width: Shown | None = None
    thick: Shown | None = None
    more: Say = ()
    packer: bool = False
    opening: bool = False
    alone: Say = ()
    number: str = ""
    width_figure: str | None = None

    @property
    def figures(self) -> tuple[str, ...]:
        """Its sizes, by their names in the book."""
        return tuple(name for name in (self.figure, self.short_figure, self.width_figure) if name)


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
