"""A piece: what people decided about one job. The open file format ``shadbo.piece/1``.

Lengths are decimal millimetres, JSON numbers in the file. A plan is worked out from a piece and is never stored.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from datetime import date
from types import MappingProxyType
from typing import Annotated, Any, Literal, get_args, get_origin

from pydantic import BaseModel, Field, ValidationError, model_validator

from shadbo.core.document.decisions.asked import WhatMatters
from shadbo.core.document.decisions.boxes import Direct, MattedBox, ShadowBox, Spaced
from shadbo.core.document.decisions.canvas import DeepReadyMade, Floater, Lipped, OnBoard, PictureFile, Stretcher
from shadbo.core.document.decisions.clear_case import ClearCase
from shadbo.core.document.decisions.finish import Finish
from shadbo.core.document.decisions.front_opening import FrontOpening
from shadbo.core.document.decisions.hanger_bars import HangerBars
from shadbo.core.document.decisions.hanging import Hang
from shadbo.core.document.decisions.holding import Condition, Hold, Override
from shadbo.core.document.decisions.layered_box import LayeredBox
from shadbo.core.document.decisions.own_way import OwnWay
from shadbo.core.document.decisions.panel import OnPanel
from shadbo.core.document.decisions.room import Room
from shadbo.core.document.decisions.said import PartSaid
from shadbo.core.document.decisions.sash import Sash
from shadbo.core.document.decisions.see_through import SeeThrough
from shadbo.core.document.decisions.sleeve import Sleeve
from shadbo.core.document.decisions.suspended import Suspended
from shadbo.core.document.earlier import as_written_now
from shadbo.core.document.items import Things
from shadbo.core.document.objects import CanvasToMake, FlatWork, RolledCanvas, StretchedCanvas
from shadbo.core.document.readings import Part, UnitName
from shadbo.core.document.shop import OwnStock, Practice
from shadbo.core.quantity.fields import CountField, Fault, LengthField, MassField, Refused

FORMAT: Literal["shadbo.piece/1"] = "shadbo.piece/1"
MOST_BYTES = 512 * 1024


Object = StretchedCanvas | RolledCanvas | CanvasToMake | FlatWork | Things
Decision = (
    Floater
    | Lipped
    | DeepReadyMade
    | Stretcher
    | OnBoard
    | Direct
    | Spaced
    | ShadowBox
    | MattedBox
    | LayeredBox
    | SeeThrough
    | Sash
    | Suspended
    | OnPanel
    | HangerBars
    | Sleeve
    | ClearCase
    | FrontOpening
)

# Which things a display can show, as its model says.
SHOWS: MappingProxyType[str, tuple[str, ...]] = MappingProxyType(
    {model.model_fields["type"].default: model.SHOWS for model in get_args(Decision)}
)


class Stretched(Part):
    """How a canvas that is framed now was stretched, or is to be: as it came off the roll, and on which bars."""

    object: Annotated[RolledCanvas | CanvasToMake, Field(discriminator="type")]
    display: Stretcher


class Piece(Part):
    """One job: an object, the display it is to have, and what is said about both."""

    format: Literal["shadbo.piece/1"] = FORMAT
    name: str = Field(min_length=1, max_length=120)
    owner: str = Field(default="", max_length=120)
    due: date | None = None
    note: str = Field(default="", max_length=4000)
    units: UnitName = "mm"
    practice: Practice = "decorative"
    object: Annotated[Object, Field(discriminator="type")]
    display: Annotated[Decision, Field(discriminator="type")]
    stretched: Stretched | None = None
    hold: Hold = Hold()
    hang: Hang = Hang()
    finish: Finish = Finish()
    own: OwnStock = OwnStock()
    asked: WhatMatters = WhatMatters()
    room: Room = Room()
    condition: Condition = Condition()
    said: Annotated[list[PartSaid], Field(max_length=80)] = []
    way: OwnWay = OwnWay()
    overrides: Annotated[list[Override], Field(max_length=40)] = []

    @model_validator(mode="after")
    def the_display_can_show_it(self) -> Piece:
        if self.object.type not in SHOWS[self.display.type]:
            what, way = self.object.type.replace("_", " "), self.display.type.replace("_", " ")
            raise ValueError(f"a {what} can't be shown this way ({way})")
        return self


def load_piece(document: Any) -> Piece:
    """Check a document and make a piece of it.

    Raises :class:`Refused`, one fault a field; a document of another version or of no version is said to be so first.
    """
    writable(document)
    if not isinstance(document, dict):
        raise Refused(Fault("", "file", type(document).__name__, "is not a piece: an object is expected", FORMAT))
    written = document.get("format")
    if written != FORMAT:
        kind, _, version = str(written).rpartition("/")
        if kind == "shadbo.piece" and version.isdigit() and int(version) > 1:
            message = f"was written by a later Shadbo (piece version {version}); this one reads version 1"
        else:
            message = "is not the mark of a Shadbo piece"
        raise Refused(Fault("/format", "format", str(written)[:80], message, FORMAT))
    return checked(document)


def checked(document: dict[str, Any]) -> Piece:
    """A document of this version as a piece. Raises :class:`Refused`, one fault a field."""
    try:
        return Piece.model_validate(as_written_now(document))
    except ValidationError as error:
        raise Refused(*faults_of(error)) from None


def writable(value: Any, pointer: str = "") -> None:
    """Texts can be written down: no NUL, no half of a character. Raises :class:`Refused` with the place."""
    if isinstance(value, str):
        if "\x00" in value or any("\ud800" <= ch <= "\udfff" for ch in value):
            raise Refused(
                Fault(
                    pointer, pointer.rsplit("/", 1)[-1] or "text", "", "holds a character that can’t be written down", "plain text"
                )
            )
    elif isinstance(value, dict):
        for key, inner in value.items():
            writable(key, pointer)
            writable(inner, f"{pointer}/{key}")
    elif isinstance(value, list):
        for i, inner in enumerate(value):
            writable(inner, f"{pointer}/{i}")


def document_of(piece: Piece) -> dict[str, Any]:
    """The piece as its document: plain dicts and lists, decimal lengths, the due date as ISO text."""
    document = piece.model_dump()
    document["due"] = piece.due.isoformat() if piece.due else None
    if isinstance(piece.object, (FlatWork, Things)):
        agreed = piece.object.consent.on
        document["object"]["consent"]["on"] = agreed.isoformat() if agreed else None
    return document


def without_pictures(piece: Piece, there: Callable[[str], bool]) -> tuple[Piece, tuple[str, ...]]:
    """The piece without the picture files that are not ``there`` (by fingerprint), and the names of those."""
    missing: dict[str, str] = {}

    def kept(value: Any) -> Any:
        if isinstance(value, list):
            return [inner for one in value if (inner := kept(one)) is not None]
        if not isinstance(value, dict):
            return value
        if value.keys() == PictureFile.model_fields.keys() and not there(value["sha256"]):
            missing[value["sha256"]] = value["name"]
            return None
        return {key: kept(inner) for key, inner in value.items()}

    document = kept(document_of(piece))
    return (load_piece(document) if missing else piece), tuple(missing.values())


TAGS = {"new", "bought", "str", "int", *SHOWS, *(kind for kinds in SHOWS.values() for kind in kinds)}


def faults_of(error: ValidationError) -> list[Fault]:
    """Pydantic's errors as faults at places in the document."""
    faults: dict[tuple[str, str], Fault] = {}
    for item in error.errors(include_url=False):
        where = [str(step) for step in item["loc"] if not (isinstance(step, str) and step in TAGS)]
        if item["type"] in ("union_tag_invalid", "union_tag_not_found"):
            where.append(item["ctx"]["discriminator"].strip("'"))
        pointer = "".join("/" + step.replace("~", "~0").replace("/", "~1") for step in where)
        declared = field_at(pointer)
        label = declared.label if declared else (where[-1].replace("_", " ") if where else "piece")
        message = item["msg"].removeprefix("Value error, ")
        accepted = declared.accepted("mm") if declared else _expected(item.get("ctx", {}))
        value = _shown(item["input"])
        faults.setdefault((pointer, message), Fault(pointer, label, value, message, accepted))
    return list(faults.values())


