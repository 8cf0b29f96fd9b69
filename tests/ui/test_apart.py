"""All of a job laid apart, looked at on the sheet and at the bench."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.ui.hands import Take, nothing_amiss, saved, stage


def test_a_floater_is_laid_apart_beside_its_section_and_at_the_bench(page: Page, piece: Take) -> None:
    address = piece("Laid apart")
    page.goto(f"{address}/depth")
    page.get_by_role("button", name="Laid apart, front at the left: draw it large").click()
    for words in ("4 × Rail, 8 × Dowel", "Canvas", "4 × Stretcher bar", "12 × Screw"):
        expect(page.locator("main svg text").get_by_text(words, exact=True)).to_be_visible()
    nothing_amiss(page)
    # A number that opens: how thick a layer is.
    page.locator("main [data-figure='depth.lift']").first.click()
    expect(page.get_by_role("region", name=re.compile("^The sum of "))).to_be_visible()
    page.keyboard.press("Escape")
    # Where it is cut it stands beside the lists, too.
    stage(page, "Cut")
    expect(page.get_by_role("button", name="Laid apart, front at the left: draw it large")).to_be_visible()
    saved(page)

    page.goto(f"{address}/bench?step=screw")
    laid = page.get_by_role("figure", name="Laid apart, front at the left")
    expect(laid.locator("[data-part='screw.across.1']").first).not_to_have_class(re.compile("grayscale"))
    expect(laid.locator("[data-part='rail.top']").first).to_have_class(re.compile("opacity-45"))
    expect(laid.locator("[data-part='hang.ring']").first).to_have_class(re.compile("opacity-15"))
    nothing_amiss(page)
