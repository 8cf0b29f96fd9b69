"""Every check of the desk, of frames with a lip, of stretchers and of placing: it fires, says why, and its ways out mend it."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core.edits import TakeWayOut, apply_edits
from shadbo.core.figures import plain
from shadbo.core.house_stock import HOUSE_SHOP
from shadbo.core.piece import Piece
from shadbo.core.plan import plan
from tests.conftest import readings
from tests.core.things import canvas, flat, frame, made, piece, rolled

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
]  # fmt: skip


def start(thing: dict[str, Any], display: dict[str, Any]) -> Piece:
    return piece(thing, display)


@pytest.mark.parametrize(
    ("key", "severity", "thing", "display"), CASES, ids=[f"{i}-{k}-{s}" for i, (k, s, *_) in enumerate(CASES)]
)
def test_it_fires_says_why_and_is_mended(
    key: str, severity: str, thing: dict[str, Any], display: dict[str, Any]
) -> None:
    begun = start(thing, display)
    done = plan(begun, HOUSE_SHOP)
    checks = {c.key: c for c in done.checks}
    assert key in checks, list(checks)
    check = checks[key]
    assert check.severity == severity
    for unit in ("mm", "in"):
        assert plain(check.say, unit).endswith((".", "?")) and plain(check.why, unit)  # type: ignore[arg-type]
    assert check.source.text
    assert severity != "stop" or check.ways, "a stop has a way out"
    if check.figure:
        assert check.figure in done.figures
    for i, way in enumerate(check.ways):
        mended = plan(apply_edits(begun, [TakeWayOut(check=key, index=i)], HOUSE_SHOP), HOUSE_SHOP)
        still = [c for c in mended.checks if c.key == key]
        # Some ways soften what they can't undo: then it is said more quietly, or of a smaller amount.
        assert not still or still[0].say != check.say, f"{plain(way.say, 'mm')} does nothing"
        if severity == "stop":
            assert not [c for c in still if c.severity == "stop"], f"{plain(way.say, 'mm')} does not mend it"


def test_nothing_is_said_twice() -> None:
    for _, _, thing, display in CASES:
        said = [plain(c.say, "mm") for c in plan(start(thing, display), HOUSE_SHOP).checks]
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
        done = plan(start(thing, display), HOUSE_SHOP)
        assert not [c for c in done.checks if c.severity != "note"], [c.key for c in done.checks]
        assert done.settled and all(s.state == "settled" for s in done.stages)
