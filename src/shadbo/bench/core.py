"""What the core takes: plans by stage and whole, comparing, placing, packing, wrapping."""

from __future__ import annotations

import json
import random
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Sequence
from pathlib import Path

from shadbo.bench.timing import in_turn, line
from shadbo.core.contract.display import Context
from shadbo.core.contract.parts import cut
from shadbo.core.displays.on_board.sizes import size_up
from shadbo.core.document.decisions.canvas import OnBoard
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.objects import FlatWork
from shadbo.core.document.piece import Piece, document_of, load_piece
from shadbo.core.framing.apart import apart_view
from shadbo.core.framing.arrange.packing import smallest_box
from shadbo.core.framing.placing import Border, best, solve
from shadbo.core.job.joining import join
from shadbo.core.job.proving import prove
from shadbo.core.planning.comparing import compare
from shadbo.core.planning.plan import Only, _display_plan, plan
from shadbo.core.quantity.exact import Fraction
from shadbo.demo import demo_pieces
from shadbo.shop.days.ready import days_alone


def print_lines() -> None:
    pieces = demo_pieces()
    canvas = next(p for p in pieces if p.display.type == "floater")
    jersey = next(p for p in pieces if p.display.type == "matted_box")
    _stages("a canvas", canvas, 3)
    _stages("the jersey", jersey, 8)
    _stages("30 things in a box", thirty(), 10)
    _proved(canvas)
    whole = in_turn(lambda: plan(canvas, HOUSE_SHOP), 60)
    line("whole plan of a floated canvas", whole.in_loops, "loops", 6, f"{whole.median:.1f} ms")
    every = in_turn(lambda: [plan(piece, HOUSE_SHOP) for piece in pieces], 10)
    line(f"whole plans of all {len(pieces)} demo pieces", every.in_loops, "loops", 100, f"{every.median:.0f} ms")
    most = max(pieces, key=lambda piece: len(compare(piece, HOUSE_SHOP, days_alone).ways))
    ways = in_turn(lambda: compare(most, HOUSE_SHOP, days_alone), 30)
    told = f"{most.name}: {len(compare(most, HOUSE_SHOP, days_alone).ways)} worked out, {ways.median:.0f} ms"
    line("all ways of showing one object", ways.in_loops, "loops", 40, told)
    _placing()
    _packing()
    _wrapping()


def _proved(piece: Piece) -> None:
    """The proof of a job in time, number, place and weight, and all of it drawn laid apart; both for a canvas in a floater."""
    context, display_plan, *_ = _display_plan(piece, HOUSE_SHOP, "")
    job = join((*map(cut, display_plan.cuts), *display_plan.parts()), display_plan.steps())
    assert display_plan.space is not None
    space, weighed = display_plan.space(), [w.part for w in display_plan.weights]
    proof = in_turn(lambda: prove(job, context.book, space, weighed), 60)
    line("proof of a job", proof.in_loops, "loops", 0.3)
    apart = in_turn(lambda: apart_view(space, {}), 60)
    line("all of it laid apart", apart.in_loops, "loops", 1.5)


def _stages(what: str, piece: Piece, reach: float) -> None:
    """One stage after another, each as it is asked for when it is open; the line is their median, the dearest beside it."""
    found = {}
    for stage in plan(piece, HOUSE_SHOP).stages:
        only = Only(stage.key)
        found[stage.key] = in_turn(lambda only=only: plan(piece, HOUSE_SHOP, only=only), 40).in_loops  # type: ignore[misc]
    dearest = max(found, key=lambda key: found[key])
    line(f"one stage of {what}", statistics.median(found.values()), "loops", reach, f"dearest: {dearest}, {found[dearest]:.1f}")


def _placing() -> None:
    """A sheet with 24 stations a side, its readings new each time, so that nothing is remembered."""
    document = document_of(next(p for p in demo_pieces() if p.object.type == "flat_work"))
    seed = random.Random(24)

    def borders_now() -> Sequence[Border]:
        for axis in ("width", "height"):
            document["object"][axis]["more"] = [
                {"at": at, "readings": [{"mm": 810 + seed.randrange(-30, 30) / 10}]} for at in range(25, 975, 45) if at != 475
            ]
        piece = load_piece(document)
        assert isinstance(piece.object, FlatWork) and isinstance(piece.display, OnBoard)
        context = Context.of(piece, HOUSE_SHOP)
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
    line(
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
            "key": f"b{i}",
            "name": f"Badge {i}",
            "kind": "badge",
            "shape": shapes[i % 5],
            "outline": shield if shapes[i % 5] == "outline" else [],
            "width": {"middle": [{"mm": 32}]},
            "height": {"centre": [{"mm": 32 + i % 3}]},
            "front": 3 + i % 4,
            "behind": 6,
            "anchors": [{"how": "hole", "x": 0, "y": -6}],
            "place": {"x": (i % 6) * 60 - 150, "y": (i // 6) * 60 - 120, "turn": 15 if i % 7 == 3 else 0},
        }
        for i in range(30)
    ]
    return load_piece(
        {
            "format": "shadbo.piece/1",
            "name": "Thirty badges",
            "object": {"type": "things", "items": held},
            "display": {"type": "shadow_box", "frame": {"make": "new", "moulding": "ash-box-22x45"}, "border": 40},
        }
    )


def _packing() -> None:
    """The smallest box for twelve things."""
    seed = random.Random(12)
    times = []
    for _ in range(20):
        sizes = [(Fraction(seed.randrange(200, 1500), 10), Fraction(seed.randrange(200, 1500), 10)) for _ in range(12)]
        start = time.perf_counter()
        smallest_box(sizes, Fraction(20), True)
        times.append((time.perf_counter() - start) * 1000)
    line("smallest box for 12 things, median", statistics.median(times), "ms", 200, f"slowest {max(times):.0f}")


def _wrapping() -> None:
    """A picture of 60 million pixels: its wrap made by the process that does it, and what that process needs."""
    from PIL import Image

    with tempfile.TemporaryDirectory(prefix="shadbo-bench-", dir="/tmp") as folder:
        source, target = Path(folder) / "road.jpg", Path(folder) / "print"
        small = Image.effect_noise((1200, 800), 60).convert("RGB")
        small.resize((9480, 6330)).save(source, "JPEG", quality=90)
        order = {
            "do": "print",
            "path": str(source),
            "name": "road.jpg",
            "target": str(target),
            "asked": {"width": 1500, "height": 1000, "edge": 42, "wrap": "mirrored"},
        }
        code = (
            "import resource, sys; from shadbo.exports.picture_process import main; main(); "
            "print(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss, file=sys.stderr)"
        )
        start = time.perf_counter()
        done = subprocess.run([sys.executable, "-c", code], input=json.dumps(order), text=True, capture_output=True, check=True)
        seconds = time.perf_counter() - start
    told = sum("done" in line for line in done.stdout.splitlines())
    line("wrap of a 60-megapixel picture", seconds, "s", 10, f"told {told} times how far it is")
    line("  memory it needs", int(done.stderr.split()[-1]) / 1024, "MB", 1000)
