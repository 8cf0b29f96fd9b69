"""Steam on cloth: what it must not come near, its step and what it takes."""

from __future__ import annotations

from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import got

# Heat and damp lift ink and adhesive for good.
NO_STEAM = frozenset({"signed", "heat_sensitive", "moisture_sensitive"})
STEAMER = got("steamer", "Steamer, and a clean cloth", comes="hand")


def steam_step(key: str, name: str, part: str) -> Operation:
    """Cloth that is steamed before it is folded, spread or fixed; it is dry before anything else is done to it."""
    return Operation(
        f"steam.{key}",
        f"Steam {name}",
        (
            "A fastness test in a hem first. From the back or through a cloth, never over print, vinyl, a sticker or a signature; smoothed by "
            "hand, not pressed. Flat till it is dry.",
        ),
        20,
        wait_minutes=12 * 60,
        care="Steam scalds: hands clear of it.",
        parts=(part,),
        uses=("steamer",),
        apart=True,
    )
