"""Does the pack go in, does it rattle, does anything touch the glazing."""

from __future__ import annotations

from decimal import Decimal

from shadbo.core.contract.checks import Patch, WayOut, put
from shadbo.core.document.decisions.having import closing_of
from shadbo.core.framing.arrange.laid import BoxContext
from shadbo.core.framing.boxes.depth import at_least, spacer_stock
from shadbo.core.framing.boxes.depth_ways import shallower_ways
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.strainer import room_inside
from shadbo.core.quantity.exact import Fraction, exact

MOST_SHALLOW = 4


def check_depth(context: BoxContext, sizes: Sizes) -> None:
    _air(context, sizes)
    _behind(context, sizes)
    slack = sizes.pack.slack.value
    if slack < 0:
        _too_deep(context, sizes, -slack)
    elif slack < sizes.pack.slack.worst:
        context.checks.add(
            "caution",
            "depth.doubt",
            "depth",
            context.speak.say(
                "It goes in with {} to spare, but tape and stock may take {}.",
                sizes.pack.slack,
                context.speak.fine(sizes.pack.slack.worst),
            ),
            why="Worst case of the readings: try the pack dry before anything is stuck down.",
            source_key="depth",
            figure="depth.slack",
            parts=("rail",),
        )
    _told(context, sizes)
    _unmounted(context, sizes)
    if slack > context.rule("tight") and not sizes.pack.cut_down:
        _rattles(context, sizes, slack)


def _unmounted(context: BoxContext, sizes: Sizes) -> None:
    """Without a mount there is nothing things could be fixed to; what lies under the lip needs none."""
    if sizes.pack.size("mount") or context.display.edges == "lapped":
        return
    context.checks.add(
        "stop",
        "mount.none",
        "depth",
        ("There is no mount board for things to lie on and be fixed to.",),
        why="Only flat work that the lip covers all round goes without.",
        source_key="cut-size",
        parts=("mount",),
        ways=(WayOut(("Take the usual mount board",), (put("/display/mount", None),)),),
    )


def _told(context: BoxContext, sizes: Sizes) -> None:
    """What was decided about the depth and is easily forgotten at the bench."""
    say, display, pack = context.speak.say, context.display, sizes.pack
    if sizes.cut_down and pack.behind_room is not None and pack.slack.value >= 0:
        context.checks.add(
            "note",
            "depth.cut_down",
            "depth",
            say(
                "The inner board is cut down to {} × {} and lies on side strips of {}; {} of room are left behind it.",
                sizes.cut_down["width"],
                sizes.cut_down["height"],
                pack.size("spacer"),
                pack.behind_room,
            ),
            why="Crumpled acid-free tissue keeps the board forward.",
            source_key="cut-down",
            figure="room.behind",
            parts=("mount", "spacer", "behind"),
        )
        if display.backing is None:
            context.checks.add(
                "note",
                "inner.back",
                "depth",
                ("How thick the box’s hard back is isn’t told: it takes that much of the room behind.",),
                why="It closes the box behind the board that is cut down; where the rabbet was read in front of it, it takes nothing.",
                source_key="cut-down",
                parts=("backing", "behind"),
            )
        if display.liner is None:
            context.checks.add(
                "caution",
                "inner.liner",
                "depth",
                say("The frame’s liner is not read: {} is taken.", context.book["inner.liner"]),
                why="It can’t be seen until the frame is open. Open it, read its wall, type it here; only then cut the inner board.",
                source_key="cut-down",
                figure="inner.liner",
                parts=("mount",),
            )
    if pack.spacer is not None and display.glazing in ("coated", "acrylic"):
        sheet = "coated face" if display.glazing == "coated" else "acrylic"
        context.checks.add(
            "note",
            "spacer.wall",
            "depth",
            (f"The spacer is stuck to the rabbet’s wall, never to the {sheet}.",),
            why="It is pushed straight down with a bare face on the sheet, and can’t be moved once it is down.",
            source_key="spacer-glue",
            figure="pack.spacer",
            parts=("spacer", "glazing"),
        )
    if display.build_up:
        context.checks.add(
            "note",
            "depth.build_up",
            "depth",
            say("The frame is built up behind by {}.", exact(display.build_up)),
            why="The strip shows from the side, and the frame stands further off the wall: stain it as the frame is.",
            source_key="build-up",
            figure="depth.build_up",
            parts=("build_up",),
        )


