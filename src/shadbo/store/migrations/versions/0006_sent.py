"""Which save made a version, by the name its sender gave it: sent again because its answer was lost, it is known."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"


def upgrade() -> None:
    op.add_column("piece_version", sa.Column("sent", sa.Uuid, nullable=True))
    op.create_unique_constraint("uq_piece_version_sent", "piece_version", ["piece_id", "sent"])
