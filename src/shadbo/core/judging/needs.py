"""What a thing needs: from its kind, its material, its traits, what was answered at the start, and the room."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from shadbo.core.document.decisions.asked import WhatMatters
from shadbo.core.document.decisions.room import Room
from shadbo.core.document.facts import Facts
from shadbo.core.document.piece import Piece
from shadbo.core.document.schools import USUAL_BORDER
from shadbo.core.quantity.exact import Fraction
from shadbo.core.science.light import HIGH, LOW, MEDIUM, NONE, bears

# Cloth by its kind, whatever else it is said to be.
CLOTH = frozenset({"garment", "flag", "patch", "needlework", "cloth"})
# Kinds and materials with a face of paper.
PAPER = frozenset({"paper", "linen_backed", "board", "print", "poster", "puzzle", "pastel", "photograph"})
# What a kind of thing has to be held by, where nobody says otherwise.
FEATURES_OF: Mapping[str, set[str]] = {
    "badge": {"pin", "rigid", "edge"},
    "medal": {"ribbon", "thread", "rigid", "edge"},
    "garment": {"thread"},
    "patch": {"thread"},
    "needlework": {"thread"},
    "flag": {"thread"},
    "cloth": {"thread"},
    "name_plate": {"rigid", "edge"},
    "tool": {"rigid", "edge"},
    "watch": {"rigid", "edge", "thread"},
    "figure": {"foot", "rigid", "edge"},
    "keepsake": {"rigid", "edge"},
    "coin": {"rigid", "edge"},
    "ball": {"round"},
    "feather": {"thread"},
    "book": {"edge"},
    "record": {"rigid", "edge"},
    "spoon": {"rigid", "edge"},
    "fan": {"edge", "rigid", "thread"},
    "shoe": {"thread", "edge"},
    "small_canvas": {"rigid", "edge"},
}
MISSING = {
    "thread": "no_thread_hold",
    "foot": "no_foot",
    "pin": "no_pin",
    "ribbon": "no_ribbon",
    "rigid": "not_rigid",
    "edge": "no_edge",
}
WALKED_BY = {"child": "in a child’s room", "passage": "in a busy passage", "public": "in a public place"}
# kg from which a thing is heavy for what holds it; and very heavy. mm from which a sheet is large. m² of glass.
HEAVY, VERY_HEAVY, LARGE, METRE = Fraction(3, 10), Fraction(2), 600, Fraction(1)
# lux from which few reflections are worth their price.
BRIGHT = 200
OPEN_FACES = frozenset({"canvas", "wood", "puzzle", "metal", "ceramic"})


def needs_of(
    what: str,
    traits: Iterable[str],
    *,
    asked: WhatMatters,
    room: Room,
    kg: Fraction = Fraction(0),
    width: Fraction = Fraction(0),
    height: Fraction = Fraction(0),
    sheet_m2: Fraction = Fraction(0),
    glass_m2: Fraction = METRE,
    behind: Fraction = Fraction(0),
    has: Iterable[str] = (),
) -> frozenset[str]:
    """The needs of one thing, by name. ``what`` is its kind or material; lengths mm, ``sheet_m2`` the glazing over it, of which 2 mm glass
    does up to ``glass_m2``; ``has``: features it was said to have besides those of its kind."""
    held = set(traits)
    needs = set(held)
    cloth = what in CLOTH or ("textile" in held and "metal" not in held)
    needs |= {name for name, there in _of_kind(what, held, cloth).items() if there}
    needs |= _features(what, held, has, behind)
    light = bears(held)
    needs.add({HIGH: "light_high", MEDIUM: "light_medium", LOW: "light_low", NONE: "light_none"}[light])
    needs |= {
        name
        for name, there in {
            "maybe_original": asked.replaced != "yes" and (what in PAPER or cloth) and what != "puzzle",
            "come_apart": asked.reversible in ("yes", "unknown"),
            "heavy": kg > HEAVY or "heavy" in held,
            "very_heavy": kg > VERY_HEAVY,
            "large_sheet": what in PAPER and max(width, height) > LARGE,
            "sheet_large": sheet_m2 > glass_m2,
            "sheet_over_metre": sheet_m2 > METRE,
            "walked_by": room.kind in WALKED_BY,
            "hands": room.kind in WALKED_BY,
            "damp": room.kind == "bath",
            "over_bed": room.over_bed,
            "bright": room.lux is not None and room.lux >= BRIGHT,
        }.items()
        if there
    }
    return frozenset(needs | {room.kind} | {f"wish_{wish}" for wish in asked.wishes})


def needs_here(piece: Piece, facts: Facts, sheet_m2: Fraction | None = None, glass_m2: Fraction = METRE) -> frozenset[str]:
    """The needs of a piece’s object, by its facts; ``sheet_m2`` where the sheet over it is known, else as large as the thing with the usual border."""
    return needs_of(
        facts.what,
        facts.traits,
        asked=piece.asked,
        room=piece.room,
        width=facts.width,
        height=facts.height,
        sheet_m2=_sheet(facts) if sheet_m2 is None else sheet_m2,
        glass_m2=glass_m2,
        behind=facts.behind,
    )


def _sheet(facts: Facts) -> Fraction:
    """A sheet over a thing with the usual border round it, m²: as it is guessed before the frame is reckoned."""
    border = 2 * USUAL_BORDER[facts.units]
    return (facts.width + border) * (facts.height + border) / 1_000_000


def _of_kind(what: str, held: set[str], cloth: bool) -> dict[str, bool]:
    loose = "loose_pigment" in held
    return {
        "cloth": cloth,
        "hard": not cloth,
        "needlework": what == "needlework",
        "puzzle": what == "puzzle",
        "paint": what in ("canvas", "stretched", "rolled", "small_canvas"),
        "paper": what in PAPER and not cloth,
        "open_face": bool(held & OPEN_FACES) and not loose,
        "not_steel": "magnetic" not in held and what not in PAPER and not cloth,
    }


def _features(what: str, held: set[str], has: Iterable[str], behind: Fraction) -> set[str]:
    features = FEATURES_OF.get(what, set()) | set(has)
    if "pin" in features and behind <= 0:
        features = features - {"pin"}
    if held & {"fragile", "plant", "paper"} and what not in ("figure", "keepsake", "fan"):
        features = features - {"rigid"}
    lacks = {need for feature, need in MISSING.items() if feature not in features}
    return lacks | ({"round_thing"} if "round" in features else set())
