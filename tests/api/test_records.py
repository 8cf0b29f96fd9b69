"""The record over the web: put down, handed over and sealed, taken in again, found again, begun from; taken away in open forms."""

from __future__ import annotations

import csv
import hashlib
import io
import math
import uuid
from collections.abc import Iterator
from typing import Any

import httpx
import pytest
from pypdf import PdfReader

from tests.conftest import FILE
from tests.exports.test_wrapping import png

CANVAS = {"start": "canvas", "units": "mm", "sizes": {"width": "600", "height": "400", "depth": "20"}}


@pytest.fixture
def piece(api: httpx.Client) -> Iterator[dict[str, Any]]:
    made = api.post("/api/pieces", json={**CANVAS, "name": f"Kept {uuid.uuid4().hex[:6]}", "owner": "Nelke Orrin"}).json()
    yield made
    api.post(f"/api/pieces/{made['id']}/archive", json={"archived": True})


def put_down(api: httpx.Client, piece: dict[str, Any], **what: Any) -> httpx.Response:
    return api.post(f"/api/pieces/{piece['id']}/noted", json={"id": str(uuid.uuid4()), **what})


def hand_over(api: httpx.Client, piece: dict[str, Any], **more: Any) -> dict[str, Any]:
    answer = api.post(f"/api/pieces/{piece['id']}/hand-over", json={"id": str(uuid.uuid4()), "anyway": True, **more})
    assert answer.status_code == 201, answer.text
    told: dict[str, Any] = answer.json()
    return told


def record(api: httpx.Client, key: str) -> dict[str, Any]:
    told: dict[str, Any] = api.get(f"/api/records/{key}").json()
    return told


def found(api: httpx.Client, **asked: Any) -> list[str]:
    answer = api.get("/api/records", params=asked)
    assert answer.status_code == 200, answer.text
    return [row["id"] for row in answer.json()["rows"]]


def test_as_built_stands_beside_planned_with_who_and_when(api: httpx.Client, piece: dict[str, Any]) -> None:
    """Readings of gates and of what was cut, a count, a batch, what went wrong, a photograph."""
    url = f"/api/pieces/{piece['id']}"
    steps = {s["key"]: s for s in api.get(f"{url}/bench").json()["steps"]}
    rail = steps["cut"]["reads"]
    assert rail and not steps["cut"]["must"], "what is cut may be read, and nothing waits for it"
    told = api.post(f"{url}/operations/cut/read", json={"readings": {rail[0]["key"]: "653"}, "hand": "Ilva"}).json()
    assert len(told["lines"]) == 1
    api.post(f"{url}/operations/cut", json={"do": "done", "hand": "Ilva", "minutes": 31})
    picture = api.post("/api/pictures", headers=FILE, params={"name": "front.png"}, content=png()).json()["sha256"]
    assert put_down(api, piece, what="photo", step="look", photo=picture, text="Front before closing").status_code == 201
    put_down(api, piece, what="wrong", step="glue", text="The last mitre opened")
    part = api.get(f"{url}/hand-over").json()["parts"][0]["key"]
    put_down(api, piece, what="material", part=part, text="batch 1147")
    put_down(api, piece, what="count", part="screw", number=14)
    one = record(api, hand_over(api, piece, hand="Bram", to="Nelke Orrin")["id"])
    assert (one["handed_by"], one["handed_to"], one["holds"], one["number"]) == ("Bram", "Nelke Orrin", True, 1)
    (reading,) = one["readings"]
    assert reading["hand"] == "Ilva" and reading["lines"][0]["read"]["mm"] == "653"
    assert next(o for o in one["operations"] if o["key"] == "cut")["minutes"] == 31
    parts = {p["key"]: p for p in one["parts"]}
    assert parts[part]["tag"] == "batch 1147" and parts["screw"]["used"] == 14
    assert [n["what"] for n in one["notes"]] == ["photo", "wrong", "material", "count"]
    assert "Glue the frame" not in one["unticked"] or "Cut the rails" not in one["unticked"]


def test_it_is_asked_once_more_where_steps_are_not_ticked(api: httpx.Client, piece: dict[str, Any]) -> None:
    answer = api.post(f"/api/pieces/{piece['id']}/hand-over", json={"id": str(uuid.uuid4())})
    assert answer.status_code == 409 and "aren’t ticked" in answer.json()["title"]
    sent = str(uuid.uuid4())
    first = api.post(f"/api/pieces/{piece['id']}/hand-over", json={"id": sent, "anyway": True})
    again = api.post(f"/api/pieces/{piece['id']}/hand-over", json={"id": sent, "anyway": True})
    assert first.status_code == again.status_code == 201 and first.json() == again.json()


