"""What holds of every check: it fires, says why in both units, and every way out of it that is offered mends it."""

from __future__ import annotations

from shadbo.core.contract.checks import ORDER
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.edits import apply_edits
from shadbo.core.planning.plan import plan
from shadbo.core.planning.trying import AT_THE_BENCH, ways_out
from shadbo.core.quantity.figures import plain


def fires_and_is_mended(begun: Piece, key: str, severity: str) -> None:
    done = plan(begun, HOUSE_SHOP)
    checks = {c.key: c for c in done.checks}
    assert key in checks, list(checks)
    check = checks[key]
    assert check.severity == severity
    for unit in ("mm", "in"):
        assert plain(check.say, unit).endswith((".", "?")) and plain(check.why, unit)  # type: ignore[arg-type]
    assert check.source.text
    if check.figure:
        assert check.figure in done.figures
    offered = ways_out(begun, HOUSE_SHOP, of=key).get(key, ())
    assert severity != "stop" or offered, "a stop has a way out that holds"
    assert len(offered) <= len(check.ways) or severity == "stop"
    for way in offered:
        mends(begun, key, way.edits)


def mends(begun: Piece, key: str, edits: tuple) -> None:  # type: ignore[type-arg]
    """Taken as a person would take it, the check is gone or softer, and no stop stands that did not stand before."""
    before = {c.key: c for c in plan(begun, HOUSE_SHOP).checks}
    after = {c.key: c for c in plan(apply_edits(begun, edits, HOUSE_SHOP), HOUSE_SHOP).checks}
    assert key not in after or ORDER[after[key].severity] > ORDER[before[key].severity], edits
    stops = {k for k, c in after.items() if c.severity == "stop"} - {k for k, c in before.items() if c.severity == "stop"}
    assert not {k for k in stops if not k.startswith(AT_THE_BENCH)}, (edits, stops)
