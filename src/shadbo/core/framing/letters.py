"""Letters to be cut out of a board: strokes of one width, with bridges, so that nothing falls out.

Every letter is a few strokes on a grid 60 high (our own forms). Cut out, a stroke is a slot with round ends. Where strokes meet,
the later one stops short of the earlier, so that between any two slots a bridge of board is left; that also holds the insides of
O, A, B and the like. What can’t be written is a box.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import lru_cache
from itertools import pairwise

import numpy as np
import numpy.typing as npt

from shadbo.core.quantity.record import record

HIGH = 60
# Between two letters, as a share of their height, beside the stroke itself.
APART = 12
Points = npt.NDArray[np.float64]
# A stroke runs through points (x, y), and along arcs: centre x, y, radii, from and to in degrees (clockwise, y down).
Arc = tuple[int, int, int, int, int, int]
Stroke = tuple[tuple[int, int] | Arc, ...]

GLYPHS: Mapping[str, tuple[int, tuple[Stroke, ...]]] = {
    "A": (44, (((0, 60), (22, 0)), ((22, 0), (44, 60)), ((8, 38), (36, 38)))),
    "B": (
        36,
        (((0, 0), (0, 60)), ((0, 30), (20, 30), (20, 45, 16, 15, -90, 90), (0, 60)), ((0, 0), (18, 0), (18, 15, 14, 15, -90, 90))),
    ),
    "C": (40, (((26, 30, 26, 30, -50, -310),),)),
    "D": (40, (((0, 0), (0, 60)), ((0, 0), (12, 0), (12, 30, 28, 30, -90, 90), (0, 60)))),
    "E": (34, (((0, 0), (0, 60)), ((0, 0), (34, 0)), ((0, 30), (28, 30)), ((0, 60), (34, 60)))),
    "F": (32, (((0, 0), (0, 60)), ((0, 0), (32, 0)), ((0, 30), (26, 30)))),
    "G": (52, (((26, 30, 26, 30, -50, -340), (52, 32)), ((30, 32), (52, 32)))),
    "H": (40, (((0, 0), (0, 60)), ((40, 0), (40, 60)), ((0, 30), (40, 30)))),
    "I": (0, (((0, 0), (0, 60)),)),
    "J": (26, (((26, 0), (26, 42), (8, 42, 18, 18, 0, 140)),)),
    "K": (38, (((0, 0), (0, 60)), ((36, 0), (0, 34)), ((14, 22), (38, 60)))),
    "L": (32, (((0, 0), (0, 60)), ((0, 60), (32, 60)))),
    "M": (52, (((0, 60), (0, 0)), ((52, 60), (52, 0)), ((0, 0), (26, 40)), ((52, 0), (26, 40)))),
    "N": (42, (((0, 60), (0, 0)), ((42, 60), (42, 0)), ((0, 0), (42, 60)))),
    "O": (52, (((26, 30, 26, 30, 90, 270),), ((26, 30, 26, 30, -90, 90),))),
    "P": (36, (((0, 0), (0, 60)), ((0, 0), (18, 0), (18, 17, 18, 17, -90, 90), (0, 34)))),
    "Q": (52, (((26, 30, 26, 30, 90, 270),), ((26, 30, 26, 30, -90, 90),), ((32, 42), (54, 64)))),
    "R": (38, (((0, 0), (0, 60)), ((0, 0), (18, 0), (18, 17, 18, 17, -90, 90), (0, 34)), ((16, 34), (38, 60)))),
    "S": (36, (((18, 15, 16, 15, -30, -270), (18, 45, 18, 15, -90, 150)),)),
    "T": (40, (((0, 0), (40, 0)), ((20, 0), (20, 60)))),
    "U": (42, (((0, 0), (0, 39), (21, 39, 21, 21, 180, 0), (42, 0)),)),
    "V": (44, (((0, 0), (22, 60)), ((44, 0), (22, 60)))),
    "W": (64, (((0, 0), (17, 60)), ((64, 0), (47, 60)), ((32, 14), (17, 60)), ((32, 14), (47, 60)))),
    "X": (42, (((0, 0), (42, 60)), ((42, 0), (0, 60)))),
    "Y": (42, (((0, 0), (21, 32), (21, 60)), ((42, 0), (21, 32)))),
    "Z": (38, (((0, 0), (38, 0)), ((38, 0), (0, 60)), ((0, 60), (38, 60)))),
    "0": (44, (((22, 30, 22, 30, 90, 270),), ((22, 30, 22, 30, -90, 90),))),
    "1": (14, (((14, 0), (14, 60)), ((0, 12), (14, 0)))),
    "2": (36, (((18, 17, 18, 17, -170, 30), (0, 60)), ((0, 60), (36, 60)))),
    "3": (36, (((17, 15, 15, 15, -150, 90),), ((17, 45, 18, 15, -90, 150),))),
    "4": (42, (((30, 0), (30, 60)), ((30, 0), (0, 42)), ((0, 42), (42, 42)))),
    "5": (36, (((34, 0), (4, 0)), ((4, 0), (2, 28)), ((18, 41, 18, 19, -130, 140),))),
    "6": (38, (((19, 41, 19, 19, 90, 270),), ((19, 41, 19, 19, -90, 90),), ((30, 0), (3, 34)))),
    "7": (38, (((0, 0), (38, 0)), ((38, 0), (12, 60)))),
    "8": (
        38,
        (((19, 44, 19, 16, 90, 270),), ((19, 44, 19, 16, -90, 90),), ((19, 14, 15, 14, 90, 270),), ((19, 14, 15, 14, -90, 90),)),
    ),
    "9": (38, (((19, 19, 19, 19, 90, 270),), ((19, 19, 19, 19, -90, 90),), ((8, 60), (35, 26)))),
    "-": (22, (((0, 32), (22, 32)),)),
    ".": (2, (((0, 60), (2, 60)),)),
    "’": (4, (((4, 0), (0, 12)),)),
    "&": (46, (((46, 60), (10, 14)), ((18, 12, 11, 12, 160, 400),), ((18, 44, 18, 16, -60, -290), (44, 32)))),
    " ": (20, ()),
}
UNKNOWN: tuple[int, tuple[Stroke, ...]] = (34, (((0, 0), (34, 0)), ((0, 60), (34, 60)), ((0, 0), (0, 60)), ((34, 0), (34, 60))))
ALIKE = {"'": "’", "‘": "’", "`": "’", "–": "-", "—": "-", "_": "-", ",": "."}


@record(frozen=True, slots=True)
class Cut:
    """A line of letters: the slots (outlines, mm from the middle of the line), and how wide and high the whole is."""

    slots: tuple[tuple[tuple[float, float], ...], ...]
    width: float
    height: float


def _walk(stroke: Stroke, scale: float) -> Points:
    """A stroke as points close together, mm."""
    points: list[tuple[float, float]] = []
    for step in stroke:
        if len(step) == 2:
            points.append((step[0] * scale, step[1] * scale))
            continue
        cx, cy, rx, ry, start, end = step
        n = max(4, abs(end - start) // 6)
        for i in range(n + 1):
            angle = math.radians(start + (end - start) * i / n)
            points.append(((cx + rx * math.cos(angle)) * scale, (cy + ry * math.sin(angle)) * scale))
    out = [points[0]]
    for (x0, y0), (x1, y1) in pairwise(points):
        n = max(1, math.ceil(math.hypot(x1 - x0, y1 - y0) / max(scale / 2, SMALL_STEP)))
        out += [(x0 + (x1 - x0) * i / n, y0 + (y1 - y0) * i / n) for i in range(1, n + 1)]
    return np.array(out)


SMALL_STEP = 1 / 10


def _slot(run: Points, wide: float) -> tuple[tuple[float, float], ...]:
    """The outline of a slot along a run of points: both sides of it, and half a circle at each end."""
    keep = [0]
    for i in range(1, len(run)):
        if i == len(run) - 1 or i % 3 == 0:
            keep.append(i)
    run = run[keep]
    along = np.gradient(run, axis=0)
    size = np.hypot(along[:, 0], along[:, 1])
    along = along / np.where(size == 0, 1, size)[:, None]
    normal = np.column_stack((-along[:, 1], along[:, 0])) * (wide / 2)

    def cap(centre: Points, way: Points) -> list[tuple[float, float]]:
        start = math.atan2(way[1], way[0])
        return [
            (
                float(centre[0] + wide / 2 * math.cos(start - math.pi * i / 8)),
                float(centre[1] + wide / 2 * math.sin(start - math.pi * i / 8)),
            )
            for i in range(1, 8)
        ]

    left = [tuple(map(float, p)) for p in run + normal]
    right = [tuple(map(float, p)) for p in (run - normal)[::-1]]
    outline = [*left, *cap(run[-1], normal[-1]), *right, *cap(run[0], -normal[0])]
    return tuple((round(x, 3), round(y, 3)) for x, y in outline)


def _apart(points: Points, others: list[Points]) -> Points:
    """Distance of every point to the nearest of other strokes."""
    best = np.full(len(points), np.inf)
    for other in others:
        a, b = other[:-1], other[1:]
        ab = b - a
        length = np.maximum((ab**2).sum(axis=1), 10**-12)
        t = np.clip(((points[:, None, :] - a[None]) * ab[None]).sum(axis=2) / length, 0, 1)
        near = a[None] + t[..., None] * ab[None]
        best = np.minimum(best, np.sqrt(((points[:, None, :] - near) ** 2).sum(axis=2)).min(axis=1))
    return best


@lru_cache(maxsize=128)
def cut_out(text: str, height: float, stroke: float, bridge: float) -> Cut:
    """A line of text as slots. ``height`` of its letters over all, ``stroke`` the width of a slot, ``bridge`` what is left between two."""
    scale = (height - stroke) / HIGH
    slots: list[tuple[tuple[float, float], ...]] = []
    x = stroke / 2
    for i, letter in enumerate(text.upper()):
        wide, strokes = GLYPHS.get(ALIKE.get(letter, letter), UNKNOWN)
        if i:
            x += APART * scale + stroke
        done: list[Points] = []
        for drawn in strokes:
            points = _walk(drawn, scale) + np.array((x, stroke / 2))
            clear = _apart(points, done) >= stroke + bridge if done else np.ones(len(points), dtype=bool)
            edges = np.flatnonzero(np.diff(np.concatenate(([False], clear, [False])).astype(int)))
            for start, end in zip(edges[::2], edges[1::2], strict=True):
                run = points[start:end]
                if len(run) >= 3 and float(np.hypot(*(run[-1] - run[0]))) + float(np.ptp(run[:, 0])) > stroke / 2:
                    slots.append(_slot(run, stroke))
                    done.append(run)
        x += wide * scale
    width = x + stroke / 2
    moved = tuple(tuple((round(px - width / 2, 3), round(py - height / 2, 3)) for px, py in slot) for slot in slots)
    return Cut(moved, width, height)
