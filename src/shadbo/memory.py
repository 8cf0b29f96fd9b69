"""How often the interpreter looks for what nobody needs any more: seldom, for plans have no circles in them."""

from __future__ import annotations

import gc


def settle() -> None:
    """What is loaded by now stays for good and is not walked again; what comes after is walked rarely.

    A plan is some thousands of small records that point one way and go by themselves. With the usual thresholds a server that remembers
    plans spends four tenths of its time walking them.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(20_000, 20, 20)
