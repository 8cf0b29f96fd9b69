"""The days: how the shop works, what is done of each piece, when what has to come is there, and the schedule that stands."""

from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB, TIMESTAMP

revision = "0007"
down_revision = "0006"


def _piece() -> sa.Column[Any]:
    return sa.Column("piece_id", sa.Uuid, sa.ForeignKey("piece.id", ondelete="CASCADE"), primary_key=True)


def upgrade() -> None:
    op.create_table(
        "working",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("document", JSONB, nullable=False),
    )
    op.create_table(
        "coming", _piece(), sa.Column("what", sa.String(20), primary_key=True), sa.Column("day", sa.Date, nullable=False)
    )
    op.create_table(
        "operation",
        _piece(),
        sa.Column("key", sa.String(80), primary_key=True),
        sa.Column("title", sa.Text, nullable=False),
        sa.Column("hand", sa.String(60), nullable=False, server_default=""),
        sa.Column("begun_at", TIMESTAMP(timezone=True)),
        sa.Column("done_at", TIMESTAMP(timezone=True)),
        sa.Column("paused_at", TIMESTAMP(timezone=True)),
        sa.Column("spent", sa.Integer, nullable=False, server_default="0"),
        sa.Column("pinned_at", TIMESTAMP(timezone=True)),
        sa.Column("planned", sa.Integer, nullable=False, server_default="0"),
        sa.Column("wait", sa.Integer, nullable=False, server_default="0"),
        sa.Column("said", JSONB, nullable=False, server_default="{}"),
        sa.Column("sent", sa.Uuid),
    )
    op.create_table(
        "piece_job",
        _piece(),
        sa.Column("state_id", sa.BigInteger, nullable=False),
        sa.Column("mark", sa.String(32), nullable=False),
        sa.Column("tasks", sa.Text),
    )
    op.create_table(
        "schedule",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("basis", sa.String(64), nullable=False),
        sa.Column("made_at", TIMESTAMP(timezone=True), nullable=False),
        sa.Column("placed", sa.Text, nullable=False),
        sa.Column("ready", JSONB, nullable=False),
        sa.Column("bound", sa.Integer, nullable=False),
        sa.Column("moved", JSONB, nullable=False),
        sa.Column("search", JSONB),
    )
