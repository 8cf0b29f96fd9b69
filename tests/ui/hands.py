"""What a hand does on the sheet: goes to a stage, finds a field or a figure, waits until all is saved."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Locator, Page, expect

Take = Callable[..., str]


def saved(page: Page) -> None:
    expect(page.locator("[data-saving=saved]")).to_be_visible()


def stage(page: Page, name: str) -> None:
    page.get_by_label("Stages").get_by_role("button", name=name).click()


def field(page: Page, group: str, label: str) -> Locator:
    return page.get_by_role("region", name=group, exact=True).get_by_role("textbox", name=label, exact=True)


def figure(page: Page, name: str) -> Locator:
    return page.locator(f'[data-open="{name}"]')
