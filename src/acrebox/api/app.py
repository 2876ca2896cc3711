"""The web application, made from an engine and the folder of built pages."""

from collections.abc import AsyncIterator, Collection
from contextlib import asynccontextmanager
from pathlib import Path

from anyio.to_thread import current_default_thread_limiter
from fastapi import FastAPI
from sqlalchemy import Engine
from starlette.middleware.gzip import GZipMiddleware

from acrebox import __version__
from acrebox.api import (
    beds,
    filling,
    grounds,
    grounds_tried,
    pages,
    planning,
    practice,
    problems,
    readings,
    seasons,
    yards,
)
from acrebox.api.context import Stores
from acrebox.api.guard import Guard
from acrebox.api.intake import Intake
from acrebox.api.journal import Journal
from acrebox.api.working import MOST_WAITING, Workers
from acrebox.store import BedStore, ReadingStore, WeatherStore, YardStore

THREADS = MOST_WAITING + 56
"""How many routes may be under way at once: those that wait for work, and others beside them."""


def make_app(
    engine: Engine | None,
    built: Path | None = None,
    names: Collection[str] | None = None,
    workers: Workers | None = None,
) -> FastAPI:
    """The app over a database; without one only its OpenAPI description and planning are of use. It answers
    under these names; under any where none are given. Work is done by `workers`, or here where there are
    none.
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
    app.state.workers = workers
    app.add_middleware(Intake)
    app.add_middleware(GZipMiddleware, minimum_size=600, compresslevel=6)
    app.add_middleware(Guard, names=names)
    app.add_middleware(Journal)
    problems.install(app)
    if engine is not None:
        app.state.engine = engine
        app.state.stores = Stores(
            YardStore(engine), BedStore(engine), ReadingStore(engine), WeatherStore(engine)
        )
    app.include_router(planning.router())
    app.include_router(filling.router)
    app.include_router(seasons.router)
    app.include_router(practice.router)
    app.include_router(readings.router)
    app.include_router(beds.router)
    app.include_router(grounds.router)
    app.include_router(grounds_tried.router)
    app.include_router(yards.router)
    if built is not None:
        pages.install(app, built)
    return app
