"""What lies hidden behind the lip round two sheets: spacers at the rim, which keep them off the work, and a ring of paper on the back.

wide = lap of the lip over the sheet − what stays inside it        thick = the least strip of the stock ≥ work + air
"""

from __future__ import annotations

from shadbo.core.contract.cutting import CutLine, sheet_of, strip_of
from shadbo.core.contract.display import Context, Weight
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.terms import ruled
from shadbo.core.document.decisions.see_through import SeeThrough
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.objects import FlatWork
from shadbo.core.framing.boxes.depth import at_least
from shadbo.core.framing.filling import BLADE
from shadbo.core.framing.rabbet import Rabbet
from shadbo.core.framing.rails import AXES, cut_line
from shadbo.core.framing.weights import strips_weight
from shadbo.core.quantity.exact import exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, leaf, smallest

SeeThroughContext = Context[FlatWork, SeeThrough]


@record(frozen=True, slots=True)
class Rim:
    """Strips between the sheets, right round: two as high as the sheets, two between them; the ``air`` they keep before the work."""

    strips: dict[str, Dim]
    wide: Dim
    thick: Dim
    air: Dim


@record(frozen=True, slots=True)
class Ring:
    """Paper behind the back sheet, cut inside and out: its opening, and how thick it is."""

    size: dict[str, Dim]
    inner: dict[str, Dim]
    thick: Dim


def rimmed(display: SeeThrough) -> bool:
    """Whether strips keep the sheets apart: only where there are two."""
    return display.between == "rim" and display.sheets == 2


def rim_of(context: SeeThroughContext, rabbet: Rabbet, sheet: dict[str, Dim], work: Dim) -> Rim | None:
    if not rimmed(context.display):
        return None
    add, hand = context.book.add, context.shop.by_hand
    lap = smallest([(sheet[a] - rabbet.sight[a]) / 2 for a in AXES])
    wide = add(
        lap - ruled(context, "behind_lip", "Stays behind the lip"),
        "rim.wide",
        "Spacer at the rim, wide",
        parts=("rim",),
        grain="depth",
    )
    strips = context.shop.spacers or HOUSE_SHOP.spacers
    high = at_least(sorted(map(exact, strips)), work.value + context.rule("flat_air"))
    thick = add(
        leaf(high, "spacer", "Spacer, thick", "stock", source="stock", grain="depth"),
        "rim.thick",
        "Spacer at the rim, thick",
        parts=("rim",),
    )
    air = add(thick - work, "pack.air", "Air before the work, kept by the rim", parts=("air", "rim"), grain="depth")
    lengths = {
        "height": add(sheet["height"] * 1, "rim.height", "Spacers at the rim, left and right", parts=("rim",), cut=hand),
        "width": add(sheet["width"] - 2 * wide, "rim.width", "Spacers at the rim, between them", parts=("rim",), cut=hand),
    }
    return Rim(lengths, wide, thick, air)


def ring_of(context: SeeThroughContext, rabbet: Rabbet, sheet: dict[str, Dim]) -> Ring | None:
    """A ring that is seen from nowhere: its inner edge stays behind the lip."""
    if not context.display.paper_ring:
        return None
    inside, cut = ruled(context, "behind_lip", "Stays behind the lip"), context.shop.mat_cutter
    inner = {
        a: context.book.add(
            rabbet.sight[a] + 2 * inside, f"paper_ring.{a}", f"Opening of the paper ring, {a}", parts=("paper_ring",), cut=cut
        )
        for a in AXES
    }
    thick = ruled(context, "ring_paper", "Paper ring, thick")
    return Ring(
        like_sheet(context, sheet, "paper_ring", "Paper ring"),
        inner,
        context.book.add(thick * 1, "pack.paper_ring", "Paper ring", parts=("paper_ring",)),
    )


def like_sheet(context: SeeThroughContext, sheet: dict[str, Dim], part: str, label: str) -> dict[str, Dim]:
    """What is cut as large as the sheets, which may be there already (mm)."""
    return {
        a: context.book.add(sheet[a] * 1, f"{part}.sheet.{a}", f"{label}, {a}", parts=(part,), cut=context.shop.mat_cutter)
        for a in AXES
    }


def rim_lines(context: SeeThroughContext, rim: Rim | None, ring: Ring | None) -> list[CutLine]:
    say, lines = context.speak.say, list[CutLine]()
    if rim is not None:
        across = strip_of(context.speak, rim.wide, rim.thick)
        for axis, where in (("height", "left and right"), ("width", "top and bottom, between them")):
            name, note = f"Spacers at the rim, {where}", ("hidden behind the lip",)
            lines.append(cut_line(context, f"rim.{axis}", name, ("rim",), 2, "spacer strip", rim.strips[axis], across, note))
    if ring is not None:
        size = sheet_of(context.speak, ring.size["height"], more=say("opening {} × {}", *ring.inner.values()))
        note = ("cut inside and out; its inner edge stays behind the lip",)
        lines.append(
            cut_line(context, "paper_ring", "Paper ring", ("paper_ring",), 1, "archival paper", ring.size["width"], size, note)
        )
    return lines


def rim_weights(context: SeeThroughContext, rim: Rim | None) -> tuple[Weight, ...]:
    if rim is None:
        return ()
    runs = [(2, long, rim.wide, rim.thick) for long in rim.strips.values()]
    return (strips_weight(context, "rim", "Spacers at the rim", "foam strip", runs),)


def rim_steps(context: SeeThroughContext, rim: Rim | None, ring: Ring | None) -> tuple[Operation, ...]:
    say, out = context.speak.say, list[Operation]()
    if rim is not None:
        words = say(
            "Two of {}, two of {} between them, {} wide: tried dry, then stuck to the back sheet, flush with its edges.",
            *rim.strips.values(),
            rim.wide,
        )
        out.append(Operation("rim", "Spacers round the rim", words, 20, care=BLADE, parts=("rim",), makes=("rim",), place="clean"))
    if ring is not None:
        words = say(
            "Opening {} × {}: held before the frame it is seen nowhere. It goes on the back sheet before the back is closed.",
            *ring.inner.values(),
        )
        out.append(
            Operation(
                "paper_ring", "Cut the paper ring", words, 15, gate=True, care=BLADE, parts=("paper_ring",), makes=("paper_ring",)
            )
        )
    return tuple(out)
