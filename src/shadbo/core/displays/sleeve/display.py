"""A quilt, tapestry or banner on a sleeve and pole, reckoned whole."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, given
from shadbo.core.contract.cutting import CutLine, StockLength, bar_of, sheet_of
from shadbo.core.contract.display import (
    Display,
    DisplayPlan,
    Holds,
    Labelled,
    Layer,
    Mounting,
    Panel,
    PanelOf,
    Proof,
    Suit,
    ViewOf,
    Way,
)
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import there
from shadbo.core.displays.sleeve.bodies import lie
from shadbo.core.displays.sleeve.drawing import back, face, section
from shadbo.core.displays.sleeve.rules import check
from shadbo.core.displays.sleeve.sizes import MOST_BRACKETS, WOODS, Sizes, SleeveContext, size_up
from shadbo.core.document.decisions.sleeve import Sleeve
from shadbo.core.document.facts import Facts
from shadbo.core.document.schools import usual_length
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import FLAT_ASKS, Start, flat_of
from shadbo.core.framing.rails import cut_line, stock_lengths
from shadbo.core.framing.walls import ANCHOR, fixing_in
from shadbo.core.framing.weights import object_weight, wood_weight
from shadbo.core.measuring.desk import desk_panel, desk_views
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import several
from shadbo.core.quantity.lengths import Unit, as_decimal


def reckon(context: SleeveContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of cloth on a sleeve and pole."""
    sizes = size_up(context)
    check(context, sizes)
    thing, area = sizes.thing, sizes.high.value * sizes.thick.value
    layers = (Layer("work", "Cloth", thing.depth.mean),) if thing.depth else ()
    return DisplayPlan(
        labelled=Labelled("on the sleeve, sewn", ("sew",)),
        verdict=context.speak.say(f"A pole of {{}} in a sleeve of {{}}, on {sizes.brackets} brackets.", sizes.pole, sizes.sleeve),
        outside=(thing.width.into, thing.height.into),
        layers=(*layers, Layer("pole", "Pole in its sleeve", sizes.thick)),
        panels=_panels(context, sizes),
        views=(
            *desk_views(context, thing),
            ViewOf("back", lambda: back(sizes)),
            ViewOf("face", lambda: face(sizes)),
            ViewOf("section", lambda: section(sizes)),
        ),
        space=lambda: lie(context, sizes),
        cuts=_cuts(context, sizes),
        stock=_stock(context, sizes),
        steps=lambda: _steps(context, sizes),
        parts=lambda: _parts(context, sizes),
        proofs=(
            Proof("short + pole + short = cloth", (context.book["pole.short"],) * 2 + (sizes.pole,), thing.width.cover),
            Proof("short + sleeve + short = cloth", (context.book["sleeve.short"],) * 2 + (sizes.sleeve,), thing.width.cover),
        ),
        deep=sizes.thick * 1,
        weights=(
            wood_weight(
                context,
                "pole",
                "Poles" if _poles(context) > 1 else "Pole",
                context.display.wood,
                sizes.pole * _poles(context),
                area,
            ),
            object_weight("work", "Cloth", thing.weight_kg, thing.estimated),
        ),
        held=Mounting("a sleeve sewn to its back all along, a sealed pole through it", "thread in its back, washed cotton", "yes"),
    )


