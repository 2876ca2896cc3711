"""Writes that made something, by the browser's own names of them, and how they were answered; for a day."""

from dataclasses import dataclass
from datetime import timedelta
from uuid import UUID

from sqlalchemy import ColumnElement, Engine, delete, func, select, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from acrebox.store.tables import AnsweredRow

KEPT_FOR = timedelta(days=1)


@dataclass(frozen=True)
class Kept:
    """What was asked under a name, by its sum; and the answer, where there is one yet."""

    asked: str
    status: int | None
    headers: dict[str, str]
    body: bytes


class AnswerStore:
    """Answers in one database. `who` asks is an account, or whoever is in the house."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def claim(self, who: UUID, key: UUID, asked: str) -> Kept | None:
        """Take a name for what is asked; answers what stands there where it was taken. Old ones go."""
        while True:
            with Session(self._engine) as session:
                session.execute(delete(AnsweredRow).where(AnsweredRow.made_at < func.now() - KEPT_FOR))
                row = insert(AnsweredRow).values(who=who, key=key, asked=asked)
                new = session.scalar(row.on_conflict_do_nothing().returning(AnsweredRow.asked))
                there = session.scalar(select(AnsweredRow).where(*_of(who, key)))
                found = None
                if there is not None:
                    found = Kept(there.asked, there.status, there.headers or {}, there.body or b"")
                session.commit()
            if new is not None:
                return None
            if found is not None:
                return found
            # It was let go in between: it can be taken now.

    def keep(self, who: UUID, key: UUID, status: int, headers: dict[str, str], body: bytes) -> None:
        """Keep the answer."""
        with Session(self._engine) as session:
            given = {"status": status, "headers": headers, "body": body}
            session.execute(update(AnsweredRow).where(*_of(who, key)).values(**given))
            session.commit()

    def forget(self, who: UUID, key: UUID) -> None:
        """Let a name go under which nothing was made."""
        with Session(self._engine) as session:
            session.execute(delete(AnsweredRow).where(*_of(who, key), AnsweredRow.status.is_(None)))
            session.commit()


def _of(who: UUID, key: UUID) -> tuple[ColumnElement[bool], ColumnElement[bool]]:
    return AnsweredRow.who == who, AnsweredRow.key == key
