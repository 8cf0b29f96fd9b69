"""The drawings of cloth on a sleeve and pole: back, face, section through the top."""

from __future__ import annotations

from shadbo.core.contract.views import Drawing, View
from shadbo.core.displays.sleeve.sizes import HALF, STAGES, Sizes
from shadbo.core.quantity.exact import Fraction


def back(sizes: Sizes) -> View:
    """From behind: the sleeve along the top, the pole’s ends standing out of it, the brackets."""
    w, h = sizes.thing.width.into.value, sizes.thing.height.into.value
    drawing = Drawing("back", "Back, seen from behind", w, h)
    drawing.box("work", "Back of the cloth", "canvas", 0, 0, w, h)
    top, high = sizes.below.value, sizes.high.value
    pole, sleeve = (max(d.value, Fraction(1)) for d in (sizes.pole, sizes.sleeve))
    left, start = (w - pole) * HALF, (w - sleeve) * HALF
    drawing.box("pole", "Pole", "wood", left, top, pole, high)
    drawing.box("sleeve", "Sleeve", "paper", start, top, sleeve, high)
    for at in sizes.at:
        drawing.box("bracket", "Bracket", "metal", left + at.value - 6, top, 12, high)
    for i, at in enumerate(sizes.at[:2]):
        drawing.measure(at.name or "", "x", left, left + at.value, 0, "top", 1 + i, ("hold", "cut"), "")
    drawing.measure("pole.length", "x", left, left + pole, h, "bottom", 2, STAGES, "pole")
    drawing.measure("sleeve.length", "x", start, start + sleeve, h, "bottom", 1, STAGES, "sleeve")
    drawing.measure("sleeve.below", "y", 0, top, 0, "left", 1, STAGES, "")
    drawing.measure("pole.height", "y", top, top + high, w, "right", 1, STAGES, "pole")
    return drawing.view()


def face(sizes: Sizes) -> View:
    w, h = sizes.thing.width.into.value, sizes.thing.height.into.value
    drawing = Drawing("face", "Face", w, h)
    drawing.box("work", "Cloth", "canvas", 0, 0, w, h)
    return drawing.view()


def section(sizes: Sizes) -> View:
    """Through the top from the side: cloth in front, pole in its sleeve behind it."""
    thick, high, top = sizes.thick.value, sizes.high.value, sizes.below.value
    cloth = sizes.thing.depth.mean.value if sizes.thing.depth else Fraction(2)
    drawing = Drawing("section", "Section through the top, front at the left", cloth + thick + 4, top + high * 2)
    drawing.box("work", "Cloth", "canvas", 0, 0, cloth, top + high * 2)
    drawing.box("sleeve", "Sleeve", "paper", cloth, top, thick + 4, high)
    drawing.box("pole", "Pole", "wood", cloth + 2, top + 1, thick, high - 2, turn=90)
    drawing.measure("pole.thickness", "x", cloth + 2, cloth + 2 + thick, 0, "top", 1, STAGES, "pole")
    drawing.measure("sleeve.below", "y", 0, top, 0, "left", 1, STAGES, "")
    return drawing.view()
