"""The web application, made from an engine and the folder of built pages."""

from collections.abc import Collection
from pathlib import Path

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
from acrebox.store import BedStore, ReadingStore, WeatherStore, YardStore


def make_app(
    engine: Engine | None, built: Path | None = None, names: Collection[str] | None = None
) -> FastAPI:
    """The app over a database; without one only its OpenAPI description and planning are of use. It answers
    under these names; under any where none are given.
    """
    app = FastAPI(
        title="Acre Box", version=__version__, docs_url=None, redoc_url=None, openapi_url="/api/openapi.json"
    )
    app.add_middleware(GZipMiddleware, minimum_size=600, compresslevel=6)
    app.add_middleware(Guard, names=names)
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
