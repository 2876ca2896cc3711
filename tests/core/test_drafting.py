"""The drawings: every part is shown, every dimension is true."""

from typing import Any

import pytest
from hypothesis import given

from acrebox.core.construction import assemble
from acrebox.core.design import read_design
from acrebox.core.fixing import fixings_of
from acrebox.core.plan import ASSEMBLY, Plan, open_plan, plan_document
from acrebox.core.stock import catalogue
from acrebox.demo import demo_beds
from sample import document
from strategies import any_design


@given(any_design())
def test_every_part_stands_on_the_plan_and_on_the_elevation_of_its_side(data: dict[str, Any]) -> None:
    plan = open_plan(read_design(data))
    on_plan = {s.part for s in plan.drawings.plan.shapes if s.part}
    assert on_plan == {p.id for p in plan.parts}
    shown = {s.part for view in plan.drawings.elevations for s in view.shapes if s.part}
    assert {p.id for p in plan.parts if p.role not in ("cross tie", "hoop sleeve")} <= shown
    assert [v.name for v in plan.drawings.elevations] == [s.name for s in plan.outside.sides]


@given(any_design())
def test_dimensions_are_as_long_as_they_say(data: dict[str, Any]) -> None:
    plan = open_plan(read_design(data))
    for view in (plan.drawings.plan, plan.drawings.section, *plan.drawings.elevations):
        for d in view.dimensions:
            dx, dy = d.end[0] - d.start[0], d.end[1] - d.start[1]
            length = {"above": abs(dx), "below": abs(dx), "left": abs(dy), "right": abs(dy)}.get(
                d.side, (dx**2 + dy**2) ** 0.5
            )
            assert d.length_mm == pytest.approx(length, abs=0.03)


@given(any_design())
def test_the_section_cuts_no_post_and_shows_the_soil_to_its_line(data: dict[str, Any]) -> None:
    plan = open_plan(read_design(data))
    section = plan.drawings.section
    assert not [s for s in section.shapes if s.kind == "cut" and "post" in s.role]
    layers = [s for s in section.shapes if s.kind == "layer"]
    top = plan[ASSEMBLY].cavity.floor + plan.inside.depth_mm
    assert max(y for s in layers for _, y in s.points) == pytest.approx(top, abs=0.02)


@pytest.mark.parametrize("bed", demo_beds(), ids=lambda b: b.name)
def test_an_elevation_gives_outside_inside_height_and_post_centres(bed: Any) -> None:
    plan = open_plan(bed)
    built = assemble(bed, catalogue())
    for view, side in zip(plan.drawings.elevations, plan.outside.sides, strict=True):
        lengths = {d.name: d.length_mm for d in view.dimensions}
        assert lengths["outside"] == pytest.approx(side.outside_mm, abs=0.01)
        assert lengths["inside"] == pytest.approx(side.inside_mm, abs=0.01)
        assert lengths["height"] == pytest.approx(plan.outside.height_mm, abs=0.01)
        centres = [d for d in view.dimensions if d.name == "post centres"]
        assert len(centres) == max(0, len(built.post_marks(side.name)) - 1)


def test_an_alternating_corner_is_drawn_course_by_course() -> None:
    def corners(style: str) -> list[str]:
        return [
            v["title"] for v in plan_document(document(construction__corner=style))["drawings"]["corners"]
        ]

    assert corners("alternate") == ["Corner, course 1", "Corner, course 2"]
    assert corners("long_through") == ["Corner, course 1"]


def test_a_u_is_cut_where_its_soil_is() -> None:
    plan = open_plan(next(b for b in demo_beds() if b.outline.shape == "u"))
    across = [d for d in plan.drawings.section.dimensions if d.name == "soil across"]
    assert across
    assert sum(d.length_mm for d in across) < plan.outside.width_mm


def marks_of(plan: Plan) -> list[int]:
    """How many fixings are marked in each elevation."""
    return [sum(s.role == "fixing" for s in view.shapes) for view in plan.drawings.elevations]


def test_every_fixing_of_a_long_wall_is_marked_in_its_elevation() -> None:
    """Twelve metres of staves: two screws a stave and rail; at a corner the end of the long rail meets the
    first stave of the short side, low and high.
    """
    data = document(
        outline={"shape": "rectangle", "length": "12 m", "width": "1.2 m"},
        construction={"kind": "staves", "rail": "larch-45x70", "post": "post-75x75", "average": "95 mm"},
        height="600 mm",
    )
    plan = open_plan(read_design(data))
    staves = sum(p.role == "stave" for p in plan.parts)
    counts = {f.joint: f.count for f in plan.fixings}
    assert counts["stave to rail"] == 2 * (2 * staves + 4 * 2)
    front, right, back, left = marks_of(plan)
    assert (front, right) == (back, left)
    assert front + right + back + left == sum(counts.values())


def test_every_fixing_of_a_bed_has_its_mark_in_some_elevation() -> None:
    seen = set()
    for design in demo_beds():
        plan = open_plan(design)
        if not plan[ASSEMBLY].wall_thickness or any(not part.side for part in plan.parts):
            continue  # a ring's seam, or a cradle's joint, belongs to no side
        bed = plan[ASSEMBLY]
        # The rails of both sides go into a corner post that either of them shows; a cap lies on it for both.
        twice = sum(
            fixings_of(j, plan.show.built)
            for j in bed.joints
            if j.kind in ("rail in post", "cap to wall")
            and len({bed.part(name).side for name in j.parts}) == 2
        )
        # What goes along the wall, inside, is seen from no side.
        inside = sum(f.count for f in plan.fixings if f.joint in ("tie to cleat", "tie to post"))
        assert sum(marks_of(plan)) == sum(f.count for f in plan.fixings) - inside + twice, design.name
        seen.add(str(design.construction.kind))
    assert seen >= {"boards", "sleepers", "staves", "framed_sheet"}


def test_corner_blocks_show_their_fixings() -> None:
    """One block to each course, two screws a course; the courses to each other; block to block."""
    data = document(
        height=None,
        courses=2,
        outline={"shape": "rectangle", "length": "1.3 m", "width": "1.2 m"},
        construction={
            "kind": "sleepers",
            "sleeper": "sleeper-50x200",
            "post": "post-75x75",
            "held_by": "corner_blocks",
            "corner": "short_through",
        },
    )
    plan = open_plan(read_design(data))
    counts = {f.joint: f.count for f in plan.fixings}
    assert set(counts) == {"sleeper corner", "block to wall", "block to block", "course to course"}
    assert sum(marks_of(plan)) == sum(counts.values())


def test_a_block_wholly_under_a_trough_is_drawn_by_its_lines() -> None:
    """Three blocks in a row: both ends stand out from under the round of it, the middle one nowhere."""
    trough = {
        "schema": 1,
        "name": "Trough",
        "outline": {"shape": "oval", "length": "1.2 m", "width": "400 mm"},
        "construction": {"kind": "trough"},
        "height": "250 mm",
        "site": {"stands_on": "blocks"},
    }
    plan = open_plan(read_design(trough))
    drawn = {s.part: s.kind for s in plan.drawings.plan.shapes if s.role == "footing block"}
    assert drawn == {"B1": "seen", "B2": "hidden", "B3": "seen"}
