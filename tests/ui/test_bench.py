"""At the bench: step by step by one tap or key, a gate that fails and the plan that goes on, ticks that outlast the server, two at one piece."""

from __future__ import annotations

import httpx
from playwright.sync_api import BrowserContext, Page, expect

from shadbo.service.serving import Server
from tests.ui.hands import Take, field, nothing_amiss, saved


def step(page: Page, key: str) -> None:
    expect(page.locator(f"[data-step='{key}']")).to_be_visible()


def sent(page: Page) -> None:
    """Whatever was ticked is with the server."""
    expect(page.get_by_text("kept here, sent when the server is there")).to_have_count(0)


def state(api: httpx.Client, address: str, key: str) -> dict[str, object] | None:
    found = api.get(f"/api/pieces/{address.split('/')[-1]}/operations").json()
    return next((o for o in found if o["key"] == key), None)


def test_step_by_step_with_a_gate_that_fails_and_a_plan_that_goes_on(page: Page, piece: Take, api: httpx.Client) -> None:
    """A floater 4 mm too narrow inside: judged by saw and tape (two cuts of ±0.5 and a reading of ±0.5), the gap follows what is there."""
    address = piece("To the bench")
    page.goto(f"{address}/bench")
    step(page, "measure")
    nothing_amiss(page)
    page.keyboard.press("PageDown")  # a foot switch sends it
    step(page, "cut")
    sent(page)
    assert (told := state(api, address, "measure")) and told["state"] == "done"
    page.get_by_role("button", name="Done, next").click()
    step(page, "dry")
    page.get_by_label("Diagonal, rising").fill("760")
    page.keyboard.press("Enter")
    page.get_by_label("Diagonal, falling").fill("770")
    page.keyboard.press("Enter")
    judged = page.locator("[data-judged]")
    expect(judged).to_have_attribute("data-judged", "out")
    expect(judged).to_contain_text("Clamp lightly across the longer diagonal")
    page.get_by_label("Diagonal, falling").fill("760.5")
    page.get_by_role("button", name="Judge").click()
    expect(judged).to_have_attribute("data-judged", "fine")
    page.get_by_role("button", name="Next", exact=True).click()
    step(page, "glue")
    page.get_by_role("button", name="Done, next").click()
    expect(
        page.get_by_role("status").filter(has_text="To the bench").or_(page.locator("[data-timer='To the bench']")).first
    ).to_be_visible()
    page.goto(f"{address}/bench?step=inside")
    step(page, "inside")
    # Blind: neither the words nor the drawing say what it should be.
    expect(page.get_by_text("What was planned is shown when something was read")).to_be_visible()
    assert page.locator("[data-figure]").count() == 0
    page.get_by_role("button", name="Judge").click()
    expect(page.get_by_role("alert").first).to_be_visible()
    plan = api.get(f"/api/pieces/{address.split('/')[-1]}").json()["plan"]
    inside = {way: float(plan["figures"][f"frame.inside.{way}"]["mm"]) for way in ("width", "height")}
    page.get_by_label("Inside, width").fill(f"{inside['width'] - 4:g}")
    page.get_by_label("Inside, height").fill(f"{inside['height'] + 1:g}")
    page.get_by_role("button", name="Judge").click()
    expect(judged).to_have_attribute("data-judged", "out")
    expect(page.get_by_text("off by").first).to_contain_text("4")
    expect(judged).to_contain_text("Gap, left and right")
    page.get_by_role("button", name="Go on with what is there").click()
    after = None
    for _ in range(60):
        after = api.get(f"/api/pieces/{address.split('/')[-1]}").json()["plan"]
        if float(after["figures"]["frame.inside.width"]["mm"]) == inside["width"] - 4:
            break
        page.wait_for_load_state("networkidle")
    assert after and float(after["figures"]["gap.width"]["mm"]) == float(plan["figures"]["gap.width"]["mm"]) - 2
    # What was read and judged is kept with its hands.
    kept = state(api, address, "dry")
    assert kept and kept["state"] == "done"


def test_what_is_ticked_is_kept_through_a_killed_server(page: Page, piece: Take, api: httpx.Client, server: Server) -> None:
    address = piece("Ticked in the dark")
    page.goto(f"{address}/bench")
    step(page, "measure")
    server.kill()
    try:
        page.get_by_role("button", name="Looked at: done, next").click()
        step(page, "cut")
        expect(page.get_by_text("kept here, sent when the server is there")).to_be_visible()
    finally:
        server.start()
    expect(page.get_by_text("kept here, sent when the server is there")).to_have_count(0, timeout=40_000)
    told = state(api, address, "measure")
    assert told and told["state"] == "done"


