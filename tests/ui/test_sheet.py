"""The sheet's habits: inches from end to end, solving either way, giving up, going back, notes and settings."""

from __future__ import annotations

import re
from collections.abc import Callable

import httpx
import pytest
from playwright.sync_api import Page, expect

from tests.conftest import bought
from tests.ui.test_walk import field, figure, saved

Take = Callable[..., str]


def test_an_inch_piece_from_end_to_end(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("radio", name="in", exact=True).click()
    dialog.get_by_label("Name").fill("Quarter inch")
    dialog.get_by_label("Width").fill("2' 1 3/16\"")
    dialog.get_by_label("Height").fill("18½")
    dialog.get_by_label("Bar depth").fill("0.75")
    dialog.get_by_role("button", name="Create").click()
    page.get_by_label("Stages").get_by_role("button", name="Display").click()
    # 25 3/16 and a quarter a side; half an inch on both sizes (common practice).
    expect(figure(page, "frame.inside.width")).to_contain_text("25 11/16")
    expect(figure(page, "frame.inside.height")).to_contain_text("19")
    expect(page.get_by_role("radio").filter(has_text="1/4 in")).to_have_attribute("aria-checked", "true")
    page.get_by_role("radio").filter(has_text="1/2 in").click()
    saved(page)
    expect(figure(page, "frame.inside.width")).to_contain_text("26 3/16")


def test_a_frame_already_there_is_asked_for_whole(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("radio", name="A canvas and its floater").click()
    sizes = {
        "Width": "600",
        "Height": "450",
        "Bar depth": "38",
        "Frame’s inside width": "612",
        "Frame’s inside height": "466",
        "Face of its rail": "20",
        "Rail, front to back": "50",
        "Seat thickness": "6",
        "Seat width": "32",
    }
    dialog.get_by_label("Name").fill("Bought last year")
    for label, text in sizes.items():
        dialog.get_by_label(label, exact=True).fill(text)
    dialog.get_by_role("button", name="Create").click()
    page.get_by_label("Stages").get_by_role("button", name="Display").click()
    expect(page.locator('[data-check="gap.uneven"]')).to_contain_text("The gaps differ: 6 mm left and right, 8 mm top and bottom.")


def test_solving_for_reveal_lift_or_rail(page: Page, piece: Take) -> None:
    """50 − 6 − 38 leaves 6 for lift and reveal together."""
    page.goto(piece() + "/depth")
    expect(field(page, "Lift")).to_have_value("3")
    field(page, "Reveal").fill("4.5")
    page.keyboard.press("Enter")
    saved(page)
    expect(field(page, "Lift")).to_have_value("1.5")
    # Typing the one that followed turns it round.
    field(page, "Lift").fill("5")
    page.keyboard.press("Enter")
    saved(page)
    expect(page.get_by_role("radio", name="Reveal follows")).to_have_attribute("aria-checked", "true")
    expect(figure(page, "depth.reveal")).to_contain_text("1")
    page.get_by_role("radio", name="Rail height follows").click()
    saved(page)
    field(page, "Reveal").fill("2")
    page.keyboard.press("Enter")
    check = page.locator('[data-check="rail.low"]')
    expect(check).to_contain_text("Oak 20 × 50 is 1 mm too low for this lift and reveal: the rail has to be 51 mm high.")


def test_escape_gives_up_what_is_being_typed(page: Page, piece: Take) -> None:
    """Before a pause has saved it and after."""
    page.goto(piece() + "/display")
    for wait_until_saved in (False, True):
        field(page, "Gap a side").click()
        page.keyboard.type("11")
        expect(figure(page, "frame.inside.width")).to_contain_text("622")
        if wait_until_saved:
            expect(page.get_by_role("button", name="Undo")).to_be_enabled()
            saved(page)
        page.keyboard.press("Escape")
        expect(field(page, "Gap a side")).to_have_value("6")
        expect(figure(page, "frame.inside.width")).to_contain_text("612")
        saved(page)
        expect(page.get_by_role("button", name="Undo")).to_be_disabled()


def test_a_station_is_emptied_and_the_last_one_is_kept(page: Page, piece: Take) -> None:
    page.goto(piece(width=(600, 604, 600)) + "/measure")
    expect(figure(page, "canvas.width.largest")).to_contain_text("604")
    field(page, "Middle").fill("")
    page.keyboard.press("Enter")
    saved(page)
    expect(figure(page, "canvas.width.largest")).to_contain_text("600")
    for name in ("Top", "Bottom"):
        field(page, name).fill("")
        page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("is the only reading of this size")


def test_arrows_nudge_a_field(page: Page, piece: Take) -> None:
    page.goto(piece() + "/display")
    field(page, "Gap a side").focus()
    page.keyboard.press("ArrowUp")
    expect(figure(page, "gap.at.top")).to_contain_text("7")
    page.keyboard.press("Shift+ArrowUp")
    expect(figure(page, "gap.at.top")).to_contain_text("17")
    saved(page)


def test_browser_back_goes_through_the_stages(page: Page, piece: Take) -> None:
    address = piece()
    page.goto(address + "/measure")
    page.get_by_label("Stages").get_by_role("button", name="Depth").click()
    expect(page).to_have_url(re.compile("/depth$"))
    page.get_by_role("button", name="Cut", exact=False).first.click()
    expect(page).to_have_url(re.compile("/cut$"))
    page.go_back()
    expect(page).to_have_url(re.compile("/depth$"))
    page.go_back()
    expect(page).to_have_url(re.compile("/measure$"))


def test_name_owner_due_and_note_are_kept(page: Page, piece: Take, api: httpx.Client) -> None:
    address = piece()
    page.goto(address + "/measure")
    page.get_by_label("Owner").fill("Quillbeck Wheelers")
    page.get_by_label("Due date").fill("2027-03-01")
    page.get_by_label("Note").fill("Signed on the edge: nothing sticky there.")
    page.get_by_label("Name", exact=True).fill("Relay")
    page.keyboard.press("Enter")
    saved(page)
    kept = api.get("/api" + address).json()
    assert (kept["owner"], kept["due"], kept["name"]) == ("Quillbeck Wheelers", "2027-03-01", "Relay")
    assert kept["note"].startswith("Signed")
    page.get_by_label("Name", exact=True).fill("")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("is needed")
    # What was typed stays, marked, until it is mended or given up; it is never called saved.
    expect(page.get_by_label("Name", exact=True)).to_have_value("")
    expect(page.locator("[data-saving=refused]")).to_be_visible()
    page.get_by_label("Name", exact=True).focus()
    page.keyboard.press("Escape")
    expect(page.get_by_label("Name", exact=True)).to_have_value("Relay")
    saved(page)


def test_views_are_drawn_large_by_key_and_by_click(page: Page, piece: Take) -> None:
    page.goto(piece() + "/display")
    large = page.locator("figure").first.locator("[data-view]")
    expect(large).to_have_attribute("data-view", "face")
    page.keyboard.press("b")
    expect(large).to_have_attribute("data-view", "back")
    page.get_by_role("button", name="Section: draw it large").click()
    expect(large).to_have_attribute("data-view", "section")


def test_a_frame_that_is_too_small_is_turned(page: Page, piece: Take) -> None:
    page.goto(piece(frame=bought(462, 612)) + "/display")
    expect(page.get_by_text("It does not go in: 138 mm too large.")).to_be_visible()
    check = page.locator('[data-check="fit.width"]')
    check.get_by_role("button", name="Turn the frame a quarter turn").click()
    check.get_by_role("button", name="Do it").click()
    expect(page.get_by_text("It goes in with 12 mm of room")).to_be_visible()


def test_an_untrue_canvas_is_drawn_untrue_and_its_gap_widened(page: Page, piece: Take) -> None:
    page.goto(piece(width=(600, 594, 604)) + "/display")
    points = page.locator('[data-view="face"] polygon[data-part="canvas"]').first.get_attribute("points")
    assert points
    xs = [float(p.split(",")[0]) for p in points.split()]
    # Corners by the top and bottom readings, the middle drawn in by 10 mm of 604.
    top, middle, bottom = xs[2] - xs[0], xs[3] - xs[7], xs[4] - xs[6]
    assert abs(middle / bottom - 594 / 604) < 0.001 and abs(top / bottom - 600 / 604) < 0.001
    check = page.locator('[data-check="gap.untrue"]')
    expect(check).to_contain_text("from 6 mm to 11 mm")
    check.get_by_role("button", name="Widen the gap to 20 mm a side").click()
    check.get_by_role("button", name="Do it").click()
    expect(check).to_be_hidden()


def test_finer_inches_are_a_setting_of_the_shop(page: Page, piece: Take, api: httpx.Client) -> None:
    before = api.get("/api/shop").json()
    address = piece(width=(600.5, 600.5, 600.5))
    try:
        page.goto("/")
        page.get_by_role("button", name="Shop settings").click()
        dialog = page.get_by_role("dialog", name="Shop settings")
        dialog.get_by_label("Inches to the nearest").select_option("64")
        dialog.get_by_role("button", name="Keep").click()
        expect(dialog).to_have_count(0)
        page.goto(address + "/display")
        expect(figure(page, "frame.inside.width")).to_contain_text("612.5")
        page.keyboard.press("u")
        expect(figure(page, "frame.outside.width")).to_contain_text("25 11/16")
        expect(figure(page, "frame.inside.width")).to_contain_text("24 7/64")  # 612.5 mm is 24.114 in
    finally:
        api.put("/api/shop", json={k: before[k] for k in ("inch_parts", "tape_mm", "tape_in", "saw", "kerf")})


@pytest.mark.parametrize(("wide", "high"), [(820, 1180), (1024, 768), (640, 400)])
def test_narrow_screens_are_worked_on_too(page: Page, piece: Take, wide: int, high: int) -> None:
    """An upright tablet, a small laptop, 200 %: nothing runs off the side, the drawing stays large, the cut list is read whole."""
    page.set_viewport_size({"width": wide, "height": high})
    address = piece()
    for key in ("measure", "depth", "cut"):
        page.goto(f"{address}/{key}")
        saved(page)
        runs_off = page.evaluate("document.scrollingElement.scrollWidth - innerWidth")
        assert runs_off <= 0, (key, runs_off)
        large = page.locator("figure").first.bounding_box()
        assert large and large["width"] >= (wide if wide < 1008 else wide * 0.4) - 2
        assert large["height"] >= min(wide * 0.6, high * 0.3)
    row = page.get_by_role("row", name="Rails, top and bottom")
    row.scroll_into_view_if_needed()
    expect(row).to_contain_text("652 mm")
    page.get_by_role("button", name="Export").click()
    expect(page.get_by_role("menuitem", name="Cut list (CSV)")).to_be_in_viewport()
