"""What is decided about the surface of what is made."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, Literal

from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import LengthField

EDGE_MM = Annotated[Decimal, LengthField.between("Edges rounded, radius", "0.5", "40")]
FinishKind = Literal["none", "wax", "oil", "varnish", "paint", "stain", "spray"]


class Finish(Part):
    """How the rails that are made are finished; ``filled``: gaps and mitres are filled before the last grit; ``edges``: the front edges are
    rounded with this radius (mm), left empty they stay as they are."""

    how: FinishKind = "none"
    filled: bool = False
    edges: EDGE_MM | None = None
