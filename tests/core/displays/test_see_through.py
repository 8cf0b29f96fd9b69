"""Work between two sheets by hand: borders, two sheets of glass, clips, what goes back to stock."""

from __future__ import annotations

from decimal import Decimal
from itertools import accumulate, product
from typing import Any

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.edits import ShowAs, apply_edits
from shadbo.core.planning.plan import plan
from shadbo.core.quantity.figures import plain
from tests.conftest import readings
from tests.core.displays.pieces import PRECIOUS, SHEET, sheets
from tests.core.mending import fires_and_is_mended
from tests.core.things import flat, frame, made, mm, piece, worked

SPRIG = flat((186,), (262,), material="plant", weight="0.02")
READY = frame((302, "301.5", 302), (402, 402, 402), rabbet_depth=14, face=20, moulding_depth=20, glazing_thickness=2, board=3)


def test_borders_from_what_is_there() -> None:
    done = worked(SPRIG, {"type": "see_through", "frame": READY})
    wide, tall = (301.5 - 12 - 186) / 2, (402 - 12 - 262) / 2
    assert (mm(done, "border.width"), mm(done, "border.height")) == (wide, tall)
    assert mm(done, "border.difference") == tall - wide
    assert mm(done, "even.work.height") == 402 - 12 - 2 * wide, "a work so high would have the same border all round"
    assert mm(done, "border.turned.width") == (402 - 12 - 186) / 2


def test_two_sheets_weigh_twice_by_the_published_density() -> None:
    """EN 572-1: 2500 kg/m³, so 1 m² of 2 mm glass is 5.0 kg; the glass here is cut 2 mm smaller than the rabbet."""
    one, two = (worked(SPRIG, {"type": "see_through", "frame": READY, "sheets": n}) for n in (1, 2))
    sheet = 0.2995 * 0.400 * 5.0
    grams = [float(d.weight.mm.split()[0]) * (1000 if "kg" in d.weight.mm else 1) for d in (one, two)]
    assert grams[1] - grams[0] == pytest.approx(sheet * 1000, abs=10)
    assert mm(done=two, name="depth.pack") - mm(one, "depth.pack") == 2


def test_common_practice_two_clips_a_side_on_a_pair_of_glasses() -> None:
    done = worked(SPRIG, {"type": "see_through", "frame": READY})
    assert done.figures["clips.width"].count == done.figures["clips.height"].count == 2
    back = [s for s in done.view("back").shapes if s.part.startswith("clip.")]
    assert len(back) == 2 * 4
    closer = worked(SPRIG, {"type": "see_through", "frame": READY, "spacing": 120})
    assert closer.figures["clips.height"].count == 4, "400 / 120, rounded up"


def test_the_second_frame_goes_back_to_stock() -> None:
    done = worked(SPRIG, {"type": "see_through", "frame": READY})
    assert [plain(left, "mm") for left in done.leftovers] == [
        "One spare frame, rabbet 302 mm × 402 mm, without its glass",
        "2 inner boards, 302 mm × 402 mm, 3 mm thick",
    ]
    assert not worked(SPRIG, {"type": "see_through", "frame": made("ash-lip-20x20")}).leftovers


def test_nothing_behind_it_shows_and_four_faces_are_ticked() -> None:
    done = worked(SPRIG, {"type": "see_through", "frame": READY})
    assert not [s for s in done.view("back").shapes if "wire" in s.part or "cord" in s.part]
    assert mm(done, "hang.middle") == pytest.approx(mm(done, "frame.outside.width") / 2, abs=1e-5)
    ticks = next(i for s in done.stages for i in s.inputs if i.kind == "choice" and i.key == "cleaned")
    assert len(ticks.options) == 4 and sum(o.key.endswith("inner") for o in ticks.options) == 2


def test_fresh_plants_are_pressed_first() -> None:
    """Handbook, section 19: blotters changed after 1, 2, 4 and 7 days, then weekly; two to four weeks."""
    done = worked(SPRIG | {"comes": {"how": "fresh"}}, {"type": "see_through", "frame": READY})
    pressing = [s for s in done.steps if s.key.endswith(".fresh")]
    assert [s.title for s in pressing] == [
        "Press the plant",
        *(f"Change the blotters, day {d}" for d in (1, 2, 4, 7, 14)),
        "See whether it is dry",
    ]
    ready = list(accumulate(s.wait_minutes for s in pressing))
    assert [minutes / 1440 for minutes in ready] == [1, 2, 4, 7, 14, 21, 21]
    keys = [s.key for s in done.steps]
    assert keys[: len(pressing)] == [s.key for s in pressing] and keys.index("measure") == len(pressing)
    assert not done.stops and not done.faults


