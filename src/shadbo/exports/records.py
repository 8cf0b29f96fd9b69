"""Records taken away: the sheet that goes with a piece, a record as PDF, and all of them as CSV and JSON."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.platypus import Flowable, Image, KeepTogether, Paragraph, Spacer

from shadbo.core import DateStyle, Fraction, Showing
from shadbo.exports.days import day_text
from shadbo.exports.pages import (
    BODY,
    CLOSE,
    FIGURE,
    HEAD,
    RIGHT,
    SMALL,
    TITLE,
    Paper,
    fonts,
    length_words,
    open_pages,
    section,
    table_of,
)
from shadbo.exports.pieces import record_to_json
from shadbo.shop.record.sealed import WORDS, LineRead, Note, Sealed

# A photograph on paper is at most so wide and so high (mm).
PHOTO = (80, 70)
# The columns of the table of everything: one row a reading, a count, a tag, a note or a time.
COLUMNS = (
    "record",
    "number",
    "piece",
    "owner",
    "handed_over",
    "kind",
    "display",
    "method",
    "width_mm",
    "height_mm",
    "depth_mm",
    "what",
    "step",
    "of",
    "planned",
    "as_built",
    "unit",
    "hand",
    "at",
    "words",
)
# A cell that a spreadsheet would take for a formula is written as text.
FORMULAS = ("=", "+", "-", "@", "\t", "\r")


@dataclass(frozen=True, slots=True)
class Told:
    """A record for paper: with its seal and its photographs (each with the small picture)."""

    record: Sealed
    seal: str
    photographs: Sequence[tuple[Note, bytes]]
    paper: Paper
    dates: DateStyle
    showing: Showing
    today: date


def hand_over_sheet(told: Told) -> bytes:
    """The sheet its owner gets, as PDF: what it is, its care, what touches it, how to undo it, how it hangs."""
    fonts()
    one = told.record
    story: list[Flowable] = [*_heading(told)]
    undone = {"yes": "It can be undone.", "mostly": "It can be undone almost without a trace.", "no": "It can’t be undone."}
    story += [
        Paragraph("How it is held, and how to undo it", HEAD),
        Paragraph(f"Held by {escape(one.method)}. {undone.get(one.reversible, '')}", BODY),
        Paragraph(f"What touches it: {escape(one.touches)}.", BODY),
        Paragraph("How it hangs", HEAD),
        Paragraph(escape(one.hanging or "It doesn’t hang."), BODY),
        Paragraph("How to care for it", HEAD),
        *(Paragraph(f"•&nbsp; {escape(said)}", BODY) for said in one.care),
    ]
    if one.materials:
        story += [Paragraph("What it is made of", HEAD), Paragraph(escape("; ".join(one.materials)) + ".", BODY)]
    tags = [f"{p.name}: {p.tag}" for p in one.parts if p.tag]
    if tags:
        story.append(Paragraph("Batches: " + escape("; ".join(tags)) + ".", SMALL))
    if one.note:
        story += [Paragraph("A word with it", HEAD), Paragraph(escape(one.note).replace("\n", "<br/>"), BODY)]
    story += _photographs(told.photographs[-2:])
    return _built(told, f"Hand-over sheet: {one.name}", story)


def record_pdf(told: Told) -> bytes:
    """A record as PDF: as built beside planned, what was put down, parts with their tags, times, photographs, and the seal."""
    fonts()
    one = told.record
    readings = [
        [
            Paragraph(day_text(r.at.date(), told.dates), CLOSE),
            Paragraph(escape(f"{done.title}: {line.label or line.key}"), CLOSE),
            *(Paragraph(_length(told, value), FIGURE) for value in (line.planned, line.read, line.off)),
            Paragraph(escape(r.hand), CLOSE),
            Paragraph(escape(r.why or ("" if line.fine else "out")), CLOSE),
        ]
        for done in one.operations
        for r in done.readings
        for line in r.lines
    ]
    heads = [
        Paragraph(text, style)
        for text, style in (
            ("When", SMALL),
            ("Read", SMALL),
            ("Planned", RIGHT),
            ("As built", RIGHT),
            ("Off by", RIGHT),
            ("Hand", SMALL),
            ("Why it did", SMALL),
        )
    ]
    story: list[Flowable] = [*_heading(told)]
    if one.unticked:
        story.append(Paragraph("Handed over without a tick at: " + escape("; ".join(one.unticked)) + ".", SMALL))
    if readings:
        story += section("As built", table_of([heads, *readings], [20, 52, 20, 20, 18, 16, 36]))
    if one.notes:
        rows = [
            [
                Paragraph(day_text(n.at.date(), told.dates), CLOSE),
                Paragraph(escape(WORDS[n.what]), CLOSE),
                Paragraph(escape(_said(one, n)), CLOSE),
                Paragraph(escape(n.hand), CLOSE),
            ]
            for n in one.notes
        ]
        story += section("Put down at the bench", table_of(rows, [20, 30, 112, 20], head=False))
    parts = [
        [
            Paragraph(f"{p.planned}", FIGURE),
            Paragraph("" if p.used is None else f"{p.used:g}", FIGURE),
            Paragraph(escape(p.name), CLOSE),
            Paragraph(escape(", ".join(t for t in (p.material, p.size) if t)), CLOSE),
            Paragraph(escape(p.tag), CLOSE),
        ]
        for p in one.parts
    ]
    named = [Paragraph(t, s) for t, s in (("No.", RIGHT), ("Used", RIGHT), ("Part", SMALL), ("Of", SMALL), ("Tag or batch", SMALL))]
    story += section("Parts", table_of([named, *parts], [10, 12, 50, 74, 36]))
    times = [
        [
            Paragraph(escape(o.title), CLOSE),
            Paragraph(f"{o.planned}", FIGURE),
            Paragraph(f"{o.minutes}" if o.minutes else "", FIGURE),
            Paragraph(escape(o.hand), CLOSE),
            Paragraph(f"{day_text(o.done_at.date(), told.dates)} {o.done_at:%H:%M}" if o.done_at else "not ticked", CLOSE),
        ]
        for o in one.operations
    ]
    named = [
        Paragraph(t, s) for t, s in (("Step", SMALL), ("Planned, min", RIGHT), ("Took", RIGHT), ("Hand", SMALL), ("Done", SMALL))
    ]
    story += section("Steps", table_of([named, *times], [78, 24, 16, 26, 38]))
    story += _photographs(told.photographs)
    story.append(Paragraph(f"Sealed with SHA-256 {told.seal}", SMALL))
    return _built(told, f"Record: {one.name}", story)


def _said(one: Sealed, note: Note) -> str:
    step = next((o.title for o in one.operations if o.key == note.step), "")
    part = next((p.name for p in one.parts if p.key == note.part), "")
    number = "" if note.number is None else f"{note.number:g}"
    return ": ".join(t for t in (step, part, number, note.text) if t)


def _length(told: Told, value: float) -> str:
    """A length for the page, with its sign where it is below nothing."""
    shown = told.showing.show(Fraction(str(round(value, 3))), "fine")
    return ("−" if shown.minus else "") + length_words(shown, told.record.units).removeprefix("-").removeprefix("−")


def _heading(told: Told) -> list[Flowable]:
    one = told.record
    who = " · ".join(escape(t) for t in (one.owner, one.display) if t)
    version = f", version {one.number}" if one.number > 1 else ""
    to = f" to {escape(one.handed_to)}" if one.handed_to else ""
    return [
        Paragraph(escape(one.name), TITLE),
        Paragraph(who, BODY),
        Paragraph(escape(f"{one.size}, {one.weight}"), BODY),
        Paragraph(
            f"Framed by {escape(one.handed_by)}, {escape(one.shop)}; handed over{to} on {day_text(one.handed_at.date(), told.dates)}{version}.",
            BODY,
        ),
        Spacer(1, 3 * mm),
    ]


def _photographs(photographs: Sequence[tuple[Note, bytes]]) -> Iterator[Flowable]:
    for note, small in photographs:
        wide, high = ImageReader(io.BytesIO(small)).getSize()
        scale = min(PHOTO[0] * mm / wide, PHOTO[1] * mm / high)
        yield KeepTogether(
            [
                Spacer(1, 3 * mm),
                Image(io.BytesIO(small), wide * scale, high * scale, hAlign="LEFT"),
                Paragraph(escape(note.text), SMALL),
            ]
        )


def _built(told: Told, title: str, story: list[Flowable]) -> bytes:
    out = io.BytesIO()
    one = told.record
    document, _, _ = open_pages(out, one.name, 0, title, paper=told.paper, shop=one.shop, dates=told.dates, today=told.today)
    document.build(story)
    return out.getvalue()


def records_csv(records: Iterable[Sealed]) -> Iterator[str]:
    """All records as CSV (RFC 4180), a line at a time: every reading, count, tag, note and time, each with the piece it is of."""
    yield _csv_line(COLUMNS)
    for one in records:
        of = (
            one.id,
            one.number,
            one.name,
            one.owner,
            one.handed_at.isoformat(),
            one.kind,
            one.display,
            one.method,
            one.width,
            one.height,
            one.deep,
        )
        for row in _rows(one):
            yield _csv_line((*of, *row))


def _rows(one: Sealed) -> Iterator[tuple[Any, ...]]:
    steps = {o.key: o.title for o in one.operations}
    names = {p.key: p.name for p in one.parts}
    for done in one.operations:
        took = done.minutes if done.done_at else ""
        yield ("time", done.title, "", done.planned, took, "min", done.hand, done.done_at.isoformat() if done.done_at else "", "")
        for reading in done.readings:
            for line in reading.lines:
                yield ("reading", done.title, *_read(line), "mm", reading.hand, reading.at.isoformat(), reading.why)
    for part in one.parts:
        if part.used is not None:
            yield ("count", "", part.name, part.planned, part.used, "", "", "", "")
    for note in one.notes:
        yield (
            WORDS[note.what].lower(),
            steps.get(note.step, note.step),
            names.get(note.part, note.part),
            "",
            "" if note.number is None else note.number,
            "",
            note.hand,
            note.at.isoformat(),
            note.text,
        )


def _read(line: LineRead) -> tuple[str, float, float]:
    return line.label or line.key, line.planned, line.read


def _csv_line(cells: Iterable[Any]) -> str:
    out = io.StringIO()
    csv.writer(out).writerow([f"'{c}" if isinstance(c, str) and c.startswith(FORMULAS) else c for c in cells])
    return out.getvalue()


def records_json(records: Iterable[Sealed]) -> Iterator[str]:
    """All records as a list in JSON, one at a time, each its open document."""
    yield "["
    for n, one in enumerate(records):
        yield f"{',' if n else ''}\n{record_to_json(one)}"
    yield "]"
