"""What can be wrong with one cloth behind all panes of a sash, and with panes that nothing lies behind."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.sash.flags import union
from shadbo.core.displays.sash.over import SIDES_OF, in_all, seen_of
from shadbo.core.displays.sash.sizes import Behind, SashContext, Sizes
from shadbo.core.document.marks import Mark
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import several
from shadbo.core.quantity.sums import rule


def check_over(context: SashContext, sizes: Sizes, one: Behind) -> None:
    """One cloth behind all panes: whether it reaches, and what the bars hide of it."""
    say, display, least = context.speak.say, context.display, context.rule("least_turn")
    name, short = one.laid.item.called, min(one.turn.values(), key=lambda d: d.value)
    if short.value < least:
        ways = []
        middle = {axis: (one.turn[a].value + one.turn[b].value) / 2 for axis, (a, b) in SIDES_OF.items()}
        if all(rest >= least for rest in middle.values()):
            ways.append(
                WayOut(
                    ("Lay it in the middle",), (put("/display/shift_across", Fraction(0)), put("/display/shift_down", Fraction(0)))
                )
            )
        ways.append(WayOut(("Each cloth behind one pane of its own",), (put("/display/over_all", False),)))
        context.checks.add(
            "stop",
            "over.short",
            "display",
            say(f"{name} is too small to lie behind all panes: {{}} is left to turn behind.", short)
            if short.value >= 0
            else say(f"{name} is too small to lie behind all panes, by {{}}.", -short.value),
            why=say("Over the bars’ backs and round the outer boards, at least {} turned behind on every side.", least),
            source_key="sash",
            figure=short.name,
            parts=(one.laid.part,),
            ways=ways,
        )
        return
    size = {"width": one.laid.sized.wide, "height": one.laid.sized.tall}
    told = []
    for axis, one_row in sizes.rows.items():
        if one_row.many > 1:
            all_of_it = one_row.hidden * (one_row.many - 1)
            word = f"Hidden by the bars, {'across' if axis == 'width' else 'down'}"
            told += [context.book.add(all_of_it, f"hidden.all.{axis}", word, parts=("sash", "item"), grain="depth"), size[axis]]
    words = [
        f"{{}} of its {{}} {'across' if axis == 'width' else 'down'}" for axis, one_row in sizes.rows.items() if one_row.many > 1
    ]
    context.checks.add(
        "note",
        "over.hidden",
        "display",
        say(f"The bars hide of {name} {' and '.join(words)}.", *told),
        why="It goes down into every pane and up over the back of every bar; moved, other parts of it are hidden.",
        source_key="sash",
        figure=told[0].name,
        parts=(one.laid.part, "sash"),
    )
    for i, mark in enumerate(one.laid.item.marks):
        share = _seen_of(sizes, one, mark)
        if share < 1:
            context.checks.add(
                "caution",
                f"over.mark.{i}",
                "display",
                (f"“{mark.name}” is {'not' if not share else 'only partly'} seen: the bars hide it, or it is turned behind.",),
                why="What is marked is to be seen; the cloth can be moved.",
                source_key="marked",
                figure="moved.width",
                parts=(one.laid.part,),
                ways=(
                    WayOut((f"{mark.name} need not be seen",), ({"op": "remove", "path": f"{one.laid.sized.pointer}/marks/{i}"},)),
                ),
            )
    if display.flag == "united_states":
        lengths = []
        for axis, share in zip(AXES, union(display.hung, Fraction(1), Fraction(1)), strict=True):
            where, reach = "across" if axis == "width" else "down", size[axis] * share
            whole = context.book.add(reach, f"union.{axis}", f"Union, {where}", parts=(one.laid.part,), grain="depth")
            seen = in_all(seen_of(sizes.rows[axis], one.turn[SIDES_OF[axis][0]], whole))
            lengths += [
                context.book.add(seen, f"union.seen.{axis}", f"Union seen, {where}", parts=(one.laid.part,), grain="depth"),
                whole,
            ]
        context.checks.add(
            "caution",
            "over.union",
            "display",
            say(
                "Of the union {} of {} across and {} of {} down is seen: the rest is turned behind, or lies behind the bars.",
                *lengths,
            ),
            why="A flag is shown whole: behind one pane that is large enough, or in a frame of its own.",
            source_key="flag-us",
            parts=(one.laid.part,),
        )


def _seen_of(sizes: Sizes, one: Behind, mark: Mark) -> Fraction:
    """How much of a marked place on a cloth behind all panes is seen (a share)."""
    share = Fraction(1)
    for axis, size, at, long in (
        ("width", one.laid.sized.wide, mark.x, mark.width),
        ("height", one.laid.sized.tall, mark.y, mark.height),
    ):
        middle, half = size / 2 + rule(at, mark.name, "marked", "depth"), rule(exact(long) / 2, mark.name, "marked", "depth")
        seen = [in_all(seen_of(sizes.rows[axis], one.turn[SIDES_OF[axis][0]], far)).value for far in (middle - half, middle + half)]
        share *= (seen[1] - seen[0]) / exact(long)
    return share


def check_empty(context: SashContext, sizes: Sizes) -> None:
    """Panes that nothing lies behind: their boards are seen."""
    empty = sizes.empty
    if not empty:
        return
    all_over = WayOut(("Let it lie behind all of them",), (put("/display/over_all", True),))
    context.checks.add(
        "note",
        "panes.empty",
        "display",
        (f"Nothing lies behind {several(empty, 'pane')}: covered boards are seen there.",),
        why="Cloths go behind the panes one by one, left to right and down.",
        source_key="sash",
        parts=("board",),
        ways=(all_over,) if sizes.rows and reaches(context, sizes) else (),
    )


def reaches(context: SashContext, sizes: Sizes) -> bool:
    """Whether the one cloth would lie behind all panes, with enough to turn behind on every side."""
    sized = sizes.behind[0].laid.sized
    rest = ((size - sizes.rows[axis].run) / 2 for axis, size in zip(AXES, (sized.wide, sized.tall), strict=True))
    return all(each.value >= context.rule("least_turn") for each in rest)
