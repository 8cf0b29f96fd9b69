"""The joint that was chosen, as parts and operations: which, how many, where, how deep, and when it is made."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace

from shadbo.core.contract.display import Context, FrameSection
from shadbo.core.contract.operations import Operation, State
from shadbo.core.contract.parts import Part, got
from shadbo.core.finishing.hang.joints import Joint
from shadbo.core.quantity.exact import Fraction

# What a joint is called in the list, and what it is of.
WORDS = {
    "spline": ("Splines", "hardwood, as thick as the blade"),
    "dowel": ("Dowels", "beech"),
    "wedge": ("Underpin wedges", "steel"),
    "bracket": ("Corner brackets", "steel"),
}
# So many at a corner, in words.
COUNTED = ("none", "one", "two", "three", "four", "five", "six")


def joint_parts(context: Context[object, object], joint: Joint | None, frames: int) -> Iterator[Part]:
    """Biscuits, dowels, splines, wedges or brackets, counted over the four corners of each frame."""
    if joint is None or joint.key == "glue":
        return
    name, material = WORDS.get(joint.key, (joint.label.replace("Biscuit", "Biscuits"), "beech"))
    size = () if joint.key in ("wedge", "bracket") else (joint.told,)
    yield got("joint", name, 4 * joint.each * frames, material=material, size=size, lights=("joint",))
    if joint.key == "bracket":
        yield got("joint.screw", "Bracket screws", 16 * frames, material="wood screw", note=("shorter than the rail is deep",))


def joint_operations(
    context: Context[object, object], frame_section: FrameSection, joint: Joint | None, glued_last: bool = False
) -> Iterator[Operation]:
    """Biscuits before the frame is glued; splines and dowels across the corner, and brackets, when the glue is hard. ``glued_last``: that
    is after the finish."""
    if joint is None or joint.key in ("glue", "wedge"):
        return
    say, high = context.speak.say, frame_section.height
    marks = ("joint",)
    leaves: tuple[State, ...] = ("joined",) if glued_last else ("joined", "shaped")
    # Of two frames each has its own height: it is told as a share.
    each = frame_section.frames > 1
    at = evenly(joint.each)
    thirds = _shares(at) if each else say(_and("{}" for _ in at), *(high.value * share for share in at))
    whose = " of the height of each frame" if each else " of its height"
    if joint.key.startswith("biscuit"):
        yield Operation(
            "joint",
            "Slot the mitres",
            say(
                f"{'A slot' if joint.each == 1 else f'{COUNTED[joint.each].capitalize()} slots'} for a {joint.label.lower()} ({joint.size}) "
                f"{'in the middle of' if joint.each == 1 else 'side by side in'} every mitre, {{}} or more from the face; dry first.",
                context.rule("biscuit_face"),
            ),
            20,
            care="Biscuit joiner: both hands on it, the rail clamped; eye and hearing protection.",
            parts=("joint",),
            place="dusty",
            needs=("mitred",),
            leaves=("slotted",),
            chain="joint",
        )
    elif joint.key == "spline":
        where = thirds
        yield Operation(
            "joint",
            "Splines across the corners",
            (
                "In a cradle, when the glue is hard: a slot across each corner at ",
                *where,
                (whose if each else " from the face"),
                f". Splines {joint.size}, as the blade cuts, glued in, trimmed flush.",
            ),
            30,
            wait_minutes=60,
            care="Saw: the frame held in a cradle, guard on, push block; eye and hearing protection.",
            uses=("glue",),
            place="dusty",
            parts=marks,
            needs=("glued",),
            leaves=leaves,
            chain="joint",
        )
    elif joint.key == "dowel":
        yield Operation(
            "joint",
            "Dowels across the corners",
            (
                f"When the glue is hard: {COUNTED[joint.each]} {'hole' if joint.each == 1 else 'holes'} through each corner, ",
                "at ",
                *thirds,
                f"{whose}; {joint.size} dowels, {joint.deep}, glued in, trimmed flush.",
            ),
            30,
            wait_minutes=60,
            care="A stop on the bit; the frame clamped; eye protection.",
            uses=("glue",),
            place="dusty",
            parts=marks,
            needs=("glued",),
            leaves=leaves,
            chain="joint",
        )
    else:
        longest = high.value - context.rule("face_clear")
        yield Operation(
            "joint",
            "Brackets behind the corners",
            say("One behind each corner, four screws each, none longer than {}.", max(longest, Fraction(1))),
            20,
            care="A stop on the bit; no screw near the face.",
            uses=("joint.screw",),
            parts=marks,
            needs=("glued",),
            leaves=leaves,
            chain="joint",
        )


def evenly(number: int) -> list[Fraction]:
    """Where so many stand over a height, as shares of it."""
    return [Fraction(i, number + 1) for i in range(1, number + 1)]


def _shares(at: list[Fraction]) -> tuple[str]:
    words = {Fraction(1, 2): "half", Fraction(1, 3): "a third", Fraction(2, 3): "two thirds"}
    return (_and(words.get(share, f"{share.numerator}/{share.denominator}") for share in at),)


def _and(words: Iterable[str]) -> str:
    *most, last = words
    return f"{', '.join(most)} and {last}" if most else last


def wedged(operations: Iterable[Operation], joint: Joint | None) -> Iterator[Operation]:
    """Underpin wedges are pressed in while the glue is wet: a part of gluing, not a step of their own."""
    for o in operations:
        if joint is not None and joint.key == "wedge" and o.key in ("glue", "glue_all", "tray"):
            many = "A wedge" if joint.each == 1 else f"{COUNTED[joint.each].capitalize()} wedges"
            words = f" {many} pressed into each mitre from behind while it is wet."
            yield replace(
                o, say=(*o.say, words), uses=(*o.uses, "joint"), care=f"{o.care} Underpinner: fingers clear of the driver.".strip()
            )
        else:
            yield o
