"""The room through the year: moisture of the wood, what moves, what is left round the sheet; and light.

acrylic: 70 × 10⁻⁶ a kelvin (from memory), glass 9 × 10⁻⁶ (EN 572-1); both from the 20 °C of the bench.
"""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice
from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context, FrameSection, ViewOf
from shadbo.core.contract.inputs import ChoiceInput, Input, Option
from shadbo.core.contract.terms import side
from shadbo.core.contract.views import Drawing, View
from shadbo.core.document.decisions.having import glazing_of
from shadbo.core.document.facts import Facts
from shadbo.core.document.items import Things
from shadbo.core.document.kinds import kind_of
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.masses import plain_quantity
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Curve, Dim
from shadbo.core.science.light import Bears, bears, months, year
from shadbo.core.science.wood import grows, moisture

EXPANDS = {"glass": Fraction(9, 1_000_000), "coated": Fraction(9, 1_000_000), "acrylic": Fraction(70, 1_000_000)}
BENCH_C, BENCH_RH = 20, 50
SEASONS = ("winter", "summer")
TEN = 10


@record(frozen=True, slots=True)
class Year:
    """What the year does: moisture at both ends, by how much the rails move across the grain, what is left round the sheet."""

    moisture: dict[str, Fraction]
    face: dict[str, Dim]
    wide: dict[str, Dim]
    clear: dict[tuple[str, str], Dim]
    light: Bears


def through_the_year(context: Context[object, object], frame_section: FrameSection | None, facts: Facts) -> Year:
    book, room = context.book, context.piece.room
    bench = moisture(BENCH_C, BENCH_RH)
    wet, face, wide, clear = {}, {}, {}, {}
    glazing = glazing_of(context.display)
    wooden = _wooden(context)
    for season in SEASONS:
        celsius, rh = getattr(room, f"{season}_c"), getattr(room, f"{season}_rh")
        wet[season] = moisture(celsius, rh)
        book.add_quantity(
            f"season.moisture.{season}",
            f"Moisture of wood, {season}",
            plain_quantity(f"{float(wet[season]):.1f} %"),
            (f"at {celsius} °C and {rh} % relative humidity (Wood Handbook, eq. 4-5); at the bench {float(bench):.1f} %",),
            parts=("rail",),
        )
        if frame_section is not None:
            grown = grows(frame_section.face, frame_section.wood, bench, wet[season])
            face[season] = book.add(grown, f"season.face.{season}", f"Each rail’s face, {season}, moves by", parts=("rail",))
        if wooden is not None:
            grown = grows(wooden, "", bench, wet[season])
            label = f"The wooden thing across its grain, {season}, moves by"
            wide[season] = book.add(grown, f"season.thing.{season}", label, parts=("item",))
        for axis in AXES:
            name = f"glazing.clear.{axis}"
            if name in book.dims and glazing in EXPANDS:
                grown = warmed(book[f"glazing.{axis}"], glazing, celsius)
                clear[season, axis] = book.add(
                    book[name] - grown,
                    f"season.clear.{season}.{axis}",
                    f"Room round the sheet, {axis}, {season}",
                    parts=("glazing",),
                    grain="depth",
                )
    light = bears(facts.traits)
    if room.lux is None:
        return Year(wet, face, wide, clear, light)
    dose = year(room.lux, room.hours)
    said = (
        f"limit of a thing {light.label}: {light.year:,} lux·h a year".replace(",", " ") if light.year else "light does it no harm"
    )
    book.add_quantity(
        "light.year",
        "Light in a year",
        plain_quantity(f"{dose:,} lux·h".replace(",", " ")),
        (f"{room.lux} lux × {room.hours} h × 365",),
        (said,),
        parts=("light",),
    )
    if light.year:
        time = months(light.year, room.lux, room.hours)
        book.add_quantity(
            "light.months",
            "Till its year’s limit",
            plain_quantity(f"{float(time):.1f} months"),
            (f"{light.year} lux·h ÷ ({room.lux} lux × {room.hours} h × 365 ÷ 12)",),
            ("UV glazing takes the worst of the fading off; visible light still fades it.",),
            parts=("light",),
        )
    return Year(wet, face, wide, clear, light)


