"""Rules that several displays share word for word: each written once, and told what differs."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Protocol, TypeVar

from shadbo.core.contract.checks import Stage, WayOut, put
from shadbo.core.contract.display import Context
from shadbo.core.document.schools import new_rabbet
from shadbo.core.document.shop import Moulding, RabbetMoulding, StretcherBar
from shadbo.core.framing.own import OwnKind, longer_way
from shadbo.core.framing.stock import screws_between
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.sums import Dim

Sold = TypeVar("Sold", Moulding, RabbetMoulding)
# What can’t be undone: the key of its check, and why its owner is asked.
UNDONE = {
    "trimmed": ("trim", "What is cut off an original can’t be put back."),
    "glued": ("glue", "It can’t be replaced, and glue can’t be undone."),
    "drilled": ("drill", "A hole is not undone."),
}


class _Framed(Protocol):
    """A frame that was read and can stand the other way up."""

    @property
    def turned(self) -> bool: ...


def check_in_stock(
    context: Context[object, object],
    missing: bool,
    named: str,
    of: Iterable[Moulding | RabbetMoulding | StretcherBar],
    *,
    place: str,
    what: str = "moulding",
    figure: str = "rail.face",
    part: str = "rail",
) -> None:
    """What is to be cut has to be in the stock list; ``place`` is where its key stands, ``of`` what would do, best first."""
    if missing:
        context.checks.add(
            "stop",
            f"{what}.missing",
            "display",
            (f"The stock list has no {what} called “{named}”.",),
            why=f"It is reckoned with the first {what} of the list until another is chosen.",
            source_key="stock",
            figure=figure,
            parts=(part,),
            ways=[WayOut((f"Use {one.name}",), (put(place, one.key),)) for one in list(of)[:3]],
        )


def check_long_enough(
    context: Context[object, object],
    longest: Dim,
    moulding: Sold,
    of: Iterable[Sold],
    *,
    place: str,
    ways: Iterable[WayOut] = (),
    key: str = "rail.stock",
    what: str = "rail",
) -> None:
    """The longest rail has to come out of one length of its moulding; ``of`` are the others, best first, ``ways`` what else would do;
    ``key`` and ``what`` of a second frame’s."""
    say = context.speak.say
    kerf: Fraction = context.rule("kerf")
    if longest.value + kerf <= exact(moulding.length):
        return
    others: list[WayOut] = [
        WayOut(say(f"Use {m.name}: it comes {{}} long", exact(m.length)), (put(place, m.key),))
        for m in of
        if exact(m.length) >= longest.value + 2 * (exact(m.face) - exact(moulding.face)) + kerf
    ]
    context.checks.add(
        "stop",
        key,
        "cut",
        say(
            f"The longest {what}, {{}}, can’t be cut from {moulding.name}: it comes in lengths of {{}}.",
            longest,
            exact(moulding.length),
        ),
        why=say("A rail uses its long point and a kerf of {}.", kerf),
        source_key="stock",
        figure=longest.name,
        parts=("rail",),
        ways=(*others[:3], *ways, *longer_way(context, _kind(moulding), place, moulding, longest.value + kerf)),
    )


def _kind(stuff: Moulding | RabbetMoulding) -> OwnKind:
    return "mouldings" if isinstance(stuff, Moulding) else "rabbet_mouldings"


def quarter_turn(context: Context[object, object], frame: _Framed, what: str, wide: Fraction, tall: Fraction) -> WayOut:
    """Turn a frame that is there, and what is then left right and left, above and below."""
    said = context.speak.say(f"Turn the frame a quarter turn: {what} {{}} left and right, {{}} top and bottom", wide, tall)
    return WayOut(said, (put("/display/frame/turned", not frame.turned),))


def deeper_mouldings(context: Context[object, object], need: Fraction) -> list[RabbetMoulding]:
    """Profiles whose rabbet is as deep as is needed, shallowest first."""
    return sorted(
        (m for m in context.shop.rabbet_mouldings if exact(m.rabbet_depth) >= need), key=lambda m: (m.rabbet_depth, m.face)
    )


def deeper_ways(context: Context[object, object], need: Fraction, *, new: bool) -> list[WayOut]:
    """A deeper profile instead of this one, or a frame made of one where the frame is there already; and what it leaves to spare."""
    say, where = context.speak.say, "/display/frame/moulding"

    def way(m: RabbetMoulding) -> WayOut:
        spare = exact(m.rabbet_depth) - need
        if new:
            return WayOut(say(f"Use {m.name}: {{}} to spare", spare), (put(where, m.key),))
        return WayOut(say(f"Make a frame of {m.name} instead: {{}} to spare", spare), (put("/display/frame", new_rabbet(m.key)),))

    return [way(m) for m in deeper_mouldings(context, need)][: 3 if new else 1]


def check_consent(context: Context[object, object], done: str, *, stage: Stage, part: str, ways: Iterable[WayOut]) -> None:
    """Nothing that can’t be undone is done to a thing before its owner’s agreement is on record."""
    key, why = UNDONE[done]
    context.checks.add(
        "stop",
        f"{key}.consent",
        stage,
        (f"It is not {done} before its owner has agreed in writing: write down who agreed and when.",),
        why=why,
        source_key="consent",
        parts=(part,),
        ways=ways,
    )


def check_screw(
    context: Context[object, object],
    length: Dim,
    shortest: Dim,
    longest: Dim,
    *,
    stage: Stage,
    near: str,
    why_long: Say,
    why_short: Say,
    source_key: str,
    otherwise: Sequence[WayOut] = (),
) -> None:
    """A screw bites, and its point stays clear of what shows: ``near`` names that; ``otherwise`` is offered where no screw would do."""
    say = context.speak.say
    ways = screws_between(context, shortest, longest)
    if length.value > longest.value:
        if not ways and longest.value >= shortest.value:
            ways = [WayOut(say("Buy or cut screws to {}", longest), (put("/display/screw", longest.value),))]
        context.checks.add(
            "stop",
            "screw.long",
            stage,
            say(f"A screw of {{}} comes {{}} too near the {near}.", length, length.value - longest.value),
            why=why_long,
            source_key=source_key,
            figure="screw.length",
            parts=("screw",),
            ways=ways or otherwise,
        )
    elif length.value < shortest.value:
        context.checks.add(
            "caution",
            "screw.short",
            stage,
            say("A screw of {} bites too little: {} are needed.", length, shortest),
            why=why_short,
            source_key="screw-bite",
            figure="screw.length",
            parts=("screw",),
            ways=ways,
        )


def check_loose(context: Context[object, object], name: str, part: str, kinds: Mapping[str, str]) -> None:
    """Acrylic over loose pigment, whatever the display; ``kinds`` are the sheets it may have instead."""
    context.checks.add(
        "stop",
        "glazing.loose",
        "display",
        (f"Acrylic would draw the pigment off {name}.",),
        why="It charges when it is wiped, and lifts what is not bound.",
        source_key="loose",
        parts=("glazing", part),
        ways=[WayOut((f"Use {word}",), (put("/display/glazing", kind),)) for kind, word in kinds.items()],
    )
