"""The rack: pieces at one scale, found, copied, renamed, put away, read in; and that everyone can use it."""

from __future__ import annotations

import json
import uuid
from collections.abc import Callable
from pathlib import Path

import httpx
import pytest
from playwright.sync_api import Page, expect

from shadbo.core import STARTS
from tests.conftest import document

Take = Callable[..., str]


def test_the_demo_pieces_stand_in_the_rack_at_one_scale(page: Page) -> None:
    page.goto("/?q=peloton")
    expect(page.locator('[data-piece="Peloton in rain"]')).to_have_count(1)
    expect(page.locator('[data-piece="Start line, dawn"]')).to_have_count(0)
    page.goto("/")
    sizes = {}
    for name, mm in (("Start line, dawn", 652), ("Peloton in rain", 950.5)):
        card = page.locator(f'[data-piece="{name}"]')
        box = card.get_by_role("img", name="Face to scale").bounding_box()
        assert box
        sizes[name] = (box["width"] - 2) / mm
        expect(card).to_contain_text(str(mm))
    assert sizes["Start line, dawn"] == pytest.approx(sizes["Peloton in rain"], rel=0.01)
    stopped = page.locator('[data-piece="Peloton in rain"]')
    expect(stopped).to_contain_text("Stop at Depth")
    expect(stopped).to_contain_text("due 5 Mar 2027")


def test_search_copy_rename_put_away(page: Page, piece: Take) -> None:
    name = f"Sprint {uuid.uuid4().hex[:6]}"
    piece(name)
    page.goto("/")
    page.get_by_role("heading", level=1).wait_for()
    page.keyboard.press("/")
    page.keyboard.type(name.lower())
    expect(page.locator("[data-piece]")).to_have_count(1)
    page.get_by_role("button", name=f"More for {name}").click()
    page.get_by_role("menuitem", name="Copy").click()
    expect(page.locator("[data-piece]")).to_have_count(2)
    page.get_by_role("button", name=f"More for {name} (copy)").click()
    page.get_by_role("menuitem", name="Rename").click()
    dialog = page.get_by_role("dialog", name="Rename")
    dialog.get_by_label("Name").fill(" ")
    dialog.get_by_role("button", name="Rename").click()
    expect(dialog.get_by_role("alert")).to_contain_text("is needed")
    dialog.get_by_label("Name").fill(f"{name} again")
    dialog.get_by_role("button", name="Rename").click()
    expect(page.locator(f'[data-piece="{name} again"]')).to_be_visible()
    page.get_by_role("button", name=f"More for {name} again").click()
    page.get_by_role("menuitem", name="Archive").click()
    expect(page.locator("[data-piece]")).to_have_count(1)
    page.get_by_role("button", name="Archive", exact=True).click()
    expect(page.locator(f'[data-piece="{name} again"]')).to_be_visible()
    page.go_back()
    expect(page.locator(f'[data-piece="{name}"]')).to_be_visible()
    page.get_by_role("searchbox").fill("no such piece anywhere")
    expect(page.get_by_text("No piece in the rack matches.")).to_be_visible()


