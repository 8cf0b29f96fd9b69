"""What is decided about the surface of what is made."""

from __future__ import annotations

from typing import Literal

from shadbo.core.document.readings import Part

FinishKind = Literal["none", "wax", "oil", "varnish", "paint", "stain", "spray"]


class Finish(Part):
    """How the rails that are made are finished; ``filled``: gaps and mitres are filled before the last grit."""

    how: FinishKind = "none"
    filled: bool = False
