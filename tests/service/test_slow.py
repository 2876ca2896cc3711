"""Who sends or reads too slowly, or comes in crowds, keeps nobody else waiting."""

import asyncio
import socket
import time
from contextlib import ExitStack, suppress
from threading import Thread

import pytest
import uvicorn
from fastapi import FastAPI

from acrebox.api.intake import Intake
from acrebox.serve.patience import Patience
from served import Served, free_port


class Hasty(Patience):
    """The same, in a hurry."""

    head_in_s = 0.3
    done_in_s = 1.0
    most = 20


@pytest.fixture
def hasty() -> object:
    """A server of the same protocol that waits for a moment only, and streams without end at /flood."""
    app = FastAPI()

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
    server = uvicorn.Server(uvicorn.Config(app, port=port, http=Hasty, log_level="critical", lifespan="off"))
    thread = Thread(target=server.run)
    thread.start()
    while not server.started:
        time.sleep(0.02)
    yield port
    server.should_exit = True
    thread.join()


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


def test_it_answers_beside_a_hundred_half_sent_requests(service: Served) -> None:
    with ExitStack() as crowd:
        for _ in range(100):
            line = crowd.enter_context(socket.create_connection(("127.0.0.1", service.port)))
            line.sendall(b"POST /api/plan HTTP/1.1\r\nHost: localhost\r\nContent-Length: 900\r\n\r\n{")
        assert service.ask("GET", "/api/health") == (200, b'{"status":"up"}')
        assert service.ask("GET", "/api/beds")[0] == 200
