"""The record: what is put down at the bench, and pieces as they were handed over."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import ARRAY, JSONB, TIMESTAMP

revision = "0008"
down_revision = "0007"


def upgrade() -> None:
    op.create_table(
        "noted",
        sa.Column("id", sa.Uuid, primary_key=True),
        sa.Column("piece_id", sa.Uuid, sa.ForeignKey("piece.id", ondelete="CASCADE"), nullable=False, index=True),
        sa.Column("at", TIMESTAMP(timezone=True), nullable=False),
        sa.Column("document", JSONB, nullable=False),
    )
    op.create_table(
        "record",
        sa.Column("id", sa.Uuid, primary_key=True),
        sa.Column("piece_id", sa.Uuid, sa.ForeignKey("piece.id", ondelete="CASCADE"), nullable=False),
        sa.Column("number", sa.Integer, nullable=False),
        sa.Column("handed_at", TIMESTAMP(timezone=True), nullable=False),
        sa.Column("year", sa.Integer, nullable=False),
        *(sa.Column(name, sa.Text, nullable=False) for name in ("name", "owner", "kind", "display", "method", "size")),
        sa.Column("materials", ARRAY(sa.Text), nullable=False),
        *(sa.Column(name, sa.Float, nullable=False) for name in ("short", "long", "deep")),
        sa.Column("traits", sa.BigInteger, nullable=False),
        sa.Column("wrongs", sa.Integer, nullable=False),
        sa.Column("photo", sa.String(64)),
        sa.Column("words", sa.Text, nullable=False),
        sa.Column("card", sa.Text, nullable=False),
        sa.Column("document", sa.Text, nullable=False),
        sa.Column("seal", sa.String(64), nullable=False),
        sa.UniqueConstraint("piece_id", "number"),
    )
    op.execute("CREATE INDEX ix_record_handed ON record (handed_at DESC, id)")
    op.execute("CREATE INDEX ix_record_words ON record USING gin (words gin_trgm_ops) WITH (fastupdate = off)")
    for name in ("sealed_by", "goes_on_from"):
        op.add_column("piece", sa.Column(name, sa.Uuid, sa.ForeignKey("record.id")))
