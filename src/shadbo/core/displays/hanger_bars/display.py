"""Hanger bars, reckoned whole."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, given, plain_length
from shadbo.core.contract.cutting import CutLine, StockLength, bar_of, sheet_of
from shadbo.core.contract.display import Display, DisplayPlan, Holds, Labelled, Layer, Mounting, Panel, PanelOf, Proof, Suit, Way
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import there
from shadbo.core.displays.hanger_bars.bodies import lie
from shadbo.core.displays.hanger_bars.drawing import draw
from shadbo.core.displays.hanger_bars.rules import check
from shadbo.core.displays.hanger_bars.sizes import BarsContext, Sizes, bars, pair_weight, size_up
from shadbo.core.document.facts import Facts
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import FLAT_ASKS, Start, flat_of
from shadbo.core.framing.rails import AXES, cut_line, stock_lengths
from shadbo.core.framing.walls import fixing_in
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
        cuts=_cuts(context, sizes),
        stock=_stock(context, sizes),
        steps=lambda: _steps(context, sizes),
        parts=lambda: _parts(context, sizes),
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


def _cuts(context: BarsContext, sizes: Sizes) -> tuple[CutLine, ...]:
    display, say = context.display, context.speak.say
    lines = [
        cut_line(
            context,
            "bar",
            "Bars",
            ("bar",),
            bars(context.display),
            display.wood,
            sizes.bar,
            bar_of(context.speak, sizes.high, sizes.thick),
            ("square ends, edges broken",),
        )
    ]
    if sizes.trim is not None:
        lines.append(
            cut_line(
                context,
                "trim",
                "Sheet, trimmed to",
                ("work", "trim"),
                1,
                "the work itself",
                sizes.sheet["width"],
                sheet_of(context.speak, sizes.sheet["height"]),
                say("{} off each edge, outside the work", sizes.trim),
            )
        )
    return tuple(lines)


def _parts(context: BarsContext, sizes: Sizes) -> tuple[Part, ...]:
    """What grips, what it hangs by, what finishes the bars."""
    display, many = context.display, context.book.counts["grip.total"].count or 0
    if display.grip == "magnets":
        grip = got(
            "grip", "Magnets, in pairs", many, material=f"pull {display.pull} N a pair", lights=("grip",), figure="grip.total"
        )
    else:
        grip = got("grip", "Small screws", many, material="wood screw", lights=("grip",), figure="grip.total")
    found = [
        grip,
        got("cord", "Cord", size=context.speak.say("{}", context.book["cord.cut"]), lights=("cord",)),
        got("hook", "Hook", note=(fixing_in(context.piece.room.wall),)),
        got("paper", "Sandpaper 120 and 240", comes="hand"),
    ]
    if display.grip == "magnets":
        found.append(got("glue.magnet", "Two-part adhesive", comes="hand", note=("for the magnets",)))
    if display.finish != "bare":
        found.append(got("finish", "Oil" if display.finish == "oil" else "Paint", comes="hand"))
    return tuple(found)


def _stock(context: BarsContext, sizes: Sizes) -> tuple[StockLength, ...]:
    names = ("upper bar, front", "upper bar, behind", "lower bar, front", "lower bar, behind")[: bars(context.display)]
    return stock_lengths(context, [(name, sizes.bar.value) for name in names], context.rule("board_length"), "Lengths of strip")


BARE = "The faces that grip the sheet stay bare."
# How the bars are finished after sanding, and the minutes they dry (common practice).
FINISHED = {
    "bare": ("", 0),
    "oil": (f" Then oil, wiped off again after fifteen minutes. {BARE}", 24 * 60),
    "paint": (f" Then three thin coats, four hours between, and a day to harden. {BARE}", 32 * 60),
}


def _steps(context: BarsContext, sizes: Sizes) -> tuple[Operation, ...]:
    say, display = context.speak.say, context.display
    out = [
        Operation(
            "measure",
            "Measure again",
            say("Width once more at three places: the bar goes by the largest, {}.", sizes.sheet["width"]),
            5,
            gate=True,
            parts=("work",),
        )
    ]
    if sizes.trim is not None:
        out.append(
            Operation(
                "trim",
                "Cut the margin",
                say("{} off each edge. Look twice: the line lies outside the work on all four sides.", sizes.trim),
                15,
                gate=True,
                care="Metal ruler held firmly, several light passes, fingers behind the edge.",
                parts=("trim",),
                makes=("trim",),
            )
        )
    out += [
        Operation(
            "cut",
            "Cut the bars",
            say(f"{bars(context.display)} at {{}}, all to one stop.", sizes.bar),
            15,
            care="Saw: guard down, hands clear, eye and hearing protection.",
            parts=("bar",),
            makes=("bar",),
            place="dusty",
        ),
        Operation(
            "drill",
            "Holes for magnets" if display.grip == "magnets" else "Holes for screws",
            say(
                f"{sizes.hold.count} holes along each bar, the first {{}} from the end; "
                + (
                    "in the faces that grip, both bars of a pair from one template, no deeper than a magnet: a stop on the bit. "
                    if display.grip == "magnets"
                    else "both bars of a pair drilled as one. "
                )
                + "And one for the cord through each end of the upper pair.",
                sizes.at[0],
            ),
            25,
            care="Clamp the bars.",
            parts=("grip",),
            uses=("bar",),
        ),
        Operation(
            "finish",
            "Sand and finish the edges",
            (f"120, then 240; edges broken so that they do not mark the sheet.{FINISHED[display.finish][0]}",),
            30,
            wait_minutes=FINISHED[display.finish][1],
            care="Oily rags heat by themselves: dry them flat outdoors, or under water in a lidded tin."
            if display.finish == "oil"
            else "",
            parts=("bar",),
            uses=("paper", "finish") if display.finish != "bare" else ("paper",),
        ),
        *_let_in(context),
        Operation(
            "grip",
            "Lay it in and close the bars",
            ("Face down on clean paper; the edge square against a stop in the bar.",),
            15,
            gate=True,
            parts=("work", "grip"),
            uses=("bar",),
            holds=("work",),
            method="bars",
        ),
        Operation(
            "test",
            "Test hang",
            ("A week where nobody walks under it. Look: has it slipped, does it hang straight?",),
            10,
            wait_minutes=7 * 24 * 60,
            gate=True,
            parts=("work",),
        ),
        Operation(
            "hang",
            "Hang it",
            say("Cord through both ends of the upper bar, rising {} to the hook.", sizes.cord),
            10,
            parts=("cord",),
            uses=("hook",),
            gate=True,
            place="wall",
        ),
    ]
    return tuple(out)


def _let_in(context: BarsContext) -> tuple[Operation, ...]:
    """Magnets go in when the bars are finished: neither oil nor dust lies under them."""
    if context.display.grip != "magnets":
        return ()
    return (
        Operation(
            "magnets",
            "Let the magnets in",
            (
                "Tried in pairs first, the face that is drawn marked on each. A drop of adhesive in every hole, the magnet flush with the wood, not above "
                "it; the bars apart till it is hard.",
            ),
            20,
            wait_minutes=24 * 60,
            care="Magnets pinch and break: one at a time, away from watches, cards and pacemakers. Two-part adhesive: gloves, fresh air.",
            parts=("grip",),
            uses=("bar", "glue.magnet"),
        ),
    )


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
