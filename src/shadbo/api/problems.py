"""Errors as RFC 9457 problem documents, mapped once: where (JSON Pointer), what stood there, what would be accepted."""

from __future__ import annotations

import logging
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from sqlalchemy.exc import OperationalError
from starlette.exceptions import HTTPException

from shadbo.core.fields import Fault, Refused
from shadbo.store.pieces import NothingTo, NotThere

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


def problem(status: int, title: str, detail: str = "", faults: tuple[Fault, ...] = (), **more: Any) -> JSONResponse:
    body = Problem(
        title=title, status=status, detail=detail,
        errors=[FieldProblem(pointer=f.pointer, field=f.field, value=f.value, message=f.message, accepted=f.accepted) for f in faults],
    ).model_dump()  # fmt: skip
    return JSONResponse(body | more, status, media_type=MEDIA)


def register(app: FastAPI) -> None:
    """Map every error the rooms below raise."""

    @app.exception_handler(Refused)
    def refused(_: Request, error: Refused) -> JSONResponse:
        return problem(422, "That can't be taken as it is", str(error), error.faults)

    @app.exception_handler(NotThere)
    def not_there(_: Request, error: NotThere) -> JSONResponse:
        return problem(404, "There is no such piece", f"Nothing is kept under {error}.")

    @app.exception_handler(NothingTo)
    def nothing_to(_: Request, error: NothingTo) -> JSONResponse:
        return problem(409, f"There is nothing to {error}")

    @app.exception_handler(OperationalError)
    def database_away(_: Request, error: OperationalError) -> JSONResponse:
        log.error("the database does not answer: %s", error)
        return problem(503, "The database does not answer", "Nothing was saved. It is tried again by itself.")

    @app.exception_handler(RequestValidationError)
    def misformed(_: Request, error: RequestValidationError) -> JSONResponse:
        faults = []
        for item in error.errors():
            where = [str(step) for step in item["loc"]]
            faults.append(
                Fault(
                    "/" + "/".join(where[1:]),
                    where[-1],
                    repr(item.get("input"))[:80],
                    item["msg"],
                    "see the API's schema",
                )
            )
        return problem(422, "The request is not one this server knows", faults[0].message, tuple(faults))

    @app.exception_handler(HTTPException)
    def http(_: Request, error: HTTPException) -> JSONResponse:
        return problem(error.status_code, str(error.detail))

    @app.exception_handler(Exception)
    def fault(_: Request, error: Exception) -> JSONResponse:
        log.exception("a fault of the program", exc_info=error)
        return problem(500, "A fault of the program", "Nothing was saved. The server's log says what happened.")
