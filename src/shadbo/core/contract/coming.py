"""How a thing comes, as it is asked."""

from __future__ import annotations

from collections.abc import Iterator

from shadbo.core.contract.asking import choice
from shadbo.core.contract.checks import Patch, put
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ChoiceInput, Option
from shadbo.core.document.coming import AS_IT_IS, COMES_AS, OWN_BOARDS, AsItComes, Coming, comings


def coming_inputs(
    context: Context[object, object],
    comes: AsItComes,
    kind: str,
    pointer: str,
    key: str,
    group: str,
    parts: tuple[str, ...],
    thicker: Patch = (),
) -> Iterator[ChoiceInput]:
    """How it comes, and of what the board is that it comes on; ``thicker`` goes with being on one."""
    ways = comings(kind)
    if not ways:
        return

    def patch(how: Coming) -> Patch:
        return (put(f"{pointer}/comes/how", how), *(thicker if how == "on_board" else ()))

    names = dict(COMES_AS) | ({"loose": (AS_IT_IS[kind], "")} if kind in AS_IT_IS else {})
    options = tuple(
        Option(how, (names[how][0],), (names[how][1],) if names[how][1] else (), how == comes.how, patch(how)) for how in ways
    )
    yield ChoiceInput(f"{key}.comes", "It comes", group, options, parts, "buttons")
    if comes.how == "on_board":
        of = tuple((board, (label,), ()) for board, (label, _) in OWN_BOARDS.items())
        yield choice(context, f"{pointer}/comes/board", "Its board", group, of, parts, look="menu", key=f"{key}.board")
