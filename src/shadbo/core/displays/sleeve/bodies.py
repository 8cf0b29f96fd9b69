"""Cloth on a sleeve in space: the cloth, the sleeve sewn behind it, the pole in it, the brackets under the pole."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.displays.sleeve.sizes import Sizes, SleeveContext
from shadbo.core.framing.bodies import thing_at


def lie(context: SleeveContext, sizes: Sizes) -> Space:
    w, h = mm(sizes.thing.width.into), mm(sizes.thing.height.into)
    space = Space(w, h)
    cloth = mm(sizes.thing.depth.mean) if sizes.thing.depth else 2.0
    thing_at(space, "work", "Cloth", "canvas", sizes.thing, 0, cloth)
    top, high, thick = mm(sizes.below), mm(sizes.high), mm(sizes.thick)
    pole, sleeve = max(mm(sizes.pole), 1.0), max(mm(sizes.sleeve), 1.0)
    # A second one along the lower edge weighs it down.
    edges = [top, h - top - high] if context.display.weighted else [top]
    space.then()
    for y in edges:
        space.box("sleeve", "Sleeve", "paper", (w - sleeve) / 2, y, sleeve, high, cloth, cloth)
    space.then()
    for y in edges:
        space.box("pole", "Pole", "wood", (w - pole) / 2, y, pole, high, cloth, cloth + thick)
    space.then()
    for place in sizes.at:
        x = w - (w - pole) / 2 - mm(place)
        space.box("bracket", "Bracket", "metal", x - 6, top, 12, high, cloth, cloth + thick)
    return space
