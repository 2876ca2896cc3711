"""How many requests of one house are under way at once, in one process; those of others go on beside them.

Pages that are told of changes are counted where they are told.
"""

from collections import Counter

from starlette.types import ASGIApp, Receive, Scope, Send

from acrebox.api.addresses import house_at, is_proxy
from acrebox.api.changes import PATH as CHANGES
from acrebox.api.problems import problem

MOST_OF_ONE = 64
"""How many requests of one house are under way at most."""


class Crowd:
    """Answers 503 to requests of one house that are too many; whoever is on this machine is not counted."""

    def __init__(self, app: ASGIApp, most: int = MOST_OF_ONE) -> None:
        self._app, self._most, self._here = app, most, Counter[str]()

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """One request."""
        client = scope.get("client")
        house = house_at(client[0]) if client else ""
        if scope["type"] != "http" or is_proxy(house) or not house or scope["path"] == CHANGES:
            await self._app(scope, receive, send)
            return
        if self._here[house] >= self._most:
            says = f"From where you are, {self._most} requests are under way. Try again in a moment."
            answer = problem(503, "busy", "Too much at once.", says)
            answer.headers["Retry-After"] = "1"
            await answer(scope, receive, send)
            return
        self._here[house] += 1
        try:
            await self._app(scope, receive, send)
        finally:
            self._here[house] -= 1
            if not self._here[house]:
                del self._here[house]
