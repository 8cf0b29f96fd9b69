"""What the days take: a schedule of sixty pieces, one more while the owner waits, this morning, a tick at the bench."""

from __future__ import annotations

import random
import time
import uuid
from dataclasses import replace
from datetime import timedelta
from urllib.request import urlopen

from shadbo.bench.served import post
from shadbo.bench.timing import in_turn, line
from shadbo.core import HOUSE_SHOP, plan
from shadbo.demo import demo_pieces
from shadbo.demo.days import AS_OF, WORKING
from shadbo.shop.days.hours import TICK, tick_of
from shadbo.shop.days.ready import when_ready
from shadbo.shop.days.solving import schedule
from shadbo.shop.days.tasks import Order, Task, tasks_of
from shadbo.shop.days.working import USUAL

PIECES, OPERATIONS = 60, 1500
NOW = tick_of(AS_OF)
# Three pairs of hands, five whole days a week.
FULL = WORKING.model_copy(
    update={"week": (USUAL,) * 5 + ((), ()), "hands": tuple(h.model_copy(update={"away": ()}) for h in WORKING.hands)}
)


def sixty() -> list[Order]:
    """Sixty open pieces of 25 operations each (a frame and what goes into it), due within four weeks."""
    wild = random.Random(60)
    plans = [tasks_of(plan(p, HOUSE_SHOP)) for p in demo_pieces()]
    most = OPERATIONS // PIECES
    orders = []
    for n in range(PIECES):
        tasks: list[Task] = []
        for k in range(n, n + len(plans)):
            more = plans[k % len(plans)]
            if any(t.wait > 3 * 24 * 60 for t in more):
                continue
            last = (tasks[-1].key,) if tasks else ()
            tasks += [replace(t, key=f"{k}.{t.key}", after=tuple(f"{k}.{a}" for a in t.after) or last, comes=()) for t in more]
            if len(tasks) >= most:
                break
        orders.append(Order(f"p{n}", f"Piece {n}", tuple(tasks[:most]), due=AS_OF.date() + timedelta(days=wild.randint(9, 28))))
    return orders


def print_lines() -> None:
    orders = sixty()
    count = sum(len(o.tasks) for o in orders)
    start = time.perf_counter()
    first = schedule(orders, FULL, NOW)
    line(
        f"first schedule of {PIECES} pieces, {count} operations",
        time.perf_counter() - start,
        "s",
        1,
        f"{_hours(first.lateness)} h late",
    )
    found: list[tuple[float, int, int]] = []
    start = time.perf_counter()
    better = schedule(orders, FULL, NOW, (), 10, lambda late, bound: found.append((time.perf_counter() - start, late, bound)))
    over = 100 * (better.lateness / better.bound - 1) if better.bound else 0 if not better.lateness else 100
    told = f"{_hours(better.lateness)} h late, {_hours(better.bound)} can’t be helped; {len(found)} times told how far"
    line("lateness over what can’t be undercut, after 10 s", over, "%", 5, told)
    new = replace(orders[0], piece="new", name="New")
    start = time.perf_counter()
    when_ready(new, first, FULL, NOW)
    line("one piece more while the owner waits", time.perf_counter() - start, "s", 1)


def _hours(ticks: int) -> int:
    return round(ticks * TICK / 60)


def served(base: str) -> None:
    """This morning and a tick, over loopback."""
    urlopen(f"{base}/api/days").read()
    morning = in_turn(lambda: urlopen(f"{base}/api/days").read(), 60)
    line("this morning, p95", morning.p95, "ms", 100)
    made = post(
        f"{base}/api/pieces",
        {"start": "canvas", "name": "Ticked", "units": "mm", "sizes": {"width": "600", "height": "400", "depth": "20"}},
    )
    piece = str(made["id"])
    turn = iter(range(1_000_000))

    def tick() -> None:
        what = "done" if next(turn) % 2 == 0 else "undo"
        post(f"{base}/api/pieces/{piece}/operations/measure", {"do": what, "hand": "Ilva", "sent": str(uuid.uuid4())})
        urlopen(f"{base}/api/pieces/{piece}/bench").read()

    ticked = in_turn(tick, 60)
    line("a tick at the bench stored and shown, p95", ticked.p95, "ms", 100)
