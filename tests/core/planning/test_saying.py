"""The list of parts as it is said to be: there, got, left out; on the demo and on pieces at random, over every part that can be said of."""

from __future__ import annotations

from collections.abc import Iterator

import pytest

from shadbo.bench.at_random import random_piece
from shadbo.core import DISPLAYS, HOUSE_SHOP, Choose, Piece, Plan, apply_edits, plain, plan
from shadbo.core.planning.edits import TypeIn
from shadbo.core.planning.said_rows import WHAT
from shadbo.core.planning.trying import ways_out
from shadbo.demo import demo_pieces
from tests.core.job.test_said_and_listed import unlisted


def named(name: str) -> Piece:
    return next(p for p in demo_pieces() if p.name == name)


def say(piece: Piece, part: str, option: str) -> Piece:
    return apply_edits(piece, [Choose(choice=f"said.{part}", option=option)], HOUSE_SHOP)


def options(worked: Plan) -> Iterator[tuple[str, str]]:
    """Everything that can be said of a part: the part, and what."""
    for asked in next(s for s in worked.stages if s.key == "cut").inputs:
        if getattr(asked, "row", "") and not asked.row.startswith("step:"):
            yield from (
                (asked.row, o.key) for o in getattr(asked, "options", ()) if not o.chosen and o.key not in ("planned", "all")
            )


def proved(piece: Piece) -> None:
    """Whatever is said of one part, the job proves itself as before, and speaks of no part it does not have."""
    worked = plan(piece, HOUSE_SHOP)
    before = {*worked.faults, *unlisted(worked)}
    for part, option in options(worked):
        after = plan(say(piece, part, option), HOUSE_SHOP)
        assert set(after.faults) <= before, (part, option, after.faults)
        if option == "none" and not after.stops:
            assert set(unlisted(after)) <= before, (part, option, unlisted(after))


@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_whatever_is_said_of_a_part_the_job_proves_itself(piece: Piece) -> None:
    proved(piece)


@pytest.mark.parametrize("display", DISPLAYS)
def test_so_it_does_on_pieces_at_random(display: str) -> None:
    proved(random_piece(3, HOUSE_SHOP, display))


def test_what_is_there_is_neither_cut_nor_bought() -> None:
    worked = plan(say(named("Five ride badges"), "glazing", "there"), HOUSE_SHOP)
    assert "glazing" not in {line.key for line in worked.cuts}
    assert next(p.comes for p in worked.to_get if p.key == "glazing") == "there"
    step = next(s for s in worked.steps if s.key == "glazing")
    assert step.title.startswith("Try what is there") and step.gate and step.minutes == 5


def test_what_a_part_is_of_is_asked_in_its_row_once_it_is_there() -> None:
    """Its thickness, what it is of, its rating: the decisions of other stages, where it is said that the part is there."""
    met: set[tuple[str, str]] = set()
    for piece in demo_pieces():
        worked = plan(piece, HOUSE_SHOP)
        rows = sorted({part for part, option in options(worked) if option == "there"})
        assert not any(_asked_of(worked, part) for part in rows), "only once it is said to be there"
        all_there = Piece.model_validate(piece.model_dump() | {"said": [{"part": part, "comes": "there"} for part in rows]})
        after = plan(all_there, HOUSE_SHOP)
        met |= {(part.split(".")[0], name) for part in rows for name in _asked_of(after, part)}
    own = {("joint", f"/hang/own_joint/{name}") for name in ("thick", "deep", "each")}
    wanted = {(part, name) for part, names in WHAT.items() for name in names} - own
    assert {(p, n) for p, n in wanted if not any(p == part and f"{name}/".startswith(f"{n}/") for part, name in met)} == set()


def _asked_of(worked: Plan, part: str) -> set[str]:
    places = {
        getattr(i, "pointer", "") or getattr(i, "key", "") for s in worked.stages for i in s.inputs if getattr(i, "row", "") == part
    }
    return {place for place in places if not place.startswith(("said.", "/said/"))}


