"""Readings as a piece holds them: of a size at stations, along an edge, over the diagonals, of the depth, of the weight.

A station is a place along a side: three have names, any others are given by how far along they lie. Every reading is
kept; of several at one station the median stands.
"""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal
from typing import Annotated, Any, ClassVar, Literal

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, model_validator

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import LengthField, MassField, exact
from shadbo.core.quantity.lengths import as_decimal
from shadbo.core.quantity.record import record

UnitName = Literal["mm", "in"]
Use = Literal["largest", "mean", "smallest"]

SIDE_MM = Annotated[Decimal, LengthField.between("Reading", "20", "5000")]
DIAGONAL_MM = Annotated[Decimal, LengthField.between("Diagonal", "20", "8000")]
BAR_DEPTH_MM = Annotated[Decimal, LengthField.between("Bar depth", "2", "150")]
DEPTH_MM = Annotated[Decimal, LengthField.between("Depth", "0.1", "300")]
EDGE_MM = Annotated[Decimal, LengthField.between("Gap to the straightedge", "0", "100")]
MASS_KG = Annotated[Decimal, MassField.between("Weight", "0.001", "200")]
# How far along its side a station lies, in thousandths from the top or the left.
PER_MILLE = Annotated[int, Field(ge=5, le=995)]


class Part(BaseModel):
    model_config = ConfigDict(extra="forbid", frozen=True, allow_inf_nan=False)


class _Reading(Part):
    """One reading of the tape: mm as understood, the text as typed, the tape it was read on, and its give (±mm)."""

    typed: str | None = Field(default=None, max_length=120)
    tape: UnitName = "mm"
    give: Annotated[Decimal, BeforeValidator(exact), Field(ge=0, le=50)] = Decimal(0)


class SideReading(_Reading):
    mm: SIDE_MM


class DiagonalReading(_Reading):
    mm: DIAGONAL_MM


class DepthReading(_Reading):
    mm: DEPTH_MM


class BarReading(_Reading):
    mm: BAR_DEPTH_MM


class EdgeReading(_Reading):
    """The gap between a straightedge laid along an edge and the edge itself."""

    mm: EDGE_MM


AnyReading = SideReading | DiagonalReading | DepthReading | BarReading | EdgeReading
SideReadings = Annotated[list[SideReading], Field(max_length=9)]
DiagonalReadings = Annotated[list[DiagonalReading], Field(max_length=9)]
DepthReadings = Annotated[list[DepthReading], Field(max_length=9)]
BarReadings = Annotated[list[BarReading], Field(max_length=9)]
EdgeReadings = Annotated[list[EdgeReading], Field(max_length=9)]


def one_reading(mm: Fraction) -> list[dict[str, Any]]:
    """A size that stands at a station until it is read there, as a piece holds it (mm)."""
    return [{"mm": as_decimal(mm), "typed": None, "tape": "mm", "give": 0}]


@record(frozen=True, slots=True)
class Place:
    """One station: its key, what it is called, where its readings stand, how far along (None if it has no place)."""

    key: str
    label: str
    pointer: str
    along: Fraction | None
    readings: Sequence[AnyReading]


class Station(Part):
    """A station of one's own: ``at`` thousandths of the side from its top or left."""

    at: PER_MILLE
    readings: SideReadings = []


class EdgeStation(Part):
    at: PER_MILLE
    readings: EdgeReadings = []


More = Annotated[list[Station], Field(max_length=21)]
MoreEdge = Annotated[list[EdgeStation], Field(max_length=21)]


def per_cent(at: int) -> str:
    """Thousandths as a percentage is written: 305 is 30.5."""
    return f"{at // 10}" + (f".{at % 10}" if at % 10 else "")


