"""A house of many yards: what lists, saves, plans and a backup take beside a small one, and how large it is.

`python tests/speed/house.py [YARDS]` prints seconds and how many times as long they are with all the others
there; 10,000 yards of 12 beds unless told.
"""

import sys
import tempfile
import time
from pathlib import Path
from statistics import median
from typing import Any

from sqlalchemy import text

sys.path[:0] = [str(Path(__file__).parents[1]), str(Path(__file__).parents[2] / "src")]

from acrebox.demo import demo_beds  # noqa: E402
from acrebox.store.backup import take_backup  # noqa: E402
from acrebox.store.cluster import admin_url, running_cluster  # noqa: E402
from acrebox.store.engine import connect  # noqa: E402
from acrebox.store.own_database import DATABASE  # noqa: E402
from served import Served  # noqa: E402

BEDS = 12
ROUNDS = 30
FILL = """
CREATE TEMP TABLE yards AS SELECT gen_random_uuid() AS id, n FROM generate_series(1, {yards}) n;
INSERT INTO yard (id, head) SELECT id, 1 FROM yards;
INSERT INTO yard_revision (yard_id, number, kind, schema_version, document)
  SELECT y.id, 1, 'make', r.schema_version, r.document FROM yards y,
    (SELECT * FROM yard_revision WHERE yard_id = '{yard}' ORDER BY number DESC LIMIT 1) r;
CREATE TEMP TABLE beds AS
  SELECT gen_random_uuid() AS id, y.id AS yard_id, b.id AS like_id
  FROM yards y, (SELECT id FROM bed WHERE yard_id = '{yard}') b;
INSERT INTO bed (id, head, yard_id) SELECT id, 1, yard_id FROM beds;
INSERT INTO revision (bed_id, number, kind, schema_version, design)
  SELECT b.id, 1, 'make', r.schema_version, r.design
  FROM beds b JOIN revision r ON r.bed_id = b.like_id AND r.number = 1;
INSERT INTO figure (bed_id, basis, figures)
  SELECT b.id, f.basis, f.figures FROM beds b JOIN figure f ON f.bed_id = b.like_id;
ANALYZE;
"""


def took(work: Any, rounds: int = ROUNDS) -> float:
    """The median of so many [s]."""
    found = []
    for _ in range(rounds):
        begun = time.perf_counter()
        work()
        found.append(time.perf_counter() - begun)
    return median(found)


def measured(served: Served, yard: str, bed: dict[str, Any]) -> dict[str, float]:
    """What each takes [s]."""
    at, height = [served.told("GET", f"/api/beds/{bed['id']}")["revision"]], [0]

    def save() -> None:
        height[0] += 1
        changed = {**bed["design"], "name": f"Saved {height[0]}"}
        told = served.told("PUT", f"/api/beds/{bed['id']}", changed, If_Match=str(at[0]))
        at[0] = told["revision"]

    return {
        "list of a yard": took(lambda: served.told("GET", f"/api/beds?yard={yard}")),
        "one bed": took(lambda: served.told("GET", f"/api/beds/{bed['id']}")),
        "a save": took(save),
    }


def main() -> int:
    """Small, filled, large."""
    yards = int(sys.argv[1]) if len(sys.argv) > 1 else 10_000
    with tempfile.TemporaryDirectory(prefix="acrebox-house-") as folder:
        Path(folder).chmod(0o755)
        served = Served(Path(folder) / "home", "--empty")
        try:
            yard = served.told("POST", "/api/yards", {"schema": 1, "name": "Plot"})["id"]
            designs = [d.document() for d in demo_beds()]
            beds = [
                served.told("POST", f"/api/beds?yard={yard}", designs[n % len(designs)]) for n in range(BEDS)
            ]
            served.looked_over(f"/api/beds?yard={yard}")
            small = measured(served, yard, beds[0])
            home = served.kept
            with running_cluster(home):
                url = admin_url(home).rsplit("/", 1)[0] + f"/{DATABASE}"
                engine = connect(url)
                begun = time.perf_counter()
                with engine.begin() as connection:
                    for line in FILL.format(yards=yards - 1, yard=yard).strip().split(";\n"):
                        connection.execute(text(line.rstrip(";")))
                print(f"filled in {time.perf_counter() - begun:.0f} s")
                with engine.connect() as connection:
                    size = connection.scalar(text("SELECT pg_database_size(current_database())")) or 0
                    there = connection.scalar(text("SELECT count(*) FROM bed"))
                large = measured(served, yard, beds[0])
                file = Path(folder) / "all.zip"
                begun = time.perf_counter()
                take_backup(url, file)
                backup = time.perf_counter() - begun
                engine.dispose()
            each = size / (there or 1) / 1e3
            print(f"{yards:,} yards, {there:,} beds: {size / 1e6:,.0f} MB, {each:.1f} kB a bed")
            for name, seconds in large.items():
                print(f"{name:>15}: {1000 * seconds:6.1f} ms, {seconds / small[name]:.2f} × as long as alone")
            packed = file.stat().st_size
            part = f"{packed / 1e6:.0f} MB, {packed / size:.2f} of the database"
            print(f"{'a backup':>15}: {backup:.1f} s, {part}")
        finally:
            served.stop()
    return 0


if __name__ == "__main__":
    sys.exit(main())
