"""What an address can do."""

import re
from functools import cache

from fastapi import FastAPI
from starlette.routing import compile_path


@cache
def _described(app: FastAPI) -> tuple[tuple[re.Pattern[str], frozenset[str]], ...]:
    """The addresses of the API and their methods, as its description has them."""
    return tuple(
        (compile_path(path)[0], frozenset(method.upper() for method in methods))
        for path, methods in app.openapi()["paths"].items()
    )


def methods_at(app: FastAPI, address: str) -> set[str]:
    """The methods that an address has, where it has any; those that are not the API's open a page."""
    if not address.startswith("/api/"):
        return {"GET", "HEAD"}
    found: set[str] = set().union(*(methods for path, methods in _described(app) if path.match(address)))
    return found | {"HEAD"} if "GET" in found else found
