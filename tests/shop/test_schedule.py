"""The schedule: looked over by a checker of its own, held against every order there is on small cases, and against networkx."""

from __future__ import annotations

import random
from collections.abc import Sequence
from dataclasses import replace
from datetime import UTC, date, datetime, time, timedelta
from itertools import permutations
from zoneinfo import ZoneInfo

import networkx as nx
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from shadbo.core import HOUSE_SHOP, plan
from shadbo.demo import demo_pieces
from shadbo.shop.days.hours import A_DAY, TICK, end_of, goes_on_at, sittings, tick_of, ticks, worked_seconds
from shadbo.shop.days.ready import when_ready
from shadbo.shop.days.solving import schedule
from shadbo.shop.days.tasks import Order, Task, tasks_of
from shadbo.shop.days.telling import changes
from shadbo.shop.days.working import Hand, Span, Working
from tests.shop.checking import look_over

MONDAY = date(2026, 11, 23)
PLACES = ("bench", "bench", "dusty", "clean", "spray")


def shop(hands: int = 2, **more: object) -> Working:
    return Working.model_validate({"hands": [{"name": f"Hands {n}"} for n in range(1, hands + 1)], **more})


def at(day: date, hour: int, minute: int = 0, working: Working | None = None) -> int:
    return tick_of(datetime.combine(day, time(hour, minute), (working or shop()).tz))


NOW = at(MONDAY, 8)


@pytest.fixture(scope="module")
def club() -> list[Order]:
    """The demo shop’s pieces, due a week to four weeks from now."""
    return [
        Order(f"piece {n}", p.name, tasks_of(plan(p, HOUSE_SHOP)), due=MONDAY + timedelta(days=7 + n))
        for n, p in enumerate(demo_pieces())
    ]


def test_the_club_s_pieces_can_be_worked_by(club: list[Order]) -> None:
    working = shop(3)
    days = schedule(club, working, NOW)
    assert look_over(days, club, working, NOW) == []
    assert days.lateness == days.bound, "no later than its own waits make it"


@st.composite
def shops(draw: st.DrawFn) -> tuple[Working, list[Order]]:
    hands = draw(st.integers(1, 3))
    working = Working(
        hands=tuple(
            Hand(name=f"Hands {n}", away=tuple(MONDAY + timedelta(days=d) for d in draw(st.sets(st.integers(0, 6), max_size=3))))
            for n in range(hands)
        ),
        shut=tuple(MONDAY + timedelta(days=d) for d in draw(st.sets(st.integers(0, 9), max_size=2))),
        zone=draw(st.sampled_from(("UTC", "Europe/Berlin", "America/New_York", "Australia/Lord_Howe"))),
        clamps=draw(st.integers(1, 2)),
        weights=1,
        dusty=draw(st.integers(1, 2)),
        dust_apart=draw(st.booleans()),
    )
    orders = []
    for n in range(draw(st.integers(1, 6))):
        tasks: list[Task] = []
        for k in range(draw(st.integers(1, 8))):
            takes = draw(st.sampled_from((None, None, "clamps", "weights")))
            tasks.append(
                Task(
                    f"t{k}",
                    f"Task {k}",
                    draw(st.sampled_from((3, 5, 20, 45, 130, 300))),
                    draw(st.sampled_from((0, 0, 60, 24 * 60))),
                    draw(st.sampled_from(PLACES)),
                    tuple(sorted({f"t{draw(st.integers(0, k - 1))}" for _ in range(draw(st.integers(0, 2)))})) if k else (),
                    takes,
                    60 if takes else 0,
                    comes=draw(st.sampled_from(((), (), ("glazing",)))),
                )
            )
        first = draw(st.booleans()) and len(tasks) > 1
        orders.append(
            Order(
                f"p{n}",
                f"Piece {n}",
                tuple(tasks),
                draw(st.none() | st.integers(0, 20).map(lambda d: MONDAY + timedelta(days=d))),
                done={"t0": NOW + 12} if first else {},
                comes_on={"glazing": NOW + draw(st.integers(0, 3000))},
            )
        )
    return working, orders


