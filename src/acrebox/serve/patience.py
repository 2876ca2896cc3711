"""How long the server waits: for the head of a request, and for all of it; how many may be connected."""

import asyncio
import logging
from typing import Any

from uvicorn.protocols.http.httptools_impl import HttpToolsProtocol

from acrebox.api.addresses import house_at, is_proxy
from acrebox.api.changes import PATH as CHANGES
from acrebox.api.problems import MEDIA_TYPE, ProblemDetails, new_id

LOG = logging.getLogger("acrebox")
HEAD_IN_S = 10.0
"""How long the head of a request may take to come."""
DONE_IN_S = 60.0
"""How long a request may take from its head to the last byte of its answer."""
MOST_HEAD = 64_000
"""How long the head of a request is at most [bytes]."""
MOST_CONNECTED = 400
"""How many connections are open at most in one process."""
MOST_OF_ONE = 100
"""How many of them one house has; a proxy on this machine has as many as there are."""


class Patience(HttpToolsProtocol):
    """Closes the connection of who sends or reads too slowly, and of who has too many. When all places are
    taken, who has sent no request for longest makes room.
    """

    head_in_s = HEAD_IN_S
    done_in_s = DONE_IN_S
    most = MOST_CONNECTED
    most_of_one = MOST_OF_ONE
    house = ""
    since = 0.0
    _clock: asyncio.TimerHandle | None = None
    _in_head = True
    _whole = True
    _answered = False
    _head = 0

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        """A connection is there; the head of its first request is waited for."""
        super().connection_made(transport)
        peer = transport.get_extra_info("peername")
        self.house, self.since = house_at(str(peer[0])) if peer else "", self.loop.time()
        if self._is_too_many():
            transport.abort()
            return
        self._wait(self.head_in_s)

    def _is_too_many(self) -> bool:
        """Whether there is no place for this one; another is let go that keeps one for nothing."""
        others = [c for c in self.connections if isinstance(c, Patience) and c is not self]
        if not is_proxy(self.house) and sum(c.house == self.house for c in others) >= self.most_of_one:
            return True
        if len(others) < self.most:
            return False
        idle = [c for c in others if c.is_idle]
        if not idle:
            return True
        min(idle, key=lambda c: c.since).let_go()
        return False

    @property
    def is_idle(self) -> bool:
        """Whether it has sent no whole head of a request that is not answered yet."""
        return self._in_head or self._answered

    def shutdown(self) -> None:
        """The server stops: what is answered is answered to its end; what has none of its own is ended."""
        super().shutdown()
        if self.cycle is not None and self.scope["path"] == CHANGES:
            scope: Any = self.scope
            scope["app"].state.hub.close()

    def let_go(self) -> None:
        """Close it, and count it no more."""
        self.connections.discard(self)
        self._give_up()

    def connection_lost(self, exc: Exception | None) -> None:
        """It is gone."""
        self._wait(None)
        super().connection_lost(exc)

    def on_message_begin(self) -> None:
        """A request begins to come."""
        self._in_head, self._whole, self._answered, self._head = True, False, False, 0
        self._wait(self.head_in_s)
        super().on_message_begin()

    def on_headers_complete(self) -> None:
        """Its head is there."""
        self._in_head = False
        self._wait(self.done_in_s)
        super().on_headers_complete()

    def on_message_complete(self) -> None:
        """All of it is there."""
        self._whole = True
        if self._answered:
            self._wait(None)
        super().on_message_complete()

    def on_response_complete(self) -> None:
        """It is answered; the next may come when it likes. What is left of a body that nobody waited for is
        let run out, for a while, so that the answer is read.
        """
        self._answered, self.since = True, self.loop.time()
        self._wait(None if self._whole else self.head_in_s)
        super().on_response_complete()

    def data_received(self, data: bytes) -> None:
        """Some of a request came; a head that is too long is not waited for."""
        in_head = self._in_head
        super().data_received(data)
        if in_head and self._in_head:
            self._head += len(data)
            if self._head > MOST_HEAD:
                self._give_up()

    def send_400_response(self, msg: str) -> None:
        """Tell by a problem what is no HTTP."""
        name = new_id()
        LOG.info("answered", extra={"id": name, "status": 400, "why": msg})
        says = "That is no request of HTTP/1.1."
        told = ProblemDetails(id=name, type="/problems/http", title=says, status=400, detail=says)
        body = told.model_dump_json().encode()
        head = (
            f"HTTP/1.1 400 Bad Request\r\ncontent-type: {MEDIA_TYPE}\r\n"
            f"content-length: {len(body)}\r\nconnection: close\r\n\r\n"
        )
        self.transport.write(head.encode() + body)
        self.transport.close()

    def _wait(self, seconds: float | None) -> None:
        if self._clock is not None:
            self._clock.cancel()
        self._clock = None if seconds is None else self.loop.call_later(seconds, self._give_up)

    def _give_up(self) -> None:
        transport: Any = self.transport
        if transport is not None:
            transport.abort()
