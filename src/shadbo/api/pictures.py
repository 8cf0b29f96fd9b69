"""Picture files over the web: handed in, looked at, and made ready to print in a process of their own."""

from __future__ import annotations

import json
import signal
import subprocess
import sys
import tempfile
import threading
import uuid
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import asdict
from pathlib import Path
from typing import Annotated, Any, Literal
from urllib.parse import unquote

from fastapi import APIRouter, Query, Request, Response
from fastapi.responses import FileResponse
from starlette.background import BackgroundTask
from starlette.concurrency import run_in_threadpool

from shadbo.api import messages as m
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.api.problems import Busy
from shadbo.api.taking_away import attachment
from shadbo.core import Fault, Refused, Stretcher, plan
from shadbo.exports.picture_process import SECONDS
from shadbo.exports.wrapping import PrintAsked, look
from shadbo.store import files, pieces, shops
from shadbo.store.database import Database
from shadbo.store.pieces import NotThere

router = APIRouter(prefix="/api", responses=PROBLEMS)
# Large pictures need memory: no more than so many are worked on at once; some wait their turn, the others are told to come again.
WORKING = threading.BoundedSemaphore(2)
WAITING = threading.BoundedSemaphore(6)
# Seconds to wait for a turn.
PATIENCE = 20
MOST_FILE = 120 * 1024 * 1024
ACCEPTED = "a PNG, JPEG or TIFF picture of up to 120 MB and 150 million pixels"
FOR_EVER = "max-age=31536000, immutable"
Size = Annotated[float, Query(ge=10, le=6000)]


def work_apart(
    order: dict[str, Any],
    told: Callable[[int], None] = lambda done: None,
    *,
    place: str = "/display/file",
    accepted: str = ACCEPTED,
) -> dict[str, Any]:
    """Give an order to the picture process; its result.

    Raises :class:`Refused` if it won't take the file or takes too long over it, :class:`Busy` if too much is being worked on, and
    :class:`Died` if the process ended for a reason of its own.
    """
    if not WAITING.acquire(blocking=False):
        raise Busy("Too many pictures and files are being read. Try again in a moment.")
    try:
        if not WORKING.acquire(timeout=PATIENCE):
            raise Busy("Other pictures are being read and take long. Try again in a moment.")
        try:
            return _work(order, told, place, accepted)
        finally:
            WORKING.release()
    finally:
        WAITING.release()


def _work(order: dict[str, Any], told: Callable[[int], None], place: str, accepted: str) -> dict[str, Any]:
    command = [sys.executable, "-m", "shadbo.exports.picture_process"]
    streams: dict[str, Any] = {"stdin": subprocess.PIPE, "stdout": subprocess.PIPE, "stderr": subprocess.DEVNULL}
    with subprocess.Popen(command, text=True, **streams) as process, _ended_after(process, 2 * SECONDS[order["do"]] + 20):
        assert process.stdin is not None and process.stdout is not None
        process.stdin.write(json.dumps(order))
        process.stdin.close()
        for line in process.stdout:
            message = json.loads(line)
            if "done" in message:
                told(message["done"])
            elif "refused" in message:
                raise Refused(Fault(place, "Picture file", order["name"], message["refused"], accepted))
            else:
                result: dict[str, Any] = message["result"]
                return result
    if process.returncode in (-signal.SIGXCPU, -signal.SIGKILL):
        raise Refused(Fault(place, "Picture file", order["name"], "takes too long to be read", accepted))
    raise Died(f"the process that reads files ended with {process.returncode}")


class Died(Exception):
    """The process that reads files ended without a word: no fault of the file that anybody knows of."""


@contextmanager
def _ended_after(process: subprocess.Popen[str], seconds: float) -> Iterator[None]:
    """Ends the process if it is still at it after so long, also where it only waits."""
    clock = threading.Timer(seconds, process.kill)
    clock.start()
    try:
        yield
    finally:
        clock.cancel()


@router.post("/pictures", response_model=m.PictureOut, status_code=201, max_body_size=MOST_FILE)
async def hand_in(request: Request, db: Db, name: Annotated[str, Query(min_length=1, max_length=200)]) -> m.PictureOut:
    """A picture file as the body of the request; it is opened and checked before it is kept."""
    with tempfile.TemporaryDirectory(prefix="shadbo-picture-") as folder:
        path = Path(folder) / "picture"
        with path.open("wb") as file:
            async for part in request.stream():
                file.write(part)
        return await run_in_threadpool(_keep, db, path, unquote(name))


def _keep(db: Database, path: Path, name: str) -> m.PictureOut:
    if path.stat().st_size == 0:
        raise Refused(Fault("/display/file", "Picture file", name, "is empty", ACCEPTED))
    small = path.with_name("small.jpg")
    facts = work_apart({"do": "check", "path": str(path), "name": name, "small": str(small)})
    with db.work() as session:
        row = files.keep(session, path, name=name, small=small.read_bytes(), **facts)
        return m.PictureOut(row.sha256, name, row.media, row.width, row.height)


