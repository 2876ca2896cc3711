"""Everything that is somebody's, in one file for him; and gone, where he leaves.

The file is a zip of JSON in UTF-8 with times in UTC: `account.json`, and a folder for each yard of his own,
put away or not, with `yard.json` and a folder for each bed with `design.json`, which are the documents that
are read everywhere else, their history, what is ticked off, the readings, and the weather as it was brought.
"""

import json
import re
import zipfile
from collections.abc import Iterator, Mapping
from typing import IO, Any
from uuid import UUID

from sqlalchemy import Engine, delete, or_, select, update
from sqlalchemy.orm import Session

from acrebox.store.accounts import owned_by
from acrebox.store.documents import NotFoundError, StoreError
from acrebox.store.tables import (
    AccountRow,
    AnsweredRow,
    BedRow,
    EventRow,
    FigureRow,
    InvitationRow,
    ReadingRow,
    RevisionRow,
    SecondFactorRow,
    SessionRow,
    ShareRow,
    TickRow,
    WeatherRow,
    WrittenRow,
    YardRevisionRow,
    YardRow,
)

GONE = "somebody who has left"
"""What is told of him in the yards of others."""
MOST_NAME = 60


class HouseholderError(StoreError):
    """The first account, whose is what is nobody's, cannot leave others behind."""


def take_out(engine: Engine, account: UUID, out: IO[bytes]) -> None:
    """Write everything that is somebody's into a file, as it was at one moment. Raises NotFoundError."""
    alone = engine.execution_options(isolation_level="REPEATABLE READ", postgresql_readonly=True)
    with Session(alone) as session, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        row = _account(session, account)
        _put(file, "account.json", _told(session, row))
        for n, yard in enumerate(session.scalars(_own(row).order_by(YardRow.place)), 1):
            _put_yard(session, file, f"yards/{n:02}", yard)


def erase(engine: Engine, account: UUID) -> None:
    """Take an account away, and the yards of its own with all that is in them. A bed that was put there out
    of another's yard goes back to that. Raises NotFoundError, HouseholderError.
    """
    with Session(engine) as session:
        row = _account(session, account, lock=True)
        others = select(AccountRow.id).where(AccountRow.id != account).limit(1)
        if row.first and session.scalar(others) is not None:
            says = "Yours is the first account, whose is what is nobody's"
            raise HouseholderError(f"{says}: it can leave when no others are here.")
        yards = [yard.id for yard in session.scalars(_own(row))]
        its = BedRow.yard_id.in_(yards)
        back = its & BedRow.came_from.is_not(None) & BedRow.came_from.not_in(yards)
        session.execute(update(BedRow).where(back).values(yard_id=BedRow.came_from, came_from=None))
        session.execute(update(BedRow).where(BedRow.came_from.in_(yards)).values(came_from=None))
        beds = list(session.scalars(select(BedRow.id).where(its)))
        session.execute(delete(RevisionRow).where(RevisionRow.owner_id.in_(beds)))
        for kind in (TickRow, FigureRow, ReadingRow, WrittenRow):
            session.execute(delete(kind).where(kind.bed_id.in_(beds)))
        session.execute(delete(BedRow).where(BedRow.id.in_(beds)))
        session.execute(delete(YardRevisionRow).where(YardRevisionRow.owner_id.in_(yards)))
        for of_yard in (WeatherRow, ShareRow, InvitationRow, EventRow):
            session.execute(delete(of_yard).where(of_yard.yard_id.in_(yards)))
        session.execute(delete(YardRow).where(YardRow.id.in_(yards)))
        session.execute(update(EventRow).where(EventRow.by == row.name).values(by=GONE))
        session.execute(delete(AnsweredRow).where(AnsweredRow.who == account))
        session.execute(delete(AccountRow).where(AccountRow.id == account))
        session.commit()


def _account(session: Session, account: UUID, lock: bool = False) -> AccountRow:
    row = session.get(AccountRow, account, with_for_update=lock)
    if row is None:
        raise NotFoundError(f"there is no account {account}")
    return row


def _own(row: AccountRow) -> Any:
    """The yards of somebody's own."""
    return select(YardRow).where(owned_by(row.id))