def _shown(value: Any) -> str:
    """What stood there, if it is short enough to be told."""
    if isinstance(value, (dict, list)) or (isinstance(value, int) and value.bit_length() > 300):
        return ""
    return str(value)[:80]


def _expected(context: dict[str, Any]) -> str:
    return str(context.get("expected") or context.get("expected_tags") or "see the message")


def field_at(pointer: str, piece: Piece | None = None) -> LengthField | MassField | CountField | None:
    """The length, weight or number declared at a JSON Pointer of a piece, or None; a reading counts as its mm.

    Given a piece, the models it really holds are asked; without, the first that has such a place.
    """
    return _declared(Piece, [step for step in pointer.split("/") if step], piece)


def length_field(pointer: str, piece: Piece | None = None) -> LengthField | None:
    """The length declared at a JSON Pointer, or None."""
    found = field_at(pointer, piece)
    return found if isinstance(found, LengthField) else None


def _declared(annotation: Any, steps: list[str], here: Any) -> LengthField | MassField | CountField | None:
    """Walk a type along ``steps``: through annotations and unions freely, into lists and models by one step."""
    if isinstance(annotation, (LengthField, MassField, CountField)):
        return annotation if not steps else None
    inside = None
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        if isinstance(here, BaseModel) and not isinstance(here, annotation):
            return None
        step, rest = (steps[0], steps[1:]) if steps else ("mm", [])
        field = annotation.model_fields.get(step)
        inner = (field.annotation, *field.metadata) if field else ()
        inside = getattr(here, step, None)
    elif get_origin(annotation) is list:
        inner, rest = (get_args(annotation), steps[1:]) if steps else ((), [])
        if steps and isinstance(here, list) and steps[0].isdigit() and int(steps[0]) < len(here):
            inside = here[int(steps[0])]
    else:
        inner, rest, inside = get_args(annotation) if get_origin(annotation) is not Literal else (), steps, here
    found = next((found for item in inner if (found := _declared(item, rest, inside))), None)
    # What may also be None may be left empty.
    return replace(found, empty=True) if isinstance(found, (LengthField, CountField)) and type(None) in inner else found
