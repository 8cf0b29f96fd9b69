"""Picture files and prints over the web, on the real server."""

from __future__ import annotations

import io
import time
from typing import Any

import httpx
import numpy as np
import pytest
from PIL import Image

from shadbo.service.serving import Server
from tests.conftest import FILE
from tests.core.things import rolled
from tests.exports.test_wrapping import bomb, mirrored, png

RNG = np.random.default_rng(3)


def picture(width: int = 240, height: int = 360, kind: str = "PNG") -> bytes:
    out = io.BytesIO()
    Image.fromarray(RNG.integers(0, 256, (height, width, 3), dtype=np.uint8)).save(out, kind)
    return out.getvalue()


def hand_in(api: httpx.Client, content: bytes, name: str = "road.png") -> httpx.Response:
    return api.post("/api/pictures", headers=FILE, params={"name": name}, content=content)


@pytest.fixture
def canvas(api: httpx.Client) -> dict[str, Any]:
    document = {
        "format": "shadbo.piece/1",
        "name": "To stretch",
        "object": rolled(684, 984, wrap_printed=42, spare=48),
        "display": {"type": "stretcher", "bar": "pine-38x45"},
    }
    made: dict[str, Any] = api.post("/api/pieces/import", json=document).json()
    return made


def take(api: httpx.Client, piece: dict[str, Any], file: dict[str, Any] | None) -> httpx.Response:
    return api.post(
        f"/api/pieces/{piece['id']}/edits", json={"version": piece["version"], "edits": [{"op": "picture", "file": file}]}
    )


def wait_for(api: httpx.Client, print_id: str) -> dict[str, Any]:
    deadline = time.monotonic() + 120
    while time.monotonic() < deadline:
        told: dict[str, Any] = api.get(f"/api/prints/{print_id}").json()
        if told["ready"] or told["trouble"]:
            return told
        time.sleep(0.1)
    raise TimeoutError


def test_from_the_file_to_the_print(api: httpx.Client, canvas: dict[str, Any]) -> None:
    content = picture()
    answer = hand_in(api, content)
    assert answer.status_code == 201
    file = answer.json()
    assert (file["width"], file["height"], file["media"]) == (240, 360, "image/png")
    assert hand_in(api, content).json()["sha256"] == file["sha256"], "the same file is kept once"

    piece = take(api, canvas, file).json()
    assert piece["undo"] == "Picture file"
    assert piece["plan"]["figures"]["file.dpi"]["quantity"]["mm"] == "10 dpi"
    shape = next(s for v in piece["plan"]["views"] if v["key"] == "face" for s in v["shapes"] if s["kind"] == "picture")
    seen = api.get(f"/api/pictures/{shape['text']}")
    assert seen.status_code == 200 and Image.open(io.BytesIO(seen.content)).size == (240, 360)

    started = api.post(f"/api/pieces/{piece['id']}/print")
    assert started.status_code == 202 and started.json()["ready"] is False
    told = wait_for(api, started.json()["id"])
    assert told["ready"] and told["done"] == 100
    got = api.get(f"/api/prints/{told['id']}/file")
    assert "attachment" in got.headers["content-disposition"] and got.headers["content-type"] == "image/png"
    out = np.asarray(Image.open(io.BytesIO(got.content)))
    # 600 mm of face on 240 pixels: the wrap of 42 mm is 17 of them, the margin 12 mm is 5.
    face = np.asarray(Image.open(io.BytesIO(content)))
    assert np.array_equal(out[5:-5, 5:-5], mirrored(face, 17))

    away = take(api, piece, None).json()
    assert "file.dpi" not in away["plan"]["figures"]
    refused = api.post(f"/api/pieces/{piece['id']}/print")
    assert refused.status_code == 422 and refused.json()["errors"][0]["message"] == "is needed first"


