"""The job sheet as PDF: a page of drawings to a stated scale, then figures, cut list, checks and steps.

Paper for the bench: every drawing says its scale and carries a bar to lay a ruler on before trusting it.
"""

from __future__ import annotations

import io
from collections.abc import Callable
from datetime import date
from functools import lru_cache
from importlib.resources import files
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
from reportlab.platypus import BaseDocTemplate, Flowable, Frame, KeepTogether, PageTemplate, Paragraph, Spacer, Table, TableStyle

from shadbo.core import COMES, MOST_ANCHORS, Piece, Plan, Say, Shown, Unit
from shadbo.exports.drafting import INK, Disc, Draft, Outline, Text, draft, margins, runs_of

Paper = Literal["A4", "Letter"]
PAPERS: dict[Paper, tuple[float, float]] = {"A4": A4, "Letter": LETTER}
SCALES = (5.0, 2.0, 1.0, 0.5, 0.25, 0.2, 0.125, 0.1, 0.05, 0.025, 0.02)
MARGIN = 14 * mm
BAR_MM = {5.0: 10, 2.0: 20, 1.0: 50, 0.5: 100, 0.25: 100, 0.2: 200, 0.125: 400, 0.1: 500, 0.05: 500, 0.025: 1000, 0.02: 1000}
RULE = HexColor("#8d877a")
SEVERITY = {"stop": "STOP", "caution": "Caution", "note": "Note"}


@lru_cache(maxsize=1)
def fonts() -> None:
    for name in ("Regular", "SemiBold", "Narrow"):
        data = files("shadbo.exports").joinpath(f"fonts/Archivo-{name}.ttf").read_bytes()
        pdfmetrics.registerFont(TTFont(f"Archivo-{name}", io.BytesIO(data)))


def _style(name: str, size: float, font: str = "Regular", **more: Any) -> ParagraphStyle:
    return ParagraphStyle(name, fontName=f"Archivo-{font}", fontSize=size, leading=size * 1.32, textColor=HexColor(INK), **more)


BODY = _style("body", 9)
SMALL = _style("small", 7.6)
HEAD = _style("head", 11, "SemiBold", spaceBefore=8, spaceAfter=3)
TITLE = _style("title", 17, "SemiBold")
RIGHT = _style("right", 7.6, alignment=TA_RIGHT)
FIGURE = _style("figure", 10.5, "SemiBold", alignment=TA_RIGHT)


def scale_text(scale: float) -> str:
    return f"{scale:g} : 1" if scale >= 1 else f"1 : {1 / scale:g}"


class _Drawn(Flowable):
    """A draft on the page with its title, its scale and a bar of a stated length."""

    def __init__(self, drawing: Draft, title: str, unit: Unit) -> None:
        super().__init__()
        self.hAlign = "LEFT"
        self.drawing, self.title, self.unit = drawing, title, unit
        self.width, self.height = drawing.width * mm, (drawing.height + 12) * mm

    def wrap(self, *_: float) -> tuple[float, float]:
        return self.width, self.height

    def draw(self) -> None:
        canvas: Canvas = self.canv
        canvas.saveState()
        canvas.setFillColor(HexColor(INK))
        canvas.setFont("Archivo-SemiBold", 9)
        canvas.drawString(0, self.height - 4 * mm, self.title)
        canvas.setFont("Archivo-Regular", 8)
        canvas.drawString(0, 1.2 * mm, f"Scale {scale_text(self.drawing.scale)}")
        length = BAR_MM[self.drawing.scale]
        start, paper = 24 * mm, length * self.drawing.scale * mm
        canvas.setLineWidth(1.2)
        canvas.line(start, 2.4 * mm, start + paper, 2.4 * mm)
        canvas.setLineWidth(0.5)
        for x in (start, start + paper):
            canvas.line(x, 1.2 * mm, x, 3.6 * mm)
        canvas.drawString(start + paper + 2 * mm, 1.2 * mm, f"{length} mm: measure it before trusting this sheet")
        canvas.translate(0, 6 * mm)
        for item in self.drawing.primitives:
            draw_item(canvas, item, self.drawing.height)
        canvas.restoreState()


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
        canvas.setStrokeColor(HexColor(item.stroke))
        canvas.setLineWidth(item.width * mm)
        canvas.setDash([2 * mm, 1.2 * mm] if item.dashed else [])
        if item.fill != "none":
            canvas.setFillColor(HexColor(item.fill))
        canvas.drawPath(path, stroke=1, fill=int(item.fill != "none" and item.closed))
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


