"""Whole jobs as a framer would tell them, common practice: what there is to cut and to get, how many, what comes before what, what is not there."""

from __future__ import annotations

from itertools import pairwise
from typing import NamedTuple

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.plan import Plan, plan
from shadbo.core.quantity.figures import plain
from shadbo.demo import demo_pieces


class Told(NamedTuple):
    """``cut`` and ``get``: so many of each; ``order``: one after another; ``never``: neither a step nor a part of this job."""

    cut: dict[str, int]
    get: dict[str, int]
    order: tuple[str, ...]
    never: tuple[str, ...]


FRAME = {"rail.horizontal": 2, "rail.vertical": 2}
MADE = ("measure", "cut", "dry", "glue")
UP = ("rings", "hang")
JOBS = {
    # Twelve screws round a 600 × 450 canvas, no more than 300 apart; dowels two a corner; two shims a side.
    "Start line, dawn": Told(
        FRAME | {"lift.across": 2, "lift.down": 2, "shim.width": 4, "shim.height": 4},
        {"screw": 12, "joint": 8, "ring": 2, "wire": 1, "hook": 1, "bumper": 2},
        (*MADE, "joint", "inside", "lift", "holes", "paint", "centre", "look", "screw", "shims", *UP),
        ("seat", "blocks", "glazing", "points"),
    ),
    # A floater that is there: nothing of it is cut, and its mitres hold already.
    "The long climb": Told(
        {"lift.across": 2, "lift.down": 2, "shim.width": 4, "shim.height": 4},
        {"rail": 1, "screw": 12, "ring": 2},
        ("measure", "lift", "holes", "paint", "centre", "look", "screw", "shims", *UP),
        ("cut", "glue", "joint", "rail.horizontal"),
    ),
    # Four bars, four braces, staples 41 to 43 apart all round; the raw edge taped.
    "Moor road, headwind": Told(
        {"bar.width": 2, "bar.height": 2, "brace": 4},
        {"staple": 68, "tape": 1, "ring": 2},
        ("measure", "bars", "square", "cross", "lay", "staple", "corner", "look", "back", *UP),
        ("print", "glazing", "cover"),
    ),
    # A poster on linen: hinges, tested first, once; the sheet cut when the rabbet is there.
    "First Quillbeck circuit": Told(
        FRAME | {"board": 1, "glazing": 1, "backing": 1, "fill.0": 1},
        {"hold.through_hinges": 3, "hold.through_hinges.1": 1, "points": 30, "cover": 1, "ring": 2, "hook": 2},
        (*MADE, "board", "hold.pull", "place", "hold.through_hinges", "glazing", "look", "close", *UP),
        ("hinge", "mat", "wire"),
    ),
    # A bought box filled: glass out, its own board the template, eight screws, its tabs down again.
    "Feed station": Told(
        {"packing.width": 2, "packing.height": 2, "card.down": 2, "card.across": 2},
        {"rail": 1, "board": 1, "tabs": 1, "screw": 8, "ring": 1, "hook": 1},
        ("measure", "glass", "template", "tape", "look", "screw", "close", *UP),
        ("cut", "glue", "joint", "glazing"),
    ),
    # A clip about every 150 mm and a screw a clip; the cover on when they are.
    "Bell lap": Told(
        FRAME | {"cover": 1},
        {"clip": 18, "screw": 18, "joint": 8, "wire": 1},
        (*MADE, "joint", "lay", "look", "clips", "cover", *UP),
        ("blocks", "points", "glazing"),
    ),
    # A jersey with two photographs and a plate: two mats of three windows, four corners each, stitches tested first.
    "The centenary jersey": Told(
        FRAME
        | {
            "glazing": 1,
            "mat_top": 1,
            "mat_bottom": 1,
            "mount": 1,
            "form.jersey": 1,
            "backing": 1,
            "behind.across": 2,
            "behind.between": 2,
        },
        {"hold.corners": 8, "hold.form": 1, "hold.stitching": 1, "joint": 8, "ring": 2, "ring.screw": 4, "hook": 2},
        (
            "condition",
            *MADE,
            "joint",
            "rabbet",
            "mat_top.draw",
            "mat_top.cut",
            "mats.join",
            "mount",
            "hold.pull",
            "mount.items",
            "hold.stitching",
            "glazing",
            "spacer",
            "look",
            "close",
            *UP,
        ),
        ("hold.points", "wire", "tabs"),
    ),
    # Five badges by their own pins: a hole each, nothing else holds them.
    "Five ride badges": Told(
        FRAME | {"glazing": 1, "mount": 1, "behind.across": 2, "behind.between": 2, "spacer.horizontal": 2},
        {"ring": 2, "hook": 2, "cover": 1},
        (*MADE, "rabbet", "mount", "fix", "mount.items", "hold.own_pin", "glazing", "spacer", "look", "close", *UP),
        ("mats.join", "wire", "hinge"),
    ),
    # A jigsaw: the boards before it is turned on to one, tape across once, points once.
    "Route map jigsaw": Told(
        FRAME | {"glazing": 1, "mount": 1, "backing": 1},
        {"hold.tape_across": 1, "joint": 8, "wire": 1},
        (*MADE, "rabbet", "mount", "mount.items", "hold.tape_across", "glazing", "look", "close", *UP),
        ("puzzle", "hold.points", "hinge"),
    ),
    # A pastel hangs from two hinges of tissue; glass, never acrylic.
    "Bunch sprint": Told(
        FRAME | {"glazing": 1, "spacer.horizontal": 2, "spacer.vertical": 2},
        {"hold.t_hinges": 2, "hold.t_hinges.1": 1},
        ("condition", *MADE, "mount", "hold.t_hinges", "glazing", "spacer", "look", "close", *UP),
        ("hinge", "mats.join"),
    ),
    # Needlework is stretched over its board once, by lacing; unglazed.
    "Club sampler": Told(
        FRAME | {"mount": 1, "backing": 1},
        {"hold.lacing": 1, "points": 12},
        ("condition", *MADE, "mount", "tack.sampler", "look", "close", *UP),
        ("glazing", "spacer", "mount.items", "hold.lacing step"),
    ),
    # In a bought box: its glass stays in and is cleaned, its board is used, neither is cut.
    "The timekeeper’s stopwatch": Told(
        {"mount": 1, "spacer.horizontal": 2},
        {"rail": 1, "glazing": 1, "backing": 1, "hold.brackets": 2},
        (
            "condition",
            "measure",
            "open",
            "mount",
            "hold.pull",
            "fix",
            "mount.items",
            "hold.brackets",
            "glazing",
            "look",
            "close",
            *UP,
        ),
        ("cut", "glue", "joint", "rail.horizontal"),
    ),
    # A box in layers: timber first, rebates before the mitres are glued, glass ordered when they were read again; oiled before.
    "Model of the relay tandem": Told(
        FRAME | {"floor.0": 1, "floor.1": 1, "floor.2": 1, "lamp": 7},
        {"back.screw": 4, "beads": 8, "supply": 1, "joint": 8, "finish.coat": 1},
        (
            "draw",
            "season",
            "rebate",
            "cut",
            "dry",
            "glue",
            "joint",
            "finish.sand",
            "finish.coat",
            "read",
            "order",
            "stand",
            "fit",
            "lamp",
            "look",
            "close",
            *UP,
        ),
        ("points", "cover"),
    ),
    # Between the glass of two frames: nothing is cut at all.
    "Heather from the moor road": Told(
        {},
        {"rail": 2, "glazing.came": 2, "squares": 4},
        ("measure", "apart", "clean", "place", "look", "close", *UP),
        ("cut", "glue", "glazing.cut", "tape"),
    ),
    # An old sash: boards before cloth, cover cut before the boards go in, half the fasteners, a look, the others.
    "Pennant and hill-climb scarf": Told(
        {"board": 2, "cover": 1},
        {"sash": 1, "fastener": 22, "ring": 2},
        ("sash", "measure", "board", "cover", "lay", "half", "look", "close", *UP),
        ("points", "glue", "joint"),
    ),
    # Three rods: marked from the dry frame, drilled, waxed, tested, tried dry, glued in that order.
    "Chainring of the record ride": Told(
        FRAME | {"rod.top": 1, "rod.bottom_left": 1, "rod.bottom_right": 1},
        {"clamp": 3, "finish.coat": 1},
        ("measure", "cut", "dry", "mark", "drill.top", "finish.sand", "finish.coat", "dry_all", "glue_all", *UP),
        ("glazing", "wire", "points"),
    ),
    # A jigsaw on a panel: tape and glue once, a pair tested before any goes on.
    "Great Fell loop, jigsaw": Told(
        {"backing": 2, "tape": 1},
        {"pair": 8, "adhesive": 1},
        ("measure", "board", "turn", "glue", "look", "pull", "strips", "hang"),
        ("rings", "joint", "across"),
    ),
    # A chart between bars: finished before it is gripped, hung for a week before it is hung for good.
    "Race chart, 48 stages": Told(
        {"bar": 4, "trim": 1},
        {"grip": 20, "cord": 1, "hook": 1, "finish": 1},
        ("measure", "trim", "cut", "drill", "finish", "grip", "test", "hang"),
        ("rings", "glue", "glazing"),
    ),
}
BY_NAME = {p.name: p for p in demo_pieces()}


