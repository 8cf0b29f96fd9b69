"""What displays may have in common, by which what is shared between them is asked for: a sheet in front, a frame, a way of closing, an
arrangement.

A display is known by what it has, not by its name, and a field that is renamed in one of them is an error before anything runs."""

from __future__ import annotations

from decimal import Decimal
from typing import Protocol, runtime_checkable

from shadbo.core.document.decisions.boxes import Boxed, Layout
from shadbo.core.document.decisions.canvas import BoughtFrame, NewFrame, NewRabbet, ReadFrame
from shadbo.core.document.decisions.clear_case import ClearCase
from shadbo.core.document.decisions.sash import Sash

AnyFrame = NewFrame | BoughtFrame | NewRabbet | ReadFrame


@runtime_checkable
class Glazed(Protocol):
    """It has a sheet in front, or may have one: of what (“none” without one), and of which grade."""

    @property
    def glazing(self) -> str: ...
    @property
    def grade(self) -> str: ...


@runtime_checkable
class OfThickness(Glazed, Protocol):
    """How thick its sheet is can be typed (mm); None as is usual."""

    @property
    def glazing_thickness(self) -> Decimal | None: ...


@runtime_checkable
class Framed(Protocol):
    """It has a frame: to be made, or there already."""

    @property
    def frame(self) -> AnyFrame: ...


@runtime_checkable
class Closed(Protocol):
    """What closes its back can be chosen."""

    @property
    def closing(self) -> str: ...


class Numbered(Protocol):
    """How many fixings along each rail and each stile can be typed; None for as many as its rule gives."""

    @property
    def per_rail(self) -> int | None: ...
    @property
    def per_stile(self) -> int | None: ...


@runtime_checkable
class Edged(Protocol):
    """Its work has a border round it, or its edges lie under the lip."""

    @property
    def edges(self) -> str: ...


@runtime_checkable
class Arranged(Protocol):
    """Its things lie where one lays them."""

    @property
    def layout(self) -> Layout: ...


def glazing_of(display: object) -> str:
    """What its sheet is of; “none” where it has none."""
    return display.glazing if isinstance(display, Glazed) else "none"


def in_front(display: object) -> str:
    """What lies in front of the work, where it is no choice too: the hood of a case, the panes of a sash."""
    match display:
        case ClearCase():
            return "acrylic"
        case Sash():
            return "glass"
    return glazing_of(display)


def closing_of(display: object) -> str:
    """What closes its back: as it was chosen, points where there is no choice; the box’s own tabs over a board that is dropped in."""
    if isinstance(display, Boxed) and display.dropped:
        return "tabs"
    return display.closing if isinstance(display, Closed) else "points"


def grade_of(display: object) -> str:
    return display.grade if isinstance(display, Glazed) else "plain"


def frame_of(display: object) -> AnyFrame | None:
    """Its frame; None where it has none, or is one itself."""
    return display.frame if isinstance(display, Framed) else None


def frame_there(display: object) -> BoughtFrame | ReadFrame | None:
    """The frame that is there already; None where one is to be made, or none is wanted."""
    frame = frame_of(display)
    return frame if isinstance(frame, BoughtFrame | ReadFrame) else None