def test_a_step_another_takes_is_shown_and_not_done_twice(page: Page, piece: Take, api: httpx.Client) -> None:
    address = piece("Two at the bench")
    page.goto(f"{address}/bench")
    step(page, "measure")
    api.post(f"/api/pieces/{address.split('/')[-1]}/operations/measure", json={"do": "done", "hand": "Tove"})
    step(page, "cut")  # gone on by itself
    api.post(f"/api/pieces/{address.split('/')[-1]}/operations/cut", json={"do": "begin", "hand": "Tove"})
    expect(page.get_by_text("Tove is at it")).to_be_visible()
    page.get_by_role("button", name="Steps").click()
    expect(page.get_by_role("navigation", name="Steps").get_by_label("done").first).to_be_visible()
    nothing_amiss(page)


def test_waits_outlast_the_page_and_are_told_on_the_rack(
    page: Page, context: BrowserContext, piece: Take, api: httpx.Client
) -> None:
    """Glue put on a day ago less two seconds: the wait runs, and is over, on a page opened after it."""
    address = piece("Glued yesterday")
    name = address.split("/")[-1]
    for key in ("measure", "cut", "dry"):
        api.post(f"/api/pieces/{name}/operations/{key}", json={"do": "done", "hand": "Ilva", "ago": 90_000})
    api.post(f"/api/pieces/{name}/operations/glue", json={"do": "done", "hand": "Ilva", "ago": 24 * 3600 - 8})
    page.goto("/")
    timer = page.locator("[data-timer='Glued yesterday']")
    expect(timer).to_be_visible()
    expect(timer).to_contain_text("the wait is over", timeout=20_000)
    page.reload()
    expect(timer).to_contain_text("the wait is over")
    api.post(f"/api/pieces/{name}/archive", json={"archived": True})


def test_the_bench_on_an_upright_tablet(page: Page, piece: Take) -> None:
    page.set_viewport_size({"width": 820, "height": 1180})
    page.goto(f"{piece('Upright')}/bench")
    step(page, "measure")
    assert page.evaluate(
        "document.documentElement.scrollWidth <= innerWidth && document.documentElement.scrollHeight <= innerHeight"
    )
    tap = page.get_by_role("button", name="Looked at: done, next").bounding_box()
    assert tap and tap["height"] >= 60


def test_a_frame_that_goes_by_its_label_is_read_when_it_is_opened(page: Page, take: Take) -> None:
    """A print in a bought frame of 300 × 400 by its label: its rabbet is that and 2 mm, ± 5, until the frame is open and read."""
    read = {"width": {"middle": [{"mm": 299}]}, "height": {"centre": [{"mm": 402}]}}
    rail = {
        "make": "bought",
        "lip": 6,
        "face": 20,
        "moulding_depth": 30,
        "rabbet_depth": 20,
        "glazing_thickness": 2,
        "board": 3,
        "tabs": True,
    }
    sides = {"width": {"middle": [{"mm": 200}]}, "height": {"centre": [{"mm": 250}]}}
    address = take({"type": "flat_work", **sides}, {"type": "on_board", "frame": rail | read}, "Print by its label")
    page.goto(f"{address}/display")
    saved(page)
    for label, text in (("Label, width", "300"), ("Label, height", "400")):
        field(page, "What its label says", label).fill(text)
        page.keyboard.press("Enter")
        saved(page)
    page.get_by_role("button", name="Go by the label until it is read").click()
    saved(page)
    caution = page.get_by_text("The frame goes by its label and is not read", exact=False)
    expect(caution).to_be_visible()
    expect(page.locator("[data-figure='frame.outside.width']").first).to_contain_text("330")
    page.goto(f"{address}/bench?step=open")
    step(page, "open")
    expect(page.get_by_text("leave the glass in the frame while you work", exact=False).first).to_be_visible()
    for label, text in (("Rabbet, width", "303"), ("Rabbet, height", "401"), ("Rabbet, depth", "19")):
        page.get_by_label(label).fill(text)
    page.get_by_role("button", name="Judge").click()
    expect(page.locator("[data-judged]")).to_have_attribute("data-judged", "fine")
    expect(page.locator("[data-judged]")).to_contain_text("within what a label may be out by")
    page.get_by_role("button", name="Put what was read into the plan").click()
    expect(page.get_by_label("Rabbet, width")).to_have_count(0)
    page.goto(f"{address}/display")
    saved(page)
    expect(page.locator("[data-figure='frame.outside.width']").first).to_contain_text("331")
    expect(caution).to_have_count(0)


