"""An object as it was measured: how its edges run, what is out of true about it, what it weighs."""

from __future__ import annotations

from dataclasses import field

from shadbo.core.document.coming import OWN_BOARDS, on_its_board
from shadbo.core.document.objects import FlatWork, RolledCanvas, StretchedCanvas
from shadbo.core.document.shop import Shop
from shadbo.core.measuring.measuring import Side, read_side, read_stations, taper, waist
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Book, Say, Speaker
from shadbo.core.quantity.lengths import Shown
from shadbo.core.quantity.masses import show_mass
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import ZERO, Curve, Dim, leaf, mean, weighed
from shadbo.core.science.timber import density

HALF = Fraction(1, 2)
EDGES = ("left", "right", "top", "bottom")
# Edge, the axis its stations lie on, and the sign of outward from the centre.
RUNS = {"left": ("width", -1), "right": ("width", 1), "top": ("height", -1), "bottom": ("height", 1)}

# Weight of a sheet, grams a square metre, and density of stretcher bars: for an estimate, marked as one.
GRAMS_PER_M2 = {
    "paper": 170,
    "linen_backed": 450,
    "photograph": 250,
    "canvas": 400,
    "board": 900,
    "cloth": 200,
    "puzzle": 1500,
    "plant": 100,
}
BAR_WOOD = "eastern white pine"
# What the depth of each support is called where it is read.
DEPTHS = {"stretched": "Bar depth", "cradled": "Cradle depth", "board": "Board thickness"}

What = StretchedCanvas | RolledCanvas | FlatWork