def test_a_new_piece_keeps_what_was_typed_when_a_field_is_wrong(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Name").fill("Kept")
    dialog.get_by_label("Width").fill("600")
    dialog.get_by_label("Height").fill("tall")
    dialog.get_by_role("button", name="Create").click()
    expect(dialog.get_by_role("alert").filter(has_text="not part of a length")).to_be_visible()
    # What is still empty is told in one sentence.
    expect(dialog.get_by_role("alert").filter(has_text="Still to be read: bar depth.")).to_be_visible()
    expect(dialog.get_by_label("Width")).to_have_value("600")
    expect(dialog.get_by_label("Height")).to_have_value("tall")


def test_a_piece_file_is_read_in_and_a_bad_one_refused(page: Page, tmp_path: Path) -> None:
    good, bad = tmp_path / "good.json", tmp_path / "bad.json"
    good.write_text(json.dumps(document() | {"name": "From a file"}))
    bad.write_text(json.dumps(document() | {"format": "shadbo.piece/4"}))
    page.goto("/")
    page.get_by_label("Piece file").set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text("later Shadbo")
    page.get_by_label("Piece file").set_input_files(good)
    expect(page.get_by_label("Name", exact=True)).to_have_value("From a file")


def test_shop_settings_say_what_is_wrong(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="Shop settings").click()
    dialog = page.get_by_role("dialog", name="Shop settings")
    dialog.get_by_label("Saw kerf").fill("thin")
    dialog.get_by_role("button", name="Keep").click()
    expect(dialog.get_by_role("alert")).to_contain_text("not part of a length")
    expect(dialog.get_by_label("Saw kerf")).to_have_value("thin")


def test_days_are_written_as_the_shop_chose(page: Page, api: httpx.Client) -> None:
    before = api.get("/api/shop").json()
    wanted = {k: before[k] for k in ("inch_parts", "tape_mm", "tape_in", "saw", "kerf", "practice")}
    try:
        page.goto("/")
        card = page.locator('[data-piece="Start line, dawn"]').first
        expect(card).to_contain_text("due 12 Mar 2027")
        page.get_by_role("button", name="Shop settings").click()
        page.get_by_label("Days").select_option("Mar 12, 2027")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(card).to_contain_text("due Mar 12, 2027")
        card.get_by_role("link").click()
        expect(page.get_by_text("Mar 12, 2027")).to_be_visible()
    finally:
        assert api.put("/api/shop", json=wanted | {"dates": "day"}).status_code == 200


def test_a_shop_changed_by_another_meanwhile_is_shown_beside(page: Page, api: httpx.Client) -> None:
    before = api.get("/api/shop").json()
    wanted = {k: before[k] for k in ("inch_parts", "tape_mm", "tape_in", "saw", "kerf", "practice")}
    try:
        page.goto("/")
        page.get_by_role("button", name="Shop settings").click()
        dialog = page.get_by_role("dialog", name="Shop settings")
        dialog.get_by_label("Saw, ±").fill("0.8 mm")
        api.put("/api/shop", json=wanted | {"kerf": "2.5 mm"})
        dialog.get_by_role("button", name="Keep").click()
        expect(dialog.get_by_role("alert")).to_contain_text("Somebody changed the shop’s settings meanwhile")
        expect(dialog.get_by_text("Now 2.5 mm, set by somebody else")).to_be_visible()
        expect(dialog.get_by_label("Saw, ±")).to_have_value("0.8 mm")
        dialog.get_by_label("Saw kerf").fill("2.5 mm")
        dialog.get_by_role("button", name="Keep").click()
        expect(page.get_by_role("dialog")).to_have_count(0)
        after = api.get("/api/shop").json()
        assert (after["saw"], after["kerf"]) == ("0.8 mm", "2.5 mm")
    finally:
        api.put("/api/shop", json=wanted)


@pytest.mark.parametrize(
    ("typed", "found"),
    [
        ("shirt", "A jersey or shirt"),
        ("MEDAL", "A badge, medal or keepsake"),
        ("a puzzle and its frame", "A jigsaw puzzle"),
        ("cross stitch", "Needlework"),
    ],
)
def test_what_it_is_is_found_by_typing(page: Page, typed: str, found: str) -> None:
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="What is it?")
    dialog.get_by_label("Find what it is").fill(typed)
    options = dialog.get_by_role("radiogroup", name="What is it?").get_by_role("radio")
    expect(options).not_to_have_count(len(STARTS))
    expect(options.filter(has_text=found)).to_be_visible()
    assert 1 <= options.count() <= 5
    expect(dialog.get_by_role("radiogroup", name="What is it?").get_by_role("radio", checked=True)).to_have_count(1)
    # Enter goes on to its name: the form is not sent by it.
    dialog.get_by_label("Find what it is").press("Enter")
    expect(dialog.get_by_label("Name")).to_be_focused()
    dialog.get_by_label("Find what it is").fill("zeppelin")
    expect(dialog.get_by_role("status")).to_contain_text("Nothing is called so here")
    dialog.get_by_role("button", name="Show all").click()
    expect(options).to_have_count(len(STARTS))


def test_a_link_to_nowhere_says_so(page: Page) -> None:
    page.goto(f"/pieces/{uuid.uuid4()}")
    expect(page.get_by_text("There is no such piece")).to_be_visible()
    page.get_by_role("link", name="To the rack").click()
    expect(page.get_by_role("button", name="New piece")).to_be_visible()


@pytest.mark.parametrize("width", [1280, 1024])
@pytest.mark.parametrize("stage", ["measure", "display", "depth", "cut"])
def test_the_sheet_fits_without_scrolling_the_page(page: Page, piece: Take, width: int, stage: str) -> None:
    page.set_viewport_size({"width": width, "height": 800})
    page.goto(piece() + f"/{stage}")
    page.locator("[data-figure]").first.wait_for()
    overflow = page.evaluate(
        "[document.documentElement.scrollWidth - innerWidth, document.documentElement.scrollHeight - innerHeight]"
    )
    assert max(overflow) <= 0
    # No two numbers of the large drawing lie on one another.
    boxes = [b for b in (el.bounding_box() for el in page.locator("[data-figure]").all()) if b]
    for i, a in enumerate(boxes):
        for b in boxes[i + 1 :]:
            across = min(a["x"] + a["width"], b["x"] + b["width"]) - max(a["x"], b["x"])
            down = min(a["y"] + a["height"], b["y"] + b["height"]) - max(a["y"], b["y"])
            assert across <= 1 or down <= 1, (a, b)
