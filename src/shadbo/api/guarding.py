"""What holds of every request before anything else is asked: whose page writes, in what form, and what a browser may do with the answer."""

from __future__ import annotations

from collections.abc import Mapping
from http import HTTPStatus
from urllib.parse import urlsplit

from starlette.datastructures import Headers, MutableHeaders
from starlette.requests import ClientDisconnect
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from shadbo.api.problems import problem

READS = frozenset({"GET", "HEAD", "OPTIONS"})
JSON = ("application/json",)
# Addresses that take a file as their body, and what may be in it; all others take JSON, also those that need no body.
FILES: Mapping[str, tuple[str, ...]] = {
    "/api/pictures": ("image/", "application/octet-stream"),
    "/api/outlines": ("image/", "application/dxf", "application/octet-stream"),
}
ANSWERS: Mapping[str, str] = {
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "same-origin",
    "Content-Security-Policy": (
        "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
        "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
    ),
}


class Guard:
    """Refuses what a page of another site sends, and bodies of a kind the address doesn't take; every error is a problem document."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return

        replaced = False

        async def answer(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                for name, value in ANSWERS.items():
                    headers.setdefault(name, value)
            await send(message)

        async def of_the_rooms(message: Message) -> None:
            """What the rooms below answer; an error in plain text is told as a problem document instead."""
            nonlocal replaced
            if replaced:
                return
            if message["type"] == "http.response.start" and message["status"] >= 400:
                headers = MutableHeaders(scope=message)
                if "json" not in headers.get("content-type", ""):
                    replaced = True
                    await _told(message["status"], headers)(scope, receive, answer)
                    return
            await answer(message)

        refused = _refusal(scope)
        if refused is not None:
            await refused(scope, receive, answer)
            return
        try:
            await self.app(scope, receive, of_the_rooms)
        except ClientDisconnect:
            # Whoever asked has hung up: nobody is there to be told, and nothing is wrong here.
            return


def _told(status: int, headers: Headers) -> ASGIApp:
    """The problem document in place of an error that came as plain text from the libraries."""
    if status == 413:
        return problem(413, "That is too large", "A piece is a small file, a picture has up to 120 MB.")
    allow = {"Allow": headers["allow"]} if "allow" in headers else None
    return problem(status, HTTPStatus(status).phrase, headers=allow)


def _refusal(scope: Scope) -> ASGIApp | None:
    if scope["method"] in READS:
        return None
    headers = Headers(scope=scope)
    site, origin = headers.get("sec-fetch-site"), headers.get("origin")
    # A browser always tells one of the two of a write; what tells neither is no page.
    if site not in (None, "same-origin", "none") or (origin is not None and urlsplit(origin).netloc != headers.get("host")):
        return problem(403, "That came from a page of another site", "Only Shadbo’s own page writes here.")
    given = headers.get("content-type", "").partition(";")[0].strip().lower()
    taken = FILES.get(scope["path"], JSON)
    if not given.startswith(taken):
        return problem(
            415, "That is not in a form this address takes", f"It takes {' or '.join(taken)}; {given or 'nothing'} was said."
        )
    return None
