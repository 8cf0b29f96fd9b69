"""At the bench: what a step takes in hand, which drawing shows it, and a gate's readings judged against the plan."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from shadbo.core import (
    APART,
    AnyEdit,
    Choose,
    Fault,
    Fraction,
    LengthField,
    Operation,
    Piece,
    Plan,
    Refused,
    Say,
    Shop,
    Stage,
    Tool,
    TypeIn,
    Unit,
    apply_edits,
    plan,
    reading_gives,
    tool_of,
)

# Where a photograph is asked for, and of what: the condition before work, and the front before the back is closed.
PHOTOGRAPHED: Mapping[str, str] = {"condition": "Its condition, before work starts", "look": "The front, before it is closed"}
# Drawings by what they are good for, the first that shows a step's parts is shown with it.
DRAWINGS = ("face", "section", "back")


@dataclass(frozen=True, slots=True)
class GateReading:
    """A reading that is asked for: its name, the figure it is held against (or the length in mm, ``planned``), and the place it goes to
    where the plan goes on from it. ``assumed``: nobody knew it, so what stood in its place is nothing it could be out by."""

    key: str
    label: str
    figure: str = ""
    place: str = ""
    planned: str = ""
    assumed: bool = False

    def length(self, worked: Plan) -> Fraction:
        """What was planned, mm."""
        return Fraction(self.planned or worked.figures[self.figure].mm or "0")


@dataclass(frozen=True, slots=True)
class Gate:
    """What is read at a gate. ``compared_within``: its two readings are held against one another, and may differ by that figure. ``blind``: what
    was planned isn’t shown before something is read. ``mend`` is what is tried where it is out, besides making it anew. ``tool`` is what made
    what is read. Without ``must`` it is no gate: what was cut may be read, one length or all, and nothing waits for it. ``typed``: what is read
    goes into the plan also where it is fine, since what comes next is ordered by it. ``rule`` of the shop says how far it may be out, where no tool
    made it; ``gives``: what gives, in words."""

    asks: tuple[GateReading, ...]
    compared_within: str = ""
    blind: bool = True
    mend: str = ""
    tool: Tool | None = None
    must: bool = True
    typed: bool = False
    rule: str = ""
    gives: str = "the cut and the tape give"


INSIDE = (
    GateReading("width", "Inside, width", "frame.inside.width", "/display/frame/width/middle/0"),
    GateReading("height", "Inside, height", "frame.inside.height", "/display/frame/height/centre/0"),
)
RABBET = (
    GateReading("width", "Rabbet, width", "frame.rabbet.width", "/display/frame/width/middle/0"),
    GateReading("height", "Rabbet, height", "frame.rabbet.height", "/display/frame/height/centre/0"),
    GateReading("depth", "Rabbet, depth", "rabbet.depth", "/display/frame/rabbet_depth"),
)
OF_ITS_RAIL = (
    GateReading("lip", "Lip", "rail.lip", "/display/frame/lip"),
    GateReading("face", "Face of its rail", "rail.face", "/display/frame/face"),
    GateReading("rail", "Height of its rail", "rail.height", "/display/frame/moulding_depth"),
)
OF_ITS_SEAT = (
    *OF_ITS_RAIL[1:],
    GateReading("seat", "Seat, thick", "seat.thickness", "/display/frame/seat_thickness"),
    GateReading("seat_width", "Seat, wide", "seat.width", "/display/frame/seat_width"),
)
CLAMP = "Clamp lightly across the longer diagonal, wait a minute, and read both again; or shim the open mitre."
KEYS = "Push the longer corners together, a hand on each, and read both again before the braces go in."


def diagonals(of: str) -> tuple[GateReading, GateReading]:
    return GateReading("rising", "Diagonal, rising", f"{of}.diagonal"), GateReading(
        "falling", "Diagonal, falling", f"{of}.diagonal"
    )


# The steps at which a bought frame is opened, one a piece.
OPENS = ("open", "glass", "apart")
GATES: Mapping[str, Gate] = {
    "inside": Gate(INSIDE, tool="saw"),
    "rabbet": Gate(RABBET, tool="saw"),
    "dry": Gate(diagonals("frame"), "frame.square", blind=False, mend=CLAMP),
    "square": Gate(diagonals("stretcher"), "stretcher.square", blind=False, mend=KEYS),
    # Of every floor there is: see _rebates.
    "read": Gate((), typed=True),
    # Of a bought frame that goes by its label: see _by_label. Not blind: its words say how it is opened, and the label was read by everybody.
    **dict.fromkeys(OPENS, Gate((), blind=False, typed=True, rule="label_within", gives="a label may be out by")),
    # Of a floater that is there and that nobody has read: see _of_a_floater.
    "frame": Gate((), blind=False, typed=True),
}
# Stands while nobody has read a bought frame.
BY_LABEL = "frame.by_label"
READ = LengthField.between("Reading", "0.1", "30000")
TRIM = "What is long is cut again by the difference; what is short is cut anew. A pair must be alike before it must be right."
# So many lengths of one step are asked for.
MOST_ASKED = 6


def _rebates(worked: Plan) -> Iterator[GateReading]:
    """The rebates of a layered box, floor by floor: what is ordered is ordered by what they are."""
    n = 0
    while f"floor.{n}.planned.width" in worked.figures:
        for side, figure in (
            ("width", f"floor.{n}.planned.width"),
            ("height", f"floor.{n}.planned.height"),
            ("depth", f"floor.{n}.depth.planned"),
        ):
            yield GateReading(f"{n}.{side}", f"Rebate {n + 1}, {side}", figure, f"/display/floors/{n}/built_{side}")
        n += 1


def _by_label(worked: Plan) -> Iterator[GateReading]:
    """The rabbet of a frame that goes by its label, as soon as it is open, and all else of it that is not read; what was read is only looked at."""
    if not any(c.key == BY_LABEL for c in worked.checks):
        return
    empty = {i.pointer for stage in worked.stages for i in stage.inputs if i.kind == "length" and i.shown is None}
    for side, station in (("width", "middle"), ("height", "centre")):
        # Turned, it is the other side of what is put in.
        figure = next((name for a in ("width", "height") if (name := f"frame.read.{a}.{station}") in worked.figures), "")
        labelled = f"/display/frame/label_{side}" not in empty
        yield GateReading(side, f"Rabbet, {side}", figure, f"/display/frame/{side}/{station}/0", assumed=not labelled)
    yield replace(RABBET[-1], assumed="/display/frame/label_depth" in empty)
    yield from (replace(one, assumed=True) for one in OF_ITS_RAIL if one.place in empty)


def _of_a_floater(worked: Plan) -> Iterator[GateReading]:
    """All of a floater that is there and is not read."""
    empty = {i.pointer for stage in worked.stages for i in stage.inputs if i.kind == "length" and i.shown is None}
    for one, station in zip(INSIDE, ("middle", "centre"), strict=True):
        # Turned, it is the other side of the canvas.
        figure = next((name for a in ("width", "height") if (name := f"frame.read.{a}.{station}") in worked.figures), "")
        if one.place in empty and figure:
            yield replace(one, figure=figure, assumed=True)
    yield from (replace(one, assumed=True) for one in OF_ITS_SEAT if one.place in empty)


# What is asked at a gate whose readings hang on the piece.
OF_THE_PIECE: Mapping[str, Callable[[Plan], Iterator[GateReading]]] = {
    "read": _rebates,
    "frame": _of_a_floater,
    **dict.fromkeys(OPENS, _by_label),
}


def gate_of(key: str, worked: Plan) -> Gate | None:
    """What is read at a step of this plan; None where it is only looked at, or done."""
    step = next((o for o in worked.steps if o.key == key), None)
    gate = GATES.get(key)
    if step is None:
        return None
    if gate is None or not step.gate:
        return _cuts_of(step, worked)
    asks = tuple(a for a in (gate.asks or OF_THE_PIECE[key](worked)) if a.figure in worked.figures)
    return replace(gate, asks=asks) if asks and (not gate.compared_within or gate.compared_within in worked.figures) else None


def _cuts_of(step: Operation, worked: Plan) -> Gate | None:
    """What may be read of what a step cuts: each length that a saw, a mat cutter or a glass cutter made, and the other side of a sheet."""
    names = set(step.makes)
    lines = [(line, tool) for line in worked.cuts if names & _families(line.key) and (tool := tool_of(line.key))]
    if not lines:
        return None
    tool = lines[0][1]
    asks: list[GateReading] = []
    for line, by in lines:
        if by == tool and Fraction(line.mm) > 0:
            part, sheet = line.part, tool != "saw" and line.width is not None
            asks.append(GateReading(line.key, f"{part}, width" if sheet else part, planned=line.mm))
            if sheet and line.width is not None:
                asks.append(GateReading(f"{line.key}.by", f"{part}, height", planned=line.width.mm))
    return Gate(tuple(asks[:MOST_ASKED]), blind=False, mend=TRIM, tool=tool, must=False)


def made_anew(key: str, worked: Plan) -> tuple[str, ...]:
    """The steps that are done again to make what a gate looks at as it was planned: from the first that makes rails or bars to the gate."""
    before = worked.steps[: next((n for n, o in enumerate(worked.steps) if o.key == key), 0)]
    first = next((n for n, o in enumerate(before) if {"rail", "bar"}.intersection(o.makes)), len(before))
    return tuple(o.key for o in before[first:] if not o.beside)


# The stage whose dimension lines a step’s drawing bears, by the first of its key.
STAGES: Mapping[str, Stage] = {"hold": "hold", "fix": "hold", "rings": "hang", "hang": "hang"}


def stage_of(operation: Operation) -> Stage:
    return STAGES.get(operation.key.split(".")[0], "cut")


def drawing_of(operation: Operation, worked: Plan) -> str:
    """The drawing that shows most of what a step has in hand; all laid apart is shown beside it."""
    wanted = {*operation.parts, *operation.makes, *operation.uses}

    def shows(key: str) -> int:
        view = next((v for v in worked.views if v.key == key), None)
        return len(wanted & {s.part for s in view.shapes}) if view else -1

    keys = [
        *(k for k in DRAWINGS if any(v.key == k for v in worked.views)),
        *(v.key for v in worked.views if v.key not in (*DRAWINGS, APART)),
    ]
    return max(keys, key=shows, default="face")


def lies_apart(operation: Operation, worked: Plan) -> tuple[str, ...]:
    """What a step has in hand, by the names it bears where all is laid apart."""
    view = next((v for v in worked.views if v.key == APART), None)
    names = {*operation.makes, *operation.uses}
    lit = {*names, *operation.parts}
    for part in worked.to_get:
        if names & part.families:
            lit.update(part.lights)
    for line in worked.cuts:
        if names & _families(line.key):
            lit.update(line.parts)
    return tuple(sorted({s.part for s in view.shapes if lit & _families(s.part)})) if view is not None else ()


def in_hand(operation: Operation, worked: Plan) -> Iterator[tuple[str, str, int, Say]]:
    """The parts a step has in hand: key, name, how many, what one measures."""
    names = {*operation.makes, *operation.uses}
    lit = names | set(operation.parts)
    for line in worked.cuts:
        if names & _families(line.key):
            yield line.key, line.part, line.count, (line.length,)
    holding = operation.key.split(".")[0] == "hold"
    for part in worked.to_get:
        # What holds a thing lights with it, and is in hand only where it is held: not where it is measured or looked at.
        beside = holding or not part.key.startswith("hold.")
        if names & part.families or (beside and lit.intersection(part.lights)):
            yield part.key, part.name, part.count, part.size


def _families(key: str) -> set[str]:
    steps = key.split(".")
    return {".".join(steps[:n]) for n in range(1, len(steps) + 1)}


@dataclass(frozen=True, slots=True)
class Line:
    """One reading judged: planned and read (mm), how much is within what saw and tape give, whether it is, and what it looks like
    instead (a jumped decimal, the wrong unit), in words. ``assumed``: what is called planned only stood there till it was read."""

    key: str
    label: str
    planned: Fraction
    read: Fraction
    give: Fraction
    fine: bool
    doubt: str = ""
    assumed: bool = False


@dataclass(frozen=True, slots=True)
class GateResult:
    """A gate's readings held against the plan. ``edits`` make the plan go on from what is there."""

    fine: bool
    lines: tuple[Line, ...]
    edits: tuple[AnyEdit, ...]


