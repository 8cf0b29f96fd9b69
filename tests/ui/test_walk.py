"""A framer's way through: from what it is to the printed cut list, with everything that goes wrong on it."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Locator, Page, expect
from pypdf import PdfReader

from shadbo.service.serving import Server
from tests.conftest import bought
from tests.ui.hands import saved

Take = Callable[..., str]
SHALLOW = {"make": "new", "moulding": "ash-18x45"}


def field(page: Page, name: str) -> Locator:
    return page.get_by_role("textbox", name=name, exact=True)


def figure(page: Page, name: str) -> Locator:
    """A figure in the list beside the drawing."""
    return page.locator(f'[data-open="{name}"]')


def test_from_new_piece_to_the_printed_cut_list(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Name").fill("Hill climb, evening")
    dialog.get_by_label("Owner").fill("Odda Marrable")
    dialog.get_by_label("Width").fill("60 cm")
    expect(dialog.get_by_text("600 mm")).to_be_visible()
    dialog.get_by_label("Height").fill("450")
    dialog.get_by_label("Bar depth").fill("1 1/2 in")
    dialog.get_by_role("button", name="Create").click()
    expect(page).to_have_title(re.compile("Hill climb, evening"))

    # Measure: two more widths; the plan follows the largest
    field(page, "Middle").fill("601")
    page.keyboard.press("Enter")
    saved(page)
    expect(figure(page, "canvas.width.largest")).to_contain_text("601")

    # Display: another rail
    page.get_by_label("Stages").get_by_role("button", name="Display").click()
    expect(page).to_have_url(re.compile("/display$"))
    page.get_by_role("radio", name="Cherry 22 × 55").click()
    saved(page)
    expect(figure(page, "frame.outside.width")).to_contain_text("657")  # 601 + 2·6 + 2·22

    # Depth: lift follows from the reveal: 55 − 8 − 38.1 − 3
    page.get_by_label("Stages").get_by_role("button", name="Depth").click()
    expect(figure(page, "depth.lift")).to_contain_text("5.9")

    # Cut: the list, then paper
    page.get_by_role("button", name="Cut", exact=False).first.click()
    row = page.locator('[data-cut="rail.horizontal"]')
    expect(row).to_contain_text("657")
    expect(row).to_contain_text("613")
    page.get_by_role("button", name="Export").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name="Job sheet, A4").click()
    text = "\n".join(p.extract_text() for p in PdfReader(download.value.path()).pages)
    assert "Hill climb, evening" in text and "657 mm" in text
    page.get_by_role("button", name="Export").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name="Cut list").click()
    rows = list(csv.DictReader(io.StringIO(Path(download.value.path()).read_text())))
    assert rows[0]["length mm"] == "657" and rows[0]["count"] == "2"


def test_a_slip_is_named(page: Page, piece: Take) -> None:
    page.goto(piece() + "/display")
    figure(page, "frame.outside.width").click()
    panel = page.get_by_label("The sum of Outside width")
    expect(panel.get_by_role("table", name="Sum")).to_contain_text("Inside width")
    panel.get_by_label("I get…").fill("632")
    panel.get_by_role("button", name="Compare").click()
    expect(panel).to_contain_text("Face counted once instead of twice: gives 632")
    panel.get_by_label("I get…").fill("652")
    panel.get_by_role("button", name="Compare").click()
    expect(panel).to_contain_text("It agrees.")
    panel.get_by_label("I get…").fill("733")
    panel.get_by_role("button", name="Compare").click()
    expect(panel).to_contain_text("No single slip gives this number.")
    panel.get_by_label("I get…").fill("lots")
    panel.get_by_role("button", name="Compare").click()
    expect(panel).to_contain_text("not part of a length")
    # Each term leads on to where it came from.
    panel.get_by_role("button", name="Inside width").click()
    expect(page.get_by_label("The sum of Inside width")).to_contain_text("Canvas width, largest")
    page.keyboard.press("Escape")
    expect(page.get_by_label("The sum of Inside width")).to_be_hidden()


def test_a_stop_is_mended_by_its_way_out_and_undone(page: Page, piece: Take) -> None:
    page.goto(piece(frame=SHALLOW) + "/depth")
    check = page.locator('[data-check="reveal.impossible"]')
    expect(check).to_contain_text("Stop")
    expect(check).to_contain_text("A reveal of 3 mm can't be had with this rail: it is 2 mm too shallow.")
    check.get_by_role("button", name="Use Oak 20 × 50").click()
    seen = check.get_by_role("region", name="What it would do")
    expect(seen).to_contain_text("Lift")
    expect(seen).to_contain_text("Mends this.")
    # The drawing shows it before it is done; leaving it puts the drawing back.
    expect(page.locator('[data-view="section"] [data-figure="rail.face"]')).to_contain_text("20")
    seen.get_by_role("button", name="Leave it").click()
    expect(page.locator('[data-view="section"] [data-figure="rail.face"]')).to_contain_text("18")
    check.get_by_role("button", name="Use Oak 20 × 50").click()
    check.get_by_role("button", name="Do it").click()
    expect(page.get_by_text("Nothing stands in the way.")).to_be_visible()
    saved(page)
    page.keyboard.press("Control+z")
    expect(check).to_be_visible()
    page.keyboard.press("Control+Shift+z")
    expect(page.get_by_text("Nothing stands in the way.")).to_be_visible()


def test_work_is_saved_by_itself_and_there_after_a_reload(page: Page, piece: Take) -> None:
    page.goto(piece() + "/display")
    gap = field(page, "Gap a side")
    gap.fill("8")
    # Nobody presses Enter: a pause is enough.
    expect(page.get_by_role("button", name="Undo")).to_be_enabled()
    saved(page)
    page.reload()
    expect(gap).to_have_value("8")
    expect(page).to_have_url(re.compile("/display$"))


def test_a_bad_length_is_said_at_the_field_and_kept(page: Page, piece: Take) -> None:
    page.goto(piece() + "/display")
    gap = field(page, "Gap a side")
    gap.fill("9 m")
    expect(page.get_by_role("alert")).to_contain_text("9000 mm is too large")
    expect(page.get_by_role("alert")).to_contain_text("0 mm to 100 mm")
    page.keyboard.press("Tab")
    expect(gap).to_have_value("9 m")
    expect(gap).to_have_attribute("aria-invalid", "true")
    gap.fill("9")
    page.keyboard.press("Enter")
    saved(page)
    expect(page.get_by_role("alert")).to_be_hidden()
    expect(figure(page, "frame.inside.width")).to_contain_text("618")


def test_the_tape_field_shows_how_it_was_read(page: Page, piece: Take) -> None:
    page.goto(piece() + "/measure")
    field(page, "Middle").fill("23 5/8+ in")
    field(page, "Middle").fill("23 5/8 in +")
    said = page.get_by_role("status").filter(has_text="read as")
    expect(said.get_by_role("img", name="tape at the reading, inches")).to_be_visible()
    expect(said).to_contain_text("600.9 mm")  # 23 21/32 in
    page.keyboard.press("Enter")
    saved(page)
    expect(page.locator('[data-figure="canvas.width.middle"]')).to_contain_text("600.9")


def test_one_key_switches_all_units(page: Page, piece: Take) -> None:
    page.goto(piece() + "/display")
    expect(figure(page, "frame.outside.width")).to_contain_text("652")
    page.keyboard.press("u")
    expect(page.locator('[data-figure="frame.outside.width"]')).to_contain_text("25 11/16")
    # A bare number now means inches.
    field(page, "Gap a side").fill("1/4")
    page.keyboard.press("Enter")
    saved(page)
    page.keyboard.press("Escape")
    page.locator("body").click(position={"x": 640, "y": 790})
    page.keyboard.press("u")
    expect(figure(page, "gap.at.top")).to_contain_text("6.4")


def test_a_dimension_line_is_typed_over_where_it_stands(page: Page, piece: Take) -> None:
    page.goto(piece() + "/depth")
    page.locator('[data-view="section"] [data-figure="gap.planned"]').click()
    editor = page.locator('[data-view="section"]').get_by_role("textbox", name="Gap a side")
    expect(editor).to_be_focused()
    page.keyboard.type("9.5")
    page.keyboard.press("Enter")
    saved(page)
    expect(page.locator('[data-view="section"] [data-figure="gap.planned"]')).to_contain_text("9.5")


def test_drag_and_nudge_gap_and_reveal(page: Page, piece: Take) -> None:
    page.goto(piece() + "/depth")
    grip = page.locator('[data-grip="bar"]')
    box = grip.bounding_box()
    assert box
    scale = box["height"] / 38  # px for 1 mm: the bar is 38 deep
    x, y = box["x"] + 60, box["y"] + 60
    page.mouse.move(x, y)
    page.mouse.down()
    for mm in (1, 2, 3, 4):
        page.mouse.move(x + mm * scale, y)
    expect(page.locator('[data-view="section"] [data-figure="gap.planned"]')).to_contain_text("10")
    page.mouse.up()
    saved(page)
    expect(page.locator('[data-view="section"] [data-figure="gap.planned"]')).to_contain_text("10")
    grip.focus()
    page.keyboard.press("ArrowLeft")
    expect(page.locator('[data-view="section"] [data-figure="gap.planned"]')).to_contain_text("9")
    page.keyboard.press("ArrowUp")
    expect(page.locator('[data-view="section"] [data-figure="depth.reveal"]')).to_contain_text("2")
    page.keyboard.press("Control+z")
    page.keyboard.press("Control+z")
    expect(page.locator('[data-view="section"] [data-figure="depth.reveal"]')).to_contain_text("3")


def test_pointing_lights_the_part_in_every_view(page: Page, piece: Take) -> None:
    page.goto(piece() + "/cut")
    page.locator('[data-cut="lift.across"]').hover()
    for view in ("section", "back"):
        expect(page.locator(f'[data-view="{view}"] [data-part="lift"][data-lit]').first).to_be_attached()
    page.locator('[data-cut="rail.horizontal"]').hover()
    expect(page.locator('[data-view="face"] [data-part="rail.top"][data-lit]')).to_be_attached()
    expect(page.locator('[data-view="face"] [data-part="lift"][data-lit]')).to_have_count(0)


def test_two_tabs_saving_over_each_other(page: Page, piece: Take) -> None:
    address = piece() + "/display"
    other = page.context.new_page()
    for tab in (page, other):
        # Neither hears of the other by itself.
        tab.route("**/version", lambda route: route.abort())
        tab.goto(address)
        saved(tab)
    field(other, "Gap a side").fill("8")
    other.keyboard.press("Enter")
    saved(other)
    field(page, "Gap a side").fill("10")
    page.keyboard.press("Enter")
    dialog = page.get_by_role("dialog", name="Somebody saved this piece meanwhile")
    expect(dialog.get_by_role("table")).to_contain_text("6 mm8 mm10 mm")
    dialog.get_by_role("radio", name="Mine").click()
    dialog.get_by_role("button", name="Save it so").click()
    saved(page)
    expect(field(page, "Gap a side")).to_have_value("10")
    field(other, "Gap a side").fill("12")
    other.keyboard.press("Enter")
    other.get_by_role("radio", name="Theirs").click()
    other.get_by_role("button", name="Save it so").click()
    expect(field(other, "Gap a side")).to_have_value("10")


def test_a_killed_server_loses_nothing(page: Page, piece: Take, server: Server) -> None:
    page.goto(piece() + "/display")
    expect(page.get_by_role("button", name="Undo")).to_be_visible()
    server.kill()
    try:
        field(page, "Gap a side").fill("7")
        page.keyboard.press("Enter")
        expect(page.locator("[data-saving=waiting]")).to_contain_text("Not saved yet")
    finally:
        server.start()
    saved(page)
    page.reload()
    expect(field(page, "Gap a side")).to_have_value("7")


def test_by_keyboard_alone(page: Page, piece: Take) -> None:
    page.goto(piece() + "/measure")
    expect(page.get_by_role("textbox", name="Middle")).to_be_visible()
    # As quick as a hand can: what is pressed while a stage is being opened is meant for that stage.
    page.keyboard.press("2")
    page.keyboard.press("s")
    expect(page.locator('[data-view="section"] [data-grip="bar"]')).to_be_attached()
    expect(page).to_have_url(re.compile("/display$"))
    page.keyboard.press("1")
    page.get_by_role("textbox", name="Top", exact=True).focus()
    page.keyboard.type("602")
    page.keyboard.press("Enter")
    expect(page.get_by_role("textbox", name="Middle")).to_be_focused()
    saved(page)
    page.keyboard.press("Control+z")
    expect(page.get_by_role("textbox", name="Top", exact=True)).to_have_value("600")
    page.keyboard.press("Escape")
    page.keyboard.press("?")
    expect(page.get_by_role("heading", name="Keys")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("heading", name="Keys")).to_be_hidden()


def test_a_bought_frame_whose_gaps_differ_is_evened(page: Page, piece: Take) -> None:
    page.goto(piece(frame=bought(624, 460)) + "/display")
    check = page.locator('[data-check="gap.uneven"]')
    expect(check).to_contain_text("The gaps differ: 12 mm left and right, 5 mm top and bottom.")
    check.get_by_role("button", name="Line both inner faces").click()
    check.get_by_role("button", name="Do it").click()
    expect(check).to_be_hidden()
    expect(figure(page, "gap.width")).to_contain_text("5")
    expect(page.locator('[data-view="face"] [data-part="liner"]')).to_have_count(2)


def test_every_state_can_be_got_back(page: Page, piece: Take) -> None:
    page.goto(piece() + "/display")
    field(page, "Gap a side").fill("8")
    page.keyboard.press("Enter")
    saved(page)
    expect(page.get_by_role("button", name="Undo")).to_be_enabled()
    page.get_by_role("button", name="Export").click()
    page.get_by_role("menuitem", name="History").click()
    page.get_by_role("dialog").get_by_role("button", name="Restore").click()
    expect(field(page, "Gap a side")).to_have_value("6")
