"""Methods: which suit what, how many, where; the rules across them; stops taken on by name."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ChoiceInput
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.decisions.asked import WhatMatters
from shadbo.core.document.decisions.room import Room
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.kinds import KINDS
from shadbo.core.finishing.hold.methods import METHODS, SCHOOLS
from shadbo.core.finishing.hold.ranking import Subject, rank
from shadbo.core.finishing.hold.sizes import keep, subjects
from shadbo.core.judging.needs import needs_of
from shadbo.core.planning.edits import Choose, GiveUp, TakeOn, TypeIn, apply_edits
from shadbo.core.planning.plan import plan
from shadbo.core.planning.starting import start_piece
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import Refused
from shadbo.core.quantity.figures import plain
from shadbo.demo import demo_pieces
from tests.core.mending import fires_and_is_mended
from tests.core.things import badge, canvas, flat, item, keys, made, mm, piece, things, worked
from tests.core.things import box as shown

POSTER = flat((1230, 1230, 1230), (900, 900, 900), material="linen_backed", weight="0.5")
BOARD = {"type": "on_board", "frame": made("pine-lip-40x36"), "border": 40}
DEEP = "oak-box-25x65"
JERSEY = {"opening_width": 300, "opening_height": 400}


def where(method: str, *, asked: bool = False) -> set[str]:
    """Displays a method has a place in (those that ask for one)."""
    return {key for key, d in DISPLAYS.items() if method in d.holds.methods and (d.holds.asked or not asked)}


def test_common_practice_five_hinges_ten_slits_on_a_sheet_123_wide() -> None:
    done = worked(POSTER, BOARD)
    assert done.figures["hold.work.count"].count == 5
    slits = [s for s in done.view("holding").shapes if s.material == "slot"]
    assert len(slits) == 10
    lines = {round(min(p[1] for p in s.points), 3) for s in slits}
    assert lines == {20, 32}, "two rows, the first on the slit line 20 mm down"
    at = [mm(done, f"hold.work.at.{i + 1}") for i in range(5)]
    assert at[0] == 40 and at[-1] == 1230 - 40 and at[2] == 615


def test_where_stitches_lie_is_told_from_the_edges() -> None:
    """A folded shirt shows 300 × 400 less nothing: the rows a tenth and two thirds down, the first stitch 20 mm in."""
    done = worked(things(item("j", "garment", 500, 700, folding=JERSEY | {"border": 0})), shown("shadow_box", DEEP))
    assert mm(done, "hold.j.y.1") == 40 and mm(done, "hold.j.y.2") == pytest.approx(400 * 2 / 3, abs=0.01)
    assert mm(done, "hold.j.x.1") == 20
    named = {m.figure for m in done.view("holding").dimensions}
    assert {"hold.j.x.1", "hold.j.x.2", "hold.j.y.1", "hold.j.y.2"} <= named


def test_strength_or_spacing_whichever_asks_for_more() -> None:
    """A linen hinge carries 20 N (5 N for 25 mm, four times that wide), factor 4: 5 kg ask for 10, where spacing asks for 5."""
    done = worked(POSTER | {"weight": 5}, BOARD)
    assert done.figures["hold.work.count"].count == -(-5 * 9.81 * 4 // 20) == 10


def test_a_garment_is_stitched_and_padded_and_a_puzzle_taped_and_boarded() -> None:
    jersey = worked(things(item("j", "garment", 500, 700, folding=JERSEY, weight="0.3")), shown("matted_box", DEEP))
    assert "stitches through the board" in jersey.held.how and "a padded form" in jersey.held.how
    puzzle = worked(things(item("p", "puzzle", 300, 200)), shown("direct", DEEP, spacer=5))
    assert "wide tape across the back" in puzzle.held.how


def subject(what: str, *traits: str, kg: str = "0.1", size: int = 300, behind: int = 0, has: tuple[str, ...] = ()) -> Subject:
    needs = needs_of(
        what,
        traits,
        asked=WhatMatters(),
        room=Room(),
        kg=Fraction(kg),
        width=Fraction(size),
        height=Fraction(size),
        behind=Fraction(behind),
        has=has,
    )
    large = Fraction(size)
    return Subject(
        "s", "item.s", "it", what, frozenset(traits), needs, Fraction(kg), large, large, Fraction(2), Fraction(behind), 0
    )


def test_dry_mounting_is_for_copies_that_heat_does_not_harm() -> None:
    """Common practice: heat-set tissue never comes off; for copies, never an original, never what heat spoils, never in conservation."""
    holds = DISPLAYS["on_board"].holds

    def fits(what: str, *traits: str, practice: Any = "thrifty") -> bool:
        return next(r.fits for r in rank(subject(what, "paper", *traits), holds, practice) if r.method.key == "dry_mount")

    assert fits("poster") and fits("print")
    assert not any(fits("print", t) for t in ("irreplaceable", "watercolour", "loose_pigment", "heat_sensitive", "vellum"))
    assert not fits("poster", practice="conservation")
    done = worked(flat((600,), (800,)), BOARD, practice="thrifty", hold={"chosen": [{"subject": "work", "methods": ["dry_mount"]}]})
    assert "hold.dry_mount" in [s.key for s in done.steps] and not done.stops


def test_what_is_left_out_says_why() -> None:
    why = {
        r.method.key: r.why
        for r in rank(subject("print", "paper", "irreplaceable"), DISPLAYS["shadow_box"].holds, "decorative")
        if not r.fits
    }
    assert "replaced" in why["tape_double"]
    why = {r.method.key: r.why for r in rank(subject("print", "paper"), DISPLAYS["shadow_box"].holds, "conservation") if not r.fits}
    assert "can’t be undone" in why["tape_double"] and "no place" in why["spray"]
    why = {r.method.key: r.why for r in rank(subject("badge", "metal"), DISPLAYS["shadow_box"].holds, "decorative") if not r.fits}
    assert "no pin" in why["own_pin"]
    why = {
        r.method.key: r.why
        for r in rank(subject("poster", "paper", size=1200), DISPLAYS["on_board"].holds, "decorative")
        if not r.fits
    }
    assert "too large for tissue" in why["t_hinges"]


def test_every_method_appears_as_fit_somewhere() -> None:
    """Of every kind of thing, in every display, by every school: each method is somebody’s."""
    kinds = {k for m in METHODS.values() for k in m.suits}
    displays = [d.holds for d in DISPLAYS.values()]
    found = {
        r.method.key
        for kind in kinds
        for display in displays
        for school in SCHOOLS
        for r in rank(subject(kind, "metal", "magnetic", behind=5, has=("foot", "rigid", "edge", "thread")), display, school)
        if r.fits
    }
    assert found == set(METHODS)


@pytest.mark.parametrize("key", [m.key for m in METHODS.values() if where(m.key, asked=True) and m.suits & set(KINDS)])
def test_every_method_that_is_asked_for_appears_in_a_plan(key: str) -> None:
    method = METHODS[key]
    # One that shows things: what is for flat work alone has none of these kinds.
    kind, display = min(method.suits & set(KINDS)), min(set(where(method.key, asked=True)) - {"front_opening", "on_board"})
    more: dict[str, Any] = {"folding": JERSEY} if kind == "garment" else {}
    size = 500 if kind == "garment" else 120
    floors = [{"kind": k, "thickness": t} for k, t in (("glass", 2), ("board", 4), ("back", 4))]
    own: dict[str, dict[str, Any]] = {"layered_box": {"floors": floors}, "clear_case": {}}
    how = {"type": display, **own[display]} if display in own else shown(display, DEEP)
    done = worked(things(item("t", kind, size, size, weight="0.2", **more)), how, hold=held("t", key))
    if method.closing or key == "form":
        # Closing the pack and folding over a form are the display’s own operations, and said once.
        assert [s.method or "points" for s in done.steps if s.closes or s.method == "form"].count(key) == 1
        return
    step = next(s for s in done.steps if s.key == f"hold.{key}")
    assert step.wait_minutes == method.wait and method.care in step.care


# The methods that are a display of their own: in which piece of the demo, by which words.
IN_THE_DEMO = {
    "screws": ("Start line, dawn", "screws"),
    "clips": ("Bell lap", "clips"),
    "staples": ("Moor road, headwind", "staple"),
    "rods": ("Chainring of the record ride", "rods"),
    "two_sheets": ("Heather from the moor road", "between two sheets"),
    "hook_and_loop": ("Great Fell loop, jigsaw", "loop"),
    "bars": ("Race chart, 48 stages", "bars"),
    "sleeve": ("Quilt of the old jerseys", "sleeve"),
    "sewn_cover": ("Pennant and hill-climb scarf", "stitched to covered boards"),
}


def test_every_other_method_is_a_display_of_the_demo() -> None:
    own = {m.key for m in METHODS.values() if not (where(m.key, asked=True) and m.suits & set(KINDS))}
    assert own == set(IN_THE_DEMO)
    by_name = {p.name: p for p in demo_pieces()}
    for key, (name, word) in IN_THE_DEMO.items():
        done = plan(by_name[name], HOUSE_SHOP)
        words = done.held.how + " ".join(f"{s.title} {plain(s.say, 'mm')}" for s in done.steps).lower()
        assert word in words, key


def test_every_method_has_steps_reasons_and_a_basis_that_asks_for_what_it_must() -> None:
    for method in METHODS.values():
        assert method.label and method.steps.endswith(".") and method.touches and where(method.key) and method.suits
        assert (method.basis is None) == (method.each == 0)
        assert method.undone != "no" or method.school[0] == 0, "conservation does nothing that can’t be undone"


@settings(max_examples=30)
@given(st.integers(10, 9000), st.integers(1, 4000), st.sampled_from(["poster", "print"]))
def test_more_weight_never_needs_fewer(grams: int, more: int, kind: str) -> None:
    def count(g: int) -> int:
        done = worked(things(item("p", kind, 500, 400, weight=g / 1000)), shown("spaced", DEEP))
        return done.figures["hold.p.count"].count or 0

    assert count(grams + more) >= count(grams)


@settings(max_examples=25)
@given(st.integers(60, 900), st.integers(60, 900), st.sampled_from(["garment", "photograph", "print", "needlework", "patch"]))
def test_every_fixing_lies_on_the_thing(w: int, h: int, kind: str) -> None:
    more: dict[str, Any] = (
        {"folding": {"opening_width": max(w, 60), "opening_height": max(h, 60), "border": 0}} if kind == "garment" else {}
    )
    begun = piece(things(item("p", kind, w, h, **more)), shown("matted_box", DEEP))
    context = Context.of(begun, HOUSE_SHOP, holds=DISPLAYS["matted_box"].holds)
    DISPLAYS["matted_box"].reckon(context)
    # The places themselves: the drawing would keep them inside whatever they are.
    for one in keep(context, subjects(context)):
        assert all(0 <= x <= one.subject.width and 0 <= y <= one.subject.height for x, y in one.spots), one.spots
        assert len(one.spots) == len(set(one.spots)), "no two in one hole"


PRECIOUS = ["paper", "irreplaceable"]


def held(subject_: str, *methods: str) -> dict[str, Any]:
    return {"chosen": [{"subject": subject_, "methods": list(methods)}]}


CASES: list[tuple[str, str, dict[str, Any], dict[str, Any], dict[str, Any]]] = [
    (
        "hold.gone.p",
        "stop",
        things(item("p", "print", 300, 200, traits=PRECIOUS)),
        shown("spaced", DEEP),
        {"hold": held("p", "tape_double")},
    ),
    (
        "hold.gone.p",
        "stop",
        things(item("p", "print", 300, 200, traits=PRECIOUS)),
        shown("spaced", DEEP),
        {"hold": held("p", "tape_double"), "practice": "conservation"},
    ),
    (
        "hold.adhesive.p",
        "stop",
        things(item("p", "puzzle", 300, 200, traits=PRECIOUS)),
        shown("direct", DEEP, spacer=5),
        {"practice": "conservation", "hold": held("p", "tape_across")},
    ),
    (
        "hold.adhesive.p",
        "caution",
        things(item("p", "puzzle", 300, 200, traits=PRECIOUS)),
        shown("direct", DEEP, spacer=5),
        {"hold": held("p", "tape_across")},
    ),
    ("hold.unfit.p", "caution", things(item("p", "print", 300, 200)), shown("spaced", DEEP), {"hold": held("p", "own_pin")}),
    ("hold.none.k", "caution", things(item("k", "tool", 80, 60, front=10)), shown("spaced", DEEP), {}),
    (
        "hold.metal.t",
        "caution",
        things(item("t", "tool", 100, 100, front=10)),
        shown("shadow_box", DEEP),
        {"hold": {"padded": False}},
    ),
    ("hold.many.p", "caution", things(item("p", "print", 300, 200, weight=6)), shown("spaced", DEEP), {}),
    (
        "hold.steam.j",
        "stop",
        things(item("j", "garment", 500, 700, folding=JERSEY, traits=["signed"])),
        shown("shadow_box", DEEP),
        {"hold": {"steam": True}},
    ),
    ("hold.poor.pvc", "caution", things(badge("b")), shown("shadow_box"), {"hold": {"touching": ["pvc"]}}),
    ("weight.asked.p", "caution", things(item("p", "print", 300, 200, weight=150)), shown("spaced", DEEP), {}),
    ("weight.asked.work", "caution", flat((500,), (400,), weight=120), BOARD, {}),
    ("condition.note", "caution", flat((500,), (400,), traits=["irreplaceable"]), BOARD, {}),
]


@pytest.mark.parametrize(
    ("key", "severity", "thing", "display", "more"), CASES, ids=[f"{i}-{c[0]}-{c[1]}" for i, c in enumerate(CASES)]
)
def test_it_fires_says_why_and_is_mended(key: str, severity: str, thing: Any, display: Any, more: Any) -> None:
    fires_and_is_mended(piece(thing, display, **more), key, severity)


def test_a_stop_is_taken_on_by_name_and_with_a_reason() -> None:
    begun = piece(
        things(item("j", "garment", 500, 700, folding=JERSEY, traits=["signed"])), shown("shadow_box", DEEP), hold={"steam": True}
    )
    assert not plan(begun, HOUSE_SHOP).settled
    for who, why, field in (("", "the owner asked for it", "/overrides/who"), ("Odda Marrable", "ok", "/overrides/why")):
        with pytest.raises(Refused) as refused:
            apply_edits(begun, [TakeOn(check="hold.steam.j", who=who, why=why)], HOUSE_SHOP)
        assert [f.pointer for f in refused.value.faults] == [field]
    taken = apply_edits(
        begun, [TakeOn(check="hold.steam.j", who="Odda Marrable", why="the owner asked for it, in writing")], HOUSE_SHOP
    )
    done = plan(taken, HOUSE_SHOP)
    check = next(c for c in done.checks if c.key == "hold.steam.j")
    assert done.settled and check.severity == "caution" and check.override == "Odda Marrable"
    assert "the owner asked for it, in writing" in plain(check.say, "mm")
    with pytest.raises(Refused, match="does not stand any more"):
        apply_edits(taken, [TakeOn(check="hold.steam.j", who="Odda", why="once more then")], HOUSE_SHOP)
    back = apply_edits(taken, [GiveUp(check="hold.steam.j")], HOUSE_SHOP)
    assert not plan(back, HOUSE_SHOP).settled


def test_a_rating_of_nothing_is_refused() -> None:
    with pytest.raises(Refused):
        piece(things(badge("b")), shown(), hold={"chosen": [{"subject": "b", "methods": ["own_pin"], "rating": 0}]})


def test_the_figure_on_a_packet_is_typed_as_a_weight() -> None:
    """Half of a magnet’s pull is left through paper: 2 kg on the packet are 9.81 N each; a spanner of 1 kg with factor 4 asks for 4."""
    begun = piece(
        things(item("t", "tool", 200, 100, front=10, weight=1, traits=["magnetic"])),
        shown("shadow_box", DEEP),
        hold=held("t", "magnets"),
    )
    at = "/hold/chosen/0/rating"
    field = next(i for s in plan(begun, HOUSE_SHOP).stages for i in s.inputs if i.kind == "mass" and i.pointer == at)
    assert field.follows
    typed = apply_edits(begun, [TypeIn(pointer=at, text="2 kg", unit="mm")], HOUSE_SHOP)
    done = plan(typed, HOUSE_SHOP)
    assert done.figures["hold.t.each"].quantity.mm == "9.81 N" and done.figures["hold.t.count"].count == 4  # type: ignore[union-attr]
    for wrong in ("0", "0 kg", "-2", "two", "9000 kg"):
        with pytest.raises(Refused) as refused:
            apply_edits(typed, [TypeIn(pointer=at, text=wrong, unit="mm")], HOUSE_SHOP)
        assert refused.value.faults[0].pointer == at
    assert (
        plan(apply_edits(typed, [TypeIn(pointer=at, text="", unit="mm")], HOUSE_SHOP), HOUSE_SHOP)
        .figures["hold.t.each"]
        .quantity.mm
        == "3 N"
    )  # type: ignore[union-attr]


def test_covered_brackets_carry_what_two_screws_do() -> None:
    """Two #6 screws as deep as the mount, 6 mm of ply, ply of 0.42: NDS 2850 G² D a pound an inch, less than a quarter of the Wood Handbook’s 108.25 G² D L."""
    done = worked(things(item("t", "tool", 200, 100, front=10, weight=5)), shown("shadow_box", DEEP), hold=held("t", "screwed"))
    design = 2850 * 0.42**2 * 0.138 * 0.45359237 * 9.80665 * 6 / 25.4
    assert design < 108.25 * 0.42**2 * 0.138 * 25.4 * 6 / 4
    told = done.figures["hold.t.each"].quantity.mm  # type: ignore[union-attr]
    assert float(told.split()[0]) == pytest.approx(2 * design * 4, rel=0.005)


