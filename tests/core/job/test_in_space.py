"""The job in space: as many pieces lie there as the list has, what is fixed meets what it is fixed to, and all of it is seen laid apart."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import combinations, pairwise
from math import hypot
from typing import Any

import pytest
from shapely import Point, Polygon, unary_union
from shapely.affinity import scale

from shadbo.bench.at_random import random_piece
from shadbo.core.contract.bodies import Body, Fixing, Space, mm
from shadbo.core.contract.display import DisplayPlan
from shadbo.core.contract.parts import cut, got
from shadbo.core.contract.views import APART
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.framing.apart import apart_view, told
from shadbo.core.job.in_space import prove_in_space
from shadbo.core.job.joining import Job, join
from shadbo.core.planning.plan import _display_plan, plan
from shadbo.core.quantity.figures import plain
from shadbo.core.science.withdrawal import screw_diameter
from shadbo.demo import demo_pieces


def worked(piece: Piece) -> tuple[DisplayPlan, Job, Space, bool]:
    """A piece’s parts, where they lie, and whether it is stopped."""
    context, display_plan, *_ = _display_plan(piece, HOUSE_SHOP, "")
    job = join((*map(cut, display_plan.cuts), *display_plan.parts()), display_plan.steps())
    assert display_plan.space is not None
    return display_plan, job, display_plan.space(), any(c.severity == "stop" for c in context.checks.checks.values())


def strips() -> tuple[Job, Space]:
    """Two strips on a board 100 × 60, a screw through each."""
    space = Space(100, 60)
    space.box("board", "Board", "board", 0, 0, 100, 60, 0, 5)
    space.then()
    for y in (0, 40):
        space.box("strip", "Strip", "strip", 10, y, 80, 20, 5, 8)
    space.then()
    for y in (10, 50):
        space.fix("screw", "Screw", (50, y, 8), (50, y, 2), ("strip",), "board")
    return Job((got("board", "Board"), got("strip", "Strip", 2), got("screw", "Screw", 2)), ()), space


def test_a_sound_one_has_no_fault() -> None:
    assert list(prove_in_space(*strips(), ("board", "strip"))) == []


@pytest.mark.parametrize(
    ("change", "found"),
    [
        (lambda job, space: space.bodies.pop(), "2 in the list, 1 where they lie"),
        (lambda job, space: space.fix("screw", "Screw", (50, 11, 8), (50, 11, 2), ("strip",), "board"), "lie at one place"),
        (lambda job, space: space.fix("screw", "Screw", (50, 30, 8), (50, 30, 2), ("strip",), "board"), "goes through no strip"),
        (lambda job, space: space.fix("screw", "Screw", (50, 5, 8), (50, 5, -1), ("strip",), "board"), "bites into no board"),
        (lambda job, space: space.fix("screw", "Screw", (50, 5, 8), (50, 5, 2), ("strip",), "rail"), "bites into no rail"),
        (lambda job, space: space.box("glue_block", "Block", "wood", 0, 0, 5, 5, 5, 8), "glue_block lies there, and no part"),
        (lambda job, space: space.box("beam", "Beam", "wood", 0, 0, 100, 50, 5, 28), "beam lies there, and is in no weight"),
    ],
)
def test_what_a_framer_would_find_in_the_air_is_found(change: object, found: str) -> None:
    job, space = strips()
    change(job, space)  # type: ignore[operator]
    assert any(found in fault for fault in prove_in_space(job, space, ("board", "strip", "glue_block"))), list(
        prove_in_space(job, space)
    )


@pytest.mark.parametrize("display", DISPLAYS)
def test_every_fixing_lies_on_what_it_goes_through_by_shapely(display: str) -> None:
    """The application’s own look at points and outlines, held against Shapely’s, on the demo and on pieces at random."""
    pieces = [p for p in demo_pieces() if p.display.type == display] + [random_piece(s, HOUSE_SHOP, display) for s in range(8)]
    for piece in pieces:
        display_plan, job, space, stopped = worked(piece)
        if stopped:
            continue
        assert list(prove_in_space(job, space, [w.part for w in display_plan.weights])) == []
        for fixing in space.fixings:
            for name, (x, y, _) in [*((n, fixing.start) for n in fixing.through), (fixing.into, fixing.end)]:
                on = [Polygon(outline) for b in space.bodies if f"{b.part}.".startswith(f"{name}.") for outline, _, _ in b.solids]
                assert min(shape.distance(Point(x, y)) for shape in on) <= 0.5, f"{piece.name}: {fixing}"


def test_screws_of_a_floater_keep_their_distance_from_the_ends_of_strips() -> None:
    """7 d or 25 mm, whichever is less (common practice, the handbook’s section 19), in the strips along top and bottom; those at the sides lie between them."""
    least, seen = min(7 * float(screw_diameter(HOUSE_SHOP.rules.holding_screw)), 25), 0
    for piece in demo_pieces():
        if piece.display.type != "floater":
            continue
        _, _, space, _ = worked(piece)
        lifts = [(b, Polygon(b.outline)) for b in space.bodies if b.part == "lift"]
        for fixing in (f for f in space.fixings if f.part.startswith("screw")):
            x, y, _ = fixing.start
            for body, shape in lifts:
                left, top, right, bottom = body.box
                if shape.contains(Point(x, y)) and right - left > bottom - top:
                    assert min(x - left, right - x) >= least - 0.01, f"{piece.name}: {fixing.part}"
                    seen += 1
    assert seen


@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_all_of_it_is_seen_laid_apart_with_names_and_numbers(piece: Piece) -> None:
    _, _, space, _ = worked(piece)
    done = plan(piece, HOUSE_SHOP)
    view = done.view(APART)
    drawn = {s.part for s in view.shapes}
    assert {b.part for b in space.bodies} | {f.part for f in space.fixings} <= drawn
    words = [s.text for s in view.shapes if s.kind == "text"]
    assert words == [told(space, layer) for layer in space.layers]
    assert all(0 <= x <= view.width + 0.01 and 0 <= y <= view.height + 0.01 for s in view.shapes for x, y in s.points)
    assert all(mark.figure in done.figures for mark in view.marks)
    stages = {stage.key for stage in done.stages if APART in stage.views}
    assert "depth" in stages or "cut" in stages


def test_what_is_cut_is_weighed_by_what_it_is_of() -> None:
    """Independent of the weights: volume of the bodies by Shapely × density, of timber by its specific gravity, of glass by EN 572-1."""
    stretched = next(p for p in demo_pieces() if p.display.type == "stretcher")
    display_plan, _, space, _ = worked(stretched)
    kg = {w.part: float(w.kg) for w in display_plan.weights}
    bars = sum(Polygon(b.outline).area * (b.back - b.front) for b in space.bodies if b.part.startswith("bar."))
    # Eastern white pine, 350 to 400 kg a cubic metre air-dry (Wood Handbook, table 5-3); mitred bars lose a corner to one another.
    assert 330e-9 < kg["bar"] / bars < 480e-9
    panes = next(p for p in demo_pieces() if p.display.type == "see_through")
    display_plan, _, space, _ = worked(panes)
    glass = sum(Polygon(b.outline).area * (b.back - b.front) for b in space.bodies if b.material == "glass")
    assert {w.part: float(w.kg) for w in display_plan.weights}["glazing"] == pytest.approx(glass * 2500e-9, rel=0.001)


def test_it_is_one_scale_throughout() -> None:
    """A true axonometry: two edges of one length and direction are drawn as long as one another, wherever they lie and however far apart."""
    space = Space(200, 100)
    for i, z in enumerate((0, 40, 90)):
        space.then().box(f"sheet.{i}", "Sheet", "board", 10 * i, 5 * i, 100, 60, z, z)
    faces = [s.points for s in apart_view(space, {}).shapes if s.kind == "polygon"]
    assert len(faces) == 3

    def sides(points: tuple[tuple[float, ...], ...]) -> list[float]:
        return [c for a, b in pairwise(points) for c in (b[0] - a[0], b[1] - a[1])]

    # Drawn to a tenth of a millimetre.
    for other in faces[1:]:
        assert sides(faces[0]) == pytest.approx(sides(other), abs=0.21)
    # Front first at the left.
    assert [min(p[0] for p in face) for face in faces] == sorted((min(p[0] for p in face) for face in faces), reverse=True)


def test_a_rail_with_a_rabbet_is_narrower_behind_its_lip() -> None:
    _, _, space, _ = worked(next(p for p in demo_pieces() if p.display.type == "on_board"))
    rail: Body = next(b for b in space.bodies if b.part == "rail.left")
    (front, _, under), (behind, start, _) = rail.solids
    assert under == start and max(x for x, _ in behind) < max(x for x, _ in front)
    assert all(isinstance(f, Fixing) for f in space.fixings)


def test_a_screw_is_as_long_in_space_as_in_the_list() -> None:
    """Through the strainer and into the rail: what is driven is what is bought; a hanger’s goes as deep as its sum says."""
    poster = next(p for p in demo_pieces() if p.display.type == "on_board")
    poster = poster.model_copy(update={"hang": poster.hang.model_copy(update={"strainer": True, "how": "rings"})})
    context, display_plan, *_ = _display_plan(poster, HOUSE_SHOP, "")
    assert display_plan.space is not None
    space, done = display_plan.space(), plan(poster, HOUSE_SHOP)
    listed = next(p for p in done.to_get if p.key == "strainer.screw")
    driven = [f for f in space.fixings if f.part == "strainer.screw"]
    assert len(driven) == listed.count == done.figures["strainer.screw.count"].count
    assert {f"{f.start[2] - f.end[2]:g} mm" for f in driven} == {plain(listed.size, "mm")}
    rings = [f for f in space.fixings if f.part == "hang.ring"]
    assert len(rings) == 2 and {f.into for f in rings} == {"strainer"}
    bears = plain(context.book.counts["hang.out.bears"].working[0], "mm")
    assert {bears.endswith(f" {f.start[2] - f.end[2]:g} mm in the wood") for f in rings} == {True}
    assert " on the strainer, " in plain(next(s for s in done.steps if s.key == "rings").say, "mm")


# What is let into wood, or bent round it.
LET_IN = {"grip", "bracket", "hinge", "catch"}


def filled_by(space: Space) -> Iterator[tuple[Body, Polygon, float, float]]:
    """Every solid there is, its windows cut out of it."""
    for body in space.bodies:
        for outline, front, back in body.solids:
            solid = Polygon(outline).buffer(0)
            for window in body.windows:
                solid = solid.difference(Polygon(window).buffer(0))
            yield body, solid, front, back


@pytest.mark.parametrize("display", DISPLAYS)
def test_no_two_pieces_are_in_one_place_by_shapely(display: str) -> None:
    """Whatever lies in front of, beside or in a window of something else does so: no two solids share room."""
    pieces = [p for p in demo_pieces() if p.display.type == display] + [random_piece(s, HOUSE_SHOP, display) for s in range(8)]
    for piece in pieces:
        _, _, space, stopped = worked(piece)
        for (a, first, *one), (b, second, *other) in () if stopped else combinations(filled_by(space), 2):
            if a is b or not LET_IN.isdisjoint({*a.part.split("."), *b.part.split(".")}):
                continue
            deep = min(one[1], other[1]) - max(one[0], other[0])
            assert deep < 0.2 or first.intersection(second).area < 10, f"{piece.name}: {a.part} and {b.part} share {deep:.1f} mm"


# Held by what is no piece of its own: rods and wires through the frame; a film on which it hangs between two mats.
HUNG = {("suspended", "item"), ("see_through", "work")}


@pytest.mark.parametrize("display", DISPLAYS)
def test_nothing_lies_in_the_air_by_shapely(display: str) -> None:
    """Every piece of the job touches another one."""
    pieces = [p for p in demo_pieces() if p.display.type == display] + [random_piece(s, HOUSE_SHOP, display) for s in range(8)]
    for piece in pieces:
        _, _, space, stopped = worked(piece)
        solids = [] if stopped else list(filled_by(space))
        for body in () if stopped or len(space.bodies) < 2 else space.bodies:
            if (display, body.part.split(".")[0]) in HUNG:
                continue
            apart = min(
                hypot(max(0.0, one[0] - other[1], other[0] - one[1]), first.distance(second))
                for a, first, *one in solids
                for b, second, *other in solids
                if a is body and b is not body
            )
            assert apart < 0.6, f"{piece.name}: {body.part} lies {apart:.1f} mm from anything"


def test_no_screw_splits_the_wood_at_its_edge() -> None:
    """One and a half diameters of wood beside a drilled screw, at the least, on every display, where it goes through and where it bites (common
    practice; the National Design Specification asks as much of an edge that is not loaded). Fixings into the thing itself are its own."""
    least, seen = 1.5 * float(screw_diameter(HOUSE_SHOP.rules.holding_screw)), 0
    for piece in [*demo_pieces(), *(random_piece(s, HOUSE_SHOP, d) for d in DISPLAYS for s in range(6))]:
        _, _, space, stopped = worked(piece)
        screws = () if stopped else (f for f in space.fixings if f.part.split(".")[0] in ("screw", "back", "cleat", "strainer"))
        for fixing in screws:
            for name, (x, y, z) in [*((n, fixing.start) for n in fixing.through), (fixing.into, fixing.end)]:
                for body, solid, front, back in filled_by(space):
                    if f"{body.part}.".startswith(f"{name}.") and front - 0.5 <= z <= back + 0.5 and solid.contains(Point(x, y)):
                        assert solid.exterior.distance(Point(x, y)) >= least, f"{piece.name}: {fixing.part} in {body.part}"
                        seen += 1
    assert seen > 60


# Drawn otherwise than it lies, on purpose: a back with the canvas turned over its bars, hinges a little wider than their knuckle, cloth
# out of true as a rectangle.
OTHERWISE = {("stretcher", "bar"), ("stretcher", "brace"), ("stretcher", "canvas"), ("front_opening", "hinge"), ("sleeve", "work")}


@pytest.mark.parametrize("display", DISPLAYS)
def test_face_and_back_are_drawn_where_the_pieces_lie_by_shapely(display: str) -> None:
    """What a drawing shows of a part lies within that part’s pieces in space, seen from behind in the mirror."""
    pieces = [p for p in demo_pieces() if p.display.type == display] + [random_piece(s, HOUSE_SHOP, display) for s in range(4)]
    for piece in pieces:
        done = plan(piece, HOUSE_SHOP)
        if done.stops:
            continue
        *_, space, _ = worked(piece)
        lying: dict[str, Any] = {}
        for body in space.bodies:
            lying[body.part] = unary_union([lying.get(body.part, Polygon()), *(Polygon(o).buffer(0.01) for o, *_ in body.solids)])
        for view in (v for v in done.views if v.key in ("face", "back")):
            for shape in view.shapes:
                if shape.kind != "polygon" or shape.part not in lying or (display, shape.part.split(".")[0]) in OTHERWISE:
                    continue
                drawn = Polygon(shape.points)
                if view.key == "back":
                    drawn = scale(drawn, -1, 1, origin=(mm(space.width) / 2, 0))
                assert drawn.difference(lying[shape.part].buffer(1.0)).area < 20, f"{piece.name}: {view.key}, {shape.part}"
