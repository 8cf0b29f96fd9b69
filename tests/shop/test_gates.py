"""Gates at the bench: judged by what saw and tape give (handbook: saw ±0.5 mm, tape ±0.5 mm, 1/64 in), the plan from what is there."""

from __future__ import annotations

import pytest

from shadbo.core import (
    HOUSE_SHOP,
    Act,
    Choose,
    Fraction,
    Operation,
    Piece,
    Plan,
    Refused,
    Tool,
    apply_edits,
    document_of,
    load_piece,
    plain,
    plan,
    reading_gives,
    tool_of,
)
from shadbo.demo import demo_pieces
from shadbo.shop.bench import GATES, OPENS, gate_of, goes_on, in_hand, judge, made_anew, stage_of

PIECES = {p.name: p for p in demo_pieces()}
FLOATER, JERSEY, CANVAS = (PIECES[n] for n in ("Start line, dawn", "The centenary jersey", "Moor road, headwind"))


def read(piece: Piece, key: str, unit: str = "mm", **texts: str) -> object:
    return judge(key, texts, plan(piece, HOUSE_SHOP), piece, HOUSE_SHOP, unit)  # type: ignore[arg-type]


def test_two_cuts_and_a_reading_give() -> None:
    """Twice ±0.5 mm of the saw and ±0.5 mm of the tape; an inch tape gives 1/64 in (0.396875 mm)."""
    assert reading_gives(HOUSE_SHOP, "mm").value == 1.5
    assert reading_gives(HOUSE_SHOP, "in").value * 1_000_000 == 1_396_875


@pytest.mark.parametrize(("tool", "gives"), [("saw", "1.5"), ("mat", "1"), ("glass", "1.5")])
def test_each_tool_gives_what_it_is_known_to(tool: Tool, gives: str) -> None:
    """Handbook, tolerances: saw ±0.5 and mat cutter ±0.25 at each end, glass ±1 a sheet; the tape ±0.5 besides."""
    assert reading_gives(HOUSE_SHOP, "mm", tool).value == Fraction(gives)


@pytest.mark.parametrize(
    ("key", "tool"),
    [("rail.horizontal", "saw"), ("mat_top.jersey", "mat"), ("glazing", "glass"), ("hood.side", "glass"), ("backing", None)],
)
def test_what_was_cut_is_known_by_what_cuts_it(key: str, tool: Tool | None) -> None:
    assert tool_of(key) == tool


def test_one_length_of_what_was_cut_may_be_read_alone() -> None:
    """The jersey’s glazing: 1 mm of the cutter and 0.5 of the tape; the other side isn’t asked for again, and nothing goes on from it."""
    worked = plan(JERSEY, HOUSE_SHOP)
    gate = gate_of("glazing", worked)
    assert gate is not None and not gate.must and not gate.blind and gate.tool == "glass"
    width = gate.asks[0].length(worked)
    for off, fine in (("1.5", True), ("1.6", False), ("-1.5", True)):
        text = f"{float(width + Fraction(off)):.3f}"
        judged = judge("glazing", {"glazing": text}, worked, JERSEY, HOUSE_SHOP, "mm")
        assert (judged.fine, len(judged.lines), judged.edits) == (fine, 1, ())
    with pytest.raises(Refused) as refused:
        judge("glazing", {"glazing": " "}, worked, JERSEY, HOUSE_SHOP, "mm")
    assert refused.value.faults[0].pointer == "/readings/glazing"


@pytest.mark.parametrize(("width", "fine"), [("612", True), ("613.5", True), ("610.5", True), ("613.6", False), ("610.4", False)])
def test_an_inside_is_judged_to_the_tenth(width: str, fine: bool) -> None:
    judged = judge("inside", {"width": width, "height": "462"}, plan(FLOATER, HOUSE_SHOP), FLOATER, HOUSE_SHOP, "mm")
    assert judged.fine is fine


