"""The API on the real PostgreSQL: saving, undo, two people, bad input. Nothing typed is lost, nothing half-saved."""

from __future__ import annotations

import json
import uuid
from typing import Any

import httpx
import pytest

from shadbo.service.serving import Server
from tests.conftest import document

GAP = "/display/frame/gap"


def take_in(api: httpx.Client, **more: Any) -> dict[str, Any]:
    answer = api.post("/api/pieces/import", json=document(**more))
    assert answer.status_code == 201, answer.text
    return dict(answer.json())


def type_in(api: httpx.Client, piece: dict[str, Any], pointer: str, text: str, unit: str = "mm", **more: Any) -> httpx.Response:
    body = {"version": piece["version"], "edits": [{"op": "type", "pointer": pointer, "text": text, "unit": unit}], **more}
    return api.post(f"/api/pieces/{piece['id']}/edits", json=body)


def gap_of(piece: dict[str, Any]) -> str:
    return str(piece["plan"]["figures"]["gap.planned"]["mm"])


def problem(answer: httpx.Response, status: int) -> dict[str, Any]:
    assert answer.status_code == status, answer.text
    assert answer.headers["content-type"] == "application/problem+json"
    body: dict[str, Any] = answer.json()
    assert body["status"] == status and body["title"]
    return body


def test_the_demo_shop_is_in_the_rack(api: httpx.Client) -> None:
    cards = {r["name"]: r["card"] for r in api.get("/api/pieces").json()["rows"]}
    assert {"Start line, dawn", "The long climb", "Peloton in rain"} <= set(cards)
    assert cards["Start line, dawn"]["blocked"] is None and cards["Start line, dawn"]["cautions"] == 0
    assert cards["The long climb"]["units"] == "in" and cards["The long climb"]["cautions"] == 1
    assert cards["Peloton in rain"]["blocked"] and cards["Peloton in rain"]["stage"] == "Depth"


def test_an_edit_is_saved_planned_and_still_there(api: httpx.Client) -> None:
    piece = take_in(api)
    saved = type_in(api, piece, GAP, "1/4 in").json()
    assert saved["version"] == piece["version"] + 1
    assert gap_of(saved) == "6.35"
    assert gap_of(api.get(f"/api/pieces/{piece['id']}").json()) == "6.35"


def test_exactly_what_was_typed_comes_back(api: httpx.Client) -> None:
    """1/64 in is 0.396875 mm: through JSON, PostgreSQL and back without a digit lost."""
    piece = take_in(api)
    saved = type_in(api, piece, "/object/width/top/0", "23 39/64", "in").json()
    assert saved["plan"]["figures"]["canvas.width.top"]["mm"] == "599.678125"
    filed = json.loads(api.get(f"/api/pieces/{piece['id']}/piece.json").text, parse_float=str)
    assert filed["object"]["width"]["top"][0]["mm"] == "599.678125"


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "is needed"),
        ("wide", "not part"),
        ("-4", "negative"),
        ("9 m", "too large"),
        ("NaN", "not part"),
        ("1e9", "not part"),
        ("9" * 400, "characters long"),
    ],
)
def test_bad_lengths_are_refused_at_the_field_and_nothing_changes(api: httpx.Client, text: str, says: str) -> None:
    piece = take_in(api)
    body = problem(type_in(api, piece, GAP, text), 422)
    (fault,) = body["errors"]
    assert fault["pointer"] == GAP and fault["field"] == "Gap" and fault["value"] == text and says in fault["message"]
    assert fault["accepted"]
    again = api.get(f"/api/pieces/{piece['id']}").json()
    assert again["version"] == piece["version"]