def test_sheets_are_weighed_up_with_reasons() -> None:
    def told(thing: Any, **more: Any) -> list[tuple[str, str]]:
        done = worked(thing, BOARD | {"glazing": "auto", "grade": "auto"}, **more)
        choice = next(i for s in done.stages for i in s.inputs if i.kind == "choice" and i.key == "glazing")
        assert choice.options[0].key == "auto" and choice.options[0].chosen
        return [(o.key, plain(o.detail, "mm")) for o in choice.options[1:]]

    small = told(flat((500,), (400,)))
    assert small[0][0] == "glass" and small[0][1].startswith("1.")
    pastel = dict(told(flat((500,), (400,), traits=["loose_pigment"])))
    assert pastel["acrylic"].endswith("never: its static lifts loose pigment") and "no static" in pastel["glass"]
    assert told(flat((1300,), (900,)))[0][0] == "acrylic" and told(flat((500,), (400,)), room={"kind": "child"})[0][0] == "acrylic"


def test_the_sheet_that_suits_is_chosen_not_only_said() -> None:
    """Handbook 10: acrylic over about a square metre and in children’s rooms, glass for loose pigment; UV filtering from medium light on."""

    def cut(thing: Any, **more: Any) -> str:
        return next(
            c.material for c in worked(thing, BOARD | {"glazing": "auto", "grade": "auto"}, **more).cuts if c.key == "glazing"
        )

    assert cut(flat((500,), (400,))) == "picture glass, filtering UV"
    assert cut(flat((500,), (400,)), room={"kind": "child"}) == "acrylic sheet, filtering UV"
    assert cut(flat((500,), (400,), traits=["loose_pigment"]), room={"kind": "child"}) == "picture glass, laminated"
    assert cut(flat((500,), (400,)), asked={"wishes": ["cheap"]}) == "picture glass"


