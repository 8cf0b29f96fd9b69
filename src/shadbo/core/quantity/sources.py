"""Where every published or house figure comes from. A check and a formula point here by key."""

from __future__ import annotations

from typing import Literal

from shadbo.core.quantity.record import record

Standing = Literal["exact", "published", "from memory", "common practice", "house figure"]


@record(frozen=True, slots=True)
class Source:
    """One reason a number is what it is: what kind of authority it has and where it stands."""

    key: str
    standing: Standing
    text: str


def _book(*sources: Source) -> dict[str, Source]:
    return {source.key: source for source in sources}


SOURCES: dict[str, Source] = _book(
    Source("inch", "exact", "International yard and pound agreement; NIST SP 811: 1 in = 25.4 mm exactly."),
    Source("arithmetic", "exact", "Plain arithmetic on the readings and choices of this piece."),
    Source(
        "which-reading",
        "common practice",
        "Largest reading for what it must go into, smallest for what must cover it, mean for how it looks.",
    ),
    Source(
        "gap-schools",
        "common practice",
        "3–5 mm for small work, 6 mm (1/4 in) usual, 10–13 mm for large: add half an inch to both sizes for the usual gap.",
    ),
    Source("gap-quarter", "common practice", "A gap that varies by more than a quarter of itself is seen as crooked."),
    Source("eye", "common practice", "Up to 0.8 mm (1/32 in) is true to the eye; up to 1.6 mm (1/16 in) passes; more shows."),
    Source("seat-reach", "common practice", "The seat runs at least 12 mm beyond the gap, so that it carries the bar."),
    Source("seat-all-round", "common practice", "Strips will do for small work; over 600 mm the seat or strip goes all round."),
    Source("screw-bite", "common practice", "At least 12 mm of screw in the bar, and its point never within 5 mm of the canvas."),
    Source(
        "screw-spacing",
        "common practice",
        "Two screws a side or more, no more than 300 mm apart, 50 mm clear of the corners where the keys sit.",
    ),
    Source(
        "stretched-within",
        "house figure",
        "A stretched canvas is as large as its bars and a little more: cloth on both edges, the saw, and how hard it was pulled.",
    ),
    Source(
        "strainer",
        "common practice",
        "A strainer of pine, 25 mm wide and 18 mm deep or as deep as what is left, screwed through into the rails every 200 mm or closer.",
    ),
    Source(
        "strip-end",
        "common practice",
        "A strip lies under all its screws, 25 mm (or seven times the screw’s diameter) of wood beyond the last, so that its end doesn’t split.",
    ),
    Source(
        "reveal-3", "common practice", "The canvas usually sits 3 mm below the rail's face; flush and proud are a matter of taste."
    ),
    Source("tape", "house figure", "Reading tolerance of the tape, a shop setting."),
    Source("said", "exact", "What is there is what it was said to be; what is wanted of it follows from the plan."),
    Source("cut-size", "exact", "A size is more than nothing: what is taken off can’t be more than there is."),
    Source("saw", "house figure", "Tolerance and kerf of the saw, shop settings."),
    Source("square", "house figure", "Diagonals may differ by 1.5 mm up to 1 m of diagonal, then 1.5 mm a metre; a shop setting."),
    Source(
        "read-twice",
        "common practice",
        "Read twice: a second reading that differs by more than the tape's tolerance asks for a third; the median stands.",
    ),
    Source(
        "euler",
        "published",
        "Euler's quadrilateral theorem: the squares of the four sides are those of the diagonals and four times that of the "
        "line between their middles.",
    ),
    Source(
        "bow",
        "common practice",
        "A long thin rail bows outward: block it in until the readings agree, and read again before glazing is cut.",
    ),
    Source(
        "lap", "common practice", "The lip laps the glazing by at least 3 mm at the widest reading, and it clears the narrowest."
    ),
    Source("allowance", "house figure", "Sheets are cut 2 mm smaller in all than the rabbet; a shop setting."),
    Source(
        "label-size",
        "common practice",
        "The label of a bought frame tells the picture it takes, or the frame over all, rounded; read the frame before anything is cut.",
    ),
    Source("glass-cut", "house figure", "Tolerance of glass cutting, ± 1 mm; a shop setting."),
    Source("placing", "exact", "The shift and turn with the smallest worst border error over all stations: a linear programme."),
    Source("hide", "common practice", "A border error under a twentieth of the border is not seen."),
    Source("mat-overlap", "common practice", "A mat covers 3 mm of the work on each side, 5 mm of work that is out of true."),
    Source(
        "consent", "house figure", "Nothing irreplaceable is trimmed without its owner's agreement in writing, kept with the piece."
    ),
    Source("thicknesses", "house figure", "Usual thicknesses: glass 2, mat 1.4, foam board 5 mm; edited in the stock list."),
    Source("clearance", "common practice", "Flat work stands at least 3 mm off the glazing."),
    Source("closing", "house figure", "Points or tabs take 3 mm of the rabbet; a shop setting."),
    Source("lipped-lap", "common practice", "The lip covers 5–6 mm of the canvas on each side."),
    Source("clips", "common practice", "Offset clips about every 150 mm (6 in) round the frame, at least two a side."),
    Source("clip-screw", "common practice", "Screws into a rail end at least 4 mm short of its face."),
    Source(
        "dust-cover", "common practice", "A dust cover is trimmed 2–3 mm inside the frame's edge, with a breathing hole for canvas."
    ),
    Source("tape-and-screws", "common practice", "Tape alone: 24 hours pressed flat under weight, and still screw it."),
    Source("wrap", "common practice", "A gallery wrap is the bar's depth and 3 to 5 mm."),
    Source("turn", "common practice", "40–50 mm of canvas turned on the back for the staples, at least the bar's width."),
    Source("braces", "common practice", "Corner braces keep a large stretcher square."),
    Source(
        "bending",
        "house figure",
        "The limit is a shop setting: a bar may bow by a 500th of its span, what hangs by a millimetre. "
        "How far it bows is published: 5nL⁴ / 384EI (Roark’s Formulas for Stress and Strain); "
        "E from the Wood Handbook, Table 5-3, and tension 150 N/m from memory.",
    ),
    Source(
        "cross-bars", "house figure", "A side over 1000 mm (40 in) gets a cross-bar the other way every 700–900 mm; a shop setting."
    ),
    Source("dpi", "common practice", "300 pixels to the inch is best, 150 fine; under 100 shows."),
    Source("staples", "common practice", "From the middles outward in opposite pairs, about 40–50 mm apart."),
    Source("fold", "common practice", "Surplus in a corner is never cut closer than 10 mm to the face fold."),
    Source("rail-thumb", "common practice", "Moulding by the rule of thumb: the inside round, eight faces, and a tenth for waste."),
    Source("steps", "house figure", "What is proposed comes in steps a hand can set: half a millimetre of gap, five of border."),
    Source("bars-screws", "common practice", "A screw passes beside the sheet, never through the picture."),
    Source(
        "panel-house", "house figure", "Hanging strips 50 × 20 mm in pairs, 20 mm from the edge; 150 ml of glue a square metre."
    ),
    Source(
        "rods-house", "house figure", "Glue in a close hole 1 N/mm² of its wall, far under what its maker says; clamps want 10 mm."
    ),
    Source("flag-out", "house figure", "A flag out of its proportions by more than a twentieth was pulled, or misread."),
    Source("slits", "common practice", "A hinge goes through a pair of slits 25 mm long, 20 mm below the top edge."),
    Source("hold-screws", "house figure", "A bracket has two #6 screws, 9 mm into ply."),
    Source("over-furniture", "common practice", "About 150 mm of wall between a sofa or chest and the picture above it."),
    Source("hanging-house", "house figure", "Wire 100 mm beyond each ring; rings 15 mm from the lip, with two holes from 5 kg."),
    Source("wood-moves-seen", "common practice", "Wide mitres open as rails move across the grain; half a millimetre shows."),
    Source("stock", "house figure", "From the shop's stock list."),
    Source("choice", "house figure", "Chosen for this piece."),
    Source(
        "acrylic",
        "from memory",
        "Acrylic grows 70 millionths a kelvin, here over 30 K, and is cut at least 3 mm a metre smaller; "
        "over 900 mm it bows towards the damper side.",
    ),
    Source(
        "air",
        "common practice",
        "Clearance to the glazing: flat work 3 mm, textile or puzzle 5, loose pigment 6 and more, an object "
        "6 beyond its highest point.",
    ),
    Source("behind", "common practice", "Behind the mount there is room for the longest thing that sticks out, and 1 mm."),
    Source(
        "depth",
        "exact",
        "Slack = usable depth − pack: glazing, spacer or mats, room for the object, mount board, fillers, backing.",
    ),
    Source("tight", "house figure", "A pack with 1 mm to spare or less is tight; more rattles and is filled. A shop setting."),
    Source("build-up", "common practice", "A strip as wide as the frame’s back, as thick as what is missing, rounded up to stock."),
    Source(
        "cut-down",
        "common practice",
        "A shallow bought box takes a badge: its inner board is cut down to drop inside the liner, strips "
        "of thick card hold it off the glass, and the clutch has the room behind.",
    ),
    Source(
        "wet",
        "common practice",
        "What water spoils, vellum and ink that runs are held dry: corners, strips, strings with room to move.",
    ),
    Source(
        "cloth",
        "common practice",
        "Cloth is held by stitches, lacing or pins within the turned cloth; silk is pierced as little as can be.",
    ),
    Source(
        "hang-safe",
        "common practice",
        "Two fixings over 2 kg, over a bed, in a child’s room and in public; security hangers in public.",
    ),
    Source(
        "raised",
        "common practice",
        "Paper that floats raised lies on a lift of foam board 10 to 20 mm inside it, hinged at its top edge.",
    ),
    Source("wall", "house figure", "Things keep 5 mm clear of the edge of what shows; a shop setting."),
    Source("gaps", "house figure", "Things nearer than 3 mm to one another look as if they had slipped; a shop setting."),
    Source("overlap", "exact", "Outlines compared as they lie, at their own shapes."),
    Source("mat-cut", "house figure", "Tolerance of the mat cutter, ± 0.25 mm; a shop setting."),
    Source("mat-reveal", "common practice", "The bottom mat shows by 6 mm."),
    Source("mat-check", "common practice", "A drawing is measured again before the mat is cut."),
    Source("mat-stock", "house figure", "A strip of mat under 12 mm between windows or at the edge buckles and shows every slip."),
    Source("spacer-cut", "house figure", "Spacer strips are cut 1 mm short in all, and tried dry; a shop setting."),
    Source(
        "spacer-glue",
        "common practice",
        "On plain glass spacers are stuck to the glass; on coated sheets and acrylic the sticky side goes "
        "to the rabbet’s wall, for adhesive on a part that shows ruins the sheet.",
    ),
    Source("loose", "common practice", "Acrylic is never put over loose pigment: its static lifts it."),
    Source("touching", "common practice", "A photograph or paint that touches glass sticks to it; a puzzle may stick or bloom."),
    Source("glass-area", "house figure", "2 mm glass up to about 0.6 m²; above that acrylic or thicker glass. A shop setting."),
    Source("fold-form", "house figure", "Cloth turned over both edges of a form takes about 4 mm."),
    Source("fold-back", "house figure", "40 mm or more turned behind holds on the form; a shop setting."),
    Source("crest", "common practice", "A number or crest is kept whole and centred."),
    Source(
        "marked", "common practice", "A signature, crest or worn edge is seen whole; no fold, lip, mat, bar, stitch or steam on it."
    ),
    Source("steam", "common practice", "Steam and heat only where there is no signature, no sticker and no print that heat lifts."),
    Source(
        "needlework",
        "common practice",
        "A border of 25 mm round the stitching, tacks within the 6 mm the lip covers, surplus folded behind.",
    ),
    Source(
        "cradle",
        "common practice",
        "A bare board in a floater gets wooden strips glued behind it, flush with its edges: the screws bite in them, not in the board.",
    ),
    Source(
        "covering",
        "common practice",
        "A covered mount is cut smaller by the cloth’s thickness on each side; about 30 mm are turned behind and stuck there only.",
    ),
    Source(
        "hanging",
        "common practice",
        "One centred hanger to about 2 kg and 400 mm, rings and wire to 15 kg and a metre, above that rings on two hooks or a cleat; "
        "the hook at least 40 mm below the top.",
    ),
    Source("wire-ring", "common practice", "Rings a third (a school: a quarter) of the height down."),
    Source(
        "wire-statics",
        "exact",
        "Statics of a hung wire: tension = weight / (2 sin θ); at 30° the whole weight on each side, at 45° 0.71 of it, at 15° 1.93 times.",
    ),
    Source(
        "stile",
        "common practice",
        "More than a millimetre is too much. "
        "How far it bends is published: a beam with one load, P a² b² / 3EIL, and with both ends held "
        "under an even load, wL⁴ / 384EI (Roark’s Formulas for Stress and Strain).",
    ),
    Source("lifting", "published", "NIOSH 94-110, revised lifting equation: load constant 23 kg (51 lb)."),
    Source(
        "joints",
        "common practice",
        "Glue alone under about 2 kg and rails over 12 mm; else splines, biscuits (half their width and 3 mm in the wood, 6 mm from "
        "the face), dowels, wedges or brackets; splines as thick as the saw’s kerf.",
    ),
    Source(
        "wood-moves",
        "published",
        "USDA Wood Handbook, FPL-GTR-282: moisture by eq. 4-5, shrinkage of table 4-3, movement of chapter 13; the values from memory.",
    ),
    Source(
        "withdrawal",
        "published",
        "Nails and screws drawn out of side grain: USDA Wood Handbook, chapter 8, at failure; NDS, as a design value.",
    ),
    Source("damp", "common practice", "Canvas slackens and tightens and wants one climate on both faces; paper packs are sealed."),
    Source(
        "glazing-choice",
        "common practice",
        "Acrylic over about a square metre, for children’s rooms, busy passages, shipping; glass for loose pigment; coated where "
        "reflections or light matter.",
    ),
    Source(
        "light",
        "from memory",
        "CIE 157:2004: sensitive things 15 000 lux·h a year at 50 lux, medium 150 000, low 600 000 at 200 lux.",
    ),
    Source(
        "hold-spacing",
        "common practice",
        "Hinges every 250–300 mm, stitches 40–60, pins 25–40, clips 150, evenly; the first clear of the corner.",
    ),
    Source("pad", "common practice", "A metal fastener on a metal object is padded or sleeved."),
    Source("acid-free", "common practice", "PVC, masking tape and ordinary cardboard never touch the object: acid-free instead."),
    Source("condition", "common practice", "A condition note with photographs before work starts on someone else’s treasure."),
    Source("eye-line", "common practice", "The middle of a picture hangs 1450 mm above the floor; a shop setting."),
    Source("rays", "exact", "Straight rays over the edge of the lip."),
    Source("anchors", "common practice", "A thing is fixed at its anchor, which is often not its middle."),
    Source("direct-lap", "common practice", "The lip covers 3 mm of the work at the least."),
    Source("hang-factor", "house figure", "Factor 4 for what hangs for years; a shop setting."),
    Source("shear", "house figure", "Factor 6 for adhesive in shear on a wall; a shop setting."),
    Source(
        "practice",
        "common practice",
        "Conservation: nothing is done that can’t be undone. Decorative: lasting and quick, glue on what can be replaced.",
    ),
    Source(
        "bars",
        "house figure",
        "Paper on sanded wood slides at 0.3 of what presses it; half a magnet’s pull is left through paper; one every 150 mm.",
    ),
    Source(
        "liner",
        "common practice",
        "A liner is cut to the canvas, the frame to the liner; it lies under the frame’s lip with a millimetre all round, its own lip over the canvas.",
    ),
    Source(
        "front-opening",
        "house figure",
        "A frame that opens at the front: hinges a sixth in from the ends of their stile, two to 900 mm of height and three above; of glass the door weighs "
        "4 kg at most, or is of acrylic; the tray behind it is as large outside as the frame, of rails 12 mm wide and 20 mm deep or more, and takes the work flat.",
    ),
    Source(
        "clear-case",
        "house figure",
        "A hood of acrylic stands over a step on its base, 1 mm free all round; sheets of 3 mm to 300, 5 to 600, 8 beyond; what is higher than "
        "three times its base is screwed down.",
    ),
    Source(
        "sleeve",
        "common practice",
        "Heavy cloth hangs by a sleeve sewn to its back all along, its front slack so that the pole does not push the face out; the pole is "
        "flat, sealed, a little shorter than the cloth, its ends in brackets. Sizes are house figures.",
    ),
    Source(
        "flattening", "common practice", "A sheet off the roll lies flat between blotters and weights for days, three as a rule."
    ),
    Source("curl", "house figure", "A slight curl wants 100 g a metre of bar at the bottom, a strong one 300."),
    Source("trim-outside", "common practice", "A margin is cut away only outside the work."),
    Source(
        "panel",
        "common practice",
        "Backing just inside the edge (2–3 mm), tape near the edge and glue in the middle, weight on every corner, about two hours.",
    ),
    Source(
        "see-through",
        "common practice",
        "A wide border all round; all four faces cleaned, two of them can’t be reached again; nothing behind that shows.",
    ),
    Source(
        "tape-top",
        "from memory",
        "Narrow tape along the top edge only, so that the work hangs and does not buckle: 1 N for every 25 mm, a house figure.",
    ),
    Source("press", "common practice", "Two to four weeks between archival sheets under flat weight."),
    Source(
        "sash",
        "common practice",
        "Cloth goes over a board cut to the pane less the cloth’s thickness; one wrapped board behind each pane.",
    ),
    Source(
        "sash-cover",
        "common practice",
        "A cover board at least 15 mm larger than the cloth on each side and smaller than the sash, so that no fastener meets cloth.",
    ),
    Source(
        "flag-us", "published", "4 U.S.C. § 7(i): hung across or down on a wall, the union is uppermost and to the observer’s left."
    ),
    Source("flag-other", "common practice", "Every country has a code of its own: it is asked there."),
    Source("flag-shape", "published", "Executive Order 10834: fly 1.9 × hoist, union 7/13 of the hoist by 0.76 of it."),
    Source("rings", "house figure", "A ring bears what its packet says, ÷ 4."),
    Source(
        "rods",
        "common practice",
        "Three diameters into the rail and two from any edge; strengths from memory. "
        "What a rod bears is published: cantilever of round section, σ = 32FL/πd³, f = FL³/3EI (Roark’s Formulas for Stress and Strain), and Euler’s π²EI/4L².",
    ),
    Source("drill", "common practice", "Nothing is drilled in an irreplaceable thing: padded clamps or wire instead."),
    Source(
        "layered",
        "common practice",
        "A drawing and the whole thickness first; each floor in its own rebate, the room before it by the tallest thing.",
    ),
    Source(
        "rebates", "common practice", "Rebates are read again after the glue-up, and only then glass and cut boards are ordered."
    ),
    Source(
        "seat-cleat",
        "common practice",
        "A floater’s top seat strip, bevelled at 45°, is the frame’s half of a cleat; the wall’s half lies in the hollow behind it, and the frame on the wall.",
    ),
    Source(
        "edges",
        "common practice",
        "Front edges are rounded when nothing is glued on any more, before the grits; two radii stay within the face, one within the lip.",
    ),
    Source(
        "lamp",
        "common practice",
        "Rows of strip no further apart than the lamp room is deep; low voltage, ventilated, the back removable.",
    ),
    Source(
        "letters",
        "house figure",
        "Slots with bridges of 2 to 3 mm between them, so that nothing falls out; 10 mm clear of what hides them.",
    ),
    Source(
        "untrue",
        "house figure",
        "A stretched canvas out by more than 2 % of its side (and over 10 mm) is likelier a misread tape; a shop setting.",
    ),
)


def source(key: str) -> Source:
    """The source with this key; an unknown key is a fault of the program."""
    return SOURCES[key]
