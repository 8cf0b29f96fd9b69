"""Pages of paper for the bench: their sizes, type and tables, a drawing to a stated scale with its bar, and STOP over all where one stands."""

from __future__ import annotations

from datetime import date
from functools import lru_cache
from importlib.resources import files
from io import BytesIO
from typing import Any, Literal
from xml.sax.saxutils import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.enums import TA_RIGHT
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import BaseDocTemplate, CondPageBreak, Flowable, Frame, PageTemplate, Paragraph, Table, TableStyle

from shadbo.core import DateStyle, Plan, Say, Shown, Unit, View
from shadbo.exports.days import day_text
from shadbo.exports.drafting import INK, Disc, Draft, Outline, Text, draft, margins, runs_of

Paper = Literal["A4", "Letter"]
PAPERS: dict[Paper, tuple[float, float]] = {"A4": A4, "Letter": LETTER}
SCALES = (5.0, 2.0, 1.0, 0.5, 0.25, 0.2, 0.125, 0.1, 0.05, 0.025, 0.02)
MARGIN = 14 * mm
BAR_MM = {5.0: 10, 2.0: 20, 1.0: 50, 0.5: 100, 0.25: 100, 0.2: 200, 0.125: 400, 0.1: 500, 0.05: 500, 0.025: 1000, 0.02: 1000}
RULE = HexColor("#8d877a")
STOP = "#8f2f1b"
MM_AN_INCH = 25.4
# A scale bar is at least so long on paper (mm).
BAR_LEAST = 20


@lru_cache(maxsize=1)
def fonts() -> None:
    for name in ("Regular", "SemiBold", "Narrow"):
        data = files("shadbo.exports").joinpath(f"fonts/Archivo-{name}.ttf").read_bytes()
        pdfmetrics.registerFont(TTFont(f"Archivo-{name}", BytesIO(data)))


def style_of(name: str, size: float, font: str = "Regular", **more: Any) -> ParagraphStyle:
    more.setdefault("leading", size * 1.32)
    return ParagraphStyle(name, fontName=f"Archivo-{font}", fontSize=size, textColor=HexColor(INK), **more)


BODY = style_of("body", 9)
SMALL = style_of("small", 7.6)
HEAD = style_of("head", 11, "SemiBold", spaceBefore=8, spaceAfter=3)
TITLE = style_of("title", 17, "SemiBold")
CLOSE = style_of("close", 8.8, "Narrow", leading=10.8)
RIGHT = style_of("right", 7.6, alignment=TA_RIGHT)
FIGURE = style_of("figure", 10.5, "SemiBold", alignment=TA_RIGHT)


def scale_text(scale: float) -> str:
    return f"{scale:g} : 1" if scale >= 1 else f"1 : {1 / scale:g}"


class Drawn(Flowable):
    """A draft on the page with its title and, where it is to scale, that scale and a bar of a stated length."""

    def __init__(self, drawing: Draft, title: str, unit: Unit, *, scaled: bool = True) -> None:
        super().__init__()
        self.hAlign = "LEFT"
        self.drawing, self.title, self.unit, self.scaled = drawing, title, unit, scaled
        self.width, self.height = drawing.width * mm, (drawing.height + 12) * mm

    def wrap(self, *_: float) -> tuple[float, float]:
        return self.width, self.height

    def draw(self) -> None:
        canvas: Canvas = self.canv
        canvas.saveState()
        canvas.setFillColor(HexColor(INK))
        canvas.setFont("Archivo-SemiBold", 9)
        canvas.drawString(0, self.height - 4 * mm, self.title)
        if self.scaled:
            self._bar(canvas)
        canvas.translate(0, 6 * mm)
        for item in self.drawing.primitives:
            draw_item(canvas, item, self.drawing.height)
        canvas.restoreState()

    def _bar(self, canvas: Canvas) -> None:
        canvas.setFont("Archivo-Regular", 8)
        canvas.drawString(0, 1.2 * mm, f"Scale {scale_text(self.drawing.scale)}")
        text, length = _bar(self.drawing.scale, self.unit)
        start, paper = 24 * mm, length * self.drawing.scale * mm
        canvas.setLineWidth(1.2)
        canvas.line(start, 2.4 * mm, start + paper, 2.4 * mm)
        canvas.setLineWidth(0.5)
        for x in (start, start + paper):
            canvas.line(x, 1.2 * mm, x, 3.6 * mm)
        canvas.drawString(start + paper + 2 * mm, 1.2 * mm, f"{text}: measure it before trusting this sheet")