def test_the_school_changes_what_holds_it() -> None:
    begun = piece(things(item("n", "name_plate", 80, 20, traits=["metal"])), shown("matted_box", DEEP))
    choice = next(i for s in plan(begun, HOUSE_SHOP).stages for i in s.inputs if i.kind == "choice" and i.key == "practice")
    told = {o.key: plain(o.detail, "mm") for o in choice.options}
    assert set(told) == set(SCHOOLS) and "double-sided tape" in told["thrifty"] and "tape" not in told["conservation"].split(":")[1]
    kept = apply_edits(begun, [Choose(choice="practice", option="conservation")], HOUSE_SHOP)
    assert kept.practice == "conservation" and "tape" not in plan(kept, HOUSE_SHOP).held.how


def test_house_figures_ask_for_a_pull_test_with_its_load() -> None:
    done = worked(POSTER, BOARD)
    test = next(s for s in done.steps if s.key == "hold.pull")
    assert test.gate and test.wait_minutes == 60
    assert f"{0.5 * 9.81 * 4 / 5:.3g} N" in "".join(b for b in test.say if isinstance(b, str))


def test_a_canvas_is_held_as_its_display_says() -> None:
    done = worked(canvas(600, 450, 22), {"type": "lipped", "frame": made()})
    assert done.held.how.startswith("offset clips") and "hold" in [s.key for s in done.stages]
    assert not [k for k in keys(done) if k.startswith("hold.")]


