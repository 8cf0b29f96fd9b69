"""What is asked of a thing at the start, and what is chosen though it would harm it: one stop a choice, with the rule that says so."""

from __future__ import annotations

from collections.abc import Iterable

from shadbo.core.contract.asking import choice, toggled
from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context, FrameSection, Mounting, Way
from shadbo.core.contract.inputs import ChoiceInput, Input, Option
from shadbo.core.document.decisions.asked import Wish
from shadbo.core.document.decisions.having import Glazed
from shadbo.core.document.decisions.panel import OnPanel
from shadbo.core.finishing.hang.hardware import HANGERS
from shadbo.core.finishing.hold.ranking import held_against
from shadbo.core.finishing.hold.sizes import Mounted
from shadbo.core.finishing.room.season import room_kind
from shadbo.core.framing.walls import WALLS
from shadbo.core.judging.judging import Choice, doing, judge
from shadbo.core.judging.sheets import does
from shadbo.core.quantity.figures import listed

WISHES: dict[Wish, str] = {
    "safe": "Keep it safe",
    "seen": "See it well",
    "edges": "Its edges seen",
    "both": "Both faces seen",
    "unglazed": "No glass",
    "cheap": "Cheap",
}
GROUP = "What matters"


def _into_wall(context: Context[object, object], way: Way) -> bool:
    """Whether something is fixed in the wall for it; strips only hold to its paint."""
    shown = context.display
    return not way.stands and not (isinstance(shown, OnPanel) and shown.wall == "hook_and_loop")


def asked_inputs(context: Context[object, object], way: Way) -> list[Input]:
    """One short line each; “don’t know” is answered with care, and says so."""
    wishes = context.piece.asked.wishes
    bed = [
        choice(
            context,
            "/room/over_bed",
            "Over a bed",
            GROUP,
            ((False, ("no",), ()), (True, ("yes",), ())),
            key="room.bed",
            look="menu",
        )
    ]
    wall = [
        choice(
            context,
            "/room/wall",
            "The wall",
            GROUP,
            (("unknown", ("don’t know",), ()), *((key, (name,), ()) for key, (name, _) in WALLS.items())),
            key="room.wall",
            look="menu",
        )
    ]
    return [
        choice(
            context,
            "/asked/replaced",
            "Can it be replaced?",
            GROUP,
            (("", ("not asked",), ()), ("yes", ("yes",), ()), ("no", ("no",), ()), ("unknown", ("don’t know: as if not",), ())),
            look="menu",
        ),
        choice(
            context,
            "/asked/reversible",
            "Must it come apart again?",
            GROUP,
            (("", ("not asked",), ()), ("yes", ("yes",), ()), ("no", ("no",), ()), ("unknown", ("don’t know: as if yes",), ())),
            look="menu",
        ),
        choice(
            context,
            "/asked/signed",
            "Signed",
            GROUP,
            (
                ("", ("not asked",), ()),
                ("no", ("no",), ()),
                ("front", ("on its front",), ()),
                ("back", ("on its back",), ()),
                ("edge", ("at its edge",), ()),
                ("unknown", ("don’t know: as if it were",), ()),
            ),
            look="menu",
        ),
        room_kind(context, GROUP, stands=way.stands),
        *(() if way.stands else bed),
        *(wall if _into_wall(context, way) else ()),
        ChoiceInput(
            "wishes",
            "Its owner wishes",
            "Its owner wishes",
            tuple(
                Option(key, (words,), (), key in wishes, ({"op": "add", "path": "/asked/wishes", "value": toggled(wishes, key)},))
                for key, words in WISHES.items()
            ),
            (),
            "many",
        ),
    ]


def check_display(context: Context[object, object], way: Way) -> None:
    """A way of showing that harms the thing stops; where its owner agreed in writing to what can’t be undone, it is said."""
    judged = way.judged(context.piece, context.facts)
    rule = judged.refused
    if rule is None:
        return
    agreed = "for_good" in way.done(context.piece, context.facts) and context.facts.consent
    context.checks.add(
        "caution" if agreed else "stop",
        "display.harms",
        "display",
        (f"This way of showing would harm it: {rule.say}.",),
        why="Held against what it is, what was said of it, and where it hangs. Another way of showing it, a sleeve, a spacer or a mat does not.",
        source_key=rule.source,
    )


# What an answer asks of whoever frames it, whatever way it is shown.
SIGNED = {
    "front": "Signed on its front: neither mat nor lip lies over it",
    "back": "Signed on its back: photograph that before the back is closed",
    "edge": "Signed at its edge: a lip or a mat would cover it",
    "unknown": "It may be signed: look its front, its back and its edges over first",
}
REPLACED = {
    "no": "It can’t be replaced: nothing may be done to it that can’t be undone",
    "unknown": "Whether it can be replaced nobody knows: it is treated as if not",
    "yes": "It can be replaced: what holds it need not be undone",
}
UNDONE = {
    "yes": "all that holds it can be undone",
    "mostly": "most of what holds it can be undone",
    "no": "what holds it can’t be undone",
}