def test_what_was_handed_over_is_sealed_and_later_changes_are_a_new_version(api: httpx.Client, piece: dict[str, Any]) -> None:
    url = f"/api/pieces/{piece['id']}"
    first = hand_over(api, piece)
    edit = {"version": piece["version"], "edits": [{"op": "write", "pointer": "/owner", "text": "Somebody else"}]}
    for answer in (
        api.post(f"{url}/edits", json=edit),
        api.post(f"{url}/undo", json={"version": piece["version"]}),
        api.post(f"{url}/archive", json={"archived": False}),
        put_down(api, piece, what="wrong", text="late"),
        api.get(f"{url}/hand-over"),
        api.post(f"{url}/operations/inside/read", json={"readings": {"width": "1"}}),
    ):
        assert answer.status_code == 409 and answer.json()["record"] == first["id"], answer.text
    before = record(api, first["id"])
    assert api.post(f"{url}/take-in-again").status_code == 204
    assert api.post(f"{url}/edits", json=edit).status_code == 200
    assert api.get(f"{url}/operations").json() == [], "its steps begin anew"
    second = hand_over(api, piece)
    assert second["number"] == 2
    after = record(api, first["id"])
    assert after["owner"] == before["owner"] == "Nelke Orrin" and after["seal"] == before["seal"] and after["holds"]
    assert record(api, second["id"])["owner"] == "Somebody else"
    assert [v["number"] for v in after["versions"]] == [1, 2]


def test_the_seal_is_that_of_its_document(api: httpx.Client, piece: dict[str, Any]) -> None:
    """SHA-256 (FIPS 180-4) of the file, to the letter: whoever has it can hold it against the paper."""
    key = hand_over(api, piece, note="Grüße – £5")["id"]
    file = api.get(f"/api/records/{key}/record.json")
    assert (file.json()["id"], file.json()["format"], file.json()["note"]) == (key, "shadbo.record/1", "Grüße – £5")
    assert hashlib.sha256(file.content).hexdigest() == record(api, key)["seal"]


def test_it_is_found_again_by_what_it_is(api: httpx.Client) -> None:
    mark = uuid.uuid4().hex[:8]
    keys = {}
    for name, start, sizes in (
        ("canvas", "canvas", {"width": "600", "height": "400", "depth": "20"}),
        ("print", "flat", {"width": "500", "height": "300"}),
        ("large print", "flat", {"width": "900", "height": "700"}),
    ):
        made = api.post(
            "/api/pieces", json={"start": start, "units": "mm", "sizes": sizes, "name": f"{name} {mark}", "owner": f"o{mark}"}
        )
        put_down(api, made.json(), what="wrong", text=f"glue {mark} ran out" if name == "canvas" else "nothing")
        keys[name] = hand_over(api, made.json())["id"]
    assert set(found(api, q=mark)) == set(keys.values())
    assert found(api, q=f"GLUE {mark}") == [keys["canvas"]], "words of what went wrong, in any case"
    assert set(found(api, owner=f"o{mark}")) == set(keys.values())
    assert found(api, q=mark, kind="canvas") == [keys["canvas"]]
    assert set(found(api, q=mark, least="45 cm", most="60 cm")) == {keys["canvas"], keys["print"]}
    assert set(found(api, q=mark, least="1ft", most="20in", unit="in")) == {keys["print"]}
    one = record(api, keys["large print"])
    assert keys["large print"] in found(api, q=mark, display=one["display"])
    assert found(api, q=mark, method=record(api, keys["canvas"])["method"]) == [keys["canvas"]]
    material = next(p["material"] for p in record(api, keys["canvas"])["parts"] if p["comes"] == "cut")
    assert keys["canvas"] in found(api, q=mark, material=material)
    assert found(api, q=mark, year=1999) == []
    assert found(api, q=mark, like=keys["print"]) == [keys["print"], keys["large print"], keys["canvas"]]
    beyond = api.get("/api/records", params={"q": mark, "start": 50}).json()
    assert (beyond["rows"], beyond["total"]) == ([], 3)
    wrong = api.get("/api/records", params={"least": "tall"})
    assert wrong.status_code == 422 and wrong.json()["errors"][0]["pointer"] == "/least"
    assert found(api, q="100%_no such\x01") == []


