"""A dimension that keeps its terms.

Nearly every number in framing is a short sum of named lengths with whole or half multipliers. A :class:`Dim` holds the
exact value (mm, ``Fraction``) together with how it came about, so that the sum can be shown, its tolerance carried, its
dependence told and a slip found. Arithmetic on dims makes sums; :meth:`Dim.named` closes a sum so that it stands as one
term in the next. Everything is immutable.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from decimal import Decimal, localcontext
from typing import Final, Literal

from shadbo.core.quantity.exact import Fraction, as_quotient, exact
from shadbo.core.quantity.lengths import Grain, Unit
from shadbo.core.quantity.record import record

Number = int | Fraction | Decimal
Origin = Literal["reading", "choice", "stock", "setting", "rule"]
ZERO = Fraction(0)
ONE = Fraction(1)
How = Literal["largest", "smallest", "middle", "mean"]


@record(frozen=True, slots=True)
class Leaf:
    """A length nobody worked out: read, chosen, taken from stock, set, or given by a rule.

    ``tolerance`` in mm; ``pointer`` the place in the piece it edits; ``typed`` what a person wrote.
    """

    key: str
    origin: Origin
    tolerance: Fraction = Fraction(0)
    pointer: str | None = None
    typed: str | None = None
    tape: Unit | None = None
    source: str = "choice"


@record(frozen=True, slots=True)
class Tool:
    """What a part is cut with, and how far from its number it may come out (± mm)."""

    label: str
    tolerance: Fraction
    source: str


@record(frozen=True, slots=True)
class Sum:
    """``factor × Σ coefficient × term``: the factor is the last line on scrap paper (÷ 2)."""

    terms: tuple[tuple[Fraction, Dim], ...]
    factor: Fraction = Fraction(1)


@record(frozen=True, slots=True)
class Pick:
    """One of several: the largest, smallest or middle one, or the mean of all."""

    how: How
    of: tuple[Dim, ...]
    chosen: int | None


@record(frozen=True, slots=True)
class Curve:
    """Anything not linear, with its slope in each argument for carrying tolerance."""

    how: str
    args: tuple[tuple[Fraction, Dim], ...]


Form = Leaf | Sum | Pick | Curve


# What an open sum was made of: the operation, and what it was done to.
Made = tuple[Literal["+", "-"], "Dim", "Dim"] | tuple[Literal["*", "/"], "Dim", Fraction] | tuple[Literal["Σ"], "Weights"]
Weights = tuple[tuple["Dim", Fraction], ...]


class Dim:
    """A length in mm with its terms. Equal-valued dims from different sums are different dims.

    Never changed once made. Written with slots and without ceremony: a plan makes more than a thousand for every key press. A sum works
    its value out at once and gathers its terms when somebody asks for them: few figures are opened. ``_key`` is what like terms are
    gathered by.

    Of what is ``cut`` the number was settled before the saw came to it: it hangs on what was read (``slopes``), and differs from its
    number by the tool alone (``varies``). So a gap between a thing and what was cut to its reading varies by both.
    """

    __slots__ = ("_form", "_made", "_slopes", "_varies", "along", "cut", "fits", "grain", "label", "name", "parts", "value")

    value: Final[Fraction]
    label: Final[str]
    name: Final[str | None]
    parts: Final[tuple[str, ...]]
    grain: Final[Grain]
    fits: Final[bool]
    along: Final[Dim | None]
    cut: Final[Dim | None]

    def __init__(
        self,
        value: Fraction,
        form: Form | None,
        label: str = "",
        name: str | None = None,
        parts: tuple[str, ...] = (),
        grain: Grain = "wood",
        fits: bool = False,
        along: Dim | None = None,
        made: Made | None = None,
        cut: Dim | None = None,
    ) -> None:
        self.value, self._form, self._made, self.label, self.name = value, form, made, label, name
        self.parts, self.grain, self.fits, self.along, self.cut = parts, grain, fits, along, cut
        self._slopes: Mapping[str, tuple[Fraction, Dim]] | None = None
        self._varies: Mapping[str, tuple[Fraction, Dim]] | None = None

    @property
    def _key(self) -> str | int:
        form = self._form
        return self.name or (form.key if form.__class__ is Leaf else id(self))

    @property
    def form(self) -> Form:
        """How it came about."""
        form = self._form
        if form is None:
            assert self._made is not None
            form = self._form = _gathered(self._made)
            self._made = None
        return form

    @property
    def leaf(self) -> Leaf | None:
        """What it is as a leaf, if it is one; told without gathering anything."""
        form = self._form
        return form if isinstance(form, Leaf) else None

    # -- arithmetic -----------------------------------------------------------------------------------------------

    def _terms(self) -> tuple[tuple[Fraction, Dim], ...]:
        """An open sum is taken apart, a closed (named) one or a leaf stands as one term."""
        if self.name is None:
            form = self.form
            if form.__class__ is Sum:
                factor, terms = form.factor, form.terms
                return terms if factor == 1 else tuple([(factor * c, t) for c, t in terms])
        return ((ONE, self),)

    def __add__(self, other: Dim) -> Dim:
        return Dim(self.value + other.value, None, grain=self.grain, made=("+", self, other))

    def __sub__(self, other: Dim) -> Dim:
        return Dim(self.value - other.value, None, grain=self.grain, made=("-", self, other))

    def __neg__(self) -> Dim:
        return self * -1

    def __mul__(self, by: Number) -> Dim:
        k = exact(by)
        return Dim(self.value * k, None, grain=self.grain, made=("*", self, k))

    __rmul__ = __mul__

    def __truediv__(self, by: Number) -> Dim:
        k = exact(by)
        return Dim(self.value / k, None, grain=self.grain, made=("/", self, k))

    def named(
        self,
        name: str,
        label: str,
        *,
        parts: Iterable[str] = (),
        grain: Grain | None = None,
        fits: bool = False,
        along: Dim | None = None,
        cut: Tool | Dim | None = None,
    ) -> Dim:
        """The same length as a figure with a dotted name; ``along`` is the whole it is measured along.

        ``cut``: what it is cut with, so that from now on it varies by that tool alone; of an edge of something that is cut, as what it varies.
        """
        # A figure that only passes another on is still its own sum of one term.
        form = self._form if self.name is None else Sum(((ONE, self),))
        how = grain if grain is not None else self.grain
        out = (
            leaf(0, f"cut:{name}", cut.label, "setting", tolerance=cut.tolerance, source=cut.source)
            if isinstance(cut, Tool)
            else cut
        )
        return Dim(self.value, form, label, name, tuple(parts), how, fits, along, self._made, out)

    # -- what follows from the terms ------------------------------------------------------------------------------

    @property
    def slopes(self) -> Mapping[str, tuple[Fraction, Dim]]:
        """By leaf key: how many mm this moves for a mm of the leaf, and the leaf."""
        if self._slopes is None:
            self._slopes = self._worked_slopes()
        return self._slopes

    def _worked_slopes(self) -> Mapping[str, tuple[Fraction, Dim]]:
        if isinstance(self.form, Leaf):
            return {self.form.key: (ONE, self)}
        return _gathered_slopes((coefficient, term.slopes) for coefficient, term in self.inner())

    @property
    def varies(self) -> Mapping[str, tuple[Fraction, Dim]]:
        """By leaf key: how many mm it comes out larger for a mm the leaf is out, and the leaf. Of what is cut, its tool alone."""
        if self._varies is None:
            if self.cut is not None:
                self._varies = self.cut.varies
            elif isinstance(self.form, Leaf):
                self._varies = self.slopes
            else:
                self._varies = _gathered_slopes((coefficient, term.varies) for coefficient, term in self.inner())
        return self._varies

    def inner(self) -> tuple[tuple[Fraction, Dim], ...]:
        """Direct terms with the slope each has at the present values."""
        form = self.form
        if isinstance(form, Sum):
            return tuple((form.factor * c, t) for c, t in form.terms)
        if isinstance(form, Pick):
            if form.chosen is None:
                share = Fraction(1, len(form.of))
                return tuple((share, d) for d in form.of)
            return ((Fraction(1), form.of[form.chosen]),)
        if isinstance(form, Curve):
            return form.args
        return ()

    @property
    def worst(self) -> Fraction:
        """Worst case in mm: Σ|c|·t over the leaves."""
        return sum((abs(c) * _tolerance(leaf) for c, leaf in self.varies.values()), Fraction(0))

    @property
    def doubt(self) -> Fraction:
        """How far two people’s numbers for it may differ, in mm: each reads for himself, and each cuts."""
        return sum((abs(c) * _tolerance(leaf) for c, leaf in {**self.slopes, **self.varies}.values()), Fraction(0))

    @property
    def likely(self) -> Fraction:
        """Likely spread in mm: √Σ(c·t)² over the leaves, to a millionth."""
        return root(sum(((c * _tolerance(leaf)) ** 2 for c, leaf in self.varies.values()), Fraction(0)))


def _tolerance(leaf: Dim) -> Fraction:
    assert isinstance(leaf.form, Leaf)
    return leaf.form.tolerance


def _gathered_slopes(of: Iterable[tuple[Fraction, Mapping[str, tuple[Fraction, Dim]]]]) -> Mapping[str, tuple[Fraction, Dim]]:
    """Slopes of several terms by leaf, each as often as it counts; what cancels is left out."""
    found: dict[str, tuple[Fraction, Dim]] = {}
    for coefficient, slopes in of:
        for key, (slope, leaf) in slopes.items():
            before = found[key][0] if key in found else ZERO
            found[key] = (before + coefficient * slope, leaf)
    return {key: pair for key, pair in found.items() if pair[0]}


def _gathered(made: Made) -> Sum:
    """The terms of a sum: those of what it was made of, like ones together."""
    if made[0] == "+":
        return _sum(made[1]._terms() + made[2]._terms())
    if made[0] == "-":
        return _sum((*made[1]._terms(), *[(-c, t) for c, t in made[2]._terms()]))
    if made[0] == "Σ":
        return _sum(tuple([(k * c, t) for dim, k in made[1] for c, t in dim._terms()]))
    one, k = made[1], made[2]
    form = one.form if one.name is None else None
    if made[0] == "*":
        if isinstance(form, Sum) and len(form.terms) > 1:
            return _sum(form.terms, form.factor * k)
        return _sum(tuple((k * c, t) for c, t in one._terms()))
    if not isinstance(form, Sum):
        return _sum(((ONE, one),), 1 / k)
    return _sum(form.terms, form.factor / k)


def _sum(terms: tuple[tuple[Fraction, Dim], ...], factor: Fraction = ONE) -> Sum:
    """Like terms gathered (by identity of name or leaf), vanished ones dropped."""
    gathered: dict[str | int, tuple[Fraction, Dim]] = {}
    for pair in terms:
        key = pair[1]._key
        if key in gathered:
            gathered[key] = (gathered[key][0] + pair[0], pair[1])
        else:
            gathered[key] = pair
    return Sum(tuple([pair for pair in gathered.values() if pair[0]]), factor)


def weighed(terms: Iterable[tuple[Dim, Fraction]]) -> Dim:
    """Σ weight × dim in one go; what has no weight is left out."""
    kept = tuple([pair for pair in terms if pair[1]])
    value = ZERO
    for dim, k in kept:
        value += dim.value * k
    return Dim(value, None, grain=kept[0][0].grain if kept else "wood", made=("Σ", kept))


def leaf(
    value: Number,
    key: str,
    label: str,
    origin: Origin,
    *,
    tolerance: Number = 0,
    pointer: str | None = None,
    typed: str | None = None,
    tape: Unit | None = None,
    source: str = "choice",
    parts: Iterable[str] = (),
    grain: Grain = "wood",
) -> Dim:
    """An input length in mm. ``key`` tells leaves apart when slopes are gathered."""
    form = Leaf(key, origin, exact(tolerance), pointer, typed, tape, source)
    return Dim(exact(value), form, label, None, tuple(parts), grain)


def rule(value: Number, label: str, source: str, grain: Grain = "wood") -> Dim:
    """A length the trade or the shop lays down (a least bite, a margin)."""
    return leaf(value, f"rule:{label}", label, "rule", source=source, grain=grain)


def _pick(how: How, dims: Iterable[Dim], choose: Callable[[list[Dim]], int]) -> Dim:
    of = tuple(dims)
    if not of:
        raise ValueError(f"the {how} of nothing")
    chosen = choose(list(of))
    one = of[chosen]
    return Dim(one.value, Pick(how, of, chosen), how, None, one.parts, one.grain, one.fits)


def largest(dims: Iterable[Dim]) -> Dim:
    """The largest: for anything the object must go into."""
    return _pick("largest", dims, lambda of: max(range(len(of)), key=lambda i: of[i].value))


def smallest(dims: Iterable[Dim]) -> Dim:
    """The smallest: for anything that must cover the object, or that it must go into."""
    return _pick("smallest", dims, lambda of: min(range(len(of)), key=lambda i: of[i].value))


def mean(dims: Iterable[Dim]) -> Dim:
    """The mean: for how it looks."""
    of = tuple(dims)
    if not of:
        raise ValueError("the mean of nothing")
    value = sum((d.value for d in of), Fraction(0)) / len(of)
    return Dim(value, Pick("mean", of, None), "mean", grain=of[0].grain)


def median(dims: Iterable[Dim]) -> Dim:
    """The median of repeated readings; of an even number, the mean of the middle two."""
    of = sorted(dims, key=lambda d: d.value)
    if not of:
        raise ValueError("the median of nothing")
    if len(of) % 2 == 0:
        return mean(of[len(of) // 2 - 1 : len(of) // 2 + 1])
    return _pick("middle", of, lambda all_: len(all_) // 2)


def root(square: Fraction) -> Fraction:
    """Square root to a millionth of a mm; exact roots stay exact to that step."""
    with localcontext() as context:
        context.prec = 34
        decimal = as_quotient(square).sqrt()
        return Fraction(decimal.quantize(Decimal("0.000001")))


def diagonal(width: Dim, height: Dim) -> Dim:
    """√(w² + h²): what both diagonals of a square-cornered frame must measure."""
    value = root(width.value**2 + height.value**2)
    if value == 0:
        raise ValueError("a diagonal needs sides")
    slopes = ((width.value / value, width), (height.value / value, height))
    return Dim(value, Curve("√(width² + height²)", slopes), grain=width.grain)
