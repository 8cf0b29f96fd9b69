"""What a plan says in words and numbers: figures that open, and sentences with lengths in them.

A :class:`Book` collects the dims of a plan by dotted name; :func:`figure_of` turns one into what a screen, a page or a
file shows. Lengths travel shown in both systems, so that nothing downstream rounds or converts.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from types import MappingProxyType
from typing import Literal

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.lengths import Grain, Showing, Shown, Unit, exact_text
from shadbo.core.quantity.masses import Quantity
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sources import source
from shadbo.core.quantity.sums import Curve, Dim, Leaf, Pick, Sum, Tool

Say = tuple[str | Shown, ...]

# The tongue of one plan: how many parts of an inch. Lengths in sentences are rounded as sizes are.
SENTENCE_GRAIN: Grain = "depth"


class Speaker:
    """Makes sentences with lengths in them: ``say("too deep by {}", mm)``."""

    def __init__(self, showing: Showing) -> None:
        self.showing = showing

    def fine(self, mm: Dim | Fraction) -> Shown:
        """A length small enough to vanish in the shop's fraction: a tolerance, a spread."""
        return self.showing.show(mm.value if isinstance(mm, Dim) else mm, "fine")

    def say(self, template: str, *lengths: Dim | Fraction | Shown) -> Say:
        pieces = template.split("{}")
        if len(pieces) != len(lengths) + 1:
            raise ValueError(f"{len(lengths)} lengths for {template!r}")
        out: list[str | Shown] = [pieces[0]]
        for length, text in zip(lengths, pieces[1:], strict=True):
            out += [length if isinstance(length, Shown) else self.shown(length), text]
        return tuple(bit for bit in out if bit != "")

    def shown(self, length: Dim | Fraction) -> Shown:
        """A figure reads in a sentence as it reads everywhere else; a length without a name to a tenth."""
        if not isinstance(length, Dim):
            return self.showing.told(length, SENTENCE_GRAIN)
        grain = SENTENCE_GRAIN if length.name is None else _grain(length)
        return self.showing.told(length.value, grain)


NUMBERS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")


def several(count: int, word: str) -> str:
    """“one window”, “three windows”, “14 windows”: a count in a sentence."""
    number = NUMBERS[count] if count < len(NUMBERS) else str(count)
    return f"{number} {word}{'' if count == 1 else 's'}"


def sentences(said: Iterable[Say]) -> Say:
    """Several sentences as one, a space between them."""
    out: list[str | Shown] = []
    for one in said:
        out += [" ", *one] if out else one
    return tuple(out)


def listed(words: Sequence[str]) -> str:
    """“A, B and C”."""
    return " and ".join((", ".join(words[:-1]), words[-1])) if len(words) > 1 else "".join(words)


def plain(said: Say, unit: Literal["mm", "in"]) -> str:
    """A sentence as text in one system."""
    return "".join(bit if isinstance(bit, str) else bit.text(unit) for bit in said)


@record(frozen=True, slots=True)
class Row:
    """One line of a shown sum: multiplier, what it is, its own size, what it adds; or one candidate of a pick."""

    times: str
    label: str
    shown: Shown
    amount: Shown
    figure: str | None
    pointer: str | None
    parts: tuple[str, ...]
    chosen: bool | None


@record(frozen=True, slots=True)
class Depends:
    """An input this figure hangs on: ``per`` is how far it moves for one of the input; ``tolerance`` that input's own."""

    label: str
    pointer: str | None
    per: str
    tolerance: Shown
    typed: str | None
    source: str
    parts: tuple[str, ...]


@record(frozen=True, slots=True)
class Figure:
    """A named figure, ready to be shown: rounded for its use (``shown``), and ``mm`` exactly.

    ``edit`` is the place in the piece it can be typed into; ``rounding`` names the systems in which rounding moves a
    figure that has to fit by more than its tolerance.
    """

    name: str
    label: str
    kind: Literal["length", "count", "quantity"]
    mm: str | None
    count: int | None
    quantity: Quantity | None
    shown: Shown | None
    edit: str | None
    parts: tuple[str, ...]
    rounding: Literal["", "mm", "in", "both"]


@record(frozen=True, slots=True)
class Opened:
    """A figure opened: how it came about, line by line, its tolerance, and what it hangs on. ``misses`` names the systems in which the
    lines as they are shown come to something else than what they make, because each is rounded for the eye."""

    figure: Figure
    how: str
    rows: tuple[Row, ...]
    factor: str | None
    result: Shown | None
    worst: Shown | None
    likely: Shown | None
    depends: tuple[Depends, ...]
    working: tuple[Say, ...]
    misses: Literal["", "mm", "in", "both"] = ""


