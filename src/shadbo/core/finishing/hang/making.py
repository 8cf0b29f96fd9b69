"""Hanging as parts and operations: what goes on the back at the bench, and what is done at the wall."""

from __future__ import annotations

from collections.abc import Iterator

from shadbo.core.contract.display import Context, FrameSection
from shadbo.core.contract.operations import MADE, Clause, Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.finishing.hang.cleat import cleat_parts
from shadbo.core.finishing.hang.hardware import FASTENED
from shadbo.core.finishing.hang.sizes import Hanging
from shadbo.core.framing.came import hanger_came
from shadbo.core.framing.counting import figures
from shadbo.core.framing.stock import stock_screw
from shadbo.core.framing.strainer import stands_behind
from shadbo.core.framing.walls import ANCHOR, WALLS, fixing_in
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.masses import KG_PER_POUND

ITS_OFF = "Its own hanger comes off. "
BUMPER = got("bumper", "Bumpers", 2, material="felt or rubber")


def packet(context: Context[object, object], kg: Fraction) -> str:
    """A rating as it stands on packets where the piece is framed: kg, and beside it whole lb that are no more."""
    said = f"{figures(kg)} kg"
    return f"{said} ({int(kg / KG_PER_POUND)} lb)" if context.piece.units == "in" else said


def hang_parts(context: Context[object, object], frame_section: FrameSection, hung: Hanging) -> Iterator[Part]:
    """Rings or hanger or cleat, what they are fixed with, wire, hooks, bumpers."""
    say, book, key, came = context.speak.say, context.book, hung.way.key, hanger_came(context)
    by = FASTENED.get(key)
    if key in ("wire", "rings"):
        rings = f"D-rings with {'two holes' if hung.two_holes else 'one hole'}"
        yield got("ring", rings, 2, material=f"rated {packet(context, hung.ring)} each", lights=("hang.ring",))
        if hung.wire is not None:
            yield got(
                "wire",
                "Picture wire",
                material=f"rated {packet(context, hung.wire_rated)}",
                size=say("{}", book["hang.wire.cut"]),
                lights=("hang.wire",),
            )
    elif key == "one" and came != "none":
        yield got("ring", "Hanger that came with it", comes="came", lights=("hang.ring",))
    elif key == "one":
        yield got("ring", "Hanger", material="sawtooth or keyhole", lights=("hang.ring",))
    elif hung.cleat is not None:
        yield from cleat_parts(context, hung.cleat)
    screw = _screw(context, hung)
    size = say("{}", screw) if screw is not None else ()
    name = "Ring screws" if key in ("wire", "rings") else "Cleat screws" if key == "cleat" else "Nails"
    # Its own hanger is nailed on already, where it is at the top.
    if by is not None and not (key == "one" and came == "top"):
        yield got("ring.screw", name, hung.screws, material=by.said, size=size)
    if _came_off(context, hung):
        yield got("hanger.off", "Hanger that came with it", comes="came", note=("comes off",))
    cleat = hung.cleat is not None
    # The wall half of a cleat takes the place of hooks.
    yield got(
        "hook",
        "Screws for the wall half" if cleat else "Hooks" if hung.way.hooks > 1 else "Hook",
        hung.way.hooks,
        note=(fixing_in(context.piece.room.wall),),
        lights=("hang.hook",),
    )
    if context.piece.room.kind == "public":
        yield got("plate", "Security plate", 1, material="locked with its own key")
    # On a cleat it lies on strips, or flat: nothing would touch the wall.
    if hung.cleat is None:
        yield BUMPER


def _hardware(hung: Hanging) -> tuple[str, ...]:
    """What is screwed on, by the names of its parts."""
    if hung.cleat is not None:
        return ("seat",) if hung.cleat.seat is not None else ("cleat.frame", "cleat.below", "cleat.below.screw", "ring.screw")
    return ("ring", "wire") if hung.wire is not None else ("ring",)


def _came_off(context: Context[object, object], hung: Hanging) -> tuple[str, ...]:
    """The hanger a frame came with, where it hangs by something else."""
    return ("hanger.off",) if hanger_came(context) != "none" and hung.way.key != "one" else ()


def _screw(context: Context[object, object], hung: Hanging) -> Fraction | None:
    """The screw a hanger is fixed with: the shortest of the stock that bites, else as long as the wood lets it be; None for nails."""
    if hung.cleat is not None:
        return hung.cleat.screw or None
    by = FASTENED[hung.way.key]
    return (stock_screw(context, by.bite, hung.most) or hung.most) if by.kind == "screw" else None


CARE = {
    "screw": "Drill first, a stop on the bit, never towards what is in the frame.",
    "nail": "Short nails, a light hammer, the rail on something firm; nothing presses on the face.",
}


