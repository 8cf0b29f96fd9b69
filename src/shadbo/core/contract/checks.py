"""Checks: what a colleague would say over the shoulder, and the ways out.

A way out is a JSON Patch on the piece and a sentence; applying, previewing and undoing it are then the same as for any
other edit.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from decimal import Decimal
from types import MappingProxyType
from typing import Annotated, Any, Literal

from pydantic import PlainSerializer

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import as_decimal
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sources import Source, source

Severity = Literal["stop", "caution", "note"]
Stage = Literal["measure", "display", "arrange", "depth", "hold", "cut", "hang"]
ORDER: Mapping[Severity, int] = {"stop": 0, "caution": 1, "note": 2}
Patch = tuple[dict[str, Any], ...]


def _numbers(value: Any) -> Any:
    """Decimals as JSON numbers: the shortest text of the nearest double is the same digits for any length of a piece."""
    if isinstance(value, Decimal):
        return int(value) if value == value.to_integral_value() else float(value)
    if isinstance(value, dict):
        return {key: _numbers(inner) for key, inner in value.items()}
    if isinstance(value, (list, tuple)):
        return [_numbers(inner) for inner in value]
    return value


# A patch in a plan is for reading; it is applied by naming its way out, so no number ever comes back from outside.
PatchShown = Annotated[Patch, PlainSerializer(_numbers, return_type=list[dict[str, Any]], when_used="json")]


@record(frozen=True, slots=True)
class WayOut:
    """One way to mend a check: what it changes and what comes of it; ``patch`` is JSON Patch on the piece."""

    say: Say
    patch: PatchShown


@record(frozen=True, slots=True)
class Check:
    """One thing to know before going on; ``override``: who took a stop on, and why."""

    key: str
    severity: Severity
    stage: Stage
    say: Say
    why: Say
    source: Source
    figure: str | None
    parts: tuple[str, ...]
    ways: tuple[WayOut, ...]
    override: str = ""


class Checklist:
    """Collects the checks of a plan; a key stands once, so that no check repeats another."""

    def __init__(self) -> None:
        self.checks: dict[str, Check] = {}

    def add(
        self,
        severity: Severity,
        key: str,
        stage: Stage,
        say: Say,
        *,
        why: Say | str,
        source_key: str,
        figure: str | None = None,
        parts: Iterable[str] = (),
        ways: Iterable[WayOut] = (),
    ) -> None:
        reason: Say = (why,) if isinstance(why, str) else why
        self.checks.setdefault(
            key,
            Check(
                key=key,
                severity=severity,
                stage=stage,
                say=say,
                why=reason,
                source=source(source_key),
                figure=figure,
                parts=tuple(parts),
                ways=tuple(ways),
            ),
        )

    @property
    def stopped(self) -> bool:
        """Whether anything stops it so far."""
        return any(check.severity == "stop" for check in self.checks.values())

    def close(self) -> None:
        """From now on nothing is added: what is worked out only when it is asked for finds nothing new to say."""
        self.checks = MappingProxyType(self.checks)  # type: ignore[assignment]

    def in_order(self) -> tuple[Check, ...]:
        return tuple(sorted(self.checks.values(), key=lambda c: ORDER[c.severity]))


def put(pointer: str, value: Fraction | Decimal | str | bool | dict[str, Any] | None) -> dict[str, Any]:
    """One JSON Patch step that sets a place in the piece; lengths in mm. In a list it takes the place of what is there."""
    return {
        "op": "replace" if pointer.rsplit("/", 1)[-1].isdigit() else "add",
        "path": pointer,
        "value": as_decimal(value) if isinstance(value, Fraction) else value,
    }
