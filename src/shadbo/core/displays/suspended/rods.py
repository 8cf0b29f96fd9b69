"""Where the rods sit, how far they run to the thing, and what they bear.

A rod at right angles to its rail meets the thing at its outline. Bending of a rod that carries at its end: σ = 32 F L / (π d³),
f = F L³ / (3 E I), I = π d⁴ / 64 (Roark’s formulas for a cantilever of round section); a rod that is pressed along: π² E I / (4 L²)
(Euler, one end free).
"""

from __future__ import annotations

import math
from collections.abc import Mapping

from shadbo.core.document.decisions.suspended import Rods, Stuff
from shadbo.core.framing.arrange.shapes import Body
from shadbo.core.framing.counting import figures
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Curve, Dim

PI = Fraction(355, 113)
# Bending strength and stiffness, N/mm²: white ash at 12 % moisture (Wood Handbook, Table 5-3, from memory), half-hard brass and
# mild steel at yield (from memory).
STRENGTH: Mapping[Stuff, int] = {"hardwood": 103, "brass": 200, "steel": 235}
# Pressed along its length: white ash along the grain (Table 5-3, from memory), the metals at yield.
CRUSHES: Mapping[Stuff, int] = {"hardwood": 51, "brass": 200, "steel": 235}
STIFFNESS: Mapping[Stuff, int] = {"hardwood": 12_000, "brass": 100_000, "steel": 205_000}
LABELS: Mapping[Stuff, str] = {"hardwood": "hardwood dowel", "brass": "brass rod", "steel": "steel rod"}
RAILS = ("top", "bottom", "left", "right")


@record(frozen=True, slots=True)
class Spot:
    """One rod: its rail, how far off that rail’s middle it sits, as a share of the thing’s size along it, and what it does."""

    key: str
    rail: str
    share: Fraction
    does: str


QUARTER = Fraction(1, 4)
SPOTS: Mapping[Rods, tuple[Spot, ...]] = {
    "two_across": (Spot("left", "left", Fraction(0), "bends"), Spot("right", "right", Fraction(0), "bends")),
    "two_down": (Spot("top", "top", Fraction(0), "steadies"), Spot("bottom", "bottom", Fraction(0), "stands")),
    "three": (
        Spot("top", "top", Fraction(0), "steadies"),
        Spot("bottom_left", "bottom", -QUARTER, "stands"),
        Spot("bottom_right", "bottom", QUARTER, "stands"),
    ),
    "four": (
        Spot("top", "top", Fraction(0), "steadies"),
        Spot("bottom", "bottom", Fraction(0), "stands"),
        Spot("left", "left", Fraction(0), "steadies"),
        Spot("right", "right", Fraction(0), "steadies"),
    ),
    "wires": (
        Spot("top_left", "top", -QUARTER, "hangs"),
        Spot("top_right", "top", QUARTER, "hangs"),
        Spot("bottom", "bottom", Fraction(0), "steadies"),
    ),
}


def toward(rail: str) -> tuple[int, int]:
    """The direction from a rail straight to the thing (x right, y down)."""
    return {"left": (1, 0), "right": (-1, 0), "top": (0, 1), "bottom": (0, -1)}[rail]


def meets(body: Body, x: float, y: float, dx: float, dy: float) -> float | None:
    """How far a ray from (x, y) runs until it meets the outline; None if it passes by."""
    cx, cy = body.centre
    if body.radius is not None:
        along = (cx - x) * dx + (cy - y) * dy
        off2 = (cx - x) ** 2 + (cy - y) ** 2 - along**2
        left = body.radius**2 - off2
        return along - math.sqrt(left) if left >= 0 else None
    points = body.points
    best = None
    for (ax, ay), (bx, by) in zip(points, [*points[1:], points[0]], strict=True):
        ex, ey = bx - ax, by - ay
        cross = dx * ey - dy * ex
        if cross == 0:
            continue
        t = ((ax - x) * ey - (ay - y) * ex) / cross
        u = ((ax - x) * dy - (ay - y) * dx) / cross
        if 0 <= u <= 1 and t >= 0 and (best is None or t < best):
            best = t
    return None if best is None else float(best)


Segment = tuple[tuple[float, float], tuple[float, float]]


def inside(start: tuple[float, float], end: tuple[float, float], deep: float) -> Segment:
    """The part of a rod that is in the thing: from where it meets it, on in the same direction."""
    run = math.dist(start, end)
    if run == 0:
        return end, end
    return end, (end[0] + (end[0] - start[0]) / run * deep, end[1] + (end[1] - start[1]) / run * deep)


def between(one: Segment, other: Segment) -> float:
    """The shortest way from one straight line to another, mm; nothing where they cross."""
    (a, b), (c, d) = one, other

    def side(p: tuple[float, float], q: tuple[float, float], r: tuple[float, float]) -> float:
        return (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])

    if side(a, b, c) * side(a, b, d) < 0 and side(c, d, a) * side(c, d, b) < 0:
        return 0
    return min(_off(a, other), _off(b, other), _off(c, one), _off(d, one))


def _off(point: tuple[float, float], line: Segment) -> float:
    (ax, ay), (bx, by) = line
    long = (bx - ax) ** 2 + (by - ay) ** 2
    share = 0 if long == 0 else min(max(((point[0] - ax) * (bx - ax) + (point[1] - ay) * (by - ay)) / long, 0), 1)
    return math.dist(point, (ax + share * (bx - ax), ay + share * (by - ay)))


def inertia(d: Fraction) -> Fraction:
    return PI * d**4 / 64


def bending_stress(force: Fraction, arm: Fraction, d: Fraction) -> Fraction:
    """N/mm² at the rail, of a round rod that carries ``force`` (N) at ``arm`` (mm)."""
    return 32 * force * arm / (PI * d**3)


def sags(force: Fraction, arm: Fraction, d: Fraction, stuff: Stuff) -> Fraction:
    """mm at its end."""
    return force * arm**3 / (3 * STIFFNESS[stuff] * inertia(d))


def sagging(force: Fraction, arm: Dim, d: Dim, stuff: Stuff) -> Dim:
    """The same as a sum of its lengths."""
    value = sags(force, arm.value, d.value, stuff)
    how = f"F × L³ ÷ (3 × E × I), F = {figures(force)} N, E = {STIFFNESS[stuff]} N/mm², I = π × d⁴ ÷ 64"
    return Dim(
        value,
        Curve(how, ((force * arm.value**2 / (STIFFNESS[stuff] * inertia(d.value)), arm), (-4 * value / d.value, d))),
        grain="fine",
    )


def buckles(length: Fraction, d: Fraction, stuff: Stuff) -> Fraction:
    """N along the rod at which it gives way sideways."""
    return PI**2 * STIFFNESS[stuff] * inertia(d) / (4 * length**2)


def crushes(d: Fraction, stuff: Stuff) -> Fraction:
    """N along the rod at which it is crushed: a short one never bends away."""
    return PI / 4 * d**2 * CRUSHES[stuff]
