"""Cards beside the rack instead of in its rows, and its orders as indexes: what is counted, searched and sorted stays small."""

from alembic import op

revision = "0005"
down_revision = "0004"


def upgrade() -> None:
    # Cards are text that is only ever read whole: kept apart from the row, and as it is.
    op.execute("ALTER TABLE piece ALTER COLUMN card SET STORAGE EXTERNAL")
    op.execute("ALTER TABLE piece SET (toast_tuple_target = 128)")
    # What is counted, sorted and searched stays in the row; words are found by their groups of three letters.
    for column in ("words", "name", "card_mark"):
        op.execute(f"ALTER TABLE piece ALTER COLUMN {column} SET STORAGE MAIN")
    op.execute("CREATE EXTENSION IF NOT EXISTS pg_trgm")
    op.execute("CREATE INDEX ix_piece_words ON piece USING gin (words gin_trgm_ops) WITH (fastupdate = off)")
    op.execute("UPDATE piece SET card = card || ''")
    op.execute("CREATE INDEX ix_piece_due ON piece (archived, due, id)")
    op.execute("CREATE INDEX ix_piece_touched ON piece (archived, updated_at DESC, id)")
    op.execute("CREATE INDEX ix_piece_name ON piece (archived, lower(name), id)")
