"""Every sentence, label and heading the demo's plans say, numbers and names taken out: the list that is read aloud.

``python -m tests.core.planning.sentences`` writes it anew, for somebody to read what changed.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path

from shadbo.core import HOUSE_SHOP, Piece, Plan, Things, Unit, plain, plan, with_tried_ways
from shadbo.demo import demo_pieces

LIST = Path(__file__).with_name("sentences.txt")
NUMBER = re.compile(r"[−-]?\d[\d ]*(?:[./]\d+)*(?: \d+/\d+)?")


def said(worked: Plan, unit: Unit) -> Iterator[tuple[str, str]]:
    """What a plan says, each with what it is: ``sentence``, or ``words`` for labels, headings and names."""
    yield "sentence", plain(worked.verdict, unit)
    for stage in worked.stages:
        yield "sentence", plain(stage.asks, unit)
        for given in stage.inputs:
            yield "words", given.group
            yield "hint", getattr(given, "label", "")
            yield "hint", plain(getattr(given, "hint", ()), unit)
            for option in getattr(given, "options", ()):
                yield "hint", plain(option.label, unit)
                yield "hint", plain(option.detail, unit)
    for check in worked.checks:
        yield "sentence", plain(check.say, unit)
        yield "sentence", plain(check.why, unit)
        for way in check.ways:
            yield "hint", plain(way.say, unit)
    for step in worked.steps:
        yield "words", step.title
        yield "sentence", plain(step.say, unit)
        yield "sentence", step.care
    for figure in worked.figures.values():
        yield "words", figure.label
    for line in worked.cuts:
        yield "words", line.part
        yield "hint", plain(line.note, unit)
    for part in worked.to_get:
        yield "words", part.name
        yield "hint", plain(part.note, unit)
    for view in worked.views:
        yield "words", view.title
    yield "hint", worked.held.how
    yield "hint", worked.held.touches


def whole(piece: Piece) -> Plan:
    return with_tried_ways(plan(piece, HOUSE_SHOP), piece, HOUSE_SHOP)


def listed() -> list[str]:
    found = set()
    for piece in demo_pieces():
        items = piece.object.items if isinstance(piece.object, Things) else []
        names = [piece.name, piece.owner, *(item.name for item in items)]
        names = sorted({name for name in names if name}, key=len, reverse=True)
        for _, text in said(whole(piece), piece.units):
            for name in names:
                text = text.replace(f"“{name}”", "Thing").replace(name, "Thing")
            found.add(NUMBER.sub("#", text))
    return sorted(found - {""})


if __name__ == "__main__":
    LIST.write_text("\n".join(listed()) + "\n")
