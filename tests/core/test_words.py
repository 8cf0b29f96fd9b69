"""The words of the trade: told once, in the documents as on the screen, and shown on drawings that have what they name."""

from __future__ import annotations

import re

import pytest

from shadbo.core import SCENES, WORDS, Word
from tests.conftest import ROOT


def test_the_document_and_the_screen_tell_the_same() -> None:
    trade = (ROOT / "docs" / "glossary.md").read_text().split("## The trade")[1].split("## The house")[0]
    rows = re.findall(r"^\| ([^|]+) \| ([^|]+) \|$", trade, re.M)[1:]
    assert rows == [(word.word, word.line) for word in WORDS]


def test_every_form_means_one_word() -> None:
    forms = [form.lower() for word in WORDS for form in (word.word, *word.forms)]
    assert len(forms) == len(set(forms))
    assert [word.word for word in WORDS] == sorted((word.word for word in WORDS), key=str.lower)


@pytest.mark.parametrize("word", WORDS, ids=lambda w: w.word)
def test_a_word_s_drawing_has_what_it_names(word: Word) -> None:
    assert not word.line.endswith(".") and word.line
    if word.scene:
        assert word.part in {shape.part for shape in SCENES[word.scene].shapes}


def test_no_drawing_runs_over_its_edge() -> None:
    for scene in SCENES.values():
        for shape in scene.shapes:
            for x, y in shape.points:
                assert 0 <= x <= scene.width and 0 <= y <= scene.height, (scene.key, shape.part)


def test_the_words_the_trade_s_own_list_has_are_told() -> None:
    """The handbook's glossary (its section 15), without those that are plain English or the house's own."""
    asked = (
        "allowance anchor backing bite border build-up cleat clearance cross-bar face filler gap glazing lift lip mat moulding "
        "pack points rabbet rail stile reading station reveal ring seat slack spacer strainer window"
    )
    told = {form for word in WORDS for form in (word.word, *word.forms)}
    assert set(asked.split()) <= told
