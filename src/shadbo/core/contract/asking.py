"""What stages ask, made of dims and stations: the fields every display shares."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from shadbo.core.contract.checks import put
from shadbo.core.contract.inputs import ChoiceInput, LengthInput, Option
from shadbo.core.document.readings import Place, Stations
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import Showing
from shadbo.core.quantity.sums import Dim, Leaf


def given(
    show: Showing, dim: Dim, group: str, *, pointer: str | None = None, optional: bool = False, hint: Say = (),
    label: str = "",
) -> LengthInput:  # fmt: skip
    """An input for a dim that is a leaf, or follows from others while its place can still be typed into."""
    form = dim.form if isinstance(dim.form, Leaf) else None
    place = pointer or (form.pointer if form else None)
    assert place is not None
    return LengthInput(
        place, label or dim.label, group, show.show(dim.value, "fine"), form.typed if form else None,
        form.tape if form else None, dim.name, dim.parts, optional, form is None or form.origin == "stock", hint,
    )  # fmt: skip


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
) -> LengthInput:
    """An input for a length that stands in no sum (yet), or is not given at all."""
    shown = show.show(Fraction(str(value)), "fine") if value is not None else None
    return LengthInput(pointer, label, group, shown, None, None, None, parts, optional, False, hint)


def station_inputs(
    show: Showing, stations: Stations, dims: dict[str, Dim], pointer: str, group: str, part: str, *, at_least: int = 1,
    titles: dict[str, str] | None = None,
) -> list[LengthInput]:  # fmt: skip
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
            out.append(LengthInput(place, label, group, None, None, None, None, parts, True, False, ()))
            continue
        place_read = read[key]
        last = len(place_read.readings) - 1
        for i, reading in enumerate(place_read.readings):
            name = dims[key].name if last == 0 else f"{dims[key].name}.{i + 1}"
            title_i = label if i == 0 else f"{label}, again"
            again = f"{place_read.pointer}/{i + 1}" if i == last and i < 8 else None
            out.append(LengthInput(
                f"{place_read.pointer}/{i}", title_i, group, show.show(Fraction(reading.mm), "fine"), reading.typed,
                reading.tape, name, parts, len(dims) > at_least or last > 0, False, (), again,
            ))  # fmt: skip
    return out


def _along(stations: Stations, read: dict[str, Place], key: str) -> Fraction:
    place = read.get(key)
    return place.along if place is not None and place.along is not None else stations.ALONG[key]


def choice(
    key: str, label: str, group: str, pointer: str, chosen: object, options: tuple[tuple[object, Say, Say], ...],
    parts: tuple[str, ...] = (), *, look: str = "buttons",
) -> ChoiceInput:  # fmt: skip
    """A choice of plain values at one place of the piece: (value, label, detail) each."""
    return ChoiceInput(
        key, label, group,
        tuple(
            Option(str(value).lower(), said, detail, value == chosen, (put(pointer, value),))  # type: ignore[arg-type]
            for value, said, detail in options
        ), parts, look,  # type: ignore[arg-type]
    )  # fmt: skip


def toggled(chosen: Iterable[Any], one: Any) -> list[Any]:
    """A list of things chosen, with one more or one less."""
    now = list(chosen)
    return [c for c in now if c != one] if one in now else [*now, one]
