"""The strainer: a stiff frame of bars inside the frame. It closes a deep pack, or stands behind and takes the pull of a wire.

Its outside is that of a board in the rabbet; two bars run the whole width, two stand between them; screws go through it into the rails.
"""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.cutting import CutLine, bar_of
from shadbo.core.contract.display import Context, FrameSection, Weight
from shadbo.core.contract.operations import MADE, Operation
from shadbo.core.contract.parts import Part, cut, got
from shadbo.core.document.decisions.having import closing_of
from shadbo.core.framing.rails import AXES, GLUE, cut_line
from shadbo.core.framing.stock import stock_screw, told
from shadbo.core.framing.weights import wood_weight
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, rule, smallest

WOOD = "eastern white pine"
SAW = "Saw: guard down, hands clear, eye and hearing protection."


@record(frozen=True, slots=True)
class Strainer:
    """Its bars (mm): across the whole width, and between them; how wide and how deep; its height outside; so many screws a side (``each``),
    each so long (``screw``). ``closes``: it closes the pack; ``inside``: it sits in the rabbet, so much of it (``sunk``), and not on the backs of
    the rails; ``starts``: so far in from the frame’s edge it begins (mm)."""

    across: Dim
    between: Dim
    wide: Dim
    deep: Dim
    outside: Dim
    each: Mapping[str, int]
    screw: Fraction
    closes: bool
    inside: bool
    sunk: Fraction
    starts: Fraction

    @property
    def bites(self) -> Fraction:
        """How deep a screw is in the rail beyond (mm): what is left of it behind a bar, across it where it closes a pack."""
        return self.screw - (self.wide if self.inside else self.deep).value

    @property
    def screws(self) -> int:
        return 2 * sum(self.each.values())

    @property
    def weight_mm(self) -> Dim:
        return 2 * self.across + 2 * self.between


def closes_with_strainer(context: Context[object, object]) -> bool:
    return closing_of(context.display) == "strainer"


def room_inside(context: Context[object, object], left: Fraction) -> bool:
    """Whether a strainer sits in the rabbet behind a pack that leaves so much (mm): with less its screws would miss the rails, and it lies on
    their backs, over the edge of the pack."""
    return left >= context.rule("strainer_sunk")


def sits_inside(context: Context[object, object]) -> bool:
    """Whether the strainer that closes a pack sits in the rabbet."""
    slack = context.book.dims.get("depth.slack")
    return closes_with_strainer(context) and (slack is None or room_inside(context, slack.value))


def stands_behind(context: Context[object, object]) -> bool:
    """Whether a strainer is the hindmost wood there is: what it hangs by is screwed into it."""
    closes = closes_with_strainer(context)
    return (context.piece.hang.strainer and not closes) or (closes and not sits_inside(context))