def test_undo_and_redo_anything(api: httpx.Client) -> None:
    piece = take_in(api)
    url = f"/api/pieces/{piece['id']}"
    one = type_in(api, piece, GAP, "8").json()
    two = api.post(
        f"{url}/edits", json={"version": one["version"], "edits": [{"op": "choose", "choice": "moulding", "option": "maple-30x70"}]}
    ).json()
    assert two["undo"] == "Rail"
    back = api.post(f"{url}/undo", json={"version": two["version"]}).json()
    assert back["plan"]["figures"]["rail.face"]["mm"] == "20" and gap_of(back) == "8" and back["redo"] == "Rail"
    first = api.post(f"{url}/undo", json={"version": back["version"]}).json()
    assert gap_of(first) == "6" and first["undo"] is None
    problem(api.post(f"{url}/undo", json={"version": first["version"]}), 409)
    for expected in ("8", "8"):
        first = api.post(f"{url}/redo", json={"version": first["version"]}).json()
        assert gap_of(first) == expected
    assert first["plan"]["figures"]["rail.face"]["mm"] == "30"
    problem(api.post(f"{url}/redo", json={"version": first["version"]}), 409)


def test_every_state_can_be_got_back_even_after_an_undo_was_written_over(api: httpx.Client) -> None:
    piece = take_in(api)
    url = f"/api/pieces/{piece['id']}"
    eight = type_in(api, piece, GAP, "8").json()
    undone = api.post(f"{url}/undo", json={"version": eight["version"]}).json()
    nine = type_in(api, undone, GAP, "9").json()
    states = api.get(f"{url}/history").json()
    assert [s["change"] for s in states] == ["Gap", "Gap", "Read in from a file"]
    assert [s["current"] for s in states] == [True, False, False]
    restored = api.post(f"{url}/restore", json={"version": nine["version"], "state": states[1]["state"]}).json()
    assert gap_of(restored) == "8"
    problem(api.post(f"{url}/restore", json={"version": restored["version"], "state": 10**9}), 404)


def test_typing_that_goes_on_is_undone_as_one(api: httpx.Client) -> None:
    piece = take_in(api)
    one = type_in(api, piece, GAP, "1").json()
    twelve = type_in(api, one, GAP, "12", goes_on=True).json()
    assert gap_of(twelve) == "12"
    undone = api.post(f"/api/pieces/{piece['id']}/undo", json={"version": twelve["version"]}).json()
    assert gap_of(undone) == "6"


def test_saving_over_somebody_else_is_refused_and_shows_both(api: httpx.Client) -> None:
    piece = take_in(api)
    theirs = type_in(api, piece, GAP, "8").json()
    body = problem(type_in(api, piece, GAP, "10"), 409)
    assert body["version"] == theirs["version"]
    (gap,) = body["differences"]
    assert (gap["label"], gap["before"], gap["theirs"], gap["yours"], gap["both"]) == ("Gap", "6 mm", "8 mm", "10 mm", True)
    assert gap_of(api.get(f"/api/pieces/{piece['id']}").json()) == "8"


def test_a_preview_saves_nothing_and_says_what_would_change(api: httpx.Client) -> None:
    piece = take_in(api, frame={"make": "new", "moulding": "ash-18x45"})
    url = f"/api/pieces/{piece['id']}"
    seen = api.post(f"{url}/preview", json={"edits": [{"op": "way_out", "check": "reveal.impossible", "index": 0}]}).json()
    assert {c["figure"] for c in seen["changes"]} >= {"depth.lift", "frame.outside.width"}
    assert len(seen["mended"]) == 1 and seen["brought"] == []
    assert api.get(url).json()["version"] == piece["version"]
    typed = api.post(f"{url}/preview", json={"edits": [{"op": "type", "pointer": GAP, "text": "1/4+", "unit": "in"}]}).json()
    assert typed["read"]["shown"]["inch"] == {"whole": 0, "num": 9, "den": 32}
    assert typed["read"]["give"]["inch"] == {"whole": 0, "num": 1, "den": 32}


