"""What is known of the room, as a piece holds it: temperatures °C, relative humidity %, light in lux and hours a day."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from shadbo.core.document.readings import Part

Celsius = Annotated[int, Field(ge=-10, le=45)]
Percent = Annotated[int, Field(ge=5, le=95)]
Lux = Literal[30, 50, 100, 150, 200, 300, 500, 1000, 2000]
Hours = Literal[1, 2, 4, 6, 8, 10, 12, 24]


class Room(Part):
    """Its usual winter and summer, its light (None: nobody said), what kind of room it is, whether it hangs over a bed, and on what wall."""

    kind: Literal["living", "child", "passage", "bath", "public"] = "living"
    winter_c: Celsius = 20
    winter_rh: Percent = 35
    summer_c: Celsius = 24
    summer_rh: Percent = 65
    over_bed: bool = False
    wall: Literal["unknown", "plasterboard", "brick", "concrete", "wood", "lath"] = "unknown"
    lux: Lux | None = None
    hours: Hours = 4
