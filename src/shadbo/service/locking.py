"""Who is open on which data: one start a shop, and the last one out stops the cluster.

Locks of the operating system (flock), so that a process that died holds none; the server child holds them too, so that a launcher that
was killed leaves what still serves in its right.
"""

from __future__ import annotations

import fcntl
import os
from pathlib import Path


class AlreadyOpen(Exception):
    """Somebody serves this shop's data already, at ``address`` as far as is known."""

    def __init__(self, address: str) -> None:
        super().__init__(address)
        self.address = address


class Lock:
    """A file that is locked while its descriptor is open anywhere."""

    def __init__(self, file: Path) -> None:
        self.fd = os.open(file, os.O_RDWR | os.O_CREAT | os.O_CLOEXEC, 0o600)

    def alone(self, wait: bool = False) -> bool:
        """Whether nobody else holds it: then it is held alone."""
        try:
            fcntl.flock(self.fd, fcntl.LOCK_EX | (0 if wait else fcntl.LOCK_NB))
        except BlockingIOError:
            return False
        return True

    def beside_others(self) -> None:
        """Hold it together with others; waits while somebody holds it alone."""
        fcntl.flock(self.fd, fcntl.LOCK_SH)

    @property
    def text(self) -> str:
        return os.pread(self.fd, 200, 0).decode(errors="replace").strip()

    @text.setter
    def text(self, text: str) -> None:
        os.ftruncate(self.fd, 0)
        os.pwrite(self.fd, text.encode(), 0)

    def close(self) -> None:
        os.close(self.fd)


class DataInUse:
    """The locks of one start: the shop's, held alone, and the cluster's, held beside those of other shops on it."""

    def __init__(self, folder: Path, database: str, address: str) -> None:
        """Raises :class:`AlreadyOpen` where another start serves this shop."""
        folder.mkdir(parents=True, exist_ok=True)
        self._shop = Lock(folder / f"{database}.lock")
        if not self._shop.alone():
            told = self._shop.text
            self._shop.close()
            raise AlreadyOpen(told)
        self._shop.text = address
        self._cluster = Lock(folder / "cluster.lock")
        self._cluster.beside_others()

    @property
    def descriptors(self) -> tuple[int, int]:
        """What the server is handed, so that it holds them as long as it lives."""
        return self._shop.fd, self._cluster.fd

    def last_out(self) -> bool:
        """Whether no other shop is open on the cluster; then nobody comes in until this is closed."""
        return self._cluster.alone()

    def close(self) -> None:
        self._cluster.close()
        self._shop.close()