def key_of(address: str) -> str:
    return address.split("/")[-1]


def test_a_key_on_a_button_presses_it_and_ends_no_step(page: Page, piece: Take, api: httpx.Client) -> None:
    """Enter and Space belong to the button that has the focus; pressed by hand it gives them back to the page."""
    address = piece("Keys at the bench")
    page.goto(f"{address}/bench")
    step(page, "measure")
    for name in ("Steps", "It went wrong", "Photograph"):
        button = page.get_by_role("button", name=name, exact=True)
        for key in ("Enter", "Space"):
            button.focus()
            if name == "Photograph":
                with page.expect_file_chooser():
                    button.press(key)
            else:
                button.press(key)
            step(page, "measure")
    sent(page)
    assert (told := state(api, address, "measure")) is None or told["state"] == "planned"
    # A key that is held down ends one step; tapped, a button leaves Enter to the page.
    page.goto(f"{address}/bench?step=measure")
    step(page, "measure")
    page.get_by_role("button", name="Begin").click()
    page.keyboard.down("Enter")
    page.keyboard.down("Enter")
    page.keyboard.up("Enter")
    step(page, "cut")
    sent(page)
    assert (told := state(api, address, "cut")) is None or told["state"] != "done"


def test_every_step_is_ended_to_the_last(page: Page, piece: Take, api: httpx.Client) -> None:
    address = piece("To the wall")
    steps = api.get(f"/api/pieces/{key_of(address)}/bench").json()["steps"]
    for one in steps[:-1]:
        api.post(f"/api/pieces/{key_of(address)}/operations/{one['key']}", json={"do": "done", "hand": "Ilva"})
    page.goto(f"{address}/bench")
    step(page, "hang")
    page.get_by_role("button", name="Looked at: done, next").click()
    expect(page.get_by_role("button", name="Next", exact=True)).to_be_disabled()
    sent(page)
    assert page.get_by_role("alert").count() == 0
    assert (told := state(api, address, "hang")) and told["state"] == "done"


def test_going_on_goes_over_the_version_that_was_judged(page: Page, piece: Take, api: httpx.Client) -> None:
    """Somebody changes the gap between judging and going on: both are told, nothing is overwritten unseen."""
    address = piece("Judged and changed")
    plan = api.get(f"/api/pieces/{key_of(address)}").json()
    wide = float(plan["plan"]["figures"]["frame.inside.width"]["mm"])
    tall = float(plan["plan"]["figures"]["frame.inside.height"]["mm"])
    page.goto(f"{address}/bench?step=inside")
    page.get_by_label("Inside, width").fill(f"{wide - 4:g}")
    page.get_by_label("Inside, height").fill(f"{tall:g}")
    page.get_by_role("button", name="Judge").click()
    expect(page.locator("[data-judged]")).to_have_attribute("data-judged", "out")
    # No look of the page at what stands meanwhile: what was judged is what is sent.
    page.route("**/bench", lambda route: route.abort())
    body = {"version": plan["version"], "edits": [{"op": "write", "pointer": "/note", "text": "the owner called"}]}
    assert api.post(f"/api/pieces/{key_of(address)}/edits", json=body).status_code == 200
    page.get_by_role("button", name="Go on with what is there").click()
    dialog = page.get_by_role("dialog", name="Somebody saved this piece meanwhile")
    expect(dialog.get_by_role("heading").first).to_be_visible()
    stands = api.get(f"/api/pieces/{key_of(address)}").json()
    assert stands["version"] == plan["version"] + 1 and stands["note"] == "the owner called"
    dialog.get_by_role("button", name="Save it so").click()
    expect(dialog).to_have_count(0)
    for _ in range(60):
        stands = api.get(f"/api/pieces/{key_of(address)}").json()
        if float(stands["plan"]["figures"]["frame.inside.width"]["mm"]) == wide - 4:
            break
        page.wait_for_timeout(50)
    assert stands["note"] == "the owner called"
    assert float(stands["plan"]["figures"]["frame.inside.width"]["mm"]) == wide - 4


