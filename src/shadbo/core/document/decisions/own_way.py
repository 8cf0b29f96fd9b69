"""One’s own way of doing a job: steps put in, steps left out with the reason, and what is done elsewhere."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from shadbo.core.document.decisions.said import PartKey
from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import CountField, TimeField

StepKey = Annotated[str, Field(pattern=r"^[A-Za-z0-9][A-Za-z0-9_.]{0,79}$")]
MINUTES = Annotated[int, TimeField("Minutes at the bench", 0, 960)]
WAIT = Annotated[int, TimeField("Wait after it", 0, 60 * 1440)]
DAYS = Annotated[int, CountField("Days away", 1, 120)]
Words = Annotated[str, Field(max_length=600)]


# Parts one step takes in hand at the most.
MOST_USED = 12


class OwnStep(Part):
    """A step of one’s own. ``after``: what it comes after, the nearest first; it follows the first of them that the job has, so it keeps
    its place when others go. ``minutes`` at the bench, then a ``wait`` nobody attends (minutes); ``look``: looked at before going on."""

    key: Annotated[str, Field(pattern=r"^own\.[0-9]{1,3}$")]
    after: Annotated[list[StepKey], Field(max_length=120)] = []
    title: Annotated[str, Field(min_length=1, max_length=80)]
    words: Words = ""
    minutes: MINUTES = 10
    wait: WAIT = 0
    look: bool = False
    uses: Annotated[list[PartKey], Field(max_length=MOST_USED)] = []


class StepLeft(Part):
    """A step that is left out, and why."""

    step: StepKey
    why: Annotated[str, Field(max_length=200)] = ""


class SentOut(Part):
    """A step, or all of a family of them (``finish``), that is done elsewhere: how many days it is away, who does it, what goes along,
    and what is looked at when it is back."""

    step: StepKey
    days: DAYS = 5
    who: Annotated[str, Field(max_length=80)] = ""
    along: Annotated[str, Field(max_length=200)] = ""
    look: Annotated[str, Field(max_length=200)] = ""


class OwnWay(Part):
    """``made``: how many steps of one’s own there ever were, so that a new one is never taken for one that was done and taken out."""

    made: Annotated[int, Field(ge=0, le=999)] = 0
    steps: Annotated[list[OwnStep], Field(max_length=40)] = []
    left: Annotated[list[StepLeft], Field(max_length=60)] = []
    sent: Annotated[list[SentOut], Field(max_length=20)] = []
