"""What a stage asks for, as data: the screen draws these without knowing any rule of the trade."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from shadbo.core.checks import PatchShown, Stage
from shadbo.core.figures import Say
from shadbo.core.lengths import Shown, Unit


@dataclass(frozen=True, slots=True)
class LengthInput:
    """A length to be typed. ``follows`` is set while it is worked out from the others instead;
    ``typed`` is what was written, which may be shown again where the field's unit is that of its ``tape``.
    """

    pointer: str
    label: str
    group: str
    shown: Shown | None
    typed: str | None
    tape: Unit | None
    figure: str | None
    parts: tuple[str, ...]
    optional: bool
    follows: bool
    hint: Say
    kind: Literal["length"] = "length"


@dataclass(frozen=True, slots=True)
class Option:
    """One thing to choose, with its reason and the JSON Patch that chooses it."""

    key: str
    label: Say
    detail: Say
    chosen: bool
    patch: PatchShown


@dataclass(frozen=True, slots=True)
class ChoiceInput:
    """One of several; ``key`` names the choice within the plan."""

    key: str
    label: str
    group: str
    options: tuple[Option, ...]
    parts: tuple[str, ...]
    look: Literal["list", "buttons"]
    kind: Literal["choice"] = "choice"


@dataclass(frozen=True, slots=True)
class StagePanel:
    """One stage of the ribbon: what it asks, which figures matter there, and how it stands."""

    key: Stage
    label: str
    state: Literal["settled", "waiting", "stopped"]
    asks: Say
    inputs: tuple[LengthInput | ChoiceInput, ...]
    figures: tuple[str, ...]
