"""The list of parts is where it is said: what is there, what is got, what is left out."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.ui.hands import nothing_amiss, saved, stage


def said(page: Page, part: str, option: str) -> None:
    """Opens the row of a part and says how it is."""
    page.get_by_role("button", name=f"Say how it is: {part}", exact=True).click()
    page.get_by_role("group", name="How it is").get_by_role("radio", name=option).click()
    saved(page)


def test_what_is_there_is_not_cut_what_is_left_out_is_in_no_step(page: Page, piece: Callable[..., str]) -> None:
    page.goto(piece("As it is"))
    stage(page, "Cut")
    steps = page.get_by_label("Order of work")
    expect(page.locator('li[data-part="bumper"]')).to_be_visible()
    said(page, "Bumpers", "None")
    expect(steps.get_by_text("Bumpers on the two lower corners", exact=False)).to_have_count(0)
    expect(page.get_by_role("heading", name="Left out")).to_be_visible()
    nothing_amiss(page)
    # It comes back where it was left out.
    page.get_by_role("group", name="How it is").get_by_role("radio", name="To get").click()
    saved(page)
    expect(page.get_by_role("heading", name="Left out")).to_have_count(0)


def test_a_sheet_that_is_there_too_small_is_a_stop_with_ways_out(page: Page, take: Callable[..., str]) -> None:
    page.goto(take({**SHEET}, {"type": "on_board", "frame": {"make": "new", "moulding": "oak-lip-25x30"}}, "Old glass"))
    stage(page, "Cut")
    said(page, "Glazing", "There already")
    expect(page.locator('li[data-part="glazing"]')).to_be_visible()
    field = page.get_by_role("textbox", name="It measures")
    field.fill("300")
    field.press("Enter")
    saved(page)
    expect(page.get_by_text("what is there is", exact=False).first).to_be_visible()
    page.get_by_role("button", name="Have it cut").click()
    page.get_by_role("button", name="Do it").click()
    saved(page)
    expect(page.locator('li[data-part="glazing"]')).to_contain_text("610")
    expect(page.get_by_text("too small", exact=False)).to_have_count(0)


SHEET = {
    "type": "flat_work",
    "width": {"top": [{"mm": 500, "tape": "mm"}], "middle": [], "bottom": []},
    "height": {"left": [{"mm": 400, "tape": "mm"}], "centre": [], "right": []},
}
