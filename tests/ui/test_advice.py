"""Advice followed on the real screen: what is offered first for a thing that needs care, taken over, and read to its last step."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.core.things import flat
from tests.ui.hands import Take, field, figure, nothing_amiss, saved, stage
from tests.ui.test_boxes import new_piece, reads, type_in
from tests.ui.test_job import order as told

BOARD = {"type": "on_board", "frame": {"make": "new", "moulding": "pine-lip-40x36"}}


def order(page: Page) -> list[str]:
    """The titles of the order of work, once it is there."""
    expect(page.get_by_label("Order of work").locator("li").first).to_be_visible()
    return told(page)


def offered(page: Page) -> list[str | None]:
    """The ways that are compared, the best first."""
    page.get_by_role("link", name="Other ways of showing it").click()
    expect(page.locator("th[data-way]").first).to_be_visible()
    return [th.get_attribute("data-way") for th in page.locator("th[data-way]").all()]


def taken_over(page: Page, label: str) -> None:
    page.get_by_role("button", name=f"Use this display: {label}").click()
    expect(page).to_have_url(re.compile("/display$"))
    saved(page)


def test_a_silk_scarf_lies_off_the_glass_sewn_along_its_hem(page: Page, take: Take) -> None:
    page.goto(take(flat((600,), (600,), material="cloth", traits=["silk"]), {"type": "hanger_bars"}, "Silk scarf"))
    stage(page, "Display")
    # Silk drags out of a grip: what is offered first has air before it and nothing pinching it.
    assert offered(page)[0] == "spaced"
    taken_over(page, "Held off the glazing")
    stage(page, "Hold")
    expect(page.get_by_role("radio", name=re.compile("^Stitches along its edge"))).to_be_visible()
    expect(page.get_by_role("radio", name=re.compile("^Magnets"))).to_have_count(0)
    stage(page, "Cut")
    expect(page.locator('[data-cut="cover.cloth"], [data-cut="cloth"]').first).to_be_visible()
    expect(page.get_by_text("Loops round threads of its hem", exact=False)).to_be_visible()
    assert "Cover the mount board" in order(page)
    nothing_amiss(page)


def test_a_jigsaw_that_must_come_apart_has_no_adhesive(page: Page) -> None:
    new_piece(page, "A jigsaw puzzle", "Fell map", {"Width": "500", "Height": "350"})
    stage(page, "Display")
    page.get_by_label("Must it come apart again?").select_option("yes")
    saved(page)
    stage(page, "Hold")
    expect(page.get_by_text("points or tabs", exact=True)).to_be_visible()
    stage(page, "Cut")
    expect(page.locator('[data-part^="hold.tape"], [data-part^="hold.glue"]')).to_have_count(0)
    assert "Wide tape across the back" not in order(page)
    expect(page.get_by_text(re.compile("It can be undone"))).to_be_visible()


def test_a_signed_shirt_with_its_sleeves_spread(page: Page) -> None:
    new_piece(page, "A shirt with its sleeves spread", "Signed shirt", {"Cuff to cuff, laid flat": "1300", "Collar to hem": "740"})
    stage(page, "Display")
    page.get_by_label("Signed").select_option("front")
    saved(page)
    stage(page, "Cut")
    steps = order(page)
    assert "Spread Garment" in steps and not any(s.startswith("Fold") for s in steps)
    expect(page.get_by_text("No steam, no iron: it is signed", exact=False)).to_be_visible()
    expect(page.locator('[data-cut="glazing"]')).to_contain_text("filtering UV")
    nothing_amiss(page)


def test_a_print_floated_off_its_board(page: Page) -> None:
    new_piece(page, "Flat work A poster", "Deckle print", {"Width": "300", "Height": "400"})
    stage(page, "Display")
    page.get_by_role("radio", name=re.compile("^Shown, raised off the board")).click()
    saved(page)
    stage(page, "Cut")
    expect(page.locator('[data-cut="lift"]')).to_be_visible()
    expect(page.locator('[data-cut="mat"]')).to_have_count(0)
    expect(page.locator('[data-cut^="spacer"]').first).to_be_visible()


def test_three_canvases_as_one_picture(page: Page) -> None:
    new_piece(page, "A stretched canvas", "Triptych", {"Width": "400", "Height": "600", "Bar depth": "38"})
    stage(page, "Hang")
    page.get_by_role("button", name="Hang three as one picture").click()
    saved(page)
    expect(figure(page, "wall.2.hook")).to_have_count(1)
    stage(page, "Cut")
    expect(page.get_by_text("a level line across all tops before the second goes up", exact=False)).to_be_visible()


def test_a_quilt_on_its_sleeve_and_a_cup_in_its_case(page: Page) -> None:
    new_piece(page, "A quilt, tapestry or banner", "Clubhouse quilt", {"Width": "1400", "Height": "1800"})
    stage(page, "Display")
    reads(page, "pole.length", "1370")
    type_in(page, field(page, "Pole", "Pole short of the cloth’s edge"), "20")
    reads(page, "pole.length", "1360")
    stage(page, "Cut")
    assert order(page).index("Sew it to the back") < order(page).index("Hang it")
    nothing_amiss(page)
    new_piece(
        page,
        "A thing in a clear case",
        "Relay model",
        {"Width": "300", "Height": "180", "Height in front": "140", "Sticks out behind": "0"},
    )
    stage(page, "Cut")
    expect(page.locator('[data-cut="hood.top"]')).to_be_visible()
    assert "Hang it" not in order(page) and "Put the hood on" in order(page)
    nothing_amiss(page)


def test_a_roll_goes_into_a_floater_and_keeps_its_stretching(page: Page) -> None:
    new_piece(
        page,
        "A canvas off the roll",
        "Rolled print",
        {"Width": "820", "Height": "620", "Wrap printed round it": "42", "Bare canvas beyond": "50"},
    )
    stage(page, "Stretch")
    page.get_by_role("radio", name=re.compile("^It goes into a floater")).click()
    saved(page)
    stage(page, "Cut")
    steps = order(page)
    assert steps.index("Stretch and staple") < steps.index("Cut the rails")
    expect(page.locator('[data-cut="stretching.bar.width"]')).to_be_visible()
    stage(page, "Display")
    page.get_by_role("button", name="Change how it is stretched…").click()
    saved(page)
    stage(page, "Stretch")
    expect(figure(page, "finished.width").first).to_be_visible()


def test_what_came_with_a_bought_frame_is_said(page: Page) -> None:
    new_piece(
        page,
        "A badge and a bought box",
        "Bell badge",
        {
            "Width": "40",
            "Height": "40",
            "Height in front": "3",
            "Sticks out behind": "5",
            "Pin above its middle": "8",
            "Frame’s rabbet width": "152",
            "Frame’s rabbet height": "152",
            "Rabbet depth": "30",
            "Lip": "6",
            "Face of its rail": "15",
        },
    )
    stage(page, "Cut")
    came = page.get_by_role("heading", name="Came with the frame").locator("xpath=..")
    for part in ("rail", "glazing", "tabs", "ring"):
        expect(came.locator(f'[data-part="{part}"]')).to_be_visible()
    expect(page.locator('[data-part="points"]')).to_have_count(0)
    stage(page, "Display")
    page.get_by_role("radio", name=re.compile("^Points of ours")).click()
    saved(page)
    page.get_by_role("radio", name=re.compile("^On a side rail")).click()
    saved(page)
    stage(page, "Cut")
    expect(page.locator('[data-part="points"]')).to_be_visible()
    expect(page.get_by_text("Its hanger comes off the side rail", exact=False)).to_be_visible()
    nothing_amiss(page)
