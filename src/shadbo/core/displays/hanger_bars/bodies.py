"""Work between bars in space: the front bars, the sheet, the bars behind it, magnets or screws through, the cord."""

from __future__ import annotations

from shadbo.core.contract.bodies import Space, mm
from shadbo.core.displays.hanger_bars.sizes import BarsContext, Sizes


def lie(context: BarsContext, sizes: Sizes) -> Space:
    w, rise, high = mm(sizes.bar), mm(sizes.cord), mm(sizes.high)
    sheet_w, sheet_h, thick = mm(sizes.sheet["width"]), mm(sizes.sheet["height"]), mm(sizes.thick)
    space = Space(w, sheet_h + rise)
    sheet = mm(sizes.thing.depth.mean) if sizes.thing.depth else 0.5
    pairs = [("bar.upper", rise)] + ([("bar.lower", rise + sheet_h - high)] if context.display.lower == "bar" else [])
    for part, y in pairs:
        space.box(part, "Front bar", "wood", 0, y, w, high, 0, thick)
    space.then().box("work", "Work", "paper", mm(sizes.over), rise, sheet_w, sheet_h, thick, thick + sheet)
    behind = round(thick + sheet, 3)
    space.then()
    for part, y in pairs:
        space.box(part, "Bar behind", "wood", 0, y, w, high, behind, behind + thick)
    space.then()
    back = behind + thick
    for part, y in pairs:
        for i, place in enumerate(sizes.at, start=1):
            x, line = mm(place), y + high / 2
            if context.display.grip == "magnets":
                # One let into each bar, facing one another through the sheet.
                deep = min(3.0, thick)
                for front in (thick - deep, behind):
                    space.box(f"grip.at.{i}", "Magnet", "metal", x - 4, line - 4, 8, 8, front, front + deep)
            else:
                ends = ((x, line, back), (x, line, thick / 2))
                # The outer two lie beside the work, so that nothing pierces it where it is pulled.
                through = (part, "work") if mm(sizes.over) < x < w - mm(sizes.over) else (part,)
                space.fix(f"grip.at.{i}", "Screw", *ends, through, part)
    return space
