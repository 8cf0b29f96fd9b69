"""Marked places: a signature, a worn edge, a name or crest that is to be seen and kept off.

What lies before a thing is found in space, where every part of every display lies, so that no display has to know of marks. Whether
one outline covers another is worked out in floating point; no figure is read from it.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace
from math import ceil, cos, radians, sin

from shadbo.core.contract.asking import plain_length
from shadbo.core.contract.bodies import Outline, Space
from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context, Panel, PanelOf, ViewOf
from shadbo.core.contract.inputs import ActionInput, Input, WordsInput
from shadbo.core.contract.views import Handle, Shape, View
from shadbo.core.document.decisions.having import Edged
from shadbo.core.document.decisions.sash import Sash
from shadbo.core.document.items import Item, Things
from shadbo.core.document.marks import MOST_MARKS, Mark
from shadbo.core.document.objects import FlatWork, StretchedCanvas
from shadbo.core.document.patching import takes
from shadbo.core.finishing.hold.ranking import Subject
from shadbo.core.finishing.marks.in_space import all_of, covering, nothing_of, pierced, shown_of
from shadbo.core.framing.arrange.shapes import body_of
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.lengths import as_decimal
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import leaf

GROUP = "Marked places"
# The drawings a mark stands on, and may be dragged on.
DRAWN_ON = frozenset({"measured", "face"})


@record(frozen=True, slots=True)
class Marked:
    """One mark of a thing; ``dx`` and ``dy`` are from the middle of what of the thing is shown, ``turn`` as it lies (degrees)."""

    subject: Subject
    index: int
    mark: Mark
    pointer: str
    dx: float
    dy: float
    turn: float
    folded: bool

    @property
    def key(self) -> str:
        return f"{self.subject.part}.mark.{self.index}"

    def outline(self, middle: tuple[float, float]) -> Outline:
        """Its corners where the middle of the thing lies there."""
        w, h, c, s = float(self.mark.width) / 2, float(self.mark.height) / 2, cos(radians(self.turn)), sin(radians(self.turn))
        corners = ((self.dx + a * w, self.dy + b * h) for a, b in ((-1, -1), (1, -1), (1, 1), (-1, 1)))
        return tuple((middle[0] + x * c - y * s, middle[1] + x * s + y * c) for x, y in corners)

    def middle_of(self, outline: Iterable[tuple[float, ...]], item: Item | None) -> tuple[float, float]:
        """The middle a thing is measured from, of which this outline is drawn: that of what is round it but for an outline of its own."""
        xs, ys = zip(*((p[0], p[1]) for p in outline), strict=True)
        x, y = (min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2
        if item is None or item.shape != "outline":
            return x, y
        left, top, right, bottom = body_of(item, exact(0), exact(0), self.subject.width, self.subject.height).box
        return x - (left + right) / 2, y - (top + bottom) / 2


def marked(context: Context[object, object], subjects: Iterable[Subject]) -> tuple[Marked, ...]:
    """Every marked place; nothing of a thing that can have none."""
    thing, found = context.piece.object, []
    for subject in subjects:
        item = thing.items[subject.index] if isinstance(thing, Things) and subject.index is not None else None
        holder = item if item is not None else thing
        if not isinstance(holder, Item | FlatWork | StretchedCanvas):
            continue
        where = f"/object/items/{subject.index}" if item is not None else "/object"
        for i, mark in enumerate(holder.marks):
            x, y = float(mark.x), float(mark.y)
            folded = item is not None and item.folding is not None
            if folded:
                x, y = _folded(context, subject, x, y)
            turn = float(item.place.turn) if item is not None else 0
            found.append(Marked(subject, i, mark, f"{where}/marks/{i}", x, y, turn, folded))
    return tuple(found)


def into_the_book(context: Context[object, object], marks: Iterable[Marked]) -> None:
    """Where each mark lies, as figures that can be typed and dragged."""
    for one in marks:
        for field, label in (("x", "right of the middle"), ("y", "below the middle")):
            pointer = f"{one.pointer}/{field}"
            place = leaf(getattr(one.mark, field), pointer, label, "choice", pointer=pointer, grain="depth")
            context.book.add(place, f"{one.key}.{field}", f"{one.mark.name}, {label}", parts=(one.subject.part,))


def _folded(context: Context[object, object], subject: Subject, x: float, y: float) -> tuple[float, float]:
    """A place of a garment laid flat, from the middle of what its folds leave to see."""
    dims = context.book.dims
    if f"{subject.part}.fold.left" not in dims:
        return x, y
    left, right, top, bottom = (float(dims[f"{subject.part}.fold.{side}"].value) for side in ("left", "right", "top", "bottom"))
    flat = next(dims[n] for n in (f"{subject.part}.height.mean", f"{subject.part}.height") if n in dims)
    shoulder = y + float(flat.value) / 2
    return x - (left + right) / 2, shoulder - (top + bottom) / 2


def check_marks(context: Context[object, object], marks: Iterable[Marked], space: Space) -> None:
    """What covers, folds or goes through a marked place."""
    for one in marks:
        bodies = [b for b in space.bodies if b.part == one.subject.part]
        if len(bodies) != 1:
            continue
        body, item = bodies[0], _item(context, one.subject)
        outline = one.outline(one.middle_of(body.outline, item))
        shown = shown_of(body, outline)
        if not all_of(shown):
            _tell_off(context, one, shown, item)
            continue
        if covered := covering(space, body, outline):
            _tell_covered(context, one, covered, item)
        if any(one.subject.part in f.through and pierced(outline, f.start) for f in space.fixings):
            context.checks.add(
                "caution",
                f"mark.through.{one.key}",
                "hold",
                (f"One of what holds {one.subject.name} would go through {_the(one)}: it is put beside it.",),
                why="Needle, thread and pin keep off what was marked; as many hold beside it.",
                source_key="marked",
                parts=(one.subject.part,),
                ways=(_forget(one),),
            )


def _tell_off(context: Context[object, object], one: Marked, shown: float, item: Item | None) -> None:
    part = "" if nothing_of(shown) else "part of "
    wrapped = one.folded or (item is not None and "textile" in one.subject.traits)
    where = "is turned behind" if wrapped else f"would lie beyond the edge of {one.subject.name}"
    says = f"{part}{_the(one)} {f'on {one.subject.name} ' if wrapped else ''}{where}."
    context.checks.add(
        "caution",
        f"mark.off.{one.key}",
        "display" if wrapped else "measure",
        (says[0].upper() + says[1:],),
        why="What is marked is to be seen; its place is measured from the middle, as it lies flat.",
        source_key="marked",
        figure=f"{one.key}.x",
        parts=(one.subject.part,),
        ways=(*_fold_round(context, one, item), _forget(one)),
    )


def _fold_round(context: Context[object, object], one: Marked, item: Item | None) -> tuple[WayOut, ...]:
    """A garment folded round all that is marked on it, crest or number included: as large as before at the least."""
    folding, dims, part = item.folding if item is not None else None, context.book.dims, one.subject.part
    if item is None or folding is None or f"{part}.fold.left" not in dims:
        return ()
    flat = {a: next(dims[n].value for n in (f"{part}.{a}.mean", f"{part}.{a}") if n in dims) for a in AXES}
    # From the middle line and from the shoulder, as a crest is measured.
    spans = {"width": list[tuple[Fraction, Fraction]](), "height": list[tuple[Fraction, Fraction]]()}
    for mark in item.marks:
        x, y, w, h = (exact(v) for v in (mark.x, mark.y, mark.width, mark.height))
        spans["width"].append((x - w / 2, x + w / 2))
        spans["height"].append((y + flat["height"] / 2 - h / 2, y + flat["height"] / 2 + h / 2))
    if folding.crest_width and folding.crest_height:
        for axis, at, size in (
            ("width", folding.crest_across, folding.crest_width),
            ("height", folding.crest_down, folding.crest_height),
        ):
            spans[axis].append((exact(at) - exact(size) / 2, exact(at) + exact(size) / 2))
    reach = {axis: (min(a for a, _ in found), max(b for _, b in found)) for axis, found in spans.items()}
    clear = 2 * (exact(folding.border) + context.rule("mark_clear"))
    opening = {
        axis: max(exact(getattr(folding, f"opening_{axis}")), Fraction(ceil(b - a)) + clear) for axis, (a, b) in reach.items()
    }
    if (
        max(-reach["width"][0], reach["width"][1]) > flat["width"] / 2
        or opening["width"] - 2 * exact(folding.border) > flat["width"]
    ):
        return ()
    changed = folding.model_dump() | {
        "crest_across": as_decimal((reach["width"][0] + reach["width"][1]) / 2),
        "crest_down": as_decimal((reach["height"][0] + reach["height"][1]) / 2),
        "crest_width": as_decimal(reach["width"][1] - reach["width"][0]),
        "crest_height": as_decimal(reach["height"][1] - reach["height"][0]),
        **{f"opening_{axis}": as_decimal(size) for axis, size in opening.items()},
    }
    patch = (put(f"/object/items/{one.subject.index}/folding", changed),)
    said = context.speak.say("Fold it round what is marked: an opening of {} × {}", opening["width"], opening["height"])
    return (WayOut(said, patch),) if takes(context.piece, patch) else ()


def _tell_covered(context: Context[object, object], one: Marked, covered: Mapping[str, float], item: Item | None) -> None:
    names, ways = " and ".join(covered), []
    verb, how_much = "cover" if len(covered) > 1 else "covers", "" if all_of(max(covered.values())) else "part of "
    if item is not None and item.window is not None and item.window.how == "overlap":
        ways.append(
            WayOut((f"Show {item.called} whole in its window",), (put(f"/object/items/{one.subject.index}/window/how", "float"),))
        )
    whole = (put("/display/edges", "bordered"),)
    display = context.piece.display
    if isinstance(display, Edged) and display.edges == "lapped" and takes(context.piece, whole):
        ways.append(WayOut(("Show it whole, with a border",), whole))
    context.checks.add(
        "caution",
        f"mark.covered.{one.key}",
        "display",
        (f"{names[0].upper()}{names[1:]} {verb} {how_much}{_the(one)} on {one.subject.name}.",),
        why="What is marked is to be seen.",
        source_key="marked",
        figure=f"{one.key}.x",
        parts=(one.subject.part,),
        ways=(*ways, _forget(one)),
    )


def _forget(one: Marked) -> WayOut:
    return WayOut((f"{one.mark.name} need not be seen",), ({"op": "remove", "path": one.pointer},))


def _the(one: Marked) -> str:
    name = one.mark.name
    return f"the {name[0].lower()}{name[1:]}" if name[1:].islower() else f"“{name}”"


def _item(context: Context[object, object], subject: Subject) -> Item | None:
    thing = context.piece.object
    return thing.items[subject.index] if isinstance(thing, Things) and subject.index is not None else None


def with_marks(context: Context[object, object], views: tuple[ViewOf, ...], marks: tuple[Marked, ...]) -> tuple[ViewOf, ...]:
    """The drawings a mark stands on, with the marks of every thing that is drawn there; dragged where the thing is measured."""
    if not marks:
        return views
    return tuple(ViewOf(v.key, lambda v=v: _drawn(context, v.draw(), marks)) if v.key in DRAWN_ON else v for v in views)  # type: ignore[misc]


def _drawn(context: Context[object, object], view: View, marks: tuple[Marked, ...]) -> View:
    shapes, handles, display = list[Shape](), list[Handle](), context.piece.display
    # One cloth behind all panes of a sash does not lie flat: its display tells what is seen of it.
    if isinstance(display, Sash) and display.over_all:
        return view
    for one in marks:
        mine = [corner for s in view.shapes if s.part == one.subject.part and s.kind != "text" for corner in _corners(s)]
        if not mine:
            continue
        outline = one.outline(one.middle_of(mine, _item(context, one.subject)))
        corners = tuple((round(x, 3), round(y, 3)) for x, y in outline)
        shapes.append(Shape(one.key, one.mark.name, "keep", "polygon", corners))
        if not one.turn:
            handles += [Handle(one.key, axis, f"{one.pointer}/{axis}", f"{one.key}.{axis}", 1, ("measure",)) for axis in ("x", "y")]
    return replace(view, shapes=(*view.shapes, *shapes), handles=(*view.handles, *handles))


def _corners(shape: Shape) -> Iterable[tuple[float, ...]]:
    """What a shape is drawn between."""
    if shape.kind != "circle":
        return shape.points
    (x, y), r = shape.points[0], shape.radius
    return ((x - r, y - r), (x + r, y + r))


def asked_of_marks(
    context: Context[object, object], panels: tuple[PanelOf, ...], subject: Subject, marks: tuple[Marked, ...]
) -> tuple[PanelOf, ...]:
    """The Measure stage with the marks of the thing in hand, and a press for one more."""
    thing = context.piece.object
    if not isinstance(thing, Things | FlatWork | StretchedCanvas):
        return panels
    own = next((p for p in panels if p.key == "measure"), None)

    def fill() -> Panel:
        assert own is not None
        panel = own.fill()
        return replace(
            panel, inputs=(*panel.inputs, *_inputs(context, subject, [m for m in marks if m.subject.key == subject.key]))
        )

    return tuple(replace(p, fill=fill) if p is own else p for p in panels)


def _inputs(context: Context[object, object], subject: Subject, mine: list[Marked]) -> list[Input]:
    inputs, show = list[Input](), context.shop.showing
    for one in mine:
        group = GROUP if len(mine) == 1 else f"Marked place {one.index + 1}"
        inputs.append(WordsInput(f"{one.pointer}/name", "What it is", group, one.mark.name, "words", (), (one.key,)))
        inputs += [
            plain_length(show, getattr(one.mark, field), f"{one.pointer}/{field}", label, group, (one.key,))
            for field, label in (("x", "Right of the middle"), ("y", "Below the middle"), ("width", "Wide"), ("height", "High"))
        ]
        drop = ({"op": "remove", "path": one.pointer},)
        inputs.append(ActionInput(f"{one.key}.out", f"Take the mark off: {one.mark.name}", group, (one.key,), "remove", drop))
    if len(mine) < MOST_MARKS:
        where = "/object" if subject.index is None else f"/object/items/{subject.index}"
        more = ({"op": "add", "path": f"{where}/marks/-", "value": Mark().model_dump()},)
        inputs.append(ActionInput(f"{subject.part}.mark", "Mark a place to be seen…", GROUP, (subject.part,), "add", more))
    return inputs
