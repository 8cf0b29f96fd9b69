"""What every display is finished with: how it is held, the room, the hanging. Added to what the display itself has reckoned."""

from __future__ import annotations

from dataclasses import replace
from functools import cache

from shadbo.core.contract.bodies import Space
from shadbo.core.contract.display import Context, DisplayPlan, FrameSection, Panel, PanelOf, ViewOf, Way
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, cut
from shadbo.core.contract.terms import there
from shadbo.core.contract.views import APART
from shadbo.core.finishing.coming import check_coming, coming_parts, coming_steps
from shadbo.core.finishing.hang.cleat import cleat_step
from shadbo.core.finishing.hang.drawing import hardware, joint_views, joints_in_space, on_the_back
from shadbo.core.finishing.hang.joining import joint_operations, joint_parts, wedged
from shadbo.core.finishing.hang.joints import Joint
from shadbo.core.finishing.hang.making import BUMPER, EASEL, hang_operations, hang_parts, stand_operation
from shadbo.core.finishing.hang.panel import STANDS, hang_figures, hang_inputs, how_it_hangs, wall_inputs, with_joint
from shadbo.core.finishing.hang.rules import check as check_hanging
from shadbo.core.finishing.hang.rules import check_joint, check_wall
from shadbo.core.finishing.hang.sizes import Hanging, joints_of, size_up
from shadbo.core.finishing.hang.wall import OnTheWall, draw_wall, put_up, strip_views
from shadbo.core.finishing.hold.in_space import held_in_space
from shadbo.core.finishing.hold.making import operations_for, parts_for, treated, treatment_parts
from shadbo.core.finishing.hold.panel import held_by, hold_panel, hold_views
from shadbo.core.finishing.hold.rules import check as check_holding
from shadbo.core.finishing.hold.sizes import Mounted, keep, subjects
from shadbo.core.finishing.judged import asked_inputs, check_asked, check_display, check_hanger, tell_why
from shadbo.core.finishing.labelling import LABEL, condition_step, label_step, labelled, things
from shadbo.core.finishing.marks.marked import asked_of_marks, check_marks, into_the_book, marked, with_marks
from shadbo.core.finishing.room.season import check_room, room_inputs, season_views, through_the_year
from shadbo.core.finishing.surface.coats import check_edges, finish_inputs, finish_operations, finish_parts, glued_last, surface
from shadbo.core.framing.apart import apart_view
from shadbo.core.framing.bodies import strained
from shadbo.core.framing.glazing import beside, cleaned, kept_in_the_middle
from shadbo.core.framing.nothing import check_bars, check_cuts, check_thick, check_wood
from shadbo.core.framing.own import looked_over, own_keys
from shadbo.core.framing.rails import GLUE
from shadbo.core.framing.strainer import Strainer, behind_step, make_step, strainer_of, strainer_parts, strainer_weight
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim

ROOM = (
    "season.moisture.winter",
    "season.moisture.summer",
    "season.face.winter",
    "season.face.summer",
    "season.thing.winter",
    "season.thing.summer",
    *(f"season.clear.{s}.{a}" for s in ("winter", "summer") for a in ("width", "height")),
    "light.year",
    "light.months",
)


