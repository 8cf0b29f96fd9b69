"""What each stage asks of things in their box. Of many items only one at a time is asked about: the one in hand."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, given, plain_length
from shadbo.core.contract.checks import put
from shadbo.core.contract.display import Panel, PanelOf
from shadbo.core.contract.inputs import ActionInput, ChoiceInput, Input, Option
from shadbo.core.contract.views import ViewKey
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.document.decisions.having import closing_of
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.shop import RabbetMoulding, ReadyFrame
from shadbo.core.framing.arrange.laid import BoxContext, PlacedItem
from shadbo.core.framing.arrange.layouts import LABELS
from shadbo.core.framing.boxes.covering import cover_choice
from shadbo.core.framing.boxes.item_panels import arranging_inputs, measuring_inputs
from shadbo.core.framing.boxes.recipe import RECIPES, Recipe
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.closing import closing_choice
from shadbo.core.framing.colour import Suggested, contrasting, nearest
from shadbo.core.framing.glazing import glazing_choices
from shadbo.core.framing.own import own_boards
from shadbo.core.framing.rabbet_choices import frame_chooser, frame_inputs, moulding_choice, new_or_bought
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say


def panels(context: BoxContext, sizes: Sizes, recipe: Recipe) -> tuple[PanelOf, ...]:
    """The five stages."""
    one = sizes.item(context.focus) or sizes.laid[0]
    return (
        PanelOf("measure", lambda: _measure(context, sizes, one)),
        PanelOf("display", lambda: _display(context, sizes, recipe)),
        PanelOf("arrange", lambda: _arrange(context, sizes, recipe, one)),
        PanelOf("depth", lambda: _depth(context, sizes, recipe)),
        PanelOf("cut", lambda: _cut(context, sizes)),
    )


def _there(context: BoxContext, *names: str) -> tuple[str, ...]:
    book = context.book
    return tuple(n for n in names if n in book.dims or n in book.counts)


def _measure(context: BoxContext, sizes: Sizes, one: PlacedItem) -> Panel:
    key = one.part
    figures = _there(
        context,
        *(f"{key}.{a}{use}" for a in AXES for use in ("", ".largest", ".smallest", ".mean", ".spread")),
        f"{key}.front",
        f"{key}.behind",
        f"{key}.weight",
        "items.weight",
    )
    count = len(sizes.laid)
    asks: Say = (
        (f"{count} things, one after another: size, height, what sticks out behind, where each is fixed.",)
        if count > 1
        else ("Its size, its height, what sticks out behind, where it is fixed.",)
    )
    views: tuple[ViewKey, ...] = ("face", "board_front", "section")
    return Panel(asks, tuple(measuring_inputs(context, one)), figures, views)


def _display(context: BoxContext, sizes: Sizes, recipe: Recipe) -> Panel:
    display, show = context.display, context.shop.showing
    frame = display.frame
    inputs: list[Input] = [
        choice(
            context,
            "/display/type",
            "How it is shown",
            "How it is shown",
            tuple((r.key, (r.label,), (r.said,)) for r in RECIPES.values()),
            ("rail",),
            key="display",
            look="list",
        ),
        new_or_bought(context, sizes.rabbet, frame),
    ]
    if isinstance(frame, NewRabbet):
        inputs.append(
            choice(
                context,
                "/display/size",
                "Its size",
                "Frame",
                (
                    ("fitted", ("Fitted round the things",), ("the smallest box, with the borders wished for",)),
                    ("given", ("Given",), ("a sight size of its own",)),
                    ("outside", ("Ordered outside",), ("so large over all; borders follow",)),
                ),
                ("rail",),
            )
        )
        if display.size == "given":
            inputs += [given(show, context.book[f"frame.sight.{a}"], "Frame", pointer=f"/display/sight_{a}") for a in AXES]
        if display.size == "outside":
            inputs += [given(show, context.book[f"frame.outside.{a}"], "Frame", pointer=f"/display/outside_{a}") for a in AXES]
        inputs += moulding_choice(context, lambda m: _room(context, sizes, m))
    else:
        inputs += frame_inputs(context, sizes.rabbet, frame, came_with=True)
    work = {a: context.book[f"items.{a}"] for a in AXES}
    inputs += frame_chooser(context, work, lambda size, ready: _refused(context, sizes, size, ready), display.edges != "lapped")
    inputs += [
        choice(
            context,
            "/display/edges",
            "Its edges",
            "Its edges",
            (
                ("bordered", ("With a border",), ("on a board that fills the rabbet",)),
                ("lapped", ("Under the lip",), ("the lip covers its edge",)),
            ),
            ("border",),
        ),
        *((cover_choice(context),) if display.edges == "bordered" and display.mount != 0 else ()),
        *glazing_choices(context, sizes.sheet, Fraction(display.glazing_thickness or 2)),
    ]
    figures = _there(
        context,
        "frame.sight.width",
        "frame.sight.height",
        "frame.rabbet.width",
        "frame.rabbet.height",
        "board.width",
        "board.height",
        "frame.outside.width",
        "frame.outside.height",
        "items.width",
        "items.height",
        "border.least",
        "border.bottom",
        "border.lap",
        "glazing.width",
        "glazing.height",
        "glazing.lap.width",
        "glazing.lap.height",
        "depth.slack",
        "frame.bow.width",
        "frame.bow.height",
    )
    return Panel((recipe.said[0].upper() + recipe.said[1:] + ".",), tuple(inputs), figures, ("face", "section", "across"))


def _room(context: BoxContext, sizes: Sizes, m: RabbetMoulding) -> Say:
    slack = sizes.pack.slack.value + exact(m.rabbet_depth) - sizes.rabbet.depth.value
    return context.speak.say("{} to spare", slack) if slack >= 0 else context.speak.say("too shallow by {}", -slack)


def _refused(context: BoxContext, sizes: Sizes, size: Any, ready: ReadyFrame) -> Say | None:
    """Why a ready-made frame won't take them as they lie, or None."""
    lapped = context.display.edges == "lapped"
    clear = 0 if lapped else 2 * context.rule("wall_clear")
    for axis in AXES:
        inside = size[axis] if lapped else size[axis] - 2 * exact(ready.lip)
        over = context.book[f"items.{axis}"].value + clear - inside
        if over > 0:
            return context.speak.say(f"{axis} too small by {{}}", over)
    short = exact(sizes.pack.used.value) + context.rule("tabs") - exact(ready.rabbet_depth)
    return context.speak.say("too shallow by {}", short) if short > 0 else None


