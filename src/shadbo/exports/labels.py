"""The label for the back and the ticket for the piece, on plain label sheets, each with a code that opens the piece.

The sheets are common ones by their measures (from memory: a ruler on the pack settles it): A4 in two by four of 105 × 74.25 mm without a
margin, Letter in two by five of 4 × 2 in.
"""

from __future__ import annotations

import io
from dataclasses import dataclass
from datetime import date
from typing import Literal
from xml.sax.saxutils import escape

from reportlab.graphics import renderPDF
from reportlab.graphics.barcode.qr import QrCodeWidget
from reportlab.graphics.shapes import Drawing
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import inch, mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Paragraph
from reportlab.platypus.flowables import Flowable

from shadbo.core import DateStyle, Piece, Plan, Unit, label_written, plain
from shadbo.exports.days import day_text
from shadbo.exports.pages import STOP, fonts

Paper = Literal["A4", "Letter"]
PAD = 5 * mm
CODE = 24 * mm


@dataclass(frozen=True, slots=True)
class Sheet:
    """A sheet of labels, in points: its size, how many across and down, one label, from the left and the top, the step from one to the next."""

    size: tuple[float, float]
    across: int
    down: int
    wide: float
    high: float
    left: float
    top: float
    step: float


SHEETS: dict[Paper, Sheet] = {
    "A4": Sheet(A4, 2, 4, 105 * mm, 74.25 * mm, 0, 0, 105 * mm),
    "Letter": Sheet(LETTER, 2, 5, 4 * inch, 2 * inch, 0.15625 * inch, 0.5 * inch, 4.1875 * inch),
}
NAME = ParagraphStyle("name", fontName="Archivo-SemiBold", fontSize=11, leading=12.5)
BODY = ParagraphStyle("body", fontName="Archivo-Regular", fontSize=7.4, leading=9)
DUE = ParagraphStyle("due", fontName="Archivo-SemiBold", fontSize=15, leading=18)


def labels(
    piece: Piece,
    plan: Plan,
    address: str,
    *,
    paper: Paper = "A4",
    unit: Unit | None = None,
    shop: str = "",
    dates: DateStyle = "day",
    today: date,
    first: int = 1,
) -> bytes:
    """Label and ticket as PDF bytes, at the places ``first`` and the next of a sheet some of which may be used up (counted from 1, by rows).

    ``address`` is what their codes hold. Raises ValueError for a place the sheet has not.
    """
    sheet = SHEETS[paper]
    if not 1 <= first < sheet.across * sheet.down:
        raise ValueError(f"label {first} of {sheet.across * sheet.down}")
    fonts()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=sheet.size, invariant=1)
    canvas.setTitle(f"Label and ticket: {piece.name}")
    for place, words in enumerate(
        (_label(piece, plan, unit or plan.units, shop, day_text(today, dates)), _ticket(piece, plan, unit or plan.units, dates)),
        first - 1,
    ):
        x = sheet.left + place % sheet.across * sheet.step
        y = sheet.size[1] - sheet.top - (place // sheet.across + 1) * sheet.high
        _put(canvas, sheet, x, y, words, address)
    canvas.save()
    return out.getvalue()


def _put(canvas: Canvas, sheet: Sheet, x: float, y: float, words: list[Flowable], address: str) -> None:
    """One label with its lower left corner at a place: words at the left, as small as they must be to go in, the code at the right."""
    code = QrCodeWidget(address, barLevel="M", barBorder=0)
    low = code.getBounds()
    drawing = Drawing(CODE, CODE, transform=[CODE / (low[2] - low[0]), 0, 0, CODE / (low[3] - low[1]), 0, 0])
    drawing.add(code)
    renderPDF.draw(drawing, canvas, x + sheet.wide - PAD - CODE, y + PAD)
    wide, high = sheet.wide - 3 * PAD - CODE, sheet.high - 2 * PAD
    needed = sum(flowable.wrap(wide, high)[1] for flowable in words)
    shrink = min(1.0, high / needed)
    canvas.saveState()
    canvas.translate(x + PAD, y + sheet.high - PAD)
    canvas.scale(shrink, shrink)
    below = 0.0
    for flowable in words:
        below -= flowable.wrap(wide / shrink, high)[1]
        flowable.drawOn(canvas, 0, below)
    canvas.restoreState()


def _label(piece: Piece, plan: Plan, unit: Unit, shop: str, today: str) -> list[Flowable]:
    """What the work order says is written on the back; with lines for who framed it."""
    step = next(step for step in plan.steps if step.key == "label")
    told = label_written(step, unit)
    about = " · ".join(word for word in (piece.owner, shop) if word)
    return [
        Paragraph(escape(piece.name), NAME),
        Paragraph(escape(about), BODY),
        Paragraph(escape(told), BODY),
        Paragraph(f"Framed by ____________________ on {today}", BODY),
    ]


def _ticket(piece: Piece, plan: Plan, unit: Unit, dates: DateStyle) -> list[Flowable]:
    """What goes with the piece through the shop: whose, by when, how large, and whether anything stands in the way."""
    stop = plan.stops[0].say if plan.stops else None
    now = f"<font color='{STOP}'>STOP: {escape(plain(stop, unit))}</font>" if stop else "Nothing stands in the way."
    size = f"{plain(plan.size, unit)}, {plain((plan.deep,), unit)} off the wall, {plan.weight.text(unit)}"
    return [
        Paragraph(escape(piece.name), NAME),
        Paragraph(escape(piece.owner or "no owner"), BODY),
        Paragraph(f"due {day_text(piece.due, dates)}" if piece.due else "no day set", DUE),
        Paragraph(escape(f"{plan.display}; {size}"), BODY),
        Paragraph(now, BODY),
    ]
