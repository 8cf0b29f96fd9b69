"""The one door: ``plan(piece, shop)`` gives everything there is to know of a piece. A pure function.

Before it is handed out, a plan adds its own lines up again; one that does not re-add is a fault of the program and is
refused (:class:`PlanFault`), never shown.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from decimal import Decimal
from functools import cache
from typing import Any, Literal

from pydantic import TypeAdapter

from shadbo.core.contract.bodies import Space
from shadbo.core.contract.checks import ORDER, Check, Stage
from shadbo.core.contract.cutting import CutLine, StockLength
from shadbo.core.contract.display import MANY, Context, DisplayPlan, GoesIn, ItemShown, Layer, Mounting, Panel, PanelOf
from shadbo.core.contract.inputs import Input, StagePanel, StageState
from shadbo.core.contract.operations import Operation, Time, time_of
from shadbo.core.contract.parts import Part, cut
from shadbo.core.contract.views import View
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.decisions.having import frame_there
from shadbo.core.document.decisions.said import PartSaid
from shadbo.core.document.piece import Piece, length_field
from shadbo.core.document.shop import Shop
from shadbo.core.finishing.coming import held_in
from shadbo.core.finishing.finish import finish
from shadbo.core.framing.label_size import not_read
from shadbo.core.framing.weights import total
from shadbo.core.job.joining import Job, join
from shadbo.core.job.proving import prove
from shadbo.core.planning.own_way import LeftOut, check_way, in_own_way, left_out, parts_by_steps, without_left
from shadbo.core.planning.said_rows import row_inputs
from shadbo.core.planning.saying import as_said, check_said, lying, said_of, uncounted, weighed
from shadbo.core.planning.step_rows import step_inputs
from shadbo.core.planning.stretching import Stretching, check_stretching, framed_after, stretching_of
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Book, Figure, Say, UnevenSum, figure_of, figure_of_count, uneven_sums
from shadbo.core.quantity.lengths import Showing, Shown
from shadbo.core.quantity.masses import Quantity
from shadbo.core.quantity.record import record


class PlanFault(AssertionError):
    """A plan that contradicts itself."""


@record(frozen=True, slots=True)
class LayerShown:
    """One layer, front to back, with its thickness and the figure that opens it."""

    part: str
    label: str
    thickness: Shown
    figure: str | None


@record(frozen=True, slots=True)
class ProofShown:
    """A line that was added up again: its terms, the whole, and that it holds."""

    line: str
    terms: tuple[Shown, ...]
    whole: Shown


@record(frozen=True, slots=True)
class Plan:
    """A piece worked out. ``figures`` are by dotted name; everything else speaks of them by it. ``focus`` is the item the
    stages ask about, of a piece that holds several; ``deep`` is how far it stands off the wall, ``proved`` on how many lines it was
    added up again; ``uneven`` are sums that do not add up as they are shown. ``opened`` is the one stage that is worked out, of a plan
    that is not whole (else '')."""

    format: Literal["shadbo.plan/1"]
    name: str
    display: str
    size: Say
    units: Literal["mm", "in"]
    verdict: Say
    settled: bool
    opened: str
    stages: tuple[StagePanel, ...]
    figures: dict[str, Figure]
    layers: tuple[LayerShown, ...]
    views: tuple[View, ...]
    checks: tuple[Check, ...]
    cuts: tuple[CutLine, ...]
    stock: tuple[StockLength, ...]
    to_get: tuple[Part, ...]
    steps: tuple[Operation, ...]
    left_out: tuple[LeftOut, ...]
    faults: tuple[str, ...]
    proved: int
    proofs: tuple[ProofShown, ...]
    uneven: tuple[UnevenSum, ...]
    items: tuple[ItemShown, ...]
    focus: str
    deep: Shown
    weight: Quantity
    held: Mounting
    leftovers: tuple[Say, ...]

    def view(self, key: str) -> View:
        return next(v for v in self.views if v.key == key)

    @property
    def time(self) -> Time:
        """What the steps of a whole plan take."""
        return time_of(self.steps)

    @property
    def stops(self) -> tuple[Check, ...]:
        return tuple(c for c in self.checks if c.severity == "stop")


PLAN_JSON: TypeAdapter[Plan] = TypeAdapter(Plan)


@record(frozen=True, slots=True)
class Only:
    """How far a plan is worked out beyond figures, checks and states: the stage that is open, and drawings besides its own.

    ``stage`` is a key of the piece’s stages; with any other, the first is open. ``glance``: the drawings that are named, and no more.
    Not ``proved``: a job that is only weighed against others, and never handed out, need not prove itself.
    """

    stage: str
    views: tuple[str, ...] = ()
    glance: bool = False
    proved: bool = True


def plan(piece: Piece, shop: Shop, focus: str = "", only: Only | None = None) -> Plan:
    """Work a piece out for a shop. Same input, same plan, to the last digit. Raises :class:`PlanFault`.

    ``focus`` is the key of the item the stages ask about; without one, or with one that is not there, the first. With ``only`` the
    stages that are not open have no inputs and drawings, and what belongs to the cutting alone is there when Cut is open.
    """
    return _planned(piece, shop, focus, only)[0]


def book_of(piece: Piece, shop: Shop) -> Book:
    """The dims of the plan by name, with their terms: for opening a figure and naming a slip. Nothing is drawn for it."""
    return _display_plan(piece, shop, "")[0].book


@record(frozen=True, slots=True)
class Offered:
    """What a piece asks, on every stage, and what is said of it."""

    inputs: tuple[Input, ...]
    checks: tuple[Check, ...]


def offered(piece: Piece, shop: Shop, focus: str = "") -> Offered:
    """For an edit that speaks of a choice, an action or a check: nothing is drawn, listed or put in order for it. Raises :class:`PlanFault`."""
    context, display_plan, *_ = _display_plan(piece, shop, focus)
    return Offered(tuple(i for panel in display_plan.panels for i in panel.fill().inputs), _checks(piece, context))


def plan_and_book(piece: Piece, shop: Shop, focus: str = "", only: Only | None = None) -> tuple[Plan, Book]:
    """Both at once. Raises :class:`PlanFault`."""
    return _planned(piece, shop, focus, only)


def _display_plan(piece: Piece, shop: Shop, focus: str) -> tuple[Context[object, object], DisplayPlan, Quantity, _Made]:
    """Every figure and every check; what is only asked for is still to be worked out, and adds neither."""
    display = DISPLAYS[piece.display.type]
    context = Context.of(piece, shop, focus, held_in(piece, display.holds))
    display_plan = finish(context, display.reckon(context), display.way)
    for proof in display_plan.proofs:
        if not proof.holds:
            raise PlanFault(f"{proof.line}: {[str(t.value) for t in proof.terms]} is not {proof.whole.value}")
    first = stretching_of(piece, shop)
    made = _Made.of(context, display_plan, first)
    if piece.said or piece.way.left:
        check_said(context, made.parts())
        check_way(context, made.told(), made.parts(), made.said())
        display_plan = replace(display_plan, weights=weighed(display_plan.weights, made.parts(), made.said()))
    weight = total(context, display_plan.weights)
    check_stretching(context, first)
    display_plan = replace(display_plan, panels=_in_rows(context, display_plan.panels, made))
    context.book.close()
    context.checks.close()
    return context, display_plan, weight, made


@record(frozen=True, slots=True)
class _Made:
    """The job of a piece, worked out where somebody asks for it: as the display, the stretching before it, and what is said of both make it."""

    first: Stretching
    parts: Callable[[], tuple[Part, ...]]
    told: Callable[[], tuple[Operation, ...]]
    said: Callable[[], Mapping[str, PartSaid]]
    job: Callable[[], Job]

    @classmethod
    def of(cls, context: Context[object, object], display_plan: DisplayPlan, first: Stretching) -> _Made:
        way = context.piece.way

        @cache
        def parts() -> tuple[Part, ...]:
            return join((*first.parts, *map(cut, display_plan.cuts), *display_plan.parts()), ()).parts

        @cache
        def told() -> tuple[Operation, ...]:
            return (*first.operations, *(framed_after(o, first) for o in display_plan.steps()))

        @cache
        def said() -> Mapping[str, PartSaid]:
            weighs = frozenset(w.part for w in display_plan.weights if w.part)
            return {**parts_by_steps(way, parts(), told(), weighs), **said_of(context)}

        @cache
        def job() -> Job:
            return in_own_way(way, join(*as_said(parts(), without_left(way, told(), parts()), said(), context.speak)))

        return cls(first, parts, told, said, job)


def _in_rows(context: Context[object, object], panels: tuple[PanelOf, ...], made: _Made) -> tuple[PanelOf, ...]:
    """The panels, the Cut stage with what is asked in the rows of its lists and of its order of work."""

    @cache
    def elsewhere() -> tuple[Input, ...]:
        return tuple(one for panel in panels if panel.key != "cut" for one in panel.fill().inputs)

    def with_rows(panel: PanelOf) -> PanelOf:
        def fill() -> Panel:
            asked = panel.fill()
            steps = step_inputs(context, made.job(), left_out(context.piece.way, made.told()))
            return replace(asked, inputs=(*asked.inputs, *row_inputs(context, made.parts(), elsewhere), *steps))

        return replace(panel, fill=fill)

    return tuple(with_rows(panel) if panel.key == "cut" else panel for panel in panels)


def _planned(piece: Piece, shop: Shop, focus: str, only: Only | None) -> tuple[Plan, Book]:
    context, display_plan, weight, made = _display_plan(piece, shop, focus)
    book, show, keys = context.book, shop.showing, [str(p.key) for p in display_plan.panels]
    opened = "" if only is None else only.stage if only.stage in keys else keys[0]
    whole, glance = only is None, only is not None and only.glance
    cutting = opened in ("", "cut") and not glance
    panels: dict[str, Panel] = {p.key: p.fill() for p in display_plan.panels if whole or (p.key == opened and not glance)}
    wanted = None if only is None else {*(v for p in panels.values() for v in p.views), *only.views}
    views = tuple(v.draw() for v in display_plan.views if wanted is None or v.key in wanted)
    checks = _checks(piece, context)
    job = made.job() if cutting else Job((), ())
    cuts, steps = job.cuts, job.in_turn
    layers = display_plan.layers if whole else ()
    spoken = _spoken(panels.values(), views, checks, cuts, layers)
    focus = next((i.key for i in display_plan.items if i.key == focus), display_plan.items[0].key if display_plan.items else "")
    done = Plan(
        format="shadbo.plan/1",
        name=piece.name,
        display=DISPLAYS[piece.display.type].label,
        size=context.speak.say("{} × {}", *(show.show(d.value) for d in display_plan.outside)),
        units=piece.units,
        verdict=_answer(display_plan, checks),
        settled=not any(c.severity == "stop" for c in checks),
        opened=opened,
        stages=_stages(display_plan, panels, checks),
        figures=_figures(book, show, display_plan, focus, spoken, whole),
        layers=tuple(
            LayerShown(layer.part, layer.label, show.show(layer.thickness.value, "depth"), layer.thickness.name) for layer in layers
        ),
        views=views,
        checks=checks,
        cuts=cuts,
        stock=(*made.first.stock, *display_plan.stock) if cutting else (),
        to_get=job.to_get,
        steps=steps,
        left_out=left_out(piece.way, made.told()) if cutting and piece.way.left else (),
        faults=prove(
            job,
            book,
            lying(_space(display_plan, checks), made.parts(), made.said()),
            [w.part for w in display_plan.weights],
            uncounted(made.parts(), made.said()),
        )
        if cutting and (only is None or only.proved)
        else (),
        proved=len(display_plan.proofs),
        proofs=tuple(
            ProofShown(p.line, tuple(show.show(t.value, "fine") for t in p.terms), show.show(p.whole.value, "fine"))
            for p in (display_plan.proofs if whole else display_plan.proofs[:1])
        ),
        uneven=uneven_sums(book.dims, spoken, show),
        items=display_plan.items,
        focus=focus,
        deep=show.show(display_plan.deep.value),
        weight=weight,
        held=display_plan.held,
        leftovers=display_plan.leftovers if cutting else (),
    )
    _sound(done, spoken)
    return done, book


def _space(display_plan: DisplayPlan, checks: tuple[Check, ...]) -> Space | None:
    """Where the pieces lie; nothing of what is stopped, or would be by what nobody has read yet: nothing is where it should be there."""
    stopped = any(c.severity == "stop" or BY_UNREAD in c.say for c in checks)
    return display_plan.space() if display_plan.space is not None and not stopped else None


def _answer(display_plan: DisplayPlan, checks: tuple[Check, ...]) -> Say:
    """What the display answers; what fits is not called so while something else stops it."""
    unread = (BY_UNREAD,) if any(BY_UNREAD in c.say or c.key == "frame.by_label" for c in checks) else ()
    if not isinstance(display_plan.verdict, GoesIn):
        return (*display_plan.verdict, *unread)
    stop = next((c for c in checks if c.severity == "stop"), None)
    if stop is None:
        return (*display_plan.verdict.say, *unread)
    at = next((p.label or p.key.title() for p in display_plan.panels if p.key == stop.stage), stop.stage.title())
    return (f"It would go in, but is stopped at {at}.",)


def _stages(display_plan: DisplayPlan, panels: Mapping[str, Panel], checks: tuple[Check, ...]) -> tuple[StagePanel, ...]:
    """Every stage with its state; what it asks and shows, where its panel is open."""
    stopped: set[Stage] = {c.stage for c in checks if c.severity == "stop"}
    waiting: set[Stage] = {c.stage for c in checks if c.severity == "caution"}
    shut = Panel((), (), (), ())
    out = []
    for of in display_plan.panels:
        panel = panels.get(of.key, shut)
        state: StageState = "stopped" if of.key in stopped else "waiting" if of.key in waiting else "settled"
        out.append(StagePanel(of.key, of.label or of.key.title(), state, panel.asks, panel.inputs, panel.figures, panel.views))
    return tuple(out)


def _figures(book: Book, show: Showing, display_plan: DisplayPlan, focus: str, spoken: set[str], whole: bool) -> dict[str, Figure]:
    """Of a whole plan every figure; of many items only what it speaks of and those of the item in hand: any other opens by its name."""
    if not whole:
        # What is spoken of and is not there is found by the last look at the plan (:func:`_sound`).
        dims = {n: figure_of(book.dims[n], show) for n in sorted(spoken) if n in book.dims}
        return dims | {n: figure_of_count(book.counts[n]) for n in sorted(spoken - dims.keys()) if n in book.counts}
    quiet = tuple(f"{i.part}." for i in display_plan.items if i.key != focus) if len(display_plan.items) > MANY else ()
    told = {n: figure_of(d, show) for n, d in book.dims.items() if n in spoken or not (quiet and n.startswith(quiet))}
    return told | {n: figure_of_count(c) for n, c in book.counts.items() if not (quiet and n.startswith(quiet))}


def _checks(piece: Piece, context: Context[object, object]) -> tuple[Check, ...]:
    return _taken_on(piece, _as_far_as_read(context, tuple(_open_ways(piece, check) for check in context.checks.in_order())))


BY_UNREAD = " That goes by what is not read yet."


def _as_far_as_read(context: Context[object, object], checks: tuple[Check, ...]) -> tuple[Check, ...]:
    """What hangs on what nobody has read of a frame stops nothing: it says what the frame would have to be."""
    frame = frame_there(context.display)
    if frame is None or not frame.unread:
        return checks
    places = not_read(frame)

    def hangs(figure: str) -> bool:
        leaves = context.book.dims[figure].slopes.values() if figure in context.book.dims else ()
        pointers = [leaf.leaf.pointer for _, leaf in leaves if leaf.leaf is not None and leaf.leaf.pointer is not None]
        return any(p == place or p.startswith(f"{place}/") for p in pointers for place in places)

    out = [
        replace(c, severity="caution", say=(*c.say, BY_UNREAD)) if c.severity == "stop" and c.figure and hangs(c.figure) else c
        for c in checks
    ]
    return tuple(sorted(out, key=lambda c: ORDER[c.severity]))


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
            said = f" Overridden by {over.who}: {over.why}"
            out.append(replace(check, severity="caution", say=(*check.say, said), override=over.who))
    return tuple(sorted(out, key=lambda c: ORDER[c.severity]))


def _taken(piece: Piece, step: dict[str, Any]) -> bool:
    value = step.get("value")
    if not isinstance(value, Decimal):
        return True
    field = length_field(step["path"], piece)
    return field is None or field.fault(Fraction(value)) is None


def _spoken(
    panels: Iterable[Panel],
    views: tuple[View, ...],
    checks: tuple[Check, ...],
    cuts: tuple[CutLine, ...],
    layers: tuple[Layer, ...],
) -> set[str]:
    """Every figure that a drawing, a stage, a check, a layer or the cut list names."""
    named: set[str] = set()
    for v in views:
        named |= {d.figure for d in v.dimensions} | {h.figure for h in v.handles} | {m.figure for m in v.marks}
    for panel in panels:
        named.update(panel.figures)
        named |= {i.figure for i in panel.inputs if i.kind in ("length", "mass") and i.figure}
    named |= {c.figure for c in checks if c.figure}
    named |= {layer.thickness.name for layer in layers if layer.thickness.name}
    return named | {figure for line in cuts for figure in line.figures}


def _sound(done: Plan, spoken: set[str]) -> None:
    """Everything that speaks of a figure names one that is there."""
    missing = spoken - done.figures.keys()
    if missing:
        raise PlanFault(f"no figure called {', '.join(sorted(missing))}")
    undrawn = {key for stage in done.stages for key in stage.views} - {v.key for v in done.views}
    if undrawn:
        raise PlanFault(f"no drawing called {', '.join(sorted(undrawn))}")
