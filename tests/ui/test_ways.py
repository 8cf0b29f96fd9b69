"""The other ways of showing a thing, in the real interface: a layered box through its re-measure gate, a comparison taken over, and a
short walk through each other display."""

from __future__ import annotations

import io
import re

import ezdxf
import httpx
from playwright.sync_api import Page, expect

from tests.core.things import canvas, flat, frame, item, made, things
from tests.ui.hands import Take, field, figure, nothing_amiss, saved, stage
from tests.ui.test_boxes import new_piece, reads, type_in, way_out

GLASS, BOARD, BACK = ({"kind": "glass", "thickness": 2}, {"kind": "board", "thickness": 4}, {"kind": "back", "thickness": 4})


def press(page: Page, name: str) -> None:
    page.get_by_role("button", name=name, exact=True).click()
    saved(page)


def test_a_layered_box_is_built_read_again_and_only_then_ordered(page: Page, api: httpx.Client) -> None:
    new_piece(
        page,
        "A model or figure",
        "Relay tandem",
        {"Width": "236", "Height": "148", "Height in front": "62", "Sticks out behind": "0"},
    )
    stage(page, "Depth")
    reads(page, "box.outer", str(6 + 2 + 62 + 6 + 4 + 4))
    stage(page, "Display")
    page.get_by_role("radio", name="Strip of lights").click()
    saved(page)
    stage(page, "Arrange")
    words = page.get_by_role("textbox", name="Cut out")
    words.fill("1926")
    words.press("Enter")
    saved(page)
    stage(page, "Depth")
    reads(page, "box.outer", str(6 + 2 + 62 + 6 + 4 + 40 + 4))
    stage(page, "Cut")
    gate = page.locator("[data-check='rebates.unread']")
    expect(gate).to_contain_text("before glass and boards are ordered")
    cut = page.get_by_role("region", name="Cut list")
    expect(cut).to_contain_text("NOT ORDERED")
    reads(page, "floor.0.width", str(236 + 80 + 10 - 2))
    glass = "Read after the glue-up: rebate of glass"
    type_in(page, field(page, glass, "Width"), "325.5")
    reads(page, "floor.0.width", "323.5")
    # A reading that can't be is told at the field, and what stood still stands.
    wrong = field(page, glass, "Height")
    wrong.fill("tall")
    wrong.press("Enter")
    expect(page.get_by_role("alert").first).to_be_visible()
    reads(page, "floor.0.height", str(148 + 80 + 10 - 2))
    type_in(page, wrong, "237.8")
    for group, width, height, depth in (("glass", None, None, "114"), ("board", "336", "248", "48"), ("back", "346", "258", "4")):
        name = f"Read after the glue-up: rebate of {group}"
        for label, text in (("Width", width), ("Height", height), ("From the back edge", depth)):
            if text is not None:
                type_in(page, field(page, name, label), text)
    expect(gate).to_have_count(0)
    # 114 − 2 − 48 leaves 64 where the tandem and its air need 68.
    stop = page.locator("[data-check='room.0']")
    expect(stop).to_contain_text("short by")
    way_out(page, "Cut the rebate again")
    expect(page.locator("[data-check='room.0']")).to_have_count(0)
    expect(gate).to_have_count(1)
    nothing_amiss(page)
    base = page.url.split("/pieces/")[1].split("/")[0]
    drawing = ezdxf.read(io.StringIO(api.get(f"/api/pieces/{base}/board_1.dxf").text))
    slots = [e for e in drawing.modelspace() if e.dxf.layer == "CUT"]
    assert len(slots) >= 4 and all(e.dxftype() == "LWPOLYLINE" and e.closed for e in slots)  # type: ignore[attr-defined]
    assert api.get(f"/api/pieces/{base}/board_1.svg").status_code == 200


