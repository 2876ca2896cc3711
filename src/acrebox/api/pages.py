"""The built pages: assets named by their content are cached for ever, the page itself is asked for anew."""

from pathlib import Path

from fastapi import FastAPI, HTTPException
from fastapi.responses import FileResponse
from starlette.responses import Response
from starlette.staticfiles import StaticFiles
from starlette.types import Scope

FOREVER = "public, max-age=31536000, immutable"


class _Hashed(StaticFiles):
    async def get_response(self, path: str, scope: Scope) -> Response:
        response = await super().get_response(path, scope)
        response.headers["Cache-Control"] = FOREVER
        return response


def install(app: FastAPI, built: Path) -> None:
    """Serve the pages from `built`; every address that is not the API's or an asset's opens the one page."""
    app.mount("/assets", _Hashed(directory=built / "assets", check_dir=False), name="assets")

    @app.get("/{address:path}", include_in_schema=False)
    def page(address: str) -> FileResponse:
        if address.startswith(("api/", "assets/")):
            raise HTTPException(404, f"There is nothing at /{address}.")
        if not (built / "index.html").exists():
            raise HTTPException(503, "The pages are not built; run bin/start without --no-build once.")
        return FileResponse(built / "index.html", headers={"Cache-Control": "no-cache"})