def _told(session: Session, row: AccountRow) -> dict[str, Any]:
    """What is kept of an account itself; no key, no hash."""
    factor = session.get(SecondFactorRow, row.id)
    shared = select(ShareRow).where(ShareRow.account_id == row.id)
    signed_in = select(SessionRow).where(SessionRow.account_id == row.id).order_by(SessionRow.made_at)
    own = _own(row).with_only_columns(YardRow.id)
    his = or_(EventRow.about == row.id, EventRow.yard_id.in_(own), EventRow.by == row.name)
    happened = select(EventRow).where(his).order_by(EventRow.place)
    return {
        "name": row.name,
        "since": row.made_at,
        "second_factor_since": factor.since if factor else None,
        "browsers": [
            {"agent": s.agent, "address": s.address, "since": s.made_at, "used": s.seen_at}
            for s in session.scalars(signed_in)
        ],
        "shared_with_me": [{"yard": s.yard_id, "may": s.may} for s in session.scalars(shared)],
        "happened": [
            {"at": e.at, "what": e.what, "by": e.by, "from": e.address, "yard": e.yard_id, "named": e.named}
            for e in session.scalars(happened)
        ],
    }


def _put_yard(session: Session, file: zipfile.ZipFile, folder: str, yard: YardRow) -> None:
    history = list(_history(session, YardRevisionRow, yard.id))
    _put(file, f"{folder}/yard.json", history[-1]["document"])
    _put(file, f"{folder}/history.json", {**_row(yard), "revisions": history})
    people = select(AccountRow.name, ShareRow.may).join(ShareRow).where(ShareRow.yard_id == yard.id)
    _put(file, f"{folder}/people.json", [{"name": n, "may": may} for n, may in session.execute(people)])
    if weather := session.get(WeatherRow, yard.id):
        file.writestr(f"{folder}/weather/{_plain(weather.name)}", weather.text)
    beds = select(BedRow).where(BedRow.yard_id == yard.id).order_by(BedRow.place)
    for n, bed in enumerate(session.scalars(beds), 1):
        _put_bed(session, file, f"{folder}/beds/{n:03}", bed)


def _put_bed(session: Session, file: zipfile.ZipFile, folder: str, bed: BedRow) -> None:
    history = list(_history(session, RevisionRow, bed.id))
    _put(file, f"{folder}/design.json", history[-1]["document"])
    _put(file, f"{folder}/history.json", {**_row(bed), "revisions": history})
    ticks = select(TickRow).where(TickRow.bed_id == bed.id).order_by(TickRow.ticked_at)
    done = [
        {"kind": t.kind, "key": t.key, "length_mm": t.length_mm, "at": t.ticked_at}
        for t in session.scalars(ticks)
    ]
    readings = select(ReadingRow).where(ReadingRow.bed_id == bed.id).order_by(ReadingRow.place)
    names = [c.key for c in ReadingRow.__table__.columns if c.key not in ("bed_id", "place")]
    read = [{name: getattr(r, name) for name in names} for r in session.scalars(readings)]
    _put(file, f"{folder}/work.json", {"ticks": done, "readings": read})


def _history(session: Session, kind: Any, owner: UUID) -> Iterator[dict[str, Any]]:
    for r in session.scalars(select(kind).where(kind.owner_id == owner).order_by(kind.number)):
        yield {"number": r.number, "kind": r.kind, "at": r.made_at, "document": r.document}


def _row(row: YardRow | BedRow) -> dict[str, Any]:
    return {"id": row.id, "made": row.made_at, "put_away": row.deleted_at}


def _plain(name: str) -> str:
    """A name as a file can have it anywhere."""
    return re.sub(r"[^\w.-]+", "_", name).strip("._")[:MOST_NAME] or "file"


def _put(file: zipfile.ZipFile, name: str, document: Mapping[str, Any] | list[Any]) -> None:
    file.writestr(name, json.dumps(document, ensure_ascii=False, indent=1, default=_said))


def _said(value: Any) -> str:
    return value.isoformat() if hasattr(value, "isoformat") else str(value)
