"""What every release left behind comes over whole: `released-NNNN.sql` are their dumps."""

from collections.abc import Iterator
from math import inf
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine, inspect, text

from acrebox.core.design import Design, read_design
from acrebox.core.plan import CUTTING, plan_bed
from acrebox.jobs.figures import listed
from acrebox.store import Bed, BedStore, YardStore
from acrebox.store.engine import NewerTablesError, connect, is_behind, migrate, revision_of
from acrebox.store.migrations import versions as every_version
from acrebox.store.names import looks_as
from databases import Apps
from sample import document

DUMP = (Path(__file__).parent / "released-0001.sql").read_text("utf-8")


@pytest.fixture
def released(database_url: str) -> Iterator[Engine]:
    made = connect(database_url)
    with made.begin() as connection:
        connection.exec_driver_sql(DUMP)
    yield made
    made.dispose()


def every_revision(engine: Engine) -> list[tuple[Any, ...]]:
    query = "SELECT bed_id, number, kind, undo_to, redo_to, made_at FROM revision ORDER BY bed_id, number"
    with engine.connect() as connection:
        return [tuple(row) for row in connection.execute(text(query))]


def beds_of(engine: Engine) -> dict[str, Bed]:
    return {str(b.document["name"]): b for b in BedStore(engine).list(YardStore(engine).list()[0].id)}


def test_every_bed_and_every_revision_comes_over_into_one_yard(released: Engine) -> None:
    before = every_revision(released)
    migrate(released)
    assert every_revision(released) == before
    [yard] = YardStore(released).list()
    assert yard.yard.name == "The yard"
    assert yard.beds == 6
    with released.connect() as connection:
        away = connection.scalar(text("SELECT id FROM bed WHERE deleted_at IS NOT NULL"))
    back = BedStore(released).restore(away)
    assert back.document["name"] == "Pallet box, strawberries"
    assert back.yard_id == yard.id


def test_what_was_chosen_stays_and_what_was_only_written_out_is_left_to_the_yard(released: Engine) -> None:
    migrate(released)
    beds = beds_of(released)
    assert beds["Bean row"].document["bench"] == {"kerf": "1/8 in"}
    assert beds["Wave horseshoe"].document["bench"] == {}
    assert beds["Wave horseshoe"].document["loads"] == {}
    assert beds["Kitchen door herbs"].document["bench"]["offcuts"][0]["length"] == "1.35 m"


def test_a_bed_that_can_be_planned_plans_as_before(released: Engine) -> None:
    with released.connect() as connection:
        old = connection.scalar(text("SELECT design FROM revision WHERE design->>'name' = 'Wave horseshoe'"))
    # The push of the soil was never chosen: it takes the defaults of the day.
    by_the_day = {"strength", "watch_outs"}

    def planned(design: Design) -> dict[str, Any]:
        plan = {k: v for k, v in plan_bed(design).document().items() if k not in by_the_day}
        echoes = {k: v for k, v in plan["understood"].items() if not k.startswith("loads.")}
        return {**plan, "understood": echoes}

    before = planned(read_design(old))
    migrate(released)
    assert planned(beds_of(released)["Wave horseshoe"].design) == before


def test_pieces_that_were_sawn_stay_sawn_under_the_names_of_their_parts(released: Engine) -> None:
    migrate(released)
    bed = beds_of(released)["Bean row"]
    cut = {t.key: t.length_mm for t in bed.ticks if t.kind == "cut"}
    lengths = {p.key: p.length_mm for s in plan_bed(bed.design)[CUTTING].sticks for p in s.pieces}
    known = {key: length for key, length in cut.items() if length is not None}
    assert len(known) == 5
    assert known == {key: lengths[key] for key in known}
    # One that belongs to no piece of the bed any more is kept as it was.
    assert [key for key, length in cut.items() if length is None] == ["spruce-2x8:99999:1"]
    assert [t.key for t in bed.ticks if t.kind == "fill"] == ["logs"]


def test_a_cap_within_the_construction_is_read_as_the_add_on_it_is_now(released: Engine) -> None:
    migrate(released)
    bed = beds_of(released)["Bean row"]
    assert "cap" in bed.document["construction"]
    assert bed.design.add_ons.cap is not None
    assert bed.design.add_ons.cap.board == "2x6"


