"""How far what was made may be from what was planned, and still be as planned: a sum of what saw and tape give."""

from __future__ import annotations

from shadbo.core.document.shop import Shop
from shadbo.core.quantity.lengths import Unit
from shadbo.core.quantity.sums import Dim, rule


def reading_gives(shop: Shop, tape: Unit) -> Dim:
    """The most a reading of something sawn at both ends may be out by, mm: the saw at each end, and the tape."""
    give = shop.tolerances.tape_mm if tape == "mm" else shop.tolerances.tape_in
    return 2 * rule(shop.tolerances.saw, "Saw, ±", "saw", "fine") + rule(give, "Tape, ±", "tape", "fine")
