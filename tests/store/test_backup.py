"""Backups: every row comes back, all of it or nothing; nothing in a file is done; older ones are read."""

import gzip
import io
import json
import os
import subprocess
import zipfile
from collections.abc import Callable, Iterator
from datetime import datetime, timedelta
from hashlib import sha256
from pathlib import Path
from threading import Timer
from typing import Any

import pytest
from sqlalchemy import Engine, MetaData, select, text

from acrebox.core.yard import Yard
from acrebox.store import (
    AccountStore,
    BedStore,
    EventStore,
    Happened,
    KeptWeather,
    SessionStore,
    StoredYard,
    WeatherStore,
    YardStore,
)
from acrebox.store.backup import (
    KEPT,
    BackupError,
    change_back,
    keep_one,
    newest,
    put_back,
    take_backup,
    try_out,
)
from acrebox.store.backup.form import opened
from acrebox.store.cluster import programs_for
from acrebox.store.engine import connect, is_behind, migrate
from acrebox.store.migrations import versions
from databases import database
from sample import design

HERE = Path(__file__).parent
NOT_KEPT = {"session", "browser", "rate", "invitation", "answered"}
NOW = datetime(2026, 5, 1, 3, 0)
ODD = "date\n\\N\t2026\n\\.\n\x7f \u2028 \U0001f955 \\\\ \\x41\r"
"""What COPY's text would take for something else, were it not written as COPY writes it."""


def every_row(engine: Engine) -> dict[str, list[tuple[Any, ...]]]:
    """Every row of every table that is kept."""
    meta = MetaData()
    with engine.connect() as connection:
        meta.reflect(connection)
        return {
            name: sorted((tuple(row) for row in connection.execute(select(table))), key=repr)
            for name, table in meta.tables.items()
            if name not in NOT_KEPT
        }


def schemas(engine: Engine) -> list[str]:
    with engine.connect() as connection:
        query = "SELECT nspname FROM pg_namespace WHERE nspname !~ '^(pg_|information_)' ORDER BY 1"
        return list(connection.scalars(text(query)))


def address(engine: Engine) -> str:
    return engine.url.render_as_string(hide_password=False)


def put(engine: Engine, file: Path, now: datetime = NOW) -> str:
    with file.open("rb") as read:
        return put_back(address(engine), read, file.name, now)


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
    store.tick(bed.id, "cut", "front 1", done=True, length_mm=2400.1)
    WeatherStore(engine).keep(yard.id, KeptWeather("w.csv", ODD))
    accounts = AccountStore(engine)
    key = accounts.invite_first()
    assert key is not None
    account = accounts.join(key, "Hedda", "a hash").id
    SessionStore(engine).sign_in(account)
    EventStore(engine).note(Happened.JOINED, "Hedda", "::1", about=account, yard=yard.id)
    return engine


@pytest.fixture
def whole(used: Engine, tmp_path: Path) -> Path:
    file = tmp_path / "all.backup.zip"
    take_backup(address(used), file)
    return file


@pytest.mark.parametrize("fresh", [True, False])
def test_every_row_comes_back_into_a_fresh_install_or_a_used_one(
    used: Engine, other: Engine, whole: Path, fresh: bool
) -> None:
    if not fresh:
        migrate(other)
        BedStore(other).make(design(name="In the way"), YardStore(other).make(Yard()).id)
        with other.begin() as connection:
            connection.execute(text("CREATE TABLE of_a_later_release (n int)"))
    put(other, whole)
    assert every_row(other) == every_row(used)
    migrate(other)
    assert every_row(other) == every_row(used)
    # What counts by itself goes on from there.
    yard = YardStore(other).list()[0]
    BedStore(other).make(design(name="The next one"), yard.id)
    assert YardStore(other).list()[0].beds == 2


def test_who_is_signed_in_and_which_links_are_good_is_in_no_backup(other: Engine, whole: Path) -> None:
    put(other, whole)
    with other.connect() as at:
        for table in sorted(NOT_KEPT):
            assert at.scalar(text(f"SELECT count(*) FROM {table}")) == 0
    assert AccountStore(other).names() == ["Hedda"]


