"""Records: frozen dataclasses, made quickly.

The standard library’s frozen dataclass sets every field through a guard and takes five times as long to make; a plan makes some
thousands. A record is frozen for the type checker, which is where a change would be written, and plain at run time.
"""

from __future__ import annotations

from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from dataclasses import dataclass as record
else:
    from dataclasses import dataclass

    def record(*, frozen: bool, slots: bool = False):
        """As ``dataclass(frozen=True)``: compared and hashed by its fields."""
        return dataclass(unsafe_hash=frozen, slots=slots)


__all__ = ["record"]
