"""What makes the sheet quick is seen to be there: only the open stage is fetched, the next one ahead, what is held goes with
the hand; and the odd answers of a server: a stuck piece, pictures that are missing."""

from __future__ import annotations

import json
import uuid
from collections.abc import Callable
from pathlib import Path
from typing import Any

import httpx
from playwright.sync_api import Page, Request, expect
from sqlalchemy import insert, update

from shadbo.service.serving import Server
from shadbo.store.database import open_engine
from shadbo.store.tables import PieceRow, SavedRow, StateRow
from tests.conftest import document
from tests.ui.hands import field, figure, saved, stage

Take = Callable[..., str]


def asked_of(page: Page) -> list[str]:
    """What the page asks of pieces from now on."""
    found: list[str] = []

    def note(request: Request) -> None:
        # Whether somebody else saved is asked all the time.
        if "/api/pieces/" in request.url and not request.url.endswith("/version"):
            found.append(f"{request.method} {request.url.split('/api/pieces/')[1]}")

    page.on("request", note)
    return found


def test_only_the_open_stage_is_fetched_and_the_next_one_ahead(page: Page, piece: Take) -> None:
    address = piece()
    asked = asked_of(page)
    with page.expect_response(lambda r: "stage=display" in r.url):  # fetched ahead
        page.goto(f"{address}/measure")
        figure(page, "canvas.width.largest").wait_for()
    assert all("stage=measure" in a or "stage=display" in a for a in asked), asked
    before = len(asked)
    stage(page, "Display")
    figure(page, "gap.to_hide").wait_for(state="attached")
    assert not [a for a in asked[before:] if "stage=display" in a], "it was there already"
    # A stage further on is fetched when it is opened.
    stage(page, "Hang")
    page.locator('[data-view="wall"]').first.wait_for()
    assert [a for a in asked if "stage=hang" in a]


def test_a_key_brings_only_what_differs(page: Page, piece: Take) -> None:
    page.goto(f"{piece()}/measure")
    figure(page, "canvas.width.largest").wait_for()
    with page.expect_response(lambda r: r.url.endswith("preview?item=&stage=measure")) as told:
        field(page, "Width of the canvas", "Middle").fill("611")
    answer = told.value.json()
    touched = {step["path"].split("/")[1] for step in answer["patch"]}
    assert answer["plan"] is None and {"figures", "views"} <= touched and len(answer["patch"]) < 200
    expect(figure(page, "canvas.width.largest")).to_contain_text("611")


def test_what_is_held_goes_with_the_hand_before_anything_is_worked_out(page: Page, piece: Take) -> None:
    page.goto(f"{piece()}/depth")
    grip = page.locator('[data-grip="bar"]')
    grip.wait_for()
    page.route("**/preview?*", lambda route: None)  # nobody answers
    box = grip.bounding_box()
    assert box
    x, y = box["x"] + 30, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 8, y)
    page.mouse.move(x + 24, y)
    held = page.locator("[data-held]")
    expect(held).to_have_attribute("transform", "translate(24 0)")
    page.unroute("**/preview?*")
    page.mouse.up()
    expect(held).to_have_count(0)
    saved(page)


def test_a_stuck_piece_opens_and_goes_on_from_the_state_before(page: Page, piece: Take, server: Server) -> None:
    address = piece("Stuck on the bench")
    key = uuid.UUID(address.rsplit("/", 1)[1])
    engine = open_engine(server.url)
    with engine.begin() as connection:
        state = connection.execute(StateRow.__table__.select().where(StateRow.piece_id == key)).one()
        broken = document() | {"name": "Stuck on the bench", "display": {"type": "hovering"}}
        made = insert(StateRow).values(piece_id=key, parent_id=state.id, document=broken, change="Made to hover")
        newest = connection.execute(made.returning(StateRow.id)).scalar_one()
        connection.execute(update(PieceRow).where(PieceRow.id == key).values(state_id=newest, version=2, card_mark=None))
        connection.execute(insert(SavedRow).values(piece_id=key, version=2, state_id=newest))
    engine.dispose()
    page.goto(f"{address}/display")
    told = page.get_by_role("alert").filter(has_text="can’t be worked out")
    expect(told).to_contain_text("Made to hover")
    told.get_by_role("button", name="Restore this one").click()
    expect(told).to_have_count(0)
    saved(page)
    page.reload()
    figure(page, "gap.to_hide").wait_for(state="attached")
    expect(page.get_by_role("alert")).to_have_count(0)


def test_pictures_a_file_speaks_of_are_named_when_the_shop_lacks_them(page: Page, tmp_path: Path) -> None:
    photo: dict[str, Any] = {"sha256": "0" * 64, "name": "found-in-attic.jpg", "media": "image/jpeg", "width": 40, "height": 30}
    file = tmp_path / "piece.json"
    file.write_text(
        json.dumps(document() | {"name": "With a photograph", "condition": {"note": "", "photos": [photo]}}, default=str)
    )
    page.goto("/")
    page.get_by_role("heading", level=1).wait_for()
    page.get_by_label("Piece file").set_input_files(file)
    line = page.get_by_role("status").filter(has_text="found-in-attic.jpg")
    expect(line).to_contain_text("not in this shop")
    line.get_by_role("button", name="Dismiss").click()
    expect(line).to_have_count(0)


def test_a_long_history_is_shown_a_part_at_a_time(page: Page, piece: Take, api: httpx.Client) -> None:
    address = piece("Changed and changed")
    for n in range(104):
        edit = {"op": "write", "pointer": "/note", "text": f"note {n}"}
        assert api.post(f"/api{address}/edits", json={"version": n + 1, "edits": [edit]}).status_code == 200
    page.goto(f"{address}/measure")
    page.get_by_role("button", name="Export").click()
    page.get_by_role("menuitem", name="History").click()
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_role("listitem")).to_have_count(101)
    dialog.get_by_role("button", name="Earlier ones").click()
    expect(dialog.get_by_role("listitem")).to_have_count(105)
    expect(dialog.get_by_role("listitem").last).to_contain_text("Read in from a file")