@pytest.mark.parametrize(
    ("content", "name", "why"),
    [
        (b"a shopping list", "list.jpg", "is not a PNG, JPEG or TIFF picture"),
        (bomb(20_000, 20_000), "bomb.png", "has 20000 × 20000 pixels"),
        (png(), "holiday.jpeg", "is called .jpeg but is a PNG inside"),
        (b"", "nothing.png", "is empty"),
    ],
)
def test_a_bad_file_is_refused_at_its_field(api: httpx.Client, content: bytes, name: str, why: str) -> None:
    answer = hand_in(api, content, name)
    assert answer.status_code == 422
    fault = answer.json()["errors"][0]
    assert fault["pointer"] == "/display/file" and fault["value"] == name
    assert why in fault["message"] and "PNG, JPEG or TIFF" in fault["accepted"]


def test_what_is_not_there_and_what_does_not_fit(api: httpx.Client, canvas: dict[str, Any]) -> None:
    nobody = "f" * 64
    assert api.get(f"/api/pictures/{nobody}/face", params={"width": 100, "height": 100}).status_code == 404
    assert api.get("/api/prints/00000000-0000-0000-0000-000000000000").status_code == 404
    made_up = {"sha256": "no", "name": "a", "media": "image/gif", "width": 0, "height": 1}
    assert take(api, canvas, made_up).status_code == 422
    lost = {"sha256": nobody, "name": "lost.png", "media": "image/png", "width": 10, "height": 10}
    assert take(api, canvas, lost).status_code == 404
    file = hand_in(api, picture()).json()
    wrong = take(api, canvas, file | {"width": 24_000})
    assert wrong.status_code == 422 and wrong.json()["errors"][0]["accepted"] == "image/png, 240 × 360 pixels"
    # a piece file may name a picture this shop never had; it is named when its file is read in
    document = {
        "format": "shadbo.piece/1",
        "name": "From elsewhere",
        "object": rolled(684, 984, wrap_printed=42),
        "display": {"type": "stretcher", "bar": "pine-38x45", "file": lost},
    }
    piece = api.post("/api/pieces/import", json=document).json()
    assert piece["missing"] == ["lost.png"]
    assert api.post(f"/api/pieces/{piece['id']}/print").status_code == 422


def test_a_picture_outlives_the_server(api: httpx.Client, server: Server, canvas: dict[str, Any]) -> None:
    file = hand_in(api, picture(kind="TIFF"), "road.tif").json()
    take(api, canvas, file)
    server.kill()
    server.start()
    assert api.get(f"/api/pictures/{file['sha256']}/print", params={"width": 600, "height": 900, "edge": 42}).status_code == 200


def test_a_station_is_added_and_previewed(api: httpx.Client, canvas: dict[str, Any]) -> None:
    edit = {"op": "station", "side": "/object/width", "at": 300, "text": "26 7/8 in", "unit": "mm"}
    seen = api.post(f"/api/pieces/{canvas['id']}/preview", json={"edits": [edit]}).json()
    assert seen["read"]["shown"]["mm"] == "682.6" and "canvas.width.d300" in seen["plan"]["figures"]
    kept = api.post(f"/api/pieces/{canvas['id']}/edits", json={"version": canvas["version"], "edits": [edit]}).json()
    assert kept["undo"] == "Width, another station"
    bad = api.post(f"/api/pieces/{canvas['id']}/preview", json={"edits": [edit | {"text": "wide"}]})
    assert bad.status_code == 422 and bad.json()["errors"][0]["value"] == "wide"


def test_a_new_print_takes_the_place_of_the_old(api: httpx.Client, canvas: dict[str, Any]) -> None:
    file = hand_in(api, picture()).json()
    piece = take(api, canvas, file).json()
    first = wait_for(api, api.post(f"/api/pieces/{piece['id']}/print").json()["id"])
    second = wait_for(api, api.post(f"/api/pieces/{piece['id']}/print").json()["id"])
    assert second["ready"] and api.get(f"/api/prints/{second['id']}/file").status_code == 200
    assert api.get(f"/api/prints/{first['id']}").status_code == 404