def test_it_can_be_read_by_other_programs(used: Engine, whole: Path) -> None:
    with zipfile.ZipFile(whole) as read:
        told = json.loads(read.read("manifest.json"))
        rows = read.read("rows/revision.copy").decode("utf-8").splitlines()
    columns = told["tables"]["revision"]["columns"]
    found = [dict(zip(columns, row.split("\t"), strict=True)) for row in rows]
    assert [row["number"] for row in found] == ["1", "2"]
    assert found[0]["undo_to"] == "\\N"
    assert told["revision"] == max(file.name[1:5] for file in Path(versions.__file__).parent.glob("m0*.py"))
    assert whole.stat().st_mode & 0o777 == 0o600


def test_a_backup_of_an_older_release_is_brought_up_to_date(
    database_url: str, other: Engine, tmp_path: Path
) -> None:
    old = connect(database_url)
    with old.begin() as connection:
        connection.exec_driver_sql((HERE / "released-0001.sql").read_text("utf-8"))
    assert is_behind(old)
    take_backup(database_url, tmp_path / "old")
    old.dispose()
    put(other, tmp_path / "old")
    assert not is_behind(other)
    assert YardStore(other).list()[0].beds == 6


# --- dumps of releases before --------------------------------------------------------------------------


def dump_of(engine: Engine) -> bytes:
    """What releases before wrote: pg_dump with their options."""
    url = engine.url
    words = [str(programs_for(None) / "pg_dump"), "--no-owner", "--no-privileges", "--schema=public"]
    words += ["--encoding=UTF8", "--exclude-table-data=public.session", "--exclude-table-data=public.rate"]
    words += ["-h", str(url.host), "-p", str(url.port), "-U", str(url.username), "-d", str(url.database)]
    environment = {**os.environ, "PGPASSWORD": str(url.password or "")}
    return subprocess.run(words, env=environment, capture_output=True, check=True).stdout


@pytest.mark.parametrize("release", ["0003", "0006", "now"])
def test_a_dump_of_a_release_before_is_read(
    release: str, used: Engine, database_url: str, other: Engine, tmp_path: Path
) -> None:
    if release == "now":
        dump, wanted = dump_of(used), every_row(used)
    else:
        old = connect(database_url)
        with old.begin() as connection:
            connection.exec_driver_sql((HERE / f"released-{release}.sql").read_text("utf-8"))
        dump = dump_of(old)
        migrate(old)
        wanted = every_row(old)
        old.dispose()
    file = tmp_path / "old.sql.gz"
    file.write_bytes(gzip.compress(dump))
    put(other, file)
    assert every_row(other) == wanted


def test_nothing_in_a_dump_is_done(used: Engine, other: Engine, tmp_path: Path) -> None:
    """`psql` would run the shell's command, end the transaction, and make the table."""
    trap = tmp_path / "done"
    more = f"\\! touch {trap}\nCOMMIT;\nDROP SCHEMA public CASCADE;\nCREATE TABLE public.more (n int);\n"
    file = tmp_path / "bad.sql.gz"
    file.write_bytes(gzip.compress(more.encode() + dump_of(used) + more.encode()))
    put(other, file)
    assert not trap.exists()
    assert every_row(other) == every_row(used)


# --- what is none ---------------------------------------------------------------------------------------

Spoil = Callable[[dict[str, bytes]], object]


def manifest(files: dict[str, bytes]) -> dict[str, Any]:
    found: dict[str, Any] = json.loads(files["manifest.json"])
    return found


def told(change: Callable[[dict[str, Any]], None]) -> Spoil:
    """A file whose manifest is changed."""

    def spoil(files: dict[str, bytes]) -> None:
        found = manifest(files)
        change(found)
        files["manifest.json"] = json.dumps(found).encode()

    return spoil


