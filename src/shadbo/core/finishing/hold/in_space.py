"""What things are held by, in space: each stitch, hinge, tab, pair or bracket where it sits, through the thing and into what lies behind."""

from __future__ import annotations

from collections.abc import Iterable
from math import cos, radians, sin

from shadbo.core.contract.bodies import Body, Space
from shadbo.core.document.items import Item, Things
from shadbo.core.document.piece import Object
from shadbo.core.finishing.hold.sizes import Mounted
from shadbo.core.job.in_space import lies_on

# What lies so near behind a thing carries it (mm); so deep a stitch, a tab or a hinge reaches into it, at the most.
NEAR, DEEP = 0.6, 2.0
# What goes through a thing into what is behind it; what lies between both. What sits on an edge or a corner is drawn on the template alone.
THROUGH = frozenset({"stitching", "hem", "sewn", "tags", "pins"})
BETWEEN = frozenset({"t_hinges", "through_hinges", "hook_and_loop", "magnets"})


def held_in_space(space: Space, thing: Object, kept: Iterable[Mounted]) -> None:
    """Adds the fixings of everything that is held by a method with places of its own and lies against something."""
    items = {item.key: item for item in thing.items} if isinstance(thing, Things) else {}
    for one in kept:
        body = next((b for b in space.bodies if b.part == one.subject.part), None)
        if body is None or not one.spots or one.methods[0].key not in THROUGH | BETWEEN:
            continue
        method = one.methods[0]
        through = (body.part,) if method.key in THROUGH else ()
        for i, (x, y) in enumerate(placed(one, body, items.get(one.subject.key)), start=1):
            under = _behind(space, body, x, y)
            if under is None:
                continue
            deep = min(DEEP, (under.end - under.front) / 2)
            start = (x, y, body.front if through else body.end)
            space.fix_at(body.layer, f"hold.{method.key}.{i}", method.label, start, (x, y, under.front + deep), through, under.part)


def placed(one: Mounted, body: Body, item: Item | None) -> list[tuple[float, float]]:
    """The places of its fixings on the face: from its upper left corner, turned as it lies."""
    left, top, right, bottom = body.box
    middle, turn = ((left + right) / 2, (top + bottom) / 2), radians(float(item.place.turn)) if item is not None else 0.0
    w, h = float(one.subject.width), float(one.subject.height)
    found = []
    for x, y in one.spots:
        dx, dy = float(x) - w / 2, float(y) - h / 2
        found.append((middle[0] + dx * cos(turn) - dy * sin(turn), middle[1] + dx * sin(turn) + dy * cos(turn)))
    return found


def _behind(space: Space, body: Body, x: float, y: float) -> Body | None:
    """What lies against the back of a thing at a place."""
    near = [b for b in space.bodies if b.material != "item" and abs(b.front - body.end) <= NEAR and lies_on(x, y, b.outline)]
    return min(near, key=lambda b: b.front) if near else None
