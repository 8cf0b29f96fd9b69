"""The sums of work between two sheets.

sight = work + 2 × border  (a frame to be made)          border = (sight − work) / 2  (one that is there), on both axes
pack = sheet + work + sheet
"""

from __future__ import annotations

from shadbo.core.contract.display import Context
from shadbo.core.contract.terms import chosen, ruled
from shadbo.core.displays.see_through.rim import Rim, Ring, like_sheet, rim_of, ring_of
from shadbo.core.displays.see_through.tapes import TABLE_TAPES, tape_of
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.document.decisions.see_through import SeeThrough
from shadbo.core.document.objects import FlatWork
from shadbo.core.framing.counting import Fixings, fixings
from shadbo.core.framing.glazing import usual_thick
from shadbo.core.framing.rabbet import Rabbet, check_glazing, made_rabbet, read_rabbet
from shadbo.core.framing.rails import AXES, spread
from shadbo.core.measuring.desk import measure, unread
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf, rule, smallest

SeeThroughContext = Context[FlatWork, SeeThrough]


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of work between two sheets."""

    thing: Thing
    rabbet: Rabbet
    border: dict[str, Dim]
    uneven: Dim
    sheet: dict[str, Dim]
    each: Dim
    work: Dim
    pack: dict[str, Dim]
    slack: Dim
    clips: dict[str, list[Dim]]
    tape: Dim | None
    hold: Fixings | None
    window: dict[str, Dim]
    mat: dict[str, Dim]
    rim: Rim | None
    ring: Ring | None


def size_up(context: SeeThroughContext) -> Sizes:
    book, display, frame = context.book, context.display, context.display.frame
    thing = measure(context)
    if isinstance(frame, NewRabbet):
        asked = chosen(context, "border.intended", "Border all round", "border", display.border, parts=("border",))
        rabbet = made_rabbet(context, frame, {a: thing.side(a).look + 2 * asked for a in AXES})
    else:
        rabbet = read_rabbet(context, frame)
    border = {}
    for axis in AXES:
        word = "left and right" if axis == "width" else "top and bottom"
        border[axis] = book.add(
            (rabbet.sight[axis] - thing.side(axis).look) / 2, f"border.{axis}", f"Border, {word}", parts=("border",), grain="depth"
        )
    uneven = book.add(
        largest(border.values()) - smallest(border.values()),
        "border.difference",
        "The two borders differ by",
        parts=("border",),
        grain="depth",
    )
    if rabbet.inner:
        _evened(context, thing, rabbet, border)
    sheet = check_glazing(context, rabbet, display.glazing, without=False)
    usual = usual_thick(context, max(d.value for d in rabbet.size.values()))
    each = book.add(
        leaf(
            display.thickness if display.thickness is not None else usual,
            "/display/thickness",
            "Each sheet",
            "choice" if display.thickness is not None else "stock",
            pointer="/display/thickness",
            source="thicknesses",
            grain="depth",
            parts=("glazing",),
        ),
        "sheet.thick",
        "Each sheet, thick",
        parts=("glazing",),
    )
    work = (
        thing.depth.largest
        if thing.depth
        else book.add(rule(unread(context), "Work, thick", "thicknesses", "depth"), "work.thick", "Work, thick", parts=("work",))
    )
    front = {"glazing": each} if display.sheets == 2 else {}
    rim, ring = rim_of(context, rabbet, sheet, work), ring_of(context, rabbet, sheet)
    front |= {"air": rim.air} if rim is not None else {}
    window = _window(context, thing)
    mat = like_sheet(context, sheet, "mat", "Mats and film") if window else {}
    mats = {}
    if window:
        thick = ruled(context, "mat_between", "Mat, thick")
        mats = {k: book.add(thick * 1, f"pack.{k}", f"{w} mat", parts=(k,)) for k, w in (("mat", "Front"), ("mat_back", "Back"))}
    pack = {**front, **({"mat": mats["mat"]} if mats else {}), "work": work, **({"mat_back": mats["mat_back"]} if mats else {})}
    pack["glazing_back"] = each
    pack |= {"paper_ring": ring.thick} if ring is not None else {}
    total = each * display.sheets
    for layer in pack.values():
        total = total if layer is each else total + layer
    used = book.add(total, "depth.pack", "Pack", parts=("glazing", "work"), grain="depth")
    closing = ruled(context, "tabs", "Points or tabs")
    slack = book.add(
        rabbet.depth - closing - used, "depth.slack", "Room left in the rabbet", parts=("rail",), grain="depth", fits=True
    )
    tape, hold = _tape(context, thing)
    return Sizes(
        thing=thing,
        rabbet=rabbet,
        border=border,
        uneven=uneven,
        sheet=sheet,
        each=each,
        work=work,
        pack=pack,
        slack=slack,
        clips=_clips(context, sheet),
        tape=tape,
        hold=hold,
        window=window,
        mat=mat,
        rim=rim,
        ring=ring,
    )


def between_mats(display: SeeThrough) -> bool:
    """Whether the work lies between two mats: only where there is a sheet on both sides."""
    return display.between == "mats" and display.sheets == 2


def _window(context: SeeThroughContext, thing: Thing) -> dict[str, Dim]:
    """The windows of the two mats, larger than the work all round, so that both its faces are seen whole (mm)."""
    if not between_mats(context.display):
        return {}
    gap, cut = ruled(context, "window_gap", "Air round the work, a side"), context.shop.mat_cutter
    return {
        a: context.book.add(thing.side(a).into + 2 * gap, f"mat.window.{a}", f"Mat window {a}", parts=("mat", "mat_back"), cut=cut)
        for a in AXES
    }


def _evened(context: SeeThroughContext, thing: Thing, rabbet: Rabbet, border: dict[str, Dim]) -> None:
    """What turning the frame makes of the borders, and what size of work would even them."""
    assert rabbet.inner is not None
    for axis, across in (AXES, AXES[::-1]):
        turned = (rabbet.inner[across].mean - 2 * rabbet.lip - thing.side(axis).look) / 2
        context.book.add(
            turned,
            f"border.turned.{axis}",
            f"Border with the frame turned, {'left and right' if axis == 'width' else 'top and bottom'}",
            parts=("border",),
            grain="depth",
        )
    big, small = AXES if border["width"].value >= border["height"].value else AXES[::-1]
    context.book.add(
        rabbet.sight[big] - 2 * border[small], f"even.work.{big}", f"Work {big} that would even the borders", parts=("work",)
    )


def _clips(context: SeeThroughContext, sheet: dict[str, Dim]) -> dict[str, list[Dim]]:
    """Two a side, or as many as the spacing asks for."""
    spacing, found = context.display.spacing, {}
    for axis in AXES:
        most = exact(spacing) if spacing is not None else sheet[axis].value
        dims, count = spread(sheet[axis], most)
        word = "rail" if axis == "width" else "stile"
        context.book.add_count(
            f"clips.{axis}",
            f"{'Clips' if context.display.kept == 'clips' else 'Tabs'} along each {word}",
            count,
            context.speak.say("no more than {} apart, two at the least", most),
            parts=("clip",),
        )
        found[axis] = [
            context.book.add(d, f"clip.{axis}.{i + 1}", f"{word.title()}, {i + 1} at", parts=(f"clip.{axis}.{i + 1}", "clip"))
            for i, d in enumerate(dims)
        ]
    return found


def _tape(context: SeeThroughContext, thing: Thing) -> tuple[Dim | None, Fixings | None]:
    """What keeps the work up between the sheets: how long each piece of tape is, and whether it carries."""
    length = None if between_mats(context.display) else tape_of(context, thing)
    if length is None:
        return None, None
    kept = TABLE_TAPES[context.display.tape]
    each = kept.pieces * length.value / context.rule("tape_every")
    found = fixings(
        context,
        "tape",
        "Tape",
        kg=thing.weight_kg,
        factor=context.rule("factor"),
        each=each,
        basis="allowance",
        spacing=1,
        why=("all of it together",),
        parts=("tape",),
        each_label="All of it carries",
        counted=False,
    )
    return length, found
