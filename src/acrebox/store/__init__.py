"""PostgreSQL through SQLAlchemy: the only place that knows SQL."""

from acrebox.store.accounts import Account, AccountStore, Invited, May, Person, SignInError
from acrebox.store.beds import Bed, BedStore, Tick
from acrebox.store.documents import NotFoundError, NothingToUndoError, StaleError, Stored, StoreError
from acrebox.store.rates import Rates
from acrebox.store.reaching import AWAY, answers
from acrebox.store.readings import KeptReading, ReadingStore
from acrebox.store.weather import KeptWeather, WeatherStore
from acrebox.store.yards import StoredYard, YardStore

__all__ = [
    "AWAY",
    "Account",
    "AccountStore",
    "Bed",
    "BedStore",
    "Invited",
    "KeptReading",
    "KeptWeather",
    "May",
    "NotFoundError",
    "NothingToUndoError",
    "Person",
    "Rates",
    "ReadingStore",
    "SignInError",
    "StaleError",
    "StoreError",
    "Stored",
    "StoredYard",
    "Tick",
    "WeatherStore",
    "YardStore",
    "answers",
]