def _wooden(context: Context[object, object]) -> Dim | None:
    """The width of the widest thing of wood, which is where the grain moves."""
    thing = context.piece.object
    if not isinstance(thing, Things):
        return None
    parts = [f"item.{item.key}" for item in thing.items if "wood" in {*item.traits, *kind_of(item).traits}]
    widths = [width for part in parts if (width := side(context.book, part, "width")) is not None]
    return max(widths, key=lambda d: d.value, default=None)


def warmed(sheet: Dim, glazing: str, celsius: int) -> Dim:
    """By how much a sheet grows from the bench to so many °C."""
    share = EXPANDS[glazing] * (celsius - BENCH_C)
    known = "from memory" if glazing == "acrylic" else "EN 572-1"
    how = f"sheet × {EXPANDS[glazing] * 1_000_000} millionths a kelvin ({known}) × ({celsius} − {BENCH_C}) K"
    return Dim(sheet.value * share, Curve(how, ((share, sheet),)), f"The sheet grows, {celsius} °C against {BENCH_C}", grain="fine")


def check_room(context: Context[object, object], found: Year, facts: Facts) -> None:
    say, room = context.speak.say, context.piece.room
    swing = max((abs(d.value) for d in found.face.values()), default=Fraction(0))
    if swing > context.rule("mitre_opens"):
        context.checks.add(
            "note",
            "season.mitres",
            "hang",
            say("The rails move by {} across the grain through the year: wide mitres open.", swing),
            why="Seasoned timber, and a joint that holds the inner corner.",
            source_key="wood-moves",
            figure="season.face.summer",
            parts=("rail",),
        )
    if abs(room.summer_rh - room.winter_rh) > 45:
        context.checks.add(
            "caution",
            "season.swings",
            "hang",
            (f"From {room.winter_rh} to {room.summer_rh} % humidity through the year: wood, canvas and paper all work.",),
            why="A sealed pack evens it out for paper; canvas wants the same air on both faces.",
            source_key="damp",
            parts=("rail",),
            ways=(WayOut(("Hang it in a steadier room, 40 to 60 %",), (number("winter_rh", 40), number("summer_rh", 60))),),
        )
    if room.kind == "bath" and facts.traits & {"paper", "textile", "photograph", "plant", "canvas"}:
        context.checks.add(
            "caution",
            "room.damp",
            "hang",
            ("A bathroom is no place for it: it cockles and goes mouldy.",),
            why="Damp comes and goes there within the hour.",
            source_key="damp",
            parts=("wall",),
            ways=(WayOut(("Hang it in a living room",), (put("/room/kind", "living"),)),),
        )
    glazing = glazing_of(context.display)
    if room.kind in ("child", "passage", "public") and glazing in ("glass", "coated"):
        loose = "loose_pigment" in facts.traits
        word = {"child": "a child’s room", "passage": "a busy passage", "public": "a public place"}[room.kind]
        context.checks.add(
            "caution",
            "room.glass",
            "hang",
            (
                f"Glass in {word} breaks over somebody."
                + (" Acrylic would lift loose pigment: hang it where nobody passes." if loose else ""),
            ),
            why="Acrylic for children’s rooms, busy passages and shipping.",
            source_key="glazing-choice",
            parts=("glazing",),
            ways=(WayOut(("Hang it in a living room",), (put("/room/kind", "living"),)),)
            if loose
            else (WayOut(("Use acrylic",), (put("/display/glazing", "acrylic"),)),),
        )
    limit = found.light.year
    if limit is not None and room.lux is not None and year(room.lux, room.hours) > limit:
        ways = [
            WayOut((f"Hang it where it gets {lux} lux",), (number("lux", lux),))
            for lux in (200, 150, 100, 50, 30)
            if lux < room.lux and year(lux, room.hours) <= limit
        ][:1]
        ways += [
            WayOut((f"Lit {hours} h a day",), (number("hours", hours),))
            for hours in (8, 6, 4, 2, 1)
            if hours < room.hours and year(room.lux, hours) <= limit
        ][:1]
        if not ways:
            both = next(((lux, hours) for lux in (100, 50, 30) for hours in (8, 6, 4, 2, 1) if year(lux, hours) <= limit), None)
            if both is not None:
                ways.append(
                    WayOut((f"Show it at {both[0]} lux, {both[1]} h a day",), (number("lux", both[0]), number("hours", both[1])))
                )
        time = months(limit, room.lux, room.hours)
        context.checks.add(
            "caution",
            "light.year",
            "hang",
            (f"It gets its year’s light in {float(time):.1f} months: it fades.",),
            why=f"A thing {found.light.label} bears {limit:,} lux·h a year. UV glazing "
            "slows it; visible light still fades.".replace(",", " ", 1),
            source_key="light",
            figure="light.year",
            parts=("light",),
            ways=ways,
        )


