"""What a framer would advise, thing by thing: the display, the method, the sheet and the hanger offered first, and what is never offered.

Each line names the rule of the handbook (or of common practice) it is about. House judgement, where two ways are as good as one another, is
marked so: either is right.
"""

from __future__ import annotations

from typing import Any, NamedTuple

import pytest
from tests.core.things import box, canvas, flat, item, made, piece, things

from shadbo.core.contract.display import Context
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.decisions.see_through import SeeThrough
from shadbo.core.document.facts import facts_of
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.kinds import KINDS
from shadbo.core.document.objects import MATERIALS
from shadbo.core.document.piece import Piece, document_of, load_piece
from shadbo.core.finishing.hold.ranking import rank, usual
from shadbo.core.finishing.hold.sizes import subjects
from shadbo.core.planning.comparing import compare, show_as
from shadbo.core.planning.edits import ShowAs, apply_edits
from shadbo.core.planning.plan import plan
from shadbo.core.quantity.figures import plain
from shadbo.shop.days.ready import days_alone

ALL = ("conservation", "decorative", "thrifty")
FOLDED = {"opening_width": 420, "opening_height": 520, "border": 20}
# Width and height of a thing as it comes (mm), where the usual 400 × 300 would be odd.
SIZES = {
    "badge": (32, 32),
    "coin": (40, 40),
    "medal": (40, 90),
    "watch": (50, 50),
    "figure": (90, 120),
    "ball": (220, 220),
    "shoe": (110, 280),
    "spoon": (40, 200),
    "fan": (400, 220),
    "record": (315, 315),
    "book": (300, 220),
    "feather": (60, 250),
    "tool": (80, 200),
    "name_plate": (120, 40),
    "patch": (80, 80),
    "garment": (500, 700),
}


def thing(kind: str, *traits: str, **more: Any) -> dict[str, Any]:
    usual_ = KINDS[kind]  # type: ignore[index]
    extra: dict[str, Any] = {"folding": FOLDED} if kind == "garment" else {"stitching": {}} if kind == "needlework" else {}
    sizes = {"front": float(usual_.front), "behind": float(usual_.behind)}
    return things(item("a1", kind, *SIZES.get(kind, (400, 300)), traits=list(traits), **(sizes | extra | more)))


def sheet(material: str, *traits: str, wide: int = 300, tall: int = 400) -> dict[str, Any]:
    return flat((wide,) * 3, (tall,) * 3, material=material, traits=list(traits))


def begun(object_: dict[str, Any], practice: str, asked: dict[str, Any], room: dict[str, Any]) -> Piece:
    """A piece of the thing, in some display that takes it."""
    start: dict[str, Any] = (
        {"type": "on_board", "frame": made()}
        if object_["type"] == "flat_work"
        else {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}}
        if object_["type"] == "stretched_canvas"
        else box()
    )
    return load_piece(document_of(piece(object_, start)) | {"practice": practice, "asked": asked, "room": room})


class Line(NamedTuple):
    """One thing, and what is right for it. ``display``: what may be first; ``hold``: the method in it; ``sheet``: “glass uv”; ``never``: displays
    and methods that are not offered at all. Left empty it is not asked."""

    rule: str
    object_: dict[str, Any]
    practices: tuple[str, ...] = ALL
    display: str = ""
    hold: str = ""
    sheet: str = ""
    hang: str = ""
    never: str = ""
    asked: dict[str, Any] = {}
    room: dict[str, Any] = {}


