"""Hanger bars, reckoned whole."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, given, plain_length
from shadbo.core.contract.display import Display, DisplayPlan, Holds, Labelled, Layer, Mounting, Panel, PanelOf, Proof, Suit, Way
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.terms import there
from shadbo.core.displays.hanger_bars.bodies import lie
from shadbo.core.displays.hanger_bars.drawing import draw
from shadbo.core.displays.hanger_bars.making import cut_list, parts, steps, stock_sum
from shadbo.core.displays.hanger_bars.rules import check
from shadbo.core.displays.hanger_bars.sizes import BarsContext, Sizes, pair_weight, size_up
from shadbo.core.document.facts import Facts
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import FLAT_ASKS, Start, flat_of
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.weights import object_weight
from shadbo.core.measuring.desk import consent_inputs, desk_panel
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say

WOODS = ("white ash", "northern red oak", "black walnut", "basswood", "eastern white pine")
PULLS = (5, 8, 12, 20, 35)


def reckon(context: BarsContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of work between bars."""
    sizes = size_up(context)
    check(context, sizes)
    both = 2 * sizes.thick
    deep = both + sizes.thing.depth.largest if sizes.thing.depth else both
    weights = [pair_weight(context, sizes.bar, sizes.high, sizes.thick, "bar.upper", "Upper bars")]
    if context.display.lower == "bar":
        weights.append(pair_weight(context, sizes.bar, sizes.high, sizes.thick, "bar.lower", "Lower bars"))
    weights.append(object_weight("work", "Work", sizes.work_kg, sizes.thing.estimated))
    magnets = context.display.grip == "magnets"
    return DisplayPlan(
        labelled=Labelled("behind the upper bar"),
        verdict=_verdict(context, sizes),
        outside=(sizes.bar, sizes.sheet["height"]),
        layers=(Layer("bar.front", "Front bar", sizes.thick), Layer("bar.behind", "Bar behind", sizes.thick)),
        panels=_panels(context, sizes),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=cut_list(context, sizes),
        stock=stock_sum(context, sizes),
        steps=lambda: steps(context, sizes),
        parts=lambda: parts(context, sizes),
        proofs=_proofs(context, sizes),
        deep=deep,
        weights=tuple(weights),
        held=Mounting(
            "pressed between two bars by magnets" if magnets else "pressed between two bars by screws",
            "wood on both faces at the edge",
            "yes" if magnets else "mostly",
        ),
    )


def _verdict(context: BarsContext, sizes: Sizes) -> Say:
    word = "magnets" if context.display.grip == "magnets" else "screws"
    return context.speak.say(f"Bars {{}} long, {sizes.hold.count} {word}; {{}} of the work is seen.", sizes.bar, sizes.seen)


def _proofs(context: BarsContext, sizes: Sizes) -> tuple[Proof, ...]:
    """over + sheet + over = bar; bars + what is seen = sheet; margin on margin is the sheet as it was read."""
    proofs = [Proof("over + sheet + over = bar", (sizes.over, sizes.sheet["width"], sizes.over), sizes.bar)]
    bars = (sizes.high,) * (2 if context.display.lower == "bar" else 1)
    proofs.append(Proof("bars + seen = sheet, height", (*bars, sizes.seen), sizes.sheet["height"]))
    if sizes.trim is not None:
        proofs += [
            Proof(f"cut off + sheet + cut off = as read, {a}", (sizes.trim, sizes.sheet[a], sizes.trim), sizes.thing.side(a).into)
            for a in AXES
        ]
    return tuple(proofs)


