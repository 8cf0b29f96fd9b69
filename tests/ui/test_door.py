"""Pictures that are changed, walked from “what is it?” to paper; counts and tails typed over, with what is said of them."""

from __future__ import annotations

import csv
import io
import re
from pathlib import Path

from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.core.things import box, canvas, item, made, things
from tests.ui.hands import Take, field, figure, nothing_amiss, saved, stage, value
from tests.ui.test_boxes import number, reads, type_in, way_out


def test_drawings_behind_a_door_from_their_name_to_paper(page: Page) -> None:
    """A frame too slim for its tray, a tray typed too shallow, both by their ways out; back and reload lose nothing."""
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="What is it?")
    dialog.get_by_label("Find what it is").fill("children drawings")
    expect(dialog.get_by_role("radio", name="Pictures that are changed")).to_be_checked()
    dialog.get_by_label("Name").fill("Fridge drawings")
    # Wrong first: told at its field, and what is right stays.
    dialog.get_by_label("Width", exact=True).fill("a4")
    dialog.get_by_label("Height", exact=True).fill("297")
    dialog.get_by_role("button", name="Create").click()
    expect(dialog.get_by_role("alert")).to_be_visible()
    expect(dialog.get_by_label("Height", exact=True)).to_have_value("297")
    dialog.get_by_label("Width", exact=True).fill("420")
    dialog.get_by_role("button", name="Create").click()
    expect(page).to_have_title(re.compile("Fridge drawings"))
    stage(page, "Display")
    page.get_by_role("radio", name=re.compile("^Ash 20 × 20")).click()
    page.get_by_role("radio", name=re.compile("^Oak 20 × 50")).click()
    saved(page)
    expect(page.get_by_text("The work does not lie in the tray", exact=False).first).to_be_visible()
    nothing_amiss(page)
    way_out(page, "Make the frame of Walnut")
    expect(page.get_by_text("It lies in the tray with", exact=False)).to_be_visible()
    depth = field(page, "Tray", "Depth of the tray")
    as_needed = value(page, "tray.height")
    page.get_by_label("Kept behind it").select_option("40")
    saved(page)
    depth.fill("2")
    depth.press("Enter")
    expect(page.get_by_role("region", name="Tray").get_by_role("alert")).to_contain_text("Accepted: 5 mm to 200 mm")
    type_in(page, depth, "5")
    expect(page.locator("[data-check='depth.tray']")).to_contain_text("too shallow for what lies in them")
    way_out(page, "Make the tray as deep as it needs to be")
    reads(page, "tray.height", as_needed.removesuffix(" mm"))
    # The figure opens to what it takes.
    figure(page, "tray.height").click()
    panel = page.get_by_role("region", name="The sum of Depth of the tray")
    expect(panel).to_contain_text("For hinges and rings, at least")
    page.keyboard.press("Escape")
    page.get_by_role("radio", name="On the right").click()
    saved(page)

    stage(page, "Cut")
    expect(page.locator('[data-cut="tray.horizontal"]')).to_contain_text("ripped down from")
    page.go_back()
    expect(page.get_by_label("Stages").get_by_role("button", name="Display")).to_have_attribute("aria-current", "step")
    page.reload()
    expect(page.get_by_role("radio", name="On the right")).to_have_attribute("aria-checked", "true")
    stage(page, "Cut")
    page.get_by_role("button", name="Export").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name="Only lists and order of work").click()
    pages = PdfReader(download.value.path()).pages
    text = " ".join("\n".join(p.extract_text() for p in pages).split())
    assert len(pages) <= 3 and "Hang the door" in text and "STOP" not in text
    page.get_by_role("button", name="Export").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name="Cut list").click()
    rows = {r["part"]: r for r in csv.DictReader(io.StringIO(Path(download.value.path()).read_text()))}
    assert rows["Tray, top and bottom"]["thickness"] == as_needed.removesuffix(" mm")
    assert rows["Butt hinges"]["count"] == "2"
    page.get_by_role("button", name="Export").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name="Label and ticket, A4").click()
    assert "Fridge drawings" in PdfReader(download.value.path()).pages[0].extract_text()


def test_too_few_by_hand_is_told_and_taken_back(page: Page, take: Take) -> None:
    tool = item("tool", "tool", 200, 200, front=20, weight="4")
    page.goto(f"{take(things(tool), box('shadow_box', 'oak-box-25x65'))}/hold")
    page.get_by_role("radio", name=re.compile("^Sleeved wire")).click()
    saved(page)
    many = page.get_by_role("combobox", name="How many")
    asked = many.locator("option").first.text_content()
    many.select_option("1")
    saved(page)
    stop = page.locator("[data-check='hold.few.tool']")
    expect(stop).to_contain_text(re.compile(r"1 bears [\d.]+ N of the [\d.]+ N that"))
    expect(page.get_by_label("Stages").get_by_role("button", name="Hold")).to_have_accessible_name(re.compile("stopped"))
    way_out(page, "As many as are counted")
    expect(stop).to_have_count(0)
    expect(many.locator("option").first).to_have_text(asked or "none")
    expect(many).to_have_value("asked")


def test_tails_of_the_wire_are_typed_and_given_back(page: Page, take: Take) -> None:
    page.goto(f"{take(canvas(600, 450), {'type': 'floater', 'frame': made('oak-20x50')})}/hang")
    page.get_by_role("radio", name=re.compile("^Rings and wire")).click()
    saved(page)
    usual = number(page, "hang.wire.cut")
    tail = field(page, "Wire", "Tail at each ring")
    type_in(page, tail, "15 cm")
    assert number(page, "hang.wire.cut") == usual + 100
    tail.fill("long")
    tail.press("Enter")
    expect(page.get_by_role("alert").first).to_contain_text("is not")
    expect(tail).to_have_value("long")
    tail.fill("")
    tail.press("Enter")
    saved(page)
    assert number(page, "hang.wire.cut") == usual