def _length(shown: Shown | None, unit: Unit) -> str:
    """A length for a paragraph, its fraction stacked, with its unit."""
    if shown is None:
        return ""
    out = ""
    for text, share, rise in runs_of(shown, unit):
        out += f"<super size=6 rise=3>{text}</super>" if rise else f"<font size=6.4>{text}</font>" if share < 0.7 else text
    return f"{out} {unit}"


def _say(said: Say, unit: Unit) -> str:
    return "".join(escape(bit) if isinstance(bit, str) else _length(bit, unit) for bit in said)


def _fit(plan: Plan, key: str, width: float, height: float, unit: Unit, stages: tuple[str, ...]) -> Draft:
    """The view at the largest usual scale that goes into a box (paper mm)."""
    view = plan.view(key)
    room = margins(view, stages)
    free_w, free_h = width - room["left"] - room["right"], height - room["top"] - room["bottom"]
    scale = next((s for s in SCALES if view.width * s <= free_w and view.height * s <= free_h), SCALES[-1])
    return draft(plan, view, scale, unit, stages)


def job_sheet(piece: Piece, plan: Plan, *, paper: Paper = "A4", unit: Unit | None = None, shop: str = "", today: date) -> bytes:
    """The job sheet of a piece as PDF bytes. ``today`` is printed in the foot, so that an old sheet can be told."""
    fonts()
    unit = unit or plan.units
    size = PAPERS[paper]
    wide = (size[0] - 2 * MARGIN) / mm
    out = io.BytesIO()

    def foot(canvas: Canvas, document: Any) -> None:
        canvas.setFont("Archivo-Regular", 7.5)
        canvas.setFillColor(HexColor("#6b665c"))
        canvas.drawString(MARGIN, 8 * mm, f"{shop or 'Shadbo'} · {piece.name} · printed {today.isoformat()}")
        canvas.drawRightString(size[0] - MARGIN, 8 * mm, f"page {document.page}")

    document = BaseDocTemplate(
        out,
        pagesize=size,
        leftMargin=MARGIN,
        rightMargin=MARGIN,
        topMargin=12 * mm,
        bottomMargin=14 * mm,
        title=f"Job sheet: {piece.name}",
        author=shop or "Shadbo",
        invariant=1,
    )
    frame = Frame(MARGIN, 14 * mm, size[0] - 2 * MARGIN, size[1] - 26 * mm, 0, 0, 0, 0)
    document.addPageTemplates(PageTemplate(frames=[frame], onPage=foot))
    tall = (size[1] - 26 * mm) / mm
    story: list[Flowable] = [*_heading(piece, plan, unit)]
    lying = "arrange" if plan.items else "measure"
    face = _fit(plan, "face", wide, (tall - 50) * 0.52, unit, (lying, "display"))
    cut_through = "depth" if any(stage.key == "depth" for stage in plan.stages) else "display"
    section = _fit(plan, "section", wide, (tall - 50) * 0.40, unit, (cut_through,))
    back = _fit(plan, "back", wide, tall * 0.48, unit, ("cut",))
    story += [_Drawn(face, "Face", unit), Spacer(1, 3 * mm), _Drawn(section, "Section, front at the top", unit)]
    for view in plan.views:
        if view.printed:
            story += [Spacer(1, 4 * mm), _Drawn(_fit(plan, view.key, wide, tall * 0.36, unit, view.printed), view.title, unit)]
    story += [
        Spacer(1, 4 * mm),
        _Drawn(back, "Back, seen from behind", unit),
        *_things(plan, unit),
        *_cuts(plan, unit),
        *_figures(plan, unit),
    ]
    story += [*_proofs(plan, unit), *_checks(plan, unit), *_steps(plan, unit)]
    document.build(story)
    return out.getvalue()


