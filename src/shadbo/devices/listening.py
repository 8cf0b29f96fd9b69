"""Listening to a device: a thread that connects, reads lines, and connects again when the device goes away."""

from __future__ import annotations

import logging
import socket
import threading
from collections import deque
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime

from shadbo.devices.lines import MOST, Kind, read_line

log = logging.getLogger("shadbo")
KEPT = 50
AGAIN_S = 3.0


@dataclass(frozen=True, slots=True)
class Reading:
    """A reading with its number (they count up), when it came, and what it is; no ``kind``: garbage came."""

    number: int
    at: datetime
    kind: Kind | None
    text: str


class Listener:
    """Keeps the last readings of one device at ``host:port``. ``connected``: whether it answers."""

    def __init__(self, address: str, clock: Callable[[], datetime]) -> None:
        host, _, port = address.rpartition(":")
        self._address, self._clock = (host or "127.0.0.1", int(port)), clock
        self._kept: deque[Reading] = deque(maxlen=KEPT)
        self._over = threading.Event()
        self.last = 0
        self.connected = False

    def start(self) -> None:
        threading.Thread(target=self._run, name="tape", daemon=True).start()

    def stop(self) -> None:
        self._over.set()

    def after(self, number: int) -> list[Reading]:
        return [r for r in list(self._kept) if r.number > number]

    def _run(self) -> None:
        while not self._over.is_set():
            try:
                with socket.create_connection(self._address, timeout=5) as device:
                    device.settimeout(1.0)
                    self.connected = True
                    self._listen(device)
            except OSError:
                pass
            self.connected = False
            self._over.wait(AGAIN_S)

    def _listen(self, device: socket.socket) -> None:
        rest = b""
        while not self._over.is_set():
            try:
                more = device.recv(4096)
            except TimeoutError:
                continue
            if not more:
                return
            *lines, rest = (rest + more).split(b"\n")
            # A line without an end is garbage before it fills the memory.
            if len(rest) > 4 * MOST:
                lines.append(rest)
                rest = b""
            for raw in lines:
                sent = read_line(raw[: 4 * MOST])
                if sent is not None:
                    self.last += 1
                    self._kept.append(Reading(self.last, self._clock(), sent.kind, sent.text))
