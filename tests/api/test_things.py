"""Things in their box over the web: edits on items, outlines and colours from photographs, templates, on the real server."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import httpx
import pytest

from shadbo.core.document.kinds import KINDS
from tests.conftest import FILE
from tests.core.things import badge, item, things
from tests.core.things import box as shown
from tests.exports.test_outlines import MARKS, SHIELD, photograph


@pytest.fixture
def crate(api: httpx.Client) -> dict[str, Any]:
    """Three badges and a photograph in a matted box."""
    held = [badge(k, place={"x": x}, anchors=[{"y": -6}]) for k, x in (("a", -60), ("b", 0), ("c", 70))]
    held.append(item("p", "photograph", 100, 60, place={"y": 70}, window={"how": "overlap", "by": 3}))
    document = {
        "format": "shadbo.piece/1",
        "name": "Crate",
        "object": things(*held),
        "display": shown("matted_box", moulding="oak-box-25x65"),
    }
    made: dict[str, Any] = api.post("/api/pieces/import", json=document).json()
    return made


def save(api: httpx.Client, crate: dict[str, Any], *edits: dict[str, Any], item: str = "") -> httpx.Response:
    answer = api.post(f"/api/pieces/{crate['id']}/edits", params={"item": item}, json={"version": crate["version"], "edits": edits})
    if answer.status_code == 200:
        crate["version"] = answer.json()["version"]
    return answer


def figure(answer: httpx.Response, name: str) -> float:
    return float(answer.json()["plan"]["figures"][name]["mm"])


def test_items_are_moved_undone_and_moved_again(api: httpx.Client, crate: dict[str, Any]) -> None:
    moved = save(api, crate, {"op": "move", "items": ["b"], "right": 7, "down": -3, "unit": "mm"})
    assert figure(moved, "item.b.x") == 7 and figure(moved, "item.b.y") == -3
    assert moved.json()["undo"] == "b moved"
    back = api.post(f"/api/pieces/{crate['id']}/undo", json={"version": crate["version"]})
    assert figure(back, "item.b.x") == 0 and back.json()["redo"] == "b moved"


def test_the_stages_ask_about_the_item_in_hand(api: httpx.Client, crate: dict[str, Any]) -> None:
    for key in ("a", "p"):
        plan = api.get(f"/api/pieces/{crate['id']}", params={"item": key}).json()["plan"]
        assert plan["focus"] == key and [i["key"] for i in plan["items"]] == ["a", "b", "c", "p"]
        asked = [i for i in plan["stages"][0]["inputs"] if i["kind"] == "words"]
        assert asked[0]["value"] == key
    assert api.get(f"/api/pieces/{crate['id']}", params={"item": "nobody"}).json()["plan"]["focus"] == "a"


def test_a_preview_moves_nothing_for_good(api: httpx.Client, crate: dict[str, Any]) -> None:
    edits = [{"op": "move", "items": ["c"], "right": -11, "unit": "mm", "snap": True}]
    tried = api.post(f"/api/pieces/{crate['id']}/preview", json={"edits": edits})
    assert figure(tried, "item.c.x") == 60, "drawn to the gap the other two leave"
    assert figure(api.get(f"/api/pieces/{crate['id']}"), "item.c.x") == 70


@pytest.mark.parametrize(
    ("edit", "pointer"),
    [
        ({"op": "move", "items": ["nobody"], "right": 1, "unit": "mm"}, "/object/items"),
        ({"op": "arrange", "how": "equal_width", "items": ["a", "b"]}, "/object/items"),
        (
            {"op": "add_item", "kind": "badge", "name": "New", "sizes": {"width": "two", "height": "30"}, "unit": "mm"},
            "/sizes/width",
        ),
        ({"op": "remove_items", "items": ["a", "b", "c", "p"]}, "/object/items"),
        ({"op": "outline", "item": "a", "points": [[0, 0], [1, 1], [1, 0]]}, "/object/items/0/outline"),
        ({"op": "write", "pointer": "/object/items/0/name", "text": " "}, "/object/items/0/name"),
        ({"op": "write", "pointer": "/object/items/0/colour", "text": "red"}, "/object/items/0/colour"),
        ({"op": "type", "pointer": "/object/items/0/front", "text": "-2", "unit": "mm"}, "/object/items/0/front"),
        ({"op": "type", "pointer": "/display/fillers/3", "text": "2", "unit": "mm"}, "/display/fillers/3"),
        ({"op": "type", "pointer": "/display/mats/check_top/across", "text": "0", "unit": "mm"}, "/display/mats/check_top/across"),
        ({"op": "act", "action": "item.a.anchor.9.out"}, ""),
        ({"op": "picture", "item": "nobody", "file": None}, "/object/items"),
    ],
)
def test_what_can_not_be_done_is_said_at_its_place(
    api: httpx.Client, crate: dict[str, Any], edit: dict[str, Any], pointer: str
) -> None:
    answer = save(api, crate, edit)
    assert answer.status_code == 422, answer.text
    fault = answer.json()["errors"][0]
    assert fault["pointer"] == pointer and fault["message"] and fault["accepted"]
    assert api.get(f"/api/pieces/{crate['id']}").json()["version"] == crate["version"], "nothing is lost or changed"


def test_anchors_fillers_and_traits_at_a_press(api: httpx.Client, crate: dict[str, Any]) -> None:
    added = save(
        api,
        crate,
        {"op": "act", "action": "item.b.anchor.add"},
        {"op": "choose", "choice": "item.b.traits", "option": "fragile"},
        item="b",
    )
    assert figure(added, "item.b.anchor.1.x") == 0
    traits = next(i for i in added.json()["plan"]["stages"][0]["inputs"] if i["kind"] == "choice" and i["key"] == "item.b.traits")
    assert [o["key"] for o in traits["options"] if o["chosen"]] == ["fragile"]
    off = save(
        api,
        crate,
        {"op": "choose", "choice": "item.b.traits", "option": "fragile"},
        {"op": "act", "action": "item.b.anchor.0.out"},
        item="b",
    )
    traits = next(i for i in off.json()["plan"]["stages"][0]["inputs"] if i["kind"] == "choice" and i["key"] == "item.b.traits")
    assert not any(o["chosen"] for o in traits["options"])
    filled = save(
        api,
        crate,
        {"op": "act", "action": "filler.add"},
        {"op": "type", "pointer": "/display/fillers/0", "text": "4.5", "unit": "mm"},
    )
    assert figure(filled, "pack.filler.0") == 4.5
    assert "pack.filler.0" not in save(api, crate, {"op": "act", "action": "filler.0.out"}).json()["plan"]["figures"]


def test_an_outline_from_a_photograph_to_a_file(api: httpx.Client, crate: dict[str, Any], tmp_path: Path) -> None:
    content = photograph(tmp_path / "p.jpg").read_bytes()
    picture = api.post("/api/pictures", headers=FILE, params={"name": "shield.jpg"}, content=content).json()
    taken = save(api, crate, {"op": "picture", "item": "a", "file": picture}, item="a")
    assert taken.status_code == 200
    assert api.get(f"/api/pictures/{picture['sha256']}/small").headers["content-type"] == "image/jpeg"
    asked = {"marks": MARKS.marks, "distance": "10 cm", "unit": "mm"}
    found = api.post(f"/api/pictures/{picture['sha256']}/outline", json=asked).json()
    assert float(found["width"]["mm"]) == pytest.approx(54, abs=0.5) and float(found["height"]["mm"]) == pytest.approx(70, abs=0.5)
    shaped = save(api, crate, {"op": "outline", "item": "a", "points": found["points"]}, item="a")
    assert figure(shaped, "item.a.width") == pytest.approx(54, abs=0.5)
    for kind in ("svg", "dxf"):
        file = api.get(f"/api/pieces/{crate['id']}/items/a/outline.{kind}")
        assert file.status_code == 200 and f".{kind}" in file.headers["content-disposition"]
        again = api.post("/api/outlines", headers=FILE, params={"name": f"a.{kind}"}, content=file.content).json()
        assert len(again["points"]) == len(found["points"]) and again["width"] == found["width"]
    assert api.get(f"/api/pieces/{crate['id']}/items/b/outline.svg").status_code == 404
    colour = api.get(f"/api/pictures/{picture['sha256']}/colour", params={"x": 0.5, "y": 0.44}).json()["colour"]
    got = save(api, crate, {"op": "colour", "item": "a", "colour": colour}, item="a").json()["plan"]
    assert got["items"][0]["colour"] == colour


@pytest.mark.parametrize(
    ("change", "pointer", "message"),
    [
        ({"distance": "ten"}, "/distance", "not part of a length"),
        ({"distance": ""}, "/distance", "nothing is typed"),
        ({"marks": []}, "/marks", "two points"),
        ({"marks": [[0.5, 0.5], [0.5, 0.5]]}, "/outline", "on one another"),
        ({"corners": [[0.1, 0.1], [0.9, 0.9], [0.9, 0.1], [0.1, 0.9]], "width": "100", "height": "90"}, "/outline", "in no order"),
        ({"corners": [[0.1, 0.1], [0.9, 0.1], [0.9, 0.9], [0.1, 0.9]], "width": "100"}, "/height", "nothing is typed"),
    ],
)
def test_a_photograph_that_tells_nothing_says_why(
    api: httpx.Client, tmp_path: Path, change: dict[str, Any], pointer: str, message: str
) -> None:
    content = photograph(tmp_path / "p.jpg").read_bytes()
    sha = api.post("/api/pictures", headers=FILE, params={"name": "shield.jpg"}, content=content).json()["sha256"]
    answer = api.post(f"/api/pictures/{sha}/outline", json={"marks": MARKS.marks, "distance": "100", **change})
    assert answer.status_code == 422
    fault = answer.json()["errors"][0]
    assert fault["pointer"] == pointer and message in fault["message"]


def test_templates_and_drawings_come_as_files(api: httpx.Client, crate: dict[str, Any]) -> None:
    base = f"/api/pieces/{crate['id']}"
    for paper in ("A4", "Letter"):
        pdf = api.get(f"{base}/mat_top_back.template.pdf", params={"paper": paper})
        assert pdf.status_code == 200 and pdf.content.startswith(b"%PDF") and "Crate" in pdf.headers["content-disposition"]
    assert api.get(f"{base}/board_back.dxf").text.startswith("  0\nSECTION")
    assert api.get(f"{base}/mat_bottom_back.svg").text.startswith("<?xml")
    assert api.get(f"{base}/face.template.pdf").status_code == 404, "a face is no template"
    places = api.get(f"{base}/mat_top_back.places.pdf", params={"unit": "in"})
    assert places.content.startswith(b"%PDF") and "places" in places.headers["content-disposition"]
    assert api.get(f"{base}/face.places.pdf").status_code == 404
    sheets = {d["key"]: d["sheets"] for d in api.get(f"{base}/drawings").json()}
    assert sheets["mat_top_back"]["A4"] >= 1 and sheets["face"] == {}
    assert api.get(f"{base}/tack.dxf").status_code == 404, "this piece has none"


def test_kinds_come_with_what_is_usual(api: httpx.Client) -> None:
    kinds = {k["key"]: k for k in api.get("/api/kinds", params={"unit": "mm"}).json()}
    assert kinds.keys() == KINDS.keys() and kinds["badge"] == {"key": "badge", "label": "Badge", "front": "3 mm", "behind": "6 mm"}


def test_a_file_that_is_no_outline_is_refused_in_words(api: httpx.Client) -> None:
    answer = api.post("/api/outlines", headers=FILE, params={"name": "a.dxf"}, content=b"nothing")
    assert answer.status_code == 422 and "can’t be read as DXF" in answer.json()["errors"][0]["message"]
    assert api.post("/api/outlines", headers=FILE, params={"name": "a.txt"}, content=SHIELD.tobytes()).status_code == 422
