"""One’s own way: steps put in, left out with the reason, sent out; over every display the job still proves itself, and nothing of it is lost."""

from __future__ import annotations

import random
from collections.abc import Iterator

import networkx
import pytest

from shadbo.bench.at_random import random_piece
from shadbo.core import DISPLAYS, HOUSE_SHOP, Choose, Piece, Plan, Refused, apply_edits, load_piece, plain, plan
from shadbo.core.document.piece import document_of
from shadbo.core.planning.edits import Act, AnyEdit, ShowAs, TypeIn, Write
from shadbo.core.quantity.fields import TimeField, in_time
from shadbo.demo import demo_pieces
from shadbo.exports.job import job_to_text
from shadbo.shop.days.ready import days_alone
from tests.core.job.test_said_and_listed import unlisted


def named(name: str) -> Piece:
    return next(p for p in demo_pieces() if p.name == name)


def do(piece: Piece, *edits: AnyEdit) -> Piece:
    return apply_edits(piece, list(edits), HOUSE_SHOP)


def put_in(piece: Piece, after: str, title: str = "Fill the knot") -> Piece:
    number = len(piece.way.steps)
    return do(piece, Act(action=f"way.{after}.add"), Write(pointer=f"/way/steps/{number}/title", text=title))


def keys(worked: Plan) -> list[str]:
    return [o.key for o in worked.steps]


def step_options(worked: Plan) -> Iterator[tuple[str, str]]:
    for asked in next(s for s in worked.stages if s.key == "cut").inputs:
        if asked.kind == "choice" and asked.row.startswith("step:"):
            yield from ((asked.key, o.key) for o in asked.options if not o.chosen)


def proved(piece: Piece) -> None:
    """Every step left out or sent out alone: the job proves itself as before, in an order that can be worked."""
    worked = plan(piece, HOUSE_SHOP)
    before = {*worked.faults, *unlisted(worked)}
    for choice, option in step_options(worked):
        after = plan(do(piece, Choose(choice=choice, option=option)), HOUSE_SHOP)
        assert set(after.faults) <= before, (choice, option, after.faults)
        order = networkx.DiGraph([(first, o.key) for o in after.steps for first in o.after])
        assert networkx.is_directed_acyclic_graph(order), (choice, option)
        assert len(set(keys(after))) == len(after.steps), (choice, option)


@pytest.mark.parametrize("piece", demo_pieces()[::4], ids=lambda p: p.name)
def test_whatever_step_is_left_or_sent_out_the_job_proves_itself(piece: Piece) -> None:
    proved(piece)


@pytest.mark.parametrize("display", DISPLAYS)
def test_so_it_does_on_pieces_at_random(display: str) -> None:
    proved(random_piece(5, HOUSE_SHOP, display))


def test_a_step_of_ones_own_stands_where_it_was_put_and_takes_its_time() -> None:
    piece = put_in(named("Five ride badges"), "glazing")
    worked = plan(piece, HOUSE_SHOP)
    at = keys(worked).index("glazing")
    own = worked.steps[at + 1]
    assert own.title == "Fill the knot" and own.after
    longer = do(piece, TypeIn(pointer="/way/steps/0/minutes", text="1 h 30", unit="mm"))
    longer = do(longer, TypeIn(pointer="/way/steps/0/wait", text="3 days", unit="mm"))
    after = plan(longer, HOUSE_SHOP)
    assert after.time.bench - worked.time.bench == 80 and after.time.waiting - worked.time.waiting == 3 * 1440
    assert days_alone(after) >= days_alone(worked) + 3
    said = do(longer, Write(pointer="/way/steps/0/words", text="Two-part filler, sanded flush"))
    assert "Two-part filler, sanded flush" in job_to_text(plan(said, HOUSE_SHOP))


def test_what_is_wrong_with_a_time_is_said_at_its_field() -> None:
    piece = put_in(named("Five ride badges"), "glazing")
    for text in ("soon", "-5", "3 x", "99 days"):
        with pytest.raises(Refused) as refused:
            do(piece, TypeIn(pointer="/way/steps/0/minutes", text=text, unit="mm"))
        assert refused.value.faults[0].pointer == "/way/steps/0/minutes" and "0 min to 16 h" in refused.value.faults[0].accepted
    with pytest.raises(Refused):
        do(piece, Write(pointer="/way/steps/0/title", text=" "))


@pytest.mark.parametrize(
    "text, minutes", [("45", 45), ("1 h", 60), ("1h30", 90), ("1 h 30 min", 90), ("1.5 h", 90), ("2 days", 2880), ("none", 0)]
)
def test_times_are_read_as_they_are_said(text: str, minutes: int) -> None:
    field = TimeField("Wait", 0, 10_000)
    assert field.read(text, "/wait") == minutes
    assert field.read(in_time(minutes), "/wait") == minutes


def test_steps_keep_their_order_and_place_when_others_go() -> None:
    piece = put_in(named("Five ride badges"), "glazing", "First of mine")
    piece = put_in(piece, "own.1", "Second of mine")
    order = [o.title for o in plan(piece, HOUSE_SHOP).steps]
    assert order.index("Second of mine") == order.index("First of mine") + 1
    without = do(piece, Choose(choice="way.glazing", option="out"))
    order = keys(plan(without, HOUSE_SHOP))
    assert "glazing" not in order and order.index("own.2") == order.index("own.1") + 1
    before = keys(plan(piece, HOUSE_SHOP))
    assert order[order.index("own.1") - 1] == before[before.index("glazing") - 1]


