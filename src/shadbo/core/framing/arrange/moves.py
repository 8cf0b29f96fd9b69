"""Putting items where they are wanted: move with snapping, align, distribute, mirror, turn, group, push apart, pack.

Every move is JSON Patch on the piece. While a template lays the items, the first move takes all of them into the hand.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from functools import partial
from typing import Any

from shadbo.core.contract.checks import Patch, put
from shadbo.core.framing.arrange.laid import SPANS, PlacedItem
from shadbo.core.framing.arrange.neighbours import gaps_of
from shadbo.core.framing.arrange.packing import smallest_box
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import Fault, Refused
from shadbo.core.quantity.sums import Dim

HALF, ZERO = Fraction(1, 2), Fraction(0)
GRAIN = 1000
TURN = 15
FURTHEST = Fraction(5000)
Where = dict[str, tuple[Fraction, Fraction]]


def rounded(mm: Fraction) -> Fraction:
    """A place to a thousandth of a mm, within what the document takes."""
    return min(max(Fraction(round(mm * GRAIN), GRAIN), -FURTHEST), FURTHEST)


def taken_in_hand(laid: Sequence[PlacedItem], how: str) -> list[dict[str, Any]]:
    """Every item's place as it stands, so that one can be moved without the others following a template."""
    if how == "free":
        return []
    return [put("/display/layout/how", "free"), *put_places(laid, {one.item.key: (one.x.value, one.y.value) for one in laid})]


def put_places(laid: Iterable[PlacedItem], where: Where) -> list[dict[str, Any]]:
    steps = []
    for one in laid:
        if one.item.key in where:
            x, y = where[one.item.key]
            steps += [put(f"{one.sized.pointer}/place/x", rounded(x)), put(f"{one.sized.pointer}/place/y", rounded(y))]
    return steps


def chosen(laid: Sequence[PlacedItem], keys: Iterable[str]) -> list[PlacedItem]:
    """The items named, and those grouped with them. Raises :class:`Refused` for one that isn't there."""
    wanted = set(keys)
    missing = wanted - {one.item.key for one in laid}
    if missing:
        raise Refused(Fault("/object/items", "Items", ", ".join(sorted(missing)), "are not in this piece", "items of the piece"))
    groups = {one.item.place.group for one in laid if one.item.key in wanted} - {""}
    return [one for one in laid if one.item.key in wanted or one.item.place.group in groups]


def move(
    laid: Sequence[PlacedItem],
    how: str,
    keys: Iterable[str],
    dx: Fraction,
    dy: Fraction,
    snap: Fraction,
    sight: dict[str, Dim] | None,
) -> Patch:
    """Items moved together; within ``snap`` mm they are drawn to alignment and to equal gaps."""
    moved = chosen(laid, keys)
    if snap:
        dx += _snapped(laid, moved, "width", dx, snap, sight)
        dy += _snapped(laid, moved, "height", dy, snap, sight)
    where = {one.item.key: (one.x.value + dx, one.y.value + dy) for one in moved}
    return (*taken_in_hand(laid, how), *put_places(moved, where))


