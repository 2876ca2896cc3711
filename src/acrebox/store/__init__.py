"""PostgreSQL through SQLAlchemy: the only place that knows SQL."""

from acrebox.store.accounts import Account, AccountStore, Invited, May, Person, SignInError
from acrebox.store.answered import AnswerStore, Kept
from acrebox.store.beds import Bed, BedStore, Tick
from acrebox.store.documents import (
    NotFoundError,
    NothingToUndoError,
    StaleError,
    Stored,
    StoreError,
    TooManyError,
)
from acrebox.store.events import Event, EventStore, Happened
from acrebox.store.rates import Rates
from acrebox.store.reaching import AWAY, answers
from acrebox.store.readings import KeptReading, ReadingStore
from acrebox.store.second_factor import Factor, SecondFactorStore
from acrebox.store.sessions import SessionStore, SignedIn
from acrebox.store.telling import ALL, Changed, Ear
from acrebox.store.weather import KeptWeather, WeatherStore
from acrebox.store.yards import StoredYard, YardStore

__all__ = [
    "ALL",
    "AWAY",
    "Account",
    "AccountStore",
    "AnswerStore",
    "Bed",
    "BedStore",
    "Changed",
    "Ear",
    "Event",
    "EventStore",
    "Factor",
    "Happened",
    "Invited",
    "Kept",
    "KeptReading",
    "KeptWeather",
    "May",
    "NotFoundError",
    "NothingToUndoError",
    "Person",
    "Rates",
    "ReadingStore",
    "SecondFactorStore",
    "SessionStore",
    "SignInError",
    "SignedIn",
    "StaleError",
    "StoreError",
    "Stored",
    "StoredYard",
    "Tick",
    "TooManyError",
    "WeatherStore",
    "YardStore",
    "answers",
]