def said(done: Any, key: str) -> str:
    return plain(next(s for s in done.steps if s.key == key).say, "mm")


def test_the_label_on_the_back_tells_the_next_person() -> None:
    signed = item("j", "garment", 500, 700, folding=JERSEY, traits=["signed"], weight="0.3")
    begun = piece(things(signed), shown("shadow_box", DEEP, glazing="coated"), owner="Odda Marrable", hold={"steam": True})
    taken = apply_edits(begun, [TakeOn(check="hold.steam.j", who="Pell Astonby", why="steamed every year")], HOUSE_SHOP)
    done = plan(taken, HOUSE_SHOP)
    words = said(done, "label")
    for told in (
        "Odda Marrable",
        "stitches through the board",
        "It can be undone",
        "coated face inwards",
        "kg; hangs by",
        "steamed every year (Pell Astonby)",
    ):
        assert told in words
    order = [s.key for s in done.steps]
    assert order.index("label") < order.index("hang")


def test_common_practice_dust_takes_its_time() -> None:
    """Large glazed pieces take an hour or two; a small one a few minutes."""

    def minutes(w: int, h: int) -> int:
        done = worked(flat((w,), (h,)), BOARD | {"glazing": "acrylic"})
        assert "Foil comes off last; cleaner without ammonia" in said(done, "glazing")
        return next(s.minutes for s in done.steps if s.key == "glazing")

    assert minutes(200, 150) < 40 < 60 <= minutes(1200, 800) <= 150


