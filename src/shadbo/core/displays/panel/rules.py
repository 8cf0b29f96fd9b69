"""What can be wrong with a panel: glue on what can’t be replaced, a backing that shows or is too small, strips that crowd."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.panel.sizes import IN_FROM_THE_EDGE, STRIP_LONG, PanelContext, Sizes
from shadbo.core.document.facts import facts_of
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction

LEAST_INSET, MOST_INSET, USUAL_INSET = Fraction(2), Fraction(10), Fraction(5, 2)
SEAMS_WANT = Fraction(60)
BENDS_OVER = Fraction(700)
PAIRS = (10, 15, 20, 35, 70)


def check(context: PanelContext, sizes: Sizes) -> None:
    _glue(context)
    _backing(context, sizes)
    _tape(context, sizes)
    _hang(context, sizes)


def _glue(context: PanelContext) -> None:
    """Adhesive all over can’t be undone."""
    facts, bond = facts_of(context.piece), context.display.bond
    if bond == "tape":
        return
    dry = WayOut(("Tape across the back instead: dry, and it comes off again",), (put("/display/bond", "tape"),))
    if facts.irreplaceable:
        if context.piece.practice == "conservation":
            context.checks.add(
                "stop", "glue.never", "hold", ("It can’t be replaced, and glue can’t be undone.",),
                why="In conservation nothing is done that can’t be undone, whoever agrees.", source_key="practice", parts=("glue",), ways=(dry,),
            )  # fmt: skip
        elif not facts.consent:
            context.checks.add(
                "stop", "glue.consent", "hold", ("It is not glued before its owner has agreed in writing: write down who agreed and when.",),
                why="It can’t be replaced, and glue can’t be undone.", source_key="consent", parts=("glue",), ways=(dry,),
            )  # fmt: skip
        else:
            context.checks.add(
                "caution", "glue.agreed", "hold", (f"Glued for good, as {context.object.consent.who} agreed.",),
                why="It can’t be taken apart again.", source_key="practice", parts=("glue",), ways=(dry,),
            )  # fmt: skip
    else:
        context.checks.add(
            "note", "glue.good", "hold", ("Glued for good: it can’t be taken apart again.",), why="Tape across the back holds a jigsaw that must come apart.",
            source_key="panel", parts=("glue",), ways=(dry,),
        )  # fmt: skip


def _backing(context: PanelContext, sizes: Sizes) -> None:
    say, inset = context.speak.say, sizes.inset.value
    usual = WayOut(say("Set it {} inside the edge", USUAL_INSET), (put("/display/inset", USUAL_INSET),))
    if inset < LEAST_INSET:
        context.checks.add(
            "caution", "backing.shows", "display", say("The backing lies {} inside the edge: an untrue edge lets it show.", sizes.inset),
            why="Just inside the edge, 2 to 3 mm.", source_key="panel", figure="backing.inset", parts=("backing",), ways=(usual,),
        )  # fmt: skip
    elif inset > MOST_INSET:
        context.checks.add(
            "caution", "backing.small", "display", say("{} of the work stands over the backing and can be knocked.", sizes.inset),
            why="Just inside the edge, 2 to 3 mm.", source_key="panel", figure="backing.inset", parts=("backing",), ways=(usual,),
        )  # fmt: skip
    if min(d.value for d in sizes.backing.values()) <= 4 * Fraction(context.display.tape):
        context.checks.add(
            "stop", "backing.none", "display", say("The backing would be {} × {}: nothing to stick to.", *sizes.backing.values()),
            why="The inset is taken off both sides.", source_key="arithmetic", figure="backing.width", parts=("backing",), ways=(
                WayOut(say("Set it {} inside the edge, tape {} from it", USUAL_INSET, Fraction(3)),
                       (put("/display/inset", USUAL_INSET), put("/display/tape", Fraction(3)))),),
        )  # fmt: skip
    thin = max(d.value for d in sizes.backing.values()) > BENDS_OVER and Fraction(context.display.board) < 5
    if thin:
        context.checks.add(
            "caution", "backing.bends", "display", say("A backing {} thick bends over so wide a panel.", Fraction(context.display.board)),
            why=say("Over {} a board of {} or more.", BENDS_OVER, Fraction(5)), source_key="panel", figure="backing.thick", parts=("backing",),
            ways=(WayOut(say("Use board {} thick", Fraction(5)), (put("/display/board", Fraction(5)),)),),
        )  # fmt: skip
    if sizes.across * sizes.down > 1:
        context.checks.add(
            "note", "backing.seams", "display", (f"The backing is {sizes.across * sizes.down} boards, butted.",),
            why=say("A strip {} wide is stuck over every seam from behind, and no seam lies under one of the work’s own.", SEAMS_WANT), source_key="panel",
            figure="board.count", parts=("backing",),
        )  # fmt: skip


def _tape(context: PanelContext, sizes: Sizes) -> None:
    least = min(sizes.each[a].value for a in AXES)
    if "tape.length" not in context.book.dims and least > 6:
        context.checks.add(
            "stop", "tape.crosses", "hold", context.speak.say("Tape lines {} from the edges meet on a board {} wide.", sizes.tape, least),
            why="The line runs round inside every board, glue inside it.", source_key="panel", figure="tape.edge", parts=("tape",),
            ways=(WayOut(context.speak.say("Set the tape {} from the edge", Fraction(3)), (put("/display/tape", Fraction(3)),)),),
        )  # fmt: skip


def _hang(context: PanelContext, sizes: Sizes) -> None:
    if sizes.hold is None:
        context.checks.add(
            "note",
            "ledge",
            "hold",
            ("It stands on a ledge and leans: a low lip in front keeps it from sliding.",),
            why="A ledge carries it, nothing is stuck to the wall.",
            source_key="panel",
            parts=("backing",),
        )
        return
    if sizes.hold.strength > 8:
        stronger = next((p for p in PAIRS if p > context.display.pair and sizes.hold.load / p <= 4), None) or (
            PAIRS[-1] if context.display.pair < PAIRS[-1] else None
        )
        ways = (
            [WayOut((f"Use pairs rated {stronger} N",), ({"op": "add", "path": "/display/pair", "value": stronger},))]
            if stronger
            else []
        )
        ways.append(WayOut(("Stand it on a ledge",), (put("/display/wall", "ledge"),)))
        context.checks.add(
            "caution", "pairs.many", "hold", (f"It takes {sizes.hold.count} pairs to carry it.",), why="Adhesive in shear on a wall counts with factor 6.",
            source_key="shear", figure="pairs.count", parts=("pair",), ways=ways,
        )  # fmt: skip
    longest = max(sizes.backing.values(), key=lambda d: d.value)
    room = (longest.value - 2 * IN_FROM_THE_EDGE) / STRIP_LONG
    narrow = min(d.value for d in sizes.backing.values()) < 2 * IN_FROM_THE_EDGE + STRIP_LONG
    if len(sizes.pairs) > 2 * room or narrow:
        context.checks.add(
            "stop", "pairs.room", "hold", context.speak.say(f"There is no room for {len(sizes.pairs)} strips on a backing {{}} × {{}}.", *sizes.backing.values()),
            why="Strips lie clear of one another and of the edge.", source_key="panel", figure="pairs.count", parts=("pair",),
            ways=(WayOut(("Stand it on a ledge",), (put("/display/wall", "ledge"),)),),
        )  # fmt: skip
