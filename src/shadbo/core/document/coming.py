"""How a thing comes: loose, on a board of its own, glued together, rolled, in a frame it is taken out of, or a plant not dry yet."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from shadbo.core.document.readings import Part

Coming = Literal["loose", "on_board", "glued", "rolled", "framed", "fresh", "half_dry"]
OwnBoard = Literal["card", "foam", "hardboard", "mdf", "ply", "metal", "acrylic"]
# kg a cubic metre, from memory; acrylic and metal sheet as sold.
OWN_BOARDS: Mapping[OwnBoard, tuple[str, int]] = {
    "card": ("Card", 700),
    "foam": ("Foam board", 100),
    "hardboard": ("Hardboard", 900),
    "mdf": ("MDF", 750),
    "ply": ("Ply", 600),
    "metal": ("Metal sheet", 2700),
    "acrylic": ("Acrylic", 1190),
}


class AsItComes(Part):
    """How it comes; ``board``: of what the board is that it comes on. How thick both are is its thickness as it is read."""

    how: Coming = "loose"
    board: OwnBoard = "card"


def on_its_board(comes: AsItComes, kind: str) -> bool:
    """Whether a thing of a kind comes on a board of its own."""
    return comes.how == "on_board" and "on_board" in comings(kind)


COMES_AS: Mapping[Coming, tuple[str, str]] = {
    "loose": ("Loose", ""),
    "on_board": ("On its board", "it is not mounted again"),
    "glued": ("Glued together", "on its face or back: it can be turned over like a card"),
    "rolled": ("Rolled", "it lies flat under weights first"),
    "framed": ("In a frame", "it is taken out of it first"),
    "fresh": ("Fresh", "it is pressed first"),
    "half_dry": ("Half dry", "it is pressed on"),
}
# As a thing of a kind comes that needs nothing done to it.
AS_IT_IS: Mapping[str, str] = {"plant": "Pressed and dry", "stretched": "As it is", "small_canvas": "As it is"}


def comings(kind: str) -> tuple[Coming, ...]:
    """How a thing of a kind, or of a material, can come; nothing where there is no other way than one."""
    if kind in ("puzzle",):
        return ("loose", "glued", "on_board", "framed")
    if kind in ("paper", "linen_backed", "photograph", "print", "poster", "cloth", "canvas", "flag", "needlework"):
        return ("loose", "on_board", "rolled", "framed")
    if kind == "plant":
        return ("loose", "half_dry", "fresh", "on_board", "framed")
    if kind in ("pastel", "board", "mirror"):
        return ("loose", "on_board", "framed")
    if kind in ("stretched", "small_canvas"):
        return ("loose", "framed")
    return ()
