"""The list of places on a template, read back out of the PDF: it says what the plan's figures and the full-size drawing say."""

from __future__ import annotations

import io
import re
from datetime import date

import pdfplumber
import pytest

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.plan import Plan, plan
from shadbo.demo import demo_pieces
from shadbo.exports.places import places_pdf
from shadbo.exports.templates import sheets_of
from tests.core.things import badge, mm, piece, things
from tests.core.things import box as shown
from tests.exports.test_templates import BADGES, JERSEY, pages, templates_of

TODAY = date(2027, 1, 4)


def text_of(done: Plan, key: str) -> list[str]:
    pdf = pdfplumber.open(io.BytesIO(places_pdf(done, key, HOUSE_SHOP.showing, today=TODAY)))
    return [line for page in pdf.pages for line in page.extract_text().splitlines()]


def numbers(line: str) -> list[float]:
    return [float(n) for n in re.findall(r"(\d+(?:\.\d+)?)\s?mm", line)]


def test_windows_of_a_mat_mirrored_on_its_back() -> None:
    """The window of the jersey lies where the plan’s figures have it: from the left in front, from the right on the back."""
    done = plan(JERSEY, HOUSE_SHOP)
    lines = {key: next(x for x in text_of(done, key) if "Window of Wool jersey" in x) for key in ("mat_top_front", "mat_top_back")}
    (left, right, top, bottom), (mirrored, _, high, low) = (numbers(line) for line in lines.values())
    board = done.view("mat_top_front").width
    assert mirrored == pytest.approx(board - right, abs=0.1) and (high, low) == (top, bottom)
    assert left == pytest.approx(mm(done, "mat_top.jersey.left"), abs=0.06)
    assert right - left == pytest.approx(mm(done, "mat_top.jersey.width"), abs=0.11)
    assert mirrored == pytest.approx(mm(done, "mat_top.jersey.right"), abs=0.06)
    assert bottom - top == pytest.approx(mm(done, "mat_top.jersey.height"), abs=0.11)
    across = numbers(next(x for x in text_of(done, "mat_top_back") if x.startswith("Top mat, BACK, mirrored") and "×" in x))
    assert across[0] == pytest.approx(board, abs=0.05)


def test_holes_of_badges_are_at_their_anchors() -> None:
    done = plan(BADGES, HOUSE_SHOP)
    holes = [numbers(line) for line in text_of(done, "board_front") if "hole" in line]
    planned = sorted(mm(done, name) for name in done.figures if re.fullmatch(r"item\.\w+\.anchor\.0\.left", name))
    assert len(holes) == len(planned) == 5
    assert sorted(x for x, _ in holes) == pytest.approx(planned, abs=0.06)


@pytest.mark.parametrize("given", demo_pieces(), ids=lambda p: p.name)
def test_every_template_is_a_sheet_or_two_of_places(given) -> None:  # type: ignore[no-untyped-def]
    done = plan(given, HOUSE_SHOP)
    for key in templates_of(given):
        pdf = pdfplumber.open(io.BytesIO(places_pdf(done, key, HOUSE_SHOP.showing, unit="in", today=TODAY)))
        assert len(pdf.pages) <= 2, key
        text = "\n".join(p.extract_text() for p in pdf.pages)
        assert re.search(r"^1 ", text, re.M) or "Nothing is marked on it" in text, key


def test_how_many_sheets_it_takes_is_told_as_it_is() -> None:
    done = plan(JERSEY, HOUSE_SHOP)
    assert sheets_of(done, done.view("mat_top_back")) == {p: len(pages(done, "mat_top_back", p)) for p in ("A4", "Letter")}  # type: ignore[arg-type]


def test_what_is_no_template_has_no_list() -> None:
    with pytest.raises(KeyError):
        places_pdf(plan(JERSEY, HOUSE_SHOP), "face", HOUSE_SHOP.showing, today=TODAY)


def test_names_with_signs_of_markup_are_printed_as_they_are() -> None:
    """A piece or a thing called “A & B <b>” is no markup."""
    odd = piece(things(badge("a") | {"name": "Cup & <b> saucer"}), shown()).model_copy(update={"name": "Mr & Mrs <i"})
    text = " ".join(text_of(plan(odd, HOUSE_SHOP), "board_front"))
    assert "Mr & Mrs <i" in text and "Cup & <b> saucer" in text
