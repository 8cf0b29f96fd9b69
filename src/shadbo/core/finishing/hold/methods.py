"""The methods (handbook section 9), as data. What each carries is a formula, a rating off a packet, or a house figure (N); the last ask for a
pull test."""

from __future__ import annotations

from collections.abc import Mapping, Set
from dataclasses import dataclass
from typing import Any, Literal

from shadbo.core.document.shop import PRACTICES, Practice
from shadbo.core.framing.counting import Basis
from shadbo.core.quantity.exact import Fraction

Where = Literal["top", "round", "corners", "anchors", "shoulders", "over", "under"]
Undone = Literal["yes", "mostly", "no"]
# How well a method stands with a school: 3 its own, 2 good, 1 if need be, 0 never.
School = tuple[int, int, int]
SCHOOLS: tuple[Practice, ...] = tuple(PRACTICES)

ALL_BOXES = frozenset({"direct", "spaced", "shadow_box", "matted_box"})
BOARDED = ALL_BOXES | {"on_board"}
# Displays that ask by which method a thing is held; in the others the display itself is the method.
METHODED = BOARDED | {"layered_box"}
CLOTH = frozenset({"garment", "flag", "patch", "needlework", "cloth"})


@dataclass(frozen=True, slots=True)
class Method:
    """One method: what and where it suits (kinds of thing or materials, displays), how it stands with the schools, what it carries
    (``each`` N a fixing, over ``per`` mm of it if that is a length), where its fixings sit, how far apart."""

    key: str
    label: str
    suits: frozenset[str]
    displays: frozenset[str]
    school: School
    undone: Undone
    touches: str
    basis: Basis | None
    each: Fraction
    where: Where
    least: int
    apart: Fraction
    edge: Fraction
    wait: int
    steps: str
    care: str = ""
    tools: str = ""
    adhesive: bool = False
    metal: bool = False
    most_kg: Fraction | None = None
    needs: str = ""


def _m(
    key: str, label: str, suits: Set[str], displays: Set[str], school: School, undone: Undone, touches: str, basis: Basis | None, each: int | str,
    where: Where, least: int, apart: int, edge: int, wait: int, steps: str, *, most_kg: int | str | None = None, **more: Any,
) -> Method:  # fmt: skip
    """A line of the table: numbers as they are written, exact."""
    most = None if most_kg is None else Fraction(most_kg)
    return Method(key, label, frozenset(suits), frozenset(displays), school, undone, touches, basis, Fraction(each), where, least, Fraction(apart),
                  Fraction(edge), wait, steps, most_kg=most, **more)  # fmt: skip


