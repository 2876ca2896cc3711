"""What is let in at all: how large, how slow, how deep. Told before anything reads it."""

import asyncio
import json
import re
from typing import Any, NoReturn

from starlette.concurrency import run_in_threadpool
from starlette.datastructures import Headers
from starlette.responses import Response
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from acrebox.api.problems import problem
from acrebox.core.bounds import check_bounds
from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.bounds import MOST_DEEP, MOST_TEXT

MB = 1_000_000
MOST_BODY = 2 * MB
MOST_IMPORT = 20 * MB
"""How large the body of a request is at most, and of one that brings a file [bytes]."""
FILES = re.compile(r"/api/yards/[^/]+/weather")
"""Where files are brought, whose text has a bound of its own."""
MOST_QUERY = 8000
BODY_IN_S = 20.0
"""How long a body may take to come."""
AT_ONCE = 100_000
"""From how many bytes on a body is read beside the loop that answers."""
BODIED = ("POST", "PUT", "PATCH", "DELETE")


class _RefusedError(Exception):
    def __init__(self, answer: Response) -> None:
        self.answer = answer


class Intake:
    """Refuses what is too large, too slow or too deep, or has numbers and text that nobody reads, naming the
    field; hands on the rest as it came.
    """

    def __init__(self, app: ASGIApp, body_in_s: float = BODY_IN_S) -> None:
        self._app, self._body_in_s = app, body_in_s

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """One request."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        try:
            if len(scope["query_string"]) > MOST_QUERY:
                says = f"What is asked has {len(scope['query_string']):,} characters; at most {MOST_QUERY:,}."
                _refuse(414, "long", "That is too long.", says)
            if scope["method"] in BODIED:
                receive = await self._taken_in(scope, receive)
        except _RefusedError as refused:
            await refused.answer(scope, receive, send)
            return
        await self._app(scope, receive, send)

    async def _taken_in(self, scope: Scope, receive: Receive) -> Receive:
        """The whole body, checked, to be received again."""
        is_file = FILES.fullmatch(str(scope["path"])) is not None
        most = MOST_IMPORT if is_file else MOST_BODY
        said = Headers(scope=scope).get("content-length", "0")
        if said.isascii() and said.isdigit() and len(said) < 20 and int(said) > most:
            _too_large(int(said), most)
        body = bytearray()
        try:
            async with asyncio.timeout(self._body_in_s):
                more = True
                while more:
                    message = await receive()
                    if message["type"] != "http.request":
                        return again(message, receive)
                    body += message.get("body", b"")
                    more = message.get("more_body", False)
                    if len(body) > most:
                        _too_large(len(body), most)
        except TimeoutError:
            says = f"The rest of it did not come within {self._body_in_s:g} s. Nothing was changed."
            _refuse(408, "slow", "That came too slowly.", says)
        if body:
            text = most if is_file else MOST_TEXT
            if len(body) > AT_ONCE:
                await run_in_threadpool(_check, bytes(body), text)
            else:
                _check(bytes(body), text)
        return again({"type": "http.request", "body": bytes(body), "more_body": False}, receive)


def again(message: Message, receive: Receive) -> Receive:
    """Hands out a message that was received already, then whatever comes."""
    held: list[Message] = [message]

    async def received() -> Message:
        return held.pop() if held else await receive()

    return received


def _check(body: bytes, text: int) -> None:
    try:
        check_bounds(_read(body), text)
    except DesignError as fault:
        says = "Something in this cannot be read."
        raise _RefusedError(problem(422, "design", says, str(fault), list(fault.problems))) from None


def _read(body: bytes) -> Any:
    try:
        return json.loads(body, parse_constant=_no_number)
    except RecursionError:
        raise _unread("nested too deep", f"at most {MOST_DEEP} levels") from None
    except UnicodeDecodeError:
        raise _unread("text that is not UTF-8", "JSON in UTF-8") from None
    except json.JSONDecodeError as fault:
        where = f"{fault.msg} at line {fault.lineno}, column {fault.colno}"
        raise _unread(where, "JSON") from None
    except ValueError:
        raise _unread("a number of very many digits", "numbers of at most 12 digits") from None


def _no_number(name: str) -> NoReturn:
    raise _unread(name, "a number")


def _unread(value: str, allowed: str) -> DesignError:
    return DesignError([Problem("body", value, "What was sent cannot be read.", allowed)])


def _too_large(size: int, most: int) -> NoReturn:
    says = f"That is {size / MB:.1f} MB or more; at most {most // MB} MB are read. Nothing was changed."
    _refuse(413, "large", "That is too large.", says)


def _refuse(status: int, kind: str, title: str, says: str) -> NoReturn:
    raise _RefusedError(problem(status, kind, title, says))
