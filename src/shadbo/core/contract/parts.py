"""Parts: everything a job takes, and where each comes from. Counts, cut list and the list of things to get are read from them."""

from __future__ import annotations

from functools import lru_cache
from typing import Literal

from shadbo.core.contract.cutting import CutLine
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.record import record

# Where a part comes from: cut from stock, got by number or by the length, there already, with the frame that is there, at hand, or the
# owner’s own.
Comes = Literal["cut", "number", "there", "came", "hand", "owner"]
COMES: dict[Comes, str] = {
    "cut": "to cut",
    "number": "to get",
    "there": "there already",
    "came": "came with the frame",
    "hand": "at hand",
    "owner": "the thing itself",
}


@record(frozen=True, slots=True)
class Part:
    """One part of a job.

    ``key`` names it, a part of a family behind a dot (``rail.horizontal``); ``count`` how many, ``size`` what one measures; ``lights`` its
    named parts on the drawings; ``line`` its line of the cut list where it is cut, ``openings`` what is cut out of it; ``figure`` the
    count’s own name in the book; ``counts`` those it is the sum of.
    """

    key: str
    name: str
    count: int
    comes: Comes
    material: str = ""
    size: Say = ()
    note: Say = ()
    lights: tuple[str, ...] = ()
    line: CutLine | None = None
    openings: tuple[CutLine, ...] = ()
    figure: str = ""
    counts: tuple[str, ...] = ()

    @property
    def families(self) -> frozenset[str]:
        """Its own key, and every family it is of."""
        return _families(self.key)

    def of(self, family: str) -> bool:
        """Whether it is this part, or one of this family."""
        return self.key == family or self.key.startswith(f"{family}.")


@lru_cache(maxsize=4096)
def _families(key: str) -> frozenset[str]:
    steps = key.split(".")
    return frozenset(".".join(steps[:n]) for n in range(1, len(steps) + 1))


def cut(line: CutLine) -> Part:
    """What a line of the cut list makes."""
    return Part(
        line.key, line.part, line.count, "cut", line.material, (line.length,), line.note, line.parts, line, figure=line.number
    )


def got(
    key: str,
    name: str,
    count: int = 1,
    *,
    material: str = "",
    size: Say = (),
    note: Say = (),
    lights: tuple[str, ...] = (),
    figure: str = "",
    counts: tuple[str, ...] = (),
    comes: Comes = "number",
) -> Part:
    """What is not cut: bought by number or length, come with a frame, or at hand."""
    return Part(key, name, count, comes, material, size, note, lights, None, (), figure, counts)
