"""A clear case, reckoned whole."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, given
from shadbo.core.contract.cutting import CutLine, sheet_of
from shadbo.core.contract.display import (
    Arrangement,
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
    Weight,
)
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import there
from shadbo.core.displays.clear_case.bodies import lie
from shadbo.core.displays.clear_case.drawing import above, back, face, side
from shadbo.core.displays.clear_case.rules import check
from shadbo.core.displays.clear_case.sizes import ACRYLIC, BLADE, CEMENT, WOODS, CaseContext, Sizes, lying, size_up
from shadbo.core.document.facts import Facts
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import THING_ASKS, Start, things_of
from shadbo.core.framing.arrange.laid import PlacedItem
from shadbo.core.framing.boxes.item_panels import laying_inputs, measuring_inputs
from shadbo.core.framing.rails import cut_line
from shadbo.core.framing.showing_items import item_figures, items_shown
from shadbo.core.framing.weights import object_weight, sheet_weight, wood_weight
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sums import Dim


def reckon(context: CaseContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of things in a clear case."""
    sizes = size_up(context)
    check(context, sizes)
    inside, hood, t = sizes.inside, sizes.hood, sizes.sheet
    walls = (
        sheet_weight(context, "hood", "Front and back", "acrylic", {"width": hood["width"], "height": inside["height"]}, t, 2),
        sheet_weight(context, "hood", "Sides", "acrylic", {"width": inside["depth"], "height": inside["height"]}, t, 2),
        sheet_weight(context, "hood", "Top", "acrylic", {"width": hood["width"], "height": hood["depth"]}, t),
    )
    section = sizes.base["depth"].value * sizes.thick.value
    kg = sum((one.sized.weight_kg for one in sizes.laid), Fraction(0))
    return DisplayPlan(
        labelled=Labelled("under the base", ("stand", "close")),
        verdict=context.speak.say("A hood of {} × {} × {} over all, on a base of {} × {}.", *hood.values(), *sizes.base.values()),
        outside=(sizes.base["width"], hood["height"] + sizes.thick),
        layers=(
            Layer("hood", "Front sheet", t),
            Layer("item", "Room for the things", inside["depth"]),
            Layer("hood", "Back sheet", t),
        ),
        panels=_panels(context, sizes),
        views=(
            ViewOf("face", lambda: face(context, sizes)),
            ViewOf("section", lambda: side(sizes)),
            ViewOf("back", lambda: back(context, sizes)),
            ViewOf("above", lambda: above(sizes)),
        ),
        space=lambda: lie(context, sizes),
        cuts=_cuts(context, sizes),
        steps=lambda: _steps(context, sizes),
        parts=lambda: _parts(context),
        proofs=tuple(Proof(f"sheet + inside + sheet = hood, {a}", (t, inside[a], t), hood[a]) for a in ("width", "depth")),
        deep=sizes.base["depth"] * 1,
        weights=(
            *walls,
            wood_weight(context, "base", "Base", context.display.wood, sizes.base["width"], section),
            *([_step_weight(context, sizes)] if sizes.step.value > 0 else []),
            object_weight("item", "Things", kg, any(one.item.weight is None for one in sizes.laid)),
        ),
        held=Mounting("standing on its base under a hood", "its own feet, padded", "yes"),
        items=items_shown(context, [one.sized for one in sizes.laid]),
    )