def test_the_law_is_named_at_the_step() -> None:
    for kind, word in (("plant", "feathers"), ("tool", "licensed person")):
        done = worked(things(item("t", kind, 120, 90)), shown("shadow_box", DEEP))
        assert any(word in s.care for s in done.steps if s.key.startswith("hold."))


def test_tape_is_told_by_its_length() -> None:
    """Strips of wide tape, each 40 mm from the last, over the whole back: 680 × 480 mm take about 8.2 m (common practice)."""
    done = worked(
        things(item("p", "puzzle", 680, 480)),
        shown("direct", "pine-lip-40x36"),
        hold={"chosen": [{"subject": "p", "methods": ["tape_across"]}]},
    )
    tape = next(p for p in done.to_get if p.key == "hold.tape_across")
    assert plain(tape.size, "mm") == "about 8200 mm"


def test_a_count_typed_over_is_judged_by_load_and_by_spacing() -> None:
    """A light shirt on stitches, counted by their spacing: fewer than its weight asks for is a stop, fewer than its spacing a caution; the way back is there."""
    shirt = things(item("shirt", "garment", 500, 700, weight="0.1", folding=JERSEY))
    asked = worked(shirt, shown("shadow_box", DEEP), hold=held("shirt", "stitching")).figures["hold.shirt.count"].count
    assert asked

    def with_count(n: int) -> Any:
        hold = {"chosen": [{"subject": "shirt", "methods": ["stitching"], "count": n}]}
        return worked(shirt, shown("shadow_box", DEEP), hold=hold)

    fewer = with_count(asked - 1)
    found = {c.key: c for c in fewer.checks}
    assert found["hold.few.shirt"].severity == "caution" and found["hold.few.shirt"].ways
    assert fewer.figures["hold.shirt.count"].count == asked - 1
    step = next(s for s in fewer.steps if s.key == "hold.stitching")
    assert f"{asked - 1} altogether" in plain(step.say, "mm")
    more = with_count(asked + 4)
    assert "hold.few.shirt" not in {c.key for c in more.checks}
    assert more.figures["hold.shirt.count"].count == asked + 4