def job(name: str) -> Plan:
    return plan(BY_NAME[name], HOUSE_SHOP)


@pytest.mark.parametrize("name", JOBS)
def test_a_job_is_as_a_framer_would_tell_it(name: str) -> None:
    told, done = JOBS[name], job(name)
    cut = {line.key: line.count for line in done.cuts}
    get = {part.key: part.count for part in done.to_get}
    assert told.cut.items() <= cut.items() and told.get.items() <= get.items(), (cut, get)
    place = {step.key: i for i, step in enumerate(done.steps)}
    assert set(told.order) <= set(place), set(told.order) - set(place)
    for first, then in pairwise(told.order):
        assert place[first] < place[then], f"{first} comes after {then}"
    assert not set(told.never) & {*place, *(k for k in cut), *(k for k in get if k in ("wire", "joint", "points", "tabs", "cover"))}


@pytest.mark.parametrize("name", BY_NAME)
def test_nothing_is_told_twice(name: str) -> None:
    done = job(name)
    titles = [step.title for step in done.steps]
    assert len(titles) == len(set(titles))
    assert len({p.key for p in done.to_get} | {c.key for c in done.cuts}) == len(done.to_get) + len(done.cuts)
    said = " ".join(plain(step.say, "mm") for step in done.steps)
    assert said.count("umpers") <= 1 and said.lower().count("dust cover") <= 1


@pytest.mark.parametrize("name", BY_NAME)
def test_gates_come_before_what_they_guard(name: str) -> None:
    """Handbook, common practice: a second measuring first, the front looked at before closing, the pull test before anything goes up."""
    keys = [step.key for step in job(name).steps]
    gates = {step.key for step in job(name).steps if step.gate}
    measured = next(i for i, k in enumerate(keys) if k in ("measure", "sash", "draw"))
    assert measured <= 1 and {keys[measured]} <= gates
    if "close" in keys:
        assert keys.index("look") < keys.index("close") and "look" in gates
    holding = [i for i, k in enumerate(keys) if k.startswith("hold.") and k != "hold.pull"]
    if "hold.pull" in keys and holding:
        assert keys.index("hold.pull") < min(holding)
    assert keys[-1] == "hang" or "hang" not in keys
