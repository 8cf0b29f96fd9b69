"""A garment folded over a form: where its folds lie, so that the crest or number stays whole and centred.

folded = opening − 2 × border
left fold, from the middle line = crest across − folded width ÷ 2          (centred on the crest)
top fold, from the shoulder = crest down − folded height ÷ 2, kept on the garment
"""

from __future__ import annotations

from shadbo.core.contract.terms import ruled
from shadbo.core.framing.arrange.laid import BoxContext, PlacedItem
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, Tool, leaf


@record(frozen=True, slots=True)
class Folds:
    """One garment: its folds from the middle line and the shoulder, what is turned behind on each side, its form.

    ``off`` is how far the crest lies from the middle of what shows, down; ``crest`` how much wider and higher what shows
    is than the crest (negative: it is cut).
    """

    laid: PlacedItem
    left: Dim
    right: Dim
    top: Dim
    bottom: Dim
    turned: dict[str, Dim]
    off: Dim
    spare: dict[str, Dim]
    form: dict[str, Dim]


def fold_up(context: BoxContext, one: PlacedItem) -> Folds:
    """The folds of one garment into the book."""
    book, item, folding = context.book, one.item, one.item.folding
    assert folding is not None
    key, parts, where = one.part, (one.part,), f"{one.sized.pointer}/folding"

    def typed(field: str, label: str) -> Dim:
        pointer = f"{where}/{field}"
        form = leaf(getattr(folding, field), pointer, label, "choice", pointer=pointer, grain="depth", parts=parts)
        return book.add(form, f"{key}.{field}", f"{item.called}, {label[0].lower()}{label[1:]}", parts=parts)

    def figure(dim: Dim, name: str, label: str, cut: Tool | None = None) -> Dim:
        return book.add(dim, f"{key}.{name}", f"{item.called}, {label}", parts=parts, grain="depth", cut=cut)

    across, down = typed("crest_across", "Crest from the middle line"), typed("crest_down", "Crest below the shoulder")
    wide, tall = typed("crest_width", "Crest width"), typed("crest_height", "Crest height")
    folded_wide, folded_tall = one.sized.wide, one.sized.tall
    body, long = one.sized.width, one.sized.height
    left = figure(across - folded_wide / 2, "fold.left", "left fold from the middle line")
    right = figure(across + folded_wide / 2, "fold.right", "right fold from the middle line")
    # The fold goes where it centres the crest, but not above the shoulder, and not so low that the hem shows.
    centred = down - folded_tall / 2
    if not folding.crest_height or centred.value <= 0:
        top = figure(
            leaf(0, f"{key}.shoulder", "at the shoulder", "choice", grain="depth"), "fold.top", "top fold below the shoulder"
        )
    elif centred.value > long.value - folded_tall.value:
        top = figure(long - folded_tall, "fold.top", "top fold below the shoulder")
    else:
        top = figure(centred, "fold.top", "top fold below the shoulder")
    bottom = figure(top + folded_tall, "fold.bottom", "bottom fold below the shoulder")
    turned = {
        "left": figure(body / 2 + left, "turned.left", "turned behind at the left"),
        "right": figure(body / 2 - right, "turned.right", "turned behind at the right"),
        "top": figure(top * 1, "turned.top", "turned behind at the top"),
        "bottom": figure(long - bottom, "turned.bottom", "turned behind at the bottom"),
    }
    off = figure(down - top - folded_tall / 2, "crest.off", "crest below the middle of what shows")
    spare = {
        "width": figure(folded_wide - wide, "crest.spare.width", "room beside the crest, in all"),
        "height": figure(
            folded_tall / 2 - tall / 2 - off if off.value > 0 else folded_tall / 2 - tall / 2 + off,
            "crest.spare.height",
            "room above or below the crest, the smaller",
        ),
    }
    cloth = ruled(context, "fold_form", "Cloth turned over both edges")
    form = {
        a: figure(dim - cloth, f"form.{a}", f"form to cut, {a}", context.shop.mat_cutter)
        for a, dim in (("width", folded_wide), ("height", folded_tall))
    }
    return Folds(laid=one, left=left, right=right, top=top, bottom=bottom, turned=turned, off=off, spare=spare, form=form)
