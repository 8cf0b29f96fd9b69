"""The trade’s rules as a shop keeps them: each a figure with its unit, what it is for, and the source that says how sure it is.

A rule is data: it stands here once, is edited in the shop’s file, and nothing else in the trade spells it. What kind a rule is (exact,
published, from memory, common practice, house figure) is its source’s standing; a source that cites a clause or table names it.
Sizes of drawings, limits of how much is told, and steps of the working itself are not rules and stand where they are used.
"""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, Any

from pydantic import Field

from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import LengthField
from shadbo.core.quantity.sources import Source, source

RULE_MM = Annotated[Decimal, LengthField.between("Rule", "0", "2000")]
STOCK_MM = Annotated[Decimal, LengthField.between("Rule", "300", "6000")]
RATIO = Annotated[Decimal, Field(gt=0, le=1000, allow_inf_nan=False)]
COUNT = Annotated[int, Field(ge=1, le=5000)]
FACTOR = Annotated[int, Field(ge=1, le=20)]


def _rule(value: str | int, said: str, source_key: str, unit: str = "mm") -> Any:
    """A rule’s default with what it is for, its unit (“” for a plain ratio or count) and its source."""
    default = Decimal(value) if isinstance(value, str) else value
    return Field(default=default, description=said, json_schema_extra={"unit": unit, "source": source_key})


