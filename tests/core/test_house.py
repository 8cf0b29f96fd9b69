"""How the house is built: what may import what, and that every name that is spoken of is there."""

from __future__ import annotations

import ast
from pathlib import Path

import shadbo
import shadbo.core
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.rules import Rules, source_of
from shadbo.core.quantity.sources import SOURCES
from shadbo.demo import demo_pieces

HOUSE = Path(shadbo.__file__).parent
# A room may import itself and the rooms named here.
MAY = {
    "core": set(),
    "shop": {"core"},
    "devices": set(),
    "exports": {"core", "shop"},
    "store": {"core", "shop", "exports"},
    "demo": {"core", "shop", "exports", "store"},
    "api": {"core", "shop", "devices", "exports", "store"},
    "service": {"core", "shop", "exports", "store", "demo", "api"},
    "bench": {"core", "shop", "exports", "store", "demo", "service"},
}


# The rooms of the core, lowest first: each may import those before it.
ROOMS = (
    "quantity",
    "science",
    "document",
    "judging",
    "contract",
    "words",
    "job",
    "measuring",
    "framing",
    "finishing",
    "displays",
    "planning",
)


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
    assert {p.name for p in core.iterdir() if p.name not in ("__pycache__", "README.md")} == {*ROOMS, "__init__.py"}
    for path in core.rglob("*.py"):
        room = path.relative_to(core).parts[0]
        if room == "__init__.py":
            continue
        for name in imports(path):
            parts = name.split(".")
            if parts[:2] == ["shadbo", "core"]:
                assert len(parts) > 2 and parts[2] in ROOMS, f"{path.relative_to(core)} imports the face: {name}"
                assert ROOMS.index(parts[2]) <= ROOMS.index(room), f"{path.relative_to(core)} imports {name}, which lies above it"


def test_outside_only_the_face_of_the_core_is_known() -> None:
    """The bench alone looks inside: it times single rooms."""
    for path in HOUSE.rglob("*.py"):
        if path.relative_to(HOUSE).parts[0] in ("core", "bench", "__init__.py"):
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
    # Drawings are binary numbers, and so is a difference of colours, or how alike two words are; none is a length.
    drawing_only = {
        "views.py",
        "drawing.py",
        "sheets.py",
        "colour.py",
        "bodies.py",
        "apart.py",
        "in_space.py",
        "outlines.py",
        "finding.py",
    }
    for path in (HOUSE / "core").rglob("*.py"):
        if path.name in drawing_only:
            continue
        floats = [n for n in ast.walk(ast.parse(path.read_text())) if isinstance(n, ast.Constant) and isinstance(n.value, float)]
        assert floats == [], f"{path.name}: {[n.value for n in floats]}"


def test_every_source_named_is_there_and_every_one_there_is_named() -> None:
    used: set[str] = set()
    for path in (HOUSE / "core").rglob("*.py"):
        if path.name != "sources.py":
            used |= {
                n.value for n in ast.walk(ast.parse(path.read_text())) if isinstance(n, ast.Constant) and isinstance(n.value, str)
            }
    assert set(SOURCES) <= used, f"never named: {set(SOURCES) - used}"


def test_every_display_has_a_demo_piece() -> None:
    assert {p.display.type for p in demo_pieces()} == set(DISPLAYS)