def finish(context: Context[object, object], display_plan: DisplayPlan, way: Way) -> DisplayPlan:
    """The plan with the Hold and Hang stages, their drawings and their checks."""
    check_cuts(context, display_plan)
    check_thick(context, display_plan)
    check_bars(context)
    frame_section = display_plan.frame_section if check_wood(context, display_plan.frame_section) else None
    facts = context.facts
    strainer = (
        strainer_of(context, display_plan.frame_section, display_plan.outside) if display_plan.frame_section is not None else None
    )
    if strainer is not None:
        deep = display_plan.deep
        if not strainer.inside:
            deep = context.book.add(deep + strainer.deep, "deep.strainer", "Off the wall, with its strainer", grain="depth")
        display_plan = replace(display_plan, deep=deep, weights=(*display_plan.weights, strainer_weight(context, strainer)))
    kg = sum((w.kg for w in display_plan.weights), Fraction(0))
    held_things = subjects(context)
    marks = marked(context, held_things)
    into_the_book(context, marks)
    kept = keep(context, held_things)
    check_holding(context, kept)
    found = through_the_year(context, frame_section, facts)
    check_room(context, found, facts)
    check_display(context, way)
    check_coming(context)
    methoded = context.holds.asked
    held = held_by(context, kept, display_plan.held) if methoded else display_plan.held
    check_asked(context, way, held)
    tell_why(context, kept)
    in_hand = next((k for k in kept if k.subject.key == context.focus), kept[0])
    holding = hold_views(context, in_hand) if methoded else ()
    first: tuple[str, ...] = ("holding", "face", "back") if holding else ("back", "section", "face")
    panels = _with_asked(context, way, _with_hold(context, way, display_plan.panels, kept, in_hand, first))
    panels = asked_of_marks(context, panels, in_hand.subject, marks)
    season = season_views(context, found)
    on_easel = context.piece.hang.how == STANDS
    behind = strainer if strainer is not None and not strainer.inside else None
    hung = _Hung.of(context, display_plan, frame_section, kg, behind) if frame_section is not None and not on_easel else None
    cleat = hung.by.cleat if hung is not None else None
    if hung is not None and cleat is not None and cleat.weight is not None:
        deep = context.book.add(display_plan.deep + cleat.thick, "deep.cleat", "Off the wall, on its cleat", grain="depth")
        kg, display_plan = hung.by.kg, replace(display_plan, deep=deep, weights=(*display_plan.weights, cleat.weight))
    joint, joints = joints_of(context, frame_section, kg) if frame_section is not None else (None, ())
    check_joint(context, joint, joints, kg, frame_section)
    views = (*display_plan.views, *season)
    if frame_section is not None:
        if frame_section.made:
            surface(context, display_plan, frame_section)
            check_edges(context, frame_section)
            panels = tuple(_joined(context, p, joint, joints) if p.key == "cut" else p for p in panels)
        views = hung.drawn(context, views, display_plan.outside) if hung is not None else views
        views = (*views, *joint_views(frame_section, joint))

    @cache
    def worked() -> tuple[Operation, ...]:
        """The display’s own operations, cloth treated before them where it was asked for."""
        return treated(context, kept, _dusted(context, display_plan.steps()))

    def steps() -> tuple[Operation, ...]:
        own = (*condition_step(context), *coming_steps(context), *worked())
        if context.holds.asked:
            own = operations_for(context, kept, own)
        if frame_section is None:
            if strainer is not None:
                own = (make_step(context, strainer), *own, *(() if strainer.closes else (behind_step(strainer),)))
            return labelled(own, label_step(context, display_plan.labelled, held, kg, None), display_plan.labelled.before)
        coats = finish_operations(context, own) if frame_section.made else ()
        over = tuple(o for kind, key in own_keys(context) for o in looked_over(context, kind, key))
        up = [*hang_operations(context, frame_section, hung.by)] if hung is not None else [stand_operation()]
        if strainer is not None:
            over = (*over, make_step(context, strainer))
            up = up if strainer.closes else [behind_step(strainer), *up]
        if cleat is not None:
            over = (*over, cleat_step(context, cleat))
        label = label_step(context, display_plan.labelled, held, kg, hung.by.way if hung is not None else None)
        joined = joint_operations(context, frame_section, joint, glued_last(own))
        return labelled((*over, *wedged(own, joint), *joined, *coats), label, display_plan.labelled.before, tuple(up))

    def parts() -> tuple[Part, ...]:
        """What the display takes, and what holding, joints, hanging and the label take besides."""
        own = (*display_plan.parts(), *map(cut, beside(context)), *things(context))
        if strainer is not None:
            own = (*own, *strainer_parts(context, strainer))
        own = (*own, *treatment_parts(worked(), own), *coming_parts(context))
        if context.holds.asked:
            own = (*own, *parts_for(context, kept))
        if frame_section is not None:
            own = (
                *own,
                *joint_parts(context, joint, frame_section.frames),
                *(hang_parts(context, frame_section, hung.by) if hung is not None else (EASEL, BUMPER)),
            )
        if display_plan.frame_section is not None and display_plan.frame_section.made:
            own = (*own, GLUE, *(finish_parts(context) if frame_section is not None else ()))
        return (*own, LABEL)

    def hang() -> Panel:
        shown = tuple(v.key for v in season)
        figures = there(context, *ROOM)
        if on_easel and frame_section is not None:
            asks = "It stands. The room it stands in, its light, and what the year does to it."
            inputs = (how_it_hangs(context, frame_section, "the hanger for its weight"), *room_inputs(context, stands=True))
            return Panel((asks,), inputs, ("weight.total", *figures), ("back", *shown))
        if hung is None:
            asks = "The room it hangs in, its light, and what the year does to it."
            return Panel((asks,), tuple(room_inputs(context, stands=way.stands)), figures, shown or ("face",))
        inputs = (
            *hang_inputs(context, hung.frame_section, hung.by),
            *wall_inputs(context, display_plan.outside),
            *room_inputs(context),
        )
        asks = "What it hangs by, where every mark goes, the wall and the room."
        strip = tuple(v.key for v in strip_views(hung.by))
        return Panel((asks,), inputs, (*hang_figures(context, hung.wall), *figures), ("back", "wall", *shown, *strip))

    @cache
    def space() -> Space:
        """Where all of it lies, what it hangs by with it."""
        assert display_plan.space is not None
        own = display_plan.space()
        if methoded:
            held_in_space(own, context.piece.object, kept)
        if frame_section is not None and frame_section.made:
            joints_in_space(own, frame_section, joint)
        if strainer is not None and frame_section is not None:
            strained(own, strainer, frame_section.solid)
        if hung is not None:
            hardware(own, hung.by)
        return own

    if marks and display_plan.space is not None and not context.checks.stopped:
        check_marks(context, marks, space())
    figures = {layer.part: layer.thickness.name for layer in display_plan.layers if layer.thickness.name}
    # Where what lies in what is decided, held and cut; elsewhere it would only be drawn again with every key.
    seen_in = ("depth", "hold", "cut") if any(p.key == "depth" for p in panels) else ("display", "hold", "cut")
    laid_apart = (ViewOf(APART, lambda: apart_view(space(), figures)),) if display_plan.space is not None else ()
    return replace(
        display_plan,
        views=(*with_marks(context, views, marks), *holding, *laid_apart),
        panels=(*(_apart(p) if laid_apart and p.key in seen_in else p for p in panels), PanelOf("hang", hang)),
        steps=steps,
        parts=parts,
        held=held,
        space=space if display_plan.space is not None else None,
    )


