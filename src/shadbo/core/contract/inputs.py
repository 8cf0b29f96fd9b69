"""What a stage asks for, as data: the screen draws these without knowing any rule of the trade."""

from __future__ import annotations

from typing import Literal

from shadbo.core.contract.checks import PatchShown, Stage
from shadbo.core.contract.views import ViewKey
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import Shown, Unit
from shadbo.core.quantity.masses import Quantity
from shadbo.core.quantity.record import record

Look = Literal["list", "buttons", "menu", "many", "swatches", "slider", "told"]


@record(frozen=True, slots=True)
class Slide:
    """From where to where a length can be slid, and where it is now, whole mm."""

    low: int
    high: int
    at: int


@record(frozen=True, slots=True)
class LengthInput:
    """A length to be typed. ``follows`` is set while it is worked out from the others instead;
    ``typed`` is what was written, which may be shown again where the field's unit is that of its ``tape``; ``again`` is
    where another reading of the same station would stand; ``empty`` is what stands in it while nothing does; ``slide`` draws
    a slider under the field. An input with a ``row`` is asked in the
    row of that part in the lists, or of that step in the order of work, and not among the stage’s fields.
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
    again: str | None = None
    slide: Slide | None = None
    kind: Literal["length"] = "length"
    row: str = ""
    empty: str = "not read"


@record(frozen=True, slots=True)
class MassInput:
    """A weight to be typed; ``follows`` while it is estimated."""

    pointer: str
    label: str
    group: str
    figure: str
    quantity: Quantity
    follows: bool
    parts: tuple[str, ...]
    hint: Say
    kind: Literal["mass"] = "mass"
    row: str = ""


@record(frozen=True, slots=True)
class NumberInput:
    """A whole number, or a time, to be typed; ``value`` as it stands, ``usual`` where it follows."""

    pointer: str
    label: str
    group: str
    value: str
    usual: str = ""
    hint: Say = ()
    parts: tuple[str, ...] = ()
    kind: Literal["number"] = "number"
    row: str = ""


@record(frozen=True, slots=True)
class FileInput:
    """A picture file to be handed in; ``name`` of the one that is there."""

    key: str
    label: str
    group: str
    name: str | None
    say: Say
    parts: tuple[str, ...]
    kind: Literal["file"] = "file"


@record(frozen=True, slots=True)
class Option:
    """One thing to choose, with its reason and the JSON Patch that chooses it; ``colour`` of what is one (sRGB)."""

    key: str
    label: Say
    detail: Say
    chosen: bool
    patch: PatchShown
    colour: str = ""


@record(frozen=True, slots=True)
class ChoiceInput:
    """One of several (``many``: any of several, each switched over); ``key`` names the choice within the plan."""

    key: str
    label: str
    group: str
    options: tuple[Option, ...]
    parts: tuple[str, ...]
    look: Look
    kind: Literal["choice"] = "choice"
    row: str = ""


@record(frozen=True, slots=True)
class WordsInput:
    """Words or a date to be written down."""

    pointer: str
    label: str
    group: str
    value: str
    look: Literal["words", "date", "colour"]
    hint: Say
    parts: tuple[str, ...] = ()
    kind: Literal["words"] = "words"
    row: str = ""


@record(frozen=True, slots=True)
class ActionInput:
    """Something that can be done at a press: JSON Patch with a name."""

    key: str
    label: str
    group: str
    parts: tuple[str, ...]
    look: Literal["add", "remove"]
    patch: PatchShown
    kind: Literal["action"] = "action"
    row: str = ""


@record(frozen=True, slots=True)
class OutlineInput:
    """The outline of an item, to be taken from a photograph or a file: how many points it has, the photograph by its
    fingerprint and name."""

    item: str
    label: str
    group: str
    points: int
    photo: str | None
    photo_name: str | None
    say: Say
    parts: tuple[str, ...]
    kind: Literal["outline"] = "outline"


StageState = Literal["settled", "waiting", "stopped"]
Input = LengthInput | ChoiceInput | MassInput | NumberInput | FileInput | WordsInput | ActionInput | OutlineInput


@record(frozen=True, slots=True)
class StagePanel:
    """One stage of the ribbon: what it asks, which figures and drawings matter there, and how it stands.

    The first of ``views`` is drawn large, the others small beside it.
    """

    key: Stage
    label: str
    state: StageState
    asks: Say
    inputs: tuple[Input, ...]
    figures: tuple[str, ...]
    views: tuple[ViewKey, ...]
