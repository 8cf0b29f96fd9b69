"""Operations: what is done at the bench, with bench minutes, waits nobody attends, gates and cautions; and what each needs and makes."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Literal

from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.record import record

# Where it is done: dust and spray stay away from glass and open packs.
Place = Literal["bench", "dusty", "spray", "clean", "wall"]
# What is so of the work, and what order follows from: an operation needs some of these, leaves some, and ends some. Nobody writes who
# follows whom.
State = Literal[
    "measured",  # the thing, and a frame that is there, are read: what is cut besides is cut to that
    "stretched",  # the canvas is on its bars
    "raw",  # bare wood, on which glue holds; so from the beginning
    "mitred",  # the rails have their length and their rebates
    "slotted",  # the mitres are ready to be put together
    "shaped",  # nothing is sawn, glued or drilled any more on the wood of the frame
    "glued",  # the mitres are glued
    "joined",  # and hold by all they are to hold by
    "finished",  # the last coat is dry
    "open",  # the frame that came is open
    "read",  # its rabbet was read
    "prepared",  # what a method wants done to the frame is done
    "board",  # what it is fixed to is cut
    "lined",  # nothing harms it from behind
    "tried",  # what holds it was pulled at
    "laid",  # it lies where it belongs, loose
    "held",  # it is held
]
# What is done on a frame that is made comes when it is that far.
MADE: tuple[State, ...] = ("joined", "finished")
# What a shop has only so many of: sets of clamps, boards with weights, presses.
Equipment = Literal["clamps", "weights", "press"]


@record(frozen=True, slots=True)
class Clause:
    """What a step says of one part, a family of them by its name: told where the job has that part, and nowhere else."""

    part: str
    say: Say


@record(frozen=True, slots=True)
class Operation:
    """One operation at the bench. A gate must be looked at or read before going on; ``care`` is the safety note, if any.

    ``uses`` and ``makes`` name parts, or families of them; what it lights on the drawings (``parts``) it uses too. It comes after everything
    that leaves what it ``needs``, and after everything that needs what it ``ends``; operations of one ``chain`` keep the order they are told
    in. ``after`` is what comes of that: what it comes after in the job.

    ``holds`` are the things it fixes for good or for a long time, by ``method``; ``closes`` the pack;
    ``inside`` is what can’t be done once it is closed. ``beside``: it is done beside the frame, and doesn’t wait for glue or coats told
    before it, only for what it names, what it uses and the gates before it. ``takes`` is what is
    kept busy by it, ``takes_on`` so many minutes longer than the hands are. ``also``: what is told behind ``say`` of parts that may be
    left out; joined to a job it is told, or gone.
    """

    key: str
    title: str
    say: Say
    minutes: int
    wait_minutes: int = 0
    gate: bool = False
    care: str = ""
    parts: tuple[str, ...] = ()
    uses: tuple[str, ...] = ()
    makes: tuple[str, ...] = ()
    needs: tuple[State, ...] = ()
    leaves: tuple[State, ...] = ()
    ends: tuple[State, ...] = ()
    chain: str = ""
    after: tuple[str, ...] = ()
    holds: tuple[str, ...] = ()
    method: str = ""
    closes: bool = False
    inside: bool = False
    place: Place = "bench"
    beside: bool = False
    takes: Equipment | None = None
    takes_on: int = 0
    also: tuple[Clause, ...] = ()


@record(frozen=True, slots=True)
class Time:
    """What the steps take: minutes at the bench, and minutes nobody attends."""

    bench: int
    waiting: int


def time_of(steps: Iterable[Operation]) -> Time:
    done = list(steps)
    return Time(sum(s.minutes for s in done), sum(s.wait_minutes for s in done))
