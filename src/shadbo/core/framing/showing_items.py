"""The items of a piece as a plan shows them, for the displays that are no box."""

from __future__ import annotations

from collections.abc import Iterable

from shadbo.core.contract.display import Context, ItemShown
from shadbo.core.contract.terms import there
from shadbo.core.framing.arrange.laid import Sized


def items_shown(context: Context[object, object], sized: Iterable[Sized]) -> tuple[ItemShown, ...]:
    return tuple(
        ItemShown(
            one.item.key,
            one.part,
            one.item.name,
            one.kind.label,
            context.speak.say("{} × {}", one.wide, one.tall),
            one.item.place.group,
            one.item.colour or one.kind.colour,
        )
        for one in sized
    )


def item_figures(context: Context[object, object], one: Sized) -> tuple[str, ...]:
    """The figures of one item that was measured."""
    key = one.part
    read = (f"{key}.{a}{use}" for a in ("width", "height") for use in ("", ".largest", ".smallest", ".mean", ".spread"))
    return there(context, *read, f"{key}.front", f"{key}.behind", f"{key}.weight")