def test_nearness_is_the_sum_it_says_it_is(api: httpx.Client) -> None:
    """Against the same sum made here, from the documents: kind, logarithms of the sides and half the depth’s, Jaccard over traits."""
    rows = api.get("/api/records", params={"count": 200}).json()["rows"]
    if len(rows) < 2:
        pytest.skip("no two records")
    told = {r["id"]: api.get(f"/api/records/{r['id']}/record.json").json() for r in rows}
    first = told[rows[0]["id"]]
    near = api.get("/api/records", params={"like": rows[0]["id"], "count": 200}).json()["rows"]

    def far(other: dict[str, Any]) -> float:
        a, b = sorted((first["width"], first["height"])), sorted((other["width"], other["height"]))
        sides = sum(abs(math.log((y + 1) / (x + 1))) for x, y in zip(a, b, strict=True))
        depth = abs(math.log((other["deep"] + 1) / (first["deep"] + 1))) / 2
        mine, theirs = set(first["traits"]), set(other["traits"])
        apart = 1 - len(mine & theirs) / len(mine | theirs) if mine | theirs else 0
        return (first["kind"] != other["kind"]) + sides + depth + apart

    for row in near:
        assert row["far"] == pytest.approx(far(told[row["id"]]), abs=1e-9)
    assert [r["far"] for r in near] == sorted(r["far"] for r in near)


def test_the_next_begins_from_it_and_is_told_what_went_wrong(api: httpx.Client, piece: dict[str, Any]) -> None:
    put_down(api, piece, what="wrong", step="glue", text="The last mitre opened: two bands")
    put_down(api, piece, what="differently", step="no such step", text="Painted before the glue")
    key = hand_over(api, piece)["id"]
    answer = api.post(
        f"/api/records/{key}/again",
        json={"id": str(uuid.uuid4()), "name": "The next", "width": "61 cm", "height": "410", "units": "mm"},
    )
    assert answer.status_code == 201, answer.text
    new = api.get(f"/api/pieces/{answer.json()['id']}").json()
    assert (new["name"], new["owner"], new["plan"]["display"]) == ("The next", "", piece["plan"]["display"])
    sizes = {w["mm"] for w in (new["plan"]["figures"][f"canvas.{side}.largest"]["shown"] for side in ("width", "height"))}
    assert sizes == {"610", "410"}
    told = api.get(f"/api/pieces/{new['id']}/last-time").json()
    assert (told[0]["step"], told[0]["text"]) == ("glue", "The last mitre opened: two bands")
    first = api.get(f"/api/pieces/{new['id']}/bench").json()["steps"][0]["key"]
    assert told[1]["step"] == first, "what belongs to no step of this one comes at the first"
    wrong = api.post(f"/api/records/{key}/again", json={"id": str(uuid.uuid4()), "name": "x", "width": "wide"})
    assert wrong.status_code == 422 and wrong.json()["errors"][0]["pointer"] == "/width"
    api.post(f"/api/pieces/{new['id']}/archive", json={"archived": True})


@pytest.mark.parametrize(
    ("what", "pointer"),
    [
        ({"what": "photo"}, "/photo"),
        ({"what": "count", "part": "screw"}, "/number"),
        ({"what": "material", "text": "b"}, "/part"),
        ({"what": "wrong", "text": "  "}, "/text"),
        ({"what": "wrong", "text": "x", "hand": "Nobody"}, "/hand"),
    ],
)
def test_what_says_nothing_is_refused_at_its_field(
    api: httpx.Client, piece: dict[str, Any], what: dict[str, Any], pointer: str
) -> None:
    answer = put_down(api, piece, **what)
    assert answer.status_code == 422 and answer.json()["errors"][0]["pointer"] == pointer
    assert put_down(api, piece, what="photo", photo="0" * 64).status_code == 404, "a photograph that is none"


def test_a_note_can_be_taken_back_and_sent_twice_stands_once(api: httpx.Client, piece: dict[str, Any]) -> None:
    url = f"/api/pieces/{piece['id']}/noted"
    body = {"id": str(uuid.uuid4()), "what": "wrong", "text": "slip"}
    assert api.post(url, json=body).status_code == api.post(url, json=body).status_code == 201
    assert [n["text"] for n in api.get(url).json()] == ["slip"]
    assert api.delete(f"{url}/{body['id']}").status_code == 204 and api.get(url).json() == []
    assert api.delete(f"{url}/{body['id']}").status_code == 404


def test_all_of_them_are_taken_away_as_csv_and_json(api: httpx.Client, piece: dict[str, Any]) -> None:
    put_down(api, piece, what="wrong", text="=cmd, a formula")
    put_down(api, piece, what="count", part="screw", number=14)
    key = hand_over(api, piece)["id"]
    rows = list(csv.DictReader(io.StringIO(api.get("/api/records.csv").text)))
    mine = [r for r in rows if r["record"] == key]
    assert {r["what"] for r in mine} >= {"time", "went wrong", "counted", "count"}
    assert next(r for r in mine if r["what"] == "went wrong")["words"] == "'=cmd, a formula"
    counted = next(r for r in mine if r["what"] == "count")
    assert (counted["planned"], counted["as_built"]) != ("", "") and float(counted["as_built"]) == 14
    everything = api.get("/api/records.json").json()
    assert next(r for r in everything if r["id"] == key)["piece"]["format"] == "shadbo.piece/1"


