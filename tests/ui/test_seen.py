"""Every view and dialog by day and by night, held by axe (WCAG 2.2, levels A and AA, and what it calls good practice)."""

from __future__ import annotations

import httpx
import pytest
from playwright.sync_api import Page, expect

from shadbo.demo import demo_pieces
from shadbo.exports.pieces import piece_to_json
from tests.conftest import ROOT
from tests.ui.hands import nothing_amiss, saved

STAGES = ("measure", "display", "arrange", "depth", "hold", "cut", "hang")


def take_in(api: httpx.Client, name: str) -> str:
    """A demo piece once more, under a name of its own; its address."""
    piece = next(piece for piece in demo_pieces() if piece.name == name).model_copy(update={"name": f"Seen: {name}"})
    answer = api.post("/api/pieces/import", content=piece_to_json(piece), headers={"content-type": "application/json"})
    assert answer.status_code == 201, answer.text
    return f"/pieces/{answer.json()['id']}"


def by_day_and_night(page: Page) -> None:
    """Nothing is amiss on the page as it stands; by night only the colours are others."""
    nothing_amiss(page)
    page.emulate_media(color_scheme="dark")
    nothing_amiss(page, "color-contrast")
    page.emulate_media(color_scheme="light")


@pytest.mark.parametrize("name", ["The centenary jersey", "Peloton in rain"])
def test_nothing_is_amiss_on_any_stage(page: Page, api: httpx.Client, name: str) -> None:
    address = take_in(api, name)
    for stage in STAGES:
        page.goto(f"{address}/{stage}")
        saved(page)
        by_day_and_night(page)


def test_nothing_is_amiss_in_any_place_or_dialog(page: Page, api: httpx.Client) -> None:
    address = take_in(api, "Peloton in rain")
    page.goto(f"{address}/measure")
    saved(page)
    page.locator("[data-open]").first.click()
    by_day_and_night(page)
    for item, heading in (("History…", "History"), ("Drawings and templates…", "Drawings and templates")):
        page.get_by_role("button", name="Export").click()
        by_day_and_night(page)
        page.get_by_role("menuitem", name=item).click()
        expect(page.get_by_role("heading", name=heading)).to_be_visible()
        by_day_and_night(page)
        page.keyboard.press("Escape")
    page.goto(f"{address}/ways")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Seen: Peloton")
    by_day_and_night(page)
    for path in ("/days", "/days?view=week", "/records", "/hands", f"{address}/bench"):
        page.goto(path)
        expect(page.get_by_role("heading").first).to_be_visible()
        page.wait_for_load_state("networkidle")
        by_day_and_night(page)
    page.goto("/")
    expect(page.get_by_role("heading", name="Seen: Peloton in rain").first).to_be_visible()
    by_day_and_night(page)
    for name in ("New piece", "Shop settings", "Keys"):
        page.get_by_role("button", name=name).first.click()
        expect(page.get_by_role("dialog").get_by_role("heading").first).to_be_visible()
        by_day_and_night(page)
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)


def test_a_drawing_lies_on_paper_by_night_too(page: Page, api: httpx.Client) -> None:
    """The surroundings turn dark, the drawing’s ground stays light: its lines and colours are those of the things."""
    address = take_in(api, "Start line, dawn")

    def ground(selector: str) -> int:
        rgb = page.locator(selector).first.evaluate("e => getComputedStyle(e).backgroundColor").strip("rgb()").split(",")
        return sum(int(float(part)) for part in rgb[:3])

    page.goto(f"{address}/display")
    page.emulate_media(color_scheme="light")
    by_day = ground("figure"), ground("body")
    page.emulate_media(color_scheme="dark")
    by_night = ground("figure"), ground("body")
    assert by_day[0] == by_night[0] > 3 * 240 and by_day[1] > 3 * 200 > 3 * 60 > by_night[1]


def test_a_word_of_the_trade_is_told_with_a_drawing(page: Page, api: httpx.Client) -> None:
    page.goto(f"{take_in(api, 'Peloton in rain')}/depth")
    saved(page)
    page.get_by_text("What the words here mean").click()
    page.get_by_role("button", name="lift strip", exact=True).click()
    expect(page.get_by_text("what raises a canvas off its seat.")).to_be_visible()
    drawing = page.get_by_role("img", name="A canvas in a floater frame, cut across: lift strip marked in blue")
    expect(drawing.locator("[data-part='lift_strip'][data-lit]")).to_have_count(1)
    # One at a time; and on a field’s label by resting on it.
    page.get_by_role("button", name="seat", exact=True).click()
    expect(drawing).to_have_count(0)
    expect(page.locator("[title^='Reveal: how far the work lies behind the face']").first).to_be_visible()
    nothing_amiss(page)