NIGHT = 12 * 60
# Key, label; kinds or materials; displays; how it stands with the three schools; undone; what touches; basis; what each carries (N); where its
# fixings sit; least; no more than so far apart; from the edge (mm); wait (minutes); steps.
# fmt: off
METHODS: Mapping[str, Method] = {m.key: m for m in (
    _m("screws", "Screws into the stretcher", {"stretched"}, {"deep_ready_made", "floater"},
       (3, 3, 3), "yes", "the bars only", "formula", 400, "round", 8, 300, 50, 0,
       "From behind through the seat into the bars, holes oversize so that the stretcher can move.",
       care="Stop on the bit; never towards the canvas.", tools="drill, screwdriver", metal=True),
    _m("clips", "Offset or canvas clips", {"board", "stretched"}, {"direct", "lipped", "shadow_box"},
       (3, 3, 3), "yes", "bars or backing", "rating", 50, "round", 8, 150, 40, 0,
       "Screwed to the rail, springing on the bar.",
       care="No screw reaches the canvas.", tools="screwdriver", metal=True),
    _m("staples", "Staples on the back", {"rolled", "to_make"}, {"stretcher"},
       (2, 3, 3), "mostly", "the turned canvas", "allowance", 20, "round", 12, 50, 40, 0,
       "From the middles outward in opposite pairs.",
       care="Eye protection; never towards a hand.", tools="stapler, canvas pliers", metal=True),
    _m("points", "Points or tabs", {"board", "puzzle"}, ALL_BOXES,
       (2, 3, 3), "yes", "the backing only", None, 0, "round", 12, 175, 40, 0,
       "Three to four a side, nothing pushed towards the glass; stand loose pigment on edge meanwhile.",
       care="Point gun: eye protection, never towards a hand.", tools="point gun", metal=True),
    _m("through_hinges", "Pass-through hinges", {"linen_backed", "poster"}, BOARDED,
       (3, 2, 1), "yes", "linen and paste at the top edge", "allowance", 20, "top", 2, 275, 40, NIGHT,
       "Linen sanded thin, passed through two slits each; paste kept off the edges; the slits cut with the sheet off the board. Overnight under weights.",
       care="Blade away from the fingers.", tools="linen, paste, knife, weights", adhesive=True),
    _m("t_hinges", "Hinges of tissue, T-shaped", {"paper", "pastel", "photograph", "plant", "poster", "print"}, BOARDED,
       (3, 2, 1), "yes", "tissue and paste at the top edge", "allowance", 2, "top", 2, 250, 40, 120,
       "Torn tissue, thin paste, a strip across each; the sheet hangs from its top edge.",
       tools="tissue, paste, weights", adhesive=True),
    _m("corners", "Corners, or strips along the edges", {"board", "name_plate", "paper", "pastel", "photograph", "print"}, BOARDED,
       (3, 2, 2), "yes", "folded paper at the corners, no adhesive", None, 0, "corners", 4, 300, 0, 0,
       "Paper corners stuck to the board, not to the work; strips along the edges where it is over 300 mm.",
       tools="corners or strips", most_kg="0.5"),
    _m("stitching", "Stitches through the board", {"cloth", "flag", "garment", "keepsake", "medal", "patch"}, ALL_BOXES,
       (3, 3, 2), "yes", "thread", "allowance", 3, "shoulders", 4, 50, 20, 0,
       "Loops along shoulders and waist, through the board, knots padded behind.",
       care="Needles away from seams that carry print.", tools="curved needle, polyester thread"),
    _m("pins", "Pins in foam board", {"garment", "needlework"}, ALL_BOXES,
       (2, 2, 2), "yes", "stainless pins in the turned cloth", "allowance", 1, "round", 8, 30, 10, 0,
       "Stainless, slanted against the pull, along the edge of the board.",
       care="Count them out and in.", tools="stainless pins", metal=True),
    _m("tags", "Tag fasteners", {"flag", "garment", "needlework"}, ALL_BOXES,
       (1, 2, 3), "mostly", "a plastic tag through the cloth", "allowance", 3, "round", 6, 25, 5, 0,
       "Under the lip: the needle leaves a hole.",
       care="The needle of the gun goes through a finger.", tools="tag gun"),
    _m("lacing", "Lacing over the board", {"cloth", "needlework"}, BOARDED,
       (3, 2, 1), "yes", "thread in the turned cloth", None, 0, "round", 8, 15, 0, 0,
       "From side to side behind the board, drawn up from the middle outwards; slow, the careful way.",
       tools="needle, strong thread"),
    _m("tape_double", "Double-sided tape", {"name_plate", "patch", "photograph", "print"}, ALL_BOXES,
       (0, 2, 3), "no", "adhesive on its back", "rating", 4, "corners", 2, 120, 5, 1440,
       "Strips on what can be replaced, never on an original; a day under weight if it carries alone.",
       tools="tape", adhesive=True, most_kg="0.3"),
    _m("tape_across", "Wide tape across the back", {"puzzle"}, {"direct", "matted_box", "panel", "shadow_box", "spaced"},
       (2, 3, 3), "mostly", "tape on the back", None, 0, "over", 2, 90, 0, 0,
       "Turned as a sandwich: board below, puzzle, the backing on top; strips overlapping.",
       tools="wide framing tape", adhesive=True),
    _m("glue", "Glue and a backing", {"board", "puzzle"}, {"direct", "panel"},
       (0, 2, 2), "no", "glue on the whole face or back", None, 0, "over", 1, 0, 0, 120,
       "All over, tape at the edge, weight on every corner.",
       care="Gloves; glue off the skin.", tools="glue, spreader, weights", adhesive=True),
    _m("spray", "Spray adhesive on foam board", {"poster", "print", "puzzle"}, {"direct", "on_board", "panel"},
       (0, 2, 3), "no", "adhesive on the whole back", None, 0, "over", 1, 0, 0, 30,
       "Oversize, then cut round parallel with a spacer block.",
       care="Outdoors or in a booth, no flames, gloves, mask as the tin says.", tools="spray, foam board, knife", adhesive=True),
    _m("own_pin", "Its own pin and clutch", {"badge"}, {"matted_box", "shadow_box"},
       (3, 3, 3), "yes", "its own pin, padded", "allowance", 5, "anchors", 1, 0, 0, 0,
       "A hole at the anchor, the clutch behind.",
       tools="awl", needs="behind"),
    _m("brackets", "Sleeved wire through the board", {"figure", "keepsake", "tool", "watch"}, {"layered_box", "matted_box", "shadow_box"},
       (3, 3, 2), "yes", "sleeved wire", "rating", 40, "anchors", 2, 0, 0, 0,
       "Two to four, sleeved, through ply, not foam; twisted behind and taped over.",
       care="Wire ends into the board.", tools="wire, sleeve, drill, pliers", metal=True),
    _m("screwed", "Covered brackets, screwed into ply", {"figure", "keepsake", "tool"}, {"layered_box", "matted_box", "shadow_box"},
       (2, 2, 2), "yes", "padded brackets", "formula", 400, "anchors", 2, 0, 0, 0,
       "Two to four, covered with felt or sleeve, each with two #6 screws 9 mm into ply, not foam; the holes drilled first.",
       care="Stop on the bit: no screw comes through behind.", tools="brackets, felt, drill, screwdriver", metal=True),
    _m("magnets", "Magnets", {"paper", "photograph", "print", "tool"}, {"matted_box", "on_board", "shadow_box"},
       (3, 2, 2), "yes", "a covered magnet", "rating", 6, "corners", 2, 150, 10, 0,
       "Covered magnets, steel behind; half of the packet’s pull counts through paper.",
       care="They pinch and break; away from watches and cards.", tools="magnets, steel sheet"),
    _m("rods", "Rods or dowels", {"figure", "keepsake", "medal", "tool", "watch"}, {"suspended"},
       (3, 3, 2), "yes", "pads or rod ends", "formula", 100, "anchors", 2, 0, 0, NIGHT,
       "From the rails to the thing, dry or glued.",
       care="Clamp the rail; a stop on the bit.", tools="drill, dowels"),
    _m("loops", "Ribbon or thread loops", {"keepsake", "medal", "tool", "watch"}, {"layered_box", "matted_box", "shadow_box"},
       (3, 3, 2), "yes", "ribbon or thread", "allowance", 3, "anchors", 2, 0, 0, 0,
       "Through slits in the board, tied behind over padding.",
       tools="ribbon or thread, knife"),
    _m("recess", "A recess cut in the board", {"badge", "keepsake", "medal", "watch"}, {"matted_box", "shadow_box"},
       (2, 2, 2), "yes", "padded board round it", None, 0, "under", 1, 0, 0, 0,
       "As deep as it is thick less what is to stand out; a ribbon or the glass keeps it in.",
       care="Blade away from the fingers, several light passes.", tools="knife, foam board"),
    _m("two_sheets", "Between two sheets", {"board", "cloth", "linen_backed", "paper", "plant", "puzzle"}, {"see_through"},
       (2, 2, 2), "yes", "glass on both faces", None, 0, "over", 1, 0, 0, 0,
       "All four faces cleaned; tape at the top only, if any.",
       care="Gloves; carry sheets on edge.", tools="cleaner without ammonia"),
    _m("hook_and_loop", "Hook-and-loop strips", {"board", "puzzle"}, {"panel"},
       (1, 2, 3), "mostly", "strips on the backing", "rating", 20, "corners", 4, 300, 20, 60,
       "Pressed on, an hour before they are loaded.",
       tools="strips, alcohol", adhesive=True),
    _m("bars", "Magnetic or screwed bars", {"board", "canvas", "cloth", "linen_backed", "paper"}, {"hanger_bars"},
       (2, 3, 3), "yes", "wood on both faces at the edge", "rating", 4, "top", 2, 150, 20, 10080,
       "The edge square in the bar; hung for a week on trial.",
       care="Magnets pinch.", tools="bars, cord"),
    _m("form", "A padded form", {"garment"}, ALL_BOXES,
       (3, 2, 1), "yes", "acid-free padding", None, 0, "under", 1, 0, 0, 0,
       "Acid-free tissue or polyester over a form; the cloth lies over it without a crease. It shapes, it does not carry: stitch it too.",
       tools="foam board, tissue, polyester"),
    _m("stand", "A stand or shelf", {"figure", "keepsake", "tool", "watch"}, {"layered_box", "shadow_box"},
       (3, 3, 3), "yes", "its own feet, padded", None, 0, "under", 1, 0, 0, 0,
       "It stands; wax or a thread keeps it from walking.",
       tools="padded shelf"),
    _m("sewn_cover", "Cloth wrapped on a board", {"cloth", "flag"}, {"sash"},
       (3, 3, 2), "yes", "board behind, no fastener in what is seen", "allowance", 3, "round", 8, 40, 20, 0,
       "Straight along its weave, turned behind, pinned in the edge, then stitched.",
       tools="needle, thread, pins"),
    _m("wax", "A bead of wax", {"figure", "keepsake", "watch"}, {"layered_box", "shadow_box"},
       (1, 2, 2), "mostly", "a bead of wax under it", None, 0, "under", 3, 0, 0, 0,
       "Keeps a thing that stands from walking; not on unsealed wood or paper.",
       tools="museum wax", adhesive=True, most_kg="0.5"),
)}
# fmt: on
TOGETHER: Mapping[str, tuple[str, ...]] = {
    "stitching": ("form",),
    "tape_across": ("points",),
    "recess": ("loops",),
    "stand": ("wax",),
}
