"""Steam on cloth: what it must not come near, its step and what it takes."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import got
from shadbo.core.document.items import Things
from shadbo.core.document.marks import Mark

# Heat and damp lift ink and adhesive for good.
NO_STEAM = frozenset({"signed", "heat_sensitive", "moisture_sensitive"})


def no_steam(traits: Iterable[str], marks: Sequence[Mark]) -> frozenset[str]:
    """Why neither steam nor iron may come near a thing. Where it is known where a signature is, steam keeps off that place alone."""
    return frozenset(traits) & NO_STEAM - ({"signed"} if marks else set())


def marks_at(thing: object, index: int | None) -> Sequence[Mark]:
    """The marked places of the thing at a place in the list, or of the one there is."""
    held = thing.items[index] if isinstance(thing, Things) and index is not None else thing
    return getattr(held, "marks", ())


STEAMER = got("steamer", "Steamer, and a clean cloth", comes="hand")


def steam_step(key: str, name: str, part: str, marks: Sequence[Mark] = ()) -> Operation:
    """Cloth that is steamed before it is folded, spread or fixed; it is dry before anything else is done to it."""
    return Operation(
        f"steam.{key}",
        f"Steam {name}",
        (
            "A fastness test in a hem first. From the back or through a cloth, never over print, vinyl, a sticker or "
            f"{' or '.join(f'“{m.name}”' for m in marks) or 'a signature'}; smoothed by hand, not pressed. Flat till it is dry.",
        ),
        20,
        wait_minutes=12 * 60,
        care="Steam scalds: hands clear of it.",
        parts=(part,),
        uses=("steamer",),
        apart=True,
    )
