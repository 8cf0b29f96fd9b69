"""Templates at full size: for drilling, slits, stitching, tack lines, fold lines and windows; PDF over several sheets, and DXF.

The PDF is tiled with an overlap, crop marks at every tile's corners, the face in words (FRONT or BACK), and on every sheet a
line of 100 mm to be measured before the template is trusted.
"""

from __future__ import annotations

import io
from dataclasses import dataclass
from datetime import date
from math import ceil

from ezdxf.enums import TextEntityAlignment
from reportlab.lib.colors import HexColor
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from shadbo.core import DateStyle, Plan, Shape, Unit, View
from shadbo.exports.days import day_text
from shadbo.exports.drafting import INK, Disc, Draft, Outline, draft
from shadbo.exports.outlines import dxf_text, new_dxf
from shadbo.exports.pages import PAPERS, Paper, draw_item, fonts

STAGES = ("arrange", "cut")
EDGE, HEAD, FOOT, OVERLAP, TEST = 10.0, 12.0, 16.0, 10.0, 100.0


@dataclass(frozen=True, slots=True)
class Tiles:
    """How a drawing falls on sheets of paper: size of a tile, how many across and down (mm)."""

    width: float
    height: float
    across: int
    down: int

    @classmethod
    def of(cls, drawing: Draft, paper: Paper) -> Tiles:
        size = PAPERS[paper]
        wide, tall = size[0] / mm - 2 * EDGE, size[1] / mm - HEAD - FOOT
        return cls(
            wide,
            tall,
            max(1, ceil((drawing.width - OVERLAP) / (wide - OVERLAP))),
            max(1, ceil((drawing.height - OVERLAP) / (tall - OVERLAP))),
        )

    def origin(self, column: int, row: int) -> tuple[float, float]:
        """The upper left corner of a tile on the drawing."""
        return column * (self.width - OVERLAP), row * (self.height - OVERLAP)


def sheets_of(plan: Plan, view: View) -> dict[str, int]:
    """On how many sheets of each paper a template is printed."""
    drawing = draft(plan, view, 1.0, plan.units, STAGES)
    return {paper: (tiles := Tiles.of(drawing, paper)).across * tiles.down for paper in PAPERS}


def template_pdf(
    plan: Plan, key: str, *, paper: Paper = "A4", unit: Unit | None = None, shop: str = "", dates: DateStyle = "day", today: date
) -> bytes:
    """A template as PDF bytes. Raises KeyError for a drawing that is none."""
    view = template_of(plan, key)
    fonts()
    drawing = draft(plan, view, 1.0, unit or plan.units, STAGES)
    tiles = Tiles.of(drawing, paper)
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=PAPERS[paper], invariant=1)
    canvas.setTitle(f"Template: {plan.name}, {view.title}")
    canvas.setAuthor(shop or "Shadbo")
    for row in range(tiles.down):
        for column in range(tiles.across):
            _page(canvas, plan, view, drawing, tiles, column, row, paper, shop, day_text(today, dates))
            canvas.showPage()
    canvas.save()
    return out.getvalue()


def template_of(plan: Plan, key: str) -> View:
    """A drawing that is printed at full size. Raises KeyError for one that is none."""
    view = next((v for v in plan.views if v.key == key), None)
    if view is None or not view.template:
        raise KeyError(key)
    return view


def _page(
    canvas: Canvas, plan: Plan, view: View, drawing: Draft, tiles: Tiles, column: int, row: int, paper: Paper, shop: str, today: str
) -> None:
    tall = PAPERS[paper][1]
    left, top = EDGE * mm, tall - HEAD * mm
    canvas.setFillColor(HexColor(INK))
    canvas.setFont("Archivo-SemiBold", 9.5)
    canvas.drawString(left, tall - 8 * mm, f"{plan.name}: {view.title}")
    where = f"sheet {row * tiles.across + column + 1} of {tiles.across * tiles.down} · row {row + 1}, column {column + 1}"
    canvas.setFont("Archivo-Regular", 8)
    canvas.drawRightString(left + tiles.width * mm, tall - 8 * mm, where)
    x0, y0 = tiles.origin(column, row)
    canvas.saveState()
    frame = canvas.beginPath()
    frame.rect(left, top - tiles.height * mm, tiles.width * mm, tiles.height * mm)
    canvas.clipPath(frame, stroke=0, fill=0)
    canvas.translate(left - x0 * mm, top - (drawing.height - y0) * mm)
    for item in drawing.primitives:
        # Lines on paper: a filled board would only drink ink and hide what is pencilled.
        if isinstance(item, Outline):
            item = Outline(item.points, "none", item.stroke, max(item.width, 0.2), item.closed, item.dashed, item.part)
        elif isinstance(item, Disc):
            item = Disc(item.x, item.y, item.radius, "none", item.stroke, item.part)
        draw_item(canvas, item, drawing.height)
    canvas.restoreState()
    _marks(canvas, left, top, tiles, column, row)
    _test_line(canvas, left, FOOT * mm - 9 * mm)
    canvas.setFont("Archivo-Regular", 7)
    canvas.drawRightString(
        left + tiles.width * mm, 5 * mm, f"{shop or 'Shadbo'} · printed {today} · print at 100 %, not “fit to page”"
    )


