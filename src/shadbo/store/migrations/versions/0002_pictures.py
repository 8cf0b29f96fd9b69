"""Picture files in parts, prints being made of them, and the stock lists that came with frames and stretchers."""

import simplejson
import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB, TIMESTAMP, UUID

from shadbo.core import HOUSE_SHOP
from shadbo.exports.pieces import from_json

revision = "0002"
down_revision = "0001"

LISTS = ("rabbet_mouldings", "bars", "frames", "clips", "cards", "rolls")


def upgrade() -> None:
    now = sa.func.now()
    op.create_table(
        "file",
        sa.Column("sha256", sa.String(64), primary_key=True),
        sa.Column("name", sa.Text, nullable=False),
        sa.Column("media", sa.Text, nullable=False),
        sa.Column("width", sa.Integer, nullable=False),
        sa.Column("height", sa.Integer, nullable=False),
        sa.Column("small", sa.LargeBinary, nullable=True),
        sa.Column("kept_at", TIMESTAMP(timezone=True), server_default=now, nullable=False),
    )
    op.create_table(
        "file_part",
        sa.Column("sha256", sa.String(64), sa.ForeignKey("file.sha256", ondelete="CASCADE"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("bytes", sa.LargeBinary, nullable=False),
    )
    op.create_table(
        "print",
        sa.Column("id", UUID(as_uuid=True), primary_key=True),
        sa.Column("piece_id", UUID(as_uuid=True), sa.ForeignKey("piece.id", ondelete="CASCADE"), nullable=False, index=True),
        sa.Column("name", sa.Text, nullable=False),
        sa.Column("done", sa.Integer, nullable=False),
        sa.Column("trouble", sa.Text, nullable=False),
        sa.Column("sha256", sa.String(64), sa.ForeignKey("file.sha256", ondelete="SET NULL"), nullable=True),
        sa.Column("told_at", TIMESTAMP(timezone=True), server_default=now, nullable=False),
    )
    # A shop that was kept before these lists existed gets the house's; whatever it has of its own stays.
    house = HOUSE_SHOP.model_dump(mode="json")
    shop = sa.table("shop", sa.column("id", sa.Integer), sa.column("document", JSONB))
    connection = op.get_bind()
    for row in connection.execute(sa.select(shop.c.id, sa.cast(shop.c.document, sa.Text))):
        document = from_json(row[1])
        document |= {key: from_json(simplejson.dumps(house[key])) for key in LISTS if not document.get(key)}
        connection.execute(shop.update().where(shop.c.id == row[0]).values(document=document))
