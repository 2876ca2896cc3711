"""Beds on the plan of a yard of 16 × 12 m, for tests."""

from typing import Any

from acrebox.core.plan import Plan, plan_bed
from acrebox.core.site import Footprint, assembled, footprint, ground_plan
from acrebox.core.yard import Yard, check_yard, read_yard

EDGE = [[0, 0], ["16 m", 0], ["16 m", "12 m"], [0, "12 m"]]


def bed(name: str = "Bed", **more: Any) -> dict[str, Any]:
    return {
        "schema": 1,
        "name": name,
        "outline": {"length": "2.4 m", "width": "1.2 m"},
        "construction": {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
        "courses": 2,
        **more,
    }


def ring(name: str) -> dict[str, Any]:
    sheet = {"kind": "ring", "sheet": "sheet-wave-18", "sheets": 5}
    return {
        "schema": 1,
        "name": name,
        "outline": {"shape": "circle"},
        "construction": sheet,
        "height": "600 mm",
    }


def yard(*things: dict[str, Any], beds: Any = None, at: dict[str, Any] | None = None, **more: Any) -> Yard:
    return check_yard(
        read_yard(
            {
                "schema": 1,
                "units": "metric",
                "outline": EDGE,
                "latitude": 47,
                "things": list(things),
                "beds": beds or [bed()],
                "places": at or {"Bed": {"x": "4 m", "y": "6 m"}},
                **more,
            }
        )
    )


def lying(of: Yard, name: str = "Bed") -> Footprint:
    built = assembled(next(b for b in of.beds if b.name == name))
    assert built is not None
    found = footprint(name, built, of.places[name], ground_plan(of))
    assert found is not None
    return found


def planned(of: Yard, name: str = "Bed") -> Plan:
    return plan_bed(next(b for b in of.beds if b.name == name), of)


def told(plan: Plan) -> dict[str, str]:
    return {w.code: w.level for w in plan.watch_outs if w.stage == "site"}
