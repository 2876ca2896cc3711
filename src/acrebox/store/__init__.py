"""PostgreSQL through SQLAlchemy: the only place that knows SQL."""

from acrebox.store.beds import Bed, BedStore, Tick
from acrebox.store.documents import Kept, NotFoundError, NothingToUndoError, StaleError, StoreError
from acrebox.store.yards import KeptYard, YardStore

__all__ = [
    "Bed",
    "BedStore",
    "Kept",
    "KeptYard",
    "NotFoundError",
    "NothingToUndoError",
    "StaleError",
    "StoreError",
    "Tick",
    "YardStore",
]
