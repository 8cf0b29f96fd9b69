"""The application: routes, limits, and the built front end on the same server."""

from __future__ import annotations

from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Annotated, Any

from fastapi import APIRouter, FastAPI, Query, Request, Response
from fastapi.responses import FileResponse
from fastapi.staticfiles import StaticFiles
from sqlalchemy import text
from starlette.middleware.gzip import GZipMiddleware
from starlette.middleware.trustedhost import TrustedHostMiddleware
from starlette.types import ASGIApp

from shadbo import __version__
from shadbo.api import (
    bench,
    days,
    handing_over,
    hands,
    hours,
    looking,
    outlines,
    pictures,
    pieces,
    problems,
    ready,
    records,
    taking_away,
)
from shadbo.api import messages as m
from shadbo.api.guarding import Guard
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.api.renewing import Renewer
from shadbo.api.scheduling import Searcher
from shadbo.core import (
    PRACTICES,
    SCENES,
    STARTS,
    WHERE,
    WORDS,
    Fault,
    LengthError,
    LengthField,
    Piece,
    Refused,
    Shop,
    Tape,
    as_decimal,
    read_length,
    two_sizes,
)
from shadbo.devices.listening import Listener
from shadbo.memory import settle
from shadbo.settings import Settings
from shadbo.store import shops
from shadbo.store.database import Database, open_engine

MOST_BODY = 1024 * 1024
general = APIRouter(prefix="/api", responses=PROBLEMS)


@general.get("/health")
def health(db: Db) -> dict[str, str]:
    """Whether the server and its database answer."""
    with db.work() as session:
        session.execute(text("SELECT 1"))
    return {"status": "well", "version": __version__}


@general.post("/lengths", response_model=m.Read)
def lengths(db: Db, body: m.ReadLength) -> m.Read:
    """How a typed length is understood."""
    with db.work() as session:
        shop = shops.get(session)
    try:
        two = two_sizes(body.text, body.unit, shop.tape)
        return m.read_of(read_length(two[0] if two else body.text, body.unit, shop.tape), shop, two)
    except LengthError as error:
        raise Refused(Fault("/text", "Length", body.text, str(error), error.accepted)) from None


@general.get("/starts", response_model=list[m.StartOut])
def starts() -> list[m.StartOut]:
    """What a piece can be, and which sizes each asks for."""
    return [
        m.StartOut(s.key, s.label, s.called, s.detail, s.said, tuple(m.AskedOut(a.key, a.label) for a in s.asks), s.shown_on)
        for s in STARTS
    ]


@general.get("/starts/meant", response_model=m.MeantOut)
def meant(q: Annotated[str, Query(max_length=80)]) -> m.MeantOut:
    """Which starts somebody means by their words."""
    return m.MeantOut.of(q)


@general.get("/words", response_model=m.WordsOut)
def words() -> m.WordsOut:
    """The trade's words in a line each, and the small drawings they and the sizes of a new piece are shown on."""
    return m.WordsOut(WORDS, SCENES | WHERE)


def _settings(shop: Shop, mark: str) -> m.ShopOut:
    t = shop.tolerances

    return m.ShopOut(
        mark,
        shop.name,
        shop.demo,
        shop.asked,
        shop.units,
        shop.dates,
        shop.inch_parts,
        shop.written(t.tape_mm, "mm"),
        shop.written(t.tape_in, "in"),
        shop.written(t.saw, shop.units),
        shop.written(shop.rules.kerf, shop.units),
        shop.practice,
        tuple(m.PracticeOut(key, detail) for key, detail in PRACTICES.items()),
    )


@general.get("/shop", response_model=m.ShopOut)
def shop(db: Db) -> m.ShopOut:
    """The shop's name and the settings people change."""
    with db.work() as session:
        return _settings(*shops.marked(session))


