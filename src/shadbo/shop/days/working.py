"""How a shop works in time: its hands, hours and days off, its places and clamps, and how long what must be got takes to come.

Every default is a house figure and can be edited.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from datetime import date, time
from typing import Annotated, Any, Literal
from zoneinfo import ZoneInfo, available_timezones

from pydantic import BaseModel, ConfigDict, Field, ValidationError, field_validator

from shadbo.core import Fault, Refused

# What may have to come before work can begin, and the parts it is cut or got for (families of a job’s parts).
Coming = Literal["glazing", "moulding", "bars", "boards", "fabric", "small"]
COMING: Mapping[Coming, tuple[str, tuple[str, ...]]] = {
    "glazing": ("Glass and acrylic", ("glazing", "hood", "sheet")),
    "moulding": ("Moulding", ("rail", "tray", "base", "step", "pole", "liner")),
    "bars": ("Stretcher bars", ("bar",)),
    "boards": (
        "Boards and mats",
        ("board", "mount", "mat", "mats", "mat_top", "mat_bottom", "mat_back", "backing", "back", "floor"),
    ),
    "fabric": ("Cloth", ("cloth", "canvas", "sleeve", "film")),
    "small": ("Fixings and supplies", ("hold", "rod", "lamp", "supply", "clip", "hinge", "catch")),
}

WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
MOST_HANDS = 12
MOST_DAYS_OFF = 200
SPANS = 4
SPAN = re.compile(r"\s*(\d{1,2})(?:[:.](\d{2}))?\s*(?:-|–|to)\s*(\d{1,2})(?:[:.](\d{2}))?\s*")


class Part(BaseModel):
    model_config = ConfigDict(extra="forbid", frozen=True)


class Span(Part):
    """From when till when somebody is at the bench, in the shop’s own time."""

    opens: time
    shuts: time


class Hand(Part):
    """A pair of hands: whose they are, and the days they are away."""

    name: str = Field(min_length=1, max_length=60)
    away: Annotated[tuple[date, ...], Field(max_length=MOST_DAYS_OFF)] = ()


class Lead(Part):
    """How many days a kind of thing takes to come; ``supplier`` for the note. Nothing: it is in the house."""

    what: Coming
    days: int = Field(ge=0, le=365)
    supplier: str = Field(default="", max_length=80)


class Pace(Part):
    """How long a kind of work takes here, taken over from the shop’s own records: ``add`` minutes and so many ``times`` what is planned.
    ``kind`` is the first step of an operation’s key."""

    kind: str = Field(min_length=1, max_length=40)
    add: float = Field(default=0, ge=0, le=600)
    times: float = Field(gt=0, le=20)

    def minutes(self, planned: int) -> int:
        return max(1, round(self.add + self.times * planned))


Day = Annotated[tuple[Span, ...], Field(max_length=SPANS)]
USUAL = (Span(opens=time(8, 30), shuts=time(12, 30)), Span(opens=time(13, 30), shuts=time(17, 30)))


class Working(Part):
    """How a shop works. ``week`` is Monday to Sunday; ``also`` are days with hours of their own (a Saturday before a fair).

    ``dusty``, ``spray`` and ``clean`` are so many places; with ``dust_apart`` dust flies in a room of its own, else no glass is cut or cleaned
    while it does.
    """

    format: Literal["shadbo.working/1"] = "shadbo.working/1"
    zone: str = "UTC"
    hands: Annotated[tuple[Hand, ...], Field(min_length=1, max_length=MOST_HANDS)] = (Hand(name="The bench"),)
    week: tuple[Day, Day, Day, Day, Day, Day, Day] = (USUAL, USUAL, USUAL, USUAL, USUAL, (), ())
    shut: Annotated[tuple[date, ...], Field(max_length=MOST_DAYS_OFF)] = ()
    also: Annotated[dict[date, Day], Field(max_length=MOST_DAYS_OFF)] = {}
    dusty: int = Field(default=1, ge=1, le=20)
    spray: int = Field(default=1, ge=1, le=20)
    clean: int = Field(default=1, ge=1, le=20)
    clamps: int = Field(default=2, ge=1, le=99)
    weights: int = Field(default=2, ge=1, le=99)
    press: int = Field(default=1, ge=1, le=99)
    dust_apart: bool = False
    leads: Annotated[tuple[Lead, ...], Field(max_length=len(COMING))] = ()
    paces: Annotated[tuple[Pace, ...], Field(max_length=120)] = ()

    @field_validator("zone")
    @classmethod
    def a_zone_there_is(cls, value: str) -> str:
        if value not in available_timezones():
            raise ValueError("is no time zone")
        return value

    @field_validator("week", "also")
    @classmethod
    def hours_that_begin_before_they_end(cls, value: Any) -> Any:
        for spans in value.values() if isinstance(value, dict) else value:
            before: Span | None = None
            for span in spans:
                if span.shuts <= span.opens:
                    raise ValueError(f"end at {span.shuts:%H:%M} before they begin at {span.opens:%H:%M}")
                if before and span.opens < before.shuts:
                    raise ValueError(f"overlap: {span.opens:%H:%M} is before {before.shuts:%H:%M}")
                before = span
        return value

    @field_validator("hands")
    @classmethod
    def no_name_twice(cls, value: tuple[Hand, ...]) -> tuple[Hand, ...]:
        if len({h.name.casefold() for h in value}) < len(value):
            raise ValueError("two pairs of hands have one name")
        return value

    @property
    def tz(self) -> ZoneInfo:
        return ZoneInfo(self.zone)

    def lead(self, what: Coming) -> int:
        return next((lead.days for lead in self.leads if lead.what == what), 0)

    def pace(self, key: str) -> Pace | None:
        """The shop’s own time for a kind of work, by an operation’s key."""
        kind = key.split(".")[0]
        return next((p for p in self.paces if p.kind == kind), None)

    def minutes(self, key: str, planned: int) -> int:
        """What an operation takes here (minutes)."""
        pace = self.pace(key)
        return pace.minutes(planned) if pace and planned else planned

    def spans(self, day: date) -> tuple[Span, ...]:
        """The hours of a day: its own, or its weekday’s; none when the shop is shut."""
        if day in self.shut:
            return ()
        return self.also.get(day, self.week[day.weekday()])

    def places(self, place: str) -> int:
        return {"dusty": self.dusty, "spray": self.spray, "clean": self.clean}.get(place, len(self.hands))

    def equipment(self, what: str) -> int:
        return {"clamps": self.clamps, "weights": self.weights, "press": self.press}[what]


HOUSE_WORKING = Working()


def read_hours(text: str, pointer: str) -> tuple[Span, ...]:
    """Hours as they are written: “8:30–12:30, 13:30–17:30”; empty or “shut” is a day off. Raises :class:`Refused` at ``pointer``."""
    if text.strip().casefold() in ("", "shut", "closed", "off", "-", "–"):
        return ()
    spans: list[Span] = []
    for part in re.split(r"[,;]|\band\b", text):
        found = SPAN.fullmatch(part)
        if not found:
            raise Refused(_hours_fault(pointer, text, "is not read as hours"))
        h1, m1, h2, m2 = (int(g or 0) for g in found.groups())
        try:
            spans.append(Span(opens=time(h1, m1), shuts=time(h2, m2)))
        except ValueError:
            raise Refused(_hours_fault(pointer, text, "holds a time there isn’t")) from None
        if spans[-1].shuts <= spans[-1].opens:
            raise Refused(
                _hours_fault(pointer, text, f"ends at {spans[-1].shuts:%H:%M} before it begins at {spans[-1].opens:%H:%M}")
            )
        if len(spans) > 1 and spans[-1].opens < spans[-2].shuts:
            raise Refused(_hours_fault(pointer, text, f"begins anew at {spans[-1].opens:%H:%M}, before {spans[-2].shuts:%H:%M}"))
    if len(spans) > SPANS:
        raise Refused(_hours_fault(pointer, text, f"has more than {SPANS} spans"))
    return tuple(spans)


def _hours_fault(pointer: str, text: str, message: str) -> Fault:
    return Fault(pointer, "hours", text[:80], message, "8:30–12:30, 13:30–17:30, or empty for a day off")


def hours_text(spans: tuple[Span, ...]) -> str:
    """As it is typed: “8:30–12:30, 13:30–17:30”; nothing for a day off."""
    return ", ".join(f"{clock(s.opens)}–{clock(s.shuts)}" for s in spans)


def clock(at: time) -> str:
    return f"{at.hour}:{at.minute:02d}"


def load_working(document: Any) -> Working:
    """Check a document. Raises :class:`Refused`, one fault a field."""
    try:
        return Working.model_validate(document)
    except ValidationError as error:
        raise Refused(
            *(
                Fault(
                    "/" + "/".join(str(step) for step in e["loc"]),
                    str(e["loc"][0]) if e["loc"] else "working",
                    str(e["input"])[:80],
                    e["msg"].removeprefix("Value error, "),
                    "see the note at the field",
                )
                for e in error.errors()
            )
        ) from None