# Numbers a module may keep to itself: of drawings, of the working, and how much is told. Facts of materials and published tables
# stand with their sources beside them; ladders are sizes that are tried as ways out, one after another.
OF_THE_WORKING = set(
    ["HALF", "ZERO", "QUARTER", "TEN", "PI", "SQRT2", "THIRTY", "FIFTEEN", "G", "NEWTON_PER_POUND", "CUBIC_MM", "FACES"]
)
DRAWN_OR_TOLD = set(
    [
        "ROUND",
        "SMALL",
        "SMALL_STEP",
        "GRAIN",
        "HIGH",
        "APART",
        "LISTED",
        "UNKNOWN",
        "SEEN",
        "TALL",
        "CLIP",
        "STAGES",
        "WORDS",
        "MANY_TIMES",
        "RUNS",
        "GLYPHS",
        "SLIGHT",
        "BEFORE",
    ]
)
LADDERS = set(["THINNER", "SHALLOWER", "THICKER", "NARROWER", "PAIRS", "PULLS", "RINGS", "WIRES", "DOWELS"])
TABLES = set(
    [
        "STRENGTH",
        "STIFFNESS",
        "CRUSHES",
        "EXPANDS",
        "FLY",
        "UNION_HOIST",
        "UNION_FLY",
        "ORDINARY",
        "BISCUITS",
        "STRAIGHTENS",
        "IRON",
        "GRAMS_PER_M2",
        "SPOTS",
        "TREATMENTS",
    ]
)
SOLVER = set(["STEP", "SECOND", "NEAREST", "EQUAL", "TURN", "FURTHEST", "WIDTHS", "LONGEST", "LEAST", "DEEPEST"])
# What is judged when a display, a glazing or a night’s wait is proposed: weighed by points, not reckoned with.
JUDGED = set(
    [
        "LARGE",
        "BRIGHT",
        "DUST_A_M2",
        "DUST_LEAST",
        "DUST_MOST",
        "BREAKS",
        "MUCH",
        "SHOWN_WHOLE",
        "POOR",
        "FINE",
        "BENCH_C",
        "BENCH_RH",
        "NIGHT",
        "ASKS",
        "REASONS",
    ]
)
# Modules that are a table, or a drawing, as a whole.
APART = set(
    [
        "drawing.py",
        "bodies.py",
        "apart.py",
        "in_space.py",
        "methods.py",
        "display.py",
        "hardware.py",
        "weights.py",
        "recipe.py",
        "desk.py",
        "colour.py",
        "coats.py",
    ]
)
KEPT = OF_THE_WORKING | DRAWN_OR_TOLD | LADDERS | TABLES | SOLVER | JUDGED


def numbers_of(path: Path) -> set[str]:
    """The module’s own constants that hold a number."""
    found: set[str] = set()
    for node in ast.parse(path.read_text()).body:
        if not isinstance(node, (ast.Assign, ast.AnnAssign)) or node.value is None:
            continue
        if isinstance(node.value, ast.Call) and ast.unparse(node.value.func) != "Fraction":
            continue
        if any(
            isinstance(n, ast.Constant) and isinstance(n.value, (int, float)) and not isinstance(n.value, bool)
            for n in ast.walk(node.value)
        ):
            targets = node.targets if isinstance(node, ast.Assign) else [node.target]
            found |= {n.id for t in targets for n in ast.walk(t) if isinstance(n, ast.Name)}
    return {name for name in found if name.isupper()}


def test_rules_of_the_trade_are_the_shops_and_stand_in_no_module() -> None:
    for room in ("measuring", "framing", "finishing", "displays"):
        for path in (HOUSE / "core" / room).rglob("*.py"):
            mine = {name for name in numbers_of(path) if not name.startswith(("MOST_", "TABLE"))}
            if path.name not in APART:
                assert mine <= KEPT, f"{path.relative_to(HOUSE)} keeps {mine - KEPT}: a rule of the shop?"


def test_every_rule_has_its_unit_and_source_and_is_asked_for() -> None:
    asked: set[str] = set()
    for path in (HOUSE / "core").rglob("*.py"):
        if path == HOUSE / "core" / "document" / "rules.py":
            continue
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.Attribute) and ast.unparse(node.value).split(".")[-1] == "rules":
                asked.add(node.attr)
            if isinstance(node, ast.Call) and ast.unparse(node.func).split(".")[-1] in ("rule", "ruled"):
                for given in node.args[:2]:
                    asked |= {n.value for n in ast.walk(given) if isinstance(n, ast.Constant) and isinstance(n.value, str)} & set(
                        Rules.model_fields
                    )
    for field, info in Rules.model_fields.items():
        assert source_of(field).key in SOURCES and info.description, field
        assert isinstance(info.json_schema_extra, dict) and "unit" in info.json_schema_extra
        assert field in asked, f"nothing asks for the rule {field}"


def test_only_the_registry_takes_a_piece_of_any_type() -> None:
    """A display is handed its own types; where anything may come, a renamed field would be silently none."""
    loose = {p.relative_to(HOUSE).as_posix() for p in HOUSE.rglob("*.py") if "Context[Any" in p.read_text()}
    assert loose == {"core/contract/display.py"}
