"""A stand-in for a digital tape, calliper or scale: each line typed is sent as a reading to whoever is connected."""

from __future__ import annotations

import socket
import threading
from collections.abc import Iterable

from shadbo.devices.lines import write_line


class StandIn:
    """A device on loopback that sends what it is told to. ``port`` 0 takes a free one; :attr:`port` is the one it has."""

    def __init__(self, port: int = 0) -> None:
        self._door = socket.create_server(("127.0.0.1", port))
        self._door.settimeout(0.5)
        self.port: int = self._door.getsockname()[1]
        self._heard: list[socket.socket] = []
        self._over = threading.Event()
        threading.Thread(target=self._open, name="stand-in", daemon=True).start()

    def _open(self) -> None:
        while not self._over.is_set():
            try:
                self._heard.append(self._door.accept()[0])
            except TimeoutError:
                continue
            except OSError:
                return

    def send(self, text: str) -> int:
        """Send a reading (“612.4 mm”) to everybody who listens; how many did. Raises ValueError for what is none."""
        return self.send_raw(write_line(text))

    def send_raw(self, line: bytes) -> int:
        """Send bytes as they are: garbage too."""
        there = []
        for one in self._heard:
            try:
                one.sendall(line)
                there.append(one)
            except OSError:
                one.close()
        self._heard = there
        return len(there)

    @property
    def heard(self) -> int:
        return len(self._heard)

    def close(self) -> None:
        self._over.set()
        for one in (*self._heard, self._door):
            one.close()


def from_lines(port: int, lines: Iterable[str]) -> int:
    """Send each line as a reading, and say what became of it."""
    device = StandIn(port)
    print(f"A tape on 127.0.0.1:{device.port}. Type a reading and Enter: 612.4 mm, 24 1/8 in, 1.2 kg. End with Ctrl+D.", flush=True)
    try:
        for text in lines:
            if not text.strip():
                continue
            try:
                many = device.send(text)
            except ValueError as error:
                print(f"not sent: {error}", flush=True)
            else:
                print(f"sent to {many}" if many else "sent, and nobody listens", flush=True)
    except KeyboardInterrupt:
        pass
    finally:
        device.close()
    return 0