ONLY = {"replaced": "no"}
LINES = (
    Line(
        "a linen-backed poster hangs free from linen hinges, spaced off the sheet (8, 18)",
        sheet("linen_backed", wide=700, tall=1000),
        ("conservation", "decorative"),
        "spaced on_board",
        "through_hinges",
        "acrylic uv",
    ),
    Line(
        "the club’s only poster: never bare on bars, never against glass, never glued (1)",
        sheet("linen_backed", wide=700, tall=1000),
        display="spaced on_board",
        never="hanger_bars see_through panel",
        asked=ONLY,
    ),
    Line(
        "a copy may hang bare on bars where no glass is wished and cheap",
        sheet("linen_backed", wide=700, tall=1000),
        ALL,
        "hanger_bars",
        asked={"replaced": "yes", "wishes": ["unglazed", "cheap"]},
    ),
    Line(
        "an original watercolour: glazed with air, hinged dry or with tissue, no tape (1, 4)",
        sheet("paper", "watercolour", "irreplaceable"),
        ALL,
        "on_board spaced",
        sheet="glass uv",
        never="see_through panel hanger_bars tape_double spray",
    ),
    Line(
        "a watercolour nobody calls irreplaceable still has no glass on its face (2)",
        sheet("paper", "watercolour"),
        ("conservation", "decorative"),
        "on_board spaced",
        never="see_through",
    ),
    Line(
        "loose pigment: glass and air, no acrylic, nothing touches it (handbook 9)",
        sheet("paper", "loose_pigment"),
        ALL,
        "spaced on_board",
        sheet="glass uv",
        never="direct see_through panel hanger_bars tape_double",
    ),
    Line(
        "a pastel as a thing is as a pastel as flat work (2)",
        thing("pastel"),
        ALL,
        "spaced on_board",
        sheet="glass uv",
        never="direct see_through tape_double",
    ),
    Line(
        "vellum: no wet paste; strips with room to move (7)",
        sheet("paper", "vellum", "irreplaceable"),
        ALL,
        hold="edge_strips",
        never="t_hinges through_hinges tape_double",
    ),
    Line("ink that water lifts: no wet paste (7)", sheet("paper", "water_ink"), ALL, hold="corners edge_strips", never="t_hinges"),
    Line(
        "a photograph: corners, no adhesive, off the glass (4, 7)",
        sheet("photograph"),
        ALL,
        "spaced on_board",
        "corners",
        "glass uv",
        never="direct see_through",
    ),
    Line(
        "a photograph that can be replaced may be taped by thrift (9)",
        sheet("photograph"),
        ("thrifty",),
        hold="tape_double corners",
        asked={"replaced": "yes"},
    ),
    Line(
        "a print: hinged, bordered, UV from medium light on (3, 4)",
        sheet("paper"),
        ("conservation", "decorative"),
        "on_board",
        "t_hinges corners",
        "glass uv",
    ),
    Line("newsprint: the highest light class, filtered (4)", sheet("paper", "newsprint"), ALL, sheet="glass uv"),
    Line(
        "cheap is wished: the plain sheet (wish)",
        sheet("paper"),
        ("thrifty", "decorative"),
        sheet="glass plain",
        asked={"wishes": ["cheap"]},
    ),
    Line(
        "in a child’s room the sheet does not shatter (3)",
        sheet("paper"),
        ALL,
        sheet="acrylic uv",
        hang="two",
        room={"kind": "child"},
    ),
    Line("in a passage the sheet does not shatter (3)", sheet("paper"), ALL, sheet="acrylic uv", room={"kind": "passage"}),
    Line(
        "in a child’s room loose pigment is under laminated glass (3)",
        sheet("paper", "loose_pigment"),
        ALL,
        sheet="glass laminated",
        room={"kind": "child"},
    ),
    Line(
        "over a bed two hooks, and no plain glass (9)", sheet("paper"), ALL, sheet="acrylic uv", hang="two", room={"over_bed": True}
    ),
    Line("in public two hooks (9)", sheet("paper"), ALL, hang="two", room={"kind": "public"}),
    Line("in a living room a small print hangs from one (11)", sheet("paper", wide=200, tall=250), ALL, hang="one"),
    Line("few reflections in a bright place (10)", sheet("paper"), ("conservation",), sheet="coated uv", room={"lux": 500}),
    Line("its edges are to be seen: on a board with borders (wish)", sheet("paper"), ALL, "on_board", asked={"wishes": ["edges"]}),
    Line(
        "both faces of a letter that can be replaced are to be seen: two sheets (wish)",
        sheet("paper"),
        ("thrifty", "decorative"),
        "on_board see_through",
        asked={"replaced": "yes", "wishes": ["both"]},
    ),
    Line(
        "both faces of the only one: still never against glass (1)",
        sheet("paper"),
        ALL,
        never="see_through",
        asked={"replaced": "unknown", "wishes": ["both"]},
    ),
    Line(
        "a silk scarf: on covered board, stitched, air before it; no magnets, no bars, no tags (8)",
        sheet("cloth", "silk", wide=600, tall=600),
        ALL,
        "spaced",
        "hem",
        "glass uv",
        never="magnets tags panel",
    ),
    Line(
        "a flag: stitched to a board with air before it (8)",
        thing("flag"),
        ("conservation", "decorative"),
        "spaced",
        "hem",
        never="magnets",
    ),
    Line(
        "needlework: laced in conservation, under a lip with a spacer (8, 17)",
        thing("needlework"),
        ("conservation",),
        "direct",
        "lacing",
    ),
    Line("needlework: no tag gun on the only one (8)", thing("needlework"), ALL, never="tags", asked=ONLY),
    Line(
        "a jersey: stitched over a form, with a mat (9)",
        thing("garment"),
        ("conservation", "decorative"),
        "matted_box",
        "stitching",
    ),
    Line(
        "a signed jersey: felt-tip until known, so filtered (4)",
        thing("garment", "signed"),
        ALL,
        "matted_box",
        "stitching",
        "glass uv acrylic uv",
    ),
    Line("a jigsaw: taped across where nobody said otherwise (17)", thing("puzzle"), ALL, "direct", "tape_across"),
    Line(
        "a jigsaw that must come apart: the lip and points, no adhesive (6)",
        thing("puzzle"),
        ALL,
        "direct",
        "points",
        never="panel glue spray",
        asked={"reversible": "yes"},
    ),
    Line(
        "don’t know is answered with care (A)",
        thing("puzzle"),
        ALL,
        "direct",
        "points",
        never="panel glue",
        asked={"reversible": "unknown"},
    ),
    Line("the only jigsaw is never glued to a panel (1)", thing("puzzle"), ALL, never="panel glue spray", asked=ONLY),
    Line("a badge: its own pin (9)", thing("badge"), ALL, "shadow_box", "own_pin", "glass plain"),
    Line(
        "a badge without a pin: sunk, with clear tabs (5)",
        thing("badge", behind=0),
        ALL,
        "shadow_box",
        "clear_tabs",
        never="own_pin stitching",
    ),
    Line(
        "a coin: clear tabs; no stitching, no pin (5)",
        thing("coin"),
        ALL,
        "shadow_box",
        "clear_tabs",
        "glass plain",
        never="stitching own_pin stand",
    ),
    Line("a medal: by its own bar, the ribbon not pierced (5)", thing("medal"), ALL, "shadow_box", "own_bar"),
    Line("a football: rests in a ring, never on feet it has not (5)", thing("ball"), ALL, hold="ring", never="stand stitching"),
    Line(
        "a clay model: stands, and the default stops nothing (A)",
        thing("figure", "ceramic", "fragile"),
        ALL,
        "layered_box shadow_box",
        "stand cradle",
        never="magnets",
    ),
    Line("a feather: loops over the quill, no paste (5)", thing("feather"), ALL, "shadow_box", "loops", "glass uv"),
    Line("a pressed plant: two sheets by the decorative school (4)", sheet("plant"), ("decorative", "thrifty"), "see_through"),
    Line(
        "a pressed plant in conservation has air before it (2)",
        sheet("plant"),
        ("conservation",),
        "spaced",
        hold="t_hinges edge_strips",
    ),
    Line("the only pressed plant is never against glass (1)", sheet("plant"), ALL, "spaced", never="see_through", asked=ONLY),
    Line("a tool: free in its frame, or on brackets in a box (4, 9)", thing("tool", weight="0.6"), ALL, "suspended shadow_box"),
    Line(
        "a stopwatch on sleeved wire (9)",
        thing("watch", weight="0.2"),
        ("conservation", "decorative"),
        "shadow_box",
        "brackets loops",
    ),
    Line("a record and its sleeve: clear tabs (C)", thing("record"), ALL, "shadow_box", "clear_tabs"),
    Line("an open book: a cradle (C)", thing("book"), ALL, hold="cradle", never="stitching"),
    Line("a boot: a cradle, not thread (C)", thing("shoe"), ALL, hold="cradle"),
    Line("a fan: carried all round (C)", thing("fan"), ("conservation", "decorative"), hold="cradle edge_clips"),
    Line("a spoon: sleeved wire or thread (C)", thing("spoon"), ("conservation", "decorative"), hold="brackets loops"),
    Line("a stretched canvas: a floater, no glass (4)", canvas(600, 450, 38), ALL, "floater", never="see_through panel direct"),
)
CASES = [(line, practice) for line in LINES for practice in line.practices]


