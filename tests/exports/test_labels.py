"""Label and ticket: what is on them, where they lie on the sheet, and that their codes open the piece."""

from __future__ import annotations

import io
from datetime import date

import cv2
import numpy as np
import pdfplumber
import pytest

from shadbo.core import HOUSE_SHOP, DateStyle, plan
from shadbo.demo import demo_pieces
from shadbo.exports.labels import SHEETS, Paper, Sheet, labels

TODAY = date(2027, 1, 4)
ADDRESS = "http://192.168.1.20:8460/pieces/0b7e0d7e-1f8e-4a43-93c1-5d9b2c2b7a11"
PIECES = {p.name: p for p in demo_pieces()}


def printed(name: str, paper: Paper = "A4", first: int = 1) -> pdfplumber.page.Page:
    piece = PIECES[name]
    pdf = labels(piece, plan(piece, HOUSE_SHOP), ADDRESS, paper=paper, shop=HOUSE_SHOP.name, today=TODAY, first=first)
    document = pdfplumber.open(io.BytesIO(pdf))
    assert len(document.pages) == 1
    return document.pages[0]


def codes(page: pdfplumber.page.Page, sheet: Sheet) -> list[tuple[str, float, float]]:
    """What the codes on a page hold, read label by label off its picture by OpenCV, and where each begins (points)."""
    found = []
    for place in range(sheet.across * sheet.down):
        # The right of the label, where its code is: the finder goes astray in words.
        x, y = sheet.left + place % sheet.across * sheet.step + sheet.wide / 2, sheet.top + place // sheet.across * sheet.high
        part = page.crop((x, y, x + sheet.wide / 2, y + sheet.high))
        if not part.images and not part.rects:
            continue
        # As a phone is moved nearer until it reads.
        for dots in (200, 250, 300, 400):
            text, corners, _ = cv2.QRCodeDetector().detectAndDecode(np.array(part.to_image(resolution=dots).original.convert("L")))
            if text:
                found.append((text, x + float(corners[0][0][0]) * 72 / dots, y + float(corners[0][0][1]) * 72 / dots))
                break
    return found


@pytest.mark.parametrize("paper", ["A4", "Letter"])
@pytest.mark.parametrize("name", ["Start line, dawn", "The centenary jersey", "Hill climber’s shirt, sleeves spread"])
def test_both_codes_open_the_piece_and_all_words_lie_on_their_labels(name: str, paper: Paper) -> None:
    page, sheet = printed(name, paper), SHEETS[paper]
    assert [text for text, *_ in codes(page, sheet)] == [ADDRESS, ADDRESS]
    for word in page.extract_words():
        column = int((word["x0"] - sheet.left) // sheet.step)
        left = sheet.left + column * sheet.step
        assert left + 4 < word["x0"] and word["x1"] < left + sheet.wide - 4, word["text"]
        assert sheet.top + 4 < word["top"] and word["bottom"] < sheet.top + sheet.high - 4, word["text"]
    # Words keep clear of the codes.
    for _, x, _ in codes(page, sheet):
        assert not [w for w in page.extract_words() if w["x0"] < x < w["x1"]]


def test_the_label_says_what_the_work_order_writes_on_the_back() -> None:
    text = " ".join((printed("Start line, dawn").extract_text() or "").split())
    for words in (
        "Start line, dawn",
        "How it is held",
        "It can be undone.",
        "Weighs",
        "Framed by",
        "4 Jan 2027",
        "due 12 Mar 2027",
    ):
        assert words in text, words


def test_a_piece_that_is_stopped_says_so_on_its_ticket() -> None:
    assert "STOP:" in (printed("Peloton in rain").extract_text() or "")
    assert "STOP" not in (printed("Start line, dawn").extract_text() or "")


def test_a_sheet_begun_is_gone_on_with() -> None:
    sheet = SHEETS["A4"]
    (_, x, y), (_, x2, y2) = codes(printed("Start line, dawn", first=4), sheet)
    # The fourth is the right one of the second row, the next begins the third.
    assert x > sheet.step and sheet.high < y < 2 * sheet.high
    assert x2 < sheet.step and 2 * sheet.high < y2 < 3 * sheet.high
    with pytest.raises(ValueError, match="label 9 of 8"):
        printed("Start line, dawn", first=9)


@pytest.mark.parametrize(("style", "text"), [("day", "12 Mar 2027"), ("month", "Mar 12, 2027"), ("iso", "2027-03-12")])
def test_days_are_written_as_the_shop_chose(style: DateStyle, text: str) -> None:
    piece = PIECES["Start line, dawn"]
    pdf = labels(piece, plan(piece, HOUSE_SHOP), ADDRESS, dates=style, today=TODAY)
    assert f"due {text}" in (pdfplumber.open(io.BytesIO(pdf)).pages[0].extract_text() or "")
    assert date.fromisoformat("2027-03-12") == piece.due