@pytest.mark.parametrize(("falling", "fine"), [("823", True), ("824.5", True), ("824.6", False), ("821.4", False)])
def test_diagonals_are_held_against_one_another(falling: str, fine: bool) -> None:
    """They may differ by 1.5 mm for each metre, and never less than that (handbook, joints)."""
    judged = judge("dry", {"rising": "823", "falling": falling}, plan(FLOATER, HOUSE_SHOP), FLOATER, HOUSE_SHOP, "mm")
    assert judged.fine is fine and judged.edits == ()


def test_a_stretcher_s_diagonals_too() -> None:
    judged = judge("square", {"rising": "1080.5", "falling": "1083"}, plan(CANVAS, HOUSE_SHOP), CANVAS, HOUSE_SHOP, "mm")
    assert not judged.fine
    assert made_anew("square", plan(CANVAS, HOUSE_SHOP)) == ("bars",)


@pytest.mark.parametrize(
    ("text", "said"),
    [("61.2", "decimal point"), ("6120", "decimal point"), ("24.1", "inches read"), ("15544.8", "millimetres read"), ("700", "")],
)
def test_a_jumped_decimal_and_the_wrong_unit_are_asked_about(text: str, said: str) -> None:
    judged = judge("inside", {"width": text, "height": "462"}, plan(FLOATER, HOUSE_SHOP), FLOATER, HOUSE_SHOP, "mm")
    assert not judged.fine
    assert said in judged.lines[0].doubt and bool(said) == bool(judged.lines[0].doubt)
    assert judged.lines[1].doubt == ""


def test_what_is_no_length_is_said_at_its_field() -> None:
    with pytest.raises(Refused) as refused:
        read(FLOATER, "inside", width="wide")
    assert [f.pointer for f in refused.value.faults] == ["/readings/width", "/readings/height"]
    with pytest.raises(Refused):
        read(FLOATER, "look", width="1")


def test_the_plan_goes_on_from_what_is_there() -> None:
    """4 mm too narrow: half of it is missing from each gap; the frame is there now, and is not cut again."""
    worked = plan(FLOATER, HOUSE_SHOP)
    judged = judge("inside", {"width": "608", "height": "462"}, worked, FLOATER, HOUSE_SHOP, "mm")
    further = goes_on(FLOATER, worked, judged.edits, HOUSE_SHOP)
    assert further
    after, changed = further
    assert {c.label for c in changed} == {"Shims, left and right", "Gap, left and right"}
    assert float(after.figures["gap.width"].mm or 0) == float(worked.figures["gap.width"].mm or 0) - 2
    assert not any(line.key.startswith("rail") for line in after.cuts)


@pytest.mark.parametrize(
    ("piece", "key", "texts"), [(FLOATER, "inside", ("608", "462")), (JERSEY, "rabbet", ("847", "631.7", "56"))]
)
def test_a_frame_that_was_made_here_is_known_by_its_moulding(piece: Piece, key: str, texts: tuple[str, ...]) -> None:
    """Gone on from, only what was read at the gate was unknown: its face, lip or seat are those of the moulding it was made of."""
    worked = plan(piece, HOUSE_SHOP)
    judged = judge(key, dict(zip(("width", "height", "depth"), texts, strict=False)), worked, piece, HOUSE_SHOP, "mm")
    after = goes_on(piece, worked, judged.edits, HOUSE_SHOP)
    assert after and not {"frame.by_label", "frame.unread"} & {c.key for c in after[0].checks}
    same = ("rail.face", "rail.height", *(("seat.thickness", "seat.width") if key == "inside" else ("rail.lip",)))
    assert all(after[0].figures[name].mm == worked.figures[name].mm for name in same)


