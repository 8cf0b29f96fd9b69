"""A suspended thing, reckoned whole."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, given
from shadbo.core.contract.cutting import Across, CutLine, StockLength, bar_of, strip_of
from shadbo.core.contract.display import (
    Arrangement,
    Display,
    DisplayPlan,
    FrameSection,
    Holds,
    Labelled,
    Layer,
    Mounting,
    Panel,
    PanelOf,
    Proof,
    Suit,
    Way,
)
from shadbo.core.contract.inputs import ChoiceInput, Input, Option
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import there
from shadbo.core.displays.suspended.bodies import lie
from shadbo.core.displays.suspended.drawing import draw
from shadbo.core.displays.suspended.rods import LABELS
from shadbo.core.displays.suspended.rules import check
from shadbo.core.displays.suspended.sizes import Sizes, SuspendedContext, size_up
from shadbo.core.document.facts import Facts
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import FLAT_THING, SizeAsked, Start, things_of
from shadbo.core.framing.boxes.item_panels import measuring_inputs
from shadbo.core.framing.own import own_inputs
from shadbo.core.framing.rails import Rails, cut_line, frame_steps, rail_lines, rail_stock
from shadbo.core.framing.showing_items import item_figures, items_shown
from shadbo.core.measuring.desk import consent_inputs
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say

ARRANGED = (
    ("two_across", "Two, left and right", "it turns on them; they bend"),
    ("two_down", "Two, above and below", "it stands on the lower one"),
    ("three", "Three", "two below carry it, one above steadies it"),
    ("four", "Four", "one in the middle of every rail"),
    ("wires", "Wires", "two from the top rail, a rod below to steady it"),
)
HOLDS = {
    "drilled": ("drilled holes in it", "no"),
    "existing": ("holes it has already", "yes"),
    "clamp": ("padded clamps on its edge", "yes"),
}
# So many times over nobody counts any more.
MANY_TIMES = 50
# Which rail closes last, and which rods have to sit in it by then.
ORDERS = {
    "two_across": "Top and bottom rail on to the left stile. Rods into both stiles dry. The thing on to the left "
    "rod, then the right stile with its rod over it and into both joints at once.",
    "two_down": "Both stiles on to the bottom rail. The thing on to the lower rod, then the top rail with its rod comes down over it into both joints.",
    "three": "Both stiles on to the bottom rail, both lower rods in it. The thing on to them, then the top rail with its rod comes down into both joints.",
    "four": "The bottom rail on to the left stile, rods in both. The thing on to the lower rod, moved left on to its "
    "rod. The right stile with its rod, then the top rail with its own, before any joint is pressed home.",
    "wires": "The frame whole, the lower rod in the bottom rail first. Wires through the top rail, the thing hung on them and lowered on to the rod.",
}


def reckon(context: SuspendedContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of a suspended thing."""
    sizes = size_up(context)
    check(context, sizes)
    display = context.display
    how, undone = HOLDS[display.into]
    by = "two wires and a rod" if display.rods == "wires" else f"{len(sizes.rods)} rods"
    return DisplayPlan(
        labelled=Labelled("on the back of a rail"),
        verdict=_verdict(context, sizes),
        outside=(sizes.outside["width"], sizes.outside["height"]),
        layers=(
            Layer("rail", "Rail, front to back", sizes.moulding_depth),
            Layer(sizes.one.part, sizes.one.item.name, sizes.one.sized.front),
        ),
        panels=_panels(context, sizes),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=_cuts(context, sizes),
        stock=_stock(context, sizes),
        steps=lambda: _steps(context, sizes),
        parts=lambda: _parts(context, sizes),
        proofs=_proofs(sizes),
        deep=sizes.moulding_depth,
        weights=sizes.weights,
        frame_section=FrameSection(
            sizes.face, sizes.face, sizes.moulding_depth, sizes.moulding.wood, None, True, Fraction(0), ("one", "rings")
        ),
        held=Mounting(f"{by} {'glued' if display.held == 'glued' else 'dry'}, {how}", "pads or rod ends", undone),  # type: ignore[arg-type]
        items=items_shown(context, [sizes.one.sized, *(m.sized for m in sizes.more)]),
    )


def _verdict(context: SuspendedContext, sizes: Sizes) -> Say:
    bears = max((b.ratio for b in sizes.bears), default=Fraction(0))
    if bears > 1:
        return ("The rods don’t carry it.",)
    lengths = [r.length for r in sizes.rods if r.length is not None]
    if not lengths:
        return ("No rod reaches the thing.",)
    times = round(1 / bears) if bears else MANY_TIMES
    spare = f"{times} times" if times < MANY_TIMES else "many times"
    return context.speak.say(
        f"{len(sizes.rods)} {'wires' if context.display.rods == 'wires' else 'rods'} of {{}}, the longest {{}}; they bear {spare} what they must.",
        sizes.diameter,
        max(lengths, key=lambda d: d.value),
    )


