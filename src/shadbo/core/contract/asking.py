"""What stages ask, made of dims and stations: the fields every display shares."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from shadbo.core.contract.checks import Patch, put
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ChoiceInput, LengthInput, Look, Option
from shadbo.core.document.piece import Piece
from shadbo.core.document.readings import Place, Stations
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import Showing
from shadbo.core.quantity.sums import Dim

# A value, its label, its detail; behind them patches that go with it.
Choosable = tuple[Any, Say, Say] | tuple[Any, Say, Say, Patch]


def given(
    show: Showing, dim: Dim, group: str, *, pointer: str | None = None, optional: bool = False, hint: Say = (), label: str = ""
) -> LengthInput:
    """An input for a dim that is a leaf, or follows from others while its place can still be typed into."""
    form = dim.leaf
    place = pointer or (form.pointer if form else None)
    assert place is not None
    return LengthInput(
        pointer=place,
        label=label or dim.label,
        group=group,
        # A length reads in its field as it does as a figure.
        shown=show.show(dim.value, "fine" if form else dim.grain),
        typed=form.typed if form else None,
        tape=form.tape if form else None,
        figure=dim.name,
        parts=dim.parts,
        optional=optional,
        follows=form is None or form.origin == "stock",
        hint=hint,
    )


# Where what was read stands in a piece; elsewhere stands what was decided.
READINGS = ("/object", "/stretched/object", "/display/frame", "/said")


def plain_length(
    show: Showing,
    value: object,
    pointer: str,
    label: str,
    group: str,
    parts: tuple[str, ...] = (),
    *,
    optional: bool = False,
    hint: Say = (),
    empty: str = "",
) -> LengthInput:
    """An input for a length that stands in no sum (yet), or is not given at all: then a reading is not read, and what is decided is as usual."""
    shown = show.show(Fraction(str(value)), "fine") if value is not None else None
    return LengthInput(
        pointer=pointer,
        label=label,
        group=group,
        shown=shown,
        typed=None,
        tape=None,
        figure=None,
        parts=parts,
        optional=optional,
        follows=False,
        hint=hint,
        empty=empty or ("not read" if pointer.startswith(READINGS) or "/built_" in pointer else "as usual"),
    )


def station_inputs(
    show: Showing,
    stations: Stations,
    dims: dict[str, Dim],
    pointer: str,
    group: str,
    part: str,
    *,
    at_least: int = 1,
    titles: dict[str, str] | None = None,
) -> list[LengthInput]:
    """A field a reading of every station; an empty one is offered for each named station that was not read."""
    out: list[LengthInput] = []
    read = {place.key: place for place in stations.places(pointer)}
    named = [name for name in type(stations).model_fields if name != "more"]
    order = sorted({*named, *read}, key=lambda k: (_along(stations, read, k), k)) if stations.ALONG else named
    for key in order:
        title = (titles or {}).get(key) or (read[key].label if key in read else key.replace("_", " "))
        label = title[0].upper() + title[1:]
        parts = (part, f"{part}.{key}")
        if key not in read:
            place = f"{pointer}/{key}/0"
            out.append(
                LengthInput(
                    pointer=place,
                    label=label,
                    group=group,
                    shown=None,
                    typed=None,
                    tape=None,
                    figure=None,
                    parts=parts,
                    optional=True,
                    follows=False,
                    hint=(),
                )
            )
            continue
        place_read = read[key]
        last = len(place_read.readings) - 1
        for i, reading in enumerate(place_read.readings):
            name = dims[key].name if last == 0 else f"{dims[key].name}.{i + 1}"
            title_i = label if i == 0 else f"{label}, again"
            again = f"{place_read.pointer}/{i + 1}" if i == last and i < 8 else None
            out.append(
                LengthInput(
                    pointer=f"{place_read.pointer}/{i}",
                    label=title_i,
                    group=group,
                    shown=show.show(exact(reading.mm), "fine"),
                    typed=reading.typed,
                    tape=reading.tape,
                    figure=name,
                    parts=parts,
                    optional=len(dims) > at_least or last > 0,
                    follows=False,
                    hint=(),
                    again=again,
                )
            )
    return out


def _along(stations: Stations, read: dict[str, Place], key: str) -> Fraction:
    place = read.get(key)
    return place.along if place is not None and place.along is not None else stations.ALONG[key]


def choice(
    context: Context[object, object],
    pointer: str,
    label: str,
    group: str,
    options: Iterable[Choosable],
    parts: tuple[str, ...] = (),
    *,
    look: Look = "buttons",
    key: str = "",
) -> ChoiceInput:
    """A choice of plain values at one place of the piece: (value, label, detail) each, and what else it changes.

    What is chosen now is read at the place itself; ``key`` is its last word, unless several places end in the same one.
    """
    now = standing_at(context.piece, pointer)
    return ChoiceInput(
        key or pointer.rsplit("/", 1)[-1],
        label,
        group,
        tuple(
            Option(str(value).lower(), said, detail, value == now, (*(step for some in also for step in some), put(pointer, value)))
            for value, said, detail, *also in options
        ),
        parts,
        look,
    )


def standing_at(piece: Piece, pointer: str) -> Any:
    """What stands at a place of a piece; None where there is nothing (yet)."""
    now: Any = piece
    for word in pointer.split("/")[1:]:
        inside = isinstance(now, (list, tuple))
        now = next(iter(now[int(word) : int(word) + 1]), None) if inside else getattr(now, word, None)
    return now


def toggled(chosen: Iterable[Any], one: Any) -> list[Any]:
    """A list of things chosen, with one more or one less."""
    now = list(chosen)
    return [c for c in now if c != one] if one in now else [*now, one]