def test_a_floater_that_is_there_and_was_not_read_is_read_in_one_go() -> None:
    """Nothing of it is made up: no field is filled, and its gate asks for all of it before strips, shims and holes are made to it."""
    there = apply_edits(FLOATER, [Choose(choice="frame", option="bought")], HOUSE_SHOP)
    worked = plan(there, HOUSE_SHOP)
    asked = [i for s in worked.stages for i in s.inputs if i.kind == "length" and i.pointer.startswith("/display/frame/")]
    assert not [i.pointer for i in asked if i.shown is not None and "liner" not in i.pointer] and len(asked) == 12
    assert {"frame.by_label", "frame.unread"} <= {c.key for c in worked.checks} and not any(
        c.key.startswith("frame.one") for c in worked.checks
    )
    keys = [s.key for s in worked.steps]
    assert keys.index("frame") < min(keys.index(k) for k in ("lift", "holes", "centre"))
    gate = gate_of("frame", worked)
    assert (
        gate is not None and gate.must and [a.key for a in gate.asks] == ["width", "height", "face", "rail", "seat", "seat_width"]
    )
    texts = {"width": "613", "height": "463", "face": "21", "rail": "50", "seat": "6", "seat_width": "33"}
    judged = judge("frame", texts, worked, there, HOUSE_SHOP, "mm")
    # Nothing was known of it, so nothing is out, however far from what stood there; what looks like a slip is asked about all the same.
    far = judge("frame", texts | {"face": "45", "rail": "80"}, worked, there, HOUSE_SHOP, "mm")
    assert judged.fine and far.fine and all(line.assumed for line in far.lines)
    slip = judge("frame", texts | {"height": "46.2"}, worked, there, HOUSE_SHOP, "mm")
    assert not slip.fine and [line.key for line in slip.lines if line.doubt] == ["height"]
    after = goes_on(there, worked, judged.edits, HOUSE_SHOP)
    assert after and float(after[0].figures["gap.width"].mm or 0) == 6.5
    assert not {"frame.by_label", "frame.unread"} & {c.key for c in after[0].checks} and "frame" not in {
        s.key for s in after[0].steps
    }


def test_a_rabbet_that_came_out_narrow_changes_what_is_cut_for_it() -> None:
    worked = plan(JERSEY, HOUSE_SHOP)
    judged = judge("rabbet", {"width": "847", "height": "631.7", "depth": "56"}, worked, JERSEY, HOUSE_SHOP, "mm")
    assert not judged.fine
    further = goes_on(JERSEY, worked, judged.edits, HOUSE_SHOP)
    assert further and {"Glazing", "Mount board", "Backing"} <= {c.label for c in further[1]}


@pytest.mark.parametrize("piece", PIECES.values(), ids=PIECES.keys())
def test_every_step_at_the_bench_can_be_shown(piece: Piece) -> None:
    """What a step makes or uses is in hand with its count; a gate with readings is one of the plan’s gates, and its figures are there."""
    worked = plan(piece, HOUSE_SHOP)
    for step in worked.steps:
        assert stage_of(step) in {s.key for s in worked.stages}
        for _, name, count, _ in in_hand(step, worked):
            assert name and count > 0
        gate = gate_of(step.key, worked)
        if gate and gate.must:
            assert step.gate and all(a.figure in worked.figures for a in gate.asks)
        elif gate:
            lines = {line.key for line in worked.cuts}
            assert all(a.key.removesuffix(".by") in lines and a.length(worked) > 0 for a in gate.asks)
            assert all(any(a.key.startswith(made) for made in step.makes) for a in gate.asks)
    made = {name for step in worked.steps for name in step.makes}
    shown = {name for step in worked.steps for _, name, _, _ in in_hand(step, worked)}
    assert not made or shown


def test_what_holds_a_thing_is_not_in_hand_while_it_is_measured() -> None:
    flat = PIECES["Bunch sprint"]
    worked = plan(flat, HOUSE_SHOP)
    steps = {step.key: [name for _, name, _, _ in in_hand(step, worked)] for step in worked.steps}
    assert not any("inges" in name for key in ("measure", "mount") for name in steps[key])
    assert any("inges" in name for key in steps if key.startswith("hold") for name in steps[key])
    # What isn't named by a step and belongs to it all the same is still there.
    assert any(name.startswith("Screw") for name in (n for _, n, _, _ in in_hand(*_step("Peloton in rain", "holes"))))


def _step(name: str, key: str) -> tuple[Operation, Plan]:
    worked = plan(PIECES[name], HOUSE_SHOP)
    return next(step for step in worked.steps if step.key == key), worked


