"""A panel, reckoned whole."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, given, plain_length
from shadbo.core.contract.cutting import CutLine
from shadbo.core.contract.display import Display, Held, Layer, Panel, Proof, Reckoned, Suit, Way
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.steps import Step
from shadbo.core.contract.terms import there
from shadbo.core.displays.panel.drawing import draw
from shadbo.core.displays.panel.rules import PAIRS, check
from shadbo.core.displays.panel.sizes import PanelContext, Sizes, size_up
from shadbo.core.document.facts import Facts
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import FLAT_ASKS, Start, flat_of
from shadbo.core.framing.rails import AXES, cut_line
from shadbo.core.measuring.desk import consent_inputs, desk_panel
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say

BONDS = {"glue": Held("glue all over and tape at the edge", "glue on the whole back", "no"),
         "spray": Held("spray adhesive all over", "adhesive on the whole back", "no"),
         "tape": Held("wide tape in strips across the back", "tape on the back", "mostly")}  # fmt: skip


def reckon(context: PanelContext) -> Reckoned:
    """Every sum, check, drawing, cut and step of a panel."""
    sizes = size_up(context)
    check(context, sizes)
    thick = context.book["backing.thick"]
    work = sizes.thing.depth.largest if sizes.thing.depth else None
    return Reckoned(
        verdict=_verdict(context, sizes), outside=(sizes.thing.width.look, sizes.thing.height.look),
        layers=(*((Layer("work", "Work", work),) if work else ()), Layer("backing", "Backing", thick)),
        panels=_panels(context, sizes), views=draw(context, sizes), cuts=_cuts(context, sizes), stock=(), steps=_steps(context, sizes),
        proofs=_proofs(sizes), deep=work + thick if work else thick * 1, weights=sizes.weights, held=BONDS[context.display.bond],
    )  # fmt: skip


def _verdict(context: PanelContext, sizes: Sizes) -> Say:
    boards = sizes.across * sizes.down
    by = f"{len(sizes.pairs)} pairs of hook-and-loop" if sizes.hold else "a ledge"
    return context.speak.say(
        f"Backing {{}} × {{}}{f' in {boards} boards' if boards > 1 else ''}; hung by {by}.", *sizes.backing.values()
    )


def _proofs(sizes: Sizes) -> tuple[Proof, ...]:
    """inset + backing + inset = work; the boards make the backing."""
    proofs = []
    for axis, count in (("width", sizes.across), ("height", sizes.down)):
        proofs.append(
            Proof(
                f"inset + backing + inset = work, {axis}",
                (sizes.inset, sizes.backing[axis], sizes.inset),
                sizes.thing.side(axis).cover,
            )
        )
        proofs.append(Proof(f"boards = backing, {axis}", (sizes.each[axis],) * count, sizes.backing[axis]))
    return tuple(proofs)


def _panels(context: PanelContext, sizes: Sizes) -> tuple[Panel, ...]:
    display, show = context.display, context.shop.showing
    backing: list[Input] = [
        given(show, sizes.inset, "Backing"), plain_length(show, display.board, "/display/board", "Thick", "Backing", ("backing",)),
        *(given(show, sizes.stock[a], "Board it is cut from") for a in AXES), *consent_inputs(context.object.consent, "Owner’s agreement"),
    ]  # fmt: skip
    hold: list[Input] = [
        choice("bond", "Stuck by", "Stuck by", "/display/bond", display.bond, (
            ("glue", ("Glue and tape",), ("tape at the edge holds while the glue dries; for good",)),
            ("spray", ("Spray to board",), ("oversize, then cut round parallel; for good",)),
            ("tape", ("Tape across the back",), ("dry, quick, comes off again",))), ("glue",), look="list"),
        given(show, sizes.tape, "Stuck by"),
        choice("wall", "On the wall", "On the wall", "/display/wall", display.wall, (
            ("hook_and_loop", ("Hook-and-loop",), ("pressed on, an hour before load",)), ("ledge", ("A ledge",), ("it stands and leans",))), ("pair",)),
    ]  # fmt: skip
    if sizes.hold:
        hold.append(choice("pair", "A pair carries, on the packet", "On the wall", "/display/pair", display.pair, tuple((p, (f"{p} N",), ()) for p in PAIRS),
                           ("pair",)))  # fmt: skip
    seams = [d.name or "" for found in sizes.seams.values() for d in found]
    pairs = [d.name or "" for pair in sizes.pairs for d in pair]
    return (
        desk_panel(context, sizes.thing),
        Panel("display", "Display", ("A backing just inside the edge, from how many boards, and where their seams lie.",), tuple(backing),
              there(context, "backing.width", "backing.height", "board.count", "board.width", "board.height", *seams, "weight.total"),
              ("face", "section", "back")),
        Panel("hold", "Hold", ("What sticks it to its backing, and what carries both.",), tuple(hold),
              there(context, "glue.area", "glue.volume", "tape.length", "pairs.count", "pairs.load", "pairs.each", *pairs), ("back", "section", "face")),
        Panel("cut", "Cut", ("Boards to cut, lines to draw.",), (), there(context, "board.width", "board.height", "tape.length", *pairs),
              ("back", "face", "section")),
    )  # fmt: skip


def _cuts(context: PanelContext, sizes: Sizes) -> tuple[CutLine, ...]:
    say, n = context.speak.say, sizes.across * sizes.down
    lines = [cut_line(context, "backing", "Backing", ("backing",), n, "acid-free board", sizes.each["width"],
                      say("by {}, {} thick", sizes.each["height"], context.book["backing.thick"]), ("grain along the longer side",))]  # fmt: skip
    if "tape.length" in context.book.dims:
        lines.append(cut_line(context, "tape", "Double-sided tape", ("tape",), 1, "tape, acid-free", context.book["tape.length"],
                              (), say("{} in from every board’s edge", sizes.tape)))  # fmt: skip
    return tuple(lines)


def _steps(context: PanelContext, sizes: Sizes) -> tuple[Step, ...]:
    say, display = context.speak.say, context.display
    puzzle = context.object.material == "puzzle"
    out = [
        Step("measure", "Measure again", say("Smallest {} × {}: the backing goes by it. Look: is it complete, is it the right way up?",
             sizes.thing.width.cover, sizes.thing.height.cover), 5, gate=True, parts=("work",)),
        Step("board", "Cut the backing", say(f"{sizes.across * sizes.down} at {{}} × {{}}.", *sizes.each.values()), 15,
             care="Blade away from the fingers; metal ruler.", parts=("backing",)),
        Step("turn", "Turn it face down" if puzzle else "Lay it face down", (
            "As a sandwich: board below, puzzle, the backing on top, and turn all three together.",) if puzzle else ("On clean paper.",), 10, parts=("work",)),
    ]  # fmt: skip
    if display.bond == "tape":
        out.append(
            Step(
                "tape",
                "Tape across the back",
                ("Wide strips, overlapping, pressed down from the middle outwards.",),
                20,
                parts=("tape",),
            )
        )
        out.append(
            Step(
                "tape_on",
                "Stick the backing on",
                say("Double-sided tape {} in from every edge.", sizes.tape),
                15,
                parts=("backing",),
            )
        )
    elif display.bond == "glue":
        out.append(Step("glue", "Glue it", say("Tape {} in from the edge, glue in the middle. Weight on every corner.", sizes.tape), 20,
                        wait_minutes=120, care="Glue kept off the face; gloves.", parts=("glue",)))  # fmt: skip
    else:
        out.append(
            Step(
                "spray",
                "Spray it to an oversize board",
                ("Then cut round it parallel with a spacer block: the border comes out even, and centring with it.",),
                25,
                wait_minutes=30,
                care="Outdoors or in a booth, no flames, gloves, mask as the tin says.",
                parts=("glue",),
            )
        )
    out.append(
        Step(
            "look",
            "Look at the front",
            ("Straight, no gaps, no glue on the face; the backing not to be seen.",),
            5,
            gate=True,
            parts=("work",),
        )
    )
    if sizes.hold:
        out.append(
            Step(
                "strips",
                "Press the strips on",
                say(
                    f"{len(sizes.pairs)} pairs, the first {{}} from the left and {{}} from the top, seen from behind. An hour before it is "
                    "hung; pull test with four times its weight.",
                    *sizes.pairs[0],
                ),
                15,
                wait_minutes=60,
                gate=True,
                parts=("pair",),
            )
        )
    else:
        out.append(
            Step(
                "ledge",
                "Stand it on its ledge",
                ("Level the ledge; a lip in front keeps it from sliding.",),
                15,
                parts=("backing",),
            )
        )
    return tuple(out)


def _suits(facts: Facts) -> Suit:
    if not facts.flat:
        return Suit(0, "only flat work lies on a backing")
    if facts.what in ("plant", "cloth", "needlework", "canvas") or "loose_pigment" in facts.traits:
        return Suit(0, "unprotected and stuck all over it would be spoilt")
    if facts.irreplaceable and facts.practice == "conservation":
        return Suit(0, "nothing that can’t be replaced is stuck down")
    if facts.what == "puzzle":
        return Suit(3 if facts.practice == "thrifty" else 2, "light and cheap, no frame; glued for good")
    return Suit(1, "for a copy; it is stuck down and open to light")


def _begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    board = Fraction(5) if max(facts.width, facts.height) > 700 else Fraction(3)
    return {
        "type": "panel",
        "board": int(board),
        "bond": "tape" if facts.practice == "conservation" or facts.irreplaceable else "glue",
    }


PANEL = Display(
    "panel", "Panel on a backing", reckon, Way(_suits, _begin),
    starts=(Start("panel", "A jigsaw as a panel", "On a backing, no frame.", FLAT_ASKS, lambda sizes: flat_of(sizes) | {"material": "puzzle"},
                  lambda sizes, unit, shop: {"type": "panel"}),),
)  # fmt: skip
