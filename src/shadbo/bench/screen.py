"""What somebody at the screen waits for, in Chromium: a key, a drag, the rack."""

from __future__ import annotations

import gzip
import json
import statistics
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import TYPE_CHECKING
from urllib.request import Request, urlopen

from playwright.sync_api import sync_playwright

from shadbo.bench.core import thirty
from shadbo.bench.timing import line, p95
from shadbo.exports.pieces import piece_to_json
from shadbo.settings import ROOT

if TYPE_CHECKING:
    from playwright.sync_api import Page

# The headless shell where there is one: the same pages with no window round them.
CHROMIUM = next((p for p in ("/usr/bin/chromium-headless-shell", "/usr/bin/chromium") if Path(p).exists()), "chromium")

KEY_TO_DRAWING = """
async () => {
  const times = [];
  const input = [...document.querySelectorAll('input')].find((i) => i.labels?.[0]?.textContent === 'Middle');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  input.focus();
  for (let i = 0; i < 60; i++) {
    const figure = document.querySelector('[data-open="canvas.width.largest"]');
    const before = figure.textContent;
    const start = performance.now();
    set.call(input, String(610 + (i % 9)));
    input.dispatchEvent(new Event('input', { bubbles: true }));
    while (document.querySelector('[data-open="canvas.width.largest"]').textContent === before) {
      await new Promise((done) => requestAnimationFrame(done));
      if (performance.now() - start > 20000) throw new Error('the drawing did not follow');
    }
    await new Promise((done) => requestAnimationFrame(done));
    times.push(performance.now() - start);
  }
  return times;
}
"""

KEY_TO_OUTLINE = """
async () => {
  const times = [];
  const group = document.querySelector('section[aria-label="Width of the work"]');
  const input = [...group.querySelectorAll('input')].find((i) => i.labels?.[0]?.textContent === 'Bottom');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  const outline = () => document.querySelector('[data-view="measured"] polygon[data-part="work"]').getAttribute('points');
  input.focus();
  for (let i = 0; i < 60; i++) {
    const before = outline();
    const start = performance.now();
    set.call(input, String(806 + (i % 9)));
    input.dispatchEvent(new Event('input', { bubbles: true }));
    while (outline() === before) {
      await new Promise((done) => requestAnimationFrame(done));
      if (performance.now() - start > 20000) throw new Error('the object did not follow');
    }
    await new Promise((done) => requestAnimationFrame(done));
    times.push(performance.now() - start);
  }
  return times;
}
"""

# A hand that goes there and back, 120 times a second: told by the page itself, for a driver from outside is slower than the page.
DRAGGED = """
async ([grip, view, part, step]) => {
  const held = document.querySelector(grip);
  const box = held.getBoundingClientRect();
  const x = box.x + Math.min(60, box.width / 2), y = box.y + Math.min(60, box.height / 2);
  const drawn = () => {
    const shape = document.querySelector(`[data-view="${view}"] [data-part="${part}"]`);
    return ['points', 'cx', 'cy'].map((name) => shape.getAttribute(name)).join();
  };
  let seen = drawn(), redraws = 0, frames = 0, on = true;
  const tick = () => { frames++; const now = drawn(); if (now !== seen) { seen = now; redraws++; } if (on) requestAnimationFrame(tick); };
  requestAnimationFrame(tick);
  const start = performance.now();
  for (let i = 0; performance.now() - start < 3000; i++) {
    const way = i % 48 < 24 ? i % 24 : 24 - (i % 24);
    held.dispatchEvent(new PointerEvent('pointermove', { bubbles: true, pointerId: 1, clientX: x + way * step, clientY: y }));
    await new Promise((done) => setTimeout(done, 8));
  }
  const seconds = (performance.now() - start) / 1000;
  on = false;
  return [redraws / seconds, frames / seconds];
}
"""


@contextmanager
def _page() -> Iterator[Page]:
    with sync_playwright() as play:
        browser = play.chromium.launch(
            executable_path=CHROMIUM, args=["--no-sandbox", "--disable-gpu", "--disable-background-networking"]
        )
        yield browser.new_page(viewport={"width": 1280, "height": 800})
        browser.close()


def script_size() -> None:
    """What is loaded before a piece is seen: the page with the rack, and the sheet. What is loaded when a place is opened is not counted."""
    assets = ROOT / "web" / "dist" / "assets"
    first = (ROOT / "web" / "dist" / "index.html").read_text()
    size = {p.name: len(gzip.compress(p.read_bytes(), 9)) / 1000 for p in assets.glob("*.js")}
    rack = sum(kb for name, kb in size.items() if name in first or name.startswith("client-"))
    sheet = rack + sum(kb for name, kb in size.items() if name.startswith("Sheet-"))
    line(
        "first load of a sheet, compressed script",
        sheet,
        "kB",
        170,
        f"of the rack {rack:.0f}; all there is {sum(size.values()):.0f}",
    )


def sheet(base: str) -> None:
    """Keys and drags on the sheet."""
    pieces = {p["name"]: p["id"] for p in json.load(urlopen(f"{base}/api/pieces"))["rows"]}
    with _page() as page:
        address = f"{base}/pieces/{pieces['Start line, dawn']}"
        page.goto(f"{address}/measure")
        page.locator("[data-figure]").first.wait_for()
        times = page.evaluate(KEY_TO_DRAWING)
        line("key press to redrawn sheet, p95", p95(times), "ms", 80, f"median {statistics.median(times):.0f}")
        page.goto(f"{base}/pieces/{pieces['First Quillbeck circuit']}/measure")
        page.locator("[data-figure]").first.wait_for()
        times = page.evaluate(KEY_TO_OUTLINE)
        line("typed reading to the drawn object, p95", p95(times), "ms", 80, f"median {statistics.median(times):.0f}")
        page.goto(f"{address}/depth")
        _drag(page, '[data-grip="bar"]', "a bar dragged", "section", "bar")
        full = Request(f"{base}/api/pieces/import", piece_to_json(thirty()).encode(), {"Content-Type": "application/json"})
        page.goto(f"{base}/pieces/{json.load(urlopen(full))['id']}/arrange")
        _drag(page, '[data-item="b14"]', "one of 30 things dragged", "face", "item.b14")


def rack(base: str, count: int) -> None:
    """From going to the rack to the first card on the screen."""
    with _page() as page:
        times = []
        for _ in range(5):
            start = time.perf_counter()
            page.goto(f"{base}/?sort=name")
            page.locator("[data-piece]").first.wait_for()
            times.append(time.perf_counter() - start)
        line(f"rack of {count}: first card on the screen", statistics.median(times), "s", 1)


def _drag(page: Page, grip: str, what: str, view: str, part: str) -> None:
    """A part taken there and back for three seconds: new plans drawn, and frames."""
    element = page.locator(grip)
    element.wait_for()
    # What is fetched ahead is there before the hand takes hold.
    page.wait_for_timeout(1500)
    box = element.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + min(60, box["width"] / 2), box["y"] + min(60, box["height"] / 2))
    page.mouse.down()
    drawn, frames = page.evaluate(DRAGGED, [grip, view, part, max(box["height"] / 76, 1.5)])
    page.mouse.up()
    line(f"{what}: new plans drawn a second", drawn, "", 20, f"{frames:.0f} frames a second", at_least=True)
