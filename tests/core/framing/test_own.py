"""Material of one’s own: typed on the spot, reckoned with like the shop’s, kept with the piece, looked over where it is salvaged."""

from __future__ import annotations

from typing import Any

import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece, document_of, load_piece
from shadbo.core.planning.edits import Act, Choose, TypeIn, Write, apply_edits
from shadbo.core.planning.plan import book_of, plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import Refused
from tests.core.displays.pieces import MAKE, RING, TRUE, bordered, hung, stretched
from tests.core.things import canvas, flat, keys, made, piece, worked

FLOATER = {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}}
# The thing, its display, the kind of stuff, a size that is typed and the figure that follows from it.
CASES = [
    (canvas(600, 450, 38), FLOATER, "mouldings", "face", "27", "frame.outside.width", 600 + 2 * 6 + 2 * 27),
    (TRUE, bordered(), "rabbet_mouldings", "face", "33", "frame.outside.width", 500 + 2 * 40 + 2 * 33),
    (canvas(600, 450, 18), {"type": "lipped", "frame": made()}, "rabbet_mouldings", "rabbet_depth", "21", "rabbet.depth", 21),
    (MAKE, stretched(), "bars", "depth", "32", "bar.depth", 32),
    (RING, hung(), "mouldings", "face", "41", "rail.face", 41),
]


def own_piece(thing: Any, display: Any, kind: str) -> Piece:
    return apply_edits(piece(thing, display), [Act(action=f"own.{kind}")], HOUSE_SHOP)


@pytest.mark.parametrize(
    ("thing", "display", "kind", "field", "typed", "figure", "value"), CASES, ids=[c[2] + c[1]["type"] for c in CASES]
)
def test_a_size_of_ones_own_is_reckoned_with(
    thing: Any, display: Any, kind: str, field: str, typed: str, figure: str, value: float
) -> None:
    begun = own_piece(thing, display, kind)
    assert [o.key for o in getattr(begun.own, kind)] == ["own-1"]
    as_it_was, now = (book_of(p, HOUSE_SHOP) for p in (piece(thing, display), begun))
    assert as_it_was[figure].value == now[figure].value, "it begins as what was chosen"
    done = apply_edits(begun, [TypeIn(pointer=f"/own/{kind}/0/{field}", text=typed, unit="mm")], HOUSE_SHOP)
    assert book_of(done, HOUSE_SHOP)[figure].value == pytest.approx(Fraction(str(value)))
    assert load_piece(document_of(done)) == done and plan(done, HOUSE_SHOP).faults == ()
    # It stands first in the chooser, and another of the stock can be taken again.
    chooser = next(
        i
        for s in plan(done, HOUSE_SHOP).stages
        for i in s.inputs
        if i.kind == "choice" and i.key == ("bar" if kind == "bars" else "moulding")
    )
    assert chooser.options[0].key == "own-1" and chooser.options[0].chosen


def test_salvaged_timber_is_looked_over_before_it_is_cut() -> None:
    """Handbook 18: nails by a magnet, old paint may hold lead (stop, test), milled to one thickness before mitring, a spare rail."""
    begun = own_piece(canvas(600, 450, 38), FLOATER, "mouldings")
    assert "salvaged" not in {s.key for s in plan(begun, HOUSE_SHOP).steps}
    done = plan(apply_edits(begun, [Choose(choice="salvaged", option="true")], HOUSE_SHOP), HOUSE_SHOP)
    order = [s.key for s in done.steps]
    assert order.index("salvaged") < order.index("cut") and done.faults == ()
    over = next(s for s in done.steps if s.key == "salvaged")
    assert over.gate and "lead" in over.care and "magnet" in str(over.say)


def test_no_more_than_six_of_a_kind_and_none_of_another_piece() -> None:
    begun = piece(canvas(600, 450, 38), FLOATER)
    for n in range(6):
        begun = apply_edits(begun, [Act(action="own.mouldings")], HOUSE_SHOP)
        assert len({o.key for o in begun.own.mouldings}) == n + 1
    actions = [i.key for s in plan(begun, HOUSE_SHOP).stages for i in s.inputs if i.kind == "action"]
    assert "own.mouldings" not in actions
    other = plan(piece(canvas(600, 450, 38), FLOATER), HOUSE_SHOP)
    assert not [o for s in other.stages for i in s.inputs if i.kind == "choice" for o in i.options if o.key.startswith("own-")]


def test_a_board_of_ones_own_is_taken_before_the_shop_s() -> None:
    """Typed on the spot: it is on the cut list by its name, and the pack weighs what it weighs."""
    print_ = flat((200,), (250,))
    display = {"type": "on_board", "frame": made("oak-lip-25x30")}
    begun = apply_edits(piece(print_, display), [Act(action="own.boards")], HOUSE_SHOP)
    begun = apply_edits(
        begun,
        [
            Write(pointer="/own/boards/0/name", text="Birch left over"),
            TypeIn(pointer="/own/boards/0/thickness", text="3", unit="mm"),
        ],
        HOUSE_SHOP,
    )
    begun = apply_edits(
        begun, [Choose(choice="own.boards.0.stiff", option="true"), Choose(choice="own.boards.0.density", option="600")], HOUSE_SHOP
    )
    done = plan(begun, HOUSE_SHOP)
    assert next(c for c in done.cuts if c.key == "backing").material == "Birch left over"
    assert done.weight != worked(print_, display).weight


def test_ratings_are_typed_as_on_the_packet() -> None:
    """In kg, lb or N: 50 lb are 22.68 kg, 200 N are 20.39 kg (NIST SP 811); a rating too low is a stop."""
    begun = piece(
        canvas(600, 450, 22, weight=4), {"type": "floater", "frame": {"make": "new", "moulding": "oak-20x50"}}, hang={"how": "wire"}
    )
    for typed, kg in (("50 lb", 22.6796), ("200 N", 20.3943), ("12 kg", 12)):
        done = apply_edits(begun, [TypeIn(pointer="/hang/ring", text=typed, unit="mm")], HOUSE_SHOP)
        assert float(done.hang.ring or 0) == pytest.approx(kg, abs=1e-3)
    weak = apply_edits(begun, [TypeIn(pointer="/hang/wire", text="2 kg", unit="mm")], HOUSE_SHOP)
    assert "hang.wire.weak" in keys(plan(weak, HOUSE_SHOP), "stop")
    with pytest.raises(Refused):
        apply_edits(begun, [TypeIn(pointer="/hang/ring", text="strong", unit="mm")], HOUSE_SHOP)


def test_what_it_is_can_be_written() -> None:
    begun = own_piece(canvas(600, 450, 38), FLOATER, "mouldings")
    done = apply_edits(begun, [Write(pointer="/own/mouldings/0/name", text="Barn beam, planed")], HOUSE_SHOP)
    assert next(c for c in plan(done, HOUSE_SHOP).cuts if c.key == "rail.horizontal").material == "Barn beam, planed"
