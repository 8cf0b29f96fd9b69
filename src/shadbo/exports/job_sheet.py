"""The job sheet as PDF: a page of drawings to a stated scale, then checks, lists and the order of work, drawings to mark by, and all sums.

Paper for the bench: every drawing says its scale and carries a bar to lay a ruler on before trusting it.
"""

from __future__ import annotations

import io
from collections.abc import Container
from datetime import date
from typing import Any, cast
from xml.sax.saxutils import escape

from reportlab.graphics.shapes import Drawing, Rect
from reportlab.lib.colors import HexColor
from reportlab.lib.units import mm
from reportlab.platypus import BalancedColumns, Flowable, Paragraph, Spacer

from shadbo.core import APART, COMES, MOST_ANCHORS, DateStyle, Piece, Plan, Unit, in_time
from shadbo.exports.days import day_text
from shadbo.exports.drafting import INK
from shadbo.exports.pages import (
    BODY,
    CLOSE,
    FIGURE,
    RIGHT,
    SMALL,
    STOP,
    TITLE,
    Drawn,
    Paper,
    fill_box,
    fit,
    length_words,
    open_pages,
    say_words,
    section,
    table_of,
)
from shadbo.shop.days.ready import days_alone

SEVERITY = {"stop": "STOP", "caution": "Caution", "note": "Note"}


def job_sheet(
    piece: Piece,
    plan: Plan,
    *,
    paper: Paper = "A4",
    unit: Unit | None = None,
    shop: str = "",
    dates: DateStyle = "day",
    today: date,
    drawings: bool = True,
    appendix: bool = True,
) -> bytes:
    """The job sheet of a piece as PDF bytes: what it is, lists and the order of work, and, where they are wanted, the ``drawings`` to mark by and the
    ``appendix`` of reasons, figures and sums. ``today`` is printed in the foot, so that an old sheet can be told.

    Where a stop stands, every page says so.
    """
    unit = unit or plan.units
    out = io.BytesIO()
    document, wide, tall = open_pages(
        out, plan.name, len(plan.stops), f"Job sheet: {piece.name}", paper=paper, shop=shop, dates=dates, today=today
    )
    story: list[Flowable] = [*_heading(piece, plan, unit, dates)]
    face, across, *marked = printed_views(plan)
    below = next((one for one in marked if one[0] == APART), None)
    marked = [one for one in marked if one is not below]

    # What it is, what to cut and get, what to do in which order; then the drawings to mark by; the sums at the end.
    def drawn(one: tuple[str, str, tuple[str, ...]], width: float, share: float) -> Drawn:
        key, title, shown = one
        return Drawn(fit(plan, key, width, (tall - 50) * share, unit, shown), title, unit)

    shares = (0.52, 0.40) if below is None else (0.31, 0.24)
    story += [drawn(face, wide, shares[0]), Spacer(1, 3 * mm), drawn(across, wide, shares[1])]
    if below is not None:
        apart = fill_box(plan, APART, wide, (tall - 50) * 0.30, unit)
        words = "Laid apart, front at the left: all but the air between is to one scale"
        story += [Spacer(1, 3 * mm), Drawn(apart, words, unit, scaled=False)]
    story.append(Spacer(1, 3 * mm))
    story += [*_checks(plan, unit, why=False), *_cuts(plan, unit), *_things(plan, unit), *_steps(plan, unit)]
    for key, title, shown in marked if drawings else ():
        story += [Spacer(1, 4 * mm), Drawn(fit(plan, key, wide, tall * 0.36, unit, shown), title, unit)]
    if appendix:
        story += [*_checks(plan, unit, why=True), *_figures(plan, unit), *_uneven(plan, unit, plan.figures), *_proofs(plan, unit)]
    document.build(story)
    return out.getvalue()


def printed_views(plan: Plan) -> list[tuple[str, str, tuple[str, ...]]]:
    """The drawings of a job sheet in order, face and section first: key, title, and the stages whose dimension lines they carry."""
    cut_through = "depth" if any(stage.key == "depth" for stage in plan.stages) else "display"
    return [
        ("face", "Face", ("arrange" if plan.items else "measure", "display")),
        ("section", "Section, front at the top", (cut_through,)),
        *((view.key, view.title, view.printed) for view in plan.views if view.printed),
        ("back", "Back, seen from behind", ("cut",)),
    ]


