"""When a piece is ready and what makes it sooner: each way is taken and asked again; nothing harmful is offered for a day’s sake."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import networkx as nx
import pytest

from shadbo.core import HOUSE_SHOP, Choose, Piece, apply_edits, plan
from shadbo.demo import demo_pieces
from shadbo.exports.job import job_to_text
from shadbo.shop.days import ready
from shadbo.shop.days.hours import day_of, fetched, sittings
from shadbo.shop.days.ready import MORNING, NothingLeft, Variant, days_alone, sooner, when_ready
from shadbo.shop.days.solving import schedule
from shadbo.shop.days.tasks import Order, Task, tasks_of
from shadbo.shop.days.variants import made_otherwise
from shadbo.shop.days.working import HOUSE_WORKING, Working, hours_text, read_hours
from tests.shop.checking import look_over
from tests.shop.test_schedule import MONDAY, NOW, at, shop, vars_of

PIECES = {p.name: p for p in demo_pieces()}


@pytest.mark.parametrize("piece", PIECES.values(), ids=PIECES.keys())
def test_only_what_is_told_first_or_done_apart_comes_after_nothing(piece: Piece) -> None:
    """Also what is told after something at the owner’s wall, which the days leave out: a label isn’t put on before the thing is sewn."""
    worked = plan(piece, HOUSE_SHOP)
    tasks = tasks_of(worked)
    apart = {o.key for o in worked.steps if o.beside}
    assert [t.key for t in tasks if not t.after and t.key not in apart] == [tasks[0].key]
    graph: nx.DiGraph[str] = nx.DiGraph([(a, t.key) for t in tasks for a in t.after])
    assert nx.is_directed_acyclic_graph(graph)
    label = next(t.key for t in tasks if t.key == "label")
    before = [t.key for t in tasks[: [t.key for t in tasks].index("label")]]
    assert nx.ancestors(graph, label) == set(before)


def order(name: str = "Bunch sprint", **more: object) -> Order:
    return replace(Order("mine", name, tasks_of(plan(PIECES[name], HOUSE_SHOP))), **more)  # type: ignore[arg-type]


@pytest.fixture(scope="module")
def others() -> list[Order]:
    return [
        Order(f"p{n}", p.name, tasks_of(plan(p, HOUSE_SHOP)), due=MONDAY + timedelta(days=20 + n))
        for n, p in enumerate(PIECES.values())
    ]


def test_every_way_to_have_it_sooner_holds_when_it_is_taken(others: list[Order]) -> None:
    working = shop(4)
    days = schedule(others, working, NOW)
    late = NOW + 14 * 288
    mine = order(comes_on={"glazing": late})
    quick = Variant("quick", "without a frame", tuple(t for t in mine.tasks if not t.comes)[:1])
    stands, ways = sooner(mine, [quick], others, days, working, NOW)
    assert stands.held[0].why == "comes" and stands.day >= day_of(late, working.tz)
    assert [w.day for w in ways] == sorted(w.day for w in ways)
    assert all(w.day < stands.day for w in ways)
    keys = {w.key for w in ways}
    assert {"quick", "fetch.glazing"} <= keys
    fetched = next(w for w in ways if w.key == "fetch.glazing")
    assert when_ready(replace(mine, comes_on={}), days, working, NOW).day == fetched.day
    for way in ways:
        if way.key.startswith("open."):
            longer = working.model_copy(update={"also": {date.fromisoformat(way.key[5:]): MORNING}})
            assert when_ready(mine, days, longer, NOW).day == way.day


def test_going_first_makes_nobody_late(others: list[Order]) -> None:
    working = shop(1)
    days = schedule(others, working, NOW)
    mine = order()
    stands, ways = sooner(mine, [], others, days, working, NOW)
    first = next(w for w in ways if w.key == "first")
    assert first.day < stands.day
    together = schedule([replace(mine, due=first.day), *others], working, NOW)
    assert look_over(together, [mine, *others], working, NOW) == []
    assert together.lateness == days.lateness == 0


def test_what_is_done_is_ready() -> None:
    working = shop(1)
    mine = order()
    done = replace(mine, done={t.key: NOW for t in mine.tasks})
    with pytest.raises(NothingLeft):
        when_ready(done, schedule([], working, NOW), working, NOW)


def test_it_is_held_by_the_longest_wait() -> None:
    """Glue that dries a day decides, before half an hour’s work and a night."""
    working = shop(1)
    mine = Order("p", "Piece", (Task("glue", "Glue it", 20, 3 * 1440), Task("close", "Close it", 20, after=("glue",))))
    told = when_ready(mine, schedule([], working, NOW), working, NOW)
    assert told.held[0].say == "the wait after “Glue it”: 3 days"
    assert told.held[-1].say == "work at the bench: 40 min"
    assert told.day == MONDAY + timedelta(days=3)


@pytest.mark.parametrize("piece", list(PIECES.values())[:12], ids=list(PIECES)[:12])
def test_nothing_is_made_worse_for_a_day(piece: Piece) -> None:
    """Made otherwise it has no stop or caution it had not, can be undone as well, and what can’t be replaced is held as it was."""
    worked = plan(piece, HOUSE_SHOP)
    warned = {c.key for c in worked.checks if c.severity != "note"}
    for one in made_otherwise(piece, HOUSE_SHOP, worked):
        other = plan(apply_edits(piece, list(one.edits), HOUSE_SHOP), HOUSE_SHOP)
        assert {c.key for c in other.checks if c.severity != "note"} <= warned, one.say
        assert other.held.reversible == "yes" or worked.held.reversible != "yes"
        assert one.tasks == tasks_of(other)
        (edit,) = one.edits
        assert isinstance(edit, Choose)
        if edit.choice.endswith("hold"):
            assert piece.asked.replaced == "yes"


@pytest.mark.parametrize(
    ("typed", "told"),
    [
        ("8:30-12:30, 13:30-17:30", "8:30–12:30, 13:30–17:30"),
        ("8 to 12 and 13.15 to 17", "8:00–12:00, 13:15–17:00"),
        ("9–10;11–12", "9:00–10:00, 11:00–12:00"),
        ("shut", ""),
        ("", ""),
    ],
)
def test_hours_are_read_as_they_are_written(typed: str, told: str) -> None:
    assert hours_text(read_hours(typed, "/week/0")) == told
    assert read_hours(told, "/week/0") == read_hours(typed, "/week/0")


def test_somebody_away_does_nothing_that_day() -> None:
    away = MONDAY + timedelta(days=1)
    working = Working.model_validate({"hands": [{"name": "A"}, {"name": "B", "away": [away]}]})
    club = [Order(**{**vars_of(order(name)), "piece": name}) for name in list(PIECES)[:8]]
    days = schedule(club, working, NOW)
    start, end = at(away, 0), at(away + timedelta(days=1), 0)
    assert not [p for p in days.placed if p.hand == "B" and start <= p.start < end]
    assert [p for p in days.placed if p.hand == "A" and start <= p.start < end]


@pytest.mark.parametrize("piece", PIECES.values(), ids=PIECES.keys())
def test_the_days_told_on_paper_are_those_of_the_schedule_with_an_empty_shop(piece: Piece) -> None:
    worked = plan(piece, HOUSE_SHOP)
    tasks = tuple(replace(t, comes=()) for t in tasks_of(worked))
    opens = sittings(HOUSE_WORKING, ready.MONDAY, 1)[0].start
    alone = schedule([Order("it", piece.name, tasks)], HOUSE_WORKING, opens)
    last = alone.ready["it"]
    assert last is not None
    assert days_alone(worked) == (fetched(last, HOUSE_WORKING) - ready.MONDAY).days + 1
    told = f"{days_alone(worked)} day"
    assert told in job_to_text(worked)
