"""Naming the slip: given the number somebody else worked out, which single mistake gives it?

Each slip is a change to one term anywhere in the sum: a term dropped, a multiplier of one for two, a sign turned, a
neighbouring mark on the tape, the wrong unit, the other axis. Because a figure is linear in its terms at the present
values, the effect of a change deep in the sum is its size times the slope on the way up.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from itertools import combinations

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.lengths import MM_PER_INCH, nearest
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, Leaf, Pick, Sum


@record(frozen=True, slots=True)
class Slip:
    """A named mistake: what was done, what it gives (mm), and how common it is (1 commonest)."""

    kind: str
    sentence: str
    gives: Fraction
    rank: int


@record(frozen=True, slots=True)
class Verdict:
    """What the comparison of somebody's number with a figure came to."""

    agrees: bool
    within_tolerance: bool
    difference: Fraction
    slips: tuple[Slip, ...]


# How common each slip is at the bench, commonest first (common practice, no source).
RANK = {
    "once for twice": 1,
    "not halved": 2,
    "halved twice": 3,
    "inside for outside": 4,
    "left out": 5,
    "other reading": 6,
    "swapped axes": 7,
    "wrong way round": 8,
    "neighbour mark": 9,
    "wrong end": 10,
    "decimal as fraction": 11,
    "mixed units": 12,
    "not subtracted": 13,
    "twice for once": 14,
    "a third for a quarter": 4,
    "one too many": 6,
    "fraction misread": 8,
    "digits swapped": 9,
}
THIRDS = ((Fraction(1, 3), Fraction(1, 4), "a third", "a quarter"), (Fraction(1, 4), Fraction(1, 3), "a quarter", "a third"))
AXES = (("width", "height"), ("horizontal", "vertical"))
FACES = (("inside", "outside"), ("long_point", "short_point"), ("sight", "rabbet"))
# How fine an inch is marked on a tape.
MARKS = frozenset({2, 4, 8, 16, 32, 64})
STATIONS = tuple(combinations(("top", "middle", "bottom"), 2)) + tuple(combinations(("left", "centre", "right"), 2))


def diagnose(
    figure: Dim, own: Fraction, book: Mapping[str, Dim], resolution: Fraction, shown: Callable[[Dim], Fraction] | None = None
) -> Verdict:
    """Compare ``own`` (mm) with ``figure``; ``resolution`` (mm) is half the finest step shown, or half the last place it is written to.

    ``shown`` is a term as it is shown (mm): who adds up shown parts gets what they come to, and is right.

    A number within resolution agrees, and so does one that was worked in whole millimetres, halves, sixteenths or eighths term by term; one
    within the worst case is said to be within tolerance. Otherwise the single slips that give it to within a whole shown step, likeliest first,
    one of each sentence.
    """
    difference = own - figure.value
    form = figure.form
    if abs(difference) <= resolution or (
        shown is not None
        and isinstance(form, Sum)
        and abs(form.factor * sum((c * shown(term) for c, term in form.terms), Fraction(0)) - own) <= resolution
    ):
        return Verdict(True, True, difference, ())
    if any(abs(worked - own) <= GRID_NEAR for worked in _by_hand(figure)):
        return Verdict(True, True, difference, ())
    near = 2 * resolution
    found: dict[str, Slip] = {}
    for slip in _slips(figure, book):
        if abs(slip.gives - own) <= near and abs(slip.gives - figure.value) > resolution:
            found.setdefault(slip.sentence, slip)
    order = sorted(found.values(), key=lambda s: (abs(s.gives - own) > resolution, s.rank, abs(s.gives - own)))
    return Verdict(False, abs(difference) <= figure.doubt, difference, tuple(order[:5]))


# What people round each term to as they go on paper (mm): whole and half millimetres, sixteenths and eighths of an inch.
GRIDS = (Fraction(1), Fraction(1, 2), MM_PER_INCH / 16, MM_PER_INCH / 8)
GRID_NEAR = Fraction(1, 100)


def _by_hand(figure: Dim) -> Iterator[Fraction]:
    """What a figure comes to on scrap paper, each term rounded before it is added: those of its own line alone, its leaves alone, or every
    term on the way; and the answer as it comes out, or rounded once more."""
    form = figure.form
    for grid in GRIDS:
        if isinstance(form, Sum):
            line = form.factor * sum((c * nearest(term.value, grid) for c, term in form.terms), Fraction(0))
            yield from (line, nearest(line, grid))
        for every in (False, True):
            found = _rounded(figure, grid, every, {})
            yield from (found, nearest(found, grid))


