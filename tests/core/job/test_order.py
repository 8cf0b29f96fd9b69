"""The order of work: played through, held against a graph of its own (networkx), over displays × finishes × joints × methods."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise
from typing import get_args

import networkx as nx
import pytest

from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ChoiceInput
from shadbo.core.contract.operations import Operation, State
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece, document_of, load_piece
from shadbo.core.finishing.surface.coats import FINISHES
from shadbo.core.planning.edits import Choose, apply_edits
from shadbo.core.planning.plan import Plan, plan
from shadbo.core.quantity.fields import Refused
from shadbo.demo import demo_pieces
from tests.core.job.many import many

PIECES = demo_pieces()


def own(piece: Piece) -> list[str]:
    """What the display itself tells, in its order."""
    display = DISPLAYS[piece.display.type]
    return [o.key for o in display.reckon(Context.of(piece, HOUSE_SHOP, "", display.holds)).steps()]


def chosen(piece: Piece, key: str, start: str = "") -> Iterator[Piece]:
    """The piece with each option there is of the choices that are called so."""
    for stage in plan(piece, HOUSE_SHOP).stages:
        for asked in stage.inputs:
            if isinstance(asked, ChoiceInput) and (asked.key == key or (start and asked.key.startswith(start))):
                for option in asked.options:
                    try:
                        yield apply_edits(piece, [Choose(choice=asked.key, option=option.key)], HOUSE_SHOP)
                    except Refused:
                        continue


def variants(piece: Piece) -> Iterator[Piece]:
    """Every finish with every joint; every method and hanger with an oiled frame."""
    finished = [piece.model_copy(update={"finish": piece.finish.model_copy(update={"how": how})}) for how in ("none", *FINISHES)]
    for one in finished:
        yield one
        yield from chosen(one, "joint")
    oiled = finished[1 + list(FINISHES).index("oil")]
    yield from chosen(oiled, "hang", "hold.")


def graph_of(steps: tuple[Operation, ...]) -> nx.DiGraph:
    """What comes before what by the states alone, in a graph that knows nothing of how the order was found."""
    graph = nx.DiGraph()
    graph.add_nodes_from(o.key for o in steps)
    for first in steps:
        for then in steps:
            if first is not then and (set(first.leaves) & set(then.needs) or set(first.needs) & set(then.ends)):
                graph.add_edge(first.key, then.key)
    return graph


def faults(worked: Plan, told: list[str]) -> list[str]:
    at = {o.key: i for i, o in enumerate(worked.steps)}
    mine = [key for key in told if key in at]
    graph = graph_of(worked.steps)
    return [
        *(f"{a} after {b}" for a, b in pairwise(mine) if at[a] > at[b]),
        *([] if nx.is_directed_acyclic_graph(graph) else [f"a circle: {nx.find_cycle(graph)}"]),
        *(f"{a} needed by {b} and later" for a, b in graph.edges if at[a] > at[b]),
        *worked.faults,
    ]


@pytest.mark.parametrize("piece", PIECES, ids=lambda p: p.name)
def test_no_finish_joint_or_method_turns_two_operations_of_a_display_round(piece: Piece) -> None:
    for one in variants(piece):
        assert faults(plan(one, HOUSE_SHOP), own(one)) == [], (one.finish.how, one.hang.joint)


def played(steps: tuple[Operation, ...]) -> Iterator[str]:
    """The bench at each step: what nobody does on a piece, whatever the display."""
    glued = finished = closed = False
    for o in steps:
        if "raw" in o.needs and finished:
            yield f"{o.key} is glued on to a finish"
        if o.key.startswith("finish.") and closed:
            yield f"{o.key} on a closed pack"
        if o.inside and closed:
            yield f"{o.key} inside a closed pack"
        if o.key == "screw" and "centre" in [s.key for s in steps] and not glued:
            yield f"{o.key} before it is centred"
        glued = glued or o.key == "centre"
        finished = finished or "finished" in o.leaves
        closed = closed or o.closes


@pytest.mark.parametrize("piece", PIECES, ids=lambda p: p.name)
@pytest.mark.parametrize("how", ["wax", "oil", "spray"])
def test_played_through_nothing_is_done_that_can_t_be(piece: Piece, how: str) -> None:
    coated = piece.model_copy(update={"finish": piece.finish.model_copy(update={"how": how})})
    assert list(played(plan(coated, HOUSE_SHOP).steps)) == []


@pytest.mark.parametrize("piece", PIECES, ids=lambda p: p.name)
def test_where_a_label_comes_before_is_an_operation(piece: Piece) -> None:
    """The one place a display still names operations: none of them may be of another time."""
    display = DISPLAYS[piece.display.type]
    before = display.reckon(Context.of(piece, HOUSE_SHOP, "", display.holds)).labelled.before
    assert set(before) & {o.key for o in plan(piece, HOUSE_SHOP).steps}


def test_every_state_is_left_by_something_and_needed_by_something() -> None:
    """A state nothing leaves, or nothing needs, orders nothing: a slip of the pen."""
    leaves, needs = {"raw"}, set[str]()
    for piece in PIECES:
        for one in (piece, piece.model_copy(update={"finish": piece.finish.model_copy(update={"how": "oil"})})):
            for o in plan(one, HOUSE_SHOP).steps:
                leaves |= set(o.leaves)
                needs |= {*o.needs, *o.ends}
    assert set(get_args(State)) - leaves <= {"prepared", "lined", "slotted", "stretched"}, "told by the methods that leave them"
    assert needs <= set(get_args(State))
    assert set(get_args(State)) - needs <= {"stretched", "mitred", "open", "read", "measured"}, (
        "needed by biscuits, a mirror, a canvas off the roll, a strainer or a cleat"
    )


def cut_too_early(worked: Plan) -> list[str]:
    """Steps that cut something before the thing, and a frame that is there, are read; a cradle is cut to the bare board alone."""
    measured = max((i for i, o in enumerate(worked.steps) if "measured" in o.leaves), default=-1)
    cut = {line.key for line in worked.cuts}
    return [
        o.key
        for o in worked.steps[: max(measured, 0)]
        if not o.key.startswith(("stretching.", "cradle")) and any(k == m or k.startswith(f"{m}.") for k in cut for m in o.makes)
    ]


@pytest.mark.parametrize("strainer", [False, True])
@pytest.mark.parametrize("how", ["auto", "cleat"])
def test_nothing_is_cut_before_all_is_read_it_is_cut_to(how: str, strainer: bool) -> None:
    """Handbook, order at the bench: a frame is opened before its rabbet is read, an opening is read, then what goes in it is cut."""
    early = {}
    for piece in (*PIECES, *many()[::4]):
        document = document_of(piece)
        document["hang"] = document["hang"] | {"how": how, "strainer": strainer}
        worked = plan(load_piece(document), HOUSE_SHOP)
        assert worked.faults == (), piece.name
        if found := cut_too_early(worked):
            early[piece.name] = found
    assert early == {}
