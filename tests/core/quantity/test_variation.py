"""What may differ, held by building: readings and cuts drawn at random from their spreads, and the share that fits against SciPy's normal.

A thing that was read is as large as it truly is; a part that was cut is as long as its number, give or take its tool. Each display is built
from its own sums by a walk of its own, which knows nothing of slopes. A tolerance is taken for two standard deviations.
"""

from __future__ import annotations

import random
from collections.abc import Mapping
from functools import cache

import pytest
from scipy.stats import norm

from shadbo.bench.at_random import random_piece
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.plan import book_of
from shadbo.core.quantity.figures import Book
from shadbo.core.quantity.sums import Curve, Dim, Leaf, Pick, Sum
from tests.core.things import badge, box, canvas, flat, frame, made, piece, things

BUILDS = 4000


def as_built(dim: Dim, out: Mapping[str, float]) -> float:
    """How large it comes out, where each reading and each cut is out by so much (mm)."""
    if dim.cut is not None:
        own = dim.cut.leaf
        return float(dim.value) + (out.get(own.key, 0.0) if own is not None else as_built(dim.cut, out) - float(dim.cut.value))
    form = dim.form
    if isinstance(form, Leaf):
        return float(dim.value) + out.get(form.key, 0.0)
    if isinstance(form, Sum):
        return float(form.factor) * sum(float(c) * as_built(term, out) for c, term in form.terms)
    if isinstance(form, Pick):
        of = [as_built(one, out) for one in form.of]
        return {"largest": max(of), "smallest": min(of), "middle": sorted(of)[len(of) // 2], "mean": sum(of) / len(of)}[form.how]
    return float(dim.value) + sum(float(k) * (as_built(term, out) - float(term.value)) for k, term in form.args)


def spreads(dim: Dim) -> dict[str, float]:
    """Everything a figure is built of that may be out, and by how much (mm)."""

    @cache
    def within(one: Dim) -> frozenset[tuple[str, float]]:
        if one.cut is not None:
            return within(one.cut)
        form = one.form
        if isinstance(form, Leaf):
            return frozenset({(form.key, float(form.tolerance))} if form.tolerance else ())
        terms = form.terms if isinstance(form, Sum) else form.args if isinstance(form, Curve) else [(1, each) for each in form.of]
        return frozenset().union(*(within(term) for _, term in terms))

    return dict(within(dim))


ONCE = canvas(600, 450, 18)
ONCE["width"], ONCE["height"] = ({name: sides[name]} for sides, name in ((ONCE["width"], "middle"), (ONCE["height"], "centre")))
SHEET = flat((400,), (300,))
# What lies between two things, and by how much it may be out at worst (mm), worked by hand from tape and saw ± 0.5, glass ± 1, mat ± 0.25.
BETWEEN = [
    ("a floater's gap: (saw + tape) / 2", ONCE, {"type": "floater", "frame": made("oak-20x50")}, "gap.width", 0.5),
    ("a floater's room: saw + tape", ONCE, {"type": "floater", "frame": made("oak-20x50")}, "fit.width", 1.0),
    ("the room under a lip: saw + tape", ONCE, {"type": "lipped", "frame": made()}, "fit.width", 1.0),
    ("the lap of a lip: (saw + tape) / 2", ONCE, {"type": "lipped", "frame": made()}, "lap.width", 0.5),
    ("the lap in a frame that was read", ONCE, {"type": "lipped", "frame": frame((604,), (454,))}, "fit.width", 1.0),
    ("a border on a board: (saw + tape) / 2", SHEET, {"type": "on_board", "frame": made(), "border": 40}, "border.even.width", 0.5),
    (
        "a border between sheets that were read",
        SHEET,
        {"type": "see_through", "frame": frame((500,), (400,)), "tape": "none"},
        "border.width",
        1.0,
    ),
    ("glass in a frame that is made", SHEET, {"type": "on_board", "frame": made(), "border": 40}, "glazing.clear.width", 1.5),
    ("glass cut to a frame that was read", SHEET, {"type": "on_board", "frame": frame((500,), (400,))}, "glazing.clear.width", 1.5),
    ("a badge from the edge: saw / 2 + tape / 2 + mark", things(badge("a")), box(), "item.a.left", 1.0),
]


@pytest.mark.parametrize(("thing", "display", "name", "worst"), [b[1:] for b in BETWEEN], ids=[b[0] for b in BETWEEN])
def test_the_share_that_fits_is_the_share_that_is_told(
    thing: dict[str, object], display: dict[str, object], name: str, worst: float
) -> None:
    figure = book_of(piece(thing, display), HOUSE_SHOP)[name]
    assert float(figure.worst) == worst
    out, draw = spreads(figure), random.Random(7)
    built = [as_built(figure, {key: draw.gauss(0, by / 2) for key, by in out.items()}) for _ in range(BUILDS)]
    spread = float(figure.likely) / 2
    for limit in (float(figure.value) - spread, float(figure.value), float(figure.value) + spread / 2):
        share = sum(one > limit for one in built) / BUILDS
        # Three standard errors of so many builds.
        assert share == pytest.approx(norm.sf(limit, float(figure.value), spread), abs=1.5 / BUILDS**0.5)


def moved(book: Book) -> list[Dim]:
    """The figures whose parts may be out, of one plan; not those which take the largest of several that are nearly alike: which of them it
    turns out to be nobody knows."""
    return [dim for dim in book.dims.values() if dim.name and spreads(dim) and not any(near(one) for one in within(dim))]


def near(one: Dim) -> bool:
    """Whether another than the one that was picked may turn out to be it."""
    form = one.form
    if not isinstance(form, Pick) or form.chosen is None or one.cut is not None:
        return False
    picked = form.of[form.chosen]
    rivals = [each for each in form.of if each is not picked]
    # A rival may itself be of several: as far as any of them reaches.
    return any(float(abs(each.value - picked.value)) <= sum(spreads(each).values()) + float(picked.worst) for each in rivals)


@pytest.mark.parametrize("display", DISPLAYS)
def test_of_no_display_anything_comes_out_beyond_its_worst(display: str) -> None:
    """Every figure of six pieces at random, built twenty times with everything out by up to its tolerance either way."""
    draw, seen = random.Random(11), 0
    for seed in range(6):
        for figure in moved(book_of(random_piece(seed, HOUSE_SHOP, display), HOUSE_SHOP)):
            out, seen = spreads(figure), seen + 1
            for _ in range(20):
                by = {key: draw.choice((-most, most, draw.uniform(-most, most))) for key, most in out.items()}
                off = abs(as_built(figure, by) - float(figure.value))
                assert off <= float(figure.worst) + 1e-6, (
                    f"{display} {seed} {figure.name}: out by {off}, told {float(figure.worst)}"
                )
    assert seen > 20


def within(figure: Dim) -> list[Dim]:
    """A figure and all that it was made of, down to what is cut or read."""
    out, todo = [], [figure]
    while todo:
        one = todo.pop()
        out.append(one)
        if one.cut is None:
            todo += [term for _, term in one.inner()]
        elif one.cut.leaf is None:
            todo.append(one.cut)
    return out


def test_what_is_cut_to_a_reading_is_not_in_doubt_by_it() -> None:
    """Whatever is on a cut list varies by its tool; the thing it was cut for by its reading; so the gap between them by both."""

    def tolerances(a: Piece) -> tuple[float, float]:
        book = book_of(a, HOUSE_SHOP)
        return float(book["rail.horizontal.long_point"].worst), float(book["fit.width"].worst)

    assert tolerances(piece(ONCE, {"type": "floater", "frame": made("oak-20x50")})) == (0.5, 1.0)
    inches = piece(ONCE, {"type": "floater", "frame": made("oak-20x50")}, units="in")
    assert tolerances(inches)[0] == 0.5