def _rounded(dim: Dim, grid: Fraction, every: bool, done: dict[int, Fraction]) -> Fraction:
    """A dim worked out from rounded leaves, each sum on the way rounded too where ``every`` is."""
    if id(dim) in done:
        return done[id(dim)]
    form = dim.form
    if isinstance(form, Sum):
        value = form.factor * sum((c * _rounded(term, grid, every, done) for c, term in form.terms), Fraction(0))
        value = nearest(value, grid) if every else value
    elif isinstance(form, Pick):
        of = [_rounded(one, grid, every, done) for one in form.of]
        value = of[form.chosen] if form.chosen is not None else sum(of, Fraction(0)) / len(of)
        value = nearest(value, grid) if every else value
    else:
        value = nearest(dim.value, grid)
    done[id(dim)] = value
    return value


def _slips(figure: Dim, book: Mapping[str, Dim]) -> Iterator[Slip]:
    value = figure.value

    def slip(kind: str, sentence: str, gives: Fraction) -> Slip:
        return Slip(kind, sentence, gives, RANK[kind])

    for other in _twins(figure.name, book, FACES):
        yield slip("inside for outside", f"this is {_lower(other)}, not {_lower(figure)}", other.value)
    for other in _twins(figure.name, book, AXES):
        yield slip("swapped axes", f"width and height swapped: this is {_lower(other)}", other.value)
    if figure.along is not None:
        yield slip("wrong end", f"measured from the wrong end of {_lower(figure.along)}", figure.along.value - value)
    yield slip("mixed units", "inches and millimetres mixed: a number in inches taken as millimetres", value / MM_PER_INCH)
    yield slip("mixed units", "inches and millimetres mixed: a number in millimetres taken as inches", value * MM_PER_INCH)
    yield slip("wrong way round", "subtracted the wrong way round", -value)

    seen: set[int] = set()
    for slope, node in _nodes(figure, Fraction(1), seen):
        form = node.form
        if isinstance(form, Sum):
            if form.factor == Fraction(1, 2):
                yield slip("not halved", f"forgot to halve ({_lower(node)})", value + slope * node.value)
                yield slip("halved twice", f"halved twice ({_lower(node)})", value - slope * node.value / 2)
            for share, other_share, word, other_word in THIRDS:
                if share in (form.factor, *(c for c, _ in form.terms)):
                    part = node.value * (other_share / share - 1)
                    yield slip("a third for a quarter", f"{other_word} taken for {word} ({_lower(node)})", value + slope * part)
            for c, term in form.terms:
                k, what = slope * form.factor * c, _lower(term)
                if not term.value:
                    continue
                if abs(c) == 2:
                    yield slip("once for twice", f"{what} counted once instead of twice", value - k * term.value / 2)
                if abs(c) == 1 and len(form.terms) > 1:
                    yield slip("twice for once", f"{what} counted twice", value + k * term.value)
                if len(form.terms) > 1:
                    yield slip("left out", f"{what} left out", value - k * term.value)
                    kind = "wrong way round" if len(form.terms) == 2 and c < 0 else "not subtracted"
                    done = "added instead of subtracted" if c < 0 else "subtracted instead of added"
                    yield slip(kind, f"{what} {done}", value - 2 * k * term.value)
                for other in _twins(term.name, book, AXES):
                    change = k * (other.value - term.value)
                    yield slip("swapped axes", f"{_lower(other)} used for {what}", value + change)
                for other in _twins(term.name, book, FACES):
                    change = k * (other.value - term.value)
                    yield slip("inside for outside", f"{_lower(other)} used for {what}", value + change)
                for other in _twins(term.name, book, STATIONS):
                    change = k * (other.value - term.value)
                    yield slip("other reading", f"{_lower(other)} used for {what}", value + change)
                if abs(c) > 2 and c.denominator == 1:
                    times = int(abs(c))
                    for counted, word in ((times - 1, "few"), (times + 1, "many")):
                        said = f"one too {word}: {what} counted {counted} times instead of {times}"
                        yield slip("one too many", said, value + k / times * (counted - times) * term.value)
        elif isinstance(form, Pick):
            for other in form.of:
                change = slope * (other.value - node.value)
                yield slip("other reading", f"{_lower(other)} used, not the {form.how}", value + change)
        elif isinstance(form, Leaf):
            for sentence, kind, wrong in _misread(node, form):
                if wrong > 0:
                    yield slip(kind, sentence, value + slope * (wrong - node.value))