def _heading(piece: Piece, plan: Plan, unit: Unit) -> list[Flowable]:
    about = " · ".join(
        bit for bit in (escape(piece.owner), f"due {piece.due.isoformat()}" if piece.due else "", plan.display) if bit
    )
    out: list[Flowable] = [Paragraph(escape(piece.name), TITLE), Paragraph(about, BODY)]
    if plan.stops:
        words = "; ".join(_say(c.say, unit) for c in plan.stops)
        out.append(Paragraph(f"<font name='Archivo-SemiBold' color='#8f2f1b'>STOP, do not cut:</font> {words}", BODY))
    out.append(Paragraph(_say(plan.verdict, unit), BODY))
    hours, minutes = divmod(plan.time.bench, 60)
    out.append(
        Paragraph(
            f"{_say(plan.size, unit)}, {_length(plan.deep, unit)} off the wall, {plan.weight.text(unit)}. Held by {escape(plan.held.how)}; "
            f"touches it: {escape(plan.held.touches)}; can be undone: {plan.held.reversible}. At the bench {hours} h {minutes} min, "
            f"ready in {plan.time.days} day{'s' if plan.time.days > 1 else ''}.",
            SMALL,
        )
    )
    if piece.note:
        out.append(Paragraph(escape(piece.note).replace("\n", "<br/>"), SMALL))
    return [*out, Spacer(1, 3 * mm)]


def _table(rows: list[list[Any]], widths: list[float], head: bool = True) -> Table:
    style: list[Any] = [
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("LINEBELOW", (0, 0), (-1, -1), 0.25, RULE),
        ("TOPPADDING", (0, 0), (-1, -1), 1.6),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 2.2),
        ("LEFTPADDING", (0, 0), (-1, -1), 2),
        ("RIGHTPADDING", (0, 0), (-1, -1), 4),
    ]
    if head:
        style.append(("LINEBELOW", (0, 0), (-1, 0), 0.8, HexColor(INK)))
    return Table(rows, colWidths=[w * mm for w in widths], style=TableStyle(style), repeatRows=int(head))


def _section(title: str, body: Flowable) -> list[Flowable]:
    return [KeepTogether([Paragraph(title, HEAD), body])]


def _things(plan: Plan, unit: Unit) -> list[Flowable]:
    """The things of a box: what each is, its size, and where it is fixed on the mount board, from its left and its top."""
    if not plan.items:
        return []
    heads = ("Thing", "What it is", "Size", "Fixed at, from the left and the top of the mount board’s front")
    rows: list[list[Any]] = [[Paragraph(text, SMALL) for text in heads]]
    for item in plan.items:
        places = []
        for i in range(MOST_ANCHORS):
            left, top = (plan.figures.get(f"{item.part}.anchor.{i}.{way}") for way in ("left", "top"))
            if left and top:
                places.append(f"{_length(left.shown, unit)} / {_length(top.shown, unit)}")
        rows.append(
            [
                Paragraph(escape(item.name), BODY),
                Paragraph(escape(item.kind), BODY),
                Paragraph(_say(item.size, unit), BODY),
                Paragraph("; ".join(places), SMALL),
            ]
        )
    return _section("Things", _table(rows, [52, 34, 38, 58]))


def _cuts(plan: Plan, unit: Unit) -> list[Flowable]:
    heads = (("No.", RIGHT), ("Part", SMALL), ("Material", SMALL), ("Length", RIGHT), ("Short point", RIGHT), ("Note", SMALL))
    rows: list[list[Any]] = [[Paragraph(text, style) for text, style in heads]]
    for line in plan.cuts:
        section = _say(line.section, unit)
        rows.append(
            [
                Paragraph(f"{line.count}", FIGURE),
                Paragraph(escape(line.part), BODY),
                Paragraph(escape(line.material) + (f"<br/><font size=7.6>{section}</font>" if section else ""), BODY),
                Paragraph(_length(line.length, unit), FIGURE),
                Paragraph(_length(line.short, unit), FIGURE),
                Paragraph(_say(line.note, unit), SMALL),
            ]
        )
    out = _section("Cut list", _table(rows, [11, 43, 41, 27, 27, 33]))
    for bar in plan.stock:
        kept = " (back to stock)" if bar.keep else ""
        text = (
            f"Length {bar.number}: {', '.join(bar.pieces)}; used {_length(bar.used, unit)}, left {_length(bar.left, unit)}{kept}."
        )
        out.append(Paragraph(text, SMALL))
    out += [Paragraph(f"Back to stock: {_say(left, unit)}.", SMALL) for left in plan.leftovers]
    return [*out, *_to_get(plan, unit)]


