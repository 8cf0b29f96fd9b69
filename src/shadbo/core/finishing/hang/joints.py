"""What holds the mitres, by weight, rail and wood.

A biscuit’s slot: half the biscuit’s width and 3 mm must lie within the wood of the mitre, and it stays 6 mm from the face.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from shadbo.core.document.decisions.hanging import OwnJoint
from shadbo.core.document.rules import Rules
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record

# Length, width and thickness of biscuits (mm).
BISCUITS: Mapping[str, tuple[int, int, int]] = {"biscuit_0": (47, 15, 4), "biscuit_10": (53, 19, 4), "biscuit_20": (56, 23, 4)}
SQRT2 = Fraction(1414, 1000)
DOWELS = (4, 5, 6, 8, 10, 12)


@record(frozen=True, slots=True)
class Joint:
    """One way of holding a mitre: whether it fits the rail and bears the weight, and why; ``size`` and how ``deep`` it goes in words, so many
    ``each`` corner; a dowel or a spline is so ``thick``, and a dowel ``reach``es so far into each side (mm)."""

    key: str
    label: str
    fits: bool
    why: str
    size: str
    rank: int
    each: int = 1
    deep: str = ""
    reach: Fraction = Fraction(0)
    thick: Fraction = Fraction(0)

    @property
    def told(self) -> str:
        return ", ".join(words for words in (self.size, self.deep) if words)


def joints_for(rules: Rules, face: Fraction, solid: Fraction, kg: Fraction) -> list[Joint]:
    """Every joint held against a rail: its face, the solid wood front to back beside the rabbet (mm), and the whole weight.

    The mitre’s own length is the face × √2.
    """
    mitre = face * SQRT2
    behind, before = exact(rules.biscuit_behind), exact(rules.biscuit_face)
    light = kg <= exact(rules.glue_alone_up_to) and face > exact(rules.glue_alone_face)
    found = [Joint("glue", "Glue alone", light, f"for light frames, and rails over {rules.glue_alone_face} mm wide", "", 3)]
    found.append(
        Joint(
            "spline",
            "Splines across the corner",
            solid >= exact(rules.spline_from),
            f"slots at a third and two thirds of the height, in any rail from {rules.spline_from} mm",
            f"{float(rules.kerf):g} mm thick",
            2,
            2 if solid >= 20 else 1,
            thick=exact(rules.kerf),
        )
    )
    best = 0
    for key, (long, wide, thick) in BISCUITS.items():
        fits = Fraction(wide, 2) + behind <= mitre / 2 and solid >= 2 * before + thick and long <= mitre
        half = "" if not fits and long > mitre else f"{long} × {wide} × {thick} mm"
        why = (
            f"half its width and {rules.biscuit_behind} mm, {wide / 2 + float(behind):g} mm, lie in the wood"
            if fits
            else f"{long} mm long, the mitre is {float(mitre):.0f}"
        )
        found.append(Joint(key, f"Biscuit #{key.rsplit('_', 1)[1]}", fits, why, half, 5 if fits else 0))
        best = max(best, int(fits))
    dowel = next((d for d in reversed(DOWELS) if d * rules.dowel_share <= min(solid, face)), 0)
    found.append(
        Joint(
            "dowel",
            "Dowels",
            dowel > 0,
            "two, a third of the rail thick" if dowel else "the rail is too thin for a dowel",
            f"{dowel} mm" if dowel else "",
            4 if dowel >= 6 else 1,
            2,
            f"{round(dowel * exact(rules.dowel_deep))} mm deep each side" if dowel else "",
            Fraction(round(dowel * exact(rules.dowel_deep))),
            Fraction(dowel),
        )
    )
    found.append(
        Joint(
            "wedge",
            "Underpin wedges",
            solid >= exact(rules.wedge_from),
            "pressed in from behind, two a corner; quick",
            "two a corner",
            2,
            2,
        )
    )
    found.append(Joint("bracket", "Corner brackets", True, "screwed on behind; seen from the back, for anything", "four", 1))
    return found


# Joints that somebody may make of another size, or another number of them.
OWN_SIZE = frozenset({"spline", "dowel"})
OWN_NUMBER = frozenset({"spline", "dowel", "wedge", *BISCUITS})


def as_made(joint: Joint, own: OwnJoint) -> Joint:
    """A joint as somebody makes it: of their number and size."""
    if joint.key in OWN_NUMBER and own.each is not None:
        joint = replace(joint, each=own.each, size="" if joint.key == "wedge" else joint.size)
    if joint.key in OWN_SIZE and own.thick is not None:
        thick = exact(own.thick)
        size = f"{float(thick):g} mm" + (" thick" if joint.key == "spline" else "")
        # What is thinner than the rail bears is a joint there, whatever is usual.
        joint = replace(joint, thick=thick, size=size, fits=joint.fits or joint.key == "dowel")
    if joint.key == "dowel" and own.deep is not None:
        joint = replace(joint, reach=exact(own.deep), deep=f"{float(exact(own.deep)):g} mm deep each side")
    return joint


def best_joint(found: list[Joint]) -> Joint:
    """The joint of those held against the rail: glue where that is enough; else the strongest that fits, largest biscuit first."""
    if found[0].fits:
        return found[0]
    return max((j for j in found[1:] if j.fits), key=lambda j: (j.rank, j.key))