def _panels(context: BarsContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    grips = [d.name or "" for d in sizes.at]

    def hold() -> Panel:
        names = there(context, "grip.count", "grip.total", "grip.load", "grip.each", *grips, "bar.sag", "curl.wants", "curl.weighs")
        return Panel(
            ("How many hold it, and where they sit in the bar.",), tuple(_hold(context)), names, ("section", "face", "back")
        )

    def cut() -> Panel:
        names = there(context, "bar.length", *grips, "cut.lengths")
        return Panel(("Bars to cut, holes to drill.",), (), names, ("back", "face", "section"))

    return (
        desk_panel(context, sizes.thing),
        PanelOf("display", lambda: _display(context, sizes)),
        PanelOf("hold", hold),
        PanelOf("cut", cut),
    )


def _display(context: BarsContext, sizes: Sizes) -> Panel:
    display, show = context.display, context.shop.showing
    bars: list[Input] = [
        given(show, sizes.over, "Bars"),
        given(show, sizes.high, "Bars"),
        given(show, sizes.thick, "Bars"),
        choice(
            context, "/display/wood", "Wood", "Bars", tuple((w, (w[0].upper() + w[1:],), ()) for w in WOODS), ("bar",), look="menu"
        ),
        choice(
            context,
            "/display/finish",
            "Finish of the edges",
            "Bars",
            (
                ("bare", ("Sanded",), ("240, edges broken",)),
                ("oil", ("Oiled",), ("dry through before paper touches it",)),
                ("paint", ("Painted",), ("three thin coats",)),
            ),
            ("bar",),
        ),
        choice(
            context,
            "/display/lower",
            "At the bottom",
            "Bars",
            (("bar", ("A bar",), ("a weight, to keep it flat",)), ("none", ("Nothing",), ("for what hangs flat by itself",))),
            ("bar.lower",),
        ),
        choice(
            context,
            "/display/curl",
            "Does it curl?",
            "Bars",
            (("flat", ("No",), ()), ("slight", ("A little",), ()), ("strong", ("Strongly",), ("from the roll",))),
            ("work",),
        ),
        plain_length(show, display.margin, "/display/margin", "Bare margin round it", "Trimming", ("work",)),
        plain_length(
            show,
            display.keep,
            "/display/keep",
            "Margin kept",
            "Trimming",
            ("trim",),
            optional=True,
            hint=("Left empty: it is not trimmed. The line lies outside the work.",),
        ),
        *consent_inputs(context.thing.consent, "Trimming"),
    ]
    names = ("bar.length", "work.seen", "sheet.width", "sheet.height", "trim.edge", "weight.total")
    asks = ("Two bars at the top, two at the bottom if it curls; what is cut away lies outside the work.",)
    return Panel(asks, tuple(bars), there(context, *names))


def _hold(context: BarsContext) -> list[Input]:
    display, show, book = context.display, context.shop.showing, context.book
    hold: list[Input] = [
        choice(
            context,
            "/display/grip",
            "Pressed by",
            "Grip",
            (
                ("magnets", ("Magnets",), ("let into both bars; the sheet comes out again",)),
                ("screws", ("Screws",), ("at the ends, beside the sheet",)),
            ),
            ("grip",),
        ),
        given(show, book["cord.rise"], "Cord"),
        given(show, book["hang.tail"], "Cord", pointer="/hang/tail", optional=True, hint=("Left empty: as the shop does.",)),
    ]
    if display.grip == "magnets":
        hold.insert(
            1, choice(context, "/display/pull", "Rated pull", "Grip", tuple((p, (f"{p} N",), ()) for p in PULLS), ("grip",))
        )
    return hold


def _suits(facts: Facts) -> Suit:
    if facts.what == "mirror":
        return Suit(0, "a mirror is glass: it wants a rabbet round it")
    if facts.type == "stretched_canvas" or not facts.flat:
        return Suit(0, "only a sheet or a loose canvas can be gripped between bars")
    if facts.what in ("puzzle", "plant") or facts.traits & {"loose_pigment", "fragile"}:
        return Suit(0, "gripping and hanging free would break it or shake it off")
    if facts.irreplaceable and facts.practice == "conservation":
        return Suit(1, "open to light and dust: for what can be replaced")
    return Suit(3 if facts.area_m2 > Fraction(3, 10) else 2, "light, quick and undone in a minute; open to light and dust")


def _begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    return {"type": "hanger_bars", "curl": "strong" if facts.what == "canvas" else "slight"}


HANGER_BARS = Display(
    "hanger_bars",
    "Hanger bars",
    reckon,
    Way(_suits, _begin, "open bare cheap grips"),
    starts=(
        Start(
            "bars",
            "A chart or poster on bars",
            "Unframed, gripped at the top and the bottom.",
            FLAT_ASKS,
            flat_of,
            lambda sizes, unit, shop: {"type": "hanger_bars"},
            said="poster map chart banner hanger magnetic wood bars rails unframed",
        ),
    ),
    holds=Holds(frozenset({"bars"})),
)
