"""Backups on another disk: whole, encrypted to a public key, opened by whoever has the secret one."""

import os
import subprocess
from datetime import datetime, timedelta
from pathlib import Path

import pytest
from sqlalchemy import Engine, text

from acrebox.core.yard import Yard
from acrebox.serve.keeping_up import Backups
from acrebox.store import BedStore, YardStore
from acrebox.store.backup import BackupError, Elsewhere, keep_one, put_back
from acrebox.store.backup import elsewhere as module
from sample import design

NOW = datetime(2026, 5, 1, 3, 0)


@pytest.fixture
def url(engine: Engine) -> str:
    yard = YardStore(engine).make(Yard())
    BedStore(engine).make(design(name="Kept bed"), yard.id)
    return engine.url.render_as_string(hide_password=False)


@pytest.fixture
def disk(tmp_path: Path) -> Path:
    folder = tmp_path / "disk"
    folder.mkdir()
    return folder


@pytest.fixture
def secret(tmp_path: Path) -> Path:
    file = tmp_path / "owner.key"
    subprocess.run(["age-keygen", "-o", file], check=True, capture_output=True)
    return file


@pytest.fixture
def keys(tmp_path: Path, secret: Path) -> Path:
    told = subprocess.run(["age-keygen", "-y", secret], check=True, capture_output=True, text=True)
    file = tmp_path / "public.txt"
    file.write_text(f"# the owner\n{told.stdout}")
    return file


def names(engine: Engine) -> list[str]:
    with engine.connect() as at:
        return list(at.scalars(text("SELECT design->>'name' FROM revision")))


def test_it_is_encrypted_to_a_key_and_comes_back_by_the_secret_one(
    url: str, engine: Engine, tmp_path: Path, disk: Path, keys: Path, secret: Path
) -> None:
    there = Elsewhere(disk, keys)
    there.check()
    file = keep_one(url, tmp_path / "backups", NOW)
    assert there.lacks(file)
    locked = there.put(url, file)
    assert not there.lacks(file)
    assert [each.name for each in disk.iterdir()] == [f"{file.name}.age"]
    assert locked.stat().st_mode & 0o777 == 0o600
    assert locked.read_bytes().startswith(b"age-encryption.org/v1\n")
    assert b"Kept bed" not in locked.read_bytes()
    opened = tmp_path / "opened.backup.zip"
    subprocess.run(["age", "-d", "-i", secret, "-o", opened, locked], check=True)
    assert opened.read_bytes() == file.read_bytes()
    with engine.begin() as at:
        at.execute(text("DELETE FROM revision"))
        at.execute(text("DELETE FROM bed"))
    with opened.open("rb") as read:
        put_back(url, read, opened.name, NOW)
    assert names(engine) == ["Kept bed"]


def test_without_keys_it_lies_there_as_it_is(url: str, tmp_path: Path, disk: Path) -> None:
    file = keep_one(url, tmp_path / "backups", NOW)
    assert Elsewhere(disk).put(url, file).read_bytes() == file.read_bytes()


def test_one_that_does_not_come_back_on_trial_does_not_go_there(
    url: str, tmp_path: Path, disk: Path, keys: Path
) -> None:
    file = keep_one(url, tmp_path / "backups", NOW)
    file.write_bytes(file.read_bytes()[:-200])
    with pytest.raises(BackupError):
        Elsewhere(disk, keys).put(url, file)
    assert list(disk.iterdir()) == []


def test_what_cannot_be_is_told_at_the_start(disk: Path, keys: Path, secret: Path, tmp_path: Path) -> None:
    wrong = tmp_path / "wrong.txt"
    wrong.write_text("age1nothing\n")
    for there, why in (
        (Elsewhere(disk / "none", keys), "Is the disk there"),
        (Elsewhere(disk, secret), "has a secret key in it"),
        (Elsewhere(disk, wrong), "does not encrypt"),
        (Elsewhere(disk, tmp_path / "none"), "cannot be read as public keys"),
    ):
        with pytest.raises(BackupError, match=why):
            there.check()
    if os.geteuid() != 0:
        disk.chmod(0o500)
        with pytest.raises(BackupError, match="Nothing can be written"):
            Elsewhere(disk, keys).check()


def test_each_day_s_goes_there_and_what_failed_goes_at_the_next_round(
    url: str, tmp_path: Path, disk: Path, keys: Path
) -> None:
    rounds = Backups(tmp_path, url, Elsewhere(disk, keys))
    disk.rmdir()
    with pytest.raises(BackupError, match="Is the disk there"):
        rounds.look()
    disk.mkdir()
    for _ in range(2):
        rounds.look()
        assert len(list(disk.iterdir())) == 1


def test_the_last_few_are_kept(url: str, tmp_path: Path, disk: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(module, "KEPT", 2)
    made = [keep_one(url, tmp_path / "b", NOW + timedelta(days=n)) for n in range(3)]
    there = [Elsewhere(disk).put(url, file) for file in made]
    assert sorted(disk.iterdir()) == there[1:]
