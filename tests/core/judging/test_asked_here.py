"""What is answered under “what matters” is told with the way it is shown: no answer is given and nothing follows from it."""

from __future__ import annotations

import pytest
from tests.core.things import canvas, flat, made, piece

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.planning.plan import Plan, plan
from shadbo.core.quantity.figures import plain

ANSWERS = {
    "replaced": ("yes", "no", "unknown"),
    "reversible": ("yes", "no", "unknown"),
    "signed": ("front", "back", "edge", "unknown"),
    "wishes": (["safe"], ["seen"], ["edges"], ["both"], ["unglazed"], ["cheap"]),
}
SHOWN = (
    (canvas(600, 450), {"type": "floater", "frame": made("oak-20x50")}),
    (flat((400,), (300,)), {"type": "on_board", "frame": made(), "border": 40}),
)


def told(done: Plan) -> str:
    return " ".join(plain(c.say, "mm") for c in done.checks if c.key == "asked")


@pytest.mark.parametrize(("thing", "display"), SHOWN, ids=("floater", "board"))
@pytest.mark.parametrize("question", ANSWERS)
def test_each_answer_says_something_else(thing: dict[str, object], display: dict[str, object], question: str) -> None:
    said = [told(plan(piece(thing, display, asked={question: answer}), HOUSE_SHOP)) for answer in ANSWERS[question]]
    assert all(said) and len(set(said)) == len(said)
    assert told(plan(piece(thing, display), HOUSE_SHOP)) == "", "nobody asked"


def test_it_says_how_this_way_of_showing_meets_it() -> None:
    done = plan(piece(*SHOWN[0], asked={"reversible": "yes", "wishes": ["cheap"]}), HOUSE_SHOP)
    assert done.held.reversible == "yes" and "It must come apart again: all that holds it can be undone" in told(done)