def _bar(scale: float, unit: Unit) -> tuple[str, float]:
    """The bar of stated length beside a drawing: in words, and mm at full size; of whole inches on an inch sheet."""
    if unit == "mm":
        return f"{BAR_MM[scale]} mm", float(BAR_MM[scale])
    inches = next(n for n in (1, 2, 4, 6, 10, 20, 40, 80) if n * MM_AN_INCH * scale >= BAR_LEAST)
    return f"{inches} in", inches * MM_AN_INCH


def draw_item(canvas: Canvas, item: Outline | Disc | Text, tall: float) -> None:
    """One primitive of a draft on a canvas whose origin is the draft's lower left corner; ``tall`` is the draft's height."""

    def up(y: float) -> float:
        return (tall - y) * mm

    if isinstance(item, Outline):
        path = canvas.beginPath()
        for i, (x, y) in enumerate(item.points):
            (path.moveTo if i == 0 else path.lineTo)(x * mm, up(y))
        if item.closed:
            path.close()
        filled, stroked = item.fill != "none" and item.closed, item.stroke != "none"
        if stroked:
            canvas.setStrokeColor(HexColor(item.stroke))
        canvas.setLineWidth(item.width * mm)
        canvas.setDash([2 * mm, 1.2 * mm] if item.dashed else [])
        if filled:
            canvas.setFillColor(HexColor(item.fill))
        canvas.drawPath(path, stroke=int(stroked), fill=int(filled))
        canvas.setDash([])
    elif isinstance(item, Disc):
        filled = item.fill != "none"
        if filled:
            canvas.setFillColor(HexColor(item.fill))
        canvas.setStrokeColor(HexColor(item.stroke))
        canvas.setLineWidth(0.18 * mm)
        canvas.circle(item.x * mm, up(item.y), item.radius * mm, stroke=1, fill=int(filled))
    else:
        size = item.size * mm
        width = sum(pdfmetrics.stringWidth(t, "Archivo-Regular", size * share) for t, share, _ in item.runs)
        x = item.x * mm - {"start": 0.0, "middle": width / 2, "end": width}[item.anchor]
        canvas.setFillColor(HexColor(INK))
        for text, share, rise in item.runs:
            canvas.setFont("Archivo-Regular", size * share)
            canvas.drawString(x, up(item.y) + rise * size, text)
            x += pdfmetrics.stringWidth(text, "Archivo-Regular", size * share)


def length_words(shown: Shown | None, unit: Unit) -> str:
    """A length for a paragraph, its fraction stacked, with its unit."""
    if shown is None:
        return ""
    out = ""
    for text, share, rise in runs_of(shown, unit):
        out += f"<super size=6 rise=3>{text}</super>" if rise else f"<font size=6.4>{text}</font>" if share < 0.7 else text
    return f"{out}&nbsp;{unit}"


def say_words(said: Say, unit: Unit) -> str:
    return "".join(escape(bit) if isinstance(bit, str) else length_words(bit, unit) for bit in said)


def fit(plan: Plan, key: str, width: float, height: float, unit: Unit, stages: tuple[str, ...]) -> Draft:
    """The drawing of that name at the largest usual scale that goes into a box (paper mm)."""
    return fit_view(plan, plan.view(key), width, height, unit, stages)


def fill_box(plan: Plan, key: str, width: float, height: float, unit: Unit) -> Draft:
    """A drawing that nobody measures on, as large as a box takes it (paper mm)."""
    view = plan.view(key)
    room = margins(view, ())
    scale = min((width - room["left"] - room["right"]) / view.width, (height - room["top"] - room["bottom"]) / view.height)
    return draft(plan, view, scale, unit, ())


