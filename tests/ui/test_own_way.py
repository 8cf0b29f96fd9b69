"""One’s own way in the order of work: a step put in, one left out with its reason, one sent out."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.ui.hands import nothing_amiss, saved, stage


def opened(page: Page, step: str) -> None:
    page.get_by_label("Order of work").get_by_role("button", name=f"Say how it is: {step}", exact=True).click()


def write(page: Page, label: str, text: str) -> None:
    field = page.get_by_role("group", name="How it is").get_by_label(label, exact=True)
    field.fill(text)
    field.press("Enter")
    saved(page)


def test_a_step_of_ones_own_is_put_in_and_reaches_the_bench(page: Page, piece: Callable[..., str]) -> None:
    address = piece("Knotty")
    page.goto(address)
    stage(page, "Cut")
    opened(page, "Glue the frame")
    page.get_by_role("button", name="A step after this one").click()
    saved(page)
    # What was put in stands open, with nothing to look for.
    write(page, "Step", "Fill the knot")
    write(page, "What is done", "Two-part filler, sanded flush")
    write(page, "At the bench", "1 h 30")
    steps = page.get_by_label("Order of work").locator("ol > li")
    at = next(i for i, text in enumerate(steps.all_text_contents()) if "Fill the knot" in text)
    assert "Glue the frame" in (steps.nth(at - 1).text_content() or "")
    # What can’t be read is said at the field, and stays there to be mended.
    field = page.get_by_label("At the bench", exact=True)
    field.fill("a while")
    field.press("Enter")
    expect(page.get_by_text("can’t be read as a time", exact=False)).to_be_visible()
    assert field.input_value() == "a while"
    nothing_amiss(page)
    page.goto(f"{address}/bench?step=own.1")
    expect(page.get_by_text("Two-part filler, sanded flush", exact=False).first).to_be_visible()


def test_a_step_is_left_out_with_its_reason_and_another_sent_out_by_keys(page: Page, piece: Callable[..., str]) -> None:
    page.goto(piece("Sent out"))
    stage(page, "Cut")
    opened(page, "Label on the back")
    page.get_by_role("radio", name="Left out").click()
    saved(page)
    write(page, "Why", "the club has its own")
    expect(page.get_by_label("Steps left out")).to_contain_text("Label on the back: the club has its own")
    expect(page.get_by_text("The reason is not said yet", exact=False)).to_have_count(0)
    row = page.get_by_label("Order of work").get_by_role("button", name="Say how it is: Cut the rails", exact=True)
    row.focus()
    page.keyboard.press("Enter")
    page.get_by_role("radio", name="Done here").last.focus()
    page.get_by_role("radio", name="Sent out").focus()
    page.keyboard.press("Enter")
    saved(page)
    write(page, "Who does it", "the joiner")
    write(page, "Days away", "12")
    steps = page.get_by_label("Order of work")
    expect(steps.get_by_text("Send out: cut the rails")).to_be_visible()
    expect(steps.get_by_text("then wait 12 days")).to_be_visible()
    expect(page.locator('[data-cut^="rail"]').first).to_contain_text("made by the joiner")
