"""How little it takes from “New piece” to a right cut list: presses of the mouse and fields filled, as the browser itself counts them."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.ui.hands import field, saved, stage
from tests.ui.test_boxes import reads, type_in

# Every press of the mouse, and every field anything was typed or chosen in.
COUNTING = """
window.presses = 0; window.filled = new Set();
addEventListener('click', (e) => { if (e.detail > 0) window.presses += 1; }, true);
for (const kind of ['input', 'change']) addEventListener(kind, (e) => { if (e.isTrusted && e.target.type !== 'radio') window.filled.add(e.target); }, true);
"""


def counted(page: Page) -> tuple[int, int]:
    presses, filled = page.evaluate("[window.presses, window.filled.size]")
    return presses, filled


def test_a_floater(page: Page) -> None:
    """Asked: at most 3 presses and 5 fields."""
    page.add_init_script(COUNTING)
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="What is it?")
    dialog.get_by_label("Name").fill("Sea, early")
    dialog.get_by_label("Width", exact=True).fill("610 x 457")
    dialog.get_by_label("Bar depth").fill("20")
    dialog.get_by_role("button", name="Create").click()
    stage(page, "Cut")
    expect(page.locator("[data-cut]").first).to_be_visible()
    expect(page.get_by_text("610 mm", exact=False).first).to_be_attached()
    presses, filled = counted(page)
    assert presses <= 3 and 3 <= filled <= 5, (presses, filled)


def test_a_shirt_with_two_photographs(page: Page) -> None:
    """Asked: at most 8 presses and 10 fields."""
    page.add_init_script(COUNTING)
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="What is it?")
    dialog.get_by_label("Find what it is").fill("shirt")
    dialog.get_by_role("radio", name=re.compile("^A jersey or shirt")).click()
    dialog.get_by_label("Armpit to armpit").fill("500 x 680")
    dialog.get_by_role("button", name="Create").click()
    expect(page).to_have_title(re.compile("Jersey or shirt"))
    page.get_by_role("button", name="Add a thing").click()
    dialog = page.get_by_role("dialog", name="Another thing")
    dialog.get_by_label("What it is").select_option("photograph")
    dialog.get_by_label("How many").select_option("2")
    dialog.get_by_label("Width").fill("150 x 200")
    dialog.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("option", name=re.compile("^Photograph 2"))).to_be_visible()
    stage(page, "Arrange")
    for label, text in (("Opening width", "360 x 440"), ("Crest below shoulder", "300"), ("Crest width", "190 x 230")):
        type_in(page, field(page, "Folded: Garment", label), text)
    reads(page, "item.garment1.folded.width", "320")
    reads(page, "item.garment1.folded.height", "400")
    expect(field(page, "Folded: Garment", "Crest height")).to_have_value("230")
    stage(page, "Cut")
    expect(page.locator("[data-cut]").filter(has_text="Mount board").first).to_be_visible()
    assert not page.get_by_label("Stages").get_by_role("button", name=re.compile("stopped")).count()
    presses, filled = counted(page)
    assert presses <= 8 and 6 <= filled <= 10, (presses, filled)


def test_a_badge_in_a_bought_box(page: Page) -> None:
    """Asked: at most 5 presses and 8 fields."""
    page.add_init_script(COUNTING)
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="What is it?")
    dialog.get_by_role("radio", name=re.compile("^A badge and a bought box")).click()
    for label, text in (
        ("Width", "32 x 34"),
        ("Height in front", "3"),
        ("Sticks out behind", "6"),
        ("Pin above its middle", "6.5"),
        ("Frame’s rabbet width", "202 x 252"),
        ("Rabbet depth", "34"),
        ("Lip", "6"),
        ("Face of its rail", "18"),
    ):
        dialog.get_by_label(label, exact=True).fill(text)
    dialog.get_by_role("button", name="Create").click()
    expect(page).to_have_title(re.compile("Badge and a bought box"))
    stage(page, "Cut")
    expect(page.locator("[data-cut]").first).to_be_visible()
    assert not page.get_by_label("Stages").get_by_role("button", name=re.compile("stopped")).count()
    presses, filled = counted(page)
    assert presses <= 5 and 6 <= filled <= 8, (presses, filled)


def test_a_badge_in_a_bought_box_of_which_the_label_is_known(page: Page) -> None:
    """Asked: at most 5 presses and 8 fields to a cut list; the label makes no stop."""
    page.add_init_script(COUNTING)
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="What is it?")
    dialog.get_by_role("radio", name=re.compile("^A badge and a box, by its label")).click()
    sizes = (("Width", "32 x 34"), ("Height in front", "3"), ("Sticks out behind", "6"), ("Its label, width", "200 x 250"))
    for label, text in (*sizes, ("Its label, depth", "20")):
        dialog.get_by_label(label, exact=True).fill(text)
    dialog.get_by_role("button", name="Create").click()
    expect(page).to_have_title(re.compile("by its label"))
    stage(page, "Cut")
    expect(page.locator('[data-cut="mount"]')).to_be_visible()
    assert not page.get_by_label("Stages").get_by_role("button", name=re.compile("stopped")).count()
    presses, filled = counted(page)
    assert presses <= 5 and filled <= 8, (presses, filled)


def test_another_thing_keeps_what_was_typed(page: Page) -> None:
    """Closed by Esc or loaded anew, the dialog gives it back; added, it is empty again."""
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="What is it?")
    dialog.get_by_label("Find what it is").fill("shirt folded")
    dialog.get_by_label("Armpit to armpit").fill("500 x 680")
    dialog.get_by_role("button", name="Create").click()
    page.get_by_role("button", name="Add a thing").click()
    dialog = page.get_by_role("dialog", name="Another thing")
    dialog.get_by_label("What it is").select_option("medal")
    dialog.get_by_label("Width").fill("thirty")
    page.keyboard.press("Escape")
    expect(dialog).to_have_count(0)
    page.reload()
    page.get_by_role("button", name="Add a thing").click()
    expect(dialog.get_by_label("What it is")).to_have_value("medal")
    expect(dialog.get_by_label("Width")).to_have_value("thirty")
    dialog.get_by_role("button", name="Add it").click()
    expect(dialog.get_by_role("alert").first).to_be_visible()
    dialog.get_by_label("Width").fill("38 x 90")
    dialog.get_by_role("button", name="Add it").click()
    expect(dialog).to_have_count(0)
    saved(page)
    page.get_by_role("button", name="Add a thing").click()
    expect(dialog.get_by_label("Width")).to_have_value("")


def test_two_sizes_left_at_once_end_up_whole(page: Page) -> None:
    """An answer about “… x 27” comes late, after the whole was typed and the field left: 27 9/16 goes in, and what is typed meanwhile stays."""
    slow = page.context.new_cdp_session(page)
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="What is it?")
    dialog.get_by_role("radio", name="in", exact=True).click()
    slow.send("Network.enable")
    slow.send(
        "Network.emulateNetworkConditions", {"offline": False, "latency": 400, "downloadThroughput": -1, "uploadThroughput": -1}
    )
    dialog.get_by_label("Width", exact=True).press_sequentially("19 11/16 x 27 9/16", delay=15)
    page.keyboard.press("Tab")
    dialog.get_by_label("Bar depth").fill("3/4")
    expect(dialog.get_by_label("Height", exact=True)).to_have_value("27 9/16")
    expect(dialog.get_by_label("Width", exact=True)).to_have_value("19 11/16")
    expect(dialog.get_by_label("Bar depth")).to_have_value("3/4")
    # What is typed in the other field after leaving is meant.
    dialog.get_by_label("Width", exact=True).fill("20 x 30")
    page.keyboard.press("Tab")
    dialog.get_by_label("Height", exact=True).fill("31")
    expect(dialog.get_by_label("Width", exact=True)).to_have_value("20")
    expect(dialog.get_by_label("Height", exact=True)).to_have_value("31")