def _marks(canvas: Canvas, left: float, top: float, tiles: Tiles, column: int, row: int) -> None:
    """Crop marks outside the tile's corners; inside, a dashed line where the next sheet is laid over this one."""
    right, bottom, arm, off = left + tiles.width * mm, top - tiles.height * mm, 5 * mm, 1 * mm
    canvas.setLineWidth(0.4)
    for x, sx in ((left, -1), (right, 1)):
        for y, sy in ((bottom, -1), (top, 1)):
            canvas.line(x + sx * off, y, x + sx * (off + arm), y)
            canvas.line(x, y + sy * off, x, y + sy * (off + arm * 0.6))
    canvas.setDash([1.2 * mm, 1.2 * mm])
    canvas.setStrokeColor(HexColor("#9a9384"))
    if column + 1 < tiles.across:
        canvas.line(right - OVERLAP * mm, bottom, right - OVERLAP * mm, top)
    if row + 1 < tiles.down:
        canvas.line(left, bottom + OVERLAP * mm, right, bottom + OVERLAP * mm)
    canvas.setDash([])
    canvas.setStrokeColor(HexColor(INK))


def _test_line(canvas: Canvas, x: float, y: float) -> None:
    canvas.setLineWidth(0.8)
    canvas.line(x, y, x + TEST * mm, y)
    canvas.setLineWidth(0.4)
    for end in (x, x + TEST * mm):
        canvas.line(end, y - 1.5 * mm, end, y + 1.5 * mm)
    canvas.setFont("Archivo-Regular", 8)
    canvas.drawString(x, y - 4.5 * mm, "100 mm: measure this line before you trust the sheet")


# -- DXF -----------------------------------------------------------------------------------------------------------------

# Layers a cutter or a drawing program can switch by: what is cut, what is only marked, what is there to be looked at.
LAYERS = {"cut": "CUT", "slot": "CUT", "line": "MARK", "hidden": "GUIDE", "keep": "FOLD", "board": "BOARD", "paper": "GUIDE"}


def layer_of(view: View, shape: Shape) -> str:
    if shape.material == "item":
        return "WINDOW" if view.key.startswith("mat_") else "OUTLINE"
    return LAYERS.get(shape.material, "OUTLINE")


def view_to_dxf(plan: Plan, key: str) -> str:
    """A drawing at full size as DXF in millimetres, y up; layers by what is to be done. Raises KeyError."""
    view = next((v for v in plan.views if v.key == key), None)
    if view is None:
        raise KeyError(key)
    document = new_dxf()
    for name in sorted({layer_of(view, shape) for shape in view.shapes} | {"TEXT"}):
        document.layers.add(name)
    space = document.modelspace()
    for shape in view.shapes:
        attributes = {"layer": layer_of(view, shape)}
        points = [(x, view.height - y) for x, y in shape.points]
        if shape.kind == "circle":
            space.add_circle(points[0], shape.radius, dxfattribs=attributes)
        elif shape.kind == "text":
            space.add_text(shape.text, height=4, dxfattribs={"layer": "TEXT"}).set_placement(
                points[0], align=TextEntityAlignment.MIDDLE_CENTER
            )
        elif shape.kind in ("polygon", "line"):
            space.add_lwpolyline(points, close=shape.kind == "polygon", dxfattribs=attributes)
    return dxf_text(document)
