"""Writes that make something count once, however often they are sent: by the browser's own name of each, its
`Idempotency-Key`, for a day.

The answer is kept and given again. What is made has an id that follows from the name, so that a process that
is killed between making and answering makes nothing twice either.
"""

from hashlib import sha256
from typing import Annotated
from uuid import UUID, uuid5

from fastapi import Depends, Header
from starlette.concurrency import run_in_threadpool
from starlette.datastructures import Headers, MutableHeaders
from starlette.responses import Response
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from acrebox.api.context import Stores
from acrebox.api.door import Asks, Caller
from acrebox.api.intake import again
from acrebox.api.problems import away, problem
from acrebox.store import AWAY
from acrebox.store.documents import HOUSE

KEY = "idempotency-key"
SECRET = "/invitations"
"""Where answers have a key in them that is kept nowhere."""
KEPT_HEADERS = ("content-type", "etag")

WriteId = Annotated[
    UUID | None,
    Header(
        alias="Idempotency-Key",
        description="the browser's own name of this write; sent twice, it counts once",
    ),
]


def made_id(asks: Asks, write: WriteId = None) -> UUID | None:
    """The id of what this write makes; any where it has no name."""
    return None if write is None else uuid5(_who(asks), str(write))


MadeId = Annotated[UUID | None, Depends(made_id)]


class Once:
    """Answers a write again that was answered already; one under the name of another is refused."""

    def __init__(self, app: ASGIApp, stores: Stores | None) -> None:
        self._app, self._stores = app, stores

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """One request."""
        key = _key_of(scope)
        if key is None or self._stores is None:
            await self._app(scope, receive, send)
            return
        try:
            await self._answer(scope, receive, send, key)
        except AWAY:
            await away()(scope, receive, send)

    async def _answer(self, scope: Scope, receive: Receive, send: Send, key: UUID) -> None:
        assert self._stores is not None
        answers, who = self._stores.answers, _who(scope["state"]["caller"])
        body = await receive()  # whole: `Intake` has read it
        where = str(scope["path"]).encode(), scope["query_string"]
        asked = sha256(b"\n".join((*where, body.get("body", b""))))
        there = await run_in_threadpool(answers.claim, who, key, asked.hexdigest())
        if there is not None and there.asked != asked.hexdigest():
            says = "Under this Idempotency-Key something else was asked. Nothing was changed."
            await problem(422, "key", "That is the name of another write.", says)(scope, receive, send)
            return
        if there is not None and there.status is not None:
            answer = Response(there.body, there.status, there.headers)
            answer.headers["Idempotency-Replayed"] = "true"
            await answer(scope, receive, send)
            return
        said = _Said(send)
        await self._app(scope, again(body, receive), said.hear)
        if not said.made:
            await run_in_threadpool(answers.forget, who, key)
        elif not str(scope["path"]).endswith(SECRET):
            await run_in_threadpool(answers.keep, who, key, said.status, said.headers, bytes(said.body))


class _Said:
    """Hands an answer on and remembers it."""

    def __init__(self, send: Send) -> None:
        self._send, self.status, self.headers, self.body = send, 0, dict[str, str](), bytearray()

    @property
    def made(self) -> bool:
        """Whether something was made."""
        return 200 <= self.status < 300

    async def hear(self, message: Message) -> None:
        """A piece of the answer."""
        if message["type"] == "http.response.start":
            self.status = message["status"]
            found = MutableHeaders(scope=message)
            self.headers = {name: found[name] for name in KEPT_HEADERS if name in found}
        elif message["type"] == "http.response.body":
            self.body += message.get("body", b"")
        await self._send(message)


def _key_of(scope: Scope) -> UUID | None:
    if scope["type"] != "http" or scope["method"] != "POST" or not str(scope["path"]).startswith("/api/"):
        return None
    written = Headers(scope=scope).get(KEY)
    try:
        return UUID(written) if written else None
    except ValueError:
        return None  # told by its field, where it is read


def _who(caller: Caller | None) -> UUID:
    return caller.account.id if caller and caller.account else HOUSE
