"""A dimension that keeps its terms.

Nearly every number in framing is a short sum of named lengths with whole or half multipliers. A :class:`Dim` holds the
exact value (mm, ``Fraction``) together with how it came about, so that the sum can be shown, its tolerance carried, its
dependence told and a slip found. Arithmetic on dims makes sums; :meth:`Dim.named` closes a sum so that it stands as one
term in the next. Everything is immutable.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from decimal import Decimal, localcontext
from typing import Final, Literal

from shadbo.core.quantity.exact import Fraction, as_quotient
from shadbo.core.quantity.lengths import Grain, Unit

Number = int | Fraction | Decimal
Origin = Literal["reading", "choice", "stock", "setting", "rule"]
ZERO = Fraction(0)
ONE = Fraction(1)
How = Literal["largest", "smallest", "middle", "mean"]


@dataclass(frozen=True, slots=True)
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


@dataclass(frozen=True, slots=True)
class Sum:
    """``factor × Σ coefficient × term``: the factor is the last line on scrap paper (÷ 2)."""

    terms: tuple[tuple[Fraction, Dim], ...]
    factor: Fraction = Fraction(1)


@dataclass(frozen=True, slots=True)
class Pick:
    """One of several: the largest, smallest or middle one, or the mean of all."""

    how: How
    of: tuple[Dim, ...]
    chosen: int | None


@dataclass(frozen=True, slots=True)
class Curve:
    """Anything not linear, with its slope in each argument for carrying tolerance."""

    how: str
    args: tuple[tuple[Fraction, Dim], ...]


class Dim:
    """A length in mm with its terms. Equal-valued dims from different sums are different dims.

    Never changed once made. Written with slots and without ceremony: a plan makes more than a thousand for every key press.
    ``_key`` is what like terms are gathered by.
    """

    __slots__ = ("_key", "_slopes", "along", "fits", "form", "grain", "label", "name", "parts", "value")

    value: Final[Fraction]
    form: Final[Leaf | Sum | Pick | Curve]
    label: Final[str]
    name: Final[str | None]
    parts: Final[tuple[str, ...]]
    grain: Final[Grain]
    fits: Final[bool]
    along: Final[Dim | None]

    def __init__(
        self, value: Fraction, form: Leaf | Sum | Pick | Curve, label: str = "", name: str | None = None,
        parts: tuple[str, ...] = (), grain: Grain = "wood", fits: bool = False, along: Dim | None = None,
    ) -> None:  # fmt: skip
        self.value, self.form, self.label, self.name = value, form, label, name
        self.parts, self.grain, self.fits, self.along = parts, grain, fits, along
        self._key: str | int = name or (form.key if isinstance(form, Leaf) else id(self))
        self._slopes: Mapping[str, tuple[Fraction, Dim]] | None = None

    # -- arithmetic -----------------------------------------------------------------------------------------------

    def _terms(self) -> tuple[tuple[Fraction, Dim], ...]:
        """An open sum is taken apart, a closed (named) one or a leaf stands as one term."""
        form = self.form
        if self.name is None and form.__class__ is Sum:
            factor = form.factor
            return form.terms if factor == 1 else tuple([(factor * c, t) for c, t in form.terms])
        return ((ONE, self),)

    def __add__(self, other: Dim) -> Dim:
        return _sum(self._terms() + other._terms())

    def __sub__(self, other: Dim) -> Dim:
        return _sum((*self._terms(), *[(-c, t) for c, t in other._terms()]))

    def __neg__(self) -> Dim:
        return self * -1

    def __mul__(self, by: Number) -> Dim:
        k = Fraction(by)
        if self.name is None and isinstance(self.form, Sum) and len(self.form.terms) > 1:
            return _sum(self.form.terms, self.form.factor * k)
        return _sum(tuple((k * c, t) for c, t in self._terms()))

    __rmul__ = __mul__

    def __truediv__(self, by: Number) -> Dim:
        k = Fraction(by)
        if self.name is not None or not isinstance(self.form, Sum):
            return _sum(((Fraction(1), self),), 1 / k)
        return _sum(self.form.terms, self.form.factor / k)

    def named(
        self,
        name: str,
        label: str,
        *,
        parts: Iterable[str] = (),
        grain: Grain | None = None,
        fits: bool = False,
        along: Dim | None = None,
    ) -> Dim:
        """The same length as a figure with a dotted name; ``along`` is the whole it is measured along."""
        form = self.form
        if self.name is not None:
            # A figure that only passes another on is still its own sum of one term.
            form = Sum(((Fraction(1), self),))
        return Dim(self.value, form, label, name, tuple(parts), grain if grain is not None else self.grain, fits, along)

    # -- what follows from the terms ------------------------------------------------------------------------------

    @property
    def slopes(self) -> Mapping[str, tuple[Fraction, Dim]]:
        """By leaf key: how many mm this moves for a mm of the leaf, and the leaf."""
        if self._slopes is None:
            self._slopes = self._worked_slopes()
        return self._slopes

    def _worked_slopes(self) -> Mapping[str, tuple[Fraction, Dim]]:
        if isinstance(self.form, Leaf):
            return {self.form.key: (Fraction(1), self)}
        found: dict[str, tuple[Fraction, Dim]] = {}
        for coefficient, term in self.inner():
            for key, (slope, leaf) in term.slopes.items():
                before = found[key][0] if key in found else Fraction(0)
                found[key] = (before + coefficient * slope, leaf)
        return {key: pair for key, pair in found.items() if pair[0]}

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
        return sum((abs(c) * _tolerance(leaf) for c, leaf in self.slopes.values()), Fraction(0))

    @property
    def likely(self) -> Fraction:
        """Likely spread in mm: √Σ(c·t)² over the leaves, to a millionth."""
        return root(sum(((c * _tolerance(leaf)) ** 2 for c, leaf in self.slopes.values()), Fraction(0)))


def _tolerance(leaf: Dim) -> Fraction:
    assert isinstance(leaf.form, Leaf)
    return leaf.form.tolerance


def _sum(terms: tuple[tuple[Fraction, Dim], ...], factor: Fraction = ONE) -> Dim:
    """Like terms gathered (by identity of name or leaf), vanished ones dropped."""
    gathered: dict[str | int, tuple[Fraction, Dim]] = {}
    for pair in terms:
        key = pair[1]._key
        if key in gathered:
            gathered[key] = (gathered[key][0] + pair[0], pair[1])
        else:
            gathered[key] = pair
    kept = tuple([pair for pair in gathered.values() if pair[0]])
    value = ZERO
    for c, term in kept:
        value += term.value if c == 1 else c * term.value
    if factor != 1:
        value *= factor
    grain = kept[0][1].grain if kept else "wood"
    return Dim(value, Sum(kept, factor), grain=grain)


def weighed(terms: Iterable[tuple[Dim, Fraction]]) -> Dim:
    """Σ weight × dim in one go; what has no weight is left out."""
    return _sum(tuple([(k * c, t) for dim, k in terms if k for c, t in dim._terms()]))


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
    form = Leaf(key, origin, Fraction(tolerance), pointer, typed, tape, source)
    return Dim(Fraction(value), form, label, parts=tuple(parts), grain=grain)


def rule(value: Number, label: str, source: str, grain: Grain = "wood") -> Dim:
    """A length the trade or the shop lays down (a least bite, a margin)."""
    return leaf(value, f"rule:{label}", label, "rule", source=source, grain=grain)


def allowance(tolerance: Number, key: str, label: str, source: str) -> Dim:
    """A step of the work that adds nothing but doubt: value 0, tolerance in mm."""
    return leaf(0, key, label, "setting", tolerance=tolerance, source=source)


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
