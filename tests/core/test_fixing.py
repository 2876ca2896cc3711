"""Fixings: long enough to bite, short enough to stay inside, as many as the rule says."""

from math import ceil
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.construction import assemble
from acrebox.core.design import read_design
from acrebox.core.fixing import fixing_rules, fixings
from acrebox.core.fixing.choose import choose_screw, wanted_bite
from acrebox.core.lining import exposed_faces
from acrebox.core.plan import plan_document
from acrebox.core.stock import catalogue
from sample import document
from strategies import any_design

TIMBER = [s for s in catalogue().screw if s.family == "timber"]


@given(st.floats(10, 110), st.floats(10, 300))
def test_the_shortest_screw_that_bites_and_does_not_poke_is_taken(through: float, into: float) -> None:
    bite = wanted_bite("timber", through)
    screw, trouble = choose_screw(TIMBER, through, into, bite)
    good = [s.length.mm for s in TIMBER if through + bite <= s.length.mm <= through + into - 1]
    if good:
        assert (screw.length.mm, trouble) == (min(good), None)
    elif trouble is None:
        assert through + min(30, bite) <= screw.length.mm <= through + into - 1
    elif trouble == "pokes out":
        assert screw.length.mm > through


@given(any_design())
def test_every_joint_has_its_fixings_and_a_rule(data: dict[str, Any]) -> None:
    bed = assemble(read_design(data), catalogue())
    found = fixings(bed, catalogue())
    assert sum(f.joints for f in found) == len(bed.joints)
    for f in found:
        low, high = f.mix[0][0], f.mix[-1][0]
        assert fixing_rules()[f.kind].least <= low <= high
        assert f.joints * low <= f.count <= f.joints * high
        assert f.bite == f.screw.length.mm - f.through


@given(any_design())
def test_boxes_bought_hold_the_fixings_and_one_fewer_would_not(data: dict[str, Any]) -> None:
    plan = plan_document(data)
    boxes = {b["item"]: b["count"] for b in plan["buying"]}
    counts: dict[str, int] = {}
    for f in plan["fixings"]:
        counts[f["screw"]] = counts.get(f["screw"], 0) + f["count"]
    for screw in catalogue().screw:
        assert boxes.get(screw.key, 0) == ceil(counts.get(screw.key, 0) / screw.box)


def test_hard_timber_must_be_drilled_first() -> None:
    oak = {"kind": "sleepers", "sleeper": "sleeper-oak-130x260", "post": "post-100x100"}
    plan = plan_document(document(height=None, courses=2, construction=oak))
    assert all(f["pilot_must"] for f in plan["fixings"])
    assert "must" in plan["fixings"][0]["working"]["bite_mm"]["assumptions"][0]
    assert "pilot-hole" in {w["code"] for w in plan["watch_outs"]}
    assert not any(f["pilot_must"] for f in plan_document(document())["fixings"])


def test_everything_outdoors_is_stainless_or_galvanised() -> None:
    assert all("stainless" in s.name or "galvanised" in s.name for s in catalogue().screw)


def test_faces_to_soil_ground_and_weather_are_known() -> None:
    """A long board of the first course: its face inside and outside, its bottom edge on the ground; one
    above lies on no ground.
    """
    bed = assemble(read_design(document()), catalogue())
    parts = {p.name: p for p in bed.parts}
    low, high = exposed_faces(parts["front 1"]), exposed_faces(parts["front 2"])
    face = 2438.4 * 184.15 / 1e6
    assert low == pytest.approx({"soil": face, "ground": 2438.4 * 38.1 / 1e6, "weather": face})
    assert high == pytest.approx({"soil": face, "ground": 0.0, "weather": face})
    post = exposed_faces(parts["front corner"])
    around = 4 * 88.9 / 1e6
    assert post["ground"] == pytest.approx(around * 304.8)
    assert post["soil"] == pytest.approx(around * (14.5 * 25.4 - 50.8))
