"""A preview as what differs: the patch makes exactly the plan that would have been sent whole (RFC 6902, applied by a library)."""

from __future__ import annotations

from typing import Any

import httpx
import jsonpatch
from hypothesis import given
from hypothesis import strategies as st

from shadbo.api.differing import steps
from tests.conftest import document

JSON = st.recursive(
    st.none() | st.booleans() | st.integers(-5, 5) | st.sampled_from(("", "a", "b/c", "~d")),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.sampled_from(("a", "b/c", "~d", "0")), inner, max_size=4),
    max_leaves=12,
)


@given(JSON, JSON)
def test_the_steps_make_the_one_out_of_the_other(before: Any, after: Any) -> None:
    assert jsonpatch.apply_patch(before, steps(before, after)) == after


def piece_named(api: httpx.Client, name: str) -> str:
    rows: list[dict[str, Any]] = api.get("/api/pieces", params={"q": name}).json()["rows"]
    return str(next(r["id"] for r in rows if r["name"] == name))


TYPED = {"op": "type", "pointer": "/object/width/middle/0", "text": "604", "unit": "mm"}


def test_a_preview_tells_what_differs_from_the_plan_that_is_looked_at(api: httpx.Client) -> None:
    at = f"/api/pieces/{piece_named(api, 'Start line, dawn')}"
    for stage in ("measure", "depth", "cut"):
        looked_at = api.get(at, params={"stage": stage}).json()
        asked = {"params": {"stage": stage}}
        whole = api.post(f"{at}/preview", json={"edits": [TYPED]}, **asked).json()
        told = api.post(f"{at}/preview", json={"edits": [TYPED], "mark": looked_at["mark"]}, **asked)
        assert told.json()["plan"] is None and whole["patch"] == []
        assert jsonpatch.apply_patch(looked_at["plan"], told.json()["patch"]) == whole["plan"]
        assert len(told.content) < 30_000


def test_a_preview_of_another_plan_than_the_one_that_stands_is_sent_whole(api: httpx.Client) -> None:
    at = f"/api/pieces/{piece_named(api, 'Start line, dawn')}"
    mark = api.get(at, params={"stage": "measure"}).json()["mark"]
    for params, told in (({"stage": "depth"}, mark), ({"stage": "measure"}, "an older one"), ({}, mark)):
        found = api.post(f"{at}/preview", json={"edits": [TYPED], "mark": told}, params=params).json()
        assert found["plan"]["figures"] and found["patch"] == []


def test_a_shop_that_changed_is_another_plan(api: httpx.Client) -> None:
    at = f"/api/pieces/{piece_named(api, 'Start line, dawn')}"
    shop = api.get("/api/shop").json()
    before = api.get(at, params={"stage": "measure"}).json()["mark"]
    body = {k: shop[k] for k in ("inch_parts", "tape_mm", "tape_in", "saw", "kerf", "practice")}
    try:
        assert api.put("/api/shop", json=body | {"saw": "0.7 mm"}).status_code == 200
        assert api.get(at, params={"stage": "measure"}).json()["mark"] != before
    finally:
        api.put("/api/shop", json=body)


def test_at_a_glance_only_the_one_drawing_and_what_is_judged_moves(api: httpx.Client) -> None:
    at = f"/api/pieces/{piece_named(api, 'Five ride badges')}"
    asked = {"params": {"stage": "arrange"}}
    looked_at = api.get(at, **asked).json()
    key = looked_at["plan"]["items"][0]["key"]
    moved = {"op": "move", "items": [key], "right": 3, "down": 0, "unit": "mm", "coarse": False, "snap": False}
    whole = api.post(f"{at}/preview", json={"edits": [moved]}, **asked).json()["plan"]
    told = api.post(f"{at}/preview", json={"edits": [moved], "mark": looked_at["mark"], "glance": "face"}, **asked).json()
    seen = jsonpatch.apply_patch(looked_at["plan"], told["patch"])
    face = [next(v for v in plan["views"] if v["key"] == "face") for plan in (seen, whole, looked_at["plan"])]
    assert face[0] == face[1] != face[2]
    assert seen["checks"] == whole["checks"] and seen["verdict"] == whole["verdict"]
    named = {d["figure"] for d in face[0]["dimensions"]}
    assert {n: f for n, f in seen["figures"].items() if n in named} == {n: f for n, f in whole["figures"].items() if n in named}
    others = [v for v in looked_at["plan"]["views"] if v["key"] != "face"]
    assert [v for v in seen["views"] if v["key"] != "face"] == others, "what stands beside it waits"


def test_a_stage_at_a_time(api: httpx.Client) -> None:
    at = f"/api/pieces/{piece_named(api, 'Start line, dawn')}"
    plan = api.get(at, params={"stage": "depth"}).json()["plan"]
    assert plan["opened"] == "depth" and [s["key"] for s in plan["stages"] if s["inputs"]] == ["depth"] and not plan["cuts"]
    whole = api.get(at).json()["plan"]
    assert whole["opened"] == "" and all(s["views"] for s in whole["stages"]) and whole["cuts"] and whole["steps"]
    large = api.get(at, params={"stage": "depth", "view": "measured"}).json()["plan"]
    assert "measured" in {v["key"] for v in large["views"]} - {v["key"] for v in plan["views"]}
    assert api.get(at, params={"stage": "nowhere"}).status_code == 422
    titles = {d["key"]: d["sheets"] for d in api.get(f"{at}/drawings").json()}
    assert titles.keys() == {v["key"] for v in whole["views"]}


def test_a_long_history_is_read_a_page_at_a_time(api: httpx.Client) -> None:
    piece = api.post("/api/pieces/import", json=document() | {"name": "Often changed"}).json()
    at = f"/api/pieces/{piece['id']}"
    for n in range(7):
        edit = {"op": "write", "pointer": "/note", "text": f"note {n}"}
        api.post(f"{at}/edits", json={"version": n + 1, "edits": [edit]})
    newest = api.get(f"{at}/history", params={"most": 3}).json()
    assert [s["current"] for s in newest] == [True, False, False]
    older = api.get(f"{at}/history", params={"most": 50, "before": newest[-1]["state"]}).json()
    assert len(older) == 5 and older[-1]["change"] == "Read in from a file"
    assert api.get(f"{at}/history", params={"most": 0}).status_code == 422
