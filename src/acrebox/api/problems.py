"""One shape for every error: problem details (RFC 9457), with a row for each field at fault."""

from contextvars import ContextVar
from typing import Any
from uuid import uuid4

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from starlette.exceptions import HTTPException

from acrebox.api.methods import methods_at
from acrebox.api.shapes import BedOut, FieldProblem, YardOut
from acrebox.core.design import problems_of
from acrebox.core.errors import AcreBoxError, DesignError, Problem
from acrebox.core.measure.bounds import MOST_TOLD
from acrebox.jobs.lanes import BusyError, LeftError
from acrebox.store import (
    AWAY,
    Bed,
    NotFoundError,
    NothingToUndoError,
    SignInError,
    StaleError,
    StoredYard,
    TooManyError,
)
from acrebox.store.leaving import HouseholderError
from acrebox.store.second_factor import OtherKeyError

MEDIA_TYPE = "application/problem+json"
RETRY_AFTER_S = "2"
LEFT = 499
"""How the log tells an answer that nobody waited for."""
REQUEST_ID: ContextVar[str] = ContextVar("request_id", default="")
"""What the request that is being answered is called in the log."""
MOST_SAID = 2000
"""How long the detail of a problem is at most [characters]."""


class ProblemDetails(BaseModel):
    """RFC 9457 problem details; `saved` holds the newest version when a write was stale. `id` is what the log
    calls this answer.
    """

    id: str
    type: str
    title: str
    status: int
    detail: str
    problems: list[FieldProblem] = []
    saved: BedOut | YardOut | None = None


class CodeWantedError(AcreBoxError):
    """A passphrase was right, and a code is wanted besides."""


COMPONENTS = "#/components/schemas/{model}"
RESPONSES: dict[int | str, dict[str, Any]] = {
    code: {"content": {MEDIA_TYPE: {"schema": {"$ref": COMPONENTS.format(model=ProblemDetails.__name__)}}}}
    for code in (400, 401, 403, 404, 408, 409, 412, 413, 414, 422, 428, 429, 503)
}
"""What every route may answer besides; only described, which costs a start nothing."""


def new_id() -> str:
    """What a request is called in the log."""
    return uuid4().hex[:12]


def problem(
    status: int,
    kind: str,
    title: str,
    detail: str,
    problems: list[Problem] | None = None,
    saved: BedOut | YardOut | None = None,
) -> JSONResponse:
    """A problem-details response."""
    rows = [FieldProblem.of(p) for p in (problems or [])[:MOST_TOLD]]
    if len(detail) > MOST_SAID:
        detail = f"{detail[:MOST_SAID]}…"
    body = ProblemDetails(
        id=REQUEST_ID.get() or new_id(),
        type=f"/problems/{kind}",
        title=title,
        status=status,
        detail=detail,
        problems=rows,
        saved=saved,
    )
    return JSONResponse(body.model_dump(mode="json"), status, media_type=MEDIA_TYPE)


def _design_problem(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, DesignError)
    return problem(422, "design", "This bed cannot be planned as it is.", str(error), list(error.problems))


def _request_problem(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    # FastAPI puts "body" or "path" in front of every field.
    found = problems_of([{**e, "loc": tuple(e["loc"])[1:]} for e in error.errors()])
    return problem(
        422,
        "design",
        "Something in this cannot be read.",
        "; ".join(f"{p.field}: {p.message}" for p in found),
        found,
    )


def _not_found(_: Request, error: Exception) -> JSONResponse:
    return problem(404, "not-found", "There is no such thing here.", str(error))


def _stale(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, StaleError)
    saved = error.saved
    title = "This was changed elsewhere meanwhile."
    if isinstance(saved, Bed):
        return problem(412, "stale", title, str(error), saved=BedOut.of(saved))
    assert isinstance(saved, StoredYard)
    return problem(412, "stale", title, str(error), saved=YardOut.of(saved))


def away() -> JSONResponse:
    """That the database cannot be reached."""
    says = "The yard cannot be reached: its database does not answer. Try again."
    answer = problem(503, "away", "The yard cannot be reached.", says)
    answer.headers["Retry-After"] = RETRY_AFTER_S
    return answer


def _away(_: Request, __: Exception) -> JSONResponse:
    return away()


def _busy(_: Request, error: Exception) -> JSONResponse:
    answer = problem(503, "busy", "Too much at once.", str(error))
    answer.headers["Retry-After"] = RETRY_AFTER_S
    return answer


def _left(_: Request, error: Exception) -> JSONResponse:
    """Nobody reads this; the log does."""
    return problem(LEFT, "left", "Nobody waits for this any more.", str(error))


def _nothing(_: Request, error: Exception) -> JSONResponse:
    return problem(409, "nothing", "Nothing to do.", str(error))


def _taken(_: Request, error: Exception) -> JSONResponse:
    return problem(409, "taken", "That cannot be.", str(error))


def _code_wanted(_: Request, error: Exception) -> JSONResponse:
    return problem(401, "code-wanted", "A code is wanted.", str(error))


def _other_key(_: Request, error: Exception) -> JSONResponse:
    says = f"Codes cannot be told here: {error}. A recovery code is good yet."
    return problem(409, "other-key", "A recovery code is wanted.", says)


def _too_many(_: Request, error: Exception) -> JSONResponse:
    says = f"{error} Nothing was made."
    return problem(409, "too-many", "That would be too many.", says)


def _http(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)
    if error.status_code == 405:
        return _not_done(request)
    answer = problem(error.status_code, "http", str(error.detail), str(error.detail))
    answer.headers.update(error.headers or {})
    return answer


def _not_done(request: Request) -> JSONResponse:
    """The routes know of one method each: an address tells what all of its routes can do."""
    address = request.url.path
    methods = methods_at(request.app, address)
    if not methods:
        says = f"There is nothing at {address}."
        return problem(404, "http", says, says)
    allowed = ", ".join(sorted(methods))
    says = f"{request.method} is nothing that {address} can do. Allowed: {allowed}."
    answer = problem(405, "http", says, says)
    answer.headers["Allow"] = allowed
    return answer


def _describe(app: FastAPI) -> None:
    """Put the shape into the description of the app; what it holds of beds and yards is there."""
    plain = app.openapi

    def described() -> dict[str, Any]:
        told = plain()
        schemas = told["components"]["schemas"]
        if ProblemDetails.__name__ not in schemas:
            shape = ProblemDetails.model_json_schema(ref_template=COMPONENTS, mode="serialization")
            row = shape.pop("$defs")[FieldProblem.__name__]
            schemas.update({ProblemDetails.__name__: shape, FieldProblem.__name__: row})
        return told

    app.openapi = described  # type: ignore[method-assign]


def install(app: FastAPI) -> None:
    """Answer every error of ours in the one shape."""
    _describe(app)
    app.add_exception_handler(DesignError, _design_problem)
    app.add_exception_handler(RequestValidationError, _request_problem)
    app.add_exception_handler(NotFoundError, _not_found)
    app.add_exception_handler(StaleError, _stale)
    app.add_exception_handler(NothingToUndoError, _nothing)
    app.add_exception_handler(SignInError, _taken)
    app.add_exception_handler(HouseholderError, _taken)
    app.add_exception_handler(TooManyError, _too_many)
    app.add_exception_handler(CodeWantedError, _code_wanted)
    app.add_exception_handler(OtherKeyError, _other_key)
    app.add_exception_handler(BusyError, _busy)
    app.add_exception_handler(LeftError, _left)
    app.add_exception_handler(HTTPException, _http)
    for fault in AWAY:
        app.add_exception_handler(fault, _away)