def rows(table: str, new: bytes, honest: bool = True) -> Spoil:
    """A file whose rows of a table are others; `honest` about how many, and their sum."""

    def spoil(files: dict[str, bytes]) -> None:
        files[f"rows/{table}.copy"] = new
        if honest:
            found = manifest(files)
            found["tables"][table] |= {"rows": new.count(b"\n"), "sha256": sha256(new).hexdigest()}
            files["manifest.json"] = json.dumps(found).encode()

    return spoil


def table(name: str) -> Callable[[dict[str, Any]], None]:
    return lambda m: m["tables"].update({name: m["tables"].pop("bed")})


def strange(files: dict[str, bytes]) -> None:
    files["rows/pg_authid.copy"] = files.pop("rows/bed.copy")
    told(table("pg_authid"))(files)


def columns(*names: str) -> Spoil:
    return told(lambda m: m["tables"]["weather"].update(columns=list(names)))


def documents(files: dict[str, bytes]) -> None:
    """As an older release's, with documents that are none."""
    told(lambda m: m.update(revision="0002"))(files)


SPOILT: dict[str, tuple[Spoil, str]] = {
    "no manifest": (lambda f: f.pop("manifest.json"), "no manifest.json"),
    "another program's": (told(lambda m: m.update(format="zip")), "not ours"),
    "a field more": (told(lambda m: m.update(sql="DROP TABLE bed")), "not ours"),
    "a later form": (told(lambda m: m.update(version=2)), "not ours"),
    "a newer release": (told(lambda m: m.update(revision="9999")), "newer release"),
    "a file more": (lambda f: f.update({"rows/more.copy": b""}), "does not tell"),
    "a file less": (lambda f: f.pop("rows/bed.copy"), "does not tell"),
    "out of its folder": (lambda f: f.update({"../../x": b""}), "does not tell"),
    "rows changed": (rows("weather", b"x\n", honest=False), "not what was written"),
    "rows cut off": (rows("revision", b"", honest=False), "rows, and"),
    "rows that are none": (rows("weather", b"one\ttwo\n"), "was not put back"),
    "rows that end early": (rows("weather", b"\\.\nx\n"), r"rows of weather|was not put back"),
    "rows of nobody": (rows("yard", b""), "was not put back"),
    "a table of the server's": (strange, "not ours"),
    "a name that is a command": (told(table('bed"; DROP TABLE bed; --')), "not ours"),
    "other columns": (columns("yard_id", "name", "text", "saved_at", "more"), "other columns"),
    "a column twice": (columns("yard_id", "name", "text", "saved_at", "text"), "other columns"),
    "of another release's tables": (documents, "not ours|other columns"),
}


@pytest.mark.parametrize("spoil", SPOILT)
def test_what_is_no_whole_backup_changes_nothing(
    used: Engine, whole: Path, tmp_path: Path, spoil: str
) -> None:
    change, why = SPOILT[spoil]
    with zipfile.ZipFile(whole) as read:
        files = {name: read.read(name) for name in read.namelist()}
    change(files)
    bad = tmp_path / "bad.zip"
    with zipfile.ZipFile(bad, "w") as out:
        for name, content in files.items():
            out.writestr(name, content)
    refused(used, bad, why)


def refused(engine: Engine, file: Path, why: str) -> None:
    before, there = every_row(engine), schemas(engine)
    with pytest.raises(BackupError, match=why) as said:
        put(engine, file)
    assert "Nothing was changed." in str(said.value)
    assert "\n" not in str(said.value)
    assert (every_row(engine), schemas(engine)) == (before, there)


