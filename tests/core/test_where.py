"""Where the sizes of a new piece are measured: every size that is asked for is drawn, and no word lies on a line or another word."""

from __future__ import annotations

from itertools import combinations

import pytest
from shapely import LineString, box

from shadbo.core import WHERE, View
from shadbo.core.planning.starting import STARTS, Start

# A letter of the drawings’ type is about so wide and high (px), at the size the screen draws it.
LETTER, TALL = 4.9, 9.0


@pytest.mark.parametrize("start", STARTS, ids=lambda s: s.key)
def test_every_size_that_is_asked_for_is_drawn(start: Start) -> None:
    parts = {shape.part for key in start.shown_on for shape in WHERE[key].shapes if shape.kind == "line"}
    assert {asked.key for asked in start.asks} <= parts


@pytest.mark.parametrize("view", WHERE.values(), ids=list(WHERE))
def test_words_have_clear_ground(view: View) -> None:
    words = []
    for shape in view.shapes:
        if shape.kind == "text" and shape.text:
            (x, y), half = shape.points[0], len(shape.text) * LETTER / 2
            words.append((shape.text, box(x - half, y - TALL / 2, x + half, y + TALL / 2)))
    whole = box(-3, 0, view.width + 3, view.height)
    lines = [LineString(s.points) for s in view.shapes if s.kind == "line"]
    for word, where in words:
        assert whole.contains(where), word
        assert not any(line.intersects(where) for line in lines), word
    assert not [(a, b) for (a, one), (b, other) in combinations(words, 2) if one.intersects(other)]
