"""Where everything on a template lies, as a numbered drawing and a list: one sheet to mark by with rule and square, where at full size
there would be many to stick together."""

from __future__ import annotations

import io
from collections.abc import Iterator
from dataclasses import replace
from datetime import date
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, Spacer

from shadbo.core import DateStyle, Fraction, Plan, Shape, Showing, Shown, Unit, View
from shadbo.exports.pages import BODY, CLOSE, SMALL, TITLE, Drawn, Paper, fit_view, length_words, open_pages, table_of
from shadbo.exports.templates import template_of

# A line so short is the arm of a cross that marks a hole, and the hole is listed itself (mm).
CROSS = 10
# An outline of more corners than this is copied from its sheets at full size, not marked point by point.
MOST_CORNERS = 12
# A number stands so far inside the corner of what it names (mm of paper).
INSET = 3.0

Span = tuple[float, float]


def places_pdf(
    plan: Plan,
    key: str,
    showing: Showing,
    *,
    paper: Paper = "A4",
    unit: Unit | None = None,
    shop: str = "",
    dates: DateStyle = "day",
    today: date,
) -> bytes:
    """The list as PDF bytes; every size from the left and from the top edge of the outermost outline. Raises KeyError for a drawing
    that is no template."""
    view, unit = template_of(plan, key), unit or plan.units
    whole, *rest = _listed(view)
    out = io.BytesIO()
    document, wide, tall = open_pages(
        out, plan.name, len(plan.stops), f"Places: {plan.name}, {view.title}", paper=paper, shop=shop, dates=dates, today=today
    )
    (left, right), (top, bottom) = _spans(whole)

    def told(value: float) -> str:
        return length_words(_shown(value, showing), unit)

    rows: list[list[Any]] = [["", "What", "From left", "to", "From top", "to"]]
    for number, shape in enumerate(rest, start=1):
        for name, (x0, x1), (y0, y1) in _rows(shape):
            spans = ((x0 - left, x1 - left), (y0 - top, y1 - top))
            cells = [cell for a, b in spans for cell in (told(a), told(b) if abs(b - a) > 0.01 else "")]
            rows.append(
                [Paragraph(str(number), CLOSE), Paragraph(escape(name), CLOSE), *(Paragraph(cell, CLOSE) for cell in cells)]
            )
    numbered = replace(view, shapes=(*(s for s in view.shapes if s.kind != "text"), *_numbers(rest, view)), dimensions=(), marks=())
    story = [
        Paragraph(escape(plan.name), TITLE),
        Paragraph(f"{escape(view.title)}: {told(right - left)} × {told(bottom - top)}.", BODY),
        Paragraph(
            "All from its left and its upper edge as it is drawn here. Mark with rule and square; a corner that is not square is found by this first.",
            SMALL,
        ),
        Spacer(1, 3 * mm),
        Drawn(fit_view(plan, numbered, wide, tall * 0.42, unit, ()), view.title, unit),
        Spacer(1, 3 * mm),
        table_of(rows, [9, 62, 27, 27, 27, 27]) if rest else Paragraph("Nothing is marked on it but its edges.", BODY),
    ]
    document.build(story)
    return out.getvalue()


def _listed(view: View) -> list[Shape]:
    """What is listed, the outermost outline first; each place once, as the first that lies there is called. Outlines of many corners
    that have one name (the letters of a line) are one."""
    found: dict[tuple[Any, ...], Shape] = {}
    for shape in view.shapes:
        wide, tall = (b - a for a, b in _spans(shape))
        # Arms of a cross, and the diagonals a middle is found by, are no places.
        straight = len(set(shape.points)) == 2
        if shape.kind in ("text", "picture") or (straight and (max(wide, tall) < CROSS or min(wide, tall) > 0)):
            continue
        if len(shape.points) > MOST_CORNERS:
            before = found.get(("outline", shape.label))
            found["outline", shape.label] = replace(shape, points=before.points + shape.points) if before else shape
        else:
            found.setdefault((shape.kind == "circle", *shape.points), shape)
    outermost = max(found.values(), key=lambda s: (s.kind == "polygon", _area(s)))
    return [outermost, *(shape for shape in found.values() if shape is not outermost)]


def _spans(shape: Shape) -> tuple[Span, Span]:
    xs, ys = zip(*shape.points, strict=True)
    return (min(xs), max(xs)), (min(ys), max(ys))


def _area(shape: Shape) -> float:
    (x0, x1), (y0, y1) = _spans(shape)
    return (x1 - x0) * (y1 - y0)


def _rows(shape: Shape) -> Iterator[tuple[str, Span, Span]]:
    """A row for what is a point, a straight piece or a rectangle; else one a corner, or how far it reaches where there are many."""
    across, down = _spans(shape)
    square = len({p[0] for p in shape.points}) <= 2 and len({p[1] for p in shape.points}) <= 2
    if shape.kind == "circle" or square:
        yield shape.label, across, down
    elif len(shape.points) > MOST_CORNERS:
        yield f"{shape.label}: reaches so far; its outline from the sheets at full size", across, down
    else:
        for n, (x, y) in enumerate(shape.points, start=1):
            yield f"{shape.label}, {'corner' if shape.kind == 'polygon' else 'point'} {n}", (x, x), (y, y)


def _numbers(listed: list[Shape], view: View) -> Iterator[Shape]:
    """The number of each on the drawing: beside a hole, inside the corner of what has an inside."""
    step = INSET * max(view.width, view.height) / 150
    for number, shape in enumerate(listed, start=1):
        (x0, x1), (y0, _) = _spans(shape)
        x, y = (x0 + step, y0) if x1 - x0 < 2 * step else (x0 + step, y0 + step)
        x = x if x < view.width else x0 - step
        yield Shape(
            shape.part, shape.label, "line", "text", ((round(x, 3), round(min(max(y, 0), view.height), 3)),), text=str(number)
        )


def _shown(value: float, showing: Showing) -> Shown:
    return showing.show(Fraction(round(value * 1000), 1000), "depth")