def _arrange(context: BoxContext, sizes: Sizes, recipe: Recipe, one: PlacedItem) -> Panel:
    display, show = context.display, context.shop.showing
    book = context.book
    inputs: list[Input] = []
    if len(sizes.laid) > 1:
        inputs.append(
            choice(
                context,
                "/display/layout/how",
                "Template",
                "How they lie",
                tuple((key, (label,), (detail,)) for key, (label, detail) in LABELS.items()),
                ("item",),
                key="layout",
            )
        )
        inputs.append(given(show, book["layout.gap"], "How they lie"))
        if display.layout.how == "grid":
            inputs.append(_columns(context, len(sizes.laid)))
    if display.edges != "lapped" and isinstance(display.frame, NewRabbet) and display.size == "fitted":
        inputs.append(given(show, book["border.least"], "Borders", label="Border"))
        inputs.append(
            choice(
                context,
                "/display/weighting",
                "Borders",
                "Borders",
                (
                    ("equal", ("Equal",), ()),
                    (
                        "bottom",
                        ("Bottom-weighted",),
                        (f"the lower one {float(context.shop.rules.bottom_weight):g} times the others",),
                    ),
                ),
                ("border",),
            )
        )
    inputs += arranging_inputs(context, sizes, recipe, one)
    if recipe.mats:
        inputs += _mats(context, sizes, one)
    names = [f"{one.part}.{n}" for n in ("x", "y", "left", "right", "top", "bottom", "takes.width", "takes.height")]
    names += [f"{one.part}.anchor.{i}.{way}" for i in range(len(one.item.anchors)) for way in ("left", "top")]
    names += [
        n
        for n in book.dims
        if n.startswith(f"{one.part}.")
        and any(
            w in n
            for w in (
                ".fold",
                ".turned",
                ".crest.spare",
                ".crest.off",
                ".form",
                ".shows",
                ".tack",
                ".lap",
                ".cloth.needed",
                ".board.",
                ".folded",
            )
        )
    ]
    names += ["items.width", "items.height", "frame.sight.width", "frame.sight.height"]
    if sizes.mats is not None:
        names += [f"{level.key}.{one.item.key}.{a}" for level in sizes.mats.levels for a in ("width", "height", "left", "top")]
    views: list[ViewKey] = ["face"]
    if one.item.folding and sizes.folds and sizes.folds[0].laid is one:
        views.append("fold")
    if sizes.stitched:
        views.append("tack")
    views += ["board_front", "board_back"]
    if sizes.mats is not None:
        views += ["mat_top_front", "mat_top_back"]
        if len(sizes.mats.levels) > 1:
            views += ["mat_bottom_front", "mat_bottom_back"]
    asks: Say = (
        "Drag things on the drawing, or nudge them with the arrow keys; they draw to one another’s lines and to equal gaps.",
    )
    return Panel(asks, tuple(inputs), _there(context, *dict.fromkeys(names)), tuple(views))


