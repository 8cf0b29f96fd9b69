"""Pieces, their states and versions, and the shop."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB, TIMESTAMP, UUID

revision = "0001"
down_revision = None


def upgrade() -> None:
    now = sa.func.now()
    op.create_table("shop", sa.Column("id", sa.Integer, primary_key=True), sa.Column("document", JSONB, nullable=False))
    op.create_table(
        "piece",
        sa.Column("id", UUID(as_uuid=True), primary_key=True),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("state_id", sa.BigInteger, nullable=False),
        sa.Column("words", sa.Text, nullable=False),
        sa.Column("archived", sa.Boolean, nullable=False),
        sa.Column("created_at", TIMESTAMP(timezone=True), server_default=now, nullable=False),
        sa.Column("updated_at", TIMESTAMP(timezone=True), server_default=now, nullable=False),
    )
    op.create_table(
        "piece_state",
        sa.Column("id", sa.BigInteger, sa.Identity(), primary_key=True),
        sa.Column("piece_id", UUID(as_uuid=True), sa.ForeignKey("piece.id", ondelete="CASCADE"), nullable=False, index=True),
        sa.Column("parent_id", sa.BigInteger, sa.ForeignKey("piece_state.id"), index=True),
        sa.Column("document", JSONB, nullable=False),
        sa.Column("change", sa.Text, nullable=False),
        sa.Column("saved_at", TIMESTAMP(timezone=True), server_default=now, nullable=False),
    )
    op.create_table(
        "piece_version",
        sa.Column("id", sa.BigInteger, sa.Identity(), primary_key=True),
        sa.Column("piece_id", UUID(as_uuid=True), sa.ForeignKey("piece.id", ondelete="CASCADE"), nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("state_id", sa.BigInteger, sa.ForeignKey("piece_state.id"), nullable=False),
        sa.UniqueConstraint("piece_id", "version"),
    )


def downgrade() -> None:
    for table in ("piece_version", "piece_state", "piece", "shop"):
        op.drop_table(table)