def number(field: str, value: int) -> dict[str, Any]:
    return {"op": "add", "path": f"/room/{field}", "value": value}


def _scale(key: str, label: str, group: str, field: str, now: int, values: tuple[int, ...], unit: str) -> ChoiceInput:
    return ChoiceInput(
        key,
        label,
        group,
        tuple(Option(str(v), (f"{v}{unit}",), (), v == now, (number(field, v),)) for v in sorted({*values, now})),
        ("wall",),
        "slider",
    )


def room_kind(context: Context[object, object], group: str = "The room", *, stands: bool = False) -> ChoiceInput:
    """Where it hangs, or stands."""
    return choice(
        context,
        "/room/kind",
        "It stands in" if stands else "It hangs in",
        group,
        (
            ("living", ("A living room",), ()),
            ("child", ("A child’s room",), ()),
            ("passage", ("A busy passage",), ()),
            ("bath", ("A bathroom",), ()),
            ("public", ("A public place",), ()),
        ),
        ("wall",),
        key="room.kind",
        look="menu",
    )


def room_inputs(context: Context[object, object], *, stands: bool = False) -> list[Input]:
    room = context.piece.room
    return [
        room_kind(context, stands=stands),
        _scale("winter_rh", "Winter, humidity", "The room", "winter_rh", room.winter_rh, tuple(range(10, 91, 5)), " %"),
        _scale("winter_c", "Winter", "The room", "winter_c", room.winter_c, tuple(range(0, 31, 2)), " °C"),
        _scale("summer_rh", "Summer, humidity", "The room", "summer_rh", room.summer_rh, tuple(range(10, 91, 5)), " %"),
        _scale("summer_c", "Summer", "The room", "summer_c", room.summer_c, tuple(range(10, 43, 2)), " °C"),
        ChoiceInput(
            "lux",
            "Where it hangs there are",
            "Light",
            (
                Option("none", ("not measured yet",), (), room.lux is None, (put("/room/lux", None),)),
                *(
                    Option(str(v), (f"{v} lux",), (), v == room.lux, (number("lux", v),))
                    for v in (30, 50, 100, 150, 200, 300, 500, 1000, 2000)
                ),
            ),
            ("wall",),
            "menu",
        ),
        *(
            (_scale("hours", "A day", "Light", "hours", room.hours, (1, 2, 4, 6, 8, 10, 12, 24), " h"),)
            if room.lux is not None
            else ()
        ),
    ]


def season_views(context: Context[object, object], found: Year) -> tuple[ViewOf, ...]:
    """The sheet in its rabbet at both ends of the year, where one moves in the other."""
    return (ViewOf("season", lambda: _season(context, found)),) if found.clear else ()


def _season(context: Context[object, object], found: Year) -> View:
    """What is left round the sheet is drawn ten times over."""
    book = context.book
    w, h = (book[f"frame.rabbet.{a}"].value for a in AXES)
    gap, least = w / 6, max(min(w, h) * Fraction(2, 100), Fraction(1))
    drawing = Drawing("season", "The sheet in winter and in summer, what is left round it ten times over", 2 * w + gap, h)
    for i, season in enumerate(SEASONS):
        x = (w + gap) * i
        drawing.box("rail", f"Rabbet, {season}", "wood", x, 0, w, h)
        left = {a: max(found.clear[season, a].value * TEN, Fraction(0)) if (season, a) in found.clear else least for a in AXES}
        sheet = {"width": max(w - left["width"], w / 4), "height": max(h - left["height"], h / 4)}
        drawing.box(
            "glazing",
            f"Sheet, {season}",
            "glass",
            x + (w - sheet["width"]) / 2,
            (h - sheet["height"]) / 2,
            sheet["width"],
            sheet["height"],
        )
        drawing.text("glazing", season, x + w / 2, h / 2, f"{season}: {float(found.moisture[season]):.1f} % moisture")
        for axis in AXES:
            if (season, axis) in found.clear:
                drawing.mark(
                    f"season.clear.{season}.{axis}",
                    x + w / 2,
                    h * Fraction(62 if axis == "width" else 72, 100),
                    ("hang",),
                    "across" if axis == "width" else "up and down",
                )
    return drawing.view()
