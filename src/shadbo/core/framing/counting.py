"""How many fixings carry a load, and where they sit: the larger of strength and spacing.

needed = weight × 9.81 × factor          count = needed / each, rounded up
"""

from __future__ import annotations

from collections.abc import Iterable
from typing import Literal

from shadbo.core.contract.display import Context
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say, Worked
from shadbo.core.quantity.masses import KG_PER_POUND, Quantity
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim

# m/s²; the standard acceleration to the figures framing needs.
G = Fraction(981, 100)
# What carries: worked out, the figure on a packet, or a house figure that asks for a pull test.
Basis = Literal["formula", "rating", "allowance"]
BASES: dict[Basis, str] = {
    "formula": "worked out",
    "rating": "the figure on the packet",
    "allowance": "a house figure: make the pull test",
}


def newtons(kg: Fraction) -> Fraction:
    return kg * G


NEWTON_PER_POUND = KG_PER_POUND * Fraction(980665, 100000)


def show_force(newton: Fraction) -> Quantity:
    """Newtons, and pounds-force, to three figures."""
    return Quantity(f"{figures(newton)} N", f"{figures(newton / NEWTON_PER_POUND)} lbf")


def figures(value: Fraction, digits: int = 3) -> str:
    """A number to so many figures, without an exponent."""
    text = f"{float(value):.{digits}g}"
    return f"{float(text):.0f}" if "e" in text else text


@record(frozen=True, slots=True)
class Fixings:
    """So many fixings: by strength, by spacing, and the larger of both; or as many as somebody ``typed``."""

    load: Fraction
    each: Fraction
    strength: int
    spacing: int
    typed: int | None = None
    even: bool = False

    @property
    def asked(self) -> int:
        """What strength and spacing ask for; one more where they lie in twos."""
        most = max(self.strength, self.spacing)
        return most + most % 2 if self.even else most

    @property
    def governs(self) -> str:
        """In one sentence, which of hand, symmetry, strength and spacing gives the number."""
        if self.typed is not None:
            return f"typed over: {self.typed}; by spacing {self.spacing}, by strength {self.strength}"
        if self.asked > max(self.strength, self.spacing):
            return f"symmetry gives the number: in twos, so {self.asked}"
        if self.strength > self.spacing:
            return f"strength gives the number: {self.strength} bear it, by spacing {self.spacing} would do"
        return f"spacing gives the number: {self.spacing}; {self.strength} would bear it"

    @property
    def count(self) -> int:
        return self.asked if self.typed is None else self.typed


def fixings(
    context: Context[object, object],
    name: str,
    label: str,
    *,
    kg: Fraction,
    factor: Fraction,
    each: Fraction,
    basis: Basis,
    spacing: int,
    why: Say,
    parts: Iterable[str],
    each_label: str = "Each carries",
    working: tuple[Say, ...] = (),
    edit: str | None = None,
    typed: int | None = None,
    counted: bool = True,
    even: bool = False,
) -> Fixings:
    """Count fixings for a load and put load, what each carries and the count into the book.

    ``kg`` hangs on them, ``each`` in newtons; ``spacing`` is the number the spacing rules ask for, ``why`` says how; ``working`` how ``each``
    came about, if there is more to say than its basis; ``edit`` where it can be typed; ``typed`` how many there are to be whatever is asked.
    Not ``counted``: it is one strip, which bears or does not. ``even``: as many on one side as on the other.
    """
    book, parts = context.book, tuple(parts)
    load = newtons(kg) * factor
    strength = int(-(-load // each))
    found = Fixings(load, each, strength, spacing, typed, even)
    # Told of every thing there is, read of the one in hand.
    book.add_later(
        f"{name}.load",
        lambda: Worked(
            f"{name}.load",
            f"{label}, load to be carried",
            None,
            show_force(load),
            ((f"{figures(kg * 1000)} g × 9.81 × factor {figures(factor)}",),),
            parts,
            amount=load,
        ),
    )
    book.add_later(
        f"{name}.each",
        lambda: Worked(
            f"{name}.each",
            f"{label}, {each_label.lower()}",
            None,
            show_force(each),
            working or ((f"{BASES[basis]}: {figures(each)} N",),),
            parts,
            edit,
            each,
        ),
    )
    if not counted:
        return found
    book.add_later(
        f"{name}.count",
        lambda: Worked(
            f"{name}.count",
            label,
            found.count,
            None,
            (
                (f"by strength {strength}: {figures(load)} N ÷ {figures(each)} N, rounded up",),
                (*why, f": {spacing}"),
                (found.governs,),
            ),
            parts,
        ),
    )
    return found


def places(
    context: Context[object, object], name: str, label: str, length: Dim, count: int, inset: Dim, parts: Iterable[str]
) -> list[Dim]:
    """So many places along a length, the first and last ``inset`` from its ends, the rest evenly between; one is in the middle."""
    parts = tuple(parts)
    if count == 1:
        found = [length / 2]
    else:
        step = (length - 2 * inset) / (count - 1)
        found = [inset + step * i for i in range(count)]
    return [
        context.book.add(d, f"{name}.{i + 1}", f"{label} {i + 1}", parts=(f"{name}.{i + 1}", *parts), grain="wood")
        for i, d in enumerate(found)
    ]
