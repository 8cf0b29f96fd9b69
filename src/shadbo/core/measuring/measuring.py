"""Readings at stations and what is made of them."""

from __future__ import annotations

from dataclasses import field

from shadbo.core.document.readings import AnyReading, Stations, Uses
from shadbo.core.document.shop import Shop
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Book
from shadbo.core.quantity.lengths import Grain
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf, mean, median, smallest, weighed

HALF = Fraction(1, 2)


@record(frozen=True, slots=True)
class Side:
    """One size of a thing as read: a dim for each station, how far along each lies, and the size for each use."""

    stations: dict[str, Dim]
    largest: Dim
    smallest: Dim
    mean: Dim
    spread: Dim
    along: dict[str, Fraction] = field(default_factory=dict)
    repeated: dict[str, tuple[Dim, ...]] = field(default_factory=dict)
    use: Uses = Uses()
    called: dict[str, str] = field(default_factory=dict)

    def at(self, station: str) -> Dim | None:
        return self.stations.get(station)

    @property
    def into(self) -> Dim:
        """The size for anything it must go into."""
        return self._of(self.use.into)

    @property
    def cover(self) -> Dim:
        """The size for anything that must cover it."""
        return self._of(self.use.cover)

    @property
    def look(self) -> Dim:
        """The size for how it looks."""
        return self._of(self.use.look)

    def _of(self, use: str) -> Dim:
        return {"largest": self.largest, "mean": self.mean, "smallest": self.smallest}[use]

    def near(self, along: Fraction) -> Dim:
        """The size at a place along the side: read there, or on the straight line between its neighbours."""
        ordered = sorted(self.along.items(), key=lambda item: item[1])
        if not ordered:
            return self.mean
        before = [item for item in ordered if item[1] <= along] or ordered[:1]
        after = [item for item in ordered if item[1] >= along] or ordered[-1:]
        (low, a), (high, b) = before[-1], after[0]
        if low == high:
            return self.stations[low]
        # Two stations at one place: what was read there is between them.
        share = (along - a) / (b - a) if b > a else Fraction(1, 2)
        return self.stations[low] * (1 - share) + self.stations[high] * share


def reading_dim(reading: AnyReading, pointer: str, label: str, shop: Shop, grain: Grain, part: str) -> Dim:
    """One reading as an input length, with the tolerance of the tape it was read on."""
    tolerance = max(shop.reading_tolerance(reading.tape), exact(reading.give))
    return leaf(
        reading.mm,
        pointer,
        label,
        "reading",
        tolerance=tolerance,
        pointer=pointer,
        typed=reading.typed,
        tape=reading.tape,
        source="tape",
        parts=(part,),
        grain=grain,
    )


def read_stations(
    book: Book, stations: Stations, name: str, label: str, pointer: str, shop: Shop, *, part: str, grain: Grain = "wood"
) -> tuple[dict[str, Dim], dict[str, Fraction], dict[str, tuple[Dim, ...]]]:
    """Every station that was read into the book: its dim (the median of several), how far along it lies, its readings."""
    found: dict[str, Dim] = {}
    along: dict[str, Fraction] = {}
    repeated: dict[str, tuple[Dim, ...]] = {}
    for place in stations.places(pointer):
        title = label if place.key == "bar" else f"{label}, {place.label}"
        again = len(place.readings) > 1
        dims = [
            reading_dim(r, f"{place.pointer}/{i}", f"{title}, reading {i + 1}" if again else title, shop, grain, part)
            for i, r in enumerate(place.readings)
        ]
        parts = (part, f"{part}.{place.key}")
        if again:
            dims = [book.add(d, f"{name}.{place.key}.{i + 1}", d.label, parts=parts) for i, d in enumerate(dims)]
            repeated[place.key] = tuple(dims)
        found[place.key] = book.add(median(dims) if again else dims[0], f"{name}.{place.key}", title, parts=parts)
        if place.along is not None:
            along[place.key] = place.along
    return found, along, repeated


def read_side(
    book: Book,
    stations: Stations,
    name: str,
    label: str,
    pointer: str,
    shop: Shop,
    *,
    part: str,
    grain: Grain = "wood",
    use: Uses = Uses(),
    more: Dim | None = None,
    told: Dim | None = None,
) -> Side:
    """Put the stations of one size into the book: each reading, the largest, smallest, mean and spread.

    Several readings of a station: the median stands, all are kept. ``more`` is added to what was read, wherever it is used. ``told`` stands for
    what nobody has read yet.
    """
    if told is None:
        found, along, repeated = read_stations(book, stations, name, label, pointer, shop, part=part, grain=grain)
    else:
        middle_of = next(key for key, along in stations.ALONG.items() if along == HALF)
        found = {middle_of: book.add(told, f"{name}.{middle_of}", f"{label}, {middle_of}", parts=(part, f"{part}.{middle_of}"))}
        along, repeated = {middle_of: HALF}, {}
    all_ = [d + more for d in found.values()] if more is not None else list(found.values())
    big = book.add(largest(all_), f"{name}.largest", f"{label}, largest", parts=(part,))
    small = book.add(smallest(all_), f"{name}.smallest", f"{label}, smallest", parts=(part,))
    middle = book.add(mean(all_), f"{name}.mean", f"{label}, mean", parts=(part,))
    spread = book.add(big - small, f"{name}.spread", f"{label}, spread", parts=(part,), grain="depth")
    called = {place.key: place.label for place in stations.places(pointer) if place.key in found}
    return Side(found, big, small, middle, spread, along, repeated, use, called)


def taper(side: Side) -> Dim | None:
    """How much the size grows from the first end of its side to the last: the slope of the readings (least squares)."""
    if len(side.along) < 2:
        return None
    places = list(side.along.values())
    centre = sum(places, Fraction(0)) / len(places)
    square = sum(((p - centre) ** 2 for p in places), Fraction(0))
    return weighed([(side.stations[k], (p - centre) / square) for k, p in side.along.items()])


def waist(side: Side) -> Dim | None:
    """Middle less the mean of the ends (on the straight line between them): negative is narrower in the middle."""
    if len(side.along) < 3:
        return None
    ordered = sorted(side.along.items(), key=lambda item: item[1])
    (first, a), (last, b) = ordered[0], ordered[-1]
    middle, at = min(ordered[1:-1], key=lambda item: abs(item[1] - (a + b) / 2))
    if a == b:
        return None
    share = (at - a) / (b - a)
    return side.stations[middle] - (side.stations[first] * (1 - share) + side.stations[last] * share)