IN_ROOM = {"child": "In a child’s room", "passage": "In a busy passage", "bath": "In a bathroom", "public": "In a public place"}
# What a room of any such kind asks for, beside what is its own.
ROOM_NEEDS = frozenset({"walked_by", "hands", "damp"})


def _met(context: Context[object, object], way: Way, needs: frozenset[str] | set[str]) -> str:
    """What these needs say for and against this way of showing, the sheet in front of it included."""
    display = context.display
    sheet = does(display.glazing, display.grade) if isinstance(display, Glazed) else frozenset()
    done = way.done(context.piece, context.facts) | sheet
    with_it, without = (judge(Choice("", done), n, context.piece.practice) for n in (context.needs, context.needs - needs))
    new = [w for w in (*with_it.gains, *with_it.costs) if w not in (*without.gains, *without.costs)]
    return ", ".join(new) if new else "nothing speaks for or against it here"


def tell_why(context: Context[object, object], kept: Iterable[Mounted]) -> None:
    """Why everything is held so, where a method was chosen: what speaks for it and what against, by what it is, its room and the school."""
    if not context.holds.asked:
        return
    told: dict[str, list[str]] = {}
    for one in kept:
        for method in one.methods[:1]:
            found = held_against(method, one.subject.stand, context.holds, context.piece.practice)
            told.setdefault(f"{method.label[0].lower()}{method.label[1:]}, {found.why}", []).append(one.subject.name)
    if told:
        lines = (f"{some(names)}: {words}." for words, names in told.items())
        said = " ".join(f"{line[0].upper()}{line[1:]}" for line in lines)
        context.checks.add("note", "hold.why", "hold", (said,), why=HELD_AGAINST, source_key="practice")


def some(names: list[str]) -> str:
    """The first few of many names."""
    return listed(names) if len(names) <= MOST_NAMED else f"{', '.join(names[:3])} and {len(names) - 3} more"


MOST_NAMED = 4
HELD_AGAINST = (
    "Held against what it is, its traits, what was said of it, the room and the school; other ways are held against the same."
)


def check_asked(context: Context[object, object], way: Way, held: Mounting) -> None:
    """What was answered under “what matters”, and how this way of showing meets it: one line, each answer in it."""
    asked = context.piece.asked
    told = [REPLACED[asked.replaced]] if asked.replaced in REPLACED else []
    if asked.reversible:
        wanted = {"yes": "It must come apart again", "unknown": "It may have to come apart again", "no": "It need not come apart"}
        told.append(f"{wanted[asked.reversible]}: {UNDONE[held.reversible]}")
    if asked.signed in SIGNED:
        told.append(SIGNED[asked.signed])
    told += [f"{WISHES[wish]}: {_met(context, way, {f'wish_{wish}'})}" for wish in asked.wishes]
    room = context.piece.room
    if room.kind in IN_ROOM:
        told.append(f"{IN_ROOM[room.kind]}: {_met(context, way, {room.kind, *ROOM_NEEDS})}")
    if not way.stands:
        if room.over_bed:
            told.append(f"Over a bed: two fixings, each able to carry all of it; {_met(context, way, {'over_bed'})}")
        if _into_wall(context, way) and room.wall in WALLS:
            told.append(f"{WALLS[room.wall][0]}: {WALLS[room.wall][1]}")
    if told:
        context.checks.add(
            "note",
            "asked",
            "display",
            (". ".join(told) + ".",),
            why="What was answered under what matters. Other ways of showing it are held against the same answers.",
            source_key="practice",
        )


def check_hanger(context: Context[object, object], frame_section: FrameSection, used: str) -> None:
    """One hanger where two fixings are asked for."""
    judged = {
        key: judge(Choice(key, doing(HANGERS[key].does)), context.needs, context.piece.practice) for key in frame_section.hangs
    }
    rule = judged[used].refused if used in judged else None
    if rule is None:
        return
    context.checks.add(
        "stop",
        "hang.fixings",
        "hang",
        (f"{HANGERS[used].label}: {rule.say}.",),
        why="What comes down there comes down on somebody.",
        source_key=rule.source,
        parts=("hang.hook",),
        ways=[
            WayOut((f"Hang it by {HANGERS[key].label[0].lower()}{HANGERS[key].label[1:]}",), (put("/hang/how", key),))
            for key in frame_section.hangs
            if judged[key].fits
        ],
    )
