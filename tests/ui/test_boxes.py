"""Boxes and mats in the real interface: a badge into a bought box, a jersey in two mats, a puzzle, a pastel on spacers."""

from __future__ import annotations

import io
import re
from pathlib import Path
from typing import Any
from urllib.parse import urlparse

import httpx
import pdfplumber
import pytest
from playwright.sync_api import Locator, Page, expect

from tests.core.things import badge, frame, item, things
from tests.core.things import box as shown
from tests.exports.test_outlines import photograph
from tests.exports.test_templates import PT
from tests.ui.hands import Take, field, figure, nothing_amiss, saved, stage, value


def new_piece(page: Page, start: str, name: str, sizes: dict[str, str]) -> None:
    page.goto("/")
    page.get_by_role("button", name="New piece").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("radio", name=re.compile(f"^{start}")).click()
    dialog.get_by_label("Name").fill(name)
    for label, text in sizes.items():
        dialog.get_by_label(label, exact=True).fill(text)
    dialog.get_by_role("button", name="Create").click()
    expect(page).to_have_title(re.compile(name))


def thing(page: Page, key: str) -> Locator:
    return page.locator(f'[data-thing="{key}"]')


def at(page: Page, key: str) -> tuple[float, float]:
    box = page.locator(f'[data-item="{key}"]').bounding_box()
    assert box
    return box["x"] + box["width"] / 2, box["y"] + box["height"] / 2


def drag(page: Page, key: str, dx: float, dy: float) -> None:
    x, y = at(page, key)
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + dx / 2, y + dy / 2, steps=4)
    page.mouse.move(x + dx, y + dy, steps=4)
    page.mouse.up()
    saved(page)


def way_out(page: Page, begins: str) -> None:
    page.get_by_role("button", name=re.compile(f"^{begins}")).click()
    page.get_by_role("button", name="Do it").click()
    saved(page)


def type_in(page: Page, where: Locator, text: str) -> None:
    where.fill(text)
    page.keyboard.press("Enter")
    saved(page)


def reads(page: Page, name: str, text: str) -> None:
    """A figure reads so, now or in a moment."""
    expect(figure(page, name).locator(".fig")).to_have_text(re.compile(rf"^{re.escape(text)}( mm| ×)?$"))


def number(page: Page, name: str) -> float:
    return float(value(page, name).removesuffix(" mm"))


# -- the four walks ------------------------------------------------------------------------------------------------------


def test_a_badge_whose_pin_is_off_its_centre_goes_into_a_bought_box(page: Page, tmp_path: Path) -> None:
    """Too deep as it is; the planner’s own way cuts the inner board down; the hole lies above the middle on the template."""
    new_piece(
        page,
        "A badge and a bought box",
        "Jubilee badge",
        {
            "Width": "32",
            "Height": "32",
            "Height in front": "3",
            "Sticks out behind": "6",
            "Pin above its middle": "6.5",
            "Frame’s rabbet width": "202",
            "Frame’s rabbet height": "202",
            "Rabbet depth": "19",
            "Lip": "6",
            "Face of its rail": "18",
        },
    )
    expect(page.get_by_text("This won’t go in, by").first).to_be_visible()
    stage(page, "Depth")
    way_out(page, "Cut its inner board down")
    expect(page.get_by_role("status").filter(has_text="It goes in:")).to_contain_text("of room behind the board")
    for name, text in (("room.behind", "8"), ("room.behind.need", "7"), ("pack.spacer", "6")):
        reads(page, name, text)
    # another strip, typed on the section itself
    page.locator('[data-figure="pack.spacer"]').click()
    page.keyboard.type("7")
    page.keyboard.press("Enter")
    saved(page)
    reads(page, "room.behind", "7")

    stage(page, "Measure")
    pin = field(page, "Where it is fixed", "Below its middle")
    expect(pin).to_have_value("-6.5")
    type_in(page, pin, "-7")
    stage(page, "Arrange")
    # inner board 202 − 2 × 3 − 2 high: its middle at 97, the hole 7 above
    reads(page, "item.badge1.anchor.0.top", f"{(202 - 6 - 2) / 2 - 7:g}")
    page.get_by_role("button", name="Export").click()
    page.get_by_role("menuitem", name="Drawings and templates…").click()
    page.get_by_role("radio", name="Letter").click()
    with page.expect_download() as download:
        page.get_by_role("link", name=re.compile("^Mount board, FRONT: 1:1, ")).click()
    path = tmp_path / "template.pdf"
    download.value.save_as(path)
    sheet = pdfplumber.open(io.BytesIO(path.read_bytes())).pages[0]
    assert any(abs((line["x1"] - line["x0"]) / PT - 100) < 0.1 for line in sheet.lines)
    assert float(sheet.width) == 8.5 * 72