def judge(key: str, readings: Mapping[str, str], worked: Plan, piece: Piece, shop: Shop, unit: Unit) -> GateResult:
    """Hold what was read at a gate against the plan: a cut may be out by the saw at both ends, a reading by the tape.

    ``readings`` are texts by the keys the gate asks for. Raises :class:`Refused` at each that is missing or is no length.
    """
    gate = gate_of(key, worked)
    if gate is None:
        raise Refused(Fault("/key", "gate", key[:80], "is no gate that is read", "a gate with readings"))
    read: dict[str, Fraction] = {}
    faults: list[Fault] = []
    given = [a for a in gate.asks if gate.must or readings.get(a.key, "").strip()]
    for asked in given or gate.asks:
        try:
            found = READ.read(readings.get(asked.key, ""), unit, shop.tape, f"/readings/{asked.key}")
            read[asked.key] = found.mm
        except Refused as error:
            faults += error.faults
    if faults:
        raise Refused(*faults)
    give = Fraction(getattr(shop.rules, gate.rule)) if gate.rule else reading_gives(shop, unit, gate.tool or "saw").value
    planned = {a.key: a.length(worked) for a in given}
    if gate.compared_within:
        most = Fraction(worked.figures[gate.compared_within].mm or "0")
        first, second = (read[a.key] for a in gate.asks)
        fine = abs(first - second) <= most
        lines = tuple(Line(a.key, a.label, planned[a.key], read[a.key], most, fine) for a in gate.asks)
        return GateResult(fine, lines, ())
    lines = tuple(
        Line(
            a.key,
            a.label,
            planned[a.key],
            read[a.key],
            give,
            # What nobody knew is only asked about, where it looks like a slip.
            not doubt if a.assumed else abs(read[a.key] - planned[a.key]) <= give,
            doubt,
            a.assumed,
        )
        for a in given
        for doubt in (_doubt(planned[a.key], read[a.key]),)
    )
    places: Sequence[AnyEdit] = [TypeIn(pointer=a.place, text=readings[a.key], unit=unit) for a in given if a.place]
    # A frame is gone on from as one that is there already, of the moulding it was made of; a rebate as it was read.
    begin: tuple[AnyEdit, ...] = (
        () if gate.typed or not places else (Choose(choice="frame", option="bought"), *_of_its_moulding(worked, places))
    )
    edits = (*begin, *places)
    return GateResult(all(line.fine for line in lines), lines, edits)


