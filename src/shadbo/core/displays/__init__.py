"""The ways of showing a thing, by key. Adding one: its package here, one line in ``DISPLAYS``, a demo piece, tests."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.displays.base import Display
from shadbo.core.displays.floater import FLOATER

DISPLAYS: Mapping[str, Display] = {FLOATER.key: FLOATER}