def test_a_way_out_is_applied_and_undone(api: httpx.Client) -> None:
    piece = take_in(api, frame={"make": "new", "moulding": "ash-18x45"})
    url = f"/api/pieces/{piece['id']}"
    mended = api.post(
        f"{url}/edits", json={"version": 1, "edits": [{"op": "way_out", "check": "reveal.impossible", "index": 0}]}
    ).json()
    assert mended["plan"]["settled"]
    assert not api.post(f"{url}/undo", json={"version": mended["version"]}).json()["plan"]["settled"]
    problem(
        api.post(
            f"{url}/edits", json={"version": mended["version"] + 1, "edits": [{"op": "way_out", "check": "gone", "index": 0}]}
        ),
        422,
    )


def test_a_figure_opens_to_its_sum(api: httpx.Client) -> None:
    piece = take_in(api)
    opened = api.get(f"/api/pieces/{piece['id']}/figures/frame.outside.width").json()
    assert [(r["times"], r["label"], r["amount"]["mm"]) for r in opened["rows"]] == [
        ("", "Inside width", "612"),
        ("+ 2 ×", "Face", "40"),
    ]
    assert opened["rows"][0]["figure"] == "frame.inside.width"
    per = {d["label"]: d["per"] for d in opened["depends"]}
    assert per["Gap a side"] == "2" and per["Face"] == "2"
    assert api.get(f"/api/pieces/{piece['id']}/figures/screw.count").json()["figure"]["count"] == 12
    problem(api.get(f"/api/pieces/{piece['id']}/figures/no.such"), 404)


def test_i_get_names_the_slip(api: httpx.Client) -> None:
    piece = take_in(api)
    url = f"/api/pieces/{piece['id']}/figures/frame.outside.width/compare"
    slip = api.post(url, json={"text": "632", "unit": "mm"}).json()
    assert not slip["agrees"] and slip["slips"][0]["sentence"] == "face counted once instead of twice"
    assert api.post(url, json={"text": "25 11/16", "unit": "in"}).json()["agrees"], "652 mm is 25 43/64 in: the nearest sixteenth"
    assert problem(api.post(url, json={"text": "lots", "unit": "mm"}), 422)["errors"][0]["field"] == "Your number"
    # A sum with what it comes to: the result is held against the sum as it is written, and against the figure.
    right = api.post(url, json={"text": "600 + 2*6 + 2*20 = 652", "unit": "mm"}).json()
    assert right["agrees"] and right["makes"] is None
    wrong = api.post(url, json={"text": "600 + 2*6 + 2*20 = 650", "unit": "mm"}).json()
    assert not wrong["agrees"] and wrong["makes"]["mm"] == "652"


def test_copy_archive_search_rename(api: httpx.Client) -> None:
    piece = take_in(api)
    name = f"Canvas {uuid.uuid4().hex[:8]}"
    named = api.post(
        f"/api/pieces/{piece['id']}/edits", json={"version": 1, "edits": [{"op": "write", "pointer": "/name", "text": name}]}
    ).json()
    assert named["name"] == name
    copy = api.post(f"/api/pieces/{piece['id']}/copy").json()
    assert copy["name"] == f"{name} (copy)" and copy["id"] != piece["id"] and copy["undo"] is None
    assert {c["id"] for c in api.get("/api/pieces", params={"q": name.upper()}).json()["rows"]} == {piece["id"], copy["id"]}
    assert api.post(f"/api/pieces/{copy['id']}/archive", json={"archived": True}).json()["archived"]
    assert {c["id"] for c in api.get("/api/pieces", params={"q": name}).json()["rows"]} == {piece["id"]}
    assert {c["id"] for c in api.get("/api/pieces", params={"q": name, "archived": True}).json()["rows"]} == {copy["id"]}
    assert api.get("/api/pieces", params={"q": "100%_\\'"}).json()["rows"] == []


