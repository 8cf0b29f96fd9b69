"""The cut list and the things to get as CSV: each size in a column of its own, as the shop writes it and in mm."""

from __future__ import annotations

import csv
import io

from shadbo.core import COMES, Plan, Shown, Unit, plain

SIZES = ("length", "width", "thickness", "short point")
COLUMNS = ("from", "part", "count", "material", *SIZES, "unit", *(f"{size} mm" for size in SIZES), "note")


def cuts_to_csv(plan: Plan) -> str:
    """One row a line of the cut list, then one a thing to get; RFC 4180. Lengths and short points in mm are exact, other sizes as they
    are marked; the columns without mm are in the unit the piece is worked in. Where a stop stands, the very first row says so."""
    unit = plan.units
    out = io.StringIO()
    write = csv.writer(out)
    if plan.stops:
        write.writerow(["STOP, do not cut", *(_safe(plain(stop.say, unit)) for stop in plan.stops)])
    write.writerow(COLUMNS)
    for line in plan.cuts:
        about = [COMES["cut"], _safe(line.part), line.count, _safe(line.material)]
        # A packer: what it is cut to is how thick it is.
        shown = (None, None, line.length, None) if line.packer else (line.length, line.width, line.thick, line.short)
        exact = {"thickness": line.mm} if line.packer else {"length": line.mm, "short point": line.short_mm or ""}
        write.writerow([*about, *_sizes(shown, exact, unit), _note(plain(line.more, unit), plain(line.note, unit))])
    for part in plan.to_get:
        about = [COMES[part.comes], _safe(part.name), part.count, _safe(part.material)]
        # One length alone is its length; what else is said of its size (a spacing, an offset) stays in words.
        alone = part.size[0] if len(part.size) == 1 and isinstance(part.size[0], Shown) else None
        said = "" if alone else plain(part.size, unit)
        write.writerow([*about, *_sizes((alone, None, None, None), {}, unit), _note(said, plain(part.note, unit))])
    return out.getvalue()


def _sizes(shown: tuple[Shown | None, ...], exact: dict[str, str], unit: Unit) -> list[str]:
    """The columns of sizes in one unit, which that is, and those in mm."""
    written = [one.text(unit).removesuffix(f" {unit}") if one else "" for one in shown]
    in_mm = [exact.get(size) or (one.text("mm").removesuffix(" mm") if one else "") for size, one in zip(SIZES, shown, strict=True)]
    return [*written, unit, *in_mm]


def _note(*told: str) -> str:
    return _safe("; ".join(word for word in told if word))


def _safe(text: str) -> str:
    """A spreadsheet takes a cell that begins so for a formula; a moulding's name must stay a name."""
    return "'" + text if text.startswith(("=", "+", "-", "@", "\t", "\r")) else text