def hang_operations(context: Context[object, object], frame_section: FrameSection, hung: Hanging) -> Iterator[Operation]:
    """The hardware on, at the bench; then marks on the wall, and up."""
    say, book = context.speak.say, context.book
    screw = _screw(context, hung)
    there, fastened = hung.way.key == "one" and hanger_came(context) == "top", FASTENED.get(hung.way.key)
    if hung.down is not None and hung.inset is not None:
        kind = "Two-hole rings, which don’t swivel," if hung.two_holes else "Rings"
        on = " on the strainer" if stands_behind(context) else ""
        said = say(
            f"{kind} rated {packet(context, hung.ring)}{on}, {{}} below the top and {{}} from the side; {FASTENED[hung.way.key].said} of {{}}.",
            hung.down,
            hung.inset,
            screw or Fraction(0),
        )
        if hung.wire is not None:
            said = (
                *said,
                *say(f" Wire rated {packet(context, hung.wire_rated)}, cut {{}}, its ends taped.", book["hang.wire.cut"]),
            )
    elif there:
        said = say("Its own hanger is in the middle of the top rail, {} from both ends: pulled at, it holds.", hung.middle)
    elif hung.way.key == "one":
        said = say("The hanger in the middle of the top rail, {} from both ends.", hung.middle)
    elif hung.cleat is not None and hung.cleat.seat is not None:
        said = say(
            "It hangs by its top seat strip, the slanted edge {} below the top. The wall’s half is tried in it now: it slides home with play to both "
            "sides, and the back of the frame lies flat over it.",
            hung.top,
        )
    else:
        by = f"; {FASTENED['cleat'].said} of {{}}" if screw is not None else ""
        said = say(
            "The frame’s half of the cleat on the top rail, its slanted lower edge {} below the top"
            f"{by}; the strip below on the bottom rail.",
            hung.top,
            *((screw,) if screw is not None else ()),
        )
    off = {"one": {"side": "Its hanger comes off the side rail. "}}.get(hung.way.key, {"side": ITS_OFF, "top": ITS_OFF})
    yield Operation(
        "rings",
        "Hanging hardware",
        (off.get(hanger_came(context), ""), *said),
        5 if there or fastened is None else 15,
        care="" if there or fastened is None else CARE[fastened.kind],
        uses=(
            *_hardware(hung),
            *_came_off(context, hung),
            *(("cleat.wall",) if fastened is None else ()),
            *(("bumper",) if hung.cleat is None else ()),
        ),
        needs=MADE,
        also=(Clause("bumper", (" Bumpers on the two lower corners.",)),),
    )
    care = f"{ANCHOR[:-1]}; heavy or public pieces by somebody competent."
    if hung.kg > context.rule("two_people_over"):
        care = f"Over {context.rule('two_people_over')} kg: two people or a lift. " + care
    wall = WALLS.get(context.piece.room.wall)
    said_wall = (f" {wall[0]}: {wall[1]}.",) if wall is not None else ()
    plate = (" A security plate at its foot, so that nobody lifts it off.",) if context.piece.room.kind == "public" else ()
    cleat = hung.cleat is not None
    hooks = "The cleat’s wall half, level, its upper edge" if cleat else "Hook" if hung.way.hooks == 1 else "Both hooks"
    yield Operation(
        "hang",
        "Hang it",
        (*say(f"{hooks} {{}} above the floor.", hung.hook), *_marks(context), *said_wall, *plate),
        10,
        gate=True,
        care=care,
        uses=("hook", *(("cleat.wall",) if cleat else ()), *(("plate",) if plate else ())),
        parts=("hang.hook",),
        place="wall",
    )


def _marks(context: Context[object, object]) -> Say:
    """Where each of several is marked on the wall: every hook, from the floor and from the wall’s left edge."""
    book, beside = context.book.dims, context.piece.hang.wall.beside
    if not beside or "wall.0.hook" not in book:
        return ()
    said: list[Say] = []
    for i, name in enumerate((context.piece.name, *(other.name for other in beside))):
        across = [book[n] for n in (f"wall.{i}.hook.left", f"wall.{i}.hook.right") if n in book] or [book[f"wall.{i}.middle"]]
        words = " and ".join("{}" for _ in across)
        said.append(
            context.speak.say(f" {name}: {{}} above the floor, {words} from the wall’s left edge.", book[f"wall.{i}.hook"], *across)
        )
    gap = context.speak.say(" {} between them: a level line across all tops before the second goes up.", book["wall.gap"])
    return (*(bit for one in said for bit in one), *gap)


EASEL = got("easel", "Easel back or stand", material="as wide as a third of it")


def stand_operation() -> Operation:
    """What stands has no wall: its easel back on, tried where it will stand."""
    return Operation(
        "rings",
        "Fit the easel back",
        (
            "Hinged below the middle of the back, its foot level with the bottom rail. It leans back, does not slide, and does not tip when it is touched.",
        ),
        15,
        gate=True,
        care="Drill first, a stop on the bit, never towards what is in the frame.",
        uses=("easel", "bumper"),
        needs=MADE,
    )