@router.get("/pictures/{sha}/small", response_class=Response)
def small(db: Db, sha: str) -> Response:
    """The picture as it was handed in, small."""
    return Response(small_of(db, sha), media_type="image/jpeg", headers={"Cache-Control": FOR_EVER})


def small_of(db: Database, sha: str) -> bytes:
    with db.work() as session:
        held = files.get(session, sha).small
    if held is None:
        raise NotThere("picture")
    return held


@router.get("/pictures/{sha}/{kind}", response_class=Response)
def seen(
    db: Db,
    sha: str,
    kind: Literal["face", "print"],
    width: Size,
    height: Size,
    edge: Annotated[float, Query(ge=0, le=400)] = 0,
    wrap: Literal["mirrored", "stretched", "flat", "none"] = "mirrored",
    colour: Annotated[str, Query(pattern=r"^#[0-9a-f]{6}$")] = "#26221c",
) -> Response:
    """The picture small: what is on the face, or the print laid flat with its wrap."""
    small = small_of(db, sha)
    with tempfile.TemporaryDirectory(prefix="shadbo-look-") as folder:
        source, target = Path(folder) / "small.jpg", Path(folder) / "look.jpg"
        source.write_bytes(small)
        look(source, PrintAsked(width, height, edge, wrap, colour), kind, target)
        # The address names the file by its fingerprint and everything that was asked: it never changes.
        return Response(target.read_bytes(), media_type="image/jpeg", headers={"Cache-Control": FOR_EVER})


@router.post("/pieces/{piece_id}/print", response_model=m.PrintOut, status_code=202)
def start_print(db: Db, piece_id: uuid.UUID) -> m.PrintOut:
    """Begin the print-ready file of a piece: its wrap made, fold marks outside the picture."""
    with db.work() as session:
        piece, shop = pieces.get(session, piece_id).piece, shops.get(session)
        display = piece.display
        if not isinstance(display, Stretcher) or display.file is None:
            raise Refused(Fault("/display/file", "Picture file", "", "is needed first", ACCEPTED))
        figures = plan(piece, shop).figures
        mm = {
            key: float(figures[name].mm or 0)
            for key, name in (("width", "finished.width"), ("height", "finished.height"), ("edge", "wrap.needed"))
        }
        asked = PrintAsked(**mm, wrap=display.wrap, colour=display.colour)
        file = files.get(session, display.file.sha256)
        sha, name = file.sha256, file.name
        print_id = files.start_print(session, piece_id, f"{piece.name} print")
    threading.Thread(target=_print, args=(db, print_id, sha, name, asked), daemon=True).start()
    return m.PrintOut(print_id, 0, "", False)


def _print(db: Database, print_id: uuid.UUID, sha: str, name: str, asked: PrintAsked) -> None:
    def told(done: int) -> None:
        with db.work() as session:
            files.tell(session, print_id, done=min(done, 99))

    with tempfile.TemporaryDirectory(prefix="shadbo-print-") as folder:
        source, target = Path(folder) / "picture", Path(folder) / "print"
        try:
            with db.work() as session:
                files.write_out(session, sha, source)
            order = {"do": "print", "path": str(source), "name": name, "target": str(target), "asked": asdict(asked)}
            result = work_apart(order, told)
            with db.work() as session:
                row = files.keep(
                    session, target, name=name, small=None, media=result["media"], width=result["width"], height=result["height"]
                )
                files.tell(session, print_id, done=100, sha=row.sha256)
        except Refused as refused:
            with db.work() as session:
                files.tell(session, print_id, done=0, trouble=refused.faults[0].message)
        except Exception as error:  # whatever it is, somebody is waiting to hear of it
            with db.work() as session:
                files.tell(session, print_id, done=0, trouble=f"could not be made ({type(error).__name__})")
            raise


@router.get("/prints/{print_id}", response_model=m.PrintOut)
def progress(db: Db, print_id: uuid.UUID) -> m.PrintOut:
    """How far a print is."""
    with db.work() as session:
        row = files.print_of(session, print_id)
        return m.PrintOut(row.id, row.done, row.trouble, row.sha256 is not None)


@router.get("/prints/{print_id}/file", response_class=Response)
def print_file(db: Db, print_id: uuid.UUID) -> Response:
    """The print-ready file."""
    folder = tempfile.TemporaryDirectory(prefix="shadbo-fetch-")
    with db.work() as session:
        row = files.print_of(session, print_id)
        if row.sha256 is None:
            raise NotThere("print")
        file, name = files.get(session, row.sha256), row.name
        media, path = file.media, Path(folder.name) / "print"
        files.write_out(session, file.sha256, path)
    ending = {"image/png": "png", "image/jpeg": "jpg", "image/tiff": "tif"}[media]
    headers = {"Content-Disposition": attachment(name, ending)}
    return FileResponse(path, media_type=media, headers=headers, background=BackgroundTask(folder.cleanup))