@pytest.mark.parametrize(("line", "practice"), CASES, ids=[f"{n.rule[:40]}-{p}" for n, p in CASES])
def test_what_is_offered_first_is_what_a_framer_would_advise(line: Line, practice: str) -> None:
    whole = begun(line.object_, practice, line.asked, line.room)
    found = compare(whole, HOUSE_SHOP, days_alone)
    ways = [way for way in found.ways if way.rank > 0]
    assert not line.display or ways[0].key in line.display.split(), [(w.key, w.score, w.why) for w in ways[:3]]
    never = set(line.never.split())
    if "see_through" in never & {way.key for way in ways}:
        sheets = apply_edits(whole, [ShowAs(display="see_through")], HOUSE_SHOP).display
        # In its sleeve between two mats nothing touches the glass.
        assert isinstance(sheets, SeeThrough) and sheets.between == "mats"
        never -= {"see_through"}
    assert not never & {way.key for way in ways}, line.never
    best = apply_edits(whole, [ShowAs(display=ways[0].key)], HOUSE_SHOP)
    display = DISPLAYS[ways[0].key]
    context = Context.of(best, HOUSE_SHOP, "", display.holds)
    done = plan(best, HOUSE_SHOP)
    if display.holds.asked:
        display.reckon(context)
        (subject,) = subjects(context)
        held = usual(subject, display.holds, best.practice)
        assert not line.hold or held[0] in line.hold.split(), held
        assert not never & {r.method.key for r in rank(subject, display.holds, best.practice) if r.fits}
    if line.sheet:
        sheet_ = (context.display.glazing, context.display.grade)
        told = line.sheet.split()
        assert sheet_ in set(zip(told[::2], told[1::2], strict=True)), sheet_
    if line.hang:
        hooks = next(p.count for p in done.to_get if p.key == "hook")
        assert hooks == (2 if line.hang == "two" else 1)