@general.put("/shop", response_model=m.ShopOut)
def set_shop(request: Request, db: Db, body: m.ShopSettings) -> m.ShopOut | Response:
    """Change the settings; every plan follows. 409 if somebody changed them since ``mark``."""
    faults: list[Fault] = []
    read: dict[str, Any] = {}
    for key, label, high in (
        ("tape_mm", "Metric tape", "5"),
        ("tape_in", "Inch tape", "5"),
        ("saw", "Saw", "5"),
        ("kerf", "Kerf", "10"),
    ):
        try:
            understood = LengthField.between(label, "0", high).read(getattr(body, key), "mm", Tape(), f"/{key}")
            read[key] = as_decimal(understood.mm)
        except Refused as error:
            faults += error.faults
    if faults:
        raise Refused(*faults)
    with db.work() as session:
        before, mark = shops.marked(session, alone=True)
        if body.mark not in (None, mark):
            return problems.problem(
                409,
                "Somebody changed the shop’s settings meanwhile",
                "Nothing of yours was kept. What stands now is shown beside yours.",
            )
        tolerances = before.tolerances.model_copy(update={k: read[k] for k in ("tape_mm", "tape_in", "saw")})
        rules = before.rules.model_copy(update={"kerf": read["kerf"]})
        after = before.model_copy(
            update={
                "name": (body.name or before.name).strip() or before.name,
                "units": body.units or before.units,
                "dates": body.dates or before.dates,
                "inch_parts": body.inch_parts,
                "tolerances": tolerances,
                "rules": rules,
                "practice": body.practice,
                "asked": True,
            }
        )
        shops.save(session, after)
        changed = _settings(*shops.marked(session))
    request.app.state.renewer.wake()
    return changed


@general.get("/schema/piece.json")
def piece_schema() -> dict[str, Any]:
    """The JSON Schema of a piece file."""
    return Piece.model_json_schema()


@asynccontextmanager
async def _running(app: FastAPI) -> AsyncIterator[None]:
    app.state.renewer.start()
    if app.state.tape:
        app.state.tape.start()
    yield
    app.state.renewer.stop()
    if app.state.tape:
        app.state.tape.stop()


class _Guarded(FastAPI):
    """The guard stands before everything, also before what the framework itself answers."""

    def build_middleware_stack(self) -> ASGIApp:
        return Guard(super().build_middleware_stack())

    def openapi(self) -> dict[str, Any]:
        """The description; every error in it is a problem document (RFC 9457) under its own media type."""
        if self.openapi_schema is None:
            described = super().openapi()
            answers = (a for path in described["paths"].values() for call in path.values() for a in call["responses"].items())
            for status, answer in answers:
                if status >= "400" and "application/json" in answer.get("content", {}):
                    answer["content"] = {problems.MEDIA: answer["content"]["application/json"]}
        return super().openapi()


def create_app(settings: Settings | None = None) -> FastAPI:
    """The application on a database; migrations have run by then."""
    settings = settings or Settings()
    app = _Guarded(
        lifespan=_running,
        title="Shadbo",
        version=__version__,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        max_body_size=MOST_BODY,
    )
    app.state.database = Database(open_engine(settings.database_url))
    app.state.renewer = Renewer(app.state.database)
    app.state.searcher = Searcher(app.state.database)
    ahead = settings.now - datetime.now(UTC) if settings.now else timedelta()
    app.state.clock = lambda: datetime.now(UTC) + ahead
    app.state.tape = Listener(settings.tape, app.state.clock) if settings.tape else None
    problems.register(app)
    app.include_router(general)
    app.include_router(outlines.router)
    app.include_router(pictures.router)
    app.include_router(days.router)
    app.include_router(ready.router)
    app.include_router(hours.router)
    app.include_router(bench.router)
    app.include_router(handing_over.router)
    app.include_router(records.router)
    app.include_router(hands.router)
    app.include_router(pieces.router)
    app.include_router(looking.router)
    app.include_router(taking_away.router)
    app.add_middleware(GZipMiddleware, minimum_size=2048, compresslevel=1)
    app.add_middleware(TrustedHostMiddleware, allowed_hosts=["127.0.0.1", "localhost", "[::1]", *settings.hosts])
    _front_end(app, settings.web)
    settle()
    return app


class _Lasting(StaticFiles):
    """Files whose names change with what is in them: a browser that has one never asks for it again."""

    def file_response(self, *args: Any, **more: Any) -> Response:
        answer = super().file_response(*args, **more)
        answer.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        return answer


def _front_end(app: FastAPI, built: Path) -> None:
    """The built front end; any other path gives its page, so that a link opens the same place again."""
    if not (built / "index.html").exists():
        return
    app.mount("/assets", _Lasting(directory=built / "assets"), name="assets")

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> Response:
        if path.startswith("api/"):
            return problems.problem(404, "There is nothing at this address")
        return FileResponse(built / "index.html", headers={"Cache-Control": "no-cache"})
