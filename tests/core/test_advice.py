"""Watch-outs: seen when they should be, silent when they should be."""

from typing import Any

import pytest

from acrebox.core.advice import codes
from acrebox.core.advice.registry import rule
from acrebox.core.plan import plan_document
from sample import document

CAUSES: dict[str, dict[str, Any]] = {
    "reach": {"outline__width": "5 ft"},
    "bow": {"construction__post_limit": "8 ft"},
    "post-shallow": {"construction__post_depth": "none"},
    "retained-height": {"height": None, "courses": 6},
    "nominal-size": {},
    "measured-differs": {
        "height": None,
        "courses": 2,
        "construction__board_measured": {"thickness": "40 mm"},
    },
    "sliver-course": {"height": "9 in", "construction__top_course": "ripped"},
    "root-depth": {"height": "7 1/4 in"},
    "kerf-room": {"outline__length": "8 ft"},
    "outside-volume": {},
    "no-reserve": {"fill": {"keep_back": 0, "layers": [{"material": "leaf-mould", "share": 100}]}},
    "garden-soil-alone": {"fill": {"layers": [{"material": "garden-soil", "share": 100}]}},
}
QUIET: dict[str, Any] = {
    "outline__length": "7 ft",
    "outline__width": "3 ft",
    "construction__post_depth": "as_deep_as_tall",
}


def seen(**changes: Any) -> dict[str, dict[str, Any]]:
    return {w["code"]: w for w in plan_document(document(**changes))["watch_outs"]}


@pytest.mark.parametrize("code", CAUSES)
def test_a_mistake_is_seen_with_its_reason_and_remedy(code: str) -> None:
    found = seen(**CAUSES[code])[code]
    assert any(ch.isdigit() for ch in found["message"]) or code == "no-reserve"
    assert found["why"]
    assert found["action"]
    assert found["source"]


def test_a_sound_bed_has_nothing_to_fix() -> None:
    assert [w for w in seen(**QUIET).values() if w["level"] != "note"] == []


def test_reach_from_one_side_is_shorter() -> None:
    one = {"site": {"reach": "one_side"}}
    assert seen(outline__width="2 ft 2 in", **one)["reach"]["level"] == "note"
    assert seen(outline__width="2 ft 8 in", **one)["reach"]["level"] == "fix"
    assert "reach" not in seen(outline__width="23 in", **one)


def test_a_low_wall_without_posts_in_the_ground_is_only_noted() -> None:
    assert seen(height="7 1/4 in", construction__post_depth="none")["post-shallow"]["level"] == "note"
    # Two planks of 8 ft hold from corner to corner together; of 12 ft they do not.
    assert seen(construction__post_depth="none")["post-shallow"]["level"] == "note"
    long = seen(construction__post_depth="none", outline__length="12 ft")
    assert long["post-shallow"]["level"] == "fix"


def test_an_accepted_watch_out_keeps_its_reason() -> None:
    found = seen(
        outline__width="5 ft", accepted=[{"code": "reach", "reason": "stepping stones in the middle"}]
    )["reach"]
    assert found["accepted"] == "stepping stones in the middle"


def test_the_gravest_comes_first() -> None:
    levels = [
        w["level"]
        for w in plan_document(document(height=None, courses=6, outline__width="5 ft"))["watch_outs"]
    ]
    assert levels == sorted(levels, key=["stop", "fix", "note"].index)


def test_a_code_registered_twice_fails() -> None:
    with pytest.raises(ValueError, match="twice"):
        rule(codes()[0], stage="shape", level="note", field="x", why="x")(lambda _: ())
