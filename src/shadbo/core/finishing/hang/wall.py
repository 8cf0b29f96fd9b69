"""On the wall: this piece and what hangs beside it, in a row or a grid with equal gaps about the eye line; every mark from the floor and
from the wall’s left edge.

hook above the floor = eye line + height / 2 − (hook below the frame’s top)
"""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.display import Context, ViewOf
from shadbo.core.contract.views import Drawing, View
from shadbo.core.finishing.hang.sizes import Hanging
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf, smallest

HALF = Fraction(1, 2)
TALL = Fraction(2400)


@record(frozen=True, slots=True)
class Place:
    """One piece on the wall: where its left edge and its middle are from the wall’s left edge, its top above the floor, its hooks."""

    name: str
    width: Dim
    height: Dim
    left: Dim
    right: Dim
    middle: Dim
    top: Dim
    hook: Dim
    hooks: tuple[Dim, ...]


@record(frozen=True, slots=True)
class OnTheWall:
    """All of them, on hooks or each on a ``cleat``. ``over`` is what is left at the tighter edge of the wall, negative where they stand over it."""

    places: list[Place]
    columns: int
    gap: Dim
    width: Dim
    over: Dim
    bottom: Dim
    cleat: bool


def put_up(context: Context[object, object], hung: Hanging, outside: tuple[Dim, Dim]) -> OnTheWall:
    book, wall = context.book, context.piece.hang.wall

    def given(place: str, label: str, value: Any) -> Dim:
        pointer = f"/hang/wall/{place}"
        form = leaf(value, pointer, label, "choice", pointer=pointer, grain="wood", parts=("wall",))
        return book.add(form, f"wall.{place.replace('/', '.')}", label, parts=("wall",))

    width, gap = given("width", "Wall, wide", wall.width), given("gap", "Gap between pieces", wall.gap)
    sizes: list[tuple[str, Dim, Dim]] = [(context.piece.name, *outside)]
    for i, other in enumerate(wall.beside):
        sizes.append(
            (
                other.name,
                given(f"beside/{i}/width", f"{other.name}, width", other.width),
                given(f"beside/{i}/height", f"{other.name}, height", other.height),
            )
        )
    n = len(sizes)
    columns = min(wall.columns or n, n)
    middle = (
        given("middle", "Middle of all, from the wall’s left edge", wall.middle)
        if wall.middle is not None
        else book.add(width / 2, "wall.middle", "Middle of all, from the wall’s left edge", parts=("wall",), grain="wood")
    )
    rows = [sizes[i : i + columns] for i in range(0, n, columns)]
    highs = [largest([h for _, _, h in row]) for row in rows]
    total_high = highs[0] * 1
    for high in highs[1:]:
        total_high = total_high + high + gap
    line = book["hang.eye_line"]
    places: list[Place] = []
    top = line + total_high / 2
    for row, high in zip(rows, highs, strict=True):
        total = row[0][1] * 1
        for _, w, _ in row[1:]:
            total = total + w + gap
        left = middle - total / 2
        for name, w, h in row:
            i = len(places)
            key, part = f"wall.{i}", (f"wall.{i}", "wall")
            at_left = book.add(left, f"{key}.left", f"{name}, left edge from the wall’s left edge", parts=part, grain="wood")
            at_right = book.add(left + w, f"{key}.right", f"{name}, right edge from the wall’s left edge", parts=part, grain="wood")
            centre = book.add(left + w / 2, f"{key}.middle", f"{name}, middle from the wall’s left edge", parts=part, grain="wood")
            edge = book.add(top - high / 2 + h / 2, f"{key}.top", f"{name}, top above the floor", parts=part, grain="wood")
            mark = "cleat’s upper edge" if hung.cleat is not None else "hook"
            hook = book.add(edge - hung.top, f"{key}.hook", f"{name}, {mark} above the floor", parts=part, grain="wood")
            hooks: tuple[Dim, ...] = (centre,)
            if hung.way.hooks == 2:
                # Of a cleat its two ends are marked; those of others on the wall are as long as a cleat is to be.
                share = context.rule("cleat_share") if hung.cleat is not None else HALF
                wide = hung.cleat.long if hung.cleat is not None and i == 0 else w * share
                spread, end = (hung.span if hung.span is not None else wide) / 2, "end of its cleat" if hung.cleat else "hook"
                hooks = tuple(
                    book.add(
                        centre + spread * sign,
                        f"{key}.hook.{side}",
                        f"{name}, {side} {end} from the wall’s left edge",
                        parts=part,
                        grain="wood",
                    )
                    for side, sign in (("left", -1), ("right", 1))
                )
            places.append(
                Place(name=name, width=w, height=h, left=at_left, right=at_right, middle=centre, top=edge, hook=hook, hooks=hooks)
            )
            left = left + w + gap
        top = top - high - gap
    last, first = largest([p.right for p in places]), smallest([p.left for p in places])
    book.add(last - first, "wall.total", "All of them together, wide", parts=("wall",))
    after = book.add(width - last, "wall.after", "Left at the right edge of the wall", parts=("wall",), grain="wood")
    before = book.add(first * 1, "wall.before", "Left at the left edge of the wall", parts=("wall",), grain="wood")
    over = book.add(smallest((before, after)), "wall.over", "Left at the tighter edge of the wall", parts=("wall",))
    lows = [
        book.add(p.top - p.height, f"wall.{i}.bottom", f"{p.name}, lower edge above the floor", parts=(f"wall.{i}", "wall"))
        for i, p in enumerate(places)
    ]
    bottom = book.add(smallest(lows), "wall.bottom", "Lowest edge above the floor", parts=("wall",), grain="wood")
    return OnTheWall(places, columns, gap, width, over, bottom, hung.cleat is not None)


