"""Making terms of sums: what was decided at a place of the display, what the shop’s rules lay down."""

from __future__ import annotations

from collections.abc import Iterable

from shadbo.core.contract.display import Context
from shadbo.core.document.rules import source_of
from shadbo.core.quantity.figures import Book
from shadbo.core.quantity.lengths import Grain
from shadbo.core.quantity.sums import Dim, Number, leaf, rule


def chosen(
    context: Context[object, object],
    name: str,
    label: str,
    place: str,
    value: Number,
    *,
    parts: Iterable[str] = (),
    grain: Grain = "depth",
    source: str = "choice",
) -> Dim:
    """A length decided in the display, as a figure; ``place`` is where under ``/display`` it is typed."""
    pointer = f"/display/{place}"
    form = leaf(value, pointer, label, "choice", pointer=pointer, grain=grain, source=source, parts=parts)
    return context.book.add(form, name, label, parts=parts)


def ruled(context: Context[object, object], field: str, label: str, grain: Grain = "depth") -> Dim:
    """A length the shop’s rules lay down, by its field; its source is the rule’s own."""
    return rule(getattr(context.shop.rules, field), label, source_of(field).key, grain)


def side(book: Book, part: str, axis: str) -> Dim | None:
    """How wide or high a thing is as it is shown: folded, else the mean of its stations, else as it was read; None if the book has none."""
    names = (f"{part}.folded.{axis}", f"{part}.{axis}.mean", f"{part}.{axis}")
    return next((book.dims[n] for n in names if n in book.dims), None)


def there(context: Context[object, object], *names: str) -> tuple[str, ...]:
    """Those of the names that stand in the book, each once."""
    book = context.book
    return tuple(n for n in dict.fromkeys(names) if n in book.dims or n in book.counts)
