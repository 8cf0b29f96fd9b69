"""Cloth behind a sash, reckoned whole."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, given, plain_length
from shadbo.core.contract.display import (
    Arrangement,
    Display,
    DisplayPlan,
    FrameSection,
    Holds,
    Layer,
    Mounting,
    Panel,
    PanelOf,
    Proof,
    Suit,
    Way,
)
from shadbo.core.contract.inputs import ChoiceInput, Input, Option
from shadbo.core.contract.terms import there
from shadbo.core.displays.sash.bodies import lie
from shadbo.core.displays.sash.drawing import draw
from shadbo.core.displays.sash.flags import FLAGS
from shadbo.core.displays.sash.making import cut_list, parts, steps
from shadbo.core.displays.sash.rules import check
from shadbo.core.displays.sash.sizes import OLD_WOOD, SIDES, SashContext, Sizes, size_up, thick_of
from shadbo.core.document.facts import Facts
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import FLAT_THING, SizeAsked, Start, things_of
from shadbo.core.framing.arrange.laid import PlacedItem
from shadbo.core.framing.boxes.item_panels import measuring_inputs
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.showing_items import item_figures, items_shown
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.lengths import as_decimal


def reckon(context: SashContext) -> DisplayPlan:
    """Every sum, check, drawing, cut and step of cloth behind a sash."""
    sizes = size_up(context)
    thick = thick_of(context)
    check(context, sizes)
    wrapped = all(one.wrapped for one in sizes.behind)
    how = (
        "one cloth behind all panes, turned round their boards"
        if sizes.over is not None
        else "cloth wrapped on boards"
        if wrapped
        else "cloth stitched to covered boards"
    )
    by = "a cover board over all" if context.display.closing == "cover" else "points in each pane’s rebate"
    return DisplayPlan(
        verdict=_verdict(context, sizes),
        outside=(sizes.outside["width"], sizes.outside["height"]),
        layers=tuple(Layer(key, dim.label, dim) for key, dim in sizes.pack.items()),
        panels=_panels(context, sizes),
        views=draw(context, sizes),
        space=lambda: lie(context, sizes),
        cuts=cut_list(context, sizes),
        steps=lambda: steps(context, sizes),
        parts=lambda: parts(context, sizes),
        proofs=_proofs(context, sizes),
        deep=thick,
        weights=sizes.weights,
        frame_section=FrameSection(
            context.book["sash.stile"], context.book["sash.stile"], thick, OLD_WOOD, None, False, Fraction(0), ("rings", "cleat")
        ),
        held=Mounting(
            f"{how}, {by}",
            "board behind, strips at the glass; nothing through the cloth" if wrapped else "thread, and board behind",
            "yes",
        ),
        items=items_shown(context, [one.laid.sized for one in sizes.behind] + sizes.left_out),
    )


def _verdict(context: SashContext, sizes: Sizes) -> Say:
    say = context.speak.say
    if sizes.left_out:
        return (f"There are {len(sizes.behind)} panes for {len(sizes.behind) + len(sizes.left_out)} things.",)
    if sizes.slack.value < 0:
        return say("The boards stand {} out of the sash.", -sizes.slack.value)
    if context.display.closing == "points":
        return say("Boards {} × {}, held in their own rebates.", *sizes.board.values())
    return say("Boards {} × {} behind the panes, a cover of {} × {} over all.", *sizes.board.values(), *sizes.cover.values())


def _proofs(context: SashContext, sizes: Sizes) -> tuple[Proof, ...]:
    """Along every row and column: stile, what is seen and the bars between make the sash; the layers fill the rebate."""
    book, display = context.book, context.display
    bar = book["sash.bar"]
    ends = {"width": (book["sash.stile"], book["sash.stile"]), "height": (book["sash.top"], book["sash.bottom"])}
    proofs = []
    for axis, n in (("width", display.across), ("height", display.down)):
        first, last = ends[axis]
        row = [first, *([sizes.sight[axis], bar] * n)[:-1], last]
        proofs.append(Proof(f"wood + panes + bars + wood = outside, {axis}", tuple(row), sizes.outside[axis]))
        proofs.append(
            Proof(f"cloth + board + cloth = pane, {axis}", (sizes.cloth, sizes.board[axis], sizes.cloth), sizes.pane[axis])
        )
        proofs.append(
            Proof(f"beyond + panes + beyond = cover, {axis}", (sizes.beyond, sizes.extent[axis], sizes.beyond), sizes.cover[axis])
        )
    proofs.append(Proof("strips + cloth + board + cloth + room = rebate", (*sizes.pack.values(), sizes.slack), book["sash.rebate"]))
    return tuple(proofs)


def _in_hand(context: SashContext, sizes: Sizes) -> PlacedItem:
    return next((one.laid for one in sizes.behind if one.laid.item.key == context.focus), sizes.behind[0].laid)


def _panes(pointer: str, label: str, now: int) -> ChoiceInput:
    return ChoiceInput(
        pointer.rsplit("/", 1)[1],
        label,
        "The sash",
        tuple(Option(str(n), (str(n),), (), n == now, ({"op": "add", "path": pointer, "value": n},)) for n in range(1, 7)),
        ("glass",),
        "menu",
    )


def _panels(context: SashContext, sizes: Sizes) -> tuple[PanelOf, ...]:
    fasteners = [d.name or "" for found in sizes.fasteners.values() for d in found]

    def measure() -> Panel:
        one = _in_hand(context, sizes)
        return Panel(
            ("The cloth: width and height as it hangs, and how thick.",),
            tuple(measuring_inputs(context, one, fixings=False)),  # type: ignore[arg-type]
            item_figures(context, one.sized),
            ("face", "back", "section"),
        )

    def hold() -> Panel:
        names = ("cover.width", "cover.height", "cover.ledge", "fastener.bite", "fastener.clear", *fasteners)
        return Panel(
            ("What holds the boards from behind, with nothing through the cloth.",),
            tuple(_hold(context, sizes)),
            there(context, *names),
            ("back", "section", "face"),
        )

    def cut() -> Panel:
        names = there(context, "board.width", "board.height", "cover.width", "cover.height", *fasteners)
        return Panel(("Boards to cut, holes to mark.",), (), names, ("back", "section", "face"))

    return (
        PanelOf("measure", measure),
        PanelOf("display", lambda: _display(context, sizes)),
        PanelOf("hold", hold),
        PanelOf("cut", cut),
    )


def _display(context: SashContext, sizes: Sizes) -> Panel:
    display, show, book = context.display, context.shop.showing, context.book
    group = "The sash"
    sash: list[Input] = [
        _panes("/display/across", "Panes across", display.across),
        _panes("/display/down", "Panes down", display.down),
    ]
    sash += [given(show, book[f"pane.{a}"], group) for a in AXES]
    sash += [
        given(show, book[n], group)
        for n in ("sash.lap", "sash.bar", "sash.stile", "sash.top", "sash.bottom", "sash.thick", "sash.rebate")
    ]
    sash.append(plain_length(show, display.glass, "/display/glass", "Glass, thick", group, ("glass",)))
    if sizes.rows:
        sash.append(
            choice(
                context,
                "/display/over_all",
                "The cloth lies",
                "Behind the glass",
                ((False, ("Behind one pane",), ()), (True, ("Behind all panes",), ("down into each, and up over the bars",))),
                ("item",),
            )
        )
    if sizes.over is not None:
        sash += [given(show, book[f"moved.{axis}"], "Behind the glass") for axis in AXES]
    sash += [
        given(show, book["pack.strips"], "Behind the glass"),
        given(show, book["pack.board"], "Behind the glass"),
        choice(context, "/display/flag", "Whose flag", "Flag", tuple((k, (f.label,), ()) for k, f in FLAGS.items()), ("item",)),
    ]
    if FLAGS[display.flag].fly is not None:
        sash.append(
            choice(context, "/display/hung", "It hangs", "Flag", (("across", ("Across",), ()), ("down", ("Down",), ())), ("item",))
        )
    mine = [d.name or "" for b in sizes.behind for d in (*b.turn.values(), *b.border.values())]
    if sizes.over is not None:
        mine += [f"hidden.{axis}" for axis, one in sizes.rows.items() if one.many > 1]
    names = ("depth.slack", "frame.outside.width", "frame.outside.height", "weight.total")
    return Panel(
        ("The sash as it is: panes, bars, wood; and what lies behind the glass.",),
        tuple(sash),
        there(context, "board.width", "board.height", *mine, *names),
    )


def _hold(context: SashContext, sizes: Sizes) -> list[Input]:
    display, show, book = context.display, context.shop.showing, context.book
    hold: list[Input] = [
        choice(
            context,
            "/display/closing",
            "Boards held by",
            "From behind",
            (
                ("cover", ("A cover board",), ("one over all, fastened in the sash clear of the cloth",)),
                ("points", ("Points",), ("each board in its own rebate",)),
            ),
            ("cover",),
            look="list",
        )
    ]
    if display.closing == "cover":
        hold[1:1] = [
            given(show, sizes.beyond, "From behind"),
            given(show, book["fastener.length"], "From behind"),
            plain_length(show, display.cover_board, "/display/cover_board", "Cover, thick", "From behind", ("cover",)),
        ]
    return hold


def _suits(facts: Facts) -> Suit:
    if facts.type == "stretched_canvas":
        return Suit(0, "only cloth goes behind a sash")
    if facts.what in ("flag", "cloth"):
        return Suit(2, "cloth wrapped on boards behind the panes of an old window, nothing through it")
    return Suit(0, "a sash’s rebate takes cloth, not this")


# Cloth up to this is shown whole, stitched to its board; larger is turned behind (mm).
SHOWN_WHOLE = 300


def _begin(facts: Facts, shop: Shop) -> dict[str, Any]:
    """One pane that the cloth is turned behind on all sides, or of so many as there are things, side by side."""
    small = min(facts.width, facts.height) <= SHOWN_WHOLE
    pane = {f"pane_{a}": int(getattr(facts, a)) + (40 if small else -80) for a in AXES}
    return {
        "type": "sash",
        "strips": as_decimal(exact(shop.rules.pane_strip)),
        "across": min(facts.count, 6),
        "down": min(-(-facts.count // 6), 6),
        **{k: min(v, 2000) for k, v in pane.items()},
    }


ASKS = (
    *FLAT_THING,
    SizeAsked("pane_width", "Pane width", "/display/pane_width"),
    SizeAsked("pane_height", "Pane height", "/display/pane_height"),
)
SASH = Display(
    "sash",
    "Behind an old sash",
    reckon,
    Way(_suits, _begin, "air"),
    starts=(
        Start(
            "flag",
            "A flag, pennant or scarf",
            "Behind the panes of an old window.",
            ASKS,
            things_of("flag"),
            lambda sizes, unit, shop: {"type": "sash", **{k: sizes[k]["mm"] for k in SIDES.values()}},
            said="flag pennant scarf window sash panes cloth",
            where=("where_flag",),
        ),
    ),
    lie=lambda context: Arrangement([one.laid for one in size_up(context).behind], {}, True),
    holds=Holds(frozenset({"sewn_cover"})),
)
