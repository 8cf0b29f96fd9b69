"""A piece as the rack shows it: worked out once when a state is saved, and kept as text."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from pydantic import TypeAdapter

from shadbo.core import Piece, Plan, Say, Shape, UnitName


@dataclass(frozen=True, slots=True)
class Face:
    """The drawing of a card, mm."""

    width: float
    height: float
    shapes: tuple[Shape, ...]


@dataclass(frozen=True, slots=True)
class Card:
    """Small face drawing, where the piece is in the work, what blocks it. ``stuck`` says what changed last if it can't be worked out;
    then it has no drawing."""

    name: str
    owner: str
    due: date | None
    note: str
    units: UnitName
    display: str
    stage: str
    blocked: Say | None
    cautions: int
    size: Say
    face: Face | None
    stuck: str | None = None


CARD_JSON: TypeAdapter[Card] = TypeAdapter(Card)


def card_of(piece: Piece, worked: Plan) -> Card:
    states = {s.state: s.label for s in reversed(worked.stages)}
    stage = states.get("stopped") or states.get("waiting") or worked.stages[-1].label
    view = worked.view("face")
    return Card(
        name=piece.name,
        owner=piece.owner,
        due=piece.due,
        note=piece.note,
        units=piece.units,
        display=worked.display,
        stage=stage,
        blocked=worked.stops[0].say if worked.stops else None,
        cautions=sum(c.severity == "caution" for c in worked.checks),
        size=worked.size,
        face=Face(view.width, view.height, view.shapes),
    )


def stuck_card(name: str, change: str) -> Card:
    return Card(
        name=name,
        owner="",
        due=None,
        note="",
        units="mm",
        display="",
        stage="",
        blocked=None,
        cautions=0,
        size=(),
        face=None,
        stuck=change,
    )
