"""Which of the four box displays suits what, what each begins with, and what holds the things in it."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from shadbo.core.contract.display import Mounting, Suit, Way
from shadbo.core.document.facts import Facts
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.items import Item, Kind
from shadbo.core.document.kinds import FLAT, KINDS, OBJECT, TEXTILE, kind_of
from shadbo.core.document.schools import AS_SUITS, USUAL_BORDER, new_rabbet, usual_length
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import profile_for
from shadbo.core.framing.arrange.laid import BoxContext
from shadbo.core.framing.boxes.depth import at_least
from shadbo.core.framing.boxes.recipe import RECIPES, Recipe
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.lengths import Unit, as_decimal

# What holds a thing by its kind’s fixing: how, what touches it, can it be undone.
FIXINGS: dict[str, Mounting] = {
    "hole": Mounting("its own pin, wire or bracket through the board", "metal through the board, padded", "yes"),
    "slit": Mounting("ribbon or loops through slits in the board", "ribbon or thread", "yes"),
    "stitch": Mounting("stitches through the board", "thread", "yes"),
    "corners": Mounting("corners, or hinges at the top", "corners hold it, no adhesive", "yes"),
    "hinge": Mounting("hinges at its top edge", "paste at the top edge", "yes"),
    "tack": Mounting("pins or tags along the cloth’s edge", "steel pins in the turned cloth", "yes"),
    "screw": Mounting("screws through the board into its bars", "the bars only", "yes"),
    "board": Mounting("the lip, and tape across its back", "tape on the back", "mostly"),
    "tape": Mounting("double-sided tape", "adhesive on its back", "no"),
}
# What each does to a thing as it is begun.
DOES = {"direct": "air covers_edge", "spaced": "air", "shadow_box": "air", "matted_box": "air covers_edge"}
# The air before flat work by its material, where a kind does not say it.
AIR_OF = {"cloth": TEXTILE, "puzzle": TEXTILE, "linen_backed": OBJECT}
UNDOING = ("yes", "mostly", "no")


def way_of(recipe: Recipe) -> Way:
    """How a display of a recipe takes an object on."""
    return Way(lambda facts: _suits(recipe.key, facts), lambda facts, shop: _begin(recipe.key, facts, shop), DOES[recipe.key])


def _suits(key: str, facts: Facts) -> Suit:
    flat = facts.flat
    if facts.what == "mirror":
        return (
            Suit(3, "under the lip, its own glass")
            if key == "direct"
            else Suit(0, "a mirror is its own glass: it lies under the lip")
        )
    if key == "direct":
        if not flat:
            return Suit(0, "it stands too high to lie under a lip with nothing between it and the glazing")
        if "loose_pigment" in facts.traits or "photograph" in facts.traits:
            return Suit(0, "the glazing would touch the face, which sticks or smears")
        if facts.what in ("puzzle", "needlework"):
            return Suit(3, "the lip holds it all round, glazed with a spacer or bare")
        if facts.what in ("cloth", "flag"):
            return Suit(1, "the lip hides its hem")
        return Suit(2, "simple and shallow; the lip covers a little of the edge")
    if key == "spaced":
        if not flat:
            return Suit(0, "it stands too high for a spacer in the rabbet")
        if facts.what in ("cloth", "flag") and facts.area_m2 > Fraction(3, 2):
            return Suit(2, "held clear of the glazing; so large a sheet is heavy and dear")
        if facts.traits & {"loose_pigment", "photograph"} or facts.what in ("cloth", "flag", "linen_backed", "plant", "poster"):
            return Suit(3, "held clear of the glazing all round, as it needs")
        return Suit(2, "the spacer keeps it off the glazing, and no mat is seen")
    if key == "shadow_box":
        if flat:
            return Suit(1, "it would do, but a spacer is room enough for flat work")
        if facts.type == "stretched_canvas":
            return Suit(1, "a canvas can stand in a box, but paint needs no glass")
        if facts.what == "garment":
            return Suit(2, "folded to size on its board; a mat would give it a border")
        if facts.what == "small_canvas":
            return Suit(3, "on one board with a gap between, unglazed: a tray")
        return Suit(3, "room before and behind for what stands high and what sticks out")
    if facts.type == "stretched_canvas" or facts.what == "small_canvas":
        return Suit(0, "a mat on a stretched canvas touches the paint")
    if facts.count > 1 or facts.what == "garment":
        return Suit(3, "windows and borders bring several things to one order")
    if "loose_pigment" in facts.traits:
        return Suit(2, "a deep mat keeps it off the glazing")
    return Suit(2 if flat else 1, "a window round it, if a border of board is wanted")


def need_of(shop: Shop, key: str, front: Fraction, behind: Fraction, air: Fraction, garment: bool) -> Fraction:
    """The rabbet depth a display takes, as far as one can tell before the box is reckoned."""
    rules, recipe = shop.rules, RECIPES[key]
    pack = (rules.glass, rules.backing, rules.tabs, *((rules.padding,) if garment else ()))
    room = at_least(sorted(map(exact, shop.spacers or HOUSE_SHOP.spacers)), front + air)
    more = exact(rules.behind_more) if behind > 0 and recipe.behind else Fraction(0)
    return room + recipe.mount + behind + more + sum(map(exact, pack), Fraction(0))


def _begin(key: str, facts: Facts, shop: Shop) -> dict[str, Any]:
    kind = KINDS.get(facts.what)  # type: ignore[call-overload]
    air = kind.air if kind else AIR_OF.get(facts.what, FLAT if facts.flat else exact(shop.rules.usual_air))
    longest = max(facts.width, facts.height) + 2 * USUAL_BORDER[facts.units]
    # As much as a sheet of acrylic would bow inward over that length.
    bow = longest * exact(shop.rules.acrylic_bow_per_metre) / 1000 if longest > exact(shop.rules.acrylic_bow_over) else Fraction(0)
    need = need_of(shop, key, facts.front, facts.behind, air + bow, facts.what == "garment")
    # Wires go through ply.
    need += max(exact(shop.rules.ply_mount) - RECIPES[key].mount, Fraction(0)) if kind and kind.wired else 0
    # Air for what the thing turns out to be, and two mats.
    need += 6 if key == "matted_box" else 3 if key == "shadow_box" else 0
    lapped: dict[str, Any] = {"edges": "lapped", "border": 0} if key == "direct" else {}
    if key == "direct":
        # Under the glazing with the air its kind needs: nothing is pressed against the sheet.
        if facts.what == "mirror":
            return {"type": key, "frame": new_rabbet(profile_for(need, shop).key), **lapped, "glazing": "none"}
        lapped["spacer"] = as_decimal(next((s for s in sorted(map(exact, shop.spacers)) if s >= air + bow), air + bow))
    # Cloth is sewn to cloth: its board is covered.
    cover = {"cover": "cotton"} if facts.what in ("cloth", "flag") and key != "direct" else {}
    layout = {"layout": {"how": "flanked" if facts.what == "garment" else "one"}} if facts.count > 1 and key != "direct" else {}
    return {"type": key, **AS_SUITS, "frame": new_rabbet(profile_for(need, shop, longest).key), **lapped, **cover, **layout}


def started(display: str, kind: Kind, **more: Any) -> Callable[[Mapping[str, Any], Unit, Shop], dict[str, Any]]:
    """How a piece begins in a box to be made: of the shallowest profile that takes the thing with glass, air, board, pins and points."""

    def made(sizes: Mapping[str, Any], unit: Unit, shop: Shop) -> dict[str, Any]:
        usual = KINDS[kind]
        front = exact(sizes["front"]["mm"]) if "front" in sizes else usual.front
        behind = exact(sizes["behind"]["mm"]) if "behind" in sizes else usual.behind
        need = need_of(shop, display, front, behind, usual.air, kind == "garment")
        bare = more.get("glazing") == "none"
        begun = {"border": as_decimal(usual_length(more.get("border", 30), unit))}
        border = max(exact(begun["border"]), USUAL_BORDER[unit])
        longest = Fraction(0) if bare else max(exact(sizes[a]["mm"]) for a in ("width", "height") if a in sizes) + 2 * border
        if kind == "small_canvas":
            # Strips under the lip keep the board so far back that the canvases stand inside the frame.
            begun["spacer"] = as_decimal(front + 3)
        return {"type": display, **AS_SUITS, "frame": new_rabbet(profile_for(need, shop, longest).key), **more, **begun}

    return made


def fixing_of(item: Item) -> Mounting:
    """What holds one thing: by its first anchor, else as is usual for its kind."""
    how = item.anchors[0].how if item.anchors else kind_of(item).fixing
    return FIXINGS[how]


def held(context: BoxContext, sizes: Sizes) -> Mounting:
    found = list(dict.fromkeys(fixing_of(one.item) for one in sizes.laid))
    worst = max((h.reversible for h in found), key=UNDOING.index)
    return Mounting("; ".join(h.how for h in found), "; ".join(dict.fromkeys(h.touches for h in found)), worst)
