"""The wire and what it pulls at (statics of a hung wire, and a beam with one load by Roark’s formulas).

span S = W − 2e          path = 2 √((S/2)² + h²)          tension = m g / (2 sin θ), sin θ = 2h / path
pull on each stile = tension × cos θ          its bending = P a² b² / (3 E I L)
"""

from __future__ import annotations

import math

from shadbo.core.contract.display import Context, FrameSection
from shadbo.core.contract.terms import ruled
from shadbo.core.framing.counting import figures, newtons
from shadbo.core.quantity.exact import Fraction, up
from shadbo.core.quantity.lengths import MM_PER_INCH
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Curve, Dim, leaf, root, rule


@record(frozen=True, slots=True)
class Wire:
    """A wire under its load. Forces in newtons, the angle in degrees from the level."""

    path: Dim
    angle: Fraction
    tension: Fraction
    pull: Fraction


def stretched(span: Dim, slack: Dim) -> Dim:
    """How long the wire is from ring to ring, over the hook."""
    value = 2 * root((span.value / 2) ** 2 + slack.value**2)
    slopes = ((span.value / value, span), (4 * slack.value / value, slack))
    return Dim(value, Curve("2 × √((span ÷ 2)² + slack²)", slopes), grain="depth")


def to_cut(context: Context[object, object], run: Dim, tail: str, name: str, label: str, part: str) -> Dim:
    """Wire or cord as it is cut: its run, what is wound or knotted at both ends, and the rest to a length one can lay a tape to."""
    typed = context.piece.hang.tail
    each = (
        ruled(context, "wire_tail", tail)
        if typed is None
        else leaf(typed, "/hang/tail", tail, "choice", pointer="/hang/tail", source="choice", grain="depth", parts=(part,))
    )
    ends = run + 2 * context.book.add(each, "hang.tail", tail, parts=(part,), grain="depth")
    step = MM_PER_INCH / 2 if context.piece.units == "in" else Fraction(10)
    rest = rule(up(ends.value, step) - ends.value, "to a round length", "hanging-house", "depth")
    return context.book.add(ends + rest, name, label, parts=(part,), grain="wood")


def wire_under(span: Dim, slack: Dim, kg: Fraction) -> Wire:
    """What a wire of a span bears when the hook lifts its middle by the slack. Both above zero."""
    angle = Fraction(round(math.degrees(math.atan2(float(2 * slack.value), float(span.value))) * 1000), 1000)
    return Wire(stretched(span, slack), angle, *pulls(kg, span.value, slack.value))


def pulls(kg: Fraction, span: Fraction, slack: Fraction) -> tuple[Fraction, Fraction]:
    """The tension of a wire over so much slack (mm), and what of it draws each stile inward; newtons."""
    path = 2 * root((span / 2) ** 2 + slack**2)
    tension = newtons(kg) * path / (4 * slack)
    return tension, tension * span / path


def bends(force: Fraction, length: Fraction, at: Fraction, wide: Fraction, deep: Fraction, stiffness: int) -> Fraction:
    """mm that a stile bends inward under a pull (N) at a place along it: P a² b² / (3 E I L), I = deep × wide³ / 12."""
    inertia = deep * wide**3 / 12
    other = length - at
    return force * at**2 * other**2 / (3 * stiffness * inertia * length)


def sags(newton: Fraction, span: Fraction, wide: Fraction, deep: Fraction, stiffness: int) -> Fraction:
    """mm that a rail sags in its middle under a load (N) spread along it, held at both ends by its mitres: w L⁴ / (384 E I), w L the load."""
    inertia = deep * wide**3 / 12
    return newton * span**3 / (384 * stiffness * inertia)


def stile_bends(pull: Fraction, length: Dim, at: Dim, frame_section: FrameSection, stiffness: int) -> Dim:
    """The same as a sum of its lengths, for the stile of a frame; a ring lower than the stile is long counts at its end."""
    wide, deep, a = frame_section.solid, frame_section.height, min(at.value, length.value - 1)
    b, value = length.value - a, bends(pull, length.value, a, frame_section.solid.value, frame_section.height.value, stiffness)
    slopes = (
        (2 * value * (1 / a - 1 / b), at),
        (value * (2 / b - 1 / length.value), length),
        (-3 * value / wide.value, wide),
        (-value / deep.value, deep),
    )
    return Dim(value, Curve(f"P × a² × b² ÷ (3 × E × I × L), P = {figures(pull)} N, E = {stiffness} N/mm²", slopes), grain="fine")


def rail_sags(newton: Fraction, span: Dim, frame_section: FrameSection, stiffness: int) -> Dim:
    """The same for the bottom rail of a frame."""
    wide, deep = frame_section.solid, frame_section.height
    value = sags(newton, span.value, wide.value, deep.value, stiffness)
    slopes = ((3 * value / span.value, span), (-3 * value / wide.value, wide), (-value / deep.value, deep))
    return Dim(value, Curve(f"P × L³ ÷ (384 × E × I), P = {figures(newton)} N, E = {stiffness} N/mm²", slopes), grain="fine")
