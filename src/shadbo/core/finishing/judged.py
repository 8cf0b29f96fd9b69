"""What is asked of a thing at the start, and what is chosen though it would harm it: one stop a choice, with the rule that says so."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, toggled
from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Carcass, Context, Way
from shadbo.core.contract.inputs import ChoiceInput, Input, Option
from shadbo.core.document.decisions.asked import Wish
from shadbo.core.finishing.hang.hardware import HANGERS, WALLS
from shadbo.core.finishing.room.season import room_kind
from shadbo.core.judging.judging import Choice, judge

WISHES: dict[Wish, str] = {
    "safe": "Keep it safe",
    "seen": "See it well",
    "edges": "Its edges seen",
    "both": "Both faces seen",
    "unglazed": "No glass",
    "cheap": "Cheap",
}
GROUP = "What matters"


def asked_inputs(context: Context[Any, Any]) -> list[Input]:
    """One short line each; “don’t know” is answered with care, and says so."""
    wishes = context.piece.asked.wishes
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
            "/asked/apart",
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
        room_kind(context, GROUP),
        choice(
            context,
            "/room/over_bed",
            "Over a bed",
            GROUP,
            ((False, ("no",), ()), (True, ("yes",), ())),
            key="room.bed",
            look="menu",
        ),
        choice(
            context,
            "/room/wall",
            "The wall",
            GROUP,
            (("unknown", ("don’t know",), ()), *((key, (name,), ()) for key, (name, _) in WALLS.items())),
            key="room.wall",
            look="menu",
        ),
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


def check_display(context: Context[Any, Any], way: Way) -> None:
    """A way of showing that harms the thing stops; where its owner agreed in writing to what can’t be undone, it is said."""
    judged = way.judged(context.piece, context.facts)
    rule = judged.refused
    if rule is None:
        return
    agreed = "for_good" in way.done(context.piece, context.facts).split() and context.facts.consent
    context.checks.add(
        "caution" if agreed else "stop",
        "display.harms",
        "display",
        (f"This way of showing would harm it: {rule.say}.",),
        why="Held against what it is, what was said of it, and where it hangs. Another way of showing it, a sleeve, a spacer or a mat does not.",
        source_key=rule.source,
    )


def check_hanger(context: Context[Any, Any], carcass: Carcass, used: str) -> None:
    """One hanger where two fixings are asked for."""
    judged = {
        key: judge(Choice(key, frozenset(HANGERS[key].does.split())), context.needs, context.piece.practice)
        for key in carcass.hangs
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
            for key in carcass.hangs
            if judged[key].fits
        ],
    )
