"""The plan as a whole: complete, sound, the same in both systems, and never wrong about itself."""

from __future__ import annotations

import json
from collections.abc import Callable
from dataclasses import replace

import pytest

from shadbo.core.contract.display import Context, DisplayPlan, Proof
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.plan import PLAN_JSON, PlanFault, plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import plain
from shadbo.core.quantity.lengths import MM_PER_INCH
from shadbo.demo import demo_pieces
from tests.conftest import bought

MakePiece = Callable[..., Piece]


@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_a_demo_piece_s_plan_is_whole(piece: Piece) -> None:
    worked = plan(piece, HOUSE_SHOP)
    assert worked.stages[0].key == "measure" and worked.stages[-1].key == "hang"
    assert {"face", "section", "back"} <= {v.key for v in worked.views}
    assert all(stage.views for stage in worked.stages)
    assert worked.steps and (worked.cuts or worked.to_get) and worked.proofs and worked.layers
    assert {line.figure for line in worked.cuts} <= set(worked.figures)


def test_the_three_demo_pieces_are_what_they_are_for() -> None:
    true_, uneven, stopped = (plan(p, HOUSE_SHOP) for p in demo_pieces()[:3])
    assert true_.checks == ()
    assert {c.key for c in uneven.checks} == {"gap.uneven"}
    assert [c.key for c in stopped.stops] == ["reveal.impossible"] and stopped.stops[0].ways


def test_a_plan_that_does_not_add_up_is_refused(make_piece: MakePiece, monkeypatch: pytest.MonkeyPatch) -> None:
    floater = DISPLAYS["floater"]

    def wrong(context: Context) -> DisplayPlan:
        display_plan = floater.reckon(context)
        line = display_plan.proofs[0]
        return replace(display_plan, proofs=(Proof(line.line, line.terms[:-1], line.whole),))

    monkeypatch.setitem(DISPLAYS, "floater", replace(floater, reckon=wrong))  # type: ignore[arg-type]
    with pytest.raises(PlanFault, match="gap \\+ canvas \\+ gap = inside"):
        plan(make_piece(), HOUSE_SHOP)


def test_a_plan_that_speaks_of_a_figure_it_lacks_is_refused(make_piece: MakePiece, monkeypatch: pytest.MonkeyPatch) -> None:
    floater = DISPLAYS["floater"]

    def wrong(context: Context) -> DisplayPlan:
        display_plan = floater.reckon(context)
        first = next(p for p in display_plan.panels if p.key == "display")
        wrong = replace(first, fill=lambda: replace(first.fill(), figures=("no.such.figure",)))
        return replace(display_plan, panels=(wrong,))

    monkeypatch.setitem(DISPLAYS, "floater", replace(floater, reckon=wrong))  # type: ignore[arg-type]
    with pytest.raises(PlanFault, match="no\\.such\\.figure"):
        plan(make_piece(), HOUSE_SHOP)


def test_stages_say_how_they_stand(make_piece: MakePiece) -> None:
    def states(piece: Piece) -> dict[str, str]:
        return {s.key: s.state for s in plan(piece, HOUSE_SHOP).stages}

    assert set(states(make_piece()).values()) == {"settled"}
    assert states(make_piece(frame=bought(624, 460)))["display"] == "waiting"
    assert states(make_piece(screw=45))["depth"] == "stopped"


def test_the_verdict_answers_in_both_ways(make_piece: MakePiece) -> None:
    """12 of room; saw ±0.5 and tape ±0.5: at worst 11, likely √0.5 = 0.7 either way."""
    worked = plan(make_piece(), HOUSE_SHOP)
    assert plain(worked.verdict, "mm") == "It goes in with 12 mm of room; at worst 11 mm, likely 0.7 mm either way."
    tight = plan(make_piece(frame=bought("600.5", 470)), HOUSE_SHOP)
    assert plain(tight.verdict, "mm").startswith("It may not go in: 0.5 mm of room, 1 mm of doubt at worst")


def test_the_same_piece_in_inches_is_the_same_plan(make_piece: MakePiece) -> None:
    """A canvas of 24 × 18 in typed in inches or as 609.6 × 457.2: every figure the same to the digit."""
    inches = make_piece((24 * MM_PER_INCH,) * 3, (18 * MM_PER_INCH,) * 3)
    millimetres = make_piece((Fraction("609.6"),) * 3, (Fraction("457.2"),) * 3)
    assert {n: f.mm for n, f in plan(inches, HOUSE_SHOP).figures.items()} == {
        n: f.mm for n, f in plan(millimetres, HOUSE_SHOP).figures.items()
    }


def test_printed_numbers_are_what_the_core_holds(make_piece: MakePiece) -> None:
    worked = plan(make_piece(frame={"make": "new", "moulding": "poplar-3/4x1-3/4"}, depth=25), HOUSE_SHOP)
    printed = json.loads(PLAN_JSON.dump_json(worked))
    assert printed["figures"]["rail.face"]["mm"] == "19.05"
    assert printed["figures"]["frame.outside.width"]["mm"] == "650.1"
    ways = [step for c in printed["checks"] for w in c["ways"] for step in w["patch"]]
    assert all(not isinstance(step.get("value"), str) or not step["value"].replace(".", "").isdigit() for step in ways)


def test_work_goes_from_the_tape_to_the_last_look(make_piece: MakePiece) -> None:
    steps = plan(make_piece(), HOUSE_SHOP).steps
    order = [s.key for s in steps]
    assert (
        order.index("measure")
        < order.index("cut")
        < order.index("dry")
        < order.index("glue")
        < order.index("look")
        < order.index("screw")
    )
    gates = {s.key for s in steps if s.gate}
    assert {"measure", "dry", "inside", "look"} <= gates, "gates of the order of work"
    assert next(s for s in steps if s.key == "glue").wait_minutes == 24 * 60
    assert all(s.care for s in steps if s.key in ("cut", "paint", "holes", "screw")), "cautions at the step where they bite"


def test_a_made_frame_is_not_sawn(make_piece: MakePiece) -> None:
    order = [s.key for s in plan(make_piece(frame=bought(624, 460, liner_width=7)), HOUSE_SHOP).steps]
    assert not {"cut", "dry", "glue", "rip"} & set(order)
    assert "liner" in order


def test_a_rail_that_is_ripped_has_its_step_and_its_caution(make_piece: MakePiece) -> None:
    steps = {s.key: s for s in plan(make_piece(solve="moulding_depth", lift=0), HOUSE_SHOP).steps}
    assert plain(steps["rip"].say, "mm") == "Rip to 47 mm high."
    assert "eye" in steps["rip"].care


def test_an_empty_field_says_what_it_is_empty_of() -> None:
    """A reading is not read; what was left to the shop is as usual, and edges nobody rounds are not rounded."""
    fields = {
        i.pointer: i
        for p in demo_pieces()
        for s in plan(p, HOUSE_SHOP).stages
        for i in s.inputs
        if i.kind == "length" and i.shown is None
    }
    assert {i.empty for place, i in fields.items() if place.startswith("/object")} == {"not read"}
    assert fields["/finish/edges"].empty == "none" and fields["/hang/own_joint/deep"].empty == "as usual"
