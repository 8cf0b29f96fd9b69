"""Things with depth, as a piece holds them: one or several items, each with its shape, sizes, anchors and traits.

Lengths in mm. An item's place is that of its middle, right and down positive; what it is measured from is the middle of
what shows (the sight), or, while the box is fitted round the arrangement, any point that is the same for all items.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field, model_validator

from shadbo.core.document.coming import AsItComes
from shadbo.core.document.decisions.canvas import PictureFile
from shadbo.core.document.marks import Marks
from shadbo.core.document.objects import Consent
from shadbo.core.document.readings import ACROSS, DOWN, MASS_KG, PER_MILLE, Part, _Needed, _Reading
from shadbo.core.document.traits import Trait
from shadbo.core.quantity.fields import LengthField

ITEM_MM = Annotated[Decimal, LengthField.between("Size of the item", "2", "5000")]
FRONT_MM = Annotated[Decimal, LengthField.between("Height in front of its mount", "0", "300")]
BEHIND_MM = Annotated[Decimal, LengthField.between("What sticks out behind", "0", "150")]
OFF_MM = Annotated[Decimal, LengthField.between("Offset from its middle", "-2500", "2500")]
PLACE_MM = Annotated[Decimal, LengthField.between("Place", "-5000", "5000")]
BY_MM = Annotated[Decimal, LengthField.between("Overlap or reveal", "0", "300")]
GARMENT_MM = Annotated[Decimal, LengthField.between("Garment", "0", "2500")]
OPENING_MM = Annotated[Decimal, LengthField.between("Opening", "30", "3000")]
PADDING_MM = Annotated[Decimal, LengthField.between("Padding", "0", "80")]
CLOTH_MM = Annotated[Decimal, LengthField.between("Border round the stitching", "0", "300")]

Kind = Literal[
    "badge",
    "medal",
    "garment",
    "photograph",
    "patch",
    "name_plate",
    "puzzle",
    "needlework",
    "pastel",
    "print",
    "poster",
    "tool",
    "watch",
    "figure",
    "plant",
    "flag",
    "keepsake",
    "coin",
    "ball",
    "feather",
    "book",
    "record",
    "spoon",
    "fan",
    "shoe",
    "mirror",
    "small_canvas",
]
# What a thing can be held by, where it is not as usual for its kind.
Feature = Literal["pin", "ribbon", "thread", "foot", "rigid", "edge", "round"]
FEATURES: Mapping[Feature, str] = {
    "pin": "A pin",
    "ribbon": "A ribbon or bar",
    "thread": "Cloth, an eye or a strap",
    "foot": "A foot it stands on",
    "rigid": "It is stiff",
    "edge": "A firm edge",
    "round": "It is round",
}
ShapeName = Literal["rectangle", "circle", "ellipse", "outline"]
ItemKey = Annotated[str, Field(pattern=r"^[a-z][a-z0-9]{0,23}$")]
Colour = Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")]
Coordinate = Annotated[Decimal, Field(ge=-5000, le=5000, max_digits=9, decimal_places=3)]


# What a sentence is divided by: a name with any of it does not stand in one by itself.
DIVIDING = re.compile(r"[,.;:()“”]")


class ItemReading(_Reading):
    mm: ITEM_MM


ItemReadings = Annotated[list[ItemReading], Field(max_length=9)]


class ItemStation(Part):
    at: PER_MILLE
    readings: ItemReadings = []


MoreItem = Annotated[list[ItemStation], Field(max_length=21)]


class ItemWidth(_Needed):
    """Width of an item at its top, middle and bottom, and anywhere between."""

    ALONG, WAY = DOWN, "down"
    top: ItemReadings = []
    middle: ItemReadings = []
    bottom: ItemReadings = []
    more: MoreItem = []


class ItemHeight(_Needed):
    """Height of an item at its left, centre and right, seen from the front, and anywhere between."""

    ALONG, WAY = ACROSS, "across"
    left: ItemReadings = []
    centre: ItemReadings = []
    right: ItemReadings = []
    more: MoreItem = []


class Anchor(Part):
    """A point where the item is fixed, from its middle (right and down positive), and how."""

    how: Literal["hole", "slit", "stitch"] = "hole"
    x: OFF_MM = Decimal(0)
    y: OFF_MM = Decimal(0)


class Place(Part):
    """Where an item's middle lies, how it is turned (degrees clockwise), and which items it moves with."""

    x: PLACE_MM = Decimal(0)
    y: PLACE_MM = Decimal(0)
    turn: Annotated[int, Field(ge=-179, le=180)] = 0
    group: Annotated[str, Field(pattern=r"^[a-z0-9]{0,12}$")] = ""


