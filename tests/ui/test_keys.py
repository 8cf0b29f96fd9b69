"""By keys alone: from “New piece” to the printed job sheet, a reading taken again, a way out, a figure opened; no press of a mouse."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.conftest import bought
from tests.ui.hands import Take, saved

# The name of what has the focus, as it is told.
FOCUSED = """(() => {
  const e = document.activeElement;
  return e.getAttribute('aria-label') || e.labels?.[0]?.innerText || e.innerText || '';
})()"""
MOST = 90


def to(page: Page, name: str, key: str = "Tab") -> None:
    """Presses a key until what has the focus is called so."""
    for _ in range(MOST):
        if re.search(name, str(page.evaluate(FOCUSED))):
            return
        page.keyboard.press(key)
    raise AssertionError(f"{name!r} is not reached by {key}; last: {page.evaluate(FOCUSED)!r}")


def test_from_a_new_piece_to_its_job_sheet(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="New piece").wait_for()
    to(page, "^New piece")
    page.keyboard.press("Enter")
    page.get_by_role("heading", name="What is it?").wait_for()
    page.keyboard.type("canvas floater")
    page.keyboard.press("Enter")
    page.keyboard.type("By keys")
    to(page, "^Width")
    page.keyboard.type("610 x 457")
    to(page, "^Bar depth")
    page.keyboard.type("20")
    page.keyboard.press("Enter")
    expect(page).to_have_title(re.compile("By keys"))
    page.locator("h1").filter(has_text="By keys").wait_for(state="attached")

    # A size read once more, by its field; then on through the stages with the arrows.
    to(page, "^Top$")
    page.keyboard.press("Shift+Enter")
    expect(page.get_by_label("Top, again")).to_be_focused()
    page.keyboard.type("611")
    page.keyboard.press("Enter")
    saved(page)
    to(page, r"^1\s+Measure", "Shift+Tab")
    to(page, "Cut", "ArrowRight")
    page.keyboard.press("Enter")
    expect(page).to_have_url(re.compile("/cut$"))
    page.locator("[data-cut]").first.wait_for()

    to(page, "^Export", "Shift+Tab")
    page.keyboard.press("Enter")
    with page.expect_download() as download:
        while "Only lists and order" not in str(page.locator("[role=menuitem][data-focus]").text_content() or ""):
            page.keyboard.press("ArrowDown")
        page.keyboard.press("Enter")
    text = " ".join(PdfReader(download.value.path()).pages[0].extract_text().split())
    assert "By keys" in text


def test_a_way_out_and_an_opened_figure(page: Page, piece: Take) -> None:
    page.goto(f"{piece(frame=bought(624, 460))}/display")
    uneven = page.locator('[data-check="gap.uneven"]')
    uneven.get_by_role("button", name="Line both inner faces").wait_for()
    to(page, "^Line both inner faces")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Do it").wait_for()
    to(page, "^Do it")
    page.keyboard.press("Enter")
    saved(page)
    expect(uneven).to_have_count(0)
    opens = "document.activeElement.hasAttribute('data-open')"
    for _ in range(MOST):
        if page.evaluate(opens):
            break
        page.keyboard.press("Tab")
    told = page.evaluate(FOCUSED)
    page.keyboard.press("Enter")
    panel = page.get_by_role("region", name=re.compile("^The sum of"))
    expect(panel).to_be_visible()
    page.keyboard.press("Escape")
    expect(panel).to_have_count(0)
    assert page.evaluate(opens) and page.evaluate(FOCUSED) == told, "the focus is back where it was"
