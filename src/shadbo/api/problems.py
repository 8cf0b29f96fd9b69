"""Errors as RFC 9457 problem documents, mapped once: where (JSON Pointer), what stood there, what would be accepted."""

from __future__ import annotations

import logging
from collections.abc import Mapping
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse, Response
from pydantic import BaseModel
from sqlalchemy.exc import DataError, SQLAlchemyError
from starlette.exceptions import HTTPException
from starlette.requests import ClientDisconnect

from shadbo.core import Fault, Refused
from shadbo.store.pieces import HandedOver, NothingTo, NotThere

log = logging.getLogger("shadbo")
MEDIA = "application/problem+json"


class FieldProblem(BaseModel):
    """One fault of what was sent."""

    pointer: str
    field: str
    value: str
    message: str
    accepted: str


class Problem(BaseModel):
    """RFC 9457, with the faults of each field."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str = ""
    errors: list[FieldProblem] = []


def problem(
    status: int, title: str, detail: str = "", faults: tuple[Fault, ...] = (), headers: Mapping[str, str] | None = None, **more: Any
) -> JSONResponse:
    body = Problem(
        title=_told(title),
        status=status,
        detail=_told(detail),
        errors=[FieldProblem(**{name: _told(getattr(f, name)) for name in FieldProblem.model_fields}) for f in faults],
    ).model_dump()
    return JSONResponse(body | more, status, headers, media_type=MEDIA)


def _told(text: str) -> str:
    """Words that may hold what somebody sent: half characters can’t go over the wire."""
    return text.encode("utf-8", "replace").decode()


class Busy(Exception):
    """So much is being worked on at once that this has to wait."""


def _input(value: Any) -> str:
    try:
        return repr(value)[:80]
    except ValueError:
        # A whole number of thousands of digits can't even be written.
        return "a very long number"


def register(app: FastAPI) -> None:
    """Map every error the rooms below raise."""

    @app.exception_handler(Refused)
    def refused(_: Request, error: Refused) -> JSONResponse:
        return problem(422, "That can't be taken as it is", str(error), error.faults)

    @app.exception_handler(NotThere)
    def not_there(_: Request, error: NotThere) -> JSONResponse:
        return problem(404, "There is no such piece", f"Nothing is kept under {error}.")

    @app.exception_handler(HandedOver)
    def handed_over(_: Request, error: HandedOver) -> JSONResponse:
        return problem(
            409,
            "It was handed over, and is sealed",
            "Take it in again to change it: its record stays as it is.",
            record=str(error.record),
        )

    @app.exception_handler(NothingTo)
    def nothing_to(_: Request, error: NothingTo) -> JSONResponse:
        return problem(409, f"There is nothing to {error}")

    @app.exception_handler(Busy)
    def busy(_: Request, error: Busy) -> JSONResponse:
        return problem(503, "Others are being worked on", str(error), headers={"Retry-After": "5"})

    @app.exception_handler(ClientDisconnect)
    def hung_up(_: Request, error: ClientDisconnect) -> Response:
        # Whoever asked is gone: nobody reads this, and it is no fault of the server.
        return Response(status_code=400)

    @app.exception_handler(DataError)
    def unkeepable(_: Request, error: DataError) -> JSONResponse:
        return problem(422, "That can't be kept", "A text or a number in it is not one the database can hold. Nothing was saved.")

    @app.exception_handler(SQLAlchemyError)
    def database_away(_: Request, error: SQLAlchemyError) -> JSONResponse:
        log.error("the database does not answer: %s", error)
        return problem(503, "The database does not answer", "Nothing was saved. It is tried again by itself.")

    @app.exception_handler(RequestValidationError)
    def misformed(_: Request, error: RequestValidationError) -> JSONResponse:
        faults = []
        for item in error.errors():
            where = [str(step) for step in item["loc"]]
            faults.append(
                Fault("/" + "/".join(where[1:]), where[-1], _input(item.get("input")), item["msg"], "see the API's schema")
            )
        return problem(422, "The request is not one this server knows", faults[0].message, tuple(faults))

    @app.exception_handler(HTTPException)
    def http(_: Request, error: HTTPException) -> JSONResponse:
        return problem(error.status_code, str(error.detail), headers=error.headers)

    @app.exception_handler(Exception)
    def fault(_: Request, error: Exception) -> JSONResponse:
        log.exception("a fault of the program", exc_info=error)
        return problem(500, "A fault of the program", "Nothing was saved. The server's log says what happened.")
