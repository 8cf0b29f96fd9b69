"""What is asked of a thing at the start, as a piece holds it. Left empty nobody asked; “unknown” is answered with care."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from shadbo.core.document.readings import Part

Answer = Literal["", "yes", "no", "unknown"]
Wish = Literal["safe", "seen", "edges", "both", "unglazed", "cheap"]


class WhatMatters(Part):
    """Whether it can be replaced, whether it must come apart again or may be wanted back as it was, where it is signed, what its owner
    wishes."""

    replaced: Answer = ""
    reversible: Answer = ""
    signed: Literal["", "no", "front", "back", "edge", "unknown"] = ""
    wishes: Annotated[list[Wish], Field(max_length=6)] = []