def test_the_guide_is_there_with_its_pictures(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name="Guide").click()
    expect(page.get_by_role("heading", level=1)).to_have_text("The first piece, in five minutes")
    pictures = page.get_by_role("img")
    expect(pictures).to_have_count(4)
    for i in range(4):
        pictures.nth(i).scroll_into_view_if_needed()
        assert pictures.nth(i).evaluate("async (e) => { await e.decode(); return e.naturalWidth; }") == 1280
        assert pictures.nth(i).get_attribute("alt")
    nothing_amiss(page)
    page.get_by_role("link", name="To the rack").click()
    expect(page.get_by_role("button", name="New piece")).to_be_visible()


@pytest.mark.parametrize(
    ("typed", "start"),
    [
        ("canvas", "A stretched canvas"),
        ("picture file", "A canvas still to be made"),
        ("blank canvas", "A canvas to paint on"),
        ("medal, bought box", "A badge and a bought box"),
        ("flat work and its frame", "Flat work and its frame"),
    ],
)
def test_what_the_guide_says_to_type_leads_where_it_says(page: Page, typed: str, start: str) -> None:
    told = (ROOT / "docs" / "guide.md").read_text()
    # The last is by its own name, which has the words of another in it.
    assert typed == start.lower() or (f"`{typed}`" in told and f"*{start}*" in told)
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    page.get_by_label("Find what it is").fill(typed)
    expect(page.get_by_role("radio", name=start)).to_be_checked()
    # What was found stays chosen with what is filled in for it, over a reload.
    page.get_by_label("Owner").last.fill("Odda")
    page.reload()
    page.get_by_role("button", name="New piece").click()
    expect(page.get_by_role("radio", name=start)).to_be_checked()
    page.keyboard.press("Escape")


def test_keys_of_one_letter_can_be_turned_off_and_on(page: Page, api: httpx.Client) -> None:
    page.goto(f"{take_in(api, 'Start line, dawn')}/measure")
    saved(page)
    stages = page.get_by_label("Stages")
    page.locator("body").press("2")
    expect(stages.get_by_role("button", name="Display")).to_have_attribute("aria-current", "step")
    page.get_by_role("button", name="Keys").click()
    page.get_by_role("checkbox", name="Keys of one letter").uncheck()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.locator("body").press("1")
    page.locator("body").press("u")
    expect(stages.get_by_role("button", name="Display")).to_have_attribute("aria-current", "step")
    # A key with Ctrl is none of one letter; a reload keeps them off.
    page.reload()
    saved(page)
    page.locator("body").press("1")
    expect(stages.get_by_role("button", name="Display")).to_have_attribute("aria-current", "step")
    page.get_by_role("button", name="Keys").click()
    page.get_by_role("checkbox", name="Keys of one letter").check()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.locator("body").press("1")
    expect(stages.get_by_role("button", name="Measure")).to_have_attribute("aria-current", "step")


def test_a_drawing_tells_what_lies_where(page: Page, api: httpx.Client) -> None:
    page.goto(f"{take_in(api, 'The centenary jersey')}/depth")
    saved(page)
    told = page.locator("[data-view='section'] svg").first.get_attribute("aria-description") or ""
    assert told.startswith("From the top: ")
    layers = ["Acrylic", "Top mat", "Mount board", "Backing"]
    places = [told.index(layer) for layer in layers]
    assert places == sorted(places), told


def test_a_group_is_one_tab_stop_and_answers_arrows(page: Page, api: httpx.Client) -> None:
    page.goto(f"{take_in(api, 'Start line, dawn')}/depth")
    saved(page)
    group = page.get_by_role("radiogroup", name="Lift strips")
    radios = group.get_by_role("radio")
    assert [radios.nth(i).get_attribute("tabindex") for i in range(radios.count())].count("0") == 1
    group.locator("[tabindex='0']").focus()
    page.keyboard.press("Home")
    expect(radios.first).to_be_focused()
    page.keyboard.press("End")
    expect(radios.last).to_be_focused()
    page.keyboard.press("ArrowRight")
    expect(radios.first).to_be_focused()
    # Going over them changes nothing; Space does.
    other = radios.filter(has_not=page.locator("[aria-checked='true']")).last
    chosen = group.locator("[aria-checked='true']").text_content()
    page.keyboard.press("End")
    assert group.locator("[aria-checked='true']").text_content() == chosen
    page.keyboard.press("Space")
    saved(page)
    expect(other).to_have_attribute("aria-checked", "true")
    # The numbers of a drawing alike.
    numbers = page.locator("[data-view='section'] [data-figure]")
    numbers.first.focus()
    page.keyboard.press("ArrowDown")
    expect(numbers.nth(1)).to_be_focused()
