"""The rack: a page at a time, out of what was kept with each piece; a changed shop renews the cards by itself."""

from __future__ import annotations

import time
import uuid
from typing import Any

import httpx
import pytest

from tests.conftest import document


def settled(api: httpx.Client, **asked: Any) -> dict[str, Any]:
    """A page of the rack once every card is of today."""
    deadline = time.monotonic() + 60
    while (page := api.get("/api/pieces", params=asked).json())["renewing"]:
        assert time.monotonic() < deadline, "cards are not renewed"
        time.sleep(0.05)
    return page


@pytest.fixture
def shelf(api: httpx.Client) -> str:
    """Seven pieces with a word of their own, in no order of name or date; two of them won't go in."""
    word = f"shelf{uuid.uuid4().hex[:8]}"
    for i, name in enumerate(("Gorse", "alder", "Fern", "Bracken", "elm", "Cedar", "dogwood")):
        held = document(depth=80 if i in (2, 5) else 38) | {"name": f"{name} {word}", "due": f"2031-0{1 + i * 5 % 7}-01"}
        assert api.post("/api/pieces/import", json=held).status_code == 201
    return word


def names(page: dict[str, Any]) -> list[str]:
    return [row["name"].split()[0] for row in page["rows"]]


def test_pages_follow_one_another_and_leave_nothing_out(api: httpx.Client, shelf: str) -> None:
    pages = [api.get("/api/pieces", params={"q": shelf, "sort": "name", "start": start, "most": 3}).json() for start in (0, 3, 6)]
    assert [p["total"] for p in pages] == [7, 7, 7]
    assert [name for page in pages for name in names(page)] == ["alder", "Bracken", "Cedar", "dogwood", "elm", "Fern", "Gorse"]


def test_sorted_by_due_and_by_touch(api: httpx.Client, shelf: str) -> None:
    due = api.get("/api/pieces", params={"q": shelf, "sort": "due"}).json()
    assert [r["card"]["due"] for r in due["rows"]] == sorted(r["card"]["due"] for r in due["rows"])
    assert names(api.get("/api/pieces", params={"q": shelf, "sort": "touched"}).json())[0] == "dogwood"


def test_what_is_stopped_is_told_apart(api: httpx.Client, shelf: str) -> None:
    stopped = api.get("/api/pieces", params={"q": shelf, "show": "stopped"}).json()
    free = api.get("/api/pieces", params={"q": shelf, "show": "free"}).json()
    assert set(names(stopped)) == {"Fern", "Cedar"} and free["total"] == 5
    assert all(r["card"]["blocked"] for r in stopped["rows"]) and not any(r["card"]["blocked"] for r in free["rows"])


def test_a_card_is_of_the_newest_state_at_once(api: httpx.Client, shelf: str) -> None:
    row = api.get("/api/pieces", params={"q": f"alder {shelf}"}).json()["rows"][0]
    at = f"/api/pieces/{row['id']}"
    edits = [{"op": "type", "pointer": "/object/width/middle/0", "text": "700", "unit": "mm"}]
    saved = api.post(f"{at}/edits", json={"version": row["version"], "edits": edits})
    assert saved.status_code == 200
    now = api.get("/api/pieces", params={"q": f"alder {shelf}"}).json()["rows"][0]
    assert now["card"]["size"] == saved.json()["plan"]["size"] != row["card"]["size"]
    api.post(f"{at}/undo", json={"version": now["version"]})
    assert api.get("/api/pieces", params={"q": f"alder {shelf}"}).json()["rows"][0]["card"] == row["card"]


def test_a_changed_shop_renews_the_cards(api: httpx.Client, shelf: str) -> None:
    """Shown to a sixteenth of an inch, sizes read otherwise than to a quarter."""
    shop = api.get("/api/shop").json()
    body = {key: shop[key] for key in ("inch_parts", "tape_mm", "tape_in", "saw", "kerf", "practice")}
    before = settled(api, q=shelf)["rows"]
    try:
        assert api.put("/api/shop", json=body | {"inch_parts": 8}).status_code == 200
        after = settled(api, q=shelf)["rows"]
        assert [r["card"]["size"] for r in after] != [r["card"]["size"] for r in before]
        assert [r["version"] for r in after] == [r["version"] for r in before], "no piece was touched"
    finally:
        api.put("/api/shop", json=body)
    assert settled(api, q=shelf)["rows"] == before


@pytest.mark.parametrize(
    "asked", [{"sort": "bogus"}, {"show": "no"}, {"start": -1}, {"most": 0}, {"most": 10_000}, {"start": 2**40}]
)
def test_a_page_nobody_can_turn_to(api: httpx.Client, asked: dict[str, Any]) -> None:
    assert api.get("/api/pieces", params=asked).status_code == 422
