"""Reading a length as a framer writes it, and showing one as a framer reads it.

Lengths are exact: ``fractions.Fraction`` millimetres inside the core, finite decimals in documents.
1 in = 25.4 mm exactly (international inch, NIST SP 811), so both systems are exact in both directions.
"""

from __future__ import annotations

import re
import unicodedata
from decimal import Decimal
from functools import lru_cache
from math import gcd
from typing import Literal

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record

Unit = Literal["mm", "in"]
Grain = Literal["wood", "depth", "fine"]

MM_PER_INCH = Fraction(254, 10)
UNIT_MM: dict[str, Fraction] = {
    "mm": Fraction(1),
    "cm": Fraction(10),
    "m": Fraction(1000),
    "in": MM_PER_INCH,
    "ft": 12 * MM_PER_INCH,
}
_UNIT_WORDS = {
    "mm": "mm",
    "cm": "cm",
    "m": "m",
    "in": "in",
    "inch": "in",
    "inches": "in",
    '"': "in",
    "''": "in",
    "ft": "ft",
    "foot": "ft",
    "feet": "ft",
    "'": "ft",
}
METRIC_STEP: dict[str, Fraction] = {"wood": Fraction(1, 2), "depth": Fraction(1, 10), "fine": Fraction(1, 10)}
LONGEST_TEXT = 120
SMALLEST_STEP = Fraction(1, 1_000_000)
ACCEPTED = "640, 64 cm, 25 3/16, 25½, 2' 1 3/16\", 0.75 in, or a sum such as 640 - 2*12"


class LengthError(ValueError):
    """A text that is not a length. ``str()`` says what is wrong; ``accepted`` what would do."""

    def __init__(self, message: str, accepted: str = ACCEPTED) -> None:
        super().__init__(message)
        self.accepted = accepted


@record(frozen=True, slots=True)
class Tape:
    """The finest divisions of the tapes in use: mm on the metric one, inches on the other (shop setting)."""

    mm: Fraction = Fraction(1)
    inch: Fraction = Fraction(1, 16)

    def division_mm(self, unit: Unit) -> Fraction:
        return self.mm if unit == "mm" else self.inch * MM_PER_INCH


@record(frozen=True, slots=True)
class Understood:
    """A typed length: exact mm, the system it was read in, and how far a trailing + or - leaves it open (mm)."""

    mm: Fraction
    unit: Unit
    give_mm: Fraction = Fraction(0)


_TOKEN = re.compile(
    r"""\s*(?:
      (?P<mixed>\d+(?:\s+|-)\d+/\d+(?![\d.])|\d+/\d+(?![\d.]))
    | (?P<number>\d+\.\d*|\.\d+|\d+)
    | (?P<unit>millimet(?:re|er)s?|centimet(?:re|er)s?|met(?:re|er)s?|inches|inch|feet|foot|mm|cm|in|ft|m|''|"|')
    | (?P<op>[-+*/()])
    )""",
    re.VERBOSE | re.IGNORECASE,
)
_SPELLED = {"millimet": "mm", "centimet": "cm", "met": "m"}


def _plain(text: str) -> str:
    """One spelling for the many marks people and keyboards use."""
    out: list[str] = []
    for ch in text:
        # A vulgar fraction (½) is one character; it may stand right after its whole number.
        if ch != "⁄" and unicodedata.category(ch) == "No" and "⁄" in (plain := unicodedata.normalize("NFKC", ch)):
            out.append(" " + plain.replace("⁄", "/"))
        elif not ch.isascii() and (digit := unicodedata.decimal(ch, None)) is not None:
            out.append(str(digit))
        else:
            out.append(ch)
    joined = "".join(out)
    for marks, plain in (("⁄∕÷", "/"), ("×·∙", "*"), ("−–—", "-"), ("″”“", '"'), ("′’‘", "'"), ("\u00a0\u2009\u202f", " ")):
        joined = joined.translate({ord(m): plain for m in marks})
    # A comma is a decimal mark where it can be nothing else: 12,5 but not 1,250.
    return re.sub(r"(?<=\d),(?=\d{1,2}(?!\d))", ".", joined).strip()


@record(frozen=True, slots=True)
class _Value:
    amount: Fraction
    is_length: bool  # a bare number becomes a length only when the field gives it a unit


