"""What plans say is English: whole sentences, each once, nothing left over from how they are put together."""

from __future__ import annotations

import re
from collections import Counter

import pytest

from shadbo.core import Piece, plain
from shadbo.demo import demo_pieces
from tests.core.planning.sentences import LIST, listed, said, whole

NEVER = {
    "two spaces": re.compile(r"  "),
    "a brace": re.compile(r"[{}]"),
    "a name of the program’s": re.compile(r"\bNone\b(?!$| may)|Decimal|mpq|Fraction\(|\bTrue\b(?! as)|\bFalse\b"),
    "a space before a stop": re.compile(r" [,.;:](?!\d)"),
    "two stops": re.compile(r"\.\.|,,|;;|\.,|,\."),
    "minus nothing": re.compile(r"[−-]0(?![\d.])"),
    "a word twice": re.compile(r"\b([a-z]+) \1\b"),
    "a quotation mark alone": re.compile(r"^[^“]*”|“[^”]*$"),
}
# A word beside a number that reads as an inch; what is bought by its size in inches is called so.
INCH = re.compile(r"\d in\b(?! \d)")
BY_INCHES = re.compile(r"[\d¼½¾]+ × [\d¼½¾]+ in\b")


@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_every_sentence_stands(piece: Piece) -> None:
    worked = whole(piece)
    for kind, text in said(worked, piece.units):
        assert text == text.strip(), repr(text)
        for what, pattern in NEVER.items():
            assert not pattern.search(text), (what, text)
        if piece.units == "mm":
            assert not INCH.search(BY_INCHES.sub("", text)), text
        if kind == "sentence" and text:
            assert text[-1] in ".?!", text
            assert not text[0].islower(), text
        if kind == "words" and text:
            assert not text.endswith("."), text


@pytest.mark.parametrize("piece", demo_pieces(), ids=lambda p: p.name)
def test_nothing_is_told_twice(piece: Piece) -> None:
    worked = whole(piece)
    for told in (
        [plain(check.say, piece.units) for check in worked.checks],
        [step.title + plain(step.say, piece.units) for step in worked.steps],
        [f"{line.part} {line.mm} {line.material}" for line in worked.cuts if not line.opening],
    ):
        assert [text for text, n in Counter(told).items() if n > 1] == []


def test_the_list_that_is_read_aloud_is_true_today() -> None:
    """A sentence that is new or gone: write the list anew (see its module), and read what changed."""
    assert listed() == LIST.read_text().splitlines()