def test_a_new_piece_from_its_sizes(api: httpx.Client) -> None:
    sizes = {"width": "24", "height": "18 1/4-", "depth": "1 1/2"}
    piece = api.post("/api/pieces", json={"start": "canvas", "name": "New", "owner": "", "units": "in", "sizes": sizes}).json()
    assert piece["units"] == "in"
    assert piece["plan"]["figures"]["frame.inside.width"]["mm"] == "622.3", "24 in and a quarter a side"
    assert not [c for c in piece["plan"]["checks"] if c["severity"] == "stop"]


def test_a_new_piece_says_what_is_wrong_at_every_field(api: httpx.Client) -> None:
    sizes = {"width": "wide", "height": "", "depth": "9 m"}
    body = problem(api.post("/api/pieces", json={"start": "canvas", "name": " ", "units": "mm", "sizes": sizes}), 422)
    assert {e["pointer"] for e in body["errors"]} == {"/sizes/width", "/sizes/height", "/sizes/depth"}
    assert (
        problem(api.post("/api/pieces", json={"start": "spaceship", "name": "x", "sizes": {}}), 422)["errors"][0]["value"]
        == "spaceship"
    )


def test_without_a_name_it_is_called_what_it_is(api: httpx.Client) -> None:
    start = next(s for s in api.get("/api/starts").json() if s["key"] == "canvas")
    sizes = {"width": "600 x 450", "depth": "20"}
    piece = api.post("/api/pieces", json={"start": "canvas", "name": " ", "owner": "", "units": "mm", "sizes": sizes}).json()
    assert piece["name"] == start["called"] and not start["called"].startswith("A ")


def test_a_frame_already_there_is_taken_in(api: httpx.Client) -> None:
    sizes = {
        "width": "600",
        "height": "450",
        "depth": "38",
        "inside_width": "612",
        "inside_height": "466",
        "face": "20",
        "moulding_depth": "50",
        "seat_thickness": "6",
        "seat_width": "32",
    }
    piece = api.post("/api/pieces", json={"start": "canvas_and_frame", "name": "Bought", "units": "mm", "sizes": sizes}).json()
    assert piece["plan"]["figures"]["gap.difference"]["mm"] == "2"


@pytest.mark.parametrize(
    ("body", "pointer", "says"),
    [
        (b"{", "", "not JSON"),
        (b"[]", "", "not a piece"),
        (b'{"format": "shadbo.piece/9"}', "/format", "later Shadbo"),
        (b'{"format": "shadbo.piece/1", "name": NaN}', "", "not JSON"),
        (b"\xff\xfe", "", "UTF-8"),
        (b"[" * 100_000, "", "nested"),
        (b'{"a": "' + b"x" * 600_000 + b'"}', "", "too large"),
    ],
)
def test_bad_files_are_refused(api: httpx.Client, body: bytes, pointer: str, says: str) -> None:
    answer = problem(api.post("/api/pieces/import", content=body, headers={"content-type": "application/json"}), 422)
    assert says in answer["errors"][0]["message"] and answer["errors"][0]["pointer"] == pointer


def test_a_huge_body_is_stopped_while_it_comes(api: httpx.Client) -> None:
    assert api.post("/api/pieces/import", content=b"x" * 3_000_000).status_code == 413


def test_what_is_not_there_is_said_so(api: httpx.Client) -> None:
    nobody = uuid.uuid4()
    for path in ("", "/history", "/piece.json", "/cuts.csv", "/sheet.pdf", "/face.svg", "/figures/gap.planned"):
        problem(api.get(f"/api/pieces/{nobody}{path}"), 404)
    problem(api.get("/api/nothing"), 404)
    problem(api.get("/api/pieces/not-an-id"), 422)
    problem(api.post(f"/api/pieces/{nobody}/edits", json={"version": 1, "edits": []}), 422)


def test_a_stranger_s_host_name_is_not_served(api: httpx.Client) -> None:
    assert api.get("/api/pieces", headers={"host": "elsewhere.example"}).status_code == 400


