"""It serves as nobody special: root is given up, its role owns its database and nothing else."""

import os
import pwd
import shutil
import socket
import ssl
import subprocess
import sys
import time
import urllib.request
import warnings
from pathlib import Path

import pytest
from sqlalchemy import text
from sqlalchemy.engine import make_url
from sqlalchemy.exc import DBAPIError

from acrebox.serve.holding import held
from acrebox.serve.log import FOLDER, MOST_BYTES, NAME, for_us_alone, turn_over
from acrebox.serve.root import done_as_who_serves
from acrebox.store.accounts_of_system import OWN, account_named, can_reach, hand_over
from acrebox.store.cluster import admin_url, running_cluster
from acrebox.store.engine import connect, migrate
from acrebox.store.own_database import DATABASE, FIRST, ROLE
from served import ROOT, Served, serving

as_root = pytest.mark.skipif(os.geteuid() != 0, reason="only root can give up root")


def ids(pid: int) -> dict[str, list[str]]:
    rows = Path(f"/proc/{pid}/status").read_text().splitlines()
    return {name: rest.split() for name, _, rest in (row.partition(":") for row in rows)}


@as_root
def test_as_root_it_serves_as_an_account_of_its_own(service: Served) -> None:
    skip_where_root_stays()
    account = account_named(OWN)
    assert account is not None
    database = int((service.kept / "postgres" / "postmaster.pid").read_text().split("\n", 1)[0])
    for pid in (service.process.pid, database, *service.workers()):
        told = ids(pid)
        assert set(told["Uid"]) == {str(account.uid)}
        assert set(told["Gid"]) == {str(account.gid)}
        assert int(told["CapEff"][0], 16) == 0
    assert told["Groups"] == []
    assert pwd.getpwuid((service.kept / "postgres").stat().st_uid).pw_name == OWN


def skip_where_root_stays() -> None:
    account = account_named(OWN)
    if account is None or not can_reach(account, ROOT):
        pytest.skip("the account cannot get at this checkout, which the start tells")


def test_nobody_else_reads_the_log(service: Served) -> None:
    logs = sorted((service.kept / "logs").iterdir())
    assert logs
    assert {file.stat().st_mode & 0o777 for file in logs} == {0o600}


def test_a_log_begun_anew_is_as_much_ours(tmp_path: Path) -> None:
    file = tmp_path / FOLDER / NAME
    file.parent.mkdir()
    for_us_alone(file)
    with file.open("wb") as log:
        log.truncate(MOST_BYTES)
    turn_over(tmp_path)
    kept = {each.name: each.stat() for each in file.parent.iterdir()}
    assert {name: at.st_size for name, at in kept.items()} == {NAME: 0, f"{NAME}.1": MOST_BYTES}
    assert {at.st_mode & 0o777 for at in kept.values()} == {0o600}


@as_root
def test_what_root_asks_for_is_done_as_the_account_that_serves(service: Served, tmp_path: Path) -> None:
    skip_where_root_stays()
    account = account_named(OWN)
    assert account is not None
    seen = tmp_path / "seen"
    with seen.open("w") as out:

        def work() -> int:
            print(*os.getresuid(), *os.getresgid(), *os.getgroups(), file=out, flush=True)
            return 7

        assert done_as_who_serves(service.kept, work) == 7
    assert seen.read_text().split() == [*[str(account.uid)] * 3, *[str(account.gid)] * 3]


@as_root
def test_a_backup_into_roots_own_folder_comes_back(service: Served, tmp_path: Path) -> None:
    closed = tmp_path / "closed"
    closed.mkdir(mode=0o700)
    file = closed / "all.zip"
    beds = service.looked_over("/api/beds")
    for command in ("backup", "restore"):
        words = [sys.executable, "-m", "acrebox", command, str(file), "--home", str(service.home)]
        done = subprocess.run(words, env=serving(), capture_output=True, text=True, check=False)
        assert (done.returncode, done.stderr) == (0, "")
    assert [(each.name, each.stat().st_uid, each.stat().st_mode & 0o777) for each in closed.iterdir()] == [
        ("all.zip", 0, 0o600)
    ]
    assert service.looked_over("/api/beds") == beds


def test_where_nothing_was_kept_yet_no_file_is_left(own_home: Path, tmp_path: Path) -> None:
    words = [sys.executable, "-m", "acrebox", "backup", str(tmp_path / "all.zip"), "--home", str(own_home)]
    done = subprocess.run(words, env=serving(), capture_output=True, text=True, check=False)
    assert done.returncode == 1
    assert done.stderr.splitlines()[-1] == "acrebox: The backup was not taken: there are no tables yet."
    assert list(tmp_path.iterdir()) == []


@as_root
def test_data_of_another_account_is_taken_over_with_all_that_is_in_it(own_home: Path) -> None:
    skip_where_root_stays()
    served = Served(own_home)
    beds = served.looked_over("/api/beds")
    assert served.stop() == 0
    before = account_named("nobody")
    assert before is not None
    data = served.kept / "postgres"
    for place in (data, *data.rglob("*")):
        os.lchown(place, before.uid, before.gid)
    served.start()
    assert served.looked_over("/api/beds") == beds
    assert served.stop() == 0


