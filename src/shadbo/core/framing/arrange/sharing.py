"""Things that stand in one another: no two share a place."""

from __future__ import annotations

from collections.abc import Iterable
from itertools import combinations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context
from shadbo.core.framing.arrange.laid import PlacedItem
from shadbo.core.framing.arrange.shapes import overlap


def check_shared(context: Context[object, object], laid: Iterable[PlacedItem], where: str) -> bool:
    """Whether two of them share a place on what they stand on; the first pair is told. ``where``: “on the base”."""
    for a, b in combinations(laid, 2):
        if overlap(a.body, b.body):
            context.checks.add(
                "stop",
                f"overlap.{a.item.key}.{b.item.key}",
                "arrange",
                (f"{a.item.called} and {b.item.called} stand in one another, both {where}.",),
                why="Things can’t share a place.",
                source_key="overlap",
                parts=(a.part, b.part),
                ways=(WayOut(("Lay all of them in a row",), (put("/display/layout/how", "row"),)),),
            )
            return True
    return False
