"""Readings that can't be what they seem: another unit, the other axis, too far apart, diagonals no such thing has."""

from __future__ import annotations

from shadbo.core.contract.checks import Checklist, WayOut, put
from shadbo.core.document.shop import Shop
from shadbo.core.measuring.measuring import Side
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Speaker
from shadbo.core.quantity.lengths import MM_PER_INCH
from shadbo.core.quantity.sums import Dim, Leaf, root


def check_readings(
    checks: Checklist, speak: Speaker, shop: Shop, what: str, width: Side, height: Side, part: str, key: str = "measure"
) -> None:
    """Readings that can't be what they seem: wrong unit, swapped axis, stations too far apart, one reading only."""
    if _wrong_unit(checks, speak, what, width, height, key) or _crossed(checks, speak, width, height, part, key):
        return
    for axis, side, other in (("width", width, height), ("height", height, width)):
        limit = max(exact(shop.rules.untrue_floor), exact(shop.rules.untrue_share) * side.mean.value)
        if side.spread.value <= limit:
            continue
        centre = _middle(side)
        stray = max(side.stations.values(), key=lambda d: abs(d.value - centre))
        oblong = not _close(_middle(side), _middle(other), Fraction(1, 10))
        if len(side.stations) > 1 and oblong and _close(stray.value, _middle(other)):
            checks.add(
                "caution",
                f"{key}.swapped.{axis}",
                "measure",
                speak.say(
                    f"{stray.label} is {{}}, which is the {_opposite(axis)} of the {what}: was it written in the wrong place?",
                    stray,
                ),
                why=speak.say(f"The other readings of the {axis} are about {{}}.", _others(side, stray)),
                source_key="untrue",
                figure=stray.name,
                parts=(part,),
                ways=(_leave_out(speak, stray),),
            )
            continue
        checks.add(
            "stop",
            f"{key}.again.{axis}",
            "measure",
            speak.say(
                f"Measure the {axis} of the {what} again: its readings are {{}} apart, more than one that is out "
                f"of true plausibly is.",
                side.spread,
            ),
            why=speak.say("{} is the one that stands furthest from the others; up to {} would be taken as untrue.", stray, limit),
            source_key="untrue",
            figure=side.spread.name,
            parts=(part,),
            ways=(_leave_out(speak, stray),) if len(side.stations) > 1 else (),
        )
    check_repeats(checks, speak, (width, height), part, key)
    for axis, side in (("width", width), ("height", height)):
        if len(side.stations) == 1:
            checks.add(
                "note",
                f"{key}.one.{axis}",
                "measure",
                speak.say(f"The {axis} of the {what} rests on one reading, {{}}.", side.largest),
                why="Three readings a side show whether it is true; one can't.",
                source_key="which-reading",
                figure=side.largest.name,
                parts=(part,),
            )


def check_repeats(checks: Checklist, speak: Speaker, sides: tuple[Side, ...], part: str, key: str = "measure") -> None:
    """A second reading that differs from the first by more than the tape may err asks for a third."""
    for side in sides:
        for station, dims in side.repeated.items():
            if len(dims) != 2:
                continue
            apart = abs(dims[0].value - dims[1].value)
            allowed = max(next(iter(d.slopes.values()))[1].form.tolerance for d in dims)  # type: ignore[union-attr]
            if apart <= allowed:
                continue
            stray = dims[1]
            checks.add(
                "caution",
                f"{key}.third.{side.stations[station].name}",
                "measure",
                speak.say(
                    f"Read it a third time: the two readings of {_low(side.stations[station].label)} are {{}} apart.",
                    speak.fine(apart),
                ),
                why=speak.say(
                    "A tape read twice agrees within {}; of three the middle one stands, all are kept.", speak.fine(allowed)
                ),
                source_key="read-twice",
                figure=side.stations[station].name,
                parts=(part,),
                ways=(WayOut((f"Leave out {_low(stray.label)}",), ({"op": "remove", "path": _pointer(stray)},)),),
            )


def _low(label: str) -> str:
    return label[0].lower() + label[1:]


def _others(side: Side, but: Dim) -> Fraction:
    rest = [d.value for d in side.stations.values() if d is not but]
    return _median_of(rest) if rest else but.value


def _middle(side: Side) -> Fraction:
    return _median_of([d.value for d in side.stations.values()])


def _median_of(values: list[Fraction]) -> Fraction:
    ordered, half = sorted(values), len(values) // 2
    return ordered[half] if len(values) % 2 else (ordered[half - 1] + ordered[half]) / 2


def _opposite(axis: str) -> str:
    return "height" if axis == "width" else "width"


def _close(a: Fraction, b: Fraction, share: Fraction = Fraction(3, 100)) -> bool:
    return abs(a - b) <= share * max(a, b)


def _leave_out(speak: Speaker, stray: Dim) -> WayOut:
    pointer = _pointer(stray)
    station = pointer.rsplit("/", 1)[0]
    return WayOut(speak.say(f"Leave out {stray.label[0].lower()}{stray.label[1:]} until it is read again"), (put_list(station),))


def put_list(station_pointer: str) -> dict[str, object]:
    """Patch step that empties a station."""
    return {"op": "add", "path": station_pointer, "value": []}


