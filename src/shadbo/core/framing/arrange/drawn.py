"""Things as they lie, drawn."""

from __future__ import annotations

import numpy as np

from shadbo.core.contract.views import Drawing, Material, Shape, ink_on
from shadbo.core.framing.arrange.laid import PlacedItem
from shadbo.core.quantity.exact import Fraction, exact

HALF = Fraction(1, 2)


def lay_outline(
    drawing: Drawing,
    one: PlacedItem,
    dx: Fraction,
    dy: Fraction,
    material: Material,
    *,
    colour: str = "",
    flip: Fraction | None = None,
) -> None:
    """An item’s outline moved into a drawing; mirrored in a sheet ``flip`` wide. Straight from binary numbers: a drawing’s
    points are nothing else, and there are hundreds of them."""
    body = one.body
    fx, fy = float(dx), float(dy)
    if body.radius is not None:
        x = round(body.centre[0] + fx, 3)
        spot = (round(float(flip) - x, 3) if flip is not None else x, round(body.centre[1] + fy, 3))
        drawing.shapes.append(Shape(one.part, one.item.name, material, "circle", (spot,), round(body.radius, 3), colour=colour))
        return
    moved = body.points + np.array((fx, fy))
    if flip is not None:
        moved[:, 0] = float(flip) - moved[:, 0]
    points = tuple(map(tuple, moved.round(3).tolist()))
    drawing.shapes.append(Shape(one.part, one.item.name, material, "polygon", points, colour=colour))


def draw_item(drawing: Drawing, one: PlacedItem, dx: Fraction, dy: Fraction) -> None:
    """An item as it lies, in its colour; a folded garment with its number or crest."""
    lay_outline(drawing, one, dx, dy, "item", colour=one.item.colour or one.sized.kind.colour)
    folding = one.item.folding
    if folding and folding.crest_width and folding.crest_height and not one.item.place.turn:
        w, h = exact(folding.crest_width), exact(folding.crest_height)
        drawing.box(f"{one.part}.crest", "Crest or number", "paper", one.x.value + dx - w * HALF, one.y.value + dy - h * HALF, w, h)


def name_on(drawing: Drawing, one: PlacedItem, x: Fraction, y: Fraction) -> None:
    """The name of a thing in its middle, where there is room."""
    crest = one.item.folding is not None and one.item.folding.crest_width
    ground = "#f8f2e2" if crest else one.item.colour or one.sized.kind.colour
    drawing.text(one.part, one.item.name, x, y, one.item.name, one.size("width"), ink_on(ground))
