"""A bought frame of which only the label is known: nothing is made up to fit, the label makes no stop, what is read takes its place."""

from __future__ import annotations

import pytest

from shadbo.core import DISPLAYS, HOUSE_SHOP, Choose, Piece, Refused, apply_edits, plain, plan
from shadbo.core.document.decisions.canvas import ReadFrame
from shadbo.core.planning.edits import AddStation, ShowAs, TypeIn
from shadbo.core.planning.starting import STARTS, start_piece
from shadbo.exports.job import job_to_text
from shadbo.shop.bench import gate_of, judge

ALL = ["width", "height", "rabbet_depth", "lip", "face", "moulding_depth"]


def begun(key: str, **typed: str) -> Piece:
    start = next(s for s in STARTS if s.key == key)
    sizes = {
        "width": "150",
        "height": "180",
        "front": "3",
        "behind": "6",
        "label_width": "200",
        "label_height": "250",
        "label_depth": "20",
    }
    return start_piece(key, "", "", "mm", {a.key: (sizes | typed)[a.key] for a in start.asks}, HOUSE_SHOP)


def read(piece: Piece, **sizes: str) -> Piece:
    return apply_edits(
        piece, [TypeIn(pointer=f"/display/frame/{k.replace('__', '/')}", text=t, unit="mm") for k, t in sizes.items()], HOUSE_SHOP
    )


def unread(piece: Piece) -> list[str]:
    frame = getattr(piece.display, "frame", None)
    assert isinstance(frame, ReadFrame)
    return list(frame.unread)


@pytest.mark.parametrize("deep", ["4", "12", "20", "34", "60"])
@pytest.mark.parametrize("key", ["badge_label", "flat_label", "puzzle_label"])
def test_a_label_never_makes_a_stop_of_its_own(key: str, deep: str) -> None:
    piece = begun(key, label_depth=deep)
    worked = plan(piece, HOUSE_SHOP)
    assert not worked.stops and not worked.faults and unread(piece) == ALL
    # Too shallow is said, and that it goes by what is not read.
    if deep == "4":
        slack = next(c for c in worked.checks if c.key == "depth.slack")
        assert (
            slack.severity == "caution"
            and "not read yet" in plain(slack.say, "mm")
            and "not read yet" in plain(worked.verdict, "mm")
        )


def test_the_labels_size_is_what_goes_in() -> None:
    mount = next(line for line in plan(begun("badge_label"), HOUSE_SHOP).cuts if line.key == "mount")
    assert mount.length.text("mm") == "200 mm"


def test_what_is_not_read_is_empty_at_its_field_and_told_where_the_frame_is_opened() -> None:
    worked = plan(begun("badge_label"), HOUSE_SHOP)
    fields = {
        i.pointer: i for s in worked.stages for i in s.inputs if i.kind == "length" and i.pointer.startswith("/display/frame/")
    }
    for place in ("lip", "face", "rabbet_depth", "moulding_depth", "width/middle/0", "height/centre/0"):
        one = fields[f"/display/frame/{place}"]
        assert one.shown is None and "Not read yet" in plain(one.hint, "mm")
    assert "Read its rabbet, by its label" in job_to_text(worked) and "its lip, its face and the height of its rail" in job_to_text(
        worked
    )


def test_what_is_typed_is_read_and_then_it_can_stop() -> None:
    piece = read(begun("badge_label", label_depth="30"), rabbet_depth="9", lip="5")
    assert unread(piece) == ["width", "height", "face", "moulding_depth"]
    stop = next(c for c in plan(piece, HOUSE_SHOP).checks if c.key == "depth.slack")
    assert stop.severity == "stop" and "not read yet" not in plain(stop.say, "mm")
    both = read(piece, width__middle__0="203 x 254")
    assert unread(both) == ["face", "moulding_depth"]
    whole = read(both, face="18", moulding_depth="16")
    assert unread(whole) == [] and not any(c.key in ("frame.unread", "frame.by_label") for c in plan(whole, HOUSE_SHOP).checks)


@pytest.mark.parametrize("key", ["badge_label", "flat_label", "puzzle_label"])
def test_in_every_display_that_takes_it_a_label_alone_invents_no_reading(key: str) -> None:
    piece = begun(key)
    for display in DISPLAYS:
        try:
            shown = apply_edits(piece, [ShowAs(display=display)], HOUSE_SHOP)
        except Refused:
            continue
        frame = getattr(shown.display, "frame", None)
        if not isinstance(frame, ReadFrame):
            continue
        assert frame.unread == ALL, display
        taped = [
            r for side in (frame.width, frame.height) for place in side.places("") for r in place.readings if r.typed is not None
        ]
        assert taped == [], display
        assert not plan(shown, HOUSE_SHOP).faults, display


def test_the_label_typed_over_and_read_the_other_way_moves_the_rabbet_with_its_sum() -> None:
    """Of the picture: 200 + 2 of room. Over all, with a face of 20 and a lip of 6: 200 − 40 + 12."""
    piece = begun("badge_label")
    assert plan(piece, HOUSE_SHOP).figures["frame.rabbet.width"].mm == "202"
    over_all = apply_edits(piece, [Choose(choice="label_of", option="outside")], HOUSE_SHOP)
    assert plan(over_all, HOUSE_SHOP).figures["frame.rabbet.width"].mm == "172"
    wider = read(piece, label_width="210")
    assert plan(wider, HOUSE_SHOP).figures["frame.rabbet.width"].mm == "212" and unread(wider) == ALL


def test_opened_at_the_bench_all_of_it_is_read_in_one_go() -> None:
    piece = begun("badge_label", label_depth="30")
    worked = plan(piece, HOUSE_SHOP)
    gate = gate_of("open", worked)
    assert gate is not None and [a.key for a in gate.asks] == ["width", "height", "depth", "lip", "face", "rail"]
    found = judge(
        "open",
        {"width": "204", "height": "253", "depth": "28", "lip": "5", "face": "18", "rail": "35"},
        worked,
        piece,
        HOUSE_SHOP,
        "mm",
    )
    after = apply_edits(piece, list(found.edits), HOUSE_SHOP)
    assert unread(after) == [] and plan(after, HOUSE_SHOP).figures["frame.rabbet.width"].mm == "204"


def test_turned_its_sides_are_still_its_own() -> None:
    piece = apply_edits(begun("badge_label"), [Choose(choice="turned", option="true")], HOUSE_SHOP)
    worked = plan(piece, HOUSE_SHOP)
    assert worked.figures["frame.rabbet.width"].mm == "252" and not worked.faults
    gate = gate_of("open", worked)
    assert gate is not None and [str(a.length(worked)) for a in gate.asks[:2]] == ["202", "252"]


def test_the_first_reading_takes_the_place_of_the_label_wherever_it_is_taken() -> None:
    """At the top, at the middle, or anywhere between: what stood for the side is no reading beside it."""
    for edit in (
        TypeIn(pointer="/display/frame/width/top/0", text="203", unit="mm"),
        TypeIn(pointer="/display/frame/width/middle/0", text="203", unit="mm"),
        AddStation(side="/display/frame/width", at=300, text="203", unit="mm"),
    ):
        after = apply_edits(begun("badge_label"), [edit], HOUSE_SHOP)
        frame = getattr(after.display, "frame", None)
        assert isinstance(frame, ReadFrame) and "width" not in frame.unread
        assert [r.typed for place in frame.width.places("") for r in place.readings] == ["203"]
        assert plan(after, HOUSE_SHOP).figures["frame.rabbet.width"].mm == "203"
