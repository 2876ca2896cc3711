"""On paving, a deck or a roof nothing is dug: what nobody asked for is left out, what was is refused."""

import json
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.choosing.offers import starting_design
from acrebox.core.construction import assemble, registered
from acrebox.core.design import HARD, read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, open_plan, plan_document
from acrebox.core.remedies import remedies
from acrebox.core.stock import catalogue
from sample import courses_of
from strategies import walled_designs

DIGS = ("in the ground", "trench", "driven before", "concrete", "Posts in the ground", "posts in the ground")
DUG_FOR = ("concrete", "screenings", "base-stone")


def on(kind: str, stands_on: str, system: System = System.METRIC, **more: Any) -> dict[str, Any]:
    """What a newcomer begins with, standing on something."""
    data = starting_design(kind, system).document()
    return {**data, "site": {**data.get("site", {}), "stands_on": stands_on}, **more}


@pytest.mark.parametrize("kind", registered())
@pytest.mark.parametrize("ground", HARD)
@pytest.mark.parametrize("system", [System.METRIC, System.IMPERIAL])
def test_nothing_of_any_construction_goes_into_hard_ground(kind: str, ground: str, system: System) -> None:
    plan = plan_document(on(kind, ground, system))
    bed = assemble(read_design(on(kind, ground, system)), catalogue())
    assert min(part.body.bounds[0][2] for part in bed.parts) >= 0.0
    assert not {b["item"] for b in plan["buying"]} & set(DUG_FOR)
    noted = {w["code"]: w["level"] for w in plan["watch_outs"]}
    assert noted["hard-ground"] == "note"
    said = [json.dumps([note["words"] for note in plan["notes"]])]
    said += [w["message"] + w["action"] for w in plan["watch_outs"] if w["code"] != "hard-ground"]
    said += [f["working"] for f in plan["facts"].values()]
    assert [s for s in said if any(words in s for words in DIGS)] == []


@pytest.mark.parametrize("ground", ["soil", "gravel", "blocks"])
def test_on_anything_else_posts_go_into_the_ground_as_usual(ground: str) -> None:
    plan = plan_document(on("boards", ground))
    assert "concrete" in {b["item"] for b in plan["buying"]}
    assert "hard-ground" not in {w["code"] for w in plan["watch_outs"]}


@given(walled_designs(), st.sampled_from(HARD))
def test_no_part_of_any_bed_goes_below_hard_ground(data: dict[str, Any], ground: str) -> None:
    asked = {"post_depth", "post_below", "bury"}
    data["construction"] = {k: v for k, v in data["construction"].items() if k not in asked}
    data["site"] = {"stands_on": ground}
    try:
        bed = assemble(read_design(data), catalogue())
    except DesignError:
        return  # no room for it anywhere
    assert min(part.body.bounds[0][2] for part in bed.parts) >= 0.0
    assert "concrete" not in {good.key for good in bed.goods}


ASKED = [
    ("boards", {"construction": {"post_depth": "concrete"}}, "construction.post_depth"),
    ("staves", {"construction": {"post_depth": "driven"}}, "construction.post_depth"),
    ("sleepers", {"construction": {"post_depth": "as_deep_as_tall"}}, "construction.post_depth"),
    ("framed_sheet", {"construction": {"post_below": "200 mm"}}, "construction.post_below"),
    ("ring", {"construction": {"bury": "100 mm"}}, "construction.bury"),
    ("boards", {"ground": {"bury": "50 mm"}}, "ground.bury"),
    ("blocks", {"ground": {"base": "50 mm"}}, "ground.base"),
    ("boards", {"ground": {"trench": "200 mm"}}, "ground.trench"),
    ("trough", {"ground": {"base": "50 mm"}}, "ground.base"),
    ("boards", {"ground": {"school": "dig_in"}}, "ground.school"),
    ("boards", {"ground": {"school": "hang"}}, "ground.school"),
]


@pytest.mark.parametrize(("kind", "asked", "field"), ASKED)
def test_what_is_asked_for_by_name_is_refused_at_its_field(
    kind: str, asked: dict[str, dict[str, Any]], field: str
) -> None:
    data = on(kind, "deck")
    soft = on(kind, "soil")
    for room, more in asked.items():
        data[room], soft[room] = {**data.get(room, {}), **more}, {**soft.get(room, {}), **more}
    with pytest.raises(DesignError) as refused:
        assemble(read_design(data), catalogue())
    [problem] = refused.value.problems
    assert problem.field == field
    assert problem.value == next(iter(next(iter(asked.values())).values()))
    assert "soil" in problem.allowed
    assemble(read_design(soft), catalogue())


def test_every_field_that_digs_is_told_at_once() -> None:
    data = on("boards", "paving", ground={"bury": "30 mm", "base": "50 mm"})
    data["construction"]["post_depth"] = "concrete"
    with pytest.raises(DesignError) as refused:
        plan_document(data)
    assert [p.field for p in refused.value.problems] == [
        "construction.post_depth",
        "ground.bury",
        "ground.base",
    ]


def test_ground_that_falls_is_packed_up_on_paving_and_dug_in_soil() -> None:
    stations = [
        {"at": at, "height": f"{h} mm"}
        for at, h in (("front left", 0), ("front right", 0), ("back right", 20), ("back left", 20))
    ]
    paved = open_plan(read_design(on("boards", "paving", ground={"stations": stations})))
    soil = open_plan(read_design(on("boards", "soil", ground={"stations": stations})))
    assert (paved.ground.school, soil.ground.school) == ("legs", "dig_in")
    assert paved.ground.trench_l == paved.ground.base_l == 0.0
    assert soil.ground.trench_l > 0.0
    assert max(s.pack_mm for s in paved.ground.stations) == pytest.approx(20)
    assert paved[ASSEMBLY].goods == ()
    # Nobody chose a school: none is written down.
    assert "school" not in paved.asked.document()["ground"]


def test_a_hung_bed_on_paving_stands_in_front_without_holes() -> None:
    hung = courses_of(
        2,
        outline={"length": "2.2 m", "width": "700 mm"},
        construction={
            "kind": "sleepers",
            "sleeper": "sleeper-50x200",
            "post": "post-75x75",
            "hung": {"side": "back"},
        },
    )
    on_soil = assemble(read_design(hung), catalogue())
    paved = assemble(read_design({**hung, "site": {"stands_on": "paving"}}), catalogue())
    assert min(p.body.bounds[0][2] for p in on_soil.parts) == -350.0
    assert min(p.body.bounds[0][2] for p in paved.parts) == 0.0


def test_bars_on_a_deck_end_at_it_and_the_foot_may_slide() -> None:
    """Bars hold courses together, and only where they go into the ground the first one to it."""
    blocks = {**on("blocks", "soil"), "courses": 3}
    soil = open_plan(read_design(blocks))
    deck = open_plan(read_design({**blocks, "site": {"stands_on": "deck"}}))
    assert soil.facts["bar_length"].amount - deck.facts["bar_length"].amount == pytest.approx(300)
    assert {x.slide for x in soil.strength.laid} == {None}
    assert all(x.course == 1 and x.slide for x in deck.strength.laid)


def test_no_remedy_digs_into_a_deck() -> None:
    long = on("boards", "deck")
    long["outline"]["length"] = "4.8 m"
    long.pop("height", None)
    long["courses"] = 4
    offered = remedies(read_design(long))
    assert offered
    for remedy in offered:
        bed = assemble(remedy.design, catalogue())
        assert min(p.body.bounds[0][2] for p in bed.parts) >= 0.0
        assert "ground" not in remedy.words