@as_root
def test_root_follows_no_link_that_the_account_has_laid(own_home: Path, tmp_path: Path) -> None:
    account = account_named(OWN)
    assert account is not None
    own_home.mkdir(parents=True)
    (tmp_path / "inner").mkdir()
    kept = tmp_path / "kept"
    kept.write_text("nobody else's")
    (own_home / "logs").symlink_to(tmp_path)
    hand_over(own_home, ("logs", "gone"), account)
    assert kept.stat().st_uid == 0
    assert (tmp_path / "inner").stat().st_uid == 0
    assert (own_home / "logs").lstat().st_uid == account.uid
    (own_home / "serving").symlink_to(kept)
    with pytest.raises(OSError, match="symbolic links"), held(own_home, "http://here/"):
        pass
    assert kept.read_text() == "nobody else's"


def test_its_role_owns_its_database_and_may_do_nothing_else(own_home: Path) -> None:
    with running_cluster(own_home) as url:
        assert (make_url(url).username, make_url(url).database) == (ROLE, DATABASE)
        engine = connect(url)
        migrate(engine)
        with engine.connect() as at:
            may = at.execute(
                text(
                    "SELECT rolsuper, rolcreatedb, rolcreaterole, rolreplication, rolbypassrls FROM pg_roles"
                    " WHERE rolname = current_user"
                )
            ).one()
            whose = "SELECT pg_get_userbyid(datdba) FROM pg_database WHERE datname = :d"
            owner = at.scalar(text(whose), {"d": DATABASE})
        assert not any(may)
        assert owner == ROLE
        alone = engine.execution_options(isolation_level="AUTOCOMMIT")
        program, file = "COPY (SELECT 1) TO PROGRAM 'id'", "SELECT pg_read_file('PG_VERSION')"
        for wrong in ("CREATE DATABASE other", program, file):
            with pytest.raises(DBAPIError), alone.connect() as at:
                at.execute(text(wrong))
        elsewhere = connect(make_url(url).set(database=FIRST).render_as_string(hide_password=False))
        with pytest.raises(DBAPIError, match="permission denied"):
            elsewhere.connect()
        engine.dispose()


def test_an_install_whose_tables_lay_in_the_first_database_keeps_them(own_home: Path) -> None:
    with running_cluster(own_home):
        admin = admin_url(own_home)
        neutral = connect(make_url(admin).set(database="template1").render_as_string(hide_password=False))
        with neutral.connect().execution_options(isolation_level="AUTOCOMMIT") as at:
            at.execute(text(f"DROP DATABASE {DATABASE}"))
        neutral.dispose()
        first = connect(admin)
        migrate(first)
        with first.begin() as at:
            at.execute(text("INSERT INTO yard (id, head) VALUES ('00000000-0000-0000-0000-000000000001', 0)"))
        first.dispose()
    for _ in range(2):
        with running_cluster(own_home) as url:
            engine = connect(url)
            migrate(engine)
            with engine.begin() as at:
                assert at.scalar(text("SELECT count(*) FROM yard")) == 1
                at.execute(text("ALTER TABLE yard ADD COLUMN IF NOT EXISTS changed int"))
            engine.dispose()


def test_it_is_served_by_tls_by_several_processes(own_home: Path, tmp_path: Path) -> None:
    if shutil.which("openssl") is None:
        pytest.skip("no openssl on this machine to make a certificate with")
    key, certificate = tmp_path / "key.pem", tmp_path / "certificate.pem"
    words = ["openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2", "-subj", "/CN=x"]
    subprocess.run([*words, "-keyout", key, "-out", certificate], check=True, capture_output=True)
    key.chmod(0o600)
    secure = ("--tls-cert", str(certificate), "--tls-key", str(key))
    served = Served(own_home, *secure, "--processes", "2", "--workers", "1", wait=False)
    trusted = ssl.create_default_context(cafile=str(certificate))
    trusted.check_hostname = False
    try:
        assert asked(f"https://127.0.0.1:{served.port}/api/yards", trusted, served) == 200
        assert suite(served.port, "ALL") == ("TLSv1.2", True)
        for weak in ("AES128-SHA", "AES256-GCM-SHA384", "ECDHE-RSA-AES128-SHA"):
            assert suite(served.port, weak) is None, weak
        assert suite(served.port, "ALL:@SECLEVEL=0", ssl.TLSVersion.TLSv1_1) is None
    finally:
        assert served.stop() == 0


def suite(port: int, ciphers: str, most: ssl.TLSVersion = ssl.TLSVersion.TLSv1_2) -> tuple[str, bool] | None:
    """Which version of TLS is agreed on, and whether by a key made anew each time; None where none is."""
    context = ssl.SSLContext(ssl.PROTOCOL_TLS_CLIENT)
    context.check_hostname, context.verify_mode = False, ssl.CERT_NONE
    with warnings.catch_warnings():
        warnings.simplefilter("ignore", DeprecationWarning)
        context.minimum_version = min(most, ssl.TLSVersion.TLSv1_2)
        context.maximum_version = most
    context.set_ciphers(ciphers)
    with socket.create_connection(("127.0.0.1", port)) as line:
        try:
            with context.wrap_socket(line) as secure:
                agreed = secure.cipher()
                assert agreed is not None
                return str(secure.version()), agreed[0].startswith("ECDHE-")
        except ssl.SSLError:
            return None


def asked(address: str, trusted: ssl.SSLContext, served: Served) -> int:
    """The status of an answer, waited for until the server is there."""
    for _ in range(900):
        try:
            with urllib.request.urlopen(address, context=trusted, timeout=5) as answer:
                return int(answer.status)
        except OSError:
            assert served.process.poll() is None
            time.sleep(0.1)
    raise AssertionError("it does not answer")
