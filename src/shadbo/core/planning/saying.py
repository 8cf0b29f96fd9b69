"""The list of parts as somebody says it is: what is there already isn’t cut or bought, what is left out is in no step and weighs nothing."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace

from shadbo.core.contract.bodies import Space
from shadbo.core.contract.checks import Patch, WayOut, put
from shadbo.core.contract.cutting import CutLine
from shadbo.core.contract.display import Context, Weight
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Comes, Part
from shadbo.core.document.decisions.said import Origin, PartSaid
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say, Speaker

# Without these there is no such piece: nobody can leave them out.
NEEDED = frozenset(
    [
        "rail",
        "bar",
        "tray",
        "canvas",
        "work",
        "item",
        "seat",
        "hood",
        "base",
        "step",
        "floor",
        "sash",
        "pole",
        "sleeve",
        "frame",
        "board",
    ]
)
# What a job can go without: what its steps say of it is told of nothing else.
MAY_GO = frozenset(
    [
        "cover",
        "bumper",
        "behind",
        "points",
        "panel_pins",
        "buttons",
        "spacer",
        "glazing",
        "strainer",
        "mount",
        "backing",
        "screw",
        "seam",
        "felt",
        "label",
        "beads",
    ]
)
# What keeps something from falling: left out, somebody has to say what does it instead.
KEEPING = frozenset(
    [
        "screw",
        "clip",
        "points",
        "panel_pins",
        "buttons",
        "staple",
        "tabs",
        "hold",
        "ring",
        "wire",
        "hook",
        "joint",
        "hanger",
        "cleat",
        "back",
        "fastener",
        "bracket",
    ]
)
FROM: Mapping[Origin, Comes] = {"cut": "cut", "get": "number", "there": "there", "came": "came"}
# Runs that are one thing: of a frame, of its bars.
AS_ONE = frozenset({"rail", "bar"})


# What goes with another part, and is left out with it.
WITH: Mapping[str, str] = {"glue.cover": "cover"}


def said_of(context: Context[object, object]) -> dict[str, PartSaid]:
    return {one.part: one for one in context.piece.said}


def first_of(key: str) -> str:
    return key.split(".")[0]


# -- the job -------------------------------------------------------------------------------------------------------------


def as_said(
    parts: Sequence[Part], operations: Sequence[Operation], said: Mapping[str, PartSaid], speak: Speaker
) -> tuple[tuple[Part, ...], tuple[Operation, ...]]:
    """Parts and operations with everything that was said of a part taken over."""
    if not any(_said(part, said) is not None for part in parts):
        return tuple(parts), tuple(_told(o, parts) for o in operations)
    kept = tuple(_part(part, _said(part, said), speak) for part in parts if not _left_out(part, said))
    gone = {part.key for part in parts if _left_out(part, said)}
    ready = {part.key: part for part in kept if _said(part, said) is not None and part.line is None}
    done = tuple(_operation(o, parts, gone, ready, kept) for o in operations if not _idle(o, parts, gone))
    # What nobody brings about any more is waited for by nobody.
    left = {state for o in done for state in o.leaves}
    never = {state for o in operations for state in o.leaves} - left
    return kept, tuple(_told(replace(o, needs=tuple(s for s in o.needs if s not in never)), kept) for o in done)


def _told(o: Operation, parts: Iterable[Part]) -> Operation:
    """An operation with what it says of the parts there are, and nothing of those there aren’t."""
    if not o.also:
        return o
    there = frozenset(family for part in parts for family in part.families)
    say = (*o.say, *(words for clause in o.also if clause.part in there for words in clause.say))
    first = say[0].lstrip() if say and isinstance(say[0], str) else ""
    return replace(o, say=(first, *say[1:]) if first else say, also=())


def _left_out(part: Part, said: Mapping[str, PartSaid]) -> bool:
    one = _said(part, said)
    return one is not None and one.comes == "none"


def _said(part: Part, said: Mapping[str, PartSaid]) -> PartSaid | None:
    """What was said of it; or of what it belongs to, that it is left out or that all of it is there."""
    if part.key in said:
        return said[part.key]
    wider = [said[name] for name in (*part.families, WITH.get(part.key, "")) if name in said]
    return next((one for one in wider if one.comes == "none" or one.part in AS_ONE), None)


def _part(part: Part, one: PartSaid | None, speak: Speaker) -> Part:
    """A part as it was said to be; one that is there larger than it is needed is still cut, out of that."""
    if one is None or one.comes == "cut" or (part.line is None and one.comes == "get"):
        return part
    if part.line is not None and one.comes in ("there", "came") and _larger(part.line, one):
        has = _has(one, speak)
        out_of = (f"{part.line.material}, out of the piece of ", *has, " that is there")
        return replace(part, line=replace(part.line, note=(*part.line.note, *(("; ",) if part.line.note else ()), *out_of)))
    size = (_has(one, speak) if one.comes != "get" else ()) or (
        (part.line.length, *((", ", *part.line.section) if part.line.section else ())) if part.line else part.size
    )
    note = (one.note,) if one.note else part.note
    if one.count is not None and one.comes == "there" and one.count < part.count:
        return replace(part, note=(f"{one.count} there, {part.count - one.count} to get",))
    return replace(part, comes=FROM[one.comes], line=None, openings=(), size=size, note=note)


def _has(one: PartSaid, speak: Speaker) -> Say:
    sizes = [exact(s) for s in (one.length, one.width) if s is not None]
    return speak.say(" × ".join("{}" for _ in sizes), *sizes) if sizes else ()


def _larger(line: CutLine, one: PartSaid) -> bool:
    return one.length is not None and exact(one.length) > Fraction(line.mm) + 1


def _made(o: Operation, parts: Iterable[Part]) -> list[Part]:
    """The parts an operation makes, as they were planned."""
    return [part for part in parts if not part.families.isdisjoint(o.makes)]


def _idle(o: Operation, parts: Sequence[Part], gone: set[str]) -> bool:
    """Whether all it makes is left out."""
    made = _made(o, parts)
    return bool(made) and all(part.key in gone for part in made)


def _operation(o: Operation, parts: Sequence[Part], gone: set[str], ready: Mapping[str, Part], kept: Sequence[Part]) -> Operation:
    """An operation with what is left of its parts: what is there is tried instead of being cut."""
    there = frozenset(family for part in kept for family in part.families)
    made = [part for part in _made(o, parts) if part.key not in gone]
    have = [ready[part.key] for part in made if part.key in ready]
    uses = tuple(family for family in o.uses if family in there)
    if made and len(have) == len(made):
        names = _listed([part.name for part in have])
        say = f"{names}: not cut here. Measured and tried where it goes, clean, before going on."
        got = tuple(part.key for part in have if part.key not in uses)
        return replace(
            o,
            title=f"Try what is there: {names[0].lower()}{names[1:]}",
            say=(say,),
            minutes=5,
            wait_minutes=0,
            gate=True,
            makes=(),
            uses=(*uses, *got),
        )
    makes = o.makes
    if have or len(made) < len(_made(o, parts)):
        makes = tuple(part.key for part in made if part.key not in ready)
    words = [f" {_listed([part.name for part in have])}: there already, not cut."] if have else []
    return (
        replace(o, say=(*o.say, *words), uses=(*uses, *(part.key for part in have)), makes=makes)
        if words or uses != o.uses or makes != o.makes
        else o
    )


def _listed(names: Sequence[str]) -> str:
    return ", ".join(names[:-1]) + (" and " if len(names) > 1 else "") + names[-1]


def lying(space: Space | None, parts: Sequence[Part], said: Mapping[str, PartSaid]) -> Space | None:
    """Where the pieces lie without what is left out, and what was fixed to it or through it."""
    gone = [part for part in parts if _left_out(part, said)]
    if space is None or not gone:
        return space
    kept = {light for part in parts if part not in gone for light in (part.key, *part.lights)}
    lost = {light for part in gone for light in (part.key, *part.lights)} - kept

    def left(name: str) -> bool:
        steps = name.split(".")
        return lost.isdisjoint(".".join(steps[:n]) for n in range(1, len(steps) + 1))

    bodies = [b for b in space.bodies if left(b.part)]
    fixings = [f for f in space.fixings if left(f.part) and left(f.into) and all(map(left, f.through))]
    return replace(space, bodies=bodies, fixings=fixings)


def uncounted(parts: Iterable[Part], said: Mapping[str, PartSaid]) -> frozenset[str]:
    """Counts of the book that are those of parts that are left out."""
    return frozenset(name for part in parts if _left_out(part, said) for name in (part.figure, *part.counts) if name)


def weighed(weights: Iterable[Weight], parts: Sequence[Part], said: Mapping[str, PartSaid]) -> tuple[Weight, ...]:
    """What weighs something: all but what is left out."""
    gone = {part.key for part in parts if _left_out(part, said)}
    there = frozenset(family for part in parts if part.key not in gone for family in part.families)
    lost = frozenset(family for part in parts if part.key in gone for family in part.families) - there
    return tuple(w for w in weights if w.part not in lost)


# -- what can be wrong with it -------------------------------------------------------------------------------------------


def check_said(context: Context[object, object], parts: Sequence[Part]) -> None:
    """What is there must be large enough; what holds or carries something isn’t left out without a word."""
    for at, one in enumerate(context.piece.said):
        part = next((p for p in parts if one.part in p.families), None)
        if part is None:
            continue
        planned: Patch = ({"op": "remove", "path": f"/said/{at}"},)
        if one.comes == "none":
            _check_none(context, part, planned)
        elif one.comes in ("there", "came") and part.line is not None:
            _check_size(context, part, part.line, one, at, planned)


def _check_none(context: Context[object, object], part: Part, planned: Patch) -> None:
    first = first_of(part.key)
    back = (WayOut(("Take it as planned",), planned),)
    if first in NEEDED:
        say = f"{part.name}: without it there is nothing to frame."
        context.checks.add(
            "stop",
            f"said.needed.{first}",
            "cut",
            (say,),
            why="Say that it is there, or that it is got.",
            source_key="said",
            parts=part.lights,
            ways=back,
        )
    elif first in KEEPING:
        say = f"{part.name} left out: something else has to hold what it holds."
        context.checks.add(
            "caution",
            f"said.holds.{first}",
            "cut",
            (say,),
            why="It was counted by what hangs on it.",
            source_key="said",
            parts=part.lights,
            ways=back,
        )


def _check_size(context: Context[object, object], part: Part, line: CutLine, one: PartSaid, at: int, planned: Patch) -> None:
    """Too small is a stop; a sheet may be turned."""
    wide = context.book.dims.get(line.width_figure or "")
    need = (Fraction(line.mm), wide.value if wide is not None else None)
    has = (exact(one.length) if one.length is not None else None, exact(one.width) if one.width is not None else None)
    ways_round = [has] if None in need or None in has else [has, (has[1], has[0])]
    short = min(
        max((n - h for n, h in zip(need, pair, strict=True) if n is not None and h is not None), default=Fraction(0))
        for pair in ways_round
    )
    if short <= 0:
        return
    context.checks.add(
        "stop",
        f"said.small.{part.key}",
        "cut",
        context.speak.say(f"{part.name}: what is there is {{}} too small.", short),
        why=context.speak.say("It is to be {}" + (" × {}." if wide is not None else " long."), *(n for n in need if n is not None)),
        source_key="said",
        figure=line.figure,
        parts=line.parts,
        ways=(WayOut(("Cut it from the stock",), planned), WayOut(("Have it cut",), (put(f"/said/{at}/comes", "get"),))),
    )
