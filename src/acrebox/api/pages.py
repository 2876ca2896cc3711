"""The built pages: assets named by their content are cached for ever, the page itself is asked for anew.

The page names what its address will want first (`Link`-like tags in its head), so that a browser fetches it
while the first script is still under way.
"""

import json
import re
from functools import cache
from html import escape
from pathlib import Path
from secrets import token_urlsafe
from typing import Any

from fastapi import FastAPI, HTTPException
from fastapi.responses import FileResponse, HTMLResponse
from starlette.responses import Response
from starlette.staticfiles import StaticFiles
from starlette.types import Scope

from acrebox.api.guard import policy_with
from acrebox.api.methods import methods_at

EVERY = "/{address:path}"
FOREVER = "public, max-age=31536000, immutable"
BED = re.compile(r"^bed/(?P<id>[0-9a-f-]{36})(/|$)")
BED_WANTS = ("/api/stages",)
YARD_WANTS = ("/api/yards",)


class _Hashed(StaticFiles):
    async def get_response(self, path: str, scope: Scope) -> Response:
        response = await super().get_response(path, scope)
        response.headers["Cache-Control"] = FOREVER
        return response


def install(app: FastAPI, built: Path) -> None:
    """Serve the pages from `built`; every address that is not the API's or an asset's opens the one page."""
    app.mount("/assets", _Hashed(directory=built / "assets", check_dir=False), name="assets")

    @app.get("/robots.txt", include_in_schema=False)
    def robots() -> FileResponse:
        return FileResponse(built / "robots.txt", media_type="text/plain")

    @app.get(EVERY, include_in_schema=False)
    def page(address: str) -> HTMLResponse:
        if address.startswith(("api/", "assets/")):
            if address.startswith("api/") and methods_at(app, f"/{address}"):
                raise HTTPException(405)
            raise HTTPException(404, f"There is nothing at /{address}.")
        if not (built / "index.html").exists():
            raise HTTPException(503, "The pages are not built; run bin/start without --no-build once.")
        word = token_urlsafe(16)
        told = f'<meta property="csp-nonce" nonce="{word}">{_wanted(built, address)}</head>'
        text = (built / "index.html").read_text("utf-8").replace("</head>", told)
        return HTMLResponse(
            text, headers={"Cache-Control": "no-cache", "Content-Security-Policy": policy_with(word)}
        )


def _wanted(built: Path, address: str) -> str:
    """Tags for the scripts and the answers that a page begins with."""
    bed = BED.match(address)
    if bed:
        chunks = _chunks(built, "src/pages/BedPage.vue")
        answers = [f"/api/beds/{bed['id']}", *BED_WANTS]
    elif address == "" or address.startswith("yard/"):
        chunks, answers = _chunks(built, "src/yard/YardSheet.vue"), list(YARD_WANTS)
    else:
        return ""
    scripts = [f'<link rel="modulepreload" href="/{escape(name)}">' for name in chunks]
    fetched = [f'<link rel="preload" as="fetch" crossorigin href="{escape(path)}">' for path in answers]
    return "".join([*scripts, *fetched])


@cache
def _chunks(built: Path, entry: str) -> tuple[str, ...]:
    """The files of a part of the pages that comes on demand, with those it needs; none where the build does
    not say.
    """
    manifest = built / ".vite" / "manifest.json"
    if not manifest.exists():
        return ()
    listed: dict[str, dict[str, Any]] = json.loads(manifest.read_text("utf-8"))
    found: dict[str, None] = {}

    def add(key: str) -> None:
        row = listed.get(key)
        if row is None or row["file"] in found:
            return
        found[row["file"]] = None
        for needed in row.get("imports", []):
            add(needed)

    add(entry)
    return tuple(found)