@record(frozen=True, slots=True)
class Thing:
    """Everything measured of one object. ``key`` begins the names of its figures, ``what`` is what it is called."""

    key: str
    what: str
    width: Side
    height: Side
    depth: Side | None
    gaps: dict[str, tuple[dict[str, Dim], dict[str, Fraction]]]
    rising: Dim | None
    falling: Dim | None
    lean: Dim | None
    taper: dict[str, Dim]
    waist: dict[str, Dim]
    weight_kg: Fraction
    estimated: bool
    # Worked out once: the drawings and the borders ask for the same again and again.
    _outlines: dict[int, list[tuple[Fraction, Fraction]]] = field(default_factory=dict)
    _edges: dict[tuple[str, str], Dim] = field(default_factory=dict)
    _runs: dict[tuple[str, Fraction], Fraction] = field(default_factory=dict)

    def side(self, axis: str) -> Side:
        return self.width if axis == "width" else self.height

    def edge(self, edge: str, station: str) -> Dim:
        """Where an edge runs at a station: mm from the middle line, right and down positive (as it lies, not placed)."""
        found = self._edges.get((edge, station))
        if found is None:
            axis, out = RUNS[edge]
            half, middle = self.side(axis).stations[station] * (HALF * out), self._midline(axis, station)
            found = self._edges[edge, station] = half + weighed(middle) if middle else half
        return found

    def edge_at(self, edge: str, along: Fraction) -> Dim:
        """The same at any place along the side: at a station, or on the straight line between two."""
        ordered = sorted((p, k) for k, p in self.side(RUNS[edge][0]).along.items())
        before = [item for item in ordered if item[0] <= along] or ordered[:1]
        after = [item for item in ordered if item[0] >= along] or ordered[-1:]
        (a, low), (b, high) = before[-1], after[0]
        if low == high:
            found = self.edge(edge, low)
            # One reading a side says nothing of the lean, but diagonals do: it runs on from there.
            one = len(ordered) == 1 and self.lean is not None and RUNS[edge][0] == "width"
            return found + weighed([(self.lean, a - along)]) if one and self.lean is not None and a != along else found
        # Two stations at one place: what was read there is between them.
        share = (along - a) / (b - a) if b > a else HALF
        return self.edge(edge, low) * (1 - share) + self.edge(edge, high) * share

    def edge_near(self, edge: str, along: Fraction) -> Fraction:
        """The same for drawing."""
        found = self._runs.get((edge, along))
        if found is None:
            found = self._runs[edge, along] = self.edge_at(edge, along).value
        return found

    def _midline(self, axis: str, station: str) -> list[tuple[Dim, Fraction]]:
        """How far the middle between two edges stands off the straight middle line, and the lean of the whole."""
        side = self.side(axis)
        terms: list[tuple[Dim, Fraction]] = []
        if self._edges_read(axis) and len(side.along) > 1:
            # What is left of the raw midline after its own straight line is taken away (least squares).
            places = side.along
            centre = sum(places.values(), ZERO) / len(places)
            square = sum(((p - centre) ** 2 for p in places.values()), ZERO)
            for other in places:
                share = Fraction(other == station) - Fraction(1, len(places))
                share -= (places[station] - centre) * (places[other] - centre) / square
                terms += [(d, k * share) for d, k in self._raw_midline(axis, other)]
        if self.lean is not None and axis == "width":
            terms.append((self.lean, HALF - side.along[station]))
        return terms

    def _edges_read(self, axis: str) -> list[str]:
        return [e for e in EDGES if RUNS[e][0] == axis and self.gaps[e][0]]

    def _raw_midline(self, axis: str, station: str) -> list[tuple[Dim, Fraction]]:
        """From the straightedges: an edge stands in from its straightedge by the gap read there."""
        read = self._edges_read(axis)
        terms: list[tuple[Dim, Fraction]] = []
        for edge in read:
            share = Fraction(-RUNS[edge][1], len(read))
            if gap := self.gaps[edge][0].get(station):
                terms.append((gap, share))
            terms.append((self.side(axis).stations[station], share / 2))
        return terms

    def outline(self, exaggerate: int = 1) -> list[tuple[Fraction, Fraction]]:
        """The object as measured, round from its upper left corner; mm from its middle.

        ``exaggerate`` draws deviations from the true rectangle so many times over.
        """
        if exaggerate not in self._outlines:
            self._outlines[exaggerate] = self._outline(exaggerate)
        return self._outlines[exaggerate]

    def _outline(self, exaggerate: int) -> list[tuple[Fraction, Fraction]]:
        half_w, half_h = self.width.mean.value * HALF, self.height.mean.value * HALF

        def x(edge: str, along: Fraction) -> Fraction:
            true = -half_w if edge == "left" else half_w
            return true + (self.edge_near(edge, along) - true) * exaggerate

        def y(edge: str, along: Fraction) -> Fraction:
            true = -half_h if edge == "top" else half_h
            return true + (self.edge_near(edge, along) - true) * exaggerate

        down = sorted(p for p in self.width.along.values() if 0 < p < 1)
        across = sorted(p for p in self.height.along.values() if 0 < p < 1)
        zero, one = Fraction(0), Fraction(1)

        def between(a: Fraction, b: Fraction, share: Fraction) -> Fraction:
            return a + (b - a) * share

        def upright(edge: str, end: Fraction) -> list[tuple[Fraction, Fraction]]:
            top, bottom = y("top", end), y("bottom", end)
            return [(x(edge, p), between(top, bottom, p)) for p in down]

        def level(edge: str, end: Fraction) -> list[tuple[Fraction, Fraction]]:
            left, right = x("left", end), x("right", end)
            return [(between(left, right, p), y(edge, p)) for p in across]

        return [
            (x("left", zero), y("top", zero)),
            *level("top", zero),
            (x("right", zero), y("top", one)),
            *upright("right", one),
            (x("right", one), y("bottom", one)),
            *reversed(level("bottom", one)),
            (x("left", one), y("bottom", zero)),
            *reversed(upright("left", zero)),
        ]