def _pointer(dim: Dim) -> str:
    """Where a station's (first) reading stands in the piece."""
    return next(str(d.form.pointer) for _, d in dim.slopes.values() if isinstance(d.form, Leaf))


def _wrong_unit(checks: Checklist, speak: Speaker, what: str, width: Side, height: Side, key: str) -> bool:
    """A reading that is 25.4 times, or a 25.4th of, its fellows was written in the other unit."""
    found = False
    everything = [(d, side) for side in (width, height) for d in side.stations.values()]
    for dim, side in everything:
        fellows = len(side.stations) > 1
        if fellows:
            aim = _others(side, dim)
            share = Fraction(5, 100)
        else:
            # One reading only: the other axis, of which a picture is seldom more than three times the length.
            other = height if side is width else width
            aim, share = other.mean.value, Fraction(2, 3)
            if Fraction(1, 10) < dim.value / aim < 10:
                continue
        for factor, was, meant in ((MM_PER_INCH, "millimetres", "inches"), (1 / MM_PER_INCH, "inches", "millimetres")):
            mended = dim.value * factor
            # With one reading against one, either could be the wrong one: doubt the one that becomes like its fellow.
            if not _close(mended, aim, share) or (not fellows and factor < 1):
                continue
            pointer = _pointer(dim)
            tape = "in" if factor > 1 else "mm"
            value = {"mm": put("", mended)["value"], "tape": tape}
            checks.add(
                "stop",
                f"{key}.unit.{dim.name}",
                "measure",
                speak.say(f"{dim.label} is {{}}: it looks as if {meant} were typed where {was} were meant to stand.", dim),
                why=speak.say("25.4 times over is what the wrong unit does; read the other way it is {} beside {}.", mended, aim),
                source_key="inch",
                figure=dim.name,
                parts=dim.parts,
                ways=(
                    WayOut(speak.say(f"Take it as {meant}: {{}}", mended), ({"op": "replace", "path": pointer, "value": value},)),
                ),
            )
            found = True
    return found


def _crossed(checks: Checklist, speak: Speaker, width: Side, height: Side, part: str, key: str) -> bool:
    """One reading of each axis has the size of the other: the two were written crosswise."""
    if len(width.stations) < 2 or len(height.stations) < 2 or _close(_middle(width), _middle(height), Fraction(1, 10)):
        return False
    for w in width.stations.values():
        for h in height.stations.values():
            if _close(w.value, _others(height, h)) and _close(h.value, _others(width, w)):
                a, b = _pointer(w), _pointer(h)
                top = a.rsplit("/", 1)[0]
                # JSON Patch has no exchange: a copy of the first waits behind while the second takes its place.
                swap = (
                    {"op": "copy", "from": a, "path": f"{top}/1"},
                    {"op": "move", "from": b, "path": a},
                    {"op": "move", "from": f"{top}/1", "path": b},
                    {"op": "remove", "path": f"{top}/1"},
                )
                checks.add(
                    "stop",
                    f"{key}.crossed",
                    "measure",
                    speak.say(f"{w.label} ({{}}) and {h.label[0].lower()}{h.label[1:]} ({{}}) look swapped.", w, h),
                    why="Each agrees with the other readings of the other axis.",
                    source_key="untrue",
                    figure=w.name,
                    parts=(part,),
                    ways=(WayOut(speak.say("Change the two places about"), swap),),
                )
                return True
    return False


def check_diagonals(checks: Checklist, speak: Speaker, thing: Thing) -> None:
    """Diagonals that no four-sided thing of these sides has: both too long, too short, or longer than two sides."""
    if thing.rising is None or thing.falling is None:
        return
    width, height, p, q = thing.width, thing.height, thing.rising, thing.falling
    sides = [s.near(end).value for s in (width, height) for end in (Fraction(0), Fraction(1))]
    squares = sum((s * s for s in sides), Fraction(0))
    # Euler: p² + q² = Σ sides² − 4m², m between the middles of the diagonals; m is no more than half the spreads.
    apart = (abs(sides[0] - sides[1]) + abs(sides[2] - sides[3])) / 2
    most, least = root(squares / 2), root(max(Fraction(0), squares / 2 - 2 * apart * apart))
    both = root((p.value**2 + q.value**2) / 2)
    doubt = p.worst + q.worst + width.mean.worst + height.mean.worst
    wild = max(p.value, q.value) >= max(sides[:2]) + max(sides[2:]) + doubt
    if not wild and least - doubt <= both <= most + doubt:
        return
    ways = [
        WayOut((f"Leave out the {word} diagonal until it is read again",), (put_list(_pointer(d).rsplit("/", 1)[0]),))
        for word, d in (("rising", p), ("falling", q))
    ]
    checks.add(
        "stop",
        "measure.diagonals",
        "measure",
        speak.say("No piece with these sides has diagonals of {} and {}: read them again.", p, q),
        why=speak.say(
            "Of four-sided things the squares of the diagonals come to those of the sides: together they should be "
            "those of two diagonals of {}; these are as two of {}.",
            most,
            both,
        ),
        source_key="euler",
        figure=p.name,
        parts=(thing.key,),
        ways=ways,
    )
