"""The daily weather of yards: one file each, as it was read."""

from dataclasses import dataclass
from uuid import UUID

from sqlalchemy import Engine, delete, func
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from acrebox.store.documents import NotFoundError
from acrebox.store.tables import WeatherRow, YardRow


@dataclass(frozen=True)
class KeptWeather:
    """A weather file: what it is called, and its text."""

    name: str
    text: str


class WeatherStore:
    """The weather of all yards in one database."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def of(self, yard_id: UUID) -> KeptWeather | None:
        """The weather of a yard; None where it has none of its own."""
        with Session(self._engine) as session:
            row = session.get(WeatherRow, yard_id)
            return None if row is None else KeptWeather(row.name, row.text)

    def keep(self, yard_id: UUID, weather: KeptWeather) -> None:
        """Keep a weather file in place of the one before. Raises NotFoundError where no such yard is."""
        with Session(self._engine) as session:
            yard = session.get(YardRow, yard_id)
            if yard is None or yard.deleted_at is not None:
                raise NotFoundError(f"there is no yard {yard_id}")
            new = {"name": weather.name, "text": weather.text}
            row = insert(WeatherRow).values(yard_id=yard_id, **new)
            changed = row.on_conflict_do_update(
                index_elements=["yard_id"], set_={**new, "saved_at": func.now()}
            )
            session.execute(changed)
            session.commit()

    def forget(self, yard_id: UUID) -> None:
        """Go back to no weather of its own; a yard that has none stays as it is."""
        with Session(self._engine) as session:
            session.execute(delete(WeatherRow).where(WeatherRow.yard_id == yard_id))
            session.commit()
