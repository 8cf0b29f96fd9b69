"""The cut list and the things to get as CSV: exact millimetres, and inches as they are written."""

from __future__ import annotations

import csv
import io

from shadbo.core import COMES, Plan, plain

COLUMNS = ("from", "part", "count", "material", "section", "length mm", "length in", "short point mm", "short point in", "note")


def cuts_to_csv(plan: Plan) -> str:
    """One row a line of the cut list, then one a thing to get; RFC 4180. Lengths in mm are exact; those in inches are to the shop's fraction."""
    out = io.StringIO()
    write = csv.writer(out)
    write.writerow(COLUMNS)
    for line in plan.cuts:
        write.writerow(
            [
                COMES["cut"],
                _safe(line.part),
                line.count,
                _safe(line.material),
                plain(line.section, plan.units),
                line.mm,
                line.length.text("in").removesuffix(" in"),
                line.short_mm or "",
                line.short.text("in").removesuffix(" in") if line.short else "",
                plain(line.note, plan.units),
            ]
        )
    for part in plan.to_get:
        size, note = plain(part.size, plan.units), plain(part.note, plan.units)
        write.writerow([COMES[part.comes], _safe(part.name), part.count, _safe(part.material), size, "", "", "", "", note])
    return out.getvalue()


def _safe(text: str) -> str:
    """A spreadsheet takes a cell that begins so for a formula; a moulding's name must stay a name."""
    return "'" + text if text[:1] in "=+-@\t\r" else text
