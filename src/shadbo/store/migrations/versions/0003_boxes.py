"""The stock lists that came with boxes: boards, mat boards, spacers."""

import simplejson
import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

from shadbo.core import HOUSE_SHOP
from shadbo.exports.pieces import from_json

revision = "0003"
down_revision = "0002"

LISTS = ("boards", "mat_boards", "spacers")


def upgrade() -> None:
    # A shop that was kept before these lists existed gets the house's; whatever it has of its own stays.
    house = HOUSE_SHOP.model_dump(mode="json")
    shop = sa.table("shop", sa.column("id", sa.Integer), sa.column("document", JSONB))
    connection = op.get_bind()
    for row in connection.execute(sa.select(shop.c.id, sa.cast(shop.c.document, sa.Text))):
        document = from_json(row[1])
        document |= {key: from_json(simplejson.dumps(house[key])) for key in LISTS if not document.get(key)}
        connection.execute(shop.update().where(shop.c.id == row[0]).values(document=document))
