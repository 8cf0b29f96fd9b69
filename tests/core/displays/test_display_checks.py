"""Every check of the desk, of frames with a lip, of stretchers and of placing: it fires, says why, and its ways out mend it."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core.quantity.figures import plain
from tests.conftest import readings
from tests.core.mending import fires_and_is_mended
from tests.core.things import badge, canvas, flat, frame, item, made, piece, rolled, things, worked
from tests.core.things import box as shown

TRUE = flat((500, 500, 500), (700, 700, 700))
SMALL = canvas(200, 200, 18)
BOX = frame((202, 202, 202), (202, 202, 202), lip=5, rabbet_depth=44, face=29, rail_height=50, glass=2, board=3)
MAKE = {"type": "canvas_to_make", "width": 600, "height": 900}


def lipped(**more: Any) -> dict[str, Any]:
    return {"type": "lipped", "frame": made(), **more}


def box(**more: Any) -> dict[str, Any]:
    return {"type": "deep_ready_made", "frame": BOX, **more}


def board(**more: Any) -> dict[str, Any]:
    return {"type": "on_board", "frame": made(), "border": 40, **more}


def bars(**more: Any) -> dict[str, Any]:
    return {"type": "stretcher", "bar": "pine-38x45", "braces": True, **more}


def put(x: Any, y: Any = 0, turn: int = 0) -> dict[str, Any]:
    return {"x": x, "y": y, "turn": turn}


def crate(*items: dict[str, Any], size: Any = 240, **more: Any) -> tuple[dict[str, Any], dict[str, Any]]:
    """Things in a bought box that is there already."""
    bought = frame((size,), (size,), rabbet_depth=44, rail_height=50, glass=2, board=3)
    return things(*items), shown("shadow_box", **{"frame": bought, **more})


TWO = (badge("a", place=put(-30)), badge("b", place=put(30)))
JERSEY = {"opening_width": 300, "opening_height": 400, "crest_down": 300, "crest_width": 150, "crest_height": 200}
PRINTS = tuple(
    item(k, "photograph", 100, 150, front="0.3", place=put(x), window={"how": "overlap", "by": 3})
    for k, x in (("a", -70), ("b", 70))
)
DEEP = {"moulding": "oak-box-25x65"}

# key, severity, the thing, its display
CASES: list[tuple[str, str, dict[str, Any], dict[str, Any]]] = [
    # the desk
    ("measure.use.into", "caution", TRUE | {"use": {"into": "smallest"}}, board()),
    ("measure.use.cover", "caution", TRUE | {"use": {"cover": "mean"}}, board()),
    ("measure.use.look", "caution", TRUE | {"use": {"look": "largest"}}, board()),
    ("measure.diagonals", "stop", TRUE | {"diagonals": {"rising": readings(900), "falling": readings(860)}}, board()),
    ("measure.third.work.width.top", "caution", flat(((500, 503), 500, 500), (700, 700, 700)), board()),
    ("measure.unit.work.width.middle", "stop", flat((610, 24, 610), (700, 700, 700)), board()),
    ("measure.again.height", "stop", flat((500, 500, 500), (700, 770, 700)), board()),
    # frames that are there already
    ("frame.bow.width", "caution", TRUE, {"type": "on_board", "frame": frame((602, 608, 602), (802, 802, 802))}),
    ("frame.reread.width", "stop", TRUE, {"type": "on_board", "frame": frame((602, None, 602), (802, 802, 802), blocked=True)}),
    ("frame.again.width", "stop", SMALL, lipped(frame=frame((204, 290, 204), (204, 204, 204)))),
    ("glazing.lap.width", "stop", TRUE, {"type": "on_board", "frame": frame((602, 608, 602), (802, 802, 802), blocked=True)}),
    ("moulding.missing", "stop", TRUE, board(frame=made("sold-out"))),
    ("rail.stock", "stop", flat((2650, 2650, 2650), (700, 700, 700)), board(frame=made("ash-lip-20x20"), glazing="none")),
    # placing
    ("border.covered", "stop", flat((600, 600, 600), (800, 800, 800)), {"type": "on_board", "frame": frame((602, 602, 602), (802, 802, 802))}),
    ("border.uneven", "note", TRUE, {"type": "on_board", "frame": frame((642, 642, 642), (812, 812, 812))}),
    ("trim.consent", "stop", TRUE, board(edge="trimmed")),
    ("depth.slack", "stop", TRUE, board(frame=made("ash-lip-20x20"))),
    # a lip
    ("fit.width", "stop", SMALL, lipped(frame=frame((199, 199, 199), (204, 204, 204)))),
    ("fit.width", "caution", canvas((200, 200, "201.5"), 200), lipped()),
    ("lap.width", "stop", SMALL, lipped(frame=frame((212, 212, 212), (204, 204, 204)))),
    ("lap.width", "caution", canvas(200, 200), lipped(frame=made("cherry-lip-35x55"))),
    ("lap.much.width", "note", canvas(200, 200), lipped(frame=frame((202, 202, 202), (202, 202, 202), lip=15))),
    ("clip.shallow", "note", canvas(200, 200, 12), lipped()),
    ("clip.offset", "caution", canvas(200, 200, 38), lipped(offset="25.4")),
    ("clip.offset", "caution", canvas(200, 200, 38), lipped(offset=0)),
    ("screw.long", "stop", canvas(200, 200, 38), lipped(screw=40)),
    ("screw.short", "caution", canvas(200, 200, 38), lipped(screw=8)),
    ("screw.bar", "caution", canvas(200, 200, 22), lipped(screw=25)),
    # a deep ready-made
    ("fit.width", "stop", canvas((205, 205, 205), 200), box()),
    ("depth.slack", "stop", canvas(200, 200, 38), box()),
    ("depth.slack", "stop", canvas(200, 200, 37), box()),
    ("depth.fill", "note", SMALL, box()),
    ("shows.uneven", "note", SMALL, box(frame=BOX | {"width": {"middle": readings(260)}, "height": {"centre": readings(240)}})),
    ("fixing.tape", "caution", SMALL, box(fixing="tape_alone")),
    ("screw.long", "stop", SMALL, box(screw=25)),
    ("screw.short", "caution", SMALL, box(screw=12)),
    # a stretcher
    ("bar.missing", "stop", MAKE, bars(bar="sold-out")),
    ("bar.stock", "stop", MAKE | {"width": 3100}, bars()),
    ("wrap.narrow", "stop", rolled(684, 984, wrap_printed=23, spare=60), bars()),
    ("turn.short", "caution", MAKE, bars(turn=30)),
    ("turn.less", "note", rolled(684, 984, wrap_printed=42, spare=30), bars()),
    ("turn.none", "stop", rolled(600, 900, wrap_printed=0, spare=45), bars(wrap="none")),
    ("turn.none", "stop", rolled(600, 900, wrap_printed=0, spare=20), bars(wrap="none")),
    ("bend.width", "caution", MAKE | {"width": 1400}, bars(cross_bars="none")),
    ("built.one", "note", MAKE, bars(built={"rising": readings(1080), "falling": []})),
    ("built.racked", "caution", MAKE, bars(built={"rising": readings(1080), "falling": readings(1085)})),
    ("built.size", "stop", MAKE, bars(built={"rising": readings(1280), "falling": readings(1280)})),
    ("file.poor", "caution", MAKE, bars(file={"sha256": "0" * 64, "name": "a.png", "media": "image/png", "width": 1200, "height": 1800})),
    ("file.crop", "note", MAKE, bars(file={"sha256": "0" * 64, "name": "a.png", "media": "image/png", "width": 4000, "height": 4000})),
    ("roll.narrow", "stop", MAKE | {"width": 2250, "height": 2400}, bars()),
    ("braces", "note", MAKE | {"height": 1200}, bars(braces=False)),
    # things in a box: how they lie
    ("overlap.a.b", "stop", things(badge("a", place=put(-5)), badge("b", place=put(5))), shown()),
    ("overlap.a.b", "stop", *crate(badge("a", place=put(-5)), badge("b", place=put(5, 3)))),
    ("near.a.b", "caution", things(badge("a", place=put(-17)), badge("b", place=put(17))), shown()),
    ("near.a.b", "caution", things(*TWO), shown(layout={"how": "row", "gap": 1})),
    ("edge.b", "stop", *crate(badge("a", place=put(-30)), badge("b", place=put(105)))),
    ("edge.b", "caution", *crate(badge("a", place=put(-30)), badge("b", place=put(95)))),
    ("edge.a", "stop", *crate(item("a", "keepsake", 260, 60))),
    ("edge.a", "caution", things(*TWO), shown(border=2)),
    ("edge.b", "stop", things(badge("a", place=put(-30)), badge("b", place=put(60))), shown(size="given", sight_width=130, sight_height=90)),
    ("lap.several", "stop", things(*TWO), shown("direct", spacer=5)),
    ("fit.width", "stop", things(item("a", "puzzle", 250, 200)), {"type": "direct", "frame": frame((240,), (240,)), "spacer": 5}),
    ("lap.height", "stop", things(item("a", "puzzle", 238, 220)), {"type": "direct", "frame": frame((240,), (240,)), "spacer": 5}),
    ("lap.height", "caution", things(item("a", "puzzle", 238, 232)), {"type": "direct", "frame": frame((240,), (240,)), "spacer": 5}),
    # glazing
    ("glazing.loose", "stop", things(item("a", "pastel", 300, 200, traits=["loose_pigment"])), shown("spaced", glazing="acrylic")),
    ("glazing.touch.a", "stop", things(item("a", "photograph", 300, 200)), shown("direct")),
    ("glazing.touch.a", "caution", things(item("a", "puzzle", 300, 200)), shown("direct")),
    ("glazing.area", "caution", things(item("a", "poster", 900, 800)), shown("spaced")),
    ("spacer.wall", "note", things(badge("a")), shown(glazing="coated")),
    # depth
    ("depth.slack", "stop", things(badge("a", front=30)), shown(moulding="oak-lip-25x30")),
    ("depth.slack", "stop", things(badge("a", front=30)), shown(moulding="oak-lip-25x30", spacer=45, fillers=[10], mount=6, backing=6)),
    ("depth.slack", "stop", things(item("a", "puzzle", 300, 200)), shown("direct", moulding="ash-lip-20x20", mount=10)),
    ("depth.slack", "stop", *crate(badge("a"), frame=frame((202,), (202,), rabbet_depth=19, rail_height=24, glass=2, board=3))),
    ("depth.slack", "stop", things(badge("a", front=73, behind=0)), shown(moulding="walnut-box-28x90")),
    ("depth.fill", "note", things(badge("a")), shown(moulding="oak-box-25x65")),
    ("depth.air", "stop", things(badge("a", front=12)), shown(spacer=10, moulding="oak-box-25x65")),
    ("depth.air", "caution", things(badge("a", front=8)), shown(spacer=10, moulding="oak-box-25x65")),
    ("depth.behind.none", "stop", things(badge("a", behind=9)), shown("spaced")),
    ("depth.cut_down", "note", *crate(badge("a"), frame=frame((202,), (202,), rabbet_depth=19, rail_height=24, glass=2, board=3), inner="cut_down")),
    ("depth.build_up", "note", things(badge("a")), shown(build_up=5)),
    ("depth.doubt", "caution", *crate(badge("a", front=20, behind=0), spacer=26, mount=5,
                                      frame=frame((240,), (240,), rabbet_depth="39.3", rail_height=50, glass=2, board=3))),
    # mats
    ("mat.stock.top", "stop", things(*PRINTS), shown("matted_box", mats={"top": "sold-out"}, **DEEP)),
    ("mat.overlap.a", "caution", things(item("a", "photograph", 100, 150, window={"how": "overlap", "by": 1})), shown("matted_box", **DEEP)),
    ("mat.overlap.a", "caution", things(item("a", "photograph", (100, 103, 100), (150, 150, 150), window={"how": "overlap", "by": 3})),
     shown("matted_box", **DEEP)),
    ("mat.window.a", "stop", things(item("a", "photograph", 100, 150, window={"how": "overlap", "by": 60})), shown("matted_box", **DEEP)),
    ("mat.strip", "caution", things(*PRINTS), shown("matted_box", layout={"how": "row", "gap": 12}, **DEEP)),
    ("mat.strip", "stop", things(*(dict(p, window={"how": "float", "by": 10}) for p in PRINTS)), shown("matted_box", layout={"how": "row", "gap": 20}, **DEEP)),
    ("mat.strip", "stop", things(*(dict(p, window={"how": "float", "by": 20}) for p in PRINTS)), shown("matted_box", **DEEP)),
    ("mat.edge", "stop", things(*(dict(p, window={"how": "float", "by": 30}) for p in PRINTS)),
     shown("matted_box", layout={"how": "row", "gap": 90}, border=30, **DEEP)),
    ("mat.edge", "caution", things(*PRINTS), shown("matted_box", layout={"how": "row", "gap": 30}, border=10, **DEEP)),
    ("mat.none", "note", things(*TWO), shown("matted_box", **DEEP)),
    ("mat.check.top", "caution", things(*PRINTS), shown("matted_box", **DEEP)),
    ("mat.check.top.across", "stop", things(*PRINTS), shown("matted_box", mats={"check_top": {"across": 100}}, **DEEP)),
    # cloth
    ("crest.width.j", "stop", things(item("j", "garment", 500, 700, folding=JERSEY | {"crest_width": 290})), shown(**DEEP)),
    ("crest.height.j", "stop", things(item("j", "garment", 500, 700, folding=JERSEY | {"crest_height": 390})), shown(**DEEP)),
    ("crest.off.j", "note", things(item("j", "garment", 500, 700, folding=JERSEY | {"crest_down": 150})), shown(**DEEP)),
    ("fold.j", "stop", things(item("j", "garment", 250, 700, folding=JERSEY)), shown(**DEEP)),
    ("fold.j", "caution", things(item("j", "garment", 300, 700, folding=JERSEY)), shown(**DEEP)),
    ("fold.long.j", "stop", things(item("j", "garment", 500, 350, folding=JERSEY | {"crest_height": 0})), shown(**DEEP)),
    ("steam.j", "caution", things(item("j", "garment", 500, 700, folding=JERSEY, traits=["signed"])), shown(**DEEP)),
    ("cloth.n", "caution", things(item("n", "needlework", 200, 260, stitching={"border": 25, "cloth": 40})), shown("direct", glazing="none")),
    ("stitch.covered.n", "stop", things(item("n", "needlework", 200, 260, stitching={"border": 4, "cloth": 60})), shown("direct", glazing="none")),
    ("tack.n", "note", things(item("n", "needlework", 200, 260, stitching={})), {"type": "direct", "glazing": "none", "frame": frame((252,), (312,), lip=16)}),
    # what is seen
    ("seen.hidden", "caution", things(item("a", "keepsake", 60, 60, front=2)), shown(border=6, spacer=45, looking={"aside": 900}, **DEEP)),
    ("seen.shadow", "note", things(item("a", "keepsake", 60, 60, front=2)), shown(border=10, spacer=32, looking={"lamp": 20}, **DEEP)),
]  # fmt: skip


@pytest.mark.parametrize(
    ("key", "severity", "thing", "display"), CASES, ids=[f"{i}-{k}-{s}" for i, (k, s, *_) in enumerate(CASES)]
)
def test_it_fires_says_why_and_is_mended(
    key: str, severity: str, thing: dict[str, Any], display: dict[str, Any]
) -> None:
    fires_and_is_mended(piece(thing, display), key, severity)


def test_nothing_is_said_twice() -> None:
    for _, _, thing, display in CASES:
        said = [plain(c.say, "mm") for c in worked(thing, display).checks]
        assert len(said) == len(set(said))


def test_every_display_has_a_piece_nothing_stands_in_the_way_of() -> None:
    calm = [
        (canvas(600, 450, 22), lipped()),
        (SMALL, box()),
        (rolled((684), (984), wrap_printed=42, spare=55), bars()),
        (MAKE, bars(file={"sha256": "0" * 64, "name": "a.png", "media": "image/png", "width": 4000, "height": 6000})),
        (TRUE, board()),
    ]
    for thing, display in calm:
        done = worked(thing, display)
        assert not [c for c in done.checks if c.severity != "note"], [c.key for c in done.checks]
        assert done.settled and all(s.state == "settled" for s in done.stages)
