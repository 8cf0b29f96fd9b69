"""A garment on its form: whatever its sizes, nothing of the cloth is lost, and a crest is whole just where Shapely says so."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import box as rectangle

from shadbo.core.planning.plan import Plan
from tests.core.things import box, item, keys, mm, things, worked

DEEP = {"moulding": "oak-box-25x65"}
KEY = "item.j"


def folded(width: int, height: int, **folding: Any) -> Plan:
    return worked(things(item("j", "garment", width, height, folding=folding)), box("matted_box", **DEEP))


@st.composite
def garments(draw: Any) -> tuple[int, int, dict[str, int]]:
    """A body with a crest on it, larger than the opening both ways."""
    width, height = draw(st.integers(350, 700)), draw(st.integers(450, 900))
    crest_width, crest_height = draw(st.integers(40, 300)), draw(st.integers(40, 300))
    return (
        width,
        height,
        {
            "opening_width": draw(st.integers(150, 300)),
            "opening_height": draw(st.integers(150, 400)),
            "border": draw(st.integers(0, 20)),
            "crest_width": crest_width,
            "crest_height": crest_height,
            "crest_across": draw(st.integers(-40, 40)),
            "crest_down": draw(st.integers(crest_height // 2, 400)),
        },
    )


@settings(max_examples=80)
@given(garments())
def test_no_cloth_is_lost_and_the_crest_is_whole_where_shapely_says_so(held: tuple[int, int, dict[str, int]]) -> None:
    """The form is laid on the garment as a rectangle, shoulder at 0 and middle line at 0."""
    width, height, folding = held
    done = folded(width, height, **folding)
    left, right, top, bottom = (mm(done, f"{KEY}.fold.{way}") for way in ("left", "right", "top", "bottom"))
    turned = {way: mm(done, f"{KEY}.turned.{way}") for way in ("left", "right", "top", "bottom")}
    assert turned["left"] + (right - left) + turned["right"] == pytest.approx(width)
    assert turned["top"] + (bottom - top) + turned["bottom"] == pytest.approx(height)
    assert right - left == pytest.approx(folding["opening_width"] - 2 * folding["border"])
    assert bottom - top == pytest.approx(folding["opening_height"] - 2 * folding["border"])
    assert (left + right) / 2 == pytest.approx(folding["crest_across"]), "what shows has the crest in its middle"
    assert top >= 0, "no fold above the shoulder"
    across, down = folding["crest_across"], folding["crest_down"]
    half_wide, half_tall = folding["crest_width"] / 2, folding["crest_height"] / 2
    crest = rectangle(across - half_wide, down - half_tall, across + half_wide, down + half_tall)
    whole = rectangle(left, top, right, bottom).covers(crest)
    cut = {f"crest.{axis}.j" for axis in ("width", "height")} & keys(done, "stop")
    assert whole == (not cut)


def test_cloth_turned_over_both_edges_makes_the_form_smaller() -> None:
    """Common practice: about 2 mm of cloth on each edge, so a form of 4 mm less than what is to show."""
    done = folded(
        512,
        690,
        opening_width=260,
        opening_height=360,
        border=10,
        crest_width=150,
        crest_height=120,
        crest_across=0,
        crest_down=240,
    )
    assert mm(done, f"{KEY}.form.width") == 240 - 4 and mm(done, f"{KEY}.form.height") == 340 - 4


@pytest.mark.parametrize(("down", "top"), [(100, 0), (240, 70), (600, 350)])
def test_the_top_fold_stays_on_the_garment(down: int, top: int) -> None:
    """Shows 340 of 690: centred on the crest at 240 − 170; at the shoulder above that; no lower than 690 − 340."""
    done = folded(
        512,
        690,
        opening_width=260,
        opening_height=360,
        border=10,
        crest_width=150,
        crest_height=100,
        crest_across=0,
        crest_down=down,
    )
    assert mm(done, f"{KEY}.fold.top") == top
