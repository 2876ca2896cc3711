"""The one road: a construction or a stage that nothing was written for goes down it whole."""

from collections.abc import Iterator
from typing import Any

import pytest
from fastapi.testclient import TestClient

from acrebox.api.app import make_app
from acrebox.core.chapter import Chapter
from acrebox.core.choosing import change_construction, offers
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import plan_bed, plan_document
from acrebox.core.remedies import remedies
from acrebox.core.weighing import weigh
from sample import design
from toys import CONE, ToyRows, toys


@pytest.fixture
def toy() -> Iterator[Chapter[ToyRows]]:
    with toys() as chapter:
        yield chapter


def frustum(low: float, high: float, height: float) -> float:
    """π h (r₁² + r₁r₂ + r₂²) / 3, in litres of mm."""
    return 3.141592653589793 * height * (low**2 + low * high + high**2) / 3 / 1e6


def test_a_cone_is_planned_with_its_soil_its_weight_and_its_buying(toy: Chapter[ToyRows]) -> None:
    plan = plan_bed(read_design(CONE))
    assert plan.inside.to_brim_l == pytest.approx(frustum(240, 290, 390), rel=1e-9)
    assert plan.cuts == []
    assert plan.strength.members == []
    assert plan.strength.holds
    assert [(b.item, b.count) for b in plan.buying if b.stage == "bench"] == [("wall-anchor", 1)]
    assert plan.totals.sticks == 0
    assert plan.facts["rim"].amount == 600
    assert plan[toy].parts == 1
    assert "toy-parts" in {w.code for w in plan.watch_outs}


def test_a_cone_is_drawn_from_above_across_and_from_every_side(toy: Chapter[ToyRows]) -> None:
    plan = plan_bed(read_design(CONE))
    [pot] = [s for s in plan.drawings.plan.shapes if s.part]
    assert {a.radius for a in pot.arcs} == {300}
    section = plan.drawings.section
    assert [s.kind for s in section.shapes].count("layer") == len(plan.fill.layers)
    for view in plan.drawings.elevations:
        assert [s.part for s in view.shapes] == ["A1"]
    [solid] = plan.solids.parts
    assert len(solid.triangles) % 3 == 0
    assert max(solid.points) == 600


def test_a_cone_is_offered_asked_changed_to_weighed_and_mended(toy: Chapter[ToyRows]) -> None:
    offer = next(o for o in offers(System.METRIC) if o.kind == "cone")
    assert [(q.path, q.kind) for q in offer.questions] == [("height", "own"), ("construction.foot", "length")]
    assert offer.picture.shapes
    changed = change_construction(design(outline={"length": "600 mm", "width": "600 mm"}), "cone").design
    assert changed.construction.kind == "cone"
    rows = {r.key: r.values for r in weigh([changed, design()]).rows}
    assert rows["bow"][0] == 0
    assert "life" not in rows
    assert remedies(changed) == []


def test_a_cone_that_cannot_be_is_named_by_its_field(toy: Chapter[ToyRows]) -> None:
    wrong = {**CONE, "construction": {"kind": "cone", "foot": "2 m"}}
    with pytest.raises(DesignError) as caught:
        plan_document(wrong)
    assert [p.field for p in caught.value.problems] == ["construction.foot"]


def test_the_api_and_the_screen_data_know_the_cone_and_the_stage(toy: Chapter[ToyRows]) -> None:
    with TestClient(make_app(None)) as client:
        answer: dict[str, Any] = client.post("/api/plan", json=CONE).json()
        assert answer["toy"]["parts"] == 1
        alone = client.post("/api/plan?chapters=toy,solids", json=CONE).json()
        assert set(alone) == {
            "schema",
            "name",
            "units",
            "currency",
            "currency_sign",
            "numbers",
            "built",
            "price_list",
            "dates",
            "construction",
            "toy",
            "solids",
        }
        stages = {s["key"]: s for s in client.get("/api/stages").json()}
        assert stages["toy"]["open"]
        assert stages["toy"]["chapters"] == ["toy"]
        assert not stages["build"]["open"]
        kinds = [o["kind"] for o in client.get("/api/constructions").json()]
        assert kinds[-1] == "cone"
        schema = client.get("/api/openapi.json").json()["components"]["schemas"]
        assert "toy" in schema["Plan"]["properties"]


def test_once_forgotten_the_cone_is_refused_with_what_there_is() -> None:
    with toys():
        pass
    with pytest.raises(DesignError, match="cone") as caught:
        plan_document(CONE)
    assert caught.value.problems[0].field == "construction"
    assert "boards" in caught.value.problems[0].allowed