def _to_get(plan: Plan, unit: Unit) -> list[Flowable]:
    """What has to be there besides what is cut: to get, come with the frame, at hand."""
    if not plan.to_get:
        return []
    heads = (("No.", RIGHT), ("Part", SMALL), ("What", SMALL), ("From", SMALL))
    rows: list[list[Any]] = [[Paragraph(text, style) for text, style in heads]]
    for part in plan.to_get:
        told = "; ".join(t for t in (escape(part.material), _say(part.size, unit), _say(part.note, unit)) if t)
        rows.append(
            [
                Paragraph(f"{part.count}", FIGURE),
                Paragraph(escape(part.name), BODY),
                Paragraph(told, BODY),
                Paragraph(COMES[part.comes], SMALL),
            ]
        )
    return _section("Things to get", _table(rows, [11, 52, 84, 35]))


def _figures(plan: Plan, unit: Unit) -> list[Flowable]:
    names = dict.fromkeys(name for stage in plan.stages for name in stage.figures)
    cells = []
    for name in names:
        figure = plan.figures[name]
        other = figure.quantity.text(unit) if figure.quantity else str(figure.count)
        text = _length(figure.shown, unit) if figure.shown else escape(other)
        cells.append((Paragraph(escape(figure.label), BODY), Paragraph(text, FIGURE)))
    half = (len(cells) + 1) // 2
    left, right = cells[:half], [*cells[half:], *([("", "")] * (2 * half - len(cells)))]
    rows = [[*a, "", *b] for a, b in zip(left, right, strict=True)]
    return _section("Figures", _table(rows, [60, 28, 6, 60, 28], head=False))


def _checks(plan: Plan, unit: Unit) -> list[Flowable]:
    if not plan.checks:
        return _section("Checks", Paragraph("Nothing stands in the way.", BODY))
    rows: list[list[Any]] = [
        [Paragraph(SEVERITY[c.severity], BODY), Paragraph(f"{_say(c.say, unit)} <font size=7.6>{_say(c.why, unit)}</font>", BODY)]
        for c in plan.checks
    ]
    return _section("Checks", _table(rows, [20, 162], head=False))


def _steps(plan: Plan, unit: Unit) -> list[Flowable]:
    rows: list[list[Any]] = []
    for i, step in enumerate(plan.steps, 1):
        gate = " <font name='Archivo-SemiBold'>Look before going on.</font>" if step.gate else ""
        wait = f" Then wait {_wait(step.wait_minutes)}." if step.wait_minutes else ""
        care = f"<br/><font size=7.6>Take care: {escape(step.care)}</font>" if step.care else ""
        text = f"<font name='Archivo-SemiBold'>{escape(step.title)}.</font> {_say(step.say, unit)}{gate}{wait}{care}"
        rows.append(
            [Paragraph(f"{i}", FIGURE), Paragraph("[  ]", BODY), Paragraph(text, BODY), Paragraph(f"{step.minutes} min", SMALL)]
        )
    head: Callable[[str], Paragraph] = lambda text: Paragraph(text, HEAD)  # noqa: E731
    caution = Paragraph("Follow the makers' instructions, local codes and licensed trades.", SMALL)
    return [head("Order of work"), _table(rows, [9, 9, 148, 16], head=False), caution]


def _wait(minutes: int) -> str:
    return f"{minutes // 60} h" if minutes % 60 == 0 else f"{minutes} min"


def _proofs(plan: Plan, unit: Unit) -> list[Flowable]:
    text = f"Added up again on {len(plan.proofs)} lines (" + "; ".join(escape(p.line) for p in plan.proofs) + "): all hold."
    return [Spacer(1, 1.5 * mm), Paragraph(text, SMALL)]
