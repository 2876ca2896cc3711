"""Two servers over one database behind a proxy: one is killed, and nothing is lost and nobody signed out."""

import json
import os
import re
import shutil
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import suppress
from pathlib import Path
from threading import Event, Thread
from uuid import uuid4

import httpx
import pytest
from sqlalchemy import text

from acrebox.serve.app import KEY
from acrebox.store.cluster import data_of
from acrebox.store.engine import connect
from answering import until_it_answers
from sample import document
from served import ROOT, clear, free_port, serving

PASSPHRASE = "three damp sacks of leaves"
MOST_MADE = 15
"""How many beds each of those makes who write."""
PROXY = """
daemon off;
pid {folder}/nginx.pid;
error_log {folder}/error.log;
worker_processes 1;
events {{ worker_connections 200; }}
http {{
  access_log off;
  client_body_temp_path {folder}/body; proxy_temp_path {folder}/proxy; fastcgi_temp_path {folder}/fast;
  uwsgi_temp_path {folder}/uwsgi; scgi_temp_path {folder}/scgi;
  upstream acre {{
    server 127.0.0.1:{first} max_fails=1 fail_timeout=2s;
    server 127.0.0.1:{second} max_fails=1 fail_timeout=2s;
  }}
  server {{
    listen 127.0.0.1:{port};
    client_max_body_size 21m;
    location / {{
      proxy_pass http://acre;
      proxy_bind {at};
      proxy_http_version 1.1;
      proxy_set_header Connection "";
      proxy_set_header Host $http_host;
      proxy_set_header X-Forwarded-For $remote_addr;
      proxy_set_header X-Forwarded-Proto $scheme;
      proxy_next_upstream error timeout;
    }}
  }}
}}
"""
"""What `docs/operating.md` has. It asks from an address of its own, as from another machine."""
PROXY_AT = "127.0.0.2"


class Server:
    """One of those that answer."""

    def __init__(self, home: Path, url: str) -> None:
        self.home, self.port, self._url = home, free_port(), url
        self.address = f"http://127.0.0.1:{self.port}"
        self.link: str | None = None

    def start(self) -> None:
        words = [sys.executable, "-m", "acrebox.serve", "--home", str(self.home), "--port", str(self.port)]
        words += ["--accounts", "--empty", "--workers", "1", "--proxy", PROXY_AT]
        self.process = subprocess.Popen(words, env=serving(self._url), stdout=subprocess.PIPE, cwd=ROOT)
        assert self.process.stdout
        found = re.search(r"/join#(\S+)", self.process.stdout.readline().decode())
        self.link = found[1] if found else None
        until_it_answers(self.address, self.process)

    def kill(self) -> None:
        self.process.kill()
        self.process.wait()

    @property
    def key(self) -> Path:
        return data_of(self.home).parent / KEY


@pytest.fixture
def two(database_url: str, worker_id: str) -> Iterator[tuple[Server, Server]]:
    homes = [ROOT / ".local" / f"two-{name}-{worker_id}" for name in ("a", "b")]
    for home in homes:
        clear(home)
        home.mkdir(parents=True)
    first, second = (Server(home, database_url) for home in homes)
    first.start()
    # Several machines have the key of second factors from one place.
    second.key.parent.mkdir(mode=0o700, parents=True)
    shutil.copy(first.key, second.key)
    second.start()
    yield first, second
    for server in (first, second):
        if server.process.poll() is None:
            server.process.terminate()
            assert server.process.wait(60) == 0
    for home in homes:
        clear(home)


@pytest.fixture
def proxy(two: tuple[Server, Server], tmp_path: Path) -> Iterator[str]:
    port = free_port()
    told = PROXY.format(folder=tmp_path, port=port, first=two[0].port, second=two[1].port, at=PROXY_AT)
    if os.geteuid() == 0:
        told = f"user root;\n{told}"
    file = tmp_path / "nginx.conf"
    file.write_text(told)
    program = shutil.which("nginx", path=f"{os.environ['PATH']}:/usr/sbin")
    assert program, "nginx is not here; bin/setup test installs it"
    running = subprocess.Popen([program, "-p", tmp_path, "-c", file], stderr=subprocess.DEVNULL)
    until_it_answers(f"http://127.0.0.1:{port}", running)
    yield f"http://127.0.0.1:{port}"
    running.terminate()
    running.wait(60)