def _columns(context: BoxContext, count: int) -> ChoiceInput:
    now = context.display.layout.columns
    options = tuple(
        Option(
            str(n),
            (str(n) if n else "As square as can be",),
            (),
            now == n,
            ({"op": "add", "path": "/display/layout/columns", "value": n},),
        )
        for n in range(0, min(count, 12) + 1)
    )
    return ChoiceInput("columns", "Columns", "How they lie", options, ("item",), "menu")


def _mats(context: BoxContext, sizes: Sizes, one: PlacedItem) -> list[Input]:
    mats, show, group = context.display.mats, context.shop.showing, "Mats"
    levels = sizes.mats.levels if sizes.mats is not None else []
    counted = [
        ChoiceInput(
            "mat.count",
            "Mats",
            group,
            tuple(
                Option(str(n), (word,), (), mats.count == n, ({"op": "add", "path": "/display/mats/count", "value": n},))
                for n, word in ((1, "One mat"), (2, "Two mats"))
            ),
            ("mat_top",),
            "buttons",
        )
    ]
    # A second mat shows in the windows of the first; without any both are one ground.
    inputs: list[Input] = [*counted] if any(level.openings for level in levels) else []
    if len(levels) == 2:
        inputs.append(given(show, context.book["mat.reveal"], group))
    colour = one.item.colour
    for level, (key, stock) in zip(levels, (("top", mats.top), ("bottom", mats.bottom)), strict=False):
        label = level.label
        inputs.append(
            _board_choice(
                context, f"mat.{key}", label, f"/display/mats/{key}", stock, colour, f"mat_{key}", one.item.name, key == "top"
            )
        )
    return inputs


def _board_choice(
    context: BoxContext, key: str, label: str, pointer: str, stock: str, colour: str | None, part: str, whose: str, quiet: bool
) -> ChoiceInput:
    """The mat boards of the stock; against a sampled colour, nearest and contrasting first with the difference in words."""
    boards = context.shop.mat_boards or HOUSE_SHOP.mat_boards
    suggested: dict[str, Say] = {}
    if colour is not None:
        best = nearest(colour, boards, len(boards))
        apart = {s.board.key: s for s in best}
        setting = contrasting(colour, boards)
        first: list[tuple[Suggested, str]] = [(best[0], "nearest to"), (best[1], "near to")]
        if setting is not None:
            first.insert(0 if quiet else len(first), (setting, "sets off"))
        for found, why in first:
            suggested.setdefault(found.board.key, (f"{why} {whose}: {found.words} (ΔE {found.apart:.1f})",))
        order = [*suggested, *(s.board.key for s in best if s.board.key not in suggested)]
        details = {k: suggested.get(k, (f"{apart[k].words} (ΔE {apart[k].apart:.1f})",)) for k in order}
    else:
        order, details = [b.key for b in boards], {}
    by = {b.key: b for b in boards}
    options = tuple(Option(k, (by[k].name,), details.get(k, ()), k == stock, (put(pointer, k),), by[k].colour) for k in order)
    return ChoiceInput(key, label, label, options, (part,), "swatches")


