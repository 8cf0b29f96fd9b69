"""What is usual for each kind of item: how high it stands, its clearance to the glazing, its traits, what holds it.

Clearances are common practice; heights and weights are house figures to start from.
"""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.document.items import Item, Kind, ShapeName
from shadbo.core.document.traits import Trait
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record

# mm of air between the highest point of a thing and the glazing.
FLAT, TEXTILE, LOOSE, OBJECT = Fraction(3), Fraction(5), Fraction(6), Fraction(6)
# A mirror is its own glass.
BARE = Fraction(0)


@record(frozen=True, slots=True)
class KindOf:
    """One kind: its name, what it usually is, and what marks its fixing leaves on the mount board; ``wired`` if wires or screws usually go
    through that, so that it has to be ply."""

    label: str
    shape: ShapeName
    front: Fraction
    behind: Fraction
    air: Fraction
    air_for: str
    traits: tuple[Trait, ...]
    fixing: str
    colour: str
    wired: bool


def _kind(
    label: str,
    shape: ShapeName,
    front: str,
    behind: str,
    air: Fraction,
    air_for: str,
    traits: tuple[Trait, ...],
    fixing: str,
    colour: str,
    wired: bool = False,
) -> KindOf:
    return KindOf(
        label=label,
        shape=shape,
        front=Fraction(front),
        behind=Fraction(behind),
        air=air,
        air_for=air_for,
        traits=traits,
        fixing=fixing,
        colour=colour,
        wired=wired,
    )


KINDS: Mapping[Kind, KindOf] = {
    "badge": _kind("Badge", "circle", "3", "6", FLAT, "a flat badge", ("metal",), "hole", "#b98f2e"),
    "medal": _kind("Medal with ribbon", "outline", "4", "2", OBJECT, "an object", ("metal", "textile"), "slit", "#a98c4a"),
    "garment": _kind("Garment", "rectangle", "15", "2", TEXTILE, "a textile", ("textile",), "stitch", "#7d8796"),
    "photograph": _kind("Photograph", "rectangle", "0.3", "0", FLAT, "flat work", ("photograph", "paper"), "corners", "#c9c6bd"),
    "patch": _kind("Patch", "circle", "2", "1", TEXTILE, "a textile", ("textile",), "stitch", "#9a7f58"),
    "name_plate": _kind("Name plate", "rectangle", "1", "0", FLAT, "a flat plate", ("metal",), "tape", "#c7a75a"),
    "puzzle": _kind("Jigsaw", "rectangle", "2", "0", TEXTILE, "a puzzle", ("paper",), "board", "#b9c2a6"),
    "needlework": _kind("Needlework", "rectangle", "1.5", "2", TEXTILE, "a textile", ("textile",), "tack", "#e6dcc2"),
    "pastel": _kind(
        "Pastel or charcoal", "rectangle", "0.5", "0", LOOSE, "loose pigment", ("paper", "loose_pigment"), "hinge", "#b7a48c"
    ),
    "print": _kind("Print or drawing", "rectangle", "0.3", "0", FLAT, "flat work", ("paper",), "hinge", "#ddd6c4"),
    "poster": _kind("Poster", "rectangle", "0.5", "0", OBJECT, "a large sheet that waves", ("paper",), "hinge", "#d3c3a1"),
    "tool": _kind("Tool", "outline", "20", "3", OBJECT, "an object", ("metal", "heavy"), "hole", "#8b8f92", True),
    "watch": _kind("Watch", "circle", "14", "2", OBJECT, "an object", ("metal", "glass"), "slit", "#c2c0b6", True),
    "figure": _kind("Figure or model", "outline", "40", "3", OBJECT, "an object", ("fragile",), "hole", "#a39a86"),
    "plant": _kind("Pressed plant", "outline", "2", "0", FLAT, "flat work", ("plant", "fragile"), "hinge", "#7f9464"),
    "flag": _kind("Flag, pennant or scarf", "rectangle", "1", "0", TEXTILE, "a textile", ("textile",), "stitch", "#a5532b"),
    "keepsake": _kind("Keepsake", "rectangle", "10", "2", OBJECT, "an object", (), "hole", "#b8ad98", True),
    "coin": _kind("Coin or token", "circle", "2", "0", OBJECT, "an object", ("metal",), "slit", "#b0a27a"),
    "ball": _kind("Ball", "circle", "220", "0", OBJECT, "an object", ("leather",), "hole", "#a8876a", True),
    "feather": _kind("Feather", "outline", "3", "0", TEXTILE, "a feather", ("feather", "fragile"), "slit", "#8f8a80"),
    "book": _kind("Book, open or closed", "rectangle", "30", "0", OBJECT, "an object", ("paper",), "slit", "#9c8a70", True),
    "record": _kind("Record, with its sleeve", "rectangle", "4", "0", FLAT, "flat work", ("plastic",), "slit", "#5c5a58"),
    "spoon": _kind("Spoon or cutlery", "outline", "25", "0", OBJECT, "an object", ("metal",), "slit", "#a9a9a4", True),
    "fan": _kind("Fan", "outline", "25", "0", OBJECT, "an object", ("paper", "wood", "fragile"), "slit", "#b79a86", True),
    "mirror": _kind("Mirror", "rectangle", "4", "0", BARE, "a mirror", ("glass",), "board", "#aebcc2"),
    "small_canvas": _kind(
        "Small canvas, on its bars", "rectangle", "20", "0", OBJECT, "paint", ("canvas",), "screw", "#cfc6b4", True
    ),
    "shoe": _kind("Shoe or boot", "outline", "110", "0", OBJECT, "an object", ("leather",), "hole", "#7d6a58", True),
}
# A thing's weight where nobody weighed it: kg a cubic metre of its bounding box, by its heaviest trait (house figures).
DENSITY: Mapping[str, int] = {
    "canvas": 250,
    "metal": 3000,
    "ceramic": 1500,
    "glass": 1800,
    "wood": 600,
    "plastic": 900,
    "textile": 250,
}
OTHER_DENSITY = 700
# EN 572-1.
FLOAT_GLASS = 2500


def kind_of(item: Item) -> KindOf:
    return KINDS[item.kind]


def density(item: Item) -> int:
    if item.kind == "mirror":
        return FLOAT_GLASS
    return next((kg for trait, kg in DENSITY.items() if trait in item.traits), OTHER_DENSITY)
