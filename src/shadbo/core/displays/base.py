"""What a display is to the plan: a key, how it reckons a piece, and what typing into one of its places settles."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from shadbo.core.checks import Checklist, Patch, Stage
from shadbo.core.cutting import CutLine, StockLength
from shadbo.core.figures import Book, Say, Speaker
from shadbo.core.inputs import ChoiceInput, LengthInput
from shadbo.core.piece import Piece
from shadbo.core.shop import Shop
from shadbo.core.sums import Dim
from shadbo.core.views import View
from shadbo.core.work import Step


@dataclass(frozen=True, slots=True)
class Context:
    """One piece being reckoned: what was decided, what the shop has, and where figures and checks go."""

    piece: Piece
    shop: Shop
    book: Book
    checks: Checklist
    speak: Speaker


@dataclass(frozen=True, slots=True)
class Layer:
    """One layer of the display, front to back."""

    part: str
    label: str
    thickness: Dim


@dataclass(frozen=True, slots=True)
class Proof:
    """A line that must re-add: the terms and the whole they must come to, added up apart from the sums that made them."""

    line: str
    terms: tuple[Dim, ...]
    whole: Dim

    @property
    def holds(self) -> bool:
        return sum(t.value for t in self.terms) == self.whole.value


@dataclass(frozen=True, slots=True)
class Panel:
    """A stage as a display fills it."""

    key: Stage
    label: str
    asks: Say
    inputs: tuple[LengthInput | ChoiceInput, ...]
    figures: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Reckoned:
    """All a display has to say of a piece."""

    verdict: Say
    layers: tuple[Layer, ...]
    panels: tuple[Panel, ...]
    views: tuple[View, ...]
    cuts: tuple[CutLine, ...]
    stock: tuple[StockLength, ...]
    steps: tuple[Step, ...]
    proofs: tuple[Proof, ...]


@dataclass(frozen=True, slots=True)
class Display:
    """One way of showing a thing. ``settle`` gives further patch steps when a place of the piece is typed into."""

    key: str
    label: str
    reckon: Callable[[Context], Reckoned]
    settle: Callable[[Any, str], Patch]