def test_a_half_dry_one_has_its_first_week_behind_it() -> None:
    done = worked(SPRIG | {"comes": {"how": "half_dry"}}, {"type": "see_through", "frame": READY})
    assert sum(s.wait_minutes for s in done.steps if s.key.endswith(".half_dry")) == 14 * 1440
    assert [s.title for s in done.steps][:3] == ["Press the plant", "Change the blotters, day 7", "See whether it is dry"]


@pytest.mark.parametrize("days", ["0.5", "3", "7", "8", "14", "40"])
@pytest.mark.parametrize("how", ["fresh", "half_dry"])
def test_however_long_a_shop_presses_each_day_is_once_and_the_last_is_looked_at(days: str, how: str) -> None:
    shop = HOUSE_SHOP.model_copy(update={"rules": HOUSE_SHOP.rules.model_copy(update={"press_days": Decimal(days)})})
    done = plan(piece(SPRIG | {"comes": {"how": how}}, {"type": "see_through", "frame": READY}), shop)
    pressing = [s for s in done.steps if s.key.endswith(f".{how}")]
    assert len({s.key for s in pressing}) == len(pressing) >= 2 and pressing[-1].key == f"dry.{how}" and pressing[-1].gate
    assert all(s.wait_minutes >= 24 * 60 for s in pressing[:-1]) and not done.faults


def test_what_was_written_of_a_fresh_plant_before_is_still_read() -> None:
    display = {"type": "see_through", "frame": READY}
    assert piece(SPRIG, display | {"pressed": False}) == piece(SPRIG | {"comes": {"how": "fresh"}}, display)
    assert piece(SPRIG, display | {"pressed": True}) == piece(SPRIG, display)


def test_spacers_at_the_rim_by_hand() -> None:
    """The lip laps a sheet of 299.5 by (299.5 − 289.5) / 2 = 5: strips of 4 stay a millimetre behind it; 0.3 of work and 3 of air want one of 5."""
    done = worked(SPRIG, {"type": "see_through", "frame": READY, "between": "rim", "tape": "corners", "paper_ring": True})
    assert (mm(done, "rim.wide"), mm(done, "rim.thick")) == (4, 5)
    assert mm(done, "rim.width") == 299.5 - 2 * 4 and mm(done, "rim.height") == 400
    assert mm(done, "depth.pack") == pytest.approx(2 + 5 + 2 + mm(done, "pack.paper_ring"))
    assert mm(done, "paper_ring.width") == 301.5 - 2 * 6 + 2, "its inner edge a millimetre behind the lip"
    assert {p.key: p.count for p in done.to_get}["corner"] == 4
    order = [s.key for s in done.steps]
    assert order.index("clean") < order.index("rim") < order.index("place") < order.index("corners") < order.index("close")


def test_a_ring_that_is_too_much_can_be_left_out() -> None:
    done = worked(
        SPRIG, {"type": "see_through", "frame": made("ash-lip-20x20"), "between": "rim", "tape": "corners", "paper_ring": True}
    )
    stop = next(c for c in done.stops if c.key == "depth.slack")
    assert {"Leave the paper ring out", "No spacers: the sheets touch the work"} <= {plain(w.say, "mm") for w in stop.ways}


@pytest.mark.parametrize(("tape", "pieces", "long"), [("top", 1, 186 - 20), ("short", 2, 30), ("squares", 4, 6)])
def test_tape_ends_before_the_corners(tape: str, pieces: int, long: float) -> None:
    """Handbook, section 19: narrow tape at the top only, ending before the corners."""
    done = worked(SPRIG, {"type": "see_through", "frame": READY, "tape": tape})
    line = next(c for c in done.cuts if c.key == "tape")
    assert line.count == pieces and mm(done, "tape.length") == long
    assert len([s for s in done.view("face").shapes if s.part == "tape"]) == pieces


@pytest.mark.parametrize("frame_", [READY, made("oak-lip-25x30")])
def test_whatever_lies_between_the_sheets_the_job_proves_itself(frame_: dict[str, Any]) -> None:
    for between, tape, ring, count in product(
        ("touching", "rim", "mats"), ("top", "short", "squares", "corners", "none"), (False, True), (1, 2)
    ):
        shown = {"type": "see_through", "frame": frame_, "between": between, "tape": tape, "paper_ring": ring, "sheets": count}
        done = worked(SPRIG, shown)
        assert not done.faults, (between, tape, ring, count)
        stops = {c.key for c in done.stops}
        assert stops == ({"rim.loose"} if (between, tape, count) == ("rim", "none", 2) else set())