class _Reader:
    """Recursive descent over: sum := product (±product)*; product := atom (×÷ atom)*."""

    def __init__(self, text: str, unit: Unit) -> None:
        self.unit: Unit = unit
        self.seen: Unit | None = None
        self.tokens: list[tuple[str, str]] = []
        at = 0
        while at < len(text):
            found = _TOKEN.match(text, at)
            if not found or found.end() == at:
                odd = text[at:].strip()[:12]
                if not odd:
                    break
                if re.match(r",\d{3}", odd):
                    raise LengthError("a comma between thousands can't be told from a decimal mark: leave it out")
                raise LengthError(f"“{odd}” is not part of a length")
            kind = str(found.lastgroup)
            self.tokens.append((kind, found.group(kind)))
            at = found.end()
        self.at = 0

    def peek(self) -> tuple[str, str] | None:
        return self.tokens[self.at] if self.at < len(self.tokens) else None

    def take(self) -> tuple[str, str]:
        token = self.peek()
        if token is None:
            raise LengthError("the sum stops short: a number is missing at the end")
        self.at += 1
        return token

    def as_length(self, value: _Value) -> Fraction:
        return value.amount if value.is_length else value.amount * UNIT_MM[self.unit]

    def sum(self) -> _Value:
        total = self.product()
        while (token := self.peek()) in (("op", "+"), ("op", "-")):
            self.take()
            other = self.product()
            sign = 1 if token == ("op", "+") else -1
            if total.is_length == other.is_length:
                total = _Value(total.amount + sign * other.amount, total.is_length)
            else:
                total = _Value(self.as_length(total) + sign * self.as_length(other), True)
        return total

    def product(self) -> _Value:
        total = self.atom()
        while (token := self.peek()) in (("op", "*"), ("op", "/")):
            self.take()
            other = self.atom()
            if token == ("op", "*"):
                if total.is_length and other.is_length:
                    raise LengthError("a length times a length is an area")
                total = _Value(total.amount * other.amount, total.is_length or other.is_length)
            else:
                if other.amount == 0:
                    raise LengthError("this divides by zero")
                if other.is_length:
                    raise LengthError("dividing by a length gives no length")
                total = _Value(total.amount / other.amount, total.is_length)
        return total

    def atom(self) -> _Value:
        kind, text = self.take()
        if (kind, text) == ("op", "("):
            inner = self.sum()
            if self.peek() != ("op", ")"):
                raise LengthError("a bracket is left open")
            self.take()
            return self.with_unit(inner)
        if (kind, text) == ("op", "-"):
            inner = self.atom()
            return _Value(-inner.amount, inner.is_length)
        if kind in ("mixed", "number"):
            value = self.with_unit(_Value(_number(text), False))
            return self.feet_and_inches(value)
        if kind == "unit":
            raise LengthError(f"“{text}” has no number before it")
        raise LengthError(f"“{text}” stands where a number should be")

    def with_unit(self, value: _Value) -> _Value:
        token = self.peek()
        if token is None or token[0] != "unit":
            return value
        if value.is_length:
            raise LengthError("the unit is given twice")
        self.take()
        word = token[1].lower()
        unit = _UNIT_WORDS.get(word) or next(u for stem, u in _SPELLED.items() if word.startswith(stem))
        self.seen = "in" if unit in ("in", "ft") else "mm"
        self.last_unit = unit
        return _Value(value.amount * UNIT_MM[unit], True)

    def feet_and_inches(self, feet: _Value) -> _Value:
        """2' 1 3/16": a number right after feet is inches, with or without its mark."""
        token = self.peek()
        if not (feet.is_length and self.last_unit == "ft" and token and token[0] in ("mixed", "number")):
            return feet
        inches = _number(self.take()[1])
        self.last_unit = "in"
        follows = self.peek()
        if follows and follows[0] == "unit":
            if _UNIT_WORDS.get(follows[1].lower()) != "in":
                raise LengthError("after feet come inches")
            self.take()
        return _Value(feet.amount + inches * MM_PER_INCH, True)

    last_unit: str = ""