def _snapped(
    laid: Sequence[PlacedItem], moved: Sequence[PlacedItem], axis: str, by: Fraction, snap: Fraction, sight: dict[str, Dim] | None
) -> Fraction:
    """How much further to go to lie true: middles and edges in line, gaps equal on both sides or to the next pair's."""
    first, last = SPANS[axis]
    low = min(one.edges[first].value for one in moved) + by
    high = max(one.edges[last].value for one in moved) + by
    keys = {one.item.key for one in moved}
    others = [one for one in laid if one.item.key not in keys]
    pulls: list[Fraction] = []
    for one in others:
        a, b = one.edges[first].value, one.edges[last].value
        pulls += [a - low, b - high, (a + b - low - high) * HALF]
    if sight is not None:
        edge_low, edge_high = sight[first].value, sight[last].value
        pulls.append((edge_low + edge_high - low - high) * HALF)
    across = SPANS["height" if axis == "width" else "width"]
    top = min(one.edges[across[0]].value for one in moved)
    bottom = max(one.edges[across[1]].value for one in moved)
    row = [o for o in others if o.edges[across[0]].value < bottom and o.edges[across[1]].value > top]
    before = [o.edges[last].value for o in row if o.edges[last].value <= low + snap]
    after = [o.edges[first].value for o in row if o.edges[first].value >= high - snap]
    if sight is not None:
        before, after = [*before, sight[first].value], [*after, sight[last].value]
    if before and after:
        pulls.append((max(before) + min(after) - low - high) * HALF)
    between = [g.mm for g in gaps_of(others) if g.axis == axis]
    for size in between:
        pulls += [max(before) + size - low] if before else []
        pulls += [min(after) - size - high] if after else []
    near = [pull for pull in pulls if abs(pull) <= snap]
    return min(near, key=abs) if near else ZERO


def align(moved: Sequence[PlacedItem], edge: str) -> Where:
    """Edges or middles in line with those of all of them together."""
    axis = "width" if edge in ("left", "centre", "right") else "height"
    first, last = SPANS[axis]
    low = min(one.edges[first].value for one in moved)
    high = max(one.edges[last].value for one in moved)

    def by(one: PlacedItem) -> Fraction:
        a, b = one.edges[first].value, one.edges[last].value
        return {first: low - a, last: high - b}.get(edge, (low + high - a - b) * HALF)

    return {one.item.key: _shifted(one, axis, by(one)) for one in moved}


def distribute(moved: Sequence[PlacedItem], axis: str) -> Where:
    """The same gap between all of them, the outer two staying where they are."""
    first, last = SPANS[axis]
    order = sorted(moved, key=lambda one: one.edges[first].value)
    whole = order[-1].edges[last].value - order[0].edges[first].value
    gap = (whole - sum((one.size(axis).value for one in order), ZERO)) / (len(order) - 1)
    where, at = {}, order[0].edges[first].value
    for one in order:
        where[one.item.key] = _shifted(one, axis, at - one.edges[first].value)
        at += one.size(axis).value + gap
    return where


def spaced_by(moved: Sequence[PlacedItem], axis: str, gap: Fraction) -> Where:
    """A gap of this size between all of them, about the middle they have."""
    first, last = SPANS[axis]
    order = sorted(moved, key=lambda one: one.edges[first].value)
    middle = (order[0].edges[first].value + max(one.edges[last].value for one in order)) * HALF
    whole = sum((one.size(axis).value for one in order), ZERO) + gap * (len(order) - 1)
    where, at = {}, middle - whole * HALF
    for one in order:
        where[one.item.key] = _shifted(one, axis, at - one.edges[first].value)
        at += one.size(axis).value + gap
    return where


def _shifted(one: PlacedItem, axis: str, by: Fraction) -> tuple[Fraction, Fraction]:
    return (one.x.value + by, one.y.value) if axis == "width" else (one.x.value, one.y.value + by)


def mirror(moved: Sequence[PlacedItem], axis: str) -> Where:
    """Left and right (or top and bottom) changed over, about the middle of what is moved."""
    first, last = SPANS[axis]
    twice = min(one.edges[first].value for one in moved) + max(one.edges[last].value for one in moved)
    return {one.item.key: _shifted(one, axis, twice - one.edges[first].value - one.edges[last].value) for one in moved}


def centred(moved: Sequence[PlacedItem], sight: dict[str, Dim]) -> Where:
    """All of them together in the middle of what shows."""
    shift = {}
    for axis, (first, last) in SPANS.items():
        low = min(one.edges[first].value for one in moved)
        high = max(one.edges[last].value for one in moved)
        shift[axis] = (sight[first].value + sight[last].value - low - high) * HALF
    return {one.item.key: (one.x.value + shift["width"], one.y.value + shift["height"]) for one in moved}