class Maker:
    """Makes one bed after the other through the proxy, each repeated under its name until it is answered."""

    def __init__(self, proxy: str, cookies: httpx.Cookies, number: int, over: Event) -> None:
        self._client = httpx.Client(base_url=proxy, cookies=cookies, timeout=60)
        self._number, self._over = number, over
        self.made: list[str] = []
        self.odd: list[str] = []

    def work(self) -> None:
        while not self._over.is_set() and len(self.made) < MOST_MADE:
            name, body = str(uuid4()), document(name=f"Bed {self._number}.{len(self.made)}")
            while True:
                with suppress(httpx.TransportError):
                    told = self._client.post("/api/beds", json=body, headers={"Idempotency-Key": name})
                    if told.status_code == 201:
                        self.made.append(told.json()["id"])
                        time.sleep(0.2)
                        break
                    if told.status_code not in (502, 503, 504):
                        self.odd.append(told.text)
                        return
                time.sleep(0.05)


def test_one_is_killed_and_nothing_is_lost_and_nobody_signed_out(
    two: tuple[Server, Server], proxy: str, database_url: str
) -> None:
    first, second = two
    client = httpx.Client(base_url=proxy, timeout=60)
    me = {"name": "Hedda", "passphrase": PASSPHRASE}
    assert client.post("/api/accounts", json={**me, "key": second.link}).status_code == 201
    # The proxy is believed of who asks.
    assert [row["address"] for row in client.get("/api/account/sessions").json()] == ["127.0.0.1"]
    # Each start tells another first link, and the last is good. A session is good at either, and what one
    # saves the other has.
    at = {server: httpx.Client(base_url=server.address, cookies=client.cookies, timeout=60) for server in two}
    bed = at[first].post("/api/beds", json=document(name="Of both")).json()
    there = at[second].get(f"/api/beds/{bed['id']}").json()
    assert there["design"]["name"] == "Of both"
    changed = at[second].put(
        f"/api/beds/{bed['id']}", json=document(name="Changed"), headers={"If-Match": "1"}
    )
    assert changed.status_code == 200
    stale = at[first].put(f"/api/beds/{bed['id']}", json=document(name="Late"), headers={"If-Match": "1"})
    assert (stale.status_code, stale.json()["saved"]["design"]["name"]) == (412, "Changed")

    # What is changed at one is told to who looks at it at the other, and through the proxy.
    for page in (at[second], client):
        with page.stream("GET", "/api/changes") as told:
            notices = (json.loads(line[5:]) for line in told.iter_lines() if line.startswith("data:"))
            assert next(notices) == {}
            now = at[first].get(f"/api/beds/{bed['id']}").json()["revision"]
            name = {"If-Match": str(now)}
            again = at[first].put(f"/api/beds/{bed['id']}", json=document(name=f"No. {now}"), headers=name)
            assert next(notices) == {"yard": bed["yard"], "bed": bed["id"], "revision": now + 1}
            assert again.status_code == 200

    # Tries are counted together.
    wrong = {**me, "passphrase": "not that one at all"}
    told_by = [at[server].post("/api/session", json=wrong).status_code for server in two for _ in range(6)]
    assert (told_by[:6], 429 in told_by[6:]) == ([401] * 6, True)

    over = Event()
    makers = [Maker(proxy, client.cookies, n, over) for n in range(3)]
    threads = [Thread(target=maker.work) for maker in makers]
    for thread in threads:
        thread.start()
    time.sleep(1.5)
    first.kill()
    time.sleep(2)
    first.start()
    # Each release adds to the tables: one that runs goes on over those of the next.
    engine = connect(database_url)
    with engine.begin() as connection:
        connection.execute(text("ALTER TABLE bed ADD COLUMN of_the_next_release integer"))
    time.sleep(0.5)
    second.kill()
    time.sleep(2)
    over.set()
    for thread in threads:
        thread.join()
    assert [odd for maker in makers for odd in maker.odd] == []
    made = {bed["id"], *(key for maker in makers for key in maker.made)}
    assert len(made) > 3
    told = client.get("/api/beds").json()
    assert {row["id"] for row in told["beds"]} == made
    assert client.get("/api/session").json()["name"] == "Hedda"
    engine.dispose()
    # Who listens is told the end of it when a server is stopped.
    with at[first].stream("GET", "/api/changes") as heard:
        first.process.terminate()
        assert "".join(heard.iter_text()).startswith("data: {}")