def half(content: bytes) -> bytes:
    return content[: len(content) // 2]


DUMP = b"COPY public.bed (id) FROM stdin;\n\\.\n-- PostgreSQL database dump complete\n"
OTHERS: dict[str, tuple[Callable[[bytes], bytes], str]] = {
    "cut off": (half, "cannot be read"),
    "a letter": (lambda _: b"dear aunt", "cannot be read"),
    "nothing": (lambda _: b"", "cannot be read"),
    "gzip, cut off": (lambda _: half(gzip.compress(os.urandom(900))), "cannot be read"),
    "SQL that ends like a dump": (
        lambda _: gzip.compress(b"DROP TABLE bed;\n-- PostgreSQL database dump complete\n"),
        "none of Acre Box",
    ),
    "another program's dump": (lambda _: gzip.compress(DUMP), "none of Acre Box"),
    "a dump that breaks off": (lambda _: gzip.compress(DUMP[:34]), "breaks off"),
}


@pytest.mark.parametrize("what", OTHERS)
def test_other_files_change_nothing(used: Engine, whole: Path, tmp_path: Path, what: str) -> None:
    turn, why = OTHERS[what]
    file = tmp_path / "other"
    file.write_bytes(turn(whole.read_bytes()))
    refused(used, file, why)


def test_every_bit_that_was_turned_is_found_or_harmless(whole: Path) -> None:
    """Refused; or it stands in what the zip says of itself and nobody reads, and all of it is there."""
    content = whole.read_bytes()
    found = 0
    for at in range(0, len(content), max(1, len(content) // 500)):
        spoilt = bytearray(content)
        spoilt[at] ^= 1
        try:
            with opened(io.BytesIO(spoilt), "it") as read, opened(io.BytesIO(content), "as it was") as was:
                for table in was.manifest.tables:
                    assert b"".join(read.pieces(table)) == b"".join(was.pieces(table))
        except BackupError:
            found += 1
    assert found > 300


# --- in place of what is there --------------------------------------------------------------------------


def test_what_was_there_is_kept_twice_and_comes_back(used: Engine, store: BedStore, whole: Path) -> None:
    bed = store.list(YardStore(used).list()[0].id)[0].id
    kept = []
    for n in range(3):
        store.change(bed, 2, design(name=f"After {n}"))
        kept.append(put(used, whole, NOW + timedelta(minutes=n)))
    assert schemas(used) == [*kept[1:], "public"]
    assert kept[1] == "kept_20260501_030100"
    change_back(address(used), NOW + timedelta(minutes=9))
    assert store.get(bed).design.name == "After 2"
    change_back(address(used), NOW + timedelta(minutes=10))
    assert store.get(bed).design.name == "Changed"
    assert len(schemas(used)) == 3


def test_where_nothing_was_put_back_nothing_is_changed_back(used: Engine) -> None:
    with pytest.raises(BackupError, match="Nothing was put back"):
        change_back(address(used), NOW)


def test_two_within_a_second_keep_two(used: Engine, whole: Path) -> None:
    assert [put(used, whole), put(used, whole)] == ["kept_20260501_030000", "kept_20260501_030000_001"]


def test_a_write_that_is_under_way_ends_first(used: Engine, whole: Path) -> None:
    """What was acknowledged is in what is kept, not in neither."""
    with used.connect() as writes:
        writes.execute(text("UPDATE weather SET name = 'late'"))
        Timer(0.5, writes.commit).start()
        kept = put(used, whole)
        assert writes.scalar(text(f"SELECT name FROM {kept}.weather")) == "late"
        assert writes.scalar(text("SELECT name FROM weather")) == "w.csv"


def test_it_is_tried_out_beside_what_is_there(used: Engine, whole: Path) -> None:
    before = every_row(used)
    with whole.open("rb") as read:
        assert try_out(address(used), read, whole.name) == sum(map(len, before.values())) - 1
    assert (every_row(used), schemas(used)) == (before, ["public"])


def test_no_file_is_left_where_a_backup_fails(tmp_path: Path) -> None:
    with pytest.raises(BackupError, match="not taken"):
        take_backup("postgresql+psycopg://nobody:x@127.0.0.1:1/none", tmp_path / "x")
    assert list(tmp_path.iterdir()) == []


def test_the_last_few_are_kept_those_of_older_releases_too(engine: Engine, tmp_path: Path) -> None:
    (tmp_path / "acrebox-20260430-030000.sql.gz").write_bytes(b"")
    made = [keep_one(address(engine), tmp_path, NOW + timedelta(days=n)) for n in range(KEPT + 1)]
    assert sorted(tmp_path.iterdir()) == made[1:]
    assert newest(tmp_path) == made[-1]
