"""Databases for tests: copies of one that was migrated once, and apps that are made once a process."""

from collections.abc import Collection, Iterator
from contextlib import contextmanager
from typing import Any
from uuid import uuid4

import psycopg
from fastapi import FastAPI
from sqlalchemy import Engine, create_engine, text
from sqlalchemy.engine import make_url

from acrebox.api.app import make_app
from acrebox.store.engine import connect, migrate


@contextmanager
def database(server: str, like: str | None = None) -> Iterator[str]:
    """A database of its own, dropped afterwards: empty, or a copy of the one at another address."""
    name = f"test_{uuid4().hex}"
    source = f" TEMPLATE {make_url(like).database}" if like else ""
    _do(server, f"CREATE DATABASE {name}{source}")
    yield make_url(server).set(database=name).render_as_string(hide_password=False)
    _do(server, f"DROP DATABASE {name} WITH (FORCE)")


def _do(server: str, what: str) -> None:
    admin = connect(server).execution_options(isolation_level="AUTOCOMMIT")
    with admin.connect() as connection:
        connection.execute(text(what))
    admin.dispose()


@contextmanager
def migrated(server: str) -> Iterator[str]:
    """A database with all tables and nothing in them."""
    with database(server) as url:
        made = connect(url)
        migrate(made)
        made.dispose()
        yield url


class Apps:
    """Apps, made once for each of their options: to make one, and its routes, takes most of a second. Each
    test has them over a database of its own.
    """

    def __init__(self) -> None:
        self._made: dict[object, tuple[FastAPI, _Line]] = {}

    def over(
        self, engine: Engine, process: int = 1, names: Collection[str] | None = None, **options: Any
    ) -> FastAPI:
        """The app over a database; another `process` is another app over the same one."""
        key = (process, None if names is None else frozenset(names), *sorted(options.items()))
        if key not in self._made:
            line = _Line()
            self._made[key] = make_app(line.engine, names=names, **options), line
        app, line = self._made[key]
        line.lead_to(engine)
        return app


class _Line:
    """An engine that leads to one database after another."""

    def __init__(self) -> None:
        self.engine = create_engine("postgresql+psycopg://", creator=self._reach)
        self._address = ""

    def lead_to(self, engine: Engine) -> None:
        self.engine.dispose()
        plain = engine.url.set(drivername="postgresql")
        self._address = plain.render_as_string(hide_password=False)

    def _reach(self) -> psycopg.Connection:
        return psycopg.connect(self._address)