def test_paper_says_what_it_is_and_how_it_is_undone(api: httpx.Client, piece: dict[str, Any]) -> None:
    picture = api.post("/api/pictures", headers=FILE, params={"name": "front.png"}, content=png()).json()["sha256"]
    put_down(api, piece, what="photo", photo=picture, text="Front & <back>")
    key = hand_over(api, piece, hand="Tove", note="Ring us if it leans")["id"]
    told = record(api, key)

    def text(sheet: str, paper: str) -> str:
        pdf = api.get(f"/api/records/{key}/{sheet}.pdf", params={"paper": paper})
        assert pdf.headers["content-type"] == "application/pdf"
        return " ".join(" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(pdf.content)).pages)

    sheet = text("hand-over", "A4")
    for said in (told["name"], told["method"], "What touches it", "How to care for it", "Ring us if it leans", "Framed by Tove"):
        assert said in sheet
    for care in told["care"]:
        assert care[:30] in sheet
    built = text("record", "Letter")
    assert told["seal"] in built.replace(" ", "") and "Front & <back>" in built
    assert api.get(f"/api/records/{uuid.uuid4()}/record.pdf").status_code == 404


@pytest.mark.parametrize(
    ("body", "pointer"),
    [({"tool": "glass"}, "/tool"), ({"kind": "no such work"}, "/kind"), ({"kind": ""}, "/kind"), ({"tool": "rasp"}, "/tool")],
)
def test_what_too_few_readings_tell_is_not_taken_over(api: httpx.Client, body: dict[str, Any], pointer: str) -> None:
    """The demo’s glass was read six times; of other work nothing is known."""
    answer = api.post("/api/hands", json=body)
    assert answer.status_code == 422 and answer.json()["errors"][0]["pointer"] == pointer


def test_a_time_that_is_taken_over_is_what_the_days_go_by_and_typed_hours_keep_it(api: httpx.Client) -> None:
    told = api.get("/api/hands").json()
    glue = next(t for t in told["times"] if t["kind"] == "glue")
    assert (glue["now_add"], glue["now_times"]) == (0, 1)
    try:
        after = next(t for t in api.post("/api/hands", json={"kind": "glue"}).json()["times"] if t["kind"] == "glue")
        assert (after["now_add"], after["now_times"]) == (glue["add"], glue["times"])
        working = api.get("/api/working").json()
        kept = {
            k: working[k]
            for k in ("version", "zone", "hands", "week", "shut", "also", "places", "dust_apart", "leads", "suppliers")
        }
        assert api.put("/api/working", json=kept).status_code == 200
        again = next(t for t in api.get("/api/hands").json()["times"] if t["kind"] == "glue")
        assert again["now_times"] == glue["times"]
    finally:
        back = next(t for t in api.post("/api/hands", json={"kind": "glue", "back": True}).json()["times"] if t["kind"] == "glue")
    assert (back["now_add"], back["now_times"]) == (0, 1)


def test_the_next_is_made_as_that_one_was_to_be_not_as_it_came_out(api: httpx.Client) -> None:
    """A frame 4 mm too narrow, gone on from as it was: its record says so, and the next one’s frame is made anew."""
    made = api.post("/api/pieces", json={**CANVAS, "name": f"Narrow {uuid.uuid4().hex[:6]}"}).json()
    url = f"/api/pieces/{made['id']}"
    inside = made["plan"]["figures"]
    planned = {side: float(inside[f"frame.inside.{side}"]["mm"]) for side in ("width", "height")}
    readings = {"width": f"{planned['width'] - 4:g}", "height": f"{planned['height']:g}"}
    judged = api.post(f"{url}/operations/inside/read", json={"readings": readings}).json()
    assert not judged["fine"] and judged["edits"]
    version = api.get(f"{url}/version").json()["version"]
    assert api.post(f"{url}/edits", json={"version": version, "edits": judged["edits"]}).status_code == 200
    frame = api.get(f"{url}/piece.json").json()["display"]["frame"]
    assert frame["make"] == "bought"
    key = hand_over(api, made)["id"]
    told = record(api, key)
    width = next(line for r in told["readings"] for line in r["lines"] if "width" in line["label"].lower())
    assert not width["fine"] and float(width["off"]["mm"]) == 4 and width["off"]["minus"]
    new = api.post(f"/api/records/{key}/again", json={"id": str(uuid.uuid4()), "name": "Narrow, the next"}).json()["id"]
    begun = api.get(f"/api/pieces/{new}/piece.json").json()
    assert begun["display"]["frame"]["make"] == "new"
    assert "cut" in {s["key"] for s in api.get(f"/api/pieces/{new}/bench").json()["steps"]}
    api.post(f"/api/pieces/{new}/archive", json={"archived": True})
