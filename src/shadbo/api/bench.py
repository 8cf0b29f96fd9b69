"""A piece at the bench over the web: its steps and what became of them, gates with readings, the waits that run."""

from __future__ import annotations

import uuid
from datetime import timedelta
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response
from sqlalchemy.orm import Session

from shadbo.api import day_messages as m
from shadbo.api.days import Now, hand_of, operation_out
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.api.problems import problem
from shadbo.api.working import Worked, standing
from shadbo.core import Fraction, Shop, Shown
from shadbo.devices.listening import Listener
from shadbo.exports.pieces import to_json
from shadbo.shop.bench import PHOTOGRAPHED, Line, drawing_of, gate_of, goes_on, in_hand, judge, lies_apart, made_anew, stage_of
from shadbo.store import days as kept_days
from shadbo.store import pieces, shops

router = APIRouter(prefix="/api", responses=PROBLEMS)
# A wait that is over is told so long, unless somebody goes on from it before.
TOLD = timedelta(hours=16)


@router.get("/pieces/{piece_id}/bench", response_model=m.BenchOut)
def at_the_bench(db: Db, now: Now, piece_id: uuid.UUID) -> m.BenchOut:
    """The steps of a piece, as it stands, and what became of each."""
    with db.work() as session:
        worked, _, version = _worked(session, piece_id)
        plan = worked.plan
        working, _ = kept_days.working(session)
        local = now.astimezone(working.tz)
        done = kept_days.operations(session, piece_id).get(piece_id, {})
        return m.BenchOut(
            local,
            version,
            tuple(
                m.StepOut(
                    o.key,
                    o.title,
                    o.say,
                    o.minutes,
                    o.wait_minutes,
                    o.gate,
                    o.care,
                    o.place,
                    o.after,
                    drawing_of(o, plan),
                    stage_of(o),
                    o.parts,
                    lies_apart(o, plan),
                    tuple(m.InHand(*part) for part in in_hand(o, plan)),
                    tuple(m.AskedOut(a.key, a.label) for a in gate.asks) if (gate := gate_of(o.key, plan)) else (),
                    gate is not None and gate.blind,
                    gate is not None and gate.must,
                    PHOTOGRAPHED.get(o.key, ""),
                )
                for o in plan.steps
            ),
            tuple(operation_out(row, local, working) for row in done.values()),
            tuple(h.name for h in working.hands),
            plan.stops[0].say if plan.stops else None,
        )


def _worked(session: Session, piece_id: uuid.UUID) -> tuple[Worked, Shop, int]:
    shop = shops.get(session)
    kept = pieces.get(session, piece_id)
    return standing(session, kept, shop), shop, kept.version


@router.post("/pieces/{piece_id}/operations/{key}/read", response_model=m.GateOut)
def read_gate(db: Db, now: Now, piece_id: uuid.UUID, key: str, body: m.ReadGate) -> m.GateOut | Response:
    """Judge what was read, and keep it. A gate that is fine, or taken as it is, ends its step."""
    with db.work() as session:
        pieces.on_the_rack(session, piece_id)
        worked, shop, version = _worked(session, piece_id)
        judged = judge(key, body.readings, worked.plan, worked.piece, shop, body.unit)
        working, _ = kept_days.working(session)
        hand = hand_of(body.hand, working)
        row = kept_days.operation(session, piece_id, key)
        if row.done_at:
            return problem(409, f"It is done already{f' by {row.hand}' if row.hand else ''}", "Undo it to read it again.")
        step = next(o for o in worked.plan.steps if o.key == key)
        row.title, row.planned, row.wait = step.title, step.minutes, step.wait_minutes
        gate = gate_of(key, worked.plan)
        assert gate is not None
        taken = [
            {
                "key": line.key,
                "label": line.label,
                "tool": gate.tool or "",
                "planned": float(line.planned),
                "read": float(line.read),
                "fine": line.fine,
            }
            for line in judged.lines
        ]
        before = [
            *row.said.get("read", []),
            {"at": now.isoformat(), "hand": hand, "unit": body.unit, "lines": taken, "why": body.anyway},
        ]
        row.said = {**row.said, "read": before}
        frame = getattr(worked.piece.display, "frame", None)
        if judged.edits and not judged.fine and frame is not None and frame.make == "new":
            # The next one like it is made as this one was to be, not as it came out.
            row.said = {**row.said, "frame": to_json(frame.model_dump())}
        if gate.must and (judged.fine or body.anyway.strip()):
            row.hand, row.begun_at, row.done_at, row.paused_at = hand, row.begun_at or now, now, None
        out = gate.typed or not judged.fine
        further = goes_on(worked.piece, worked.plan, judged.edits, shop) if judged.edits and out else None
        return m.GateOut(
            judged.fine,
            bool(gate.compared_within),
            tuple(_line(line, shop) for line in judged.lines),
            tuple(e.model_dump(mode="json") for e in judged.edits) if further else (),
            tuple(m.ChangedOut(c.label, c.before, c.after) for c in further[1]) if further else (),
            further[0].stops[0].say if further and further[0].stops else None,
            made_anew(key, worked.plan) if gate.must else (),
            gate.mend,
            gate.gives,
            version,
        )


def _line(line: Line, shop: Shop) -> m.LineOut:
    def shown(mm: Fraction) -> Shown:
        return shop.showing.show(mm, "fine")

    return m.LineOut(
        line.key,
        line.label,
        shown(line.planned),
        shown(line.read),
        shown(abs(line.read - line.planned)),
        shown(line.give),
        line.fine,
        line.doubt,
        line.assumed,
    )


@router.get("/readings", response_model=m.ReadingsOut)
def readings(request: Request, after: Annotated[int, Query(ge=-1, lt=2**53)] = -1) -> m.ReadingsOut:
    """What the tape sent after a number; with none (-1) only the number of the last, so that nothing old lands in a field."""
    tape: Listener | None = request.app.state.tape
    if tape is None:
        return m.ReadingsOut(False, False, 0, ())
    # After the server was begun anew the numbers begin anew too.
    found = tape.after(after if after <= tape.last else 0) if after >= 0 else []
    return m.ReadingsOut(True, tape.connected, tape.last, tuple(m.ReadingOut(r.number, r.at, r.kind, r.text) for r in found))


@router.get("/timers", response_model=m.TimersOut)
def timers(db: Db, now: Now) -> m.TimersOut:
    """The waits that run, the first to end first, and those that are over and nobody went on from."""
    with db.work() as session:
        working, _ = kept_days.working(session)
        found = []
        for piece, name, row, later in kept_days.waits(session):
            until = row.done_at + timedelta(minutes=row.wait) if row.done_at else now
            if until > now or (now - until < TOLD and not later):
                found.append(m.TimerOut(str(piece), name, row.key, row.title, until.astimezone(working.tz), until <= now))
        return m.TimersOut(now.astimezone(working.tz), tuple(sorted(found, key=lambda t: t.until)))