def test_own_steps_survive_a_hundred_edits_at_random() -> None:
    draw = random.Random(25)
    piece = put_in(named("Five ride badges"), "glazing", "Wash the pins")
    for _ in range(100):
        worked = plan(piece, HOUSE_SHOP)
        offered = [
            Choose(choice=asked.key, option=o.key)
            for s in worked.stages
            for asked in s.inputs
            if asked.kind == "choice" and not asked.key.startswith("way.own") and len(asked.key) < 60
            for o in asked.options
            if not o.chosen
        ]
        edit: AnyEdit = draw.choice(offered)
        if draw.random() < 0.1:
            edit = ShowAs(display=draw.choice(["shadow_box", "matted_box", "panel", "layered_box"]))
        try:
            piece = do(piece, edit)
        except Refused:
            continue
        assert [one.title for one in piece.way.steps] == ["Wash the pins"]
        assert "Wash the pins" in [o.title for o in plan(piece, HOUSE_SHOP).steps]
    assert load_piece(document_of(piece)) == piece


def test_a_finish_goes_out_and_comes_back_once() -> None:
    piece = do(
        next(p for p in demo_pieces() if p.display.type == "floater" and p.display.frame.make == "new"),
        Choose(choice="finish", option="spray"),
    )
    whole = plan(piece, HOUSE_SHOP)
    coats = [o for o in whole.steps if o.key.startswith("finish.")]
    assert len(coats) > 2
    sent = do(
        piece,
        Choose(choice=f"way.{coats[0].key}", option="all"),
        Write(pointer="/way/sent/0/who", text="the sprayer down the road"),
    )
    sent = do(
        sent, TypeIn(pointer="/way/sent/0/days", text="9", unit="mm"), Write(pointer="/way/sent/0/along", text="a painted sample")
    )
    worked = plan(sent, HOUSE_SHOP)
    trip = [o for o in worked.steps if o.key.startswith("finish.")]
    assert [o.key for o in trip] == [f"{coats[-1].key}.away", coats[-1].key]
    assert trip[0].wait_minutes == 9 * 1440 and trip[1].gate and trip[1].after == (trip[0].key,)
    said = plain(trip[0].say, "mm")
    assert "the sprayer down the road" in said and "a painted sample" in said and "9 days" in said
    # What only the coats took is not bought, and nobody sprays here.
    lost = {p.key for p in whole.to_get} - {p.key for p in worked.to_get}
    assert lost == {"finish.paper", "finish.coat"} & {p.key for p in whole.to_get} and lost
    assert all(o.place != "spray" for o in worked.steps)
    # What comes after the coat comes after the frame is back.
    after = keys(worked)
    assert after.index("screw") > after.index(coats[-1].key) if "screw" in after else True
    assert days_alone(worked) >= 9


def test_what_is_cut_elsewhere_says_so_in_the_cut_list() -> None:
    piece = do(
        named("Five ride badges"), Choose(choice="way.glazing", option="sent"), Write(pointer="/way/sent/0/who", text="the glazier")
    )
    line = next(one for one in plan(piece, HOUSE_SHOP).cuts if one.key == "glazing")
    assert "made by the glazier" in plain(line.note, "mm")


def test_what_holds_is_not_left_out_without_a_word() -> None:
    piece = next(p for p in demo_pieces() if p.display.type == "floater")
    gone = do(piece, Choose(choice="way.screw", option="out"), Write(pointer="/way/left/0/why", text="it is clamped from behind"))
    gone = do(gone, Choose(choice="way.holes", option="out"), Write(pointer="/way/left/1/why", text="nothing is screwed"))
    worked = plan(gone, HOUSE_SHOP)
    check = next(c for c in worked.checks if c.key == "way.left.screw")
    assert check.severity == "caution" and "it is clamped from behind" in plain(check.say, "mm")
    assert {one.why for one in worked.left_out} == {"it is clamped from behind", "nothing is screwed"}
    assert not any(p.key == "screw" for p in worked.to_get)
    assert "Left out: Screw it in: it is clamped from behind" in job_to_text(worked)


def test_a_step_left_out_wants_its_reason() -> None:
    piece = do(named("Five ride badges"), Choose(choice="way.label", option="out"))
    assert any(c.key == "way.left.label" for c in plan(piece, HOUSE_SHOP).checks)
    told = do(piece, Write(pointer="/way/left/0/why", text="the club has a label of its own"))
    assert not any(c.key == "way.left.label" for c in plan(told, HOUSE_SHOP).checks)


def test_what_is_put_in_behind_a_step_that_is_out_comes_before_it_is_back() -> None:
    out = do(named("Five ride badges"), Choose(choice="way.glazing", option="sent"))
    piece = put_in(out, "glazing.away", "Ring them on Friday")
    order = keys(plan(piece, HOUSE_SHOP))
    assert order.index("glazing.away") + 1 == order.index("own.1") == order.index("glazing") - 1
    # Done here again, it keeps its place before it.
    order = keys(plan(do(piece, Choose(choice="way.glazing", option="here")), HOUSE_SHOP))
    assert order.index("own.1") == order.index("glazing") - 1


def test_a_new_step_is_never_taken_for_one_that_was_taken_out() -> None:
    piece = do(put_in(named("Five ride badges"), "glazing"), Act(action="way.own.1.gone"))
    assert [one.key for one in put_in(piece, "glazing").way.steps] == ["own.2"]


def test_the_newest_of_two_behind_one_step_stands_next_to_it() -> None:
    piece = put_in(put_in(named("Five ride badges"), "glazing", "First"), "glazing", "Second")
    order = keys(plan(piece, HOUSE_SHOP))
    assert order[order.index("glazing") + 1 :][:2] == ["own.2", "own.1"]
