"""A panel, reckoned whole."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, given, plain_length
from shadbo.core.contract.cutting import Across, CutLine, sheet_of, strip_of
from shadbo.core.contract.display import Display, DisplayPlan, Holds, Layer, Mounting, Panel, PanelOf, Proof, Suit, Way
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import there
from shadbo.core.displays.panel.bodies import lie
from shadbo.core.displays.panel.drawing import draw
from shadbo.core.displays.panel.rules import PAIRS, check
from shadbo.core.displays.panel.sizes import PanelContext, Sizes, size_up
from shadbo.core.document.facts import Facts
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import FLAT_ASKS, Start, flat_of
from shadbo.core.framing.filling import BLADE, board_of
from shadbo.core.framing.rails import AXES, cut_line
from shadbo.core.framing.walls import ANCHOR, fixing_in
from shadbo.core.measuring.desk import consent_inputs, desk_panel
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.sums import rule

BONDS = {
    "glue": Mounting("glue all over and tape at the edge", "glue on the whole back", "no"),
    "spray": Mounting("spray adhesive all over", "adhesive on the whole back", "no"),
    "tape": Mounting("wide tape in strips across the back", "tape on the back", "mostly"),
}
OWN_BOARD = Mounting("on its own board, as it came", "nothing new", "yes")


def reckon(context: PanelContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of a panel."""
    sizes = size_up(context)
    check(context, sizes)
    thick = context.book["backing.thick"]
    work = sizes.thing.depth.largest if sizes.thing.depth else None
    own = context.facts.mounted
    return DisplayPlan(
        verdict=_verdict(context, sizes),
        outside=(sizes.thing.width.look, sizes.thing.height.look),
        layers=(*((Layer("work", "Work", work),) if work else ()), *(() if own else (Layer("backing", "Backing", thick),))),
        panels=_panels(context, sizes),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=_cuts(context, sizes),
        steps=lambda: _steps(context, sizes),
        parts=lambda: _parts(context, sizes),
        proofs=_proofs(sizes),
        deep=work * 1 if work and own else work + thick if work else thick * 1,
        weights=sizes.weights,
        held=OWN_BOARD if own else BONDS[context.display.bond],
    )


def _verdict(context: PanelContext, sizes: Sizes) -> Say:
    boards = sizes.across * sizes.down
    by = f"{len(sizes.pairs)} pairs of hook-and-loop" if sizes.hold else "a ledge"
    if context.facts.mounted:
        return (f"On its own board; hung by {by}.",)
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