def _heading(piece: Piece, plan: Plan, unit: Unit, dates: DateStyle) -> list[Flowable]:
    about = " · ".join(
        bit for bit in (escape(piece.owner), f"due {day_text(piece.due, dates)}" if piece.due else "", plan.display) if bit
    )
    out: list[Flowable] = [Paragraph(escape(piece.name), TITLE), Paragraph(about, BODY)]
    if plan.stops:
        words = "; ".join(say_words(c.say, unit) for c in plan.stops)
        out.append(Paragraph(f"<font name='Archivo-SemiBold' color='{STOP}'>STOP, do not cut:</font> {words}", BODY))
    else:
        out.append(Paragraph(say_words(plan.verdict, unit), BODY))
    hours, minutes = divmod(plan.time.bench, 60)
    days = days_alone(plan)
    out.append(
        Paragraph(
            f"{say_words(plan.size, unit)}, {length_words(plan.deep, unit)} off the wall, {plan.weight.text(unit)}. Held by {escape(plan.held.how)}; "
            f"touches it: {escape(plan.held.touches)}; can be undone: {plan.held.reversible}. At the bench {hours} h {minutes} min, "
            f"ready in {days} day{'s' if days > 1 else ''} where nothing else is on the bench.",
            SMALL,
        )
    )
    if piece.note:
        out.append(Paragraph(escape(piece.note).replace("\n", "<br/>"), SMALL))
    return [*out, Spacer(1, 3 * mm)]


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
                places.append(f"{length_words(left.shown, unit)} / {length_words(top.shown, unit)}")
        rows.append(
            [
                Paragraph(escape(item.name), CLOSE),
                Paragraph(escape(item.kind), CLOSE),
                Paragraph(say_words(item.size, unit), CLOSE),
                Paragraph("; ".join(places), CLOSE),
            ]
        )
    return section("Things", table_of(rows, [50, 28, 34, 70]))


def _cuts(plan: Plan, unit: Unit) -> list[Flowable]:
    heads = (
        ("No.", RIGHT),
        ("Part", SMALL),
        ("Length", RIGHT),
        ("Short point", RIGHT),
        ("By", SMALL),
        ("Of", SMALL),
        ("Note", SMALL),
    )
    rows: list[list[Any]] = [[Paragraph(text, style) for text, style in heads]]
    for line in plan.cuts:
        rows.append(
            [
                Paragraph(f"{line.count}", FIGURE),
                Paragraph(("&nbsp;&nbsp;&nbsp;" if line.opening else "") + escape(line.part), CLOSE),
                Paragraph(length_words(line.length, unit), FIGURE),
                Paragraph(length_words(line.short, unit), FIGURE),
                Paragraph(say_words(line.alone, unit), CLOSE),
                Paragraph(escape(line.material), CLOSE),
                Paragraph(say_words(line.note, unit), CLOSE),
            ]
        )
    table = table_of(rows, [8, 38, 19, 19, 29, 26, 43])
    out = section("Cut list", table if plan.cuts else Paragraph("Nothing is cut.", BODY))
    for bar in plan.stock:
        kept = " (back to stock)" if bar.keep else ""
        text = f"Length {bar.number}: {', '.join(bar.pieces)}; used {length_words(bar.used, unit)}, left {length_words(bar.left, unit)}{kept}."
        out.append(Paragraph(text, SMALL))
    out += [Paragraph(f"Back to stock: {say_words(left, unit)}.", SMALL) for left in plan.leftovers]
    sizes = {name for line in plan.cuts for name in line.figures}
    return [*out, *_uneven(plan, unit, sizes), *_to_get(plan, unit)]


def _to_get(plan: Plan, unit: Unit) -> list[Flowable]:
    """What has to be there besides what is cut, in two columns to tick: to get, come with the frame, at hand."""
    cells = []
    for part in sorted(plan.to_get, key=lambda part: list(COMES).index(part.comes)):
        told = "; ".join(t for t in (escape(part.material), say_words(part.size, unit), say_words(part.note, unit)) if t)
        word = f"<font name='Archivo-SemiBold'>{escape(part.name)}</font>{': ' if told else ''}{told}"
        where = "" if part.comes == "number" else f" <i>({COMES[part.comes]})</i>"
        cells.append((_tick(), Paragraph(f"{part.count}", FIGURE), Paragraph(word + where, CLOSE)))
    return section("Things to get", table_of(_beside(cells), [4.5, 8.5, 75, 6, 4.5, 8.5, 75], head=False)) if cells else []


