"""What came with a bought frame: sheet, hard back, tabs, hanger. It is used as it is, and neither cut nor bought again."""

from __future__ import annotations

from typing import Literal

from shadbo.core.contract.display import Context
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.document.decisions.canvas import ReadFrame
from shadbo.core.document.decisions.having import OfThickness, frame_of, glazing_of, grade_of
from shadbo.core.framing.label_size import by_its_label, sides_unread, unread_words
from shadbo.core.quantity.figures import Say

SHEETS = {"glass": "Glass", "acrylic": "Acrylic"}
# What a sheet is called in a sentence; paint, paper and work are none.
WORDS = {"acrylic": "acrylic", "glass": "glass", "coated": "glass"}


def sheet_word(kind: str) -> str:
    """What lies in front, in a word: glass, acrylic, or the face of the work where there is no sheet."""
    return WORDS.get(kind, "face of the work")


TABS = got("tabs", "Tabs", comes="came", note=("pressed flat again with a tool",))
# Where something else holds what is put in.
TABS_OFF = got("tabs.off", "Tabs that came with it", comes="came", note=("bent out of the way",))
BOARD_CAME = got("backing", "Board that came with it", comes="came", lights=("backing",))
PULLED = "Pull staples and points away from the face and the hand."
TABS_CARE = "Metal tabs are sharp and lift under nails: use a tool."


def bought(context: Context[object, object]) -> ReadFrame | None:
    """The frame with a lip that is there already, None where it is to be made."""
    frame = frame_of(context.display)
    return frame if isinstance(frame, ReadFrame) else None


def sheet_came(context: Context[object, object]) -> bool:
    """Whether the sheet in front is the one that came with the frame."""
    display, frame = context.display, bought(context)
    if frame is None or not frame.glazing_thickness or (glazing_of(display), grade_of(display)) != (frame.sheet, "plain"):
        return False
    wanted = display.glazing_thickness if isinstance(display, OfThickness) else None
    return wanted is None or wanted == frame.glazing_thickness


def sheet_part(context: Context[object, object]) -> Part:
    frame = bought(context)
    assert frame is not None
    return got("glazing", f"{SHEETS[frame.sheet]} that came with it", comes="came", lights=("glazing",))


def put_by(context: Context[object, object]) -> tuple[Part, ...]:
    """The sheet that came with a frame and is not used in it: out, wrapped and put by."""
    frame = bought(context)
    if frame is None or not frame.glazing_thickness or sheet_came(context):
        return ()
    return (got("sheet.by", f"{SHEETS[frame.sheet]} that came with it", comes="came", note=("put by",)),)


def clean_step(context: Context[object, object]) -> Operation:
    """Cleaning the sheet that came, where it lies."""
    frame = bought(context)
    assert frame is not None
    return Operation(
        "glazing",
        f"Clean the {frame.sheet}",
        (f"The {frame.sheet} that came with it stays in its frame: both faces cleaned, looked at against the light.",),
        10,
        gate=True,
        care="Gloves; carry on edge.",
        parts=("glazing",),
        place="clean",
    )


def tabs_came(context: Context[object, object]) -> bool:
    """Whether the pack is closed with the frame’s own tabs."""
    frame = bought(context)
    return frame is not None and frame.tabs


def label_read(context: Context[object, object], frame: ReadFrame) -> Say:
    """What is read as soon as a frame is open that goes by its label; nothing where it was read."""
    if not sides_unread(frame):
        return ()
    rest = f", {rest}" if (rest := unread_words(frame)) else ", and its depth"
    if not by_its_label(frame):
        return (f" Read its rabbet at three places a side{rest}: sheet and boards follow what is read.",)
    width, height = (context.book[f"frame.rabbet.{axis}"] for axis in ("width", "height"))
    return context.speak.say(
        f" Read its rabbet, by its label {{}} × {{}}, at three places a side{rest}: sheet and boards follow what is read.",
        width,
        height,
    )


def open_step(context: Context[object, object], *, again: bool = True) -> Operation:
    """Opening a frame that is there, and what becomes of its sheet meanwhile. ``again``: its own tabs close it afterwards."""
    frame = bought(context)
    assert frame is not None
    how = "Lift its tabs with a tool" if frame.tabs else "Draw out what closes its back"
    sheet = ""
    if frame.glazing_thickness:
        sheet = (
            f"; leave the {frame.sheet} in the frame while you work"
            if sheet_came(context)
            else f"; its {frame.sheet} out, wrapped and put by"
        )
    return Operation(
        "open",
        "Open the frame",
        (
            f"{how}, take out what is in it{sheet}. Look: which side is its hanger on, is anything loose?",
            *label_read(context, frame),
        ),
        10,
        gate=True,
        care=TABS_CARE if frame.tabs else PULLED,
        parts=("rail",),
        uses=(*(("tabs" if again else "tabs.off",) if frame.tabs else ()), *(part.key for part in put_by(context))),
        leaves=("open", "measured"),
    )


def hanger_came(context: Context[object, object]) -> Literal["none", "top", "side"]:
    """Where the hanger that came with the frame is as it stands now."""
    frame = bought(context)
    if frame is None or frame.hanger == "none":
        return "none"
    return ("side" if frame.hanger == "top" else "top") if frame.turned else frame.hanger
