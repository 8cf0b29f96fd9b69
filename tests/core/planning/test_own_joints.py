"""A joint as one makes it: own numbers and sizes reach the list, the step, the space and the drawing; what splits the wood is a stop."""

from __future__ import annotations

import pytest

from shadbo.core import HOUSE_SHOP, Choose, Piece, Refused, apply_edits, plain, plan
from shadbo.core.planning.edits import TypeIn
from shadbo.demo import demo_pieces


def made(joint: str) -> Piece:
    piece = next(p for p in demo_pieces() if p.display.type == "floater" and p.display.frame.make == "new" and p.units == "mm")
    return apply_edits(piece, [Choose(choice="joint", option=joint)], HOUSE_SHOP)


def own(piece: Piece, **sizes: str) -> Piece:
    edits = [TypeIn(pointer=f"/hang/own_joint/{key}", text=text, unit="mm") for key, text in sizes.items()]
    return apply_edits(piece, edits, HOUSE_SHOP)


def test_dowels_of_ones_own_are_that_many_that_thick_that_deep() -> None:
    worked = plan(own(made("dowel"), each="3", thick="5", deep="18"), HOUSE_SHOP)
    part = next(p for p in worked.to_get if p.key == "joint")
    assert part.count == 12 and plain(part.size, "mm") == "5 mm, 18 mm deep each side"
    said = plain(next(o.say for o in worked.steps if o.key == "joint"), "mm")
    # A rail 50 mm high: at a quarter, the half and three quarters.
    assert "three holes through each corner" in said and "12.5 mm, 25 mm and 37.5 mm" in said and "5 mm dowels, 18 mm deep" in said
    assert not worked.faults and not worked.stops


@pytest.mark.parametrize("joint, each", [("spline", "3"), ("wedge", "4"), ("biscuit_0", "2"), ("dowel", "1")])
def test_every_joint_is_counted_over_four_corners(joint: str, each: str) -> None:
    worked = plan(own(made(joint), each=each), HOUSE_SHOP)
    assert next(p.count for p in worked.to_get if p.key == "joint") == 4 * int(each)
    assert not worked.faults


def test_a_spline_is_as_thick_as_the_blade_that_is_there() -> None:
    worked = plan(own(made("spline"), thick="2.4"), HOUSE_SHOP)
    assert plain(next(p.size for p in worked.to_get if p.key == "joint"), "mm") == "2.4 mm thick"
    # Left empty it is as thick as the kerf, never a share of the rail.
    usual = plain(next(p.size for p in plan(made("spline"), HOUSE_SHOP).to_get if p.key == "joint"), "mm")
    assert usual == f"{float(HOUSE_SHOP.rules.kerf):g} mm thick"


def test_up_to_a_third_of_its_edge_nothing_is_said_over_half_it_is_a_stop() -> None:
    """The rail is 20 mm wide: 6.6 mm is a third."""
    for thick, severity in (("6.6", None), ("8", "caution"), ("11", "stop")):
        worked = plan(own(made("dowel"), thick=thick), HOUSE_SHOP)
        found = next((c.severity for c in worked.checks if c.key == "joint.thick"), None)
        assert found == severity, thick


def test_what_is_no_number_is_refused_at_its_field() -> None:
    for text in ("two", "0", "7", "1.5"):
        with pytest.raises(Refused) as refused:
            own(made("dowel"), each=text)
        assert refused.value.faults[0].pointer == "/hang/own_joint/each" and refused.value.faults[0].accepted == "1 to 6"