@record(frozen=True, slots=True)
class Worked:
    """What is no length: a number of things, or a quantity (a weight, a ratio), with how it was come to; ``amount`` is a quantity
    exactly (kg, N), where something is worked out with it."""

    name: str
    label: str
    count: int | None
    quantity: Quantity | None
    working: tuple[Say, ...]
    parts: tuple[str, ...] = ()
    edit: str | None = None
    amount: Fraction | None = None


class _Later(Mapping[str, Worked]):
    """By name; what is put in as a function is made when somebody looks at it."""

    def __init__(self) -> None:
        self.held: dict[str, Worked | Callable[[], Worked]] = {}

    def __getitem__(self, name: str) -> Worked:
        found = self.held[name]
        if not isinstance(found, Worked):
            found = self.held[name] = found()
        return found

    def __contains__(self, name: object) -> bool:
        return name in self.held

    def __iter__(self) -> Iterator[str]:
        return iter(self.held)

    def __len__(self) -> int:
        return len(self.held)


class Book:
    """The dims of one plan by name. A name is given once."""

    def __init__(self) -> None:
        self.dims: dict[str, Dim] = {}
        self.counts = _Later()
        self.closed = False

    def add(
        self,
        dim: Dim,
        name: str,
        label: str,
        *,
        parts: Iterable[str] = (),
        grain: Grain | None = None,
        fits: bool = False,
        along: Dim | None = None,
        cut: Tool | Dim | None = None,
    ) -> Dim:
        if name in self.dims or name in self.counts:
            raise ValueError(f"figure {name} stands in the book already")
        self.dims[name] = dim.named(name, label, parts=parts, grain=grain, fits=fits, along=along, cut=cut)
        return self.dims[name]

    def add_count(self, name: str, label: str, count: int, *working: Say, parts: Iterable[str] = ()) -> int:
        self.add_later(name, Worked(name, label, count, None, working, tuple(parts)))
        return count

    def add_quantity(
        self,
        name: str,
        label: str,
        quantity: Quantity,
        *working: Say,
        parts: Iterable[str] = (),
        edit: str | None = None,
        amount: Fraction | None = None,
    ) -> Quantity:
        self.add_later(name, Worked(name, label, None, quantity, working, tuple(parts), edit, amount))
        return quantity

    def add_later(self, name: str, worked: Worked | Callable[[], Worked]) -> None:
        """A number or a quantity whose words are made when somebody reads them."""
        if self.closed:
            raise TypeError(f"the book is closed: {name}")
        self.counts.held[name] = worked

    def close(self) -> None:
        """From now on nothing is added: what is drawn or asked later works with what stands here."""
        self.dims = MappingProxyType(self.dims)  # type: ignore[assignment]
        self.closed = True

    def __getitem__(self, name: str) -> Dim:
        return self.dims[name]


def number_text(value: Fraction) -> str:
    """A multiplier as it is written: 2, ½, 1/3."""
    vulgar = {Fraction(1, 2): "½", Fraction(1, 4): "¼", Fraction(3, 4): "¾", Fraction(1, 3): "⅓", Fraction(2, 3): "⅔"}
    if value in vulgar:
        return vulgar[value]
    return str(value) if value.denominator < 10 else f"{float(value):.3g}"


def _times(coefficient: Fraction, first: bool) -> str:
    sign = "−" if coefficient < 0 else "" if first else "+"
    size = abs(coefficient)
    return sign if size == 1 else f"{sign} {number_text(size)} ×".strip()


def _rows(dim: Dim, show: Showing) -> tuple[str, tuple[Row, ...], str | None]:
    form = dim.form

    def row(times: str, term: Dim, amount: Fraction, chosen: bool | None = None) -> Row:
        inner = term.leaf
        return Row(
            times=times,
            label=term.label,
            shown=show.show(term.value, "fine"),
            amount=show.show(amount, "fine"),
            figure=term.name,
            pointer=inner.pointer if inner else None,
            parts=term.parts,
            chosen=chosen,
        )

    if isinstance(form, Sum):
        rows = tuple(row(_times(c, i == 0), t, c * t.value) for i, (c, t) in enumerate(form.terms))
        return "sum", rows, _factor(form) or None
    if isinstance(form, Pick):
        share = Fraction(1)
        return form.how, tuple(row("", d, share * d.value, i == form.chosen) for i, d in enumerate(form.of)), None
    if isinstance(form, Curve):
        return form.how, tuple(row("", t, t.value) for _, t in form.args), None
    return form.origin, (), None


def _factor(form: Sum) -> str:
    """What all of a sum is taken times, as it is written."""
    if form.factor in (0, 1):
        return "" if form.factor else "× 0"
    back = 1 / form.factor
    return f"÷ {number_text(back)}" if back.denominator == 1 else f"× {number_text(form.factor)}"


