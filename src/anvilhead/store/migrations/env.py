"""Runs the migrations on the engine that the caller hands over (see `Database.alembic_config`)."""

from alembic import context

from anvilhead.store.tables import Base

engine = context.config.attributes["engine"]
with engine.connect() as connection:
    context.configure(
        connection=connection, target_metadata=Base.metadata, compare_type=True, compare_server_default=True
    )
    with context.begin_transaction():
        context.run_migrations()
