"""Holding and hanging in the real interface: from wire to a cleat, steam that is stopped, a stop taken on by name, a row on a wall."""

from __future__ import annotations

import math
import re
from collections.abc import Callable
from typing import Any

import httpx
import pytest
from playwright.sync_api import Page, expect

from tests.core.things import box as shown
from tests.core.things import flat, item, made, things
from tests.ui.hands import field, figure, nothing_amiss, saved, stage, value
from tests.ui.test_boxes import number, reads, type_in, way_out

Begin = Callable[..., None]
DEEP = "oak-box-25x65"
SIGNED = item(
    "shirt",
    "garment",
    500,
    700,
    weight="0.3",
    traits=["signed", "irreplaceable"],
    folding={"opening_width": 300, "opening_height": 400},
)
BOARD = {"type": "on_board", "frame": made("pine-lip-40x36"), "border": 40}


@pytest.fixture
def begin(api: httpx.Client, page: Page) -> Begin:
    """Takes a piece in with all that is decided about it, and opens it."""

    def open_it(thing: dict[str, Any], display: dict[str, Any], name: str, **more: Any) -> None:
        answer = api.post(
            "/api/pieces/import", json={"format": "shadbo.piece/1", "name": name, "object": thing, "display": display} | more
        )
        assert answer.status_code == 201, answer.text
        page.goto(f"/pieces/{answer.json()['id']}")

    return open_it


def test_a_heavy_glazed_piece_goes_from_wire_to_a_cleat(page: Page, begin: Begin) -> None:
    crank = item("crank", "tool", 300, 300, front=30, weight="3")
    begin(things(crank), shown("shadow_box", DEEP), "Crank and chain")
    stage(page, "Hang")
    page.get_by_role("radio", name="Rings and wire forgives").click()
    saved(page)
    span, slack = number(page, "hang.span"), number(page, "hang.slack")
    angle = math.degrees(math.atan(2 * slack / span))
    reads(page, "hang.wire.angle", f"{angle:.1f}°")
    stage(page, "Measure")
    type_in(page, field(page, "Weight", "Weight"), "16 kg")
    stage(page, "Hang")
    stop = page.locator("[data-check='hang.limit']")
    expect(stop).to_contain_text("too much for rings and wire: up to 15 kg")
    stop.get_by_role("button", name="Hang it by a cleat").click()
    page.get_by_role("button", name="Do it").click()
    saved(page)
    expect(stop).to_have_count(0)
    expect(figure(page, "hang.wire.tension")).to_have_count(0)
    expect(page.get_by_role("radio", name=re.compile("^A cleat"))).to_be_checked()
    nothing_amiss(page)


def test_steam_on_a_signed_garment_is_stopped_and_taken_on_only_by_name(page: Page, begin: Begin) -> None:
    begin(things(SIGNED), shown("shadow_box", DEEP), "Signed shirt")
    stage(page, "Hold")
    page.get_by_role("radio", name=re.compile("^Steamed")).click()
    saved(page)
    stop = page.locator("[data-check='hold.steam.shirt']")
    expect(stop).to_contain_text("No steam, no iron")
    stop.get_by_role("button", name="Override, with your name and reason…").click()
    form = page.get_by_role("form", name="Override the stop")
    form.get_by_label("Reason", exact=False).fill("its owner steams it every year")
    form.get_by_role("button").first.click()
    # Whoever takes it on is asked for at the field; what was written stays.
    expect(form.get_by_role("alert")).to_be_visible()
    expect(form.get_by_label("Reason", exact=False)).to_have_value("its owner steams it every year")
    form.get_by_label("Your name", exact=False).fill("Odda Marrable")
    form.get_by_role("button").first.click()
    saved(page)
    expect(stop).to_contain_text("Odda Marrable")
    expect(stop).to_contain_text("its owner steams it every year")
    page.reload()
    expect(stop).to_contain_text("Odda Marrable")
    stop.get_by_role("button", name="Remove the override").click()
    saved(page)
    way_out(page, "Leave it as it came")
    expect(stop).to_have_count(0)


def test_a_row_of_three_on_a_wall(page: Page, begin: Begin) -> None:
    begin(flat((500, 500, 500), (700, 700, 700)), BOARD, "Poster one")
    stage(page, "Hang")
    for n in (2, 3):
        page.get_by_role("button", name="Hang one like it beside it").click()
        saved(page)
        expect(page.get_by_role("button", name="Take Beside")).to_have_count(n - 1)
    wall = field(page, "On the wall", "Wall, wide")
    type_in(page, wall, "3000")
    apart = value(page, "wall.total")
    slide = page.get_by_role("slider", name="Slide Gap between pieces")
    slide.focus()
    page.keyboard.down("Home")
    expect(field(page, "On the wall", "Gap between pieces")).to_have_value("0")  # tried out, and still held
    page.keyboard.up("Home")
    saved(page)
    expect(field(page, "On the wall", "Gap between pieces")).to_have_value("0")
    # Figures follow a moment after what is held in the hand.
    expect(figure(page, "wall.total").locator(".fig")).not_to_have_text(apart)
    touching, together = number(page, "wall.total"), value(page, "wall.total")
    type_in(page, field(page, "On the wall", "Gap between pieces"), "150")
    expect(figure(page, "wall.total").locator(".fig")).not_to_have_text(together)
    total = number(page, "wall.total")
    assert total == touching + 2 * 150
    frame = (total - 2 * 150) / 3
    middles = [number(page, f"wall.{i}.middle") for i in range(3)]
    assert middles == pytest.approx([1500 - frame - 150, 1500, 1500 + frame + 150], abs=1)
    assert number(page, "wall.0.hook") == number(page, "wall.2.hook")
    # A wall that is none is told at the field; a narrow one has its ways out.
    wall.fill("wide")
    wall.press("Enter")
    expect(page.get_by_role("alert").first).to_be_visible()
    expect(wall).to_have_value("wide")
    type_in(page, wall, f"{3 * frame + 120:.0f}")
    narrow = page.locator("[data-check='wall.narrow']")
    expect(narrow).to_contain_text("over the edge of the wall")
    way_out(page, "Hang them")
    expect(narrow).to_have_count(0)
    nothing_amiss(page)


def test_grams_typed_as_kilograms_are_asked_about(page: Page, begin: Begin) -> None:
    begin(things(item("print", "print", 300, 200, weight="0.02")), shown("spaced", DEEP), "Club print")
    stage(page, "Measure")
    weight = field(page, "Weight", "Weight")
    type_in(page, weight, "20 kg")
    asked = page.locator("[data-check='weight.asked.print']")
    expect(asked).to_contain_text("Iron of its size weighs")
    way_out(page, "It weighs 20 g")
    expect(asked).to_have_count(0)
    expect(weight).to_have_value("20 g")
    weight.fill("0 kg")
    weight.press("Enter")
    expect(page.get_by_role("alert").first).to_contain_text("is nothing")


def test_what_the_year_does_follows_a_slider(page: Page, begin: Begin) -> None:
    begin(flat((500, 500, 500), (700, 700, 700)), BOARD, "Poster by the stove")
    stage(page, "Hang")
    before = value(page, "season.moisture.winter")
    dry = page.get_by_role("slider", name="Winter, humidity")
    dry.press("Home")
    saved(page)
    expect(figure(page, "season.moisture.winter").locator(".fig")).not_to_have_text(before)
