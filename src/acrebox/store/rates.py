"""How often something is done, counted in the database, so that any number of processes agree."""

from datetime import UTC, datetime, timedelta

from limits.storage import Storage
from sqlalchemy import Engine, case, delete, func, select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.exc import SQLAlchemyError
from sqlalchemy.orm import Session

from acrebox.store.reaching import answers
from acrebox.store.tables import RateRow


class Rates(Storage):
    """Counters of the package `limits` in PostgreSQL: one row a key, that begins anew when its time is up."""

    STORAGE_SCHEME = None

    def __init__(self, engine: Engine) -> None:
        super().__init__()
        self._engine = engine

    @property
    def base_exceptions(self) -> type[Exception]:
        """What is raised when counting fails."""
        return SQLAlchemyError

    def incr(self, key: str, expiry: int, amount: int = 1) -> int:
        """Count once more; a count whose time is up begins anew, for so many seconds."""
        ends = datetime.now(UTC) + timedelta(seconds=expiry)
        new = insert(RateRow).values(key=key[:200], count=amount, ends_at=ends)
        over = RateRow.ends_at <= func.now()
        row = new.on_conflict_do_update(
            index_elements=["key"],
            set_={
                "count": case((over, amount), else_=RateRow.count + amount),
                "ends_at": case((over, ends), else_=RateRow.ends_at),
            },
        ).returning(RateRow.count)
        with Session(self._engine) as session:
            found = session.scalar(row)
            session.execute(delete(RateRow).where(RateRow.ends_at < func.now() - timedelta(days=1)))
            session.commit()
        return found or 0

    def get(self, key: str) -> int:
        """The count by now."""
        with Session(self._engine) as session:
            good = RateRow.key == key[:200], RateRow.ends_at > func.now()
            return session.scalar(select(RateRow.count).where(*good)) or 0

    def get_expiry(self, key: str) -> float:
        """When its time is up [s since 1970]."""
        with Session(self._engine) as session:
            found = session.scalar(select(RateRow.ends_at).where(RateRow.key == key[:200]))
        return (found or datetime.now(UTC)).timestamp()

    def check(self) -> bool:
        """Whether the database answers."""
        return answers(self._engine)

    def reset(self) -> int | None:
        """Forget all counts; answers how many there were."""
        with Session(self._engine) as session:
            gone = len(session.execute(delete(RateRow).returning(RateRow.key)).all())
            session.commit()
        return gone

    def clear(self, key: str) -> None:
        """Forget one count."""
        with Session(self._engine) as session:
            session.execute(delete(RateRow).where(RateRow.key == key[:200]))
            session.commit()
