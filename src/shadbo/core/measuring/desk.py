"""The measuring desk: the Measure stage of any object, drawn as measured."""

from __future__ import annotations

from dataclasses import replace

from shadbo.core.contract.asking import choice, given, plain_length, station_inputs, toggled
from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.coming import coming_inputs
from shadbo.core.contract.display import Context, Panel, PanelOf, ViewOf
from shadbo.core.contract.inputs import ChoiceInput, Input, MassInput, Option, WordsInput
from shadbo.core.contract.views import Drawing, Size, View
from shadbo.core.document.decisions.canvas import DeepReadyMade, Floater
from shadbo.core.document.objects import MATERIALS, Consent, FlatWork, Measured, RolledCanvas, StretchedCanvas
from shadbo.core.document.readings import ACROSS, DOWN, Uses
from shadbo.core.document.traits import TRAITS
from shadbo.core.measuring.doubts import check_diagonals, check_readings
from shadbo.core.measuring.thing import DEPTHS, EDGES, RUNS, Thing, in_words, read_thing
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.masses import show_mass

STAGE = ("measure",)
HALF = Fraction(1, 2)
TENFOLD = 10
USES = {
    "into": ("What it must go into", "largest", "opening, box, floater inside"),
    "cover": ("What must cover it", "smallest", "lip, mat window, clip"),
    "look": ("How it looks", "mean", "borders and gaps"),
}
# Where corner and straightedge readings stand on the drawing, as shares of it: off the diagonals and the size lines.
CORNERS = {
    "top_left": (Fraction(17, 100), Fraction(1, 4)),
    "top_right": (Fraction(83, 100), Fraction(1, 4)),
    "bottom_left": (Fraction(17, 100), Fraction(3, 4)),
    "bottom_right": (Fraction(83, 100), Fraction(3, 4)),
    "highest": (Fraction(57, 100), Fraction(38, 100)),
}
ASIDE = {
    "width": {Fraction(0): Fraction(14, 100), HALF: Fraction(57, 100), Fraction(1): Fraction(86, 100)},
    "height": {Fraction(0): Fraction(20, 100), HALF: Fraction(62, 100), Fraction(1): Fraction(80, 100)},
}


def picture(context: Context[object, object]) -> str:
    """What it is called: a canvas, or a panel."""
    thing = context.piece.object
    return "panel" if isinstance(thing, StretchedCanvas) and thing.support != "stretched" else "canvas"


def gets_cradle(context: Context[object, object]) -> bool:
    """Whether strips are glued behind a bare board: what is screwed through its seat needs wood to bite in."""
    thing = context.piece.object
    return isinstance(thing, StretchedCanvas) and thing.support == "board" and isinstance(context.display, Floater | DeepReadyMade)


def measure(context: Context[object, object]) -> Thing:
    """Read the object into the book and doubt its readings."""
    thing = context.piece.object
    assert isinstance(thing, (StretchedCanvas, RolledCanvas, FlatWork))
    flat = isinstance(thing, FlatWork)
    key, what = ("work", "work") if flat else ("canvas", picture(context))
    found = read_thing(context.book, context.speak, context.shop, thing, key, what, "/object", gets_cradle(context))
    check_readings(context.checks, context.speak, context.shop, what, found.width, found.height, key)
    check_diagonals(context.checks, context.speak, found)
    _check_uses(context, thing.use)
    return found


def unread(context: Context[object, object]) -> Fraction:
    """How thick a work is that nobody read: a sheet, or one on a board of its own."""
    return context.rule("own_board") if context.facts.mounted else context.rule("paper")


def _check_uses(context: Context[object, object], use: Uses) -> None:
    for key, (label, usual, what_for) in USES.items():
        chosen = getattr(use, key)
        if chosen != usual:
            context.checks.add(
                "caution",
                f"measure.use.{key}",
                "measure",
                (f"{label}: the {chosen} reading is used on this piece, not the {usual}.",),
                why=f"The {usual} is the rule of the trade here ({what_for}); the change holds for this piece alone.",
                source_key="which-reading",
                ways=(WayOut((f"Use the {usual} again",), (put(f"/object/use/{key}", usual),)),),
            )