def test_a_comparison_is_looked_at_and_taken_over(page: Page, take: Take) -> None:
    page.goto(take(flat((480, 480, 480), (330, 330, 330), material="puzzle"), {"type": "panel"}, "Loop jigsaw"))
    stage(page, "Display")
    page.get_by_role("link", name="Other ways of showing it").click()
    expect(page).to_have_url(re.compile("/ways$"))
    table = page.get_by_role("table")
    expect(table.locator("th[data-way]")).to_have_count(3)
    expect(page.get_by_text("Left out")).to_be_visible()
    # What is chosen stands in the address, so the box is ticked a moment after the click.
    between = page.get_by_role("checkbox", name=re.compile("^Between two sheets"))
    between.click()
    expect(between).to_be_checked()
    expect(table.locator("th[data-way]")).to_have_count(4)
    expect(page.get_by_role("checkbox", name=re.compile("^Shadow box"))).to_be_disabled()
    # All at one scale: what is wider outside is drawn wider, in the same proportion.
    widths = {key: page.locator(f"th[data-way={key}] svg").bounding_box() for key in ("panel", "see_through")}
    assert widths["panel"] and widths["see_through"]
    ratio = widths["see_through"]["width"] / widths["panel"]["width"]
    sizes = [float(re.match(r"[\d.]+", page.locator("td[data-row=Outside]").nth(i).inner_text())[0]) for i in range(4)]  # type: ignore[index]
    order = [th.get_attribute("data-way") for th in page.locator("th[data-way]").all()]
    assert abs(ratio - sizes[order.index("see_through")] / sizes[order.index("panel")]) < 0.03
    nothing_amiss(page)
    page.reload()
    expect(table.locator("th[data-way]")).to_have_count(4)
    page.get_by_role("button", name="Use this display: Between two sheets").click()
    expect(page).to_have_url(re.compile("/display$"))
    expect(figure(page, "border.width")).to_be_visible()
    press(page, "Undo")
    expect(figure(page, "backing.width")).to_be_visible()


def test_a_comparison_somebody_saved_over_is_told(page: Page, take: Take, api: httpx.Client) -> None:
    address = take(flat((480, 480, 480), (330, 330, 330), material="puzzle"), {"type": "panel"}, "Loop jigsaw")
    page.goto(f"{address}/ways")
    expect(page.get_by_role("table")).to_be_visible()
    edit = {"version": 1, "edits": [{"op": "write", "pointer": "/note", "text": "hers"}]}
    assert api.post(f"/api{address}/edits", json=edit).status_code == 200
    page.get_by_role("button", name=re.compile("^Use this display: On its board")).click()
    expect(page.get_by_role("alert")).to_contain_text("Somebody saved this piece meanwhile")
    page.get_by_role("button", name=re.compile("^Use this display: On its board")).click()
    expect(page).to_have_url(re.compile("/display$"))


def test_a_pressed_sprig_between_two_sheets(page: Page, take: Take) -> None:
    ready = frame((302, 302, 302), (402, 402, 402), rabbet_depth=14, face=20, moulding_depth=20, glazing_thickness=2, board=3)
    page.goto(take(flat((190,), (262,), material="plant"), {"type": "see_through", "frame": ready}, "Heather"))
    stage(page, "Display")
    reads(page, "border.width", "50")
    way_out(page, "Make a frame round it")
    reads(page, "border.difference", "0")
    stage(page, "Measure")
    page.get_by_role("radio", name="Fresh").click()
    saved(page)
    stage(page, "Cut")
    expect(page.get_by_text("Change the blotters, day 7")).to_be_visible()
    stage(page, "Measure")
    page.get_by_role("radio", name="Pressed and dry").click()
    saved(page)
    stage(page, "Cut")
    expect(page.get_by_text("Change the blotters, day 7")).to_be_hidden()
    for side in ("Back sheet, inside", "Front sheet, inside"):
        page.get_by_role("checkbox", name=re.compile(side)).click()
        saved(page)
    expect(page.locator("[data-check=clean]")).to_contain_text("2 of 4 faces")
    nothing_amiss(page)


def test_a_pennant_behind_a_sash(page: Page, take: Take) -> None:
    display = {"type": "sash", "pane_width": 340, "pane_height": 270, "cover_by": 8}
    page.goto(take(things(item("p", "flag", 420, 340, front=1)), display, "Pennant"))
    stage(page, "Hold")
    way_out(page, "Let the cover stand")
    reads(page, "cover.width", str(340 + 30))
    stage(page, "Display")
    page.get_by_role("radio", name="United States").click()
    saved(page)
    expect(page.locator("[data-check='flag.way']")).to_contain_text("observer’s left")
    nothing_amiss(page)


