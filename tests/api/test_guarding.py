"""Whose page writes, in what form, and how large: everything else is refused with a problem document, and soon."""

from __future__ import annotations

import socket
import time
from concurrent.futures import ThreadPoolExecutor, wait
from json import dumps
from typing import Any

import httpx
import pytest

from shadbo.exports.pieces import to_json
from shadbo.service.serving import Server
from tests.conftest import FILE, document

EVERY = [
    ("get", "/api/nothing"),
    ("get", "/api/pieces/00000000-0000-4000-8000-000000000000"),
    ("delete", "/api/pieces"),
    ("patch", "/api/shop"),
    ("get", "/api/pieces/no-id"),
]


def problem(answer: httpx.Response, status: int) -> dict[str, Any]:
    assert answer.status_code == status, answer.text
    assert answer.headers["content-type"].startswith("application/problem+json")
    told: dict[str, Any] = answer.json()
    assert told["status"] == status and told["title"]
    return told


@pytest.mark.parametrize(
    "sent",
    [{"Origin": "http://elsewhere.example"}, {"Origin": "null"}, {"Sec-Fetch-Site": "cross-site"}, {"Sec-Fetch-Site": "same-site"}],
)
def test_a_page_of_another_site_writes_nothing(api: httpx.Client, sent: dict[str, str]) -> None:
    before = len(api.get("/api/pieces").json()["rows"])
    problem(api.post("/api/pieces/import", headers=sent, content=to_json(document())), 403)
    # What a form or a no-cors fetch can send without asking is no JSON; not even with nothing to tell where it came from.
    for kind in ("text/plain", "application/x-www-form-urlencoded", "multipart/form-data", ""):
        problem(api.post("/api/pieces/import", headers={"Content-Type": kind}, content=to_json(document())), 415)
    assert len(api.get("/api/pieces").json()["rows"]) == before


def test_its_own_page_writes(api: httpx.Client, server: Server) -> None:
    own = {"Origin": server.base, "Sec-Fetch-Site": "same-origin"}
    assert api.post("/api/pieces/import", headers=own, content=to_json(document())).status_code == 201


def test_a_copy_and_a_picture_name_their_form_too(api: httpx.Client) -> None:
    piece = api.get("/api/pieces").json()["rows"][0]["id"]
    problem(api.post(f"/api/pieces/{piece}/copy", headers={"Content-Type": "text/plain"}), 415)
    problem(api.post("/api/pictures?name=a.png", headers={"Content-Type": "text/plain"}, content=b"x"), 415)


def test_answers_tell_the_browser_what_it_may_do(api: httpx.Client) -> None:
    for path in ("/", "/api/health", "/api/nothing"):
        headers = api.get(path).headers
        policy = dict(part.strip().split(" ", 1) for part in headers["content-security-policy"].split(";"))
        assert policy["script-src"] == "'self'" and policy["frame-ancestors"] == "'none'"
        assert headers["x-content-type-options"] == "nosniff"


@pytest.mark.parametrize(("method", "path"), EVERY)
def test_every_error_is_a_problem_document(api: httpx.Client, method: str, path: str) -> None:
    answer = api.request(method, path)
    told = problem(answer, answer.status_code)
    assert told["status"] in (404, 405, 422)
    assert (told["status"] == 405) == ("allow" in answer.headers)


def test_a_host_nobody_named_and_a_body_too_large_are_told_alike(api: httpx.Client) -> None:
    problem(api.get("/api/health", headers={"Host": "elsewhere.example"}), 400)
    problem(api.post("/api/pieces/import", content=b"x" * 3_000_000), 413)


@pytest.mark.parametrize("text", ["a\x00b", "half \ud83d of one"])
def test_texts_that_cant_be_written_down(api: httpx.Client, text: str) -> None:
    problem(api.post("/api/pieces", content=dumps({"start": "floater", "name": text, "sizes": {}})), 422)
    piece = api.post("/api/pieces/import", json=document()).json()
    edits = [{"op": "write", "pointer": "/note", "text": text}]
    problem(api.post(f"/api/pieces/{piece['id']}/edits", content=dumps({"version": piece["version"], "edits": edits})), 422)
    problem(api.post("/api/pieces/import", content=dumps(document() | {"name": text})), 422)


def test_a_search_for_what_can_be_in_no_name(api: httpx.Client) -> None:
    assert api.get("/api/pieces", params={"q": "a\x00b"}).status_code in (200, 422)


@pytest.mark.parametrize("number", [2**31, -1, 2**63, 10**30])
def test_versions_and_states_beyond_what_is_counted(api: httpx.Client, number: int) -> None:
    piece = api.post("/api/pieces/import", json=document()).json()
    problem(api.post(f"/api/pieces/{piece['id']}/undo", json={"version": number}), 422)
    answer = api.post(f"/api/pieces/{piece['id']}/restore", json={"version": 1, "state": number})
    problem(answer, 404 if number == 2**31 else 422)


@pytest.mark.parametrize("number", ["1e20000000", "-1e20000000", "600." + "3" * 8000, "9" * 4000, "1e-20000000", "9" * 6000])
def test_a_number_nobody_could_measure_is_refused_at_once(api: httpx.Client, number: str) -> None:
    """Such a number held everybody up for half a minute: its digits are counted before it is reckoned with."""
    text = to_json(document()).replace('"mm": 600', f'"mm": {number}')
    begun = time.monotonic()
    problem(api.post("/api/pieces/import", content=text), 422)
    assert time.monotonic() - begun < 5


NESTED = "".join(f'<g id="g{i}">' + f'<use href="#g{i + 1}"/>' * 2 + "</g>" for i in range(24))
SVG = '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">{}</svg>'
HEAVY = {
    "copies of copies": SVG.format(f'<defs>{NESTED}<path id="g24" d="M0 0h9v9z"/></defs><use href="#g0"/>'),
    "a copy of itself": SVG.format('<g id="a"><use href="#a"/></g>'),
    "deep": SVG.format("<g>" * 3000 + "</g>" * 3000),
    "long curves": SVG.format(f'<path d="M0 0{"C1e6 9e6 9e6 1e6 0 9e6" * 600}z"/>'),
}


@pytest.mark.parametrize("name", HEAVY)
def test_a_drawing_that_would_take_minutes_freezes_nobody(api: httpx.Client, name: str) -> None:
    """Others are answered meanwhile, and the drawing itself is told about soon. Bounds of the process, not of this machine's speed."""
    with ThreadPoolExecutor(1) as hands:
        sent = hands.submit(api.post, "/api/outlines", params={"name": "a.svg"}, headers=FILE, content=HEAVY[name].encode())
        waits = []
        # Asked now and then: who asks without a pause takes the time away from the drawing, which is read at the lowest priority.
        while not wait([sent], timeout=0.2).done:
            begun = time.monotonic()
            assert api.get("/api/health").status_code == 200
            waits.append(time.monotonic() - begun)
        answer = sent.result()
    assert answer.status_code in (200, 422), answer.text
    assert max(waits, default=0) < 10


def test_somebody_who_hangs_up_is_no_fault(server: Server, api: httpx.Client) -> None:
    with socket.create_connection(("127.0.0.1", server.port)) as line:
        line.sendall(
            b"POST /api/pictures?name=a.png HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: image/png\r\nContent-Length: 90000\r\n\r\nabc"
        )
    assert api.get("/api/health").status_code == 200
