"""What is said about a thing shadow box, and how it is mended."""

from __future__ import annotations

from typing import Any

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.plan import plan
from shadbo.core.planning.starting import start_piece
from tests.core.displays.pieces import DEEP, JERSEY, TWO, crate, put
from tests.core.things import badge, frame, item, mm, plain, things
from tests.core.things import box as shown

# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("overlap.a.b", "stop", things(badge("a", place=put(-5)), badge("b", place=put(5))), shown()),
    ("overlap.a.b", "stop", *crate(badge("a", place=put(-5)), badge("b", place=put(5, 3)))),
    ("near.a.b", "caution", things(badge("a", place=put(-17)), badge("b", place=put(17))), shown()),
    ("near.a.b", "caution", things(*TWO), shown(layout={"how": "row", "gap": 1})),
    ("edge.b", "stop", *crate(badge("a", place=put(-30)), badge("b", place=put(105)))),
    ("edge.b", "caution", *crate(badge("a", place=put(-30)), badge("b", place=put(95)))),
    ("edge.a", "stop", *crate(item("a", "keepsake", 260, 60))),
    ("edge.a", "caution", things(*TWO), shown(border=2)),
    (
        "edge.b",
        "stop",
        things(badge("a", place=put(-30)), badge("b", place=put(60))),
        shown(size="given", sight_width=130, sight_height=90),
    ),
    ("spacer.wall", "note", things(badge("a")), shown(glazing="coated")),
    ("depth.slack", "stop", things(badge("a", front=30)), shown(moulding="oak-lip-25x30")),
    (
        "depth.slack",
        "stop",
        things(badge("a", front=30)),
        shown(moulding="oak-lip-25x30", spacer=45, fillers=[10], mount=6, backing=6),
    ),
    (
        "depth.slack",
        "stop",
        *crate(badge("a"), frame=frame((202,), (202,), rabbet_depth=19, moulding_depth=24, glazing_thickness=2, board=3)),
    ),
    ("depth.slack", "stop", things(badge("a", front=73, behind=0)), shown(moulding="walnut-box-28x90")),
    ("depth.fill", "note", things(badge("a")), shown(moulding="oak-box-25x65")),
    ("depth.air", "stop", things(badge("a", front=12)), shown(spacer=10, moulding="oak-box-25x65")),
    ("depth.air", "stop", things(badge("a", front=8)), shown(spacer=10, moulding="oak-box-25x65")),
    (
        "depth.cut_down",
        "note",
        *crate(
            badge("a"),
            frame=frame((202,), (202,), rabbet_depth=19, moulding_depth=24, glazing_thickness=2, board=3),
            inner="cut_down",
        ),
    ),
    ("depth.build_up", "note", things(badge("a")), shown(build_up=5)),
    (
        "depth.doubt",
        "caution",
        *crate(
            badge("a", front=20, behind=0),
            spacer=26,
            mount=5,
            frame=frame((240,), (240,), rabbet_depth="39.3", moulding_depth=50, glazing_thickness=2, board=3),
        ),
    ),
    ("crest.width.j", "stop", things(item("j", "garment", 500, 700, folding=JERSEY | {"crest_width": 290})), shown(**DEEP)),
    ("crest.height.j", "stop", things(item("j", "garment", 500, 700, folding=JERSEY | {"crest_height": 390})), shown(**DEEP)),
    ("crest.off.j", "note", things(item("j", "garment", 500, 700, folding=JERSEY | {"crest_down": 150})), shown(**DEEP)),
    ("fold.j", "stop", things(item("j", "garment", 250, 700, folding=JERSEY)), shown(**DEEP)),
    ("fold.j", "caution", things(item("j", "garment", 300, 700, folding=JERSEY)), shown(**DEEP)),
    ("fold.long.j", "stop", things(item("j", "garment", 500, 350, folding=JERSEY | {"crest_height": 0})), shown(**DEEP)),
    ("steam.j", "caution", things(item("j", "garment", 500, 700, folding=JERSEY, traits=["signed"])), shown(**DEEP)),
    (
        "seen.hidden",
        "caution",
        things(item("a", "keepsake", 60, 60, front=2)),
        shown(border=6, spacer=45, looking={"aside": 900}, **DEEP),
    ),
    (
        "seen.shadow",
        "note",
        things(item("a", "keepsake", 60, 60, front=2)),
        shown(border=10, spacer=32, looking={"lamp": 20}, **DEEP),
    ),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = []


def test_two_canvases_in_one_frame() -> None:
    """On one board of ply, unglazed, a gap between them; strips under the lip keep their faces inside the frame (common practice)."""
    begun = start_piece("canvases", "Pair", "", "mm", {"width": "300", "height": "400", "front": "20"}, HOUSE_SHOP)
    done = plan(begun, HOUSE_SHOP)
    assert not done.stops and done.faults == ()
    assert mm(done, "items.width") == 2 * 300 + 15 and mm(done, "pack.spacer") == 23
    assert next(c.material for c in done.cuts if c.key == "mount").startswith("Ply") and "glazing" not in {c.key for c in done.cuts}
    screws = next(p for p in done.to_get if p.key == "hold.bar_screws")
    assert screws.count == 8 and plain(screws.size, "mm") == "16 mm", "6 of ply and half of a bar of 20"
    assert mm(done, "hold.half_the_bar") == 6 + 20 / 2
    order = [s.key for s in done.steps]
    assert order.index("hold.bar_screws") < order.index("look") < order.index("close")