def _number(text: str) -> Fraction:
    if "/" not in text:
        return Fraction(text)
    head, _, denominator = text.rpartition("/")
    whole, _, numerator = re.sub(r"\s+|-", " ", head).rpartition(" ")
    if int(denominator) == 0:
        raise LengthError("a fraction can't have 0 below the line")
    if whole and int(numerator) >= int(denominator):
        raise LengthError(f"{numerator}/{denominator} after a whole number should be less than one")
    return Fraction(int(whole or 0)) + Fraction(int(numerator), int(denominator))


def last_place(text: str, unit: Unit) -> Fraction:
    """Half of what a plain number in mm is written to: half a millimetre of 652. Nothing of a sum, and of inches, whose fractions are exact."""
    number = re.fullmatch(r"\d+\s*(mm)?", _plain(text), re.IGNORECASE)
    return Fraction(1, 2) if number is not None and (number[1] or unit == "mm") else Fraction(0)


# Below this a number before or after the mark is a count or a thickness: 2 x 19 is a product, 508 x 762 are two sizes (mm).
LEAST_SIZE = 25
_TWO = re.compile(r"^(?P<first>[^x×*]+?)\s*[x×]\s*(?P<second>[^x×*]+)$", re.IGNORECASE)
_UNIT_LAST = re.compile(r"(?:[a-z]+|''|[\"″”'′’])\s*$", re.IGNORECASE)


def two_sizes(text: str, unit: Unit = "mm", tape: Tape = Tape()) -> tuple[str, str] | None:
    """Width and height written in one go (``508 x 762``, ``20 × 30 in``), each as it would be typed by itself; None of anything else.

    A unit behind the second is the first one’s too.
    """
    found = _TWO.match(text.strip()) if len(text) <= LONGEST_TEXT else None
    if found is None:
        return None
    first, second = found["first"], found["second"]
    told = _UNIT_LAST.search(second)
    if told and not _UNIT_LAST.search(first):
        first += f" {told[0].strip()}"
    try:
        sizes = [read_length(part, unit, tape).mm for part in (first, second)]
    except LengthError:
        return None
    return (first, second) if min(sizes) >= LEAST_SIZE else None


def read_length(text: str, unit: Unit = "mm", tape: Tape = Tape()) -> Understood:
    """Read a typed length or sum; bare numbers take ``unit``.

    A trailing ``+`` or ``-`` moves the reading by half of the finest division of that tape to that side and
    keeps the same amount as uncertainty. Raises :class:`LengthError`.
    """
    if len(text) > LONGEST_TEXT:
        raise LengthError(f"that is {len(text)} characters long; a length has at most {LONGEST_TEXT}")
    plain = _plain(text)
    if not plain:
        raise LengthError("nothing is typed here yet")
    side = 0
    if len(plain) > 1 and plain[-1] in "+-":
        side = 1 if plain[-1] == "+" else -1
        plain = plain[:-1]
    reader = _Reader(plain, unit)
    try:
        value = reader.sum()
    except RecursionError:
        raise LengthError("too many brackets or signs in one another") from None
    if reader.peek() is not None:
        raise LengthError(f"“{reader.take()[1]}” is left over: is a sign missing before it?")
    mm = reader.as_length(value)
    system: Unit = reader.seen or unit
    give = Fraction(0)
    if side:
        give = tape.division_mm(system) / 2
        mm += side * give
    return Understood(finite(mm), system, give)


def finite(mm: Fraction) -> Fraction:
    """The value as a document can hold it: unchanged if its decimal ends, else the nearest millionth of a mm."""
    rest = int(mm.denominator)
    for prime in (2, 5):
        while rest % prime == 0:
            rest //= prime
    return mm if rest == 1 else nearest(mm, SMALLEST_STEP)


def nearest(mm: Fraction, step: Fraction) -> Fraction:
    """``mm`` to the nearest ``step``, halves away from zero, as on paper."""
    count = _steps(abs(mm), step)
    return (count if mm >= 0 else -count) * step


