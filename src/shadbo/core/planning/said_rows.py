"""What is asked in the rows of the list of parts: where each comes from, how many are there, how large that is."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import replace

from shadbo.core.contract.asking import plain_length
from shadbo.core.contract.checks import Patch, put
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ChoiceInput, Input, LengthInput, MassInput, NumberInput, Option, WordsInput
from shadbo.core.contract.parts import Comes, Part
from shadbo.core.document.decisions.boxes import Boxed, Direct
from shadbo.core.document.decisions.canvas import DeepReadyMade, OnBoard
from shadbo.core.document.decisions.having import Glazed
from shadbo.core.document.decisions.panel import OnPanel
from shadbo.core.document.decisions.said import Origin, PartSaid
from shadbo.core.judging.sheets import kinds_of
from shadbo.core.planning.saying import AS_ONE, MAY_GO, first_of
from shadbo.core.quantity.exact import Fraction

OPTIONS: Mapping[Origin, tuple[str, str]] = {
    "there": ("There already", "neither cut nor bought"),
    "get": ("Got ready made", "cut by somebody else, to this size"),
    "none": ("None", "left out"),
}
PLANNED: Mapping[Comes, str] = {"cut": "Cut here", "number": "To get", "hand": "At hand"}


# What says of a part what it is, by its first name: decisions of other stages (a place, or the key of a choice), asked in its row too once it is said
# to be there. What it is of, how thick, what stands on its packet; not where it sits.
WHAT: Mapping[str, tuple[str, ...]] = {
    "glazing": ("/display/glazing_thickness", "/display/thickness", "glazing", "grade"),
    "backing": ("/display/backing", "/display/board"),
    "mount": ("/display/mount",),
    "filler": ("/display/fillers",),
    "spacer": ("/display/spacer",),
    "board": ("/display/board",),
    "cover": ("/display/cover_board",),
    "base": ("/display/base", "wood"),
    "hood": ("/display/sheet",),
    "pole": ("/display/pole_height", "/display/pole_thickness", "wood"),
    "ring": ("/hang/ring",),
    "wire": ("/hang/wire",),
    "pair": ("pair",),
    "grip": ("pull",),
    "screw": ("/display/screw", "per_rail", "per_stile"),
    "clip": ("per_rail", "per_stile"),
    "joint": ("/hang/own_joint/thick", "/hang/own_joint/deep", "/hang/own_joint/each"),
}


def row_inputs(
    context: Context[object, object], parts: Sequence[Part], elsewhere: Callable[[], Sequence[Input]]
) -> tuple[Input, ...]:
    """For every part of the list: where it comes from, how many are there, how large that is, and what it is of. ``elsewhere`` is all
    that the other stages ask."""
    at = {one.part: i for i, one in enumerate(context.piece.said)}
    found: list[Input] = []
    for part in parts:
        if part.comes in PLANNED and not (part.line is not None and part.line.opening):
            # Runs of one part are left out together; of a frame, and of its bars, they are there together.
            whole = first_of(part.key) if first_of(part.key) in MAY_GO | AS_ONE else part.key
            here = at.get(part.key, at.get(whole))
            found.append(_comes(context, part, whole, here))
            if here is not None:
                found += _what_is_there(context, part, here)
                found += _what_it_is(part, elsewhere()) if context.piece.said[here].comes in ("there", "get") else ()
    # A layer that is left out has no thickness, and no line of its own any more.
    there = frozenset(family for part in parts for family in part.families)
    for i, one in enumerate(context.piece.said):
        if one.comes == "none" and one.part in _LAYERS and one.part not in there:
            gone = Part(one.part, _NAMES[one.part], 1, "cut")
            found.append(_comes(context, gone, one.part, i))
    return tuple(found)


# Layers of a pack: left out they take no depth and weigh nothing.
_LAYERS: Mapping[str, str] = {"mount": "/display/mount", "backing": "/display/backing"}
_NAMES: Mapping[str, str] = {"mount": "Mount board", "backing": "Backing"}


def _comes(context: Context[object, object], part: Part, whole: str, at: int | None) -> ChoiceInput:
    now = context.piece.said[at].comes if at is not None else None
    layers = _LAYERS if isinstance(context.piece.display, Boxed) else {}

    def option(origin: Origin) -> Option:
        label, detail = OPTIONS[origin]
        named = whole if origin == "none" or whole in AS_ONE else part.key
        # What was said of it before makes way.
        before: Patch = ({"op": "remove", "path": f"/said/{at}"},) if at is not None else ()
        layer: Patch = (put(_LAYERS[named], Fraction(0)),) if origin == "none" and named in layers else ()
        patch = (*before, {"op": "add", "path": "/said/-", "value": {"part": named, "comes": origin}}, *layer)
        return Option(origin, (label,), (detail,), now == origin, patch)

    again: Patch = (put(_LAYERS[whole], None),) if now == "none" and whole in layers else ()
    planned: Patch = ({"op": "remove", "path": f"/said/{at}"}, *again) if at is not None else ()
    options = [Option("planned", (PLANNED[part.comes],), ("as planned",), now is None, planned), option("there")]
    if part.line is not None:
        options.append(option("get"))
    if whole in MAY_GO and not _spoken_of(context, whole):
        without = _without(context, part)
        options.append(replace(option("none"), patch=without, chosen=False) if without else option("none"))
    return ChoiceInput(f"said.{part.key}", "It is", part.name, tuple(options), part.lights, "buttons", row=part.key)


def _what_is_there(context: Context[object, object], part: Part, at: int) -> Iterator[Input]:
    """How large it is, where it was to be cut; how many there are, where several are wanted."""
    one, show = context.piece.said[at], context.shop.showing
    if one.comes not in ("there", "get"):
        return
    yield WordsInput(f"/said/{at}/note", "What it is", part.name, one.note, "words", (), row=part.key)
    if one.comes != "there":
        return
    if part.line is None:
        if part.count > 1:
            yield _how_many(part, one, at)
        return
    if one.part != part.key:
        return
    fields = (("length", "It measures", one.length), ("width", "by", one.width))
    for field, label, value in fields if part.line.width is not None else fields[:1]:
        asked = plain_length(show, value, f"/said/{at}/{field}", label, part.name, part.lights, optional=True)
        yield replace(asked, row=part.key)


def _what_it_is(part: Part, asked: Sequence[Input]) -> Iterator[Input]:
    """What other stages ask of a part itself: its material, thickness, rating, number of its fixings."""
    places = WHAT.get(first_of(part.key), ())
    for one in asked:
        if not isinstance(one, LengthInput | MassInput | NumberInput | ChoiceInput) or set(part.lights).isdisjoint(one.parts):
            continue
        place = one.key if isinstance(one, ChoiceInput) else one.pointer
        if not any(place == name or place.startswith(f"{name}/") for name in places):
            continue
        slid = replace(one, slide=None) if isinstance(one, LengthInput) else one
        yield replace(slid, group=part.name, row=part.key)


def _spoken_of(context: Context[object, object], part: str) -> bool:
    """Whether a step of this display speaks of a part in one breath with something else: there it can’t be left out by itself."""
    display = context.piece.display
    match part:
        case "mount":
            return isinstance(display, Boxed) and display.cover != "none"
        case "backing":
            return isinstance(display, Direct | OnPanel)
        case "spacer":
            return not isinstance(display, Boxed)
        case "points" | "panel_pins" | "buttons":
            return not isinstance(display, Boxed | OnBoard | DeepReadyMade)
    return False


def _how_many(part: Part, one: PartSaid, at: int) -> Input:
    """How many are there of what is wanted: all, or fewer."""
    counts = range(1, part.count) if part.count <= 25 else range(5, part.count, max(1, part.count // 20))
    options = [
        Option("all", (f"All {part.count}",), (), one.count is None or one.count >= part.count, (put(f"/said/{at}/count", None),))
    ]
    options += [
        Option(
            str(n),
            (str(n),),
            (f"{part.count - n} to get",),
            one.count == n,
            ({"op": "add", "path": f"/said/{at}/count", "value": n},),
        )
        for n in counts
    ]
    return ChoiceInput(f"said.{part.key}.count", "There are", part.name, tuple(options), part.lights, "menu", row=part.key)


def _without(context: Context[object, object], part: Part) -> Patch:
    """How a display goes without a part by a decision of its own; nothing where it has none, and the part is left out of the list."""
    display = context.piece.display
    if part.key == "glazing" and isinstance(display, Glazed) and "none" in kinds_of(display):
        return (put("/display/glazing", "none"),)
    if first_of(part.key) == "spacer" and isinstance(display, Boxed):
        return (put("/display/spacer", Fraction(0)),)
    if first_of(part.key) == "strainer":
        return (
            (put("/display/closing", "points"),)
            if getattr(display, "closing", "") == "strainer"
            else (put("/hang/strainer", False),)
        )
    return ()
