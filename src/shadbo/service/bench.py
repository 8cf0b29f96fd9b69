"""How fast it is, printed: the core, the server on loopback, the screen in Chromium. Never asserted by a test.

Ratios tell more than milliseconds across machines: each time stands beside the figure to reach and a plain loop's time.
"""

from __future__ import annotations

import gc
import gzip
import json
import random
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import TYPE_CHECKING
from urllib.request import Request, urlopen

from shadbo.core.contract.checks import Checklist
from shadbo.core.contract.display import Context
from shadbo.core.displays.on_board.sizes import size_up
from shadbo.core.document.decisions.canvas import OnBoard
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.objects import FlatWork
from shadbo.core.document.piece import Piece, document_of, load_piece
from shadbo.core.framing.arrange.packing import smallest_box
from shadbo.core.framing.placing import Border, best, solve
from shadbo.core.planning.comparing import compare
from shadbo.core.planning.edits import apply_edits
from shadbo.core.planning.item_edits import MoveItems
from shadbo.core.planning.plan import PLAN_JSON, plan
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Book, Speaker
from shadbo.demo import demo_pieces
from shadbo.exports.pieces import piece_to_json
from shadbo.service.postgres import Cluster
from shadbo.service.serving import demo_server
from shadbo.settings import ROOT

if TYPE_CHECKING:
    from playwright.sync_api import Page

PORT = 8479
CHROMIUM = "/usr/bin/chromium"


