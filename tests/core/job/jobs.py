"""The demo's whole jobs, as somebody read them and said yes: parts, order, figures and places.

``python -m tests.core.job.jobs`` writes them anew, for somebody to read what changed.
"""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path
from typing import Any

from shadbo.core import HOUSE_SHOP, Piece, plan
from shadbo.core.planning.plan import book_of
from shadbo.demo import demo_pieces
from shadbo.exports.job import job_to_text
from tests.core.job.test_in_space import worked

READ = Path(__file__).with_name("jobs.txt")


def shown(value: Any) -> str:
    """A number to a hundredth."""
    return f"{round(float(value), 2):g}"


def read(piece: Piece) -> Iterator[str]:
    """A job as it is printed; then every figure with how far it may be off, and where every piece and fixing lies (mm)."""
    yield from job_to_text(plan(piece, HOUSE_SHOP)).splitlines()
    book = book_of(piece, HOUSE_SHOP)
    yield "Figures"
    yield from (f"  {name} {shown(dim.value)} ±{shown(dim.worst)}" for name, dim in sorted(book.dims.items()))
    yield from (f"  {name} {shown(count.amount)}" for name, count in sorted(book.counts.items()) if count.amount is not None)
    *_, space, _ = worked(piece)
    yield "Places"
    for body in space.bodies:
        at = "; ".join(
            f"{' '.join(map(shown, corners(outline)))}, {shown(front)}–{shown(back)}" for outline, front, back in body.solids
        )
        yield f"  {body.part}: {at}"
    for one in space.fixings:
        ends = " – ".join(" ".join(map(shown, end)) for end in (one.start, one.end))
        yield f"  {one.part}: {ends} through {', '.join(one.through) or 'nothing'} into {one.into}"


def corners(outline: tuple[tuple[float, float], ...]) -> tuple[float, float, float, float]:
    xs, ys = zip(*outline, strict=True)
    return min(xs), min(ys), max(xs), max(ys)


def jobs() -> str:
    return "\n\n".join("\n".join(read(piece)) for piece in demo_pieces()) + "\n"


if __name__ == "__main__":
    READ.write_text(jobs())
