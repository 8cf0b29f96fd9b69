"""What every display is finished with: how it is held, the room, the hanging. Added to what the display itself has reckoned."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from shadbo.core.contract.display import Context, Panel, Reckoned
from shadbo.core.contract.steps import Step
from shadbo.core.contract.terms import there
from shadbo.core.document.facts import facts_of
from shadbo.core.finishing.hang.drawing import joint_view, on_the_back
from shadbo.core.finishing.hang.hardware import Hanger
from shadbo.core.finishing.hang.panel import hang_figures, hang_inputs, hang_step, wall_inputs, with_joint
from shadbo.core.finishing.hang.rules import check as check_hanging
from shadbo.core.finishing.hang.rules import check_wall
from shadbo.core.finishing.hang.sizes import size_up
from shadbo.core.finishing.hang.wall import draw_strip, draw_wall, put_up
from shadbo.core.finishing.hold.methods import METHODED
from shadbo.core.finishing.hold.panel import held_by, hold_panel, hold_view, steps_for
from shadbo.core.finishing.hold.rules import check as check_holding
from shadbo.core.finishing.hold.sizes import Kept, keep, subjects
from shadbo.core.finishing.labelling import label_step
from shadbo.core.finishing.room.season import check_room, room_inputs, season_view, through_the_year
from shadbo.core.framing.glazing import cleaned
from shadbo.core.framing.nothing import check_cuts, check_wood
from shadbo.core.quantity.exact import Fraction

ROOM = ("season.moisture.winter", "season.moisture.summer", "season.face.winter", "season.face.summer", "season.thing.winter", "season.thing.summer",
        *(f"season.clear.{s}.{a}" for s in ("winter", "summer") for a in ("width", "height")), "light.year", "light.months")  # fmt: skip


def finish(context: Context[Any, Any], reckoned: Reckoned) -> Reckoned:
    """The plan with the Hang stage, its drawings and its checks."""
    check_cuts(context, reckoned)
    carcass = reckoned.carcass if check_wood(context, reckoned.carcass) else None
    facts = facts_of(context.piece)
    kg = sum((w.kg for w in reckoned.weights), Fraction(0))
    kept = keep(context, subjects(context))
    check_holding(context, kept)
    found = through_the_year(context, carcass, facts)
    check_room(context, found, facts)
    season = season_view(context, found)
    views, panels, steps = list(reckoned.views), list(reckoned.panels), reckoned.steps
    inputs, figures = room_inputs(context), there(context, *ROOM)
    shown = ["season"] if season is not None else []
    asks = "The room it hangs in, its light, and what the year does to it."
    methoded = context.piece.display.type in METHODED
    held = held_by(kept, reckoned.held) if methoded else reckoned.held
    by: Hanger | None = None
    if season is not None:
        views.append(season)
    if carcass is not None:
        hung = size_up(context, reckoned, carcass, kg)
        by = hung.way
        check_hanging(context, carcass, hung, reckoned.outside)
        wall = put_up(context, hung, reckoned.outside)
        check_wall(context, wall, reckoned.outside)
        views = [on_the_back(v, hung, reckoned.outside) if v.key == "back" else v for v in views]
        views.append(draw_wall(context, wall))
        strip, joint = draw_strip(hung), joint_view(context, carcass, hung)
        views += [v for v in (strip, joint) if v is not None]
        panels = [with_joint(context, p, hung) if p.key == "cut" else p for p in panels]
        # What a display said of its hanging is said here for all of them.
        label = label_step(context, held, kg, by)
        steps = (*(s for s in steps if s.key not in ("hang", "rings")), label, hang_step(context, carcass, hung))
        inputs = [
            *hang_inputs(context, carcass, hung),
            *wall_inputs(context, reckoned.outside),
            *inputs,
        ]
        figures = (*hang_figures(context, wall), *figures)
        shown = ["back", "wall", *shown, *(["strip"] if strip else [])]
        asks = "What it hangs by, where every mark goes, the wall and the room."
    in_hand = next((k for k in kept if k.subject.key == context.focus), kept[0])
    holding = hold_view(context, in_hand) if methoded else None
    views += [holding] if holding is not None else []
    first = ("holding", "face", "back") if holding is not None else ("face", "back", "section")
    panels = _with_hold(context, panels, kept, in_hand, first)
    steps = _with_methods(context, _dusted(context, steps), kept)
    if by is None:
        steps = (*steps, label_step(context, held, kg, None))
    panels.append(Panel("hang", "Hang", (asks,), tuple(inputs), figures, tuple(shown or ["face"])))
    return replace(reckoned, views=tuple(views), panels=tuple(panels), steps=steps, held=held)


def _with_hold(
    context: Context[Any, Any], panels: list[Panel], kept: list[Kept], one: Kept, views: tuple[str, ...]
) -> list[Panel]:
    """The Hold stage before the cutting; a display that has its own keeps it, with the methods behind."""
    own = next((p for p in panels if p.key == "hold"), None)
    made = hold_panel(context, own, kept, one, views)
    if own is not None:
        return [made if p is own else p for p in panels]
    at = next((i for i, p in enumerate(panels) if p.key == "cut"), len(panels))
    return [*panels[:at], made, *panels[at:]]


def _dusted(context: Context[Any, Any], steps: tuple[Step, ...]) -> tuple[Step, ...]:
    """Cutting the glazing takes the time its dust does."""
    size = [context.book.dims[n].value for n in ("glazing.width", "glazing.height") if n in context.book.dims]
    if len(size) < 2:
        return steps
    area = size[0] * size[1] / 1_000_000
    return tuple(cleaned(context, s, area) if s.key == "glazing" else s for s in steps)


def _with_methods(context: Context[Any, Any], steps: tuple[Step, ...], kept: list[Kept]) -> tuple[Step, ...]:
    """The methods’ own steps, before the thing is looked at and closed in; a display that says how itself is not said over."""
    if context.piece.display.type not in METHODED:
        return steps
    mine = steps_for(context, kept)
    at = next((i for i, s in enumerate(steps) if s.key in ("look", "close", "pack", "glazing")), len(steps))
    return (*steps[:at], *mine, *steps[at:])