@settings(max_examples=60, deadline=None, suppress_health_check=list(HealthCheck))
@given(shops())
def test_any_shop_s_schedule_can_be_worked_by(case: tuple[Working, list[Order]]) -> None:
    working, orders = case
    days = schedule(orders, working, NOW)
    assert look_over(days, orders, working, NOW) == []
    # Planned again from what stands, nothing moves.
    again = schedule(orders, working, NOW, days.placed)
    assert look_over(again, orders, working, NOW) == []
    assert again.lateness <= days.lateness
    late = sum(max(0, (days.ready[o.piece] or 0) - end_of(o.due, working)) for o in orders if o.due)
    assert days.lateness == late >= days.bound


def least_lateness(orders: Sequence[Order], working: Working) -> int:
    """Every order of work there is, each task as early as it goes, tick by tick: the least lateness of all (one pair of hands)."""
    open_ticks = sorted({t for s in sittings(working, MONDAY, 9) for t in range(s.start, s.end) if t >= NOW})
    where = {t: i for i, t in enumerate(open_ticks)}
    tasks = {(o.piece, t.key): t for o in orders for t in o.tasks}
    due = {o.piece: end_of(o.due, working) for o in orders if o.due}
    best = None
    for order in permutations(tasks):
        if any(order.index((p, first)) > order.index((p, k)) for (p, k), t in tasks.items() for first in t.after):
            continue
        taken: set[int] = set()
        over: dict[tuple[str, str], int] = {}
        for piece, key in order:
            task, need = tasks[piece, key], ticks(tasks[piece, key].minutes)
            begin = max([NOW, *(over[piece, first] for first in task.after)])
            for start in open_ticks:
                run = [start + i for i in range(need)]
                if start >= begin and all(t in where and t not in taken for t in run):
                    taken.update(run)
                    over[piece, key] = run[-1] + 1 + ticks(task.wait)
                    break
        late = sum(max(0, max(v for (p, _), v in over.items() if p == piece) - end) for piece, end in due.items())
        best = late if best is None else min(best, late)
    assert best is not None
    return best


@pytest.mark.parametrize("seed", range(6))
def test_it_is_as_little_late_as_any_order_of_work(seed: int) -> None:
    """CP-SAT against every order of six tasks."""
    wild = random.Random(seed)
    working = shop(1)
    orders = [
        Order(
            f"p{n}",
            f"Piece {n}",
            (
                Task("a", "A", wild.choice((60, 90, 120)), wild.choice((0, 240, 1440)), takes="clamps"),
                Task("b", "B", wild.choice((30, 60, 120)), after=("a",), takes="weights"),
            ),
            due=MONDAY + timedelta(days=wild.choice((0, 0, 1))),
        )
        for n in range(3)
    ]
    generous = working.model_copy(update={"clamps": 9, "weights": 9})
    found = schedule(orders, generous, NOW, seconds=4)
    assert look_over(found, orders, generous, NOW) == []
    assert found.lateness == least_lateness(orders, generous)
    assert found.bound <= found.lateness


