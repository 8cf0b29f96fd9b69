"""What is asked of the one item in hand: measured, and arranged."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal
from typing import Any

from shadbo.core.contract.asking import choice, given, station_inputs, toggled
from shadbo.core.contract.checks import put
from shadbo.core.contract.coming import coming_inputs
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ActionInput, ChoiceInput, Input, MassInput, Option, OutlineInput, WordsInput
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.items import Item
from shadbo.core.document.kinds import KINDS
from shadbo.core.document.starts import folded_to
from shadbo.core.document.traits import TRAITS
from shadbo.core.framing.arrange.laid import BoxContext, PlacedItem
from shadbo.core.framing.arrange.layouts import LABELS
from shadbo.core.framing.boxes.recipe import Recipe
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.colour import in_words, nearest
from shadbo.core.quantity.exact import exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.masses import show_mass

MOST_ANCHORS = 12
FOLD_FIELDS = ("opening_width", "opening_height", "border", "crest_across", "crest_down", "crest_width", "crest_height", "padding")


def measuring_inputs(context: BoxContext, one: PlacedItem, *, fixings: bool = True) -> list[Input]:
    """Name, kind, shape, sizes at stations, heights, weight, fixings, traits, outline and colour."""
    item, show, book = one.item, context.shop.showing, context.book
    where, parts, group, key = one.sized.pointer, (one.part,), item.name, one.part
    inputs: list[Input] = [
        WordsInput(f"{where}/name", "Name", group, item.name, "words", (), parts),
        ChoiceInput(
            f"{key}.kind",
            "What it is",
            group,
            tuple(Option(k, (kind.label,), (), k == item.kind, _kind_patch(where, item, k)) for k, kind in KINDS.items()),
            parts,
            "menu",
        ),
    ]
    # On a board it is as much thicker as a board usually is, until that is read.
    thicker = (put(f"{where}/front", max(item.front, Decimal(4))),)
    inputs += coming_inputs(context, item.comes, item.kind, where, key, group, parts, thicker)
    if item.kind == "garment":
        inputs.append(
            ChoiceInput(
                f"{key}.shown",
                "How it is shown",
                group,
                (
                    Option(
                        "folded",
                        ("Folded to an opening",),
                        ("sleeves and hem turned behind a form",),
                        item.folding is not None,
                        ({"op": "add", "path": f"{where}/folding", "value": folded_for(item)},),
                    ),
                    Option(
                        "spread",
                        ("Whole, sleeves spread",),
                        ("shaped by card inside; measured cuff to cuff",),
                        item.folding is None,
                        ({"op": "add", "path": f"{where}/folding", "value": None},),
                    ),
                ),
                parts,
                "list",
            )
        )
    for axis, stations, side, dim in (
        ("width", item.width, one.sized.sides[0], one.sized.width),
        ("height", item.height, one.sized.sides[1], one.sized.height),
    ):
        read = side.stations if side is not None else {next(iter(stations.places(""))).key: dim}
        title = (
            f"{axis.title()}, laid flat" if item.folding else f"{axis.title()} of the stitching" if item.stitching else axis.title()
        )
        inputs += station_inputs(show, stations, dict(read), f"{where}/{axis}", f"{title}: {item.called}", key)
    inputs += [
        replace(given(show, book[f"{key}.front"], "Depth"), label="In front"),
        replace(given(show, book[f"{key}.behind"], "Depth"), label="Behind"),
    ]
    hint: Say = () if item.weight is not None else ("An estimate from size and material.",)
    inputs.append(
        MassInput(
            f"{where}/weight", "Weight", "Weight", f"{key}.weight", show_mass(one.sized.weight_kg), item.weight is None, parts, hint
        )
    )
    if fixings:
        inputs += _anchors(context, one)
    shapes: list[tuple[str, str]] = [("rectangle", "Rectangle"), ("circle", "Circle"), ("ellipse", "Ellipse")]
    if item.outline:
        shapes.append(("outline", "Outline"))
    # What is folded round a form or stretched over a board is as that is.
    if not item.folding and not item.stitching:
        options = tuple((k, (label,), ()) for k, label in shapes)
        inputs.append(choice(context, f"{where}/shape", "Shape", "Shape", options, parts, key=f"{key}.shape"))
    said: Say = context.speak.say(
        f"{len(item.outline)} points, scaled to its sizes."
        if item.outline
        else "From a straight-on photograph with a known distance in it, or a file."
    )
    inputs.append(
        OutlineInput(
            item.key,
            "Outline",
            "Shape",
            len(item.outline),
            item.photo.sha256 if item.photo else None,
            item.photo.name if item.photo else None,
            said,
            parts,
        )
    )
    colour = item.colour or one.sized.kind.colour
    words: Say = _colour_words(context, item.colour)
    inputs.append(WordsInput(f"{where}/colour", "Colour", "Colour", colour, "colour", words, parts))
    inputs.append(
        ChoiceInput(
            f"{key}.traits",
            "Traits",
            "Traits",
            tuple(
                Option(
                    t, (label,), (), t in item.traits, ({"op": "add", "path": f"{where}/traits", "value": toggled(item.traits, t)},)
                )
                for t, label in TRAITS.items()
            ),
            parts,
            "many",
        )
    )
    return inputs


def _colour_words(context: BoxContext, colour: str | None) -> Say:
    if colour is None:
        return ("Not sampled yet: pick it, or from a photograph.",)
    boards = context.shop.mat_boards or HOUSE_SHOP.mat_boards
    best = nearest(colour, boards, 1)[0]
    return (f"Nearest mat board: {best.board.name}, {in_words(colour, best.board.colour)} (ΔE {best.apart:.1f}).",)


def _kind_patch(where: str, item: Item, kind: Any) -> tuple[dict[str, Any], ...]:
    """What it is, with the traits that are usual for it added."""
    traits = list(dict.fromkeys([*item.traits, *KINDS[kind].traits]))
    steps: list[dict[str, Any]] = [put(f"{where}/kind", kind), {"op": "add", "path": f"{where}/traits", "value": traits}]
    if kind == "garment" and item.folding is None:
        steps.append({"op": "add", "path": f"{where}/folding", "value": folded_for(item)})
    if kind != "garment" and item.folding is not None:
        steps.append({"op": "add", "path": f"{where}/folding", "value": None})
    if (kind == "needlework") != (item.stitching is not None):
        steps.append(
            {"op": "add", "path": f"{where}/stitching", "value": {"border": 25, "cloth": 60} if kind == "needlework" else None}
        )
    return tuple(steps)


def folded_for(item: Item) -> dict[str, Any]:
    """A garment folded as it begins, until somebody says what it is to fill."""
    first = {side: next(iter(getattr(item, side).places(""))).readings[0].mm for side in ("width", "height")}
    return {f"opening_{side}": folded_to(exact(mm)) for side, mm in first.items()}


def _anchors(context: BoxContext, one: PlacedItem) -> list[Input]:
    item, show, book, group = one.item, context.shop.showing, context.book, "Where it is fixed"
    where, key, parts = one.sized.pointer, one.part, (one.part,)
    inputs: list[Input] = []
    for i in range(len(item.anchors)):
        mine = (f"{key}.anchor.{i}", key)
        number = f" {i + 1}" if len(item.anchors) > 1 else ""
        inputs.append(
            choice(
                context,
                f"{where}/anchors/{i}/how",
                f"Fixing{number}",
                group,
                (("hole", ("Hole",), ()), ("slit", ("Slit",), ()), ("stitch", ("Stitch",), ())),
                mine,
                key=f"{key}.anchor.{i}.how",
            )
        )
        inputs += [
            replace(given(show, book[f"{key}.anchor.{i}.x"], group), label="Right of its middle"),
            replace(given(show, book[f"{key}.anchor.{i}.y"], group), label="Below its middle"),
            ActionInput(
                f"{key}.anchor.{i}.out",
                f"Take fixing{number} away",
                group,
                mine,
                "remove",
                ({"op": "remove", "path": f"{where}/anchors/{i}"},),
            ),
        ]
    if len(item.anchors) < MOST_ANCHORS:
        how = one.sized.kind.fixing if one.sized.kind.fixing in ("slit", "stitch") else "hole"
        inputs.append(
            ActionInput(
                f"{key}.anchor.add",
                "Add a fixing",
                group,
                parts,
                "add",
                ({"op": "add", "path": f"{where}/anchors/-", "value": {"how": how}},),
            )
        )
    return inputs


def arranging_inputs(context: BoxContext, sizes: Sizes, recipe: Recipe, one: PlacedItem) -> list[Input]:
    """Its place and turn, its window, its folds, its border on the board."""
    item, show, book, display = one.item, context.shop.showing, context.book, context.display
    where, key, parts, group = one.sized.pointer, one.part, (one.part,), one.item.name
    inputs: list[Input] = []
    if display.edges != "lapped" and len(sizes.laid) > 1:
        inputs += [
            replace(given(show, book[f"{key}.x"], group, pointer=f"{where}/place/x"), label="Right of middle"),
            replace(given(show, book[f"{key}.y"], group, pointer=f"{where}/place/y"), label="Below middle"),
        ]
    if recipe.mats:
        window = item.window
        options = (
            Option("none", ("No window",), ("it lies on the mat",), window is None, (put(f"{where}/window", None),)),
            *(
                Option(
                    how,
                    (label,),
                    (detail,),
                    window is not None and window.how == how,
                    (
                        {
                            "op": "add",
                            "path": f"{where}/window",
                            "value": {"how": how, "by": by, "shape": window.shape if window else "rectangle"},
                        },
                    ),
                )
                for how, label, detail, by in (
                    ("overlap", "Window over its edges", "the mat covers them", 3),
                    ("float", "Window round it", "it floats in it", 6),
                )
            ),
        )
        inputs.append(ChoiceInput(f"{key}.window", "Window", group, options, parts, "buttons"))
        if window is not None:
            inputs.append(
                replace(given(show, book[f"{key}.window.by"], group), label="Covers" if window.how == "overlap" else "Round it")
            )
            inputs.append(
                choice(
                    context,
                    f"{where}/window/shape",
                    "Its shape",
                    group,
                    (("rectangle", ("Rectangle",), ()), ("oval", ("Oval",), ()), ("circle", ("Circle",), ())),
                    parts,
                    key=f"{key}.window.shape",
                )
            )
    if item.folding:
        inputs += [replace(given(show, book[f"{key}.{f}"], f"Folded: {item.called}"), label=_fold_label(f)) for f in FOLD_FIELDS]
    if item.stitching:
        inputs.append(replace(given(show, book[f"{key}.border"], f"On its board: {item.called}"), label="Border"))
        if f"{key}.cloth" in book.dims:
            inputs.append(replace(given(show, book[f"{key}.cloth"], f"On its board: {item.called}"), label="Bare cloth"))
    return inputs


def _fold_label(field: str) -> str:
    return {
        "opening_width": "Opening width",
        "opening_height": "Opening height",
        "border": "Border in it",
        "crest_across": "Crest off middle",
        "crest_down": "Crest below shoulder",
        "crest_width": "Crest width",
        "crest_height": "Crest height",
        "padding": "Padding",
    }[field]


def laying_inputs(context: Context[object, object], one: PlacedItem) -> list[Input]:
    """How several things lie or stand together, and where the one in hand is."""
    show, book, group = context.shop.showing, context.book, "How they lie"
    how = tuple((key, (label,), (detail,)) for key, (label, detail) in LABELS.items())
    place = f"{one.sized.pointer}/place"
    return [
        choice(context, "/display/layout/how", "Template", group, how, ("item",), key="layout"),
        given(show, book["layout.gap"], group),
        given(show, book[f"{one.part}.x"], one.item.name, pointer=f"{place}/x", label="Right of middle"),
        given(show, book[f"{one.part}.y"], one.item.name, pointer=f"{place}/y", label="Below middle"),
    ]