def test_beds_that_nobody_can_read_or_build_are_rows_beside_the_others(released: Engine) -> None:
    migrate(released)
    every = listed(YardStore(released).list()[0], BedStore(released), inf)
    rows = {str(r.bed.document["name"]): r for r in every}
    wrong = {name: [p.field for p in r.problems] for name, r in rows.items() if r.problems}
    assert wrong == {"Long bed by the fence": ["construction.board"], "Corner by the plum": ["outline"]}
    assert all(r.figures is not None for name, r in rows.items() if name not in wrong)


def test_migrations_say_nothing_the_second_time(engine: Engine) -> None:
    migrate(engine)
    with engine.connect() as connection:
        assert connection.scalar(text("SELECT count(*) FROM alembic_version")) == 1


def test_a_number_without_a_unit_keeps_what_it_meant(released: Engine) -> None:
    """Until then it was millimetres, in whatever units the bed was written."""
    with released.begin() as connection:
        connection.execute(
            text(
                "UPDATE revision SET design = jsonb_set(design, '{outline,width}', '\"610\"')"
                " WHERE design->>'name' = 'Bean row'"
            )
        )
    migrate(released)
    outline = beds_of(released)["Bean row"].design.document()["outline"]
    assert (outline["length"], outline["width"]) == ("8 ft", "610 mm")


LATER = sorted(p for p in Path(__file__).parent.glob("released-*.sql") if p.stem != "released-0001")
KEPT = {
    "yard": "SELECT id, place, head, made_at, deleted_at FROM yard ORDER BY place",
    "yard_revision": "SELECT yard_id, number, kind, undo_to, redo_to, write_id, made_at FROM yard_revision"
    " ORDER BY yard_id, number",
    "bed": "SELECT id, place, head, yard_id, made_at, deleted_at FROM bed ORDER BY place",
    "revision": "SELECT bed_id, number, kind, undo_to, redo_to, write_id, made_at FROM revision"
    " ORDER BY bed_id, number",
    "tick": "SELECT bed_id, kind, key, length_mm, ticked_at FROM tick ORDER BY bed_id, kind, key",
    "reading": "SELECT id, bed_id, job, method, station, sight, written, taken_at, struck_at FROM reading"
    " ORDER BY place",
    "account": "SELECT id, name, known_as, secret, first, made_at FROM account ORDER BY known_as",
    "session": "SELECT key, account_id, made_at, ends_at FROM session ORDER BY key",
    "share": "SELECT yard_id, account_id, may FROM share",
    "invitation": "SELECT id, key, yard_id, may, ends_at FROM invitation ORDER BY id",
    "written": "SELECT id, bed_id, made_at FROM written ORDER BY id",
    "weather": "SELECT yard_id, name, text, saved_at FROM weather",
}


def test_what_was_got_stays_got_under_the_key_that_it_has_now(database_url: str) -> None:
    engine = connect(database_url)
    with engine.begin() as connection:
        before = Path(__file__).parent / "released-0006.sql"
        connection.exec_driver_sql(before.read_text("utf-8").replace("%", "%%"))
        bed = connection.scalar(text("SELECT id FROM bed WHERE deleted_at IS NULL ORDER BY place LIMIT 1"))
        for key in ("larch-45x195:4200", "topsoil-blend:bag of 40 L", "topsoil-blend:m³", "edge-hose:m"):
            row = {"bed": bed, "key": key}
            connection.execute(text("INSERT INTO tick (bed_id, kind, key) VALUES (:bed, 'buy', :key)"), row)
    migrate(engine)
    got = {t.key for t in BedStore(engine).get(bed).ticks if t.kind == "buy"}
    assert got == {"larch-45x195:4200", "topsoil-blend", "edge-hose"}
    engine.dispose()


