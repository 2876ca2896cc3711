"""Backups: every row comes back, all of it or nothing; older releases are brought up to date."""

import gzip
from collections.abc import Iterator
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from sqlalchemy import Engine, MetaData, select, text

from acrebox.core.yard import Yard
from acrebox.store import BedStore, KeptWeather, StoredYard, WeatherStore, YardStore
from acrebox.store.backup import KEPT, BackupError, keep_one, newest, put_back, take_backup
from acrebox.store.cluster import programs_for
from acrebox.store.engine import connect, is_behind, migrate
from databases import database
from sample import design

DUMP = (Path(__file__).parent / "released-0001.sql").read_text("utf-8")
PROGRAMS = programs_for(None)


def every_row(engine: Engine) -> dict[str, list[tuple[Any, ...]]]:
    """Every row of every table."""
    meta = MetaData()
    with engine.connect() as connection:
        meta.reflect(connection)
        return {
            name: sorted((tuple(row) for row in connection.execute(select(table))), key=repr)
            for name, table in meta.tables.items()
        }


def address(engine: Engine) -> str:
    return engine.url.render_as_string(hide_password=False)


@pytest.fixture
def other(server_url: str) -> Iterator[Engine]:
    """Another database, empty."""
    with database(server_url) as url:
        made = connect(url)
        yield made
        made.dispose()


@pytest.fixture
def used(engine: Engine, yards: YardStore, yard: StoredYard, store: BedStore) -> Engine:
    """A database with something in every kind of table."""
    bed = store.make(design(name="Kept 'so' \\ and\nso"), yard.id)
    store.change(bed.id, 1, design(name="Changed"))
    store.tick(bed.id, "cut", "front 1", done=True, length_mm=2400)
    WeatherStore(engine).keep(yard.id, KeptWeather("w.csv", "date\n\\N\t2026"))
    return engine


@pytest.mark.parametrize("fresh", [True, False])
def test_every_row_comes_back_into_a_fresh_install_or_a_used_one(
    used: Engine, other: Engine, tmp_path: Path, fresh: bool
) -> None:
    take_backup(address(used), PROGRAMS, tmp_path / "all.sql.gz")
    if not fresh:
        migrate(other)
        BedStore(other).make(design(name="In the way"), YardStore(other).make(Yard()).id)
        with other.begin() as connection:
            connection.execute(text("CREATE TABLE of_a_later_release (n int)"))
    put_back(address(other), PROGRAMS, tmp_path / "all.sql.gz")
    assert every_row(other) == every_row(used)
    migrate(other)
    assert every_row(other) == every_row(used)


def test_a_backup_of_an_older_release_is_brought_up_to_date(
    database_url: str, other: Engine, tmp_path: Path
) -> None:
    old = connect(database_url)
    with old.begin() as connection:
        connection.exec_driver_sql(DUMP)
    assert is_behind(old)
    take_backup(database_url, PROGRAMS, tmp_path / "old.sql.gz")
    old.dispose()
    put_back(address(other), PROGRAMS, tmp_path / "old.sql.gz")
    assert is_behind(other)
    migrate(other)
    assert not is_behind(other)
    assert YardStore(other).list()[0].beds == 6


@pytest.mark.parametrize("spoil", ["half", "text", "sql", "gone"])
def test_what_is_no_whole_backup_changes_nothing(used: Engine, tmp_path: Path, spoil: str) -> None:
    file = tmp_path / "bad.sql.gz"
    if spoil == "half":
        take_backup(address(used), PROGRAMS, tmp_path / "all.sql.gz")
        whole = gzip.decompress((tmp_path / "all.sql.gz").read_bytes())
        file.write_bytes(gzip.compress(whole[: len(whole) // 2]))
    elif spoil == "text":
        file.write_text("dear aunt")
    elif spoil == "sql":
        file.write_bytes(gzip.compress(b"SELECT nothing;\n-- PostgreSQL database dump complete\n"))
    before = every_row(used)
    with pytest.raises(BackupError, match="Nothing was changed"):
        put_back(address(used), PROGRAMS, file)
    assert every_row(used) == before


def test_no_file_is_left_where_a_backup_fails(tmp_path: Path) -> None:
    with pytest.raises(BackupError, match="not taken"):
        take_backup("postgresql+psycopg://nobody:x@127.0.0.1:1/none", PROGRAMS, tmp_path / "x.sql.gz")
    assert list(tmp_path.iterdir()) == []


def test_the_last_few_are_kept(engine: Engine, tmp_path: Path) -> None:
    begin = datetime(2026, 5, 1, 3, 0)
    made = [keep_one(address(engine), PROGRAMS, tmp_path, begin + timedelta(days=n)) for n in range(KEPT + 2)]
    assert sorted(tmp_path.iterdir()) == made[2:]
    assert newest(tmp_path) == made[-1]
