"""Cards of the rack worked out anew in the background: after a change of the shop or of the program, or where one has none yet."""

from __future__ import annotations

import logging
import threading

from shadbo.api.working import tried
from shadbo.exports.cards import card_of, stuck_card
from shadbo.store import racks, shops
from shadbo.store.database import Database

log = logging.getLogger("shadbo")
AT_ONCE = 8


class Renewer:
    """A thread that sleeps until it is woken; then it works through every card that is out of date, a few at a time."""

    def __init__(self, db: Database) -> None:
        self._db = db
        self._awake, self._over = threading.Event(), threading.Event()
        self._thread = threading.Thread(target=self._run, name="cards", daemon=True)

    def start(self) -> None:
        self._awake.set()
        self._thread.start()

    def wake(self) -> None:
        self._awake.set()

    def stop(self) -> None:
        self._over.set()
        self._awake.set()

    def _run(self) -> None:
        while not self._over.is_set():
            self._awake.wait()
            self._awake.clear()
            try:
                while not self._over.is_set() and self._some():
                    # Whoever waits for an answer goes first.
                    self._over.wait(0.01)
            except Exception:  # whatever it is, the thread has to be there for the next change
                log.exception("cards could not be renewed; it is tried again with the next change")

    def _some(self) -> bool:
        with self._db.work() as session:
            shop, mark = shops.marked(session)
            found = racks.stale(session, mark, AT_ONCE)
            for kept in found:
                worked = tried(kept, shop)
                card = card_of(worked.piece, worked.plan) if worked else stuck_card(kept.name, kept.change)
                racks.keep(session, kept.id, card, mark)
        return bool(found)