def test_too_few_for_its_weight_is_a_stop() -> None:
    heavy = things(item("tool", "tool", 200, 200, front=20, weight="4"))
    hold = {"chosen": [{"subject": "tool", "methods": ["clips"], "count": 1}]}
    found = {c.key: c for c in worked(heavy, shown("shadow_box", DEEP), hold=hold).checks}
    few = found["hold.few.tool"]
    assert few.severity == "stop" and "of the" in plain(few.say, "mm") and few.ways


def test_a_mirror_s_rabbet_is_blackened_and_dry_before_anything_lies_in_it() -> None:
    """Common practice: a mirror shows the rabbet’s wall; paint wants hours before felt and glass lie on it."""
    done = plan(start_piece("mirror", "Mirror", "", "mm", {"width": "600", "height": "900"}, HOUSE_SHOP), HOUSE_SHOP)
    steps = {step.key: (n, step) for n, step in enumerate(done.steps)}
    first, black = steps["hold.bedded.first"]
    assert steps["rabbet"][0] < first < steps["mount"][0] < steps["hold.bedded"][0] and black.wait_minutes >= 120
    assert not done.faults
    assert "towards the face of the work" in plain(next(s for s in done.steps if s.closes).say, "mm"), "there is no glazing"


def test_what_is_sawn_and_what_is_cut_with_a_knife_each_has_its_care() -> None:
    done = plan(start_piece("flat", "Sheet", "", "mm", {"width": "300", "height": "200"}, HOUSE_SHOP), HOUSE_SHOP)
    care = next(s for s in done.steps if s.key == "board").care
    assert "several light passes" in care and "dust extraction and a mask" in care, "a mount of card, a back of MDF"