@pytest.mark.parametrize("name", [*KINDS, *(f"flat {m}" for m in MATERIALS), "canvas"])
def test_no_default_stops_unless_the_shop_has_nothing_deep_enough(name: str) -> None:
    """Every kind and material, every practice, replaceable or not, every display that suits: begun, it stops at nothing."""
    object_ = canvas(600, 450, 38) if name == "canvas" else sheet(name[5:]) if name.startswith("flat ") else thing(name)
    for practice in ALL:
        for asked in ({}, ONLY):
            whole = begun(object_, practice, asked, {})
            facts = facts_of(whole)
            for key, display in DISPLAYS.items():
                if display.way.suits(facts).rank == 0 or not display.way.judged(whole, facts).fits or key == "stretcher":
                    continue
                patch = show_as(whole, key, HOUSE_SHOP)
                assert patch
                done = plan(apply_edits(whole, [ShowAs(display=key)], HOUSE_SHOP), HOUSE_SHOP)
                # A ball and a boot stand higher than any rabbet of the house stock: a box is built for them.
                stops = {c.key for c in done.stops} - ({"depth.slack"} if name in ("ball", "shoe") else set())
                assert not stops, (practice, asked, key, [plain(c.say, "mm") for c in done.stops])


def test_what_is_chosen_though_it_harms_stops_and_another_way_is_offered() -> None:
    """Handbook 9: the only one under glass that touches it. The rule is named, and consent does not undo damp."""
    done = plan(
        load_piece(document_of(piece(sheet("paper"), {"type": "see_through", "frame": made(), "tape": "none"})) | {"asked": ONLY}),
        HOUSE_SHOP,
    )
    (stop,) = (c for c in done.stops if c.key == "display.harms")
    assert "can’t be replaced" in plain(stop.say, "mm") and stop.source.key == "touching"
