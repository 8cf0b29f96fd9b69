"""Ways of showing held against one another: what suits what, in which order, what is left out and why; taking one over."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import SHOWS
from shadbo.core.planning.comparing import compare
from shadbo.core.planning.edits import ShowAs, apply_edits, in_words
from shadbo.core.planning.plan import plan
from shadbo.core.quantity.fields import Refused
from shadbo.demo import demo_pieces
from shadbo.shop.days.ready import days_alone
from tests.conftest import readings
from tests.core.things import badge, box, canvas, flat, item, made, piece, things

PUZZLE = flat((480,), (330,), material="puzzle")
PANEL = {"type": "panel"}


def ways(thing: dict[str, Any], display: dict[str, Any], **more: Any) -> Any:
    return compare(piece(thing, display, **more), HOUSE_SHOP, days_alone)


@pytest.mark.parametrize("given_", demo_pieces(), ids=lambda p: p.name)
def test_every_display_is_worked_out_or_left_out_with_a_reason(given_: Any) -> None:
    found = compare(given_, HOUSE_SHOP, days_alone)
    keys = [w.key for w in found.ways] + [o.key for o in found.left_out]
    assert sorted(keys) == sorted(DISPLAYS)
    assert all(w.why and w.verdict and w.parts >= 0 and w.time.bench > 0 for w in found.ways)
    assert all(o.why for o in found.left_out)
    assert [w.now for w in found.ways].count(True) == 1
    assert 1 <= len(found.proposed) <= 3 and set(found.proposed) <= {w.key for w in found.ways}
    order = [(w.rank == 0, bool(w.stops), -w.score) for w in found.ways]
    assert order == sorted(order)


@pytest.mark.parametrize("given_", demo_pieces(), ids=lambda p: p.name)
def test_every_way_can_be_taken_over_and_says_what_it_said(given_: Any) -> None:
    for way in compare(given_, HOUSE_SHOP, days_alone).ways:
        # The one it has would be begun afresh.
        after = given_ if way.now else apply_edits(given_, [ShowAs(display=way.key)], HOUSE_SHOP)
        done = plan(after, HOUSE_SHOP)
        assert after.display.type == way.key
        assert (done.size, done.weight, done.verdict, len(done.stops)) == (way.size, way.weight, way.verdict, len(way.stops))
        assert (after.name, after.owner, after.due) == (given_.name, given_.owner, given_.due)


@pytest.mark.parametrize(
    ("thing", "display", "best", "never"),
    [
        (canvas(600, 450, 22), {"type": "lipped", "frame": made()}, "floater", "panel"),
        (things(item("p", "pastel", 300, 200)), box("spaced"), "spaced", "direct"),
        (things(item("f", "flag", 900, 600, front=1)), box(), "spaced", "suspended"),
        (things(item("m", "figure", 200, 150, front=70)), box(), "layered_box", "see_through"),
        (things(item("t", "tool", 200, 200, front=20)), box(), "suspended", "hanger_bars"),
        (flat((180,), (260,), material="plant"), {"type": "on_board", "frame": made()}, "see_through", "panel"),
        (things(badge("a")), box("matted_box", "oak-box-25x65"), "shadow_box", "direct"),
        (flat((900,), (1200,), material="linen_backed"), {"type": "on_board", "frame": made()}, "spaced", "floater"),
    ],
)
def test_what_suits_comes_first_and_what_harms_is_left_out(thing: Any, display: Any, best: str, never: str) -> None:
    found = ways(thing, display)
    top = [w.key for w in found.ways if w.rank == found.ways[0].rank]
    assert best in top, top
    assert never in [o.key for o in found.left_out]


def test_conservation_never_glues_what_cannot_be_replaced() -> None:
    precious = PUZZLE | {"traits": ["irreplaceable"]}
    left = {
        o.key: o.why
        for o in ways(precious, {"type": "see_through", "frame": made("oak-lip-25x30")}, practice="conservation").left_out
    }
    assert "panel" in left and "replaced" in left["panel"]


def test_readings_are_carried_over_and_what_is_left_behind_is_told() -> None:
    crooked = flat((500, 501, 502), (700, 700, 700), edges={"left": {"middle": readings(1)}}, material="puzzle")
    begun = piece(crooked, PANEL)
    way = next(w for w in compare(begun, HOUSE_SHOP, days_alone).ways if w.key == "direct")
    assert way.lost == "left behind: its straightedge readings"
    after = apply_edits(begun, [ShowAs(display="direct")], HOUSE_SHOP)
    held = after.object.items[0]  # type: ignore[union-attr]
    assert [r[0].mm for r in (held.width.top, held.width.middle, held.width.bottom)] == [500, 501, 502]
    back = apply_edits(after, [ShowAs(display="panel")], HOUSE_SHOP)
    assert back.object.width == begun.object.width and back.object.material == "puzzle"  # type: ignore[union-attr]
    assert in_words(begun, [ShowAs(display="direct")], HOUSE_SHOP) == "Shown as: on its board, under the lip"


def test_what_cannot_be_shown_so_is_refused_with_the_reason() -> None:
    begun = piece(canvas(600, 450, 22), {"type": "lipped", "frame": made()})
    with pytest.raises(Refused, match="lies flat"):
        apply_edits(begun, [ShowAs(display="panel")], HOUSE_SHOP)
    with pytest.raises(Refused, match="not known"):
        apply_edits(begun, [ShowAs(display="cupboard")], HOUSE_SHOP)


def test_the_way_it_has_is_begun_afresh() -> None:
    begun = piece(canvas(600, 450, 22), {"type": "lipped", "frame": made(moulding="ash-10x32"), "lap": 9})
    after = apply_edits(begun, [ShowAs(display="lipped")], HOUSE_SHOP)
    assert after.object == begun.object and after.display != begun.display


def test_every_display_says_what_it_can_show() -> None:
    assert set(SHOWS) == set(DISPLAYS)