# -- room in front -------------------------------------------------------------------------------------------------------


def _air(context: BoxContext, sizes: Sizes) -> None:
    """A spacer too shallow for what stands behind it: each thing by its own height and clearance, less what the sheet bows."""
    pack, say = sizes.pack, context.speak.say
    if pack.spacer is None or pack.room is None or context.display.glazing == "none":
        return
    shallow = [(pack.needs[one.item.key].value - pack.spacer.value, one) for one in sizes.laid]
    shallow = [(short, one) for short, one in shallow if short > 0]
    height = at_least(spacer_stock(context), pack.need.value)
    # What touches first, then what lacks most.
    shallow.sort(key=lambda pair: (pair[0] < pack.air[pair[1].item.key].value, -pair[0]))
    for i, (short, one) in enumerate(shallow[:MOST_SHALLOW]):
        air = pack.air[one.item.key]
        left = air.value - short
        context.checks.add(
            "stop",
            "depth.air" if not i else f"depth.air.{one.item.key}",
            "depth",
            say(f"{one.item.called} would touch the glazing: it needs {{}} more depth in front.", short)
            if left <= 0
            else say(f"{one.item.called} has {{}} to the glazing; it should have {{}}.", left, air),
            why=say("It stands {} high, and needs {} of air in front.", pack.stands[one.item.key], air),
            source_key="air",
            figure="room.air",
            parts=(one.part, "spacer"),
            ways=(WayOut(say("Use a spacer of {}", height), (put("/display/spacer", height),)),),
        )


def _behind(context: BoxContext, sizes: Sizes) -> None:
    """What sticks out behind the board needs room: a display that has none, or a room that is too shallow."""
    pack, say = sizes.pack, context.speak.say
    longest = max(sizes.laid, key=lambda one: one.sized.behind.value)
    if pack.behind_need is None and longest.sized.behind.value > pack.size("mount"):
        context.checks.add(
            "stop",
            "depth.behind.none",
            "depth",
            say(f"{longest.item.called} stands out {{}} behind, and nothing behind the board leaves room.", longest.sized.behind),
            why="Pressed against the backing it would be pushed forward, or through.",
            source_key="behind",
            figure=longest.sized.behind.name,
            parts=(longest.part, "mount"),
            ways=(
                WayOut(
                    ("Show it in a shadow box, with room behind",),
                    (put("/display/type", "shadow_box"), put("/display/edges", "bordered")),
                ),
                WayOut(
                    say("Let it into a board of {}", longest.sized.behind.value),
                    (put("/display/mount", longest.sized.behind.value),),
                ),
            ),
        )


def _too_deep(context: BoxContext, sizes: Sizes, short: Fraction) -> None:
    say = context.speak.say
    context.checks.add(
        "stop",
        "depth.slack",
        "depth",
        say("This won’t go in, by {}.", short),
        why=say("The pack is {} deep, the rabbet takes {}.", sizes.pack.used, sizes.pack.usable),
        source_key="depth",
        figure="depth.slack",
        parts=("rail", *(lies.key for lies in sizes.pack.layers)),
        ways=shallower_ways(context, sizes, short),
    )


def _rattles(context: BoxContext, sizes: Sizes, slack: Fraction) -> None:
    """What is left behind the pack: filled with boards of the stock, else taken up by the strainer."""
    say, fill = context.speak.say, sizes.pack.fill
    ways = []
    if closing_of(context.display) == "strainer" and room_inside(context, slack):
        ways.append(WayOut(("Let the strainer take it up: cut it as deep as what is left",), _strainer(context, slack)))
    context.checks.add(
        "note",
        "depth.fill",
        "depth",
        say("{} is left behind the pack: fill it, or it rattles.", slack)
        if fill is None
        else say(
            f"{{}} is left behind the pack: {fill.names} fill{'s' if len(fill.boards) == 1 else ''} it, {{}} left.",
            slack,
            fill.left,
        ),
        why=say("Up to {} is tight.", context.rule("tight")),
        source_key="tight",
        figure="depth.slack",
        parts=("fill" if fill is not None else "backing", "rail"),
        ways=ways,
    )


def _strainer(context: BoxContext, slack: Fraction) -> Patch:
    backing = context.display.backing if context.display.backing is not None else Decimal(3)
    return (put("/display/backing", min(exact(backing) + slack, Fraction(60))),)
