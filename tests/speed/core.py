"""Time from Design to Plan in the core, for 1, 10 and 100 beds. Prints figures; asserts nothing.

Run: .venv/bin/python tests/speed/core.py
"""

import json
from statistics import median
from time import perf_counter
from typing import Any

from acrebox.core.bench import search
from acrebox.core.construction import assemble
from acrebox.core.design import read_design
from acrebox.core.plan import plan_bed
from acrebox.core.stock import catalogue
from acrebox.core.strength import check_strength
from acrebox.demo import demo_beds


def timed(documents: list[dict[str, Any]], fresh: bool) -> float:
    """Seconds for all documents; `fresh` forgets cuttings proven before."""
    if fresh:
        search._cut_best.cache_clear()
    start = perf_counter()
    for document in documents:
        plan_bed(read_design(document)).model_dump_json()
    return perf_counter() - start


def varied(count: int) -> list[dict[str, Any]]:
    """The demo yard's rectangular beds of boards, no two of one length."""
    beds = [
        json.loads(json.dumps(d.document()))
        for d in demo_beds()
        if d.construction.kind == "boards" and d.outline.shape == "rectangle"
    ]
    made = []
    for n in range(count):
        bed = json.loads(json.dumps(beds[n % len(beds)]))
        bed["outline"] = {**bed["outline"], "length": f"{1500 + 7 * n} mm"}
        made.append(bed)
    return made


def sixty_sided() -> dict[str, Any]:
    """A bed of sixty sides and over five hundred parts."""
    sides = [{"length": "800 mm", "corner": 174} for _ in range(59)]
    return {
        "schema": 1,
        "name": "Sixty sides",
        "outline": {"shape": "polygon", "sides": sides},
        "courses": 6,
        "construction": {"kind": "boards", "board": "larch-27x145", "post": "post-75x75"},
        "add_ons": {"cap": {"board": "larch-27x145", "overhang": "20 mm", "corner": "mitred"}},
    }


def main() -> None:
    timed(varied(3), fresh=True)
    one = median(timed(varied(1), fresh=True) for _ in range(20))
    print(f"1 bed, cutting searched anew: {one * 1e3:.1f} ms (aim 15 ms: ratio {one / 0.015:.2f})")
    again = median(timed(varied(1), fresh=False) for _ in range(20))
    print(f"1 bed, cutting known:         {again * 1e3:.1f} ms")
    for count in (10, 100):
        all_of_them = timed(varied(count), fresh=True)
        print(
            f"{count} beds: {all_of_them * 1e3:.0f} ms, {all_of_them / count * 1e3:.1f} ms each,"
            f" {all_of_them / count / one:.2f} × one bed"
        )
    for bed in demo_beds():
        each = median(timed([bed.document()], fresh=True) for _ in range(5))
        print(f"demo bed '{bed.name}': {each * 1e3:.1f} ms")
    book = catalogue()
    for bed in demo_beds():
        built = assemble(bed, book)
        start = perf_counter()
        for _ in range(20):
            check_strength(built, bed, book, built.wall_top - 25)
        print(
            f"strength of '{bed.name}', {len(built.members)} members:"
            f" {(perf_counter() - start) / 20 * 1e3:.2f} ms"
        )
    many = sixty_sided()
    parts = len(plan_bed(read_design(many)).parts)
    print(f"60 sides, {parts} parts: {median(timed([many], fresh=True) for _ in range(3)) * 1e3:.0f} ms")


if __name__ == "__main__":
    main()
