"""What becomes of every request: an id by which the log and the answer name it, a line in the log, and a
problem where nobody expected one.
"""

import logging
from time import monotonic

from starlette.types import ASGIApp, Message, Receive, Scope, Send

from acrebox.api.problems import REQUEST_ID, new_id, problem

LOG = logging.getLogger("acrebox")
SLOW_S = 2.0
"""From how long on, until it begins, an answer is logged that was right."""
FAILED = 500


class Journal:
    """Names every request, logs what failed, was refused or was slow, and answers a problem for what nobody
    expected. Nothing that was sent is logged but the method and the path.
    """

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """One request."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        name, begun, took, status = new_id(), monotonic(), 0.0, 0
        token = REQUEST_ID.set(name)

        async def told(message: Message) -> None:
            nonlocal status, took
            if message["type"] == "http.response.start":
                status, took = int(message["status"]), monotonic() - begun
                message = {**message, "headers": [*message["headers"], (b"x-request-id", name.encode())]}
            await send(message)

        about = {"id": name, "method": scope["method"], "path": scope["path"]}
        try:
            await self._app(scope, receive, told)
        except Exception:
            LOG.exception("failed", extra=about)
            if status:
                raise  # half an answer is out: the connection is closed
            says = f"Something went wrong here. It is in the log as {name}; nothing was changed half-way."
            await problem(FAILED, "failed", "Something went wrong.", says)(scope, receive, told)
        else:
            if status >= 400 or took >= SLOW_S:
                level = logging.ERROR if status >= FAILED else logging.INFO
                LOG.log(level, "answered", extra={**about, "status": status, "ms": round(1000 * took)})
        finally:
            REQUEST_ID.reset(token)
