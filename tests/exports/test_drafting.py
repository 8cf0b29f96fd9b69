"""Paper drawings as primitives: asserted on what is drawn, not on the file."""

from __future__ import annotations

from collections.abc import Callable
from itertools import combinations

import pytest
import shapely

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece
from shadbo.core.planning.plan import plan
from shadbo.core.quantity.lengths import MM_PER_INCH, Showing
from shadbo.demo import demo_pieces
from shadbo.exports.drafting import Disc, Draft, Outline, Text, draft, runs_of
from shadbo.exports.job_sheet import printed_views
from shadbo.exports.pages import fit
from tests.conftest import bought

MakePiece = Callable[..., Piece]
STAGES = ("measure", "display", "depth", "cut")
SLASH = 0.3  # line width of the ticks that end a dimension line


def texts(drawing: Draft) -> list[str]:
    return ["".join(t for t, _, _ in item.runs) for item in drawing.primitives if isinstance(item, Text)]


@pytest.mark.parametrize("scale", [1.0, 0.5, 0.1])
@pytest.mark.parametrize("key", ["face", "section", "back"])
@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_everything_lies_within_the_sheet(piece: Piece, key: str, scale: float) -> None:
    worked = plan(piece, HOUSE_SHOP)
    drawing = draft(worked, worked.view(key), scale, piece.units, STAGES)
    for item in drawing.primitives:
        if isinstance(item, Outline):
            for x, y in item.points:
                assert -1 <= x <= drawing.width + 1 and -1 <= y <= drawing.height + 1
        elif isinstance(item, Disc):
            assert item.radius <= item.x <= drawing.width - item.radius
        else:
            assert 0 <= item.y <= drawing.height + 1, texts(drawing)


@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_no_words_of_a_drawing_lie_on_one_another(piece: Piece) -> None:
    worked = plan(piece, HOUSE_SHOP)
    for key, _, shown in printed_views(worked):
        # As wide as A4 between its margins, and as tall as the sheet lets one be.
        drawing = fit(worked, key, 182, 97, piece.units, shown)
        words = [one for one in drawing.primitives if isinstance(one, Text)]
        for a, b in combinations(words, 2):
            assert not shapely.box(*a.box).buffer(-0.01).intersects(shapely.box(*b.box)), (key, drawing.scale, a.runs, b.runs)


def test_a_drawing_is_to_scale(make_piece: MakePiece) -> None:
    worked = plan(make_piece(), HOUSE_SHOP)
    for scale in (1.0, 0.2):
        drawing = draft(worked, worked.view("face"), scale, "mm", ("display",))
        rail = next(p for p in drawing.primitives if isinstance(p, Outline) and p.part == "rail.top")
        xs = [x for x, _ in rail.points]
        assert max(xs) - min(xs) == pytest.approx(652 * scale, abs=0.002)


def test_dimension_lines_are_as_long_as_their_figures(make_piece: MakePiece) -> None:
    """Each line that ends in ticks spans its own figure at the drawing's scale."""
    worked = plan(make_piece(), HOUSE_SHOP)
    view = worked.view("section")
    drawing = draft(worked, view, 2.0, "mm", ("depth",))
    ticks = [p for p in drawing.primitives if isinstance(p, Outline) and p.width == SLASH]
    shown = [d for d in view.dimensions if "depth" in d.stages]
    assert len(ticks) == 2 * len(shown)
    spans = sorted(round((d.end - d.start) * 2.0, 3) for d in shown)
    figures = sorted(float(worked.figures[d.figure].mm or 0) * 2 for d in shown)
    assert spans == pytest.approx(figures, abs=0.01)


def test_only_the_lines_of_the_stage_are_drawn(make_piece: MakePiece) -> None:
    worked = plan(make_piece(), HOUSE_SHOP)
    measured = texts(draft(worked, worked.view("measured"), 0.2, "mm", ("measure",)))
    assert sorted(measured) == ["450"] * 3 + ["600"] * 3
    displayed = texts(draft(worked, worked.view("face"), 0.2, "mm", ("display",)))
    assert "652 outside" in displayed and "600" not in displayed


@pytest.mark.parametrize("key", ["face", "section", "back"])
@pytest.mark.parametrize("unit", ["mm", "in"])
def test_labels_of_one_lane_do_not_lie_on_one_another(make_piece: MakePiece, key: str, unit: str) -> None:
    for piece in (make_piece(), make_piece(frame=bought(606, 455)), make_piece((1400,), (1400,), lift_kind="all_round")):
        worked = plan(piece, HOUSE_SHOP)
        drawing = draft(worked, worked.view(key), 0.1 if key != "section" else 1.0, unit, ("cut", "display", "depth"))  # type: ignore[arg-type]
        labels = [item for item in drawing.primitives if isinstance(item, Text)]
        for i, a in enumerate(labels):
            for b in labels[i + 1 :]:
                if a.anchor == b.anchor == "start" and abs(a.x - b.x) < 0.1:
                    assert abs(a.y - b.y) >= a.size, (texts(drawing), a, b)


def test_fractions_are_raised_and_lowered() -> None:
    runs = runs_of(Showing(16).show(MM_PER_INCH * 25 + MM_PER_INCH * 3 / 16), "in")
    assert [t for t, _, _ in runs] == ["25", "3", "⁄", "16"]
    whole, over, _, under = runs
    assert whole[1] == 1.0 and over[1] < 1 and over[2] > 0 and under[2] == 0
    assert [t for t, _, _ in runs_of(Showing(16).show(-MM_PER_INCH / 2), "in")] == ["−", "1", "⁄", "2"]
    assert [t for t, _, _ in runs_of(Showing(16).show(MM_PER_INCH * 0), "in")] == ["0"]


def test_screws_stand_at_their_figures_on_the_back(make_piece: MakePiece) -> None:
    worked = plan(make_piece(), HOUSE_SHOP)
    drawing = draft(worked, worked.view("back"), 1.0, "mm", ())
    left = min(x for p in drawing.primitives if isinstance(p, Outline) and p.part.startswith("rail.") for x, _ in p.points)
    across = {round(d.x - left, 2) for d in drawing.primitives if isinstance(d, Disc) and d.part == "screw.across.1"}
    assert across == {float(worked.figures["screw.across.1"].mm or 0)}
    discs = [d for d in drawing.primitives if isinstance(d, Disc) and d.part.startswith("screw.")]
    assert len(discs) == worked.figures["screw.count"].count