def figure_of(dim: Dim, show: Showing) -> Figure:
    """A dim as a figure."""
    assert dim.name is not None
    inner = dim.leaf
    return Figure(
        name=dim.name,
        label=dim.label,
        kind="length",
        mm=exact_text(dim.value),
        count=None,
        quantity=None,
        shown=show.show(dim.value, _grain(dim)),
        edit=inner.pointer if inner else None,
        parts=dim.parts,
        rounding=_rounding(dim, show),
    )


def open_figure(dim: Dim, show: Showing) -> Opened:
    """Everything there is to show of a dim."""
    how, rows, factor = _rows(dim, show)
    depends = []
    # What moves the number, and what it may differ from it by when it is made.
    for slope, leaf in sorted({**dim.slopes, **dim.varies}.values(), key=lambda pair: -abs(pair[0])):
        form = leaf.form
        assert isinstance(form, Leaf)
        if form is not dim.form:
            per = number_text(slope) if slope > 0 else "−" + number_text(-slope)
            shown = show.show(form.tolerance, "fine")
            depends.append(Depends(leaf.label, form.pointer, per, shown, form.typed, source(form.source).text, leaf.parts))
    return Opened(
        figure=figure_of(dim, show),
        how=how,
        rows=rows,
        factor=factor,
        result=show.show(dim.value, "fine"),
        worst=show.show(dim.worst, "fine"),
        likely=show.show(dim.likely, "fine"),
        depends=tuple(depends),
        working=(),
        misses=_misses(dim, show),
    )


def open_count(count: Worked) -> Opened:
    return Opened(
        figure=figure_of_count(count),
        how="count",
        rows=(),
        factor=None,
        result=None,
        worst=None,
        likely=None,
        depends=(),
        working=count.working,
    )


def _misses(dim: Dim, show: Showing) -> Literal["", "mm", "in", "both"]:
    """In which system the shown lines of a sum, added up, are not the shown whole."""
    form = dim.form
    if not isinstance(form, Sum):
        return ""
    missed = []
    for unit in ("mm", "in"):
        lines = sum((show.rounded(c * t.value, unit, "fine") for c, t in form.terms), Fraction(0))
        missed.append(show.rounded(lines * form.factor, unit, "fine") != show.rounded(dim.value, unit, "fine"))
    return _systems(*missed)


@record(frozen=True, slots=True)
class UnevenSum:
    """A figure and the terms it is the sum of, all shown side by side and each rounded for the eye: as they stand they come to something
    else, rounded as the figure is, in the systems ``misses`` names. ``line`` reads “2 × face + inside width”."""

    figure: str
    label: str
    line: str
    misses: Literal["", "mm", "in", "both"]


def uneven_sums(dims: Mapping[str, Dim], shown: Iterable[str], show: Showing) -> tuple[UnevenSum, ...]:
    """Of the figures that are shown together, the sums that do not add up as they stand."""
    together, out = set(shown), []
    for name in sorted(together & dims.keys()):
        form = dims[name].form
        if isinstance(form, Sum) and len(form.terms) > 1 and all(t.name in together for _, t in form.terms):
            misses = _uneven(dims[name], form, show)
            if misses:
                line = " ".join(f"{_times(c, i == 0)} {t.label}".strip() for i, (c, t) in enumerate(form.terms))
                out.append(UnevenSum(name, dims[name].label, f"({line}) {_factor(form)}" if _factor(form) else line, misses))
    return tuple(out)


def _uneven(dim: Dim, form: Sum, show: Showing) -> Literal["", "mm", "in", "both"]:
    def missed(unit: Unit) -> bool:
        lines = sum((c * show.rounded(t.value, unit, _grain(t)) for c, t in form.terms), Fraction(0))
        return show.rounded(lines * form.factor, unit, dim.grain) != show.rounded(dim.value, unit, dim.grain)

    return _systems(missed("mm"), missed("in"))


def _grain(dim: Dim) -> Grain:
    """What is typed is shown as finely as it was."""
    return "fine" if dim.leaf else dim.grain


def _systems(metric: bool, inch: bool) -> Literal["", "mm", "in", "both"]:
    return "both" if metric and inch else "mm" if metric else "in" if inch else ""


def _rounding(dim: Dim, show: Showing) -> Literal["", "mm", "in", "both"]:
    """In which system rounding moves a figure that has to fit by more than its tolerance."""
    if not dim.fits or dim.leaf:
        return ""
    metric, inch = (by > dim.worst for by in show.moved(dim.value, dim.grain))
    return _systems(metric, inch)


def figure_of_count(worked: Worked) -> Figure:
    kind: Literal["count", "quantity"] = "count" if worked.quantity is None else "quantity"
    return Figure(
        name=worked.name,
        label=worked.label,
        kind=kind,
        mm=None,
        count=worked.count,
        quantity=worked.quantity,
        shown=None,
        edit=worked.edit,
        parts=worked.parts,
        rounding="",
    )
