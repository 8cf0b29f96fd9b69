"""What is asked of a frame with a lip: made or there already, its profile, its readings, the ready-made ones that fit."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import replace
from typing import Any, get_args

from shadbo.core.contract.asking import choice, given, plain_length, station_inputs
from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ChoiceInput, Input, Option
from shadbo.core.document.decisions.canvas import BoughtFrame, NewRabbet, ReadFrame, Unread
from shadbo.core.document.decisions.having import frame_of, frame_there
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.patching import takes
from shadbo.core.document.readings import HeightStations, WidthStations, one_reading
from shadbo.core.document.schools import new_rabbet
from shadbo.core.document.shop import RabbetMoulding, ReadyFrame
from shadbo.core.framing.label_size import MIDDLE, label_inputs
from shadbo.core.framing.own import own_inputs
from shadbo.core.framing.rabbet import Rabbet, bowed_axes
from shadbo.core.framing.rails import AXES, other
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import as_decimal
from shadbo.core.quantity.sums import Dim

# What a ready-made frame of the list says of itself besides its size.
TAKEN = ("lip", "rabbet_depth", "face", "moulding_depth", "glazing_thickness", "board")


def make_one(context: Context[object, object], say: str) -> WayOut:
    """A frame of the first profile there is, instead of the one that is there."""
    profiles = context.shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings
    return WayOut((say,), (put("/display/frame", new_rabbet(profiles[0].key)),))


def into_a_lip(context: Context[object, object]) -> list[WayOut]:
    """Showing a canvas in a frame with a lip instead: clips hold it, no screw goes into its bar."""
    profiles = context.shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings
    patch = put("/display", {"type": "lipped", "frame": new_rabbet(profiles[0].key)})
    return [WayOut(("Show it in a frame with a lip, held by offset clips",), (patch,))]


def as_read(sizes: Mapping[str, Any], width: Any, height: Any) -> dict[str, Any]:
    """A frame as a piece holds it, each size standing as one reading in the middle until it is read at more places."""
    return {
        "make": "bought",
        "width": {"top": [], "middle": one_reading(exact(width)), "bottom": [], "more": []},
        "height": {"left": [], "centre": one_reading(exact(height)), "right": [], "more": []},
        **{k: as_decimal(exact(v)) for k, v in sizes.items()},
        "turned": False,
        "blocked": False,
    }


def ready_frame(frame: ReadyFrame, turned: bool) -> dict[str, Any]:
    sizes = {k: getattr(frame, k) for k in TAKEN}
    return as_read(sizes, frame.width, frame.height) | {"turned": turned, "tabs": True, "hanger": "top"}


def frame_inputs(
    context: Context[object, object], rabbet: Rabbet, frame: ReadFrame, *, came_with: bool, closes: bool = True
) -> list[Input]:
    """Fields of a frame that is there already; ``closes``: its tabs may close what is put in."""
    show = context.shop.showing
    inputs: list[Input] = []
    for own in AXES:
        axis = other(own) if frame.turned else own
        assert rabbet.inner is not None
        inputs += station_inputs(
            show,
            stations_of(frame, own),
            rabbet.inner[axis].stations,
            f"/display/frame/{own}",
            f"Rabbet {own}, from behind",
            "rail",
        )
    inputs += [given(show, dim, "Its rail") for dim in (rabbet.lip, rabbet.face, rabbet.depth, rabbet.moulding_depth)]
    inputs += label_inputs(context, frame)
    if came_with:
        group, sheet, none = "What came with it", ("glazing",), ("0 where there is none.",)
        inputs.append(
            plain_length(show, frame.glazing_thickness, "/display/frame/glazing_thickness", "Sheet, thick", group, sheet, hint=none)
        )
        if frame.glazing_thickness:
            kinds = (("glass", ("Glass",), ()), ("acrylic", ("Acrylic",), ()))
            inputs.append(choice(context, "/display/frame/sheet", "Sheet in front", group, kinds, sheet))
        if frame.glazing_thickness:
            where = ("Laid out and measured; left empty, it fits as it came.",)
            for own in AXES:
                typed = getattr(frame, f"sheet_{own}")
                place = f"/display/frame/sheet_{own}"
                inputs.append(plain_length(show, typed, place, f"Sheet, {own}", group, sheet, optional=True, hint=where))
        inputs += [plain_length(show, frame.board, "/display/frame/board", "Inner board, thick", group, ("board",), hint=none)]
    if came_with and closes:
        inputs.append(
            choice(
                context,
                "/display/frame/tabs",
                "Closed with",
                "What came with it",
                ((True, ("Its tabs",), ()), (False, ("Points of ours",), ("it has none, or they broke off",))),
                ("rail",),
            )
        )
    # Where the lip takes the whole face there is no wood to hang it by, and that is a stop; what stands hangs by nothing.
    if rabbet.face.value > rabbet.lip.value and context.piece.hang.how != "stand":
        inputs.append(
            choice(
                context,
                "/display/frame/hanger",
                "Its hanger",
                "What came with it",
                (("none", ("None",), ()), ("top", ("On the top rail",), ()), ("side", ("On a side rail",), ("it is moved",))),
                ("rail",),
            )
        )
    inputs.append(
        choice(
            context,
            "/display/frame/turned",
            "Which way the frame stands",
            "Frame",
            ((False, ("As it was read",), ()), (True, ("A quarter turn",), ())),
            ("rail",),
        )
    )
    inputs += blocks_choice(context)
    return [as_unread(context, frame, one) for one in inputs]


def stations_of(frame: ReadFrame | BoughtFrame, own: str) -> WidthStations | HeightStations:
    """The readings of a side: what stands for one nobody has read is no reading of it."""
    side: WidthStations | HeightStations = getattr(frame, own)
    return side.model_copy(update=dict.fromkeys(type(side).model_fields, ())) if own in frame.unread else side


def as_unread(context: Context[object, object], frame: ReadFrame | BoughtFrame, one: Input) -> Input:
    """A field of what nobody has read yet: empty, with what stands there till then."""
    steps = one.pointer.split("/")[1:] if one.kind == "length" else []
    if one.kind != "length" or steps[:2] != ["display", "frame"] or steps[2] not in frame.unread:
        return one
    station = steps[2:]
    stands = one.shown
    if len(station) > 1:
        # A side stands by its label alone: told at its middle.
        dim = context.book.dims.get(f"frame.label.{other(station[0]) if frame.turned else station[0]}")
        stands = context.shop.showing.show(dim.value) if dim is not None and station[1] == MIDDLE[station[0]] else None
    hint = context.speak.say("Not read yet; {} stands till then.", stands) if stands is not None else ()
    return replace(one, shown=None, typed=None, again=None, optional=len(station) > 1, hint=hint)


def blocks_choice(context: Context[object, object]) -> list[ChoiceInput]:
    """Asked of rails that bow, or are blocked already."""
    frame = frame_there(context.display)
    if frame is None or not (bowed_axes(context) or frame.blocked):
        return []
    return [
        choice(
            context,
            "/display/frame/blocked",
            "Blocks behind bowed rails",
            "Frame",
            ((False, ("No blocks",), ()), (True, ("Blocked",), ("The readings were taken with the blocks in.",))),
            ("rail",),
        )
    ]


def moulding_choice(context: Context[object, object], detail: Callable[[RabbetMoulding], Say]) -> list[Input]:
    """The profiles with a lip, each with what it would make of this piece; and whether to cut one rail too many."""
    options = [(m.key, (m.name,), detail(m)) for m in context.shop.rabbet_mouldings]
    frame, place = frame_of(context.display), "/display/frame/moulding"
    assert isinstance(frame, NewRabbet)
    like = context.shop.rabbet_moulding(frame.moulding) or (context.shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings)[0]
    own = own_inputs(context, "rabbet_mouldings", place, frame.moulding, like)
    return [choice(context, place, "Rail", "Rail", options, ("rail",), look="list"), *own, spare_rail(context)]


def spare_rail(context: Context[object, object]) -> ChoiceInput:
    """Whether one rail too many is cut, of whatever profile."""
    return choice(
        context,
        "/display/frame/spare_rail",
        "Spare rail",
        "Rail",
        ((False, ("Four rails",), ()), (True, ("One too many",), ("from a long length, in case a cut goes wrong",))),
        ("rail",),
    )


def new_or_bought(context: Context[object, object], rabbet: Rabbet, frame: NewRabbet | ReadFrame) -> ChoiceInput:
    """Whether the frame is made for the piece or there already; changing over keeps the sizes it has."""
    made = isinstance(frame, ReadFrame)
    profiles = context.shop.rabbet_mouldings or HOUSE_SHOP.rabbet_mouldings
    sizes = {
        "lip": rabbet.lip.value,
        "rabbet_depth": rabbet.depth.value,
        "face": rabbet.face.value,
        "moulding_depth": rabbet.moulding_depth.value,
        "glazing_thickness": 0,
        "board": 0,
    }
    new = (put("/display/frame", new_rabbet(profiles[0].key)),)
    # As it would have to be: none of it is read yet.
    planned = as_read(sizes, rabbet.size["width"].value, rabbet.size["height"].value) | {"unread": list(get_args(Unread))}
    there = (put("/display/frame", planned),)
    options = [Option("new", ("To be made",), ("Its sizes follow from the work.",), not made, new)]
    # One of sizes that no frame has as it is planned can’t be there.
    if made or takes(context.piece, there):
        options.append(Option("bought", ("There already",), ("It is read from behind, and what fits follows.",), made, there))
    return ChoiceInput("frame", "The frame is", "Frame", tuple(options), ("rail",), "buttons")


def frame_chooser(
    context: Context[object, object],
    work: Mapping[str, Dim],
    fits: Callable[[Mapping[str, Fraction], ReadyFrame], Say | None],
    sight: bool,
) -> list[Input]:
    """Which ready-made frames of the stock list take the work, both ways round, the most even borders first.

    ``fits`` says why one does not, or None; borders are to the sight edge if ``sight``, else to the rabbet.
    """
    say, frame = context.speak.say, frame_of(context.display)
    found = []
    for ready in context.shop.frames:
        for turned in (False, True) if ready.width != ready.height else (False,):
            size = dict(zip(AXES, (ready.height, ready.width) if turned else (ready.width, ready.height), strict=True))
            less = 2 * exact(ready.lip) if sight else Fraction(0)
            inside = {a: exact(size[a]) - less for a in AXES}
            border = {a: (inside[a] - work[a].value) / 2 for a in AXES}
            refused = fits({a: exact(size[a]) for a in AXES}, ready)
            uneven = abs(border["width"] - border["height"])
            if refused is None:
                detail = say("borders {} and {}", border["width"], border["height"])
            elif min(border.values()) < -60:
                continue
            else:
                detail = refused
            order = (refused is not None, uneven if refused is None else -min(border.values()), max(border.values()))
            found.append((order, ready, turned, detail))
    found.sort(key=lambda item: item[0])
    if not found:
        return []
    options = tuple(
        Option(
            f"{ready.key}{'-turned' if turned else ''}",
            (ready.name + (", turned" if turned else ""),),
            detail,
            _is_this(frame, ready, turned),
            (put("/display/frame", ready_frame(ready, turned)),),
        )
        for _, ready, turned, detail in found[:7]
    )
    return [ChoiceInput("ready", "Ready-made frames, most even first", "Ready-made frames", options, ("rail",), "list")]


def _is_this(frame: object, ready: ReadyFrame, turned: bool) -> bool:
    """Whether the frame is this one as it was taken off the list, with nothing read since."""
    if not isinstance(frame, ReadFrame) or frame.turned != turned:
        return False
    read = [[r.mm for place in side.places("") for r in place.readings] for side in (frame.width, frame.height)]
    return read == [[ready.width], [ready.height]] and all(getattr(frame, k) == getattr(ready, k) for k in TAKEN)
