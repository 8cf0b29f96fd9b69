"""What differs between two answers, as JSON Patch (RFC 6902): a preview sends no more than that."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel


class PatchStep(BaseModel):
    """One step of a patch: ``path`` is a JSON Pointer (RFC 6901)."""

    op: Literal["add", "replace", "remove"]
    path: str
    value: Any = None


def steps(before: Any, after: Any, path: str = "") -> list[dict[str, Any]]:
    """The steps that make ``after`` out of ``before`` (both as JSON is read); places told as far down as they differ.

    Lists of numbers, and lists that grew or shrank, are replaced whole: that is shorter than telling every place.
    """
    if isinstance(before, dict) and isinstance(after, dict):
        found = [{"op": "remove", "path": f"{path}/{_key(k)}"} for k in before if k not in after]
        for key, value in after.items():
            if key not in before:
                found.append({"op": "add", "path": f"{path}/{_key(key)}", "value": value})
            elif before[key] != value:
                found += steps(before[key], value, f"{path}/{_key(key)}")
        return found
    if isinstance(before, list) and isinstance(after, list) and len(before) == len(after) and not _plain(after):
        pairs = enumerate(zip(before, after, strict=True))
        return [step for i, (old, new) in pairs if old != new for step in steps(old, new, f"{path}/{i}")]
    return [] if before == after else [{"op": "replace", "path": path, "value": after}]


def _plain(items: list[Any]) -> bool:
    """A list of numbers or words, or of points."""
    return not items or not isinstance(items[0], dict)


def _key(name: str) -> str:
    return name.replace("~", "~0").replace("/", "~1")