def draw_wall(context: Context[object, object], wall: OnTheWall) -> View:
    """The wall from in front, to scale: floor, furniture, eye line, every piece and its hooks."""
    line = context.book["hang.eye_line"].value
    high = max(TALL, *(p.top.value + 150 for p in wall.places))
    width = wall.width.value
    drawing = Drawing("wall", "On the wall", width, high)

    def up(value: Fraction) -> Fraction:
        return high - value

    drawing.box("wall", "Wall", "paper", 0, 0, width, high)
    furniture = exact(context.piece.hang.wall.furniture)
    if furniture > 0:
        wide = min(width * Fraction(6, 10), Fraction(1800))
        middle = context.book["wall.middle"].value
        drawing.box("furniture", "What stands below", "bar", middle - wide * HALF, up(furniture), wide, furniture)
    drawing.line("eye", "Eye line", "ray", (0, up(line)), (width, up(line)))
    for i, place in enumerate(wall.places):
        part = f"wall.{i}"
        drawing.box(
            part,
            place.name,
            "item",
            place.left,
            up(place.top.value),
            place.width,
            place.height,
            colour="#dfd2b6" if i == 0 else "#ece7da",
        )
        drawing.text(part, place.name, place.middle, up(place.top.value) + place.height.value * HALF, place.name, place.width)
        if wall.cleat:
            y = up(place.hook.value)
            drawing.line(f"{part}.hook", f"Cleat of {place.name}", "metal", *((hook.value, y) for hook in place.hooks))
        for hook in () if wall.cleat else place.hooks:
            drawing.circle(f"{part}.hook", f"Hook of {place.name}", "metal", hook, up(place.hook.value), 8)
    first = wall.places[0]
    drawing.measure("hang.eye_line", "y", up(line), high, 0, "left", 2, ("hang",), "eye line")
    drawing.measure("wall.0.hook", "y", up(first.hook.value), high, 0, "left", 1, ("hang",), "cleat" if wall.cleat else "hook")
    for i, place in enumerate(wall.places[:4]):
        drawing.measure(place.hooks[0].name or "", "x", 0, place.hooks[0].value, high, "bottom", 1 + i, ("hang",), "")
    if len(wall.places) > 1 and wall.columns > 1:
        a, b = wall.places[0], wall.places[1]
        drawing.measure("wall.gap", "x", a.left.value + a.width.value, b.left.value, up(a.top.value) - 40, "top", 0, ("hang",), "")
    drawing.measure("wall.width", "x", 0, width, 0, "top", 1, ("hang",), "wall")
    return drawing.view()


def strip_views(hung: Hanging) -> tuple[ViewOf, ...]:
    """A strip of paper for what hangs on two hooks."""
    span = hung.span
    if hung.way.key != "rings" or span is None or span.value <= 0:
        return ()
    return (ViewOf("strip", lambda: _strip(span.value)),)


def _strip(span: Fraction) -> View:
    """At full size, to be held level on the wall: where two hooks go."""
    end, high = Fraction(50), Fraction(60)
    drawing = Drawing("strip", "Paper strip for two hooks, its FRONT to you", span + 2 * end, high, template=True)
    drawing.box("strip", "Strip", "paper", 0, 0, span + 2 * end, high)
    y = high * HALF
    drawing.line("strip", "Keep this line level", "line", (0, y), (span + 2 * end, y))
    for x in (end, end + span):
        drawing.line("hang.hook", "Hook", "line", (x, y - 12), (x, y + 12))
        drawing.circle("hang.hook", "Hook", "slot", x, y, 2)
    drawing.line("strip", "Middle of the piece", "hidden", (end + span * HALF, 0), (end + span * HALF, high))
    drawing.text("strip", "UP", end + span * HALF, Fraction(10), "UP")
    drawing.measure("hang.span", "x", end, end + span, high, "bottom", 1, ("hang", "cut"), "hooks")
    return drawing.view()
