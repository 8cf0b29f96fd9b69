"""Two hundred pieces of every display, and what is planned for each: what changes a plan on purpose or by a slip is seen, and where.

They were chosen out of some 1 700 (begun, chosen on from the plan’s own choices, drawn at random) so that nearly every line of the trade that any of them
runs is run by three of them, where three do. They stand as they were written, in names of their day, so that they are also what old files are.

``python -m tests.core.job.many`` writes anew what is planned; ``python -m tests.core.job.many REVISION`` tells the lines that differ from what that
revision planned, for somebody to read first.
"""

from __future__ import annotations

import difflib
import json
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from hashlib import sha256
from pathlib import Path

from shadbo.core import HOUSE_SHOP, Piece, plain
from shadbo.core.contract.views import View
from shadbo.core.document.piece import load_piece
from shadbo.core.planning.plan import plan_and_book
from tests.core.job.jobs import read, shown

HERE = Path(__file__).parent
PIECES, READ = HERE / "many.jsonl", HERE / "many.txt"
ROOT = HERE.parents[2]
# What a plan is told apart by, so that one sees at a glance what a change reaches.
SECTIONS = ("job", "figures", "places", "checks", "asked", "drawn")


def many() -> list[Piece]:
    return [load_piece(json.loads(line)) for line in PIECES.read_text().splitlines()]


def sections(piece: Piece) -> Iterator[list[str]]:
    """A plan as lines: its job as it is printed, its figures, where everything lies, its checks with their ways out, what is asked, and
    its drawings."""
    lines = list(read(piece))
    figures, places = lines.index("Figures"), lines.index("Places")
    worked, book = plan_and_book(piece, HOUSE_SHOP)
    told_why = (f"  {name}: {plain(line, 'mm')}" for name, count in sorted(book.counts.items()) for line in count.working)
    yield lines[:figures]
    yield [*lines[figures:places], *told_why]
    yield lines[places:]
    yield [
        f"{c.severity} {c.key} at {c.stage}: {plain(c.say, 'mm')} {plain(c.why, 'mm')} {[(plain(w.say, 'mm'), w.patch) for w in c.ways]}"
        for c in worked.checks
    ]
    yield [
        f"{stage.key} {getattr(i, 'pointer', '') or getattr(i, 'key', '')} {i.kind}"
        + "".join(
            f"\n  {o.key} {plain(o.label, 'mm')} {plain(o.detail, 'mm')} {o.chosen} {o.patch}" for o in getattr(i, "options", ())
        )
        for stage in worked.stages
        for i in stage.inputs
    ]
    yield [line for view in worked.views for line in _drawn(view)]


def _drawn(view: View) -> Iterator[str]:
    yield f"{view.key} {view.title} {shown(view.width)} × {shown(view.height)}"
    for shape in view.shapes:
        points = "; ".join(f"{shown(x)} {shown(y)}" for x, y in shape.points)
        yield f"  {shape.part} {shape.label} {shape.material} {shape.kind} {points} {shown(shape.radius)} {shape.text}"
    for line in view.dimensions:
        yield f"  {line.figure} {line.axis} {shown(line.start)} to {shown(line.end)} at {shown(line.base)} {line.side} {line.lane} {line.stages}"
    yield from (f"  {h.part} {h.axis} {h.pointer} {h.figure} {shown(h.per)} {h.stages}" for h in view.handles)


def told(piece: Piece) -> str:
    """One line of a piece: its name, and a mark for each section."""
    marks = (sha256("\n".join(lines).encode()).hexdigest()[:8] for lines in sections(piece))
    return f"{piece.name}: {' '.join(marks)}"


def written(piece: Piece) -> Iterator[str]:
    for name, lines in zip(SECTIONS, sections(piece), strict=True):
        yield f"{piece.name}, {name}"
        yield from (part for line in lines for part in line.split("\n"))


def since(revision: str) -> Iterator[str]:
    """The lines that differ from what an earlier revision planned for the same pieces."""
    with tempfile.TemporaryDirectory(prefix="shadbo-many-") as folder:
        tree = Path(folder) / "tree"
        subprocess.run(["git", "worktree", "add", "-q", "--detach", str(tree), revision], cwd=ROOT, check=True)
        try:
            env = {"PYTHONPATH": f"{tree / 'src'}:{tree}", "PATH": "/usr/bin:/bin"}
            command = [sys.executable, "-m", "tests.core.job.many", "--written"]
            before = subprocess.run(command, cwd=tree, env=env, capture_output=True, text=True, check=True).stdout
        finally:
            subprocess.run(["git", "worktree", "remove", "--force", str(tree)], cwd=ROOT, check=True)
    now = [line for piece in many() for line in written(piece)]
    yield from difflib.unified_diff(before.splitlines(), now, revision, "now", lineterm="", n=1)


if __name__ == "__main__":
    match sys.argv[1:]:
        case []:
            READ.write_text("\n".join(map(told, many())) + "\n")
        case ["--written"]:
            print("\n".join(line for piece in many() for line in written(piece)))
        case [revision]:
            print("\n".join(since(revision)))