def read_thing(
    book: Book, speak: Speaker, shop: Shop, thing: What, key: str, what: str, pointer: str, cradled: bool = False
) -> Thing:
    """Put everything that was read of an object into the book; ``cradled``: a bare board gets strips glued behind it."""
    name = what[0].upper() + what[1:]
    width = read_side(book, thing.width, f"{key}.width", f"{name} width", f"{pointer}/width", shop, part=key, use=thing.use)
    height = read_side(book, thing.height, f"{key}.height", f"{name} height", f"{pointer}/height", shop, part=key, use=thing.use)
    gaps = {}
    for edge in EDGES:
        stations = getattr(thing.edges, edge)
        title = f"Straightedge on the {edge}"
        found, along, _ = read_stations(
            book, stations, f"{key}.edge.{edge}", title, f"{pointer}/edges/{edge}", shop, part=key, grain="depth"
        )
        gaps[edge] = (found, along)
    crossing, _, _ = read_stations(book, thing.diagonals, f"{key}.diagonal", "Diagonal", f"{pointer}/diagonals", shop, part=key)
    rising, falling = crossing.get("rising"), crossing.get("falling")
    tapers = {
        axis: book.add(d, f"{key}.{axis}.taper", f"{name} {axis}, taper", parts=(key,), grain="depth")
        for axis, side in (("width", width), ("height", height))
        if (d := taper(side)) is not None
    }
    waists = {
        axis: book.add(d, f"{key}.{axis}.waist", f"{name} {axis}, waist", parts=(key,), grain="depth")
        for axis, side in (("width", width), ("height", height))
        if (d := waist(side)) is not None
    }
    lean = None
    if rising is not None and falling is not None:
        lean = book.add(
            leaning(rising, falling, width.mean),
            f"{key}.lean",
            f"{name}, lean of the top to the right",
            parts=(key,),
            grain="depth",
        )
    depth = None
    if any(True for _ in thing.depth.places("")):
        part, label = ("bar", DEPTHS[thing.support]) if isinstance(thing, StretchedCanvas) else (key, "Thickness")
        strips = None
        if cradled and isinstance(thing, StretchedCanvas):
            where = f"{pointer}/cradle"
            form = leaf(
                thing.cradle, where, "Cradle strips, deep", "choice", pointer=where, source="cradle", grain="depth", parts=("bar",)
            )
            strips = book.add(form, "cradle.deep", "Cradle strips, deep", parts=("bar",))
        depth = read_side(
            book, thing.depth, f"{key}.depth", label, f"{pointer}/depth", shop, part=part, grain="depth", use=thing.use, more=strips
        )
    kg, estimated = _weigh(book, speak, thing, key, name, width, height, depth, pointer, shop)
    return Thing(
        key=key,
        what=what,
        width=width,
        height=height,
        depth=depth,
        gaps=gaps,
        rising=rising,
        falling=falling,
        lean=lean,
        taper=tapers,
        waist=waists,
        weight_kg=kg,
        estimated=estimated,
    )


def leaning(rising: Dim, falling: Dim, width: Dim) -> Dim:
    """How far the top leans to the right: (rising² − falling²) / (4 × width), exact for a parallelogram."""
    value = (rising.value**2 - falling.value**2) / (4 * width.value)
    slopes = (
        (rising.value / (2 * width.value), rising),
        (-falling.value / (2 * width.value), falling),
        (-value / width.value, width),
    )
    return Dim(value, Curve("(rising² − falling²) ÷ (4 × width)", slopes), grain="depth")


def _weigh(
    book: Book,
    speak: Speaker,
    thing: What,
    key: str,
    name: str,
    width: Side,
    height: Side,
    depth: Side | None,
    pointer: str,
    shop: Shop,
) -> tuple[Fraction, bool]:
    """The weight as it was put on a scale, or an estimate from material and size (marked as one)."""
    edit = f"{pointer}/weight"

    def both(part: Fraction) -> str:
        shown = show_mass(part)
        return f"{shown.mm} ({shown.inch})"

    if thing.weight is not None:
        kg = exact(thing.weight)
        book.add_quantity(
            f"{key}.weight", f"{name}, weight", show_mass(kg), ("Put on a scale.",), parts=(key,), edit=edit, amount=kg
        )
        return kg, False
    area = width.mean.value * height.mean.value / 1_000_000
    material = thing.material if isinstance(thing, FlatWork) else "canvas"
    grams = GRAMS_PER_M2[material]
    kg = area * grams / 1000
    working: list[Say] = [(f"{material.replace('_', '-')}: {both(kg)} at {grams} g a square metre (house figure)",)]
    if isinstance(thing, FlatWork) and on_its_board(thing.comes, thing.material):
        board, heavy = OWN_BOARDS[thing.comes.board]
        thick = depth.mean.value if depth is not None and depth.stations else exact(shop.rules.own_board)
        own = area * thick * heavy / 1000
        working.append((f"its {board.lower()}: {both(own)} at {heavy} kg a cubic metre (from memory)",))
        kg += own
    if isinstance(thing, StretchedCanvas) and thing.support == "board" and depth is not None:
        thick = mean(list(depth.stations.values())).value
        panel = exact(shop.rules.panel_weighs)
        kg = area * thick * panel / 1000
        working = [(f"board or panel: {both(kg)} at {float(panel):g} kg a cubic metre (house figure)",)]
    elif isinstance(thing, StretchedCanvas) and depth is not None:
        bars = 2 * (width.mean.value + height.mean.value) * depth.mean.value * exact(thing.bar_width)
        wood = bars * density(BAR_WOOD) / 1_000_000_000
        working.append((f"bars: {both(wood)} at {round(density(BAR_WOOD))} kg a cubic metre (pine)",))
        kg += wood
    book.add_quantity(
        f"{key}.weight",
        f"{name}, weight (estimate)",
        show_mass(kg),
        *working,
        ("An estimate: put it on a scale before hardware is chosen.",),
        parts=(key,),
        edit=edit,
        amount=kg,
    )
    return kg, True


