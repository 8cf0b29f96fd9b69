"""Blocks that hold bowed rails straight at their middle, while the rabbet is read and the pack goes in."""

from __future__ import annotations

from shadbo.core.contract.display import Context
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.document.decisions.having import frame_there
from shadbo.core.framing.rabbet import bowed_axes


def blocks_in(context: Context[object, object]) -> int:
    """How many blocks the frame that is there has or gets: one at the middle of each rail that bows."""
    frame = frame_there(context.display)
    if frame is None:
        return 0
    # Two facing rails bow alike: one block each.
    return frame.blocks if frame.blocked else 2 * len(bowed_axes(context))


def blocks_parts(context: Context[object, object]) -> tuple[Part, ...]:
    many = blocks_in(context)
    frame = frame_there(context.display)
    if not many or frame is None:
        return ()
    return (
        got(
            "block",
            "Blocks for bowed rails",
            many,
            comes="hand" if frame.blocked else "number",
            material="hardwood offcuts",
            note=("cut to fit, felt where they touch",),
            lights=("rail",),
        ),
    )


def blocks_steps(context: Context[object, object], inside: str = "rabbet") -> list[Operation]:
    """Putting them in and reading the frame again; looking at those that are in."""
    many, frame = blocks_in(context), frame_there(context.display)
    if not many or frame is None:
        return []
    say = (
        f"{many} blocks hold its rails straight, and the readings were taken with them: none has slipped? They stay in until the back is closed."
        if frame.blocked
        else f"{many} blocks, one at the middle of each rail that bows, then read the {inside} again at three places a side, both ways, "
        "before any sheet is cut."
    )
    title = "Look at the blocks" if frame.blocked else "Straighten the rails"
    return [
        Operation("blocks", title, (say,), 5 if frame.blocked else 15, gate=True, parts=("rail",), uses=("block",), needs=("open",))
    ]
