"""What a new display costs: one decision model and one package. A tiny one, added while the program runs, is planned, held, hung and
compared like those that ship, and no table names it."""

from __future__ import annotations

from decimal import Decimal
from typing import Any, ClassVar, Literal

import pytest

from shadbo.core.contract.asking import given
from shadbo.core.contract.display import (
    ANY_HANGER,
    Context,
    Display,
    DisplayPlan,
    FrameSection,
    Holds,
    Layer,
    Mounting,
    Panel,
    PanelOf,
    Proof,
    Suit,
    ViewOf,
    Way,
)
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.terms import chosen
from shadbo.core.contract.views import Drawing, View
from shadbo.core.displays import registry
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.objects import FlatWork
from shadbo.core.document.piece import SHOWS, Piece, load_piece
from shadbo.core.document.readings import Part
from shadbo.core.framing.rails import AXES, cut_line
from shadbo.core.framing.weights import object_weight
from shadbo.core.measuring.desk import desk_panel, desk_views, measure
from shadbo.core.planning import comparing
from shadbo.core.planning.comparing import compare
from shadbo.core.planning.plan import Only, plan
from shadbo.core.quantity.exact import Fraction
from shadbo.shop.days.ready import days_alone
from tests.core.things import flat


class Tray(Part):
    """The decision model: a sheet lying in a wooden tray with an even edge."""

    SHOWS: ClassVar[tuple[str, ...]] = ("flat_work",)
    type: Literal["tray"] = "tray"
    edge: Decimal = Decimal(12)


def reckon(context: Context[FlatWork, Tray]) -> DisplayPlan:
    book, thing = context.book, measure(context)
    edge = chosen(context, "tray.edge", "Edge of the tray", "edge", context.display.edge, parts=("rail",))
    outside = {a: book.add(thing.side(a).into + 2 * edge, f"frame.outside.{a}", f"Outside {a}", parts=("rail",)) for a in AXES}
    deep = book.add(edge * 2, "tray.deep", "Deep", parts=("rail",))

    def face() -> View:
        drawing = Drawing("face", "Face", outside["width"], outside["height"])
        drawing.box("rail", "Tray", "wood", 0, 0, outside["width"], outside["height"])
        drawing.box("work", "Work", "paper", edge, edge, thing.width.look, thing.height.look)
        drawing.measure("frame.outside.width", "x", 0, outside["width"], outside["height"], "bottom", 1, ("display",), "outside")
        return drawing.view()

    def section() -> View:
        drawing = Drawing("section", "Section", outside["width"], deep)
        drawing.box("rail", "Tray", "wood", 0, 0, outside["width"], deep)
        return drawing.view()

    def back() -> View:
        drawing = Drawing("back", "Back", outside["width"], outside["height"])
        drawing.box("rail", "Tray", "wood", 0, 0, outside["width"], outside["height"])
        return drawing.view()

    def display() -> Panel:
        return Panel(("How wide its edge is.",), (given(context.shop.showing, edge, "Tray"),), ("tray.edge", "frame.outside.width"))

    return DisplayPlan(
        verdict=("It lies in its tray.",),
        outside=(outside["width"], outside["height"]),
        layers=(Layer("rail", "Tray", deep),),
        panels=(
            desk_panel(context, thing),
            PanelOf("display", display),
            PanelOf("cut", lambda: Panel(("What to cut.",), (), ("frame.outside.width",), ("back", "face"))),
        ),
        views=(*desk_views(context, thing), ViewOf("face", face), ViewOf("section", section), ViewOf("back", back)),
        cuts=(cut_line(context, "bottom", "Bottom", ("rail",), 1, "ply", outside["width"]),),
        steps=lambda: (
            Operation("make", "Make the tray", ("Glue the edge on.",), 30),
            Operation("look", "Look at it", ("Straight?",), 5, gate=True),
        ),
        proofs=tuple(Proof(f"edge + work + edge = outside, {a}", (edge, thing.side(a).into, edge), outside[a]) for a in AXES),
        deep=deep,
        weights=(object_weight("work", "Work", thing.weight_kg, thing.estimated),),
        held=Mounting("lying in its tray", "its edges", "yes"),
        frame_section=FrameSection(edge, edge, deep, "white ash", None, True, Fraction(0), ANY_HANGER),
    )


def begin(facts: Any, shop: Any) -> dict[str, Any]:
    return {"type": "tray"}


TRAY = Display(
    "tray",
    "In a tray",
    reckon,
    Way(lambda facts: Suit(2 if facts.flat else 0, "lies flat and open"), begin),
    holds=Holds(frozenset({"corners", "t_hinges"}), asked=True),
)


@pytest.fixture
def piece(monkeypatch: pytest.MonkeyPatch) -> Piece:
    monkeypatch.setitem(registry.DISPLAYS, "tray", TRAY)  # type: ignore[arg-type]
    # A file’s decision is read by the union of the models that ship; this one is made in memory.
    monkeypatch.setattr(comparing, "SHOWS", {**SHOWS, "tray": Tray.SHOWS})
    begun = load_piece(
        {
            "format": "shadbo.piece/1",
            "name": "A sheet in a tray",
            "object": flat((400, 400, 400), (300, 300, 300), material="paper"),
            "display": {"type": "on_board", "frame": {"make": "new", "moulding": "pine-lip-40x36"}},
        }
    )
    return begun.model_copy(update={"display": Tray()})


def test_it_is_planned_like_any_other(piece: Piece) -> None:
    done = plan(piece, HOUSE_SHOP)
    assert [s.key for s in done.stages] == ["measure", "display", "hold", "cut", "hang"]
    assert done.figures["frame.outside.width"].mm == "424"
    assert done.proved == 2 and done.cuts[0].figure == "frame.outside.width"
    for stage in done.stages:
        assert next(s for s in plan(piece, HOUSE_SHOP, only=Only(stage.key)).stages if s.key == stage.key) == stage


def test_it_is_held_by_what_it_says_itself(piece: Piece) -> None:
    done = plan(piece, HOUSE_SHOP)
    choice = next(i for s in done.stages if s.key == "hold" for i in s.inputs if i.kind == "choice" and i.key == "hold")
    assert {o.key for o in choice.options} >= {"corners", "t_hinges"} and "spray" not in {o.key for o in choice.options}
    assert "hold.work.count" in done.figures and any(s.key.startswith("hold.") for s in done.steps)
    assert "lying in its tray" not in done.held.how, "the method says how"


def test_it_hangs_and_goes_through_the_year(piece: Piece) -> None:
    done = plan(piece, HOUSE_SHOP)
    assert {"wall", "back", "joint"} <= {v.key for v in done.views}
    assert "wall.0.hook" in done.figures and "season.face.summer" in done.figures
    assert [s.key for s in done.steps][-1] in ("hang", "label")


def test_it_is_compared_with_the_others(piece: Piece) -> None:
    found = compare(piece, HOUSE_SHOP, days_alone)
    ways = {w.key: w for w in found.ways}
    assert ways["tray"].now and ways["tray"].why == "lies flat and open"
    assert "on_board" in ways and ways["tray"].face.key == "face"
