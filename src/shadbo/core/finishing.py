"""What every display is finished with: how it is held, the room, the hanging. Added to what the display itself has reckoned."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from quicktions import Fraction

from shadbo.core.display import Context, Panel, Reckoned
from shadbo.core.facts import facts_of
from shadbo.core.hang.drawing import joint_view, on_the_back
from shadbo.core.hang.panel import hang_figures, hang_inputs, hang_step, wall_inputs, with_joint
from shadbo.core.hang.rules import check as check_hanging
from shadbo.core.hang.rules import check_wall
from shadbo.core.hang.sizes import size_up
from shadbo.core.hang.wall import draw_strip, draw_wall, put_up
from shadbo.core.room.season import check_room, room_inputs, season_view, through_the_year
from shadbo.core.terms import there

ROOM = ("season.moisture.winter", "season.moisture.summer", "season.face.winter", "season.face.summer", "season.thing.winter", "season.thing.summer",
        *(f"season.clear.{s}.{a}" for s in ("winter", "summer") for a in ("width", "height")), "light.year", "light.months")  # fmt: skip


def finish(context: Context[Any, Any], reckoned: Reckoned) -> Reckoned:
    """The plan with the Hang stage, its drawings and its checks."""
    carcass, facts = reckoned.carcass, facts_of(context.piece)
    kg = sum((w.kg for w in reckoned.weights), Fraction(0))
    found = through_the_year(context, carcass, facts)
    check_room(context, found, facts)
    season = season_view(context, found)
    views, panels, steps = list(reckoned.views), list(reckoned.panels), reckoned.steps
    inputs, figures = room_inputs(context), there(context, *ROOM)
    shown = ["season"] if season is not None else []
    asks = "The room it hangs in, its light, and what the year does to it."
    if season is not None:
        views.append(season)
    if carcass is not None:
        hung = size_up(context, reckoned, carcass, kg)
        check_hanging(context, carcass, hung, reckoned.outside)
        wall = put_up(context, hung, reckoned.outside)
        check_wall(context, wall, reckoned.outside)
        views = [on_the_back(v, hung, reckoned.outside) if v.key == "back" else v for v in views]
        views.append(draw_wall(context, wall))
        strip, joint = draw_strip(hung), joint_view(context, carcass, hung)
        views += [v for v in (strip, joint) if v is not None]
        panels = [with_joint(context, p, hung) if p.key == "cut" else p for p in panels]
        # What a display said of its hanging is said here for all of them.
        steps = (*(s for s in steps if s.key not in ("hang", "rings")), hang_step(context, carcass, hung))
        inputs = [
            *hang_inputs(context, carcass, hung, reckoned.outside),
            *wall_inputs(context, reckoned.outside),
            *inputs,
        ]
        figures = (*hang_figures(context, wall), *figures)
        shown = ["back", "wall", *shown, *(["strip"] if strip else [])]
        asks = "What it hangs by, where every mark goes, the wall and the room."
    panels.append(Panel("hang", "Hang", (asks,), tuple(inputs), figures, tuple(shown or ["face"])))
    return replace(reckoned, views=tuple(views), panels=tuple(panels), steps=steps)
