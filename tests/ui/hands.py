"""What a hand does on the sheet: goes to a stage, finds a field or a figure, waits until all is saved."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Locator, Page, expect

from tests.conftest import ROOT

Take = Callable[..., str]
AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"


def saved(page: Page) -> None:
    """All is saved, and what came of it is drawn: lists and small drawings follow a moment after what is held in the hand."""
    expect(page.locator("[data-saving=saved]")).to_be_visible()
    expect(page.locator("main[aria-busy=true]")).to_have_count(0)


def press_stage(page: Page, name: str) -> None:
    page.get_by_label("Stages").get_by_role("button", name=name).click()


def stage(page: Page, name: str) -> None:
    """The stage is gone to, and stands there: until then the one before is still seen."""
    press_stage(page, name)
    expect(page.get_by_role("region", name=f"{name}: what is asked", exact=True)).to_be_visible()


def field(page: Page, group: str, label: str) -> Locator:
    return page.get_by_role("region", name=group, exact=True).get_by_role("textbox", name=label, exact=True)


def figure(page: Page, name: str) -> Locator:
    return page.locator(f'[data-open="{name}"]')


def value(page: Page, name: str) -> str:
    """What a figure reads, be it in the folded list."""
    return figure(page, name).locator(".fig").text_content() or ""


def nothing_amiss(page: Page, *rules: str) -> None:
    """axe finds no fault of any weight on the page as it stands (by these ``rules`` alone, where some are named)."""
    # Evaluated by the browser’s own tools: the page itself lets no script in but its own.
    page.evaluate(AXE.read_text())
    only = {"runOnly": list(rules)} if rules else {}
    found = page.evaluate("told => axe.run(told)", {"resultTypes": ["violations"], **only})
    # An open menu floats beside the page’s landmarks: it is one itself while it is open.
    grave = [
        (v["id"], v["help"], targets)
        for v in found["violations"]
        if (targets := [n["target"] for n in v["nodes"] if n["target"] != ["#headlessui-portal-root"]])
    ]
    assert grave == [], grave
