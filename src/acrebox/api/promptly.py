"""Whoever asks gets an answer, and in time: one that takes too long is told so, before the line is closed."""

import asyncio

from starlette.types import ASGIApp, Message, Receive, Scope, Send

from acrebox.api.problems import problem

ANSWERED_IN_S = 50.0
"""How long a request may take until its answer begins; the server closes the line some seconds later."""


class Promptly:
    """Answers 503 where no answer has begun in time; what was begun with goes on, and nobody hears of it."""

    def __init__(self, app: ASGIApp, answered_in_s: float = ANSWERED_IN_S) -> None:
        self._app, self._in_s = app, answered_in_s

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """One request."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        begun = over = False

        async def told(message: Message) -> None:
            nonlocal begun
            if not over:
                begun = True
                await send(message)

        work = asyncio.ensure_future(self._app(scope, receive, told))
        try:
            await asyncio.wait({work}, timeout=self._in_s)
            if not work.done() and not begun:
                over = True
                says = f"This was not worked out within {self._in_s:g} s. Try again in a moment."
                answer = problem(503, "slow", "This takes too long.", says)
                answer.headers["Retry-After"] = "5"
                await answer(scope, receive, send)
                work.cancel()
                return
            await work
        finally:
            if not work.done():
                work.cancel()