def test_a_rating_typed_in_the_row_of_what_is_there_is_what_it_hangs_by() -> None:
    there = say(named("Moor road, headwind"), "ring", "there")
    rated = apply_edits(there, [TypeIn(pointer="/hang/ring", text="5 kg", unit="mm")], HOUSE_SHOP)
    worked = plan(rated, HOUSE_SHOP)
    assert next(p.comes for p in worked.to_get if p.key == "ring") == "there"
    assert worked.figures["hang.ring.rated"].quantity.mm == "5 kg"  # type: ignore[union-attr]


def test_a_piece_that_is_there_larger_is_cut_down_a_smaller_one_stops_with_ways_out() -> None:
    there = say(named("Five ride badges"), "glazing", "there")
    larger = apply_edits(there, [TypeIn(pointer="/said/0/length", text="500", unit="mm")], HOUSE_SHOP)
    line = next(line for line in plan(larger, HOUSE_SHOP).cuts if line.key == "glazing")
    assert "500 mm that is there" in plain(line.note, "mm")
    # A sheet may be turned: 372 × 139 goes out of 200 × 400.
    turned = apply_edits(
        there,
        [TypeIn(pointer="/said/0/length", text="200", unit="mm"), TypeIn(pointer="/said/0/width", text="400", unit="mm")],
        HOUSE_SHOP,
    )
    assert not any(c.key.startswith("said.") for c in plan(turned, HOUSE_SHOP).checks)
    smaller = apply_edits(there, [TypeIn(pointer="/said/0/length", text="300", unit="mm")], HOUSE_SHOP)
    stop = next(c for c in plan(smaller, HOUSE_SHOP).stops if c.key == "said.small.glazing")
    assert "72 mm too small" in plain(stop.say, "mm")
    assert len(ways_out(smaller, HOUSE_SHOP, of=stop.key)[stop.key]) == 2


def test_fewer_than_are_wanted_leave_the_rest_to_get() -> None:
    there = say(named("Start line, dawn"), "screw", "there")
    some = apply_edits(there, [Choose(choice="said.screw.count", option="6")], HOUSE_SHOP)
    part = next(p for p in plan(some, HOUSE_SHOP).to_get if p.key == "screw")
    assert (part.comes, part.count, plain(part.note, "mm")) == ("number", 12, "6 there, 6 to get")


def test_none_means_none() -> None:
    """No backing: its depth, its weight and its part are gone, and it comes back as it was."""
    badges = named("Five ride badges")
    without = say(badges, "backing", "none")
    before, after = plan(badges, HOUSE_SHOP), plan(without, HOUSE_SHOP)
    assert after.weight.text("mm") != before.weight.text("mm")
    assert "backing" in {line.key for line in before.cuts} and "backing" not in {line.key for line in after.cuts}
    assert after.figures["depth.slack"].shown != before.figures["depth.slack"].shown
    assert plan(say(without, "backing", "planned"), HOUSE_SHOP).cuts == before.cuts


def test_what_holds_is_not_left_out_without_a_word_nor_what_makes_the_piece() -> None:
    worked = plan(say(named("Start line, dawn"), "screw", "none"), HOUSE_SHOP)
    assert any(c.key == "said.holds.screw" and c.severity == "caution" for c in worked.checks)
    rails = named("Start line, dawn").model_copy(update={"said": [{"part": "rail", "comes": "none"}]})
    stopped = plan(Piece.model_validate(rails.model_dump()), HOUSE_SHOP)
    assert any(c.key == "said.needed.rail" for c in stopped.stops)


def test_what_was_said_is_kept_while_the_display_has_no_such_part() -> None:
    said = say(named("Bunch sprint"), "glazing", "there")
    bare = apply_edits(said, [Choose(choice="glazing", option="none")], HOUSE_SHOP)
    assert [one.part for one in bare.said] == ["glazing"] and "glazing" not in {p.key for p in plan(bare, HOUSE_SHOP).to_get}
    again = apply_edits(bare, [Choose(choice="glazing", option="glass")], HOUSE_SHOP)
    assert next(p.comes for p in plan(again, HOUSE_SHOP).to_get if p.key == "glazing") == "there"