class Window(Part):
    """The window a mat has for an item: lying over its edges by ``by``, or standing off them by it."""

    how: Literal["overlap", "float"] = "overlap"
    by: BY_MM = Decimal(3)
    shape: Literal["rectangle", "oval", "circle"] = "rectangle"


class Folding(Part):
    """A garment folded to size: the opening it is to fill, the border left round it, and where its crest or number sits.

    ``crest_across`` is measured from the garment's middle line, ``crest_down`` from the highest point of the shoulder to
    the crest's middle. The item's own sizes are the garment laid flat: armpit to armpit, and shoulder to hem.
    """

    opening_width: OPENING_MM
    opening_height: OPENING_MM
    border: CLOTH_MM = Decimal(20)
    sleeve: GARMENT_MM = Decimal(0)
    padding: PADDING_MM = Decimal(10)
    crest_across: OFF_MM = Decimal(0)
    crest_down: GARMENT_MM = Decimal(0)
    crest_width: GARMENT_MM = Decimal(0)
    crest_height: GARMENT_MM = Decimal(0)


class Stitching(Part):
    """Needlework on its board: the border of cloth round what is stitched, and the bare cloth there is on each side."""

    border: CLOTH_MM = Decimal(25)
    cloth: CLOTH_MM = Decimal(60)


class Item(Part):
    """One thing to be shown. ``front`` is how far it stands in front of what it is mounted on, ``behind`` how far its
    pin, knot or screw end stands out behind that. ``outline`` runs round it, mm from its middle."""

    key: ItemKey
    name: str = Field(min_length=1, max_length=60)
    kind: Kind = "keepsake"
    comes: AsItComes = AsItComes()
    shape: ShapeName = "rectangle"
    width: ItemWidth
    height: ItemHeight
    front: FRONT_MM = Decimal(2)
    behind: BEHIND_MM = Decimal(0)
    anchors: Annotated[list[Anchor], Field(max_length=12)] = []
    weight: MASS_KG | None = None
    traits: Annotated[list[Trait], Field(max_length=27)] = []
    has: Annotated[list[Feature], Field(max_length=8)] = []
    outline: Annotated[list[tuple[Coordinate, Coordinate]], Field(max_length=240)] = []
    photo: PictureFile | None = None
    colour: Colour | None = None
    place: Place = Place()
    window: Window | None = None
    folding: Folding | None = None
    stitching: Stitching | None = None
    marks: Marks = []

    @property
    def called(self) -> str:
        """Its name as it stands in a sentence: in quotation marks where it would run into the words round it."""
        return f"“{self.name}”" if DIVIDING.search(self.name) or self.name[:1].islower() else self.name

    @model_validator(mode="after")
    def an_outline_is_there(self) -> Item:
        if self.shape == "outline" and len(self.outline) < 3:
            raise ValueError("an outline needs three points or more; take one from a photograph or a file first")
        return self


class Things(Part):
    """What is shown together in one box."""

    type: Literal["things"] = "things"
    items: Annotated[list[Item], Field(min_length=1, max_length=60)]
    consent: Consent = Consent()

    @model_validator(mode="after")
    def every_key_once(self) -> Things:
        keys = [item.key for item in self.items]
        if len(set(keys)) < len(keys):
            raise ValueError("two items have the same key")
        return self
