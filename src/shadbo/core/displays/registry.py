"""The ways of showing a thing, by key. Adding one: its package under ``displays``, a line here and one in ``piece.Decision``, a demo
piece, tests."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.display import Display
from shadbo.core.displays.clear_case.display import CLEAR_CASE
from shadbo.core.displays.deep_ready_made import DEEP_READY_MADE
from shadbo.core.displays.direct import DIRECT
from shadbo.core.displays.floater import FLOATER
from shadbo.core.displays.front_opening.display import FRONT_OPENING
from shadbo.core.displays.hanger_bars.display import HANGER_BARS
from shadbo.core.displays.layered_box.display import LAYERED_BOX
from shadbo.core.displays.lipped import LIPPED
from shadbo.core.displays.matted_box import MATTED_BOX
from shadbo.core.displays.on_board import ON_BOARD
from shadbo.core.displays.panel.display import PANEL
from shadbo.core.displays.sash.display import SASH
from shadbo.core.displays.see_through.display import SEE_THROUGH
from shadbo.core.displays.shadow_box import SHADOW_BOX
from shadbo.core.displays.sleeve.display import SLEEVE
from shadbo.core.displays.spaced import SPACED
from shadbo.core.displays.stretcher import STRETCHER
from shadbo.core.displays.suspended.display import SUSPENDED

DISPLAYS: Mapping[str, Display] = {
    display.key: display
    for display in (
        FLOATER,
        LIPPED,
        DEEP_READY_MADE,
        STRETCHER,
        ON_BOARD,
        DIRECT,
        SPACED,
        SHADOW_BOX,
        MATTED_BOX,
        LAYERED_BOX,
        SEE_THROUGH,
        FRONT_OPENING,
        SASH,
        SUSPENDED,
        PANEL,
        HANGER_BARS,
        SLEEVE,
        CLEAR_CASE,
    )
}
