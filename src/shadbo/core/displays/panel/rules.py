"""What can be wrong with a panel: glue on what can’t be replaced, a backing that shows or is too small, strips that crowd."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.panel.sizes import PanelContext, Sizes
from shadbo.core.framing.families import check_consent
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import exact

PAIRS = (10, 15, 20, 35, 70)


def check(context: PanelContext, sizes: Sizes) -> None:
    if not context.facts.mounted:
        _glue(context)
        _backing(context, sizes)
        _tape(context, sizes)
    _hang(context, sizes)


def _glue(context: PanelContext) -> None:
    """Adhesive all over can’t be undone."""
    facts, bond = context.facts, context.display.bond
    if bond == "tape":
        return
    dry = WayOut(("Tape across the back instead: dry, and it comes off again",), (put("/display/bond", "tape"),))
    if facts.irreplaceable:
        if context.piece.practice == "conservation":
            context.checks.add(
                "stop",
                "glue.never",
                "hold",
                ("It can’t be replaced, and glue can’t be undone.",),
                why="In conservation nothing is done that can’t be undone, whoever agrees.",
                source_key="practice",
                parts=("glue",),
                ways=(dry,),
            )
        elif not facts.consent:
            check_consent(context, "glued", stage="hold", part="glue", ways=(dry,))
        else:
            context.checks.add(
                "caution",
                "glue.agreed",
                "hold",
                (f"Glued for good, as {context.thing.consent.who} agreed.",),
                why="It can’t be taken apart again.",
                source_key="practice",
                parts=("glue",),
                ways=(dry,),
            )
    else:
        context.checks.add(
            "note",
            "glue.good",
            "hold",
            ("Glued for good: it can’t be taken apart again.",),
            why="Tape across the back holds a jigsaw that must come apart.",
            source_key="panel",
            parts=("glue",),
            ways=(dry,),
        )


def _backing(context: PanelContext, sizes: Sizes) -> None:
    say, inset = context.speak.say, sizes.inset.value
    why = say("Just inside the edge, {} to {}.", context.rule("panel_inset_least"), context.rule("panel_inset_good"))
    usual = WayOut(
        say("Set it {} inside the edge", context.rule("panel_inset")), (put("/display/inset", context.rule("panel_inset")),)
    )
    if inset < context.rule("panel_inset_least"):
        context.checks.add(
            "caution",
            "backing.shows",
            "display",
            say("The backing lies {} inside the edge: an untrue edge lets it show.", sizes.inset),
            why=why,
            source_key="panel",
            figure="backing.inset",
            parts=("backing",),
            ways=(usual,),
        )
    elif inset > context.rule("panel_inset_most"):
        context.checks.add(
            "caution",
            "backing.small",
            "display",
            say("{} of the work stands over the backing and can be knocked.", sizes.inset),
            why=why,
            source_key="panel",
            figure="backing.inset",
            parts=("backing",),
            ways=(usual,),
        )
    if min(d.value for d in sizes.backing.values()) <= 4 * exact(context.display.tape):
        context.checks.add(
            "stop",
            "backing.none",
            "display",
            say("The backing would be {} × {}: nothing to stick to.", *sizes.backing.values()),
            why="The inset is taken off both sides.",
            source_key="arithmetic",
            figure="backing.width",
            parts=("backing",),
            ways=(
                WayOut(
                    say("Set it {} inside the edge, tape {} from it", context.rule("panel_inset"), context.rule("panel_tape")),
                    (put("/display/inset", context.rule("panel_inset")), put("/display/tape", context.rule("panel_tape"))),
                ),
            ),
        )
    thin = max(d.value for d in sizes.backing.values()) > context.rule("panel_bends_over") and exact(
        context.display.board
    ) < context.rule("panel_board")
    if thin:
        context.checks.add(
            "caution",
            "backing.bends",
            "display",
            say("A backing {} thick bends over so wide a panel.", exact(context.display.board)),
            why=say("Over {} a board of {} or more.", context.rule("panel_bends_over"), context.rule("panel_board")),
            source_key="panel",
            figure="backing.thick",
            parts=("backing",),
            ways=(
                WayOut(
                    say("Use board {} thick", context.rule("panel_board")), (put("/display/board", context.rule("panel_board")),)
                ),
            ),
        )
    if sizes.across * sizes.down > 1:
        context.checks.add(
            "note",
            "backing.seams",
            "display",
            (f"The backing is {sizes.across * sizes.down} boards, butted.",),
            why=say(
                "A strip {} wide is stuck over every seam from behind, and no seam lies under one of the work’s own.",
                context.rule("panel_seam"),
            ),
            source_key="panel",
            figure="board.count",
            parts=("backing",),
        )


def _tape(context: PanelContext, sizes: Sizes) -> None:
    least = min(sizes.each[a].value for a in AXES)
    if "tape.length" not in context.book.dims and least > 6:
        context.checks.add(
            "stop",
            "tape.crosses",
            "hold",
            context.speak.say("Tape lines {} from the edges meet on a board {} wide.", sizes.tape, least),
            why="The line runs round inside every board, glue inside it.",
            source_key="panel",
            figure="tape.edge",
            parts=("tape",),
            ways=(
                WayOut(
                    context.speak.say("Set the tape {} from the edge", context.rule("panel_tape")),
                    (put("/display/tape", context.rule("panel_tape")),),
                ),
            ),
        )


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
            "caution",
            "pairs.many",
            "hold",
            (f"It takes {sizes.hold.count} pairs to carry it.",),
            why="Adhesive in shear on a wall counts with factor 6.",
            source_key="shear",
            figure="pairs.count",
            parts=("pair",),
            ways=ways,
        )
    longest = max(sizes.backing.values(), key=lambda d: d.value)
    room = (longest.value - 2 * context.rule("panel_strip_inset")) / context.rule("panel_strip_long")
    narrow = min(d.value for d in sizes.backing.values()) < 2 * context.rule("panel_strip_inset") + context.rule("panel_strip_long")
    if len(sizes.pairs) > 2 * room or narrow:
        context.checks.add(
            "stop",
            "pairs.room",
            "hold",
            context.speak.say(f"There is no room for {len(sizes.pairs)} strips on a backing {{}} × {{}}.", *sizes.backing.values()),
            why="Strips lie clear of one another and of the edge.",
            source_key="panel",
            figure="pairs.count",
            parts=("pair",),
            ways=(WayOut(("Stand it on a ledge",), (put("/display/wall", "ledge"),)),),
        )
