"""PostgreSQL through SQLAlchemy: the only place that knows SQL."""

from acrebox.store.beds import Bed, BedNotFoundError, BedStore, NothingToUndoError, StaleError

__all__ = ["Bed", "BedNotFoundError", "BedStore", "NothingToUndoError", "StaleError"]