def _steps(size: Fraction, step: Fraction) -> int:
    """How many whole steps a size rounds to; in integers, for this runs for every figure shown."""
    over = size.numerator * step.denominator
    under = size.denominator * step.numerator
    return int((2 * over + under) // (2 * under))


@lru_cache(maxsize=20_000)
def as_decimal(mm: Fraction) -> Decimal:
    """Exact for finite decimals, else to a millionth of a millimetre; no exponent, no trailing zeros."""
    held = finite(mm)
    top, bottom = int(held.numerator), int(held.denominator)
    places = 0
    while top * 10**places % bottom:
        places += 1
    return Decimal(top * 10**places // bottom).scaleb(-places)


def exact_text(mm: Fraction) -> str:
    """The same as text: whole millimetres, which most are, without the way round a decimal."""
    return str(mm.numerator) if mm.denominator == 1 else f"{as_decimal(mm):f}"


@record(frozen=True, slots=True)
class Inches:
    """A length in inches as it is written: whole and reduced fraction."""

    whole: int
    num: int
    den: int


@record(frozen=True, slots=True)
class Shown:
    """A length ready for the eye in both systems.

    ``mm`` is the decimal text without unit, ``inch`` the fraction; ``minus`` holds the sign of each after rounding.
    ``mm_exact`` and ``inch_exact`` tell whether rounding left the value as it was.
    """

    mm: str
    inch: Inches
    minus: bool
    mm_exact: bool
    inch_exact: bool

    def text(self, unit: Unit) -> str:
        """Plain text with its unit, which :func:`read_length` reads back."""
        sign = "-" if self.minus else ""
        if unit == "mm":
            return f"{sign}{self.mm} mm"
        whole, frac = self.inch.whole, f"{self.inch.num}/{self.inch.den}" if self.inch.num else ""
        body = f"{whole} {frac}" if whole and frac else frac or str(whole)
        return f"{sign}{body} in"


@record(frozen=True, slots=True)
class Showing:
    """How lengths are rounded for the eye (shop setting): the inch's finest fraction for sizes; sums use 1/64."""

    inch_parts: int = 16

    def show(self, mm: Fraction, grain: Grain = "wood") -> Shown:
        """Metric to 0.5 mm for wood and 0.1 mm for depth; inches to the shop's fraction, 1/64 where fine."""
        return _show(mm.numerator, mm.denominator, METRIC_STEP[grain], 64 if grain == "fine" else self.inch_parts)

    def told(self, mm: Fraction, grain: Grain = "wood") -> Shown:
        """The same in a sentence: a length that is some is shown as some, by a finer step."""
        return _show(mm.numerator, mm.denominator, METRIC_STEP[grain], 64 if grain == "fine" else self.inch_parts, True)

    def rounded(self, mm: Fraction, unit: Unit, grain: Grain) -> Fraction:
        """A length as it is shown in one system, mm."""
        return nearest(mm, self.step(unit, grain))

    def moved(self, mm: Fraction, grain: Grain) -> tuple[Fraction, Fraction]:
        """How far rounding for the eye moves a length, in mm: the metric figure, the inch figure."""
        return tuple(abs(nearest(mm, self.step(unit, grain)) - mm) for unit in ("mm", "in"))  # type: ignore[return-value]

    def step(self, unit: Unit, grain: Grain) -> Fraction:
        """The finest step shown, in mm."""
        if unit == "mm":
            return METRIC_STEP[grain]
        return MM_PER_INCH / (64 if grain == "fine" else self.inch_parts)


@lru_cache(maxsize=20_000)
def _show(numerator: int, denominator: int, metric_step: Fraction, inch_parts: int, some: bool = False) -> Shown:
    mm = Fraction(numerator, denominator)
    size = abs(mm)
    steps = _steps(size, metric_step)
    ticks = _steps(size, MM_PER_INCH / inch_parts)
    # In a sentence what is more than nothing is not said to be nothing where a finer step says it.
    if some and not steps:
        metric_step = METRIC_STEP["fine"]
        steps = _steps(size, metric_step)
    if some and not ticks:
        inch_parts = 64
        ticks = _steps(size, MM_PER_INCH / inch_parts)
    tenths = steps * metric_step * 10
    whole, over = divmod(ticks, inch_parts)
    common = gcd(over, inch_parts)
    whole_mm, tenth = divmod(int(tenths), 10)
    return Shown(
        mm=f"{whole_mm}.{tenth}" if tenth else str(whole_mm),
        inch=Inches(whole, over // common, inch_parts // common if over else 1),
        minus=mm < 0 and (steps > 0 or ticks > 0),
        mm_exact=steps * metric_step == size,
        inch_exact=ticks * MM_PER_INCH == size * inch_parts,
    )
