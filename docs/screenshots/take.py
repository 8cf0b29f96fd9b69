"""Takes the pictures of this folder anew, with the demo shop on a throw-away database.

Run as ``.venv/bin/python docs/screenshots/take.py`` after ``./shadbo test`` has set everything up, then look at each.
"""

from __future__ import annotations

import json
import tempfile
from pathlib import Path
from urllib.request import urlopen

import pypdfium2 as pdfium
from playwright.sync_api import Page, sync_playwright

from shadbo.bench.screen import CHROMIUM
from shadbo.service.postgres import Cluster
from shadbo.service.serving import demo_server

HERE = Path(__file__).parent
PORT = 8478
BASE = f"http://127.0.0.1:{PORT}"


def take(page: Page, ids: dict[str, str]) -> None:
    def go(path: str) -> None:
        page.goto(BASE + path)
        page.wait_for_load_state("networkidle")
        page.locator("[data-view], [data-piece], [data-way], [data-operation], [data-thread], [data-record], [data-tool], table").first.wait_for()
        page.evaluate("document.fonts.ready")

    def keep(name: str) -> None:
        # Two frames: what follows a click is drawn in the next one.
        page.evaluate("new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))")
        page.screenshot(path=HERE / f"{name}.png")

    true_, untrue = (f"/pieces/{ids[n]}" for n in ("Start line, dawn", "Peloton in rain"))
    rolled, poster = (f"/pieces/{ids[n]}" for n in ("Moor road, headwind", "First Quillbeck circuit"))
    tandem = f"/pieces/{ids['Model of the relay tandem']}"
    jersey, watch = (f"/pieces/{ids[n]}" for n in ("The centenary jersey", "The timekeeper’s stopwatch"))
    go("/")
    keep("rack")
    page.get_by_role("button", name="New piece").click()
    page.get_by_label("Find what it is").fill("signed football shirt")
    page.get_by_text("Understood: signed").wait_for()
    keep("new")
    go(f"{poster}/measure")
    keep("measure")
    go("/records")
    keep("records")
    page.get_by_role("link", name="Finish line, the ninetieth year").click()
    page.get_by_label("Readings").wait_for()
    keep("record")
    go("/hands")
    keep("hands")
    go("/days")
    keep("days")
    go(f"{true_}/bench?step=inside")
    page.get_by_label("Inside, width").fill("608")
    page.get_by_label("Inside, height").fill("462")
    page.get_by_role("button", name="Judge").click()
    page.locator("[data-judged]").wait_for()
    keep("bench")
    go(f"{true_}/cut")
    page.get_by_role("button", name="Say how it is: Dry-fit").click()
    page.get_by_role("radio", name="Sent out").scroll_into_view_if_needed()
    keep("cut")
    go(f"{rolled}/display")
    keep("stretch")
    go(f"{untrue}/depth")
    page.get_by_role("button", name="Use Oak 20 × 50").click()
    page.get_by_role("region", name="What it would do").wait_for()
    page.get_by_role("button", name="Leave it").click()
    page.get_by_role("region", name="What it would do").wait_for(state="hidden")
    keep("depth")
    go(f"{true_}/display")
    page.locator('[data-open="frame.outside.width"]').click()
    page.get_by_label("I get…").fill("632")
    page.get_by_role("button", name="Compare").click()
    page.get_by_text("It does not agree").wait_for()
    keep("sum")
    go(f"{jersey}/arrange")
    keep("arrange")
    go(f"{watch}/depth")
    page.get_by_role("button", name="Use a mount board of").click()
    page.get_by_role("region", name="What it would do").wait_for()
    page.get_by_role("button", name="Leave it").click()
    page.get_by_role("region", name="What it would do").wait_for(state="hidden")
    page.mouse.move(640, 90)
    keep("pack")
    go(f"{poster}/ways")
    keep("ways")
    go(f"{tandem}/depth")
    page.get_by_role("button", name="Laid apart, front at the left: draw it large").click()
    keep("apart")
    go(f"{jersey}/hold")
    keep("hold")
    go(f"{true_}/hang")
    page.get_by_role("button", name="On the wall: draw it large").click()
    keep("wall")
    with pdfium.PdfDocument(urlopen(f"{BASE}/api{jersey}/sheet.pdf").read()) as pdf:
        pdf[0].render(scale=90 / 72).to_pil().save(HERE / "job-sheet.png")


def main() -> None:
    with tempfile.TemporaryDirectory(prefix="shadbo-shots-", dir="/tmp") as folder:
        Path(folder).chmod(0o755)
        cluster = Cluster(Path(folder) / "cluster", throwaway=True)
        cluster.start()
        try:
            with demo_server(cluster, "shots", PORT), sync_playwright() as play:
                pieces = json.load(urlopen(f"{BASE}/api/pieces"))["rows"]
                browser = play.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox", "--disable-gpu"])
                take(browser.new_page(viewport={"width": 1280, "height": 800}), {p["name"]: p["id"] for p in pieces})
                browser.close()
        finally:
            cluster.remove()


if __name__ == "__main__":
    main()
