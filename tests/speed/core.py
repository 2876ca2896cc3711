"""Time from Design to Plan in the core. Prints figures and ratios; asserts nothing.

Run: .venv/bin/python tests/speed/core.py
"""

import json
from collections.abc import Callable
from statistics import median
from time import perf_counter
from typing import Any

from acrebox.core.bench import search
from acrebox.core.chapter import published
from acrebox.core.design import read_design
from acrebox.core.fits import fits
from acrebox.core.plan import ASSEMBLY, KEPT, Plan, open_plan, plan_bed
from acrebox.core.remedies import remedies
from acrebox.core.stock import catalogue
from acrebox.core.strength import check_strength
from acrebox.demo import demo_beds

SENT = [c.key for c in published() if not c.heavy]


def cold() -> None:
    """Forget every chapter and every cutting."""
    KEPT.clear()
    search._cut_best.cache_clear()


def timed(document: dict[str, Any], before: Callable[[], None], times: int = 7) -> float:
    """Milliseconds from a document to the bytes that go over the wire, the median of several."""
    found = []
    for _ in range(times):
        before()
        start = perf_counter()
        plan_bed(read_design(document)).json(SENT)
        found.append(perf_counter() - start)
    return median(found) * 1e3


def varied(count: int) -> list[dict[str, Any]]:
    """The demo yard's rectangular beds of boards, no two of one length."""
    beds = [
        d.document()
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


def pallet_staves() -> dict[str, Any]:
    """Three metres of pallet boards."""
    return {
        "schema": 1,
        "name": "Pallets",
        "outline": {"length": "3 m", "width": "1 m"},
        "height": "480 mm",
        "construction": {
            "kind": "staves",
            "average": "95 mm",
            "rail": "larch-45x70",
            "post": "post-75x75",
            "panel": "1 m",
        },
    }


def one_chapter(document: dict[str, Any], key: str, change: dict[str, Any]) -> tuple[float, tuple[str, ...]]:
    """Milliseconds for one chapter after a change, everything else known; and what had to be worked out."""
    plan_bed(read_design(document))
    found = []
    plan: Plan | None = None
    for n in range(7):
        changed = read_design({**document, **change, "name": f"{document['name']} {n}"})
        KEPT._answers.pop(key, None)
        start = perf_counter()
        plan = open_plan(changed)
        plan.json([key])
        found.append(perf_counter() - start)
    assert plan is not None
    return median(found) * 1e3, plan.worked_out


def main() -> None:
    """Print the figures."""
    [bed] = varied(1)
    first, again = timed(bed, cold), timed(bed, KEPT.clear)
    print(f"1 bed, cutting searched anew: {first:.1f} ms (aim 30: ratio {first / 30:.2f})")
    print(f"1 bed, cutting known:         {again:.1f} ms (aim 15: ratio {again / 15:.2f})")
    known = timed(bed, lambda: None)
    print(f"1 bed, nothing changed:       {known:.1f} ms ({known / again:.2f} × cutting known)")
    for count in (10, 100):
        cold()
        each = sum(timed(b, lambda: None, 1) for b in varied(count)) / count
        print(f"{count} beds: {each:.1f} ms each, {each / first:.2f} × one bed")
    for design in demo_beds():
        doc = design.document()
        slow, quick = timed(doc, cold, 5), timed(doc, KEPT.clear, 5)
        print(f"demo bed '{design.name}': {slow:.1f} ms, cutting known {quick:.1f} ms")
    for name, doc, was in (("60 sides", sixty_sided(), 456), ("3 m of pallet staves", pallet_staves(), 160)):
        cold()
        start = perf_counter()
        plan = plan_bed(read_design(doc))
        plan.json(SENT)
        took = (perf_counter() - start) * 1e3
        print(f"{name}, {len(plan.parts)} parts: {took:.0f} ms ({took / was:.2f} × the {was} ms before)")
    whole = timed(bed, KEPT.clear)
    fill: dict[str, Any] = {"fill": {"gap": "41 mm"}}
    for key, change in (("fill", fill), ("cutting", {"bench": {"kerf": "2.8 mm"}})):
        took, worked = one_chapter(bed, key, change)
        names = ", ".join(worked)
        print(
            f"chapter '{key}' alone: {took:.1f} ms ({took / whole:.2f} × the Plan); last worked out: {names}"
        )
    book = catalogue()
    for design in demo_beds():
        built = plan_bed(design)[ASSEMBLY]
        start = perf_counter()
        for _ in range(20):
            check_strength(built, design.loads, book, built.wall_top - 25, 13.5)
        took = (perf_counter() - start) / 20 * 1e3
        start = perf_counter()
        remedies(design)
        mended = (perf_counter() - start) * 1e3
        start = perf_counter()
        fits(design)
        fitted = (perf_counter() - start) * 1e3
        print(
            f"strength of '{design.name}', {len(built.loads)} cases: {took:.2f} ms; remedies {mended:.0f} ms;"
            f" fits {fitted:.0f} ms"
        )


if __name__ == "__main__":
    main()