def test_the_gates_the_trade_names_are_read() -> None:
    """Handbook, time: diagonals after glue-up, rebates measured again before glass is ordered."""
    assert set(GATES) == {"inside", "rabbet", "dry", "square", "read", "frame", *OPENS}


@pytest.mark.parametrize("name", ["Feed station", "Heather from the moor road"])
def test_whatever_way_a_bought_frame_is_opened_it_is_read_then(name: str) -> None:
    """A deep box whose glass goes out, frames taken apart: by its label each is read at that step, and its words say so."""
    document = document_of(PIECES[name])
    frame = document["display"]["frame"]
    label = {f"label_{side}": next(r[0]["mm"] for r in frame[side].values() if r) - 2 for side in ("width", "height")}
    begun = load_piece(document | {"display": document["display"] | {"frame": frame | label}})
    worked = plan(apply_edits(begun, [Act(action="by_label")], HOUSE_SHOP), HOUSE_SHOP)
    (step,) = (s for s in worked.steps if s.key in OPENS)
    gate = gate_of(step.key, worked)
    assert step.gate and gate is not None and len(gate.asks) == 3 and "Read its rabbet" in plain(step.say, "mm")
    read = plan(begun, HOUSE_SHOP)
    assert all(gate_of(s.key, read) is None for s in read.steps if s.key in OPENS)


def test_a_frame_that_goes_by_its_label_is_read_when_it_is_opened() -> None:
    """Handbook 18: what is on the label; a frame is read before glass or board is cut. One that was read is only looked at."""
    sides = {"width": {"middle": [{"mm": 302}]}, "height": {"centre": [{"mm": 402}]}}
    rail = {"make": "bought", "lip": 6, "face": 20, "moulding_depth": 30, "rabbet_depth": 20, "glazing_thickness": 2}
    by_label = {"label_width": 300, "label_height": 400, "turned": True}
    begun = load_piece(
        {
            "format": "shadbo.piece/1",
            "name": "Print in its frame",
            "object": {"type": "flat_work", "width": {"middle": [{"mm": 350}]}, "height": {"centre": [{"mm": 250}]}},
            "display": {"type": "on_board", "frame": rail | sides | by_label},
        }
    )
    assert gate_of("open", plan(begun, HOUSE_SHOP)) is None
    going = apply_edits(begun, [Act(action="by_label")], HOUSE_SHOP)
    worked = plan(going, HOUSE_SHOP)
    judged = judge("open", {"width": "304", "height": "401.5", "depth": "20"}, worked, going, HOUSE_SHOP, "mm")
    assert judged.fine, "within the 5 mm a label may be out by"
    assert not judge("open", {"width": "294", "height": "401.5", "depth": "20"}, worked, going, HOUSE_SHOP, "mm").fine
    further = goes_on(going, worked, judged.edits, HOUSE_SHOP)
    assert further is not None and gate_of("open", further[0]) is None
    assert further[0].figures["frame.rabbet.height"].mm == "304", "it stands a quarter turn round"


def test_every_rebate_of_a_layered_box_is_read_before_glass_is_ordered() -> None:
    """Handbook, layered box: each rebate read again in the glued box; the sheet is ordered by what is there, 2 mm smaller, also where it is fine."""
    box = PIECES["Model of the relay tandem"]
    worked = plan(box, HOUSE_SHOP)
    gate = gate_of("read", worked)
    assert gate is not None and gate.typed and len(gate.asks) == 9
    texts = {a.key: f"{float(a.length(worked)):g}" for a in gate.asks} | {"0.width": "337.4"}
    judged = judge("read", texts, worked, box, HOUSE_SHOP, "mm")
    assert judged.fine, "0.6 narrower is within the cut and the tape"
    further = goes_on(box, worked, judged.edits, HOUSE_SHOP)
    assert further is not None
    assert further[0].figures["floor.0.width"].mm == "335.4" and worked.figures["floor.0.width"].mm == "336"
