"""Settings from the environment (``SHADBO_…``)."""

from __future__ import annotations

from pathlib import Path

from pydantic import AwareDatetime
from pydantic_settings import BaseSettings, SettingsConfigDict

ROOT = Path(__file__).resolve().parents[2]


class Settings(BaseSettings):
    """``SHADBO_DATABASE_URL`` points at a server elsewhere; ``SHADBO_DATA`` is where the own cluster lives."""

    model_config = SettingsConfigDict(env_prefix="SHADBO_")

    database_url: str = ""
    data: Path | None = None
    web: Path = ROOT / "web" / "dist"
    host: str = "127.0.0.1"
    port: int = 8460
    hosts: list[str] = []
    # A digital tape, calliper or scale on the network, host:port.
    tape: str = ""
    # Where the clock begins, for pictures and tests; without it, the machine’s own.
    now: AwareDatetime | None = None
