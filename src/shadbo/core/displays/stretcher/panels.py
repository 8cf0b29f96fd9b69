"""What each stage asks of a canvas on its stretcher."""

from __future__ import annotations

from dataclasses import replace

from shadbo.core.contract.asking import choice, given, plain_length, station_inputs
from shadbo.core.contract.checks import put
from shadbo.core.contract.display import Panel, PanelOf
from shadbo.core.contract.inputs import ChoiceInput, FileInput, Input, Option, WordsInput
from shadbo.core.displays.stretcher.rolls import RollLayout, roll_choice
from shadbo.core.displays.stretcher.rules import on_bar
from shadbo.core.displays.stretcher.sizes import Sizes, StretcherContext
from shadbo.core.document.objects import CanvasToMake, RolledCanvas
from shadbo.core.document.readings import one_reading
from shadbo.core.framing.canvas_choices import begin_floater, begin_lipped
from shadbo.core.framing.own import own_inputs
from shadbo.core.framing.rails import AXES
from shadbo.core.measuring.desk import desk_panel
from shadbo.core.quantity.exact import exact
from shadbo.core.quantity.figures import Say

WRAPS = (
    ("mirrored", "Mirrored", "the picture’s edge, mirrored round the bar"),
    ("stretched", "Carried round", "the picture itself goes round; its face is that much smaller"),
    ("flat", "Flat colour", "one colour on the edge"),
    ("none", "None", "bare canvas on the edge, for a floater or a lip"),
)


def panels(context: StretcherContext, sizes: Sizes, laid: RollLayout | None) -> tuple[PanelOf, ...]:
    return (
        _measure(context, sizes),
        PanelOf("display", lambda: _display(context, sizes), "Stretch"),
        PanelOf("cut", lambda: _cut(context, sizes, laid)),
    )


def _measure(context: StretcherContext, sizes: Sizes) -> PanelOf:
    show = context.shop.showing
    if sizes.thing is not None:
        piece, printed = context.thing, context.book["wrap.printed"]
        assert isinstance(piece, RolledCanvas)
        asked = [
            choice(
                context,
                "/object/measured",
                "What was measured",
                "Wrap and margin",
                (
                    ("picture", ("The picture",), ("as it is seen from the front",)),
                    ("print", ("All that is printed",), ("with the wrap round it",)),
                ),
                ("canvas",),
            )
        ]
        # Without a printed wrap both are the same.
        more: list[Input] = [
            *(asked if printed.value > 0 else ()),
            given(show, printed, "Wrap and margin", label="Wrap printed"),
            given(show, context.book["canvas.spare"], "Wrap and margin", label="Bare canvas"),
            *(
                [plain_length(show, piece.lined, "/object/lined", "Lining strips beyond it", "Wrap and margin", ("turn",))]
                if piece.lined
                else ()
            ),
        ]
        return desk_panel(context, sizes.thing, *more, figures=("turn.there.width", "turn.there.height"))
    return PanelOf("measure", lambda: _to_make(context))


def _to_make(context: StretcherContext) -> Panel:
    piece, show = context.thing, context.shop.showing
    assert isinstance(piece, CanvasToMake)
    inputs: tuple[Input, ...] = tuple(
        plain_length(show, getattr(piece, a), f"/object/{a}", a.title(), "Finished size wanted", ("bar",)) for a in AXES
    )
    return Panel(("How large the canvas is to be.",), inputs, ("finished.width", "finished.height"), ("face", "wrap", "section"))


def _display(context: StretcherContext, sizes: Sizes) -> Panel:
    display, show = context.display, context.shop.showing
    own = own_inputs(context, "bars", "/display/bar", context.display.bar, sizes.bar, "bar")
    inputs: list[Input] = [_bars(context, sizes), *own]
    for axis in AXES:
        pointer = f"/display/finished_{axis}"
        inputs.append(given(show, sizes.finished[axis], "Finished size", pointer=pointer, optional=True, label=axis.title()))
    inputs.append(
        choice(
            context,
            "/display/wrap",
            "Wrap",
            "Wrap",
            tuple((key, (label,), (why,)) for key, label, why in WRAPS),
            ("wrap",),
            look="list",
        )
    )
    inputs.append(given(show, context.book["wrap.extra"], "Wrap"))
    if display.wrap == "flat":
        inputs.append(WordsInput("/display/colour", "Colour", "Wrap", display.colour, "colour", ()))
    say: Say = ("PNG, JPEG or TIFF: seen on the face and round the edge, and made ready to print.",)
    if display.file is not None:
        at_size = f", {round(sizes.per_inch)} dpi at this size" if sizes.per_inch is not None else ""
        say = (f"{display.file.width} × {display.file.height} pixels{at_size}.",)
    inputs.append(FileInput("file", "Picture file", "Picture", display.file.name if display.file else None, say, ("wrap",)))
    inputs.append(
        choice(
            context,
            "/display/dpi",
            "Pixels to the inch",
            "Picture",
            ((100, ("100",), ("the least",)), (150, ("150",), ("fine",)), (200, ("200",), ()), (300, ("300",), ("best",))),
            ("wrap",),
        )
    )
    inputs += [
        given(show, sizes.turn, "Stretching"),
        given(show, context.book["staple.wanted"], "Stretching"),
        *_cross_bars(context, sizes),
        choice(
            context,
            "/display/braces",
            "Corner braces",
            "Bars",
            ((False, ("No braces",), ()), (True, ("Four braces",), ())),
            ("brace",),
        ),
    ]
    inputs.append(_next(context, sizes))
    names = [
        "finished.width",
        "finished.height",
        "wrap.needed",
        "printed.width",
        "printed.height",
        "pixels.width",
        "pixels.height",
        "file.dpi",
        "file.crop",
        "canvas.cut.width",
        "canvas.cut.height",
        "turn.there.width",
        "turn.there.height",
        "bend.width",
        "bend.limit.width",
        "bend.height",
        "bend.limit.height",
        "bend.span",
        "cross.count.width",
        "cross.count.height",
    ]
    known = context.book.dims.keys() | context.book.counts.keys()
    return Panel(
        ("Which bar, how the edge looks, and what the picture file gives.",),
        tuple(inputs),
        tuple(n for n in names if n in known),
        ("wrap", "face", "section", "corner"),
    )