class _Stations(Part):
    """Named fields are stations; ``ALONG`` says how far along each lies, ``WAY`` how one between them is called."""

    ALONG: ClassVar[dict[str, Fraction]] = {}
    WAY: ClassVar[str] = ""

    def places(self, pointer: str) -> list[Place]:
        """Stations that have readings, in order along the side."""
        read = []
        for name in type(self).model_fields:
            held = getattr(self, name)
            if not held:
                continue
            if name != "more":
                read.append(Place(name, name.replace("_", " "), f"{pointer}/{name}", self.ALONG.get(name), held))
                continue
            for i, station in enumerate(held):
                if station.readings:
                    key, label = f"{self.WAY[0]}{station.at}", f"{per_cent(station.at)} % {self.WAY}"
                    where = f"{pointer}/more/{i}/readings"
                    read.append(Place(key, label, where, Fraction(station.at, 1000), station.readings))
        if self.ALONG and len(read) > 1:
            read.sort(key=lambda p: p.along)  # type: ignore[arg-type, return-value]
        return read

    def first(self) -> Decimal:
        """The first reading of the first station that has one, in order along the side (mm)."""
        more = getattr(self, "more", ())
        if not more:
            held = next(held for name in type(self).model_fields if (held := getattr(self, name)))
            found: Decimal = held[0].mm
            return found
        return self.places("")[0].readings[0].mm

    @model_validator(mode="after")
    def stations_apart(self) -> _Stations:
        ats = [s.at for s in getattr(self, "more", ())]
        if len(set(ats)) < len(ats):
            raise ValueError("two stations lie at the same place; readings of one place belong to one station")
        return self


DOWN = {"top": Fraction(0), "middle": Fraction(1, 2), "bottom": Fraction(1)}
ACROSS = {"left": Fraction(0), "centre": Fraction(1, 2), "right": Fraction(1)}


class _Needed(_Stations):
    @model_validator(mode="after")
    def one_at_least(self) -> _Needed:
        if not any(True for _ in self.places("")):
            raise ValueError("at least one reading is needed")
        return self


class WidthStations(_Needed):
    """Width read across the piece at its top, middle and bottom, and anywhere between."""

    ALONG, WAY = DOWN, "down"
    top: SideReadings = []
    middle: SideReadings = []
    bottom: SideReadings = []
    more: More = []


class HeightStations(_Needed):
    """Height read at the left, centre and right, seen from the front, and anywhere between."""

    ALONG, WAY = ACROSS, "across"
    left: SideReadings = []
    centre: SideReadings = []
    right: SideReadings = []
    more: More = []


class UprightEdge(_Stations):
    """A straightedge along the left or right side: the gap to the edge at stations (0 where it touches)."""

    ALONG, WAY = DOWN, "down"
    top: EdgeReadings = []
    middle: EdgeReadings = []
    bottom: EdgeReadings = []
    more: MoreEdge = []


class LevelEdge(_Stations):
    """A straightedge along the top or bottom side."""

    ALONG, WAY = ACROSS, "across"
    left: EdgeReadings = []
    centre: EdgeReadings = []
    right: EdgeReadings = []
    more: MoreEdge = []


class Edges(Part):
    left: UprightEdge = UprightEdge()
    right: UprightEdge = UprightEdge()
    top: LevelEdge = LevelEdge()
    bottom: LevelEdge = LevelEdge()


class Diagonals(_Stations):
    """Both diagonals, seen from the front: rising from the lower left, falling from the upper left."""

    rising: DiagonalReadings = []
    falling: DiagonalReadings = []


class Depths(_Stations):
    """Depth front to back, at the corners and at the highest point."""

    top_left: DepthReadings = []
    top_right: DepthReadings = []
    bottom_left: DepthReadings = []
    bottom_right: DepthReadings = []
    highest: DepthReadings = []


class BarDepths(_Needed):
    """How deep a stretched canvas is: its bar, its corners, its highest point."""

    bar: BarReadings = []
    top_left: BarReadings = []
    top_right: BarReadings = []
    bottom_left: BarReadings = []
    bottom_right: BarReadings = []
    highest: BarReadings = []


# A sheet of glass or acrylic: plain, filtering UV, or two panes with a film between (which filters too). “auto”: as suits the thing.
Grade = Literal["auto", "plain", "uv", "laminated"]


class Uses(Part):
    """Which reading counts for what. The trade's rule is the default; one piece may have its reason to differ."""

    into: Use = "largest"
    cover: Use = "smallest"
    look: Use = "mean"


# Whatever is read at stations; items have models of their own, with their own bounds.
Stations = _Stations