# Key, severity, the thing, its display, what else the piece says: each fires, says why and is mended by its ways out (test_checks.py).
CHECKS: list[tuple[Any, ...]] = [
    ("face.touches", "stop", SHEET | {"material": "photograph"}, sheets()),
    ("face.bare", "caution", SHEET, sheets(sheets=1)),
    (
        "depth.slack",
        "stop",
        SPRIG,
        {"type": "see_through", "frame": made("ash-lip-20x20"), "between": "rim", "tape": "corners", "paper_ring": True},
    ),
    ("rim.loose", "stop", SHEET, sheets(between="rim", tape="none")),
    ("rim.narrow", "stop", SHEET, {"type": "see_through", "frame": frame((490,), (800,), lip=4), "between": "rim"}),
    ("border.least", "stop", SHEET, {"type": "see_through", "frame": frame((490,), (800,))}),
    ("border.least", "caution", SHEET, sheets(border=10)),
    ("border.uneven", "note", flat((300,), (300,)), {"type": "see_through", "frame": frame((512,), (612,))}),
    ("depth.slack", "stop", SHEET | {"depth": {"highest": readings(9)}}, sheets()),
    ("depth.slack", "stop", SHEET, {"type": "see_through", "frame": frame((612,), (812,), rabbet_depth=7)}),
    ("depth.fill", "note", SHEET, sheets(frame=made("oak-lip-25x30"))),
    ("glass.large", "caution", flat((900,), (1100,)), sheets()),
    ("tape.original", "stop", SHEET | PRECIOUS, sheets(), {"practice": "conservation"}),
    ("tape.original", "caution", SHEET | PRECIOUS, sheets()),
    ("tape.weak", "caution", flat((60,), (700,), weight=2), sheets()),
    ("clean", "caution", SHEET, sheets(cleaned=["front_outer", "back_outer", "back_inner"])),
    ("clean", "note", SHEET, sheets(cleaned=["front_outer", "front_inner", "back_inner"])),
]
# Nothing stands in the way of these.
CALM: list[tuple[Any, Any]] = [(SHEET, sheets(cleaned=["front_outer", "front_inner", "back_inner", "back_outer"]))]


def test_seen_from_both_sides_with_air_on_both() -> None:
    """Two mats of 3 keep the sheets off; their windows are 10 larger than the work all round; a film on each face, no tape on the work."""
    done = worked(flat((210,), (297,)), {"type": "see_through", "between": "mats", "frame": made()})
    assert mm(done, "depth.pack") == 2 + 3 + 0.3 + 3 + 2
    assert (mm(done, "mat.window.width"), mm(done, "mat.window.height")) == (230, 317)
    cut = {c.key: c for c in done.cuts}
    assert cut["mat"].count == cut["mat_back"].count == 1 and cut["film"].count == 2 and "tape" not in cut
    assert cut["mat"].material == "Mat board, 8-ply" and not done.faults and not done.stops
    order = [s.key for s in done.steps]
    assert order.index("mats") < order.index("clean") < order.index("place") < order.index("close")
    drawn = [s.part for s in done.view("section").shapes]
    assert drawn.index("glazing") < drawn.index("mat") < drawn.index("mat_back") < drawn.index("glazing_back")


def test_a_photograph_between_sheets_lies_in_its_sleeve() -> None:
    """A photograph sticks to glass it touches: begun so it gets mats; touching is stopped, and the mats are a way out."""
    thing = flat((210,), (297,), material="photograph")
    touching = piece(thing, {"type": "see_through", "frame": made()})
    assert "face.touches" in {c.key for c in plan(touching, HOUSE_SHOP).stops}
    begun = apply_edits(piece(thing, {"type": "on_board", "frame": made()}), [ShowAs(display="see_through")], HOUSE_SHOP)
    assert begun.display.between == "mats" and not plan(begun, HOUSE_SHOP).stops  # type: ignore[union-attr]


def test_a_window_wider_than_the_frame_shows_is_stopped() -> None:
    fires_and_is_mended(
        piece(flat((210,), (297,)), {"type": "see_through", "between": "mats", "border": 8, "frame": made()}), "mat.over", "stop"
    )