def _times(work: Callable[[], object], rounds: int) -> list[float]:
    """Milliseconds of each round, after a tenth as many to warm up."""
    for _ in range(max(1, rounds // 10)):
        work()
    out = []
    for _ in range(rounds):
        start = time.perf_counter()
        work()
        out.append((time.perf_counter() - start) * 1000)
    return out


def _p95(times: list[float]) -> float:
    return sorted(times)[int(len(times) * 0.95)]


def _line(what: str, got: float, unit: str, reach: float, more: str = "", *, at_least: bool = False) -> None:
    good = got >= reach if at_least else got <= reach
    word = "≥" if at_least else "≤"
    print(f"{what:<46} {got:9.2f} {unit:<4} {word} {reach:g} {unit:<4} {'' if good else 'FALLS SHORT'} {more}")


def bench() -> int:
    # As the server does: what is loaded for good is not walked again while somebody waits.
    gc.collect()
    gc.freeze()
    unit_of_work = statistics.median(_times(lambda: sum(i * i for i in range(20_000)), 50))
    print(f"plain loop of 20 000 squares: {unit_of_work:.2f} ms (for ratios)\n")
    _placing()
    _wrapping()
    _boxes(unit_of_work)
    for piece in demo_pieces():
        median = statistics.median(_times(lambda piece=piece: plan(piece, HOUSE_SHOP), 200))  # type: ignore[misc]
        _line(f"core plan, {piece.name}", median, "ms", 3, f"{median / unit_of_work:.1f} loops")
    _comparing(unit_of_work)
    worked = plan(demo_pieces()[0], HOUSE_SHOP)
    print(f"{'plan as JSON':<46} {len(PLAN_JSON.dump_json(worked)) / 1024:9.1f} kB")
    _script_size()
    with tempfile.TemporaryDirectory(prefix="shadbo-bench-", dir="/tmp") as folder:
        Path(folder).chmod(0o755)
        cluster = Cluster(Path(folder) / "cluster", throwaway=True)
        cluster.start()
        try:
            _served(cluster)
        finally:
            cluster.remove()
    return 0


def _placing() -> None:
    """A sheet with 24 stations a side, its readings new each time, so that nothing is remembered."""
    document = document_of(next(p for p in demo_pieces() if p.object.type == "flat_work"))
    seed = random.Random(24)

    def borders_now() -> Sequence[Border]:
        for axis in ("width", "height"):
            document["object"][axis]["more"] = [
                {"at": at, "readings": [{"mm": 810 + seed.randrange(-30, 30) / 10}]}
                for at in range(25, 975, 45)
                if at != 475
            ]
        piece = load_piece(document)
        assert isinstance(piece.object, FlatWork) and isinstance(piece.display, OnBoard)
        context = Context(
            piece, piece.object, piece.display, HOUSE_SHOP, Book(), Checklist(), Speaker(HOUSE_SHOP.showing)
        )
        return size_up(context).found

    sheets = [borders_now() for _ in range(40)]
    # Sizing them up has solved each already.
    solve.cache_clear()
    times = []
    for found in sheets:
        start = time.perf_counter()
        best(found)
        times.append((time.perf_counter() - start) * 1000)
    stations = len({b.station for b in sheets[0]})
    _line(
        f"placing over {stations} stations, median",
        statistics.median(times),
        "ms",
        10,
        f"{len(sheets[0])} borders, slowest {max(times):.1f}",
    )


def thirty() -> Piece:
    """Thirty things of many shapes in one box, put there by hand, each with where it is fixed."""
    shapes = ("circle", "rectangle", "ellipse", "outline", "circle")
    shield = [[-16, -18], [0, -21], [16, -18], [14, 4], [0, 20], [-14, 4]]
    held = [
        {
            "key": f"b{i}", "name": f"Badge {i}", "kind": "badge", "shape": shapes[i % 5], "outline": shield if shapes[i % 5] == "outline" else [],
            "width": {"middle": [{"mm": 32}]}, "height": {"centre": [{"mm": 32 + i % 3}]}, "front": 3 + i % 4, "behind": 6,
            "anchors": [{"how": "hole", "x": 0, "y": -6}],
            "place": {"x": (i % 6) * 60 - 150, "y": (i // 6) * 60 - 120, "turn": 15 if i % 7 == 3 else 0},
        }
        for i in range(30)
    ]  # fmt: skip
    return load_piece({
        "format": "shadbo.piece/1", "name": "Thirty badges", "object": {"type": "things", "items": held},
        "display": {"type": "shadow_box", "frame": {"make": "new", "moulding": "ash-box-22x45"}, "border": 40},
    })  # fmt: skip


def _boxes(unit_of_work: float) -> None:
    """A box of thirty things while one of them moves, and the smallest box for twelve."""
    piece = thirty()
    step = iter(range(1, 100_000))

    def moved() -> object:
        edit = MoveItems(items=["b14"], right=next(step) % 20 - 10, unit="mm")
        return plan(apply_edits(piece, [edit], HOUSE_SHOP), HOUSE_SHOP)

    median = statistics.median(_times(lambda: plan(piece, HOUSE_SHOP), 100))
    _line("core plan of 30 things in a box", median, "ms", 15, f"{median / unit_of_work:.1f} loops")
    print(f"{'  with one of them moved first':<46} {statistics.median(_times(moved, 40)):9.2f} ms")
    seed = random.Random(12)
    times = []
    for _ in range(20):
        sizes = [(Fraction(seed.randrange(200, 1500), 10), Fraction(seed.randrange(200, 1500), 10)) for _ in range(12)]
        start = time.perf_counter()
        smallest_box(sizes, Fraction(20), True)
        times.append((time.perf_counter() - start) * 1000)
    _line("smallest box for 12 things, median", statistics.median(times), "ms", 200, f"slowest {max(times):.0f}")


def _comparing(unit_of_work: float) -> None:
    """Every way of showing one object, of the piece that has most of them."""
    pieces = demo_pieces()
    most = max(pieces, key=lambda piece: len(compare(piece, HOUSE_SHOP).ways))
    ways = len(compare(most, HOUSE_SHOP).ways)
    median = statistics.median(_times(lambda: compare(most, HOUSE_SHOP), 30))
    _line(
        "all ways of showing one object",
        median,
        "ms",
        150,
        f"{most.name}: {ways} worked out, {median / unit_of_work:.0f} loops",
    )
    together = statistics.median(_times(lambda: [plan(piece, HOUSE_SHOP) for piece in pieces], 10))
    _line(
        f"core plans of all {len(pieces)} demo pieces together",
        together,
        "ms",
        250,
        f"{together / unit_of_work:.0f} loops",
    )


def _wrapping() -> None:
    """A picture of 60 million pixels: its wrap made by the process that does it, and what that process needs."""
    from PIL import Image

    with tempfile.TemporaryDirectory(prefix="shadbo-bench-", dir="/tmp") as folder:
        source, target = Path(folder) / "road.jpg", Path(folder) / "print"
        small = Image.effect_noise((1200, 800), 60).convert("RGB")
        small.resize((9480, 6330)).save(source, "JPEG", quality=90)
        order = {"do": "print", "path": str(source), "name": "road.jpg", "target": str(target),
                 "asked": {"width": 1500, "height": 1000, "edge": 42, "wrap": "mirrored"}}  # fmt: skip
        code = (
            "import resource, sys; from shadbo.exports.picture_process import main; main(); "
            "print(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss, file=sys.stderr)"
        )
        start = time.perf_counter()
        done = subprocess.run(
            [sys.executable, "-c", code], input=json.dumps(order), text=True, capture_output=True, check=True
        )
        seconds = time.perf_counter() - start
    told = sum("done" in line for line in done.stdout.splitlines())
    _line("wrap of a 60-megapixel picture", seconds, "s", 10, f"told {told} times how far it is")
    _line("  memory it needs", int(done.stderr.split()[-1]) / 1024, "MB", 1000)


def _script_size() -> None:
    scripts = list((ROOT / "web" / "dist" / "assets").glob("*.js"))
    size = sum(len(gzip.compress(p.read_bytes(), 9)) for p in scripts) / 1000
    _line("first load, compressed script", size, "kB", 300)


def _served(cluster: Cluster) -> None:
    with demo_server(cluster, "bench", PORT) as server:
        _requests(server.base)
        _browser(server.base)
        if server.process:
            _line("memory of the server", _memory(server.process.pid), "MB", 250)


def _memory(pid: int) -> float:
    status = Path(f"/proc/{pid}/status").read_text()
    return next(int(row.split()[1]) for row in status.splitlines() if row.startswith("VmRSS")) / 1024


def _requests(base: str) -> None:
    piece = next(p["id"] for p in json.load(urlopen(f"{base}/api/pieces"))["rows"] if p["name"] == "Start line, dawn")
    body = json.dumps(
        {"edits": [{"op": "type", "pointer": "/object/width/top/0", "text": "603", "unit": "mm"}]}
    ).encode()
    request = Request(f"{base}/api/pieces/{piece}/preview", body, {"Content-Type": "application/json"})
    times = _times(lambda: urlopen(request).read(), 300)
    _line("plan request on loopback, p95", _p95(times), "ms", 15, f"median {statistics.median(times):.1f}")


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

FRAMES = """
async ([view, part]) => {
  window.__frames = []; window.__on = true; let last = performance.now();
  const polygon = () => {
    const drawn = document.querySelector(`[data-view="${view}"] [data-part="${part}"]`);
    return ['points', 'cx', 'cy'].map((name) => drawn.getAttribute(name)).join();
  };
  let seen = polygon(); window.__redraws = 0;
  const tick = () => {
    const now = performance.now(); window.__frames.push(now - last); last = now;
    const is = polygon(); if (is !== seen) { seen = is; window.__redraws++; }
    if (window.__on) requestAnimationFrame(tick);
  };
  requestAnimationFrame(tick);
}
"""


def _browser(base: str) -> None:
    from playwright.sync_api import sync_playwright

    pieces = {p["name"]: p["id"] for p in json.load(urlopen(f"{base}/api/pieces"))["rows"]}
    with sync_playwright() as play:
        browser = play.chromium.launch(
            executable_path=CHROMIUM, args=["--no-sandbox", "--disable-gpu", "--disable-background-networking"]
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        address = f"{base}/pieces/{pieces['Start line, dawn']}"
        page.goto(f"{address}/measure")
        page.locator("[data-figure]").first.wait_for()
        times = page.evaluate(KEY_TO_DRAWING)
        _line("key press to redrawn sheet, p95", _p95(times), "ms", 100, f"median {statistics.median(times):.0f}")
        page.goto(f"{base}/pieces/{pieces['First Quillbeck circuit']}/measure")
        page.locator("[data-figure]").first.wait_for()
        times = page.evaluate(KEY_TO_OUTLINE)
        _line(
            "typed reading to the drawn object, p95", _p95(times), "ms", 100, f"median {statistics.median(times):.0f}"
        )
        full = Request(
            f"{base}/api/pieces/import", piece_to_json(thirty()).encode(), {"Content-Type": "application/json"}
        )
        page.goto(f"{base}/pieces/{json.load(urlopen(full))['id']}/arrange")
        _drag(page, '[data-item="b14"]', "item of 30 dragged", "face", "item.b14")
        page.goto(f"{address}/depth")
        _drag(page, '[data-grip="bar"]', "drag", "section", "bar")
        browser.close()


def _drag(page: Page, grip: str, what: str, view: str, part: str) -> None:
    """A part taken twelve millimetres there and back: frames a second, and new plans drawn."""
    element = page.locator(grip)
    element.wait_for()
    box = element.bounding_box()
    assert box is not None
    x, y = box["x"] + min(60, box["width"] / 2), box["y"] + min(60, box["height"] / 2)
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate(FRAMES, [view, part])
    start = time.perf_counter()
    for i in range(120):
        # There and back: every move is a new plan.
        page.mouse.move(x + (i % 24 if i % 48 < 24 else 24 - i % 24) * max(box["height"] / 76, 1.5), y)
        time.sleep(1 / 120)
    seconds = time.perf_counter() - start
    frames, redraws = page.evaluate("() => { window.__on = false; return [window.__frames, window.__redraws] }")
    page.mouse.up()
    _line(
        f"{what}, frames a second",
        1000 / statistics.mean(frames),
        "",
        30,
        f"{redraws / seconds:.0f} new plans drawn a second",
        at_least=True,
    )
