"""The one door: ``plan(piece, shop)`` gives everything there is to know of a piece. A pure function.

Before it is handed out, a plan adds its own lines up again; one that does not re-add is a fault of the program and is
refused (:class:`PlanFault`), never shown.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from decimal import Decimal
from typing import Any, Literal

from pydantic import TypeAdapter

from shadbo.core.contract.checks import ORDER, Check, Checklist, Stage
from shadbo.core.contract.cutting import CutLine, StockLength
from shadbo.core.contract.display import MANY, Context, Held, ItemShown, Reckoned
from shadbo.core.contract.inputs import StagePanel
from shadbo.core.contract.steps import Step, Time, time_of
from shadbo.core.contract.views import View
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.piece import Piece, length_field
from shadbo.core.document.shop import Shop
from shadbo.core.finishing.finish import finish
from shadbo.core.framing.weights import total
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import LengthField
from shadbo.core.quantity.figures import Book, Figure, Say, Speaker, figure_of, figure_of_count
from shadbo.core.quantity.lengths import Shown
from shadbo.core.quantity.masses import Quantity


class PlanFault(AssertionError):
    """A plan that contradicts itself."""


@dataclass(frozen=True, slots=True)
class LayerShown:
    """One layer, front to back, with its thickness and the figure that opens it."""

    part: str
    label: str
    thickness: Shown
    figure: str | None


@dataclass(frozen=True, slots=True)
class ProofShown:
    """A line that was added up again: its terms, the whole, and that it holds."""

    line: str
    terms: tuple[Shown, ...]
    whole: Shown


@dataclass(frozen=True, slots=True)
class Plan:
    """A piece worked out. ``figures`` are by dotted name; everything else speaks of them by it. ``focus`` is the item the
    stages ask about, of a piece that holds several; ``deep`` is how far it stands off the wall, ``time`` what the steps take."""

    format: Literal["shadbo.plan/1"]
    name: str
    display: str
    size: Say
    units: Literal["mm", "in"]
    verdict: Say
    settled: bool
    stages: tuple[StagePanel, ...]
    figures: dict[str, Figure]
    layers: tuple[LayerShown, ...]
    views: tuple[View, ...]
    checks: tuple[Check, ...]
    cuts: tuple[CutLine, ...]
    stock: tuple[StockLength, ...]
    steps: tuple[Step, ...]
    proofs: tuple[ProofShown, ...]
    items: tuple[ItemShown, ...]
    focus: str
    deep: Shown
    weight: Quantity
    held: Held
    leftovers: tuple[Say, ...]
    time: Time

    def view(self, key: str) -> View:
        return next(v for v in self.views if v.key == key)

    @property
    def stops(self) -> tuple[Check, ...]:
        return tuple(c for c in self.checks if c.severity == "stop")


PLAN_JSON: TypeAdapter[Plan] = TypeAdapter(Plan)


def plan(piece: Piece, shop: Shop, focus: str = "") -> Plan:
    """Work a piece out for a shop. Same input, same plan, to the last digit. Raises :class:`PlanFault`.

    ``focus`` is the key of the item the stages ask about; without one, or with one that is not there, the first.
    """
    return plan_and_book(piece, shop, focus)[0]


def book_of(piece: Piece, shop: Shop) -> Book:
    """The dims of the plan by name, with their terms: for opening a figure and naming a slip."""
    return plan_and_book(piece, shop)[1]


def plan_and_book(piece: Piece, shop: Shop, focus: str = "") -> tuple[Plan, Book]:
    """Both at once. Raises :class:`PlanFault`."""
    book, checks = Book(), Checklist()
    context = Context(piece, piece.object, piece.display, shop, book, checks, Speaker(shop.showing), focus)
    display = DISPLAYS[piece.display.type]
    reckoned = finish(context, display.reckon(context))
    show = shop.showing
    for proof in reckoned.proofs:
        if not proof.holds:
            raise PlanFault(f"{proof.line}: {[str(t.value) for t in proof.terms]} is not {proof.whole.value}")
    ordered = _taken_on(piece, tuple(_open_ways(piece, check) for check in checks.in_order()))
    weight = total(context, reckoned.weights)
    stopped: set[Stage] = {c.stage for c in ordered if c.severity == "stop"}
    waiting: set[Stage] = {c.stage for c in ordered if c.severity == "caution"}
    spoken = _spoken(reckoned, ordered)
    focus = next((i.key for i in reckoned.items if i.key == focus), reckoned.items[0].key if reckoned.items else "")
    # Of many items the plan shows the figures it speaks of and those of the item in hand; any other opens by its name.
    quiet = tuple(f"{i.part}." for i in reckoned.items if i.key != focus) if len(reckoned.items) > MANY else ()
    figures = {
        name: figure_of(dim, show) for name, dim in book.dims.items() if name in spoken or not (quiet and name.startswith(quiet))
    }  # fmt: skip
    figures |= {
        name: figure_of_count(count) for name, count in book.counts.items() if not (quiet and name.startswith(quiet))
    }
    done = Plan(
        format="shadbo.plan/1",
        name=piece.name,
        display=display.label,
        size=context.speak.say("{} × {}", *(show.show(d.value) for d in reckoned.outside)),
        units=piece.units,
        verdict=reckoned.verdict,
        settled=not stopped,
        stages=tuple(
            StagePanel(
                p.key, p.label, "stopped" if p.key in stopped else "waiting" if p.key in waiting else "settled", p.asks,
                p.inputs, p.figures, p.views,
            )
            for p in reckoned.panels
        ),
        figures=figures,
        layers=tuple(
            LayerShown(layer.part, layer.label, show.show(layer.thickness.value, "depth"), layer.thickness.name)
            for layer in reckoned.layers
        ),
        views=reckoned.views,
        checks=ordered,
        cuts=reckoned.cuts,
        stock=reckoned.stock,
        steps=reckoned.steps,
        proofs=tuple(
            ProofShown(p.line, tuple(show.show(t.value, "fine") for t in p.terms), show.show(p.whole.value, "fine"))
            for p in reckoned.proofs
        ),
        items=reckoned.items,
        focus=focus,
        deep=show.show(reckoned.deep.value),
        weight=weight,
        held=reckoned.held,
        leftovers=reckoned.leftovers,
        time=time_of(reckoned.steps),
    )  # fmt: skip
    _sound(done, spoken)
    return done, book


# The field at a place, by kind of object and display and by the place with its numbers left out.
_FIELDS: dict[tuple[str, str, str], LengthField | None] = {}


def _open_ways(piece: Piece, check: Check) -> Check:
    """The check with only those ways out whose lengths the piece would take: what is offered is never refused."""
    ways = tuple(way for way in check.ways if all(_taken(piece, step) for step in way.patch))
    return check if len(ways) == len(check.ways) else replace(check, ways=ways)


def _taken_on(piece: Piece, checks: tuple[Check, ...]) -> tuple[Check, ...]:
    """A stop that somebody took on by name, with a reason, stops no longer: it is a caution that says so, and is printed."""
    by = {o.check: o for o in piece.overrides}
    if not by:
        return checks
    out = []
    for check in checks:
        over = by.get(check.key)
        if over is None or check.severity != "stop":
            out.append(check)
        else:
            said = f" Taken on by {over.who}: {over.why}"
            out.append(replace(check, severity="caution", say=(*check.say, said), override=over.who))
    return tuple(sorted(out, key=lambda c: ORDER[c.severity]))


def _taken(piece: Piece, step: dict[str, Any]) -> bool:
    value = step.get("value")
    if not isinstance(value, Decimal):
        return True
    key = (piece.object.type, piece.display.type, "".join("0" if c.isdigit() else c for c in step["path"]))
    if key not in _FIELDS:
        _FIELDS[key] = length_field(step["path"], piece)
    field = _FIELDS[key]
    return field is None or field.fault(Fraction(value)) is None


def _spoken(done: Reckoned, checks: tuple[Check, ...]) -> set[str]:
    """Every figure that a drawing, a stage, a check, a layer or the cut list names."""
    named = {d.figure for v in done.views for d in v.dimensions} | {h.figure for v in done.views for h in v.handles}
    named |= {m.figure for v in done.views for m in v.marks}
    named |= {name for panel in done.panels for name in panel.figures}
    named |= {c.figure for c in checks if c.figure}
    named |= {i.figure for panel in done.panels for i in panel.inputs if i.kind in ("length", "mass") and i.figure}
    named |= {layer.thickness.name for layer in done.layers if layer.thickness.name}
    return named | {figure for line in done.cuts for figure in (line.figure, line.short_figure) if figure}


def _sound(done: Plan, spoken: set[str]) -> None:
    """Everything that speaks of a figure names one that is there."""
    missing = spoken - done.figures.keys()
    if missing:
        raise PlanFault(f"no figure called {', '.join(sorted(missing))}")
    undrawn = {key for stage in done.stages for key in stage.views} - {v.key for v in done.views}
    if undrawn:
        raise PlanFault(f"no drawing called {', '.join(sorted(undrawn))}")