def _proofs(sizes: Sizes) -> tuple[Proof, ...]:
    """face + space + thing + space + face = outside; along a straight rod the ways and the thing fill the frame."""
    proofs = []
    for axis, (a, b) in (("width", ("left", "right")), ("height", ("top", "bottom"))):
        space = next(t for _, t in sizes.inside[axis].inner() if t.name in ("space.across", "space.down"))
        proofs.append(
            Proof(
                f"face + space + thing + space + face = outside, {axis}",
                (sizes.face, space, sizes.one.size(axis), space, sizes.face),
                sizes.outside[axis],
            )
        )
        ways = {r.spot.key: r for r in sizes.rods}
        first, last = ways.get(a), ways.get(b)
        plain = sizes.one.body.radius is not None or sizes.one.body.plain
        if plain and first and last and first.way is not None and last.way is not None:
            proofs.append(
                Proof(f"way + thing + way = inside, {axis}", (first.way, sizes.one.size(axis), last.way), sizes.inside[axis])
            )
    return tuple(proofs)


def _panels(context: SuspendedContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    mine = [f"{r.part}.{k}" for r in sizes.rods for k in ("at", "way", "length", "meets.x", "meets.y")]

    def measure() -> Panel:
        return Panel(
            ("The thing: width, height, how thick it is, what it weighs.",),
            tuple(measuring_inputs(context, sizes.one, fixings=False)),  # type: ignore[arg-type]
            item_figures(context, sizes.one.sized),
            ("face", "section", "holes"),
        )

    def hold() -> Panel:
        names = ("rod.hole", "rod.stress", "rod.sag", "rod.pressed", "rod.glue", "wire.tension", "wire.bears")
        return Panel(
            ("Rods from the rails to the thing: where, how deep, how long, and whether they carry it.",),
            tuple(_hold(context, sizes)),
            there(context, *mine, *names, "rod.edge", "rod.rail.left", "rod.moves"),
            ("face", "holes", "section", "back"),
        )

    def cut() -> Panel:
        names = there(context, *mine, "cut.needed", "cut.order", "frame.diagonal", "frame.square")
        return Panel(("Rails and rods to cut, holes to drill.",), (), names, ("holes", "face", "back", "section"))

    return (PanelOf("measure", measure), PanelOf("display", lambda: _display(context)), PanelOf("hold", hold), PanelOf("cut", cut))


def _display(context: SuspendedContext) -> Panel:
    display, show, book = context.display, context.shop.showing, context.book
    mouldings = ChoiceInput(
        "moulding",
        "Rail",
        "Rail",
        tuple(
            Option(
                m.key,
                (m.name,),
                context.speak.say("{} × {}", exact(m.face), exact(m.height)),
                m.key == display.moulding,
                (put_moulding(m.key),),
            )
            for m in context.shop.mouldings
        ),
        ("rail",),
        "list",
    )
    frame: list[Input] = [given(show, book["space.across"], "Frame"), given(show, book["space.down"], "Frame"), mouldings]
    like = context.shop.moulding(display.moulding) or (context.shop.mouldings or HOUSE_SHOP.mouldings)[0]
    frame += own_inputs(context, "mouldings", "/display/moulding", display.moulding, like)
    names = ("frame.inside.width", "frame.inside.height", "frame.outside.width", "frame.outside.height", "weight.total")
    return Panel(
        ("An open frame, and the space round the thing.",),
        tuple(frame),
        there(context, *names),
        ("face", "section", "back", "holes"),
    )


def _hold(context: SuspendedContext, sizes: Sizes) -> list[Input]:
    display, show = context.display, context.shop.showing
    # A rod from the middle of its rail runs to the middle of the thing either way.
    aside = any(rod.spot.share for rod in sizes.rods)
    aim = [
        choice(
            context,
            "/display/aim",
            "Rod direction",
            "Rods",
            (("straight", ("Square to the rail",), ()), ("middle", ("To its middle",), ())),
            ("rod",),
        )
    ]
    hold: list[Input] = [
        choice(
            context,
            "/display/rods",
            "Held by",
            "Rods",
            tuple((k, (label,), (detail,)) for k, label, detail in ARRANGED),
            ("rod",),
            look="list",
        ),
        *(aim if aside else ()),
        choice(
            context,
            "/display/stuff",
            "Rod material",
            "Rods",
            tuple((k, (v[0].upper() + v[1:],), ()) for k, v in LABELS.items()),
            ("rod",),
        ),
        given(show, sizes.diameter, "Rods"),
        given(show, sizes.play, "Rods"),
        given(show, sizes.into_rail, "Rods", pointer="/display/into_rail", optional=True, hint=("Left empty: three diameters.",)),
        choice(
            context,
            "/display/into",
            "In the thing",
            "In the thing",
            (
                ("clamp", ("Padded clamps",), ("on its edge, nothing drilled",)),
                ("existing", ("Holes it has",), ("a bolt hole, a hub",)),
                ("drilled", ("Drilled",), ("only if its owner agreed",)),
            ),
            ("rod",),
            look="list",
        ),
        given(show, sizes.into_thing, "In the thing"),
        choice(
            context,
            "/display/held",
            "In the rails",
            "In the rails",
            (("dry", ("Dry",), ("comes apart again",)), ("glued", ("Glued",), ("overnight",))),
            ("rod",),
        ),
    ]
    if display.rods == "wires":
        hold.insert(
            1,
            choice(
                context, "/display/wire", "A wire is rated", "Rods", tuple((n, (f"{n} kg",), ()) for n in (5, 10, 20, 40)), ("rod",)
            ),
        )
    if display.into == "drilled":
        hold += consent_inputs(context.thing.consent, "In the thing")
    return hold


def put_moulding(key: str) -> dict[str, Any]:
    return {"op": "add", "path": "/display/moulding", "value": key}


def _rails(context: SuspendedContext, sizes: Sizes) -> Rails:
    return Rails(
        sizes.moulding.name,
        exact(sizes.moulding.length),
        sizes.face,
        bar_of(context.speak, sizes.face, sizes.moulding_depth),
        sizes.outside,
        sizes.inside,
        False,
    )


def _cuts(context: SuspendedContext, sizes: Sizes) -> tuple[CutLine, ...]:
    display, say = context.display, context.speak.say
    lines = rail_lines(context, _rails(context, sizes))
    for rod in sizes.rods:
        if rod.length is None:
            continue
        wire = rod.spot.does == "hangs"
        material = f"wire rated {display.wire} kg" if wire else LABELS[display.stuff]
        word = rod.spot.key.replace("_", " ")
        lines.append(
            cut_line(
                context,
                rod.part,
                f"{'Wire' if wire else 'Rod'}, {word}",
                (rod.part,),
                1,
                material,
                rod.length,
                Across() if wire else strip_of(context.speak, None, sizes.diameter),
                say(f"{{}} deep in the {rod.spot.rail} rail, {{}} from its end, at {rod.angle}°", sizes.into_rail, rod.at),
            )
        )
    return tuple(lines)


def _clamped(context: SuspendedContext) -> bool:
    """Whether rods end in clamps on its edge."""
    return context.display.into == "clamp" and context.display.rods != "wires"


def _parts(context: SuspendedContext, sizes: Sizes) -> tuple[Part, ...]:
    """What the rods end in."""
    if _clamped(context):
        ends = sum(rod.length is not None and rod.spot.does != "hangs" for rod in sizes.rods)
        return (got("clamp", "Padded clamps", max(ends, 1), lights=("clamp",)),)
    return ()


def _stock(context: SuspendedContext, sizes: Sizes) -> tuple[StockLength, ...]:
    return rail_stock(context, _rails(context, sizes))


def _steps(context: SuspendedContext, sizes: Sizes) -> tuple[Operation, ...]:
    say, display = context.speak.say, context.display
    frame, clamped = frame_steps(context, _rails(context, sizes)), _clamped(context)
    out = [
        Operation(
            "measure",
            "Measure again",
            (f"{sizes.one.item.called}: its size and outline once more, where each rod meets it.",),
            10,
            gate=True,
            parts=tuple(one.part for one in (sizes.one, *sizes.more)),
            leaves=("measured",),
        ),
        frame[0],
        frame[1],
    ]
    # One that misses the thing has no length yet: that is a stop, and nothing is cut for it.
    if any(rod.length is not None for rod in sizes.rods):
        out.append(
            Operation(
                "rods",
                "Cut the rods" if display.rods != "wires" else "Cut the wires",
                ("To the lengths of the cut list; ends filed smooth.",),
                15,
                care="Clamp the rod; eye protection.",
                makes=("rod",),
                place="dusty",
            )
        )
    out.append(
        Operation(
            "mark",
            "Find the middle of every rail",
            ("Lay the thing on the rods on the dry frame, and mark the holes from the rods.",),
            15,
            gate=True,
            parts=("rail", "rod"),
        )
    )
    for rod in sizes.rods:
        out.append(
            Operation(
                f"drill.{rod.spot.key}",
                f"Drill for the {rod.spot.key.replace('_', ' ')} {'wire' if rod.spot.does == 'hangs' else 'rod'}",
                say(
                    f"{{}} from its end, {{}} from its front, {{}} wide and {{}} deep, at {rod.angle}°.",
                    rod.at,
                    sizes.edge,
                    sizes.hole,
                    sizes.into_rail,
                ),
                8,
                care="Clamp the rail; a stop on the bit; eye protection.",
                parts=("rail",),
                place="dusty",
                leaves=("shaped",),
            )
        )
    if display.into == "drilled" and display.rods != "wires":
        out.append(
            Operation(
                "thing",
                "Drill the thing",
                say(
                    f"{{}} wide, {{}} deep, as {context.thing.consent.who or 'nobody yet'} agreed. Look twice.",
                    sizes.hole,
                    sizes.into_thing,
                ),
                20,
                gate=True,
                care="Clamp it padded; slow; eye protection.",
                parts=(sizes.one.part,),
            )
        )
    out += [
        Operation(
            "pull",
            "Pull test",
            (
                f"On a trial rail: {context.shop.rules.factor} times the thing’s weight hung on one rod for an hour, over a cushion.",
            ),
            10,
            wait_minutes=60,
            gate=True,
            parts=("rod",),
        ),
        Operation(
            "dry_all",
            "Put it together dry",
            (
                ORDERS[display.rods],
                " A padded clamp on every end, closed on its edge." if clamped else "",
                " Look: straight, the same space on all sides.",
            ),
            20,
            gate=True,
            parts=("rod", sizes.one.part),
            uses=("clamp",) if clamped else (),
            needs=("finished",),
        ),
        Operation(
            "glue_all",
            "Glue the joints in that order",
            (
                "In the order that was tried. Clamp to a flat board with paper under the corners; diagonals before the glue takes."
                + (" Rods glued as they go in." if display.held == "glued" else " Rods stay dry."),
            ),
            30,
            wait_minutes=24 * 60,
            parts=("rail",),
            uses=("glue",),
            holds=(sizes.one.part,),
            method="rods",
            takes="clamps",
            takes_on=60,
            leaves=("glued", "joined"),
        ),
    ]
    return tuple(out)


def _suits(facts: Facts) -> Suit:
    if facts.what == "mirror":
        return Suit(0, "glass is not held by rods")
    if facts.type != "things":
        return Suit(0, "only a solid thing can be held by rods")
    if facts.count > 1:
        return Suit(0, "the rods are reckoned for one thing")
    if (
        facts.what in ("tool", "watch", "medal", "keepsake", "figure")
        and not facts.flat
        and "fragile" not in facts.traits
        and "textile" not in facts.traits
    ):
        return Suit(3 if facts.what == "tool" else 2, "solid enough to hang free; the wall shows round it")
    if facts.flat or "textile" in facts.traits:
        return Suit(0, "not stiff enough to be held by its edge")
    return Suit(1, "it would have to be held by its edge")


def _begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    mouldings = shop.mouldings or HOUSE_SHOP.mouldings
    plain = [m for m in mouldings if exact(m.height) >= max(facts.front, Fraction(32))]
    return {
        "type": "suspended",
        "moulding": min(plain or mouldings, key=lambda m: (-min(m.face, 20), m.height)).key,
        "rods": "three",
        "diameter": 6,
        "into_rail": 14,
    }


def _lie(context: SuspendedContext) -> Arrangement:
    sizes = size_up(context)
    return Arrangement([sizes.one, *sizes.more], {}, True)


ASKS = (*FLAT_THING, SizeAsked("front", "Front to back", "/object/items/0/front"))
SUSPENDED = Display(
    "suspended",
    "Suspended in an open frame",
    reckon,
    Way(_suits, _begin, "open hangs_bare edges_seen both_seen"),
    starts=(
        Start(
            "part",
            "A tool, wheel or part",
            "Hanging free in an open frame, on rods or wires.",
            ASKS,
            things_of("tool"),
            lambda sizes, unit, shop: {
                "type": "suspended",
                "moulding": next((m.key for m in shop.mouldings if m.face >= 20), "oak-20x50"),
                "rods": "three",
                "diameter": 6,
                "into_rail": 14,
            },
            said="chainring wheel tool gear bicycle bike part instrument hanging rods wires",
        ),
    ),
    lie=_lie,
    holds=Holds(frozenset({"rods"})),
)