def _cross_bars(context: StretcherContext, sizes: Sizes) -> list[Input]:
    """Asked where there would be any; a stretcher that needs none has none either way."""
    if not any(sizes.needed.values()):
        return []
    return [
        choice(
            context,
            "/display/cross_bars",
            "Cross-bars",
            "Bars",
            (("as_needed", ("As needed",), ("by length and by bending",)), ("none", ("None",), ())),
            ("cross",),
        ),
        given(context.shop.showing, context.book["cross.tongue"], "Bars"),
    ]


def _bars(context: StretcherContext, sizes: Sizes) -> ChoiceInput:
    """Each bar with what the canvas would be on it."""
    options = []
    for bar in context.shop.bars:
        w, h = on_bar(context, sizes, bar)
        detail = context.speak.say("{} × {}", w, h) if sizes.thing is not None else (bar.wood,)
        options.append(Option(bar.key, (bar.name,), detail, bar.key == context.display.bar, (put("/display/bar", bar.key),)))
    return ChoiceInput("bar", "Bar", "Bars", tuple(options), ("bar",), "list")


def _next(context: StretcherContext, sizes: Sizes) -> ChoiceInput:
    """Once it is stretched: go on with it as a stretched canvas in a frame."""
    canvas = {
        "type": "stretched_canvas",
        "width": {"middle": one_reading(sizes.finished["width"].value)},
        "height": {"centre": one_reading(sizes.finished["height"].value)},
        "depth": {"bar": one_reading(exact(sizes.bar.depth))},
        "bar_width": sizes.bar.width,
    }
    width, height = (sizes.finished[a].value for a in AXES)
    facts = replace(context.facts, what="canvas", front=sizes.depth.value, width=width, height=height)
    floater, lipped = begin_floater(facts, context.shop), begin_lipped(facts, context.shop)
    # Its stretching stays with it: the frame’s job begins with it.
    kept = {"object": context.thing.model_dump(), "display": context.display.model_dump()}

    def both(display: dict[str, object]) -> tuple[dict[str, object], ...]:
        return (put("/stretched", kept), put("/object", canvas), put("/display", display))

    return ChoiceInput(
        "next",
        "When it is stretched",
        "When it is stretched",
        (
            Option("bare", ("It hangs as it is",), ("the wrapped edge is seen",), True, ()),
            Option(
                "floater",
                ("It goes into a floater",),
                ("stretched first, then framed: one job; read it again before the frame is cut",),
                False,
                both(floater),
            ),
            Option(
                "lipped",
                ("It goes into a frame with a lip",),
                ("stretched first, then framed: one job; read it again before the frame is cut",),
                False,
                both(lipped),
            ),
        ),
        ("canvas",),
        "list",
    )


def _cut(context: StretcherContext, sizes: Sizes, laid: RollLayout | None) -> Panel:
    show = context.shop.showing
    inputs: list[Input] = [] if sizes.thing is not None else list(roll_choice(context, sizes, laid))
    inputs += station_inputs(
        show,
        context.display.built,
        sizes.built,
        "/display/built",
        "Diagonals as built",
        "bar",
        at_least=0,
        titles={"rising": "rising ↗", "falling": "falling ↘"},
    )
    names = [
        "stretcher.diagonal",
        "stretcher.square",
        "built.differ",
        "built.lean",
        "canvas.cut.width",
        "canvas.cut.height",
        "roll.width",
        "roll.length",
        "roll.left",
        "staple.count",
        "staple.apart.width",
        "staple.apart.height",
        "staple.inset",
        "cut.lengths",
    ]
    known = context.book.dims.keys() | context.book.counts.keys()
    return Panel(
        ("Bars, canvas, staples; and the diagonals once it is put together.",),
        tuple(inputs),
        tuple(n for n in names if n in known),
        ("back", "corner", "section"),
    )
