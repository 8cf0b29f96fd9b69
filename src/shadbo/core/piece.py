"""A piece: what people decided about one job. The open file format ``shadbo.piece/1``.

Lengths are decimal millimetres, JSON numbers in the file. A plan is worked out from a piece and is never stored.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from datetime import date
from decimal import Decimal
from typing import Annotated, Any, Literal, get_args, get_origin

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, ValidationError, model_validator

from shadbo.core.fields import Fault, LengthField, Refused, exact

FORMAT: Literal["shadbo.piece/1"] = "shadbo.piece/1"
MOST_BYTES = 512 * 1024

WIDTH_STATIONS = ("top", "middle", "bottom")
HEIGHT_STATIONS = ("left", "centre", "right")
DEPTH_STATIONS = ("bar",)

Practice = Literal["conservation", "decorative", "thrifty"]
UnitName = Literal["mm", "in"]

SIDE_MM = Annotated[Decimal, LengthField.between("Reading", "20", "5000")]
DEPTH_MM = Annotated[Decimal, LengthField.between("Bar depth", "5", "150")]
FACE_MM = Annotated[Decimal, LengthField.between("Face", "3", "200")]
RAIL_MM = Annotated[Decimal, LengthField.between("Rail height", "8", "250")]
SEAT_MM = Annotated[Decimal, LengthField.between("Seat thickness", "2", "60")]
SEAT_WIDTH_MM = Annotated[Decimal, LengthField.between("Seat width", "5", "200")]
BAR_WIDTH_MM = Annotated[Decimal, LengthField.between("Bar width", "12", "120")]
GAP_MM = Annotated[Decimal, LengthField.between("Gap", "0.5", "100")]
LIFT_MM = Annotated[Decimal, LengthField.between("Lift", "0", "150")]
REVEAL_MM = Annotated[Decimal, LengthField.between("Reveal", "-100", "150")]
SCREW_MM = Annotated[Decimal, LengthField.between("Screw length", "6", "200")]


class Part(BaseModel):
    model_config = ConfigDict(extra="forbid", frozen=True, allow_inf_nan=False)


class _Reading(Part):
    """One reading of the tape: mm as understood, the text as typed, the tape it was read on, and its give (±mm)."""

    typed: str | None = Field(default=None, max_length=120)
    tape: UnitName = "mm"
    give: Annotated[Decimal, BeforeValidator(exact), Field(ge=0, le=50)] = Decimal(0)


class SideReading(_Reading):
    mm: SIDE_MM


class DepthReading(_Reading):
    mm: DEPTH_MM


SideReadings = Annotated[list[SideReading], Field(max_length=9)]
DepthReadings = Annotated[list[DepthReading], Field(max_length=9)]


class _Stations(Part):
    @model_validator(mode="after")
    def one_at_least(self) -> _Stations:
        if not any(getattr(self, name) for name in type(self).model_fields):
            raise ValueError("at least one reading is needed")
        return self

    def readings(self) -> Iterator[tuple[str, Sequence[SideReading | DepthReading]]]:
        """Stations that have readings, in order."""
        for name in type(self).model_fields:
            if listed := getattr(self, name):
                yield name, listed


class WidthStations(_Stations):
    """Width read across the piece at its top, middle and bottom."""

    top: SideReadings = []
    middle: SideReadings = []
    bottom: SideReadings = []


class HeightStations(_Stations):
    """Height read at the left, centre and right, seen from the front."""

    left: SideReadings = []
    centre: SideReadings = []
    right: SideReadings = []


class DepthStations(_Stations):
    """How deep the stretcher bar is, front to back."""

    bar: DepthReadings = []


class StretchedCanvas(Part):
    """A canvas on stretcher bars. ``bar_width`` is the bar's width on the back (mm)."""

    type: Literal["stretched_canvas"] = "stretched_canvas"
    width: WidthStations
    height: HeightStations
    depth: DepthStations
    bar_width: BAR_WIDTH_MM = Decimal(40)


class NewFrame(Part):
    """A floater frame to be made: gap a side, and the moulding it is cut from; seat sizes over those of the moulding."""

    make: Literal["new"] = "new"
    gap: GAP_MM = Decimal(6)
    moulding: str = Field(min_length=1, max_length=60)
    seat_thickness: SEAT_MM | None = None
    seat_width: SEAT_WIDTH_MM | None = None
    spare_rail: bool = False