def _of_its_moulding(worked: Plan, read: Sequence[AnyEdit]) -> Iterator[TypeIn]:
    """What is known of a frame that was made here without reading it: the sizes of its moulding."""
    typed = {edit.pointer for edit in read if isinstance(edit, TypeIn)}
    lipped = "rail.lip" in worked.figures
    for one in (RABBET[-1], *OF_ITS_RAIL) if lipped else OF_ITS_SEAT:
        if one.figure in worked.figures and one.place not in typed:
            mm = one.length(worked)
            yield TypeIn(pointer=one.place, text=f"{float(mm):g}", unit="mm")


def _doubt(planned: Fraction, read: Fraction) -> str:
    """What a reading looks like that is another one ten times, or 25.4 times, too large or too small (within 2 %)."""
    near = planned / 50
    for times, small, large in (
        (Fraction(10), "the decimal point one place too far left", "the decimal point one place too far right"),
        (Fraction("25.4"), "inches read as millimetres", "millimetres read as inches"),
    ):
        if abs(read * times - planned) <= near:
            return f"It looks like {small}. Read it again?"
        if abs(read / times - planned) <= near:
            return f"It looks like {large}. Read it again?"
    return ""


@dataclass(frozen=True, slots=True)
class Changed:
    """A figure that changes when the plan goes on from what is there: before and after."""

    label: str
    before: Say
    after: Say


def goes_on(piece: Piece, worked: Plan, edits: Sequence[AnyEdit], shop: Shop) -> tuple[Plan, tuple[Changed, ...]] | None:
    """The plan from what is there, and what changes in what is still to be cut; None where this piece can't go on so."""
    try:
        after = plan(apply_edits(piece, list(edits), shop), shop)
    except Refused:
        return None
    before = {line.key: line for line in worked.cuts}
    changed = [
        Changed(line.part, (before[line.key].length,), (line.length,))
        for line in after.cuts
        if line.key in before and before[line.key].length != line.length
    ]
    for name, label in (("gap.width", "Gap, left and right"), ("gap.height", "Gap, top and bottom"), ("depth.slack", "Slack")):
        if name in worked.figures and name in after.figures:
            was, now = worked.figures[name].shown, after.figures[name].shown
            if was and now and was != now:
                changed.append(Changed(label, (was,), (now,)))
    return after, tuple(changed)