def _panels(context: PanelContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    return (
        desk_panel(context, sizes.thing),
        PanelOf("display", lambda: _display(context, sizes)),
        PanelOf("hold", lambda: _hold(context, sizes)),
        PanelOf("cut", lambda: _cut(context, sizes)),
    )


def _display(context: PanelContext, sizes: Sizes) -> Panel:
    display, show = context.display, context.shop.showing
    if context.facts.mounted:
        return Panel(
            ("It is on its own board: that is hung.",), (), there(context, "backing.width", "backing.height", "weight.total")
        )
    backing: list[Input] = [
        given(show, sizes.inset, "Backing"),
        plain_length(show, display.board, "/display/board", "Thick", "Backing", ("backing",)),
        *(given(show, sizes.stock[a], "Board it is cut from") for a in AXES),
        *consent_inputs(context.thing.consent),
    ]
    seams = [d.name or "" for found in sizes.seams.values() for d in found]
    names = ("backing.width", "backing.height", "board.count", "board.width", "board.height", *seams, "weight.total")
    asks = ("A backing just inside the edge, from how many boards, and where their seams lie.",)
    return Panel(asks, tuple(backing), there(context, *names))


def _hold(context: PanelContext, sizes: Sizes) -> Panel:
    show = context.shop.showing
    stuck: list[Input] = [
        choice(
            context,
            "/display/bond",
            "Stuck by",
            "Stuck by",
            (
                ("glue", ("Glue and tape",), ("tape at the edge holds while the glue dries; for good",)),
                ("spray", ("Spray to board",), ("oversize, then cut round parallel; for good",)),
                ("tape", ("Tape across the back",), ("dry, quick, comes off again",)),
            ),
            ("glue",),
            look="list",
        ),
        given(show, sizes.tape, "Stuck by"),
    ]
    hold: list[Input] = [
        *(() if context.facts.mounted else stuck),
        choice(
            context,
            "/display/wall",
            "On the wall",
            "On the wall",
            (
                ("hook_and_loop", ("Hook-and-loop",), ("pressed on, an hour before load",)),
                ("ledge", ("A ledge",), ("it stands and leans",)),
            ),
            ("pair",),
        ),
    ]
    if sizes.hold:
        hold.append(
            choice(
                context,
                "/display/pair",
                "A pair carries, on the packet",
                "On the wall",
                tuple((p, (f"{p} N",), ()) for p in PAIRS),
                ("pair",),
            )
        )
    names = ("glue.area", "glue.volume", "tape.length", "pairs.count", "pairs.load", "pairs.each", *_pairs(sizes))
    asks = ("What sticks it to its backing, and what carries both.",)
    return Panel(asks, tuple(hold), there(context, *names), ("back", "section", "face"))


def _cut(context: PanelContext, sizes: Sizes) -> Panel:
    names = there(context, "board.width", "board.height", "tape.length", *_pairs(sizes))
    return Panel(("Boards to cut, lines to draw.",), (), names, ("back", "face", "section"))


def _pairs(sizes: Sizes) -> list[str]:
    return [d.name or "" for pair in sizes.pairs for d in pair]


def _cuts(context: PanelContext, sizes: Sizes) -> tuple[CutLine, ...]:
    say, n = context.speak.say, sizes.across * sizes.down
    if context.facts.mounted:
        return ()
    lines = [
        cut_line(
            context,
            "backing",
            "Backing",
            ("backing",),
            n,
            board_of(context, context.book["backing.thick"], "mount").name,
            sizes.each["width"],
            sheet_of(context.speak, sizes.each["height"], context.book["backing.thick"]),
            ("grain along the longer side",),
            number="board.count",
        )
    ]
    for axis, words in (("width", "upright"), ("height", "level")):
        if axis in sizes.seam_strips:
            lines.append(
                cut_line(
                    context,
                    f"seam.{axis}",
                    f"Strips over the {words} seams",
                    ("seam",),
                    len(sizes.seams[axis]) * (len(sizes.seams["width"]) + 1 if axis == "height" else 1),
                    "stiff card, acid-free",
                    sizes.seam_strips[axis],
                    strip_of(context.speak, rule(context.rule("panel_seam"), "Strip over a seam, wide", "panel-house")),
                )
            )
    if taped(context):
        lines.append(
            cut_line(
                context,
                "tape",
                "Double-sided tape",
                ("tape",),
                1,
                "tape, acid-free",
                context.book["tape.length"],
                Across(),
                say("{} from every board’s edge", sizes.tape),
            )
        )
    return tuple(lines)


def taped(context: PanelContext) -> bool:
    """Whether double-sided tape runs round the backing: with glue, and under a backing stuck on over tape; not where it is sprayed."""
    return "tape.length" in context.book.dims and context.display.bond != "spray"


def _parts(context: PanelContext, sizes: Sizes) -> tuple[Part, ...]:
    """What sticks it, and what it hangs by."""
    found = [] if context.facts.mounted else [_sticks_it(context)]
    if sizes.seam_strips:
        found.append(got("glue.seam", "Neutral PVA", comes="hand", note=("for the strips over the seams",)))
    if sizes.hold:
        pairs = len(sizes.pairs)
        found.append(
            got(
                "pair",
                "Pairs of hanging strips",
                pairs,
                material=f"rated {context.display.pair} N a pair",
                lights=("pair",),
                figure="pairs.count",
            )
        )
    else:
        found.append(got("ledge", "Ledge with a lip", comes="hand"))
        found.append(got("ledge.screw", "Ledge screws", 2, material=fixing_in(context.piece.room.wall)))
    return tuple(found)


def _sticks_it(context: PanelContext) -> Part:
    """What the work is stuck to its backing with."""
    if context.display.bond == "glue":
        return got("adhesive", "Wood or puzzle glue", size=_glue(context), lights=("glue",))
    if context.display.bond == "tape":
        return got("across", "Framing tape", material="wide, acid-free", lights=("tape",))
    return got("adhesive", "Spray adhesive", lights=("glue",))


def _glue(context: PanelContext) -> Say:
    """How much of it, if that was reckoned."""
    volume = context.book.counts.get("glue.volume")
    return (f"about {volume.quantity.mm}",) if volume is not None and volume.quantity is not None else ()


def _steps(context: PanelContext, sizes: Sizes) -> tuple[Operation, ...]:
    say, display = context.speak.say, context.display
    if context.facts.mounted:
        strips = " and clean where the strips go" if display.wall == "hook_and_loop" else ""
        looked = (f"Complete, the right way up; its board flat, firm behind it{strips}.",)
        return (
            Operation("measure", "Look it over", looked, 5, gate=True, parts=("work",), leaves=("measured",)),
            *_hung(context, sizes),
        )
    # One that is glued together is turned like a card.
    puzzle = context.thing.material == "puzzle" and context.thing.comes.how != "glued"
    out = [
        Operation(
            "measure",
            "Measure again",
            say(
                "Smallest {} × {}: the backing goes by it. Look: is it complete, is it the right way up?",
                sizes.thing.width.cover,
                sizes.thing.height.cover,
            ),
            5,
            gate=True,
            parts=("work",),
            leaves=("measured",),
        ),
        Operation(
            "board",
            "Cut the backing",
            say(f"{sizes.across * sizes.down} at {{}} × {{}}.", *sizes.each.values()),
            15,
            care="Blade away from the fingers; metal ruler.",
            parts=("backing",),
            makes=("backing",),
        ),
        Operation(
            "turn",
            "Turn it face down" if puzzle else "Lay it face down",
            ("As a sandwich: board below, puzzle, the backing on top, and turn all three together.",)
            if puzzle
            else ("On clean paper.",),
            10,
            parts=("work",),
        ),
    ]
    if display.bond == "tape":
        out.append(
            Operation(
                "tape",
                "Tape across the back",
                ("Wide tape, overlapping, pressed down from the middle outwards.",),
                20,
                parts=("work",),
                uses=("across",),
                holds=("work",),
                method="tape_across",
            )
        )
        out.append(
            Operation(
                "tape_on",
                "Stick the backing on",
                say("Double-sided tape {} inside every edge.", sizes.tape) if taped(context) else ("Pressed on from the middle.",),
                15,
                parts=("backing",),
                makes=("tape",) if taped(context) else (),
                holds=(),
            )
        )
    elif display.bond == "glue":
        out.append(
            Operation(
                "glue",
                "Glue it",
                say("Double-sided tape on the backing, {} from its edge, glue in the middle. Weight on every corner.", sizes.tape)
                if taped(context)
                else ("Glue all over the backing. Weight on every corner.",),
                20,
                wait_minutes=120,
                care="Glue kept off the face; gloves.",
                parts=("glue",),
                uses=("backing",),
                makes=("tape",) if taped(context) else (),
                holds=("work",),
                method="glue",
                takes="weights",
                takes_on=120,
            )
        )
    else:
        out.append(
            Operation(
                "spray",
                "Spray the backing and lay it on",
                say("Sprayed thin, left till it is tacky; laid on {} inside every edge, pressed from the middle.", sizes.inset),
                25,
                wait_minutes=30,
                care="Outdoors or in a booth, no flames, gloves, mask as the tin says.",
                parts=("glue",),
                holds=("work",),
                method="spray",
            )
        )
    if sizes.seam_strips:
        out.append(
            Operation(
                "seams",
                "Cover the seams",
                say("A strip {} wide glued over every seam from behind; weight on it.", context.rule("panel_seam")),
                15,
                wait_minutes=120,
                care=BLADE,
                parts=("backing",),
                makes=("seam",),
                uses=("glue.seam",),
                takes="weights",
                takes_on=120,
            )
        )
    out.append(
        Operation(
            "look",
            "Look at the front",
            ("Straight, no gaps, no glue on the face; the backing not to be seen.",),
            5,
            gate=True,
            parts=("work",),
        )
    )
    return (*out, *_hung(context, sizes))


def _hung(context: PanelContext, sizes: Sizes) -> tuple[Operation, ...]:
    """What carries it is tried, put on and hung."""
    say, out = context.speak.say, list[Operation]()
    if sizes.hold:
        out.append(
            Operation(
                "pull",
                "Pull test",
                (
                    f"One pair on {'a corner of its board' if context.facts.mounted else 'an offcut of the backing'} and the wall it will hang on: "
                    f"{context.shop.rules.shear_factor} times its share of the weight for an hour.",
                ),
                10,
                wait_minutes=60,
                gate=True,
                parts=("pair",),
            )
        )
        out.append(
            Operation(
                "strips",
                "Press the strips on",
                say(
                    f"{len(sizes.pairs)} pairs, the first {{}} from the left and {{}} from the top, seen from behind. An hour pressed before "
                    "it is hung.",
                    *sizes.pairs[0],
                ),
                15,
                wait_minutes=60,
                gate=True,
                parts=("pair",),
                uses=() if context.facts.mounted else ("backing",),
            )
        )
        out.append(
            Operation(
                "hang",
                "Hang it",
                ("A level line on the wall first; dust off, every pair pressed for half a minute, the corners last.",),
                15,
                gate=True,
                parts=("pair",),
                place="wall",
            )
        )
    else:
        out.append(
            Operation(
                "ledge",
                "Stand it on its ledge",
                ("Screw the ledge to the wall, level; a lip in front keeps it from sliding.",),
                15,
                care=ANCHOR,
                parts=("backing",),
                uses=("ledge", "ledge.screw"),
            )
        )
    return tuple(out)


def _suits(facts: Facts) -> Suit:
    if facts.what == "mirror":
        return Suit(0, "a mirror is glass: it wants a rabbet round it")
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
    "panel",
    "Panel on a backing",
    reckon,
    Way(_suits, _begin, "open bare all_over for_good cheap"),
    starts=(
        Start(
            "panel",
            "A jigsaw as a panel",
            "On a backing, no frame.",
            FLAT_ASKS,
            lambda sizes: flat_of(sizes) | {"material": "puzzle"},
            lambda sizes, unit, shop: {"type": "panel"},
            said="jigsaw puzzle no frame unframed glue backing strips",
        ),
    ),
    holds=Holds(frozenset({"glue", "hook_and_loop", "spray", "tape_across"})),
)