class BoughtFrame(Part):
    """A floater frame made or bought already, read inside at stations; ``turned`` a quarter turn against the canvas."""

    make: Literal["bought"] = "bought"
    width: WidthStations
    height: HeightStations
    face: FACE_MM
    rail_height: RAIL_MM
    seat_thickness: SEAT_MM
    seat_width: SEAT_WIDTH_MM
    turned: bool = False
    liner_width: LIFT_MM = Decimal(0)
    liner_height: LIFT_MM = Decimal(0)


class Floater(Part):
    """Canvas in a floater frame. ``solve`` says which of reveal, lift and rail height follows from the other two."""

    type: Literal["floater"] = "floater"
    frame: Annotated[NewFrame | BoughtFrame, Field(discriminator="make")]
    solve: Literal["reveal", "lift", "rail_height"] = "lift"
    reveal: REVEAL_MM = Decimal(3)
    lift: LIFT_MM = Decimal(0)
    lift_kind: Literal["strips", "all_round"] = "strips"
    screw: SCREW_MM | None = None

    @model_validator(mode="after")
    def a_made_frame_has_its_height(self) -> Floater:
        if self.solve == "rail_height" and self.frame.make == "bought":
            raise ValueError("the rail height of a frame that is already made can't be worked out; lift or reveal can")
        return self


class Piece(Part):
    """One job: an object, the display it is to have, and what is said about both."""

    format: Literal["shadbo.piece/1"] = FORMAT
    name: str = Field(min_length=1, max_length=120)
    owner: str = Field(default="", max_length=120)
    due: date | None = None
    note: str = Field(default="", max_length=4000)
    units: UnitName = "mm"
    practice: Practice = "decorative"
    object: StretchedCanvas
    display: Floater


def load_piece(document: Any) -> Piece:
    """Check a document and make a piece of it.

    Raises :class:`Refused`, one fault a field; a document of another version or of no version is said to be so first.
    """
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
    try:
        return Piece.model_validate(document)
    except ValidationError as error:
        raise Refused(*faults_of(error)) from None


def document_of(piece: Piece) -> dict[str, Any]:
    """The piece as its document: plain dicts and lists, decimal lengths, the due date as ISO text."""
    document = piece.model_dump()
    document["due"] = piece.due.isoformat() if piece.due else None
    return document


def faults_of(error: ValidationError) -> list[Fault]:
    """Pydantic's errors as faults at places in the document."""
    faults: dict[tuple[str, str], Fault] = {}
    tags = {"new", "bought", "floater", "stretched_canvas", "str", "int"}
    for item in error.errors(include_url=False):
        where = [str(step) for step in item["loc"] if not (isinstance(step, str) and step in tags)]
        pointer = "".join("/" + step.replace("~", "~0").replace("/", "~1") for step in where)
        declared = length_field(pointer)
        label = declared.label if declared else (where[-1].replace("_", " ") if where else "piece")
        message = item["msg"].removeprefix("Value error, ")
        accepted = declared.accepted("mm") if declared else str(item.get("ctx", {}).get("expected", "see the message"))
        value = str(item["input"])[:80] if not isinstance(item["input"], (dict, list)) else ""
        faults.setdefault((pointer, message), Fault(pointer, label, value, message, accepted))
    return list(faults.values())


def length_field(pointer: str) -> LengthField | None:
    """The length declared at a JSON Pointer of a piece, or None; a reading counts as its mm."""
    return _declared(Piece, [step for step in pointer.split("/") if step])


def _declared(annotation: Any, steps: list[str]) -> LengthField | None:
    """Walk a type along ``steps``: through annotations and unions freely, into lists and models by one step."""
    if isinstance(annotation, LengthField):
        return annotation if not steps else None
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        step, rest = (steps[0], steps[1:]) if steps else ("mm", [])
        field = annotation.model_fields.get(step)
        inner = (field.annotation, *field.metadata) if field else ()
    elif get_origin(annotation) is list:
        inner, rest = (get_args(annotation), steps[1:]) if steps else ((), [])
    else:
        inner, rest = get_args(annotation) if get_origin(annotation) is not Literal else (), steps
    found = next((found for item in inner if (found := _declared(item, rest))), None)
    # What may also be None may be left empty.
    return replace(found, empty=True) if found and type(None) in inner else found