def test_shop_settings_change_every_plan_and_bad_ones_nothing(api: httpx.Client) -> None:
    before = api.get("/api/shop").json()
    wanted = {k: before[k] for k in ("inch_parts", "tape_mm", "tape_in", "saw", "kerf")}
    try:
        assert api.put("/api/shop", json=wanted | {"inch_parts": 64, "kerf": "1/8 in"}).json()["kerf"] == "3.175 mm"
        piece = take_in(api)
        assert piece["plan"]["figures"]["frame.outside.width"]["shown"]["inch"]["den"] == 64
        assert problem(api.put("/api/shop", json=wanted | {"saw": "sharp", "tape_mm": "40"}), 422)["errors"][1]["pointer"] == "/saw"
        problem(api.put("/api/shop", json=wanted | {"inch_parts": 7}), 422)
        problem(api.put("/api/shop", json=wanted | {"practice": "hasty"}), 422)
        assert (
            api.put("/api/shop", json=wanted | {"kerf": "1/8 in", "practice": "conservation"}).json()["practice"] == "conservation"
        )
        sizes = {"width": "600", "height": "450", "depth": "18"}
        begun = api.post("/api/pieces", json={"start": "canvas", "name": "By the school", "units": "mm", "sizes": sizes})
        assert begun.status_code == 201 and begun.json()["practice"] == "conservation"
        assert api.get("/api/shop").json()["kerf"] == "3.175 mm"
    finally:
        assert api.put("/api/shop", json=wanted).status_code == 200


def test_of_two_who_change_the_shop_the_second_is_told(api: httpx.Client) -> None:
    before = api.get("/api/shop").json()
    wanted = {k: before[k] for k in ("mark", "inch_parts", "tape_mm", "tape_in", "saw", "kerf", "practice")}
    try:
        theirs = api.put("/api/shop", json=wanted | {"kerf": "2 mm"})
        assert theirs.status_code == 200 and theirs.json()["mark"] != before["mark"]
        problem(api.put("/api/shop", json=wanted | {"saw": "1 mm"}), 409)
        assert api.get("/api/shop").json()["kerf"] == "2 mm"
        mine = api.put("/api/shop", json=wanted | {"mark": theirs.json()["mark"], "saw": "1 mm"}).json()
        assert (mine["kerf"], mine["saw"], mine["name"], mine["units"]) == ("3 mm", "1 mm", before["name"], before["units"])
    finally:
        assert api.put("/api/shop", json=wanted | {"mark": None}).status_code == 200
    for name in ("", "n" * 200):
        problem(api.put("/api/shop", json=wanted | {"name": name}), 422)


def test_work_is_there_after_the_server_was_killed(server: Server) -> None:
    with httpx.Client(base_url=server.base, timeout=60) as api:
        piece = type_in(api, take_in(api), GAP, "7.5").json()
    server.kill()
    server.start()
    with httpx.Client(base_url=server.base, timeout=60) as api:
        assert gap_of(api.get(f"/api/pieces/{piece['id']}").json()) == "7.5"


def test_words_choices_and_things_are_told_too_where_two_saves_part(api: httpx.Client) -> None:
    piece = take_in(api)
    url = f"/api/pieces/{piece['id']}/edits"
    write = {"op": "write", "pointer": "/note", "text": "theirs"}
    api.post(url, json={"version": piece["version"], "edits": [write]})
    mine = [
        write | {"text": "mine"},
        {"op": "choose", "choice": "moulding", "option": "maple-30x70"},
        write | {"pointer": "/owner", "text": "K."},
    ]
    body = problem(api.post(url, json={"version": piece["version"], "edits": mine}), 409)
    told = {d["label"]: d for d in body["differences"]}
    assert (told["Note"]["theirs"], told["Note"]["yours"], told["Note"]["both"]) == ("theirs", "mine", True)
    assert told["Rail"]["yours"] == "maple-30x70" and not told["Rail"]["both"] and told["Rail"]["edit"] == 1
    assert told["Owner"]["yours"] == "K." and told["Owner"]["edit"] == 2