def _nodes(dim: Dim, slope: Fraction, seen: set[int]) -> Iterator[tuple[Fraction, Dim]]:
    """Every dim under a figure once, with the slope of the figure in it."""
    if id(dim) in seen:
        return
    seen.add(id(dim))
    yield slope, dim
    for c, term in dim.inner():
        yield from _nodes(term, slope * c, seen)


def _misread(dim: Dim, form: Leaf) -> Iterator[tuple[str, str, Fraction]]:
    what = _lower(dim)
    if form.origin == "rule" or not dim.value:
        return
    yield f"{what}: inches taken as millimetres", "mixed units", dim.value / MM_PER_INCH
    yield f"{what}: millimetres taken as inches", "mixed units", dim.value * MM_PER_INCH
    if form.origin != "reading":
        # Chosen or out of the stock list: nobody read it off a tape.
        return
    inches = dim.value / MM_PER_INCH
    if form.tape == "in":
        for parts, word in ((8, "an eighth"), (4, "a quarter"), (16, "a sixteenth"), (1, "an inch")):
            for sign in (1, -1):
                side = "over" if sign > 0 else "under"
                yield f"{what} read {word} {side}", "neighbour mark", dim.value + sign * MM_PER_INCH / parts
        # .4 in taken for 4/16, and 3/16 taken for .316
        whole = int(inches)
        rest = inches - whole
        tenths = rest * 10
        if rest and tenths.denominator == 1:
            wrong = whole + Fraction(int(tenths), 16)
            yield (f"{what}: the decimal .{int(tenths)} read as {int(tenths)}/16", "decimal as fraction", wrong * MM_PER_INCH)
        marked = rest and rest.denominator in MARKS
        if marked:
            for parts in {int(rest.denominator) * 2, int(rest.denominator) // 2} & MARKS:
                if rest.numerator < parts:
                    wrong = whole + Fraction(int(rest.numerator), parts)
                    text = f"{what}: {rest.numerator}/{rest.denominator} read as {rest.numerator}/{parts}"
                    yield text, "fraction misread", wrong * MM_PER_INCH
        for turned in _swapped(whole):
            yield f"{what}: digits swapped, {whole} written {turned}", "digits swapped", (turned + rest) * MM_PER_INCH
        if marked:
            digits = f"{rest.numerator}{rest.denominator}"
            wrong = whole + Fraction(int(digits), 10 ** len(digits))
            text = f"{what}: the fraction {rest.numerator}/{rest.denominator} written as .{digits}"
            yield text, "decimal as fraction", wrong * MM_PER_INCH
            wrong = whole + Fraction(rest.numerator, 10)
            text = f"{what}: the fraction {rest.numerator}/{rest.denominator} written as .{rest.numerator}"
            yield text, "decimal as fraction", wrong * MM_PER_INCH
    else:
        for step in (10, 1, 5, 100):
            for sign in (1, -1):
                side = "over" if sign > 0 else "under"
                yield f"{what} read {step} mm {side}", "neighbour mark", dim.value + sign * step
        whole = int(dim.value)
        for turned in _swapped(whole):
            yield f"{what}: digits swapped, {whole} written {turned}", "digits swapped", dim.value - whole + turned
        sixteenth = nearest(inches, Fraction(1, 16)) * MM_PER_INCH
        if abs(sixteenth - dim.value) > Fraction(1, 2):
            yield f"{what} rounded to a sixteenth of an inch", "mixed units", sixteenth


def _swapped(number: int) -> Iterator[int]:
    """A number with two digits beside one another the wrong way round."""
    digits = str(number) if number > 0 else ""
    for i in range(len(digits) - 1):
        turned = digits[:i] + digits[i + 1] + digits[i] + digits[i + 2 :]
        if turned != digits and not turned.startswith("0"):
            yield int(turned)


def _twins(name: str | None, book: Mapping[str, Dim], pairs: tuple[tuple[str, str], ...]) -> Iterator[Dim]:
    """Figures of the same name with one word changed for its opposite."""
    if name is None:
        return
    words = name.split(".")
    for pair in pairs:
        for a, b in (pair, pair[::-1]):
            if a in words:
                twin = book.get(".".join(b if w == a else w for w in words))
                if twin is not None:
                    yield twin


def _lower(dim: Dim) -> str:
    """A label inside a sentence."""
    label = dim.label or "the sum"
    return label[0].lower() + label[1:]