def _beside(cells: list[tuple[Any, ...]]) -> list[list[Any]]:
    """Rows of a list in two halves beside one another, with an empty column between them."""
    half = (len(cells) + 1) // 2
    empty = ("",) * len(cells[0])
    return [[*a, "", *b] for a, b in zip(cells[:half], [*cells[half:], *[empty] * (2 * half - len(cells))], strict=True)]


def _figures(plan: Plan, unit: Unit) -> list[Flowable]:
    names = dict.fromkeys(name for stage in plan.stages for name in stage.figures)
    cells = []
    for name in names:
        figure = plan.figures[name]
        other = figure.quantity.text(unit) if figure.quantity else str(figure.count)
        text = length_words(figure.shown, unit) if figure.shown else escape(other)
        cells.append((Paragraph(escape(figure.label), BODY), Paragraph(text, FIGURE)))
    return section("Figures", table_of(_beside(cells), [60, 28, 6, 60, 28], head=False))


def _checks(plan: Plan, unit: Unit, *, why: bool) -> list[Flowable]:
    """What stands in the way and what to take care of; with the reasons, notes too."""
    told = [c for c in plan.checks if why or c.severity != "note"]
    if not told:
        return [] if why else section("Checks", Paragraph("Nothing stands in the way.", BODY))
    rows: list[list[Any]] = [
        [
            Paragraph(SEVERITY[c.severity], CLOSE),
            Paragraph(say_words(c.say, unit) + (f" <font size=7.6>{say_words(c.why, unit)}</font>" if why else ""), CLOSE),
        ]
        for c in told
    ]
    return section("Checks and their reasons" if why else "Checks", table_of(rows, [16, 166], head=False))


def _steps(plan: Plan, unit: Unit) -> list[Flowable]:
    """The order of work in two columns, each step with a box to tick."""
    steps: list[Flowable] = []
    for i, step in enumerate(plan.steps, 1):
        gate = " <font name='Archivo-SemiBold'>Look before going on.</font>" if step.gate else ""
        wait = f" Then wait {in_time(step.wait_minutes)}." if step.wait_minutes else ""
        care = f"<br/><font size=7.8>Take care: {escape(step.care)}</font>" if step.care else ""
        text = f"<font name='Archivo-SemiBold'>{escape(step.title)}.</font> {say_words(step.say, unit)}{gate}{wait}{care}"
        text += f" <font size=7.6>({step.minutes}&nbsp;min)</font>" if step.minutes else ""
        steps.append(table_of([[_tick(), Paragraph(f"{i}", FIGURE), Paragraph(text, CLOSE)]], [4.5, 7.5, 75.9], head=False))
    gone = "; ".join(escape(f"{one.title}, {one.why}" if one.why else one.title) for one in plan.left_out)
    left = [Paragraph(f"Left out: {gone}.", CLOSE)] if gone else []
    caution = Paragraph("Follow the makers' instructions, local codes and licensed trades.", SMALL)
    return [*section("Order of work", BalancedColumns(steps, nCols=2, innerPadding=6 * mm, endSlack=0.02)), *left, caution]


def _tick() -> Flowable:
    """A box to tick."""
    box = Drawing(3.2 * mm, 3.2 * mm)
    box.add(Rect(0, 0, 3.2 * mm, 3.2 * mm, fillColor=None, strokeColor=HexColor(INK), strokeWidth=0.6))  # type: ignore[arg-type]
    return cast(Flowable, box)


def _uneven(plan: Plan, unit: Unit, among: Container[str]) -> list[Flowable]:
    """Sums that, each line rounded for the eye, do not add up as they stand here: a right number is not to be mended."""
    lines = [f"{one.label} = {one.line}" for one in plan.uneven if one.misses in ("both", unit) and one.figure in among]
    if not lines:
        return []
    text = f"Each is rounded for itself; as shown these do not add up, and each is right by itself: {escape('; '.join(lines))}."
    return [Paragraph(text, SMALL)]


def _proofs(plan: Plan, unit: Unit) -> list[Flowable]:
    text = f"Added up again on {len(plan.proofs)} lines (" + "; ".join(escape(p.line) for p in plan.proofs) + "): all hold."
    return [Spacer(1, 1.5 * mm), Paragraph(text, SMALL)]
