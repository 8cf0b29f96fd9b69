"""What lies before a marked place: outlines clipped to it, in floating point; no figure is read from here."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from math import cos, radians, sin

from shadbo.core.contract.bodies import Body, Outline, Space

# So much of a mark may be under something before it is told, and all but so much is all of it (a share).
SLIGHT = 0.02
# What lies before a thing is no further back than this behind its face (mm).
BEFORE = 0.5
COVERS = {"rail": "the lip", "mat": "the mat", "mat_bottom": "the mat"}


def covering(space: Space, body: Body, outline: Outline, turn: float) -> dict[str, float]:
    """What lies before a mark and can’t be looked through, and how much of the mark each covers (a share)."""
    covered: dict[str, float] = {}
    whole = _area(outline)
    for other in space.bodies:
        if other is body or other.material == "glass":
            continue
        area = sum(
            clipped(solid, outline, turn)
            for solid, front, back in other.solids
            if front < body.front and back <= body.front + BEFORE
        )
        if area:
            area -= sum(clipped(window, outline, turn) for window in other.windows)
            label = COVERS.get(other.part.split(".")[0], f"the {other.label.lower()}")
            covered[label] = covered.get(label, 0.0) + area / whole
    return {label: share for label, share in covered.items() if share > SLIGHT}


def shown_of(body: Body, outline: Outline, turn: float) -> float:
    """How much of a mark lies on a body (a share)."""
    return clipped(body.outline, outline, turn) / _area(outline)


def all_of(share: float) -> bool:
    """Whether a share is as good as all of it."""
    return share >= 1 - SLIGHT


def nothing_of(share: float) -> bool:
    """Whether a share is as good as nothing."""
    return share <= SLIGHT


def pierced(outline: Outline, place: tuple[float, float, float]) -> bool:
    """Whether what goes in at a place goes through a mark."""
    return clipped(outline, _about(place), 0) > 0


def clipped(outline: Outline, mark: Outline, turn: float) -> float:
    """The area (mm²) of what an outline and a mark have in common: the outline clipped at each edge of the mark (Sutherland and Hodgman), in
    the mark’s own axes."""
    c, s = cos(radians(turn)), sin(radians(turn))
    points = [(x * c + y * s, y * c - x * s) for x, y in outline]
    xs, ys = zip(*((x * c + y * s, y * c - x * s) for x, y in mark), strict=True)
    for axis, limit, sign in ((0, min(xs), 1), (0, max(xs), -1), (1, min(ys), 1), (1, max(ys), -1)):
        points = list(_beyond(points, axis, limit, sign))
        if len(points) < 3:
            return 0.0
    return _area(points)


def _beyond(points: list[tuple[float, float]], axis: int, limit: float, sign: int) -> Iterator[tuple[float, float]]:
    for a, b in zip(points, (*points[1:], points[0]), strict=True):
        inside, next_inside = sign * (a[axis] - limit) >= 0, sign * (b[axis] - limit) >= 0
        if inside:
            yield a
        if inside != next_inside:
            t = (limit - a[axis]) / (b[axis] - a[axis])
            yield a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t


def _area(points: Iterable[tuple[float, float]]) -> float:
    corners = list(points)
    return abs(sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(corners, (*corners[1:], corners[0]), strict=True))) / 2


def _about(place: tuple[float, float, float]) -> Outline:
    x, y, _ = place
    return ((x - 1, y - 1), (x + 1, y - 1), (x + 1, y + 1), (x - 1, y + 1))
