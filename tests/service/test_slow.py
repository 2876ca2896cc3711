"""Who sends or reads too slowly, or comes in crowds, keeps nobody else waiting."""

import asyncio
import socket
import time
from collections.abc import Coroutine, Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import ExitStack, contextmanager, suppress
from threading import Thread
from typing import Any, TypeVar

import pytest
import uvicorn
from fastapi import FastAPI
from starlette.responses import Response
from starlette.types import Message, Receive, Scope, Send

from acrebox.api.crowd import Crowd
from acrebox.api.intake import Intake
from acrebox.api.promptly import Promptly
from acrebox.serve.patience import Patience
from served import Served, free_port

T = TypeVar("T")


class Hasty(Patience):
    """The same, in a hurry."""

    head_in_s = 0.3
    done_in_s = 1.0
    most = 20


class Steady(Patience):
    """The same, that lets nobody go by himself, and has few places."""

    head_in_s = done_in_s = 300.0
    most = 20
    most_of_one = 15


@pytest.fixture
def hasty() -> Iterator[int]:
    """A server of the same protocol that waits for a moment only."""
    with serving_by(Hasty) as port:
        yield port


@pytest.fixture
def steady() -> Iterator[int]:
    with serving_by(Steady) as port:
        yield port


@contextmanager
def serving_by(protocol: type[Patience]) -> Iterator[int]:
    """A server, which streams without end at /flood, and never answers /wait until it is let."""
    app = FastAPI()
    let = asyncio.Event()

    @app.get("/wait")
    async def wait() -> None:
        await let.wait()

    @app.post("/echo")
    def echo(body: dict[str, int]) -> dict[str, int]:
        return body

    @app.get("/flood")
    async def flood() -> object:
        from starlette.responses import StreamingResponse

        async def without_end() -> object:
            while True:
                yield b"x" * 65536
                await asyncio.sleep(0)

        return StreamingResponse(without_end())  # type: ignore[arg-type]

    app.add_middleware(Intake, body_in_s=0.4)
    port = free_port()
    server = uvicorn.Server(
        uvicorn.Config(app, port=port, http=protocol, log_level="critical", lifespan="off")
    )
    thread = Thread(target=server.run)
    thread.start()
    while not server.started:
        time.sleep(0.02)
    try:
        yield port
    finally:
        server.force_exit = server.should_exit = True
        thread.join()


def reached(port: int, house: int) -> socket.socket:
    """A connection from another address, as from another machine."""
    return socket.create_connection(("127.0.0.1", port), source_address=(f"127.0.1.{house}", 0))


def is_answered(line: socket.socket) -> bool:
    """Whether a request over a connection is answered by what was asked for."""
    head = b"POST /echo HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 7\r\n"
    with suppress(OSError):
        line.sendall(head + b'Connection: close\r\n\r\n{"a":1}')
        return closed(line).endswith(b'{"a":1}')
    return False


def is_open(line: socket.socket) -> bool:
    line.settimeout(0.05)
    try:
        return line.recv(1) != b""
    except TimeoutError:
        return True
    except OSError:
        return False


def by_itself(work: Coroutine[Any, Any, T]) -> T:
    """Run in a thread of its own: one that drives a browser has a loop already."""
    with ThreadPoolExecutor(1) as threads:
        return threads.submit(asyncio.run, work).result()


def closed(line: socket.socket) -> bytes:
    """What came before the other side closed; it is waited for that."""
    line.settimeout(30)
    found = b""
    try:
        while more := line.recv(65536):
            found += more
    except ConnectionResetError:
        pass
    return found


def test_half_a_head_is_not_waited_for(hasty: int) -> None:
    with socket.create_connection(("127.0.0.1", hasty)) as line:
        line.sendall(b"GET / HTTP/1.1\r\nHost: x\r\nX-Slow: ")
        assert closed(line) == b""


def test_nor_is_silence(hasty: int) -> None:
    with socket.create_connection(("127.0.0.1", hasty)) as line:
        assert closed(line) == b""


def test_nor_a_head_without_end(hasty: int) -> None:
    with socket.create_connection(("127.0.0.1", hasty)) as line:
        line.settimeout(30)
        sent = 0
        with suppress(OSError):
            line.sendall(b"GET / HTTP/1.1\r\nHost: x\r\nX-Long: ")
            while sent < 2000:
                line.sendall(b"y" * 65536)
                sent += 1
        assert sent < 2000, "it took 130 MB of a head"
        assert closed(line) == b""


def test_half_a_body_is_told_to_be_slow(hasty: int) -> None:
    with socket.create_connection(("127.0.0.1", hasty)) as line:
        line.sendall(b"POST /echo HTTP/1.1\r\nHost: x\r\nContent-Length: 90\r\n\r\n{")
        assert b" 408 " in closed(line).split(b"\r\n")[0]


def test_what_is_left_of_a_body_that_was_refused_is_taken_and_not_for_ever(hasty: int) -> None:
    head = b"POST /echo HTTP/1.1\r\nHost: x\r\nContent-Length: 3000000\r\n\r\n"
    with socket.create_connection(("127.0.0.1", hasty)) as line:
        line.sendall(head + b"x" * 2_999_999)
        assert b" 413 " in line.recv(65536).split(b"\r\n")[0]
        line.sendall(b"x" + head[:4])  # the last of it, and the next begins
        assert is_open(line)
    with socket.create_connection(("127.0.0.1", hasty)) as line:
        line.sendall(head)
        assert b" 413 " in closed(line).split(b"\r\n")[0]


def test_who_does_not_read_is_let_go(hasty: int) -> None:
    with socket.create_connection(("127.0.0.1", hasty)) as line:
        line.sendall(b"GET /flood HTTP/1.1\r\nHost: x\r\n\r\n")
        time.sleep(2.5)  # reads nothing for longer than a request may take
        line.settimeout(30)
        assert closed(line), "it ends, though what was sent never does"