def desk_panel(context: Context[object, object], thing: Thing, *more: Input, figures: tuple[str, ...] = ()) -> PanelOf:
    """What the Measure stage asks of an object."""
    return PanelOf("measure", lambda: _panel(context, thing, *more, figures=figures))


def _panel(context: Context[object, object], thing: Thing, *more: Input, figures: tuple[str, ...]) -> Panel:
    held, show = context.piece.object, context.shop.showing
    assert isinstance(held, Measured)
    inputs: list[Input] = []
    for axis, title in (("width", "Width"), ("height", "Height")):
        inputs += station_inputs(
            show, getattr(held, axis), thing.side(axis).stations, f"/object/{axis}", f"{title} of the {thing.what}", thing.key
        )
    crossing = {k: d for k, d in (("rising", thing.rising), ("falling", thing.falling)) if d is not None}
    inputs += station_inputs(
        show,
        held.diagonals,
        crossing,
        "/object/diagonals",
        "Diagonals",
        thing.key,
        at_least=0,
        titles={"rising": "rising ↗", "falling": "falling ↘"},
    )
    for edge in EDGES:
        inputs += station_inputs(
            show,
            getattr(held.edges, edge),
            thing.gaps[edge][0],
            f"/object/edges/{edge}",
            f"Straightedge on the {edge}",
            thing.key,
            at_least=0,
        )
    if isinstance(held, StretchedCanvas):
        bar = station_inputs(
            show,
            held.depth,
            thing.depth.stations if thing.depth else {},
            "/object/depth",
            "Depth",
            "bar",
            titles={"bar": DEPTHS[held.support].lower()},
        )
        inputs.append(
            choice(
                context,
                "/object/support",
                "What it is on",
                "What it is on",
                (
                    ("stretched", ("Canvas on bars",), ()),
                    ("cradled", ("A panel with a cradle",), ("wooden strips behind it already",)),
                    ("board", ("A bare board or panel",), ("canvas board, hardboard, ply",)),
                ),
                ("canvas",),
            )
        )
        # Corners and high point fold away while nobody has read them.
        inputs += [i for i in bar if "bar.bar" in i.parts]
        strip = "Bar width" if held.support == "stretched" else "Cradle strips, wide"
        if held.support != "board" or gets_cradle(context):
            inputs.append(plain_length(show, held.bar_width, "/object/bar_width", strip, "Depth", ("bar",)))
        if "cradle.deep" in context.book.dims:
            inputs.append(given(show, context.book["cradle.deep"], "Depth"))
        inputs += [replace(i, group="Depth at the corners") for i in bar if "bar.bar" not in i.parts]
    elif isinstance(held, (FlatWork, RolledCanvas)):
        inputs += station_inputs(
            show, held.depth, thing.depth.stations if thing.depth else {}, "/object/depth", "Thickness", thing.key, at_least=0
        )
    inputs += more
    if isinstance(held, FlatWork):
        inputs.append(
            choice(
                context,
                "/object/material",
                "What it is",
                "What it is",
                tuple((key, (label,), ()) for key, (label, _) in MATERIALS.items()),
                (thing.key,),
            )
        )
    if isinstance(held, (FlatWork, StretchedCanvas)):
        kind = held.material if isinstance(held, FlatWork) else "stretched"
        inputs += coming_inputs(context, held.comes, kind, "/object", "object", "As it comes", (thing.key,))
    inputs.append(
        ChoiceInput(
            "traits",
            "Traits",
            "What it is",
            tuple(
                Option(
                    t, (label,), (), t in held.traits, ({"op": "add", "path": "/object/traits", "value": toggled(held.traits, t)},)
                )
                for t, label in TRAITS.items()
            ),
            (thing.key,),
            "many",
        )
    )
    hint: Say = ("An estimate from material and size. Put it on a scale before hardware is chosen.",) if thing.estimated else ()
    inputs.append(
        MassInput(
            "/object/weight",
            "Weight",
            "Weight",
            f"{thing.key}.weight",
            show_mass(thing.weight_kg),
            thing.estimated,
            (thing.key,),
            hint,
        )
    )
    for use, (label, usual, what_for) in USES.items():
        inputs.append(
            choice(
                context,
                f"/object/use/{use}",
                label,
                "Which reading counts",
                tuple(
                    (u, (u[0].upper() + u[1:],), (f"{label}: {what_for}. The rule: {usual}.",))
                    for u in ("largest", "mean", "smallest")
                ),
                (thing.key,),
                key=f"use.{use}",
            )
        )
    told = [f"{thing.key}.{axis}.{use}" for axis in ("width", "height") for use in ("largest", "smallest", "mean", "spread")]
    told += [f"{thing.key}.{axis}.{kind}" for axis in ("width", "height") for kind in ("taper", "waist")]
    told += [f"{thing.key}.lean", f"{thing.key}.weight"]
    present = tuple(n for n in told if n in context.book.dims or n in context.book.counts)
    return Panel(in_words(thing, context.speak), tuple(inputs), (*figures, *present), ("measured", "tenfold", "face"))


