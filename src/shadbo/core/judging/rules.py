"""The rules of judgement, as data: where a thing needs this and a choice does that, it is never, only with consent, worse or better.

A rule is read as “``needs`` all there, ``does`` all there: ``verdict``, because ``say``”. Practices are in order of strictness, and a
rule holds from ``practice`` upwards: what thrift may, the decorative school may not, and conservation less than either.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from shadbo.core.document.shop import Practice
from shadbo.core.quantity.record import record

Verdict = Literal["never", "consent", "worse", "better"]
# From the freest to the strictest.
STRICTNESS: Mapping[Practice, int] = {"thrifty": 0, "decorative": 1, "conservation": 2}


@record(frozen=True, slots=True)
class Rule:
    """``points``: how much worse or better, where 10 is the step from good practice to a school’s own way. ``source`` is a key."""

    key: str
    needs: frozenset[str]
    does: frozenset[str]
    verdict: Verdict
    points: int
    say: str
    source: str
    practice: Practice


def _rule(*, needs: str, does: str, verdict: str, say: str, source: str = "practice", practice: Practice = "thrifty") -> Rule:
    """A line of the table; ``verdict`` is “never”, “consent”, or so many points with their sign."""
    kind: Verdict = (
        "never" if verdict == "never" else "consent" if verdict == "consent" else "better" if verdict[0] == "+" else "worse"
    )
    points = abs(int(verdict)) if kind in ("better", "worse") else 0
    key = f"{'.'.join(needs.split()) or 'any'}/{'.'.join(does.split())}/{practice}"
    return Rule(key, frozenset(needs.split()), frozenset(does.split()), kind, points, say, source, practice)


RULES: tuple[Rule, ...] = (
    # What can't be replaced.
    _rule(
        needs="irreplaceable",
        does="touches_glass",
        verdict="never",
        say="it can’t be replaced, and glazing against its face sticks and sweats",
        source="touching",
    ),
    _rule(
        needs="irreplaceable",
        does="bare",
        verdict="never",
        say="it can’t be replaced, and nothing keeps dust, damp and fingers off",
    ),
    _rule(
        needs="irreplaceable",
        does="all_over",
        verdict="never",
        say="never stuck all over: it can’t be replaced, and that can’t be undone",
    ),
    _rule(
        needs="irreplaceable", does="adhesive for_good", verdict="never", say="never on what can’t be replaced: it can’t be undone"
    ),
    _rule(needs="loose_pigment", does="adhesive for_good", verdict="never", say="an original takes no tape"),
    _rule(needs="watercolour", does="adhesive for_good", verdict="never", say="an original takes no tape"),
    _rule(needs="vellum", does="adhesive for_good", verdict="never", say="an original takes no tape"),
    _rule(needs="maybe_original", does="adhesive for_good", verdict="-8", say="for copies, if it is one"),
    _rule(
        needs="maybe_original",
        does="all_over",
        verdict="consent",
        say="stuck all over it never comes off, which only a copy should be",
        source="consent",
    ),
    _rule(
        needs="irreplaceable",
        does="adhesive mostly",
        verdict="never",
        say="adhesive leaves its trace on what can’t be replaced",
        practice="conservation",
    ),
    _rule(needs="irreplaceable", does="adhesive mostly", verdict="-8", say="adhesive leaves its trace on what can’t be replaced"),
    _rule(needs="irreplaceable", does="pierces", verdict="-8", say="leaves holes in what can’t be replaced"),
    _rule(
        needs="irreplaceable",
        does="pierces for_good",
        verdict="never",
        say="leaves holes in what can’t be replaced",
        practice="conservation",
    ),
    # What must come apart again, or may be wanted back as it was.
    _rule(needs="come_apart", does="for_good", verdict="never", say="it must come apart again, and this can’t be undone"),
    _rule(needs="come_apart", does="adhesive mostly", verdict="-14", say="it must come apart again, and adhesive leaves its trace"),
    _rule(needs="come_apart", does="no_adhesive undone", verdict="+8", say="comes apart again as it was"),
    # A bare board or panel has nothing a screw could bite in.
    _rule(needs="thin_board", does="glued_behind", verdict="-8", say="strips are glued to its back for good"),
    _rule(
        needs="thin_board irreplaceable",
        does="glued_behind",
        verdict="never",
        say="it can’t be replaced, and strips glued to its back stay there",
    ),
    _rule(needs="thin_board", does="glued_behind", verdict="never", say="nothing is glued to its back", practice="conservation"),
    # Faces that nothing may touch.
    _rule(
        needs="loose_pigment",
        does="touches_glass",
        verdict="never",
        say="loose pigment comes off on whatever touches it",
        source="touching",
    ),
    _rule(needs="loose_pigment", does="bare", verdict="never", say="loose pigment comes off at a touch", source="touching"),
    _rule(needs="loose_pigment", does="static", verdict="never", say="its static lifts loose pigment", source="loose"),
    _rule(needs="loose_pigment", does="face_down", verdict="never", say="loose pigment is never laid on its face", source="loose"),
    _rule(
        needs="photograph",
        does="touches_glass",
        verdict="never",
        say="a photograph that touches glazing sticks to it for good",
        source="touching",
    ),
    _rule(needs="paint", does="touches_glass", verdict="never", say="paint that touches glazing sticks to it", source="touching"),
    _rule(
        needs="watercolour",
        does="touches_glass",
        verdict="never",
        say="a watercolour against glass sticks where it sweats",
        source="touching",
        practice="decorative",
    ),
    _rule(
        needs="watercolour",
        does="touches_glass",
        verdict="-12",
        say="a watercolour against glass sticks where it sweats",
        source="touching",
    ),
    _rule(
        needs="moisture_sensitive",
        does="touches_glass",
        verdict="never",
        say="damp shows first where it touches glass",
        source="touching",
    ),
    _rule(needs="paper", does="touches_glass", verdict="-8", say="paper against glass has no air", source="touching"),
    _rule(
        needs="plant",
        does="touches_glass",
        verdict="-8",
        say="no air: damp shows first where it touches",
        source="touching",
        practice="conservation",
    ),
    _rule(needs="cloth", does="touches_glass", verdict="-6", say="cloth against glass has no air", source="touching"),
    _rule(needs="puzzle", does="touches_glass", verdict="-6", say="its face may stick or bloom", source="touching"),
    # Water, heat, paste.
    _rule(needs="heat_sensitive", does="heat", verdict="never", say="heat spoils it"),
    _rule(needs="felt_tip", does="heat", verdict="never", say="felt-tip may bleed in a hot press"),
    _rule(needs="photograph", does="heat", verdict="-8", say="some prints blister in a hot press: by what process was it made?"),
    _rule(needs="vellum", does="heat", verdict="never", say="vellum shrinks in a hot press"),
    _rule(needs="moisture_sensitive", does="wet", verdict="never", say="what water spoils takes no wet paste", source="wet"),
    _rule(
        needs="vellum",
        does="wet",
        verdict="never",
        say="vellum cockles under wet paste: strips or strings, with room to move",
        source="wet",
    ),
    _rule(needs="water_ink", does="wet", verdict="never", say="ink that water lifts takes no wet paste", source="wet"),
    _rule(needs="photograph", does="adhesive wet", verdict="-6", say="paste cockles a photograph"),
    _rule(needs="photograph", does="no_adhesive", verdict="+5", say="no adhesive on a photograph"),
    _rule(
        needs="signed",
        does="all_over",
        verdict="never",
        say="a signed thing is stuck down by nobody who wants to keep its worth",
        source="practice",
        practice="decorative",
    ),
    _rule(needs="signed", does="for_good", verdict="-10", say="a signed thing loses its worth when it can’t come off"),
    # Light, dust, damp, hands.
    _rule(needs="light_high", does="bare", verdict="-8", say="it fades in any light, and nothing filters it", source="light"),
    _rule(needs="paper", does="bare", verdict="-8", say="open to dust and damp, and paper can’t be wiped"),
    _rule(needs="cloth", does="bare", verdict="-6", say="open to dust and moths"),
    _rule(needs="paper", does="bare", verdict="-10", say="paper is glazed", practice="conservation"),
    _rule(needs="textile", does="bare", verdict="-6", say="cloth is glazed, off the glass", practice="conservation"),
    _rule(needs="textile", does="air", verdict="+3", say="cloth with air before it"),
    _rule(needs="damp", does="bare", verdict="-8", say="a damp room gets at it"),
    _rule(needs="hands", does="bare", verdict="-4", say="in reach of hands"),
    _rule(needs="fragile", does="bare", verdict="-4", say="a knock breaks it"),
    _rule(needs="fragile", does="hangs_bare", verdict="-8", say="a knock breaks it"),
    _rule(needs="irreplaceable fragile", does="hangs_bare", verdict="never", say="it can’t be replaced and breaks at a knock"),
    _rule(needs="light_high", does="uv", verdict="+9", say="filters what fades it most", source="light"),
    _rule(needs="light_medium", does="uv", verdict="+6", say="filters the worst of what fades it", source="light"),
    # In conservation worth its price: said in the same words, which stand once.
    _rule(
        needs="light_high", does="uv dear", verdict="+5", say="filters what fades it most", source="light", practice="conservation"
    ),
    _rule(
        needs="light_medium",
        does="uv dear",
        verdict="+5",
        say="filters the worst of what fades it",
        source="light",
        practice="conservation",
    ),
    _rule(needs="light_low", does="uv", verdict="+5", say="conservation asks for it", source="light", practice="conservation"),
    _rule(needs="", does="dear", verdict="-4", say="dearer"),
    _rule(needs="", does="very_dear", verdict="-5", say="heavier"),
    _rule(needs="light_none", does="uv", verdict="-6", say="light does it no harm"),
    _rule(needs="wish_cheap", does="dear", verdict="-6", say="dearer"),
    # Glazing.
    _rule(needs="", does="shatters", verdict="+1", say="does not scratch"),
    _rule(needs="walked_by", does="shatters", verdict="-12", say="breaks over somebody there", source="glazing-choice"),
    _rule(needs="walked_by", does="holds_together", verdict="+6", say="holds together when it breaks", source="glazing-choice"),
    _rule(needs="walked_by", does="unbreakable", verdict="+6", say="does not shatter", source="glazing-choice"),
    _rule(needs="over_bed", does="shatters", verdict="-12", say="breaks over whoever lies below", source="glazing-choice"),
    _rule(needs="over_bed", does="unbreakable", verdict="+6", say="does not shatter, weighs half", source="glazing-choice"),
    _rule(needs="sheet_large", does="shatters", verdict="-5", say="much for 2 mm of glass", source="glass-area"),
    _rule(needs="sheet_large", does="unbreakable", verdict="+4", say="weighs half, does not shatter", source="glazing-choice"),
    _rule(needs="sheet_over_metre", does="unbreakable", verdict="+6", say="over a square metre", source="glazing-choice"),
    _rule(needs="loose_pigment", does="no_static", verdict="+6", say="no static to lift loose pigment", source="loose"),
    _rule(needs="bright", does="clear_view", verdict="+7", say="few reflections in so bright a place", source="glazing-choice"),
    _rule(needs="", does="scratches", verdict="-2", say="scratches; no ammonia"),
    _rule(needs="open_face", does="no_sheet", verdict="+3", say="for a sealed face"),
    _rule(needs="", does="no_sheet", verdict="-6", say="dust, fingers and damp get at it"),
    _rule(needs="irreplaceable", does="no_sheet", verdict="-10", say="nothing keeps dust, damp and fingers off"),
    _rule(needs="paint", does="no_sheet", verdict="+12", say="paint wants air, and no glass"),
    # Holding: features of the thing.
    _rule(
        needs="no_thread_hold", does="stitches", verdict="never", say="there is no cloth, eye or ribbon a thread could go through"
    ),
    _rule(needs="no_foot", does="stands", verdict="never", say="it has no foot to stand on"),
    _rule(needs="no_pin", does="its_pin", verdict="never", say="it has no pin"),
    _rule(needs="no_ribbon", does="its_ribbon", verdict="never", say="it has no bar or ribbon of its own"),
    _rule(needs="not_rigid", does="clamps", verdict="never", say="it gives: a bracket would bend or crush it"),
    _rule(needs="no_edge", does="recessed", verdict="never", say="it has no edge a recess could hold"),
    _rule(needs="round_thing", does="cradles", verdict="+14", say="round: a cup or a ring keeps it"),
    _rule(needs="not_steel", does="magnet", verdict="never", say="only steel is drawn to a magnet"),
    _rule(needs="cloth", does="magnet", verdict="never", say="a magnet bruises cloth, and cloth drags out under it"),
    _rule(needs="photograph", does="magnet", verdict="-10", say="a magnet marks a photograph"),
    _rule(needs="paper", does="magnet", verdict="-8", say="a magnet dents paper in the years"),
    _rule(needs="irreplaceable", does="magnet", verdict="-6", say="it pinches for good where it sits"),
    _rule(needs="silk", does="pierces", verdict="-14", say="silk splits where it is pierced", source="cloth"),
    _rule(needs="silk", does="tags", verdict="never", say="silk splits where a tag goes through", source="cloth"),
    _rule(needs="needlework", does="tags", verdict="-12", say="a tag leaves a hole: for copies", source="cloth"),
    _rule(needs="irreplaceable", does="tags", verdict="never", say="a tag leaves a hole in what can’t be replaced", source="cloth"),
    _rule(needs="cloth", does="stitches", verdict="+8", say="thread suits cloth"),
    _rule(needs="heavy", does="clamps", verdict="+6", say="it is heavy"),
    _rule(needs="very_heavy", does="screwed", verdict="+6", say="it is heavy"),
    _rule(needs="heavy hard", does="stitches", verdict="-12", say="too heavy for thread"),
    _rule(needs="heavy", does="threads", verdict="-8", say="heavy for ribbon or thread"),
    _rule(needs="very_heavy", does="recessed", verdict="-8", say="too heavy for board"),
    _rule(needs="large_sheet", does="hangs_free", verdict="+6", say="a large sheet hangs free"),
    _rule(needs="ceramic", does="clamps", verdict="-4", say="a bracket chips it"),
    _rule(needs="fragile", does="clamps", verdict="-5", say="it breaks where it is gripped"),
    _rule(needs="fragile", does="recessed", verdict="+3", say="carried all round"),
    _rule(needs="fragile", does="cradles", verdict="+4", say="carried all round"),
    _rule(needs="round_thing", does="stands", verdict="never", say="it rolls"),
    _rule(needs="round_thing", does="rings", verdict="+3", say="it rests as in a cup"),
    _rule(
        needs="irreplaceable",
        does="in_the_air",
        verdict="-4",
        say="open to dust and light: it rests in the dark for part of the year",
        source="light",
    ),
    _rule(needs="light_high", does="in_the_air", verdict="-6", say="it fades in any light, and nothing filters it", source="light"),
    _rule(needs="damp", does="in_the_air", verdict="-6", say="a damp room gets at it"),
    _rule(needs="hands", does="in_the_air", verdict="-4", say="in reach of hands"),
    _rule(
        needs="silk",
        does="sewn_behind",
        verdict="-14",
        say="silk splits where all of it hangs from a row of stitches",
        source="cloth",
    ),
    _rule(needs="silk", does="grips", verdict="-14", say="silk drags out of a grip and splits", source="cloth"),
    _rule(needs="cloth", does="grips", verdict="-6", say="cloth sags from a grip along its edge", source="cloth"),
    _rule(needs="feather", does="wet", verdict="-12", say="paste mats the barbs"),
    _rule(needs="vellum", does="carried_below", verdict="+6", say="carried below, with room to move", source="wet"),
    _rule(needs="", does="its_pin", verdict="+8", say="it brings its own fastening"),
    _rule(needs="", does="its_ribbon", verdict="+9", say="it hangs by what it was made to hang by"),
    _rule(needs="", does="shapes_only", verdict="-5", say="shapes it, does not carry"),
    _rule(needs="", does="at_need", verdict="-6", say="if nothing better does"),
    # Wishes.
    _rule(needs="wish_safe", does="air", verdict="+4", say="safe, as is wished"),
    _rule(needs="wish_safe", does="bare", verdict="-10", say="it is to be safe"),
    _rule(needs="wish_safe", does="hangs_bare", verdict="-10", say="it is to be safe"),
    _rule(needs="wish_both", does="both_seen", verdict="+10", say="both faces are seen, as is wished"),
    _rule(needs="wish_edges", does="edges_seen", verdict="+10", say="its edges are seen, as is wished"),
    _rule(needs="wish_edges", does="covers_edge", verdict="-10", say="its edges are to be seen"),
    _rule(needs="wish_unglazed", does="open", verdict="+8", say="no glass, as is wished"),
    _rule(needs="wish_unglazed", does="no_sheet", verdict="+8", say="no glass, as is wished"),
    _rule(needs="wish_cheap", does="cheap", verdict="+8", say="cheap, as is wished"),
    _rule(needs="wish_seen", does="clear_view", verdict="+6", say="seen without reflections, as is wished"),
    # Hanging.
    _rule(needs="over_bed", does="one_point", verdict="never", say="over a bed two fixings hold it", source="hang-safe"),
    _rule(needs="child", does="one_point", verdict="never", say="in a child’s room two fixings hold it", source="hang-safe"),
    _rule(needs="public", does="one_point", verdict="never", say="in public two fixings hold it", source="hang-safe"),
    _rule(needs="over_bed", does="one_hook", verdict="-12", say="over a bed two hooks hold it", source="hang-safe"),
    _rule(needs="child", does="one_hook", verdict="-12", say="in a child’s room two hooks hold it", source="hang-safe"),
    _rule(needs="public", does="one_hook", verdict="-12", say="in public two hooks hold it", source="hang-safe"),
    _rule(needs="stands_off", does="one_hook", verdict="-12", say="so deep it would tip forward from one hook", source="hang-safe"),
)
