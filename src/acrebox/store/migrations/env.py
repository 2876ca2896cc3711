"""Alembic's environment: migrations run on the connection that `migrate` hands over."""

from alembic import context

from acrebox.store.tables import Base

context.configure(connection=context.config.attributes["connection"], target_metadata=Base.metadata)
with context.begin_transaction():
    context.run_migrations()