def desk_views(context: Context[object, object], thing: Thing) -> tuple[ViewOf, ViewOf]:
    """The object as measured with its stations, and with its deviations ten times over."""
    return ViewOf("measured", lambda: _measured(context, thing)), ViewOf("tenfold", lambda: _tenfold(thing))


def _placed(
    points: list[tuple[Fraction, Fraction]], pad: Fraction
) -> tuple[list[tuple[Size, Size]], Fraction, Fraction, Fraction, Fraction]:
    x0, x1 = min(p[0] for p in points), max(p[0] for p in points)
    y0, y1 = min(p[1] for p in points), max(p[1] for p in points)
    return [(x - x0 + pad, y - y0 + pad) for x, y in points], x1 - x0 + 2 * pad, y1 - y0 + 2 * pad, pad - x0, pad - y0


def _material(thing: Thing) -> str:
    return "paper" if thing.key == "work" else "canvas"


def _measured(context: Context[object, object], thing: Thing) -> View:
    held = context.piece.object
    assert isinstance(held, Measured)
    pad = max(thing.width.mean.value, thing.height.mean.value) * Fraction(3, 100)
    points, w, h, cx, cy = _placed(thing.outline(), pad)
    drawing = Drawing("measured", "As measured", w, h, printed=STAGE)
    drawing.polygon(thing.key, thing.what.title(), _material(thing), points)  # type: ignore[arg-type]
    x0, x1, y0, y1 = pad, w - pad, pad, h - pad
    inset = Fraction(4, 100)

    def down(share: Fraction) -> Fraction:
        return y0 + (y1 - y0) * (inset + (1 - 2 * inset) * share)

    def across(share: Fraction) -> Fraction:
        return x0 + (x1 - x0) * (inset + (1 - 2 * inset) * share)

    for station, share in thing.width.along.items():
        left, right = cx + thing.edge_near("left", share), cx + thing.edge_near("right", share)
        drawing.measure(f"{thing.key}.width.{station}", "x", left, right, down(share), "top", 0, STAGE)
    for station, share in thing.height.along.items():
        top, bottom = cy + thing.edge_near("top", share), cy + thing.edge_near("bottom", share)
        drawing.measure(f"{thing.key}.height.{station}", "y", top, bottom, across(share), "left", 0, STAGE)
    for station, share in DOWN.items():
        if station not in thing.width.stations:
            drawing.spot(f"/object/width/{station}/0", f"width, {station}", across(Fraction(31, 100)), down(share), STAGE)
    for station, share in ACROSS.items():
        if station not in thing.height.stations:
            drawing.spot(f"/object/height/{station}/0", f"height, {station}", across(share), down(Fraction(31, 100)), STAGE)
    _diagonals(drawing, thing, x0, x1, y0, y1)
    for edge in EDGES:
        axis, out = RUNS[edge]
        for station, share in (DOWN if axis == "width" else ACROSS).items():
            # Beside the edge, inside, clear of the lines of the sizes and of each other.
            inside, beside = pad * Fraction(6, 5), ASIDE[axis][share]
            at = (
                (x0 + inside if out < 0 else x1 - inside, y0 + (y1 - y0) * beside)
                if axis == "width"
                else (x0 + (x1 - x0) * beside, y0 + inside if out < 0 else y1 - inside)
            )
            if station in thing.gaps[edge][0]:
                drawing.mark(f"{thing.key}.edge.{edge}.{station}", *at, STAGE, "gap")
            else:
                label = f"straightedge on the {edge}, {station}"
                drawing.spot(f"/object/edges/{edge}/{station}/0", label, *at, STAGE, quiet=True)
    for corner, (right, low) in CORNERS.items():
        place = (x0 + (x1 - x0) * right, y0 + (y1 - y0) * low)
        if thing.depth and corner in thing.depth.stations:
            drawing.mark(f"{thing.key}.depth.{corner}", *place, STAGE, "deep")
        else:
            label = f"depth, {corner.replace('_', ' ')}"
            drawing.spot(f"/object/depth/{corner}/0", label, *place, STAGE, quiet=True)
    drawing.ruler("/object/width", "Another width: click where it was read", "y", y0, y1, x0, STAGE)
    drawing.ruler("/object/height", "Another height: click where it was read", "x", x0, x1, y0, STAGE)
    return drawing.view()