def test_a_jersey_with_two_photographs_and_a_plate_in_two_mats(page: Page, api: httpx.Client) -> None:
    new_piece(page, "A jersey or shirt", "Club jersey", {"Armpit to armpit": "500", "Shoulder to hem": "680"})
    for kind, name, width, height in (
        ("photograph", "The start", "150", "200"),
        ("photograph", "The finish", "150", "200"),
        ("name_plate", "Plate", "160", "35"),
    ):
        page.get_by_role("button", name="Add a thing").click()
        dialog = page.get_by_role("dialog")
        dialog.get_by_label("What it is").select_option(kind)
        dialog.get_by_label("Name", exact=True).fill(name)
        dialog.get_by_label("Width").fill(width)
        dialog.get_by_label("Height", exact=True).fill(height)
        dialog.get_by_role("button", name="Add it").click()
        expect(dialog).to_have_count(0)
        saved(page)
    stage(page, "Arrange")
    # the number is kept whole and centred
    group = "Folded: Garment"
    for label, text in (
        ("Opening width", "360"),
        ("Opening height", "440"),
        ("Crest below shoulder", "300"),
        ("Crest width", "190"),
        ("Crest height", "230"),
    ):
        type_in(page, field(page, group, label), text)
    reads(page, "item.garment1.folded.width", "320")
    reads(page, "item.garment1.fold.top", "100")
    # photographs at both sides, the plate below, the same gap everywhere
    gaps = page.locator('[data-figure^="gap."], [data-figure="layout.gap"]')
    expect(gaps.filter(has_text="=")).to_have_count(2)
    page.locator('[data-figure="layout.gap"]').click()
    page.keyboard.type("55")
    page.keyboard.press("Enter")
    saved(page)
    expect(gaps.filter(has_text="55")).to_have_count(3)
    # windows: the jersey floats in one, the photographs have theirs
    page.get_by_role("radio", name="Window round it").click()
    saved(page)
    type_in(page, field(page, "Garment", "Round it"), "12")
    thing(page, "photograph1").click()
    expect(field(page, "The start", "Covers")).to_have_value("3")
    expect(page.get_by_label("Top mat, BACK, mirrored: cut from this side: draw it large")).to_be_visible()

    stage(page, "Cut")
    expect(page.locator('[data-cut="mat_top.photograph1"]')).to_contain_text("on the back")
    expect(page.get_by_text("draw it on the back, then read it again")).to_have_count(2)
    across = field(page, "Top mat, read again on its BACK", "Far edge of The start from the left")
    type_in(page, across, "333")
    expect(page.get_by_text("The drawing on the top mat is not the plan", exact=False)).to_be_visible()
    way_out(page, "Draw it again")
    # read off the drawing of the back: the board less where the leftmost window begins in front
    stage(page, "Arrange")
    plan = api.get("/api" + urlparse(page.url).path.removesuffix("/arrange")).json()["plan"]
    planned = {axis: plan["figures"][f"mat_top.check.{axis}"]["mm"] for axis in ("across", "down")}
    stage(page, "Cut")
    for label, axis in (("Far edge of The start from the left", "across"), ("Lower edge of Garment from the top", "down")):
        type_in(page, field(page, "Top mat, read again on its BACK", label), f"{float(planned[axis]):.1f}")
    expect(page.get_by_text("Top mat: draw it on the back", exact=False)).to_have_count(0)


def test_a_puzzle_under_the_lip(page: Page) -> None:
    new_piece(page, "A jigsaw puzzle", "Route map", {"Width": "490", "Height": "341"})
    stage(page, "Depth")
    reads(page, "pack.spacer", "5")
    page.locator('[data-figure="pack.spacer"]').click()
    page.keyboard.type("0")
    page.keyboard.press("Enter")
    saved(page)
    expect(page.get_by_text("touches the glazing", exact=False)).to_be_visible()
    way_out(page, "Leave the glazing out")
    expect(page.get_by_text("touches the glazing", exact=False)).to_have_count(0)
    stage(page, "Cut")
    expect(page.get_by_text("Turned as a sandwich", exact=False)).to_be_visible()
    expect(page.locator('[data-cut="glazing"]')).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    saved(page)
    expect(page.locator('[data-cut="glazing"]')).to_be_visible()


