"""How each thing is held: the methods, how many fixings, where they sit."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from typing import Any

from shadbo.core.contract.display import Context
from shadbo.core.contract.terms import side
from shadbo.core.document.coming import on_its_board
from shadbo.core.document.facts import said
from shadbo.core.document.items import Item, Things
from shadbo.core.document.kinds import kind_of
from shadbo.core.document.objects import MATERIALS, CanvasToMake, FlatWork, RolledCanvas, StretchedCanvas
from shadbo.core.finishing.hold.methods import METHODS, Method
from shadbo.core.finishing.hold.ranking import Subject, usual
from shadbo.core.framing.arrange.outlines import on_outline, outline_of
from shadbo.core.framing.counting import BASES, Fixings, figures, fixings, newtons, places
from shadbo.core.framing.rails import AXES
from shadbo.core.judging.needs import needs_of
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, rule, smallest
from shadbo.core.science.withdrawal import PLYWOOD, screw_diameter, withdrawal

# Of more fixings than this only the count is told.
MOST_PLACES = 60
# The longest screw that may go through a board into the bars of what is held on it.
HALF = "hold.half_the_bar"


@record(frozen=True, slots=True)
class Mounted:
    """A thing and what holds it; the first method carries. ``spots`` are places from its upper left corner (mm); ``number`` how many there
    are, ``asked`` how many by strength and spacing."""

    subject: Subject
    methods: tuple[Method, ...]
    given: bool
    each: Fraction
    count: Fixings | None
    number: int
    spots: tuple[tuple[Fraction, Fraction], ...]
    at: tuple[Dim, ...] = ()
    asked: int = 0


def subjects(context: Context[object, object]) -> list[Subject]:
    """What is to be held: every item, or the work, or the canvas."""
    thing = context.piece.object
    if isinstance(thing, Things):
        return [_item(context, item, i) for i, item in enumerate(thing.items)]
    facts = context.facts
    what = {"stretched_canvas": "stretched", "rolled_canvas": "rolled", "canvas_to_make": "to_make"}.get(thing.type, facts.what)
    # What is on a board of its own is held by that: it is not mounted again.
    held = "board" if facts.mounted else what
    key = "work" if isinstance(thing, FlatWork) else "canvas"
    traits = facts.traits | (set(MATERIALS[thing.material][1]) if isinstance(thing, FlatWork) else set())
    kg = _weight(context, f"{key}.weight", thing)
    width, height = (
        _mm(side(context.book, key, axis), first) for axis, first in (("width", facts.width), ("height", facts.height))
    )
    return [
        Subject(
            key=key,
            part=key,
            name="the work" if key == "work" else "the canvas",
            what=held,
            traits=frozenset(traits),
            kg=kg,
            needs=needs_with(context, what, traits, kg, width, height, facts.behind),
            width=width,
            height=height,
            front=facts.front,
            behind=facts.behind,
            index=None,
        )
    ]


def _weight(context: Context[object, object], name: str, thing: Any) -> Fraction:
    """As it was weighed, else as it was estimated: off the figure that says so."""
    if isinstance(thing, (StretchedCanvas, RolledCanvas, FlatWork)) and thing.weight is not None:
        return exact(thing.weight)
    if isinstance(thing, CanvasToMake):
        return exact(thing.width) * exact(thing.height) * 400 / 1_000_000_000
    figure = context.book.counts.get(name)
    assert figure is not None and figure.amount is not None, name
    return figure.amount


def with_features(context: Context[object, object], subject: Subject, has: Iterable[str]) -> Subject:
    """A thing as it would be if it had these features besides those of its kind."""
    needs = needs_with(context, subject.what, subject.traits, subject.kg, subject.width, subject.height, subject.behind, has)
    return replace(subject, needs=needs)


def needs_with(
    context: Context[object, object],
    what: str,
    traits: Iterable[str],
    kg: Fraction,
    width: Fraction,
    height: Fraction,
    behind: Fraction,
    has: Iterable[str] = (),
) -> frozenset[str]:
    piece = context.piece
    return needs_of(what, traits, asked=piece.asked, room=piece.room, kg=kg, width=width, height=height, behind=behind, has=has)


def _item(context: Context[object, object], item: Item, index: int) -> Subject:
    traits = said(context.piece.asked, (*item.traits, *kind_of(item).traits))
    wide, tall = (_mm(side(context.book, f"item.{item.key}", axis)) for axis in AXES)
    kg = exact(item.weight) if item.weight is not None else _weight(context, f"item.{item.key}.weight", item)
    return Subject(
        key=item.key,
        part=f"item.{item.key}",
        name=item.called,
        what="board" if on_its_board(item.comes, item.kind) else item.kind,
        traits=traits,
        kg=kg,
        needs=needs_with(context, item.kind, traits, kg, wide, tall, exact(item.behind), item.has),
        width=wide,
        height=tall,
        front=exact(item.front),
        behind=exact(item.behind),
        index=index,
        anchors=len(item.anchors),
        outline=outline_of(item, wide, tall),
    )


def keep(context: Context[object, object], wanted: list[Subject]) -> list[Mounted]:
    """Methods, counts and places of everything that is held, into the book."""
    decided = {c.subject: c for c in context.piece.hold.chosen}
    out = []
    for subject in wanted:
        chosen = decided.get(subject.key)
        keys = [k for k in chosen.methods if k in METHODS] if chosen else usual(subject, context.holds, context.piece.practice)
        methods = tuple(METHODS[k] for k in keys)
        rating = exact(chosen.rating) if chosen and chosen.rating is not None else None
        out.append(_keep(context, subject, methods, bool(chosen), rating, chosen.count if chosen else None))
    halves = [one.subject.part for one in out if any(m.half_the_bar for m in one.methods)]
    if halves and "pack.mount" in context.book.dims:
        # Through the board, and no further than half of the thinnest that is held by it.
        most = context.book["pack.mount"] + smallest(context.book[f"{part}.front"] for part in halves) / 2
        context.book.add(most, HALF, "Screw through the board and half the bar, at most", parts=tuple(halves))
    return out


def _keep(
    context: Context[object, object],
    subject: Subject,
    methods: tuple[Method, ...],
    given: bool,
    rating: Fraction | None,
    typed: int | None,
) -> Mounted:
    if not methods or not context.holds.asked:
        # Where the display is the method its fixings are its own: counted, judged and placed there, once.
        return Mounted(subject, methods, given, Fraction(0), None, 0, ())
    method = methods[0]
    by_spacing = _by_spacing(method, subject)
    if method.basis is None:
        number = by_spacing if typed is None else typed
        spots = _spots(context, method, subject, number)
        _from_edges(context, subject, method, spots)
        return Mounted(subject, methods, given, Fraction(0), None, number, spots, asked=by_spacing)
    factor = context.shop.rules.shear_factor if method.key == "hook_and_loop" else context.shop.rules.factor
    each, working = _each(context, method, rating, factor)
    say = context.speak.say
    why = say(f"at least {method.least}, no more than {{}} apart", method.apart) if method.apart else (f"at least {method.least}",)
    found = fixings(
        context,
        f"hold.{subject.key}",
        f"{subject.name[0].upper()}{subject.name[1:]}, {method.label.lower()}",
        kg=subject.kg,
        factor=exact(factor),
        each=each,
        basis="rating" if rating is not None else method.basis,
        spacing=by_spacing,
        why=why,
        parts=(subject.part, "hold"),
        working=working,
        edit=rating_at(context, subject) if given and method.basis == "rating" else None,
        typed=typed,
    )
    spots = _spots(context, method, subject, found.count)
    at = _at(context, subject, method, found.count) if method.where == "top" and spots else ()
    if at:
        spots = tuple((d.value, y) for d, (_, y) in zip(at, spots, strict=True))
    if spots and not at:
        _from_edges(context, subject, method, spots)
    return Mounted(subject, methods, given, each, found, found.count, spots, at, found.asked)


def _from_edges(
    context: Context[object, object], subject: Subject, method: Method, spots: tuple[tuple[Fraction, Fraction], ...]
) -> None:
    """The first two places from its left edge and from its top, as figures: where to begin and how far to step."""
    wide, tall = (side(context.book, subject.part, axis) for axis in AXES)
    if wide is None or tall is None:
        return
    # On a small thing no further in than a quarter of it.
    short = min(wide, tall, key=lambda d: d.value)
    edge = rule(method.edge, "From the edge", "hold-spacing", "depth") if method.edge <= short.value / 4 else short / 4
    for axis, i, words in (("x", 0, "from its left edge"), ("y", 1, "below its top edge")):
        firsts = {spot[i]: n for n, spot in reversed(list(enumerate(spots)))}
        for n, value in enumerate(sorted(firsts)[:2], start=1):
            place = _spot(method, firsts[value], len(spots), wide, tall, edge, context.rule("slit_line"))[i]
            if subject.outline and _mm(place) != value:
                # Pulled on to its outline: no sum of its sizes.
                place = value
            dim = place if isinstance(place, Dim) else rule(place, "At the edge", "hold-spacing", "depth")
            context.book.add(dim, f"hold.{subject.key}.{axis}.{n}", f"Fixing {n}, {words}", parts=(subject.part,), grain="depth")


def rating_at(context: Context[object, object], subject: Subject) -> str | None:
    """Where the rating of a thing’s packet is typed, once it was decided by what the thing is held."""
    chosen = context.piece.hold.chosen
    return next((f"/hold/chosen/{i}/rating" for i, c in enumerate(chosen) if c.subject == subject.key), None)


def _each(
    context: Context[object, object], method: Method, rating: Fraction | None, factor: int
) -> tuple[Fraction, tuple[Say, ...]]:
    """What one fixing carries before the factor, and how that came about."""
    if method.basis == "formula":
        rules, bite, mount = context.shop.rules, context.rule("holding_bite"), context.book.dims.get("pack.mount")
        # No deeper than what they go into.
        bite = min(bite, mount.value) if mount is not None and mount.value > 0 else bite
        one = withdrawal("screw", PLYWOOD, screw_diameter(rules.holding_screw), bite, factor)
        said = (
            f"#{rules.holding_screw} screw, {float(bite):g} mm into ply of specific gravity {float(PLYWOOD):g}: "
            f"pulled out at {figures(one.fails)} N (Wood Handbook, chapter 8)"
        )
        return rules.holding_screws * one.safe * factor, (
            (said,),
            (f"counted on in a design: {figures(one.design)} N (NDS)",),
            (
                f"{rules.holding_screws} × the smaller of {figures(one.fails)} N ÷ {factor} and {figures(one.design)} N, before the factor",
            ),
        )
    each = method.each
    working: tuple[Say, ...] = ()
    if rating is not None:
        each = newtons(rating)
        working = ((f"the figure on the packet: {figures(rating)} kg × 9.81",),)
    if method.key == "magnets":
        working = (*(working or ((f"{BASES['rating']}: {figures(each)} N",),)), ("half of it is left through paper",))
        each = each / 2
    return each, working


def _at(context: Context[object, object], subject: Subject, method: Method, count: int) -> tuple[Dim, ...]:
    """Places along the top edge as figures, from its left end: the sum of the width they are spread over."""
    width = side(context.book, subject.part, "width")
    if width is None or width.value <= 2 * method.edge:
        return ()
    inset = rule(method.edge, "First fixing from the end", "hold-spacing", "depth")
    return tuple(places(context, f"hold.{subject.key}.at", f"{method.label}, from the left:", width, count, inset, (subject.part,)))


def _by_spacing(method: Method, subject: Subject) -> int:
    if method.where == "anchors":
        # A fixing at every place that is marked on it.
        return max(method.least, subject.anchors)
    if not method.apart:
        return method.least
    w, h = subject.width, subject.height
    run = {"top": w, "shoulders": 2 * w, "round": 2 * (w + h), "corners": Fraction(0), "over": h}.get(method.where, Fraction(0))
    if method.key == "t_hinges":
        return 2 if w <= 400 else max(2, int(-(-w // method.apart)))
    return max(method.least, int(-(-run // method.apart)))


def _spots(context: Context[object, object], method: Method, subject: Subject, count: int) -> tuple[tuple[Fraction, Fraction], ...]:
    """Where fixings sit, from the upper left corner of the thing."""
    w, h = subject.width, subject.height
    if count > MOST_PLACES or method.where in ("over", "under", "anchors"):
        return ()
    edge = min(method.edge, w / 4, h / 4)
    spots = tuple(_spot(method, i, count, w, h, edge, context.rule("slit_line")) for i in range(count))
    return on_outline(spots, subject.outline, edge, around=method.where == "round") if subject.outline else spots


def _spot(method: Method, i: int, count: int, w: Any, h: Any, e: Any, slits: Fraction) -> tuple[Any, Any]:
    """The place of one of so many; reckoned alike with plain numbers and with sums."""
    if method.where == "top":
        return _along(w, i, count, e), slits if method.key == "through_hinges" else Fraction(0)
    if method.where == "shoulders":
        above = (count + 1) // 2
        if i < above:
            return _along(w, i, above, e), h * Fraction(1, 10)
        return _along(w, i - above, count - above, e), h * Fraction(2, 3)
    if method.where == "corners":
        if i < 4:
            return ((e, e), (w - e, e), (w - e, h - e), (e, h - e))[i]
        return _along(w, i - 3, count - 2, e), e
    run = (w + h) * Fraction(2 * i + 1, count)
    mm, wide, tall = (_mm(d) for d in (run, w, h))
    if mm < wide:
        return run, e
    if mm < wide + tall:
        return w - e, run - w
    if mm < 2 * wide + tall:
        return 2 * w + h - run, h - e
    return e, 2 * w + 2 * h - run


def _along(length: Any, i: int, count: int, inset: Any) -> Any:
    """The place of one of so many along a length, the outer ones ``inset`` from its ends; one alone in the middle."""
    return length / 2 if count == 1 else inset + (length - 2 * inset) * Fraction(i, count - 1)


def _mm(size: Dim | Fraction | None, otherwise: Fraction = Fraction(1)) -> Fraction:
    return otherwise if size is None else size.value if isinstance(size, Dim) else size


def pull_test(kept: Mounted, factor: int) -> Fraction:
    """The load of a pull test, N: what one fixing has of the thing’s weight, with the factor, for an hour."""
    return newtons(kept.subject.kg) * factor / max(kept.number, 1)
