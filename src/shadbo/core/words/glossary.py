"""The trade's words as they stand on screen and paper, each told in one line; docs/glossary.md has the same ones."""

from __future__ import annotations

from shadbo.core.quantity.record import record


@record(frozen=True, slots=True)
class Word:
    """A word, its other forms (matched as whole words, whatever their case), what it means, and the part of a scene it is shown by."""

    word: str
    line: str
    forms: tuple[str, ...] = ()
    scene: str = ""
    part: str = ""


WORDS: tuple[Word, ...] = (
    Word("allowance", "how much a sheet is smaller than its rabbet, in all", ("allowances",), "rabbet", "allowance"),
    Word("anchor", "where an item is fixed to its board", ("anchors",)),
    Word("backing", "the last board of the pack", (), "rabbet", "backing"),
    Word("bite", "how deep a screw is in the wood it holds by", ("bites",), "floater", "screw"),
    Word("border", "the margin that is seen round a work", ("borders",), "front", "border"),
    Word("build-up", "a strip behind the frame that makes its rabbet deeper", (), "rabbet", "build_up"),
    Word("clearance", "air between what is framed and the glazing", (), "rabbet", "clearance"),
    Word(
        "cleat",
        "two slanted strips, one on the wall and one on the piece, that hook into one another",
        ("cleats",),
        "cleat",
        "cleat",
    ),
    Word("cover", "cloth stretched over a mount board"),
    Word("cradle", "strips glued behind a panel; also what a round or odd thing rests in"),
    Word("crest", "the emblem on a garment that its folds must leave whole"),
    Word("cross-bar", "a bar across a stretcher", ("cross-bars",), "back", "cross_bar"),
    Word("face", "the width of a rail that is seen", ("faces",), "floater", "face"),
    Word("filler", "what takes up room behind the pack", ("fillers",), "rabbet", "filler"),
    Word(
        "floater frame", "a frame with a gap round the canvas, which seems to float in it", ("floater", "float"), "floater", "gap"
    ),
    Word("gap", "the space between canvas and floater; also between things", ("gaps",), "floater", "gap"),
    Word("glazing", "glass or acrylic in front", ("glazed",), "rabbet", "glazing"),
    Word("kerf", "the width of wood a saw turns to dust"),
    Word("label size", "what a bought frame’s label says: of the picture it takes (its opening), or over all", ("label sizes",)),
    Word(
        "lift",
        "how far a canvas stands off its seat; also a board smaller than the work, which it floats on",
        (),
        "floater",
        "lift",
    ),
    Word("lift strip", "what raises a canvas off its seat", ("lift strips",), "floater", "lift_strip"),
    Word("lip", "what stands over the work, in front of the rabbet", (), "rabbet", "lip"),
    Word("long point", "the longer of the two lengths of a mitred rail, along its outer edge", (), "front", "long_point"),
    Word("mat", "a board with an opening for what is framed", ("mats",), "front", "mat"),
    Word("mitre", "the slanted joint at a corner of a frame", ("mitres", "mitred"), "front", "mitre"),
    Word("moulding", "a profile sold by the length", ("mouldings",), "rabbet", "rail"),
    Word("mount board", "what things are fixed on", ("mount",), "rabbet", "mount"),
    Word("offset clip", "holds a canvas that stands out behind its frame", ("offset clips", "clip offset"), "clip", "offset_clip"),
    Word("pack", "everything in the rabbet, front to back", (), "rabbet", "pack"),
    Word("packer", "what lies under a clip where the canvas lies below the back", ("packers",), "clip", "packer"),
    Word(
        "panel",
        "a picture on something stiff: canvas board, hardboard, ply; also work stuck to a backing and hung unframed",
        ("panels",),
    ),
    Word(
        "points",
        "small metal pieces driven into the rabbet’s wall to close it; tabs do the same",
        ("point", "tabs", "tab"),
        "rabbet",
        "points",
    ),
    Word(
        "rabbet", "the step a rail holds the pack in; its size, width, depth", ("rabbets", "rebate", "rebates"), "rabbet", "rabbet"
    ),
    Word("rail", "the level side of a frame", ("rails",), "front", "rail"),
    Word("reading", "what the tape said", ("readings",)),
    Word("reveal", "how far the work lies behind the face; of a mat, how much of the lower one shows", (), "floater", "reveal"),
    Word("ring", "a D-ring", ("rings",), "back", "ring"),
    Word("seat", "what a canvas stands on in a floater", (), "floater", "seat"),
    Word("short point", "the shorter of the two lengths of a mitred rail, along its inner edge", (), "front", "short_point"),
    Word("sight size", "what is seen inside the lip", ("sight",), "front", "sight"),
    Word("slack", "what is left of the rabbet’s depth", (), "rabbet", "slack"),
    Word("spacer", "keeps the work off the glazing, at the wall", ("spacers",), "rabbet", "spacer"),
    Word("station", "where along a side a reading was taken", ("stations",)),
    Word("stile", "the upright side of a frame", ("stiles",), "front", "stile"),
    Word("strainer", "a stiff inner frame", ("strainers",), "back", "strainer"),
    Word("stretcher bar", "what a canvas is stretched on", ("stretcher bars", "bar", "bars", "stretcher"), "back", "bar"),
    Word("waist", "how much narrower something is in its middle than at its ends"),
    Word("window", "the opening in a mat", ("windows",), "front", "window"),
)
