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


def _rule(needs: str, does: str, verdict: str, say: str, source: str = "practice", practice: Practice = "thrifty") -> Rule:
    """A line of the table; ``verdict`` is “never”, “consent”, or so many points with their sign."""
    kind: Verdict = (
        "never" if verdict == "never" else "consent" if verdict == "consent" else "better" if verdict[0] == "+" else "worse"
    )
    points = abs(int(verdict)) if kind in ("better", "worse") else 0
    key = f"{'.'.join(needs.split()) or 'any'}/{'.'.join(does.split())}/{practice}"
    return Rule(key, frozenset(needs.split()), frozenset(does.split()), kind, points, say, source, practice)


# What it needs; what the choice does; how it is judged; why; its source; from which practice on.
RULES: tuple[Rule, ...] = (
    # What can't be replaced.
    _rule(
        "irreplaceable",
        "touches_glass",
        "never",
        "it can’t be replaced, and glazing against its face sticks and sweats",
        "touching",
    ),
    _rule("irreplaceable", "bare", "never", "it can’t be replaced, and nothing keeps dust, damp and fingers off"),
    _rule("irreplaceable", "all_over", "never", "never stuck all over: it can’t be replaced, and that can’t be undone"),
    _rule("irreplaceable", "adhesive for_good", "never", "never on what can’t be replaced: it can’t be undone"),
    _rule("loose_pigment", "adhesive for_good", "never", "an original takes no tape"),
    _rule("watercolour", "adhesive for_good", "never", "an original takes no tape"),
    _rule("vellum", "adhesive for_good", "never", "an original takes no tape"),
    _rule("maybe_original", "adhesive for_good", "-8", "for copies, if it is one"),
    _rule("maybe_original", "all_over", "consent", "stuck all over it never comes off, which only a copy should be", "consent"),
    _rule(
        "irreplaceable", "adhesive mostly", "never", "adhesive leaves its trace on what can’t be replaced", practice="conservation"
    ),
    _rule("irreplaceable", "adhesive mostly", "-8", "adhesive leaves its trace on what can’t be replaced"),
    _rule("irreplaceable", "pierces", "-8", "leaves holes in what can’t be replaced"),
    _rule("irreplaceable", "pierces for_good", "never", "leaves holes in what can’t be replaced", practice="conservation"),
    # What must come apart again, or may be wanted back as it was.
    _rule("come_apart", "for_good", "never", "it must come apart again, and this can’t be undone"),
    _rule("come_apart", "adhesive mostly", "-14", "it must come apart again, and adhesive leaves its trace"),
    _rule("come_apart", "no_adhesive undone", "+8", "comes apart again as it was"),
    # A bare board or panel has nothing a screw could bite in.
    _rule("thin_board", "glued_behind", "-8", "strips are glued to its back for good"),
    _rule("thin_board irreplaceable", "glued_behind", "never", "it can’t be replaced, and strips glued to its back stay there"),
    _rule("thin_board", "glued_behind", "never", "nothing is glued to its back", practice="conservation"),
    # Faces that nothing may touch.
    _rule("loose_pigment", "touches_glass", "never", "loose pigment comes off on whatever touches it", "touching"),
    _rule("loose_pigment", "bare", "never", "loose pigment comes off at a touch", "touching"),
    _rule("loose_pigment", "static", "never", "its static lifts loose pigment", "loose"),
    _rule("loose_pigment", "face_down", "never", "loose pigment is never laid on its face", "loose"),
    _rule("photograph", "touches_glass", "never", "a photograph that touches glazing sticks to it for good", "touching"),
    _rule("paint", "touches_glass", "never", "paint that touches glazing sticks to it", "touching"),
    _rule("watercolour", "touches_glass", "never", "a watercolour against glass sticks where it sweats", "touching", "decorative"),
    _rule("watercolour", "touches_glass", "-12", "a watercolour against glass sticks where it sweats", "touching"),
    _rule("moisture_sensitive", "touches_glass", "never", "damp shows first where it touches glass", "touching"),
    _rule("paper", "touches_glass", "-8", "paper against glass has no air", "touching"),
    _rule("plant", "touches_glass", "-8", "no air: damp shows first where it touches", "touching", "conservation"),
    _rule("cloth", "touches_glass", "-6", "cloth against glass has no air", "touching"),
    _rule("puzzle", "touches_glass", "-6", "its face may stick or bloom", "touching"),
    # Water, heat, paste.
    _rule("heat_sensitive", "heat", "never", "heat spoils it"),
    _rule("felt_tip", "heat", "never", "felt-tip may bleed in a hot press"),
    _rule("photograph", "heat", "-8", "some prints blister in a hot press: by what process was it made?"),
    _rule("vellum", "heat", "never", "vellum shrinks in a hot press"),
    _rule("moisture_sensitive", "wet", "never", "what water spoils takes no wet paste", "wet"),
    _rule("vellum", "wet", "never", "vellum cockles under wet paste: strips or strings, with room to move", "wet"),
    _rule("water_ink", "wet", "never", "ink that water lifts takes no wet paste", "wet"),
    _rule("photograph", "adhesive wet", "-6", "paste cockles a photograph"),
    _rule("photograph", "no_adhesive", "+5", "no adhesive on a photograph"),
    _rule(
        "signed",
        "all_over",
        "never",
        "a signed thing is stuck down by nobody who wants to keep its worth",
        "practice",
        "decorative",
    ),
    _rule("signed", "for_good", "-10", "a signed thing loses its worth when it can’t come off"),
    # Light, dust, damp, hands.
    _rule("light_high", "bare", "-8", "it fades in any light, and nothing filters it", "light"),
    _rule("paper", "bare", "-8", "open to dust and damp, and paper can’t be wiped"),
    _rule("cloth", "bare", "-6", "open to dust and moths"),
    _rule("paper", "bare", "-10", "paper is glazed", practice="conservation"),
    _rule("textile", "bare", "-6", "cloth is glazed, off the glass", practice="conservation"),
    _rule("textile", "air", "+3", "cloth with air before it"),
    _rule("damp", "bare", "-8", "a damp room gets at it"),
    _rule("hands", "bare", "-4", "in reach of hands"),
    _rule("fragile", "bare", "-4", "a knock breaks it"),
    _rule("fragile", "hangs_bare", "-8", "a knock breaks it"),
    _rule("irreplaceable fragile", "hangs_bare", "never", "it can’t be replaced and breaks at a knock"),
    _rule("light_high", "uv", "+9", "filters what fades it most", "light"),
    _rule("light_medium", "uv", "+6", "filters the worst of what fades it", "light"),
    # In conservation worth its price: said in the same words, which stand once.
    _rule("light_high", "uv dear", "+5", "filters what fades it most", "light", "conservation"),
    _rule("light_medium", "uv dear", "+5", "filters the worst of what fades it", "light", "conservation"),
    _rule("light_low", "uv", "+5", "conservation asks for it", "light", "conservation"),
    _rule("", "dear", "-4", "dearer"),
    _rule("", "very_dear", "-5", "heavier"),
    _rule("light_none", "uv", "-6", "light does it no harm"),
    _rule("wish_cheap", "dear", "-6", "dearer"),
    # Glazing.
    _rule("", "shatters", "+1", "does not scratch"),
    _rule("walked_by", "shatters", "-12", "breaks over somebody there", "glazing-choice"),
    _rule("walked_by", "holds_together", "+6", "holds together when it breaks", "glazing-choice"),
    _rule("walked_by", "unbreakable", "+6", "does not shatter", "glazing-choice"),
    _rule("over_bed", "shatters", "-12", "breaks over whoever lies below", "glazing-choice"),
    _rule("over_bed", "unbreakable", "+6", "does not shatter, weighs half", "glazing-choice"),
    _rule("sheet_large", "shatters", "-5", "much for 2 mm of glass", "glass-area"),
    _rule("sheet_large", "unbreakable", "+4", "weighs half, does not shatter", "glazing-choice"),
    _rule("sheet_over_metre", "unbreakable", "+6", "over a square metre", "glazing-choice"),
    _rule("loose_pigment", "no_static", "+6", "no static to lift loose pigment", "loose"),
    _rule("bright", "clear_view", "+7", "few reflections in so bright a place", "glazing-choice"),
    _rule("", "scratches", "-2", "scratches; no ammonia"),
    _rule("open_face", "no_sheet", "+3", "for a sealed face"),
    _rule("", "no_sheet", "-6", "dust, fingers and damp get at it"),
    _rule("irreplaceable", "no_sheet", "-10", "nothing keeps dust, damp and fingers off"),
    _rule("paint", "no_sheet", "+12", "paint wants air, and no glass"),
    # Holding: features of the thing.
    _rule("no_thread_hold", "stitches", "never", "there is no cloth, eye or ribbon a thread could go through"),
    _rule("no_foot", "stands", "never", "it has no foot to stand on"),
    _rule("no_pin", "its_pin", "never", "it has no pin"),
    _rule("no_ribbon", "its_ribbon", "never", "it has no bar or ribbon of its own"),
    _rule("not_rigid", "clamps", "never", "it gives: a bracket would bend or crush it"),
    _rule("no_edge", "recessed", "never", "it has no edge a recess could hold"),
    _rule("round_thing", "cradles", "+14", "round: a cup or a ring keeps it"),
    _rule("not_steel", "magnet", "never", "only steel is drawn to a magnet"),
    _rule("cloth", "magnet", "never", "a magnet bruises cloth, and cloth drags out under it"),
    _rule("photograph", "magnet", "-10", "a magnet marks a photograph"),
    _rule("paper", "magnet", "-8", "a magnet dents paper in the years"),
    _rule("irreplaceable", "magnet", "-6", "it pinches for good where it sits"),
    _rule("silk", "pierces", "-14", "silk splits where it is pierced", "cloth"),
    _rule("silk", "tags", "never", "silk splits where a tag goes through", "cloth"),
    _rule("needlework", "tags", "-12", "a tag leaves a hole: for copies", "cloth"),
    _rule("irreplaceable", "tags", "never", "a tag leaves a hole in what can’t be replaced", "cloth"),
    _rule("cloth", "stitches", "+8", "thread suits cloth"),
    _rule("heavy", "clamps", "+6", "it is heavy"),
    _rule("very_heavy", "screwed", "+6", "it is heavy"),
    _rule("heavy hard", "stitches", "-12", "too heavy for thread"),
    _rule("heavy", "threads", "-8", "heavy for ribbon or thread"),
    _rule("very_heavy", "recessed", "-8", "too heavy for board"),
    _rule("large_sheet", "hangs_free", "+6", "a large sheet hangs free"),
    _rule("ceramic", "clamps", "-4", "a bracket chips it"),
    _rule("fragile", "clamps", "-5", "it breaks where it is gripped"),
    _rule("fragile", "recessed", "+3", "carried all round"),
    _rule("fragile", "cradles", "+4", "carried all round"),
    _rule("round_thing", "stands", "never", "it rolls"),
    _rule("round_thing", "rings", "+3", "it rests as in a cup"),
    _rule("irreplaceable", "in_the_air", "-4", "open to dust and light: it rests in the dark for part of the year", "light"),
    _rule("light_high", "in_the_air", "-6", "it fades in any light, and nothing filters it", "light"),
    _rule("damp", "in_the_air", "-6", "a damp room gets at it"),
    _rule("hands", "in_the_air", "-4", "in reach of hands"),
    _rule("silk", "sewn_behind", "-14", "silk splits where all of it hangs from a row of stitches", "cloth"),
    _rule("silk", "grips", "-14", "silk drags out of a grip and splits", "cloth"),
    _rule("cloth", "grips", "-6", "cloth sags from a grip along its edge", "cloth"),
    _rule("feather", "wet", "-12", "paste mats the barbs"),
    _rule("vellum", "carried_below", "+6", "carried below, with room to move", "wet"),
    _rule("", "its_pin", "+8", "it brings its own fastening"),
    _rule("", "its_ribbon", "+9", "it hangs by what it was made to hang by"),
    _rule("", "shapes_only", "-5", "shapes it, does not carry"),
    _rule("", "at_need", "-6", "if nothing better does"),
    # Wishes.
    _rule("wish_safe", "air", "+4", "safe, as is wished"),
    _rule("wish_safe", "bare", "-10", "it is to be safe"),
    _rule("wish_safe", "hangs_bare", "-10", "it is to be safe"),
    _rule("wish_both", "both_seen", "+10", "both faces are seen, as is wished"),
    _rule("wish_edges", "edges_seen", "+10", "its edges are seen, as is wished"),
    _rule("wish_edges", "covers_edge", "-10", "its edges are to be seen"),
    _rule("wish_unglazed", "open", "+8", "no glass, as is wished"),
    _rule("wish_unglazed", "no_sheet", "+8", "no glass, as is wished"),
    _rule("wish_cheap", "cheap", "+8", "cheap, as is wished"),
    _rule("wish_seen", "clear_view", "+6", "seen without reflections, as is wished"),
    # Hanging.
    _rule("over_bed", "one_point", "never", "over a bed two fixings hold it", "hang-safe"),
    _rule("child", "one_point", "never", "in a child’s room two fixings hold it", "hang-safe"),
    _rule("public", "one_point", "never", "in public two fixings hold it", "hang-safe"),
    _rule("over_bed", "one_hook", "-12", "over a bed two hooks hold it", "hang-safe"),
    _rule("child", "one_hook", "-12", "in a child’s room two hooks hold it", "hang-safe"),
    _rule("public", "one_hook", "-12", "in public two hooks hold it", "hang-safe"),
    _rule("stands_off", "one_hook", "-12", "so deep it would tip forward from one hook", "hang-safe"),
)
