"""PostgreSQL through SQLAlchemy: the only place that knows SQL."""

from acrebox.store.beds import Bed, BedStore, Tick
from acrebox.store.documents import NotFoundError, NothingToUndoError, StaleError, Stored, StoreError
from acrebox.store.reaching import AWAY, answers
from acrebox.store.readings import KeptReading, ReadingStore
from acrebox.store.weather import KeptWeather, WeatherStore
from acrebox.store.yards import StoredYard, YardStore

__all__ = [
    "AWAY",
    "Bed",
    "BedStore",
    "KeptReading",
    "KeptWeather",
    "NotFoundError",
    "NothingToUndoError",
    "ReadingStore",
    "StaleError",
    "StoreError",
    "Stored",
    "StoredYard",
    "Tick",
    "WeatherStore",
    "YardStore",
    "answers",
]
