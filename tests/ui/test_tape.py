"""The digital tape: its lines read, the stand-in heard by the real server, a reading in the field in hand, garbage and readings into no field told."""

from __future__ import annotations

import time
from collections.abc import Iterator

import httpx
import pytest
from playwright.sync_api import Page, expect

from shadbo.devices.lines import read_line, write_line
from shadbo.devices.standin import StandIn
from shadbo.service.postgres import Cluster
from shadbo.service.serving import Server, demo_server
from tests.conftest import free_port

AWAY = "[data-tape=away]"


@pytest.mark.parametrize(
    ("raw", "text"),
    [
        (b"L 612.4 mm\r\n", "612.4 mm"),
        (b"L 61,24 cm\n", "61.24 cm"),
        (b"L 24 1/8 in\r\n", "24 1/8 in"),
        (b"L 7/16 in", "7/16 in"),
        (b"M 1.25 kg", "1.25 kg"),
    ],
)
def test_lines_are_read(raw: bytes, text: str) -> None:
    sent = read_line(raw)
    assert sent and sent.kind and sent.text == text
    again = read_line(write_line(text))
    assert again == sent


@pytest.mark.parametrize(
    "raw", [b"612.4", b"L 612.4", b"M 612.4 mm", b"L 1e9 mm", b"\xff\xfe\x00\x01", b"L 12 mm; drop", b"L " + b"9" * 200 + b" mm"]
)
def test_garbage_is_known(raw: bytes) -> None:
    sent = read_line(raw)
    assert sent and sent.kind is None and len(sent.text) <= 80


@pytest.fixture(scope="module")
def tape() -> Iterator[StandIn]:
    device = StandIn()
    yield device
    device.close()


@pytest.fixture(scope="module")
def listening(cluster: Cluster, tape: StandIn) -> Iterator[Server]:
    with demo_server(cluster, "shadbo_tape", free_port(), tape=f"127.0.0.1:{tape.port}") as server:
        deadline = time.monotonic() + 20
        while not tape.heard and time.monotonic() < deadline:
            httpx.get(f"{server.base}/api/health")
        yield server


def test_a_reading_lands_in_the_field_in_hand(page: Page, listening: Server, tape: StandIn) -> None:
    rows = httpx.get(f"{listening.base}/api/pieces?most=100").json()["rows"]
    piece = next(r["id"] for r in rows if r["name"] == "Start line, dawn")
    page.goto(f"{listening.base}/pieces/{piece}/bench?step=inside")
    page.locator("[data-tape=there]").wait_for(state="attached")
    page.get_by_label("Inside, width").focus()
    tape.send("612.2 mm")
    expect(page.get_by_label("Inside, width")).to_have_value("612.2 mm")
    expect(page.get_by_label("Inside, height")).to_be_focused()
    tape.send("46.2 mm")  # a jumped decimal is asked about
    expect(page.locator("[data-judged=out]")).to_be_visible()
    expect(page.get_by_text("It looks like the decimal point one place too far left")).to_be_visible()
    page.get_by_label("Inside, height").focus()
    tape.send("462 mm")
    expect(page.locator("[data-judged=fine]")).to_be_visible()
    # Into no field, and garbage: told, and nothing lands anywhere.
    page.get_by_role("heading", name="Start line, dawn").click()
    tape.send("99 mm")
    expect(page.get_by_text("no field was in hand")).to_be_visible()
    tape.send_raw(b"\x00\x07what\r\n")
    expect(page.get_by_text("what is no reading")).to_be_visible()


def test_a_reading_lands_on_the_sheet(page: Page, listening: Server, tape: StandIn) -> None:
    rows = httpx.get(f"{listening.base}/api/pieces?most=100").json()["rows"]
    piece = next(r["id"] for r in rows if r["name"] == "Bell lap")
    page.goto(f"{listening.base}/pieces/{piece}/measure")
    page.locator("[data-tape=there]").wait_for(state="attached")
    middle = page.get_by_role("textbox", name="Middle").first
    middle.focus()
    tape.send("503.5 mm")
    expect(page.locator("[data-saving=saved]")).to_be_visible()
    expect(page.get_by_role("textbox", name="Middle").first).to_have_value("503.5")
    kept = httpx.get(f"{listening.base}/api/pieces/{piece}").json()
    assert "503.5" in str(kept["plan"]["figures"])
