"""What keeps strangers' pages out: our names, writes from elsewhere, what a page may load."""

from collections.abc import Collection
from ipaddress import ip_address
from urllib.parse import urlsplit

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from acrebox.api.problems import problem

LOOPBACK = ("localhost", "127.0.0.1", "::1")
SAFE = ("GET", "HEAD", "OPTIONS")
OURS = ("same-origin", "none")
"""What a browser says of a request that our own page, or the person, makes."""
POLICY = "; ".join(
    (
        "default-src 'self'",
        "script-src 'self'",
        "style-src 'self'",
        "img-src 'self' data: blob:",
        "font-src 'self' data:",
        "worker-src 'self' blob:",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'none'",
        "frame-ancestors 'none'",
    )
)
HEADERS = {
    "Content-Security-Policy": POLICY,
    "X-Content-Type-Options": "nosniff",
    "X-Frame-Options": "DENY",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Permissions-Policy": "camera=(), geolocation=(), microphone=(), payment=(), usb=()",
}
BY_HTTPS = {"Strict-Transport-Security": "max-age=31536000"}
"""What a browser is told besides where it asked over an encrypted line: to ask by no other for a year."""


ANEW = "private, no-cache"
"""How answers of the API are cached that do not say: asked for anew."""
NEVER = "no-store"
PERSONAL = ("/api/account", "/api/session", "/api/passphrase-strength")
"""What is of an account: no browser stores it."""


def policy_with(word: str) -> str:
    """What a page may load in which parts put styles that have this word (Naive UI's do)."""
    return POLICY.replace("style-src 'self'", f"style-src 'self' 'nonce-{word}'")


class Guard:
    """Refuses what is asked under a name that is not ours, and writes that another site's page sends; tells
    browsers on every answer what our pages may load and that nobody may frame them.

    `names` are those under which we answer; without any all are ours. Numbers always are: no stranger's page
    has an address of numbers that are ours.
    """

    def __init__(self, app: ASGIApp, names: Collection[str] | None = None) -> None:
        self._app = app
        self._names = None if names is None else {name.lower() for name in names}

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """One request."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return

        async def told(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                for name, value in (HEADERS | (BY_HTTPS if scope["scheme"] == "https" else {})).items():
                    headers.setdefault(name, value)
                path = str(scope["path"])
                if path.startswith("/api/"):
                    headers.setdefault("Cache-Control", NEVER if path.startswith(PERSONAL) else ANEW)
            await send(message)

        headers = Headers(scope=scope)
        asked = headers.get("host", "")
        if len(headers.getlist("host")) > 1:
            says = "It names whom it asks twice. Nothing was changed."
            await problem(400, "host", "That asks two at once.", says)(scope, receive, told)
        elif not self._is_ours(asked):
            name = _name_of(asked)[:80]
            says = f"This is not called '{asked[:80]}'. Start it with --trust {name} to allow that."
            await problem(400, "host", "That is not our name.", says)(scope, receive, told)
        elif scope["method"] not in SAFE and not _from_us(headers, asked):
            says = "Another site's page sent this. Nothing was changed."
            await problem(403, "cross-site", "Not from our own page.", says)(scope, receive, told)
        elif scope["method"] == "HEAD":
            # Whatever can be read can be asked for its head.
            await self._app({**scope, "method": "GET"}, receive, _headed(told))
        else:
            await self._app(scope, receive, told)

    def _is_ours(self, asked: str) -> bool:
        if self._names is None:
            return True
        name = _name_of(asked)
        return name in self._names or _is_number(name)


def _headed(send: Send) -> Send:
    """Sends the head of an answer and nothing of its body, which may go on for long."""

    async def head(message: Message) -> None:
        if message["type"] == "http.response.start":
            await send(message)
            await send({"type": "http.response.body", "body": b""})

    return head


def _name_of(asked: str) -> str:
    """The name of a `Host` without its port; empty where it has none."""
    try:
        return (urlsplit(f"//{asked}").hostname or "").lower()
    except ValueError:
        return ""


def _is_number(name: str) -> bool:
    try:
        ip_address(name)
    except ValueError:
        return False
    return True


def _from_us(headers: Headers, asked: str) -> bool:
    """Whether a write comes from our own page, or from no page at all."""
    site = headers.get("sec-fetch-site")
    if site is not None:
        return site in OURS
    origin = headers.get("origin")
    return origin is None or urlsplit(origin).netloc.lower() == asked.lower()
