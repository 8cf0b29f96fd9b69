"""The drawings of work between bars: face, section through the upper pair, back."""

from __future__ import annotations

from shadbo.core.contract.display import ViewOf
from shadbo.core.contract.views import Drawing, View
from shadbo.core.displays.hanger_bars.sizes import BarsContext, Sizes
from shadbo.core.measuring.desk import desk_views
from shadbo.core.quantity.exact import Fraction

HALF = Fraction(1, 2)
STAGES = ("display", "cut")


def draw(context: BarsContext, sizes: Sizes) -> tuple[ViewOf, ...]:
    return (
        *desk_views(context, sizes.thing),
        ViewOf("face", lambda: _hung(context, sizes, False)),
        ViewOf("section", lambda: _section(sizes)),
        ViewOf("back", lambda: _hung(context, sizes, True)),
    )


def _hung(context: BarsContext, sizes: Sizes, behind: bool) -> View:
    """The work between its bars, from the front or from behind, its cord above."""
    w, sheet_w, sheet_h = sizes.bar.value, sizes.sheet["width"].value, sizes.sheet["height"].value
    over, high, rise = sizes.over.value, sizes.high.value, sizes.cord.value
    drawing = Drawing("back", "Back, seen from behind", w, sheet_h + rise) if behind else Drawing("face", "Face", w, sheet_h + rise)
    top = rise
    trim = sizes.trim.value if sizes.trim is not None else Fraction(0)
    drawing.line("cord", "Cord", "line", (over * HALF, top), (w * HALF, 0), (w - over * HALF, top))
    drawing.box("work", "Work", "paper", over, top, sheet_w, sheet_h)
    if not behind:
        inner = sizes.margin.value - trim
        if inner > 0 and 2 * inner < min(sheet_w, sheet_h):
            drawing.box(
                "work", "The work inside its margin", "keep", over + inner, top + inner, sheet_w - 2 * inner, sheet_h - 2 * inner
            )
    pairs = [("bar.upper", "Upper bar", top)] + (
        [("bar.lower", "Lower bar", top + sheet_h - high)] if context.display.lower == "bar" else []
    )
    for part, label, y in pairs:
        drawing.box(part, label, "wood", 0, y, w, high)
        for i, at in enumerate(sizes.at):
            drawing.circle(
                f"grip.at.{i + 1}",
                f"{'Magnet' if context.display.grip == 'magnets' else 'Screw'} {i + 1}",
                "metal",
                at,
                y + high * HALF,
                3,
            )
    for i, at in enumerate(sizes.at[:2]):
        drawing.measure(f"grip.at.{i + 1}", "x", 0, at, top, "top", 1 + i, ("hold", "cut"), "")
    drawing.measure("bar.length", "x", 0, w, top + sheet_h, "bottom", 1, (*STAGES, "hold"), "bar")
    drawing.measure("sheet.width", "x", over, over + sheet_w, top + sheet_h, "bottom", 2, STAGES, "sheet")
    drawing.measure("bar.over", "x", 0, over, top + high * HALF, "top", 0, ("display",), "")
    lower = high if context.display.lower == "bar" else Fraction(0)
    drawing.measure("work.seen", "y", top + high, top + sheet_h - lower, w, "right", 1, STAGES, "seen")
    drawing.measure("sheet.height", "y", top, top + sheet_h, w, "right", 2, STAGES, "sheet")
    drawing.measure("cord.rise", "y", 0, top, 0, "left", 1, ("hold",), "rise")
    drawing.measure("bar.height", "y", top, top + high, 0, "left", 1, ("display",), "bar")
    return drawing.view()


def _section(sizes: Sizes) -> View:
    """Through the upper pair from the side: front at the left, the sheet between."""
    thick, high = sizes.thick.value, sizes.high.value
    sheet = sizes.thing.depth.mean.value if sizes.thing.depth else HALF
    tall = high * 2
    width = 2 * thick + sheet
    drawing = Drawing("section", "Section through the upper bars, front at the left", width, tall)
    drawing.box("bar.front", "Front bar", "wood", 0, 0, thick, high, turn=90)
    drawing.box("work", "Work", "paper", thick, 0, sheet, tall)
    drawing.box("bar.behind", "Bar behind", "wood", thick + sheet, 0, thick, high, turn=90)
    drawing.box("grip.at.1", "Magnet or screw", "metal", thick * HALF, high * HALF - 3, thick + sheet, 6)
    stages = ("display", "hold", "cut")
    drawing.measure("bar.thickness", "x", 0, thick, 0, "top", 1, stages, "bar")
    drawing.measure("bar.height", "y", 0, high, 0, "left", 1, stages, "bar")
    return drawing.view()
