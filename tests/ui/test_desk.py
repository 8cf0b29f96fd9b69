"""The measuring desk and the canvases in the real interface: a crooked poster placed, a roll stretched, a box filled."""

from __future__ import annotations

import io
import re
from typing import Any

import numpy as np
import pytest
from PIL import Image
from playwright.sync_api import Page, expect

from tests.conftest import readings
from tests.core.things import canvas, flat, frame, made, rolled
from tests.exports.test_wrapping import png
from tests.ui.hands import Take, field, figure, nothing_amiss, press_stage, saved, stage, value

CROOKED = {
    "edges": {"right": {"top": readings(0), "middle": readings(3), "bottom": readings(0)}},
    "diagonals": {"rising": readings(1434), "falling": readings("1430.5")},
}


def outline(page: Page, view: str) -> list[tuple[float, float]]:
    points = page.locator(f'[data-view="{view}"] polygon[data-part="work"]').first.get_attribute("points") or ""
    return [(float(x), float(y)) for x, y in (p.split(",") for p in points.split())]


# -- the three walks ----------------------------------------------------------------------------------------------------


def test_an_out_of_true_poster_is_placed(page: Page) -> None:
    """From a new piece through its readings, one of them anywhere, to the best place and its steps."""
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("radio", name=re.compile("^Flat work A poster")).click()
    dialog.get_by_label("Name").fill("Hill stage, 1931")
    dialog.get_by_label("Width").fill("812.5")
    dialog.get_by_label("Height").fill("1180")
    dialog.get_by_role("button", name="Create").click()
    expect(page).to_have_title(re.compile("Hill stage"))
    expect(page.get_by_text("One reading a side can’t show whether it is true.")).to_be_visible()

    # a place on the drawing that was not read yet
    page.locator('[data-spot="/object/width/bottom/0"]').click()
    page.keyboard.type("806")
    page.keyboard.press("Enter")
    saved(page)
    expect(page.get_by_text("Narrower towards the bottom by")).to_be_visible()

    # a station of one's own, clicked on the ruler
    ruler = page.locator('[data-ruler="/object/width"]')
    box = ruler.bounding_box()
    assert box is not None
    ruler.click(position={"x": box["width"] / 2, "y": box["height"] * 0.3})
    page.keyboard.type("807.5")
    page.keyboard.press("Enter")
    saved(page)
    expect(field(page, "Width of the work", "30 % down")).to_have_value(re.compile("807.5"))

    # both diagonals on the drawing: now it tells which edge leans
    for key, text in (("rising", "1434"), ("falling", "1428.5")):
        page.locator(f'[data-spot="/object/diagonals/{key}/0"]').click()
        page.keyboard.type(text)
        page.keyboard.press("Enter")
        saved(page)
    expect(page.get_by_text("right edge leans in towards the bottom", exact=False)).to_be_visible()

    stage(page, "Display")
    field(page, "Frame", "Border intended").fill("25")
    page.keyboard.press("Enter")
    saved(page)
    assert value(page, "border.error") == value(page, "border.error.best")
    page.get_by_role("radio", name=re.compile("^Centred")).click()
    saved(page)
    expect(page.get_by_text("As it is placed a border is out by")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Place it the best way there is")).click()
    page.get_by_role("button", name="Do it").click()
    saved(page)
    expect(page.get_by_role("radio", name=re.compile("^Best there is"))).to_have_attribute("aria-checked", "true")

    stage(page, "Cut")
    expect(page.locator('[data-cut="board"]')).to_be_visible()
    expect(page.get_by_text("Check the borders at every station", exact=False)).to_be_visible()


def test_a_roll_is_stretched(page: Page, take: Take, tmp_path: Any) -> None:
    """Too deep a bar mended, the picture seen and made ready to print, the stretcher's diagonals typed."""
    address = take(rolled(684, 984, wrap_printed=23, spare=60), {"type": "stretcher", "bar": "pine-38x45"})
    page.goto(f"{address}/display")
    expect(page.get_by_text("The bar is too deep for the wrap there is, by", exact=False)).to_be_visible()
    page.get_by_role("button", name=re.compile("^Use Pine 18 × 40")).click()
    page.get_by_role("button", name="Do it").click()
    saved(page)
    expect(page.get_by_text("The bar is too deep", exact=False)).to_have_count(0)
    expect(figure(page, "finished.width")).to_contain_text("638")

    # a file that is none is refused where it was handed in; the piece is as it was
    chooser = page.locator("input[type=file]")
    chooser.set_input_files({"name": "list.jpg", "mimeType": "image/jpeg", "buffer": b"a shopping list"})
    expect(page.get_by_role("alert").filter(has_text="list.jpg is not a PNG, JPEG or TIFF picture")).to_be_visible()
    chooser.set_input_files({"name": "holiday.jpg", "mimeType": "image/jpeg", "buffer": png()})
    expect(page.get_by_role("alert").filter(has_text="is a PNG inside")).to_be_visible()

    picture = io.BytesIO()
    Image.fromarray(np.full((938, 638, 3), (40, 90, 140), np.uint8)).save(picture, "PNG")
    chooser.set_input_files({"name": "road.png", "mimeType": "image/png", "buffer": picture.getvalue()})
    expect(page.get_by_text("638 × 938 pixels, 25 dpi at this size", exact=False)).to_be_visible()
    saved(page)
    expect(page.locator('[data-view="wrap"] image')).to_be_attached()
    expect(page.locator('[data-view="face"] image')).to_be_attached()
    expect(page.get_by_text("only 25 pixels to the inch", exact=False)).to_be_visible()

    page.get_by_role("button", name="Make it ready to print").click()
    link = page.get_by_role("link", name="Save the print file")
    expect(link).to_be_visible()
    with page.expect_download() as download:
        link.click()
    out = Image.open(download.value.path())
    # 638 mm on 638 pixels: wrap 18 + 4, margin 12, both sides
    assert out.format == "PNG" and out.size == (638 + 2 * 34, 938 + 2 * 34)
    assert out.getpixel((20, 500)) == (40, 90, 140) and out.getpixel((2, 500)) == (255, 255, 255)

    stage(page, "Cut")
    expect(page.locator('[data-cut="bar.width"]')).to_contain_text("638")
    page.get_by_role("button", name="Diagonals as built").click()
    for label, text in (("Rising ↗", "1134"), ("Falling ↘", "1139")):
        field(page, "Diagonals as built", label).fill(text)
        page.keyboard.press("Enter")
        saved(page)
    expect(page.get_by_text("Out of square: the diagonals differ by", exact=False)).to_be_visible()
    numbers = page.locator('[data-view="back"] text')
    assert numbers.count() > 20


def test_a_ready_made_is_filled(page: Page, take: Take) -> None:
    """The keepsake maker's box: chosen from the list, too shallow for the next canvas, taped alone cautioned."""
    address = take(canvas(200, 200, 18, bar_width=36), {"type": "lipped", "frame": made()}, name="Feed station")
    page.goto(f"{address}/display")
    page.get_by_role("radio", name=re.compile("^Deep ready-made")).click()
    saved(page)
    page.get_by_role("radio", name=re.compile("^Box frame 250 × 250")).click()
    saved(page)
    expect(figure(page, "packing.width")).to_contain_text("1")
    stage(page, "Depth")
    expect(figure(page, "pack.card")).to_contain_text("2")
    expect(page.get_by_text("is left behind the board: Foam board 10", exact=False)).to_be_visible()
    page.get_by_role("radio", name=re.compile("^Tape alone")).click()
    saved(page)
    expect(page.get_by_text("Tape alone lets go in time", exact=False)).to_be_visible()
    page.get_by_role("button", name=re.compile("^Screw it through the board as well")).click()
    page.get_by_role("button", name="Do it").click()
    saved(page)
    expect(page.get_by_text("Tape alone lets go in time", exact=False)).to_have_count(0)
    stage(page, "Measure")
    field(page, "Depth", "Bar depth").fill("45")
    page.keyboard.press("Enter")
    saved(page)
    stage(page, "Depth")
    expect(page.get_by_text("It won’t go in: the pack is", exact=False)).to_be_visible()
    page.get_by_role("button", name=re.compile("^Show it in a frame with a lip")).click()
    page.get_by_role("button", name="Do it").click()
    saved(page)
    expect(page.get_by_label("Stages").get_by_role("button", name="Depth")).to_have_count(0)
    page.keyboard.press("Control+z")
    saved(page)
    expect(page.get_by_label("Stages").get_by_role("button", name="Depth")).to_be_visible()


# -- the desk -------------------------------------------------------------------------------------------------------------


def test_the_drawing_follows_while_a_reading_is_typed(page: Page, take: Take) -> None:
    address = take(flat((600, 600, 600), (900, 900, 900)), {"type": "on_board", "frame": made(), "border": 40})
    page.goto(f"{address}/measure")
    expect(page.locator('[data-view="tenfold"]')).to_be_visible()
    before = outline(page, "measured")
    middle = field(page, "Width of the work", "Middle")
    middle.fill("590")
    expect(page.get_by_text("Narrower at the waist by", exact=False)).to_be_visible()
    assert outline(page, "measured") != before
    middle.press("Escape")
    expect(page.get_by_text("True as far as the tape can tell", exact=False)).to_be_visible()


def test_a_second_and_third_reading_of_a_station(page: Page, take: Take) -> None:
    address = take(flat((600, 600, 600), (900, 900, 900)), {"type": "on_board", "frame": made(), "border": 40})
    page.goto(f"{address}/measure")
    page.get_by_role("button", name="Read Top again").click()
    page.get_by_role("textbox", name="Top, again").fill("603")
    page.keyboard.press("Enter")
    saved(page)
    expect(page.get_by_text("Read it a third time", exact=False)).to_be_visible()
    page.get_by_role("button", name="Read Top, again again").click()
    page.get_by_role("textbox", name="Top, again, again").fill("600.5")
    page.keyboard.press("Enter")
    saved(page)
    expect(page.get_by_text("Read it a third time", exact=False)).to_have_count(0)
    expect(figure(page, "work.width.largest")).to_contain_text("600.5")


def test_a_bad_reading_on_the_ruler_is_said_there_and_kept(page: Page, take: Take) -> None:
    address = take(flat((600, 600, 600), (900, 900, 900)), {"type": "on_board", "frame": made(), "border": 40})
    page.goto(f"{address}/measure")
    ruler = page.locator('[data-ruler="/object/height"]')
    ruler.focus()
    page.keyboard.press("Enter")
    editor = page.get_by_role("textbox", name=re.compile("^Height, 25 % across"))
    editor.fill("9 metres")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("Accepted")
    expect(editor).to_have_value("9 metres")
    editor.fill("899")
    page.keyboard.press("Enter")
    saved(page)
    expect(field(page, "Height of the work", "25 % across")).to_have_value(re.compile("899"))


def test_a_straightedge_and_a_corner_are_read_where_they_lie(page: Page, take: Take) -> None:
    address = take(flat((600, 600, 600), (900, 900, 900)), {"type": "on_board", "frame": made(), "border": 40})
    page.goto(f"{address}/measure")
    for pointer, text, figure_ in (
        ("/object/edges/right/middle/0", "4", "work.edge.right.middle"),
        ("/object/edges/right/top/0", "0", "work.edge.right.top"),
        ("/object/edges/right/bottom/0", "0", "work.edge.right.bottom"),
        ("/object/depth/top_left/0", "0.6", "work.depth.top_left"),
    ):
        page.locator(f'[data-spot="{pointer}"]').click()
        page.keyboard.type(text)
        page.keyboard.press("Enter")
        saved(page)
        expect(page.locator(f'[data-figure="{figure_}"]')).to_contain_text(text)
    expect(page.get_by_text("Right edge hollow by", exact=False)).to_be_visible()


def test_a_weight_is_estimated_typed_and_refused(page: Page, take: Take) -> None:
    address = take(flat((1000,), (1000,), material="linen_backed"), {"type": "on_board", "frame": made(), "border": 40})
    page.goto(f"{address}/measure")
    weight = field(page, "Weight", "Weight")
    expect(weight).to_have_attribute("placeholder", "about 450 g")
    weight.fill("heavy")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("is not a weight")
    expect(weight).to_have_value("heavy")
    weight.fill("1 lb 2 oz")
    page.keyboard.press("Enter")
    saved(page)
    expect(weight).to_have_value("510 g")


def test_which_reading_counts_is_changed_and_seen(page: Page, take: Take) -> None:
    address = take(flat((600, 604, 602), (900, 900, 900)), {"type": "on_board", "frame": made(), "border": 40})
    page.goto(f"{address}/measure")
    page.get_by_role("radiogroup", name="How it looks").get_by_role("radio", name="Largest").click()
    saved(page)
    expect(page.get_by_text("How it looks: the largest reading is used on this piece", exact=False)).to_be_visible()
    stage(page, "Display")
    expect(page.locator('[data-figure="frame.sight.width"]').first).to_contain_text("684")


def test_it_is_dragged_and_nudged_with_the_worst_error_seen(page: Page, take: Take) -> None:
    address = take(flat((812.5, 808.5, 810), (1180, 1179, 1183), **CROOKED), {"type": "on_board", "frame": made(), "border": 40})
    page.goto(f"{address}/display")
    best = value(page, "border.error.best")
    grip = page.locator('[data-grip="work"]')
    grip.focus()
    page.keyboard.press("ArrowRight")
    saved(page)
    expect(page.get_by_role("radio", name=re.compile("^By hand"))).to_have_attribute("aria-checked", "true")
    assert value(page, "border.error.best") == best
    box = grip.bounding_box()
    assert box is not None
    start = outline(page, "face")
    page.mouse.move(box["x"] + 60, box["y"] + 60)
    page.mouse.down()
    page.mouse.move(box["x"] + 64, box["y"] + 60)
    page.mouse.move(box["x"] + 66, box["y"] + 60)
    page.wait_for_function(
        "old => document.querySelector('[data-view=face] polygon[data-part=work]').getAttribute('points') !== old",
        arg=" ".join(f"{x:g},{y:g}" for x, y in start),
    )
    page.mouse.up()
    saved(page)
    turn = page.locator('[data-grip="turn"]')
    turn.focus()
    before = field(page, "Where it lies", "Right edge lower by").input_value()
    page.keyboard.press("ArrowDown")
    saved(page)
    expect(field(page, "Where it lies", "Right edge lower by")).not_to_have_value(before)


def test_i_get_works_on_a_border(page: Page, take: Take) -> None:
    address = take(flat((500,), (700,)), {"type": "on_board", "frame": frame((610,), (810,))})
    page.goto(f"{address}/display")
    page.get_by_role("region", name="Figures", exact=True).get_by_text(re.compile("more$")).click()
    figure(page, "border.even.width").click()
    panel = page.get_by_role("region", name=re.compile("^The sum of Border when centred"))
    panel.get_by_label("I get…").fill("98")
    panel.get_by_role("button", name="Compare").click()
    expect(panel).to_contain_text(re.compile("Forgot to halve"))


def test_trimming_is_offered_only_after_consent(page: Page, take: Take) -> None:
    address = take(flat((812.5, 808.5, 810), (1180, 1179, 1183), **CROOKED), {"type": "on_board", "frame": made(), "border": 25})
    page.goto(f"{address}/display")
    saved(page)
    expect(page.get_by_role("radio", name=re.compile("^Trimmed true"))).to_have_count(0)
    field(page, "Trimming", "Who agreed").fill("Odda Marrable")
    page.keyboard.press("Enter")
    saved(page)
    expect(page.get_by_role("radio", name=re.compile("^Trimmed true"))).to_have_count(0)
    on = page.get_by_role("region", name="Trimming").get_by_label("On", exact=True)
    on.fill("2026-11-20")
    on.press("Enter")
    saved(page)
    expect(page.get_by_role("radio", name=re.compile("^Trimmed true"))).to_be_visible()


# -- every new view -------------------------------------------------------------------------------------------------------

BOX = frame((202, 203, 202), (202, 202, 202), lip=5, rabbet_depth=44, face=29, moulding_depth=50, glazing_thickness=2, board=3)
SHOWN = {
    "lipped": (canvas((600, 599, 600), 450, 30), {"type": "lipped", "frame": made()}, ("measure", "display", "cut")),
    "box": (canvas(200, 200, 18), {"type": "deep_ready_made", "frame": BOX}, ("display", "depth", "cut")),
    "board": (
        flat((812.5, 808.5, 810), (1180, 1179, 1183), **CROOKED),
        {"type": "on_board", "frame": made(), "border": 40},
        ("measure", "display", "cut"),
    ),
    "rolled": (
        rolled(684, 984, wrap_printed=42, spare=48),
        {"type": "stretcher", "bar": "pine-38x45"},
        ("measure", "display", "cut"),
    ),
}
VIEWS = [(kind, stage_) for kind, (_, _, stages) in SHOWN.items() for stage_ in stages]


@pytest.mark.parametrize(("kind", "stage_"), VIEWS)
def test_it_fits_and_axe_finds_nothing_amiss(page: Page, take: Take, kind: str, stage_: str) -> None:
    thing, display, _ = SHOWN[kind]
    address = take(thing, display)
    page.goto(f"{address}/{stage_}")
    for width in (1024, 1280):
        page.set_viewport_size({"width": width, "height": 800})
        page.locator("[data-figure]").first.wait_for()
        overflow = page.evaluate(
            "[document.documentElement.scrollWidth - innerWidth, document.documentElement.scrollHeight - innerHeight]"
        )
        assert max(overflow) <= 0
        keys_button = page.get_by_role("button", name="Keys", exact=True).bounding_box()
        assert keys_button is not None and keys_button["x"] + keys_button["width"] <= width, "nothing is cut off at the right"
    nothing_amiss(page)


def test_a_large_drawing_is_chosen_and_lettered_keys_work(page: Page, take: Take) -> None:
    thing, display, _ = SHOWN["rolled"]
    page.goto(f"{take(thing, display)}/display")
    large = page.locator("figure").first
    expect(large).to_contain_text("Canvas laid flat")
    page.get_by_role("button", name="Corner fold: draw it large").click()
    expect(large.locator('[data-figure="corner.keep"]')).to_contain_text("10")
    page.locator("body").press("m")
    expect(large).to_contain_text("As measured")
    page.locator("body").press("s")
    expect(large).to_contain_text("Section")


def test_a_frame_there_already_is_read_blocked_and_read_again(page: Page, take: Take) -> None:
    address = take(flat((500, 500, 500), (700, 700, 700)), {"type": "on_board", "frame": frame((602, 608, 602), (802, 802, 802))})
    page.goto(f"{address}/display")
    check = page.locator('[data-check="frame.bow.width"]')
    expect(check).to_contain_text("The stiles bow outward by 3 mm each.")
    check.get_by_role("button", name=re.compile("^Block both stiles")).click()
    check.get_by_role("button", name="Do it").click()
    saved(page)
    again = page.locator('[data-check="frame.reread.width"]')
    expect(again).to_contain_text("read the width of the rabbet in the middle again")
    field(page, "Rabbet width, from behind", "Middle").fill("602.5")
    page.keyboard.press("Enter")
    saved(page)
    expect(again).to_have_count(0)
    expect(check).to_have_count(0)


def test_a_ready_made_frame_is_chosen_for_flat_work(page: Page, take: Take) -> None:
    address = take(flat((350, 350, 350), (450, 450, 450)), {"type": "on_board", "frame": made(), "border": 40})
    page.goto(f"{address}/display")
    chooser = page.get_by_role("radiogroup", name="Ready-made frames, most even first")
    expect(chooser.get_by_role("radio").first).to_contain_text("Frame 400 × 500")
    chooser.get_by_role("radio").first.click()
    saved(page)
    expect(figure(page, "border.even.width")).to_contain_text("20")
    expect(chooser.get_by_role("radio").first).to_have_attribute("aria-checked", "true")
    page.get_by_role("radiogroup", name="Which way the frame stands").get_by_role("radio", name="A quarter turn").click()
    saved(page)
    expect(page.locator('[data-check="border.uneven"], [data-check="border.covered"]').first).to_be_visible()


def test_what_is_typed_while_another_stage_opens_is_kept(page: Page, take: Take) -> None:
    """Display is asked for and slow to come; meanwhile somebody types in the field before them, which then goes away without being left."""
    address = take(flat((500,) * 3, (700,) * 3), {"type": "on_board", "frame": made()})
    page.goto(f"{address}/measure")
    weight = field(page, "Weight", "Weight")
    expect(weight).to_be_visible()
    held: list[Any] = []
    slow = [True]
    page.route(re.compile(r"/api/pieces/[^/?]+\?"), lambda route: held.append(route) if slow else route.continue_())
    press_stage(page, "Hang")
    weight.fill("1.25 kg")
    assert held, "the stage is still being opened"
    slow.clear()
    for route in held:
        route.continue_()
    expect(page.get_by_role("heading", name="Hung by")).to_be_visible()
    saved(page)
    stage(page, "Measure")
    expect(field(page, "Weight", "Weight")).to_have_value(re.compile("1.25 kg"))
