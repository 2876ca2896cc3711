"""The sun over a yard cell by cell, and the best place for a bed."""

from typing import Any

import numpy as np
import pytest

from acrebox.core.measure.systems import System
from acrebox.core.site import Standing, assembled, best_place, ground_plan, here_of, stand, sun_map
from acrebox.core.yard import Place, Yard, read_yard

HOUSE = {"name": "House", "kind": "house", "at": [[0, 0], ["8 m", 0], ["8 m", "2 m"], [0, "2 m"]]}
TAP = {"name": "Tap", "kind": "tap", "at": [["1 m", "2.2 m"]]}


def bed(name: str, width: str = "1.2 m") -> dict[str, Any]:
    return {
        "schema": 1,
        "name": name,
        "outline": {"length": "2.4 m", "width": width},
        "construction": {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
        "courses": 2,
    }


def yard(*things: dict[str, Any], **more: Any) -> Yard:
    """Ten metres by eight, a house along its south edge."""
    edge = [[0, 0], ["10 m", 0], ["10 m", "8 m"], [0, "8 m"]]
    return read_yard({"schema": 1, "latitude": 50, "outline": edge, "things": list(things), **more})


def test_every_cell_has_the_hours_of_its_middle() -> None:
    plan = ground_plan(yard(HOUSE))
    found = sun_map(plan)
    assert found is not None
    assert plan.sky is not None
    assert (found.columns, found.rows, found.hours.shape) == (40, 32, (12, 32, 40))
    assert np.isnan(found.over_season[:8, :32]).all()  # the house
    for row, column in ((9, 3), (15, 20), (30, 39)):
        x, y = (column + 0.5) * 250, (row + 0.5) * 250
        exact = plan.sky.hours(np.array([[x, y, 0.0]]))[0]
        assert found.hours[:, row, column] == pytest.approx(exact, abs=0.3)


def test_the_map_is_darker_behind_the_house_and_not_at_all_without_a_latitude() -> None:
    found = sun_map(ground_plan(yard(HOUSE)))
    assert found is not None
    assert np.nanmean(found.over_season[8:12]) < np.nanmean(found.over_season[-4:]) - 1
    assert sun_map(ground_plan(yard(HOUSE, latitude=None))) is None
    assert sun_map(ground_plan(yard(HOUSE))) is sun_map(ground_plan(yard(HOUSE)))


def test_a_large_yard_has_larger_cells() -> None:
    edge = [[0, 0], ["80 m", 0], ["80 m", "60 m"], [0, "60 m"]]
    found = sun_map(ground_plan(yard(outline=edge)))
    assert found is not None
    assert found.step == 1000


def test_the_best_place_is_free_reached_and_nowhere_is_sunnier() -> None:
    of = yard(HOUSE, TAP, beds=[bed("Bed"), bed("Other")], places={"Other": {"x": "5 m", "y": "6 m"}})
    here = here_of("Bed", of)
    built = assembled(of.beds[0])
    assert here is not None
    assert built is not None
    best = best_place(built, "Bed", here, System.METRIC)
    assert best is not None
    assert best.tried > 50
    standing = at(of, best.place)
    assert standing.reach <= 751
    assert standing.beyond == 0
    assert standing.over == ()
    for x in range(0, 7600, 900):
        for y in range(2000, 6800, 900):
            other = at(of, Place.model_validate({"x": x, "y": y}))
            if other.reach <= 751 and not other.over and not other.beyond:
                assert sun(other) <= sun(standing) + 0.5


def at(of: Yard, place: Place) -> Standing:
    """The first bed of a yard, stood at a place."""
    built = assembled(of.beds[0])
    here = here_of("Bed", of.model_copy(update={"places": {**of.places, "Bed": place}}))
    assert built is not None
    found = stand(built, "Bed", here, System.METRIC)
    assert found is not None
    return found


def sun(of: Standing) -> float:
    assert of.light is not None
    return of.light.over_season


def test_a_bed_flush_to_the_edge_has_no_way_there() -> None:
    flush = at(yard(beds=[bed("Bed")]), Place.model_validate({"x": "3 m", "y": 0}))
    assert {w.side: w.clear for w in flush.ways}["front"] == 0
    assert flush.reach == pytest.approx(1200)


def test_nowhere_is_free_for_a_bed_that_is_too_large() -> None:
    of = yard(HOUSE, beds=[bed("Bed", width="5.9 m")])
    built, here = assembled(of.beds[0]), here_of("Bed", of)
    assert built is not None
    assert here is not None
    assert best_place(built, "Bed", here, System.METRIC) is None
