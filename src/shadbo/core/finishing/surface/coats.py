"""Finishes as data, and what each puts into the job. Coats and drying are common practice; the tin decides."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping

from shadbo.core.contract.asking import choice, plain_length
from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context, DisplayPlan, FrameSection
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.operations import Operation, Place
from shadbo.core.contract.parts import Part, got
from shadbo.core.document.decisions.finish import FinishKind
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.lengths import Unit
from shadbo.core.quantity.masses import plain_quantity
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import smallest

HOUR, DAY = 60, 24 * 60


@record(frozen=True, slots=True)
class Coat:
    """One finish: its coats (what each is called, how it is put on), minutes between two of them and after the last, what is minded, where."""

    label: str
    detail: str
    layers: tuple[tuple[str, str], ...]
    between: int
    after: int
    care: str
    place: Place = "bench"

    @property
    def coats(self) -> int:
        return len(self.layers)


RAGS = "Oily rags heat by themselves and catch fire: dry them flat outdoors, or under water in a lidded tin."
WAXED = "A thin coat, left for half an hour, buffed."
AGAIN = "Dry through, sanded lightly, dust off; thin as the first."
THIN = "A thin coat from an arm’s length, begun and ended beside the wood; never one thick one."
FINISHES: Mapping[FinishKind, Coat] = {
    "wax": Coat("Wax", "shows the wood, buffed in half an hour", (("Wax", WAXED),), 0, 30, "Fresh air."),
    "oil": Coat(
        "Oil",
        "two coats, a day each",
        (
            ("Oil, first coat", "Wiped on, off again after fifteen minutes."),
            ("Oil, second coat", "Wiped on thinner, off again after fifteen minutes."),
        ),
        DAY,
        DAY,
        RAGS,
    ),
    "varnish": Coat(
        "Varnish, wiped on",
        "three coats, sanded lightly between",
        (
            ("Varnish, first coat", "Wiped on thin, with the grain."),
            ("Varnish, second coat", AGAIN),
            ("Varnish, third coat", AGAIN),
        ),
        5 * HOUR,
        DAY,
        RAGS,
    ),
    "paint": Coat(
        "Paint",
        "two coats",
        (
            ("Paint, first coat", "Thin and even, mitres and inner edges first."),
            ("Paint, second coat", "Over dry paint; as the first."),
        ),
        4 * HOUR,
        DAY,
        "Fresh air; follow the tin.",
    ),
    "stain": Coat(
        "Stain, and wax over it",
        "an even colour, sealed",
        (("Stain", "Wiped on with the grain, wiped even before it dries."), ("Wax over the stain", WAXED)),
        4 * HOUR,
        HOUR,
        "Gloves; fresh air.",
    ),
    "spray": Coat(
        "Sprayed",
        "three thin coats, half an hour between",
        (("Spray, first coat", THIN), ("Spray, second coat", THIN), ("Spray, third coat", THIN)),
        30,
        DAY,
        "Outdoors or with extraction, no flames, mask and gloves as the tin says.",
        "spray",
    ),
}


def finish_inputs(context: Context[object, object]) -> tuple[Input, ...]:
    """How what is made is finished, asked where it is cut."""
    options = [("none", ("None",), ("the moulding is finished as it comes",))]
    options += [(key, (coat.label,), (coat.detail,)) for key, coat in FINISHES.items()]
    asked = choice(context, "/finish/how", "Finish", "Finish", options, ("rail",), look="list", key="finish")
    edges = plain_length(
        context.shop.showing,
        context.piece.finish.edges,
        "/finish/edges",
        "Edges rounded, radius",
        "Finish",
        ("rail",),
        optional=True,
        hint=() if context.piece.finish.edges else ("Left empty: as they are, only broken.",),
        empty="none",
    )
    if context.piece.finish.how == "none":
        return (asked, edges)
    filled = ((False, ("No filler",), ()), (True, ("Filled",), ("gaps and mitres, before the last grit",)))
    return (asked, choice(context, "/finish/filled", "Filler", "Finish", filled, ("rail",)), edges)


# Radii of cutters as they are sold, mm and inches, the largest first: what is tried as a way out.
CUTTERS: Mapping[Unit, tuple[Fraction, ...]] = {
    "mm": tuple(map(Fraction, (12, 10, 8, 6, 5, 4, 3, 2, 1))),
    "in": tuple(Fraction(254, 10) * Fraction(n, 16) for n in (8, 6, 5, 4, 3, 2, 1)),
}


def check_edges(context: Context[object, object], frame_section: FrameSection) -> None:
    """A radius stays within the wood: two within the face, one within what stands in front of the rabbet."""
    if context.piece.finish.edges is None:
        return
    radius = exact(context.piece.finish.edges)
    front = frame_section.front if frame_section.front is not None else frame_section.height / 2
    most = context.book.add(
        smallest([frame_section.face / 2, front]), "edges.most", "Edges rounded, at most", parts=("rail",), grain="wood"
    )
    square = WayOut(("Leave the edges as they are",), (put("/finish/edges", None),))
    if radius > most.value:
        fits = next((r for r in CUTTERS[context.piece.units] if r <= most.value), None)
        less = (WayOut(context.speak.say("Round them with {}", fits), (put("/finish/edges", fits),)),) if fits is not None else ()
        context.checks.add(
            "stop",
            "edges.much",
            "cut",
            context.speak.say("Edges rounded with {} take more wood than there is: {} at the most.", radius, most),
            why="Two of them stay within the rail’s face, one within the wood in front of a rabbet.",
            source_key="edges",
            figure=most.name,
            parts=("rail",),
            ways=(*less, square),
        )
    if context.piece.finish.how == "none":
        context.checks.add(
            "caution",
            "edges.bare",
            "cut",
            ("What is rounded is bare wood: it wants a finish.",),
            why="A moulding’s own finish is cut off with its edges.",
            source_key="edges",
            parts=("rail",),
            ways=(*(WayOut((FINISHES[how].label,), (put("/finish/how", how),)) for how in ("wax", "oil")), square),
        )


def surface(context: Context[object, object], display_plan: DisplayPlan, frame_section: FrameSection) -> None:
    """The area that is coated, into the book: all four sides of every rail."""
    if context.piece.finish.how == "none":
        return
    run = 2 * (display_plan.outside[0].value + display_plan.outside[1].value)
    area = run * 2 * (frame_section.face.value + frame_section.height.value) / 1_000_000
    context.book.add_quantity(
        "finish.area",
        "To be finished, about",
        plain_quantity(f"{float(max(area, Fraction(0))):.2f} m²"),
        context.speak.say("all round every rail: {} altogether × twice {} and {}", run, frame_section.face, frame_section.height),
        parts=("rail",),
    )


def finish_parts(context: Context[object, object]) -> Iterator[Part]:
    coat, finish = FINISHES.get(context.piece.finish.how), context.piece.finish
    if finish.edges is not None:
        yield got("edges.cutter", "Rounding cutter", comes="hand", size=context.speak.say("{}", exact(finish.edges)))
    if coat is None:
        return
    area = context.book.counts["finish.area"].quantity
    many = f"{coat.coats} coats" if coat.coats > 1 else "one coat"
    yield got("finish.paper", "Sandpaper 120 and 240", comes="hand")
    if finish.filled:
        yield got("finish.filler", "Wood filler", comes="hand")
    yield got("finish.coat", coat.label, comes="hand", note=(f"{many} on about {area.mm if area else ''}",))


def finish_operations(context: Context[object, object], own: Iterable[Operation]) -> Iterator[Operation]:
    """Sanding and coats, when nothing is sawn, drilled or glued on it any more; what is put together round its thing is finished before that."""
    coat, finish = FINISHES.get(context.piece.finish.how), context.piece.finish
    if finish.edges is not None:
        yield Operation(
            "finish.edges",
            "Round the edges",
            context.speak.say(
                "The front edges, inside and outside, with a radius of {}: a test in a waste piece first, in two or three passes, against the turn of "
                f"the cutter{'' if coat is not None else '; then 120 and 240 where it ran'}.",
                exact(finish.edges),
            ),
            20,
            care="Router: both hands, the frame clamped, the cutter standing still before it is put down; eye and hearing protection, dust extraction.",
            uses=("edges.cutter",),
            parts=("rail",),
            place="dusty",
            needs=("shaped",),
            leaves=() if coat is not None else ("finished",),
            chain="finish",
        )
    if coat is None:
        return
    yield Operation(
        "finish.sand",
        "Sand it",
        (
            ("Filler in gaps and mitres, left to dry. " if finish.filled else "")
            + "120, then 240, with the grain; edges broken; dust off.",
        ),
        30,
        wait_minutes=HOUR if finish.filled else 0,
        care="Dust mask; dust extraction.",
        uses=("finish.paper", *(("finish.filler",) if finish.filled else ())),
        parts=("rail",),
        place="dusty",
        needs=("shaped",),
        chain="finish",
    )
    # What is put together round its thing is coated before it is glued.
    bare = " Mitres and holes stay bare: no glue holds on it." if glued_last(own) else ""
    # Each coat is a step of its own, with what dries after it; the last is the one that is waited for by its name.
    last = len(coat.layers) - 1
    for n, (title, said) in enumerate(coat.layers):
        yield Operation(
            _coat(n, last),
            title,
            (said if n else f"{said}{bare} The tin decides where it says otherwise.",),
            15,
            wait_minutes=coat.after if n == last else coat.between,
            care=coat.care,
            uses=("finish.coat",),
            parts=("rail",),
            place=coat.place,
            leaves=("finished",) if n == last else (),
            ends=() if n else ("raw",),
            chain="finish",
        )


def glued_last(own: Iterable[Operation]) -> bool:
    """Whether the frame is put together round its thing, and so coated before it is glued."""
    return any("glued" in o.leaves and "shaped" not in o.leaves for o in own)


def _coat(n: int, last: int) -> str:
    return "finish.coat" if n == last else f"finish.coat{n + 1}"