def test_alone_a_piece_takes_its_critical_path(club: list[Order]) -> None:
    """In a shop that never shuts, with hands enough, the longest way through what needs what is how long it takes (networkx)."""
    never_shut = Working.model_validate(
        {
            "hands": [{"name": f"H{n}"} for n in range(4)],
            "week": [[{"opens": "00:00", "shuts": "23:55"}]] * 7,
            "clamps": 9,
            "weights": 9,
        }
    )
    for order in club:
        graph: nx.DiGraph[str] = nx.DiGraph()
        for t in order.tasks:
            for first in t.after:
                graph.add_edge(first, t.key, weight=ticks(next(x for x in order.tasks if x.key == first).minutes) * TICK)
            graph.add_edge(t.key, f"{t.key} over", weight=0)
        for t in order.tasks:
            graph.edges[t.key, f"{t.key} over"]["weight"] = ticks(t.minutes) * TICK + ticks(t.wait) * TICK
            for first in t.after:
                graph.edges[first, t.key]["weight"] += ticks(next(x for x in order.tasks if x.key == first).wait) * TICK
        path = nx.dag_longest_path_length(graph)
        ready = schedule([order], never_shut, NOW).ready[order.piece]
        assert ready is not None
        took = (ready - NOW) * TICK
        # Never less; more only by what one who works through the night still can’t do: the five minutes before midnight.
        assert path <= took <= path + 10 + 30 * (took // 1440 + 1), order.name


def test_what_was_begun_and_what_was_set_stay(club: list[Order]) -> None:
    working = shop(2)
    first, second, *rest = club
    begun = Order(**{**vars_of(first), "begun": {first.tasks[0].key: (NOW - 3, "Hands 2")}})
    set_to = at(MONDAY + timedelta(days=2), 10)
    pinned = Order(**{**vars_of(second), "pinned": {second.tasks[0].key: (set_to, "Hands 1")}})
    days = schedule([begun, pinned, *rest], working, NOW)
    where = {(p.piece, p.key): p for p in days.placed}
    assert (where[first.piece, first.tasks[0].key].start, where[first.piece, first.tasks[0].key].hand) == (NOW - 3, "Hands 2")
    assert (where[second.piece, second.tasks[0].key].start, where[second.piece, second.tasks[0].key].hand) == (set_to, "Hands 1")
    assert look_over(days, [begun, pinned, *rest], working, NOW) == []
    assert days.loose == ()


def vars_of(order: Order) -> dict[str, object]:
    return {name: getattr(order, name) for name in Order.__dataclass_fields__}


def test_a_pin_before_what_it_needs_lets_go_and_is_told() -> None:
    working = shop(1)
    order = Order(
        "p",
        "Piece",
        (Task("glue", "Glue", 20, 1440), Task("close", "Close", 20, after=("glue",))),
        pinned={"close": (at(MONDAY, 9), "Hands 1")},
    )
    days = schedule([order], working, NOW)
    assert days.loose == (("p", "close"),)
    assert look_over(days, [order], working, NOW) == []


def test_a_late_glue_up_moves_what_comes_after_it_and_no_more(club: list[Order]) -> None:
    working = shop(2)
    days = schedule(club, working, NOW)
    glued = next(p for p in days.placed if p.key == "glue")
    # The next morning it still isn’t done, nor what comes after it.
    later = at(MONDAY + timedelta(days=(glued.start - NOW) // 288 + 1), 8, 30)
    done = {
        o.piece: {
            p.key: p.until
            for p in days.placed
            if p.piece == o.piece and p.start < later and not (p.piece == glued.piece and p.start >= glued.start)
        }
        for o in club
    }
    after = [
        Order(**{**vars_of(o), "done": {k: v for k, v in done[o.piece].items() if (o.piece, k) != (glued.piece, "glue")}})
        for o in club
    ]
    again = schedule(after, working, later, days.placed)
    assert look_over(again, after, working, later) == []
    told = changes(days.placed, again, after, working, later)
    assert any(m.piece == glued.piece for m in told)
    stood = {(p.piece, p.key, p.part): p for p in days.placed}
    untouched = [p for p in again.placed if p.start > later and stood.get((p.piece, p.key, p.part)) == p]
    assert len(untouched) > len(again.placed) / 2, "what could stay stayed"


def test_an_hour_that_daylight_saving_swallows_is_no_bench_time() -> None:
    """The last Sunday of March 2027, 2:00 to 3:00 in Berlin, and the hour that comes twice in October (tz database)."""
    night = Working.model_validate({"zone": "Europe/Berlin", "week": [[{"opens": "01:00", "shuts": "04:00"}]] * 7})
    berlin = ZoneInfo("Europe/Berlin")
    for day, hours in ((date(2027, 3, 27), 3), (date(2027, 3, 28), 2), (date(2027, 10, 31), 4)):
        (sitting,) = sittings(night, day, 1)
        assert (sitting.end - sitting.start) * TICK == hours * 60
        assert datetime.fromtimestamp(sitting.start * TICK * 60, berlin).hour == 1
    # Glue that is put on the evening before waits a day by the clock on the wall of physics, not by the calendar.
    order = Order("p", "Piece", (Task("glue", "Glue", 30, 1440), Task("close", "Close", 30, after=("glue",))))
    days = schedule([order], night, tick_of(datetime(2027, 3, 27, 1, tzinfo=berlin)))
    glue, close = days.placed
    assert (close.start - glue.end) * TICK >= 1440


def test_hours_nobody_keeps_are_said(club: list[Order]) -> None:
    never = Working(week=((), (), (), (), (), (), ()))
    days = schedule(club, never, NOW)
    assert not days.placed and set(days.aside) == {o.piece for o in club}
    assert {why.split(":")[0] for why in days.aside.values()} == {"nobody is at the bench in the year to come"}
    short = Working(week=((Span(opens=time(9), shuts=time(9, 30)),), (), (), (), (), (), ()))
    days = schedule(club, short, NOW)
    placed = {p.piece for p in days.placed}
    assert placed and days.aside and placed | set(days.aside) == {o.piece for o in club} and not placed & set(days.aside)
    assert look_over(days, [o for o in club if o.piece not in days.aside], short, NOW) == []


FAR = NOW + 500 * A_DAY


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"comes_on": {"glazing": FAR}}, "glass and acrylic to come on"),
        ({"pinned": {"cut": (FAR, "Hands 1")}}, "“Cut” is set to"),
        ({"comes_on": {"glazing": 10**9}}, "glass and acrylic to come on"),
    ],
)
def test_one_piece_that_can_t_be_placed_is_set_aside_and_named(change: dict[str, object], said: str) -> None:
    tasks = (Task("cut", "Cut", 30, comes=("glazing",)), Task("close", "Close", 30, after=("cut",)))
    bad, good = replace(Order("bad", "Bad", tasks), **change), Order("good", "Good", tasks)  # type: ignore[arg-type]
    days = schedule([bad, good], shop(), NOW)
    assert set(days.aside) == {"bad"} and days.aside["bad"].startswith(said)
    assert {p.piece for p in days.placed} == {"good"}


