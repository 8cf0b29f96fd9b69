"""Which of the four box displays suits what, what each begins with, and what holds the things in it."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.display import Held, Suit, Way
from shadbo.core.document.facts import Facts
from shadbo.core.document.items import Item
from shadbo.core.document.kinds import KINDS, kind_of
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import profile_for
from shadbo.core.framing.arrange.laid import BoxContext
from shadbo.core.framing.boxes.recipe import Recipe
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.rabbet_choices import new_rabbet
from shadbo.core.quantity.exact import Fraction

# Glass 2, mount board 5, backing 3, points 3: what a box takes besides the thing itself (mm); padding and two mats on top.
GLAZED, PADDED = Fraction(13), Fraction(14)
USUAL_AIR = Fraction(6)
# What holds a thing by its kind’s fixing: how, what touches it, can it be undone.
FIXINGS: dict[str, Held] = {
    "hole": Held("its own pin, wire or bracket through the board", "metal through the board, padded", "yes"),
    "slit": Held("ribbon or loops through slits in the board", "ribbon or thread", "yes"),
    "stitch": Held("stitches through the board", "thread", "yes"),
    "corners": Held("corners, or hinges at the top", "corners hold it, no adhesive", "yes"),
    "hinge": Held("hinges at its top edge", "paste at the top edge", "yes"),
    "tack": Held("pins or tags along the cloth’s edge", "steel pins in the turned cloth", "yes"),
    "board": Held("the lip, and tape across its back", "tape on the back", "mostly"),
    "tape": Held("double-sided tape", "adhesive on its back", "no"),
}  # fmt: skip
UNDOING = ("yes", "mostly", "no")


def way_of(recipe: Recipe) -> Way:
    """How a display of a recipe takes an object on."""
    return Way(lambda facts: _suits(recipe.key, facts), lambda facts, shop: _begin(recipe.key, facts, shop))


def _suits(key: str, facts: Facts) -> Suit:
    flat = facts.flat
    if key == "direct":
        if not flat:
            return Suit(0, "it stands too high to lie under a lip with nothing between it and the glazing")
        if "loose_pigment" in facts.traits or "photograph" in facts.traits:
            return Suit(0, "the glazing would touch the face, which sticks or smears")
        if facts.what in ("puzzle", "cloth", "needlework"):
            return Suit(3, "the lip holds it all round, glazed with a spacer or bare")
        return Suit(2, "simple and shallow; the lip covers a little of the edge")
    if key == "spaced":
        if not flat:
            return Suit(0, "it stands too high for a spacer in the rabbet")
        if facts.traits & {"loose_pigment", "photograph"} or facts.what in ("linen_backed", "plant", "poster"):
            return Suit(3, "held clear of the glazing all round, as it needs")
        return Suit(2, "the spacer keeps it off the glazing, and no mat is seen")
    if key == "shadow_box":
        if flat:
            return Suit(1, "it would do, but a spacer is room enough for flat work")
        if facts.type == "stretched_canvas":
            return Suit(1, "a canvas can stand in a box, but paint needs no glass")
        if facts.what == "garment":
            return Suit(2, "folded to size on its board; a mat would give it a border")
        return Suit(3, "room before and behind for what stands high and what sticks out")
    if facts.type == "stretched_canvas":
        return Suit(0, "a mat on a stretched canvas touches the paint")
    if facts.count > 1 or facts.what == "garment":
        return Suit(3, "windows and borders bring several things to one order")
    if "loose_pigment" in facts.traits:
        return Suit(2, "a deep mat keeps it off the glazing")
    return Suit(2 if flat else 1, "a window round it, if a border of board is wanted")


def need_of(front: Fraction, behind: Fraction, air: Fraction, garment: bool) -> Fraction:
    """The rabbet depth it takes, as far as one can tell before the box is reckoned."""
    return GLAZED + front + air + behind + (PADDED if garment else 0)


def _begin(key: str, facts: Facts, shop: Shop) -> dict[str, Any]:
    kind = KINDS.get(facts.what)  # type: ignore[call-overload]
    need = need_of(facts.front, facts.behind, kind.air if kind else USUAL_AIR, facts.what == "garment")
    # Air for what the thing turns out to be, and two mats.
    need += 6 if key == "matted_box" else 3 if key == "shadow_box" else 0
    lapped = {"edges": "lapped", "border": 0} if key == "direct" else {}
    if facts.what in ("puzzle", "needlework", "cloth") and key == "direct":
        lapped |= {"spacer": 5} if facts.what == "puzzle" else {"glazing": "none"}
    layout = (
        {"layout": {"how": "flanked" if facts.what == "garment" else "one"}}
        if facts.count > 1 and key != "direct"
        else {}
    )
    return {"type": key, "frame": new_rabbet(profile_for(need, shop).key), **lapped, **layout}


def fixing_of(item: Item) -> Held:
    """What holds one thing: by its first anchor, else as is usual for its kind."""
    how = item.anchors[0].how if item.anchors else kind_of(item).fixing
    return FIXINGS[how]


def held(context: BoxContext, sizes: Sizes) -> Held:
    found = list(dict.fromkeys(fixing_of(one.item) for one in sizes.laid))
    worst = max((h.reversible for h in found), key=UNDOING.index)
    return Held("; ".join(h.how for h in found), "; ".join(dict.fromkeys(h.touches for h in found)), worst)