def _panels(context: SleeveContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    brackets = [d.name or "" for d in sizes.at]

    def hold() -> Panel:
        many: list[Any] = [(None, ("As it needs",), (f"{sizes.brackets}",) if context.display.brackets is None else ())]
        many += [(n, (str(n),), ()) for n in range(2, MOST_BRACKETS + 1)]
        asked: tuple[Input, ...] = (
            choice(context, "/display/brackets", "Brackets", "On the wall", many, ("bracket",), look="menu"),
            choice(
                context,
                "/display/weighted",
                "At the bottom",
                "On the wall",
                ((False, ("Nothing",), ()), (True, ("A second pole",), ("keeps a curling hem straight",))),
                ("pole",),
            ),
        )
        names = there(context, "bracket.count", "bracket.floor", *brackets, "pole.sag", "weight.total")
        return Panel(("What carries it, and where that is on the wall.",), asked, names, ("back", "section", "face"))

    def cut() -> Panel:
        return Panel(
            ("The pole to saw, the sleeve to sew.",),
            (),
            there(context, "pole.length", "strip.width", "strip.height", "cut.lengths"),
            ("back", "section"),
        )

    return (
        desk_panel(context, sizes.thing),
        PanelOf("display", lambda: _display(context, sizes)),
        PanelOf("hold", hold),
        PanelOf("cut", cut),
    )


def _display(context: SleeveContext, sizes: Sizes) -> Panel:
    show, book = context.shop.showing, context.book
    woods = tuple((w, (w[0].upper() + w[1:],), ()) for w in WOODS)
    inputs: tuple[Input, ...] = (
        given(show, sizes.high, "Pole"),
        given(show, sizes.thick, "Pole"),
        choice(context, "/display/wood", "Wood", "Pole", woods, ("pole",), look="menu"),
        given(show, book["pole.short"], "Pole"),
        given(show, book["sleeve.short"], "Sleeve"),
        given(show, sizes.below, "Sleeve"),
        given(show, book["sleeve.ease"], "Sleeve", hint=("Slack in front of the pole, so that the face stays flat.",)),
    )
    names = there(context, "pole.length", "sleeve.length", "strip.height", "weight.total")
    return Panel(
        ("Sewn to its back alone, all along; the pole is flat, so that the cloth is not pushed out.",),
        inputs,
        names,
        ("back", "section", "face"),
    )


def _poles(context: SleeveContext) -> int:
    return 2 if context.display.weighted else 1


def _cuts(context: SleeveContext, sizes: Sizes) -> tuple[CutLine, ...]:
    many = _poles(context)
    section = bar_of(context.speak, sizes.high, sizes.thick)
    note = ("edges rounded, sealed all over",)
    strip = sheet_of(context.speak, sizes.strip["height"])
    washed = ("washed cotton, undyed; folded lengthwise and sewn to a tube",)
    return (
        cut_line(
            context, "pole", "Poles" if many > 1 else "Pole", ("pole",), many, context.display.wood, sizes.pole, section, note
        ),
        cut_line(
            context, "sleeve", "Sleeves" if many > 1 else "Sleeve", ("sleeve",), many, "cotton", sizes.strip["width"], strip, washed
        ),
    )


def _stock(context: SleeveContext, sizes: Sizes) -> tuple[StockLength, ...]:
    whole = sizes.pole.value + context.rule("kerf") <= context.rule("board_length")
    pieces = [("pole", sizes.pole.value)] if whole else [(f"half of the pole, {n}", sizes.pole.value / 2) for n in (1, 2)]
    return stock_lengths(context, pieces * _poles(context), context.rule("board_length"), "Lengths of board")


def _parts(context: SleeveContext, sizes: Sizes) -> tuple[Part, ...]:
    return (
        got("thread", "Thread", material="cotton or fine polyester"),
        got("seal", "Clear varnish", comes="hand", note=("so that nothing of the wood reaches the cloth",)),
        got("bracket", "Brackets", sizes.brackets, material="flat, hidden behind it", lights=("bracket",), figure="bracket.count"),
        got("bracket.screw", "Bracket screws", 2 * sizes.brackets, material=fixing_in(context.piece.room.wall)),
    )


def _steps(context: SleeveContext, sizes: Sizes) -> tuple[Operation, ...]:
    say, thing = context.speak.say, sizes.thing
    return (
        Operation(
            "measure",
            "Measure again",
            say(
                "Width at three heights, its sides seldom run true: the pole goes by the least, {}. Look: which is the top, is the top edge sound?",
                thing.width.cover,
            ),
            10,
            gate=True,
            parts=("work",),
            leaves=("measured",),
        ),
        Operation(
            "cut",
            "Cut the pole",
            say("{}, edges and ends rounded; two coats of varnish, dry through before cloth touches it.", sizes.pole),
            30,
            wait_minutes=24 * 60,
            care="Saw: guard down, hands clear, eye and hearing protection. Varnish: fresh air.",
            parts=("pole",),
            makes=("pole",),
            uses=("seal",),
            place="dusty",
        ),
        Operation(
            "sleeve",
            "Sew the sleeve",
            say(
                "Its cloth, {} by {}, ends hemmed, folded lengthwise and sewn to a tube, its seam to the wall.",
                *sizes.strip.values(),
            ),
            40,
            makes=("sleeve",),
            uses=("thread",),
        ),
        Operation(
            "sew",
            "Sew it to the back",
            say(
                "Face down on a clean sheet. {} below the top edge, from the middle to both ends; upper and lower edge of the tube, the ease left to the front. "
                "Through the back alone, a thread now and then through all layers; nothing drawn tight. Look: does nothing show in front?",
                sizes.below,
            ),
            120,
            gate=True,
            care="Clean dry hands; needles counted out and in.",
            parts=("work",),
            uses=("sleeve", "thread"),
            holds=("work",),
            method="sleeve",
        ),
        Operation(
            "test",
            "Test hang",
            (
                "The pole through the sleeve, its ends on two trestles for a day. Look: is it straight along the top, does nothing pucker?",
            ),
            15,
            wait_minutes=24 * 60,
            gate=True,
            parts=("work", "pole"),
        ),
        Operation(
            "brackets",
            "Put the brackets up",
            say(
                f"{several(sizes.brackets, 'bracket').capitalize()}, level, {{}} above the floor; the first {{}} from the pole’s end.",
                context.book["bracket.floor"],
                sizes.at[0],
            ),
            30,
            gate=True,
            care=ANCHOR,
            parts=("bracket",),
            uses=("bracket.screw",),
            place="wall",
        ),
        Operation(
            "hang",
            "Hang it",
            ("By two: the pole carried with the cloth over the arm, laid into the brackets, never pulled by its edge.",),
            15,
            parts=("work",),
            gate=True,
            place="wall",
        ),
    )


def _suits(facts: Facts) -> Suit:
    if facts.what not in ("cloth", "flag"):
        return Suit(0, "a sleeve is sewn to cloth, and this is none")
    if facts.irreplaceable and facts.practice == "conservation" and facts.area_m2 < 1:
        return Suit(1, "small cloth is safer on a board behind glazing")
    if facts.area_m2 >= Fraction(6, 10):
        return Suit(3, "a large cloth hangs by its whole width, and comes down to be aired")
    return Suit(1, "for so small a cloth a board is better")


def _usual(unit: Unit) -> dict[str, Any]:
    """The usual sizes as a tape of that unit has them."""
    fields = ("pole_height", "pole_thickness", "pole_short", "sleeve_short", "below", "ease")
    return {"type": "sleeve"} | {f: as_decimal(usual_length(int(Sleeve.model_fields[f].default), unit)) for f in fields}


def _begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    return _usual(facts.units)


def _cloth(sizes: Any) -> dict[str, Any]:
    return flat_of(sizes) | {"material": "cloth"}


SLEEVE = Display(
    "sleeve",
    "Sleeve and pole",
    reckon,
    Way(_suits, _begin, "open in_the_air sewn_behind"),
    starts=(
        Start(
            "quilt",
            "A quilt, tapestry or banner",
            "Hung by a sleeve sewn to its back.",
            FLAT_ASKS,
            _cloth,
            lambda sizes, unit, shop: _usual(unit),
            said="quilt tapestry rug banner weaving textile blanket pole rod",
        ),
    ),
    holds=Holds(frozenset({"sleeve"})),
)