def test_a_pastel_on_spacers(page: Page) -> None:
    new_piece(page, "A pastel or charcoal", "Sprint, bell", {"Width": "420", "Height": "300"})
    stage(page, "Display")
    page.get_by_role("radio", name="Acrylic").click()
    saved(page)
    expect(page.get_by_text("Acrylic would draw the pigment off", exact=False)).to_be_visible()
    way_out(page, "Use coated glass")
    expect(page.get_by_text("stuck to the rabbet’s wall", exact=False)).to_be_visible()
    stage(page, "Depth")
    # dragged down on the section, the spacer grows; the room left over shrinks with it
    before, slack = number(page, "pack.spacer"), number(page, "depth.slack")
    grip = page.locator('[data-grip="spacer"]')
    grip.focus()
    page.keyboard.press("ArrowDown")
    saved(page)
    reads(page, "pack.spacer", f"{before + 1:g}")
    reads(page, "depth.slack", f"{slack - 1:g}")
    stage(page, "Cut")
    expect(page.locator('[data-cut="spacer.vertical"]')).to_contain_text("rabbet’s wall")
    expect(page.get_by_text("throws no pigment on the glass", exact=False)).to_be_visible()


# -- the drawing that reckons --------------------------------------------------------------------------------------------

THREE = things(*(badge(k, place={"x": x}) for k, x in (("a", -60), ("b", 0), ("c", 80))))


def test_things_are_dragged_to_equal_gaps_nudged_and_aligned(page: Page, take: Take) -> None:
    page.goto(take(THREE, shown(border=40)) + "/arrange")
    page.locator('[data-item="c"]').wait_for()
    scale = (at(page, "b")[0] - at(page, "a")[0]) / 60
    drag(page, "c", -19.2 * scale, 1.4 * scale)
    expect(page.locator('[data-figure^="gap."]').filter(has_text="28")).to_have_count(2)
    expect(page.locator('[data-figure^="gap."]').filter(has_text="=")).to_have_count(2)
    # nudged a millimetre down with the arrow key, ten with Shift
    page.locator('[data-item="c"]').focus()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Shift+ArrowDown")
    saved(page)
    expect(figure(page, "item.c.y")).to_contain_text("11")
    # all in hand, middles in line
    page.keyboard.press("Control+a")
    expect(page.get_by_text("3 selected")).to_be_visible()
    page.get_by_role("toolbar", name="Arranging").get_by_role("button", name="Line up").click()
    page.get_by_role("menuitem", name="Centres in one line, side by side").click()
    saved(page)
    expect(figure(page, "item.c.y")).to_contain_text("5.5")
    page.keyboard.press("Escape")
    # Alt: no lines are sought
    page.keyboard.down("Alt")
    drag(page, "b", 3 * scale, 0)
    page.keyboard.up("Alt")
    expect(page.locator('[data-figure^="gap."]').filter(has_text="31")).to_have_count(1)


def test_two_on_one_another_are_pushed_apart(page: Page, take: Take) -> None:
    page.goto(take(things(badge("a", place={"x": -8}), badge("b", place={"x": 8})), shown()) + "/arrange")
    expect(page.get_by_text("“a” and “b” lie on one another.")).to_be_visible()
    way_out(page, "Push them apart sideways")
    expect(page.get_by_text("lie on one another")).to_have_count(0)
    expect(page.locator('[data-figure="gap.width.a.b"]')).to_contain_text("20")


def test_a_bought_box_too_small_is_turned_or_another_taken(page: Page, take: Take) -> None:
    page.goto(
        take(things(item("a", "keepsake", 90, 220)), shown(frame=frame((252,), (120,), rabbet_depth=44, moulding_depth=50)))
        + "/arrange"
    )
    expect(page.get_by_text("goes under the lip", exact=False)).to_be_visible()
    page.get_by_role("button", name=re.compile("turned")).or_(
        page.get_by_role("button", name=re.compile("quarter turn: they"))
    ).first.click()
    page.get_by_role("button", name="Do it").click()
    saved(page)
    expect(page.get_by_text("goes under the lip", exact=False)).to_have_count(0)