def strainer_of(context: Context[object, object], frame_section: FrameSection, outside: tuple[Dim, Dim]) -> Strainer | None:
    """What was asked for: a pack that is closed with one, or one behind; a frame needs one at the most."""
    closes = closes_with_strainer(context)
    if not closes and not stands_behind(context):
        return None
    book, inside = context.book, sits_inside(context)
    wide = book.add(
        rule(context.rule("strainer_wide"), "Strainer bar, wide", "strainer"),
        "strainer.wide",
        "Strainer bar, wide",
        parts=("strainer",),
    )
    sizes = {a: _within(context, frame_section, dim, a, wide, closes, inside) for a, dim in zip(AXES, outside, strict=True)}
    deep, saw = _deep(context, inside), context.shop.saw
    slack = book.dims.get("depth.slack")
    sunk = min(deep.value, slack.value) if inside and slack is not None else deep.value
    across = book.add(sizes["width"] * 1, "strainer.across", "Strainer, top and bottom", parts=("strainer",), cut=saw)
    between = book.add(sizes["height"] - 2 * wide, "strainer.between", "Strainer, between them", parts=("strainer",), cut=saw)
    every = context.rule("strainer_screws")
    each = {a: max(2, int(-(-sizes[a].value // every))) for a in AXES}
    screws = 2 * (each["width"] + each["height"])
    book.add_count(
        "strainer.screw.count",
        "Screws through the strainer",
        screws,
        context.speak.say(f"no more than {{}} apart, two a side at the least: 2 × {each['width']} + 2 × {each['height']}", every),
        parts=("strainer",),
    )
    screw = _screw(context, (wide if inside else deep).value)
    starts = (outside[0] - across).value / 2
    return Strainer(across, between, wide, deep, sizes["height"], each, screw, closes, inside, sunk, starts)


def _within(
    context: Context[object, object], frame_section: FrameSection, outside: Dim, axis: str, wide: Dim, closes: bool, inside: bool
) -> Dim:
    """In the rabbet as large as a board there (in a frame without one, as its inside); else on the backs of the rails, and so small, where it closes
    a pack, that its bars lap that all round."""
    board = context.book.dims.get(f"board.{axis}")
    if inside:
        ease = rule(context.shop.rules.board_allowance, "Allowance of the strainer, in all", "allowance", "depth")
        return board * 1 if board is not None else outside - 2 * frame_section.solid - ease
    behind = outside - 2 * rule(context.rule("dust_cover_inset"), "Inside the frame’s edge", "strainer", "depth")
    if not closes or board is None:
        return behind
    lap = rule(context.rule("strainer_laps"), "Laps the pack", "strainer", "depth")
    return smallest([behind, board + 2 * wide - 2 * lap])


def _deep(context: Context[object, object], inside: bool) -> Dim:
    """As deep as what is left behind the pack, where that is enough to be stiff."""
    least = rule(context.rule("strainer_deep"), "Strainer bar, deep", "strainer")
    slack = context.book.dims.get("depth.slack")
    dim = slack * 1 if inside and slack is not None and slack.value >= least.value else least
    return context.book.add(dim, "strainer.deep", "Strainer bar, deep", parts=("strainer",), grain="depth", cut=context.shop.saw)


def strainer_parts(context: Context[object, object], strainer: Strainer) -> tuple[Part, ...]:
    lines: Mapping[str, tuple[str, Dim]] = {
        "across": ("Strainer, top and bottom", strainer.across),
        "between": ("Strainer, between them", strainer.between),
    }
    return (
        *(cut(_line(context, f"strainer.{run}", words, length, strainer)) for run, (words, length) in lines.items()),
        got(
            "strainer.screw",
            "Screws through the strainer",
            strainer.screws,
            material="wood screw",
            size=told(context, strainer.screw),
            note=("into the rails, short of their face",),
            figure="strainer.screw.count",
        ),
        GLUE,
    )


def _screw(context: Context[object, object], through: Fraction) -> Fraction:
    """Through so much of a bar (mm) and a bite in the wood beyond: of the stock, no longer than twice that; else just so long."""
    least = through + context.rule("bite")
    return stock_screw(context, least, through + 2 * context.rule("bite")) or least


def _line(context: Context[object, object], key: str, words: str, length: Dim, strainer: Strainer) -> CutLine:
    section = bar_of(context.speak, strainer.wide, strainer.deep)
    return cut_line(context, key, words, ("strainer",), 2, WOOD, length, section, ("square ends",))


def strainer_weight(context: Context[object, object], strainer: Strainer) -> Weight:
    area = strainer.wide.value * strainer.deep.value
    return wood_weight(context, "strainer", "Strainer", WOOD, strainer.weight_mm, area)


def make_step(context: Context[object, object], strainer: Strainer) -> Operation:
    return Operation(
        "strainer.make",
        "Make the strainer",
        context.speak.say(
            "Two bars of {} and two of {} between them, {} wide and {} deep; corners glued, both diagonals alike. "
            + ("Try it in the frame before anything lies there." if strainer.inside else "Try it on the backs of the rails."),
            strainer.across,
            strainer.between,
            strainer.wide,
            strainer.deep,
        ),
        30,
        wait_minutes=60,
        gate=True,
        care=SAW,
        makes=("strainer.across", "strainer.between"),
        uses=("glue",),
        needs=(*MADE, "measured"),
        leaves=("prepared",),
        chain="strainer",
        place="dusty",
        takes="clamps",
        takes_on=60,
    )


def behind_step(strainer: Strainer) -> Operation:
    """A strainer that doesn’t close the pack stands behind it."""
    return Operation(
        "strainer.in",
        "Screw the strainer in behind",
        (
            f"On the backs of the rails, {strainer.screws} screws through it into their wood, drilled first: it stands out behind the frame.",
        ),
        15,
        care="A stop on the bit; no screw near the face.",
        uses=("strainer.across", "strainer.between", "strainer.screw"),
    )