def test_one_flag_over_six_panes_in_inches(page: Page, take: Take) -> None:
    display = {
        "type": "sash",
        "across": 3,
        "down": 2,
        "pane_width": 340,
        "pane_height": 270,
        "bar": 24,
        "stile": 52,
        "bottom_rail": 74,
    }
    page.goto(take(things(item("f", "flag", 1500, 900, front=1)), display, "Flag over six"))
    stage(page, "Display")
    way_out(page, "Let it lie behind all of them")
    reads(page, "hidden.width", "46")
    type_in(page, field(page, "Behind the glass", "Moved right"), "2 in")
    left = (1500 - (3 * 328 + 2 * 46 + 2 * 5)) / 2 - 50.8
    reads(page, "item.f.turn.left", f"{left:.1f}")
    # The union of a flag is seen only in part behind bars.
    page.get_by_role("radio", name="United States").click()
    saved(page)
    expect(page.locator("[data-check='over.union']")).to_contain_text("is seen")
    page.get_by_role("radio", name="Behind one pane").focus()
    page.keyboard.press("Space")
    saved(page)
    expect(page.locator("[data-check='over.union']")).to_be_hidden()
    nothing_amiss(page)


def test_a_signature_is_marked_and_the_lip_keeps_off_it(page: Page, take: Take) -> None:
    page.goto(take(canvas((500,), (700,)), {"type": "lipped", "frame": made("walnut-lip-30x28")}, "Signed"))
    stage(page, "Measure")
    press(page, "Mark a place to be seen…")
    type_in(page, field(page, "Marked places", "Right of the middle"), "228")
    type_in(page, field(page, "Marked places", "Below the middle"), "335")
    covered = page.locator("[data-check^='mark.covered']")
    expect(covered).to_contain_text("The lip covers part of the signature on the canvas")
    way_out(page, "Signature need not be seen")
    expect(covered).to_be_hidden()
    nothing_amiss(page)


def test_a_ring_hung_on_rods(page: Page, take: Take) -> None:
    ring = things(item("r", "tool", 196, 196, shape="circle", front=20, weight="0.5", traits=["irreplaceable"]))
    page.goto(take(ring, {"type": "suspended", "moulding": "oak-20x50", "diameter": 5, "into": "drilled"}, "Ring"))
    stage(page, "Hold")
    expect(page.locator("[data-check='drill.never']")).to_contain_text("Nothing is drilled")
    way_out(page, "Hold it in padded clamps")
    reads(page, "rod.left.length", str(15 + 40 - 2))
    type_in(page, field(page, "Rods", "Rod, diameter"), "6")
    reads(page, "rod.left.length", str(18 + 40 - 2))
    nothing_amiss(page)


def test_a_jigsaw_as_a_panel(page: Page, take: Take) -> None:
    page.goto(take(flat((967, 967, 967), (683, 683, 683), material="puzzle", traits=["irreplaceable"]), {"type": "panel"}, "Loop"))
    stage(page, "Hold")
    expect(page.locator("[data-check='glue.consent']")).to_contain_text("agreed in writing")
    stage(page, "Display")
    who = page.get_by_role("textbox", name="Who agreed")
    who.fill("The owner")
    who.press("Enter")
    saved(page)
    expect(who).to_have_value("The owner")
    on = page.get_by_label("On", exact=True)
    on.fill("2026-11-20")
    on.press("Enter")
    saved(page)
    expect(page.locator("[data-check='glue.agreed']")).to_contain_text("as The owner agreed")
    reads(page, "backing.width", str(967 - 5))
    reads(page, "board.count", "2")
    nothing_amiss(page)


def test_a_chart_on_bars(page: Page, take: Take) -> None:
    page.goto(take(flat((720, 720, 720), (1024, 1024, 1024)), {"type": "hanger_bars", "margin": 10, "keep": 1}, "Chart"))
    stage(page, "Cut")
    expect(page.locator("[data-check='trim.near']")).to_contain_text("The knife would run")
    way_out(page, "Keep")
    reads(page, "bar.length", str(720 - 2 * 8 + 20))
    stage(page, "Hold")
    page.get_by_role("radio", name=re.compile("^35 N")).click()
    saved(page)
    reads(page, "grip.count", "5")
    nothing_amiss(page)
