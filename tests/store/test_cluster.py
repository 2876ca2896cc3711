"""The private PostgreSQL cluster, and the start command around it."""

import socket
from pathlib import Path

import pytest
from sqlalchemy import text

from acrebox.store import cluster
from acrebox.store.cluster import running_cluster
from acrebox.store.engine import connect
from answering import ask

ROOT = Path(__file__).parents[2]


def test_a_cluster_keeps_its_data_and_listens_on_this_machine_alone(home: Path) -> None:
    with running_cluster(home) as url:
        assert "@127.0.0.1:" in url
        assert ask(url, "SHOW listen_addresses") == "127.0.0.1"
        engine = connect(url)
        with engine.begin() as connection:
            connection.execute(text("CREATE TABLE IF NOT EXISTS kept (n int)"))
            connection.execute(text("DELETE FROM kept"))
        engine.dispose()
        with running_cluster(home) as again:
            assert ask(again, "SELECT 1") == 1
        assert ask(url, "SELECT 1") == 1, "who did not start it must not stop it"
    with running_cluster(home) as url:
        assert ask(url, "SELECT count(*) FROM kept") == 0
    port = int(url.rsplit(":", 1)[1].split("/")[0])
    with socket.socket() as probe:
        assert probe.connect_ex(("127.0.0.1", port)) != 0, "the cluster still listens"


def test_a_port_that_was_taken_meanwhile_is_let_go_for_another(
    home: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    with socket.socket() as taken, socket.socket() as free:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        free.bind(("127.0.0.1", 0))
        ports = [taken.getsockname()[1], free.getsockname()[1]]
        free.close()
        monkeypatch.setattr(cluster, "_free_port", lambda: ports.pop(0))
        with running_cluster(home) as url:
            assert ask(url, "SELECT 1") == 1
        assert ports == []
