"""One job in the real interface: a bought box filled with what came with it, a frame oiled with a joint of one’s choice, a piece that stands."""

from __future__ import annotations

import csv
import io
import re
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.core.things import badge, frame, things
from tests.core.things import box as shown
from tests.ui.hands import Take, figure, nothing_amiss, saved, stage
from tests.ui.test_boxes import new_piece


def order(page: Page) -> list[str]:
    """The titles of the order of work, as they stand."""
    return [
        text.rstrip(". ") for text in page.get_by_label("Order of work").locator("li .font-semibold:first-child").all_inner_texts()
    ]


def test_a_bought_box_is_filled_with_what_came_with_it(page: Page, take: Take) -> None:
    came = frame((140,), (140,), rabbet_depth=44, moulding_depth=50, glazing_thickness=2, board=3)
    page.goto(take(things(badge("b")), shown("shadow_box", frame=came), "Badge"))
    stage(page, "Cut")
    for part in ("rail", "glazing", "backing"):
        expect(
            page.get_by_role("heading", name="Came with the frame").locator("xpath=..").locator(f'[data-part="{part}"]')
        ).to_be_visible()
    expect(page.locator('[data-cut="glazing"]')).to_have_count(0)
    expect(page.locator('[data-cut="backing"]')).to_have_count(0)
    expect(page.locator('[data-cut="mount"]')).to_be_visible()
    expect(page.get_by_text("The glass that came with it stays in its frame", exact=False)).to_be_visible()
    assert "Cut the rails" not in order(page) and "Glue the frame" not in order(page)
    nothing_amiss(page)


def test_a_frame_with_splines_is_oiled(page: Page) -> None:
    new_piece(page, "Flat work A poster", "Hill print", {"Width": "300", "Height": "400"})
    stage(page, "Cut")
    page.get_by_role("radio", name=re.compile("^Splines across the corner")).click()
    saved(page)
    page.get_by_role("radio", name=re.compile("^Oil")).click()
    saved(page)
    expect(page.locator('[data-part="finish.coat"]')).to_contain_text("2 coats on about")
    expect(page.locator('li[data-part="joint"]')).to_contain_text("Splines")
    steps = order(page)
    for first, then in (
        ("Glue the frame", "Splines across the corners"),
        ("Sand it", "Oil, first coat"),
        ("Oil, second coat", "Cut the glazing"),
    ):
        assert steps.index(first) < steps.index(then), steps
    assert steps.index("Oil, second coat") == steps.index("Oil, first coat") + 1
    expect(page.get_by_text("Oily rags heat by themselves", exact=False).first).to_be_visible()
    # What is printed is the same list.
    page.get_by_role("button", name="Export").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name="Cut list").click()
    rows = list(csv.DictReader(io.StringIO(Path(download.value.path()).read_text())))
    assert {r["part"]: r["from"] for r in rows}["Oil"] == "at hand" and {r["part"]: r["count"] for r in rows}["Splines"] in (
        "4",
        "8",
    )


def test_a_jigsaw_that_stands(page: Page) -> None:
    new_piece(page, "A jigsaw puzzle", "Shelf map", {"Width": "300", "Height": "200"})
    stage(page, "Hang")
    expect(figure(page, "hang.hook")).to_be_visible()
    page.get_by_role("radio", name=re.compile("^It stands")).click()
    saved(page)
    expect(figure(page, "hang.hook")).to_have_count(0)
    expect(page.get_by_role("button", name=re.compile("^On the wall"))).to_have_count(0)
    stage(page, "Cut")
    expect(page.locator('[data-part="easel"]')).to_be_visible()
    expect(page.locator('[data-part="hook"]')).to_have_count(0)
    assert "Fit the easel back" in order(page) and "Hang it" not in order(page)
    stage(page, "Hang")
    expect(page.get_by_role("radio", name=re.compile("^It stands"))).to_have_attribute("aria-checked", "true")
    page.get_by_role("radio", name=re.compile("^As suits it")).click()
    saved(page)
    expect(figure(page, "hang.hook")).to_be_visible()