def next_release(engine: Engine, serves: str | None) -> None:
    """Do to the tables what a release after ours may: add to them, and say who may serve them yet."""
    adds = (
        "ALTER TABLE bed ADD COLUMN colour text",
        "ALTER TABLE revision ADD COLUMN seen integer NOT NULL DEFAULT 0",
        "CREATE TABLE harvest (id uuid PRIMARY KEY, bed_id uuid REFERENCES bed (id) ON DELETE CASCADE)",
        "CREATE INDEX ON bed (colour)",
        "UPDATE alembic_version SET version_num = '9999'",
        f"COMMENT ON TABLE alembic_version IS 'served by releases of 9999 {serves}'",
    )
    with engine.begin() as connection:
        for one in adds:
            connection.exec_driver_sql(one)


def test_one_that_serves_goes_on_while_the_next_release_changes_the_tables(
    engine: Engine, apps: Apps
) -> None:
    """A rolling release: the new one is started, and this one still answers, reads and writes, and can be
    started again.
    """
    with engine.connect() as connection:
        ours = revision_of(connection)
    with TestClient(apps.over(engine)) as client:
        bed = client.post("/api/beds", json=document(name="Before")).json()
        next_release(engine, ours)
        for _ in range(2):
            path, at = f"/api/beds/{bed['id']}", client.get(f"/api/beds/{bed['id']}").json()["revision"]
            saved = client.put(path, json=document(name=f"After {at}"), headers={"If-Match": f'"{at}"'})
            assert saved.status_code == 200, saved.text
            assert client.post(f"{path}/undo", headers={"If-Match": f'"{at + 1}"'}).status_code == 200
            assert client.post("/api/beds", json=document(name="Made after")).status_code == 201
            taken = client.get(path).json()["revision"]
            assert client.delete(path, headers={"If-Match": f'"{taken}"'}).status_code == 204
            assert client.post(f"{path}/restore").status_code == 200
            assert "Made after" in client.get("/api/beds").text
            assert not is_behind(engine)
            migrate(engine)  # as at a start of ours
    with engine.connect() as connection:
        assert connection.scalar(text("SELECT version_num FROM alembic_version")) == "9999"


def test_one_whose_tables_a_newer_release_no_longer_keeps_says_so_and_changes_nothing(engine: Engine) -> None:
    next_release(engine, "9998")
    with pytest.raises(NewerTablesError, match=r"newer release .*tables 9999.*Nothing was changed"):
        migrate(engine)
    with pytest.raises(NewerTablesError):
        is_behind(engine)  # as what only reads, or gives somebody another passphrase, asks first
    with engine.connect() as connection:
        assert connection.scalar(text("SELECT version_num FROM alembic_version")) == "9999"


def test_every_release_but_this_one_has_its_dump() -> None:
    versions = Path(every_version.__file__).parent.glob("m0*.py")
    numbers = sorted(p.name[1:5] for p in versions)
    assert [p.stem[-4:] for p in LATER] == numbers[1:-1]


@pytest.mark.parametrize("dump", LATER, ids=[p.stem for p in LATER])
def test_whatever_a_release_kept_is_there_after_migration(dump: Path, database_url: str) -> None:
    engine = connect(database_url)
    with engine.begin() as connection:
        connection.exec_driver_sql(dump.read_text("utf-8").replace("%", "%%"))

    def kept() -> dict[str, list[tuple[Any, ...]]]:
        with engine.connect() as connection:
            there = set(inspect(connection).get_table_names())
            questions = {name: ask for name, ask in KEPT.items() if name in there}
            return {n: [tuple(row) for row in connection.execute(text(q))] for n, q in questions.items()}

    before = kept()
    assert before["revision"]
    migrate(engine)
    after = kept()
    assert {name: after[name] for name in before} == before
    [yard] = YardStore(engine).list()
    rows = listed(yard, BedStore(engine), inf)
    assert len(rows) == 3
    assert all(row.figures is not None for row in rows), [row.problems for row in rows]
    # Nobody takes from now on a name that looks like one of then.
    with engine.connect() as connection:
        people = connection.execute(text("SELECT name, looks_as FROM account")).all()
    assert [row.looks_as for row in people] == [looks_as(row.name) for row in people]
    # A write whose name was known stays known.
    known = next(row for row in before["revision"] if row[5] is not None)
    bed = BedStore(engine).get(known[0])
    assert BedStore(engine).change(bed.id, 1, bed.design, known[5]).revision == bed.revision
    engine.dispose()