def test_what_was_typed_stays_in_its_field_and_nothing_is_called_kept_that_isn_t(page: Page, piece: Take, server: Server) -> None:
    address = piece("Typed at the bench")
    page.goto(f"{address}/bench?step=dry")
    step(page, "dry")
    page.get_by_label("Diagonal, rising").fill("760")
    page.get_by_role("button", name="It went wrong").click()
    page.get_by_label("It went wrong").fill("the stop slipped")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Back").click()
    step(page, "cut")
    page.reload()
    page.goto(f"{address}/bench?step=dry")
    expect(page.get_by_label("Diagonal, rising")).to_have_value("760")
    expect(page.get_by_role("textbox", name="It went wrong")).to_have_value("the stop slipped")
    page.get_by_role("button", name="Hand over").click()
    page.get_by_role("dialog").get_by_label("To", exact=True).fill("Mrs Ferrow")
    page.keyboard.press("Escape")
    page.reload()
    page.get_by_role("button", name="Hand over").click()
    expect(page.get_by_role("dialog").get_by_label("To", exact=True)).to_have_value("Mrs Ferrow")
    page.keyboard.press("Escape")
    server.kill()
    try:
        page.get_by_label("Diagonal, falling").fill("760.5")
        page.get_by_role("button", name="Judge").click()
        expect(page.get_by_role("alert").filter(has_text="Nothing was sent")).to_be_visible()
        page.get_by_role("button", name="Put down").click()
        expect(page.get_by_role("alert").filter(has_text="Nothing was sent")).to_have_count(2)
        assert page.get_by_text("kept here and sent").count() == 0
    finally:
        server.start()
    page.get_by_role("button", name="Judge").click()
    expect(page.locator("[data-judged]")).to_have_attribute("data-judged", "fine")
    page.get_by_role("button", name="Put down").click()
    expect(page.get_by_role("textbox", name="It went wrong")).to_have_count(0)


def test_at_the_bench_a_part_is_there_after_all_and_a_step_of_ones_own_is_put_in(
    page: Page, piece: Take, api: httpx.Client
) -> None:
    """A part in hand is said to be there, and the step tries it instead of cutting it; a step is sent out from where it is read. By keys, too."""
    address = piece("Rows at the bench")
    page.goto(f"{address}/bench?step=lift")
    step(page, "lift")
    page.get_by_role("button", name="Say how it is: Lift strips, top and bottom").click()
    how = page.get_by_role("region", name="Say how it is")
    how.get_by_role("radio", name="There already").click()
    expect(page.locator(".bench-say")).to_contain_text("Lift strips, top and bottom: there already, not cut")
    nothing_amiss(page)
    # What it measures is typed there, and told where it is too small.
    measures = how.get_by_role("textbox", name="It measures")
    measures.fill("40")
    measures.press("Enter")
    expect(page.get_by_text("Settle it on the sheet before anything is cut")).to_be_visible()
    how.get_by_role("radio", name="Cut here").click()
    expect(page.get_by_text("Settle it on the sheet before anything is cut")).to_have_count(0)
    how.get_by_role("button", name="Close").click()
    expect(how).to_have_count(0)
    # By keys: the step itself is sent out, and Enter on its rows ends no step.
    page.get_by_role("button", name="Say how it is: Fix the lift strips").press("Enter")
    expect(how).to_be_visible()
    how.get_by_role("radio").first.focus()
    # Arrows and Space are those of the row: no step is gone on to by them.
    page.keyboard.press("ArrowRight")
    expect(how.get_by_role("radio").nth(1)).to_be_focused()
    page.keyboard.press("Space")
    expect(page.locator("[data-step='lift']")).to_have_count(0)
    assert state(api, address, "lift") is None


def test_a_floater_that_is_there_is_read_in_one_go(page: Page, piece: Take) -> None:
    """Nothing of it was known: nothing it reads is out, a jumped decimal is asked about, and all of it goes into the plan at once."""
    address = piece("Its frame is there")
    page.goto(f"{address}/display")
    page.get_by_role("radio", name="Already made or bought").click()
    saved(page)
    expect(page.get_by_text("The frame is not read")).to_be_visible()
    page.goto(f"{address}/bench?step=frame")
    step(page, "frame")
    read = {"Inside, width": "613", "Inside, height": "46.3", "Face of its rail": "45", "Height of its rail": "60"}
    for label, text in (read | {"Seat, thick": "6", "Seat, wide": "30"}).items():
        page.get_by_role("textbox", name=label).fill(text)
    page.get_by_role("button", name="Judge").click()
    judged = page.locator("[data-judged]")
    expect(judged).to_contain_text("looks like a slip")
    expect(page.get_by_text("decimal point")).to_have_count(1)
    page.get_by_role("textbox", name="Inside, height").fill("463")
    page.get_by_role("button", name="Judge").click()
    expect(judged).to_have_attribute("data-judged", "fine")
    page.get_by_role("button", name="Put what was read into the plan").click()
    page.goto(f"{address}/display")
    expect(page.get_by_role("textbox", name="Face", exact=True)).to_have_value("45")
    expect(page.get_by_text("The frame is not read")).to_have_count(0)
