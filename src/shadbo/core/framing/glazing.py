"""Which glazing suits: by the thing, the size of the sheet, the room and its light."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from shadbo.core.contract.asking import Choosable, choice, plain_length
from shadbo.core.contract.cutting import CutLine, sheet_of, strip_of
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.operations import Operation
from shadbo.core.document.decisions.having import Glazed, OfThickness, glazing_of, grade_of
from shadbo.core.framing.came import bought, clean_step, sheet_came
from shadbo.core.framing.counting import figures
from shadbo.core.framing.rabbet import PACKING
from shadbo.core.framing.rails import AXES, cut_line
from shadbo.core.framing.weights import SHEETS
from shadbo.core.judging.judging import Rated
from shadbo.core.judging.sheets import AUTO, sheets
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.sums import Dim

# Minutes to be rid of dust: a square metre, the least, the most (common practice: large glazed pieces an hour or two).
DUST_A_M2, DUST_LEAST, DUST_MOST = 90, 10, 120
LABELS = {"glass": "Glass", "acrylic": "Acrylic", "coated": "Coated glass", "none": "None"}
MATERIALS = {"glass": "picture glass", "acrylic": "acrylic sheet", "coated": "coated glass"}
GRADED = {"plain": "{}", "uv": "{}, filtering UV", "laminated": "{}, laminated"}
GRADE_LABELS = {"plain": "Plain", "uv": "UV filtering", "laminated": "Laminated"}


CUT_GLAZING = "Gloves and eye protection; score away from the body; carry on edge."


def glazing_line(context: Context[object, object], sheet: Mapping[str, Dim], thick: Dim | Fraction) -> CutLine:
    """The sheet in the cut list: what it is, its size, and that the rabbet is read again first."""
    note = (
        ("coated face noted, no adhesive on it",)
        if glazing_of(context.display) == "coated"
        else ("cut only after the rabbet was read again",)
    )
    size = sheet_of(context.speak, sheet["height"], thick)
    return cut_line(context, "glazing", "Glazing", ("glazing",), 1, sheet_material(context.display), sheet["width"], size, note)


def glazing_step(context: Context[object, object], sheet: Mapping[str, Dim]) -> Operation:
    """Cutting the sheet, or cleaning the one that came with the frame."""
    if sheet_came(context):
        return clean_step(context)
    return Operation(
        "glazing",
        "Cut the glazing",
        context.speak.say(
            "Read the rabbet again; then {} × {}. Both faces cleaned. Look: does it lap the lip on all four sides?",
            sheet["width"],
            sheet["height"],
        ),
        15,
        gate=True,
        care=CUT_GLAZING,
        parts=("glazing",),
        makes=("glazing",),
        place="clean",
    )


def usual_thick(context: Context[object, object], longest: Fraction) -> Fraction:
    """How thick the sheet is (mm) by its ``longest`` side: that of the one that came, else the usual; a long acrylic sheet is thicker."""
    frame, display = bought(context), context.display
    typed = display.glazing_thickness if isinstance(display, OfThickness) else None
    if typed is not None:
        return exact(typed)
    if frame is not None and sheet_came(context):
        return exact(frame.glazing_thickness)
    if glazing_of(display) != "acrylic":
        return context.rule("glass_laminated" if grade_of(display) == "laminated" else "glass")
    return context.rule("acrylic_large" if longest > context.rule("acrylic_bow_over") else "acrylic")


def sheet_material(display: object) -> str:
    """What a sheet is got as: “picture glass, filtering UV”."""
    return GRADED[grade_of(display)].format(MATERIALS[glazing_of(display)])


COATED = " The coated face is marked: nothing stuck to it. Cleaner without ammonia."
PLASTIC = " Foil comes off last; cleaner without ammonia, wiped with a damp soft cloth against static."


def cleaned(context: Context[object, object], step: Operation, sheet_m2: Fraction) -> Operation:
    """The step that cuts a sheet, with what its kind asks for and time for the dust: a large one takes an hour or two."""
    kind = glazing_of(context.display)
    said = {"coated": COATED, "acrylic": PLASTIC}.get(kind, "")
    dust = min(DUST_MOST, max(DUST_LEAST, int(round(sheet_m2 * DUST_A_M2 / 5)) * 5))
    words = f"{said} Then {dust} minutes with a soft brush and a raking light, for the dust."
    return replace(step, say=(*step.say, words), minutes=step.minutes + dust)


def sheet_thick(context: Context[object, OfThickness]) -> list[Input]:
    """How thick the sheet is, where one is of one’s own or thicker than usual; none without one."""
    display = context.display
    if display.glazing == "none":
        return []
    place, hint = "/display/glazing_thickness", ("Left empty: as is usual, or as it came.",)
    typed = display.glazing_thickness
    return [plain_length(context.shop.showing, typed, place, "Sheet, thick", "Glazing", ("glazing",), optional=True, hint=hint)]


def glazing_choices(context: Context[object, Glazed], sheet: Mapping[str, Dim], thick: Fraction) -> list[Input]:
    """The sheet and its grade as they are asked: each with its weight at this size, what it gains and what it gives up."""
    piece = context.piece
    wanted: Any = piece.display
    area = sheet["width"].value * sheet["height"].value / 1_000_000 if sheet else context.facts.area_m2
    judged = sheets(piece, context.facts, context.shop, area)
    best_of: dict[str, Rated] = {}
    for one in judged:
        best_of.setdefault(one.choice.key.split("/")[0], one)
    suits = LABELS[context.display.glazing].lower()

    def told(kind: str, why: str) -> Say:
        kg = "" if kind == "none" else f"{figures(area * max(thick, Fraction(2)) * SHEETS[kind][1] / 1000, 2)} kg: "
        return (f"{kg}{why}",)

    kinds: list[Choosable] = [(AUTO, ("As suits it best",), (suits,) if wanted.glazing == AUTO else ())]
    kinds += [(kind, (LABELS[kind],), told(kind, ("never: " if not one.fits else "") + one.why)) for kind, one in best_of.items()]
    asked: list[Input] = [choice(context, "/display/glazing", "Glazing", "Glazing", kinds, ("glazing",), look="list")]
    grades = [one for one in judged if one.choice.key.startswith(f"{context.display.glazing}/")]
    if len(grades) > 1:
        now = GRADE_LABELS[context.display.grade].lower()
        options: list[Choosable] = [(AUTO, ("As suits it best",), (now,) if wanted.grade == AUTO else ())]
        options += [(g, (GRADE_LABELS[g],), (one.why,)) for one in grades for g in (one.choice.key.split("/")[1],)]
        asked.append(choice(context, "/display/grade", "Grade", "Glazing", options, ("glazing",), look="list"))
    return asked


def packing_of(context: Context[object, object]) -> dict[str, Dim]:
    """How thick the strips beside a sheet are, by the axis they lie across (mm); none where the lip laps it by enough."""
    return {axis: dim for axis in AXES if (dim := context.book.dims.get(f"{PACKING}.{axis}")) is not None}


def beside(context: Context[object, object]) -> tuple[CutLine, ...]:
    """Strips beside a sheet that the lip laps by little, two a side; none where it laps by enough."""
    book, packing = context.book, packing_of(context)
    return tuple(
        cut_line(
            context,
            f"packing.{axis}",
            f"Strips beside the sheet, {where}",
            ("packing",),
            2,
            "card",
            book[f"glazing.{'height' if axis == 'width' else 'width'}"],
            strip_of(context.speak, None, packing[axis]),
            ("so that it stands in the middle",),
        )
        for axis, where in (("width", "left and right"), ("height", "top and bottom"))
        if axis in packing
    )


def kept_in_the_middle(context: Context[object, object], step: Operation) -> Operation:
    """The step that cuts a sheet, with the strips beside it where there are any."""
    strips = packing_of(context)
    if not strips:
        return step
    thick = " and ".join("{}" for _ in strips)
    said = context.speak.say(f" Strips of card {thick} thick beside it keep it in the middle.", *strips.values())
    return replace(step, say=(*step.say, *said), makes=(*step.makes, "packing"))
