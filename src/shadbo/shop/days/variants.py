"""A piece made otherwise so that it takes less time: another finish, joint, way of holding or ready-made frame."""

from __future__ import annotations

from collections.abc import Iterator

from shadbo.core import Choose, Piece, Plan, Refused, Shop, apply_edits, plain, plan
from shadbo.shop.days.ready import Variant
from shadbo.shop.days.tasks import tasks_of

# Choices that decide how long a piece takes (the last step of their key), and how many others of all of them are tried.
TAKE_TIME = ("finish", "joint", "hold", "ready")
MOST_TRIED = 16
UNDONE = ("no", "mostly", "yes")


def made_otherwise(piece: Piece, shop: Shop, worked: Plan) -> Iterator[Variant]:
    """Every other option of those choices that harms nothing: no stop or caution comes by it, and it can be undone as well as before.

    How a thing is held isn’t changed for a day’s sake unless it is known that it can be replaced.
    """
    left = MOST_TRIED
    held = piece.asked.replaced == "yes"
    warned = {c.key for c in worked.checks if c.severity != "note"}
    for stage in worked.stages:
        for asked in stage.inputs:
            what = asked.key.split(".")[-1] if asked.kind == "choice" else ""
            if asked.kind != "choice" or asked.row or what not in TAKE_TIME or (what == "hold" and not held):
                continue
            for option in asked.options:
                if option.chosen or option.key == "auto" or not left:
                    continue
                edit = Choose(choice=asked.key, option=option.key)
                try:
                    other = plan(apply_edits(piece, [edit], shop), shop)
                except Refused:
                    continue
                left -= 1
                worse = UNDONE.index(other.held.reversible) < UNDONE.index(worked.held.reversible)
                if not worse and all(c.key in warned for c in other.checks if c.severity != "note"):
                    label = plain(option.label, piece.units)
                    said = f"{asked.group}: {label[:1].lower()}{label[1:]}"
                    yield Variant(f"choose.{asked.key}.{option.key}", said, tasks_of(other), (edit,))