def packed(laid: Sequence[PlacedItem], gap: Fraction, turn: bool) -> Patch:
    """Everything into the smallest box there is, the box fitted round it."""
    answer = smallest_box([(one.size("width").value, one.size("height").value) for one in laid], gap, turn)
    return put_packed(laid, answer.at)


def put_packed(laid: Sequence[PlacedItem], at: Sequence[tuple[Fraction, Fraction, bool]]) -> Patch:
    """Items at the corners a packing gave them, turned where it turned them, about the middle."""
    steps: list[dict[str, Any]] = [put("/display/layout/how", "free")]
    right, low = ZERO, ZERO
    spots = []
    for one, (x, y, turned) in zip(laid, at, strict=True):
        w, h = one.size("width").value, one.size("height").value
        if turned:
            w, h = h, w
        right, low = max(right, x + w), max(low, y + h)
        spots.append((one, x, y, turned))
    for one, x, y, turned in spots:
        # The middle is where the edges are reckoned from; a quarter turn carries left to top, top to right.
        reach = one.sized.reaching("left").value if not turned else -one.sized.reaching("bottom").value
        fall = one.sized.reaching("top").value if not turned else one.sized.reaching("left").value
        steps += put_places([one], {one.item.key: (x - reach - right * HALF, y - fall - low * HALF)})
        if turned:
            steps.append(put_turn(one, one.item.place.turn + 90))
    return tuple(steps)


def put_turn(one: PlacedItem, degrees: int) -> dict[str, Any]:
    return {"op": "add", "path": f"{one.sized.pointer}/place/turn", "value": (degrees + 179) % 360 - 179}


def grouped(moved: Sequence[PlacedItem], name: str) -> list[dict[str, Any]]:
    return [put(f"{one.sized.pointer}/place/group", name) for one in moved]


ACTIONS: dict[str, Callable[[Sequence[PlacedItem]], Where]] = {
    **{f"align_{edge}": partial(align, edge=edge) for edge in ("left", "centre", "right", "top", "middle", "bottom")},
    **{f"equal_{axis}": partial(distribute, axis=axis) for axis in ("width", "height")},
    **{f"mirror_{axis}": partial(mirror, axis=axis) for axis in ("width", "height")},
}


def arranged(laid: Sequence[PlacedItem], how: str, keys: Sequence[str], gap: Fraction, layout: str, sight: dict[str, Dim]) -> Patch:
    """One arranging action on the items named (on all if none is). Raises :class:`Refused` if it can't be done."""
    moved = chosen(laid, keys) if keys else list(laid)
    hand = taken_in_hand(laid, layout)
    least = 3 if how.startswith("equal_") else 2 if how.startswith(("align_", "mirror_", "gap_")) or how == "group" else 1
    if len(moved) < least:
        raise Refused(Fault("/object/items", "Items", str(len(moved)), "are too few for that", f"{least} or more chosen"))
    if how in ACTIONS:
        return (*hand, *put_places(laid, ACTIONS[how](moved)))
    if how in ("gap_width", "gap_height"):
        return (*hand, *put_places(laid, spaced_by(moved, how.removeprefix("gap_"), gap)))
    if how == "centre":
        return (*hand, *put_places(laid, centred(moved, sight)))
    if how in ("smallest", "smallest_turned"):
        return packed(laid, gap, how == "smallest_turned")
    if how == "group":
        taken = {one.item.place.group for one in laid}
        name = next(f"g{n}" for n in range(1, len(laid) + 2) if f"g{n}" not in taken)
        return tuple(grouped(moved, name))
    if how == "ungroup":
        return tuple(grouped(moved, ""))
    turns = {"turn_left": -TURN, "turn_right": TURN, "quarter": 90}
    if how in turns:
        return (*hand, *(put_turn(one, one.item.place.turn + turns[how]) for one in moved))
    raise Refused(Fault("", "arranging", how, "is not known here", ", ".join((*ACTIONS, *turns, "centre", "smallest", "group"))))
