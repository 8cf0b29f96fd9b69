"""Cloth behind a sash, reckoned whole."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.asking import choice, given, plain_length
from shadbo.core.contract.cutting import CutLine, sheet_of, strip_of
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
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import there
from shadbo.core.displays.sash.bodies import lie
from shadbo.core.displays.sash.drawing import draw
from shadbo.core.displays.sash.flags import FLAGS
from shadbo.core.displays.sash.rules import check
from shadbo.core.displays.sash.sizes import OLD_WOOD, SIDES, Behind, SashContext, Sizes, size_up, thick_of
from shadbo.core.document.facts import Facts
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import FLAT_THING, SizeAsked, Start, things_of
from shadbo.core.framing.arrange.laid import PlacedItem
from shadbo.core.framing.boxes.item_panels import measuring_inputs
from shadbo.core.framing.filling import BLADE
from shadbo.core.framing.rails import AXES, cut_line
from shadbo.core.framing.showing_items import item_figures, items_shown
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.figures import Say, several
from shadbo.core.quantity.lengths import as_decimal
from shadbo.core.quantity.sums import Dim

STRIPS_SAID = "Strips round the glass of every pane, {} thick: two of {}, two of {} between them."


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
        cuts=_cuts(context, sizes),
        steps=lambda: _steps(context, sizes),
        parts=lambda: _parts(context, sizes),
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
    if len(context.thing.items) == 1 and display.across * display.down > 1:
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
    mine += [d.name or "" for d in sizes.hidden.values()]
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


def _cuts(context: SashContext, sizes: Sizes) -> tuple[CutLine, ...]:
    display = context.display
    panes = display.across * display.down
    lines = [
        cut_line(
            context,
            "board",
            "Boards behind the panes",
            ("board",),
            panes,
            "acid-free board",
            sizes.board["width"],
            sheet_of(context.speak, sizes.board["height"], sizes.pack["board"]),
            ("the pane less the cloth on both edges",),
        )
    ]
    wide, thick = context.rule("pane_strip_wide"), sizes.pack["strips"]
    for axis, where in (("height", "left and right"), ("width", "top and bottom, between them")):
        if axis in sizes.strips:
            across, name = strip_of(context.speak, wide, thick), f"Strips of a pane, {where}"
            lines.append(cut_line(context, f"strips.{axis}", name, ("strips",), 2 * panes, "softwood", sizes.strips[axis], across))
    if display.closing == "cover":
        lines += [
            cut_line(
                context,
                "cover",
                "Cover board",
                ("cover",),
                1,
                "hardboard or ply",
                sizes.cover["width"],
                sheet_of(context.speak, sizes.cover["height"], exact(display.cover_board)),
                ("smaller than the sash, larger than the cloth",),
            )
        ]
    return tuple(lines)


def _parts(context: SashContext, sizes: Sizes) -> tuple[Part, ...]:
    """The sash with its panes is there; thread, and what closes it from behind."""
    display, say = context.display, context.speak.say
    found = [
        got("sash", "Old sash with its panes", comes="came", lights=("sash", "glass")),
        got("thread", "Thread and pins", comes="hand", material="polyester; stainless"),
    ]
    bare = _covered(sizes)
    if bare:
        turned = 2 * context.rule("cover_turn")
        size = say("{} × {}", *(context.book[f"board.{axis}"].value + turned for axis in AXES))
        found.append(got("cloth", "Plain cloth to cover a board", bare, size=size, note=("turned behind all round",)))
    if display.closing == "cover":
        size, note = say("{}", context.book["fastener.length"]), say("clear of cloth and glass by {}", sizes.clear)
        found.append(got("fastener", "Staples or small nails", sizes.fastener_count(), size=size, note=note, lights=("fastener",)))
    else:
        found.append(got("points", "Points", 8 * display.across * display.down, note=("two a side in every pane",)))
    return tuple(found)


def _covered(sizes: Sizes) -> int:
    """How many boards are covered in plain cloth: those something is stitched to, and those that nothing lies on."""
    return sizes.empty + sum(not one.wrapped for one in sizes.behind)


def _steps(context: SashContext, sizes: Sizes) -> tuple[Operation, ...]:
    display, say = context.display, context.speak.say
    out = [
        Operation(
            "sash",
            "Look the sash over",
            ("Putty firm, panes whole, joints tight; wash both faces of the glass.",),
            40,
            gate=True,
            care="Old paint may hold lead: do not sand it dry. Gloves for old glass.",
            parts=("sash", "glass"),
        ),
        Operation(
            "measure",
            "Measure every pane",
            say("They differ in old sashes: {} × {} here. Boards are cut one by one.", *sizes.pane.values()),
            10,
            gate=True,
            parts=("glass",),
        ),
        Operation(
            "board",
            "Cut the boards",
            say(
                "{} × {}: the pane less the cloth’s thickness on both edges. Try each with a scrap of the cloth.",
                *sizes.board.values(),
            ),
            20,
            gate=True,
            care="Blade away from the fingers; metal ruler.",
            parts=("board",),
            makes=("board",),
        ),
    ]
    if display.closing == "cover":
        out.append(
            Operation(
                "cover",
                "Cut the cover board",
                say("{} × {}, smaller than the sash and larger than the cloth.", *sizes.cover.values()),
                15,
                care="Saw or knife: guard, ruler, fingers behind the edge.",
                makes=("cover",),
                place="dusty",
            )
        )
    if display.flag != "none":
        out.append(Operation("flag", "Which way up", (FLAGS[display.flag].rule,), 5, gate=True, parts=("item",)))
    if bare := _covered(sizes):
        turned = context.rule("cover_turn")
        out.append(
            Operation(
                "cover_boards",
                f"Cover {'a board' if bare == 1 else several(bare, 'board')} in plain cloth",
                say("Straight along its weave, {} turned behind all round, pinned in the edge, then stitched.", turned),
                15 * bare,
                parts=("board",),
                uses=("cloth", "thread"),
            )
        )
    if sizes.over is not None:
        out += _over_steps(context, sizes, sizes.over)
    for one in sizes.behind if sizes.over is None else ():
        name = one.laid.item.called
        if one.wrapped:
            out.append(
                Operation(
                    f"wrap.{one.laid.item.key}",
                    f"Wrap {name}",
                    say(
                        "Straight along its weave, {} and {} turned behind, pinned in the edge, then stitched. Nothing through what is seen.",
                        *one.turn.values(),
                    ),
                    30,
                    parts=(one.laid.part,),
                    uses=("board", "thread"),
                    holds=(one.laid.part,),
                    method="sewn_cover",
                )
            )
        else:
            out.append(
                Operation(
                    f"stitch.{one.laid.item.key}",
                    f"Stitch {name} to its board",
                    say(
                        "On a covered board, {} from its sides and {} from top and bottom; stitches along its hems, "
                        "never so that it tears.",
                        *one.border.values(),
                    ),
                    40,
                    parts=(one.laid.part,),
                    uses=("board", "thread", "cloth"),
                    holds=(one.laid.part,),
                    method="sewn_cover",
                )
            )
    if sizes.over is None:
        words = (
            say(f"{STRIPS_SAID} Then the boards.", *_strips_told(sizes)) if sizes.strips else ("The boards behind their panes.",)
        )
        out.append(
            Operation(
                "lay",
                "Lay the boards in",
                words,
                15,
                care=BLADE if sizes.strips else "",
                parts=("strips", "board"),
                makes=("strips",) if sizes.strips else (),
            )
        )
    if display.closing == "cover":
        out += [
            Operation(
                "half",
                "Fasten two of each side",
                say("In from the cover’s corners, {} clear of the cloth.", sizes.clear),
                10,
                care="Eye protection; staple gun and nails never towards a hand, and mind the glass beyond.",
                parts=("cover", "fastener"),
            ),
            Operation(
                "look",
                "Look at the front",
                ("Before the last ones go in: straight, the right way up, no dust, no thread.",),
                10,
                gate=True,
                parts=("item",),
            ),
            Operation(
                "close",
                "Fasten the rest",
                (f"{sizes.fastener_count()} altogether.",),
                10,
                care="As before: mind the glass beyond.",
                parts=("fastener",),
                closes=True,
            ),
        ]
    else:
        out += [
            Operation(
                "look",
                "Look at the front",
                ("Before it is closed: straight, the right way up, no dust, no thread.",),
                10,
                gate=True,
                parts=("item",),
            ),
            Operation(
                "close",
                "Points into each rebate",
                ("Two a side in every pane, nothing pushed towards the glass.",),
                20,
                care="Point gun: eye protection, never towards a hand.",
                parts=("board",),
                uses=("points",),
                closes=True,
            ),
        ]
    return tuple(out)


def _strips_told(sizes: Sizes) -> tuple[Dim, ...]:
    return sizes.pack["strips"], sizes.strips["height"], sizes.strips["width"]


def _over_steps(context: SashContext, sizes: Sizes, one: Behind) -> tuple[Operation, ...]:
    """One cloth behind all panes: strips first, then cloth and boards pane by pane, then what is left round the outer boards."""
    say, name = context.speak.say, one.laid.item.called
    out = []
    if sizes.strips:
        out.append(
            Operation(
                "strips",
                "Put the strips in",
                say(STRIPS_SAID, *_strips_told(sizes)),
                15,
                care=BLADE,
                parts=("strips",),
                makes=("strips",),
            )
        )
    words = say(
        "Face down behind the panes, straight along its weave, {} left over at the left, {} at the right, {} at the top, {} at the bottom, seen "
        "from the front. From the middle outwards a board into every pane: the cloth goes down into it and up over the bars.",
        *one.turn.values(),
    )
    lay = Operation(
        f"over.{one.laid.item.key}", f"Lay {name} behind all panes", words, 45, gate=True, parts=(one.laid.part, "board")
    )
    wrap = Operation(
        f"wrap.{one.laid.item.key}",
        f"Turn {name} behind",
        (
            "What is left over goes round the outer boards, pinned in their edges, then stitched behind. Nothing through what is seen.",
        ),
        30,
        parts=(one.laid.part,),
        uses=("board", "thread"),
        holds=(one.laid.part,),
        method="sewn_cover",
    )
    return (*out, lay, wrap)


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
