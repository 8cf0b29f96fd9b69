"""As a thing comes: what is done about it before anything else, and what can’t be shown as it is."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context, Holds
from shadbo.core.contract.operations import Equipment, Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.document.coming import AsItComes, comings
from shadbo.core.document.decisions.hanger_bars import HangerBars
from shadbo.core.document.decisions.sleeve import Sleeve
from shadbo.core.document.facts import facts_of
from shadbo.core.document.items import Things
from shadbo.core.document.objects import FlatWork, StretchedCanvas
from shadbo.core.document.piece import Piece

BLOTTERS = got("blotters", "Blotters and a board with weights", comes="hand")
# The days after which the blotters of a fresh plant are changed (handbook, section 19); from the last of them on weekly. One that comes half dry
# has the first week behind it.
TABLE_CHANGED = (1, 2, 4, 7)


def coming(context: Context[object, object]) -> Iterator[tuple[str, str, AsItComes]]:
    """What it is called, where in the piece it stands, and how it comes: of every thing that comes otherwise than loose, and can."""
    thing = context.piece.object
    found: list[tuple[str, str, AsItComes, str]] = []
    if isinstance(thing, Things):
        found = [(one.called, f"/object/items/{i}", one.comes, one.kind) for i, one in enumerate(thing.items)]
    elif isinstance(thing, FlatWork):
        found = [("The work", "/object", thing.comes, thing.material)]
    elif isinstance(thing, StretchedCanvas):
        found = [("The canvas", "/object", thing.comes, "stretched")]
    yield from ((name, at, comes) for name, at, comes, kind in found if comes.how in comings(kind))


def coming_steps(context: Context[object, object]) -> tuple[Operation, ...]:
    """Out of its old frame, flat from its roll, dry from the press: before anything is measured again."""
    out = []
    framed = [name for name, _, comes in coming(context) if comes.how == "framed"]
    rolled = [name for name, _, comes in coming(context) if comes.how == "rolled"]
    if framed:
        words = (
            f"{_names(framed)}: face down on a soft cloth; the old cover slit along the edge, what holds the back drawn with pliers, the back lifted off. "
            "What sticks to the glass stays on it: a conservator is asked. Labels and what lies behind are photographed and kept with it."
        )
        care = (
            "Gloves: old glass is often loose or cracked, tape it across first. Eye protection; dust and mould are not blown away."
        )
        out.append(Operation("unframe", "Take it out of its frame", (words,), 20, gate=True, care=care))
    if rolled:
        words = (
            f"{_names(rolled)}: unrolled no faster than it gives, between blotters, a board and weights over all of it. "
            "If it cracks or springs back it is left rolled: a conservator damps it."
        )
        days = int(round(context.rule("roll_days") * 24 * 60))
        flat = Operation(
            "flatten", "Let it lie flat", (words,), 15, days, gate=True, uses=("blotters",), takes="weights", takes_on=days
        )
        out.append(flat)
    for how, begins in (("fresh", 0), ("half_dry", TABLE_CHANGED[-1])):
        if plants := [name for name, _, comes in coming(context) if comes.how == how]:
            out += _pressed(plants, how, _visits(int(context.rule("press_days")), begins))
    return tuple(out)


def _visits(last: int, begins: int) -> tuple[int, ...]:
    """The days, from when it is laid in, on which somebody comes to a plant that is pressed: to change its blotters, and at last to see
    whether it is dry. However short a shop presses: what is laid in is looked at a day later at the earliest."""
    week, last = TABLE_CHANGED[-1], max(last, begins + 1)
    days = {*TABLE_CHANGED, *range(2 * week, last, week), last}
    return tuple(day - begins for day in sorted(days) if begins < day <= last)


def _pressed(plants: list[str], how: str, visits: tuple[int, ...]) -> Iterator[Operation]:
    """Laid between blotters, the blotters changed, and looked at: steps of their own, since each is work of another day."""
    waits = [(day - before) * 24 * 60 for before, day in zip((0, *visits), visits, strict=False)]
    many = "They are" if len(plants) > 1 else "It is"
    words = (
        f"{_names(plants)}: between blotters, no leaf on another, a board and weights over all of it. "
        f"Blotters changed {_on_days(visits[:-1])}; after {visits[-1]} days {many.lower()} looked at."
        if visits[:-1]
        else f"{_names(plants)}: between blotters, a board and weights over all of it, for {visits[-1]} days."
    )

    def step(key: str, title: str, said: str, minutes: int, wait: int, gate: bool = False, care: str = "") -> Operation:
        takes: Equipment | None = "press" if wait else None
        return Operation(
            f"{key}.{how}",
            title,
            (said,),
            minutes,
            wait,
            gate=gate,
            care=care,
            uses=("blotters",),
            takes=takes,
            takes_on=wait,
            chain=f"press.{how}",
        )

    care = "Found plants: mind what is protected by law. Gloves for what stings or is poisonous."
    yield step("press", "Press the plant", words, 20, waits[0], care=care)
    for day, wait in zip(visits[:-1], waits[1:], strict=True):
        said = "Damp ones out, dry ones in, without lifting the plant off the sheet it lies on; weights on again."
        yield step(f"blotters.{day}", f"Change the blotters, day {day}", said, 10, wait)
    dry = f"{many} dry when nothing bends and nothing feels cool on the cheek; else a week more. Behind glass what is damp goes mouldy."
    yield step("dry", "See whether it is dry", dry, 5, 0, gate=True)


def _on_days(days: tuple[int, ...]) -> str:
    return f"on day {days[0]}" if len(days) == 1 else f"on days {', '.join(map(str, days[:-1]))} and {days[-1]}"


def coming_parts(context: Context[object, object]) -> tuple[Part, ...]:
    return (BLOTTERS,) if any(comes.how in ("rolled", "fresh", "half_dry") for _, _, comes in coming(context)) else ()


def held_in(piece: Piece, holds: Holds) -> Holds:
    """What can hold a thing in a display. On its own board under the lip it is closed in with the pack, and has nothing else to be held to."""
    if getattr(piece.display, "edges", "") == "lapped" and facts_of(piece).mounted:
        return replace(holds, methods=frozenset({"points"}), made_for="points")
    return holds


def check_coming(context: Context[object, object]) -> None:
    """A board can neither be gripped as a sheet nor be put on a pole."""
    display = context.piece.display
    if not context.facts.mounted or not isinstance(display, HangerBars | Sleeve):
        return
    where = next(at for _, at, comes in coming(context) if comes.how == "on_board")
    says = "bars grip a sheet at its edge" if isinstance(display, HangerBars) else "cloth hangs from its pole"
    context.checks.add(
        "stop",
        "comes.board",
        "display",
        (f"It comes on a board, and {says}.",),
        why="What is stiff all over is framed, or hung by its board.",
        source_key="said",
        parts=("work",),
        ways=(WayOut(("It is on no board after all: take it as loose",), (put(f"{where}/comes/how", "loose"),)),),
    )


def _names(names: list[str]) -> str:
    if len(names) == 1:
        return names[0]
    some = ", ".join(names[:4])
    return f"{some} and {len(names) - 4} more" if len(names) > 4 else f"{', '.join(names[:-1])} and {names[-1]}"