def _diagonals(drawing: Drawing, thing: Thing, x0: Fraction, x1: Fraction, y0: Fraction, y1: Fraction) -> None:
    third = Fraction(2, 10)
    for key, dim, start, end in (("falling", thing.falling, (x0, y0), (x1, y1)), ("rising", thing.rising, (x0, y1), (x1, y0))):
        at = (start[0] + (end[0] - start[0]) * (1 - third), start[1] + (end[1] - start[1]) * (1 - third))
        if dim is None:
            drawing.spot(f"/object/diagonals/{key}/0", f"{key} diagonal", *at, STAGE)
        else:
            drawing.polygon("diagonal." + key, f"{key.title()} diagonal", "hidden", (start, end))
            drawing.mark(dim.name or "", *at, STAGE, key)


def _tenfold(thing: Thing) -> View:
    """Deviations from a true rectangle of the mean sizes, ten times over, the rectangle itself dashed."""
    w, h = thing.width.mean.value, thing.height.mean.value
    outline = thing.outline(TENFOLD)
    pad = max(w, h) * Fraction(6, 100)
    true = [(-w / 2, -h / 2), (w / 2, -h / 2), (w / 2, h / 2), (-w / 2, h / 2)]
    both, width, height, _, _ = _placed(outline + true, pad)
    drawing = Drawing("tenfold", "Out of true, ten times over", width, height)
    drawing.polygon(thing.key, f"{thing.what.title()}, deviations × {TENFOLD}", _material(thing), both[: len(outline)])  # type: ignore[arg-type]
    drawing.polygon("true", "A true rectangle of the mean sizes", "hidden", both[len(outline) :])
    return drawing.view()


def consent_inputs(consent: Consent, group: str = "Owner’s agreement") -> list[Input]:
    """Who agreed, and when, to what can’t be undone."""
    why: Say = ("Only with the owner’s agreement in writing; it is kept with the piece.",)
    return [
        WordsInput("/object/consent/who", "Who agreed", group, consent.who, "words", ()),
        WordsInput("/object/consent/on", "On", group, consent.on.isoformat() if consent.on else "", "date", why),
    ]