class Rules(Part):
    """Every rule of the trade a shop may set otherwise. Lengths in mm; other units are said by each rule."""

    # Saw, tape and eye
    kerf: RULE_MM = _rule("3", "lost in each cut of the saw", "saw")
    keep_offcut: RULE_MM = _rule("300", "an offcut as long is kept", "saw")
    square_per_metre: RULE_MM = _rule("1.5", "diagonals may differ by, a metre", "square")
    untrue_floor: RULE_MM = _rule("10", "a canvas out by less is believed", "untrue")
    untrue_share: Annotated[Decimal, Field(gt=0, le=1, allow_inf_nan=False)] = _rule(
        "0.02", "a canvas out by more of its side", "untrue", ""
    )
    true_to_the_eye: RULE_MM = _rule("0.8", "true to the eye", "eye")
    eye_passes: RULE_MM = _rule("1.6", "passes to the eye; more shows", "eye")
    hidden_by: COUNT = _rule(20, "an error is hidden by so many times as much border", "hide", "")
    order_more: RATIO = _rule("1.1", "moulding ordered by the rule of thumb, times what is needed", "rail-thumb", "")
    gap_step: RULE_MM = _rule("0.5", "a floater’s gap is proposed in steps of", "steps")
    border_step: RULE_MM = _rule("5", "a border is proposed in steps of", "steps")

    # Screws, seat and lift
    bite: RULE_MM = _rule("12", "a screw’s least bite in the bar", "screw-bite")
    canvas_clear: RULE_MM = _rule("5", "a screw’s point stays clear of the canvas", "screw-bite")
    face_clear: RULE_MM = _rule("4", "a screw or rod stays short of the rail’s face", "clip-screw")
    screw_spacing: RULE_MM = _rule("300", "screws no further apart", "screw-spacing")
    screw_corner: RULE_MM = _rule("50", "screws clear of the corner, where the keys sit", "screw-spacing")
    stretched_within: RULE_MM = _rule("5", "a canvas comes off its bars as planned within", "stretched-within")
    strainer_wide: RULE_MM = _rule("25", "a strainer’s bars, wide", "strainer")
    strainer_deep: RULE_MM = _rule("18", "a strainer’s bars, deep at the least", "strainer")
    strainer_sunk: RULE_MM = _rule("10", "a strainer sits in the rabbet by at least", "strainer")
    strainer_laps: RULE_MM = _rule("10", "a strainer on the backs of the rails laps the pack by", "strainer")
    strainer_screws: RULE_MM = _rule("200", "screws through a strainer no further apart than", "strainer")
    lining_lap: RULE_MM = _rule("25", "a lining strip laps the back of a canvas by", "turn")
    strip_beyond: RULE_MM = _rule("25", "a strip runs on beyond its last screw by", "strip-end")
    seat_beyond: RULE_MM = _rule("12", "the seat runs beyond the gap by", "seat-reach")
    strips_up_to: RULE_MM = _rule("600", "lift strips will do up to a side of", "seat-all-round")
    seat_strip_thickness: RULE_MM = _rule("6", "a strip that makes a seat, thick", "stock")
    seat_strip_width: RULE_MM = _rule("30", "a strip that makes a seat, wide", "stock")
    lift_passes: RULE_MM = _rule("0.5", "a lift made up of stock may miss by", "stock")
    liner_usual: RULE_MM = _rule("3", "the liner of a bought box, until it is read", "cut-down")
    liner_most: RULE_MM = _rule("30", "a liner strip is no thicker than", "stock")
    usual_reveal: RULE_MM = _rule("3", "the canvas sits below the rail’s face by", "reveal-3")

    # Frames with a lip
    clip_spacing: RULE_MM = _rule("150", "clips about every", "clips")
    clip_springs: RULE_MM = _rule("7", "an offset clip may be sprung by", "clips")
    point_spacing: RULE_MM = _rule("150", "points about every", "clips")
    panel_pin: RULE_MM = _rule("15", "a pin that closes a pack, long", "clips")
    button_spacing: RULE_MM = _rule("250", "turn buttons about every", "clips")
    canvas_lap_least: RULE_MM = _rule("3", "the lip covers at least, of a canvas", "lipped-lap")
    canvas_lap_usual: RULE_MM = _rule("5", "as a rule", "lipped-lap")
    canvas_lap_usual_most: RULE_MM = _rule("6", "to", "lipped-lap")
    canvas_lap_most: RULE_MM = _rule("10", "the lip covers at most, of a canvas", "lipped-lap")
    glass_allowance: RULE_MM = _rule("2", "a sheet is smaller than the rabbet, in all", "allowance")
    label_lip: RULE_MM = _rule("6", "the lip of a bought frame nobody has read", "label-size")
    label_face: RULE_MM = _rule("20", "the face of a bought frame nobody has read", "label-size")
    label_within: RULE_MM = _rule("5", "a bought frame’s rabbet is its label’s to within", "label-size")
    board_allowance: RULE_MM = _rule("2", "a board is smaller than the rabbet, in all", "allowance")
    least_lap: RULE_MM = _rule("3", "the lip laps sheet and work by at least", "lap")
    tabs: RULE_MM = _rule("3", "points or tabs take of the rabbet", "closing")
    deeper_if_slimmer: RULE_MM = _rule("10", "a rabbet may be deeper by, where the face is slimmer", "tight")
    tight: RULE_MM = _rule("1", "a pack with so much to spare is tight", "tight")
    dust_cover_inset: RULE_MM = _rule("3", "a dust cover is trimmed inside the edge by", "dust-cover")
    breathing_hole: RULE_MM = _rule("10", "the breathing hole, across", "dust-cover")
    build_up_widest: RULE_MM = _rule("60", "a strip that builds the back up, wide at most", "build-up")
    build_up_most: RULE_MM = _rule("600", "a back is built up by no more than", "build-up")

    # Sheets and boards as they usually come
    glass: RULE_MM = _rule("2", "picture glass, thick", "thicknesses")
    liner_ease: RULE_MM = _rule("2", "ease of a liner in its frame’s rabbet, in all", "liner")
    glass_laminated: RULE_MM = _rule("4.4", "laminated glass, thick", "thicknesses")
    eye_accepts: RATIO = _rule("3", "borders differ by no more than so many times", "eye", "")
    acrylic: RULE_MM = _rule("2", "acrylic, thick", "thicknesses")
    acrylic_large: RULE_MM = _rule("3", "acrylic of a large sheet, thick", "thicknesses")
    mat: RULE_MM = _rule("1.4", "mat board, thick", "thicknesses")
    mount: RULE_MM = _rule("5", "foam board, thick", "thicknesses")
    board_near: RULE_MM = _rule("0.3", "a board is the stock’s nearest, off by no more than (3/16 in for 5)", "thicknesses")
    mat_between: RULE_MM = _rule("3", "a mat on each side of work seen from both, thick", "see-through")
    window_gap: RULE_MM = _rule("10", "air round work in the window of two mats", "see-through")
    ply_mount: RULE_MM = _rule("6", "ply mount board that wires and screws go through, thick", "thicknesses")
    backing: RULE_MM = _rule("3", "hard backing, thick", "thicknesses")
    paper: RULE_MM = _rule("0.3", "work nobody measured, thick", "thicknesses")
    spacer_sinks: RULE_MM = _rule("1", "work no thicker than this a spacer beside it is not made higher for", "clearance")
    own_board: RULE_MM = _rule("4", "work on a board of its own that nobody measured, thick", "thicknesses")
    roll_days: RATIO = _rule("3", "a sheet off the roll lies under weights for", "flattening", "days")
    press_days: RATIO = _rule("21", "a fresh plant is pressed for", "press", "days")
    length_step: STOCK_MM = _rule("500", "lengths that are sold go up by", "stock")
    length_sold: STOCK_MM = _rule("6000", "the longest that is sold", "stock")
    board_length: STOCK_MM = _rule("2400", "boards and strips come long", "stock")
    glass_area: Annotated[Decimal, Field(gt=0, le=10, allow_inf_nan=False)] = _rule("0.6", "2 mm glass up to", "glass-area", "m²")
    glass_thicker: RULE_MM = _rule("3", "glass for larger sheets, thick", "glass-area")
    acrylic_per_metre: RULE_MM = _rule("3", "acrylic is cut smaller, a metre", "acrylic")
    acrylic_grows: COUNT = _rule(70, "acrylic grows, millionths a kelvin", "acrylic", "10⁻⁶/K")
    acrylic_warms: COUNT = _rule(30, "what acrylic must bear of warmth", "acrylic", "K")
    acrylic_bow_over: RULE_MM = _rule("900", "acrylic bows over", "acrylic")
    acrylic_bow_per_metre: RULE_MM = _rule("3", "acrylic bows, a metre", "acrylic")

    # Stretchers and cloth turned over
    least_bar: RULE_MM = _rule("12", "no stretcher bar is shallower than", "cradle")
    panel_weighs: Annotated[int, Field(gt=0, le=3000)] = _rule(700, "board or panel nobody weighed, weighs", "cradle", "kg/m³")
    braced_over: RULE_MM = _rule("900", "a stretcher is braced from a side over", "braces")
    brace_leg: RULE_MM = _rule("150", "a corner brace’s leg, at most", "braces")
    cross_bar_over: RULE_MM = _rule("1000", "a side over this gets a cross-bar", "cross-bars")
    cross_clear: RULE_MM = _rule("2", "a cross-bar clear of the canvas", "cross-bars")
    cross_bar_every: RULE_MM = _rule("900", "cross-bars no further apart", "cross-bars")
    least_wrap: RULE_MM = _rule("3", "a gallery wrap is the bar’s depth and", "wrap")
    fold_keep: RULE_MM = _rule("10", "nothing is cut closer to the face fold", "fold")
    fold_corner: RULE_MM = _rule("40", "free of staples at a corner, for its fold", "fold")
    least_turn: RULE_MM = _rule("20", "cloth turned over by less does not hold", "turn")
    fold_back: RULE_MM = _rule("40", "a garment turned behind its form by", "fold-back")
    fold_least: RULE_MM = _rule("30", "a folded garment shows at least", "fold-form")
    form_inside: RULE_MM = _rule("5", "card inside a garment keeps inside its seams", "fold-form")
    fold_form: RULE_MM = _rule("4", "cloth over both edges of a form takes", "fold-form")
    turned_behind: RULE_MM = _rule("25", "needlework turned behind its board by", "needlework")
    cover_thick: RULE_MM = _rule("0.5", "cloth over a mount board, thick", "covering")
    cover_turn: RULE_MM = _rule("30", "cloth over a mount board turned behind by", "covering")
    cover_grams: Annotated[Decimal, Field(gt=0, le=3000, allow_inf_nan=False)] = _rule(
        "250", "cloth over a mount board weighs", "covering", "g/m²"
    )
    tack_clear: RULE_MM = _rule("6", "tacks lie within what the lip covers", "needlework")
    hinge_width: RULE_MM = _rule("25", "a hinge of tissue, wide", "hold-spacing")

    # Boxes, mats and what lies in them
    wall_clear: RULE_MM = _rule("5", "things keep clear of the edge of what shows", "wall")
    usual_gap: RULE_MM = _rule("20", "things apart as a rule", "gaps")
    least_gap: RULE_MM = _rule("3", "things keep apart", "gaps")
    behind_more: RULE_MM = _rule("1", "room behind the longest thing that sticks out", "behind")
    usual_air: RULE_MM = _rule("6", "air before a thing of no known kind", "air")
    flat_air: RULE_MM = _rule("3", "air before flat work", "clearance")
    textile_air: RULE_MM = _rule("5", "air before cloth and jigsaws", "clearance")
    lift_inset: RULE_MM = _rule("15", "a lift lies inside the work, a side", "raised")
    waves_over: RULE_MM = _rule("900", "a sheet waves in the years from a side of", "clearance")
    behind_strip: RULE_MM = _rule("10", "strips that keep the room behind a board, wide", "stock")
    padding: RULE_MM = _rule("14", "a garment’s padding and two mats take", "thicknesses")
    spacer_width: RULE_MM = _rule("5", "a spacer, wall to face", "stock")
    strip_ease: RULE_MM = _rule("1", "spacer strips are shorter, in all", "spacer-cut")
    mat_strip: RULE_MM = _rule("12", "the least strip of mat", "mat-stock")
    mat_covers: RULE_MM = _rule("3", "a mat covers of the work on each side", "mat-overlap")
    mat_covers_untrue: RULE_MM = _rule("5", "a mat covers of work that is out of true", "mat-overlap")
    mat_covers_least: RULE_MM = _rule("2", "a mat that covers less lets go", "mat-overlap")
    mat_untrue: RULE_MM = _rule("2", "work out of true by more wants the wider cover", "mat-overlap")
    bottom_weight: Annotated[Decimal, Field(ge=1, le=2, allow_inf_nan=False)] = _rule(
        "1.15", "the bottom border, times the others", "mat-stock", ""
    )
    eye_forgives: COUNT = _rule(20, "the lip may hide one part in so many of a thing", "rays", "")
    eye_forgives_most: RULE_MM = _rule("3", "and no more than", "rays")
    usual_border: RULE_MM = _rule("50", "a border on a board", "choice")

    # Boxes in layers
    shoulder: RULE_MM = _rule("4", "a floor’s shoulder", "layered")
    rebate_wood: RULE_MM = _rule("5", "wood behind the last rebate", "layered")
    letters_clear: RULE_MM = _rule("10", "letters clear of what hides them", "letters")
    bridge_least: RULE_MM = _rule("2", "bridges between slots, at least", "letters")
    bridge: RULE_MM = _rule("3", "bridges between slots", "letters")
    lamp_room: RULE_MM = _rule("20", "a lamp room, deep at least", "lamp")
    lamp_room_good: RULE_MM = _rule("30", "a lamp room, deep as a rule", "lamp")
    lamp_from_wall: RULE_MM = _rule("20", "a strip of lamps stays off the walls", "lamp")
    lamp_warm: RATIO = _rule("25", "more warmth than this wants watching", "lamp", "W")
    lamp_hole: RULE_MM = _rule("8", "a hole for air, across", "lamp")
    lamp_watts_a_hole: RATIO = _rule("2.5", "one hole for so many watts", "lamp", "W")
    lamp_holes: COUNT = _rule(4, "holes at the least", "lamp", "")
    lamp_spare: RATIO = _rule("1.2", "the supply, times what the strip takes", "lamp", "")

    # Between two sheets
    clear_border: RULE_MM = _rule("60", "clear border round work between two sheets", "see-through")
    clear_border_least: RULE_MM = _rule("25", "less does not read as a border", "see-through")
    clear_border_even: RULE_MM = _rule("3", "clear borders may differ by", "see-through")
    rim_least: RULE_MM = _rule("3", "spacers at the rim are no narrower than", "see-through")
    ring_paper: RULE_MM = _rule("0.3", "a paper ring behind a sheet, thick", "see-through")
    behind_lip: RULE_MM = _rule("1", "what is hidden behind a lip stays inside it by", "see-through")
    tape_from_corner: RULE_MM = _rule("10", "narrow tape ends before the corners by", "tape-top")
    mark_clear: RULE_MM = _rule("15", "a fold keeps off what is marked by", "marked")
    clear_corner: RULE_MM = _rule("15", "a clear corner, along both edges", "tape-top")
    tape_short: RULE_MM = _rule("30", "a short tape, long", "tape-top")
    tape_every: RULE_MM = _rule("25", "narrow tape bears a newton for every", "tape-top")

    # Hanger bars
    bars_friction: RATIO = _rule("0.3", "paper slides on sanded wood at, of what presses it", "bars", "")
    bar_screw_room: RULE_MM = _rule("8", "a screw beside the sheet needs", "bars-screws")
    bar_beyond: RULE_MM = _rule("12", "a bar with screws stands beyond the work by", "bars-screws")
    bars_clamp: RATIO = _rule("200", "a small screw drawn up by hand clamps with", "bars", "N")
    grips_apart: RULE_MM = _rule("15", "magnets or screws of a bar no nearer than", "bars")
    magnets_every: RULE_MM = _rule("150", "magnets no further apart", "bars")
    bar_screws_every: RULE_MM = _rule("400", "screws through both bars no further apart", "bars")
    magnet_inset: RULE_MM = _rule("20", "magnets in from the bar’s end", "bars")
    trim_clear: RULE_MM = _rule("2", "a knife stays off the work by", "trim-outside")

    # Panels
    panel_inset: RULE_MM = _rule("2.5", "the backing lies inside the work’s edge by", "panel")
    panel_inset_least: RULE_MM = _rule("2", "and no less than", "panel")
    panel_inset_good: RULE_MM = _rule("3", "as a rule no more than", "panel")
    panel_inset_most: RULE_MM = _rule("10", "and no more than", "panel")
    panel_tape: RULE_MM = _rule("3", "tape lies inside the backing’s edge by", "panel")
    panel_glue: RATIO = _rule("150", "wood glue spread on card", "panel-house", "ml/m²")
    panel_pairs_every: RULE_MM = _rule("300", "pairs of strips along every", "panel-house")
    panel_strip_long: RULE_MM = _rule("50", "a hanging strip, long", "panel-house")
    panel_strip_high: RULE_MM = _rule("20", "a hanging strip, high", "panel-house")
    panel_strip_inset: RULE_MM = _rule("20", "hanging strips in from the backing’s edge", "panel-house")
    panel_board: RULE_MM = _rule("5", "board for a large panel, thick", "panel-house")
    panel_bends_over: RULE_MM = _rule("700", "thin board bends over", "panel-house")
    panel_seam: RULE_MM = _rule("60", "a strip over a seam, wide", "panel-house")

    # Sashes
    pane_strip: RULE_MM = _rule("2", "strips that hold a board off its pane", "sash")
    pane_strip_wide: RULE_MM = _rule("6", "strips round a pane, wide", "sash")
    pane_strip_most: RULE_MM = _rule("3", "and at most", "sash")
    thin_board: RULE_MM = _rule("2", "the thinnest board behind a pane", "sash")
    cover_beyond: RULE_MM = _rule("15", "the cover board is larger than the cloth, on each side", "sash-cover")
    cover_ledge: RULE_MM = _rule("8", "wood of the sash the cover board lies on", "sash-cover")
    cover_clear: RULE_MM = _rule("8", "a fastener stays off the cloth by", "sash-cover")
    cover_bite: RULE_MM = _rule("6", "a fastener’s bite in the sash", "sash-cover")
    cover_fastener_inset: RULE_MM = _rule("5", "fasteners in from the cover’s edge", "sash-cover")
    cover_fastener_corner: RULE_MM = _rule("25", "the first fastener from the corner", "sash-cover")
    cover_fasteners_apart: RULE_MM = _rule("120", "fasteners no further apart", "sash-cover")
    flag_out: RATIO = _rule("0.05", "a flag out of proportion by more was pulled, or misread", "flag-out", "")

    # Rods
    rod_deep: COUNT = _rule(3, "a rod goes into its rail, diameters", "rods", "")
    rod_edge: COUNT = _rule(2, "a rod stays from any edge, diameters", "rods", "")
    rod_moves: RULE_MM = _rule("1.5", "what hangs on rods may give by", "rods")
    rod_glue: RATIO = _rule("1", "wood glue in a close hole holds", "rods-house", "N/mm²")
    clamp_pad: RULE_MM = _rule("2", "a clamp’s pad, thick", "rods-house")
    clamp_room: RULE_MM = _rule("10", "a clamp and its pad need", "rods-house")
    space_round: RULE_MM = _rule("40", "space round a thing on rods", "rods-house")

    # Holding
    slit: RULE_MM = _rule("25", "a slit in a board, long", "slits")
    slits_apart: RULE_MM = _rule("12", "the slits of a pair apart", "slits")
    slit_line: RULE_MM = _rule("20", "slits below the top edge", "slits")
    holding_screws: COUNT = _rule(2, "screws in each bracket", "hold-screws", "")
    holding_screw: COUNT = _rule(6, "their number", "hold-screws", "#")
    holding_bite: RULE_MM = _rule("9", "their bite", "hold-screws")

    # Hanging
    eye_line: RULE_MM = _rule("1450", "the middle of a picture above the floor", "eye-line")
    over_furniture: RULE_MM = _rule("150", "wall between furniture and picture", "over-furniture")
    hook_hidden: RULE_MM = _rule("40", "the hook below the top, at least", "hanging")
    ring_from_lip: RULE_MM = _rule("15", "rings from the lip’s edge", "hanging-house")
    set_gap: RULE_MM = _rule("40", "pieces hung as one picture apart", "hanging-house")
    cleat_share: RATIO = _rule("0.7", "a cleat is as long as the frame is wide, times", "hanging", "")
    cleat_high: RULE_MM = _rule("30", "a cleat’s strips, high at most", "hanging")
    cleat_thick: RULE_MM = _rule("12", "a cleat’s strips, thick", "hanging")
    seat_cleat_free: RULE_MM = _rule("1", "behind a bevelled seat the wall’s half is thinner than it by", "seat-cleat")
    seat_cleat_least: RULE_MM = _rule("8", "a seat that is bevelled as a cleat, thick at least", "seat-cleat")
    wire_tail: RULE_MM = _rule("100", "wire beyond each ring", "hanging-house")
    two_hole_over: RATIO = _rule("5", "rings with two holes, which don’t swivel, from", "hanging-house", "kg")
    door_two_hinges: RULE_MM = _rule("900", "a door on two hinges, high at most", "front-opening")
    door_heavy: RATIO = _rule("4", "a glass door hung by one side, heavy at most", "front-opening", "kg")
    door_tray: RULE_MM = _rule("12", "rails of a tray that hinges are screwed to, wide at least", "front-opening")
    door_tray_deep: RULE_MM = _rule("20", "a tray that hinges and rings are screwed to, deep at least", "front-opening")
    hood_small: RULE_MM = _rule("300", "a small hood, its longest side up to", "clear-case")
    hood_middle: RULE_MM = _rule("600", "a middling hood, its longest side up to", "clear-case")
    hood_thin: RULE_MM = _rule("3", "sheets of a small hood", "clear-case")
    hood_usual: RULE_MM = _rule("5", "sheets of a middling hood", "clear-case")
    hood_thick: RULE_MM = _rule("8", "sheets of a large hood", "clear-case")
    hood_ease: RULE_MM = _rule("1", "ease of a hood round its step, each side", "clear-case")
    sleeve_seam: RULE_MM = _rule("12", "seam and hem of a sleeve", "sleeve")
    bracket_inset: RULE_MM = _rule("12", "the outer brackets in from the pole’s end", "sleeve")
    stands_off: RULE_MM = _rule("100", "two hooks for what stands off the wall by more than", "hang-safe")
    pull_test_from: RATIO = _rule("0.1", "a trial fixing is pulled that bears, with the factor, from", "hanging-house", "kg")
    two_people_over: RATIO = _rule("23", "two people from", "lifting", "kg")
    stile_bends: RULE_MM = _rule("1", "a stile may bend by", "stile")
    sags: RULE_MM = _rule("1", "a rail, rod or bar may sag by", "stile")
    wire_flattest: RATIO = _rule("15", "the flattest wire", "wire-statics", "°")
    factor: FACTOR = _rule(4, "what hangs for years bears so many times its load", "hang-factor", "")
    shear_factor: FACTOR = _rule(6, "adhesive in shear on a wall", "shear", "")
    canvas_tension: Annotated[Decimal, Field(gt=0, le=2000, allow_inf_nan=False)] = _rule(
        "150", "a stretched canvas pulls", "bending", "N/m"
    )
    bow_share: Annotated[int, Field(ge=100, le=5000)] = _rule(500, "a bar may bow by one part of its span in", "bending", "")

    # Joints and the season
    glue_alone_up_to: RATIO = _rule("2", "glue alone holds the mitres up to", "joints", "kg")
    glue_alone_face: RULE_MM = _rule("12", "of rails wider than", "joints")
    dowel_splits: COUNT = _rule(2, "a dowel that is one part thick, of so few of its edge, splits it", "joints", "")
    dowel_share: COUNT = _rule(3, "a dowel is one part thick, of so many of the rail", "joints", "")
    dowel_deep: RATIO = _rule("2.5", "a dowel goes in each side, diameters", "joints", "")
    spline_from: RULE_MM = _rule("8", "splines in rails from", "joints")
    wedge_from: RULE_MM = _rule("10", "wedges in rails from", "joints")
    biscuit_behind: RULE_MM = _rule("3", "wood behind a biscuit’s slot", "joints")
    biscuit_face: RULE_MM = _rule("6", "wood between a biscuit and the face", "joints")
    mitre_opens: RULE_MM = _rule("0.5", "an open mitre shows from", "wood-moves-seen")


def source_of(field: str) -> Source:
    """Where a rule comes from, by its field."""
    extra = Rules.model_fields[field].json_schema_extra
    assert isinstance(extra, dict)
    return source(str(extra["source"]))