def _panels(context: CaseContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    one = next((x for x in sizes.laid if x.item.key == context.focus), sizes.laid[0])

    def measure() -> Panel:
        asked = tuple(measuring_inputs(context, one, fixings=False))  # type: ignore[arg-type]
        return Panel(
            ("What stands in it, how far forward, its weight.",),
            asked,
            item_figures(context, one.sized),
            ("face", "section", "above"),
        )

    def cut() -> Panel:
        names = there(context, "hood.width", "hood.height", "hood.depth", "step.width", "step.depth")
        return Panel(("Five sheets and a base; the hood is cemented, not screwed.",), (), names, ("section", "above", "face"))

    return (
        PanelOf("measure", measure),
        PanelOf("display", lambda: _display(context, sizes)),
        PanelOf("arrange", lambda: _arrange(context, sizes, one)),
        PanelOf("cut", cut),
    )


def _display(context: CaseContext, sizes: Sizes) -> Panel:
    show, book = context.shop.showing, context.book
    woods = tuple((w, (w[0].upper() + w[1:],), ()) for w in WOODS)
    inputs: tuple[Input, ...] = (
        given(show, book["case.clear"], "Room"),
        given(show, book["case.above"], "Room"),
        given(show, sizes.sheet, "Hood", optional=True, hint=("Left empty: as thick as its longest side asks.",)),
        given(show, sizes.thick, "Base"),
        given(show, book["case.beyond"], "Base"),
        given(show, sizes.step, "Base"),
        choice(context, "/display/wood", "Wood", "Base", woods, ("base",), look="menu"),
        choice(
            context,
            "/display/screwed",
            "It stands",
            "Base",
            ((False, ("Free",), ()), (True, ("Screwed down",), ("from below, through shelf or table",))),
            ("base",),
        ),
    )
    names = there(
        context, "inside.width", "inside.height", "inside.depth", "hood.width", "hood.height", "hood.depth", "weight.total"
    )
    return Panel(("Seen from all sides, lifted off by two hands.",), inputs, names, ("face", "section", "above"))


def _arrange(context: CaseContext, sizes: Sizes, one: PlacedItem) -> Panel:
    inputs = tuple(laying_inputs(context, one)) if len(sizes.laid) > 1 else ()
    return Panel(
        ("Where they stand on the base, seen from the front.",), inputs, item_figures(context, one.sized), ("face", "above")
    )


def _step_weight(context: CaseContext, sizes: Sizes) -> Weight:
    section = context.book["step.depth"].value * sizes.step.value
    return wood_weight(context, "step", "Step", context.display.wood, context.book["step.width"], section)


def _cuts(context: CaseContext, sizes: Sizes) -> tuple[CutLine, ...]:
    inside, hood, book = sizes.inside, sizes.hood, context.book

    def sheet(key: str, word: str, count: int, wide: Dim, tall: Dim, note: str) -> CutLine:
        return cut_line(context, key, word, ("hood",), count, ACRYLIC, wide, sheet_of(context.speak, tall, sizes.sheet), (note,))

    return (
        sheet("hood.front", "Front and back", 2, hood["width"], inside["height"], "cover the ends of the sides"),
        sheet("hood.side", "Sides", 2, inside["depth"], inside["height"], "between front and back"),
        sheet("hood.top", "Top", 1, hood["width"], hood["depth"], "covers all four"),
        cut_line(
            context,
            "base",
            "Base",
            ("base",),
            1,
            context.display.wood,
            sizes.base["width"],
            sheet_of(context.speak, sizes.base["depth"], sizes.thick),
            ("edges eased; felt below",),
        ),
        cut_line(
            context,
            "step",
            "Step",
            ("step",),
            1,
            context.display.wood,
            book["step.width"],
            sheet_of(context.speak, book["step.depth"], sizes.step),
            ("in the middle of the base; the hood goes over it",),
        ),
    )


def _parts(context: CaseContext) -> tuple[Part, ...]:
    found = [
        got("cement", "Cement for acrylic", comes="hand", material="solvent, with its applicator"),
        got("glue", "Wood glue", comes="hand"),
        got("oil", "Oil or wax for the base", comes="hand"),
        got("felt", "Felt pads", 4, lights=("base",)),
    ]
    if context.display.screwed:
        found.append(got("base.screw", "Screws from below", 2, material="wood screw, a third into the base"))
    return tuple(found)


def _steps(context: CaseContext, sizes: Sizes) -> tuple[Operation, ...]:
    say, inside, hood, book = context.speak.say, sizes.inside, sizes.hood, context.book
    out = [
        Operation(
            "measure",
            "Measure again",
            say(
                "Each thing at its widest, highest and deepest, whatever it stands in with it: inside {} × {} × {}.",
                *inside.values(),
            ),
            10,
            gate=True,
            parts=tuple(one.part for one in sizes.laid),
            leaves=("measured",),
        ),
        Operation(
            "base",
            "Make the base",
            say(
                "{} × {}; the step {} × {} glued on its middle, the same all round. Sanded to 240, oiled or waxed, dry through before the hood goes on.",
                *sizes.base.values(),
                book["step.width"],
                book["step.depth"],
            ),
            45,
            wait_minutes=24 * 60,
            care="Saw: guard down, hands clear, eye and hearing protection. Oily rags heat by themselves: dry them flat outdoors.",
            makes=("base", "step"),
            uses=("glue", "oil"),
            place="dusty",
            takes="clamps",
            takes_on=60,
            leaves=("board",),
        ),
        Operation(
            "sheets",
            "Cut the five sheets",
            say(
                "Two of {}, two of {}, all {} high, and a top; film left on. Look: pairs the same, square?",
                hood["width"],
                inside["depth"],
                inside["height"],
            ),
            45,
            gate=True,
            care=BLADE,
            makes=("hood",),
            place="dusty",
        ),
        Operation(
            "cement",
            "Cement the hood",
            (
                "Film turned back from the joints. Sides between front and back, squared against a block, then the top; cement drawn in along the inside.",
            ),
            60,
            wait_minutes=24 * 60,
            gate=True,
            care=CEMENT,
            parts=("hood",),
            uses=("cement",),
        ),
        Operation(
            "try",
            "Try the hood on its step",
            ("Over the step without a push, standing flat all round. Look: does it lift off straight?",),
            5,
            gate=True,
            parts=("hood", "base"),
            uses=("step",),
        ),
        Operation(
            "stand",
            "Try the things in their places",
            (
                f"{', '.join(one.item.called for one in sizes.laid[:4])}: on the base as drawn; look from all sides before anything is fixed.",
            ),
            10 + 5 * len(sizes.laid),
            gate=True,
            parts=tuple(one.part for one in sizes.laid),
            needs=("tried",),
            leaves=("laid",),
        ),
        Operation(
            "look",
            "Look from all sides",
            ("By a raking light: nothing leans, no dust, no finger mark on what will be out of reach.",),
            10,
            gate=True,
            parts=tuple(one.part for one in sizes.laid),
            needs=("held",),
        ),
        Operation(
            "close",
            "Put the hood on",
            ("Film off, both faces wiped with a damp soft cloth, no ammonia; things dusted. Lowered by two hands.",),
            20,
            gate=True,
            care="A hood over a metre is lowered by two.",
            parts=("hood",),
            uses=("felt",),
            closes=True,
        ),
    ]
    if context.display.screwed:
        out.insert(
            5,
            Operation(
                "down",
                "Screw the base down",
                ("From below, through shelf or table, before the things stand on it.",),
                10,
                uses=("base.screw", "base"),
            ),
        )
    return tuple(out)


def _suits(facts: Facts) -> Suit:
    if facts.type == "stretched_canvas" or facts.flat:
        return Suit(0, "it is for what stands, seen from all sides")
    if facts.what == "garment":
        return Suit(0, "a garment does not stand")
    if facts.what == "figure":
        return Suit(2, "seen from all sides; it stands and does not hang")
    if facts.front >= 60 or facts.what in ("ball", "shoe"):
        return Suit(3, "seen from all sides, and lifted out in a minute; it stands, and needs no wall")
    return (
        Suit(1, "it would do, if it is to stand and not to hang") if facts.front >= 25 else Suit(0, "too flat to stand in a case")
    )


def _begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    return {"type": "clear_case", "layout": {"how": "row" if facts.count > 1 else "one"}}


def _lie(context: CaseContext) -> Arrangement:
    laid, ends = lying(context)
    return Arrangement(laid, ends, True)


CLEAR_CASE = Display(
    "clear_case",
    "Clear case",
    reckon,
    Way(_suits, _begin, "air both_seen edges_seen", stands=True),
    starts=(
        Start(
            "case",
            "A thing in a clear case",
            "Under a hood that lifts off: a model, boots, a ball.",
            THING_ASKS,
            things_of("figure"),
            lambda sizes, unit, shop: {"type": "clear_case"},
            said="cup trophy boots football ball helmet shoes model acrylic hood dome display case",
        ),
    ),
    lie=_lie,
    holds=Holds(frozenset({"brackets", "cradle", "loops", "ring", "screwed", "stand", "wax"}), asked=True, made_for="stand"),
)
