"""The server as a process of its own: it says so if it can't come up, and leaves nothing running."""

from __future__ import annotations

import socket

import pytest

from shadbo.service.serving import Server


def test_a_port_that_is_taken_is_told_and_nothing_stays_behind() -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        server = Server("postgresql+psycopg://nobody@127.0.0.1:1/none", taken.getsockname()[1])
        with pytest.raises(RuntimeError, match="did not come up"):
            server.start()
        assert server.process is None