def test_what_is_sent_again_because_its_answer_was_lost_is_not_done_twice(api: httpx.Client) -> None:
    piece = take_in(api)
    url = f"/api/pieces/{piece['id']}"
    nudge = {
        "version": piece["version"],
        "id": str(uuid.uuid4()),
        "edits": [{"op": "nudge", "pointer": GAP, "steps": 1, "coarse": True, "unit": "mm"}],
    }
    once = api.post(f"{url}/edits", json=nudge).json()
    assert gap_of(once) == "16"
    # Somebody saves meanwhile; what was sent is known all the same, and nothing of theirs is undone.
    theirs = api.post(
        f"{url}/edits", json={"version": once["version"], "edits": [{"op": "write", "pointer": "/note", "text": "theirs"}]}
    ).json()
    again = api.post(f"{url}/edits", json=nudge).json()
    assert (gap_of(again), again["note"], again["version"]) == ("16", "theirs", theirs["version"])
    # Another save on the same ground is a conflict as ever.
    problem(api.post(f"{url}/edits", json=nudge | {"id": str(uuid.uuid4())}), 409)
    step = {"version": again["version"], "id": str(uuid.uuid4())}
    back = api.post(f"{url}/undo", json=step).json()
    assert back["note"] == "" and api.post(f"{url}/undo", json=step).json()["version"] == back["version"]


def test_a_piece_taken_in_twice_under_one_id_is_one_piece(api: httpx.Client) -> None:
    new = {
        "id": str(uuid.uuid4()),
        "start": "canvas",
        "name": "Pressed twice",
        "units": "mm",
        "sizes": {"width": "600", "height": "400", "depth": "19"},
    }
    first, second = (api.post("/api/pieces", json=new) for _ in range(2))
    assert first.status_code == second.status_code == 201 and first.json()["id"] == second.json()["id"] == new["id"]
    assert api.get("/api/pieces?q=Pressed twice").json()["total"] == 1


def test_two_saves_at_once_one_wins(server: Server) -> None:
    from concurrent.futures import ThreadPoolExecutor

    with httpx.Client(base_url=server.base, timeout=60) as api:
        piece = take_in(api)

        def save(gap: int) -> int:
            with httpx.Client(base_url=server.base, timeout=60) as mine:
                return type_in(mine, piece, GAP, str(gap)).status_code

        with ThreadPoolExecutor(6) as pool:
            codes = sorted(pool.map(save, range(7, 13)))
        assert codes == [200, 409, 409, 409, 409, 409]
        assert len(api.get(f"/api/pieces/{piece['id']}/history").json()) == 2


def test_ones_own_way_is_offered_for_the_next_of_its_kind(api: httpx.Client) -> None:
    first, second, third = (take_in(api) for _ in range(3))

    def edit(piece: dict[str, Any], *edits: dict[str, Any]) -> dict[str, Any]:
        answer = api.post(f"/api/pieces/{piece['id']}/edits", json={"version": piece["version"], "edits": list(edits)})
        assert answer.status_code == 200, answer.text
        return dict(answer.json())

    def offered(piece: dict[str, Any]) -> dict[str, Any]:
        (last,) = api.get(f"/api/pieces/{piece['id']}/own-way").json()
        return dict(last)

    named = {"op": "write", "pointer": "/name", "text": "First of them"}
    title = {"op": "write", "pointer": "/way/steps/0/title", "text": "Wash it"}
    edit(first, named, {"op": "act", "action": "way.measure.add"}, title)
    last = offered(second)
    assert last["name"] == "First of them" and last["way"]["steps"][0]["title"] == "Wash it"
    taken = edit(second, {"op": "own_way", "way": last["way"]})
    steps = [s["key"] for s in taken["plan"]["steps"]]
    assert steps.index("own.1") == steps.index("measure") + 1
    # What it is offered from is the last of its kind; of another kind there is none.
    assert offered(third)["piece"] == second["id"]
