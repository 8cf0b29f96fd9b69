"""What holds of every check: it fires, says why in both units, and every way out of it mends it."""

from __future__ import annotations

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.edits import TakeWayOut, apply_edits
from shadbo.core.planning.plan import plan
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
    assert severity != "stop" or check.ways, "a stop has a way out"
    if check.figure:
        assert check.figure in done.figures
    for i, way in enumerate(check.ways):
        mended = plan(apply_edits(begun, [TakeWayOut(check=key, index=i)], HOUSE_SHOP), HOUSE_SHOP)
        still = [c for c in mended.checks if c.key == key]
        # Some ways soften what they can't undo: then it is said more quietly, or of a smaller amount.
        assert not still or still[0].say != check.say, f"{plain(way.say, 'mm')} does nothing"
        if severity == "stop":
            assert not [c for c in still if c.severity == "stop"], f"{plain(way.say, 'mm')} does not mend it"
