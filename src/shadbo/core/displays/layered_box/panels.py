"""What each stage asks of a layered box."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, given, plain_length
from shadbo.core.contract.display import Panel, PanelOf
from shadbo.core.contract.inputs import ActionInput, ChoiceInput, Input, Option, WordsInput
from shadbo.core.contract.terms import there
from shadbo.core.displays.layered_box.lamp import lit_behind
from shadbo.core.displays.layered_box.sizes import FloorSizes, LayeredContext, Sizes, floor_of
from shadbo.core.document.decisions.layered_box import LayeredBox
from shadbo.core.framing.arrange.laid import PlacedItem
from shadbo.core.framing.boxes.item_panels import laying_inputs, measuring_inputs
from shadbo.core.framing.glazing import glazing_choices
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.showing_items import item_figures

MOST_FLOORS = 6
WOODS = ("white ash", "northern red oak", "black walnut", "basswood", "eastern white pine")


def panels(context: LayeredContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    one = next((x for x in sizes.laid if x.item.key == context.focus), sizes.laid[0])
    boards = [f"board_{f.index}" for f in sizes.floors if f.floor.kind == "board"]

    def measure() -> Panel:
        return Panel(
            ("What stands in the box, how far forward, its weight.",),
            tuple(measuring_inputs(context, one, fixings=False)),  # type: ignore[arg-type]
            item_figures(context, one.sized),
            ("face", "section", *boards),
        )

    return (
        PanelOf("measure", measure),
        PanelOf("display", lambda: _display(context, sizes)),
        PanelOf("arrange", lambda: _arrange(context, sizes, one, boards)),
        PanelOf("depth", lambda: _depth(context, sizes, boards)),
        PanelOf("cut", lambda: _cut(context, sizes, boards)),
    )


def _display(context: LayeredContext, sizes: Sizes) -> Panel:
    display, show, book = context.display, context.shop.showing, context.book
    lamp = display.lamp is not None
    inputs: list[Input] = [
        given(show, sizes.wall, "Box"),
        given(show, sizes.front, "Box"),
        *(
            plain_length(
                show,
                getattr(display, f"outside_{a}"),
                f"/display/outside_{a}",
                f"Ordered outside, {a}",
                "Box",
                ("rail",),
                optional=True,
                hint=("Left empty: as the border asks.",),
            )
            for a in AXES
        ),
        given(show, book["border.least"], "Box", label="Border"),
        choice(
            context, "/display/wood", "Wood", "Box", tuple((w, (w[0].upper() + w[1:],), ()) for w in WOODS), ("rail",), look="menu"
        ),
        *glazing_choices(context, {}, sizes.floors[0].thick.value),
        plain_length(show, display.clearance, "/display/clearance", "Clearance before the tallest", "Glass", ("floor.0",)),
        ChoiceInput(
            "lamp",
            "Lamp room",
            "Lamp",
            (
                Option("none", ("None",), (), not lamp, ({"op": "add", "path": "/display/lamp", "value": None},)),
                Option(
                    "strip",
                    ("Strip of lights",),
                    ("low voltage, before the back",),
                    lamp,
                    ({"op": "add", "path": "/display/lamp", "value": {}},),
                ),
            ),
            ("lamp",),
            "buttons",
        ),
    ]
    if display.lamp is not None:
        inputs.append(plain_length(show, display.lamp.depth, "/display/lamp/depth", "Lamp room, deep", "Lamp", ("lamp",)))
        inputs.append(
            choice(
                context,
                "/display/lamp/watts",
                "The strip takes",
                "Lamp",
                tuple((w, (f"{w} W/m",), ()) for w in (3, 5, 10, 15)),
                ("lamp",),
            )
        )
        room = sizes.floors[-2]
        if display.lamp.over == "letters" or (room.room is not None and lit_behind(context, room.rebate, room.room) is not None):
            over = (("all", ("All over",), ()), ("letters", ("Behind the letters",), ("fewer rows, fewer watts",)))
            inputs.append(choice(context, "/display/lamp/over", "It lights", "Lamp", over, ("lamp",)))
    return Panel(
        ("The box, its wood and its glass; whether it is lit from within.",),
        tuple(inputs),
        there(
            context,
            "frame.sight.width",
            "frame.sight.height",
            "frame.outside.width",
            "frame.outside.height",
            "box.outer",
            "lamp.rows",
            "lamp.lit",
            "lamp.first",
            "lamp.spacing",
            "lamp.strip",
            "lamp.watts",
            "lamp.holes",
            "weight.total",
        ),
        ("face", "section", "profile", "back"),
    )


def _arrange(context: LayeredContext, sizes: Sizes, one: PlacedItem, boards: list[str]) -> Panel:
    display, show = context.display, context.shop.showing
    inputs: list[Input] = laying_inputs(context, one) if len(sizes.laid) > 1 else []
    inputs.append(_stands(display, sizes, one))
    for lies in sizes.floors:
        if lies.floor.kind == "board":
            group, at = f"Letters in {lies.name.lower()}", f"/display/floors/{lies.index}"
            inputs.append(
                WordsInput(
                    f"{at}/text",
                    "Cut out",
                    group,
                    lies.floor.text,
                    "words",
                    ("Bridges are left, so that nothing falls out.",),
                    (f"{lies.part}.text",),
                )
            )
            if lies.text is not None:
                inputs += [
                    plain_length(show, getattr(lies.floor, f), f"{at}/{f}", label, group, (f"{lies.part}.text",))
                    for f, label in (("letters", "High"), ("stroke", "Stroke"), ("bridge", "Bridge"), ("below", "Below the middle"))
                ]
    return Panel(
        ("Where things stand, on which floor, and what is cut out of the boards.",),
        tuple(inputs),
        there(context, f"{one.part}.x", f"{one.part}.y", *(f"room.{f.index}.need" for f in sizes.floors)),
        ("face", *boards, "section"),
    )


def _stands(display: LayeredBox, sizes: Sizes, one: PlacedItem) -> ChoiceInput:
    """On which floor the thing in hand stands, or out of which board it is cut."""
    key = one.item.key
    now = floor_of(display, key)
    others = [s.model_dump() for s in display.standing if s.item != key]

    def option(lies: FloorSizes, how: str) -> Option:
        word = f"On {lies.name.lower()}" if how == "stands" else f"Cut out of {lies.name.lower()}"
        value = [*others, {"item": key, "floor": lies.index, "how": how}]
        return Option(
            f"{how}.{lies.index}",
            (word,),
            (),
            now == (lies.index, how),
            ({"op": "add", "path": "/display/standing", "value": value},),
        )

    options = [option(f, "stands") for f in sizes.floors if f.index > 0]
    options += [option(f, "cut") for f in sizes.floors if f.floor.kind == "board" and f.index > 0]
    return ChoiceInput(f"item.{key}.stands", f"{one.item.called} stands", one.item.name, tuple(options), (one.part,), "list")


def _depth(context: LayeredContext, sizes: Sizes, boards: list[str]) -> Panel:
    display, show = context.display, context.shop.showing
    inputs: list[Input] = []
    for lies in sizes.floors:
        at = f"/display/floors/{lies.index}"
        inputs += [given(show, lies.thick, lies.name, label="Thick"), given(show, lies.shoulder, lies.name, label="Shoulder")]
        if lies.room is not None:
            inputs.append(
                given(
                    show,
                    context.book[f"room.{lies.index}.planned"],
                    lies.name,
                    pointer=f"{at}/room",
                    optional=True,
                    label="Room behind it",
                    hint=("Left empty: as the tallest thing there needs it.",) if lies.need is not None else (),
                )
            )
        if lies.floor.kind == "board":
            inputs.append(
                ActionInput(
                    f"floor.{lies.index}.out",
                    f"Take {lies.name.lower()} out",
                    lies.name,
                    (lies.part,),
                    "remove",
                    _without(display, lies.index),
                )
            )
    if len(display.floors) < MOST_FLOORS:
        inputs.append(ActionInput("floor.add", "Add a board", "Floors", ("floor",), "add", _with_board(display)))
        if display.floors[0].kind != "glass":
            inputs.append(ActionInput("glass.add", "Add glass at the front", "Floors", ("floor",), "add", _with_glass(display)))
    names = [n for f in sizes.floors for n in (f"room.{f.index}.need", f"{f.part}.room", f"{f.part}.depth", f"{f.part}.steps")]
    return Panel(
        ("Floor by floor, front to back: each in its own rebate, the room between by the tallest thing.",),
        tuple(inputs),
        there(context, "box.outer", "wall.left", *names),
        ("section", "profile", "face", *boards[:1]),
    )


def _moved(display: LayeredBox, index: int, by: int) -> list[dict[str, Any]]:
    """Where things stand after a floor came in before ``index`` (by 1) or went out at it (by −1)."""
    out = []
    for s in display.standing:
        if by < 0 and s.floor == index:
            continue
        out.append(s.model_dump() | {"floor": s.floor + (by if s.floor >= index else 0)})
    return out


def _with_board(display: LayeredBox) -> tuple[dict[str, Any], ...]:
    last = len(display.floors) - 1
    return (
        {"op": "add", "path": f"/display/floors/{last}", "value": {"kind": "board", "thickness": 4}},
        {"op": "add", "path": "/display/standing", "value": _moved(display, last, 1)},
    )


def _with_glass(display: LayeredBox) -> tuple[dict[str, Any], ...]:
    return (
        {"op": "add", "path": "/display/floors/0", "value": {"kind": "glass", "thickness": 2}},
        {"op": "add", "path": "/display/standing", "value": [s | {"floor": min(s["floor"], 5)} for s in _moved(display, 0, 1)]},
    )


def _without(display: LayeredBox, index: int) -> tuple[dict[str, Any], ...]:
    if len(display.floors) <= 2:
        return (
            {"op": "add", "path": f"/display/floors/{index}", "value": {"kind": "glass", "thickness": 2}},
            {"op": "remove", "path": f"/display/floors/{index + 1}"},
        )
    return (
        {"op": "remove", "path": f"/display/floors/{index}"},
        {"op": "add", "path": "/display/standing", "value": _moved(display, index, -1)},
    )


def _cut(context: LayeredContext, sizes: Sizes, boards: list[str]) -> Panel:
    show = context.shop.showing
    inputs: list[Input] = []
    for lies in sizes.floors:
        group, at = f"Read after the glue-up: rebate of {lies.name.lower()}", f"/display/floors/{lies.index}"
        for field, label in (("built_width", "Width"), ("built_height", "Height"), ("built_depth", "From the back edge")):
            inputs.append(
                plain_length(
                    show,
                    getattr(lies.floor, field),
                    f"{at}/{field}",
                    label,
                    group,
                    (lies.part,),
                    optional=True,
                    hint=context.speak.say(
                        "Planned {}.",
                        {
                            "built_width": lies.planned["width"],
                            "built_height": lies.planned["height"],
                            "built_depth": lies.planned_depth,
                        }[field],
                    ),
                )
            )
    names = [
        n
        for f in sizes.floors
        for n in (f"{f.part}.width", f"{f.part}.height", f"{f.part}.rebate.width", f"{f.part}.rebate.height", f"{f.part}.depth")
    ]
    return Panel(
        ("Rails first; glass and boards only after the rebates were read again.",),
        tuple(inputs),
        there(context, *names, "lamp.strip", "cut.needed", "cut.order", "frame.diagonal", "frame.square"),
        ("profile", *boards[:1], "back", "section"),
    )
