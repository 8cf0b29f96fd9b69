"""The rack: pieces at one scale, found, copied, renamed, put away, read in; and that everyone can use it."""

from __future__ import annotations

import json
import uuid
from collections.abc import Callable
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.conftest import document
from tests.ui.hands import nothing_grave

Take = Callable[..., str]


def test_the_demo_pieces_stand_in_the_rack_at_one_scale(page: Page) -> None:
    page.goto("/?q=peloton")
    expect(page.locator("[data-piece]")).to_have_count(1)
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
    expect(stopped).to_contain_text("due 2027-03-05")


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
    page.get_by_role("menuitem", name="Put away").click()
    expect(page.locator("[data-piece]")).to_have_count(1)
    page.get_by_role("button", name="Put away", exact=True).click()
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
    dialog.get_by_role("button", name="Take it in").click()
    expect(dialog.get_by_role("alert").filter(has_text="not part of a length")).to_be_visible()
    expect(dialog.get_by_role("alert").filter(has_text="nothing is typed")).to_be_visible()
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


def test_a_link_to_nowhere_says_so(page: Page) -> None:
    page.goto(f"/pieces/{uuid.uuid4()}")
    expect(page.get_by_text("There is no such piece")).to_be_visible()
    page.get_by_role("link", name="To the rack").click()
    expect(page.get_by_role("button", name="New piece")).to_be_visible()


@pytest.mark.parametrize("view", ["/", "new", "measure", "display", "depth", "cut", "sum"])
def test_axe_finds_no_serious_or_critical_fault(page: Page, piece: Take, view: str) -> None:
    if view in ("/", "new"):
        page.goto("/")
        page.locator("[data-piece]").first.wait_for()
        if view == "new":
            page.get_by_role("button", name="New piece").click()
            page.get_by_role("dialog").get_by_label("Width").wait_for()
    else:
        page.goto(piece(frame={"make": "new", "moulding": "ash-18x45"}) + f"/{'display' if view == 'sum' else view}")
        page.locator("[data-open]").first.wait_for()
        if view == "sum":
            page.locator('[data-open="frame.outside.width"]').click()
            page.get_by_label("I get…").wait_for()
    nothing_grave(page)


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
