"""Changes the trade on purpose and looks whether the tests find it: ``./shadbo test --mutants [how many]``, not part of a run.

Each change is one a tired hand makes: a sign turned, a factor of two forgotten, the smallest taken for the largest, a limit moved over by one, a
part left out of a list, a fixing 10 mm beside its place, two operations told the other way round. It is made in a copy of the tree; the tests of
its room and of whole jobs run there, the first that fails ends them. What survives is printed with its place: a test to be written.
"""

from __future__ import annotations

import ast
import random
import shutil
import subprocess
import sys
import tempfile
from collections import Counter
from collections.abc import Iterator
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
CORE = Path("src/shadbo/core")
# Rooms in which a length, a count, a place or an order is worked out.
ROOMS = ("displays", "framing", "finishing", "measuring", "job", "quantity", "science")
# Drawings and panels say nothing that is cut by; what proves a job is a test itself, and nothing else tests it.
QUIET = ("panels.py", "drawing.py", "item_panels.py", "choices", "methods.py", "words", "framing/apart.py", "measuring/desk.py")
QUIET += ("job/in_space.py", "job/proving.py")
LONGEST = 1500  # What runs on for longer counts as not found.
# What a space is taught in the copy: to put a fixing 10 mm to the right of where it is told.
BESIDE = """

def _beside(self, part, label, start, end, through, into):
    moved = [(mm(x) + 10, y, z) for x, y, z in (start, end)]
    self.fix(part, label, *moved, through, into)


Space.fix_beside = _beside
"""
Change = tuple[Path, int, str, str, str]  # file, line, what kind, before, after


def changes(file: Path) -> Iterator[Change]:
    """Every change of these kinds that can be made in a module, each of one piece of one line."""
    text = (ROOT / file).read_text()
    lines = text.splitlines()
    for node in ast.walk(ast.parse(text)):
        line = getattr(node, "lineno", 0)
        source = lines[line - 1] if line else ""
        if isinstance(node, ast.BinOp) and node.lineno == node.end_lineno:
            whole = ast.get_source_segment(text, node) or ""
            left, right = (ast.get_source_segment(text, side) or "" for side in (node.left, node.right))
            if isinstance(node.op, (ast.Add, ast.Sub)) and '"' not in whole and "(" not in (left[:1], right[:1]):
                sign, other = ("+", "-") if isinstance(node.op, ast.Add) else ("-", "+")
                yield file, line, "a sign turned", whole, f"{left} {other} {right}" if f"{left} {sign} {right}" == whole else ""
            if isinstance(node.op, ast.Mult) and left == "2":
                yield file, line, "once for twice", whole, right
        elif isinstance(node, ast.Attribute) and node.attr in ("into", "cover", "largest", "smallest"):
            swap = {"into": "cover", "cover": "into", "largest": "smallest", "smallest": "largest"}[node.attr]
            yield file, line, "the other reading", f".{node.attr}", f".{swap}"
        elif isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute) and node.func.attr == "fix":
            yield file, line, "a fixing beside its place", ".fix(", ".fix_beside("
        elif (
            isinstance(node, ast.Call)
            and isinstance(node.func, ast.Name)
            and node.func.id == "got"
            and source.strip().startswith("got(")
        ):
            yield file, line, "a part left out", source, "" if source.rstrip().endswith("),") else source
        elif isinstance(node, ast.keyword) and node.arg == "needs" and node.value.lineno == node.value.end_lineno:
            yield file, node.value.lineno, "told too early", lines[node.value.lineno - 1], ""


def made(change: Change, tree: Path) -> bool:
    """Makes a change in a tree; False where it can’t be made as a whole line of sense."""
    file, line, kind, before, after = change
    path = tree / file
    lines = path.read_text().splitlines()
    if kind == "a fixing beside its place":
        with (tree / CORE / "contract" / "bodies.py").open("a") as bodies:
            bodies.write(BESIDE)
    if lines[line - 1].count(before) != 1 or before == after:
        return False
    changed = lines[line - 1].replace(before, after)
    if kind == "a part left out" and after:
        return False
    lines[line - 1] = changed
    text = "\n".join(line for i, line in enumerate(lines) if line.strip() or i != change[1] - 1) + "\n"
    try:
        ast.parse(text)
    except SyntaxError:
        return False
    path.write_text(text)
    return True


def found(change: Change, tree: Path) -> bool:
    """Whether the jobs that were read change, or the tests of its room, of published sums, of displays or of whole jobs fail."""
    room = change[0].relative_to(CORE).parts[0]
    near = (f"tests/core/{room}", "tests/published", "tests/core/displays", "tests/core/job")
    beside = [folder for folder in dict.fromkeys(near) if (tree / folder).is_dir()]
    named = [
        str(p.relative_to(tree)) for p in tree.glob("tests/core/**/test_*.py") if p.stem.removeprefix("test_") in change[0].parts
    ]
    return fails(tree, "-n", "2", "tests/core/job/test_jobs.py", "tests/core/job/test_many.py", *named) or fails(
        tree, "-n", "2", *beside
    )


def fails(tree: Path, *which: str) -> bool:
    command = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", "--no-header", *which]
    env = {"PYTHONPATH": str(tree / "src"), "PATH": "/usr/bin:/bin", "HOME": str(tree)}
    try:
        done = subprocess.run(command, cwd=tree, env=env, capture_output=True, timeout=LONGEST)
    except subprocess.TimeoutExpired:
        return False
    # Workers that are stopped at the first failure end as interrupted; what can’t be collected is no change that was found.
    return done.returncode in (1, 2) and b" failed" in done.stdout


def main(most: int) -> int:
    """Tries so many changes, spread evenly over the rooms; ends with 1 where fewer than 95 of 100 are found."""
    draw = random.Random(most)
    by_room: dict[str, list[Change]] = {}
    for room in ROOMS:
        files = [p.relative_to(ROOT) for p in sorted((ROOT / CORE / room).rglob("*.py")) if not any(q in str(p) for q in QUIET)]
        by_room[room] = [c for file in files for c in changes(file) if c[4] or c[2] in ("a part left out", "told too early")]
        draw.shuffle(by_room[room])
    tried: Counter[bool] = Counter()
    with tempfile.TemporaryDirectory(prefix="shadbo-mutants-") as folder:
        while sum(tried.values()) < most and any(by_room.values()):
            for room in ROOMS:
                while by_room[room] and sum(tried.values()) < most:
                    change, tree = by_room[room].pop(), Path(folder) / "tree"
                    shutil.rmtree(tree, ignore_errors=True)
                    for part in ("src", "tests"):
                        shutil.copytree(ROOT / part, tree / part, ignore=shutil.ignore_patterns("__pycache__"))
                    shutil.copy(ROOT / "pyproject.toml", tree)
                    if not made(change, tree):
                        continue
                    yes = found(change, tree)
                    tried[yes] += 1
                    file, line, kind, before, _ = change
                    print(
                        f"{'found    ' if yes else 'SURVIVED '} {kind}: {file.relative_to(CORE)}:{line}  {before.strip()[:70]}",
                        flush=True,
                    )
                    break
    share = tried[True] / max(sum(tried.values()), 1)
    print(f"{tried[True]} of {sum(tried.values())} changes found")
    return 0 if share >= 0.95 else 1


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]) if len(sys.argv) > 1 else 60))