def test_of_a_crowd_so_many_are_let_in_and_the_next_again_when_they_are_gone(hasty: int) -> None:
    with ExitStack() as crowd:
        lines = [crowd.enter_context(socket.create_connection(("127.0.0.1", hasty))) for _ in range(60)]
        assert all(closed(line) == b"" for line in lines)
    with socket.create_connection(("127.0.0.1", hasty)) as line:
        line.sendall(
            b"POST /echo HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 7\r\n"
        )
        line.sendall(b'Connection: close\r\n\r\n{"a":1}')
        assert closed(line).endswith(b'{"a":1}')


def test_one_house_keeps_nobody_else_out(steady: int) -> None:
    with ExitStack() as crowd:
        lines = [crowd.enter_context(reached(steady, 1)) for _ in range(60)]
        time.sleep(0.5)
        assert sum(map(is_open, lines)) == Steady.most_of_one
        assert is_answered(crowd.enter_context(reached(steady, 2)))
        # Nor itself for longer than it keeps them.
        for line in lines:
            line.close()
        assert is_answered(crowd.enter_context(reached(steady, 1)))


def test_where_many_houses_take_all_places_who_has_asked_nothing_for_longest_makes_room(steady: int) -> None:
    with ExitStack() as crowd:
        lines = [crowd.enter_context(reached(steady, 0))]
        time.sleep(0.3)
        lines += [crowd.enter_context(reached(steady, n % 4)) for n in range(1, Steady.most)]
        time.sleep(0.3)
        assert is_answered(crowd.enter_context(reached(steady, 9)))
        assert [is_open(line) for line in lines] == [False, *[True] * (Steady.most - 1)]


def test_whose_request_is_under_way_is_not_let_go_for_another(steady: int) -> None:
    with ExitStack() as crowd:
        lines = [crowd.enter_context(reached(steady, n % 4)) for n in range(Steady.most)]
        for line in lines:
            line.sendall(b"GET /wait HTTP/1.1\r\nHost: x\r\n\r\n")
        time.sleep(0.5)
        assert not is_answered(crowd.enter_context(reached(steady, 9)))
        assert all(is_open(line) for line in lines)


def test_a_proxy_on_this_machine_has_as_many_connections_as_there_are(steady: int) -> None:
    with ExitStack() as crowd:
        lines = [crowd.enter_context(socket.create_connection(("127.0.0.1", steady))) for _ in range(18)]
        time.sleep(0.5)
        assert all(map(is_open, lines))


def test_of_whoever_comes_through_a_proxy_so_many_requests_are_under_way_and_no_more() -> None:
    let, told = asyncio.Event(), dict[str, list[int]]()

    async def app(scope: Scope, receive: Receive, send: Send) -> None:
        await let.wait()
        await Response("done")(scope, receive, send)

    async def ask(crowd: Crowd, address: str) -> None:
        async def send(message: Message) -> None:
            if message["type"] == "http.response.start":
                told.setdefault(address, []).append(message["status"])

        scope = {"type": "http", "method": "GET", "path": "/", "headers": [], "client": (address, 1)}
        await crowd(scope, receive, send)

    async def receive() -> Message:
        return {"type": "http.request"}

    async def walk() -> None:
        crowd = Crowd(app, most=3)
        houses = ("198.51.100.1", "198.51.100.2", "2001:db8::1", "2001:db8::2", "127.0.0.1")
        asked = [asyncio.create_task(ask(crowd, a)) for a in houses for _ in range(5)]
        await asyncio.sleep(0.1)
        assert told == {
            "198.51.100.1": [503] * 2,
            "198.51.100.2": [503] * 2,
            "2001:db8::1": [503] * 2,
            "2001:db8::2": [503] * 5,  # the same house as the one before it
        }
        let.set()
        await asyncio.gather(*asked)
        assert told["127.0.0.1"] == [200] * 5
        told.clear()
        await ask(crowd, "198.51.100.1")
        assert told == {"198.51.100.1": [200]}

    by_itself(walk())


def test_what_takes_too_long_is_answered_all_the_same() -> None:
    begun = list[str]()

    async def app(scope: Scope, receive: Receive, send: Send) -> None:
        if scope["path"] == "/slow":
            begun.append("slow")
            await asyncio.sleep(60)
        response = Response("done")
        await send({"type": "http.response.start", "status": 200, "headers": response.raw_headers})
        if scope["path"] == "/long":
            await asyncio.sleep(0.3)  # longer than an answer may take to begin: that it has
        await send({"type": "http.response.body", "body": b"done"})

    async def ask(path: str) -> list[Message]:
        heard = list[Message]()

        async def send(message: Message) -> None:
            heard.append(message)

        async def receive() -> Message:
            return {"type": "http.request"}

        await Promptly(app, 0.1)(
            {"type": "http", "method": "GET", "path": path, "headers": []}, receive, send
        )
        return heard

    status = {path: by_itself(ask(path))[0]["status"] for path in ("/slow", "/long", "/quick")}
    assert status == {"/slow": 503, "/long": 200, "/quick": 200}
    assert begun == ["slow"]


def test_it_answers_beside_a_hundred_half_sent_requests(service: Served) -> None:
    with ExitStack() as crowd:
        for _ in range(100):
            line = crowd.enter_context(socket.create_connection(("127.0.0.1", service.port)))
            line.sendall(b"POST /api/plan HTTP/1.1\r\nHost: localhost\r\nContent-Length: 900\r\n\r\n{")
        assert service.ask("GET", "/api/health") == (200, b'{"status":"up"}')
        assert service.ask("GET", "/api/beds")[0] == 200
