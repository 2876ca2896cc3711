"""Taking one's data out, and leaving."""

from collections.abc import Iterator
from tempfile import SpooledTemporaryFile
from typing import Annotated

from fastapi import APIRouter, Request, Response
from fastapi.responses import StreamingResponse
from pydantic import Field

from acrebox.api.account import somebody
from acrebox.api.accounts import forget_key
from acrebox.api.context import AllStores
from acrebox.api.door import Asks
from acrebox.api.problems import RESPONSES
from acrebox.api.sure import ByPassphrase, by_passphrase, factors_of, not_good
from acrebox.core.errors import refuse
from acrebox.store.leaving import erase, take_out

router = APIRouter(prefix="/api/account", tags=["account"], responses=RESPONSES)

IN_MEMORY = 8_000_000
"""How much of a file is made in memory; the rest lies on the disk until it is sent [bytes]."""
PIECE = 1 << 16
FILE = "acre-box-data.zip"


class LeaveIn(ByPassphrase):
    """One's name, passphrase, and a code where one has a second factor."""

    name: Annotated[str, Field(max_length=60)]
    code: Annotated[str, Field(max_length=40)] = ""


@router.get(
    "/data",
    response_class=StreamingResponse,
    responses={200: {"content": {"application/zip": {"schema": {"type": "string", "format": "binary"}}}}},
)
def take_data_out(request: Request, asks: Asks) -> StreamingResponse:
    """Everything that is one's own, as a zip of JSON."""
    account = somebody(asks)
    file = SpooledTemporaryFile(IN_MEMORY)  # noqa: SIM115  closed when it is sent
    take_out(request.app.state.engine, account.id, file)
    file.seek(0)
    told = {"Content-Disposition": f'attachment; filename="{FILE}"', "Cache-Control": "no-store"}
    return StreamingResponse(_pieces(file), media_type="application/zip", headers=told)


def _pieces(file: "SpooledTemporaryFile[bytes]") -> Iterator[bytes]:
    with file:
        while piece := file.read(PIECE):
            yield piece


@router.post("/leave", status_code=204)
def leave(request: Request, given: LeaveIn, asks: Asks, kept: AllStores, response: Response) -> None:
    """Take one's account away, and the yards of one's own with all that is in them."""
    account = by_passphrase(request, given.passphrase, somebody(asks), kept)
    if given.name != account.name:
        raise refuse("name", given.name, "That is not your name here.", account.name)
    has_factor = kept.factors is not None and kept.factors.of(account.id).since is not None
    if has_factor and factors_of(kept).use(account.id, given.code) is None:
        raise not_good(given.code)
    erase(request.app.state.engine, account.id)
    forget_key(request, response)
