"""Drawings every frame with a lip shares: the cut through its rail with what lies in it, and its back."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from shadbo.core.contract.views import Drawing, Material
from shadbo.core.framing.rabbet import Rabbet
from shadbo.core.framing.rails import draw_rails
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record

STAGES = ("measure", "display", "depth", "cut")
SEEN = Fraction(60)


def measure_round(drawing: Drawing, rabbet: Rabbet, w: Fraction, h: Fraction, stages: Iterable[str]) -> None:
    """What shows and what it measures outside, both ways, round a face of w × h (mm); what shows is told at its tightest, in the middle."""
    wide, tall = rabbet.sight["width"].value, rabbet.sight["height"].value
    drawing.measure("frame.outside.width", "x", 0, w, h, "bottom", 2, stages, "outside")
    drawing.measure("frame.sight.width", "x", (w - wide) / 2, (w + wide) / 2, h, "bottom", 1, stages, "sight")
    drawing.measure("frame.outside.height", "y", 0, h, w, "right", 2, stages, "outside")
    drawing.measure("frame.sight.height", "y", (h - tall) / 2, (h + tall) / 2, w, "right", 1, stages, "sight")


@record(frozen=True, slots=True)
class RabbetLayer:
    """One thing in the rabbet: how thick, how far from the rabbet's wall it begins, the figure on its thickness."""

    part: str
    label: str
    material: Material
    thickness: Fraction
    inset: Fraction
    figure: str | None
    name: str
    width: Fraction | None = None


def section(rabbet: Rabbet, layers: Sequence[RabbetLayer], more: Fraction = Fraction(0)) -> Drawing:
    """The cut through the left stile seen from below: outside at the left, the viewer above, the wall beneath.

    ``more`` is how far things stand out behind the rail.
    """
    face, lip, height = rabbet.face.value, rabbet.lip.value, rabbet.moulding_depth.value
    depth = min(rabbet.depth.value, height)
    under = height - depth
    wall = face - lip
    width = wall + SEEN
    below = max(more, sum((x.thickness for x in layers), Fraction(0)) - depth, Fraction(0))
    drawing = Drawing("section", "Section", width, height + below)
    profile = ((0, 0), (face, 0), (face, under), (wall, under), (wall, height), (0, height))
    drawing.polygon("rail.left", "Rail with its lip", "wood", profile)
    y = under
    for layer in layers:
        if layer.thickness > 0:
            x = wall + layer.inset
            w = layer.width if layer.width is not None else width - x
            drawing.box(layer.part, layer.label, layer.material, x, y, w, layer.thickness, turn=90)
            if layer.figure:
                drawing.measure(layer.figure, "y", y, y + layer.thickness, width, "right", 1, STAGES, layer.name)
        y += max(layer.thickness, Fraction(0))
    drawing.measure("rail.face", "x", 0, face, 0, "top", 1, STAGES, "face")
    drawing.measure("rail.lip", "x", wall, face, height + below, "bottom", 1, STAGES, "lip")
    drawing.measure("rabbet.depth", "y", under, height, 0, "left", 1, STAGES, "rabbet")
    drawing.measure("rail.height", "y", 0, height, 0, "left", 2, STAGES, "rail")
    return drawing


def back(rabbet: Rabbet) -> tuple[Drawing, Fraction]:
    """The rails from behind, to be filled in; and how far in from the outside edge the rabbet's wall lies."""
    w, h = rabbet.outside["width"].value, rabbet.outside["height"].value
    drawing = Drawing("back", "Back, seen from behind", w, h)
    wall = rabbet.face.value - rabbet.lip.value
    draw_rails(drawing, w, h, wall)
    drawing.measure("frame.outside.width", "x", 0, w, h, "bottom", 1, STAGES, "outside")
    drawing.measure("frame.outside.height", "y", 0, h, w, "right", 1, STAGES, "outside")
    return drawing, wall
