"""The rack's cards, kept with the piece; what the rack is searched, sorted and filtered by."""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"


def upgrade() -> None:
    op.add_column("piece", sa.Column("name", sa.Text, nullable=False, server_default=""))
    op.add_column("piece", sa.Column("due", sa.Date, nullable=True))
    op.add_column("piece", sa.Column("card", sa.Text, nullable=True))
    op.add_column("piece", sa.Column("card_mark", sa.String(32), nullable=True))
    op.add_column("piece", sa.Column("blocked", sa.Boolean, nullable=False, server_default=sa.false()))
    op.add_column("piece", sa.Column("wide", sa.Float, nullable=False, server_default="0"))
    op.add_column("piece", sa.Column("tall", sa.Float, nullable=False, server_default="0"))
    # What stands already is found by its name at once; its card is worked out when the server is up.
    op.execute("UPDATE piece SET name = coalesce(s.document->>'name', '') FROM piece_state s WHERE s.id = piece.state_id")
    op.execute(
        "UPDATE piece SET due = (s.document->>'due')::date FROM piece_state s WHERE s.id = piece.state_id AND s.document->>'due' ~ '^[0-9]{4}-[0-9]{2}-[0-9]{2}$'"
    )