def in_words(thing: Thing, speak: Speaker) -> Say:
    """One plain sentence of what is wrong with it, or that it is true as far as the tape can tell."""
    said: list[Say] = []
    tells = thing.lean is not None and len(thing.width.along) > 1
    waisted = thing.waist.get("width")
    if waisted and abs(waisted.value) > waisted.likely:
        said.append(speak.say(f"{'narrower' if waisted.value < 0 else 'wider'} at the waist by {{}}", abs(waisted.value)))
    hollow = thing.waist.get("height")
    if hollow and abs(hollow.value) > hollow.likely:
        said.append(speak.say(f"{'lower' if hollow.value < 0 else 'higher'} in the middle by {{}}", abs(hollow.value)))
    if tells:
        ends = sorted(thing.width.along, key=lambda k: thing.width.along[k])
        for edge in ("left", "right"):
            moved = thing.edge(edge, ends[-1]) - thing.edge(edge, ends[0])
            if abs(moved.value) > moved.likely:
                inward = (moved.value > 0) == (edge == "left")
                said.append(
                    speak.say(f"{edge} edge leans {'in' if inward else 'out'} towards the bottom by {{}}", abs(moved.value))
                )
    elif (growing := thing.taper.get("width")) and abs(growing.value) > growing.likely:
        said.append(speak.say(f"{'wider' if growing.value > 0 else 'narrower'} towards the bottom by {{}}", abs(growing.value)))
    rising = thing.taper.get("height")
    if rising and abs(rising.value) > rising.likely:
        said.append(speak.say(f"{'higher' if rising.value > 0 else 'lower'} towards the right by {{}}", abs(rising.value)))
    for edge in EDGES:
        gaps, along = thing.gaps[edge]
        # Two readings always lie on a straight line: only a third tells hollow from bulging.
        if len(gaps) >= 3:
            first = min(gaps, key=lambda k: along[k])
            last = max(gaps, key=lambda k: along[k])
            inner = [g.value for k, g in gaps.items() if k not in (first, last)]
            ends_mean = (gaps[first].value + gaps[last].value) / 2
            deep = max(inner, key=lambda gap: abs(gap - ends_mean)) - ends_mean
            if abs(deep) > gaps[first].likely:
                said.append(speak.say(f"{edge} edge {'hollow' if deep > 0 else 'bulging'} by {{}}", abs(deep)))
    if not said:
        if len(thing.width.stations) == 1 and len(thing.height.stations) == 1:
            return ("One reading a side can’t show whether it is true.",)
        spread = max((thing.width.spread, thing.height.spread), key=lambda d: d.value)
        if not spread.value:
            return ("True as far as the tape can tell: its readings agree.",)
        return speak.say("True as far as the tape can tell: its readings agree within {}.", speak.fine(spread))
    out: list[str | Shown] = []
    for i, say in enumerate(said):
        out += [*(("; ",) if i else ()), *say]
    first_word = out[0]
    if isinstance(first_word, str):
        out[0] = first_word[0].upper() + first_word[1:]
    return (*out, ".")
