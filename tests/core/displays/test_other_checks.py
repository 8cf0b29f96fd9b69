"""Every check of the layered box, two sheets, the sash, the open frame, the panel and the bars: it fires, says why, is mended."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core.quantity.figures import plain
from tests.conftest import readings
from tests.core.mending import fires_and_is_mended
from tests.core.things import flat, frame, item, made, piece, things, worked

SHEET = flat((500, 500, 500), (700, 700, 700))
WIDE = flat((900, 900, 900), (700, 700, 700))
GLASS, BOARD, BACK = (
    {"kind": "glass", "thickness": 2},
    {"kind": "board", "thickness": 4},
    {"kind": "back", "thickness": 4},
)
MODEL = things(item("m", "figure", 160, 220, front=60))
PENNANT = things(item("p", "flag", 300, 200, front=1))
RING = things(item("r", "tool", 200, 200, shape="circle", front=20, weight="0.5"))
ARCH = [[-100, -100], [100, -100], [100, 100], [80, 100], [80, -80], [-80, -80], [-80, 100], [-100, 100]]
AGREED = {"who": "the owner", "on": "2026-11-02"}
PRECIOUS = {"traits": ["irreplaceable"]}


def sheets(**more: Any) -> dict[str, Any]:
    return {"type": "see_through", "frame": made("ash-lip-20x20"), **more}


def bars(**more: Any) -> dict[str, Any]:
    return {"type": "hanger_bars", **more}


def panel(**more: Any) -> dict[str, Any]:
    return {"type": "panel", **more}


def sash(**more: Any) -> dict[str, Any]:
    return {"type": "sash", "pane_width": 340, "pane_height": 250, **more}


def hung(**more: Any) -> dict[str, Any]:
    return {"type": "suspended", "moulding": "maple-30x70", "diameter": 6, **more}


def layered(*floors: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"type": "layered_box", "floors": list(floors) or [GLASS, BOARD, BACK], **more}


def ring(**more: Any) -> dict[str, Any]:
    return things(item("r", "tool", 200, 200, **{"shape": "circle", "front": 20, "weight": "0.5", **more}))


# key, severity, the thing, its display, and what else the piece says
CASES: list[tuple[str, str, dict[str, Any], dict[str, Any], dict[str, Any]]] = [
    # hanger bars
    ("screws.room", "stop", SHEET, bars(grip="screws", over=4), {}),
    ("screws.through", "caution", WIDE, bars(grip="screws"), {}),
    ("screws.through", "stop", WIDE | PRECIOUS, bars(grip="screws"), {}),
    ("grip.many", "caution", SHEET | {"weight": 2}, bars(pull=5), {}),
    ("curl", "caution", SHEET, bars(lower="none"), {}),
    ("curl.light", "caution", SHEET, bars(curl="strong", bar_thickness=6, wood="basswood"), {}),
    ("trim.nothing", "stop", SHEET, bars(margin=5, keep=8), {}),
    ("trim.near", "stop", SHEET, bars(margin=10, keep=1), {}),
    ("trim.consent", "stop", SHEET | PRECIOUS, bars(margin=10, keep=5), {}),
    ("bar.sag", "caution", flat((2000, 2000, 2000), (700, 700, 700), weight=2), bars(bar_height=15, lower="none", curl="flat"), {}),
    # a panel
    ("glue.good", "note", SHEET, panel(), {}),
    ("glue.never", "stop", SHEET | PRECIOUS, panel(), {"practice": "conservation"}),
    ("glue.consent", "stop", SHEET | PRECIOUS, panel(bond="spray"), {}),
    ("glue.agreed", "caution", SHEET | PRECIOUS | {"consent": AGREED}, panel(), {}),
    ("backing.shows", "caution", SHEET, panel(inset=1), {}),
    ("backing.small", "caution", SHEET, panel(inset=30), {}),
    ("backing.none", "stop", flat((120,), (120,)), panel(inset=50), {}),
    ("backing.bends", "caution", flat((900,), (600,)), panel(), {}),
    ("backing.seams", "note", SHEET, panel(sheet_width=400, sheet_height=500), {}),
    ("tape.crosses", "stop", flat((150,), (300,)), panel(tape=80, inset=0), {}),
    ("ledge", "note", SHEET, panel(wall="ledge"), {}),
    ("pairs.many", "caution", SHEET | {"weight": 3}, panel(pair=10), {}),
    ("pairs.room", "stop", flat((60,), (300,)), panel(), {}),
    # between two sheets
    ("face.touches", "stop", SHEET | {"material": "photograph"}, sheets(), {}),
    ("face.bare", "caution", SHEET, sheets(sheets=1), {}),
    ("border.least", "stop", SHEET, {"type": "see_through", "frame": frame((490,), (800,))}, {}),
    ("border.least", "caution", SHEET, sheets(border=10), {}),
    ("border.uneven", "note", flat((300,), (300,)), {"type": "see_through", "frame": frame((512,), (612,))}, {}),
    ("depth.slack", "stop", SHEET | {"depth": {"highest": readings(9)}}, sheets(), {}),
    ("depth.slack", "stop", SHEET, {"type": "see_through", "frame": frame((612,), (812,), rabbet_depth=7)}, {}),
    ("depth.fill", "note", SHEET, sheets(frame=made("oak-lip-25x30")), {}),
    ("glass.large", "caution", flat((900,), (1100,)), sheets(), {}),
    ("tape.original", "stop", SHEET | PRECIOUS, sheets(), {"practice": "conservation"}),
    ("tape.original", "caution", SHEET | PRECIOUS, sheets(), {}),
    ("tape.weak", "caution", flat((60,), (700,), weight=2), sheets(), {}),
    ("plant.fresh", "stop", SHEET | {"material": "plant"}, sheets(pressed=False), {}),
    ("clean", "caution", SHEET, sheets(cleaned=["front_outer", "back_outer", "back_inner"]), {}),
    ("clean", "note", SHEET, sheets(cleaned=["front_outer", "front_inner", "back_inner"]), {}),
    # a sash
    ("panes.few", "stop", things(*(item(f"p{i}", "flag", 300, 200, front=1) for i in range(3))), sash(across=2), {}),
    ("panes.few", "stop", things(*(item(f"p{i}", "flag", 300, 200, front=1) for i in range(8))), sash(across=1, down=1), {}),
    ("cloth.large.p", "stop", things(item("p", "flag", 345, 240, front=1)), sash(), {}),
    ("cloth.large.p", "stop", things(item("p", "flag", 345, 240, front=1)), sash(across=2), {}),
    ("cloth.small.p", "note", PENNANT, sash(), {}),
    ("depth.slack", "stop", PENNANT, sash(rebate=9), {}),
    ("depth.slack", "stop", PENNANT, sash(rebate=6), {}),
    ("depth.slack", "stop", PENNANT, sash(rebate=2), {}),
    ("cloth.touches", "caution", PENNANT, sash(strips=0), {}),
    ("cover.small", "stop", PENNANT, sash(cover_by=8), {}),
    ("cover.large", "stop", PENNANT, sash(cover_by=60), {}),
    ("cover.large", "stop", PENNANT, sash(stile=25, top_rail=25), {}),
    ("fastener.short", "stop", PENNANT, sash(fastener=6), {}),
    ("fastener.long", "stop", PENNANT, sash(fastener=40), {}),
    ("flag.way", "note", PENNANT, sash(flag="united_states"), {}),
    ("flag.way", "caution", PENNANT, sash(flag="other"), {}),
    ("flag.shape.p", "caution", PENNANT, sash(flag="united_states"), {}),
    ("flag.shape.p", "caution", things(item("p", "flag", 100, 190, front=1)), sash(flag="united_states"), {}),
    # suspended
    ("suspended.one", "stop", things(item("r", "tool", 200, 200, front=20), item("s", "tool", 100, 100, front=20)), hung(), {}),
    ("moulding.missing", "stop", RING, hung(moulding="sold-out", into_rail=4), {}),
    ("rail.stock", "stop", things(item("r", "tool", 2400, 200, front=20)), hung(moulding="walnut-15x36", into_rail=10), {}),
    ("rail.stock", "stop", things(item("r", "tool", 1800, 200, front=20)), hung(moulding="pine-20x44", space_across=400), {}),
    ("drill.consent", "stop", RING, hung(into="drilled"), {}),
    ("drill.never", "stop", ring(traits=["irreplaceable"]), hung(into="drilled"), {}),
    ("drill.never", "stop", ring(traits=["irreplaceable"]) | {"consent": AGREED}, hung(into="drilled"), {"practice": "conservation"}),
    ("rod.edge", "stop", RING, hung(diameter=20, into_rail=20), {}),
    ("rod.thing.edge", "stop", ring(front=10) | {"consent": AGREED}, hung(into="drilled"), {}),
    ("rod.through", "stop", RING, hung(diameter=10), {}),
    ("rod.through", "stop", RING, hung(moulding="oak-20x50", into_rail=22), {}),
    ("rod.shallow", "caution", RING, hung(diameter=10, into_rail=15), {}),
    ("rod.misses", "stop", things(item("r", "tool", 200, 200, front=20, shape="outline", outline=ARCH)), hung(rods="three", aim="middle"), {}),
    ("rod.none", "stop", RING, hung(space_across=2), {}),
    ("rod.weak.bends", "stop", ring(weight=40), hung(), {}),
    ("rod.weak.stands", "stop", ring(weight=60), hung(rods="two_down", space_down=450, diameter=4), {}),
    ("wire.weak", "stop", ring(weight=12), hung(rods="wires", wire=5), {}),
    ("rod.sags", "caution", ring(weight="1.6"), hung(space_across=100, diameter=8), {}),
    ("rod.glue", "stop", ring(weight=30), hung(rods="two_down", held="glued", space_down=20), {}),
    ("rod.loose", "caution", RING, hung(play=1, into_rail=12), {}),
    # a layered box
    ("rail.stock", "stop", things(item("m", "figure", 2340, 220, front=60)), layered(), {}),
    ("room.0", "stop", MODEL, layered(GLASS | {"room": 50}, BOARD, BACK), {}),
    ("room.0", "stop", MODEL, layered(GLASS | {"built_depth": 116}, BOARD | {"built_depth": 50}, BACK), {}),
    ("wall.thin", "stop", MODEL, layered(wall=18), {}),
    ("lap.0", "stop", MODEL, layered(GLASS | {"shoulder": 3}, BOARD, BACK), {}),
    ("overlap.a.b", "stop", things(item("a", "figure", 100, 100, front=40), item("b", "figure", 100, 100, front=40, place={"x": 40})), layered(), {}),
    ("text.wide.1", "stop", MODEL, layered(GLASS, BOARD | {"text": "A HUNDRED YEARS", "letters": 60}, BACK), {}),
    ("text.fat.1", "caution", MODEL, layered(GLASS, BOARD | {"text": "ODE", "letters": 30, "stroke": 8}, BACK), {}),
    ("text.bridge.1", "caution", MODEL, layered(GLASS, BOARD | {"text": "ODE", "bridge": 1}, BACK), {}),
    ("lamp.shallow", "caution", MODEL, layered(GLASS, BOARD | {"text": "ODE"}, BACK, lamp={"depth": 12}), {}),
    ("lamp.dark", "caution", MODEL, layered(lamp={}), {}),
    ("lamp.warm", "caution", things(item("m", "figure", 600, 700, front=60)), layered(GLASS, BOARD | {"text": "ODE"}, BACK, lamp={"watts": 10}), {}),
    ("rebates.unread", "caution", MODEL, layered(), {}),
    ("built.0", "note", MODEL, layered(GLASS | {"built_width": 252, "built_height": 310, "built_depth": 78}, BOARD, BACK), {}),
    ("built.lap.0.width", "stop", MODEL, layered(GLASS | {"built_width": 230}, BOARD, BACK), {}),
]  # fmt: skip


@pytest.mark.parametrize(
    ("key", "severity", "thing", "display", "more"), CASES, ids=[f"{i}-{k}-{s}" for i, (k, s, *_) in enumerate(CASES)]
)
def test_it_fires_says_why_and_is_mended(
    key: str, severity: str, thing: dict[str, Any], display: dict[str, Any], more: dict[str, Any]
) -> None:
    fires_and_is_mended(piece(thing, display, **more), key, severity)


def test_nothing_is_said_twice() -> None:
    for _, _, thing, display, more in CASES:
        said = [plain(c.say, "mm") for c in worked(thing, display, **more).checks]
        assert len(said) == len(set(said))


def test_each_of_them_has_a_piece_nothing_stands_in_the_way_of() -> None:
    built = {"built_width": 250, "built_height": 310, "built_depth": 78}
    calm = [
        (SHEET, bars()),
        (SHEET | {"material": "puzzle"}, panel()),
        (SHEET, sheets(cleaned=["front_outer", "front_inner", "back_inner", "back_outer"])),
        (things(item("p", "flag", 420, 330, front=1)), sash()),
        (RING, hung()),
        (MODEL, layered(GLASS | built, BOARD | {"built_width": 260, "built_height": 320, "built_depth": 8},
                        BACK | {"built_width": 270, "built_height": 330, "built_depth": 4})),
    ]  # fmt: skip
    for thing, display in calm:
        done = worked(thing, display)
        assert not [c for c in done.checks if c.severity != "note"], [plain(c.say, "mm") for c in done.checks]
        assert done.settled and all(s.state == "settled" for s in done.stages)
