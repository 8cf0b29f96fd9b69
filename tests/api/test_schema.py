"""The API against its own description: Schemathesis sends what the schema allows, of pieces that are there, and every answer must be
one the description names."""

from __future__ import annotations

from typing import Any

import httpx
import pytest
import schemathesis
from hypothesis import HealthCheck, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import content_type_conformance, response_schema_conformance, status_code_conformance

from shadbo.api.app import create_app
from shadbo.service.serving import Server
from shadbo.settings import Settings
from tests.conftest import FILE, document
from tests.exports.test_wrapping import png

described = schemathesis.openapi.from_dict(
    create_app(Settings(database_url="postgresql+psycopg://nobody@127.0.0.1/none")).openapi()
)
CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]


@pytest.fixture
def there(api: httpx.Client) -> dict[str, Any]:
    """A piece, a picture and names in them that exist, so that more than “there is no such piece” is met."""
    piece = api.post("/api/pieces/import", json=document()).json()
    picture = api.post("/api/pictures", headers=FILE, params={"name": "a.png"}, content=png()).json()
    return {
        "piece_id": piece["id"],
        "sha": picture["sha256"],
        "name": "frame.inside.width",
        "view": "face",
        "key": "a",
        "kind": "svg",
    }


# These would change the shop for the tests that follow; their bad input has tests of its own.
@described.exclude(method="PUT", path="/api/shop").exclude(method="POST", path="/api/hands").parametrize()
@settings(max_examples=12, deadline=None, suppress_health_check=list(HealthCheck))
def test_every_answer_is_one_the_description_names(case: schemathesis.Case, server: Server, there: dict[str, Any]) -> None:
    if case.path_parameters:
        case.path_parameters |= {k: v for k, v in there.items() if k in case.path_parameters and k != "kind"}
    if case.method not in ("GET", "HEAD") and case.path not in ("/api/pictures", "/api/outlines"):
        case.headers = {**(case.headers or {}), "Content-Type": "application/json"}
    response = case.call(base_url=server.base)
    case.validate_response(response, checks=CHECKS)
