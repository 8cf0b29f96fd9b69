"""Nothing typed is ever lost, and what the screen says is saved is saved."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

import httpx
from playwright.sync_api import Dialog, Locator, Page, Route, expect

from shadbo.service.serving import Server
from tests.conftest import bought
from tests.ui.hands import Take, nothing_amiss, press_stage, saved, stage

GAP = "/display/frame/gap"
EDITS = re.compile(r"/api/pieces/[^/]+/edits")
MEANWHILE = "Somebody saved this piece meanwhile"


def state(page: Page, key: str) -> None:
    expect(page.locator("[data-saving]")).to_have_attribute("data-saving", key)


def stands(api: httpx.Client, address: str) -> dict[str, Any]:
    found: dict[str, Any] = api.get(f"/api{address}").json()
    return found


def gap_field(page: Page) -> Locator:
    return page.get_by_role("textbox", name="Gap a side", exact=True)


def gap(api: httpx.Client, address: str) -> str:
    text: str = stands(api, address)["plan"]["figures"]["gap.planned"]["mm"]
    return text


def somebody(api: httpx.Client, address: str, *edits: dict[str, Any]) -> None:
    """Another person saves over what stands."""
    answer = api.post(f"/api{address}/edits", json={"version": stands(api, address)["version"], "edits": edits})
    assert answer.status_code == 200, answer.text


def type_gap(text: str) -> dict[str, Any]:
    return {"op": "type", "pointer": GAP, "text": text, "unit": "mm"}


def away(page: Page) -> Callable[[], None]:
    """Nobody answers this page until what is handed back is called."""
    pattern = re.compile("/api/")
    page.route(pattern, lambda route: route.abort())
    return lambda: page.unroute(pattern)


def test_a_way_out_that_is_only_looked_at_looks_so(page: Page, piece: Take, api: httpx.Client) -> None:
    address = piece(frame=bought(624, 460))
    page.goto(f"{address}/measure")
    stage(page, "Display")
    page.locator('[data-check="gap.uneven"]').get_by_role("button", name="Line both inner faces").click()
    strip = page.get_by_text("Only looked at, nothing is saved")
    expect(strip).to_be_visible()
    state(page, "looked")
    before = stands(api, address)["version"]
    # No stage is ticked by it, exports say what they are of, and who leaves is asked.
    expect(page.get_by_label("Stages").get_by_role("button", name="Display")).to_contain_text("to be looked at")
    page.get_by_role("button", name="Export").click()
    expect(page.get_by_text("Of the piece as it is saved")).to_be_visible()
    page.keyboard.press("Escape")
    press_stage(page, "Cut")
    asked = page.get_by_role("heading", name="This is only looked at")
    expect(asked).to_be_visible()
    nothing_amiss(page)
    page.keyboard.press("Escape")
    expect(asked).to_have_count(0)
    expect(strip).to_be_visible()
    page.go_back()
    page.get_by_role("button", name="Stay here").click()
    expect(page).to_have_url(re.compile("/display$"))
    press_stage(page, "Cut")
    page.get_by_role("button", name="Leave it, and go on").click()
    expect(page).to_have_url(re.compile("/cut$"))
    expect(strip).to_be_hidden()
    saved(page)
    assert stands(api, address)["version"] == before
    stage(page, "Display")
    page.locator('[data-check="gap.uneven"]').get_by_role("button", name="Line both inner faces").click()
    expect(strip).to_be_visible()
    page.locator("header a").first.click()
    page.get_by_role("button", name="Do it, then go on").click()
    expect(page.get_by_role("button", name="New piece")).to_be_visible()
    page.goto(f"{address}/display")
    # Nothing stands on a page that isn’t drawn yet, either: all is sent first.
    saved(page)
    expect(page.locator('[data-check="gap.uneven"]')).to_have_count(0)
    assert stands(api, address)["version"] == before + 1


def test_a_note_is_kept_whatever_becomes_of_the_page(page: Page, piece: Take, api: httpx.Client) -> None:
    address = piece()
    page.goto(f"{address}/measure")
    note = page.get_by_label("Note")
    note.fill("loaded anew at once")
    page.reload()
    expect(note).to_have_value("loaded anew at once")
    note.fill("another stage")
    page.keyboard.press("Tab")
    stage(page, "Display")
    saved(page)
    assert stands(api, address)["note"] == "another stage"
    page.get_by_role("textbox", name="Owner").fill("Back with it")
    page.go_back()
    expect(page.get_by_role("textbox", name="Owner")).to_have_value("Back with it")
    # Nobody has to leave the field for it to be saved.
    stage(page, "Measure")
    with page.expect_response(lambda r: "/edits?" in r.url and "only a pause" in (r.request.post_data or "")):
        note.fill("only a pause")
    saved(page)
    expect(note).to_be_focused()
    assert stands(api, address)["note"] == "only a pause"
    page.keyboard.press("Escape")


def test_a_wrong_entry_stays_in_its_field_over_stages_and_loading(page: Page, piece: Take) -> None:
    page.goto(piece() + "/display")
    asked = gap_field(page)
    asked.fill("wide")
    page.keyboard.press("Enter")
    expect(asked).to_have_attribute("aria-invalid", "true")
    state(page, "refused")
    stage(page, "Measure")
    # Where its field is not shown it is told, with what was typed.
    expect(page.get_by_role("alert").filter(has_text="wide")).to_contain_text("Not saved. Gap")
    page.reload()
    state(page, "refused")
    stage(page, "Display")
    expect(asked).to_have_value("wide")
    expect(asked).to_have_attribute("aria-invalid", "true")
    asked.fill("7")
    page.keyboard.press("Enter")
    saved(page)
    expect(asked).not_to_have_attribute("aria-invalid", "true")
    expect(asked).to_have_value("7")


def test_what_is_filled_in_for_a_new_piece_is_given_back_and_made_once(page: Page, api: httpx.Client) -> None:
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog", name="What is it?")
    dialog.get_by_label("Name").fill("Given back")
    dialog.get_by_label("Width").fill("508")
    page.keyboard.press("Escape")
    expect(dialog).to_be_hidden()
    page.reload()
    page.get_by_role("button", name="New piece").click()
    expect(dialog.get_by_label("Name")).to_have_value("Given back")
    expect(dialog.get_by_label("Width")).to_have_value("508")
    dialog.get_by_label("Height").fill("400")
    dialog.get_by_label("Depth").fill("19")
    dialog.get_by_role("button", name="Create").dblclick()
    expect(page).to_have_url(re.compile("/pieces/"))
    assert api.get("/api/pieces?q=Given back").json()["total"] == 1
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    expect(dialog.get_by_label("Name")).to_have_value("")


def test_a_save_that_is_refused_is_never_called_saved(page: Page, piece: Take, api: httpx.Client) -> None:
    address = piece()
    page.goto(f"{address}/display")
    saved(page)

    def fall(route: Route) -> None:
        route.fulfill(status=500, json={"title": "Something went wrong here", "detail": "It is in the log."})

    page.route(EDITS, fall)
    page.get_by_role("textbox", name="Owner").fill("Not taken")
    page.keyboard.press("Enter")
    state(page, "refused")
    expect(page.get_by_role("textbox", name="Owner")).to_have_value("Not taken")
    expect(page.get_by_role("alert")).to_contain_text("Something went wrong here")
    page.unroute(EDITS)
    page.get_by_role("textbox", name="Owner").fill("Taken now")
    page.keyboard.press("Enter")
    saved(page)
    expect(page.get_by_role("alert")).to_have_count(0)
    assert stands(api, address)["owner"] == "Taken now"


def test_typed_while_nobody_answers_and_saved_by_somebody_meanwhile(page: Page, piece: Take, api: httpx.Client) -> None:
    """Typed offline, the tab closed, somebody else saves, opened again: asked for, never written over; also after loading anew and Esc."""
    address = piece()
    page.goto(f"{address}/display")
    saved(page)
    away(page)
    gap_field(page).fill("10")
    page.keyboard.press("Enter")
    state(page, "waiting")
    page.get_by_role("textbox", name="Owner").fill("Mine")
    page.keyboard.press("Enter")
    page.close()
    somebody(api, address, type_gap("8"), {"op": "write", "pointer": "/note", "text": "theirs"})
    page = page.context.new_page()
    page.goto(f"{address}/display")
    dialog = page.get_by_role("dialog", name=MEANWHILE)
    expect(dialog.get_by_role("heading", name=MEANWHILE)).to_be_visible()
    page.reload()
    expect(dialog.get_by_label("Gap", exact=True)).to_contain_text("6 mm8 mm10 mm")
    expect(dialog.get_by_label("Owner", exact=True)).to_contain_text("Mine")
    page.keyboard.press("Escape")
    state(page, "conflict")
    assert gap(api, address) == "8"
    page.get_by_role("button", name="Not saved: somebody saved meanwhile").click()
    # What both changed is chosen, not guessed; what only I changed is mine.
    expect(dialog.get_by_role("button", name="Save it so")).to_be_disabled()
    dialog.get_by_role("radiogroup", name="Which Gap").get_by_role("radio", name="Theirs").click()
    dialog.get_by_role("button", name="Save it so").click()
    saved(page)
    now = stands(api, address)
    assert (gap(api, address), now["owner"], now["note"]) == ("8", "Mine", "theirs")


def test_an_answer_that_got_lost_does_not_count_twice(page: Page, piece: Take, api: httpx.Client) -> None:
    address = piece()
    page.goto(f"{address}/display")
    saved(page)
    lost: list[int] = []

    def lose(route: Route) -> None:
        if lost:
            return route.continue_()
        lost.append(route.fetch().status)
        return route.abort()

    page.route(EDITS, lose)
    gap_field(page).focus()
    page.keyboard.press("Shift+ArrowUp")
    expect(gap_field(page)).to_have_value("16")
    saved(page)
    assert lost == [200] and gap(api, address) == "16"


def test_two_tabs_away_at_once_lose_nothing_of_one_another(page: Page, piece: Take, api: httpx.Client) -> None:
    address = piece()
    other = page.context.new_page()
    for tab in (page, other):
        tab.goto(f"{address}/display")
        saved(tab)
    backs = [away(tab) for tab in (page, other)]
    gap_field(page).fill("9")
    page.keyboard.press("Enter")
    state(page, "waiting")
    other.get_by_role("textbox", name="Owner").fill("The other tab")
    other.keyboard.press("Enter")
    state(other, "waiting")
    backs[0]()
    saved(page)
    backs[1]()
    other.get_by_role("dialog", name=MEANWHILE).get_by_role("button", name="Save it so").click()
    saved(other)
    assert gap(api, address) == "9" and stands(api, address)["owner"] == "The other tab"


def test_what_is_not_sent_is_shown_and_sent_from_the_rack(page: Page, piece: Take, api: httpx.Client, server: Server) -> None:
    address = piece("Sent from the rack")
    page.goto(f"{address}/display")
    saved(page)
    server.kill()
    try:
        gap_field(page).fill("11")
        page.keyboard.press("Enter")
        state(page, "waiting")
        page.get_by_role("link", name="To the rack").click()
        expect(page.locator("[data-unsent]")).to_contain_text("Changes of one piece are not saved yet")
    finally:
        server.start()
    expect(page.locator("[data-unsent]")).to_have_count(0)
    expect(page.get_by_role("button", name="New piece")).to_be_visible()
    assert gap(api, address) == "11"


def test_what_somebody_else_saves_appears_by_itself(page: Page, piece: Take, api: httpx.Client) -> None:
    address = piece()
    page.goto(f"{address}/display")
    saved(page)
    somebody(api, address, type_gap("9"))
    expect(gap_field(page)).to_have_value("9")


def test_keys_belong_to_the_field_while_one_types(page: Page, piece: Take, api: httpx.Client) -> None:
    address = piece()
    page.goto(f"{address}/measure")
    somebody(api, address, {"op": "write", "pointer": "/owner", "text": "before"})
    expect(page.get_by_role("textbox", name="Owner")).to_have_value("before")
    note = page.get_by_label("Note")
    note.click()
    page.keyboard.type("first")
    page.keyboard.press("Control+a")
    page.keyboard.type("second")
    expect(note).to_have_value("second")
    page.keyboard.press("Home")
    page.keyboard.type("the ")
    page.keyboard.press("End")
    page.keyboard.type("!")
    expect(note).to_have_value("the second!")
    page.keyboard.press("Control+z")
    # The browser’s own undo in the field; the plan keeps its owner.
    expect(note).not_to_have_value("the second!")
    saved(page)
    assert stands(api, address)["owner"] == "before"
    # At rest it is the plan’s again.
    page.keyboard.press("Tab")
    page.get_by_role("heading", name="Note").or_(page.locator("main")).first.click(position={"x": 700, "y": 300})
    page.keyboard.press("Control+z")
    expect(note).to_have_value("")


def test_a_broken_entry_in_the_browser_and_a_wrong_address_open_all_the_same(page: Page, piece: Take) -> None:
    address = piece()
    page.goto("/?sort=bogus&show=nothing")
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page.evaluate(
        """id => {
            localStorage.setItem(`shadbo.unsent.${id}.x`, '{"piece": 7');
            localStorage.setItem(`shadbo.unsent.${id}.y`, 'null');
            sessionStorage.setItem(`shadbo.draft.${id}/note`, '[1]');
            sessionStorage.setItem('shadbo.draft-new', '{"sizes": 3}');
        }""",
        address.rsplit("/", 1)[1],
    )
    page.goto(f"{address}/nowhere")
    saved(page)
    page.goto("/not/a/place")
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page.get_by_role("button", name="New piece").click()
    expect(page.get_by_role("dialog", name="What is it?").get_by_label("Name")).to_have_value("")


def test_a_place_that_falls_over_says_so_and_leads_back(page: Page, piece: Take) -> None:
    """The answer is no piece at all: the sheet can’t be drawn, and the way to the rack stays."""
    page.on("dialog", Dialog.dismiss)
    page.route(
        re.compile(r"/api/pieces/[^/?]+\?"), lambda route: route.fulfill(json={"id": "x", "version": 1, "plan": {"stages": 3}})
    )
    page.goto(piece() + "/display")
    expect(page.get_by_role("alert")).to_contain_text("can’t be shown")
    page.unroute_all()
    page.get_by_role("link", name="To the rack").click()
    expect(page.get_by_role("button", name="New piece")).to_be_visible()
