"""What the label of a bought frame says: a size, of the opening or over all, and a depth. It may stand in until the frame is read.

rabbet = label + a sheet’s room (opening)          rabbet = label − 2 × face + 2 × lip (over all)
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import get_args

from shadbo.core.contract.asking import choice, plain_length
from shadbo.core.contract.checks import Patch, WayOut, put
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ActionInput, Input
from shadbo.core.contract.terms import ruled
from shadbo.core.document.decisions.canvas import BoughtFrame, ReadFrame, Unread, UnreadInside
from shadbo.core.document.starts import nobody_read
from shadbo.core.framing.rails import AXES, other
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.sums import Dim, leaf

GROUP = "What its label says"
# The station a frame is read at first.
MIDDLE = {"width": "middle", "height": "centre"}
OF = {"opening": "of the picture it takes", "outside": "over all"}


def says(context: Context[object, object], frame: ReadFrame, lip: Dim, face: Dim) -> None:
    """The rabbet a label promises, in the book beside the one that was read: ``frame.label.*``."""
    for axis in AXES:
        own = other(axis) if frame.turned else axis
        if getattr(frame, f"label_{own}") is not None:
            context.book.add(
                _rabbet(context, frame, own, frame.label_of, lip, face), f"frame.label.{axis}", f"Rabbet {axis} by its label"
            )


def _rabbet(context: Context[object, object], frame: ReadFrame, own: str, of: str, lip: Dim, face: Dim) -> Dim:
    pointer = f"/display/frame/label_{own}"
    typed = leaf(
        getattr(frame, f"label_{own}"),
        pointer,
        f"Label, {own}",
        "reading",
        tolerance=context.rule("label_within"),
        pointer=pointer,
        source="label-size",
        parts=("rail",),
    )
    return (
        typed + ruled(context, "glass_allowance", "A sheet’s room in its rabbet") if of == "opening" else typed - 2 * face + 2 * lip
    )


def standing(context: Context[object, object], frame: ReadFrame, own: str, lip: Dim, face: Dim) -> Dim | None:
    """The size that stands for one nobody has read: the rabbet the label promises; None of what was read, or has no label."""
    if own not in frame.unread or getattr(frame, f"label_{own}") is None:
        return None
    return _rabbet(context, frame, own, frame.label_of, lip, face)


def by_its_label(frame: ReadFrame | BoughtFrame) -> bool:
    """Whether a size of the frame is still its label’s: nobody has read it, and it may be as far off as a label. A floater has none."""
    return any(own in frame.unread and getattr(frame, f"label_{own}", None) is not None for own in AXES)


def sides_unread(frame: ReadFrame | BoughtFrame) -> bool:
    """Whether a size of the frame is not read: by its label, or nothing is known of it yet."""
    return any(own in frame.unread for own in AXES)


def check_label(context: Context[object, object], frame: ReadFrame) -> None:
    """A size that is only the label’s is read before anything is cut; one that was read and is far from the label is remarked on."""
    say, book, within = context.speak.say, context.book, context.rule("label_within")
    if by_its_label(frame):
        context.checks.add(
            "caution",
            "frame.by_label",
            "display",
            say("The frame goes by its label and is not read: its rabbet may be out by {}.", within),
            why="Labels are rounded. Read its rabbet from behind, at three places a side, before glass or board is cut.",
            source_key="label-size",
            figure="frame.rabbet.width",
            parts=("rail",),
        )
    elif sides_unread(frame):
        why = "Read its rabbet from behind, at three places a side, before glass or board is cut: all that hangs on it follows."
        _as_the_work_would(context, "frame.rabbet.width", why)
    off = [a for a in AXES if f"frame.label.{a}" in book.dims and _apart(context, a, book[f"frame.label.{a}"]) > within]
    if off:
        axis = off[0]
        context.checks.add(
            "caution",
            "frame.label",
            "display",
            say(
                f"Its label, {OF[frame.label_of]}, would make a rabbet {axis} of {{}}; it was read as {{}}.",
                book[f"frame.label.{axis}"],
                book[f"frame.rabbet.{axis}"],
            ),
            why="What was read stands. Is it the right frame, and the right way round?",
            source_key="label-size",
            figure=f"frame.label.{axis}",
            parts=("rail",),
            ways=(*_otherwise(context, frame), _forget()),
        )
    _check_depth(context, frame)
    _check_rest(context, frame)


def check_unread(context: Context[object, object], frame: BoughtFrame) -> None:
    """A floater that is there and that nobody has read."""
    if sides_unread(frame):
        why = "Read its inside at three places a side before strips or shims are cut: the gap follows from it."
        _as_the_work_would(context, "frame.inside.width", why)
    _check_rest(context, frame)


def _as_the_work_would(context: Context[object, object], figure: str, why: str) -> None:
    context.checks.add(
        "caution",
        "frame.by_label",
        "display",
        ("The frame is not read: its sizes stand as the work would have them.",),
        why=why,
        source_key="label-size",
        figure=figure,
        parts=("rail",),
    )


def _check_rest(context: Context[object, object], frame: ReadFrame | BoughtFrame) -> None:
    rest = unread_words(frame)
    if rest:
        context.checks.add(
            "note",
            "frame.unread",
            "display",
            (f"Not read yet: {rest}. Until then they stand as {_stands(frame)}.",),
            why="Nothing that hangs on them stops the piece; boards and glass are cut when they are read.",
            source_key="label-size",
            parts=("rail",),
        )


def _stands(frame: ReadFrame | BoughtFrame) -> str:
    """As what stands that nobody has read."""
    if by_its_label(frame):
        return "its label has them, or as is usual for such a frame"
    return "the work would have them" if sides_unread(frame) or isinstance(frame, BoughtFrame) else "is usual for such a frame"


UNREAD: Mapping[Unread | UnreadInside, str] = {
    "rabbet_depth": "the depth of its rabbet",
    "lip": "its lip",
    "face": "its face",
    "moulding_depth": "the height of its rail",
    "seat_thickness": "the thickness of its seat",
    "seat_width": "the width of its seat",
}


def unread_words(frame: ReadFrame | BoughtFrame) -> str:
    """What of a frame is not read yet besides its sizes, in words."""
    words = [UNREAD[one] for one in frame.unread if one in UNREAD]
    return ", ".join(words[:-1]) + (" and " if len(words) > 1 else "") + words[-1] if words else ""


def not_read(frame: ReadFrame | BoughtFrame) -> tuple[str, ...]:
    """Where in the piece what is not read yet stands."""
    return tuple(f"/display/frame/{place}" for one in frame.unread for place in (one, *((f"label_{one}",) if one in AXES else ())))


def _apart(context: Context[object, object], axis: str, label: Dim) -> Fraction:
    return abs((context.book[f"frame.rabbet.{axis}"] - label).value)


def _otherwise(context: Context[object, object], frame: ReadFrame) -> tuple[WayOut, ...]:
    """The label read the other way, where both its sizes then agree with what was read."""
    of = "outside" if frame.label_of == "opening" else "opening"
    lip, face = context.book["rail.lip"], context.book["rail.face"]
    for axis in AXES:
        own = other(axis) if frame.turned else axis
        if getattr(frame, f"label_{own}") is None:
            continue
        if _apart(context, axis, _rabbet(context, frame, own, of, lip, face)) > context.rule("label_within"):
            return ()
    return (WayOut((f"The label’s size is {OF[of]}",), (put("/display/frame/label_of", of),)),)


def _forget() -> WayOut:
    return WayOut(
        ("What was read is right: leave the label’s size out",), tuple(put(f"/display/frame/label_{a}", None) for a in AXES)
    )


def _check_depth(context: Context[object, object], frame: ReadFrame) -> None:
    """A label’s depth is now the rabbet’s, now the frame’s own."""
    if frame.label_depth is None:
        return
    told, within = exact(frame.label_depth), context.rule("label_within")
    depth, whole = context.book["rabbet.depth"], context.book["rail.height"]
    if abs(told - depth.value) <= within:
        return
    of_the_frame = abs(told - whole.value) <= within
    say = context.speak.say
    context.checks.add(
        "note" if of_the_frame else "caution",
        "frame.label.depth",
        "depth",
        say("The label’s {} of depth are the frame’s own: of its rabbet {} were read.", told, depth)
        if of_the_frame
        else say("Its label says {} of depth; its rabbet was read as {}.", told, depth),
        why="What goes in is reckoned by what was read, from the glass to the back.",
        source_key="label-size",
        figure="rabbet.depth",
        parts=("rail",),
        ways=()
        if of_the_frame
        else (WayOut(("What was read is right: leave the label’s depth out",), (put("/display/frame/label_depth", None),)),),
    )


def label_inputs(context: Context[object, object], frame: ReadFrame) -> list[Input]:
    """What its label says, and going by it until the frame is there to be read."""
    show = context.shop.showing
    inputs: list[Input] = []
    for field, label in (("width", "Label, width"), ("height", "Label, height"), ("depth", "Label, depth")):
        place = f"/display/frame/label_{field}"
        hint: Say = ("As printed on it or on its box; of what it is the size is asked then.",) if field == "width" else ()
        value = getattr(frame, f"label_{field}")
        inputs.append(plain_length(show, value, place, label, GROUP, ("rail",), optional=True, hint=hint))
    if frame.label_width is not None or frame.label_height is not None:
        of: tuple[tuple[str, Say, Say], ...] = (
            ("opening", ("Of the picture it takes",), ("as frames for prints and photographs are sold",)),
            ("outside", ("Over all",), ("as box frames often are",)),
        )
        inputs.append(choice(context, "/display/frame/label_of", "Its size is", GROUP, of, ("rail",)))
    own = [a for a in AXES if getattr(frame, f"label_{a}") is not None]
    if not own and frame.unread != list(get_args(Unread)):
        nothing = ({"op": "add", "path": "/display/frame/unread", "value": list(get_args(Unread))},)
        inputs.append(ActionInput("nothing_known", "Nothing of it is read yet", GROUP, ("rail",), "remove", nothing))
    if own and not by_its_label(frame):
        deep = ["rabbet_depth"] if frame.label_depth is not None else []
        unread = list(dict.fromkeys([*frame.unread, *own, *deep]))
        # Readings somebody took make way: what is read when it is open stands by itself.
        sides = (put(f"/display/frame/{a}", {MIDDLE[a]: [nobody_read(getattr(frame, f"label_{a}"))]}) for a in own)
        steps: Patch = (*sides, {"op": "add", "path": "/display/frame/unread", "value": unread})
        if frame.label_depth is not None:
            steps = (*steps, put("/display/frame/rabbet_depth", frame.label_depth))
        inputs.append(ActionInput("by_label", "Go by the label until it is read", GROUP, ("rail",), "add", steps))
    return inputs
