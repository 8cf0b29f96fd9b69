"""How the shop works in time, over the web: hours as they are typed, hands, days off, places, what takes how long to come."""

from __future__ import annotations

from zoneinfo import available_timezones

from fastapi import APIRouter, Response

from shadbo.api import day_messages as m
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.api.problems import problem
from shadbo.core import Fault, Refused
from shadbo.shop.days.working import COMING, WEEKDAYS, Lead, Working, hours_text, load_working, read_hours
from shadbo.store import days as kept_days

router = APIRouter(prefix="/api", responses=PROBLEMS)
PLACES = ("dusty", "spray", "clean", "clamps", "weights", "press")


@router.get("/working", response_model=m.WorkingOut)
def how_it_works(db: Db) -> m.WorkingOut:
    """How the shop works in time."""
    with db.work() as session:
        return _working_out(*kept_days.working(session))


def _working_out(working: Working, version: int) -> m.WorkingOut:
    return m.WorkingOut(
        version,
        working.zone,
        tuple(sorted(available_timezones())),
        tuple(m.HandIn(name=h.name, away=list(h.away)) for h in working.hands),
        WEEKDAYS,
        tuple(hours_text(day) for day in working.week),
        working.shut,
        {day: hours_text(spans) for day, spans in working.also.items()},
        {key: getattr(working, key) for key in PLACES},
        working.dust_apart,
        {what: working.lead(what) for what in COMING},
        {lead.what: lead.supplier for lead in working.leads if lead.supplier},
        {what: label for what, (label, _) in COMING.items()},
    )


@router.put("/working", response_model=m.WorkingOut)
def set_working(db: Db, body: m.WorkingIn) -> m.WorkingOut | Response:
    """Change how the shop works; the schedule follows. 409 if somebody changed it since ``version``."""
    faults: list[Fault] = []
    days, also = [], {}
    for n, text in enumerate(body.week):
        try:
            days.append(read_hours(text, f"/week/{n}"))
        except Refused as error:
            faults += error.faults
    for day, text in body.also.items():
        try:
            also[day.isoformat()] = [s.model_dump() for s in read_hours(text, f"/also/{day.isoformat()}")]
        except Refused as error:
            faults += error.faults
    if faults:
        raise Refused(*faults)
    document = {
        "zone": body.zone,
        "hands": [h.model_dump() for h in body.hands],
        "week": [[s.model_dump() for s in spans] for spans in days],
        "shut": body.shut,
        "also": also,
        "dust_apart": body.dust_apart,
        "leads": [Lead(what=what, days=n, supplier=body.suppliers.get(what, "")) for what, n in body.leads.items() if n]
        if all(0 <= n <= 365 for n in body.leads.values())
        else [{"what": what, "days": n} for what, n in body.leads.items()],
        **{key: n for key, n in body.places.items() if key in PLACES},
    }
    working = load_working(document)
    with db.work() as session:
        # Times that were taken over from the records aren’t typed here: they stay.
        working = working.model_copy(update={"paces": kept_days.working(session)[0].paces})
        try:
            version = kept_days.save_working(session, working, body.version)
        except kept_days.Changed as changed:
            return problem(
                409,
                "Somebody changed how the shop works meanwhile",
                "Nothing of yours was kept. What stands now is shown.",
                version=changed.version,
            )
    return _working_out(working, version)