def test_an_outline_is_taken_from_a_photograph_and_corrected(page: Page, take: Take, tmp_path: Path) -> None:
    page.goto(take(things(badge("a", shape="rectangle")), shown()) + "/measure")
    page.get_by_role("button", name="Photograph…").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Photograph of the thing").set_input_files(photograph(tmp_path / "shield.jpg"))
    picture = dialog.locator("[data-photo] img")
    picture.wait_for()
    page.wait_for_function("document.querySelector('[data-photo] img').naturalWidth > 0")
    box = dialog.locator("[data-photo]").bounding_box()
    assert box
    for x in (250, 950):
        page.mouse.click(box["x"] + box["width"] * x / 1200, box["y"] + box["height"] * 803 / 900)
    find = dialog.get_by_role("button", name="Find the outline")
    expect(find).to_be_disabled()
    dialog.get_by_label("Distance of the two points").fill("nine")
    find.click()
    expect(dialog.get_by_role("alert")).to_contain_text("not part of a length")
    dialog.get_by_label("Distance of the two points").fill("10 cm")
    find.click()
    expect(dialog.get_by_text(re.compile(r"^5[34](\.\d)? × (69|70)"))).to_be_visible()
    points = dialog.locator("[data-photo] circle")
    count = points.count()
    points.first.click(modifiers=["Alt"], force=True)
    expect(points).to_have_count(count - 1)
    # its colour, too
    dialog.get_by_role("radio", name="Its colour").click()
    page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] * 0.45)
    dialog.get_by_role("button", name="Use this colour").click()
    dialog.get_by_role("button", name="Use this outline").click()
    expect(dialog).to_have_count(0)
    saved(page)
    expect(page.get_by_role("radio", name="Outline")).to_have_attribute("aria-checked", "true")
    expect(page.get_by_text("Nearest mat board:", exact=False)).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("link", name="Save the outline as DXF").click()
    file = tmp_path / "shield.dxf"
    download.value.save_as(file)
    page.get_by_role("button", name="Take the outline away").click()
    # What goes out and comes in is waited for by what only then is there: the next file is handed in to the field as it stands afterwards.
    kept = page.get_by_role("link", name="Save the outline as DXF")
    expect(kept).to_be_hidden()
    saved(page)
    page.get_by_label("Outline file").set_input_files(file)
    expect(kept).to_be_visible()
    saved(page)
    expect(page.get_by_role("radio", name="Outline")).to_have_attribute("aria-checked", "true")
    bad = tmp_path / "bad.svg"
    bad.write_text("<svg/>")
    page.get_by_label("Outline file").set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text("no closed outline")


def test_a_new_thing_that_is_wrong_keeps_what_was_typed(page: Page, take: Take) -> None:
    page.goto(take(THREE, shown()) + "/measure")
    page.get_by_role("button", name="Add a thing").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Width").fill("25400")
    dialog.get_by_label("Height", exact=True).fill("two")
    dialog.get_by_role("button", name="Add it").click()
    expect(dialog.get_by_role("alert")).to_have_count(2)
    expect(dialog.get_by_label("Width")).to_have_value("25400")
    dialog.get_by_label("Width").fill("25.4")
    dialog.get_by_label("Height", exact=True).fill("2 in")
    dialog.get_by_role("button", name="Add it").click()
    expect(dialog).to_have_count(0)
    expect(page.locator("[data-thing]")).to_have_count(4)
    thing(page, "badge1").click()
    saved(page)
    page.get_by_role("button", name="Remove what is selected").click()
    saved(page)
    expect(page.locator("[data-thing]")).to_have_count(3)


def test_the_cut_is_taken_elsewhere_and_the_eye_moved(page: Page, take: Take) -> None:
    page.goto(take(THREE, shown(moulding="walnut-box-28x90", border=12, spacer=45)) + "/depth")
    type_in(page, field(page, "Eye and lamp", "Eye to the side"), "900")
    expect(page.get_by_text("From this eye the lip hides", exact=False)).to_be_visible()
    page.get_by_label("From the eye, under the lamp: draw it large").click()
    grip = page.locator('[data-grip="section.grip"]')
    grip.focus()
    page.keyboard.press("Shift+ArrowRight")
    saved(page)
    expect(page.get_by_role("radio", name="Top to bottom")).to_have_attribute("aria-checked", "true")


@pytest.mark.parametrize(
    ("name", "key"),
    [
        ("The centenary jersey", "arrange"),
        ("The timekeeper’s stopwatch", "depth"),
        ("Five ride badges", "measure"),
        ("The centenary jersey", "cut"),
        ("Bunch sprint", "display"),
    ],
)
def test_it_fits_and_axe_finds_nothing_amiss(page: Page, name: str, key: str) -> None:
    page.goto("/")
    page.locator(f'[data-piece="{name}"]').get_by_role("link").first.click()
    page.locator("[data-figure]").first.wait_for()
    stage(page, {"arrange": "Arrange", "depth": "Depth", "measure": "Measure", "cut": "Cut", "display": "Display"}[key])
    for width in (1280, 1024):
        page.set_viewport_size({"width": width, "height": 800})
        page.locator("[data-figure]").first.wait_for()
        overflow: Any = page.evaluate(
            "[document.documentElement.scrollWidth - innerWidth, document.documentElement.scrollHeight - innerHeight]"
        )
        assert max(overflow) <= 0
    nothing_amiss(page)
