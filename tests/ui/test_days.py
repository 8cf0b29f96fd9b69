"""The days walked: a ready day that a way out makes sooner, a morning, hours of one’s own."""

from __future__ import annotations

import re
from datetime import date, timedelta

import httpx
import pytest
from playwright.sync_api import Page, expect

from tests.ui.hands import Take, nothing_amiss, stage


def row(page: Page, name: str, title: str) -> str:
    return f'[data-operation="{name}: {title}"]'


def test_a_morning(page: Page, api: httpx.Client) -> None:
    """What each pair of hands does, in order; ticked off it is done, and undone it isn’t."""
    page.goto("/")
    page.get_by_role("link", name="Days", exact=True).click()
    expect(page.get_by_role("region", name="Bram", exact=True)).to_be_visible()
    begun = page.locator("[data-state=begun]")
    expect(begun.first).to_be_visible()
    drying = page.get_by_role("region", name="Drying and waiting")
    expect(drying).to_contain_text("Start line, dawn")
    # One that is ticked off here: a gate is read at the bench.
    ticked = page.get_by_role("button", name=re.compile("^Done: "))
    one = page.get_by_role("region", name="Ilva", exact=True).locator("[data-state=planned]").filter(has=ticked).first
    told = one.get_attribute("data-operation")
    assert told
    one.get_by_role("button", name=re.compile("^Done: ")).click()
    ticked = page.locator(f'[data-operation="{told}"][data-state=done]')
    expect(ticked).to_be_visible()
    ticked.get_by_role("button", name=re.compile("^Not done: ")).click()
    expect(ticked).to_have_count(0)
    nothing_amiss(page)
    page.get_by_role("button", name="By pieces").click()
    expect(page.locator('[data-thread="Start line, dawn"]')).to_be_visible()
    expect(page).to_have_url(re.compile("view=week"))
    nothing_amiss(page)
    page.keyboard.press("ArrowRight")
    expect(page).to_have_url(re.compile("day=2027-02-25"))


@pytest.mark.parametrize(("width", "height"), [(820, 1180), (1280, 800)])
def test_the_days_are_read_on_an_upright_tablet_too(page: Page, width: int, height: int) -> None:
    page.set_viewport_size({"width": width, "height": height})
    for address in ("/days", "/days?view=week"):
        page.goto(address)
        page.locator("[data-operation], [data-thread]").first.wait_for()
        assert page.evaluate("document.documentElement.scrollWidth <= innerWidth"), address


def test_what_is_late_has_ways_out_on_the_rack(page: Page, piece: Take, api: httpx.Client) -> None:
    """A canvas due today whose glue dries a day: a ready-made frame, or a later day promised."""
    address = piece("Due too soon")
    due = "2027-02-24"
    page.goto(f"{address}/measure")
    page.get_by_label("Due date").fill(due)
    page.get_by_label("Due date").blur()
    expect(page.locator("[data-saving=saved]")).to_be_visible()
    page.goto("/days")
    late = page.locator('[data-late="Due too soon"]')
    expect(late).to_contain_text("due Wed 24 Feb")
    page.goto("/?q=Due+too+soon")
    page.get_by_role("button", name="Ways out: Due too soon is late").click()
    told = page.locator("[data-ready]")
    expect(told).to_contain_text("What decides it")
    expect(told).to_contain_text("Glue the frame")
    page.get_by_role("button", name="Promise a later day").click()
    expect(told).not_to_contain_text("after it is due")
    promised = told.get_attribute("data-ready")
    page.keyboard.press("Escape")
    kept = api.get(f"/api/pieces/{address.split('/')[-1]}").json()["due"]
    assert kept == promised > due


def test_ready_by_before_it_is_taken_in(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    page.get_by_label("Find what it is").fill("stretched canvas")
    for label, text in (("Width", "600"), ("Height", "400"), ("Bar depth", "20")):
        page.get_by_role("textbox", name=label).fill(text)
    page.get_by_role("button", name="When could it be ready?").click()
    told = page.get_by_role("region", name="When it could be ready")
    expect(told).to_contain_text("Ready")
    expect(told).to_contain_text("What decides it")
    page.get_by_role("textbox", name="Width").fill("700")
    expect(told).to_have_count(0)


def test_hours_typed_wrong_stay_and_are_said(page: Page) -> None:
    page.goto("/days")
    page.get_by_role("button", name="Hours and hands").click()
    monday = page.get_by_label("Monday")
    before = monday.input_value()
    monday.fill("17-8")
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_text("ends at 08:00 before it begins at 17:00")).to_have_count(1)
    expect(monday).to_have_value("17-8")
    nothing_amiss(page)
    monday.fill(before)
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_role("heading", name="Hours and hands")).to_have_count(0)


def test_from_the_sheet_to_its_day(page: Page, piece: Take) -> None:
    page.goto(f"{piece('Asked on the sheet')}/measure")
    stage(page, "Cut")
    page.get_by_role("button", name="When is it ready?").click()
    expect(page.locator("[data-ready]")).to_contain_text("work at the bench")


def test_what_is_kept_at_its_time_stays_and_what_comes_late_moves_it(page: Page, piece: Take, api: httpx.Client) -> None:
    """An operation of tomorrow kept where it is; moulding that comes in a week moves the day the piece is ready."""
    address = piece("Waits for its moulding")
    name = address.split("/")[-1]
    page.goto("/days")
    page.get_by_role("button", name="The day after").click()
    expect(page).to_have_url(re.compile("day=2027-02-25"))
    expect(page.get_by_role("group", name="Which day")).to_contain_text("Thu 25 Feb")
    pin = page.get_by_role("button", name=re.compile("^Keep it at this time: ")).first
    label = pin.get_attribute("aria-label")
    assert label
    kept = page.get_by_role("button", name=label, exact=True)
    kept.first.click()
    expect(kept.first).to_have_attribute("aria-pressed", "true")
    kept.first.click()
    expect(kept.first).to_have_attribute("aria-pressed", "false")
    before = api.get(f"/api/pieces/{name}/ready").json()["day"]
    page.goto(f"{address}/cut")
    page.get_by_role("button", name="When is it ready?").click()
    moulding = page.get_by_label("Moulding", exact=True)
    comes = (date.fromisoformat(before) + timedelta(days=14)).isoformat()
    moulding.fill(comes)
    moulding.blur()
    told = page.locator("[data-ready]")
    expect(told).to_contain_text("moulding to come")
    assert before < comes < (told.get_attribute("data-ready") or "")
    expect(page.get_by_role("button", name="With moulding fetched today")).to_be_visible()
    nothing_amiss(page)