def fit_view(plan: Plan, view: View, width: float, height: float, unit: Unit, stages: tuple[str, ...]) -> Draft:
    """The same of a drawing."""
    room = margins(view, stages)
    free_w, free_h = width - room["left"] - room["right"], height - room["top"] - room["bottom"]
    scale = next((s for s in SCALES if view.width * s <= free_w and view.height * s <= free_h), SCALES[-1])
    return draft(plan, view, scale, unit, stages)


def open_pages(
    out: BytesIO, name: str, stops: int, title: str, *, paper: Paper, shop: str, dates: DateStyle, today: date
) -> tuple[BaseDocTemplate, float, float]:
    """A document of pages that each say the shop, the piece, the day and their number, and STOP where ``stops`` stand; with how wide and
    how tall what is put on a page may be (mm)."""
    fonts()
    size = PAPERS[paper]

    def foot(canvas: Canvas, document: Any) -> None:
        if stops:
            _stopped(canvas, size, stops)
        canvas.setFont("Archivo-Regular", 7.5)
        canvas.setFillColor(HexColor("#6b665c"))
        canvas.drawString(MARGIN, 8 * mm, f"{shop or 'Shadbo'} · {name} · printed {day_text(today, dates)}")
        canvas.drawRightString(size[0] - MARGIN, 8 * mm, f"page {document.page}")

    document = BaseDocTemplate(
        out,
        pagesize=size,
        leftMargin=MARGIN,
        rightMargin=MARGIN,
        topMargin=12 * mm,
        bottomMargin=14 * mm,
        title=title,
        author=shop or "Shadbo",
        invariant=1,
    )
    frame = Frame(MARGIN, 14 * mm, size[0] - 2 * MARGIN, size[1] - 26 * mm, 0, 0, 0, 0, id="page")
    document.addPageTemplates(PageTemplate(frames=[frame], onPage=foot))
    return document, (size[0] - 2 * MARGIN) / mm, (size[1] - 26 * mm) / mm


def _stopped(canvas: Canvas, size: tuple[float, float], count: int) -> None:
    """A hatched band across the top of a page, with words in it: nothing is cut from this sheet."""
    low, high, left, right = size[1] - 9.5 * mm, size[1] - 3 * mm, MARGIN, size[0] - MARGIN
    canvas.saveState()
    canvas.setStrokeColor(HexColor(STOP))
    canvas.setLineWidth(0.8)
    band = canvas.beginPath()
    band.rect(left, low, right - left, high - low)
    canvas.clipPath(band, stroke=1, fill=0)
    x = left - (high - low)
    while x < right:
        canvas.line(x, low, x + (high - low), high)
        x += 2.4 * mm
    words = f"STOP, do not cut: {count} thing{'s' if count > 1 else ''} must be settled first"
    wide = pdfmetrics.stringWidth(words, "Archivo-SemiBold", 11)
    middle = size[0] / 2
    canvas.setFillColor(HexColor("#ffffff"))
    canvas.rect(middle - wide / 2 - 3 * mm, low, wide + 6 * mm, high - low, stroke=0, fill=1)
    canvas.setFillColor(HexColor(STOP))
    canvas.setFont("Archivo-SemiBold", 11)
    canvas.drawCentredString(middle, low + 1.8 * mm, words)
    canvas.restoreState()


def table_of(rows: list[list[Any]], widths: list[float], head: bool = True) -> Table:
    style: list[Any] = [
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("LINEBELOW", (0, 0), (-1, -1), 0.25, RULE),
        ("TOPPADDING", (0, 0), (-1, -1), 1.2),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 1.8),
        ("LEFTPADDING", (0, 0), (-1, -1), 2),
        ("RIGHTPADDING", (0, 0), (-1, -1), 4),
    ]
    if head:
        style.append(("LINEBELOW", (0, 0), (-1, 0), 0.8, HexColor(INK)))
    return Table(rows, colWidths=[w * mm for w in widths], style=TableStyle(style), repeatRows=int(head))


def section(title: str, body: Flowable) -> list[Flowable]:
    """A heading and its list; never the heading with less than a few lines at the foot of a page."""
    return [CondPageBreak(22 * mm), Paragraph(title, HEAD), body]