def test_cloth_of_any_display_is_steamed_before_it_is_worked_on_and_lies_till_it_is_dry() -> None:
    for display in ("sash", "sleeve"):
        begun = next(p for p in demo_pieces() if p.display.type == display)
        asked = begun.model_copy(update={"hold": begun.hold.model_copy(update={"cloth": "steamed"})})
        done = plan(asked, HOUSE_SHOP)
        steps = [s.key for s in done.steps]
        at = next(i for i, key in enumerate(steps) if key.startswith("steam."))
        assert done.steps[at].wait_minutes == 12 * 60 and "steamer" in {p.key for p in done.to_get}
        assert all(i > at for i, s in enumerate(done.steps) if s.holds), steps
        assert done.faults == ()


def test_a_feature_that_makes_no_difference_is_not_asked_and_one_that_does_takes_its_method() -> None:
    begun = piece(things(item("k", "keepsake", 60, 40, behind=5)), shown())
    asked = next(
        i for s in plan(begun, HOUSE_SHOP).stages for i in s.inputs if isinstance(i, ChoiceInput) and i.key.endswith(".has")
    )
    for option in asked.options:
        other = plan(apply_edits(begun, [Choose(choice=asked.key, option=option.key)], HOUSE_SHOP), HOUSE_SHOP)
        assert other.steps != plan(begun, HOUSE_SHOP).steps, option.key


@pytest.mark.parametrize(
    ("cloth", "step", "part", "wait"),
    [("steamed", "steam", "steamer", 720), ("damped", "damp", "sprayer", 720), ("pressed", "iron", "iron", 60)],
)
@pytest.mark.parametrize("way", ["shadow_box", "sash", "on_board"])
def test_each_treatment_of_cloth_is_a_step_with_its_wait(cloth: str, step: str, part: str, wait: int, way: str) -> None:
    """Before the cloth is worked on, dry or cool before anything else; a tool for it, and its caution."""
    if way == "on_board":
        begun = piece(flat((400,), (500,), material="cloth"), {"type": "on_board", "frame": made()}, hold={"cloth": cloth})
    else:
        thing = things(item("j", "garment" if way == "shadow_box" else "flag", 420, 340, front=1))
        shown_so = shown("shadow_box", DEEP) if way == "shadow_box" else {"type": "sash", "pane_width": 340, "pane_height": 270}
        begun = piece(thing, shown_so, hold={"cloth": cloth})
    done = plan(begun, HOUSE_SHOP)
    one = next(o for o in done.steps if o.key.split(".")[0] == step)
    said = plain(one.say, "mm")
    assert one.wait_minutes == wait and ("fastness test" in said or "test in a hem" in said)
    assert part in {p.key for p in done.to_get} and not done.faults
    order = [o.key for o in done.steps]
    held = [o.key for o in done.steps if o.holds]
    assert all(order.index(one.key) < order.index(key) for key in held)


def test_needlework_is_stretched_damp_and_is_never_offered_steam() -> None:
    sampler = next(p for p in demo_pieces() if p.name == "Club sampler")
    done = plan(sampler, HOUSE_SHOP)
    cloth = next(i for s in done.stages for i in s.inputs if i.kind == "choice" and i.key == "cloth")
    assert [o.key for o in cloth.options] == ["came", "damped", "pressed"]
    damped = plan(apply_edits(sampler, [Choose(choice="cloth", option="damped")], HOUSE_SHOP), HOUSE_SHOP)
    damp, stretch = (next(o for o in damped.steps if o.key == f"{key}.sampler") for key in ("damp", "tack"))
    assert damp.wait_minutes == 0 and stretch.wait_minutes == 720
