"""The order of work: steps with bench minutes, waits nobody attends, gates and cautions."""

from __future__ import annotations

from dataclasses import dataclass

from shadbo.core.figures import Say


@dataclass(frozen=True, slots=True)
class Step:
    """One step at the bench. A gate must be looked at or read before going on; ``care`` is the safety note, if any."""

    key: str
    title: str
    say: Say
    minutes: int
    wait_minutes: int = 0
    gate: bool = False
    care: str = ""
    parts: tuple[str, ...] = ()