@record(frozen=True, slots=True)
class _Hung:
    """A frame as it hangs: what it hangs by, and the wall it hangs on."""

    frame_section: FrameSection
    by: Hanging
    wall: OnTheWall

    @classmethod
    def of(
        cls,
        context: Context[object, object],
        display_plan: DisplayPlan,
        frame_section: FrameSection,
        kg: Fraction,
        behind: Strainer | None,
    ) -> _Hung:
        """With a strainer ``behind``, what it hangs by is screwed into that."""
        if behind is not None and behind.starts > context.rule("dust_cover_inset"):
            # It lies further in than the frame’s edge: what it hangs by is in the middle of its bar all the same.
            reach = 2 * (behind.wide / 2 + (display_plan.outside[0] - behind.across) / 2)
            frame_section = replace(frame_section, solid=reach, starts=behind.starts)
        elif behind is not None and behind.wide.value < frame_section.solid.value:
            frame_section = replace(frame_section, solid=behind.wide)
        by = size_up(context, display_plan, frame_section, kg, behind.deep.value if behind is not None else None)
        check_hanging(context, frame_section, by, display_plan.outside)
        check_hanger(context, frame_section, by.way.key)
        wall = put_up(context, by, display_plan.outside)
        check_wall(context, wall, display_plan.outside)
        return cls(frame_section, by, wall)

    def drawn(self, context: Context[object, object], views: tuple[ViewOf, ...], outside: tuple[Dim, Dim]) -> tuple[ViewOf, ...]:
        """The drawings with the hardware on the back, and those of the wall, the strip and the joint."""
        own = next((v for v in views if v.key == "back"), None)
        if own is not None:
            back = ViewOf("back", lambda: on_the_back(own.draw(), self.by, outside))
            views = tuple(back if v is own else v for v in views)
        wall = ViewOf("wall", lambda: draw_wall(context, self.wall))
        return (*views, wall, *strip_views(self.by))


def _joined(context: Context[object, object], panel: PanelOf, joint: Joint | None, joints: tuple[Joint, ...]) -> PanelOf:
    """The Cut stage with what holds the mitres and how the rails are finished."""

    def fill() -> Panel:
        shown = with_joint(context, panel.fill(), joint, joints)
        return replace(
            shown,
            inputs=(*shown.inputs, *finish_inputs(context)),
            figures=(*shown.figures, *there(context, "finish.area", "edges.most")),
        )

    return replace(panel, fill=fill)


def _apart(panel: PanelOf) -> PanelOf:
    """Beside the section it is seen laid apart, too."""

    def fill() -> Panel:
        shown = panel.fill()
        if "section" not in shown.views:
            return shown
        beside = shown.views.index("section") + 1
        return replace(shown, views=(*shown.views[:beside], APART, *shown.views[beside:]))

    return replace(panel, fill=fill)


def _with_hold(
    context: Context[object, object],
    way: Way,
    panels: tuple[PanelOf, ...],
    kept: list[Mounted],
    one: Mounted,
    views: tuple[str, ...],
) -> tuple[PanelOf, ...]:
    """The Hold stage before the cutting; a display that has its own keeps it, with the methods behind."""
    own = next((p for p in panels if p.key == "hold"), None)
    made = PanelOf("hold", lambda: hold_panel(context, way, own.fill() if own is not None else None, kept, one, views))
    if own is not None:
        return tuple(made if p is own else p for p in panels)
    at = next((i for i, p in enumerate(panels) if p.key == "cut"), len(panels))
    return (*panels[:at], made, *panels[at:])


def _with_asked(context: Context[object, object], way: Way, panels: tuple[PanelOf, ...]) -> tuple[PanelOf, ...]:
    """What matters is asked where the way of showing is chosen, which hangs on it."""
    own = next(p for p in panels if p.key == "display")

    def fill() -> Panel:
        panel = own.fill()
        return replace(panel, inputs=(*asked_inputs(context, way), *panel.inputs))

    return tuple(replace(own, fill=fill) if p is own else p for p in panels)


def _dusted(context: Context[object, object], steps: tuple[Operation, ...]) -> tuple[Operation, ...]:
    """Cutting the glazing takes the time its dust does, and strips beside it where the lip laps it by little."""
    size = [context.book.dims[n].value for n in ("glazing.width", "glazing.height") if n in context.book.dims]
    if len(size) < 2:
        return steps
    area = size[0] * size[1] / 1_000_000
    return tuple(kept_in_the_middle(context, cleaned(context, s, area)) if s.key == "glazing" else s for s in steps)
