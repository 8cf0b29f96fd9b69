"""How the house is built: what may import what, and that every name that is spoken of is there."""

from __future__ import annotations

import ast
from pathlib import Path

import shadbo
import shadbo.core
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.quantity.sources import SOURCES
from shadbo.demo import demo_pieces

HOUSE = Path(shadbo.__file__).parent
# A room may import itself and the rooms named here.
MAY = {
    "core": set(),
    "exports": {"core"},
    "store": {"core", "exports"},
    "demo": {"core", "exports", "store"},
    "api": {"core", "exports", "store"},
    "service": {"core", "exports", "store", "demo", "api"},
}


# The rooms of the core, lowest first: each may import those before it.
ROOMS = ("quantity", "science", "document", "contract", "measuring", "framing", "finishing", "displays", "planning")


def imports(path: Path) -> set[str]:
    found: set[str] = set()
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Import):
            found |= {alias.name for alias in node.names}
        elif isinstance(node, ast.ImportFrom) and node.module:
            found.add(node.module)
            found |= {f"{node.module}.{alias.name}" for alias in node.names}
    return found


def test_imports_run_one_way() -> None:
    for path in HOUSE.rglob("*.py"):
        room = path.relative_to(HOUSE).parts[0]
        if room.endswith(".py"):
            continue
        for name in imports(path):
            parts = name.split(".")
            if parts[0] == "shadbo" and len(parts) > 1 and parts[1] in MAY and parts[1] != room:
                assert parts[1] in MAY[room], f"{path.relative_to(HOUSE)} imports {name}"


def test_rooms_of_the_core_import_only_what_lies_below() -> None:
    core = HOUSE / "core"
    assert {p.name for p in core.iterdir() if p.name != "__pycache__"} == {*ROOMS, "__init__.py"}
    for path in core.rglob("*.py"):
        room = path.relative_to(core).parts[0]
        if room == "__init__.py":
            continue
        for name in imports(path):
            parts = name.split(".")
            if parts[:2] == ["shadbo", "core"]:
                assert len(parts) > 2 and parts[2] in ROOMS, f"{path.relative_to(core)} imports the face: {name}"
                assert ROOMS.index(parts[2]) <= ROOMS.index(room), (
                    f"{path.relative_to(core)} imports {name}, which lies above it"
                )


def test_outside_only_the_face_of_the_core_is_known() -> None:
    """The bench alone looks inside: it times single rooms."""
    for path in HOUSE.rglob("*.py"):
        if path.relative_to(HOUSE).parts[0] in ("core", "__init__.py") or path.name == "bench.py":
            continue
        inside = {name for name in imports(path) if name.startswith("shadbo.core.") and name.split(".")[2] in ROOMS}
        assert not inside, f"{path.relative_to(HOUSE)} reaches inside: {sorted(inside)}"


def test_everything_the_face_names_is_there() -> None:
    assert sorted(set(shadbo.core.__all__)) == sorted(shadbo.core.__all__)
    assert all(hasattr(shadbo.core, name) for name in shadbo.core.__all__)


def test_the_core_knows_no_web_no_database_no_files_no_clock() -> None:
    foreign = {
        "fastapi",
        "starlette",
        "sqlalchemy",
        "psycopg",
        "uvicorn",
        "os",
        "pathlib",
        "io",
        "time",
        "random",
        "httpx",
        "socket",
    }
    for path in (HOUSE / "core").rglob("*.py"):
        assert not {name.split(".")[0] for name in imports(path)} & foreign, path


def test_no_binary_float_in_the_sums() -> None:
    """Lengths are fractions; a float literal in a module that reckons would be a leak."""
    # Drawings are binary numbers, and so is a difference of colours; neither is a length.
    drawing_only = {"views.py", "drawing.py", "sheets.py", "colour.py"}
    for path in (HOUSE / "core").rglob("*.py"):
        if path.name in drawing_only:
            continue
        floats = [
            n
            for n in ast.walk(ast.parse(path.read_text()))
            if isinstance(n, ast.Constant) and isinstance(n.value, float)
        ]
        assert floats == [], f"{path.name}: {[n.value for n in floats]}"


def test_every_source_named_is_there_and_every_one_there_is_named() -> None:
    used: set[str] = set()
    for path in (HOUSE / "core").rglob("*.py"):
        if path.name != "sources.py":
            used |= {
                n.value
                for n in ast.walk(ast.parse(path.read_text()))
                if isinstance(n, ast.Constant) and isinstance(n.value, str)
            }
    assert set(SOURCES) <= used, f"never named: {set(SOURCES) - used}"


def test_every_display_has_a_demo_piece() -> None:
    assert {p.display.type for p in demo_pieces()} == set(DISPLAYS)
