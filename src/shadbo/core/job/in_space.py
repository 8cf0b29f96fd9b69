"""A job proves itself in space: as many pieces lie there as the list has, and what is fixed meets what it is fixed to."""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence

from shadbo.core.contract.bodies import Fixing, Outline, Space
from shadbo.core.contract.parts import Part
from shadbo.core.job.joining import Job

# What is in the list and is not where it is drawn: one too many, and what holds or covers a thing at the thing itself.
UNDRAWN = ("spare", "hold", "felt", "film", "form")
# So far beside an edge a point may be drawn and still lie on it (mm); nearer than this two fixings are one.
NEAR, TOUCH = 0.5, 2.0
# What has a weight of its own; less of it than this is not told (mm³, some twenty grams of wood).
HEAVY, SLIGHT = frozenset({"wood", "bar", "board", "glass", "strip"}), 40_000.0
Box = tuple[float, float, float, float]
# A solid as it is looked at: what is near it, its outline, and between which depths a fixing ends in it.
Piece = tuple[Box, Outline, float, float]


def prove_in_space(job: Job, space: Space, weighed: Iterable[str]) -> Iterator[str]:
    """What is wrong, a sentence each; ``weighed`` are the parts whose weight is in that of the whole."""
    yield from _numbers(job, space)
    # What its owner brings weighs what it was weighed at, with all that is part of it.
    owned = (light for part in job.parts if part.comes == "owner" for light in part.lights)
    yield from _weighs(space, (*weighed, *owned))
    by: dict[str, list[Piece]] = defaultdict(list)
    for body in space.bodies:
        pieces = [(_box(outline), outline, front - NEAR, back + NEAR) for outline, front, back in body.solids]
        for family in _families(body.part):
            by[family] += pieces
    for fixing in space.fixings:
        yield from _met(fixing, by)
    yield from _one_by_one(space.fixings)


def _families(part: str) -> Iterator[str]:
    steps = part.split(".")
    return (".".join(steps[:n]) for n in range(1, len(steps) + 1))


def _numbers(job: Job, space: Space) -> Iterator[str]:
    """Each part that is cut or got by number lies there as often as the list has it; what nobody has is not drawn."""
    lying: dict[str, int] = defaultdict(int)
    windows: dict[str, int] = defaultdict(int)
    lit = {part.key: frozenset((part.key, *part.lights)) for part in job.parts}
    owned = frozenset().union(*(lit[part.key] for part in job.parts if part.comes in ("owner", "came", "hand", "there")))
    for fixing in space.fixings:
        lying[fixing.part] += 1
    for body in space.bodies:
        lying[body.part] += 1
        windows[body.part] += len(body.windows)
    if not job.parts:
        return
    of = {name: frozenset(_families(name)) for name in lying}
    free = [name for name in lying if owned.isdisjoint(of[name])]
    groups: list[tuple[set[str], list[Part]]] = []
    for part in job.parts:
        if part.comes not in ("cut", "number") or any(step in UNDRAWN for step in part.key.split(".")):
            continue
        met = {name for name in free if not lit[part.key].isdisjoint(of[name])}
        if not met:
            continue
        parts = [part]
        apart = [g for g in groups if g[0].isdisjoint(met)]
        for group in groups:
            if not group[0].isdisjoint(met):
                met, parts = met | group[0], [*group[1], *parts]
        groups = [*apart, (met, parts)]
    for names, parts in groups:
        cut = sum(windows[name] for name in names)
        # A window of a sheet has a line of its own in some lists.
        sheets = [p for p in parts if not any(p is not q and p.key.startswith(f"{q.key}.") for q in parts)]
        found, told = sum(lying[name] for name in names), sum(p.count for p in parts)
        if told not in {found, found + cut} and sum(p.count for p in sheets) != found:
            yield f"{parts[0].name} ({', '.join(p.key for p in parts)}): {told} in the list, {found} where they lie"
    known = frozenset().union(*lit.values())
    for name in lying:
        if not name.startswith("hang") and known.isdisjoint(of[name]):
            yield f"{name} lies there, and no part of the list is it"


def _weighs(space: Space, weighed: tuple[str, ...]) -> Iterator[str]:
    """Nothing of wood, board or glass lies there that isn’t in the weight of the whole."""
    roots = (*weighed, *(f"{part}{end}" for part in weighed for end in "._"))
    volumes: dict[str, float] = defaultdict(float)
    for body in space.bodies:
        if body.material in HEAVY and not body.part.startswith("hang"):
            left, top, right, bottom = body.box
            volumes[body.part] += (right - left) * (bottom - top) * (body.back - body.front)
    for name, volume in volumes.items():
        if volume > SLIGHT and name not in weighed and not name.startswith(roots):
            yield f"{name} lies there, and is in no weight"


def _met(fixing: Fixing, by: Mapping[str, Sequence[Piece]]) -> Iterator[str]:
    """It lies on all it goes through, and ends in what it bites into."""
    sx, sy, _ = fixing.start
    ex, ey, ez = fixing.end
    for name in fixing.through:
        if not any(_on(sx, sy, box, outline) for box, outline, _, _ in by.get(name, ())):
            yield f"{fixing.label} ({fixing.part}) at {sx:g}, {sy:g} goes through no {name}"
    if not any(front <= ez <= back and _on(ex, ey, box, outline) for box, outline, front, back in by.get(fixing.into, ())):
        yield f"{fixing.label} ({fixing.part}) at {ex:g}, {ey:g} bites into no {fixing.into}"


def _box(outline: Outline) -> Box:
    """What is near an outline: no point out of it lies on it."""
    xs, ys = [x for x, _ in outline], [y for _, y in outline]
    return min(xs) - NEAR, min(ys) - NEAR, max(xs) + NEAR, max(ys) + NEAR


def _on(x: float, y: float, box: Box, outline: Outline) -> bool:
    """Whether a point lies in an outline, or no further beside it than it is drawn."""
    if not (box[0] <= x <= box[2] and box[1] <= y <= box[3]):
        return False
    inside = False
    for (x0, y0), (x1, y1) in zip(outline, (*outline[1:], outline[0]), strict=True):
        if (y0 > y) != (y1 > y) and x < (x1 - x0) * (y - y0) / (y1 - y0) + x0:
            inside = not inside
    return inside or _beside(x, y, outline) <= NEAR


def lies_on(x: float, y: float, outline: Outline) -> bool:
    """Whether a point of the face lies on what has this outline (mm)."""
    return _on(x, y, _box(outline), outline)


def _beside(x: float, y: float, outline: Outline) -> float:
    """How far a point lies from the edge of an outline (mm)."""
    least = math.inf
    for (x0, y0), (x1, y1) in zip(outline, (*outline[1:], outline[0]), strict=True):
        long = (x1 - x0) ** 2 + (y1 - y0) ** 2
        t = min(1.0, max(0.0, ((x - x0) * (x1 - x0) + (y - y0) * (y1 - y0)) / long)) if long else 0.0
        least = min(least, math.hypot(x - x0 - t * (x1 - x0), y - y0 - t * (y1 - y0)))
    return least


def _one_by_one(fixings: Sequence[Fixing]) -> Iterator[str]:
    """No two bite at one place."""
    at: dict[tuple[int, int, int], Fixing] = {}
    for fixing in fixings:
        x, y, z = (int(v // TOUCH) for v in fixing.end)
        other = at.setdefault((x, y, z), fixing)
        if other is not fixing and math.dist(other.end, fixing.end) < TOUCH:
            yield f"{fixing.label} ({fixing.part}) and {other.label} ({other.part}) lie at one place"
