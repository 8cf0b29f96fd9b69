"""A piece changed: JSON Patch (RFC 6902) on its document. What a patch does not touch was checked before and is taken over as it is."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

import jsonpatch
import jsonpointer
from pydantic import BaseModel

from shadbo.core.document.piece import Piece, checked, writable
from shadbo.core.quantity.fields import Fault, Refused

Steps = tuple[dict[str, Any], ...]


def patched(document: Any, patch: Steps, *, in_place: bool = False) -> Any:
    """A document with a patch applied. Raises :class:`Refused` if a place isn't there."""
    try:
        return jsonpatch.apply_patch(document, list(patch), in_place=in_place)
    except (jsonpatch.JsonPatchException, jsonpointer.JsonPointerException) as error:
        raise Refused(Fault("", "change", "", f"does not fit this piece: {error}", "a place the piece has")) from None


def changed(piece: Piece, patch: Steps) -> Piece:
    """The piece with a patch applied, as if its whole document had been read again. Raises :class:`Refused`."""
    for step in patch:
        writable(step.get("value"), step["path"])
    return checked(patched(_opened(piece, (step["path"] for step in patch)), patch, in_place=True))


def _opened(piece: Piece, pointers: Iterable[str]) -> dict[str, Any]:
    """The piece as a document along some places; what lies beside them stays the checked parts it was made of."""
    document = dict(piece.__dict__)
    mine = {id(document)}
    for pointer in pointers:
        inside: Any = document
        for step in pointer.split("/")[1:-1]:
            key = int(step) if isinstance(inside, list) else step.replace("~1", "/").replace("~0", "~")
            try:
                found = inside[key]
            except (KeyError, IndexError, TypeError):
                # The patch itself says so, or an earlier step of it makes the place.
                break
            if id(found) not in mine:
                found = _open(found)
                inside[key] = found
                mine.add(id(found))
            inside = found
    return document


def _open(part: Any) -> Any:
    """A copy of one part that can be changed, its own parts as they are."""
    if isinstance(part, BaseModel):
        return dict(part.__dict__)
    if isinstance(part, dict):
        return dict(part)
    return list(part) if isinstance(part, (list, tuple)) else part


def takes(piece: Piece, patch: Steps) -> bool:
    """Whether a piece would take a patch: what is offered is never refused."""
    try:
        changed(piece, patch)
    except Refused:
        return False
    return True
