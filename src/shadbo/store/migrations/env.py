"""Alembic's environment: migrations run on the connection handed over by ``store.database.migrate``."""

from alembic import context

from shadbo.store.tables import Base

context.configure(connection=context.config.attributes["connection"], target_metadata=Base.metadata)
context.run_migrations()
