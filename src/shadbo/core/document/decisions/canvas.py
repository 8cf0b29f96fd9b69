"""What is decided about showing a thing: one model a display, as a piece holds it. Lengths in mm."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, ClassVar, Literal

from pydantic import Field, model_validator

from shadbo.core.document.readings import SIDE_MM, Diagonals, Grade, HeightStations, Part, WidthStations
from shadbo.core.quantity.fields import LengthField

FACE_MM = Annotated[Decimal, LengthField.between("Face", "3", "200")]
RAIL_MM = Annotated[Decimal, LengthField.between("Rail height", "8", "250")]
SEAT_MM = Annotated[Decimal, LengthField.between("Seat thickness", "2", "60")]
SEAT_WIDTH_MM = Annotated[Decimal, LengthField.between("Seat width", "5", "200")]
GAP_MM = Annotated[Decimal, LengthField.between("Gap", "0", "100")]
LIFT_MM = Annotated[Decimal, LengthField.between("Lift", "0", "150")]
REVEAL_MM = Annotated[Decimal, LengthField.between("Reveal", "-100", "150")]
SCREW_MM = Annotated[Decimal, LengthField.between("Screw length", "6", "200")]
LIP_MM = Annotated[Decimal, LengthField.between("Lip", "1", "60")]
RABBET_DEPTH_MM = Annotated[Decimal, LengthField.between("Rabbet depth", "3", "200")]
SHEET_MM = Annotated[Decimal, LengthField.between("Thickness", "0", "60")]
LAP_MM = Annotated[Decimal, LengthField.between("Lap of the lip", "1", "40")]
OFFSET_MM = Annotated[Decimal, LengthField.between("Clip offset", "0", "100")]
BORDER_MM = Annotated[Decimal, LengthField.between("Border", "0", "500")]
SHIFT_MM = Annotated[Decimal, LengthField.between("Shift", "-500", "500")]
OVERLAP_MM = Annotated[Decimal, LengthField.between("Mat overlap", "1", "60")]
FINISHED_MM = Annotated[Decimal, LengthField.between("Finished size", "50", "5000")]
WRAP_MM = Annotated[Decimal, LengthField.between("Wrap beyond the bar", "0", "30")]
TURN_MM = Annotated[Decimal, LengthField.between("Turn on the back", "15", "150")]
TONGUE_MM = Annotated[Decimal, LengthField.between("Tongue", "0", "60")]
SPACING_MM = Annotated[Decimal, LengthField.between("Staple spacing", "15", "120")]
ROLL_MM = Annotated[Decimal, LengthField.between("Roll width", "200", "6000")]

# Fixings along one side, where one wants other than the usual spacing gives.
MANY = Annotated[int, Field(ge=0, le=24)]
# Blocks at the middle of bowed rails: one each.
BLOCKS = Annotated[int, Field(ge=1, le=8)]
StockKey = Annotated[str, Field(min_length=1, max_length=60)]


class NewFrame(Part):
    """A floater frame to be made: gap a side, and the moulding it is cut from; seat sizes over those of the moulding."""

    make: Literal["new"] = "new"
    gap: GAP_MM = Decimal(6)
    moulding: StockKey
    seat_thickness: SEAT_MM | None = None
    seat_width: SEAT_WIDTH_MM | None = None
    spare_rail: bool = False


# What of a floater that is there may not be read yet.
UnreadInside = Literal["width", "height", "face", "moulding_depth", "seat_thickness", "seat_width"]


class BoughtFrame(Part):
    """A floater frame made or bought already, read inside at stations; ``turned`` a quarter turn against the canvas. ``unread``: what nobody has
    read yet, and stands as the canvas would have it."""

    make: Literal["bought"] = "bought"
    width: WidthStations
    height: HeightStations
    face: FACE_MM
    moulding_depth: RAIL_MM
    seat_thickness: SEAT_MM
    seat_width: SEAT_WIDTH_MM
    turned: bool = False
    blocked: bool = False
    blocks: BLOCKS = 2
    liner_width: LIFT_MM = Decimal(0)
    liner_height: LIFT_MM = Decimal(0)
    unread: Annotated[list[UnreadInside], Field(max_length=6)] = []


class Floater(Part):
    """Canvas in a floater frame. ``solve`` says which of reveal, lift and rail height follows from the other two; ``per_rail`` and
    ``per_stile`` how many screws, where not as they are usually spaced."""

    SHOWS: ClassVar[tuple[str, ...]] = ("stretched_canvas",)
    type: Literal["floater"] = "floater"
    frame: Annotated[NewFrame | BoughtFrame, Field(discriminator="make")]
    solve: Literal["reveal", "lift", "moulding_depth"] = "lift"
    reveal: REVEAL_MM = Decimal(3)
    lift: LIFT_MM = Decimal(0)
    lift_kind: Literal["strips", "all_round"] = "strips"
    screw: SCREW_MM | None = None
    per_rail: MANY | None = None
    per_stile: MANY | None = None

    @model_validator(mode="after")
    def a_made_frame_has_its_height(self) -> Floater:
        if self.solve == "moulding_depth" and self.frame.make == "bought":
            raise ValueError("the rail height of a frame that is already made can't be worked out; lift or reveal can")
        return self


class NewRabbet(Part):
    """A frame with a lip, to be made of a moulding of the stock list."""

    make: Literal["new"] = "new"
    moulding: StockKey
    spare_rail: bool = False


# What of a frame may not be read yet.
Unread = Literal["width", "height", "rabbet_depth", "lip", "face", "moulding_depth"]


class ReadFrame(Part):
    """A frame with a lip that is there already. Its rabbet is read from behind, at stations.

    ``lip`` is how far the lip reaches over the rabbet; ``glazing_thickness`` and ``board`` are how thick the sheets are that came with it (0 for
    none), ``sheet`` what the one in front is of, its own size where it was read. ``tabs``: its own close it again; ``hanger``: the rail
    its own is on, as it was read. ``blocked``: its bowed rails have so many ``blocks`` pushing them straight, and what stands was read
    with those in place.
    ``label_*`` is what its label says, and ``label_of`` what that is the size of: the picture it takes, or the frame over all.
    ``unread``: what nobody has read yet, and stands as its label has it, or as is usual for such a frame.
    """

    make: Literal["bought"] = "bought"
    width: WidthStations
    height: HeightStations
    lip: LIP_MM
    rabbet_depth: RABBET_DEPTH_MM
    face: FACE_MM
    moulding_depth: RAIL_MM
    glazing_thickness: SHEET_MM = Decimal(0)
    board: SHEET_MM = Decimal(0)
    sheet: Literal["glass", "acrylic"] = "glass"
    sheet_width: FINISHED_MM | None = None
    sheet_height: FINISHED_MM | None = None
    tabs: bool = False
    hanger: Literal["none", "top", "side"] = "none"
    turned: bool = False
    blocked: bool = False
    blocks: BLOCKS = 2
    label_of: Literal["opening", "outside"] = "opening"
    label_width: SIDE_MM | None = None
    label_height: SIDE_MM | None = None
    label_depth: RABBET_DEPTH_MM | None = None
    unread: Annotated[list[Unread], Field(max_length=6)] = []


RabbetFrame = Annotated[NewRabbet | ReadFrame, Field(discriminator="make")]


class Lipped(Part):
    """A canvas or panel in a frame with a lip, held by offset clips; behind a sheet held off it, if that is wanted. ``lap`` is how far the lip
    covers the canvas."""

    SHOWS: ClassVar[tuple[str, ...]] = ("stretched_canvas",)
    type: Literal["lipped"] = "lipped"
    frame: RabbetFrame
    lap: LAP_MM = Decimal(5)
    glazing: Literal["auto", "none", "glass", "acrylic", "coated"] = "none"
    grade: Grade = "plain"
    glazing_thickness: SHEET_MM | None = None
    liner: Literal["none", "linen", "gilt", "painted"] = "none"
    liner_face: FACE_MM = Decimal(30)
    liner_lip: LIP_MM = Decimal(6)
    liner_front: SEAT_MM = Decimal(6)
    offset: OFFSET_MM | None = None
    screw: SCREW_MM | None = None
    per_rail: MANY | None = None
    per_stile: MANY | None = None


class DeepReadyMade(Part):
    """A small canvas in a bought deep box frame, on its inner board. ``card`` makes up for the glass that is taken out."""

    SHOWS: ClassVar[tuple[str, ...]] = ("stretched_canvas",)
    type: Literal["deep_ready_made"] = "deep_ready_made"
    frame: ReadFrame
    card: SHEET_MM | None = None
    fixing: Literal["screwed", "tape_alone"] = "screwed"
    screw: SCREW_MM | None = None


class Placing(Part):
    """Where the work lies in its opening: shifted right and down, and turned (mm its right edge lies lower than its left)."""

    how: Literal["best", "centred", "hand"] = "best"
    dx: SHIFT_MM = Decimal(0)
    dy: SHIFT_MM = Decimal(0)
    turn: SHIFT_MM = Decimal(0)


class OnBoard(Part):
    """Flat work on a board, with borders, in a frame with a lip. A border left empty is the even one there is."""

    SHOWS: ClassVar[tuple[str, ...]] = ("flat_work",)
    type: Literal["on_board"] = "on_board"
    frame: RabbetFrame
    border: BORDER_MM | None = None
    placing: Placing = Placing()
    edge: Literal["shown", "raised", "backing", "mat", "trimmed"] = "shown"
    overlap: OVERLAP_MM = Decimal(5)
    glazing: Literal["auto", "none", "glass", "acrylic", "coated"] = "glass"
    grade: Grade = "plain"
    glazing_thickness: SHEET_MM | None = None
    closing: Literal["points", "panel_pins", "buttons"] = "points"


class PictureFile(Part):
    """The picture file a canvas is printed from, by its fingerprint; the file itself lies in the shop's store."""

    sha256: Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
    name: Annotated[str, Field(min_length=1, max_length=200)]
    media: Literal["image/png", "image/jpeg", "image/tiff"]
    width: Annotated[int, Field(ge=1, le=200_000)]
    height: Annotated[int, Field(ge=1, le=200_000)]


class Roll(Part):
    """A roll the canvas is cut from: its width, and which size of the canvas lies across it."""

    width: ROLL_MM
    across: Literal["width", "height"]


Wrap = Literal["mirrored", "stretched", "flat", "none"]


class Stretcher(Part):
    """A canvas stretched on bars of its own. A finished size left empty follows from what is printed."""

    SHOWS: ClassVar[tuple[str, ...]] = ("rolled_canvas", "canvas_to_make")
    type: Literal["stretcher"] = "stretcher"
    bar: StockKey
    finished_width: FINISHED_MM | None = None
    finished_height: FINISHED_MM | None = None
    wrap: Wrap = "mirrored"
    wrap_extra: WRAP_MM = Decimal(4)
    colour: Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")] = "#26221c"
    turn: TURN_MM = Decimal(45)
    cross_bars: Literal["as_needed", "none"] = "as_needed"
    tongue: TONGUE_MM = Decimal(0)
    braces: bool = False
    staples: SPACING_MM = Decimal(45)
    roll: Roll | None = None
    built: Diagonals = Diagonals()
    dpi: Literal[100, 150, 200, 300] = 150
    file: PictureFile | None = None
