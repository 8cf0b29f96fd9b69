"""The API against its own description: Schemathesis sends what the schema allows, and every answer must be one it names."""

from __future__ import annotations

import schemathesis
from hypothesis import HealthCheck, settings
from schemathesis.checks import not_a_server_error

from shadbo.api.app import create_app
from shadbo.service.serving import Server
from shadbo.settings import Settings

described = schemathesis.openapi.from_dict(
    create_app(Settings(database_url="postgresql+psycopg://nobody@127.0.0.1/none")).openapi()
)


@described.parametrize()
@settings(max_examples=12, deadline=None, suppress_health_check=list(HealthCheck))
def test_no_request_brings_the_server_down(case: schemathesis.Case, server: Server) -> None:
    if case.path == "/api/shop" and case.method == "PUT":
        # It would change the shop for the tests that follow; its bad input has a test of its own.
        return
    response = case.call(base_url=server.base)
    case.validate_response(response, checks=[not_a_server_error])