def _depth(context: BoxContext, sizes: Sizes, recipe: Recipe) -> Panel:
    display, show, book, pack = context.display, context.shop.showing, context.book, sizes.pack
    inputs: list[Input] = []
    group = "Front to back"

    def there(name: str, pointer: str, *, optional: bool = True, label: str = "") -> None:
        if name in book.dims:
            inputs.append(given(show, book[name], group, pointer=pointer, optional=optional, label=label))

    there("pack.glazing", "/display/glazing_thickness")
    inputs.append(
        plain_length(show, display.clearance, "/display/clearance", "Clearance to keep", group, ("glazing",), optional=True)
    )
    there("pack.spacer", "/display/spacer")
    if "pack.spacer" not in book.dims and display.glazing != "none":
        inputs.append(plain_length(show, display.spacer, "/display/spacer", "Spacer", group, ("spacer",), optional=True))
    there("pack.mount", "/display/mount")
    for i in range(len(display.fillers)):
        there(f"pack.filler.{i}", f"/display/fillers/{i}", optional=False)
        inputs.append(
            ActionInput(
                f"filler.{i}.out",
                f"Take filler {i + 1} out",
                group,
                (f"filler.{i}",),
                "remove",
                ({"op": "remove", "path": f"/display/fillers/{i}"},),
            )
        )
    if len(display.fillers) < 8:
        inputs.append(
            ActionInput(
                "filler.add", "Add a filler", group, ("backing",), "add", ({"op": "add", "path": "/display/fillers/-", "value": 3},)
            )
        )
    there("pack.backing", "/display/backing")
    inputs += own_boards(context)
    if not display.dropped:
        inputs.append(closing_choice(context, ("points", "panel_pins", "strainer", "clips", "buttons"), "Closing", "backing"))
    if closing_of(display) == "clips":
        inputs.append(plain_length(show, display.clip, "/display/clip", "Clip offset", "Closing", ("backing",), optional=True))
    if display.build_up or pack.slack.value < 0:
        inputs.append(plain_length(show, display.build_up, "/display/build_up", "Build-up", "Closing", ("build_up",)))
    if recipe.behind and not isinstance(display.frame, NewRabbet) and (display.frame.board or sizes.cut_down):
        inputs.append(
            choice(
                context,
                "/display/inner",
                "Its inner board",
                "Inner board",
                (
                    ("whole", ("As it is",), ()),
                    ("cut_down", ("Cut down",), ("dropped inside the liner on side strips, room behind for a pin",)),
                ),
                ("mount",),
            )
        )
        if sizes.cut_down:
            hint = ("Left empty: as is usual, until the frame is open and it can be read.",)
            inputs.append(given(show, book["inner.liner"], "Inner board", pointer="/display/liner", optional=True, hint=hint))
    inputs.append(
        choice(
            context,
            "/display/cut/way",
            "Cut across",
            "Where it is cut across",
            (
                ("most", ("Where most room is needed",), (f"through {pack.most.item.called}",)),
                ("across", ("Left to right",), ()),
                ("down", ("Top to bottom",), ()),
            ),
            ("section",),
            key="cut.way",
        )
    )
    if display.cut.way != "most":
        inputs.append(
            plain_length(show, display.cut.at, "/display/cut/at", "From the middle", "Where it is cut across", ("section",))
        )
    seen = "Eye and lamp"
    inputs += [given(show, book[f"eye.{k}"], seen) for k in ("height", "distance", "aside")]
    lamps = sorted({*range(15, 80, 5), display.looking.lamp})
    inputs.append(
        ChoiceInput(
            "lamp",
            "Lamp, from the wall",
            seen,
            tuple(
                Option(
                    str(n), (f"{n}°",), (), display.looking.lamp == n, ({"op": "add", "path": "/display/looking/lamp", "value": n},)
                )
                for n in lamps
            ),
            ("lamp",),
            "slider",
        )
    )
    names = [
        "depth.slack",
        "depth.usable",
        "depth.pack",
        "room.need",
        "room.air",
        "room.behind.need",
        "room.behind",
        "depth.to_board",
        *(lies.size.name or "" for lies in pack.layers),
        "spacer.horizontal",
        "spacer.vertical",
        "inner.width",
        "inner.height",
        "shadow.top",
        *(f"hidden.{w}" for w in ("left", "right", "top", "bottom")),
        *(f"{one.part}.{what}" for one in sizes.laid for what in ("hidden", "shaded")),
        "rabbet.depth",
    ]
    said = (
        context.speak.say("{} to spare.", pack.slack)
        if pack.slack.value >= 0
        else context.speak.say("Too deep by {}.", -pack.slack.value)
    )
    views: tuple[ViewKey, ...] = ("section", "across", "seen", "face")
    return Panel(said, tuple(inputs), _there(context, *dict.fromkeys(names)), views)


def _cut(context: BoxContext, sizes: Sizes) -> Panel:
    show, inputs = context.shop.showing, []
    if sizes.mats is not None:
        for level in sizes.mats.levels:
            word = level.key.removeprefix("mat_")
            typed = getattr(context.display.mats, f"check_{word}")
            for way, (opening, _) in level.check.items():
                what = (
                    f"Far edge of {opening.laid.item.called} from the left"
                    if way == "across"
                    else f"Lower edge of {opening.laid.item.called} from the top"
                )
                inputs.append(
                    plain_length(
                        show,
                        getattr(typed, way),
                        f"/display/mats/check_{word}/{way}",
                        what,
                        f"{level.label}, read again on its BACK",
                        (level.key,),
                        optional=True,
                        hint=("As it lies on its back; what the plan has is not told first.",),
                    )
                )
    names = (
        "board.width",
        "board.height",
        "glazing.width",
        "glazing.height",
        "spacer.horizontal",
        "spacer.vertical",
        "inner.width",
        "inner.height",
        "cut.needed",
        "cut.order",
        "frame.diagonal",
        "frame.square",
        "points.width",
        "points.height",
    )
    views: list[ViewKey] = ["board_back", "face", "back"]
    if sizes.mats is not None:
        views = ["mat_top_back", *(["mat_bottom_back"] if len(sizes.mats.levels) > 1 else []), "board_back", "back"]
    elif sizes.stitched:
        views = ["tack", "face", "back"]
    return Panel(("What to cut; templates at full size are under Export.",), tuple(inputs), _there(context, *names), tuple(views))
