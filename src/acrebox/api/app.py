"""The web application, made from an engine and the folder of built pages."""

from collections.abc import AsyncIterator, Collection
from contextlib import asynccontextmanager
from pathlib import Path

from anyio.to_thread import current_default_thread_limiter
from cryptography.fernet import Fernet
from fastapi import Depends, FastAPI
from sqlalchemy import Engine
from starlette.middleware.gzip import GZipMiddleware

from acrebox import __version__
from acrebox.api import (
    account,
    beds,
    changes,
    filling,
    grounds,
    grounds_tried,
    leaving,
    pages,
    planning,
    practice,
    problems,
    readings,
    seasons,
    second_factor,
    yards,
)
from acrebox.api import accounts as accounts_of
from acrebox.api.context import Stores
from acrebox.api.crowd import Crowd
from acrebox.api.door import Door, authorise
from acrebox.api.guard import Guard
from acrebox.api.intake import Intake
from acrebox.api.journal import Journal
from acrebox.api.once import Once
from acrebox.api.promptly import Promptly
from acrebox.api.working import MOST_WAITING, Workers
from acrebox.store import (
    AccountStore,
    AnswerStore,
    BedStore,
    EventStore,
    ReadingStore,
    SecondFactorStore,
    SessionStore,
    WeatherStore,
    YardStore,
)
from acrebox.store.queue import Queue

THREADS = MOST_WAITING + 56
"""How many routes may be under way at once: those that wait for work, and others beside them."""

ROUTERS = (
    filling.router,
    seasons.router,
    practice.router,
    readings.router,
    beds.router,
    changes.router,
    grounds.router,
    grounds_tried.router,
    accounts_of.router,
    account.router,
    second_factor.router,
    leaving.router,
    yards.router,
)


def _stores(engine: Engine, key: Fernet | None) -> Stores:
    return Stores(
        yards=YardStore(engine),
        beds=BedStore(engine),
        readings=ReadingStore(engine),
        weather=WeatherStore(engine),
        accounts=AccountStore(engine),
        sessions=SessionStore(engine),
        answers=AnswerStore(engine),
        events=EventStore(engine),
        factors=None if key is None else SecondFactorStore(engine, key),
    )


def make_app(
    engine: Engine | None,
    built: Path | None = None,
    names: Collection[str] | None = None,
    workers: Workers | None = None,
    *,
    queue: Queue | None = None,
    key: Fernet | None = None,
    accounts: bool = False,
    secure: bool = False,
) -> FastAPI:
    """The app over a database; without one only its OpenAPI description and planning are of use. It answers
    under these names; under any where none are given. Work is done by `workers`, or here where there are
    none; what takes long is put on the `queue`, or waited for where there is none. With `accounts` everybody
    has to sign in, by a second factor too where one has it, which `key` seals; `secure` says that it is
    served by TLS.
    """

    @asynccontextmanager
    async def living(_: FastAPI) -> AsyncIterator[None]:
        current_default_thread_limiter().total_tokens = THREADS
        yield
        if workers is not None:
            workers.stop()
        if engine is not None:
            engine.dispose()

    app = FastAPI(
        title="Acre Box",
        version=__version__,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        lifespan=living,
    )
    app.state.workers, app.state.queue = workers, queue
    app.state.accounts, app.state.secure = accounts, secure
    stores = None if engine is None else _stores(engine, key)
    app.add_middleware(Once, stores=stores)
    app.add_middleware(Intake)
    app.add_middleware(GZipMiddleware, minimum_size=600, compresslevel=6)
    app.add_middleware(Door, stores=stores, accounts=accounts)
    app.add_middleware(Crowd)
    app.add_middleware(Guard, names=names)
    app.add_middleware(Promptly)
    app.add_middleware(Journal)
    problems.install(app)
    if engine is not None:
        app.state.engine = engine
        app.state.stores = stores
        app.state.hub = changes.Hub(engine)
    for router in (planning.router(), *ROUTERS):
        app.include_router(router, dependencies=[Depends(authorise)])
    if built is not None:
        pages.install(app, built)
    return app
