"""What lies before a marked place, by Shapely: in floating point, and no figure is read from here."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping

from shapely import Point, Polygon, unary_union

from shadbo.core.contract.bodies import Body, Outline, Space

# So much of a mark may be under something before it is told, and all but so much is all of it (a share).
SLIGHT = 0.02
# What lies before a thing is no further back than this behind its face (mm).
BEFORE = 0.5
COVERS = {"rail": "the lip", "mat": "the mat", "mat_top": "the mat", "mat_bottom": "the mat"}


def covering(space: Space, body: Body, mark: Outline) -> Mapping[str, float]:
    """What lies before a mark and can’t be looked through, and how much of the mark each covers (a share)."""
    place, before = Polygon(mark), defaultdict(list)
    for other in space.bodies:
        if other is body or other.material == "glass":
            continue
        label = COVERS.get(other.part.split(".")[0], f"the {other.label.lower()}")
        for outline, front, back in other.solids:
            if front < body.front and back <= body.front + BEFORE:
                before[label].append(_whole(outline).difference(unary_union([_whole(window) for window in other.windows])))
    shares = {label: unary_union(found).intersection(place).area / place.area for label, found in before.items()}
    return {label: share for label, share in shares.items() if share > SLIGHT}


def shown_of(body: Body, mark: Outline) -> float:
    """How much of a mark lies on a body (a share)."""
    place = Polygon(mark)
    return float(_whole(body.outline).intersection(place).area / place.area)


def all_of(share: float) -> bool:
    """Whether a share is as good as all of it."""
    return share >= 1 - SLIGHT


def nothing_of(share: float) -> bool:
    """Whether a share is as good as nothing."""
    return share <= SLIGHT


def pierced(mark: Outline, place: tuple[float, float, float]) -> bool:
    """Whether what goes in at a place goes through a mark, or grazes it."""
    x, y, _ = place
    return bool(Polygon(mark).distance(Point(x, y)) < 1)


def _whole(outline: Outline) -> Polygon:
    """An outline as what it encloses, mended where it crosses itself."""
    return Polygon(outline).buffer(0)