def test_a_step_begun_under_one_that_was_undone_stays_in_hand() -> None:
    """What making it anew at a gate does: the step before is to be done again while somebody is at the next."""
    tasks = (Task("cut", "Cut", 30), Task("read", "Read", 10, after=("cut",)), Task("glue", "Glue", 20, after=("read",)))
    order = Order("p", "Piece", tasks, begun={"read": (NOW - 1, "Hands 1")})
    days = schedule([order], shop(), NOW)
    by = {p.key: p for p in days.placed}
    assert by["read"].start == NOW - 1 and by["cut"].start >= NOW
    assert by["glue"].start >= max(by["cut"].end, by["read"].end)
    assert days.loose == ()
    assert when_ready(order, days, shop(), NOW).at == by["glue"].end


EVENING, NEXT = datetime(2026, 11, 23, 17, 20, tzinfo=UTC), datetime(2026, 11, 24, 8, 40, tzinfo=UTC)


@pytest.mark.parametrize(
    ("since", "until", "minutes"),
    [
        (EVENING, NEXT, 20),
        (EVENING, EVENING + timedelta(minutes=5), 5),
        (NEXT, NEXT.replace(hour=14, minute=30), 290),
        # Somebody stayed late; somebody forgot it on a Friday evening, and came in on Sunday.
        (EVENING.replace(hour=20), EVENING.replace(hour=20, minute=45), 25),
        (datetime(2026, 11, 27, 20, tzinfo=UTC), datetime(2026, 11, 29, 12, tzinfo=UTC), 45),
        (NEXT, EVENING, 0),
    ],
)
def test_a_night_is_no_work(since: datetime, until: datetime, minutes: int) -> None:
    """Hours 8:30 to 12:30 and 13:30 to 17:30; fifteen minutes were planned."""
    assert worked_seconds(shop(), since, until, 15) == minutes * 60


def test_a_step_left_running_overnight_is_gone_on_with_in_the_morning() -> None:
    working = shop(3)
    ten = datetime(2026, 11, 24, 10, tzinfo=UTC)
    assert goes_on_at(working, EVENING, EVENING) == tick_of(EVENING)
    assert goes_on_at(working, EVENING, ten) == tick_of(ten.replace(hour=8, minute=30))
    assert goes_on_at(working, EVENING, NEXT.replace(hour=3)) == tick_of(NEXT.replace(hour=8, minute=30))
    assert goes_on_at(working, EVENING.replace(hour=19), EVENING.replace(hour=20)) == tick_of(EVENING.replace(hour=19))
