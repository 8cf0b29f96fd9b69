"""The real interface in Debian's Chromium, against the real server and database."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import httpx
import pytest
from playwright.sync_api import Page, expect

from shadbo.bench.screen import CHROMIUM
from shadbo.service.serving import Server
from tests.conftest import document
from tests.ui.hands import Take

# A busy machine may be slow; nothing here waits longer than it must.
expect.set_options(timeout=25_000)

FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking"]


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args: dict[str, Any]) -> dict[str, Any]:
    return browser_type_launch_args | {"executable_path": CHROMIUM, "args": FLAGS}


@pytest.fixture(scope="session")
def browser_context_args(browser_context_args: dict[str, Any]) -> dict[str, Any]:
    return browser_context_args | {"viewport": {"width": 1280, "height": 800}, "accept_downloads": True}


@pytest.fixture(scope="session")
def base_url(server: Server) -> str:
    return server.base


@pytest.fixture
def piece(api: httpx.Client) -> Callable[..., str]:
    """Takes a piece in by its document and gives its address."""

    def take_in(name: str = "On the bench", **more: Any) -> str:
        made = document(**more) | {"name": name}
        answer = api.post("/api/pieces/import", json=made)
        assert answer.status_code == 201, answer.text
        return f"/pieces/{answer.json()['id']}"

    return take_in


@pytest.fixture
def take(api: httpx.Client) -> Take:
    """Takes a piece in by what it is and how it is shown; gives its address."""

    def take_in(thing: dict[str, Any], display: dict[str, Any], name: str = "On the desk") -> str:
        document = {"format": "shadbo.piece/1", "name": name, "object": thing, "display": display}
        answer = api.post("/api/pieces/import", json=document)
        assert answer.status_code == 201, answer.text
        return f"/pieces/{answer.json()['id']}"

    return take_in


@pytest.fixture(autouse=True)
def no_faults_of_the_page(page: Page) -> Any:
    """A page that throws has failed, whatever the test looked at."""
    thrown: list[str] = []
    page.on("pageerror", lambda error: thrown.append(str(error)))
    yield
    assert thrown == []
